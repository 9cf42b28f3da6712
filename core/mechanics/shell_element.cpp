#include "core/mechanics/shell_element.h"

#include <algorithm>
#include <cmath>

#include <Eigen/Geometry>

namespace hefty::mechanics {

Matrix3 turning(double angle) {
    const double c = std::cos(angle), s = std::sin(angle);
    Matrix3 t;
    t << c * c, s * s, 2 * c * s, s * s, c * c, -2 * c * s, -c * s, c * s, c * c - s * s;
    return t;
}

ShellStress vonMises(const ShellForces &f, double thickness) {
    const auto at = [&](double z) {
        const Eigen::Vector3d s =
            f.membrane / thickness + f.bending * (12 * z / (thickness * thickness * thickness));
        return std::sqrt(std::max(0.0, s(0) * s(0) + s(1) * s(1) - s(0) * s(1) + 3 * s(2) * s(2)));
    };
    return {at(thickness / 2), at(0), at(-thickness / 2)};
}

namespace {

/// Sums the parts' matrices (18 x 18) to that of the shell.
template <class Make>
Eigen::MatrixXd sumParts(const ShellElement &e, Make make) {
    Eigen::MatrixXd sum = Eigen::MatrixXd::Zero(6 * e.nodes, 6 * e.nodes);
    for (const ShellPart &p : e.parts) {
        const Matrix18 part = p.share * make(p);
        for (std::size_t i = 0; i < 3; ++i)
            for (std::size_t j = 0; j < 3; ++j)
                sum.block<6, 6>(6 * p.corners[i], 6 * p.corners[j]) +=
                    part.block<6, 6>(static_cast<Eigen::Index>(6 * i), static_cast<Eigen::Index>(6 * j));
    }
    return sum;
}

Vec18 partMotions(const ShellPart &p, const Eigen::VectorXd &motions) {
    Vec18 u;
    for (std::size_t i = 0; i < 3; ++i)
        u.segment<6>(static_cast<Eigen::Index>(6 * i)) = motions.segment<6>(6 * p.corners[i]);
    return u;
}

}  // namespace

Eigen::MatrixXd ShellElement::stiffness() const {
    return sumParts(*this, [](const ShellPart &p) { return p.triangle.stiffness(); });
}

Eigen::MatrixXd ShellElement::mass(double density) const {
    return sumParts(*this, [density](const ShellPart &p) { return p.triangle.mass(density); });
}

Eigen::MatrixXd ShellElement::geometricStiffness(const Eigen::VectorXd &motions) const {
    return sumParts(*this, [&motions](const ShellPart &p) {
        return p.triangle.geometricStiffness(p.triangle.forces(partMotions(p, motions)).membrane);
    });
}

std::vector<Vec3> ShellElement::weightLoads(const Vec3 &perArea) const {
    std::vector<Vec3> out(static_cast<std::size_t>(nodes), Vec3::Zero());
    for (const ShellPart &p : parts)
        for (const int c : p.corners)
            out[static_cast<std::size_t>(c)] += p.share * p.triangle.area() / 3 * perArea;
    return out;
}

std::vector<Vec3> ShellElement::pressureLoads(double pressure) const {
    std::vector<Vec3> out(static_cast<std::size_t>(nodes), Vec3::Zero());
    for (const ShellPart &p : parts) {
        const Vec3 force = p.share * pressure * p.triangle.area() / 3 * p.triangle.axes().row(2).transpose();
        for (const int c : p.corners) out[static_cast<std::size_t>(c)] += force;
    }
    return out;
}

ShellRecovery ShellElement::recovery() const {
    ShellRecovery out;
    out.m_resultants.setZero();
    const Vec3 x = axes().row(0).transpose();
    for (const ShellPart &p : parts) {
        const Vec3 own(p.triangle.axes() * x);  // the shell's x in the part's axes
        const double angle = std::atan2(own.y(), own.x());
        const Matrix3 turn = p.share * p.triangle.area() / area * turning(angle);
        const Eigen::Matrix<double, 6, 18> plain = p.triangle.resultants();
        Eigen::Matrix<double, 6, 18> r;
        r << turn * plain.topRows<3>(), turn * plain.bottomRows<3>();
        for (std::size_t c = 0; c < 3; ++c)
            out.m_resultants.middleCols<6>(6 * p.corners[c]) +=
                r.middleCols<6>(6 * static_cast<Eigen::Index>(c));
    }
    return out;
}

ShellForces ShellRecovery::at(const FrameShell &shell, const std::vector<Vec6> &displacements) const {
    Vec6 r = Vec6::Zero();
    for (std::size_t i = 0; i < shell.nodes.size(); ++i)
        r += m_resultants.middleCols<6>(6 * static_cast<Eigen::Index>(i))
                 .lazyProduct(displacements[static_cast<std::size_t>(shell.nodes[i])]);
    return {r.head<3>(), r.tail<3>()};
}

namespace {

/// Corners of the triangles of a quadrilateral, cut along either diagonal.
constexpr std::array<std::array<int, 3>, 4> halves{{{0, 1, 2}, {0, 2, 3}, {0, 1, 3}, {1, 2, 3}}};

Result<bool> checkQuad(const std::array<Vec3, 4> &c, const std::string &where) {
    const Vec3 normal = (c[2] - c[0]).cross(c[3] - c[1]);
    double size = 0;
    for (std::size_t i = 0; i < 4; ++i) size = std::max(size, (c[(i + 1) % 4] - c[i]).norm());
    if (!(normal.norm() > 1e-9 * size * size))
        return fail(ProblemKind::BadInput, "The four nodes of the shell lie on a line.", where);
    for (const auto &h : halves) {
        const Vec3 n = (c[static_cast<std::size_t>(h[1])] - c[static_cast<std::size_t>(h[0])])
                           .cross(c[static_cast<std::size_t>(h[2])] - c[static_cast<std::size_t>(h[0])]);
        if (!(n.dot(normal) > 1e-9 * size * size * normal.norm()))
            return fail(ProblemKind::BadInput, "The four-node shell is not convex.", where,
                        "Give its nodes in order around it, or make it two triangles.");
    }
    // Distance between the diagonals: how far the corners are out of one plane.
    const double warp = std::abs((c[1] - c[0]).dot(normal.normalized()));
    if (warp > 0.2 * size)
        return fail(ProblemKind::BadInput, "The four-node shell is warped by more than a fifth of its size.",
                    where, "Make it two triangles.");
    return true;
}

}  // namespace

Vec3 shellNormal(const FrameModel &model, const FrameShell &shell) {
    Vec3 sum = Vec3::Zero();
    for (std::size_t i = 0; i < shell.nodes.size(); ++i) {
        const Vec3 &a = model.nodes[static_cast<std::size_t>(shell.nodes[i])].at;
        const Vec3 &b = model.nodes[static_cast<std::size_t>(shell.nodes[(i + 1) % shell.nodes.size()])].at;
        sum += (a - model.nodes[static_cast<std::size_t>(shell.nodes[0])].at)
                   .cross(b - model.nodes[static_cast<std::size_t>(shell.nodes[0])].at);
    }
    return sum.normalized();
}

Result<ShellElement> makeShellElement(const FrameModel &model, const FrameShell &shell, double fold) {
    const std::string where = "shells/" + shell.id;
    const auto count = shell.nodes.size();
    if (count != 3 && count != 4)
        return fail(ProblemKind::BadInput, "A shell has three or four nodes.", where + "/nodes");
    if (!(shell.thickness > 0) || !std::isfinite(shell.thickness))
        return fail(ProblemKind::BadInput, "The thickness must be above 0.", where + "/thickness");
    const FrameMaterial &material = model.materials[static_cast<std::size_t>(shell.material)];
    if (!(material.E > 0) || !(material.nu > -1 && material.nu < 0.5))
        return fail(ProblemKind::BadInput, "A shell needs E above 0 and nu from above -1 to below 0.5.",
                    "materials/" + material.id);
    std::array<Vec3, 4> at;
    for (std::size_t i = 0; i < count; ++i) at[i] = model.nodes[static_cast<std::size_t>(shell.nodes[i])].at;
    double size = 0;
    for (std::size_t i = 0; i < count; ++i) size = std::max(size, (at[(i + 1) % count] - at[i]).norm());
    ShellElement out;
    out.nodes = static_cast<int>(count);
    if (count == 4)
        if (auto fine = checkQuad(at, where); !fine) return tl::unexpected(fine.error());
    const std::size_t pieces = count == 3 ? 1 : halves.size();
    const double lock = fold / 2 * size / shell.thickness;
    const double drilling = 1 / (1 + 12 * lock * lock);
    for (std::size_t h = 0; h < pieces; ++h) {
        std::array<Vec3, 3> corners;
        for (std::size_t i = 0; i < 3; ++i) corners[i] = at[static_cast<std::size_t>(halves[h][i])];
        if (!((corners[1] - corners[0]).cross(corners[2] - corners[0]).norm() > 1e-9 * size * size))
            return fail(ProblemKind::BadInput, "The nodes of the shell lie on a line.", where);
        const double share = count == 3 ? 1 : 0.5;
        out.parts.push_back({halves[h], share, ShellTriangle(corners, shell.thickness, material, drilling)});
        out.area += share * out.parts.back().triangle.area();
    }
    return out;
}

}  // namespace hefty::mechanics
