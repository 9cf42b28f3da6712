#include <QComboBox>
#include <QTableView>

#include "app/views/structure_view.h"
#include "app/window/theme.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::testing;

namespace {

bool closeUp(DemoWindow &demo) {
    return QTest::qWaitFor(
        [&] {
            return !demo.session().isWorking() && demo.session().appraisal()->detail == proof::Detail::Halved;
        },
        120000 * patience);
}

int pixelsOf(const QImage &image, const QColor &color) {
    int count = 0;
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x) count += image.pixelColor(x, y) == color ? 1 : 0;
    return count;
}

}  // namespace

/// Plates as shells, seams and strikes in the window.
class TestCloserLook : public QObject {
    Q_OBJECT

  private slots:
    void platesSeamsAndStrikes() {
        DemoWindow demo("prove", demoPath(), true);
        QVERIFY(closeUp(demo));
        const auto *model = demo.find<QTableView>("checkTable")->model();
        QStringList titles;
        for (int r = 0; r < model->rowCount(); ++r) titles << model->index(r, 1).data().toString();
        for (const char *wanted : {"tray: yielding of the plate", "its hardest worked stretch",
                                   "energy against what the piece takes up"})
            QVERIFY2(titles.filter(wanted).size() > 0, wanted);
        auto *view = demo.find<app::StructureView>("structureView");
        auto *duty = demo.find<QComboBox>("duty");
        const int strike = duty->findData("strike/end.left");
        QVERIFY(strike > 0);
        const QImage before = view->grab().toImage();
        duty->setCurrentIndex(strike);
        emit duty->activated(strike);
        const QImage after = view->grab().toImage();
        QVERIFY(before != after);
        // its hinges stand in yellow circles
        QVERIFY(pixelsOf(after, app::colors().yellow) > pixelsOf(before, app::colors().yellow) + 200);
        // a check of the strike leads back to it
        duty->setCurrentIndex(0);
        emit duty->activated(0);
        const int row = static_cast<int>(titles.indexOf(titles.filter("Struck on the left end").front()));
        demo.find<QTableView>("checkTable")->selectRow(row);
        QCOMPARE(duty->currentIndex(), strike);
    }
    /// The ladder follows the chosen duty: the winch line, or the tab that a recovery pulls at. The walls of
    /// the beam where the tabs go through it are shells and stand among the checks and in the picture.
    void ladderOfARecoveryAndWalls() {
        DemoWindow demo("prove", demoPath(), true);
        QVERIFY(closeUp(demo));
        auto *ladder = demo.find<QWidget>("ladder");
        auto *duty = demo.find<QComboBox>("duty");
        const QImage winch = ladder->grab().toImage();
        QVERIFY(ladder->accessibleDescription().contains("winch line"));
        const int recovery = duty->findData("recovery/tab.left/straight");
        QVERIFY(recovery > 0);
        duty->setCurrentIndex(recovery);
        emit duty->activated(recovery);
        QVERIFY(ladder->accessibleDescription().contains("left tab"));
        QVERIFY(ladder->grab().toImage() != winch);
        const auto *model = demo.find<QTableView>("checkTable")->model();
        QStringList titles;
        for (int r = 0; r < model->rowCount(); ++r) titles << model->index(r, 1).data().toString();
        QVERIFY(titles.filter("yielding of its wall").size() == 3);
        QVERIFY(titles.filter("beside the toe of a weld").size() > 3);
        const int jack = duty->findData("jack/left/straight"), drop = duty->findData("strike/drop.middle");
        QVERIFY(jack > 0 && drop > jack);
        const int row = static_cast<int>(titles.indexOf(titles.filter("yielding of its wall").front()));
        demo.find<QTableView>("checkTable")->selectRow(row);
        QVERIFY(duty->currentIndex() > 0);
    }
    /// An edit during the closer look is answered at once, and what was looked at before is not shown for it.
    void handComesFirst() {
        DemoWindow demo("layout", demoPath(), true);
        QVERIFY(demo.settle());
        for (int i = 0; i < 4; ++i) {
            QTest::qWait(60 + 150 * i);  // at different places of the closer look
            demo.session().setSetting("trayDepth", 200.0 + i);
            QVERIFY(demo.session().isWorking());
            QVERIFY(QTest::qWaitFor([&] { return !demo.session().isWorking(); }, 20000 * patience));
            QCOMPARE(demo.session().appraisal()->detail, proof::Detail::Strips);
        }
        QVERIFY(closeUp(demo));
        QCOMPARE(demo.session().appraisedJob()->pieces[0].settings.find("trayDepth")->second,
                 armor::SettingValue(203.0));
    }
};

QTEST_MAIN(TestCloserLook)
#include "test_closer_look.moc"
