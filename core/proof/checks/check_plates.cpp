#include <algorithm>
#include <cmath>
#include <optional>

#include <fmt/format.h>

#include "core/base/parallel.h"
#include "core/proof/checks/checker.h"
#include "core/proof/strength/member_strength.h"
#include "core/proof/strength/plate_use.h"

namespace hefty::proof {
namespace {

using mechanics::ShellForces;
using working::number;

constexpr const char *besideHoles = "all of it lies within a hole's diameter of the middle of a hole";

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
    w.given("r", "within which stresses are averaged, twice the thickness", averagedOver * t, "mm",
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
    std::vector<double> nominal;  ///< by case; of the ladder's alone
};

/// The hardest worked spot of a sheet; tells the use of all of them.
std::optional<SheetWorst> worstOf(const CheckContext &context, const SheetSpots &spots) {
    const Sheet &plate = spots.sheet();
    SheetWorst out;
    PlateWorst &worst = out.worst;
    out.nominal.assign(context.caseCount(), 0);
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        const std::vector<ShellForces> means = spots.means(context.proof.solution.cases[c]);
        const double omega = context.omega(c, memberOmega);
        const bool onLadder = context.isLadder(c);
        for (std::size_t s = 0; s < means.size(); ++s) {
            const Spot &spot = spots.spots()[s];
            const double plain = plateUse(means[s], plate.thickness, spot.yield), use = omega * plain;
            context.out.shellUse[c][static_cast<std::size_t>(plate.first) + s] = static_cast<float>(use);
            if (!spot.counts) continue;
            if (onLadder) out.nominal[c] = std::max(out.nominal[c], plain);
            if (use > worst.use) worst = {use, c, s, means[s]};
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

void checkPlate(const CheckContext &context, const Sheet &plate, const std::optional<SheetWorst> &found) {
    if (!found)
        return context.leave({"plate/" + plate.part, plate.part, context.called(plate.part), besideHoles,
                              "Look at what is said of its bolts and pins."});
    addSheetCheck(context,
                  context.begin(CheckKind::Plate, "plate/" + plate.part, plate.part,
                                fmt::format("{}: yielding of the plate", context.called(plate.part)),
                                found->worst.loadCase),
                  plate, *found);
    context.addRung(
        plate.part, context.called(plate.part), [&](std::size_t c) { return found->nominal[c]; },
        "It begins to bend for good; nothing comes off.");
}

void checkWall(const CheckContext &context, const TubeShells &w, const Sheet &wall,
               const std::optional<SheetWorst> &found) {
    const std::string id = "tubewall/" + wall.id;
    const std::string title = fmt::format("{}: yielding of its wall, {:.0f} to {:.0f} mm along it",
                                          context.called(w.part), w.bar.stationFrom, w.bar.stationTo);
    if (!found)
        return context.leave(
            {id, w.part, title, besideHoles, "Look at what is said of its bolts and pins.", w.axes.origin});
    Check check = context.begin(CheckKind::Wall, id, w.part, title, found->worst.loadCase);
    check.working.note(
        "This tells as well what tubes do that stand on this stretch beyond the ranges of AISC 360-16 "
        "chapter "
        "K, or in a way that it has no formula for.");
    addSheetCheck(context, std::move(check), wall, *found);
    context.addRung(
        w.part,
        fmt::format("wall of {} at {:.0f} mm", context.called(w.part),
                    (found->spot.at - w.axes.origin).dot(w.axes.x)),
        [&](std::size_t c) { return found->nominal[c]; },
        "The wall begins to bend for good; nothing comes off.");
}

}  // namespace

void checkPlates(const CheckContext &context) {
    const auto &idealization = context.proof.idealization;
    context.out.shellUse.assign(context.caseCount(), std::vector<float>(idealization.model.shells.size(), 0));
    std::vector<std::optional<SheetWorst>> found(context.sheets.size());
    parallel::forUneven(found.size(), [&](std::size_t i) { found[i] = worstOf(context, context.sheets[i]); });
    const std::size_t plates = idealization.plates.size();
    for (std::size_t i = 0; i < found.size(); ++i)
        if (i < plates)
            checkPlate(context, context.sheets[i].sheet(), found[i]);
        else
            checkWall(context, idealization.walls[i - plates], context.sheets[i].sheet(), found[i]);
}

}  // namespace hefty::proof
