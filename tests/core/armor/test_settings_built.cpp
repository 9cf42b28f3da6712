#include <QtTest>

#include <cmath>
#include <random>

#include "core/job/appraise/appraise_under.h"
#include "core/workshop/masses.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::demo;
using hefty::testing::shippedStock;

namespace {

/// A setting at a random place of its range, or a random choice of the stock.
SettingValue randomValue(const SettingDescriptor &d, std::mt19937 &random) {
    if (d.choice == Choice::None) {
        const double value = std::uniform_real_distribution<double>(d.least, d.most)(random);
        return d.quantity == measure::Quantity::Count ? std::round(value) : value;
    }
    const auto known = options(d.choice, shippedStock());
    return known[std::uniform_int_distribution<std::size_t>(0, known.size() - 1)(random)];
}

}  // namespace

/// Whatever is set within the ranges, a piece is built and can be proved, or is refused in words.
class TestSettingsBuilt : public QObject {
    Q_OBJECT

  private slots:
    /// A size at which a part meets nothing is refused by the setting that sizes it; what a person's own part
    /// loses is told by its name.
    void nothingIsLeftLoose() {
        const auto refused = [](const char *name, const char *id, const char *setting, SettingValue value) {
            job::Job job = demo(name);
            const auto rig = rig::geometry(job.vehicle).value();
            const auto piece = std::find_if(job.pieces.begin(), job.pieces.end(),
                                            [id](const Piece &p) { return p.id == id; });
            piece->settings[setting] = std::move(value);
            const auto a = build({*piece, job.vehicle, rig, shippedStock()});
            return a ? std::string() : a.error().where;
        };
        QCOMPARE(refused("marten-wheel-carrier", "wheel-carrier", "braceSection", "SHS 80x80x5"),
                 std::string("braceSection"));
        QCOMPARE(refused("vole-upright", "upright", "braceSection", "SHS 70x70x4"),
                 std::string("braceSection"));
        QCOMPARE(refused("marten-full-set", "sliders", "stepThickness", 24.0), std::string("stepThickness"));
        QCOMPARE(refused("marten-full-set", "sliders", "stepThickness", 6.0), std::string());
        job::Job job = demo("marten-tube-front");
        job.pieces[0].operations[0]["at"] = {{"at", {730, 80, 1205}}};  // a filler, above the hoop
        const job::Appraisal a = job::appraise(job, shippedStock());
        const job::Finding *f = a.finding("prove/" + job.pieces[0].id);
        QVERIFY(f && f->sentence.text.find("Nothing holds ") != std::string::npos);
        QVERIFY(f->sentence.text.find("Node") == std::string::npos);
    }
    /// A wall so high that its middle lies above the strips beside the rope's opening.
    void highWallOfACradle() {
        job::Job job = demo("marten-winch-cradle");
        const auto rig = rig::geometry(job.vehicle).value();
        for (const double high : {60.0, 156.0, 204.0, 250.0}) {
            job.pieces[0].settings["cheekHeight"] = high;
            const auto a = build({job.pieces[0], job.vehicle, rig, shippedStock()});
            QVERIFY2(a, a ? "" : a.error().sentence().c_str());
            const auto p =
                proof::prove(*a, job.vehicle, rig, shippedStock(), job.rules, {}, proof::Detail::Strips);
            QVERIFY2(p, p ? "" : p.error().sentence().c_str());
        }
        // its level strip 0.3 mm above the ends of those strips
        job = demo("marten-winch-cradle");
        job.pieces[0].settings["trayThickness"] = 12.0;
        const auto a = build({job.pieces[0], job.vehicle, rig, shippedStock()}).value();
        QVERIFY(proof::prove(a, job.vehicle, rig, shippedStock(), job.rules, {}, proof::Detail::Strips));
    }
    /// One setting at a time, of every piece of the demo jobs, anywhere in its range: it is built and can be
    /// proved, or is refused in words.
    void oneSettingAtATime() {
        std::mt19937 random(20261201);
        int made = 0;
        for (const char *name :
             {"dunnock-body-carrier", "heron-wheel-mount", "heron-winch-front", "marten-full-set",
              "marten-winch-cradle", "pipit-full-set", "vole-upright"}) {
            const job::Job job = demo(name);
            const auto rig = rig::geometry(job.vehicle).value();
            for (const Piece &was : job.pieces) {
                if (!was.on.empty()) continue;
                const Pattern *pattern = armor::pattern(was.pattern);
                for (const SettingDescriptor &d : pattern->settings) {
                    Piece piece = was;
                    piece.settings[d.id] = randomValue(d, random);
                    const auto a = build({piece, job.vehicle, rig, shippedStock()});
                    if (!a) {
                        QVERIFY(!a.error().message.empty() && !a.error().remedy.empty());
                        continue;
                    }
                    const auto p = proof::prove(*a, job.vehicle, rig, shippedStock(), job.rules, {},
                                                proof::Detail::Strips);
                    QVERIFY2(
                        p || p.error().kind != ProblemKind::Mechanism,
                        p ? ""
                          : qPrintable(
                                QString("%1 %2: %3").arg(name, d.id.c_str(), p.error().sentence().c_str())));
                    ++made;
                }
            }
        }
        QVERIFY(made > 100);
    }
    /// Every pattern on every vehicle that it fits, all settings anywhere in their range: it builds, or says
    /// what cannot be; nothing is infinite.
    void anySettings() {
        std::mt19937 random(20261129);
        int made = 0, refused = 0;
        for (const char *name : {"marten-full-set", "pipit-skids-sliders", "heron-survey", "vole-upright"}) {
            const job::Job job = demo(name);
            const auto rig = rig::geometry(job.vehicle);
            if (!rig) continue;
            for (const Pattern &pattern : patterns()) {
                if (!pattern.fits(job.vehicle.kind)) continue;
                for (int run = 0; run < 25; ++run) {
                    Piece piece;
                    piece.id = "any";
                    piece.pattern = pattern.id;
                    // a few at a time, so that many can be built
                    for (const SettingDescriptor &d : pattern.settings)
                        if (random() % 4 == 0) piece.settings[d.id] = randomValue(d, random);
                    const auto a = build({piece, job.vehicle, *rig, shippedStock()});
                    if (!a) {
                        QVERIFY(!a.error().message.empty());
                        ++refused;
                        continue;
                    }
                    ++made;
                    double mass = 0;
                    for (const BarPart &b : a->bars) mass += workshop::barMass(*a, b);
                    for (const SheetPart &s : a->sheets) mass += workshop::sheetMass(s);
                    QVERIFY2(std::isfinite(mass) && mass >= 0, pattern.id.c_str());
                    for (const Solid &s : a->solids)
                        for (const Solid::Face &f : s.faces)
                            for (const Vec3 &c : f.corners) QVERIFY(c.allFinite());
                }
            }
        }
        QVERIFY(made > 100 && refused > 10);
    }
};

QTEST_APPLESS_MAIN(TestSettingsBuilt)
#include "test_settings_built.moc"
