#pragma once

#include "core/joints/bolt_limits.h"
#include "core/proof/checks/checker.h"

/// Inside of the proof floor: a pin across a tube in a receiver, which alone holds along them.
namespace hefty::proof {

struct AcrossPin {
    std::string name;   ///< "slip.receiver", "receiver"
    std::string label;  ///< for people, in a sentence
    Vec3 at = Vec3::Zero();
    std::function<double(std::size_t)> along;  ///< N on it, by case
};

/// "pin/NAME": bending and two sections in shear.
void checkAcrossPin(const CheckContext &context, const AcrossPin &of, const joints::Pin &pin);

/// One wall of the two that the pin bears on.
struct PinWall {
    std::string id;    ///< after "pinhole/"
    std::string what;  ///< "Walls of the tube"
    double thickness = 0, ultimate = 0;
    double edge = 0;  ///< from the middle of its hole to the end of the wall, mm
};

/// Bearing and tear-out of both walls.
/// @pre thickness, ultimate > 0, edge > diameter / 2
void checkPinHole(const CheckContext &context, const AcrossPin &of, double diameter, const PinWall &wall);

}  // namespace hefty::proof
