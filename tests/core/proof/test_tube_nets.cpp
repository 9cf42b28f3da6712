#include <QTest>

#include <cmath>
#include <functional>
#include <numbers>
#include <numeric>
#include <random>

#include "core/mechanics/frame_assembly.h"
#include "core/proof/model/tube_nets.h"
#include "core/proof/model/wall_rings.h"
#include "core/proof/proof.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::proof;

namespace {

constexpr double h = 120, b = 80, t = 5, length = 900, at = 450;

/// A tube along y with a plate through its front and back wall in the middle, `along` mm of it.
armor::Assembly tubeWithPlate(double along, double across) {
    armor::Assembly a;
    armor::BarPart tube;
    tube.name = "tube";
    tube.section.height = h;
    tube.section.width = b;
    tube.section.wall = t;
    tube.material = *hefty::testing::shippedStock().material("S355");
    tube.properties = stock::boxProperties(h, b, t);
    tube.from = Vec3(0, 0, 0);
    tube.to = Vec3(0, length, 0);
    a.bars.push_back(tube);
    armor::SheetPart plate;
    plate.name = "plate";
    plate.axes = {Vec3(0, at, 0), Vec3::UnitX(), Vec3::UnitZ(), -Vec3::UnitY()};
    plate.outline = {{-90, -across / 2}, {90, -across / 2}, {90, across / 2}, {-90, across / 2}};
    plate.thickness = along;
    plate.material = tube.material;
    plate.strips.push_back({{-90, 0}, {90, 0}, across});
    a.sheets.push_back(plate);
    return a;
}

/// The same tube, round, with another through it in the middle, along x.
armor::Assembly tubeWithTube(bool round, double through, bool across) {
    armor::Assembly a = tubeWithPlate(2, 4);
    armor::BarPart inner = a.bars[0];
    if (round) {
        stock::Section &s = a.bars[0].section;
        s.shape = stock::SectionShape::RoundTube;
        s.height = s.width = h;
        a.bars[0].properties = stock::properties(s, a.bars[0].material.density).value();
    }
    inner.name = "inner";
    inner.section.shape = stock::SectionShape::RoundTube;
    inner.section.height = inner.section.width = through;
    inner.section.wall = 3;
    inner.properties = stock::properties(inner.section, inner.material.density).value();
    inner.from = across ? Vec3(0, at, -200) : Vec3(-200, at, 0);
    inner.to = across ? Vec3(0, at, 200) : Vec3(200, at, 0);
    inner.up = Vec3::UnitY();
    a.sheets.clear();
    a.bars.push_back(inner);
    return a;
}

double shellArea(const mechanics::FrameModel &model) {
    double area = 0;
    for (const mechanics::FrameShell &s : model.shells) {
        const auto p = [&](std::size_t i) { return model.nodes[static_cast<std::size_t>(s.nodes[i])].at; };
        area += (p(2) - p(0)).cross(p(3) - p(1)).norm() / 2;
    }
    return area;
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
        const int start = ways.attach("tube", a.bars[0].from), end = ways.attach("tube", a.bars[0].to);
        const int inner = a.bars.size() > 1 ? ways.attach("inner", a.bars[1].from) : -1;
        ways.makeNodes();
        ways.makeBars();
        ways.bindCuts(nets.cuts());
        if (inner >= 0) model.model.supports.push_back({ways.nodeOf(inner), mechanics::allFreedoms});
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
        const auto forces =
            ringForces(c.model, mechanics::FrameAssembly::make(c.model.model).value().shells(), c.solution);
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
    /// A round tube with a hole so small that it takes nothing away is as stiff as a bar too, and its rings
    /// are in balance, curved as they are.
    void roundTubesToo() {
        armor::Assembly a = tubeWithTube(true, 40, false);
        a.bars.pop_back();
        a.sheets = tubeWithPlate(2, 4).sheets;
        a.sheets[0].axes = {Vec3(0, at, 0), Vec3::UnitX(), Vec3::UnitY(), Vec3::UnitZ()};
        const Cantilever c(a, 1);
        QCOMPARE(c.model.walls.size(), std::size_t{1});
        const double E = 210000, G = E / 2.6, r = (h - t) / 2, L = length, pi = std::numbers::pi;
        const double A = 2 * pi * r * t, I = pi * r * r * r * t;
        const double bend = 1000 * (L * L * L / (3 * E * I) + L / (G * A / 2));
        const auto near = [](double found, double wanted) { return std::abs(found / wanted - 1) < 0.02; };
        QVERIFY2(near(c.tipMove(1), 1000 * L / (E * A)),
                 qPrintable(QString::number(c.tipMove(1) / (1000 * L / (E * A)))));
        QVERIFY2(near(c.tipMove(0), bend), qPrintable(QString::number(c.tipMove(0) / bend)));
        QVERIFY2(near(c.tipMove(2), bend), qPrintable(QString::number(c.tipMove(2) / bend)));
        QVERIFY2(near(c.tipMove(4), 1e6 * L / (G * 2 * I)),
                 qPrintable(QString::number(c.tipMove(4) / (1e6 * L / (G * 2 * I)))));
        const auto forces =
            ringForces(c.model, mechanics::FrameAssembly::make(c.model.model).value().shells(), c.solution);
        for (std::size_t ring = 0; ring < c.model.walls[0].rings.size(); ++ring) {
            const double arm = length - c.model.walls[0].rings[ring].station;
            QVERIFY(std::abs(forces[1][0][ring](0) - 1000) < 1e-3);
            QVERIFY(std::abs(forces[2][0][ring](2) - 1000) < 1e-3);
            QVERIFY(std::abs(forces[2][0][ring](4) + 1000 * arm) < 1);
            QVERIFY(std::abs(forces[4][0][ring](3) - 1e6) < 1);
        }
    }
    /// A tube bent square, its walls as shells on each straight span, told by stations of the whole: the tip
    /// moves as that of bars alone, and every ring is in balance with what pulls at the tip.
    void bentTubesSpanBySpan() {
        armor::Assembly a = tubeWithPlate(2, 4);
        armor::BarPart &bar = a.bars[0];
        bar.to = Vec3(700, length, 0);
        bar.bends = {{Vec3(0, length, 0), 150}};
        armor::SheetPart second = a.sheets[0];
        second.name = "second";
        second.axes = {Vec3(450, length, 0), -Vec3::UnitY(), Vec3::UnitZ(), -Vec3::UnitX()};
        a.sheets.push_back(second);
        const Cantilever shells(a, 1);
        QCOMPARE(shells.model.walls.size(), std::size_t{2});
        const double around = std::numbers::pi / 2 * 150, first = length - 150;
        QVERIFY(std::abs((shells.model.walls[0].from + shells.model.walls[0].to) / 2 - at) < 2);
        const double middle = first + around + (450 - 150);  // of the second plate along the bar
        QVERIFY(std::abs((shells.model.walls[1].from + shells.model.walls[1].to) / 2 - middle) < 2);
        armor::Assembly plain = a;
        plain.sheets.clear();
        const Cantilever bars(plain, 1);
        QVERIFY(bars.model.walls.empty());
        for (const int c : {0, 1, 2, 3, 4, 5})
            QVERIFY2(std::abs(shells.tipMove(c) / bars.tipMove(c) - 1) < 0.03,
                     qPrintable(QString("%1: %2").arg(c).arg(shells.tipMove(c) / bars.tipMove(c))));
        const auto forces =
            ringForces(shells.model, mechanics::FrameAssembly::make(shells.model.model).value().shells(),
                       shells.solution);
        const Vec3 tip(700, length, 0);
        for (std::size_t w = 0; w < 2; ++w) {
            const TubeShells &wall = shells.model.walls[w];
            for (std::size_t r = 0; r < wall.rings.size(); ++r) {
                const Vec3 on = bar.axesAt(wall.rings[r].station).origin;
                QVERIFY((wall.axes.origin + wall.axes.x * wall.rings[r].station - on).norm() < 1e-6);
                for (int c = 0; c < 3; ++c) {
                    const Vec3 force = 1000 * Vec3::Unit(c), moment = (tip - on).cross(force);
                    const mechanics::Vec6 &f = forces[static_cast<std::size_t>(c)][w][r];
                    const auto own = [&](const Vec3 &v) {
                        return Vec3(v.dot(wall.axes.x), v.dot(wall.axes.y), v.dot(wall.axes.z));
                    };
                    QVERIFY((f.head<3>().cwiseAbs() - own(force).cwiseAbs()).norm() < 1e-2);
                    QVERIFY((f.tail<3>().cwiseAbs() - own(moment).cwiseAbs()).norm() < 10);
                }
            }
        }
    }
    /// A tube that stands on a straight span of a bent one: where the formulas of AISC 360-16 chapter K hold
    /// (square ones, half as wide, at a right angle, yield up to 360 MPa) its walls stay a bar; of stronger
    /// steel, of a narrower post and on a tube of another shape they are shells; thin walls stay told by the
    /// formula, as they buckle before they yield.
    void bentTubesWhereNoFormulaTells() {
        const auto walls = [](const std::function<void(armor::BarPart &, armor::BarPart &)> &change) {
            armor::Assembly a = tubeWithPlate(2, 4);
            a.sheets.clear();
            armor::BarPart &bar = a.bars[0];
            bar.section.height = bar.section.width = h;
            bar.properties = stock::boxProperties(h, h, t);
            bar.to = Vec3(700, length, 0);
            bar.bends = {{Vec3(0, length, 0), 150}};
            armor::BarPart post = bar;
            post.name = "post";
            post.bends.clear();
            post.section.height = post.section.width = 60;
            post.properties = stock::boxProperties(60, 60, 4);
            post.from = Vec3(0, at, h / 2);
            post.to = Vec3(0, at, 400);
            post.up = Vec3::UnitY();
            change(bar, post);
            a.bars.push_back(post);
            armor::WeldJoint weld;
            weld.a = "tube";
            weld.b = "post";
            armor::Contact c;
            c.normal = Vec3::UnitZ();
            c.center = Vec3(0, at, h / 2);
            c.lines = {{Vec3(-30, at - 30, h / 2), Vec3(30, at - 30, h / 2)},
                       {Vec3(-30, at + 30, h / 2), Vec3(30, at + 30, h / 2)}};
            weld.contacts = {c};
            a.welds = {weld};
            Idealization out;
            return TubeNets::make(a, {}, out).cuts().size();
        };
        using Bar = armor::BarPart;
        QCOMPARE(walls([](Bar &, Bar &) {}), std::size_t{0});
        QCOMPARE(walls([](Bar &bar, Bar &) { bar.material.yield = bar.material.weldedYield = 480; }),
                 std::size_t{1});
        QCOMPARE(walls([](Bar &, Bar &post) { post.section.width = post.section.height = 25; }),
                 std::size_t{1});
        QCOMPARE(walls([](Bar &bar, Bar &) { bar.section.shape = stock::SectionShape::RoundTube; }),
                 std::size_t{1});
        QCOMPARE(walls([](Bar &bar, Bar &) { bar.properties.wall = 2; }), std::size_t{0});
        QCOMPARE(walls([](Bar &bar, Bar &) {
                     bar.material.yield = bar.material.weldedYield = 480;
                     bar.material.family = "aluminum";
                 }),
                 std::size_t{0});
    }
    /// The holes that a tube goes through are no metal: of a flat wall the circle, in steps of a cell; of a
    /// round one the circle laid around it. Halved, the steps are finer.
    void holesAreCutOut() {
        for (const bool round : {false, true}) {
            const double d = 60, r = (h - t) / 2;
            // the hole laid flat: half of its width around at a station is r asin(x/r)
            double laid = 0;
            const int n = 2000;
            for (int i = 0; i < n; ++i) {
                const double y = d * ((i + 0.5) / n - 0.5), x = std::sqrt(d * d / 4 - y * y);
                laid += 2 * (round ? r * std::asin(x / r) : x) * d / n;
            }
            double last = 1;
            for (const double fineness : {1.0, 2.0, 4.0}) {
                const Cantilever c(tubeWithTube(round, d, !round), fineness);
                const double stretch = c.model.walls[0].bar.stationTo - c.model.walls[0].bar.stationFrom;
                QVERIFY(std::abs(stretch - (d + 2 * h)) < 1e-9);
                const double whole =
                    round ? 2 * std::numbers::pi * r * stretch : 2 * (h + b - 2 * t) * stretch;
                const double hole = (whole - shellArea(c.model.model)) / 2;
                const double off = std::abs(hole / laid - 1);
                QVERIFY2(off < 0.2 / fineness + 0.02 && off < last + 0.02,
                         qPrintable(QString("%1 %2 %3").arg(round).arg(fineness).arg(hole / laid)));
                last = off;
            }
        }
    }
    /// Whatever goes through at whatever slant: every shell can be made, no hole takes a whole ring away, and
    /// every ring carries what the end is pulled with.
    void anythingThroughInBalance() {
        std::mt19937 random(11);
        const auto between = [&](double a, double z) {
            return std::uniform_real_distribution<double>(a, z)(random);
        };
        int seen = 0, slanted = 0;
        for (int i = 0; i < 36; ++i) {
            const bool round = i % 2 == 0, plate = i % 3 == 0;
            armor::Assembly a = tubeWithTube(round, between(8, 70), i % 4 < 2);
            armor::BarPart &inner = a.bars[1];
            const Vec3 shift(between(-15, 15), between(-100, 100), between(-15, 15));
            const Vec3 lean(between(-120, 120), between(-120, 120), between(-120, 120));
            inner.from += shift - lean;
            inner.to += shift + lean;
            if (i % 5 == 0) inner.to = (inner.from + inner.to) / 2;  // it ends inside
            inner.up = (inner.to - inner.from).unitOrthogonal();
            if (plate) {
                a.sheets = tubeWithPlate(between(4, 25), between(20, 90)).sheets;
                a.sheets[0].axes.origin += shift;
                if (i % 2 == 0)
                    a.sheets[0].axes = {a.sheets[0].axes.origin, Vec3::UnitX(), Vec3::UnitY(), Vec3::UnitZ()};
                a.bars.pop_back();
            }
            Idealization probe;
            if (TubeNets::make(a, {}, probe).cuts().empty()) continue;  // it does not go through
            ++seen;
            slanted += plate ? 0 : 1;
            const Cantilever c(a, 1);
            const auto forces = ringForces(
                c.model, mechanics::FrameAssembly::make(c.model.model).value().shells(), c.solution);
            for (const auto &ring : forces[1][0])
                QVERIFY2(std::abs(ring(0) - 1000) < 1e-2, qPrintable(QString::number(i)));
            for (const auto &ring : forces[4][0])
                QVERIFY2(std::abs(ring(3) - 1e6) < 10, qPrintable(QString::number(i)));
            const double stretch = c.model.walls[0].to - c.model.walls[0].from;
            QVERIFY(shellArea(c.model.model) > 0.5 * 2 * (h + b - 2 * t) * stretch);
        }
        QVERIFY2(seen > 15 && slanted > 6, qPrintable(QString("%1 %2").arg(seen).arg(slanted)));
    }
    /// Half the size is half the size around a narrow round tube too, whose chords are shorter than shells
    /// are elsewhere.
    void halvedAllAround() {
        armor::Assembly a = tubeWithTube(true, 20, false);
        a.bars[0].section.height = a.bars[0].section.width = 48;
        const auto around = [&](double fineness) {
            return Cantilever(a, fineness).model.walls[0].rings[0].nodes.size();
        };
        const auto coarse = around(1), fine = around(2);
        QVERIFY2(coarse >= 24 && fine >= 48 && fine <= 2 * coarse + 4,
                 qPrintable(QString("%1 %2").arg(coarse).arg(fine)));
    }
    /// A plate that the whole tube goes through leaves the tube whole.
    void collarsCutNothing() {
        armor::Assembly a = tubeWithPlate(10, 200);
        a.sheets[0].outline = {{-90, -90}, {90, -90}, {90, 90}, {-90, 90}};
        const Cantilever c(a, 1);
        QCOMPARE(c.model.walls.size(), std::size_t{1});
        const double stretch = c.model.walls[0].bar.stationTo - c.model.walls[0].bar.stationFrom;
        QVERIFY(std::abs(shellArea(c.model.model) - 2 * (h + b - 2 * t) * stretch) < 1e-6);
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
    /// An opening is cut out of the front and back walls; the stretch goes on behind it.
    void openingsAreCutOut() {
        armor::Assembly a = tubeWithPlate(20, 70);
        a.bars[0].openings.push_back({at + 130, 100, 40, 0, "rope"});
        Idealization out;
        const TubeNets nets = TubeNets::make(a, {}, out);
        QCOMPARE(nets.cuts().size(), std::size_t{1});
        QVERIFY(nets.cuts()[0].to > at + 180);
        const auto area = [](const Idealization &i) {
            double sum = 0;
            for (const mechanics::FrameShell &s : i.model.shells)
                sum += mechanics::makeShellElement(i.model, s)->area;
            return sum;
        };
        const double with = area(out), length = nets.cuts()[0].to - nets.cuts()[0].from;
        a.bars[0].openings.clear();
        Idealization whole;
        const TubeNets uncut = TubeNets::make(a, {}, whole);
        const double around = area(whole) + 2 * 20 * 70;  // of the plate's two slots
        const double other = uncut.cuts()[0].to - uncut.cuts()[0].from;
        QVERIFY(std::abs(around / other * length - 2 * 20 * 70 - 2 * 100 * 40 - with) < 1e-6 * with);
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
        // Slotted around the tabs the inner gussets take part of their pull past the beam: shells tell 0.25
        // of it, 0.30 without; strips 0.40 either way.
        QVERIFY2(with < without && without < 1.6 * with, qPrintable(QString("%1 %2").arg(with).arg(without)));
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
