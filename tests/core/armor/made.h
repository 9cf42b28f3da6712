#pragma once

#include <QTest>

#include <algorithm>

#include "core/job/appraisal.h"
#include "tests/core/demo.h"

/// Pieces of the demos, built and proved, for tests.
namespace hefty::testing {

using namespace hefty::armor;

inline Assembly built(const job::Job &job) {
    return build({job.pieces[0], job.vehicle, rig::geometry(job.vehicle).value(), shippedStock()}).value();
}

inline proof::Proof proved(const job::Job &job, const Assembly &a,
                           proof::Detail detail = proof::Detail::Strips) {
    auto p = proof::prove(a, job.vehicle, rig::geometry(job.vehicle).value(), shippedStock(), job.rules, {},
                          detail);
    if (!p) qFatal("%s", p.error().sentence().c_str());
    return std::move(*p);
}

inline bool welded(const Assembly &a, const std::string &one, const std::string &other) {
    return std::any_of(a.welds.begin(), a.welds.end(), [&](const WeldJoint &w) {
        return (w.a == one && w.b == other) || (w.a == other && w.b == one);
    });
}

inline const proof::Check *check(const proof::Proof &p, const std::string &id) {
    for (const proof::Check &c : p.checks)
        if (c.id == id) return &c;
    return nullptr;
}

inline bool unproved(const proof::Proof &p, const std::string &id) {
    return std::any_of(p.unproved.begin(), p.unproved.end(),
                       [&](const proof::Unproved &u) { return u.id == id; });
}

inline std::size_t caseOf(const proof::Proof &p, const std::string &id) {
    for (std::size_t c = 0; c < p.duties.cases.size(); ++c)
        if (p.duties.cases[c].id == id) return c;
    qFatal("no case %s", id.c_str());
}

inline void nothingToMend(const Assembly &a) {
    for (const BuildNote &n : a.notes)
        QVERIFY2(n.onlyTold, (n.part + ": " + n.text.in(measure::UnitSystem::Metric)).c_str());
}

}  // namespace hefty::testing
