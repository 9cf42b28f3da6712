#include <QtTest>

#include <cmath>
#include <functional>
#include <set>

#include <fmt/format.h>

#include "core/armor/addons/addon.h"
#include "tests/core/every_pattern.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::everyPattern, hefty::testing::shippedStock, hefty::testing::Standing;

namespace {

/// What is built of a job's one piece, in short: what most settings change.
std::string shape(const Assembly &a) {
    std::string out;
    for (const Solid &s : a.solids)
        for (const Solid::Face &f : s.faces)
            for (const Vec3 &c : f.corners) out += fmt::format("{:.2f} {:.2f} {:.2f} ", c.x(), c.y(), c.z());
    for (const BarPart &b : a.bars) out += b.section.id + b.material.name;
    for (const SheetPart &s : a.sheets) out += s.material.name;
    for (const WeldJoint &w : a.welds) out += fmt::format("{} {} ", w.name, w.leg);
    for (const BoltJoint &m : a.mounts) out += m.size + m.grade;
    return out;
}

/// All that is said of a job's one piece; empty: it cannot be built.
std::string said(const job::Job &job) {
    const job::Appraisal a = job::appraise(job, shippedStock());
    return a.pieces.front().assembly ? job::appraisalJson(job, a).dump() : std::string();
}

std::vector<SettingValue> others(const SettingDescriptor &d) {
    if (d.choice != Choice::None) {
        std::vector<SettingValue> out;
        const auto known = options(d.choice, shippedStock());
        for (std::size_t i = 0; i < known.size(); i += std::max<std::size_t>(1, known.size() / 4))
            out.emplace_back(known[i]);
        return out;
    }
    std::vector<SettingValue> out;
    for (const double part : {0.1, 0.9, 0.5, 0.0, 1.0}) {
        const double value = d.least + part * (d.most - d.least);
        out.emplace_back(d.quantity == measure::Quantity::Count ? std::round(value) : value);
    }
    return out;
}

/// A job of one piece, to be compared with what changed settings make of it.
class OnePiece {
  public:
    OnePiece(const job::Job &whole, const Piece &piece)
        : m_job(whole),
          m_pattern(armor::pattern(piece.pattern)),
          m_rig(rig::geometry(whole.vehicle).value()) {
        m_job.pieces = {piece};
    }
    [[nodiscard]] const Pattern &pattern() const { return *m_pattern; }
    [[nodiscard]] Piece &piece() { return m_job.pieces[0]; }
    [[nodiscard]] bool isShown(const SettingDescriptor &d) const {
        return doesSomething(m_job.pieces[0], *m_pattern, d);
    }
    /// To compare with, after its settings were changed. False: it cannot be built.
    [[nodiscard]] bool begin() {
        const auto a = build({piece(), m_job.vehicle, m_rig, shippedStock()});
        m_shape = a ? shape(*a) : std::string();
        m_said = a ? said(m_job) : std::string();
        return a.has_value();
    }
    /// True if one of the values of a setting, at most so many, makes another piece or none.
    /// @param set  puts a value into the piece
    [[nodiscard]] bool changes(const SettingDescriptor &d, std::size_t most,
                               const std::function<void(Piece &, const SettingValue &)> &set) const {
        for (const SettingValue &v : others(d)) {
            if (most-- == 0) return false;
            job::Job job = m_job;
            set(job.pieces[0], v);
            const auto a = build({job.pieces[0], job.vehicle, m_rig, shippedStock()});
            if (!a || shape(*a) != m_shape || said(job) != m_said) return true;
        }
        return false;
    }
    [[nodiscard]] bool changes(const SettingDescriptor &d, std::size_t most) const {
        return changes(d, most, [&d](Piece &p, const SettingValue &v) { p.settings[d.id] = v; });
    }

  private:
    job::Job m_job;
    const Pattern *m_pattern;
    rig::RigGeometry m_rig;
    std::string m_shape, m_said;
};

/// What does nothing in a demo job though it is shown: its steady pulls are harder than any rope's; nothing
/// is welded until a person builds on.
const std::set<std::string> idle{"strip-bumper snatchRope", "skid-plate filler", "from-nothing filler"};

}  // namespace

/// A control that does nothing is not shown, and no other is hidden.
class TestSettingsShown : public QObject {
    Q_OBJECT

  private slots:
    /// What a setting hangs on is a setting of the same pattern, and none hangs on itself.
    void hangOnSettings() {
        for (const Pattern &p : patterns())
            for (const SettingDescriptor &d : p.settings)
                for (const auto &list : {d.onlyWith, d.notWith})
                    for (const std::string &other : list)
                        QVERIFY2(p.setting(other) && other != d.id,
                                 (p.id + " " + d.id + " " + other).c_str());
    }
    void whatIsShownDoesSomething() {
        QStringList wrong;
        int shown = 0;
        for (const Standing &s : everyPattern()) {
            OnePiece one(s.job, s.piece);
            QVERIFY(one.begin());
            for (const SettingDescriptor &d : one.pattern().settings) {
                const std::string id = one.pattern().id + " " + d.id;
                if (!one.isShown(d) || idle.count(id) || others(d).size() < 2) continue;
                ++shown;
                if (!one.changes(d, 5)) wrong << QString::fromStdString(id);
            }
        }
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join(", ")));
        QVERIFY(shown > 400);
    }
    void whatIsHiddenDoesNothing() {
        QStringList wrong;
        int hidden = 0;
        for (const Standing &s : everyPattern()) {
            OnePiece one(s.job, s.piece);
            const Piece was = one.piece();
            for (const SettingDescriptor &d : one.pattern().settings) {
                for (const std::string &other : d.onlyWith) one.piece().settings[other] = 0.0;
                if (!d.onlyWith.empty() && !one.isShown(d) && one.begin()) {
                    ++hidden;
                    if (one.changes(d, 2)) wrong << QString::fromStdString(one.pattern().id + " " + d.id);
                }
                one.piece() = was;
            }
        }
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join(", ")));
        QVERIFY(hidden > 60);
    }
    /// Of all add-ons, on the rear wall of a beam or on its top.
    void whatIsSetOfAddOnsDoesSomething() {
        QStringList wrong;
        int looked = 0;
        for (const AddOn &of : addOns()) {
            const bool lies = of.id == "plate-holder" || of.id == "winch-cover";
            Piece piece;
            piece.id = "own";
            piece.pattern = "from-nothing";
            piece.operations = {
                Json::parse(
                    R"({"op":"tube","name":"beam","section":"RHS 120x80x6","from":{"at":[-4440,600,640]},"to":{"at":[-4440,-600,640]}})"),
                Json::parse(R"({"op":"bracket","end":"rear","beam":"beam","thickness":10})"),
                {{"op", "addon"},
                 {"addon", of.id},
                 {"name", "it"},
                 {"at", {{"part", "beam"}, {"station", 300}, {"wall", lies ? "up" : "rearward"}}},
                 {"settings", Json::object()}}};
            OnePiece one(hefty::testing::fullSet(), piece);
            QVERIFY(one.begin());
            for (const SettingDescriptor &d : of.settings) {
                const auto set = [&d](Piece &p, const SettingValue &v) {
                    std::visit([&](const auto &x) { p.operations[2]["settings"][d.id] = x; }, v);
                };
                ++looked;
                if (!one.changes(d, 5, set)) wrong << QString::fromStdString(of.id + " " + d.id);
            }
        }
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join(", ")));
        QVERIFY(looked > 80);
    }
};

QTEST_APPLESS_MAIN(TestSettingsShown)
#include "test_settings_shown.moc"
