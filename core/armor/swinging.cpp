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
    const Eigen::AngleAxisd turn(angle, (gate.high - gate.low).normalized());
    const auto move = [&](Polygon3 &ring) {
        for (Vec3 &p : ring) p = gate.low + turn * (p - gate.low);
    };
    for (Solid::Face &f : solid.faces) {
        move(f.corners);
        move(f.flat);
        for (Polygon3 &h : f.holes) move(h);
    }
    return solid;
}

void letSwing(Assembly &assembly) {
    for (Gate &gate : assembly.gates) {
        const Names swings(gate.parts.begin(), gate.parts.end());
        const Names stays = reached(assembly, heldParts(assembly), swings);
        for (const std::string &part : reached(assembly, swings, stays))
            if (!swings.contains(part)) gate.parts.push_back(part);
    }
}

}  // namespace hefty::armor
