#include "core/workshop/weld_heat.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hefty::workshop {
namespace {

using shape::Vec3;

constexpr double spotLength = 20;  // mm of a seam in one spot
constexpr double longest = 240;    // min that anyone waits

const stock::Material *materialOf(const armor::Assembly &a, const std::string &part) {
    if (const armor::BarPart *b = a.bar(part)) return &b->material;
    const armor::SheetPart *s = a.sheet(part);
    return s ? &s->material : nullptr;
}

/// What a seam leaves in its parts, and where.
struct Source {
    const armor::WeldJoint *joint = nullptr;
    std::vector<HeatSpot> spots;
    Vec3 middle = Vec3::Zero();
    double thickness = 0;  ///< of both parts together
    HeatPath path;
    double limit = interpassSteel;
    [[nodiscard]] bool shares(const Source &o) const {
        return joint && o.joint &&
               (joint->a == o.joint->a || joint->a == o.joint->b || joint->b == o.joint->a ||
                joint->b == o.joint->b);
    }
};

Source sourceOf(const armor::Assembly &a, const SeamWork &work) {
    Source s;
    for (const armor::WeldJoint &w : a.welds)
        if (w.name == work.joint) s.joint = &w;
    if (!s.joint) return s;
    s.thickness = partThickness(a, s.joint->a) + partThickness(a, s.joint->b);
    const stock::Material *m = materialOf(a, s.joint->b);
    s.path = heatPathOf(m ? m->family : std::string());
    if (m && m->family == "aluminum") s.limit = interpassAluminum;
    double length = 0;
    for (const armor::Contact &c : s.joint->contacts)
        for (const armor::WeldLine &l : c.lines) {
            const double on = (l.to - l.from).norm();
            const int pieces = std::max(1, static_cast<int>(std::ceil(on / spotLength)));
            for (int i = 0; i < pieces; ++i)
                s.spots.push_back(
                    {l.from + (l.to - l.from) * ((i + 0.5) / pieces), work.heat * work.passes * on / pieces});
            s.middle += on * (l.from + l.to) / 2;
            length += on;
        }
    if (length > 0) s.middle /= length;
    // The middle of a seam that runs around something is not on it.
    double nearest = 1e300;
    Vec3 on = s.middle;
    for (const HeatSpot &spot : s.spots)
        if (const double d = (spot.at - s.middle).norm(); d < nearest) {
            nearest = d;
            on = spot.at;
        }
    s.middle = on;
    return s;
}

/// How warm a seam's place is at a time, by those before it; by itself too, once it is welded.
double warmOf(const std::vector<Source> &sources, const std::vector<SeamWork> &seams,
              const std::vector<SeamHeat> &heat, std::size_t of, std::size_t count, double minutes) {
    double rise = 0;
    for (std::size_t j = 0; j < count; ++j) {
        const Source &s = sources[j];
        if (!(s.thickness > 0) || !s.shares(sources[of])) continue;
        const double since = (minutes - heat[j].start - seams[j].minutes / 2) * 60;
        if (since > 1) rise += warmth(s.spots, s.thickness, sources[of].middle, since, s.path);
    }
    return shopAir + rise;
}

}  // namespace

HeatPath heatPathOf(const std::string &family) {
    if (family == "aluminum") return {62, 2.7e-3, 6e-5};  // 170 W/(m K)
    return {};
}

double warmth(std::span<const HeatSpot> spots, double thickness, const Vec3 &at, double seconds,
              const HeatPath &path) {
    const double spread = 4 * path.diffusivity * seconds;
    double sum = 0;
    for (const HeatSpot &s : spots) sum += s.heat * std::exp(-(at - s.at).squaredNorm() / spread);
    return sum / (thickness * path.capacity * std::numbers::pi * spread) *
           std::exp(-path.loss * seconds / (path.capacity * thickness));
}

std::vector<SeamHeat> heatOf(const armor::Assembly &a, const std::vector<SeamWork> &seams) {
    std::vector<Source> sources;
    for (const SeamWork &s : seams) sources.push_back(sourceOf(a, s));
    std::vector<SeamHeat> out;
    double now = 0;
    for (std::size_t i = 0; i < seams.size(); ++i) {
        const auto warm = [&](double wait) { return warmOf(sources, seams, out, i, i, now + wait); };
        SeamHeat h;
        const double limit = sources[i].limit;
        if (warm(0) > limit) {
            double low = 0, high = longest;
            for (int step = 0; step < 30; ++step)
                (warm((low + high) / 2) > limit ? low : high) = (low + high) / 2;
            h.wait = high;
        }
        h.warm = warm(h.wait);
        h.start = now + h.wait;
        now = h.start + seams[i].minutes;
        out.push_back(h);
    }
    return out;
}

std::vector<double> warmAt(const armor::Assembly &a, const std::vector<SeamWork> &seams,
                           const std::vector<SeamHeat> &heat, double minutes) {
    std::vector<Source> sources;
    for (const SeamWork &s : seams) sources.push_back(sourceOf(a, s));
    std::vector<double> out;
    for (std::size_t i = 0; i < seams.size(); ++i)
        out.push_back(warmOf(sources, seams, heat, i, seams.size(), minutes));
    return out;
}

}  // namespace hefty::workshop
