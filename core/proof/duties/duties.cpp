#include "core/proof/duties/duties.h"

#include <algorithm>
#include <array>
#include <cassert>
#include <cmath>
#include <tuple>

#include <fmt/format.h>
#include <Eigen/Eigenvalues>
#include <Eigen/QR>

#include "core/base/constants.h"

namespace hefty::proof {
namespace {

struct Direction {
    const char *id;
    const char *title;
    double side, lift;
};

class Expander {
  public:
    Expander(const armor::Assembly &assembly, const rig::RigGeometry &rig, const stock::Stock &stock,
             const HouseRules &rules, Idealization &idealization)
        : m_assembly(assembly), m_rig(rig), m_stock(stock), m_rules(rules), m_model(idealization) {}

    Duties run() {
        gatherHung();
        addGravityOnly();
        if (m_assembly.winch && m_model.drumNode >= 0 && m_model.fairleadNode >= 0) {
            addWinch();
            addDoubleLine();
        }
        addRecovery();
        for (const Hung &h : m_hung) addSnatch(h);
        for (std::size_t i = 0; i < m_model.stepNodes.size(); ++i) addStep(i);
        for (std::size_t i = 0; i < m_model.jackNodes.size(); ++i) addJack(i);
        for (std::size_t i = 0; i < m_model.groundNodes.size(); ++i) addGround(i);
        if (!m_assembly.wheels.empty()) addCarrier();
        if (m_model.couplingNode >= 0) addTowing();
        return std::move(m_out);
    }

  private:
    /// Where a shackle is hung: in the hole of a tab, or in the block in a receiver.
    struct Hung {
        std::string part, shackle, snatchRope;
        Vec3 forward;
        const armor::Anchor *tab = nullptr;
        std::size_t receiver = 0;  ///< if it is no tab
    };
    /// Where something acts.
    struct Place {
        std::string id, what;  ///< "recovery/tab.left", "Recovery from left tab"
    };
    /// One of the ways in which it acts there.
    struct Way {
        std::string id, text;  ///< "left-up", " to the left and up"; empty: there is only one
    };
    /// A case without a load, in the model and in the list.
    int begin(const char *duty, const Place &place, const Way &way = {},
              DutyClass dutyClass = DutyClass::Working, bool weighted = true) {
        LoadCase c;
        c.id = way.id.empty() ? place.id : place.id + "/" + way.id;
        c.duty = duty;
        c.place = place.id;
        c.what = place.what;
        c.title = place.what + way.text;
        c.way = way.text.substr(std::min(way.text.size(), way.text.find_first_not_of(", ")));
        c.dutyClass = dutyClass;
        const int index = static_cast<int>(m_model.model.cases.size());
        m_model.model.cases.push_back(c.id);
        m_out.cases.push_back(std::move(c));
        if (weighted) m_model.model.accelerations.push_back({index, Vec3(0, 0, -standardGravity)});
        return index;
    }

    void push(int loadCase, int node, const Vec3 &at, const Vec3 &force, const Vec3 &arrowAt) {
        const Vec3 nodeAt = m_model.model.nodes[static_cast<std::size_t>(node)].at;
        m_model.model.nodeLoads.push_back({loadCase, node, force, (at - nodeAt).cross(force)});
        m_out.cases[static_cast<std::size_t>(loadCase)].arrows.push_back({arrowAt, force});
    }

    [[nodiscard]] bool canPull(const armor::Anchor &a) const {
        return m_model.anchorNodes.contains(a.name) || m_model.anchorRims.contains(a.name);
    }

    /// A shackle's pull at a hole: on its node, or spread over the rim as the pin bears on it.
    void pullAnchor(int loadCase, const armor::Anchor &a, const Vec3 &force) {
        m_out.cases[static_cast<std::size_t>(loadCase)].anchors.push_back(a.name);
        if (const auto node = m_model.anchorNodes.find(a.name); node != m_model.anchorNodes.end())
            return push(loadCase, node->second, a.hole, force, a.hole);
        const Rim &rim = m_model.anchorRims.at(a.name);
        for (mechanics::NodeLoad l : spreadOverRim(m_model.model, rim, force)) {
            l.loadCase = loadCase;
            m_model.model.nodeLoads.push_back(l);
        }
        m_out.cases[static_cast<std::size_t>(loadCase)].arrows.push_back({a.hole, force});
    }

    /// Where something can be pulled at by a shackle.
    void gatherHung() {
        for (const armor::Anchor &a : m_assembly.anchors)
            if (canPull(a)) m_hung.push_back({a.name, a.shackle, a.snatchRope, a.forward, &a});
        for (std::size_t i = 0; i < m_assembly.receivers.size(); ++i)
            if (const armor::ReceiverTube &r = m_assembly.receivers[i];
                !r.shackle.empty() && m_model.receiverNodes[i] >= 0)
                m_hung.push_back({r.part, r.shackle, r.snatchRope, r.way, nullptr, i});
    }
    void pullHung(int loadCase, const Hung &h, const Vec3 &force) {
        if (h.tab) return pullAnchor(loadCase, *h.tab, force);
        const Vec3 &hole = m_assembly.receivers[h.receiver].hole;
        m_out.cases[static_cast<std::size_t>(loadCase)].anchors.push_back(h.part);
        push(loadCase, m_model.receiverNodes[h.receiver], hole, force, hole);
    }

    /// The way of a pull at a shackle: to its own left and up from the way that it points.
    static Vec3 pullDirection(const Vec3 &forward, double side, double lift) {
        const Vec3 left = Vec3::UnitZ().cross(forward);
        return (forward * std::cos(side) + left * std::sin(side)) * std::cos(lift) +
               Vec3::UnitZ() * std::sin(lift);
    }
    /// The way of a pull at a shackle in words. One behind looks back: what it calls its left is the
    /// vehicle's right.
    static Way wayOf(const Vec3 &forward, const char *id, double side, double lift) {
        const bool back = forward.x() < 0;
        const std::string upDown = lift > 0 ? "up" : "down";
        if (side == 0 && lift == 0) return {id, back ? " straight back" : " straight ahead"};
        if (side == 0) return {id, " " + upDown + "ward"};
        const std::string left = back ? "the vehicle's right" : "the left";
        const std::string right = back ? "the vehicle's left" : "the right";
        return {id, " to " + (side > 0 ? left : right) + (lift == 0 ? "" : " and " + upDown)};
    }
    [[nodiscard]] Place placeOf(const char *duty, const char *what, const std::string &part) const {
        return {fmt::format("{}/{}", duty, part), what + m_assembly.labelOf(part)};
    }

    void addGravityOnly() { begin("gravity", {"gravity", "Standing still, own weight"}); }

    /// 1: the rope goes out ahead, -1: behind.
    [[nodiscard]] double winchWay() const {
        return m_assembly.winch->fairleadAt.x() >= m_assembly.winch->drum.x() ? 1 : -1;
    }
    /// Left and right are the vehicle's, whichever way the rope goes out.
    [[nodiscard]] std::vector<Direction> winchCone() const {
        const double s = m_rules.coneSide, u = m_rules.coneUp, d = -m_rules.coneDown;
        return {{"straight", winchWay() > 0 ? "straight ahead" : "straight back", 0, 0},
                {"left-up", "to the left and up", s, u},
                {"left-down", "to the left and down", s, d},
                {"right-up", "to the right and up", -s, u},
                {"right-down", "to the right and down", -s, d}};
    }
    [[nodiscard]] Vec3 winchLine(double side, double lift) const {
        const Vec3 ahead = lineDirection(side, lift);
        return {winchWay() * ahead.x(), ahead.y(), ahead.z()};
    }

    /// Where the rope turns: on its straight way from the drum if that passes through the opening, else at
    /// the edge of the opening.
    [[nodiscard]] Vec3 turningPoint(const Vec3 &drum, const Vec3 &out, double ropeDiameter) const {
        const armor::WinchMount &w = *m_assembly.winch;
        const double ahead = w.fairleadAt.x() - drum.x();
        const double y = std::max(0.0, (w.openingWidth - ropeDiameter) / 2);
        const double z = std::max(0.0, (w.openingHeight - ropeDiameter) / 2);
        return {
            w.fairleadAt.x(), std::clamp(drum.y() + ahead * out.y() / out.x(), -y, y),
            w.fairleadAt.z() + std::clamp(drum.z() - w.fairleadAt.z() + ahead * out.z() / out.x(), -z, z)};
    }

    void applyLine(int loadCase, double T, const Vec3 &out, double drumSide) {
        const armor::WinchMount &w = *m_assembly.winch;
        const Vec3 drum = w.drum + Vec3(0, drumSide * w.drumWidth / 2, 0);
        const stock::Rope *rope = m_stock.rope(w.rope);
        const Vec3 turn = turningPoint(drum, out, rope ? rope->diameter : 0);
        const Vec3 in = (turn - drum).normalized();
        push(loadCase, m_model.drumNode, drum, in * T, drum);
        const Vec3 change = (out - in) * T;
        if (change.norm() > 1e-9 * T) push(loadCase, m_model.fairleadNode, turn, change, turn);
        m_out.cases[static_cast<std::size_t>(loadCase)].linePull = T;
    }

    void addWinch() {
        const armor::WinchMount &w = *m_assembly.winch;
        const double rated = m_stock.winch(w.winch)->ratedPull;
        const double breaks = m_stock.rope(w.rope)->breakingStrength;
        constexpr std::array<std::pair<double, const char *>, 3> places{
            {{0, "rope in the middle"},
             {1, "rope at the left of the drum"},
             {-1, "rope at the right of the drum"}}};
        m_out.ladder.rated = rated;
        for (const Direction &d : winchCone())
            for (const auto &[side, drum] : places) {
                const Way way{fmt::format("{}/{}", d.id, side == 0 ? "mid" : (side > 0 ? "left" : "right")),
                              fmt::format(" {}, {}", d.title, drum)};
                const Vec3 out = winchLine(d.side, d.lift);
                applyLine(begin("winch", {"winch", "Winch pull"}, way), rated * m_rules.shockFactor, out,
                          side);
                const int survival =
                    begin("winch", {"winch/rope-breaks", "Winch rope loaded until it breaks"}, way,
                          DutyClass::Survival);
                applyLine(survival, breaks, out, side);
                m_out.ladder.cases.push_back(survival);
            }
    }

    void addDoubleLine() {
        const double T = m_stock.winch(m_assembly.winch->winch)->ratedPull * m_rules.shockFactor;
        for (const armor::Anchor &a : m_assembly.anchors) {
            if (!canPull(a) || a.forward.x() * winchWay() < 0)
                continue;  // the rope comes back to the side that it went out on
            const int c =
                begin("double-line", placeOf("double-line", "Double line through a block, back to ", a.name));
            const Vec3 line = winchLine(0, 0);
            applyLine(c, T, line, 0);
            pullAnchor(c, a, line * T);
        }
    }

    void addRecovery() {
        const double s = m_rules.recoverySide, l = m_rules.recoveryLift;
        const std::array<std::tuple<const char *, double, double>, 9> cone{{{"straight", 0, 0},
                                                                            {"left", s, 0},
                                                                            {"right", -s, 0},
                                                                            {"up", 0, l},
                                                                            {"down", 0, -l},
                                                                            {"left-up", s, l},
                                                                            {"left-down", s, -l},
                                                                            {"right-up", -s, l},
                                                                            {"right-down", -s, -l}}};
        for (const Hung &h : m_hung) {
            const stock::Shackle *shackle = m_stock.shackle(h.shackle);
            if (!shackle) continue;
            LadderPulls pulls{h.part, {h.part}, shackle->workingLoad, {}};
            for (const auto &[id, side, lift] : cone) {
                const int c = begin("recovery", placeOf("recovery", "Recovery from ", h.part),
                                    wayOf(h.forward, id, side, lift));
                pullHung(c, h, pullDirection(h.forward, side, lift) * shackle->workingLoad);
                m_out.cases.back().linePull = shackle->workingLoad;
                pulls.cases.push_back(c);
            }
            addRecoveryLadder(std::move(pulls));
        }
        addBridle();
    }

    /// One for every kind of tab: those that only differ in their side are alike.
    void addRecoveryLadder(LadderPulls pulls) {
        const armor::Anchor *tab = anchor(pulls.anchor);
        for (LadderPulls &known : m_out.otherLadders) {
            const armor::Anchor *other = anchor(known.anchor);
            if (!tab || !other) continue;
            const armor::Anchor &a = *tab, &o = *other;
            if (!o.hole.cwiseAbs().isApprox(a.hole.cwiseAbs(), 1e-9) || o.thickness != a.thickness ||
                o.shackle != a.shackle)
                continue;
            known.alike.push_back(a.name);
            return;
        }
        m_out.otherLadders.push_back(std::move(pulls));
    }
    [[nodiscard]] const armor::Anchor *anchor(const std::string &name) const {
        for (const armor::Anchor &a : m_assembly.anchors)
            if (a.name == name) return &a;
        return nullptr;
    }

    void addBridle() {
        if (m_assembly.anchors.size() != 2 || !canPull(m_assembly.anchors[0]) ||
            !canPull(m_assembly.anchors[1]))
            return;
        const stock::Shackle *shackle = m_stock.shackle(m_assembly.anchors[0].shackle);
        if (!shackle) return;
        const double b = m_rules.bridleAngle / 2;
        // The legs may each carry the shackle's working load: the pull is then 2 P cos b.
        const int c = begin("recovery", {"recovery/bridle", "Recovery by a bridle from both tabs"});
        for (const armor::Anchor &a : m_assembly.anchors) {
            const double toward = a.hole.y() > 0 ? -b : b;
            pullAnchor(
                c, a,
                pullDirection(a.forward, a.forward.x() < 0 ? -toward : toward, 0) * shackle->workingLoad);
        }
        m_out.cases.back().linePull = 2 * shackle->workingLoad * std::cos(b);
    }

    void addStep(std::size_t i) {
        const armor::StepSpot &s = m_assembly.steps[i];
        const int c = begin("step", {fmt::format("step/{}", s.id.empty() ? s.part : s.id),
                                     "Someone standing on " + m_assembly.labelOf(s.part)});
        push(c, m_model.stepNodes[i], s.at, Vec3(0, 0, -m_rules.stepLoad), s.at);
    }

    void addSnatch(const Hung &h) {
        const stock::Rope *rope = m_stock.rope(h.snatchRope);
        const stock::Shackle *shackle = m_stock.shackle(h.shackle);
        if (!rope || !shackle || !(m_rules.snatchSpeed > 0)) return;
        const double pull =
            std::min(asMeasured(*rope, m_rules).snatchForce(m_rig.worst.total, m_rules.snatchSpeed),
                     shackle->breakingStrength);
        // In the same directions the recovery's own load covers a softer snatch.
        if (pull <= shackle->workingLoad) return;
        const double s = m_rules.recoverySide;
        const auto measured = m_rules.ropes.find(rope->id);
        for (const auto &[id, side] :
             {std::pair("straight", 0.0), std::pair("left", s), std::pair("right", -s)}) {
            const int c = begin("snatch", placeOf("snatch", "Snatched by the recovery rope at ", h.part),
                                wayOf(h.forward, id, side, 0));
            pullHung(c, h, pullDirection(h.forward, side, 0) * pull);
            m_out.cases.back().linePull = pull;
            if (measured != m_rules.ropes.end())
                m_out.cases.back().basis =
                    measured->second.source.empty() ? "the house rules" : measured->second.source;
        }
    }

    void addJack(std::size_t i) {
        if (m_model.jackNodes[i] < 0) return;
        const armor::JackPoint &j = m_assembly.jacks[i];
        const double lift = m_rules.jackFactor *
                            weightOnSpot(m_rig, j.front ? armor::Share::Front : armor::Share::Rear, m_rules);
        for (const auto &[id, title, side] :
             {std::tuple("straight", "", 0.0), std::tuple("left", ", leaning left", 1.0),
              std::tuple("right", ", leaning right", -1.0)}) {
            const int c = begin("jack", {"jack/" + j.id, j.name}, {id, title});
            push(c, m_model.jackNodes[i], j.at, Vec3(0, side * m_rules.jackSide * lift, lift), j.at);
        }
    }

    void addGround(std::size_t i) {
        if (m_model.groundNodes[i] < 0) return;
        const armor::GroundSpot &g = m_assembly.grounds[i];
        switch (g.kind) {
            case armor::GroundSpot::Kind::Rock:
                return addRock(i, g);
            case armor::GroundSpot::Kind::Patch:
                return addSkid(i, g);
            case armor::GroundSpot::Kind::Lip:
                return addLip(i, g);
        }
    }

    /// The vehicle comes down on it, and slides off it to a side or goes on forward.
    void addRock(std::size_t i, const armor::GroundSpot &g) {
        const double weight = m_rules.rockFactor * weightOnSpot(m_rig, g.share, m_rules);
        const double drag = m_rules.rockFriction * weight;
        for (const auto &[id, title, along] : {std::tuple("ahead", ", going ahead", Vec3(-1, 0, 0)),
                                               std::tuple("left", ", sliding right", Vec3(0, 1, 0)),
                                               std::tuple("right", ", sliding left", Vec3(0, -1, 0))}) {
            const int c = begin("rock", {"rock/" + g.id, g.name}, {id, title}, DutyClass::Survival);
            push(c, m_model.groundNodes[i], g.at, g.push * weight + along * drag, g.at);
        }
    }

    void addSkid(std::size_t i, const armor::GroundSpot &g) {
        const double weight = weightOnSpot(m_rig, g.share, m_rules), drag = m_rules.skidFriction * weight;
        for (const auto &[id, title, along] :
             {std::tuple("ahead", ", going ahead", -1.0), std::tuple("back", ", going back", 1.0)}) {
            const int c = begin("skid", {"skid/" + g.id, g.name}, {id, title});
            push(c, m_model.groundNodes[i], g.at, g.push * weight + Vec3(along * drag, 0, 0), g.at);
        }
    }

    /// The whole weight drags at the edge.
    void addLip(std::size_t i, const armor::GroundSpot &g) {
        const double weight = m_rig.worst.total * standardGravity;
        const int c = begin("lip", {"lip/" + g.id, g.name}, {}, DutyClass::Survival);
        push(c, m_model.groundNodes[i], g.at, g.push * (m_rules.skidFriction * weight), g.at);
    }

    void addCarrier() {
        const HouseRules &r = m_rules;
        const std::array<std::tuple<const char *, const char *, Vec3>, 6> shakes{
            {{"down", " thrown down", Vec3(0, 0, -r.wheelDown)},
             {"up", " thrown up", Vec3(0, 0, r.wheelUp)},
             {"ahead", " thrown ahead, braking", Vec3(r.wheelAlong, 0, -1)},
             {"back", " thrown back", Vec3(-r.wheelAlong, 0, -1)},
             {"left", " thrown to the left", Vec3(0, r.wheelSide, -1)},
             {"right", " thrown to the right", Vec3(0, -r.wheelSide, -1)}}};
        const auto &wheels = m_assembly.wheels;
        const bool anyWheel =
            std::any_of(wheels.begin(), wheels.end(), [](const auto &w) { return w.radius > 0; });
        const std::string carried = anyWheel ? "Carried wheel" : "What is carried";
        for (const auto &[id, title, g] : shakes) {
            const int c = begin("carrier", {"carrier", carried}, {id, title}, DutyClass::Working, false);
            m_model.model.accelerations.push_back({c, g * standardGravity});
            for (const armor::CarriedWheel &w : m_assembly.wheels)
                m_out.cases.back().arrows.push_back({w.center, g * (standardGravity * w.mass)});
        }
        for (std::size_t i = 0; i < m_assembly.wheels.size(); ++i) {
            const armor::CarriedWheel &w = m_assembly.wheels[i];
            if (m_model.wheelNodes[i] < 0 || !(w.radius > 0)) continue;
            // On the rim of the wheel, on its far side from the hub's part, left and right.
            const Vec3 axle =
                (w.center - w.hub).norm() > 1 ? Vec3((w.center - w.hub).normalized()) : Vec3::UnitX();
            const Vec3 across =
                std::abs(axle.z()) < 0.9 ? Vec3(Vec3::UnitZ().cross(axle).normalized()) : Vec3::UnitY();
            for (const auto &[id, side] : {std::pair("left", 1.0), std::pair("right", -1.0)}) {
                const Vec3 at = w.center + across * ((across.y() >= 0 ? side : -side) * w.radius);
                const int c = begin(
                    "carrier", {fmt::format("carrier/hang{}", i), "Someone hanging on the carried wheel"},
                    {id, fmt::format(" on its {}", id)});
                push(c, m_model.wheelNodes[i], at, Vec3(0, 0, -r.hangLoad), at);
            }
        }
    }

    void addTowing() {
        const armor::Coupling &k = *m_assembly.coupling;
        const double T = std::max(m_rig.grossLimit, m_rig.worst.total), R = k.ratedMass;
        const double D = standardGravity * T * R / (T + R);
        const double nose = m_rules.noseShare * R * standardGravity;
        for (const auto &[id, title, along] :
             {std::tuple("pull", "pulling", -1.0), std::tuple("push", "pushing", 1.0)})
            for (const auto &[up, lift] :
                 {std::pair("down", -m_rules.noseFactor), std::pair("up", m_rules.noseFactor - 2)}) {
                const int c = begin(
                    "towing", {"towing", "Trailer"},
                    {fmt::format("{}-{}", id, up), fmt::format(" {}, its nose bouncing {}", title, up)});
                push(c, m_model.couplingNode, k.at, Vec3(along * D, 0, lift * nose), k.at);
            }
    }

    const armor::Assembly &m_assembly;
    const rig::RigGeometry &m_rig;
    const stock::Stock &m_stock;
    const HouseRules &m_rules;
    Idealization &m_model;
    std::vector<Hung> m_hung;
    Duties m_out;
};

}  // namespace

std::vector<mechanics::NodeLoad> spreadOverRim(const mechanics::FrameModel &model, const Rim &rim,
                                               const Vec3 &force) {
    const auto count = static_cast<Eigen::Index>(rim.nodes.size());
    Eigen::Matrix3Xd r(3, count);
    for (Eigen::Index i = 0; i < count; ++i)
        r.col(i) =
            model.nodes[static_cast<std::size_t>(rim.nodes[static_cast<std::size_t>(i)])].at - rim.center;
    // The plane of the hole is the one in which its rim has its extent; the pin bears on the side it is
    // pulled to, across the plane on all of it.
    const Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d> spread(r * r.transpose());
    const Vec3 axis = spread.eigenvectors().col(0);
    const Vec3 across = axis * axis.dot(force), along = force - across;
    Eigen::VectorXd bearing = Eigen::VectorXd::Constant(count, along.norm() > 0 ? 0 : 1);
    if (along.norm() > 0) bearing = (r.transpose() * along).cwiseMax(0.0);
    const Eigen::VectorXd even = Eigen::VectorXd::Ones(count);
    std::vector<mechanics::NodeLoad> out;
    const auto add = [&](const Eigen::VectorXd &weight, const Vec3 &part) {
        // Forces w_i (a + b x r_i), the smallest by weight that hold the balance of force and moment.
        Eigen::Matrix<double, 6, 6> balance = Eigen::Matrix<double, 6, 6>::Zero();
        std::vector<Eigen::Matrix<double, 3, 6>> carry;
        for (Eigen::Index i = 0; i < count; ++i) {
            const Vec3 p = r.col(i);
            Eigen::Matrix<double, 3, 6> c;
            c << 1, 0, 0, 0, p.z(), -p.y(), 0, 1, 0, -p.z(), 0, p.x(), 0, 0, 1, p.y(), -p.x(), 0;
            balance += weight(i) * c.transpose() * c;
            carry.push_back(c);
        }
        Eigen::Matrix<double, 6, 1> wanted;
        wanted << part, Vec3::Zero();
        const Eigen::Matrix<double, 6, 1> x = balance.completeOrthogonalDecomposition().solve(wanted);
        for (Eigen::Index i = 0; i < count; ++i)
            out.push_back({0, rim.nodes[static_cast<std::size_t>(i)],
                           weight(i) * (carry[static_cast<std::size_t>(i)] * x), Vec3::Zero()});
    };
    if (along.norm() > 0) add(bearing, along);
    if (across.norm() > 0) add(even, across);
    return out;
}

double pullOnLayer(double ratedPull, double drumDiameter, double ropeDiameter, int layer) {
    assert(layer >= 1);
    return ratedPull * (drumDiameter + ropeDiameter) / (drumDiameter + (2 * layer - 1) * ropeDiameter);
}

Vec3 lineDirection(double side, double lift) {
    return {std::cos(lift) * std::cos(side), std::cos(lift) * std::sin(side), std::sin(lift)};
}

double weightOnSpot(const rig::RigGeometry &rig, armor::Share share, const HouseRules &rules) {
    const double mass = share == armor::Share::Front  ? rig.worst.front
                        : share == armor::Share::Rear ? rig.worst.rear
                                                      : rig.worst.total;
    return rules.oneSide * mass * standardGravity;
}

Duties expandDuties(const armor::Assembly &assembly, const rig::RigGeometry &rig, const stock::Stock &stock,
                    const HouseRules &rules, Idealization &idealization) {
    return Expander(assembly, rig, stock, rules, idealization).run();
}

}  // namespace hefty::proof
