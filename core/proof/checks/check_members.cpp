#include <algorithm>
#include <cmath>
#include <map>

#include <fmt/format.h>

#include "core/proof/checks/checker.h"
#include "core/proof/model/ways.h"
#include "core/proof/strength/member_strength.h"

namespace hefty::proof {
namespace {

using mechanics::Vec6;
using working::number;

const Vec6 &endForces(const Proof &proof, std::size_t loadCase, std::size_t bar, bool atTo) {
    const mechanics::BeamForces &f = proof.solution.cases[loadCase].beams[bar];
    return atTo ? f.to : f.from;
}

Vec3 endPlace(const Proof &proof, std::size_t bar, bool atTo) {
    const mechanics::FrameBeam &b = proof.idealization.model.beams[bar];
    return proof.idealization.model.nodes[static_cast<std::size_t>(atTo ? b.to : b.from)].at;
}

/// The worst place of a part in the worst case.
struct Worst {
    double use = -1;
    std::size_t loadCase = 0;
    const Bar *bar = nullptr;
    Vec6 forces = Vec6::Zero();
    Vec3 at = Vec3::Zero();
};

struct PartWorst {
    Worst member, skin;
    std::vector<double> nominal;  ///< by case: share of nominal strength; of the ladder's alone
    double hardest = 0;           ///< worked place of the ladder's cases so far

    /// Takes in a place with section forces in one case.
    double meet(const CheckContext &context, std::size_t c, const Bar &bar, const MemberStrength &strength,
                const Vec6 &forces, const Vec3 &at) {
        const double use = memberUtilization(strength, forces, context.omega(c, memberOmega));
        // Near its limit a bar is at most about three times as hard worked, for its load, as far below it:
        // places that are far from the part's worst need no reserve.
        if (context.isLadder(c) && use > 1e-6 && 4 * use > hardest) {
            hardest = std::max(hardest, use);
            nominal.resize(context.caseCount(), 0);
            nominal[c] = std::max(nominal[c], 1 / memberReserve(strength, forces));
        }
        if (use > member.use) member = {use, c, &bar, forces, at};
        // In survival a skin may yield: what the section as a whole holds is what counts.
        if (context.isSurvival(c)) return use;
        const double stress = skinStress(bar, forces) / bar.material.yield;
        if (stress > skin.use) skin = {stress, c, &bar, forces, at};
        return use;
    }
};

std::string placeOf(const std::string &part, const Bar &bar) {
    return fmt::format("{}, {:.0f} to {:.0f} mm along it", part, bar.stationFrom, bar.stationTo);
}

void addChecks(const CheckContext &context, const std::string &part, const PartWorst &worst) {
    const Bar &bar = *worst.member.bar;
    Check check = context.begin(CheckKind::Member, "member/" + part, part,
                                fmt::format("{}: bending, push and twist together", context.called(part)),
                                worst.member.loadCase);
    check.demand = check.utilization = worst.member.use;
    check.at = worst.member.at;
    check.working.title = placeOf(context.called(part), bar);
    addMemberWorking(check.working, bar, worst.member.forces,
                     context.omega(worst.member.loadCase, memberOmega));
    if (bar.material.family == "aluminum" && bar.shape == stock::SectionShape::RoundTube) {
        check.beyond = "a round tube of aluminum is told by the formulas of steel";
        check.working.note("A round tube of aluminum is told by the formulas of steel: this is not a proof.");
    }
    context.add(std::move(check));

    const Bar &skinBar = *worst.skin.bar;
    Check skin = context.begin(CheckKind::Skin, "skin/" + part, part,
                               fmt::format("{}: stress at the skin over yield", context.called(part)),
                               worst.skin.loadCase);
    skin.demand = skinStress(skinBar, worst.skin.forces);
    skin.capacity = skinBar.material.yield;
    skin.unit = "MPa";
    skin.utilization = skin.demand / skin.capacity;
    skin.at = worst.skin.at;
    skin.working.title = placeOf(context.called(part), skinBar);
    addSkinWorking(skin.working, skinBar, worst.skin.forces);
    context.add(std::move(skin));
}

/// What is left above or below an opening: a channel of the tube's wall and two short legs.
struct Chord {
    double leg = 0;
    double Iy = 0, Wy = 0;  ///< bent up and down
    double Iz = 0, Wz = 0;  ///< bent sideways

    Chord(double b, double t, double legLength) : leg(std::max(t, legLength)) {
        const double web = b * t, legs = 2 * leg * t;
        const double middle = (web * t / 2 + legs * leg / 2) / (web + legs);
        Iy = b * t * t * t / 12 + web * std::pow(middle - t / 2, 2) + 2 * t * std::pow(leg, 3) / 12 +
             legs * std::pow(leg / 2 - middle, 2);
        Wy = Iy / std::max(middle, leg - middle);
        Iz = t * b * b * b / 12 + legs * std::pow((b - t) / 2, 2);
        Wz = Iz / (b / 2);
    }
};

/// The net section at a rectangular opening through front and back wall, and its two chords.
struct NetSection {
    double area, Wy, Wz;
    Chord upper, lower;
    double arm;  ///< between the middles of the chords

    NetSection(const Bar &bar, const armor::TubeOpening &o)
        : upper(bar.width, bar.wall, (bar.height - o.height) / 2 - o.offset),
          lower(bar.width, bar.wall, (bar.height - o.height) / 2 + o.offset) {
        const double t = bar.wall, slot = 2 * t * o.height;
        area = bar.properties.area - slot;
        // The neutral axis moves away from an opening that is off the middle.
        const double moved = -slot * o.offset / area;
        const double Iy = bar.properties.Iy -
                          2 * (t * std::pow(o.height, 3) / 12 + t * o.height * o.offset * o.offset) -
                          area * moved * moved;
        Wy = Iy / (bar.height / 2 + std::abs(moved));
        Wz = (bar.properties.Iz - slot * std::pow((bar.width - t) / 2, 2)) / (bar.width / 2);
        arm = bar.height - (upper.leg + lower.leg) / 2;
    }
};

struct OpeningStress {
    double whole, sideways, upright, total;
};

OpeningStress openingStress(const NetSection &n, const armor::TubeOpening &o, const Vec6 &f) {
    OpeningStress s{};
    s.whole = std::abs(f(0)) / n.area + std::abs(f(4)) / n.Wy + std::abs(f(5)) / n.Wz;
    // Twist and shear go through the two chords, each bent over the opening like the rail of a ladder; a
    // shear is shared by their stiffness, as both ends move together.
    for (const Chord *c : {&n.upper, &n.lower}) {
        const double side = std::abs(f(3)) / n.arm + std::abs(f(1)) * c->Iz / (n.upper.Iz + n.lower.Iz);
        s.sideways = std::max(s.sideways, side * o.length / 2 / c->Wz);
        const double up = std::abs(f(2)) * c->Iy / (n.upper.Iy + n.lower.Iy);
        s.upright = std::max(s.upright, up * o.length / 2 / c->Wy);
    }
    s.total = s.whole + s.sideways + s.upright;
    return s;
}

void addOpeningWorking(working::Working &w, const NetSection &n, const armor::TubeOpening &o, const Vec6 &f,
                       const OpeningStress &s, double allowable) {
    const std::string source = "net section and Vierendeel action, elastic (docs/methods.md)";
    w.given("h₀ × l₀", "height of the opening", o.height, "mm", "drawing");
    w.given("l₀", "length of the opening", o.length, "mm", "drawing");
    w.given("N, My, Mz", "moment Mz, the largest part", f(5), "N·mm", "frame analysis");
    w.step("σ₁", "stress in what is left of the section", "|N|/An + |My|/Wn,y + |Mz|/Wn,z",
           fmt::format("{}/{} + {}/{} + {}/{}", number(std::abs(f(0))), number(n.area),
                       number(std::abs(f(4))), number(n.Wy), number(std::abs(f(5))), number(n.Wz)),
           s.whole, "MPa", source);
    w.step("σ₂", "chords bent sideways by twist and shear, the worse", "(|T|/a + |Vy| Ic/ΣI) l₀/2 / Wc,z",
           fmt::format("T {}, a {}, Vy {}", number(f(3)), number(n.arm), number(f(1))), s.sideways, "MPa",
           source);
    w.step("σ₃", "chords bent up and down by shear, the worse", "|Vz| Ic/ΣI · l₀/2 / Wc,y",
           fmt::format("Vz {}", number(f(2))), s.upright, "MPa", source);
    w.step("u", "utilization", "(σ₁ + σ₂ + σ₃)/(Fy/Ω)",
           fmt::format("{}/{}", number(s.total), number(allowable)), s.total / allowable, "",
           "AISC 360-16 F1");
}

/// The sections of a tube beside an opening: ends of bars, or rings of shells.
class AtOpening {
  public:
    AtOpening(const Proof &proof, const armor::BarPart &tube, const armor::TubeOpening &o) : m_proof(proof) {
        const double low = o.station - o.length / 2, high = o.station + o.length / 2;
        const auto &bars = proof.idealization.bars;
        for (std::size_t b = 0; b < bars.size(); ++b)
            if (bars[b].part == tube.name && bars[b].stationTo > low && bars[b].stationFrom < high)
                m_bars.push_back(b);
        constexpr double rounding = 1;  // mm
        const auto &walls = proof.idealization.walls;
        for (std::size_t w = 0; w < walls.size(); ++w)
            for (std::size_t r = 0; walls[w].part == tube.name && r < walls[w].rings.size(); ++r)
                if (walls[w].rings[r].station > low - rounding && walls[w].rings[r].station < high + rounding)
                    m_rings.emplace_back(w, r);
    }
    [[nodiscard]] bool empty() const { return m_bars.empty() && m_rings.empty(); }
    [[nodiscard]] std::vector<const Vec6 *> forces(std::size_t c) const {
        std::vector<const Vec6 *> out;
        for (const std::size_t b : m_bars)
            for (const bool atTo : {false, true}) out.push_back(&endForces(m_proof, c, b, atTo));
        for (const auto &[wall, ring] : m_rings) out.push_back(&m_proof.ringForces[c][wall][ring]);
        return out;
    }

  private:
    const Proof &m_proof;
    std::vector<std::size_t> m_bars;
    std::vector<std::pair<std::size_t, std::size_t>> m_rings;
};

void checkOpening(const CheckContext &context, const armor::BarPart &tube, const armor::TubeOpening &o) {
    const AtOpening near(context.proof, tube, o);
    if (near.empty())
        return context.leave({fmt::format("opening/{}/{}", tube.name, o.purpose), tube.name,
                              fmt::format("{} at the {} opening", context.called(tube.name), o.purpose),
                              "the opening reaches past the end of the tube", "Move it.", tube.from});
    const NetSection net(tubeBar(tube, o.station), o);
    const auto worstIn = [&](std::size_t c) {
        std::pair<const Vec6 *, double> worst{nullptr, -1};
        for (const Vec6 *f : near.forces(c))
            if (const double s = openingStress(net, o, *f).total; s > worst.second) worst = {f, s};
        return worst;
    };
    const Governing g = governing(context, [&](std::size_t c) {
        return worstIn(c).second * context.omega(c, memberOmega) / tube.material.yield;
    });
    const Vec6 &f = *worstIn(g.loadCase).first;
    const double allowable = tube.material.yield / context.omega(g.loadCase, memberOmega);
    Check check = context.begin(
        CheckKind::Opening, fmt::format("opening/{}/{}", tube.name, o.purpose), tube.name,
        fmt::format("{}: what the {} opening leaves", context.called(tube.name), o.purpose), g.loadCase);
    const OpeningStress s = openingStress(net, o, f);
    check.demand = s.total;
    check.capacity = allowable;
    check.unit = "MPa";
    check.utilization = s.total / allowable;
    check.at = tube.axesAt(o.station).origin;
    addOpeningWorking(check.working, net, o, f, s, allowable);
    context.add(std::move(check));
    context.addRung(
        tube.name, fmt::format("{} at the {} opening", context.called(tube.name), o.purpose),
        [&](std::size_t c) { return worstIn(c).second / tube.material.yield; },
        "The beam yields at the opening and bends; nothing comes off.");
}

/// Tubes of shells are members too, ring by ring.
void meetWalls(const CheckContext &context, std::map<std::string, PartWorst> &parts) {
    const auto &walls = context.proof.idealization.walls;
    for (std::size_t w = 0; w < walls.size(); ++w) {
        const MemberStrength strength = memberStrength(walls[w].bar);
        for (std::size_t r = 0; r < walls[w].rings.size(); ++r)
            for (std::size_t c = 0; c < context.caseCount(); ++c)
                parts[walls[w].part].meet(context, c, walls[w].bar, strength,
                                          context.proof.ringForces[c][w][r],
                                          walls[w].axes.origin + walls[w].axes.x * walls[w].rings[r].station);
    }
}

}  // namespace

void checkMembers(const CheckContext &context) {
    const Proof &proof = context.proof;
    const auto &bars = proof.idealization.bars;
    std::vector<MemberStrength> strengths;
    for (const Bar &bar : bars) strengths.push_back(memberStrength(bar));
    std::map<std::string, PartWorst> parts;
    std::vector<PartWorst *> partOf;  // a map's elements stay where they are
    for (const Bar &bar : bars) partOf.push_back(bar.vehicle ? nullptr : &parts[bar.part]);
    auto &barUse = context.out.barUse;
    barUse.assign(context.caseCount(), std::vector<float>(bars.size(), 0));
    for (std::size_t c = 0; c < context.caseCount(); ++c)
        for (std::size_t b = 0; b < bars.size(); ++b) {
            if (!partOf[b]) continue;  // the vehicle's own: checkFrameEnds
            for (const bool atTo : {false, true}) {
                const double use = partOf[b]->meet(context, c, bars[b], strengths[b],
                                                   endForces(proof, c, b, atTo), endPlace(proof, b, atTo));
                barUse[c][b] = std::max(barUse[c][b], static_cast<float>(use));
            }
        }
    meetWalls(context, parts);
    const auto leave = [&](const std::string &part, const Vec3 &at) {
        context.leave({"member/" + part, part, context.called(part),
                       "it is too short to be followed as a bar", "Make it longer, or leave it out.", at});
    };
    for (const armor::BarPart &t : context.assembly.bars)
        if (!parts.contains(t.name)) leave(t.name, t.from);
    for (const armor::SheetPart &p : context.assembly.sheets)
        if (!p.strips.empty() && proof.idealization.plates.empty() && !parts.contains(p.name))
            leave(p.name, p.axes.origin);
    for (const auto &[part, worst] : parts) {
        addChecks(context, part, worst);
        if (!worst.nominal.empty())
            context.addRung(
                part, context.called(part), [&nominal = worst.nominal](std::size_t c) { return nominal[c]; },
                "It bends for good; nothing comes off.");
    }
}

void checkOpenings(const CheckContext &context) {
    for (const armor::BarPart &t : context.assembly.bars)
        for (const armor::TubeOpening &o : t.openings) checkOpening(context, t, o);
}

}  // namespace hefty::proof
