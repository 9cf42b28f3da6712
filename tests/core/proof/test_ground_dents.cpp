#include <QTest>

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
                return groundDents(a, rig, *shippedStock().material(job.vehicle.railMaterial), job.rules, {g})
                    .value()
                    .front();
        return {};
    }
};

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
        QCOMPARE(p.groundDents.size(), std::size_t{1});
        const GroundDent &d = p.groundDents.front();
        const Check *c = find(p, "dent/skid." + d.ground);
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
