#include "core/job/shop/mount_fit.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/job/appraise/appraise_under.h"
#include "core/job/shop/proof_pull.h"

namespace hefty::job {
namespace {

using working::number;

constexpr double softest = 0.02, stiffest = 20;  // factors that bolts and the walls under them can make

/// How far the place comes, and the hardest worked check, with bolts of a stiffness.
struct Given {
    double give = 0, hardest = 0, rated = 0;
};

Result<Given> givenWith(Job job, const stock::Stock &stock, const std::string &id, const std::string &place,
                        double factor, const std::stop_token &stop) {
    for (armor::Piece &p : job.pieces)
        if (p.id == id) p.mountStiffness = factor;
    const Appraisal a = appraiseUnder(job, stock, {"recovery"}, stop, proof::Detail::Shells);
    const PieceAppraisal *piece = a.piece(id);
    if (!piece || !piece->proof)
        return fail(ProblemKind::BadInput, "The piece cannot be proved as it stands.", id,
                    "See what Prove says.");
    const auto plan = pullPlan(*piece, place);
    if (!plan) return tl::unexpected(plan.error());
    Given out{plan->give, 0, plan->rated};
    for (const proof::Check &c : piece->proof->checks) out.hardest = std::max(out.hardest, c.utilization);
    return out;
}

}  // namespace

Result<MountFit> fitMounts(const Job &job, const stock::Stock &stock, const std::string &id,
                           const std::string &place, double give, const std::stop_token &stop) {
    const auto piece = std::find_if(job.pieces.begin(), job.pieces.end(),
                                    [&id](const armor::Piece &p) { return p.id == id; });
    if (piece == job.pieces.end())
        return fail(ProblemKind::BadInput, fmt::format("There is no piece \"{}\".", id), id);
    if (!(give > 0) || !std::isfinite(give))
        return fail(ProblemKind::BadInput, "The place has to come some way under its pull.", place,
                    "Take at least two stages.");
    const double now = piece->mountStiffness;
    const auto here = givenWith(job, stock, id, place, now, stop);
    if (!here) return tl::unexpected(here.error());
    const auto rigid = givenWith(job, stock, id, place, 1000 * now, stop);
    if (!rigid) return tl::unexpected(rigid.error());
    const double mounts = here->give - rigid->give, left = give - rigid->give;
    if (!(left > 0.01 * give))
        return fail(ProblemKind::BadInput,
                    "The place came no further than on rigid bolts: a reading is off, or the piece is "
                    "stiffer than drawn.",
                    place, "Look at the dial gauge and pull again.");
    MountFit out;
    out.factor = now * mounts / left;
    out.measured = give;
    out.was = here->give;
    out.hardestWas = here->hardest;
    if (!(out.factor >= softest && out.factor <= stiffest))
        return fail(
            ProblemKind::BadInput,
            fmt::format(
                "The bolts would be {:.2g} times as stiff as they are taken with: something else gives, "
                "the rails perhaps.",
                out.factor),
            place, "Measure at the rails too, and look for what is loose or cracked.");
    // What else gives beside the bolts is no exact series with them: corrected until it gives as measured.
    auto then = givenWith(job, stock, id, place, out.factor, stop);
    for (int turn = 0; turn < 4 && then && std::abs(then->give - give) > 0.002 * give; ++turn) {
        out.factor = std::clamp(out.factor * (then->give - rigid->give) / left, softest, stiffest);
        then = givenWith(job, stock, id, place, out.factor, stop);
    }
    if (!then) return tl::unexpected(then.error());
    out.is = then->give;
    out.hardestIs = then->hardest;
    working::Working &w = out.working;
    w.title = "Stiffness of the mounts from the proof pull";
    w.given("m", "give as measured", give * 1000, "mm/kN", "proof pull")
        .given("c", "give as computed, bolts as they are taken", here->give * 1000, "mm/kN", "proof")
        .given("c_r", "the same on rigid bolts", rigid->give * 1000, "mm/kN", "proof")
        .step("f", "stiffness of the bolts against what is taken now", "(c − c_r)/(m − c_r)",
              fmt::format("{}/{}", number(mounts * 1000), number(left * 1000)), out.factor / now, "",
              "springs in series")
        .step("c'", "give with it, proved again", "", "", then->give * 1000, "mm/kN", "proof");
    w.note("Everything that gives beyond the piece as drawn is laid to its bolts.");
    return out;
}

}  // namespace hefty::job
