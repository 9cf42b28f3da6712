#include "core/mechanics/beam_element.h"

#include <cmath>

#include <fmt/format.h>

namespace hefty::mechanics {
namespace {

/// Puts the bending terms of one plane in place. `sign` is -1 in the x-z plane, where a positive
/// rotation about y turns x toward -z.
void addBending(Matrix12 &k, int deflection, int rotation, double sign, double EI, double L, double phi) {
    const double c = EI / ((1 + phi) * L * L * L);
    const double kvv = 12 * c;
    const double kvr = sign * 6 * c * L;
    const double krr = (4 + phi) * c * L * L;
    const double krs = (2 - phi) * c * L * L;
    const int v1 = deflection, r1 = rotation, v2 = deflection + 6, r2 = rotation + 6;
    const auto put = [&k](int i, int j, double value) { k(i, j) = k(j, i) = value; };
    put(v1, v1, kvv);
    put(v1, r1, kvr);
    put(v1, v2, -kvv);
    put(v1, r2, kvr);
    put(r1, r1, krr);
    put(r1, v2, -kvr);
    put(r1, r2, krs);
    put(v2, v2, kvv);
    put(v2, r2, -kvr);
    put(r2, r2, krr);
}

double shearParameter(const FrameMaterial &m, double I, const std::optional<double> &As, double L) {
    return As ? 12 * m.E * I / (m.shearModulus() * *As * L * L) : 0.0;
}

}  // namespace

Matrix12 localStiffness(const FrameMaterial &m, const FrameSection &s, double L) {
    Matrix12 k = Matrix12::Zero();
    const double axial = m.E * s.A / L;
    k(0, 0) = k(6, 6) = axial;
    k(0, 6) = k(6, 0) = -axial;
    const double torsion = m.shearModulus() * s.J / L;
    k(3, 3) = k(9, 9) = torsion;
    k(3, 9) = k(9, 3) = -torsion;
    addBending(k, 1, 5, 1.0, m.E * s.Iz, L, shearParameter(m, s.Iz, s.Asy, L));
    addBending(k, 2, 4, -1.0, m.E * s.Iy, L, shearParameter(m, s.Iy, s.Asz, L));
    return k;
}

Vec12 consistentLoad(const Vec3 &q, double L) {
    Vec12 f = Vec12::Zero();
    f.segment<3>(0) = f.segment<3>(6) = q * (L / 2);
    f(5) = q.y() * L * L / 12;
    f(11) = -f(5);
    f(4) = -q.z() * L * L / 12;
    f(10) = -f(4);
    return f;
}

Matrix12 rotationMatrix(const shape::Axes &axes) {
    Eigen::Matrix3d r;
    r.row(0) = axes.x;
    r.row(1) = axes.y;
    r.row(2) = axes.z;
    Matrix12 out = Matrix12::Zero();
    for (int block = 0; block < 4; ++block) out.block<3, 3>(3 * block, 3 * block) = r;
    return out;
}

Result<BeamElement> makeBeamElement(const FrameModel &model, const FrameBeam &beam) {
    const auto &from = model.nodes[static_cast<std::size_t>(beam.from)].at;
    const auto &to = model.nodes[static_cast<std::size_t>(beam.to)].at;
    const auto &material = model.materials[static_cast<std::size_t>(beam.material)];
    const auto &section = model.sections[static_cast<std::size_t>(beam.section)];
    const std::string where = "beams/" + beam.id;
    const double reach = std::max({from.norm(), to.norm(), 1.0});
    if (!((to - from).norm() > 1e-10 * reach))
        return fail(ProblemKind::BadInput, "The beam has no length.", where, "Join two different places.");
    const auto axes = shape::axesAlong(from, to - from, beam.up);
    if (!axes)
        return fail(ProblemKind::BadInput, "The beam's \"up\" direction is parallel to the beam.", where,
                    "Give a direction that points away from its axis.");
    if (!(material.E > 0) || !(material.nu > -1) || !(material.nu < 0.5 + 1e-12))
        return fail(ProblemKind::BadInput, "E must be above 0 and nu between -1 and 0.5.",
                    "materials/" + material.id);
    if (!(section.A > 0) || !(section.Iy > 0) || !(section.Iz > 0) || !(section.J > 0) ||
        (section.Asy && !(*section.Asy > 0)) || (section.Asz && !(*section.Asz > 0)))
        return fail(ProblemKind::BadInput, "A, Iy, Iz, J and the shear areas given must be above 0.",
                    "sections/" + section.id);

    BeamElement element;
    element.axes = *axes;
    element.length = (to - from).norm();
    element.massPerLength = material.density * section.A;
    element.rotation = rotationMatrix(*axes);
    element.local = localStiffness(material, section, element.length);
    element.condense = Matrix12::Identity();
    const Vec12 original = element.local.diagonal();
    const unsigned released = beam.releasedFrom | (static_cast<unsigned>(beam.releasedTo) << 6);
    for (int i = 0; i < 12; ++i) {
        if (!(released & (1u << i))) continue;
        const double pivot = element.local(i, i);
        // Released at both ends, the second release finds nothing left to hold: the beam's inside is
        // then loose in that freedom, which only matters if a load along the beam drives it.
        if (pivot < 1e-10 * original(i)) {
            (i < 6 ? element.looseFrom : element.looseTo) |= static_cast<FreedomSet>(1u << (i % 6));
            element.local.row(i).setZero();
            element.local.col(i).setZero();
            continue;
        }
        const Vec12 column = element.local.col(i) / pivot;
        Matrix12 step = Matrix12::Identity();
        step.col(i) -= column;
        element.condense = step * element.condense;
        element.local -= column * element.local.row(i);
        element.local.row(i).setZero();
        element.local.col(i).setZero();
    }
    return element;
}

Matrix12 BeamElement::globalStiffness() const {
    const Eigen::Matrix3d r = rotation.topLeftCorner<3, 3>();
    Matrix12 out;
    for (int i = 0; i < 12; i += 3)
        for (int j = 0; j < 12; j += 3) {
            const Eigen::Matrix3d half = local.block<3, 3>(i, j) * r;
            out.block<3, 3>(i, j).noalias() = r.transpose() * half;
        }
    return out;
}

Matrix12 BeamElement::endStiffness() const {
    const Eigen::Matrix3d r = rotation.topLeftCorner<3, 3>();
    Matrix12 out;
    for (int i = 0; i < 12; i += 3)
        for (int j = 0; j < 12; j += 3) out.block<3, 3>(i, j).noalias() = local.block<3, 3>(i, j) * r;
    return out;
}

}  // namespace hefty::mechanics
