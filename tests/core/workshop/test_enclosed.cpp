#include <QtTest>

#include "core/workshop/weld/enclosed.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::byHand;

namespace {

Json plate(const char *name, std::array<double, 3> at, std::array<double, 3> normal, std::array<double, 3> up,
           double width, double height) {
    return {{"op", "plate"},
            {"name", name},
            {"thickness", 6},
            {"at", {{"at", at}}},
            {"normal", normal},
            {"up", up},
            {"outline",
             {{-width / 2, -height / 2},
              {width / 2, -height / 2},
              {width / 2, height / 2},
              {-width / 2, height / 2}}}};
}

/// A box 300 x 200 x 120 inside (x, y, z), of plates of 6.
std::vector<Json> box() {
    const double x = 700, y = 0, z = 600, a = 300, b = 200, c = 120, t = 6;
    return {plate("floor", {x, y, z - (c + t) / 2}, {0, 0, 1}, {1, 0, 0}, b, a),
            plate("roof", {x, y, z + (c + t) / 2}, {0, 0, 1}, {1, 0, 0}, b, a),
            plate("front", {x + (a + t) / 2, y, z}, {1, 0, 0}, {0, 0, 1}, b, c + 2 * t),
            plate("back", {x - (a + t) / 2, y, z}, {1, 0, 0}, {0, 0, 1}, b, c + 2 * t),
            plate("left", {x, y + (b + t) / 2, z}, {0, 1, 0}, {0, 0, 1}, a + 2 * t, c + 2 * t),
            plate("right", {x, y - (b + t) / 2, z}, {0, 1, 0}, {0, 0, 1}, a + 2 * t, c + 2 * t)};
}

std::vector<workshop::Cavity> hollows(const std::vector<Json> &list) {
    const Assembly a = byHand(list);
    std::vector<std::string> order;
    for (const WeldJoint &w : a.welds) order.push_back(w.name);
    return workshop::enclosedBySheets(a, order);
}

}  // namespace

class TestEnclosed : public QObject {
    Q_OBJECT

  private slots:
    /// Six plates: one sealed hollow of 7.2 liters; the seam that closes it is the last of theirs.
    void closedBox() {
        const auto found = hollows(box());
        QCOMPARE(found.size(), std::size_t{1});
        QVERIFY2(std::abs(found[0].volume - 7.2e6) < 0.72e6,
                 qPrintable(QString::number(found[0].volume * 1e-6)));
        QCOMPARE(found[0].sheets.size(), std::size_t{6});
        QVERIFY(found[0].sealed() && found[0].bars.empty());
        const Assembly a = byHand(box());
        QVERIFY(!a.welds.empty());
        QCOMPARE(found[0].lastSeam, a.welds.back().name);
        QVERIFY(!workshop::careOf(a, found[0]).empty());
    }
    /// Turned about any axis it is the same: slanted walls are as tight.
    void slanted() {
        Assembly a = byHand(box());
        const Eigen::Matrix3d turn =
            (Eigen::AngleAxisd(0.5, Vec3(1, 2, 3).normalized()) * Eigen::AngleAxisd(0.3, Vec3::UnitX()))
                .toRotationMatrix();
        for (SheetPart &s : a.sheets) {
            s.axes.origin = turn * s.axes.origin;
            for (Vec3 *v : {&s.axes.x, &s.axes.y, &s.axes.z}) *v = turn * *v;
        }
        for (Solid &s : a.solids)
            for (Solid::Face &f : s.faces)
                for (Vec3 &c : f.corners) c = turn * c;
        const auto found = workshop::enclosedBySheets(a, {});
        QCOMPARE(found.size(), std::size_t{1});
        QVERIFY2(std::abs(found[0].volume - 7.2e6) < 0.8e6,
                 qPrintable(QString::number(found[0].volume * 1e-6)));
    }
    /// A hole in the floor drains it, one in the roof does not; an opening makes it none.
    void holesAndOpenings() {
        auto list = box();
        list.push_back(
            {{"op", "hole"}, {"part", "floor"}, {"at", {60, 100}}, {"diameter", 12}, {"purpose", "drain"}});
        const auto drained = hollows(list);
        QCOMPARE(drained.size(), std::size_t{1});
        QVERIFY(drained[0].holes == 1 && drained[0].drains && !drained[0].sealed());
        list = box();
        list.push_back(
            {{"op", "hole"}, {"part", "roof"}, {"at", {60, 100}}, {"diameter", 12}, {"purpose", "vent"}});
        const auto vented = hollows(list);
        QVERIFY(vented.size() == 1 && vented[0].holes == 1 && !vented[0].drains);
        list = box();
        list[1]["cutouts"] = Json::array({Json{{-40, -40}, {40, -40}, {40, 40}, {-40, 40}}});
        QVERIFY(hollows(list).empty());
        list = box();
        list.erase(list.begin() + 5);
        QVERIFY(hollows(list).empty());
    }
    /// Two rooms with a wall between: two hollows.
    void twoRooms() {
        auto list = box();
        list.push_back(plate("wall", {700, 0, 600}, {1, 0, 0}, {0, 0, 1}, 200, 120));
        const auto found = hollows(list);
        QCOMPARE(found.size(), std::size_t{2});
        for (const workshop::Cavity &c : found) {
            QVERIFY(std::abs(c.volume - 200.0 * 120 * 147) < 0.12 * 3.5e6);
            QVERIFY(std::find(c.sheets.begin(), c.sheets.end(), "wall") != c.sheets.end());
        }
    }
};

QTEST_APPLESS_MAIN(TestEnclosed)
#include "test_enclosed.moc"
