#include "core/job/sizing.h"

#include "core/job/appraise_under.h"
#include "core/job/sizing_worth.h"
#include "core/job/strip_check.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <limits>
#include <map>
#include <set>

#include <fmt/format.h>
#include <tbb/parallel_for.h>
#include <tbb/task_group.h>

namespace hefty::job {
namespace {

using armor::SettingValue;

constexpr int mostStrengthened = 12;  // rounds of making stronger what shells do not pass

const armor::Piece *pieceOf(const Job &job, const std::string &id) {
    const auto it =
        std::find_if(job.pieces.begin(), job.pieces.end(), [&](const auto &p) { return p.id == id; });
    return it == job.pieces.end() ? nullptr : &*it;
}

/// Searches over the choices of one piece. Every combination is appraised once at most.
class Search {
  public:
    using Place = std::vector<std::size_t>;  ///< which option, by choice

    Search(const Job &job, const armor::Piece &piece, const stock::Stock &stock, const SizingWish &wish,
           const std::function<void(double)> &progress, std::stop_token stop)
        : m_job(job),
          m_piece(piece),
          m_stock(stock),
          m_wish(wish),
          m_progress(progress),
          m_stop(std::move(stop)),
          m_choices(sizeChoices(job, piece, stock, wish)),
          m_before(appraise(job, stock)),
          m_fixesBefore(fixes(m_before)) {}

    Sizing run() {
        if (m_choices.empty()) return failed("This piece has no sizes to choose.");
        Place best = now();
        ShellShares shells;
        tbb::task_group beside;
        beside.run([&] { shells = asShells(); });
        const bool holding = climb(best);  // here, as the caller wants to be told on its thread
        beside.wait();
        if (!holding) return m_stop.stop_requested() ? stopped() : failed(whatStands(best));
        heed(shells, best);
        // From here on under the duties that govern a check somewhere near, a third of all; what is found is
        // asked under all, until no other governs.
        for (const auto &[place, j] : m_known) m_duties.insert(j.duties.begin(), j.duties.end());
        for (;;) {
            best = exchange(shrink(best));
            if (m_stop.stop_requested()) return stopped();
            const Judged whole = judgeUnder(best, {});
            if (whole.cost < unable) break;
            const std::size_t before = m_duties.size();
            m_duties.insert(whole.duties.begin(), whole.duties.end());
            if (m_duties.size() == before) return failed(whatStands(best));
            m_known.clear();
            if (!climb(best)) return m_stop.stop_requested() ? stopped() : failed(whatStands(best));
        }
        return proveClosely(best);
    }

  private:
    static Sizing failed(measure::Phrase why) {
        Sizing out;
        out.why = std::move(why);
        return out;
    }
    static Sizing stopped() { return failed("The search was stopped."); }

    /// From sizes that do not hold to some that do: always the step up, of one size or of all, that leaves
    /// the least over its limit.
    bool climb(Place &p) {
        constexpr int mostSteps = 60;
        for (int step = 0; step < mostSteps && judged(p).cost == unable; ++step) {
            std::vector<Place> steps;
            for (std::size_t i = 0; i < p.size(); ++i)
                if (canStep(p, i, +1)) steps.push_back(stepped(p, i, +1));
            learn(steps);
            if (steps.empty() || m_stop.stop_requested()) return false;
            const auto best = std::min_element(
                steps.begin(), steps.end(),
                [this](const Place &a, const Place &b) { return judged(a).over < judged(b).over; });
            if (judged(*best).over >= judged(p).over) return false;
            p = *best;
        }
        return judged(p).cost < unable;
    }

    [[nodiscard]] Place now() const {
        Place out;
        for (const SizeChoice &c : m_choices) out.push_back(c.now);
        return out;
    }

    [[nodiscard]] Edit editOf(const Place &p) const {
        Edit edit;
        edit.piece = m_piece.id;
        for (std::size_t i = 0; i < p.size(); ++i)
            edit.settings[m_choices[i].setting] = m_choices[i].options[p[i]];
        return edit;
    }

    const Judged &judged(const Place &p) {
        if (const auto it = m_known.find(p); it != m_known.end()) return it->second;
        if (m_stop.stop_requested()) return m_nothing;
        note(p, judgeUnder(p, m_duties));
        return m_known.at(p);
    }
    double cost(const Place &p) { return judged(p).cost; }
    [[nodiscard]] Judged judgeUnder(const Place &p, const std::set<std::string> &duties) const {
        Judged out =
            judge(apply(m_job, editOf(p)), m_stock, m_wish, m_before, {duties.begin(), duties.end()});
        heedShells(out, m_shells);
        return out;
    }

    /// What shells ask more than strips of the piece as it is, under the duties that govern it.
    [[nodiscard]] ShellShares asShells() const {
        const PieceAppraisal *strips = m_before.piece(m_piece.id);
        if (!strips || !strips->proof) return {};
        std::set<std::string> duties;
        for (const proof::Check &c : strips->proof->checks)
            if (c.loadCase >= 0) duties.insert(proof::dutyId(*strips->proof, c));
        const Appraisal close =
            appraiseUnder(m_job, m_stock, {duties.begin(), duties.end()}, m_stop, proof::Detail::Shells);
        const PieceAppraisal *shells = close.piece(m_piece.id);
        return shells && shells->proof ? shellShares(*strips->proof, *shells->proof) : ShellShares{};
    }

    /// From here on places are judged as shells would, if some size that strips know mends what they ask; if
    /// not, they are left to the last look.
    void heed(const ShellShares &shells, Place &p) {
        m_close += 1;
        m_shells = shells;
        for (auto &[place, j] : m_known) heedShells(j, m_shells);
        Place closer = p;
        if (climb(closer)) {
            p = closer;
            return;
        }
        m_shells.clear();
        m_known.clear();
    }

    void note(const Place &p, Judged j) {
        m_known[p] = std::move(j);
        // About how many there will be: steps up and down of each, its halvings, and the pairs.
        const double expected = 7.0 * static_cast<double>(m_choices.size());
        if (m_progress) m_progress(std::min(0.9, static_cast<double>(m_known.size()) / expected));
    }

    /// Appraises several places at once.
    void learn(const std::vector<Place> &places) {
        std::vector<Place> unknown;
        for (const Place &p : places)
            if (!m_known.contains(p) && std::find(unknown.begin(), unknown.end(), p) == unknown.end())
                unknown.push_back(p);
        std::vector<Judged> found(unknown.size());
        tbb::parallel_for(std::size_t{0}, unknown.size(), [&](std::size_t i) {
            if (!m_stop.stop_requested()) found[i] = judgeUnder(unknown[i], m_duties);
        });
        if (m_stop.stop_requested()) return;
        for (std::size_t i = 0; i < unknown.size(); ++i) note(unknown[i], std::move(found[i]));
    }

    /// The choices by what a step down of each saves, the most first: the sensitivities of the objective.
    std::vector<std::size_t> bySaving(const Place &p) {
        std::vector<std::pair<double, std::size_t>> order;
        for (std::size_t i = 0; i < p.size(); ++i)
            if (canStep(p, i, -1)) order.emplace_back(plainStep(p, i, -1), i);
        std::stable_sort(order.begin(), order.end(),
                         [](const auto &a, const auto &b) { return a.first < b.first; });
        std::vector<std::size_t> out;
        for (const auto &[change, i] : order) out.push_back(i);
        return out;
    }

    /// Each size as small as the others let it be; then again those that a step down still leaves standing.
    Place shrink(Place p) {
        for (const std::size_t i : bySaving(p)) p[i] = smallest(p, i);
        for (bool moved = true; moved && !m_stop.stop_requested();) {
            moved = false;
            learnSteps(p, -1);
            for (const std::size_t i : bySaving(p)) {
                if (!(cost(stepped(p, i, -1)) < cost(p))) continue;
                p[i] = smallest(p, i);
                moved = true;
            }
        }
        return p;
    }

    /// The cheapest option of one choice that holds, not above the one it has: by halving, then step by step
    /// below that, as a stiffer part can draw load to its neighbors.
    std::size_t smallest(Place p, std::size_t choice) {
        const std::size_t top = p[choice];
        double best = cost(p);
        std::size_t at = top, low = 0, high = top;
        while (low < high) {
            p[choice] = (low + high) / 2;
            if (cost(p) < best)
                high = p[choice];
            else
                low = p[choice] + 1;
        }
        if (high < top) {
            p[choice] = high;
            best = cost(p);
            at = high;
        }
        if (at > 0) {
            p[choice] = at - 1;
            if (cost(p) < best) return smallest(p, choice);
        }
        return at;
    }

    /// One size up a step where that lets another go down by more, until no such pair is left. Only pairs
    /// that save, and that the steps alone do not speak against, are looked at.
    Place exchange(Place p) {
        for (bool moved = true; moved && !m_stop.stop_requested();) {
            moved = false;
            learnSteps(p, +1);
            learnSteps(p, -1);
            std::vector<Place> pairs;
            for (std::size_t up = 0; up < p.size(); ++up)
                for (std::size_t down = 0; down < p.size(); ++down) {
                    if (up == down || !canStep(p, up, +1) || !canStep(p, down, -1)) continue;
                    if (!(plainStep(p, up, +1) + plainStep(p, down, -1) < 0)) continue;
                    if (mayHold(judged(p), judged(stepped(p, up, +1)), judged(stepped(p, down, -1))))
                        pairs.push_back(stepped(stepped(p, up, +1), down, -1));
                }
            learn(pairs);
            const auto best =
                std::min_element(pairs.begin(), pairs.end(),
                                 [this](const Place &a, const Place &b) { return cost(a) < cost(b); });
            if (best != pairs.end() && cost(*best) < cost(p)) {
                p = shrink(*best);
                moved = true;
            }
        }
        return p;
    }

    [[nodiscard]] bool canStep(const Place &p, std::size_t choice, int by) const {
        return by < 0 ? p[choice] > 0 : p[choice] + 1 < m_choices[choice].options.size();
    }
    [[nodiscard]] static Place stepped(Place p, std::size_t choice, int by) {
        p[choice] = by < 0 ? p[choice] - 1 : p[choice] + 1;
        return p;
    }
    /// Appraises every step one way from a place.
    void learnSteps(const Place &p, int by) {
        std::vector<Place> steps;
        for (std::size_t i = 0; i < p.size(); ++i)
            if (canStep(p, i, by)) steps.push_back(stepped(p, i, by));
        learn(steps);
    }

    /// What a step would change of the objective if all held: of its masses and costs alone.
    double plainStep(const Place &p, std::size_t choice, int by) {
        const std::size_t from = p[choice], to = from + static_cast<std::size_t>(by);
        const auto key = std::tuple{choice, std::min(from, to)};
        auto it = m_plain.find(key);
        if (it == m_plain.end()) {
            const double change = plainCostAt(stepped(p, choice, by)) - plainCostAt(p);
            it = m_plain.emplace(key, by > 0 ? change : -change).first;
        }
        return by > 0 ? it->second : -it->second;
    }
    /// The objective without asking whether it holds.
    double plainCostAt(const Place &p) {
        const auto it = m_plainCosts.find(p);
        return it != m_plainCosts.end() ? it->second : m_plainCosts.emplace(p, plainCost(p)).first->second;
    }
    double plainCost(const Place &p) const;

    /// What does not hold at the place that comes nearest to it.
    measure::Phrase whatStands(const Place &p) {
        const Appraisal a = appraise(apply(m_job, editOf(p)), m_stock);
        for (const Finding &f : a.findings)
            if (breaks(f, m_fixesBefore)) return measure::Phrase("No larger size helps.").then(f.sentence);
        if (m_wish.rackOnly) return "The rack does not have what this piece needs.";
        return "No sizes hold.";
    }

    /// Proves a place with shells, then with shells of two sizes; what does not hold is made a step stronger.
    Sizing proveClosely(Place p) {
        Sizing out;
        for (int round = 0; round < mostStrengthened; ++round) {
            const Job sized = apply(m_job, editOf(p));
            const Appraisal close = appraise(sized, m_stock, m_stop, proof::Detail::HalvedIfSound);
            if (m_stop.stop_requested()) return stopped();
            m_close += 1;
            if (holds(close, m_fixesBefore)) return finished(p, close);
            if (!strengthen(p, close)) {
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
        const double now = judged(p).use(id);
        if (!(now > 0)) return false;
        learnSteps(p, +1);
        double best = worthwhile;
        std::size_t chosen = p.size();
        for (std::size_t i = 0; i < p.size(); ++i) {
            if (!canStep(p, i, +1)) continue;
            const Judged &j = judged(stepped(p, i, +1));
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
        tbb::parallel_for(std::size_t{0}, p.size(), [&](std::size_t i) {
            effects[i].second = i;
            if (p[i] + 1 >= m_choices[i].options.size()) return;
            Place q = p;
            ++q[i];
            const Appraisal a = appraise(apply(m_job, editOf(q)), m_stock, m_stop, closeLook(broken->id));
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
        out.appraisals = static_cast<int>(m_known.size()) + m_close;
        out.hardest = gaugeOf(after, "margin");
        out.massChange = gaugeOf(after, "mass") - gaugeOf(m_before, "mass");
        out.costChange = gaugeOf(after, "cost") - gaugeOf(m_before, "cost");
        out.edit.piece = m_piece.id;
        const armor::Pattern &pattern = *armor::pattern(m_piece.pattern);
        for (std::size_t i = 0; i < p.size(); ++i) {
            const SettingValue &value = m_choices[i].options[p[i]];
            const armor::SettingDescriptor &d = *pattern.setting(m_choices[i].setting);
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
    std::vector<SizeChoice> m_choices;
    Appraisal m_before;
    std::set<std::string> m_fixesBefore;
    ShellShares m_shells;            ///< that places are judged by; none: not known yet
    std::set<std::string> m_duties;  ///< that places are judged under; none: all
    std::map<Place, Judged> m_known;
    const Judged m_nothing;                                          ///< told once the search is stopped
    std::map<std::tuple<std::size_t, std::size_t>, double> m_plain;  ///< by choice and the lower option
    std::map<Place, double> m_plainCosts;
    int m_close = 0;
};

double Search::plainCost(const Place &p) const {
    const Job sized = apply(m_job, editOf(p));
    const armor::Piece &piece = *pieceOf(sized, m_piece.id);
    const auto assembly = armor::build({piece, sized.vehicle, *m_before.rig, m_stock});
    if (!assembly) return 0;
    const auto made = workshop::fabricate(*assembly, *m_before.rig, sized.shop);
    return made ? objective(made->mass, made->materialCost, trifles(piece, *armor::pattern(piece.pattern)),
                            m_wish, m_before)
                : 0;
}

}  // namespace

double sizingCost(const Job &sized, const stock::Stock &stock, const SizingWish &wish,
                  const Appraisal &before) {
    return judge(sized, stock, wish, before).cost;
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
    return Search(job, *p, stock, wish, progress, std::move(stop)).run();
}

}  // namespace hefty::job
