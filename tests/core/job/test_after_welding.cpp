#include <QtTest>

#include <cmath>
#include <numbers>
#include <random>

#include "core/instrument/line.h"
#include "core/job/appraisal.h"
#include "core/workshop/weld/cavities.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::byHand;
using hefty::testing::fullSet;
using hefty::testing::shippedStock;
using shape::Vec3;

namespace {

const Appraisal &appraised() {
    static const Appraisal a = appraise(fullSet(), shippedStock());
    return a;
}

/// Two brackets on the outer sides of the rails, four M12 bolts in 13.5 mm holes each.
/// @param length  between the holes along the rails, mm
armor::Assembly twoBrackets(double length = 100) {
    armor::Assembly a;
    for (const double side : {1.0, -1.0}) {
        armor::BoltJoint j;
        j.name = side > 0 ? "mount.left" : "mount.right";
        j.label = side > 0 ? "left bracket" : "right bracket";
        j.diameter = 12;
        j.hole = 13.5;
        j.axis = Vec3(0, side, 0);
        for (const double x : {500.0, 500.0 + length})
            for (const double z : {580.0, 640.0}) {
                j.at.emplace_back(x, side * 460, z);
                j.ids.push_back("h");
            }
        j.plane.origin = Vec3(500 + length / 2, side * 460, 610);
        a.mounts.push_back(j);
    }
    return a;
}

/// What a tape reads with the right side moved by hand, for all distances.
std::map<std::string, double> readingsOf(const armor::Assembly &a,
                                         const std::function<Vec3(const Vec3 &)> &move,
                                         const std::string &piece = "p") {
    std::map<std::string, double> out;
    for (const workshop::HoleDistance &d : workshop::holeDistances(piece, a))
        out[d.item] = (d.left - move(d.right)).norm();
    return out;
}

/// How far each hole is off when the right side is moved and the whole is set on the vehicle's holes by least
/// squares, by turning it a little at a time about its middle (Newton), without what the application does.
std::vector<Vec3> realMisses(const armor::Assembly &a, const std::function<Vec3(const Vec3 &)> &move) {
    std::vector<Vec3> are, wanted;
    for (const armor::BoltJoint &j : a.mounts)
        for (const Vec3 &at : j.at) {
            wanted.push_back(at);
            are.push_back(at.y() < 0 ? move(at) : at);
        }
    for (int step = 0; step < 30; ++step) {
        Eigen::Matrix<double, 6, 6> A = Eigen::Matrix<double, 6, 6>::Zero();
        Eigen::Matrix<double, 6, 1> b = Eigen::Matrix<double, 6, 1>::Zero();
        for (std::size_t i = 0; i < are.size(); ++i)
            for (int k = 0; k < 3; ++k) {
                Eigen::Matrix<double, 6, 1> row;
                row << Vec3::Unit(k), are[i].cross(Vec3(Vec3::Unit(k)));
                A += row * row.transpose();
                b += row * (wanted[i] - are[i])(k);
            }
        const Eigen::Matrix<double, 6, 1> d = A.ldlt().solve(b);
        const Vec3 turn = d.tail<3>();
        for (Vec3 &p : are) {
            if (turn.norm() > 1e-15) p = Eigen::AngleAxisd(turn.norm(), turn.normalized()) * p;
            p += d.head<3>();
        }
    }
    for (std::size_t i = 0; i < are.size(); ++i) are[i] -= wanted[i];
    return are;
}

}  // namespace

class TestAfterWelding : public QObject {
    Q_OBJECT

  private slots:
    /// As drawn it goes on; nobody is told anything of two readings.
    void asDrawn() {
        const auto a = twoBrackets();
        QCOMPARE(workshop::holeDistances("p", a).size(), std::size_t{6});
        auto read = readingsOf(a, [](const Vec3 &p) { return p; });
        const auto b = workshop::asBuilt("p", a, read);
        QVERIFY(b && b->goesOn && std::abs(b->gap) < 1e-6 && b->moved.norm() < 1e-6);
        QCOMPARE(b->holes.size(), std::size_t{8});
        while (read.size() > 2) read.erase(read.begin());
        QVERIFY(!workshop::asBuilt("p", a, read));
        QVERIFY(!workshop::asBuilt("p", {}, readingsOf(a, [](const Vec3 &p) { return p; })));
    }
    /// 6 mm too wide: 3 at each side stand apart; the bolts go in, the faces need shims. 6 too narrow:
    /// spread.
    void tooWide() {
        const auto a = twoBrackets();
        const auto wide =
            workshop::asBuilt("p", a, readingsOf(a, [](const Vec3 &p) { return Vec3(p - Vec3(0, 6, 0)); }));
        QVERIFY(wide && !wide->goesOn);
        // six readings of 1 mm against a usual move of 4: 6/(6 + 1/16) of it is believed
        QVERIFY2(std::abs(wide->gap - 3 * 6 / (6 + 1.0 / 16)) < 0.06, qPrintable(QString::number(wide->gap)));
        for (const auto &h : wide->holes) QVERIFY(h.goesIn());
        QVERIFY(wide->advice.text.find("shim") != std::string::npos);
        const auto narrow =
            workshop::asBuilt("p", a, readingsOf(a, [](const Vec3 &p) { return Vec3(p + Vec3(0, 6, 0)); }));
        QVERIFY(narrow && !narrow->goesOn && narrow->advice.text.find("spread") != std::string::npos);
        const auto little =
            workshop::asBuilt("p", a, readingsOf(a, [](const Vec3 &p) { return Vec3(p - Vec3(0, 2, 0)); }));
        QVERIFY(little && little->goesOn);
    }
    /// Too wide by 6, set on the vehicle each side stands out by half of what is believed of that; between
    /// the holes a place is moved in proportion, and a part keeps its size.
    void shapeAsFitted() {
        const auto a = twoBrackets();
        const auto wide =
            workshop::asBuilt("p", a, readingsOf(a, [](const Vec3 &p) { return Vec3(p - Vec3(0, 6, 0)); }));
        QVERIFY(wide);
        const double half = 3 * 6 / (6 + 1.0 / 16);
        const double y = wide->leftAt;
        QVERIFY(std::abs(wide->placed({700, y, 600}).y() - (y + half)) < 0.06);
        QVERIFY(std::abs(wide->placed({700, -y, 600}).y() - (-y - half)) < 0.06);
        QVERIFY(std::abs(wide->placed({700, y / 2, 600}).y() - (y / 2 + half / 2)) < 0.06);
        QVERIFY(std::abs(wide->placed({700, 2 * y, 600}).y() - (2 * y + half)) < 0.06);
        const armor::Assembly fitted = workshop::asFitted(a, *wide);
        for (std::size_t i = 0; i < a.sheets.size(); ++i) {
            const double moved = fitted.sheets[i].axes.origin.y() - a.sheets[i].axes.origin.y();
            QVERIFY(std::abs(std::abs(moved) - half) < 0.2);
            QVERIFY(
                (fitted.sheets[i].axes.x.cross(fitted.sheets[i].axes.y) - fitted.sheets[i].axes.z).norm() <
                1e-9);
        }
    }
    /// Gaps, sweeps and angles are those of the piece as it was built: one that came out 8 mm too wide is
    /// wider by what is believed of that.
    void clearanceAsFitted() {
        job::Job job = hefty::testing::demoJob();
        const job::Appraisal drawn = job::appraise(job, hefty::testing::shippedStock());
        QVERIFY(!drawn.pieces[0].fitted);
        const auto &assembly = *drawn.pieces[0].assembly;
        for (const auto &[item, value] : readingsOf(
                 assembly, [](const Vec3 &p) { return Vec3(p - Vec3(0, 8, 0)); }, job.pieces[0].id))
            job.log.fit.push_back({item, value, "2026-11-30", ""});
        const job::Appraisal built = job::appraise(job, hefty::testing::shippedStock());
        QVERIFY(built.pieces[0].fitted);
        QVERIFY(&built.pieces[0].shape() == built.pieces[0].fitted.get());
        const auto wide = [](const armor::Assembly &a) { return a.extent().sizes().y(); };
        const double wider = wide(built.pieces[0].shape()) - wide(assembly);
        QVERIFY2(wider > 7 && wider < 8.2, qPrintable(QString::number(wider)));
        // The proof is of that shape too: what is checked is the same, every tab is pulled where it came to
        // be, and what carries one side moves by no more than the shape does.
        const job::PieceAppraisal &piece = built.pieces[0];
        QVERIFY(piece.proved == piece.fitted && drawn.pieces[0].proved == drawn.pieces[0].assembly);
        const auto &before = drawn.pieces[0].proof->checks, &after = piece.proof->checks;
        QCOMPARE(after.size(), before.size());
        int moved = 0;
        for (const proof::Check &c : before) {
            const auto same = std::find_if(after.begin(), after.end(),
                                           [&c](const proof::Check &o) { return o.id == c.id; });
            QVERIFY2(same != after.end(), c.id.c_str());
            if (c.utilization < 0.3) continue;
            QVERIFY2(
                std::abs(same->utilization / c.utilization - 1) < 0.15,
                qPrintable(
                    QString("%1: %2, drawn %3").arg(c.id.c_str()).arg(same->utilization).arg(c.utilization)));
            if (std::abs(same->utilization - c.utilization) > 1e-6) ++moved;
        }
        QVERIFY(moved > 0);
        const double apart = piece.proved->anchors[0].hole.y() - piece.proved->anchors[1].hole.y(),
                     asDrawn = assembly.anchors[0].hole.y() - assembly.anchors[1].hole.y();
        QVERIFY(std::abs(apart) > std::abs(asDrawn) + 3);
        // Nothing read anew: shape and proof are taken over.
        const job::Appraisal same =
            job::appraise(job, hefty::testing::shippedStock(), {}, proof::Detail::Strips, &built);
        QVERIFY(same.pieces[0].proof == piece.proof && same.pieces[0].fitted == piece.fitted);
    }
    /// One side 8 mm ahead of the other: holes 500 apart along the rails show it in the diagonals. Turned as
    /// a whole by 8/920 its faces stand askew by half of 500 · 8/920 at their ends; holes of 100 hardly show
    /// it.
    void oneSideAhead() {
        const auto ahead = [](const Vec3 &p) { return Vec3(p + Vec3(8, 0, 0)); };
        const auto a = twoBrackets(500);
        const auto b = workshop::asBuilt("p", a, readingsOf(a, ahead));
        QVERIFY(b);
        QVERIFY2(b->moved.x() > 5 && b->moved.x() < 8.5, qPrintable(QString::number(b->moved.x())));
        double most = 0;
        for (const auto &h : b->holes) most = std::max(most, std::abs(h.along));
        QVERIFY2(most > 1 && most < 2.4, qPrintable(QString::number(most)));
        const auto close = twoBrackets(100);
        QVERIFY(workshop::asBuilt("p", close, readingsOf(close, ahead))->moved.x() < 3);
    }
    /// Sides moved and turned anyhow, by a few millimeters: with all distances read without a flaw what is
    /// believed is near what is, along the way that tapes between the sides can tell; left and right may
    /// change places.
    void movedAnyhow() {
        std::mt19937 dice(31);
        std::uniform_real_distribution<double> unit(-1, 1);
        const auto a = twoBrackets(500);
        for (int run = 0; run < 200; ++run) {
            const Vec3 by(3 * unit(dice), 4 * unit(dice), 3 * unit(dice));
            const double yaw = 0.004 * unit(dice);
            const Vec3 middle(750, -460, 610);
            const auto move = [&](const Vec3 &p) {
                return Vec3(middle + by + Eigen::AngleAxisd(yaw, Vec3::UnitZ()) * (p - middle));
            };
            const auto b = workshop::asBuilt("p", a, readingsOf(a, move));
            QVERIFY(b);
            QVERIFY2(std::abs(b->moved.y() - by.y()) < 0.25,
                     qPrintable(QString("%1 for %2").arg(b->moved.y()).arg(by.y())));
            QVERIFY(std::abs(b->turned.z() - yaw) < 0.002);
            // half of the misfit at each side
            QVERIFY(std::abs(b->gap) < std::abs(by.y()) / 2 + 500 * std::abs(yaw) + 3.2 * 500.0 / 920 + 0.3);
            QVERIFY(!b->advice.text.empty() && !b->working.steps.empty());
            const bool tight = std::abs(b->gap) > workshop::drawnTogether;
            const bool misses = std::any_of(b->holes.begin(), b->holes.end(),
                                            [](const workshop::HoleMiss &h) { return !h.goesIn(); });
            QCOMPARE(b->goesOn, !tight && !misses);
        }
    }
    /// What is given as unsure covers what it says: pieces moved as the sides of such pieces are, read with a
    /// tape's error, lie off by no more than twice of it in nearly all holes (Monte Carlo, 95 percent).
    void unsureIsHonest() {
        std::mt19937 dice(17);
        std::normal_distribution<double> move(0, 4), turn(0, 0.012), tape(0, 1);
        const auto a = twoBrackets(500);
        int holes = 0, covered = 0;
        double sum = 0, wanted = 0;
        for (int run = 0; run < 300; ++run) {
            const Vec3 by(move(dice), move(dice), move(dice)), axis(turn(dice), turn(dice), turn(dice));
            const Vec3 middle(750, -460, 610);
            const auto real = [&](const Vec3 &p) {
                return Vec3(middle + by +
                            Eigen::AngleAxisd(axis.norm(), axis.normalized()) * Vec3(p - middle));
            };
            auto readings = readingsOf(a, real);
            for (auto &[item, value] : readings) value += tape(dice);
            const auto told = workshop::asBuilt("p", a, readings);
            QVERIFY(told.has_value());
            const auto truth = realMisses(a, real);
            QCOMPARE(truth.size(), told->holes.size());
            for (std::size_t h = 0; h < truth.size(); ++h) {
                const auto &t = told->holes[h];
                const double along = truth[h].y() * (h < 4 ? 1 : -1);  // the bolts point outward
                const double off = Vec3(t.across.x() - truth[h].x(), 0, t.across.z() - truth[h].z()).norm();
                ++holes;
                covered += off < 2.5 * t.unsure && std::abs(t.along - along) < 2.5 * t.unsureAlong;
                sum += off * off;
                wanted += t.unsure * t.unsure;
                QVERIFY(t.unsure > 0 && t.unsureAlong > 0);
            }
        }
        QVERIFY2(covered > 0.93 * holes, qPrintable(QString("%1 of %2").arg(covered).arg(holes)));
        QVERIFY2(sum > 0.7 * wanted && sum < 1.4 * wanted, qPrintable(QString::number(sum / wanted)));
    }
    /// Readings that tell little leave it unsure even if they read as drawn; more of them are surer.
    void moreReadingsAreSurer() {
        const auto a = twoBrackets(500);
        auto readings = readingsOf(a, [](const Vec3 &p) { return p; });
        const auto all = workshop::asBuilt("p", a, readings);
        while (readings.size() > 3) readings.erase(std::prev(readings.end()));
        const auto few = workshop::asBuilt("p", a, readings);
        QVERIFY(few && few->goesOn && !few->sure);
        for (std::size_t h = 0; h < few->holes.size(); ++h)
            QVERIFY(few->holes[h].unsure >= all->holes[h].unsure - 1e-9 &&
                    few->holes[h].unsureAlong >= all->holes[h].unsureAlong - 1e-9);
    }
    /// What the tape reads comes to a finding of the job, and goes when it is read again.
    void asFinding() {
        Job job = fullSet();
        const armor::Assembly &front = *appraised().piece("front-bumper")->assembly;
        for (const auto &d : workshop::holeDistances("front-bumper", front))
            job.log.fit.push_back({d.item, (d.left - d.right).norm() + 7, "2026-03-01", ""});
        const Appraisal wide = appraise(job, shippedStock());
        const Finding *f = wide.finding("asBuilt/front-bumper");
        QVERIFY(f && f->severity == Severity::Fix && f->stop == "fitup" && f->working);
        for (auto &r : job.log.fit) *r.value -= 7;
        QVERIFY(!appraise(job, shippedStock()).finding("asBuilt/front-bumper"));
    }
    /// A tube of 1 m with caps on both ends is sealed, 52 x 52 mm inside; with one cap off it is open; a
    /// drain at the bottom lets water out, one at the top does not.
    void hollows() {
        const auto built = [](std::vector<Json> more) {
            const Json bar{{"op", "tube"},
                           {"name", "bar"},
                           {"section", "SHS 60x60x4"},
                           {"from", {{"at", {700, 500, 600}}}},
                           {"to", {{"at", {700, -500, 600}}}}};
            more.insert(more.begin(), bar);
            return byHand(more);
        };
        const Json cap{{"op", "cap"}, {"name", "cap.a"}, {"bar", "bar"}, {"end", "start"}};
        Json other = cap;
        other["name"] = "cap.b";
        other["end"] = "end";
        const armor::Assembly closed = built({cap, other});
        const auto of = [](const armor::Assembly &a) {
            std::vector<std::string> order;
            for (const armor::WeldJoint &w : a.welds) order.push_back(w.name);
            const auto all = workshop::cavities(a, order);
            return all.size() == 1 ? all[0] : workshop::Cavity{};
        };
        const workshop::Cavity sealed = of(closed);
        QVERIFY2(sealed.sealed(), qPrintable(QString::number(sealed.openEnds)));
        QVERIFY2(std::abs(sealed.volume - 52 * 52 * 1000.0) < 0.02 * 52 * 52 * 1000.0,
                 qPrintable(QString::number(sealed.volume)));
        QVERIFY(!sealed.lastSeam.empty());
        QVERIFY(workshop::careOf(closed, sealed)[0].text.find("Sealed") == 0);
        const workshop::Cavity open = of(built({cap}));
        QVERIFY(!open.sealed() && open.openEnds == 1 && open.drains);
        const auto drilled = [&](double at) {
            return of(
                built({cap, other, {{"op", "hole"}, {"part", "bar"}, {"at", {400, at}}, {"diameter", 10}}}));
        };
        QVERIFY(drilled(-20).drains && !drilled(-20).sealed());
        QVERIFY(!drilled(20).drains && !drilled(20).sealed());
        QVERIFY(of(built({})).openEnds == 2);
    }
    /// A round tube of 60.3 by 4 with caps: its bore's area times its length; a drain in its lowest wall.
    void roundHollow() {
        const auto of = [](const armor::Assembly &a) { return workshop::cavities(a, {}).at(0); };
        std::vector<Json> list{{{"op", "tube"},
                                {"name", "bar"},
                                {"section", "CHS 60.3x4"},
                                {"from", {{"at", {700, 400, 600}}}},
                                {"to", {{"at", {700, -400, 600}}}}},
                               {{"op", "cap"}, {"name", "cap.a"}, {"bar", "bar"}, {"end", "start"}},
                               {{"op", "cap"}, {"name", "cap.b"}, {"bar", "bar"}, {"end", "end"}}};
        const workshop::Cavity c = of(byHand(list));
        const double bore = 60.3 - 8, pi = std::numbers::pi;
        QVERIFY2(c.sealed(), qPrintable(QString::number(c.openEnds)));
        QVERIFY(std::abs(c.volume / (pi / 4 * bore * bore * 800) - 1) < 0.01);
        QVERIFY2(std::abs(c.inside / (pi * bore * 800) - 1) < 0.01, qPrintable(QString::number(c.inside)));
        list.push_back({{"op", "hole"}, {"part", "bar"}, {"at", {400, -25}}, {"diameter", 10}});
        QVERIFY(of(byHand(list)).drains);
        list.back()["at"] = {400, 0};
        QVERIFY(!of(byHand(list)).drains && !of(byHand(list)).sealed());
    }
    /// A post coped onto a beam: its foot is closed by the seam around it, however deep the cope is; its top
    /// stays open. Slanted to 45 degrees as well.
    void copedEnds() {
        for (const double lean : {0.0, 250.0}) {
            const armor::Assembly a = byHand({{{"op", "tube"},
                                               {"name", "beam"},
                                               {"section", "CHS 60.3x4"},
                                               {"from", {{"at", {700, 500, 600}}}},
                                               {"to", {{"at", {700, -500, 600}}}}},
                                              {{"op", "tube"},
                                               {"name", "post"},
                                               {"section", "CHS 48.3x4"},
                                               {"from", {{"at", {700, lean, 900}}}},
                                               {"to", {{"part", "beam"}, {"station", "middle"}}}}});
            const auto all = workshop::cavities(a, {});
            const auto post = std::find_if(all.begin(), all.end(), [](const workshop::Cavity &c) {
                return c.bars == std::vector<std::string>{"post"};
            });
            QVERIFY2(post != all.end(), qPrintable(QString::number(lean)));
            QVERIFY2(post->openEnds == 1, qPrintable(QString::number(post->openEnds)));
        }
    }
    /// Frames of square tubes mitered in a ring, cut open at random: the ring is one hollow whose volume is
    /// the sum of its tubes, sealed only while nothing is drilled into it.
    void ringsOfTubes() {
        std::mt19937 dice(8);
        std::uniform_real_distribution<double> unit(0, 1);
        for (int run = 0; run < 25; ++run) {
            const double w = 300 + 500 * unit(dice), h = 200 + 300 * unit(dice);
            const std::vector<Vec3> corners{
                {700, 0, 500}, {700, w, 500}, {700, w, 500 + h}, {700, 0, 500 + h}};
            std::vector<Json> operations;
            double length = 0;
            for (std::size_t i = 0; i < 4; ++i) {
                const Vec3 &a = corners[i], &b = corners[(i + 1) % 4];
                length += (b - a).norm();
                operations.push_back({{"op", "tube"},
                                      {"name", "side" + std::to_string(i)},
                                      {"section", "SHS 60x60x4"},
                                      {"cope", false},
                                      {"from", {{"at", {a.x(), a.y(), a.z()}}}},
                                      {"to", {{"at", {b.x(), b.y(), b.z()}}}}});
            }
            const bool drilled = run % 2;
            if (drilled)
                operations.push_back(
                    {{"op", "hole"}, {"part", "side0"}, {"at", {w / 2, -20}}, {"diameter", 8}});
            const armor::Assembly ring = byHand(operations);
            const auto found = workshop::cavities(ring, {});
            QCOMPARE(found.size(), std::size_t{1});
            QCOMPARE(found[0].bars.size(), std::size_t{4});
            QVERIFY(std::abs(found[0].volume / (52 * 52 * length) - 1) < 0.02);
            QCOMPARE(found[0].openEnds, 0);
            QCOMPARE(found[0].sealed(), !drilled);
            QCOMPARE(found[0].drains, drilled);  // the hole is in its lowest tube, at the bottom
            QVERIFY(!workshop::careOf(ring, found[0]).empty());
        }
    }
    void dialGauge() {
        using namespace instrument;
        const auto r = readLine(writeLine(Kind::Dial, 1, 4, 0.05, "in"));
        QVERIFY(r && r->kind == Kind::Dial && std::abs(r->value - 1.27) < 1e-9);
        QVERIFY(readLine(writeLine(Kind::Dial, 1, 4, 0, "mm")));  // it may stand at nothing
        QVERIFY(!readLine(writeLine(Kind::Dial, 1, 4, 1, "kg")));
    }
    /// 40 h estimated at 1.2 times; 50 were worked: half of the way to 1.25 times that.
    void hoursAreLearned() {
        const std::vector<log::Entry> entries{{"", log::EntryKind::Hours, "", 30, "", ""},
                                              {"", log::EntryKind::Hours, "", 20, "", ""}};
        QVERIFY(std::abs(*log::factorFrom(entries, 40, 1.2) - 1.2 * (1 + 1.25) / 2) < 1e-12);
        QVERIFY(!log::factorFrom({}, 40, 1) && !log::factorFrom(entries, 0, 1));
    }
};

QTEST_APPLESS_MAIN(TestAfterWelding)
#include "test_after_welding.moc"
