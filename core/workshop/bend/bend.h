#pragma once

#include <vector>

#include "core/base/result.h"
#include "core/parts/course.h"

namespace hefty::workshop {

/// Which place of a bend is marked on the tube.
enum class BendMark { Start, Middle, End };

/// How a shop's bender makes bends of one tube.
struct Bender {
    double radius = 0;            ///< of the die, to the center line, mm
    double fixed = 0, slope = 0;  ///< what has to be bent further: set = angle + fixed + slope angle; rad
    double setback = 0;           ///< of the die: a start mark lies this far before the tangent point, mm
    BendMark mark = BendMark::Start;
    double extraFrom = 0, extraTo = 0;  ///< left on the ends for gripping, mm
};

struct Bend {
    double angle = 0;  ///< how far the tube turns, rad
    double set = 0;    ///< what the bender is set to, rad
    double rotation =
        0;  ///< from the bend before, right-handed about the feed, rad in (-pi, pi]; 0 for the first
    double mark = 0;        ///< from the cut end, mm
    double start = 0;       ///< of its tangent point, from the end of the path, mm
    std::size_t point = 0;  ///< of the path
};

struct BendSchedule {
    std::vector<Bend> bends;
    std::vector<double> straights;  ///< one more than bends
    double developed = 0;           ///< along the center line
    double cut = 0;                 ///< with what is left on the ends
};

/// How a tube is bent along corner points of its center line.
/// @error Geometry  bends that do not fit, a path that turns back; `where` is "path[i]" counted from 0
///        BadInput  fewer than two points, a radius not above 0 where there are bends
[[nodiscard]] Result<BendSchedule> bendSchedule(const std::vector<parts::Vec3> &path, const Bender &bender);

/// The path again from a schedule, from the origin along x, the first bend turning toward y: what a bender
/// makes of it.
[[nodiscard]] std::vector<parts::Vec3> bentPath(const BendSchedule &schedule, double radius);

}  // namespace hefty::workshop
