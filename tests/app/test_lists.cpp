#include <QAbstractItemModelTester>
#include <QComboBox>
#include <QDialog>
#include <QLineEdit>
#include <QPushButton>
#include <QSignalSpy>
#include <QTableView>

#include "app/sheets/job_lists.h"
#include "app/stops/measure/measure_bench.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::DemoWindow;
using hefty::testing::gauge;
using hefty::testing::typeInto;

/// The lists that are edited in tables: what is typed reaches the job, undoes, and moves the numbers.
class TestLists : public QObject {
    Q_OBJECT

  private slots:
    void initTestCase() { hefty::testing::useFolder(m_dir); }

    void everyListKeepsTheContract_data() {
        QTest::addColumn<int>("which");
        for (const auto &[name, which] : {std::pair{"bolt holes", 0},
                                          {"outline", 1},
                                          {"keep-outs", 2},
                                          {"rules", 3},
                                          {"shop", 4},
                                          {"rack", 5},
                                          {"job card", 6},
                                          {"survey points", 7},
                                          {"tape", 8},
                                          {"sheets", 9},
                                          {"dies", 10},
                                          {"test bends", 11}})
            QTest::newRow(name) << which;
    }
    void everyListKeepsTheContract() {
        QFETCH(int, which);
        Session session(hefty::testing::sharedStock());
        QVERIFY(session.open(QString::fromStdString(hefty::testing::demoPath())).has_value());
        RecordModel model(&session, listNumber(which, session));
        const QAbstractItemModelTester tester(&model);
        QVERIFY(model.rowCount() > 0);
        const int rows = model.rowCount();
        // Every editable cell takes back what it shows, without an undo step of its own.
        for (int r = 0; r < rows; ++r)
            for (int c = 0; c < model.columnCount(); ++c) {
                const QModelIndex i = model.index(r, c);
                if (!(model.flags(i) & Qt::ItemIsEditable)) continue;
                QVERIFY(!i.data().toString().isEmpty());
                if (!model.cell(i).number) QVERIFY(model.setData(i, i.data(Qt::EditRole), Qt::EditRole));
            }
        QCOMPARE(session.undoStack()->count(), 0);
        const job::Job before = session.job();
        if (model.list().add) {
            model.addRow();
            QCOMPARE(model.rowCount(), rows + 1);
            model.removeRow(0);
            QCOMPARE(model.rowCount(), rows);
            session.undoStack()->undo();
            session.undoStack()->undo();
        }
        QVERIFY(session.job() == before);
        session.setUnits(measure::UnitSystem::Inch);
        session.newJob();
        QCOMPARE(model.rowCount(), model.list().count(session.job()));
    }
    void wrongCellsAreRefused_data() {
        QTest::addColumn<int>("which");
        QTest::addColumn<int>("row");
        QTest::addColumn<int>("column");
        QTest::addColumn<QString>("text");
        QTest::newRow("hole: no number") << 0 << 0 << 3 << "wide";
        QTest::newRow("hole: diameter 0") << 0 << 0 << 3 << "0";
        QTest::newRow("hole: diameter of a tunnel") << 0 << 0 << 3 << "3m";
        QTest::newRow("hole: ahead of the end") << 0 << 0 << 1 << "-5";
        QTest::newRow("hole: no name") << 0 << 0 << 0 << "  ";
        QTest::newRow("outline: under the floor") << 1 << 0 << 4 << "-1";
        QTest::newRow("outline: in the next street") << 1 << 0 << 2 << "50m";
        QTest::newRow("outline: no such end") << 1 << 0 << 1 << "top";
        QTest::newRow("keep-out: inside out") << 2 << 0 << 1 << "3000";
        QTest::newRow("keep-out: negative gap") << 2 << 0 << 7 << "-1";
        QTest::newRow("rule: shock below 1") << 3 << 0 << 1 << "0.5";
        QTest::newRow("rule: mass in meters") << 3 << 13 << 1 << "5 mm";
        QTest::newRow("shop: all of it scrap") << 4 << 3 << 1 << "1";
        QTest::newRow("rack: half a bar") << 5 << 0 << 4 << "0.5";
        QTest::newRow("rack: a section of nowhere") << 5 << 0 << 1 << "RHS 1x1x1";
        QTest::newRow("rack: no length") << 5 << 0 << 3 << "0";
        QTest::newRow("rack: a price below nothing") << 5 << 0 << 6 << "-1";
        QTest::newRow("job card: no name") << 6 << 0 << 1 << "";
    }
    void wrongCellsAreRefused() {
        QFETCH(int, which);
        QFETCH(int, row);
        QFETCH(int, column);
        QFETCH(QString, text);
        Session session(hefty::testing::sharedStock());
        QVERIFY(session.open(QString::fromStdString(hefty::testing::demoPath())).has_value());
        RecordModel model(&session, listNumber(which, session));
        QSignalSpy refused(&model, &RecordModel::refused);
        const job::Job before = session.job();
        QVERIFY(!model.setData(model.index(row, column), text, Qt::EditRole));
        QCOMPARE(refused.count(), 1);
        QVERIFY(!refused[0][0].toString().isEmpty());
        QVERIFY(session.job() == before);
    }

    /// A hole measured anew in the table changes the bolts, the undo names it, and the file keeps it.
    void holesByHand() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        hefty::testing::openList(demo, "listHoles");
        auto *table = demo.find<QTableView>("holesTable");
        QTRY_VERIFY(table->isVisible());
        QCOMPARE(QString::fromStdString(demo.session().appraisal()->pieces[0].assembly->mounts[0].size),
                 QStringLiteral("M16"));
        for (int r = 0; r < table->model()->rowCount(); ++r) typeInto(table, r, 3, "9/16");
        QVERIFY(demo.settle());
        QVERIFY(std::abs(demo.session().job().vehicle.frontHoles[0].diameter - 25.4 * 9 / 16) < 1e-9);
        // 9/16" is 14.3 mm: the largest bolt with a hole no wider is M12 (13.5 mm)
        QCOMPARE(QString::fromStdString(demo.session().appraisal()->pieces[0].assembly->mounts[0].size),
                 QStringLiteral("M12"));
        QCOMPARE(demo.session().undoStack()->undoText(), QStringLiteral("Change bolt hole, diameter"));
        const int rows = table->model()->rowCount();
        QTest::mouseClick(demo.find<QPushButton>("holesAdd"), Qt::LeftButton);
        QCOMPARE(table->model()->rowCount(), rows + 1);
        QTest::mouseClick(demo.find<QPushButton>("holesRemove"), Qt::LeftButton);
        QCOMPARE(table->model()->rowCount(), rows);
    }
    /// The steel of the rails, chosen and marked as measured, turns "not proved" into a proof.
    void railSteelIsProved() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        QVERIFY(demo.session().appraisal()->finding("assumed/railMaterial"));
        hefty::testing::openList(demo, "listData");
        auto *table = demo.find<QTableView>("datumTable");
        const int last = table->model()->rowCount() - 1;
        QVERIFY(table->model()->setData(table->model()->index(last, 1), "S275", Qt::EditRole));
        QCOMPARE(demo.session().job().vehicle.railMaterial, std::string("S275"));
        QVERIFY(!table->model()->setData(table->model()->index(last, 1), "butter", Qt::EditRole));
        QVERIFY(table->model()->setData(table->model()->index(last, 2), "measured", Qt::EditRole));
        QVERIFY(demo.settle());
        QVERIFY(!demo.session().appraisal()->finding("assumed/railMaterial"));
        QCOMPARE(demo.session().undoStack()->count(), 2);
    }
    /// A tighter house rule, typed in its sheet, makes a finding.
    void rulesByHand() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        QVERIFY(!demo.session().appraisal()->finding("gauge/mass"));
        demo.find<QAction>("rules")->trigger();
        auto *table = demo.find<QTableView>("houseRulesTable");
        QVERIFY(table);
        int row = 0;
        while (row < table->model()->rowCount() &&
               table->model()->index(row, 0).data().toString() != "Most added mass")
            ++row;
        typeInto(table, row, 1, "250 lb");  // 113.4 kg, the demo adds 122.7
        QVERIFY(demo.settle());
        QVERIFY(std::abs(demo.session().job().rules.mostAddedMass - 250 * 0.45359237) < 1e-9);
        QVERIFY(demo.session().appraisal()->finding("gauge/mass"));
        demo.session().undoStack()->undo();
        QVERIFY(demo.settle());
        QVERIFY(!demo.session().appraisal()->finding("gauge/mass"));
    }
    /// Without its remnant the bumper is cut from another bar, and it costs otherwise.
    void rackByHand() {
        DemoWindow demo("cut");
        QVERIFY(demo.settle());
        const double before = gauge(demo.session(), "cost");
        QTest::mouseClick(demo.find<QPushButton>("openRack"), Qt::LeftButton);
        auto *table = demo.find<QTableView>("rackTable");
        QVERIFY(table);
        int row = -1;
        for (int r = 0; r < table->model()->rowCount(); ++r)
            if (table->model()->index(r, 0).data().toString() == "R-104") row = r;
        QVERIFY(row >= 0);
        typeInto(table, row, 4, "0");
        QVERIFY(demo.settle());
        const auto &bars = demo.session().appraisal()->pieces[0].fabrication->nestings[0].nesting.bars;
        for (const workshop::NestedBar &b : bars) QVERIFY(b.bar.id != "R-104");
        QVERIFY(std::abs(gauge(demo.session(), "cost") - before) > 0.01);
    }
    /// A survey by mouse and keyboard: a wrong reading is named, goes when it is read again; the next one
    /// asked for is planned and typed; the data take over what the survey knows.
    void surveyByHand() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        hefty::testing::openList(demo, "listTape");
        auto *table = demo.find<QTableView>("tapeTable");
        QTRY_VERIFY(table->isVisible());
        const QString sound = table->model()->index(4, 3).data().toString();
        typeInto(table, 4, 3, "16'8\"");  // 5080 mm
        QVERIFY(demo.settle());
        const job::Finding *f = demo.session().appraisal()->finding("survey/reading/4");
        QVERIFY(f);
        QVERIFY(table->model()->index(4, 4).data().toString().endsWith('!'));
        demo.find<QPushButton>("show.survey/reading/4")->click();
        QCOMPARE(table->currentIndex().row(), 4);
        typeInto(table, 4, 3, sound);
        QVERIFY(demo.settle());
        QVERIFY(!demo.session().appraisal()->finding("survey/reading/4"));

        auto *next = demo.find<QPushButton>("nextReading");
        QVERIFY(next->isVisible());
        const int rows = table->model()->rowCount();
        const std::size_t counted = demo.session().appraisal()->survey->net.readingOf.size();
        next->click();
        QCOMPARE(table->model()->rowCount(), rows + 1);
        auto *editor = qobject_cast<QLineEdit *>(QApplication::focusWidget());
        QVERIFY(editor);
        const QString expected = editor->text();
        QTest::keyClick(editor, Qt::Key_Escape);
        QVERIFY(demo.settle());
        // planned, not read: it does not count yet
        QCOMPARE(demo.session().appraisal()->survey->net.readingOf.size(), counted);
        QCOMPARE(table->model()->index(rows, 4).data().toString(), QStringLiteral("to read"));
        typeInto(table, rows, 3, expected);
        QVERIFY(demo.settle());
        QCOMPARE(demo.session().appraisal()->survey->net.readingOf.size(), counted + 1);

        demo.session().edit("Spoil a datum",
                            [](job::Job &job) { job.vehicle.data["frontFrameEnd"].value = 700; });
        QVERIFY(demo.settle());
        demo.find<QPushButton>("useSurvey")->click();
        QVERIFY(std::abs(demo.session().job().vehicle.value("frontFrameEnd").value() - 640) < 3);
        QCOMPARE(demo.session().undoStack()->undoText(), QStringLiteral("Use the survey for the data"));
        demo.find<QPushButton>("whySquare")->click();
        QVERIFY(demo.settle());
        demo.find<QPushButton>("whySquare")->click();
        QVERIFY(demo.find<QDialog>("workingSheet"));
        table->selectRow(2);
        demo.find<QPushButton>("ignoreReading")->click();
        QVERIFY(demo.session().job().vehicle.survey.readings[2].ignored);
        demo.find<QPushButton>("ignoreReading")->click();
        QVERIFY(!demo.session().job().vehicle.survey.readings[2].ignored);
    }
    /// Holds of a body without a frame: typed over, chosen from words, added and taken away, each undone.
    void holdsByHand() {
        DemoWindow demo("measure", demoFolder() + "/pipit-skids-sliders.girder.json");
        QVERIFY(demo.settle());
        hefty::testing::openList(demo, "listHolds");
        auto *table = demo.find<QTableView>("holdListTable");
        const auto holds = [&demo]() -> const std::vector<rig::Hold> & {
            return demo.session().job().vehicle.holds;
        };
        const std::size_t before = holds().size();
        QCOMPARE(table->model()->rowCount(), static_cast<int>(before));
        typeInto(table, 0, 6, "14");
        QCOMPARE(holds()[0].diameter, 14.0);
        typeInto(table, 0, 1, "body mount");
        QCOMPARE(holds()[0].kind, std::string("body-mount"));
        typeInto(table, 0, 2, "forward");
        QCOMPARE(holds()[0].face, std::string("front"));
        typeInto(table, 0, 9, "20");
        QCOMPARE(holds()[0].pull, 20000.0);
        for (int i = 0; i < 4; ++i) demo.session().undoStack()->undo();
        QCOMPARE(holds()[0].kind, std::string("boss"));
        QCOMPARE(holds()[0].diameter, 12.0);
        QTest::mouseClick(demo.find<QPushButton>("holdListAdd"), Qt::LeftButton);
        QCOMPARE(holds().size(), before + 1);
        // like the one before, a little further back, and a name of its own
        QVERIFY(holds().back().id != holds()[before - 1].id);
        QVERIFY(std::abs(holds().back().at.x() - (holds()[before - 1].at.x() - 200)) < 1e-9);
        table->selectRow(static_cast<int>(before));
        QTest::mouseClick(demo.find<QPushButton>("holdListRemove"), Qt::LeftButton);
        QCOMPARE(holds().size(), before);
        // Taken away under a skid they are missed by name.
        demo.session().edit("Take the bosses away", [](job::Job &job) {
            std::erase_if(job.vehicle.holds, [](const rig::Hold &h) { return h.kind == "boss"; });
        });
        QVERIFY(demo.settle());
        QVERIFY(!demo.session().appraisal()->piece("skid-front")->assembly);
        const auto &findings = demo.session().appraisal()->findings;
        QVERIFY(std::any_of(findings.begin(), findings.end(), [](const job::Finding &f) {
            return f.severity == job::Severity::Stop &&
                   f.sentence.in(measure::UnitSystem::Metric).find("Measure bosses") != std::string::npos;
        }));
    }
    void jobCardByHand() {
        DemoWindow demo;
        demo.find<QAction>("jobCard")->trigger();
        auto *table = demo.find<QTableView>("jobCardTable");
        typeInto(table, 0, 1, "Bumper, second try");
        QCOMPARE(demo.session().job().name, std::string("Bumper, second try"));
        QVERIFY(demo.window.windowTitle().startsWith("Bumper, second try"));
        QVERIFY(demo.session().isModified());
    }
    /// A new user with nothing but a tape: fills the list from top to bottom and gets a bumper proved.
    void fromABlankJob() {
        DemoWindow demo;
        // the one whose rear has been measured too
        const rig::Vehicle marten =
            job::loadJob(demoFolder() + "/marten-full-set.girder.json").value().vehicle;
        demo.find<QAction>("new")->trigger();
        hefty::testing::openList(demo, "listData");
        auto *table = demo.find<QTableView>("datumTable");
        auto *model = table->model();
        int typed = 0;
        for (const rig::DatumDescriptor &d : rig::datumsOf(rig::VehicleKind::LadderFrame)) {
            const auto value = marten.value(d.id);
            if (!value) continue;
            typeInto(table, typed, 1,
                     QString::fromStdString(
                         measure::printQuantity(*value, d.quantity, measure::UnitSystem::Metric)));
            QCOMPARE(model->index(typed, 2).data().toString(), QStringLiteral("measured"));
            ++typed;
        }
        QCOMPARE(typed, static_cast<int>(rig::datumsOf(rig::VehicleKind::LadderFrame).size()));
        QVERIFY(demo.settle());
        const job::Finding *holes = demo.session().appraisal()->finding("measure/frontHoles");
        QVERIFY(holes && holes->severity == job::Severity::Stop);
        hefty::testing::openList(demo, "listHoles");
        for (int i = 0; i < 2; ++i) QTest::mouseClick(demo.find<QPushButton>("holesAdd"), Qt::LeftButton);
        QVERIFY(demo.settle());
        QVERIFY(demo.session().appraisal()->rig.has_value());
        QVERIFY2(demo.session().appraisal()->pieces[0].proof != nullptr,
                 demo.session().appraisal()->findings.empty()
                     ? ""
                     : demo.session().appraisal()->findings[0].sentence.text.c_str());
        QVERIFY(demo.session().appraisal()->pieces[0].fabrication->mass > 50);
    }

  private:
    static RecordList listNumber(int which, Session &session) {
        switch (which) {
            case 0:
                return boltHoleList();
            case 1:
                return outlineList();
            case 2:
                return keepOutList();
            case 3:
                return houseRuleList();
            case 4:
                return shopSettingList();
            case 5:
                return rackList(session.stock());
            case 7:
                return surveyPointList();
            case 8:
                return tapeList(&session);
            case 9:
                return sheetList(session.stock());
            case 10:
                return dieList();
            case 11:
                return testBendList(session.stock());
            default:
                return jobCardList();
        }
    }
    QTemporaryDir m_dir;
};

QTEST_MAIN(TestLists)
#include "test_lists.moc"
