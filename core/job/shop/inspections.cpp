#include "core/job/shop/inspections.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include <fmt/format.h>

#include "core/job/appraise/make_finding.h"
#include "core/job/names.h"

namespace hefty::job {
namespace {

using log::EntryKind;
using working::number;

constexpr double runIn = 100;         // km after which bolts are tightened again: house practice
constexpr double shareOfLife = 0.25;  // of a seam's life between two looks at it
constexpr double mostGrowth = 0.5;    // of a flaw's size before it is looked at again, and half of that way

bool isFlaw(EntryKind k) {
    return k == EntryKind::Crack || k == EntryKind::Dent;
}

/// The flaws in the order of the log, each with where on its way it was seen.
class Flaws {
  public:
    void see(const log::Entry &e, double driven) {
        auto it = std::find_if(m_seen.begin(), m_seen.end(), [&e](const Seen &s) {
            return s.flaw.part == e.part && s.flaw.piece == e.piece && s.flaw.kind == e.kind;
        });
        if (it == m_seen.end()) {
            m_seen.push_back({});
            it = m_seen.end() - 1;
            it->flaw.piece = e.piece;
            it->flaw.part = e.part;
            it->flaw.kind = e.kind;
        }
        it->at.push_back(driven);
        it->size.push_back(e.amount);
        it->flaw.seen += 1;
        it->flaw.size = e.amount;
        it->flaw.date = e.date;
    }
    /// A part that was mended has no flaws.
    void mend(const std::string &piece, const std::string &part) {
        std::erase_if(m_seen, [&](const Seen &s) { return s.flaw.piece == piece && s.flaw.part == part; });
    }
    [[nodiscard]] std::vector<Flaw> told() const {
        std::vector<Flaw> out;
        for (const Seen &s : m_seen) {
            out.push_back(s.flaw);
            out.back().growth = std::max(0.0, slope(s)) * 1000;
        }
        std::stable_sort(out.begin(), out.end(),
                         [](const Flaw &a, const Flaw &b) { return a.growth > b.growth; });
        return out;
    }

  private:
    struct Seen {
        Flaw flaw;
        std::vector<double> at, size;
    };
    /// By least squares; 0 where no way lies between.
    static double slope(const Seen &s) {
        const auto n = static_cast<double>(s.at.size());
        double x = 0, y = 0, xx = 0, xy = 0;
        for (std::size_t i = 0; i < s.at.size(); ++i) {
            x += s.at[i] / n;
            y += s.size[i] / n;
        }
        for (std::size_t i = 0; i < s.at.size(); ++i) {
            xx += (s.at[i] - x) * (s.at[i] - x);
            xy += (s.at[i] - x) * (s.size[i] - y);
        }
        return xx > 1e-9 ? xy / xx : 0;
    }
    std::vector<Seen> m_seen;
};

/// What asks for the next inspection first.
class Due {
  public:
    void by(double left, measure::Phrase why) {
        if (left >= m_left) return;
        m_left = left;
        m_why = std::move(why);
    }
    double m_left = std::numeric_limits<double>::infinity();
    measure::Phrase m_why;
};

/// Everything that is told from going through the log once.
struct History {
    double driven = 0, since = 0;
    bool inspected = false, tightened = false, hit = false;
    std::map<std::pair<std::string, std::string>, int> hits;
    Flaws flaws;
};

History historyOf(const log::Logbook &log) {
    History h;
    for (const log::Entry &e : log.entries) {
        if (e.kind == EntryKind::Trip) {
            h.driven += e.amount;
            h.since += e.amount;
        } else if (e.kind == EntryKind::Hit) {
            ++h.hits[{e.piece, e.part}];
            h.hit = true;
        } else if (e.kind == EntryKind::Inspection) {
            h.inspected = true;
            h.hit = false;
            h.since = 0;
        } else if (e.kind == EntryKind::Torque) {
            h.tightened = h.driven >= runIn * 0.5;
        } else if (e.kind == EntryKind::TouchUp) {
            h.flaws.mend(e.piece, e.part);
        } else if (isFlaw(e.kind)) {
            h.flaws.see(e, h.driven);
        }
    }
    return h;
}

/// Share of its life that each seam or edge has used, worst first.
std::vector<LookFirst> usedLives(const Job &job, const Appraisal &a, double driven) {
    std::vector<LookFirst> out;
    for (const PieceAppraisal &p : a.pieces) {
        if (!p.proof) continue;
        for (const proof::Check &c : p.proof->checks) {
            if (c.kind != proof::CheckKind::Fatigue) continue;
            const double used = c.utilization * driven / job.rules.lifeDistance;
            const auto it = std::find_if(out.begin(), out.end(), [&](const LookFirst &l) {
                return l.piece == p.id && l.subject == c.part;
            });
            if (it != out.end())
                it->damage = std::max(it->damage, used);
            else
                out.push_back({p.id, c.part, c.title, used, 0, false});
        }
    }
    return out;
}

void dueByLives(const Job &job, const InspectionPlan &plan, Due &due) {
    double rate = 0, used = 0;  // of the hardest used one, in a km
    std::string name;
    for (const LookFirst &l : plan.first)
        if (l.damage > used) {
            used = l.damage;
            rate = plan.driven > 0 ? l.damage / plan.driven : 0;
            name = l.name;
        }
    (void)job;
    if (!(rate > 0)) return;
    const double before = used - rate * plan.since;  // as it was last looked at
    const double next = (std::floor(before / shareOfLife + 1e-9) + 1) * shareOfLife;
    due.by((next - used) / rate,
           {fmt::format("{} has then used {:.0f} percent of its life.", name, next * 100), {}});
}

}  // namespace

InspectionPlan inspectionsOf(const Job &job, const Appraisal &appraisal) {
    History h = historyOf(job.log);
    InspectionPlan plan;
    plan.driven = h.driven;
    plan.since = h.since;
    plan.flaws = h.flaws.told();
    plan.first = usedLives(job, appraisal, h.driven);
    for (const auto &[where, count] : h.hits) {
        const auto &[piece, part] = where;
        if (part.empty()) continue;
        plan.first.push_back({piece, part, nameOf(job, appraisal, part), 0, count, false});
    }
    for (const Flaw &f : plan.flaws)
        plan.first.push_back({f.piece, f.part, nameOf(job, appraisal, f.part), 0, 0, true});
    std::stable_sort(plan.first.begin(), plan.first.end(),
                     [](const LookFirst &a, const LookFirst &b) { return a.weight() > b.weight(); });

    Due due;
    due.by(job.rules.inspectEvery - h.since,
           {fmt::format("The house looks every {:.0f} km.", job.rules.inspectEvery), {}});
    if (!h.tightened && h.driven > 0)
        due.by(runIn - h.driven,
               "Bolts are tightened again after the first 100 km; note it as a torque check.");
    dueByLives(job, plan, due);
    for (const Flaw &f : plan.flaws)
        if (f.growth > 0)
            due.by(mostGrowth / 2 * f.size / f.growth * 1000 - h.since,
                   {fmt::format("{} of {} grows by {{0}} in 1000 km.",
                                f.kind == EntryKind::Crack ? "The crack" : "The dent",
                                nameOf(job, appraisal, f.part)),
                    {{f.growth, measure::Quantity::DrilledLength}}});
    if (h.hit) due.by(0, "It was hit since it was looked at last.");
    plan.left = due.m_left;
    plan.why = due.m_why;
    plan.working.title = "Next inspection";
    plan.working.given("D", "driven", h.driven, "km", "trips of the log")
        .given("d", "of that since the last inspection", h.since, "km", "log")
        .given("L", "that a life stands for", job.rules.lifeDistance, "km", "house rules")
        .given("every", "between two inspections", job.rules.inspectEvery, "km", "house rules");
    if (!plan.first.empty() && plan.first.front().damage > 0)
        plan.working.step("u D/L", "life used by " + plan.first.front().name, "use of its life · D/L",
                          fmt::format("D = {}, L = {}", number(h.driven), number(job.rules.lifeDistance)),
                          plan.first.front().damage, "", "Miner");
    plan.working.step("left", "until the next one", "the least of all that asks for one",
                      plan.why.in(measure::UnitSystem::Metric), plan.left, "km",
                      "docs/methods.md, Inspections");
    return plan;
}

std::vector<Finding> inspectionFindings(const Job &job, const Appraisal &appraisal) {
    FindingList out;
    const InspectionPlan plan = inspectionsOf(job, appraisal);
    for (const Flaw &f : plan.flaws) {
        if (f.kind != EntryKind::Crack) continue;
        Finding &found = out.add(
            "crack/" + f.part, Severity::Fix, "log", f.part,
            {fmt::format(
                 "A crack of {{0}} at {}: the piece is not pulled at or driven with until it is ground "
                 "out, welded by a qualified welder and noted as a touch-up.",
                 nameOf(job, appraisal, f.part)),
             {{f.size, measure::Quantity::DrilledLength}}});
        found.value = f.size;
        found.quantity = measure::Quantity::DrilledLength;
        found.piece = f.piece;
    }
    if (plan.driven > 0 && plan.left <= 0) {
        Finding &due = out.add("inspection/due", Severity::Fix, "log", "",
                               measure::Phrase("An inspection is due.").then(plan.why));
        due.working = plan.working;
    }
    return std::move(out.findings);
}

}  // namespace hefty::job
