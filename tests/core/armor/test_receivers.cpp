#include <QtTest>

#include <cmath>
#include <numbers>

#include "core/armor/bores.h"
#include "core/armor/making/maker.h"
#include "tests/core/armor/made.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using namespace hefty::testing;

namespace {

constexpr double workingLoad = 19613;  // of the shackle in the block, N

/// The bent front with a receiver between its tubes and nothing on its hoop.
job::Job bentFront() {
    job::Job job = demo("marten-tube-front");
    Piece &piece = job.pieces[0];
    piece.operations.clear();
    piece.settings["lowerDrop"] = 128.0;
    piece.settings["receiverBetween"] = 1.0;
    piece.settings["receiverPulls"] = 1.0;
    piece.settings["blockShackle"] = std::string("shackle-2");
    return job;
}

/// What the bars that cross y = `cut` do to the middle of the piece in a case: force, and moment about a
/// place.
struct Taken {
    Vec3 force = Vec3::Zero(), moment = Vec3::Zero();
    double torque = 0;  ///< of that moment, in the bars themselves
};
Taken takenAt(const proof::Proof &p, std::size_t c, double cut, const Vec3 &about) {
    Taken out;
    const auto &model = p.idealization.model;
    for (std::size_t b = 0; b < p.idealization.bars.size(); ++b) {
        if (p.idealization.bars[b].vehicle || p.idealization.bars[b].isPlate) continue;
        const mechanics::FrameBeam &beam = model.beams[b];
        const Vec3 &from = model.nodes[static_cast<std::size_t>(beam.from)].at;
        const Vec3 &to = model.nodes[static_cast<std::size_t>(beam.to)].at;
        if ((from.y() - cut) * (to.y() - cut) >= 0) continue;
        // The end that lies in the middle; section forces act on the face that looks along the bar.
        const bool inward = std::abs(from.y()) < std::abs(to.y());
        const auto &ends = p.solution.cases[c].beams[b];
        const mechanics::Vec6 local = inward ? ends.from : ends.to;
        const Vec3 x = (to - from).normalized(), y = beam.up.cross(x).normalized(), z = x.cross(y);
        const double sign = inward ? 1 : -1;
        const auto global = [&](int i) -> Vec3 {
            return sign * (x * local(i) + y * local(i + 1) + z * local(i + 2));
        };
        out.force += global(0);
        out.moment += global(3) + ((inward ? from : to) - about).cross(global(0));
        out.torque += sign * x.y() * local(3);
    }
    return out;
}

}  // namespace

/// Receivers of a piece: what is pulled at their blocks, coupled to them, and what carries that.
class TestReceivers : public QObject {
    Q_OBJECT

  private slots:
    /// A pull upward at the block turns the tubes: what they and the hoop take on both sides of the
    /// receiver's plates is in balance with it, and part of it is torsion of the tubes.
    void torsionOfTheTubes() {
        const job::Job job = bentFront();
        const Assembly a = built(job);
        nothingToMend(a);
        for (const char *cheek : {"cheek.left", "cheek.right"})
            for (const char *other : {"hoop.main", "hoop.lower", "receiver"})
                QVERIFY2(welded(a, cheek, other), other);
        const proof::Proof p = proved(job, a);
        const std::size_t c = caseOf(p, "recovery/receiver/up"), rest = caseOf(p, "gravity");
        const proof::LoadArrow &pull = p.duties.cases[c].arrows.front();
        QVERIFY(std::abs(pull.force.norm() - workingLoad) < 1);
        const Vec3 about = a.bar("hoop.main")->axes().origin;
        const Vec3 turned = (pull.at - about).cross(pull.force);
        Vec3 force = pull.force, moment = turned;
        double torque = 0;
        for (const double cut : {-100.0, 100.0}) {
            const Taken with = takenAt(p, c, cut, about), without = takenAt(p, rest, cut, about);
            force += with.force - without.force;
            moment += with.moment - without.moment;
            torque += with.torque - without.torque;
        }
        QVERIFY2(force.norm() < 0.001 * workingLoad, qPrintable(QString::number(force.norm())));
        QVERIFY2(moment.norm() < 0.005 * turned.norm(),
                 qPrintable(QString("%1 of %2").arg(moment.norm()).arg(turned.norm())));
        QVERIFY(std::abs(torque) > 0.05 * std::abs(turned.y()) && torque * turned.y() < 0);
    }

    /// Pin of 16 mm of grade 8.8 between walls of 6.35 mm that are 50.8 mm apart, and those walls.
    void pinAndWalls() {
        const job::Job job = bentFront();
        const Assembly a = built(job);
        const proof::Proof p = proved(job, a, proof::Detail::Shells);
        const double bends = 0.75 * 800 * 16 * 16 * 16 / 6.0 / ((50.8 + 6.35 - 50.8 / 2) / 4);
        QVERIFY(bends < 2 * 0.6 * 0.75 * 800 * std::numbers::pi * 64);
        const proof::Check *pin = check(p, "pin/receiver");
        QVERIFY(pin && std::abs(pin->utilization / (1.67 * workingLoad / bends) - 1) < 1e-3);
        QVERIFY(std::none_of(p.duties.cases.begin(), p.duties.cases.end(),
                             [](const proof::LoadCase &c) { return c.place == "snatch/receiver"; }));
        // 60 mm behind the mouth tear-out asks for more than bearing
        const double bears = 2 * 2.4 * 16 * 6.35 * a.bar("receiver")->material.ultimate;
        const proof::Check *walls = check(p, "pinhole/receiver");
        QVERIFY(walls && std::abs(walls->utilization / (2 * workingLoad / bears) - 1) < 1e-3);
        const proof::Check *rated = check(p, "rated/receiver");
        QVERIFY(rated && std::abs(rated->utilization / (workingLoad / 22000) - 1) < 1e-3);
        // Pulled 45 degrees to a side and 30 up, 45 mm ahead of the mouth, by a block that goes in 120 mm.
        const double along = std::cos(std::numbers::pi / 4) * std::cos(std::numbers::pi / 6);
        const double press = workingLoad * std::sqrt(1 - along * along) * (45 + 120) / 120.0;
        const double shears = 2 * 0.6 * a.bar("receiver")->material.yield * 6.35 * 30;
        const proof::Check *mouth = check(p, "mouth/receiver");
        QVERIFY(mouth && std::abs(mouth->utilization / (1.5 * press / shears) - 1) < 1e-3);
        // The ladder of a recovery there ends with the shackle, and has the pin.
        const auto ladder = std::find_if(p.otherLadders.begin(), p.otherLadders.end(),
                                         [](const proof::Ladder &l) { return l.id == "receiver"; });
        QVERIFY(ladder != p.otherLadders.end());
        for (const char *part : {"receiver", "shackle"})
            QVERIFY2(std::any_of(ladder->rungs.begin(), ladder->rungs.end(),
                                 [part](const proof::Rung &r) { return r.part == part; }),
                     part);
    }

    /// With a trailer it is the trailer's push and pull that the pin carries.
    void coupled() {
        job::Job job = bentFront();
        job.pieces[0].settings["receiverPulls"] = 0.0;
        Assembly a = built(job);
        QVERIFY(!check(proved(job, a), "pin/receiver"));  // nothing acts on it, and it says so
        QVERIFY(std::any_of(a.notes.begin(), a.notes.end(),
                            [](const BuildNote &n) { return n.part == "receiver" && n.onlyTold; }));
        job.pieces[0].settings["towMass"] = 1500.0;
        a = built(job);
        const proof::Proof p = proved(job, a);
        const proof::Check *pin = check(p, "pin/receiver"), *rated = check(p, "rated/receiver");
        const double D = 9.80665 * 3050 * 1500 / 4550;
        const double bends = 0.75 * 800 * 16 * 16 * 16 / 6.0 / ((50.8 + 6.35 - 50.8 / 2) / 4);
        QVERIFY(pin && std::abs(pin->utilization / (1.67 * D / bends) - 1) < 1e-3);
        QVERIFY(rated && std::abs(rated->demand - std::hypot(D, 0.2 * 1500 * 9.80665)) < 1);
        job.pieces[0].settings["receiverPin"] = std::string("10.9");
        const proof::Proof harder = proved(job, built(job));
        QVERIFY(check(harder, "pin/receiver")->utilization < 0.8 * pin->utilization);
    }

    /// A twin, a move and a removal take along what is pulled at.
    void editedByHand() {
        job::Job job = demo("marten-tube-front");
        job.pieces.erase(job.pieces.begin() + 1, job.pieces.end());
        job.pieces[0] = bentFront().pieces[0];
        job.pieces[0].operations = {{{"op", "move"}, {"part", "receiver"}, {"by", {5, 40, 0}}}};
        const Assembly moved = built(job);
        QVERIFY((moved.receivers[0].mouth - built(bentFront()).receivers[0].mouth - Vec3(5, 40, 0)).norm() <
                1e-9);
        job.pieces[0].operations.push_back({{"op", "mirror"}, {"part", "receiver"}, {"name", "other"}});
        const Assembly both = built(job);
        QCOMPARE(both.receivers.size(), std::size_t{2});
        QVERIFY(std::abs(both.receivers[0].hole.y() + both.receivers[1].hole.y()) < 1e-9);
        job.pieces[0].operations.push_back({{"op", "remove"}, {"part", "receiver"}});
        QCOMPARE(built(job).receivers.size(), std::size_t{1});
    }

    /// Without room between the tubes it is refused, with the distance that gives it.
    void noRoomForIt() {
        job::Job job = bentFront();
        job.pieces[0].settings["lowerDrop"] = 110.0;
        const auto none =
            build({job.pieces[0], job.vehicle, rig::geometry(job.vehicle).value(), shippedStock()});
        QVERIFY(!none && none.error().where.find("lowerDrop") != std::string::npos);
        QVERIFY(none.error().remedy.find("124") != std::string::npos);  // 60.3/2 + 48.3/2 + 63.5 + 2 x 3
    }

    /// Every bar that goes through a plate of the demos has its hole there; the plate weighs that much less.
    void plateBoredForItsTubes() {
        const job::Job job = demo("marten-tube-front");
        const Assembly a = built(job);
        const SheetPart &plate = *a.sheet("bracket.left");
        for (const auto &[tube, diameter] : {std::pair("hoop.main", 61.3), std::pair("hoop.lower", 49.3)}) {
            const Vec3 axis =
                a.bar(tube)->spans().size() > 1 ? a.bar(tube)->bends.front().at : a.bar(tube)->from;
            const auto hole = std::find_if(plate.holes.begin(), plate.holes.end(), [&](const Hole &h) {
                const Vec3 at = plate.axes.toWorld(h.at);
                return std::hypot(at.x() - axis.x(), at.z() - axis.z()) < 1e-6;
            });
            QVERIFY2(hole != plate.holes.end() && std::abs(hole->diameter - diameter) < 1e-9, tube);
        }
        SheetPart whole = plate;
        std::erase_if(whole.holes, [](const Hole &h) { return h.diameter == 61.3 || h.diameter == 49.3; });
        QVERIFY(std::abs(whole.area() - plate.area() - std::numbers::pi / 4 * (61.3 * 61.3 + 49.3 * 49.3)) <
                1e-6);
    }
    /// A square bar through the middle of a plate leaves its outline, half a millimeter wider around; a round
    /// one whose hole would run out of the plate leaves none, and that is told.
    void boresOfOtherBars() {
        const Assembly hoops = built(demo("marten-tube-front")), beam = buildDemo(demoJob());
        Assembly a;
        SheetPart plate = *hoops.sheet("bracket.left");
        plate.axes = uprightAlong(0);
        plate.outline = {{-100, -100}, {100, -100}, {100, 100}, {-100, 100}};
        plate.holes.clear();
        a.sheets = {plate};
        BarPart bar = *beam.bar("beam");
        bar.from = {0, 200, 0};
        bar.to = {0, -200, 0};
        bar.cutFrom = bar.cutTo = Vec3::Zero();
        a.bars = {bar};
        boreForBars(a);
        QCOMPARE(a.sheets[0].cutouts.size(), std::size_t{1});
        QVERIFY(std::abs(plate.area() - a.sheets[0].area() -
                         (bar.section.width + 1) * (bar.section.height + 1)) < 1e-6);
        QVERIFY(a.notes.empty());
        // a tab, narrower than the bar: it goes through slots in that
        a.sheets = {plate};
        a.sheets[0].outline = {{-100, -20}, {100, -20}, {100, 20}, {-100, 20}};
        boreForBars(a);
        QVERIFY(a.notes.empty() && a.sheets[0].cutouts.empty());
        a.sheets = {plate};
        a.bars = {*hoops.bar("upright.1")};
        a.bars[0].from = {80, 200, 0};
        a.bars[0].to = {80, -200, 0};
        a.bars[0].trimFrom = a.bars[0].trimTo = {};
        boreForBars(a);
        QVERIFY(a.sheets[0].holes.empty());
        QCOMPARE(a.notes.size(), std::size_t{1});
    }
};

QTEST_GUILESS_MAIN(TestReceivers)
#include "test_receivers.moc"
