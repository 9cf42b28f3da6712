#include "core/rig/tire_size.h"

#include <cassert>
#include <charconv>
#include <cmath>
#include <numbers>
#include <regex>

#include <fmt/format.h>

#include "core/base/constants.h"

namespace hefty::rig {
namespace {

using working::number;

/// Section height and width of a numeric size over its nominal width.
constexpr double numericHeight = 1.06, numericSection = 1.14;

double toNumber(const std::string &text) {
    double value = 0;
    std::from_chars(text.data(), text.data() + text.size(), value);
    return value;
}

std::string upper(std::string_view text) {
    std::string out;
    for (std::size_t i = 0; i < text.size(); ++i) {
        // a multiplication sign as a person may paste it
        if (text.substr(i, 2) == "\u00d7") {
            out += 'X';
            ++i;
        } else if (text[i] != ' ') {
            out += static_cast<char>(std::toupper(static_cast<unsigned char>(text[i])));
        }
    }
    return out;
}

Result<TireSize> checked(TireSize t, std::string_view code) {
    const bool sound = t.width >= 80 && t.width <= 700 && t.rim >= 200 && t.rim <= 800 &&
                       t.diameter > t.rim + 40 && t.diameter <= 1700;
    if (!sound)
        return fail(
            ProblemKind::BadInput,
            fmt::format(
                "\"{}\" would be a tire {:.0f} mm wide and {:.0f} mm high on a {:.0f} mm rim: no such "
                "tire is made.",
                code, t.width, t.diameter, t.rim),
            std::string(code), "Read the code on the sidewall again.");
    t.understood =
        fmt::format("{:.0f} mm high, {:.0f} mm wide, rim {:g}\"", t.diameter, t.width, t.rim / mmPerInch);
    return t;
}

}  // namespace

double TireSize::massEstimate() const {
    // Fitted to a handful of common sizes from 235/75R15 to 37x12.50R17, none further off than 15 percent.
    constexpr double perVolume = 1.65e-7;
    return perVolume * width * (diameter * diameter - rim * rim);
}

Result<TireSize> readTireSize(std::string_view code) {
    const std::string text = upper(code);
    // What follows the rim: load index and speed letter, LT, ply rating; a slash with a second index.
    const std::string tail = R"((?:\.0)?(?:LT|C|[0-9]{2,3}(?:/[0-9]{2,3})?[A-Z][0-9]?|[0-9]{1,2}PR|[A-Z])*)";
    static const std::regex metric(R"((?:P|LT|ST)?([0-9]{2,3})/([0-9]{2,3})(?:Z?R|[-BD])([0-9]{2}(?:\.5)?))" +
                                   tail);
    static const std::regex flotation(
        R"((?:LT)?([0-9]{2}(?:\.[0-9]{1,2})?)X([0-9]{1,2}(?:\.[0-9]{1,2})?)(?:R|-)([0-9]{2}(?:\.5)?))" +
        tail);
    static const std::regex wide(R"(([0-9]{1,2}\.[0-9]{1,2})/([0-9]{2})(?:R|-)([0-9]{2}(?:\.5)?))" + tail);
    static const std::regex numeric(R"(([0-9]{1,2}\.[0-9]{1,2})(?:R|-)([0-9]{2}(?:\.5)?))" + tail);
    std::smatch m;
    TireSize t;
    if (std::regex_match(text, m, metric)) {
        t.system = TireSystem::Metric;
        t.width = toNumber(m[1]);
        t.rim = toNumber(m[3]) * mmPerInch;
        t.diameter = t.rim + 2 * t.width * toNumber(m[2]) / 100;
        return checked(t, code);
    }
    if (std::regex_match(text, m, flotation)) {
        t.system = TireSystem::Flotation;
        t.diameter = toNumber(m[1]) * mmPerInch;
        t.width = toNumber(m[2]) * mmPerInch;
        t.rim = toNumber(m[3]) * mmPerInch;
        return checked(t, code);
    }
    if (std::regex_match(text, m, wide)) {
        t.system = TireSystem::Numeric;
        t.width = toNumber(m[1]) * mmPerInch;
        t.rim = toNumber(m[3]) * mmPerInch;
        t.diameter = t.rim + 2 * t.width * toNumber(m[2]) / 100;
        return checked(t, code);
    }
    if (std::regex_match(text, m, numeric)) {
        t.system = TireSystem::Numeric;
        const double nominal = toNumber(m[1]) * mmPerInch;
        t.width = numericSection * nominal;
        t.rim = toNumber(m[2]) * mmPerInch;
        t.diameter = t.rim + 2 * numericHeight * nominal;
        return checked(t, code);
    }
    return fail(ProblemKind::BadInput, fmt::format("\"{}\" is not a tire size.", code), std::string(code),
                "Write it as on the sidewall: 255/85R16, 33x12.50R15 or 7.50R16.");
}

double tireStiffness(const TireSize &size, double pressure) {
    assert(size.width > 0 && size.diameter > 0 && pressure > 0);
    return standardGravity * (0.00028 * pressure * std::sqrt(size.width * size.diameter) + 3.45);
}

double loadedRadius(const TireSize &size, double massOnIt, double pressure, working::Working *w) {
    const double stiffness = tireStiffness(size, pressure), load = weight(massOnIt);
    const double loaded = size.radius() - load / stiffness;
    if (w) {
        w->given("D", "diameter, unloaded", size.diameter, "mm", "size code")
            .given("W", "width", size.width, "mm", "size code")
            .given("p", "pressure", pressure, "kPa", "as driven")
            .given("m", "mass on this tire", massOnIt, "kg", "axle load over its tires")
            .step("k", "vertical stiffness", "g (0.00028 p √(W D) + 3.45)",
                  fmt::format("9.807 · (0.00028 · {} · √({} · {}) + 3.45)", number(pressure),
                              number(size.width), number(size.diameter)),
                  stiffness, "N/mm", "Rhyne 2005")
            .step("R", "loaded radius", "D/2 − m g/k",
                  fmt::format("{}/2 − {}/{}", number(size.diameter), number(load), number(stiffness)), loaded,
                  "mm", "")
            .note(
                "An estimate for a belted tire near its rated pressure; measure floor to hub when it "
                "stands.");
    }
    return loaded;
}

double WheelSize::backspacing() const {
    return width / 2 + rimFlange + offset;
}

double offsetFromBackspacing(double width, double backspacing) {
    return backspacing - width / 2 - rimFlange;
}

Result<LugPattern> readLugPattern(std::string_view code) {
    const std::string text = upper(code);
    static const std::regex pattern(R"(([0-9]{1,2})[X/]([0-9]{1,3}(?:\.[0-9]+)?)(MM|IN|\")?)");
    std::smatch m;
    const auto bad = [&](const std::string &why) {
        return fail(ProblemKind::BadInput, fmt::format("\"{}\" is not a lug pattern{}.", code, why),
                    std::string(code), "Write the number of lugs and the circle: 6x139.7, 5x4.5in.");
    };
    if (!std::regex_match(text, m, pattern)) return bad("");
    LugPattern out;
    out.count = static_cast<int>(toNumber(m[1]));
    out.circle = toNumber(m[2]);
    const std::string unit = m[3];
    if (unit == "IN" || unit == "\"" || (unit.empty() && out.circle < 20)) out.circle *= mmPerInch;
    if (out.count < 3 || out.count > 12) return bad(": it has from 3 to 12 lugs");
    if (!(out.circle >= 60 && out.circle <= 400)) return bad(": its circle is from 60 to 400 mm");
    return out;
}

double neighborDistance(const LugPattern &p) {
    return p.circle * std::sin(std::numbers::pi / p.count);
}

}  // namespace hefty::rig
