#include "core/job/design/schools.h"

#include <algorithm>
#include <cmath>

#include "core/job/appraise/appraise_under.h"

namespace hefty::job {
namespace {

bool isSo(const armor::Piece &piece, const armor::Pattern &pattern, const armor::SchoolOption &option) {
    return std::all_of(option.sets.begin(), option.sets.end(), [&](const auto &set) {
        const auto &[id, value] = set;
        if (const auto *word = std::get_if<std::string>(&value))
            return armor::text(piece, pattern, id) == *word;
        return std::abs(armor::number(piece, pattern, id) - std::get<double>(value)) < 1e-9;
    });
}

double hoursIn(const PieceAppraisal &piece) {
    return piece.hours ? piece.hours->minutes / 60 : 0;
}

void priceIt(const Job &job, const Appraisal &now, const stock::Stock &stock, const std::string &id,
             SchoolPrice &price, const std::stop_token &stop) {
    const Appraisal then = appraiseShape(apply(job, price.edit), stock, stop, &now);
    const PieceAppraisal *was = now.piece(id), *is = then.piece(id);
    if (!is || !is->assembly || !is->fabrication || !was->fabrication) {
        for (const Finding &f : then.findings)
            if (f.severity == Severity::Stop && (f.piece == id || f.piece.empty()))
                price.why = f.sentence.in(measure::UnitSystem::Metric);
        return;
    }
    price.built = true;
    price.mass = is->fabrication->mass - was->fabrication->mass;
    price.cost = is->fabrication->materialCost - was->fabrication->materialCost;
    price.hours = hoursIn(*is) - hoursIn(*was);
    constexpr double noticed = 1e-4;  // rad
    for (const char *name : {"approach", "wheelPath", "breakover", "departure"}) {
        const Gauge *before = now.gauge(name), *after = then.gauge(name);
        if (before && after && before->value && after->value &&
            std::abs(*after->value - *before->value) > noticed)
            price.angles.emplace_back(*after, *after->value - *before->value);
    }
}

}  // namespace

std::vector<SchoolPrice> schoolPrices(const Job &job, const Appraisal &now, const stock::Stock &stock,
                                      const std::string &id, const std::stop_token &stop) {
    std::vector<SchoolPrice> out;
    const auto piece = std::find_if(job.pieces.begin(), job.pieces.end(),
                                    [&id](const armor::Piece &p) { return p.id == id; });
    const PieceAppraisal *built = now.piece(id);
    if (piece == job.pieces.end() || !built || !built->assembly) return out;
    const armor::Pattern *pattern = armor::pattern(piece->pattern);
    if (!pattern) return out;
    for (const armor::School &school : pattern->schools)
        for (const armor::SchoolOption &option : school.options) {
            if (stop.stop_requested()) return out;
            SchoolPrice price;
            price.school = school.name;
            price.option = option.name;
            price.taken = isSo(*piece, *pattern, option);
            price.edit.piece = id;
            for (const auto &[setting, value] : option.sets) price.edit.settings[setting] = value;
            if (price.taken)
                price.built = true;
            else
                priceIt(job, now, stock, id, price, stop);
            out.push_back(std::move(price));
        }
    return out;
}

}  // namespace hefty::job
