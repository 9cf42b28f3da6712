#include <set>

#include <QAction>
#include <QFrame>
#include <QLabel>
#include <QTableWidget>
#include <QTimer>

#include "app/views/plan_view.h"
#include "core/job/shop/inspections.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::demoPath;
using hefty::testing::DemoWindow;
using hefty::testing::patience;

/// The stops after laying out, by one job of several pieces.
class TestStops : public QObject {
    Q_OBJECT

  private slots:
    void initTestCase() { hefty::testing::useFolder(m_dir); }

    /// The ladder is that of the piece: on a winch line, at a tab, or none.
    void ladderOfThePiece() {
        DemoWindow demo("prove", demoPath("marten-full-set"), true);
        QVERIFY(QTest::qWaitFor([&] { return demo.session().appraisal()->detail != proof::Detail::Strips; },
                                120000 * patience));
        auto *ladder = demo.find<QWidget>("ladder");
        QVERIFY(ladder->isVisible() && ladder->accessibleDescription().contains("winch line"));
        demo.session().choosePiece("rear-beam");
        QVERIFY(ladder->isVisible() && ladder->accessibleDescription().contains("left tab"));
        demo.session().choosePiece("sliders");
        QVERIFY(!ladder->isVisible());
    }
    void dutiesByPlace() {
        DemoWindow demo("load", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        auto *table = demo.find<QTableWidget>("dutyTable");
        QVERIFY(table->rowCount() > 8);
        QStringList what;
        for (int r = 0; r < table->rowCount(); ++r) what << table->item(r, 0)->text();
        QVERIFY(what.contains("Winch pull") && what.contains("Rock under the middle"));
        table->selectRow(static_cast<int>(what.indexOf("Winch pull")));
        QVERIFY(demo.find<QLabel>("dutyNote")->text().contains("1.20"));
        QVERIFY(demo.find<QLabel>("dutyNote")->text().contains("15 ways"));
        // Each of them stands below with what it works hardest; one that is chosen is drawn by itself.
        auto *ways = demo.find<QTableWidget>("wayTable");
        QCOMPARE(ways->rowCount(), 15);
        // Both sides are alike: which of them comes first hangs on the last digits.
        QVERIFY2(ways->item(0, 0)->text().contains("and up, rope at the"),
                 qPrintable(ways->item(0, 0)->text()));
        QVERIFY(ways->item(0, 2)->text().startsWith("Winch feet"));
        auto *view = demo.find<QWidget>("loadView");
        const QImage all = view->grab().toImage();
        ways->selectRow(0);
        const QImage one = view->grab().toImage();
        QVERIFY(all != one);
        table->selectRow(static_cast<int>(what.indexOf("Rock under the middle")));
        QVERIFY(ways->rowCount() < 15 && ways->currentRow() == -1);
    }
    /// A duty is left out only with a reason; it is then told as not proved, and comes back by undo or by
    /// hand.
    void dutySwitchedOff() {
        DemoWindow demo("load", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        auto *table = demo.find<QTableWidget>("dutyTable");
        auto *off = demo.find<QPushButton>("dutySwitch");
        auto *reason = demo.find<QLineEdit>("dutyReason");
        const int rows = table->rowCount();
        const auto rowOf = [&](const char *what) {
            for (int r = 0; r < table->rowCount(); ++r)
                if (table->item(r, 0)->text() == what) return r;
            return -1;
        };
        table->selectRow(rowOf("Rock under the middle"));
        QVERIFY(!off->isEnabled());
        reason->setText("  ");
        QVERIFY(!off->isEnabled());
        reason->setText("a skid plate stands before it");
        QVERIFY(off->isEnabled());
        QTest::mouseClick(off, Qt::LeftButton);
        QVERIFY(demo.answered());
        QCOMPARE(table->rowCount(), rows);
        QCOMPARE(table->item(rowOf("Rock under the middle"), 2)->text(), QString("off"));
        const job::Finding *told =
            demo.session().appraisal()->finding("unproved/off/rock/middle@front-bumper");
        QVERIFY(told && told->severity == job::Severity::Note);
        QVERIFY(QString::fromStdString(told->sentence.in(measure::UnitSystem::Metric))
                    .contains("a skid plate stands before it"));
        for (const proof::LoadCase &c : demo.session().appraisal()->pieces[0].proof->duties.cases)
            QVERIFY(c.place != "rock/middle");
        const auto read = job::readJob(job::writeJob(demo.session().job()));
        QVERIFY(read && read->pieces == demo.session().job().pieces);
        table->selectRow(rowOf("Rock under the middle"));
        QCOMPARE(off->text(), QString("Switch on"));
        QVERIFY(off->isEnabled() && !reason->isEnabled());
        QTest::mouseClick(off, Qt::LeftButton);
        QVERIFY(demo.answered());
        QVERIFY(demo.session().job().pieces[0].off.empty());
        QVERIFY(!demo.session().appraisal()->finding("unproved/off/rock/middle@front-bumper"));
        // its own weight is always there
        table->selectRow(rowOf("Standing still, own weight"));
        reason->setText("no");
        QVERIFY(!off->isEnabled());
    }
    /// A part chosen in the cut list is shown as it is cut and bent, in the reader's units.
    void partAsItIsCut() {
        DemoWindow demo("cut", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        demo.session().choosePiece("sliders");
        auto *table = demo.find<QTableView>("cutTable");
        auto *part = demo.find<QWidget>("cutPart");
        QVERIFY(part->accessibleDescription().isEmpty());
        int row = -1;
        for (int r = 0; r < table->model()->rowCount(); ++r)
            if (table->model()->index(r, 0).data().toString().contains("outer")) row = r;
        QVERIFY(row >= 0);
        table->selectRow(row);
        const QString metric = part->accessibleDescription();
        QVERIFY2(metric.contains("Bend 1: mark") && metric.contains("Bend 2: mark") && metric.contains("mm"),
                 qPrintable(metric));
        QVERIFY2(metric.contains("Cope the start") && metric.contains("45.0°") && !metric.contains("-0.0°"),
                 qPrintable(metric));
        demo.session().setUnits(measure::UnitSystem::Inch);
        QVERIFY(part->accessibleDescription().contains("\""));
        demo.session().choosePiece("rear-beam");
        table->selectRow(0);
        QVERIFY(part->accessibleDescription().contains("long point"));
    }
    /// Where to look first: a row chosen chooses its piece and its part, whichever piece was in hand before.
    void lookFirstGoesThere() {
        DemoWindow demo("log", demoPath("marten-full-set"), true);
        QVERIFY(QTest::qWaitFor([&] { return demo.session().appraisal()->detail != proof::Detail::Strips; },
                                60000 * patience));
        const auto plan = job::inspectionsOf(demo.session().job(), *demo.session().appraisal());
        QVERIFY(plan.first.size() > 2);
        auto *table = demo.window.findChild<QTableWidget *>("inspectFirst");
        QVERIFY(table && table->rowCount() > 2);
        std::set<std::string> pieces;
        for (int row = 0; row < table->rowCount(); ++row) {
            table->setCurrentCell(row, 0);
            const job::LookFirst &look = plan.first[static_cast<std::size_t>(row)];
            pieces.insert(look.piece);
            QCOMPARE(demo.session().selected(), QString::fromStdString(look.subject));
            if (!look.piece.empty()) QCOMPARE(demo.session().piece()->id, look.piece);
        }
        QVERIFY(pieces.size() > 1);
    }
    /// A bar is ticked as cut: all its parts are, its remnant goes back to the rack with a mark, and undo
    /// takes it all back.
    void barIsCut() {
        DemoWindow demo("cut", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        auto *table = demo.find<QTableView>("cutTable");
        table->selectRow(0);
        const std::size_t rack = demo.session().job().shop.rack.size();
        auto *tick = demo.find<QPushButton>("tickCut");
        QVERIFY(tick->isEnabled() && tick->text().contains("bar"));
        QTest::mouseClick(tick, Qt::LeftButton);
        QVERIFY(!demo.session().job().log.cut.empty());
        QVERIFY(demo.find<QLabel>("cutBooked")->text().contains("Mark them R-"));
        QVERIFY(demo.session().job().shop.rack.size() >= rack);
        QVERIFY(demo.answered());
        table->selectRow(0);
        QVERIFY(table->model()->index(0, 6).data().toString().startsWith(QStringLiteral("✓")));
        auto *length = demo.find<QLineEdit>("asCut");
        QVERIFY(length->isVisible());
        length->setFocus();
        length->selectAll();
        QTest::keyClicks(length, "1000");
        QTest::keyClick(length, Qt::Key_Return);
        QCOMPARE(demo.session().job().log.cut.front().length, 1000.0);
        demo.session().undoStack()->undo();
        demo.session().undoStack()->undo();
        QVERIFY(demo.session().job().log.cut.empty());
        QCOMPARE(demo.session().job().shop.rack.size(), rack);
    }
    /// The order is played: parts appear as they are fitted, at the end all are there, and it stops by
    /// itself.
    void orderIsPlayed() {
        DemoWindow demo("weld", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        auto *table = demo.find<QTableWidget>("weldTable");
        auto *view = demo.find<PlanView>("weldView");
        table->selectRow(0);
        QTRY_VERIFY_WITH_TIMEOUT(view->later.size() > 3, 30000 * patience);  // once the order is worked out
        const std::size_t first = view->later.size();
        table->selectRow(table->rowCount() - 3);
        const std::size_t nearly = view->later.size();
        QVERIFY(nearly < first);
        auto *play = demo.find<QPushButton>("playOrder");
        QTest::mouseClick(play, Qt::LeftButton);
        QTRY_COMPARE_WITH_TIMEOUT(table->currentRow(), table->rowCount() - 1, 8000 * patience);
        QTRY_VERIFY_WITH_TIMEOUT(play->text().contains("Play"), 4000 * patience);
        QVERIFY(view->later.size() <= nearly);
    }
    void seamIsTicked() {
        DemoWindow demo("weld", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        auto *table = demo.find<QTableWidget>("weldTable");
        QVERIFY(table->rowCount() > 20);
        const std::size_t before = demo.session().job().log.welded.size();
        QVERIFY(table->item(0, 0)->text().startsWith("1. "));
        table->selectRow(0);
        QTest::mouseClick(demo.find<QPushButton>("tickSeam"), Qt::LeftButton);
        QCOMPARE(demo.session().job().log.welded.size(), before + 1);
        QCOMPARE(table->item(0, 8)->text(), QStringLiteral("✓"));
        QTest::mouseClick(demo.find<QPushButton>("tickSeam"), Qt::LeftButton);
        QCOMPARE(demo.session().job().log.welded.size(), before);
    }
    /// A reading is typed, kept with the job, and told to be off.
    void readingIsTaken() {
        DemoWindow demo("fitup", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        auto *table = demo.find<QTableWidget>("fitTable");
        QVERIFY(table->rowCount() > 5);
        const std::size_t before = demo.session().job().log.fit.size();
        table->selectRow(0);
        auto *reading = demo.find<QLineEdit>("fitReading");
        reading->setFocus();
        reading->selectAll();
        QTest::keyClicks(reading, "980");
        QTest::keyClick(reading, Qt::Key_Return);
        QCOMPARE(demo.session().job().log.fit.size(), before + 1);
        QVERIFY2(table->item(0, 3)->text().contains("less") || table->item(0, 3)->text().contains("more"),
                 qPrintable(table->item(0, 3)->text()));
        const auto again = job::readJob(job::writeJob(demo.session().job()));
        QVERIFY(again && again->log == demo.session().job().log);
    }
    void hoursAreLogged() {
        DemoWindow demo("log");
        demo.session().edit("entry", [](job::Job &j) {
            j.log.entries.push_back({"2026-05-02", log::EntryKind::Hours, "cut and tacked", 3.5, {}, {}});
            j.log.entries.push_back({"2026-06-02", log::EntryKind::Hit, "stump", 0, {}, "beam.left"});
        });
        const QString text = demo.find<QLabel>("logSums")->text();
        QVERIFY2(text.contains("3.5 h") && text.contains("beam.left"), qPrintable(text));
    }
    /// Cards of findings are read in both looks: their text stands off their ground as the theme's ink does.
    void cardsFollowTheLook() {
        DemoWindow demo("prove");
        QVERIFY(demo.settle());
        const auto ground = [&] {
            auto *cards = demo.find<QWidget>("cards");
            for (QFrame *card : cards->findChildren<QFrame *>())
                if (card->property("severity").isValid() && card->isVisible())
                    return card->grab().toImage().pixelColor(card->width() - 4, card->height() - 4);
            return QColor();
        };
        const QColor light = ground();
        QCOMPARE(light, colors().paper);
        demo.find<QAction>("dark")->trigger();
        QApplication::processEvents();
        QCOMPARE(ground(), colors().paper);
        QVERIFY(ground() != light);
        demo.find<QAction>("dark")->trigger();
        QApplication::processEvents();
        QCOMPARE(ground(), light);
    }

  private:
    QTemporaryDir m_dir;
};

QTEST_MAIN(TestStops)
#include "test_stops.moc"
