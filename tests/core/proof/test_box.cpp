#include <QtTest>

#include <cmath>
#include <numbers>

#include "core/armor/builder.h"
#include "core/armor/making/hold_bolts.h"
#include "core/mechanics/frame_solver.h"
#include "core/proof/model/idealization.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::shippedStock;

namespace {

constexpr double side = 120, wall = 4, length = 900, plate = 20;  // mm

SheetPart sheet(const std::string &name, const Axes &axes, Polygon2 outline, double thickness) {
    SheetPart s;
    s.name = name;
    s.axes = axes;
    s.outline = std::move(outline);
    s.thickness = thickness;
    s.material = *shippedStock().material("S355");
    s.made.role = Role::Skin;
    parts::addCrossStrips(s);
    return s;
}

/// Four sheets on edge, corner to corner, between two end plates; the first of them bolted to the body.
Assembly box() {
    Assembly a;
    for (int i = 0; i < 4; ++i) {
        const double angle = i * std::numbers::pi / 2;
        const Vec3 out(0, std::cos(angle), std::sin(angle));
        a.sheets.push_back(sheet(
            "wall" + std::to_string(i), {out * (side / 2), Vec3::UnitX(), out.cross(Vec3::UnitX()), out},
            {{0, -side / 2}, {length, -side / 2}, {length, side / 2}, {0, side / 2}}, wall));
    }
    const double h = side / 2 + 30;
    for (const double x : {-plate / 2, length + plate / 2})
        a.sheets.push_back(sheet(x < 0 ? "root" : "tip",
                                 {{x, 0, 0}, Vec3::UnitY(), Vec3::UnitZ(), Vec3::UnitX()},
                                 {{-h, -h}, {h, -h}, {h, h}, {-h, h}}, plate));
    int n = 0;
    for (const double y : {1.0, -1.0})
        for (const double z : {1.0, -1.0}) {
            BoltJoint m;
            m.name = "mount" + std::to_string(++n);
            m.part = "root";
            m.hold = "body";
            m.size = "M12";
            m.grade = "8.8";
            m.diameter = 12;
            m.hole = 13;
            m.pitch = 1.75;
            m.ids = {"b"};
            m.at = {Vec3(-plate / 2, y * (side / 2 + 15), z * (side / 2 + 15))};
            m.axis = Vec3::UnitX();
            m.plane = {m.at[0], Vec3::UnitY(), Vec3::UnitZ(), Vec3::UnitX()};
            a.mounts.push_back(std::move(m));
        }
    const job::Job job = hefty::testing::demoJob();
    const auto rig = rig::geometry(job.vehicle).value();
    const Piece piece;
    findWelds(a, nullptr, {piece, job.vehicle, rig, shippedStock()});
    return a;
}

/// All nodes of a plate's shells move with one.
int rigid(proof::Idealization &of, const std::string &part, const Vec3 &at) {
    mechanics::FrameModel &m = of.model;
    mechanics::RigidLink link;
    for (std::size_t i = 0; i < m.nodes.size(); ++i)
        if (m.nodes[i].id.starts_with(part + ".")) link.slaves.push_back(static_cast<int>(i));
    m.nodes.push_back({part + "/whole", at});
    link.master = static_cast<int>(m.nodes.size()) - 1;
    m.rigidLinks.push_back(link);
    return link.master;
}

}  // namespace

/// A box without any tube: its walls as shells, its corners as seams.
class TestBox : public QObject {
    Q_OBJECT

  private slots:
    void seamsOfTheBox() {
        const Assembly a = box();
        int corners = 0, ends = 0;
        for (const WeldJoint &w : a.welds) {
            const bool corner = w.a.starts_with("wall") && w.b.starts_with("wall");
            (corner ? corners : ends) += 1;
            if (corner) QVERIFY(std::abs(w.length() - length) < 1e-6);
        }
        QCOMPARE(corners, 4);
        QCOMPARE(ends, 8);
    }
    /// Bredt: twist T L/(4 A2) times the sum of s/(G t) around, and of what the four seams give, 1/k each.
    void torsionByBredt() {
        const auto [twist, bend] = tipMotion();
        const double E = shippedStock().material("S355")->E, G = E / 2.6;
        const double around = 4 * side / (G * wall) + 4 / proof::weldStiffness;
        const double byHand = torque * length / (4 * std::pow(side * side, 2)) * around;
        QVERIFY2(std::abs(twist - byHand) < 0.02 * byHand,
                 qPrintable(QString("%1 %2").arg(twist).arg(byHand)));
        Q_UNUSED(bend);
    }
    /// A cantilever under a load at its end: bending, shear by Cowper's coefficient of a thin square box, and
    /// what the seams give: those at the root under the moment, those along it under the shear flow.
    void bendingByBeamTheory() {
        const auto [twist, bend] = tipMotion();
        Q_UNUSED(twist);
        const double nu = 0.3, E = shippedStock().material("S355")->E, G = E / (2 * (1 + nu)), L = length;
        const double I = 2 * (wall * std::pow(side, 3) / 12 + side * wall * side * side / 4);
        const double area = 4 * side * wall * 20 * (1 + nu) / (48 + 39 * nu);
        const double flow = side / 2 * wall * (side / 2) / I;  // of a unit of shear
        const double lines = 2 * (2 * std::pow(side, 3) / 12 + 2 * side * side * side / 4);
        const double byHand =
            load * (std::pow(L, 3) / (3 * E * I) + L / (G * area) +
                    4 * flow * flow * L / proof::weldStiffness + L * L / (proof::weldStiffness * lines));
        QVERIFY2(std::abs(bend - byHand) < 0.01 * byHand, qPrintable(QString("%1 %2").arg(bend).arg(byHand)));
    }

  private:
    static constexpr double torque = 2e6, load = 5000;

    /// Twist under the torque and deflection under the load, end plate against end plate.
    static std::pair<double, double> tipMotion() {
        const job::Job job = hefty::testing::demoJob();
        const auto rig = rig::geometry(job.vehicle).value();
        auto model =
            proof::idealize(box(), rig, *shippedStock().material("S355"), proof::Detail::Shells).value();
        const int root = rigid(model, "root", {0, 0, 0}), tip = rigid(model, "tip", {length, 0, 0});
        model.model.cases = {"twist", "bend"};
        model.model.nodeLoads.push_back({0, tip, Vec3::Zero(), Vec3(torque, 0, 0)});
        model.model.nodeLoads.push_back({1, tip, Vec3(0, 0, load), Vec3::Zero()});
        const auto solved = mechanics::solveStatic(model.model).value();
        const auto at = [&](std::size_t c, int node) {
            return solved.cases[c].displacements[static_cast<std::size_t>(node)];
        };
        const double twist = at(0, tip)[3] - at(0, root)[3];
        // less what the root turns and moves by
        const double bend = at(1, tip)[2] - at(1, root)[2] + at(1, root)[4] * length;
        return {twist, bend};
    }
};

QTEST_APPLESS_MAIN(TestBox)
#include "test_box.moc"
