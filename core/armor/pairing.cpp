#include "core/armor/pairing.h"

#include <algorithm>

namespace hefty::armor {
namespace {

std::string familyOf(const Assembly &assembly, const std::string &part) {
    if (const BarPart *t = assembly.bar(part)) return t->material.family;
    if (const SheetPart *p = assembly.sheet(part)) return p->material.family;
    return {};
}

}  // namespace

std::vector<Pairing> unlikeMetals(const Assembly &assembly, const std::string &rail) {
    std::vector<Pairing> out;
    const auto meet = [&out](const std::string &a, const std::string &b, const std::string &familyA,
                             const std::string &familyB, bool welded) {
        if (familyA.empty() || familyB.empty() || familyA == familyB) return;
        // Stainless is welded to plain steel with the right filler; it is aluminum that cannot be.
        if (welded && familyA != "aluminum" && familyB != "aluminum") return;
        // A plate with many bolts is told once.
        if (std::any_of(out.begin(), out.end(), [&](const Pairing &p) { return p.a == a && p.b == b; }))
            return;
        out.push_back({a, b, familyA, familyB, welded});
    };
    for (const WeldJoint &w : assembly.welds)
        meet(w.a, w.b, familyOf(assembly, w.a), familyOf(assembly, w.b), true);
    for (const BoltJoint &m : assembly.mounts)
        meet(m.part, m.hold.empty() ? "frame" : "vehicle", familyOf(assembly, m.part), rail, false);
    return out;
}

}  // namespace hefty::armor
