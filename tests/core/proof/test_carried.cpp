#include <QTest>

#include <cmath>
#include <numbers>

#include "core/base/constants.h"
#include "tests/core/proof/duty_of.h"

using namespace hefty;
using namespace hefty::proof;
using namespace hefty::testing;
using shape::Vec3;

namespace {

struct Carrier {
    job::Job job = job::loadJob(demoPath("marten-wheel-carrier")).value();
    armor::Assembly a;
    Carrier() {
        for (const armor::Piece &p : job.pieces)
            if (p.pattern == "wheel-carrier")
                a = armor::build({p, job.vehicle, rig::geometry(job.vehicle).value(), shippedStock()})
                        .value();
    }
    [[nodiscard]] Proof proved() const {
        return prove(a, job.vehicle, rig::geometry(job.vehicle).value(), shippedStock(), job.rules, {},
                     Detail::Strips)
            .value();
    }
};

bool unproved(const Proof &p, const std::string &id) {
    return std::any_of(p.unproved.begin(), p.unproved.end(), [&](const Unproved &u) { return u.id == id; });
}

}  // namespace

/// What carries a wheel: its studs, and the pin that keeps its gate open.
class TestCarried : public QObject {
    Q_OBJECT

  private slots:
    /// Studs evenly around a circle of radius r: of a moment M about an axis across them the outermost takes
    /// 2 M/(n r) if it stands on the line of most; of a push V each V/n. Both by sums over the studs here.
    void studs() {
        const Carrier c;
        const armor::CarriedWheel &w = c.a.wheels.at(0);
        QVERIFY(w.studs >= 3 && w.studSize > 0);
        const Proof p = c.proved();
        const Check *check = find(p, "bolt/studs." + w.part);
        QVERIFY(check);
        const armor::Axes axes = c.a.sheet(w.part)->axes;
        const double r = w.studCircle / 2, area = std::numbers::pi / 4 * w.studSize * w.studSize;
        const double shearLimit = 0.45 * 800 * area / 2, pullLimit = 0.75 * 800 * area / 2;
        double most = 0;
        for (std::size_t k = 0; k < p.duties.cases.size(); ++k) {
            Vec3 force = Vec3::Zero(), moment = Vec3::Zero();
            for (const auto &l : p.idealization.model.accelerations)
                if (l.loadCase == static_cast<int>(k)) force += w.mass * l.acceleration;
            for (const auto &l : p.idealization.model.nodeLoads)
                if (l.loadCase == static_cast<int>(k) && l.node == p.idealization.wheelNodes[0]) {
                    force += l.force;
                    moment += l.moment;
                }
            moment += (w.center - w.hub).cross(force);
            const double N = force.dot(axes.z), Mx = moment.dot(axes.x), My = moment.dot(axes.y),
                         T = moment.dot(axes.z);
            const double omega = p.duties.cases[k].dutyClass == DutyClass::Survival ? 2 : 1;
            for (int i = 0; i < w.studs; ++i) {
                const double a = std::numbers::pi / 2 + 2 * std::numbers::pi * i / w.studs,
                             x = r * std::cos(a), y = r * std::sin(a);
                const double I = w.studs * r * r / 2;
                const double pull = std::max(0.0, N / w.studs + Mx * y / I - My * x / I);
                const double vx = force.dot(axes.x) / w.studs - T * y / (2 * I),
                             vy = force.dot(axes.y) / w.studs + T * x / (2 * I);
                const double s = std::hypot(vx, vy) / shearLimit, t = pull / pullLimit;
                most = std::max(most, std::max({s, t, (s + t) / 1.3}) / omega);
            }
        }
        QVERIFY2(near(check->utilization, most, 0.01),
                 qPrintable(QString("%1 %2").arg(check->utilization).arg(most)));
        // how it is bolted on is not told: not proved
        Carrier bare;
        bare.a.wheels[0].studs = 0;
        const Proof without = bare.proved();
        QVERIFY(unproved(without, "bolt/studs." + w.part) && !find(without, "bolt/studs." + w.part));
    }
    /// The moment that an open gate drifts with, over the pin's arm of 100 mm, against two sections of the
    /// pin.
    void holdOpenPin() {
        Carrier c;
        const std::string id = "holdopen/" + c.a.gates.at(0).name;
        c.a.gates[0].holdPin = 10;
        const Proof p = c.proved();
        double drift = 0;
        for (const double d : p.openGates.at(0).drift) drift = std::max(drift, std::abs(d));
        QVERIFY(drift > 0);
        const double limit = 2 * 0.6 * 235 * std::numbers::pi / 4 * 100 / 1.67;
        const Check *check = find(p, id);
        QVERIFY(check && near(check->utilization, drift / 100 / limit, 1e-6));
        c.a.gates[0].holdPin = 0;
        const Proof none = c.proved();
        QVERIFY(unproved(none, id) && !find(none, id));
    }
};

QTEST_GUILESS_MAIN(TestCarried)
#include "test_carried.moc"
