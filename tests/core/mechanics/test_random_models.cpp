#include <QElapsedTimer>
#include <QTest>

#include <cmath>
#include <random>

#include <Eigen/Eigenvalues>

#include "core/mechanics/eigen_analysis.h"
#include "core/mechanics/frame_assembly.h"
#include "core/mechanics/frame_solver.h"
#include "core/mechanics/plastic.h"

using namespace hefty;
using namespace hefty::mechanics;

namespace {

/// Models as nobody should make them: torn, warped, of any size and stiffness, half held, with nodes all but
/// on each other.
class Maker {
  public:
    explicit Maker(unsigned seed) : m_random(seed) {}

    FrameModel make() {
        FrameModel m;
        m_size = std::pow(10, pick(-1, 3.5));
        m.cases = {"one", "twice"};
        for (int i = 0; i < 2; ++i)
            m.materials.push_back(
                {"m" + std::to_string(i), std::pow(10, pick(0, 6)), pick(0, 0.45), 7.85e-6, 250});
        const double a = std::pow(10, pick(-3, -1)) * m_size;
        m.sections.push_back({"s",
                              a * a,
                              a * a * a * a / 12,
                              a * a * a * a / 10,
                              a * a * a * a / 7,
                              {},
                              {},
                              a * a * a / 4,
                              a * a * a / 4});
        makeGrid(m);
        if (chance(0.4)) makeGrid(m);  // a second piece, maybe apart
        makeBeams(m);
        hold(m);
        load(m);
        return m;
    }

  private:
    double pick(double low, double high) {
        return std::uniform_real_distribution<double>(low, high)(m_random);
    }
    bool chance(double p) { return pick(0, 1) < p; }
    int index(std::size_t count) { return static_cast<int>(m_random() % count); }

    void makeGrid(FrameModel &m) {
        const int nx = 1 + index(4), ny = 1 + index(4), first = static_cast<int>(m.nodes.size());
        const double cell = m_size / 4, messy = chance(0.3) ? 0.45 : 0.15;
        const Vec3 origin(pick(-1, 1) * m_size, pick(-1, 1) * m_size, pick(-1, 1) * m_size);
        for (int j = 0; j <= ny; ++j)
            for (int i = 0; i <= nx; ++i)
                m.nodes.push_back({"n" + std::to_string(m.nodes.size()),
                                   origin + cell * Vec3(i + messy * pick(-1, 1), j + messy * pick(-1, 1),
                                                        0.1 * pick(-1, 1))});
        const double thickness = std::pow(10, pick(-3, -0.5)) * cell;
        for (int j = 0; j < ny; ++j)
            for (int i = 0; i < nx; ++i) {
                if (chance(0.1)) continue;  // a tear
                const int a = first + j * (nx + 1) + i, b = a + 1, c = b + nx + 1, d = a + nx + 1;
                const auto add = [&](std::vector<int> nodes) {
                    m.shells.push_back(
                        {"t" + std::to_string(m.shells.size()), std::move(nodes), index(2), thickness});
                };
                if (chance(0.5)) {
                    add({a, b, c, d});
                } else {
                    add({a, b, c});
                    add({a, c, d});
                }
            }
    }
    void makeBeams(FrameModel &m) {
        if (chance(0.2))  // a node all but on another
            m.nodes.push_back({"near", m.nodes[0].at + Vec3(1e-7, 0, 0) * m_size});
        const int beams = index(6);
        for (int i = 0; i < beams; ++i) {
            FrameBeam b{"b" + std::to_string(i),
                        index(m.nodes.size()),
                        index(m.nodes.size()),
                        index(2),
                        0,
                        Vec3(pick(-1, 1), pick(-1, 1), pick(-1, 1)),
                        0,
                        0};
            if (b.from == b.to && chance(0.9)) continue;
            if (chance(0.3)) b.releasedTo = static_cast<FreedomSet>(m_random() % 64);
            m.beams.push_back(b);
        }
        if (chance(0.3)) {
            FrameSpring s{"k", index(m.nodes.size()), chance(0.5) ? -1 : index(m.nodes.size()),
                          Matrix6::Zero()};
            for (int f = 0; f < 6; ++f) s.stiffness(f, f) = chance(0.6) ? std::pow(10, pick(-2, 6)) : 0;
            m.springs.push_back(s);
        }
        if (chance(0.2)) m.rigidLinks.push_back({index(m.nodes.size()), {index(m.nodes.size())}});
    }
    void hold(FrameModel &m) {
        const int held = index(5);
        for (int i = 0; i < held; ++i)
            m.supports.push_back(
                {index(m.nodes.size()), static_cast<FreedomSet>(chance(0.6) ? 63 : m_random() % 64)});
        if (chance(0.15)) m.prescribed.push_back({0, index(m.nodes.size()), index(6), 0.001 * m_size});
    }
    void load(FrameModel &m) {
        for (int i = 0; i < 3; ++i) {
            const int n = index(m.nodes.size());
            const Vec3 f(pick(-1, 1), pick(-1, 1), pick(-1, 1)),
                t = m_size * Vec3(pick(-1, 1), 0, pick(-1, 1));
            m.nodeLoads.push_back({0, n, f, t});
            m.nodeLoads.push_back({1, n, 2 * f, 2 * t});
        }
        if (!m.shells.empty() && chance(0.5)) {
            const int s = index(m.shells.size());
            m.shellLoads.push_back({0, s, 1e-3});
            m.shellLoads.push_back({1, s, 2e-3});
        }
    }
    std::mt19937 m_random;
    double m_size = 1;
};

/// The lowest scaled stiffness by a dense eigenvalue solver, idle freedoms left out.
double softest(const FrameModel &m) {
    const auto a = FrameAssembly::make(m);
    if (!a || a->freeCount() == 0) return 1;
    Eigen::MatrixXd k = Eigen::MatrixXd(a->stiffness(nullptr)).selfadjointView<Eigen::Lower>();
    for (Eigen::Index i = 0; i < k.rows(); ++i)
        if (!(k(i, i) > 0)) k(i, i) = 1;
    const Eigen::VectorXd scale = k.diagonal().cwiseSqrt().cwiseInverse();
    k = scale.asDiagonal() * k * scale.asDiagonal();
    return Eigen::SelfAdjointEigenSolver<Eigen::MatrixXd>(k, Eigen::EigenvaluesOnly).eigenvalues()(0);
}

Eigen::MatrixXd denseStiffness(const FrameAssembly &a) {
    return Eigen::MatrixXd(a.stiffness(nullptr)).selfadjointView<Eigen::Lower>();
}

/// What the answer to the first case leaves of its load, by the dense stiffness. @pre no links, no given
/// motion
double imbalance(const FrameModel &m, const CaseSolution &s) {
    const auto a = FrameAssembly::make(m);
    CaseRows nodal = CaseRows::Zero(6 * static_cast<Eigen::Index>(m.nodes.size()), 1);
    for (const NodeLoad &l : m.nodeLoads)
        if (l.loadCase == 0) {
            nodal.block<3, 1>(6 * l.node, 0) += l.force;
            nodal.block<3, 1>(6 * l.node + 3, 0) += l.moment;
        }
    for (const ShellLoad &l : m.shellLoads) {
        if (l.loadCase != 0) continue;
        const FrameShell &shell = m.shells[static_cast<std::size_t>(l.shell)];
        const auto forces = makeShellElement(m, shell)->pressureLoads(l.pressure);
        for (std::size_t i = 0; i < forces.size(); ++i) nodal.block<3, 1>(6 * shell.nodes[i], 0) += forces[i];
    }
    Eigen::VectorXd free(a->freeCount());
    for (int c = 0; c < a->freeCount(); ++c) {
        const auto [node, freedom] = a->map().home(c);
        free(c) = s.displacements[static_cast<std::size_t>(node)](freedom);
    }
    const Eigen::VectorXd load = a->freeLoads(nodal).col(0);
    return load.norm() > 0 ? (denseStiffness(*a) * free - load).norm() / load.norm() : free.norm();
}

/// Whether nothing at all resists the freedom that a problem names, "n3/uz", or a turn about some axis of
/// its joint.
bool isIdle(const FrameModel &m, const std::string &where) {
    const auto a = FrameAssembly::make(m);
    const std::string id = where.substr(0, where.find('/'));
    const Eigen::MatrixXd k = denseStiffness(*a);
    for (std::size_t n = 0; n < m.nodes.size(); ++n) {
        if (m.nodes[n].id != id) continue;
        std::vector<int> turns;
        for (int f = 0; f < 6; ++f)
            for (const FreedomTerm &t : a->map().terms(static_cast<int>(n), f)) {
                if (t.column >= a->freeCount()) continue;
                if (freedomNames[static_cast<std::size_t>(f)] == where.substr(where.find('/') + 1) &&
                    !(k(t.column, t.column) > 0))
                    return true;
                if (f > 2) turns.push_back(t.column);
            }
        if (turns.size() != 3) return false;
        const Eigen::Matrix3d joint = k(turns, turns);
        const Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d> modes(joint);
        return modes.eigenvalues()(0) < 1e-12 * modes.eigenvalues()(2);
    }
    return false;
}

struct Seen {
    int solved = 0, mechanisms = 0, refused = 0;
};

}  // namespace

/// Thousands of random models of shells, beams, springs and rigid links: never a crash, never a number that
/// is none, never an answer to what has none.
class TestRandomModels : public QObject {
    Q_OBJECT

  private:
    Seen m_seen;

    /// What is applied and what the supports give come to nothing.
    static bool balances(const FrameModel &m, const CaseSolution &s) {
        Vec3 force = Vec3::Zero(), moment = Vec3::Zero();
        double size = 0, lever = 0;
        const auto add = [&](int node, const Vec3 &f, const Vec3 &t) {
            const Vec3 at = m.nodes[static_cast<std::size_t>(node)].at;
            force += f;
            moment += t + at.cross(f);
            size = std::max(size, f.norm());
            lever = std::max(lever, t.norm() + at.norm() * f.norm());
        };
        for (const NodeLoad &l : m.nodeLoads)
            if (l.loadCase == 0) add(l.node, l.force, l.moment);
        for (const ShellLoad &l : m.shellLoads) {
            if (l.loadCase != 0) continue;
            const FrameShell &shell = m.shells[static_cast<std::size_t>(l.shell)];
            const auto forces = makeShellElement(m, shell)->pressureLoads(l.pressure);
            for (std::size_t i = 0; i < forces.size(); ++i) add(shell.nodes[i], forces[i], Vec3::Zero());
        }
        for (const auto &[node, r] : s.reactions) add(node, r.head<3>(), r.tail<3>());
        for (std::size_t i = 0; i < m.springs.size(); ++i)
            if (m.springs[i].to < 0) add(m.springs[i].from, s.springs[i].head<3>(), s.springs[i].tail<3>());
        // Springs between nodes apart from each other make a couple that they pass to nobody.
        const bool apart =
            std::any_of(m.springs.begin(), m.springs.end(), [](const FrameSpring &k) { return k.to >= 0; });
        // Softer than a millionth of itself a model keeps fewer digits.
        // A stiff spring on a piece that flies off keeps only what rounding leaves of its force.
        double motion = 0, stiffest = 0;
        for (const Vec6 &u : s.displacements) motion = std::max(motion, u.cwiseAbs().maxCoeff());
        for (const FrameSpring &k : m.springs) stiffest = std::max(stiffest, k.stiffness.maxCoeff());
        const double rounding = 1e-13 * motion * stiffest;
        return force.norm() <= 3e-4 * size + rounding && (apart || moment.norm() <= 3e-4 * lever + rounding);
    }

    void look(const FrameModel &m, const QByteArray &name) {
        QElapsedTimer timer;
        timer.start();
        const auto s = solveStatic(m);
        QVERIFY2(timer.elapsed() < 2000, name.constData());
        if (!s) {
            QVERIFY2(!s.error().message.empty(), name.constData());
            if (s.error().kind == ProblemKind::Mechanism) {
                QVERIFY2(s.error().where.find('/') != std::string::npos, name.constData());
                ++m_seen.mechanisms;
            } else {
                ++m_seen.refused;
            }
            return;
        }
        ++m_seen.solved;
        for (const CaseSolution &c : s->cases) {
            for (const Vec6 &u : c.displacements) QVERIFY2(u.allFinite(), name.constData());
            for (const ShellForces &f : c.shellForces)
                QVERIFY2(f.membrane.allFinite() && f.bending.allFinite(), name.constData());
            for (const auto &[node, r] : c.reactions) QVERIFY2(r.allFinite(), name.constData());
        }
        QVERIFY2(balances(m, s->cases[0]), name.constData());
        if (m.prescribed.empty())
            for (std::size_t n = 0; n < m.nodes.size(); ++n)
                QVERIFY2((s->cases[1].displacements[n] - 2 * s->cases[0].displacements[n]).norm() <=
                             1e-6 * s->cases[1].displacements[n].norm() + 1e-300,
                         name.constData());
    }

  private slots:
    void shellsAndBeams() {
        for (unsigned k = 0; k < 10000; ++k) look(Maker(k).make(), "model " + QByteArray::number(k));
        // The net is wide enough: some of everything.
        QVERIFY(m_seen.solved > 1000 && m_seen.mechanisms > 1000 && m_seen.refused > 50);
        qInfo("%d solved, %d mechanisms, %d refused", m_seen.solved, m_seen.mechanisms, m_seen.refused);
    }
    /// By another way of counting: a dense stiffness times the answer is the load, and what is called a
    /// mechanism has a motion that nothing resists, or a load where nothing is.
    void denseAgrees() {
        int solved = 0, loose = 0, idle = 0;
        for (unsigned k = 0; k < 600; ++k) {
            const FrameModel m = Maker(k).make();
            const QByteArray name = QByteArray::number(k);
            const auto s = solveStatic(m);
            if (s) {
                if (!m.prescribed.empty() || !m.rigidLinks.empty()) continue;
                QVERIFY2(imbalance(m, s->cases[0]) < 1e-6, name.constData());
                ++solved;
            } else if (s.error().kind == ProblemKind::Mechanism) {
                const bool nothingThere = s.error().where.starts_with("beams/") || isIdle(m, s.error().where);
                // Told to be free: to rounding nothing resists. Told to have no digits left: half of them are
                // gone with the softest motion alone.
                const bool digits = s.error().message.find("no good digits") != std::string::npos;
                QVERIFY2(nothingThere || softest(m) < (digits ? 1e-8 : 1e-12), name.constData());
                ++(nothingThere ? idle : loose);
            }
        }
        QVERIFY2(solved > 100 && loose > 50 && idle > 10,
                 qPrintable(QStringLiteral("%1 %2 %3").arg(solved).arg(loose).arg(idle)));
    }
    void otherAnalyses() {
        for (unsigned k = 0; k < 300; ++k) {
            const FrameModel m = Maker(k).make();
            const QByteArray name = QByteArray::number(k);
            QElapsedTimer timer;
            timer.start();
            if (const auto b = solveBuckling(m, 0, 2)) {
                for (const double f : b->factors) QVERIFY2(std::isfinite(f) && f > 0, name.constData());
                QVERIFY(std::is_sorted(b->factors.begin(), b->factors.end()));
            } else {
                QVERIFY2(!b.error().message.empty(), name.constData());
            }
            if (const auto f = solveModes(m, 3)) {
                for (const double hz : f->frequencies)
                    QVERIFY2(std::isfinite(hz) && hz > 0, name.constData());
            } else {
                QVERIFY2(!f.error().message.empty(), name.constData());
            }
            if (k % 10 == 0) {
                const auto p = solvePlastic(m, 0);
                QVERIFY2(p ? std::isfinite(p->collapseFactor) && p->collapseFactor >= 0
                           : !p.error().message.empty(),
                         name.constData());
            }
            QVERIFY2(timer.elapsed() < 4000, name.constData());
        }
    }
};

QTEST_APPLESS_MAIN(TestRandomModels)
#include "test_random_models.moc"
