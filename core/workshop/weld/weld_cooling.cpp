#include "core/workshop/weld/weld_cooling.h"

#include <algorithm>
#include <set>

#include "core/workshop/weld/heating.h"

namespace hefty::workshop {
namespace {

constexpr double saving = 0.05;  // min, less is not worth another order
constexpr int mostTries = 600;   // orders that are worked through

using Order = std::vector<std::size_t>;

/// The steps of a plan, and which of them may come when.
class Cooling {
  public:
    Cooling(const armor::Assembly &assembly, const WeldPlan &plan, const std::vector<SeamWork> &seams)
        : m_in(assembly), m_plan(plan) {
        for (const WeldStep &s : plan.steps) {
            m_works.push_back(seams[s.work]);
            for (const armor::WeldJoint &w : assembly.welds)
                if (w.name == s.seam) m_parts.push_back({w.a, w.b});
        }
        for (const auto &[a, b] : m_parts) m_first.insert({a, b});
        for (const WeldStep &s : plan.steps) m_first.erase(s.fits);
    }

    [[nodiscard]] Order planned() const {
        Order all;
        for (std::size_t i = 0; i < m_works.size(); ++i) all.push_back(i);
        return all;
    }
    [[nodiscard]] double waiting(const Order &order) const {
        Heating heating(m_in, m_works);
        double sum = 0;
        for (const std::size_t i : order) sum += heating.weld(i).wait;
        return sum;
    }
    [[nodiscard]] Order firstThatCan() const {
        Heating heating(m_in, m_works);
        std::vector<bool> done(m_works.size());
        Order order;
        while (order.size() < m_works.size()) {
            std::size_t best = m_works.size();
            double least = 0;
            for (std::size_t i = 0; i < m_works.size(); ++i) {
                if (done[i] || !mayCome(i, done)) continue;
                const double wait = heating.next(i).wait;
                if (best < m_works.size() && wait >= least) continue;
                best = i;
                least = wait;
                if (wait <= 0) break;
            }
            if (best == m_works.size()) return {};  // what is left has nothing to stand on
            heating.weld(best);
            done[best] = true;
            order.push_back(best);
        }
        return order;
    }
    /// Moves single steps as long as that saves waiting.
    [[nodiscard]] Order moved(Order order) const {
        double least = waiting(order);
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
                    if (const double w = waiting(other); w < least - saving) {
                        least = w;
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
    std::vector<std::pair<std::string, std::string>> m_parts;  ///< of each step
    std::set<std::string> m_first;                             ///< parts that are there without a seam
};

double closedIn(const WeldPlan &plan) {
    double sum = 0;
    for (const BlockedSeam &b : plan.blocked) sum += b.length;
    return sum;
}

}  // namespace

WeldPlan cooledOrder(const armor::Assembly &assembly, const std::vector<LineReach> &reach,
                     const std::vector<SeamWork> &seams) {
    WeldPlan plan = weldOrder(assembly, reach, seams);
    const Cooling cooling(assembly, plan, seams);
    Order best = cooling.planned();
    const double before = cooling.waiting(best);
    if (before <= saving) return plan;
    if (Order first = cooling.firstThatCan();
        first.size() == best.size() && cooling.waiting(first) < before - saving)
        best = std::move(first);
    best = cooling.moved(std::move(best));
    std::vector<std::string> names;
    for (const std::size_t i : best) names.push_back(plan.steps[i].seam);
    WeldPlan out = weldOrderAs(assembly, reach, seams, names);
    return closedIn(out) > closedIn(plan) + 1e-6 ? plan : out;
}

}  // namespace hefty::workshop
