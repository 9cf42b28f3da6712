#pragma once

#include <string>
#include <vector>

#include "core/measure/quantity.h"

namespace hefty::measure {

/// A sentence with measures in it, printed in the units of whoever reads it: "{0}" stands for the
/// first measure, "{1}" for the second. Braces around anything else are left as they are.
struct Phrase {
    struct Measure {
        double value = 0;  ///< core units
        Quantity quantity = Quantity::Length;
        bool operator==(const Measure &) const = default;
    };
    std::string text;
    std::vector<Measure> measures;

    Phrase() = default;
    Phrase(std::string plain) : text(std::move(plain)) {}  // a plain text is a phrase without measures
    Phrase(const char *plain) : text(plain) {}
    Phrase(std::string pattern, std::vector<Measure> list)
        : text(std::move(pattern)), measures(std::move(list)) {}

    [[nodiscard]] std::string in(UnitSystem system) const;
    /// This phrase, a space, and another; measures keep their places.
    [[nodiscard]] Phrase then(const Phrase &next) const;
    bool operator==(const Phrase &) const = default;
};

/// A plain text in which lengths stand in millimeters ("60 mm", "-2.5 mm") as a phrase that tells them in the
/// reader's units, with a decimal as finely as drilled ones. One that names a size by several numbers
/// ("100 x 50 mm", "3-6 mm"), or has braces, stays as it is.
[[nodiscard]] Phrase withLengths(const std::string &text);

}  // namespace hefty::measure
