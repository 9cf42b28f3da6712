#pragma once

#include "core/proof/checks/checker.h"

/// Inside of the proof floor: what a place of the vehicle may be asked for is what its maker or owner says.
namespace hefty::proof {

/// A place of the vehicle that something is held by.
struct DeclaredHold {
    std::string name;   ///< of what is held there: "mount.boss1.left"
    std::string part;   ///< of the piece
    std::string label;  ///< for people: "boss 1, left"
    Vec3 at = Vec3::Zero();
    double pull = 0, shear = 0;  ///< N; 0: not declared
    double moment = 0;           ///< N mm; 0: not declared
    bool bends = false;          ///< a moment can be asked of it
    double stiffness = 0;        ///< N/mm; 0: not declared, it was taken as rigid
};

/// What a case asks of it [N, N mm].
struct AskedOfHold {
    double pull = 0, shear = 0, moment = 0;
};

/// "hold/NAME": P/Pa + V/Va, and M/Ma of what can be bent: a straight line, on the safe side. What is not
/// declared is left as not proved, its stiffness too ("give/NAME").
/// @source docs/methods.md, "Holds"
void checkDeclared(const CheckContext &context, const DeclaredHold &hold,
                   const std::function<AskedOfHold(std::size_t)> &asked);

}  // namespace hefty::proof
