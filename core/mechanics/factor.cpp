#include "core/mechanics/factor.h"

#include <algorithm>
#include <cassert>

#include "core/base/parallel.h"
#include "core/mechanics/supernodal.h"

namespace hefty::mechanics {
namespace {

/// From this size on it is asked whether dense blocks pay; below it nothing is thick enough.
constexpr Eigen::Index largeFrom = 2500;
/// Work over entries of a factor that they pay from (CHOLMOD's own switch).
constexpr double thick = 40;

}  // namespace

std::vector<Factor::Kept> &Factor::kept() {
    thread_local std::vector<Kept> last;
    return last;
}

Factor::Factor(const Sparse &lower)
    : m_outer(lower.outerIndexPtr(), lower.outerIndexPtr() + lower.outerSize() + 1),
      m_inner(lower.innerIndexPtr(), lower.innerIndexPtr() + lower.nonZeros()) {
    std::vector<Kept> &list = kept();
    Kept last;
    const auto same = std::find_if(
        list.begin(), list.end(), [this](const Kept &k) { return k.outer == m_outer && k.inner == m_inner; });
    if (same != list.end()) {
        last = std::move(*same);
        list.erase(same);
    }
    m_thin = last.thin;
    if (lower.rows() > largeFrom && !m_thin) {
        m_large = last.large ? std::move(last.large) : std::make_unique<Supernodal>(lower);
        m_thin = m_large->workPerEntry() < thick;
        if (!m_thin && m_large->factorize(lower)) return;
        m_large.reset();
    }
    if (last.ldlt) {
        m_ldlt = std::move(last.ldlt);
    } else {
        m_ldlt = std::make_unique<Ldlt>();
        m_ldlt->analyzePattern(lower);
    }
    m_ldlt->factorize(lower);
}

Factor::~Factor() {
    constexpr std::size_t most = 3;  // of a piece: as bars, as shells, as shells of half the size
    if (m_large) m_large->forget();
    std::vector<Kept> &list = kept();
    if (list.size() >= most) list.erase(list.begin());
    list.push_back({std::move(m_outer), std::move(m_inner), std::move(m_ldlt), std::move(m_large), m_thin});
}

Eigen::VectorXd Factor::pivots() const {
    if (m_large) return m_large->pivots();
    return m_ldlt->permutationPinv() * Eigen::VectorXd(m_ldlt->vectorD());
}

CaseRows Factor::solve(const CaseRows &b) const {
    assert(succeeded() && "test succeeded() first");
    if (m_large) return m_large->solve(b);
    CaseRows x(b.rows(), b.cols());
    // The cases do not know of each other: blocks of them are solved side by side.
    constexpr Eigen::Index block = 22;
    const Eigen::Index blocks = (b.cols() + block - 1) / block;
    parallel::forEach(blocks, [&](Eigen::Index i) {
        const Eigen::Index first = i * block, count = std::min(block, b.cols() - first);
        x.middleCols(first, count) = solveBlock(b.middleCols(first, count));
    });
    return x;
}

CaseRows Factor::solveBlock(const CaseRows &b) const {
    const Eigen::Index n = b.rows();
    CaseRows x = m_ldlt->permutationP() * b;
    const auto &L = m_ldlt->matrixL().nestedExpression();  // unit lower; the diagonal is not stored
    for (Eigen::Index j = 0; j < n; ++j)
        for (Sparse::InnerIterator it(L, j); it; ++it) x.row(it.row()).noalias() -= it.value() * x.row(j);
    const Eigen::VectorXd d = m_ldlt->vectorD();
    for (Eigen::Index i = 0; i < n; ++i) x.row(i) /= d(i);
    for (Eigen::Index j = n - 1; j >= 0; --j)
        for (Sparse::InnerIterator it(L, j); it; ++it) x.row(j).noalias() -= it.value() * x.row(it.row());
    return m_ldlt->permutationPinv() * x;
}

CaseRows symmetricProduct(const Sparse &lower, const CaseRows &x) {
    CaseRows out = CaseRows::Zero(x.rows(), x.cols());
    for (Eigen::Index j = 0; j < lower.outerSize(); ++j)
        for (Sparse::InnerIterator it(lower, j); it; ++it) {
            out.row(it.row()).noalias() += it.value() * x.row(j);
            if (it.row() != j) out.row(j).noalias() += it.value() * x.row(it.row());
        }
    return out;
}

}  // namespace hefty::mechanics
