#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/proof/life.h"
#include "core/proof/seam.h"

namespace hefty::proof {
namespace {

/// The plate beside a fillet weld that carries load, failing from the toe (IIW, structural detail 413).
constexpr double toeClass = 63;
constexpr double averaged = 2;  // times the thickness

/// A shell beside a stretch of seam.
struct Beside {
    std::size_t shell;
    double thickness;
};

/// Shells of a sheet within twice the thickness of a place: as far as the check of plates averages, so that
/// the answer hangs less on the mesh. The nearest one if there is none.
std::vector<Beside> besides(const mechanics::FrameModel &model, const std::vector<Vec3> &middles, int first,
                            const Vec3 &at) {
    std::vector<Beside> out;
    double least = 1e300;
    std::size_t nearest = 0;
    for (std::size_t i = 0; i < middles.size(); ++i) {
        const auto shell = static_cast<std::size_t>(first) + i;
        const double away = (middles[i] - at).norm(), t = model.shells[shell].thickness;
        if (away <= averaged * t) out.push_back({shell, t});
        if (away < least) {
            least = away;
            nearest = shell;
        }
    }
    if (out.empty()) out.push_back({nearest, model.shells[nearest].thickness});
    return out;
}

/// Largest change of a principal stress at the surfaces of a shell [MPa].
double surfaceRange(const mechanics::ShellForces &from, const mechanics::ShellForces &to, double t) {
    double most = 0;
    for (const double side : {1.0, -1.0}) {
        const Eigen::Vector3d s =
            (to.membrane - from.membrane) / t + side * 6 * (to.bending - from.bending) / (t * t);
        const double middle = (s(0) + s(1)) / 2, radius = std::hypot((s(0) - s(1)) / 2, s(2));
        most = std::max({most, std::abs(middle + radius), std::abs(middle - radius)});
    }
    return most;
}

double meanRange(const CheckContext &context, const std::vector<Beside> &beside, std::size_t from,
                 std::size_t to) {
    double sum = 0;
    for (const Beside &b : beside)
        sum += surfaceRange(context.proof.solution.cases[from].shellForces[b.shell],
                            context.proof.solution.cases[to].shellForces[b.shell], b.thickness);
    return sum / static_cast<double>(beside.size());
}

Life lifeOf(const CheckContext &context, const std::vector<Beside> &beside, std::size_t still) {
    Life life;
    double standing = 0;
    for (const Beside &b : beside)
        standing += surfaceRange({}, context.proof.solution.cases[still].shellForces[b.shell], b.thickness) /
                    static_cast<double>(beside.size());
    life.road = standing * context.rules.roadRange;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        const LoadCase &l = context.loadCase(c);
        if (l.duty != "winch" || l.dutyClass != DutyClass::Working) continue;
        const double range = meanRange(context, beside, still, c) / context.rules.shockFactor;
        if (range > life.pull) {
            life.pull = range;
            life.loadCase = c;
        }
    }
    life.use = lifeUse(context.rules, toeClass, life.pull, life.road);
    return life;
}

/// The toes of all seams of one sheet of shells.
void checkSheet(const CheckContext &context, const std::string &id, const std::string &part, int first,
                int count, std::size_t still) {
    const auto &model = context.proof.idealization.model;
    std::vector<Vec3> middles;
    for (int i = first; i < first + count; ++i) {
        const std::vector<int> &nodes = model.shells[static_cast<std::size_t>(i)].nodes;
        Vec3 sum = Vec3::Zero();
        for (const int n : nodes) sum += model.nodes[static_cast<std::size_t>(n)].at;
        middles.push_back(sum / static_cast<double>(nodes.size()));
    }
    Life worst;
    Vec3 at = Vec3::Zero();
    std::string joint;
    for (const WeldPiece &p : context.proof.idealization.weldPieces) {
        if (p.tie < 0) continue;
        const armor::WeldJoint &w = context.assembly.welds[static_cast<std::size_t>(p.weld)];
        if (w.a != part && w.b != part) continue;
        const std::vector<Beside> beside = besides(model, middles, first, p.at);
        if (const Life l = lifeOf(context, beside, still); l.use > worst.use) {
            worst = l;
            at = p.at;
            joint = w.name;
        }
    }
    if (!(worst.use > 0)) return;
    Check check = context.begin(
        CheckKind::Fatigue, "toe/" + id, part,
        fmt::format("{}: beside the toe of a weld, pulls and roads of its life", part), worst.loadCase);
    check.demand = check.utilization = worst.use;
    check.at = at;
    addLifeWorking(check.working, context.rules, toeClass, worst,
                   "at the surface beside the toe, mean over twice the thickness");
    check.working.note(fmt::format(
        "The hardest worked toe is that of the weld {}. A toe that is ground smooth lasts longer.", joint));
    context.add(std::move(check));
}

}  // namespace

void checkToes(const CheckContext &context) {
    if (context.proof.idealization.detail == Detail::Strips) return;
    if (!(context.rules.lifePulls > 0) && !(context.rules.roadCycles > 0)) return;
    std::size_t still = context.caseCount();
    for (std::size_t c = 0; c < context.caseCount(); ++c)
        if (context.loadCase(c).duty == "gravity") still = c;
    if (still == context.caseCount()) return;
    for (const PlateShells &p : context.proof.idealization.plates)
        checkSheet(context, p.part, p.part, p.first, p.count, still);
    for (const TubeShells &w : context.proof.idealization.walls)
        checkSheet(context, fmt::format("{}@{:.0f}", w.part, (w.bar.stationFrom + w.bar.stationTo) / 2),
                   w.part, w.first, w.count, still);
}

}  // namespace hefty::proof
