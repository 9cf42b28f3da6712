#pragma once

#include <QtGlobal>

#include <cmath>

#include "tests/core/demo.h"

/// What tests ask of a proof: a case or a check by its name, what a case pushes and what holds it.
namespace hefty::testing {

using shape::Vec3;

inline Result<proof::Proof> proveIt(const armor::Assembly &a, const proof::HouseRules &rules,
                                    proof::Detail detail = proof::Detail::Strips) {
    const job::Job job = demoJob();
    const auto rig = rig::geometry(job.vehicle).value();
    return proof::prove(a, job.vehicle, rig, shippedStock(), rules, {}, detail);
}

inline const proof::LoadCase &find(const proof::Duties &d, const std::string &id) {
    for (const proof::LoadCase &c : d.cases)
        if (c.id == id) return c;
    qFatal("no case %s", id.c_str());
}

inline const proof::Check *find(const proof::Proof &p, const std::string &id) {
    for (const proof::Check &c : p.checks)
        if (c.id == id) return &c;
    return nullptr;
}

inline Vec3 sum(const proof::LoadCase &c) {
    Vec3 total = Vec3::Zero();
    for (const proof::LoadArrow &a : c.arrows) total += a.force;
    return total;
}

inline Vec3 held(const proof::Proof &p, const std::string &id) {
    Vec3 total = Vec3::Zero();
    for (std::size_t c = 0; c < p.duties.cases.size(); ++c)
        if (p.duties.cases[c].id == id)
            for (const auto &[node, r] : p.solution.cases[c].reactions) total += r.head<3>();
    return total;
}

inline bool near(double found, double wanted, double share = 1e-6) {
    return std::abs(found - wanted) <= share * std::abs(wanted);
}

}  // namespace hefty::testing
