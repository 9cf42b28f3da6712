#pragma once

#include "app/sheets/job_sheet.h"
#include "app/sheets/page_writer.h"

/// Inside of the papers of a job.
namespace hefty::app {

struct Printing {
    Session *session;
    PageWriter &page;
    std::shared_ptr<const job::Appraisal> appraisal;

    [[nodiscard]] QString print(double v, measure::Quantity q) const {
        return QString::fromStdString(measure::printQuantity(v, q, session->units()));
    }
    [[nodiscard]] QString length(double v) const { return print(v, measure::Quantity::Length); }
    [[nodiscard]] std::string nameOf(const job::PieceAppraisal &piece) const {
        for (const armor::Piece &p : session->job().pieces)
            if (p.id == piece.id) return p.name.empty() ? p.id : p.name;
        return piece.id;
    }
};

inline constexpr double pointsPerMm = 72 / 25.4;

/// How every bent bar goes through the bender: marks, what to set, how far to turn it.
void printBends(const Printing &s, const job::PieceAppraisal &piece);
/// Strips at full size to lay along every bent bar, and collars to wind around it at every bend.
/// @return false: it has none
bool printBendStrips(const Printing &s, const job::PieceAppraisal &piece);
/// What the piece is built on: the floor from above, places, check distances, steps.
void printJig(const Printing &s, const job::PieceAppraisal &piece);

}  // namespace hefty::app
