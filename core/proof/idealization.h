#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/armor/assembly.h"
#include "core/base/result.h"
#include "core/mechanics/frame_model.h"
#include "core/rig/vehicle.h"

namespace hefty::proof {

using armor::Assembly;
using shape::Vec3;

/// What one beam element of the model stands for.
struct Bar {
    std::string part;
    bool isPlate = false;
    stock::SectionShape shape = stock::SectionShape::RectTube;
    stock::SectionProperties properties;
    stock::Material material;
    double height = 0, width = 0, wall = 0;  ///< of the section here
    double unbraced = 0;                     ///< length between the ends of its part, mm
    double stationFrom = 0, stationTo = 0;   ///< along the part's way, mm
};

/// One piece of a weld, tied by a spring at its own middle.
struct WeldPiece {
    int weld = 0;
    int contact = 0;
    int spring = 0;
    Vec3 at = Vec3::Zero();
};

/// A structure of bars and springs made from an assembly, with the way back to its parts.
struct Idealization {
    mechanics::FrameModel model;
    std::vector<Bar> bars;  ///< per beam of the model
    std::vector<WeldPiece> weldPieces;
    std::vector<int> mountSprings;              ///< per mount
    std::vector<int> railBeams;                 ///< per mount: the stub of the frame rail it is bolted to
    std::vector<std::vector<int>> footSprings;  ///< per bolt joint of Assembly::feet, per bolt
    int drumNode = -1, fairleadNode = -1;
    std::map<std::string, int> anchorNodes;      ///< by tab
    std::vector<int> stepNodes;                  ///< per step spot
    std::vector<std::pair<int, double>> masses;  ///< node, kg: plates and bought parts
    std::vector<std::string> assumptions;
};

/// Stiffness of a millimeter of fillet against sliding and opening [N/mm per mm]: G times throat
/// over leg. Results hardly depend on it, as welds are short beside the bars they join.
inline constexpr double weldStiffness = 54000;
/// Stiffness of a bolt in its hole, and along itself [N/mm] (size of EN 1993-1-8 table 6.11 for M12).
inline constexpr double boltShearStiffness = 1.0e5;
inline constexpr double boltAxialStiffness = 2.0e5;

/// Tubes become beams on their center lines, plates beams on their strips with the width that the
/// outline has there, welds springs at their true place joined by rigid arms. The bolts of a mount are
/// springs to the stub of the frame rail, which is held fast at the vehicle's first crossmember.
/// @error Undetermined  there is nothing to hold the piece (no mount touches a part)
[[nodiscard]] Result<Idealization> idealize(const Assembly &assembly, const rig::RigGeometry &rig,
                                            const stock::Material &railMaterial);

}  // namespace hefty::proof
