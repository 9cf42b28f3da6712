#include "core/proof/strength/welded_metal.h"

#include <algorithm>

#include "core/proof/model/ways.h"
#include "core/proof/strength/aluminum.h"

namespace hefty::proof {
namespace {

/// True if a weld of a part lies beside a stretch of its way.
bool heated(const Assembly &assembly, const std::string &part, const Vec3 &from, const Vec3 &to) {
    const Vec3 along = (to - from).normalized();
    const double length = (to - from).norm();
    for (const armor::WeldJoint &w : assembly.welds) {
        if (w.isFold() || (w.a != part && w.b != part)) continue;
        for (const armor::Contact &c : w.contacts)
            for (const armor::WeldLine &l : c.lines) {
                const double a = (l.from - from).dot(along), z = (l.to - from).dot(along);
                if (std::max(a, z) > -heatAffected && std::min(a, z) < length + heatAffected) return true;
            }
    }
    return false;
}

}  // namespace

void softenBars(const Assembly &assembly, Idealization &out) {
    for (std::size_t b = 0; b < out.bars.size(); ++b) {
        Bar &bar = out.bars[b];
        if (!(bar.material.weldedYield > 0) || bar.material.weldedYield >= bar.material.yield) continue;
        mechanics::FrameBeam &beam = out.model.beams[b];
        const Vec3 &from = out.model.nodes[static_cast<std::size_t>(beam.from)].at,
                   &to = out.model.nodes[static_cast<std::size_t>(beam.to)].at;
        if (!heated(assembly, bar.part, from, to)) continue;
        bar.material.yield = bar.material.weldedYield;
        bar.material.ultimate = bar.material.weldedUltimate;
        stock::Material soft = bar.material;
        soft.id = out.model.materials[static_cast<std::size_t>(beam.material)].id + " (welded)";
        soft.density = out.model.materials[static_cast<std::size_t>(beam.material)].density;
        beam.material = materialIndex(out, soft);
    }
}

}  // namespace hefty::proof
