#include <algorithm>

#include "core/base/parallel.h"
#include "core/job/appraisal.h"
#include "core/job/shop/order_costs.h"
#include "core/job/shop/weld_shrinkage.h"
#include "core/workshop/weld/best_order.h"
#include "core/workshop/weld/enclosed.h"

namespace hefty::job {
namespace {

/// The order that a person gave the seams of a piece; empty: none.
std::vector<std::string> wantedOrder(const Job &job, const std::string &piece) {
    const auto it = job.weldOrders.find(piece);
    return it == job.weldOrders.end() ? std::vector<std::string>{} : it->second;
}

bool isInPlace(const Job &job, const std::string &piece) {
    return job.weldedInPlace.contains(piece);
}

/// What is bolted to the vehicle while it is welded moves as in a jig that is let go when all is cold.
void holdInPlace(std::vector<workshop::Distortion> &list) {
    for (workshop::Distortion &d : list) {
        if (d.held < 0 || !(d.value > 0)) continue;
        const double share = d.held / d.value;
        d.value = d.held;
        d.low *= share;
        d.high *= share;
        for (double &step : d.steps) step *= share;
        d.working.step("held", "bolted to the vehicle until it is cold", "as in its jig", "", d.held,
                       d.angle ? "rad" : "mm", "the piece's own model");
        d.held = -1;  // it is held so already
    }
}

/// The plan of a piece that has not changed.
bool taken(PieceAppraisal &piece, const Appraisal *before, const Job &job) {
    const PieceAppraisal *known = before ? before->piece(piece.id) : nullptr;
    if (!known || !known->weldingPlanned || known->assembly != piece.assembly || !before->of ||
        wantedOrder(*before->of, piece.id) != wantedOrder(job, piece.id) ||
        before->of->rules.shrinkFactor != job.rules.shrinkFactor ||
        isInPlace(*before->of, piece.id) != isInPlace(job, piece.id))
        return false;
    piece.seams = known->seams;
    piece.reach = known->reach;
    piece.heat = known->heat;
    piece.cavities = known->cavities;
    piece.jig = known->jig;
    piece.orderedByHand = known->orderedByHand;
    piece.weldCost = known->weldCost;
    piece.plannedCost = known->plannedCost;
    piece.distortion = known->distortion;
    piece.weldingPlanned = true;
    return true;
}

/// @pre its reach is known
void plan(PieceAppraisal &piece, const rig::RigGeometry &rig, const Job &job, const std::stop_token &stop) {
    const std::vector<std::string> wanted = wantedOrder(job, piece.id);
    const armor::Assembly &a = *piece.assembly;
    const workshop::WeldPlan planned = workshop::bestOrder(a, *piece.reach, piece.seams);
    std::vector<workshop::SeamWork> seams = inOrder(piece.seams, planned);
    piece.heat = workshop::heatOf(a, seams);
    piece.weldCost = piece.plannedCost = costOf(piece, planned, seams, piece.heat);
    piece.orderedByHand = !wanted.empty();
    if (piece.orderedByHand) {
        const workshop::WeldPlan own = workshop::weldOrderAs(a, *piece.reach, piece.seams, wanted);
        seams = inOrder(piece.seams, own);
        piece.heat = workshop::heatOf(a, seams);
        piece.weldCost = costOf(piece, own, seams, piece.heat);
    }
    piece.distortion = weldShrinkage(a, rig, seams, stop, job.rules.shrinkFactor);
    if (isInPlace(job, piece.id)) holdInPlace(piece.distortion);
    std::vector<std::string> order;
    for (const workshop::SeamWork &s : seams) order.push_back(s.joint);
    piece.cavities = workshop::cavities(a, order);
    for (workshop::Cavity &c : workshop::enclosedBySheets(a, order)) piece.cavities.push_back(std::move(c));
    piece.jig = workshop::jigPlan(a, piece.distortion);
    piece.seams = std::move(seams);
    piece.weldingPlanned = true;
}

}  // namespace

void addWelding(Appraisal &appraisal, const Job &job, const Appraisal *before, const std::stop_token &stop) {
    // The pieces do not know of each other.
    parallel::forEach(appraisal.pieces.size(), [&](std::size_t i) {
        PieceAppraisal &piece = appraisal.pieces[i];
        if (!piece.assembly || piece.weldingPlanned || taken(piece, before, job) || stop.stop_requested())
            return;
        auto reach = workshop::weldReach(*piece.assembly, {}, stop);
        if (!reach) return;  // stopped; or a body without volume, which the gaps tell
        piece.reach = std::make_shared<const std::vector<workshop::LineReach>>(std::move(*reach));
        plan(piece, *appraisal.rig, job, stop);
    });
}

void replanWelding(Appraisal &appraisal, const Job &job, const Appraisal *before) {
    for (PieceAppraisal &piece : appraisal.pieces) {
        const PieceAppraisal *known = before ? before->piece(piece.id) : nullptr;
        if (!known || !known->reach || !piece.assembly || known->assembly != piece.assembly) continue;
        if (taken(piece, before, job)) continue;
        piece.reach = known->reach;
        plan(piece, *appraisal.rig, job, {});
    }
}

}  // namespace hefty::job
