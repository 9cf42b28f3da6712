#include "core/workshop/weld/best_order.h"

#include <algorithm>
#include <set>

#include "core/workshop/weld/heating.h"
#include "core/workshop/weld/weld_handling.h"

namespace hefty::workshop {
namespace {

constexpr double saving = 0.05;  // min, less is not worth another order
constexpr int mostTries = 600;   // orders that are worked through

using Order = std::vector<std::size_t>;

std::vector<SeamWork> worksOf(const WeldPlan &plan, const std::vector<SeamWork> &seams) {
    std::vector<SeamWork> works;
    for (const WeldStep &s : plan.steps) works.push_back(seams[s.work]);
    return works;
}

/// The steps of a plan, which of them may come when, and what orders of them cost.
class Weighing {
  public:
    Weighing(const armor::Assembly &assembly, const std::vector<LineReach> &reach, const WeldPlan &plan,
             const std::vector<SeamWork> &seams)
        : m_in(assembly), m_plan(plan), m_works(worksOf(plan, seams)), m_handler(assembly, reach, m_works) {
        for (const WeldStep &s : plan.steps) {
            for (const armor::WeldJoint &w : assembly.welds)
                if (w.name == s.seam) m_parts.push_back({w.a, w.b});
        }
        for (const auto &[a, b] : m_parts) {
            m_first.insert({a, b});
            m_onVehicle.push_back(isOfVehicle(assembly, a) || isOfVehicle(assembly, b));
        }
        for (const WeldStep &s : plan.steps) m_first.erase(s.fits);
    }

    [[nodiscard]] Order planned() const {
        Order all;
        for (std::size_t i = 0; i < m_works.size(); ++i) all.push_back(i);
        return all;
    }
    /// Minutes of waiting, turning and putting right.
    [[nodiscard]] double cost(const Order &order) const {
        Heating heating(m_in, m_works);
        Handler handler = m_handler;
        double sum = 0;
        for (const std::size_t i : order) {
            sum += heating.weld(i).wait;
            handler.weld(i);
        }
        return sum + handler.sum().minutes();
    }
    /// At every turn the seam that asks least, of equal ones the first of the plan.
    [[nodiscard]] Order leastNext() const {
        Heating heating(m_in, m_works);
        Handler handler = m_handler;
        std::vector<bool> done(m_works.size());
        Order order;
        while (order.size() < m_works.size()) {
            std::size_t best = m_works.size();
            double least = 0;
            for (std::size_t i = 0; i < m_works.size(); ++i) {
                if (done[i] || !mayCome(i, done)) continue;
                const double asks = heating.next(i).wait + handler.next(i).minutes();
                if (best < m_works.size() && asks >= least - 1e-9) continue;
                best = i;
                least = asks;
                if (asks <= 0) break;
            }
            if (best == m_works.size()) return {};  // what is left has nothing to stand on
            heating.weld(best);
            handler.weld(best);
            done[best] = true;
            order.push_back(best);
        }
        return order;
    }
    /// Moves single steps as long as that saves something.
    [[nodiscard]] Order moved(Order order) const {
        double least = cost(order);
        int tries = 0;
        for (bool better = true; better && least > saving;) {
            better = false;
            for (std::size_t from = 0; from < order.size() && !better; ++from)
                for (std::size_t to = 0; to < order.size() && !better; ++to) {
                    if (to == from) continue;
                    Order other = order;
                    const std::size_t step = other[from];
                    other.erase(other.begin() + static_cast<std::ptrdiff_t>(from));
                    other.insert(other.begin() + static_cast<std::ptrdiff_t>(to), step);
                    if (!holds(other)) continue;
                    if (++tries > mostTries) return order;
                    if (const double c = cost(other); c < least - saving) {
                        least = c;
                        order = std::move(other);
                        better = true;
                    }
                }
        }
        return order;
    }

  private:
    /// One of its parts is there, and those that it fits bar no seam that is still to come.
    [[nodiscard]] bool mayCome(std::size_t step, const std::vector<bool> &done) const {
        std::set<std::string> there = m_first;
        for (std::size_t i = 0; i < done.size(); ++i)
            if (done[i]) there.insert({m_parts[i].first, m_parts[i].second});
        const auto &[a, b] = m_parts[step];
        if (m_onVehicle[step])  // at last, when nothing is left for the bench
            for (std::size_t i = 0; i < done.size(); ++i)
                if (!done[i] && !m_onVehicle[i]) return false;
        if (!there.contains(a) && !there.contains(b)) return false;
        for (const std::string &part : {a, b})
            for (std::size_t i = 0; i < done.size() && !there.contains(part); ++i) {
                const auto &before = m_plan.steps[i].before;
                if (!done[i] && std::find(before.begin(), before.end(), part) != before.end()) return false;
            }
        return true;
    }
    [[nodiscard]] bool holds(const Order &order) const {
        std::vector<bool> done(order.size());
        return std::all_of(order.begin(), order.end(), [&](std::size_t step) {
            const bool may = mayCome(step, done);
            done[step] = true;
            return may;
        });
    }

    const armor::Assembly &m_in;
    const WeldPlan &m_plan;
    std::vector<SeamWork> m_works;
    Handler m_handler;
    std::vector<std::pair<std::string, std::string>> m_parts;  ///< of each step
    std::vector<bool> m_onVehicle;                             ///< of each step: it is welded there
    std::set<std::string> m_first;                             ///< parts that are there without a seam
};

double closedIn(const WeldPlan &plan) {
    double sum = 0;
    for (const BlockedSeam &b : plan.blocked) sum += b.length;
    return sum;
}

}  // namespace

WeldPlan bestOrder(const armor::Assembly &assembly, const std::vector<LineReach> &reach,
                   const std::vector<SeamWork> &seams) {
    WeldPlan plan = weldOrder(assembly, reach, seams);
    const Weighing weighing(assembly, reach, plan, seams);
    const Order planned = weighing.planned();
    const double before = weighing.cost(planned);
    if (before <= saving) return plan;
    Order best = weighing.moved(planned);
    if (Order next = weighing.leastNext(); next.size() == best.size()) {
        next = weighing.moved(std::move(next));
        if (weighing.cost(next) < weighing.cost(best) - saving) best = std::move(next);
    }
    if (weighing.cost(best) > before - saving) return plan;
    std::vector<std::string> names;
    for (const std::size_t i : best) names.push_back(plan.steps[i].seam);
    WeldPlan out = weldOrderAs(assembly, reach, seams, names);
    return closedIn(out) > closedIn(plan) + 1e-6 ? plan : out;
}

}  // namespace hefty::workshop
