#pragma once

#include "core/workshop/weld/weld_list.h"
#include "core/workshop/weld/weld_reach.h"

namespace hefty::workshop {

/// One step of welding a piece: a seam, once its two parts are fitted.
struct WeldStep {
    int step = 1;                     ///< from 1
    std::string seam;                 ///< name of the joint
    std::string fits;                 ///< the part that is fitted for it; empty: both were there
    std::vector<std::string> before;  ///< parts that must not be there yet
    std::size_t work = 0;             ///< of the list of seamWork()
};

/// A seam that the plan leaves out of a torch's reach, all of it or a stretch.
struct BlockedSeam {
    std::string seam;
    std::string by;     ///< the part that is in the way of most of it
    double length = 0;  ///< out of reach, mm
};

struct WeldPlan {
    std::vector<std::string> parts;  ///< in the order in which they are fitted
    std::vector<WeldStep> steps;
    std::vector<BlockedSeam> blocked;
};

/// A part that is on the vehicle already: its seams are welded there.
[[nodiscard]] bool isOfVehicle(const armor::Assembly &assembly, const std::string &part);

/// The order in which parts are fitted and seams are welded: no part before the seams that it would bar, each
/// to what is there already, otherwise as the piece is made, left and right in turn; seams to what is on the
/// vehicle already at last. Where the wishes of seams go in a ring the shortest of them is given up. What
/// then lies out of reach is told as blocked.
[[nodiscard]] WeldPlan weldOrder(const armor::Assembly &assembly, const std::vector<LineReach> &reach,
                                 const std::vector<SeamWork> &seams);

/// The seams in the order that a person wants, those that are not named after them as planned; parts are
/// fitted when their first seam comes. What a torch then does not reach is told as blocked.
[[nodiscard]] WeldPlan weldOrderAs(const armor::Assembly &assembly, const std::vector<LineReach> &reach,
                                   const std::vector<SeamWork> &seams,
                                   const std::vector<std::string> &wanted);

}  // namespace hefty::workshop
