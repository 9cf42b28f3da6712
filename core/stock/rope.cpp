#include <algorithm>
#include <cmath>
#include <optional>

#include <fmt/format.h>

#include "core/base/csv.h"
#include "core/stock/stock.h"

namespace hefty::stock {

std::optional<Problem> curveProblem(const std::vector<std::array<double, 2>> &curve) {
    const auto problem = [](std::string message) {
        return Problem{
            ProblemKind::BadInput, std::move(message), "stretch curve",
            "Give the rows of one pull from slack to the largest load, stretch and force both growing."};
    };
    if (curve.size() < 2) return problem("A stretch curve needs a row of the loaded rope.");
    if (curve.front()[0] != 0 || curve.front()[1] < 0)
        return problem("A stretch curve starts at no stretch.");
    for (std::size_t i = 1; i < curve.size(); ++i)
        if (!(curve[i][0] > curve[i - 1][0]) || curve[i][1] < curve[i - 1][1])
            return problem(fmt::format("Row {} of the stretch curve does not rise.", i + 1));
    if (!(curve.back()[1] > 0)) return problem("The stretch curve never pulls.");
    return std::nullopt;
}

std::vector<std::array<double, 2>> Rope::path() const {
    if (!curve.empty()) return curve;
    return {{0, 0}, {stretchAtBreak, breakingStrength}};
}

Rope::Snatch Rope::snatch(double towed, double speed) const {
    const std::vector<std::array<double, 2>> along = path();
    double left = towed * speed * speed / 2 * 1000;  // N·mm
    for (std::size_t i = 1; i < along.size(); ++i) {
        const double F0 = along[i - 1][1], F1 = along[i][1], run = (along[i][0] - along[i - 1][0]) * length;
        const double work = (F0 + F1) / 2 * run;
        if (work >= left) {
            // Along a straight stretch the force grows as F2 = F02 + 2 k W.
            const double F = std::sqrt(F0 * F0 + 2 * (F1 - F0) / run * left);
            const double far = F1 > F0 ? (F - F0) / (F1 - F0) : left / work;
            const double stretch = along[i - 1][0] + far * (along[i][0] - along[i - 1][0]);
            return {std::min(F, breakingStrength), stretch, F >= breakingStrength};
        }
        left -= work;
    }
    return {breakingStrength, along.back()[0], true};
}

Result<std::vector<std::array<double, 2>>> readStretchCurve(const std::string &text, double length) {
    const auto table = CsvTable::parse(text, "stretch curve");
    if (!table) return tl::unexpected(table.error());
    Faults faults;
    const bool ratio = table->hasColumn("stretch");
    std::vector<std::array<double, 2>> out;
    for (std::size_t r = 0; r < table->rowCount(); ++r) {
        const double stretch = table->number(r, ratio ? "stretch" : "stretch_mm", faults);
        out.push_back({ratio ? stretch : stretch / length, table->number(r, "force", faults)});
    }
    if (!faults.none()) return tl::unexpected(faults.joined());
    if (!out.empty() && out.front()[0] > 0) out.insert(out.begin(), {0.0, 0.0});
    if (auto problem = curveProblem(out)) return tl::unexpected(*problem);
    return out;
}

}  // namespace hefty::stock
