#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/measure/length.h"

namespace hefty::measure {

/// What a number stands for; decides its core unit and how it is read and printed.
enum class Quantity {
    Length,         ///< mm
    DrilledLength,  ///< mm, printed to the finer step
    Angle,          ///< rad
    Mass,           ///< kg
    Force,          ///< N
    Moment,         ///< N mm
    Stress,         ///< MPa
    Pressure,       ///< kPa
    Rate,           ///< of a spring, N/mm
    Speed,          ///< m/s
    Ratio,          ///< no unit
    Count,          ///< a whole number
    Money,          ///< the shop's currency, never converted
    Hours           ///< h
};

/// A quantity read from text, in core units.
struct ReadQuantity {
    double value = 0;
    std::string understood;
};

/// Reads text as a quantity: lengths as readLength does; angles in degrees; masses in kg, lb;
/// forces in N, kN, kgf, lbf; moments in N·m, kN·m, lbf·ft; stresses in MPa, ksi; pressures in kPa, bar, psi;
/// rates in N/mm, lb/in. Sums of all of these as workOut() does.
/// @error BadInput if the text is not such a quantity
[[nodiscard]] Result<ReadQuantity> readQuantity(std::string_view text, Quantity quantity,
                                                UnitSystem defaultSystem);

/// Prints a value given in core units with its unit, in the chosen system.
[[nodiscard]] std::string printQuantity(double value, Quantity quantity, UnitSystem system);

}  // namespace hefty::measure
