#include <signal.h>

#include <QAction>
#include <QApplication>
#include <QComboBox>
#include <QDialog>
#include <QDir>
#include <QFile>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QProcess>
#include <QPushButton>
#include <QRegularExpression>
#include <QSignalSpy>
#include <QTableView>
#include <QTemporaryDir>
#include <QTest>
#include <QTextBrowser>
#include <QToolButton>

#include "app/views/plan_view.h"
#include "app/views/structure_view.h"
#include "app/window/gauge_bar.h"
#include "app/window/handbook.h"
#include "app/window/main_window.h"
#include "app/window/theme.h"
#include "app/window/tour.h"
#include "app/window/welcome.h"
#include "tests/core/demo.h"
#include "tests/patience.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::patience;

namespace {

std::shared_ptr<const stock::Stock> sharedStock() {
    return std::make_shared<const stock::Stock>(hefty::testing::shippedStock());
}

bool settled(const Session &s) {
    return !s.isWorking() && s.appraisal()->remediesDone;
}

double gauge(const Session &s, const char *id) {
    return *s.appraisal()->gauge(id)->value;
}

}  // namespace

/// The whole slice as a person would walk it, with mouse and keyboard on the real window.
class TestWalk : public QObject {
    Q_OBJECT

  public:
    /// The child's part of recoversAfterAKill: makes an edit and waits to be killed.
    static void editUntilKilled() {
        MainWindow window(sharedStock());
        if (!window.openPath(QString::fromStdString(hefty::testing::demoPath()))) return;
        window.session()->setSetting("cornerCut", 33.0);
        QTest::qWait(60000);
    }

  private slots:
    void initTestCase() {
        QVERIFY(m_dir.isValid());
        qputenv("XDG_DATA_HOME", m_dir.path().toUtf8());
        qputenv("XDG_CONFIG_HOME", m_dir.path().toUtf8());
        QApplication::setApplicationName("hefty-girder");
        QApplication::setOrganizationName("hefty-girder");
        applyTheme();
    }

    void walk() {
        MainWindow window(sharedStock());
        QString told, saveTo;
        window.asking.tell = [&](QWidget *, const QString &, const QString &text) { told = text; };
        window.asking.saveFile = [&](QWidget *, const QString &, const QString &, const QString &) {
            return saveTo;
        };
        window.show();
        QVERIFY(QTest::qWaitForWindowExposed(&window));
        window.activateWindow();  // there is no window manager to do it
        QApplication::setActiveWindow(&window);
        QTRY_VERIFY(window.isActiveWindow());
        Session &session = *window.session();
        const auto trigger = [&](const char *name) { window.findChild<QAction *>(name)->trigger(); };

        // open the demo
        trigger("openDemo");
        QTRY_VERIFY_WITH_TIMEOUT(settled(session), 20000 * patience);
        QVERIFY2(told.isEmpty(), qPrintable(told));
        QCOMPARE(session.appraisal()->toSettle("prove"), 1);

        // correct a measurement by typing it in the picture, in inches
        QTest::mouseClick(window.findChild<QAbstractButton *>("stop.measure"), Qt::LeftButton);
        QTest::mouseClick(window.findChild<QAbstractButton *>("lists"), Qt::LeftButton);
        auto *side = window.findChild<PlanView *>("measureSide");
        QVERIFY(side->isVisible());
        QTest::mouseDClick(side, Qt::LeftButton, {}, side->targetPlace("frontFrameEnd")->toPoint());
        auto *editor = window.findChild<QLineEdit *>("inPlaceEditor");
        QVERIFY(editor);
        editor->selectAll();
        QTest::keyClicks(editor, "25-1/2\"");
        QTest::keyClick(editor, Qt::Key_Return);
        QCOMPARE(*session.job().vehicle.value("frontFrameEnd"), 647.7);
        QCOMPARE(session.undoStack()->count(), 1);
        QTRY_VERIFY_WITH_TIMEOUT(settled(session), 20000 * patience);

        // drag the corner cut and see the angle in the wheel path grow
        QTest::keyClick(&window, Qt::Key_2, Qt::ControlModifier);
        auto *front = window.findChild<PlanView *>("layoutFront");
        front->findChild<QToolButton *>("enlarge.layoutFront")->click();
        QTRY_VERIFY(front->isVisible());
        const double before = gauge(session, "wheelPath");
        const QPoint from = front->targetPlace("cornerCut")->toPoint();
        QTest::mousePress(front, Qt::LeftButton, {}, from);
        for (int step = 1; step <= 8; ++step) QTest::mouseMove(front, from - QPoint(0, step));
        QTest::mouseRelease(front, Qt::LeftButton, {}, from - QPoint(0, 8));
        QVERIFY(std::get<double>(session.piece()->settings.at("cornerCut")) > 10);
        QCOMPARE(session.undoStack()->count(), 2);  // one drag, one step
        QTRY_VERIFY_WITH_TIMEOUT(settled(session) && gauge(session, "wheelPath") > before, 20000 * patience);
        QVERIFY(window.findChild<GaugeButton *>("gauge.wheelPath")->valueText().contains("°"));

        // take a remedy and see the finding go; undo brings it back
        auto *remedy = window.findChild<QPushButton *>("remedy.check/bolt/winch.bolts.footBoltGrade");
        QVERIFY(remedy);
        QTest::mouseClick(remedy, Qt::LeftButton);
        QTRY_VERIFY_WITH_TIMEOUT(settled(session) && !session.appraisal()->finding("check/bolt/winch.bolts"),
                                 20000 * patience);
        QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
        QTRY_VERIFY_WITH_TIMEOUT(settled(session) && session.appraisal()->finding("check/bolt/winch.bolts"),
                                 20000 * patience);
        QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
        QTRY_VERIFY_WITH_TIMEOUT(settled(session) && !session.appraisal()->finding("check/bolt/winch.bolts"),
                                 20000 * patience);

        // save, reopen
        saveTo = m_dir.filePath("mine.girder.json");
        trigger("saveAs");
        QVERIFY(!session.isModified());
        const job::Job saved = session.job();
        trigger("new");
        QVERIFY(window.openPath(saveTo));
        QVERIFY(session.job() == saved);
        QTRY_VERIFY_WITH_TIMEOUT(settled(session), 20000 * patience);

        // export the cut list and the job sheet, and look into its pages
        saveTo = m_dir.filePath("cuts.csv");
        trigger("exportCuts");
        QFile csv(saveTo);
        QVERIFY(csv.open(QIODevice::ReadOnly));
        QCOMPARE(csv.readAll().toStdString(),
                 workshop::cutListCsv(*session.appraisal()->pieces[0].fabrication));
        saveTo = m_dir.filePath("sheet.pdf");
        trigger("exportPdf");
        checkPdf(saveTo);
        QVERIFY2(told.isEmpty(), qPrintable(told));
    }

    void refusedInputChangesNothing() {
        MainWindow window(sharedStock());
        QString told;
        window.asking.tell = [&](QWidget *, const QString &, const QString &text) { told = text; };
        window.show();
        QVERIFY(!window.openPath("/no/such/job.girder.json"));
        QVERIFY(told.contains("/no/such/job.girder.json"));
        QVERIFY(window.openPath(QString::fromStdString(hefty::testing::demoPath())));
        window.goTo(app::stopIndex("layout"));
        auto *edit = window.findChild<QLineEdit *>("setting.width");
        for (const char *text : {"wide", "9999999"}) {
            edit->setFocus();
            edit->selectAll();
            QTest::keyClicks(edit, text);
            QTest::keyClick(edit, Qt::Key_Return);
            QVERIFY2(edit->property("wrong").toBool(), text);
            QCOMPARE(window.session()->undoStack()->count(), 0);
        }
    }

    void keyboardNudgesAndEscapes() {
        MainWindow window(sharedStock());
        QVERIFY(window.openPath(QString::fromStdString(hefty::testing::demoPath())));
        window.goTo(app::stopIndex("layout"));
        window.show();
        QVERIFY(QTest::qWaitForWindowExposed(&window));
        Session &session = *window.session();
        QTRY_VERIFY_WITH_TIMEOUT(settled(session), 20000 * patience);
        auto *front = window.findChild<PlanView *>("layoutFront");
        front->findChild<QToolButton *>("enlarge.layoutFront")->click();
        front->focusTarget("height");
        QTest::keyClick(front, Qt::Key_Up);
        QCOMPARE(std::get<double>(session.piece()->settings.at("height")), 631.0);
        QTest::keyClick(front, Qt::Key_Up, Qt::ShiftModifier);
        QCOMPARE(std::get<double>(session.piece()->settings.at("height")), 641.0);
        QTRY_VERIFY_WITH_TIMEOUT(settled(session), 20000 * patience);
        // Esc puts a running drag back
        const QPoint from = front->targetPlace("height")->toPoint();
        QTest::mousePress(front, Qt::LeftButton, {}, from);
        QTest::mouseMove(front, from - QPoint(0, 6));
        QVERIFY(std::get<double>(session.piece()->settings.at("height")) > 641);
        QTest::keyClick(front, Qt::Key_Escape);
        QCOMPARE(std::get<double>(session.piece()->settings.at("height")), 641.0);
    }

    /// The handbook is there with its pictures and speaks of all stops.
    void handbookOpens() {
        MainWindow window(sharedStock());
        window.findChild<QAction *>("handbook")->trigger();
        auto *pages = window.findChild<QTextBrowser *>("handbookPages");
        QVERIFY(pages);
        const QString words = pages->toPlainText();
        for (const char *stop :
             {"1. Measure", "2. Lay out", "3. Load", "4. Prove", "5. Cut", "6. Weld", "7. Fit up", "8. Log"})
            QVERIFY2(words.contains(stop), stop);
        const QVariant picture =
            pages->loadResource(QTextDocument::ImageResource, QUrl("screenshots/layout.png"));
        QVERIFY(!picture.value<QImage>().isNull());
    }
    /// Every demo job is offered by its name with its pieces, and opens.
    void demoListOffersAll() {
        DemoList list;
        auto *jobs = list.findChild<QListWidget *>("demoJobs");
        const QDir folder(QString::fromStdString(demoFolder()));
        QCOMPARE(jobs->count(), static_cast<int>(folder.entryList({"*.girder.json"}).size()));
        for (int i = 0; i < jobs->count(); ++i) {
            jobs->setCurrentRow(i);
            QVERIFY(!jobs->item(i)->text().startsWith('\n') && jobs->item(i)->text().contains('\n'));
            QVERIFY(job::loadJob(list.chosen().toStdString()));
        }
    }
    /// The welcome shows every demo job with a picture, and each of its ways leads somewhere.
    void welcomeLeadsSomewhere() {
        MainWindow window(sharedStock());
        window.show();
        const auto open = [&window] {
            window.findChild<QAction *>("welcome")->trigger();
            return window.findChild<Welcome *>();
        };
        Welcome *sheet = open();
        QVERIFY(sheet);
        QTRY_VERIFY_WITH_TIMEOUT(sheet->isPainted(), 60000 * patience);
        const auto cards = sheet->findChildren<QToolButton *>(QRegularExpression("^demo\\."));
        const QDir folder(QString::fromStdString(demoFolder()));
        QCOMPARE(cards.size(), folder.entryList({"*.girder.json"}).size());
        for (const QToolButton *c : cards) {
            QVERIFY2(!c->icon().isNull(), qPrintable(c->objectName()));
            QVERIFY(!c->accessibleName().isEmpty());
            QVERIFY2(c->height() >= c->iconSize().height() + c->fontMetrics().height(),
                     "the picture and the name have room");
        }
        QTest::mouseClick(sheet->findChild<QToolButton *>("demo.heron-wheel-mount.girder"), Qt::LeftButton);
        QCOMPARE(window.session()->job().vehicle.name.find("Heron"), std::size_t{0});
        QTRY_VERIFY(!window.findChild<Welcome *>());
        sheet = open();
        QTest::mouseClick(sheet->findChild<QPushButton *>("welcomeNew"), Qt::LeftButton);
        QVERIFY(window.session()->job().vehicle.data.empty());
    }
    /// The tour points at controls that are there, forward, back and out again by keys.
    void tourPointsAtRealControls() {
        MainWindow window(sharedStock());
        window.show();
        window.findChild<QAction *>("tour")->trigger();
        auto *tour = window.findChild<Tour *>("tour");
        QVERIFY(tour);
        QVERIFY(!window.session()->job().pieces.empty());
        int halts = 0;
        for (; window.findChild<Tour *>("tour") && halts < 40; ++halts) {
            QVERIFY2(tour->target(), qPrintable(tour->findChild<QLabel *>("tourTitle")->text()));
            const QRect card = tour->findChild<QFrame *>("tourCard")->geometry();
            QVERIFY(tour->rect().contains(card));
            QVERIFY(!tour->findChild<QLabel *>("tourText")->text().isEmpty());
            QTest::mouseClick(tour->findChild<QPushButton *>("tourNext"), Qt::LeftButton);
            QApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
        }
        QVERIFY(halts >= 8 && halts < 40);
        window.findChild<QAction *>("tour")->trigger();
        tour = window.findChild<Tour *>("tour");
        QTest::keyClick(tour, Qt::Key_Right);
        QCOMPARE(tour->at(), 1);
        QTest::keyClick(tour, Qt::Key_Left);
        QCOMPARE(tour->at(), 0);
        QTest::keyClick(tour, Qt::Key_Escape);
        QApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
        QVERIFY(!window.findChild<Tour *>("tour"));
    }
    void unitsSwitchLive() {
        MainWindow window(sharedStock());
        QVERIFY(window.openPath(QString::fromStdString(hefty::testing::demoPath())));
        QTRY_VERIFY_WITH_TIMEOUT(settled(*window.session()), 20000 * patience);
        auto *clearance = window.findChild<GaugeButton *>("gauge.clearance");
        QVERIFY(clearance->valueText().endsWith("mm"));
        window.findChild<QAction *>("units")->trigger();
        QVERIFY2(clearance->valueText().endsWith("\""), qPrintable(clearance->valueText()));
        QVERIFY(window.findChild<QLineEdit *>("setting.width")->text().endsWith("\""));
        QCOMPARE(window.session()->undoStack()->count(), 0);
    }

    void pinnedVariantShowsTheChange() {
        MainWindow window(sharedStock());
        QVERIFY(window.openPath(QString::fromStdString(hefty::testing::demoPath())));
        Session &session = *window.session();
        QTRY_VERIFY_WITH_TIMEOUT(settled(session), 20000 * patience);
        window.findChild<QAction *>("pin")->trigger();
        session.setSetting("height", 660.0);
        QTRY_VERIFY_WITH_TIMEOUT(settled(session), 20000 * patience);
        // the brackets stay on the rails: the lowest point does not move, the approach angle does
        QCOMPARE(window.findChild<GaugeButton *>("gauge.clearance")->changeText(), QStringLiteral("±0 mm"));
        const QString change = window.findChild<GaugeButton *>("gauge.approach")->changeText();
        QVERIFY2(change.startsWith('+') && change != QStringLiteral("+0.0°"), qPrintable(change));
    }

    void proveFollowsTheChosenDuty() {
        MainWindow window(sharedStock());
        QVERIFY(window.openPath(QString::fromStdString(hefty::testing::demoPath())));
        window.goTo(app::stopIndex("prove"));
        window.show();
        QTRY_VERIFY_WITH_TIMEOUT(settled(*window.session()), 20000 * patience);
        auto *table = window.findChild<QTableView *>("checkTable");
        auto *duty = window.findChild<QComboBox *>("duty");
        table->selectRow(0);
        QVERIFY(duty->currentData().toString().startsWith("winch/"));
        QVERIFY(window.findChild<QLabel *>("moves")->text().contains("× of "));
        QTest::mouseClick(window.findChild<QPushButton *>("whyCheck"), Qt::LeftButton);
        QVERIFY(window.findChild<QDialog *>("workingSheet"));
    }

    /// A killed program's unsaved work is offered at the next start and comes back whole.
    void recoversAfterAKill() {
        QTemporaryDir home;
        QProcess child;
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        environment.insert("XDG_DATA_HOME", home.path());
        environment.insert("XDG_CONFIG_HOME", home.path());
        environment.insert("HEFTY_WALK_CHILD", "1");
        child.setProcessEnvironment(environment);
        child.setProcessChannelMode(QProcess::ForwardedErrorChannel);
        child.start(QCoreApplication::applicationFilePath(), {});
        QVERIFY(child.waitForStarted());
        const QString folder = home.path() + "/hefty-girder/hefty-girder/journal";
        QTRY_VERIFY_WITH_TIMEOUT(!QDir(folder).entryList({"*.json"}).isEmpty(), 30000 * patience);
        ::kill(static_cast<pid_t>(child.processId()), SIGKILL);
        QVERIFY(child.waitForFinished());
        QCOMPARE(child.exitStatus(), QProcess::CrashExit);

        qputenv("XDG_DATA_HOME", home.path().toUtf8());
        {
            MainWindow window(sharedStock());
            auto *recover = window.findChild<QPushButton *>("recover");
            QVERIFY(recover);
            recover->click();
            QCOMPARE(std::get<double>(window.session()->piece()->settings.at("cornerCut")), 33.0);
            QVERIFY(window.session()->isModified());
            QVERIFY(window.session()->path().endsWith("marten-front-bumper.girder.json"));
        }
        qputenv("XDG_DATA_HOME", m_dir.path().toUtf8());
    }

  private:
    static void checkPdf(const QString &path) {
        QProcess info;
        info.start("pdfinfo", {path});
        QVERIFY(info.waitForFinished());
        const QString facts = QString::fromUtf8(info.readAllStandardOutput());
        const int pages = facts.section("Pages:", 1).section('\n', 0, 0).trimmed().toInt();
        QVERIFY2(pages >= 3 && pages <= 12, qPrintable(facts));
        QProcess text;
        text.start("pdftotext", {"-layout", path, "-"});
        QVERIFY(text.waitForFinished());
        const QString words = QString::fromUtf8(text.readAllStandardOutput());
        for (const char *wanted : {"Marten front winch bumper", "Cut list", "Cautions", "beam.left",
                                   "RHS 150x100x8", "not proved", "What gives first"})
            QVERIFY2(words.contains(wanted), wanted);
    }

    QTemporaryDir m_dir;
};

int main(int argc, char **argv) {
    QApplication app(argc, argv);
    TestWalk test;
    // The child's own environment must stay as its parent set it.
    if (qEnvironmentVariableIsSet("HEFTY_WALK_CHILD")) {
        QApplication::setApplicationName("hefty-girder");
        QApplication::setOrganizationName("hefty-girder");
        applyTheme();
        TestWalk::editUntilKilled();
        return 0;
    }
    return QTest::qExec(&test, argc, argv);
}
#include "test_walk.moc"
