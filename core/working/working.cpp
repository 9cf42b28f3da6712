#include "core/working/working.h"

#include <cmath>

#include <fmt/format.h>

namespace hefty::working {

Working &Working::given(std::string symbol, std::string meaning, double value, std::string unit,
                        std::string source) {
    steps.push_back(
        Step{std::move(symbol), std::move(meaning), {}, {}, value, std::move(unit), std::move(source)});
    return *this;
}

Working &Working::step(std::string symbol, std::string meaning, std::string formula, std::string values,
                       double value, std::string unit, std::string source) {
    steps.push_back(Step{std::move(symbol), std::move(meaning), std::move(formula), std::move(values), value,
                         std::move(unit), std::move(source)});
    return *this;
}

Working &Working::note(std::string text) {
    notes.push_back(std::move(text));
    return *this;
}

std::string number(double value) {
    if (!std::isfinite(value)) return "not a number";
    const double size = std::abs(value);
    if (size == 0) return "0";
    if (size >= 1e7 || size < 1e-3) return fmt::format("{:.3e}", value);
    if (size >= 1000) return fmt::format("{:.0f}", value);
    const int decimals = std::max(0, 3 - static_cast<int>(std::floor(std::log10(size))));
    std::string text = fmt::format("{:.{}f}", value, decimals);
    if (text.find('.') != std::string::npos) {
        text.erase(text.find_last_not_of('0') + 1);
        if (text.back() == '.') text.pop_back();
    }
    return text;
}

std::string toText(const Working &working) {
    std::string text = working.title + "\n";
    for (const Step &s : working.steps) {
        text += fmt::format("  {} = ", s.symbol);
        if (!s.formula.empty()) text += fmt::format("{} = {} = ", s.formula, s.values);
        text += fmt::format("{}{}{}  ({})", number(s.value), s.unit.empty() ? "" : " ", s.unit, s.meaning);
        if (!s.source.empty()) text += fmt::format("  [{}]", s.source);
        text += "\n";
    }
    for (const std::string &note : working.notes) text += "  Note: " + note + "\n";
    return text;
}

}  // namespace hefty::working
