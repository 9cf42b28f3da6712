#include <QTest>

#include <fmt/format.h>

#include "core/proof/analyses/ground_dents.h"
#include "tests/core/proof/duty_of.h"

using namespace hefty;
using namespace hefty::proof;
using namespace hefty::testing;

namespace {

struct Skid {
    job::Job job = job::loadJob(demoPath("pipit-skids-sliders")).value();
    rig::RigGeometry rig = rig::geometry(job.vehicle).value();

    armor::Piece &front() {
        return *std::find_if(job.pieces.begin(), job.pieces.end(),
                             [](const armor::Piece &p) { return p.id == "skid-front"; });
    }
    Assembly assembly() { return armor::build({front(), job.vehicle, rig, shippedStock()}).value(); }
    GroundDent at(const std::string &place) {
        const Assembly a = assembly();
        for (std::size_t g = 0; g < a.grounds.size(); ++g)
            if (a.grounds[g].id == place)
                return groundDents(a, job.vehicle, rig, *shippedStock().material(job.vehicle.railMaterial),
                                   job.rules, {g})
                    .value()
                    .front();
        return {};
    }
};

/// One shell of 100 x 100 mm, 10 thick, in the plane z = 0; its far face lies at z = 5.
Idealization oneShell() {
    Idealization out;
    for (const auto &[x, y] : {std::pair{0, 0}, {100, 0}, {100, 100}, {0, 100}})
        out.model.nodes.push_back({fmt::format("{}/{}", x, y), {1.0 * x, 1.0 * y, 0}});
    out.model.shells.push_back({"s", {0, 1, 2, 3}, 0, 10});
    out.plates.push_back({"sheet", {}, 10, {}, 0, 1});
    return out;
}

}  // namespace

/// Skids that come down on a stone: shells in large motion (what such shells do is held to closed forms in
/// test_large_motion).
class TestGroundDents : public QObject {
    Q_OBJECT

  private slots:
    /// The weight is stopped where the sheet has taken up its fall and what it gave way; lifted off, it
    /// leaves less than that; the push is about what the first stiffness makes of it, as the sheet hardly
    /// yields.
    void stopsTheFall() {
        Skid skid;
        const GroundDent d = skid.at("middle.center");
        QVERIFY2(d.lost.empty(), d.lost.c_str());
        const double need = d.weight * (skid.job.rules.dropHeight + d.give);
        QVERIFY2(std::abs(d.taken - need) < 0.01 * need, qPrintable(QString("%1 %2").arg(d.taken).arg(need)));
        QVERIFY(d.set > 0 && d.set < d.give);
        QVERIFY(d.strain > 0 && d.strain < 0.1);
        // Along a straight line to the push the work would be F d/2: the sheet hardly yields.
        QVERIFY(std::abs(d.taken - d.push * d.give / 2) < 0.1 * d.taken);
        QVERIFY(std::abs(d.firstOrder - d.give) < 0.1 * d.give);
    }
    /// A higher fall leaves a deeper dent, a thicker sheet a smaller one; a fall that nothing stops is told.
    void growsWithTheFall() {
        Skid skid;
        const double plain = skid.at("middle.center").set;
        skid.job.rules.dropHeight *= 2;
        const GroundDent higher = skid.at("middle.center");
        QVERIFY(higher.set > 1.3 * plain);
        skid.front().settings["thickness"] = 12.0;
        const GroundDent thicker = skid.at("middle.center");
        QVERIFY(thicker.set < higher.set && thicker.push > higher.push);
    }
    /// A sheet that tilts up by x/5: what lies over it is reached where room and motion meet first.
    void looksAtWhatLiesAbove() {
        const Idealization model = oneShell();
        std::vector<mechanics::Vec6> moves(4, mechanics::Vec6::Zero());
        moves[1](2) = moves[2](2) = 20;
        armor::GroundSpot ground;
        ground.part = "sheet";
        rig::Vehicle v;
        v.keepOuts = {{"over-end", "Pan", "", {60, -50, 25}, {200, 50, 60}, 5, {}},   // reached at x = 100
                      {"over-middle", "Box", "", {40, 40, 45}, {60, 60, 60}, 5, {}},  // at x = 50
                      {"beside", "Box", "", {120, 0, 25}, {200, 50, 60}, 5, {}},
                      {"beneath", "Box", "", {0, 0, -60}, {100, 100, -25}, 5, {}},
                      {"in-it", "Box", "", {40, 40, 0}, {60, 60, 30}, 5, {}}};
        v.outline = {{"plug", "Drain plug", rig::Region::Belly, {25, 30, 13}, true, false, {}},
                     {"axle", "Axle", rig::Region::Belly, {25, 30, 13}, true, true, {}},
                     {"low", "Pipe", rig::Region::Belly, {25, 30, -8}, true, false, {}}};
        const std::vector<RoomAbove> found = roomAbove(model, moves, ground, v);
        QCOMPARE(found.size(), std::size_t{5});
        // What hangs through the sheet at rest has no room.
        QVERIFY(found[0].id == "in-it" && found[1].id == "low");
        QVERIFY(found[0].room == 0 && found[1].room == 0 && found[1].used() == 1000);
        QCOMPARE(found[2].id, std::string("over-end"));
        QVERIFY(near(found[2].room, 20) && near(found[2].moved, 20) && near(found[2].at.x(), 100));
        QCOMPARE(found[3].id, std::string("plug"));
        QVERIFY(near(found[3].room, 8) && near(found[3].moved, 5));
        QCOMPARE(found[4].id, std::string("over-middle"));
        QVERIFY(near(found[4].room, 40) && near(found[4].moved, 10));
        ground.part = "other";
        QVERIFY(roomAbove(model, moves, ground, v).empty());
    }
    /// A pan that is brought down over the place that gives way most is struck, and the check says so.
    void strikesWhatLiesTooNear() {
        Skid skid;
        const GroundDent free = skid.at("middle.center");
        const double top = free.at.z() + skid.assembly().sheet(free.part)->thickness;
        const auto withPan = [&](double above) {
            skid.job.vehicle.outline.push_back({"pan",
                                                "Pan",
                                                rig::Region::Belly,
                                                {free.at.x(), free.at.y(), top + above},
                                                false,
                                                false,
                                                {}});
            const Proof p = prove(skid.assembly(), skid.job.vehicle, skid.rig, shippedStock(), skid.job.rules,
                                  {}, Detail::Halved)
                                .value();
            skid.job.vehicle.outline.pop_back();
            const Check *worst = nullptr;
            for (const Check &c : p.checks)
                if (c.id.rfind("room/skid.", 0) == 0 && (!worst || c.utilization > worst->utilization))
                    worst = &c;
            return worst ? *worst : Check{};
        };
        const Check far = withPan(3 * free.give), near = withPan(0.5 * free.give);
        QVERIFY2(near.utilization > 1 && near.part == free.part,
                 qPrintable(QString::number(near.utilization)));
        QVERIFY(far.utilization > 0 && far.utilization < 0.6 && !far.working.steps.empty());
    }
    /// Looked at most closely a piece has a check of it, by the place of each sheet that gives way most, and
    /// none before.
    void isAsked() {
        Skid skid;
        const auto proved = [&](Detail detail) {
            return prove(skid.assembly(), skid.job.vehicle, skid.rig, shippedStock(), skid.job.rules, {},
                         detail)
                .value();
        };
        const Proof p = proved(Detail::Halved);
        QVERIFY(p.groundDents.size() == 1 || p.groundDents.size() == 2);  // softest, and tightest above
        const GroundDent &d = p.groundDents.front();
        const Check *c = find(p, "dent/skid." + d.ground);
        QCOMPARE(d.dentId(), "dent/skid." + d.ground);
        QVERIFY(c && c->part == d.part && c->kind == CheckKind::Dent);
        QVERIFY(near(c->utilization, d.set / skid.job.rules.mostSet) && !c->working.steps.empty());
        QCOMPARE(dutyTitle(p, *c), d.name + ", dropped on it");
        QVERIFY(proved(Detail::Shells).groundDents.empty());
        // Switched off in Load, its place is not asked.
        for (const armor::GroundSpot &g : skid.assembly().grounds)
            skid.front().off.push_back({"skid/" + g.id, "It never meets the ground.", ""});
        QVERIFY(proved(Detail::Halved).groundDents.empty());
    }
};

QTEST_APPLESS_MAIN(TestGroundDents)

#include "test_ground_dents.moc"
