#include "core/job/shop/rope_snatch.h"

namespace hefty::job {

RopeSnatch ropeSnatch(const Appraisal &appraisal, const proof::HouseRules &rules, const stock::Rope &rope,
                      const proof::MeasuredRope *read) {
    RopeSnatch out;
    out.ofStock = rope;
    out.taken = proof::asMeasured(rope, rules);
    if (read) out.taken.curve = read->curve;
    out.towed = appraisal.rig ? appraisal.rig->worst.total : 0;
    out.speed = rules.snatchSpeed;
    if (!out.isKnown()) return out;
    out.byStock = out.ofStock.snatch(out.towed, out.speed);
    out.byTaken = out.taken.snatch(out.towed, out.speed);
    return out;
}

}  // namespace hefty::job
