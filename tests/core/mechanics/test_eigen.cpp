#include <QTest>

#include <cmath>
#include <numbers>

#include "core/mechanics/eigen_analysis.h"
#include "tests/core/mechanics/shell_course.h"

using namespace hefty;
using namespace hefty::testing;

namespace {

constexpr double pi = std::numbers::pi;
constexpr double E = 200000, L = 2000, I = 60000, A = 400, density = 7.85e-6;

/// A straight beam along x, one beam of the model, ends held as told.
FrameModel strut(FreedomSet from, FreedomSet to, int beams = 1) {
    FrameModel m;
    m.materials.push_back({"m", E, 0.3, density, 0});
    m.sections.push_back({"s", A, I, 2 * I, 3 * I, {}, {}, 0, 0});
    m.cases = {"c"};
    for (int i = 0; i <= beams; ++i) m.nodes.push_back({"n" + std::to_string(i), {L * i / beams, 0, 0}});
    for (int i = 0; i < beams; ++i)
        m.beams.push_back({"b" + std::to_string(i), i, i + 1, 0, 0, Vec3::UnitZ(), 0, 0});
    m.supports.push_back({0, from});
    m.supports.push_back({beams, to});
    return m;
}

FrameModel pressed(FreedomSet from, FreedomSet to) {
    FrameModel m = strut(from, to);
    m.nodeLoads.push_back({0, 1, Vec3(-1, 0, 0), Vec3(0, 0, 0)});
    return m;
}

double firstFactor(const FrameModel &m) {
    const auto s = solveBuckling(m, 0, 1);
    return s && !s->factors.empty() ? s->factors[0] : -1;
}

double firstFrequency(const FrameModel &m) {
    const auto s = solveModes(m, 1);
    return s && !s->frequencies.empty() ? s->frequencies[0] : -1;
}

bool near(double value, double wanted, double share) {
    if (std::abs(value / wanted - 1) < share) return true;
    qWarning("%.8g, wanted %.8g", value, wanted);
    return false;
}

constexpr FreedomSet pinned = X | Y | Z | RX, rolled = Y | Z, guided = Y | Z | RY | RZ;

}  // namespace

/// Buckling factors and natural frequencies against closed forms.
class TestEigen : public QObject {
    Q_OBJECT

  private slots:
    /// Euler's four columns, each given as a single beam; about the weak axis.
    void eulerColumns() {
        const double unit = E * I / (L * L);
        QVERIFY(near(firstFactor(pressed(pinned, rolled)), pi * pi * unit, 1e-3));
        QVERIFY(near(firstFactor(pressed(all, 0)), pi * pi / 4 * unit, 1e-3));
        QVERIFY(near(firstFactor(pressed(all, guided)), 4 * pi * pi * unit, 1e-3));
        QVERIFY(near(firstFactor(pressed(all, rolled)), 20.190729 * unit, 1e-3));
    }
    /// Several factors, of both planes, in order; the strong plane has twice the stiffness.
    void severalFactors() {
        const auto s = solveBuckling(pressed(pinned, rolled), 0, 3);
        const double unit = pi * pi * E * I / (L * L);
        QVERIFY(s && s->factors.size() == 3);
        QVERIFY(near(s->factors[0], unit, 1e-3) && near(s->factors[1], 2 * unit, 1e-3) &&
                near(s->factors[2], 4 * unit, 2e-3));
    }
    /// A flat bar bent the strong way gives way to the side. Timoshenko and Gere 1961, 6.2 to 6.4, without
    /// warping: under equal moments between forks pi sqrt(E Iz G J)/L; a cantilever with a load at the
    /// middle of its end 4.013 sqrt(E Iz G J)/L2; between forks with a load in the middle 16.94.
    void flatBarGivesWayToTheSide() {
        constexpr double t = 5, h = 60;
        const auto flat = [&](int beams) {
            FrameModel m = strut(0, 0, beams);
            m.supports.clear();
            m.sections[0] = {"s", t * h, t * h * h * h / 12, h * t * t * t / 12, h * t * t * t / 3, {}, {},
                             0,   0};
            return m;
        };
        const double G = E / 2.6, root = std::sqrt(E * h * t * t * t / 12 * G * h * t * t * t / 3);
        FrameModel forks = flat(2);
        forks.supports = {{0, X | Y | Z | RX}, {2, Y | Z | RX}};
        FrameModel even = forks;
        even.nodeLoads = {{0, 0, Vec3::Zero(), Vec3(0, 1, 0)}, {0, 2, Vec3::Zero(), Vec3(0, -1, 0)}};
        QVERIFY(near(firstFactor(even), pi * root / L, 0.01));
        FrameModel middle = forks;
        middle.nodeLoads = {{0, 1, Vec3(0, 0, -1), Vec3::Zero()}};
        QVERIFY(near(firstFactor(middle), 16.94 * root / (L * L), 0.01));
        FrameModel cantilever = flat(1);
        cantilever.supports = {{0, all}};
        cantilever.nodeLoads = {{0, 1, Vec3(0, 0, -1), Vec3::Zero()}};
        QVERIFY(near(firstFactor(cantilever), 4.013 * root / (L * L), 0.01));
    }
    /// A flat bar as an angle of two arms at right angles gives the same factor as one of shells: moments
    /// are carried around the corner.
    void bentFlatBarAsShells() {
        constexpr double t = 4, h = 40, arm = 400;
        constexpr int n = 16;
        FrameModel bar;
        bar.materials.push_back({"m", E, 0.3, density, 0});
        bar.sections.push_back(
            {"s", t * h, t * h * h * h / 12, h * t * t * t / 12, 0.314 * h * t * t * t, {}, {}, 0, 0});
        bar.cases = {"c"};
        FrameModel plate = bar;
        for (int i = 0; i <= 2 * n; ++i) {
            const Vec3 at = i <= n ? Vec3(arm * i / n, 0, 0) : Vec3(arm, arm * (i - n) / n, 0);
            bar.nodes.push_back({"n" + std::to_string(i), at});
            if (i == n || i == 2 * n)
                bar.beams.push_back({"b" + std::to_string(i), i - n, i, 0, 0, Vec3::UnitZ(), 0, 0});
            for (int j = 0; j <= 4; ++j)
                plate.nodes.push_back({"p" + std::to_string(5 * i + j), at + Vec3(0, 0, h * (j - 2) / 4.0)});
        }
        for (int i = 0; i < 2 * n; ++i)
            for (int j = 0; j < 4; ++j)
                plate.shells.push_back({"s" + std::to_string(4 * i + j),
                                        {5 * i + j, 5 * i + 5 + j, 5 * i + 6 + j, 5 * i + 1 + j},
                                        0,
                                        t});
        bar.supports.push_back({0, all});
        for (int j = 0; j <= 4; ++j) plate.supports.push_back({j, all});
        bar.nodeLoads.push_back({0, 2 * n, Vec3(0, 0, -1), Vec3::Zero()});
        plate.nodeLoads.push_back({0, 10 * n + 2, Vec3(0, 0, -1), Vec3::Zero()});
        QVERIFY(near(firstFactor(bar), firstFactor(plate), 0.05));
    }
    void pulledDoesNotBuckle() {
        FrameModel m = pressed(pinned, rolled);
        m.nodeLoads[0].force = {1, 0, 0};
        const auto s = solveBuckling(m, 0, 4);
        QVERIFY(s && s->factors.empty());
        m.nodeLoads.clear();
        const auto idle = solveBuckling(m, 0, 4);
        QVERIFY(idle && idle->factors.empty());
    }
    /// A column soft in shear: Engesser 1/P = 1/PE + 1/GAs.
    void shearColumn() {
        FrameModel m = pressed(pinned, rolled);
        m.sections[0].Asy = m.sections[0].Asz = 2.0;
        const double euler = pi * pi * E * I / (L * L), shear = E / 2.6 * 2.0;
        QVERIFY(near(firstFactor(m), euler / (1 + euler / shear), 0.01));
    }
    /// A portal with fixed feet that sways, both columns loaded: P = 0.7472 pi2 EI/h2 for equal members of
    /// equal length (Timoshenko and Gere 1961, 2.4: kh tan-type equation, solved here).
    void portal() {
        FrameModel m;
        m.materials.push_back({"m", E, 0.3, 0, 0});
        m.sections.push_back({"s", 1e5, I, I, 3 * I, {}, {}, 0, 0});
        m.cases = {"c"};
        m.nodes = {{"a", {0, 0, 0}}, {"b", {0, 0, L}}, {"c", {L, 0, L}}, {"d", {L, 0, 0}}};
        for (const auto &[id, f, t] : {std::tuple{"ab", 0, 1}, {"bc", 1, 2}, {"cd", 2, 3}})
            m.beams.push_back({id, f, t, 0, 0, Vec3::UnitY(), 0, 0});
        m.supports = {{0, all}, {3, all}, {1, Y}, {2, Y}};
        for (const int n : {1, 2}) m.nodeLoads.push_back({0, n, Vec3(0, 0, -1), Vec3(0, 0, 0)});
        // Antisymmetric sway: x / tan x = -6 I2 h/(I1 l), x = k h.
        double low = pi / 2 + 1e-9, high = pi - 1e-9;
        for (int i = 0; i < 100; ++i) {
            const double x = (low + high) / 2;
            (x / std::tan(x) > -6 ? low : high) = x;
        }
        QVERIFY(near(firstFactor(m), low * low * E * I / (L * L), 5e-3));
    }
    /// A square plate on simple supports pressed along one side: 4 pi2 D/b2; clamped on its loaded sides it
    /// bears more (Timoshenko and Gere 1961, 9.2).
    void pressedPlate() {
        const double b = 400, t = 4, D = E * t * t * t / 12 / (1 - 0.09);
        Grid g(
            12, 12, [&](double u, double v) { return Vec3(b * u, b * v, 0); }, E, 0.3, t);
        const int n = 12;
        g.hold([n](int i, int j) { return i == 0 || j == 0 || i == n || j == n; }, Z);
        g.model.supports.push_back({g.node(0, 0), X | Y});
        g.model.supports.push_back({g.node(0, n), X});
        for (int j = 0; j <= n; ++j) {
            const double share = (j == 0 || j == n ? 0.5 : 1) * b / n;
            g.load(0, j, {share, 0, 0});
            g.load(n, j, {-share, 0, 0});
        }
        QVERIFY(near(firstFactor(g.model), 4 * pi * pi * D / (b * b), 0.01));
    }
    /// A column made of shells in a box: Euler, the walls too thick to buckle on their own.
    void boxColumn() {
        const double side = 40, t = 4, length = 1200;
        constexpr int along = 24;
        Grid g(
            along, 4,
            [&](double u, double v) {
                const int corner = static_cast<int>(std::lround(4 * v)) % 4;
                const std::array<std::array<double, 2>, 4> at{{{-1, -1}, {1, -1}, {1, 1}, {-1, 1}}};
                return Vec3(length * u, side / 2 * at[static_cast<std::size_t>(corner)][0],
                            side / 2 * at[static_cast<std::size_t>(corner)][1]);
            },
            E, 0, t);
        // The grid's first and last rows of nodes are the same edge.
        for (FrameShell &s : g.model.shells)
            for (int &node : s.nodes)
                if (node >= g.node(0, 4)) node -= g.node(0, 4);
        for (int j = 0; j < 4; ++j) {
            g.model.supports.push_back({g.node(0, j), all});
            g.load(along, j, {-0.25, 0, 0});
        }
        const double inertia = 2 * (t * side * side * side / 12) + 2 * (side * t * side * side / 4);
        QVERIFY(near(firstFactor(g.model), pi * pi / 4 * E * inertia / (length * length), 0.02));
    }
    /// Bending modes of a cantilever and of a beam on two supports, given as one beam.
    void beamModes() {
        const double unit = std::sqrt(1000 * E * I / (density * A)) / (2 * pi * L * L);
        QVERIFY(near(firstFrequency(strut(all, 0)), 1.8751041 * 1.8751041 * unit, 2e-3));
        QVERIFY(near(firstFrequency(strut(pinned, rolled)), pi * pi * unit, 2e-3));
        const auto s = solveModes(strut(pinned, rolled), 3);
        QVERIFY(s && s->frequencies.size() == 3);
        QVERIFY(near(s->frequencies[1], std::sqrt(2) * pi * pi * unit, 2e-3));  // the strong plane
        QVERIFY(near(s->frequencies[2], 4 * pi * pi * unit, 2e-3));
    }
    /// A beam that nothing holds: its six motions without strain are left out.
    void freeBeam() {
        const double unit = std::sqrt(1000 * E * I / (density * A)) / (2 * pi * L * L);
        FrameModel m = strut(0, 0, 4);
        QVERIFY(near(firstFrequency(m), 4.7300407 * 4.7300407 * unit, 2e-3));
    }
    /// Along the bar c/4L, and twist with the section's polar inertia.
    void alongAndTwist() {
        FrameModel m = strut(all, Y | Z | RX | RY | RZ, 8);
        for (int i = 1; i < 8; ++i) m.supports.push_back({i, Y | Z | RX | RY | RZ});
        const double speed = std::sqrt(1000 * E / density);
        QVERIFY(near(firstFrequency(m), speed / (4 * L), 2e-3));
        for (FrameSupport &s : m.supports) s.fixed = X | Y | Z | RY | RZ;
        m.supports[0].fixed = all;
        const double turning = std::sqrt(1000 * (E / 2.6 * 3 * I) / (density * 3 * I));
        QVERIFY(near(firstFrequency(m), turning / (4 * L), 2e-3));
    }
    /// A square plate on simple supports: pi sqrt(D/(rho t)) / a2 (Leissa 1973), and in the right order.
    void plateModes() {
        const double a = 500, t = 5, D = E * t * t * t / 12 / (1 - 0.09);
        constexpr int n = 12;
        Grid g(
            n, n, [&](double u, double v) { return Vec3(a * u, a * v, 0); }, E, 0.3, t);
        g.model.materials[0].density = density;
        g.hold([](int i, int j) { return i == 0 || j == 0 || i == n || j == n; }, X | Y | Z);
        const double unit = pi / 2 * std::sqrt(1000 * D / (density * t)) / (a * a);
        const auto s = solveModes(g.model, 4);
        QVERIFY(s && s->frequencies.size() == 4);
        QVERIFY(near(s->frequencies[0], 2 * unit, 0.01));
        QVERIFY(near(s->frequencies[1], 5 * unit, 0.015) && near(s->frequencies[2], 5 * unit, 0.015));
        QVERIFY(near(s->frequencies[3], 8 * unit, 0.02));
    }
    /// A large system goes another way than a small one and must say the same.
    void largeAgreesWithSmall() {
        const double small = firstFactor(pressed(all, rolled));
        FrameModel m = strut(all, rolled, 100);
        m.nodeLoads.push_back({0, 100, Vec3(-1, 0, 0), Vec3(0, 0, 0)});
        QVERIFY(near(firstFactor(m), small, 1e-3));
        QVERIFY(near(firstFrequency(m), firstFrequency(strut(all, rolled)), 1e-3));
    }
    /// The shape of the column of Euler is a half sine: the middle moves most.
    void shapes() {
        FrameModel m = strut(pinned, rolled, 4);
        m.nodeLoads.push_back({0, 4, Vec3(-1, 0, 0), Vec3(0, 0, 0)});
        const auto s = solveBuckling(m, 0, 1);
        QVERIFY(s && s->shapes.size() == 1 && s->shapes[0].size() == 5);
        QVERIFY(std::abs(std::abs(s->shapes[0][2](2)) - 1) < 1e-6);
        QVERIFY(std::abs(s->shapes[0][1](2) / s->shapes[0][2](2) - std::sin(pi / 4)) < 1e-3);
        QVERIFY(std::abs(s->shapes[0][2](1)) < 1e-6);  // not the strong plane
    }
    void refusals() {
        FrameModel m = strut(pinned, rolled);
        QVERIFY(solveBuckling(m, 3, 1).error().where == "analysis/case");
        QVERIFY(solveBuckling(m, 0, 0).error().where == "analysis/count");
        QVERIFY(solveModes(m, 0).error().where == "analysis/count");
        m.materials[0].density = 0;
        QVERIFY(solveModes(m, 1).error().where == "materials/density");
        FrameModel loose = pressed(pinned, 0);
        QVERIFY(solveBuckling(loose, 0, 1).error().kind == ProblemKind::Mechanism);
        FrameModel wrong = pressed(pinned, rolled);
        wrong.beams[0].to = 9;
        QVERIFY(solveBuckling(wrong, 0, 1).error().kind == ProblemKind::UnknownId);
        QVERIFY(solveModes(wrong, 1).error().kind == ProblemKind::UnknownId);
    }
};

QTEST_APPLESS_MAIN(TestEigen)
#include "test_eigen.moc"
