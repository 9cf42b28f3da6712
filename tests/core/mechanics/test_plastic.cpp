#include <QTest>

#include <cmath>
#include <random>

#include "core/mechanics/hinged_frame.h"
#include "core/mechanics/plastic.h"
#include "tests/core/mechanics/shell_course.h"

using namespace hefty;
using namespace hefty::testing;

namespace {

constexpr double L = 3000, fy = 250, Zp = 8e4, Mp = fy * Zp, A = 4000;

FrameModel frame(std::vector<FrameNode> nodes, const std::vector<std::array<int, 2>> &beams) {
    FrameModel m;
    m.materials.push_back({"m", 200000, 0.3, 7.85e-6, fy});
    m.sections.push_back({"s", A, 6e6, 6e6, 1e7, {}, {}, Zp, Zp});
    m.cases = {"c"};
    m.nodes = std::move(nodes);
    for (std::size_t i = 0; i < beams.size(); ++i)
        m.beams.push_back({"b" + std::to_string(i), beams[i][0], beams[i][1], 0, 0, Vec3::UnitY(), 0, 0});
    return m;
}

/// A beam of two halves along x, load at the middle.
FrameModel span(FreedomSet from, FreedomSet to) {
    FrameModel m = frame({{"a", {0, 0, 0}}, {"b", {L / 2, 0, 0}}, {"c", {L, 0, 0}}}, {{0, 1}, {1, 2}});
    m.supports = {{0, from}, {2, to}};
    m.nodeLoads.push_back({0, 1, Vec3(0, 0, -1), Vec3(0, 0, 0)});
    return m;
}

bool near(double value, double wanted, double share) {
    if (std::abs(value / wanted - 1) < share) return true;
    qWarning("%.8g, wanted %.8g", value, wanted);
    return false;
}

double collapse(const FrameModel &m) {
    const auto s = solvePlastic(m, 0);
    if (!s) qWarning("%s %s", s.error().message.c_str(), s.error().where.c_str());
    return s ? s->collapseFactor : -1;
}

/// A portal with fixed feet, the side load H at the top left, V in the middle of the beam.
FrameModel portal(double H, double V) {
    FrameModel m = frame(
        {{"a", {0, 0, 0}}, {"b", {0, 0, L}}, {"m", {L, 0, L}}, {"c", {2 * L, 0, L}}, {"d", {2 * L, 0, 0}}},
        {{0, 1}, {1, 2}, {2, 3}, {3, 4}});
    m.sections[0].A = 1e6;  // so that the axial force takes nothing off the moments
    m.supports = {{0, all}, {4, all}, {1, Y}, {2, Y}, {3, Y}};
    m.nodeLoads.push_back({0, 1, Vec3(H, 0, 0), Vec3(0, 0, 0)});
    m.nodeLoads.push_back({0, 2, Vec3(0, 0, -V), Vec3(0, 0, 0)});
    return m;
}

constexpr FreedomSet pinned = X | Y | Z | RX, rolled = Y | Z;

}  // namespace

/// Plastic collapse of frames against the textbook's mechanisms.
class TestPlastic : public QObject {
    Q_OBJECT

  private slots:
    /// 4, 6 and 8 Mp/L (Neal 1977, chapter 2).
    void spans() {
        QVERIFY(near(collapse(span(pinned, rolled)), 4 * Mp / L, 1e-6));
        QVERIFY(near(collapse(span(all, rolled)), 6 * Mp / L, 1e-6));
        QVERIFY(near(collapse(span(all, all)), 8 * Mp / L, 1e-6));
    }
    /// In the order they form: the propped beam yields at its fixed end first, at 16/3 Mp/L.
    void hingeOrder() {
        const auto s = solvePlastic(span(all, rolled), 0);
        QVERIFY(s && s->hinges.size() == 2);
        QCOMPARE(s->hinges[0].beam, 0);
        QVERIFY(!s->hinges[0].atTo);
        QVERIFY(near(s->hinges[0].factor, 16.0 / 3 * Mp / L, 1e-6));
        QVERIFY(near(s->hinges[1].factor, 6 * Mp / L, 1e-6));
        // The mechanism: the middle goes down, the ends stay.
        QVERIFY(std::abs(s->collapse[1](2) + 1) < 1e-3);
        QVERIFY(s->collapse[0].norm() < 1e-9);
        // The elastic stiffness to the first hinge: P L3 7/(768 E I).
        const PlasticPoint &first = s->path[1];
        QVERIFY(near(first.deflection, first.factor * 7 * L * L * L / (768 * 200000 * 6e6), 1e-6));
        QVERIFY(near(first.work, first.factor * first.deflection / 2, 1e-9));
        QVERIFY(s->path.back().work > first.work);
    }
    /// Evenly loaded: 16 Mp/L2 fixed, 11.657 Mp/L2 propped, 8 Mp/L2 on two supports.
    void evenLoads() {
        for (const auto &[from, to, wanted] :
             {std::tuple{all, all, 16.0}, {all, rolled, 11.656854}, {pinned, rolled, 8.0}}) {
            FrameModel m = span(from, to);
            m.nodeLoads.clear();
            for (int b = 0; b < 2; ++b) m.beamLoads.push_back({0, b, Vec3(0, 0, -1)});
            QVERIFY(near(collapse(m), wanted * Mp / (L * L), 5e-3));
        }
    }
    /// Fixed portal, span 2 h: beam 8 Mp/(2h), sway 4 Mp/h, combined 6 Mp/(H h + V h) (Neal 1977, 3.4).
    void portals() {
        QVERIFY(near(collapse(portal(0, 1)), 4 * Mp / L, 1e-4));
        QVERIFY(near(collapse(portal(1, 0)), 4 * Mp / L, 1e-4));
        QVERIFY(near(collapse(portal(1, 1)), 3 * Mp / L, 1e-4));
        // Little weight on it sways; much of it breaks the beam.
        QVERIFY(near(collapse(portal(1, 0.3)), 4 * Mp / L, 1e-4));
        QVERIFY(near(collapse(portal(0.2, 1)), 4 * Mp / L, 1e-4));
    }
    /// Pinned feet, equal bars: two ends of a corner reach their moment together, and the corner does not
    /// spin before the frame folds. Combined H h + V l/2 = 4 Mp, sway H h = 2 Mp, beam V l/2 = 4 Mp (Neal
    /// 1977).
    void pinnedPortals() {
        for (const double H : {0.5, 1.0, 2.0})
            for (const double V : {0.5, 1.0, 2.0}) {
                FrameModel m = portal(H, V);
                m.supports[0].fixed = m.supports[1].fixed = X | Y | Z | RX | RZ;
                const double least = std::min({4 * Mp / (H * L + V * L), 2 * Mp / (H * L), 4 * Mp / (V * L)});
                QVERIFY2(
                    near(collapse(m), least, 1e-4),
                    qPrintable(QString("%1 %2: %3, wanted %4").arg(H).arg(V).arg(collapse(m)).arg(least)));
            }
    }
    /// Axial force takes its share of the moment: a round cantilever pulled and bent, 1 - n^1.7.
    void axialForceCounts() {
        for (const double pull : {0.2, 0.5, 0.8}) {
            FrameModel m = frame({{"a", {0, 0, 0}}, {"b", {L, 0, 0}}}, {{0, 1}});
            m.sections[0].kind = SectionKind::Round;
            m.supports = {{0, all}};
            // Both grow together; at collapse n = pull.
            const double moment = (1 - std::pow(pull, 1.7)) * Mp;
            m.nodeLoads.push_back({0, 1, Vec3(pull * A * fy, 0, -moment / L), Vec3(0, 0, 0)});
            QVERIFY(near(collapse(m), 1, 1e-6));
        }
    }
    /// Bent about both axes: round by the resultant, rectangular by its power.
    void bothAxes() {
        FrameModel m = frame({{"a", {0, 0, 0}}, {"b", {L, 0, 0}}}, {{0, 1}});
        m.supports = {{0, all}};
        m.nodeLoads.push_back({0, 1, Vec3(0, Mp / L, Mp / L), Vec3(0, 0, 0)});
        m.sections[0].kind = SectionKind::Round;
        QVERIFY(near(collapse(m), 1 / std::sqrt(2), 1e-6));
        m.sections[0].kind = SectionKind::Rectangular;
        QVERIFY(near(collapse(m), std::pow(2, -1 / 1.66), 1e-6));
    }
    /// A fixed beam that is pulled along as it bends: hinges flow along the curved surface, and the limit is
    /// that of the moment left over by the pull.
    void flowAlongTheSurface() {
        FrameModel m = span(all, X | Y | Z | RX | RY | RZ);
        m.sections[0].kind = SectionKind::Round;
        m.supports[1].fixed = Y | Z | RX | RY | RZ;  // free to move along
        const double pull = 0.5, moment = (1 - std::pow(pull, 1.7)) * Mp;
        m.nodeLoads[0].force = {0, 0, -8 * moment / L};
        m.nodeLoads.push_back({0, 2, Vec3(pull * A * fy, 0, 0), Vec3(0, 0, 0)});
        QVERIFY(near(collapse(m), 1, 5e-3));
    }
    /// The gauge grows with the forces and is 1 where the formula says.
    void gauge() {
        for (const auto kind : {SectionKind::Round, SectionKind::Rectangular, SectionKind::Other}) {
            QVERIFY(std::abs(yieldGauge(kind, 1, 0, 0) - 1) < 1e-9);
            QVERIFY(std::abs(yieldGauge(kind, 0, -1, 0) - 1) < 1e-9);
            QVERIFY(std::abs(yieldGauge(kind, 0, 0, 1) - 1) < 1e-9);
            QCOMPARE(yieldGauge(kind, 0, 0, 0), 0.0);
            for (const double k : {0.1, 0.7, 3.0, 50.0})
                QVERIFY(near(yieldGauge(kind, k * 0.3, k * 0.4, k * 0.2), k * yieldGauge(kind, 0.3, 0.4, 0.2),
                             1e-9));
        }
        QVERIFY(std::abs(yieldGauge(SectionKind::Round, 0.4, 1 - std::pow(0.4, 1.7), 0) - 1) < 1e-9);
        QVERIFY(std::abs(yieldGauge(SectionKind::Rectangular, 0.2, 1, 0) - 1) < 1e-9);     // capped
        QVERIFY(std::abs(yieldGauge(SectionKind::Rectangular, 0.55, 0.6, 0) - 1) < 1e-9);  // 0.45/0.75
    }
    void refusals() {
        FrameModel m = span(all, all);
        QVERIFY(solvePlastic(m, 5).error().where == "analysis/case");
        m.sections[0].Zpy = 0;
        QVERIFY(solvePlastic(m, 0).error().where == "sections/s");
        m.sections[0].Zpz = 0;
        m.materials[0].yield = 0;
        QVERIFY(solvePlastic(m, 0).error().kind == ProblemKind::Undetermined);
        FrameModel given = span(all, all);
        given.prescribed.push_back({0, 1, 2, -1});
        QVERIFY(solvePlastic(given, 0).error().where == "prescribed");
        FrameModel loose = span(pinned, 0);
        loose.supports[0].fixed = X | Y | Z;
        QVERIFY(solvePlastic(loose, 0).error().kind == ProblemKind::Mechanism);
    }
    /// Hinges as unknowns of their own against the whole matrix with what they take off it,
    /// K - P S^-1 P', made dense and solved.
    void hingesAsInTheWholeMatrix() {
        const FrameModel m = portal(1000, 3000);
        const auto a = FrameAssembly::make(m).value();
        std::mt19937 random(7);
        std::uniform_real_distribution<double> any(-1, 1);
        Eigen::VectorXd load = Eigen::VectorXd::Zero(6 * std::ssize(m.nodes));
        for (const NodeLoad &l : m.nodeLoads) load.segment<3>(6 * l.node) += l.force;
        std::vector<Vec12> ends(m.beams.size());
        for (Vec12 &e : ends) e = 1000 * Vec12::NullaryExpr([&] { return any(random); });
        std::vector<HingedFrame::Hinge> hinges{{0, false, {}}, {0, true, {}}, {2, true, {}}};
        for (HingedFrame::Hinge &h : hinges)
            h.gradient << any(random) / A, 0, 0, 0, any(random) / Mp, any(random) / Mp;
        HingedFrame frame(a, load, ends);
        QVERIFY(frame.succeeded());
        frame.setHinges(hinges);
        const HingedFrame::Rate rate = frame.rate();
        QVERIFY(rate.held);

        const Eigen::MatrixXd k = Eigen::MatrixXd(a.stiffness(nullptr)).selfadjointView<Eigen::Lower>();
        const auto endForces = [&](std::size_t b, const Eigen::VectorXd &motion) {
            Vec12 u;
            u << motion.segment<6>(6 * m.beams[b].from), motion.segment<6>(6 * m.beams[b].to);
            return Vec12(a.beams()[b].local * (a.beams()[b].rotation * u));
        };
        const auto slope = [](const HingedFrame::Hinge &h) {
            Vec12 g = Vec12::Zero();
            g.segment<6>(h.atTo ? 6 : 0) = h.gradient;
            return g;
        };
        const auto count = std::ssize(hinges);
        Eigen::MatrixXd p(k.rows(), count), own = Eigen::MatrixXd::Zero(count, count);
        Eigen::VectorXd loaded(count);
        for (Eigen::Index h = 0; h < count; ++h) {
            const HingedFrame::Hinge &at = hinges[static_cast<std::size_t>(h)];
            for (Eigen::Index c = 0; c < k.rows(); ++c)
                p(c, h) = slope(at).dot(endForces(at.beam, a.shape(Eigen::VectorXd::Unit(k.rows(), c))));
            loaded(h) = slope(at).dot(ends[at.beam]);
            for (Eigen::Index i = 0; i < count; ++i)
                if (hinges[static_cast<std::size_t>(i)].beam == at.beam)
                    own(h, i) =
                        slope(at).dot(a.beams()[at.beam].local * slope(hinges[static_cast<std::size_t>(i)]));
        }
        Eigen::VectorXd nodal = load;
        for (std::size_t b = 0; b < ends.size(); ++b) {
            const Vec12 world = a.beams()[b].rotation.transpose() * ends[b];
            nodal.segment<6>(6 * m.beams[b].from) += world.head<6>();
            nodal.segment<6>(6 * m.beams[b].to) += world.tail<6>();
        }
        const Eigen::MatrixXd less = own.ldlt().solve(p.transpose());
        const Eigen::VectorXd f = Eigen::VectorXd(a.freeLoads(nodal)) - p * own.ldlt().solve(loaded);
        const Eigen::VectorXd x = (k - p * less).ldlt().solve(f);
        QVERIFY((a.shape(x) - rate.motion).norm() < 1e-8 * rate.motion.norm());
        QVERIFY(near(rate.give, f.dot(x), 1e-8));
        const Eigen::VectorXd flows = own.ldlt().solve(p.transpose() * x - loaded);
        QVERIFY((flows - rate.flows).norm() < 1e-8 * flows.norm());
        // Nothing that flows gains: of rates, with end loads, each hinge's own is 0.
        const std::vector<Vec12> rates = frame.forces(rate);
        for (const HingedFrame::Hinge &h : hinges)
            QVERIFY(std::abs(slope(h).dot(rates[h.beam] - ends[h.beam])) <
                    1e-8 * slope(h).norm() * ends[h.beam].norm());

        // Given back: balanced by itself, and every hinge has lost just its excess.
        Eigen::VectorXd excess(count);
        for (Eigen::Index h = 0; h < count; ++h) excess(h) = any(random) * 1e-3;
        const HingedFrame::Rate back = frame.giveBack(excess);
        const std::vector<Vec12> change = frame.forces(back);
        Eigen::VectorXd rest = Eigen::VectorXd::Zero(load.size());
        double size = 0;
        for (std::size_t b = 0; b < change.size(); ++b) {
            const Vec12 world = a.beams()[b].rotation.transpose() * change[b];
            rest.segment<6>(6 * m.beams[b].from) += world.head<6>();
            rest.segment<6>(6 * m.beams[b].to) += world.tail<6>();
            size = std::max(size, world.norm());
        }
        QVERIFY(a.freeLoads(rest).norm() < 1e-8 * size);
        for (Eigen::Index h = 0; h < count; ++h) {
            const HingedFrame::Hinge &at = hinges[static_cast<std::size_t>(h)];
            QVERIFY(std::abs(slope(at).dot(change[at.beam]) + excess(h)) < 1e-8);
        }
    }
};

QTEST_APPLESS_MAIN(TestPlastic)
#include "test_plastic.moc"
