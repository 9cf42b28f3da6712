#include <algorithm>
#include <cmath>
#include <filesystem>

#include <QTemporaryDir>
#include <QTest>

#include "core/base/constants.h"
#include "core/base/csv.h"
#include "core/job/appraise/appraise_under.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

class TestJob : public QObject {
    Q_OBJECT

  private slots:
    void roundTrip() {
        Job job = demoJob();
        job.pieces[0].tweaks = {
            {armor::Tweak::Kind::Move, "tab.left", Vec3(1, 2, 3), "", 0, {0, 0}, ""},
            {armor::Tweak::Kind::Drill, "beam", Vec3::Zero(), "", 13, {100, 5}, "lamp"},
            {armor::Tweak::Kind::Section, "beam.left", Vec3::Zero(), "RHS 150x100x6", 0, {0, 0}, ""}};
        job.signedOff["layout"] = "2026-03-15";
        const auto again = readJob(writeJob(job));
        QVERIFY2(again.has_value(), again ? "" : again.error().sentence().c_str());
        QVERIFY(*again == job);
        QCOMPARE(QString::fromStdString(writeJob(*again)), QString::fromStdString(writeJob(job)));
    }
    void unknownFieldsAreKept() {
        Json json = *parseJson(writeJob(demoJob()));
        json["weather"] = "rain";
        json["vehicle"]["color"] = "green";
        json["pieces"][0]["coating"] = {{"kind", "paint"}};
        json["shop"]["mascot"] = 3;
        json["houseRules"]["motto"] = "measure twice";
        const auto job = readJob(json.dump());
        QVERIFY(job.has_value());
        const Json again = *parseJson(writeJob(*job));
        QCOMPARE(QString::fromStdString(again["weather"]), QStringLiteral("rain"));
        QCOMPARE(QString::fromStdString(again["vehicle"]["color"]), QStringLiteral("green"));
        QCOMPARE(QString::fromStdString(again["pieces"][0]["coating"]["kind"]), QStringLiteral("paint"));
        QCOMPARE(again["shop"]["mascot"].get<int>(), 3);
        QCOMPARE(QString::fromStdString(again["houseRules"]["motto"]), QStringLiteral("measure twice"));
    }
    void newerVersionIsRefused() {
        Json json = *parseJson(writeJob(demoJob()));
        json["version"] = fileVersion + 1;
        QVERIFY(readJob(json.dump()).error().kind == ProblemKind::Version);
    }
    void savingLeavesTheOldFileWholeOnFailure() {
        QTemporaryDir dir;
        const std::string path = dir.filePath("a.girder.json").toStdString();
        QVERIFY(saveText(path, "one").has_value());
        QVERIFY(saveText(path, "two").has_value());
        QCOMPARE(QString::fromStdString(readFile(path).value()), QStringLiteral("two"));
        QVERIFY(saveText("/no/such/folder/a.json", "x").error().kind == ProblemKind::File);
        QVERIFY(!saveText(dir.path().toStdString(), "x"));  // a folder, not a file
        int files = 0;
        for ([[maybe_unused]] const auto &f : std::filesystem::directory_iterator(dir.path().toStdString()))
            ++files;
        QCOMPARE(files, 1);  // no temporary file left behind
    }
    void appraisalIsAPureFunction() {
        const Job job = demoJob();
        const std::string once = appraisalJson(job, appraise(job, shippedStock())).dump(),
                          twice = appraisalJson(job, appraise(job, shippedStock())).dump();
        QVERIFY(once == twice);
        QVERIFY(once.find("nan") == std::string::npos && once.find("inf\"") == std::string::npos);
    }

    /// The demo has two findings to fix; each has a remedy that cures it, and nothing else breaks.
    void demoFindingsAreCured() {
        const Job job = demoJob();
        Appraisal a = appraise(job, shippedStock());
        addRemedies(a, job, shippedStock());
        QVERIFY(a.remediesDone);
        int toFix = 0;
        for (const Finding &f : a.findings) {
            if (f.severity == Severity::Note) continue;
            ++toFix;
            QVERIFY2(!f.remedies.empty(), f.id.c_str());
            const Remedy &r = f.remedies.front();
            QVERIFY2(r.cures, r.label.text.c_str());
            const Appraisal after = appraise(apply(job, r.edit), shippedStock());
            const Finding *same = after.finding(f.id);
            QVERIFY(!same || same->severity == Severity::Note);
            // its promised effects are those of the appraisal with it
            QVERIFY(std::abs(*after.gauge("mass")->value - *a.gauge("mass")->value - r.massChange) < 1e-9);
            QVERIFY(r.fixesAfter < r.fixesBefore);
        }
        QCOMPARE(toFix, 2);
        QVERIFY(a.finding("gauge/wheelPath") && a.finding("check/bolt/winch.bolts"));
    }
    /// More corner cut never lowers the angle in the wheel path, and raises it in the end.
    void cornerCutRaisesTheWheelPathAngle() {
        Job job = demoJob();
        double before = 0;
        for (const double cut : {0.0, 20.0, 40.0, 60.0, 80.0}) {
            job.pieces[0].settings["cornerCut"] = cut;
            const double angle = *appraise(job, shippedStock()).gauge("wheelPath")->value;
            QVERIFY(angle > before);
            before = angle;
        }
    }
    /// By hand: the tip of the tab, 45 + nose ahead, governs the whole width; tangent formula.
    void approachAngleByHand() {
        const Job job = demoJob();
        const Appraisal a = appraise(job, shippedStock());
        const Vec3 at = a.clearance->approach.whole.at;
        const double R = a.stood->front.loadedRadius;
        const double rho = std::hypot(at.x(), at.z() - R);
        QVERIFY(std::abs(*a.gauge("approach")->value -
                         (std::atan2(at.z() - R, at.x()) + std::asin(R / rho))) < 1e-12);
    }
    /// Breakover and departure by hand: tangents from the governing point to the tires, as their Workings
    /// end.
    void breakoverAndDepartureByHand() {
        const Appraisal a = appraise(demoJob(), shippedStock());
        const double front = a.stood->front.loadedRadius, rear = a.stood->rear.loadedRadius;
        const auto slope = [](double ahead, double h, double R) {
            return std::atan2(h - R, ahead) + std::asin(R / std::hypot(ahead, h - R));
        };
        const Vec3 b = a.clearance->breakover.at, d = a.clearance->departure.whole.at;
        QVERIFY(std::abs(*a.gauge("breakover")->value - slope(-b.x(), b.z(), front) -
                         slope(b.x() + 3220, b.z(), rear)) < 1e-12);
        QVERIFY(std::abs(*a.gauge("departure")->value - slope(-3220 - d.x(), d.z(), rear)) < 1e-12);
        for (const char *id : {"approach", "wheelPath", "breakover", "departure"})
            QVERIFY2(std::abs(a.gauge(id)->working.steps.back().value - degrees(*a.gauge(id)->value)) < 1e-9,
                     id);
    }
    /// Moments about the rear axle: the shift of the front axle is m (x + L)/L.
    void axleShift() {
        const Appraisal a = appraise(demoJob(), shippedStock());
        const workshop::Fabrication &f = *a.pieces[0].fabrication;
        QVERIFY(std::abs(f.frontAxleShift - f.mass * (f.center.x() + 3220) / 3220) < 1e-9);
        QVERIFY(std::abs(f.frontAxleShift + f.rearAxleShift - f.mass) < 1e-9);
        QVERIFY(std::abs(f.center.y()) < 1e-6);
    }
    void massesAddUp() {
        const Appraisal a = appraise(demoJob(), shippedStock());
        const workshop::Fabrication &f = *a.pieces[0].fabrication;
        double sum = 0;
        for (const workshop::CutItem &c : f.cuts) sum += c.mass;
        QVERIFY(std::abs(sum + f.weldMetal - f.fabricatedMass) < 1e-9);
        // the straight beam: 27.7 kg/m (EN 10219-2 table for 150x100x8), less opening and two bolt holes
        // and the slots of two tabs in both walls
        const armor::SheetPart &tab = *a.pieces[0].assembly->sheet("tab.left");
        const double inSlots = 2 * 2 * 8 * tab.thickness * 90;
        const double taken = (2 * 8 * 190 * 45 + 2 * 8 * 0.7853982 * 11 * 11 + inSlots) * 7.85e-6;
        QVERIFY(std::abs(f.cuts.front().mass - (1.16 * 27.7 - taken)) < 0.06);
    }
    /// Gauges are told once before the proofs are done. Those that need none are told as they are in the end,
    /// also where nothing can be built.
    void gaugesAheadAreTheSame() {
        for (const Job &job : {hefty::testing::fullSet(), demoJob(), blankJob()}) {
            std::vector<std::vector<Gauge>> told;
            const Appraisal a = appraise(job, shippedStock(), {}, proof::Detail::Strips, nullptr,
                                         [&told](const std::vector<Gauge> &g) { told.push_back(g); });
            QCOMPARE(told.size(), std::size_t{1});
            QCOMPARE(told[0].size(), a.gauges.size());
            QCOMPARE(std::ranges::count(told[0], true, &Gauge::needsProof), 1);
            for (const Gauge &g : told[0]) {
                const Gauge *same = a.gauge(g.id);
                QVERIFY2(same && same->needsProof == g.needsProof, g.id.c_str());
                if (g.needsProof) {
                    const bool proved = std::ranges::any_of(a.pieces, [](const PieceAppraisal &p) {
                        return p.proof && !p.proof->checks.empty();
                    });
                    QVERIFY(!g.value && same->value.has_value() == proved);
                    continue;
                }
                QVERIFY2(same->value == g.value && same->governs == g.governs && same->aside == g.aside,
                         g.id.c_str());
                QCOMPARE(same->working.steps.size(), g.working.steps.size());
            }
        }
    }
    void missingMeasureStopsAndSaysHow() {
        Job job = demoJob();
        job.vehicle.data.erase("railSpacing");
        const Appraisal a = appraise(job, shippedStock());
        QVERIFY(!a.rig && a.pieces.empty());
        const Finding *f = a.finding("measure/railSpacing");
        QVERIFY(f && f->severity == Severity::Stop && f->stop == "measure");
        QCOMPARE(a.toSettle("measure"), 1);
    }
    void blankJobAsksForMeasures() {
        const Appraisal a = appraise(blankJob(), shippedStock());
        QCOMPARE(a.toSettle("measure"), 1);
        QVERIFY(!a.gauge("mass")->value);
    }
    void assumedDatumIsANote() {
        Job job = demoJob();
        job.vehicle.data["crossmember"].trust = rig::Trust::Assumed;
        const Finding *f = appraise(job, shippedStock()).finding("assumed/crossmember")
                               ? &*appraise(job, shippedStock()).findings.begin()
                               : nullptr;
        QVERIFY(f);
    }
    void csvOfTheCutList() {
        const Appraisal a = appraise(demoJob(), shippedStock());
        const std::string csv = workshop::cutListCsv(*a.pieces[0].fabrication);
        const auto table = CsvTable::parse(csv, "cuts");
        QVERIFY2(table.has_value(), table ? "" : table.error().sentence().c_str());
        QCOMPARE(table->rowCount(), a.pieces[0].fabrication->cuts.size());
        Faults faults;
        QCOMPARE(QString::fromStdString(table->text(0, "part", faults)), QStringLiteral("beam"));
        QVERIFY(std::abs(table->number(0, "miter_start_deg", faults) - 12.5) < 0.01);
        QVERIFY(std::abs(table->number(0, "length_mm", faults) - (1160 + 100 * std::tan(radians(12.5)))) <
                0.06);
        QVERIFY(faults.none());
    }
    void stopsWhenAsked() {
        std::stop_source stop;
        stop.request_stop();
        const Job job = demoJob();
        Appraisal a = appraise(job, shippedStock());
        addRemedies(a, job, shippedStock(), stop.get_token());
        QVERIFY(!a.remediesDone);
    }
    /// What a remedy adds to single parts is told with it.
    void remediesTellTheirTweaks() {
        Appraisal a;
        Finding f;
        f.id = "check/member/bracket.left";
        Remedy r;
        r.edit.piece = "front-bumper";
        armor::Tweak t;
        t.kind = armor::Tweak::Kind::Gusset;
        t.part = "bracket.left";
        t.value = 90;
        r.edit.tweaks.push_back(t);
        f.remedies.push_back(r);
        a.findings.push_back(f);
        const Json json = appraisalJson(demoJob(), a);
        const Json &tweaks = json["findings"][0]["remedies"][0]["edit"]["tweaks"];
        QVERIFY(tweaks.size() == 1 && tweaks[0]["part"] == "bracket.left" && tweaks[0]["value"] == 90.0);
    }
    /// Several pieces: findings are told apart, and a piece that is the same is taken over from before.
    void piecesAreTakenOver() {
        const Job job = loadJob(demoFolder() + "/marten-full-set.girder.json").value();
        const Appraisal a = appraise(job, shippedStock());
        std::set<std::string> ids;
        for (const Finding &f : a.findings) QVERIFY2(ids.insert(f.id).second, f.id.c_str());
        QVERIFY(a.finding("check/bolt/winch.bolts") && a.finding("check/bolt/winch.bolts@front-bumper"));
        QVERIFY(!a.finding("together/front-bumper~rear-beam"));  // they hold to bays of their own
        Job changed = job;
        changed.pieces[2].settings["spread"] = 140.0;
        const Appraisal b = appraise(changed, shippedStock(), {}, proof::Detail::Strips, &a);
        const Appraisal whole = appraise(changed, shippedStock());
        QVERIFY(b.pieces[0].assembly == a.pieces[0].assembly && b.pieces[1].assembly == a.pieces[1].assembly);
        QVERIFY(b.pieces[2].assembly != a.pieces[2].assembly);
        // Taken over or worked out anew, the answer is one.
        QCOMPARE(b.findings.size(), whole.findings.size());
        for (std::size_t i = 0; i < b.findings.size(); ++i) {
            QCOMPARE(b.findings[i].id, whole.findings[i].id);
            QVERIFY(std::abs(b.findings[i].value - whole.findings[i].value) <
                    1e-9 * (1 + std::abs(b.findings[i].value)));
        }
    }
    /// The rear ends are proved as the front ones are: a beam that mirrors another has mirrored checks.
    void rearMirrorsFront() {
        Job job = loadJob(demoFolder() + "/marten-full-set.girder.json").value();
        rig::Vehicle &v = job.vehicle;
        v.data["rearFrameEnd"].value = v.data["frontFrameEnd"].value;  // the two ends alike
        v.data["rearCrossmember"].value = v.data["crossmember"].value;
        v.data["rearRailCenter"].value = v.data["railCenter"].value;
        v.rearHoles = v.frontHoles;
        v.crossmembers.clear();
        const auto ends = proof::Detail::Strips;
        // The same things hold the same beam at either end; only the receiver is the rear's alone.
        const auto own = [&](const char *end, double out) {
            armor::Piece p;
            p.id = end;
            p.pattern = "from-nothing";
            const double x = out > 0 ? v.data["frontFrameEnd"].value + 100
                                     : -v.data["wheelbase"].value - v.data["rearFrameEnd"].value - 100;
            p.operations.push_back({{"op", "tube"},
                                    {"name", "beam"},
                                    {"section", "RHS 120x80x8"},
                                    {"from", {{"at", {x, 600, 640}}}},
                                    {"to", {{"at", {x, -600, 640}}}}});
            p.operations.push_back({{"op", "bracket"}, {"end", end}, {"beam", "beam"}, {"thickness", 12}});
            p.operations.push_back({{"op", "tab"},
                                    {"name", "tab.left"},
                                    {"beam", "beam"},
                                    {"across", 430},
                                    {"thickness", 20},
                                    {"height", 70}});
            p.operations.push_back({{"op", "mirror"}, {"part", "tab.left"}});
            Job one = job;
            one.pieces = {p};
            return appraise(one, shippedStock(), {}, ends);
        };
        const Appraisal front = own("front", 1), rear = own("rear", -1);
        QVERIFY(front.pieces[0].proof && rear.pieces[0].proof);
        for (const char *id : {"weld/beam~bracket.left", "weld/beam~tab.left", "member/beam",
                               "bolt/mount.left", "bearing/mount.left/frame",
                               "bearing/mount.left/bracket.left", "frame/mount.left", "tab/tab.left"}) {
            const proof::Check *atFront = checkOf(front, id), *atRear = checkOf(rear, id);
            QVERIFY2(atFront && atRear, id);
            const double f = atFront->utilization, r = atRear->utilization;
            QVERIFY2(f > 0 && std::abs(f - r) < 1e-6 * f,
                     qPrintable(QString("%1: %2, %3").arg(id).arg(f).arg(r)));
        }
        // Where no crossmember is known behind the rear end, the rail is not proved there.
        QVERIFY(checkOf(rear, "frame/mount.left")->beyond.empty());
        v.data.erase("rearCrossmember");
        const Appraisal loose = own("rear", -1);
        QVERIFY(!checkOf(loose, "frame/mount.left")->beyond.empty());
        QVERIFY(loose.finding("check/frame/mount.left"));
    }
    /// Without proofs a job weighs, costs and clears the same.
    void shapeAlone() {
        const Job job = loadJob(demoFolder() + "/marten-full-set.girder.json").value();
        const Appraisal shape = appraiseShape(job, shippedStock()), whole = appraise(job, shippedStock());
        for (const PieceAppraisal &p : shape.pieces) QVERIFY(p.assembly && p.fabrication && !p.proof);
        for (const char *id : {"approach", "breakover", "departure", "mass", "cost", "axle"})
            QCOMPARE(*shape.gauge(id)->value, *whole.gauge(id)->value);
        QVERIFY(!shape.gauge("margin")->value);
        QVERIFY(std::none_of(shape.findings.begin(), shape.findings.end(),
                             [](const Finding &f) { return f.id.starts_with("check/"); }));
        // and so no proof is taken over from it
        const Appraisal after = appraise(job, shippedStock(), {}, proof::Detail::Strips, &shape);
        QCOMPARE(*after.gauge("margin")->value, *whole.gauge("margin")->value);
    }
    /// The order of welding comes once the hand rests; a piece that has not changed keeps it.
    void weldingIsPlanned() {
        const Job job = loadJob(demoFolder() + "/marten-full-set.girder.json").value();
        Appraisal a = appraise(job, shippedStock());
        std::vector<std::size_t> before;
        for (const PieceAppraisal &p : a.pieces) {
            QVERIFY(!p.weldingPlanned);
            before.push_back(p.seams.size());
        }
        addWelding(a, job);
        for (std::size_t i = 0; i < a.pieces.size(); ++i) {
            QVERIFY(a.pieces[i].weldingPlanned);
            QCOMPARE(a.pieces[i].seams.size(), before[i]);
        }
        const Appraisal next = [&] {
            Appraisal same = appraise(job, shippedStock(), {}, proof::Detail::Strips, &a);
            addWelding(same, job, &a);
            return same;
        }();
        for (std::size_t i = 0; i < a.pieces.size(); ++i) {
            QVERIFY(next.pieces[i].weldingPlanned);
            for (std::size_t s = 0; s < a.pieces[i].seams.size(); ++s)
                QCOMPARE(next.pieces[i].seams[s].joint, a.pieces[i].seams[s].joint);
        }
        std::stop_source stopped;
        stopped.request_stop();
        Appraisal none = appraise(job, shippedStock());
        addWelding(none, job, nullptr, stopped.get_token());
        QVERIFY(!none.pieces[0].weldingPlanned);
    }
    /// What acts on a piece, place by place: every case once, told as people say it.
    void dutiesByPlace() {
        const Job job = loadJob(demoFolder() + "/marten-full-set.girder.json").value();
        const Appraisal a = appraise(job, shippedStock());
        for (const PieceAppraisal &p : a.pieces) {
            std::size_t cases = 0;
            std::set<std::string> governed;
            for (const DutyPlace &d : p.duties) {
                cases += d.cases.size();
                QCOMPARE(d.ways.size(), d.cases.size());
                for (const DutyWay &w : d.ways) {
                    QVERIFY(w.hardest.empty() == (w.utilization == 0) && w.force <= d.force);
                    if (!w.hardest.empty()) governed.insert(w.hardest);
                }
                int straight = 0;
                for (const int c : d.cases) {
                    const proof::LoadCase &of = p.proof->duties.cases[static_cast<std::size_t>(c)];
                    QVERIFY2(of.title.starts_with(d.what) && of.duty == d.duty, of.title.c_str());
                    straight += of.way.empty() ? 1 : 0;
                }
                QVERIFY(straight <= 1);
            }
            QCOMPARE(cases, p.proof->duties.cases.size());
            // What is worked hardest of all is told at the way that does it.
            const auto &checks = p.proof->checks;
            const auto worst =
                std::max_element(checks.begin(), checks.end(), [](const auto &x, const auto &y) {
                    return (x.loadCase >= 0 ? x.utilization : 0) < (y.loadCase >= 0 ? y.utilization : 0);
                });
            QVERIFY2(governed.contains(worst->title), worst->title.c_str());
        }
        const std::vector<DutyPlace> &rear = a.piece("rear-beam")->duties;
        const auto pull =
            std::find_if(rear.begin(), rear.end(), [](const DutyPlace &d) { return d.duty == "recovery"; });
        QVERIFY(pull != rear.end());
        QCOMPARE(pull->what, std::string("Recovery from left tab"));
        QCOMPARE(pull->cases.size(), std::size_t{9});
        QCOMPARE(pull->force, shippedStock().shackle("shackle-3.25")->workingLoad);
    }

  private:
    static const proof::Check *checkOf(const Appraisal &a, std::string_view id) {
        for (const proof::Check &c : a.pieces[0].proof->checks)
            if (c.id == id) return &c;
        return nullptr;
    }
};

QTEST_GUILESS_MAIN(TestJob)
#include "test_job.moc"
