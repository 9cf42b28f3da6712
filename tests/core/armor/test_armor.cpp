#include <cmath>
#include <numbers>

#include <fmt/format.h>
#include <QTest>

#include "core/armor/contact.h"
#include "core/armor/pairing.h"
#include "core/armor/passing.h"
#include "core/base/constants.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::buildDemo;
using hefty::testing::demoJob;

namespace {

SheetPart plate(const Vec3 &origin, const Vec3 &x, const Vec3 &y, double w, double h, double t) {
    SheetPart p;
    p.name = "plate";
    p.axes = {origin, x, y, x.cross(y)};
    p.outline = {{-w / 2, -h / 2}, {w / 2, -h / 2}, {w / 2, h / 2}, {-w / 2, h / 2}};
    p.thickness = t;
    return p;
}

BarPart box(double h, double b, double t, double length) {
    BarPart tube;
    tube.name = "tube";
    tube.section.height = h;
    tube.section.width = b;
    tube.section.wall = t;
    tube.properties.outerRadius = 2 * t;
    tube.properties.wall = t;
    tube.from = {0, length / 2, 0};
    tube.to = {0, -length / 2, 0};
    return tube;
}

/// A round tube along x through the origin's height.
BarPart pipe(double diameter, const Vec3 &from, const Vec3 &to) {
    BarPart tube;
    tube.name = "pipe";
    tube.section.shape = stock::SectionShape::RoundTube;
    tube.section.height = tube.section.width = diameter;
    tube.section.wall = tube.properties.wall = 4;
    tube.from = from;
    tube.to = to;
    return tube;
}

double lengthOf(const Contact &c) {
    double sum = 0;
    for (const WeldLine &l : c.lines) sum += (l.to - l.from).norm();
    return sum;
}

const WeldJoint *weld(const Assembly &a, const char *name) {
    for (const WeldJoint &w : a.welds)
        if (w.name == name) return &w;
    return nullptr;
}

}  // namespace

class TestArmor : public QObject {
    Q_OBJECT

  private slots:
    /// A plate standing on edge on another: a strip as wide as it is thick, welded along both long sides and
    /// its ends.
    void edgeOnPlate() {
        const SheetPart base = plate({0, 0, 0}, Vec3::UnitX(), Vec3::UnitY(), 400, 400, 10);
        const SheetPart stand = plate({0, 0, 5 + 50}, Vec3::UnitX(), Vec3::UnitZ(), 120, 100, 8);
        const auto c = touching(solidOf(stand), solidOf(base));
        QCOMPARE(c.size(), std::size_t(1));
        QVERIFY(std::abs(c[0].area - 120 * 8) < 1e-6);
        double length = 0;
        for (const WeldLine &l : c[0].lines) length += (l.to - l.from).norm();
        QVERIFY(std::abs(length - 2 * (120 + 8)) < 1e-6);
    }
    void flushEdgesTakeNoFillet() {
        const SheetPart base = plate({0, 0, 0}, Vec3::UnitX(), Vec3::UnitY(), 120, 400, 10);
        const SheetPart stand = plate({0, 0, 55}, Vec3::UnitX(), Vec3::UnitZ(), 120, 100, 8);
        double length = 0;
        const auto c = touching(solidOf(stand), solidOf(base));
        QCOMPARE(c.size(), std::size_t(1));
        for (const WeldLine &l : c[0].lines) length += (l.to - l.from).norm();
        QVERIFY2(std::abs(length - 240) < 1e-6, qPrintable(QString::number(length)));  // the ends are flush
    }
    /// A plate that lies flat on another has an edge to weld along; one that stands on it has not.
    void lappedPlatesHaveAnEdge() {
        Assembly a;
        a.sheets = {plate({0, 0, 0}, Vec3::UnitX(), Vec3::UnitY(), 400, 400, 12),
                    plate({0, 0, 10}, Vec3::UnitX(), Vec3::UnitY(), 120, 80, 8),
                    plate({0, 0, 56}, Vec3::UnitX(), Vec3::UnitZ(), 120, 100, 6)};
        a.sheets[0].name = "base";
        a.sheets[1].name = "lap";
        a.sheets[2].name = "stand";
        WeldJoint lap, tee;
        lap.a = tee.a = "base";
        lap.b = "lap";
        tee.b = "stand";
        lap.contacts = touching(solidOf(a.sheets[1]), solidOf(a.sheets[0]));
        tee.contacts = touching(solidOf(a.sheets[2]), solidOf(a.sheets[0]));
        QCOMPARE(lap.contacts.size(), std::size_t(1));
        QCOMPARE(tee.contacts.size(), std::size_t(1));
        QCOMPARE(lappedThickness(a, lap).value(), 8.0);
        // The base lies flat under the stand too, but its rim is far from the weld.
        QVERIFY(!lappedThickness(a, tee).has_value());
    }
    void gapsDoNotTouch() {
        const SheetPart base = plate({0, 0, 0}, Vec3::UnitX(), Vec3::UnitY(), 400, 400, 10);
        QVERIFY(touching(solidOf(plate({0, 0, 57}, Vec3::UnitX(), Vec3::UnitZ(), 120, 100, 8)), solidOf(base))
                    .empty());
    }
    /// A plate through a tube is welded around its cross-section on both walls.
    void plateThroughATube() {
        const BarPart tube = box(150, 100, 6, 1000);
        const SheetPart tab = plate({20, 0, 0}, Vec3::UnitX(), Vec3::UnitZ(), 200, 80, 20);
        const auto c = passingThrough(tab, tube);
        QCOMPARE(c.size(), std::size_t(2));
        for (const Contact &x : c) {
            QVERIFY(std::abs(x.area - 80 * 20) < 1e-6);
            QVERIFY(std::abs(std::abs(x.center.x()) - 50) < 1e-9);
            QCOMPARE(x.lines.size(), std::size_t(4));
        }
    }
    /// A tube through both walls of another is welded around its outline on each; with its end inside on one;
    /// one that only stands on the wall, or is too wide for its flat part, passes through none.
    void tubeThroughATube() {
        const BarPart outer = box(150, 100, 6, 1000);  // along y; its flats are 126 and 76
        const auto through = passingThrough(pipe(40, {-200, 30, 0}, {200, 30, 0}), outer);
        QCOMPARE(through.size(), std::size_t(2));
        for (const Contact &c : through) {
            QVERIFY(std::abs(c.area / (std::numbers::pi * 400) - 1) < 0.02);
            QVERIFY(std::abs(lengthOf(c) / (std::numbers::pi * 40) - 1) < 0.005);
            QVERIFY(std::abs(std::abs(c.center.x()) - 50) < 1e-9 && std::abs(c.center.y() - 30) < 1e-9);
            QVERIFY(std::abs(c.normal.x() * c.center.x() - 50) < 1e-9);  // outward
        }
        QCOMPARE(passingThrough(pipe(40, {0, 30, 0}, {200, 30, 0}), outer).size(), std::size_t(1));
        QVERIFY(passingThrough(pipe(40, {50, 30, 0}, {200, 30, 0}), outer).empty());
        QVERIFY(passingThrough(pipe(140, {-200, 30, 0}, {200, 30, 0}), outer).empty());
        QVERIFY(passingThrough(pipe(40, {-200, 700, 0}, {200, 700, 0}), outer).empty());
        // at a slant the hole is longer by the secant
        const auto slant = passingThrough(pipe(40, {-200, -200, 0}, {200, 200, 0}), outer);
        QCOMPARE(slant.size(), std::size_t(2));
        QVERIFY(std::abs(slant[0].area / through[0].area - std::sqrt(2.0)) < 1e-6);
    }
    /// Through a round tube: the hole lies on the cylinder, and is longer than the outline.
    void tubeThroughARoundTube() {
        const BarPart outer = pipe(60, {0, -300, 0}, {0, 300, 0});
        const auto through = passingThrough(pipe(40, {-200, 30, 0}, {200, 30, 0}), outer);
        QCOMPARE(through.size(), std::size_t(2));
        for (const Contact &c : through) {
            for (const Vec3 &p : c.patch) {
                QVERIFY(std::abs(std::hypot(p.x(), p.z()) - 30) < 1e-9);
                QVERIFY(std::abs(std::hypot(p.y() - 30, p.z()) - 20) < 1e-9);
            }
            QVERIFY(lengthOf(c) > std::numbers::pi * 40);
        }
        QVERIFY(passingThrough(pipe(61, {-200, 30, 0}, {200, 30, 0}), outer).empty());
        QVERIFY(passingThrough(pipe(40, {-200, 30, 15}, {200, 30, 15}), outer).empty());  // half beside it
    }
    /// A plate through a round tube: along it two slots, across it a collar on both faces.
    void plateThroughARoundTube() {
        const BarPart tube = pipe(60, {0, -300, 0}, {0, 300, 0});
        const auto cuts = passingThrough(plate({0, 0, 0}, Vec3::UnitX(), Vec3::UnitY(), 200, 80, 10), tube);
        QCOMPARE(cuts.size(), std::size_t(2));
        for (const Contact &c : cuts) {
            QVERIFY(std::abs(c.area - 80 * 10) < 1e-6);
            QVERIFY(std::abs(std::abs(c.center.x()) - std::sqrt(900 - 25)) < 1e-9);
            QVERIFY(std::abs(lengthOf(c) - 2 * (80 + 10)) < 1e-6);
        }
        // one that ends in the middle of the tube passes through one wall
        QCOMPARE(passingThrough(plate({50, 0, 0}, Vec3::UnitX(), Vec3::UnitY(), 100, 80, 10), tube).size(),
                 std::size_t(1));
        const auto collar =
            passingThrough(plate({0, 20, 0}, Vec3::UnitX(), -Vec3::UnitZ(), 200, 200, 10), tube);
        QCOMPARE(collar.size(), std::size_t(1));
        QVERIFY(std::abs(lengthOf(collar[0]) / (2 * std::numbers::pi * 60) - 1) < 0.005);
        QVERIFY(passingThrough(plate({0, 0, 40}, Vec3::UnitX(), Vec3::UnitY(), 200, 80, 10), tube).empty());
    }
    void cutLengthOfAMiter() {
        BarPart t = box(150, 100, 6, 1000);
        const double a = radians(12.5);
        t.cutTo = Vec3(-std::sin(a), -std::cos(a), 0).normalized();
        QVERIFY(std::abs(t.miterTo() - a) < 1e-9);
        QVERIFY(std::abs(t.cutLength() - (1000 + 50 * std::tan(a))) < 1e-9);
        QCOMPARE(t.miterFrom(), 0.0);
    }

    void demoHasItsParts() {
        const Assembly a = buildDemo(demoJob());
        for (const char *name : {"beam", "beam.left", "beam.right", "bracket.left", "bracket.right", "tray",
                                 "cheek.left", "cheek.right", "lip", "tab.left", "tab.right",
                                 "gusset.left.outer", "gusset.right.outer", "cap.left", "cap.right"})
            QVERIFY2(a.has(name), name);
        for (const char *name :
             {"beam~bracket.left", "beam~tray", "beam~cheek.right", "beam~tab.left", "beam~beam.left",
              "bracket.left~gusset.left.outer", "beam~gusset.right.outer", "cheek.left~tray", "tray~lip"})
            QVERIFY2(weld(a, name), name);
        QCOMPARE(weld(a, "beam~tab.left")->contacts.size(), std::size_t(2));  // through both walls
        QCOMPARE(a.mounts.size(), std::size_t(2));
        QCOMPARE(QString::fromStdString(a.mounts[0].size),
                 QStringLiteral("M16"));  // the largest that fits 17.5 mm holes
        QVERIFY(a.notes.empty());
    }
    void leftAndRightMirror() {
        const Assembly a = buildDemo(demoJob());
        QVERIFY(std::abs(a.sheet("bracket.left")->area() - a.sheet("bracket.right")->area()) < 1e-9);
        QVERIFY(std::abs(a.sheet("bracket.left")->axes.origin.y() +
                         a.sheet("bracket.right")->axes.origin.y()) < 1e-12);
        QVERIFY(std::abs(weld(a, "beam~tab.left")->length() - weld(a, "beam~tab.right")->length()) < 1e-9);
    }
    /// Derived, never retyped: a thicker bracket moves what stands beside it, and the welds stay found.
    void changesFollowThrough() {
        job::Job job = demoJob();
        const double before = buildDemo(job).sheet("bracket.left")->axes.origin.y();
        job.pieces[0].settings["bracketThickness"] = 20.0;
        const Assembly a = buildDemo(job);
        QVERIFY(std::abs(a.sheet("bracket.left")->axes.origin.y() - before - 4) < 1e-9);
        QVERIFY(weld(a, "bracket.left~gusset.left.outer"));
        QVERIFY(weld(a, "beam~bracket.left"));
    }
    /// A thicker plate grows away from what it lies against: its welds stay, and a bolted one stays on the
    /// rail.
    void thickerPlatesKeepTheirSeats() {
        job::Job job = demoJob();
        const Assembly before = buildDemo(job);
        for (const char *part : {"cheek.left", "bracket.right", "cap.left", "tray"}) {
            const double t = before.sheet(part)->thickness;
            job.pieces[0].tweaks = {Tweak{Tweak::Kind::Thickness, part, Vec3::Zero(), "", t + 6, {0, 0}, ""}};
            const Assembly a = buildDemo(job);
            QCOMPARE(a.sheet(part)->thickness, t + 6);
            for (const WeldJoint &w : before.welds) {
                if (w.a != part && w.b != part) continue;
                // gussets of the demo's tweaks are gone with them
                if (w.name.find("inner") != std::string::npos) continue;
                const bool said = std::any_of(a.notes.begin(), a.notes.end(),
                                              [&](const BuildNote &n) { return n.part == part; });
                QVERIFY2(weld(a, w.name.c_str()) || said, w.name.c_str());
            }
            for (const BoltJoint &m : a.mounts)
                if (m.part == part) {
                    QCOMPARE(m.plateThickness, t + 6);
                    const SheetPart &plate = *a.sheet(part);
                    const SheetPart &was = *before.sheet(part);
                    // the face on the rail stays where it was
                    const double now = plate.axes.origin.dot(m.axis) - plate.thickness / 2;
                    QVERIFY(std::abs(now - (was.axes.origin.dot(m.axis) - was.thickness / 2)) < 1e-9);
                }
        }
    }
    /// What is bolted on and moved by hand misses its holes, and says so.
    void aMovedBracketMissesItsHoles() {
        job::Job job = demoJob();
        job.pieces[0].tweaks.push_back(
            Tweak{Tweak::Kind::Move, "bracket.left", Vec3(0, 0, 20), "", 0, {0, 0}, ""});
        const Assembly a = buildDemo(job);
        QVERIFY(std::any_of(a.notes.begin(), a.notes.end(),
                            [](const BuildNote &n) { return n.part == "bracket.left"; }));
    }
    void handlesMoveWithTheirSetting() {
        job::Job job = demoJob();
        const Assembly a = buildDemo(job);
        const Pattern *pattern = armor::pattern(job.pieces[0].pattern);
        for (const Handle &h : a.handles) {
            const SettingDescriptor *d = pattern->setting(h.setting);
            QVERIFY2(d, h.setting.c_str());
            const double step = d->quantity == measure::Quantity::Angle ? 1e-5 : 0.01;
            job::Job moved = job;
            moved.pieces[0].settings[h.setting] = number(job.pieces[0], *pattern, h.setting) + step;
            const Assembly b = buildDemo(moved);
            for (const Handle &g : b.handles)
                if (g.setting == h.setting && g.view == h.view) {
                    const Vec3 sight =
                        h.view == "top" ? Vec3::UnitZ() : (h.view == "front" ? Vec3::UnitX() : Vec3::UnitY());
                    Vec3 error = (g.at - h.at) / step - h.direction;
                    error -= sight * error.dot(sight);
                    QVERIFY2(error.norm() < 0.02 * std::max(1.0, h.direction.norm()), h.setting.c_str());
                }
        }
    }

    void tweaks() {
        job::Job job = demoJob();
        Tweak move{Tweak::Kind::Move, "tab.left", Vec3(0, 30, 0), "", 0, {0, 0}, ""};
        Tweak thick{Tweak::Kind::Thickness, "cheek.left", Vec3::Zero(), "", 12, {0, 0}, ""};
        Tweak gusset{Tweak::Kind::Gusset, "bracket.left", Vec3::Zero(), "", 60, {0, 40}, ""};
        Tweak wall{Tweak::Kind::Section, "beam.left", Vec3::Zero(), "RHS 150x100x6", 0, {0, 0}, ""};
        Tweak leg{Tweak::Kind::WeldLeg, "beam~tab.left", Vec3::Zero(), "", 10, {0, 0}, ""};
        Tweak hole{Tweak::Kind::Drill, "beam", Vec3::Zero(), "", 13, {200, 10}, "lamp bracket"};
        job.pieces[0].tweaks = {move, thick, gusset, wall, leg, hole};
        const Assembly a = buildDemo(job);
        QVERIFY2(a.notes.empty(), a.notes.empty() ? "" : a.notes[0].text.text.c_str());
        QCOMPARE(a.sheet("tab.left")->axes.origin.y(), 460.0);
        QCOMPARE(a.sheet("cheek.left")->thickness, 12.0);
        QVERIFY(a.has("gusset.left.outer.upper"));
        QCOMPARE(a.bar("beam.left")->section.wall, 6.0);
        QCOMPARE(weld(a, "beam~tab.left")->leg, 10.0);
        QCOMPARE(a.bar("beam")->holes.size(), std::size_t(3));
    }
    /// A brace closes the corner between bracket, beam and swept end and is welded to all three; it stands
    /// clear of the gusset below it.
    void braceInTheCorner() {
        job::Job job = demoJob();
        job.pieces[0].settings["braceReach"] = 150.0;
        const Assembly a = buildDemo(job);
        for (const char *side : {"left", "right"}) {
            const std::string brace = fmt::format("brace.{}", side);
            QVERIFY(a.sheet(brace));
            for (const std::string &to :
                 {fmt::format("beam.{}", side), std::string("beam"), fmt::format("bracket.{}", side)}) {
                const std::string name = to < brace ? to + "~" + brace : brace + "~" + to;
                const auto it = std::find_if(a.welds.begin(), a.welds.end(), [&](const WeldJoint &w) {
                    return (w.a == to && w.b == brace) || (w.a == brace && w.b == to);
                });
                QVERIFY2(it != a.welds.end(), name.c_str());
                QVERIFY(it->length() > 80);
            }
            QVERIFY(std::none_of(a.welds.begin(), a.welds.end(), [&](const WeldJoint &w) {
                return w.name.find("gusset") != std::string::npos &&
                       w.name.find("brace") != std::string::npos;
            }));
        }
        // along the swept end it is as long as was asked for
        const SheetPart &p = *a.sheet("brace.left");
        double longest = 0;
        for (const Vec2 &v : p.outline) longest = std::max(longest, v.y());
        QVERIFY(longest > a.bar("beam")->length() / 2);
        job.pieces[0].settings["braceReach"] = 390.0;
        const auto rig = rig::geometry(job.vehicle).value();
        const auto tooLong = armor::build({job.pieces[0], job.vehicle, rig, hefty::testing::shippedStock()});
        QVERIFY(!tooLong && tooLong.error().where == "braceReach");
    }
    /// Bolts added stand behind the measured ones, in bracket and group alike, and the bracket grows with
    /// them.
    void addedFrameBolts() {
        job::Job job = demoJob();
        const Assembly before = buildDemo(job);
        job.pieces[0].settings["addedBolts"] = 2.0;
        const Assembly a = buildDemo(job);
        QCOMPARE(a.mounts[0].at.size(), before.mounts[0].at.size() + 2);
        QCOMPARE(a.sheet("bracket.left")->holes.size(), before.sheet("bracket.left")->holes.size() + 2);
        double rear = 1e9, rearmost = 1e9;
        for (const Vec3 &at : before.mounts[0].at) rear = std::min(rear, at.x());
        for (const Vec3 &at : a.mounts[0].at) rearmost = std::min(rearmost, at.x());
        QVERIFY(std::abs(rear - rearmost - 2 * 3.5 * 17.5) < 1e-9);
        QVERIFY(a.sheet("bracket.left")->area() > before.sheet("bracket.left")->area());
    }
    /// Aluminum is not welded to steel, and corrodes where it is bolted to it.
    void unlikeMetalsAreTold() {
        Assembly a = buildDemo(demoJob());
        QVERIFY(unlikeMetals(a, "steel").empty());
        for (SheetPart &p : a.sheets)
            if (p.name == "bracket.left") p.material = *hefty::testing::shippedStock().material("6061-T6");
        int welded = 0, bolted = 0;
        for (const Pairing &p : unlikeMetals(a, "steel")) {
            QVERIFY(p.a == "bracket.left" || p.b == "bracket.left");
            ++(p.welded ? welded : bolted);
        }
        QCOMPARE(bolted, 1);
        QCOMPARE(welded, 3);  // the beam and a gusset on either side
        QCOMPARE(unlikeMetals(buildDemo(demoJob()), "stainless").size(), std::size_t{2});
    }
    /// A tweak that no longer applies is said, never dropped in silence.
    void orphanedTweaksAreFound() {
        job::Job job = demoJob();
        job.pieces[0].tweaks = {{Tweak::Kind::Move, "nose.left", Vec3(1, 0, 0), "", 0, {0, 0}, ""},
                                {Tweak::Kind::Drill, "tray", Vec3::Zero(), "", 12, {5000, 0}, ""},
                                {Tweak::Kind::Section, "beam", Vec3::Zero(), "SHS 50x50x3", 0, {0, 0}, ""},
                                {Tweak::Kind::WeldLeg, "a~b", Vec3::Zero(), "", 5, {0, 0}, ""},
                                {Tweak::Kind::Gusset, "tray", Vec3::Zero(), "", 50, {0, 0}, ""}};
        QCOMPARE(buildDemo(job).notes.size(), std::size_t(5));
    }
    void impossibleShapes_data() {
        QTest::addColumn<QString>("setting");
        QTest::addColumn<double>("value");
        QTest::newRow("wider straight part than bumper") << "centerWidth" << 1790.0;
        QTest::newRow("straight part inside the brackets") << "centerWidth" << 700.0;
        QTest::newRow("corner cut through the beam") << "cornerCut" << 140.0;
        QTest::newRow("tabs outside the beam") << "tabSpacing" << 1700.0;
        QTest::newRow("tabs higher than the flat") << "tabHeight" << 140.0;
        QTest::newRow("beyond the range") << "width" << 9000.0;
    }
    void impossibleShapes() {
        QFETCH(QString, setting);
        QFETCH(double, value);
        job::Job job = demoJob();
        job.pieces[0].settings[setting.toStdString()] = value;
        const auto rig = rig::geometry(job.vehicle).value();
        const auto a = armor::build({job.pieces[0], job.vehicle, rig, hefty::testing::shippedStock()});
        QVERIFY(!a.has_value());
        QCOMPARE(QString::fromStdString(a.error().where), setting);
        QVERIFY(!a.error().message.empty());
    }
};

QTEST_GUILESS_MAIN(TestArmor)
#include "test_armor.moc"
