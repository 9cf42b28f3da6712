#include "core/job/sizing/size_search.h"

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"
#include "core/job/appraise/pieces_below.h"

namespace hefty::job {

SizeSearch::SizeSearch(const Job &job, const armor::Piece &piece, const stock::Stock &stock,
                       const SizingWish &wish, const Appraisal &before,
                       const std::function<void(double)> &progress, std::stop_token stop)
    : m_job(job),
      m_piece(piece),
      m_stock(stock),
      m_wish(wish),
      m_before(before),
      m_progress(progress),
      m_stop(std::move(stop)),
      m_choices(sizeChoices(job, piece, stock, wish)) {}

bool SizeSearch::climb(Place &p, std::optional<std::size_t> kept) {
    constexpr int mostSteps = 60;
    for (int step = 0; step < mostSteps && judged(p).cost == unable; ++step) {
        std::vector<Place> steps;
        for (std::size_t i = 0; i < p.size(); ++i)
            if (i != kept && canStep(p, i, +1)) steps.push_back(stepped(p, i, +1));
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

bool SizeSearch::improve(Place &p) {
    const Place start = p;
    // Under the duties that govern a check somewhere near, a third of all.
    for (const auto &[place, j] : m_known) m_duties.insert(j.duties.begin(), j.duties.end());
    for (;;) {
        p = otherwise(exchange(shrink(p)));
        if (m_stop.stop_requested()) return false;
        const Judged whole = judgeUnder(p, {});
        if (whole.cost < unable) return true;
        const std::size_t before = m_duties.size();
        m_duties.insert(whole.duties.begin(), whole.duties.end());
        if (m_duties.size() == before) return false;
        m_known.clear();
        Place raised = p;
        if (climb(raised)) {
            p = raised;
            continue;
        }
        if (!forbid(p, start)) return false;
        p = start;
        if (!climb(p)) return false;
    }
}

bool SizeSearch::forbid(const Place &p, const Place &start) {
    bool any = false;
    for (std::size_t i = 0; i < p.size(); ++i)
        if (!m_choices[i].ranked && p[i] != start[i]) any = m_forbidden.emplace(i, p[i]).second || any;
    return any;
}

bool SizeSearch::isForbidden(const Place &p) const {
    return std::any_of(m_forbidden.begin(), m_forbidden.end(),
                       [&p](const auto &f) { return p[f.first] == f.second; });
}

SizeSearch::Place SizeSearch::now() const {
    Place out;
    for (const SizeChoice &c : m_choices) out.push_back(c.now);
    return out;
}

Edit SizeSearch::editOf(const Place &p) const {
    Edit edit;
    edit.piece = m_piece.id;
    for (std::size_t i = 0; i < p.size(); ++i)
        edit.settings[m_choices[i].setting] = m_choices[i].options[p[i]];
    return edit;
}

const Judged &SizeSearch::judged(const Place &p) {
    if (isForbidden(p)) return m_nothing;
    if (const auto it = m_known.find(p); it != m_known.end()) return it->second;
    if (m_stop.stop_requested()) return m_nothing;
    note(p, judgeUnder(p, m_duties));
    return m_known.at(p);
}

Judged SizeSearch::judgeUnder(const Place &p, const std::set<std::string> &duties) const {
    Judged out = judge(apply(m_job, editOf(p)), m_stock, m_wish, m_before, {duties.begin(), duties.end()});
    heedShells(out, m_shells);
    return out;
}

void SizeSearch::heed(const ShellShares &shells, Place &p) {
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

void SizeSearch::note(const Place &p, Judged j) {
    m_known[p] = std::move(j);
    ++m_tried;
    // About how many there will be: steps up and down of each, its halvings, and the pairs.
    const double expected = 7.0 * static_cast<double>(m_choices.size());
    if (m_progress) m_progress(std::min(0.9, static_cast<double>(m_known.size()) / expected));
}

/// Appraises several places at once.
void SizeSearch::learn(const std::vector<Place> &places) {
    std::vector<Place> unknown;
    for (const Place &p : places)
        if (!m_known.contains(p) && !isForbidden(p) &&
            std::find(unknown.begin(), unknown.end(), p) == unknown.end())
            unknown.push_back(p);
    std::vector<Judged> found(unknown.size());
    parallel::forEach(unknown.size(), [&](std::size_t i) {
        if (!m_stop.stop_requested()) found[i] = judgeUnder(unknown[i], m_duties);
    });
    if (m_stop.stop_requested()) return;
    for (std::size_t i = 0; i < unknown.size(); ++i) note(unknown[i], std::move(found[i]));
}

/// The choices by what a step down of each saves, the most first: the sensitivities of the objective.
std::vector<std::size_t> SizeSearch::bySaving(const Place &p) {
    std::vector<std::pair<double, std::size_t>> order;
    for (std::size_t i = 0; i < p.size(); ++i)
        if (canStep(p, i, -1)) order.emplace_back(saving(p, outlayOfStep(p, i, -1)), i);
    std::stable_sort(order.begin(), order.end(),
                     [](const auto &a, const auto &b) { return a.first < b.first; });
    std::vector<std::size_t> out;
    for (const auto &[change, i] : order) out.push_back(i);
    return out;
}

/// Each size as small as the others let it be; then again those that a step down still leaves standing.
SizeSearch::Place SizeSearch::shrink(Place p) {
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
std::size_t SizeSearch::smallest(Place p, std::size_t choice) {
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
SizeSearch::Place SizeSearch::exchange(Place p) {
    for (bool moved = true; moved && !m_stop.stop_requested();) {
        moved = false;
        learnSteps(p, +1);
        learnSteps(p, -1);
        std::vector<Place> pairs;
        for (std::size_t up = 0; up < p.size(); ++up)
            for (std::size_t down = 0; down < p.size(); ++down) {
                if (up == down || !canStep(p, up, +1) || !canStep(p, down, -1)) continue;
                if (!(saving(p, outlayOfStep(p, up, +1) + outlayOfStep(p, down, -1)) < 0)) continue;
                if (mayHold(judged(p), judged(stepped(p, up, +1)), judged(stepped(p, down, -1))))
                    pairs.push_back(stepped(stepped(p, up, +1), down, -1));
            }
        learn(pairs);
        const auto best = std::min_element(
            pairs.begin(), pairs.end(), [this](const Place &a, const Place &b) { return cost(a) < cost(b); });
        if (best != pairs.end() && cost(*best) < cost(p)) {
            p = shrink(*best);
            moved = true;
        }
    }
    return p;
}

/// Steps do not lead from one outside of a tube to another: of those that would save each is tried, with
/// the rest raised until it holds.
SizeSearch::Place SizeSearch::otherwise(Place p) {
    for (std::size_t i = 0; i < p.size(); ++i) {
        if (m_choices[i].ranked) continue;
        for (Place best = p; !m_stop.stop_requested(); best = p) {
            for (std::size_t option = 0; option < m_choices[i].options.size(); ++option) {
                Place q = p;
                q[i] = option;
                if (option == p[i] || !(saving(p, outlayAt(q) - outlayAt(p)) < 0)) continue;
                if (judged(q).over > 0 && !judged(q).byStrength) continue;
                if (climb(q, i) && cost(q) < cost(best)) best = q;
            }
            if (best == p) break;
            p = exchange(shrink(best));
        }
    }
    return p;
}

void SizeSearch::learnSteps(const Place &p, int by) {
    std::vector<Place> steps;
    for (std::size_t i = 0; i < p.size(); ++i)
        if (canStep(p, i, by)) steps.push_back(stepped(p, i, by));
    learn(steps);
}

/// What changes of the objective with an outlay if all holds; less than 0 saves.
double SizeSearch::saving(const Place &p, const Outlay &change) {
    const Outlay &now = judged(p).outlay;
    return objective(now + change, m_wish, m_before) - objective(now, m_wish, m_before);
}

/// What a step changes of the outlay: told from where it is asked first.
Outlay SizeSearch::outlayOfStep(const Place &p, std::size_t choice, int by) {
    const std::size_t from = p[choice], to = from + static_cast<std::size_t>(by);
    const auto key = std::tuple{choice, std::min(from, to)};
    auto it = m_changes.find(key);
    if (it == m_changes.end()) {
        const Outlay here = outlayAt(p), there = outlayAt(stepped(p, choice, by));
        it = m_changes.emplace(key, by > 0 ? there - here : here - there).first;
    }
    return by > 0 ? it->second : Outlay{} - it->second;
}

/// Of this piece alone, without asking whether it holds.
Outlay SizeSearch::outlayAt(const Place &p) {
    const auto it = m_outlays.find(p);
    return it != m_outlays.end() ? it->second : m_outlays.emplace(p, outlayOf(p)).first->second;
}

Outlay SizeSearch::outlayOf(const Place &p) const {
    const Job sized = apply(m_job, editOf(p));
    const armor::Piece &piece = *std::find_if(sized.pieces.begin(), sized.pieces.end(),
                                              [this](const armor::Piece &o) { return o.id == m_piece.id; });
    const auto assembly = buildPiece(sized, piece, m_before, m_stock);
    if (!assembly) return {};
    const auto made = workshop::fabricate(*assembly, *m_before.rig, sized.shop);
    return made ? Outlay{made->mass, made->materialCost, trifles(piece, *armor::pattern(piece.pattern))}
                : Outlay{};
}

}  // namespace hefty::job
