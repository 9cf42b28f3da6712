#include "core/proof/strength/plate_use.h"

#include <algorithm>
#include <cmath>

namespace hefty::proof {

double plateUse(const mechanics::ShellForces &forces, double thickness, double yield) {
    const Eigen::Vector3d n = forces.membrane / (thickness * yield);
    const Eigen::Vector3d m = forces.bending / (thickness * thickness * yield / 4);
    const auto product = [](const Eigen::Vector3d &a, const Eigen::Vector3d &b) {
        return a(0) * b(0) + a(1) * b(1) - (a(0) * b(1) + a(1) * b(0)) / 2 + 3 * a(2) * b(2);
    };
    const double nn = product(n, n), mm = product(m, m), nm = product(n, m);
    const double mixed = nn + 0.48 * mm;
    const double less = mixed > 0 ? (nn * mm - nm * nm) / (4 * mixed) : 0;
    return std::sqrt(std::max(0.0, nn + mm / 2 + std::sqrt(mm * mm / 4 + nm * nm) - less));
}

}  // namespace hefty::proof
