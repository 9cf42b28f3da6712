#include <QTest>

#include <cmath>
#include <numbers>

#include "core/joints/hollow_joint.h"
#include "core/proof/checks/checker.h"
#include "core/proof/strength/bolt_plate.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::proof;

namespace {

stock::Section box(double size, double wall) {
    stock::Section s;
    s.shape = stock::SectionShape::RectTube;
    s.height = s.width = size;
    s.wall = wall;
    return s;
}

armor::BarPart tube(const char *name, double size, double wall, const Vec3 &from, const Vec3 &to,
                    const Vec3 &up) {
    armor::BarPart t;
    t.name = name;
    t.section = box(size, wall);
    t.properties = stock::boxProperties(size, size, wall);
    t.material.yield = 355;
    t.from = from;
    t.to = to;
    t.up = up;
    return t;
}

/// A post on the top of a rail, one spring for their weld, one working case.
struct Post {
    armor::Assembly assembly;
    Proof proof;
    FamilyResults out;
    rig::Vehicle vehicle = hefty::testing::demoJob().vehicle;
    rig::RigGeometry rig;
    HouseRules rules;

    explicit Post(const Vec3 &force, const Vec3 &moment = Vec3::Zero()) {
        assembly.bars = {tube("rail", 100, 5, {-500, 0, 0}, {500, 0, 0}, Vec3::UnitZ()),
                         tube("post", 50, 4, {0, 0, 50}, {0, 0, 400}, Vec3::UnitX())};
        armor::WeldJoint weld;
        weld.name = "rail~post";
        weld.a = "rail";
        weld.b = "post";
        armor::Contact contact;
        contact.center = {0, 0, 50};
        contact.normal = Vec3::UnitZ();
        weld.contacts = {contact};
        assembly.welds = {weld};
        proof.idealization.weldPieces = {{0, 0, 0, contact.center}};
        proof.duties.cases.resize(1);
        mechanics::CaseSolution s;
        mechanics::Vec6 f;
        f << force, moment;
        s.springs = {f};
        proof.solution.cases = {s};
        check();
    }
    /// Once more, as the post now is.
    void check() {
        out = {};
        const std::vector<SheetSpots> noSheets;
        checkBranches({assembly, vehicle, rig, hefty::testing::shippedStock(), rules, proof, noSheets, out});
    }
};

}  // namespace

class TestBranches : public QObject {
    Q_OBJECT

  private slots:
    /// The post's pull and moment against the strengths of the same joint, by hand.
    void postOnARail() {
        joints::TubeOnTube j{false, 100, 100, 5, 355, 50, 50, 4, 355, std::numbers::pi / 2, 0};
        const joints::BranchStrength s = joints::branchStrength(j);
        const Post pulled({0, 0, 20000});
        QCOMPARE(pulled.out.checks.size(), std::size_t{1});
        const Check &c = pulled.out.checks[0];
        QVERIFY(std::abs(c.utilization - 1.67 * 20000 / s.axial) < 1e-9);
        QVERIFY(!c.assumed && c.id == "branch/rail~post");
        // About y the post bends in the plane of the two, about x out of it; a twist is left to the weld.
        const Post in(Vec3::Zero(), {0, 5e5, 0}), outOf(Vec3::Zero(), {5e5, 0, 0}),
            twist(Vec3::Zero(), {0, 0, 5e5});
        QVERIFY(std::abs(in.out.checks[0].utilization - 1.67 * 5e5 / s.inPlane) < 1e-9);
        QVERIFY(std::abs(outOf.out.checks[0].utilization - 1.67 * 5e5 / s.outOfPlane) < 1e-9);
        QVERIFY(std::abs(twist.out.checks[0].utilization) < 1e-9);
    }
    /// What no formula is known for is told as not proved; only a miter has no wall that is stood on.
    void noneGoesWithoutAWord() {
        Post post({0, 0, 20000});
        const auto said = [&post] {
            post.check();
            return post.out.checks.empty() && post.out.unproved.size() == 1 &&
                   post.out.unproved[0].id == "branch/rail~post" && !post.out.unproved[0].why.empty();
        };
        armor::BarPart &rail = post.assembly.bars[0], &tube = post.assembly.bars[1];
        rail.section.shape = stock::SectionShape::RoundTube;  // a box on a round one
        QVERIFY(said());
        rail.section.shape = stock::SectionShape::RectTube;
        tube.section.shape = stock::SectionShape::RoundTube;  // round on a flat wall has one
        post.check();
        QVERIFY(post.out.checks.size() == 1 && post.out.unproved.empty());
        tube.section.shape = stock::SectionShape::RectTube;
        tube.from = {-200, 0, 75};  // laid along the rail
        tube.to = {200, 0, 75};
        tube.up = Vec3::UnitZ();
        QVERIFY(said());
        tube.from = {0, -200, 75};  // laid across it
        tube.to = {0, 200, 75};
        QVERIFY(said());
        Post loose({0, 0, 20000});
        loose.proof.idealization.weldPieces.clear();
        loose.check();
        QVERIFY(loose.out.checks.empty() && loose.out.unproved.size() == 1);
        Post miter({0, 0, 20000});  // end to end under 45 degrees
        miter.assembly.bars[0].to = {0, 0, 50};
        miter.assembly.bars[0].from = {-500, 0, 50};
        miter.assembly.welds[0].contacts[0].normal = Vec3(1, 0, 1).normalized();
        miter.check();
        QVERIFY(miter.out.checks.empty() && miter.out.unproved.empty());
    }
    /// Where the rail's wall is shells the check of that wall tells what chapter K has no formula for, or not
    /// in its ranges; a wall so slender that it could buckle is left as not proved, and so is all beside the
    /// shells.
    void wallsAsShellsTell() {
        Post post({0, 0, 20000});
        const auto silent = [&post] {
            post.check();
            return post.out.checks.empty() && post.out.unproved.empty();
        };
        armor::BarPart &rail = post.assembly.bars[0], &tube = post.assembly.bars[1];
        TubeShells shells;
        shells.part = "rail";
        shells.to = rail.length();
        tube.section.height = tube.section.width = 20;  // a fifth of the rail's wall: below 0.25
        post.check();
        QVERIFY(post.out.checks.size() == 1 && !post.out.checks[0].proved());
        post.proof.idealization.walls = {shells};
        post.proof.ringForces = {{{}}};
        QVERIFY(silent());
        rail.properties.wall = 2;  // 50 times as wide as it is thick
        post.check();
        QVERIFY(post.out.checks.size() == 1 && !post.out.checks[0].proved());
        rail.properties.wall = 5;
        post.proof.idealization.walls[0].to = 100;  // they end before the post
        post.check();
        QVERIFY(post.out.checks.size() == 1 && !post.out.checks[0].proved());
        post.proof.idealization.walls[0].to = rail.length();
        rail.section.shape = stock::SectionShape::RoundTube;  // a box on a round one
        QVERIFY(silent());
        rail.material.family = "aluminum";
        post.check();
        QVERIFY(post.out.checks.empty() && post.out.unproved.size() == 1);
    }
    /// Bolts at known places of a plate with one weld: what the drawing says of them.
    void boltsOnAPlate() {
        armor::Assembly a;
        armor::SheetPart p;
        p.name = "plate";
        p.axes = {Vec3::Zero(), Vec3::UnitX(), Vec3::UnitY(), Vec3::UnitZ()};
        p.outline = {{0, 0}, {200, 0}, {200, 100}, {0, 100}};
        p.thickness = 8;
        p.material.yield = 350;
        p.material.ultimate = 450;
        a.sheets = {p};
        armor::BoltJoint j;
        j.part = "plate";
        j.diameter = 12;
        j.hole = 13.5;
        j.at = {{50, 60, 0}, {110, 60, 0}};
        QVERIFY(!stubOf(a, j, 0));  // nothing is welded to it
        armor::WeldJoint w;
        w.a = "plate";
        w.b = "other";
        armor::Contact c;
        c.lines = {{{0, 0, 4}, {200, 0, 4}}};
        w.contacts = {c};
        a.welds = {w};
        const auto s = stubOf(a, j, 0);
        QVERIFY(s.has_value());
        QVERIFY(std::abs(s->b - 60) < 1e-9 && std::abs(s->a - 40) < 1e-9);
        QVERIFY(std::abs(s->p - (50 + 30)) < 1e-9);  // to the edge, and half way to the other bolt
        // Pulled along y: a U of two lines 40 long each, 60 across; or an L to a side, 50 or 90 wide.
        const auto u = weakestBlock(a, j, Vec3(0, 1000, 0));
        QVERIFY(u.has_value());
        const joints::TornBlock byHand{8, 80, 15.5, 60, 15.5, 350, 450};
        const joints::TornBlock left{8, 40, 7.75, 110, 1.5 * 15.5, 350, 450};
        QVERIFY(std::abs(joints::blockShear(*u) -
                         std::min(joints::blockShear(byHand), joints::blockShear(left))) < 1e-6);
        // Along x the bolts stand one behind the other: an L to the nearer side.
        const auto l = weakestBlock(a, j, Vec3(1000, 0, 0));
        const joints::TornBlock behind{8, 150, 1.5 * 15.5, 40, 7.75, 350, 450};
        QVERIFY(std::abs(joints::blockShear(*l) - joints::blockShear(behind)) < 1e-6);
        QVERIFY(!weakestBlock(a, j, Vec3(0, 0, 1000)));
    }
};

QTEST_APPLESS_MAIN(TestBranches)
#include "test_branches.moc"
