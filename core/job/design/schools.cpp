#include "core/job/design/schools.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "core/base/constants.h"
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
    return piece.hours ? piece.hours->hours : 0;
}

void priceIt(const Job &job, const Appraisal &now, const stock::Stock &stock, const std::string &id,
             SchoolPrice &price, const std::stop_token &stop) {
    Job with = job;
    for (armor::Piece &p : with.pieces)
        if (p.id == id) p = price.piece;
    if (price.inPlace) setWeldedInPlace(with, id, *price.inPlace);
    const Appraisal then = appraiseShape(with, stock, stop, &now);
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
    constexpr double noticed = radians(0.05);  // of what is printed
    for (const char *name : {"approach", "wheelPath", "breakover", "departure"}) {
        const Gauge *before = now.gauge(name), *after = then.gauge(name);
        if (before && after && before->value && after->value &&
            std::abs(*after->value - *before->value) > noticed)
            price.angles.emplace_back(*after, *after->value - *before->value);
    }
}

/// A way of building a piece, not priced yet. @param taken  it is built so now
SchoolPrice wayOf(const char *school, const char *option, bool taken, const armor::Piece &piece) {
    SchoolPrice price;
    price.school = school;
    price.option = option;
    price.taken = price.built = taken;
    price.piece = piece;
    return price;
}

constexpr double stitchLength = 40, stitchPitch = 100;  // mm, as is usual for covers of 3 to 6 mm
constexpr double longSeam = 200;                        // mm: shorter ones are welded through

/// Seams along covers, ribs, fillers and lips.
std::vector<std::string> longSeams(const armor::Assembly &a) {
    constexpr std::array light{armor::Role::Skin, armor::Role::Filler, armor::Role::Rib, armor::Role::Lip};
    const auto isLight = [&](const std::string &part) {
        const armor::Provenance *made = a.made(part);
        return made && std::find(light.begin(), light.end(), made->role) != light.end();
    };
    std::vector<std::string> out;
    for (const armor::WeldJoint &w : a.welds) {
        if (w.isFold() || (!isLight(w.a) && !isLight(w.b))) continue;
        const bool isLong = std::any_of(w.contacts.begin(), w.contacts.end(), [](const armor::Contact &c) {
            return std::any_of(c.lines.begin(), c.lines.end(),
                               [](const armor::WeldLine &l) { return (l.to - l.from).norm() > longSeam; });
        });
        if (isLong) out.push_back(w.name);
    }
    return out;
}

/// Welded all along, or stitched and caulked.
void addStitching(const Job &job, const Appraisal &now, const stock::Stock &stock, const armor::Piece &piece,
                  const armor::Assembly &assembly, const std::stop_token &stop,
                  std::vector<SchoolPrice> &out) {
    const auto isStitch = [](const armor::Tweak &t) { return t.kind == armor::Tweak::Kind::Stitch; };
    const bool stitched = std::any_of(piece.tweaks.begin(), piece.tweaks.end(), isStitch);
    const std::vector<std::string> seams = longSeams(assembly);
    if ((seams.empty() && !stitched) || stop.stop_requested()) return;
    for (const bool inStitches : {false, true}) {
        SchoolPrice price = wayOf("Long seams of covers and ribs",
                                  inStitches ? "Stitches of 40 in 100, caulked between" : "Welded all along",
                                  inStitches == stitched, piece);
        if (!inStitches) std::erase_if(price.piece.tweaks, isStitch);
        if (inStitches && !stitched)
            for (const std::string &seam : seams) {
                armor::Tweak t;
                t.kind = armor::Tweak::Kind::Stitch;
                t.part = seam;
                t.value = stitchLength;
                t.at = {stitchPitch, 0};
                price.piece.tweaks.push_back(std::move(t));
            }
        if (!price.taken) priceIt(job, now, stock, piece.id, price, stop);
        out.push_back(std::move(price));
    }
}

/// Welded out on the bench, or bolted to the vehicle, which holds it until it is cold.
void addPlaces(const Job &job, const Appraisal &now, const stock::Stock &stock, const armor::Piece &piece,
               const PieceAppraisal &built, const std::stop_token &stop, std::vector<SchoolPrice> &out) {
    if (built.assembly->mounts.empty() || built.seams.empty() || stop.stop_requested()) return;
    const bool inPlace = job.weldedInPlace.contains(piece.id);
    for (const bool onVehicle : {false, true}) {
        SchoolPrice price =
            wayOf("Welded out", onVehicle ? "On the vehicle" : "On the bench", onVehicle == inPlace, piece);
        price.inPlace = onVehicle;
        for (const workshop::Distortion &d : built.distortion)
            if (onVehicle && !inPlace && d.held >= 0 && d.what.find("twin") != std::string::npos)
                price.tells = {d.what + " by {0} in place of {1}",
                               {{d.held, measure::Quantity::DrilledLength},
                                {d.value, measure::Quantity::DrilledLength}}};
        if (!price.taken) priceIt(job, now, stock, piece.id, price, stop);
        out.push_back(std::move(price));
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
            price.piece = *piece;
            for (const auto &[setting, value] : option.sets) price.piece.settings[setting] = value;
            if (price.taken)
                price.built = true;
            else
                priceIt(job, now, stock, id, price, stop);
            out.push_back(std::move(price));
        }
    addStitching(job, now, stock, *piece, *built->assembly, stop, out);
    addPlaces(job, now, stock, *piece, *built, stop, out);
    return out;
}

}  // namespace hefty::job
