#include <QtTest>

#include <cmath>
#include <filesystem>
#include <numeric>

#include "core/base/constants.h"
#include "core/job/appraise/appraise_under.h"
#include "core/job/appraise/ledger.h"
#include "core/rig/survey_book.h"
#include "core/workshop/bend/bend.h"
#include "core/workshop/flat/flat_pattern.h"
#include "core/workshop/weld/cavities.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::demoPath;
using hefty::testing::shippedStock;

namespace {

Appraisal appraised(const Job &job) {
    return appraise(job, shippedStock());
}

std::string all(const Appraisal &a) {
    std::string out;
    for (const Finding &f : a.findings)
        if (f.severity == Severity::Stop)
            out += f.id + ": " + f.sentence.in(measure::UnitSystem::Metric) + "\n";
    return out;
}

}  // namespace

/// Every demo job: nothing stops it, its survey holds, its pieces are built and proved; and what makes each
/// hard.
class TestJobs : public QObject {
    Q_OBJECT

  private slots:
    void eachJob_data() {
        QTest::addColumn<QString>("name");
        for (const auto &entry : std::filesystem::directory_iterator(demoFolder()))
            if (const std::string file = entry.path().filename().string(); file.ends_with(".girder.json"))
                QTest::newRow(file.c_str()) << QString::fromStdString(file.substr(0, file.size() - 12));
    }
    void eachJob() {
        QFETCH(QString, name);
        const Job job = loadJob(demoPath(name.toStdString())).value();
        QVERIFY(readJob(writeJob(job)).value() == job);
        const Appraisal a = appraised(job);
        QVERIFY2(all(a).empty(), all(a).c_str());
        QVERIFY2(!a.finding("survey/cross.left") && !a.finding("survey/cross.right"), "a loose survey");
        for (const PieceAppraisal &p : a.pieces) {
            QVERIFY2(p.assembly && p.proof && p.fabrication, p.id.c_str());
            QVERIFY2(p.fabrication->mass > 0 && !p.proof->checks.empty(), p.id.c_str());
            for (const armor::BuildNote &n : p.assembly->notes)
                QVERIFY2(n.text.in(measure::UnitSystem::Metric).find("Nothing holds") == std::string::npos,
                         n.part.c_str());
            for (const proof::Check &c : p.proof->checks)
                QVERIFY2(std::isfinite(c.utilization), c.id.c_str());
            for (const LedgerLine &l : ledgerOf(p)) {
                QVERIFY2(!l.forgotten(), (p.id + ": " + l.id).c_str());
                QVERIFY2(l.proved == l.open.empty(), l.id.c_str());
            }
        }
    }

    /// Both bends of a step tube lie in one plane: no turn between them, and their angles are the kick-out's.
    void stepTubeBendsInOnePlane() {
        const Job job = loadJob(demoPath("marten-step-tubes")).value();
        const Appraisal a = appraised(job);
        const armor::BarPart &tube = *a.pieces[0].assembly->bar("step.left");
        const double kick = 40;  // degrees, as it comes
        const auto turnAt = [&tube](std::size_t i) {
            const armor::Vec3 before = i == 0 ? tube.from : tube.bends[i - 1].at;
            const armor::Vec3 after = i + 1 < tube.bends.size() ? tube.bends[i + 1].at : tube.to;
            return std::pair{(tube.bends[i].at - before).normalized(),
                             (after - tube.bends[i].at).normalized()};
        };
        std::vector<armor::Vec3> axes;
        for (std::size_t i = 0; i < 2; ++i) {
            const auto [in, out] = turnAt(i);
            QVERIFY(std::abs(degrees(std::acos(in.dot(out))) - kick) < 1e-6);
            axes.push_back(in.cross(out).normalized());
        }
        QVERIFY(axes[0].dot(axes[1]) > 1 - 1e-9);
        const auto bent = std::find_if(a.pieces[0].bent.begin(), a.pieces[0].bent.end(),
                                       [](const BentBar &b) { return b.part == "step.left"; });
        QVERIFY(bent != a.pieces[0].bent.end());
    }

    /// The front from one strip: panels, turns and bend allowances add up to the blank, and folded again they
    /// end where the drawing does.
    void stripFoldsToThePlan() {
        const Job job = loadJob(demoPath("marten-strip-front")).value();
        const Appraisal a = appraised(job);
        const armor::Assembly &assembly = *a.pieces[0].assembly;
        QVERIFY(!assembly.folded.empty());
        const armor::FoldedSheet &strip = assembly.folded[0];
        double half = 0;
        for (const std::string &facet : strip.facets)
            for (const armor::Vec2 &c : assembly.sheet(facet)->outline) {
                const armor::Vec3 at = assembly.sheet(facet)->axes.toWorld(c);
                half = std::max(half, std::abs(at.y()));
            }
        // by hand: half the middle panel, then each further one turned by the sum of turns
        const auto number = [&job](const char *id) {
            return armor::number(job.pieces[0], *armor::pattern("strip-bumper"), id);
        };
        double y = number("middle") / 2 + number("second") * std::cos(number("firstTurn"));
        if (number("third") > 0) y += number("third") * std::cos(number("firstTurn") + number("secondTurn"));
        QVERIFY2(std::abs(half - y) < 2, qPrintable(QString("%1 %2").arg(half).arg(y)));
        // The blank: all panels, and at each of the kerfs (t - skin) tan(a/2), as the middle of the skin
        // that keeps its length lies outside of the strip's middle.
        const workshop::FlatPattern flat = workshop::flatPattern(assembly, strip);
        double low = 1e9, high = -1e9;
        for (const armor::Vec2 &p : flat.rim) {
            low = std::min(low, p.x());
            high = std::max(high, p.x());
        }
        const double over = number("stripThickness") - number("skin");
        const bool thirds = number("third") > 0;
        const double blank = number("middle") + 2 * number("second") + 2 * number("third") +
                             2 * over * std::tan(number("firstTurn") / 2) +
                             (thirds ? 2 * over * std::tan(number("secondTurn") / 2) : 0);
        QCOMPARE(flat.lines.size(), std::size_t(thirds ? 4 : 2));
        QVERIFY2(std::abs(high - low - blank) < 0.01,
                 qPrintable(QString("%1 %2").arg(high - low).arg(blank)));
        // Every kerf is closed by a weld as long as the strip is wide, and checked.
        int kerfs = 0;
        for (const armor::WeldJoint &w : assembly.welds)
            if (w.is(armor::SeamKind::Kerf)) {
                ++kerfs;
                QVERIFY(std::abs(w.length() - number("stripWidth")) < 1e-6);
                const auto &checks = a.pieces[0].proof->checks;
                QVERIFY(std::any_of(checks.begin(), checks.end(),
                                    [&w](const proof::Check &c) { return c.id == "weld/" + w.name; }));
            }
        QCOMPARE(kerfs, thirds ? 4 : 2);
    }

    /// The rear door's hinge carries: every place of the body is held against what its owner declares, none
    /// over.
    void bodyCarrierWithinItsHolds() {
        const Job job = loadJob(demoPath("dunnock-body-carrier")).value();
        const Appraisal a = appraised(job);
        int told = 0;
        for (const proof::Check &c : a.pieces[0].proof->checks)
            if (c.id.starts_with("hold/")) {
                ++told;
                QVERIFY2(c.utilization < 1, c.id.c_str());
            }
        QCOMPARE(told, 6);
        // Under its arm hangs a cover: three rows of ten holes, all 45 mm apart, the ends alike.
        const armor::SheetPart *cover = a.pieces[0].assembly->sheet("cover");
        QVERIFY(cover && cover->holes.size() == 30);
        for (std::size_t i = 1; i < 10; ++i)
            QVERIFY(std::abs((cover->holes[i].at - cover->holes[i - 1].at).norm() - 45) < 1e-9);
        const auto [low, high] =
            std::minmax_element(cover->outline.begin(), cover->outline.end(),
                                [](const armor::Vec2 &p, const armor::Vec2 &q) { return p.x() < q.x(); });
        QVERIFY(std::abs((cover->holes[0].at.x() - low->x()) - (high->x() - cover->holes[9].at.x())) < 1e-9);
    }

    /// The tube front carries lamps in pods on plates between its hoops: held along three sides of each
    /// plate, with room around the lamp to take it out.
    void podsOfTheTubeFront() {
        const Job job = loadJob(demoPath("marten-tube-front")).value();
        const Appraisal a = appraise(job, shippedStock());
        const armor::Assembly &front = *a.pieces[0].assembly;
        QVERIFY(hefty::testing::toMend(front).empty());
        for (const std::string side : {"left", "right"}) {
            double held = 0;
            for (const armor::WeldJoint &w : front.welds)
                if ((w.a == "filler." + side) != (w.b == "filler." + side) &&
                    (w.a.starts_with("hoop") || w.a.starts_with("upright")))
                    held += w.length();
            QVERIFY2(held > 600, qPrintable(QString::number(held)));
            const auto lamp = std::find_if(front.bought.begin(), front.bought.end(),
                                           [&](const auto &b) { return b.name == "pod." + side + ".lamp"; });
            QVERIFY(lamp != front.bought.end() &&
                    lamp->center.x() > front.sheet("filler." + side)->center().x());
        }
        QVERIFY(std::none_of(a.findings.begin(), a.findings.end(), [](const Finding &f) {
            return f.id.find("pod.") != std::string::npos && f.severity != Severity::Note;
        }));
    }

    /// Three tubes of a rack: a wheel of 96 kg far out is held by the receivers within what they are declared
    /// for.
    void rackWithinItsReceivers() {
        const Job job = loadJob(demoPath("heron-wheel-rack")).value();
        const Appraisal a = appraised(job);
        for (int i = 1; i <= 3; ++i) {
            const std::string id = "hold/slip.receiver" + std::to_string(i);
            const auto &checks = a.pieces[0].proof->checks;
            const auto c =
                std::find_if(checks.begin(), checks.end(), [&id](const auto &x) { return x.id == id; });
            QVERIFY2(c != checks.end() && c->utilization < 1, id.c_str());
        }
    }

    /// The steering box of the nursery's car keeps the room that is wanted around it.
    void steeringBoxIsCleared() {
        const Job job = loadJob(demoPath("plover-winch-bumper")).value();
        Appraisal a = appraised(job);
        for (const Finding &f : a.findings)
            QVERIFY2(f.id.find("steering-box") == std::string::npos, f.id.c_str());
        // The winch is sunk into the beam, which is split around it; both halves are sealed.
        for (const char *half : {"half.left", "half.right"}) {
            const auto all = workshop::cavities(*a.pieces[0].assembly, {});
            const auto mine = std::find_if(all.begin(), all.end(), [half](const workshop::Cavity &c) {
                return std::find(c.bars.begin(), c.bars.end(), half) != c.bars.end();
            });
            QVERIFY2(mine != all.end() && mine->sealed(), half);
        }
        // The bars through its slots stand in line with the rails and reach back to their ends.
        const armor::Assembly &front = *a.pieces[0].assembly;
        for (const char *name : {"tab.left", "tab.right"}) {
            const armor::SheetPart &bar = *front.sheet(name);
            double tail = 1e9;
            for (const armor::Vec2 &p : bar.outline) tail = std::min(tail, bar.axes.toWorld(p).x());
            QVERIFY(std::abs(tail - a.rig->frameEnd) < 1e-6);
            QVERIFY(std::abs(std::abs(bar.axes.origin.y()) - a.rig->railSpacing / 2) < a.rig->railWidth / 2);
        }
        Job near = job;
        for (rig::KeepOut &k : near.vehicle.keepOuts)
            if (k.id == "steering-box") k.high.x() += 60;
        const Appraisal hit = appraised(near);
        QVERIFY(std::any_of(hit.findings.begin(), hit.findings.end(),
                            [](const Finding &f) { return f.id.find("steering-box") != std::string::npos; }));
    }

    /// The smallest winch bumper against the square-tube one on the same car, its beam in line with the rails
    /// and all else as the pattern has it: five degrees of approach and more, and all that is checked holds.
    void smallestGainsFiveDegrees() {
        const Job job = loadJob(demoPath("dunnock-small-winch")).value();
        Job other = job;
        armor::Piece &f1 = other.pieces[0];
        f1.pattern = "square-tube-winch-bumper";
        std::erase_if(f1.settings, [](const auto &s) {
            return s.first != "winch" && s.first != "rope" && s.first != "shackle" &&
                   s.first != "mountBoltGrade";
        });
        const Appraisal small = appraised(job);
        f1.settings["height"] = small.rig->railCenter;
        const Appraisal beam = appraised(other);
        QVERIFY2(beam.pieces[0].assembly, all(beam).c_str());
        const double gain = degrees(*small.gauge("approach")->value - *beam.gauge("approach")->value);
        QVERIFY2(gain >= 5, qPrintable(QString::number(gain)));
        QVERIFY(small.pieces[0].assembly->bar("nose")->section.shape == stock::SectionShape::HalfTube);
        const Appraisal close = appraise(job, shippedStock(), {}, proof::Detail::Shells);
        QVERIFY(close.pieces[0].proof->unproved.empty());
        for (const proof::Check &c : close.pieces[0].proof->checks)
            QVERIFY2(c.utilization <= 1, (c.id + " " + std::to_string(c.utilization)).c_str());
        for (const Finding &f : small.findings)
            QVERIFY2(f.severity != Severity::Stop, f.sentence.in(measure::UnitSystem::Metric).c_str());
        // By hand: the car's own front panel, cut back to 500 at 690 ahead of the axle, does not limit it.
        QVERIFY(small.clearance->approach.whole.governs != "front-lip");
    }

    /// The heavy winch front is lighter than 85 kg without its winch, clears the tilting cab and its own
    /// parts, stays under the length limit, and what strikes it folds its boxes before the rails. By hand:
    /// twelve slats of 4 mm in a grille 620 mm wide leave 572/620 of its width open.
    void heavyFrontIsNearlySettled() {
        const Job job = loadJob(demoPath("heron-winch-front")).value();
        Appraisal a = appraise(job, shippedStock(), {}, proof::Detail::Shells);
        addFit(a, job);
        for (const Finding &f : a.findings)
            for (const char *kind : {"sweep/", "overlap/", "length", "crush-order/"})
                QVERIFY2(!f.id.starts_with(kind), f.id.c_str());
        QVERIFY(a.length && *a.length < job.rules.mostLength);
        const auto &steps = a.pieces[0].assembly->steps;
        QVERIFY(steps.size() >= 2);
        const auto air = std::find_if(a.findings.begin(), a.findings.end(), [](const Finding &f) {
            return f.sentence.in(measure::UnitSystem::Metric).find("grille is free") != std::string::npos;
        });
        QVERIFY(air != a.findings.end());
        const std::string percent = std::to_string(std::lround(100 * (620.0 - 11 * 4) / 620));
        QVERIFY2(
            air->sentence.in(measure::UnitSystem::Metric).find(percent + " percent") != std::string::npos,
            air->sentence.in(measure::UnitSystem::Metric).c_str());
        QVERIFY(a.pieces[0].fabrication->fabricatedMass < 85);
    }

    /// A kit with a hoop: its braces run at atan(250/150) to the beam, so that their feet, cut to its flat,
    /// differ by D/tan of that around the tube; the lamp feet stand by their long edge, 150 mm; both ends of
    /// the hoop bend by atan(250/50).
    void kitWithRakedBraces() {
        const Job job = loadJob(demoPath("plover-kit-front")).value();
        const Appraisal a = appraised(job);
        const armor::Assembly &kit = *a.pieces[0].assembly;
        for (const char *name : {"brace.left", "brace.right"}) {
            const armor::BarPart *brace = kit.bar(name);
            QVERIFY(brace && brace->trimTo.cut() && brace->trimFrom.cut());
            const auto [low, high] =
                std::minmax_element(brace->trimTo.reach.begin(), brace->trimTo.reach.end());
            const double wanted = 42.4 / (250.0 / 150);
            QVERIFY2(std::abs(*high - *low - wanted) < 0.01 * wanted,
                     qPrintable(QString::number(*high - *low)));
        }
        const auto bent = std::find_if(a.pieces[0].bent.begin(), a.pieces[0].bent.end(),
                                       [](const BentBar &b) { return b.part == "hoop"; });
        QVERIFY(bent != a.pieces[0].bent.end());
        const armor::BarPart &hoop = *kit.bar("hoop");
        const armor::Vec3 leg = (hoop.bends[0].at - hoop.from).normalized(),
                          top = (hoop.bends[1].at - hoop.bends[0].at).normalized();
        QVERIFY(std::abs(std::acos(leg.dot(top)) - std::atan2(250, 50)) < 1e-6);
        const double foot =
            std::accumulate(kit.welds.begin(), kit.welds.end(), 0.0, [](double sum, const auto &w) {
                return sum + (w.a == "lampfoot.left" || w.b == "lampfoot.left" ? w.length() : 0);
            });
        QVERIFY2(std::abs(foot - 2 * (150 + 6)) < 1, qPrintable(QString::number(foot)));
        QVERIFY(kit.sheet("lampfoot.left")->holes.size() == 1);
        // what acts on it was pointed out by hand
        const auto &cases = a.pieces[0].proof->duties.cases;
        for (const char *place : {"step/beam", "jack/left", "rock/middle"})
            QVERIFY2(std::any_of(cases.begin(), cases.end(),
                                 [place](const proof::LoadCase &c) { return c.place == place; }),
                     place);
    }
};

QTEST_GUILESS_MAIN(TestJobs)
#include "test_jobs.moc"
