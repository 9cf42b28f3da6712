#include <QtTest>

#include <cmath>

#include "core/job/appraise/together.h"
#include "core/workshop/weld/weld_order.h"
#include "core/workshop/workshop.h"
#include "tests/core/armor/made.h"

using namespace hefty;
using namespace hefty::armor;
using namespace hefty::testing;

namespace {

/// The sliders of the demo's fullest job, their feet welded on.
job::Job weldedSliders() {
    job::Job job = demo("marten-full-set");
    job.pieces = {job::newPiece(job, *pattern("frame-slider"))};
    job.pieces[0].settings["weldedFeet"] = 1.0;
    return job;
}

}  // namespace

/// Pieces that are welded to the vehicle's own rails.
class TestWeldedRails : public QObject {
    Q_OBJECT

  private slots:
    /// Feet welded around to the rails instead of bolted: seams as long as their rims, the rails where they
    /// are in the frame.
    void feetAlongTheRails() {
        const job::Job job = weldedSliders();
        const Assembly a = built(job);
        nothingToMend(a);
        QVERIFY(a.mounts.empty());
        const SheetPart &foot = *a.sheet("foot.left.1");
        QVERIFY(foot.holes.empty());
        const auto seam = std::find_if(a.welds.begin(), a.welds.end(),
                                       [](const WeldJoint &w) { return w.name == "rail.left~foot.left.1"; });
        QVERIFY(seam != a.welds.end());
        QVERIFY2(std::abs(seam->length() - shape::perimeter(foot.outline)) < 1e-6,
                 qPrintable(QString("%1 %2").arg(seam->length()).arg(shape::perimeter(foot.outline))));
        QCOMPARE(seam->legBy, std::string("footWeld"));
        QVERIFY(a.isFrameRail("rail.left") && !a.isFrameRail("main.left"));
        const BarPart &rail = *a.bar("rail.left");
        double out = 0;
        for (const Vec2 &p : parts::outlineOf(rail))
            out = std::max(out, rail.axes().toWorld(Vec3(0, p.x(), p.y())).y());
        const auto rig = rig::geometry(job.vehicle).value();
        QVERIFY(std::abs(out - (rig.railSpacing + rig.railWidth) / 2) < 1e-6);
        // the cautions are said once
        QCOMPARE(std::count_if(
                     a.notes.begin(), a.notes.end(),
                     [](const BuildNote &n) { return n.text.text.find("battery off") != std::string::npos; }),
                 std::ptrdiff_t{1});
    }
    /// Nothing of the rails is cut, bought or weighed, and their seams are welded at last, on the vehicle.
    void railsAreNotMade() {
        job::Job job = weldedSliders();
        const Assembly a = built(job);
        const auto rig = rig::geometry(job.vehicle).value();
        const auto made = workshop::fabricate(a, rig, job.shop).value();
        for (const workshop::CutItem &c : made.cuts) QVERIFY(!a.isFrameRail(c.part));
        job.pieces[0].settings["weldedFeet"] = 0.0;
        const auto bolted = workshop::fabricate(built(job), rig, job.shop).value();
        // the holes' steel and the seams' more, lower feet less; a rail would weigh some 20 kg
        QVERIFY(std::abs(made.mass - bolted.mass) < 0.03 * bolted.mass);
        const auto plan =
            workshop::weldOrder(a, workshop::weldReach(a, {}).value(), workshop::seamWork(a, shippedStock()));
        bool onVehicle = false;
        for (const workshop::WeldStep &s : plan.steps) {
            const bool here = s.seam.starts_with("rail.");
            QVERIFY2(here || !onVehicle, s.seam.c_str());
            onVehicle = onVehicle || here;
        }
        QVERIFY(onVehicle);
    }
    /// An assumed grade, an unknown section and the wall of an open one are told as not proved; what an
    /// inverted hat carries, or a grade that the stock has not, is refused.
    void whatIsNotKnownOfThem() {
        job::Job job = weldedSliders();
        const proof::Proof p = proved(job, built(job));
        QVERIFY(check(p, "weld/rail.left~foot.left.1"));
        QVERIFY(unproved(p, "grade/rail.left"));  // of the demo's Marten it is assumed
        QVERIFY(!unproved(p, "section/rail.left") && !unproved(p, "both/rail.left"));
        job.vehicle.railMaterialTrust = rig::Trust::Measured;
        QVERIFY(!unproved(proved(job, built(job)), "grade/rail.left"));
        job.vehicle.railSection = rig::RailSection::Channel;
        const Assembly open = built(job);
        QVERIFY(welded(open, "rail.right", "foot.right.2"));
        QVERIFY(unproved(proved(job, open), "wall/rail.left~foot.left.1"));
        job.vehicle.railSection = rig::RailSection::Unknown;
        QVERIFY(unproved(proved(job, built(job)), "section/rail.left"));
        const auto refused = [](const job::Job &of) {
            return !build({of.pieces[0], of.vehicle, rig::geometry(of.vehicle).value(), shippedStock()});
        };
        job.vehicle.railSection = rig::RailSection::Hat;
        QVERIFY(refused(job));
        job.vehicle.railSection = rig::RailSection::Closed;
        QVERIFY(!refused(job));
        job.vehicle.railMaterial = "unobtainium";
        QVERIFY(refused(job));
    }
    /// The rails are where they are: no wheel, hood or lamp is told to meet them.
    void railsMeetNothing() {
        const job::Job job = weldedSliders();
        job::Appraisal all = job::appraise(job, shippedStock());
        job::addFit(all, job);
        for (const job::Finding &f : all.findings)
            for (const char *kind : {"wheel/", "sweep/", "gap/", "overlap/"})
                QVERIFY2(!f.id.starts_with(kind) || f.id.find("rail.") == std::string::npos, f.id.c_str());
    }
    /// What holds to the same stretch of a rail is not proved together, whether it is bolted or welded: of
    /// one piece and of two.
    void sharedRails() {
        job::Job job = weldedSliders();
        const auto together = [&job] {
            const job::Appraisal a = job::appraise(job, shippedStock());
            return std::any_of(a.findings.begin(), a.findings.end(),
                               [](const job::Finding &f) { return f.id.starts_with("together/"); });
        };
        job.pieces.push_back(
            demo("marten-full-set").pieces[0]);  // the front bumper, ahead of all crossmembers
        QVERIFY(!together());
        job.pieces[1] = job::newPiece(job, *pattern("frame-slider"));  // bolted beside the welded ones
        QVERIFY(together());
        job.pieces.erase(job.pieces.begin());
        job.pieces[0].operations.push_back({{"op", "rail"}, {"side", "left"}, {"from", 900}, {"to", 1000}});
        QVERIFY(unproved(proved(job, built(job)), "both/rail.left"));
        QVERIFY(!unproved(proved(job, built(job)), "both/rail.right"));
    }
    /// A piece bolted to rails that are parts of it, as something else is welded to them, bends them as it
    /// bends the vehicle's own behind it: its bolts carry the same, its plates are not welded on, the rails
    /// are proved as bars.
    void boltedToAWeldedRail() {
        const job::Job job = demo("plover-kit-front");
        job::Job bare = job;  // the frame's horns as they are
        std::erase_if(bare.pieces[0].operations, [](const Json &o) {
            return o["op"] == "rail" || (o.contains("at") && o["at"].contains("part") &&
                                         o["at"]["part"].get<std::string>().starts_with("rail."));
        });
        QVERIFY(bare.pieces[0].operations.size() + 6 == job.pieces[0].operations.size());
        const proof::Proof without = proved(bare, built(bare));
        const Assembly a = built(job);
        const proof::Proof with = proved(job, a);
        for (const WeldJoint &w : a.welds)
            QVERIFY2(
                w.name.find("rail.") == std::string::npos || w.name.find("bracket.") == std::string::npos,
                w.name.c_str());
        for (const std::string side : {"left", "right"}) {
            const BoltJoint &m = *std::find_if(a.mounts.begin(), a.mounts.end(),
                                               [&](const BoltJoint &j) { return j.name == "mount." + side; });
            QVERIFY(a.railUnder(m) && a.railUnder(m)->name == "rail." + side);
            QVERIFY(!unproved(with, "both/rail." + side) && !unproved(with, "frame/mount." + side));
            const auto use = [](const proof::Proof &p, const std::string &id) {
                for (const proof::Check &c : p.checks)
                    if (c.id == id) return c.utilization;
                return -1.0;
            };
            const double bolt = use(with, "bolt/mount." + side), before = use(without, "bolt/mount." + side);
            QVERIFY2(before > 0 && std::abs(bolt - before) < 0.1 * before,
                     qPrintable(QString("%1 %2").arg(bolt).arg(before)));
            const double rail = use(with, "member/rail." + side), frame = use(without, "frame/mount." + side);
            QVERIFY2(rail > 0 && std::abs(rail - frame) < 0.25 * frame,
                     qPrintable(QString("%1 %2").arg(rail).arg(frame)));
        }
    }
    /// A rail is not moved, thickened, drilled, mirrored or cut by hand; taken out it goes with what holds
    /// it.
    void railsStayAsTheyAre_data() {
        QTest::addColumn<int>("tweak");
        QTest::addColumn<QString>("operation");
        QTest::newRow("move") << static_cast<int>(Tweak::Kind::Move) << "";
        QTest::newRow("section") << static_cast<int>(Tweak::Kind::Section) << "";
        QTest::newRow("drill") << static_cast<int>(Tweak::Kind::Drill) << "";
        QTest::newRow("moved by hand") << -1 << R"({"op": "move", "part": "rail.left", "by": [0, 0, 10]})";
        QTest::newRow("twin") << -1 << R"({"op": "mirror", "part": "rail.left", "name": "other"})";
        QTest::newRow("cut") << -1
                             << R"({"op": "trim", "bar": "rail.left", "end": "end", "onto": "main.left"})";
    }
    void railsStayAsTheyAre() {
        QFETCH(int, tweak);
        QFETCH(QString, operation);
        job::Job job = weldedSliders();
        const BarPart before = *built(job).bar("rail.left");
        if (tweak >= 0)
            job.pieces[0].tweaks.push_back({static_cast<Tweak::Kind>(tweak), "rail.left", Vec3(0, 0, 10),
                                            "RHS 120x80x6", 12, Vec2(200, 0), "hole"});
        else
            job.pieces[0].operations.push_back(Json::parse(operation.toStdString()));
        const Assembly a = built(job);
        QVERIFY(std::any_of(a.notes.begin(), a.notes.end(), [](const BuildNote &n) { return !n.onlyTold; }));
        const BarPart &after = *a.bar("rail.left");
        QVERIFY(after.from == before.from && after.to == before.to && after.section == before.section);
        QVERIFY(after.holes.empty() && !after.trimTo.cut() && !a.bar("other"));
    }
    void railTakenOut() {
        job::Job job = weldedSliders();
        job.pieces[0].operations.push_back({{"op", "remove"}, {"part", "rail.left"}});
        const Assembly a = built(job);
        QVERIFY(!a.bar("rail.left") && !a.isFrameRail("rail.left") && a.isFrameRail("rail.right"));
    }
    /// A pad welded on top of a rail in the middle between two crossmembers: a beam held fast at both ends
    /// has P L/8 there.
    void railBetweenTwoCrossmembers() {
        job::Job job = demo("marten-full-set");
        job.pieces = {job::newPiece(job, *pattern("from-nothing"))};
        auto &operations = job.pieces[0].operations;
        const auto rig = rig::geometry(job.vehicle).value();
        const double ahead = rig.crossmembers[1], behind = rig.crossmembers[2], x = (ahead + behind) / 2;
        operations.push_back({{"op", "rail"}, {"side", "left"}, {"from", -x - 60}, {"to", -x + 60}});
        operations.push_back(
            {{"op", "plate"},
             {"name", "pad"},
             {"thickness", 10},
             {"at", {{"at", {x, rig.railSpacing / 2, rig.railCenter + rig.railHeight / 2 + 5}}}},
             {"normal", {0, 0, 1}},
             {"up", {1, 0, 0}},
             {"outline", {{-25, -60}, {25, -60}, {25, 60}, {-25, 60}}}});
        operations.push_back({{"op", "duty"}, {"name", "pad"}, {"kind", "step"}, {"at", {{"part", "pad"}}}});
        const Assembly a = built(job);
        nothingToMend(a);
        QVERIFY(welded(a, "rail.left", "pad"));
        const proof::Proof p = proved(job, a);
        std::size_t step = p.duties.cases.size();
        for (std::size_t c = 0; c < p.duties.cases.size(); ++c)
            if (p.duties.cases[c].duty == "step") step = c;
        QVERIFY(step < p.duties.cases.size());
        const double expected = job.rules.stepLoad * (ahead - behind) / 8;
        int ends = 0;
        for (std::size_t b = 0; b < p.idealization.bars.size(); ++b) {
            const proof::Bar &bar = p.idealization.bars[b];
            if (bar.part != "rail.left" || bar.stationFrom > 1) continue;
            const double M = (p.solution.cases[step].beams[b].from -
                              p.solution.cases[caseOf(p, "gravity")].beams[b].from)(4);
            QVERIFY2(std::abs(std::abs(M) / expected - 1) < 0.01, qPrintable(QString::number(M / expected)));
            ++ends;
        }
        QCOMPARE(ends, 1);
        // A side that is none, and a rail that is there already, are refused and told.
        for (const Json &wrong : {Json{{"op", "rail"}, {"side", "up"}, {"from", 1}, {"to", 2}},
                                  Json{{"op", "rail"}, {"side", "left"}, {"from", 600}, {"to", 700}}}) {
            job::Job other = job;
            other.pieces[0].operations.push_back(wrong);
            const Assembly refused = built(other);
            QVERIFY(std::any_of(refused.notes.begin(), refused.notes.end(),
                                [](const BuildNote &n) { return !n.onlyTold; }));
        }
    }
};
QTEST_GUILESS_MAIN(TestWeldedRails)
#include "test_welded_rails.moc"
