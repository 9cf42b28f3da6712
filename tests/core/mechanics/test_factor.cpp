#include <random>

#include <Eigen/Dense>
#include <QTest>

#include <atomic>
#include <cmath>
#include <numbers>
#include <thread>

#include "core/mechanics/factor.h"
#include "core/mechanics/supernodal.h"

using namespace hefty::mechanics;

namespace {

/// A random sparse symmetric positive definite matrix: B'B with a few entries a row, plus a diagonal.
Eigen::MatrixXd randomDefinite(int n, std::mt19937 &dice) {
    std::uniform_real_distribution<double> value(-1, 1);
    std::uniform_int_distribution<int> place(0, n - 1);
    Eigen::MatrixXd b = Eigen::MatrixXd::Zero(n, n);
    for (int i = 0; i < n; ++i)
        for (int k = 0; k < 3; ++k) b(i, place(dice)) += value(dice);
    return b.transpose() * b + 0.5 * Eigen::MatrixXd::Identity(n, n);
}

Sparse lowerOf(const Eigen::MatrixXd &full) {
    Sparse out = Eigen::MatrixXd(full.triangularView<Eigen::Lower>()).sparseView();
    out.makeCompressed();
    return out;
}

}  // namespace

/// The factorization for many load cases, against Eigen's dense one.
class TestFactor : public QObject {
    Q_OBJECT

  private slots:
    void agreesWithDense_data() {
        QTest::addColumn<int>("size");
        QTest::addColumn<int>("cases");
        QTest::newRow("one unknown, one case") << 1 << 1;
        QTest::newRow("one unknown, many cases") << 1 << 7;
        QTest::newRow("no case") << 5 << 0;
        QTest::newRow("odd number of cases") << 40 << 13;
        QTest::newRow("large") << 300 << 47;
    }
    void agreesWithDense() {
        QFETCH(int, size);
        QFETCH(int, cases);
        std::mt19937 dice(7);
        const Eigen::MatrixXd full = randomDefinite(size, dice);
        const CaseRows b = CaseRows::Random(size, cases);
        const Factor factor(lowerOf(full));
        QVERIFY(factor.succeeded());
        const CaseRows x = factor.solve(b);
        QCOMPARE(x.rows(), b.rows());
        QCOMPARE(x.cols(), b.cols());
        if (cases == 0) return;
        const Eigen::MatrixXd expected = full.ldlt().solve(Eigen::MatrixXd(b));
        QVERIFY((x - expected).norm() < 1e-10 * expected.norm());
        QVERIFY((symmetricProduct(lowerOf(full), x) - b).norm() < 1e-10 * b.norm());
    }
    /// The pivots are those of the matrix's own rows whatever order they were eliminated in: their product
    /// is the determinant.
    void pivotsMultiplyToTheDeterminant() {
        std::mt19937 dice(11);
        const Eigen::MatrixXd full = randomDefinite(12, dice);
        const Factor factor(lowerOf(full));
        QVERIFY(std::abs(factor.pivots().prod() / full.determinant() - 1) < 1e-10);
    }
    /// Several large systems factored and solved at once, each for many cases: every answer is its own. A
    /// BLAS that is not made for threads would mix them up.
    void manyAtOnce() {
        constexpr int n = 18, cases = 50;
        std::vector<Eigen::Triplet<double>>
            entries;  // a block of n x n x n cells, each tied to its neighbors
        for (int i = 0; i < n * n * n; ++i) {
            entries.emplace_back(i, i, 6.1);
            for (const auto &[step, last] : {std::pair{1, i % n}, {n, i / n % n}, {n * n, i / (n * n)}})
                if (last + 1 < n) entries.emplace_back(i + step, i, -1.0);
        }
        Sparse lower(n * n * n, n * n * n);
        lower.setFromTriplets(entries.begin(), entries.end());
        std::atomic<int> wrong = 0;
        std::vector<std::thread> threads;
        for (int t = 0; t < 4; ++t)
            threads.emplace_back([&, t] {
                std::mt19937 dice(static_cast<unsigned>(t));
                std::normal_distribution<double> value;
                for (int round = 0; round < 3; ++round) {
                    const Sparse mine = lower * (1.0 + t + round);
                    const CaseRows b = CaseRows::NullaryExpr(n * n * n, cases, [&] { return value(dice); });
                    Supernodal factor(mine);
                    if (!factor.factorize(mine) ||
                        !((symmetricProduct(mine, factor.solve(b)) - b).norm() < 1e-10 * b.norm()))
                        ++wrong;
                }
            });
        for (std::thread &t : threads) t.join();
        QCOMPARE(wrong.load(), 0);
    }
    /// A second matrix of the same pattern uses the ordering again, one of another pattern does not; both
    /// have the right answer.
    void reusedOrderingHasTheRightAnswer() {
        std::mt19937 dice(3);
        const Eigen::MatrixXd a = randomDefinite(60, dice), other = randomDefinite(60, dice);
        const CaseRows b = CaseRows::Random(60, 5);
        for (int round = 0; round < 3; ++round)
            for (const Eigen::MatrixXd &m : {a, Eigen::MatrixXd(2.5 * a), other}) {
                const CaseRows x = Factor(lowerOf(m)).solve(b);
                QVERIFY((m * x - b).norm() < 1e-9 * b.norm());
            }
    }
    /// Two factors alive at once do not share what they hold.
    /// A large matrix takes another way: the five-point Laplacian of a square, whose eigenvectors are sines.
    void largeByItsEigenvector() {
        constexpr int n = 60;
        Sparse a(n * n, n * n);
        std::vector<Eigen::Triplet<double>> entries;
        for (int j = 0; j < n; ++j)
            for (int i = 0; i < n; ++i) {
                const int k = j * n + i;
                entries.emplace_back(k, k, 4.0);
                if (i + 1 < n) entries.emplace_back(k + 1, k, -1.0);
                if (j + 1 < n) entries.emplace_back(k + n, k, -1.0);
            }
        a.setFromTriplets(entries.begin(), entries.end());
        CaseRows b(n * n, 3);
        const double step = std::numbers::pi / (n + 1);
        for (int c = 0; c < 3; ++c)
            for (int j = 0; j < n; ++j)
                for (int i = 0; i < n; ++i)
                    b(j * n + i, c) = std::sin((c + 1) * step * (i + 1)) * std::sin(step * (j + 1));
        for (int again = 0; again < 2; ++again) {
            const Factor factor(a);
            QVERIFY(factor.succeeded());
            const CaseRows x = factor.solve(b);
            for (int c = 0; c < 3; ++c) {
                const double value = 4 - 2 * std::cos((c + 1) * step) - 2 * std::cos(step);
                QVERIFY((value * x.col(c) - b.col(c)).norm() < 1e-10 * b.col(c).norm());
            }
            // Determinant: the product of all eigenvalues, by its logarithm.
            double logarithm = 0;
            for (int j = 1; j <= n; ++j)
                for (int i = 1; i <= n; ++i)
                    logarithm += std::log(4 - 2 * std::cos(i * step) - 2 * std::cos(j * step));
            QVERIFY(std::abs(factor.pivots().array().log().sum() - logarithm) < 1e-8 * logarithm);
        }
        // Not positive definite: the other way takes over and its pivots show it.
        for (int k = 0; k < n * n; ++k) a.coeffRef(k, k) -= 3.9999;
        const Factor indefinite(a);
        QVERIFY(indefinite.succeeded() && indefinite.pivots().minCoeff() < 0);
        QVERIFY((symmetricProduct(a, indefinite.solve(b)) - b).norm() < 1e-6 * b.norm());
    }
    void twoAtOnce() {
        std::mt19937 dice(5);
        const Eigen::MatrixXd a = randomDefinite(30, dice);
        const CaseRows b = CaseRows::Random(30, 2);
        const Factor first(lowerOf(a));
        const Factor second(lowerOf(4 * a));
        QVERIFY((first.solve(b) - 4 * second.solve(b)).norm() < 1e-10 * b.norm());
    }
    void singularIsSaid() {
        const Factor factor(
            lowerOf(Eigen::MatrixXd::Zero(3, 3) + Eigen::Vector3d(1, 0, 1).asDiagonal().toDenseMatrix()));
        // The middle row has no entry at all.
        QVERIFY(!factor.succeeded());
    }
};

QTEST_GUILESS_MAIN(TestFactor)
#include "test_factor.moc"
