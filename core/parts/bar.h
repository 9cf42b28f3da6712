#pragma once

#include <functional>
#include <optional>
#include <span>
#include <string>
#include <vector>

#include "core/parts/course.h"
#include "core/parts/role.h"
#include "core/stock/stock.h"

namespace hefty::parts {

/// A drilled hole or, with `slot` above 0, a slot along a direction of the part's plane.
struct Hole {
    std::string id;
    Vec2 at = Vec2::Zero();  ///< sheet: in its axes; bar: station from its start, and along the face
    double diameter = 0;
    std::string purpose;
    double slot = 0;                 ///< between the middles of its two half circles, mm
    Vec2 slotAlong = Vec2::UnitX();  ///< unit vector
};

/// A rectangular opening cut through the front and back walls of a tube (the faces at its depth).
struct TubeOpening {
    double station = 0;  ///< of its middle, from the tube's start
    double length = 0;   ///< along the tube
    double height = 0;   ///< across
    double offset = 0;   ///< of its middle above the tube's center line
    std::string purpose;
};

/// The outside of something that an end of a bar is cut to.
struct Surface {
    /// How far a place is outside of it [mm]; below 0: inside.
    std::function<double(const Vec3 &)> outside;
    /// Where a line from outside of it first meets it, as a distance along its unit direction, if there is a
    /// closed form; a line that passes nearer than 0.01 mm meets it where it is nearest. Without one it is
    /// traced.
    std::function<std::optional<double>(const Vec3 &from, const Vec3 &along)> meets = {};
};

/// An end that is cut to lie on other parts: a cope.
struct EndTrim {
    std::vector<std::string> onto;  ///< names of the parts
    std::vector<double> reach;      ///< per fibre, how far the cut lies before the end of the path, mm
    double mean = 0;                ///< the same over the metal of the section, mm
    Vec3 slant = Vec3::Zero();      ///< what lies beyond the mean cut, less what is missing before it, times
                                    ///< its arm, over the metal [mm2]; outward, and along y and z
    [[nodiscard]] bool cut() const { return !reach.empty(); }
};

/// A bar of one section along a center line: straight, or with bends. The section's height stands along z of
/// its axes.
struct BarPart {
    std::string name;
    stock::Section section;
    stock::SectionProperties properties;
    stock::Material material;
    Vec3 from = Vec3::Zero(), to = Vec3::Zero();  ///< on its center line, to the planes of the end cuts
    Vec3 up = Vec3::UnitZ();
    Vec3 cutFrom = Vec3::Zero(), cutTo = Vec3::Zero();  ///< normals of the end cuts; zero = square
    /// A lengthwise cut that takes the underside away: its height above the underside where it begins
    /// (taperStart()) and at `to`, mm. No taper: not cut.
    double taperFrom = 0, taper = 0;
    std::vector<TubeOpening> openings;
    std::vector<Hole> holes;
    std::vector<PathPoint> bends;  ///< corners of the center line between its ends
    EndTrim trimFrom, trimTo;
    Provenance made;

    [[nodiscard]] bool straight() const { return bends.empty(); }
    [[nodiscard]] bool round() const;
    [[nodiscard]] bool hollow() const;
    /// @pre the path can be built (course())
    [[nodiscard]] std::vector<Span> spans() const;
    [[nodiscard]] double length() const;  ///< along the center line
    [[nodiscard]] Axes axes() const;      ///< at its start; of a straight bar all along
    [[nodiscard]] Axes axesAt(double station) const;
    /// Station of the place of the center line that is nearest to a point, within the bar.
    [[nodiscard]] double stationOf(const Vec3 &at) const;
    /// Angle between the end cut and a square cut, as a saw is set [rad]; 0 = square.
    [[nodiscard]] double miterFrom() const;
    [[nodiscard]] double miterTo() const;
    /// Longest edge of the cut piece: what has to come out of the bar.
    [[nodiscard]] double cutLength() const;
    /// Station where a lengthwise cut begins: that of the longest edge, before 0 where the start is mitered.
    [[nodiscard]] double taperStart() const;
    /// Height left at a station when tapered.
    [[nodiscard]] double heightAt(double station) const;
    /// One straight span of it as a bar by itself, without trims.
    [[nodiscard]] BarPart straightPiece(const Span &span) const;
};

/// Outline of a section in the y-z plane of its axes, counterclockwise; arcs in short chords. Its center is
/// that of the area.
[[nodiscard]] Polygon2 outlineOf(const stock::Section &section, double cornerRadius, int chordsRound = 24);
[[nodiscard]] Polygon2 outlineOf(const BarPart &bar);
/// The straight stretches of that outline where something can lie flat on the bar.
[[nodiscard]] std::vector<std::pair<Vec2, Vec2>> flatsOf(const BarPart &bar);
/// The lines along a bar that its end cuts are told by: 72 around a round one, close ones around others.
[[nodiscard]] Polygon2 fibresOf(const BarPart &bar);

/// How far a place is outside of the outer surface of a bar that goes on endlessly beyond its ends [mm].
[[nodiscard]] double outside(const BarPart &bar, const std::vector<Span> &spans, const Vec3 &at);
[[nodiscard]] Surface surfaceOf(const BarPart &bar);
/// The two faces of an endless plate.
[[nodiscard]] Surface planesOf(const Vec3 &middle, const Vec3 &normal, double thickness);

/// Cuts an end to lie on surfaces, at the first of them that each fibre meets when it is followed outward.
/// False if a fibre meets none, or stands in one from its beginning: the end is left as it was.
/// @pre the surfaces are distances (no place is nearer than told)
[[nodiscard]] bool trimEnd(BarPart &bar, bool atTo, std::span<const Surface> onto);

/// The metal of a bar, features left out.
struct BarMetal {
    double volume = 0;  ///< mm3, by Pappus along bends, from the nominal wall
    Vec3 center = Vec3::Zero();
};
[[nodiscard]] BarMetal metalOf(const BarPart &bar);
[[nodiscard]] double barVolume(const BarPart &bar);
[[nodiscard]] Vec3 barCenter(const BarPart &bar);

}  // namespace hefty::parts
