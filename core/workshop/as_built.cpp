#include "core/workshop/as_built.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include <Eigen/Dense>

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

/// Most likely move of the right side (Gauss-Newton from where it is drawn).
Vec6 moveOf(const std::vector<Reading> &readings, const Vec3 &middle) {
    Vec6 p = Vec6::Zero();
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
        if (d.head<3>().norm() < 1e-9 && d.tail<3>().norm() < 1e-12) break;
    }
    return p;
}

const char *wayOf(const Vec3 &off) {
    const Vec3 a = off.cwiseAbs();
    if (a.x() >= a.y() && a.x() >= a.z()) return off.x() > 0 ? "forward" : "rearward";
    if (a.z() >= a.y()) return off.z() > 0 ? "up" : "down";
    return off.y() > 0 ? "to the left" : "to the right";
}

std::string adviceOf(const AsBuilt &b) {
    const auto worst = std::max_element(
        b.holes.begin(), b.holes.end(),
        [](const HoleMiss &a, const HoleMiss &o) { return a.off() - a.play < o.off() - o.play; });
    const double much = worst->off() - worst->play;
    std::string out;
    constexpr double reamed = 1.5;  // mm: more is slotted, else the hole becomes too large for its washer
    if (much <= 0)
        out = fmt::format("All bolts go in: the tightest hole needs {:.1f} of its {:.1f} mm.", worst->off(),
                          worst->play);
    else if (much <= reamed)
        out = fmt::format("Ream {} by {:.1f} mm {}.", worst->label, much, wayOf(-worst->across));
    else
        out = fmt::format("Slot {} by {:.1f} mm {}, or bend the sides to their place before the last welds.",
                          worst->label, much, wayOf(-worst->across));
    if (b.gap > drawnTogether)
        out += fmt::format(
            " The faces stand {:.1f} mm apart: shim that much on each side, do not draw it together.", b.gap);
    if (b.gap < -drawnTogether)
        out += fmt::format(
            " The sides stand {:.1f} mm too close each: spread them before the last welds are laid.", -b.gap);
    return out;
}

}  // namespace

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
    const Vec6 p = moveOf(read, middle);
    out.moved = p.head<3>();
    out.turned = p.tail<3>();
    // The piece's holes as they are, set on the vehicle's by a motion of the whole.
    std::vector<Vec3> are, wanted;
    for (const armor::BoltJoint &j : assembly.mounts)
        for (const Vec3 &at : j.at) {
            wanted.push_back(at);
            are.push_back(at.y() < 0 ? placed(at, middle, p) : at);
        }
    Eigen::Matrix3Xd from(3, static_cast<Eigen::Index>(are.size())),
        to(3, static_cast<Eigen::Index>(are.size()));
    for (std::size_t i = 0; i < are.size(); ++i) {
        from.col(static_cast<Eigen::Index>(i)) = are[i];
        to.col(static_cast<Eigen::Index>(i)) = wanted[i];
    }
    const Eigen::Matrix4d set = Eigen::umeyama(from, to, false);
    std::size_t at = 0;
    for (const armor::BoltJoint &j : assembly.mounts) {
        const std::string label = j.label.empty() ? j.name : j.label;
        for (std::size_t h = 0; h < j.at.size(); ++h, ++at) {
            HoleMiss m;
            m.joint = j.name;
            m.label = fmt::format("hole {} of the {}", h + 1, label);
            const Vec3 off = Vec3((set * are[at].homogeneous()).head<3>()) - wanted[at];
            m.along = off.dot(j.axis);
            m.across = off - m.along * j.axis;
            m.play = j.play();
            if (std::abs(m.along) > std::abs(out.gap)) out.gap = m.along;
            out.holes.push_back(std::move(m));
        }
    }
    out.goesOn =
        std::abs(out.gap) <= drawnTogether &&
        std::all_of(out.holes.begin(), out.holes.end(), [](const HoleMiss &m) { return m.goesIn(); });
    out.advice = adviceOf(out);
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
        w.step("off", m.label, "what is left when the whole is set best", "", m.off(), "mm",
               fmt::format("its play is {} mm", number(m.play)));
    w.step("gap", "between the faces at most", "along the bolts", "", out.gap, "mm", "");
    return out;
}

}  // namespace hefty::workshop
