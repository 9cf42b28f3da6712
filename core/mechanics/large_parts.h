#pragma once

#include <optional>

#include "core/mechanics/beam_hinges.h"
#include "core/mechanics/corotation.h"
#include "core/mechanics/frame_assembly.h"
#include "core/mechanics/shell_layers.h"

/// Inside of the mechanics floor: the parts of a model in large motion, and the sums over them.
namespace hefty::mechanics {

/// Where all nodes are.
struct Configuration {
    std::vector<NodeState> nodes;
    Configuration() = default;
    explicit Configuration(const FrameModel &model);
    /// Per node; rotations as rotation vectors.
    [[nodiscard]] std::vector<Vec6> displacements(const FrameModel &model) const;
};

/// What the parts remember of their yielding.
struct PartStates {
    std::vector<BeamHinges::Flow> beams;
    std::vector<LayerState> triangles;
};

class LargeParts {
  public:
    /// @error those of FrameAssembly; BadInput for a support that holds a rigid link only in part
    [[nodiscard]] static Result<LargeParts> make(const FrameModel &model, int loadCase, bool yields,
                                                 double hardening);

    [[nodiscard]] PartStates fresh() const;
    /// The load of the free unknowns at the start.
    [[nodiscard]] const Eigen::VectorXd &load() const { return m_startLoad; }

    struct Sums {
        Sparse tangent;            ///< lower triangle
        Eigen::VectorXd forces;    ///< of the parts on the free unknowns
        Eigen::VectorXd freeLoad;  ///< of the case on them, as the arms of rigid links lie now
        double largest = 0;        ///< force on a node by a part
    };
    /// @return false if a part is turned inside out or does not come back to its yield surface
    bool sum(const Configuration &at, const PartStates &before, PartStates &after, Sums &out);
    /// Moves by a change of the free unknowns. False if it is too far for one step.
    bool move(Configuration &at, const Eigen::VectorXd &change) const;

    [[nodiscard]] std::vector<double> beamUse(const Configuration &at, const PartStates &states) const;
    [[nodiscard]] std::vector<double> shellStrain(const PartStates &states) const;

  private:
    template <int N>
    struct Share {
        Eigen::Matrix<double, 6 * N, 1> forces;
        Eigen::Matrix<double, 6 * N, 6 * N> stiffness;
        bool fine = true;
    };
    struct Beam {
        std::array<int, 2> nodes{};
        std::array<Vec3, 2> places;
        Matrix3 axes;
        BeamHinges law;
    };
    struct Triangle {
        std::array<int, 3> nodes{};
        std::array<Vec3, 3> places;
        Matrix3 axes;
        ShellLayers law;
        double share = 1;
        int shell = 0;
    };
    class Scatter;

    Result<bool> checkBodies() const;
    void addParts(const FrameAssembly &assembly, bool yields, double hardening);
    void gatherLoads(const FrameAssembly &assembly, int loadCase);
    [[nodiscard]] Share<2> beamShare(const Beam &beam, const Configuration &at,
                                     const BeamHinges::Flow &before, BeamHinges::Flow &after) const;
    [[nodiscard]] Share<3> triangleShare(const Triangle &triangle, const Configuration &at,
                                         const LayerState &before, LayerState &after) const;
    void addSprings(const Configuration &at, Scatter &scatter) const;
    void addTies(const Configuration &at, Scatter &scatter) const;
    /// Arms of rigid links as they lie now.
    bool remap(const Configuration &at);
    [[nodiscard]] Eigen::VectorXd freeOf(const Eigen::VectorXd &nodal) const;

    const FrameModel *m_model = nullptr;
    FrameModel m_skeleton;  ///< nodes, links and supports only, its nodes where they are now
    FreedomMap m_map;
    std::vector<Beam> m_beams;
    std::vector<Triangle> m_triangles;
    Eigen::VectorXd m_nodalLoad, m_startLoad;
};

}  // namespace hefty::mechanics
