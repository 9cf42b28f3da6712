#include "core/workshop/weld/shrinkage.h"

#include <algorithm>
#include <cmath>
#include <map>

#include <fmt/format.h>

namespace hefty::workshop {
namespace {

using shape::Vec2;
using shape::Vec3;
using working::number;

constexpr double worthTelling = 0.3;         // mm
constexpr double worthTellingTurn = 0.0035;  // rad, a fifth of a degree
constexpr double piece = 20;                 // mm of a seam
constexpr double inch = 25.4;
constexpr double alongBar = 0.7;  // cosine: such lines run along a bar

/// What bends a bar at one place: a curvature over a stretch of it, in its own y and z.
struct Kink {
    double at = 0, stretch = 0;  ///< stations, mm
    Vec2 turn = Vec2::Zero();    ///< rad, in all of the stretch: toward y, toward z
};

class BarShrinkage {
  public:
    BarShrinkage(const armor::BarPart &bar) : m_bar(bar), m_axes(bar.axes()) {}

    void add(const armor::WeldLine &line, double heat, double area) {
        // In pieces, so that the arc of a long seam is followed.
        const double length = (line.to - line.from).norm();
        const int parts = std::clamp(static_cast<int>(length / piece), 1, 200);
        const Vec3 d = (line.to - line.from) / parts;
        for (int i = 0; i < parts; ++i) addPiece({line.from + d * i, line.from + d * (i + 1)}, heat, area);
    }

    void addPiece(const armor::WeldLine &line, double heat, double area) {
        const Vec3 d = line.to - line.from;
        const double length = d.norm();
        if (length < 1) return;
        const Vec3 local = m_axes.toLocal((line.from + line.to) / 2);
        const double E = m_bar.material.E;
        const double EIy = E * m_bar.properties.Iy, EIz = E * m_bar.properties.Iz;
        if (!(EIy > 0 && EIz > 0)) return;
        Kink k;
        k.at = local.x();
        const double along = std::abs(d.dot(m_axes.x)) / length;
        if (along > alongBar) {
            // Half of the force is the bar's: the other half shortens what is welded to it.
            const double force = tendonForce(heat) / 2;
            k.stretch = length * along;
            k.turn = -Vec2(force * local.y() / EIz, force * local.z() / EIy) * k.stretch;
        } else {
            // A strip of wall as long as the line becomes shorter along the bar.
            const double wall = m_bar.properties.wall > 0 ? m_bar.properties.wall : m_bar.section.height;
            const double strip = length * wall * transverseShrinkage(area, wall) / 2;
            k.turn = -Vec2(strip * local.y() / m_bar.properties.Iz, strip * local.z() / m_bar.properties.Iy);
        }
        m_kinks.push_back(k);
    }

    void add(const armor::WeldJoint &joint, const SeamWork &work) {
        for (const armor::Contact &c : joint.contacts)
            for (const armor::WeldLine &l : c.lines)
                if (!l.skin) add(l, work.heat * work.passes, work.leg * work.leg / 2);
    }

    /// Distances from the line between its ends.
    [[nodiscard]] std::vector<Vec2> bows() const {
        const double L = m_bar.length();
        std::vector<Vec2> out(bowPlaces, Vec2::Zero());
        for (int i = 0; i < bowPlaces; ++i)
            for (const Kink &k : m_kinks)
                out[static_cast<std::size_t>(i)] +=
                    k.turn * influence(L * (i + 1) / (bowPlaces + 1), std::clamp(k.at, 0.0, L), L);
        return out;
    }
    [[nodiscard]] Vec2 bow() const {
        const std::vector<Vec2> all = bows();
        return *std::max_element(all.begin(), all.end(),
                                 [](const Vec2 &a, const Vec2 &b) { return a.norm() < b.norm(); });
    }
    [[nodiscard]] bool any() const { return !m_kinks.empty(); }
    [[nodiscard]] std::size_t count() const { return m_kinks.size(); }

  private:
    /// How far x comes off the chord when the bar turns by 1 rad at s.
    static double influence(double x, double s, double L) {
        return x < s ? x * (L - s) / L : s * (L - x) / L;
    }

    const armor::BarPart &m_bar;
    armor::Axes m_axes;
    std::vector<Kink> m_kinks;
};

/// A sheet that stands on something with fillets on one of its faces only.
void addLeans(const armor::Assembly &a, std::vector<Distortion> &out) {
    for (const armor::SheetPart &s : a.sheets)
        for (const armor::WeldJoint &w : a.welds) {
            if (w.isFold() || (w.a != s.name && w.b != s.name)) continue;
            double above = 0, below = 0;
            for (const armor::Contact &c : w.contacts) {
                if (std::abs(c.normal.dot(s.axes.z)) > 0.3) continue;  // it lies there, it does not stand
                for (const armor::WeldLine &l : c.lines) {
                    if (l.skin) continue;
                    const double side = s.axes.toLocal((l.from + l.to) / 2).z();
                    if (std::abs(side) < 0.4 * s.thickness) continue;  // around its end
                    (side > 0 ? above : below) += (l.to - l.from).norm();
                }
            }
            const double more = std::max(above, below), less = std::min(above, below);
            if (more < 20 || less > 0.5 * more) continue;
            const double turn = angularShrinkage(w.leg, s.thickness) * (1 - less / more);
            if (turn < worthTellingTurn) continue;
            Distortion d = banded("leans", s.name, turn, true);
            d.advice = "Weld both of its faces, tack a brace, or set it back by as much.";
            d.working.title = fmt::format("Lean of {}", a.labelOf(s.name));
            d.working.given("w", "leg", w.leg, "mm", "setting")
                .given("t", "thickness", s.thickness, "mm", "plate");
            d.working.step("a", "turn", "0.02 w^1.3/t^2, inches", "", turn, "rad",
                           "Blodgett 7.7 (from memory)");
            out.push_back(std::move(d));
        }
}

}  // namespace

const char *wayWord(const Vec3 &way) {
    int axis = 0;
    way.cwiseAbs().maxCoeff(&axis);
    static constexpr const char *ways[3][2] = {
        {"rearward", "forward"}, {"to the right", "to the left"}, {"down", "up"}};
    return ways[axis][way(axis) > 0 ? 1 : 0];
}

Distortion banded(std::string what, std::string part, double value, bool angle) {
    Distortion d;
    d.what = std::move(what);
    d.part = std::move(part);
    d.value = value;
    d.low = value / 2;
    d.high = value * 1.5;
    d.angle = angle;
    return d;
}

double tendonForce(double heat) {
    return 200 * heat;
}

double transverseShrinkage(double area, double thickness) {
    return thickness > 0 ? 0.10 * area / thickness : 0;
}

double angularShrinkage(double leg, double thickness) {
    return 0.02 * std::pow(leg / inch, 1.3) / std::pow(thickness / inch, 2);
}

std::vector<Vec2> bowBy(const armor::BarPart &bar, const armor::WeldJoint &joint, const SeamWork &work) {
    BarShrinkage shrunk(bar);
    shrunk.add(joint, work);
    return shrunk.bows();
}

std::vector<Distortion> shrinkage(const armor::Assembly &a, const std::vector<SeamWork> &seams) {
    std::vector<Distortion> out;
    for (const armor::BarPart &bar : a.bars) {
        if (!bar.straight()) continue;
        BarShrinkage shrunk(bar);
        for (const armor::WeldJoint &w : a.welds) {
            if (w.isFold() || (w.a != bar.name && w.b != bar.name)) continue;
            const auto work = std::find_if(seams.begin(), seams.end(),
                                           [&w](const SeamWork &s) { return s.joint == w.name; });
            if (work == seams.end()) continue;
            shrunk.add(w, *work);
        }
        const Vec2 off = shrunk.bow();
        if (off.norm() < worthTelling) continue;
        Distortion d = banded(fmt::format("bow {}", wayWord(bar.axes().y * off.x() + bar.axes().z * off.y())),
                              bar.name, off.norm(), false);
        d.way = (bar.axes().y * off.x() + bar.axes().z * off.y()).normalized();
        d.advice =
            "Clamp it straight to a strongback until it is cold, bend it the other way by as much before, or "
            "weld its sides in turn.";
        d.working.title = fmt::format("Bow of {}", a.labelOf(bar.name));
        d.working.given("n", "stretches of seams on it", static_cast<double>(shrunk.count()), "", "found");
        d.working.given("L", "length", bar.length(), "mm", "drawn");
        d.working.given("Iy", "about its level axis", bar.properties.Iy, "mm4", "section tables");
        d.working.given("Iz", "about its upright axis", bar.properties.Iz, "mm4", "section tables");
        d.working.step("d", "largest bow", "sum of 200 q/2 e l/EI along, and of strips of wall across", "",
                       off.norm(), "mm", "Leggatt 1983; Blodgett 7.7 (from memory)");
        d.working.note(
            "Half to one and a half of it is what such a figure is worth; the shop's own log is better.");
        out.push_back(std::move(d));
    }
    addLeans(a, out);
    return out;
}

}  // namespace hefty::workshop
