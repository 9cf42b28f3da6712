#include "core/workshop/weld/weld_handling.h"

#include <algorithm>
#include <cmath>

#include "core/workshop/weld/shrinkage.h"

namespace hefty::workshop {
namespace {

constexpr double opens = 0.5;    // cosine: a corner within 60 degrees of upward is welded lying
constexpr double oneWay = 0.35;  // of its length: less, and a seam runs all around

/// Where most of a seam opens to; shorter than 1 as far as its lines open to different ways.
shape::Vec3 openingOf(std::size_t weld, const armor::Assembly &assembly,
                      const std::vector<LineReach> &reach) {
    shape::Vec3 sum = shape::Vec3::Zero();
    double length = 0;
    for (const LineReach &l : reach) {
        if (static_cast<std::size_t>(l.weld) != weld) continue;
        const armor::WeldLine &line = assembly.welds[weld]
                                          .contacts[static_cast<std::size_t>(l.contact)]
                                          .lines[static_cast<std::size_t>(l.line)];
        const double on = (line.to - line.from).norm();
        sum += on * l.torch;
        length += on;
    }
    return length > 0 ? shape::Vec3(sum / length) : shape::Vec3(shape::Vec3::Zero());
}

unsigned sidesFor(const shape::Vec3 &opening, unsigned every) {
    if (opening.norm() < oneWay) return every;
    const shape::Vec3 way = opening.normalized();
    unsigned sides = 0;
    for (int axis = 0; axis < 3; ++axis)
        for (int sign = 0; sign < 2; ++sign)
            if ((sign == 0 ? way(axis) : -way(axis)) >= opens) sides |= 1U << (2 * axis + sign);
    return sides == 0 ? every : sides;
}

}  // namespace

Handler::Handler(const armor::Assembly &assembly, const std::vector<LineReach> &reach,
                 const std::vector<SeamWork> &seams) {
    for (const SeamWork &work : seams) {
        Seam seam;
        for (std::size_t w = 0; w < assembly.welds.size(); ++w) {
            const armor::WeldJoint &joint = assembly.welds[w];
            if (joint.name != work.joint || joint.contacts.empty()) continue;
            seam.a = joint.a;
            seam.b = joint.b;
            seam.sides = sidesFor(openingOf(w, assembly, reach), everySide);
            for (const std::string &part : {joint.a, joint.b}) {
                const armor::BarPart *bar = assembly.bar(part);
                if (!bar || !bar->straight()) continue;
                seam.bows[part] = bowBy(*bar, joint, work);
                const double share =
                    bar->axes().toLocal(joint.contacts.front().center).x() / std::max(1.0, bar->length());
                seam.place[part] = static_cast<std::size_t>(
                    std::clamp(std::lround(share * (bowPlaces + 1)) - 1, 0L, bowPlaces - 1L));
            }
        }
        m_seams.push_back(std::move(seam));
    }
}

Handling Handler::next(std::size_t index) const {
    const Seam &seam = m_seams[index];
    Handling out;
    if ((m_up & seam.sides) == 0) out.turns = 1;
    // What is fitted stands where the bar is that is there already.
    const bool a = m_there.contains(seam.a), b = m_there.contains(seam.b);
    if (a != b) {
        const std::string &on = a ? seam.a : seam.b;
        const auto bow = m_bows.find(on);
        const auto at = seam.place.find(on);
        if (bow != m_bows.end() && at != seam.place.end())
            out.off = out.mostOff = bow->second[at->second].norm();
    }
    return out;
}

void Handler::weld(std::size_t index) {
    const Handling more = next(index);
    const Seam &seam = m_seams[index];
    m_sum.turns += more.turns;
    m_sum.off += more.off;
    m_sum.mostOff = std::max(m_sum.mostOff, more.mostOff);
    m_up = more.turns > 0 ? seam.sides : m_up & seam.sides;
    m_there.insert({seam.a, seam.b});
    for (const auto &[part, bow] : seam.bows) {
        Bow &sum = m_bows.try_emplace(part, bow.size(), shape::Vec2::Zero()).first->second;
        for (std::size_t i = 0; i < sum.size(); ++i) sum[i] += bow[i];
    }
}

Handling handlingOf(const armor::Assembly &assembly, const std::vector<LineReach> &reach,
                    const std::vector<SeamWork> &inOrder) {
    Handler handler(assembly, reach, inOrder);
    for (std::size_t i = 0; i < inOrder.size(); ++i) handler.weld(i);
    return handler.sum();
}

}  // namespace hefty::workshop
