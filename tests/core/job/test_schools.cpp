#include <QtTest>

#include "core/job/appraise/appraise_under.h"
#include "core/job/design/schools.h"
#include "tests/core/demo.h"

using namespace hefty;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

class TestSchools : public QObject {
    Q_OBJECT

  private slots:
    /// What a pattern's schools set is a setting of it, with a value that it takes; every school has a
    /// choice.
    void allCanBeSet() {
        int schools = 0;
        for (const armor::Pattern &p : armor::patterns())
            for (const armor::School &s : p.schools) {
                ++schools;
                QVERIFY2(s.options.size() >= 2, p.id.c_str());
                for (const armor::SchoolOption &o : s.options)
                    for (const auto &[id, value] : o.sets) {
                        const armor::SettingDescriptor *d = p.setting(id);
                        QVERIFY2(d, (p.id + " " + id).c_str());
                        const auto fine = armor::checkSetting(*d, value, shippedStock());
                        QVERIFY2(fine, (p.id + " " + id + (fine ? "" : fine.error().message)).c_str());
                    }
            }
        QVERIFY(schools >= 9);
    }
    /// Cable instead of rope: heavier by what both are heavier, nothing to weld more, no angle changes.
    void cableForRope() {
        job::Job job = demoJob();
        job.pieces[0].settings["rope"] = std::string("synthetic-9.5");
        job.pieces[0].settings["fairlead"] = std::string("hawse-254");
        const job::Appraisal now = job::appraiseShape(job, shippedStock());
        const auto prices = job::schoolPrices(job, now, shippedStock(), job.pieces[0].id);
        const auto of = [&prices](const std::string &option) {
            return *std::find_if(prices.begin(), prices.end(), [&option](const job::SchoolPrice &p) {
                return p.option.starts_with(option);
            });
        };
        QVERIFY(of("Synthetic").taken && !of("Steel").taken && of("Steel").built);
        const stock::Stock &s = shippedStock();
        const double more = s.rope("steel-9.5")->mass - s.rope("synthetic-9.5")->mass +
                            s.fairlead("roller-254")->mass - s.fairlead("hawse-254")->mass;
        QVERIFY2(std::abs(of("Steel").mass - more) < 0.2,
                 qPrintable(QString("%1 %2").arg(of("Steel").mass).arg(more)));
        QVERIFY(std::abs(of("Steel").hours) < 0.05);
    }
    /// Welded out on the vehicle, by hand: 45 minutes to make it ready and 0.4 of what the seams take more,
    /// no mass and no money; its mounts then move as they do held in a jig, and the file keeps it.
    void onTheVehicle() {
        job::Job job = demoJob();
        job.shop.hoursFactor = 1;
        job::Appraisal now = job::appraise(job, shippedStock());
        job::addWelding(now, job);
        const std::string id = job.pieces[0].id;
        const auto prices = job::schoolPrices(job, now, shippedStock(), id);
        const auto of = [&prices](bool inPlace) {
            return *std::find_if(prices.begin(), prices.end(),
                                 [&](const job::SchoolPrice &p) { return p.inPlace == inPlace; });
        };
        QVERIFY(of(false).taken && !of(true).taken && of(true).built);
        const double arc = workshop::sumOf(now.pieces[0].seams).minutes;
        QVERIFY2(std::abs(of(true).hours - (45 + 0.4 * arc) / 60) < 1e-9,
                 qPrintable(QString::number(of(true).hours)));
        QVERIFY(of(true).mass == 0 && of(true).cost == 0);
        job::setWeldedInPlace(job, id, true);
        QVERIFY(job::readJob(job::writeJob(job)).value().weldedInPlace.contains(id));
        job::Appraisal then = job::appraise(job, shippedStock(), {}, proof::Detail::Strips, &now);
        job::addWelding(then, job, &now);
        const auto &before = now.pieces[0].distortion, &after = then.pieces[0].distortion;
        QVERIFY(!before.empty() && before.size() == after.size());
        int held = 0;
        for (std::size_t i = 0; i < before.size(); ++i) {
            if (before[i].held < 0) continue;
            ++held;
            QCOMPARE(after[i].value, before[i].held);
            QVERIFY(after[i].steps.empty() || std::abs(after[i].steps.back() - after[i].value) < 1e-6);
        }
        QVERIFY(held > 0);
        job::setWeldedInPlace(job, id, false);
        QVERIFY(job.weldedInPlace.empty());
    }
    /// Corners cut away: what an appraisal of the changed job tells, less what this one does.
    void cornersCut() {
        job::Job job = demoJob();
        job.pieces[0].settings["cornerCut"] = 0.0;
        const job::Appraisal now = job::appraiseShape(job, shippedStock());
        const auto prices = job::schoolPrices(job, now, shippedStock(), job.pieces[0].id);
        const auto cut = std::find_if(prices.begin(), prices.end(), [](const job::SchoolPrice &p) {
            return p.option == "Corners cut away";
        });
        QVERIFY(cut != prices.end() && cut->built);
        job.pieces[0].settings["cornerCut"] = 60.0;
        const job::Appraisal then = job::appraiseShape(job, shippedStock());
        QVERIFY(std::abs(cut->mass - (then.pieces[0].fabrication->mass - now.pieces[0].fabrication->mass)) <
                1e-9);
        QVERIFY(cut->mass < 0);
        QVERIFY(!cut->angles.empty());
        for (const auto &[gauge, by] : cut->angles) {
            QVERIFY(std::abs(*then.gauge(gauge.id)->value - *now.gauge(gauge.id)->value - by) < 1e-12);
            QVERIFY2(by > 0, qPrintable(QString("%1 %2").arg(gauge.id.c_str()).arg(by)));
        }
    }
    void nothingToChoose() {
        const job::Job job = demoJob();
        const job::Appraisal now = job::appraiseShape(job, shippedStock());
        QVERIFY(job::schoolPrices(job, now, shippedStock(), "nobody").empty());
        std::stop_source stop;
        stop.request_stop();
        QVERIFY(job::schoolPrices(job, now, shippedStock(), job.pieces[0].id, stop.get_token()).empty());
    }
};

QTEST_APPLESS_MAIN(TestSchools)
#include "test_schools.moc"
