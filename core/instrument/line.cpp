#include "core/instrument/line.h"

#include <array>
#include <charconv>
#include <cmath>
#include <sstream>
#include <vector>

#include <fmt/format.h>

#include "core/base/constants.h"

namespace hefty::instrument {
namespace {

using measure::Quantity;

struct KindFacts {
    Kind kind;
    std::string_view word, name;
    Quantity quantity;
};
constexpr std::array<KindFacts, 5> kinds{{{Kind::Tape, "TAPE", "laser tape", Quantity::DrilledLength},
                                          {Kind::Angle, "ANGLE", "angle gauge", Quantity::Angle},
                                          {Kind::Pad, "PAD", "scale pad", Quantity::Mass},
                                          {Kind::Load, "LOAD", "load cell", Quantity::Force},
                                          {Kind::Dial, "DIAL", "dial gauge", Quantity::DrilledLength}}};

struct UnitFacts {
    std::string_view word;
    Kind kind;
    double factor;
};
constexpr std::array<UnitFacts, 15> units{{{"mm", Kind::Tape, 1},
                                           {"cm", Kind::Tape, 10},
                                           {"m", Kind::Tape, 1000},
                                           {"in", Kind::Tape, mmPerInch},
                                           {"ft", Kind::Tape, 12 * mmPerInch},
                                           {"deg", Kind::Angle, std::numbers::pi / 180},
                                           {"rad", Kind::Angle, 1},
                                           {"kg", Kind::Pad, 1},
                                           {"lb", Kind::Pad, kgPerPound},
                                           {"N", Kind::Load, 1},
                                           {"kN", Kind::Load, 1000},
                                           {"kgf", Kind::Load, newtonPerKgf},
                                           {"lbf", Kind::Load, newtonPerLbf},
                                           {"mm", Kind::Dial, 1},
                                           {"in", Kind::Dial, mmPerInch}}};

const KindFacts &facts(Kind kind) {
    return kinds[static_cast<std::size_t>(kind)];
}

std::vector<std::string> words(std::string_view text) {
    std::istringstream in{std::string(text)};
    std::vector<std::string> out;
    for (std::string w; in >> w;) out.push_back(w);
    return out;
}

template <class Number>
bool number(const std::string &text, Number &out) {
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), out);
    return error == std::errc{} && end == text.data() + text.size();
}

tl::unexpected<Problem> wrong(std::string_view line, std::string message, std::string remedy) {
    return fail(ProblemKind::BadInput, std::move(message), std::string(line.substr(0, 60)),
                std::move(remedy));
}

/// "PAD3" is kind and channel.
bool readKind(const std::string &text, Kind &kind, int &channel) {
    for (const KindFacts &k : kinds) {
        if (!text.starts_with(k.word)) continue;
        kind = k.kind;
        channel = 1;
        const std::string rest = text.substr(k.word.size());
        if (k.kind != Kind::Pad) return rest.empty();
        return number(rest, channel) && channel >= 1 && channel <= 4;
    }
    return false;
}

std::string finished(std::string text) {
    text += ' ';
    return fmt::format("{}*{:02X}", text, checksum(text));
}

std::string head(Kind kind, int channel, int sequence) {
    return kind == Kind::Pad ? fmt::format("HG1 PAD{} {}", channel, sequence)
                             : fmt::format("HG1 {} {}", facts(kind).word, sequence);
}

}  // namespace

std::string_view kindWord(Kind kind) {
    return facts(kind).word;
}
std::string_view kindName(Kind kind) {
    return facts(kind).name;
}
Quantity quantityOf(Kind kind) {
    return facts(kind).quantity;
}

unsigned checksum(std::string_view text) {
    unsigned sum = 0;
    for (const char c : text) sum ^= static_cast<unsigned char>(c);
    return sum;
}

Result<Reading> readLine(std::string_view line) {
    while (!line.empty() && (line.back() == '\r' || line.back() == '\n')) line.remove_suffix(1);
    const std::size_t star = line.rfind('*');
    if (!line.starts_with("HG1 ") || star == std::string_view::npos)
        return wrong(line, "This is no line of the instrument protocol.",
                     "Check that the right port and instrument are chosen.");
    unsigned told = 0;
    const std::string_view sum = line.substr(star + 1);
    const auto [end, error] = std::from_chars(sum.data(), sum.data() + sum.size(), told, 16);
    if (error != std::errc{} || end != sum.data() + sum.size() || told != checksum(line.substr(0, star)))
        return wrong(line, "The line came in damaged: its checksum does not fit.", "Take the reading again.");
    const std::vector<std::string> w = words(line.substr(4, star - 4));
    Reading r;
    if (w.size() < 4 || !readKind(w[0], r.kind, r.channel) || !number(w[1], r.sequence))
        return wrong(line, "The instrument's name or number cannot be read.", "See docs/instruments.md.");
    const std::string name(kindName(r.kind));
    if (w[2] == "FAULT")
        return wrong(line, fmt::format("The {} reports \"{}\".", name, w[3]),
                     "Set it up again and take the reading once more.");
    if (!number(w[2], r.value) || !std::isfinite(r.value))
        return wrong(line, fmt::format("The {} sent \"{}\", which is no number.", name, w[2]),
                     "Take the reading again.");
    r.unit = w[3];
    for (const UnitFacts &u : units)
        if (u.kind == r.kind && u.word == r.unit) {
            r.value *= u.factor;
            if (r.kind == Kind::Tape && !(r.value > 0))
                return wrong(line,
                             fmt::format("The {} read {} {}: nothing is that near.", name, w[2], r.unit),
                             "Look what stands in the beam and take the reading again.");
            return r;
        }
    return wrong(line,
                 fmt::format("The {} gave its reading in \"{}\", which is no unit for it.", name, r.unit),
                 "Set the instrument to another unit.");
}

std::string writeLine(Kind kind, int channel, int sequence, double value, std::string_view unit) {
    return finished(fmt::format("{} {:.4f} {}", head(kind, channel, sequence), value, unit));
}

std::string writeFault(Kind kind, int channel, int sequence, std::string_view word) {
    return finished(fmt::format("{} FAULT {}", head(kind, channel, sequence), word));
}

}  // namespace hefty::instrument
