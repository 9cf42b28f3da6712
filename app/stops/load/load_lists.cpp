#include "app/sheets/job_lists.h"
#include "app/window/list_maker.h"
#include "core/rig/tire_size.h"

namespace hefty::app {

using namespace lists;

namespace {

template <class Read>
std::function<QString(const QString &)> readable(Read read, bool mayBeEmpty) {
    return [read, mayBeEmpty](const QString &text) {
        if (mayBeEmpty && text.trimmed().isEmpty()) return QString();
        const auto value = read(text.toStdString());
        return value ? QString() : q(value.error().sentence());
    };
}

}  // namespace

RecordList tireList() {
    using rig::TireOption;
    auto list = listOf<TireOption>(
        ListText::tr("tire"), [](auto &j) -> auto & { return j.vehicle.loadout.tires; });
    list.words(ListText::tr("Name"), 0, &TireOption::id)
        .words(ListText::tr("Size code"), 104, &TireOption::code)
        .number(ListText::tr("Pressure"), 78, &TireOption::pressure, Quantity::Pressure, rig::leastPressure,
                rig::mostPressure)
        .number(ListText::tr("Rim"), 78, &TireOption::wheelWidth, Quantity::Length, 0, rig::mostWheelWidth)
        .number(ListText::tr("Offset"), 74, &TireOption::wheelOffset, Quantity::Length, -rig::mostWheelOffset,
                rig::mostWheelOffset)
        .words(ListText::tr("Lugs"), 80, &TireOption::lugs)
        .adds([](const auto &rows) {
            TireOption t = rows.empty() ? TireOption{"", "255/85R16", 240, 0, 0, ""} : rows.back();
            t.id = freshId(rows, "tire");
            return t;
        })
        .hint(ListText::tr(
            "255/85R16, 33x12.50R15 or 7.50R16. The offset counts outward from the middle of the wheel to "
            "where it bolts on; lugs as 6x139.7 or 5x4.5\"."));
    RecordList out = list.take();
    // A tire is named elsewhere by its id: what is named follows, what is removed is named no more.
    out.columns[0].setText = [](job::Job &job, int row, const QString &text) {
        rig::Loadout &l = job.vehicle.loadout;
        TireOption &t = l.tires[static_cast<std::size_t>(row)];
        const std::string name = text.trimmed().toStdString();
        if (name.empty() || l.tire(name)) return;
        for (std::string *user : {&l.measuredOn, &l.standsOn})
            if (*user == t.id) *user = name;
        t.id = name;
    };
    out.columns[1].wrong = readable([](const std::string &s) { return rig::readTireSize(s); }, false);
    out.columns[5].wrong = readable([](const std::string &s) { return rig::readLugPattern(s); }, true);
    out.remove = [](job::Job &job, int row) {
        rig::Loadout &l = job.vehicle.loadout;
        const std::string id = l.tires[static_cast<std::size_t>(row)].id;
        l.tires.erase(l.tires.begin() + row);
        for (std::string *user : {&l.measuredOn, &l.standsOn})
            if (*user == id) user->clear();
    };
    out.add = [add = out.add](job::Job &job) {
        add(job);
        rig::Loadout &l = job.vehicle.loadout;
        if (l.tires.size() == 1) l.measuredOn = l.tires[0].id;
    };
    return out;
}

RecordList movingList() {
    using rig::MovingThing;
    QStringList motions;
    for (const rig::MotionKind &k : rig::motionKinds()) motions << ListText::tr(k.name);
    const auto swings = [](const MovingThing &t) {
        const rig::MotionKind *k = rig::motionKind(t.motion);
        return k && k->swings;
    };
    auto list = listOf<MovingThing>(
        ListText::tr("moving thing"), [](auto &j) -> auto & { return j.vehicle.moving; });
    list.words(ListText::tr("Name"), 120, &MovingThing::name)
        .column(
            ListText::tr("How"), 190,
            [motions](const MovingThing &t) {
                const rig::MotionKind *k = rig::motionKind(t.motion);
                return RecordCell::choice(k ? ListText::tr(k->name) : QString(), motions);
            },
            {},
            [swings](MovingThing &t, const QString &text) {
                const bool before = swings(t);
                for (const rig::MotionKind &k : rig::motionKinds())
                    if (text == ListText::tr(k.name)) t.motion = k.id;
                // Degrees do not turn into millimeters: a middling way to begin with.
                if (swings(t) != before) t.reach = swings(t) ? 1.0 : 200;
            })
        .column(
            ListText::tr("How far"), 84,
            [swings](const MovingThing &t) {
                return swings(t) ? RecordCell::measure(t.reach, Quantity::Angle, 0.01, rig::mostSwing)
                                 : RecordCell::measure(t.reach, Quantity::Length, 1, rig::mostSlide);
            },
            [](MovingThing &t, double v) { t.reach = v; });
    const std::array<QString, 6> ends{ListText::tr("Rear"), ListText::tr("Front"),  ListText::tr("Right"),
                                      ListText::tr("Left"), ListText::tr("Bottom"), ListText::tr("Top")};
    for (int axis = 0; axis < 3; ++axis)
        for (const bool high : {false, true})
            list.column(
                ends[static_cast<std::size_t>(2 * axis + high)], 90,
                [=](const MovingThing &t) {
                    return high ? RecordCell::measure(t.high(axis), Quantity::Length, t.low(axis) + 1,
                                                      rig::farthest)
                                : RecordCell::measure(t.low(axis), Quantity::Length, -rig::farthest,
                                                      t.high(axis) - 1);
                },
                [=](MovingThing &t, double v) { (high ? t.high : t.low)(axis) = v; });
    list.coordinate(ListText::tr("Hinge fwd"), &MovingThing::hinge, 0, -rig::farthest)
        .coordinate(ListText::tr("Hinge left"), &MovingThing::hinge, 1, -rig::farthest)
        .coordinate(ListText::tr("Hinge up"), &MovingThing::hinge, 2, -rig::farthest)
        .number(ListText::tr("Gap"), 76, &MovingThing::gap, Quantity::Length, 0, 500)
        .adds([](const auto &rows) {
            MovingThing t;
            t.id = freshId(rows, "moving");
            t.name = t.id;
            t.low = {500, -200, 900};
            t.high = {700, 200, 1000};
            return t;
        })
        .hint(ListText::tr(
            "Hood, tailgate, hatch, door, a lamp on its way out, a lever with the hand on it: a box at "
            "rest and "
            "how it moves. The armor must leave it the gap all the way."));
    return list.take();
}

RecordList massList() {
    using rig::MassItem;
    return listOf<MassItem>(
               ListText::tr("mass"), [](auto &j) -> auto & { return j.vehicle.loadout.masses; })
        .words(ListText::tr("What"), 104, &MassItem::name)
        .number(ListText::tr("Mass"), 94, &MassItem::mass, Quantity::Mass, -rig::mostItemMass,
                rig::mostItemMass)
        .coordinate(ListText::tr("Forward"), &MassItem::at, 0, -rig::farthest)
        .coordinate(ListText::tr("Left"), &MassItem::at, 1, -rig::farthest)
        .coordinate(ListText::tr("Up"), &MassItem::at, 2, 0)
        .column(
            ListText::tr("Now"), 70,
            [](const MassItem &m) {
                return RecordCell::choice(m.aboard ? ListText::tr("aboard") : ListText::tr("ashore"),
                                          {ListText::tr("aboard"), ListText::tr("ashore")});
            },
            {}, [](MassItem &m, const QString &t) { m.aboard = t == ListText::tr("aboard"); })
        .adds([](const auto &rows) {
            MassItem m;
            m.id = freshId(rows, "mass");
            m.name = m.id;
            m.mass = 50;
            m.at = {-2000, 0, 900};
            return m;
        })
        .hint(ListText::tr(
            "What was not aboard when it was weighed; taken off is minus. Armor counts by itself."))
        .take();
}

RecordList templateList(Session *session) {
    using job::Template;
    auto list = listOf<Template>(
        ListText::tr("template"), [](auto &j) -> auto & { return j.templates; });
    list.words(ListText::tr("Name"), 0, &Template::name)
        .column(ListText::tr("From"), 96, [](const Template &t) { return RecordCell::fixed(q(t.source)); },
                {});
    RecordList out = list.take();
    out.columns.push_back({ListText::tr("Area"),
                           96,
                           [session](const job::Job &, int row) {
                               const auto appraisal = session->appraisal();
                               const auto r = static_cast<std::size_t>(row);
                               if (r >= appraisal->templates.size())
                                   return RecordCell::fixed(QStringLiteral("…"));
                               return RecordCell::fixed(
                                   ListText::tr("%1 cm²").arg(appraisal->templates[r].area / 100, 0, 'f', 1));
                           },
                           {},
                           {}});
    return out;
}

RecordList offsetList(std::function<int()> chosen) {
    using outline::Offset;
    // Which template is meant is asked anew each time; none is an empty list.
    const auto rows = [chosen](auto &j) -> auto & {
        static std::vector<Offset> none;
        none.clear();
        constexpr bool isConst = std::is_const_v<std::remove_reference_t<decltype(j)>>;
        std::conditional_t<isConst, const std::vector<Offset>, std::vector<Offset>> *list = &none;
        const int row = chosen();
        if (row >= 0 && row < static_cast<int>(j.templates.size()))
            list = &j.templates[static_cast<std::size_t>(row)].offsets;
        return *list;
    };
    return listOf<Offset>(ListText::tr("offset"), rows)
        .number(ListText::tr("Along"), 100, &Offset::along, Quantity::Length, 0, 10000)
        .number(ListText::tr("Off the line"), 110, &Offset::off, Quantity::Length, 0, 5000)
        .column(
            ListText::tr("Edge"), 0,
            [](const Offset &o) {
                return RecordCell::choice(o.smooth ? ListText::tr("curve") : ListText::tr("corner"),
                                          {ListText::tr("corner"), ListText::tr("curve")});
            },
            {}, [](Offset &o, const QString &t) { o.smooth = t == ListText::tr("curve"); })
        .adds([](const auto &list) {
            Offset o;
            if (!list.empty()) o = {list.back().along + 50, list.back().off, false};
            return o;
        })
        .take();
}

}  // namespace hefty::app
