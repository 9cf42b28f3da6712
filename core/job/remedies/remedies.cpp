#include <algorithm>
#include <atomic>
#include <cmath>
#include <functional>
#include <future>
#include <map>
#include <mutex>
#include <thread>

#include <fmt/format.h>

#include "core/armor/standing.h"
#include "core/base/constants.h"
#include "core/job/appraisal.h"
#include "core/job/appraise/strip_check.h"
#include "core/job/remedies/change_series.h"

namespace hefty::job {
namespace {

using armor::SettingValue;

constexpr std::size_t mostThreads = 2;  // each holds a whole proof

int countFixes(const Appraisal &a) {
    return static_cast<int>(std::count_if(a.findings.begin(), a.findings.end(),
                                          [](const Finding &f) { return f.severity != Severity::Note; }));
}

/// What a changed job comes to, as far as remedies are told by it.
struct Outcome {
    std::map<std::string, std::pair<double, Severity>> findings;
    std::map<std::string, std::map<std::string, double>> uses;  ///< piece -> of its checks
    std::map<std::string, double> gauges;
    int fixes = 0;
    bool stopped = false;  ///< it can no longer be built
};

Outcome outcomeOf(const Appraisal &a) {
    Outcome out;
    out.fixes = countFixes(a);
    for (const Finding &f : a.findings) {
        out.findings.try_emplace(f.id, f.value, f.severity);
        out.stopped = out.stopped || f.severity == Severity::Stop;
    }
    for (const PieceAppraisal &p : a.pieces)
        if (p.proof)
            for (const proof::Check &c : p.proof->checks) out.uses[p.id][c.id] = c.utilization;
    for (const Gauge &g : a.gauges)
        if (g.value) out.gauges[g.id] = *g.value;
    return out;
}

/// Many findings ask for the same change: each is appraised once, by whoever asks first. What a stop has
/// broken off is kept too: nobody asks after that.
class Outcomes {
  public:
    Outcome get(const std::string &key, const std::function<Outcome()> &make) {
        std::promise<Outcome> promise;
        std::shared_future<Outcome> known;
        {
            const std::lock_guard lock(m_mutex);
            const auto [it, fresh] = m_known.try_emplace(key);
            if (fresh)
                it->second = promise.get_future().share();
            else
                known = it->second;
        }
        if (known.valid()) return known.get();
        Outcome made = make();
        promise.set_value(made);
        return made;
    }

  private:
    std::mutex m_mutex;
    std::map<std::string, std::shared_future<Outcome>> m_known;
};

/// What all findings are cured from.
struct Start {
    const Appraisal &appraisal;
    const Job &job;
    const stock::Stock &stock;
    std::stop_token stop;
    int fixes = 0;
    Appraisal strips;      ///< of the same job, where plates are shells
    Outcome stripsBefore;  ///< what they come to
};

/// Finds remedies for one finding after the other.
class RemedyFinder {
  public:
    RemedyFinder(const Start &start, Outcomes &outcomes)
        : m_start(start),
          m_outcomes(outcomes),
          m_appraisal(start.appraisal),
          m_job(start.job),
          m_stock(start.stock),
          m_stop(start.stop) {}

    /// @param f  a copy of the finding; its remedies are filled in
    void cure(Finding &f) {
        const auto it = std::find_if(m_job.pieces.begin(), m_job.pieces.end(),
                                     [&f](const armor::Piece &p) { return p.id == f.piece; });
        if (it == m_job.pieces.end()) return;
        m_proved = &*it;
        change(*it);
        if (!m_pattern) return;
        tryAll(f, changesAgainst(f, m_appraisal, m_stock, *m_piece, *m_pattern));
        cureBelow(f);
        // Cures first, then what leaves the least to fix; among equals the order of the series stands, which
        // begins with the change that takes least away from the customer.
        std::stable_sort(f.remedies.begin(), f.remedies.end(), [](const Remedy &a, const Remedy &b) {
            if (a.cures != b.cures) return a.cures;
            return a.fixesAfter - a.fixesBefore < b.fixesAfter - b.fixesBefore;
        });
    }

    /// The piece that is changed from here on.
    void change(const armor::Piece &piece) {
        m_piece = &piece;
        m_pattern = armor::pattern(piece.pattern);
    }
    void tryAll(Finding &f, const std::vector<ChangeSeries> &all) {
        for (const ChangeSeries &t : all) {
            if (m_stop.stop_requested()) return;
            attempt(f, t);
        }
    }
    /// A finding about a part of a piece that this one stands on: what that piece can do.
    void cureBelow(Finding &f) {
        std::string on = m_proved->on;
        for (std::size_t deep = 0; !on.empty() && deep < m_job.pieces.size(); ++deep) {
            const auto lower = std::find_if(m_job.pieces.begin(), m_job.pieces.end(),
                                            [&on](const armor::Piece &p) { return p.id == on; });
            if (lower == m_job.pieces.end()) return;
            const std::string begin = armor::nameBelow(on, "");
            Finding there = f;
            std::string &subject = there.subject;
            for (auto at = subject.find(begin); at != std::string::npos; at = subject.find(begin, at))
                subject.erase(at, begin.size());
            change(*lower);
            if (subject != f.subject && m_pattern)
                tryAll(f, changesAgainst(there, m_appraisal, m_stock, *m_piece, *m_pattern));
            on = lower->on;
        }
    }

    /// Tries the values in turn and keeps the first that cures, or the best if none does and it helps.
    void attempt(Finding &f, const ChangeSeries &series) {
        std::vector<Change> changes = series.changes;
        if (const armor::SettingDescriptor *d = m_pattern->setting(series.setting))
            for (const SettingValue &value : series.values) changes.push_back({d, value, {}, {}});
        std::optional<Remedy> best;
        const Change *bestChange = nullptr;
        int tries = 0;
        for (const Change &change : changes) {
            if (m_stop.stop_requested() || ++tries > mostChanges) break;
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

    Outcome outcome(const Edit &edit, proof::Detail detail) {
        const Job changed = apply(m_job, edit);
        std::string key = fmt::format("{}:", static_cast<int>(detail));
        for (const armor::Piece &p : changed.pieces)
            if (p.id == edit.piece) key += p.id + armor::writePiece(p).dump();
        return m_outcomes.get(key, [&] {
            const bool guessed = isClose() && detail == proof::Detail::Strips;
            Appraisal after =
                appraise(changed, m_stock, m_stop, detail, guessed ? &m_start.strips : &m_appraisal);
            if (m_appraisal.fitDone) addFit(after, changed, m_stop);  // like is compared with like
            return outcomeOf(after);
        });
    }

    /// The utilization of a finding's check; where plates are strips that of the check that stands there for
    /// it.
    [[nodiscard]] std::optional<double> useOf(const Finding &f, const Outcome &a, bool strips) const {
        const auto piece = a.uses.find(m_proved->id);
        if (piece == a.uses.end()) return std::nullopt;
        const std::string whole = f.id.substr(0, f.id.find('@'));
        const auto it = piece->second.find(strips ? stripCheck(whole) : whole.substr(whole.find('/') + 1));
        return it == piece->second.end() ? std::nullopt : std::optional<double>(it->second);
    }

    /// What a change does; where plates are shells but strips are asked for, as far as these can tell.
    Remedy evaluate(const Finding &f, const Change &change, proof::Detail detail = proof::Detail::Strips) {
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
        if (m_piece != m_proved) r.label.text = m_piece->name + ", " + r.label.text;
        r.before = f.value;
        const Outcome after = outcome(r.edit, detail);
        const bool strips = detail == proof::Detail::Strips, guessed = isClose() && strips;
        const bool ofCheck = f.id.starts_with("check/");
        r.fixesBefore = guessed ? m_start.stripsBefore.fixes : m_start.fixes;
        r.fixesAfter = after.fixes;
        const auto same = after.findings.find(f.id);
        r.cures = same == after.findings.end() || same->second.second == Severity::Note;
        r.after = r.cures ? valueWithout(f, after, strips) : same->second.first;
        if (guessed && ofCheck) guess(f, after, r);
        // A check that was not made again has not been cured.
        if (!guessed && ofCheck && !useOf(f, after, strips)) {
            r.cures = false;
            r.after = std::nan("");
        }
        r.massChange = gaugeChange("mass", after);
        r.costChange = gaugeChange("cost", after);
        // A remedy that stops the job from being built at all is none.
        if (after.stopped) r.after = std::nan("");
        return r;
    }

    /// Strips tell by what share a check changes; a guess near the limit is worth a closer look.
    void guess(const Finding &f, const Outcome &after, Remedy &r) const {
        constexpr double near = 1.1;
        const auto was = useOf(f, m_start.stripsBefore, true), is = useOf(f, after, true);
        if (!was || !is || !(*was > 0)) {
            r.cures = true;
            return;
        }
        r.after = f.value * *is / *was;
        r.cures = r.after <= near * f.limit;
    }

    /// The finding's number once the finding is gone: from the check or gauge it was about.
    [[nodiscard]] double valueWithout(const Finding &f, const Outcome &after, bool strips) const {
        if (f.id.starts_with("check/"))
            if (const auto use = useOf(f, after, strips)) return *use;
        if (f.id.starts_with("gauge/"))
            if (const auto g = after.gauges.find(f.id.substr(6)); g != after.gauges.end()) return g->second;
        return f.limit;
    }

    double gaugeChange(const char *id, const Outcome &after) const {
        const Gauge *a = m_appraisal.gauge(id);
        const auto b = after.gauges.find(id);
        return a && a->value && b != after.gauges.end() ? b->second - *a->value : 0;
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

    const Start &m_start;
    Outcomes &m_outcomes;
    const Appraisal &m_appraisal;
    const Job &m_job;
    const stock::Stock &m_stock;
    const std::stop_token m_stop;
    const armor::Piece *m_proved = nullptr;  ///< that a finding is of
    const armor::Piece *m_piece =
        nullptr;  ///< that is changed against it: the same, or one that it stands on
    const armor::Pattern *m_pattern = nullptr;
};

}  // namespace

void addRemedies(Appraisal &appraisal, const Job &job, const stock::Stock &stock, std::stop_token stop) {
    std::vector<Finding *> asked;
    for (Finding &f : appraisal.findings)
        if (f.severity == Severity::Fix && f.remedies.empty()) asked.push_back(&f);
    Start start{appraisal, job, stock, stop, countFixes(appraisal), {}, {}};
    if (appraisal.detail != proof::Detail::Strips && !asked.empty()) {
        start.strips = appraise(job, stock, stop, proof::Detail::Strips, &appraisal);
        start.stripsBefore = outcomeOf(start.strips);
    }
    Outcomes outcomes;
    std::vector<Finding> found;
    for (const Finding *f : asked) found.push_back(*f);
    std::atomic<std::size_t> next = 0;
    const auto work = [&] {
        RemedyFinder finder(start, outcomes);
        for (std::size_t i = next++; i < found.size() && !stop.stop_requested(); i = next++)
            finder.cure(found[i]);
    };
    {
        std::vector<std::jthread> helpers;
        const std::size_t most = std::min<std::size_t>(std::thread::hardware_concurrency(), found.size());
        for (std::size_t i = 1; i < std::min<std::size_t>(most, mostThreads); ++i) helpers.emplace_back(work);
        work();
    }
    for (std::size_t i = 0; i < asked.size(); ++i) asked[i]->remedies = std::move(found[i].remedies);
    if (!stop.stop_requested()) appraisal.remediesDone = true;
}

}  // namespace hefty::job
