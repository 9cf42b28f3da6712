#include <QtTest>

#include <numbers>
#include <random>

#include "core/armor/addons/addon.h"
#include "core/workshop/masses.h"
#include "tests/core/proof/duty_of.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::fullSet;
using hefty::testing::shippedStock;

namespace {

Json parsed(const char *text) {
    return Json::parse(text);
}

/// A rear beam of 120 x 80 mm (upright, its rear wall at x = -4480) on side plates, and what else is built
/// on.
Result<Assembly> onBeam(const std::vector<Json> &more) {
    const job::Job &job = fullSet();
    Piece piece;
    piece.id = "own";
    piece.pattern = "from-nothing";
    piece.operations = {
        parsed(
            R"({"op":"tube","name":"beam","section":"RHS 120x80x6","from":{"at":[-4440,600,640]},"to":{"at":[-4440,-600,640]}})"),
        parsed(R"({"op":"bracket","end":"rear","beam":"beam","thickness":10})")};
    piece.operations.insert(piece.operations.end(), more.begin(), more.end());
    return build({piece, job.vehicle, rig::geometry(job.vehicle).value(), shippedStock()});
}

Json addOnAt(const std::string &id, double station, const char *wall, Json settings = Json::object()) {
    return {{"op", "addon"},
            {"addon", id},
            {"name", "it"},
            {"at", {{"part", "beam"}, {"station", station}, {"wall", wall}}},
            {"settings", std::move(settings)}};
}

double seam(const Assembly &a, const std::string &one, const std::string &other) {
    double sum = 0;
    for (const WeldJoint &w : a.welds)
        if ((w.a == one && w.b == other) || (w.a == other && w.b == one)) sum += w.length();
    return sum;
}

QString notesOf(const Assembly &a) {
    QString out;
    for (const BuildNote &n : a.notes)
        if (!n.onlyTold) out += QString::fromStdString(n.text.in(measure::UnitSystem::Metric)) + "\n";
    return out;
}

/// The wall that an add-on's standard sizes are made for.
const char *wallFor(const std::string &id) {
    return id == "plate-holder" || id == "winch-cover" ? "up" : "rearward";
}

}  // namespace

class TestAddOns : public QObject {
    Q_OBJECT

  private slots:
    /// Each of the folder on a beam with its standard sizes: it is held, nothing is complained of, and the
    /// record comes to the same on the twin's side.
    void allOnABeam() {
        QVERIFY(addOns().size() >= 17);
        for (const AddOn &of : addOns()) {
            const auto a = onBeam({addOnAt(of.id, 300, wallFor(of.id)),
                                   parsed(R"({"op":"mirror","part":"it","name":"twin"})")});
            QVERIFY2(a, of.id.c_str());
            QVERIFY2(notesOf(*a).isEmpty(), qPrintable(QString::fromStdString(of.id) + ": " + notesOf(*a)));
            double one = 0, other = 0;
            int parts = 0;
            const auto sort = [&](const std::string &name, double mass) {
                if (name == "it" || name.starts_with("it.")) one += mass, ++parts;
                if (name == "twin" || name.starts_with("twin.")) other += mass;
            };
            for (const BarPart &b : a->bars) sort(b.name, workshop::barMass(*a, b));
            for (const SheetPart &s : a->sheets) sort(s.name, workshop::sheetMass(s));
            for (const BoughtPart &b : a->bought) sort(b.name, b.mass);
            QVERIFY2(parts > 0 && one > 0, of.id.c_str());
            QVERIFY2(std::abs(one - other) < 1e-9, of.id.c_str());
        }
    }
    /// Areas and seams by hand.
    void sizesByHand() {
        // 240 x 60 x 6 with 40 long points: 14400 less four triangles of 40 x 30 / 2 = 12000 mm2; around it 2
        // x 160 and 4 x 50 (the hypotenuse of 40 and 30)
        const Assembly fish = onBeam({addOnAt("fish-plate", 300, "rearward")}).value();
        const SheetPart *plate = fish.sheet("it");
        QVERIFY(plate && std::abs(plate->area() - 12000) < 1e-6);
        QVERIFY(std::abs(seam(fish, "it", "beam") - 520) < 0.01);
        QVERIFY((plate->axes.origin - Vec3(-4483, 300, 640)).norm() < 1e-9);
        // A tread of 300 x 110 with two gussets 40 down and 88 out: seams on both faces of each.
        const Assembly step = onBeam({addOnAt("step", 300, "rearward")}).value();
        QVERIFY(std::abs(seam(step, "it", "beam") - 610) < 0.01);  // and around its ends
        QVERIFY2(std::abs(seam(step, "it.left gusset", "beam") - 90) < 0.01,
                 qPrintable(QString::number(seam(step, "it.left gusset", "beam"))));
        QVERIFY2(std::abs(seam(step, "it.left gusset", "it") - 181) < 0.01,
                 qPrintable(QString::number(seam(step, "it.left gusset", "it"))));
        QCOMPARE(step.steps.size(), std::size_t{1});
        QVERIFY((step.steps[0].at - Vec3(-4480 - 77, 300, 642.5)).norm() < 1e-9);
        // 300 x 160 with holes of 25 every 45 and 15 of edge: 6 in 3 rows, 18.4 percent open
        const Assembly rows = onBeam({addOnAt("hole-rows", 300, "rearward")}).value();
        QCOMPARE(rows.sheet("it")->holes.size(), std::size_t{18});
        const double open = 18 * std::numbers::pi / 4 * 25 * 25;
        QVERIFY(std::abs(rows.sheet("it")->area() - (300 * 160 - open)) < 1e-6);
        const auto told =
            std::find_if(rows.notes.begin(), rows.notes.end(), [](const BuildNote &n) { return n.onlyTold; });
        QVERIFY(told != rows.notes.end());
        QCOMPARE(told->text.text, std::string("3 rows of 6 holes leave 18 percent of the sheet open."));
        // A sleeve of 26.9 through 80 mm and 3 out of both walls: welded around on both.
        const Assembly sleeve = onBeam({addOnAt("crush-sleeve", 300, "rearward")}).value();
        QVERIFY(std::abs(sleeve.bar("it")->length() - 86) < 1e-9);
        QVERIFY(std::abs(seam(sleeve, "it", "beam") - 2 * std::numbers::pi * 26.9) < 0.02 * 169);
        // A hoop of 260 x 200 with bends of 90: 2 x 110 + 80 + half a circle of 90, less nothing on a flat
        // wall.
        const Assembly hoop = onBeam({addOnAt("hoop", 300, "rearward")}).value();
        QVERIFY(std::abs(hoop.bar("it")->length() - (2 * 110 + 80 + std::numbers::pi * 90)) < 1e-6);
        // Bars of 21.3 every 80 in 400: 5 of them (320 and one bar fit, 400 and one do not), 73 percent open.
        const Assembly grille = onBeam({addOnAt("bar-grille", 300, "rearward")}).value();
        QVERIFY(grille.bar("it.bar5") && !grille.bar("it.bar6"));
        QVERIFY(std::abs(seam(grille, "it.bar1", "beam") - std::numbers::pi * 21.3) < 0.02 * 67);
        QVERIFY(seam(grille, "it.bar5", "it.rail") > std::numbers::pi * 21.3);
        const auto open5 = std::find_if(grille.notes.begin(), grille.notes.end(),
                                        [](const BuildNote &n) { return n.onlyTold; });
        QVERIFY(open5 != grille.notes.end());
        QCOMPARE(open5->text.text, std::string("5 bars leave 73 percent of the grille open."));
        // A hood of 480 with sides of 250, 240 and 60 in 3 mm steel, its bends as corners; its back is welded
        // along both faces.
        const Assembly hood = onBeam({addOnAt("winch-cover", 300, "up")}).value();
        double mass = 0;
        for (const SheetPart &s : hood.sheets)
            if (s.name.starts_with("it")) mass += workshop::sheetMass(s);
        QVERIFY2(std::abs(mass - 550 * 480 * 3 * 7.85e-6) < 1e-4 * mass, qPrintable(QString::number(mass)));
        QVERIFY(seam(hood, "it.1", "beam") > 2 * 480 - 0.01 && seam(hood, "it.1", "beam") < 2 * 484);
        // A plate of 360 x 60 around its rim; two pegs on it; 14 kg in front of them.
        const Assembly jack = onBeam({addOnAt("jack-holder", 300, "rearward")}).value();
        QVERIFY(std::abs(seam(jack, "it.plate", "beam") - 840) < 0.01);
        QVERIFY(std::abs(seam(jack, "it.left peg", "it.plate") - std::numbers::pi * 21.3) < 0.02 * 67);
        QCOMPARE(jack.wheels.size(), std::size_t{1});
        QCOMPARE(jack.wheels[0].mass, 14.0);
    }
    /// What they carry and what pulls on them is proved, and everything of them is looked at.
    void proved() {
        const job::Job &job = fullSet();
        const auto rig = rig::geometry(job.vehicle).value();
        for (const auto &[id, duty] :
             {std::pair("pull-loop", "recovery/it"), std::pair("step", "step/it"),
              std::pair("can-box", "carrier/down"), std::pair("jack-holder", "carrier/down"),
              std::pair("lamp-pod", "carrier/down"), std::pair("jack-socket", "jack/it")}) {
            const Assembly a = onBeam({addOnAt(id, 300, "rearward")}).value();
            const auto p =
                proof::prove(a, job.vehicle, rig, shippedStock(), job.rules, {}, proof::Detail::Shells);
            QVERIFY2(p, p ? "" : p.error().sentence().c_str());
            QVERIFY2(std::any_of(p->duties.cases.begin(), p->duties.cases.end(),
                                 [&](const auto &c) { return c.id.starts_with(duty); }),
                     duty);
            QVERIFY2(std::any_of(p->checks.begin(), p->checks.end(),
                                 [](const proof::Check &c) { return c.id.find("it") != std::string::npos; }),
                     id);
            // Nobody hangs on a lamp or a box as on a wheel.
            QVERIFY(std::none_of(p->duties.cases.begin(), p->duties.cases.end(),
                                 [](const auto &c) { return c.id.find("hang") != std::string::npos; }));
        }
        // 20 kg thrown down with the house's factor: its weight times that, and what the piece itself weighs.
        const Assembly a = onBeam({addOnAt("can-box", 300, "rearward")}).value();
        const auto p =
            proof::prove(a, job.vehicle, rig, shippedStock(), job.rules, {}, proof::Detail::Strips).value();
        const Vec3 thrown = hefty::testing::sum(hefty::testing::find(p.duties, "carrier/down"));
        QVERIFY(std::abs(thrown.z() + job.rules.wheelDown * 9.80665 * 20) < 0.01);
    }
    /// A record that does not fit says why; the rest of the piece stands.
    void whatDoesNotFit() {
        const auto why = [](Json json) {
            const auto a = onBeam({std::move(json)});
            return a ? notesOf(*a) : QString::fromStdString(a.error().sentence());
        };
        QVERIFY(why(addOnAt("balcony", 300, "up")).contains("no add-on"));
        QVERIFY(why(addOnAt("step", 300, "left")).contains("no wall that way"));
        QVERIFY(why(addOnAt("step", 300, "up", {{"width", 5000}})).contains("must be from"));
        QVERIFY(why(addOnAt("step", 300, "up", {{"roof", 5}})).contains("no setting"));
        QVERIFY(why(addOnAt("hole-rows", 300, "up", {{"pitch", 20}})).contains("less than 3 mm"));
        QVERIFY(why(addOnAt("bar-grille", 300, "up", {{"pitch", 25}})).contains("less than 8 mm"));
        QVERIFY(why(addOnAt("winch-cover", 300, "up", {{"lip", 15}, {"radius", 30}})).contains("do not fit"));
        QVERIFY(why(addOnAt("jack-holder", 300, "up", {{"apart", 600}})).contains("edges of the plate"));
        QVERIFY(why(addOnAt("nut-plate", 300, "up", {{"thickness", 4}})).contains("too few threads"));
        QVERIFY(why(addOnAt("hoop", 300, "up", {{"radius", 390}})).contains("do not fit"));
        Json nowhere = addOnAt("step", 300, "up");
        nowhere["at"] = {{"at", {0, 0, 0}}};
        QVERIFY(why(nowhere).contains("wall of a part"));
        Json twice = addOnAt("fish-plate", 300, "rearward");
        const auto both = onBeam({twice, twice});
        QVERIFY(both && notesOf(*both).contains("already"));
    }
    /// Taken out, all of it goes; moved, all of it goes along.
    void asOne() {
        const Assembly gone =
            onBeam({addOnAt("can-box", 300, "rearward"), parsed(R"({"op":"remove","part":"it"})")}).value();
        QVERIFY(gone.wheels.empty() && gone.bought.empty() && !gone.has("it.floor"));
        const Assembly there = onBeam({addOnAt("can-box", 300, "rearward")}).value();
        const Assembly moved = onBeam({addOnAt("can-box", 300, "rearward"),
                                       parsed(R"({"op":"move","part":"it","by":[0,-100,0]})")})
                                   .value();
        for (const SheetPart &s : there.sheets)
            if (s.name.starts_with("it."))
                QVERIFY((moved.sheet(s.name)->center() - s.center() - Vec3(0, -100, 0)).norm() < 1e-9);
        QVERIFY((moved.wheels[0].center - there.wheels[0].center - Vec3(0, -100, 0)).norm() < 1e-9);
        QVERIFY((moved.bought[0].center - there.bought[0].center - Vec3(0, -100, 0)).norm() < 1e-9);
    }
    /// Any settings on any wall: built or refused with a reason, held where it is built.
    void anySettings() {
        std::mt19937 random(7);
        const auto upTo = [&random](double n) {
            return std::uniform_real_distribution<double>(0, n)(random);
        };
        constexpr std::array<const char *, 4> walls{"rearward", "forward", "up", "down"};
        int made = 0;
        for (const AddOn &of : addOns())
            for (int i = 0; i < 40; ++i) {
                Json set = Json::object();
                for (const SettingDescriptor &d : of.settings) {
                    if (d.choice != Choice::None) {
                        const auto list = options(d.choice, shippedStock());
                        set[d.id] =
                            list[static_cast<std::size_t>(upTo(static_cast<double>(list.size()) - 0.001))];
                        continue;
                    }
                    const double value = d.least + upTo(d.most - d.least);
                    set[d.id] = d.quantity == measure::Quantity::Angle ? degrees(value) : value;
                }
                const auto a =
                    onBeam({addOnAt(of.id, 100 + upTo(1000), walls[static_cast<std::size_t>(i) % 4], set)});
                QVERIFY2(a, of.id.c_str());
                const QString notes = notesOf(*a);
                const bool built = std::any_of(a->sheets.begin(), a->sheets.end(),
                                               [](const SheetPart &s) { return s.name.starts_with("it"); }) ||
                                   a->bar("it") || a->bar("it.rail");
                QVERIFY2(built || notes.contains("no longer applies"), of.id.c_str());
                made += built;
                for (const SheetPart &s : a->sheets)
                    QVERIFY2(std::isfinite(s.area()) && s.area() > 0, (of.id + s.name).c_str());
            }
        QVERIFY(made > 150);
    }
};

QTEST_APPLESS_MAIN(TestAddOns)
#include "test_addons.moc"
