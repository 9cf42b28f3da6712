#include <algorithm>

#include "core/job/appraisal.h"
#include "core/workshop/weld_order.h"

namespace hefty::job {
namespace {

/// The plan of a piece that has not changed.
bool taken(PieceAppraisal &piece, const Appraisal *before) {
    const PieceAppraisal *known = before ? before->piece(piece.id) : nullptr;
    if (!known || !known->weldingPlanned || known->assembly != piece.assembly) return false;
    piece.seams = known->seams;
    piece.distortion = known->distortion;
    piece.weldingPlanned = true;
    return true;
}

void plan(PieceAppraisal &piece, const std::stop_token &stop) {
    const armor::Assembly &a = *piece.assembly;
    const auto reach = workshop::weldReach(a, {}, stop);
    if (!reach) return;  // stopped; or a body without volume, which the gaps tell
    const workshop::WeldPlan order = workshop::weldOrder(a, *reach, piece.seams);
    std::vector<workshop::SeamWork> seams;
    for (const workshop::WeldStep &s : order.steps) {
        workshop::SeamWork work = piece.seams[s.work];
        work.fits = s.fits;
        work.before = s.before;
        for (const workshop::BlockedSeam &b : order.blocked)
            if (b.seam == work.joint) {
                work.barredBy = b.by;
                work.closed = b.length;
            }
        seams.push_back(std::move(work));
    }
    piece.distortion = workshop::shrinkage(a, seams);
    piece.seams = std::move(seams);
    piece.weldingPlanned = true;
}

}  // namespace

void addWelding(Appraisal &appraisal, const Appraisal *before, const std::stop_token &stop) {
    for (PieceAppraisal &piece : appraisal.pieces)
        if (piece.assembly && !piece.weldingPlanned && !taken(piece, before) && !stop.stop_requested())
            plan(piece, stop);
}

}  // namespace hefty::job
