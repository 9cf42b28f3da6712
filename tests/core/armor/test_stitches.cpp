#include <QtTest>

#include "core/armor/stitches.h"
#include "core/job/appraise/appraise_under.h"
#include "core/job/design/schools.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

namespace {

double lengthOf(const std::vector<WeldLine> &lines) {
    double sum = 0;
    for (const WeldLine &l : lines) sum += (l.to - l.from).norm();
    return sum;
}

job::Job plateBox() {
    job::Job job = demoJob();
    job.pieces = {job::newPiece(job, *pattern("plate-box-bumper"))};
    return job;
}

Tweak tweakOf(Tweak::Kind kind, const std::string &weld, double length = 0, double pitch = 0) {
    Tweak t;
    t.kind = kind;
    t.part = weld;
    t.value = length;
    t.at = {pitch, 0};
    return t;
}

Assembly built(const job::Job &job) {
    return build({job.pieces[0], job.vehicle, rig::geometry(job.vehicle).value(), shippedStock()}).value();
}

}  // namespace

class TestStitches : public QObject {
    Q_OBJECT

  private slots:
    /// 1000 in stitches of 40, no more than 100 apart: eleven, 96 from middle to middle, the outermost at the
    /// ends; on the other side ten between them.
    void byHand() {
        Contact c;
        c.lines = {{{0, 0, 0}, {1000, 0, 0}}, {{0, 8, 0}, {1000, 8, 0}}};
        const auto s = stitched(c, 40, 100);
        QCOMPARE(s.size(), std::size_t{21});
        QVERIFY(std::abs(lengthOf(s) - 21 * 40) < 1e-9);
        QVERIFY((s[0].from - Vec3(0, 0, 0)).norm() < 1e-9 && (s[10].to - Vec3(1000, 0, 0)).norm() < 1e-9);
        QVERIFY(std::abs(s[1].from.x() - 96) < 1e-9);
        QVERIFY(std::abs(s[11].from.x() - 48) < 1e-9 && s[11].from.y() == 8);
        // shorter than a stitch: as it is
        c.lines = {{{0, 0, 0}, {30, 0, 0}}};
        QVERIFY(std::abs(lengthOf(stitched(c, 40, 100)) - 30) < 1e-9);
        // around an end its chords are one line: 200 of them, 4 each, as long as it goes
        c.kind = SeamKind::Around;
        c.lines.clear();
        for (int i = 0; i < 200; ++i) c.lines.push_back({{4.0 * i, 0, 0}, {4.0 * (i + 1), 0, 0}});
        QVERIFY(std::abs(lengthOf(stitched(c, 50, 120)) - (1 + std::ceil(750 / 120.0)) * 50) < 1e-6);
        QVERIFY(leastStitch(5) == 38 && leastStitch(12) == 48);
    }
    /// As a change of a piece: the seam is as long as its stitches, works harder for it, and comes back from
    /// the file.
    void asAChange() {
        job::Job job = plateBox();
        const Assembly whole = built(job);
        const WeldJoint *longest = &whole.welds.front();
        for (const WeldJoint &w : whole.welds)
            if (!w.isFold() && w.length() > longest->length()) longest = &w;
        job.pieces[0].tweaks.push_back(tweakOf(Tweak::Kind::Stitch, longest->name, 40, 100));
        const Assembly then = built(job);
        const auto of = [&](const Assembly &a) {
            for (const WeldJoint &w : a.welds)
                if (w.name == longest->name) return w.length();
            return 0.0;
        };
        QVERIFY2(of(then) < 0.6 * of(whole) && of(then) > 0.3 * of(whole),
                 qPrintable(QString::number(of(then))));
        const auto again = job::readJob(job::writeJob(job));
        QVERIFY(again && again->pieces[0].tweaks == job.pieces[0].tweaks);
        QVERIFY(again && *again == job);
        // left out it is not there at all
        job.pieces[0].tweaks = {tweakOf(Tweak::Kind::LeaveOut, longest->name)};
        QVERIFY(of(built(job)) == 0);
        // what cannot be is told
        const auto told = [&job](const Tweak &t, const char *why) {
            job.pieces[0].tweaks = {t};
            const Assembly a = built(job);
            return std::any_of(a.notes.begin(), a.notes.end(), [why](const BuildNote &n) {
                return n.text.in(measure::UnitSystem::Metric).find(why) != std::string::npos;
            });
        };
        QVERIFY(told(tweakOf(Tweak::Kind::Stitch, longest->name, 100, 40), "further apart"));
        QVERIFY(told(tweakOf(Tweak::Kind::Stitch, "no~where", 40, 100), "no such weld"));
        QVERIFY(told(tweakOf(Tweak::Kind::LeaveOut, "no~where"), "no such weld"));
        QVERIFY(told(tweakOf(Tweak::Kind::Stitch, longest->name, 20, 100), "shorter than"));
    }
    /// The school of stitches takes less time; taken it is what stands, and the other way back has the same
    /// price.
    void asASchool() {
        job::Job job = plateBox();
        const job::Appraisal now = job::appraiseShape(job, shippedStock());
        const auto of = [](const std::vector<job::SchoolPrice> &list, const char *option) {
            for (const job::SchoolPrice &p : list)
                if (p.option.starts_with(option)) return p;
            return job::SchoolPrice{};
        };
        const auto prices = job::schoolPrices(job, now, shippedStock(), job.pieces[0].id);
        QVERIFY(of(prices, "Welded all along").taken);
        const job::SchoolPrice stitches = of(prices, "Stitches");
        QVERIFY(stitches.built && stitches.hours < -0.1);
        job.pieces[0] = stitches.piece;
        const job::Appraisal then = job::appraiseShape(job, shippedStock());
        const auto back = job::schoolPrices(job, then, shippedStock(), job.pieces[0].id);
        QVERIFY(of(back, "Stitches").taken);
        QVERIFY(std::abs(of(back, "Welded all along").hours + stitches.hours) < 1e-9);
    }
};

QTEST_APPLESS_MAIN(TestStitches)
#include "test_stitches.moc"
