#include <QtTest>

#include "core/job/appraise/appraise_under.h"
#include "core/job/design/rack_offers.h"
#include "tests/core/demo.h"

using namespace hefty;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

namespace {

/// The demo's vehicle without a piece and with these bars on the rack.
job::Job bare(std::vector<workshop::RackItem> rack) {
    job::Job job = hefty::testing::fullSet();
    job.pieces.clear();
    job.shop.rack = std::move(rack);
    return job;
}

const job::RackOffer *of(const std::vector<job::RackOffer> &offers, const std::string &pattern) {
    for (const job::RackOffer &o : offers)
        if (o.offer.piece.pattern == pattern) return &o;
    return nullptr;
}

}  // namespace

class TestRackOffers : public QObject {
    Q_OBJECT

  private slots:
    /// One bar of 2 m: the rear beam is made of it, what is used is its length and a kerf, what is left the
    /// rest.
    void oneBar() {
        const job::Job job = bare({{"R-1", "RHS 100x60x4", "S355", 2000, 1, true, "", 20}});
        const job::Appraisal now = job::appraiseShape(job, shippedStock());
        const auto offers = job::rackOffers(job, now, shippedStock());
        const job::RackOffer *beam = of(offers, "rear-beam");
        QVERIFY(beam && beam->offer.assembly);
        QCOMPARE(armor::text(beam->offer.piece, *beam->offer.pattern, "section"),
                 std::string("RHS 100x60x4"));
        double length = 0;
        int bars = 0;
        for (const armor::BarPart &b : beam->offer.assembly->bars)
            if (b.section.id == "RHS 100x60x4") {
                length += b.cutLength();
                ++bars;
            }
        QVERIFY(bars >= 1 && beam->bought == 0);
        QVERIFY(std::abs(beam->used - length - bars * job.shop.kerf) < 1e-6);
        QVERIFY(std::abs(beam->left - (2000 - beam->used)) < 1e-6);
        QVERIFY(std::any_of(beam->fitted.begin(), beam->fitted.end(), [](const measure::Phrase &p) {
            return p.text.find("RHS 100x60x4 instead of") != std::string::npos;
        }));
        // sorted: nothing to buy first, and among those by what is left
        for (std::size_t i = 1; i < offers.size(); ++i) {
            QVERIFY(offers[i - 1].bought <= offers[i].bought);
            if (offers[i - 1].bought == offers[i].bought) QVERIFY(offers[i - 1].left <= offers[i].left);
        }
        for (const job::RackOffer &o : offers) QVERIFY(o.used > 0);
    }
    /// A bar a little short of a standard beam: the beam is made narrower by that little, not by much.
    void madeToFit() {
        job::Job job = bare({{"R-1", "RHS 100x60x4", "S355", 2000, 1, true, "", 20}});
        const auto first = job::rackOffers(job, job::appraiseShape(job, shippedStock()), shippedStock());
        const job::RackOffer *beam = of(first, "rear-beam");
        QVERIFY(beam && beam->offer.pattern->setting("width"));
        const double width = armor::number(beam->offer.piece, *beam->offer.pattern, "width");
        job.shop.rack[0].length = beam->used - 60;
        const auto second = job::rackOffers(job, job::appraiseShape(job, shippedStock()), shippedStock());
        const job::RackOffer *narrow = of(second, "rear-beam");
        QVERIFY(narrow && narrow->bought == 0);
        const double less = width - armor::number(narrow->offer.piece, *narrow->offer.pattern, "width");
        QVERIFY2(less > 50 && less < 70, qPrintable(QString::number(less)));
        job.shop.rack[0].length = 0.5 * beam->used;
        const auto third = job::rackOffers(job, job::appraiseShape(job, shippedStock()), shippedStock());
        const job::RackOffer *tooShort = of(third, "rear-beam");
        QVERIFY(!tooShort || tooShort->bought > 0 || tooShort->used < job.shop.rack[0].length + 1);
    }
    /// What another piece is cut from is not there any more.
    void sharedRack() {
        job::Job job = bare({{"R-1", "RHS 100x60x4", "S355", 2000, 1, true, "", 20}});
        const auto offers = job::rackOffers(job, job::appraiseShape(job, shippedStock()), shippedStock());
        const job::RackOffer *beam = of(offers, "rear-beam");
        QVERIFY(beam);
        job.pieces.push_back(beam->offer.piece);
        const auto then = job::rackOffers(job, job::appraiseShape(job, shippedStock()), shippedStock());
        for (const job::RackOffer &o : then) QVERIFY(o.used <= beam->left + 1e-6);
    }
    void emptyRackAndStop() {
        const job::Job job = bare({});
        const job::Appraisal now = job::appraiseShape(job, shippedStock());
        QVERIFY(job::rackOffers(job, now, shippedStock()).empty());
        std::stop_source stop;
        stop.request_stop();
        QVERIFY(job::rackOffers(demoJob(), job::appraiseShape(demoJob(), shippedStock()), shippedStock(), {},
                                stop.get_token())
                    .empty());
    }
};

QTEST_APPLESS_MAIN(TestRackOffers)
#include "test_rack_offers.moc"
