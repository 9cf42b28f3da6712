#include "core/joints/bolt_group.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>
#include <Eigen/Eigenvalues>

namespace hefty::joints {
namespace {

constexpr double boltOmega = 2.00;         // AISC 360-16 J3.6
constexpr double tensionFactor = 0.75;     // table J3.2
constexpr double shearThreadsIn = 0.450;   // table J3.2
constexpr double shearThreadsOut = 0.563;  // table J3.2

struct GroupProperties {
    double area = 0;
    shape::Vec2 centroid = shape::Vec2::Zero();
    double Ix = 0, Iy = 0, Ixy = 0;  ///< about the centroid, area-weighted, mm4
};

GroupProperties propertiesOf(const std::vector<Bolt> &bolts) {
    GroupProperties p;
    for (const Bolt &b : bolts) {
        p.area += b.area();
        p.centroid += b.area() * b.at;
    }
    p.centroid /= p.area;
    for (const Bolt &b : bolts) {
        const shape::Vec2 d = b.at - p.centroid;
        p.Ix += b.area() * d.y() * d.y();
        p.Iy += b.area() * d.x() * d.x();
        p.Ixy += b.area() * d.x() * d.y();
    }
    return p;
}

/// How a group resists bending: the gradient (gx, gy) of the elastic stress gx x + gy y, and the moment
/// about axes that its bolts have no arm about, which is left to the faces.
struct Bending {
    shape::Vec2 gradient = shape::Vec2::Zero();
    double left = 0;  ///< N·mm
};

/// Under the moments Mx, My about the centroid: Mx = integral of s y, My = - integral of s x.
Result<Bending> bendingOf(const GroupProperties &p, double Mx, double My, double scale, bool facesPress) {
    if (std::abs(Mx) <= 1e-9 * scale && std::abs(My) <= 1e-9 * scale) return Bending{};
    Eigen::Matrix2d second;
    second << p.Iy, p.Ixy, p.Ixy, p.Ix;
    const shape::Vec2 rhs(-My, Mx);
    const Eigen::SelfAdjointEigenSolver<Eigen::Matrix2d> modes(second);
    const double largest = modes.eigenvalues()(1);
    Bending out;
    double left = 0;
    for (int i = 0; i < 2; ++i) {
        const shape::Vec2 axis = modes.eigenvectors().col(i);
        if (modes.eigenvalues()(i) > 1e-12 * largest && largest > 0)
            out.gradient += axis * (axis.dot(rhs) / modes.eigenvalues()(i));
        else
            left = std::hypot(left, axis.dot(rhs));
    }
    if (left > 1e-9 * scale) {
        if (!facesPress)
            return fail(
                ProblemKind::Degenerate,
                "The bolts lie in one line (or there is only one), and the load bends the joint about "
                "that line.",
                "load", "Add a bolt off the line.");
        out.left = left;
    }
    return out;
}

Result<bool> checkBolts(const std::vector<Bolt> &bolts, const BoltGroupOptions &options) {
    if (bolts.empty())
        return fail(ProblemKind::BadInput, "The bolt group has no bolt.", "bolts", "Add a bolt.");
    if (options.shearPlanes < 1)
        return fail(ProblemKind::BadInput, "There must be at least one shear plane.", "shearPlanes");
    for (const Bolt &b : bolts)
        if (!(b.diameter > 0))
            return fail(ProblemKind::BadInput,
                        fmt::format("The diameter must be above 0, {} was given.", b.diameter),
                        "bolts/" + b.id + "/diameter");
    return true;
}

double utilizationOf(const BoltForce &f) {
    const double shear = f.shear / f.allowableShear;
    const double tension = f.tension / f.allowableTension;
    return std::max({shear, tension, (shear + tension) / 1.3});
}

}  // namespace

double Bolt::area() const {
    return std::numbers::pi * diameter * diameter / 4;
}

Result<double> boltTensileStrength(std::string_view grade, double diameter) {
    if (grade == "5") return 827.0;
    if (grade == "8") return 1034.0;
    if (grade == "8.8") return diameter > 16.0 ? 830.0 : 800.0;
    if (grade == "10.9") return 1040.0;
    return fail(ProblemKind::UnknownId, fmt::format("The bolt grade \"{}\" is not known.", grade), "grade",
                "Use 5, 8, 8.8 or 10.9.");
}

Result<std::vector<BoltForce>> shareLoad(const std::vector<Bolt> &bolts, const PointLoad &load,
                                         const BoltGroupOptions &options) {
    if (auto fine = checkBolts(bolts, options); !fine) return tl::unexpected(fine.error());
    if (!load.at.allFinite() || !load.force.allFinite() || !load.moment.allFinite())
        return fail(ProblemKind::NotFinite, "The load on the bolt group is not finite.", "load");
    const GroupProperties p = propertiesOf(bolts);
    const Vec3 arm = load.at - Vec3(p.centroid.x(), p.centroid.y(), 0);
    const Vec3 M = load.moment + arm.cross(load.force);
    const double scale = load.moment.norm() + arm.norm() * load.force.norm();
    const double polar = p.Ix + p.Iy;
    const bool pointLike = !(polar > 1e-12 * p.area * p.area);
    if (pointLike && std::abs(M.z()) > 1e-9 * scale)
        return fail(ProblemKind::Degenerate, "A single bolt cannot carry a twist about its own axis.", "load",
                    "Add a second bolt.");
    const auto bending = bendingOf(p, M.x(), M.y(), scale, options.contactArm > 0);
    if (!bending) return tl::unexpected(bending.error());
    const double pressed = bending->left > 0 ? bending->left / options.contactArm : 0;
    std::vector<BoltForce> out;
    for (const Bolt &b : bolts) {
        const auto Fu = boltTensileStrength(b.grade, b.diameter);
        if (!Fu) {
            Problem problem = Fu.error();
            problem.where = "bolts/" + b.id + "/grade";
            return tl::unexpected(problem);
        }
        const shape::Vec2 d = b.at - p.centroid;
        BoltForce f;
        f.id = b.id;
        f.shearVector = load.force.head<2>() * (b.area() / p.area);
        if (!pointLike) f.shearVector += shape::Vec2(-d.y(), d.x()) * (M.z() * b.area() / polar);
        f.shear = f.shearVector.norm();
        f.tension = std::max(0.0, b.area() * (load.force.z() / p.area + bending->gradient.dot(d)));
        f.tension += pressed * b.area() / p.area;
        const double shearFactor = options.threadsInShear ? shearThreadsIn : shearThreadsOut;
        f.allowableShear = shearFactor * *Fu * b.area() * options.shearPlanes / boltOmega;
        f.allowableTension = tensionFactor * *Fu * b.area() / boltOmega;
        f.utilization = utilizationOf(f);
        out.push_back(std::move(f));
    }
    return out;
}

working::Working boltWorking(const std::vector<Bolt> &bolts, const PointLoad &load,
                             const BoltGroupOptions &options, const BoltForce &g) {
    using working::number;
    const GroupProperties p = propertiesOf(bolts);
    const Vec3 arm = load.at - Vec3(p.centroid.x(), p.centroid.y(), 0);
    const Vec3 M = load.moment + arm.cross(load.force);
    const auto it = std::find_if(bolts.begin(), bolts.end(), [&g](const Bolt &b) { return b.id == g.id; });
    const double Fu = it == bolts.end() ? 0 : boltTensileStrength(it->grade, it->diameter).value_or(0);
    const double area = it == bolts.end() ? 0 : it->area();
    const double shearFactor = options.threadsInShear ? shearThreadsIn : shearThreadsOut;
    const std::string elastic = "elastic vector method";
    working::Working w;
    w.title = fmt::format("Bolt {} of a group of {}", g.id, bolts.size());
    w.given("A_b", "body area of the bolt", area, "mm²", "AISC 360-16 J3.6 (nominal area)");
    w.given("F_u", "tensile strength of the grade", Fu, "MPa", "SAE J429 / ISO 898-1");
    w.given("V", "shear on the group", load.force.head<2>().norm(), "N", "frame analysis");
    w.given("T_z", "twist about the group's centroid", M.z(), "N·mm", "frame analysis");
    w.given("N", "pull along the bolts", load.force.z(), "N", "frame analysis");
    w.given("M", "bending of the joint", M.head<2>().norm(), "N·mm", "frame analysis");
    const auto bending = bendingOf(p, M.x(), M.y(), load.moment.norm() + arm.norm() * load.force.norm(),
                                   options.contactArm > 0);
    if (bending && bending->left > 0) {
        w.given("M_l", "of it about the line of the bolts", bending->left, "N·mm", "frame analysis");
        w.given("e", "from the bolts to where the faces press back", options.contactArm, "mm", "drawing");
        w.step("C", "press of the faces, which all bolts hold together", "M_l/e",
               fmt::format("{}/{}", number(bending->left), number(options.contactArm)),
               bending->left / options.contactArm, "N", "statics");
    }
    w.step("f_v", "shear in this bolt", "V A_b/ΣA + T_z r A_b/ΣA r² (vectors)",
           fmt::format("|({}, {})|", number(g.shearVector.x()), number(g.shearVector.y())), g.shear, "N",
           elastic);
    w.step("f_t", "tension in this bolt, no prying",
           "A_b (N/ΣA + g · r), not below 0; with C A_b/ΣA if there is one",
           fmt::format("{} · (…)", number(area)), g.tension, "N", elastic);
    w.step("R_v/Ω", "allowable shear", fmt::format("{} F_u A_b n/2.00", shearFactor),
           fmt::format("{} · {} · {} · {}/2.00", shearFactor, number(Fu), number(area), options.shearPlanes),
           g.allowableShear, "N", "AISC 360-16 J3.6, table J3.2");
    w.step("R_t/Ω", "allowable tension", "0.75 F_u A_b/2.00",
           fmt::format("0.75 · {} · {}/2.00", number(Fu), number(area)), g.allowableTension, "N",
           "AISC 360-16 J3.6, table J3.2");
    w.step("u", "utilization", "max(f_v/R_v, f_t/R_t, (f_v/R_v + f_t/R_t)/1.3)",
           fmt::format("max({}, {}, sum/1.3)", number(g.shear / g.allowableShear),
                       number(g.tension / g.allowableTension)),
           g.utilization, "", "AISC 360-16 J3.7 (straight-line form)");
    return w;
}

}  // namespace hefty::joints
