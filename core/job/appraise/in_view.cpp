#include "core/job/appraise/in_view.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <numbers>

#include <fmt/format.h>

#include "core/base/constants.h"
#include "core/job/appraise/airflow.h"

namespace hefty::job {
namespace {

using shape::Polygon2;
using shape::Polygon3;
using shape::Vec2;

constexpr double turn = 5;      // degrees between directions
constexpr int placesASide = 3;  // on the face

struct Wanted {
    const char *id;
    double ahead;  // 1: seen from ahead, -1: from behind
    double up, down, outward, inward;
};
/// Degrees. Dipped beam: UN R48 6.2.5. Plates: Regulation (EU) 1003/2010.
constexpr std::array<Wanted, 4> wantedOf{{{"lamp-left", 1, 15, 10, 45, 10},
                                          {"lamp-right", 1, 15, 10, 45, 10},
                                          {"plate-front", 1, 15, 0, 30, 30},
                                          {"plate-rear", -1, 15, 0, 30, 30}}};

/// A flat face with its openings, made ready for lines that run through it.
class Pane {
  public:
    Pane(const Polygon3 &corners, const std::vector<Polygon3> &holes)
        : m_normal(shape::newellNormal(corners)), m_at(corners.front()) {
        m_normal.cwiseAbs().maxCoeff(&m_along);
        m_outline = flat(corners);
        for (const Polygon3 &h : holes) m_holes.push_back(flat(h));
        for (const Vec3 &c : corners) m_middle += c / static_cast<double>(corners.size());
        for (const Vec3 &c : corners) m_radius = std::max(m_radius, (c - m_middle).norm());
    }
    [[nodiscard]] bool isMetBy(const Vec3 &from, const Vec3 &way) const {
        const Vec3 to = m_middle - from;
        const double along = to.dot(way);
        if (to.squaredNorm() - along * along > m_radius * m_radius) return false;
        const double slope = m_normal.dot(way);
        if (std::abs(slope) < 1e-9) return false;
        const double far = m_normal.dot(m_at - from) / slope;
        if (far < 1) return false;
        const Vec2 p = flat(from + way * far);
        return shape::inside(m_outline, p) &&
               std::none_of(m_holes.begin(), m_holes.end(),
                            [&p](const Polygon2 &h) { return shape::inside(h, p); });
    }

    /// False if no line within a cone can meet it.
    /// @param axis  of the cone, a unit vector
    /// @param wide  half its angle [rad]
    [[nodiscard]] bool mayMeet(const Vec3 &from, const Vec3 &axis, double wide) const {
        const Vec3 to = m_middle - from;
        const double far = to.norm();
        if (far <= m_radius) return true;
        return std::acos(std::clamp(to.dot(axis) / far, -1.0, 1.0)) <= wide + std::asin(m_radius / far);
    }

  private:
    [[nodiscard]] Vec2 flat(const Vec3 &p) const { return {p[(m_along + 1) % 3], p[(m_along + 2) % 3]}; }
    [[nodiscard]] Polygon2 flat(const Polygon3 &corners) const {
        Polygon2 out;
        for (const Vec3 &c : corners) out.push_back(flat(c));
        return out;
    }
    Vec3 m_normal, m_at, m_middle = Vec3::Zero();
    double m_radius = 0;
    int m_along = 0;
    Polygon2 m_outline;
    std::vector<Polygon2> m_holes;
};

/// Of one part: what can stand in the way.
struct Screen {
    std::size_t piece = 0;
    std::string part;
    std::vector<Pane> panes;
};

/// A carried wheel hides what is behind its dish as well.
Polygon3 discOf(const armor::CarriedWheel &w, const armor::Axes &hub) {
    constexpr int corners = 24;
    Polygon3 out;
    for (int i = 0; i < corners; ++i) {
        const double a = 2 * std::numbers::pi * i / corners;
        out.push_back(w.center + (hub.x * std::cos(a) + hub.y * std::sin(a)) * w.radius);
    }
    return out;
}

std::vector<Screen> screensOf(const std::vector<const armor::Assembly *> &assemblies) {
    std::vector<Screen> out;
    for (std::size_t i = 0; i < assemblies.size(); ++i) {
        if (!assemblies[i]) continue;
        for (const armor::Solid &solid : assemblies[i]->solids) {
            Screen s{i, solid.part, {}};
            for (const armor::Solid::Face &f : solid.faces)
                if (f.corners.size() >= 3) s.panes.emplace_back(f.corners, f.holes);
            out.push_back(std::move(s));
        }
        for (const armor::CarriedWheel &w : assemblies[i]->wheels)
            if (const armor::SheetPart *hub = assemblies[i]->sheet(w.part); hub && w.radius > 0)
                out.push_back({i, w.part, {Pane(discOf(w, hub->axes), {})}});
    }
    return out;
}

/// Directions from which it has to be seen.
std::vector<Vec3> waysOf(const Wanted &w, double side) {
    std::vector<Vec3> out;
    for (double up = -w.down; up <= w.up + 1e-9; up += turn)
        for (double out_ = -w.inward; out_ <= w.outward + 1e-9; out_ += turn) {
            const double e = radians(up), a = radians(out_);
            out.push_back(
                {w.ahead * std::cos(e) * std::cos(a), side * std::cos(e) * std::sin(a), std::sin(e)});
        }
    return out;
}

/// A cone that holds all of some directions.
struct Cone {
    Vec3 axis = Vec3::Zero();
    double wide = 0;  ///< half its angle [rad]
};
Cone coneOf(const std::vector<Vec3> &ways) {
    Cone out;
    for (const Vec3 &w : ways) out.axis += w;
    out.axis.normalize();
    for (const Vec3 &w : ways)
        out.wide = std::max(out.wide, std::acos(std::clamp(w.dot(out.axis), -1.0, 1.0)));
    return out;
}

/// The panes that lines within a cone can meet, each with the number of its screen, in the order of these.
std::vector<std::pair<std::size_t, const Pane *>> panesWithin(const Cone &cone, const Vec3 &from,
                                                              const std::vector<Screen> &screens) {
    std::vector<std::pair<std::size_t, const Pane *>> out;
    for (std::size_t i = 0; i < screens.size(); ++i)
        for (const Pane &p : screens[i].panes)
            if (p.mayMeet(from, cone.axis, cone.wide)) out.emplace_back(i, &p);
    return out;
}

InView look(const rig::KeepOut &box, const Wanted &wanted, const std::vector<Screen> &screens) {
    InView v;
    v.id = box.id;
    v.name = box.name;
    v.angles = {radians(wanted.up), radians(wanted.down), radians(wanted.outward), radians(wanted.inward)};
    v.at = (box.low + box.high) / 2;
    const double side = v.at.y() < 0 ? -1 : 1;
    const std::vector<Vec3> ways = waysOf(wanted, side);
    const Cone cone = coneOf(ways);
    std::map<std::size_t, int> coveredBy;
    int lines = 0, covered = 0;
    for (int i = 0; i < placesASide; ++i)
        for (int j = 0; j < placesASide; ++j) {
            const auto part = [](int k) { return (k + 0.5) / placesASide - 0.5; };
            const Vec3 from = v.at + Vec3(0, part(i) * (box.high.y() - box.low.y()),
                                          part(j) * (box.high.z() - box.low.z()));
            const auto panes = panesWithin(cone, from, screens);
            for (const Vec3 &way : ways) {
                ++lines;
                const auto first = std::find_if(panes.begin(), panes.end(), [&](const auto &pane) {
                    return pane.second->isMetBy(from, way);
                });
                if (first == panes.end()) continue;
                ++covered;
                ++coveredBy[first->first];
            }
        }
    v.share = 1 - static_cast<double>(covered) / lines;
    int most = 0;
    for (const auto &[screen, count] : coveredBy)
        if (count > most) {
            most = count;
            v.piece = screens[screen].piece;
            v.governs = screens[screen].part;
        }
    v.working.title = fmt::format("Directions from which the {} is seen", box.name);
    v.working
        .given("up, down", "from level", wanted.up, "°",
               fmt::format("{:.0f} up, {:.0f} down", wanted.up, wanted.down))
        .given("out", "outward from straight ahead", wanted.outward, "°",
               fmt::format("{:.0f} inward", wanted.inward))
        .given("n", "lines of sight", lines, "", "nine places on its face, every 5 degrees")
        .step("n_c", "covered by armor, winch or what it carries", "lines that meet a face", "", covered, "",
              "docs/methods.md, \"Lamps and plates in view\"")
        .step("s", "open share", "1 − n_c/n", "", v.share, "", "");
    v.working.note(
        "An estimate: the face is taken to be in the middle of the box that was measured around it, and all "
        "directions count alike. Local codes decide.");
    return v;
}

}  // namespace

std::vector<InView> inView(const rig::Vehicle &vehicle,
                           const std::vector<const armor::Assembly *> &assemblies) {
    std::vector<InView> out;
    std::vector<Screen> screens;
    for (const rig::KeepOut &box : vehicle.keepOuts) {
        const auto wanted = std::find_if(wantedOf.begin(), wantedOf.end(),
                                         [&box](const Wanted &w) { return box.id == w.id; });
        if (wanted == wantedOf.end()) continue;
        if (screens.empty()) screens = screensOf(assemblies);
        out.push_back(look(box, *wanted, screens));
    }
    return out;
}

void addInView(Appraisal &a, const Job &job) {
    constexpr double noticed = 0.99;
    for (InView &v : inView(job.vehicle, shapesOf(a))) {
        if (v.governs.empty() || v.share >= noticed) continue;
        const PieceAppraisal &piece = a.pieces[v.piece];
        Finding f;
        f.id = "view/" + v.id;
        f.severity = Severity::Note;
        f.stop = "layout";
        f.piece = piece.id;
        f.subject = v.governs;
        f.sentence = {
            fmt::format("From {:.0f} percent of the directions that count ({:.0f}° outward, {:.0f}° "
                        "inward, {:.0f}° up, {:.0f}° down) the {} is not seen; the {} hides most. "
                        "An estimate: local codes decide.",
                        100 * (1 - v.share), degrees(v.angles.outward), degrees(v.angles.inward),
                        degrees(v.angles.up), degrees(v.angles.down), v.name,
                        piece.assembly->labelOf(v.governs)),
            {}};
        f.value = v.share;
        f.limit = noticed;
        f.quantity = measure::Quantity::Ratio;
        f.at = v.at;
        f.working = std::move(v.working);
        a.findings.push_back(std::move(f));
    }
}

}  // namespace hefty::job
