#include <QtTest>

#include <cmath>
#include <numbers>

#include "core/base/constants.h"
#include "core/workshop/masses.h"
#include "core/workshop/weld/cavities.h"
#include "core/workshop/weld/laying.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::demoPath;
using hefty::testing::shippedStock;

namespace {

constexpr double gravity = 9.81;  // m/s2

/// A demo job as it is looked at when the hand rests.
struct Demo {
    Job job;
    Appraisal a;

    explicit Demo(const char *name) : Demo(loadJob(demoPath(name)).value()) {}
    explicit Demo(Job of, proof::Detail detail = proof::Detail::Strips) : job(std::move(of)) {
        a = appraise(job, shippedStock(), {}, detail);
        addFit(a, job);
    }
    [[nodiscard]] const armor::Assembly &assembly(std::size_t i = 0) const { return *a.pieces[i].assembly; }
    /// The first finding whose id begins so.
    [[nodiscard]] const Finding *begins(const std::string &id) const {
        for (const Finding &f : a.findings)
            if (f.id.starts_with(id)) return &f;
        return nullptr;
    }
    [[nodiscard]] const proof::Check *check(std::size_t piece, const std::string &id) const {
        for (const proof::Check &c : a.pieces[piece].proof->checks)
            if (c.id == id) return &c;
        return nullptr;
    }
    /// What the piece says of a part, in metric words.
    [[nodiscard]] std::string told(const std::string &part) const {
        std::string out;
        for (const armor::BuildNote &n : assembly().notes)
            if (n.part == part) out += n.text.in(measure::UnitSystem::Metric) + "\n";
        return out;
    }
};

bool near(double value, double wanted, double tolerance) {
    if (std::abs(value - wanted) <= tolerance) return true;
    qWarning("%.6g, wanted %.6g", value, wanted);
    return false;
}

shape::Vec3 dims(const armor::Solid &s, bool high) {
    Eigen::AlignedBox3d box;
    for (const armor::Solid::Face &f : s.faces)
        for (const shape::Vec3 &c : f.corners) box.extend(c);
    return high ? box.max() : box.min();
}

const armor::Solid &solid(const armor::Assembly &a, const std::string &part) {
    return *std::find_if(a.solids.begin(), a.solids.end(),
                         [&part](const armor::Solid &s) { return s.part == part; });
}

}  // namespace

/// What makes each of the demo jobs hard: caught or proved, by numbers worked out by hand.
class TestJobsCaught : public QObject {
    Q_OBJECT

  private slots:
    /// A body without a frame: a pull at its rear goes into all its points, none over what it may carry, in
    /// sum the pull itself.
    void pullSpreadOverTheBody() {
        Job job = loadJob(demoPath("pipit-full-set")).value();
        std::erase_if(job.pieces, [](const armor::Piece &p) { return p.id != "wrap"; });
        const Demo d(job, proof::Detail::Shells);
        const proof::Proof &p = *d.a.pieces[0].proof;
        int holds = 0;
        for (const proof::Check &c : p.checks)
            if (c.id.starts_with("hold/")) {
                ++holds;
                QVERIFY2(c.utilization <= 1, c.id.c_str());
            }
        QCOMPARE(holds, 12);
        const armor::Assembly &a = *d.a.pieces[0].proved;
        for (std::size_t c = 0; c < p.duties.cases.size(); ++c) {
            if (p.duties.cases[c].duty != "recovery") continue;
            shape::Vec3 applied = shape::Vec3::Zero(), taken = applied;
            for (const proof::LoadArrow &arrow : p.duties.cases[c].arrows) applied += arrow.force;
            double largest = 0;
            for (std::size_t m = 0; m < a.mounts.size(); ++m)
                for (const int s : p.idealization.mountSprings[m]) {
                    const shape::Vec3 f = p.solution.cases[c].springs[static_cast<std::size_t>(s)].head<3>();
                    taken += f;
                    largest = std::max(largest, f.norm());
                }
            // A spring's force is what it does to the piece or to the vehicle; the case has the piece's
            // weight.
            const double left = std::min((applied - taken).norm(), (applied + taken).norm());
            QVERIFY2(left < 2 * gravity * d.a.pieces[0].fabrication->mass, p.duties.cases[c].id.c_str());
            QVERIFY2(largest < 0.5 * applied.norm(), p.duties.cases[c].id.c_str());
        }
    }
    /// Aluminum on steel is kept apart, steel on steel is not told of; nothing catches between the skids: the
    /// ramp of the rear one stands above the end of the front one's tail, by hand 60 sin 25.78 - 50 sin 17.19
    /// = 11.3 mm and what the bosses differ; without it the edge would lie below.
    void skidsWithoutALip() {
        const Demo d("pipit-full-set");
        QVERIFY(d.begins("unlike/skid.1~vehicle@skid-front") && d.begins("unlike/skid.1~vehicle@skid-rear"));
        for (const Finding &f : d.a.findings)
            QVERIFY(!f.id.starts_with("unlike/") || f.id.find("@skid-") != std::string::npos);
        const auto lip = [](const Demo &of) {
            for (const armor::GroundSpot &g : of.assembly(1).grounds)
                if (g.kind == armor::GroundSpot::Kind::Lip) return g.at.z();
            return 0.0;
        };
        const auto flat = [](const Demo &of, std::size_t piece) {
            for (const armor::GroundSpot &g : of.assembly(piece).grounds)
                if (g.id == "middle.center") return g.at.z();
            return 0.0;
        };
        const double tail = flat(d, 0) + 50 * std::sin(radians(17.19));
        QVERIFY(near(lip(d) - flat(d, 1), 60 * std::sin(radians(25.78)), 6));  // of the sheet's middle
        QVERIFY(lip(d) > tail + 8);
        Job job = d.job;
        job.pieces[1].settings["noseLength"] = 0.0;
        QVERIFY(lip(Demo(job)) < tail);
    }
    /// A first brace that runs through the tire is found; what the demo has does not.
    void braceThroughTheTire() {
        const Demo d("marten-low-cost-rear");
        QVERIFY(!d.begins("tire/"));
        const armor::CarriedWheel &w = d.assembly(1).wheels.front();
        Job job = d.job;
        const double y = w.center.y() + 0.55 * w.radius, z = w.center.z() - 0.6 * w.radius;
        Json brace{{"op", "tube"},
                   {"name", "firstbrace"},
                   {"section", "SHS 40x40x3"},
                   {"from", {{"part", "carrier.arm"}, {"station", 400}, {"wall", "rearward"}}},
                   {"to", {{"at", {w.center.x(), y, z}}}}};
        job.pieces[1].operations.push_back(brace);
        const Demo first(job);
        const Finding *f = first.begins("tire/");
        QVERIFY(f && f->subject == "firstbrace" && f->severity == Severity::Fix);
        QVERIFY2(f->value < -20, qPrintable(QString::number(f->value)));
        // The latch end of the swung gate stays within what the house lets it sag.
        const proof::Check *sag = d.check(1, "sag/carrier");
        QVERIFY(sag && sag->demand <= d.job.rules.mostSag && sag->demand > 0);
    }
    /// The right side stands 6 mm too far out: set in the middle every hole is off by 3, more than its play
    /// and more than is reamed. So it is slotted.
    void slotsForTheFit() {
        Job job = loadJob(demoPath("marten-low-cost-rear")).value();
        const Demo drawn(job);
        for (const workshop::FitItem &i : drawn.a.pieces[1].fit)
            if (i.nominal && i.id.find("/across/") != std::string::npos)
                job.log.fit.push_back({i.id, *i.nominal + 6, "2026-11-20", ""});
        const Demo built(job);
        const auto &as = built.a.pieces[1].asBuilt;
        QVERIFY(as && !as->goesOn);
        for (const workshop::HoleMiss &h : as->holes) QVERIFY(near(h.off(), 3, 0.1) && !h.goesIn());
        QVERIFY(as->advice.in(measure::UnitSystem::Metric).find("lot") != std::string::npos);
    }
    /// Both lamps come out; a tube 38.8 mm ahead of one is met after that. Every bar of the grille is as long
    /// as its saddles make it, 180 + 30.15 - sqrt(30.15^2 - 10.65^2); the main tube has the length of its
    /// straight and bent parts; no seam is laid further than its runs in one go.
    void lampsAndBarsOfTheTubeFront() {
        const Demo d("dunnock-tube-front");
        QVERIFY(!d.begins("sweep/"));
        Job job = d.job;
        const auto lamp = std::find_if(job.vehicle.moving.begin(), job.vehicle.moving.end(),
                                       [](const rig::MovingThing &t) { return t.id == "lamp-left-out"; });
        const double middle = (lamp->low.z() + lamp->high.z()) / 2, ahead = lamp->high.x() + 60;
        job.pieces[0].operations.push_back(Json{{"op", "tube"},
                                                {"name", "guard"},
                                                {"section", "CHS 42.4x4"},
                                                {"from", {{"at", {ahead, lamp->low.y() - 20, middle}}}},
                                                {"to", {{"at", {ahead, lamp->high.y() + 20, middle}}}}});
        const Demo barred(job);
        const Finding *f = barred.begins("sweep/lamp-left-out/guard");
        QVERIFY(f);
        QVERIFY2(f->sentence.in(measure::UnitSystem::Metric).find("38.8") != std::string::npos ||
                     f->sentence.in(measure::UnitSystem::Metric).find("39") != std::string::npos,
                 f->sentence.in(measure::UnitSystem::Metric).c_str());

        int bars = 0;
        const double long1 = 180 + 30.15 - std::sqrt(30.15 * 30.15 - 10.65 * 10.65);
        for (const workshop::CutItem &c : d.a.pieces[0].fabrication->cuts)
            if (c.part.starts_with("grille.bar")) {
                ++bars;
                QVERIFY(near(c.length, long1, 0.05));
            }
        QCOMPARE(bars, 10);  // (500 - 21.3)/50 and one
        const double sweep = radians(32), R = 150, T = R * std::tan(sweep / 2);
        const double run = (1440 - 1160) / 2.0 / std::cos(sweep);
        QVERIFY(
            near(d.assembly().bar("hoop.main")->length(), 1160 - 2 * T + 2 * R * sweep + 2 * (run - T), 0.1));
        for (const armor::WeldJoint &w : d.assembly().welds) {
            const workshop::Laying l = workshop::layingOf(d.assembly(), w);
            if (l.longest > 250) QVERIFY2(l.run() <= 125.01, w.name.c_str());
        }
    }
    /// The jig of the body carrier stands for every hole and bearing: each place at its distances from A and
    /// B by Pythagoras.
    void jigByPythagoras() {
        Demo d("dunnock-body-carrier");
        addWelding(d.a, d.job);
        const auto &jig = d.a.pieces[0].jig;
        QVERIFY(jig);
        int holes = 0, bushes = 0;
        for (const workshop::JigPoint &p : jig->points) {
            holes += p.kind == workshop::JigPoint::Kind::Bolt;
            bushes += p.kind == workshop::JigPoint::Kind::Bush;
            QVERIFY(near(p.fromA, std::hypot(p.along, p.aside), 1e-6));
            QVERIFY(near(p.fromB, std::hypot(jig->base - p.along, p.aside), 1e-6));
            QVERIFY(near(p.height, p.at.z() - jig->floor, 1e-6));
        }
        QCOMPARE(holes, 6);
        QCOMPARE(bushes, 3);
        // What swings is not welded to what stays, and misses it on its whole way.
        for (const armor::WeldJoint &w : d.assembly().welds)
            for (const char *fixed : {"hinge.plate", "latch.plate", "hinge.post", "keeper"})
                QVERIFY2(w.name != std::string("carrier.arm~") + fixed, w.name.c_str());
        QVERIFY2(!d.begins("gate/"), d.begins("gate/") ? d.begins("gate/")->id.c_str() : "");
    }
    /// The heavy wheel between the rails: sleeves of 28 around the bolts of 14 take their preload; hollows
    /// are coated before they are closed; a tackle of five falls, a tenth lost in each sheave, lifts with 96
    /// g/(1 + .9 + .81 + .729 + .6561) = 230 N.
    void heavyWheelOnTheHeron() {
        const Demo d("heron-wheel-mount");
        for (const char *mount : {"mount.left", "mount.right"}) {
            const proof::Check *c = d.check(0, std::string("sleeve/") + mount);
            QVERIFY2(c && c->utilization <= 1, mount);
            const auto &m = d.assembly().mounts;
            const auto j = std::find_if(m.begin(), m.end(), [&](const auto &b) { return b.name == mount; });
            QVERIFY(near(j->sleeve, 28, 1e-9));
            const double area = std::numbers::pi / 4 * (28 * 28 - j->hole * j->hole);
            QVERIFY(near(c->capacity / (0.9 * area), d.assembly().sheet(j->part)->material.yield, 1));
        }
        const auto hollows = workshop::cavities(d.assembly(), {});
        QVERIFY(std::any_of(hollows.begin(), hollows.end(), [](const auto &c) { return c.sealed(); }));
        const std::string lift = d.told("eye");
        QVERIFY2(lift.find("5 falls") != std::string::npos && lift.find("230 N") != std::string::npos,
                 lift.c_str());
    }
    /// The carrier takes the 315/70R17, 0.7 x 315 + 17 x 25.4/2 = 436.4 mm in radius. With the carrier open
    /// the tailgate still strikes the jack that lies behind it: the first corner that its face comes to lies
    /// atan of how far behind over how far above its hinge.
    void tailgateStrikesTheJack() {
        const Demo d("marten-big-wheel");
        QVERIFY(near(d.assembly().wheels.front().radius, 0.7 * 315 + 17 * 25.4 / 2, 1));
        const rig::MovingThing &gate = d.job.vehicle.moving.back();
        QCOMPARE(gate.motion, std::string("rear-down"));
        const auto meets = [&](const std::string &part) {
            const armor::Solid &s = solid(d.assembly(), part);
            const double behind = gate.hinge.x() - dims(s, true).x(),
                         above = dims(s, true).z() - gate.hinge.z();
            return degrees(std::atan2(behind, above));
        };
        const Finding *jack = d.begins("sweep/tailgate/jackmount.jack");
        QVERIFY(jack);
        const std::string says = jack->sentence.in(measure::UnitSystem::Metric);
        const std::string angle = QString::number(meets("jackmount.jack"), 'f', 1).toStdString();
        QVERIFY2(says.find("after " + angle) != std::string::npos, (says + " / " + angle).c_str());
        for (const Finding &f : d.a.findings)
            QVERIFY2(!f.id.starts_with("sweep/tailgate/carrier") && f.id != "sweep/tailgate/wheel",
                     f.id.c_str());
    }
    /// On the house's side slope the open gate pulls at its hold-open pin with what it weighs, times the sine
    /// of the slope, times how far its middle then lies ahead of or behind the axis, over the pin's arm.
    void holdsOpenOnASlope() {
        const Demo d("marten-big-wheel");
        const armor::Gate &g = d.assembly().gates.front();
        double mass = 0;
        shape::Vec3 moment = shape::Vec3::Zero();
        const auto add = [&](double m, const shape::Vec3 &at) {
            mass += m;
            moment += m * at;
        };
        for (const armor::BarPart &b : d.assembly().bars)
            if (std::find(g.parts.begin(), g.parts.end(), b.name) != g.parts.end())
                add(workshop::barMass(d.assembly(), b), parts::barCenter(b));
        for (const armor::SheetPart &s : d.assembly().sheets)
            if (std::find(g.parts.begin(), g.parts.end(), s.name) != g.parts.end())
                add(workshop::sheetMass(s), s.center());
        const armor::CarriedWheel &w = d.assembly().wheels.front();
        add(w.mass, w.center);
        const shape::Vec3 arm = moment / mass - g.low;
        const double lever =
            arm.x() * std::cos(g.opens) - arm.y() * std::sin(g.opens);  // along the vehicle, open
        const double torque = mass * gravity * std::sin(radians(12)) * std::abs(lever);
        const proof::Check *pin = d.check(0, "holdopen/carrier");
        QVERIFY(pin && pin->utilization <= 1);
        const auto given = std::find_if(pin->working.steps.begin(), pin->working.steps.end(),
                                        [](const auto &s) { return s.symbol == "a"; });
        QVERIFY(given != pin->working.steps.end());
        QVERIFY2(near(pin->demand, torque / given->value, 0.04 * pin->demand),
                 qPrintable(QString::number(mass)));
    }
    /// The bent front beside the winch bumper that it was weighed against, pinned with it: both are built on
    /// the same vehicle, and the approach of both is told. Its main tube is bent in one plane, so that one
    /// setting of the bender makes both bends. What a pull at its receiver does to the tubes beside it is in
    /// TestReceivers; here nothing of it is over its limit, and 2 t of shackle are 0.89 of its 22 kN.
    void bentFrontBesideAWinchBumper() {
        const Demo d("marten-tube-front");
        QCOMPARE(d.job.variants.size(), std::size_t{1});
        Job other = d.job;
        other.pieces = d.job.variants[0].pieces;
        const Demo pinned(other);
        QVERIFY(pinned.a.pieces[0].assembly && pinned.a.pieces[0].assembly->winch);
        QVERIFY(!d.assembly().winch);
        for (const Demo *of : {&d, &pinned}) QVERIFY(degrees(*of->a.gauge("approach")->value) > 35);
        const proof::Check *rated = d.check(0, "rated/receiver");
        QVERIFY(rated && near(rated->utilization, 2000 * 9.80665 / 22000, 1e-3));
        for (const proof::Check &c : d.a.pieces[0].proof->checks)
            if (d.a.pieces[0].proof->duties.cases[static_cast<std::size_t>(std::max(c.loadCase, 0))].place ==
                "recovery/receiver")
                QVERIFY2(c.utilization <= 1, c.id.c_str());
        for (const parts::PathPoint &b : d.assembly().bar("hoop.main")->bends)
            QVERIFY(near(b.at.z(), d.assembly().bar("hoop.main")->from.z(), 1e-9));
    }
    /// Step tubes on a bought slider: no hollow stays open, and the list for fitting says to take the coating
    /// off.
    void stepTubesOnABoughtSlider() {
        const Demo d("marten-step-tubes");
        const auto hollows = workshop::cavities(d.assembly(), {});
        QCOMPARE(hollows.size(), std::size_t{10});
        for (const workshop::Cavity &c : hollows) QVERIFY2(c.sealed(), c.bars.front().c_str());
        QVERIFY(std::any_of(d.a.pieces[0].fit.begin(), d.a.pieces[0].fit.end(), [](const auto &i) {
            return i.what.find("Coating is off the bought slider") != std::string::npos;
        }));
    }
    /// Three tubes go in together within the play; 240 mm of them in the receivers slide without binding when
    /// pulled within 240/(2 x 0.3) = 400 mm of their middle; 800 mm out hang by 1.2 (800 + 120)/240 = 4.6.
    void rackOnThreeReceivers() {
        const Demo d("heron-wheel-rack");
        const std::string middle = d.told("tube.2");
        QVERIFY2(middle.find("enter together") != std::string::npos &&
                     middle.find("400 mm of its middle") != std::string::npos,
                 middle.c_str());
        for (const char *tube : {"tube.1", "tube.2", "tube.3"})
            QVERIFY2(d.told(tube).find("4.6 mm") != std::string::npos, d.told(tube).c_str());
        QVERIFY(!d.begins("overlap/"));
    }
    /// The trailer's beam turns forward around its rounded body: the notches together turn by 40 degrees,
    /// each as wide at the inner wall as its fold wants; two braces; the corner jacks stay above the
    /// departure line, longer ones would not.
    void beamAroundTheTrailer() {
        const Demo d("vole-upright");
        const armor::Assembly &a = d.assembly();
        QCOMPARE(a.foldedBars.size(), std::size_t{1});
        double turned = 0;
        for (const armor::BarFold &f : a.foldedBars[0].folds) turned += f.angle;
        QVERIFY(near(degrees(turned), 80, 1e-6));  // both ends
        QVERIFY(a.bar("brace.left") && a.bar("brace.right"));
        QCOMPARE(a.jacks.size(), std::size_t{4});  // under the mounts' ends, and the corner jacks
        const auto departure = [](const Demo &of) { return *of.a.gauge("departure")->value; };
        QVERIFY(!d.a.gauge("departure")->broken());
        Job job = d.job;
        for (Json &o : job.pieces[0].operations) o["settings"]["length"] = 330;
        const Demo lower(job);
        QVERIFY(departure(lower) < departure(d) && lower.a.gauge("departure")->broken());
        QVERIFY(lower.begins("gauge/departure")->sentence.in(measure::UnitSystem::Metric).find("jack") !=
                std::string::npos);
    }
};

QTEST_GUILESS_MAIN(TestJobsCaught)
#include "test_jobs_caught.moc"
