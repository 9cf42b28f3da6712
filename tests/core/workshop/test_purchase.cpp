#include <QtTest>

#include <cmath>
#include <numbers>
#include <random>

#include <fmt/format.h>

#include "core/job/appraisal.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::workshop;
using hefty::testing::demoJob;
using hefty::testing::fullSet;
using hefty::testing::shippedStock;

namespace {

Need need(const std::string &id, double amount, std::optional<double> own, double hours, bool counted) {
    Need n;
    n.id = n.what = id;
    n.amount = amount;
    n.own = own;
    n.ownHours = hours;
    n.counted = counted;
    return n;
}

std::string answer(const std::string &items, const std::string &currency = "cr") {
    return R"({"supplier":"Yard","currency":")" + currency + R"(","items":[)" + items + "]}";
}

const Need *find(const std::vector<Need> &needs, const std::string &id) {
    for (const Need &n : needs)
        if (n.id == id) return &n;
    return nullptr;
}

}  // namespace

/// What has to be bought, what suppliers say of it, and what choices change.
class TestPurchase : public QObject {
    Q_OBJECT

  private slots:
    /// Of the demo, counted by hand from its assembly: bolts by their groups, plates by area times thickness
    /// with the shop's waste, new bars by the nesting, the receiver made of its tube.
    void needsOfTheDemo() {
        const job::Job &job = fullSet();
        const job::Appraisal a = job::appraise(job, shippedStock());
        std::map<std::string, double> bolts, plates;
        double newBars = 0;
        for (const job::PieceAppraisal &p : a.pieces) {
            for (const auto *list : {&p.assembly->mounts, &p.assembly->feet})
                for (const armor::BoltJoint &j : *list)
                    bolts["bolt/" + j.size + "/" + j.grade] += static_cast<double>(j.at.size());
            if (p.assembly->winch && p.assembly->winch->fairleadBolts) {
                const auto &j = *p.assembly->winch->fairleadBolts;
                bolts["bolt/" + j.size + "/" + j.grade] += static_cast<double>(j.at.size());
            }
            for (const armor::SheetPart &s : p.assembly->sheets) {
                double area = std::abs(shape::area(s.outline));
                for (const auto &c : s.cutouts) area -= std::abs(shape::area(c));
                for (const armor::Hole &h : s.holes)
                    area -= std::numbers::pi / 4 * h.diameter * h.diameter + h.slot * h.diameter;
                plates[fmt::format("plate/{}/{:g}", s.material.id, s.thickness)] +=
                    area * s.thickness * 7850e-9 / (1 - job.shop.plateWaste);
            }
            for (const SectionNesting &n : p.fabrication->nestings)
                for (const NestedBar &b : n.nesting.bars) newBars += !b.bar.onHand;
        }
        double bars = 0;
        for (const Need &n : a.needs) {
            if (n.kind == Need::Kind::Bar) bars += n.amount;
            if (n.kind == Need::Kind::Bolt) QCOMPARE(n.amount, bolts.at(n.id));
            if (n.kind == Need::Kind::Plate)
                QVERIFY2(std::abs(n.amount - plates.at(n.id)) < 0.002 * n.amount, n.id.c_str());
        }
        QCOMPARE(bars, newBars);
        const Need *receiver = find(a.needs, "bought/receiver-50");
        QVERIFY(receiver && receiver->amount == 1 && !receiver->counted);
        // 63.5 outside, 50.8 inside, 200 long, its corners rounded: a little less than the sharp square tube
        const double sharp = (63.5 * 63.5 - 50.8 * 50.8) * 200 * 7850e-9 * job.shop.tubePricePerKg;
        QVERIFY2(*receiver->own<sharp && * receiver->own> 0.93 * sharp,
                 qPrintable(QString::number(*receiver->own)));
        QVERIFY(std::abs(receiver->ownHours - (2 * job.shop.sawMinutes + 2 * job.shop.holeMinutes) / 60 *
                                                  job.shop.hoursFactor) < 1e-12);
        // A hawse of 18 mm: 290 x 75 less an opening of 190 x 45; 0.73 m of rim, 0.47 of mouth, that five
        // times over as it is rounded; two holes. Rollers cannot be made of a plate.
        const Need *hawse = find(a.needs, "bought/hawse-254");
        QVERIFY(hawse && !hawse->counted && hawse->amount == 1);
        const double sheet = (290 * 75 - 190 * 45) * 18 * 2.7e-6 / (1 - job.shop.plateWaste);
        QVERIFY(std::abs(*hawse->own - sheet * job.shop.platePricePerKg) < 1e-9);
        const double minutes = job.shop.plateMinutes * (0.73 + 5 * 0.47) + 2 * job.shop.holeMinutes;
        QVERIFY(std::abs(hawse->ownHours - minutes / 60 * job.shop.hoursFactor) < 1e-12);
        job::Job rollers = job;
        for (armor::Piece &p : rollers.pieces)
            if (p.settings.contains("fairlead") || p.pattern == "square-tube-winch-bumper")
                p.settings["fairlead"] = std::string("roller-254");
        const job::Appraisal other = job::appraise(rollers, shippedStock());
        const Need *roller = find(other.needs, "bought/roller-254");
        QVERIFY(roller && !roller->own);
        const Need *edges = find(a.needs, "work/plates");
        QVERIFY(edges && edges->unit == "m" && edges->ownHours > 0);
        QVERIFY(!find(a.needs, "bought/wheel"));
    }

    /// The spindle of a carrier is held over 100 mm below what of it stands free and turns in a hub of 8 mm
    /// wall.
    void hingeOfACarrier() {
        const job::Job job = job::loadJob(hefty::testing::demoPath("marten-low-cost-rear")).value();
        const job::Appraisal a = job::appraise(job, shippedStock());
        const auto withGate = std::find_if(a.pieces.begin(), a.pieces.end(),
                                           [](const auto &p) { return !p.assembly->gates.empty(); });
        QVERIFY(withGate != a.pieces.end());
        const armor::Gate &gate = withGate->assembly->gates.front();
        const double hub = gate.high.z() - gate.low.z();
        const Need *spindle = find(a.needs, fmt::format("bought/spindle-{:g}x{:.0f}", gate.spindle, hub));
        QVERIFY(spindle && !spindle->counted && spindle->own);
        const double quarter = std::numbers::pi / 4, d = gate.spindle;
        const double kilos =
            quarter * (d * d * (100 + gate.spindleRoot) + (d + 16) * (d + 16) * hub) * 7850e-9;
        QVERIFY(std::abs(*spindle->own - kilos * job.shop.tubePricePerKg) < 1e-9);
        QVERIFY(std::abs(spindle->ownHours - (4 * job.shop.sawMinutes + 40) / 60 * job.shop.hoursFactor) <
                1e-12);
        const Need *latch = find(a.needs, "bought/latch-9000");
        QVERIFY(latch && !latch->own && latch->amount == 1);
    }

    /// By hand: 3 bars at 70 instead of 240; work for 50 that took 2.5 h; made here for 12 and 0.5 h; an open
    /// one at 30.
    void choicesChangeSums() {
        const std::vector<Need> needs{need("bar", 3, 240, 0, true), need("work", 10, 0, 2.5, true),
                                      need("receiver", 1, 12, 0.5, false),
                                      need("winch", 1, std::nullopt, 0, false)};
        Purchasing p;
        p.quotes.push_back(
            {"Yard",
             "2026-11-01",
             {{"bar", 70, 5, 2, "", ""}, {"work", 5, 99, 6, "", ""}, {"winch", 30, 1, 9, "", ""}},
             {}});
        QCOMPARE(sumOf(p, needs).cost, 0.0);
        p.chosen = {{"bar", "Yard"}, {"work", "Yard"}, {"receiver", makeIt}, {"winch", "Yard"}};
        const PurchaseSum sum = sumOf(p, needs);
        QCOMPARE(sum.cost, (210.0 - 240.0) + 50.0 + 12.0 + 30.0);
        QCOMPARE(sum.hours, -2.5 + 0.5);
        QCOMPARE(sum.days, 9);
        QVERIFY(problemsOf(p, needs).empty());
        // in the job: gauges move by just that
        job::Job job = demoJob();
        const job::Appraisal before = job::appraise(job, shippedStock());
        const Need &bolt = *std::find_if(before.needs.begin(), before.needs.end(),
                                         [](const Need &n) { return n.kind == Need::Kind::Bolt; });
        job.purchasing.quotes.push_back({"Yard", "2026-11-01", {{bolt.id, 2, 100, 1, "", ""}}, {}});
        job.purchasing.chosen[bolt.id] = "Yard";
        const job::Appraisal after = job::appraise(job, shippedStock(), {}, proof::Detail::Strips, &before);
        QVERIFY(std::abs(*after.gauge("cost")->value - *before.gauge("cost")->value - 2 * bolt.amount) <
                1e-9);
        QVERIFY(job::readJob(job::writeJob(job)).value() == job);
    }

    /// Plate by whole sheets: of 3000 x 1500 x 6 mm steel at 7850 kg/m3, 211.95 kg, for 230 kg two are paid,
    /// and three do not come where two are there. What is on the vehicle already is not bought.
    void wholeSheets() {
        const double sheet = 3.0 * 1.5 * 0.006 * 7850;
        const QuoteLine line{"plate", 2, 2 * sheet, 1, "", "", sheet};
        QVERIFY(std::abs(line.taken(230) - 423.9) < 1e-9);
        QVERIFY(std::abs(line.price(230) - 847.8) < 1e-9);
        QCOMPARE(line.taken(sheet), sheet);
        QVERIFY(line.serves(423.9) && !line.serves(424));
        const Need plate{"plate", Need::Kind::Plate, "Plate", "6", "S355", 230, "kg", 500.0, 0, "", true};
        Purchasing p;
        p.quotes.push_back({"Yard", "2026-11-01", {line}, {}});
        p.chosen = {{"plate", "Yard"}};
        QVERIFY(std::abs(sumOf(p, {plate}).cost - (847.8 - 500)) < 1e-9);
        Faults faults;
        QVERIFY(readPurchasing(writePurchasing(p), "purchasing", faults) == p);
        Need asked = plate;
        asked.sheetLength = 3000;
        asked.sheetWidth = 1500;
        asked.sheetMass = sheet;
        const Json request = Json::parse(quoteRequest({asked}, "euro"));
        QCOMPARE(request["items"][0]["sheet"]["mass"].get<double>(), 211.95);
        const auto answer = readQuote(
            R"({"supplier": "Yard", "currency": "euro",
                "items": [{"id": "plate", "each": 2, "available": 500, "days": 1, "lot": -3}]})",
            {asked}, "euro", "2026-11-01");
        QVERIFY(answer && answer->lines.empty() && !answer->faults.empty());
        job::Job steps = job::loadJob(hefty::testing::demoPath("marten-step-tubes")).value();
        for (const Need &n : job::appraise(steps, shippedStock()).needs)
            QVERIFY2(n.id.find(parts::onVehicle) == std::string::npos, n.id.c_str());
    }
    void choicesThatDoNotHold() {
        const std::vector<Need> needs{need("a", 3, 1, 0, true), need("b", 3, 1, 0, true),
                                      need("c", 3, 1, 0, true)};
        Purchasing p;
        p.quotes.push_back({"Yard", "", {{"a", 1, 2, 1, "", ""}, {"b", 1, 9, 1, "something else", ""}}, {}});
        p.chosen = {{"a", "Yard"}, {"b", "Yard"}, {"c", "Yard"}};
        const auto problems = problemsOf(p, needs);
        QCOMPARE(problems.size(), std::size_t{3});
        QVERIFY(problems[0].sentence.find("3 are wanted, 2 are there") != std::string::npos);
        QVERIFY(problems[1].sentence.find("something else") != std::string::npos);
        QVERIFY(problems[2].sentence.find("no offer") != std::string::npos);
        job::Job job = demoJob();
        const job::Appraisal plain = job::appraise(job, shippedStock());
        job.purchasing.chosen[plain.needs.front().id] = "nobody";
        const job::Appraisal a = job::appraise(job, shippedStock(), {}, proof::Detail::Strips, &plain);
        const job::Finding *f = a.finding("buy/" + plain.needs.front().id);
        QVERIFY(f && f->severity == job::Severity::Fix && f->stop == "cut");
    }

    /// Each thing that is wrong with an answer is told, and what is right of it is taken.
    void answersAreRead() {
        const std::vector<Need> needs{need("a", 3, 1, 0, true), need("b", 3, 1, 0, true)};
        const Quote q = readQuote(answer(R"({"id":"a","each":2.5,"available":7,"days":1,"note":"cut ends"},
            {"id":"a","each":9,"available":7,"days":1},{"id":"z","each":1,"available":1,"days":1},
            {"id":"b","each":-1,"available":1,"days":1},7)"),
                                  needs, "cr", "2026-11-30")
                            .value();
        QCOMPARE(q.lines.size(), std::size_t{1});
        QCOMPARE(q.lines[0].each, 2.5);
        QCOMPARE(q.lines[0].note, std::string("cut ends"));
        QCOMPARE(q.faults.size(), std::size_t{5});
        QVERIFY(q.faults[0].find("twice") != std::string::npos);
        QVERIFY(q.faults[1].find("not asked for") != std::string::npos);
        QVERIFY(q.faults[2].find("\"each\" is -1") != std::string::npos);
        QVERIFY(q.faults[4].find("b: no offer") != std::string::npos);
        for (const std::string &bad :
             {std::string("not json"), std::string("[]"), answer("", "dollars"),
              std::string(R"({"items":[]})"), std::string(R"({"supplier":"Y","currency":"cr"})")})
            QVERIFY2(!readQuote(bad, needs, "cr", ""), bad.c_str());
        const Json asked = Json::parse(quoteRequest(needs, "cr"));
        QCOMPARE(asked["items"].size(), std::size_t{2});
        QCOMPARE(asked["items"][1]["id"].get<std::string>(), std::string("b"));
    }

    /// Ten thousand damaged answers: never a crash, a price that is no number, or a line that was not asked
    /// for.
    void damagedAnswers() {
        const std::vector<Need> needs{need("a", 3, 1, 0, true), need("b", 3, 1, 0, true)};
        const std::string whole = answer(
            R"({"id":"a","each":2.5,"available":7,"days":1,"instead":"x"},{"id":"b","each":1e3,"available":2,"days":4})");
        std::mt19937 random(20261130);
        for (int i = 0; i < 10000; ++i) {
            std::string text = whole;
            for (int k = 0; k < 1 + i % 4; ++k) {
                const std::size_t at = random() % text.size();
                switch (random() % 3) {
                    case 0:
                        text[at] = static_cast<char>(random() % 256);
                        break;
                    case 1:
                        text.erase(at, 1 + random() % 5);
                        break;
                    default:
                        text.insert(at, text.substr(random() % text.size(), random() % 9));
                }
                if (text.empty()) text = "{";
            }
            const auto q = readQuote(text, needs, "cr", "");
            if (!q) continue;
            for (const QuoteLine &l : q->lines)
                QVERIFY(std::isfinite(l.each) && l.each >= 0 && l.available >= 0 && l.days >= 0 &&
                        (l.need == "a" || l.need == "b"));
        }
    }
};

QTEST_GUILESS_MAIN(TestPurchase)
#include "test_purchase.moc"
