#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/object_reader.h"
#include "core/base/result.h"

namespace hefty {

/// A comma-separated table (RFC 4180 quoting, # starts a comment line, blank lines are skipped), the
/// first row its column names.
class CsvTable {
  public:
    /// @error BadInput for an open quote, a row with another number of fields than the header
    [[nodiscard]] static Result<CsvTable> parse(std::string_view text, const std::string &name);

    [[nodiscard]] std::size_t rowCount() const { return m_rows.size(); }
    [[nodiscard]] bool hasColumn(std::string_view column) const;
    /// A field as text; a fault if the column is missing.
    [[nodiscard]] std::string text(std::size_t row, std::string_view column, Faults &faults) const;
    /// A finite number; `empty` if the field is empty and that is given; a fault otherwise.
    [[nodiscard]] double number(std::size_t row, std::string_view column, Faults &faults,
                                std::optional<double> empty = std::nullopt) const;

  private:
    struct Row {
        int line;
        std::vector<std::string> fields;
    };
    [[nodiscard]] std::string where(std::size_t row, std::string_view column) const;
    std::string m_name;
    std::vector<std::string> m_columns;
    std::vector<Row> m_rows;
};

/// A field as CSV writes it: quoted if it holds a comma, a quote or a line break.
[[nodiscard]] std::string csvField(std::string_view text);

/// Whole file as text. @error File
[[nodiscard]] Result<std::string> readFile(const std::string &path);

}  // namespace hefty
