#include "core/job/design/offers.h"

#include <algorithm>
#include <cmath>

#include "core/job/appraise/appraise_under.h"

namespace hefty::job {

namespace {

Offer worthOf(const Job &job, const Appraisal &now, const stock::Stock &stock, armor::Piece piece) {
    Offer offer;
    offer.pattern = armor::pattern(piece.pattern);
    Job with = job;
    with.pieces.push_back(piece);
    const Appraisal then = appraiseShape(with, stock, {}, &now);
    const PieceAppraisal *built = then.piece(piece.id);
    if (built && built->assembly) {
        offer.assembly = built->assembly;
        if (built->fabrication) {
            offer.mass = built->fabrication->mass;
            offer.cost = built->fabrication->materialCost;
        }
    } else {
        for (const Finding &f : then.findings)
            if (f.severity == Severity::Stop && (f.piece == piece.id || f.piece.empty()))
                offer.why = f.sentence.in(measure::UnitSystem::Metric);
    }
    constexpr double noticed = 1e-4;  // rad
    for (const char *gauge : {"approach", "breakover", "departure"}) {
        const Gauge *was = now.gauge(gauge), *is = then.gauge(gauge);
        if (is && is->value && (!was || !was->value || std::abs(*is->value - *was->value) > noticed))
            offer.angles.push_back(*is);
    }
    offer.piece = std::move(piece);
    return offer;
}

}  // namespace

std::vector<Offer> offers(const Job &job, const Appraisal &now, const stock::Stock &stock) {
    std::vector<Offer> out;
    for (const armor::Pattern &pattern : armor::patterns())
        if (pattern.fits(job.vehicle.kind)) out.push_back(worthOf(job, now, stock, newPiece(job, pattern)));
    return out;
}

Offer offerOf(const Job &job, const Appraisal &now, const stock::Stock &stock, const armor::Piece &like) {
    return worthOf(job, now, stock, newPiece(job, like));
}

}  // namespace hefty::job
