#include <cmath>
#include <numbers>
#include <random>

#include <QTest>

#include "core/base/constants.h"
#include "core/proof/duties/duties.h"
#include "core/proof/strength/aluminum.h"
#include "core/proof/strength/attachment.h"
#include "core/proof/strength/member_strength.h"

using namespace hefty;
using namespace hefty::proof;

namespace {

bool near(double value, double expected, double relative) {
    return std::abs(value - expected) <= relative * std::abs(expected);
}

Bar bar(stock::SectionShape shape, double h, double b, double t, double Fy, double L,
        const char *standard = "EN 10219-2") {
    stock::Section s;
    s.shape = shape;
    s.standard = standard;
    s.height = h;
    s.width = b;
    s.wall = t;
    Bar out;
    out.shape = shape;
    out.properties = stock::properties(s, 7.85e-6).value();
    out.material.E = 200000;
    out.material.yield = Fy;
    out.material.ultimate = Fy * 1.3;
    out.height = h;
    out.width = b;
    out.wall = out.properties.wall;
    out.unbraced = L;
    return out;
}

mechanics::Vec6 forces(double N, double Vy, double Vz, double T, double My, double Mz) {
    mechanics::Vec6 f;
    f << N, Vy, Vz, T, My, Mz;
    return f;
}

}  // namespace

class TestStrength : public QObject {
    Q_OBJECT

  private slots:
    /// AWS D1.1 5.21.1: up to a sixteenth of an inch nothing, beyond it the gap.
    void gapsTakeFromTheLeg() {
        QCOMPARE(countedLeg(6, 1.5), 6.0);
        QCOMPARE(countedLeg(6, 2), 4.0);
        QVERIFY(countedLeg(5, 5) > 0);
    }
    /// A rod of 20, closed forms: area 314.16, I 7854, Z d³/6; bending to F11, 1.6 My where Z/S is 1.7; no
    /// wall factor of thin tubes, no local buckling.
    void rod() {
        const double pi = std::acos(-1.0), d = 20, Fy = 235;
        const Bar b = bar(stock::SectionShape::RoundTube, d, d, d / 2, Fy, 500, "EN 10060");
        QVERIFY(near(b.properties.area, pi * 100, 1e-12) && near(b.properties.Iy, pi * 1e4 / 4, 1e-12));
        QVERIFY(near(b.properties.Wply, d * d * d / 6, 1e-12) && near(b.properties.C, pi * 500, 1e-12));
        const MemberStrength s = memberStrength(b);
        QVERIFY(!s.hollow && near(s.tension, Fy * pi * 100, 1e-12));
        QVERIFY(near(s.bendingY, 1.6 * Fy * pi * d * d * d / 32, 1e-12));  // Z/S = 1.698
        // E3: r = 5, L/r = 100, Fe = 197.39, Fcr = 0.658^(235/197.39) 235
        QVERIFY(near(s.compression, std::pow(0.658, Fy / (pi * pi * 200000 / 1e4)) * Fy * pi * 100, 1e-9));
        QVERIFY(near(s.torsion, 0.6 * Fy * pi * 500, 1e-12));
    }
    /// AISC 360-16 by hand: HSS 4x4x1/4, Fy 345: tension Fy A, bending Fy Z (b/t = 14.2 is compact).
    void compactBox() {
        const double in = mmPerInch;
        const Bar b = bar(stock::SectionShape::RectTube, 4 * in, 4 * in, in / 4, 345, 1000, "ASTM A500");
        const MemberStrength s = memberStrength(b);
        QVERIFY(near(s.tension, 345 * 3.37 * in * in, 0.006));
        QVERIFY(near(s.bendingY, 345 * 4.69 * in * in * in, 0.006));
    }
    /// E3 by hand: KL/r = 80, Fy 345, E 200000: Fe = 308.4, Fcr = 0.658^(1.1186) 345 = 216.0.
    void bucklingOfAStockyColumn() {
        Bar b = bar(stock::SectionShape::RoundTube, 60.3, 60.3, 4, 345, 0);
        b.unbraced = 80 * b.properties.ry;
        QVERIFY(near(memberStrength(b).compression / b.properties.area, 216.0, 0.001));
    }
    /// Past Fy/Fe = 2.25 it is 0.877 Fe: KL/r = 160 -> Fe = 77.1, Fcr 67.6.
    void bucklingOfASlenderColumn() {
        Bar b = bar(stock::SectionShape::RoundTube, 60.3, 60.3, 4, 345, 0);
        b.unbraced = 160 * b.properties.ry;
        QVERIFY(near(memberStrength(b).compression / b.properties.area, 67.6, 0.001));
    }
    /// F7-2 is continuous at both ends of its range: 1.12 and 1.40 sqrt(E/Fy).
    void noncompactFlangeIsContinuous() {
        const double root = std::sqrt(200000.0 / 355);
        for (const double limit : {1.12, 1.40}) {
            const auto at = [&](double factor) {
                const double t = 4, flat = limit * root * t * factor;
                return memberStrength(bar(stock::SectionShape::RectTube, flat + 16, flat + 16, t, 355, 100))
                           .bendingY /
                       (flat * flat);
            };
            QVERIFY2(near(at(0.999), at(1.001), 0.03), qPrintable(QString::number(limit)));
        }
    }
    /// F8: a compact round has Fy Z; D/t = 0.07 E/Fy is the limit.
    void roundTube() {
        const Bar b = bar(stock::SectionShape::RoundTube, 48.3, 48.3, 3.2, 235, 500);
        QVERIFY(near(memberStrength(b).bendingY, 235 * 6.52e3, 0.003));
    }
    /// F11: an upright flat: plastic up to Lb d/t2 = 0.08 E/Fy, 1.9 E Sx/(Lb d/t2) when slender.
    void flatOnEdge() {
        const Bar stocky = bar(stock::SectionShape::Flat, 100, 10, 10, 250, 60);
        QVERIFY(near(memberStrength(stocky).bendingY, 250 * 10 * 1e4 / 4, 1e-9));
        const Bar slender = bar(stock::SectionShape::Flat, 200, 6, 6, 250, 3000);
        const double parameter = 3000 * 200 / 36.0;
        QVERIFY(near(memberStrength(slender).bendingY, 1.9 * 200000 / parameter * 6 * 4e4 / 6, 1e-9));
    }
    /// A channel of 120 x 60 x 4 by hand: twist t³(h + 2b)/3 over t at 0.6 Fy, shear of its web, tension; a
    /// long one buckles sideways sooner than a short one, and twist weakens it far below the box of its size.
    void openChannel() {
        const Bar channel = bar(stock::SectionShape::Channel, 120, 60, 4, 300, 300);
        const MemberStrength s = memberStrength(channel);
        const double web = 116, flange = 58;
        QVERIFY(near(s.torsion, 0.6 * 300 * 16 * (web + 2 * flange) / 3, 1e-9));
        QVERIFY(near(s.shearZ, 0.6 * 300 * 120 * 4, 1e-9));
        QVERIFY(near(s.tension, 300 * 4 * (web + 2 * flange), 1e-9));
        QVERIFY(!s.hollow && s.bendingY <= 300 * channel.properties.Wely * (1 + 1e-9));
        Bar longer = channel;
        longer.unbraced = 4000;
        const MemberStrength weak = memberStrength(longer);
        QVERIFY(weak.bendingY < 0.8 * s.bendingY && weak.compression < 0.5 * s.compression);
        const MemberStrength box = memberStrength(bar(stock::SectionShape::RectTube, 120, 60, 4, 300, 300));
        QVERIFY(s.torsion < box.torsion / 20 && s.bendingZ < 0.6 * box.bendingZ);
    }
    /// Lateral buckling of a long channel by AISC 360-16 F2-4 as it is printed, with its own rts, c and h0,
    /// through the column curve.
    void channelBucklesSideways() {
        const double E = 200000, L = 5000, h0 = 192, b = 76, t = 8;
        const Bar channel = bar(stock::SectionShape::Channel, 200, 80, 8, 300, L);
        const auto &p = channel.properties;
        const double warping = t * h0 * h0 * b * b * b * (3 * b + 2 * h0) / (12 * (6 * b + h0));
        const double c = h0 / 2 * std::sqrt(p.Iz / warping),
                     rts = std::sqrt(std::sqrt(p.Iz * warping) / p.Wely), slender = L / rts;
        const double Fcr = std::numbers::pi * std::numbers::pi * E / (slender * slender) *
                           std::sqrt(1 + 0.078 * p.J * c / (p.Wely * h0) * slender * slender);
        const double Fn = 300 / Fcr <= 2.25 ? std::pow(0.658, 300 / Fcr) * 300 : 0.877 * Fcr;
        const MemberStrength s = memberStrength(channel);
        QVERIFY2(near(s.bendingY, Fn * p.Wely, 0.02),
                 qPrintable(QString("%1 %2").arg(s.bendingY).arg(Fn * p.Wely)));
    }
    /// Euler's load about the weaker axis, where twist does not come first.
    void openColumn() {
        const Bar channel = bar(stock::SectionShape::Channel, 120, 60, 8, 300, 6000);
        const auto &p = channel.properties;
        const double euler = std::numbers::pi * std::numbers::pi * 200000 * p.Iz / (6000.0 * 6000.0);
        QVERIFY(memberStrength(channel).compression <= 0.877 * euler * (1 + 1e-9));
        QVERIFY(memberStrength(channel).compression > 0.5 * euler);
    }
    /// Aluminum Design Manual, printed constants of 6061-T6 (ksi): Bc 39.4, Dc 0.246, Cc 66; Bp 45.0, Dp
    /// 0.301; Bbr 66.8, Dbr 0.665.
    void aluminumConstants() {
        constexpr double ksi = 6.894757;
        const AluminumBuckling k = aluminumBuckling(35 * ksi, 10100 * ksi, false);
        QVERIFY(near(k.Bc / ksi, 39.4, 2e-3) && near(k.Dc / ksi, 0.246, 2e-3) && near(k.Cc, 66, 0.01));
        QVERIFY(near(k.Bp / ksi, 45.0, 2e-3) && near(k.Dp / ksi, 0.301, 4e-3));
        QVERIFY(near(k.Bbr / ksi, 66.8, 2e-3) && near(k.Dbr / ksi, 0.665, 2e-3));
    }
    /// Stocky it yields, slender it buckles at 0.85 of Euler's load, without a jump between; a weld takes
    /// away more than half of a stocky one and nothing of a slender one.
    void aluminumColumns() {
        const auto tube = [](double length, bool welded) {
            Bar b = bar(stock::SectionShape::RectTube, 80, 80, 5, 240, length);
            b.material.family = "aluminum";
            b.material.E = 68900;
            b.material.ultimate = 290;
            b.material.weldedYield = 105;
            b.material.weldedUltimate = 165;
            if (welded) b.material.yield = 105;
            return b;
        };
        const Bar stocky = tube(100, false), slender = tube(4000, false);
        QVERIFY(near(memberStrength(stocky).compression, 240 * stocky.properties.area, 1e-9));
        const double r = slender.properties.ry, pi = std::numbers::pi;
        QVERIFY(near(memberStrength(slender).compression,
                     0.85 * pi * pi * 68900 * slender.properties.area * r * r / 4000 / 4000, 1e-9));
        double last = memberStrength(stocky).compression;
        for (double L = 110; L < 4000; L += 10) {
            const double now = memberStrength(tube(L, false)).compression;
            QVERIFY2(now <= last + 1e-6 && now > 0.95 * last, qPrintable(QString::number(L)));
            last = now;
        }
        QVERIFY(near(memberStrength(tube(100, true)).compression, 105 * stocky.properties.area, 1e-9));
        QVERIFY(
            near(memberStrength(tube(4000, true)).compression, memberStrength(slender).compression, 1e-9));
        working::Working w;
        (void)memberStrength(tube(100, true), &w);
        QVERIFY(!w.notes.empty() && w.notes.back().find("welded") != std::string::npos);
    }
    /// Walls that are thin for their width carry less, never more, and without a jump.
    void aluminumWalls() {
        double last = 1e300;
        for (double t = 8; t > 1.2; t -= 0.05) {
            Bar b = bar(stock::SectionShape::RectTube, 150, 150, t, 240, 100);
            b.material.family = "aluminum";
            b.material.E = 68900;
            b.material.weldedYield = 105;
            const MemberStrength s = memberStrength(b);
            const double stress = s.compression / b.properties.area;
            QVERIFY2(stress <= last + 1e-9 && (last > 1e299 || stress > 0.95 * last),
                     qPrintable(QString::number(t)));
            QVERIFY(s.bendingY > 0 && s.shearZ > 0 && s.torsion > 0 &&
                    s.bendingY <= 240 * b.properties.Wply + 1);
            last = stress;
        }
        QVERIFY(last < 120);
    }
    /// Interaction by hand, H1-1a and b and H3-6.
    void interaction() {
        MemberStrength s;
        s.tension = s.compression = 100;
        s.bendingY = s.bendingZ = 100;
        s.shearY = s.shearZ = 100;
        s.torsion = 100;
        QVERIFY(near(memberUtilization(s, forces(30, 0, 0, 0, 36, 0), 1), 0.30 + 8.0 / 9 * 0.36, 1e-12));
        QVERIFY(near(memberUtilization(s, forces(-10, 0, 0, 0, 36, 0), 1), 0.05 + 0.36, 1e-12));
        QVERIFY(near(memberUtilization(s, forces(10, 0, 20, 30, 20, 0), 1), 0.10 + 0.20 + 0.25, 1e-12));
        QVERIFY(near(memberUtilization(s, forces(0, 0, 50, 0, 0, 0), 1.67), 0.835, 1e-12));
        QVERIFY(near(memberReserve(s, forces(0, 0, 0, 0, 25, 0)), 4, 1e-9));
        QVERIFY(near(memberReserve(s, mechanics::Vec6::Zero()), 1e9, 1e-9));
    }
    /// A little below its reserve a bar holds, a little above it does not: of any mixture of forces, those
    /// among them where torsion begins to count with the rest.
    void reserveIsTheLimit() {
        MemberStrength s;
        s.tension = 120, s.compression = 70;
        s.bendingY = 40, s.bendingZ = 25;
        s.shearY = 60, s.shearZ = 30;
        s.torsion = 15;
        std::mt19937 random(7);
        std::uniform_real_distribution<double> part(-1, 1);
        for (int i = 0; i < 20000; ++i) {
            mechanics::Vec6 f;
            for (int k = 0; k < 6; ++k) f(k) = std::pow(part(random), 3) * 50;
            const double k = memberReserve(s, f);
            QVERIFY(memberUtilization(s, f * (k * (1 - 1e-9)), 1) < 1);
            QVERIFY(memberUtilization(s, f * (k * (1 + 1e-9)), 1) >= 1);
        }
    }
    void vonMises() {
        const Bar b = bar(stock::SectionShape::Flat, 100, 10, 10, 250, 100);
        QVERIFY(near(skinStress(b, forces(50000, 0, 0, 0, 0, 0)), 50, 1e-12));
        QVERIFY(near(skinStress(b, forces(0, 0, 0, 0, 1e6, 0)), 60, 1e-12));
        QVERIFY(near(skinStress(b, forces(0, 0, 10000, 0, 0, 0)), std::sqrt(3.0) * 12, 1e-12));
    }
    /// Pin plate by hand (D5): t 20, d 19, hole 22, a 40, b 30, w 82, S355: be = min(56, 30) = 30.
    void pinTab() {
        const PinTabStrength s = pinTabStrength({20, 19, 22, 40, 30, 82, 355, 470});
        QVERIFY(near(s.netTension, 470 * 2 * 20 * 30.0, 1e-12));
        QVERIFY(near(s.tearOut, 0.6 * 470 * 2 * 20 * 49.5, 1e-12));
        QVERIFY(near(s.bearing, 1.8 * 355 * 19 * 20, 1e-12));
        QVERIFY(near(s.gross, 355.0 * 82 * 20, 1e-12));
        QVERIFY(near(s.allowable(), 1.8 * 355 * 19 * 20 / 2, 1e-12));
    }
    /// Longitudinal plate on a wall (K1) by hand: t 6, B 100, tp 10, lb 80, Fy 355, no chord stress.
    void plateAlongATube() {
        const double expected = 355 * 36 / 0.9 * (2 * 0.8 + 4 * std::sqrt(0.9));
        QVERIFY(near(plateOnWallStrength({6, 100, 355, 80, 10, 355, true, 0}), expected, 1e-12));
        // stress in the tube weakens the wall
        QVERIFY(plateOnWallStrength({6, 100, 355, 80, 10, 355, true, 0.6}) < expected);
    }
    /// Transverse plate by hand: t 8, B 150, Bp 110, tp 15: yielding 10/18.75 355 8 110; folding with beta
    /// 0.7333.
    void plateAcrossATube() {
        const double yielding = 10 / 18.75 * 355 * 8 * 110, beta = 110 / 150.0;
        const double folding = 355 * 64 * (2 + 2.8 * beta) / std::sqrt(1 - 0.9 * beta);
        QVERIFY(near(plateOnWallStrength({8, 150, 355, 110, 15, 355, false, 0}), std::min(yielding, folding),
                     1e-12));
        // twice the wall, four times the folding strength
        QVERIFY(plateOnWallStrength({4, 150, 355, 110, 15, 355, false, 0}) <
                0.3 * plateOnWallStrength({8, 150, 355, 110, 15, 355, false, 0}));
    }
    void boltHole() {
        QVERIFY(near(holeBearing(16, 17.5, 15, 470, 30),
                     std::min(1.2 * 21.25 * 15 * 470, 2.4 * 16 * 15 * 470), 1e-12));
        QCOMPARE(holeBearing(16, 17.5, 15, 470, 5), 0.0);
    }
    void weldSizes() {
        QCOMPARE(smallestLeg(6), 3.0);
        QCOMPARE(smallestLeg(13), 5.0);
        QCOMPARE(smallestLeg(19), 6.0);
        QCOMPARE(smallestLeg(20), 8.0);
        QCOMPARE(largestLeg(5), 5.0);
        QCOMPARE(largestLeg(10), 8.0);
    }
    /// Layer formula of the methods page: 64 mm drum, 9.5 mm rope; each layer pulls less.
    void ropeLayers() {
        QCOMPARE(pullOnLayer(42169, 64, 9.5, 1), 42169.0);
        QVERIFY(near(pullOnLayer(42169, 64, 9.5, 4), 42169 * 73.5 / 130.5, 1e-12));
    }
    void lineDirections() {
        QVERIFY((lineDirection(0, 0) - Vec3::UnitX()).norm() < 1e-15);
        QVERIFY(std::abs(lineDirection(0.5, -0.3).norm() - 1) < 1e-15);
        QVERIFY(lineDirection(0.5, 0).y() > 0 && lineDirection(0, 0.3).z() > 0);
    }
};

QTEST_GUILESS_MAIN(TestStrength)
#include "test_strength.moc"
