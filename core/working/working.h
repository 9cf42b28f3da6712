#pragma once

#include <string>
#include <vector>

namespace hefty::working {

/// One line of a calculation: what a symbol is, the formula, the same with its values in it, and
/// the outcome.
struct Step {
    std::string symbol;   ///< "Rn/Ω"
    std::string meaning;  ///< "allowable strength of the tab, tension on its net section"
    std::string formula;  ///< "Fu (2 t be)/Ω"; empty for an input
    std::string values;   ///< "450 · (2 · 20 · 32)/2.00"; empty for an input
    double value = 0;
    std::string unit;    ///< "N", "mm", "MPa"; empty for a ratio
    std::string source;  ///< "AISC 360-16 D5-1", "measured", "house rule"

    bool operator==(const Step &) const = default;
};

/// How a number came to be, in the order in which a person would work it out by hand.
struct Working {
    std::string title;
    std::vector<Step> steps;
    std::vector<std::string> notes;  ///< assumptions, limits of validity

    /// Adds a given quantity.
    Working &given(std::string symbol, std::string meaning, double value, std::string unit,
                   std::string source);
    /// Adds a computed quantity.
    Working &step(std::string symbol, std::string meaning, std::string formula, std::string values,
                  double value, std::string unit, std::string source);
    Working &note(std::string text);

    [[nodiscard]] bool empty() const { return steps.empty(); }
    bool operator==(const Working &) const = default;
};

/// A number as a Working prints it: four significant digits, no exponent between 0.001 and 1e7.
[[nodiscard]] std::string number(double value);

/// The Working as plain text, one step a line; for the command line and the clipboard.
[[nodiscard]] std::string toText(const Working &working);

}  // namespace hefty::working
