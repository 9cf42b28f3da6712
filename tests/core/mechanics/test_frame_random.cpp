#include <cmath>
#include <random>

#include <QTest>

#include "core/mechanics/frame_solver.h"

using namespace hefty;
using namespace hefty::mechanics;

/// Random frames: whatever their shape, what the supports give balances what is applied, work done
/// equals energy stored, and scaled loads scale the answer.
class TestFrameRandom : public QObject {
    Q_OBJECT

  private slots:
    void balanceEnergyAndScaling() {
        std::mt19937 random(42);
        for (int trial = 0; trial < 400; ++trial) {
            const FrameModel m = randomFrame(random);
            const auto s = solveStatic(m);
            const QByteArray name = "trial " + QByteArray::number(trial);
            QVERIFY2(s.has_value(), s ? name.constData() : (name + s.error().sentence().c_str()).constData());
            QVERIFY2(balances(m, *s), name.constData());
            QVERIFY2(energyAgrees(m, *s), name.constData());
            for (int f = 0; f < 6; ++f)
                for (std::size_t n = 0; n < m.nodes.size(); ++n)
                    QVERIFY(std::abs(s->cases[1].displacements[n](f) - 2 * s->cases[0].displacements[n](f)) <=
                            1e-9 * (1e-9 + s->cases[1].displacements[n].norm()));
        }
    }

    /// Frames with no support at all are always called mechanisms, never solved.
    void unsupportedFramesAreRefused() {
        std::mt19937 random(5);
        for (int trial = 0; trial < 150; ++trial) {
            FrameModel m = randomFrame(random);
            m.supports.clear();
            m.springs.clear();
            const auto s = solveStatic(m);
            QVERIFY2(!s && s.error().kind == ProblemKind::Mechanism, qPrintable(QString::number(trial)));
        }
    }

  private:
    static FrameModel randomFrame(std::mt19937 &random) {
        std::uniform_real_distribution<double> place(-1500, 1500), force(-5000, 5000), size(0.3, 3);
        FrameModel m;
        m.cases = {"one", "two"};
        m.materials.push_back({"steel", 210000, 0.3, 7.85e-6, 0});
        for (int i = 0; i < 3; ++i)
            m.sections.push_back({"s" + std::to_string(i),
                                  1000 * size(random),
                                  1e6 * size(random),
                                  1e6 * size(random),
                                  1e6 * size(random),
                                  500 * size(random),
                                  {},
                                  0,
                                  0});
        const int nodes = 6 + static_cast<int>(random() % 6);
        for (int i = 0; i < nodes; ++i)
            m.nodes.push_back({"n" + std::to_string(i), Vec3(place(random), place(random), place(random))});
        const auto add = [&](int a, int b) {
            const Vec3 d = m.nodes[static_cast<std::size_t>(b)].at - m.nodes[static_cast<std::size_t>(a)].at;
            const Vec3 up = d.cross(Vec3(0.3, 0.4, 0.9));
            m.beams.push_back(
                {"b" + std::to_string(m.beams.size()), a, b, 0, static_cast<int>(random() % 3), up, 0, 0});
        };
        for (int i = 1; i < nodes; ++i)
            add(static_cast<int>(random() % static_cast<unsigned>(i)), i);  // a tree: all connected
        for (int i = 0; i < 3; ++i) {
            const int a = static_cast<int>(random() % static_cast<unsigned>(nodes)),
                      b = static_cast<int>(random() % static_cast<unsigned>(nodes));
            if (a != b) add(a, b);
        }
        if (random() % 2) m.beams.back().releasedTo = 1 << (4 + random() % 2);
        m.supports.push_back({0, allFreedoms});
        if (random() % 2) m.supports.push_back({nodes - 1, 0b000111});
        m.nodes.push_back({"arm", m.nodes[1].at + Vec3(place(random), place(random), place(random)) * 0.1});
        m.rigidLinks.push_back({1, {nodes}});
        Matrix6 k = Matrix6::Zero();
        k.diagonal() << 100, 200, 300, 1e5, 1e5, 1e5;
        m.springs.push_back({"k", 2, -1, k});
        for (int c = 0; c < 2; ++c)
            for (int i = 0; i < 3; ++i) m.nodeLoads.push_back({c, 0, Vec3::Zero(), Vec3::Zero()});
        for (int i = 0; i < 3; ++i) {
            const int n = static_cast<int>(random() % m.nodes.size());
            const Vec3 f(force(random), force(random), force(random)),
                t = 100 * Vec3(force(random), force(random), force(random));
            m.nodeLoads[static_cast<std::size_t>(i)] = {0, n, f, t};
            m.nodeLoads[static_cast<std::size_t>(3 + i)] = {1, n, 2 * f, 2 * t};
        }
        return m;
    }

    static bool balances(const FrameModel &m, const FrameSolution &s) {
        Vec3 force = Vec3::Zero(), moment = Vec3::Zero();
        double scale = 0, turn = 0;
        const auto add = [&](const Vec3 &at, const Vec3 &f, const Vec3 &t) {
            force += f;
            moment += t + at.cross(f);
            scale += f.norm();
            turn += t.norm() + at.norm() * f.norm();
        };
        for (const NodeLoad &l : m.nodeLoads)
            if (l.loadCase == 0) add(m.nodes[static_cast<std::size_t>(l.node)].at, l.force, l.moment);
        for (const auto &[node, r] : s.cases[0].reactions)
            add(m.nodes[static_cast<std::size_t>(node)].at, r.head<3>(), r.tail<3>());
        for (std::size_t i = 0; i < m.springs.size(); ++i)
            add(m.nodes[static_cast<std::size_t>(m.springs[i].from)].at, s.cases[0].springs[i].head<3>(),
                s.cases[0].springs[i].tail<3>());
        return force.norm() < 1e-7 * scale && moment.norm() < 1e-7 * turn;
    }

    static bool energyAgrees(const FrameModel &m, const FrameSolution &s) {
        double work = 0, stored = 0;
        for (const NodeLoad &l : m.nodeLoads)
            if (l.loadCase == 0) {
                const Vec6 &u = s.cases[0].displacements[static_cast<std::size_t>(l.node)];
                work += l.force.dot(u.head<3>()) + l.moment.dot(u.tail<3>());
            }
        for (std::size_t b = 0; b < m.beams.size(); ++b) {
            const auto element = makeBeamElement(m, m.beams[b]);
            Vec12 u;
            u << s.cases[0].displacements[static_cast<std::size_t>(m.beams[b].from)],
                s.cases[0].displacements[static_cast<std::size_t>(m.beams[b].to)];
            const Vec12 local = element->rotation * u;
            stored += local.dot(element->local * local);
        }
        for (const FrameSpring &k : m.springs) {
            const Vec6 &u = s.cases[0].displacements[static_cast<std::size_t>(k.from)];
            stored += u.dot(k.stiffness * u);
        }
        return std::abs(work - stored) < 1e-6 * std::max(1e-9, std::abs(work));
    }
};

QTEST_GUILESS_MAIN(TestFrameRandom)
#include "test_frame_random.moc"
