#pragma once

#include "core/armor/assembly.h"

namespace hefty::armor {

/// Two parts of metals that do not go together, joined.
struct Pairing {
    std::string a, b;
    std::string familyA, familyB;  ///< "steel", "stainless", "aluminum"
    bool welded = false;           ///< or bolted
};

/// Joints of an assembly between metals of different families: a weld between aluminum and a steel does not
/// hold, a bolted joint corrodes where it gets wet (aluminum against a steel, plain against stainless).
/// @param rail  family of the vehicle's frame, for what is bolted to it
[[nodiscard]] std::vector<Pairing> unlikeMetals(const Assembly &assembly, const std::string &rail);

}  // namespace hefty::armor
