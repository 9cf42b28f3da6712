#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QProcess>
#include <QPushButton>
#include <QSignalSpy>
#include <QTableView>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>

#include "app/instruments/instrument_strip.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::DemoWindow;
using hefty::testing::patience;

namespace {

QString state(DemoWindow &demo) {
    return demo.find<QLabel>("instrumentState")->text();
}

void click(DemoWindow &demo, const char *name) {
    QTest::mouseClick(demo.find<QAbstractButton>(name), Qt::LeftButton);
}

/// Chooses a simulated instrument and connects it.
void connectStandin(DemoWindow &demo, const char *kind, const QStringList &extra = {"--seed", "3"}) {
    auto *strip = demo.find<InstrumentStrip>("instrumentStrip");
    strip->standinExtra = extra;
    auto *box = demo.find<QComboBox>("instrument");
    box->setCurrentIndex(box->findData(QStringLiteral("standin:%1").arg(kind)));
    click(demo, "instrumentConnect");
    QVERIFY2(QTest::qWaitFor([&] { return strip->port()->isOpen(); }, 20000 * patience),
             qPrintable(state(demo)));
}

}  // namespace

/// Readings from simulated instruments, each a process of its own at the other end of a real port.
class TestInstruments : public QObject {
    Q_OBJECT

  private:
    QTemporaryDir m_dir;

  private slots:
    void initTestCase() { hefty::testing::useFolder(m_dir); }

    /// The tape's reading lands on the datum that is chosen, within its noise, dated; the next one waits.
    void tapeLandsOnTheDatum() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        hefty::testing::openList(demo, "listData");
        auto *table = demo.find<QTableView>("datumTable");
        demo.session().edit("Guess",
                            [](job::Job &j) { j.vehicle.data["wheelbase"].trust = rig::Trust::Estimated; });
        connectStandin(demo, "tape");
        table->setCurrentIndex(table->model()->index(0, 1));
        click(demo, "instrumentRead");
        QVERIFY(
            QTest::qWaitFor([&] { return state(demo).contains("taken for Wheelbase"); }, 20000 * patience));
        const rig::Measured &m = demo.session().job().vehicle.data.at("wheelbase");
        QVERIFY(std::abs(m.value - 3220) < 3 && m.value != 3220);
        QVERIFY(m.trust == rig::Trust::Measured && !m.date.empty());
        QCOMPARE(table->currentIndex().row(), 1);
        QVERIFY(demo.session().undoStack()->undoText().startsWith("Measure"));
        click(demo, "instrumentRead");
        QVERIFY(QTest::qWaitFor([&] { return state(demo).contains("Front frame end"); }, 20000 * patience));
    }
    /// A tape that counts in inches gives the same millimeters.
    void inchesAreInches() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        connectStandin(demo, "tape", {"--seed", "2"});
        hefty::testing::openList(demo, "listData");
        auto *table = demo.find<QTableView>("datumTable");
        table->setCurrentIndex(table->model()->index(0, 1));
        click(demo, "instrumentRead");
        QVERIFY(QTest::qWaitFor([&] { return state(demo).contains("taken for"); }, 20000 * patience));
        QVERIFY(std::abs(demo.session().job().vehicle.value("wheelbase").value() - 3220) < 3);
    }
    /// In the tape network a reading lands on the row that is chosen.
    void tapeLandsOnTheReading() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        hefty::testing::openList(demo, "listTape");
        auto *table = demo.find<QTableView>("tapeTable");
        table->setCurrentIndex(table->model()->index(2, 3));
        const double before = demo.session().job().vehicle.survey.readings[2].value;
        connectStandin(demo, "tape");
        click(demo, "instrumentRead");
        QVERIFY(QTest::qWaitFor([&] { return state(demo).contains("taken for"); }, 20000 * patience));
        const double after = demo.session().job().vehicle.survey.readings[2].value;
        QVERIFY(after != before && std::abs(after - before) < 3);
        QCOMPARE(table->currentIndex().row(), 3);
    }
    /// The angle gauge fits an angle and nothing else.
    void angleGauge() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        hefty::testing::openList(demo, "listData");
        auto *table = demo.find<QTableView>("datumTable");
        const auto rowOf = [](const char *id) {
            const auto all = rig::datumsOf(rig::VehicleKind::LadderFrame);
            for (std::size_t i = 0; i < all.size(); ++i)
                if (all[i].id == id) return static_cast<int>(i);
            return -1;
        };
        connectStandin(demo, "angle");
        table->setCurrentIndex(table->model()->index(0, 1));
        click(demo, "instrumentRead");
        QVERIFY(QTest::qWaitFor([&] { return state(demo).contains("no measure for"); }, 20000 * patience));
        QCOMPARE(demo.session().undoStack()->count(), 0);
        table->setCurrentIndex(table->model()->index(rowOf("steerLock"), 1));
        click(demo, "instrumentRead");
        QVERIFY(QTest::qWaitFor([&] { return state(demo).contains("taken for Steering lock"); },
                                20000 * patience));
        QVERIFY(std::abs(*demo.session().job().vehicle.value("steerLock") - 0.59) < 0.01);
    }
    /// Four pads make two axle masses, in one undo step.
    void scalePads() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        connectStandin(demo, "pads", {"--seed", "5", "--noise", "1"});
        click(demo, "instrumentRead");
        QVERIFY(QTest::qWaitFor([&] { return state(demo).startsWith("Taken"); }, 20000 * patience));
        QVERIFY(std::abs(*demo.session().job().vehicle.value("frontAxleMass") - 1180) < 8);
        QVERIFY(std::abs(*demo.session().job().vehicle.value("rearAxleMass") - 970) < 8);
        QCOMPARE(demo.session().undoStack()->count(), 1);
    }
    void loadCell() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        connectStandin(demo, "load");
        click(demo, "instrumentRead");
        QVERIFY(QTest::qWaitFor([&] { return state(demo).contains("kN on the rope"); }, 20000 * patience));
        QCOMPARE(demo.session().undoStack()->count(), 0);
    }
    /// Every reading drops out: each is said, none lands, nothing is lost.
    void dropouts() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        connectStandin(demo, "tape", {"--dropout", "1", "--seed", "3"});
        for (int i = 0; i < 6; ++i) {
            demo.find<QLabel>("instrumentState")->clear();
            click(demo, "instrumentRead");
            QVERIFY(QTest::qWaitFor([&] { return !state(demo).isEmpty(); }, 20000 * patience));
            QVERIFY2(state(demo).contains("no-echo") || state(demo).contains("no line") ||
                         state(demo).contains("checksum"),
                     qPrintable(state(demo)));
        }
        QCOMPARE(demo.session().undoStack()->count(), 0);
        QVERIFY(demo.find<InstrumentStrip>("instrumentStrip")->port()->isOpen());
    }
    void wrongUnits() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        connectStandin(demo, "tape", {"--wrong-unit", "1", "--seed", "3"});
        click(demo, "instrumentRead");
        QVERIFY(QTest::qWaitFor([&] { return state(demo).contains("no unit for it"); }, 20000 * patience));
        QCOMPARE(demo.session().undoStack()->count(), 0);
    }
    /// The device goes away in the middle: it is said, what was taken stays, and it can be connected again.
    void lostDevice() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        auto *strip = demo.find<InstrumentStrip>("instrumentStrip");
        connectStandin(demo, "tape");
        hefty::testing::openList(demo, "listData");
        auto *table = demo.find<QTableView>("datumTable");
        table->setCurrentIndex(table->model()->index(0, 1));
        click(demo, "instrumentRead");
        QVERIFY(QTest::qWaitFor([&] { return state(demo).contains("taken for"); }, 20000 * patience));
        const double taken = *demo.session().job().vehicle.value("wheelbase");
        QProcess::execute("pkill", {"-9", "-f", "hefty-standin --kind tape"});
        QVERIFY(QTest::qWaitFor([&] { return !strip->port()->isOpen(); }, 20000 * patience));
        QVERIFY2(state(demo).contains("gone"), qPrintable(state(demo)));
        QCOMPARE(*demo.session().job().vehicle.value("wheelbase"), taken);
        connectStandin(demo, "tape");
        QCOMPARE(demo.find<QPushButton>("instrumentConnect")->text(), QStringLiteral("Disconnect"));
        click(demo, "instrumentConnect");
        QVERIFY(!strip->port()->isOpen());
    }
    void portThatIsNotThere() {
        InstrumentPort port;
        QSignalSpy spy(&port, &InstrumentPort::trouble);
        port.open("/dev/nobody");
        QCOMPARE(spy.count(), 1);
        QVERIFY(spy[0][0].toString().contains("/dev/nobody"));
        QVERIFY(!port.isOpen());
    }
    /// A reading that the datum cannot be is told and not taken.
    void outOfRange() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        auto *strip = demo.find<InstrumentStrip>("instrumentStrip");
        strip->truth = [] { return std::vector<std::pair<std::string, double>>{{"wheelbase", 90}}; };
        connectStandin(demo, "tape");
        hefty::testing::openList(demo, "listData");
        auto *table = demo.find<QTableView>("datumTable");
        table->setCurrentIndex(table->model()->index(0, 1));
        click(demo, "instrumentRead");
        QVERIFY(QTest::qWaitFor([&] { return state(demo).contains("cannot be"); }, 20000 * patience));
        QCOMPARE(*demo.session().job().vehicle.value("wheelbase"), 3220.0);
    }
};

QTEST_MAIN(TestInstruments)
#include "test_instruments.moc"
