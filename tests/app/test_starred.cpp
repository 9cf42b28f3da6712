#include <cmath>
#include <numbers>

#include <QAction>
#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QRegularExpression>
#include <QTableWidget>
#include <QTemporaryDir>
#include <QTimer>
#include <QToolButton>

#include "app/stops/layout/gallery.h"
#include "app/stops/layout/layout_bench.h"
#include "app/views/plan_view.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::demoPath;
using hefty::testing::DemoWindow;
using hefty::testing::patience;

namespace {

/// As a person would type it.
QString typed(const armor::SettingDescriptor &d, double value) {
    switch (d.quantity) {
        case measure::Quantity::Angle:
            return QString::number(value * 180 / std::numbers::pi, 'f', 6) + " deg";
        case measure::Quantity::Mass:
            return QString::number(value, 'f', 4) + " kg";
        case measure::Quantity::Length:
        case measure::Quantity::DrilledLength:
            return QString::number(value, 'f', 4) + " mm";
        default:
            return QString::number(value, 'g', 12);
    }
}

}  // namespace

/// Jobs from the measured vehicle to the saved file, by hand alone: pieces from the gallery, every setting
/// typed or chosen, a handle dragged, duties looked at, proved, a remedy taken and given back, saved.
class TestStarred : public QObject {
    Q_OBJECT

  private slots:
    void initTestCase() { hefty::testing::useFolder(m_dir); }

    void fromTheVehicle_data() {
        QTest::addColumn<QString>("name");
        for (const char *name : {"pipit-full-set", "marten-low-cost-rear", "dunnock-tube-front",
                                 "marten-big-wheel", "dunnock-small-winch", "heron-winch-front"})
            QTest::newRow(name) << QString(name);
    }
    void fromTheVehicle() {
        QFETCH(QString, name);
        const job::Job wanted = job::loadJob(demoPath(name.toStdString())).value();
        job::Job bare = wanted;
        bare.pieces.clear();
        bare.log = {};
        const QString start = m_dir.filePath(name + "-bare.girder.json");
        QVERIFY(job::saveText(start.toStdString(), job::writeJob(bare)));
        DemoWindow demo("layout", start.toStdString());
        QVERIFY(demo.answered());
        for (const armor::Piece &p : wanted.pieces) addPiece(demo, p);
        if (QTest::currentTestFailed()) return;

        QVERIFY(demo.answered());
        for (const job::PieceAppraisal &p : demo.session().appraisal()->pieces)
            QVERIFY2(p.assembly, p.id.c_str());
        dragAHandle(demo);
        lookAtDuties(demo);
        prove(demo);
        if (QTest::currentTestFailed()) return;

        demo.saveTo = m_dir.filePath(name + "-done.girder.json");
        demo.find<QAction>("saveAs")->trigger();
        const auto saved = job::loadJob(demo.saveTo.toStdString());
        QVERIFY(saved && *saved == demo.session().job());
        QCOMPARE(saved->pieces.size(), wanted.pieces.size());
    }

    /// From a vehicle of which nothing is measured to a logged trip, by all eight stops.
    void throughAllStops_data() {
        QTest::addColumn<QString>("name");
        for (const char *name : {"marten-low-cost-rear", "dunnock-small-winch"})
            QTest::newRow(name) << QString(name);
    }
    void throughAllStops() {
        QFETCH(QString, name);
        const job::Job wanted = job::loadJob(demoPath(name.toStdString())).value();
        job::Job bare = wanted;
        bare.pieces.clear();
        bare.log = {};
        bare.signedOff.clear();
        bare.vehicle.data.clear();
        bare.vehicle.survey = {};
        const QString start = m_dir.filePath(name + "-unmeasured.girder.json");
        QVERIFY(job::saveText(start.toStdString(), job::writeJob(bare)));
        DemoWindow demo("measure", start.toStdString());
        QVERIFY(demo.answered());
        measure(demo, wanted);
        if (QTest::currentTestFailed()) return;
        demo.window.goTo(stopIndex("layout"));
        for (const armor::Piece &p : wanted.pieces) addPiece(demo, p);
        if (QTest::currentTestFailed()) return;
        lookAtDuties(demo);
        prove(demo);
        if (QTest::currentTestFailed()) return;
        cutWeldAndFit(demo);
        logATrip(demo);
        for (const job::Finding &f : demo.session().appraisal()->findings)
            QVERIFY2(f.severity != job::Severity::Stop, f.id.c_str());
    }

  private:
    /// Every datum typed into the list, the wheelbase of the pickup by a simulated tape.
    static void measure(DemoWindow &demo, const job::Job &wanted) {
        hefty::testing::openList(demo, "listData");
        auto *table = demo.find<QTableView>("datumTable");
        const auto all = rig::datumsOf(wanted.vehicle.kind);
        for (std::size_t i = 0; i < all.size(); ++i) {
            const auto it = wanted.vehicle.data.find(all[i].id);
            if (it == wanted.vehicle.data.end()) continue;
            hefty::testing::typeInto(table, static_cast<int>(i), 1,
                                     QString::fromStdString(measure::printQuantity(
                                         it->second.value, all[i].quantity, measure::UnitSystem::Metric)));
            QVERIFY2(demo.session().job().vehicle.data.contains(all[i].id), all[i].id.c_str());
        }
        QVERIFY(demo.answered());
        QVERIFY(demo.session().appraisal()->rig);
    }

    static void cutWeldAndFit(DemoWindow &demo) {
        demo.window.goTo(stopIndex("cut"));
        demo.find<QTableView>("cutTable")->selectRow(0);
        QTest::mouseClick(demo.find<QPushButton>("tickCut"), Qt::LeftButton);
        QVERIFY(!demo.session().job().log.cut.empty());
        demo.window.goTo(stopIndex("weld"));
        QVERIFY(demo.answered());
        auto *seams = demo.find<QTableWidget>("weldTable");
        QVERIFY(seams->rowCount() > 4);
        seams->selectRow(0);
        QTest::keyClicks(demo.find<QLineEdit>("weldWho"), "Rosa");
        QTest::mouseClick(demo.find<QPushButton>("tickSeam"), Qt::LeftButton);
        QVERIFY(demo.session().job().log.welded.size() == 1 &&
                demo.session().job().log.welded[0].who == "Rosa");
        demo.window.goTo(stopIndex("fitup"));
        QVERIFY(demo.answered());
        auto *items = demo.find<QTableWidget>("fitTable");
        QVERIFY(items->rowCount() > 3);
        int row = 0;  // the first that is measured, not only looked at
        while (row + 1 < items->rowCount() && items->item(row, 1)->text().isEmpty()) ++row;
        items->selectRow(row);
        auto *reading = demo.find<QLineEdit>("fitReading");
        const QString should = items->item(row, 1)->text();
        reading->setFocus();
        reading->selectAll();
        QTest::keyClicks(reading, QString::number(should.section(QChar(0x20), 0, 0).toDouble() + 1) + " mm");
        QTest::keyClick(reading, Qt::Key_Return);
        QCOMPARE(demo.session().job().log.fit.size(), std::size_t{1});
    }

    static void logATrip(DemoWindow &demo) {
        demo.window.goTo(stopIndex("log"));
        QVERIFY(demo.answered());
        auto *table = demo.find<QTableView>("logTableTable");
        QTest::mouseClick(demo.find<QPushButton>("logTableAdd"), Qt::LeftButton);
        hefty::testing::typeInto(table, 0, 1, "trip, km");
        hefty::testing::typeInto(table, 0, 2, "Ridge loop");
        hefty::testing::typeInto(table, 0, 3, "60");
        hefty::testing::typeInto(table, 0, 1, "hit");  // its amount stays to be seen until it is taken off
        QCOMPARE(table->model()->index(0, 3).data().toString(), QStringLiteral("60.00"));
        hefty::testing::typeInto(table, 0, 3, "0");
        QCOMPARE(table->model()->index(0, 3).data().toString(), QString());
        hefty::testing::typeInto(table, 0, 1, "trip, km");
        hefty::testing::typeInto(table, 0, 3, "60");
        const auto &entries = demo.session().job().log.entries;
        QVERIFY(entries.size() == 1 && entries[0].kind == log::EntryKind::Trip && entries[0].amount == 60);
        QVERIFY(demo.answered());
        demo.find<QPushButton>("pageInspect")->click();
        const QString due = demo.find<QLabel>("inspectDue")->text();
        QVERIFY2(due.contains("60 km driven") && due.contains("40 km"), qPrintable(due));
    }

    void addPiece(DemoWindow &demo, const armor::Piece &p) {
        QTimer::singleShot(0, this, [&demo, &p] {
            auto *gallery = demo.window.findChild<Gallery *>("gallery");
            auto *take = gallery->findChild<QPushButton *>("take." + QString::fromStdString(p.pattern));
            if (take)
                QTest::mouseClick(take, Qt::LeftButton);
            else
                gallery->reject();
        });
        QTest::mouseClick(demo.find<QToolButton>("addPieceButton"), Qt::LeftButton);
        QVERIFY2(demo.session().piece() && demo.session().piece()->pattern == p.pattern, p.pattern.c_str());
        QVERIFY(demo.answered());
        if (!p.on.empty()) {
            auto *on = demo.find<QComboBox>("pieceStandsOn");
            const std::string lower = demo.session().job().pieces.front().id;
            const int index = on->findData(QString::fromStdString(lower));
            QVERIFY2(index > 0, "the lower piece is offered");
            on->setCurrentIndex(index);
            emit on->activated(index);
            QCOMPARE(demo.session().piece()->on, lower);
        }
        const armor::Pattern &pattern = *armor::pattern(p.pattern);
        for (const auto &[id, value] : p.settings) {
            const armor::SettingDescriptor *d = pattern.setting(id);
            if (d) set(demo, *d, value);
            if (QTest::currentTestFailed()) return;
        }
        QVERIFY(demo.answered());
        for (const auto &[id, value] : p.settings) {
            if (!pattern.setting(id)) continue;
            if (const auto *text = std::get_if<std::string>(&value))
                QCOMPARE(armor::text(*demo.session().piece(), pattern, id), *text);
            else
                QVERIFY2(std::abs(armor::number(*demo.session().piece(), pattern, id) -
                                  std::get<double>(value)) < 0.01,
                         id.c_str());
        }
    }

    static void set(DemoWindow &demo, const armor::SettingDescriptor &d, const armor::SettingValue &value) {
        const QString object = "setting." + QString::fromStdString(d.id);
        if (const auto *text = std::get_if<std::string>(&value)) {
            auto *box = demo.find<QComboBox>(object);
            QVERIFY2(box, qPrintable(object));
            const int index = box->findText(QString::fromStdString(*text));
            QVERIFY2(index >= 0, text->c_str());
            box->setCurrentIndex(index);
            emit box->activated(index);
            return;
        }
        if (d.isYesNo()) {
            auto *box = demo.find<QCheckBox>(object);
            QVERIFY2(box, qPrintable(object));
            if (box->isChecked() != (std::get<double>(value) > 0.5)) box->click();
            return;
        }
        auto *edit = demo.find<QLineEdit>(object);
        QVERIFY2(edit, qPrintable(object));
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, typed(d, std::get<double>(value)));
        QTest::keyClick(edit, Qt::Key_Return);
    }

    /// The first handle of a drawing, some pixels along its way, and back by undo.
    static void dragAHandle(DemoWindow &demo) {
        for (const char *name : {"layoutFront", "layoutTop", "layoutSide"}) {
            QTest::mouseClick(demo.find<QToolButton>(QString("enlarge.") + name), Qt::LeftButton);
            QApplication::processEvents();
            auto *view = demo.find<PlanView>(name);
            const auto targets = view->targets();
            for (const DragTarget &t : targets) {
                const QPointF at = view->toScreen(t.at),
                              way = view->toScreen(t.at + t.direction * t.step * 4) - at;
                if (!view->rect().adjusted(20, 20, -20, -20).contains(at.toPoint()) ||
                    std::hypot(way.x(), way.y()) < 0.2)
                    continue;
                const job::Job before = demo.session().job();
                const QPointF pull = way / std::hypot(way.x(), way.y()) * 10;  // px
                QTest::mousePress(view, Qt::LeftButton, {}, at.toPoint());
                QTest::mouseMove(view, at.toPoint() + pull.toPoint());
                QTest::mouseRelease(view, Qt::LeftButton, {}, at.toPoint() + pull.toPoint());
                if (demo.session().job() == before)
                    continue;  // another handle lay nearer, or it was at its end
                demo.session().undoStack()->undo();
                QVERIFY(demo.session().job() == before);
                return;
            }
        }
        QFAIL("no handle could be dragged");
    }

    static void lookAtDuties(DemoWindow &demo) {
        demo.window.goTo(stopIndex("load"));
        QVERIFY(demo.answered());
        auto *table = demo.find<QTableWidget>("dutyTable");
        QVERIFY(table->rowCount() > 2);
        for (int r = 0; r < table->rowCount(); ++r) {
            table->selectRow(r);
            QVERIFY2(!demo.find<QLabel>("dutyNote")->text().isEmpty(), qPrintable(table->item(r, 0)->text()));
        }
    }

    static void prove(DemoWindow &demo) {
        demo.window.goTo(stopIndex("prove"));
        QVERIFY(
            QTest::qWaitFor([&demo] { return hefty::testing::settled(demo.session()); }, 240000 * patience));
        const auto appraisal = demo.session().appraisal();
        for (const job::Finding &f : appraisal->findings)
            QVERIFY2(f.severity != job::Severity::Stop, f.id.c_str());
        for (const job::PieceAppraisal &p : appraisal->pieces)
            QVERIFY2(p.proof && !p.proof->checks.empty(), p.id.c_str());
        for (const job::Finding &f : appraisal->findings) {
            const auto buttons = demo.window.findChildren<QPushButton *>(QRegularExpression(
                "^remedy\\." + QRegularExpression::escape(QString::fromStdString(f.id)) + "\\."));
            if (buttons.isEmpty()) continue;
            QPushButton *button = buttons.front();
            const job::Job before = demo.session().job();
            button->click();
            QVERIFY2(!(demo.session().job() == before), f.id.c_str());
            demo.session().undoStack()->undo();
            QVERIFY(demo.session().job() == before);
            return;
        }
    }
    QTemporaryDir m_dir;
};

QTEST_MAIN(TestStarred)
#include "test_starred.moc"
