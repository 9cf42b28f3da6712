#include "core/armor/swinging.h"

#include <algorithm>
#include <set>

namespace hefty::armor {
namespace {

using Names = std::set<std::string>;

/// All that welds reach from some parts without passing others.
Names reached(const Assembly &a, Names from, const Names &barred) {
    for (bool more = true; more;) {
        more = false;
        for (const WeldJoint &w : a.welds)
            for (const auto &[one, other] : {std::pair{&w.a, &w.b}, std::pair{&w.b, &w.a}})
                if (from.contains(*one) && !barred.contains(*other))
                    more = from.insert(*other).second || more;
    }
    return from;
}

/// Parts that are held by the vehicle, or hold a gate or its latch.
Names heldParts(const Assembly &a) {
    Names out;
    for (const BoltJoint &m : a.mounts) out.insert({m.part, m.clampedBy});
    for (const SlipFit &s : a.slips) out.insert(s.part);
    for (const Fixing &f : a.fixings) out.insert(f.part);
    for (const Gate &g : a.gates) out.insert({g.post, g.keeper});
    return out;
}

}  // namespace

Solid swung(Solid solid, const Gate &gate, double angle) {
    for (Solid::Face &f : solid.faces) {
        swing(f.corners, gate, angle);
        swing(f.flat, gate, angle);
        for (Polygon3 &h : f.holes) swing(h, gate, angle);
    }
    return solid;
}

void swing(Polygon3 &ring, const Gate &gate, double angle) {
    const Eigen::AngleAxisd turn(angle, (gate.high - gate.low).normalized());
    for (Vec3 &p : ring) p = gate.low + turn * (p - gate.low);
}

void letSwing(Assembly &assembly) {
    for (Gate &gate : assembly.gates) {
        const Names swings(gate.parts.begin(), gate.parts.end());
        const Names stays = reached(assembly, heldParts(assembly), swings);
        for (const std::string &part : reached(assembly, swings, stays))
            if (!swings.contains(part)) gate.parts.push_back(part);
        std::erase_if(assembly.welds, [&](const WeldJoint &w) {
            return (swings.contains(w.a) && stays.contains(w.b)) ||
                   (swings.contains(w.b) && stays.contains(w.a));
        });
    }
}

}  // namespace hefty::armor
