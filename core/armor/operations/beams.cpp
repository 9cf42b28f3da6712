#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/cover.h"
#include "core/armor/making/folded_bar.h"
#include "core/armor/making/frame_brackets.h"
#include "core/armor/making/receiver.h"
#include "core/armor/making/welded_rail.h"
#include "core/armor/operations/record.h"

namespace hefty::armor {
namespace {

/// A beam ahead of the front axle points forward, one behind the middle rearward.
double outwardOf(Record &r, const BarPart &b) {
    return b.from.x() > -r.maker.rig().wheelbase / 2 ? 1 : -1;
}

bool standsOn(Record &r, const BarPart &b, double y) {
    if (std::abs(b.axes().x.y()) < 0.99) r.refuse("the beam does not run across the vehicle.");
    if (y < std::min(b.from.y(), b.to.y()) + 20 || y > std::max(b.from.y(), b.to.y()) - 20)
        r.refuse("it stands beside the beam.");
    return r.fine();
}

/// Notched and folded at its corners; its ends lie on what their places are on.
void addFolded(Record &r, const std::string &name, const StockedBar &of, const Record::Place &from,
               const std::vector<FoldedCorner> &folds, const Record::Place &to) {
    const Vec3 first = folds.front().at - from.at;
    if (!(first.norm() > 1)) return r.refuse("the tube has no length.");
    const Vec3 up = std::abs(first.normalized().z()) > 0.99 ? Vec3::UnitX() : Vec3::UnitZ();
    addFoldedBar(r.maker, name, r.made(Role::Beam), of, from.at, folds, to.at, up);
    if (r.maker.refused() || r.out().foldedBars.empty() || !r.in.boolean("cope", true)) return;
    const FoldedBar &whole = r.out().foldedBars.back();
    for (BarPart &b : r.out().bars) {
        if (b.name == whole.legs.front() && !from.part.empty()) Maker::cope(b, false, {from.part});
        if (b.name == whole.legs.back() && !to.part.empty()) Maker::cope(b, true, {to.part});
    }
}

}  // namespace

void addTube(Record &r) {
    const std::string name = r.freshName();
    const StockedBar of = r.stocked();
    const Record::Place from = r.place("from"), to = r.place("to");
    std::vector<PathPoint> bends;
    std::vector<FoldedCorner> folds;
    for (const auto &[value, path] : r.in.array("bends")) {
        ObjectReader b(*value, path, r.faults());
        const Vec3 at = vec(b.numbers<3>("at"));
        const int cuts = b.integer("cuts", 0);
        if (cuts < 0 || cuts > 24) r.refuse("a corner is folded with 1 to 24 cuts.");
        if (cuts > 0)
            folds.push_back({at, cuts, b.number("radius", 0)});
        else
            bends.push_back({at, b.number("radius")});
    }
    if (!folds.empty() && !bends.empty()) r.refuse("a tube is either bent or notched and folded.");
    if (!r.fine()) return;
    if (!folds.empty()) return addFolded(r, name, of, from, folds, to);
    const Vec3 first = (bends.empty() ? to.at : bends.front().at) - from.at;
    if (!(first.norm() > 1)) return r.refuse("the tube has no length.");
    const Vec3 up = std::abs(first.normalized().z()) > 0.99 ? Vec3::UnitX() : Vec3::UnitZ();
    if (const auto path = parts::course(from.at, bends, to.at, up); !path)
        return r.refuse(path.error().sentence());
    BarPart &bar = r.maker.bar(name, r.made(Role::Beam), of, from.at, to.at, bends, up);
    if (!r.in.boolean("cope", true)) return;
    if (!from.part.empty()) Maker::cope(bar, false, {from.part});
    if (!to.part.empty()) Maker::cope(bar, true, {to.part});
}

/// The side plates that carry a beam on the ends of both rails.
void addBracket(Record &r) {
    const BarPart *b = r.beam("beam");
    const bool rear = r.in.text("end", std::string("front")) == "rear";
    const stock::Material of = r.material();
    const double t = r.thickness();
    const std::string grade = r.in.text("grade", std::string("8.8"));
    if (!r.fine()) return;
    const RailEnd end = r.maker.railEnd(rear);
    if (r.maker.refused()) return r.refuse("the ends of the rails and their holes have not been measured.");
    for (const Side &side : bothSides)
        if (r.out().has(side.of("bracket"))) return r.refuse("there are brackets already.");
    const Axes axes = b->axes();
    if (std::abs(axes.x.y()) < 0.99) return r.refuse("the beam does not run across the vehicle.");
    RailBracket plates;
    plates.end = end;
    plates.z = b->from.z();
    plates.face = b->from.x() - end.out * b->section.width / 2;
    plates.halfFlat = b->section.height / 2 - b->properties.outerRadius;
    plates.stripWidth = 2 * b->section.height;
    plates.material = of;
    plates.thickness = {t, {}};
    plates.leg = {r.in.number("weld", 8), {}};
    plates.grade = grade;
    if (b->round()) return r.refuse("side plates want a beam with a flat face.");
    if (end.out * (plates.face - end.x) < 5)
        return r.refuse("the beam does not stand clear of the ends of the rails.");
    for (const Side &side : bothSides) addRailBracket(r.maker, side, plates);
}

void addTab(Record &r) {
    const std::string name = r.freshName();
    const BarPart *b = r.beam("beam");
    const std::string shackle = r.in.text("shackle", std::string("shackle-3.25"));
    ThroughTab t;
    t.material = r.material();
    t.thickness = {r.thickness(), {}};
    t.height = {r.in.number("height", 80), {}};
    t.reach = {r.in.number("reach", 45), {}};
    t.leg = {r.in.number("weld", 8), {}};
    t.y = r.in.number("across");
    t.shackle = r.maker.stock().shackle(shackle);
    t.snatchRope = r.in.text("snatchRope", std::string());
    if (!t.shackle) r.refuse(fmt::format("the stock has no shackle \"{}\".", shackle));
    if (!r.fine()) return;
    if (!standsOn(r, *b, t.y)) return;
    t.out = outwardOf(r, *b);
    t.z = b->from.z();
    t.tail = b->from.x() - t.out * (b->section.width / 2 + 15);
    t.face = b->from.x() + t.out * b->section.width / 2;
    if (t.height.value > b->section.height - 2 * b->properties.outerRadius - 2)
        return r.refuse("the tab is higher than the flat of the beam.");
    addThroughTab(r.maker, name, r.in.text("label", std::string()), t);
}

void addReceiverTube(Record &r) {
    const std::string name = r.freshName();
    const BarPart *b = r.beam("beam");
    const std::string id = r.in.text("receiver", std::string("receiver-50"));
    const stock::Receiver *receiver = r.maker.stock().receiver(id);
    ReceiverPlace place;
    place.y = r.in.number("across", 0);
    const double reach = r.in.number("reach", 30);
    place.shackle = r.in.text("shackle", std::string());
    place.pinGrade = r.in.text("pin", std::string("8.8"));
    place.towMass = r.in.number("towMass", 0);
    place.leg = {r.in.number("weld", 6), {}};
    if (!receiver) r.refuse(fmt::format("the stock has no receiver \"{}\".", id));
    if (!place.shackle.empty() && !r.maker.stock().shackle(place.shackle))
        r.refuse(fmt::format("the stock has no shackle \"{}\".", place.shackle));
    if (!r.fine() || !standsOn(r, *b, place.y)) return;
    place.out = outwardOf(r, *b);
    place.z = b->from.z();
    const double clear = b->section.height - 2 * b->properties.outerRadius;
    place.nearFace = b->from.x() - place.out * b->section.width / 2;
    place.mouth = b->from.x() + place.out * (b->section.width / 2 + reach);
    place.material = b->material;
    if (receiver->outside + 8 > clear)
        return r.refuse("the receiver does not go through the flat of the beam.");
    addReceiverThrough(r.maker, name, *receiver, place, clear);
}

void addCap(Record &r) {
    const std::string name = r.freshName();
    const BarPart *b = r.beam("bar");
    const stock::Material of = r.material();
    const bool atTo = r.in.text("end", std::string("end")) == "end";
    if (!r.fine()) return;
    if ((atTo ? b->trimTo : b->trimFrom).onto.empty()) {
        SheetPart &s = addEndCap(r.maker, name, r.in.text("label", std::string()), *b, atTo, {}, of);
        s.made.leg = r.in.number("weld", 4);
    } else {
        r.refuse("that end is cut to lie on another part.");
    }
}

/// An end of a bar that is there already is cut to another part.
void trimBar(Record &r) {
    const BarPart *there = r.beam("bar");
    const std::string onto = r.in.text("onto"), end = r.in.text("end", std::string("end"));
    if (end != "start" && end != "end")
        r.refuse(fmt::format("\"{}\" is neither its start nor its end.", end));
    if (!r.out().bar(onto) && !r.out().sheet(onto))
        r.refuse(fmt::format("the piece has no part \"{}\".", onto));
    if (!r.fine()) return;
    if (there->name == onto) return r.refuse("a bar is not cut to itself.");
    if (there->made.isOnVehicle()) return r.refuse("what is on the vehicle is not cut.");
    const bool atTo = end == "end";
    for (BarPart &b : r.out().bars) {
        if (b.name != there->name) continue;
        if ((atTo ? b.cutTo : b.cutFrom).squaredNorm() > 0)
            return r.refuse("that end is mitered to another bar.");
        BarPart tried = b;
        std::vector<parts::Surface> surface;
        if (const BarPart *other = r.out().bar(onto))
            surface.push_back(parts::surfaceOf(*other));
        else if (const SheetPart *sheet = r.out().sheet(onto))
            surface.push_back(parts::planesOf(sheet->axes.origin, sheet->axes.z, sheet->thickness));
        if (!parts::trimEnd(tried, atTo, surface))
            return r.refuse(fmt::format("not all of that end meets \"{}\".", onto));
        Maker::cope(b, atTo, {onto});
    }
}

void addRail(Record &r) {
    const std::string word = r.in.text("side");
    const double front = r.in.number("from"), rear = r.in.number("to");
    const auto side =
        std::find_if(bothSides.begin(), bothSides.end(), [&word](const Side &s) { return word == s.name; });
    if (side == bothSides.end()) r.refuse(fmt::format("\"{}\" is neither left nor right.", word));
    if (!(rear > front)) r.refuse("what is welded on has no length along the rail.");
    if (!(std::abs(front) <= rig::farthest && std::abs(rear) <= rig::farthest))
        r.refuse("this is further away than any rail goes.");
    if (r.fine()) addWeldedRail(r.maker, *side, -front, -rear);
}

}  // namespace hefty::armor
