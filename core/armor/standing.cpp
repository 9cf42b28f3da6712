#include "core/armor/standing.h"

#include <algorithm>

#include <fmt/format.h>

namespace hefty::armor {
namespace {

std::string holdBelow(const std::string &lower, const std::string &hold) {
    return lower + "." + hold;
}

/// Names everything of a lower piece apart from what stands on it.
class Renamer {
  public:
    Renamer(Assembly &of, const std::string &id, const std::string &name)
        : m_of(of), m_id(id), m_name(name) {}

    void run() {
        parts();
        joints();
        places();
        gates();
        for (OffDuty &d : m_of.off) {
            const std::size_t slash = d.place.find('/');
            if (slash != std::string::npos)
                d.place = d.place.substr(0, slash + 1) + nameBelow(m_id, d.place.substr(slash + 1));
        }
        m_of.handles.clear();
        m_of.notes.clear();
    }

  private:
    void rename(std::string &name) const {
        if (!name.empty()) name = nameBelow(m_id, name);
    }
    /// "left tab" becomes "left tab of Reinforced rear frame".
    void label(std::string &label, const std::string &otherwise = {}) const {
        if (label.empty()) label = otherwise;
        if (!label.empty()) label = fmt::format("{} of {}", label, m_name);
    }
    void parts() {
        for (BarPart &b : m_of.bars) {
            label(b.made.label, b.name);
            rename(b.name);
            for (EndTrim *t : {&b.trimFrom, &b.trimTo})
                for (std::string &onto : t->onto) rename(onto);
        }
        for (SheetPart &s : m_of.sheets) {
            label(s.made.label, s.name);
            rename(s.name);
        }
        for (BoughtPart &b : m_of.bought) {
            label(b.label, b.name);
            rename(b.name);
        }
        for (FoldedSheet &f : m_of.folded) {
            label(f.made.label, f.name);
            rename(f.name);
            for (std::string &facet : f.facets) rename(facet);
        }
        for (FoldedBar &f : m_of.foldedBars) {
            rename(f.name);
            for (std::string &leg : f.legs) rename(leg);
        }
        for (Solid &s : m_of.solids) rename(s.part);
    }
    void bolts(BoltJoint &b) const {
        label(b.label, b.name);
        rename(b.name);
        rename(b.part);
        rename(b.behind);
        rename(b.clampedBy);
        if (m_of.has(nameBelow(m_id, b.onto))) rename(b.onto);
    }
    void joints() {
        for (WeldJoint &w : m_of.welds) {
            rename(w.a);
            rename(w.b);
            w.name = w.a + "~" + w.b;
        }
        for (BoltJoint &b : m_of.mounts) bolts(b);
        for (BoltJoint &b : m_of.feet) bolts(b);
        for (SlipFit &s : m_of.slips) {
            rename(s.name);
            rename(s.part);
            rename(s.behind);
        }
        for (Fixing &f : m_of.fixings) {
            rename(f.name);
            rename(f.part);
        }
    }
    template <class Spot>
    void named(std::vector<Spot> &spots) const {
        for (Spot &s : spots) {
            rename(s.part);
            rename(s.id);
            label(s.name);
        }
    }
    void places() {
        for (Anchor &a : m_of.anchors) rename(a.name);
        if (m_of.winch) {
            rename(m_of.winch->feetPlate);
            rename(m_of.winch->fairleadPart);
            if (m_of.winch->fairleadBolts) bolts(*m_of.winch->fairleadBolts);
            for (std::string &b : m_of.winch->bought) rename(b);
        }
        for (StepSpot &s : m_of.steps) {
            rename(s.part);
            rename(s.id);
        }
        named(m_of.strikes);
        named(m_of.jacks);
        named(m_of.grounds);
        for (CarriedWheel &w : m_of.wheels) rename(w.part);
        for (ReceiverTube &r : m_of.receivers) rename(r.part);
        if (m_of.coupling) rename(m_of.coupling->part);
        for (LineBearing &b : m_of.bearings) {
            rename(b.name);
            rename(b.part);
        }
        for (OfferedHold &o : m_of.offers) {
            rename(o.left);
            rename(o.right);
        }
    }
    void gates() {
        for (Gate &g : m_of.gates) {
            rename(g.name);
            for (std::string *part : {&g.post, &g.arm, &g.keeper, &g.latched}) rename(*part);
            for (std::string &part : g.parts) rename(part);
        }
    }

    Assembly &m_of;
    const std::string &m_id, &m_name;
};

/// The part that a place of the lower piece is on.
std::string partBehind(const Assembly &lower, const std::string &id, const std::string &hold,
                       const Vec3 &at) {
    for (const OfferedHold &o : lower.offers)
        if (holdBelow(id, o.hold.id) == hold) return o.hold.mirrored && at.y() < 0 ? o.right : o.left;
    return {};
}

template <class List>
void append(List &to, List &&from) {
    to.insert(to.end(), std::make_move_iterator(from.begin()), std::make_move_iterator(from.end()));
}

}  // namespace

std::string nameBelow(const std::string &lower, std::string_view part) {
    return fmt::format("{}/{}", lower, part);
}

rig::Vehicle withOffers(const rig::Vehicle &vehicle, const std::string &id, const std::string &name,
                        const Assembly &lower) {
    rig::Vehicle out = vehicle;
    std::erase_if(out.holds, [&lower](const rig::Hold &h) {
        return h.kind == "receiver" &&
               std::any_of(lower.offers.begin(), lower.offers.end(), [&h](const OfferedHold &o) {
                   return o.hold.kind == h.kind && o.hold.face == h.face;
               });
    });
    for (const OfferedHold &o : lower.offers) {
        out.holds.push_back(o.hold);
        out.holds.back().id = holdBelow(id, o.hold.id);
        out.holds.back().name = fmt::format("{} of {}", o.hold.name, name);
    }
    return out;
}

Assembly standingOn(const Assembly &upper, const Assembly &lower, const std::string &id,
                    const std::string &name) {
    Assembly below = lower;
    Renamer(below, id, name).run();
    Assembly out = upper;
    for (BoltJoint &m : out.mounts) m.behind = partBehind(below, id, m.hold, m.plane.origin);
    for (SlipFit &s : out.slips) s.behind = partBehind(below, id, s.hold, s.mouth);
    append(out.bars, std::move(below.bars));
    append(out.sheets, std::move(below.sheets));
    append(out.bought, std::move(below.bought));
    append(out.folded, std::move(below.folded));
    append(out.foldedBars, std::move(below.foldedBars));
    append(out.welds, std::move(below.welds));
    append(out.mounts, std::move(below.mounts));
    append(out.slips, std::move(below.slips));
    append(out.fixings, std::move(below.fixings));
    append(out.anchors, std::move(below.anchors));
    append(out.receivers, std::move(below.receivers));
    append(out.steps, std::move(below.steps));
    append(out.strikes, std::move(below.strikes));
    append(out.jacks, std::move(below.jacks));
    append(out.grounds, std::move(below.grounds));
    append(out.wheels, std::move(below.wheels));
    append(out.gates, std::move(below.gates));
    append(out.bearings, std::move(below.bearings));
    append(out.off, std::move(below.off));
    append(out.solids, std::move(below.solids));
    if (!out.winch) {
        out.winch = std::move(below.winch);
        append(out.feet, std::move(below.feet));
    }
    if (!out.coupling) out.coupling = std::move(below.coupling);
    return out;
}

}  // namespace hefty::armor
