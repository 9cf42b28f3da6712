#include <QAction>
#include <QCheckBox>
#include <QDialog>
#include <QDropEvent>
#include <QFileInfo>
#include <QLabel>
#include <QLineEdit>
#include <QMimeData>
#include <QPushButton>
#include <QSlider>
#include <QTableWidget>
#include <QTemporaryDir>

#include "app/stops/cut/sheet_page.h"
#include "app/stops/fitup/pull_page.h"
#include "app/stops/weld/weld_bench.h"
#include "app/window/stop_table.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using namespace hefty::testing;

namespace {

/// Lets a test drop a row where a drag of the window system would end.
struct DroppedOn : StopTable {
    using StopTable::dropEvent;
};

void type(DemoWindow &demo, const char *field, const QString &text) {
    auto *edit = demo.find<QLineEdit>(field);
    QVERIFY2(edit, field);
    edit->setFocus();
    edit->selectAll();
    QTest::keyClicks(edit, text);
    QTest::keyClick(edit, Qt::Key_Return);
}

}  // namespace

/// The stops at the saw, the bender, the torch and the table, by their own buttons.
class TestShop : public QObject {
    Q_OBJECT

  private slots:
    void initTestCase() { useFolder(m_dir); }
    /// A tube's bends are played through to the last; a test bend that is logged moves what is set.
    void bendsArePlayed() {
        DemoWindow demo("cut", demoPath("marten-tube-front"));
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("pageBender"), Qt::LeftButton);
        auto *table = demo.find<QTableWidget>("bendTable");
        QCOMPARE(table->rowCount(), 2);
        auto *step = demo.find<QLabel>("bendStep");
        QVERIFY2(step->text().startsWith("Bend 1 of 2"), qPrintable(step->text()));
        auto *place = demo.find<QSlider>("bendPlace");
        QTest::mouseClick(demo.find<QPushButton>("playBends"), Qt::LeftButton);
        QVERIFY(QTest::qWaitFor([&] { return place->value() == place->maximum(); }, 20000 * patience));
        QVERIFY2(step->text().startsWith("Bend 2 of 2"), qPrintable(step->text()));
        QVERIFY(QTest::qWaitFor([&] { return demo.find<QPushButton>("playBends")->text().contains("Play"); },
                                5000 * patience));
        const job::PieceAppraisal *piece = demo.session().chosen(*demo.session().appraisal());
        const double before = piece->bent[0].plan->steps[0].bend.set;
        type(demo, "testSet", "90");
        type(demo, "testGot", "95");  // a tube keeps no more than it is bent
        const std::size_t tests = demo.session().job().shop.testBends.size();
        QTest::mouseClick(demo.find<QPushButton>("logTestBend"), Qt::LeftButton);
        QCOMPARE(demo.session().job().shop.testBends.size(), tests);
        type(demo, "testGot", "80");
        QTest::mouseClick(demo.find<QPushButton>("logTestBend"), Qt::LeftButton);
        QCOMPARE(demo.session().job().shop.testBends.size(), tests + 1);
        QVERIFY(demo.settle());
        piece = demo.session().chosen(*demo.session().appraisal());
        QVERIFY(piece->bent[0].plan->steps[0].bend.set > before);
        demo.session().undoStack()->undo();
        QCOMPARE(demo.session().job().shop.testBends.size(), tests);
    }
    /// A tube whose die the shop has not noted: told, and cured by noting it in the rack's lists.
    void dieIsNoted() {
        DemoWindow demo("cut", demoPath("marten-tube-front"));
        QVERIFY(demo.settle());
        demo.session().edit("no dies", [](job::Job &job) { job.shop.dies.resize(1); });
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("pageBender"), Qt::LeftButton);
        auto *step = demo.find<QLabel>("bendStep");
        QVERIFY2(step->text().contains("No die"), qPrintable(step->text()));
        QVERIFY(!demo.find<QPushButton>("playBends")->isEnabled());
        QVERIFY(demo.session().appraisal()->finding("bend/hoop.main"));
        QTest::mouseClick(demo.find<QPushButton>("pageParts"), Qt::LeftButton);
        QTest::mouseClick(demo.find<QPushButton>("openRack"), Qt::LeftButton);
        auto *sheet = demo.window.findChild<QDialog *>("listSheet");
        QVERIFY(sheet);
        QTest::mouseClick(sheet->findChild<QPushButton *>("list.dies"), Qt::LeftButton);
        auto *table = sheet->findChild<QTableView *>("dies");
        if (!table) table = sheet->findChild<QWidget *>("dies")->findChild<QTableView *>();
        QVERIFY(table && table->model()->rowCount() == 1);
        typeInto(table, 0, 1, "60.3");
        typeInto(table, 0, 2, "150");
        QVERIFY(demo.settle());
        QVERIFY(!demo.session().appraisal()->finding("bend/hoop.main"));
        sheet->close();
        QTest::mouseClick(demo.find<QPushButton>("pageBender"), Qt::LeftButton);
        QVERIFY2(step->text().startsWith("Bend 1"), qPrintable(step->text()));
    }
    /// All pages of the benches come by their buttons, one at a time, and go back when a finding is shown.
    void pagesOfTheBenches() {
        DemoWindow demo("cut", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        const auto pages = [&](const char *stop,
                               const std::vector<std::pair<const char *, const char *>> &all) {
            demo.window.goTo(stopIndex(stop));
            for (const auto &[button, shown] : all) {
                QTest::mouseClick(demo.find<QPushButton>(button), Qt::LeftButton);
                QVERIFY2(demo.find<QWidget>(shown)->isVisible(), shown);
                QVERIFY(demo.find<QPushButton>(button)->isChecked());
                for (const auto &[other, hidden] : all)
                    if (QLatin1String(other) != QLatin1String(button)) {
                        QVERIFY2(!demo.find<QWidget>(hidden)->isVisible(), hidden);
                        QVERIFY(!demo.find<QPushButton>(other)->isChecked());
                    }
            }
        };
        pages("cut", {{"pageParts", "cutTable"}, {"pageBender", "bendTable"}, {"pageSheets", "sheetTable"}});
        pages("weld", {{"pageSeams", "weldTable"}, {"pageHollows", "hollowTable"}});
        pages("load", {{"pageDuties", "dutyTable"},
                       {"pageStuck", "stuckTable"},
                       {"pageRide", "rideChart"},
                       {"pageRope", "ropeChart"}});
        pages("log", {{"pageLog", "logSums"}, {"pagePull", "pullTable"}});
        pages("layout", {{"pageDrive", "trailPlace"}, {"pageDraw", "layoutFront"}});
    }
    /// Who works in inches reads inches, pounds and Fahrenheit.
    void inInches() {
        DemoWindow demo("load", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        demo.session().setUnits(measure::UnitSystem::Inch);
        QTest::mouseClick(demo.find<QPushButton>("pageStuck"), Qt::LeftButton);
        QVERIFY2(demo.find<QLabel>("stuckSays")->text().contains("lbf"),
                 qPrintable(demo.find<QLabel>("stuckSays")->text()));
        QVERIFY(demo.find<QLineEdit>("stuckMass")->text().contains("lb"));
        demo.window.goTo(stopIndex("weld"));
        auto *welds = demo.find<QTableWidget>("weldTable");
        QVERIFY2(welds->item(0, 7)->text().contains("°F"), qPrintable(welds->item(0, 7)->text()));
        demo.window.goTo(stopIndex("log"));
        QTest::mouseClick(demo.find<QPushButton>("pagePull"), Qt::LeftButton);
        auto *pulls = demo.find<QTableWidget>("pullTable");
        QVERIFY(pulls->item(0, 1)->text().contains("lbf") && pulls->item(0, 3)->text().contains("in"));
        demo.window.goTo(stopIndex("cut"));
        QTest::mouseClick(demo.find<QPushButton>("pageSheets"), Qt::LeftButton);
        QVERIFY(!demo.find<QTableWidget>("sheetTable")->item(0, 0)->text().contains("mm"));
    }
    /// A stage that lacks a reading is not taken; typed ones are, without any instrument.
    void typedPull() {
        DemoWindow demo("log", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("pagePull"), Qt::LeftButton);
        auto *take = demo.find<QPushButton>("pullTake");
        QVERIFY(!take->isEnabled());
        demo.find<QCheckBox>("pullClear")->setChecked(true);
        type(demo, "pullLoad", "8 kN");
        QTest::mouseClick(take, Qt::LeftButton);
        QVERIFY2(demo.find<QLabel>("pullState")->text().contains("all three"),
                 qPrintable(demo.find<QLabel>("pullState")->text()));
        QVERIFY(demo.session().job().log.pulls.empty());
        type(demo, "pullReading", "0.6 mm");
        type(demo, "pullLeft", "0.5 mm");
        QTest::mouseClick(take, Qt::LeftButton);
        const auto &pulls = demo.session().job().log.pulls;
        QVERIFY(pulls.size() == 1 && pulls[0].stages.size() == 1);
        QVERIFY(std::abs(pulls[0].stages[0].load - 8000) < 1e-6 &&
                std::abs(pulls[0].stages[0].left - 0.5) < 1e-6);
        QVERIFY(demo.find<QLineEdit>("pullLoad")->text().isEmpty());
        demo.session().undoStack()->undo();
        QVERIFY(demo.session().job().log.pulls.empty());
    }
    /// The plates are laid on the shop's sheets; a cutting file for each sheet; a plate ticked as cut is
    /// gone.
    void platesAreLaidOut() {
        DemoWindow demo("cut", demoPath("marten-full-set"));
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("pageSheets"), Qt::LeftButton);
        auto *table = demo.find<QTableWidget>("sheetTable");
        QVERIFY(table->rowCount() >= 4);
        QCOMPARE(table->item(0, 3)->text(), QString("–"));
        QVERIFY(!demo.find<QPushButton>("sheetFiles")->isEnabled());
        QTest::mouseClick(demo.find<QPushButton>("layPlates"), Qt::LeftButton);
        QVERIFY(QTest::qWaitFor([&] { return demo.find<QPushButton>("sheetFiles")->isEnabled(); },
                                60000 * patience));
        QVERIFY(table->item(0, 3)->text() != "–");
        QTemporaryDir out;
        demo.folder = out.path();
        QTest::mouseClick(demo.find<QPushButton>("sheetFiles"), Qt::LeftButton);
        const int files = static_cast<int>(QDir(out.path()).entryList({"*.dxf"}).size());
        QVERIFY(files >= table->rowCount());
        QVERIFY2(demo.told.contains(QString::number(files)), qPrintable(demo.told));
        const int parts = table->item(0, 1)->text().toInt();
        QTest::mouseClick(demo.find<QPushButton>("pageParts"), Qt::LeftButton);
        auto *cuts = demo.find<QTableView>("cutTable");
        for (int r = 0; r < cuts->model()->rowCount(); ++r)
            if (cuts->model()->index(r, 0).data(Qt::UserRole).toString() == "cap.left") cuts->selectRow(r);
        QTest::mouseClick(demo.find<QPushButton>("tickCut"), Qt::LeftButton);
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("pageSheets"), Qt::LeftButton);
        QCOMPARE(table->item(0, 1)->text().toInt(), parts - 1);
        QCOMPARE(table->item(0, 3)->text(), QString("–"));  // to be laid out anew
    }
    /// Files for machines: written beside into a folder that is asked for, those that are ticked; stopped it
    /// says so.
    void filesForMachines() {
        DemoWindow demo("cut", demoPath("marten-tube-front"));
        QVERIFY(demo.answered());
        QTemporaryDir folder;
        demo.folder = folder.path();
        demo.find<QAction>("export")->trigger();
        auto *sheet = demo.find<QDialog>("exportSheet");
        QVERIFY(sheet && sheet->isVisible());
        for (const char *off : {"exportViews", "exportSolids", "exportLists"}) {
            auto *box = sheet->findChild<QCheckBox *>(off);
            QVERIFY2(box && box->isChecked(), off);
            box->click();
        }
        auto *begin = sheet->findChild<QPushButton *>("exportBegin");
        auto *told = sheet->findChild<QLabel *>("exportResult");
        QTest::mouseClick(begin, Qt::LeftButton);
        QVERIFY(QTest::qWaitFor([&] { return begin->isEnabled(); }, 60000 * patience));
        QVERIFY2(told->text().contains("files are written"), qPrintable(told->text()));
        QCOMPARE(sheet->findChild<QLineEdit *>("exportFolder")->text(), folder.path());
        for (const char *file : {"tube-front/bracket.left.dxf", "tube-front/bracket.left.svg",
                                 "tube-front/upright.1.template.dxf", "tube-front/upright.1.template.svg"})
            QVERIFY2(QFileInfo::exists(folder.filePath(file)), file);
        QVERIFY(!QFileInfo::exists(folder.filePath("cutlist.csv")) &&
                !QFileInfo::exists(folder.filePath("tube-front.step")));
        for (const char *on : {"exportSolids", "exportParts", "exportStresses"})
            if (auto *box = sheet->findChild<QCheckBox *>(on); !box->isChecked()) box->click();
        QTest::mouseClick(begin, Qt::LeftButton);
        QTest::mouseClick(sheet->findChild<QPushButton *>("exportStop"), Qt::LeftButton);
        QVERIFY(QTest::qWaitFor([&] { return begin->isEnabled(); }, 60000 * patience));
        QVERIFY2(told->text().contains("Stopped"), qPrintable(told->text()));
    }
    /// A straighter order is looked for in the background, shown, taken as one step and undone; the search
    /// can be stopped.
    void straighterOrder() {
        DemoWindow demo("weld", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("orderStraighter"), Qt::LeftButton);
        QTRY_VERIFY(demo.window.findChild<QDialog *>("straighterSheet"));
        auto *begin = demo.find<QPushButton>("straighterBegin");
        auto *result = demo.find<QLabel>("straighterResult");
        QTest::mouseClick(begin, Qt::LeftButton);
        QVERIFY(!begin->isEnabled());
        QTest::mouseClick(demo.find<QPushButton>("straighterStop"), Qt::LeftButton);
        QTRY_VERIFY_WITH_TIMEOUT(begin->isEnabled(), 60000 * patience);
        QVERIFY2(result->text().contains("Stopped"), qPrintable(result->text()));
        QVERIFY(!demo.find<QPushButton>("straighterTake")->isEnabled());
        QTest::mouseClick(begin, Qt::LeftButton);
        QTRY_VERIFY_WITH_TIMEOUT(begin->isEnabled(), 300000 * patience);
        auto *take = demo.find<QPushButton>("straighterTake");
        QVERIFY2(take->isEnabled() && result->text().contains("percent straighter"),
                 qPrintable(result->text()));
        QTest::mouseClick(take, Qt::LeftButton);
        QCOMPARE(demo.session().job().weldOrders.size(), std::size_t{1});
        QVERIFY(demo.settle());
        QVERIFY(demo.find<QLabel>("orderCost")->text().startsWith("Your order"));
        demo.session().undoStack()->undo();
        QVERIFY(demo.session().job().weldOrders.empty());
        // Welded out on the vehicle it takes longer.
        const double hours = gauge(demo.session(), "hours");
        demo.find<QCheckBox>("weldInPlace")->click();
        QVERIFY(demo.answered());
        QVERIFY(demo.session().job().weldedInPlace.contains(demo.session().piece()->id));
        QVERIFY(gauge(demo.session(), "hours") > hours + 0.75);
        demo.session().undoStack()->undo();
        QVERIFY(demo.answered());
        QVERIFY(!demo.find<QCheckBox>("weldInPlace")->isChecked());
    }
    /// Steps of the order moved by button and by dragging; what it costs; back to the plan; who welded.
    void orderByHand() {
        DemoWindow demo("weld", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        auto *table = demo.window.findChild<StopTable *>("weldTable");
        auto *cost = demo.find<QLabel>("orderCost");
        QVERIFY2(cost->text().startsWith("The planned order"), qPrintable(cost->text()));
        const QString second = table->item(1, 0)->text().section(". ", 1);
        table->selectRow(1);
        QTest::mouseClick(demo.find<QPushButton>("stepEarlier"), Qt::LeftButton);
        QVERIFY(demo.settle());
        QCOMPARE(table->item(0, 0)->text().section(". ", 1), second);
        QVERIFY2(cost->text().contains("Planned:"), qPrintable(cost->text()));
        // dropped on the lower half of the third row: it comes after it
        table->selectRow(0);
        table->scrollToTop();
        const QRect third = table->visualRect(table->model()->index(2, 0));
        QMimeData data;
        QDropEvent drop(QPointF(third.center().x(), third.bottom() - 2), Qt::MoveAction, &data,
                        Qt::LeftButton, {});
        (table->*&DroppedOn::dropEvent)(&drop);
        QVERIFY(demo.settle());
        QCOMPARE(table->item(2, 0)->text().section(". ", 1), second);
        QTest::mouseClick(demo.find<QPushButton>("orderAsPlanned"), Qt::LeftButton);
        QVERIFY(demo.settle());
        QVERIFY(cost->text().startsWith("The planned order"));
        QCOMPARE(table->item(1, 0)->text().section(". ", 1), second);
        table->selectRow(0);
        type(demo, "weldWho", "Ines");
        type(demo, "weldMachine", "wire 6.5 m/min, 21 V");
        type(demo, "weldMinutes", "12");
        QTest::mouseClick(demo.find<QPushButton>("tickSeam"), Qt::LeftButton);
        const auto &welded = demo.session().job().log.welded;
        QVERIFY(!welded.empty() && welded.back().who == "Ines" && welded.back().minutes == 12);
        QCOMPARE(welded.back().settings, std::string("wire 6.5 m/min, 21 V"));
        const auto read = job::readJob(job::writeJob(demo.session().job()));
        QVERIFY(read && read->log == demo.session().job().log);
    }

    /// A proof pull by simulated instruments, stage by stage; one that yields stops by itself.
    void proofPull() {
        DemoWindow demo("log", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("pagePull"), Qt::LeftButton);
        auto *page = demo.window.findChild<PullPage *>("pullPage");
        auto *pull = demo.find<QPushButton>("pullStage"), *take = demo.find<QPushButton>("pullTake");
        auto *says = demo.find<QLabel>("pullSays");
        QVERIFY2(says->text().contains("Next: "), qPrintable(says->text()));
        page->standinExtra = {"--noise", "0"};
        auto *which = demo.find<QComboBox>("pullPort");
        which->setCurrentIndex(which->findData("standin:pull"));
        QTest::mouseClick(demo.find<QPushButton>("pullConnect"), Qt::LeftButton);
        QVERIFY(QTest::qWaitFor([&] { return demo.find<QLabel>("pullState")->text().contains("Connected"); },
                                10000 * patience));
        QVERIFY(!pull->isEnabled() && !take->isEnabled());  // nobody has said that the zone is clear
        demo.find<QCheckBox>("pullClear")->setChecked(true);
        const auto stage = [&] {
            QVERIFY(pull->isEnabled());
            QTest::mouseClick(pull, Qt::LeftButton);
            QVERIFY2(
                QTest::qWaitFor([&] { return demo.find<QLabel>("pullState")->text().startsWith("Pulled"); },
                                8000 * patience),
                qPrintable(demo.find<QLabel>("pullState")->text()));
            QTest::mouseClick(demo.find<QPushButton>("pullRelease"), Qt::LeftButton);
            QVERIFY(
                QTest::qWaitFor([&] { return demo.find<QLabel>("pullState")->text().startsWith("Let go"); },
                                8000 * patience));
            QTest::mouseClick(take, Qt::LeftButton);
        };
        for (int i = 0; i < 4; ++i) stage();
        QVERIFY2(says->text().startsWith("It held to "), qPrintable(says->text()));
        QVERIFY2(says->text().contains("1.2"),
                 qPrintable(says->text()));  // the simulated one gives 1.25 times
        const auto &pulls = demo.session().job().log.pulls;
        QCOMPARE(pulls.size(), std::size_t{1});
        QCOMPARE(pulls[0].stages.size(), std::size_t{4});
        QTest::mouseClick(demo.find<QPushButton>("pullConnect"), Qt::LeftButton);
        // Another day something yields from the second stage on.
        QTest::mouseClick(demo.find<QPushButton>("pullBegin"), Qt::LeftButton);
        page->standinTruth = {{"give", 0.05}, {"seats", 0.4}, {"yieldsAt", pulls[0].stages[0].load * 1.2}};
        QTest::mouseClick(demo.find<QPushButton>("pullConnect"), Qt::LeftButton);
        QVERIFY(QTest::qWaitFor([&] { return pull->isEnabled(); }, 10000 * patience));
        stage();
        QVERIFY2(says->text().contains("Next: "), qPrintable(says->text()));
        stage();
        QVERIFY2(says->text().startsWith("Stop."), qPrintable(says->text()));
        QVERIFY(!pull->isEnabled() && !take->isEnabled());
        QVERIFY(!demo.session().job().log.pulls.back().stopped.empty());
        QVERIFY(demo.settle());
        QVERIFY(demo.session().appraisal()->finding("pull/" + demo.session().job().log.pulls.back().place));
    }
    /// Readings between holes say whether the piece goes on.
    void asBuiltInTheWindow() {
        DemoWindow demo("fitup", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        auto *table = demo.find<QTableWidget>("fitTable");
        auto *says = demo.find<QLabel>("fitAsBuilt");
        QVERIFY(says->text().contains("at least three"));
        const auto read = [&](int row, double more) {
            table->selectRow(row);
            const auto appraisal = demo.session().appraisal();
            const auto &item = demo.session().chosen(*appraisal)->fit[static_cast<std::size_t>(row)];
            type(demo, "fitReading", QString::number(*item.nominal + more) + " mm");
        };
        for (int row = 0; row < 4; ++row) read(row, 8);
        QVERIFY(QTest::qWaitFor([&] { return says->text().contains("does not go on"); }, 20000 * patience));
        QVERIFY2(says->text().contains("shim"), qPrintable(says->text()));
        for (int row = 0; row < 4; ++row) read(row, 0.5);
        QVERIFY(QTest::qWaitFor([&] { return says->text().contains("it goes on"); }, 20000 * patience));
    }
    void hollowsAreTold() {
        DemoWindow demo("weld", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("pageHollows"), Qt::LeftButton);
        auto *table = demo.find<QTableWidget>("hollowTable");
        QVERIFY(table->rowCount() >= 1);
        // the beam and its swept ends meet at miters: one hollow
        QVERIFY2(table->item(0, 0)->text().contains(","), qPrintable(table->item(0, 0)->text()));
        QVERIFY(!table->item(0, 4)->text().isEmpty());
        QVERIFY(demo.find<QLabel>("coating")->text().contains("m²"));
    }
    /// A stuck vehicle: deeper wants more lines; what is asked for too much is said.
    void stuckInTheMud() {
        DemoWindow demo("load", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("pageStuck"), Qt::LeftButton);
        auto *says = demo.find<QLabel>("stuckSays");
        auto *table = demo.find<QTableWidget>("stuckTable");
        QVERIFY2(says->text().contains("free it"), qPrintable(says->text()));
        const int few = table->rowCount();
        demo.find<QComboBox>("stuckMired")->setCurrentIndex(3);
        QVERIFY(table->rowCount() > few);
        type(demo, "stuckMass", "900000 kg");
        QVERIFY2(says->text().contains("not enough"), qPrintable(says->text()));
        type(demo, "stuckMass", "0 kg");
        QVERIFY2(says->text().contains("mass"), qPrintable(says->text()));
    }
    /// A ride's record is drawn and taken into the rules; one that cannot be read is told.
    void rideIsTaken() {
        DemoWindow demo("load", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("pageRide"), Qt::LeftButton);
        auto *take = demo.find<QPushButton>("rideTake");
        QVERIFY(!take->isEnabled());
        demo.openFrom = QString::fromStdString(demoPath("marten-front-bumper"));  // no table
        QTest::mouseClick(demo.find<QPushButton>("rideOpen"), Qt::LeftButton);
        QVERIFY(!demo.told.isEmpty() && !take->isEnabled());
        demo.openFrom = QString::fromStdString(demoFolder() + "/tolliver-ridge-ride.csv");
        QTest::mouseClick(demo.find<QPushButton>("rideOpen"), Qt::LeftButton);
        QVERIFY2(take->isEnabled(), qPrintable(demo.told));
        const double before = demo.session().job().rules.roadRange;
        type(demo, "rideHours", "800 h");
        QTest::mouseClick(take, Qt::LeftButton);
        const double range = demo.session().job().rules.roadRange;
        QVERIFY(range > 0.1 && range != before);
        // twice the hours: the cube root of two more
        type(demo, "rideHours", "1600 h");
        QTest::mouseClick(take, Qt::LeftButton);
        QVERIFY(std::abs(demo.session().job().rules.roadRange / range - std::cbrt(2.0)) < 1e-6);
    }
    /// A rope's curve is drawn, taken into the rules, and moves what its snatch pulls; undone and dropped.
    void ropeIsTaken() {
        DemoWindow demo("load", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        const auto snatch = [&] {
            double most = 0;
            for (const job::DutyPlace &d : demo.session().appraisal()->pieces[0].duties)
                if (d.duty == "snatch") most = std::max(most, d.force);
            return most;
        };
        const double before = snatch();
        QTest::mouseClick(demo.find<QPushButton>("pageRope"), Qt::LeftButton);
        auto *take = demo.find<QPushButton>("ropeTake"), *drop = demo.find<QPushButton>("ropeDrop");
        QVERIFY(!take->isEnabled() && !drop->isEnabled());
        demo.openFrom = QString::fromStdString(demoPath("marten-front-bumper"));  // no table
        QTest::mouseClick(demo.find<QPushButton>("ropeOpen"), Qt::LeftButton);
        QVERIFY(!demo.told.isEmpty() && !take->isEnabled());
        demo.openFrom = QString::fromStdString(demoFolder() + "/tolliver-recovery-rope.csv");
        QTest::mouseClick(demo.find<QPushButton>("ropeOpen"), Qt::LeftButton);
        QVERIFY2(take->isEnabled(), qPrintable(demo.told));
        QTest::mouseClick(take, Qt::LeftButton);
        QVERIFY(demo.settle());
        QVERIFY(!take->isEnabled() && drop->isEnabled());
        QVERIFY(demo.find<QLabel>("ropeSays")->text().contains("tolliver-recovery-rope.csv"));
        QVERIFY(before > 0 && std::abs(snatch() - before) > 0.02 * before);
        QTest::mouseClick(drop, Qt::LeftButton);
        QVERIFY(demo.settle());
        QVERIFY(std::abs(snatch() - before) < 1e-6 * before);
        demo.session().undoStack()->undo();
        QVERIFY(demo.session().job().rules.ropes.contains("recovery-22"));
    }
    /// Hours that were logged move the estimate of later work.
    void hoursAreLearned() {
        DemoWindow demo("log", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        auto *use = demo.find<QPushButton>("useFactor");
        demo.session().edit("clear", [](job::Job &job) { job.log.entries.clear(); });
        QVERIFY(demo.settle());
        QVERIFY(!use->isVisible());
        const double before = gauge(demo.session(), "hours");
        demo.session().edit("log", [&](job::Job &job) {
            job.log.entries.push_back(
                {"2026-03-01", log::EntryKind::Hours, "all of it", before * 1.5, "", ""});
        });
        QVERIFY(!use->isVisible());  // it is not done yet
        demo.session().edit("fitted", [](job::Job &job) { job.signedOff["fitup"] = "2026-03-02"; });
        QVERIFY(demo.settle());
        QVERIFY(use->isVisible());
        QTest::mouseClick(use, Qt::LeftButton);
        QVERIFY(demo.settle());
        QVERIFY(std::abs(gauge(demo.session(), "hours") - before * 1.25) < 1e-6);
    }

  private:
    QTemporaryDir m_dir;
};

QTEST_MAIN(TestShop)
#include "test_shop.moc"
