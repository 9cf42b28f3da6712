#include <QComboBox>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTest>

#include "app/stops/measure/walk_page.h"
#include "app/window/quantity_edit.h"
#include "core/base/places.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::DemoWindow;
using hefty::testing::openList;

namespace {

/// The demo with the walk open, waiting for nothing.
struct OpenWalk : DemoWindow {
    OpenWalk() {
        openList(*this, "listWalk");
        page = find<WalkPage>("walkPage");
    }
    void type(int line, const QString &text, bool last = false) {
        auto *edit = find<QuantityEdit>(QStringLiteral("walkLine%1").arg(line));
        QVERIFY(edit->isVisible());
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, text);
        if (last) QTest::keyClick(edit, Qt::Key_Return);
    }
    [[nodiscard]] const rig::OutlinePoint *point(const char *id) {
        for (const rig::OutlinePoint &p : session().job().vehicle.outline)
            if (p.id == id) return &p;
        return nullptr;
    }
    [[nodiscard]] QString state() { return find<QLabel>("walkState")->text(); }
    WalkPage *page = nullptr;
};

}  // namespace

/// The walk around the vehicle, with mouse and keyboard.
class TestWalkPage : public QObject {
    Q_OBJECT

  private:
    QTemporaryDir m_dir;

  private slots:
    void initTestCase() { hefty::testing::useFolder(m_dir); }

    /// The demo lacks a few marks: they stand first, each with what it is needed for.
    void missingComesFirst() {
        OpenWalk w;
        auto *list = w.find<QListWidget>("walkList");
        const auto walk = rig::walkAround(w.session().job().vehicle);
        QCOMPARE(list->count(), static_cast<int>(walk.size()));
        QVERIFY(list->item(0)->text().contains("missing; for"));
        QCOMPARE(list->currentRow(), 0);  // the first of them is asked for, of the job that is open now
        QVERIFY(!list->item(list->count() - 1)->text().contains("missing"));
        QVERIFY(
            w.find<QLabel>("walkCount")->text().startsWith(QString::number(rig::countWalk(walk).missing)));
        // The name of a mark appears under a pointer that rests on it.
        QTest::mouseClick(w.find<QPushButton>("walkSide1"), Qt::LeftButton);
        QCOMPARE(w.page->view()->hintAt(w.page->markPlace("steering-rod")), QStringLiteral("Steering rod"));
        QVERIFY(w.page->view()->hintAt(QPointF(2, 2)).isEmpty());
    }
    /// Click on the mark of the hitch behind, say where it is, and the departure angle knows it; undone,
    /// it is missing again.
    void takeAPoint() {
        OpenWalk w;
        QTest::mouseClick(w.find<QPushButton>("walkSide3"), Qt::LeftButton);
        QTest::mouseClick(w.page->view(), Qt::LeftButton, {}, w.page->markPlace("hitch").toPoint());
        QCOMPARE(w.page->chosen(), std::string("hitch"));
        QVERIFY(w.find<QuantityEdit>("walkLine0")->text().isEmpty());
        w.type(0, "-4420");
        w.type(1, "0");
        w.type(2, "38cm", true);
        const rig::OutlinePoint *hitch = w.point("hitch");
        QVERIFY(hitch);
        QVERIFY((hitch->at - Vec3(-4420, 0, 380)).norm() < 1e-9);
        QVERIFY(hitch->known.trust == rig::Trust::Measured && !hitch->known.date.empty());
        QVERIFY(w.page->chosen() != "hitch");  // on to the next that is missing
        QVERIFY(w.settle());
        QCOMPARE(QString::fromStdString(w.session().appraisal()->clearance->departure.whole.governs),
                 QStringLiteral("hitch"));
        w.session().undoStack()->undo();
        QVERIFY(!w.point("hitch"));
    }
    /// Return walks from line to line, and refuses to take what is not all there.
    void incompleteIsRefused() {
        OpenWalk w;
        w.page->choose("hitch");
        w.type(0, "-4420", true);
        QVERIFY(w.find<QuantityEdit>("walkLine1")->hasFocus());
        QTest::mouseClick(w.find<QPushButton>("walkTake"), Qt::LeftButton);
        QVERIFY(!w.point("hitch"));
        QVERIFY2(w.state().startsWith("Left of middle"), qPrintable(w.state()));
        w.type(1, "0");
        w.type(2, "-40", true);
        QVERIFY2(w.state().contains("below the ground"), qPrintable(w.state()));
        QVERIFY(!w.point("hitch"));
    }
    void datumOutOfRange() {
        OpenWalk w;
        w.page->choose("wheelbase");
        w.type(0, "32", true);
        QVERIFY2(w.state().contains("cannot be"), qPrintable(w.state()));
        QCOMPARE(*w.session().job().vehicle.value("wheelbase"), 3220.0);
        w.type(0, "3215", true);
        QCOMPARE(*w.session().job().vehicle.value("wheelbase"), 3215.0);
    }
    /// Dragged by eye a mark is an estimate, typed it is measured.
    void dragIsAnEstimate() {
        OpenWalk w;
        w.page->choose("hitch");
        PlanView *view = w.page->view();
        const QPoint from = view->targetPlace("hitch.up")->toPoint();
        QTest::mousePress(view, Qt::LeftButton, {}, from);
        QTest::mouseMove(view, from - QPoint(0, 10));
        QTest::mouseRelease(view, Qt::LeftButton, {}, from - QPoint(0, 10));
        const rig::OutlinePoint *hitch = w.point("hitch");
        QVERIFY(hitch && hitch->known.trust == rig::Trust::Estimated);
        auto *trust = w.find<QComboBox>("walkTrust");
        QCOMPARE(trust->currentText(), QStringLiteral("estimated"));
        trust->setCurrentText("measured");
        emit trust->activated(trust->currentIndex());
        QVERIFY(w.point("hitch")->known.trust == rig::Trust::Measured);
        QVERIFY(w.settle());
        w.session().undoStack()->undo();
        w.session().undoStack()->undo();
        QVERIFY(!w.point("hitch"));
    }
    /// A box moved at its edge keeps its other edges; its twin follows when it is mirrored.
    void mirrorALamp() {
        OpenWalk w;
        w.page->choose("lamp-left");
        w.type(2, "590", true);  // left, from
        QTest::mouseClick(w.find<QPushButton>("walkTake"), Qt::LeftButton);
        const auto box = [&](const char *id) {
            for (const rig::KeepOut &k : w.session().job().vehicle.keepOuts)
                if (k.id == id) return k;
            return rig::KeepOut{};
        };
        QCOMPARE(box("lamp-left").low.y(), 590.0);
        QCOMPARE(box("lamp-left").high.y(), 820.0);
        QCOMPARE(box("lamp-right").high.y(), -560.0);
        w.page->choose("lamp-left");
        QTest::mouseClick(w.find<QPushButton>("walkMirror"), Qt::LeftButton);
        QCOMPARE(box("lamp-right").high.y(), -590.0);
        QVERIFY(box("lamp-right").known.trust == rig::Trust::Estimated);
        w.session().undoStack()->undo();
        QCOMPARE(box("lamp-right").high.y(), -560.0);
    }
    /// A reading lands on the line that waits for it.
    void readingsLand() {
        OpenWalk w;
        w.page->choose("hitch");
        for (const double reading : {-4400.0, 0.0, 395.0}) {
            const auto waiting = w.page->waiting();
            QVERIFY(waiting.has_value());
            QCOMPARE(waiting->take(reading), QString());
        }
        QVERIFY(w.point("hitch") && (w.point("hitch")->at - Vec3(-4400, 0, 395)).norm() < 1e-9);
        w.page->choose("frontHoles");
        QVERIFY(!w.page->waiting().has_value());
    }
    /// Every mark can be chosen from the list, in both unit systems, and turns to a side that shows it.
    void everyMark_data() {
        QTest::addColumn<QString>("file");
        for (const char *f : {"marten-front-bumper", "pipit-survey", "heron-survey"}) QTest::newRow(f) << f;
    }
    void everyMark() {
        QFETCH(QString, file);
        OpenWalk w;
        QVERIFY(w.window.openPath(QString::fromStdString(demoFolder()) + "/" + file + ".girder.json"));
        openList(w, "listWalk");
        auto *list = w.find<QListWidget>("walkList");
        for (const auto units : {measure::UnitSystem::Metric, measure::UnitSystem::Inch}) {
            w.session().setUnits(units);
            for (int row = 0; row < list->count(); ++row) {
                list->setCurrentRow(row);
                const QString name = list->item(row)->text().section('\n', 0, 0);
                const auto *how = w.find<QWidget>("walkCard")->findChild<QLabel *>("caution");
                QVERIFY2(how->text().contains(name.toHtmlEscaped()), qPrintable(name));
                const QPointF at = w.page->markPlace(w.page->chosen());
                QVERIFY2(w.page->view()->rect().contains(at.toPoint()), qPrintable(name));
                QVERIFY2(!w.page->view()->grab().isNull(), qPrintable(name));
            }
        }
    }
    /// A vehicle with nothing measured begins with the walk, at what holds everything up.
    void newVehicleBeginsHere() {
        DemoWindow demo;
        demo.find<QAction>("new")->trigger();
        auto *page = demo.find<WalkPage>("walkPage");
        QVERIFY(page->isVisible());
        QCOMPARE(page->chosen(), std::string("wheelbase"));
        QVERIFY(demo.find<QLabel>("walkCount")->text().contains("hold the job up"));
    }
    /// What is assumed is shown where it is: the finding leads to its mark.
    void findingLeadsToTheMark() {
        OpenWalk w;
        w.page->choose("tail-pipe");
        auto *trust = w.find<QComboBox>("walkTrust");
        trust->setCurrentText("assumed");
        emit trust->activated(trust->currentIndex());
        QVERIFY(w.settle());
        QVERIFY(w.session().appraisal()->finding("assumed/tail-pipe"));
        openList(w, "listTape");
        w.page->choose("wheelbase");
        auto *show = w.find<QPushButton>("show.assumed/tail-pipe");
        QVERIFY(show);
        show->click();
        QVERIFY(w.page->isVisible());
        QCOMPARE(w.page->chosen(), std::string("tail-pipe"));
    }
};

QTEST_MAIN(TestWalkPage)
#include "test_walk_page.moc"
