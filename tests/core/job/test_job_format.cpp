#include <QTest>

#include <cmath>
#include <random>

#include <fmt/format.h>

#include "core/base/constants.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;

namespace {

std::string textOf(const char *name) {
    return writeJob(loadJob(demoFolder() + "/" + name + ".girder.json").value());
}

/// The demo job with one place of it changed; a null value takes the field away.
std::string changed(const char *pointer, const char *value) {
    Json json = Json::parse(textOf("marten-front-bumper"));
    json[Json::json_pointer(pointer)] = Json::parse(value);
    return json.dump();
}

}  // namespace

/// The job file: everything that is in it comes back, and what is wrong with it is told with its place.
class TestJobFormat : public QObject {
    Q_OBJECT

  private slots:
    void everyShippedJobComesBack_data() {
        QTest::addColumn<QString>("name");
        for (const char *name : {"marten-front-bumper", "pipit-survey", "heron-survey"})
            QTest::newRow(name) << name;
    }
    void everyShippedJobComesBack() {
        QFETCH(QString, name);
        const Job job = loadJob(demoFolder() + "/" + name.toStdString() + ".girder.json").value();
        const auto again = readJob(writeJob(job));
        QVERIFY2(again.has_value(), again ? "" : again.error().sentence().c_str());
        QVERIFY(*again == job);
        QCOMPARE(writeJob(*again), writeJob(job));
        // Appraised, both give the same numbers.
        const Appraisal a = appraise(job, hefty::testing::shippedStock());
        const Appraisal b = appraise(*again, hefty::testing::shippedStock());
        QCOMPARE(a.findings.size(), b.findings.size());
        for (std::size_t i = 0; i < a.gauges.size(); ++i) QVERIFY(a.gauges[i].value == b.gauges[i].value);
    }
    /// Fields that this version does not know are kept where they stood.
    void unknownFieldsAreKept_data() {
        QTest::addColumn<QString>("pointer");
        QTest::newRow("job") << "/futureField";
        QTest::newRow("vehicle") << "/vehicle/futureField";
        QTest::newRow("rules") << "/houseRules/futureField";
        QTest::newRow("piece") << "/pieces/0/futureField";
    }
    void unknownFieldsAreKept() {
        QFETCH(QString, pointer);
        const std::string text = changed(pointer.toUtf8().constData(), "{\"a\": [1, 2, \"x\"]}");
        const auto job = readJob(text);
        QVERIFY2(job.has_value(), job ? "" : job.error().sentence().c_str());
        const Json again = Json::parse(writeJob(*job));
        QCOMPARE(again[Json::json_pointer(pointer.toStdString())].dump(), std::string("{\"a\":[1,2,\"x\"]}"));
    }
    void faultsHaveTheirPlace_data() {
        QTest::addColumn<QString>("pointer");
        QTest::addColumn<QString>("value");
        QTest::addColumn<QString>("where");
        const auto row = [](const char *pointer, const char *value, const char *where = nullptr) {
            const QString place = where ? QString::fromLatin1(where) : QString::fromLatin1(pointer).mid(1);
            QTest::newRow(pointer) << pointer << value << place;
        };
        row("/vehicle/kind", "\"hovercraft\"");
        row("/vehicle/data/wheelbase/value", "\"long\"");
        row("/vehicle/data/wheelbase/trust", "\"hoped\"");
        row("/vehicle/outline/0/region", "\"roof\"");
        row("/vehicle/outline/0/at", "[1, 2]");
        row("/vehicle/outline/1/at", "[1e9, 0, 0]");
        row("/vehicle/outline/0/onAxle", "3");
        row("/vehicle/keepOuts/0/low", "[9000, 0, 0]", "vehicle/keepOuts/0");
        row("/vehicle/keepOuts/0/gap", "\"wide\"");
        row("/vehicle/frontHoles/0/diameter", "1");
        row("/vehicle/frontHoles/0/behindEnd", "-5");
        row("/vehicle/moving/0/motion", "\"dances\"");
        row("/vehicle/moving/0/reach", "0");
        row("/vehicle/moving/0/gap", "900");
        row("/vehicle/moving/1/low", "[\"a\", 0, 0]");
        row("/vehicle/moving/1/high", "[0, 0, 0]", "vehicle/moving/1");
        row("/vehicle/loadout/tires/0/code", "\"round\"");
        row("/vehicle/loadout/tires/0/pressure", "0");
        row("/vehicle/loadout/tires/1/wheelWidth", "-1");
        row("/vehicle/loadout/tires/1/wheelOffset", "4000");
        row("/vehicle/loadout/tires/2/lugs", "\"some\"");
        row("/vehicle/loadout/masses/0/mass", "1e6");
        row("/vehicle/loadout/masses/0/at", "[0, 0, 1e7]");
        row("/vehicle/loadout/masses/0/aboard", "\"yes\"");
        row("/vehicle/loadout/standsOn", "\"air\"");
        row("/vehicle/loadout/measuredOn", "\"air\"");
        row("/vehicle/loadout/sagged", "1");
        row("/vehicle/survey/points/0/fixed", "[\"w\"]");
        row("/vehicle/survey/readings/0/value", "\"far\"");
        row("/templates/0/offsets/1/along", "\"there\"");
        row("/templates/0/offsets/1/smooth", "7");
        row("/houseRules/leastApproachDeg", "400");
        row("/houseRules/mostLength", "5");
    }
    void faultsHaveTheirPlace() {
        QFETCH(QString, pointer);
        QFETCH(QString, value);
        QFETCH(QString, where);
        const auto job = readJob(changed(pointer.toUtf8().constData(), value.toUtf8().constData()));
        QVERIFY(!job.has_value());
        const QString told = QString::fromStdString(job.error().sentence());
        QVERIFY2(QString::fromStdString(job.error().where).contains(where), qPrintable(told));
        QVERIFY(!job.error().message.empty());
    }
    /// A template whose offsets make no outline is a finding, not a fault of the file.
    void badTemplateIsAFinding() {
        Job job = hefty::testing::demoJob();
        job.templates[0].offsets[1].along = -5;
        const Appraisal a = appraise(job, hefty::testing::shippedStock());
        QVERIFY(a.finding("template/template1"));
        QCOMPARE(a.templates.size(), std::size_t{1});
        QVERIFY(a.templates[0].outline.empty() && !a.templates[0].problem.empty());
        job.templates[0].offsets.clear();
        job.templates[0].outline = {outline::circle(shape::Vec2(0, 0), 100), {}};
        const Appraisal b = appraise(job, hefty::testing::shippedStock());
        QVERIFY(std::abs(b.templates[0].area - std::acos(-1.0) * 2500) < 1e-6);
    }

    /// Version 1 had its angles in rad: they come to degrees when the job is saved anew, read back to the
    /// last bit. What a pattern unknown to this program has set stays as it was, and says so until a program
    /// knows it.
    void anglesOfVersionOne() {
        Json json = Json::parse(textOf("marten-front-bumper"));
        json["version"] = 1;
        json["pieces"][0]["settings"]["sweep"] = 0.5;
        json["pieces"].push_back(
            {{"id", "odd"}, {"pattern", "not-known-yet"}, {"settings", {{"lean", 0.25}}}});
        json["shop"]["dies"] = Json::array({{{"id", "d"}, {"tube", 48.3}, {"radius", 120}, {"stroke", 1.5}}});
        json["shop"]["testBends"] = Json::array(
            {{{"die", "d"}, {"material", "S235"}, {"set", 1.6}, {"got", 1.57}, {"date", "2026-05-05"}}});
        json["variants"] = Json::array({{{"name", "kept"}, {"pieces", Json::array({json["pieces"][0]})}}});
        const auto job = readJob(json.dump());
        QVERIFY2(job, job ? "" : job.error().sentence().c_str());
        QVERIFY(std::get<double>(job->pieces[0].settings.at("sweep")) == 0.5);
        const Json saved = Json::parse(writeJob(*job));
        QCOMPARE(saved["version"].get<int>(), 2);
        QVERIFY(std::abs(saved["pieces"][0]["settings"]["sweep"].get<double>() - degrees(0.5)) < 1e-12);
        QVERIFY(std::abs(saved["variants"][0]["pieces"][0]["settings"]["sweep"].get<double>() -
                         degrees(0.5)) < 1e-12);
        QVERIFY(std::abs(saved["shop"]["dies"][0]["stroke"].get<double>() - degrees(1.5)) < 1e-12);
        QVERIFY(std::abs(saved["shop"]["testBends"][0]["got"].get<double>() - degrees(1.57)) < 1e-12);
        const Json &odd = saved["pieces"].back();
        QVERIFY(odd["settings"]["lean"] == 0.25 && odd["settingsInRad"] == true);
        const auto again = readJob(saved.dump());
        QVERIFY(again && *again == *job);
        // by the year a program knows it: its settings are taken as they were, the mark goes
        Json known = saved;
        known["pieces"].back()["pattern"] = "square-tube-winch-bumper";
        known["pieces"].back()["settings"] = {{"sweep", 0.25}};
        const auto later = readJob(known.dump());
        QVERIFY(later && std::get<double>(later->pieces.back().settings.at("sweep")) == 0.25);
        QVERIFY(later->pieces.back().extra.empty());
    }
    /// A piece after a pattern that is not known is kept and told; the job's other pieces are built and
    /// proved.
    void unknownPatternsAreKept() {
        Json json = Json::parse(textOf("marten-full-set"));
        const std::string was = json["pieces"][0]["pattern"], id = json["pieces"][0]["id"];
        json["pieces"][0]["pattern"] = "not-known-yet";
        const auto job = readJob(json.dump());
        QVERIFY2(job, job ? "" : job.error().sentence().c_str());
        const Appraisal a = appraise(*job, hefty::testing::shippedStock());
        QVERIFY(!a.pieces[0].assembly);
        QVERIFY(a.pieces[1].assembly && a.pieces[1].proof);
        QVERIFY(std::any_of(a.findings.begin(), a.findings.end(), [&id](const Finding &f) {
            return f.severity == Severity::Stop && (f.piece == id || f.subject == id) &&
                   f.sentence.text.find("not known") != std::string::npos;
        }));
        Json saved = Json::parse(writeJob(*job));
        QVERIFY(saved["pieces"][0]["pattern"] == "not-known-yet");
        saved["pieces"][0]["pattern"] = was;
        const auto back = readJob(saved.dump());
        QVERIFY(back && back->pieces[0].settings ==
                            loadJob(demoFolder() + "/marten-full-set.girder.json")->pieces[0].settings);
    }
    /// Whole degrees are written as such.
    void wholeDegrees() {
        Job job = hefty::testing::demoJob();
        for (const double angle : {30.0, 41.5, 25.25}) {
            job.pieces[0].settings["sweep"] = radians(angle);
            QVERIFY(writeJob(job).find(fmt::format("\"sweep\": {:.12g}", angle)) != std::string::npos);
            QVERIFY(*readJob(writeJob(job)) == job);
        }
    }

    /// What a hand set comes back as the same number, whatever it was: not all rad are those of some degrees.
    void anglesAsAHandSetsThem() {
        Job job = hefty::testing::demoJob();
        std::mt19937 random(5);
        std::uniform_real_distribution<double> any(-1.5, 1.5);
        for (int i = 0; i < 300; ++i) {
            const double rad = any(random);
            const armor::Piece &piece = job.pieces[0];
            job = apply(job, Edit{piece.id, {{"sweep", rad}}, {}});
            QVERIFY(std::abs(std::get<double>(job.pieces[0].settings["sweep"]) - rad) < 1e-11);
            QVERIFY(*readJob(writeJob(job)) == job);
        }
        for (int tenths = 1; tenths < 1800; ++tenths) {
            const auto read = measure::readQuantity(fmt::format("{:.1f} deg", tenths / 10.0),
                                                    measure::Quantity::Angle, measure::UnitSystem::Metric);
            QVERIFY(read && read->value == radians(tenths / 10.0));
        }
    }

    /// A template whose last offset was taken away is still one: the job opens again.
    void templateWithoutAnything() {
        Job job = hefty::testing::demoJob();
        Template t;
        t.id = "t1";
        t.name = "begun";
        t.offsets = {{0, 10, false}};
        job.templates.push_back(t);
        job.templates.back().offsets.clear();
        const auto again = readJob(writeJob(job));
        QVERIFY2(again, again ? "" : again.error().message.c_str());
        QVERIFY(*again == job);
    }
};

QTEST_GUILESS_MAIN(TestJobFormat)
#include "test_job_format.moc"
