#include <QtTest>

#include <map>
#include <random>

#include "core/armor/operations/snap.h"
#include "core/job/appraise/trial.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::byHand;
using hefty::testing::demoRig;
using hefty::testing::shippedStock;

namespace {

Json tube(const char *name, Json from, Json to) {
    return {{"op", "tube"},
            {"name", name},
            {"section", "RHS 120x80x6"},
            {"from", std::move(from)},
            {"to", std::move(to)}};
}

Json at(double x, double y, double z) {
    return {{"at", {x, y, z}}};
}

/// A beam across the vehicle and a plate that lies flat above it, its corners a hundred apart.
const std::vector<Json> &beamAndPlate() {
    static const std::vector<Json> list{tube("beam", at(700, 600, 600), at(700, -600, 600)),
                                        {{"op", "plate"},
                                         {"name", "plate"},
                                         {"thickness", 8},
                                         {"at", at(700, 0, 800)},
                                         {"normal", {0, 0, 1}},
                                         {"up", {0, 1, 0}},
                                         {"outline", {{-50, -50}, {50, -50}, {50, 50}, {-50, 50}}}}};
    return list;
}

Sight fromAhead(double y, double z) {
    return {Vec3(0, y, z), Vec3(1, 0, 0), 20};
}

bool near(const Vec3 &a, const Vec3 &b) {
    if ((a - b).norm() < 1e-6) return true;
    qWarning("%g %g %g, wanted %g %g %g", a.x(), a.y(), a.z(), b.x(), b.y(), b.z());
    return false;
}

}  // namespace

class TestBuilding : public QObject {
    Q_OBJECT

  private slots:
    void placesWithNames() {
        const Assembly a = byHand(beamAndPlate());
        const auto places = snaps(a, demoRig());
        const auto named = [&places](const std::string &name) {
            const auto it = std::find_if(places.begin(), places.end(),
                                         [&name](const Snap &s) { return s.name.text == name; });
            return it == places.end() ? Vec3(Vec3::Constant(1e9)) : it->at;
        };
        QVERIFY(near(named("start of beam"), {700, 600, 600}));
        QVERIFY(near(named("middle of beam"), {700, 0, 600}));
        QVERIFY(near(named("end of beam"), {700, -600, 600}));
        QVERIFY(near(named("middle of plate"), {700, 0, 800}));
        const Vec3 corner = named("corner 1 of plate");
        QVERIFY(std::abs(std::abs(corner.x() - 700) - 50) < 1e-6 &&
                std::abs(std::abs(corner.y()) - 50) < 1e-6);
        const rig::RigGeometry &g = demoRig();
        QVERIFY(near(named("front end of the right rail"),
                     {g.frameEnd, -(g.railSpacing + g.railWidth) / 2, g.railCenter}));
        // Every place reads back as where it is: a short tube built from it begins there.
        for (const Snap &s : places) {
            auto list = beamAndPlate();
            Json up = s.place;
            up["offset"] = {0, 0, 300};
            list.push_back(tube("probe", s.place, up));
            const Assembly with = byHand(list);
            QVERIFY2(with.bar("probe"), s.name.text.c_str());
            QVERIFY2(near(with.bar("probe")->from, s.at), s.name.text.c_str());
        }
    }
    void whatIsPointedAt() {
        const Assembly a = byHand(beamAndPlate());
        const auto places = snaps(a, demoRig());
        const auto end = snapTo(places, a, fromAhead(592, 605));
        QVERIFY(end && end->place["station"] == "start");
        // between the named places: on whole steps along the bar
        const auto along = snapTo(places, a, fromAhead(402, 606));
        QVERIFY(along && along->place["station"] == 200.0);
        QVERIFY(near(along->at, {700, 400, 600}));
        QVERIFY(!snapTo(places, a, fromAhead(402, 630)));
        // the wall that faces the viewer: half of the tube's 80 mm ahead, half of its 120 mm above
        Sight wall = fromAhead(402, 606);
        wall.ontoWall = true;
        QVERIFY(near(snapTo(places, a, wall)->at, {740, 400, 600}));
        Sight above{Vec3(700, 400, 0), Vec3(0, 0, 1), 20};
        above.ontoWall = true;
        const auto top = snapTo(places, a, above);
        QVERIFY(top && top->place["wall"] == "up" && near(top->at, {700, 400, 660}));
        // seen from above the plate hides the middle of the beam, from below it is the other way around
        QCOMPARE(snapTo(places, a, {Vec3(700, 0, 0), Vec3(0, 0, 1), 20})->part, std::string("plate"));
        QCOMPARE(snapTo(places, a, {Vec3(700, 0, 0), Vec3(0, 0, -1), 20})->part, std::string("beam"));
    }
    /// Seen from above and ahead to one side, a line of sight means the wall that it meets first, not the one
    /// that is turned to the viewer most.
    void wallsSeenInSpace() {
        const Assembly a = byHand(beamAndPlate());
        const auto places = snaps(a, demoRig());
        const Vec3 toViewer = Vec3(0.5, 0.2, 0.8).normalized();
        const auto seen = [&](const Vec3 &on) { return Sight{on + 300 * toViewer, toViewer, 60}; };
        const auto front = wallSeen(a, seen({740, 400, 610})), top = wallSeen(a, seen({710, 400, 660}));
        QVERIFY(front && near(front->out, Vec3::UnitX()) && front->part == "beam");
        QVERIFY(top && near(top->out, Vec3::UnitZ()) && near(top->at, {710, 400, 660}));
        QVERIFY(!wallSeen(a, seen({740, 400, 200})));
        Sight s = seen({740, 400, 600});
        s.ontoWall = true;
        QCOMPARE(snapTo(places, a, s)->place["wall"], Json("up"));
        s.seen = front;
        QCOMPARE(snapTo(places, a, s)->place["wall"], Json("forward"));
        // beyond reach of the middle line its wall means the bar all the same, on a whole step
        Sight low = seen({740, 403, 545});
        low.reach = 20;
        QVERIFY(!snapTo(places, a, low));
        low.seen = wallSeen(a, low);
        const auto along = snapTo(places, a, low);
        QVERIFY(along && along->part == "beam" && along->place["station"] == 195.0);
    }
    /// The word for a way is the axis that it is least turned from; on a round bar the wall is half of the
    /// diameter from the middle in every direction, on a rectangular one on its rim.
    void wordsAndWalls() {
        const std::map<std::string, Vec3> words{{"forward", {1, 0, 0}}, {"rearward", {-1, 0, 0}},
                                                {"left", {0, 1, 0}},    {"right", {0, -1, 0}},
                                                {"up", {0, 0, 1}},      {"down", {0, 0, -1}}};
        for (const auto &[word, way] : words) {
            QCOMPARE(std::string(directionWord(way)), word);
            QVERIFY(directionOf(word) && (*directionOf(word) - way).norm() < 1e-12);
        }
        QVERIFY(!directionOf("aside"));
        Json round = tube("pipe", at(700, 600, 600), at(700, -600, 600));
        round["section"] = "CHS 60.3x4";
        const Assembly a = byHand({tube("beam", at(900, 600, 600), at(900, -600, 600)), round});
        std::mt19937 dice(4);
        std::uniform_real_distribution<double> unit(-1, 1);
        for (int run = 0; run < 500; ++run) {
            const Vec3 way(unit(dice), unit(dice), unit(dice));
            const Vec3 word = words.at(directionWord(way));
            for (const auto &[other, axis] : words) QVERIFY(word.dot(way) >= axis.dot(way) - 1e-12);
            const Vec3 middle(700, 500 * unit(dice), 600);
            const Vec3 wall = onWall(a, "pipe", middle, way);
            QVERIFY(std::abs((wall - middle).norm() - 60.3 / 2) < 1e-9);
            const Vec3 flat(way.x(), 0, way.z());
            QVERIFY((wall - middle).normalized().dot(flat.normalized()) > 1 - 1e-9);
        }
        const Vec3 up = onWall(a, "beam", {900, 0, 600}, Vec3::UnitZ());
        const Vec3 ahead = onWall(a, "beam", {900, 0, 600}, Vec3::UnitX());
        const double high = up.z() - 600, deep = ahead.x() - 900;
        QVERIFY(std::abs(high + deep - 100) < 1e-6 && std::abs(high * deep - 60 * 40) < 1e-6);
        QVERIFY(near(onWall(a, "beam", {900, 0, 600}, Vec3::UnitY()), {900, 0, 600}));  // runs along it
    }
    void placesForHoles() {
        const Assembly a = byHand(beamAndPlate());
        const Sight down{Vec3(720, 10, 0), Vec3(0, 0, 1), 20};
        const auto onPlate = placeOnPart(a, "plate", down);
        QVERIFY(onPlate);
        QVERIFY(near(a.sheet("plate")->axes.toWorld(*onPlate), {720, 10, 800}));
        QVERIFY(!placeOnPart(a, "plate", fromAhead(0, 800)));  // seen from its edge
        const auto onBeam = placeOnPart(a, "beam", fromAhead(400, 620));
        QVERIFY(onBeam && *onBeam == Vec2(200, 20));
        QVERIFY(!placeOnPart(a, "nothing", down));
    }
    /// What hangs on the end of a bar goes with it.
    void hangsOnAPlace() {
        auto list = beamAndPlate();
        list.push_back(
            tube("post", {{"part", "beam"}, {"station", "end"}, {"wall", "up"}}, at(700, -600, 900)));
        QVERIFY(near(byHand(list).bar("post")->from, {700, -600, 660}));
        list[0] = tube("beam", at(700, 600, 600), at(700, -500, 600));
        QVERIFY(near(byHand(list).bar("post")->from, {700, -500, 660}));
        for (const Json &bad :
             {Json{{"part", "beam"}, {"station", "elsewhere"}}, Json{{"part", "plate"}, {"corner", 5}},
              Json{{"part", "beam"}, {"wall", "inward"}}}) {
            list.back() = tube("post", bad, at(700, -600, 900));
            const Assembly a = byHand(list);
            QVERIFY2(!a.bar("post") && !a.notes.empty(), bad.dump().c_str());
        }
    }
    /// Pointed at from anywhere: what is meant lies within reach of the line of sight, reads back as where it
    /// is, and of two named places the nearer is taken.
    void pointedAtAnyhow() {
        auto list = beamAndPlate();
        list.push_back(tube("post", {{"part", "beam"}, {"station", "end"}}, at(650, -560, 950)));
        list.push_back(tube("stay", {{"part", "post"}, {"station", "end"}}, at(700, 300, 900)));
        const Assembly a = byHand(list);
        const auto places = snaps(a, demoRig());
        std::mt19937 dice(12);
        std::uniform_real_distribution<double> unit(-1, 1);
        int meant = 0, named = 0;
        for (int run = 0; run < 1500; ++run) {
            Sight s;
            s.through = Vec3(700 + 200 * unit(dice), 700 * unit(dice), 750 + 250 * unit(dice));
            s.toViewer = Vec3(unit(dice), unit(dice), unit(dice)).normalized();
            s.reach = 25;
            const auto off = [&s](const Vec3 &p) {
                const Vec3 d = p - s.through;
                return (d - d.dot(s.toViewer) * s.toViewer).norm();
            };
            const auto snap = snapTo(places, a, s);
            double nearest = 1e300;
            for (const Snap &p : places) nearest = std::min(nearest, off(p.at));
            if (nearest <= s.reach) QVERIFY(snap && off(snap->at) < nearest + 0.6);
            if (!snap) continue;
            ++meant;
            named += nearest <= s.reach;
            QVERIFY(off(snap->at) <= s.reach + 1e-9);
            auto again = list;
            Json up = snap->place;
            up["offset"] = {0, 0, 300};
            again.push_back(tube("probe", snap->place, up));
            if (run % 10) continue;  // each builds a piece
            const Assembly with = byHand(again);
            QVERIFY(with.bar("probe") && near(with.bar("probe")->from, snap->at));
            s.ontoWall = true;
            const auto wall = snapTo(places, a, s);
            QVERIFY(wall && (wall->at - snap->at).norm() < 100);
        }
        QVERIFY(meant > 150 && named > 30);
    }
    /// What it would come to: its seams, what it runs through, why not. The job stays as it was.
    void triedOut() {
        const job::Job job = job::loadJob(demoFolder() + "/marten-full-set.girder.json").value();
        const job::Appraisal now = job::appraise(job, shippedStock());
        const job::PieceAppraisal *rear = nullptr;
        for (const auto &p : now.pieces)
            if (p.id == "rear-beam") rear = &p;
        QVERIFY(rear && rear->assembly);
        const BarPart *beam = rear->assembly->bar("beam");
        QVERIFY(beam);
        // On the top wall of its own beam, 80 wide with corners of 20: two of the foot's sides lie on the
        // flat.
        const Vec3 foot = beam->axesAt(100).origin;
        const auto up = job::tryOperation(job, now, "rear-beam",
                                          tube("post", {{"part", "beam"}, {"station", 100}, {"wall", "up"}},
                                               at(foot.x(), foot.y(), foot.z() + 500)),
                                          shippedStock());
        QVERIFY2(up.whyNot.empty(), up.whyNot.c_str());
        QCOMPARE(up.solids.size(), std::size_t{1});
        QCOMPARE(up.solids[0].part, std::string("post"));
        QCOMPARE(up.seams.size(), std::size_t{1});
        const double seam = up.seams[0].measures[0].value;
        QVERIFY2(seam > 70 && seam <= 80, up.seams[0].in(measure::UnitSystem::Metric).c_str());
        // The same tube built on the front piece stands in the rear beam.
        const auto through = job::tryOperation(
            job, now, "front-bumper",
            tube("post", at(foot.x(), foot.y(), foot.z() - 200), at(foot.x(), foot.y(), foot.z() + 200)),
            shippedStock());
        QVERIFY(through.whyNot.empty() && through.seams.empty());
        QVERIFY(!through.meets.empty());
        const auto odd = job::tryOperation(job, now, "rear-beam",
                                           tube("post", {{"part", "nobody"}}, at(0, 0, 0)), shippedStock());
        QVERIFY(odd.whyNot.find("nobody") != std::string::npos && odd.solids.empty());
        QVERIFY(!job::tryOperation(job, now, "no-piece", Json::object(), shippedStock()).whyNot.empty());
    }

    /// A plate from a drawing stands by an edge: of the triangle with corners (0, 0), (200, 0), (0, 100) the
    /// first edge lies on the beam with its middle at the place, the third corner is 100 away from it, 100
    /// before its middle; a hole goes along. By the second edge the far corner is 2 A/length = 89.44 away.
    void plateByAnEdge() {
        const auto beam = Json::parse(
            R"({"op":"tube","name":"beam","section":"RHS 120x80x6","from":{"at":[700,-400,600]},"to":{"at":[700,400,600]}})");
        Json plate = Json::parse(
            R"({"op":"plate","name":"fin","material":"S355","thickness":8,"at":{"part":"beam","station":"middle","wall":"up"},
                "outline":[[0,0],[200,0],[0,100]],"holes":[{"at":[40,30],"diameter":12}],
                "edge":1,"along":[0,1,0],"away":[0,0,1]})");
        const armor::Assembly a = hefty::testing::byHand({beam, plate});
        const armor::SheetPart *fin = a.sheet("fin");
        QVERIFY(fin);
        const auto at = [&](double u, double v) { return fin->axes.toWorld(armor::Vec2(u, v)); };
        const double top = 660;
        double high = 0;
        for (const armor::Vec2 &c : fin->outline) high = std::max(high, at(c.x(), c.y()).z());
        QVERIFY(std::abs(high - (top + 100)) < 1e-9);
        QVERIFY(std::abs(fin->axes.origin.z() - top) < 1e-9 && std::abs(fin->axes.origin.y()) < 1e-9);
        QCOMPARE(fin->holes.size(), std::size_t{1});
        const armor::Vec3 hole = fin->axes.toWorld(fin->holes[0].at);
        QVERIFY((hole - armor::Vec3(700, -60, top + 30)).norm() < 1e-9);
        QVERIFY(std::any_of(a.welds.begin(), a.welds.end(), [](const armor::WeldJoint &w) {
            return (w.a == "fin" || w.b == "fin") &&
                   std::abs(w.length() - 2 * (200 + 8)) < 1;  // around its foot
        }));
        plate["edge"] = 2;
        const armor::Assembly b = hefty::testing::byHand({beam, plate});
        high = 0;
        for (const armor::Vec2 &c : b.sheet("fin")->outline)
            high = std::max(high, b.sheet("fin")->axes.toWorld(c).z());
        QVERIFY(std::abs(high - top - 89.4427) < 1e-3);
        for (const auto &[key, value] :
             {std::pair{"edge", Json(4)}, {"edge", Json(0)}, {"away", Json({0, 1, 0})}}) {
            Json bad = plate;
            bad[key] = value;
            const armor::Assembly c = hefty::testing::byHand({beam, bad});
            QVERIFY2(!c.sheet("fin") && !c.notes.empty(), key);
        }
    }

    /// Places where something acts on what is built by hand: each kind stands with its part, its place and
    /// its way; behind the middle of the vehicle a strike comes from behind. What is on no part is refused.
    void placesWhereSomethingActs() {
        std::vector<Json> ops{Json::parse(
            R"({"op":"tube","name":"beam","section":"RHS 120x80x6","from":{"at":[700,-400,600]},"to":{"at":[700,400,600]}})")};
        for (const char *kind : {"strike", "step", "jack", "rock"})
            ops.push_back({{"op", "duty"},
                           {"name", std::string("the ") + kind},
                           {"kind", kind},
                           {"at", {{"part", "beam"}, {"station", "middle"}, {"wall", "down"}}}});
        const Assembly a = byHand(ops);
        QVERIFY(a.strikes.size() == 1 && a.steps.size() == 1 && a.jacks.size() == 1 && a.grounds.size() == 1);
        QVERIFY((a.strikes[0].direction - Vec3(-1, 0, 0)).norm() < 1e-12 && a.jacks[0].front);
        QVERIFY(a.grounds[0].share == Share::Front && (a.grounds[0].at - Vec3(700, 0, 540)).norm() < 1e-9);
        for (auto &[key, value] : std::vector<std::pair<std::string, Json>>{
                 {"kind", "meteor"}, {"at", {{"at", {700, 0, 600}}}}, {"name", ""}}) {
            std::vector<Json> bad{ops[0], ops[1]};
            bad[1][key] = value;
            const Assembly b = byHand(bad);
            QVERIFY2(b.strikes.empty() && !b.notes.empty(), key.c_str());
        }
    }
};

QTEST_APPLESS_MAIN(TestBuilding)
#include "test_building.moc"
