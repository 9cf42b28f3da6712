#include <QCheckBox>
#include <QLabel>
#include <QTableWidget>
#include <QTimer>
#include <QToolButton>

#include "app/sheets/shop_sheet.h"
#include "app/stops/layout/gallery.h"
#include "app/stops/layout/place_picker.h"
#include "app/stops/layout/schools_sheet.h"
#include "app/stops/layout/variants_sheet.h"
#include "app/views/plan_view.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::demoPath;
using hefty::testing::DemoWindow;
using hefty::testing::patience;

/// Several pieces in one job, through the window.
class TestPieces : public QObject {
    Q_OBJECT

  private slots:
    void initTestCase() { hefty::testing::useFolder(m_dir); }

    void chipsChoose() {
        DemoWindow demo("layout", demoPath("marten-full-set"));
        QVERIFY2(demo.opened, qPrintable(demo.told));
        QVERIFY(demo.answered());
        for (const char *piece : {"front-bumper", "rear-beam", "sliders"})
            QVERIFY2(demo.find<QToolButton>(QStringLiteral("chip.") + piece), piece);
        QVERIFY(demo.find<QLineEdit>("setting.trayDepth"));
        QTest::mouseClick(demo.find<QToolButton>("chip.sliders"), Qt::LeftButton);
        QCOMPARE(demo.session().piece()->id, std::string("sliders"));
        QVERIFY(demo.find<QToolButton>("chip.sliders")->isChecked());
        QVERIFY(!demo.find<QToolButton>("chip.rear-beam")->isChecked());
        QVERIFY(demo.find<QLineEdit>("setting.kick") && !demo.find<QLineEdit>("setting.trayDepth"));
        // A setting is set on the piece that is worked on, and on no other.
        demo.session().setSetting("height", 500.0);
        const auto &pieces = demo.session().job().pieces;
        QCOMPARE(std::get<double>(pieces[2].settings.at("height")), 500.0);
        QCOMPARE(std::get<double>(pieces[0].settings.at("height")), 630.0);
        QVERIFY(!pieces[1].settings.contains("height"));
        // What is a yes or a no is a box to tick; undone it is open again.
        auto *clamped = demo.find<QCheckBox>("setting.clampedFeet");
        QVERIFY(clamped && !clamped->isChecked());
        clamped->click();
        QCOMPARE(std::get<double>(demo.session().job().pieces[2].settings.at("clampedFeet")), 1.0);
        demo.session().undoStack()->undo();
        QVERIFY(demo.answered());
        QVERIFY(!demo.find<QCheckBox>("setting.clampedFeet")->isChecked());
    }
    /// What has not changed is not built or proved again.
    void othersAreTakenOver() {
        DemoWindow demo("layout", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        const auto before = demo.session().appraisal();
        demo.session().choosePiece("sliders");
        demo.session().setSetting("spread", 135.0);
        QVERIFY(demo.answered());
        const auto after = demo.session().appraisal();
        QVERIFY(after->piece("rear-beam")->assembly == before->piece("rear-beam")->assembly);
        QVERIFY(after->piece("sliders")->assembly != before->piece("sliders")->assembly);
        QVERIFY(after->piece("rear-beam")->proof == before->piece("rear-beam")->proof);
    }
    void findingsSayWhose() {
        DemoWindow demo("prove", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        std::set<std::string> ids;
        for (const job::Finding &f : demo.session().appraisal()->findings)
            QVERIFY2(ids.insert(f.id).second, f.id.c_str());
    }
    /// The rear ends and the crossmembers are measured in the window too: then a rear beam can be had.
    void rearIsMeasured() {
        DemoWindow demo("measure");
        QVERIFY(demo.answered());
        const auto add = [&](const char *list, const char *table) {
            hefty::testing::openList(demo, list);
            auto *button = demo.find<QPushButton>(QString(table) + "Add");
            QVERIFY2(button && button->isVisible(), table);
            QTest::mouseClick(button, Qt::LeftButton);
        };
        add("listRearHoles", "rearHoles");
        add("listRearHoles", "rearHoles");
        add("listMembers", "crossmembers");
        add("listHolds", "holdList");
        QCOMPARE(demo.session().job().vehicle.holds.size(), std::size_t(1));
        QCOMPARE(demo.session().job().vehicle.rearHoles.size(), std::size_t(2));
        QCOMPARE(demo.session().job().vehicle.crossmembers.size(), std::size_t(1));
        demo.session().addPiece(*armor::pattern("rear-beam"));
        QVERIFY(demo.answered());
        QVERIFY(demo.session().appraisal()->piece("rear-beam")->assembly);
    }
    void addAndRemove() {
        DemoWindow demo("layout");
        QVERIFY(demo.answered());
        // The gallery is a dialog: its button is pressed as soon as it is there.
        QTimer::singleShot(0, this, [&demo] {
            auto *gallery = demo.window.findChild<Gallery *>("gallery");
            QVERIFY(gallery);
            auto *take = gallery->findChild<QPushButton *>("take.frame-slider");
            QVERIFY(take);
            QTest::mouseClick(take, Qt::LeftButton);
        });
        QTest::mouseClick(demo.find<QToolButton>("addPieceButton"), Qt::LeftButton);
        QCOMPARE(demo.session().job().pieces.size(), std::size_t(2));
        QCOMPARE(demo.session().piece()->pattern, std::string("frame-slider"));
        QVERIFY(demo.answered());
        QVERIFY(demo.session().appraisal()->piece("frame-slider")->assembly);
        demo.session().removePiece();
        QCOMPARE(demo.session().job().pieces.size(), std::size_t(1));
        demo.session().undoStack()->undo();
        QCOMPARE(demo.session().job().pieces.size(), std::size_t(2));
    }
    /// A finished piece is kept as a pattern of the shop's own and used in another job, with its settings;
    /// once forgotten it is not offered anymore, and the job keeps its piece.
    void ownPattern() {
        DemoWindow demo("layout");
        QVERIFY(demo.answered());
        demo.session().setSetting("width", 1630.0);
        QVERIFY(demo.answered());
        demo.find<QAction>("keepPattern")->trigger();
        QVERIFY2(demo.told.contains("gallery"), qPrintable(demo.told));
        const QString name = QString::fromStdString(demo.session().piece()->name);

        DemoWindow other("layout");
        QVERIFY(other.answered());
        QTimer::singleShot(0, this, [&other, &name] {
            auto *gallery = other.window.findChild<Gallery *>("gallery");
            QVERIFY(gallery);
            auto *take = gallery->findChild<QPushButton *>("own." + name);
            QVERIFY(take);
            QTest::mouseClick(take, Qt::LeftButton);
        });
        QTest::mouseClick(other.find<QToolButton>("addPieceButton"), Qt::LeftButton);
        QCOMPARE(other.session().job().pieces.size(), std::size_t{2});
        QCOMPARE(std::get<double>(other.session().piece()->settings.at("width")), 1630.0);
        QVERIFY(other.session().job().pieces[0].id != other.session().job().pieces[1].id);
        QVERIFY(other.answered());

        QTimer::singleShot(0, this, [&other, &name] {
            auto *gallery = other.window.findChild<Gallery *>("gallery");
            QVERIFY(gallery);
            QTest::mouseClick(gallery->findChild<QPushButton *>("forget." + name), Qt::LeftButton);
            QVERIFY(!gallery->findChild<QPushButton *>("own." + name)->isEnabled());
            gallery->reject();
        });
        QTest::mouseClick(other.find<QToolButton>("addPieceButton"), Qt::LeftButton);
        QVERIFY(openShopStore()->patterns().empty());
        QCOMPARE(other.session().job().pieces.size(), std::size_t{2});
    }
    /// A design is kept, changed, compared with what it was, and gone back to: each a step that is undone.
    void variantsSideBySide() {
        DemoWindow demo("layout");
        QVERIFY(demo.answered());
        demo.find<QAction>("variants")->trigger();
        auto *sheet = demo.window.findChild<VariantsSheet *>();
        QVERIFY(sheet);
        QTest::mouseClick(sheet->findChild<QPushButton *>("variantKeep"), Qt::LeftButton);
        QCOMPARE(demo.session().job().variants.size(), std::size_t{1});
        demo.session().setSetting("width", 1600.0);
        QTRY_VERIFY_WITH_TIMEOUT(sheet->isCompared(), 30000 * patience);
        auto *table = sheet->findChild<QTableWidget *>("variantTable");
        int mass = -1;
        for (int r = 0; r < table->rowCount(); ++r)
            if (table->item(r, 0)->text() == "Added mass") mass = r;
        QVERIFY(mass >= 0);
        QCOMPARE(table->item(mass, 3)->text(), QStringLiteral("one"));  // narrower is lighter
        QVERIFY(table->item(mass, 1)->text() != table->item(mass, 2)->text());
        QTest::mouseClick(sheet->findChild<QPushButton *>("variantBack"), Qt::LeftButton);
        QVERIFY(demo.session().job().pieces == demo.session().job().variants[0].pieces);
        QCOMPARE(demo.session().undoStack()->undoText(), QStringLiteral("Go back to Variant A"));
        QTest::mouseClick(sheet->findChild<QPushButton *>("variantForget"), Qt::LeftButton);
        QVERIFY(demo.session().job().variants.empty());
        QTRY_VERIFY_WITH_TIMEOUT(sheet->isCompared(), 30000 * patience);
        sheet->close();
    }
    /// A body without a frame is offered what holds to bosses and step mounts, and nothing that needs rails;
    /// a skid is taken from the gallery and laid out by its fields.
    void skidFromTheGallery() {
        DemoWindow demo("layout", demoFolder() + "/pipit-skids-sliders.girder.json");
        QVERIFY(demo.answered());
        QTimer::singleShot(0, this, [&demo] {
            auto *gallery = demo.window.findChild<Gallery *>("gallery");
            QVERIFY(gallery);
            QVERIFY(gallery->findChild<QPushButton *>("take.sill-slider"));
            QVERIFY(!gallery->findChild<QPushButton *>("take.rear-beam"));
            auto *take = gallery->findChild<QPushButton *>("take.skid-plate");
            QVERIFY(take);
            QTest::mouseClick(take, Qt::LeftButton);
        });
        QTest::mouseClick(demo.find<QToolButton>("addPieceButton"), Qt::LeftButton);
        QCOMPARE(demo.session().piece()->pattern, std::string("skid-plate"));
        QVERIFY(demo.answered());
        const std::string id = demo.session().piece()->id;
        // As it comes it reaches under bosses that lie 2 mm higher than others, and says so.
        QVERIFY(!demo.session().appraisal()->piece(id)->assembly);
        for (const auto &[setting, value] : {std::pair{"width", "560"}, {"length", "480"}, {"front", "20"}}) {
            auto *edit = demo.find<QLineEdit>(QString("setting.%1").arg(setting));
            edit->setFocus();
            edit->selectAll();
            QTest::keyClicks(edit, value);
            QTest::keyClick(edit, Qt::Key_Return);
            QVERIFY(demo.answered());
        }
        QCOMPARE(std::get<double>(demo.session().piece()->settings.at("width")), 560.0);
        const auto assembly = demo.session().appraisal()->piece(id)->assembly;
        QVERIFY(assembly && assembly->folded.size() == 1);
    }
    /// A rear beam on a vehicle whose rear has not been measured says what is missing.
    void galleryTellsWhatIsMissing() {
        DemoWindow demo("layout");
        QVERIFY(demo.answered());
        Gallery gallery(&demo.session(), nullptr);
        QString all;
        for (const QLabel *l : gallery.findChildren<QLabel *>()) all += l->text() + "\n";
        QVERIFY(all.contains("Rear beam with receiver"));
        QVERIFY2(all.contains("bolt holes") && all.contains("Not on this vehicle yet"), qPrintable(all));
    }
    /// From an empty piece, by its fields alone: a beam on side plates, a tab and its twin, a receiver.
    void builtByHand() {
        DemoWindow demo("layout", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        demo.session().choosePiece("rear-beam");
        demo.session().removePiece();
        demo.session().addPiece(*armor::pattern("from-nothing"));
        QTest::mouseClick(demo.find<QPushButton>("trayByHand"), Qt::LeftButton);
        auto *kind = demo.find<QComboBox>("buildKind");
        const auto type = [&](const char *field, const QString &text) {
            auto *edit = demo.find<QLineEdit>(QStringLiteral("build.") + field);
            QVERIFY2(edit, field);
            edit->setFocus();
            edit->selectAll();
            QTest::keyClicks(edit, text);
        };
        const auto build = [&](const char *op) {
            QVERIFY2(kind->findData(op) >= 0, op);
            if (kind->currentData().toString() != op) kind->setCurrentIndex(kind->findData(op));
        };
        const auto press = [&] { QTest::mouseClick(demo.find<QPushButton>("buildMake"), Qt::LeftButton); };
        build("tube");
        type("name", "beam");
        type("from", "-4440, 600, 640");
        type("to", "-4440, -600, 640");
        press();
        QVERIFY2(demo.find<QLabel>("buildNote")->text().isEmpty(),
                 qPrintable(demo.find<QLabel>("buildNote")->text()));
        build("bracket");
        type("beam", "beam");
        press();
        build("receiver");
        type("beam", "beam");
        press();
        build("tab");
        type("beam", "beam");
        press();
        build("mirror");
        type("part", "tab.left");
        press();
        QVERIFY(demo.answered());
        const auto appraisal = demo.session().appraisal();
        const job::PieceAppraisal *own = demo.session().chosen(*appraisal);
        QVERIFY(own && own->assembly && own->proof);
        const auto notes = hefty::testing::toMend(*own->assembly);
        QVERIFY2(notes.empty(), notes.empty() ? "" : notes[0].text.text.c_str());
        for (const char *part :
             {"beam", "bracket.left", "bracket.right", "receiver", "tab.left", "tab.right"})
            QVERIFY2(own->assembly->has(part), part);
        for (const proof::Unproved &u : own->proof->unproved) QVERIFY2(u.cover, u.id.c_str());
        // A place that cannot be read is said, and nothing is built.
        build("tube");
        type("name", "odd");
        type("from", "over there, somewhere");
        press();
        QVERIFY(demo.find<QLabel>("buildNote")->text().contains("over there"));
        QCOMPARE(demo.session().piece()->operations.size(), std::size_t(5));
        QTest::mouseClick(demo.find<QPushButton>("removeOperation4"), Qt::LeftButton);
        QCOMPARE(demo.session().piece()->operations.size(), std::size_t(4));
    }
    /// Pointed at in the drawings: the end of a part, its wall, a free place; the ghost tells seams before
    /// the click; Enter builds, Esc leaves.
    void builtInThePicture() {
        DemoWindow demo("layout", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        demo.session().choosePiece("rear-beam");
        auto *front = demo.find<PlanView>("layoutFront");
        QTest::mouseClick(demo.find<QPushButton>("trayByHand"), Qt::LeftButton);
        auto *kind = demo.find<QComboBox>("buildKind");
        kind->setCurrentIndex(kind->findData("tube"));
        const auto held = demo.session().appraisal();
        const parts::BarPart *beam = demo.session().chosen(*held)->assembly->bar("beam");
        QVERIFY(beam);
        const Vec3 start = beam->axesAt(0).origin;
        const auto click = [&](const Vec3 &at, const QPoint &off, Qt::KeyboardModifiers with = {}) {
            QTest::qWait(50);  // views that are laid out anew have settled
            const QPoint to = front->toScreen(at).toPoint() + off;
            QTest::mouseMove(front, to);
            QTest::mouseClick(front, Qt::LeftButton, with, to);
        };
        const auto text = [&](const char *field) {
            return demo.find<QLineEdit>(QStringLiteral("build.") + field)->text();
        };
        QTest::mouseClick(demo.find<QToolButton>("pick.from"), Qt::LeftButton);
        click(start, {4, 3});
        QCOMPARE(text("from"), QString("beam@start"));
        QVERIFY(demo.find<QToolButton>("pick.to")->isChecked());
        click(start + Vec3(0, 0, 300), {0, 0});
        QVERIFY(!demo.find<QToolButton>("pick.to")->isChecked());
        auto *told = demo.find<QLabel>("buildTrial");
        QVERIFY2(QTest::qWaitFor([&] { return told->text().contains("Enter"); }, 5000 * patience),
                 qPrintable(told->text()));
        QVERIFY2(told->text().contains("seam"), qPrintable(told->text()));
        const std::size_t before = demo.session().piece()->operations.size();
        QTest::keyClick(front, Qt::Key_Return);
        QCOMPARE(demo.session().piece()->operations.size(), before + 1);
        QVERIFY(demo.answered());
        const auto after = demo.session().appraisal();
        const armor::Assembly &built = *demo.session().chosen(*after)->assembly;
        const parts::BarPart *post = built.bar("tube");
        QVERIFY(post);
        QVERIFY((post->to - start - Vec3(0, 0, 300)).norm() < 10);
        QVERIFY(std::abs(post->to.x() - start.x()) < 1e-6);  // as deep as the place before it
        QCOMPARE(text("name"), QString("tube2"));
        // With Shift on the wall that faces whoever looks; Esc leaves and nothing is built.
        QTest::mouseClick(demo.find<QToolButton>("pick.from"), Qt::LeftButton);
        click(start - Vec3(0, 350, 0), {0, 0}, Qt::ShiftModifier);  // where nothing else is near
        QVERIFY2(text("from").startsWith("beam@") && text("from").endsWith("wall forward"),
                 qPrintable(text("from")));
        QTest::keyClick(front, Qt::Key_Escape);
        QVERIFY(!demo.find<QToolButton>("pick.to")->isChecked());
        QTest::keyClick(front, Qt::Key_Return);
        QCOMPARE(demo.session().piece()->operations.size(), before + 1);
        demo.session().undoStack()->undo();
        QCOMPARE(demo.session().piece()->operations.size(), before);
    }
    /// An add-on of the folder: its sizes are fields, its wall is typed or pointed at; undone by one step.
    void addOnsByHand() {
        DemoWindow demo("layout", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        demo.session().choosePiece("rear-beam");
        QTest::mouseClick(demo.find<QPushButton>("trayByHand"), Qt::LeftButton);
        auto *kind = demo.find<QComboBox>("buildKind");
        const int step = kind->findText("Add: step");
        QVERIFY(step > 0);
        kind->setCurrentIndex(step);
        QVERIFY(demo.find<QLabel>("buildAbout")->text().contains("someone stands on it"));
        demo.find<QLineEdit>("build.at")->setText("beam@300 wall rearward");
        demo.find<QLineEdit>("build.width")->setText("12 in");
        QTest::mouseClick(demo.find<QPushButton>("buildMake"), Qt::LeftButton);
        QVERIFY2(demo.find<QLabel>("buildNote")->text().isEmpty(),
                 qPrintable(demo.find<QLabel>("buildNote")->text()));
        const Json &made = demo.session().piece()->operations.back();
        QVERIFY(made["addon"] == "step" && std::abs(made["settings"]["width"].get<double>() - 304.8) < 1e-9);
        QVERIFY(demo.answered());
        const auto built = demo.session().appraisal();
        const armor::Assembly &a = *demo.session().chosen(*built)->assembly;
        QVERIFY(a.sheet("step") && a.sheet("step.left gusset"));
        QCOMPARE(demo.find<QLineEdit>("build.name")->text(), QString("step2"));
        demo.session().undoStack()->undo();
        QVERIFY(demo.answered());
        const auto undone = demo.session().appraisal();
        QVERIFY(!demo.session().chosen(*undone)->assembly->sheet("step"));
        // Pointed at in the drawing: the wall that looks at the viewer.
        auto *above = demo.find<PlanView>("layoutTop");
        const Vec3 middle = a.bar("beam")->axesAt(450).origin;
        QTest::mouseClick(demo.find<QToolButton>("pick.at"), Qt::LeftButton);
        QTest::qWait(50);
        QTest::mouseClick(above, Qt::LeftButton, {}, above->toScreen(middle).toPoint());
        QVERIFY2(demo.find<QLineEdit>("build.at")->text().endsWith("wall up"),
                 qPrintable(demo.find<QLineEdit>("build.at")->text()));
    }
    /// Schools of practice with their prices: one is taken as one step, and the prices follow.
    void schools() {
        DemoWindow demo("layout");
        QVERIFY(demo.answered());
        demo.session().setSetting("cornerCut", 0.0);
        QVERIFY(demo.answered());
        demo.window.findChild<QAction *>("schools")->trigger();
        auto *sheet = demo.window.findChild<SchoolsSheet *>("schoolsSheet");
        QVERIFY(sheet);
        auto *table = sheet->findChild<QTableWidget *>("schoolsTable");
        QTRY_VERIFY(table->rowCount() >= 4);
        const auto rowOf = [table](const QString &words) {
            for (int r = 0; r < table->rowCount(); ++r)
                if (table->item(r, 0)->text().contains(words)) return r;
            return -1;
        };
        QCOMPARE(table->item(rowOf("Full width"), 1)->text(), QString("as it is"));
        const int cut = rowOf("Corners cut away");
        QVERIFY(table->item(cut, 1)->text().startsWith(QStringLiteral("−")));
        QVERIFY2(table->item(cut, 4)->text().contains("+"), qPrintable(table->item(cut, 4)->text()));
        table->setCurrentCell(cut, 0);
        QTest::mouseClick(sheet->findChild<QPushButton *>("schoolTake"), Qt::LeftButton);
        QVERIFY(std::get<double>(demo.session().piece()->settings.at("cornerCut")) == 60);
        QVERIFY(demo.answered());
        QTRY_COMPARE(table->item(rowOf("Corners cut away"), 1)->text(), QString("as it is"));
        demo.session().undoStack()->undo();
        QVERIFY(std::get<double>(demo.session().piece()->settings.at("cornerCut")) == 0);
    }
    /// What the rack can become: asked for in the gallery, found in the background, taken with its tubes set.
    void fromTheRack() {
        DemoWindow demo("layout");
        QVERIFY(demo.answered());
        const std::size_t before = demo.session().job().pieces.size();
        QTimer::singleShot(0, this, [&demo] {
            auto *gallery = demo.window.findChild<Gallery *>("gallery");
            QVERIFY(gallery);
            QTest::mouseClick(gallery->findChild<QPushButton *>("rackAsk"), Qt::LeftButton);
            QPushButton *first = nullptr;
            QTRY_VERIFY_WITH_TIMEOUT(
                [&] {
                    for (auto *b : gallery->findChildren<QPushButton *>())
                        if (b->objectName().startsWith("rack1.")) first = b;
                    return first != nullptr;
                }(),
                60000);
            QVERIFY(gallery->findChild<QLabel *>("rackTold")->text().contains("Sorted"));
            QTest::mouseClick(first, Qt::LeftButton);
        });
        QTest::mouseClick(demo.find<QToolButton>("addPieceButton"), Qt::LeftButton);
        QCOMPARE(demo.session().job().pieces.size(), before + 1);
        QVERIFY(demo.answered());
        const auto built = demo.session().appraisal();
        const job::PieceAppraisal *piece = demo.session().chosen(*built);
        QVERIFY(piece && piece->fabrication);
        QVERIFY(std::any_of(piece->fabrication->nestings.begin(), piece->fabrication->nestings.end(),
                            [](const auto &n) {
                                return std::any_of(n.nesting.bars.begin(), n.nesting.bars.end(),
                                                   [](const auto &b) { return b.bar.onHand; });
                            }));
    }
    void placesReadBack() {
        for (const auto units : {measure::UnitSystem::Metric, measure::UnitSystem::Inch})
            for (const char *written :
                 {"beam", "beam@end", "beam@2 in", "plate#2", "plate edge 2", "plate edge 2 0.25",
                  "beam@start wall up", "rail left rear", "10 in, -3 in, 0 + 0, 0, 1 in"}) {
                const auto place = placeFromText(written, units);
                QVERIFY2(place, written);
                const QString text = textOfPlace(*place, units);
                QCOMPARE(textOfPlace(placeFromText(text, units).value(), units), text);
            }
        for (const char *bad : {"", "a b", "beam wall inward", "1, 2", "rail up rear", "beam@long"})
            QVERIFY2(!placeFromText(bad, measure::UnitSystem::Metric), bad);
    }
    /// Whoever works in inches builds in inches; what stands there at first says its unit.
    void builtInInches() {
        const auto at = [](const char *text, const char *key) {
            const Json place = placeFromText(text, measure::UnitSystem::Inch).value_or(Json::object());
            std::vector<int> out;  // hundredths of a millimeter
            for (const Json &v : place.value(key, Json::array()))
                out.push_back(static_cast<int>(std::lround(v.get<double>() * 100)));
            return out;
        };
        QCOMPARE(at("1, 2, 3", "at"), (std::vector<int>{2540, 5080, 7620}));
        QCOMPARE(at("25.4 mm, 2, 0", "at"), (std::vector<int>{2540, 5080, 0}));
        QCOMPARE(at("beam@10 + 0, 0, 4", "offset"), (std::vector<int>{0, 0, 10160}));
        DemoWindow demo("layout", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        demo.session().setUnits(measure::UnitSystem::Inch);
        demo.session().choosePiece("rear-beam");
        QTest::mouseClick(demo.find<QPushButton>("trayByHand"), Qt::LeftButton);
        auto *kind = demo.find<QComboBox>("buildKind");
        kind->setCurrentIndex(kind->findData("receiver"));
        demo.find<QLineEdit>("build.beam")->setText("beam");
        QTest::mouseClick(demo.find<QPushButton>("buildMake"), Qt::LeftButton);
        QCOMPARE(demo.session().piece()->operations.back()["towMass"].get<double>(), 1500.0);
        kind->setCurrentIndex(kind->findData("tab"));
        demo.find<QLineEdit>("build.beam")->setText("beam");
        demo.find<QLineEdit>("build.across")->setText("10");
        QTest::mouseClick(demo.find<QPushButton>("buildMake"), Qt::LeftButton);
        const Json &tab = demo.session().piece()->operations.back();
        QCOMPARE(tab["across"].get<double>(), 254.0);
        QCOMPARE(tab["thickness"].get<double>(), 20.0);
    }

  private:
    QTemporaryDir m_dir;
};

QTEST_MAIN(TestPieces)
#include "test_pieces.moc"
