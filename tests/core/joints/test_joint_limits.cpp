#include <cmath>
#include <numbers>

#include <QTest>

#include "core/joints/bolt_limits.h"
#include "core/joints/hollow_joint.h"

using namespace hefty::joints;
using hefty::working::Working;

namespace {

bool near(double value, double wanted, double share = 1e-9) {
    if (std::abs(value - wanted) <= share * std::abs(wanted)) return true;
    qWarning("%.10g, wanted %.10g", value, wanted);
    return false;
}

constexpr double pi = std::numbers::pi;

}  // namespace

class TestJointLimits : public QObject {
    Q_OBJECT

  private slots:
    /// The pull that is left, from balance alone: the plate's plastic moment at the line that holds it, the
    /// edge that pries, the bolt at its strength.
    void pryingIsInBalance() {
        TStub s{12, 13.5, 40, 30, 60, 12, 400};
        const double B = 25000, omega = 1.67;
        const double T = B * tensionLeft(s, B, omega);
        QVERIFY(T < B);
        const double M = s.p * s.thickness * s.thickness * s.ultimate / (4 * omega);
        const double b = s.b - s.bolt / 2, a = std::min(s.a, 1.25 * s.b) + s.bolt / 2;
        const double pry = (T * b - M) / a;
        QVERIFY(near(T + pry, B));
        QVERIFY(near(pulledWithPrying(s, T, B, omega), B));
        const double part = 1.2 * M / b;  // the plate yields at the line: the rest goes by the edge
        QVERIFY(part < T);
        QVERIFY(near(pulledWithPrying(s, part, B, omega), part + (part * b - M) / a));
        QCOMPARE(pulledWithPrying(s, 0.9 * M / b, B, omega), 0.9 * M / b);
        // At the bolts it bends no more than a plate with holes can.
        QVERIFY(pry * a <= (1 - s.hole / s.p) * M);
        // Thin: a hinge at the line and one at the bolts, T b' = M (1 + delta).
        s.thickness = 6;
        const double thin = B * tensionLeft(s, B, omega), m = s.p * 36 * s.ultimate / (4 * omega);
        QVERIFY(near(thin * b, m * (1 + 1 - s.hole / s.p)));
        s.thickness = 60;
        QCOMPARE(tensionLeft(s, B, omega), 1.0);
        Working w;
        s.thickness = 12;
        (void)tensionLeft(s, B, omega, &w);
        QVERIFY(near(w.steps.back().value, T / B));
    }
    /// M12 8.8: stressed area 84.3 mm2 (ISO 898-1 table), preload 47.2 kN and 113 N·m (0.2 d F).
    void tighteningAndSlip() {
        const Tightened t = tightened(12, 1.75, 800);
        QVERIFY(near(t.preload, 0.7 * 800 * 84.3, 2e-3));
        QVERIFY(near(t.torque, 0.2 * 12 * t.preload));
        QVERIFY(near(tightened(16, 2, 800).preload, 0.7 * 800 * 157, 3e-3));
        QVERIFY(near(slipStrength(t.preload), 0.30 * 1.13 * t.preload));
        QCOMPARE(slipOmega(SlipHole::Clearance), 1.5);
        QCOMPARE(slipOmega(SlipHole::ShortSlot), 1.76);
        QCOMPARE(slipOmega(SlipHole::LongSlot), 2.14);
    }
    /// By hand: two bolts in line, 6 mm plate, one shear plane 80 long and 25 mm to the side.
    void blockByHand() {
        const TornBlock b{6, 80, 1.5 * 16, 25, 8, 350, 450};
        const double rupture = 0.6 * 450 * 6 * 56 + 450 * 6 * 17, yield = 0.6 * 350 * 6 * 80 + 450 * 6 * 17;
        QVERIFY(near(blockShear(b), std::min(rupture, yield)));
        QVERIFY(rupture < yield);
        const TornBlock gone{6, 10, 24, 5, 8, 350, 450};
        QVERIFY(near(blockShear(gone), 0, 1));
        QVERIFY(blockShear(gone) >= 0);
    }
    void pinByHand() {
        const PinStrength s = pinStrength({20, 60, 30, 400});
        QVERIFY(near(s.bending, 400 * 8000.0 / 6 / ((60 - 15) / 4.0)));
        QVERIFY(near(s.shear, 2 * 0.6 * 400 * pi * 100));
    }
    /// CHS 60.3 x 4 on CHS 114.3 x 5, 355 MPa, at right angles, by hand.
    void roundBranchByHand() {
        TubeOnTube j;
        j.round = true;
        j.chordWidth = 114.3;
        j.chordHeight = 114.3;
        j.wall = 5;
        j.chordYield = j.branchYield = 355;
        j.branchWidth = j.branchLength = 60.3;
        j.branchWall = 4;
        j.angle = pi / 2;
        const double beta = 60.3 / 114.3, gamma = 11.43;
        const BranchStrength s = branchStrength(j);
        const double folding = 355 * 25 * (3.1 + 15.6 * beta * beta) * std::pow(gamma, 0.2);
        QVERIFY(near(s.axial, std::min(folding, 0.6 * 355 * 5 * pi * 60.3)));
        QVERIFY(near(s.axial, 107.7e3, 0.01));
        QVERIFY(near(s.inPlane, std::min(355 * 25 * 5.39 * std::sqrt(gamma) * beta * 60.3,
                                         0.6 * 355 * 5 * 60.3 * 60.3)));
        QVERIFY(near(s.outOfPlane, 355 * 25 * 60.3 * 3 / (1 - 0.81 * beta)));
        QVERIFY(s.outside.empty());
        // Flatter it carries more along itself, and the chord's own stress takes from it.
        TubeOnTube flat = j;
        flat.angle = pi / 4;
        QVERIFY(branchStrength(flat).axial > 1.3 * s.axial);
        TubeOnTube pressed = j;
        pressed.chordUse = 0.5;
        QVERIFY(near(branchStrength(pressed).axial / s.axial, 1 - 0.3 * 0.5 * 1.5));
        TubeOnTube thin = j;
        thin.wall = 2;
        QCOMPARE(branchStrength(thin).outside.size(), std::size_t{1});
        Working w;
        (void)branchStrength(thin, &w);
        QVERIFY(!w.notes.empty());
    }
    /// SHS 50 on SHS 100 x 5 by hand; wider than 0.85 the side walls are crushed instead.
    /// A round branch on a box: pi/4 of the push that a square one as wide may bring (EN 1993-1-8
    /// table 7.10), two thirds of its moments; that ratio is near 4 r^2 t to 6 r^2 t of a thin ring and a
    /// thin square ring.
    void roundOnBox() {
        TubeOnTube j{false, 100, 100, 5, 355, 50, 50, 4, 355, pi / 2, 0};
        const BranchStrength square = branchStrength(j);
        j.roundBranch = true;
        Working w;
        const BranchStrength round = branchStrength(j, &w);
        QVERIFY(near(round.axial / square.axial, pi / 4));
        QVERIFY(near(round.inPlane / square.inPlane, 2.0 / 3) &&
                near(round.outOfPlane / square.outOfPlane, 2.0 / 3));
        QVERIFY(toText(w).find("round branch") != std::string::npos);
    }
    void boxBranchByHand() {
        TubeOnTube j{false, 100, 100, 5, 355, 50, 50, 4, 355, pi / 2, 0};
        const BranchStrength s = branchStrength(j);
        QVERIFY(near(s.axial, 355 * 25 * (2 * 0.5 / 0.5 + 4 / std::sqrt(0.5))));
        QVERIFY(s.outside.empty() && s.inPlane > 0 && s.outOfPlane > 0);
        j.branchWidth = 95;
        QVERIFY(near(branchStrength(j).axial,
                     std::min(2 * 355 * 5 * (25 + 50.0),
                              355 * 4 * (2 * 50 + 2 * 95 * std::min(1.0, 10 / 20.0 * 5 / 4) - 16.0))));
        j.branchWidth = 20;
        QCOMPARE(branchStrength(j).outside.size(), std::size_t{1});
        // Folds around the branch (yield lines): side panels turn by 1/c, end panels by 1/x, each fold
        // counted by its length along the axis of its panel; the formula is the least over x.
        const double B = 100, t = 5, mp = 355 * t * t / 4, h = 50, c = (B - 50) / 2;
        double least = 1e300;
        for (double x = 1; x < 200; x += 0.01) least = std::min(least, 4 * mp * ((h + 2 * x) / c + B / x));
        QVERIFY(near(s.axial, least, 1e-6));
    }
    void plateOnRound() {
        QVERIFY(near(plateOnRoundStrength({100, 4, 355, 80, true, 0}), 5.5 * 355 * 16 * 1.2));
        QVERIFY(near(plateOnRoundStrength({100, 4, 355, 80, false, 0}), 5.5 * 355 * 16 / (1 - 0.81 * 0.8)));
    }
    /// The energy of a dent is the area under its push; the depth of a push is the push's depth.
    void dent() {
        const Dent d{60.3, 4, 355, 50};
        double area = 0;
        constexpr int n = 20000;
        for (int i = 0; i < n; ++i) area += d.push(20 * (i + 0.5) / n) * 20 / n;
        QVERIFY(near(d.energy(20), area, 1e-5));
        QVERIFY(near(d.depthOf(d.push(7)), 7));
        QCOMPARE(d.push(0), 0.0);
        // Its exponent and its scale by hand, for a sharp edge: w/D = 0.1.
        const Dent sharp{100, 4, 355, 0};
        QVERIFY(near(sharp.push(10), 355 * 16 / 4.0 * 5 * 22 * std::pow(0.1, 0.55)));
    }
};

QTEST_APPLESS_MAIN(TestJointLimits)
#include "test_joint_limits.moc"
