#include <algorithm>
#include <array>
#include <functional>
#include <iterator>
#include <map>
#include <memory>
#include <optional>
#include <regex>
#include <set>

#include <fmt/format.h>

#include "core/base/parallel.h"
#include "core/mechanics/case_subset.h"
#include "core/mechanics/factored_frame.h"
#include "core/proof/checks/checker.h"
#include "core/proof/model/wall_rings.h"
#include "core/proof/prove_under.h"

namespace hefty::proof {
namespace {

/// What is proved, and by what.
struct Subject {
    const armor::Assembly &assembly;
    const rig::Vehicle &vehicle;
    const rig::RigGeometry &rig;
    const stock::Stock &stock;
    const HouseRules &rules;
};

tl::unexpected<Problem> stopped() {
    return fail(ProblemKind::Stopped, "The proof was stopped.", "proof");
}

void addShackleRung(const CheckContext &context, const std::string &id) {
    if (const stock::Shackle *s = context.stock.shackle(id))
        context.out.ladder.push_back({"shackle",
                                      s->name,
                                      s->breakingStrength,
                                      "The shackle breaks and flies with the rope.",
                                      true,
                                      true,
                                      {}});
}

void addRopeRung(const CheckContext &context, const std::string &id) {
    if (const stock::Rope *rope = context.stock.rope(id))
        context.out.ladder.push_back({"rope",
                                      rope->name,
                                      rope->breakingStrength,
                                      "The rope parts and whips back along its line.",
                                      true,
                                      true,
                                      {}});
}

void addBoughtRungs(const CheckContext &context) {
    if (!context.hasLadder()) return;
    if (const armor::Anchor *anchor = context.pulledAt()) {
        addRopeRung(context, anchor->snatchRope);
        return addShackleRung(context, anchor->shackle);
    }
    if (const armor::ReceiverTube *block = context.pulledBlock()) {
        addRopeRung(context, block->snatchRope);
        return addShackleRung(context, block->shackle);
    }
    if (!context.assembly.winch) return;
    addRopeRung(context, context.assembly.winch->rope);
    if (!context.assembly.anchors.empty()) addShackleRung(context, context.assembly.anchors.front().shackle);
}

std::string withoutSide(const std::string &text) {
    static const std::regex side(R"(\b(left|right) |(\.|, )(left|right)\b)");
    return std::regex_replace(text, side, "");
}

/// The left and the right part of a symmetric piece stand on one rung; of what has one name, as the two walls
/// that a tab goes through, the weaker.
/// @pre weakest first
void joinSides(std::vector<Rung> &ladder) {
    constexpr double alike = 0.01;
    for (std::size_t i = 0; i < ladder.size(); ++i)
        ladder.erase(std::remove_if(ladder.begin() + static_cast<std::ptrdiff_t>(i) + 1, ladder.end(),
                                    [&](const Rung &r) {
                                        return r.part == ladder[i].part && r.title == ladder[i].title;
                                    }),
                     ladder.end());
    std::vector<std::string> plain;
    for (const Rung &r : ladder) plain.push_back(withoutSide(r.title));
    for (std::size_t i = 0; i < ladder.size(); ++i)
        for (std::size_t j = ladder.size(); j-- > i + 1;) {
            if (plain[i] != plain[j] || ladder[i].title == ladder[j].title) continue;
            if (std::abs(ladder[i].letsGoAt - ladder[j].letsGoAt) > alike * ladder[i].letsGoAt) continue;
            ladder[i].title = plain[i] + " (both)";
            ladder.erase(ladder.begin() + static_cast<std::ptrdiff_t>(j));
            plain.erase(plain.begin() + static_cast<std::ptrdiff_t>(j));
            break;
        }
}

void measureMoves(Proof &proof) {
    for (const mechanics::CaseSolution &s : proof.solution.cases) {
        double most = 0;
        for (const mechanics::FrameBeam &b : proof.idealization.model.beams)
            for (const int n : {b.from, b.to})
                most = std::max(most, s.displacements[static_cast<std::size_t>(n)].head<3>().norm());
        for (const mechanics::FrameShell &shell : proof.idealization.model.shells)
            for (const int n : shell.nodes)
                most = std::max(most, s.displacements[static_cast<std::size_t>(n)].head<3>().norm());
        proof.largestMove.push_back(static_cast<float>(most));
    }
}

using Family = void (*)(const CheckContext &);

/// Those that tell what a load does on its way: a ladder is made of them.
constexpr std::array onTheWay{checkMembers,    checkOpenings,      checkPlates,   checkWelds,
                              checkSeams,      checkPlatesOnWalls, checkTabs,     checkBolts,
                              checkWinchBolts, checkHolds,         checkSlips,    checkReceivers,
                              checkFixings,    checkFrameEnds,     checkBranches, addBoughtRungs};
/// Those that look at a life or a gate.
constexpr std::array besides{checkFatigue, checkToes, checkGates, checkStuds};
/// Those that look at the piece as bars.
constexpr std::array ofBars{checkImpacts, checkStability};

/// The families look at the same solution and know nothing of each other: they run side by side, and their
/// results are put together in this order.
void runChecks(const Subject &of, const std::vector<Family> &families, const std::vector<SheetSpots> &sheets,
               Proof &proof) {
    std::vector<FamilyResults> results(families.size());
    parallel::forUneven(families.size(), [&](std::size_t i) {
        families[i](
            CheckContext{of.assembly, of.vehicle, of.rig, of.stock, of.rules, proof, sheets, results[i]});
    });
    for (FamilyResults &r : results) {
        std::move(r.checks.begin(), r.checks.end(), std::back_inserter(proof.checks));
        std::move(r.unproved.begin(), r.unproved.end(), std::back_inserter(proof.unproved));
        std::move(r.ladder.begin(), r.ladder.end(), std::back_inserter(proof.ladder));
        if (!r.barUse.empty()) proof.barUse = std::move(r.barUse);
        std::move(r.crushOrders.begin(), r.crushOrders.end(), std::back_inserter(proof.crushOrders));
        if (!r.shellUse.empty()) proof.shellUse = std::move(r.shellUse);
        if (!r.tieUse.empty()) proof.tieUse = std::move(r.tieUse);
    }
}

void takeLower(std::vector<Rung> &rungs, const std::vector<Rung> &halved) {
    for (Rung &r : rungs)
        for (const Rung &f : halved)
            if (f.part == r.part && f.title == r.title && f.letsGoAt < r.letsGoAt) {
                r.letsGoAt = f.letsGoAt;
                r.where = f.where;
            }
}

/// The worse of the two sizes where they differ; a ladder's rung the lower.
/// @param least  checks worked less than this keep what one size tells
void takeWorse(Proof &proof, const Proof &halved, double least) {
    std::map<std::string, const Check *> fine;
    for (const Check &c : halved.checks) fine[c.id] = &c;
    for (Check &c : proof.checks) {
        const auto it = fine.find(c.id);
        if (it == fine.end() || !(c.utilization > 0) || c.utilization < least) continue;
        const double shift = it->second->utilization / c.utilization - 1;
        if (shift > mostShift) c = *it->second;
        c.shift = shift;
        if (std::abs(shift) > mostShift)
            c.working.note(
                fmt::format("Shells of half the size move this by {:+.0f} percent: it hangs on the "
                            "mesh. The worse is shown.",
                            100 * shift));
    }
    takeLower(proof.ladder, halved.ladder);
    for (std::size_t i = 0; i < std::min(proof.otherLadders.size(), halved.otherLadders.size()); ++i)
        takeLower(proof.otherLadders[i].rungs, halved.otherLadders[i].rungs);
}

void putInOrder(Proof &proof) {
    std::stable_sort(proof.checks.begin(), proof.checks.end(),
                     [](const Check &a, const Check &b) { return a.utilization > b.utilization; });
    const auto weakestFirst = [](std::vector<Rung> &rungs) {
        std::stable_sort(rungs.begin(), rungs.end(),
                         [](const Rung &a, const Rung &b) { return a.letsGoAt < b.letsGoAt; });
        joinSides(rungs);
    };
    weakestFirst(proof.ladder);
    for (Ladder &l : proof.otherLadders) weakestFirst(l.rungs);
}

/// The ladder of another way than the winch line: the same checks, of that one pull.
Ladder ladderOf(const Subject &of, const std::vector<SheetSpots> &sheets, const Proof &proof,
                const LadderPulls &pulls) {
    Proof one;
    one.idealization = proof.idealization;
    one.duties.ladder = {pulls.anchor, pulls.alike, pulls.rated, {}};
    for (const int pull : pulls.cases) {
        const auto c = static_cast<std::size_t>(pull);
        one.duties.ladder.cases.push_back(static_cast<int>(one.duties.cases.size()));
        one.duties.cases.push_back(proof.duties.cases[c]);
        one.solution.cases.push_back(proof.solution.cases[c]);
        one.ringForces.push_back(proof.ringForces[c]);
    }
    runChecks(of, {onTheWay.begin(), onTheWay.end()}, sheets, one);
    return {pulls.anchor, pulls.alike,
            "What gives first in a recovery at " + of.assembly.labelOf(pulls.anchor), pulls.rated,
            std::move(one.ladder)};
}

/// Of all cases those that govern a check of a proof, or that a ladder is told from; all others leave no
/// trace in it.
/// @param least  checks worked less than this are left alone
std::vector<int> casesThatGovern(const Proof &proof, double least) {
    std::set<int> out{0};
    for (const Check &c : proof.checks)
        if (c.loadCase >= 0 && c.utilization >= least) out.insert(c.loadCase);
    out.insert(proof.duties.ladder.cases.begin(), proof.duties.ladder.cases.end());
    for (const LadderPulls &l : proof.duties.otherLadders) out.insert(l.cases.begin(), l.cases.end());
    return {out.begin(), out.end()};
}

/// Leaves only some cases of the duties and of what they load.
void keepCases(Proof &proof, const std::vector<int> &cases) {
    proof.idealization.model = mechanics::caseSubset(std::move(proof.idealization.model), cases);
    const auto kept = [&cases](const LadderPulls &of) {
        LadderPulls out{of.anchor, of.alike, of.rated, {}};
        for (std::size_t i = 0; i < cases.size(); ++i)
            if (std::find(of.cases.begin(), of.cases.end(), cases[i]) != of.cases.end())
                out.cases.push_back(static_cast<int>(i));
        return out;
    };
    Duties some;
    some.off = std::move(proof.duties.off);
    some.ladder = kept(proof.duties.ladder);
    for (const LadderPulls &l : proof.duties.otherLadders)
        if (LadderPulls k = kept(l); !k.cases.empty()) some.otherLadders.push_back(std::move(k));
    for (const int c : cases)
        some.cases.push_back(std::move(proof.duties.cases[static_cast<std::size_t>(c)]));
    proof.duties = std::move(some);
}

/// Takes the duties out that a person has switched off; what they were is kept.
void switchOff(const std::vector<armor::OffDuty> &off, Proof &proof) {
    if (off.empty()) return;
    std::vector<OffPlace> places;
    for (const armor::OffDuty &d : off) places.push_back({d.place, "", "", d.reason});
    std::vector<int> left;
    for (std::size_t c = 0; c < proof.duties.cases.size(); ++c) {
        const LoadCase &load = proof.duties.cases[c];
        const auto it = std::find_if(places.begin(), places.end(),
                                     [&load](const OffPlace &p) { return p.place == load.place; });
        if (it == places.end() || load.duty == "gravity") {
            left.push_back(static_cast<int>(c));
            continue;
        }
        if (it->what.empty() && !load.arrows.empty()) it->at = load.arrows.front().at;
        it->duty = load.duty;
        it->what = load.what;
        it->dutyClass = load.dutyClass;
        for (const LoadArrow &a : load.arrows) it->force = std::max(it->force, a.force.norm());
    }
    proof.duties.off = std::move(places);
    if (left.size() < proof.duties.cases.size()) keepCases(proof, left);
}

/// Says of what was switched off that it was not looked at.
void tellWhatIsOff(Proof &proof) {
    for (const OffPlace &p : proof.duties.off) {
        if (p.what.empty())
            proof.unproved.push_back({"off/" + p.place, "",
                                      fmt::format("\"{}\", which was switched off", p.place),
                                      "the piece has no such place anymore", "Take it off the list in Load.",
                                      Vec3::Zero(), false, true});
        else
            proof.unproved.push_back(
                {"off/" + p.place, "", p.what, fmt::format("it was switched off: {}", p.reason),
                 "Switch it on again in Load if that no longer holds.", p.at, false, true});
    }
}

/// A proof whose model is factored, and stands where it is: which cases are looked at is open.
struct Begun {
    Proof proof;
    std::optional<mechanics::FactoredFrame> frame;
};

/// The metal of the frame rails, as it is in their wall; none if the stock does not have it.
std::optional<stock::Material> railOf(const Subject &of) {
    const stock::Material *rail = of.stock.material(of.vehicle.railMaterial);
    if (!rail) return std::nullopt;
    return rail->in(of.rig.railWall);
}

Result<std::unique_ptr<Begun>> begin(const Subject &of, Detail detail, double fineness,
                                     const std::stop_token &stop) {
    const std::optional<stock::Material> rail = railOf(of);
    if (!rail)
        return fail(
            ProblemKind::UnknownId,
            "The material \"" + of.vehicle.railMaterial + "\" of the frame rails is not in the stock.",
            "vehicle/railMaterial", "Choose one from the list.");
    auto out = std::make_unique<Begun>();
    auto idealization = idealize(of.assembly, of.rig, *rail, detail, fineness);
    if (!idealization) return tl::unexpected(idealization.error());
    out->proof.idealization = std::move(*idealization);
    out->proof.duties = expandDuties(of.assembly, of.rig, of.stock, of.rules, out->proof.idealization);
    switchOff(of.assembly.off, out->proof);
    if (stop.stop_requested()) return stopped();
    auto frame = mechanics::FactoredFrame::make(out->proof.idealization.model, stop);
    if (!frame) return tl::unexpected(frame.error());
    out->frame.emplace(std::move(*frame));
    return out;
}

/// The proof with one size of shells, not yet in order.
/// @param only  cases to look at; none: all
Result<Proof> finish(const Subject &of, Begun &begun, Detail detail, const std::vector<int> &only,
                     const std::stop_token &stop) {
    Proof &proof = begun.proof;
    if (!only.empty()) keepCases(proof, only);
    if (stop.stop_requested()) return stopped();
    auto solution = begun.frame->solve();
    if (stop.stop_requested()) return stopped();
    if (!solution) return tl::unexpected(solution.error());
    proof.solution = std::move(*solution);
    proof.ringForces = ringForces(proof.idealization, begun.frame->assembly().shells(), proof.solution);
    begun.frame.reset();
    if (!of.assembly.gates.empty()) {
        auto open = openGates(of.assembly, of.rig, *railOf(of), of.rules);
        if (!open) return tl::unexpected(open.error());
        proof.openGates = std::move(*open);
    }
    std::vector<Family> families(onTheWay.begin(), onTheWay.end());
    families.insert(families.end(), besides.begin(), besides.end());
    const std::vector<SheetSpots> sheets = sheetsOf(of.assembly, proof.idealization);
    runChecks(of, families, sheets, proof);
    tellWhatIsOff(proof);
    measureMoves(proof);
    if (detail != Detail::Strips)
        for (const LadderPulls &l : proof.duties.otherLadders)
            proof.otherLadders.push_back(ladderOf(of, sheets, proof, l));
    proof.ladderRated = proof.duties.ladder.rated;
    return std::move(proof);
}

/// Cases of the duties that a choice picks, in order.
using Choice = std::function<std::vector<int>(const Duties &)>;

/// @param choose  cases to look at; none picked: all
Result<Proof> proveOnce(const Subject &of, Detail detail, double fineness, const std::stop_token &stop,
                        const Choice &choose = {}) {
    auto begun = begin(of, detail, fineness, stop);
    if (!begun) return tl::unexpected(begun.error());
    return finish(of, **begun, detail, choose ? choose((*begun)->proof.duties) : std::vector<int>{}, stop);
}

/// The places of each sheet that slides over the ground at which it is dropped on: the one that gives way
/// most under its share of the weight, and the one where that takes most of the room above it.
std::vector<std::size_t> placesToDropOn(const Subject &of, const Proof &proof) {
    using Most = std::pair<double, std::size_t>;  // how much, place
    std::map<std::string, Most> softest, tightest;
    for (std::size_t c = 0; c < proof.duties.cases.size(); ++c)
        for (std::size_t g = 0; g < of.assembly.grounds.size(); ++g) {
            const armor::GroundSpot &ground = of.assembly.grounds[g];
            const int node = proof.idealization.groundNodes[g];
            if (ground.kind != armor::GroundSpot::Kind::Patch || node < 0 ||
                proof.duties.cases[c].place != "skid/" + ground.id)
                continue;
            const auto &moves = proof.solution.cases[c].displacements;
            Most &soft = softest[ground.part];
            soft = std::max(soft,
                            {std::abs(ground.push.dot(moves[static_cast<std::size_t>(node)].head<3>())), g});
            const auto above = roomAbove(proof.idealization, moves, ground, of.vehicle);
            if (above.empty()) continue;
            Most &tight = tightest[ground.part];
            tight = std::max(tight, {above.front().used(), g});
        }
    std::set<std::size_t> out;
    for (const auto &places : {softest, tightest})
        for (const auto &[part, most] : places) out.insert(most.second);
    return {out.begin(), out.end()};
}

/// Looks at the piece as bars, pushed over, buckling, swinging; and at sheets that come down on the ground.
Result<bool> proveBars(const Subject &of, const std::stop_token &stop, Proof &proof) {
    if (stop.stop_requested()) return stopped();
    Result<PushOver> pushed{PushOver{}};
    Result<Stability> stable{Stability{}};
    Result<std::vector<GroundDent>> dents{std::vector<GroundDent>{}};
    parallel::together(
        [&] {
            dents = groundDents(of.assembly, of.vehicle, of.rig, *railOf(of), of.rules,
                                placesToDropOn(of, proof), stop);
        },
        [&] { stable = stability(of.assembly, of.rig, *railOf(of), of.stock, of.rules); },
        [&] { pushed = pushOver(of.assembly, of.rig, *railOf(of), of.rules.mostSet); });
    if (!pushed) return tl::unexpected(pushed.error());
    if (!stable) return tl::unexpected(stable.error());
    if (!dents) return tl::unexpected(dents.error());
    proof.groundDents = std::move(*dents);
    proof.pushOver = std::move(*pushed);
    proof.stability = std::move(*stable);
    return true;
}

/// House: a search asks shells of half the size about what is worked by half or more; to break the rest they
/// would have to double it, where on the demo they move nothing by more than an eighth.
constexpr double workedHalf = 0.5;

bool sound(const Proof &proof) {
    return std::none_of(proof.checks.begin(), proof.checks.end(),
                        [](const Check &c) { return c.utilization > 1; });
}

/// The proof with shells, then with shells of half the size, and as bars. What does not hang on the first is
/// done beside it: the smaller shells are factored before it is known which cases they are asked.
/// @param detail  Halved or HalvedIfSound
Result<Proof> proveTwice(const Subject &of, Detail detail, double fineness, const std::stop_token &stop) {
    const double least = detail == Detail::Halved ? 0 : workedHalf;
    std::stop_source enough;
    const std::stop_callback follow(stop, [&enough] { enough.request_stop(); });
    Result<Proof> proof{Proof{}};
    Result<bool> bars{true};
    Result<std::unique_ptr<Begun>> fine{nullptr};
    bool further = false;
    parallel::together(
        [&] {
            proof = proveOnce(of, Detail::Halved, fineness, stop);
            further = proof && (detail == Detail::Halved || sound(*proof));
            if (further) bars = proveBars(of, stop, *proof);
            if (!further || !bars) enough.request_stop();
        },
        [&] { fine = begin(of, Detail::Halved, 2 * fineness, enough.get_token()); });
    if (!proof) return proof;
    if (stop.stop_requested()) return stopped();
    if (!further) {
        proof->idealization.detail = Detail::Shells;
        return proof;
    }
    if (!bars) return tl::unexpected(bars.error());
    if (!fine) return tl::unexpected(fine.error());
    const std::vector<int> cases = casesThatGovern(*proof, least);
    auto halved = finish(of, **fine, Detail::Halved, cases, stop);
    if (!halved) return tl::unexpected(halved.error());
    for (Check &c : halved->checks)
        if (c.loadCase >= 0) c.loadCase = cases[static_cast<std::size_t>(c.loadCase)];
    takeWorse(*proof, *halved, least);
    runChecks(of, {ofBars.begin(), ofBars.end()}, {}, *proof);
    return proof;
}

}  // namespace

Result<Proof> prove(const armor::Assembly &assembly, const rig::Vehicle &vehicle, const rig::RigGeometry &rig,
                    const stock::Stock &stock, const HouseRules &rules, const std::stop_token &stop,
                    Detail detail, double fineness) {
    const Subject of{assembly, vehicle, rig, stock, rules};
    const bool closest = detail == Detail::Halved || detail == Detail::HalvedIfSound;
    auto proof = closest ? proveTwice(of, detail, fineness, stop) : proveOnce(of, detail, fineness, stop);
    if (!proof) return proof;
    if (stop.stop_requested()) return stopped();
    putInOrder(*proof);
    return proof;
}

Result<Proof> proveUnder(const armor::Assembly &assembly, const rig::Vehicle &vehicle,
                         const rig::RigGeometry &rig, const stock::Stock &stock, const HouseRules &rules,
                         const std::vector<std::string> &duties, const std::stop_token &stop, Detail detail) {
    auto proof = proveOnce({assembly, vehicle, rig, stock, rules}, detail, 1, stop, [&](const Duties &d) {
        std::vector<int> out;
        for (std::size_t c = 0; c < d.cases.size(); ++c)
            if (std::find(duties.begin(), duties.end(), d.cases[c].id) != duties.end())
                out.push_back(static_cast<int>(c));
        return out;
    });
    if (proof) putInOrder(*proof);
    return proof;
}

}  // namespace hefty::proof
