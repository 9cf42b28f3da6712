#include "core/workshop/weld/weld_heat.h"

#include <cmath>
#include <numbers>

#include "core/workshop/weld/heating.h"

namespace hefty::workshop {

using shape::Vec3;

HeatPath heatPathOf(const std::string &family) {
    if (family == "aluminum") return {62, 2.7e-3, 6e-5};  // 170 W/(m K)
    return {};
}

namespace {

/// How much warmer the face is that heat was left on than the mean over the thickness: 1 when it has gone
/// through. Both sums are the same; each is taken where it needs few terms.
double faceOverMean(double thickness, double diffusivity, double seconds) {
    const double depth = diffusivity * seconds / (thickness * thickness);
    double sum = 1;
    constexpr double pi = std::numbers::pi;
    for (int n = 1; n <= 4; ++n) sum += 2 * std::exp(-n * n * (depth > 1 / pi ? pi * pi * depth : 1 / depth));
    return depth > 1 / pi ? sum : sum / std::sqrt(pi * depth);
}

}  // namespace

double warmth(std::span<const HeatSpot> spots, double thickness, const Vec3 &at, double seconds,
              const HeatPath &path) {
    const double spread = 4 * path.diffusivity * seconds;
    double sum = 0;
    for (const HeatSpot &s : spots) sum += s.heat * std::exp(-(at - s.at).squaredNorm() / spread);
    return sum / (thickness * path.capacity * std::numbers::pi * spread) *
           faceOverMean(thickness, path.diffusivity, seconds) *
           std::exp(-path.loss * seconds / (path.capacity * thickness));
}

std::vector<SeamHeat> heatOf(const armor::Assembly &a, const std::vector<SeamWork> &seams) {
    Heating heating(a, seams);
    std::vector<SeamHeat> out;
    for (std::size_t i = 0; i < seams.size(); ++i) out.push_back(heating.weld(i));
    return out;
}

std::vector<double> warmAt(const armor::Assembly &a, const std::vector<SeamWork> &seams,
                           const std::vector<SeamHeat> &heat, double minutes) {
    Heating heating(a, seams);
    for (std::size_t i = 0; i < seams.size(); ++i) heating.put(i, heat[i]);
    std::vector<double> out;
    for (std::size_t i = 0; i < seams.size(); ++i) out.push_back(heating.warmAt(i, minutes));
    return out;
}

}  // namespace hefty::workshop
