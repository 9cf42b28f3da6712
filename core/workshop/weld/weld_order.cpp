#include "core/workshop/weld/weld_order.h"

#include <algorithm>
#include <map>
#include <set>

namespace hefty::workshop {
namespace {

/// A seam's wish: both of its parts are fitted, and it is welded, before another part comes.
struct Wish {
    std::size_t weld = 0;
    std::string later;
    double length = 0;
    bool kept = true;
};

class Ordering {
  public:
    Ordering(const armor::Assembly &assembly, const std::vector<LineReach> &reach) : m_in(assembly) {
        for (const bool vehicle : {false, true}) {
            for (const armor::BarPart &b : assembly.bars)
                if (isOfVehicle(assembly, b.name) == vehicle) m_all.push_back(b.name);
            if (vehicle) continue;
            for (const armor::SheetPart &s : assembly.sheets) m_all.push_back(s.name);
        }
        std::map<std::pair<std::size_t, std::string>, double> wishes;
        for (const LineReach &l : reach)
            for (const StretchReach &stretch : l.stretches)
                for (const std::string &part : stretch.after)
                    wishes[{static_cast<std::size_t>(l.weld), part}] += stretch.length;
        for (const auto &[key, length] : wishes)
            if (std::find(m_all.begin(), m_all.end(), key.second) != m_all.end())
                m_wishes.push_back({key.first, key.second, length, true});
    }

    WeldPlan run() {
        WeldPlan plan;
        while (m_there.size() < m_all.size()) {
            const std::string *next = nextPart();
            if (!next) {
                dropShortest();
                continue;
            }
            m_there.insert(*next);
            plan.parts.push_back(*next);
        }
        return plan;
    }

    [[nodiscard]] std::vector<std::string> before(std::size_t weld) const {
        std::vector<std::string> out;
        for (const Wish &w : m_wishes)
            if (w.weld == weld && w.kept) out.push_back(w.later);
        return out;
    }

  private:
    /// What is on the vehicle comes when all that can be welded on the bench is there.
    [[nodiscard]] bool mayCome(const std::string &part) const {
        if (isOfVehicle(m_in, part) && std::any_of(m_all.begin(), m_all.end(), [&](const std::string &p) {
                return !isOfVehicle(m_in, p) && !m_there.contains(p);
            }))
            return false;
        return std::none_of(m_wishes.begin(), m_wishes.end(), [&](const Wish &w) {
            const armor::WeldJoint &joint = m_in.welds[w.weld];
            return w.kept && w.later == part && !(m_there.contains(joint.a) && m_there.contains(joint.b));
        });
    }
    [[nodiscard]] bool meetsWhatIsThere(const std::string &part) const {
        return std::any_of(m_in.welds.begin(), m_in.welds.end(), [&](const armor::WeldJoint &w) {
            return (w.a == part && m_there.contains(w.b)) || (w.b == part && m_there.contains(w.a));
        });
    }
    /// The first part, as the piece is made, that may come and has something to be welded to.
    [[nodiscard]] const std::string *nextPart() const {
        const std::string *loose = nullptr;
        for (const std::string &part : m_all) {
            if (m_there.contains(part) || !mayCome(part)) continue;
            if (m_there.empty() || meetsWhatIsThere(part)) return &part;
            if (!loose) loose = &part;
        }
        return loose;
    }
    void dropShortest() {
        Wish *least = nullptr;
        for (Wish &w : m_wishes)
            if (w.kept && !m_there.contains(w.later) && (!least || w.length < least->length)) least = &w;
        if (least) least->kept = false;
    }

    const armor::Assembly &m_in;
    std::vector<std::string> m_all;
    std::vector<Wish> m_wishes;
    std::set<std::string> m_there;
};

/// What a torch does not reach with the parts fitted in the order of a plan.
std::vector<BlockedSeam> outOfReach(const armor::Assembly &assembly, const std::vector<LineReach> &reach,
                                    const std::vector<std::string> &order) {
    const auto place = [&order](const std::string &part) {
        return std::find(order.begin(), order.end(), part) - order.begin();
    };
    std::vector<BlockedSeam> out;
    std::map<int, std::map<std::string, double>> closed;
    std::map<int, double> sums;
    for (const LineReach &l : reach) {
        const armor::WeldJoint &joint = assembly.welds[static_cast<std::size_t>(l.weld)];
        const auto fitted = std::max(place(joint.a), place(joint.b));
        for (const StretchReach &s : l.stretches) {
            const auto there = std::find_if(s.after.begin(), s.after.end(),
                                            [&](const std::string &part) { return place(part) < fitted; });
            if (s.never.empty() && there == s.after.end()) continue;
            closed[l.weld][s.never.empty() ? *there : s.never] += s.length;
            sums[l.weld] += s.length;
        }
    }
    for (const auto &[weld, parts] : closed) {
        const auto most = std::max_element(parts.begin(), parts.end(),
                                           [](const auto &a, const auto &b) { return a.second < b.second; });
        out.push_back({assembly.welds[static_cast<std::size_t>(weld)].name, most->first, sums[weld]});
    }
    return out;
}

}  // namespace

bool isOfVehicle(const armor::Assembly &assembly, const std::string &part) {
    const armor::BarPart *bar = assembly.bar(part);
    return bar && bar->made.isOnVehicle();
}

WeldPlan weldOrder(const armor::Assembly &assembly, const std::vector<LineReach> &reach,
                   const std::vector<SeamWork> &seams) {
    Ordering ordering(assembly, reach);
    WeldPlan plan = ordering.run();
    plan.blocked = outOfReach(assembly, reach, plan.parts);
    std::set<std::string> there, done;
    for (const std::string &part : plan.parts) {
        there.insert(part);
        bool fits = true;
        for (std::size_t w = 0; w < assembly.welds.size(); ++w) {
            const armor::WeldJoint &joint = assembly.welds[w];
            if (joint.isFold() || joint.contacts.empty() || done.contains(joint.name)) continue;
            if ((joint.a != part && joint.b != part) || !there.contains(joint.a) || !there.contains(joint.b))
                continue;
            const auto work = std::find_if(seams.begin(), seams.end(),
                                           [&](const SeamWork &s) { return s.joint == joint.name; });
            if (work == seams.end()) continue;
            plan.steps.push_back({static_cast<int>(plan.steps.size()) + 1, joint.name,
                                  fits ? part : std::string(), ordering.before(w),
                                  static_cast<std::size_t>(work - seams.begin())});
            done.insert(joint.name);
            fits = false;
        }
    }
    return plan;
}

WeldPlan weldOrderAs(const armor::Assembly &assembly, const std::vector<LineReach> &reach,
                     const std::vector<SeamWork> &seams, const std::vector<std::string> &wanted) {
    WeldPlan plan = weldOrder(assembly, reach, seams);
    const auto place = [&wanted](const WeldStep &s) {
        return std::find(wanted.begin(), wanted.end(), s.seam) - wanted.begin();
    };
    std::stable_sort(plan.steps.begin(), plan.steps.end(),
                     [&place](const WeldStep &a, const WeldStep &b) { return place(a) < place(b); });
    plan.parts.clear();
    std::set<std::string> there;
    int number = 0;
    for (WeldStep &s : plan.steps) {
        s.step = ++number;
        s.fits.clear();
        const auto joint = std::find_if(assembly.welds.begin(), assembly.welds.end(),
                                        [&s](const armor::WeldJoint &w) { return w.name == s.seam; });
        for (const std::string &part : {joint->a, joint->b}) {
            if (!there.insert(part).second) continue;
            plan.parts.push_back(part);
            s.fits = part;
        }
    }
    plan.blocked = outOfReach(assembly, reach, plan.parts);
    return plan;
}

}  // namespace hefty::workshop
