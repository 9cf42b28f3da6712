#include "core/joints/column.h"

#include <cassert>
#include <cmath>
#include <numbers>

namespace hefty::joints {

double bucklingStress(double elastic, double yield) {
    assert(elastic > 0 && yield > 0);
    return yield / elastic <= 2.25 ? std::pow(0.658, yield / elastic) * yield : 0.877 * elastic;
}

double columnStress(double E, double yield, double slenderness) {
    if (!(slenderness > 0)) return yield;
    return bucklingStress(std::numbers::pi * std::numbers::pi * E / (slenderness * slenderness), yield);
}

}  // namespace hefty::joints
