#include <algorithm>
#include <cmath>
#include <random>

#include <QTest>

#include "core/base/constants.h"
#include "core/joints/bolt_group.h"
#include "core/proof/strength/attachment.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

namespace {

const proof::Proof &proofOf(const Appraisal &a) {
    return *a.pieces[0].proof;
}

const proof::Check *find(const proof::Proof &p, const std::string &id) {
    const auto it =
        std::find_if(p.checks.begin(), p.checks.end(), [&](const proof::Check &c) { return c.id == id; });
    return it == p.checks.end() ? nullptr : &*it;
}

const proof::LoadCase &caseOf(const proof::Proof &p, const std::string &id) {
    return *std::find_if(p.duties.cases.begin(), p.duties.cases.end(),
                         [&](const proof::LoadCase &c) { return c.id == id; });
}

bool isUnproved(const proof::Proof &p, const std::string &id) {
    return std::any_of(p.unproved.begin(), p.unproved.end(),
                       [&](const proof::Unproved &u) { return u.id == id; });
}

/// The demo with only some of its frame holes.
Job withHoles(std::vector<std::array<double, 2>> places) {
    Job job = demoJob();
    const rig::FrameHole like = job.vehicle.frontHoles.front();
    job.vehicle.frontHoles.clear();
    for (const auto &[behind, above] : places) {
        rig::FrameHole h = like;
        h.id = std::to_string(job.vehicle.frontHoles.size() + 1);
        h.behindEnd = behind;
        h.aboveCenter = above;
        job.vehicle.frontHoles.push_back(h);
    }
    return job;
}

}  // namespace

/// People hang from these numbers: what could be unsafe is bounded on the safe side, and what is not checked
/// is said.
class TestBounds : public QObject {
    Q_OBJECT

  private slots:
    /// Bolts in one line, bent about it: all pull together against the press of the faces, M/e.
    void boltsInALineBentAboutIt() {
        const std::vector<joints::Bolt> two{{"1", {0, 0}, 12, 1.75, "8.8"}, {"2", {80, 0}, 12, 1.75, "8.8"}};
        const joints::PointLoad load{{40, 0, 0}, {0, 0, 6000}, {3.0e5, 0, 0}};
        QVERIFY(!joints::shareLoad(two, load));
        joints::BoltGroupOptions options;
        options.contactArm = 20;
        // 6000/2 each from the pull, 3e5/20/2 each from the press of the faces
        const auto pressed = joints::shareLoad(two, load, options).value();
        for (const joints::BoltForce &f : pressed) QVERIFY(std::abs(f.tension - (3000 + 7500)) < 1e-6);
        // across the line they have an arm of their own: ±1.6e5/80
        const auto bent = joints::shareLoad(two, {{40, 0, 0}, {0, 0, 0}, {0, -1.6e5, 0}}, options).value();
        QVERIFY(std::abs(bent[1].tension - 2000) < 1e-6 && bent[0].tension < 1e-9);
        // a single bolt cannot be twisted, whatever presses
        const std::vector<joints::Bolt> one{{"1", {0, 0}, 12, 1.75, "8.8"}};
        // 6000 from the pull; its moment about the bolt, 3e5 and 40 x 6000, over the arm
        const auto single = joints::shareLoad(one, load, options).value();
        QVERIFY(std::abs(single[0].tension - (6000 + std::hypot(3.0e5, 2.4e5) / 20)) < 1e-6);
        QVERIFY(!joints::shareLoad(one, {{0, 0, 0}, {0, 0, 0}, {0, 0, 1000}}, options));
    }
    void boltsInALineAreChecked_data() {
        QTest::addColumn<int>("which");
        QTest::newRow("upright pair") << 0;
        QTest::newRow("level pair") << 1;
        QTest::newRow("diagonal pair") << 2;
        QTest::newRow("four in a row") << 3;
    }
    /// The same bolts off the line may not be worked harder than in it: no check is lost, and none is easier.
    void boltsInALineAreChecked() {
        QFETCH(int, which);
        const std::vector<std::vector<std::array<double, 2>>> rows{{{45, 25}, {45, -25}},
                                                                   {{45, 0}, {125, 0}},
                                                                   {{45, 25}, {125, -25}},
                                                                   {{45, 0}, {85, 0}, {125, 0}, {165, 0}}};
        const Appraisal a = appraise(withHoles(rows[static_cast<std::size_t>(which)]), shippedStock());
        QVERIFY(!a.pieces.empty() && a.pieces[0].proof);
        for (const char *side : {"left", "right"}) {
            const std::string mount = std::string("mount.") + side;
            const proof::Check *bolt = find(proofOf(a), "bolt/" + mount);
            QVERIFY2(bolt && find(proofOf(a), "bearing/" + mount + "/frame"), mount.c_str());
            const Appraisal square = appraise(demoJob(), shippedStock());
            QVERIFY(bolt->utilization > find(proofOf(square), "bolt/" + mount)->utilization);
            QVERIFY(!bolt->working.steps.empty());
        }
    }
    void noBoltFits() {
        Job job = demoJob();
        for (rig::FrameHole &h : job.vehicle.frontHoles) h.diameter = 4;
        const Appraisal a = appraise(job, shippedStock());
        QVERIFY(a.pieces[0].proof && !find(proofOf(a), "bolt/mount.left"));
        const Finding *f = a.finding("unproved/bolt/mount.left");
        QVERIFY(f && f->severity == Severity::Fix);
    }
    /// A rung is the least over cone and drum: in the survival duty that governs a thing the same pull breaks
    /// it.
    void ladderIsTheLeastOfAllWays() {
        const Appraisal a = appraise(demoJob(), shippedStock());
        const proof::Proof &p = proofOf(a);
        const double breaks = shippedStock().rope("synthetic-9.5")->breakingStrength;
        int told = 0;
        for (const proof::Rung &r : p.ladder) {
            if (r.bought) continue;
            QVERIFY2(!r.where.empty(), r.title.c_str());
            ++told;
        }
        QVERIFY(told > 5);
        // foot bolts: survival utilizations are 83 kN over what they hold, by every way
        const auto foot = std::find_if(p.ladder.begin(), p.ladder.end(),
                                       [](const proof::Rung &r) { return r.part == "winch.bolts"; });
        QVERIFY(foot != p.ladder.end() && foot->letsGoAt < breaks);
        // what gives before the rope breaks is what a duty says does not survive
        const Finding *f = a.finding("check/bolt/winch.bolts");
        QVERIFY(f && f->severity == Severity::Fix);
        QVERIFY(foot->where.find("drum") != std::string::npos);
        // the least of the ways is no more than straight ahead: a house whose cone is straight tells it
        Job straight = demoJob();
        straight.rules.coneSide = straight.rules.coneUp = straight.rules.coneDown = 0;
        const Appraisal narrow = appraise(straight, shippedStock());
        const auto ahead = std::find_if(proofOf(narrow).ladder.begin(), proofOf(narrow).ladder.end(),
                                        [](const proof::Rung &r) { return r.part == "winch.bolts"; });
        QVERIFY(ahead->letsGoAt > foot->letsGoAt);
    }
    /// 400 kg over the front axle: half of it, lifted with a quarter more, comes onto the jack.
    void dutiesTakeTheVehicleAsItIsLoaded() {
        const Job plain = demoJob();
        Job laden = plain;
        laden.vehicle.loadout.masses.push_back({"stores", "Stores", 400, shape::Vec3(0, 0, 900), true});
        const Appraisal a = appraise(plain, shippedStock()), b = appraise(laden, shippedStock());
        const double lift = proof::HouseRules{}.jackFactor * 0.5;
        const auto jack = [](const Appraisal &of) {
            return caseOf(proofOf(of), "jack/left/straight").arrows[0].force.z();
        };
        QVERIFY(std::abs(jack(b) - jack(a) - lift * 400 * standardGravity) < 1e-6);
        // by hand: axle as weighed, armor and what is aboard by their levers about the rear axle
        double front = a.rig->frontMass;
        const double L = a.rig->wheelbase;
        const workshop::Fabrication &made = *a.pieces[0].fabrication;
        double more = made.mass * (made.center.x() + L) / L, aboard = 0;
        for (const rig::MassItem &m : plain.vehicle.loadout.masses)
            if (m.aboard) aboard += m.mass * (m.at.x() + L) / L;
        front += more + std::max(aboard, 0.0);
        QVERIFY2(std::abs(jack(a) / (lift * standardGravity) - front) < 0.01 * front,
                 qPrintable(QString("%1 %2").arg(jack(a) / (lift * standardGravity)).arg(front)));
        // what is left at home does not make it lighter than it is with armor alone
        Job off = plain;
        off.vehicle.loadout.masses.push_back({"engine", "Engine out", -200, shape::Vec3(0, 0, 700), true});
        QVERIFY(jack(appraise(off, shippedStock())) >=
                lift * standardGravity * (a.rig->frontMass + more) - 1);
    }
    /// The fairlead's bolts carry what the rope does where it turns.
    void fairleadBoltsAreChecked() {
        const Appraisal a = appraise(demoJob(), shippedStock());
        const proof::Check *bolt = find(proofOf(a), "bolt/fairlead.bolts");
        QVERIFY(bolt && find(proofOf(a), "bearing/fairlead.bolts/beam"));
        // By statics, in the case that governs: the change of the rope's pull, at the turning point.
        const proof::LoadCase &c = proofOf(a).duties.cases[static_cast<std::size_t>(bolt->loadCase)];
        QCOMPARE(c.arrows.size(), std::size_t{2});
        const Vec3 F = c.arrows[1].force;
        const auto given = [&](const char *symbol) {
            for (const working::Step &s : bolt->working.steps)
                if (s.symbol == symbol) return s.value;
            return -1.0;
        };
        // less than 2 kg of fairlead hang on them too
        QVERIFY(std::abs(given("V") - std::hypot(F.y(), F.z())) < 25);
        QVERIFY(std::abs(given("N") - F.x()) < 5);
        Job without = demoJob();
        without.pieces[0].settings["fairleadBoltGrade"] = std::string("10.9");
        QVERIFY(find(proofOf(appraise(without, shippedStock())), "bolt/fairlead.bolts")->utilization <
                bolt->utilization);
    }
    /// AISC 360-16 K5: a 15 mm plate of Fy 355 across a 150 mm wide, 8 mm wall of Fy 355, 110 mm long:
    /// 10/(150/8) · 8/15 · 110 = 31.3 mm of each line count.
    void weldAcrossAWall() {
        proof::PlateOnWall p;
        p.wall = 8;
        p.faceWidth = 150;
        p.tubeYield = p.plateYield = 355;
        p.plateLength = 110;
        p.plateThickness = 15;
        QVERIFY(std::abs(proof::effectiveWeldLength(p) - 10.0 / (150.0 / 8) * 8 / 15 * 110) < 1e-9);
        p.plateThickness = 4;
        p.faceWidth = 60;
        QCOMPARE(proof::effectiveWeldLength(p), 110.0);  // a thick wall: all of it counts
        // on the demo the brackets' welds say so, and are worked harder than the lines as a whole
        const Appraisal a = appraise(demoJob(), shippedStock());
        const proof::Check *weld = find(proofOf(a), "weld/beam~bracket.left");
        std::vector<double> f;
        bool said = false;
        for (const working::Step &s : weld->working.steps) {
            if (s.symbol == "Be") said = true;
            if (s.symbol == "f") f.push_back(s.value);
        }
        QVERIFY(said && f.size() == 2 && f[1] > f[0]);
        QVERIFY(std::abs(weld->demand - f[1]) < 1e-9);
    }
    void strengthFallsWithThickness_data() {
        QTest::addColumn<QString>("material");
        QTest::addColumn<double>("thickness");
        QTest::addColumn<double>("yield");
        QTest::newRow("S355 at 16 mm, EN 10025-2") << "S355" << 16.0 << 355.0;
        QTest::newRow("S355 past 16 mm") << "S355" << 16.1 << 345.0;
        QTest::newRow("S355 past 40 mm") << "S355" << 40.5 << 335.0;
        QTest::newRow("S275 at 20 mm") << "S275" << 20.0 << 265.0;
        QTest::newRow("S235 at 25 mm") << "S235" << 25.0 << 225.0;
        QTest::newRow("A36, thin enough") << "A36" << 50.0 << 250.0;
        QTest::newRow("no rows: one strength") << "6061-T6" << 30.0 << 240.0;
    }
    void strengthFallsWithThickness() {
        QFETCH(QString, material);
        QFETCH(double, thickness);
        QFETCH(double, yield);
        QCOMPARE(shippedStock().material(material.toStdString())->in(thickness).yield, yield);
    }
    void aThickTabIsOfItsOwnStrength() {
        Job job = demoJob();
        job.pieces[0].settings["tabThickness"] = 25.0;
        const Appraisal a = appraise(job, shippedStock());
        const armor::SheetPart *tab = a.pieces[0].assembly->sheet("tab.left");
        QVERIFY(tab && tab->material.yield < shippedStock().material(tab->material.id)->yield);
        const proof::Check *hole = find(proofOf(a), "tab/tab.left");
        QVERIFY(hole && hole->utilization > 0);
    }
    /// What the rails are when they are cut through: of a channel twist is t³/3 of its walls, far below the
    /// box; a rail that nobody looked at is taken as a channel and not proved.
    void railsAsTheyAre() {
        Job job = demoJob();
        job.vehicle.railMaterialTrust = rig::Trust::Measured;
        const auto use = [&](rig::RailSection section) {
            job.vehicle.railSection = section;
            const Appraisal a = appraise(job, shippedStock());
            const proof::Check *c = find(proofOf(a), "frame/mount.left");
            return std::pair{c->utilization, c->proved()};
        };
        const auto box = use(rig::RailSection::Closed), channel = use(rig::RailSection::Channel),
                   hat = use(rig::RailSection::Hat), unknown = use(rig::RailSection::Unknown);
        QVERIFY(channel.first > 1.5 * box.first && hat.first > 1.5 * box.first);
        QVERIFY(unknown.first >= channel.first - 1e-9);  // the lesser strength of both kinds
        QVERIFY(box.second && !unknown.second);
        job.vehicle.railSection = rig::RailSection::Unknown;
        const Appraisal a = appraise(job, shippedStock());
        QVERIFY(std::any_of(a.findings.begin(), a.findings.end(),
                            [](const Finding &f) { return f.id == "assumed/railSection"; }));
    }
    /// The pull of a bolt on the rail's wall, against the fan of yield lines worked by hand.
    void railWallUnderABolt() {
        const Appraisal a = appraise(demoJob(), shippedStock());
        const proof::Check *c = find(proofOf(a), "railwall/mount.left");
        QVERIFY(c);
        // S355, wall 3.5, rail 120 high, M16: m = 355 · 3.5²/4, R = 60 − 3.5, a = 0.9 · 16
        const double m = 355 * 3.5 * 3.5 / 4, fan = 4 * std::numbers::pi * m / (1 - 14.4 / 56.5);
        const double omega = c->dutyClass == proof::DutyClass::Survival ? 1.0 : 1.67;
        QVERIFY(std::abs(c->capacity - fan / omega) < 1e-6 * fan);
        QVERIFY(std::abs(c->utilization - c->demand / c->capacity) < 1e-9);
    }
    /// An axle that lifts and a broken limit stop; the angles do not speak of a vehicle that stands nowhere.
    void overloadStops() {
        Job job = demoJob();
        job.vehicle.loadout.masses.push_back({"crane", "Crane", 1500, shape::Vec3(2500, 0, 900), true});
        const Appraisal lifted = appraise(job, shippedStock());
        const Finding *f = lifted.finding("load/lifts/rearAxleMass");
        QVERIFY(f && f->severity == Severity::Stop && f->working);
        QVERIFY(!lifted.gauge("approach")->value);
        QVERIFY(lifted.gauge("approach")->governs.starts_with("It stands on nothing"));
        const Finding *gross = lifted.finding("load/grossLimit");
        QVERIFY(gross && gross->severity == Severity::Stop);
        // without a single rate of springs or tires the limits are looked at all the same
        Job bare = demoJob();
        bare.vehicle.loadout = {};
        bare.vehicle.data["grossLimit"].value = 2200;
        QVERIFY(appraise(bare, shippedStock()).finding("load/grossLimit"));
    }
    /// Whatever the holes, materials, settings and loads: what ought to be checked is, or a finding says why
    /// not.
    void noCheckGoesWithoutAWord() {
        std::mt19937 dice(20261129);
        std::uniform_real_distribution<double> unit(0, 1);
        int proved = 0;
        for (int i = 0; i < 2000; ++i) {
            Job job = demoJob();
            const armor::Pattern *pattern = armor::pattern(job.pieces[0].pattern);
            for (const armor::SettingDescriptor &d : pattern->settings) {
                if (unit(dice) > 0.1) continue;
                if (d.choice == armor::Choice::None)
                    job.pieces[0].settings[d.id] = d.least + (d.most - d.least) * unit(dice);
                else if (const auto list = armor::options(d.choice, shippedStock()); !list.empty())
                    job.pieces[0].settings[d.id] =
                        list[static_cast<std::size_t>(unit(dice) * 0.999 * static_cast<double>(list.size()))];
            }
            const auto holes = static_cast<std::size_t>(2 + 3 * unit(dice));
            job.vehicle.frontHoles.resize(holes, job.vehicle.frontHoles.front());
            for (std::size_t h = 0; h < holes; ++h) {
                job.vehicle.frontHoles[h].id = std::to_string(h + 1);
                if (unit(dice) < 0.7)
                    job.vehicle.frontHoles[h].behindEnd = 30 + std::floor(4 * unit(dice)) * 40;
                if (unit(dice) < 0.7)
                    job.vehicle.frontHoles[h].aboveCenter = std::floor(3 * unit(dice)) * 25 - 25;
                if (unit(dice) < 0.1) job.vehicle.frontHoles[h].diameter = 4 + 20 * unit(dice);
            }
            if (unit(dice) < 0.3) job.rules.shockFactor = 0.5 + 3 * unit(dice);
            const Appraisal a = appraise(job, shippedStock());
            if (!a.pieces.empty() && a.pieces[0].proof) {
                ++proved;
                const QString missing = unsaid(a);
                QVERIFY2(missing.isEmpty(), qPrintable(QString("job %1: %2").arg(i).arg(missing)));
            } else {
                QVERIFY2(std::any_of(a.findings.begin(), a.findings.end(),
                                     [](const Finding &f) { return f.severity == Severity::Stop; }),
                         qPrintable(QString("job %1").arg(i)));
            }
        }
        QVERIFY(proved > 700);
    }

  private:
    /// A part, weld or bolt joint that no check looks at and no finding speaks of.
    static QString unsaid(const Appraisal &a) {
        const proof::Proof &p = proofOf(a);
        const armor::Assembly &as = *a.pieces[0].assembly;
        const auto looked = [&](const std::string &id) { return find(p, id) || isUnproved(p, id); };
        for (const proof::Unproved &u : p.unproved)
            if (!a.finding("unproved/" + u.id)) return QString::fromStdString("no finding for " + u.id);
        for (const armor::BoltJoint &m : as.mounts)
            if (!looked("bolt/" + m.name)) return QString::fromStdString("bolt/" + m.name);
        for (const armor::BoltJoint &f : as.feet)
            if (!looked("bolt/" + f.name)) return QString::fromStdString("bolt/" + f.name);
        if (as.winch && !looked("bolt/fairlead.bolts")) return "bolt/fairlead.bolts";
        for (const armor::BarPart &t : as.bars) {
            if (!looked("member/" + t.name)) return QString::fromStdString("member/" + t.name);
            for (const armor::TubeOpening &o : t.openings)
                if (!looked("opening/" + t.name + "/" + o.purpose))
                    return QString::fromStdString("opening in " + t.name);
        }
        for (const armor::SheetPart &plate : as.sheets)
            if (!plate.strips.empty() && !looked("member/" + plate.name) && !looked("plate/" + plate.name))
                return QString::fromStdString("plate " + plate.name);
        for (const armor::WeldJoint &w : as.welds)
            if (!looked("weld/" + w.name)) return QString::fromStdString("weld/" + w.name);
        for (const armor::Anchor &anchor : as.anchors)
            if (!looked("tab/" + anchor.name)) return QString::fromStdString("tab/" + anchor.name);
        return {};
    }
};

QTEST_GUILESS_MAIN(TestBounds)
#include "test_bounds.moc"
