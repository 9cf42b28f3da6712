#include "core/base/csv.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <filesystem>
#include <fstream>
#include <sstream>

#include <csv.h>
#include <fmt/format.h>

namespace hefty {
namespace {

/// What libcsv reports while it reads, collected line by line.
struct Reading {
    struct Line {
        int number;
        std::vector<std::string> fields;
    };
    std::vector<Line> lines;
    std::vector<std::string> fields;
    int number = 1;
};

void onField(void *text, std::size_t length, void *reading) {
    static_cast<Reading *>(reading)->fields.emplace_back(static_cast<const char *>(text), length);
}

void onLine(int, void *data) {
    auto &reading = *static_cast<Reading *>(data);
    const bool blank = std::all_of(reading.fields.begin(), reading.fields.end(),
                                   [](const std::string &f) { return f.empty(); });
    if (!blank && reading.fields[0][0] != '#')
        reading.lines.push_back({reading.number, std::move(reading.fields)});
    reading.fields.clear();
    ++reading.number;
}

}  // namespace

Result<CsvTable> CsvTable::parse(std::string_view text, const std::string &name) {
    csv_parser parser;
    if (csv_init(&parser, CSV_STRICT | CSV_STRICT_FINI | CSV_REPALL_NL) != 0)
        return fail(ProblemKind::File, "The table reader cannot start.", name);
    Reading reading;
    const bool whole = csv_parse(&parser, text.data(), text.size(), onField, onLine, &reading) == text.size();
    const bool closed = whole && csv_fini(&parser, onField, onLine, &reading) == 0;
    csv_free(&parser);
    if (!closed)
        return fail(ProblemKind::BadInput, "A quote is misplaced, or opened and not closed.",
                    fmt::format("{}, line {}", name, reading.number));
    CsvTable table;
    table.m_name = name;
    for (Reading::Line &line : reading.lines) {
        if (table.m_columns.empty()) {
            table.m_columns = std::move(line.fields);
        } else if (line.fields.size() != table.m_columns.size()) {
            return fail(ProblemKind::BadInput,
                        fmt::format("The row has {} fields, the header has {}.", line.fields.size(),
                                    table.m_columns.size()),
                        fmt::format("{}, line {}", name, line.number), "Check the commas.");
        } else {
            table.m_rows.push_back({line.number, std::move(line.fields)});
        }
    }
    if (table.m_columns.empty()) return fail(ProblemKind::BadInput, "The table has no header line.", name);
    return table;
}

std::string CsvTable::where(std::size_t row, std::string_view column) const {
    return fmt::format("{}, line {}, {}", m_name, m_rows[row].line, column);
}

bool CsvTable::hasColumn(std::string_view column) const {
    return std::find(m_columns.begin(), m_columns.end(), column) != m_columns.end();
}

std::string CsvTable::text(std::size_t row, std::string_view column, Faults &faults) const {
    for (std::size_t c = 0; c < m_columns.size(); ++c)
        if (m_columns[c] == column) return m_rows[row].fields[c];
    faults.add(fmt::format("The column \"{}\" is missing.", column), m_name);
    return {};
}

double CsvTable::number(std::size_t row, std::string_view column, Faults &faults,
                        std::optional<double> empty) const {
    const std::string field = text(row, column, faults);
    if (!hasColumn(column)) return 0;  // said by text()
    if (field.empty() && empty) return *empty;
    double value = 0;
    const auto [end, error] = std::from_chars(field.data(), field.data() + field.size(), value);
    if (error != std::errc{} || end != field.data() + field.size() || !std::isfinite(value)) {
        faults.add(fmt::format("\"{}\" is not a number.", field), where(row, column));
        return 0;
    }
    return value;
}

std::string csvField(std::string_view text) {
    // A reader drops blanks at the ends of a field that is not quoted.
    const bool blankEnds = !text.empty() && (text.front() == ' ' || text.back() == ' ');
    if (!blankEnds && text.find_first_of(",\"\n\r") == std::string_view::npos) return std::string(text);
    std::string out(2 * text.size() + 2, '\0');
    out.resize(csv_write(out.data(), out.size(), text.data(), text.size()));
    return out;
}

Result<std::string> readFile(const std::string &path) {
    std::error_code ignored;
    if (std::filesystem::is_directory(path, ignored))
        return fail(ProblemKind::File, "This is a folder, not a file.", path, "Choose a file in it.");
    std::ifstream file(path, std::ios::binary);
    std::ostringstream text;
    if (!file || !(text << file.rdbuf()) || file.bad()) {
        // An empty file sets the fail bit of the stream it is copied to; that is not an error.
        if (file.is_open() && file.peek() == std::ifstream::traits_type::eof()) return std::string();
        return fail(ProblemKind::File, "The file cannot be read.", path,
                    "Check that it is there and readable.");
    }
    return text.str();
}

}  // namespace hefty
