#include "core/armor/tweaks.h"

#include <algorithm>
#include <cmath>
#include <set>

#include <fmt/format.h>

#include "core/armor/contact.h"
#include "core/armor/leg_limits.h"
#include "core/armor/places_of.h"
#include "core/armor/stitches.h"

namespace hefty::armor {
namespace {

void orphan(Assembly &assembly, const Tweak &tweak, const std::string &why) {
    assembly.notes.push_back(
        {tweak.part,
         fmt::format("A change no longer applies ({}, {}): {}", tweakWord(tweak.kind), tweak.part, why),
         "Remove the change, or bring the part back."});
}

/// What the holes of a plate of a bolt joint meet: those of the plate that clamps with it, or of what is
/// behind.
std::string behindIts(const BoltJoint &j, const std::string &plate) {
    if (j.clampedBy.empty()) return "the " + j.onto;
    return plate == j.part ? j.clampedBy : j.part;
}

void movePart(Assembly &assembly, const Tweak &tweak) {
    for (BarPart &t : assembly.bars)
        if (t.name == tweak.part) {
            t.from += tweak.by;
            t.to += tweak.by;
            for (PathPoint &p : t.bends) p.at += tweak.by;
            movePlacesOf(assembly, tweak.part, tweak.by);
            return;
        }
    for (SheetPart &p : assembly.sheets)
        if (p.name == tweak.part) {
            p.axes.origin += tweak.by;
            movePlacesOf(assembly, tweak.part, tweak.by);
            for (const auto *joints : {&assembly.mounts, &assembly.feet})
                for (const BoltJoint &j : *joints)
                    if (j.holds(p.name) && tweak.by.norm() > 1e-9)
                        assembly.notes.push_back({p.name,
                                                  fmt::format("Moved, its holes no longer meet those of {}.",
                                                              behindIts(j, p.name)),
                                                  "Take the change back, or move what it is bolted to."});
            return;
        }
    orphan(assembly, tweak, "the piece has no such part.");
}

void changeSection(Assembly &assembly, const Tweak &tweak, const stock::Stock &stock) {
    const stock::Section *section = stock.section(tweak.section);
    for (BarPart &t : assembly.bars)
        if (t.name == tweak.part) {
            if (!section || section->shape != t.section.shape || section->height != t.section.height ||
                section->width != t.section.width) {
                orphan(assembly, tweak, "the new section must have the same outside size.");
                return;
            }
            t.section = *section;
            t.properties = stock::properties(*section, t.material.density).value_or(t.properties);
            return;
        }
    orphan(assembly, tweak, "the piece has no such tube.");
}

/// Which faces of a plate something lies against or is bolted to: along its z, and against it.
struct HeldFaces {
    bool above = false, below = false;
};

HeldFaces heldFaces(const Assembly &assembly, const SheetPart &plate) {
    HeldFaces out;
    const auto meet = [&](const Vec3 &outward) {
        out.above |= outward.dot(plate.axes.z) > 0.9;
        out.below |= outward.dot(plate.axes.z) < -0.9;
    };
    for (const BoltJoint &m : assembly.mounts)  // the bolts' axis leads from the other side into the plate
        if (m.part == plate.name) meet(-m.axis);
    const Solid own = solidOf(plate);
    const auto touch = [&](const auto &part) {
        if (part.name == plate.name) return;
        for (const Contact &c : touching(own, solidOf(part))) meet(-c.normal);
    };
    for (const BarPart &t : assembly.bars) touch(t);
    for (const SheetPart &p : assembly.sheets) touch(p);
    return out;
}

/// A plate grows away from the face that something lies against. Where both are held it grows to both sides,
/// and what stood on them is said to have lost its seat.
void changeThickness(Assembly &assembly, const Tweak &tweak) {
    for (SheetPart &p : assembly.sheets) {
        if (p.name != tweak.part || !(tweak.value > 0) || !(tweak.value <= 50)) continue;
        const HeldFaces held = heldFaces(assembly, p);
        const double half = (tweak.value - p.thickness) / 2;
        const auto bolted = std::find_if(assembly.mounts.begin(), assembly.mounts.end(),
                                         [&p](const BoltJoint &m) { return m.part == p.name; });
        const auto clamps = std::find_if(assembly.mounts.begin(), assembly.mounts.end(),
                                         [&p](const BoltJoint &m) { return m.clampedBy == p.name; });
        if (bolted != assembly.mounts.end())
            p.axes.origin += bolted->axis * half;
        else if (clamps != assembly.mounts.end())
            p.axes.origin -= clamps->axis * half;
        else if (held.above != held.below)
            p.axes.origin += p.axes.z * (held.above ? -half : half);
        if (held.above && held.below && std::abs(half) > 1e-9)
            assembly.notes.push_back(
                {p.name,
                 {"{0} thick it no longer meets what lies on both of its faces.", {{tweak.value}}},
                 "Change the setting that sizes it, so that all moves with it."});
        p.thickness = tweak.value;
        for (Anchor &a : assembly.anchors)
            if (a.name == p.name) a.thickness = p.thickness;
        for (auto *joints : {&assembly.mounts, &assembly.feet})
            for (BoltJoint &j : *joints)
                if (j.part == p.name) j.plateThickness = p.thickness;
        return;
    }
    orphan(assembly, tweak, "the piece has no such plate, or the thickness is not from 0 to 50 mm.");
}

void drill(Assembly &assembly, const Tweak &tweak) {
    const Hole hole{fmt::format("drill.{}", tweak.part), tweak.at, tweak.value, tweak.label};
    if (!(tweak.value > 0)) return orphan(assembly, tweak, "the hole needs a diameter.");
    for (SheetPart &p : assembly.sheets)
        if (p.name == tweak.part) {
            if (!p.covers(tweak.at) || p.fromEdge(tweak.at) < tweak.value / 2)
                return orphan(assembly, tweak, "the hole is not inside the plate.");
            p.holes.push_back(hole);
            return;
        }
    for (BarPart &t : assembly.bars)
        if (t.name == tweak.part) {
            if (!(tweak.at.x() > tweak.value / 2 && tweak.at.x() < t.length() - tweak.value / 2 &&
                  std::abs(tweak.at.y()) + tweak.value / 2 < t.section.height / 2))
                return orphan(assembly, tweak, "the hole is not inside the tube's side.");
            t.holes.push_back(hole);
            return;
        }
    orphan(assembly, tweak, "the piece has no such part.");
}

bool isOfWeld(Tweak::Kind kind) {
    return kind == Tweak::Kind::WeldLeg || kind == Tweak::Kind::Stitch || kind == Tweak::Kind::LeaveOut;
}

/// @return why it cannot be stitched so; empty: it is
std::string stitch(Assembly &assembly, WeldJoint &joint, const Tweak &tweak) {
    const double length = tweak.value, pitch = tweak.at.x();
    if (!(length >= 10 && length <= 1000 && pitch > length && pitch <= 2000))
        return "stitches are 10 to 1000 mm long, and further apart than that.";
    for (Contact &c : joint.contacts) c.lines = stitched(c, length, pitch);
    if (length < leastStitch(joint.leg))
        assembly.notes.push_back(
            {joint.a,
             {fmt::format("Stitches of {{0}} between {} and {} are shorter than {{1}} for their leg.",
                          assembly.labelOf(joint.a), assembly.labelOf(joint.b)),
              {{length}, {leastStitch(joint.leg)}}},
             "Make them longer, or the leg smaller (AISC 360-16 J2.2b)."});
    return {};
}

}  // namespace

void applyTweaks(Assembly &assembly, const BuildInput &input) {
    for (const Tweak &tweak : input.piece.tweaks) {
        if (const Provenance *made = assembly.made(tweak.part); made && made->isOnVehicle()) {
            orphan(assembly, tweak, "it is on the vehicle and stays as it was measured.");
            continue;
        }
        switch (tweak.kind) {
            case Tweak::Kind::Move:
                movePart(assembly, tweak);
                break;
            case Tweak::Kind::Section:
                changeSection(assembly, tweak, input.stock);
                break;
            case Tweak::Kind::Thickness:
                changeThickness(assembly, tweak);
                break;
            case Tweak::Kind::Drill:
                drill(assembly, tweak);
                break;
            case Tweak::Kind::Gusset:   // built by the pattern, which knows where a gusset can stand
            case Tweak::Kind::WeldLeg:  // these are applied when the welds have been found
            case Tweak::Kind::Stitch:
            case Tweak::Kind::LeaveOut:
                break;
        }
    }
}

void heedThickness(Assembly &assembly) {
    for (BarPart &t : assembly.bars) t.material = t.material.in(t.section.wall);
    for (SheetPart &p : assembly.sheets) p.material = p.material.in(p.thickness);
}

void applyWeldTweaks(Assembly &assembly, const Piece &piece) {
    for (const Tweak &tweak : piece.tweaks) {
        if (!isOfWeld(tweak.kind)) continue;
        const auto it =
            std::find_if(assembly.welds.begin(), assembly.welds.end(),
                         [&tweak](const WeldJoint &w) { return w.name == tweak.part && !w.isFold(); });
        if (it == assembly.welds.end() || (tweak.kind == Tweak::Kind::WeldLeg && !(tweak.value > 0)))
            orphan(assembly, tweak, "the piece has no such weld.");
        else if (tweak.kind == Tweak::Kind::WeldLeg)
            it->leg = std::min(tweak.value, mostLeg(assembly, *it));
        else if (tweak.kind == Tweak::Kind::LeaveOut && it->is(SeamKind::Kerf))
            orphan(assembly, tweak, "a sheet that was cut part through has to be welded shut.");
        else if (tweak.kind == Tweak::Kind::LeaveOut)
            assembly.welds.erase(it);
        else if (const std::string why = stitch(assembly, *it, tweak); !why.empty())
            orphan(assembly, tweak, why.c_str());
    }
}

std::vector<std::string> heldByNothing(const Assembly &assembly) {
    std::set<std::string> held;
    for (const BoltJoint &m : assembly.mounts) held.insert({m.part, m.clampedBy});
    for (const LineBearing &b : assembly.bearings) held.insert(b.part);
    for (const SlipFit &s : assembly.slips) held.insert(s.part);
    for (const Fixing &f : assembly.fixings) held.insert(f.part);
    const auto join = [&held](const std::string &a, const std::string &b) {
        const bool more = held.contains(a) != held.contains(b);
        if (more) held.insert(held.contains(a) ? b : a);
        return more;
    };
    for (bool grows = true; grows;) {
        grows = false;
        for (const WeldJoint &w : assembly.welds) grows = join(w.a, w.b) || grows;
        for (const Gate &g : assembly.gates) grows = join(g.post, g.arm) || grows;
    }
    std::vector<std::string> out;
    for (const BarPart &b : assembly.bars)
        if (!held.contains(b.name)) out.push_back(b.name);
    for (const SheetPart &s : assembly.sheets)
        if (!held.contains(s.name)) out.push_back(s.name);
    return out;
}

void noteWhatNothingHolds(Assembly &assembly) {
    for (const std::string &part : heldByNothing(assembly))
        assembly.notes.push_back(
            {part, fmt::format("Nothing holds {}: it touches no part that is held.", assembly.labelOf(part)),
             "Bring it to what it is to be welded to, or take it out."});
}

}  // namespace hefty::armor
