#include "core/measure/length.h"

#include <array>
#include <cassert>
#include <cctype>
#include <cmath>
#include <cstdlib>
#include <optional>
#include <span>

#include <fmt/format.h>

#include "core/base/constants.h"
#include "core/measure/sum.h"

namespace hefty::measure {
namespace {

struct GaugeRow {
    int gauge;
    double inch;
};

// Manufacturers' Standard Gauge for steel sheet (AISI; 41.82 lb/ft2 an inch).
constexpr std::array<GaugeRow, 24> steelSheet{
    {{3, 0.2391},  {4, 0.2242},  {5, 0.2092},  {6, 0.1943},  {7, 0.1793},  {8, 0.1644},
     {9, 0.1495},  {10, 0.1345}, {11, 0.1196}, {12, 0.1046}, {13, 0.0897}, {14, 0.0747},
     {15, 0.0673}, {16, 0.0598}, {17, 0.0538}, {18, 0.0478}, {19, 0.0418}, {20, 0.0359},
     {21, 0.0329}, {22, 0.0299}, {23, 0.0269}, {24, 0.0239}, {26, 0.0179}, {28, 0.0149}}};

// Birmingham (Stubs iron wire) gauge, used for tube walls.
constexpr std::array<GaugeRow, 20> tubeWall{
    {{3, 0.259},  {4, 0.238},  {5, 0.220},  {6, 0.203},  {7, 0.180},  {8, 0.165},  {9, 0.148},
     {10, 0.134}, {11, 0.120}, {12, 0.109}, {13, 0.095}, {14, 0.083}, {15, 0.072}, {16, 0.065},
     {17, 0.058}, {18, 0.049}, {19, 0.042}, {20, 0.035}, {21, 0.032}, {22, 0.028}}};

// Brown & Sharpe (American wire) gauge, used for aluminum sheet.
constexpr std::array<GaugeRow, 20> aluminumSheet{
    {{3, 0.2294},  {4, 0.2043},  {5, 0.1819},  {6, 0.1620},  {7, 0.1443},  {8, 0.1285},  {9, 0.1144},
     {10, 0.1019}, {11, 0.0907}, {12, 0.0808}, {13, 0.0720}, {14, 0.0641}, {15, 0.0571}, {16, 0.0508},
     {17, 0.0453}, {18, 0.0403}, {19, 0.0359}, {20, 0.0320}, {21, 0.0285}, {22, 0.0253}}};

std::span<const GaugeRow> gaugeTable(GaugeKind kind) {
    switch (kind) {
        case GaugeKind::Tube:
            return tubeWall;
        case GaugeKind::Aluminum:
            return aluminumSheet;
        case GaugeKind::SteelSheet:
            break;
    }
    return steelSheet;
}

std::string_view gaugeWord(GaugeKind kind) {
    switch (kind) {
        case GaugeKind::Tube:
            return "tube wall";
        case GaugeKind::Aluminum:
            return "aluminum sheet";
        case GaugeKind::SteelSheet:
            break;
    }
    return "steel sheet";
}

/// Lower case, typographic quotes and dashes made plain, blanks at the ends removed.
std::string plainText(std::string_view text) {
    static const std::array<std::pair<std::string_view, std::string_view>, 12> replacements{
        {{"\u2033", "\""},
         {"\u201d", "\""},
         {"\u201c", "\""},
         {"\u2032", "'"},
         {"\u2019", "'"},
         {"\u2013", "-"},
         {"\u2212", "-"},
         {"\u2044", "/"},
         {"\u00a0", " "},
         {"''", "\""},
         {"\u00bd", " 1/2"},
         {"\u00be", " 3/4"}}};
    std::string plain(text);
    for (const auto &[from, to] : replacements)
        for (std::size_t at = plain.find(from); at != std::string::npos;
             at = plain.find(from, at + to.size()))
            plain.replace(at, from.size(), to);
    for (char &c : plain) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    const std::size_t first = plain.find_first_not_of(" \t");
    if (first == std::string::npos) return {};
    return plain.substr(first, plain.find_last_not_of(" \t") - first + 1);
}

/// Takes a measure apart from left to right.
class Scanner {
  public:
    explicit Scanner(std::string_view text) : m_text(text) {}

    [[nodiscard]] bool atEnd() const { return m_at >= m_text.size(); }
    [[nodiscard]] std::string rest() const { return std::string(m_text.substr(m_at)); }
    [[nodiscard]] char peek() const { return atEnd() ? '\0' : m_text[m_at]; }
    void skipBlanks() {
        while (peek() == ' ' || peek() == '\t') ++m_at;
    }
    bool take(char c) {
        if (peek() != c) return false;
        ++m_at;
        return true;
    }
    bool digitNext() const { return std::isdigit(static_cast<unsigned char>(peek())) != 0; }

    /// Digits with at most one decimal point or comma; false if there is no digit.
    bool takeDecimal(double &value, bool &leadingPoint, bool &thousands) {
        const std::size_t start = m_at;
        std::string digits;
        bool point = false;
        std::size_t afterComma = 0;
        bool comma = false;
        while (digitNext() || (!point && (peek() == '.' || peek() == ','))) {
            if (digitNext()) {
                if (comma) ++afterComma;
                digits += peek();
            } else {
                point = true;
                comma = peek() == ',';
                digits += '.';
            }
            ++m_at;
        }
        if (digits.find_first_of("0123456789") == std::string::npos) {
            m_at = start;
            return false;
        }
        leadingPoint = digits.front() == '.';
        thousands = comma && afterComma == 3;
        value = std::strtod(digits.c_str(), nullptr);
        return true;
    }
    std::string takeWord() {
        std::string word;
        while (std::isalpha(static_cast<unsigned char>(peek()))) word += m_text[m_at++];
        return word;
    }

  private:
    std::string_view m_text;
    std::size_t m_at = 0;
};

struct NumberRead {
    double value = 0;
    bool fraction = false;
    bool leadingPoint = false;
};

Result<NumberRead> readNumber(Scanner &scan) {
    NumberRead read;
    bool thousands = false;
    if (!scan.takeDecimal(read.value, read.leadingPoint, thousands))
        return fail(ProblemKind::BadInput, "A number is expected here.", scan.rest(),
                    "Write for example 45mm, 1-3/4, 3/16 or 2'6\".");
    if (thousands)
        return fail(ProblemKind::BadInput, "A comma with three digits after it could be 1.250 or 1250.",
                    scan.rest(), "Write it with a point, or without the comma.");
    double denominator = 0;
    bool pointIgnored = false;
    if (scan.peek() == '/') {
        scan.take('/');
        if (!scan.takeDecimal(denominator, pointIgnored, thousands) || !(denominator > 0))
            return fail(ProblemKind::BadInput, "The fraction has no usable denominator.", scan.rest(),
                        "Write it as 3/16.");
        read.value /= denominator;
        read.fraction = true;
        return read;
    }
    Scanner ahead = scan;  // "1-3/4" and "1 3/4": only taken if a whole fraction follows
    if (ahead.peek() == '-')
        ahead.take('-');
    else
        ahead.skipBlanks();
    double numerator = 0;
    if (ahead.digitNext() && ahead.takeDecimal(numerator, pointIgnored, thousands) && ahead.take('/')) {
        if (!ahead.takeDecimal(denominator, pointIgnored, thousands) || !(denominator > 0))
            return fail(ProblemKind::BadInput, "The fraction has no usable denominator.", ahead.rest(),
                        "Write it as 1-3/4.");
        if (!(numerator < denominator) || read.value != std::floor(read.value))
            return fail(ProblemKind::BadInput, "The fraction behind a whole number must be less than one.",
                        scan.rest(), "Write 1-3/4, not 1-7/4 or 1.5-3/4.");
        read.value += numerator / denominator;
        read.fraction = true;
        scan = ahead;
    }
    return read;
}

Result<ReadLength> readGauge(double number, Scanner &scan) {
    scan.skipBlanks();
    const std::string kindWord = scan.takeWord();
    GaugeKind kind = GaugeKind::SteelSheet;
    if (kindWord == "tube" || kindWord == "wall")
        kind = GaugeKind::Tube;
    else if (kindWord == "aluminum" || kindWord == "alu")
        kind = GaugeKind::Aluminum;
    else if (!kindWord.empty() && kindWord != "sheet" && kindWord != "steel")
        return fail(ProblemKind::BadInput, "The kind of gauge is not known.", kindWord,
                    "Write sheet, tube or aluminum.");
    scan.skipBlanks();
    if (!scan.atEnd())
        return fail(ProblemKind::BadInput, "This is left over behind the gauge.", scan.rest(),
                    "Write for example 11ga sheet.");
    if (number != std::floor(number))
        return fail(ProblemKind::BadInput, "A gauge is a whole number.", fmt::format("{:g}", number),
                    "Write for example 11ga.");
    const auto mm = gaugeThickness(static_cast<int>(number), kind);
    if (!mm) return tl::unexpected(mm.error());
    return ReadLength{*mm, fmt::format("{:g} gauge {} = {:.3f} mm", number, gaugeWord(kind), *mm)};
}

std::optional<double> unitInMm(const std::string &word) {
    if (word == "mm") return 1.0;
    if (word == "cm") return 10.0;
    if (word == "m") return 1000.0;
    if (word == "in" || word == "inch" || word == "inches") return mmPerInch;
    if (word == "ft" || word == "foot" || word == "feet") return 12 * mmPerInch;
    return std::nullopt;
}

bool isTrailingWord(const std::string &word) {
    return word == "wall" || word == "thick" || word == "plate" || word == "long" || word == "wide";
}

/// The part behind feet: inches, with or without their mark.
Result<double> readInchesBehindFeet(Scanner &scan) {
    scan.skipBlanks();
    if (scan.peek() == '-') scan.take('-');
    scan.skipBlanks();
    if (!scan.digitNext() && scan.peek() != '.') return 0.0;
    const auto inches = readNumber(scan);
    if (!inches) return tl::unexpected(inches.error());
    scan.skipBlanks();
    if (!scan.take('"')) {
        Scanner ahead = scan;
        const std::string word = ahead.takeWord();
        if (word == "in" || word == "inch" || word == "inches") scan = ahead;
    }
    if (!(inches->value < 12))
        return fail(ProblemKind::BadInput, "Behind feet there must be less than 12 inches.", scan.rest(),
                    "Write 3'2\" instead of 2'14\".");
    return inches->value;
}

Result<double> unitBehind(Scanner &scan, const NumberRead &number, UnitSystem defaultSystem) {
    scan.skipBlanks();
    if (scan.take('"')) return mmPerInch;
    Scanner ahead = scan;
    const std::string word = ahead.takeWord();
    if (const auto unit = unitInMm(word)) {
        scan = ahead;
        return *unit;
    }
    if (!word.empty() && !isTrailingWord(word))
        return fail(ProblemKind::BadInput, fmt::format("\"{}\" is not a unit of length.", word), word,
                    "Use mm, cm, m, in, \", ft, ' or ga.");
    if (number.fraction || number.leadingPoint || defaultSystem == UnitSystem::Inch) return mmPerInch;
    return 1.0;
}

std::string understoodAs(double mm, double unit) {
    if (unit == 1.0) return fmt::format("{:.5g} mm", mm);
    if (unit == 10.0 || unit == 1000.0) return fmt::format("{:.6g} mm", mm);
    const PrintedLength inches = printInches(mm, 64);
    if (std::abs(inches.roundedOff) < 1e-6) return fmt::format("{} = {:.6g} mm", inches.text, mm);
    return fmt::format("{:.4f}\" = {:.6g} mm", mm / mmPerInch, mm);
}

}  // namespace

Result<double> gaugeThickness(int gauge, GaugeKind kind) {
    const auto table = gaugeTable(kind);
    for (const GaugeRow &row : table)
        if (row.gauge == gauge) return row.inch * mmPerInch;
    return fail(ProblemKind::BadInput, fmt::format("There is no {} gauge for {}.", gauge, gaugeWord(kind)),
                fmt::format("{} ga", gauge),
                fmt::format("Gauges {} to {} are known.", table.front().gauge, table.back().gauge));
}

namespace {

/// @param plain  as plainText() makes it
Result<ReadLength> readOne(std::string_view plain, UnitSystem defaultSystem) {
    Scanner scan(plain);
    const bool negative = scan.take('-');
    if (!negative) scan.take('+');
    scan.skipBlanks();
    const auto number = readNumber(scan);
    if (!number) return tl::unexpected(number.error());
    scan.skipBlanks();

    Scanner ahead = scan;
    const std::string word = ahead.takeWord();
    if (word == "ga" || word == "gauge" || word == "gage") {
        if (negative)
            return fail(ProblemKind::BadInput, "A gauge cannot be negative.", std::string(plain), "");
        return readGauge(number->value, ahead);
    }
    double mm = 0;
    double unit = mmPerInch;
    if (scan.peek() == '\'' || word == "ft" || word == "foot" || word == "feet") {
        if (!scan.take('\'')) scan = ahead;
        const auto inches = readInchesBehindFeet(scan);
        if (!inches) return tl::unexpected(inches.error());
        mm = (number->value * 12 + *inches) * mmPerInch;
    } else {
        const auto behind = unitBehind(scan, *number, defaultSystem);
        if (!behind) return tl::unexpected(behind.error());
        unit = *behind;
        mm = number->value * unit;
    }
    scan.skipBlanks();
    Scanner tail = scan;
    if (isTrailingWord(tail.takeWord())) scan = tail;
    scan.skipBlanks();
    if (!scan.atEnd())
        return fail(ProblemKind::BadInput, "This part of the measure is not understood.", scan.rest(),
                    "Write for example 45mm, 1-3/4, 2'6\" or 11ga sheet.");
    if (negative) mm = -mm;
    if (!std::isfinite(mm) || std::abs(mm) > 1e6)
        return fail(ProblemKind::BadInput, "The measure is beyond one kilometer.", std::string(plain),
                    "Check the number and its unit.");
    return ReadLength{mm, understoodAs(mm, unit)};
}

}  // namespace

Result<ReadLength> readLength(std::string_view text, UnitSystem defaultSystem) {
    const std::string plain = plainText(text);
    if (plain.empty())
        return fail(ProblemKind::BadInput, "There is no measure.", "", "Write for example 45mm or 1-3/4.");
    const auto sum = workOut(plain, [&](std::string_view term) -> Result<double> {
        return readOne(term, defaultSystem).map([](const ReadLength &r) { return r.mm; });
    });
    if (!sum) return tl::unexpected(sum.error());
    if (!*sum) return readOne(plain, defaultSystem);
    if (!std::isfinite(**sum) || std::abs(**sum) > 1e6)
        return fail(ProblemKind::BadInput, "The measure is beyond one kilometer.", plain,
                    "Check the numbers and their units.");
    return ReadLength{
        **sum, fmt::format("{} = {}", plain, printLength(**sum, defaultSystem, Fineness::Drilled).text)};
}

PrintedLength printInches(double mm, int denominator) {
    assert(denominator >= 1 && denominator <= 128 && (denominator & (denominator - 1)) == 0);
    const double inches = mm / mmPerInch;
    long long parts = std::llround(std::abs(inches) * denominator);
    const double printed = std::copysign(static_cast<double>(parts) / denominator, inches) * mmPerInch;
    const long long whole = parts / denominator;
    parts %= denominator;
    long long below = denominator;
    while (parts > 0 && parts % 2 == 0) {
        parts /= 2;
        below /= 2;
    }
    const char *sign = inches < 0 && (whole > 0 || parts > 0) ? "-" : "";
    std::string text;
    if (parts == 0)
        text = fmt::format("{}{}\"", sign, whole);
    else if (whole == 0)
        text = fmt::format("{}{}/{}\"", sign, parts, below);
    else
        text = fmt::format("{}{}-{}/{}\"", sign, whole, parts, below);
    return {text, printed, printed - mm};
}

PrintedLength printMillimeters(double mm, double step) {
    assert(step > 0);
    double printed = std::round(mm / step) * step;
    if (printed == 0) printed = 0;  // no "-0"
    const double decimals = step >= 1 ? 0 : (step >= 0.1 ? 1 : 2);
    std::string text = fmt::format("{:.{}f}", printed, static_cast<int>(decimals));
    if (decimals > 0 && text.ends_with(".0")) text.resize(text.size() - 2);
    return {text + " mm", printed, printed - mm};
}

PrintedLength printLength(double mm, UnitSystem system, Fineness fineness) {
    if (system == UnitSystem::Inch) return printInches(mm, fineness == Fineness::Cut ? 16 : 64);
    return printMillimeters(mm, fineness == Fineness::Cut ? 0.5 : 0.1);
}

}  // namespace hefty::measure
