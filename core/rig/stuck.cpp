#include "core/rig/stuck.h"

#include <array>
#include <cmath>

#include <fmt/format.h>

#include "core/base/constants.h"

namespace hefty::rig {

double pullToFree(const Stuck &s, working::Working *w) {
    const double weight = s.mass * standardGravity;
    const double mire = static_cast<int>(s.mired) * weight;
    const double grade = weight * std::sin(s.grade), rolling = weight * std::cos(s.grade) * s.rolling;
    const double pull = mire + grade + rolling;
    if (w) {
        using working::number;
        w->given("m", "vehicle and load", s.mass, "kg", "given");
        w->step("Rm", "mire resistance", "W times 0, 1, 2, 3: free, hubs, fenders, body",
                fmt::format("{} · {}", number(weight), static_cast<int>(s.mired)), mire, "N", "TC 4-30.31");
        w->step("Rg", "grade", "W sin α", fmt::format("{} · sin {:.3g}°", number(weight), degrees(s.grade)),
                grade, "N", "inclined plane");
        w->step("Rr", "rolling", "W cos α · c",
                fmt::format("{} · cos {:.3g}° · {}", number(weight), degrees(s.grade), number(s.rolling)),
                rolling, "N", "inclined plane");
        w->step("R", "pull that frees it", "Rm + Rg + Rr",
                fmt::format("{} + {} + {}", number(mire), number(grade), number(rolling)), pull, "N", "");
        w->note("Suction and what the vehicle hangs on come on top. Keep out of the way of the line.");
    }
    return pull;
}

std::span<const Ground> grounds() {
    static constexpr std::array<Ground, 4> list{
        {{"firm road", 0.02}, {"gravel or grass", 0.05}, {"wet field", 0.1}, {"loose sand", 0.2}}};
    return list;
}

std::vector<double> lineForces(double pull, int lines) {
    std::vector<double> out;
    double sum = 0, line = 1;
    for (int n = 0; n < lines; ++n, line *= keptByBlock) {
        out.push_back(line);
        sum += line;
    }
    for (double &f : out) f *= pull / sum;
    return out;
}

int linesNeeded(double pull, double winchPull) {
    constexpr int most = 10;
    for (int n = 1; n <= most; ++n)
        if (lineForces(pull, n).front() <= winchPull) return n;
    return 0;
}

}  // namespace hefty::rig
