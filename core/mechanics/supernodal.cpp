#include "core/mechanics/supernodal.h"

#include <algorithm>
#include <atomic>
#include <limits>
#include <mutex>

#include <cholmod.h>
#include <dlfcn.h>
#include <tbb/parallel_for.h>
#include <tbb/task_arena.h>

namespace hefty::mechanics {
namespace {

/// OpenBLAS as it is on this machine, if it is OpenBLAS: asked at run time, as any BLAS may stand behind
/// CHOLMOD.
class Blas {
  public:
    static Blas &get() {
        static Blas blas;
        return blas;
    }
    /// Built without threads it keeps buffers that two threads must not use at once: then one at a time.
    [[nodiscard]] std::unique_lock<std::mutex> hold() {
        return m_alone ? std::unique_lock(m_mutex) : std::unique_lock<std::mutex>();
    }

  private:
    Blas() {
        const auto symbol = [](const char *name) { return dlsym(RTLD_DEFAULT, name); };
        if (void *parallel = symbol("openblas_get_parallel"))
            m_alone = reinterpret_cast<int (*)()>(parallel)() == 0;
        // Cases and proofs share the cores; threads inside a block of a factor would only be in their way.
        if (void *threads = symbol("openblas_set_num_threads")) reinterpret_cast<void (*)(int)>(threads)(1);
    }
    bool m_alone = false;
    std::mutex m_mutex;
};

}  // namespace

struct Supernodal::State {
    mutable cholmod_common common{};
    cholmod_factor *factor = nullptr;

    State() { cholmod_start(&common); }
    ~State() {
        cholmod_free_factor(&factor, &common);
        cholmod_finish(&common);
    }
    State(const State &) = delete;
    State &operator=(const State &) = delete;
};

namespace {

/// The matrix as CHOLMOD sees it; it only reads.
cholmod_sparse view(const Sparse &lower) {
    cholmod_sparse out{};
    out.nrow = out.ncol = static_cast<std::size_t>(lower.rows());
    out.nzmax = static_cast<std::size_t>(lower.nonZeros());
    out.p = const_cast<int *>(lower.outerIndexPtr());
    out.i = const_cast<int *>(lower.innerIndexPtr());
    out.x = const_cast<double *>(lower.valuePtr());
    out.stype = -1;
    out.itype = CHOLMOD_INT;
    out.xtype = CHOLMOD_REAL;
    out.dtype = CHOLMOD_DOUBLE;
    out.sorted = 1;
    out.packed = 1;
    return out;
}

}  // namespace

Supernodal::Supernodal(const Sparse &lower) : m_state(std::make_unique<State>()) {
    m_state->common.supernodal = CHOLMOD_SUPERNODAL;
    m_state->common.print = 0;
    m_state->common.error_handler = nullptr;
    cholmod_sparse a = view(lower);
    m_state->factor = cholmod_analyze(&a, &m_state->common);
}

Supernodal::~Supernodal() = default;

bool Supernodal::factorize(const Sparse &lower) {
    if (!m_state->factor) return false;
    const auto held = Blas::get().hold();
    cholmod_sparse a = view(lower);
    cholmod_factorize(&a, m_state->factor, &m_state->common);
    return m_state->common.status == CHOLMOD_OK && m_state->factor->is_super &&
           m_state->factor->xtype == CHOLMOD_REAL && m_state->factor->minor == m_state->factor->n;
}

Eigen::VectorXd Supernodal::pivots() const {
    const cholmod_factor &f = *m_state->factor;
    const auto *super = static_cast<const int *>(f.super), *pi = static_cast<const int *>(f.pi),
               *px = static_cast<const int *>(f.px), *perm = static_cast<const int *>(f.Perm);
    const auto *x = static_cast<const double *>(f.x);
    Eigen::VectorXd out(static_cast<Eigen::Index>(f.n));
    for (std::size_t s = 0; s < f.nsuper; ++s) {
        const int rows = pi[s + 1] - pi[s];
        for (int k = super[s]; k < super[s + 1]; ++k) {
            const int column = k - super[s];
            const double d = x[px[s] + column * rows + column];
            out(perm[k]) = d * d;
        }
    }
    return out;
}

namespace {

/// Solves some columns in place; each with a workspace of its own, so blocks may run side by side. The factor
/// is only read. False if it fails.
bool solveColumns(cholmod_factor *factor, Eigen::Ref<Eigen::MatrixXd> columns) {
    cholmod_common common{};
    cholmod_start(&common);
    common.print = 0;
    cholmod_dense right{};
    right.nrow = right.d = static_cast<std::size_t>(columns.rows());
    right.ncol = static_cast<std::size_t>(columns.cols());
    right.nzmax = static_cast<std::size_t>(columns.size());
    right.x = columns.data();
    right.xtype = CHOLMOD_REAL;
    right.dtype = CHOLMOD_DOUBLE;
    const auto held = Blas::get().hold();
    cholmod_dense *answer = cholmod_solve(CHOLMOD_A, factor, &right, &common);
    if (answer) {
        columns = Eigen::Map<const Eigen::MatrixXd>(static_cast<const double *>(answer->x), columns.rows(),
                                                    columns.cols());
        cholmod_free_dense(&answer, &common);
    }
    const bool fine = common.status == CHOLMOD_OK;
    cholmod_finish(&common);
    return fine;
}

}  // namespace

CaseRows Supernodal::solve(const CaseRows &b) const {
    constexpr Eigen::Index block = 16;  // columns: enough for dense arithmetic, few enough to share out
    Eigen::MatrixXd columns = b;
    const Eigen::Index blocks = (columns.cols() + block - 1) / block;
    std::atomic<bool> fine = true;
    // Isolated: while it waits, this thread must not begin another proof, which would take its factor.
    tbb::this_task_arena::isolate([&] {
        tbb::parallel_for(
            Eigen::Index{0}, blocks,
            [&](Eigen::Index i) {
                const Eigen::Index first = i * block, count = std::min(block, columns.cols() - first);
                if (!solveColumns(m_state->factor, columns.middleCols(first, count))) fine = false;
            },
            tbb::simple_partitioner{});
    });
    if (!fine) return CaseRows::Constant(b.rows(), b.cols(), std::numeric_limits<double>::quiet_NaN());
    return columns;
}

}  // namespace hefty::mechanics
