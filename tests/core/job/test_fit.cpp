#include <QTest>

#include <cmath>

#include "core/base/constants.h"
#include "core/job/appraise/parts_through.h"
#include "core/workshop/convex_bodies.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

namespace {

Appraisal fitted(const Job &job) {
    Appraisal a = appraise(job, shippedStock());
    addFit(a, job);
    return a;
}

/// The findings about what moves, by the beginning of their ids.
std::vector<const Finding *> found(const Appraisal &a, const std::string &stem) {
    std::vector<const Finding *> out;
    for (const Finding &f : a.findings)
        if (f.id.starts_with(stem)) out.push_back(&f);
    return out;
}

}  // namespace

class TestFit : public QObject {
    Q_OBJECT

  private slots:
    /// The demo's hood, lamps and lever pass; one bolt on each side has no room for a socket.
    void demoFits() {
        const Appraisal a = fitted(demoJob());
        QVERIFY(a.fitDone);
        QVERIFY(found(a, "sweep/").empty());
        QVERIFY(found(a, "wheel/").empty());
        const auto access = found(a, "access/");
        QCOMPARE(access.size(), std::size_t{2});
        QVERIFY(access[0]->severity == Severity::Note && access[0]->working);
    }
    /// A round stake in the way of an arm, 600 mm from its hinge at 45 degrees: they lie 2 mm in each other
    /// when the arm's middle line passes it at 30 + 21.2 - 2 mm, 45 - asin(49.2/600) degrees. Welded they are
    /// not.
    void gatePastItsOwnPiece() {
        Job job = loadJob(demoFolder() + "/marten-wheel-carrier.girder.json").value();
        const Appraisal drawn = fitted(job);
        QVERIFY(found(drawn, "gate/carrier/own/").empty());
        const armor::Gate &g = drawn.pieces[0].assembly->gates.front();
        const double deep = drawn.pieces[0].assembly->bar("carrier.arm")->section.width / 2;
        const armor::Vec3 at = (g.low + g.high) / 2 + 600 * armor::Vec3(-std::sqrt(0.5), -std::sqrt(0.5), 0);
        Json stake{{"op", "tube"}, {"name", "stake"}, {"section", "CHS 42.4x4"}};
        stake["from"]["at"] = {at.x(), at.y(), at.z() - 300};
        stake["to"]["at"] = {at.x(), at.y(), at.z() + 300};
        job.pieces[0].operations.push_back(stake);
        const Appraisal staked = fitted(job);
        const auto hit = found(staked, "gate/carrier/own/carrier.arm~stake");
        QCOMPARE(hit.size(), std::size_t{1});
        QVERIFY(hit[0]->severity == Severity::Fix && hit[0]->working);
        const double wanted = 45 - degrees(std::asin((deep + 21.2 - 2) / 600));
        QVERIFY2(std::abs(hit[0]->working->steps.front().value - wanted) < 0.2,
                 qPrintable(QString("%1 %2").arg(hit[0]->working->steps.front().value).arg(wanted)));
        // The same where it stands on another piece.
        armor::Piece other;
        other.id = other.name = "stakes";
        other.pattern = "from-nothing";
        std::swap(other.operations, job.pieces[0].operations);
        job.pieces.push_back(other);
        const Appraisal apart = fitted(job);
        const auto past = found(apart, "gate/carrier/own/carrier.arm~stake@stakes");
        QCOMPARE(past.size(), std::size_t{1});
        QVERIFY(std::abs(past[0]->working->steps.front().value - hit[0]->working->steps.front().value) <
                1e-9);
    }
    /// A tailgate behind a shut carrier is no clash: the carrier is opened before. What stays is met all the
    /// same.
    void tailgateBehindACarrier() {
        Job job = loadJob(demoFolder() + "/marten-wheel-carrier.girder.json").value();
        rig::MovingThing gate;
        gate.id = "tailgate";
        gate.motion = "rear-down";
        gate.low = {-4336, -550, 860};
        gate.high = {-4300, 550, 1190};
        gate.hinge = {-4336, 0, 860};
        gate.reach = radians(88);
        gate.gap = 10;
        job.vehicle.moving.push_back(gate);
        QVERIFY(found(fitted(job), "sweep/tailgate/").empty());
        job.vehicle.moving.back().hinge.z() = job.vehicle.moving.back().low.z() = 640;  // down onto the beam
        QVERIFY(!found(fitted(job), "sweep/tailgate/beam").empty());
    }
    /// The wheel is carried clear of its upright and brace; laid onto the upright its tire runs through both.
    void carriedTire() {
        Job job = loadJob(demoFolder() + "/marten-wheel-carrier.girder.json").value();
        QVERIFY(found(fitted(job), "tire/").empty());
        job.pieces[0].settings["hubOut"] = 0.0;
        const Appraisal a = fitted(job);
        const auto through = found(a, "tire/carrier.plate/");
        QVERIFY(!through.empty());
        for (const char *part : {"carrier.upright", "carrier.brace"}) {
            const auto it = std::find_if(through.begin(), through.end(),
                                         [&](const Finding *f) { return f->subject.starts_with(part); });
            QVERIFY2(it != through.end() && (*it)->severity == Severity::Fix && (*it)->working, part);
        }
    }
    /// Two rear beams in one place run through each other, which each by itself does not.
    void piecesInEachOther() {
        Job job = loadJob(demoFolder() + "/marten-wheel-carrier.girder.json").value();
        QVERIFY(found(fitted(job), "overlap/").empty());
        armor::Piece second = job.pieces[0];
        second.id = "second";
        second.pattern = "rear-beam";
        job.pieces.push_back(second);
        const Appraisal a = fitted(job);
        const auto through = found(a, "overlap/");
        QVERIFY(!through.empty() && through[0]->working && through[0]->piece == "second");
    }
    /// The parts that run through another piece, by their bodies alone: in the same place all do, far from
    /// it none; a body without volume is told.
    void partsByTheirBodies() {
        const Appraisal a = fitted(hefty::testing::fullSet());
        const PieceAppraisal &rear = *a.piece("rear-beam");
        const auto bodies = workshop::convexBodies(*rear.assembly);
        const auto all = partsThrough(*rear.assembly, "twin", bodies, rear);
        QVERIFY(all.has_value());
        for (const armor::BarPart &b : rear.assembly->bars)
            QVERIFY2(std::any_of(all->begin(), all->end(),
                                 [&b](const FitProblem &p) {
                                     return p.id.starts_with("overlap/" + b.name + "@twin~" + b.name);
                                 }),
                     b.name.c_str());
        for (const FitProblem &p : *all) QVERIFY2(p.id.ends_with("@rear-beam"), p.id.c_str());
        const auto front = partsThrough(*a.piece("front-bumper")->assembly, "front-bumper",
                                        workshop::convexBodies(*a.piece("front-bumper")->assembly), rear);
        QVERIFY(front && front->empty());
        auto flat = bodies;
        for (auto &body : flat) body.faces.resize(1);
        QVERIFY(!partsThrough(*rear.assembly, "twin", flat, rear));
    }
    /// A lamp that comes out downward meets the bumper; the distance is the one between them.
    void lampMeetsTheBeam() {
        Job job = demoJob();
        rig::MovingThing &lamp = job.vehicle.moving[1];
        lamp.motion = "slides-down";
        lamp.reach = 600;
        lamp.low.x() = 600;
        lamp.high.x() = 800;
        const Appraisal a = fitted(job);
        const auto hits = found(a, "sweep/lamp-left-out/");
        QVERIFY(!hits.empty());
        const Finding &f = *hits.front();
        QVERIFY(f.severity == Severity::Fix && f.value == 0 && f.limit == 8 && f.working);
        const std::string words = f.sentence.in(measure::UnitSystem::Metric);
        QVERIFY2(words.find("meets") != std::string::npos, words.c_str());
        // By hand: down from its bottom at z = 830 to the top of the parts below it.
        double top = 0;
        for (const armor::Solid &s : a.pieces[0].assembly->solids)
            if (s.part == f.subject)
                for (const auto &face : s.faces)
                    for (const Vec3 &c : face.corners) top = std::max(top, c.z());
        const double told = f.working->steps[1].value;
        QVERIFY(std::abs(told - (830 - top)) < 0.1);
    }
    /// A larger lock and a longer reach bring the tire to the bumper.
    void tireMeetsTheBumper() {
        Job job = demoJob();
        job.vehicle.data["steerLock"].value = 0.9;
        job.vehicle.data["frontFrameEnd"].value = 380;
        const Appraisal a = fitted(job);
        QVERIFY(!found(a, "wheel/left/").empty());
        QVERIFY(!found(a, "wheel/right/").empty());
        // Without a lock that was measured nothing is said.
        job.vehicle.data.erase("steerLock");
        QVERIFY(found(fitted(job), "wheel/").empty());
    }
    /// A remedy for something else does not pretend to cure what moves.
    void remediesCompareLikeWithLike() {
        Job job = demoJob();
        job.vehicle.moving[1].motion = "slides-down";
        job.vehicle.moving[1].reach = 600;
        job.vehicle.moving[1].low.x() = 600;
        job.vehicle.moving[1].high.x() = 800;
        Appraisal a = appraise(job, shippedStock());
        settle(a, job, shippedStock());
        QVERIFY(a.remediesDone && a.fitDone);
        for (const Finding &f : a.findings)
            for (const Remedy &r : f.remedies) {
                QVERIFY(r.fixesBefore >= 3);
                const Job after = apply(job, r.edit);
                const Appraisal b = fitted(after);
                const auto fixes = std::count_if(b.findings.begin(), b.findings.end(), [](const Finding &x) {
                    return x.severity != Severity::Note;
                });
                QCOMPARE(r.fixesAfter, static_cast<int>(fixes));
            }
    }
    void stopsEarly() {
        std::stop_source source;
        source.request_stop();
        Appraisal a = appraise(demoJob(), shippedStock());
        const std::size_t before = a.findings.size();
        addFit(a, demoJob(), source.get_token());
        QVERIFY(!a.fitDone);
        QCOMPARE(a.findings.size(), before);
    }
    void fileRoundTrip() {
        Faults faults;
        for (const rig::MovingThing &t : demoJob().vehicle.moving) {
            const rig::MovingThing again = rig::readMovingThing(rig::writeMovingThing(t), "moving/0", faults);
            QVERIFY(std::abs(again.reach - t.reach) < 1e-12);
            QCOMPARE(again.motion, t.motion);
            QVERIFY(again.low == t.low && again.high == t.high && again.hinge == t.hinge);
        }
        QVERIFY(faults.none());
    }
    void badThings_data() {
        QTest::addColumn<QString>("key");
        QTest::addColumn<QString>("value");
        QTest::addColumn<QString>("path");
        QTest::newRow("motion") << "motion"
                                << "\"wobbles\""
                                << "moving/0/motion";
        QTest::newRow("reach") << "reach"
                               << "0"
                               << "moving/0/reach";
        QTest::newRow("more than a turn") << "reach"
                                          << "400"
                                          << "moving/0/reach";
        QTest::newRow("gap") << "gap"
                             << "-3"
                             << "moving/0/gap";
        QTest::newRow("inside out") << "low"
                                    << "[0, 0, 5000]"
                                    << "moving/0";
        QTest::newRow("far away") << "hinge"
                                  << "[1e7, 0, 0]"
                                  << "moving/0/hinge";
        QTest::newRow("no place") << "high"
                                  << "\"here\""
                                  << "moving/0/high";
    }
    void badThings() {
        QFETCH(QString, key);
        QFETCH(QString, value);
        QFETCH(QString, path);
        Json json = rig::writeMovingThing(demoJob().vehicle.moving[0]);
        json[key.toStdString()] = Json::parse(value.toStdString());
        Faults faults;
        (void)rig::readMovingThing(json, "moving/0", faults);
        QVERIFY(!faults.none());
        QCOMPARE(QString::fromStdString(faults.all()[0].where), path);
    }
};

QTEST_GUILESS_MAIN(TestFit)
#include "test_fit.moc"
