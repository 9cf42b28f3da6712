#pragma once

#include <optional>
#include <vector>

#include "core/mechanics/frame_solver.h"
#include "core/proof/model/idealization.h"
#include "core/proof/model/near_shells.h"

/// Inside of the proof floor: plates and stretches of tube as sheets of shells, made ready for their checks
/// once for all cases and ladders.
namespace hefty::proof {

/// Times the thickness: within this stresses are averaged.
inline constexpr double averagedOver = 2;

/// A plate, or a stretch of tube, as shells.
struct Sheet {
    std::string id;  ///< "tray", "beam@173"
    std::string part;
    stock::Material material;
    double thickness = 0;
    int first = 0, count = 0;  ///< of the model's shells
    Vec3 along;                ///< its x
    std::optional<Vec3> side;  ///< its y if it is flat; the walls of a tube have their own
};

/// One shell of a sheet as a check sees it.
struct Spot {
    Vec3 at = Vec3::Zero();
    Eigen::Matrix3d turn;  ///< of resultants from the shell's axes to the sheet's
    double yield = 0;
    bool counts = true;
    int nearFrom = 0, nearTo = 0;  ///< of SheetSpots::m_shares: what is averaged over
};

/// The spots of one sheet, with what has to be known about each.
class SheetSpots {
  public:
    SheetSpots(const armor::Assembly &assembly, const Idealization &idealization, Sheet sheet);

    [[nodiscard]] const Sheet &sheet() const { return m_sheet; }
    [[nodiscard]] const std::vector<Spot> &spots() const { return m_spots; }
    [[nodiscard]] const NearShells &shells() const { return m_near; }
    /// Mean resultants around every spot in one case, in the sheet's axes.
    [[nodiscard]] std::vector<mechanics::ShellForces> means(const mechanics::CaseSolution &solution) const;

  private:
    void leaveOutHoles(const armor::Assembly &assembly);
    void softenWelds(const armor::Assembly &assembly, const Idealization &idealization);

    Sheet m_sheet;
    NearShells m_near;
    std::vector<Spot> m_spots;
    std::vector<NearShells::Share> m_shares;  ///< areas as shares of all that is averaged over
};

/// Of all plates, then of all walls of an idealization.
[[nodiscard]] std::vector<SheetSpots> sheetsOf(const armor::Assembly &assembly,
                                               const Idealization &idealization);

}  // namespace hefty::proof
