#include "app/sheets/job_lists.h"

#include <numbers>

#include "app/window/list_maker.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

using namespace lists;

const std::array<std::pair<rig::Region, const char *>, 3> regions{
    {{rig::Region::Front, "front"}, {rig::Region::Belly, "belly"}, {rig::Region::Rear, "rear"}}};

RecordCell regionCell(const rig::OutlinePoint &p) {
    QStringList words;
    QString now;
    for (const auto &[region, word] : regions) {
        words << QLatin1String(word);
        if (p.region == region) now = QLatin1String(word);
    }
    return RecordCell::choice(now, words);
}

void setRegion(rig::OutlinePoint &p, const QString &text) {
    for (const auto &[region, word] : regions)
        if (text == QLatin1String(word)) p.region = region;
}

/// A list of named numbers, one a row, with the reason of each below.
template <class Rule, class Owner>
RecordList namedNumbers(const QString &what, std::span<const Rule> rules, Owner owner,
                        const char *Rule::*why) {
    RecordList list;
    list.what = what;
    list.count = [rules](const job::Job &) { return static_cast<int>(rules.size()); };
    list.columns.push_back({ListText::tr("What"),
                            0,
                            [rules](const job::Job &, int row) {
                                return RecordCell::fixed(QCoreApplication::translate(
                                    "rules", rules[static_cast<std::size_t>(row)].name));
                            },
                            {},
                            {}});
    RecordColumn value;
    value.name = ListText::tr("Value");
    value.width = 130;
    value.cell = [rules, owner](const job::Job &job, int row) {
        const Rule &r = rules[static_cast<std::size_t>(row)];
        return RecordCell::measure(owner(job).*r.member, r.quantity, r.least, r.most);
    };
    value.setNumber = [rules, owner](job::Job &job, int row, double v) {
        owner(job).*rules[static_cast<std::size_t>(row)].member = v;
    };
    list.columns.push_back(std::move(value));
    list.hint = [rules, why](int row) {
        return row < 0 ? QString() : QString::fromUtf8(rules[static_cast<std::size_t>(row)].*why);
    };
    return list;
}

}  // namespace

namespace {

template <class Rows>
RecordList holeList(const QString &what, Rows rows) {
    return listOf<rig::FrameHole>(what, rows)
        .words(ListText::tr("Name"), 0, &rig::FrameHole::id)
        .number(ListText::tr("From the end"), 110, &rig::FrameHole::behindEnd, Quantity::DrilledLength, 0,
                rig::holeFarthestBehind)
        .number(ListText::tr("Above center"), 110, &rig::FrameHole::aboveCenter, Quantity::DrilledLength,
                -rig::holeFarthestFromCenter, rig::holeFarthestFromCenter)
        .number(ListText::tr("Diameter"), 96, &rig::FrameHole::diameter, Quantity::DrilledLength,
                rig::holeLeast, rig::holeMost)
        .adds([](const auto &list) {
            rig::FrameHole hole = list.empty() ? rig::FrameHole{"", 40, 0, 13} : list.back();
            if (!list.empty()) hole.behindEnd += 60;
            hole.id = freshId(list, "hole");
            return hole;
        })
        .hint(ListText::tr(
            "From the end of the rail along it to the middle of the hole, and up from the middle of the "
            "rail. Check the pattern on its diagonals; the two sides are taken alike."))
        .take();
}

}  // namespace

RecordList boltHoleList() {
    return holeList(
        ListText::tr("bolt hole"), [](auto &j) -> auto & { return j.vehicle.frontHoles; });
}

RecordList rearHoleList() {
    return holeList(
        ListText::tr("rear bolt hole"), [](auto &j) -> auto & { return j.vehicle.rearHoles; });
}

RecordList crossmemberList() {
    return listOf<rig::Crossmember>(
               ListText::tr("crossmember"), [](auto &j) -> auto & { return j.vehicle.crossmembers; })
        .words(ListText::tr("Name"), 0, &rig::Crossmember::id)
        .number(ListText::tr("Behind the front ends"), 170, &rig::Crossmember::behindEnd, Quantity::Length, 0,
                rig::farthest)
        .adds([](const auto &list) {
            rig::Crossmember member;
            if (!list.empty()) member = list.back();
            member.behindEnd += 600;
            member.id = freshId(list, "member");
            return member;
        })
        .hint(ListText::tr(
            "From the front end of the rail back to the middle of the crossmember, beside the first from "
            "either end."))
        .take();
}

RecordList holdList() {
    using rig::Hold;
    QStringList kinds, faces;
    for (const rig::HoldKind &k : rig::holdKinds()) kinds << ListText::tr(k.name);
    for (const rig::HoldFace &f : rig::holdFaces()) faces << ListText::tr(f.name);
    auto list = listOf<Hold>(
        ListText::tr("hold"), [](auto &j) -> auto & { return j.vehicle.holds; });
    return list.words(ListText::tr("Name"), 190, &Hold::name)
        .column(
            ListText::tr("What"), 150,
            [kinds](const Hold &h) {
                const rig::HoldKind *k = rig::holdKind(h.kind);
                return RecordCell::choice(k ? ListText::tr(k->name) : QString(), kinds);
            },
            {},
            [](Hold &h, const QString &text) {
                for (const rig::HoldKind &k : rig::holdKinds())
                    if (text == ListText::tr(k.name)) h.kind = k.id;
            })
        .column(
            ListText::tr("Looks"), 92,
            [faces](const Hold &h) {
                QString now;
                for (const rig::HoldFace &f : rig::holdFaces())
                    if (h.face == f.id) now = ListText::tr(f.name);
                return RecordCell::choice(now, faces);
            },
            {},
            [](Hold &h, const QString &text) {
                for (const rig::HoldFace &f : rig::holdFaces())
                    if (text == ListText::tr(f.name)) h.face = f.id;
            })
        .coordinate(ListText::tr("Forward"), &Hold::at, 0, -rig::farthest)
        .coordinate(ListText::tr("Left"), &Hold::at, 1, -rig::farthest)
        .coordinate(ListText::tr("Up"), &Hold::at, 2, 0)
        .number(ListText::tr("Bolt"), 72, &Hold::diameter, Quantity::DrilledLength, 4, 60)
        .number(ListText::tr("Wall, depth"), 92, &Hold::thickness, Quantity::DrilledLength, 0, 100)
        .number(ListText::tr("Its metal"), 84, &Hold::ultimate, Quantity::Stress, 0, 2000)
        .number(ListText::tr("Pull"), 84, &Hold::pull, Quantity::Force, 0, 1e7)
        .number(ListText::tr("Shear"), 84, &Hold::shear, Quantity::Force, 0, 1e7)
        .number(ListText::tr("Stiffness"), 96, &Hold::stiffness, Quantity::Rate, 0, 1e7)
        .number(ListText::tr("Moment"), 96, &Hold::moment, Quantity::Moment, 0, 1e9)
        .number(ListText::tr("Inside"), 84, &Hold::inside, Quantity::DrilledLength, 0, 200)
        .number(ListText::tr("Depth"), 84, &Hold::depth, Quantity::Length, 0, 1000)
        .number(ListText::tr("Pin at"), 84, &Hold::pinBack, Quantity::Length, 0, 500)
        .adds([](const auto &rows) {
            Hold h;
            if (!rows.empty()) h = rows.back();
            if (rows.empty()) h.at = {-800, 250, 400};
            if (h.diameter <= 0) h.diameter = 12;
            h.at.x() -= rows.empty() ? 0 : 200;
            h.id = freshId(rows, "hold");
            h.name = h.id;
            return h;
        })
        .hint(ListText::tr(
            "Where something can be bolted beside the rails: the middle of the hole on its face, left and "
            "right taken alike. What it may carry and how far it gives comes from the vehicle's maker or a "
            "test; what is 0 is not known, and nothing that hangs on it is called proved."))
        .take();
}

RecordList outlineList() {
    using rig::OutlinePoint;
    return listOf<OutlinePoint>(
               ListText::tr("outline point"), [](auto &j) -> auto & { return j.vehicle.outline; })
        .words(ListText::tr("Name"), 0, &OutlinePoint::name)
        .column(ListText::tr("Where"), 78, regionCell, {}, setRegion)
        .coordinate(ListText::tr("Forward"), &OutlinePoint::at, 0, -rig::farthest)
        .coordinate(ListText::tr("Left"), &OutlinePoint::at, 1, -rig::farthest)
        .coordinate(ListText::tr("Up"), &OutlinePoint::at, 2, 0)
        .adds([](const auto &rows) {
            OutlinePoint p;
            p.id = freshId(rows, "point");
            p.name = q(p.id).toStdString();
            p.region = rig::Region::Belly;
            p.at = {-1000, 0, 400};
            return p;
        })
        .hint(ListText::tr(
            "What could touch first: forward of the front axle, left of the middle, up from the floor. A "
            "point off the middle counts on both sides."))
        .take();
}

RecordList keepOutList() {
    using rig::KeepOut;
    auto list = listOf<KeepOut>(
        ListText::tr("keep-out"), [](auto &j) -> auto & { return j.vehicle.keepOuts; });
    list.words(ListText::tr("Name"), 140, &KeepOut::name);
    const std::array<QString, 6> ends{ListText::tr("Rear"), ListText::tr("Front"),  ListText::tr("Right"),
                                      ListText::tr("Left"), ListText::tr("Bottom"), ListText::tr("Top")};
    for (int axis = 0; axis < 3; ++axis)
        for (const bool high : {false, true}) {
            // The far side stays at least a millimeter beyond the near one.
            list.column(
                ends[static_cast<std::size_t>(2 * axis + high)], 84,
                [=](const KeepOut &k) {
                    return high ? RecordCell::measure(k.high(axis), Quantity::Length, k.low(axis) + 1,
                                                      rig::farthest)
                                : RecordCell::measure(k.low(axis), Quantity::Length, -rig::farthest,
                                                      k.high(axis) - 1);
                },
                [=](KeepOut &k, double v) { (high ? k.high : k.low)(axis) = v; });
        }
    return list.number(ListText::tr("Gap"), 76, &KeepOut::gap, Quantity::Length, 0, 500)
        .adds([](const auto &rows) {
            KeepOut k;
            k.id = freshId(rows, "keepout");
            k.name = k.id;
            k.low = {500, -150, 600};
            k.high = {650, 150, 800};
            return k;
        })
        .hint(ListText::tr(
            "A box that must stay clear: lamps with the room to take them out, steering box, radiator. It is "
            "drawn in cross-hatch."))
        .take();
}

RecordList houseRuleList() {
    return namedNumbers(
        ListText::tr("house rule"), proof::houseRules(), [](auto &j) -> auto & { return j.rules; },
        &proof::HouseRule::why);
}

RecordList shopSettingList() {
    return namedNumbers(
        ListText::tr("shop setting"), workshop::shopSettings(), [](auto &j) -> auto & { return j.shop; },
        &workshop::ShopSetting::meaning);
}

RecordList rackList(const stock::Stock &stock) {
    using workshop::RackItem;
    QStringList sections, materials;
    for (const stock::Section &s : stock.sections) sections << q(s.id);
    for (const stock::Material &m : stock.materials) materials << q(m.id);
    return listOf<RackItem>(
               ListText::tr("bar"), [](auto &j) -> auto & { return j.shop.rack; })
        .words(ListText::tr("Mark"), 84, &RackItem::id)
        .column(
            ListText::tr("Section"), 0,
            [=](const RackItem &i) { return RecordCell::choice(q(i.section), sections); }, {},
            [](RackItem &i, const QString &t) { i.section = t.toStdString(); })
        .column(
            ListText::tr("Material"), 110,
            [=](const RackItem &i) { return RecordCell::choice(q(i.material), materials); }, {},
            [](RackItem &i, const QString &t) { i.material = t.toStdString(); })
        .number(ListText::tr("Length"), 100, &RackItem::length, Quantity::Length, 1, 30000)
        .column(
            ListText::tr("Bars"), 60,
            [](const RackItem &i) {
                return RecordCell::measure(i.count, Quantity::Count, 0, workshop::mostBars);
            },
            [](RackItem &i, double v) { i.count = static_cast<int>(v); })
        .column(
            ListText::tr("Kind"), 100,
            [](const RackItem &i) {
                return RecordCell::choice(i.remnant ? ListText::tr("remnant") : ListText::tr("full length"),
                                          {ListText::tr("full length"), ListText::tr("remnant")});
            },
            {}, [](RackItem &i, const QString &t) { i.remnant = t == ListText::tr("remnant"); })
        .number(ListText::tr("Price"), 84, &RackItem::price, Quantity::Money, 0, 1e6)
        .adds([](const auto &rows) {
            RackItem item;
            if (!rows.empty()) item = rows.back();
            item.id = freshId(rows, "R-");
            if (rows.empty()) {
                item.section = "RHS 150x100x8";
                item.material = "S355";
                item.length = 1000;
                item.remnant = true;
            }
            item.count = 1;
            return item;
        })
        .hint(ListText::tr(
            "What lies on the rack: remnants are used first. The price is what one such bar was bought for."))
        .take();
}

RecordList sheetList(const stock::Stock &stock) {
    using workshop::SheetItem;
    QStringList materials;
    for (const stock::Material &m : stock.materials) materials << q(m.id);
    return listOf<SheetItem>(
               ListText::tr("sheet"), [](auto &j) -> auto & { return j.shop.sheets; })
        .words(ListText::tr("Mark"), 0, &SheetItem::id)
        .column(
            ListText::tr("Material"), 110,
            [=](const SheetItem &i) { return RecordCell::choice(q(i.material), materials); }, {},
            [](SheetItem &i, const QString &t) { i.material = t.toStdString(); })
        .number(ListText::tr("Thickness"), 100, &SheetItem::thickness, Quantity::DrilledLength, 0.5, 100)
        .number(ListText::tr("Length"), 100, &SheetItem::length, Quantity::Length, 20, 12000)
        .number(ListText::tr("Width"), 100, &SheetItem::width, Quantity::Length, 20, 4000)
        .column(
            ListText::tr("Sheets"), 70,
            [](const SheetItem &i) {
                return RecordCell::measure(i.count, Quantity::Count, 0, workshop::mostBars);
            },
            [](SheetItem &i, double v) { i.count = static_cast<int>(v); })
        .number(ListText::tr("Price"), 84, &SheetItem::price, Quantity::Money, 0, 1e6)
        .adds([](const auto &rows) {
            SheetItem item;
            if (!rows.empty()) item = rows.back();
            item.id = freshId(rows, "S-");
            if (rows.empty()) item = {item.id, "S355", 10, 1000, 600, 1, true, 0};
            return item;
        })
        .hint(ListText::tr(
            "Sheets and what is left of them: plates are laid on them before new ones are bought."))
        .take();
}

RecordList dieList() {
    using workshop::BenderDie;
    return listOf<BenderDie>(
               ListText::tr("die"), [](auto &j) -> auto & { return j.shop.dies; })
        .words(ListText::tr("Mark"), 0, &BenderDie::id)
        .number(ListText::tr("Tube"), 90, &BenderDie::tube, Quantity::DrilledLength, 5, 200)
        .number(ListText::tr("Radius"), 90, &BenderDie::radius, Quantity::DrilledLength, 5, 2000)
        .number(ListText::tr("Clamp"), 90, &BenderDie::grip, Quantity::Length, 0, 1000)
        .number(ListText::tr("Setback"), 90, &BenderDie::setback, Quantity::DrilledLength, 0, 500)
        .number(ListText::tr("Stroke"), 90, &BenderDie::stroke, Quantity::Angle, 0, std::numbers::pi)
        .adds([](const auto &rows) { return BenderDie{freshId(rows, "D-"), 48.3, 150, 80, 0, 0}; })
        .hint(ListText::tr(
            "Radius to the middle of the tube; clamp: straight tube it holds ahead of a bend; setback: a "
            "start mark lies this far before the bend; stroke: most in one pull, 0 for any."))
        .take();
}

RecordList testBendList(const stock::Stock &stock) {
    using workshop::TestBend;
    QStringList materials;
    for (const stock::Material &m : stock.materials) materials << q(m.id);
    return listOf<TestBend>(
               ListText::tr("test bend"), [](auto &j) -> auto & { return j.shop.testBends; })
        .words(ListText::tr("Die"), 0, &TestBend::die)
        .column(
            ListText::tr("Material"), 110,
            [=](const TestBend &t) { return RecordCell::choice(q(t.material), materials); }, {},
            [](TestBend &t, const QString &text) { t.material = text.toStdString(); })
        .number(ListText::tr("Set"), 100, &TestBend::set, Quantity::Angle, 0.01, 3.1)
        .number(ListText::tr("Kept"), 100, &TestBend::got, Quantity::Angle, 0.01, 3.1)
        .words(ListText::tr("Date"), 120, &TestBend::date)
        .adds([](const auto &rows) {
            TestBend t = rows.empty() ? TestBend{"D-1", "S235", 0, 0, ""} : rows.back();
            t.set = std::numbers::pi / 2;
            t.got = t.set * 0.978;
            return t;
        })
        .hint(ListText::tr("What the bender was set to and what the tube kept: later bends are set by it."))
        .take();
}

namespace {

/// One line of the job card. `Access` finds the text in a job, const or not.
struct CardLine {
    QString name;
    std::function<QString(const job::Job &)> get;
    std::function<void(job::Job &, const QString &)> set;
    QStringList choices = {};
};

/// What carries the vehicle: what has to be measured hangs on it.
CardLine kindLine() {
    QStringList names;
    for (const rig::VehicleKind k : rig::vehicleKinds()) names << worded(std::string(rig::kindName(k)));
    return {ListText::tr("Kind of vehicle"),
            [](const job::Job &j) { return worded(std::string(rig::kindName(j.vehicle.kind))); },
            [](job::Job &j, const QString &t) {
                for (const rig::VehicleKind k : rig::vehicleKinds())
                    if (t == worded(std::string(rig::kindName(k)))) j.vehicle.kind = k;
            },
            names};
}
template <class Access>
CardLine cardLine(const QString &name, Access access) {
    return {name, [access](const job::Job &j) { return q(access(j)); },
            [access](job::Job &j, const QString &t) { access(j) = t.toStdString(); }};
}

}  // namespace

RecordList jobCardList() {
    // The piece comes last: a job without one has a line less.
    const std::vector<CardLine> lines{
        cardLine(
            ListText::tr("Job"), [](auto &j) -> auto & { return j.name; }),
        cardLine(
            ListText::tr("Customer"), [](auto &j) -> auto & { return j.customer; }),
        cardLine(
            ListText::tr("Vehicle"), [](auto &j) -> auto & { return j.vehicle.name; }),
        kindLine(),
        cardLine(
            ListText::tr("Owner"), [](auto &j) -> auto & { return j.vehicle.owner; }),
        cardLine(
            ListText::tr("Workshop"), [](auto &j) -> auto & { return j.shop.name; }),
        cardLine(
            ListText::tr("Currency"), [](auto &j) -> auto & { return j.shop.currency; }),
        cardLine(
            ListText::tr("Armor piece"), [](auto &j) -> auto & { return j.pieces.front().name; })};
    RecordList list;
    list.what = ListText::tr("job card");
    list.count = [n = static_cast<int>(lines.size())](const job::Job &j) {
        return j.pieces.empty() ? n - 1 : n;
    };
    list.columns.push_back({ListText::tr("What"),
                            130,
                            [lines](const job::Job &, int row) {
                                return RecordCell::fixed(lines[static_cast<std::size_t>(row)].name);
                            },
                            {},
                            {}});
    list.columns.push_back({ListText::tr("Is"),
                            0,
                            [lines](const job::Job &j, int row) {
                                const CardLine &line = lines[static_cast<std::size_t>(row)];
                                return line.choices.isEmpty() ? RecordCell::words(line.get(j))
                                                              : RecordCell::choice(line.get(j), line.choices);
                            },
                            {},
                            [lines](job::Job &j, int row, const QString &t) {
                                lines[static_cast<std::size_t>(row)].set(j, t);
                            }});
    return list;
}

}  // namespace hefty::app
