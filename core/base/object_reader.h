#pragma once

#include <array>
#include <optional>
#include <set>
#include <string>
#include <string_view>
#include <vector>

#include <nlohmann/json.hpp>

#include "core/base/result.h"

namespace hefty {

using Json = nlohmann::json;

/// Parses JSON text without exceptions. @error BadInput with line and column
[[nodiscard]] Result<Json> parseJson(std::string_view text);

/// Collects every fault of a document instead of stopping at the first.
class Faults {
  public:
    void add(std::string message, std::string where, std::string remedy = {},
             ProblemKind kind = ProblemKind::BadInput);
    void add(const Problem &problem) { m_problems.push_back(problem); }
    [[nodiscard]] bool none() const { return m_problems.empty(); }
    [[nodiscard]] const std::vector<Problem> &all() const { return m_problems; }
    /// All faults as one problem: place and kind of the first, the sentences of the first ten.
    /// @pre not none()
    [[nodiscard]] Problem joined() const;

  private:
    std::vector<Problem> m_problems;
};

/// While one lives, the fields that readers on this thread were never asked for are noted in it, by their
/// paths.
class IgnoredFields {
  public:
    IgnoredFields();
    ~IgnoredFields();
    IgnoredFields(const IgnoredFields &) = delete;
    IgnoredFields &operator=(const IgnoredFields &) = delete;
    [[nodiscard]] const std::set<std::string> &all() const { return m_fields; }

  private:
    friend class ObjectReader;
    std::set<std::string> m_fields;
    IgnoredFields *m_outer;
};

/// Reads the fields of one JSON object, notes faults with their path, and knows which fields nobody
/// asked for, so that a writer can keep them.
class ObjectReader {
  public:
    /// A value that is not an object is a fault, and every field then reads as absent.
    ObjectReader(const Json &value, std::string path, Faults &faults);
    ~ObjectReader();
    ObjectReader(const ObjectReader &) = delete;
    ObjectReader &operator=(const ObjectReader &) = delete;

    [[nodiscard]] bool has(std::string_view key);
    /// A finite number; a fault if absent or of another type.
    double number(std::string_view key);
    double number(std::string_view key, double fallback);
    std::optional<double> optionalNumber(std::string_view key);
    /// A finite number above 0.
    double positive(std::string_view key);
    int integer(std::string_view key, int fallback);
    bool boolean(std::string_view key, bool fallback);
    std::string text(std::string_view key);
    std::string text(std::string_view key, std::string fallback);
    std::vector<std::string> texts(std::string_view key);
    /// N finite numbers.
    template <std::size_t N>
    std::array<double, N> numbers(std::string_view key) {
        std::array<double, N> out{};
        const std::vector<double> read = numberList(key, N);
        for (std::size_t i = 0; i < N && i < read.size(); ++i) out[i] = read[i];
        return out;
    }
    /// The elements of an array field, each with its path; empty if absent and not required.
    std::vector<std::pair<const Json *, std::string>> array(std::string_view key, bool required = false);
    /// A sub-object or any other value; nullptr if absent (a fault if required).
    const Json *child(std::string_view key, bool required = false);

    [[nodiscard]] std::string pathOf(std::string_view key) const;
    [[nodiscard]] const std::string &path() const { return m_path; }
    Faults &faults() { return m_faults; }
    /// The fields that were never asked for.
    [[nodiscard]] Json leftover() const;

  private:
    const Json *find(std::string_view key);
    double checkedNumber(const Json &value, std::string_view key);
    std::vector<double> numberList(std::string_view key, std::size_t count);

    const Json *m_value;
    std::string m_path;
    Faults &m_faults;
    std::set<std::string, std::less<>> m_asked;
};

}  // namespace hefty
