#include "core/measure/phrase.h"

#include <charconv>
#include <functional>
#include <optional>
#include <regex>

namespace hefty::measure {
namespace {

/// The text with every "{n}" replaced by what `print` makes of n; it may decline with nothing.
std::string replaced(const std::string &text,
                     const std::function<std::optional<std::string>(std::size_t)> &print) {
    std::string out;
    for (std::size_t i = 0; i < text.size();) {
        if (text[i] == '{') {
            std::size_t index = 0;
            const char *first = text.data() + i + 1, *last = text.data() + text.size();
            const auto [end, error] = std::from_chars(first, last, index);
            if (error == std::errc{} && end != last && *end == '}')
                if (const auto printed = print(index)) {
                    out += *printed;
                    i = static_cast<std::size_t>(end - text.data()) + 1;
                    continue;
                }
        }
        out += text[i++];
    }
    return out;
}

}  // namespace

std::string Phrase::in(UnitSystem system) const {
    return replaced(text, [&](std::size_t n) -> std::optional<std::string> {
        if (n >= measures.size()) return std::nullopt;
        return printQuantity(measures[n].value, measures[n].quantity, system);
    });
}

Phrase Phrase::then(const Phrase &next) const {
    if (next.text.empty()) return *this;
    if (text.empty()) return next;
    Phrase out = *this;
    out.text += ' ' + replaced(next.text, [&](std::size_t n) -> std::optional<std::string> {
                    if (n >= next.measures.size()) return std::nullopt;
                    return '{' + std::to_string(n + measures.size()) + '}';
                });
    out.measures.insert(out.measures.end(), next.measures.begin(), next.measures.end());
    return out;
}

Phrase withLengths(const std::string &text) {
    static const std::regex several(R"((x |\d-)\d+(\.\d+)? mm\b)"), length(R"(-?\d+(\.\d+)? mm\b)");
    if (std::regex_search(text, several) || text.find('{') != std::string::npos) return text;
    Phrase out;
    auto rest = text.begin();
    for (std::sregex_iterator it(text.begin(), text.end(), length), end; it != end; ++it) {
        out.text.append(rest, text.begin() + it->position());
        out.text += '{' + std::to_string(out.measures.size()) + '}';
        const bool fine = it->str().find('.') != std::string::npos;
        out.measures.push_back({std::stod(it->str()), fine ? Quantity::DrilledLength : Quantity::Length});
        rest = text.begin() + it->position() + it->length();
    }
    out.text.append(rest, text.end());
    return out;
}

}  // namespace hefty::measure
