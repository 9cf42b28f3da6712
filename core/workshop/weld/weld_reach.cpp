#include "core/workshop/weld/weld_reach.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <numbers>
#include <optional>
#include <set>

#include <fmt/format.h>

#include "core/clearance/sweeps.h"
#include "core/workshop/convex_bodies.h"

namespace hefty::workshop {
namespace {

constexpr double apart = 60;  // mm, between the places of a line that are looked at
// mm: how far from the seam it is looked whether a direction is open; the last is about where a torch ends,
// which a rounded flank may bar though it leaves the seam itself open.
constexpr std::array<double, 3> probes{6, 12, 18};
constexpr int directions = 36;  // around the seam
constexpr double shortest = 8;  // mm: shorter lines are laid from where the next one is

/// Outside of a part, its ends heeded.
class Metal {
  public:
    Metal(const armor::Assembly &assembly, const std::string &part)
        : m_bar(assembly.bar(part)), m_sheet(assembly.sheet(part)) {
        if (m_bar) m_spans = m_bar->spans();
    }
    [[nodiscard]] bool holds(const Vec3 &at) const {
        if (m_sheet) return parts::outside(*m_sheet, at) < 0;
        if (!m_bar) return false;
        const parts::OnCourse on = parts::nearestOn(m_spans, at, true);
        if (on.station < 0 || on.station > m_bar->length()) return false;
        if (beyond(m_bar->from, m_bar->cutFrom, m_bar->to, at)) return false;
        if (beyond(m_bar->to, m_bar->cutTo, m_bar->from, at)) return false;
        return parts::outside(*m_bar, m_spans, at) < 0;  // the inside of a tube is not where a torch goes
    }

  private:
    /// True on the far side of the plane in which an end is sawn; a normal of zero: it is cut square.
    static bool beyond(const Vec3 &end, const Vec3 &normal, const Vec3 &otherEnd, const Vec3 &at) {
        return (at - end).dot(normal) * (otherEnd - end).dot(normal) < 0;
    }

    const armor::BarPart *m_bar;
    const armor::SheetPart *m_sheet;
    std::vector<armor::Span> m_spans;
};

/// The directions around a place of a seam that no metal bars up to a distance.
std::vector<bool> openAround(const Metal &a, const Metal &b, const Vec3 &at, const Vec3 &x, const Vec3 &y,
                             double upTo) {
    std::vector<bool> open;
    for (int i = 0; i < directions; ++i) {
        const double angle = 2 * std::numbers::pi * i / directions;
        const Vec3 d = x * std::cos(angle) + y * std::sin(angle);
        open.push_back(std::none_of(probes.begin(), probes.end(), [&](double probe) {
            return probe <= upTo && (a.holds(at + d * probe) || b.holds(at + d * probe));
        }));
    }
    return open;
}

/// The middle of the widest open corner around a place of a seam; nothing if all is metal.
std::optional<Vec3> openTo(const Metal &a, const Metal &b, const Vec3 &at, const Vec3 &along) {
    const Vec3 x = along.unitOrthogonal(), y = along.cross(x);
    std::vector<bool> open = openAround(a, b, at, x, y, probes.back());
    if (std::find(open.begin(), open.end(), true) == open.end())
        open = openAround(a, b, at, x, y, probes.front());
    int best = 0, from = 0;
    for (int start = 0; start < directions; ++start) {
        int run = 0;
        while (run < directions && open[static_cast<std::size_t>((start + run) % directions)]) ++run;
        if (run > best) {
            best = run;
            from = start;
        }
        if (run == directions) break;
    }
    if (best == 0) return std::nullopt;
    const double angle = 2 * std::numbers::pi * (from + (best - 1) / 2.0) / directions;
    return x * std::cos(angle) + y * std::sin(angle);
}

/// A place of a line at which the torch has to stand.
struct Spot {
    std::size_t line = 0;
    double length = 0;
    Vec3 at = Vec3::Zero(), along = Vec3::UnitX(), toward = Vec3::UnitZ();
    bool free = false;
    std::set<std::string> least;  ///< parts in the way of the best attitude so far
    bool hasLeast = false;
};

class Reach {
  public:
    Reach(const armor::Assembly &assembly, const Torch &torch) : m_in(assembly), m_torch(torch) {}

    Result<std::vector<LineReach>> run(const std::stop_token &stop) {
        plan();
        const std::vector<clearance::ConvexBody> bodies = convexBodies(m_in);
        for (const double lean : {0.0, m_torch.work, -m_torch.work})
            for (const double lag : {0.0, m_torch.travel, -m_torch.travel}) {
                if (stop.stop_requested())
                    return fail(ProblemKind::Stopped, "Stopped before all seams were looked at.",
                                "weld plan");
                if (auto r = tryAttitude(bodies, lean, lag); !r) return tl::unexpected(r.error());
            }
        gather();
        return std::move(m_out);
    }

  private:
    [[nodiscard]] const armor::WeldJoint &weldOf(const LineReach &l) const {
        return m_in.welds[static_cast<std::size_t>(l.weld)];
    }

    void plan() {
        for (std::size_t w = 0; w < m_in.welds.size(); ++w) {
            const armor::WeldJoint &joint = m_in.welds[w];
            if (joint.isFold()) continue;
            const Metal a(m_in, joint.a), b(m_in, joint.b);
            for (std::size_t c = 0; c < joint.contacts.size(); ++c)
                for (std::size_t l = 0; l < joint.contacts[c].lines.size(); ++l)
                    if (!joint.contacts[c].lines[l].skin)
                        planLine(a, b,
                                 {static_cast<int>(w), static_cast<int>(c), static_cast<int>(l), {}, {}},
                                 joint.contacts[c].lines[l]);
        }
    }

    void planLine(const Metal &a, const Metal &b, LineReach reach, const armor::WeldLine &line) {
        const Vec3 d = line.to - line.from;
        const double length = d.norm();
        if (length < shortest) return;
        const int places = std::max(1, static_cast<int>(std::lround(length / apart)));
        const std::size_t index = m_out.size();
        bool any = false;
        for (int i = 0; i < places; ++i) {
            const Vec3 at = line.from + d * ((i + 0.5) / places);
            const auto toward = openTo(a, b, at, d / length);
            if (!toward) continue;
            m_spots.push_back({index, length / places, at, d / length, *toward, false, {}, false});
            if (i == places / 2) reach.torch = *toward;
            any = true;
        }
        if (any) m_out.push_back(std::move(reach));
    }

    Result<bool> tryAttitude(const std::vector<clearance::ConvexBody> &bodies, double lean, double lag) {
        std::vector<clearance::ToolSpace> tools;
        for (std::size_t s = 0; s < m_spots.size(); ++s) {
            if (m_spots[s].free) continue;
            const Spot &spot = m_spots[s];
            const Vec3 across = Eigen::AngleAxisd(lean, spot.along) * spot.toward;
            const Vec3 d = (across * std::cos(lag) + spot.along * std::sin(lag)).normalized();
            tools.push_back({fmt::format("{}", s),
                             spot.at + d * m_torch.standoff,
                             d,
                             m_torch.radius,
                             m_torch.length - m_torch.standoff,
                             {}});
        }
        const auto found = clearance::toolAccess(bodies, tools);
        if (!found) return tl::unexpected(found.error());
        std::map<std::size_t, std::set<std::string>> bars;
        for (const clearance::SweepGap &g : *found) bars[std::stoul(g.id)].insert(g.body);
        for (const clearance::ToolSpace &t : tools) {
            const std::size_t s = std::stoul(t.id);
            Spot &spot = m_spots[s];
            const std::set<std::string> &now = bars[s];
            if (!spot.hasLeast || cost(spot, now) < cost(spot, spot.least)) spot.least = now;
            spot.hasLeast = true;
            spot.free = spot.least.empty();
        }
        return true;
    }

    /// Its own two parts cannot be left out: worse than any other.
    [[nodiscard]] std::size_t cost(const Spot &spot, const std::set<std::string> &bars) const {
        const armor::WeldJoint &joint = weldOf(m_out[spot.line]);
        std::size_t sum = bars.size();
        for (const std::string &own : {joint.a, joint.b})
            if (bars.contains(own)) sum += 1000;
        return sum;
    }

    void gather() {
        for (const Spot &s : m_spots) {
            const armor::WeldJoint &joint = weldOf(m_out[s.line]);
            StretchReach stretch{s.length, {}, {}};
            for (const std::string &part : s.least)
                if (part == joint.a || part == joint.b)
                    stretch.never = part;
                else
                    stretch.after.push_back(part);
            m_out[s.line].stretches.push_back(std::move(stretch));
        }
    }

    const armor::Assembly &m_in;
    Torch m_torch;
    std::vector<Spot> m_spots;
    std::vector<LineReach> m_out;
};

}  // namespace

Result<std::vector<LineReach>> weldReach(const armor::Assembly &assembly, const Torch &torch,
                                         const std::stop_token &stop) {
    return Reach(assembly, torch).run(stop);
}

}  // namespace hefty::workshop
