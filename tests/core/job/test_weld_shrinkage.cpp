#include <QtTest>

#include <algorithm>

#include "core/job/shop/weld_shrinkage.h"
#include "core/proof/analyses/weld_pull.h"
#include "core/workshop/weld/weld_order.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::byHand;
using hefty::testing::demoRig;
using hefty::testing::shippedStock;
using proof::PulledShape;
using proof::ShrinkingSeam;

namespace {

Json at(double x, double y, double z) {
    return {{"at", {x, y, z}}};
}

Json bar(const char *name, const char *section, double z) {
    return {{"op", "tube"},
            {"name", name},
            {"section", section},
            {"from", at(700, 500, z)},
            {"to", at(700, -500, z)}};
}

stock::Material steel() {
    return *shippedStock().material("S355");
}

/// Held where the test wants it; let go it moves as if it lay on the floor.
void fix(Assembly &a, const std::string &part, std::initializer_list<double> places, double z) {
    for (const double y : places) {
        Fixing f;
        f.name = "fix" + std::to_string(a.fixings.size());
        f.part = part;
        f.hold = f.name;
        f.label = f.name;
        f.at = {700, y, z};
        f.way = Vec3::UnitZ();
        a.fixings.push_back(std::move(f));
    }
}

/// A tube of 60 x 60 x 4 with a flat bar of 30 x 6 on edge along its top, and with `below` another along its
/// bottom.
Assembly strapped(bool below) {
    std::vector<Json> list{bar("tube", "SHS 60x60x4", 600), bar("top", "FL 30x6", 645)};
    if (below) list.push_back(bar("bottom", "FL 30x6", 555));
    return byHand(list);
}

struct Composite {
    double area = 0, first = 0, second = 0;
    void add(const stock::SectionProperties &p, double z) {
        area += p.area;
        first += p.area * z;
        second += p.Iy + p.area * z * z;
    }
    [[nodiscard]] double middle() const { return first / area; }
    [[nodiscard]] double I() const { return second - area * middle() * middle(); }
};

/// Up is above 0: middle of the tube off the line between its ends.
double bow(const PulledShape &shape, const std::vector<mechanics::Vec6> &state) {
    const auto up = [&](double y) { return shape.moved(state, "tube", Vec3(700, y, 600)).z(); };
    return up(0) - (up(500) + up(-500)) / 2;
}

bool near(double found, double wanted, double share) {
    if (std::abs(found - wanted) <= share * std::abs(wanted)) return true;
    qWarning("%.6g, wanted %.6g", found, wanted);
    return false;
}

constexpr double length = 1000, E = 210000, tendon = 60000;  // mm, MPa, N for each of a bar's two lines

}  // namespace

class TestWeldShrinkage : public QObject {
    Q_OBJECT

  private slots:
    /// A seam beside the neutral axis of a beam: bow = F e L2/(8 E I) of the whole section, free; clamped
    /// until it is cold it comes to the same, as one seam alone is welded to a piece that is then as stiff as
    /// at the end.
    void besideTheNeutralAxis() {
        Assembly a = strapped(false);
        fix(a, "tube", {480, 0, -480}, 600);
        QCOMPARE(a.welds.size(), std::size_t{1});
        // what runs along counts, not the two ends of the strap
        const std::vector<ShrinkingSeam> seams{{a.welds[0].name, tendon, 0, 5, {}}};
        const auto shape = proof::weldPull(a, demoRig(), steel(), seams).value();
        Composite both;
        both.add(a.bar("tube")->properties, 0);
        both.add(a.bar("top")->properties, 45);
        const double e = 30 - both.middle(), wanted = 2 * tendon * e * length * length / (8 * E * both.I());
        QVERIFY(near(bow(shape, shape.released), -wanted, 0.15));  // its ends rise toward the seam
        const auto held = proof::weldPull(a, demoRig(), steel(), seams, {true, {}}).value();
        QVERIFY(std::abs(bow(held, held.steps.back())) < 0.3 * wanted);
        QVERIFY(near(bow(held, held.released), bow(shape, shape.released), 0.02));
    }
    /// Two seams in turn: the first pulls what is there by then, the second the whole; at once they cancel.
    void twoSeamsInTurn() {
        Assembly a = strapped(true);
        fix(a, "tube", {480, 0, -480}, 600);
        QCOMPARE(a.welds.size(), std::size_t{2});
        const auto named = [&a](const std::string &part) {
            for (const WeldJoint &w : a.welds)
                if (w.a == part || w.b == part) return w.name;
            return std::string();
        };
        const std::vector<ShrinkingSeam> inTurn{{named("top"), tendon, 0, 5, {}},
                                                {named("bottom"), tendon, 0, 5, "bottom"}};
        const auto shape = proof::weldPull(a, demoRig(), steel(), inTurn).value();
        Composite first, whole;
        first.add(a.bar("tube")->properties, 0);
        first.add(a.bar("top")->properties, 45);
        whole = first;
        whole.add(a.bar("bottom")->properties, -45);
        const double one = 2 * tendon * (30 - first.middle()) * length * length / (8 * E * first.I());
        const double other = 2 * tendon * 30 * length * length / (8 * E * whole.I());
        QVERIFY(near(bow(shape, shape.steps[0]), -one, 0.15));
        QVERIFY(std::abs(bow(shape, shape.released) - (other - one)) < 0.15 * one);
        // both there and tacked from the beginning: the same twice, against each other
        const std::vector<ShrinkingSeam> together{{named("top"), tendon, 0, 5, {}},
                                                  {named("bottom"), tendon, 0, 5, {}}};
        const auto even = proof::weldPull(a, demoRig(), steel(), together).value();
        QVERIFY(std::abs(bow(even, even.released)) < 0.1 * one);
        // and no seam, no bow
        const auto none = proof::weldPull(a, demoRig(), steel(), {}).value();
        QVERIFY(std::abs(bow(none, none.released)) < 1e-12);
    }
    /// A seam around the end of a bar, whose first stretch in the model is as short as 15 mm: each wall gets
    /// shorter by a tenth of the seam's metal over it, so that the end turns by no more than that over its
    /// depth, and nothing is sheared off.
    void aroundAMiter() {
        const job::Job job = hefty::testing::demoJob();
        const Assembly a = hefty::testing::buildDemo(job);
        const BarPart &end = *a.bar("beam.left");
        const double leg = 6, area = leg * leg / 2, wall = end.section.wall;
        const proof::PulledShape shape =
            proof::weldPull(a, rig::geometry(job.vehicle).value(), steel(),
                            {{"beam~beam.left", workshop::tendonForce(900), area, leg, ""}})
                .value();
        const auto moved = [&](double station) {
            return shape.moved(shape.released, "beam.left", end.axesAt(station).origin);
        };
        const double turn = 0.1 * area / wall / std::min(end.section.width, end.section.height);
        const Vec3 along = end.axes().x;
        for (const double station : {20.0, 100.0, 200.0, 300.0}) {
            const Vec3 off = moved(station) - moved(0);
            QVERIFY2((off - along * off.dot(along)).norm() < turn * station + 0.1,
                     qPrintable(QString("%1: %2").arg(station).arg(off.norm())));
            QVERIFY(std::abs(off.dot(along)) < 0.1 * area / wall);
        }
    }
    /// A rib on a plate with a fillet on both sides: the plate's edges rise by 0.02 w^1.3/t2 (inches) for
    /// each of their distance from it.
    void angularChangeOfATee() {
        Assembly a = byHand({{{"op", "plate"},
                              {"name", "tube"},  // bow() and fix() look at a part of this name
                              {"thickness", 8},
                              {"at", at(700, 0, 600)},
                              {"normal", {0, 0, 1}},
                              {"up", {0, 1, 0}},
                              {"outline", {{-80, -120}, {80, -120}, {80, 120}, {-80, 120}}}},
                             {{"op", "plate"},
                              {"name", "rib"},
                              {"thickness", 8},
                              {"at", at(700, 0, 644)},
                              {"normal", {0, 1, 0}},
                              {"up", {0, 0, 1}},
                              {"outline", {{-80, -40}, {80, -40}, {80, 40}, {-80, 40}}}}});
        fix(a, "tube", {0}, 600);
        QCOMPARE(a.welds.size(), std::size_t{1});
        const auto shape = proof::weldPull(a, demoRig(), steel(), {{a.welds[0].name, 0, 0, 6, {}}}).value();
        const auto up = [&](double y) { return shape.moved(shape.released, "tube", Vec3(700, y, 600)).z(); };
        const double rise = (up(120) + up(-120)) / 2 - up(0);
        const double turn = 0.02 * std::pow(6 / 25.4, 1.3) / std::pow(8 / 25.4, 2);
        QVERIFY(near(turn, workshop::angularShrinkage(6, 8), 1e-12));
        QVERIFY(near(rise, turn * 120, 0.15));
    }
    /// What a fit-up measured of the way that two mounts came together, over what was computed, is what later
    /// welds are expected to pull; everything told grows by it.
    void learnedFromAFitUp() {
        job::Job job = job::loadJob(hefty::testing::demoPath("dunnock-small-winch")).value();
        job.pieces[0].settings.erase("halfNose");  // a whole tube pulls more
        const auto rig = rig::geometry(job.vehicle).value();
        const Assembly a = build({job.pieces[0], job.vehicle, rig, shippedStock()}).value();
        const auto work = workshop::seamWork(a, shippedStock());
        job::Appraisal found;
        found.pieces.resize(1);
        found.pieces[0].distortion = job::weldShrinkage(a, rig, work);
        const auto isPair = [](const workshop::Distortion &d) {
            return d.what.find("twin") != std::string::npos;
        };
        const auto pair =
            std::find_if(found.pieces[0].distortion.begin(), found.pieces[0].distortion.end(), isPair);
        QVERIFY(pair != found.pieces[0].distortion.end());
        QVERIFY(!job::learnedShrinkage(job, found));
        QVERIFY2(pair->value >= 0.5, "it comes together by too little to learn from");
        workshop::AsBuilt built;
        built.moved = {0, (pair->what.starts_with("comes") ? 1.4 : -1.4) * pair->value, 0};
        found.pieces[0].asBuilt = built;
        const auto factor = job::learnedShrinkage(job, found);
        QVERIFY(factor && near(*factor, 1.4, 1e-9));
        const auto later = job::weldShrinkage(a, rig, work, {}, *factor);
        const auto then = std::find_if(later.begin(), later.end(), isPair);
        QVERIFY(then != later.end() && near(then->value, 1.4 * pair->value, 1e-9));
        QVERIFY(near(then->steps.back(), then->value, 1e-6) && near(then->high, 1.5 * then->value, 1e-9));
        // told with that factor in hand the same fit-up asks for no other
        job.rules.shrinkFactor = *factor;
        found.pieces[0].distortion = later;
        QVERIFY(near(*job::learnedShrinkage(job, found), 1.4, 1e-9));
    }
    /// A bar tacked between two ears keeps them apart while they are welded; let go they give some of it
    /// back.
    void barBetweenTheEars() {
        for (const char *name : {"dunnock-small-winch", "marten-front-bumper"}) {
            job::Job job = job::loadJob(hefty::testing::demoPath(name)).value();
            // as their patterns have them
            for (const char *set : {"setback", "trayDepth", "lipHeight", "room", "halfNose", "noseSection"})
                job.pieces[0].settings.erase(set);
            const auto rig = rig::geometry(job.vehicle).value();
            const Assembly a = build({job.pieces[0], job.vehicle, rig, shippedStock()}).value();
            const auto work = workshop::seamWork(a, shippedStock());
            const auto told = job::weldShrinkage(a, rig, work);
            QVERIFY2(!told.empty(), name);
            bool pair = false;
            for (const workshop::Distortion &d : told) {
                QVERIFY(std::isfinite(d.value) && d.value >= 0);
                QVERIFY(std::abs(d.low - d.value / 2) < 1e-12 && std::abs(d.high - 1.5 * d.value) < 1e-12);
                if (d.what.find("twin") == std::string::npos) continue;
                pair = true;
                QVERIFY(d.held >= 0 && d.held < d.value);
                QVERIFY(d.tied >= 0 && d.tied <= d.held + 0.05);
                QCOMPARE(d.steps.size(), work.size());
                QVERIFY(near(d.steps.back(), d.value, 1e-6));
            }
            QVERIFY2(pair || std::string_view(name) != "dunnock-small-winch", name);
            // A symmetric piece stays so: no bar across it bows to one side more than up or along.
            for (const workshop::Distortion &d : told)
                if (const BarPart *b = a.bar(d.part);
                    b && d.what.starts_with("bow") && std::abs(b->axes().x.y()) > 0.99)
                    QVERIFY(std::abs(d.way.y()) < 1e-6);
            QVERIFY(job::weldShrinkage(a, rig, {}).empty());
        }
    }
};

QTEST_APPLESS_MAIN(TestWeldShrinkage)
#include "test_weld_shrinkage.moc"
