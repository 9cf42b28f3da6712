#include <QtTest>

#include <cmath>
#include <map>
#include <set>

#include "core/job/appraise/ledger.h"
#include "core/joints/bolt_limits.h"
#include "core/joints/clamp.h"
#include "core/workshop/workshop.h"
#include "tests/core/armor/made.h"

using namespace hefty;
using namespace hefty::armor;
using namespace hefty::testing;

namespace {

job::Job clampedSliders() {
    job::Job job = demo("marten-full-set");
    job.pieces = {job::newPiece(job, *pattern("frame-slider"))};
    job.pieces[0].settings["clampedFeet"] = 1.0;
    return job;
}

bool near(double value, double wanted, double share) {
    if (std::abs(value - wanted) <= share * std::abs(wanted)) return true;
    qWarning("%.10g, wanted %.10g", value, wanted);
    return false;
}

const BoltJoint &mountOf(const Assembly &a, const std::string &name) {
    for (const BoltJoint &m : a.mounts)
        if (m.name == name) return m;
    qFatal("no mount %s", name.c_str());
}

}  // namespace

/// Feet of sliders that are clamped to the rails: neither drilled nor welded, friction alone.
class TestClampedFeet : public QObject {
    Q_OBJECT

  private slots:
    /// By hand for M12 8.8 (As 84.3 mm² by ISO 898-1) 8 mm beside a rail with a wall of 4 mm, 62 wide, plates
    /// of 12 mm: 37.6 mm carry a bolt (1.8 · 12 + 2 · 8).
    void limitsByHand() {
        joints::ClampBolt b{12, 1.75, 800, 8, 75, 12, 355, 4, 62, 235, 210000};
        const joints::ClampLimits l = joints::clampLimits(b);
        QVERIFY(near(b.length(), 37.6, 1e-12));
        QVERIFY(near(l.bolt, 47200, 1e-3));
        QVERIFY(near(l.plate, 35968, 1e-3));  // 355 · 37.6 · 12²/4/(1.67 · 8)
        // slenderness 62 √12/4 = 53.7, Fe = 719 MPa, Fcr = 0.658^0.327 · 235 = 204.9 MPa
        QVERIFY(near(l.wall, 18455, 1e-3));
        QCOMPARE(l.preload(), l.wall);
        // A thin plate bends first, by the square of its thickness; a short foot gives each bolt less.
        b.plate = 6;
        QVERIFY(near(joints::clampLimits(b).preload(), 35968 / 4.0, 1e-3));
        b.share = 18.8;
        QVERIFY(near(joints::clampLimits(b).preload(), 35968 / 8.0, 1e-3));
        // A slender wall goes by Euler: 0.877 π² E/λ² with λ = 62 √12/1 = 214.8
        b = {12, 1.75, 800, 8, 75, 12, 355, 1, 62, 235, 210000};
        QVERIFY(near(joints::clampLimits(b).wall, 0.877 * 44.93 * 37.6 / 1.67, 1e-3));
        // 0.2 of the preload holds; half of it as a pull takes 0.4 of that.
        QCOMPARE(joints::clampSlip(10000), 2000.0);
        QVERIFY(near(joints::clampDemand(0, 5000), 0.4 * 2000, 1e-12));
        QVERIFY(near(joints::clampDemand(300, 5000), 1100, 1e-12));
    }
    /// Plates on both sides of the rail that touch it, bolts above and below it, no hole in it.
    void theyTakeTheRailBetween() {
        const job::Job job = clampedSliders();
        const Assembly a = built(job);
        nothingToMend(a);
        const auto rig = rig::geometry(job.vehicle).value();
        for (const char *side : {"left", "right"}) {
            const double way = std::string(side) == "left" ? 1 : -1;
            const std::string foot = std::string("foot.") + side + ".2";
            const SheetPart &outer = *a.sheet(foot), &inner = *a.sheet(std::string("backing.") + side + ".2");
            const double between = way * (outer.axes.origin.y() - inner.axes.origin.y());
            QVERIFY(near(between, rig.railWidth + outer.thickness, 1e-9));
            const BoltJoint &m = mountOf(a, std::string("mount.") + side + ".2");
            QCOMPARE(m.clampedBy, inner.name);
            QCOMPARE(m.at.size(), std::size_t{4});
            for (const Vec3 &at : m.at) {
                const double off = std::abs(at.z() - rig.railCenterAt(at.x()));
                QVERIFY2(off > rig.railHeight / 2 + m.diameter / 2 - 1, qPrintable(QString::number(off)));
                QVERIFY(near(off, rig.railHeight / 2 + m.clampOut, 0.02));  // rails are not quite level
                int here = 0;
                for (const Hole &h : inner.holes)
                    here += (inner.axes.toWorld(h.at) - at).cross(Vec3::UnitY()).norm() < 1e-6;
                QCOMPARE(here, 1);
            }
        }
    }
    /// Of the hardest worked bolt, its share by hand from what the mount carries: a quarter of the push, what
    /// turns it over the arms of four bolts, and their pull. What pulls a plate off the rail pulls the bolts,
    /// what presses it on does not: the same way on all of a side.
    void frictionAgainstShares() {
        const job::Job job = clampedSliders();
        const Assembly a = built(job);
        const proof::Proof p = proved(job, a);
        const stock::Material rail = shippedStock()
                                         .material(job.vehicle.railMaterial)
                                         ->in(rig::geometry(job.vehicle).value().railWall);
        std::map<bool, std::set<int>> ways;  // by side: which way of the spring is a pull
        for (std::size_t i = 0; i < a.mounts.size(); ++i) {
            const BoltJoint &m = a.mounts[i];
            const proof::Check *c = check(p, "clamp/" + m.name + "/" + m.clampedBy);
            QVERIFY2(c, m.name.c_str());
            QVERIFY(!check(p, "bearing/" + m.name + "/frame") && !check(p, "railwall/" + m.name));
            const auto &spring =
                p.solution.cases[static_cast<std::size_t>(c->loadCase)]
                    .springs[static_cast<std::size_t>(p.idealization.mountSprings[i].front())];
            const Vec3 f = spring.head<3>(), t = spring.tail<3>();  // at the middle of the group
            const double x = std::abs(m.at[0].x() - m.plane.origin.x());
            const double z = std::abs(m.at[0].z() - m.plane.origin.z());
            std::map<int, double> most{{1, 0}, {-1, 0}};  // by the way that is a pull
            for (const double sx : {-1.0, 1.0})
                for (const double sz : {-1.0, 1.0}) {
                    const double turn = t.y() / (4 * (x * x + z * z));
                    const double vx = f.x() / 4 + turn * sz * z, vz = f.z() / 4 - turn * sx * x;
                    const double bending = t.x() * sz * z / (4 * z * z) - t.z() * sx * x / (4 * x * x);
                    for (auto &[way, demand] : most)
                        demand = std::max(
                            demand, std::hypot(vx, vz) + 0.16 * std::max(0.0, way * (f.y() / 4 - bending)));
                }
            const auto is = [&](int way) { return std::abs(c->demand - most[way]) < 1e-6 * c->demand; };
            QVERIFY2(is(1) || is(-1), qPrintable(QString("%1: %2, by hand %3 or %4")
                                                     .arg(m.name.c_str())
                                                     .arg(c->demand)
                                                     .arg(most[1])
                                                     .arg(most[-1])));
            if (!is(1) || !is(-1)) ways[m.plane.origin.y() > 0].insert(is(1) ? 1 : -1);
            joints::ClampBolt b;
            b.diameter = m.diameter;
            b.pitch = m.pitch;
            b.ultimate = 800;
            b.out = m.diameter / 2 + 2;
            b.share = 75;  // half of a foot
            b.plate = a.sheet(m.part)->thickness;
            b.plateYield = a.sheet(m.part)->material.yield;
            b.wall = rail.yield > 0 ? m.ontoThickness : 0;
            b.width = rig::geometry(job.vehicle).value().railWidth - 2 * b.wall;
            b.wallYield = rail.yield;
            b.E = rail.E;
            const double omega =
                p.duties.cases[static_cast<std::size_t>(c->loadCase)].dutyClass == proof::DutyClass::Working
                    ? 2
                    : 1;
            QVERIFY(near(c->capacity, 0.2 * joints::clampLimits(b).preload() / omega, 1e-9));
        }
        for (const auto &[left, way] : ways) QCOMPARE(way.size(), std::size_t{1});
        if (ways.size() == 2) QVERIFY(ways[true] != ways[false]);
    }
    /// The inner plates are cut, weighed and looked at; nothing is forgotten, with shells too.
    void nothingIsForgotten() {
        job::Job job = clampedSliders();
        const Assembly a = built(job);
        const auto rig = rig::geometry(job.vehicle).value();
        const auto made = workshop::fabricate(a, rig, job.shop).value();
        job.pieces[0].settings["clampedFeet"] = 0.0;
        const auto bolted = workshop::fabricate(built(job), rig, job.shop).value();
        QVERIFY(made.mass > bolted.mass + 5);  // six more plates of 12 mm, the others higher
        job.pieces[0].settings["clampedFeet"] = 1.0;
        const job::Appraisal all = job::appraise(job, shippedStock(), {}, proof::Detail::Shells);
        const job::PieceAppraisal &piece = all.pieces.at(0);
        QVERIFY(piece.proof);
        for (const job::LedgerLine &l : job::ledgerOf(piece)) {
            QVERIFY2(!l.forgotten(), l.id.c_str());
            if (l.id == "backing.left.1") QVERIFY2(!l.proved && l.checks > 1, l.hardest.c_str());
        }
        QVERIFY(!piece.proof->checks.empty());
        // The rails of the demo's Marten are of an assumed grade: not proved, whatever the number.
        QVERIFY(check(*piece.proof, "clamp/mount.left.1/backing.left.1")->assumed);
    }
    /// What cannot be is refused: a hat, two ways at once, bolts that do not fit beside each other.
    void whatCannotBe() {
        const auto refusal = [](const job::Job &of) {
            const auto a =
                build({of.pieces[0], of.vehicle, rig::geometry(of.vehicle).value(), shippedStock()});
            return a ? std::string() : a.error().message;
        };
        job::Job job = clampedSliders();
        QVERIFY(refusal(job).empty());
        job.pieces[0].settings["weldedFeet"] = 1.0;
        QVERIFY(refusal(job).find("clamped") != std::string::npos);
        job = clampedSliders();
        job.vehicle.railSection = rig::RailSection::Hat;
        QVERIFY(refusal(job).find("hat") != std::string::npos);
        job = clampedSliders();
        job.pieces[0].settings["footLength"] = 80.0;
        job.pieces[0].settings["bolt"] = std::string("M20");
        QVERIFY(!refusal(job).empty());
        // Neither plate of a clamp is moved alone: as a step that is refused, by hand it is told.
        const auto told = [](const job::Job &of, const char *what) {
            const Assembly a = built(of);
            return std::any_of(a.notes.begin(), a.notes.end(), [&](const BuildNote &n) {
                return n.text.in(measure::UnitSystem::Metric).find(what) != std::string::npos;
            });
        };
        for (const char *plate : {"foot.left.1", "backing.left.1"}) {
            job = clampedSliders();
            job.pieces[0].operations.push_back({{"op", "move"}, {"part", plate}, {"by", {20, 0, 0}}});
            QVERIFY2(told(job, "bolted to the vehicle"), plate);
            job = clampedSliders();
            job.pieces[0].tweaks = {
                {Tweak::Kind::Move, plate, Vec3(20, 0, 0), {}, 0, shape::Vec2::Zero(), {}}};
            QVERIFY2(told(job, "no longer meet"), plate);
        }
        // Without its inner plate a foot holds to nothing.
        job = clampedSliders();
        job.pieces[0].operations.push_back({{"op", "remove"}, {"part", "backing.left.1"}});
        const Assembly a = built(job);
        QVERIFY(std::none_of(a.mounts.begin(), a.mounts.end(),
                             [](const BoltJoint &m) { return m.name == "mount.left.1"; }));
    }
};

QTEST_GUILESS_MAIN(TestClampedFeet)
#include "test_clamped_feet.moc"
