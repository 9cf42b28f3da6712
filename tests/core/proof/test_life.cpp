#include <QTest>

#include <cmath>

#include <fmt/format.h>

#include "core/joints/fatigue.h"
#include "core/proof/strength/life.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::proof;

namespace {

/// A proof of nothing but its cases: what the pulls of a life are told from.
struct Lived {
    armor::Assembly assembly;
    rig::Vehicle vehicle;
    rig::RigGeometry rig;
    HouseRules rules;
    Proof proof;
    std::vector<SheetSpots> sheets;
    FamilyResults out;
    std::vector<double> stress;  ///< of the place that is looked at, by case

    void add(const char *duty, double at, DutyClass of = DutyClass::Working) {
        LoadCase c;
        c.id = fmt::format("{}/{}", duty, stress.size());
        c.duty = duty;
        c.dutyClass = of;
        proof.duties.cases.push_back(std::move(c));
        stress.push_back(at);
    }
    CheckContext context() {
        return {assembly, vehicle, rig, hefty::testing::shippedStock(), rules, proof, sheets, out};
    }
    Life life() {
        return lifeOf(context(), 36, [this](std::size_t to, std::optional<std::size_t> from) {
            return std::abs(stress[to] - (from ? stress[*from] : 0));
        });
    }
};

bool near(double a, double b) {
    return std::abs(a - b) <= 1e-9 * (1 + std::abs(b));
}

}  // namespace

/// What pulls and roads of a piece's life come to, by hand.
class TestLife : public QObject {
    Q_OBJECT

  private slots:
    /// From slack to the pull that changes the place most; the shock is for the strongest alone; survival and
    /// other duties are no part of a life.
    void fromSlackToThePull() {
        Lived l;
        l.rules.shockFactor = 1.5;
        l.add("gravity", 10);
        l.add("winch", 70);
        l.add("double-line", 100);
        l.add("winch", 900, DutyClass::Survival);
        l.add("jack", 500);
        l.add("recovery", 60);
        const Life life = l.life();
        QVERIFY(near(life.pull, 90 / 1.5) && !life.pullTurns);
        QVERIFY(near(life.recovery, 50) && !life.recoveryTurns);
        QVERIFY(near(life.road, 10 * l.rules.roadRange));
        QCOMPARE(life.pullCase, std::size_t{2});
        QCOMPARE(life.recoveryCase, std::size_t{5});
    }
    /// Pulls to both sides in turn: the range between the two, which comes once for every two pulls.
    void toBothSidesInTurn() {
        Lived l;
        l.rules.shockFactor = 1;
        l.add("gravity", 0);
        l.add("winch", 80);
        l.add("winch", -60);
        l.add("winch", 5);
        const Life life = l.life();
        QVERIFY(life.pullTurns && near(life.pull, 140 / std::cbrt(2.0)));
        // The harm is that of half as many cycles of the whole range, below the knee of the curve.
        const std::array once{joints::Cycles{140, 0, 1000}};
        const std::array told{joints::Cycles{life.pull, 0, 2000}};
        QVERIFY(near(joints::damage(36, once), joints::damage(36, told)));
    }
    /// A small swing to the other side does less harm than the pull itself.
    void onlyWhereItIsMore() {
        Lived l;
        l.rules.shockFactor = 1;
        l.add("gravity", 0);
        l.add("winch", 80);
        l.add("winch", -10);
        const Life life = l.life();
        QVERIFY(!life.pullTurns && near(life.pull, 80));
    }
    /// The use is what all ranges are too large by: with it they come to a damage of 1.
    void useBringsDamageToOne() {
        HouseRules rules;
        rules.lifePulls = 2000;
        rules.lifeRecoveries = 200;
        rules.roadCycles = 2e6;
        Life life;
        life.pull = 120;
        life.recovery = 200;
        life.road = 8;
        const double use = lifeUse(rules, 36, life);
        const std::array cycles{joints::Cycles{120 / use, 0, 2000}, joints::Cycles{200 / use, 0, 200},
                                joints::Cycles{8 / use, 0, 2e6}};
        QVERIFY(std::abs(joints::damage(36, cycles) - 1) < 1e-6);
        QCOMPARE(lifeUse(rules, 36, Life{}), 0.0);
    }
    /// Of two metals the one of aluminum bears a third of the range.
    void classesOfMetals() {
        stock::Material steel, aluminum;
        steel.family = "steel";
        aluminum.family = "aluminum";
        QCOMPARE(fatigueClass(steel).throat / fatigueClass(aluminum).throat, 3.0);
        QVERIFY(fatigueClass(aluminum).toe < fatigueClass(steel).toe);
    }
    /// Who does most harm by range and by how often: many small pulls, few large recoveries, or the road.
    void hardestCaseByHarm() {
        Lived l;
        l.rules.shockFactor = 1;
        l.rules.lifePulls = 2000;
        l.rules.lifeRecoveries = 200;
        l.rules.roadCycles = 2e6;
        l.add("gravity", 1);
        l.add("winch", 101);
        l.add("recovery", 151);  // 200 times 150 cubed is less than 2000 times 100 cubed
        QCOMPARE(hardestCase(l.context(), 36, l.life()), std::size_t{1});
        l.stress[2] = 251;  // 200 times 250 cubed is more
        QCOMPARE(hardestCase(l.context(), 36, l.life()), std::size_t{2});
        l.stress[0] = 60;
        QCOMPARE(hardestCase(l.context(), 36, l.life()), std::size_t{0});
    }
    /// Without a case that stands still pulls count from nothing, and there is no road.
    void withoutStanding() {
        Lived l;
        l.rules.shockFactor = 1;
        l.add("winch", 70);
        const Life life = l.life();
        QVERIFY(near(life.pull, 70) && life.road == 0 && life.use > 0);
    }
};

QTEST_APPLESS_MAIN(TestLife)
#include "test_life.moc"
