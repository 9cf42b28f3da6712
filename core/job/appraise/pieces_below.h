#pragma once

#include "core/job/appraisal.h"

/// Pieces that stand on other pieces of a job.
namespace hefty::job {

/// The pieces, each after the one that it stands on; those that stand on each other in a ring come last.
[[nodiscard]] std::vector<const armor::Piece *> fromBelow(const std::vector<armor::Piece> &pieces);
/// Sorts what was worked out of the pieces into their own order.
void inOrderOf(const std::vector<armor::Piece> &pieces, std::vector<PieceAppraisal> &appraised);

/// The vehicle that a piece is built on: its holds with those that the piece it stands on offers.
/// @param appraisal  has built that piece
/// @error UnknownId  there is no such piece
///        BadInput   it cannot be built, offers nothing, or stands on this one in turn
[[nodiscard]] Result<std::shared_ptr<const rig::Vehicle>> vehicleUnder(const Job &job,
                                                                       const armor::Piece &piece,
                                                                       const Appraisal &appraisal);

/// Builds a piece on the vehicle, and on the piece that it stands on.
/// @pre the appraisal has its rig
/// @error as vehicleUnder() and armor::build()
[[nodiscard]] Result<armor::Assembly> buildPiece(const Job &job, const armor::Piece &piece,
                                                 const Appraisal &appraisal, const stock::Stock &stock);

/// What is proved: the piece with all that it stands on.
[[nodiscard]] std::shared_ptr<const armor::Assembly> withWhatIsBelow(
    const Job &job, const armor::Piece &piece, const Appraisal &appraisal,
    const std::shared_ptr<const armor::Assembly> &assembly);

/// The pieces that one could be set on: all others that offer holds and do not stand on it.
[[nodiscard]] std::vector<const armor::Piece *> couldStandOn(const Job &job, const std::string &piece,
                                                             const Appraisal &appraisal);

}  // namespace hefty::job
