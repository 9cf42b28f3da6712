#include "core/mechanics/shell_layers.h"

#include <algorithm>
#include <cmath>

#include <Eigen/LU>

namespace hefty::mechanics {
namespace {

using Eigen::Vector3d;

/// Depths of the layers over half the thickness, and what each counts of the thickness.
const std::array<double, LayerState::layers> depths = [] {
    const double g = std::sqrt(0.6) / 2;
    return std::array<double, LayerState::layers>{-0.5 - g, -0.5, -0.5 + g, 0.5 - g, 0.5, 0.5 + g};
}();
constexpr std::array<double, LayerState::layers> weights{5.0 / 36, 8.0 / 36, 5.0 / 36,
                                                         5.0 / 36, 8.0 / 36, 5.0 / 36};

/// Half of the square of von Mises over 3 is s' P s / 2.
Matrix3 deviator() {
    Matrix3 p;
    p << 2, -1, 0, -1, 2, 0, 0, 0, 6;
    return p / 3;
}

}  // namespace

PlaneStress yieldInPlane(const Vector3d &strain, const Vector3d &plastic, const Matrix3 &elastic,
                         double yield, double hardening) {
    PlaneStress out;
    const Vector3d trial = elastic * (strain - plastic);
    out.stress = trial;
    out.plastic = plastic;
    out.tangent = elastic;
    const double a = std::pow(trial(0) + trial(1), 2) / 6;
    const double b = std::pow(trial(1) - trial(0), 2) / 2 + 2 * trial(2) * trial(2);
    const double limit = yield * yield / 3;
    if ((a + b) / 2 <= limit) return out;
    const double shear = elastic(2, 2);                       // G
    const double bulk = (elastic(0, 0) + elastic(0, 1)) / 3;  // E/(3 (1 - nu))
    double g = 0;
    for (int i = 0; i < 60; ++i) {
        const double p = 1 + bulk * g, s = 1 + 2 * shear * g;
        const double square = a / (p * p) + b / (s * s), size = std::sqrt(square);
        const double now = yield + hardening * g * std::sqrt(2.0 / 3) * size;
        const double over = square / 2 - now * now / 3;
        if (std::abs(over) <= 1e-14 * limit) break;
        const double falls = -a * bulk / (p * p * p) - 2 * b * shear / (s * s * s);
        const double slope =
            falls - 2.0 / 3 * now * hardening * std::sqrt(2.0 / 3) * (size + g * falls / size);
        g -= over / slope;  // without hardening convex and falling: from 0 it never overshoots
    }
    const Matrix3 P = deviator();
    const Matrix3 xi = (elastic.inverse() + g * P).inverse();
    out.stress = xi * (strain - plastic);
    const Vector3d flow = P * out.stress;
    out.plastic = plastic + g * flow;
    out.equivalent = g * std::sqrt(2.0 / 3 * out.stress.dot(flow));
    const Vector3d n = xi * flow;
    const double square = out.stress.dot(flow), grown = 1 - 2.0 / 3 * hardening * g;
    out.tangent = xi - n * n.transpose() / (flow.dot(n) + 2.0 / 3 * hardening * square / grown);
    return out;
}

LayerState::LayerState() {
    for (auto &p : plastic) p.fill(Vector3d::Zero());
    for (auto &e : equivalent) e.fill(0);
}

double LayerState::mostStrain() const {
    double most = 0;
    for (const auto &e : equivalent) most = std::max(most, *std::max_element(e.begin(), e.end()));
    return most;
}

ShellLayers::ShellLayers(const ShellTriangle &triangle, double yield, double hardening)
    : m_strains(triangle.ownStrains()),
      m_shear(triangle.ownShearStiffness()),
      m_plane(triangle.plane()),
      m_thickness(triangle.thickness()),
      m_area(triangle.area()),
      m_yield(yield),
      m_hardening(hardening) {
    Matrix6 d = Matrix6::Zero();
    d.topLeftCorner<3, 3>() = m_plane * m_thickness;
    d.bottomRightCorner<3, 3>() = m_plane * std::pow(m_thickness, 3) / 12;
    m_elastic = m_shear;
    for (const Strain &b : m_strains) m_elastic += m_area / 3 * (b.transpose() * d * b);
}

ShellLayers::Answer ShellLayers::answer(const Vec18 &deformation, const LayerState &state,
                                        LayerState &after) const {
    Answer out;
    after = state;
    if (!(m_yield > 0)) {
        out.forces = m_elastic * deformation;
        out.stiffness = m_elastic;
        return out;
    }
    out.forces = m_shear * deformation;
    out.stiffness = m_shear;
    for (std::size_t p = 0; p < 3; ++p) {
        const Vec6 e = m_strains[p] * deformation;
        Vec6 resultant = Vec6::Zero();
        Matrix6 d = Matrix6::Zero();
        for (std::size_t l = 0; l < LayerState::layers; ++l) {
            const double z = depths[l] * m_thickness / 2, w = weights[l] * m_thickness;
            const PlaneStress s = yieldInPlane(e.head<3>() + z * e.tail<3>(), state.plastic[p][l], m_plane,
                                               m_yield + m_hardening * state.equivalent[p][l], m_hardening);
            after.plastic[p][l] = s.plastic;
            after.equivalent[p][l] = state.equivalent[p][l] + s.equivalent;
            resultant.head<3>() += w * s.stress;
            resultant.tail<3>() += w * z * s.stress;
            d.topLeftCorner<3, 3>() += w * s.tangent;
            d.topRightCorner<3, 3>() += w * z * s.tangent;
            d.bottomRightCorner<3, 3>() += w * z * z * s.tangent;
        }
        d.bottomLeftCorner<3, 3>() = d.topRightCorner<3, 3>().transpose();
        out.forces += m_area / 3 * (m_strains[p].transpose() * resultant);
        out.stiffness += m_area / 3 * (m_strains[p].transpose() * d * m_strains[p]);
    }
    return out;
}

}  // namespace hefty::mechanics
