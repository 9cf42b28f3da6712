#pragma once

#include <numbers>

namespace hefty {

/// Standard acceleration of gravity [m/s2] (ISO 80000-3).
inline constexpr double standardGravity = 9.80665;

/// Newtons in a kilogram-force.
inline constexpr double newtonPerKgf = 9.80665;

/// Newtons in a pound-force (mechanics.md: 4.448222).
inline constexpr double newtonPerLbf = 4.4482216152605;

inline constexpr double kgPerPound = 0.45359237;
inline constexpr double mmPerInch = 25.4;
inline constexpr double mpaPerKsi = 6.894757293168;
inline constexpr double kmhPerMeterPerSecond = 3.6;
inline constexpr double metersPerSecondPerMph = 0.44704;

/// Weight [N] of a mass [kg]. The only place where a mass becomes a force at rest.
[[nodiscard]] constexpr double weight(double massKg) {
    return massKg * standardGravity;
}

/// Inertia force [N] of a mass [kg] under an acceleration [m/s2].
[[nodiscard]] constexpr double inertiaForce(double massKg, double acceleration) {
    return massKg * acceleration;
}

[[nodiscard]] constexpr double radians(double degrees) {
    return degrees * std::numbers::pi / 180.0;
}
[[nodiscard]] constexpr double degrees(double radians) {
    return radians * 180.0 / std::numbers::pi;
}

}  // namespace hefty
