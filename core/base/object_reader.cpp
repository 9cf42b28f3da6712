#include "core/base/object_reader.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace hefty {
namespace {

std::string lineAndColumn(std::string_view text, std::size_t byte) {
    const std::size_t end = std::min(byte, text.size());
    const auto line = 1 + std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(end), '\n');
    const std::size_t lastBreak = text.substr(0, end).rfind('\n');
    const std::size_t column = lastBreak == std::string_view::npos ? end : end - lastBreak - 1;
    return fmt::format("line {}, column {}", line, column);
}

/// How deep objects and arrays nest; a file that nests deeper is refused before the parser recurses.
std::size_t nestingDepth(std::string_view text) {
    std::size_t depth = 0;
    std::size_t deepest = 0;
    bool inString = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (inString) {
            if (c == '\\')
                ++i;
            else if (c == '"')
                inString = false;
        } else if (c == '"') {
            inString = true;
        } else if (c == '{' || c == '[') {
            deepest = std::max(deepest, ++depth);
        } else if ((c == '}' || c == ']') && depth > 0) {
            --depth;
        }
    }
    return deepest;
}

}  // namespace

Result<Json> parseJson(std::string_view text) {
    constexpr std::size_t deepestAllowed = 200;
    if (nestingDepth(text) > deepestAllowed)
        return fail(ProblemKind::BadInput, "The file nests its lists too deeply to be one of ours.", "",
                    "Check that it is the right file.");
    try {
        return Json::parse(text);
    } catch (const Json::parse_error &error) {
        return fail(ProblemKind::BadInput, "The text is not valid JSON.", lineAndColumn(text, error.byte),
                    "Look for a missing comma, quote or bracket there.");
    } catch (const Json::exception &error) {  // a number too large for any double
        return fail(ProblemKind::BadInput, fmt::format("The JSON cannot be read ({}).", error.what()), "",
                    "Check the numbers in it.");
    }
}

void Faults::add(std::string message, std::string where, std::string remedy, ProblemKind kind) {
    m_problems.push_back(Problem{kind, std::move(message), std::move(where), std::move(remedy)});
}

Problem Faults::joined() const {
    Problem first = m_problems.front();
    if (m_problems.size() == 1) return first;
    constexpr std::size_t shown = 10;
    std::string text = first.message + (first.remedy.empty() ? "" : " " + first.remedy);
    for (std::size_t i = 1; i < std::min(shown, m_problems.size()); ++i)
        text += "\n" + m_problems[i].sentence();
    if (m_problems.size() > shown) text += fmt::format("\nand {} more", m_problems.size() - shown);
    first.message = text;
    first.remedy.clear();
    return first;
}

ObjectReader::ObjectReader(const Json &value, std::string path, Faults &faults)
    : m_value(&value), m_path(std::move(path)), m_faults(faults) {
    if (!value.is_object())
        m_faults.add("An object in braces { } is expected here.", m_path.empty() ? "top" : m_path);
}

std::string ObjectReader::pathOf(std::string_view key) const {
    return m_path.empty() ? std::string(key) : fmt::format("{}/{}", m_path, key);
}

const Json *ObjectReader::find(std::string_view key) {
    m_asked.emplace(key);
    if (!m_value->is_object()) return nullptr;
    const auto it = m_value->find(std::string(key));
    return it == m_value->end() || it->is_null() ? nullptr : &*it;
}

namespace {
thread_local IgnoredFields *ignoredHere = nullptr;
}  // namespace

IgnoredFields::IgnoredFields() : m_outer(ignoredHere) {
    ignoredHere = this;
}
IgnoredFields::~IgnoredFields() {
    ignoredHere = m_outer;
}

ObjectReader::~ObjectReader() {
    if (!ignoredHere || !m_value || !m_value->is_object()) return;
    for (const auto &[key, value] : m_value->items())
        if (!m_asked.contains(key)) ignoredHere->m_fields.insert(pathOf(key));
}

bool ObjectReader::has(std::string_view key) {
    return find(key) != nullptr;
}

const Json *ObjectReader::child(std::string_view key, bool required) {
    const Json *value = find(key);
    if (!value && required && m_value->is_object())
        m_faults.add(fmt::format("The field \"{}\" is missing.", key), pathOf(key));
    return value;
}

double ObjectReader::checkedNumber(const Json &value, std::string_view key) {
    if (!value.is_number()) {
        m_faults.add("A number is expected here.", pathOf(key));
        return 0;
    }
    const double number = value.get<double>();
    if (!std::isfinite(number)) {
        m_faults.add("The number is not finite.", pathOf(key), {}, ProblemKind::NotFinite);
        return 0;
    }
    return number;
}

double ObjectReader::number(std::string_view key) {
    const Json *value = child(key, true);
    return value ? checkedNumber(*value, key) : 0;
}

double ObjectReader::number(std::string_view key, double fallback) {
    const Json *value = find(key);
    return value ? checkedNumber(*value, key) : fallback;
}

std::optional<double> ObjectReader::optionalNumber(std::string_view key) {
    const Json *value = find(key);
    if (!value) return std::nullopt;
    return checkedNumber(*value, key);
}

double ObjectReader::positive(std::string_view key) {
    const std::size_t before = m_faults.all().size();
    const double value = number(key);
    if (m_faults.all().size() == before && m_value->is_object() && !(value > 0))
        m_faults.add(fmt::format("A number above 0 is needed, {} was given.", value), pathOf(key));
    return value;
}

int ObjectReader::integer(std::string_view key, int fallback) {
    const double value = number(key, fallback);
    if (value != std::floor(value) || std::abs(value) > 1e9) {
        m_faults.add("A whole number is expected here.", pathOf(key));
        return fallback;
    }
    return static_cast<int>(value);
}

bool ObjectReader::boolean(std::string_view key, bool fallback) {
    const Json *value = find(key);
    if (!value) return fallback;
    if (!value->is_boolean()) {
        m_faults.add("true or false is expected here.", pathOf(key));
        return fallback;
    }
    return value->get<bool>();
}

std::string ObjectReader::text(std::string_view key) {
    const Json *value = child(key, true);
    if (!value) return {};
    if (!value->is_string()) {
        m_faults.add("A text in quotes is expected here.", pathOf(key));
        return {};
    }
    return value->get<std::string>();
}

std::string ObjectReader::text(std::string_view key, std::string fallback) {
    return has(key) ? text(key) : fallback;
}

std::vector<std::string> ObjectReader::texts(std::string_view key) {
    std::vector<std::string> out;
    for (const auto &[value, path] : array(key)) {
        if (value->is_string())
            out.push_back(value->get<std::string>());
        else
            m_faults.add("A text in quotes is expected here.", path);
    }
    return out;
}

std::vector<double> ObjectReader::numberList(std::string_view key, std::size_t count) {
    const Json *value = child(key, true);
    if (!value) return {};
    if (!value->is_array() || value->size() != count) {
        m_faults.add(fmt::format("A list of {} numbers is expected here.", count), pathOf(key));
        return {};
    }
    std::vector<double> out;
    for (const Json &entry : *value) out.push_back(checkedNumber(entry, key));
    return out;
}

std::vector<std::pair<const Json *, std::string>> ObjectReader::array(std::string_view key, bool required) {
    std::vector<std::pair<const Json *, std::string>> out;
    const Json *value = child(key, required);
    if (!value) return out;
    if (!value->is_array()) {
        m_faults.add("A list in brackets [ ] is expected here.", pathOf(key));
        return out;
    }
    for (std::size_t i = 0; i < value->size(); ++i)
        out.emplace_back(&(*value)[i], fmt::format("{}/{}", pathOf(key), i));
    return out;
}

Json ObjectReader::leftover() const {
    Json rest = Json::object();
    if (!m_value->is_object()) return rest;
    for (const auto &[key, value] : m_value->items())
        if (!m_asked.contains(key)) rest[key] = value;
    return rest;
}

}  // namespace hefty
