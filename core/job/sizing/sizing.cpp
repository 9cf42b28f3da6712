#include "core/job/sizing/sizing.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/parallel.h"
#include "core/job/appraise/appraise_under.h"
#include "core/job/appraise/strip_check.h"
#include "core/job/sizing/size_search.h"

namespace hefty::job {
namespace {

using armor::SettingValue;

constexpr int mostStrengthened = 4;  // rounds of making stronger what shells do not pass

const armor::Piece *pieceOf(const Job &job, const std::string &id) {
    const auto it =
        std::find_if(job.pieces.begin(), job.pieces.end(), [&](const auto &p) { return p.id == id; });
    return it == job.pieces.end() ? nullptr : &*it;
}

/// Sizes one piece: a search by strips, then a look with shells at what it finds.
class Sizer {
  public:
    using Place = SizeSearch::Place;

    Sizer(const Job &job, const armor::Piece &piece, const stock::Stock &stock, const SizingWish &wish,
          const std::function<void(double)> &progress, const std::stop_token &stop)
        : m_job(job),
          m_piece(piece),
          m_stock(stock),
          m_wish(wish),
          m_progress(progress),
          m_stop(stop),
          m_before(appraise(job, stock)),
          m_fixesBefore(fixes(m_before)),
          m_search(job, piece, stock, wish, m_before, progress, stop) {}

    Sizing run() {
        if (m_search.choices().empty()) return failed("This piece has no sizes to choose.");
        if (!(m_wish.largestMass > 0)) return failed("The largest mass has to be more than 0.");
        Place start = m_search.now();
        ShellShares shells;
        bool holding = false;
        parallel::together([&] { holding = m_search.climb(start); },  // tells the caller on its own thread
                           [&] { shells = asShells(); });
        m_close += 1;
        if (!holding) return whatStands(start);
        m_search.heed(shells, start);
        for (;;) {
            Place best = start;
            if (!m_search.improve(best)) return whatStands(best);
            if (const double mass = m_search.judged(best).outlay.mass; mass > m_wish.largestMass)
                return tooHeavy(mass);
            Sizing out = proveClosely(best, start);
            if (out.found || m_stop.stop_requested() || !m_search.forbid(best, start)) return out;
        }
    }

  private:
    static Sizing failed(measure::Phrase why) {
        Sizing out;
        out.why = std::move(why);
        return out;
    }
    [[nodiscard]] Sizing tooHeavy(double mass) const {
        return failed({"The lightest sizes found that hold add {0}, more than the {1} that are wished.",
                       {{mass, measure::Quantity::Mass}, {m_wish.largestMass, measure::Quantity::Mass}}});
    }
    static Sizing stopped() { return failed("The search was stopped."); }

    /// What shells ask more than strips of the piece as it is, under the duties that work it noticeably.
    [[nodiscard]] ShellShares asShells() const {
        const PieceAppraisal *strips = m_before.piece(m_piece.id);
        if (!strips || !strips->proof) return {};
        constexpr double worked = 0.3;  // house: sizes are searched where this may come near its limit
        std::set<std::string> duties;
        for (const proof::Check &c : strips->proof->checks)
            if (c.loadCase >= 0 && c.utilization > worked) duties.insert(proof::dutyId(*strips->proof, c));
        const Appraisal close = appraiseUnder(m_job, m_stock, {duties.begin(), duties.end()}, m_stop,
                                              proof::Detail::Shells, &m_before);
        const PieceAppraisal *shells = close.piece(m_piece.id);
        if (!shells || !shells->proof) return {};
        ShellShares out;
        for (const auto &[id, share] : shellShares(*strips->proof, *shells->proof))
            out[checkOf(id, strips->id, m_job.pieces.size())] = share;
        return out;
    }

    /// What does not hold at the place that comes nearest to it.
    [[nodiscard]] Sizing whatStands(const Place &p) const {
        if (m_stop.stop_requested()) return stopped();
        const Appraisal a =
            appraise(apply(m_job, m_search.editOf(p)), m_stock, {}, proof::Detail::Strips, &m_before);
        for (const Finding &f : a.findings)
            if (breaks(f, m_fixesBefore))
                return failed(measure::Phrase("No larger size helps.").then(f.sentence));
        return failed(m_wish.rackOnly ? "The rack does not have what this piece needs." : "No sizes hold.");
    }

    /// Goes half of the way back to where the search began. False where nothing is left of it.
    [[nodiscard]] static bool retreat(Place &p, const Place &start) {
        if (p == start) return false;
        for (std::size_t i = 0; i < p.size(); ++i)
            p[i] = p[i] < start[i] ? start[i] - (start[i] - p[i]) / 2 : start[i] + (p[i] - start[i]) / 2;
        return true;
    }

    /// Proves a place with shells, then with shells of two sizes; what does not hold is made a step stronger,
    /// and where that does not lead on, the sizes that the search began with are approached.
    Sizing proveClosely(Place p, const Place &start) {
        Sizing out;
        for (int round = 0; round < 2 * mostStrengthened; ++round) {
            const Job sized = apply(m_job, m_search.editOf(p));
            const Appraisal close = appraise(sized, m_stock, m_stop, proof::Detail::HalvedIfSound);
            if (m_stop.stop_requested()) return stopped();
            m_close += 1;
            if (holds(close, m_fixesBefore)) {
                const double mass = gaugeOf(close, "mass");
                return mass > m_wish.largestMass ? tooHeavy(mass) : finished(p, close);
            }
            const bool stronger = round < mostStrengthened && strengthen(p, close);
            if (!stronger && !retreat(p, start)) {
                out.why = "With plates as shells no size holds that strips allow.";
                for (const Finding &f : close.findings)
                    if (breaks(f, m_fixesBefore)) {
                        out.why = out.why.then(f.sentence);
                        break;
                    }
                return out;
            }
        }
        out.why = "No sizes were found that hold with plates as shells.";
        return out;
    }

    /// The same as far as strips can tell: the step that takes the largest share off the check that stands
    /// for the broken one. False if none takes off enough to be trusted.
    bool strengthenByStrips(Place &p, const std::string &finding) {
        constexpr double worthwhile = 0.95;
        const std::string id = stripCheck(finding);
        const double now = m_search.judged(p).use(id);
        if (!(now > 0)) return false;
        m_search.learnSteps(p, +1);
        double best = worthwhile;
        std::size_t chosen = p.size();
        for (std::size_t i = 0; i < p.size(); ++i) {
            if (!m_search.canStep(p, i, +1)) continue;
            const Judged &j = m_search.judged(SizeSearch::stepped(p, i, +1));
            if (j.over > 0 && (!j.byStrength || j.bySizes)) continue;
            if (const double use = j.use(id); use > 0 && use / now < best) {
                best = use / now;
                chosen = i;
            }
        }
        if (chosen == p.size()) return false;
        ++p[chosen];
        return true;
    }

    /// True if something that is no matter of strength has broken since.
    [[nodiscard]] bool breaksMore(const Appraisal &now, const Appraisal &then) const {
        return std::any_of(now.findings.begin(), now.findings.end(), [&](const Finding &f) {
            return !f.id.starts_with("check/") && breaks(f, m_fixesBefore) && !then.finding(f.id);
        });
    }

    /// A step up of the size that brings the worst of what does not hold down the most.
    bool strengthen(Place &p, const Appraisal &close) {
        const auto broken = std::find_if(close.findings.begin(), close.findings.end(),
                                         [this](const Finding &f) { return breaks(f, m_fixesBefore); });
        if (broken == close.findings.end()) return false;
        if (strengthenByStrips(p, broken->id)) return true;
        std::vector<std::pair<double, std::size_t>> effects(p.size(), {unable, 0});
        parallel::forEach(p.size(), [&](std::size_t i) {
            effects[i].second = i;
            if (!m_search.canStep(p, i, +1)) return;
            Place q = p;
            ++q[i];
            const Appraisal a =
                appraise(apply(m_job, m_search.editOf(q)), m_stock, m_stop, closeLook(broken->id));
            if (stops(a) || breaksMore(a, close)) return;
            const Finding *same = a.finding(broken->id);
            effects[i].first = same ? same->value : 0;
        });
        const auto best = std::min_element(effects.begin(), effects.end());
        m_close += static_cast<int>(p.size());
        if (best->first >= broken->value) return false;
        ++p[best->second];
        return true;
    }

    Sizing finished(const Place &p, const Appraisal &after) {
        Sizing out;
        out.found = true;
        out.appraisals = static_cast<int>(m_search.appraisals()) + m_close;
        out.hardest = gaugeOf(after, "margin");
        out.massChange = gaugeOf(after, "mass") - gaugeOf(m_before, "mass");
        out.costChange = gaugeOf(after, "cost") - gaugeOf(m_before, "cost");
        out.edit.piece = m_piece.id;
        const armor::Pattern &pattern = *armor::pattern(m_piece.pattern);
        for (std::size_t i = 0; i < p.size(); ++i) {
            const SettingValue &value = m_search.choices()[i].options[p[i]];
            const armor::SettingDescriptor &d = *pattern.setting(m_search.choices()[i].setting);
            const auto it = m_piece.settings.find(d.id);
            const SettingValue was = it == m_piece.settings.end() ? d.standard : it->second;
            if (was == value) continue;
            out.edit.settings[d.id] = value;
            out.changes.push_back(change(d, was, value));
        }
        if (m_progress) m_progress(1);
        return out;
    }

    static measure::Phrase change(const armor::SettingDescriptor &d, const SettingValue &was,
                                  const SettingValue &is) {
        if (const auto *text = std::get_if<std::string>(&is))
            return fmt::format("{}: {} to {}", d.name, std::get<std::string>(was), *text);
        return {fmt::format("{}: {{0}} to {{1}}", d.name),
                {{std::get<double>(was), d.quantity}, {std::get<double>(is), d.quantity}}};
    }

    const Job &m_job;
    const armor::Piece &m_piece;
    const stock::Stock &m_stock;
    const SizingWish &m_wish;
    const std::function<void(double)> &m_progress;
    std::stop_token m_stop;
    Appraisal m_before;
    std::set<std::string> m_fixesBefore;
    SizeSearch m_search;
    int m_close = 0;  ///< appraisals beside those of the search
};

}  // namespace

double sizingCost(const Job &sized, const stock::Stock &stock, const SizingWish &wish,
                  const Appraisal &before) {
    const Judged judged = judge(sized, stock, wish, before);
    return judged.outlay.mass > wish.largestMass ? unable : judged.cost;
}

Sizing sizePiece(const Job &job, const std::string &piece, const stock::Stock &stock, const SizingWish &wish,
                 const std::function<void(double)> &progress, std::stop_token stop) {
    Sizing out;
    const armor::Piece *p = pieceOf(job, piece);
    if (!p || !armor::pattern(p->pattern)) {
        out.why = "There is no such piece.";
        return out;
    }
    const auto rig = rig::geometry(job.vehicle);
    if (!rig) {
        out.why = measure::Phrase(rig.error().message).then(rig.error().remedy);
        return out;
    }
    return Sizer(job, *p, stock, wish, progress, stop).run();
}

}  // namespace hefty::job
