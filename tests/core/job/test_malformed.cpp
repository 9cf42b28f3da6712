#include <cmath>
#include <functional>
#include <random>

#include <QTest>

#include "cli/commands.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;

namespace {

Json demo() {
    return *parseJson(writeJob(hefty::testing::demoJob()));
}

Json frame() {
    return *parseJson(R"({"nodes":[{"id":"A","at":[0,0,0]},{"id":"B","at":[1000,0,0]}],
        "materials":[{"id":"s","E":200000,"nu":0.3,"density":7.85e-6}],
        "sections":[{"id":"q","A":1000,"Iy":1e6,"Iz":1e6,"J":1e6}],
        "beams":[{"id":"b","from":"A","to":"B","material":"s","section":"q","up":[0,0,1]}],
        "supports":[{"node":"A","fixed":["ux","uy","uz","rx","ry","rz"]}],
        "loads":[{"case":"c","node":"B","force":[0,0,-100]}]})");
}

}  // namespace

/// Malformed jobs and models: each is refused with the place named, and nothing crashes.
class TestMalformed : public QObject {
    Q_OBJECT

  private slots:
    void jobs_data() {
        QTest::addColumn<QByteArray>("pointer");
        QTest::addColumn<QByteArray>("value");
        QTest::addColumn<QByteArray>("where");
        const auto row = [](const char *name, const char *pointer, const char *value, const char *where) {
            QTest::newRow(name) << QByteArray(pointer) << QByteArray(value) << QByteArray(where);
        };
        row("not our format", "/format", "\"other\"", "format");
        row("format missing", "/format", "null", "format");
        row("version 0", "/version", "0", "version");
        row("version text", "/version", "\"one\"", "version");
        row("version half", "/version", "1.5", "version");
        row("vehicle missing", "/vehicle", "null", "vehicle");
        row("vehicle a list", "/vehicle", "[]", "vehicle");
        row("name a number", "/name", "7", "name");
        row("pieces an object", "/pieces", "{}", "pieces");
        row("piece a text", "/pieces/0", "\"x\"", "pieces/0");
        row("piece id missing", "/pieces/0/id", "null", "pieces/0/id");
        row("settings a list", "/pieces/0/settings", "[1]", "pieces/0/settings");
        row("setting true", "/pieces/0/settings/width", "true", "pieces/0/settings/width");
        row("tweaks a number", "/pieces/0/tweaks", "3", "pieces/0/tweaks");
        row("unknown tweak", "/pieces/0/tweaks", "[{\"kind\":\"bend\",\"part\":\"beam\"}]",
            "pieces/0/tweaks/0/kind");
        row("tweak without part", "/pieces/0/tweaks", "[{\"kind\":\"move\",\"by\":[1,2,3]}]",
            "pieces/0/tweaks/0/part");
        row("tweak with two numbers", "/pieces/0/tweaks",
            "[{\"kind\":\"move\",\"part\":\"beam\",\"by\":[1,2]}]", "pieces/0/tweaks/0/by");
        row("datum a text", "/vehicle/data/wheelbase", "\"long\"", "vehicle/data/wheelbase");
        row("datum value missing", "/vehicle/data/wheelbase/value", "null", "vehicle/data/wheelbase/value");
        row("datum trust unknown", "/vehicle/data/wheelbase/trust", "\"guessed\"",
            "vehicle/data/wheelbase/trust");
        row("data a list", "/vehicle/data", "[]", "vehicle/data");
        row("hole diameter 0", "/vehicle/frontHoles/0/diameter", "0", "vehicle/frontHoles/0/diameter");
        row("hole place missing", "/vehicle/frontHoles/1/behindEnd", "null",
            "vehicle/frontHoles/1/behindEnd");
        row("outline point flat", "/vehicle/outline/0/at", "[1,2]", "vehicle/outline/0/at");
        row("outline region", "/vehicle/outline/0/region", "\"roof\"", "vehicle/outline/0/region");
        row("keep-out inside out", "/vehicle/keepOuts/0/low", "[900,900,900]", "vehicle/keepOuts/0");
        row("silhouette point", "/vehicle/silhouettes/0/points", "[[1]]", "vehicle/silhouettes/0/points/0");
        row("shock factor 0", "/houseRules/shockFactor", "0", "houseRules/shockFactor");
        row("cone of 200 degrees", "/houseRules/coneSideDeg", "200", "houseRules/coneSideDeg");
        row("house rules a text", "/houseRules", "\"none\"", "houseRules");
        row("kerf negative", "/shop/kerf", "-3", "shop/kerf");
        row("waste of 1", "/shop/plateWaste", "1", "shop/plateWaste");
        row("rack bar of no length", "/shop/rack/0/length", "0", "shop/rack/0/length");
        row("rack count half", "/shop/rack/0/count", "1.5", "shop/rack/0/count");
        row("rack count negative", "/shop/rack/0/count", "-4", "shop/rack/0/count");
        row("rack section missing", "/shop/rack/0/section", "null", "shop/rack/0/section");
        row("sign-off a list", "/signedOff", "[1]", "signedOff");
        row("sign-off a number", "/signedOff", "{\"cut\": 5}", "signedOff/cut");
    }
    void jobs() {
        QFETCH(QByteArray, pointer);
        QFETCH(QByteArray, value);
        QFETCH(QByteArray, where);
        Json json = demo();
        json[Json::json_pointer(pointer.toStdString())] = Json::parse(value.toStdString());
        const auto job = readJob(json.dump());
        QVERIFY(!job.has_value());
        QCOMPARE(QString::fromStdString(job.error().where), QString::fromUtf8(where));
        QVERIFY(job.error().message.size() > 8);
    }
    void texts_data() {
        QTest::addColumn<QByteArray>("text");
        QTest::newRow("empty") << QByteArray("");
        QTest::newRow("blank") << QByteArray("  \n");
        QTest::newRow("not JSON") << QByteArray("hello");
        QTest::newRow("cut off") << QByteArray::fromStdString(writeJob(hefty::testing::demoJob())).left(900);
        QTest::newRow("a list") << QByteArray("[1,2,3]");
        QTest::newRow("a number") << QByteArray("42");
        QTest::newRow("deeply nested") << QByteArray(100000, '[');
        QTest::newRow("number too large")
            << QByteArray("{\"format\":\"hefty-girder-job\",\"version\":1e999}");
        QTest::newRow("binary") << QByteArray("\x00\xff\xfe\x01", 4);
        QTest::newRow("bad UTF-8") << QByteArray("{\"name\":\"\xff\xfe\"}");
    }
    void texts() {
        QFETCH(QByteArray, text);
        const auto job = readJob(text.toStdString());
        QVERIFY(!job.has_value());
        QVERIFY(!job.error().message.empty());
    }
    /// All faults are reported, not the first alone.
    void severalFaultsAtOnce() {
        Json json = demo();
        json["shop"]["kerf"] = -1;
        json["houseRules"]["shockFactor"] = 0;
        const auto job = readJob(json.dump());
        QVERIFY(job.error().message.find("\n") != std::string::npos);
    }
    void missingFile() { QVERIFY(loadJob("/no/such/job").error().kind == ProblemKind::File); }

    void frames_data() {
        QTest::addColumn<QByteArray>("pointer");
        QTest::addColumn<QByteArray>("value");
        QTest::addColumn<int>("exit");
        const auto row = [](const char *name, const char *pointer, const char *value, int exit) {
            QTest::newRow(name) << QByteArray(pointer) << QByteArray(value) << exit;
        };
        row("nodes missing", "/nodes", "null", 2);
        row("node twice", "/nodes/1/id", "\"A\"", 2);
        row("node in the plane", "/nodes/0/at", "[0,0]", 2);
        row("unknown node", "/beams/0/to", "\"Z\"", 2);
        row("unknown section", "/beams/0/section", "\"Z\"", 2);
        row("no stiffness", "/materials/0/E", "0", 2);
        row("impossible nu", "/materials/0/nu", "0.9", 2);
        row("negative area", "/sections/0/A", "-1", 2);
        row("no length", "/nodes/1/at", "[0,0,0]", 2);
        row("up along the beam", "/beams/0/up", "[1,0,0]", 2);
        row("unknown freedom", "/supports/0/fixed", "[\"uq\"]", 2);
        row("freedoms not a list", "/supports/0/fixed", "\"ux\"", 2);
        row("load on nothing", "/loads/0", "{\"case\":\"c\"}", 2);
        row("load without case", "/loads/0/case", "null", 2);
        row("force a text", "/loads/0/force", "\"down\"", 2);
        row("unknown analysis", "/analysis", "{\"kind\":\"magic\"}", 2);
        row("no support", "/supports", "[]", 3);
        row("half a support", "/supports/0/fixed", "[\"ux\",\"uy\",\"uz\"]", 3);
        row("overflowing force", "/loads/0/force", "[1e308,1e308,1e308]", 0);
    }
    void frames() {
        QFETCH(QByteArray, pointer);
        QFETCH(QByteArray, value);
        QFETCH(int, exit);
        Json json = frame();
        json[Json::json_pointer(pointer.toStdString())] = Json::parse(value.toStdString());
        const auto answer = cli::runFrame(json);
        if (exit == 0) {  // refused or answered, but never with something that is not a number
            QVERIFY(!answer || answer->dump().find("null") == std::string::npos);
            return;
        }
        QVERIFY(!answer.has_value());
        QCOMPARE(cli::exitCode(answer.error()), exit);
        QVERIFY(!answer.error().where.empty());
    }
    void unknownFieldsInModelsAreIgnored() {
        Json json = frame();
        json["remark"] = "x";
        json["beams"][0]["paint"] = "red";
        QVERIFY(cli::runFrame(json).has_value());
    }
    void groups_data() {
        QTest::addColumn<QByteArray>("weld");
        QTest::newRow("no segments") << QByteArray("{\"load\":{}}");
        QTest::newRow("empty segments") << QByteArray("{\"segments\":[],\"load\":{}}");
        QTest::newRow("no leg") << QByteArray(
            "{\"segments\":[{\"id\":\"a\",\"from\":[0,0,0],\"to\":[1,0,0]}],\"load\":{}}");
        QTest::newRow("leg 0") << QByteArray(
            "{\"segments\":[{\"id\":\"a\",\"from\":[0,0,0],\"to\":[1,0,0],\"leg\":0}],\"load\":{}}");
        QTest::newRow("no load") << QByteArray(
            "{\"segments\":[{\"id\":\"a\",\"from\":[0,0,0],\"to\":[1,0,0],\"leg\":5}]}");
        QTest::newRow("filler of no strength") << QByteArray(
            "{\"filler\":{\"Fexx\":0},\"segments\":[{\"id\":\"a\",\"from\":[0,0,0],\"to\":[1,0,0],\"leg\":5}]"
            ",\"load\":{}}");
        QTest::newRow("a list") << QByteArray("[]");
    }
    void groups() {
        QFETCH(QByteArray, weld);
        const auto json = parseJson(weld.toStdString());
        QVERIFY(json.has_value());
        const auto answer = cli::runWeld(*json);
        QVERIFY(!answer.has_value());
        QCOMPARE(cli::exitCode(answer.error()), 2);
    }
    void boltGroupsAndRigs() {
        for (const char *text :
             {"{}", "{\"bolts\":[]}",
              "{\"bolts\":[{\"id\":\"1\",\"at\":[0,0],\"diameter\":12,\"grade\":\"wood\"}],\"load\":{}}",
              "{\"bolts\":[{\"id\":\"1\",\"at\":[0,0],\"diameter\":-2,\"grade\":\"8.8\"}],\"load\":{}}",
              "{\"bolts\":[{\"id\":\"1\",\"at\":[0,0],\"diameter\":2,\"grade\":\"8.8\"},{\"id\":\"1\",\"at\":"
              "[9,0],\"diameter\":2,\"grade\":\"8.8\"}],\"load\":{}}"})
            QVERIFY2(!cli::runBolts(*parseJson(text)), text);
        for (const char *text : {"{}", "{\"wheelbase\":0}", "{\"wheelbase\":3000,\"tires\":{}}",
                                 "{\"wheelbase\":3000,\"tires\":{\"front\":{\"radius\":400,\"width\":200,"
                                 "\"track\":1500},\"rear\":{\"radius\":0,\"width\":200,\"track\":1500}}}"})
            QVERIFY2(!cli::runClearance(*parseJson(text)), text);
    }
    /// A thousand random edits of the demo's text: read or refused, never a crash; what is read can be
    /// appraised.
    void damagedFiles() {
        std::mt19937 random(99);
        const std::string text = writeJob(hefty::testing::demoJob());
        int appraised = 0;
        for (int i = 0; i < 1000; ++i) {
            std::string damaged = text;
            for (unsigned k = 0; k < 1 + random() % 3; ++k)
                damaged[random() % damaged.size()] =
                    static_cast<char>("0123456789-.{}[]\",:en"[random() % 21]);
            const auto job = readJob(damaged);
            if (!job) continue;
            if (appraised++ % 10) continue;  // one in ten, to stay quick
            const Appraisal a = appraise(*job, hefty::testing::shippedStock());
            for (const Gauge &g : a.gauges) QVERIFY(!g.value || std::isfinite(*g.value));
        }
        QVERIFY(appraised > 10);
    }
};

QTEST_GUILESS_MAIN(TestMalformed)
#include "test_malformed.moc"
