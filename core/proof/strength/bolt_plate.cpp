#include "core/proof/strength/bolt_plate.h"

#include <algorithm>
#include <cmath>

namespace hefty::proof {
namespace {

using shape::Vec2;
using shape::Vec3;

Vec2 flat(const armor::SheetPart &plate, const Vec3 &at) {
    return plate.axes.toLocal(at).head<2>();
}

/// From a point in the plate to its edge along a direction; 0 outside.
double toEdge(const armor::SheetPart &plate, const Vec2 &from, const Vec2 &direction) {
    const auto inside = plate.chord(from, direction);
    return inside ? std::max(0.0, inside->second) : 0;
}

struct HeldLine {
    Vec2 from, to;
    double distance = 1e300;
    Vec2 nearest = Vec2::Zero();
};

/// The weld on the plate that is nearest to a place.
std::optional<HeldLine> nearestWeld(const armor::Assembly &assembly, const armor::SheetPart &plate,
                                    const Vec2 &at) {
    HeldLine best;
    for (const armor::WeldJoint &w : assembly.welds) {
        if (w.a != plate.name && w.b != plate.name) continue;
        for (const armor::Contact &c : w.contacts)
            for (const armor::WeldLine &l : c.lines) {
                HeldLine line{flat(plate, l.from), flat(plate, l.to)};
                const Vec2 d = line.to - line.from;
                if (!(d.norm() > 1)) continue;  // it runs through the plate
                const double t = std::clamp((at - line.from).dot(d) / d.squaredNorm(), 0.0, 1.0);
                line.nearest = line.from + t * d;
                line.distance = (at - line.nearest).norm();
                if (line.distance < best.distance) best = line;
            }
    }
    if (!(best.distance < 1e300)) return std::nullopt;
    return best;
}

}  // namespace

std::optional<joints::TStub> stubOf(const armor::Assembly &assembly, const armor::BoltJoint &joint,
                                    std::size_t bolt) {
    const armor::SheetPart *plate = assembly.sheet(joint.part);
    if (!plate || !(joint.diameter > 0)) return std::nullopt;
    const Vec2 at = flat(*plate, joint.at[bolt]);
    const auto line = nearestWeld(assembly, *plate, at);
    if (!line || !(line->distance > joint.diameter / 2)) return std::nullopt;
    joints::TStub s;
    s.bolt = joint.diameter;
    s.hole = joint.hole;
    s.thickness = plate->thickness;
    s.ultimate = plate->material.ultimate;
    s.b = line->distance;
    const Vec2 away = (at - line->nearest) / line->distance;
    s.a = std::max(toEdge(*plate, at, away), joint.hole / 2);
    const Vec2 along(-away.y(), away.x());
    for (const double side : {-1.0, 1.0}) {
        double own = std::min(s.b, toEdge(*plate, at, side * along));
        for (std::size_t other = 0; other < joint.at.size(); ++other) {
            const double off = side * (flat(*plate, joint.at[other]) - at).dot(along);
            if (other != bolt && off > 1) own = std::min(own, off / 2);
        }
        s.p += own;
    }
    s.p = std::max(s.p, joint.hole);
    return s;
}

std::optional<joints::TornBlock> weakestBlock(const armor::Assembly &assembly, const armor::BoltJoint &joint,
                                              const Vec3 &pull) {
    const armor::SheetPart *plate = assembly.sheet(joint.part);
    if (!plate || joint.at.size() < 2) return std::nullopt;
    Vec2 along(pull.dot(plate->axes.x), pull.dot(plate->axes.y));
    if (!(along.norm() > 1e-6 * (1 + pull.norm()))) return std::nullopt;
    along.normalize();
    const Vec2 across(-along.y(), along.x());
    const double bigger = joint.hole + 2;  // AISC B4.3b: what punching or drilling spoils
    struct Line {
        double at, rear = 1e300, ahead = -1e300;
        int bolts = 0;
    };
    std::vector<Line> lines;  // of bolts one behind the other
    for (const Vec3 &p : joint.at) {
        const Vec2 f = flat(*plate, p);
        const double c = f.dot(across), a = f.dot(along);
        auto it = std::find_if(lines.begin(), lines.end(),
                               [&](const Line &l) { return std::abs(l.at - c) < joint.hole / 2; });
        if (it == lines.end()) it = lines.insert(lines.end(), Line{c});
        it->rear = std::min(it->rear, a);
        it->ahead = std::max(it->ahead, a);
        ++it->bolts;
    }
    std::sort(lines.begin(), lines.end(), [](const Line &a, const Line &b) { return a.at < b.at; });
    // Shear along a line of bolts, from its rearmost to the edge ahead.
    const auto addShear = [&](joints::TornBlock &b, const Line &l) {
        b.shearGross += toEdge(*plate, along * l.rear + across * l.at, along);
        b.shearHoles += (l.bolts - 0.5) * bigger;
    };
    std::optional<joints::TornBlock> weakest;
    const auto take = [&](const joints::TornBlock &b) {
        if (!weakest || joints::blockShear(b) < joints::blockShear(*weakest)) weakest = b;
    };
    const joints::TornBlock none{plate->thickness,        0, 0, 0, 0, plate->material.yield,
                                 plate->material.ultimate};
    if (lines.size() > 1) {
        joints::TornBlock u = none;
        addShear(u, lines.front());
        addShear(u, lines.back());
        u.tensionGross = lines.back().at - lines.front().at;
        u.tensionHoles = (static_cast<double>(lines.size()) - 1) * bigger;
        take(u);
    }
    for (const bool left : {false, true}) {
        const Line &inner = left ? lines.front() : lines.back();  // the block goes from here over the others
        joints::TornBlock l = none;
        addShear(l, inner);
        const Vec2 from = along * inner.rear + across * inner.at;
        l.tensionGross = toEdge(*plate, from, left ? across : Vec2(-across));
        l.tensionHoles = (static_cast<double>(lines.size()) - 0.5) * bigger;
        take(l);
    }
    return weakest;
}

}  // namespace hefty::proof
