#include <QtTest>

#include <algorithm>
#include <numeric>
#include <random>
#include <set>

#include "core/workshop/weld/best_order.h"
#include "core/workshop/weld/weld_handling.h"
#include "core/workshop/weld/weld_heat.h"
#include "tests/core/weld_assemblies.h"

using namespace hefty;
using namespace hefty::workshop;
using namespace hefty::testing;

namespace {

/// A trough of a floor and two walls, a rib across it, and a lid.
armor::Assembly box(double high) {
    armor::Assembly a;
    const double l = 300, w = 160;
    a.sheets.push_back(sheet("floor", level(0), {{0, -w / 2}, {l, -w / 2}, {l, w / 2}, {0, w / 2}}));
    for (const double side : {1.0, -1.0})
        a.sheets.push_back(sheet(side > 0 ? "wall.left" : "wall.right", upright(side * (w / 2 - 3)),
                                 {{0, 3}, {l, 3}, {l, high}, {0, high}}));
    a.sheets.push_back(sheet("lid", level(high + 3), {{0, -w / 2}, {l, -w / 2}, {l, w / 2}, {0, w / 2}}));
    a.sheets.push_back(sheet("rib", across(l / 2),
                             {{-w / 2 + 6, 3}, {w / 2 - 6, 3}, {w / 2 - 6, high}, {-w / 2 + 6, high}}));
    for (const double x : {3.0, l - 3})
        a.sheets.push_back(sheet(x < l / 2 ? "end.rear" : "end.front", across(x),
                                 {{-w / 2 + 6, 3}, {w / 2 - 6, 3}, {w / 2 - 6, high}, {-w / 2 + 6, high}}));
    for (const double x : {0.0, l})
        a.welds.push_back(
            seam("floor", x < l / 2 ? "end.rear" : "end.front", {{{x, -w / 2 + 6, 3}, {x, w / 2 - 6, 3}}}));
    const auto along = [&](double y, double z) { return armor::WeldLine{{0, y, z}, {l, y, z}}; };
    a.welds.push_back(seam("floor", "wall.left", {along(w / 2 - 6, 3), along(w / 2, 3)}));
    a.welds.push_back(seam("floor", "wall.right", {along(-w / 2 + 6, 3), along(-w / 2, 3)}));
    a.welds.push_back(seam("wall.left", "lid", {along(w / 2, high)}));
    a.welds.push_back(seam("wall.right", "lid", {along(-w / 2, high)}));
    const double y = w / 2 - 6;
    a.welds.push_back(seam(
        "floor", "rib", {{{l / 2 - 3, -y, 3}, {l / 2 - 3, y, 3}}, {{l / 2 + 3, -y, 3}, {l / 2 + 3, y, 3}}}));
    finish(a);
    return a;
}

/// A tube 600 long with a fin along the middle of its upper wall and one along its lower.
armor::Assembly finnedTube() {
    armor::Assembly a;
    const armor::BarPart tube = straightTube("tube", "SHS 100x100x5", 600);
    a.bars.push_back(tube);
    a.sheets.push_back(sheet("upper", upright(0), {{0, 50}, {600, 50}, {600, 110}, {0, 110}}));
    a.sheets.push_back(sheet("lower", upright(0), {{0, -110}, {600, -110}, {600, -50}, {0, -50}}));
    for (const double z : {50.0, -50.0}) {
        a.welds.push_back(
            seam("tube", z > 0 ? "upper" : "lower", {{{0, 3, z}, {600, 3, z}}, {{0, -3, z}, {600, -3, z}}}));
        a.welds.back().contacts[0].center = {300, 0, z};
    }
    a.solids.push_back(armor::solidOf(tube));
    finish(a);
    return a;
}

/// What stays out of reach when parts are fitted in an order: told anew from the stretches, seam by seam.
double closedBy(const armor::Assembly &a, const std::vector<LineReach> &reach,
                const std::vector<std::string> &parts) {
    const auto at = [&parts](const std::string &p) {
        return std::find(parts.begin(), parts.end(), p) - parts.begin();
    };
    double sum = 0;
    for (const LineReach &l : reach) {
        const armor::WeldJoint &w = a.welds[static_cast<std::size_t>(l.weld)];
        const auto ready = std::max(at(w.a), at(w.b));
        for (const StretchReach &s : l.stretches) {
            bool closed = !s.never.empty();
            for (const std::string &p : s.after) closed = closed || at(p) < ready;
            if (closed) sum += s.length;
        }
    }
    return sum;
}

double closedOf(const WeldPlan &plan) {
    double sum = 0;
    for (const BlockedSeam &b : plan.blocked) sum += b.length;
    return sum;
}

std::size_t placeOf(const WeldPlan &plan, const std::string &part) {
    return static_cast<std::size_t>(std::find(plan.parts.begin(), plan.parts.end(), part) -
                                    plan.parts.begin());
}

/// True if steps of a plan may be taken in this order: each seam has a part that is there, and what it fits
/// bars no seam that comes later.
bool mayBeTaken(const armor::Assembly &a, const WeldPlan &plan, const std::vector<std::size_t> &order) {
    std::set<std::string> there;
    for (const armor::SheetPart &s : a.sheets) there.insert(s.name);
    for (const WeldStep &s : plan.steps) there.erase(s.fits);
    for (std::size_t at = 0; at < order.size(); ++at) {
        const WeldStep &s = plan.steps[order[at]];
        const armor::WeldJoint &w =
            *std::find_if(a.welds.begin(), a.welds.end(), [&s](const auto &j) { return j.name == s.seam; });
        if (!there.contains(w.a) && !there.contains(w.b)) return false;
        const std::string fits = !there.contains(w.a) ? w.a : !there.contains(w.b) ? w.b : std::string();
        for (std::size_t later = at; later < order.size() && !fits.empty(); ++later)
            for (const std::string &barred : plan.steps[order[later]].before)
                if (barred == fits) return false;
        there.insert({w.a, w.b});
    }
    return true;
}

double waitingOf(const std::vector<SeamHeat> &heat) {
    double sum = 0;
    for (const SeamHeat &h : heat) sum += h.wait;
    return sum;
}

}  // namespace

class TestWeldPlan : public QObject {
    Q_OBJECT

  private slots:
    /// The lid closes the box over the rib: it comes after it, though it is made before.
    void ribBeforeTheLid() {
        const armor::Assembly a = box(100);
        const auto reach = weldReach(a).value();
        const WeldPlan plan = weldOrder(a, reach, seamWork(a, shippedStock()));
        QCOMPARE(plan.parts.size(), a.sheets.size());
        QVERIFY(placeOf(plan, "rib") < placeOf(plan, "lid"));
        const auto step = std::find_if(plan.steps.begin(), plan.steps.end(),
                                       [](const WeldStep &s) { return s.seam == "floor~rib"; });
        QVERIFY(step != plan.steps.end());
        QVERIFY(std::find(step->before.begin(), step->before.end(), "lid") != step->before.end());
        QCOMPARE(plan.steps.size(), a.welds.size());
    }
    /// Every order of the box's seams by exhaustion: the planned one leaves no more out of reach than the
    /// best of them, within a twentieth; each order is followed as it was wanted, its parts fitted once and
    /// in time.
    void bestOfAllOrders() {
        const armor::Assembly a = box(100);
        const auto reach = weldReach(a).value();
        const auto work = seamWork(a, shippedStock());
        const WeldPlan planned = weldOrder(a, reach, work);
        std::vector<std::string> order;
        for (const SeamWork &s : work) order.push_back(s.joint);
        std::sort(order.begin(), order.end());
        double best = 1e300;
        int tried = 0;
        do {
            const WeldPlan plan = weldOrderAs(a, reach, work, order);
            ++tried;
            QCOMPARE(plan.steps.size(), order.size());
            std::set<std::string> there;
            for (std::size_t i = 0; i < plan.steps.size(); ++i) {
                const WeldStep &s = plan.steps[i];
                QVERIFY(s.seam == order[i] && s.step == static_cast<int>(i) + 1);
                const armor::WeldJoint &w = *std::find_if(a.welds.begin(), a.welds.end(),
                                                          [&s](const auto &j) { return j.name == s.seam; });
                const bool fresh = !there.contains(w.a) || !there.contains(w.b);
                QCOMPARE(!s.fits.empty(), fresh);
                if (fresh) QVERIFY(!there.contains(s.fits));
                there.insert({w.a, w.b});
            }
            const double closed = closedBy(a, reach, plan.parts);
            QVERIFY(std::abs(closed - closedOf(plan)) < 1e-9);
            best = std::min(best, closed);
        } while (std::next_permutation(order.begin(), order.end()));
        QCOMPARE(tried, 5040);  // seven seams
        QVERIFY2(closedOf(planned) <= 1.05 * best + 1e-9,
                 qPrintable(QString("%1, best %2").arg(closedOf(planned)).arg(best)));
        // an order that names only some seams: these first, the others as planned
        const WeldPlan some = weldOrderAs(a, reach, work, {"floor~rib", "no~seam"});
        QCOMPARE(some.steps.front().seam, std::string("floor~rib"));
        QCOMPARE(some.steps.size(), order.size());
        // nothing wanted is the plan itself
        const WeldPlan none = weldOrderAs(a, reach, work, {});
        for (std::size_t i = 0; i < none.steps.size(); ++i)
            QCOMPARE(none.steps[i].seam, planned.steps[i].seam);
    }
    /// A box welded cold and hot: the best order costs less than the plan in waiting, turning and parts off
    /// their place, no more than a twentieth above the best of all orders that may be taken, and leaves no
    /// more out of reach.
    void leastCostOfAllOrders() {
        for (const int passes : {1, 4, 12}) {
            const armor::Assembly a = box(100);
            const auto reach = weldReach(a).value();
            auto work = seamWork(a, shippedStock());
            for (SeamWork &s : work) s.passes = passes;
            const WeldPlan planned = weldOrder(a, reach, work), found = bestOrder(a, reach, work);
            std::vector<std::size_t> order(planned.steps.size());
            std::iota(order.begin(), order.end(), 0);
            const auto cost = [&](const std::vector<std::size_t> &steps) {
                std::vector<SeamWork> seams;
                for (const std::size_t i : steps) seams.push_back(work[planned.steps[i].work]);
                return waitingOf(heatOf(a, seams)) + handlingOf(a, reach, seams).minutes();
            };
            const double before = cost(order);
            QVERIFY(mayBeTaken(a, planned, order));
            double best = 1e300;
            int may = 0;
            do {
                if (!mayBeTaken(a, planned, order)) continue;
                ++may;
                best = std::min(best, cost(order));
            } while (std::next_permutation(order.begin(), order.end()));
            std::vector<std::size_t> taken;
            for (const WeldStep &s : found.steps)
                taken.push_back(static_cast<std::size_t>(
                    std::find_if(planned.steps.begin(), planned.steps.end(),
                                 [&s](const WeldStep &p) { return p.seam == s.seam; }) -
                    planned.steps.begin()));
            QVERIFY(mayBeTaken(a, planned, taken));
            const double after = cost(taken);
            const QString what = QString("%1 passes: planned %2, found %3, best %4 of %5 orders")
                                     .arg(passes)
                                     .arg(before)
                                     .arg(after)
                                     .arg(best)
                                     .arg(may);
            qInfo("%s", qPrintable(what));
            QVERIFY2(after <= 1.05 * best + 0.06 && after <= before, qPrintable(what));
            QVERIFY2(best > before - 0.06 || after < before, qPrintable(what));
            QVERIFY(closedBy(a, reach, found.parts) <= closedOf(planned) + 1e-9);
            for (std::size_t i = 0; i < found.steps.size(); ++i)
                QCOMPARE(found.steps[i].step, static_cast<int>(i) + 1);
        }
    }
    /// The upper fin opens upward, the lower one downward: the tube is turned once. A seam along all of it
    /// bows the tube by 200 q/2 e l²/(8 EI) in its middle, where the lower fin's seam has its: the fin is as
    /// much off.
    void turnsAndFits() {
        const armor::Assembly a = finnedTube();
        const auto reach = weldReach(a).value();
        const auto work = seamWork(a, shippedStock());
        QCOMPARE(work.size(), std::size_t{2});
        const armor::BarPart &tube = a.bars[0];
        const double q = work[0].heat * work[0].passes, e = tube.section.height / 2, l = 600;
        const double off = 2 * 200 * q / 2 * e * l * l /
                           (8 * tube.material.E * tube.properties.Iy);  // both edges of a plate
        const Handling handling = handlingOf(a, reach, work);
        QCOMPARE(handling.turns, 1);
        QVERIFY2(std::abs(handling.off / off - 1) < 0.02,
                 qPrintable(QString("%1 %2").arg(handling.off).arg(off)));
        QCOMPARE(handling.mostOff, handling.off);
        QVERIFY(std::abs(handling.minutes() - (minutesPerTurn + minutesPerMillimeter * handling.off)) <
                1e-12);
    }
    /// Of the demo every seam comes once, its parts are there by then, and what must come later does.
    void demoInOrder() {
        const job::Job job = job::loadJob(demoFolder() + "/marten-full-set.girder.json").value();
        for (const armor::Piece &piece : job.pieces) {
            const auto rig = rig::geometry(job.vehicle).value();
            const armor::Assembly a = armor::build({piece, job.vehicle, rig, shippedStock()}).value();
            const auto work = seamWork(a, shippedStock());
            const WeldPlan plan = weldOrder(a, weldReach(a).value(), work);
            QCOMPARE(plan.parts.size(), a.bars.size() + a.sheets.size());
            QCOMPARE(plan.steps.size(), work.size());
            std::set<std::string> seen;
            std::size_t fitted = 0;
            for (const WeldStep &s : plan.steps) {
                QVERIFY(seen.insert(s.seam).second);
                const SeamWork &w = work[s.work];
                const auto joint = std::find_if(a.welds.begin(), a.welds.end(),
                                                [&](const armor::WeldJoint &j) { return j.name == w.joint; });
                const std::size_t there = std::max(placeOf(plan, joint->a), placeOf(plan, joint->b));
                QVERIFY(there >= fitted);
                fitted = there;
                for (const std::string &later : s.before) QVERIFY(placeOf(plan, later) > there);
            }
        }
    }
    /// Random wishes of seams on five parts, all 120 orders tried: where one of them keeps every wish the
    /// plan keeps them all and blocks nothing; where none does it says so.
    void ordersByBruteForce() {
        std::mt19937 random(77);
        int possible = 0, impossible = 0;
        for (int run = 0; run < 400; ++run) {
            armor::Assembly a;
            for (int i = 0; i < 5; ++i)
                a.sheets.push_back(
                    sheet("p" + std::to_string(i), level(100.0 * i), {{0, 0}, {50, 0}, {50, 50}, {0, 50}}));
            std::vector<LineReach> reach;
            for (int w = 0; w < 5; ++w) {
                const auto i = random() % 5;
                auto j = random() % 5;
                if (j == i) j = (j + 1) % 5;
                a.welds.push_back(
                    seam("p" + std::to_string(i), "p" + std::to_string(j), {{{0, 0, 0}, {10.0 + w, 0, 0}}}));
                a.welds.back().name += "#" + std::to_string(w);
                const auto later = random() % 5;
                if (random() % 2 == 0 && later != i && later != j)
                    reach.push_back(
                        {w, 0, 0, {{10.0 + w, {"p" + std::to_string(later)}, {}}}, Vec3::UnitZ()});
            }
            const auto keeps = [&](const std::vector<std::string> &order) {
                const auto at = [&](const std::string &part) {
                    return std::find(order.begin(), order.end(), part) - order.begin();
                };
                return std::all_of(reach.begin(), reach.end(), [&](const LineReach &l) {
                    const armor::WeldJoint &joint = a.welds[static_cast<std::size_t>(l.weld)];
                    const auto later = at(l.stretches[0].after[0]);
                    return later > at(joint.a) && later > at(joint.b);
                });
            };
            std::vector<std::string> order{"p0", "p1", "p2", "p3", "p4"};
            bool any = false;
            do any = any || keeps(order);
            while (!any && std::next_permutation(order.begin(), order.end()));
            const WeldPlan plan = weldOrder(a, reach, seamWork(a, shippedStock()));
            QCOMPARE(plan.parts.size(), std::size_t{5});
            QCOMPARE(plan.steps.size(), std::size_t{5});
            QCOMPARE(plan.blocked.empty(), any);
            if (any) QVERIFY(keeps(plan.parts));
            (any ? possible : impossible) += 1;
        }
        QVERIFY(possible > 50 && impossible > 20);
    }
};

QTEST_APPLESS_MAIN(TestWeldPlan)
#include "test_weld_plan.moc"
