#include "core/job/offers.h"

#include <algorithm>
#include <cmath>

#include "core/job/appraise_under.h"

namespace hefty::job {

std::vector<Offer> offers(const Job &job, const Appraisal &now, const stock::Stock &stock) {
    std::vector<Offer> out;
    for (const armor::Pattern &pattern : armor::patterns()) {
        if (!pattern.fits(job.vehicle.kind)) continue;
        Offer offer;
        offer.pattern = &pattern;
        Job with = job;
        with.pieces.push_back(newPiece(job, pattern));
        const std::string id = with.pieces.back().id;
        const Appraisal then = appraiseShape(with, stock, {}, &now);
        const PieceAppraisal *piece = then.piece(id);
        if (piece && piece->assembly) {
            offer.assembly = piece->assembly;
            if (piece->fabrication) {
                offer.mass = piece->fabrication->mass;
                offer.cost = piece->fabrication->materialCost;
            }
        } else {
            for (const Finding &f : then.findings)
                if (f.severity == Severity::Stop && (f.piece == id || f.piece.empty()))
                    offer.why = f.sentence.in(measure::UnitSystem::Metric);
        }
        constexpr double noticed = 1e-4;  // rad
        for (const char *gauge : {"approach", "breakover", "departure"}) {
            const Gauge *was = now.gauge(gauge), *is = then.gauge(gauge);
            if (is && is->value && (!was || !was->value || std::abs(*is->value - *was->value) > noticed))
                offer.angles.push_back(*is);
        }
        out.push_back(std::move(offer));
    }
    return out;
}

}  // namespace hefty::job
