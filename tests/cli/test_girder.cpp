#include <algorithm>
#include <cmath>
#include <functional>

#include <QFileInfo>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>

#include "tests/core/demo.h"
#include "tests/patience.h"

using namespace hefty;

namespace {

struct Run {
    int exit;
    QByteArray out, error;
};

Run girder(const QStringList &arguments, const QByteArray &input = {}) {
    QProcess process;
    process.start(QStringLiteral(HEFTY_GIRDER), arguments);
    process.write(input);
    process.closeWriteChannel();
    process.waitForFinished(60000 * hefty::testing::patience);
    return {process.exitCode(), process.readAllStandardOutput(), process.readAllStandardError()};
}

Json json(const QByteArray &text) {
    return Json::parse(text.toStdString());
}

/// A cantilever of 1 m along x, twice as stiff about its other axis.
Json strutModel() {
    return {{"nodes", {{{"id", "A"}, {"at", {0, 0, 0}}}, {{"id", "B"}, {"at", {1000, 0, 0}}}}},
            {"materials", {{{"id", "s"}, {"E", 200000}, {"nu", 0.3}, {"density", 7.85e-6}, {"yield", 350}}}},
            {"sections",
             {{{"id", "q"}, {"A", 1000}, {"Iy", 1e6}, {"Iz", 2e6}, {"J", 1e6}, {"Zpy", 5e4}, {"Zpz", 8e4}}}},
            {"beams", {{{"id", "b"}, {"from", "A"}, {"to", "B"}, {"material", "s"}, {"section", "q"}}}},
            {"supports", {{{"node", "A"}, {"fixed", {"ux", "uy", "uz", "rx", "ry", "rz"}}}}}};
}

/// The same with something changed, as text.
QByteArray changed(const std::function<void(Json &)> &change) {
    Json model = strutModel();
    model["loads"] = {{{"case", "c"}, {"node", "B"}, {"force", {-1, 0, 0}}}};
    change(model);
    return QByteArray::fromStdString(model.dump());
}

}  // namespace

/// The command itself: arguments, streams, exit codes, and the numbers of the contract.
class TestGirder : public QObject {
    Q_OBJECT

  private slots:
    void sheets() {
        const QByteArray input = R"({"gap":4,"margin":10,"turn":true,
            "parts":[{"id":"a","outline":[[0,0],[90,0],[90,40],[0,40]],"count":3},
                     {"id":"big","outline":[[0,0],[900,0],[900,40],[0,40]]}],
            "sheets":[{"id":"s","outline":[[0,0],[300,0],[300,200],[0,200]],"count":2}]})";
        const Run run = girder({"sheets", "-"}, input);
        QCOMPARE(run.exit, 0);
        const Json answer = json(run.out);
        QCOMPARE(answer["placed"].size(), std::size_t{3});
        QCOMPARE(answer["left"].dump(), std::string("[\"big\"]"));
        QVERIFY(std::abs(answer["used"].get<double>() - 3 * 3600.0 / 60000) < 1e-9);
        QCOMPARE(
            girder({"sheets", "-"}, R"({"parts":[{"id":"a","outline":[[0,0],[1,1]]}],"sheets":[]})").exit, 2);
    }
    /// The plan tells every seam once; the folder holds what is told to be written.
    void planAndExport() {
        const QString job = QString::fromStdString(demoFolder()) + "/marten-tube-front.girder.json";
        const Json plan = json(girder({"weld-plan", job}).out)["pieces"];
        for (const char *piece : {"tube-front", "wrap"}) {
            QVERIFY(!plan[piece]["seams"].empty());
            int step = 0;
            for (const Json &seam : plan[piece]["seams"]) {
                QCOMPARE(seam["step"].get<int>(), ++step);
                QVERIFY(seam["wait"].get<double>() >= 0 && seam["warm"].get<double>() >= 20 - 1e-9);
            }
        }
        // the order that a job keeps is told
        QFile file(job);
        QVERIFY(file.open(QIODevice::ReadOnly));
        Json own = json(file.readAll());
        const auto &seams = plan["wrap"]["seams"];
        own["weldOrders"]["wrap"] = {seams[seams.size() - 1]["id"], seams[0]["id"]};
        const Json asWanted = json(girder({"weld-plan", "-"}, QByteArray::fromStdString(own.dump())).out);
        QVERIFY(asWanted["pieces"]["wrap"]["seams"][0]["id"] == seams[seams.size() - 1]["id"]);
        QVERIFY(asWanted["pieces"]["wrap"]["seams"][1]["id"] == seams[0]["id"]);
        QTemporaryDir folder;
        const Run run = girder({"export", job, folder.path()});
        QVERIFY2(run.exit == 0, run.error.constData());
        const Json written = json(run.out)["written"];
        for (const char *name : {"tube-front/bracket.left.dxf", "tube-front/upright.1.template.svg",
                                 "tube-front.step", "wrap.step", "cutlist.csv", "job.json"}) {
            QVERIFY2(std::find(written.begin(), written.end(), name) != written.end(), name);
            QVERIFY2(QFileInfo(folder.filePath(name)).size() > 100, name);
        }
        QCOMPARE(girder({"export", job, "/proc/nothing/here"}).exit, 2);
    }
    /// Of the lamp-and-grille front and of the truck's winch front nothing is missing: a flat drawing of
    /// every sheet (folded ones as one), a template of every end that is cut to another part, every piece as
    /// solids, every bar and sheet in the cut list.
    void exportsAreComplete() {
        for (const char *name : {"dunnock-tube-front", "heron-winch-front"}) {
            const QString job = QString::fromStdString(hefty::testing::demoPath(name));
            const Json built = json(girder({"build", job}).out)["pieces"];
            QTemporaryDir folder;
            const Run run = girder({"export", job, folder.path()});
            QVERIFY2(run.exit == 0, run.error.constData());
            const Json written = json(run.out)["written"];
            const auto has = [&](const std::string &file) {
                return std::find(written.begin(), written.end(), file) != written.end() &&
                       QFileInfo(folder.filePath(QString::fromStdString(file))).size() > 100;
            };
            QFile list(folder.filePath("cutlist.csv"));
            QVERIFY(list.open(QIODevice::ReadOnly));
            const QByteArray cut = list.readAll();
            int sheets = 0, templates = 0;
            for (const auto &[piece, p] : built.items()) {
                QVERIFY(has(piece + ".step") && has("job.step"));
                const auto loaded = hefty::job::loadJob(hefty::testing::demoPath(name)).value();
                const auto rig = hefty::rig::geometry(loaded.vehicle).value();
                for (const auto &own : loaded.pieces) {
                    if (own.id != piece) continue;
                    const auto a =
                        hefty::armor::build({own, loaded.vehicle, rig, hefty::testing::shippedStock()})
                            .value();
                    for (const auto &s : a.sheets) {
                        const auto folded =
                            std::find_if(a.folded.begin(), a.folded.end(), [&s](const auto &f) {
                                return std::find(f.facets.begin(), f.facets.end(), s.name) != f.facets.end();
                            });
                        const std::string file = folded == a.folded.end() ? s.name : folded->name;
                        QVERIFY2(has(piece + "/" + file + ".dxf") && has(piece + "/" + file + ".svg"),
                                 file.c_str());
                        ++sheets;
                    }
                    for (const auto &b : a.bars) {
                        if (b.made.isOnVehicle() || !b.made.bought.empty()) continue;
                        QVERIFY2(cut.contains(QByteArray::fromStdString(b.name)), b.name.c_str());
                        for (const bool atTo : {false, true}) {
                            if (!(atTo ? b.trimTo : b.trimFrom).cut()) continue;
                            ++templates;
                            const std::string file = b.name + (atTo ? ".end" : "");
                            QVERIFY2(has(piece + "/" + file + ".template.svg") &&
                                         has(piece + "/" + file + ".template.dxf"),
                                     file.c_str());
                        }
                    }
                }
            }
            QVERIFY(sheets > 0 && (templates > 0) == (std::string(name) == "dunnock-tube-front"));
        }
    }
    void appraise() {
        const Run run = girder({"appraise", QString::fromStdString(hefty::testing::demoPath())});
        QCOMPARE(run.exit, 0);
        QVERIFY(run.error.isEmpty());
        const Json answer = json(run.out);
        QCOMPARE(answer["gauges"].size(), std::size_t(10));
        QVERIFY(answer["pieces"][0]["proof"]["checks"].size() > 40);
        QVERIFY(answer["pieces"][0]["fabrication"]["nesting"][0]["optimal"].get<bool>());
        // the same numbers as the core gives
        const auto a = job::appraise(hefty::testing::demoJob(), hefty::testing::shippedStock());
        QVERIFY(std::abs(answer["gauges"][6]["value"].get<double>() - *a.gauge("mass")->value) < 1e-6);
    }
    void frame() {
        const QByteArray model =
            R"({"nodes":[{"id":"A","at":[0,0,0]},{"id":"B","at":[1000,0,0]},{"id":"lost","at":[9,9,9]}],
            "materials":[{"id":"s","E":200000,"nu":0.3,"density":7.85e-6,"yield":350}],
            "sections":[{"id":"q","A":1000,"Iy":2e6,"Iz":1e6,"J":1e6}],
            "beams":[{"id":"b","from":"A","to":"B","material":"s","section":"q","up":[0,0,1]}],
            "supports":[{"node":"A","fixed":["ux","uy","uz","rx","ry","rz"]}],
            "prescribed":[{"case":"move","node":"B","dof":"uz","value":-2.0}],
            "loads":[{"case":"pull","node":"B","force":[500,0,-100],"moment":[0,0,0]},{"case":"grav","acceleration":[0,0,-9.81]}]})";
        const Run run = girder({"frame", "-"}, model);
        QCOMPARE(run.exit, 0);
        const Json cases = json(run.out)["cases"];
        QVERIFY(!cases["pull"]["displacements"].contains("lost"));
        // B's uz is prescribed in "move" and therefore held in "pull"
        QVERIFY(std::abs(cases["pull"]["displacements"]["B"][2].get<double>()) < 1e-12);
        QVERIFY(std::abs(cases["move"]["displacements"]["B"][2].get<double>() + 2) < 1e-12);
        QVERIFY(std::abs(cases["pull"]["beams"]["b"]["from"][0].get<double>() - 500) < 1e-6);
        QVERIFY(std::abs(cases["pull"]["beams"]["b"]["to"][0].get<double>() - 500) < 1e-6);
        QVERIFY(std::abs(cases["pull"]["reactions"]["B"][2].get<double>() - 100) < 1e-6);
    }
    /// A cantilever plate of two quadrilaterals and a triangle row, pressed: as the core gives it, with the
    /// stress of each shell.
    void shells() {
        Json model = strutModel();
        model["nodes"].push_back({{"id", "C"}, {"at", {1000, 100, 0}}});
        model["nodes"].push_back({{"id", "D"}, {"at", {0, 100, 0}}});
        model["beams"] = Json::array();
        model["shells"] = {
            {{"id", "t1"}, {"nodes", {"A", "B", "C", "D"}}, {"material", "s"}, {"thickness", 6}}};
        model["supports"].push_back({{"node", "D"}, {"fixed", {"ux", "uy", "uz", "rx", "ry", "rz"}}});
        model["loads"] = {{{"case", "p"}, {"shell", "t1"}, {"pressure", 0.01}}};
        const Run run = girder({"frame", "-"}, QByteArray::fromStdString(model.dump()));
        QVERIFY2(run.exit == 0, run.error.constData());
        const Json c = json(run.out)["cases"]["p"];
        // 1000 N, shared by four corners; the held ones give it back.
        double sum = 0;
        for (const char *node : {"A", "D"}) sum += c["reactions"][node][2].get<double>();
        QVERIFY(std::abs(sum + 1000) < 1e-6);
        const Json stress = c["shells"]["t1"]["vonMises"];
        QVERIFY(stress["top"].get<double>() > 10 && stress["middle"].get<double>() < 1e-6);
        QVERIFY(std::abs(stress["top"].get<double>() - stress["bottom"].get<double>()) < 1e-6);
    }
    /// Euler's column and its modes, a beam that collapses: the shapes and numbers of the contract.
    void otherAnalyses() {
        Json model = strutModel();
        model["loads"] = {{{"case", "press"}, {"node", "B"}, {"force", {-1, 0, 0}}}};
        model["analysis"] = {{"kind", "buckling"}, {"count", 2}};
        const Json factors =
            json(girder({"frame", "-"}, QByteArray::fromStdString(model.dump())).out)["factors"];
        QCOMPARE(factors.size(), std::size_t{2});
        const double unit = std::pow(3.14159265358979, 2) / 4 * 200000 / 1e6;
        QVERIFY(std::abs(factors[0].get<double>() / (unit * 1e6) - 1) < 0.002);
        QVERIFY(std::abs(factors[1].get<double>() / (unit * 2e6) - 1) < 0.002);
        model["analysis"] = {{"kind", "modes"}, {"count", 3}};
        const Json modes =
            json(girder({"frame", "-"}, QByteArray::fromStdString(model.dump())).out)["frequencies"];
        QCOMPARE(modes.size(), std::size_t{3});
        const double first = 1.8751041 * 1.8751041 * std::sqrt(1000 * 200000 * 1e6 / (7.85e-6 * 1000)) /
                             (2 * 3.14159265358979 * 1e6);
        QVERIFY(std::abs(modes[0].get<double>() / first - 1) < 0.01);
        model["loads"][0]["force"] = {0, 0, -1};
        model["analysis"] = {{"kind", "plastic"}, {"case", "press"}};
        const Json plastic = json(girder({"frame", "-"}, QByteArray::fromStdString(model.dump())).out);
        QVERIFY(std::abs(plastic["collapseFactor"].get<double>() / (350 * 5e4 / 1000) - 1) < 1e-6);
        QCOMPARE(plastic["hinges"][0]["beam"].get<std::string>(), std::string("b"));
        QCOMPARE(plastic["hinges"][0]["end"].get<std::string>(), std::string("from"));
        // Followed to four times its elastic deflection and let go: three of them stay.
        const double elastic = 350 * 5e4 / 1000 * 1e9 / (3 * 200000 * 1e6);
        model["analysis"] = {{"kind", "large"}, {"deflection", 4 * elastic}, {"unload", true}};
        const Json large = json(girder({"frame", "-"}, QByteArray::fromStdString(model.dump())).out);
        QVERIFY(std::abs(large["set"].get<double>() / (3 * elastic) - 1) < 0.05);
        QVERIFY(large["absorbed"].get<double>() > 0);
        QVERIFY(std::abs(large["beams"]["b"]["use"].get<double>() - 1) < 0.01);
        QCOMPARE(large["back"].back()["factor"].get<double>(), 0.0);
        model["analysis"]["steps"] = 0;
        const Run refused = girder({"frame", "-"}, QByteArray::fromStdString(model.dump()));
        QCOMPARE(refused.exit, 2);
        QVERIFY(refused.error.contains("analysis/steps"));
    }
    void ride() {
        QByteArray csv("t,ax,ay,az\n");
        for (int i = 0; i <= 400; ++i)
            csv +=
                QStringLiteral("%1,0,0,%2\n").arg(0.025 * i).arg(1 + (i % 40 < 20 ? 0.45 : -0.45)).toUtf8();
        const Run run = girder({"ride", "-", "--hours", "1", "--cycles", "3600"}, csv);
        QCOMPARE(run.exit, 0);
        const Json up = json(run.out)["directions"]["up"];
        QVERIFY(std::abs(up["equalRange"].get<double>() - 0.9) < 0.03);
        QVERIFY(std::abs(up["cycles"].back()["from"].get<double>() - 0.9) < 0.11);
        QVERIFY(json(run.out)["directions"]["across"]["cycles"].empty());
        QCOMPARE(girder({"ride", "-", "--hours", "0"}, csv).exit, 2);
        QVERIFY(girder({"ride", "-"}, "t,ax\n1,2\n").error.contains("ay"));
    }
    /// U.S. Army TC 4-30.31: to the fenders twice the weight; grade and rolling by hand.
    void stuck() {
        const Run run =
            girder({"stuck", "-"},
                   R"({"mass":2000,"mired":"fenders","gradeDeg":30,"rolling":0.1,"winchPull":20000})");
        QCOMPARE(run.exit, 0);
        const double W = 2000 * 9.80665, pull = 2 * W + W / 2 + W * std::sqrt(0.75) * 0.1;
        QVERIFY(std::abs(json(run.out)["pull"].get<double>() - pull) < 1e-6 * pull);
        // 20 000 (1 + 0.9 + 0.81) = 54 200 is above 50 729, two lines are not
        QCOMPARE(json(run.out)["lines"].get<int>(), 3);
        QVERIFY(json(girder({"stuck", "-"}, R"({"mass":90000,"mired":"body","winchPull":1000})").out)["lines"]
                    .is_null());
        QVERIFY(girder({"stuck", "-"}, R"({"mass":2000,"mired":"roof"})").error.contains("mired"));
        QCOMPARE(girder({"stuck", "-"}, R"({"mass":2000,"gradeDeg":90})").exit, 2);
    }
    void rope() {
        const QByteArray csv("stretch,force\n0,0\n0.3,127000\n");
        const Run run = girder({"rope", "-", "--length", "9000", "--mass", "2150", "--speed", "3"}, csv);
        QCOMPARE(run.exit, 0);
        const double k = 127000 / 2.7;
        QVERIFY(std::abs(json(run.out)["force"].get<double>() - 3 * std::sqrt(k * 2150)) < 1e-3);
        QVERIFY(!json(run.out)["breaks"].get<bool>());
        QCOMPARE(json(run.out)["curve"].size(), std::size_t{2});
        QVERIFY(json(girder({"rope", "-", "--speed", "30"}, csv).out)["breaks"].get<bool>());
        QCOMPARE(girder({"rope", "-", "--mass", "0"}, csv).exit, 2);
        QVERIFY(girder({"rope", "-"}, "stretch,force\n0,0\n0.2,50\n0.1,60\n").error.contains("rise"));
    }
    void weld() {
        const Run run = girder({"weld", "-"}, R"({"process":"gmaw","filler":{"Fexx":482.6},"segments":[
            {"id":"left","from":[-30,-50,0],"to":[-30,50,0],"leg":6},{"id":"right","from":[30,-50,0],"to":[30,50,0],"leg":6}],
            "load":{"at":[150,0,0],"force":[0,-10000,0],"moment":[0,0,0]}})");
        QCOMPARE(run.exit, 0);
        const Json answer = json(run.out);
        QVERIFY(std::abs(answer["throatStress"]["max"].get<double>() - 66.306) < 0.01);
        QVERIFY(std::abs(answer["utilization"].get<double>() -
                         answer["throatStress"]["max"].get<double>() / (0.3 * 482.6)) < 1e-9);
        const Run line = girder(
            {"weld", "-"},
            R"({"segments":[{"id":"a","from":[0,0,0],"to":[9,0,0],"leg":6}],"load":{"at":[0,0,0],"moment":[5,0,0]}})");
        QCOMPARE(line.exit, 3);
        QCOMPARE(QString::fromStdString(json(line.error)["error"]["kind"]), QStringLiteral("degenerate"));
        QVERIFY(line.out.isEmpty());
    }
    void bolts() {
        const Run run = girder(
            {"bolts", "-"},
            R"({"bolts":[{"id":"1","at":[-50,0],"diameter":12,"pitch":1.75,"grade":"8.8"},{"id":"2","at":[50,0],"diameter":12,"pitch":1.75,"grade":"8.8"}],
            "load":{"at":[0,0,0],"force":[0,6000,4000],"moment":[0,0,0]},"shearPlanes":1,"threadsInShear":true})");
        QCOMPARE(run.exit, 0);
        QVERIFY(std::abs(json(run.out)["bolts"]["1"]["shear"].get<double>() - 3000) < 1e-9);
        QVERIFY(std::abs(json(run.out)["bolts"]["2"]["tension"].get<double>() - 2000) < 1e-9);
    }
    void survey() {
        const QByteArray net =
            R"({"points":[{"id":"A","near":[0,0,0],"fixed":["x","y","z"]},{"id":"B","near":[500,0,0],"fixed":["x","y","z"]},
            {"id":"P","near":[200,200,0],"fixed":["z"]}],"measures":[{"kind":"distance","from":"A","to":"P","value":300,"sigma":1},
            {"kind":"distance","from":"B","to":"P","value":400,"sigma":1},{"kind":"coordinate","point":"P","axis":"x","value":180,"sigma":1},
            {"kind":"level","from":"A","to":"P","value":0,"sigma":1}]})";
        const Run run = girder({"survey", "-"}, net);
        QCOMPARE(run.exit, 0);
        const Json answer = json(run.out);
        QVERIFY(std::abs(answer["points"]["P"]["at"][1].get<double>() - 240) < 1e-6);
        QCOMPARE(answer["points"]["P"]["sigma"][2].get<double>(), 0.0);
        QCOMPARE(answer["redundancy"].get<int>(), 2);
        QVERIFY(std::abs(answer["sigma0"].get<double>()) < 1e-6);
        QVERIFY(answer["suspects"].empty());
        QCOMPARE(answer["measures"].size(), std::size_t(4));
        const Run loose = girder({"survey", "-"},
                                 QByteArray(net)
                                     .replace(R"("fixed":["z"])", R"("fixed":[])")
                                     .replace(R"({"kind":"level","from":"A","to":"P","value":0,"sigma":1})",
                                              R"({"kind":"level","from":"A","to":"B","value":0,"sigma":1})"));
        QCOMPARE(loose.exit, 3);
        QCOMPARE(QString::fromStdString(json(loose.error)["error"]["kind"]), QStringLiteral("undetermined"));
        QCOMPARE(QString::fromStdString(json(loose.error)["error"]["where"]), QStringLiteral("P"));
    }
    void clearance() {
        const Run run = girder(
            {"clearance", "-"},
            R"({"wheelbase":3220,"tires":{"front":{"radius":405,"width":255,"track":1600},"rear":{"radius":405,"width":255,"track":1600}},
            "front":[{"id":"p","at":[810,0,405]}],"belly":[],"rear":[]})");
        QCOMPARE(run.exit, 0);
        const Json answer = json(run.out);
        QVERIFY(std::abs(answer["approach"]["angle"].get<double>() - 30) < 1e-9);
        QVERIFY(answer["departure"]["angle"].is_null() &&
                !answer["departure"]["why"].get<std::string>().empty());
        QVERIFY(answer["approach"]["wheelPath"]["angle"].is_null());
    }
    void errors_data() {
        QTest::addColumn<QStringList>("arguments");
        QTest::addColumn<QByteArray>("input");
        QTest::addColumn<int>("exit");
        QTest::newRow("no subcommand") << QStringList{} << QByteArray() << 2;
        QTest::newRow("unknown subcommand") << QStringList{"fly", "-"} << QByteArray() << 2;
        QTest::newRow("no file") << QStringList{"frame"} << QByteArray() << 2;
        QTest::newRow("file that is not there") << QStringList{"frame", "/no/such"} << QByteArray() << 2;
        QTest::newRow("empty input") << QStringList{"frame", "-"} << QByteArray() << 2;
        QTest::newRow("broken JSON") << QStringList{"weld", "-"} << QByteArray("{\"a\":") << 2;
        QTest::newRow("survey: unknown point")
            << QStringList{"survey", "-"}
            << QByteArray(
                   R"({"points":[{"id":"A","near":[0,0,0]}],"measures":[{"kind":"distance","from":"A","to":"Q","value":5}]})")
            << 2;
        QTest::newRow("survey: tape reading of 0")
            << QStringList{"survey", "-"}
            << QByteArray(
                   R"({"points":[{"id":"A","near":[0,0,0]},{"id":"B","near":[1,0,0]}],"measures":[{"kind":"distance","from":"A","to":"B","value":0}]})")
            << 2;
        QTest::newRow("survey: a kind of nowhere")
            << QStringList{"survey", "-"}
            << QByteArray(R"({"points":[{"id":"A","near":[0,0,0]}],"measures":[{"kind":"guess","value":5}]})")
            << 2;
        QTest::newRow("survey: an axis of nowhere")
            << QStringList{"survey", "-"}
            << QByteArray(
                   R"({"points":[{"id":"A","near":[0,0,0],"fixed":["w"]}],"measures":[{"kind":"coordinate","point":"A","axis":"z","value":5}]})")
            << 2;
        const QStringList frame{"frame", "-"};
        QTest::newRow("analysis of nowhere")
            << frame << changed([](Json &m) { m["analysis"]["kind"] = "guess"; }) << 2;
        QTest::newRow("no factor asked for") << frame << changed([](Json &m) {
            m["analysis"] = {{"kind", "buckling"}, {"count", 0}};
        }) << 2;
        QTest::newRow("half a factor") << frame << changed([](Json &m) {
            m["analysis"] = {{"kind", "modes"}, {"count", 1.5}};
        }) << 2;
        QTest::newRow("a case of nowhere") << frame << changed([](Json &m) {
            m["analysis"] = {{"kind", "plastic"}, {"case", "x"}};
        }) << 2;
        QTest::newRow("buckling of a mechanism") << frame << changed([](Json &m) {
            m["supports"] = Json::array();
            m["analysis"]["kind"] = "buckling";
        }) << 3;
        QTest::newRow("nothing that yields") << frame << changed([](Json &m) {
            m["materials"][0]["yield"] = 0;
            m["sections"][0]["Zpy"] = m["sections"][0]["Zpz"] = 0;
            m["analysis"]["kind"] = "plastic";
        }) << 3;
        QTest::newRow("modes without a mass") << frame << changed([](Json &m) {
            m["materials"][0]["density"] = 0;
            m["analysis"]["kind"] = "modes";
        }) << 2;
        const auto withShell = [](Json shell) {
            return changed([shell](Json &m) { m["shells"] = {shell}; });
        };
        QTest::newRow("shell of two nodes")
            << frame << withShell({{"id", "t"}, {"nodes", {"A", "B"}}, {"material", "s"}, {"thickness", 5}})
            << 2;
        QTest::newRow("shell of an unknown node")
            << frame
            << withShell({{"id", "t"}, {"nodes", {"A", "B", "Q"}}, {"material", "s"}, {"thickness", 5}}) << 2;
        QTest::newRow("shell without a thickness")
            << frame << withShell({{"id", "t"}, {"nodes", {"A", "B", "A"}}, {"material", "s"}}) << 2;
        QTest::newRow("section of no shape")
            << frame << changed([](Json &m) { m["sections"][0]["shape"] = "oval"; }) << 2;
        QTest::newRow("pressure on a shell that is not there") << frame << changed([](Json &m) {
            m["loads"].push_back({{"case", "c"}, {"shell", "t"}, {"pressure", 1}});
        }) << 2;
        QTest::newRow("job of another program") << QStringList{"appraise", "-"} << QByteArray("{}") << 2;
        QTest::newRow("mechanism")
            << QStringList{"frame", "-"}
            << QByteArray(
                   R"({"nodes":[{"id":"A","at":[0,0,0]}],"loads":[{"case":"c","node":"A","force":[1,0,0]}]})")
            << 3;
    }
    void errors() {
        QFETCH(QStringList, arguments);
        QFETCH(QByteArray, input);
        QFETCH(int, exit);
        const Run run = girder(arguments, input);
        QCOMPARE(run.exit, exit);
        QVERIFY(run.out.isEmpty());
        const Json error = json(run.error)["error"];
        QVERIFY(!error["message"].get<std::string>().empty() && !error["kind"].get<std::string>().empty() &&
                error.contains("where"));
    }
};

QTEST_GUILESS_MAIN(TestGirder)
#include "test_girder.moc"
