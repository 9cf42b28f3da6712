#include <algorithm>
#include <cmath>
#include <map>

#include <fmt/format.h>

#include "core/base/constants.h"
#include "core/base/csv.h"
#include "core/base/parallel.h"
#include "core/workshop/bend/twins.h"
#include "core/workshop/cut/notches.h"
#include "core/workshop/flat/flat_pattern.h"
#include "core/workshop/masses.h"
#include "core/workshop/workshop.h"

namespace hefty::workshop {
namespace {

using working::number;

/// Smallest rectangle around an outline among those with a side along one of its edges.
std::pair<double, double> smallestRectangle(const armor::Polygon2 &outline) {
    double best = 1e300;
    std::pair<double, double> size{0, 0};
    for (std::size_t i = 0; i < outline.size(); ++i) {
        const armor::Vec2 e = (outline[(i + 1) % outline.size()] - outline[i]).normalized();
        const armor::Vec2 n(-e.y(), e.x());
        double x0 = 1e300, x1 = -1e300, y0 = 1e300, y1 = -1e300;
        for (const armor::Vec2 &p : outline) {
            x0 = std::min(x0, p.dot(e));
            x1 = std::max(x1, p.dot(e));
            y0 = std::min(y0, p.dot(n));
            y1 = std::max(y1, p.dot(n));
        }
        // Of equal areas (the two ways of a right triangle) the shorter, so that mirrored plates are listed
        // alike.
        const double area = (x1 - x0) * (y1 - y0), longer = std::max(x1 - x0, y1 - y0);
        constexpr double alike = 1e-6;
        if (area < best * (1 - alike) || (area < best * (1 + alike) && longer < size.first - alike)) {
            best = std::min(best, area);
            size = {std::max(x1 - x0, y1 - y0), std::min(x1 - x0, y1 - y0)};
        }
    }
    return size;
}

CutItem cutOf(const armor::BarPart &t, double mass) {
    CutItem c;
    c.part = t.name;
    c.stock = t.section.id;
    c.material = t.material.id;
    c.length = t.cutLength();
    c.miterFrom = t.miterFrom();
    c.miterTo = t.miterTo();
    c.holes = t.holes;
    c.mass = mass;
    if (t.taper > 0)
        c.note = {
            "Underside cut off on a slope: {0} at the miter to {1} at the tip; the closing plate lies on the "
            "edges, flush with what was cut away.",
            {{t.taperFrom}, {t.taper}}};
    for (const armor::TubeOpening &o : t.openings)
        c.note = c.note.then(
            {fmt::format("Opening for the {}: {{0}} x {{1}}, middle {{2}} from the end, {{3}} {} the "
                         "center line, through both walls.",
                         o.purpose, o.offset >= 0 ? "above" : "below"),
             {{o.length}, {o.height}, {o.station}, {std::abs(o.offset)}}});
    return c;
}

/// One straight tube with its notches, in place of its legs.
CutItem cutOf(const armor::Assembly &a, const armor::FoldedBar &f) {
    const NotchPlan plan = notchPlan(a, f);
    CutItem c;
    c.part = f.name;
    c.stock = plan.first->section.id;
    c.material = plan.first->material.id;
    c.length = plan.length;
    c.miterFrom = plan.first->miterFrom();
    c.miterTo = plan.last->miterTo();
    c.mass = plan.mass;
    c.bends = static_cast<int>(plan.notches.size());
    for (const Notch &n : plan.notches)
        c.note = c.note.then(
            {fmt::format("Notch {{0}} from the start, open at the {}: {{1}} wide, {{2}} deep; fold {{3}}.",
                         wallWord(n.open)),
             {{n.station},
              {n.width, measure::Quantity::DrilledLength},
              {n.depth, measure::Quantity::DrilledLength},
              {n.angle, measure::Quantity::Angle}}});
    return c;
}

CutItem cutOf(const armor::SheetPart &p) {
    CutItem c;
    c.part = p.name;
    c.isPlate = true;
    c.stock = fmt::format("plate {:g} mm", p.thickness);
    c.material = p.material.id;
    std::tie(c.length, c.width) = smallestRectangle(p.outline);
    c.thickness = p.thickness;
    c.holes = p.holes;
    c.mass = sheetMass(p);
    return c;
}

double foldedMass(const armor::Assembly &a, const armor::FoldedSheet &f) {
    double sum = -roundedOff(f) * f.material.density;
    for (const std::string &facet : f.facets)
        if (const armor::SheetPart *side = a.sheet(facet)) sum += sheetMass(*side);
    return sum;
}

/// One blank with its bend lines, in place of its sides.
CutItem cutOf(const armor::Assembly &a, const armor::FoldedSheet &f) {
    const FlatPattern flat = flatPattern(a, f);
    CutItem c;
    c.part = f.name;
    c.isPlate = true;
    c.stock = fmt::format("plate {:g} mm", f.thickness);
    c.material = f.material.id;
    std::tie(c.length, c.width) = smallestRectangle(flat.rim);
    c.thickness = f.thickness;
    c.holes = flat.holes;
    c.bends = static_cast<int>(flat.lines.size());
    c.mass = foldedMass(a, f);
    int number = 0;
    for (const BendLine &l : flat.lines) c.note = c.note.then(foldStep(l, ++number));
    return c;
}

/// @param bars  per bar
void weigh(const armor::Assembly &a, const std::vector<BarWeight> &bars, const rig::RigGeometry &rig,
           Fabrication &out) {
    Vec3 moment = Vec3::Zero();
    const auto add = [&](double mass, const Vec3 &at, double &sum) {
        sum += mass;
        moment += mass * at;
    };
    double tubes = 0, plates = 0;
    for (std::size_t i = 0; i < a.bars.size(); ++i)
        if (!a.bars[i].made.isOnVehicle())
            add(bars[i].mass, bars[i].center, a.bars[i].made.bought.empty() ? tubes : out.boughtMass);
    for (const armor::SheetPart &p : a.sheets) add(sheetMass(p), p.center(), plates);
    for (const armor::FoldedSheet &f : a.folded)
        for (const armor::FoldLine &l : f.lines)
            if (const armor::SheetPart *side = a.sheet(f.facets[static_cast<std::size_t>(l.right)])) {
                armor::FoldedSheet one{f.name, f.facets, {l}, f.thickness, f.material, {}};
                add(-roundedOff(one) * f.material.density,
                    side->axes.toWorld(armor::Vec2((l.from + l.to) / 2)), plates);
            }
    for (const armor::WeldJoint &w : a.welds) {
        if (w.isFold()) continue;
        const double mass = w.leg * w.leg / 2 * w.length() * 7.85e-6;
        Vec3 at = Vec3::Zero();
        for (const armor::Contact &c : w.contacts) at += c.center * (c.length() / w.length());
        add(mass, at, out.weldMetal);
    }
    for (const armor::BoughtPart &b : a.bought) add(b.mass, b.center, out.boughtMass);
    out.fabricatedMass = tubes + plates + out.weldMetal;
    out.mass = out.fabricatedMass + out.boughtMass;
    if (out.mass > 0) out.center = moment / out.mass;
    out.rearAxleShift = -out.mass * out.center.x() / rig.wheelbase;
    out.frontAxleShift = out.mass - out.rearAxleShift;
    out.massWorking.title = "Mass added by the piece";
    out.massWorking
        .given("m₁", "tubes, openings, slots and holes taken out", tubes, "kg",
               "section tables, nominal walls")
        .given("m₂", "plates, holes taken out", plates, "kg", "outline area x thickness x density")
        .given("m₃", "weld metal, leg²/2 x length x density", out.weldMetal, "kg", "welds found from contact")
        .given("m₄", "bought parts", out.boughtMass, "kg", "bought parts")
        .step("m", "together", "m₁ + m₂ + m₃ + m₄",
              fmt::format("{} + {} + {} + {}", number(tubes), number(plates), number(out.weldMetal),
                          number(out.boughtMass)),
              out.mass, "kg", "");
    out.massWorking.note("Bolts, shackles, coating and wiring are not in it.");
    out.axleWorking.title = "Shift of the axle loads";
    out.axleWorking.given("m", "mass added", out.mass, "kg", "see there")
        .given("x", "its center ahead of the front axle", out.center.x(), "mm", "sum of m x over the parts")
        .given("L", "wheelbase", rig.wheelbase, "mm", "measured")
        .step("ΔR", "on the rear axle", "−m x/L",
              fmt::format("−{} · {}/{}", number(out.mass), number(out.center.x()), number(rig.wheelbase)),
              out.rearAxleShift, "kg", "moments about the front axle")
        .step("ΔF", "on the front axle", "m − ΔR",
              fmt::format("{} − ({})", number(out.mass), number(out.rearAxleShift)), out.frontAxleShift, "kg",
              "equilibrium");
}

/// What lies on the rack for a section.
std::string soldAs(const stock::Section &section) {
    return section.from.empty() ? section.id : section.from;
}

/// Two ripped bars come from one length of tube: the longest with the next longest.
void appendPairs(std::vector<PieceLength> halves, std::vector<PieceLength> &pieces) {
    std::stable_sort(halves.begin(), halves.end(),
                     [](const PieceLength &a, const PieceLength &b) { return a.length > b.length; });
    for (std::size_t i = 0; i < halves.size(); i += 2) {
        PieceLength pair = halves[i];
        if (i + 1 < halves.size()) pair.twin = halves[i + 1].name;
        pieces.push_back(std::move(pair));
    }
}

/// What a bar that is bent is sawn to, and what of it is sawn off after.
void addBending(CutItem &c, const armor::Assembly &a, const armor::BarPart &bar, const Shop &shop,
                const std::vector<TwinTube> &twins) {
    for (const TwinTube &t : twins) {
        if (t.part != bar.name && t.twin != bar.name) continue;
        c.length = t.plan.cut;
        c.note = c.note.then(
            {fmt::format("One tube with the {}: sawn apart {{0}} from its fed end when it is bent.",
                         a.labelOf(t.part == bar.name ? t.twin : t.part)),
             {{t.plan.cutApart}}});
        return;
    }
    const double more = lengthToBend(bar, shop) - c.length;
    if (!(std::abs(more) > 0.05)) return;
    c.length += more;
    if (more > 0)
        c.note = c.note.then(
            {"{0} more than the drawing, to hold it by while it is bent: sawn off after.", {{more}}});
}

Result<bool> nestBars(const armor::Assembly &a, const Shop &shop, std::stop_token stop,
                      std::span<const CutAlready> cut, std::vector<TwinTube> twins, Fabrication &out) {
    // Of a folded bar its first leg stands for the whole tube.
    const auto nameOf = [&a](const armor::BarPart &b) {
        const armor::FoldedBar *whole = foldedBarOf(a, b.name);
        return whole ? whole->name : b.name;
    };
    const auto isCut = [&](const std::string &part) {
        return std::any_of(cut.begin(), cut.end(), [&](const CutAlready &c) { return c.part == part; });
    };
    std::erase_if(twins, [&](const TwinTube &t) { return isCut(t.part) || isCut(t.twin); });
    const auto wanted = [&](const armor::BarPart &b) {
        const armor::FoldedBar *whole = foldedBarOf(a, b.name);
        if (!b.made.bought.empty() || (whole && whole->legs.front() != b.name)) return false;
        if (std::any_of(twins.begin(), twins.end(), [&b](const TwinTube &t) { return t.twin == b.name; }))
            return false;
        return !isCut(nameOf(b));
    };
    const auto pieceOf = [&](const armor::BarPart &b) {
        const std::string name = nameOf(b);
        const auto both =
            std::find_if(twins.begin(), twins.end(), [&](const TwinTube &t) { return t.part == name; });
        if (both != twins.end()) return PieceLength{name, both->plan.cut, both->twin};
        // One of two whose other is cut already is bent by itself.
        if (b.bends.empty()) {
            const auto item = std::find_if(out.cuts.begin(), out.cuts.end(),
                                           [&name](const CutItem &c) { return c.part == name; });
            return PieceLength{name, item->length};
        }
        return PieceLength{name, lengthToBend(b, shop)};
    };
    for (const armor::BarPart &t : a.bars) {
        if (!wanted(t)) continue;
        const std::string sold = soldAs(t.section);
        const auto same = [&](const SectionNesting &n) {
            return n.section == sold && n.material == t.material.id;
        };
        if (std::any_of(out.nestings.begin(), out.nestings.end(), same)) continue;
        std::vector<PieceLength> pieces;
        std::map<std::string, std::vector<PieceLength>> ripped;
        for (const armor::BarPart &u : a.bars)
            if (wanted(u) && soldAs(u.section) == sold && u.material.id == t.material.id)
                (u.section.from.empty() ? pieces : ripped[u.section.id]).push_back(pieceOf(u));
        for (auto &[id, halves] : ripped) appendPairs(std::move(halves), pieces);
        std::vector<Bar> bars;
        for (const RackItem &i : shop.rack)
            if (i.section == sold && i.material == t.material.id)
                for (int n = 0; n < i.count; ++n)
                    bars.push_back({i.count > 1 ? fmt::format("{} ({})", i.id, n + 1) : i.id, i.length, true,
                                    i.price, i.id});
        const double whole = t.properties.massPerLength * (t.section.from.empty() ? 1 : 2);
        const double newPrice = whole * t.section.length * shop.tubePricePerKg;
        auto nesting =
            nest(pieces, bars, {"to buy", t.section.length, false, newPrice}, {shop.kerf, 50, stop});
        if (!nesting) return tl::unexpected(nesting.error());
        SectionNesting section{sold, t.material.id, std::move(*nesting), 0};
        for (const NestedBar &b : section.nesting.bars)
            section.cost += b.bar.onHand ? b.bar.cost * b.used() / b.bar.length : newPrice;
        out.nestings.push_back(std::move(section));
    }
    return true;
}

void price(const armor::Assembly &a, const Shop &shop, std::span<const CutAlready> cut, Fabrication &out) {
    double paid = 0;
    for (const CutAlready &c : cut) paid += c.cost;
    if (paid > 0) out.costs.push_back({"bars cut already", paid, "as they were booked off the rack"});
    for (const SectionNesting &n : out.nestings)
        out.costs.push_back({n.section, n.cost, "rack by the length used, new bars whole"});
    double plates = 0;
    for (const armor::SheetPart &p : a.sheets) plates += sheetMass(p);
    for (const armor::FoldedSheet &f : a.folded) plates -= roundedOff(f) * f.material.density;
    const double plateCost = plates / (1 - shop.plateWaste) * shop.platePricePerKg;
    out.costs.push_back(
        {"plate", plateCost,
         fmt::format("{:.1f} kg/(1 − {:.2f}) · {:.2f}", plates, shop.plateWaste, shop.platePricePerKg)});
    // Half of the wire ends as spatter, stubs and reinforcement.
    const double filler = out.weldMetal / 0.5 * shop.fillerPricePerKg;
    out.costs.push_back({"filler metal", filler,
                         fmt::format("{:.2f} kg/0.5 · {:.2f}", out.weldMetal, shop.fillerPricePerKg)});
    out.costWorking.title = "Material cost";
    for (const CostLine &line : out.costs) {
        out.materialCost += line.amount;
        out.costWorking.step(line.what, line.how, line.how, "", line.amount, shop.currency,
                             "prices of " + shop.name);
    }
    out.costWorking.step("sum", "material", "all of the above", "", out.materialCost, shop.currency, "");
    out.costWorking.note("Bought parts, gas, coating and labor are not in it.");
}

}  // namespace

Result<Fabrication> fabricate(const armor::Assembly &a, const rig::RigGeometry &rig, const Shop &shop,
                              std::stop_token stop, std::span<const CutAlready> cut) {
    Fabrication out;
    const std::vector<TwinTube> twins = shop.twins ? twinTubes(a, shop) : std::vector<TwinTube>();
    std::vector<BarWeight> weights(a.bars.size());
    parallel::forEach(a.bars.size(), [&](std::size_t i) { weights[i] = weightOf(a, a.bars[i]); });
    for (std::size_t i = 0; i < a.bars.size(); ++i) {
        const armor::BarPart &t = a.bars[i];
        if (!foldedBarOf(a, t.name) && !t.made.isOnVehicle()) {
            out.cuts.push_back(cutOf(t, weights[i].mass));
            if (!t.bends.empty()) addBending(out.cuts.back(), a, t, shop, twins);
        }
    }
    for (const armor::FoldedBar &f : a.foldedBars) out.cuts.push_back(cutOf(a, f));
    for (const armor::SheetPart &p : a.sheets)
        if (!foldedOf(a, p.name)) out.cuts.push_back(cutOf(p));
    for (const armor::FoldedSheet &f : a.folded) out.cuts.push_back(cutOf(a, f));
    weigh(a, weights, rig, out);
    if (auto r = nestBars(a, shop, stop, cut, twins, out); !r) return tl::unexpected(r.error());
    price(a, shop, cut, out);
    return out;
}

std::string cutListCsv(const Fabrication &f) {
    std::string csv =
        "part,stock,material,length_mm,width_mm,miter_start_deg,miter_end_deg,mass_kg,from_bar,holes,note\n";
    for (const CutItem &c : f.cuts) {
        std::string bar;
        for (const SectionNesting &n : f.nestings)
            for (const NestedBar &b : n.nesting.bars)
                for (const PieceLength &p : b.pieces)
                    if (!c.isPlate && (p.name == c.part || p.twin == c.part)) bar = b.bar.id;
        std::string holes;
        for (const armor::Hole &h : c.holes)
            holes += fmt::format("{}{} d{:.1f} at {:.1f}/{:.1f}", holes.empty() ? "" : "; ", h.purpose,
                                 h.diameter, h.at.x(), h.at.y());
        csv += fmt::format("{},{},{},{:.1f},{:.1f},{:.2f},{:.2f},{:.3f},{},{},{}\n", csvField(c.part),
                           csvField(c.stock), csvField(c.material), c.length, c.width, degrees(c.miterFrom),
                           degrees(c.miterTo), c.mass, csvField(bar), csvField(holes),
                           csvField(c.note.in(measure::UnitSystem::Metric)));
    }
    return csv;
}

}  // namespace hefty::workshop
