#include <algorithm>
#include <cmath>
#include <optional>

#include <fmt/format.h>

#include "core/base/parallel.h"
#include "core/proof/strength/life.h"
#include "core/proof/strength/seam.h"

namespace hefty::proof {
namespace {

using Beside = NearShells::Share;

/// Largest change of a principal stress at the surfaces of a shell [MPa].
double surfaceRange(const mechanics::ShellForces &from, const mechanics::ShellForces &to, double t) {
    double most = 0;
    for (const double side : {1.0, -1.0}) {
        const Eigen::Vector3d s =
            (to.membrane - from.membrane) / t + side * 6 * (to.bending - from.bending) / (t * t);
        const double middle = (s(0) + s(1)) / 2,
                     radius = std::sqrt((s(0) - s(1)) * (s(0) - s(1)) / 4 + s(2) * s(2));
        most = std::max({most, std::abs(middle + radius), std::abs(middle - radius)});
    }
    return most;
}

/// Mean over what is beside a toe, between two cases; from nothing if there is one only.
double meanRange(const CheckContext &context, const Sheet &sheet, const std::vector<Beside> &beside,
                 std::size_t to, std::optional<std::size_t> from) {
    const auto forces = [&](std::size_t c, const Beside &b) -> const mechanics::ShellForces & {
        return context.proof.solution.cases[c].shellForces[static_cast<std::size_t>(sheet.first + b.shell)];
    };
    double sum = 0, area = 0;
    for (const Beside &b : beside) {
        sum += b.area * surfaceRange(from ? forces(*from, b) : mechanics::ShellForces{}, forces(to, b),
                                     sheet.thickness);
        area += b.area;
    }
    return sum / area;
}

/// The hardest worked toe of one sheet of shells.
struct Toe {
    Life life;
    Vec3 at = Vec3::Zero();
    std::string joint;
};

Toe worstToe(const CheckContext &context, const SheetSpots &spots) {
    const Sheet &sheet = spots.sheet();
    Toe worst;
    for (const WeldPiece &p : context.proof.idealization.weldPieces) {
        if (p.tie < 0) continue;
        const armor::WeldJoint &w = context.assembly.welds[static_cast<std::size_t>(p.weld)];
        if (w.isFold() || (w.a != sheet.part && w.b != sheet.part)) continue;
        const std::vector<Beside> beside = spots.shells().within(p.at, averagedOver * sheet.thickness);
        const Life l = lifeOf(context, fatigueClass(sheet.material).toe,
                              [&](std::size_t to, std::optional<std::size_t> from) {
                                  return meanRange(context, sheet, beside, to, from);
                              });
        if (l.use > worst.life.use) worst = {l, p.at, w.name};
    }
    return worst;
}

void addToeCheck(const CheckContext &context, const Sheet &sheet, const Toe &worst) {
    if (!(worst.life.use > 0)) return;
    Check check = context.begin(
        CheckKind::Fatigue, "toe/" + sheet.id, sheet.part,
        fmt::format("{}: beside the toe of a weld, pulls and roads of its life", context.called(sheet.part)),
        hardestCase(context, fatigueClass(sheet.material).toe, worst.life));
    check.demand = check.utilization = worst.life.use;
    check.at = worst.at;
    addLifeWorking(check.working, context.rules, fatigueClass(sheet.material).toe, worst.life,
                   "at the surface beside the toe, mean over twice the thickness");
    check.working.note(fmt::format(
        "The hardest worked toe is that of the weld {}. A toe that is ground smooth lasts longer.",
        worst.joint));
    context.add(std::move(check));
}

}  // namespace

void checkToes(const CheckContext &context) {
    if (context.proof.idealization.detail == Detail::Strips) return;
    if (!(context.rules.lifePulls > 0) && !(context.rules.lifeRecoveries > 0) &&
        !(context.rules.roadCycles > 0))
        return;
    std::vector<Toe> worst(context.sheets.size());
    parallel::forUneven(worst.size(),
                        [&](std::size_t i) { worst[i] = worstToe(context, context.sheets[i]); });
    for (std::size_t i = 0; i < worst.size(); ++i) addToeCheck(context, context.sheets[i].sheet(), worst[i]);
}

}  // namespace hefty::proof
