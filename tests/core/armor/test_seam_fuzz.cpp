#include <QtTest>

#include <numbers>
#include <random>

#include "core/armor/builder.h"
#include "core/armor/making/maker.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::demoJob;
using hefty::testing::demoRig;
using hefty::testing::shippedStock;

namespace {

constexpr double within = 0.5;  // mm: what counts as touching

/// Distances by elementary geometry, apart from the program's own.
double toBox(const Vec3 &p, const Vec3 &half) {
    const Vec3 d = p.cwiseAbs() - half;
    return d.cwiseMax(0.0).norm() + std::min(d.maxCoeff(), 0.0);
}

/// From the outer surface of an endless straight bar's walls, or its ends; below 0: inside.
double toBar(const BarPart &bar, const Vec3 &p) {
    const Vec3 along = (bar.to - bar.from).normalized();
    const double L = (bar.to - bar.from).norm(), x = (p - bar.from).dot(along);
    const Vec3 off = p - bar.from - along * x;
    double wall = 0;
    if (bar.section.shape == stock::SectionShape::RoundTube) {
        wall = off.norm() - bar.section.height / 2;
    } else {
        const Vec3 z = (bar.up - along * bar.up.dot(along)).normalized(), y = z.cross(along);
        const double r = bar.properties.outerRadius;
        const double a = std::abs(off.dot(y)) - (bar.section.width / 2 - r),
                     b = std::abs(off.dot(z)) - (bar.section.height / 2 - r);
        wall = std::hypot(std::max(a, 0.0), std::max(b, 0.0)) + std::min(std::max(a, b), 0.0) - r;
    }
    const double end = std::abs(x - L / 2) - L / 2;
    return std::max(wall, 0.0) > 0 || end > 0 ? std::hypot(std::max(wall, 0.0), std::max(end, 0.0))
                                              : std::max(wall, end);
}

double toSheet(const SheetPart &sheet, const Vec3 &p) {
    // rectangles only: their outline's box
    Vec2 low = sheet.outline[0], high = low;
    for (const Vec2 &c : sheet.outline) {
        low = low.cwiseMin(c);
        high = high.cwiseMax(c);
    }
    const Vec2 middle = (low + high) / 2, half = (high - low) / 2;
    const Vec3 d = p - sheet.axes.origin;
    return toBox(
        Vec3(d.dot(sheet.axes.x) - middle.x(), d.dot(sheet.axes.y) - middle.y(), d.dot(sheet.axes.z)),
        Vec3(half.x(), half.y(), sheet.thickness / 2));
}

struct Pair {
    Assembly built;
    std::string one, other;
};

class Random {
  public:
    explicit Random(unsigned seed) : m_random(seed) {}
    double upTo(double low, double high) {
        return std::uniform_real_distribution<double>(low, high)(m_random);
    }
    template <class List>
    const auto &of(const List &list) {
        return list[static_cast<std::size_t>(upTo(0, static_cast<double>(std::size(list)) - 1e-9))];
    }
    Vec3 way() {
        Vec3 v;
        do v = Vec3(upTo(-1, 1), upTo(-1, 1), upTo(-1, 1));
        while (v.norm() > 1 || v.norm() < 0.1);
        return v.normalized();
    }

  private:
    std::mt19937 m_random;
};

constexpr std::array<const char *, 4> rounds{"CHS 33.7x3.2", "CHS 48.3x3.2", "CHS 60.3x5", "CHS 42.4x3.2"};
constexpr std::array<const char *, 4> boxes{"SHS 40x40x3", "SHS 60x60x4", "RHS 100x60x4", "RHS 80x60x4"};

StockedBar stocked(const char *id) {
    StockedBar of;
    of.section = *shippedStock().section(id);
    of.material = *shippedStock().material("S355");
    of.properties = stock::properties(of.section, of.material.density).value();
    return of;
}

/// Builds with a function on a bare piece, ends cut and seams found.
template <class Build>
Assembly make(const Build &build) {
    static const job::Job job = demoJob();
    static const Piece piece = [] {
        Piece p;
        p.id = "own";
        p.pattern = "from-nothing";
        return p;
    }();
    const BuildInput input{piece, job.vehicle, demoRig(), shippedStock()};
    Maker maker(input, *pattern("from-nothing"));
    build(maker);
    Assembly out = maker.finish().value();
    findWelds(out, pattern("from-nothing"), input);
    return out;
}

double seam(const Assembly &a) {
    double sum = 0;
    for (const WeldJoint &w : a.welds) sum += w.length();
    return sum;
}

/// A round branch at an angle and offset of another round or a rectangular bar, its end cut to it, then drawn
/// back by a gap.
Assembly branch(Random &random, double gap, double *expected) {
    const bool onRound = random.upTo(0, 1) < 0.6;
    const StockedBar chord = stocked(onRound ? random.of(rounds) : random.of(boxes));
    StockedBar of = stocked(random.of(rounds));
    const double R = chord.section.height / 2;
    while (of.section.height > 0.95 * std::min(chord.section.height, chord.section.width))
        of = stocked("CHS 26.9x3.2");
    const double r = of.section.height / 2, angle = random.upTo(0.7, std::numbers::pi / 2);
    const double offset = onRound ? random.upTo(-1, 1) * std::max(0.0, 0.8 * (R - r)) : 0;
    const Vec3 y = random.way(), x = y.unitOrthogonal(), z = x.cross(y);  // chord along x
    const Vec3 at = random.way() * 300;
    const Vec3 out = x * std::cos(angle) + z * std::sin(angle);
    // Length of the cut by quadrature over the branch's outside: on a cylinder or on a plane.
    *expected = 0;
    const auto cut = [&](double phi) -> Vec3 {
        const Vec3 side = (z - out * z.dot(out)).normalized(), across = out.cross(side);
        const Vec3 fibre = side * (r * std::cos(phi)) + across * (r * std::sin(phi)) + y * offset;
        if (!onRound) return fibre + out * ((R - fibre.dot(z)) / out.dot(z));
        const double fy = fibre.dot(y), rise = std::sqrt(std::max(0.0, R * R - fy * fy));
        return fibre + out * ((rise - fibre.dot(z)) / out.dot(z));
    };
    constexpr int steps = 3600;
    for (int i = 0; i < steps; ++i)
        *expected +=
            (cut(2 * std::numbers::pi * (i + 1) / steps) - cut(2 * std::numbers::pi * i / steps)).norm();
    Assembly a = make([&](Maker &m) {
        m.bar("chord", {}, chord, at - x * 400, at + x * 400, {}, z);
        BarPart &b = m.bar("branch", {}, of, at + y * offset, at + y * offset + out * 300);
        Maker::cope(b, false, {"chord"});
    });
    if (gap == 0) return a;
    // Drawn back along itself: away from the chord by at least the gap times the sine of the angle.
    for (BarPart &b : a.bars)
        if (b.name == "branch") {
            b.from += out * gap;
            b.to += out * gap;
        }
    a.welds.clear();
    static const job::Job job = demoJob();
    Piece piece;
    piece.pattern = "from-nothing";
    findWelds(a, pattern("from-nothing"), {piece, job.vehicle, demoRig(), shippedStock()});
    return a;
}

}  // namespace

class TestSeamFuzz : public QObject {
    Q_OBJECT

  private slots:
    /// Copes at any angle and offset: the seam is as long as the curve of the cut within half a percent;
    /// drawn back by more than a fit-up gap there is none.
    void copes() {
        Random random(11);
        int rounded = 0;
        for (int i = 0; i < 1500; ++i) {
            double expected = 0;
            const Assembly a = branch(random, 0, &expected);
            const bool trimmed = a.bar("branch")->trimFrom.cut();
            if (!trimmed) continue;  // its note says so: not all of it meets the chord
            ++rounded;
            QVERIFY2(std::abs(seam(a) - expected) < 0.005 * expected,
                     qPrintable(QString("%1: %2, wanted %3").arg(i).arg(seam(a)).arg(expected)));
        }
        QVERIFY(rounded > 1300);
        for (int i = 0; i < 500; ++i) {
            double expected = 0;
            const Assembly a = branch(random, 2.5, &expected);
            QVERIFY2(seam(a) == 0, qPrintable(QString("%1: %2").arg(i).arg(seam(a))));
        }
    }
    /// A plate that stands by its edge on a wall of a bar or on another plate, at any slant, partly beyond
    /// its rim, or a little away: the rims of the edge that lie on the other body are sampled; where they do
    /// there is a seam, where they do not there is none.
    void edges() {
        Random random(12);
        int touching = 0, apart = 0;
        for (int i = 0; i < 1500; ++i) {
            const bool onBar = random.upTo(0, 1) < 0.5;
            const Vec3 z = random.way(), x = z.unitOrthogonal(), y = z.cross(x), at = random.way() * 300;
            const double t = random.of(std::array{4.0, 6.0, 10.0}), w = random.upTo(40, 240),
                         h = random.upTo(40, 120);
            const double gap = random.of(std::array{0.0, 0.0, 0.2, 1.5, 4.0});
            const StockedBar wall = stocked(random.of(boxes));
            const double half = onBar ? wall.section.height / 2 : 4;
            // along the bar; on a plate turned in its plane
            const double turn = onBar ? 0 : random.upTo(0, 3);
            const Vec3 along = x * std::cos(turn) + y * std::sin(turn), shift = x * random.upTo(-150, 150);
            const Assembly a = make([&](Maker &m) {
                if (onBar)
                    m.bar("base", {}, wall, at - x * 200, at + x * 200, {}, z);
                else {
                    SheetPart &base =
                        m.sheet("base", {}, {at, x, y, z}, {{-200, -60}, {200, -60}, {200, 60}, {-200, 60}},
                                8, wall.material);
                    parts::addCrossStrips(base);
                }
                SheetPart &s = m.sheet("plate", {}, {at + shift + z * (half + gap), along, z, along.cross(z)},
                                       {{-w / 2, 0}, {w / 2, 0}, {w / 2, h}, {-w / 2, h}}, t, wall.material);
                parts::addCrossStrips(s);
            });
            const SheetPart &plate = *a.sheet("plate");
            const auto toBase = [&](const Vec3 &p) {
                return a.bar("base") ? toBar(*a.bar("base"), p) : toSheet(*a.sheet("base"), p);
            };
            double lies = 0;
            constexpr int steps = 400;
            for (const double face : {-1.0, 1.0})
                for (int k = 0; k < steps; ++k) {
                    const Vec3 p = plate.axes.toWorld(Vec2(-w / 2 + w * (k + 0.5) / steps, 0)) +
                                   plate.axes.z * (face * t / 2);
                    if (std::abs(toBase(p)) < within) lies += w / steps;
                }
            const double found = seam(a);
            for (const WeldJoint &weld : a.welds)
                for (const Contact &c : weld.contacts)
                    for (const WeldLine &l : c.lines)
                        for (const double f : {0.05, 0.5, 0.95}) {
                            const Vec3 p = l.from + (l.to - l.from) * f;
                            QVERIFY2(std::abs(toBase(p)) < 0.75 && std::abs(toSheet(plate, p)) < 0.75,
                                     qPrintable(QString("%1: a seam in the air, %2").arg(i).arg(toBase(p))));
                        }
            if (gap > 1) {
                QVERIFY2(found == 0, qPrintable(QString("%1: %2 over a gap").arg(i).arg(found)));
                ++apart;
            } else if (lies > 30) {
                // Both rims and, where they lie free, its two ends; nothing where both bodies end flush.
                QVERIFY2(found > 0.9 * lies - 10 && found < lies + 2 * t + 10,
                         qPrintable(QString("%1: %2, rims of %3 lie").arg(i).arg(found).arg(lies)));
                ++touching;
            } else if (lies == 0 && found > 0) {
                QVERIFY2(found < 30, qPrintable(QString("%1: %2 where no rim lies").arg(i).arg(found)));
            }
        }
        QVERIFY(touching > 400 && apart > 300);
    }
    /// Any two bars anywhere: no seam in the air.
    void anyTwoBars() {
        Random random(13);
        int seams = 0;
        for (int i = 0; i < 3000; ++i) {
            const Assembly a = make([&](Maker &m) {
                for (const char *name : {"one", "other"}) {
                    const StockedBar of =
                        stocked(random.upTo(0, 1) < 0.5 ? random.of(rounds) : random.of(boxes));
                    const Vec3 from = random.way() * random.upTo(0, 120), along = random.way();
                    m.bar(name, {}, of, from, from + along * random.upTo(60, 400), {},
                          along.unitOrthogonal());
                }
            });
            for (const WeldJoint &weld : a.welds)
                for (const Contact &c : weld.contacts)
                    for (const WeldLine &l : c.lines) {
                        ++seams;
                        const Vec3 p = (l.from + l.to) / 2;
                        // The chords of drawn rounds lie up to a third of a millimeter inside.
                        for (const char *name : {"one", "other"})
                            QVERIFY2(
                                std::abs(toBar(*a.bar(name), p)) < 1.0,
                                qPrintable(
                                    QString("%1: %2 from %3").arg(i).arg(toBar(*a.bar(name), p)).arg(name)));
                    }
        }
        QVERIFY(seams > 0);
    }
};

QTEST_APPLESS_MAIN(TestSeamFuzz)
#include "test_seam_fuzz.moc"
