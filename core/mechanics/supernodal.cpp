#include "core/mechanics/supernodal.h"

#include <algorithm>
#include <mutex>

#include <cholmod.h>
#include <dlfcn.h>

#include "core/base/parallel.h"

extern "C" {
void dtrsm_(const char *side, const char *uplo, const char *transposed, const char *unit, const int *m,
            const int *n, const double *alpha, const double *a, const int *lda, double *b, const int *ldb);
void dgemm_(const char *transA, const char *transB, const int *m, const int *n, const int *k,
            const double *alpha, const double *a, const int *lda, const double *b, const int *ldb,
            const double *beta, double *c, const int *ldc);
}

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
    /// CHOLMOD shares the rows of every little block out over threads, which takes longer than the rows.
    /// What this says holds for the thread that says it.
    void workAlone() const {
        if (m_setLevels) m_setLevels(0);
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
        m_setLevels = reinterpret_cast<void (*)(int)>(symbol("omp_set_max_active_levels"));
    }
    bool m_alone = false;
    void (*m_setLevels)(int) = nullptr;
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

double Supernodal::workPerEntry() const {
    return m_state->common.lnz > 0 ? m_state->common.fl / m_state->common.lnz : 0;
}

bool Supernodal::factorize(const Sparse &lower) {
    if (!m_state->factor) return false;
    const auto held = Blas::get().hold();
    Blas::get().workAlone();
    cholmod_sparse a = view(lower);
    cholmod_factorize(&a, m_state->factor, &m_state->common);
    return m_state->common.status == CHOLMOD_OK && m_state->factor->is_super &&
           m_state->factor->xtype == CHOLMOD_REAL && m_state->factor->minor == m_state->factor->n;
}

void Supernodal::forget() {
    cholmod_change_factor(CHOLMOD_PATTERN, 1, 1, 1, 1, m_state->factor, &m_state->common);
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

/// The dense blocks of a factor, one below the other, as CHOLMOD lays them out: of supernode s the columns
/// super[s] to super[s + 1], on the rows that `rows` names, those columns first.
struct Blocks {
    explicit Blocks(const cholmod_factor &f)
        : count(static_cast<int>(f.nsuper)),
          super(static_cast<const int *>(f.super)),
          pi(static_cast<const int *>(f.pi)),
          px(static_cast<const int *>(f.px)),
          rows(static_cast<const int *>(f.s)),
          x(static_cast<const double *>(f.x)) {}
    int count;
    const int *super, *pi, *px, *rows;
    const double *x;
};

/// Solves for the cases of a block in place. A row of it holds one unknown in every case, so what BLAS,
/// column by column, sees is its transpose, and what a supernode gathers and scatters lies together:
/// CHOLMOD's own solve, which picks it from column after column, takes twice as long.
void solveRows(const Blocks &f, CaseRows &rows) {
    const auto cases = static_cast<int>(rows.cols());
    constexpr double one = 1, none = 0, minus = -1;
    std::vector<double> below;
    const auto at = [&](int row) { return rows.data() + static_cast<std::ptrdiff_t>(row) * cases; };
    const auto eachSupernode = [&](int s, auto &&use) {
        const int columns = f.super[s + 1] - f.super[s], height = f.pi[s + 1] - f.pi[s];
        below.resize(static_cast<std::size_t>(height - columns) * static_cast<std::size_t>(cases));
        use(columns, height, height - columns, f.x + f.px[s], f.rows + f.pi[s] + columns, at(f.super[s]));
    };
    for (int s = 0; s < f.count; ++s)
        eachSupernode(s,
                      [&](int columns, int height, int rest, const double *l, const int *row, double *top) {
                          dtrsm_("R", "L", "T", "N", &cases, &columns, &one, l, &height, top, &cases);
                          if (rest == 0) return;
                          dgemm_("N", "T", &cases, &rest, &columns, &one, top, &cases, l + columns, &height,
                                 &none, below.data(), &cases);
                          for (int i = 0; i < rest; ++i) {
                              double *to = at(row[i]);
                              const double *from = below.data() + static_cast<std::ptrdiff_t>(i) * cases;
                              for (int c = 0; c < cases; ++c) to[c] -= from[c];
                          }
                      });
    for (int s = f.count - 1; s >= 0; --s)
        eachSupernode(
            s, [&](int columns, int height, int rest, const double *l, const int *row, double *top) {
                for (int i = 0; i < rest; ++i)
                    std::copy_n(at(row[i]), cases, below.data() + static_cast<std::ptrdiff_t>(i) * cases);
                if (rest > 0)
                    dgemm_("N", "N", &cases, &columns, &rest, &minus, below.data(), &cases, l + columns,
                           &height, &one, top, &cases);
                dtrsm_("R", "L", "N", "N", &cases, &columns, &one, l, &height, top, &cases);
            });
}

}  // namespace

CaseRows Supernodal::solve(const CaseRows &b) const {
    constexpr Eigen::Index most = 32;  // cases at a time: more would not stay in the cache
    const cholmod_factor &f = *m_state->factor;
    const Blocks blocks(f);
    const auto *perm = static_cast<const int *>(f.Perm);
    CaseRows out(b.rows(), b.cols());
    const auto threads = static_cast<Eigen::Index>(parallel::cores());
    const Eigen::Index width = std::clamp((b.cols() + threads - 1) / threads, Eigen::Index{1}, most);
    // Isolated: while it waits, this thread must not begin another proof, which would take its factor.
    parallel::isolated([&] {
        parallel::forUneven((b.cols() + width - 1) / width, [&](Eigen::Index i) {
            const Eigen::Index first = i * width, count = std::min(width, b.cols() - first);
            CaseRows part(b.rows(), count);
            for (Eigen::Index r = 0; r < b.rows(); ++r) part.row(r) = b.row(perm[r]).segment(first, count);
            const auto held = Blas::get().hold();
            solveRows(blocks, part);
            for (Eigen::Index r = 0; r < b.rows(); ++r) out.row(perm[r]).segment(first, count) = part.row(r);
        });
    });
    return out;
}

}  // namespace hefty::mechanics
