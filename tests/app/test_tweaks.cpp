#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>

#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::DemoWindow;

/// Changes to single parts, made in the box beside the picture.
class TestTweaks : public QObject {
    Q_OBJECT

  private slots:
    void initTestCase() { hefty::testing::useFolder(m_dir); }
    /// What is typed for a change stays while something else of the job changes, until the change is made.
    void whatIsTypedStays() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        demo.session().select("beam");
        auto *kind = demo.find<QComboBox>("tweakKind");
        kind->setCurrentIndex(kind->findText("Drill a hole"));
        auto *diameter = demo.find<QLineEdit>("tweakFirst");
        diameter->setFocus();
        diameter->selectAll();
        QTest::keyClicks(diameter, "13");
        QTest::keyClick(diameter, Qt::Key_Return);
        demo.session().setSetting("height", 655.0);
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("tweakMake"), Qt::LeftButton);
        QCOMPARE(demo.session().piece()->tweaks.back().value, 13.0);
    }
    /// A part clicked in the picture can be changed: wall, place, hole, gusset; each is one named step.
    void tweaksByHand() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        auto *kind = demo.find<QComboBox>("tweakKind");
        auto *make = demo.find<QPushButton>("tweakMake");
        const auto choose = [&](const char *part, const QString &what) {
            demo.session().select(part);
            kind->setCurrentIndex(kind->findText(what));
            return kind->currentText() == what;
        };
        QVERIFY(choose("beam.left", "Other wall"));
        auto *choice = demo.find<QComboBox>("tweakChoice");
        choice->setCurrentText("RHS 150x100x6");
        QTest::mouseClick(make, Qt::LeftButton);
        QVERIFY(choose("beam", "Drill a hole"));
        const auto type = [&](const char *field, const QString &text) {
            auto *edit = demo.find<QLineEdit>(field);
            edit->setFocus();
            edit->selectAll();
            QTest::keyClicks(edit, text);
            QTest::keyClick(edit, Qt::Key_Return);
        };
        type("tweakFirst", "1/2");
        type("tweakSecond", "300");
        QTest::mouseClick(make, Qt::LeftButton);
        QVERIFY(choose("bracket.right", "Add a gusset"));
        type("tweakFirst", "70");
        type("tweakSecond", "40");
        QTest::mouseClick(make, Qt::LeftButton);
        QVERIFY(choose("beam~tab.left", "Other leg"));
        type("tweakFirst", "10");
        QTest::mouseClick(make, Qt::LeftButton);
        QCOMPARE(demo.session().undoStack()->count(), 4);
        QVERIFY(demo.settle());
        const armor::Assembly &a = *demo.session().appraisal()->pieces[0].assembly;
        QVERIFY2(a.notes.empty(), a.notes.empty() ? "" : a.notes[0].text.text.c_str());
        QCOMPARE(a.bar("beam.left")->section.wall, 6.0);
        QVERIFY(std::abs(a.bar("beam")->holes.back().diameter - 12.7) < 1e-9);
        QVERIFY(a.has("gusset.right.outer.upper"));
        for (const armor::WeldJoint &w : a.welds)
            if (w.name == "beam~tab.left") QCOMPARE(w.leg, 10.0);
        // the list of changes takes one back
        QTest::mouseClick(demo.find<QPushButton>("removeTweak2"), Qt::LeftButton);
        QVERIFY(demo.settle());
        QCOMPARE(demo.session().appraisal()->pieces[0].assembly->bar("beam.left")->section.wall, 8.0);
        demo.session().undoStack()->undo();
        QCOMPARE(demo.session().job().pieces[0].tweaks.size(), std::size_t(2 + 4));
    }

  private:
    QTemporaryDir m_dir;
};

QTEST_MAIN(TestTweaks)
#include "test_tweaks.moc"
