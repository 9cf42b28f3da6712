#include <QCheckBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>

#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::testing;

namespace {

QDialog *sheet(DemoWindow &demo) {
    demo.find<QPushButton>("sizePiece")->click();
    return demo.find<QDialog>("sizingSheet");
}

QString said(QDialog *sheet) {
    return sheet->findChild<QLabel *>("sizingResult")->text();
}

}  // namespace

/// Sizes found, shown, taken and taken back in the window.
class TestSizingSheet : public QObject {
    Q_OBJECT

  private slots:
    void findsAndTakes() {
        DemoWindow demo("prove");
        QVERIFY(demo.settle());
        const auto before = demo.session().sharedJob();
        QDialog *s = sheet(demo);
        QVERIFY(s && s->isVisible());
        auto *take = s->findChild<QPushButton *>("sizingTake");
        QVERIFY(!take->isEnabled());
        auto *progress = s->findChild<QProgressBar *>("sizingProgress");
        int most = 0;
        connect(progress, &QProgressBar::valueChanged, s, [&most](int v) { most = std::max(most, v); });
        s->findChild<QPushButton *>("sizingBegin")->click();
        QVERIFY(progress->isVisible() && s->findChild<QPushButton *>("sizingStop")->isEnabled());
        QTRY_VERIFY_WITH_TIMEOUT(take->isEnabled(), 120000 * patience);
        QVERIFY(most > 0 && !progress->isVisible());
        QVERIFY2(said(s).contains("kg") && said(s).contains(" mm to "), qPrintable(said(s)));
        QVERIFY(demo.session().sharedJob() == before);  // nothing changes before it is taken
        take->click();
        QTRY_VERIFY(!demo.find<QDialog>("sizingSheet") || !demo.find<QDialog>("sizingSheet")->isVisible());
        QVERIFY(demo.session().sharedJob()->pieces[0].settings != before->pieces[0].settings);
        QCOMPARE(demo.session().undoStack()->undoText(), QString("Size the piece: lightest"));
        QVERIFY(demo.settle());
        QVERIFY(*demo.session().appraisal()->gauge("margin")->value <= 1);
        demo.session().undoStack()->undo();
        QVERIFY(demo.session().sharedJob()->pieces[0].settings == before->pieces[0].settings);
    }
    void stops() {
        DemoWindow demo("prove");
        QVERIFY(demo.settle());
        QDialog *s = sheet(demo);
        s->findChild<QPushButton *>("sizingBegin")->click();
        s->findChild<QPushButton *>("sizingStop")->click();
        QTRY_VERIFY_WITH_TIMEOUT(s->findChild<QPushButton *>("sizingBegin")->isEnabled(), 60000 * patience);
        QCOMPARE(said(s), QString("The search was stopped."));
        QVERIFY(!s->findChild<QPushButton *>("sizingTake")->isEnabled());
    }
    /// No heavier than the house allows, unless another limit is typed or it is taken away.
    void limitsTheMass() {
        DemoWindow demo("prove");
        QVERIFY(demo.settle());
        QDialog *s = sheet(demo);
        auto *mass = s->findChild<QLineEdit *>("sizingMass");
        auto *limits = s->findChild<QCheckBox *>("sizingLimitsMass");
        QVERIFY(limits->isChecked() && mass->text().contains("150"));
        limits->click();
        QVERIFY(!mass->isEnabled());
        limits->click();
        QApplication::setActiveWindow(s);
        mass->setFocus();
        mass->selectAll();
        QTest::keyClicks(mass, "20 kg");
        QTest::keyClick(mass, Qt::Key_Return);  // taken, and begun with
        QVERIFY(!s->findChild<QPushButton *>("sizingBegin")->isEnabled());
        QTRY_VERIFY_WITH_TIMEOUT(s->findChild<QPushButton *>("sizingBegin")->isEnabled(), 120000 * patience);
        QVERIFY2(said(s).contains("more than the 20") && said(s).contains("kg"), qPrintable(said(s)));
        QVERIFY(!s->findChild<QPushButton *>("sizingTake")->isEnabled());
    }
    /// What cannot hold says so, in the units of the screen.
    void saysWhyNot() {
        DemoWindow demo("prove");
        job::Job job = demo.session().job();
        job.rules.shockFactor = 5;
        demo.session().edit("Harder", job);
        QVERIFY(demo.settle());
        QDialog *s = sheet(demo);
        s->findChild<QPushButton *>("sizingBegin")->click();
        QTRY_VERIFY_WITH_TIMEOUT(s->findChild<QPushButton *>("sizingBegin")->isEnabled(), 120000 * patience);
        QVERIFY2(said(s).contains("No larger size helps"), qPrintable(said(s)));
    }
};

QTEST_MAIN(TestSizingSheet)
#include "test_sizing_sheet.moc"
