#pragma once

/// Measures that several patterns keep to, mm: house practice.
namespace hefty::armor {

inline constexpr double aroundBolt = 28;    ///< of plate around a bolt
inline constexpr double besideCorner = 60;  ///< a rock stands this far inside the bend of an outer tube
inline constexpr double belowFlange = 5;    ///< a foot or end plate ends this far from the edges of the rail

}  // namespace hefty::armor
