#include <QTest>

#include <cmath>
#include <numeric>

#include "core/proof/proof.h"
#include "core/proof/tube_nets.h"
#include "core/proof/wall_rings.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::proof;

namespace {

constexpr double h = 120, b = 80, t = 5, length = 900, at = 450;

/// A tube along y with a plate through its front and back wall in the middle, `along` mm of it.
armor::Assembly tubeWithPlate(double along, double across) {
    armor::Assembly a;
    armor::TubePart tube;
    tube.name = "tube";
    tube.section.height = h;
    tube.section.width = b;
    tube.section.wall = t;
    tube.material = *hefty::testing::shippedStock().material("S355");
    tube.properties = stock::boxProperties(h, b, t);
    tube.from = Vec3(0, 0, 0);
    tube.to = Vec3(0, length, 0);
    a.tubes.push_back(tube);
    armor::PlatePart plate;
    plate.name = "plate";
    plate.axes = {Vec3(0, at, 0), Vec3::UnitX(), Vec3::UnitZ(), -Vec3::UnitY()};
    plate.outline = {{-90, -across / 2}, {90, -across / 2}, {90, across / 2}, {-90, across / 2}};
    plate.thickness = along;
    plate.material = tube.material;
    plate.strips.push_back({{-90, 0}, {90, 0}, across});
    a.plates.push_back(plate);
    return a;
}

/// The tube alone, held at its start, as bars and the stretch of shells; one case for each force at its end.
struct Cantilever {
    Idealization model;
    mechanics::FrameSolution solution;
    int tip = -1;

    Cantilever(const armor::Assembly &a, double fineness) {
        NetSize size;
        size.open /= fineness;
        size.seam /= fineness;
        model.detail = Detail::Halved;
        const TubeNets nets = TubeNets::make(a, size, model);
        Ways ways(model, 1);
        ways.addTubes(a, nets.cuts());
        const int start = ways.attach("tube", a.tubes[0].from), end = ways.attach("tube", a.tubes[0].to);
        ways.makeNodes();
        ways.makeBars();
        ways.bindCuts(nets.cuts());
        tip = ways.nodeOf(end);
        model.model.supports.push_back({ways.nodeOf(start), mechanics::allFreedoms});
        for (int i = 0; i < 6; ++i) {
            model.model.cases.push_back(std::to_string(i));
            Vec3 force = Vec3::Zero(), moment = Vec3::Zero();
            (i < 3 ? force : moment)(i % 3) = i < 3 ? 1000 : 1e6;
            model.model.nodeLoads.push_back({i, tip, force, moment});
        }
        solution = mechanics::solveStatic(model.model).value();
    }
    [[nodiscard]] double tipMove(int c) const {
        return solution.cases[static_cast<std::size_t>(c)].displacements[static_cast<std::size_t>(tip)](c);
    }
};

}  // namespace

/// Walls of tubes as shells where something goes through them.
class TestTubeNets : public QObject {
    Q_OBJECT

  private slots:
    /// With a slot so small that it takes nothing away, a tube that is partly shells is as stiff as a bar:
    /// the closed forms of a box of its middle lines, shear areas of its webs.
    void asStiffAsABar() {
        const Cantilever c(tubeWithPlate(2, 4), 1);
        QCOMPARE(c.model.walls.size(), std::size_t{1});
        QVERIFY(c.model.walls[0].count > 100);
        const double E = 210000, G = E / 2.6, H = h - t, B = b - t, L = length;
        const double A = 2 * t * (H + B), Ix = t * H * H * H / 6 + t * B * H * H / 2 + B * t * t * t / 6,
                     Iz = t * B * B * B / 6 + t * H * B * B / 2 + H * t * t * t / 6,
                     J = 2 * t * (B * H) * (B * H) / (B + H);
        // local z stands up, the tube runs along global y: force x bends about z, force z about x
        const double x = 1000 * (L * L * L / (3 * E * Iz) + L / (G * 2 * t * B)),
                     z = 1000 * (L * L * L / (3 * E * Ix) + L / (G * 2 * t * H));
        const auto near = [](double found, double wanted) { return std::abs(found / wanted - 1) < 0.02; };
        QVERIFY2(near(c.tipMove(1), 1000 * L / (E * A)), qPrintable(QString::number(c.tipMove(1))));
        QVERIFY2(near(c.tipMove(0), x), qPrintable(QString("%1 %2").arg(c.tipMove(0)).arg(x)));
        QVERIFY2(near(c.tipMove(2), z), qPrintable(QString("%1 %2").arg(c.tipMove(2)).arg(z)));
        // the ends of the stretch keep their shape, which holds back a little of its warping
        const double twist = c.tipMove(4) / (1e6 * L / (G * J));
        QVERIFY2(twist > 0.96 && twist < 1.005,
                 qPrintable(QString::number(c.tipMove(4) / (1e6 * L / (G * J)))));
    }
    /// Across every ring the shells carry exactly what equilibrium of the rest of the tube asks for.
    void ringsAreInBalance() {
        const Cantilever c(tubeWithPlate(20, 70), 1);
        const auto forces = ringForces(c.model, c.solution);
        const TubeShells &wall = c.model.walls[0];
        for (std::size_t r = 0; r < wall.rings.size(); ++r) {
            const double arm = length - wall.rings[r].station;
            // own axes: x along global y, z up, so y is z cross x = -x global
            const mechanics::Vec6 pulled = forces[1][0][r], lifted = forces[2][0][r],
                                  twisted = forces[4][0][r];
            QVERIFY(std::abs(pulled(0) - 1000) < 1e-3);
            QVERIFY(std::abs(lifted(2) - 1000) < 1e-3);
            QVERIFY2(std::abs(lifted(4) + 1000 * arm) < 1,
                     qPrintable(QString::number(lifted(4) / (1000 * arm))));
            QVERIFY(std::abs(twisted(3) - 1e6) < 1);
            QVERIFY(std::abs(twisted(0)) < 1e-3);
        }
    }
    /// The slot that a wide plate stands in is no metal, and its edges are lines of the net at every size.
    void slotIsCutOut() {
        for (const double fineness : {1.0, 2.0}) {
            const Cantilever c(tubeWithPlate(20, 70), fineness);
            double area = 0;
            for (const mechanics::FrameShell &s : c.model.model.shells) {
                const auto p = [&](std::size_t i) {
                    return c.model.model.nodes[static_cast<std::size_t>(s.nodes[i])].at;
                };
                area += (p(1) - p(0)).cross(p(3) - p(0)).norm();
            }
            const double stretch = c.model.walls[0].bar.stationTo - c.model.walls[0].bar.stationFrom;
            QVERIFY(std::abs(stretch - (20 + 2 * h)) < 1e-9);
            QVERIFY(std::abs(area - (2 * (h - t + b - t) * stretch - 2 * 20 * 70)) < 1e-6);
        }
    }
    /// A stretch ends before an opening of the tube and before its cut ends.
    void keepsClearOfOpenings() {
        armor::Assembly a = tubeWithPlate(20, 70);
        a.tubes[0].openings.push_back({at + 130, 100, 40, 0, "rope"});
        Idealization out;
        const TubeNets nets = TubeNets::make(a, {}, out);
        QCOMPARE(nets.cuts().size(), std::size_t{1});
        QVERIFY(nets.cuts()[0].to < at + 80);
        QVERIFY(nets.has("tube", Vec3(40, at + 20, 0)) && !nets.has("tube", Vec3(40, at + 130, 0)));
        a.tubes[0].openings.back().station = at + 61;  // too near: nothing can be cut out
        Idealization none;
        QVERIFY(TubeNets::make(a, {}, none).cuts().empty());
    }
    /// The demo's tabs go through its beam: its walls there are checked, the whole stays in balance, the
    /// member check speaks of the beam all along, and half the size moves neither by much.
    void wallsOfTheDemo() {
        const job::Job job = hefty::testing::demoJob();
        const auto rig = rig::geometry(job.vehicle).value();
        const armor::Assembly assembly = hefty::testing::buildDemo(job);
        const auto proveAt = [&](Detail detail) {
            return prove(assembly, job.vehicle, rig, hefty::testing::shippedStock(), job.rules, {}, detail)
                .value();
        };
        const Proof p = proveAt(Detail::Halved), plain = proveAt(Detail::Strips);
        QVERIFY(!p.idealization.walls.empty() && plain.idealization.walls.empty());
        const auto find = [](const Proof &proof, const std::string &start) {
            for (const Check &c : proof.checks)
                if (c.id.starts_with(start)) return c;
            return Check{};
        };
        const Check wall = find(p, "tubewall/beam");
        QVERIFY(wall.utilization > 0.05 && wall.utilization < 1.5);
        QVERIFY(wall.shift.has_value() && !wall.working.steps.empty());
        const double with = find(p, "member/beam").utilization,
                     without = find(plain, "member/beam").utilization;
        QVERIFY2(std::abs(with / without - 1) < 0.2, qPrintable(QString("%1 %2").arg(with).arg(without)));
        for (std::size_t c = 0; c < p.solution.cases.size(); ++c) {
            Vec3 sum = Vec3::Zero(), other = Vec3::Zero();
            for (const auto &[node, r] : p.solution.cases[c].reactions) sum += r.head<3>();
            for (const auto &[node, r] : plain.solution.cases[c].reactions) other += r.head<3>();
            QVERIFY((sum - other).norm() < 0.01 * other.norm() + 5);  // the corners of the shells weigh more
        }
    }
};

QTEST_GUILESS_MAIN(TestTubeNets)
#include "test_tube_nets.moc"
