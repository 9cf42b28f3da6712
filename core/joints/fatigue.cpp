#include "core/joints/fatigue.h"

#include <algorithm>
#include <cassert>
#include <cmath>

#include <fmt/format.h>

#include "core/base/csv.h"

namespace hefty::joints {
namespace {

/// The record's highs and lows, its ends with them.
std::vector<double> turningPoints(std::span<const double> record) {
    std::vector<double> out;
    for (const double v : record) {
        if (!out.empty() && v == out.back()) continue;
        if (out.size() > 1 && (out.back() - out[out.size() - 2]) * (v - out.back()) > 0)
            out.back() = v;
        else
            out.push_back(v);
    }
    return out;
}

Cycles between(double a, double b, double count) {
    return {std::abs(a - b), (a + b) / 2, count};
}

}  // namespace

std::vector<Cycles> rainflow(std::span<const double> record) {
    std::vector<Cycles> out;
    std::vector<double> open;
    for (const double v : turningPoints(record)) {
        open.push_back(v);
        while (open.size() >= 3) {
            const std::size_t n = open.size();
            const double latest = std::abs(open[n - 1] - open[n - 2]),
                         before = std::abs(open[n - 2] - open[n - 3]);
            if (latest < before) break;
            if (n == 3) {  // it holds the start of the record: half a cycle
                out.push_back(between(open[0], open[1], 0.5));
                open.erase(open.begin());
            } else {
                out.push_back(between(open[n - 3], open[n - 2], 1));
                open.erase(open.end() - 3, open.end() - 1);
            }
        }
    }
    for (std::size_t i = 1; i < open.size(); ++i) out.push_back(between(open[i - 1], open[i], 0.5));
    return out;
}

std::vector<double> countsByRange(std::span<const Cycles> cycles, double step) {
    std::vector<double> out;
    for (const Cycles &c : cycles) {
        const auto at = static_cast<std::size_t>(c.range / step);
        if (at >= out.size()) out.resize(at + 1, 0);
        out[at] += c.count;
    }
    return out;
}

double cyclesBorne(double fatClass, double range) {
    assert(fatClass > 0 && range > 0);
    constexpr double reference = 2e6, knee = 1e7;
    const double kneeRange = fatClass * std::cbrt(reference / knee);
    return range >= kneeRange ? reference * std::pow(fatClass / range, 3)
                              : knee * std::pow(kneeRange / range, 5);
}

double damage(double fatClass, std::span<const Cycles> cycles) {
    double sum = 0;
    for (const Cycles &c : cycles)
        if (c.range > 0) sum += c.count / cyclesBorne(fatClass, c.range);
    return sum;
}

Result<Ride> readRide(std::string_view csv, const std::string &name) {
    const auto table = CsvTable::parse(csv, name);
    if (!table) return tl::unexpected(table.error());
    constexpr std::size_t fewest = 10;
    constexpr double most = 50;
    Faults faults;
    for (const char *column : {"t", "ax", "ay", "az"})
        if (!table->hasColumn(column))
            faults.add(fmt::format("The column \"{}\" is missing.", column), name,
                       "Give t in seconds and ax, ay, az in g.");
    if (!faults.none()) return tl::unexpected(faults.joined());
    if (table->rowCount() < fewest)
        return fail(ProblemKind::BadInput, "The record has fewer than ten rows.", name,
                    "Record a whole ride.");
    Ride ride;
    double last = -1e300, first = 0, mean = 0;
    for (std::size_t r = 0; r < table->rowCount(); ++r) {
        const double t = table->number(r, "t", faults);
        if (r == 0) first = t;
        if (faults.none() && !(t > last))
            faults.add(fmt::format("The time does not rise in row {}.", r + 1), name + "/t");
        last = t;
        for (const auto &[column, values] :
             {std::pair{"ax", &ride.along}, {"ay", &ride.across}, {"az", &ride.up}}) {
            values->push_back(table->number(r, column, faults));
            if (std::abs(values->back()) > most)
                faults.add(fmt::format("{} g in row {} is no ride.", values->back(), r + 1),
                           name + "/" + column, "Give accelerations in g, not in m/s2 or counts.");
        }
        mean += ride.up.back() / static_cast<double>(table->rowCount());
    }
    if (!faults.none()) return tl::unexpected(faults.joined());
    if (std::abs(mean - 1) < std::abs(mean))
        for (double &v : ride.up) v -= 1;
    ride.duration = last - first;
    return ride;
}

double equalRange(std::span<const Cycles> cycles, double duration, double hours, double times) {
    if (!(duration > 0) || !(times > 0)) return 0;
    double sum = 0;
    for (const Cycles &c : cycles) sum += c.count * std::pow(c.range, 3);
    return std::cbrt(sum * hours * 3600 / duration / times);
}

}  // namespace hefty::joints
