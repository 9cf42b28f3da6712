#include <QTest>

#include <cmath>
#include <numbers>

#include "core/armor/swinging.h"
#include "core/base/constants.h"
#include "core/clearance/overlaps.h"
#include "core/workshop/convex_bodies.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::shippedStock;

namespace {

Assembly built(const char *demo, const char *pattern,
               std::map<std::string, SettingValue, std::less<>> settings) {
    const job::Job job = job::loadJob(demoFolder() + "/" + demo + ".girder.json").value();
    const auto rig = rig::geometry(job.vehicle).value();
    Piece piece;
    piece.id = "p";
    piece.pattern = pattern;
    piece.settings = std::move(settings);
    return build({piece, job.vehicle, rig, shippedStock()}).value();
}

const WeldJoint *weld(const Assembly &a, const std::string &one, const std::string &other) {
    for (const WeldJoint &w : a.welds)
        if ((w.a == one && w.b == other) || (w.a == other && w.b == one)) return &w;
    return nullptr;
}

/// Parts of the piece that lie in the tire it carries.
std::vector<std::string> inTheTire(const Assembly &a) {
    std::vector<clearance::ConvexBody> parts;
    for (const clearance::ConvexBody &b : workshop::convexBodies(a))
        if (a.bar(b.id) || a.sheet(b.id)) parts.push_back(b);
    std::vector<std::string> out;
    const auto found = clearance::overlaps(workshop::carriedTires(a), parts, 1).value();
    for (const clearance::Overlap &o : found) out.push_back(o.b);
    return out;
}

}  // namespace

/// What carries a spare wheel, by its geometry.
class TestWheelMounts : public QObject {
    Q_OBJECT

  private slots:
    /// Swung by a right angle a place goes to where the cross product with the axis says; by half of a way
    /// twice, to where the whole way takes it; its height stays.
    void swungOpen() {
        const Assembly a = built("marten-wheel-carrier", "wheel-carrier", {});
        const Gate &g = a.gates.front();
        const Solid &arm = *a.solid(g.arm);
        const Vec3 axis = (g.high - g.low).normalized();
        const Solid right = swung(arm, g, std::numbers::pi / 2), whole = swung(arm, g, g.opens),
                    twice = swung(swung(arm, g, g.opens / 2), g, g.opens / 2);
        QVERIFY(std::abs(g.opens) > radians(60) && arm.faces.size() > 4);
        for (std::size_t f = 0; f < arm.faces.size(); ++f)
            for (std::size_t i = 0; i < arm.faces[f].corners.size(); ++i) {
                const Vec3 from = arm.faces[f].corners[i] - g.low;
                const Vec3 wanted = axis.cross(from) + axis * axis.dot(from);
                QVERIFY((right.faces[f].corners[i] - g.low - wanted).norm() < 1e-9);
                QVERIFY((whole.faces[f].corners[i] - twice.faces[f].corners[i]).norm() < 1e-9);
                QVERIFY(std::abs(whole.faces[f].corners[i].z() - arm.faces[f].corners[i].z()) < 1e-9);
            }
    }
    /// Studs stand on their circle, evenly, the first one up; their holes are half a millimeter wider.
    void studsOnTheirCircle() {
        const Assembly a = built("vole-upright", "upright-wheel-mount",
                                 {{"studs", 5.0}, {"studCircle", 130.0}, {"studSize", 12.0}});
        const SheetPart &hub = *a.sheet("hub");
        QCOMPARE(hub.holes.size(), std::size_t{5});
        for (std::size_t i = 0; i < 5; ++i) {
            QVERIFY(std::abs(hub.holes[i].at.norm() - 65) < 1e-9);
            const Vec2 &next = hub.holes[(i + 1) % 5].at;
            QVERIFY(std::abs((hub.holes[i].at - next).norm() - 130 * std::sin(std::numbers::pi / 5)) < 1e-9);
            QCOMPARE(hub.holes[i].diameter, 12.5);
        }
        QVERIFY(hub.axes.toWorld(hub.holes[0].at).z() > hub.axes.origin.z() + 64);
    }
    /// A cover beside the upright of a carrier: welded to arm and upright, gone with the gate, its area by
    /// hand; it may not reach the latch.
    void coverOfACarrier() {
        for (const char *demo : {"marten-wheel-carrier", "dunnock-body-carrier"}) {
            job::Job job = job::loadJob(demoFolder() + "/" + demo + ".girder.json").value();
            const auto rig = rig::geometry(job.vehicle).value();
            Piece piece = job.pieces[0];
            piece.operations.clear();
            piece.tweaks.clear();
            const auto with = [&](double reach) {
                piece.settings["coverReach"] = reach;
                piece.settings["coverHeight"] = 200.0;
                piece.settings["coverHole"] = 30.0;
                return build({piece, job.vehicle, rig, shippedStock()});
            };
            if (piece.pattern == "body-wheel-carrier") piece.settings["bulge"] = 0.0;
            const auto without = with(0), made = with(90);
            QVERIFY2(without, without ? "" : without.error().sentence().c_str());
            QVERIFY2(made, made ? "" : made.error().sentence().c_str());
            const Assembly &bare = *without, &a = *made;
            QVERIFY2(!bare.sheet("carrier.cover"), demo);
            const SheetPart *cover = a.sheet("carrier.cover");
            QVERIFY2(cover, demo);
            QVERIFY2(weld(a, "carrier.cover", "carrier.arm") && weld(a, "carrier.cover", "carrier.upright"),
                     demo);
            const auto &parts = a.gates[0].parts;
            QVERIFY(std::find(parts.begin(), parts.end(), "carrier.cover") != parts.end());
            // 90 x 200 less a corner of 0.4 of both; holes of 30 every 45, 15 of metal beside them
            const double sheet = 90 * 200 - 0.4 * 90 * 0.4 * 200 / 2;
            const auto holes = static_cast<double>(cover->holes.size());
            QVERIFY2(holes >= 4, qPrintable(QString::number(holes)));
            QVERIFY(std::abs(cover->area() - (sheet - holes * std::numbers::pi * 15 * 15)) < 0.1);
            for (const Hole &h : cover->holes) {
                QVERIFY(cover->fromEdge(h.at) > 29.9);
                for (const Hole &other : cover->holes)
                    QVERIFY(&h == &other || (h.at - other.at).norm() > 44.9);
            }
            QVERIFY2(!with(790).has_value(), demo);
        }
    }
    /// The wheel's middle by hand: mounts' face, plate, beam, half the upright, standoff, plate, backspacing.
    void wheelByHand() {
        const Assembly a = built("vole-upright", "upright-wheel-mount",
                                 {{"hubOut", 90.0},
                                  {"hubThickness", 10.0},
                                  {"backspacing", 25.0},
                                  {"endThickness", 10.0},
                                  {"section", std::string("RHS 80x60x4")},
                                  {"uprightSection", std::string("SHS 60x60x4")},
                                  {"wheelHeight", 430.0}});
        const double x = -3320 - 10 - 30 - 30 - 90 - 10 - 25;
        QVERIFY2(std::abs(a.wheels[0].center.x() - x) < 1e-9,
                 qPrintable(QString::number(a.wheels[0].center.x())));
        const double level = (500 + 390) / 2.0, top = level + 40;
        QVERIFY(std::abs(a.wheels[0].center.z() - (top + 430)) < 1e-9);
        QVERIFY(inTheTire(a).empty());
    }
    /// Without a standoff the tire's inner half lies where the upright and the braces are.
    void withoutStandoff() {
        const Assembly a =
            built("vole-upright", "upright-wheel-mount", {{"hubOut", 0.0}, {"backspacing", 0.0}});
        const std::vector<std::string> through = inTheTire(a);
        for (const char *part : {"upright", "brace.left", "brace.right"})
            QVERIFY2(std::find(through.begin(), through.end(), part) != through.end(), part);
        QVERIFY(!a.bar("hub.standoff"));
    }
    /// The tire's ring in pieces has the ring's volume, as near as 24 chords come to it.
    void ringOfTheTire() {
        const Assembly a = built("vole-upright", "upright-wheel-mount", {});
        const CarriedWheel &w = a.wheels[0];
        double volume = 0;
        for (const clearance::ConvexBody &b : workshop::carriedTires(a))
            for (const shape::Polygon3 &face : b.faces)
                volume += shape::newellNormal(face).dot(face.front() - w.center) / 6;
        const double ring = std::numbers::pi * w.radius * w.radius * (1 - 0.36) * w.width;
        const double chords = 24 / (2 * std::numbers::pi) * std::sin(2 * std::numbers::pi / 24);
        QVERIFY2(std::abs(std::abs(volume) / (ring * chords) - 1) < 0.02,
                 qPrintable(QString("%1 %2").arg(volume).arg(ring)));
    }
    /// The posts of the fixed mount lean as they are told to, their feet cut to the tube's top.
    void leaningPosts() {
        const double lean = radians(20);
        const Assembly a =
            built("heron-wheel-mount", "fixed-wheel-mount",
                  {{"behind", 1120.0}, {"lean", lean}, {"section", std::string("RHS 120x80x6")}});
        const BarPart &post = *a.bar("post.left");
        const Vec3 along = (post.to - post.from).normalized();
        QVERIFY(std::abs(along.x() - std::sin(lean)) < 1e-9 && std::abs(along.z() - std::cos(lean)) < 1e-9);
        for (const char *part : {"post.left", "post.right"}) {
            QVERIFY2(weld(a, "tube", part), part);
            QVERIFY2(weld(a, part, "back"), part);
        }
        QVERIFY(weld(a, "hub.standoff", "back") && weld(a, "hub.standoff", "hub"));
        QVERIFY(weld(a, "eye", "post.left") && weld(a, "eye", "post.right"));
        QVERIFY(std::abs(a.sheet("hub")->axes.z.dot(along)) < 1e-9);
    }
    /// A hub plate that is moved by hand takes its wheel along; taken out it takes the wheel away.
    void wheelGoesWithItsPlate() {
        const job::Job job = job::loadJob(demoFolder() + "/vole-upright.girder.json").value();
        const auto rig = rig::geometry(job.vehicle).value();
        Piece piece = job.pieces[0];
        const auto made = [&] { return build({piece, job.vehicle, rig, shippedStock()}).value(); };
        const Assembly before = made();
        piece.operations = {{{"op", "move"}, {"part", "hub"}, {"by", {0, 0, 30}}}};
        const Assembly moved = made();
        QVERIFY((moved.wheels[0].center - before.wheels[0].center - Vec3(0, 0, 30)).norm() < 1e-9);
        QVERIFY((moved.bought[0].center - moved.wheels[0].center).norm() < 1e-9);
        piece.operations = {{{"op", "remove"}, {"part", "hub"}}};
        const Assembly without = made();
        QVERIFY(without.wheels.empty() && without.bought.empty());
    }
    /// The heavy front: boxes on the beam, bars on the boxes, steps on both, slats between beam and tube; the
    /// free area that it tells is that of its slats.
    void heavyFront() {
        const Assembly a = built("heron-survey", "heavy-winch-front",
                                 {{"slats", 11.0}, {"slatThickness", 5.0}, {"grilleWidth", 600.0}});
        for (const char *side : {"left", "right"}) {
            const std::string s = side;
            for (const char *where : {".inner", ".outer"}) {
                QVERIFY2(weld(a, "beam", "box." + s + where), side);
                QVERIFY2(weld(a, "box." + s + where, "bar." + s), side);
                QVERIFY2(weld(a, "box." + s + where, "step." + s), side);
            }
            QVERIFY(weld(a, "bracket." + s, "beam") && weld(a, "tab." + s, "beam"));
        }
        for (int i = 1; i <= 11; ++i)
            QVERIFY(weld(a, "slat." + std::to_string(i), "beam") &&
                    weld(a, "slat." + std::to_string(i), "grille"));
        const auto told =
            std::find_if(a.notes.begin(), a.notes.end(), [](const BuildNote &n) { return n.onlyTold; });
        QVERIFY(told != a.notes.end());
        // ten gaps of 60 mm less a slat of 5: 92 percent
        QVERIFY2(told->text.in(measure::UnitSystem::Metric).find("92 percent") != std::string::npos,
                 told->text.in(measure::UnitSystem::Metric).c_str());
        QCOMPARE(a.strikes.size(), std::size_t{3});
    }
    /// With its plates inside the rails: by hand 852 - 70 = 782 between the rails, 752 between plates of 15;
    /// tray and lip reach from one to the other and are welded to both, there are no cheeks, bolts pull
    /// outward.
    void heavyFrontInACradle() {
        const Assembly a = built("heron-survey", "heavy-winch-front",
                                 {{"plateInside", 1.0}, {"bracketThickness", 15.0}, {"gussetLeg", 0.0}});
        QVERIFY(!a.sheet("cheek.left") && !a.sheet("cheek.right"));
        for (const char *part : {"tray", "lip"}) {
            double least = 1e9, most = -1e9;
            for (const Vec2 &p : a.sheet(part)->outline) {
                least = std::min(least, a.sheet(part)->axes.toWorld(p).y());
                most = std::max(most, a.sheet(part)->axes.toWorld(p).y());
            }
            QVERIFY2(std::abs(least + 376) < 1e-9 && std::abs(most - 376) < 1e-9, part);
            QVERIFY(weld(a, "bracket.left", part) && weld(a, "bracket.right", part));
        }
        for (const BoltJoint &m : a.mounts) {
            QVERIFY(std::abs(std::abs(m.at[0].y()) - 383.5) < 1e-9);
            QVERIFY(m.axis.y() * m.at[0].y() < 0);  // from the rail into the plate
        }
        const job::Job job = job::loadJob(demoFolder() + "/heron-survey.girder.json").value();
        const auto rig = rig::geometry(job.vehicle).value();
        Piece piece;
        piece.id = "front";
        piece.pattern = "heavy-winch-front";
        piece.settings = {{"plateInside", 1.0}};
        const auto gussets = build({piece, job.vehicle, rig, shippedStock()});
        QVERIFY(!gussets && gussets.error().where.find("gussetLeg") != std::string::npos);
        piece.settings = {{"plateInside", 1.0},
                          {"gussetLeg", 0.0},
                          {"bracketThickness", 20.0},
                          {"winch", std::string("winch-7650")}};
        rig::RigGeometry narrow = rig;
        narrow.railSpacing =
            740;  // 670 between the rails, 630 between the plates: the winch is 620 and 10 beside
        const auto tight = build({piece, job.vehicle, narrow, shippedStock()});
        QVERIFY2(!tight && tight.error().where.find("plateInside") != std::string::npos,
                 tight ? "built" : tight.error().sentence().c_str());
    }
};

QTEST_APPLESS_MAIN(TestWheelMounts)
#include "test_wheel_mounts.moc"
