#include "core/proof/strength/stability.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "core/mechanics/case_subset.h"
#include "core/mechanics/eigen_analysis.h"
#include "core/proof/strength/member_strength.h"

namespace hefty::proof {
namespace {

constexpr std::size_t hardestCases = 4;  // by members, and as many by push

/// Cases in which some member is worked hardest, and those that press a member hardest.
std::vector<std::size_t> hardest(const Idealization &model, const Duties &duties,
                                 const mechanics::FrameSolution &solution) {
    std::vector<MemberStrength> strengths;
    for (const Bar &b : model.bars) strengths.push_back(memberStrength(b));
    std::vector<std::pair<double, std::size_t>> byUse, byPush;
    for (std::size_t c = 0; c < duties.cases.size(); ++c) {
        double use = 0, push = 0;
        for (std::size_t b = 0; b < model.bars.size(); ++b) {
            const mechanics::BeamForces &f = solution.cases[c].beams[b];
            for (const auto &end : {f.from, f.to})
                use = std::max(use, memberUtilization(strengths[b], end, 1));
            push = std::max(push, -f.from(0) / strengths[b].compression);
        }
        byUse.emplace_back(use, c);
        byPush.emplace_back(push, c);
    }
    std::set<std::size_t> out;
    for (auto *list : {&byUse, &byPush}) {
        std::sort(list->rbegin(), list->rend());
        for (std::size_t i = 0; i < std::min(hardestCases, list->size()); ++i) out.insert((*list)[i].second);
    }
    return {out.begin(), out.end()};
}

/// The part of whose bars an end moves most in a shape.
std::string mostMoved(const Idealization &model, const mechanics::NodalShape &shape) {
    std::string part;
    double most = -1;
    for (std::size_t b = 0; b < model.bars.size(); ++b)
        for (const int n : {model.model.beams[b].from, model.model.beams[b].to})
            if (const double m = shape[static_cast<std::size_t>(n)].head<3>().norm(); m > most) {
                most = m;
                part = model.bars[b].part;
            }
    return part;
}

}  // namespace

Result<Stability> stability(const Assembly &assembly, const rig::RigGeometry &rig,
                            const stock::Material &railMaterial, const stock::Stock &stock,
                            const HouseRules &rules) {
    Stability out;
    auto model = idealize(assembly, rig, railMaterial);
    if (!model) return tl::unexpected(model.error());
    out.model = std::move(*model);
    const Duties duties = expandDuties(assembly, rig, stock, rules, out.model);
    const auto solution = mechanics::solveStatic(out.model.model);
    if (!solution) return tl::unexpected(solution.error());
    // What bears one way only is left out: it could only hold the piece better.
    out.model.model.contacts.clear();
    const std::vector<std::size_t> cases = hardest(out.model, duties, *solution);
    std::vector<int> asked;
    for (std::size_t i = 0; i < cases.size(); ++i) asked.push_back(static_cast<int>(i));
    const auto buckling = mechanics::solveBuckling(
        mechanics::caseSubset(out.model.model, std::vector<int>(cases.begin(), cases.end())), asked, 1);
    if (!buckling) return tl::unexpected(buckling.error());
    for (std::size_t i = 0; i < cases.size(); ++i) {
        const std::size_t c = cases[i];
        const std::vector<double> &factors = (*buckling)[i].factors;
        CaseStability one{duties.cases[c].id, factors.empty() ? 0 : factors[0], {}};
        for (std::size_t b = 0; b < out.model.bars.size(); ++b)
            if (solution->cases[c].beams[b].from(0) < 0)
                one.pressed.emplace_back(static_cast<int>(b), solution->cases[c].beams[b]);
        out.cases.push_back(std::move(one));
    }
    constexpr int modes = 3;
    const auto found = mechanics::solveModes(out.model.model, modes);
    if (!found) return tl::unexpected(found.error());
    out.frequencies = found->frequencies;
    if (!found->shapes.empty()) out.firstPart = mostMoved(out.model, found->shapes[0]);
    return out;
}

}  // namespace hefty::proof
