#include <QtTest>

#include <cmath>
#include <numbers>

#include "core/base/constants.h"
#include "core/job/appraise/appraise_under.h"
#include "core/workshop/masses.h"
#include "tests/core/armor/hinges.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::demo;
using hefty::testing::shippedStock;

namespace {

Assembly built(const job::Job &job, const std::string &piece) {
    const auto rig = rig::geometry(job.vehicle).value();
    for (const Piece &p : job.pieces)
        if (p.id == piece) return build({p, job.vehicle, rig, shippedStock()}).value();
    qFatal("no piece %s", piece.c_str());
}

const WeldJoint *weld(const Assembly &a, const std::string &one, const std::string &other) {
    for (const WeldJoint &w : a.welds)
        if ((w.a == one && w.b == other) || (w.a == other && w.b == one)) return &w;
    return nullptr;
}

const proof::Check *check(const proof::Proof &p, const std::string &id) {
    for (const proof::Check &c : p.checks)
        if (c.id == id) return &c;
    return nullptr;
}

}  // namespace

class TestPiecesBuilt : public QObject {
    Q_OBJECT

  private slots:
    /// The main tube goes through both rail plates: welded around on both faces of each.
    void hoopThroughItsPlates() {
        const Assembly a = built(demo("marten-tube-front"), "tube-front");
        for (const char *side : {"bracket.left", "bracket.right"}) {
            const WeldJoint *main = weld(a, "hoop.main", side), *lower = weld(a, "hoop.lower", side);
            QVERIFY(main && lower);
            QVERIFY(std::abs(main->length() - 2 * std::numbers::pi * 60.3) < 0.02 * main->length());
            QVERIFY(std::abs(lower->length() - 2 * std::numbers::pi * 48.3) < 0.02 * lower->length());
        }
        QVERIFY(weld(a, "hoop.main", "hoop.upper") && weld(a, "upright.1", "hoop.upper"));
        QVERIFY(hefty::testing::toMend(a).empty());
        // mirrored: left and right weigh alike
        QVERIFY(std::abs(a.bar("hoop.main")->length() - [&] {
                    double sum = 0;
                    for (const Span &s : a.bar("hoop.main")->spans()) sum += s.length;
                    return sum;
                }()) < 1e-9);
    }
    /// A carrier shut on its beam: everything is held, and the hinge's couple is weight times lever over the
    /// hub, whatever else there is.
    void carrierOnItsBeam() {
        const job::Job job = demo("marten-wheel-carrier");
        const Assembly a = built(job, "wheel-carrier");
        for (const auto &[one, other] :
             {std::pair{"carrier.arm", "carrier.upright"},
              std::pair{"carrier.upright", "carrier.plate.standoff"},
              std::pair{"carrier.plate.standoff", "carrier.plate"}, std::pair{"carrier.brace", "carrier.arm"},
              std::pair{"carrier.brace", "carrier.upright"}, std::pair{"keeper", "beam"}})
            QVERIFY2(weld(a, one, other), one);
        for (const BuildNote &n : a.notes)
            QVERIFY2(n.onlyTold, n.text.in(measure::UnitSystem::Metric).c_str());
        const auto rig = rig::geometry(job.vehicle).value();
        const auto p =
            proof::prove(a, job.vehicle, rig, shippedStock(), job.rules, {}, proof::Detail::Strips);
        QVERIFY2(p, p ? "" : p.error().sentence().c_str());
        QCOMPARE(p->openGates.size(), std::size_t{1});
        const Gate &g = a.gates[0];
        const double couple = hefty::testing::weightAboutHinge(a, g) / (g.high - g.low).norm();
        const double told = p->openGates[0].hinge[0].upper.head<2>().norm();
        // the center of each part lies nearly, not quite, on one line with the hinge
        QVERIFY2(std::abs(told - couple) < 0.03 * couple, qPrintable(QString("%1 %2").arg(told).arg(couple)));
        QVERIFY(check(*p, "sag/carrier") && check(*p, "hinge/carrier") && check(*p, "latch/carrier"));
    }
    /// A post in the way of the swing is met at the angle that its place gives.
    void carrierMeetsAPost() {
        job::Job job = demo("marten-wheel-carrier");
        const Assembly a = built(job, "wheel-carrier");
        const Gate &g = a.gates[0];
        // Behind the vehicle, a fifth of a turn from the shut arm, at the reach of the wheel's hub.
        const CarriedWheel &w = a.wheels[0];
        const Vec3 hub = w.center - g.low;
        const double radius = std::hypot(hub.x(), hub.y()), angle = std::atan2(hub.y(), hub.x()) - 1.2;
        const Vec3 post = g.low + Vec3(std::cos(angle), std::sin(angle), 0) * radius;
        job.vehicle.keepOuts.push_back({"post",
                                        "gate post",
                                        "it stands there",
                                        post + Vec3(-20, -20, -200),
                                        post + Vec3(20, 20, 900),
                                        10,
                                        {}});
        job::Appraisal found = job::appraiseShape(job, shippedStock());
        job::addFit(found, job);
        const auto meets =
            std::find_if(found.findings.begin(), found.findings.end(),
                         [](const job::Finding &f) { return f.id.starts_with("gate/carrier/post"); });
        QVERIFY(meets != found.findings.end());
        QVERIFY(meets->sentence.in(measure::UnitSystem::Metric).find("Swung out") == 0);
    }
    /// What the ground puts on a skid arrives at its bolts, every newton of it.
    void skidOnItsBosses() {
        const job::Job job = demo("pipit-skids-sliders");
        const Assembly a = built(job, "skid-front");
        QCOMPARE(a.mounts.size(), std::size_t{6});
        QCOMPARE(a.folded.size(), std::size_t{1});
        const auto rig = rig::geometry(job.vehicle).value();
        const auto p =
            proof::prove(a, job.vehicle, rig, shippedStock(), job.rules, {}, proof::Detail::Shells);
        QVERIFY2(p, p ? "" : p.error().sentence().c_str());
        for (std::size_t c = 0; c < p->duties.cases.size(); ++c) {
            const proof::LoadCase &of = p->duties.cases[c];
            if (of.duty != "skid") continue;
            Vec3 load = Vec3::Zero(), held = Vec3::Zero();
            for (const proof::LoadArrow &arrow : of.arrows) load += arrow.force;
            for (std::size_t m = 0; m < a.mounts.size(); ++m)
                for (const int s : p->idealization.mountSprings[m])
                    held += p->solution.cases[c].springs[static_cast<std::size_t>(s)].head<3>();
            // weight of the skid is in the springs too
            double mass = 0;
            for (const SheetPart &s : a.sheets) mass += workshop::sheetMass(s);
            QVERIFY2(std::abs(held.norm() - load.norm()) < 2 * mass * standardGravity + 1e-3 * load.norm(),
                     qPrintable(QString("%1 %2").arg(held.norm()).arg(load.norm())));
        }
        const proof::Check *hold = check(*p, "hold/mount.boss1.left");
        QVERIFY(hold && hold->utilization > 0);
        QVERIFY(check(*p, "thread/mount.boss1.left"));
    }
    /// What a hold may carry is what is declared: half of it works twice as hard; nothing declared is said.
    void holdsAsDeclared() {
        job::Job job = demo("pipit-skids-sliders");
        const auto useOf = [&job]() -> std::optional<double> {
            const Assembly a = built(job, "skid-front");
            const auto rig = rig::geometry(job.vehicle).value();
            const auto p =
                proof::prove(a, job.vehicle, rig, shippedStock(), job.rules, {}, proof::Detail::Strips)
                    .value();
            if (const proof::Check *c = check(p, "hold/mount.boss1.left")) return c->utilization;
            return std::nullopt;
        };
        const double whole = useOf().value();
        for (rig::Hold &h : job.vehicle.holds) {
            h.pull /= 2;
            h.shear /= 2;
        }
        QVERIFY(std::abs(useOf().value() / whole - 2) < 1e-9);
        for (rig::Hold &h : job.vehicle.holds) h.pull = 0;
        QVERIFY(!useOf());
    }
    void slidersOnTheSill() {
        const job::Job job = demo("pipit-skids-sliders");
        const Assembly a = built(job, "sliders");
        QCOMPARE(a.bearings.size(), std::size_t{2});
        for (const char *side : {"left", "right"}) {
            const std::string s = side;
            QVERIFY(weld(a, "leg." + s + ".1", "main." + s) &&
                    weld(a, "leg." + s + ".1", "foot." + s + ".1"));
            QVERIFY(weld(a, "leg." + s + ".1", "seam." + s));
        }
        for (const BuildNote &n : a.notes)
            QVERIFY2(n.onlyTold, n.text.in(measure::UnitSystem::Metric).c_str());
    }
    /// The three fronts of plate: seams where panels meet, rope's opening in the face, tabs in line.
    void frontsOfPlate() {
        const job::Job job = demo("marten-full-set");
        const auto rig = rig::geometry(job.vehicle).value();
        const auto made = [&](const char *pattern) {
            Piece piece;
            piece.id = "front";
            piece.pattern = pattern;
            return build({piece, job.vehicle, rig, shippedStock()});
        };
        const auto box = made("plate-box-bumper");
        QVERIFY2(box, box ? "" : box.error().sentence().c_str());
        QCOMPARE(box->folded.size(), std::size_t{1});
        for (const char *panel : {"top", "bottom"})
            for (const char *face : {"face.1", "face.2", "face.3"}) QVERIFY2(weld(*box, panel, face), face);
        QVERIFY(weld(*box, "bracket.left", "face.1") && weld(*box, "tab.left", "face.1"));
        QCOMPARE(box->sheet("face.1")->cutouts.size(), std::size_t{1});
        // Folded about the bends its wings end as wide as was asked for.
        double widest = 0;
        for (const Vec2 &p : box->sheet("face.2")->outline)
            widest = std::max(widest, box->sheet("face.2")->axes.toWorld(p).y());
        QVERIFY2(std::abs(widest - 860) < 2, qPrintable(QString::number(widest)));
        const auto strip = made("strip-bumper");
        QVERIFY2(strip, strip ? "" : strip.error().sentence().c_str());
        QCOMPARE(strip->folded[0].facets.size(), std::size_t{5});
        QVERIFY(weld(*strip, "top", "strip.1") && weld(*strip, "bracket.right", "strip.1"));
        const auto small = made("small-winch-bumper");
        QVERIFY2(small, small ? "" : small.error().sentence().c_str());
        QVERIFY(weld(*small, "nose", "tray") && weld(*small, "hawse", "tray") &&
                weld(*small, "top", "hawse"));
        QVERIFY(weld(*small, "bracket.left", "tray"));
        // Back between the rails on a neck of the bottom plate: nothing of it lies in a rail.
        const job::Job dunnock = demo("dunnock-small-winch");
        const auto stubs = rig::geometry(dunnock.vehicle).value();
        const Assembly between = built(dunnock, dunnock.pieces[0].id);
        const SheetPart &tray = *between.sheet("tray");
        QCOMPARE(tray.outline.size(), std::size_t{8});
        const double inner = (stubs.railSpacing - stubs.railWidth) / 2;
        for (const Vec2 &p : tray.outline)
            if (tray.axes.toWorld(p).x() < stubs.frameEnd - 1e-9)
                QVERIFY(std::abs(tray.axes.toWorld(p).y()) < inner);
        QVERIFY(weld(between, "bracket.left", "tray"));
        const auto member = made("frame-crossmember");
        QVERIFY2(member, member ? "" : member.error().sentence().c_str());
        QVERIFY(weld(*member, "tube", "end.left") && weld(*member, "gusset.left.front", "tube"));
    }
    /// The smallest bumper's nose of half a tube, 60.3 outside: half as far ahead, its top 5 mm under the
    /// fairlead (its height 75, the drum 72 above the plate), its edges welded to the hawse plate, which
    /// reaches down to it before the bottom plate.
    void halfTubeAsNose() {
        const job::Job job = demo("marten-full-set");
        const auto rig = rig::geometry(job.vehicle).value();
        const auto made = [&](double halfNose) {
            Piece piece;
            piece.id = "front";
            piece.pattern = "small-winch-bumper";
            piece.settings["halfNose"] = halfNose;
            return build({piece, job.vehicle, rig, shippedStock()});
        };
        const auto small = made(0);
        QVERIFY(small);
        const auto half = made(1);
        QVERIFY2(half, half ? "" : half.error().sentence().c_str());
        const auto reach = [](const Assembly &a, const char *part) {
            double ahead = -1e9, low = 1e9;
            for (const Solid &s : a.solids)
                if (s.part == part)
                    for (const Solid::Face &f : s.faces)
                        for (const Vec3 &p : f.corners) {
                            ahead = std::max(ahead, p.x());
                            low = std::min(low, p.z());
                        }
            return std::pair(ahead, low);
        };
        const auto [hawse, hawseLow] = reach(*half, "hawse");
        const auto [nose, noseLow] = reach(*half, "nose");
        QVERIFY2(std::abs(nose - hawse - 60.3 / 2) < 0.2, qPrintable(QString::number(nose - hawse)));
        const double plate = half->sheet("tray")->axes.origin.z() + half->sheet("tray")->thickness / 2;
        QVERIFY(std::abs(noseLow - (plate + 72 - 75.0 / 2 - 5 - 60.3)) < 1e-6);
        QVERIFY(std::abs(hawseLow - noseLow) < 1e-6);
        QVERIFY(std::abs(reach(*small, "nose").first - hawse - 60.3) < 0.2);
        const BarPart &ripped = *half->bar("nose");
        const WeldJoint *seam = weld(*half, "nose", "hawse");
        QVERIFY(seam && weld(*half, "tray", "hawse") && weld(*half, "cap.left", "nose"));
        // Both edges as far as the plate goes: from rail plate to rail plate.
        const double plateWide = 2 * half->sheet("hawse")->outline[1].x();
        QVERIFY2(std::abs(seam->length() / std::abs(plateWide) / 2 - 1) < 0.02,
                 qPrintable(QString("%1 of %2").arg(seam->length()).arg(plateWide)));
        // Struck it is dented as the whole tube where the plate closes it; without that seam no formula is
        // known.
        const auto dented = [&](const Assembly &a) {
            const auto p =
                proof::prove(a, job.vehicle, rig, shippedStock(), job.rules, {}, proof::Detail::Halved)
                    .value();
            const auto isDent = [](const auto &x) { return x.id.starts_with("dent/"); };
            return std::pair(std::count_if(p.checks.begin(), p.checks.end(), isDent),
                             std::count_if(p.unproved.begin(), p.unproved.end(), isDent));
        };
        const auto [proved, open] = dented(*half);
        QVERIFY2(proved > 0 && open == 0, qPrintable(QString("%1 %2").arg(proved).arg(open)));
        Assembly gaping = *half;
        std::erase_if(gaping.welds, [&](const WeldJoint &w) { return w.name == seam->name; });
        QCOMPARE(dented(gaping), std::pair(std::ptrdiff_t{0}, proved));
        // Half the metal of the tube: pi/2 (30.15^2 - 25.15^2).
        QVERIFY(std::abs(ripped.properties.area - std::numbers::pi / 2 * (30.15 * 30.15 - 25.15 * 25.15)) <
                1e-6);
    }
    /// The lower corner of a beam's end cut off and closed: the plate lies on the edges of the cut, welded to
    /// the beam along them, no thinner than its walls; the tip's underside is where the setting says; and the
    /// beam with it is proved with shells.
    void cornerCutIsClosed() {
        job::Job job = demo("marten-front-bumper");
        Piece &piece = job.pieces.front();
        const auto rig = rig::geometry(job.vehicle).value();
        for (const double cut : {20.0, 60.0, 90.0}) {
            piece.settings["cornerCut"] = cut;
            const auto a = build({piece, job.vehicle, rig, shippedStock()});
            QVERIFY2(a, a ? "" : a.error().sentence().c_str());
            const BarPart &end = *a->bar("beam.left");
            const SheetPart &plate = *a->sheet("corner.left");
            QVERIFY(plate.thickness >= end.properties.wall && plate.material.id == "S355");
            // Two edges of the slope, which begins at the miter, and the start across.
            const WeldJoint *seam = weld(*a, "beam.left", "corner.left");
            QVERIFY(seam && weld(*a, "cap.left", "corner.left"));
            const double lean = std::tan(end.miterFrom()) * end.section.width;
            const double slope = std::hypot(1, cut / (end.length() + lean / 2));
            const double wanted = 2 * end.length() * slope + std::hypot(end.section.width, lean);
            QVERIFY2(std::abs(seam->length() / wanted - 1) < 0.01,
                     qPrintable(QString("%1 for %2").arg(seam->length()).arg(wanted)));
            // Nothing is welded to the lower wall that the cut took away.
            for (const Contact &c : weld(*a, "beam.left", "cap.left")->contacts)
                for (const WeldLine &l : c.lines)
                    QVERIFY(std::max(l.from.z(), l.to.z()) >
                            end.to.z() - end.section.height / 2 + end.taper + 1);
            double tip = 1e9;
            for (const Solid::Face &f : a->solid("corner.left")->faces)
                for (const Vec3 &p : f.corners)
                    if (std::abs(end.axes().toLocal(p).x() - end.length()) < 15) tip = std::min(tip, p.z());
            const double asked = end.to.z() - end.section.height / 2 + cut;
            QVERIFY2(std::abs(tip - asked) < 0.6, qPrintable(QString("%1 %2").arg(tip).arg(asked)));
            const auto p =
                proof::prove(*a, job.vehicle, rig, shippedStock(), job.rules, {}, proof::Detail::Shells);
            QVERIFY2(p, p ? "" : p.error().sentence().c_str());
            QVERIFY(check(*p, "weld/beam.left~corner.left"));
        }
    }
    /// A tray with four sides: all of them folded from one flat sheet, of which each side is as long as asked
    /// for.
    void guardTray() {
        const job::Job job = demo("pipit-skids-sliders");
        const auto rig = rig::geometry(job.vehicle).value();
        Piece piece;
        piece.id = "guard";
        piece.pattern = "guard-tray";
        piece.settings = {{"front", 600.0},     {"length", 620.0},    {"width", 240.0}, {"noseLength", 60.0},
                          {"tailLength", 60.0}, {"sideHeight", 40.0}, {"ribs", 0.0}};
        const auto a = build({piece, job.vehicle, rig, shippedStock()});
        QVERIFY2(a, a ? "" : a.error().sentence().c_str());
        QCOMPARE(a->folded.size(), std::size_t{1});
        QCOMPARE(a->folded[0].facets.size(), std::size_t{5});
        QCOMPARE(a->sheets.size(), std::size_t{5});
        double high = 0;
        for (const SheetPart &s : a->sheets)
            for (const Vec2 &p : s.outline) high = std::max(high, s.axes.toWorld(p).z());
        const double rise = 40 * std::sin(radians(75));
        QVERIFY(std::abs(high - (a->sheets[0].axes.origin.z() + std::max(rise, 60 * std::sin(radians(35))))) <
                0.5);
        QCOMPARE(std::count_if(a->sheets[0].holes.begin(), a->sheets[0].holes.end(),
                               [](const Hole &h) { return h.purpose == "drain"; }),
                 4);
    }
    /// What a carried wheel does in a case arrives at the vehicle: its weight times the case's g, with what
    /// the piece weighs.
    void wheelArrives_data() {
        QTest::addColumn<QString>("file");
        QTest::newRow("truck") << "heron-wheel-mount";
        QTest::newRow("trailer") << "vole-upright";
    }
    void wheelArrives() {
        QFETCH(QString, file);
        const job::Job job = demo(qPrintable(file));
        const Assembly a = built(job, job.pieces[0].id);
        QCOMPARE(a.wheels.size(), std::size_t{1});
        const auto rig = rig::geometry(job.vehicle).value();
        const auto p =
            proof::prove(a, job.vehicle, rig, shippedStock(), job.rules, {}, proof::Detail::Shells).value();
        double mass = a.wheels[0].mass;
        for (const BarPart &b : a.bars) mass += workshop::barMass(a, b);
        for (const SheetPart &s : a.sheets) mass += workshop::sheetMass(s);
        bool found = false;
        for (std::size_t c = 0; c < p.duties.cases.size(); ++c) {
            if (p.duties.cases[c].id != "carrier/down") continue;
            found = true;
            Vec3 held = Vec3::Zero();
            for (const auto &springs : p.idealization.mountSprings)
                for (const int s : springs)
                    held += p.solution.cases[c].springs[static_cast<std::size_t>(s)].head<3>();
            const double expected = mass * standardGravity * job.rules.wheelDown;
            QVERIFY2(std::abs(std::abs(held.z()) - expected) < 0.04 * expected,
                     qPrintable(QString("%1 %2").arg(held.z()).arg(expected)));
        }
        QVERIFY(found);
    }
    /// One person lifts m g with n falls: the rope's pull times 1 + 0.9 + 0.9² and so on.
    void tackle() {
        const Assembly a = built(demo("heron-wheel-mount"), "wheel-mount");
        const auto told =
            std::find_if(a.notes.begin(), a.notes.end(), [](const BuildNote &n) { return n.onlyTold; });
        QVERIFY(told != a.notes.end());
        const std::string words = told->text.in(measure::UnitSystem::Metric);
        double gain = 0;
        for (int i = 0; i < 5; ++i) gain += std::pow(0.9, i);
        const double pull = 96 * standardGravity / gain;
        QVERIFY2(
            words.find("5 falls") != std::string::npos &&
                words.find(std::to_string(static_cast<int>(std::lround(pull))) + " N") != std::string::npos,
            words.c_str());
    }
    /// They are proved as they stand: nothing is left loose, no part without a word.
    void frontsOfPlateProved_data() {
        QTest::addColumn<QString>("pattern");
        for (const char *p : {"plate-box-bumper", "strip-bumper", "small-winch-bumper", "frame-crossmember"})
            QTest::newRow(p) << p;
    }
    void frontsOfPlateProved() {
        QFETCH(QString, pattern);
        const job::Job job = demo("marten-full-set");
        const auto rig = rig::geometry(job.vehicle).value();
        Piece piece;
        piece.id = "front";
        piece.pattern = pattern.toStdString();
        const Assembly a = build({piece, job.vehicle, rig, shippedStock()}).value();
        for (const auto detail : {proof::Detail::Strips, proof::Detail::Shells}) {
            const auto p = proof::prove(a, job.vehicle, rig, shippedStock(), job.rules, {}, detail);
            QVERIFY2(p, p ? "" : p.error().sentence().c_str());
            QVERIFY(!p->checks.empty());
            for (const proof::Check &c : p->checks) QVERIFY2(std::isfinite(c.utilization), c.id.c_str());
            for (const SheetPart &s : a.sheets) {
                const auto speaks = [&s](const auto &x) {
                    return x.id.find(s.name) != std::string::npos || x.part == s.name;
                };
                QVERIFY2(std::any_of(p->checks.begin(), p->checks.end(), speaks) ||
                             std::any_of(p->unproved.begin(), p->unproved.end(), speaks),
                         s.name.c_str());
            }
        }
    }
    void withoutHolds() {
        job::Job job = demo("pipit-skids-sliders");
        job.vehicle.holds.clear();
        const auto rig = rig::geometry(job.vehicle).value();
        for (const Piece &p : job.pieces) {
            const auto made = build({p, job.vehicle, rig, shippedStock()});
            QVERIFY(!made && made.error().where == "holds" && !made.error().remedy.empty());
        }
    }
};

QTEST_APPLESS_MAIN(TestPiecesBuilt)
#include "test_pieces_built.moc"
