#pragma once

#include <string>
#include <string_view>

#include "core/base/object_reader.h"

namespace hefty::rig {

/// How well a value is known; an assumed one is never the ground for a "passed".
enum class Trust { Measured, Estimated, Assumed };
[[nodiscard]] std::string_view trustWord(Trust trust);

/// How well something of the survey is known, and since when.
struct Known {
    Trust trust = Trust::Measured;
    std::string date;  ///< ISO 8601, empty if unknown

    bool operator==(const Known &) const = default;
};

/// A word of the file; a fault if it is none of the three.
[[nodiscard]] Trust readTrust(ObjectReader &o, const char *key, Trust fallback);
/// "trust" and "date" of an object of the file; what is not said is measured, at no known date.
[[nodiscard]] Known readKnown(ObjectReader &o);
/// Adds both to an object of the file, where they say more than that.
void writeKnown(const Known &known, Json &json);

}  // namespace hefty::rig
