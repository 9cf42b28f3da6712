#include <algorithm>
#include <cmath>
#include <iterator>
#include <numbers>

#include "core/armor/builder.h"
#include "core/armor/contact.h"
#include "core/armor/leg_limits.h"
#include "core/armor/making/folded_bar.h"
#include "core/armor/making/folded_sheet.h"
#include "core/armor/meeting_edges.h"
#include "core/armor/passing.h"
#include "core/armor/rims.h"

namespace hefty::armor {
namespace {

constexpr double standardLeg = 5;  // mm, where nothing says how large a weld is

/// Of two parts the one with the lower rank says how large their weld is: the lesser by its role. A tab comes
/// before all others. A skin comes after all but a beam: what stands on it is welded as that part asks for.
int rankAtWelds(const Provenance &p) {
    if (p.legFirst || p.role == Role::Tab) return -1;
    return p.role == Role::Skin ? 2 * static_cast<int>(Role::Beam) - 1 : 2 * static_cast<int>(p.role);
}

/// The leg of a joint, if anything says how large it is.
void sizeLeg(const Assembly &assembly, const Pattern *pattern, const Piece &piece, WeldJoint &joint) {
    const Provenance *a = assembly.made(joint.a), *b = assembly.made(joint.b);
    joint.leg = standardLeg;
    if (!a || !b) return;
    if (rankAtWelds(*b) < rankAtWelds(*a)) std::swap(a, b);
    for (const Provenance *p : {a, b}) {
        if (pattern && !p->legBy.empty() && pattern->setting(p->legBy)) {
            joint.leg = number(piece, *pattern, p->legBy);
            joint.legBy = p->legBy;
            return;
        }
        if (p->leg > 0) {
            joint.leg = p->leg;
            return;
        }
    }
}

void append(std::vector<Contact> &to, std::vector<Contact> from) {
    std::move(from.begin(), from.end(), std::back_inserter(to));
}

/// Of the two lines along the wall of a half tube the one in its hollow cannot be welded.
void dropInside(const BarPart &bar, std::vector<Contact> &contacts) {
    if (bar.section.shape != stock::SectionShape::HalfTube || !bar.straight()) return;
    const Axes a = bar.axes();
    const double middle = bar.section.width / 2 - bar.section.wall / 2;
    for (Contact &c : contacts)
        if (c.kind != SeamKind::Around)
            std::erase_if(c.lines, [&](const WeldLine &l) {
                const Vec3 at = a.toLocal((l.from + l.to) / 2);
                return std::abs(at.y()) < middle && std::abs((l.to - l.from).normalized().dot(a.x)) > 0.9;
            });
}

std::vector<Contact> between(const BarPart &a, const Solid &solidA, const BarPart &b, const Solid &solidB) {
    std::vector<Contact> out = sharedEnds(a, b);
    if (out.empty()) out = passingThrough(b, a);
    if (out.empty()) out = passingThrough(a, b);
    if (!out.empty()) return out;
    append(out, endsOn(a, b));
    append(out, endsOn(b, a));
    // Bars that lie along each other.
    if (out.empty()) out = touching(solidB, solidA);
    dropInside(a, out);
    dropInside(b, out);
    return out;
}

/// A lengthwise cut takes a bar's lower wall away: at the cut's end there is nothing of it to weld to.
void dropCutWall(const BarPart &bar, std::vector<Contact> &contacts) {
    if (!(bar.taper > 0)) return;
    const Axes a = bar.axes();
    const auto isThere = [&, low = bar.taper - bar.section.height / 2](const Vec3 &at) {
        constexpr double near = 0.01;  // mm
        const Vec3 local = a.toLocal(at);
        return std::abs(local.x() - bar.length()) < near && std::abs(local.z() - low) < near;
    };
    for (Contact &c : contacts)
        std::erase_if(c.lines, [&](const WeldLine &l) { return isThere(l.from) && isThere(l.to); });
}

/// A panel is closed along its edges, a cover too: where it lies flush there is a corner seam.
bool isClosed(const SheetPart &sheet) {
    return sheet.strips.empty() || sheet.made.role == Role::Skin;
}

/// Around the square end of a tube with rounded corners a seam is shorter than around sharp ones: each line
/// that runs into a corner ends before it, so that all together are as long as the true rim.
void roundCorners(const BarPart &bar, std::vector<Contact> &contacts) {
    const double r = bar.properties.outerRadius;
    if (bar.section.shape != stock::SectionShape::RectTube || !bar.straight() || !(r > 0)) return;
    const double less = (2 - std::numbers::pi / 2) * r / 2;
    const Axes a = bar.axes();
    const auto isCorner = [&](const Vec3 &at) {
        constexpr double near = 0.01;  // mm
        const Vec3 local = a.toLocal(at);
        return std::abs(std::abs(local.y()) - bar.section.width / 2) < near &&
               std::abs(std::abs(local.z()) - bar.section.height / 2) < near;
    };
    for (Contact &c : contacts) {
        if (std::abs(c.normal.dot(a.x)) < 0.5) continue;  // along its walls
        for (WeldLine &l : c.lines) {
            const Vec3 way = l.to - l.from;
            const bool from = isCorner(l.from), to = isCorner(l.to);
            if (way.norm() < (from + to) * less + 1) continue;
            if (from) l.from += way.normalized() * less;
            if (to) l.to -= way.normalized() * less;
        }
    }
}

std::vector<Contact> between(const BarPart &bar, const Solid &barSolid, const SheetPart &sheet,
                             const Solid &sheetSolid) {
    std::vector<Contact> out = touching(sheetSolid, barSolid, isClosed(sheet));
    dropCutWall(bar, out);
    roundCorners(bar, out);
    append(out, passingThrough(sheet, bar));
    append(out, endsOn(bar, sheet));
    if (bar.round() || !bar.straight()) append(out, edgesOn(sheet, bar));
    append(out, liesOn(bar, sheet));
    dropInside(bar, out);
    return out;
}

std::vector<Contact> between(const SheetPart &a, const Solid &solidA, const SheetPart &b,
                             const Solid &solidB) {
    std::vector<Contact> out = touching(solidB, solidA, isClosed(a) || isClosed(b));
    if (out.empty()) out = meetingEdges(a, b);
    return out;
}

/// The lines along a tube's rounded corners as a joint of their own: their throat hangs on the radius of the
/// corner and not on a leg.
WeldJoint flareOf(const Assembly &assembly, WeldJoint &joint) {
    WeldJoint flare = joint;
    const auto isFlare = [](const Contact &c) { return c.kind == SeamKind::Flare; };
    std::erase_if(flare.contacts, [&](const Contact &c) { return !isFlare(c); });
    if (flare.contacts.empty()) return flare;
    std::erase_if(joint.contacts, isFlare);
    flare.name += "/flare";
    flare.leg = std::min(joint.leg, mostLeg(assembly, flare));
    flare.legBy.clear();
    return flare;
}

/// A plate that is bolted to a rail of the vehicle is not welded to it too.
bool isBoltedToRail(const Assembly &assembly, const std::string &a, const std::string &b) {
    return std::any_of(assembly.mounts.begin(), assembly.mounts.end(), [&](const BoltJoint &m) {
        if (m.part != a && m.part != b) return false;
        const BarPart *rail = assembly.railUnder(m);
        return rail && (rail->name == a || rail->name == b);
    });
}

}  // namespace

void findWelds(Assembly &assembly, const Pattern *pattern, const BuildInput &input) {
    assembly.solids.clear();
    for (const BarPart &t : assembly.bars) assembly.solids.push_back(solidOf(t));
    for (const SheetPart &p : assembly.sheets) assembly.solids.push_back(solidOf(p));
    const std::size_t made = assembly.solids.size(), bars = assembly.bars.size();
    for (const BoughtPart &b : assembly.bought)
        if (b.size.minCoeff() > 0) assembly.solids.push_back(solidOf(b));
    const stock::Filler *filler = pattern && pattern->setting("filler")
                                      ? input.stock.filler(text(input.piece, *pattern, "filler"))
                                  : input.stock.fillers.empty() ? nullptr
                                                                : &input.stock.fillers.front();
    const auto size = [&](WeldJoint &joint) {
        sizeLeg(assembly, pattern, input.piece, joint);
        joint.filler = filler ? filler->id : "";
        joint.fillerStrength = filler ? filler->strength : 482.6;
    };
    for (std::size_t i = 0; i < made; ++i)
        for (std::size_t j = i + 1; j < made; ++j) {
            const Solid &a = assembly.solids[i];
            const Solid &b = assembly.solids[j];
            if (farApart(a, b) || acrossFold(assembly, a.part, b.part) ||
                isBoltedToRail(assembly, a.part, b.part))
                continue;
            std::vector<Contact> contacts;
            if (j < bars)
                contacts = between(assembly.bars[i], a, assembly.bars[j], b);
            else if (i < bars)
                contacts = between(assembly.bars[i], a, assembly.sheets[j - bars], b);
            else
                contacts = between(assembly.sheets[i - bars], a, assembly.sheets[j - bars], b);
            if (j < bars) dropHinges(assembly, a.part, b.part, contacts);
            std::erase_if(contacts, [](const Contact &c) { return c.lines.empty(); });
            if (contacts.empty()) continue;
            WeldJoint joint;
            joint.a = a.part;
            joint.b = b.part;
            joint.name = joint.a + "~" + joint.b;
            joint.contacts = std::move(contacts);
            size(joint);
            WeldJoint flare = flareOf(assembly, joint);
            if (!joint.contacts.empty()) assembly.welds.push_back(std::move(joint));
            if (!flare.contacts.empty()) assembly.welds.push_back(std::move(flare));
        }
    for (WeldJoint &fold : foldsOf(assembly)) {
        if (fold.is(SeamKind::Kerf)) {
            size(fold);
            fold.leg = std::min(fold.leg, mostLeg(assembly, fold));
        }
        assembly.welds.push_back(std::move(fold));
    }
}

}  // namespace hefty::armor
