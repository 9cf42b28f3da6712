#include "core/job/appraise/piece_findings.h"

#include <cmath>

#include <fmt/format.h>

#include "core/armor/pairing.h"
#include "core/job/appraise/make_finding.h"
#include "core/job/appraise/weld_sizes.h"
#include "core/job/names.h"

namespace hefty::job {
namespace {

using measure::Quantity;

void pairingFindings(FindingList &out, const armor::Assembly &a, const std::string &railFamily) {
    for (const armor::Pairing &p : armor::unlikeMetals(a, railFamily)) {
        if (p.welded)
            out.add("unlike/" + p.a + "~" + p.b, Severity::Fix, "layout", p.a,
                    fmt::format("{} ({}) cannot be welded to {} ({}). Bolt it, or make both of one metal.",
                                asSubject(a, p.a), p.familyA, a.labelOf(p.b), p.familyB));
        else
            out.add(
                "unlike/" + p.a + "~" + p.b, Severity::Note, "layout", p.a,
                fmt::format("{} is {}, the {} is {}: put a sealed pad and bushes between them, or the joint "
                            "corrodes.",
                            asSubject(a, p.a), p.familyA, p.b == "frame" ? "vehicle's frame" : "vehicle",
                            p.familyB));
    }
}

}  // namespace

std::vector<Finding> buildFindings(const armor::Assembly &a, const std::string &railFamily) {
    FindingList out;
    for (const armor::BuildNote &n : a.notes)
        out.add("build/" + n.part + "/" + n.text.text.substr(0, 24),
                n.onlyTold ? Severity::Note : Severity::Fix, "layout", n.part, n.text.then(n.remedy));
    pairingFindings(out, a, railFamily);
    for (const armor::BoltJoint &m : a.mounts)
        if (m.size.empty())
            out.add("bolt-size/" + m.name, Severity::Fix, "measure", m.name,
                    {fmt::format(
                         "No bolt of grade {} in the stock fits the {{0}} holes of the frame. Measure the "
                         "holes again or take another grade.",
                         m.grade),
                     {{m.hole, Quantity::DrilledLength}}});
    for (Finding &f : weldSizeFindings(a)) out.findings.push_back(std::move(f));
    return std::move(out.findings);
}

std::vector<Finding> proofFindings(const proof::Proof &proof, const std::string &piece) {
    FindingList out;
    for (const proof::Check &c : proof.checks) {
        const bool broken = c.utilization > 1;
        if (c.proved()) continue;
        std::string sentence;
        if (!broken && !c.beyond.empty())
            sentence =
                fmt::format("{}: {:.2f}, but {}. This is not proved.", c.title, c.utilization, c.beyond);
        else if (!broken && !c.assumed)
            sentence = fmt::format(
                "{}: {:.2f}, but half the size of shells moves it by {:.0f} percent. It is "
                "not sure to hold.",
                c.title, c.utilization, 100 * std::abs(*c.shift));
        else if (c.kind == proof::CheckKind::Latch && c.assumed)
            sentence = fmt::format("{}: nothing says what it is rated at. This is not proved.", c.title);
        else if (broken)
            sentence = fmt::format("{}: {:.2f} of what it may carry. {}.", c.title, c.utilization,
                                   proof::dutyTitle(proof, c));
        else
            sentence =
                fmt::format("{}: {:.2f} with an assumed grade. This is not proved.", c.title, c.utilization);
        Finding &f =
            out.add("check/" + c.id, broken ? Severity::Fix : Severity::Note, "prove", c.part, sentence);
        f.value = c.utilization;
        f.limit = 1;
        f.at = c.at;
        f.working = c.working;
    }
    for (const proof::Unproved &u : proof.unproved) {
        Finding &f = out.add("unproved/" + u.id, u.cover || u.byChoice ? Severity::Note : Severity::Fix,
                             "prove", u.part,
                             fmt::format("{}: not proved, because {}{}", u.what, u.why,
                                         u.remedy.empty() ? "." : ". " + u.remedy));
        f.at = u.at;
    }
    for (const proof::CrushOrder &o : proof.crushOrders) {
        if (!o.railsFirst()) continue;
        Finding &f =
            out.add("crush-order/" + o.id, Severity::Note, "prove", "frame",
                    {fmt::format("{}: the frame rails yield at {{0}}, before the armor has taken up the "
                                 "energy of it, at {{1}}.",
                                 o.title),
                     {{*o.railYields, Quantity::Force}, {o.push, Quantity::Force}}});
        f.value = *o.railYields;
        f.limit = o.push;
        f.quantity = Quantity::Force;
        f.working = o.working;
    }
    if (proof.ladder.empty()) return std::move(out.findings);
    const proof::Rung &first = proof.ladder.front();
    Finding &f = out.add(
        "ladder/" + piece, Severity::Note, "prove", first.part,
        {fmt::format(
             "What gives first on the winch line: {}, at {{0}} of line pull ({:.1f} times the winch's "
             "rated pull){}. {}",
             first.title, first.letsGoAt / proof.ladderRated,
             first.where.empty() ? "" : ", pulled " + first.where, first.means),
         {{first.letsGoAt, Quantity::Force}}});
    f.value = first.letsGoAt;
    f.limit = proof.ladderRated;
    f.quantity = Quantity::Force;
    return std::move(out.findings);
}

std::vector<Finding> cutFindings(const workshop::Fabrication &fabrication) {
    FindingList out;
    for (const workshop::SectionNesting &n : fabrication.nestings) {
        for (const workshop::PieceLength &p : n.nesting.unplaced)
            out.add("cut/too-long/" + p.name, Severity::Fix, "cut", p.name,
                    {fmt::format(
                         "{} ({{0}}) is longer than any bar of {} there is. Make it shorter or splice it.",
                         p.name, n.section),
                     {{p.length}}});
        if (n.nesting.bought > 0)
            out.add(
                "cut/buy/" + n.section, Severity::Note, "cut", n.section,
                {fmt::format("The rack does not have enough {} in {}: {{0}} to buy.", n.section, n.material),
                 {{n.nesting.bought}}});
    }
    return std::move(out.findings);
}

}  // namespace hefty::job
