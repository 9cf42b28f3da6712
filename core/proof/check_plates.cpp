#include <algorithm>
#include <cmath>
#include <optional>

#include <fmt/format.h>
#include <tbb/parallel_for.h>

#include "core/proof/aluminum.h"
#include "core/proof/checker.h"
#include "core/proof/member_strength.h"
#include "core/proof/plate_use.h"

namespace hefty::proof {
namespace {

using mechanics::ShellForces;
using working::number;

constexpr double averaged = 2;  // times the thickness: within this stresses are averaged

/// A plate, or a stretch of tube, as shells.
struct Sheet {
    const std::string &part;
    const stock::Material &material;
    double thickness;
    int first, count;
    Vec3 along;                ///< its x
    std::optional<Vec3> side;  ///< its y if it is flat; the walls of a tube have their own
};

/// One shell of a sheet as the check sees it.
struct Spot {
    Vec3 at = Vec3::Zero();
    double area = 0;
    Eigen::Matrix3d turn;  ///< of resultants from the shell's axes to the sheet's
    double yield = 0;
    bool counts = true;
    std::vector<int> near;  ///< spots averaged over, itself among them
};

/// The spots of one sheet, with what has to be known about each.
class SheetSpots {
  public:
    SheetSpots(const CheckContext &context, const Sheet &shells) : m_shells(shells) {
        const auto &model = context.proof.idealization.model;
        for (int s = 0; s < shells.count; ++s) {
            const auto &nodes = model.shells[static_cast<std::size_t>(shells.first + s)].nodes;
            const auto at = [&](std::size_t i) { return model.nodes[static_cast<std::size_t>(nodes[i])].at; };
            Spot spot;
            for (std::size_t i = 0; i < nodes.size(); ++i)
                spot.at += at(i) / static_cast<double>(nodes.size());
            for (std::size_t i = 2; i < nodes.size(); ++i)
                spot.area += (at(i - 1) - at(0)).cross(at(i) - at(0)).norm() / 2;
            const Vec3 side = (at(1) - at(0)).normalized();
            // The shell's x is that far turned from the sheet's x: seen from it, the sheet's is turned back.
            // Shells of a tube have theirs along it.
            spot.turn = mechanics::turning(
                shells.side ? -std::atan2(side.dot(*shells.side), side.dot(shells.along)) : 0.0);
            spot.yield = shells.material.yield;
            m_spots.push_back(spot);
        }
        leaveOutHoles(context);
        softenWelds(context);
        findNeighbors();
    }

    [[nodiscard]] const std::vector<Spot> &spots() const { return m_spots; }

    /// Mean resultants around every spot in one case, in the plate's axes.
    [[nodiscard]] std::vector<ShellForces> means(const mechanics::CaseSolution &solution) const {
        std::vector<ShellForces> own, out(m_spots.size());
        own.reserve(m_spots.size());
        for (std::size_t s = 0; s < m_spots.size(); ++s) {
            const ShellForces &f = solution.shellForces[static_cast<std::size_t>(m_shells.first) + s];
            const Eigen::Matrix3d turn = m_spots[s].area * m_spots[s].turn;
            own.push_back({turn * f.membrane, turn * f.bending});
        }
        for (std::size_t s = 0; s < m_spots.size(); ++s) {
            double area = 0;
            for (const int n : m_spots[s].near) {
                const auto i = static_cast<std::size_t>(n);
                out[s].membrane += own[i].membrane;
                out[s].bending += own[i].bending;
                area += m_spots[i].area;
            }
            out[s].membrane /= area;
            out[s].bending /= area;
        }
        return out;
    }

  private:
    /// Beside a bolt or a pin the checks of bearing and tear-out speak.
    void leaveOutHoles(const CheckContext &context) {
        const armor::PlatePart *plate = context.assembly.plate(m_shells.part);
        if (!plate) return;
        for (const armor::Hole &h : plate->holes) {
            const Vec3 middle = plate->axes.toWorld(h.at);
            for (Spot &s : m_spots)
                if ((s.at - middle).norm() < h.diameter) s.counts = false;
        }
    }

    void softenWelds(const CheckContext &context) {
        if (m_shells.material.weldedYield >= m_shells.material.yield) return;
        for (const WeldPiece &p : context.proof.idealization.weldPieces) {
            const armor::WeldJoint &j = context.assembly.welds[static_cast<std::size_t>(p.weld)];
            if (j.a != m_shells.part && j.b != m_shells.part) continue;
            for (Spot &s : m_spots)
                if ((s.at - p.at).norm() < heatAffected + p.length / 2)
                    s.yield = m_shells.material.weldedYield;
        }
    }

    void findNeighbors() {
        const double reach = averaged * m_shells.thickness;
        std::vector<int> order(m_spots.size());
        for (std::size_t i = 0; i < order.size(); ++i) order[i] = static_cast<int>(i);
        const auto x = [this](int i) { return m_spots[static_cast<std::size_t>(i)].at.dot(m_shells.along); };
        std::sort(order.begin(), order.end(), [&](int a, int b) { return x(a) < x(b); });
        for (std::size_t i = 0; i < order.size(); ++i) {
            Spot &a = m_spots[static_cast<std::size_t>(order[i])];
            a.near.push_back(order[i]);
            for (std::size_t k = i + 1; k < order.size() && x(order[k]) - x(order[i]) <= reach; ++k) {
                Spot &b = m_spots[static_cast<std::size_t>(order[k])];
                if ((a.at - b.at).norm() > reach) continue;
                a.near.push_back(order[k]);
                b.near.push_back(order[i]);
            }
        }
    }

    const Sheet &m_shells;
    std::vector<Spot> m_spots;
};

struct PlateWorst {
    double use = -1;  ///< Omega in it
    std::size_t loadCase = 0, spot = 0;
    ShellForces forces;
};

void addPlateWorking(working::Working &w, const Sheet &plate, const Spot &spot, const PlateWorst &worst,
                     double omega) {
    const std::string shells = "shells, averaged";
    const double t = plate.thickness;
    w.given("t", "thickness", t, "mm", "drawing");
    w.given("Fy", spot.yield < plate.material.yield ? "yield beside a weld" : "yield", spot.yield, "MPa",
            "material");
    w.given("r", "within which stresses are averaged, twice the thickness", averaged * t, "mm",
            "docs/methods.md");
    constexpr std::array names{"x", "y", "xy"};
    for (Eigen::Index i = 0; i < 3; ++i)
        w.given(fmt::format("N{}", names[static_cast<std::size_t>(i)]), "membrane force",
                worst.forces.membrane(i), "N/mm", shells);
    for (Eigen::Index i = 0; i < 3; ++i)
        w.given(fmt::format("M{}", names[static_cast<std::size_t>(i)]), "moment", worst.forces.bending(i),
                "N", shells);
    const auto squared = [](const Eigen::Vector3d &v) {
        return v(0) * v(0) + v(1) * v(1) - v(0) * v(1) + 3 * v(2) * v(2);
    };
    w.step("n", "membrane part of yield", "√(Nx² + Ny² − Nx Ny + 3 Nxy²)/(t Fy)", "",
           std::sqrt(squared(worst.forces.membrane)) / (t * spot.yield), "", "von Mises");
    w.step("m", "bending part of yield", "√(Mx² + My² − Mx My + 3 Mxy²)/(t² Fy/4)", "",
           std::sqrt(squared(worst.forces.bending)) / (t * t * spot.yield / 4), "", "von Mises");
    const double plain = plateUse(worst.forces, t, spot.yield);
    w.step("q", "both together: yield through the whole thickness",
           "√(n² + m²/2 + √(m⁴/4 + p²) − (n² m² − p²)/(4 (n² + 0.48 m²)))", "p: their mixed product", plain,
           "", "Ivanov 1967");
    w.step("u", "utilization", "Ω q", fmt::format("{} · {}", number(omega), number(plain)), omega * plain, "",
           "AISC 360-16 F1 (Ω)");
    w.note("Within a hole's diameter of its middle the checks of bearing, pin and tear-out speak instead.");
}

struct SheetWorst {
    PlateWorst worst;
    Spot spot;
    double ladder = 0;  ///< nominal, at the rated pull
};

/// The hardest worked spot of a sheet; tells the use of all of them.
std::optional<SheetWorst> worstOf(const CheckContext &context, const Sheet &plate) {
    const SheetSpots spots(context, plate);
    SheetWorst out;
    PlateWorst &worst = out.worst;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        const std::vector<ShellForces> means = spots.means(context.proof.solution.cases[c]);
        const double omega = context.omega(c, memberOmega);
        for (std::size_t s = 0; s < means.size(); ++s) {
            const Spot &spot = spots.spots()[s];
            const double plain = plateUse(means[s], plate.thickness, spot.yield), use = omega * plain;
            context.out.shellUse[c][static_cast<std::size_t>(plate.first) + s] = static_cast<float>(use);
            if (!spot.counts) continue;
            if (context.isLadder(c)) out.ladder = std::max(out.ladder, plain);
            if (!context.loadCase(c).ladder && use > worst.use) worst = {use, c, s, means[s]};
        }
    }
    if (worst.use < 0) return std::nullopt;
    out.spot = spots.spots()[worst.spot];
    return out;
}

void addSheetCheck(const CheckContext &context, Check check, const Sheet &sheet, const SheetWorst &found) {
    check.demand = check.utilization = found.worst.use;
    check.at = found.spot.at;
    addPlateWorking(check.working, sheet, found.spot, found.worst,
                    context.omega(found.worst.loadCase, memberOmega));
    context.add(std::move(check));
}

Sheet sheetOf(const PlateShells &p) {
    return {p.part, p.material, p.thickness, p.first, p.count, p.axes.x, p.axes.y};
}
Sheet sheetOf(const TubeShells &w) {
    return {w.part, w.bar.material, w.bar.wall, w.first, w.count, w.axes.x, std::nullopt};
}

void checkPlate(const CheckContext &context, const PlateShells &p, const std::optional<SheetWorst> &found) {
    if (!found) return;
    const Sheet plate = sheetOf(p);
    addSheetCheck(context,
                  context.begin(CheckKind::Plate, "plate/" + p.part, p.part,
                                fmt::format("{}: yielding of the plate", p.part), found->worst.loadCase),
                  plate, *found);
    if (context.proof.duties.ladderCase >= 0)
        context.addRung(p.part, p.part, found->ladder, "It begins to bend for good; nothing comes off.");
}

void checkWall(const CheckContext &context, const TubeShells &w, const std::optional<SheetWorst> &found) {
    if (!found) return;
    const Sheet wall = sheetOf(w);
    addSheetCheck(
        context,
        context.begin(CheckKind::Wall,
                      fmt::format("tubewall/{}@{:.0f}", w.part, (w.bar.stationFrom + w.bar.stationTo) / 2),
                      w.part,
                      fmt::format("{}: yielding of its wall, {:.0f} to {:.0f} mm along it", w.part,
                                  w.bar.stationFrom, w.bar.stationTo),
                      found->worst.loadCase),
        wall, *found);
    if (context.proof.duties.ladderCase >= 0)
        context.addRung(
            w.part,
            fmt::format("wall of {} at {:.0f} mm", w.part, (found->spot.at - w.axes.origin).dot(w.axes.x)),
            found->ladder, "The wall begins to bend for good; nothing comes off.");
}

}  // namespace

void checkPlates(const CheckContext &context) {
    const auto &idealization = context.proof.idealization;
    context.out.shellUse.assign(context.caseCount(), std::vector<float>(idealization.model.shells.size(), 0));
    const std::size_t plates = idealization.plates.size();
    std::vector<std::optional<SheetWorst>> found(plates + idealization.walls.size());
    tbb::parallel_for(
        std::size_t{0}, found.size(),
        [&](std::size_t i) {
            found[i] = worstOf(context, i < plates ? sheetOf(idealization.plates[i])
                                                   : sheetOf(idealization.walls[i - plates]));
        },
        tbb::simple_partitioner{});
    for (std::size_t i = 0; i < found.size(); ++i)
        if (i < plates)
            checkPlate(context, idealization.plates[i], found[i]);
        else
            checkWall(context, idealization.walls[i - plates], found[i]);
}

}  // namespace hefty::proof
