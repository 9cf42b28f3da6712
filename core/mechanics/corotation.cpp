#include "core/mechanics/corotation.h"

#include <cmath>

#include <Eigen/Geometry>

namespace hefty::mechanics {
namespace {

constexpr double smallAngle = 1e-4;

/// (1 - (a/2) cot(a/2))/a2, and its series where a is small.
double etaOf(double a) {
    if (a < smallAngle) return 1.0 / 12 + a * a / 720;
    return (1 - a / 2 / std::tan(a / 2)) / (a * a);
}

/// (d eta/d a)/a, with its series.
double muOf(double a) {
    if (a < 0.05) return 1.0 / 360 + a * a / 7560;
    const double s = std::sin(a / 2);
    return (a * a + 4 * std::cos(a) + a * std::sin(a) - 4) / (4 * std::pow(a, 4) * s * s);
}

/// How a rotation vector changes with a small spin on top of it.
Matrix3 spinToVector(const Vec3 &v) {
    const Matrix3 s = spin(v);
    return Matrix3::Identity() - s / 2 + etaOf(v.norm()) * s * s;
}

/// The change of spinToVector(v)' m with a spin.
Matrix3 momentChange(const Vec3 &v, const Vec3 &m) {
    const double a = v.norm();
    const Matrix3 s = spin(v);
    const Matrix3 inner =
        etaOf(a) * (v.dot(m) * Matrix3::Identity() + v * m.transpose() - 2 * m * v.transpose()) +
        muOf(a) * s * s * m * v.transpose() - spin(m) / 2;
    return inner * spinToVector(v);
}

}  // namespace

Matrix3 spin(const Vec3 &v) {
    Matrix3 s;
    s << 0, -v.z(), v.y(), v.z(), 0, -v.x(), -v.y(), v.x(), 0;
    return s;
}

Matrix3 rotationOf(const Vec3 &v) {
    const double a = v.norm();
    if (a < 1e-12) return Matrix3::Identity() + spin(v);
    return Eigen::AngleAxisd(a, v / a).toRotationMatrix();
}

Vec3 rotationVector(const Matrix3 &r) {
    Eigen::Quaterniond q(r);
    q.normalize();
    if (q.w() < 0) q.coeffs() = -q.coeffs();
    const double s = q.vec().norm();
    if (s < 1e-12) return 2 * q.vec();
    return q.vec() * (2 * std::atan2(s, q.w()) / s);
}

template <int N>
Corotation<N>::Corotation(const std::array<Vec3, N> &start, const Matrix3 &startAxes, const Matrix3 &axes,
                          const FrameRows &frameTurn, const std::array<const NodeState *, N> &nodes)
    : m_axes(axes), m_frameTurn(frameTurn) {
    Vec3 middle = Vec3::Zero();
    for (const NodeState *n : nodes) middle += n->at / N;
    m_project.setIdentity();
    for (int a = 0; a < N; ++a)
        for (int b = 0; b < N; ++b) m_project.template block<3, 3>(6 * a, 6 * b) -= Matrix3::Identity() / N;
    m_map.setZero();
    Eigen::Matrix<double, size, 3> turning;  // the nodes' motions as the axes turn
    for (int a = 0; a < N; ++a) {
        const NodeState &n = *nodes[static_cast<std::size_t>(a)];
        const Vec3 place = m_axes * (n.at - middle);
        const Vec3 turned = rotationVector(m_axes * n.turn * startAxes.transpose());
        m_deformation.template segment<3>(6 * a) = place - start[static_cast<std::size_t>(a)];
        m_deformation.template segment<3>(6 * a + 3) = turned;
        turning.template block<3, 3>(6 * a, 0) = -spin(place);
        turning.template block<3, 3>(6 * a + 3, 0).setIdentity();
        m_map.template block<3, 3>(6 * a, 6 * a).setIdentity();
        m_map.template block<3, 3>(6 * a + 3, 6 * a + 3) = spinToVector(turned);
    }
    m_project -= turning * m_frameTurn;
    m_map = (m_map * m_project).eval();
}

template <int N>
typename Corotation<N>::Vector Corotation<N>::toGlobal(const Vector &own) const {
    Vector out;
    for (int i = 0; i < 2 * N; ++i)
        out.template segment<3>(3 * i) = m_axes.transpose() * own.template segment<3>(3 * i);
    return out;
}

template <int N>
typename Corotation<N>::Vector Corotation<N>::globalForces(const Vector &own) const {
    return toGlobal(m_map.transpose() * own);
}

template <int N>
typename Corotation<N>::Matrix Corotation<N>::globalStiffness(const Vector &own,
                                                              const Matrix &stiffness) const {
    Matrix k = m_map.transpose() * stiffness * m_map;
    for (int a = 0; a < N; ++a) {
        const Matrix3 moments =
            momentChange(m_deformation.template segment<3>(6 * a + 3), own.template segment<3>(6 * a + 3));
        const FrameRows turns = m_project.template middleRows<3>(6 * a + 3);
        const FrameRows changes = moments * turns;
        k.noalias() += turns.transpose() * changes;
    }
    const Vector balanced = m_map.transpose() * own;
    Eigen::Matrix<double, size, 3> all, forces = Eigen::Matrix<double, size, 3>::Zero();
    for (int i = 0; i < 2 * N; ++i) {
        all.template block<3, 3>(3 * i, 0) = spin(balanced.template segment<3>(3 * i));
        if (i % 2 == 0) forces.template block<3, 3>(3 * i, 0) = all.template block<3, 3>(3 * i, 0);
    }
    k.noalias() -= all * m_frameTurn;
    const FrameRows pulled = forces.transpose() * m_project;
    k.noalias() -= m_frameTurn.transpose() * pulled;
    const Matrix symmetric = (k + k.transpose()) / 2;
    Matrix out;
    for (int i = 0; i < 2 * N; ++i)
        for (int j = 0; j < 2 * N; ++j)
            out.template block<3, 3>(3 * i, 3 * j) =
                m_axes.transpose() * symmetric.template block<3, 3>(3 * i, 3 * j) * m_axes;
    return out;
}

template class Corotation<2>;
template class Corotation<3>;

namespace {

template <int N>
std::array<Vec3, N> fromMiddle(const std::array<Vec3, N> &places, const Matrix3 &axes) {
    Vec3 middle = Vec3::Zero();
    for (const Vec3 &p : places) middle += p / N;
    std::array<Vec3, N> out;
    for (std::size_t i = 0; i < N; ++i) out[i] = axes * (places[i] - middle);
    return out;
}

}  // namespace

Corotation<2> corotateBeam(const std::array<Vec3, 2> &startPlaces, const Matrix3 &startAxes,
                           const std::array<const NodeState *, 2> &nodes) {
    // Battini and Pacoste 2002: y goes with the mean of the ends' y.
    const Vec3 along = nodes[1]->at - nodes[0]->at;
    const double length = along.norm();
    const Vec3 x = along / length;
    const Vec3 y0 = startAxes.row(1).transpose();
    const std::array<Vec3, 2> q{nodes[0]->turn * y0, nodes[1]->turn * y0};
    const Vec3 mean = (q[0] + q[1]) / 2;
    const Vec3 z = x.cross(mean).normalized();
    Matrix3 axes;
    axes << x.transpose(), z.cross(x).transpose(), z.transpose();
    const Vec3 m = axes * mean;
    Corotation<2>::FrameRows turn = Corotation<2>::FrameRows::Zero();
    turn(0, 2) = m.x() / m.y() / length;
    turn(0, 8) = -turn(0, 2);
    for (int a = 0; a < 2; ++a) {
        const Vec3 own = axes * q[static_cast<std::size_t>(a)];
        turn(0, 6 * a + 3) = own.y() / m.y() / 2;
        turn(0, 6 * a + 4) = -own.x() / m.y() / 2;
    }
    turn(1, 2) = 1 / length;
    turn(1, 8) = -1 / length;
    turn(2, 1) = -1 / length;
    turn(2, 7) = 1 / length;
    return {fromMiddle<2>(startPlaces, startAxes), startAxes, axes, turn, nodes};
}

Corotation<3> corotateTriangle(const std::array<Vec3, 3> &startPlaces, const Matrix3 &startAxes,
                               const std::array<const NodeState *, 3> &nodes) {
    const Vec3 side = nodes[1]->at - nodes[0]->at, other = nodes[2]->at - nodes[0]->at;
    const Vec3 x = side.normalized();
    const Vec3 normal = side.cross(other);
    const double twice = normal.norm();
    const Vec3 z = normal / twice;
    Matrix3 axes;
    axes << x.transpose(), z.cross(x).transpose(), z.transpose();
    std::array<Vec3, 3> own;
    for (std::size_t i = 0; i < 3; ++i) own[i] = axes * (nodes[i]->at - nodes[0]->at);
    Corotation<3>::FrameRows turn = Corotation<3>::FrameRows::Zero();
    for (std::size_t i = 0; i < 3; ++i) {
        const Vec3 &j = own[(i + 1) % 3], &k = own[(i + 2) % 3];
        const auto column = static_cast<Eigen::Index>(6 * i + 2);
        turn(0, column) = (k.x() - j.x()) / twice;   // slope of the out-of-plane motion along y
        turn(1, column) = -(j.y() - k.y()) / twice;  // and, turned, along x
    }
    turn(2, 1) = -1 / side.norm();
    turn(2, 7) = 1 / side.norm();
    return {fromMiddle<3>(startPlaces, startAxes), startAxes, axes, turn, nodes};
}

}  // namespace hefty::mechanics
