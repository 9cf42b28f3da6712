#include "core/job/appraise/pieces_below.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>

#include "core/armor/standing.h"

namespace hefty::job {
namespace {

const armor::Piece *pieceOf(const std::vector<armor::Piece> &pieces, const std::string &id) {
    const auto it =
        std::find_if(pieces.begin(), pieces.end(), [&id](const armor::Piece &p) { return p.id == id; });
    return it == pieces.end() ? nullptr : &*it;
}

/// True if following down from one piece leads to another.
bool standsOn(const std::vector<armor::Piece> &pieces, const armor::Piece &piece, const std::string &other) {
    std::set<std::string> seen;
    for (const armor::Piece *p = &piece; p && seen.insert(p->id).second; p = pieceOf(pieces, p->on))
        if (p->on == other) return true;
    return false;
}

}  // namespace

std::vector<const armor::Piece *> fromBelow(const std::vector<armor::Piece> &pieces) {
    std::vector<const armor::Piece *> out, left;
    std::set<std::string> done;
    for (const armor::Piece &p : pieces) left.push_back(&p);
    for (bool more = true; more && !left.empty();) {
        const std::size_t before = left.size();
        for (auto it = left.begin(); it != left.end();) {
            const bool ready = (*it)->on.empty() || done.contains((*it)->on) || !pieceOf(pieces, (*it)->on);
            if (!ready) {
                ++it;
                continue;
            }
            done.insert((*it)->id);
            out.push_back(*it);
            it = left.erase(it);
        }
        more = left.size() < before;
    }
    out.insert(out.end(), left.begin(), left.end());
    return out;
}

void inOrderOf(const std::vector<armor::Piece> &pieces, std::vector<PieceAppraisal> &appraised) {
    const auto rank = [&pieces](const PieceAppraisal &a) {
        return std::find_if(pieces.begin(), pieces.end(),
                            [&a](const armor::Piece &p) { return p.id == a.id; }) -
               pieces.begin();
    };
    std::stable_sort(appraised.begin(), appraised.end(),
                     [&rank](const PieceAppraisal &a, const PieceAppraisal &b) { return rank(a) < rank(b); });
}

Result<std::shared_ptr<const rig::Vehicle>> vehicleUnder(const Job &job, const armor::Piece &piece,
                                                         const Appraisal &appraisal) {
    if (piece.on.empty())  // the job's own, which outlives this
        return std::shared_ptr<const rig::Vehicle>(std::shared_ptr<const rig::Vehicle>(), &job.vehicle);
    const std::string where = "pieces/" + piece.id + "/on";
    const armor::Piece *lower = pieceOf(job.pieces, piece.on);
    if (!lower)
        return fail(ProblemKind::UnknownId,
                    fmt::format("{} stands on \"{}\", which this job does not have.", piece.name, piece.on),
                    where, "Set it on the vehicle or on another piece (Lay out, Stands on).");
    if (standsOn(job.pieces, *lower, piece.id))
        return fail(ProblemKind::BadInput,
                    fmt::format("{} and {} stand on each other.", piece.name, lower->name), where,
                    "Set one of them on the vehicle (Lay out, Stands on).");
    const PieceAppraisal *built = appraisal.piece(lower->id);
    if (!built || !built->assembly)
        return fail(ProblemKind::BadInput,
                    fmt::format("{} stands on {}, which cannot be built.", piece.name, lower->name), where,
                    "Settle what is wrong there first.");
    if (built->assembly->offers.empty())
        return fail(ProblemKind::BadInput,
                    fmt::format("{} has nothing that {} could be bolted to.", lower->name, piece.name), where,
                    "Set it on the vehicle or on another piece (Lay out, Stands on).");
    return std::make_shared<const rig::Vehicle>(
        armor::withOffers(job.vehicle, lower->id, lower->name, *built->assembly));
}

Result<armor::Assembly> buildPiece(const Job &job, const armor::Piece &piece, const Appraisal &appraisal,
                                   const stock::Stock &stock) {
    const auto vehicle = vehicleUnder(job, piece, appraisal);
    if (!vehicle) return tl::unexpected(vehicle.error());
    return armor::build({piece, **vehicle, *appraisal.rig, stock});
}

std::shared_ptr<const armor::Assembly> withWhatIsBelow(
    const Job &job, const armor::Piece &piece, const Appraisal &appraisal,
    const std::shared_ptr<const armor::Assembly> &assembly) {
    const armor::Piece *lower = pieceOf(job.pieces, piece.on);
    const PieceAppraisal *below = lower ? appraisal.piece(lower->id) : nullptr;
    if (!below || !below->proved) return assembly;
    return std::make_shared<const armor::Assembly>(
        armor::standingOn(*assembly, *below->proved, lower->id, lower->name));
}

std::vector<const armor::Piece *> couldStandOn(const Job &job, const std::string &piece,
                                               const Appraisal &appraisal) {
    std::vector<const armor::Piece *> out;
    for (const armor::Piece &p : job.pieces) {
        const PieceAppraisal *built = appraisal.piece(p.id);
        if (p.id != piece && built && built->assembly && !built->assembly->offers.empty() &&
            !standsOn(job.pieces, p, piece))
            out.push_back(&p);
    }
    return out;
}

}  // namespace hefty::job
