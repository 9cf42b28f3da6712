#pragma once

#include <functional>
#include <map>
#include <optional>
#include <set>
#include <stop_token>
#include <string>
#include <utility>
#include <vector>

#include "core/job/sizing/sizing.h"
#include "core/job/sizing/sizing_worth.h"

/// Inside of the job floor: the search over sizes as far as strips tell.
namespace hefty::job {

/// Searches over the choices of one piece. Every combination is appraised once at most.
class SizeSearch {
  public:
    using Place = std::vector<std::size_t>;  ///< which option, by choice

    /// @param before  the job as it is, appraised
    /// @pre all outlive the search
    SizeSearch(const Job &job, const armor::Piece &piece, const stock::Stock &stock, const SizingWish &wish,
               const Appraisal &before, const std::function<void(double)> &progress, std::stop_token stop);

    [[nodiscard]] const std::vector<SizeChoice> &choices() const { return m_choices; }
    [[nodiscard]] Place now() const;
    [[nodiscard]] Edit editOf(const Place &p) const;
    [[nodiscard]] bool canStep(const Place &p, std::size_t choice, int by) const {
        return by < 0 ? p[choice] > 0 : p[choice] + 1 < m_choices[choice].options.size();
    }
    [[nodiscard]] static Place stepped(Place p, std::size_t choice, int by) {
        p[choice] = by < 0 ? p[choice] - 1 : p[choice] + 1;
        return p;
    }

    /// What a place is worth. Of what is forbidden, and once the search is stopped: that it does not hold.
    const Judged &judged(const Place &p);
    /// Appraises every step one way from a place.
    void learnSteps(const Place &p, int by);
    [[nodiscard]] std::size_t appraisals() const { return m_tried; }

    /// From sizes that do not hold to some that do: always the step up, of one size or of all, that leaves
    /// the least over its limit.
    /// @param kept  a choice that is left as it is
    bool climb(Place &p, std::optional<std::size_t> kept = std::nullopt);
    /// From here on places are judged as shells would, if some size that strips know mends what they ask; if
    /// not, they are left to the last look.
    void heed(const ShellShares &shells, Place &p);
    /// From a place that holds to the best that is found, which is asked under all duties until no other
    /// governs.
    /// @return false if nothing holds under all, or the search was stopped
    bool improve(Place &p);
    /// A tube of another outside with which the piece does not hold under all duties, or with shells, is not
    /// tried again.
    /// @return false if it was not another
    bool forbid(const Place &p, const Place &start);

  private:
    double cost(const Place &p) { return judged(p).cost; }
    [[nodiscard]] bool isForbidden(const Place &p) const;
    [[nodiscard]] Judged judgeUnder(const Place &p, const std::set<std::string> &duties) const;
    void note(const Place &p, Judged j);
    void learn(const std::vector<Place> &places);
    std::vector<std::size_t> bySaving(const Place &p);
    Place shrink(Place p);
    std::size_t smallest(Place p, std::size_t choice);
    Place exchange(Place p);
    Place otherwise(Place p);
    double saving(const Place &p, const Outlay &change);
    Outlay outlayOfStep(const Place &p, std::size_t choice, int by);
    Outlay outlayAt(const Place &p);
    [[nodiscard]] Outlay outlayOf(const Place &p) const;

    const Job &m_job;
    const armor::Piece &m_piece;
    const stock::Stock &m_stock;
    const SizingWish &m_wish;
    const Appraisal &m_before;
    const std::function<void(double)> &m_progress;
    std::stop_token m_stop;
    std::vector<SizeChoice> m_choices;
    ShellShares m_shells;            ///< that places are judged by; none: not known yet
    std::set<std::string> m_duties;  ///< that places are judged under; none: all
    std::map<Place, Judged> m_known;
    std::size_t m_tried = 0;  ///< places judged, those that had to be forgotten among them
    std::set<std::pair<std::size_t, std::size_t>> m_forbidden;         ///< choice and option
    const Judged m_nothing;                                            ///< told of what is forbidden
    std::map<std::tuple<std::size_t, std::size_t>, Outlay> m_changes;  ///< by choice and the lower option
    std::map<Place, Outlay> m_outlays;
};

}  // namespace hefty::job
