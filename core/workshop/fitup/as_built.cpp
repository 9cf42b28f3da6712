#include "core/workshop/fitup/as_built.h"
#include "core/armor/places_in.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

#include <Eigen/Dense>

#include "core/armor/operations/snap.h"

namespace hefty::workshop {
namespace {

using working::number;
using Vec6 = Eigen::Matrix<double, 6, 1>;

// How well a tape reads, and how far the sides of a fabricated piece lie off before anyone has measured.
constexpr double tape = 1, usualMove = 4;  // mm
constexpr double usualTurn = 0.012;        // rad

struct Reading {
    Vec3 left, right;
    double value = 0;
};

Vec3 placed(const Vec3 &at, const Vec3 &middle, const Vec6 &p) {
    const Vec3 turn = p.tail<3>();
    const double angle = turn.norm();
    const Vec3 arm = at - middle;
    return middle + p.head<3>() + (angle > 1e-12 ? Vec3(Eigen::AngleAxisd(angle, turn / angle) * arm) : arm);
}

/// The right side's most likely move, and how well it is known.
struct Move {
    Vec6 p = Vec6::Zero();
    Eigen::Matrix<double, 6, 6> covariance = Eigen::Matrix<double, 6, 6>::Zero();
};

/// By Gauss-Newton from where it is drawn.
Move moveOf(const std::vector<Reading> &readings, const Vec3 &middle) {
    Move move;
    Vec6 &p = move.p;
    Vec6 weight;
    weight << Vec3::Constant(1 / (usualMove * usualMove)), Vec3::Constant(1 / (usualTurn * usualTurn));
    for (int step = 0; step < 20; ++step) {
        Eigen::Matrix<double, 6, 6> A = weight.asDiagonal();
        Vec6 b = -weight.cwiseProduct(p);
        for (const Reading &r : readings) {
            const Vec3 at = placed(r.right, middle, p);
            const Vec3 way = (at - r.left).normalized();
            Vec6 J;
            J << way, (at - middle - p.head<3>()).cross(way);
            A += J * J.transpose() / (tape * tape);
            b += J * (r.value - (at - r.left).norm()) / (tape * tape);
        }
        const Vec6 d = A.ldlt().solve(b);
        p += d;
        move.covariance = A.inverse();
        if (d.head<3>().norm() < 1e-9 && d.tail<3>().norm() < 1e-12) break;
    }
    return move;
}

/// The whole set on the vehicle's holes by least squares, its right side moved.
Eigen::Affine3d setBest(const armor::Assembly &assembly, const Vec3 &middle, const Vec6 &p) {
    std::size_t count = 0;
    for (const armor::BoltJoint &j : assembly.mounts) count += j.at.size();
    Eigen::Matrix3Xd are(3, static_cast<Eigen::Index>(count)), wanted = are;
    Eigen::Index column = 0;
    for (const armor::BoltJoint &j : assembly.mounts)
        for (const Vec3 &at : j.at) {
            wanted.col(column) = at;
            are.col(column++) = at.y() < 0 ? placed(at, middle, p) : at;
        }
    return Eigen::Affine3d(Eigen::umeyama(are, wanted, false));
}

/// Every hole of the piece against the vehicle's, when the whole is set best.
std::vector<HoleMiss> missesOf(const armor::Assembly &assembly, const Vec3 &middle, const Vec6 &p) {
    const Eigen::Affine3d set = setBest(assembly, middle, p);
    std::vector<HoleMiss> out;
    for (const armor::BoltJoint &j : assembly.mounts)
        for (std::size_t h = 0; h < j.at.size(); ++h) {
            HoleMiss m;
            m.joint = j.name;
            m.label = fmt::format("hole {} of the {}", h + 1, j.label.empty() ? j.name : j.label);
            const Vec3 off = set * (j.at[h].y() < 0 ? placed(j.at[h], middle, p) : j.at[h]) - j.at[h];
            m.along = off.dot(j.axis);
            m.across = off - m.along * j.axis;
            m.play = j.play();
            out.push_back(std::move(m));
        }
    return out;
}

/// What the holes may be off by: the move's covariance carried to them.
void addUnsure(std::vector<HoleMiss> &holes, const armor::Assembly &assembly, const Vec3 &middle,
               const Move &move) {
    const std::array<double, 6> steps{0.01, 0.01, 0.01, 1e-5, 1e-5, 1e-5};  // mm, rad
    std::vector<Eigen::Matrix<double, 4, 6>> slopes(holes.size());          // across in three axes, along
    for (int k = 0; k < 6; ++k) {
        Vec6 p = move.p;
        p(k) += steps[static_cast<std::size_t>(k)];
        const std::vector<HoleMiss> moved = missesOf(assembly, middle, p);
        for (std::size_t h = 0; h < holes.size(); ++h) {
            slopes[h].col(k).head<3>() = moved[h].across - holes[h].across;
            slopes[h](3, k) = moved[h].along - holes[h].along;
            slopes[h].col(k) /= steps[static_cast<std::size_t>(k)];
        }
    }
    for (std::size_t h = 0; h < holes.size(); ++h) {
        const Eigen::Matrix4d spread = slopes[h] * move.covariance * slopes[h].transpose();
        holes[h].unsure = std::sqrt(std::max(0.0, spread.topLeftCorner<3, 3>().trace()));
        holes[h].unsureAlong = std::sqrt(std::max(0.0, spread(3, 3)));
    }
}

measure::Phrase adviceOf(const AsBuilt &b) {
    using measure::Quantity;
    const auto mm = [](double v) { return measure::Phrase::Measure{v, Quantity::DrilledLength}; };
    const auto worst = std::max_element(
        b.holes.begin(), b.holes.end(),
        [](const HoleMiss &a, const HoleMiss &o) { return a.off() - a.play < o.off() - o.play; });
    const double much = worst->off() - worst->play;
    const char *way = armor::directionWord(-worst->across);
    constexpr double reamed = 1.5;  // mm: more is slotted, else the hole becomes too large for its washer
    measure::Phrase out;
    if (much <= 0)
        out = {
            "All bolts go in: the tightest hole needs {0} of its {1}, give or take {2} by what was not read.",
            {mm(worst->off()), mm(worst->play), mm(worst->unsure)}};
    else if (much <= reamed)
        out = {fmt::format("Ream {} by {{0}} {}.", worst->label, way), {mm(much)}};
    else
        out = {fmt::format("Slot {} by {{0}} {}, or bend the sides to their place before the last welds.",
                           worst->label, way),
               {mm(much)}};
    if (b.gap > drawnTogether)
        out = out.then({"The faces stand {0} apart: shim that much on each side, do not draw it together.",
                        {mm(b.gap)}});
    if (b.gap < -drawnTogether)
        out = out.then({"The sides stand {0} too close each: spread them before the last welds are laid.",
                        {mm(-b.gap)}});
    return out;
}

/// Where both sides come to stand.
void setSides(AsBuilt &out, const armor::Assembly &assembly, const Vec3 &middle, const Vec6 &p) {
    const Eigen::Affine3d set = setBest(assembly, middle, p);
    const double angle = p.tail<3>().norm();
    Eigen::Affine3d moved = Eigen::Affine3d::Identity();
    moved.translate(middle + p.head<3>());
    if (angle > 1e-12) moved.rotate(Eigen::AngleAxisd(angle, p.tail<3>() / angle));
    moved.translate(-middle);
    out.left = set;
    out.right = set * moved;
    int lefts = 0, rights = 0;
    for (const armor::BoltJoint &j : assembly.mounts)
        for (const Vec3 &at : j.at) {
            (at.y() < 0 ? out.rightAt : out.leftAt) += at.y();
            ++(at.y() < 0 ? rights : lefts);
        }
    out.leftAt /= std::max(1, lefts);
    out.rightAt /= std::max(1, rights);
}

}  // namespace

Vec3 AsBuilt::placed(const Vec3 &drawn) const {
    const double apart = leftAt - rightAt;
    const double share = apart > 1 ? std::clamp((leftAt - drawn.y()) / apart, 0.0, 1.0) : 0;
    return (1 - share) * (left * drawn) + share * (right * drawn);
}

armor::Assembly asFitted(const armor::Assembly &assembly, const AsBuilt &built) {
    armor::Assembly out = assembly;
    for (Vec3 *at : armor::placesIn(out)) *at = built.placed(*at);
    for (armor::BarPart &b : out.bars) {
        b.from = built.placed(b.from);
        b.to = built.placed(b.to);
        for (armor::PathPoint &p : b.bends) p.at = built.placed(p.at);
    }
    for (armor::SheetPart &s : out.sheets) {
        // As it lies about its middle: its axes may begin elsewhere.
        constexpr double step = 50;  // mm: so far along its axes a plate is looked at
        const Vec3 center = s.center(), middle = built.placed(center);
        const Vec3 from = s.axes.toLocal(center);
        const Vec3 x = (built.placed(center + s.axes.x * step) - middle).normalized();
        const Vec3 y = built.placed(center + s.axes.y * step) - middle;
        const Vec3 z = x.cross(y).normalized();
        s.axes = {middle, x, z.cross(x), z};
        s.axes.origin -= s.axes.x * from.x() + s.axes.y * from.y() + s.axes.z * from.z();
    }
    for (armor::BoughtPart &b : out.bought) b.center = built.placed(b.center);
    for (armor::Solid &solid : out.solids)
        for (armor::Solid::Face &f : solid.faces) {
            for (Vec3 &c : f.corners) c = built.placed(c);
            for (Vec3 &c : f.flat) c = built.placed(c);
            for (auto &hole : f.holes)
                for (Vec3 &c : hole) c = built.placed(c);
        }
    return out;
}

std::optional<AsBuilt> asBuilt(const std::string &piece, const armor::Assembly &assembly,
                               const std::map<std::string, double> &readings) {
    std::vector<Reading> read;
    for (const HoleDistance &d : holeDistances(piece, assembly))
        if (const auto it = readings.find(d.item); it != readings.end())
            read.push_back({d.left, d.right, it->second});
    constexpr std::size_t fewest = 3;
    if (read.size() < fewest) return std::nullopt;
    AsBuilt out;
    out.readings = static_cast<int>(read.size());
    Vec3 middle = Vec3::Zero();
    int count = 0;
    for (const armor::BoltJoint &j : assembly.mounts)
        for (const Vec3 &at : j.at)
            if (at.y() < 0) {
                middle += at;
                ++count;
            }
    middle /= std::max(1, count);
    const Move move = moveOf(read, middle);
    out.moved = move.p.head<3>();
    out.turned = move.p.tail<3>();
    out.holes = missesOf(assembly, middle, move.p);
    addUnsure(out.holes, assembly, middle, move);
    out.goesOn = out.sure = true;
    for (const HoleMiss &m : out.holes) {
        if (std::abs(m.along) > std::abs(out.gap)) out.gap = m.along;
        out.goesOn = out.goesOn && m.goesIn() && std::abs(m.along) <= drawnTogether;
        out.sure =
            out.sure && m.off() + m.unsure <= m.play && std::abs(m.along) + m.unsureAlong <= drawnTogether;
    }
    out.advice = adviceOf(out);
    setSides(out, assembly, middle, move.p);
    working::Working &w = out.working;
    w.title = "The piece as it was built";
    w.given("n", "distances between holes that were read", out.readings, "", "tape");
    for (int i = 0; i < 3; ++i) {
        static const std::array<const char *, 3> axis{"forward", "to the left", "up"};
        w.step(fmt::format("d_{}", "xyz"[i]),
               fmt::format("the right side lies off, {}", axis[static_cast<std::size_t>(i)]),
               "least squares with the readings", "", out.moved(i), "mm", "docs/methods.md, as built");
    }
    for (const HoleMiss &m : out.holes)
        w.step("off", m.label, "what is left when the whole is set best",
               fmt::format("give or take {}", number(m.unsure)), m.off(), "mm",
               fmt::format("its play is {} mm", number(m.play)));
    w.step("gap", "between the faces at most", "along the bolts", "", out.gap, "mm", "");
    return out;
}

}  // namespace hefty::workshop
