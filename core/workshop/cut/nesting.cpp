#include "core/workshop/cut/nesting.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <memory>

#include <fmt/format.h>
#include <glpk.h>

namespace hefty::workshop {
namespace {

/// Lengths closer than this are one length: saws do not cut finer.
constexpr double sameLength = 0.01;

/// Pieces of one length and how many of them are wanted.
struct Demand {
    double length;
    std::vector<std::size_t> pieces;
};

/// Bars of one length and cost and how many there are.
struct BarKind {
    double length;
    bool onHand;
    std::vector<const Bar *> bars;
};

/// How many of each demand a bar takes.
using CutPattern = std::vector<int>;

struct Column {
    std::size_t kind;
    CutPattern counts;
};

std::vector<Demand> groupPieces(const std::vector<PieceLength> &pieces, double longest, Nesting &out) {
    std::vector<Demand> demands;
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        if (pieces[i].length > longest + 1e-6) {
            out.unplaced.push_back(pieces[i]);
            continue;
        }
        const auto it = std::find_if(demands.begin(), demands.end(), [&](const Demand &d) {
            return std::abs(d.length - pieces[i].length) < sameLength;
        });
        if (it == demands.end())
            demands.push_back({pieces[i].length, {i}});
        else
            it->pieces.push_back(i);
    }
    std::sort(demands.begin(), demands.end(),
              [](const Demand &a, const Demand &b) { return a.length > b.length; });
    return demands;
}

std::vector<BarKind> groupBars(const std::vector<Bar> &onHand, const Bar &newBar) {
    std::vector<BarKind> kinds;
    for (const Bar &b : onHand) {
        const auto it = std::find_if(kinds.begin(), kinds.end(), [&](const BarKind &k) {
            return std::abs(k.length - b.length) < sameLength;
        });
        if (it == kinds.end())
            kinds.push_back({b.length, true, {&b}});
        else
            it->bars.push_back(&b);
    }
    if (newBar.length > 0) kinds.push_back({newBar.length, false, {&newBar}});
    return kinds;
}

/// All patterns to which no further piece can be added. Only those are needed: a piece cut too often
/// is simply not cut, as demands are met with "at least".
class PatternMaker {
  public:
    PatternMaker(const std::vector<Demand> &demands, double kerf, std::size_t limit)
        : m_demands(demands), m_kerf(kerf), m_limit(limit) {}

    bool make(std::size_t kind, double length, std::vector<Column> &out) {
        m_counts.assign(m_demands.size(), 0);
        return extend(0, length + m_kerf, kind, out);
    }

  private:
    bool extend(std::size_t d, double left, std::size_t kind, std::vector<Column> &out) {
        if (out.size() >= m_limit) return false;
        if (d == m_demands.size()) {
            bool full = true;
            bool any = false;
            for (std::size_t i = 0; i < d; ++i) {
                any |= m_counts[i] > 0;
                if (m_counts[i] < static_cast<int>(m_demands[i].pieces.size()) &&
                    m_demands[i].length + m_kerf <= left + 1e-6)
                    full = false;
            }
            if (full && any) out.push_back({kind, m_counts});
            return true;
        }
        const double each = m_demands[d].length + m_kerf;
        const int most = std::min(static_cast<int>(m_demands[d].pieces.size()),
                                  static_cast<int>(std::floor((left + 1e-6) / each)));
        for (int n = most; n >= 0; --n) {
            m_counts[d] = n;
            if (!extend(d + 1, left - n * each, kind, out)) return false;
        }
        m_counts[d] = 0;
        return true;
    }

    const std::vector<Demand> &m_demands;
    double m_kerf;
    std::size_t m_limit;
    CutPattern m_counts;
};

struct ProblemDelete {
    void operator()(glp_prob *p) const { glp_delete_prob(p); }
};

struct StopCheck {
    std::stop_token stop;
    static void call(glp_tree *tree, void *info) {
        if (static_cast<StopCheck *>(info)->stop.stop_requested()) glp_ios_terminate(tree);
    }
};

/// Solves for how often each column is used; empty if there is no answer.
std::vector<int> solveColumns(const std::vector<Demand> &demands, const std::vector<BarKind> &kinds,
                              const std::vector<Column> &columns, const NestingOptions &options,
                              bool &optimal) {
    // GLPK keeps an environment for each thread and frees it only when told: at the end of the thread.
    struct Environment {
        ~Environment() { glp_free_env(); }
    };
    thread_local const Environment environment;
    (void)environment;
    glp_term_out(GLP_OFF);
    const std::unique_ptr<glp_prob, ProblemDelete> lp(glp_create_prob());
    glp_set_obj_dir(lp.get(), GLP_MIN);
    const int demandRows = static_cast<int>(demands.size());
    glp_add_rows(lp.get(), demandRows + static_cast<int>(kinds.size()));
    for (int i = 0; i < demandRows; ++i)
        glp_set_row_bnds(lp.get(), i + 1, GLP_LO,
                         static_cast<double>(demands[static_cast<std::size_t>(i)].pieces.size()), 0);
    double allOnHand = 1;
    for (std::size_t k = 0; k < kinds.size(); ++k) {
        const double count =
            kinds[k].onHand ? static_cast<double>(kinds[k].bars.size()) : options.newBarsAtMost;
        if (kinds[k].onHand) allOnHand += count * kinds[k].length;
        glp_set_row_bnds(lp.get(), demandRows + static_cast<int>(k) + 1, GLP_UP, 0, count);
    }
    glp_add_cols(lp.get(), static_cast<int>(columns.size()));
    std::vector<int> rows(1, 0), cols(1, 0);
    std::vector<double> values(1, 0.0);
    for (std::size_t c = 0; c < columns.size(); ++c) {
        const int col = static_cast<int>(c) + 1;
        const BarKind &kind = kinds[columns[c].kind];
        glp_set_col_kind(lp.get(), col, GLP_IV);
        glp_set_col_bnds(lp.get(), col, GLP_LO, 0, 0);
        // Any bought bar outweighs all bars on hand together.
        glp_set_obj_coef(lp.get(), col, kind.onHand ? kind.length / allOnHand : 1 + kind.length / allOnHand);
        for (std::size_t d = 0; d < demands.size(); ++d)
            if (columns[c].counts[d] > 0) {
                rows.push_back(static_cast<int>(d) + 1);
                cols.push_back(col);
                values.push_back(columns[c].counts[d]);
            }
        rows.push_back(demandRows + static_cast<int>(columns[c].kind) + 1);
        cols.push_back(col);
        values.push_back(1);
    }
    glp_load_matrix(lp.get(), static_cast<int>(rows.size()) - 1, rows.data(), cols.data(), values.data());
    glp_iocp parameters;
    glp_init_iocp(&parameters);
    parameters.presolve = GLP_ON;
    parameters.msg_lev = GLP_MSG_OFF;
    parameters.tm_lim = 5000;
    StopCheck check{options.stop};
    parameters.cb_func = StopCheck::call;
    parameters.cb_info = &check;
    const int result = glp_intopt(lp.get(), &parameters);
    const int status = glp_mip_status(lp.get());
    optimal = result == 0 && status == GLP_OPT;
    if (status != GLP_OPT && status != GLP_FEAS) return {};
    std::vector<int> uses;
    for (std::size_t c = 0; c < columns.size(); ++c)
        uses.push_back(static_cast<int>(std::lround(glp_mip_col_val(lp.get(), static_cast<int>(c) + 1))));
    return uses;
}

void layOut(const std::vector<PieceLength> &pieces, std::vector<Demand> demands,
            const std::vector<BarKind> &kinds, const std::vector<Column> &columns,
            const std::vector<int> &uses, double kerf, Nesting &out) {
    std::vector<std::size_t> taken(kinds.size(), 0);
    for (std::size_t c = 0; c < columns.size(); ++c)
        for (int n = 0; n < uses[c]; ++n) {
            const BarKind &kind = kinds[columns[c].kind];
            NestedBar nested;
            nested.bar = *kind.bars[kind.onHand ? taken[columns[c].kind] : 0];
            ++taken[columns[c].kind];
            if (!kind.onHand) nested.bar.id += fmt::format(" #{}", taken[columns[c].kind]);
            nested.kerf = kerf;
            for (std::size_t d = 0; d < demands.size(); ++d)
                for (int k = 0; k < columns[c].counts[d] && !demands[d].pieces.empty(); ++k) {
                    nested.pieces.push_back(pieces[demands[d].pieces.front()]);
                    demands[d].pieces.erase(demands[d].pieces.begin());
                }
            if (nested.pieces.empty()) continue;
            if (!kind.onHand) out.bought += nested.bar.length;
            out.bars.push_back(std::move(nested));
        }
    for (const Demand &d : demands)
        for (const std::size_t p : d.pieces) out.unplaced.push_back(pieces[p]);
}

}  // namespace

double NestedBar::used() const {
    double sum = 0;
    for (const PieceLength &p : pieces) sum += p.length + kerf;
    return std::min(sum, bar.length);
}

double NestedBar::left() const {
    return bar.length - used();
}

Result<Nesting> nest(const std::vector<PieceLength> &pieces, const std::vector<Bar> &onHand,
                     const Bar &newBar, const NestingOptions &options) {
    if (!(options.kerf >= 0) || !std::isfinite(options.kerf))
        return fail(ProblemKind::BadInput, "The kerf must be 0 or more.", "kerf");
    constexpr double farthest = 1e6;  // mm: no bar is a kilometer long
    double longest = newBar.length;
    if (!(newBar.length >= 0) || newBar.length > farthest)
        return fail(ProblemKind::BadInput, "No bar that can be bought is that long.", "new/length");
    for (const Bar &b : onHand) {
        if (!(b.length > 0) || !std::isfinite(b.length))
            return fail(ProblemKind::BadInput, "A bar on the rack has no length.", "rack/" + b.id);
        if (b.length > farthest)
            return fail(ProblemKind::BadInput, "A bar on the rack is over a kilometer long.", "rack/" + b.id);
        longest = std::max(longest, b.length);
    }
    for (const PieceLength &p : pieces)
        if (!(p.length > 0) || !std::isfinite(p.length))
            return fail(ProblemKind::BadInput, "A piece to cut has no length.", p.name);
    Nesting out;
    const std::vector<Demand> demands = groupPieces(pieces, longest, out);
    if (demands.empty()) return out;
    const std::vector<BarKind> kinds = groupBars(onHand, newBar);
    std::vector<Column> columns;
    constexpr std::size_t patternLimit = 20000;
    PatternMaker maker(demands, options.kerf, patternLimit);
    bool complete = true;
    for (std::size_t k = 0; k < kinds.size(); ++k) complete &= maker.make(k, kinds[k].length, columns);
    bool optimal = true;
    const std::vector<int> uses = solveColumns(demands, kinds, columns, options, optimal);
    out.optimal = optimal && complete;
    if (uses.empty()) {
        for (const Demand &d : demands)
            for (const std::size_t p : d.pieces) out.unplaced.push_back(pieces[p]);
        out.optimal = false;
        return out;
    }
    layOut(pieces, demands, kinds, columns, uses, options.kerf, out);
    return out;
}

}  // namespace hefty::workshop
