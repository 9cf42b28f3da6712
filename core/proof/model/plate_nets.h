#pragma once

#include "core/mesh/plate_mesh.h"
#include "core/proof/model/idealization.h"

/// Inside of the proof floor: plates of an assembly as nets of shells.
namespace hefty::proof {

/// Elements of a plate: `size` in the open, finer along seams and around holes.
struct NetSize {
    double open = 30;    ///< mm
    double seam = 15;    ///< along welds, mm
    double share = 0.8;  ///< edge around a hole, of its diameter
};

/// The meshed plates of an assembly, their nodes and shells added to an idealization.
class PlateNets {
  public:
    /// Every plate, covers too: they carry what they come to carry.
    /// @error BadInput  a plate that cannot be meshed; `where` is its name
    [[nodiscard]] static Result<PlateNets> make(const armor::Assembly &assembly, const NetSize &size,
                                                mesh::MeshCache &cache, Idealization &out);

    [[nodiscard]] bool has(const std::string &part) const { return net(part) != nullptr; }
    /// Shares of the nodes around the place of a plate's middle plane nearest to a point.
    /// @pre has(part)
    [[nodiscard]] std::vector<mechanics::TieEnd> ends(const std::string &part, const Vec3 &at) const;
    /// Nodes on the rim of a hole of a plate; empty if it has none there. @pre has(part)
    [[nodiscard]] std::vector<int> rim(const std::string &part, const Vec3 &at) const;

  private:
    struct Net {
        const armor::SheetPart *plate = nullptr;
        std::shared_ptr<const mesh::PlateMesh> mesh;
        int firstNode = 0;
        std::vector<mesh::Vec2> middles;  ///< of the triangles
        double radius = 0;                ///< farthest of a corner from its triangle's middle
    };
    [[nodiscard]] static Net netOf(const armor::SheetPart &plate, std::shared_ptr<const mesh::PlateMesh> mesh,
                                   int firstNode);
    [[nodiscard]] const Net *net(const std::string &part) const;
    std::vector<Net> m_nets;
};

/// Splits a weld line into stretches of about a length, each told by its middle.
struct Stretch {
    Vec3 at = Vec3::Zero();
    double length = 0;
};
[[nodiscard]] std::vector<Stretch> stretches(const armor::WeldLine &line, double about);

}  // namespace hefty::proof
