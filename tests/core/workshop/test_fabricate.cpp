#include <cmath>

#include <QTest>

#include "core/base/constants.h"
#include "core/job/shop/cutting.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::workshop;
using hefty::testing::buildDemo;
using hefty::testing::demoJob;

namespace {

Fabrication make(const job::Job &job) {
    return fabricate(buildDemo(job), rig::geometry(job.vehicle).value(), job.shop).value();
}

const CutItem *cut(const Fabrication &f, const std::string &part) {
    for (const CutItem &c : f.cuts)
        if (c.part == part) return &c;
    return nullptr;
}

}  // namespace

/// Cut list, mass and cost against numbers worked by hand.
class TestFabricate : public QObject {
    Q_OBJECT

  private slots:
    /// Tab: 90 mm high, from 15 mm behind the beam to its hole, then a nose; area by the shoelace formula.
    void plateMassByHand() {
        const Fabrication f = make(demoJob());
        // tail 685, hole 845, nose 890: rectangle 160 x 90 and trapezoid (90 + 45)/2 x 45, hole of 22
        const double area = 160 * 90 + (90 + 45) / 2.0 * 45 - 0.25 * 3.14159265358979 * 22 * 22;
        QVERIFY(std::abs(cut(f, "tab.left")->mass - area * 20 * 7.85e-6) < 1e-9);
        QCOMPARE(cut(f, "tab.left")->holes.size(), std::size_t(1));
        QCOMPARE(cut(f, "tab.left")->thickness, 20.0);
    }
    /// Ends: (900 - 580)/cos 25 on the center line, plus half the tube's depth times tan 12.5 on the long
    /// edge.
    void sweptEndByHand() {
        const Fabrication f = make(demoJob());
        const double expected = 320 / std::cos(radians(25)) + 50 * std::tan(radians(12.5));
        QVERIFY(std::abs(cut(f, "beam.left")->length - expected) < 1e-9);
        QVERIFY(std::abs(cut(f, "beam.left")->miterFrom - radians(12.5)) < 1e-9);
        QCOMPARE(cut(f, "beam.left")->miterTo, 0.0);
    }
    void cornerCutIsOnTheList() {
        job::Job job = demoJob();
        const double before = cut(make(job), "beam.left")->mass;
        job.pieces[0].settings["cornerCut"] = 60.0;
        const Fabrication f = make(job);
        QVERIFY(cut(f, "corner.left") && cut(f, "corner.right"));
        QVERIFY(cut(f, "beam.left")->mass < before);
        // The edges are cut deeper by the closing plate, which is 8 mm, the wall's: 8 sqrt(1 + (60/365)^2).
        const std::string note = cut(f, "beam.left")->note.in(measure::UnitSystem::Metric);
        QVERIFY2(note.find("68 mm at the tip") != std::string::npos, note.c_str());
    }
    /// A bar of the rack is cut: it leaves the rack, what is left goes back under the next mark, and the job
    /// costs what it did before.
    void barIsBooked() {
        job::Job job = demoJob();
        const job::Appraisal before = job::appraise(job, hefty::testing::shippedStock());
        const Fabrication &f = *before.pieces[0].fabrication;
        const SectionNesting *kind = nullptr;
        const NestedBar *bar = nullptr;
        for (const SectionNesting &n : f.nestings)
            for (const NestedBar &b : n.nesting.bars)
                if (b.bar.onHand && b.left() > leastRemnant) {
                    kind = &n;
                    bar = &b;
                }
        QVERIFY(bar);
        double pieces = 0;
        for (const PieceLength &p : bar->pieces) pieces += p.length;
        const double byHand =
            bar->bar.length - pieces - static_cast<double>(bar->pieces.size()) * job.shop.kerf;
        const std::size_t rack = job.shop.rack.size();
        const BookedBar booked = job::cutBar(job, before.pieces[0].id, *kind, *bar, "2026-11-29").value();
        // A second time the rack does not have it, and the job stays as it is.
        const job::Job once = job;
        const auto again = job::cutBar(job, before.pieces[0].id, *kind, *bar, "2026-11-29");
        QVERIFY(!again && again.error().where == "rack/" + bar->bar.item && job == once);
        QVERIFY(std::abs(booked.left - byHand) < 1e-9);
        QCOMPARE(job.shop.rack.size(), rack);  // one gone, one come
        const RackItem &remnant = job.shop.rack.back();
        QVERIFY(remnant.id == booked.mark && remnant.remnant && remnant.section == kind->section);
        QVERIFY(std::abs(remnant.length - byHand) < 1e-9);
        QVERIFY(std::abs(remnant.price + booked.cost - bar->bar.cost) < 1e-9);
        const job::Appraisal after = job::appraise(job, hefty::testing::shippedStock());
        const Fabrication &now = *after.pieces[0].fabrication;
        for (const SectionNesting &n : now.nestings)
            for (const NestedBar &b : n.nesting.bars)
                for (const PieceLength &p : b.pieces)
                    for (const PieceLength &done : bar->pieces) QVERIFY(p.name != done.name);
        QCOMPARE(now.cuts.size(), f.cuts.size());
        QVERIFY(std::abs(now.materialCost - f.materialCost) < 1e-6 * f.materialCost);
        QVERIFY(job::readJob(job::writeJob(job)).value().log == job.log);
    }
    /// Cut too short is told, within a millimeter is not.
    void cutToAnotherLength() {
        job::Job job = demoJob();
        const job::Appraisal before = job::appraise(job, hefty::testing::shippedStock());
        const SectionNesting &kind = before.pieces[0].fabrication->nestings[0];
        const NestedBar &bar = kind.nesting.bars[0];
        const PieceLength piece = bar.pieces[0];
        (void)job::cutBar(job, before.pieces[0].id, kind, bar, "2026-11-29");
        const auto told = [&] {
            const job::Appraisal a = job::appraise(job, hefty::testing::shippedStock());
            return a.finding("cut/off/" + piece.name) != nullptr;
        };
        QVERIFY(!told());
        job::setAsCut(job, before.pieces[0].id, piece.name, piece.length - 0.8);
        QVERIFY(!told());
        job::setAsCut(job, before.pieces[0].id, piece.name, piece.length - 4);
        QVERIFY(told());
        job::untickCut(job, before.pieces[0].id, piece.name);
        QVERIFY(!told());
    }
    void scrapIsNotMarked() {
        Shop shop;
        shop.rack.push_back({"R-7", "SHS 60x60x4", "S355", 1050, 2, false, "rack 1", 20});
        const BookedBar booked = bookBar(shop, "SHS 60x60x4", "S355",
                                         {{"R-7 (2)", 1050, true, 20, "R-7"}, {{"a", 600}, {"b", 400}}, 3})
                                     .value();
        QVERIFY(booked.mark.empty());
        QCOMPARE(booked.shop.rack.size(), std::size_t{1});
        QCOMPARE(booked.shop.rack[0].count, 1);
        QCOMPARE(nextMark(shop), std::string("R-101"));
    }
    void costAddsUp() {
        const Fabrication f = make(demoJob());
        double sum = 0;
        for (const CostLine &c : f.costs) sum += c.amount;
        QVERIFY(std::abs(sum - f.materialCost) < 1e-9);
        // the remnant R-104 of 2350 mm at 150, by the length used
        const NestedBar &bar = f.nestings[0].nesting.bars[0];
        QCOMPARE(bar.bar.id, std::string("R-104"));
        QVERIFY(std::abs(f.nestings[0].cost - 150 * bar.used() / 2350) < 1e-9);
        QCOMPARE(f.nestings[0].nesting.bought, 0.0);
    }
    void emptyRackMeansBuying() {
        job::Job job = demoJob();
        job.shop.rack.clear();
        const Fabrication f = make(job);
        QCOMPARE(f.nestings[0].nesting.bought, 6000.0);
        // a whole bar: 27.7 kg/m x 6 m at the shop's price
        QVERIFY(std::abs(f.nestings[0].cost - 27.7 * 6 * job.shop.tubePricePerKg) <
                0.01 * f.nestings[0].cost);
    }
    void rackOfAnotherGradeDoesNotCount() {
        job::Job job = demoJob();
        for (RackItem &i : job.shop.rack) i.material = "S235";
        QCOMPARE(make(job).nestings[0].nesting.bought, 6000.0);
    }
    void shopFileRoundTrip() {
        const Shop shop = demoJob().shop;
        Faults faults;
        QVERIFY(readShop(writeShop(shop), "shop", faults) == shop);
        QVERIFY(faults.none());
    }
};

QTEST_GUILESS_MAIN(TestFabricate)
#include "test_fabricate.moc"
