#include "core/workshop/bend/bend_marks.h"

#include <cmath>
#include <numbers>

namespace hefty::workshop {

std::vector<BendMarks> bendMarks(const BendPlan &plan, double outside) {
    std::vector<BendMarks> out;
    const double circumference = std::numbers::pi * outside;
    double turned = 0, along = 0;  // what is left on to grip is in the first straight
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        const Bend &b = plan.steps[i].bend;
        turned += b.rotation;
        BendMarks m;
        m.along = b.mark;
        along += plan.straights[i];
        m.from = along;
        along += plan.dieRadius * b.angle;
        m.to = along;
        m.around = std::fmod(std::fmod(turned * outside / 2, circumference) + circumference, circumference);
        constexpr double closed = 1e-6;  // all around is where it began
        if (circumference - m.around < closed) m.around = 0;
        m.angle = b.angle;
        m.set = b.set;
        m.rotation = b.rotation;
        m.pulls = plan.steps[i].pulls;
        out.push_back(m);
    }
    return out;
}

}  // namespace hefty::workshop
