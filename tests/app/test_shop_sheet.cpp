#include <QAction>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>

#include "app/sheets/shop_sheet.h"
#include "app/stops/weld/jig_page.h"
#include "app/window/stop_table.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::demoPath;
using hefty::testing::DemoWindow;

/// The shop's own store in the window, and what a piece is built on.
class TestShopSheet : public QObject {
    Q_OBJECT
    QTemporaryDir m_dir;

    static ShopSheet *openSheet(DemoWindow &demo) {
        demo.window.findChild<QAction *>("shop")->trigger();
        return demo.window.findChild<ShopSheet *>("shopSheet");
    }

  private slots:
    void initTestCase() { hefty::testing::useFolder(m_dir); }
    /// A job that is saved is kept; from it a new one is started, with the shop's prices taken in.
    void aJobFromAnEarlierOne() {
        DemoWindow demo("log", demoPath("marten-full-set"));
        QVERIFY(demo.settle());
        ShopSheet *sheet = openSheet(demo);
        QVERIFY(sheet);
        auto *table = sheet->findChild<QTableWidget *>("shopJobs");
        QCOMPARE(table->rowCount(), 0);
        QVERIFY(sheet->findChild<QLabel *>("shopSays")->text().contains("Every job that is saved"));
        QVERIFY(!sheet->findChild<QPushButton *>("shopTake")->isEnabled());
        QTest::mouseClick(sheet->findChild<QPushButton *>("shopKeep"), Qt::LeftButton);
        QVERIFY(sheet->findChild<QPushButton *>("shopTake")->isEnabled());
        sheet->close();
        demo.saveTo = m_dir.filePath("mine.girder.json");
        demo.window.findChild<QAction *>("saveAs")->trigger();
        QVERIFY2(demo.told.isEmpty(), qPrintable(demo.told));
        QVERIFY(demo.window.openPath(QString::fromStdString(demoPath("vole-upright"))));
        QVERIFY(demo.settle());
        QVERIFY(!(demo.session().job().shop == job::loadJob(demoPath("marten-full-set"))->shop));
        sheet = openSheet(demo);
        table = sheet->findChild<QTableWidget *>("shopJobs");
        QCOMPARE(table->rowCount(), 1);
        QTest::mouseClick(sheet->findChild<QPushButton *>("shopTake"), Qt::LeftButton);
        QVERIFY(demo.session().job().shop == job::loadJob(demoPath("marten-full-set"))->shop);
        auto *words = sheet->findChild<QLineEdit *>("shopWords");
        QTest::keyClicks(words, "heron");
        QCOMPARE(table->rowCount(), 0);
        QVERIFY(!sheet->findChild<QPushButton *>("shopStart")->isEnabled());
        words->setText("slider marten");
        QCOMPARE(table->rowCount(), 1);
        table->selectRow(0);
        QTest::mouseClick(sheet->findChild<QPushButton *>("shopStart"), Qt::LeftButton);
        QVERIFY(demo.settle());
        QCOMPARE(demo.session().job().pieces.size(), std::size_t{3});
        QVERIFY(demo.session().job().log.empty() && demo.session().path().isEmpty());
        QVERIFY(demo.session().isModified());
    }
    void exportedAndImported() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        demo.saveTo = m_dir.filePath("two.girder.json");
        demo.window.findChild<QAction *>("saveAs")->trigger();
        ShopSheet *sheet = openSheet(demo);
        auto *table = sheet->findChild<QTableWidget *>("shopJobs");
        const int kept = table->rowCount();
        QVERIFY(kept >= 1);
        demo.saveTo = m_dir.filePath("shop.json");
        QTest::mouseClick(sheet->findChild<QPushButton *>("shopExport"), Qt::LeftButton);
        QVERIFY(QFile::exists(demo.saveTo));
        while (table->rowCount() > 0) {
            table->selectRow(0);
            QTest::mouseClick(sheet->findChild<QPushButton *>("shopForget"), Qt::LeftButton);
        }
        demo.openFrom = m_dir.filePath("two.girder.json");
        demo.told.clear();
        QTest::mouseClick(sheet->findChild<QPushButton *>("shopImport"), Qt::LeftButton);
        QVERIFY(QFile::exists(demo.openFrom));
        QVERIFY2(demo.told.contains("no file of a shop"), qPrintable(demo.told));
        demo.openFrom = demo.saveTo;
        QTest::mouseClick(sheet->findChild<QPushButton *>("shopImport"), Qt::LeftButton);
        QCOMPARE(table->rowCount(), kept);
    }
    /// Every place of the jig, by the table and by the drawing; in both units.
    void jigOnTheFloor() {
        DemoWindow demo("weld", demoPath("dunnock-body-carrier"));
        QVERIFY(demo.settle());
        QTest::mouseClick(demo.find<QPushButton>("pageJig"), Qt::LeftButton);
        auto *points = demo.find<QTableWidget>("jigTable");
        auto *checks = demo.find<QTableWidget>("jigChecks");
        const auto &plan = demo.session().appraisal()->pieces[0].jig;
        QVERIFY(plan);
        QCOMPARE(points->rowCount(), static_cast<int>(plan->points.size()));
        QCOMPARE(checks->rowCount(), static_cast<int>(plan->checks.size()));
        QVERIFY(demo.find<QLabel>("jigSteps")->text().contains("mark A and B"));
        points->selectRow(2);
        auto *floor = demo.find<QWidget>("jigFloor");
        const QImage before = floor->grab().toImage();
        points->selectRow(0);
        QVERIFY(floor->grab().toImage() != before);  // other arcs
        int picked = 0;
        for (int y = 4; y < floor->height(); y += 6)
            for (int x = 4; x < floor->width(); x += 6) {
                const int row = points->currentRow();
                QTest::mouseClick(floor, Qt::LeftButton, {}, QPoint(x, y));
                picked += points->currentRow() != row;
            }
        QVERIFY2(picked >= 4, qPrintable(QString::number(picked)));
        const QString metric = points->item(0, 1)->text();
        QVERIFY(metric.endsWith("mm"));
        demo.session().setUnits(measure::UnitSystem::Inch);
        QVERIFY(points->item(0, 1)->text().contains("\""));
    }
};

QTEST_MAIN(TestShopSheet)
#include "test_shop_sheet.moc"
