#include <QTest>

#include <cmath>
#include <map>
#include <numbers>

#include "core/proof/model/near_shells.h"
#include "core/proof/model/plate_nets.h"
#include "core/proof/strength/seam.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::proof;
using hefty::testing::buildDemo;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

namespace {

/// A straight seam of some stretches that carries a force of `density` N/mm along all of it.
struct StraightSeam {
    Proof proof;
    std::vector<WeldPiece> pieces;
    std::vector<const WeldPiece *> list;

    StraightSeam(double length, int stretches, double density, int line = 0) {
        proof.solution.cases.resize(1);
        for (int i = 0; i < stretches; ++i) {
            const double own = length / stretches;
            pieces.push_back({0, 0, -1, Vec3((i + 0.5) * own, 0, 0), i, line, own});
            proof.solution.cases[0].ties.emplace_back(0, 0, density * own);
        }
        for (const WeldPiece &p : pieces) list.push_back(&p);
    }
};

/// A square of shells of about a size around the origin.
mechanics::FrameModel square(double side, int parts, bool triangles) {
    mechanics::FrameModel m;
    for (int i = 0; i <= parts; ++i)
        for (int j = 0; j <= parts; ++j)
            m.nodes.push_back({"n", {side * i / parts - side / 2, side * j / parts - side / 2, 5}});
    const auto at = [parts](int i, int j) { return i * (parts + 1) + j; };
    for (int i = 0; i < parts; ++i)
        for (int j = 0; j < parts; ++j) {
            const int a = at(i, j), b = at(i + 1, j), c = at(i + 1, j + 1), d = at(i, j + 1);
            if (triangles) {
                m.shells.push_back({"s", {a, b, c}, 0, 4});
                m.shells.push_back({"s", {a, c, d}, 0, 4});
            } else {
                m.shells.push_back({"s", {a, b, c, d}, 0, 4});
            }
        }
    return m;
}

Proof proveWith(double fineness) {
    const job::Job job = demoJob();
    const auto rig = rig::geometry(job.vehicle).value();
    return prove(buildDemo(job), job.vehicle, rig, shippedStock(), job.rules, {}, Detail::Shells, fineness)
        .value();
}

/// By how much the results of one proof differ from those of another, in the middle of all.
double middleShift(const Proof &from, const Proof &to) {
    std::map<std::string, double> was;
    for (const Check &c : from.checks) was[c.id] = c.utilization;
    std::vector<double> shifts;
    for (const Check &c : to.checks)
        if (const auto it = was.find(c.id); it != was.end() && it->second > 0.05)
            shifts.push_back(std::abs(c.utilization / it->second - 1));
    std::sort(shifts.begin(), shifts.end());
    return shifts.empty() ? 1 : shifts[shifts.size() / 2];
}

}  // namespace

/// What makes results of seams and plates independent of the size of shells.
class TestSeams : public QObject {
    Q_OBJECT

  private slots:
    /// An even seam is worked evenly: every window is four legs long and says the same, however it is cut.
    void windowsAreFourLegsLong() {
        constexpr double leg = 5, density = 300, even = density / (0.70710678118654752 * leg);
        for (const int stretches : {2, 3, 7, 20, 41}) {
            const StraightSeam seam(100, stretches, density);
            const auto windows = windowsOf(seam.list, leg);
            QVERIFY(windows.size() >= static_cast<std::size_t>(stretches));
            bool fromStart = false, fromEnd = false;
            for (const Window &w : windows) {
                QVERIFY(std::abs(w.length - 4 * leg) < 1e-9);
                QVERIFY(std::abs(windowStress(seam.proof, w, 0, leg) / even - 1) < 1e-6);
                fromStart = fromStart || (w.parts[0].piece == seam.list.front() && w.parts[0].share > 0);
                fromEnd = fromEnd || w.parts[0].piece == seam.list.back();
            }
            QVERIFY(fromStart && fromEnd);
        }
    }

    /// A line that is shorter than four legs is one window.
    void shortLinesAreWhole() {
        const StraightSeam seam(12, 2, 300);
        const auto windows = windowsOf(seam.list, 5);
        QCOMPARE(windows.size(), std::size_t{1});
        QVERIFY(std::abs(windows[0].length - 12) < 1e-9);
        QVERIFY(std::abs(windowForce(seam.proof, windows[0], 0).norm() - 3600) < 1e-6);
    }

    /// Windows do not reach from one line into the next.
    void windowsStayOnTheirLine() {
        StraightSeam a(50, 5, 100);
        const StraightSeam b(50, 5, 100, 1);
        std::vector<const WeldPiece *> both = a.list;
        both.insert(both.end(), b.list.begin(), b.list.end());
        for (const Window &w : windowsOf(both, 4))
            for (const Window::Part &p : w.parts) QCOMPARE(p.piece->line, w.parts[0].piece->line);
    }

    /// What lies within a distance has the area of a circle (pi r2), at an edge of half of one.
    void discsHaveTheArea() {
        for (const bool triangles : {false, true})
            for (const int parts : {10, 20, 40}) {
                const mechanics::FrameModel m = square(100, parts, triangles);
                const NearShells near(m, 0, static_cast<int>(m.shells.size()));
                const auto areaAt = [&](const Vec3 &at, double reach) {
                    double sum = 0;
                    for (const NearShells::Share &s : near.within(at, reach)) sum += s.area;
                    return sum;
                };
                constexpr double reach = 24, circle = std::numbers::pi * reach * reach;
                QVERIFY(std::abs(areaAt({3, -7, 5}, reach) / circle - 1) < 0.02);
                QVERIFY(std::abs(areaAt({50, 1, 5}, reach) / (circle / 2) - 1) < 0.04);
                QVERIFY(std::abs(areaAt({0, 0, 5}, 1000) / 1e4 - 1) < 1e-9);
                // nothing within: the nearest alone
                const auto far = near.within({1000, 0, 5}, 1);
                QCOMPARE(far.size(), std::size_t{1});
                QVERIFY(std::abs(near.middles()[static_cast<std::size_t>(far[0].shell)].x() - 50) <
                        100.0 / parts);
            }
    }

    /// Many stretches in a row hold on to many nodes of a tube, each near its own, whatever their size.
    void stretchesHoldOnWhereTheyAre() {
        const job::Job job = demoJob();
        const auto rig = rig::geometry(job.vehicle).value();
        const armor::Assembly a = buildDemo(job);
        const stock::Material &rail = *shippedStock().material(job.vehicle.railMaterial);
        for (const double fineness : {1.0, 4.0}) {
            const Idealization i = idealize(a, rig, rail, Detail::Shells, fineness).value();
            const Vec3 along = a.bar("beam")->axes().x;
            const double near = 12;  // mm: half of the slot of a tab, over which a line may run
            int told = 0;
            for (const WeldPiece &p : i.weldPieces) {
                const armor::WeldJoint &w = a.welds[static_cast<std::size_t>(p.weld)];
                if (p.tie < 0 || w.a != "beam") continue;
                const mechanics::FrameTie &tie = i.model.ties[static_cast<std::size_t>(p.tie)];
                Vec3 at = Vec3::Zero();
                for (const mechanics::TieEnd &e : tie.from)
                    at += e.weight * i.model.nodes[static_cast<std::size_t>(e.node)].at;
                QVERIFY2(std::abs((at - tie.at).dot(along)) <= near + 1e-6, w.name.c_str());
                ++told;
            }
            QVERIFY(told > 40 * fineness);
        }
    }

    /// All that stands on the wall of a tube away from its cut ends stands on shells, with lines of shells at
    /// its welds: no wall is rigid.
    void whatStandsOnAWallStandsOnShells() {
        const job::Job job = demoJob();
        const auto rig = rig::geometry(job.vehicle).value();
        const armor::Assembly a = buildDemo(job);
        const stock::Material &rail = *shippedStock().material(job.vehicle.railMaterial);
        const Idealization i = idealize(a, rig, rail, Detail::Shells).value();
        int onShells = 0;
        for (const WeldPiece &p : i.weldPieces) {
            const armor::WeldJoint &w = a.welds[static_cast<std::size_t>(p.weld)];
            const armor::BarPart *tube = a.bar(w.a);
            if (!tube || a.bar(w.b)) continue;  // a miter
            const Vec3 along = tube->axes().x;
            const armor::Contact &c = w.contacts[static_cast<std::size_t>(p.contact)];
            const double station = (p.at - tube->from).dot(along);
            const double cut =
                tube->section.height / 2 * std::max(std::tan(tube->miterFrom()), std::tan(tube->miterTo()));
            if (std::abs(c.normal.dot(along)) > 0.5 || station < cut + 10 ||
                station > tube->length() - cut - 10)
                continue;
            QVERIFY(p.tie >= 0);
            QVERIFY2(i.model.ties[static_cast<std::size_t>(p.tie)].from.size() > 1 ||
                         i.model.ties[static_cast<std::size_t>(p.tie)].to.size() > 1,
                     w.name.c_str());
            const auto &from = i.model.ties[static_cast<std::size_t>(p.tie)].from;
            for (const mechanics::TieEnd &e : from)
                QVERIFY2(i.model.nodes[static_cast<std::size_t>(e.node)].id.starts_with(w.a), w.name.c_str());
            ++onShells;
        }
        QVERIFY(onShells > 100);
    }
    /// The stretches of a line turn like the line: the sum of length times distance squared is L3/12.
    void stretchesTurnLikeTheirLine() {
        for (const double length : {3.0, 12.0, 100.0, 577.0})
            for (const double about : {7.5, 15.0, 1000.0}) {
                const armor::WeldLine line{Vec3(1, 2, 3), Vec3(1, 2 + length, 3)};
                double sum = 0, moment = 0;
                for (const Stretch &s : stretches(line, about)) {
                    const double off = s.at.y() - 2 - length / 2;
                    sum += s.length;
                    moment += s.length * off * off;
                    QVERIFY(std::abs(off) < length / 2);
                }
                QVERIFY(std::abs(sum / length - 1) < 1e-12);
                QVERIFY(std::abs(moment / (length * length * length / 12) - 1) < 1e-9);
            }
    }

    /// Shells of half the size move results; of a quarter, by less than that again.
    void resultsConverge() {
        const Proof whole = proveWith(1), half = proveWith(2), quarter = proveWith(4);
        const double first = middleShift(whole, half), second = middleShift(half, quarter);
        QVERIFY2(first < 0.025, QByteArray::number(first));
        QVERIFY2(second < 0.6 * first, QByteArray::number(second));
    }
};

QTEST_GUILESS_MAIN(TestSeams)
#include "test_seams.moc"
