#include "core/workshop/weld/jig_plan.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace hefty::workshop {
namespace {

// House practice, mm (docs/methods.md, "Jig").
constexpr double underPiece = 150;   // from the floor to the lowest place of the piece
constexpr double leastAside = 200;   // from the base line to the nearest place
constexpr double shareAside = 0.3;   // and by the width, so that the circles cross well
constexpr double leastHeld = 300;    // bars shorter than this need no stands
constexpr double worthPreset = 0.5;  // less than this is not worth a wedge
constexpr double standShare = 0.2;   // stands under a bar this share of its length from both ends

class Planner {
  public:
    Planner(const armor::Assembly &a, const std::vector<Distortion> &distortion)
        : m_in(a), m_moves(distortion) {}

    std::optional<JigPlan> run() {
        addHoles();
        addGates();
        addTubes();
        if (m_plan.points.empty()) return std::nullopt;
        m_held = m_plan.points.size();
        addStands();
        layFloor();
        addChecks();
        addSteps();
        return std::move(m_plan);
    }

  private:
    void add(JigPoint::Kind kind, const std::string &part, std::string label, const Vec3 &at,
             double diameter) {
        JigPoint p;
        p.kind = kind;
        p.part = part;
        p.label = std::move(label);
        p.at = at;
        p.diameter = diameter;
        m_plan.points.push_back(std::move(p));
    }

    void addHoles() {
        for (const armor::BoltJoint &m : m_in.mounts)
            for (std::size_t i = 0; i < m.at.size(); ++i)
                add(JigPoint::Kind::Bolt, m.part,
                    m.at.size() > 1
                        ? fmt::format("{}: hole {}", m_in.labelOf(m.part), m.ids[i])
                        : fmt::format("{}: {}", m_in.labelOf(m.part), m.label.empty() ? m.name : m.label),
                    m.at[i], m.diameter);
    }
    void addGates() {
        for (const armor::Gate &g : m_in.gates) {
            add(JigPoint::Kind::Bush, g.arm, fmt::format("{}: lower bearing of the hinge", g.name), g.low,
                g.spindle);
            add(JigPoint::Kind::Bush, g.arm, fmt::format("{}: upper bearing of the hinge", g.name), g.high,
                g.spindle);
            if (!g.keeper.empty())
                add(JigPoint::Kind::Bush, g.latched, fmt::format("{}: latch", g.name), g.latch, 0);
        }
    }
    void addTubes() {
        for (const armor::SlipFit &s : m_in.slips) {
            add(JigPoint::Kind::Tube, s.part, fmt::format("mouth of {}", s.label), s.mouth, s.inside);
            add(JigPoint::Kind::Tube, s.part, fmt::format("inner end in {}", s.label), s.inner, s.inside);
        }
        for (const armor::Fixing &f : m_in.fixings)
            add(JigPoint::Kind::Tube, f.part, fmt::format("{} at {}", m_in.labelOf(f.part), f.label), f.at,
                m_in.bar(f.part) ? m_in.bar(f.part)->section.height : 0);
    }

    /// How far a bar is to be held up in its middle against its bow [mm].
    [[nodiscard]] double presetOf(const std::string &bar) const {
        for (const Distortion &d : m_moves)
            if (d.part == bar && !d.angle && d.way.norm() > 0.5) return -d.value * d.way.z();
        return 0;
    }

    void addStand(const armor::BarPart &b, double share, double preset) {
        const armor::Axes axes = b.axesAt(b.length() * share);
        if (std::abs(axes.x.z()) > 0.5) return;  // it stands up by itself
        double low = 1e300;
        for (const shape::Vec2 &c : outlineOf(b))
            low = std::min(low, axes.toWorld(Vec3(0, c.x(), c.y())).z());
        add(JigPoint::Kind::Support, b.name, fmt::format("stand under {}", m_in.labelOf(b.name)),
            {axes.origin.x(), axes.origin.y(), low}, 0);
        m_plan.points.back().preset = preset;
    }

    /// Under what everything else is welded to; in the middle too where a bow is to be held against.
    void addStands() {
        for (const armor::BarPart &b : m_in.bars) {
            const bool main = b.made.role == armor::Role::Beam || b.made.role == armor::Role::Hoop ||
                              b.made.role == armor::Role::Outrigger;
            if (!main || b.length() < leastHeld || b.made.isOnVehicle()) continue;
            addStand(b, standShare, 0);
            addStand(b, 1 - standShare, 0);
            if (const double preset = presetOf(b.name); std::abs(preset) >= worthPreset)
                addStand(b, 0.5, preset);
        }
    }

    void layFloor() {
        Eigen::AlignedBox3d box;
        double lowest = 1e300;
        for (const JigPoint &p : m_plan.points) box.extend(p.at);
        const Eigen::AlignedBox3d whole = m_in.extent();
        lowest = std::min(box.min().z(), whole.isEmpty() ? 1e300 : whole.min().z());
        m_plan.floor = lowest - underPiece;
        const double wide = box.max().y() - box.min().y();
        const double base = std::max(600.0, 100 * std::ceil(wide / 100)),
                     off = std::max(leastAside, shareAside * base);
        const double middle = (box.max().y() + box.min().y()) / 2;
        // On the side that looks to the vehicle's middle a person would stand in the piece.
        m_plan.out = (box.max().x() + box.min().x()) / 2 > -1200 ? 1 : -1;
        const double x = m_plan.out > 0 ? box.min().x() - off : box.max().x() + off;
        m_plan.base = base;
        m_plan.A = {x, middle + base / 2};
        m_plan.B = {x, middle - base / 2};
        for (JigPoint &p : m_plan.points) {
            p.along = m_plan.A.y() - p.at.y();
            p.aside = m_plan.out * (p.at.x() - x);
            p.height = p.at.z() - m_plan.floor;
            p.fromA = std::hypot(p.along, p.aside);
            p.fromB = std::hypot(base - p.along, p.aside);
        }
    }

    /// From every place to those that lie furthest from it: each is in two distances or more.
    void addChecks() {
        for (std::size_t i = 0; i < m_held; ++i) {
            std::vector<std::size_t> others;
            for (std::size_t k = 0; k < m_held; ++k)
                if (k != i) others.push_back(k);
            const auto far = [&](std::size_t k) {
                return (m_plan.points[i].at - m_plan.points[k].at).norm();
            };
            std::sort(others.begin(), others.end(),
                      [&](std::size_t a, std::size_t b) { return far(a) > far(b); });
            others.resize(std::min<std::size_t>(others.size(), 2));
            for (const std::size_t k : others) {
                const JigCheck c{std::min(i, k), std::max(i, k), far(k)};
                const auto alike = [&c](const JigCheck &o) { return o.one == c.one && o.other == c.other; };
                if (std::none_of(m_plan.checks.begin(), m_plan.checks.end(), alike))
                    m_plan.checks.push_back(c);
            }
        }
    }

    void addSteps() {
        std::vector<measure::Phrase> &s = m_plan.steps;
        s.push_back(
            {"Snap a line on the floor and mark A and B on it, {0} apart: A is on the vehicle's left.",
             {{m_plan.base}}});
        s.emplace_back(
            "Strike each place from A and from B on the side of the line that is drawn; plumb its height "
            "with a "
            "square and a stand.");
        s.emplace_back(
            "Set the dummies of bolts, bushes and tubes, tack them to stands that are weighted or bolted "
            "down.");
        if (!m_plan.checks.empty())
            s.emplace_back(
                "Measure the check distances in space: all within 1 mm before anything is fitted.");
        const auto bows = std::any_of(m_plan.points.begin(), m_plan.points.end(),
                                      [](const JigPoint &p) { return p.preset != 0; });
        if (bows)
            s.emplace_back(
                "Clamp the ends down and wedge the middle stand off by the preset that is told: the bar "
                "comes back by about "
                "as much when its seams are cold.");
        s.emplace_back(
            "Bolt the plates to the dummies, fit and tack all parts, measure again, then weld in the order "
            "of the plan.");
        s.emplace_back(
            "Let it cool to the touch before any dummy is loosened; measure once more and write it into "
            "Fit up.");
    }

    const armor::Assembly &m_in;
    const std::vector<Distortion> &m_moves;
    JigPlan m_plan;
    std::size_t m_held = 0;
};

}  // namespace

std::optional<JigPlan> jigPlan(const armor::Assembly &assembly, const std::vector<Distortion> &distortion) {
    return Planner(assembly, distortion).run();
}

std::optional<Vec3> placeByFloor(const JigPlan &plan, double fromA, double fromB, double height) {
    if (!(plan.base > 0)) return std::nullopt;
    const double along = (fromA * fromA - fromB * fromB + plan.base * plan.base) / (2 * plan.base);
    const double rest = fromA * fromA - along * along;
    if (rest < 0) return std::nullopt;
    return Vec3(plan.A.x() + plan.out * std::sqrt(rest), plan.A.y() - along, plan.floor + height);
}

}  // namespace hefty::workshop
