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
    for (const Hole &h : holes) sum -= std::numbers::pi * h.diameter * h.diameter / 4;
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

}  // namespace hefty::armor
