#include "core/job/appraise/weld_sizes.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/armor/contact.h"
#include "core/proof/strength/attachment.h"

namespace hefty::job {
namespace {

using measure::Quantity;

Finding &add(std::vector<Finding> &out, std::string id, std::string weld, measure::Phrase sentence) {
    Finding f;
    f.id = std::move(id);
    f.severity = Severity::Fix;
    f.stop = "prove";
    f.subject = std::move(weld);
    f.sentence = std::move(sentence);
    out.push_back(std::move(f));
    return out.back();
}

double thicknessOf(const armor::Assembly &a, const std::string &part) {
    if (const armor::BarPart *t = a.bar(part)) return t->section.wall;
    if (const armor::SheetPart *p = a.sheet(part)) return p->thickness;
    return 0;
}

void largestWeld(const armor::Assembly &a, const armor::WeldJoint &w, std::vector<Finding> &out) {
    const auto lapped = armor::lappedThickness(a, w);
    if (!lapped || w.leg <= proof::largestLeg(*lapped)) return;
    const double most = proof::largestLeg(*lapped);
    Finding &f =
        add(out, "weld-large/" + w.name, w.name,
            {fmt::format("Weld {} to {}: a {{0}} leg is larger than the {{1}} that fits along the edge "
                         "of {{2}} plate.",
                         a.labelOf(w.b), a.labelOf(w.a)),
             {{w.leg, Quantity::DrilledLength},
              {most, Quantity::DrilledLength},
              {*lapped, Quantity::DrilledLength}}});
    f.value = w.leg;
    f.limit = most;
    f.quantity = Quantity::DrilledLength;
    f.at = w.contacts.front().center;
    working::Working wk;
    wk.title = "Largest leg of a fillet weld along an edge";
    wk.given("t", "plate whose edge is welded", *lapped, "mm", "drawing")
        .given("w", "leg", w.leg, "mm", "setting")
        .step("w_max", "largest leg", "t below 6 mm, else t − 2 mm", "", most, "mm", "AISC 360-16 J2.2b(b)");
    f.working = std::move(wk);
}

void smallestWeld(const armor::Assembly &a, const armor::WeldJoint &w, std::vector<Finding> &out) {
    const double ta = thicknessOf(a, w.a), tb = thicknessOf(a, w.b);
    const double least = proof::smallestLeg(std::min(ta, tb));
    if (w.leg >= least) return;
    Finding &f =
        add(out, "weld-size/" + w.name, w.name,
            {fmt::format(
                 "Weld {} to {}: a {{0}} leg is smaller than the {{1}} that {{2}} plate needs to fuse well.",
                 a.labelOf(w.b), a.labelOf(w.a)),
             {{w.leg, Quantity::DrilledLength},
              {least, Quantity::DrilledLength},
              {std::min(ta, tb), Quantity::DrilledLength}}});
    f.value = w.leg;
    f.limit = least;
    f.quantity = Quantity::DrilledLength;
    f.at = w.contacts.front().center;
    working::Working wk;
    wk.title = "Smallest leg of a fillet weld";
    wk.given("t", "thinner part", std::min(ta, tb), "mm", "drawing")
        .given("w", "leg", w.leg, "mm", "setting")
        .step("w_min", "smallest leg", "3 to 6 mm, 5 to 13, 6 to 19, 8 above", "", least, "mm",
              "AISC 360-16 table J2.4");
    f.working = std::move(wk);
}

}  // namespace

std::vector<Finding> weldSizeFindings(const armor::Assembly &assembly) {
    std::vector<Finding> out;
    for (const armor::WeldJoint &w : assembly.welds) {
        if (w.isFold() || w.is(armor::SeamKind::Kerf)) continue;  // neither is a fillet
        largestWeld(assembly, w, out);
        // How much a flare takes in hangs on the tube's corner, not on a leg that someone chose.
        if (!w.is(armor::SeamKind::Flare)) smallestWeld(assembly, w, out);
    }
    return out;
}

}  // namespace hefty::job
