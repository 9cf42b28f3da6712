#pragma once

#include <memory>

#include "core/base/places.h"
#include "core/job/appraisal.h"

/// The shipped stock and demo job, read once a program.
namespace hefty::testing {

inline const stock::Stock &shippedStock() {
    static const stock::Stock list = stock::readStock(stockFolder()).value();
    return list;
}

inline std::string demoPath() {
    return demoFolder() + "/marten-front-bumper.girder.json";
}

inline job::Job demoJob() {
    static const job::Job job = job::loadJob(demoPath()).value();
    return job;
}

inline armor::Assembly buildDemo(const job::Job &job) {
    const auto rig = rig::geometry(job.vehicle).value();
    return armor::build({job.pieces[0], job.vehicle, rig, shippedStock()}).value();
}

}  // namespace hefty::testing
