#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMenu>
#include <QProcess>
#include <QPushButton>
#include <QSlider>
#include <QTableView>
#include <QTextBrowser>

#include "app/stops/cut/cut_bench.h"
#include "app/views/plan_view.h"
#include "app/views/structure_view.h"
#include "app/window/findings_panel.h"
#include "app/window/gauge_bar.h"
#include "app/window/journal.h"
#include "app/window/traveler.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::DemoWindow;
using hefty::testing::gauge;

namespace {

/// True if two pictures of a widget differ somewhere.
bool differ(const QImage &a, const QImage &b) {
    return a.size() != b.size() || a != b;
}

}  // namespace

/// The benches by mouse and keyboard: what a click reaches, and what it shows.
class TestBench : public QObject {
    Q_OBJECT

  private slots:
    void initTestCase() { hefty::testing::useFolder(m_dir); }
    void cleanup() { setLook(Look::Light); }

    /// Every finding's "why" opens a sheet with its number; every "show me" goes to the stop it belongs to.
    void findingsShowAndExplain() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        const auto appraisal = demo.session().appraisal();
        QVERIFY(appraisal->findings.size() >= 4);
        for (const job::Finding &f : appraisal->findings) {
            const QString id = QString::fromStdString(f.id);
            auto *show = demo.find<QPushButton>("show." + id);
            QVERIFY2(show, f.id.c_str());
            show->click();
            const QString stop = QString::fromStdString(f.stop);
            QVERIFY2(demo.find<StopButton>("stop." + stop)->isChecked(), f.id.c_str());
            auto *why = demo.find<QPushButton>("why." + id);
            QCOMPARE(why != nullptr, f.working.has_value());
            if (!why) continue;
            why->click();
            const auto sheets = demo.window.findChildren<QDialog *>("workingSheet");
            QVERIFY(!sheets.isEmpty());
            const QString text = sheets.last()->findChild<QTextBrowser *>("workingText")->toPlainText();
            for (const working::Step &s : f.working->steps) {
                QVERIFY2(text.contains(QString::fromStdString(working::number(s.value))), f.id.c_str());
                QVERIFY2(text.contains(QString::fromStdString(s.source).simplified()), f.id.c_str());
            }
            for (QDialog *d : sheets) d->close();
            QApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
        }
    }
    /// The sentences follow the units, live.
    void findingsSpeakInches() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        demo.session().setSetting("height", 560.0);
        QVERIFY(demo.settle());
        const job::Finding *f = demo.session().appraisal()->finding("ladder/front-bumper");
        QVERIFY(f);
        auto *card = demo.find<QFrame>("finding.ladder/front-bumper");
        QVERIFY(card->findChild<QLabel *>()->text().contains("kN"));
        demo.find<QAction>("units")->trigger();
        card = demo.find<QFrame>("finding.ladder/front-bumper");
        QApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
        card = demo.find<QFrame>("finding.ladder/front-bumper");
        QVERIFY(card->findChild<QLabel *>()->text().contains("lbf"));
        QVERIFY(!card->findChild<QLabel *>()->text().contains("kN"));
    }
    /// Every gauge opens its Working and goes to what governs it.
    void gaugesExplain() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        for (const job::Gauge &g : demo.session().appraisal()->gauges) {
            auto *button = demo.find<GaugeButton>("gauge." + QString::fromStdString(g.id));
            QVERIFY2(button, g.id.c_str());
            QTest::mouseClick(button, Qt::LeftButton);
            auto *sheet = demo.find<QDialog>("workingSheet");
            QVERIFY2(sheet, g.id.c_str());
            const QString text = sheet->findChild<QTextBrowser *>("workingText")->toPlainText();
            QVERIFY2(text.contains(QString::fromStdString(working::number(g.working.steps.back().value))),
                     g.id.c_str());
            sheet->close();
            QApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
        }
    }
    /// The finder runs an action by its words, with the keyboard alone.
    void finderByWords() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        QTimer::singleShot(0, &demo.window, [&] {
            auto *words = demo.find<QLineEdit>("finderWords");
            QVERIFY(words);
            auto *list = demo.find<QListWidget>("finderList");
            const int all = list->count();
            QTest::keyClicks(words, "zzz");
            QCOMPARE(list->count(), 0);
            QTest::keyClick(words, Qt::Key_Return);  // nothing to run, nothing happens
            words->clear();
            QCOMPARE(list->count(), all);
            QTest::keyClicks(words, "switch unit");
            QCOMPARE(list->count(), 1);
            QTest::keyClick(words, Qt::Key_Return);
        });
        demo.find<QAction>("find")->trigger();
        QCOMPARE(demo.session().units(), measure::UnitSystem::Inch);
    }
    /// Clicking a part in a picture selects it; the picture marks it.
    void clickSelects() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        auto *front = demo.find<PlanView>("layoutFront");
        hefty::testing::enlarge(front);
        const QImage before = front->grab().toImage();
        QTest::mouseClick(front, Qt::LeftButton, {}, front->toScreen({0, 350, 640}).toPoint());
        QCOMPARE(demo.session().selected(), QStringLiteral("beam"));
        QVERIFY(differ(before, front->grab().toImage()));
        QTest::mouseClick(front, Qt::LeftButton, {}, QPoint(5, front->height() - 5));
        QVERIFY(demo.session().selected().isEmpty());
    }
    /// The wheel zooms about the pointer, a drag moves the paper, a double click fits it again.
    void zoomAndPan() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        auto *side = demo.find<PlanView>("layoutSide");
        hefty::testing::enlarge(side);
        const double scale = side->scale();
        const QPointF at(120, 90);
        const Vec3 under = side->toWorld(at - side->toScreen(Vec3::Zero()));
        QWheelEvent wheel(at, side->mapToGlobal(at), {}, {0, 240}, Qt::NoButton, Qt::NoModifier,
                          Qt::NoScrollPhase, false);
        QApplication::sendEvent(side, &wheel);
        QVERIFY(side->scale() > scale);
        QVERIFY((side->toScreen(under) - at).manhattanLength() < 1e-6);
        const QPointF origin = side->toScreen(Vec3::Zero());
        QTest::mousePress(side, Qt::LeftButton, {}, QPoint(20, 60));
        QTest::mouseMove(side, QPoint(50, 70));
        QTest::mouseRelease(side, Qt::LeftButton, {}, QPoint(50, 70));
        QVERIFY((side->toScreen(Vec3::Zero()) - origin - QPointF(30, 10)).manhattanLength() < 1.5);
        QTest::mouseDClick(side, Qt::LeftButton, {}, QPoint(20, 60));
        QVERIFY(std::abs(side->scale() - scale) < 1e-9);
    }
    /// Prove: the structure answers to turning, exaggeration and the duty chosen.
    void structureAnswers() {
        DemoWindow demo("prove");
        QVERIFY(demo.settle());
        auto *view = demo.find<StructureView>("structureView");
        auto *duty = demo.find<QComboBox>("duty");
        view->setFocus();
        const QImage worst = view->grab().toImage();
        duty->setCurrentIndex(duty->findData("winch/left-up/left"));
        emit duty->activated(duty->currentIndex());
        const QImage pulled = view->grab().toImage();
        QVERIFY(differ(worst, pulled));
        demo.find<QSlider>("exaggeration")->setValue(80);
        const QImage bent = view->grab().toImage();
        QVERIFY(differ(pulled, bent));
        QTest::keyClick(view, Qt::Key_Left, Qt::ShiftModifier);
        QVERIFY(differ(bent, view->grab().toImage()));
        QTest::mouseDClick(view, Qt::LeftButton);
        QVERIFY(!differ(bent, view->grab().toImage()));
        // the largest move of a duty is the one the core gives
        const proof::Proof &p = *demo.session().appraisal()->pieces[0].proof;
        for (std::size_t c = 0; c < p.duties.cases.size(); ++c)
            if (p.duties.cases[c].id == "winch/left-up/left")
                QVERIFY(
                    demo.find<QLabel>("moves")->text().contains(QString::fromStdString(measure::printQuantity(
                        p.largestMove[c], measure::Quantity::DrilledLength, measure::UnitSystem::Metric))));
    }
    /// Nothing that stands on a remedy is cut off, nor how far a shape moves.
    void whatIsSaidIsReadWhole() {
        DemoWindow demo("prove");
        QVERIFY(demo.settle());
        int seen = 0;
        for (const job::Finding &f : demo.session().appraisal()->findings)
            for (const job::Remedy &r : f.remedies) {
                const QString setting = r.edit.settings.empty()
                                            ? "tweak"
                                            : QString::fromStdString(r.edit.settings.begin()->first);
                auto *button =
                    demo.find<QPushButton>("remedy." + QString::fromStdString(f.id) + "." + setting);
                QVERIFY(button);
                QString text = button->text();
                text.replace('\n', ' ');
                QVERIFY2(text.startsWith(QString::fromStdString(r.label.in(measure::UnitSystem::Metric))),
                         qPrintable(text));
                for (const QString &line : button->text().split('\n'))
                    QVERIFY2(button->fontMetrics().horizontalAdvance(line) < button->width() - 16,
                             qPrintable(line));
                const int lines = static_cast<int>(button->text().count('\n')) + 1;
                QVERIFY(button->height() >= lines * button->fontMetrics().height());
                ++seen;
            }
        QVERIFY(seen >= 3);
        auto *duty = demo.find<QComboBox>("duty");
        duty->setCurrentIndex(duty->findData("winch/left-up/left"));
        emit duty->activated(duty->currentIndex());
        demo.find<QSlider>("exaggeration")->setValue(100);
        auto *moves = demo.find<QLabel>("moves");
        QVERIFY2(moves->fontMetrics().horizontalAdvance(moves->text()) <= moves->width(),
                 qPrintable(moves->text()));
    }
    /// A remedy that changes no setting but adds parts: its button says so, a click adds them, undo takes
    /// them off again.
    void remediesThatAddParts() {
        DemoWindow demo("prove");
        job::Job plain = demo.session().job();
        plain.pieces[0].tweaks.clear();  // without its inner gussets
        demo.session().edit("Plain", plain);
        QVERIFY(demo.settle());
        const QString id = "check/weld/beam~bracket.left";
        const job::Finding *f = demo.session().appraisal()->finding(id.toStdString());
        QVERIFY(f);
        const auto adds = std::find_if(f->remedies.begin(), f->remedies.end(),
                                       [](const job::Remedy &r) { return r.edit.settings.empty(); });
        QVERIFY(adds != f->remedies.end() && adds->cures && adds->edit.tweaks.size() == 2);
        auto *button = demo.find<QPushButton>("remedy." + id + ".tweak");
        QVERIFY(button);
        const QString label = QString::fromStdString(adds->label.in(measure::UnitSystem::Metric));
        QVERIFY(button->text().replace('\n', ' ').startsWith(label));
        const std::size_t before = demo.session().piece()->tweaks.size();
        const std::size_t plates = demo.session().appraisal()->pieces[0].assembly->sheets.size();
        const int steps = demo.session().undoStack()->count();
        QTest::mouseClick(button, Qt::LeftButton);
        QCOMPARE(demo.session().piece()->tweaks.size(), before + 2);
        QVERIFY(demo.settle());
        QVERIFY(!demo.session().appraisal()->finding(id.toStdString()));
        QCOMPARE(demo.session().appraisal()->pieces[0].assembly->sheets.size(), plates + 2);
        QCOMPARE(demo.session().undoStack()->count(), steps + 1);
        QVERIFY(demo.session().undoStack()->undoText().contains(label));
        QTest::keyClick(&demo.window, Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(demo.session().piece()->tweaks.size(), before);
        QVERIFY(demo.settle());
        QVERIFY(demo.session().appraisal()->finding(id.toStdString()));
    }
    void signOffAndReopen() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        auto *sign = demo.find<QPushButton>("signOff");
        QVERIFY(!demo.session().job().signedOff.contains("layout"));
        QTest::mouseClick(sign, Qt::LeftButton);
        QVERIFY(demo.session().job().signedOff.contains("layout"));
        // one thing is still to settle: the card says so before it says the date
        QVERIFY(demo.find<StopButton>("stop.layout")->stateText().contains("to settle"));
        QTest::mouseClick(sign, Qt::LeftButton);
        QVERIFY(!demo.session().job().signedOff.contains("layout"));
        QCOMPARE(demo.session().undoStack()->count(), 2);
    }
    void darkAndLight() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        const QImage light = demo.window.grab().toImage();
        demo.find<QAction>("dark")->trigger();
        const QImage dark = demo.window.grab().toImage();
        QVERIFY(dark.pixelColor(156, 130).lightness() < light.pixelColor(156, 130).lightness());
        demo.find<QAction>("dark")->trigger();
        const QImage again = demo.window.grab().toImage();
        for (const QPoint p : {QPoint(156, 130), QPoint(60, 400), QPoint(1100, 500), QPoint(600, 770)})
            QCOMPARE(again.pixelColor(p), light.pixelColor(p));
    }
    void foldingTheFindings() {
        DemoWindow demo;
        auto *panel = demo.find<FindingsPanel>("findings");
        QVERIFY(panel->isVisible());
        demo.find<QAction>("fold")->trigger();
        QVERIFY(!panel->isVisible());
        demo.find<QAction>("fold")->trigger();
        QVERIFY(panel->isVisible());
    }
    /// The pinned variant is shown while the key is held, and only then.
    void peekAtThePinned() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        demo.find<QAction>("pin")->trigger();
        const double before = gauge(demo.session(), "approach");
        demo.session().setSetting("height", 700.0);
        QVERIFY(demo.settle());
        auto *button = demo.find<GaugeButton>("gauge.approach");
        const QString now = button->valueText();
        demo.find<QAction>("peek")->trigger();
        QVERIFY(demo.session().isShowingPinned());
        QVERIFY(button->valueText() != now);
        QCOMPARE(demo.session().shownAppraisal()->gauge("approach")->value.value(), before);
        QTest::keyRelease(&demo.window, Qt::Key_F8);
        QCOMPARE(button->valueText(), now);
    }
    /// Cut & bend: a part chosen in the list tells its holes and how to cut it, in the units chosen.
    void cutListTellsHow() {
        DemoWindow demo("cut");
        demo.session().setSetting("cornerCut", 60.0);
        QVERIFY(demo.settle());
        auto *table = demo.find<QTableView>("cutTable");
        auto *note = demo.find<QLabel>("cutNote");
        const auto rowOf = [&](const QString &part) {
            for (int r = 0; r < table->model()->rowCount(); ++r)
                if (table->model()->index(r, 0).data(Qt::UserRole).toString() == part) return r;
            return -1;
        };
        table->selectRow(rowOf("beam"));
        QVERIFY2(note->text().contains("rope") && note->text().contains("fairlead bolt"),
                 qPrintable(note->text()));
        QCOMPARE(demo.session().selected(), QStringLiteral("beam"));
        QCOMPARE(table->model()->index(rowOf("beam.left"), 0).data().toString(),
                 QStringLiteral("left end of the beam"));
        table->selectRow(rowOf("beam.left"));
        QVERIFY2(note->text().contains("68 mm at the tip"), qPrintable(note->text()));
        demo.find<QAction>("units")->trigger();
        table->selectRow(rowOf("beam.left"));
        QVERIFY2(note->text().contains("2-11/16\" at the tip"), qPrintable(note->text()));
    }
    /// The job sheet follows the units, and its pictures carry their labels.
    void jobSheetHasItsPictures() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        for (const auto units : {measure::UnitSystem::Metric, measure::UnitSystem::Inch}) {
            demo.session().setUnits(units);
            demo.saveTo = m_dir.filePath("sheet.pdf");
            demo.find<QAction>("exportPdf")->trigger();
            QProcess text;
            text.start("pdftotext", {"-layout", demo.saveTo, "-"});
            QVERIFY(text.waitForFinished());
            const QString words = QString::fromUtf8(text.readAllStandardOutput());
            QCOMPARE(words.contains(" kN"), units == measure::UnitSystem::Metric);
            QCOMPARE(words.contains(" lbf"), units == measure::UnitSystem::Inch);
            QCOMPARE(words.contains(" mm × "), units == measure::UnitSystem::Metric);  // sizes of plates
            for (const char *wanted : {"From ahead", "From the side", "From above", "approach 37.2", "R-104"})
                QVERIFY2(words.contains(wanted), wanted);
        }
        // every page has ink on it
        QProcess pages;
        pages.start("pdftoppm", {"-r", "20", "-gray", demo.saveTo, m_dir.filePath("page")});
        QVERIFY(pages.waitForFinished());
        const QStringList files = QDir(m_dir.path()).entryList({"page*.pgm"});
        QVERIFY(files.size() >= 3);
        for (const QString &f : files) {
            const QImage page(m_dir.filePath(f));
            int dark = 0;
            for (int y = 0; y < page.height() * 92 / 100; ++y)  // its foot line left out
                for (int x = 0; x < page.width(); ++x) dark += qGray(page.pixel(x, y)) < 160;
            QVERIFY2(dark > 20, qPrintable(QString("%1: %2").arg(f).arg(dark)));
        }
    }
    void filesThatCannotBeWritten() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        for (const char *name : {"saveAs", "exportCuts", "exportPdf"}) {
            demo.told.clear();
            demo.saveTo = "/no/such/folder/file";
            demo.find<QAction>(name)->trigger();
            QVERIFY2(demo.told.contains("/no/such/folder/file"), name);
        }
        QVERIFY(QDir(m_dir.path()).entryList({"*.saving"}).isEmpty());
        // and nothing is asked twice when the person changes their mind
        demo.told.clear();
        demo.saveTo.clear();
        for (const char *name : {"saveAs", "exportCuts", "exportPdf"}) demo.find<QAction>(name)->trigger();
        QVERIFY(demo.told.isEmpty());
    }
    void recentJobsOpenAgain() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        demo.saveTo = m_dir.filePath("first.girder.json");
        demo.find<QAction>("saveAs")->trigger();
        demo.openFrom = QString::fromStdString(hefty::testing::demoPath());
        demo.find<QAction>("open")->trigger();
        QVERIFY(demo.session().path().endsWith("marten-front-bumper.girder.json"));
        auto *recent = demo.find<QMenu>("recent");
        QAction *first = nullptr;
        for (QAction *a : recent->actions())
            if (a->text() == "first.girder.json") first = a;
        QVERIFY(first);
        first->trigger();
        QCOMPARE(demo.session().path(), demo.saveTo);
    }
    /// The journal of a program that lives is left alone; a broken one is never offered.
    void journalsOfOthers() {
        QTemporaryDir home;
        qputenv("XDG_DATA_HOME", home.path().toUtf8());
        {
            Journal living, looking;
            living.note(std::make_shared<const job::Job>(hefty::testing::demoJob()), "/a/b.girder.json");
            living.keep();
            QVERIFY(looking.leftovers().empty());  // its lock is held
            QFile broken(Journal::folder() + "/broken.json");
            QVERIFY(broken.open(QIODevice::WriteOnly));
            broken.write("{\"job\": 5");
            broken.close();
            QVERIFY(looking.leftovers().empty());
        }
        Journal after;
        const auto left = after.leftovers();
        QCOMPARE(left.size(), std::size_t(1));
        QCOMPARE(left[0].jobPath, QStringLiteral("/a/b.girder.json"));
        QCOMPARE(left[0].jobName, QStringLiteral("Marten front winch bumper"));
        QVERIFY(Journal::read(left[0]).value() == hefty::testing::demoJob());
        Journal::remove(left[0]);
        QVERIFY(after.leftovers().empty());
        qputenv("XDG_DATA_HOME", m_dir.path().toUtf8());
    }
    /// Each control that a person can reach with Tab says its name to a screen reader.
    void controlsHaveNames() {
        for (int stop = 0; stop < static_cast<int>(stops.size()); ++stop) {
            DemoWindow demo(stops[static_cast<std::size_t>(stop)].id);
            QVERIFY(demo.settle());
            for (QWidget *w : demo.window.findChildren<QWidget *>()) {
                if (!w->isVisible() || w->focusPolicy() == Qt::NoFocus) continue;
                const bool isControl = qobject_cast<QAbstractButton *>(w) || qobject_cast<QLineEdit *>(w) ||
                                       qobject_cast<QComboBox *>(w) || qobject_cast<QSlider *>(w) ||
                                       qobject_cast<QTableView *>(w) || qobject_cast<PlanView *>(w);
                if (!isControl || w->objectName().startsWith("qt_")) continue;
                auto *button = qobject_cast<QAbstractButton *>(w);
                QVERIFY2(!w->accessibleName().isEmpty() || (button && !button->text().isEmpty()),
                         qPrintable(QString(w->metaObject()->className()) + " " + w->objectName()));
            }
        }
    }

  private:
    QTemporaryDir m_dir;
};

QTEST_MAIN(TestBench)
#include "test_bench.moc"
