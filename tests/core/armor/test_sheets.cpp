#include <QtTest>

#include <cmath>
#include <numbers>
#include <random>

#include "core/armor/contact.h"
#include "core/armor/making/folded_sheet.h"
#include "core/armor/meeting_edges.h"
#include "core/base/constants.h"
#include "core/mesh/convex_pieces.h"
#include "core/shape/clipping.h"
#include "core/workshop/flat/flat_pattern.h"
#include "core/workshop/flat/flat_strip.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::byHand;
using hefty::testing::shippedStock;

namespace {

SheetPart sheet(const std::string &name, const Axes &axes, Polygon2 outline, double thickness = 6) {
    SheetPart s;
    s.name = name;
    s.axes = axes;
    s.outline = std::move(outline);
    s.thickness = thickness;
    s.material = *shippedStock().material("S355");
    return s;
}

const Polygon2 angleShape{{0, 0}, {100, 0}, {100, 40}, {40, 40}, {40, 100}, {0, 100}};

/// What was built by hand and does not apply; other notes say what nothing holds.
std::vector<std::string> refusals(const Assembly &a) {
    std::vector<std::string> found;
    for (const BuildNote &n : a.notes)
        if (n.text.text.find("no longer applies") != std::string::npos) found.push_back(n.text.text);
    return found;
}

Json plate(const char *name, Json outline) {
    return {{"op", "plate"},
            {"name", name},
            {"thickness", 6},
            {"at", {{"at", {800, 0, 600}}}},
            {"normal", {0, 0, 1}},
            {"up", {0, 1, 0}},
            {"outline", std::move(outline)}};
}

}  // namespace

class TestSheets : public QObject {
    Q_OBJECT

  private slots:
    /// An angle laid on a plate: its seam runs around all six of its edges, the corner that points inward
    /// too.
    void angleOnAPlate() {
        const SheetPart base = sheet("base", {}, {{-50, -50}, {200, -50}, {200, 200}, {-50, 200}});
        Axes on;
        on.origin.z() = 6;
        const SheetPart angle = sheet("angle", on, angleShape);
        const auto contacts = touching(solidOf(base), solidOf(angle));
        QCOMPARE(contacts.size(), std::size_t{1});
        QVERIFY(std::abs(contacts[0].area - 6400) < 1e-3);
        QVERIFY(std::abs(contacts[0].length() - 400) < 1e-3);
    }
    /// A plate over an opening: only what lies on metal touches, and the opening's rim can be welded.
    void overAnOpening() {
        SheetPart base = sheet("base", {}, {{-50, -50}, {200, -50}, {200, 200}, {-50, 200}});
        base.cutouts.push_back({{20, 20}, {60, 20}, {60, 60}, {20, 60}});
        Axes on;
        on.origin.z() = 6;
        const SheetPart top = sheet("top", on, {{0, 0}, {100, 0}, {100, 100}, {0, 100}});
        const auto contacts = touching(solidOf(base), solidOf(top));
        QCOMPARE(contacts.size(), std::size_t{1});
        QVERIFY(std::abs(contacts[0].length() - (400 + 160)) < 1e-3);
        QVERIFY(std::abs(base.area() - (62500 - 1600)) < 1e-9);
        QVERIFY(base.covers({10, 10}) && !base.covers({40, 40}));
        QVERIFY(std::abs(base.fromEdge({10, 40}) - 10) < 1e-9);
        const auto way = base.chord({0, 40}, {1, 0});
        QVERIFY(way && std::abs(way->first + 50) < 1e-9 && std::abs(way->second - 20) < 1e-9);
    }
    /// A square of four sheets on edge, corner to corner: four seams as long as they are high.
    void edgesMeetAtCorners() {
        const double s = 100, t = 4;
        std::vector<SheetPart> walls;
        for (int i = 0; i < 4; ++i) {
            const double a = i * std::numbers::pi / 2;
            const Vec3 out(std::cos(a), std::sin(a), 0);
            walls.push_back(sheet("w" + std::to_string(i),
                                  {out * s / 2, Vec3::UnitZ().cross(out), Vec3::UnitZ(), out},
                                  {{-s / 2, 0}, {s / 2, 0}, {s / 2, 200}, {-s / 2, 200}}, t));
        }
        int seams = 0;
        for (std::size_t i = 0; i < 4; ++i)
            for (std::size_t j = i + 1; j < 4; ++j)
                for (const Contact &c : meetingEdges(walls[i], walls[j])) {
                    QVERIFY(c.kind == SeamKind::Corner && std::abs(c.length() - 200) < 1e-9);
                    ++seams;
                }
        QCOMPARE(seams, 4);
        // two in one plane, edge to edge, are butted
        SheetPart beside = walls[0];
        beside.axes.origin += beside.axes.x * s;
        QCOMPARE(meetingEdges(walls[0], beside).size(), std::size_t{1});
    }
    /// A strip folded twice to a channel: where its corners stand, how long it is flat, what it weighs.
    void channel() {
        const double t = 6, r = 8, legs = 60, web = 120, wide = 300;
        Json p = plate(
            "tray",
            {{-legs - web / 2, 0}, {legs + web / 2, 0}, {legs + web / 2, wide}, {-legs - web / 2, wide}});
        p["folds"] = {{{"from", {-web / 2, 0}}, {"to", {-web / 2, wide}}, {"angle", 90}, {"radius", r}},
                      {{"from", {web / 2, wide}}, {"to", {web / 2, 0}}, {"angle", 90}, {"radius", r}}};
        const Assembly a = byHand({p});
        QCOMPARE(a.folded.size(), std::size_t{1});
        QCOMPARE(a.sheets.size(), std::size_t{3});
        const FoldedSheet &tray = a.folded[0];
        // Both flanges stand up, their middle planes a web apart.
        double high = -1e9, low = 1e9;
        for (const SheetPart &s : a.sheets)
            for (const Vec2 &q : s.outline) {
                high = std::max(high, s.axes.toWorld(q).z());
                low = std::min(low, s.axes.toWorld(q).z());
            }
        QVERIFY(std::abs(high - low - legs) < 1e-6);
        // The flat length by the other way: outside legs of the strip.
        workshop::FoldedStrip strip;
        strip.thickness = t;
        strip.k = 0.42;
        strip.legs = {legs + t / 2, web + t, legs + t / 2};
        strip.bends = {{std::numbers::pi / 2, r}, {std::numbers::pi / 2, r}};
        const double developed = workshop::flatten(strip).value().developed;
        const workshop::FlatPattern flat = workshop::flatPattern(a, tray);
        double x0 = 1e9, x1 = -1e9;
        for (const Vec2 &q : flat.rim) {
            x0 = std::min(x0, q.x());
            x1 = std::max(x1, q.x());
        }
        QVERIFY(std::abs(x1 - x0 - developed) < 1e-3);
        QCOMPARE(flat.lines.size(), std::size_t{2});
        for (const workshop::BendLine &l : flat.lines)
            QVERIFY(std::abs(std::abs(l.from.x()) -
                             (web / 2 - (r + t / 2) + std::numbers::pi / 4 * (r + 0.42 * t))) < 1e-6);
        // Pappus: a quarter turn of the middle of the thickness in the place of two straights.
        const double R = r + t / 2;
        QVERIFY(std::abs(workshop::roundedOff(tray) - 2 * (2 * R - R * std::numbers::pi / 2) * wide * t) <
                1e-6);
        QVERIFY(std::any_of(a.welds.begin(), a.welds.end(), [](const WeldJoint &w) { return w.isFold(); }));
    }
    /// Folds in turn: a hat of five sides comes back to its own level.
    void hat() {
        Json p = plate("hat", {{0, 0}, {250, 0}, {250, 100}, {0, 100}});
        p["folds"] = {{{"from", {50, 0}}, {"to", {50, 100}}, {"angle", 60}, {"radius", 6}},
                      {{"from", {100, 100}}, {"to", {100, 0}}, {"angle", -60}, {"radius", 6}},
                      {{"from", {150, 100}}, {"to", {150, 0}}, {"angle", -60}, {"radius", 6}},
                      {{"from", {200, 0}}, {"to", {200, 100}}, {"angle", 60}, {"radius", 6}}};
        const Assembly a = byHand({p});
        QCOMPARE(a.sheets.size(), std::size_t{5});
        int level = 0;
        for (const SheetPart &s : a.sheets) level += std::abs(std::abs(s.axes.z.z()) - 1) < 1e-9 ? 1 : 0;
        QCOMPARE(level, 3);  // both brims and the crown
    }
    /// The twin of a folded sheet with an opening: every side lies across the middle of the vehicle, and its
    /// flat pattern is as large, bent the same way and by the same angles.
    void twinOfAFoldedSheet() {
        Json p = plate("tray", {{0, 0}, {200, 0}, {260, 120}, {0, 100}});
        p["at"] = {{"at", {800, 200, 600}}};
        p["cutouts"] = {{{20, 20}, {45, 20}, {20, 60}}};
        p["folds"] = {{{"from", {80, 0}}, {"to", {80, 120}}, {"angle", 60}, {"radius", 6}},
                      {{"from", {150, 120}}, {"to", {150, 0}}, {"angle", 35}, {"radius", 6}}};
        const Assembly a =
            byHand({p,
                    {{"op", "mirror"}, {"part", "tray"}, {"name", "other"}},
                    {{"op", "hole"}, {"part", "other.1"}, {"at", {60, -20}}, {"diameter", 8}}});
        QVERIFY2(refusals(a).empty(), refusals(a).empty() ? "" : refusals(a)[0].c_str());
        QCOMPARE(a.folded.size(), std::size_t{2});
        QCOMPARE(a.sheets.size(), std::size_t{6});
        for (std::size_t i = 0; i < 3; ++i) {
            const SheetPart one = *a.sheet(a.folded[0].facets[i]);
            SheetPart other = *a.sheet(a.folded[1].facets[i]);
            other.holes.clear();
            const Vec3 across(other.center().x(), -other.center().y(), other.center().z());
            QVERIFY((one.center() - across).norm() < 1e-9);
            QVERIFY(std::abs(one.area() - other.area()) < 1e-9);
            QCOMPARE(one.cutouts.size(), other.cutouts.size());
            QVERIFY(shape::area(other.outline) > 0);
        }
        const workshop::FlatPattern one = workshop::flatPattern(a, a.folded[0]);
        const workshop::FlatPattern other = workshop::flatPattern(a, a.folded[1]);
        QVERIFY(std::abs(std::abs(shape::area(one.rim)) - std::abs(shape::area(other.rim))) < 1e-6);
        QCOMPARE(one.lines.size(), other.lines.size());
        for (std::size_t i = 0; i < one.lines.size(); ++i)
            QVERIFY(std::abs(one.lines[i].angle - other.lines[i].angle) < 1e-12);
    }
    /// What stands on a part goes with it: the hole of a shackle.
    void placesGoWithTheirPart() {
        const std::vector<Json> made{
            {{"op", "tube"},
             {"name", "cross"},
             {"section", "RHS 120x80x6"},
             {"from", {{"at", {800, 500, 600}}}},
             {"to", {{"at", {800, -500, 600}}}}},
            {{"op", "tab"}, {"name", "pull"}, {"beam", "cross"}, {"across", 200}, {"thickness", 16}}};
        const Assembly before = byHand(made);
        QVERIFY2(refusals(before).empty(), refusals(before).empty() ? "" : refusals(before)[0].c_str());
        QCOMPARE(before.anchors.size(), std::size_t{1});
        std::vector<Json> changed = made;
        changed.push_back({{"op", "move"}, {"part", "pull"}, {"by", {0, 40, 0}}});
        const Assembly after = byHand(changed);
        QVERIFY((after.anchors[0].hole - before.anchors[0].hole - Vec3(0, 40, 0)).norm() < 1e-9);
        changed.back() = {{"op", "remove"}, {"part", "pull"}};
        QVERIFY(byHand(changed).anchors.empty());
    }
    /// One side of a folded sheet is neither moved nor mirrored nor taken out by itself; the whole is.
    void sidesGoWithTheirSheet() {
        Json p = plate("tray", {{0, 0}, {200, 0}, {200, 100}, {0, 100}});
        p["folds"] = {{{"from", {80, 0}}, {"to", {80, 100}}, {"angle", 60}, {"radius", 6}}};
        const Assembly before = byHand({p});
        for (const Json &alone :
             {Json{{"op", "move"}, {"part", "tray.2"}, {"by", {0, 0, 50}}},
              Json{{"op", "mirror"}, {"part", "tray.1"}}, Json{{"op", "remove"}, {"part", "tray.2"}}}) {
            const Assembly a = byHand({p, alone});
            QCOMPARE(a.sheets.size(), before.sheets.size());
            QCOMPARE(refusals(a).size(), std::size_t{1});
            QVERIFY(refusals(a)[0].find("one side of the folded sheet") != std::string::npos);
        }
        const Assembly moved = byHand({p, {{"op", "move"}, {"part", "tray"}, {"by", {0, 0, 50}}}});
        QVERIFY(refusals(moved).empty());
        for (std::size_t i = 0; i < 2; ++i)
            QVERIFY((moved.sheets[i].center() - before.sheets[i].center() - Vec3(0, 0, 50)).norm() < 1e-9);
        QVERIFY(byHand({p, {{"op", "remove"}, {"part", "tray"}}}).sheets.empty());
    }
    /// A tube that is cut to lie on another: its twin lies on the part across from that one, by where the
    /// parts lie, whatever they are called.
    void twinLiesOnWhatIsAcross() {
        const auto tube = [](const char *name, Json from, Json to) {
            return Json{
                {"op", "tube"}, {"name", name}, {"section", "CHS 48.3x4"}, {"from", from}, {"to", to}};
        };
        const Assembly a =
            byHand({tube("cross", {{"at", {800, 500, 600}}}, {{"at", {800, -500, 600}}}),
                    tube("one", {{"at", {600, 300, 900}}}, {{"at", {200, 300, 900}}}),
                    tube("two", {{"at", {600, -300, 900}}}, {{"at", {200, -300, 900}}}),
                    tube("hoop", {{"part", "one"}, {"station", 50}}, {{"part", "cross"}, {"station", 250}}),
                    {{"op", "mirror"}, {"part", "hoop"}, {"name", "its twin"}}});
        QVERIFY(refusals(a).empty());
        QCOMPARE(a.bar("its twin")->trimFrom.onto, std::vector<std::string>{"two"});
        QCOMPARE(a.bar("its twin")->trimTo.onto, std::vector<std::string>{"cross"});
    }
    void foldThatReachesNothing() {
        Json p = plate("flat", {{0, 0}, {100, 0}, {100, 100}, {0, 100}});
        p["folds"] = {{{"from", {50, 20}}, {"to", {50, 60}}, {"angle", 90}, {"radius", 6}}};
        const Assembly a = byHand({p});
        QCOMPARE(a.sheets.size(), std::size_t{1});
        QVERIFY(a.folded.empty());
        QVERIFY(std::any_of(a.notes.begin(), a.notes.end(), [](const BuildNote &n) {
            return n.text.in(measure::UnitSystem::Metric).find("left flat") != std::string::npos;
        }));
    }
    void crossedOutline() {
        const Assembly a = byHand({plate("bow", {{0, 0}, {100, 100}, {100, 0}, {0, 100}})});
        QVERIFY(a.sheets.empty() && !a.notes.empty());
    }
    /// Any shape is cut into convex ones of the same area.
    void convexPieces() {
        std::mt19937 random(5);
        std::uniform_real_distribution<double> ray(20, 160);
        for (int run = 0; run < 200; ++run) {
            const int n = 3 + static_cast<int>(random() % 9);
            Polygon2 star;
            for (int i = 0; i < n; ++i)
                star.push_back(Eigen::Rotation2Dd(2 * std::numbers::pi * i / n) * Vec2(ray(random), 0));
            double sum = 0;
            for (const Polygon2 &p : mesh::convexPieces(star)) {
                QVERIFY(shape::isConvex(p));
                sum += shape::area(p);
            }
            QVERIFY(std::abs(sum - shape::area(star)) < 1e-6 * shape::area(star));
        }
    }
    /// Chords and distances of any polygon against walking along the line in small steps.
    void chordsByWalking() {
        std::mt19937 random(11);
        std::uniform_real_distribution<double> ray(20, 160), angle(0, 6.28);
        int looked = 0;
        for (int run = 0; run < 300; ++run) {
            Polygon2 star;
            for (int i = 0; i < 8; ++i)
                star.push_back(Eigen::Rotation2Dd(2 * std::numbers::pi * i / 8) * Vec2(ray(random), 0));
            const Vec2 at = Eigen::Rotation2Dd(angle(random)) * Vec2(ray(random) * 0.4, 0);
            const Vec2 along = Eigen::Rotation2Dd(angle(random)) * Vec2(1, 0);
            if (!shape::inside(star, at)) continue;
            const auto span = shape::chord(star, at, along);
            QVERIFY(span && span->first <= 0 && span->second >= 0);
            double walked = 0;
            while (shape::inside(star, at + along * walked)) walked += 0.01;
            QVERIFY(std::abs(walked - span->second) < 0.02);
            QVERIFY(shape::contains(star, at, -shape::fromRim(star, at) + 1e-9));
            QVERIFY(!shape::contains(star, at, -shape::fromRim(star, at) - 1e-3));
            ++looked;
        }
        QVERIFY(looked > 100);
    }
    /// Areas of what is left of a line and of what is right of it come to the whole.
    void cutInTwo() {
        const shape::Region whole{angleShape, {}};
        for (const double at : {10.0, 40.0, 70.0}) {
            double sum = 0;
            for (const auto &r : shape::leftOf(whole, {at, 0}, {0, 1})) sum += shape::area(r.rim);
            for (const auto &r : shape::leftOf(whole, {at, 0}, {0, -1})) sum += shape::area(r.rim);
            QVERIFY(std::abs(sum - 6400) < 0.1);
        }
    }
};

QTEST_APPLESS_MAIN(TestSheets)
#include "test_sheets.moc"
