#include <QtTest>

#include <cmath>
#include <set>

#include "core/armor/standing.h"
#include "core/job/appraisal.h"
#include "core/job/appraise/pieces_below.h"
#include "core/proof/duties/duties.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using armor::Vec3;
using hefty::testing::demoPath;
using hefty::testing::shippedStock;

namespace {

/// The reinforced rear frame of the demo with a rear beam on its end plates.
Job onTheFrame() {
    Job job = loadJob(demoPath("marten-rear-frame")).value();
    job.pieces[0].settings["endHeight"] = 240.0;
    armor::Piece beam;
    beam.id = "beam";
    beam.name = "Rear beam";
    beam.pattern = "rear-beam";
    beam.on = job.pieces[0].id;
    job.pieces.push_back(beam);
    return job;
}

/// Force that the bolts between the pieces bring to the upper one in a case, and its moment about the origin.
std::pair<Vec3, Vec3> through(const PieceAppraisal &p, std::size_t c) {
    Vec3 force = Vec3::Zero(), moment = Vec3::Zero();
    const auto &ideal = p.proof->idealization;
    for (std::size_t m = 0; m < p.proved->mounts.size(); ++m) {
        if (p.proved->mounts[m].behind.empty()) continue;
        for (const int spring : ideal.mountSprings[m]) {
            const auto s = static_cast<std::size_t>(spring);
            const Vec3 at = ideal.model.nodes[static_cast<std::size_t>(ideal.model.springs[s].from)].at;
            const auto &f = p.proof->solution.cases[c].springs[s];
            force += f.head<3>();
            moment += f.tail<3>() + at.cross(Vec3(f.head<3>()));
        }
    }
    return {force, moment};
}

}  // namespace

/// A piece that stands on another one: both in one model, what pulls at the upper goes through the lower.
class TestStacked : public QObject {
    Q_OBJECT

  private slots:
    /// Equilibrium, whatever the model: a pull at a tab of the upper piece comes back from the bolts between
    /// the pieces, in force and in moment. One at the lower piece does not load them.
    void pullsGoThrough() {
        const Job job = onTheFrame();
        for (const proof::Detail detail : {proof::Detail::Strips, proof::Detail::Shells}) {
            const Appraisal a = appraise(job, shippedStock(), {}, detail);
            const PieceAppraisal &upper = *a.piece("beam");
            QVERIFY2(upper.proof, a.findings.empty() ? "" : a.findings.front().id.c_str());
            int above = 0, below = 0;
            const auto &cases = upper.proof->duties.cases;
            const auto rest = std::find_if(cases.begin(), cases.end(),
                                           [](const proof::LoadCase &c) { return c.duty == "gravity"; });
            QVERIFY(rest != cases.end());
            const auto [weight, leaning] = through(upper, static_cast<std::size_t>(rest - cases.begin()));
            QVERIFY2(std::abs(std::abs(weight.z()) - upper.fabrication->mass * 9.81) <
                         0.03 * upper.fabrication->mass * 9.81,
                     qPrintable(QString("%1 N, %2 kg").arg(weight.z()).arg(upper.fabrication->mass)));
            for (std::size_t c = 0; c < upper.proof->duties.cases.size(); ++c) {
                const proof::LoadCase &load = upper.proof->duties.cases[c];
                if (!load.place.starts_with("recovery/")) continue;
                Vec3 pulled = Vec3::Zero(), turned = Vec3::Zero();
                for (const proof::LoadArrow &arrow : load.arrows) {
                    pulled += arrow.force;
                    turned += arrow.at.cross(arrow.force);
                }
                const auto [all, allMoment] = through(upper, c);
                const Vec3 force = all - weight, moment = allMoment - leaning;
                const bool atLower = load.place.find("rear-frame/") != std::string::npos;
                (atLower ? below : above) += 1;
                const Vec3 expected = atLower ? Vec3(Vec3::Zero()) : pulled;
                const Vec3 bent = atLower ? Vec3(Vec3::Zero()) : turned;
                QVERIFY2((force.cwiseAbs() - expected.cwiseAbs()).norm() < 1e-3 * pulled.norm(),
                         load.id.c_str());
                QVERIFY2(std::abs(moment.norm() - bent.norm()) < 2e-3 * turned.norm(), load.id.c_str());
            }
            QVERIFY(above > 0 && below > 0);
        }
    }

    /// Both pieces are in the model with their duties and checks, the lower one named after itself; alone it
    /// is as it was, and nothing of the vehicle has to be declared.
    void bothAreChecked() {
        const Job job = onTheFrame();
        const Appraisal a = appraise(job, shippedStock());
        const PieceAppraisal &lower = *a.piece("rear-frame"), &upper = *a.piece("beam");
        QVERIFY(upper.proved->has("rear-frame/end.left") && upper.proved->has("beam"));
        QVERIFY(!upper.assembly->has("rear-frame/end.left"));
        QCOMPARE(upper.proved->labelOf("rear-frame/end.left"),
                 std::string("left end plate of Reinforced rear frame"));
        QVERIFY(lower.proved == lower.assembly);
        const auto has = [](const PieceAppraisal &p, const std::string &id) {
            return std::any_of(p.proof->checks.begin(), p.proof->checks.end(),
                               [&id](const proof::Check &c) { return c.id == id; });
        };
        QVERIFY(has(upper, "bolt/mount.left") && has(upper, "bolt/rear-frame/mount.left"));
        QVERIFY(has(upper, "weld/rear-frame/bracket.left~rear-frame/end.left"));
        QVERIFY(has(lower, "weld/bracket.left~end.left"));
        QVERIFY(std::any_of(upper.proof->checks.begin(), upper.proof->checks.end(),
                            [](const auto &c) { return c.id == "bearing/mount.left/rear-frame/end.left"; }));
        for (const proof::Unproved &u : upper.proof->unproved)
            QVERIFY2(!u.id.starts_with("hold/mount"), u.id.c_str());
        for (const Finding &f : a.findings) QVERIFY2(!f.id.starts_with("together/"), f.id.c_str());
        // what stands on it makes the lower one work harder than by itself
        const auto hardest = [](const PieceAppraisal &p, const std::string &id) {
            for (const proof::Check &c : p.proof->checks)
                if (c.id == id) return c.utilization;
            return -1.0;
        };
        QVERIFY(hardest(upper, "weld/rear-frame/bracket.left~rear-frame/end.left") >
                hardest(lower, "weld/bracket.left~end.left"));
    }

    /// A skid on the pads of a crossmember: bolted under them, what the ground does to it comes through its
    /// bolts. Without pads there is nothing to bolt it to.
    void skidOnACrossmember() {
        Job job = loadJob(demoPath("marten-full-set")).value();
        job.vehicle.holds.clear();
        armor::Piece member, skid;
        member.id = "member";
        member.name = "Crossmember";
        member.pattern = "frame-crossmember";
        skid.id = "skid";
        skid.name = "Skid";
        skid.pattern = "skid-plate";
        skid.on = "member";
        skid.settings = {{"front", 1300.0}, {"length", 400.0}, {"ribs", 0.0}};
        job.pieces = {member, skid};
        const Appraisal a = appraise(job, shippedStock());
        const PieceAppraisal &lower = *a.piece("member"), &upper = *a.piece("skid");
        QVERIFY2(upper.proof, a.findings.empty() ? "" : a.findings.front().sentence.text.c_str());
        QCOMPARE(lower.assembly->offers.size(), std::size_t{2});  // ahead and behind, mirrored
        int bolts = 0;
        for (const armor::BoltJoint &m : upper.proved->mounts)
            if (m.behind.starts_with("member/pad.")) {
                ++bolts;
                QVERIFY((m.plane.origin.y() > 0) == (m.behind == "member/pad.left"));
                const armor::SheetPart &pad = *upper.proved->sheet(m.behind);
                const armor::SheetPart &sheet = *upper.proved->sheet(m.part);
                // face to face
                QVERIFY(std::abs(pad.axes.origin.z() - pad.thickness / 2 - sheet.axes.origin.z() -
                                 sheet.thickness / 2) < 1e-9);
                QVERIFY(pad.covers(pad.axes.toLocal(m.at[0]).head<2>()));
            }
        QCOMPARE(bolts, 4);
        const auto &cases = upper.proof->duties.cases;
        const auto rest = std::find_if(cases.begin(), cases.end(),
                                       [](const proof::LoadCase &c) { return c.duty == "gravity"; });
        const Vec3 weight = through(upper, static_cast<std::size_t>(rest - cases.begin())).first;
        int seen = 0;
        for (std::size_t c = 0; c < cases.size(); ++c) {
            if (cases[c].duty != "skid" || cases[c].place.starts_with("member/")) continue;
            Vec3 pushed = Vec3::Zero();
            for (const proof::LoadArrow &arrow : cases[c].arrows) pushed += arrow.force;
            const Vec3 force = through(upper, c).first - weight;
            QVERIFY2((force.cwiseAbs() - pushed.cwiseAbs()).norm() < 1e-3 * pushed.norm(),
                     cases[c].id.c_str());
            ++seen;
        }
        QVERIFY(seen > 0);
        job.pieces[0].settings["padSpacing"] = 0.0;
        const Appraisal bare = appraise(job, shippedStock());
        QVERIFY(!bare.piece("skid")->assembly);
        QVERIFY(std::any_of(bare.findings.begin(), bare.findings.end(), [](const Finding &f) {
            return f.sentence.text.find("could be bolted to") != std::string::npos;
        }));
    }

    /// Receivers of one piece take the rack of another; its own receivers of the vehicle are left out then.
    void rackInTheReceiversOfABeam() {
        Job job = onTheFrame();
        job.pieces.erase(job.pieces.begin());
        job.pieces[0].on.clear();
        for (const double y : {300.0, -300.0})
            job.pieces[0].operations.push_back(
                {{"op", "receiver"}, {"name", y > 0 ? "rl" : "rr"}, {"beam", "beam"}, {"across", y}});
        rig::Hold other;
        other.id = "old";
        other.kind = "receiver";
        other.face = "rear";
        other.at = Vec3(-9000, 0, 500);
        job.vehicle.holds.push_back(other);
        armor::Piece rack;
        rack.id = "rack";
        rack.name = "Rack";
        rack.pattern = "receiver-wheel-rack";
        rack.on = "beam";
        job.pieces.push_back(rack);
        const Appraisal a = appraise(job, shippedStock());
        const PieceAppraisal &upper = *a.piece("rack");
        const Finding *f = a.finding("build/rack");
        QVERIFY2(!f, f ? f->sentence.in(measure::UnitSystem::Metric).c_str() : "");
        QVERIFY(upper.proof);
        QCOMPARE(upper.proved->slips.size(), std::size_t{3});
        std::set<std::string> behind;
        for (const armor::SlipFit &s : upper.proved->slips) behind.insert(s.behind);
        QVERIFY((behind == std::set<std::string>{"beam/receiver", "beam/rl", "beam/rr"}));
    }

    void whatCannotBeIsSaid() {
        const auto why = [](const Job &job) {
            const Appraisal a = appraise(job, shippedStock());
            const Finding *f = a.finding("build/beam");
            return f && f->severity == Severity::Stop ? f->sentence.in(measure::UnitSystem::Metric)
                                                      : std::string();
        };
        Job missing = onTheFrame();
        missing.pieces[1].on = "nowhere";
        QVERIFY(why(missing).find("which this job does not have") != std::string::npos);
        Job ring = onTheFrame();
        ring.pieces[0].on = "beam";
        QVERIFY(why(ring).find("stand on each other") != std::string::npos);
        Job broken = onTheFrame();
        broken.pieces[0].settings["endHeight"] = 90.0;
        QVERIFY(why(broken).find("which cannot be built") != std::string::npos);
        Job covered = onTheFrame();
        covered.pieces[0].settings["endHeight"] = 170.0;
        QVERIFY(why(covered).find("stands before the bolts") != std::string::npos);
        Job bare = loadJob(demoPath("marten-full-set")).value();
        bare.pieces[1].on = bare.pieces[2].id;  // sliders offer nothing
        const Appraisal a = appraise(bare, shippedStock());
        const Finding *f = a.finding("build/" + bare.pieces[1].id);
        QVERIFY(f && f->sentence.in(measure::UnitSystem::Metric).find("nothing that") != std::string::npos);
    }

    /// The order of pieces does not matter; what has not changed is taken over.
    void orderAndTakingOver() {
        const Job job = onTheFrame();
        const Appraisal a = appraise(job, shippedStock());
        Job turned = job;
        std::swap(turned.pieces[0], turned.pieces[1]);
        const Appraisal b = appraise(turned, shippedStock());
        QCOMPARE(b.pieces[0].id, std::string("beam"));
        QCOMPARE(b.pieces[0].proof->checks.front().utilization,
                 a.piece("beam")->proof->checks.front().utilization);

        Job upperChanged = job;
        upperChanged.pieces[1].settings["tabHeight"] = 75.0;
        const Appraisal c = appraise(upperChanged, shippedStock(), {}, proof::Detail::Strips, &a);
        QVERIFY(c.piece("rear-frame")->assembly == a.piece("rear-frame")->assembly);
        QVERIFY(c.piece("beam")->assembly != a.piece("beam")->assembly);
        Job lowerChanged = job;
        lowerChanged.pieces[0].settings["endThickness"] = 15.0;
        const Appraisal d = appraise(lowerChanged, shippedStock(), {}, proof::Detail::Strips, &a);
        QVERIFY(d.piece("beam")->assembly != a.piece("beam")->assembly);
        QCOMPARE(couldStandOn(job, "beam", a).size(), std::size_t{1});
        QVERIFY(couldStandOn(job, "rear-frame", a).empty());
        const Appraisal same = appraise(job, shippedStock(), {}, proof::Detail::Strips, &a);
        QVERIFY(same.piece("beam")->proof == a.piece("beam")->proof);
    }

    /// A part of the lower piece that the upper one's loads work too hard: the remedies are settings of the
    /// lower piece, worked out as any other, and taking one makes it so.
    void remediesBelow() {
        Job job = onTheFrame();
        job.pieces[0].settings["endThickness"] = 4.0;
        Appraisal a = appraise(job, shippedStock());
        const std::string lower = job.pieces[0].id;
        const auto about = [&](const Finding &f) {
            return f.piece == "beam" && f.severity == Severity::Fix && f.id.starts_with("check/") &&
                   f.subject.starts_with(lower + "/");
        };
        QVERIFY(std::any_of(a.findings.begin(), a.findings.end(), about));
        addRemedies(a, job, shippedStock());
        bool below = false;
        for (const Finding &f : a.findings) {
            if (!about(f)) continue;
            for (const Remedy &r : f.remedies) {
                if (r.edit.piece != lower) continue;
                below = true;
                QVERIFY(r.label.text.starts_with(job.pieces[0].name + ", "));
                QVERIFY2(r.after < f.value, f.id.c_str());
                const Appraisal then = appraise(apply(job, r.edit), shippedStock());
                const Finding *still = then.finding(f.id);
                QVERIFY(r.cures ? !still || still->severity == Severity::Note
                                : still && std::abs(still->value - r.after) < 1e-6 * r.after);
            }
        }
        QVERIFY(below);
    }
    void fileKeepsIt() {
        const Job job = onTheFrame();
        QVERIFY(readJob(writeJob(job)).value() == job);
        Json self = Json::parse(writeJob(job));
        self["pieces"][1]["on"] = "beam";
        QVERIFY(!readJob(self.dump()));
    }
};

QTEST_GUILESS_MAIN(TestStacked)
#include "test_stacked.moc"
