#include "core/job/shop/order_costs.h"

#include "core/workshop/weld/weld_handling.h"

namespace hefty::job {

std::vector<workshop::SeamWork> inOrder(const std::vector<workshop::SeamWork> &seams,
                                        const workshop::WeldPlan &plan) {
    std::vector<workshop::SeamWork> out;
    for (const workshop::WeldStep &s : plan.steps) {
        workshop::SeamWork work = seams[s.work];
        work.fits = s.fits;
        work.before = s.before;
        for (const workshop::BlockedSeam &b : plan.blocked)
            if (b.seam == work.joint) {
                work.barredBy = b.by;
                work.closed = b.length;
            }
        out.push_back(std::move(work));
    }
    return out;
}

WeldOrderCost costOf(const PieceAppraisal &piece, const workshop::WeldPlan &plan,
                     const std::vector<workshop::SeamWork> &ordered,
                     const std::vector<workshop::SeamHeat> &heat) {
    WeldOrderCost cost;
    const workshop::Handling handling = workshop::handlingOf(*piece.assembly, *piece.reach, ordered);
    cost.turns = handling.turns;
    cost.off = handling.mostOff;
    for (const workshop::BlockedSeam &b : plan.blocked) cost.outOfReach += b.length;
    for (const workshop::SeamHeat &h : heat) cost.waiting += h.wait;
    return cost;
}

}  // namespace hefty::job
