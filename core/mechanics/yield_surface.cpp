#include <algorithm>
#include <cmath>

#include "core/mechanics/plastic.h"

namespace hefty::mechanics {

double yieldExcess(SectionKind kind, double n, double my, double mz) {
    n = std::abs(n);
    my = std::abs(my);
    mz = std::abs(mz);
    if (kind == SectionKind::Rectangular) {
        const double a = 1.13 * n * n < 1 ? std::min(6.0, 1.66 / (1 - 1.13 * n * n)) : 6.0;
        return std::pow(std::pow(my, a) + std::pow(mz, a), 1 / a) - std::min(1.0, (1 - n) / 0.75);
    }
    const double m = kind == SectionKind::Round ? std::hypot(my, mz)
                                                : std::pow(std::pow(my, 1.66) + std::pow(mz, 1.66), 1 / 1.66);
    return m - 1 + std::pow(n, 1.7);
}

double yieldGauge(SectionKind kind, double n, double my, double mz) {
    n = std::abs(n);
    my = std::abs(my);
    mz = std::abs(mz);
    double low = std::max({n, my, mz}),
           high = n + my + mz;  // the surface is convex and holds the unit points
    if (!(high > 0)) return 0;
    if (kind == SectionKind::Round) low = std::max(n, std::hypot(my, mz));
    high *= 1.0000001;
    low *= 0.9999999;
    // The excess falls as the surface grows: a false position, whose idle end counts half (Illinois).
    const auto excess = [&](double k) { return yieldExcess(kind, n / k, my / k, mz / k); };
    double above = excess(low), below = excess(high);
    if (!(above > 0)) return low;
    double k = high;
    constexpr int most = 100;
    for (int i = 0, side = 0; i < most && below < 0; ++i) {
        const double before = k;
        k = std::clamp((low * below - high * above) / (below - above), low, high);
        const double e = excess(k);
        if (e == 0 || std::abs(k - before) <= 1e-15 * k) break;
        if (side == (e > 0 ? 1 : -1)) (e > 0 ? below : above) /= 2;
        side = e > 0 ? 1 : -1;
        (e > 0 ? low : high) = k;
        (e > 0 ? above : below) = e;
    }
    return k;
}

}  // namespace hefty::mechanics
