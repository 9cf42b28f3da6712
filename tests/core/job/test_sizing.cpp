#include <QTest>

#include <cmath>

#include "core/job/appraise/appraise_under.h"
#include "core/job/sizing/sizing.h"
#include "core/job/sizing/sizing_worth.h"
#include "tests/core/sizing_jobs.h"

using namespace hefty;
using namespace hefty::job;
using namespace hefty::testing;

/// Sizes found by search.
class TestSizing : public QObject {
    Q_OBJECT

  private slots:
    void choicesAreSizes() {
        const Job job = demoJob();
        const auto all = sizeChoices(job, job.pieces[0], shippedStock(), {});
        QVERIFY(all.size() > 12);
        for (const SizeChoice &c : all) {
            QVERIFY2(c.options.size() > 1 && c.now < c.options.size(), c.setting.c_str());
            for (const auto &o : c.options) {
                const auto *d = armor::pattern(job.pieces[0].pattern)->setting(c.setting);
                QVERIFY2(armor::checkSetting(*d, o, shippedStock()).has_value(), c.setting.c_str());
            }
        }
        SizingWish wish;
        wish.largestLeg = 5;
        wish.keep = {"section"};
        for (const SizeChoice &c : sizeChoices(job, job.pieces[0], shippedStock(), wish)) {
            QVERIFY(c.setting != "section");
            if (c.setting.ends_with("Weld")) QVERIFY(std::get<double>(c.options.back()) <= 5);
        }
    }
    /// The whole demo: lighter, nothing broken that is looked at closely, mirrored parts alike, and as told.
    void wholeDemo() {
        const Job job = holdingDemo();
        double told = 0;
        const Sizing s = sizePiece(job, job.pieces[0].id, shippedStock(), {}, [&](double share) {
            QVERIFY(share >= 0 && share <= 1);
            told = share;
        });
        QVERIFY2(s.found, s.why.text.c_str());
        QCOMPARE(told, 1.0);
        QVERIFY2(s.massChange < 0, qPrintable(QString::number(s.massChange)));
        QVERIFY(!s.edit.settings.empty() && s.changes.size() == s.edit.settings.size());
        const Appraisal before = appraise(job, shippedStock());
        const Appraisal after = appraise(with(job, s.edit), shippedStock(), {}, proof::Detail::Halved);
        for (const proof::Check &c : after.pieces[0].proof->checks)
            QVERIFY2(c.utilization <= 1, c.id.c_str());
        for (const Finding &f : after.findings)
            if (f.severity == Severity::Fix) QVERIFY2(before.finding(f.id), f.id.c_str());
        QVERIFY(std::abs(*after.gauge("mass")->value - *before.gauge("mass")->value - s.massChange) < 1e-9);
        QVERIFY(std::abs(*after.gauge("margin")->value - s.hardest) < 1e-12);
        for (const armor::SheetPart &p : after.pieces[0].assembly->sheets)
            if (const auto at = p.name.find(".left"); at != std::string::npos) {
                std::string other = p.name;
                other.replace(at, 5, ".right");
                QCOMPARE(after.pieces[0].assembly->sheet(other)->thickness, p.thickness);
            }
    }
    /// Steps are judged together by their shares: what one takes a check over by, the other must bring back.
    void pairsThatMayHold() {
        const auto at = [](double a, double b) {
            Judged j;
            j.uses = {{"seam/a", a}, {"weld/b", b}};
            j.byStrength = true;
            return j;
        };
        const Judged here = at(0.9, 0.5), down = at(1.2, 0.6);
        QVERIFY(mayHold(here, at(0.7, 0.5), down));   // 1.2 x 0.7/0.9 = 0.93
        QVERIFY(mayHold(here, at(0.78, 0.5), down));  // 1.04: near enough to be looked at
        QVERIFY(!mayHold(here, at(0.9, 0.2), down));  // helps another check alone
        Judged weld = down;
        weld.bySizes = true;  // too small a leg for its plates: nothing beside it mends that
        QVERIFY(!mayHold(here, at(0.1, 0.1), weld));
        Judged other = down;
        other.byStrength = false;  // not told by checks: looked at
        QVERIFY(mayHold(here, at(0.9, 0.2), other));
        QCOMPARE(here.use("weld/b"), 0.5);
        QCOMPARE(here.use("weld/c"), 0.0);
    }
    /// What shells ask more than strips of one place is asked of its neighbors too: only what is more, and
    /// not where the two look at different things.
    void heedsWhatShellsAsk() {
        const auto proof = [](const std::vector<std::pair<const char *, double>> &uses) {
            proof::Proof p;
            for (const auto &[id, use] : uses) {
                p.checks.emplace_back();
                p.checks.back().id = id;
                p.checks.back().utilization = use;
            }
            return p;
        };
        const ShellShares shares =
            shellShares(proof({{"weld/a", 0.5}, {"member/tray", 0.4}, {"wall/x", 0.1}, {"bolt/b", 0.8}}),
                        proof({{"weld/a", 0.4},
                               {"seam/a", 0.6},
                               {"plate/tray", 0.3},
                               {"wall/x", 0.5},
                               {"bolt/b", 0.88},
                               {"tubewall/y", 0.7}}));
        QCOMPARE(shares.size(), std::size_t{2});
        QVERIFY(std::abs(shares.at("weld/a") - 1.2) < 1e-12);  // the seam asks more than the group
        QVERIFY(std::abs(shares.at("bolt/b") - 1.1) < 1e-12);
        Judged j;
        j.cost = 7;
        j.over = 0;
        j.byStrength = true;
        j.uses = {{"bolt/b", 0.95}, {"member/tray", 0.99}, {"weld/a", 0.8}};
        heedShells(j, shares);
        QVERIFY(std::abs(j.use("bolt/b") - 1.045) < 1e-12 && std::abs(j.use("weld/a") - 0.96) < 1e-12);
        QCOMPARE(j.use("member/tray"), 0.99);
        QVERIFY(j.cost == unable && std::abs(j.over - 0.045) < 1e-12);
        Judged fine;
        fine.cost = 7;
        fine.over = 0;
        fine.uses = {{"weld/a", 0.8}};
        heedShells(fine, shares);
        QVERIFY(fine.cost == 7 && fine.over == 0);
    }
    /// What one size of shells breaks already is not looked at with two; what it does not, is.
    void looksTwiceAtWhatIsSound() {
        const Appraisal broken = appraise(demoJob(), shippedStock(), {}, proof::Detail::HalvedIfSound);
        const proof::Proof &once = *broken.pieces[0].proof;
        QVERIFY(once.checks[0].utilization > 1);
        QVERIFY(!once.pushOver && !once.checks[0].shift);
        QCOMPARE(once.idealization.detail, proof::Detail::Shells);
        const Job job = holdingDemo();
        const Appraisal sound = appraise(job, shippedStock(), {}, proof::Detail::HalvedIfSound),
                        both = appraise(job, shippedStock(), {}, proof::Detail::Halved);
        const proof::Proof &a = *sound.pieces[0].proof, &b = *both.pieces[0].proof;
        QVERIFY(a.pushOver && a.stability);
        QCOMPARE(a.checks.size(), b.checks.size());
        for (const proof::Check &c : a.checks) {
            const auto same = std::find_if(b.checks.begin(), b.checks.end(),
                                           [&](const proof::Check &o) { return o.id == c.id; });
            QVERIFY2(same != b.checks.end(), c.id.c_str());
            if (c.utilization >= 0.5 && same->utilization >= 0.5)
                QVERIFY2(std::abs(c.utilization - same->utilization) < 1e-9, c.id.c_str());
            else  // worked by less than half it keeps what one size tells
                QVERIFY2(same->utilization < 1 && c.utilization <= same->utilization + 1e-9, c.id.c_str());
        }
    }
    /// Under some duties the checks that those govern say what they say under all.
    void underSomeDuties() {
        const Appraisal all = appraise(demoJob(), shippedStock());
        const proof::Proof &p = *all.pieces[0].proof;
        std::set<std::string> some;
        for (std::size_t i = 0; i < 6; ++i) some.insert(proof::dutyId(p, p.checks[i]));
        const Appraisal few = appraiseUnder(demoJob(), shippedStock(), {some.begin(), some.end()});
        const proof::Proof &f = *few.pieces[0].proof;
        QCOMPARE(f.duties.cases.size(), some.size());
        int same = 0;
        for (const proof::Check &c : p.checks) {
            const auto it = std::find_if(f.checks.begin(), f.checks.end(),
                                         [&](const proof::Check &o) { return o.id == c.id; });
            if (it == f.checks.end()) continue;
            QVERIFY(it->utilization <= c.utilization + 1e-9);
            if (!some.contains(proof::dutyId(p, c))) continue;
            QVERIFY(std::abs(it->utilization - c.utilization) < 1e-9);
            QCOMPARE(proof::dutyId(f, *it), proof::dutyId(p, c));
            ++same;
        }
        QVERIFY(same > 20);
        // duties that there are not: all of them
        QCOMPARE(appraiseUnder(demoJob(), shippedStock(), {"none"}).pieces[0].proof->duties.cases.size(),
                 p.duties.cases.size());
    }
    /// What is heavier than wished is made lighter before anything else; if that does not suffice it says so.
    void noHeavierThanWished() {
        Job job = holdingDemo();
        job.rules.shockFactor = 0.9;  // there is something to take off
        SizingWish wish = only(job, {"gussetThickness", "bracketThickness", "trayThickness", "lipThickness"});
        wish.massWeight = 0;
        wish.costWeight = 1;
        const Appraisal before = appraise(job, shippedStock());
        const double now = *before.gauge("mass")->value;
        const Outlay outlay{now, *before.gauge("cost")->value, 3};
        const double plain = objective(outlay, wish, before);
        wish.largestMass = now + 1;
        QCOMPARE(objective(outlay, wish, before), plain);
        QVERIFY(std::isfinite(sizingCost(job, shippedStock(), wish, before)));
        wish.largestMass = now - 1;
        QVERIFY(objective(outlay, wish, before) > plain + 0.5);
        QVERIFY(!std::isfinite(sizingCost(job, shippedStock(), wish, before)));
        wish.largestMass = now - 0.4;
        const Sizing light = sizePiece(job, job.pieces[0].id, shippedStock(), wish);
        QVERIFY2(light.found, light.why.text.c_str());
        QVERIFY(light.massChange <= -0.4);
        wish.largestMass = 20;
        const Sizing none = sizePiece(job, job.pieces[0].id, shippedStock(), wish);
        QVERIFY(!none.found);
        const std::string why = none.why.in(measure::UnitSystem::Metric);
        QVERIFY2(why.find("more than the 20") != std::string::npos, why.c_str());
        wish.largestMass = 0;
        const Sizing nothing = sizePiece(job, job.pieces[0].id, shippedStock(), wish);
        QVERIFY(!nothing.found && nothing.why.text == "The largest mass has to be more than 0.");
    }
    void fromTheRackAlone() {
        Job job = holdingDemo();
        SizingWish wish = only(job, {"section"});
        wish.rackOnly = true;
        wish.sameTube = false;
        for (const SizeChoice &c : sizeChoices(job, job.pieces[0], shippedStock(), wish))
            for (const auto &o : c.options) {
                const std::string id = std::get<std::string>(o);
                QVERIFY(std::any_of(job.shop.rack.begin(), job.shop.rack.end(),
                                    [&](const auto &r) { return r.section == id; }));
            }
        const Sizing s = sizePiece(job, job.pieces[0].id, shippedStock(), wish);
        if (s.found) {
            const Appraisal after = appraise(with(job, s.edit), shippedStock());
            for (const auto &n : after.pieces[0].fabrication->nestings) QCOMPARE(n.nesting.bought, 0);
        }
        job.shop.rack.clear();
        const Sizing none = sizePiece(job, job.pieces[0].id, shippedStock(), wish);
        QVERIFY(!none.found && !none.why.text.empty());
    }
    void saysWhyNot() {
        Job job = holdingDemo();
        job.rules.shockFactor = 5;
        const Sizing s = sizePiece(job, job.pieces[0].id, shippedStock(), {});
        QVERIFY(!s.found);
        QVERIFY2(s.why.text.starts_with("No larger size helps."), s.why.text.c_str());
        QVERIFY(!sizePiece(job, "nothing", shippedStock(), {}).found);
        std::stop_source stop;
        stop.request_stop();
        const Sizing stopped =
            sizePiece(holdingDemo(), job.pieces[0].id, shippedStock(), {}, {}, stop.get_token());
        QVERIFY(!stopped.found);
    }
};

QTEST_GUILESS_MAIN(TestSizing)
#include "test_sizing.moc"
