#include "core/workshop/bend/bender.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

namespace hefty::workshop {
namespace {

using shape::Vec3;
using working::number;

constexpr double sameSize = 0.6;  // mm: a tube fits the die, a radius is the die's
constexpr double tubeHeld = 150;  // mm of tube behind the last bend that the bender holds

/// A tube as straights and bends from one end; turned around for the other.
struct Feed {
    std::vector<double> straights, angles, rotations;
};

Feed feedOf(const BendSchedule &s, bool fromEnd) {
    Feed f{s.straights, {}, {}};
    for (const Bend &b : s.bends) {
        f.angles.push_back(b.angle);
        f.rotations.push_back(b.rotation);
    }
    if (!fromEnd) return f;
    std::reverse(f.straights.begin(), f.straights.end());
    std::reverse(f.angles.begin(), f.angles.end());
    // A turn between two bends is the same seen from either end: both the way and the turn are reversed.
    std::vector<double> turned{0};
    for (std::size_t i = f.rotations.size(); i > 1; --i) turned.push_back(f.rotations[i - 1]);
    f.rotations = std::move(turned);
    return f;
}

/// Follows a tube: straight on, then around a bend about an axis.
class Pen {
  public:
    std::vector<Vec3> line{Vec3::Zero()};
    Vec3 at = Vec3::Zero(), along = Vec3::UnitX(), axis = Vec3::UnitZ();
    void straight(double length) {
        at += length * along;
        line.push_back(at);
    }
    void turnAbout(double rotation) { axis = Eigen::AngleAxisd(rotation, along) * axis; }
    void bend(double angle, double radius) {
        constexpr double chord = 0.09;  // rad
        const int pieces = std::max(1, static_cast<int>(std::ceil(angle / chord)));
        const Vec3 center = at + radius * axis.cross(along);
        const Vec3 from = at - center;
        for (int i = 1; i <= pieces; ++i) {
            const Eigen::AngleAxisd turn(angle * i / pieces, axis);
            at = center + turn * from;
            line.push_back(at);
        }
        along = Eigen::AngleAxisd(angle, axis) * along;
    }
};

/// True if a straight line passes through a box, its rim counted.
bool passes(const Vec3 &from, const Vec3 &to, const Eigen::AlignedBox3d &box) {
    double enter = 0, leave = 1;
    for (int axis = 0; axis < 3; ++axis) {
        const double step = to(axis) - from(axis), low = box.min()(axis) - from(axis),
                     high = box.max()(axis) - from(axis);
        if (std::abs(step) < 1e-12) {
            if (low > 0 || high < 0) return false;
            continue;
        }
        enter = std::max(enter, std::min(low / step, high / step));
        leave = std::min(leave, std::max(low / step, high / step));
    }
    return enter <= leave;
}

/// What the head of the tube meets while a bend is made, looked at often enough that none of it goes further
/// than `stride` between two looks.
std::pair<BendBar, double> meets(const BendPlan &plan, std::size_t step, const BenderStand &stand,
                                 double half) {
    constexpr double stride = 25;  // mm: less than half of any bed
    const double angle = plan.steps[step].bend.set, wide = stand.bedHalf + half;
    double reach = 0;
    for (const Vec3 &p : tubeInBender(plan, step, 0))
        if (p.x() > 0) reach = std::max(reach, std::hypot(p.x(), p.y() - plan.dieRadius));
    const int looks = std::max(1, static_cast<int>(std::ceil(angle * reach / stride)));
    const Eigen::AlignedBox3d bed(Vec3(-1e6, -wide, -wide), Vec3(-plan.dieRadius, wide, wide));
    for (int i = 0; i <= looks; ++i) {
        const double turned = angle * i / looks;
        const std::vector<Vec3> line = tubeInBender(plan, step, turned);
        // from the fed end to the tangent point, which is the origin: what moves
        for (std::size_t k = 0; k + 1 < line.size() && line[k].norm() > 1e-6; ++k) {
            if (std::min(line[k].z(), line[k + 1].z()) < half - stand.floor) return {BendBar::Floor, turned};
            if (passes(line[k], line[k + 1], bed)) return {BendBar::Bed, turned};
        }
    }
    return {BendBar::Nothing, 0};
}

BendPlan planFrom(const parts::BarPart &bar, const BendSchedule &schedule, const BenderDie &die,
                  const Springback &springback, const BenderStand &stand, bool fromEnd) {
    BendPlan plan;
    plan.fromEnd = fromEnd;
    plan.springback = springback;
    plan.dieRadius = die.radius;
    plan.developed = schedule.developed;
    const Feed feed = feedOf(schedule, fromEnd);
    plan.straights = feed.straights;
    plan.extraFrom = std::max(0.0, die.grip - feed.straights.front());
    plan.extraTo = std::max(0.0, tubeHeld - feed.straights.back());
    plan.straights.front() += plan.extraFrom;
    plan.straights.back() += plan.extraTo;
    plan.cut = plan.developed + plan.extraFrom + plan.extraTo;
    const double D = bar.section.height, wall = bar.section.wall;
    plan.thinned = wall * die.radius / (die.radius + D / 2);
    double station = 0;
    for (std::size_t i = 0; i < feed.angles.size(); ++i) {
        BendStep step;
        step.ahead = plan.straights[i];
        station += plan.straights[i];
        step.bend.angle = feed.angles[i];
        step.bend.set = springback.set(feed.angles[i]);
        step.bend.rotation = feed.rotations[i];
        step.bend.start = station;
        step.bend.mark = station - die.setback;
        if (die.stroke > 0) step.pulls = static_cast<int>(std::ceil(step.bend.set / die.stroke - 1e-9));
        station += die.radius * feed.angles[i];
        plan.steps.push_back(step);
    }
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        BendStep &step = plan.steps[i];
        if (step.ahead < die.grip - 1e-6)
            step.barredBy = BendBar::Clamp;
        else
            std::tie(step.barredBy, step.barredAt) = meets(plan, i, stand, D / 2);
    }
    return plan;
}

}  // namespace

std::string_view barName(BendBar bar) {
    switch (bar) {
        case BendBar::Clamp:
            return "the clamp";
        case BendBar::Floor:
            return "the floor";
        case BendBar::Bed:
            return "the bed";
        case BendBar::Nothing:
            break;
    }
    return "nothing";
}

bool BendPlan::works() const {
    return std::all_of(steps.begin(), steps.end(),
                       [](const BendStep &s) { return s.barredBy == BendBar::Nothing; });
}

Springback springbackOf(const std::vector<TestBend> &tests, const std::string &die,
                        const std::string &material) {
    Springback out;
    out.working.title = "Springback";
    double n = 0, sumA = 0, sumB = 0, sumAA = 0, sumAB = 0;
    for (const TestBend &t : tests) {
        if (t.die != die || t.material != material || !(t.got > 0)) continue;
        const double more = t.set - t.got;
        ++out.tests;
        out.working.given(fmt::format("s_{}", out.tests), "set", t.set, "rad", "test bend " + t.date);
        out.working.given(fmt::format("a_{}", out.tests), "what the tube kept of it", t.got, "rad",
                          "protractor");
        n += 1;
        sumA += t.got;
        sumB += more;
        sumAA += t.got * t.got;
        sumAB += t.got * more;
    }
    if (out.tests == 0) {
        out.slope = usualSpringback;
        out.working.step("c1", "no test bend of this die in this material yet: what is usual",
                         "2 degrees in 90", "", out.slope, "", "mild steel");
        return out;
    }
    const double spread = n * sumAA - sumA * sumA;
    constexpr double oneAngle = 1e-4;  // rad2: tests of one angle give no line
    if (spread > oneAngle) {
        out.slope = (n * sumAB - sumA * sumB) / spread;
        out.fixed = (sumB - out.slope * sumA) / n;
    } else {
        out.slope = sumB / sumA;
    }
    out.working.step("c1", "more for each angle", "least squares of set − got over got", "", out.slope, "",
                     "the shop's test bends");
    out.working.step("c0", "and always", "", "", out.fixed, "rad", "the shop's test bends");
    return out;
}

const BenderDie *dieFor(const std::vector<BenderDie> &dies, const parts::BarPart &bar) {
    if (bar.bends.empty() || !bar.round()) return nullptr;
    const auto it = std::find_if(dies.begin(), dies.end(), [&bar](const BenderDie &d) {
        return std::abs(d.tube - bar.section.height) < sameSize &&
               std::abs(d.radius - bar.bends.front().radius) < sameSize;
    });
    return it == dies.end() ? nullptr : &*it;
}

Result<BendPlan> bendPlan(const parts::BarPart &bar, const std::vector<BenderDie> &dies,
                          const std::vector<TestBend> &tests, const BenderStand &stand) {
    std::vector<Vec3> path{bar.from};
    for (const parts::PathPoint &p : bar.bends) path.push_back(p.at);
    path.push_back(bar.to);
    for (const parts::PathPoint &p : bar.bends)
        if (std::abs(p.radius - bar.bends.front().radius) > sameSize)
            return fail(ProblemKind::Geometry, "Its bends are of several radii.", bar.name,
                        "Bend it of one radius, or of two tubes welded together.");
    const BenderDie *die = dieFor(dies, bar);
    if (!die)
        return fail(ProblemKind::UnknownId,
                    fmt::format("No die of the shop bends {} about {:.0f} mm.", bar.section.id,
                                bar.bends.empty() ? 0 : bar.bends.front().radius),
                    "dies", "Take the radius of a die the shop has, or note the die in \"Rack and prices\".");
    Bender bender;
    bender.radius = bar.bends.front().radius;
    const auto schedule = bendSchedule(path, bender);
    if (!schedule) return tl::unexpected(schedule.error());
    const Springback springback = springbackOf(tests, die->id, bar.material.id);
    const BendPlan fromStart = planFrom(bar, *schedule, *die, springback, stand, false);
    const BendPlan fromEnd = planFrom(bar, *schedule, *die, springback, stand, true);
    if (!fromEnd.works()) return fromStart;
    return fromStart.works() && fromStart.cut <= fromEnd.cut + 1e-9 ? fromStart : fromEnd;
}

std::vector<Vec3> tubeInBender(const BendPlan &plan, std::size_t step, double turned) {
    // The tube drawn from the fed end, then set down so that what is behind the die lies along -x.
    Pen pen;
    for (std::size_t i = 0; i <= step; ++i) {
        pen.straight(plan.straights[i]);
        if (i > 0) pen.turnAbout(plan.steps[i].bend.rotation);
        if (i < step) pen.bend(plan.steps[i].bend.angle, plan.dieRadius);
    }
    if (turned > 0) pen.bend(turned, plan.dieRadius);
    const Vec3 at = pen.at, along = pen.along, axis = pen.axis;
    double behind = plan.straights.back();
    for (std::size_t i = step + 1; i < plan.steps.size(); ++i)
        behind += plan.straights[i] + plan.dieRadius * plan.steps[i].bend.angle;
    behind += plan.dieRadius * (plan.steps[step].bend.angle - std::min(turned, plan.steps[step].bend.angle));
    pen.straight(behind);
    // along -> -x, the side the center lies on -> +y
    const Vec3 side = axis.cross(along);
    Eigen::Matrix3d from, to;
    from << along, side, along.cross(side);
    to << -Vec3::UnitX(), Vec3::UnitY(), (-Vec3::UnitX()).cross(Vec3::UnitY());
    const Eigen::Matrix3d turn = to * from.transpose();
    for (Vec3 &p : pen.line) p = turn * (p - at);
    return pen.line;
}

std::vector<BenderDie> readDies(ObjectReader &shop, Faults &faults) {
    std::vector<BenderDie> out;
    for (const auto &[value, path] : shop.array("dies")) {
        ObjectReader r(*value, path, faults);
        BenderDie d{r.text("id"),         r.positive("tube"),     r.positive("radius"),
                    r.number("grip", 50), r.number("setback", 0), r.number("stroke", 0)};
        if (!(d.grip >= 0) || !(d.setback >= 0) || !(d.stroke >= 0))
            faults.add("A grip, a setback and a stroke are 0 or more.", path);
        out.push_back(std::move(d));
    }
    return out;
}

std::vector<TestBend> readTestBends(ObjectReader &shop, Faults &faults) {
    std::vector<TestBend> out;
    for (const auto &[value, path] : shop.array("testBends")) {
        ObjectReader r(*value, path, faults);
        TestBend t{r.text("die"), r.text("material"), r.positive("set"), r.positive("got"),
                   r.text("date", std::string())};
        if (!(t.set < std::numbers::pi) || !(t.got <= t.set))
            faults.add("A tube keeps no more than it is bent, and less than half a turn.", path);
        out.push_back(std::move(t));
    }
    return out;
}

Json writeDies(const std::vector<BenderDie> &dies) {
    Json out = Json::array();
    for (const BenderDie &d : dies)
        out.push_back({{"id", d.id},
                       {"tube", d.tube},
                       {"radius", d.radius},
                       {"grip", d.grip},
                       {"setback", d.setback},
                       {"stroke", d.stroke}});
    return out;
}

Json writeTestBends(const std::vector<TestBend> &tests) {
    Json out = Json::array();
    for (const TestBend &t : tests)
        out.push_back(
            {{"die", t.die}, {"material", t.material}, {"set", t.set}, {"got", t.got}, {"date", t.date}});
    return out;
}

}  // namespace hefty::workshop
