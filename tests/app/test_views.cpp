#include <QAbstractItemModelTester>
#include <QApplication>
#include <QImage>
#include <QSignalSpy>
#include <QTemporaryDir>
#include <QTest>

#include "app/stops/cut/cut_bench.h"
#include "app/stops/measure/datum_model.h"
#include "app/stops/measure/measure_bench.h"
#include "app/stops/prove/prove_bench.h"
#include "app/views/plan_view.h"
#include "app/views/space_view.h"
#include "app/window/gauge_bar.h"
#include "app/window/theme.h"
#include "app/window/when_seen.h"
#include "core/base/places.h"
#include "tests/core/demo.h"
#include "tests/patience.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::patience;

/// Models keep Qt's contract while the job changes under them; the look keeps its own promises.
class TestViews : public QObject {
    Q_OBJECT

  private slots:
    void initTestCase() {
        qputenv("XDG_DATA_HOME", m_dir.path().toUtf8());
        applyTheme();
    }
    void modelsKeepTheContract() {
        Session session(std::make_shared<const stock::Stock>(hefty::testing::shippedStock()));
        DatumModel data(&session);
        CheckModel checks(&session);
        CutModel cuts(&session);
        QAbstractItemModelTester a(&data), b(&checks), c(&cuts);
        QVERIFY(session.open(QString::fromStdString(hefty::testing::demoPath())).has_value());
        QTRY_VERIFY_WITH_TIMEOUT(!session.isWorking() && checks.rowCount() > 40, 20000 * patience);
        QCOMPARE(cuts.rowCount(), static_cast<int>(session.appraisal()->pieces[0].fabrication->cuts.size()));
        session.setUnits(measure::UnitSystem::Inch);
        QVERIFY(cuts.index(0, 2).data().toString().endsWith("\""));
        session.newJob();
        QTRY_VERIFY_WITH_TIMEOUT(checks.rowCount() == 0, 20000 * patience);
    }
    /// What nobody sees waits until it is shown, and is then brought up to date once.
    void hiddenPagesWait() {
        QWidget room, page(&room);
        int times = 0;
        WhenSeen seen(&page, [&times] { ++times; });
        seen.ask();
        seen.ask();
        QCOMPARE(times, 0);
        room.show();
        QCOMPARE(times, 1);
        seen.ask();
        QCOMPARE(times, 2);
        page.hide();
        seen.ask();
        page.show();
        QCOMPARE(times, 3);
        page.hide();
        page.show();
        QCOMPARE(times, 3);  // nothing has been asked since
    }
    /// What stands beside something larger follows at once, then after a pause, and the last asking is
    /// answered.
    void smallPicturesFollowCalmly() {
        QWidget page;
        page.show();
        int times = 0;
        WhenSeen seen(&page, [&times] { ++times; });
        for (int i = 0; i < 20; ++i) seen.askBeside();
        QCOMPARE(times, 1);
        QTRY_COMPARE_WITH_TIMEOUT(times, 2, 20000 * patience);
        seen.ask();
        QCOMPARE(times, 3);  // as it is large now
        QTest::qWait(300);
        QCOMPARE(times, 3);
        seen.askBeside();
        QCOMPARE(times, 4);
    }
    /// Views keep a picture of what stands around the piece that is worked on: whatever changes, they show
    /// what a view shows that has kept nothing.
    void keptPicturesAreTrue() {
        Session session(std::make_shared<const stock::Stock>(hefty::testing::shippedStock()));
        const auto settle = [&session] { QTRY_VERIFY_WITH_TIMEOUT(!session.isWorking(), 20000 * patience); };
        PlanView front(&session, ViewSide::Front), side(&session, ViewSide::Side);
        SpaceView space(&session);
        const auto pictureOf = [](QWidget &view) {
            view.resize(420, 320);
            view.show();
            if (qobject_cast<SpaceView *>(&view))
                QTest::mouseDClick(&view, Qt::LeftButton);  // stands upright
            return view.grab().toImage();
        };
        std::vector<QImage> last(3);
        const auto areTrue = [&](const char *what) {
            settle();
            PlanView otherFront(&session, ViewSide::Front), otherSide(&session, ViewSide::Side);
            SpaceView otherSpace(&session);
            QWidget *const kept[] = {&front, &side, &space}, *const anew[] = {&otherFront, &otherSide,
                                                                              &otherSpace};
            bool changed = false;
            for (std::size_t i = 0; i < 3; ++i) {
                const QImage picture = pictureOf(*kept[i]);
                QVERIFY2(picture == pictureOf(*anew[i]), what);
                changed = changed || picture != last[i];
                last[i] = picture;
            }
            QVERIFY2(changed, what);
        };
        const std::string demo = demoFolder() + "/marten-full-set.girder.json";
        QVERIFY(session.open(QString::fromStdString(demo)).has_value());
        areTrue("the job");
        QVERIFY(session.job().pieces.size() > 2);
        const std::string first = session.job().pieces[0].id, second = session.job().pieces[1].id;
        session.setSetting("height", 700.0);
        areTrue("the chosen piece is higher");
        session.choosePiece(QString::fromStdString(second));
        areTrue("another piece is chosen");
        session.undoStack()->undo();
        areTrue("the piece around it is as it was");
        session.edit("Wider", [](job::Job &job) { job.vehicle.data.at("track").value += 80; });
        areTrue("the vehicle is wider");
        session.edit("Take away", [&](job::Job &job) {
            std::erase_if(job.pieces, [&](const armor::Piece &p) { return p.id == first; });
        });
        areTrue("a piece around it is taken away");
        session.newJob();
        areTrue("a new job");
    }
    /// What needs no proof is shown before the proofs are done, the hardest worked when they are.
    void gaugesComeAhead() {
        Session session(std::make_shared<const stock::Stock>(hefty::testing::shippedStock()));
        QVERIFY(session.open(QString::fromStdString(hefty::testing::demoPath())).has_value());
        QTRY_VERIFY_WITH_TIMEOUT(!session.isWorking(), 20000 * patience);
        GaugeBar bar(&session);
        const auto shown = [&bar](const char *id) {
            return bar.findChild<GaugeButton *>(QString("gauge.") + id)->valueText();
        };
        const QString massBefore = shown("mass"), workedBefore = shown("margin");
        QStringList ahead;
        connect(&session, &Session::gaugesAhead, &bar, [&] {
            if (session.gauge("mass").isOfEarlierJob || !session.isWorking()) return;
            QVERIFY(session.gauge("mass").isAhead && !session.gauge("margin").isAhead);
            QVERIFY(session.gauge("margin").isOfEarlierJob);
            QCOMPARE(shown("margin"), workedBefore);
            ahead = QStringList{shown("mass"), shown("approach"), shown("hours")};
        });
        session.setSetting("width", 1500.0);
        QTRY_VERIFY_WITH_TIMEOUT(!session.isWorking(), 20000 * patience);
        QCOMPARE(ahead, (QStringList{shown("mass"), shown("approach"), shown("hours")}));
        QVERIFY(shown("mass") != massBefore);
        QVERIFY(!session.gauge("mass").isAhead && !session.gauge("margin").isOfEarlierJob);
    }
    void datumModelRefusesWhatItCannotTake() {
        Session session(std::make_shared<const stock::Stock>(hefty::testing::shippedStock()));
        DatumModel data(&session);
        QSignalSpy refused(&data, &DatumModel::refused);
        QVERIFY(!data.setData(data.index(0, 1), "three meters", Qt::EditRole));
        QVERIFY(!data.setData(data.index(0, 1), "0", Qt::EditRole));  // a wheelbase of 0
        QCOMPARE(refused.count(), 2);
        QVERIFY(session.job().vehicle.data.empty());
        QVERIFY(data.setData(data.index(0, 1), "10'6-3/4\"", Qt::EditRole));
        QVERIFY(std::abs(*session.job().vehicle.value("wheelbase") - 126.75 * 25.4) < 1e-9);
        QCOMPARE(session.undoStack()->undoText(), QStringLiteral("Measure wheelbase"));
        session.undoStack()->undo();
        QVERIFY(session.job().vehicle.data.empty());
    }
    void oneGestureIsOneStep() {
        Session session(std::make_shared<const stock::Stock>(hefty::testing::shippedStock()));
        const job::Job before = session.job();
        const int first = session.newGesture();
        for (double h : {650.0, 655.0, 660.0}) session.setSetting("height", h, first);
        QCOMPARE(session.undoStack()->count(), 1);
        const int second = session.newGesture();
        session.setSetting("height", 670.0, second);
        QCOMPARE(session.undoStack()->count(), 2);
        session.undoStack()->undo();
        QCOMPARE(std::get<double>(session.piece()->settings.at("height")), 660.0);
        session.undoStack()->undo();
        QVERIFY(session.job() == before);
    }
    /// Text on its ground passes WCAG AA (4.5 : 1) in both looks.
    void contrast_data() {
        QTest::addColumn<int>("look");
        QTest::newRow("light") << static_cast<int>(Look::Light);
        QTest::newRow("dark") << static_cast<int>(Look::Dark);
    }
    void contrast() {
        QFETCH(int, look);
        setLook(static_cast<Look>(look));
        const Palette c = colors();
        setLook(Look::Light);
        QVERIFY(ratio(c.ink, c.paper) >= 4.5);
        QVERIFY(ratio(c.ink, c.panel) >= 4.5);
        QVERIFY(ratio(c.faint, c.paper) >= 4.5);
        QVERIFY(ratio(c.blue, c.paper) >= 4.5);
        QVERIFY(ratio(c.bad, c.paper) >= 4.5);
        QVERIFY(ratio(c.barText, c.bar) >= 4.5);
        QVERIFY(ratio(c.yellow, c.bar) >= 4.5);
    }
    void temperScale() {
        QVERIFY(temper(0.1) != temper(0.6));
        QCOMPARE(temper(1.01), temper(7));  // past the limit is one color
        QVERIFY(temper(1.0) != temper(1.01));
        for (const double use : {0.0, 0.25, 0.5, 0.6, 0.75, 0.9, 1.0, 1.5})
            QVERIFY2(ratio(temperInk(use), temper(use)) >= 3.0, qPrintable(QString::number(use)));
    }

  private:
    static double luminance(const QColor &c) {
        const auto linear = [](double v) {
            return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
        };
        return 0.2126 * linear(c.redF()) + 0.7152 * linear(c.greenF()) + 0.0722 * linear(c.blueF());
    }
    static double ratio(const QColor &a, const QColor &b) {
        const double x = luminance(a), y = luminance(b);
        return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
    }
    QTemporaryDir m_dir;
};

QTEST_MAIN(TestViews)
#include "test_views.moc"
