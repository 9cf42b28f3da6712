#include <QtTest>

#include <numbers>

#include "core/armor/operations/snap.h"
#include "core/job/appraise/appraise_under.h"
#include "core/job/appraise/fit.h"
#include "core/workshop/flat/flat_pattern.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::byHand;
using hefty::testing::demoRig;
using hefty::testing::shippedStock;

namespace {

Json at(double x, double y, double z) {
    return {{"at", {x, y, z}}};
}

Json tube(const char *name, const char *section, Json from, Json to) {
    return {{"op", "tube"},
            {"name", name},
            {"section", section},
            {"from", std::move(from)},
            {"to", std::move(to)}};
}

/// 100 x 60 x 8, level: its x of the outline along the vehicle's x, its y to the left.
Json levelPlate(const char *name, double x, double y, double z) {
    return {{"op", "plate"},
            {"name", name},
            {"thickness", 8},
            {"at", at(x, y, z)},
            {"normal", {0, 0, 1}},
            {"up", {0, 1, 0}},
            {"outline", {{-50, -30}, {50, -30}, {50, 30}, {-50, 30}}}};
}

QString notes(const Assembly &a) {
    QString out;
    for (const BuildNote &n : a.notes) out += QString::fromStdString(n.text.in(measure::UnitSystem::Metric));
    return out;
}

}  // namespace

class TestHandwork : public QObject {
    Q_OBJECT

  private slots:
    /// Places along edges: the middle by itself, a share from the corner of the edge's number.
    void placesOnEdges() {
        const Json plate = levelPlate("plate", 700, 0, 800);
        const auto probe = [&](Json place) {
            place["offset"] = {0, 0, 100};
            Json from = place;
            from.erase("offset");
            return byHand({plate, tube("probe", "CHS 33.7x3.2", from, place)});
        };
        const Assembly middle = probe({{"part", "plate"}, {"edge", 1}});
        const SheetPart &p = *middle.sheet("plate");
        const Vec3 a = p.axes.toWorld(p.outline[0]), b = p.axes.toWorld(p.outline[1]);
        QVERIFY((middle.bar("probe")->from - (a + b) / 2).norm() < 1e-9);
        const Assembly quarter = probe({{"part", "plate"}, {"edge", 1}, {"share", 0.25}});
        QVERIFY((quarter.bar("probe")->from - (a + (b - a) * 0.25)).norm() < 1e-9);
        QVERIFY(notes(probe({{"part", "plate"}, {"edge", 5}})).contains("edges 1 to 4"));
        QVERIFY(notes(probe({{"part", "plate"}, {"edge", 2}, {"share", 1.5}})).contains("from 0 to 1"));
        const auto all = snaps(middle, demoRig());
        QCOMPARE(std::count_if(all.begin(), all.end(),
                               [](const Snap &s) { return s.place.contains("edge") && s.part == "plate"; }),
                 4);
    }
    /// Rods: one lies along a plate, another ends square on it, a third on a tube, cut to it. Flares beside
    /// the first, seams around the others; the weight of solid steel; each is proved as a member, none has a
    /// wall that could give, and no tube for sale is one.
    void rods() {
        std::vector<Json> made{tube("beam", "CHS 60.3x4", at(900, 600, 600), at(900, -600, 600)),
                               tube("third", "Rod 16", at(900, 0, 600), at(900, 0, 900)),
                               {{"op", "trim"}, {"bar", "third"}, {"end", "start"}, {"onto", "beam"}},
                               levelPlate("plate", 700, 0, 500),
                               tube("along", "Rod 12", at(655, 0, 510), at(745, 0, 510)),
                               tube("square", "Rod 20", at(700, 20, 504), at(700, 20, 700))};
        const Assembly a = byHand(made);
        for (const BuildNote &n : a.notes)  // it hangs on no vehicle
            QVERIFY2(n.text.text.starts_with("Nothing holds"), n.text.text.c_str());
        const auto length = [&a](const char *one, const char *other, SeamKind kind) {
            double sum = 0;
            for (const WeldJoint &w : a.welds)
                if ((w.a == one && w.b == other) || (w.a == other && w.b == one))
                    for (const Contact &c : w.contacts)
                        if (c.kind == kind) sum += c.length();
            return sum;
        };
        QVERIFY2(std::abs(length("along", "plate", SeamKind::Flare) +
                          length("along", "plate", SeamKind::Fillet) - 180) < 1,
                 qPrintable(QString::number(length("along", "plate", SeamKind::Flare))));
        const double around = std::numbers::pi * 20;
        QVERIFY2(std::abs(length("square", "plate", SeamKind::Fillet) / around - 1) < 0.02,
                 qPrintable(QString::number(length("square", "plate", SeamKind::Fillet))));
        QVERIFY(length("third", "beam", SeamKind::Around) > std::numbers::pi * 16);
        QVERIFY(std::abs(a.bar("square")->properties.massPerLength - std::numbers::pi * 100 * 7.85e-6) <
                1e-12);
        QVERIFY(!a.bar("square")->hollow());
        for (const std::string &id : armor::options(Choice::RoundTube, shippedStock()))
            QVERIFY2(!id.starts_with("Rod"), id.c_str());
    }
    /// An end that stands off is cut to a beam: it goes on to it, and the seam runs around the tube.
    void trimmed() {
        const std::vector<Json> two{tube("beam", "RHS 120x80x6", at(700, 600, 600), at(700, -600, 600)),
                                    tube("leg", "CHS 48.3x3.2", at(1000, 0, 600), at(800, 0, 600))};
        QVERIFY(byHand(two).welds.empty());
        std::vector<Json> list = two;
        list.push_back({{"op", "trim"}, {"bar", "leg"}, {"end", "end"}, {"onto", "beam"}});
        const Assembly a = byHand(list);
        QVERIFY2(a.notes.size() == 2, qPrintable(notes(a)));  // nothing holds either: it is only these two
        QCOMPARE(a.welds.size(), std::size_t{1});
        QVERIFY(std::abs(a.welds[0].length() - std::numbers::pi * 48.3) < 0.005 * std::numbers::pi * 48.3);
        // 300 from the beam's middle to its start, 40 of it in the beam
        QVERIFY(std::abs(a.bar("leg")->cutLength() - 260) < 0.01);
        for (const auto &[change, why] :
             {std::pair<Json, const char *>{
                  {{"op", "trim"}, {"bar", "leg"}, {"end", "start"}, {"onto", "beam"}}, "not all"},
              {{{"op", "trim"}, {"bar", "leg"}, {"end", "side"}, {"onto", "beam"}}, "neither"},
              {{{"op", "trim"}, {"bar", "leg"}, {"end", "end"}, {"onto", "leg"}}, "to itself"},
              {{{"op", "trim"}, {"bar", "leg"}, {"end", "end"}, {"onto", "sky"}}, "no part"}}) {
            list = two;
            list.push_back(change);
            QVERIFY2(notes(byHand(list)).contains(why), why);
        }
    }
    /// A plate folded square along its middle: two sides of 50 at right angles, one blank that is shorter by
    /// what the bend takes off.
    void folded() {
        const Json fold{{"op", "fold"},
                        {"part", "plate"},
                        {"from", {{"part", "plate"}, {"edge", 1}}},
                        {"to", {{"part", "plate"}, {"edge", 3}}},
                        {"angle", 90},
                        {"radius", 8}};
        const Assembly a = byHand({levelPlate("plate", 700, 0, 800), fold});
        QCOMPARE(a.folded.size(), std::size_t{1});
        QVERIFY(a.sheet("plate.1") && a.sheet("plate.2") && !a.sheet("plate"));
        QVERIFY(std::abs(a.sheet("plate.1")->axes.z.dot(a.sheet("plate.2")->axes.z)) < 1e-9);
        QVERIFY(std::abs(a.sheet("plate.1")->area() + a.sheet("plate.2")->area() - 6000) < 1e-6);
        const auto flat = workshop::flatPattern(a, a.folded[0]);
        Vec2 low = flat.rim[0], high = low;
        for (const Vec2 &p : flat.rim) {
            low = low.cwiseMin(p);
            high = high.cwiseMax(p);
        }
        // sides to the crossing of the middle planes: 2 x 50 - 2 (r + t/2) + a quarter circle of r + k t
        const double bend = std::numbers::pi / 2 * (8 + workshop::usualNeutralLayer * 8) - 2 * (8 + 4);
        QVERIFY2(std::abs((high - low).maxCoeff() - (100 + bend)) < 0.01,
                 qPrintable(QString::number((high - low).maxCoeff())));
        QVERIFY(notes(byHand({levelPlate("plate", 700, 0, 800), fold, fold})).contains("that is flat"));
        Json flatOne = fold;
        flatOne["angle"] = 0;
        QVERIFY(notes(byHand({levelPlate("plate", 700, 0, 800), flatOne})).contains("1 to 150"));
    }
    /// Two plates through each other, joined by nothing, are told; laid apart they are not.
    void runThroughEachOther() {
        job::Job job = hefty::testing::demoJob();
        job.pieces.clear();
        Piece own;
        own.id = "own";
        own.pattern = "from-nothing";
        Json upright = levelPlate("upright", 700, 0, 800);
        upright["normal"] = {1, 0, 0};
        upright["up"] = {0, 0, 1};
        own.operations = {levelPlate("level", 700, 0, 800), upright};
        job.pieces.push_back(own);
        const auto overlaps = [&job] {
            job::Appraisal a = job::appraiseShape(job, shippedStock());
            job::addFit(a, job);
            return std::count_if(a.findings.begin(), a.findings.end(),
                                 [](const job::Finding &f) { return f.id == "overlap/level~upright"; });
        };
        QCOMPARE(overlaps(), 1);
        job.pieces[0].operations[1]["at"] = at(700, 0, 900);
        QCOMPARE(overlaps(), 0);
    }
};

QTEST_APPLESS_MAIN(TestHandwork)
#include "test_handwork.moc"
