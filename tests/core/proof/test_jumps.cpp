#include <algorithm>
#include <cmath>

#include <QTest>

#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

namespace {

const proof::Proof &proofOf(const Appraisal &a) {
    return *a.pieces[0].proof;
}

}  // namespace

/// Small steps of what a piece is made by move its results by little.
class TestJumps : public QObject {
    Q_OBJECT

  private slots:
    /// Results are continuous in the places of parts: a step of 5 mm moves nothing by a fifth of its limit.
    void noJumps_data() {
        QTest::addColumn<QString>("setting");
        QTest::addColumn<double>("from");
        QTest::addColumn<double>("step");
        QTest::newRow("tabs, past the cheeks") << "tabSpacing" << 700.0 << 10.0;
        QTest::newRow("tabs, past the tray") << "tabSpacing" << 770.0 << 5.0;
        QTest::newRow("depth of the tray") << "trayDepth" << 220.0 << 8.0;
        QTest::newRow("reach of the tabs") << "tabReach" << 40.0 << 8.0;
        QTest::newRow("height of the tabs") << "tabHeight" << 70.0 << 5.0;
        QTest::newRow("setback") << "setback" << 30.0 << 5.0;
    }
    void noJumps() {
        QFETCH(QString, setting);
        QFETCH(double, from);
        QFETCH(double, step);
        constexpr double jump = 0.2;
        std::map<std::string, double> before;
        for (int i = 0; i < 6; ++i) {
            Job job = demoJob();
            job.pieces[0].settings[setting.toStdString()] = from + i * step;
            const Appraisal a = appraise(job, shippedStock(), {}, proof::Detail::Shells);
            QVERIFY2(!a.pieces.empty() && a.pieces[0].proof, a.findings[0].sentence.text.c_str());
            std::map<std::string, double> now;
            for (const proof::Check &c : proofOf(a).checks) {
                // A wall goes by the stretch of it that is shells.
                const std::string id = c.id.substr(0, c.id.find('@'));
                now[id] = std::max(now[id], c.utilization);
            }
            for (const auto &[id, use] : before) {
                QVERIFY2(now.contains(id), id.c_str());
                QVERIFY2(std::abs(now[id] - use) <= jump * std::max(1.0, use),
                         qPrintable(QString("%1 at %2: %3 -> %4")
                                        .arg(id.c_str())
                                        .arg(from + i * step)
                                        .arg(use)
                                        .arg(now[id])));
            }
            before = std::move(now);
        }
    }
    /// The same for every measure of the pattern, in small steps about the demo's own value.
    void noSettingJumps_data() {
        QTest::addColumn<QString>("setting");
        for (const armor::SettingDescriptor &d : armor::pattern("square-tube-winch-bumper")->settings)
            if (d.choice == armor::Choice::None && !d.thickness && d.quantity != measure::Quantity::Count)
                QTest::newRow(d.id.c_str()) << QString::fromStdString(d.id);
    }
    void noSettingJumps() {
        QFETCH(QString, setting);
        constexpr double jump = 0.2;
        const std::string id = setting.toStdString();
        Job job = demoJob();
        const armor::Pattern &pattern = *armor::pattern(job.pieces[0].pattern);
        const armor::SettingDescriptor &d = *pattern.setting(id);
        const double own = armor::number(job.pieces[0], pattern, id);
        if (own == 0) QSKIP("it leaves out what it sizes");
        const double step = std::max(0.004 * (d.most - d.least), 1e-3);
        using Uses = std::map<std::string, double>;
        const auto usesAt = [&](double value) {
            job.pieces[0].settings[id] = std::clamp(value, d.least, d.most);
            const Appraisal a = appraise(job, shippedStock(), {}, proof::Detail::Shells);
            Uses out;
            if (a.pieces.empty() || !a.pieces[0].proof) return out;  // it cannot be built there, and says so
            for (const proof::Check &c : proofOf(a).checks) {
                double &use = out[c.id.substr(0, c.id.find('@'))];
                use = std::max(use, c.utilization);
            }
            return out;
        };
        const auto jumped = [&](const Uses &one, const Uses &other) -> std::string {
            for (const auto &[name, use] : one)
                if (const auto it = other.find(name);
                    it == other.end() || std::abs(it->second - use) > jump * std::max(1.0, use))
                    return name;
            return {};
        };
        // A steep change becomes as much smaller as its step; a jump stays what it is.
        double from = own - step, to = own + step;
        Uses low = usesAt(from), high = usesAt(to);
        if (low.empty() || high.empty()) QSKIP("it cannot be built on both sides of the demo's value");
        std::string name = jumped(low, high);
        for (int halved = 0; halved < 4 && !name.empty(); ++halved) {
            const double middle = (from + to) / 2;
            Uses between = usesAt(middle);
            if (name = jumped(low, between); !name.empty()) {
                to = middle;
                high = std::move(between);
            } else if (name = jumped(between, high); !name.empty()) {
                from = middle;
                low = std::move(between);
            }
        }
        QVERIFY2(name.empty(), qPrintable(QString("%1 jumps between %2 and %3: %4 to %5")
                                              .arg(name.c_str())
                                              .arg(from)
                                              .arg(to)
                                              .arg(low[name])
                                              .arg(high[name])));
    }
};

QTEST_GUILESS_MAIN(TestJumps)
#include "test_jumps.moc"
