#include "core/measure/sum.h"

#include <array>
#include <cctype>
#include <charconv>
#include <cmath>
#include <string>
#include <vector>

namespace hefty::measure {
namespace {

struct Operation {
    char sign;         ///< + - x /
    std::size_t size;  ///< bytes of the text that it takes
};

/// A term or factor, and what leads to it.
struct Step {
    char sign;
    std::string_view text;
};

bool blankAt(std::string_view text, std::size_t i) {
    return i < text.size() && (text[i] == ' ' || text[i] == '\t');
}

std::string_view trimmed(std::string_view text) {
    while (blankAt(text, 0)) text.remove_prefix(1);
    while (!text.empty() && blankAt(text, text.size() - 1)) text.remove_suffix(1);
    return text;
}

bool digitAt(std::string_view text, std::size_t i) {
    return i < text.size() && text[i] >= '0' && text[i] <= '9';
}

/// The operation that begins at a place of the text.
std::optional<Operation> operationAt(std::string_view text, std::size_t i) {
    const std::string_view rest = text.substr(i);
    const auto between = [&](std::size_t size) {
        return i > 0 && blankAt(text, i - 1) && blankAt(text, i + size);
    };
    if (rest.starts_with("\u00d7")) return Operation{'x', 2};
    // N·m and N*m are units.
    const bool afterLetter = i > 0 && std::isalpha(static_cast<unsigned char>(text[i - 1]));
    if (rest.starts_with("\u00b7") && !afterLetter) return Operation{'x', 2};
    if (rest.starts_with("\u2212") && between(3)) return Operation{'-', 3};
    const char c = rest.front();
    if (c == '*' && !afterLetter) return Operation{'x', 1};
    // 1e+5 is one number.
    const bool exponent =
        i > 1 && (text[i - 1] == 'e' || text[i - 1] == 'E') && digitAt(text, i - 2) && digitAt(text, i + 1);
    if (c == '+' && !exponent && !trimmed(text.substr(0, i)).empty()) return Operation{'+', 1};
    // 2' - 6" is feet and inches.
    const std::string_view before = trimmed(text.substr(0, i));
    if (c == '-' && between(1) && (before.empty() || before.back() != '\'')) return Operation{'-', 1};
    if (c == '/' && between(1)) return Operation{'/', 1};
    // 0x10 is no sum.
    const bool hex = i > 0 && text[i - 1] == '0' && (i == 1 || blankAt(text, i - 2));
    if ((c == 'x' || c == 'X') &&
        (between(1) || (i > 0 && !hex && digitAt(text, i - 1) && digitAt(text, i + 1))))
        return Operation{'x', 1};
    return std::nullopt;
}

/// The text between operations of two kinds, from left to right.
std::vector<Step> split(std::string_view text, char first, char second) {
    std::vector<Step> out{{first, {}}};
    std::size_t from = 0;
    for (std::size_t i = 0; i < text.size();) {
        const auto operation = operationAt(text, i);
        if (!operation || (operation->sign != first && operation->sign != second)) {
            i += operation ? operation->size : 1;
            continue;
        }
        out.back().text = trimmed(text.substr(from, i - from));
        from = i += operation->size;
        out.push_back({operation->sign, {}});
    }
    out.back().text = trimmed(text.substr(from));
    return out;
}

std::optional<double> plainNumber(std::string_view text) {
    double value = 0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (error != std::errc{} || end != text.data() + text.size() || !std::isfinite(value))
        return std::nullopt;
    return value;
}

/// "half of" and its like at the beginning of a text, taken off it.
double shareBefore(std::string_view &text) {
    constexpr std::array<std::pair<std::string_view, double>, 4> words{
        {{"half ", 2}, {"third ", 3}, {"quarter ", 4}, {"twice ", 0.5}}};
    std::string_view rest = text;
    if (rest.starts_with("a ") || rest.starts_with("one ")) rest.remove_prefix(rest.find(' ') + 1);
    for (const auto &[word, parts] : words) {
        if (!rest.starts_with(word)) continue;
        rest = trimmed(rest.substr(word.size()));
        if (rest.starts_with("of ")) rest = trimmed(rest.substr(3));
        text = rest;
        return 1 / parts;
    }
    return 1;
}

Result<double> product(std::string_view text, const ReadTerm &read) {
    const double share = shareBefore(text);
    const std::vector<Step> factors = split(text, 'x', '/');
    // The measure is the one that is not a plain number; of several plain ones the last that is multiplied.
    std::size_t measure = 0;
    for (std::size_t i = 1; i < factors.size(); ++i)
        if (factors[i].sign == 'x' && plainNumber(factors[measure].text)) measure = i;
    double value = share;
    for (std::size_t i = 0; i < factors.size(); ++i) {
        const Step &f = factors[i];
        if (f.text.empty())
            return fail(ProblemKind::BadInput, "A number is missing beside an operation.", std::string(text),
                        "Write for example 2 x 44.5 or 1180 / 3.");
        if (i == measure) {
            const auto term = read(f.text);
            if (!term) return term;
            value *= *term;
            continue;
        }
        const auto number = plainNumber(f.text);
        if (!number)
            return fail(ProblemKind::BadInput, "Only one factor can be a measure.", std::string(f.text),
                        "Write the others as plain numbers: 2 x 44.5.");
        if (f.sign == '/' && *number == 0)
            return fail(ProblemKind::BadInput, "Nothing can be divided by 0.", std::string(text), "");
        value = f.sign == '/' ? value / *number : value * *number;
    }
    return value;
}

}  // namespace

Result<std::optional<double>> workOut(std::string_view text, const ReadTerm &read) {
    text = trimmed(text);
    std::string_view rest = text;
    const bool share = shareBefore(rest) != 1;
    const std::vector<Step> terms = split(text, '+', '-');
    if (terms.size() == 1 && !share && split(text, 'x', '/').size() == 1) return std::optional<double>{};
    double sum = 0;
    for (const Step &t : terms) {
        if (t.text.empty())
            return fail(ProblemKind::BadInput, "A number is missing beside an operation.", std::string(text),
                        "Write for example 640 - 25.");
        const auto value = product(t.text, read);
        if (!value) return tl::unexpected(value.error());
        sum += t.sign == '-' ? -*value : *value;
    }
    return std::optional<double>{sum};
}

}  // namespace hefty::measure
