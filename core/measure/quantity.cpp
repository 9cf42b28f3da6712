#include "core/measure/quantity.h"

#include <array>
#include <cctype>
#include <charconv>
#include <cmath>
#include <optional>

#include <fmt/format.h>

#include "core/base/constants.h"
#include "core/measure/sum.h"

namespace hefty::measure {
namespace {

struct UnitRow {
    std::string_view word;
    Quantity quantity;
    double factor;  ///< core units in one of this unit
};

constexpr std::array<UnitRow, 30> units{{{"deg", Quantity::Angle, std::numbers::pi / 180},
                                         {"\u00b0", Quantity::Angle, std::numbers::pi / 180},
                                         {"rad", Quantity::Angle, 1},
                                         {"kg", Quantity::Mass, 1},
                                         {"lb", Quantity::Mass, kgPerPound},
                                         {"lbs", Quantity::Mass, kgPerPound},
                                         {"n", Quantity::Force, 1},
                                         {"kn", Quantity::Force, 1000},
                                         {"kgf", Quantity::Force, newtonPerKgf},
                                         {"lbf", Quantity::Force, newtonPerLbf},
                                         {"nm", Quantity::Moment, 1000},
                                         {"n\u00b7m", Quantity::Moment, 1000},
                                         {"knm", Quantity::Moment, 1e6},
                                         {"kn\u00b7m", Quantity::Moment, 1e6},
                                         {"lbfft", Quantity::Moment, newtonPerLbf * 12 * mmPerInch},
                                         {"lbf\u00b7ft", Quantity::Moment, newtonPerLbf * 12 * mmPerInch},
                                         {"ftlb", Quantity::Moment, newtonPerLbf * 12 * mmPerInch},
                                         {"mpa", Quantity::Stress, 1},
                                         {"ksi", Quantity::Stress, mpaPerKsi},
                                         {"kpa", Quantity::Pressure, 1},
                                         {"bar", Quantity::Pressure, 100},
                                         {"psi", Quantity::Pressure, mpaPerKsi},
                                         {"n/mm", Quantity::Rate, 1},
                                         {"m/s", Quantity::Speed, 1},
                                         {"km/h", Quantity::Speed, 1 / kmhPerMeterPerSecond},
                                         {"mph", Quantity::Speed, metersPerSecondPerMph},
                                         {"lb/in", Quantity::Rate, newtonPerLbf / mmPerInch},
                                         {"h", Quantity::Hours, 1},
                                         {"min", Quantity::Hours, 1.0 / 60},
                                         {"%", Quantity::Ratio, 0.01}}};

std::string_view defaultUnit(Quantity quantity, UnitSystem system) {
    const bool inch = system == UnitSystem::Inch;
    switch (quantity) {
        case Quantity::Angle:
            return "deg";
        case Quantity::Mass:
            return inch ? "lb" : "kg";
        case Quantity::Force:
            return inch ? "lbf" : "kn";
        case Quantity::Moment:
            return inch ? "lbfft" : "nm";
        case Quantity::Stress:
            return inch ? "ksi" : "mpa";
        case Quantity::Pressure:
            return inch ? "psi" : "kpa";
        case Quantity::Rate:
            return inch ? "lb/in" : "n/mm";
        case Quantity::Speed:
            return inch ? "mph" : "km/h";
        case Quantity::Hours:
            return "h";
        default:
            return "";
    }
}

std::optional<double> unitFactor(std::string_view word, Quantity quantity) {
    for (const UnitRow &row : units)
        if (row.quantity == quantity && row.word == word) return row.factor;
    return std::nullopt;
}

/// "5 5" is a slip; "1 180" is a thousand and more, as many write it.
bool hasStrayGap(std::string_view text) {
    const auto digit = [&](std::size_t i) {
        return i < text.size() && std::isdigit(static_cast<unsigned char>(text[i])) != 0;
    };
    for (std::size_t i = 1; i + 1 < text.size(); ++i) {
        if (text[i] != ' ' || !digit(i - 1)) continue;
        std::size_t next = i;
        while (next < text.size() && text[next] == ' ') ++next;
        if (!digit(next)) continue;
        std::size_t group = next;
        while (digit(group)) ++group;
        if (next != i + 1 || group - next != 3) return true;
    }
    return false;
}

std::string squeezed(std::string_view text) {
    std::string out;
    for (const char c : text)
        if (c != ' ' && c != '\t') out += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return out;
}

Result<ReadQuantity> readOne(std::string_view text, Quantity quantity, UnitSystem defaultSystem) {
    if (hasStrayGap(text))
        return fail(ProblemKind::BadInput, "Two numbers stand here where one is expected.", std::string(text),
                    "Write one number.");
    std::string plain = squeezed(text);
    if (!plain.empty() && plain.front() == '+') plain.erase(0, 1);
    double number = 0;
    const auto [end, error] = std::from_chars(plain.data(), plain.data() + plain.size(), number);
    if (error != std::errc{} || !std::isfinite(number))
        return fail(ProblemKind::BadInput, "A number is expected here.", std::string(text),
                    "Write a number, with a unit if it is not the usual one.");
    const std::string word = plain.substr(static_cast<std::size_t>(end - plain.data()));
    const std::string_view fallback = defaultUnit(quantity, defaultSystem);
    double factor = 1;
    if (word.empty()) {
        factor = unitFactor(fallback, quantity).value_or(1.0);
    } else if (const auto known = unitFactor(word, quantity)) {
        factor = *known;
    } else {
        return fail(ProblemKind::BadInput, fmt::format("\"{}\" is not a unit for this.", word), word,
                    fallback.empty() ? "Write the number alone." : fmt::format("Use {}.", fallback));
    }
    // Degrees go the way that files take: what is typed is read back as the same number.
    const bool inDegrees = quantity == Quantity::Angle && factor == std::numbers::pi / 180;
    const double value = inDegrees ? radians(number) : number * factor;
    if (quantity == Quantity::Count && value != std::floor(value))
        return fail(ProblemKind::BadInput, "A whole number is expected here.", std::string(text), "");
    return ReadQuantity{value, printQuantity(value, quantity, defaultSystem)};
}

}  // namespace

Result<ReadQuantity> readQuantity(std::string_view text, Quantity quantity, UnitSystem defaultSystem) {
    if (quantity == Quantity::Length || quantity == Quantity::DrilledLength)
        return readLength(text, defaultSystem).map([](const ReadLength &r) {
            return ReadQuantity{r.mm, r.understood};
        });
    const auto sum = workOut(text, [&](std::string_view term) -> Result<double> {
        return readOne(term, quantity, defaultSystem).map([](const ReadQuantity &r) { return r.value; });
    });
    if (!sum) return tl::unexpected(sum.error());
    if (!*sum) return readOne(text, quantity, defaultSystem);
    if (!std::isfinite(**sum))
        return fail(ProblemKind::BadInput, "The sum is no number.", std::string(text), "Check its numbers.");
    if (quantity == Quantity::Count && **sum != std::floor(**sum))
        return fail(ProblemKind::BadInput, "A whole number is expected here.", std::string(text), "");
    return ReadQuantity{**sum, fmt::format("{} = {}", text, printQuantity(**sum, quantity, defaultSystem))};
}

std::string printQuantity(double value, Quantity quantity, UnitSystem system) {
    const bool inch = system == UnitSystem::Inch;
    switch (quantity) {
        case Quantity::Length:
            return printLength(value, system, Fineness::Cut).text;
        case Quantity::DrilledLength:
            return printLength(value, system, Fineness::Drilled).text;
        case Quantity::Angle:
            return fmt::format("{:.1f}\u00b0", degrees(value));
        case Quantity::Mass:
            return inch ? fmt::format("{:.1f} lb", value / kgPerPound) : fmt::format("{:.1f} kg", value);
        case Quantity::Force:
            return inch ? fmt::format("{:.0f} lbf", value / newtonPerLbf)
                        : fmt::format("{:.2f} kN", value / 1000);
        case Quantity::Moment:
            return inch ? fmt::format("{:.0f} lbf\u00b7ft", value / (newtonPerLbf * 12 * mmPerInch))
                        : fmt::format("{:.0f} N\u00b7m", value / 1000);
        case Quantity::Stress:
            return inch ? fmt::format("{:.1f} ksi", value / mpaPerKsi) : fmt::format("{:.0f} MPa", value);
        case Quantity::Pressure:
            return inch ? fmt::format("{:.0f} psi", value / mpaPerKsi) : fmt::format("{:.0f} kPa", value);
        case Quantity::Rate:
            return inch ? fmt::format("{:.0f} lb/in", value * mmPerInch / newtonPerLbf)
                        : fmt::format("{:.1f} N/mm", value);
        case Quantity::Speed:
            return inch ? fmt::format("{:.1f} mph", value / metersPerSecondPerMph)
                        : fmt::format("{:.1f} km/h", value * kmhPerMeterPerSecond);
        case Quantity::Count:
            return fmt::format("{:.0f}", value);
        case Quantity::Money:
            return fmt::format("{:.2f}", value);
        case Quantity::Hours:
            return fmt::format("{:.1f} h", value);
        case Quantity::Ratio:
            break;
    }
    return fmt::format("{:.2f}", value);
}

}  // namespace hefty::measure
