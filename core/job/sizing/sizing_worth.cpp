#include "core/job/sizing/sizing_worth.h"

#include <algorithm>

#include "core/job/appraise/appraise_under.h"
#include "core/job/appraise/strip_check.h"

namespace hefty::job {
namespace {

constexpr double trifle = 1e-4;  // of the whole: what a step of a leg or a grade counts

/// Findings that a size can break or mend.
bool hangsOnSizes(const Finding &f) {
    for (const std::string_view kind : {"check/", "weld-size/", "weld-large/", "build/", "bolt-size/"})
        if (f.id.starts_with(kind)) return true;
    return false;
}

double share(double now, double before) {
    return before > 0 ? now / before : 0;
}

/// How far a finding is over its limit; one without a number counts as much as a check at twice its own.
double over(const Finding &f) {
    if (f.severity == Severity::Stop) return 1000;
    return f.limit > 0 && f.value > f.limit ? f.value / f.limit - 1 : 1;
}

}  // namespace

std::set<std::string> fixes(const Appraisal &a) {
    std::set<std::string> out;
    for (const Finding &f : a.findings)
        if (f.severity == Severity::Fix) out.insert(f.id);
    return out;
}

bool stops(const Appraisal &a) {
    return std::any_of(a.findings.begin(), a.findings.end(),
                       [](const Finding &f) { return f.severity == Severity::Stop; });
}

bool breaks(const Finding &f, const std::set<std::string> &before) {
    if (f.severity == Severity::Note) return f.id.starts_with("check/") && f.value > f.limit;
    return f.severity == Severity::Stop || hangsOnSizes(f) || !before.contains(f.id);
}

bool holds(const Appraisal &a, const std::set<std::string> &before) {
    return std::none_of(a.findings.begin(), a.findings.end(),
                        [&](const Finding &f) { return breaks(f, before); });
}

double gaugeOf(const Appraisal &a, const char *id) {
    const Gauge *g = a.gauge(id);
    return g && g->value ? *g->value : 0;
}

double trifles(const armor::Piece &piece, const armor::Pattern &pattern) {
    double sum = 0;
    for (const armor::SettingDescriptor &d : pattern.settings) {
        if (d.group == "Welds" && d.choice == armor::Choice::None) sum += armor::number(piece, pattern, d.id);
        if (d.choice == armor::Choice::BoltGrade) sum += armor::text(piece, pattern, d.id) == "10.9" ? 1 : 0;
    }
    return sum;
}

double objective(const Outlay &outlay, const SizingWish &wish, const Appraisal &before) {
    constexpr double farMore = 100;  // than anything that a size changes of the rest
    return wish.massWeight * share(outlay.mass, gaugeOf(before, "mass")) +
           wish.costWeight * share(outlay.money, gaugeOf(before, "cost")) + trifle * outlay.trifling +
           farMore * std::max(0.0, outlay.mass / wish.largestMass - 1);
}

Judged judge(const Job &sized, const stock::Stock &stock, const SizingWish &wish, const Appraisal &before,
             const std::vector<std::string> &duties) {
    const Appraisal a = duties.empty()
                            ? appraise(sized, stock, {}, proof::Detail::Strips, &before)
                            : appraiseUnder(sized, stock, duties, {}, proof::Detail::Strips, &before);
    const std::set<std::string> was = fixes(before);
    Judged out;
    out.over = 0;
    out.byStrength = true;
    for (const Finding &f : a.findings) {
        if (!breaks(f, was)) continue;
        out.over += over(f);
        const bool ofWelds = f.id.starts_with("weld-size/") || f.id.starts_with("weld-large/");
        out.byStrength = out.byStrength && (ofWelds || f.id.starts_with("check/"));
        out.bySizes = out.bySizes || ofWelds;
    }
    for (const PieceAppraisal &p : a.pieces) {
        if (!p.fabrication) {
            Judged cannot;
            cannot.over = 1000;
            return cannot;
        }
        if (p.proof)
            for (const proof::Check &c : p.proof->checks) {
                out.uses.emplace_back(checkOf(c.id, p.id, a.pieces.size()), c.utilization);
                if (c.loadCase >= 0) out.duties.insert(proof::dutyId(*p.proof, c));
            }
        for (const workshop::SectionNesting &n : p.fabrication->nestings)
            if (wish.rackOnly && n.nesting.bought > 0) {
                out.over += n.nesting.bought;
                out.byStrength = false;
            }
    }
    std::sort(out.uses.begin(), out.uses.end());
    out.outlay = {gaugeOf(a, "mass"), gaugeOf(a, "cost"), 0};
    for (const armor::Piece &p : sized.pieces)
        if (const armor::Pattern *pattern = armor::pattern(p.pattern))
            out.outlay.trifling += trifles(p, *pattern);
    out.cost = out.over > 0 ? unable : objective(out.outlay, wish, before);
    return out;
}

double Judged::use(const std::string &check) const {
    const auto it = std::lower_bound(uses.begin(), uses.end(), check,
                                     [](const auto &u, const std::string &id) { return u.first < id; });
    return it != uses.end() && it->first == check ? it->second : 0;
}

ShellShares shellShares(const proof::Proof &strips, const proof::Proof &shells) {
    constexpr double most = 1.5;  // house: beyond it a strip does not see what shells see
    std::map<std::string, double> close;
    for (const proof::Check &c : shells.checks) {
        double &use = close[stripCheck("check/" + c.id)];
        use = std::max(use, c.utilization);
    }
    ShellShares out;
    for (const proof::Check &c : strips.checks) {
        const auto it = close.find(c.id);
        if (it == close.end() || !(c.utilization > 0)) continue;
        const double share = it->second / c.utilization;
        if (share > 1 && share <= most) out[c.id] = share;
    }
    return out;
}

void heedShells(Judged &judged, const ShellShares &shares) {
    for (auto &[id, use] : judged.uses) {
        const auto it = shares.find(id);
        if (it == shares.end()) continue;
        const double was = use;
        use *= it->second;
        if (!(use > 1)) continue;
        judged.over = std::max(judged.over, 0.0) + use - std::max(was, 1.0);
        judged.cost = unable;
    }
}

bool mayHold(const Judged &here, const Judged &up, const Judged &down) {
    constexpr double room = 1.05;  // steps do not quite multiply
    if (!down.byStrength || !up.byStrength) return true;
    if (down.bySizes) return false;
    return std::all_of(down.uses.begin(), down.uses.end(), [&](const auto &u) {
        const double now = here.use(u.first);
        return !(u.second > 1) || !(now > 0) || u.second * up.use(u.first) / now <= room;
    });
}

}  // namespace hefty::job
