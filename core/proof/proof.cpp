#include "core/proof/proof.h"

#include <cmath>

#include "core/proof/checks/checker.h"

namespace hefty::proof {

const armor::Anchor *CheckContext::pulledAt() const {
    for (const armor::Anchor &a : assembly.anchors)
        if (hasLadder() && a.name == proof.duties.ladder.anchor) return &a;
    return nullptr;
}

const armor::ReceiverTube *CheckContext::pulledBlock() const {
    for (const armor::ReceiverTube &r : assembly.receivers)
        if (hasLadder() && r.part == proof.duties.ladder.anchor) return &r;
    return nullptr;
}

void CheckContext::addRung(const std::string &part, const std::string &title,
                           const std::function<double(std::size_t)> &nominalUse, std::string means,
                           bool flies) const {
    // What own weight does in parts that the line hardly works is no rung.
    constexpr double beyond = 50;  // of what the way is rated at
    double least = beyond * proof.duties.ladder.rated;
    const LoadCase *worst = nullptr;
    for (const int c : proof.duties.ladder.cases) {
        const auto i = static_cast<std::size_t>(c);
        const double use = nominalUse(i);
        if (!(use > 0) || loadCase(i).linePull / use >= least) continue;
        least = loadCase(i).linePull / use;
        worst = &loadCase(i);
    }
    if (worst) out.ladder.push_back({part, title, least, std::move(means), flies, false, worst->way});
}

namespace {

std::string capital(std::string text) {
    if (!text.empty() && text[0] >= 'a' && text[0] <= 'z') text[0] = static_cast<char>(text[0] - 'a' + 'A');
    return text;
}

}  // namespace

Check CheckContext::begin(CheckKind kind, std::string id, std::string part, std::string title,
                          std::size_t governingCase) const {
    Check check;
    check.kind = kind;
    check.id = std::move(id);
    check.part = std::move(part);
    check.title = capital(std::move(title));
    check.loadCase = static_cast<int>(governingCase);
    check.dutyClass = loadCase(governingCase).dutyClass;
    check.working.title = check.title;
    return check;
}

void CheckContext::leave(Unproved what) const {
    what.what = capital(std::move(what.what));
    out.unproved.push_back(std::move(what));
}

void CheckContext::add(Check check) const {
    check.working.note("Governing case: " + loadCase(static_cast<std::size_t>(check.loadCase)).title + ".");
    out.checks.push_back(std::move(check));
}

Governing governing(const CheckContext &context, const std::function<double(std::size_t)> &use) {
    Governing g;
    for (std::size_t c = 0; c < context.caseCount(); ++c) {
        const double u = use(c);
        if (u > g.use) g = {c, u};
    }
    return g;
}

joints::PointLoad springLoad(const Proof &proof, int spring, std::size_t loadCase, const Vec3 &at) {
    const mechanics::Vec6 &f = proof.solution.cases[loadCase].springs[static_cast<std::size_t>(spring)];
    return {at, f.head<3>(), f.tail<3>()};
}

bool Check::doubtful() const {
    return shift && std::abs(*shift) > mostShift && utilization <= 1 &&
           utilization * (1 + std::abs(*shift)) > 1;
}

std::string dutyId(const Proof &proof, const Check &check) {
    if (check.loadCase >= 0) return proof.duties.cases[static_cast<std::size_t>(check.loadCase)].id;
    return "strike/" + check.id.substr(check.id.find('/') + 1);
}

std::string dutyTitle(const Proof &proof, const Check &check) {
    if (check.loadCase >= 0) return proof.duties.cases[static_cast<std::size_t>(check.loadCase)].title;
    if (proof.pushOver)
        for (const Collapse &c : proof.pushOver->collapses)
            if ("strike/" + c.id == dutyId(proof, check))
                return c.dropped ? c.title + ", dropped on it" : c.title + " by an animal or a post";
    for (const GroundDent &d : proof.groundDents)
        if (d.dentId() == check.id || d.roomId() == check.id) return d.name + ", dropped on it";
    return "Struck";
}

std::string_view kindWord(CheckKind kind) {
    switch (kind) {
        case CheckKind::Member:
            return "member";
        case CheckKind::Skin:
            return "skin";
        case CheckKind::Opening:
            return "opening";
        case CheckKind::Plate:
            return "plate";
        case CheckKind::Wall:
            return "wall";
        case CheckKind::Weld:
            return "weld";
        case CheckKind::Seam:
            return "seam";
        case CheckKind::PlateOnWall:
            return "plateOnWall";
        case CheckKind::Tab:
            return "tab";
        case CheckKind::Bolt:
            return "bolt";
        case CheckKind::Bearing:
            return "bearing";
        case CheckKind::Block:
            return "block";
        case CheckKind::FrameEnd:
            return "frameEnd";
        case CheckKind::Branch:
            return "branch";
        case CheckKind::Stability:
            return "stability";
        case CheckKind::Frequency:
            return "frequency";
        case CheckKind::Fatigue:
            return "fatigue";
        case CheckKind::Impact:
            return "impact";
        case CheckKind::Dent:
            return "dent";
        case CheckKind::Slip:
            return "slip";
        case CheckKind::Hinge:
            return "hinge";
        case CheckKind::Latch:
            return "latch";
        case CheckKind::Sag:
            return "sag";
    }
    return "member";
}

}  // namespace hefty::proof
