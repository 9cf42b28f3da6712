#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSlider>
#include <QTemporaryDir>
#include <QToolButton>

#include "app/stops/layout/layout_bench.h"
#include "app/stops/layout/place_text.h"
#include "app/views/space_view.h"
#include "app/window/theme.h"
#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::DemoWindow;

namespace {

/// Looking straight back along the vehicle: y to the right, z up, one pixel a millimeter.
SpaceCamera fromAhead() {
    SpaceCamera c;
    c.yaw = 0;
    c.pitch = 0;
    c.scale = 1;
    c.center = {100, 100};
    return c;
}

Polygon3 squareAt(double x, double low, double high) {
    return {{x, low, low}, {x, high, low}, {x, high, high}, {x, low, high}};
}

/// A box of six faces from one corner to the other.
armor::Solid box(const Vec3 &a, const Vec3 &b) {
    armor::Solid s;
    s.part = "box";
    const auto face = [&](const Vec3 &p, const Vec3 &u, const Vec3 &v) {
        s.faces.push_back({{p, p + u, p + u + v, p + v}, {}, false, false, {}});
    };
    const Vec3 d = b - a, x(d.x(), 0, 0), y(0, d.y(), 0), z(0, 0, d.z());
    face(a, z, y);
    face(a + x, y, z);
    face(a, x, z);
    face(a + y, z, x);
    face(a, y, x);
    face(a + z, x, y);
    return s;
}

int inkOf(const QImage &image, const QColor &color) {
    int count = 0;
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x) count += image.pixel(x, y) == color.rgb();
    return count;
}

}  // namespace

/// The picture in space: what is nearer hides what is farther, whatever the order; lines behind a face are
/// hidden or dashed; it is turned, cut open, picked and dragged in.
class TestSpace : public QObject {
    Q_OBJECT

  private slots:
    void initTestCase() {
        qputenv("XDG_DATA_HOME", m_dir.path().toUtf8());
        applyTheme();
    }

    /// Three directions of a camera are at right angles, and a place on the screen is where they say.
    void cameraIsRightHanded() {
        SpaceCamera c;
        c.yaw = 0.7;
        c.pitch = -0.3;
        QVERIFY((c.right().cross(c.up()) - c.toViewer()).norm() < 1e-12);
        const SpaceCamera ahead = fromAhead();
        QCOMPARE(ahead.place({5, 20, 30}), QPointF(120, 70));
        QCOMPARE(ahead.depth({5, 20, 30}), 5.0);
    }

    /// A square of 40 by 40 ahead of one of 80 by 80: 1600 pixels and 4800 by hand, drawn in either order.
    void nearerHidesFarther() {
        for (const bool nearFirst : {true, false}) {
            DepthPicture picture({200, 200}, 1, fromAhead(), Qt::white);
            const std::vector<Polygon3> near{squareAt(10, -20, 20)}, far{squareAt(0, -40, 40)};
            if (nearFirst) picture.face(near, Qt::red, 1);
            picture.face(far, Qt::blue, 2);
            if (!nearFirst) picture.face(near, Qt::red, 1);
            QImage image(200, 200, QImage::Format_RGB32);
            QPainter p(&image);
            picture.paint(p);
            QCOMPARE(inkOf(image, Qt::red), 1600);
            QCOMPARE(inkOf(image, Qt::blue), 80 * 80 - 1600);
            QCOMPARE(picture.pick({100, 100}), 1);
            QCOMPARE(picture.pick({130, 100}), 2);
            QCOMPARE(picture.pick({10, 10}), -1);
            QVERIFY(picture.sees({11, 0, 0}) && !picture.sees({-20, 0, 0}));
        }
    }

    /// An opening of 20 by 20 in a face lets what is behind be seen.
    void openingsAreOpen() {
        DepthPicture picture({200, 200}, 1, fromAhead(), Qt::white);
        picture.face(std::vector<Polygon3>{squareAt(10, -40, 40), squareAt(10, -10, 10)}, Qt::red, 1);
        picture.face(std::vector<Polygon3>{squareAt(0, -60, 60)}, Qt::blue, 2);
        QCOMPARE(picture.pick({100, 100}), 2);
        QCOMPARE(picture.pick({130, 100}), 1);
    }

    /// Two slanted squares run through each other along z = 0: above it one is nearer, below it the other.
    void facesThatCrossAreCutWhereTheyCross() {
        DepthPicture picture({200, 200}, 1, fromAhead(), Qt::white);
        const auto slanted = [](double tilt) {
            return std::vector<Polygon3>{
                {{-40 * tilt, -30, -40}, {-40 * tilt, 30, -40}, {40 * tilt, 30, 40}, {40 * tilt, -30, 40}}};
        };
        picture.face(slanted(1), Qt::red, 1);
        picture.face(slanted(-1), Qt::blue, 2);
        QCOMPARE(picture.pick({100, 80}), 1);   // z = 20
        QCOMPARE(picture.pick({100, 120}), 2);  // z = -20
    }

    /// Half of a cube is cut away: its middle is seen, which is no face of it.
    void cutAway() {
        SpaceBody body;
        body.solid = box({-40, -40, -40}, {40, 40, 40});
        body.edges = edgesOf(body.solid);
        QCOMPARE(body.edges.size(), std::size_t{12});
        BodyLook look{Qt::red, Qt::black, 1, false, true, false};
        DepthPicture picture({200, 200}, 1, fromAhead(), Qt::white);
        picture.cutAway({0, 0, 0}, {0, 1, 0});
        drawBody(picture, fromAhead(), body, look, 7);
        QCOMPARE(picture.pick({80, 100}), 7);
        QCOMPARE(picture.pick({120, 100}), -1);
    }

    /// Of a cube from a corner nine of twelve edges are seen; three meet behind.
    void hiddenEdges() {
        SpaceCamera c;
        c.yaw = 0.6;
        c.pitch = 0.5;
        c.scale = 1;
        c.center = {100, 100};
        SpaceBody body;
        body.solid = box({-40, -40, -40}, {40, 40, 40});
        body.edges = edgesOf(body.solid);
        DepthPicture picture({200, 200}, 1, c, Qt::white);
        drawBody(picture, c, body, {Qt::red, Qt::black, 1, false, false, false}, 0);
        int seen = 0;
        for (const BodyEdge &e : body.edges) seen += picture.sees((e.from + e.to) / 2);
        QCOMPARE(seen, 9);
    }

    /// A round bar of 24 sides shows its outline and its ends, not the borders of its sides.
    void roundBodiesHaveAnOutline() {
        armor::Piece piece;
        piece.id = "mine";
        piece.pattern = "from-nothing";
        piece.operations = {Json::parse(
            R"({"op":"tube","name":"t","section":"CHS 60.3x5","from":{"at":[700,-300,600]},"to":{"at":[700,300,600]}})")};
        const auto a = armor::build({piece, hefty::testing::demoJob().vehicle, hefty::testing::demoRig(),
                                     hefty::testing::shippedStock()});
        QVERIFY(a && a->solids.size() == 1);
        const Vec3 viewer = fromAhead().toViewer();
        int along = 0;
        for (const BodyEdge &e : edgesOf(a->solids[0]))
            if (e.isDrawn(viewer) && std::abs((e.to - e.from).normalized().y()) > 0.99) ++along;
        QCOMPARE(along, 2);
    }

    /// In the window: large at first, turned by mouse and keys, a part chosen by a click, a handle dragged,
    /// another picture made the large one.
    void inTheWindow() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        auto *space = demo.find<SpaceView>("layoutSpace");
        QVERIFY(space->width() > 400 && space->height() > 250);
        const SpaceCamera before = space->camera();
        const QPoint corner(40, 60);
        QTest::mousePress(space, Qt::LeftButton, {}, corner);
        QTest::mouseMove(space, corner + QPoint(50, 20));
        QTest::mouseRelease(space, Qt::LeftButton, {}, corner + QPoint(50, 20));
        QVERIFY(std::abs(before.yaw - space->camera().yaw - 0.4) < 1e-9);
        QVERIFY(std::abs(space->camera().pitch - before.pitch - 0.16) < 1e-9);
        QTest::keyClick(space, Qt::Key_Right);
        QVERIFY(std::abs(before.yaw - space->camera().yaw - 0.46) < 1e-9);
        QTest::keyClick(space, Qt::Key_Home);
        QCOMPARE(space->camera().yaw, before.yaw);

        // a click on the outer end of the left end tube chooses it
        const auto &assembly = *demo.session().appraisal()->pieces[0].assembly;
        const armor::BarPart *end = assembly.bar("beam.left");
        QVERIFY(end);
        const Vec3 on = (end->from + end->to) / 2 + Vec3(end->section.width / 2, 0, 0);
        QTest::mouseClick(space, Qt::LeftButton, {}, space->toScreen(on).toPoint());
        QCOMPARE(demo.session().selected(), QStringLiteral("beam.left"));

        const double width = armor::number(demo.session().job().pieces[0],
                                           *armor::pattern("square-tube-winch-bumper"), "width");
        const QPoint handle = space->targetPlace("width").value().toPoint();
        QTest::mousePress(space, Qt::LeftButton, {}, handle);
        const armor::Handle *h = nullptr;
        for (const armor::Handle &x : assembly.handles)
            if (x.setting == "width") h = &x;
        const QPointF way = space->toScreen(h->at + h->direction * 60) - space->toScreen(h->at);
        QTest::mouseMove(space, handle + way.toPoint());
        QTest::mouseRelease(space, Qt::LeftButton, {}, handle + way.toPoint());
        const double now = armor::number(demo.session().job().pieces[0],
                                         *armor::pattern("square-tube-winch-bumper"), "width");
        QVERIFY2(std::abs(now - width - 60) < 12, qPrintable(QString("%1 to %2").arg(width).arg(now)));
        demo.session().undoStack()->undo();

        auto *cut = space->findChild<QSlider *>("spaceCut");
        const QImage whole = space->grab().toImage();
        cut->setValue(50);
        QVERIFY(space->grab().toImage() != whole);
        cut->setValue(0);
        QTest::mouseClick(demo.find<QToolButton>("enlarge.layoutTop"), Qt::LeftButton);
        QApplication::processEvents();
        QVERIFY(demo.find<PlanView>("layoutTop")->width() > 400);
        QVERIFY(space->width() < 300);
    }

    /// A tube from a wall of the beam that is pointed at in space to a free place; the picture still turns
    /// under the pointer, handles let go of it.
    void builtByPointing() {
        DemoWindow demo("layout");
        QVERIFY(demo.settle());
        auto *space = demo.find<SpaceView>("layoutSpace");
        QTest::mouseClick(demo.find<QPushButton>("trayByHand"), Qt::LeftButton);
        hefty::testing::enlarge(space);
        auto *kind = demo.find<QComboBox>("buildKind");
        kind->setCurrentIndex(kind->findData("tube"));
        QTest::mouseClick(demo.find<QToolButton>("pick.from"), Qt::LeftButton);
        QTest::qWait(50);
        QCOMPARE(space->cursor().shape(), Qt::CrossCursor);
        const auto held = demo.session().appraisal();
        const armor::BarPart &beam = *held->pieces[0].assembly->bar("beam");
        // where no named place of another part is near in the picture
        const auto places = armor::snaps(*held->pieces[0].assembly, *held->rig);
        const auto onTop = [&](double share) {
            return Vec3(beam.axesAt(beam.length() * share).origin + Vec3(0, 0, beam.section.height / 2));
        };
        const auto lonely = [&](double share) {
            return std::all_of(places.begin(), places.end(), [&](const armor::Snap &s) {
                const QPointF d = space->toScreen(s.at) - space->toScreen(onTop(share));
                return std::hypot(d.x(), d.y()) > handReach + 6;
            });
        };
        double share = 0.05;
        while (share < 0.95 && !lonely(share)) share += 0.01;
        QVERIFY(share < 0.95);
        const Vec3 top = onTop(share);
        const auto click = [&](const Vec3 &at, Qt::KeyboardModifiers keys) {
            const QPoint to = space->toScreen(at).toPoint();
            QTest::mouseMove(space, to);
            QTest::mouseClick(space, Qt::LeftButton, keys, to);
        };
        click(top, Qt::ShiftModifier);
        const QString from = demo.find<QLineEdit>("build.from")->text();
        QVERIFY2(from.startsWith("beam@") && from.endsWith("wall up"), qPrintable(from));
        // turned while a place is looked for
        const double yaw = space->camera().yaw;
        QTest::mousePress(space, Qt::LeftButton, {}, QPoint(40, 60));
        QTest::mouseMove(space, QPoint(70, 60));
        QTest::mouseRelease(space, Qt::LeftButton, {}, QPoint(70, 60));
        QVERIFY(space->camera().yaw < yaw);
        QVERIFY(demo.find<QLineEdit>("build.to")->text().isEmpty());
        // a free place lies as deep as the last one, where the pointer is
        const Vec3 free = top + Vec3(0, 60, 320);
        click(free, {});
        const auto numbers =
            numbersFromText(demo.find<QLineEdit>("build.to")->text(), demo.session().units());
        QVERIFY(numbers && numbers->size() == 3);
        const Vec3 taken((*numbers)[0], (*numbers)[1], (*numbers)[2]);
        int along = 0;  // of the vehicle's axes, looked along most
        space->camera().toViewer().cwiseAbs().maxCoeff(&along);
        QVERIFY2(std::abs((taken - top)[along]) < 3, qPrintable(demo.find<QLineEdit>("build.to")->text()));
        const QPointF off = space->toScreen(taken) - space->toScreen(free);
        QVERIFY2(std::hypot(off.x(), off.y()) < 6, qPrintable(demo.find<QLineEdit>("build.to")->text()));
        QTest::mouseClick(demo.find<QPushButton>("buildMake"), Qt::LeftButton);
        QVERIFY(demo.settle());
        QCOMPARE(space->cursor().shape(), Qt::ArrowCursor);
        const auto after = demo.session().appraisal();
        const armor::BarPart *tube = after->pieces[0].assembly->bar("tube");
        QVERIFY(tube);
        QVERIFY(std::abs(tube->from.z() - top.z()) < 1e-6 && std::abs(tube->from.y() - top.y()) < 6);
        QVERIFY((tube->to - taken).norm() < 0.2);
    }
    /// A carrier is swung by a slider that says how far; a piece without a gate has none.
    void gateSwings() {
        DemoWindow demo("layout", hefty::testing::demoPath("marten-wheel-carrier"));
        QVERIFY(demo.answered());
        auto *space = demo.find<SpaceView>("layoutSpace");
        hefty::testing::enlarge(space);
        auto *swing = space->findChild<QSlider *>("spaceSwing");
        QVERIFY(swing && swing->isVisible() && swing->value() == 0);
        const QImage shut = space->grab().toImage();
        swing->setValue(50);
        QVERIFY(space->grab().toImage() != shut);
        const armor::Gate &g = demo.session().appraisal()->pieces[0].assembly->gates.front();
        const QString half = QString::fromStdString(
            measure::printQuantity(std::abs(g.opens) / 2, measure::Quantity::Angle, demo.session().units()));
        const auto labels = space->findChildren<QLabel *>();
        QVERIFY(std::any_of(labels.begin(), labels.end(),
                            [&half](const QLabel *l) { return l->text().contains(half); }));
        DemoWindow plain("layout");
        QVERIFY(plain.answered());
        auto *other = plain.find<SpaceView>("layoutSpace");
        hefty::testing::enlarge(other);
        QVERIFY(!other->findChild<QSlider *>("spaceSwing")->isVisible());
    }

  private:
    QTemporaryDir m_dir;
};

QTEST_MAIN(TestSpace)
#include "test_space.moc"
