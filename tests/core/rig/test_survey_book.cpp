#include <algorithm>
#include <cmath>

#include <QTest>

#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::rig;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

/// The survey in the job: from readings to points, data and findings, and back to the file.
class TestSurveyBook : public QObject {
    Q_OBJECT

  private slots:
    void demoIsWorkedOut() {
        const SurveyBook book = demoJob().vehicle.survey;
        const SurveyResult r = workOut(book).value();
        QVERIFY(r.adjustment.redundancy >= 8);
        QVERIFY2(r.adjustment.suspects.empty(), "the demo's readings are sound");
        QVERIFY(r.adjustment.sigma0 > 0.4 && r.adjustment.sigma0 < 1.6);
        // the frame end stands where the data say: 640 mm ahead, 610 mm up, within a tape's reading
        for (const auto &[id, value] : dataFrom(book, r.adjustment)) {
            const double known = demoJob().vehicle.value(id).value();
            QVERIFY2(std::abs(value - known) < 3, qPrintable(QString::fromStdString(id)));
        }
        QVERIFY(r.squareness && r.squareness->cure == survey::Cure::None);
        QVERIFY(!r.next.empty());
    }
    /// A reading 25 mm wrong becomes a finding that names it; ignored, the finding goes.
    void wrongReadingIsAFinding() {
        job::Job job = demoJob();
        job.vehicle.survey.readings[4].value += 25.4;
        const job::Appraisal a = job::appraise(job, shippedStock());
        const job::Finding *f = a.finding("survey/reading/4");
        QVERIFY(f && f->severity == job::Severity::Fix && f->working);
        QCOMPARE(f->stop, std::string("measure"));
        QVERIFY(f->sentence.in(measure::UnitSystem::Metric).find("rail end L to rear end R") !=
                std::string::npos);
        job.vehicle.survey.readings[4].ignored = true;
        QVERIFY(!job::appraise(job, shippedStock()).finding("survey/reading/4"));
    }
    void crookedFrameIsSaid() {
        job::Job job = demoJob();
        // every reading to the right end, taken as if it stood 9 mm further ahead
        for (Reading &r : job.vehicle.survey.readings)
            if (r.kind == survey::MeasureKind::Distance && (r.from == "end.right" || r.to == "end.right")) {
                const std::string other = r.from == "end.right" ? r.to : r.from;
                const auto at = [&](const std::string &id) {
                    return std::find_if(job.vehicle.survey.points.begin(), job.vehicle.survey.points.end(),
                                        [&](const BookPoint &p) { return p.id == id; })
                        ->near;
                };
                const Vec3 d = at("end.right") - at(other);
                r.value += 9 * d.x() / d.norm();
            }
        const job::Appraisal a = job::appraise(job, shippedStock());
        const job::Finding *f = a.finding("survey/squareness");
        QVERIFY(f && f->working);
        QVERIFY2(std::abs(f->value - 9) < 3, qPrintable(QString::number(f->value)));
        QVERIFY(a.survey->squareness->cure == survey::Cure::Slots);
    }
    void looseAndUnknownAreSaid() {
        job::Job job = demoJob();
        job.vehicle.survey.points.push_back({"lost", "lost point", {0, 0, 0}, {false, false, false}});
        job::Appraisal a = job::appraise(job, shippedStock());
        QVERIFY(!a.survey && a.finding("survey/lost"));
        QVERIFY(a.pieces[0].proof);  // the job goes on without it
        job = demoJob();
        job.vehicle.survey.points.erase(job.vehicle.survey.points.begin());
        a = job::appraise(job, shippedStock());
        QVERIFY(!a.survey);
        QVERIFY(std::any_of(a.findings.begin(), a.findings.end(), [](const job::Finding &f) {
            return f.id.starts_with("survey/survey/readings/");
        }));
        job.vehicle.survey = {};
        QVERIFY(!job::appraise(job, shippedStock()).survey);
    }
    void nextPointsFillTheFrame() {
        Vehicle v = demoJob().vehicle;
        v.survey = {};
        for (const SurveyPlace &place : surveyPlaces(VehicleKind::LadderFrame)) {
            const auto p = nextSurveyPoint(v);
            QVERIFY(p.has_value());
            QCOMPARE(p->id, place.id);
            QCOMPARE(p->near.y() > 0, place.id.ends_with(".left"));
            v.survey.points.push_back(*p);
        }
        QVERIFY(!nextSurveyPoint(v));
        // what is given holds the net on the floor: with all distances and heights it is determined
        survey::SurveyNet net = netOf(v.survey).value().net;
        for (int a = 0; a < 8; ++a) {
            net.measures.push_back({survey::MeasureKind::Coordinate, a, a, 2, 610, 1});
            for (int b = a + 1; b < 8; ++b)
                net.measures.push_back({survey::MeasureKind::Distance, a, b, 2,
                                        (net.points[static_cast<std::size_t>(a)].near -
                                         net.points[static_cast<std::size_t>(b)].near)
                                            .norm(),
                                        1.5});
        }
        QVERIFY(survey::adjust(net).has_value());
    }
    void fileKeepsTheBook() {
        SurveyBook book = demoJob().vehicle.survey;
        book.readings[3].ignored = true;
        book.extra["weather"] = "wind";
        Faults faults;
        QVERIFY(readSurveyBook(writeSurveyBook(book), "survey", faults) == book);
        QVERIFY(faults.none());
    }
    void malformedBooks_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("where");
        QTest::newRow("not an object") << "[1]"
                                       << "survey";
        QTest::newRow("points not a list") << R"({"points":5})"
                                           << "survey/points";
        QTest::newRow("a point without a place") << R"({"points":[{"id":"a"}]})"
                                                 << "survey/points/0/near";
        QTest::newRow("an axis of nowhere") << R"({"points":[{"id":"a","near":[0,0,0],"fixed":["q"]}]})"
                                            << "survey/points/0/fixed";
        QTest::newRow("the same point twice")
            << R"({"points":[{"id":"a","near":[0,0,0]},{"id":"a","near":[1,0,0]}]})"
            << "survey/points/1/id";
        QTest::newRow("a kind of nowhere")
            << R"({"readings":[{"kind":"pace","from":"a","to":"b","value":5}]})"
            << "survey/readings/0/kind";
        QTest::newRow("no value") << R"({"readings":[{"kind":"distance","from":"a","to":"b"}]})"
                                  << "survey/readings/0/value";
        QTest::newRow("sigma of 0")
            << R"({"readings":[{"kind":"distance","from":"a","to":"b","value":5,"sigma":0}]})"
            << "survey/readings/0/sigma";
        QTest::newRow("a coordinate along w")
            << R"({"readings":[{"kind":"coordinate","from":"a","axis":"w","value":5}]})"
            << "survey/readings/0/axis";
    }
    void malformedBooks() {
        QFETCH(QString, text);
        QFETCH(QString, where);
        Faults faults;
        (void)readSurveyBook(*parseJson(text.toStdString()), "survey", faults);
        QVERIFY(!faults.none());
        QCOMPARE(QString::fromStdString(faults.all().front().where), where);
    }
};

QTEST_GUILESS_MAIN(TestSurveyBook)
#include "test_survey_book.moc"
