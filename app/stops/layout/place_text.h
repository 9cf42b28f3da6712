#pragma once

#include <optional>

#include <QString>

#include "core/armor/operations/snap.h"
#include "core/measure/quantity.h"

/// Places of what is built by hand, as a person types and reads them.
namespace hefty::app {

/// "beam", "beam@350" or "beam@end" on a bar; "plate" or "plate#2", its middle or a corner, "plate edge 2
/// 0.25" a place along an edge; each may go on with "wall up"; "-4440, 600, 640" from the ground under the
/// front axle; "rail left rear"; each may end with
/// "+ 0, 0, 40". Nothing if it is none.
/// @param units  of numbers without a unit
[[nodiscard]] std::optional<Json> placeFromText(const QString &text, measure::UnitSystem units);
/// The text of a place, that reads back as the same.
[[nodiscard]] QString textOfPlace(const Json &place, measure::UnitSystem units);

/// Numbers with commas between; lengths in any unit that a person writes.
[[nodiscard]] std::optional<Json> numbersFromText(const QString &text, measure::UnitSystem units);
[[nodiscard]] QString textOfNumbers(const std::vector<double> &lengths, measure::UnitSystem units);

}  // namespace hefty::app
