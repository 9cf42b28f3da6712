#include "core/workshop/weld/heating.h"

#include <algorithm>
#include <cmath>

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

}  // namespace

bool Heating::Source::shares(const Source &o) const {
    return joint && o.joint &&
           (joint->a == o.joint->a || joint->a == o.joint->b || joint->b == o.joint->a ||
            joint->b == o.joint->b);
}

Heating::Source Heating::sourceOf(const armor::Assembly &a, const SeamWork &work) {
    Source s;
    s.minutes = work.minutes;
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
            if (l.skin) continue;
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

Heating::Heating(const armor::Assembly &assembly, std::span<const SeamWork> seams) {
    for (const SeamWork &s : seams) m_sources.push_back(sourceOf(assembly, s));
}

double Heating::warmAt(std::size_t seam, double minutes) const {
    const Source &of = m_sources[seam];
    double rise = 0;
    for (const auto &[j, heat] : m_done) {
        const Source &s = m_sources[j];
        if (!(s.thickness > 0) || !s.shares(of)) continue;
        const double since = (minutes - heat.start - s.minutes / 2) * 60;
        if (since > 1) rise += warmth(s.spots, s.thickness, of.middle, since, s.path);
    }
    return shopAir + rise;
}

SeamHeat Heating::next(std::size_t seam) const {
    const double limit = m_sources[seam].limit;
    SeamHeat h;
    if (warmAt(seam, m_now) > limit) {
        double low = 0, high = longest;
        for (int step = 0; step < 30; ++step) {
            const double middle = (low + high) / 2;
            (warmAt(seam, m_now + middle) > limit ? low : high) = middle;
        }
        h.wait = high;
    }
    h.start = m_now + h.wait;
    h.warm = warmAt(seam, h.start);
    return h;
}

void Heating::put(std::size_t seam, const SeamHeat &heat) {
    m_done.emplace_back(seam, heat);
    m_now = std::max(m_now, heat.start + m_sources[seam].minutes);
}

SeamHeat Heating::weld(std::size_t seam) {
    const SeamHeat h = next(seam);
    put(seam, h);
    return h;
}

}  // namespace hefty::workshop
