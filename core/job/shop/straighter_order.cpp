#include "core/job/shop/straighter_order.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/job/shop/order_costs.h"
#include "core/job/shop/weld_shrinkage.h"
#include "core/workshop/weld/weld_handling.h"

namespace hefty::job {
namespace {

using workshop::Distortion;
using workshop::SeamWork;

constexpr int mostOrders = 60;         // that are worked through
constexpr std::size_t mostMoved = 12;  // seams, those that pull most
constexpr double mostLonger = 20;      // min
constexpr double worthIt = 0.98;       // of the crookedness that is there: less is no gain

/// An order with all that it comes to.
struct Worked {
    std::vector<std::string> order;
    std::vector<Distortion> distortion;
    WeldOrderCost cost;
    double crooked = 0;
};

class Straightener {
  public:
    Straightener(const Job &job, const PieceAppraisal &piece, const rig::RigGeometry &rig,
                 const std::function<void(double)> &progress, const std::stop_token &stop)
        : m_job(job), m_piece(piece), m_rig(rig), m_progress(progress), m_stop(stop) {
        for (const SeamWork &s : piece.seams) m_begun.push_back(s.joint);
    }

    Result<StraighterOrder> run() {
        StraighterOrder out;
        const auto first = worked(m_begun);
        if (!first) return stopped();
        Worked best = *first;
        m_longest = minutes(best.cost) + mostLonger;
        for (bool better = true; better && m_tried < mostOrders;) {
            better = false;
            for (const std::string &seam : heaviest()) {
                if (tryMoves(seam, best)) better = true;
                if (m_stop.stop_requested()) return stopped();
            }
        }
        out.before = first->distortion;
        out.costBefore = first->cost;
        out.crookedBefore = first->crooked;
        out.after = best.distortion;
        out.costAfter = best.cost;
        out.crookedAfter = best.crooked;
        out.tried = m_tried;
        if (best.crooked < worthIt * first->crooked) out.order = best.order;
        return out;
    }

  private:
    static tl::unexpected<Problem> stopped() { return fail(ProblemKind::Stopped, "Stopped."); }
    static double minutes(const WeldOrderCost &c) { return c.waiting + workshop::minutesPerTurn * c.turns; }

    /// Those that pull most first.
    [[nodiscard]] std::vector<std::string> heaviest() const {
        std::vector<const SeamWork *> seams;
        for (const SeamWork &s : m_piece.seams) seams.push_back(&s);
        std::stable_sort(seams.begin(), seams.end(), [](const SeamWork *a, const SeamWork *b) {
            return a->heat * a->passes * a->length > b->heat * b->passes * b->length;
        });
        std::vector<std::string> out;
        for (std::size_t i = 0; i < std::min(mostMoved, seams.size()); ++i) out.push_back(seams[i]->joint);
        return out;
    }

    /// Moves a seam to the ends of the order and to places evenly between; keeps what is better.
    bool tryMoves(const std::string &seam, Worked &best) {
        constexpr std::size_t places = 5;
        bool better = false;
        const std::size_t last = best.order.size() - 1;
        for (std::size_t p = 0; p < places && m_tried < mostOrders && !m_stop.stop_requested(); ++p) {
            std::vector<std::string> order = best.order;
            const auto at = std::find(order.begin(), order.end(), seam);
            const std::size_t to = p * last / (places - 1);
            if (at == order.end() || at == order.begin() + static_cast<std::ptrdiff_t>(to)) continue;
            order.erase(at);
            order.insert(order.begin() + static_cast<std::ptrdiff_t>(to), seam);
            auto other = worked(order);
            if (!other || !(other->crooked < worthIt * best.crooked)) continue;
            if (other->cost.outOfReach > best.cost.outOfReach + 1e-6) continue;
            if (minutes(other->cost) > m_longest) continue;
            best = std::move(*other);
            better = true;
        }
        return better;
    }

    /// Nothing if it was stopped meanwhile.
    std::optional<Worked> worked(const std::vector<std::string> &wanted) {
        if (m_tried > 0 && m_progress) m_progress(std::min(1.0, m_tried / static_cast<double>(mostOrders)));
        ++m_tried;
        const armor::Assembly &a = *m_piece.assembly;
        const auto plan = workshop::weldOrderAs(a, *m_piece.reach, m_piece.seams, wanted);
        const std::vector<SeamWork> seams = inOrder(m_piece.seams, plan);
        Worked out;
        for (const SeamWork &s : seams) out.order.push_back(s.joint);
        out.cost = costOf(m_piece, plan, seams, workshop::heatOf(a, seams));
        out.distortion = freeShrinkage(a, m_rig, seams, m_stop, m_job.rules.shrinkFactor);
        out.crooked = crookedness(out.distortion);
        if (m_stop.stop_requested()) return std::nullopt;
        return out;
    }

    const Job &m_job;
    const PieceAppraisal &m_piece;
    const rig::RigGeometry &m_rig;
    const std::function<void(double)> &m_progress;
    const std::stop_token &m_stop;
    std::vector<std::string> m_begun;
    double m_longest = 0;
    int m_tried = 0;
};

}  // namespace

double crookedness(const std::vector<Distortion> &list) {
    constexpr double over = 100;  // mm, for turns
    double sum = 0;
    for (const Distortion &d : list) sum += std::pow(d.value * (d.angle ? over : 1), 2);
    return std::sqrt(sum);
}

Result<StraighterOrder> straighterOrder(const Job &job, const Appraisal &appraisal, const std::string &id,
                                        const std::function<void(double)> &progress,
                                        const std::stop_token &stop) {
    const PieceAppraisal *piece = appraisal.piece(id);
    if (!piece || !piece->assembly || !piece->reach || !piece->weldingPlanned || piece->seams.empty() ||
        !appraisal.rig)
        return fail(ProblemKind::UnknownId, "No order of welding is planned for this piece yet.", id,
                    "Wait until it is worked out, or lay out a piece that is welded.");
    return Straightener(job, *piece, *appraisal.rig, progress, stop).run();
}

}  // namespace hefty::job
