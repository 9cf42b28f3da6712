#pragma once

#include "core/job/appraisal.h"
#include "core/rig/stuck.h"

/// What frees a stuck vehicle with the winch and the tabs that its armor has.
namespace hefty::job {

/// Something a pull goes through.
struct LinePart {
    enum class On { Winch, Rope, Tab, Block, Anchor };
    On on = On::Rope;
    std::string what;    ///< for people
    double force = 0;    ///< N
    double carries = 0;  ///< N; 0: nobody has said
    [[nodiscard]] bool holds() const { return carries > 0 && force <= carries * (1 + 1e-9); }
};

struct StuckPlan {
    double pull = 0;                 ///< N, that frees it
    double winch = 0;                ///< N, rated pull of the winch; 0: the job has none
    int lines = 0;                   ///< between the vehicle and what it is pulled to; 0: ten are not enough
    std::vector<double> lineForces;  ///< N, from the winch's own on
    std::vector<LinePart> parts;
    working::Working working;
};

/// The pull that frees it, shared by as few lines as the winch needs: a block beside the anchor, the next one
/// at a tab, and so on, each taking a tenth of the line. The rope's end goes to a tab, or to the anchor.
/// @param extra  lines more than needed, 0 or above
/// @error BadInput  a mass not above 0, a grade not from 0 to below a right angle, no winch in the job
[[nodiscard]] Result<StuckPlan> stuckPlan(const Appraisal &appraisal, const rig::Stuck &stuck,
                                          const stock::Stock &stock, int extra = 0);

/// Mass of the vehicle as it is loaded, armor on [kg]; nothing: it was not weighed.
[[nodiscard]] std::optional<double> loadedMass(const Appraisal &appraisal);

}  // namespace hefty::job
