#include "core/mechanics/shell_element.h"

#include <algorithm>
#include <cmath>

#include <Eigen/Geometry>

namespace hefty::mechanics {
namespace {

using Eigen::Vector2d;
using Eigen::Vector3d;

constexpr double shearCorrection = 5.0 / 6;

/// Midpoints of the sides in area coordinates: exact for quadratics with a third of the area each.
const std::array<Vector3d, 3> sidePoints{Vector3d(0.5, 0.5, 0), Vector3d(0, 0.5, 0.5), Vector3d(0.5, 0, 0.5)};

}  // namespace

ShellTriangle::ShellTriangle(const std::array<Vec3, 3> &c, double thickness, const FrameMaterial &material,
                             double drilling)
    : m_thickness(thickness), m_E(material.E), m_nu(material.nu), m_drilling(drilling) {
    const Vec3 x = (c[1] - c[0]).normalized();
    const Vec3 z = (c[1] - c[0]).cross(c[2] - c[0]).normalized();
    m_axes << x.transpose(), z.cross(x).transpose(), z.transpose();
    for (std::size_t i = 0; i < 3; ++i) m_at[i] = (m_axes * (c[i] - c[0])).head<2>();
    m_area = (c[1] - c[0]).cross(c[2] - c[0]).norm() / 2;
    m_plane << 1, m_nu, 0, m_nu, 1, 0, 0, 0, (1 - m_nu) / 2;
    m_plane *= m_E / (1 - m_nu * m_nu);
    for (std::size_t k = 0; k < 3; ++k) {
        const Vector2d d = m_at[(k + 1) % 3] - m_at[k];
        m_length[k] = d.norm();
        m_cos[k] = d.x() / m_length[k];
        m_sin[k] = d.y() / m_length[k];
        const double slender = m_thickness / m_length[k];
        m_phi[k] = 2 / (shearCorrection * (1 - m_nu)) * slender * slender;
    }
}

/// Mean strain (exx, eyy, gxy) of motions (u, v, theta) of the corners: L' of the basic stiffness over
/// the volume, alpha = 3/2 (Felippa 2003, section 3).
ShellTriangle::Matrix3x9 ShellTriangle::meanStrain() const {
    constexpr double alpha = 1.5;
    Matrix3x9 b = Matrix3x9::Zero();
    for (std::size_t i = 0; i < 3; ++i) {
        const Vector2d &p = m_at[i], &j = m_at[(i + 1) % 3], &k = m_at[(i + 2) % 3];
        const double yjk = j.y() - k.y(), xkj = k.x() - j.x();
        const double yij = p.y() - j.y(), yki = k.y() - p.y(), xij = p.x() - j.x(), xki = k.x() - p.x();
        const auto at = static_cast<Eigen::Index>(3 * i);
        b(0, at) = b(2, at + 1) = yjk;
        b(1, at + 1) = b(2, at) = xkj;
        b(0, at + 2) = alpha / 6 * yjk * (yij - yki);
        b(1, at + 2) = alpha / 6 * xkj * (xki - xij);
        b(2, at + 2) = alpha / 3 * (xij * yij - xki * yki);
    }
    return b / (2 * m_area);
}

/// What the corner rotations beyond the mean rotation add of bending in the plane at the middles of the sides
/// (Felippa 2003, section 4), whose mean is 0.
ShellTriangle::HigherStrains ShellTriangle::higherStrains() const {
    const double x12 = m_at[0].x() - m_at[1].x(), x23 = m_at[1].x() - m_at[2].x(),
                 x31 = m_at[2].x() - m_at[0].x();
    const double y12 = m_at[0].y() - m_at[1].y(), y23 = m_at[1].y() - m_at[2].y(),
                 y31 = m_at[2].y() - m_at[0].y();
    const double l21 = m_length[0] * m_length[0], l32 = m_length[1] * m_length[1],
                 l13 = m_length[2] * m_length[2];
    const double a = m_area;
    // Corner rotations beyond the mean rotation.
    Matrix3x9 hier;
    hier << -x23, -y23, 4 * a, -x31, -y31, 0, -x12, -y12, 0,  //
        -x23, -y23, 0, -x31, -y31, 4 * a, -x12, -y12, 0,      //
        -x23, -y23, 0, -x31, -y31, 0, -x12, -y12, 4 * a;
    hier /= 4 * a;
    // Strains along the sides to strains in own axes.
    Matrix3 te;
    te << y23 * -y31 * l21, y31 * -y12 * l32, y12 * -y23 * l13,  //
        x23 * -x31 * l21, x31 * -x12 * l32, x12 * -x23 * l13,    //
        (y23 * x31 + -x23 * -y31) * l21, (y31 * x12 + -x31 * -y12) * l32, (y12 * x23 + -x12 * -y23) * l13;
    te /= 4 * a * a;
    // beta 1 to 9 of the OPT element.
    constexpr std::array<double, 10> beta{0, 1, 2, 1, 0, 1, -1, -1, -1, -2};
    const auto q = [&](const std::array<int, 9> &n) {
        Matrix3 m;
        for (int i = 0; i < 9; ++i)
            m(i / 3, i % 3) = beta[static_cast<std::size_t>(n[static_cast<std::size_t>(i)])];
        m.row(0) /= l21;
        m.row(1) /= l32;
        m.row(2) /= l13;
        return Matrix3(te * (2 * a / 3 * m));
    };
    const double beta0 = std::max(0.5 * (1 - 4 * m_nu * m_nu), 0.01);
    const Matrix3 q1 = q({1, 2, 3, 4, 5, 6, 7, 8, 9}), q2 = q({9, 7, 8, 3, 1, 2, 6, 4, 5}),
                  q3 = q({5, 6, 4, 8, 9, 7, 2, 3, 1});
    return {1.5 * std::sqrt(beta0 * m_drilling) * hier, {(q1 + q2) / 2, (q2 + q3) / 2, (q3 + q1) / 2}};
}

/// The strain at the middles of the sides: the mean, and what the corner rotations add.
std::array<ShellTriangle::Matrix3x9, 3> ShellTriangle::membraneStrains() const {
    const Matrix3x9 mean = meanStrain();
    const HigherStrains higher = higherStrains();
    return {mean + higher.at[0] * higher.spread, mean + higher.at[1] * higher.spread,
            mean + higher.at[2] * higher.spread};
}

/// The two strains do no work on each other, as the second has no mean.
Matrix9 ShellTriangle::membraneStiffness() const {
    const Matrix3x9 mean = meanStrain();
    const HigherStrains higher = higherStrains();
    Matrix3 inner = Matrix3::Zero();
    for (const Matrix3 &q : higher.at) inner += q.transpose() * m_plane * q;
    Matrix9 k = mean.transpose().lazyProduct(m_plane * mean);
    k += higher.spread.transpose().lazyProduct(inner / 3 * higher.spread);
    return m_area * m_thickness * k;
}

/// How far the rotation at the middle of each side, along it, exceeds the mean of its ends: from
/// the side's own shear strain (Katili 1993, equation 28). Of (w, tx, ty), where beta x = ty, beta y = -tx.
ShellTriangle::Matrix3x9 ShellTriangle::edgeRise() const {
    Matrix3x9 out = Matrix3x9::Zero();
    for (std::size_t k = 0; k < 3; ++k) {
        const double factor = -1.5 / (1 + m_phi[k]);
        const auto row = static_cast<Eigen::Index>(k);
        for (const auto &[corner, sign] : {std::pair{k, -1.0}, {(k + 1) % 3, 1.0}}) {
            const auto at = static_cast<Eigen::Index>(3 * corner);
            out(row, at) = factor * sign / m_length[k];
            out(row, at + 1) = factor * 0.5 * -m_sin[k];
            out(row, at + 2) = factor * 0.5 * m_cos[k];
        }
    }
    return out;
}

ShellTriangle::Matrix2x9 ShellTriangle::rotations(const Vector3d &l) const {
    Matrix2x9 out = Matrix2x9::Zero();
    for (int i = 0; i < 3; ++i) {
        out(0, 3 * i + 2) = l(i);
        out(1, 3 * i + 1) = -l(i);
    }
    const Matrix3x9 rise = edgeRise();
    for (int k = 0; k < 3; ++k) {
        const double bubble = 4 * l(k) * l((k + 1) % 3);
        out.row(0) += bubble * m_cos[static_cast<std::size_t>(k)] * rise.row(k);
        out.row(1) += bubble * m_sin[static_cast<std::size_t>(k)] * rise.row(k);
    }
    return out;
}

/// Gradients of the area coordinates.
std::array<Vector2d, 3> ShellTriangle::gradients() const {
    std::array<Vector2d, 3> g;
    for (std::size_t i = 0; i < 3; ++i) {
        const Vector2d &j = m_at[(i + 1) % 3], &k = m_at[(i + 2) % 3];
        g[i] = Vector2d(j.y() - k.y(), k.x() - j.x()) / (2 * m_area);
    }
    return g;
}

/// The curvature of rotations that are linear between the corners.
ShellTriangle::Matrix3x9 ShellTriangle::linearCurvature() const {
    const std::array<Vector2d, 3> g = gradients();
    Matrix3x9 out = Matrix3x9::Zero();
    for (int i = 0; i < 3; ++i) {
        const Vector2d &d = g[static_cast<std::size_t>(i)];
        out(0, 3 * i + 2) = d.x();
        out(1, 3 * i + 1) = -d.y();
        out(2, 3 * i + 2) = d.y();
        out(2, 3 * i + 1) = -d.x();
    }
    return out;
}

/// The curvature that the rises of the sides add.
Matrix3 ShellTriangle::curvatureOfRises(const Vector3d &l) const {
    const std::array<Vector2d, 3> g = gradients();
    Matrix3 out;
    for (int k = 0; k < 3; ++k) {
        const int next = (k + 1) % 3;
        const Vector2d d =
            4 * (l(k) * g[static_cast<std::size_t>(next)] + l(next) * g[static_cast<std::size_t>(k)]);
        const double c = m_cos[static_cast<std::size_t>(k)], s = m_sin[static_cast<std::size_t>(k)];
        out.col(k) << d.x() * c, d.y() * s, d.y() * c + d.x() * s;
    }
    return out;
}

ShellTriangle::Matrix3x9 ShellTriangle::curvature(const Vector3d &l) const {
    return linearCurvature() + curvatureOfRises(l) * edgeRise();
}

/// Transverse shear strain by the rises: along each side -2/3 phi times its own; at a corner the two sides'
/// values make a vector, between the corners it is linear.
Eigen::Matrix<double, 2, 3> ShellTriangle::shearOfRises(const Vector3d &l) const {
    Eigen::Matrix<double, 2, 3> out = Eigen::Matrix<double, 2, 3>::Zero();
    for (int corner = 0; corner < 3; ++corner) {
        const int in = (corner + 2) % 3, away = corner;
        const auto a = static_cast<std::size_t>(away), b = static_cast<std::size_t>(in);
        Eigen::Matrix2d sides;
        sides << m_cos[a], m_sin[a], m_cos[b], m_sin[b];
        const Eigen::Matrix2d vector = -2.0 / 3 * l(corner) * sides.inverse();
        out.col(away) += m_phi[a] * vector.col(0);
        out.col(in) += m_phi[b] * vector.col(1);
    }
    return out;
}

/// Stiffness of the shear across the thickness, by the rises.
Matrix3 ShellTriangle::shearStiffnessOfRises() const {
    const double shear = shearCorrection * m_thickness * m_E / (2 * (1 + m_nu));
    Matrix3 out = Matrix3::Zero();
    for (const Vector3d &p : sidePoints) {
        const Eigen::Matrix<double, 2, 3> s = shearOfRises(p);
        out += m_area / 3 * shear * s.transpose() * s;
    }
    return out;
}

/// With curvature g + m r (r the rises) the sum of g'Dg + g'Dmr + (g'Dmr)' + r'm'Dmr over the middles of the
/// sides, of which only m changes from one to the next.
Matrix9 ShellTriangle::bendingStiffness() const {
    const Matrix3 bending = m_plane * (m_thickness * m_thickness * m_thickness / 12);
    const Matrix3x9 linear = linearCurvature(), rise = edgeRise();
    Matrix3 mixed = Matrix3::Zero(), ofRises = shearStiffnessOfRises();
    for (const Vector3d &p : sidePoints) {
        const Matrix3 m = curvatureOfRises(p), forces = m_area / 3 * bending * m;
        mixed += forces;
        ofRises += m.transpose() * forces;
    }
    Matrix9 k = linear.transpose().lazyProduct(m_area * bending * linear + mixed * rise);
    k += rise.transpose().lazyProduct(mixed.transpose() * linear + ofRises * rise);
    return k;
}

namespace {

/// Where (u, v, theta) and (w, tx, ty) of each corner stand among its six freedoms.
constexpr std::array membraneRows{0, 1, 5}, bendingRows{2, 3, 4};

int rowOf(const std::array<int, 3> &rows, int i) {
    return 6 * (i / 3) + rows[static_cast<std::size_t>(i % 3)];
}

}  // namespace

Matrix18 ShellTriangle::ownMatrix(const Matrix9 &membrane, const Matrix9 &bending) {
    Matrix18 own = Matrix18::Zero();
    for (int i = 0; i < 9; ++i)
        for (int j = 0; j < 9; ++j) {
            own(rowOf(membraneRows, i), rowOf(membraneRows, j)) = membrane(i, j);
            own(rowOf(bendingRows, i), rowOf(bendingRows, j)) = bending(i, j);
        }
    return own;
}

/// Of symmetric matrices.
Matrix18 ShellTriangle::toGlobal(const Matrix9 &membrane, const Matrix9 &bending) const {
    const Matrix18 local = ownMatrix(membrane, bending);
    // By blocks of 3 x 3: the rotation has no others.
    Matrix18 out;
    for (int j = 0; j < 6; ++j)
        for (int i = j; i < 6; ++i) {
            const Matrix3 turned = m_axes.transpose() * local.block<3, 3>(3 * i, 3 * j) * m_axes;
            out.block<3, 3>(3 * i, 3 * j) = turned;
            if (i != j) out.block<3, 3>(3 * j, 3 * i) = turned.transpose();
        }
    return out;
}

Matrix18 ShellTriangle::stiffness() const {
    return toGlobal(membraneStiffness(), bendingStiffness());
}

Matrix18 ShellTriangle::ownShearStiffness() const {
    const Matrix3x9 rise = edgeRise();
    return ownMatrix(Matrix9::Zero(), rise.transpose() * shearStiffnessOfRises() * rise);
}

std::array<Eigen::Matrix<double, 6, 18>, 3> ShellTriangle::ownStrains() const {
    const std::array<Matrix3x9, 3> membrane = membraneStrains();
    std::array<Eigen::Matrix<double, 6, 18>, 3> out;
    for (std::size_t p = 0; p < 3; ++p) {
        const Matrix3x9 bending = curvature(sidePoints[p]);
        out[p].setZero();
        for (int i = 0; i < 9; ++i) {
            out[p].col(rowOf(membraneRows, i)).head<3>() = membrane[p].col(i);
            out[p].col(rowOf(bendingRows, i)).tail<3>() = bending.col(i);
        }
    }
    return out;
}

Matrix18 ShellTriangle::mass(double density) const {
    const double m = density * m_thickness * m_area, turn = m * m_thickness * m_thickness / 12;
    Matrix18 out = Matrix18::Zero();
    for (int i = 0; i < 3; ++i)
        for (int j = 0; j < 3; ++j) {
            const double share = (i == j ? 6.0 : 1.0) / 24;
            out.block<3, 3>(6 * i, 6 * j) = Matrix3::Identity() * (m * share);
            out.block<3, 3>(6 * i + 3, 6 * j + 3) = Matrix3::Identity() * (turn * share);
        }
    return out;
}

Matrix18 ShellTriangle::geometricStiffness(const Vector3d &n) const {
    Eigen::Matrix2d tension;
    tension << n(0), n(2), n(2), n(1);
    Matrix9 bending = Matrix9::Zero(), membrane = Matrix9::Zero();
    for (const Vector3d &p : sidePoints) {
        const Matrix2x9 slope = rotations(p);
        bending += m_area / 3 * slope.transpose() * tension * slope;
    }
    const std::array<Vector2d, 3> g = gradients();
    Eigen::Matrix<double, 2, 3> gradient;
    gradient << g[0], g[1], g[2];
    const Matrix3 linear = m_area * gradient.transpose() * tension * gradient;
    for (int i = 0; i < 3; ++i)
        for (int j = 0; j < 3; ++j) membrane(3 * i, 3 * j) = membrane(3 * i + 1, 3 * j + 1) = linear(i, j);
    return toGlobal(membrane, bending);
}

Eigen::Matrix<double, 6, 18> ShellTriangle::resultants() const {
    const Vector3d middle(1.0 / 3, 1.0 / 3, 1.0 / 3);
    const Matrix3x9 membrane = m_thickness * m_plane * meanStrain();
    const Matrix3x9 bending = m_thickness * m_thickness * m_thickness / 12 * m_plane * curvature(middle);
    Eigen::Matrix<double, 6, 18> local = Eigen::Matrix<double, 6, 18>::Zero();
    for (int i = 0; i < 9; ++i) {
        local.col(rowOf(membraneRows, i)).head<3>() = membrane.col(i);
        local.col(rowOf(bendingRows, i)).tail<3>() = bending.col(i);
    }
    Eigen::Matrix<double, 6, 18> out;
    for (int i = 0; i < 6; ++i) out.middleCols<3>(3 * i) = local.middleCols<3>(3 * i) * m_axes;
    return out;
}

ShellForces ShellTriangle::forces(const Vec18 &motions) const {
    const Vec6 r = resultants() * motions;
    return {r.head<3>(), r.tail<3>()};
}

}  // namespace hefty::mechanics
