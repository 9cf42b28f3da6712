#include <QAbstractSlider>
#include <QCheckBox>
#include <QDialog>
#include <QImage>
#include <QLabel>
#include <QPushButton>
#include <QSpinBox>
#include <QTableWidget>
#include <QToolButton>
#include <QUndoStack>

#include "app/stops/cut/bend_page.h"
#include "app/stops/cut/sheet_page.h"
#include "app/views/plan_view.h"
#include "app/views/scene_painter.h"
#include "app/window/asking.h"
#include "app/window/gauge_bar.h"
#include "core/rig/stuck.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using namespace hefty::testing;

namespace {

/// Goes on by Tab until a widget of a name has the keys; false: it is never reached.
bool tabTo(const QString &name) {
    for (int i = 0; i < 900; ++i) {
        QWidget *now = QApplication::focusWidget();
        if (now && now->objectName() == name) return true;
        QTest::keyClick(now ? now : QApplication::activeWindow(), Qt::Key_Tab);
    }
    return false;
}

void press(Qt::Key key) {
    QTest::keyClick(QApplication::focusWidget(), key);
}

/// Writes over what a field says.
void write(const char *field, const QString &text) {
    QVERIFY2(tabTo(QStringLiteral("build.") + field), field);
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_A, Qt::ControlModifier);
    QTest::keyClicks(QApplication::focusWidget(), text);
}

/// An empty piece in place of the rear beam, its tray open at what is built by hand.
void beginEmpty(DemoWindow &demo) {
    demo.session().choosePiece("rear-beam");
    demo.session().removePiece();
    demo.session().addPiece(*armor::pattern("from-nothing"));
    QTest::mouseClick(demo.find<QPushButton>("trayByHand"), Qt::LeftButton);
    QVERIFY(demo.session().piece()->operations.empty());
}

/// A control that a person can be expected to reach with Tab.
bool isControl(const QWidget *w) {
    return w->isVisible() && w->isEnabled() && (w->focusPolicy() & Qt::TabFocus) &&
           !w->objectName().startsWith("qt_") && w->objectName() != "" &&
           (qobject_cast<const QAbstractButton *>(w) || qobject_cast<const QLineEdit *>(w) ||
            qobject_cast<const QComboBox *>(w) || qobject_cast<const QAbstractSpinBox *>(w) ||
            qobject_cast<const QAbstractSlider *>(w) || qobject_cast<const QAbstractItemView *>(w));
}

int pixelsOf(const QImage &image, const QRect &box, const QColor &color) {
    int n = 0;
    for (int y = box.top(); y <= box.bottom(); ++y)
        for (int x = box.left(); x <= box.right(); ++x) n += image.pixelColor(x, y) == color;
    return n;
}

}  // namespace

/// What a person's hands do: pieces built by mouse or by keys alone, every page reached by keys, and what the
/// eye then reads.
class TestHands : public QObject {
    Q_OBJECT

  private slots:
    void initTestCase() { useFolder(m_dir); }

    /// An empty piece by the mouse alone: a tube between two places of the drawings, a post on its middle, a
    /// hole where the post is pointed at, and back to nothing.
    void emptyPieceByMouse() {
        DemoWindow demo("layout", demoPath("marten-full-set"));
        QVERIFY(demo.settle());
        beginEmpty(demo);
        QVERIFY(demo.settle());
        auto *front = demo.find<PlanView>("layoutFront");
        hefty::testing::enlarge(front);
        auto *kind = demo.find<QComboBox>("buildKind");
        const auto click = [&](const Vec3 &at) {
            QTest::qWait(50);  // views that are laid out anew have settled
            const QPoint to = front->toScreen(at).toPoint();
            QTest::mouseMove(front, to);
            QTest::mouseClick(front, Qt::LeftButton, {}, to);
        };
        const auto build = [&] {
            QTest::mouseClick(demo.find<QPushButton>("buildMake"), Qt::LeftButton);
            QVERIFY2(demo.find<QLabel>("buildNote")->text().isEmpty(),
                     qPrintable(demo.find<QLabel>("buildNote")->text()));
            QVERIFY(demo.settle());
        };
        const auto part = [&](const char *name) {
            return demo.session().chosen(*demo.session().appraisal())->assembly->bar(name);
        };
        kind->setCurrentIndex(kind->findData("tube"));
        QTest::mouseClick(demo.find<QToolButton>("pick.from"), Qt::LeftButton);
        click({0, 300, 760});
        click({0, -300, 760});
        build();
        const parts::BarPart *beam = part("tube");
        QVERIFY(beam);
        QVERIFY2(std::abs(beam->length() - 600) < 25, qPrintable(QString::number(beam->length())));
        QVERIFY(std::abs(beam->from.x() - beam->to.x()) < 1e-6);  // both as deep as the vehicle begins
        const Vec3 middle = (beam->from + beam->to) / 2;
        QTest::mouseClick(demo.find<QToolButton>("pick.from"), Qt::LeftButton);
        click(middle);
        QVERIFY2(demo.find<QLineEdit>("build.from")->text().startsWith("tube@"),
                 qPrintable(demo.find<QLineEdit>("build.from")->text()));
        click(middle - Vec3(0, 0, 250));
        demo.find<QComboBox>("build.section")
            ->setCurrentText("SHS 40x40x4");  // it stands on the flat of the other
        build();
        const parts::BarPart *post = part("tube2");
        QVERIFY(post);
        const auto held = demo.session().appraisal();
        const armor::Assembly &built = *demo.session().chosen(*held)->assembly;
        QVERIFY(std::any_of(built.welds.begin(), built.welds.end(), [](const armor::WeldJoint &w) {
            return (w.a == "tube" && w.b == "tube2") || (w.a == "tube2" && w.b == "tube");
        }));
        QTest::mouseClick(demo.find<QPushButton>("removeOperation1"), Qt::LeftButton);
        QVERIFY(demo.settle());
        QVERIFY(!part("tube2") && part("tube"));
        QTest::mouseClick(demo.find<QToolButton>("undoButton"), Qt::LeftButton);
        QVERIFY(demo.settle());
        QVERIFY(part("tube2"));
        for (int i = 0; i < 2; ++i) QTest::mouseClick(demo.find<QToolButton>("undoButton"), Qt::LeftButton);
        QVERIFY(demo.session().piece()->operations.empty());
    }
    /// The same by keys alone: Tab from field to field, the kind by arrows, Space on the button, Ctrl+Z.
    void emptyPieceByKeys() {
        DemoWindow demo("layout", demoPath("marten-full-set"));
        QVERIFY(demo.settle());
        beginEmpty(demo);
        QVERIFY(QTest::qWaitForWindowActive(&demo.window));
        const auto build = [&] {
            QVERIFY(tabTo("buildMake"));
            press(Qt::Key_Space);
            QVERIFY2(demo.find<QLabel>("buildNote")->text().isEmpty(),
                     qPrintable(demo.find<QLabel>("buildNote")->text()));
        };
        const auto kindTo = [&](const char *op) {
            QVERIFY(tabTo("buildKind"));
            auto *kind = demo.find<QComboBox>("buildKind");
            press(Qt::Key_Home);
            while (kind->currentData().toString() != op && kind->currentIndex() + 1 < kind->count())
                press(Qt::Key_Down);
            QCOMPARE(kind->currentData().toString(), QString(op));
        };
        kindTo("tube");
        write("name", "beam");
        write("from", "-4440, 600, 640");
        write("to", "-4440, -600, 640");
        build();
        kindTo("bracket");
        write("beam", "beam");
        build();
        kindTo("tab");
        write("beam", "beam");
        write("thickness", "25");
        build();
        kindTo("mirror");
        write("part", "tab.left");
        build();
        QCOMPARE(demo.session().piece()->operations.size(), std::size_t{4});
        QVERIFY(demo.settle());
        const auto held = demo.session().appraisal();
        const job::PieceAppraisal *own = demo.session().chosen(*held);
        for (const char *part : {"beam", "bracket.left", "bracket.right", "tab.left", "tab.right"})
            QVERIFY2(own->assembly->has(part), part);
        QCOMPARE(own->assembly->sheet("tab.right")->thickness, 25.0);
        QVERIFY(own->proof && !own->proof->checks.empty());
        QTest::keyClick(&demo.window, Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(demo.session().piece()->operations.size(), std::size_t{3});
        QTest::keyClick(&demo.window, Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
        QCOMPARE(demo.session().piece()->operations.size(), std::size_t{4});
    }
    void everyControlByTab_data() {
        QTest::addColumn<QString>("stop");
        QTest::addColumn<QString>("button");
        QTest::addColumn<QString>("page");
        const auto row = [](const char *stop, const char *button, const char *page) {
            QTest::newRow(button) << stop << button << page;
        };
        row("load", "pageStuck", "stuckPage");
        row("load", "pageRide", "ridePage");
        row("cut", "pageBender", "bendPage");
        row("cut", "pageSheets", "sheetPage");
        row("log", "pagePull", "pullPage");
    }
    /// Each control of a page is reached from its button by Tab, and the keys come out of the page again.
    void everyControlByTab() {
        QFETCH(QString, stop);
        QFETCH(QString, button);
        QFETCH(QString, page);
        DemoWindow demo(stop.toUtf8().constData(), demoPath("marten-tube-front"));
        QVERIFY(demo.settle());
        auto *opens = demo.find<QPushButton>(button);
        opens->setFocus();
        press(Qt::Key_Space);
        auto *shown = demo.find<QWidget>(page);
        QVERIFY(shown->isVisible() && opens->hasFocus());
        QSet<QWidget *> wanted, reached;
        for (QWidget *w : shown->findChildren<QWidget *>())
            if (isControl(w)) wanted.insert(w);
        QVERIFY2(wanted.size() >= 2, qPrintable(page));
        bool back = false;
        for (int i = 0; i < 200 && !back; ++i) {
            press(Qt::Key_Tab);
            QVERIFY(QApplication::focusWidget());
            reached.insert(QApplication::focusWidget());
            back = opens->hasFocus();
        }
        QVERIFY2(back, "the keys do not come back");
        for (QWidget *w : wanted) QVERIFY2(reached.contains(w), qPrintable(w->objectName()));
    }
    /// Texts of dimensions keep off what is there: aside along the line, or away.
    void dimensionsKeepApart() {
        QImage image(400, 200, QImage::Format_RGB32);
        image.fill(colors().panel);
        QPainter p(&image);
        p.setFont(measureFont(10));
        std::vector<QRectF> taken;
        for (int i = 0; i < 4; ++i)
            drawDimension(p, {20, 100.0 + i}, {380, 100.0 + i}, "3220 mm", colors().blue, &taken);
        QCOMPARE(taken.size(), std::size_t{4});
        for (std::size_t i = 0; i < taken.size(); ++i)
            for (std::size_t k = 0; k < i; ++k) QVERIFY(!taken[i].intersects(taken[k]));
        QVERIFY(taken[0].contains(QPointF(200, 100)));  // the first in the middle
        drawDimension(p, {20, 60}, {380, 60}, {}, colors().blue, &taken);
        QCOMPARE(taken.size(), std::size_t{4});  // no text takes no room
        std::vector<QRectF> all{QRectF(0, 0, 400, 200)};
        drawDimension(p, {20, 150}, {380, 150}, "3220 mm", colors().blue, &all);
        QCOMPARE(all.size(), std::size_t{1});
        drawDimension(p, {50, 20}, {50, 190}, "405 mm", colors().blue, &taken);
        QCOMPARE(taken.size(), std::size_t{5});  // an upright one where there is room
    }
    void namesForFiles() {
        QCOMPARE(fileNameFor("Marten front, rear and sides"), QString("Marten-front-rear-and-sides"));
        QCOMPARE(fileNameFor(" a/b\\c: 1/2\" "), QString("a-b-c-1-2-"));
        QCOMPARE(fileNameFor("Löwe 8.5"), QString("Löwe-8.5"));
        QCOMPARE(fileNameFor(""), QString());
    }
    /// A job whose name has a slash is offered a file name, not a folder.
    void savedUnderItsName() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        demo.session().edit("name", [](job::Job &job) { job.name = "Front/rear"; });
        QString proposed;
        demo.window.asking.saveFile = [&](QWidget *, const QString &, const QString &name, const QString &) {
            proposed = name;
            return QString();
        };
        demo.find<QAction>("saveAs")->trigger();
        QCOMPARE(proposed, QString("front-rear.girder.json"));
        QVERIFY(demo.session().isModified());
    }
    /// Two kinds of sheets with one mark that has a slash in it: a file for each sheet, none written over.
    void filesOfSheetsWithOneMark() {
        DemoWindow demo("cut", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        demo.session().edit("sheets", [](job::Job &job) {
            for (workshop::SheetItem &s : job.shop.sheets) s.id = "rest 1/2";
        });
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("pageSheets"), Qt::LeftButton);
        QTest::mouseClick(demo.find<QPushButton>("layPlates"), Qt::LeftButton);
        QVERIFY(QTest::qWaitFor([&] { return demo.find<QPushButton>("sheetFiles")->isEnabled(); },
                                60000 * patience));
        QTemporaryDir out;
        const auto written = demo.window.findChild<SheetPage *>("sheetPage")->writeFiles(out.path());
        QVERIFY(written.has_value());
        const QStringList files = QDir(out.path()).entryList({"*.dxf"});
        QCOMPARE(files.size(), *written);
        QVERIFY2(files.filter("rest-1-2").size() >= 2, qPrintable(files.join(" ")));
        QVERIFY(!demo.window.findChild<SheetPage *>("sheetPage")->writeFiles("/no/such/folder"));
    }
    /// The tube is seen in the bender from above and along it, and moves with the slider.
    void tubeIsSeenInTheBender() {
        DemoWindow demo("cut", demoPath("marten-tube-front"));
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("pageBender"), Qt::LeftButton);
        auto *view = demo.find<QWidget>("benderView");
        auto *place = demo.find<QAbstractSlider>("bendPlace");
        const auto seen = [&](int at) {
            place->setValue(at);
            return view->grab().toImage();
        };
        const QImage before = seen(0), half = seen(50), after = seen(99);
        const QRect left(0, 0, before.width() * 6 / 10, before.height());
        for (const QImage &i : {before, half, after}) QVERIFY(pixelsOf(i, left, colors().yellow) > 300);
        // Seen along itself the straight tube is a ring behind the bed; what has turned stands out of it.
        const QRect right(before.width() * 65 / 100, 0, before.width() * 34 / 100, before.height());
        for (const QImage &i : {half, after}) QVERIFY(pixelsOf(i, right, colors().yellow) > 20);
        QVERIFY(before != half && half != after);
        // What has been bent stands toward the die's side, above the line of the tube.
        const QRect upper(left.left(), 0, left.width(), left.height() / 2);
        QVERIFY(pixelsOf(after, upper, colors().yellow) > pixelsOf(before, upper, colors().yellow));
    }
    /// Both sliders' outer tubes of one tube: one row in place of two, what it saves is told, one undo takes
    /// it back.
    void bothSidesOfOneTube() {
        DemoWindow demo("cut", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        demo.session().choosePiece("sliders");
        QTest::mouseClick(demo.find<QPushButton>("pageBender"), Qt::LeftButton);
        auto *table = demo.find<QTableWidget>("bendTable");
        const int rows = table->rowCount();
        QVERIFY(rows >= 2);
        QTest::mouseClick(demo.find<QCheckBox>("bendTwins"), Qt::LeftButton, {}, QPoint(10, 10));
        QVERIFY(demo.answered());
        QVERIFY(demo.session().job().shop.twins);
        QVERIFY2(table->rowCount() < rows, qPrintable(QString::number(table->rowCount())));
        QVERIFY2(table->item(0, 0)->text().contains(" and ") && table->item(0, 4)->text().contains("saves"),
                 qPrintable(table->item(0, 4)->text()));
        demo.session().undoStack()->undo();
        QVERIFY(demo.answered());
        QVERIFY(!demo.session().job().shop.twins && table->rowCount() == rows);
    }
    /// The grounds are those of the core; what nobody has said of an anchor is the person's to judge.
    void groundsAndAnchor() {
        DemoWindow demo("load", demoPath("marten-front-bumper"));
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("pageStuck"), Qt::LeftButton);
        auto *ground = demo.find<QComboBox>("stuckGround");
        QCOMPARE(ground->count(), static_cast<int>(rig::grounds().size()));
        auto *table = demo.find<QTableWidget>("stuckTable");
        const auto saysOf = [&](const QString &start) {
            QStringList out;
            for (int r = 0; r < table->rowCount(); ++r)
                if (table->item(r, 0)->text().startsWith(start)) out << table->item(r, 3)->text();
            return out;
        };
        demo.find<QComboBox>("stuckMired")->setCurrentIndex(2);
        QCOMPARE(saysOf("Anchor"), QStringList{"for you to judge"});
        QVERIFY(!saysOf("Block").isEmpty());
        for (const QString &s : saysOf("Block")) QCOMPARE(s, QString("by its mark"));
        for (const QString &s : saysOf("Winch")) QVERIFY(s == "holds" || s == "too much");
        const auto pull = [&] {
            return table->item(table->rowCount() - 1, 1)->text().split(' ')[0].toDouble();
        };
        double before = 0;
        for (int i = 0; i < ground->count(); ++i) {
            ground->setCurrentIndex(i);
            QVERIFY2(pull() > before, qPrintable(ground->currentText()));
            before = pull();
        }
    }
    /// Hours and what the material costs lead to the saw, where they come from.
    void gaugesLeadToTheirStop() {
        for (const char *gauge : {"hours", "cost"}) {
            DemoWindow demo;
            QVERIFY(demo.settle());
            QTest::mouseClick(demo.find<GaugeButton>(QStringLiteral("gauge.") + gauge), Qt::LeftButton);
            QVERIFY2(demo.find<QWidget>("cutTable")->isVisible(), gauge);
            QVERIFY(demo.find<QDialog>("workingSheet"));
        }
        DemoWindow demo;
        QVERIFY(demo.settle());
        auto *hours = demo.find<GaugeButton>("gauge.hours");
        const job::Gauge *g = demo.session().appraisal()->gauge("hours");
        QVERIFY(std::isinf(g->limit) && !g->aside.empty() && !g->broken());
        QVERIFY2(hours->accessibleName().contains(hours->valueText()), qPrintable(hours->accessibleName()));
        QVERIFY(!hours->accessibleName().contains("inf"));
    }

  private:
    QTemporaryDir m_dir;
};

QTEST_MAIN(TestHands)
#include "test_hands.moc"
