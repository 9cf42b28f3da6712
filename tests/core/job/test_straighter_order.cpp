#include <QtTest>

#include <algorithm>

#include "core/job/shop/order_costs.h"
#include "core/job/shop/straighter_order.h"
#include "core/job/shop/weld_shrinkage.h"
#include "core/workshop/weld/weld_handling.h"
#include "tests/core/demo.h"

using namespace hefty;
using hefty::testing::fullSet;
using hefty::testing::shippedStock;

namespace {

Json strap(const char *name, double x, double z) {
    return {{"op", "tube"},
            {"name", name},
            {"section", "FL 30x6"},
            {"from", {{"at", {x, 500, z}}}},
            {"to", {{"at", {x, -500, z}}}}};
}

/// A rear beam on side plates with a strap along its top, one along its bottom and a short one beside it.
job::Job strapped() {
    job::Job job = fullSet();
    armor::Piece piece;
    piece.id = "own";
    piece.pattern = "from-nothing";
    Json beam = strap("beam", -4440, 640);
    beam["section"] = "SHS 80x80x4";
    Json half = strap("half", -4460, 695);
    half["to"] = {{"at", {-4460, 100, 695}}};
    piece.operations = {beam,
                        {{"op", "bracket"}, {"end", "rear"}, {"beam", "beam"}, {"thickness", 10}},
                        strap("top", -4440, 695),
                        strap("bottom", -4440, 585),
                        half};
    job.pieces = {piece};
    job.weldOrders.clear();
    return job;
}

job::Appraisal planned(const job::Job &job) {
    job::Appraisal a = job::appraise(job, shippedStock());
    job::addWelding(a, job);
    return a;
}

std::vector<std::string> sorted(std::vector<std::string> list) {
    std::sort(list.begin(), list.end());
    return list;
}

}  // namespace

/// Orders of welding weighed by the piece's own model.
class TestStraighterOrder : public QObject {
    Q_OBJECT

  private slots:
    /// Against all orders of a small piece: none that it may take is straighter by over a twentieth.
    void againstAllOrders() {
        const job::Job job = strapped();
        const job::Appraisal a = planned(job);
        const job::PieceAppraisal &piece = a.pieces.at(0);
        QVERIFY2(piece.seams.size() >= 4 && piece.seams.size() <= 6,
                 qPrintable(QString::number(piece.seams.size())));
        std::vector<double> shares;
        const auto found = job::straighterOrder(job, a, "own", [&](double s) { shares.push_back(s); });
        QVERIFY2(found, found ? "" : found.error().sentence().c_str());
        QVERIFY(found->tried > 1 && !shares.empty() && std::is_sorted(shares.begin(), shares.end()));
        std::vector<std::string> names;
        for (const workshop::SeamWork &s : piece.seams) names.push_back(s.joint);
        if (!found->order.empty()) QCOMPARE(sorted(found->order), sorted(names));
        const auto minutes = [](const job::WeldOrderCost &c) {
            return c.waiting + workshop::minutesPerTurn * c.turns;
        };
        std::sort(names.begin(), names.end());
        double best = 1e300, worst = 0;
        do {
            const auto plan = workshop::weldOrderAs(*piece.assembly, *piece.reach, piece.seams, names);
            const auto seams = job::inOrder(piece.seams, plan);
            const auto cost = job::costOf(piece, plan, seams, workshop::heatOf(*piece.assembly, seams));
            if (cost.outOfReach > found->costBefore.outOfReach + 1e-6) continue;
            if (minutes(cost) > minutes(found->costBefore) + 20) continue;
            const double c = job::crookedness(job::freeShrinkage(*piece.assembly, *a.rig, seams));
            best = std::min(best, c);
            worst = std::max(worst, c);
        } while (std::next_permutation(names.begin(), names.end()));
        qInfo("before %.3f, found %.3f, best %.3f, worst %.3f", found->crookedBefore, found->crookedAfter,
              best, worst);
        QVERIFY(worst > best);
        QVERIFY(found->crookedAfter <= found->crookedBefore + 1e-12);
        QVERIFY(found->crookedAfter <= 1.05 * best);
    }
    /// Taken as a person's own it comes to what was told.
    void takenItIsWhatWasTold() {
        job::Job job = strapped();
        job::Appraisal a = planned(job);
        // the worst of a few orders, to have something to put right
        std::vector<std::string> names;
        for (const workshop::SeamWork &s : a.pieces[0].seams) names.push_back(s.joint);
        std::vector<std::string> worst = names;
        double most = 0;
        for (std::size_t turn = 0; turn < names.size(); ++turn) {
            std::rotate(names.begin(), names.begin() + 1, names.end());
            job.weldOrders["own"] = names;
            const double c = job::crookedness(planned(job).pieces[0].distortion);
            if (c > most) most = c, worst = names;
        }
        job.weldOrders["own"] = worst;
        a = planned(job);
        const auto found = job::straighterOrder(job, a, "own").value();
        QVERIFY(std::abs(found.crookedBefore - most) < 1e-9);
        QVERIFY(!found.order.empty() && found.crookedAfter < 0.98 * most);
        QVERIFY(std::abs(found.straighterBy() - (1 - found.crookedAfter / most)) < 1e-9);
        job.weldOrders["own"] = found.order;
        const job::Appraisal then = planned(job);
        QVERIFY(std::abs(job::crookedness(then.pieces[0].distortion) - found.crookedAfter) < 1e-9);
        QVERIFY(std::abs(then.pieces[0].weldCost.waiting - found.costAfter.waiting) < 1e-9);
        QCOMPARE(then.pieces[0].weldCost.turns, found.costAfter.turns);
    }
    /// By hand: 3 mm and a turn of 0.04 rad, which is 4 mm over 100.
    void crookednessByHand() {
        std::vector<workshop::Distortion> list{workshop::banded("bow", "a", 3, false),
                                               workshop::banded("twists", "b", 0.04, true)};
        QVERIFY(std::abs(job::crookedness(list) - 5) < 1e-12);
        QCOMPARE(job::crookedness({}), 0.0);
    }
    void whatCannotBeLookedFor() {
        const job::Job job = strapped();
        const job::Appraisal plain = job::appraise(job, shippedStock());
        QCOMPARE(job::straighterOrder(job, plain, "own").error().kind, ProblemKind::UnknownId);
        const job::Appraisal a = planned(job);
        QCOMPARE(job::straighterOrder(job, a, "nobody").error().kind, ProblemKind::UnknownId);
        std::stop_source source;
        source.request_stop();
        QCOMPARE(job::straighterOrder(job, a, "own", {}, source.get_token()).error().kind,
                 ProblemKind::Stopped);
    }
};

QTEST_GUILESS_MAIN(TestStraighterOrder)
#include "test_straighter_order.moc"
