#include "core/armor/places_in.h"

namespace hefty::armor {
namespace {

class Gathering {
  public:
    std::vector<Vec3 *> found;
    template <typename... V>
    void add(V &...at) {
        (found.push_back(&at), ...);
    }
    void addAll(std::vector<Vec3> &list) {
        for (Vec3 &p : list) found.push_back(&p);
    }
};

std::vector<BoltJoint *> boltsIn(Assembly &a) {
    std::vector<BoltJoint *> out;
    for (auto *joints : {&a.mounts, &a.feet})
        for (BoltJoint &j : *joints) out.push_back(&j);
    if (a.winch && a.winch->fairleadBolts) out.push_back(&*a.winch->fairleadBolts);
    return out;
}

}  // namespace

std::vector<Vec3 *> placesIn(Assembly &a) {
    Gathering g;
    for (WeldJoint &w : a.welds)
        for (Contact &c : w.contacts) {
            g.addAll(c.patch);
            g.add(c.center);
            for (WeldLine &l : c.lines) g.add(l.from, l.to);
        }
    for (BoltJoint *j : boltsIn(a)) {
        g.addAll(j->at);
        g.add(j->plane.origin);
    }
    for (SlipFit &s : a.slips) g.add(s.mouth, s.inner, s.pin);
    for (Fixing &f : a.fixings) g.add(f.at);
    for (Anchor &n : a.anchors) g.add(n.hole);
    if (a.winch) {
        g.add(a.winch->drum, a.winch->fairleadAt);
        g.addAll(a.winch->feet);
    }
    for (StepSpot &s : a.steps) g.add(s.at);
    for (StrikeSpot &s : a.strikes) g.add(s.at);
    for (JackPoint &j : a.jacks) g.add(j.at);
    for (GroundSpot &s : a.grounds) g.add(s.at);
    for (CarriedWheel &w : a.wheels) g.add(w.center, w.hub);
    for (Gate &s : a.gates) g.add(s.low, s.high, s.latch);
    for (ReceiverTube &r : a.receivers) g.add(r.mouth, r.hole);
    if (a.coupling) g.add(a.coupling->at);
    for (LineBearing &l : a.bearings) g.add(l.from, l.to);
    return std::move(g.found);
}

std::vector<Vec3 *> directionsIn(Assembly &a) {
    Gathering g;
    for (WeldJoint &w : a.welds)
        for (Contact &c : w.contacts) g.add(c.normal);
    for (BoltJoint *j : boltsIn(a)) g.add(j->axis, j->plane.x, j->plane.y, j->plane.z, j->slotAlong);
    for (Fixing &f : a.fixings) g.add(f.way);
    for (Anchor &n : a.anchors) g.add(n.forward);
    for (ReceiverTube &r : a.receivers) g.add(r.way);
    for (StrikeSpot &s : a.strikes) g.add(s.direction);
    for (GroundSpot &s : a.grounds) g.add(s.push);
    for (LineBearing &l : a.bearings) g.add(l.push);
    return std::move(g.found);
}

void turnRound(Assembly &a) {
    const auto turn = [](Vec3 &v) { v = {-v.x(), -v.y(), v.z()}; };
    for (BarPart &b : a.bars) {
        for (Vec3 *v : {&b.from, &b.to, &b.up, &b.cutFrom, &b.cutTo}) turn(*v);
        for (PathPoint &p : b.bends) turn(p.at);
    }
    for (SheetPart &s : a.sheets)
        for (Vec3 *v : {&s.axes.origin, &s.axes.x, &s.axes.y, &s.axes.z}) turn(*v);
    for (BoughtPart &b : a.bought) turn(b.center);
    for (Vec3 *v : placesIn(a)) turn(*v);
    for (Vec3 *v : directionsIn(a)) turn(*v);
    for (Handle &h : a.handles) {
        turn(h.at);
        turn(h.direction);
    }
    a.solids.clear();
}

}  // namespace hefty::armor
