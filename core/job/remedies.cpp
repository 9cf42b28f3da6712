#include <algorithm>
#include <cmath>
#include <functional>

#include <fmt/format.h>

#include "core/armor/builder.h"
#include "core/base/constants.h"
#include "core/job/appraisal.h"
#include "core/job/strip_check.h"

namespace hefty::job {
namespace {

using armor::SettingValue;

/// A change of the piece, as a person would say it.
struct Change {
    armor::SettingDescriptor const *setting = nullptr;  ///< none: tweaks
    SettingValue value;
    std::vector<armor::Tweak> tweaks;
    measure::Phrase label;  ///< of tweaks
};

/// One kind of change, to be tried ever stronger.
struct Trial {
    std::string setting;
    std::vector<SettingValue> values;
    std::vector<Change> changes = {};  ///< beside those of the setting
};

constexpr int triesPerTrial = 8;

class RemedyFinder {
  public:
    RemedyFinder(Appraisal &appraisal, const Job &job, const stock::Stock &stock, std::stop_token stop)
        : m_appraisal(appraisal), m_job(job), m_stock(stock), m_stop(std::move(stop)) {}

    void run() {
        m_fixes = fixes(m_appraisal);
        if (isClose()) m_strips = appraise(m_job, m_stock, m_stop);
        for (Finding &f : m_appraisal.findings) {
            if (m_stop.stop_requested()) return;
            if (f.severity == Severity::Fix && f.remedies.empty()) cure(f);
        }
        m_appraisal.remediesDone = true;
    }

  private:
    static int fixes(const Appraisal &a) {
        return static_cast<int>(std::count_if(a.findings.begin(), a.findings.end(),
                                              [](const Finding &f) { return f.severity != Severity::Note; }));
    }

    void cure(Finding &f) {
        const auto it = std::find_if(m_job.pieces.begin(), m_job.pieces.end(),
                                     [&f](const armor::Piece &p) { return p.id == f.piece; });
        if (it == m_job.pieces.end()) return;
        m_piece = &*it;
        m_pattern = armor::pattern(it->pattern);
        if (!m_pattern) return;
        for (const Trial &t : trialsFor(f)) {
            if (m_stop.stop_requested()) return;
            attempt(f, t);
        }
        // Cures first, then what leaves the least to fix; among equals the order of the trials stands, which
        // begins with the change that takes least away from the customer.
        std::stable_sort(f.remedies.begin(), f.remedies.end(), [](const Remedy &a, const Remedy &b) {
            if (a.cures != b.cures) return a.cures;
            return a.fixesAfter - a.fixesBefore < b.fixesAfter - b.fixesBefore;
        });
    }

    /// Tries the values in turn and keeps the first that cures, or the best if none does and it helps.
    void attempt(Finding &f, const Trial &trial) {
        std::vector<Change> changes = trial.changes;
        if (const armor::SettingDescriptor *d = m_pattern->setting(trial.setting))
            for (const SettingValue &value : trial.values) changes.push_back({d, value, {}, {}});
        std::optional<Remedy> best;
        const Change *bestChange = nullptr;
        int tries = 0;
        for (const Change &change : changes) {
            if (m_stop.stop_requested() || ++tries > triesPerTrial) break;
            if (change.setting && !armor::checkSetting(*change.setting, change.value, m_stock)) break;
            Remedy r = evaluate(f, change);
            if (r.cures && isClose()) r = evaluate(f, change, closeLook(f.id));
            if (m_stop.stop_requested()) return;  // what was evaluated is not whole
            if (!std::isfinite(r.after)) continue;
            if (r.cures) {
                best = std::move(r);
                break;
            }
            if (std::abs(r.after - f.limit) < 0.9 * std::abs((best ? best->after : f.value) - f.limit)) {
                best = std::move(r);
                bestChange = &change;
            }
        }
        if (best && isClose() && !best->cures) best = evaluate(f, *bestChange, closeLook(f.id));
        if (best && !m_stop.stop_requested() && std::isfinite(best->after))
            f.remedies.push_back(std::move(*best));
    }

    /// Plates are shells in what is to be cured.
    [[nodiscard]] bool isClose() const { return m_appraisal.detail != proof::Detail::Strips; }

    /// The utilization of a finding's check in an appraisal; where plates are strips that of the check that
    /// stands there for it.
    std::optional<double> useOf(const Finding &f, const Appraisal &a) const {
        const std::string id =
            a.detail == proof::Detail::Strips ? stripCheck(f.id) : f.id.substr(f.id.find('/') + 1);
        const PieceAppraisal *p = a.piece(m_piece->id);
        if (p && p->proof)
            for (const proof::Check &c : p->proof->checks)
                if (c.id == id) return c.utilization;
        return std::nullopt;
    }

    /// What a change does; where plates are shells but strips are asked for, as far as these can tell.
    Remedy evaluate(const Finding &f, const Change &change,
                    proof::Detail detail = proof::Detail::Strips) const {
        Remedy r;
        r.edit.piece = m_piece->id;
        r.edit.tweaks = change.tweaks;
        r.label = change.label;
        if (const armor::SettingDescriptor *d = change.setting) {
            r.edit.settings[d->id] = change.value;
            r.label = d->name + ": ";
            addValue(r.label, *d, current(*d));
            r.label.text += " to ";
            addValue(r.label, *d, change.value);
        }
        r.before = f.value;
        const Job changed = apply(m_job, r.edit);
        Appraisal after = appraise(changed, m_stock, m_stop, detail);
        if (m_appraisal.fitDone) addFit(after, changed, m_stop);  // like is compared with like
        const bool guessed = isClose() && detail == proof::Detail::Strips;
        r.fixesBefore = guessed ? fixes(m_strips) : m_fixes;
        r.fixesAfter = fixes(after);
        const Finding *same = after.finding(f.id);
        r.cures = !same || same->severity == Severity::Note;
        r.after = r.cures ? valueWithout(f, after) : same->value;
        if (guessed && f.id.starts_with("check/")) guess(f, after, r);
        // A check that was not made again has not been cured.
        if (!guessed && f.id.starts_with("check/") && !useOf(f, after)) {
            r.cures = false;
            r.after = std::nan("");
        }
        r.massChange = gaugeChange("mass", after);
        r.costChange = gaugeChange("cost", after);
        // A remedy that stops the job from being built at all is none.
        if (std::any_of(after.findings.begin(), after.findings.end(),
                        [](const Finding &x) { return x.severity == Severity::Stop; }))
            r.after = std::nan("");
        return r;
    }

    /// Strips tell by what share a check changes; a guess near the limit is worth a closer look.
    void guess(const Finding &f, const Appraisal &after, Remedy &r) const {
        constexpr double near = 1.1;
        const auto was = useOf(f, m_strips), is = useOf(f, after);
        if (!was || !is || !(*was > 0)) {
            r.cures = true;
            return;
        }
        r.after = f.value * *is / *was;
        r.cures = r.after <= near * f.limit;
    }

    /// The finding's number once the finding is gone: from the check or gauge it was about.
    double valueWithout(const Finding &f, const Appraisal &after) const {
        if (f.id.starts_with("check/"))
            if (const auto use = useOf(f, after)) return *use;
        if (f.id.starts_with("gauge/"))
            if (const Gauge *g = after.gauge(f.id.substr(6)); g && g->value) return *g->value;
        return f.limit;
    }

    double gaugeChange(const char *id, const Appraisal &after) const {
        const Gauge *a = m_appraisal.gauge(id);
        const Gauge *b = after.gauge(id);
        return a && b && a->value && b->value ? *b->value - *a->value : 0;
    }

    SettingValue current(const armor::SettingDescriptor &d) const {
        const auto it = m_piece->settings.find(d.id);
        return it == m_piece->settings.end() ? d.standard : it->second;
    }

    static void addValue(measure::Phrase &label, const armor::SettingDescriptor &d, const SettingValue &v) {
        if (const auto *text = std::get_if<std::string>(&v)) {
            label.text += *text;
            return;
        }
        label.text += fmt::format("{{{}}}", label.measures.size());
        label.measures.push_back({std::get<double>(v), d.quantity});
    }

    double now(const char *setting) const { return armor::number(*m_piece, *m_pattern, setting); }

    Trial stepped(const char *setting, double step) const {
        Trial t{setting, {}};
        const armor::SettingDescriptor *d = m_pattern->setting(setting);
        const double start = now(setting);
        for (int i = 1; i <= triesPerTrial; ++i) {
            const double v = start + i * step;
            if (d && v >= d->least && v <= d->most) t.values.emplace_back(v);
        }
        return t;
    }

    /// Gussets beside those that the pattern has, left and right alike: inside the brackets, or outside them
    /// above and below the middle of the beam.
    Trial moreGussets(bool inner) const {
        Trial t;
        const stock::Section *beam = m_stock.section(armor::text(*m_piece, *m_pattern, "section"));
        if (!beam || !m_pattern->setting("gussetLeg")) return t;
        for (const double leg : {60.0, 90.0, 120.0, 150.0}) {
            Change c;
            const std::vector<double> heights =
                inner ? std::vector<double>{0.0} : std::vector<double>{beam->height / 4, -beam->height / 4};
            for (const char *part : {"bracket.left", "bracket.right"})
                for (const double above : heights) {
                    armor::Tweak tweak;
                    tweak.kind = armor::Tweak::Kind::Gusset;
                    tweak.part = part;
                    tweak.at = armor::Vec2(inner ? 1 : 0, above);
                    tweak.value = leg;
                    c.tweaks.push_back(std::move(tweak));
                }
            c.label = {inner ? "Gussets inside both brackets, leg {0}"
                             : "Gussets outside both brackets, above and below, leg {0}",
                       {{leg}}};
            t.changes.push_back(std::move(c));
        }
        return t;
    }

    Trial nextPlate(const char *setting) const {
        Trial t{setting, {}};
        for (const double s : m_stock.plateThicknesses(armor::text(*m_piece, *m_pattern, "plateMaterial")))
            if (s > now(setting) + 0.01) t.values.emplace_back(s);
        return t;
    }

    Trial nextWall() const {
        Trial t{"section", {}};
        const stock::Section *s = m_stock.section(armor::text(*m_piece, *m_pattern, "section"));
        if (!s) return t;
        std::vector<const stock::Section *> heavier;
        for (const stock::Section &other : m_stock.sections)
            if (other.shape == s->shape && other.series == s->series && other.height == s->height &&
                other.width == s->width && other.wall > s->wall)
                heavier.push_back(&other);
        std::sort(heavier.begin(), heavier.end(),
                  [](const auto *a, const auto *b) { return a->wall < b->wall; });
        for (const stock::Section *h : heavier) t.values.emplace_back(h->id);
        return t;
    }

    Trial stronger(const char *setting, const char *value) const {
        Trial t{setting, {}};
        if (armor::text(*m_piece, *m_pattern, setting) != value) t.values.emplace_back(std::string(value));
        return t;
    }

    Trial weakerWinch() const {
        Trial t{"winch", {}};
        const stock::Winch *now = m_stock.winch(armor::text(*m_piece, *m_pattern, "winch"));
        std::vector<const stock::Winch *> lower;
        for (const stock::Winch &w : m_stock.winches)
            if (now && w.ratedPull < now->ratedPull) lower.push_back(&w);
        std::sort(lower.begin(), lower.end(),
                  [](const auto *a, const auto *b) { return a->ratedPull > b->ratedPull; });
        for (const stock::Winch *w : lower) t.values.emplace_back(w->id);
        return t;
    }

    static bool names(const Finding &f, std::string_view word) {
        return f.id.find(word) != std::string::npos;
    }

    std::vector<Trial> trialsFor(const Finding &f) const {
        if (f.id == "gauge/approach") return {stepped("height", 10), stepped("setback", -5)};
        if (f.id == "gauge/wheelPath")
            return {stepped("cornerCut", 15), stepped("sweep", radians(3)), stepped("height", 10)};
        if (f.id == "gauge/clearance") return {stepped("height", 20)};
        if (f.id.starts_with("gap/"))
            return {stepped("setback", 10), stepped("height", 10),     stepped("height", -10),
                    stepped("width", -40),  stepped("gussetLeg", -20), stepped("trayDepth", -10)};
        if (f.id.starts_with("weld-large/")) return {smallerLeg(f)};
        if (f.id.starts_with("weld-size/") || f.id.starts_with("check/weld/") ||
            f.id.starts_with("check/seam/") || f.id.starts_with("check/fatigue/"))
            return weldTrials(f);
        if (f.id.starts_with("check/block/")) return blockTrials(f);
        if (f.id.starts_with("check/frequency/") || f.id.starts_with("check/stability/"))
            return {nextPlate("bracketThickness"), nextWall(), stepped("gussetLeg", 20),
                    stepped("braceReach", 120)};
        if (f.id.starts_with("check/bolt/fairlead"))
            return {stronger("fairleadBoltGrade", "10.9"), weakerWinch()};
        if (f.id.starts_with("check/bolt/winch")) return {stronger("footBoltGrade", "10.9"), weakerWinch()};
        if (f.id.starts_with("check/bolt/"))
            return {stronger("mountBoltGrade", "10.9"), stepped("addedBolts", 1), weakerWinch()};
        if (f.id.starts_with("check/bearing/mount")) return {stepped("addedBolts", 1), weakerWinch()};
        if (f.id.starts_with("check/impact/")) return impactTrials(f);
        if (f.id.starts_with("check/tab/")) return {nextPlate("tabThickness"), stepped("tabHeight", 5)};
        if (f.id.starts_with("check/wall/") || f.id.starts_with("check/tubewall/")) return wallTrials(f);
        if (f.id.starts_with("check/")) return memberTrials(f);
        return {};
    }

    /// The setting that gives the leg of a weld; empty if none does.
    static std::string legSetting(const Finding &f) {
        for (const auto &[part, setting] : {std::pair{"gusset", "gussetWeld"},
                                            {"brace", "gussetWeld"},
                                            {"tab.", "tabWeld"},
                                            {"cheek", "trayWeld"},
                                            {"lip", "trayWeld"},
                                            {"tray", "trayWeld"},
                                            {"bracket", "bracketWeld"},
                                            {"corner", "capWeld"},
                                            {"cap.", "capWeld"},
                                            {"beam.", "beamWeld"}})
            if (names(f, part)) return setting;
        return {};
    }

    Trial smallerLeg(const Finding &f) const {
        const std::string setting = legSetting(f);
        return setting.empty() ? Trial{} : stepped(setting.c_str(), -1);
    }

    std::vector<Trial> weldTrials(const Finding &f) const {
        std::vector<Trial> t;
        if (const std::string setting = legSetting(f); !setting.empty())
            t.push_back(stepped(setting.c_str(), 1));
        if (names(f, "bracket")) {
            t.push_back(stepped("gussetLeg", 20));
            t.push_back(moreGussets(true));
        }
        if (names(f, "tab.")) t.push_back(stepped("tabHeight", 5));
        return t;
    }

    std::vector<Trial> blockTrials(const Finding &f) const {
        if (names(f, "winch")) return {nextPlate("trayThickness"), weakerWinch()};
        return {nextPlate("bracketThickness"), stepped("addedBolts", 1), weakerWinch()};
    }

    /// Struck or dropped: the ends are braced, the middle is held by brackets and gussets.
    std::vector<Trial> impactTrials(const Finding &f) const {
        std::vector<Trial> t = memberTrials(f);
        const auto add = [&t](Trial more) {
            const auto same = [&more](const Trial &o) { return o.setting == more.setting; };
            if (more.setting.empty() || std::none_of(t.begin(), t.end(), same)) t.push_back(std::move(more));
        };
        if (names(f, "end."))
            add(stepped("braceReach", 120));
        else
            add(moreGussets(true));
        add(nextWall());
        return t;
    }

    std::vector<Trial> wallTrials(const Finding &f) const {
        std::vector<Trial> t{nextWall()};
        if (names(f, "tab.")) {
            t.push_back(stepped("tabHeight", 5));
            t.push_back(nextPlate("tabThickness"));
        }
        if (names(f, "bracket")) {
            t.push_back(stepped("gussetLeg", 20));
            t.push_back(moreGussets(true));
            t.push_back(moreGussets(false));
        }
        if (names(f, "gusset") || names(f, "brace")) t.push_back(nextPlate("gussetThickness"));
        if (names(f, "beam.")) t.push_back(stepped("braceReach", 120));
        return t;
    }

    std::vector<Trial> memberTrials(const Finding &f) const {
        const std::string role = armor::role(f.subject);
        if (role == "bracket")
            return {nextPlate("bracketThickness"), stepped("gussetLeg", 20), moreGussets(true),
                    stepped("setback", -10)};
        if (role == "tray") return {nextPlate("trayThickness"), stepped("lipHeight", 20)};
        if (role == "lip") return {nextPlate("lipThickness"), stepped("lipHeight", 10)};
        if (role == "cheek") return {nextPlate("cheekThickness")};
        if (role == "gusset")
            return {nextPlate("gussetThickness"), stepped("gussetLeg", 20), moreGussets(true)};
        if (role == "brace") return {nextPlate("gussetThickness")};
        if (role == "tab")
            return {nextPlate("tabThickness"), stepped("tabHeight", 5), stepped("tabReach", -5)};
        if (f.subject.starts_with("beam.")) return {nextWall(), stepped("braceReach", 120)};
        if (role == "beam") return {nextWall(), weakerWinch()};
        return {weakerWinch()};
    }

    Appraisal &m_appraisal;
    const Job &m_job;
    const stock::Stock &m_stock;
    std::stop_token m_stop;
    const armor::Piece *m_piece = nullptr;
    const armor::Pattern *m_pattern = nullptr;
    int m_fixes = 0;
    Appraisal m_strips;  ///< of the same job, where plates are shells
};

}  // namespace

void addRemedies(Appraisal &appraisal, const Job &job, const stock::Stock &stock, std::stop_token stop) {
    RemedyFinder(appraisal, job, stock, std::move(stop)).run();
}

}  // namespace hefty::job
