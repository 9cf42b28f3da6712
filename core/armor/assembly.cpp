#include "core/armor/assembly.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hefty::armor {
namespace {

template <class T>
const T *byName(const std::vector<T> &list, std::string_view name) {
    const auto it =
        std::find_if(list.begin(), list.end(), [name](const T &item) { return item.name == name; });
    return it == list.end() ? nullptr : &*it;
}

double miter(const Vec3 &cut, const Vec3 &along) {
    if (cut.squaredNorm() == 0) return 0;
    return std::acos(std::clamp(std::abs(cut.dot(along)) / (cut.norm() * along.norm()), 0.0, 1.0));
}

}  // namespace

Axes TubePart::axes() const {
    return shape::axesAlong(from, to - from, up).value_or(Axes{});
}
double TubePart::miterFrom() const {
    return miter(cutFrom, to - from);
}
double TubePart::miterTo() const {
    return miter(cutTo, to - from);
}

double TubePart::cutLength() const {
    // A miter lies in the plane of the bend; the piece is longest on one edge, half the section's
    // width away from the center line.
    const Axes a = axes();
    double longest = 0;
    for (const double y : {-section.width / 2, section.width / 2})
        for (const double z : {-section.height / 2, section.height / 2}) {
            const Vec3 offset = a.y * y + a.z * z;
            double edge = length();
            if (cutTo.squaredNorm() > 0) edge -= offset.dot(cutTo) / a.x.dot(cutTo);
            if (cutFrom.squaredNorm() > 0) edge += offset.dot(cutFrom) / a.x.dot(cutFrom);
            longest = std::max(longest, edge);
        }
    return longest;
}

double TubePart::heightAt(double station) const {
    return section.height - taper * std::clamp(station / length(), 0.0, 1.0);
}

double PlatePart::area() const {
    double sum = shape::area(outline);
    for (const Hole &h : holes) sum -= std::numbers::pi * h.diameter * h.diameter / 4 + h.slot * h.diameter;
    return sum;
}

double WeldJoint::length() const {
    double sum = 0;
    for (const Contact &c : contacts)
        for (const WeldLine &l : c.lines) sum += (l.to - l.from).norm();
    return sum;
}

const TubePart *Assembly::tube(std::string_view name) const {
    return byName(tubes, name);
}
const PlatePart *Assembly::plate(std::string_view name) const {
    return byName(plates, name);
}

const Solid *Assembly::solid(std::string_view part) const {
    const auto it =
        std::find_if(solids.begin(), solids.end(), [part](const Solid &s) { return s.part == part; });
    return it == solids.end() ? nullptr : &*it;
}

bool Assembly::has(std::string_view part) const {
    return tube(part) || plate(part) || byName(bought, part);
}

namespace {

/// Turns places and directions about a line.
struct Turn {
    Vec3 at;
    Eigen::Matrix3d by;
    [[nodiscard]] Vec3 place(const Vec3 &p) const { return at + by * (p - at); }
    void turn(TubePart &t) const {
        t.from = place(t.from);
        t.to = place(t.to);
        t.up = by * t.up;
        t.cutFrom = by * t.cutFrom;
        t.cutTo = by * t.cutTo;
    }
    void turn(PlatePart &p) const {
        p.axes.origin = place(p.axes.origin);
        p.axes.x = by * p.axes.x;
        p.axes.y = by * p.axes.y;
        p.axes.z = by * p.axes.z;
    }
    void turn(Contact &c) const {
        for (Vec3 &p : c.patch) p = place(p);
        c.normal = by * c.normal;
        c.center = place(c.center);
        for (WeldLine &l : c.lines) l = {place(l.from), place(l.to)};
    }
};

}  // namespace

Assembly opened(const Assembly &assembly, const Gate &gate, double angle) {
    Assembly out = assembly;
    out.solids.clear();
    const Turn turn{gate.low,
                    Eigen::AngleAxisd(angle, (gate.high - gate.low).normalized()).toRotationMatrix()};
    const auto swings = [&gate](const std::string &part) {
        return std::find(gate.parts.begin(), gate.parts.end(), part) != gate.parts.end();
    };
    for (TubePart &t : out.tubes)
        if (swings(t.name)) turn.turn(t);
    for (PlatePart &p : out.plates)
        if (swings(p.name)) turn.turn(p);
    std::erase_if(out.welds, [&](const WeldJoint &w) { return swings(w.a) != swings(w.b); });
    for (WeldJoint &w : out.welds)
        if (swings(w.a))
            for (Contact &c : w.contacts) turn.turn(c);
    for (CarriedWheel &w : out.wheels)
        if (swings(w.part)) {
            w.center = turn.place(w.center);
            w.hub = turn.place(w.hub);
        }
    std::erase_if(out.steps, [&](const StepSpot &s) { return swings(s.part); });
    std::erase_if(out.strikes, [&](const StrikeSpot &s) { return swings(s.part); });
    std::erase_if(out.grounds, [&](const GroundSpot &s) { return swings(s.part); });
    for (Gate &g : out.gates)
        if (g.name == gate.name) {
            g.latch = turn.place(g.latch);
            g.keeper.clear();
        }
    return out;
}

}  // namespace hefty::armor
