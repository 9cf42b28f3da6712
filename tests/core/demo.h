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

/// @param name  of the file of a demo job, without its ending
inline std::string demoPath(const std::string &name = "marten-front-bumper") {
    return demoFolder() + "/" + name + ".girder.json";
}

inline job::Job demo(const std::string &name) {
    return job::loadJob(demoPath(name)).value();
}

inline job::Job demoJob() {
    static const job::Job job = job::loadJob(demoPath()).value();
    return job;
}

inline armor::Assembly buildDemo(const job::Job &job) {
    const auto rig = rig::geometry(job.vehicle).value();
    return armor::build({job.pieces[0], job.vehicle, rig, shippedStock()}).value();
}

/// What a build says that is to be mended, beside what it only tells.
inline std::vector<armor::BuildNote> toMend(const armor::Assembly &a) {
    std::vector<armor::BuildNote> out;
    for (const armor::BuildNote &n : a.notes)
        if (!n.onlyTold) out.push_back(n);
    return out;
}

/// The demo vehicle measured.
inline const rig::RigGeometry &demoRig() {
    static const rig::RigGeometry rig = rig::geometry(demoJob().vehicle).value();
    return rig;
}

/// A piece of nothing but these operations, on the demo vehicle.
inline armor::Assembly byHand(const std::vector<Json> &operations) {
    armor::Piece piece;
    piece.id = "mine";
    piece.pattern = "from-nothing";
    piece.operations = operations;
    return armor::build({piece, demoJob().vehicle, demoRig(), shippedStock()}).value();
}

/// The demo job of three pieces.
inline const job::Job &fullSet() {
    static const job::Job job = job::loadJob(demoPath("marten-full-set")).value();
    return job;
}

/// What the vehicle is held by in front is behind it instead.
inline void turnHolds(rig::Vehicle &vehicle) {
    for (rig::Hold &h : vehicle.holds) {
        if (h.face != "front") continue;
        h.face = "rear";
        h.at = {-h.at.x() - 4000, -h.at.y(), h.at.z()};
    }
}

}  // namespace hefty::testing
