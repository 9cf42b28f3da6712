#include <QtTest>

#include <cmath>

#include "core/base/constants.h"
#include "core/job/appraise/appraise_under.h"
#include "core/job/appraise/fit.h"
#include "core/job/appraise/in_view.h"
#include "tests/core/plate_across.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::byHand;
using hefty::testing::plate;

namespace {

/// A box of 200 x 150 around (600, 500, 800), of a name of the walk around the vehicle.
rig::Vehicle with(const char *id) {
    rig::Vehicle v;
    rig::KeepOut k;
    k.id = id;
    k.name = "Thing to be seen";
    k.low = {550, 400, 725};
    k.high = {650, 600, 875};
    v.keepOuts.push_back(k);
    return v;
}

job::InView seen(const char *id, const Json &ops) {
    const Assembly a = byHand(ops);
    return job::inView(with(id), {&a}).at(0);
}

/// Open share over a plate without ends whose upper edges are `below` under the middle and so far ahead of
/// it.
double overWidePlate(double below, std::pair<double, double> ahead, int down, int up, int inward,
                     int outward) {
    int open = 0, all = 0;
    for (const double z : {-50.0, 0.0, 50.0})
        for (int e = -down; e <= up; e += 5)
            for (int a = -inward; a <= outward; a += 5) {
                ++all;
                const auto over = [&](double d) {
                    return z + d / std::cos(radians(a)) * std::tan(radians(e)) > -below;
                };
                open += over(ahead.first) && over(ahead.second) ? 1 : 0;
            }
    return static_cast<double>(open) / all;
}

}  // namespace

class TestInView : public QObject {
    Q_OBJECT

  private slots:
    void overAPlate() {
        for (const double below : {10.0, 25.0, 40.0, 62.0}) {
            // its faces stand at 748 and 752
            const job::InView lamp =
                seen("lamp-left", Json::array({plate(750, 500, 800 - below - 400, 4000, 800)}));
            const double open = overWidePlate(below, {148, 152}, 10, 15, 10, 45);
            QVERIFY2(std::abs(lamp.share - open) < 1e-9,
                     qPrintable(QString("%1 %2").arg(lamp.share).arg(open)));
            QVERIFY(lamp.share > 0.3 && lamp.share < 1);
            QCOMPARE(lamp.governs, std::string("plate"));
        }
    }
    /// Nothing behind it, beside the directions or above them hides it; what is all around it does.
    void outsideOfTheDirections() {
        QVERIFY(seen("lamp-left", Json::array({plate(450, 500, 800, 2000, 2000)})).share == 1);
        QVERIFY(seen("lamp-left", Json::array({plate(750, 500, 1100, 2000, 300)})).share == 1);
        QVERIFY(seen("lamp-left", Json::array({plate(750, 500, 800, 4000, 2000)})).share == 0);
        // the left side is outward for the left lamp alone
        rig::Vehicle right = with("lamp-right");
        right.keepOuts[0].low.y() = -600;
        right.keepOuts[0].high.y() = -400;
        const Assembly outer = byHand(Json::array({plate(750, -750, 800, 200, 600)}));
        QVERIFY(job::inView(right, {&outer}).at(0).share < 0.9);
        const Assembly inner = byHand(Json::array({plate(750, -250, 800, 200, 600)}));
        QVERIFY(job::inView(right, {&inner}).at(0).share == 1);
    }
    /// A plate of the vehicle's rear is seen from behind; what stands ahead of it does not count.
    void fromBehind() {
        QVERIFY(seen("plate-rear", Json::array({plate(750, 500, 800, 2000, 2000)})).share == 1);
        QVERIFY(seen("plate-rear", Json::array({plate(450, 500, 800, 2000, 2000)})).share == 0);
    }
    /// Through an opening that is larger than all lines need, it is seen.
    void throughAnOpening() {
        Json open = plate(680, 500, 800, 2000, 2000);
        open["cutouts"] = Json::array({Json{{-300, -200}, {300, -200}, {300, 200}, {-300, 200}}});
        QVERIFY(seen("lamp-left", Json::array({open})).share == 1);
    }
    void onlyWhatTheWalkAsksFor() {
        const Assembly a = byHand(Json::array({plate(750, 500, 800, 2000, 2000)}));
        QVERIFY(job::inView(with("steering-box"), {&a}).empty());
    }
    /// It is told as a note with its working.
    void told() {
        job::Job job = hefty::testing::demoJob();
        for (rig::KeepOut &k : job.vehicle.keepOuts)
            if (k.id == "lamp-left") k.low.z() = (k.high.z() = 700) - 150;
        job::Appraisal a = job::appraiseShape(job, hefty::testing::shippedStock());
        job::addFit(a, job);
        const job::Finding *f = a.finding("view/lamp-left");
        QVERIFY(f && f->severity == job::Severity::Note && f->working && !f->working->steps.empty());
        QVERIFY(f->sentence.text.find("local codes decide") != std::string::npos);
    }
};

QTEST_APPLESS_MAIN(TestInView)
#include "test_in_view.moc"
