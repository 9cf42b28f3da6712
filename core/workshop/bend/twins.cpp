#include "core/workshop/bend/twins.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hefty::workshop {
namespace {

using parts::BarPart;
using shape::Vec3;

constexpr double same = 0.1;  // mm: a place and its mirror image

std::vector<Vec3> pathOf(const BarPart &bar, bool reversed) {
    std::vector<Vec3> path{bar.from};
    for (const parts::PathPoint &p : bar.bends) path.push_back(p.at);
    path.push_back(bar.to);
    if (reversed) std::reverse(path.begin(), path.end());
    return path;
}

/// The second bar set on behind the first, along the same line, turned about it.
BarPart joined(const BarPart &first, const std::vector<Vec3> &a, const std::vector<Vec3> &b, double kerf,
               double turned) {
    const Vec3 along = (a.back() - a[a.size() - 2]).normalized(), start = (b[1] - b[0]).normalized();
    const Eigen::Matrix3d turn = Eigen::AngleAxisd(turned, along).toRotationMatrix() *
                                 Eigen::Quaterniond::FromTwoVectors(start, along).toRotationMatrix();
    const Vec3 from = a.back() + along * kerf;
    BarPart out = first;
    out.from = a.front();
    out.bends.clear();
    const double radius = first.bends.front().radius;
    for (std::size_t i = 1; i + 1 < a.size(); ++i) out.bends.push_back({a[i], radius});
    for (std::size_t i = 1; i + 1 < b.size(); ++i) out.bends.push_back({from + turn * (b[i] - b[0]), radius});
    out.to = from + turn * (b.back() - b[0]);
    return out;
}

bool mirrored(const BarPart &a, const BarPart &b) {
    const std::vector<Vec3> p = pathOf(a, false), q = pathOf(b, false);
    if (a.section.id != b.section.id || a.material.id != b.material.id || p.size() != q.size()) return false;
    for (std::size_t i = 0; i < p.size(); ++i)
        if ((p[i] - q[i].cwiseProduct(Vec3(1, -1, 1))).norm() > same) return false;
    return true;
}

Result<BendPlan> planOf(const BarPart &bar, const Shop &shop) {
    return bendPlan(bar, shop.dies, shop.testBends, {shop.benderFloor, shop.benderBed / 2});
}

}  // namespace

double lengthToBend(const BarPart &bar, const Shop &shop) {
    if (bar.bends.empty() || shop.dies.empty()) return bar.cutLength();
    const auto plan = planOf(bar, shop);
    return plan ? plan->cut : bar.cutLength();
}

Result<TwinTube> twinTube(const BarPart &bar, const BarPart &twin, const Shop &shop) {
    std::optional<TwinTube> best;
    for (const bool barTurned : {false, true})
        for (const bool twinTurned : {false, true})
            for (int quarter = 0; quarter < 4; ++quarter) {
                const auto plan = planOf(joined(bar, pathOf(bar, barTurned), pathOf(twin, twinTurned),
                                                shop.kerf, quarter * std::numbers::pi / 2),
                                         shop);
                if (!plan || !plan->works()) continue;
                if (best && best->plan.cut < plan->cut + 1e-9) continue;
                best = TwinTube{bar.name, twin.name, *plan, 0};
            }
    if (!best)
        return fail(ProblemKind::Geometry, "No way of these two as one tube goes through the bender.",
                    bar.name, "Bend them one by one.");
    // Both are as long along their bends: either may come first.
    const double one = (best->plan.developed - shop.kerf) / 2;
    best->plan.cutApart = best->plan.extraFrom + one + shop.kerf / 2;
    best->saved = lengthToBend(bar, shop) + lengthToBend(twin, shop) + shop.kerf - best->plan.cut;
    return std::move(*best);
}

std::vector<TwinTube> twinTubes(const armor::Assembly &assembly, const Shop &shop) {
    std::vector<TwinTube> out;
    if (shop.dies.empty()) return out;
    for (const BarPart &bar : assembly.bars) {
        if (bar.bends.empty() || !bar.made.bought.empty() || bar.from.y() <= 0) continue;
        for (const BarPart &twin : assembly.bars) {
            if (&twin == &bar || twin.bends.empty() || !twin.made.bought.empty() || !mirrored(bar, twin))
                continue;
            const auto both = twinTube(bar, twin, shop);
            if (both && both->saved > same) out.push_back(*both);
            break;
        }
    }
    return out;
}

}  // namespace hefty::workshop
