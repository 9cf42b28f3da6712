#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSlider>
#include <QTableView>
#include <QTableWidget>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>

#include "app/stops/layout/layout_bench.h"
#include "app/stops/measure/drive_page.h"
#include "app/views/trail_view.h"
#include "app/window/gauge_bar.h"
#include "core/base/constants.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::DemoWindow;
using hefty::testing::gauge;
using hefty::testing::patience;
using hefty::testing::typeInto;

namespace {

void click(DemoWindow &demo, const char *name) {
    auto *button = demo.find<QAbstractButton>(name);
    QVERIFY2(button && button->isVisible(), name);
    QTest::mouseClick(button, Qt::LeftButton);
}

void choose(DemoWindow &demo, const char *name, int row) {
    auto *box = demo.find<QComboBox>(name);
    QVERIFY2(box, name);
    box->setCurrentIndex(row);
    emit box->activated(row);
    emit box->textActivated(box->itemText(row));
}

}  // namespace

/// Tires, masses, angles and the drive, by mouse and keyboard.
class TestStanding : public QObject {
    Q_OBJECT

  private:
    QTemporaryDir m_dir;

    static bool driven(DemoWindow &demo) {
        auto *view = demo.find<TrailView>("trailView");
        return QTest::qWaitFor([view] { return view->drive() != nullptr; }, 10000 * patience);
    }
    static int strikesAfter(DemoWindow &demo, const std::function<void()> &change) {
        auto *view = demo.find<TrailView>("trailView");
        const auto before = view->drive();
        change();
        if (!QTest::qWaitFor([&] { return view->drive() && view->drive() != before; }, 10000 * patience))
            return -1;
        return static_cast<int>(view->drive()->run.strikes.size());
    }

  private slots:
    void initTestCase() { hefty::testing::useFolder(m_dir); }

    /// A mass put aboard lowers the vehicle and the angle; undone, all is as before.
    void massAboard() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        const double before = gauge(demo.session(), "approach");
        hefty::testing::openList(demo, "listLoad");
        auto *table = demo.find<QTableView>("massesTable");
        typeInto(table, 0, 1, "370");
        QVERIFY(demo.settle());
        QVERIFY(gauge(demo.session(), "approach") < before);
        QVERIFY(demo.find<QLabel>("stanceState")->text().contains("nose down"));
        QVERIFY(demo.session().appraisal()->finding("load/frontAxleLimit"));
        QCOMPARE(demo.session().undoStack()->undoText(), QStringLiteral("Change mass, mass"));
        demo.session().undoStack()->undo();
        QVERIFY(demo.settle());
        QCOMPARE(gauge(demo.session(), "approach"), before);
        // Left ashore, the crew weighs nothing.
        typeInto(table, 1, 1, "-20");
        QVERIFY(demo.settle());
        QCOMPARE(demo.session().job().vehicle.loadout.masses[1].mass, -20.0);
    }
    /// An answer that arrives while someone types leaves what is typed alone.
    void typingIsNotDisturbed() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        for (const auto &[button, name, column] :
             {std::tuple{"listLoad", "massesTable", 1}, {"listData", "datumTable", 1}}) {
            hefty::testing::openList(demo, button);
            auto *table = demo.find<QTableView>(name);
            table->setFocus();
            table->setCurrentIndex(table->model()->index(0, column));
            table->edit(table->currentIndex());
            auto *editor = qobject_cast<QLineEdit *>(QApplication::focusWidget());
            QVERIFY(editor);
            editor->selectAll();
            QTest::keyClicks(editor, "12");
            demo.session().edit("Something else", [](job::Job &j) { j.customer += "."; });
            QVERIFY(demo.settle());
            QCOMPARE(editor->text(), QStringLiteral("12"));
            QTest::keyClick(editor, Qt::Key_Escape);
        }
    }
    void sagSwitch() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        const double sagged = gauge(demo.session(), "approach");
        hefty::testing::openList(demo, "listLoad");
        auto *box = demo.find<QCheckBox>("sagged");
        QVERIFY(box->isChecked());
        QTest::keyClick(box, Qt::Key_Space);
        QVERIFY(demo.settle());
        QVERIFY(gauge(demo.session(), "approach") > sagged);
        QCOMPARE(demo.session().undoStack()->undoText(), QStringLiteral("Leave the sag out"));
    }
    /// A larger tire, chosen, lifts everything; a code from nowhere is refused and told why.
    void tires() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        const double before = gauge(demo.session(), "clearance");
        hefty::testing::openList(demo, "listTires");
        choose(demo, "standsOn", 2);
        QVERIFY(demo.settle());
        QVERIFY(gauge(demo.session(), "clearance") > before + 10);
        QVERIFY(demo.find<QLabel>("tireFacts")->text().contains("wider"));
        auto *table = demo.find<QTableView>("tiresTable");
        const int steps = demo.session().undoStack()->count();
        typeInto(table, 1, 1, "banana");
        QCOMPARE(demo.session().undoStack()->count(), steps);
        const auto notes = demo.window.findChildren<QLabel *>("caution");
        QVERIFY(
            std::any_of(notes.begin(), notes.end(), [](QLabel *l) { return l->text().contains("banana"); }));
        typeInto(table, 1, 1, "33x12.50R15");
        QVERIFY(demo.settle());
        QVERIFY(demo.find<QLabel>("tireFacts")->text().contains("838 mm"));  // 33 inches
        // Renamed, it stays the one that is meant; removed, none is.
        typeInto(table, 2, 0, "muddy");
        QCOMPARE(demo.session().job().vehicle.loadout.standsOn, std::string("muddy"));
        table->setCurrentIndex(table->model()->index(2, 0));
        click(demo, "tiresRemove");
        QVERIFY(demo.session().job().vehicle.loadout.standsOn.empty());
        // Lugs may be left out, but not be nonsense.
        typeInto(table, 0, 5, "");
        QVERIFY(demo.session().job().vehicle.loadout.tires[0].lugs.empty());
        typeInto(table, 0, 5, "six");
        QVERIFY(demo.session().job().vehicle.loadout.tires[0].lugs.empty());
    }
    /// The table of angles, and a step taken from it.
    void anglesAndGains() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        click(demo, "pageAngles");
        auto *table = demo.find<QTableView>("variants");
        QCOMPARE(table->model()->rowCount(), 9);
        const QString shown = table->model()->index(1, 2).data().toString();
        QCOMPARE(shown,
                 QString::fromStdString(measure::printQuantity(
                     gauge(demo.session(), "approach"), measure::Quantity::Angle, demo.session().units())));
        QVERIFY(table->model()->index(1, 2).data(Qt::ToolTipRole).toString().contains("tab"));
        QCOMPARE(table->model()->index(1, 6).data().toString(), QStringLiteral("–"));
        const double before = gauge(demo.session(), "wheelPath");
        click(demo, "gain.wheelPath.1");
        QVERIFY(demo.settle());
        QVERIFY(gauge(demo.session(), "wheelPath") > before + radians(0.5));
        QVERIFY(demo.session().undoStack()->undoText().startsWith("Take a step"));
        demo.session().setUnits(measure::UnitSystem::Inch);
        QVERIFY(table->model()->index(1, 7).data().toString().contains('"'));
    }
    /// A ledge too high strikes; the strike chosen in the list is where the picture then stands.
    void driveAndStrike() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        click(demo, "pageDrive");
        QVERIFY(driven(demo));
        choose(demo, "obstacle", 0);
        auto *size = demo.find<QLineEdit>("obstacleSize");
        const auto type = [size](const char *text) {
            size->setFocus();
            size->selectAll();
            QTest::keyClicks(size, text);
            QTest::keyClick(size, Qt::Key_Return);
        };
        QCOMPARE(strikesAfter(demo, [&] { type("40"); }), 0);
        const int strikes = strikesAfter(demo, [&] { type("700"); });
        QVERIFY(strikes > 0);
        auto *list = demo.find<QTableWidget>("strikes");
        QCOMPARE(list->rowCount(), strikes);
        list->setCurrentCell(0, 0);
        auto *view = demo.find<TrailView>("trailView");
        const auto drive = view->drive();
        QCOMPARE(view->pose(), static_cast<int>(drive->poseAt(drive->run.strikes[0].at)));
        QVERIFY(list->item(0, 1)->text().contains("mm"));
        // In reverse, and on another tire, it is another drive.
        QVERIFY(strikesAfter(demo, [&] { choose(demo, "driveWay", 1); }) > 0);
        QVERIFY(view->drive()->backward);
        QVERIFY(strikesAfter(demo, [&] { choose(demo, "driveTire", 2); }) > 0);
        QVERIFY(view->drive()->vehicle.front.tire.radius > drive->vehicle.front.tire.radius);
    }
    /// The slider, its keys, the chart and the play button all move the vehicle.
    void scrubAndPlay() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        click(demo, "pageDrive");
        QVERIFY(driven(demo));
        auto *slider = demo.find<QSlider>("trailPlace");
        auto *view = demo.find<TrailView>("trailView");
        slider->setFocus();
        QTest::keyClick(slider, Qt::Key_PageUp);
        QVERIFY(view->pose() > 0);
        QTest::mouseClick(view, Qt::LeftButton, {}, QPoint(view->width() / 2, view->height() - 30));
        QVERIFY(std::abs(view->pose() - slider->maximum() / 2) < slider->maximum() / 20);
        const QImage before = view->grab().toImage();
        const int pose = view->pose();
        click(demo, "trailPlay");
        QVERIFY(QTest::qWaitFor([&] { return view->pose() > pose + 20; }, 5000 * patience));
        click(demo, "trailPlay");
        QVERIFY(before != view->grab().toImage());
        const int stopped = view->pose();
        QTest::qWait(150);
        QCOMPARE(view->pose(), stopped);
    }
    void limitsWithProgress() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        click(demo, "pageDrive");
        QVERIFY(driven(demo));
        auto *limits = demo.find<QLabel>("driveLimits");
        click(demo, "findLimits");
        QVERIFY(!demo.find<QPushButton>("findLimits")->isEnabled());
        QVERIFY(QTest::qWaitFor([&] { return limits->text().contains("Highest ledge"); }, 20000 * patience));
        QVERIFY(demo.find<QPushButton>("findLimits")->isEnabled());
        click(demo, "findLimits");
        click(demo, "stopLimits");
        QVERIFY(QTest::qWaitFor([&] { return limits->text() == "Stopped."; }, 20000 * patience));
    }
    /// A measured profile is driven; one with a gap is refused with its place, and nothing is lost.
    void profileFromFile() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        click(demo, "pageDrive");
        QVERIFY(driven(demo));
        const auto write = [this](const char *name, const char *text) {
            QFile file(m_dir.filePath(name));
            QVERIFY(file.open(QIODevice::WriteOnly));
            file.write(text);
        };
        write("bank.csv", "x,left,right\n0,0,0\n800,400,380\n1600,420,400\n2400,0,0\n");
        write("gap.csv", "x,left\n0,0\n800,\n1600,0\n");
        auto *page = demo.find<DrivePage>("drivePage");
        auto *view = demo.find<TrailView>("trailView");
        QVERIFY(strikesAfter(demo, [&] { page->openProfile(m_dir.filePath("bank.csv")); }) >= 0);
        const auto drive = view->drive();
        QVERIFY(drive->terrain.right != drive->terrain.left);
        QVERIFY(demo.find<QComboBox>("obstacle")->currentText().contains("bank.csv"));
        page->openProfile(m_dir.filePath("gap.csv"));
        QVERIFY(demo.find<QLabel>("driveState")->text().contains("gap.csv"));
        QVERIFY(demo.find<QLabel>("driveState")->text().contains("left"));
        QVERIFY(view->drive() == drive);
        page->openProfile(m_dir.filePath("nobody.csv"));
        QVERIFY(demo.find<QLabel>("driveState")->text().contains("cannot be read"));
    }
    /// Without a spring rate nothing is driven, and what is missing is said.
    void missingRate() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        demo.session().edit("Forget a rate", [](job::Job &j) { j.vehicle.data.erase("rearSpring"); });
        QVERIFY(demo.settle());
        click(demo, "pageDrive");
        auto *state = demo.find<QLabel>("driveState");
        QVERIFY(QTest::qWaitFor([&] { return state->text().contains("Rear spring rate"); }, 5000 * patience));
        QVERIFY(!demo.find<TrailView>("trailView")->drive());
    }
};

QTEST_MAIN(TestStanding)
#include "test_standing.moc"
