#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/joints/weld_group.h"

namespace hefty::joints {

/// Tensile strength Fu [MPa] of a bolt grade: "5", "8" (SAE J429), "8.8", "10.9" (ISO 898-1; 8.8 is
/// 830 MPa above M16). @error UnknownId for any other text
[[nodiscard]] Result<double> boltTensileStrength(std::string_view grade, double diameter);

/// A bolt whose axis is along z, at a place in the plane z = 0 of the group.
struct Bolt {
    std::string id;
    shape::Vec2 at = shape::Vec2::Zero();
    double diameter = 0;  ///< nominal, mm
    double pitch = 0;     ///< thread, mm; 0 = not given
    std::string grade;
    [[nodiscard]] double area() const;  ///< nominal body area, mm2
};

struct BoltGroupOptions {
    int shearPlanes = 1;
    bool threadsInShear = true;
    /// Bolts in one line, or a single one, bent about an axis that they have no arm about: how far from them
    /// the clamped faces press back [mm]. 0: nothing presses back, and such a load is an error.
    double contactArm = 0;
};

/// Forces and use of one bolt.
struct BoltForce {
    std::string id;
    shape::Vec2 shearVector = shape::Vec2::Zero();  ///< N, in the group's plane
    double shear = 0;                               ///< N
    double tension = 0;                             ///< N; 0 where the elastic stress is compression
    double allowableShear = 0;                      ///< N, of all its shear planes
    double allowableTension = 0;                    ///< N, without shear
    double utilization = 0;
};

/// Shares a load among bolts: in plane by the elastic vector method, out of plane by the elastic
/// stress about the group's centroid, product of inertia included; bolts weigh with their area. No
/// prying; a bolt in compression gets 0. With `contactArm` a moment M about the line of bolts in one line
/// (of a single bolt: about any axis in the plane) pulls all of them with M/contactArm together.
///
/// Utilization: the largest of shear and tension over their allowables (0.75 Fu and 0.45 Fu, or
/// 0.563 Fu with threads out of the plane, Omega 2.00) and of the straight line of J3.7,
/// (shear ratio + tension ratio)/1.3. That form passes and fails exactly as equation J3-3a does and,
/// unlike it, grows in proportion to the load.
///
/// @error BadInput    no bolt, a diameter or number of planes not above 0
/// @error UnknownId   a grade that is not known
/// @error Degenerate  a single bolt twisted about its axis, or bolts in one line bent about it
/// @source AISC 360-16 J3.6, J3.7, table J3.2; Salmon, Johnson and Malhas, Steel Structures, 4.12
///         (from memory, to be checked)
[[nodiscard]] Result<std::vector<BoltForce>> shareLoad(const std::vector<Bolt> &bolts, const PointLoad &load,
                                                       const BoltGroupOptions &options = {});

/// The calculation of one bolt of the group.
[[nodiscard]] working::Working boltWorking(const std::vector<Bolt> &bolts, const PointLoad &load,
                                           const BoltGroupOptions &options, const BoltForce &governing);

}  // namespace hefty::joints
