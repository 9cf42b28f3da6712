#include "core/workshop/weld/weld_list.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace hefty::workshop {
namespace {

using working::number;

constexpr double steel = 7.85e-6;  // kg/mm3, weld metal as EN 1991-1-1 table A.4 has steel

/// Where a part stands in the order of making: bars, then sheets.
std::size_t placeOf(const armor::Assembly &a, const std::string &part) {
    for (std::size_t i = 0; i < a.bars.size(); ++i)
        if (a.bars[i].name == part) return i;
    for (std::size_t i = 0; i < a.sheets.size(); ++i)
        if (a.sheets[i].name == part) return a.bars.size() + i;
    return a.bars.size() + a.sheets.size();
}

/// Least preheat of low-carbon structural steel with a low-hydrogen process.
std::string preheatOf(double thickness) {
    if (thickness <= 19) return "dry and above 0 °C";
    return thickness <= 38 ? "warm to 10 °C" : "preheat to 65 °C";
}

SeamWork workOn(const armor::Assembly &a, const armor::WeldJoint &joint, const WeldingPractice &p) {
    SeamWork out;
    out.joint = joint.name;
    out.part = joint.b;
    out.name = fmt::format("{} to {}", a.labelOf(joint.b), a.labelOf(joint.a));
    out.kind = armor::seamWord(joint.contacts.front().kind);
    out.leg = joint.leg;
    out.length = joint.length();
    out.thickest = std::max(partThickness(a, joint.a), partThickness(a, joint.b));
    out.preheat = preheatOf(out.thickest);
    const double area = p.reinforcement * joint.leg * joint.leg / 2;
    out.passes = std::max(1, static_cast<int>(std::ceil(std::pow(joint.leg / p.largestPass, 2) - 1e-9)));
    out.deposit = area * out.length * steel;
    const double arc = out.deposit / p.rate * 60;
    out.minutes = arc / p.arcShare;
    out.heat = p.efficiency * p.power * 3600 / p.rate * steel * area / out.passes;
    working::Working &w = out.working;
    w.title = "Welding " + out.name;
    w.given("w", "leg", joint.leg, "mm", "setting")
        .given("L", "length of the seam", out.length, "mm", "found");
    w.step("A", "metal across", "1.1 w²/2", fmt::format("1.1 · {}²/2", number(joint.leg)), area, "mm²",
           "triangle with a tenth more");
    w.step("m", "deposited metal", "A L ρ",
           fmt::format("{} · {} · 7.85e-6", number(area), number(out.length)), out.deposit, "kg", "");
    w.given("r", "laid while the arc burns", p.rate, "kg/h", "shop practice");
    w.step("t", "time at the seam", "60 m/r / share of the arc",
           fmt::format("60 · {}/{} / {}", number(out.deposit), number(p.rate), number(p.arcShare)),
           out.minutes, "min", "shop practice");
    w.step("q", "heat into the plate in each pass", "η P 3600/r · ρ A/n", fmt::format("n = {}", out.passes),
           out.heat, "J/mm", "power of the arc over the metal it lays");
    w.note(
        "Preheat after AWS D1.1 table 5.8, steels of 355 MPa and less with low hydrogen (from memory); the "
        "steel's "
        "certificate and a qualified procedure come first.");
    return out;
}

}  // namespace

double partThickness(const armor::Assembly &a, const std::string &part) {
    if (const armor::BarPart *b = a.bar(part))
        return b->section.wall > 0 && (b->hollow() || !b->round())
                   ? b->section.wall
                   : std::min(b->section.width, b->section.height);
    const armor::SheetPart *s = a.sheet(part);
    return s ? s->thickness : 0;
}

WeldingPractice practiceOf(const std::string &process) {
    WeldingPractice p;
    if (process == "smaw") {
        p.rate = 1.2;
        p.power = 3500;
        p.efficiency = 0.75;
        p.arcShare = 0.25;
    } else if (process == "fcaw") {
        p.rate = 2.6;
    }
    return p;
}

SeamSums sumOf(const std::vector<SeamWork> &seams) {
    SeamSums out;
    for (const SeamWork &s : seams) {
        out.minutes += s.minutes;
        out.deposit += s.deposit;
    }
    return out;
}

std::set<std::string> notThereYet(const armor::Assembly &assembly, const std::vector<SeamWork> &seams,
                                  std::size_t seam) {
    std::set<std::string> out;
    for (std::size_t i = seam + 1; i < seams.size(); ++i)
        if (!seams[i].fits.empty()) out.insert(seams[i].fits);
    for (const armor::BoughtPart &b : assembly.bought) out.insert(b.name);
    return out;
}

std::vector<SeamWork> seamWork(const armor::Assembly &a, const stock::Stock &stock) {
    std::vector<std::pair<std::size_t, const armor::WeldJoint *>> order;
    for (const armor::WeldJoint &w : a.welds)
        if (!w.contacts.empty() && !w.isFold())
            order.emplace_back(std::max(placeOf(a, w.a), placeOf(a, w.b)), &w);
    std::stable_sort(order.begin(), order.end(),
                     [](const auto &x, const auto &y) { return x.first < y.first; });
    std::vector<SeamWork> out;
    for (const auto &[place, joint] : order) {
        const stock::Filler *filler = stock.filler(joint->filler);
        out.push_back(workOn(a, *joint, practiceOf(filler ? filler->process : std::string())));
    }
    return out;
}

}  // namespace hefty::workshop
