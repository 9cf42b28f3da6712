#include "core/proof/model/passages.h"

#include <cmath>
#include <iterator>

#include "core/armor/passing.h"

namespace hefty::proof {
namespace {

using shape::Vec2;
using shape::Vec3;

constexpr double leastStub = 10;    // mm of bar that is left at the ends of a tube and beside an opening
constexpr double pressedHalf = 25;  // mm: half of a jack's head, a boot, what bears of a rock

/// A plate that the whole tube goes through leaves the tube whole.
bool isCollar(const armor::SheetPart &plate, const armor::BarPart &tube) {
    const armor::Axes axes = tube.axes();
    if (std::abs(plate.axes.z.dot(axes.x)) < 0.9) return false;
    const double station = (plate.axes.origin - tube.from).dot(axes.x);
    const shape::Polygon2 outline = armor::outlineOf(tube);
    return std::all_of(outline.begin(), outline.end(), [&](const Vec2 &p) {
        const Vec3 at = tube.from + axes.x * station + axes.y * p.x() + axes.z * p.y();
        return plate.covers(plate.axes.toLocal(at).head<2>());
    });
}

/// Which places belong to a straight span of a bent bar; to a straight bar all do.
class Here {
  public:
    Here(const armor::Assembly &assembly, const armor::BarPart &tube) : m_whole(assembly.bar(tube.name)) {
        if (!m_whole || m_whole->straight()) return;
        m_from = m_whole->stationOf(tube.from);
        m_to = m_whole->stationOf(tube.to);
    }
    [[nodiscard]] bool operator()(const Vec3 &at) const {
        if (!m_whole || m_whole->straight()) return true;
        const double s = m_whole->stationOf(at);
        return s >= m_from - 1e-6 && s <= m_to + 1e-6;
    }

  private:
    const armor::BarPart *m_whole;
    double m_from = 0, m_to = 0;
};

std::vector<Passage> passagesOf(const armor::Assembly &assembly, const armor::BarPart &tube) {
    std::vector<Passage> out;
    for (const armor::SheetPart &p : assembly.sheets)
        if (!p.strips.empty()) out.push_back({&p, {}, armor::passingThrough(p, tube), !isCollar(p, tube)});
    for (const armor::BarPart &t : assembly.bars)
        if (t.name != tube.name) out.push_back({nullptr, t, armor::passingThrough(t, tube), true});
    for (const armor::Gate &g : assembly.gates) {
        if (g.post != tube.name) continue;
        armor::BarPart spindle;
        spindle.section.shape = stock::SectionShape::RoundTube;
        spindle.section.height = spindle.section.width = g.spindle;
        spindle.from = g.low - (g.high - g.low).normalized() * g.spindleRoot;
        spindle.to = g.high;
        spindle.up = (g.high - g.low).unitOrthogonal();
        out.push_back({nullptr, spindle, armor::passingThrough(spindle, tube), true});
    }
    const Here here(assembly, tube);
    for (Passage &p : out)
        std::erase_if(p.contacts, [&here](const armor::Contact &c) { return !here(c.center); });
    std::erase_if(out, [](const Passage &p) { return p.contacts.empty(); });
    return out;
}

/// Shortens a stretch to where the tube is whole: clear of its cut ends.
void clip(Stay &stay, const armor::BarPart &tube) {
    const double half = std::max(tube.section.height, tube.section.width) / 2;
    const auto taken = [half](const armor::EndTrim &trim, double miter) {
        return trim.cut() ? *std::max_element(trim.reach.begin(), trim.reach.end()) : half * std::tan(miter);
    };
    stay.from = std::max(stay.from, taken(tube.trimFrom, tube.miterFrom()) + leastStub);
    stay.to = std::min(stay.to, tube.length() - taken(tube.trimTo, tube.miterTo()) - leastStub);
}

/// A stretch around stations, clipped; none if nothing of them is left.
std::optional<Stay> stayAround(const armor::BarPart &tube, double low, double high) {
    const double reach = std::max(tube.section.height, tube.section.width);
    Stay stay;
    stay.from = low - reach;
    stay.to = high + reach;
    clip(stay, tube);
    if (stay.from > std::min(low, high - 1) || stay.to < std::max(high, low + 1)) {
        // What stands over a cut end is followed as far as the tube is whole.
        if (stay.to - stay.from < reach / 2 || stay.from > high || stay.to < low) return std::nullopt;
    }
    return stay;
}

double stationOf(const armor::BarPart &tube, const Vec3 &at) {
    return (at - tube.from).dot(tube.axes().x);
}

/// What is welded on the walls of a tube and does not go through them.
void addSeats(const armor::Assembly &assembly, const armor::BarPart &tube, std::vector<Stay> &out) {
    const Vec3 along = tube.axes().x;
    const Here here(assembly, tube);
    for (const armor::WeldJoint &w : assembly.welds) {
        if (w.a != tube.name && w.b != tube.name) continue;
        for (const armor::Contact &c : w.contacts) {
            if (c.lines.empty() || std::abs(c.normal.dot(along)) > 0.5)
                continue;  // an end, mitered or capped
            if (!here(c.center)) continue;
            double low = 1e300, high = -1e300;
            for (const armor::WeldLine &l : c.lines)
                for (const Vec3 &p : {l.from, l.to}) {
                    low = std::min(low, stationOf(tube, p));
                    high = std::max(high, stationOf(tube, p));
                }
            auto stay = stayAround(tube, low, high);
            if (!stay) continue;
            stay->landings = {low, high};
            stay->seats.push_back(c);
            out.push_back(std::move(*stay));
        }
    }
}

/// Where something bought, a jack, a rock or a foot presses on a tube.
void addPresses(const armor::Assembly &assembly, const armor::BarPart &tube, std::vector<Stay> &out) {
    const Here here(assembly, tube);
    const auto press = [&](const std::string &part, const Vec3 &at, double half) {
        if (part != tube.name || !here(at)) return;
        const double s = stationOf(tube, at);
        auto stay = stayAround(tube, s - half, s + half);
        if (!stay) return;
        stay->landings = {s - half, s + half};
        out.push_back(std::move(*stay));
    };
    if (assembly.winch && assembly.winch->fairleadBolts)
        for (const Vec3 &at : assembly.winch->fairleadBolts->at)
            press(assembly.winch->fairleadPart, at, pressedHalf);
    else if (assembly.winch)
        press(assembly.winch->fairleadPart, assembly.winch->fairleadAt, pressedHalf);
    for (const armor::StepSpot &s : assembly.steps) press(s.part, s.at, pressedHalf);
    for (const armor::JackPoint &j : assembly.jacks) press(j.part, j.at, pressedHalf);
    for (const armor::GroundSpot &g : assembly.grounds) press(g.part, g.at, pressedHalf);
    for (const armor::CarriedWheel &w : assembly.wheels) press(w.part, w.hub, pressedHalf);
    if (assembly.coupling) press(assembly.coupling->part, assembly.coupling->at, pressedHalf);
}

/// The openings in a stretch, which grows until it holds them whole.
void addOpenings(const armor::BarPart &tube, Stay &stay) {
    for (const armor::TubeOpening &o : tube.openings) {
        const double low = o.station - o.length / 2, high = o.station + o.length / 2;
        if (high < stay.from || low > stay.to) continue;
        stay.from = std::min(stay.from, low - leastStub);
        stay.to = std::max(stay.to, high + leastStub);
        stay.slots.insert(stay.slots.end(), {low, high});
        stay.openings.push_back(o);
    }
    clip(stay, tube);
}

/// Stretches that overlap or leave no bar between them become one.
std::vector<Stay> joined(std::vector<Stay> stays) {
    std::sort(stays.begin(), stays.end(), [](const Stay &a, const Stay &b) { return a.from < b.from; });
    std::vector<Stay> out;
    for (Stay &s : stays) {
        if (out.empty() || s.from > out.back().to + leastStub) {
            out.push_back(std::move(s));
            continue;
        }
        Stay &a = out.back();
        a.to = std::max(a.to, s.to);
        std::move(s.passages.begin(), s.passages.end(), std::back_inserter(a.passages));
        a.slots.insert(a.slots.end(), s.slots.begin(), s.slots.end());
        a.openings.insert(a.openings.end(), s.openings.begin(), s.openings.end());
        a.landings.insert(a.landings.end(), s.landings.begin(), s.landings.end());
        std::move(s.seats.begin(), s.seats.end(), std::back_inserter(a.seats));
    }
    return out;
}

}  // namespace

bool Passage::holds(const Vec3 &at) const {
    if (!cuts) return false;
    if (tube) return armor::within(*tube, at);
    const Vec3 local = plate->axes.toLocal(at);
    return std::abs(local.z()) < plate->thickness / 2 && plate->covers(local.head<2>());
}

bool Stay::opened(const Vec3 &local, const armor::BarPart &tube) const {
    const bool frontOrBack = std::abs(local.y()) > (tube.section.width - tube.properties.wall) / 2 - 1;
    return frontOrBack && std::any_of(openings.begin(), openings.end(), [&](const armor::TubeOpening &o) {
               return std::abs(local.x() - o.station) < o.length / 2 &&
                      std::abs(local.z() - o.offset) < o.height / 2;
           });
}

std::vector<Stay> staysOf(const armor::Assembly &assembly, const armor::BarPart &tube) {
    std::vector<Stay> out;
    if (!tube.hollow() || tube.taper > 0 || !tube.straight()) return out;
    const double wall = tube.properties.wall;
    const Vec3 along = tube.axes().x;
    for (Passage &p : passagesOf(assembly, tube)) {
        double low = 1e300, high = -1e300;
        for (const armor::Contact &c : p.contacts) {
            const auto [from, to] = p.span(c, [&](const Vec3 &at) { return (at - tube.from).dot(along); });
            low = std::min(low, from);
            high = std::max(high, to);
        }
        auto stay = stayAround(tube, low, high);
        if (!stay || !(stay->from < low - wall && stay->to > high + wall)) continue;
        stay->slots = {low, high};
        stay->passages.push_back(std::move(p));
        out.push_back(std::move(*stay));
    }
    addSeats(assembly, tube, out);
    addPresses(assembly, tube, out);
    out = joined(std::move(out));
    for (Stay &s : out) addOpenings(tube, s);
    return joined(std::move(out));
}

}  // namespace hefty::proof
