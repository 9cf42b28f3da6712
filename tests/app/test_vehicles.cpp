#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableView>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>

#include "app/views/plan_view.h"
#include "app/views/trail_view.h"
#include "app/window/findings_panel.h"
#include "app/window/gauge_bar.h"
#include "core/base/constants.h"
#include "core/base/places.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::DemoWindow;
using hefty::testing::patience;
using hefty::testing::typeInto;

namespace {

void click(DemoWindow &demo, const char *name) {
    auto *button = demo.find<QAbstractButton>(name);
    QVERIFY2(button, name);
    QTest::mouseClick(button, Qt::LeftButton);
}

QString demoFile(const char *name) {
    return QString::fromStdString(demoFolder()) + "/" + name + ".girder.json";
}

/// Share of the pixels that are not of the commonest color: an empty picture has almost none.
double drawnShare(QWidget *widget) {
    const QImage image = widget->grab().toImage().convertToFormat(QImage::Format_RGB32);
    std::map<QRgb, int> colors;
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x) ++colors[image.pixel(x, y)];
    int most = 0;
    for (const auto &[color, count] : colors) most = std::max(most, count);
    return 1 - static_cast<double>(most) / (image.width() * image.height());
}

}  // namespace

/// Other vehicles than the demo's own, and what moves on them.
class TestVehicles : public QObject {
    Q_OBJECT

  private:
    QTemporaryDir m_dir;

  private slots:
    void initTestCase() { hefty::testing::useFolder(m_dir); }

    /// Every stop and page of every shipped job shows something, in both unit systems.
    void everyPageOfEveryJob_data() {
        QTest::addColumn<QString>("name");
        for (const char *name : {"marten-front-bumper", "pipit-survey", "heron-survey"})
            QTest::newRow(name) << name;
    }
    void everyPageOfEveryJob() {
        QFETCH(QString, name);
        DemoWindow demo;
        QVERIFY(demo.window.openPath(demoFile(name.toUtf8().constData())));
        QVERIFY(demo.settle());
        for (const auto units : {measure::UnitSystem::Metric, measure::UnitSystem::Inch}) {
            demo.session().setUnits(units);
            demo.window.goTo(app::stopIndex("measure"));
            for (const char *list :
                 {"listData", "listHoles", "listOutline", "listKeepOuts", "listMoving", "listPoints",
                  "listTape", "listTires", "listLoad", "listTemplates", "listWalk"}) {
                hefty::testing::openList(demo, list);
                QVERIFY2(drawnShare(demo.window.centralWidget()) > 0.15, list);
            }
            demo.window.goTo(app::stopIndex("layout"));
            for (const char *page : {"pageDraw", "pageAngles", "pageDrive"}) {
                click(demo, page);
                QVERIFY2(drawnShare(demo.window.centralWidget()) > 0.15, page);
            }
            for (const char *stop : {"load", "prove", "cut", "weld", "fitup", "log"}) {
                demo.window.goTo(app::stopIndex(stop));
                QVERIFY(drawnShare(demo.window.centralWidget()) > 0.1);
            }
        }
        QVERIFY2(demo.told.isEmpty(), qPrintable(demo.told));
    }
    /// The van: its picture shows no rails, its table asks for its seams.
    void pipitAsksForSeams() {
        DemoWindow demo;
        QVERIFY(demo.window.openPath(demoFile("pipit-survey")));
        QVERIFY(demo.settle());
        const auto *table = demo.find<QTableView>("datumTable");
        QStringList names;
        for (int r = 0; r < table->model()->rowCount(); ++r)
            names << table->model()->index(r, 0).data().toString();
        QVERIFY(names.contains("Sill seam above ground"));
        QVERIFY(!names.contains("Rail height"));
        QVERIFY(!names.contains("Steel of the rails"));
        QVERIFY(!demo.find<PlanView>("measureSide")->targetPlace("railCenter"));
        QVERIFY(demo.find<PlanView>("measureSide")->targetPlace("wheelbase"));
        // What is missing says what it blocks.
        demo.session().edit("Forget", [](job::Job &j) { j.vehicle.data.erase("seamDepth"); });
        QCOMPARE(table->model()
                     ->index(static_cast<int>(names.indexOf("Depth of the sill seam")), 1)
                     .data()
                     .toString(),
                 QStringLiteral("for sliders"));
        // It drives, though nothing is built for it yet.
        demo.window.goTo(app::stopIndex("layout"));
        click(demo, "pageDrive");
        auto *view = demo.find<TrailView>("trailView");
        QVERIFY(QTest::qWaitFor([view] { return view->drive() != nullptr; }, 10000 * patience));
    }
    /// Heron's wrong reading is shown, gone to, and measured again.
    void heronsReading() {
        DemoWindow demo;
        QVERIFY(demo.window.openPath(demoFile("heron-survey")));
        QVERIFY(demo.settle());
        const job::Finding *f = demo.session().appraisal()->finding("survey/reading/9");
        QVERIFY(f);
        hefty::testing::openList(demo, "listTape");
        auto *table = demo.find<QTableView>("tapeTable");
        QVERIFY(table->model()->index(9, 4).data().toString().contains("!"));
        QVERIFY(demo.find<QLabel>("surveyState")->text().contains("Settle the likely wrong reading"));
        typeInto(table, 9, 3, "1944.5");
        QVERIFY(demo.settle());
        QVERIFY(!demo.session().appraisal()->finding("survey/reading/9"));
        QVERIFY(demo.find<QLabel>("surveyState")->text().contains("Skew"));
        demo.session().undoStack()->undo();
        QVERIFY(demo.settle());
        QVERIFY(demo.session().appraisal()->finding("survey/reading/9"));
    }
    /// The kind is chosen on the job card; the table follows, and the piece says that it has no frame.
    void kindOnTheJobCard() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        const int rows = demo.find<QTableView>("datumTable")->model()->rowCount();
        demo.find<QAction>("jobCard")->trigger();
        auto *card = demo.find<QTableView>("jobCardTable");
        int row = -1;
        for (int r = 0; r < card->model()->rowCount(); ++r)
            if (card->model()->index(r, 0).data().toString() == "Kind of vehicle") row = r;
        QVERIFY(row >= 0);
        QVERIFY(card->model()->setData(card->model()->index(row, 1), "body without a frame", Qt::EditRole));
        QVERIFY(demo.settle());
        QVERIFY(demo.find<QTableView>("datumTable")->model()->rowCount() < rows);
        QVERIFY(demo.session().appraisal()->finding("build/front-bumper"));
        QVERIFY(!card->model()->setData(card->model()->index(row, 1), "hovercraft", Qt::EditRole));
        demo.session().undoStack()->undo();
        QVERIFY(demo.settle());
        QCOMPARE(demo.find<QTableView>("datumTable")->model()->rowCount(), rows);
    }
    /// A thing that moves, typed into the list, meets the bumper; changed to another way, it goes free.
    void movingByHand() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        hefty::testing::openList(demo, "listMoving");
        auto *table = demo.find<QTableView>("movingTable");
        const int rows = table->model()->rowCount();
        click(demo, "movingAdd");
        QCOMPARE(table->model()->rowCount(), rows + 1);
        typeInto(table, rows, 0, "Test flap");
        QVERIFY(table->model()->setData(table->model()->index(rows, 1), "slides down", Qt::EditRole));
        typeInto(table, rows, 2, "600");
        QVERIFY(demo.settle());
        const auto meets = [&] {
            const auto &all = demo.session().appraisal()->findings;
            return std::any_of(all.begin(), all.end(), [](const job::Finding &f) {
                return f.id.starts_with("sweep/") &&
                       f.sentence.in(measure::UnitSystem::Metric).starts_with("Test flap");
            });
        };
        QVERIFY(meets());
        QVERIFY(table->model()->setData(table->model()->index(rows, 1), "slides up", Qt::EditRole));
        QVERIFY(demo.settle());
        QVERIFY(!meets());
        // From a slide to a swing, millimeters do not become degrees.
        QVERIFY(
            table->model()->setData(table->model()->index(rows, 1), "swings up at its front", Qt::EditRole));
        QVERIFY(table->model()->index(rows, 2).data().toString().contains("°"));
        QVERIFY(demo.settle());
        table->setCurrentIndex(table->model()->index(rows, 0));
        click(demo, "movingRemove");
        QCOMPARE(table->model()->rowCount(), rows);
    }
};

QTEST_MAIN(TestVehicles)
#include "test_vehicles.moc"
