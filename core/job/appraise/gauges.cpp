#include "core/job/appraise/gauges.h"

#include <algorithm>
#include <limits>

#include <fmt/format.h>

#include "core/job/appraise/make_finding.h"
#include "core/job/names.h"

namespace hefty::job {
namespace {

using measure::Quantity;

Gauge angleGauge(const char *id, const char *name, const clearance::LimitAngle &angle, double limit,
                 working::Working working) {
    Gauge g;
    g.id = id;
    g.name = name;
    g.value = angle.angle;
    g.quantity = Quantity::Angle;
    g.limit = limit;
    g.governs = angle.angle ? angle.governs : angle.why;
    g.working = std::move(working);
    return g;
}

/// One piece: its own Working. More: what each comes to, and the sum.
void addTo(bool single, working::Working &all, const working::Working &own, const std::string &piece,
           double amount, const std::string &unit, double sum) {
    if (single) {
        all = own;
        return;
    }
    all.title = own.title + ", all pieces";
    std::erase_if(all.steps, [](const working::Step &s) { return s.symbol == "sum"; });
    all.given(piece, "of this piece", amount, unit, "its parts")
        .step("sum", "all pieces so far", "the sum of the above", "", sum, unit, "");
}

/// What is bought and made by choice comes on top of the shop's own prices and hours.
void addPurchases(const Job &job, const Appraisal &a, Gauge &cost, Gauge &hours, double &labor) {
    const workshop::PurchaseSum sum = workshop::sumOf(job.purchasing, a.needs);
    if (sum.working.steps.empty() || job.purchasing.chosen.empty() || !cost.value || !hours.value) return;
    for (const working::Step &s : sum.working.steps) cost.working.steps.push_back(s);
    *cost.value += sum.cost;
    *hours.value += sum.hours;
    labor += sum.hours * job.shop.hourRate;
    cost.working.step("all", "material and what is bought", "both sums", "", *cost.value, job.shop.currency,
                      "");
    if (sum.hours != 0)
        hours.working.step("given", "by what is made here or given out", "", "", sum.hours, "h",
                           "Cut & bend, Buy");
}

/// Numbers that pieces add up to, after the place of what the proofs say.
void addSums(const Job &job, const Appraisal &a, std::vector<Gauge> &out) {
    Gauge margin, mass, axle, cost, hours;
    margin = {"margin", "Hardest worked", std::nullopt, Quantity::Ratio, 1, false, "", "", {}};
    margin.needsProof = true;
    mass = {"mass", "Added mass", std::nullopt, Quantity::Mass, job.rules.mostAddedMass, false, "", "", {}};
    axle = {"axle", "On the front axle", std::nullopt, Quantity::Mass, job.rules.mostAxleShift, false, "", "",
            {}};
    cost = {"cost", "Material", std::nullopt, Quantity::Money, job.rules.mostMaterialCost, false, "", "", {}};
    constexpr double noLimit = std::numeric_limits<double>::infinity();
    hours = {"hours", "Work", std::nullopt, Quantity::Hours, noLimit, false, "", "", {}};
    double labor = 0;
    for (const PieceAppraisal &p : a.pieces) {
        if (p.hours) {
            hours.value = hours.value.value_or(0) + p.hours->hours;
            labor += p.hours->labor;
            addTo(a.pieces.size() == 1, hours.working, p.hours->working, p.id, p.hours->hours, "h",
                  *hours.value);
        }
        if (!p.fabrication) continue;
        mass.value = mass.value.value_or(0) + p.fabrication->mass;
        axle.value = axle.value.value_or(0) + p.fabrication->frontAxleShift;
        cost.value = cost.value.value_or(0) + p.fabrication->materialCost;
        addTo(a.pieces.size() == 1, mass.working, p.fabrication->massWorking, p.id, p.fabrication->mass, "kg",
              *mass.value);
        addTo(a.pieces.size() == 1, axle.working, p.fabrication->axleWorking, p.id,
              p.fabrication->frontAxleShift, "kg", *axle.value);
        addTo(a.pieces.size() == 1, cost.working, p.fabrication->costWorking, p.id,
              p.fabrication->materialCost, job.shop.currency, *cost.value);
    }
    addPurchases(job, a, cost, hours, labor);
    hours.aside = fmt::format("{:.0f} {}", labor, job.shop.currency);
    for (Gauge *g : {&margin, &mass, &axle, &cost, &hours}) out.push_back(std::move(*g));
}

/// The piece that a gauge's finding is about: the one with the part that governs it; of what is the job's
/// own the first.
std::string pieceOf(const Job &job, const Appraisal &a, const Gauge &g) {
    for (const PieceAppraisal &p : a.pieces)
        if (p.assembly && p.assembly->has(g.governs)) return p.id;
    return job.pieces.empty() ? "" : job.pieces.front().id;
}

}  // namespace

std::vector<Gauge> gaugesAheadOfProof(const Job &job, const Appraisal &a, std::optional<double> lowest,
                                      const std::string &lifted) {
    std::vector<Gauge> out;

    clearance::Clearance c = a.clearance.value_or(clearance::Clearance{});
    if (!lifted.empty())
        for (clearance::LimitAngle *angle : {static_cast<clearance::LimitAngle *>(&c.approach.whole),
                                             static_cast<clearance::LimitAngle *>(&c.approach.wheelPath),
                                             static_cast<clearance::LimitAngle *>(&c.breakover),
                                             static_cast<clearance::LimitAngle *>(&c.departure.whole)})
            angle->why = "It stands on nothing: " + lifted;
    const rig::Stood rig = a.stood.value_or(rig::Stood{});
    const auto front = [&rig](const char *name, const clearance::LimitAngle &angle) {
        return clearance::endAngleWorking(name, angle, angle.at.x(), rig.front.loadedRadius);
    };
    out.push_back(angleGauge("approach", "Approach", c.approach.whole, job.rules.leastApproach,
                             front("Approach angle", c.approach.whole)));
    out.push_back(angleGauge("wheelPath", "Wheel path", c.approach.wheelPath, job.rules.leastWheelPath,
                             front("Approach angle in the wheel path", c.approach.wheelPath)));
    out.push_back(
        angleGauge("breakover", "Breakover", c.breakover, job.rules.leastBreakover,
                   clearance::breakoverWorking(c.breakover, rig.wheelbase,
                                               {rig.front.loadedRadius, rig.front.width, rig.front.track},
                                               {rig.rear.loadedRadius, rig.rear.width, rig.rear.track})));
    out.push_back(angleGauge(
        "departure", "Departure", c.departure.whole, job.rules.leastDeparture,
        clearance::endAngleWorking("Departure angle", c.departure.whole,
                                   -rig.wheelbase - c.departure.whole.at.x(), rig.rear.loadedRadius)));
    Gauge under;
    under.id = "clearance";
    under.name = "Under the armor";
    under.value = lowest;
    under.quantity = Quantity::Length;
    under.limit = job.rules.leastClearance;
    under.working.title = "Height of the lowest point of the armor above the ground";
    if (lowest) under.working.given("h", "lowest corner of all parts", *lowest, "mm", "drawing");
    out.push_back(std::move(under));
    addSums(job, a, out);
    return out;
}

void setHardestWorked(const Job &job, const Appraisal &a, std::vector<Gauge> &gauges) {
    const auto margin =
        std::find_if(gauges.begin(), gauges.end(), [](const Gauge &g) { return g.needsProof; });
    for (const PieceAppraisal &p : a.pieces) {
        if (!p.proof || p.proof->checks.empty() ||
            p.proof->checks.front().utilization <= margin->value.value_or(-1))
            continue;
        const proof::Check &c = p.proof->checks.front();
        margin->value = c.utilization;
        margin->governs = c.title;
        margin->working = c.working;
        margin->finding =
            c.utilization > 1 ? "check/" + c.id + (job.pieces.size() > 1 ? "@" + p.id : std::string()) : "";
    }
}

std::optional<double> learnedFactor(const Job &job, const Appraisal &appraisal) {
    const Gauge *hours = appraisal.gauge("hours");
    if (!hours || !hours->value || !job.signedOff.contains("fitup")) return std::nullopt;
    return log::factorFrom(job.log.entries, *hours->value, job.shop.hoursFactor);
}

std::vector<Finding> gaugeFindings(const Job &job, const Appraisal &a, std::vector<Gauge> &gauges) {
    FindingList out;
    for (Gauge &g : gauges) {
        if (!g.broken() || g.needsProof) continue;
        const char *stop = g.id == "cost" ? "cut" : "layout";
        Finding &f = out.add(
            "gauge/" + g.id, Severity::Fix, stop, g.governs,
            {fmt::format(
                 "{}: {{0}}, the house wants at {} {{1}}{}.", g.name, g.limitIsLeast ? "least" : "most",
                 g.limitIsLeast && !g.governs.empty() ? " (limited by " + nameOf(job, a, g.governs) + ")"
                                                      : ""),
             {{*g.value, g.quantity}, {g.limit, g.quantity}}});
        f.value = *g.value;
        f.limit = g.limit;
        f.quantity = g.quantity;
        f.working = g.working;
        f.piece = pieceOf(job, a, g);
        g.finding = f.id;
        if (a.clearance && g.id == "approach") f.at = a.clearance->approach.whole.at;
        if (a.clearance && g.id == "wheelPath") f.at = a.clearance->approach.wheelPath.at;
        if (a.clearance && g.id == "breakover") f.at = a.clearance->breakover.at;
        if (a.clearance && g.id == "departure") f.at = a.clearance->departure.whole.at;
    }
    return std::move(out.findings);
}

}  // namespace hefty::job
