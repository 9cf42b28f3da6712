#pragma once

#include <cmath>

#include "core/base/constants.h"
#include "core/workshop/masses.h"

namespace hefty::testing {

/// What the parts of a gate and a wheel weigh about its hinge, seen from above: weight times lever, each part
/// by its own center [N mm].
inline double weightAboutHinge(const armor::Assembly &a, const armor::Gate &g) {
    double moment = 0;
    const auto count = [&](double mass, const armor::Vec3 &at) {
        moment += mass * standardGravity * (at - g.low).head<2>().norm();
    };
    for (const std::string &part : g.parts) {
        if (const armor::BarPart *b = a.bar(part)) count(workshop::barMass(a, *b), parts::barCenter(*b));
        if (const armor::SheetPart *s = a.sheet(part)) count(workshop::sheetMass(*s), s->center());
    }
    for (const armor::CarriedWheel &w : a.wheels) count(w.mass, w.center);
    return moment;
}

}  // namespace hefty::testing
