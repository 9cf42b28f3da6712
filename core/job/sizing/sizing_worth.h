#pragma once

#include <limits>
#include <map>
#include <set>
#include <string>
#include <utility>
#include <vector>

#include "core/job/sizing/sizing.h"

/// Inside of the job floor: what a combination of sizes is worth.
namespace hefty::job {

inline constexpr double unable = std::numeric_limits<double>::infinity();

/// Ids of what is to be fixed.
[[nodiscard]] std::set<std::string> fixes(const Appraisal &a);
/// True if the job cannot be built at all.
[[nodiscard]] bool stops(const Appraisal &a);
/// True of what must not be: anything broken that hangs on sizes, and anything else that was not broken
/// before. What rests on an assumed grade is not proved either way; it must not pass its limit.
[[nodiscard]] bool breaks(const Finding &f, const std::set<std::string> &before);
[[nodiscard]] bool holds(const Appraisal &a, const std::set<std::string> &before);
[[nodiscard]] double gaugeOf(const Appraisal &a, const char *id);
/// What a combination of sizes takes.
struct Outlay {
    double mass = 0;      ///< kg
    double money = 0;     ///< the shop's
    double trifling = 0;  ///< how strong each thing is that has no mass to speak of, all together

    friend Outlay operator+(const Outlay &a, const Outlay &b) {
        return {a.mass + b.mass, a.money + b.money, a.trifling + b.trifling};
    }
    friend Outlay operator-(const Outlay &a, const Outlay &b) {
        return {a.mass - b.mass, a.money - b.money, a.trifling - b.trifling};
    }
};
/// Of the legs and grades of one piece.
[[nodiscard]] double trifles(const armor::Piece &piece, const armor::Pattern &pattern);
/// What is made small. What is heavier than wished weighs so much that it is made lighter first; infinity is
/// never told here.
[[nodiscard]] double objective(const Outlay &outlay, const SizingWish &wish, const Appraisal &before);

/// What a combination of sizes is worth, by how much it is over its limits, and what each check says.
struct Judged {
    double cost = unable, over = unable;
    Outlay outlay;                                     ///< 0 of what cannot be made
    std::vector<std::pair<std::string, double>> uses;  ///< utilizations by check, ordered by id
    std::set<std::string> duties;                      ///< that govern a check
    bool byStrength = false;                           ///< what it breaks are checks and sizes of welds alone
    bool bySizes = false;  ///< sizes of welds among it: nothing larger beside them mends that

    /// 0 of a check that is not there.
    [[nodiscard]] double use(const std::string &check) const;
};
/// @param duties  to prove it under; empty: all
[[nodiscard]] Judged judge(const Job &sized, const stock::Stock &stock, const SizingWish &wish,
                           const Appraisal &before, const std::vector<std::string> &duties = {});

/// By how much shells ask more than strips of the same piece, by check of the strips; only what is more, and
/// not so much more that they must be looking at something else.
using ShellShares = std::map<std::string, double>;
[[nodiscard]] ShellShares shellShares(const proof::Proof &strips, const proof::Proof &shells);
/// Takes what strips told as what shells would tell: a share that holds at one place is taken to hold near
/// it.
void heedShells(Judged &judged, const ShellShares &shares);

/// True if nothing speaks against two steps from a place holding together: by what each alone does to every
/// check, told by shares, with some room.
/// @param up, down  the place after either step
[[nodiscard]] bool mayHold(const Judged &here, const Judged &up, const Judged &down);

}  // namespace hefty::job
