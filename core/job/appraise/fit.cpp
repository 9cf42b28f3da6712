#include "core/job/appraise/fit.h"

#include <algorithm>
#include <cmath>
#include <map>

#include <fmt/format.h>

#include "core/base/constants.h"
#include "core/clearance/sweeps.h"
#include "core/job/appraise/airflow.h"
#include "core/job/appraise/gate_paths.h"
#include "core/job/appraise/in_view.h"
#include "core/job/appraise/parts_through.h"
#include "core/job/names.h"

namespace hefty::job {
namespace {

using clearance::ConvexBody;
using clearance::SweepGap;
using measure::Quantity;

working::Working gapWorking(const std::string &title, const SweepGap &g, bool swings, const char *source) {
    working::Working w;
    w.title = title;
    w.given("g₀", "gap wanted all the way", g.wanted, "mm", "measured");
    const double at = swings ? degrees(g.at) : g.at;
    const char *unit = swings ? "°" : "mm";
    if (g.touches)
        w.step("s", "where they first touch", "bisection between free and touching", "",
               swings ? degrees(*g.touches) : *g.touches, unit, source);
    else
        w.step("s", "where the gap is smallest", "walked along the whole way", "", at, unit, source);
    w.step("g", "smallest gap", "convex bodies, GJK distance", "", g.smallest, "mm", source);
    w.note("Parts as drawn: add what hinges sag, doors flex and coating takes.");
    return w;
}

class FitFinder {
  public:
    FitFinder(const Job &job, const armor::Assembly &assembly, const rig::Stood &stood, std::stop_token stop)
        : m_job(job),
          m_assembly(assembly),
          m_stood(stood),
          m_stop(std::move(stop)),
          m_bodies(bodiesToFit(assembly)) {}

    Result<std::vector<FitProblem>> run() {
        if (auto r = things(); !r) return tl::unexpected(r.error());
        if (m_stop.stop_requested()) return std::move(m_out);
        if (auto r = wheels(); !r) return tl::unexpected(r.error());
        if (auto r = gates(); !r) return tl::unexpected(r.error());
        if (auto r = take(ownGatesPast(m_assembly, m_bodies, m_stop)); !r) return tl::unexpected(r.error());
        if (auto r = take(tiresThrough(m_assembly, m_bodies)); !r) return tl::unexpected(r.error());
        if (auto r = take(ownPartsThrough(m_assembly, m_bodies, m_stop)); !r)
            return tl::unexpected(r.error());
        if (auto r = tools(); !r) return tl::unexpected(r.error());
        return std::move(m_out);
    }

  private:
    Result<bool> take(Result<std::vector<FitProblem>> problems) {
        if (!problems) return tl::unexpected(problems.error());
        std::move(problems->begin(), problems->end(), std::back_inserter(m_out));
        return true;
    }

    Result<bool> things() {
        std::vector<clearance::Sweep> sweeps;
        for (const rig::MovingThing &t : m_job.vehicle.moving) {
            const rig::MotionKind *kind = rig::motionKind(t.motion);
            if (!kind) continue;  // the reader has said so
            sweeps.push_back({t.id, t.low, t.high,
                              kind->swings ? clearance::Motion::Swing : clearance::Motion::Slide, t.hinge,
                              kind->axis, t.reach, t.gap});
        }
        const auto found = clearance::sweep(m_bodies, sweeps);
        if (!found) return tl::unexpected(found.error());
        const auto past = clearance::sweep(openGates(), sweeps);
        if (!past) return tl::unexpected(past.error());
        for (SweepGap g : *found) {
            if (isOnGate(g.body)) {  // its gate is opened before
                const auto open = std::find_if(past->begin(), past->end(), [&g](const SweepGap &o) {
                    return o.id == g.id && o.body == g.body;
                });
                if (open == past->end()) continue;
                g = *open;
            }
            const auto it = std::find_if(m_job.vehicle.moving.begin(), m_job.vehicle.moving.end(),
                                         [&g](const rig::MovingThing &t) { return t.id == g.id; });
            addThing(*it, g);
        }
        return true;
    }

    [[nodiscard]] bool isOnGate(const std::string &part) const {
        return std::any_of(m_assembly.gates.begin(), m_assembly.gates.end(),
                           [&part](const armor::Gate &g) { return g.swings(part); });
    }

    [[nodiscard]] std::vector<ConvexBody> openGates() const {
        std::vector<ConvexBody> out;
        for (const armor::Gate &g : m_assembly.gates)
            for (ConvexBody &b : swung(m_bodies, g, g.opens)) out.push_back(std::move(b));
        return out;
    }

    void addThing(const rig::MovingThing &t, const SweepGap &g) {
        const bool swings = rig::motionKind(t.motion)->swings;
        const Quantity way = swings ? Quantity::Angle : Quantity::Length;
        FitProblem p;
        p.id = fmt::format("sweep/{}/{}", t.id, g.body);
        const std::string part =
            isOnGate(g.body) ? fmt::format("{}, swung open,", called(g.body)) : called(g.body);
        if (g.touches)
            p.sentence = {fmt::format("{} meets {} after {{0}} of its {{1}}.", t.name, part),
                          {{*g.touches, way}, {t.reach, way}}};
        else
            p.sentence = {
                fmt::format("{} passes {} at {{0}}, {{1}} along its way; {{2}} is wanted.", t.name, part),
                {{g.smallest, Quantity::DrilledLength}, {g.at, way}, {g.wanted, Quantity::Length}}};
        finish(std::move(p), g,
               gapWorking(fmt::format("{} on its way past {}", t.name, g.body), g, swings,
                          "sweep (docs/methods.md)"));
    }

    /// A bent bar is several bodies of one name: what comes first is nearest.
    void finish(FitProblem p, const SweepGap &g, working::Working w) {
        if (std::any_of(m_out.begin(), m_out.end(), [&p](const FitProblem &o) { return o.id == p.id; }))
            return;
        p.part = g.body;
        p.value = g.smallest;
        p.limit = g.wanted;
        p.at = g.onBody;
        p.working = std::move(w);
        m_out.push_back(std::move(p));
    }

    Result<bool> wheels() {
        const rig::Vehicle &v = m_job.vehicle;
        const auto lock = v.value("steerLock"), pins = v.value("kingPins");
        if (!lock || !pins) return true;  // asked for among the data
        constexpr double wanted = 15;
        std::vector<clearance::SteeredWheel> list;
        // In the body's own axes: as measured, the wheels stand higher or lower by what tire and load do.
        const double up = m_stood.frontAxleRise - m_stood.frontRise;
        const double bump = std::max(0.0, v.value("frontBump").value_or(0) - up);
        for (const double side : {1.0, -1.0}) {
            const Vec3 center(0, side * m_stood.front.track / 2,
                              m_stood.front.loadedRadius - m_stood.frontRise);
            const Vec3 pin(0, side * *pins / 2, center.z());
            // The free radius at the top is a little more than the loaded one: the tread is not pressed
            // there.
            list.push_back({side > 0 ? "left" : "right", center, freeRadius(), m_stood.front.width, pin,
                            *lock, bump, wanted});
        }
        const auto found = clearance::wheelSweep(m_bodies, list);
        if (!found) return tl::unexpected(found.error());
        for (const SweepGap &g : *found) {
            FitProblem p;
            p.id = fmt::format("wheel/{}/{}", g.id, g.body);
            if (g.touches)
                p.sentence = {
                    fmt::format("The {} front tire meets {} at {{0}} of lock.", g.id, called(g.body)),
                    {{std::abs(*g.touches), Quantity::Angle}}};
            else
                p.sentence = {fmt::format("The {} front tire passes {} at {{0}}; {{1}} is wanted.", g.id,
                                          called(g.body)),
                              {{g.smallest, Quantity::DrilledLength}, {g.wanted, Quantity::Length}}};
            finish(std::move(p), g,
                   gapWorking(fmt::format("{} front tire at lock and bump past {}", g.id, g.body), g, true,
                              "wheel as a cylinder about its king pin (docs/methods.md)"));
        }
        return true;
    }

    /// The piece's own gates past what stands on the vehicle. Seen from the gate the vehicle turns the other
    /// way: so each box is swept, and the gate stands still.
    Result<bool> gates() {
        const rig::Vehicle &v = m_job.vehicle;
        for (const armor::Gate &g : m_assembly.gates) {
            std::vector<ConvexBody> swinging;
            for (const ConvexBody &b : m_bodies)
                if (g.swings(b.id)) swinging.push_back(b);
            std::vector<clearance::Sweep> sweeps;
            const auto add = [&](const std::string &id, const Vec3 &low, const Vec3 &high, double gap) {
                sweeps.push_back(
                    {id, low, high, clearance::Motion::Swing, g.low, g.high - g.low, -g.opens, gap});
            };
            for (const rig::KeepOut &k : v.keepOuts) add(k.id, k.low, k.high, k.gap);
            for (const rig::MovingThing &t : v.moving) add(t.id, t.low, t.high, t.gap);
            const auto found = clearance::sweep(swinging, sweeps);
            if (!found) return tl::unexpected(found.error());
            for (const SweepGap &gap : *found) addGate(g, nameOf(gap.id), gap);
        }
        return true;
    }
    [[nodiscard]] std::string called(const std::string &part) const { return asObject(m_assembly, part); }
    /// "1 of the left bracket"
    [[nodiscard]] std::string boltOf(const std::string &id) const {
        for (const armor::BoltJoint &m : m_assembly.mounts)
            if (id.starts_with(m.name + "/")) return id.substr(m.name.size() + 1) + " of " + called(m.part);
        return id;
    }
    [[nodiscard]] std::string nameOf(const std::string &id) const {
        for (const rig::KeepOut &k : m_job.vehicle.keepOuts)
            if (k.id == id) return k.name;
        for (const rig::MovingThing &t : m_job.vehicle.moving)
            if (t.id == id) return t.name;
        return id;
    }

    void addGate(const armor::Gate &gate, const std::string &thing, const SweepGap &g) {
        const std::string part = m_assembly.labelOf(g.body);
        FitProblem p;
        p.id = fmt::format("gate/{}/{}/{}", gate.name, g.id, g.body);
        const double all = std::abs(gate.opens);
        if (g.touches && std::abs(*g.touches) < 1e-9)
            p.sentence = fmt::format("Shut already, the {} stands in {}.", part, thing);
        else if (g.touches)
            p.sentence = {fmt::format("Swung out, the {} meets {} after {{0}} of {{1}}.", part, thing),
                          {{std::abs(*g.touches), Quantity::Angle}, {all, Quantity::Angle}}};
        else
            p.sentence = {
                fmt::format("Swung out, the {} passes {} at {{0}}, at {{1}} of its way; {{2}} is wanted.",
                            part, thing),
                {{g.smallest, Quantity::DrilledLength},
                 {std::abs(g.at), Quantity::Angle},
                 {g.wanted, Quantity::Length}}};
        finish(std::move(p), g,
               gapWorking(fmt::format("{} on its way past {}", part, thing), g, true,
                          "sweep, seen from the gate (docs/methods.md)"));
    }

    [[nodiscard]] double freeRadius() const {
        const rig::Loadout &l = m_job.vehicle.loadout;
        const rig::TireOption *t = l.tire(l.standsOn.empty() ? l.measuredOn : l.standsOn);
        const auto size = t ? rig::readTireSize(t->code) : Result<rig::TireSize>(rig::TireSize{});
        return std::max(size ? size->radius() : 0.0, m_stood.front.loadedRadius);
    }

    Result<bool> tools() {
        std::vector<clearance::ToolSpace> list;
        for (const armor::BoltJoint &m : m_assembly.mounts)
            for (std::size_t i = 0; i < m.at.size(); ++i) {
                clearance::ToolSpace t;
                t.id = m.name + "/" + m.ids[i];
                // The head stands on the plate, on the side that looks away from the frame.
                t.axis = m.axis;
                t.from = m.at[i] + m.axis.normalized() * (m.plateThickness / 2 + 1);
                t.radius = socketRadius * std::max(m.diameter, 6.0);
                t.length = socketLength;
                t.ignores = {m.part};
                list.push_back(std::move(t));
            }
        const auto found = clearance::toolAccess(m_bodies, list);
        if (!found) return tl::unexpected(found.error());
        for (const SweepGap &g : *found) {
            FitProblem p;
            p.id = fmt::format("access/{}/{}", g.id, g.body);
            p.severity = Severity::Note;  // an open wrench, or bolting up before the part is on, may do
            p.sentence = {
                fmt::format("No socket gets onto bolt {}: {} is in its way ({{0}} of room is needed).",
                            boltOf(g.id), called(g.body)),
                {{socketLength, Quantity::Length}}};
            working::Working w;
            w.title = "Room for a socket on bolt " + boltOf(g.id);
            w.given("l", "length of socket and ratchet", socketLength, "mm", "house value")
                .given("r", "radius of the socket over the bolt's diameter", socketRadius, "", "house value")
                .note(g.body + " reaches into that cylinder.");
            finish(std::move(p), g, std::move(w));
        }
        return true;
    }

    const Job &m_job;
    const armor::Assembly &m_assembly;
    const rig::Stood &m_stood;
    std::stop_token m_stop;
    std::vector<ConvexBody> m_bodies;
    std::vector<FitProblem> m_out;
};

}  // namespace

Result<std::vector<FitProblem>> fitProblems(const Job &job, const armor::Assembly &assembly,
                                            const rig::Stood &stood, const std::stop_token &stop) {
    return FitFinder(job, assembly, stood, stop).run();
}

namespace {

/// What is left of the radiator's face, if less than the house asks for.
void addAirflow(Appraisal &a, const Job &job) {
    const auto air = airflowOf(job.vehicle, shapesOf(a));
    if (!air || air->governs.empty() || air->share >= job.rules.leastAirflow) return;
    const PieceAppraisal &piece = a.pieces[air->pieceIndex];
    Finding f;
    f.id = "airflow";
    f.severity = Severity::Fix;
    f.stop = "layout";
    f.piece = piece.id;
    f.subject = air->governs;
    f.sentence = {
        fmt::format("{:.0f} percent of the radiator's face stays open, seen from ahead; {:.0f} are wanted. "
                    "The {} covers most.",
                    100 * air->share, 100 * job.rules.leastAirflow, piece.assembly->labelOf(air->governs)),
        {}};
    f.value = air->share;
    f.limit = job.rules.leastAirflow;
    f.quantity = Quantity::Ratio;
    f.at = air->at;
    f.working = air->working;
    a.findings.push_back(std::move(f));
}

}  // namespace

void addFit(Appraisal &a, const Job &job, const std::stop_token &stop) {
    const auto found = [&](const std::string &piece, FitProblem p) {
        Finding f;
        f.id = std::move(p.id);
        f.severity = p.severity;
        f.stop = "layout";
        f.piece = piece;
        f.subject = std::move(p.part);
        f.sentence = std::move(p.sentence);
        f.value = p.value;
        f.limit = p.limit;
        f.quantity = Quantity::DrilledLength;
        f.at = p.at;
        f.working = std::move(p.working);
        a.findings.push_back(std::move(f));
    };
    const auto take = [&](const std::string &piece, Result<std::vector<FitProblem>> problems) {
        if (!problems) {
            const Problem &p = problems.error();
            FitProblem wrong;
            wrong.id = "fit/" + p.where;
            wrong.part = p.where;
            wrong.sentence = p.message + (p.remedy.empty() ? "" : " " + p.remedy);
            return found(piece, std::move(wrong));
        }
        for (FitProblem &p : *problems) found(piece, std::move(p));
    };
    for (std::size_t i = 0; i < a.pieces.size(); ++i) {
        const PieceAppraisal &piece = a.pieces[i];
        if (!piece.assembly || !a.stood) continue;
        auto problems = fitProblems(job, piece.shape(), *a.stood, stop);
        if (stop.stop_requested()) return;
        take(piece.id, std::move(problems));
        for (std::size_t k = 0; k < i; ++k)
            if (a.pieces[k].assembly)
                take(piece.id,
                     partsThrough(*piece.assembly, piece.id, bodiesToFit(*piece.assembly), a.pieces[k]));
        for (const PieceAppraisal &other : a.pieces)
            if (other.assembly && other.id != piece.id) take(piece.id, gatesPast(piece.shape(), other, stop));
    }
    addAirflow(a, job);
    addInView(a, job);
    a.fitDone = true;
    worstFirst(a.findings);
}

}  // namespace hefty::job
