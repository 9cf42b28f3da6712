#include "app/job_lists.h"

#include <algorithm>
#include <tuple>

#include <QCoreApplication>
#include <QDate>

namespace hefty::app {
namespace {

using measure::Quantity;

QString tr(const char *text) {
    return QCoreApplication::translate("lists", text);
}

QString q(const std::string &text) {
    return QString::fromStdString(text);
}

/// An id that no row has yet: "point1", "point2", ...
template <class Rows>
std::string freshId(const Rows &rows, const std::string &stem) {
    for (int n = 1;; ++n) {
        const std::string id = stem + std::to_string(n);
        if (std::none_of(rows.begin(), rows.end(), [&id](const auto &r) { return r.id == id; })) return id;
    }
}

/// A list over a vector of the job. `Rows` finds the vector in a job, const or not.
template <class Row, class Rows>
class ListMaker {
  public:
    ListMaker(QString what, Rows rows) : m_rows(std::move(rows)) {
        m_list.what = std::move(what);
        m_list.count = [r = m_rows](const job::Job &job) { return static_cast<int>(r(job).size()); };
        m_list.remove = [r = m_rows](job::Job &job, int row) {
            auto &list = r(job);
            list.erase(list.begin() + row);
        };
    }
    /// A column whose cells are made from the row.
    ListMaker &column(QString name, int width, std::function<RecordCell(const Row &)> cell,
                      std::function<void(Row &, double)> setNumber,
                      std::function<void(Row &, const QString &)> setText = {}) {
        RecordColumn c;
        c.name = std::move(name);
        c.width = width;
        c.cell = [r = m_rows, cell](const job::Job &job, int row) {
            return cell(r(job)[static_cast<std::size_t>(row)]);
        };
        if (setNumber)
            c.setNumber = [r = m_rows, setNumber](job::Job &job, int row, double v) {
                setNumber(r(job)[static_cast<std::size_t>(row)], v);
            };
        if (setText)
            c.setText = [r = m_rows, setText](job::Job &job, int row, const QString &t) {
                setText(r(job)[static_cast<std::size_t>(row)], t);
            };
        m_list.columns.push_back(std::move(c));
        return *this;
    }
    ListMaker &number(QString name, int width, double Row::*member, Quantity quantity, double least,
                      double most) {
        return column(
            std::move(name), width,
            [=](const Row &r) { return RecordCell::measure(r.*member, quantity, least, most); },
            [=](Row &r, double v) { r.*member = v; });
    }
    ListMaker &words(QString name, int width, std::string Row::*member) {
        return column(
            std::move(name), width, [=](const Row &r) { return RecordCell::words(q(r.*member)); }, {},
            [=](Row &r, const QString &t) { r.*member = t.toStdString(); });
    }
    ListMaker &coordinate(QString name, shape::Vec3 Row::*member, int axis, double least) {
        return column(
            std::move(name), 84,
            [=](const Row &r) {
                return RecordCell::measure((r.*member)(axis), Quantity::Length, least, rig::farthest);
            },
            [=](Row &r, double v) { (r.*member)(axis) = v; });
    }
    ListMaker &adds(std::function<Row(const std::vector<Row> &)> fresh) {
        m_list.add = [r = m_rows, fresh](job::Job &job) { r(job).push_back(fresh(r(job))); };
        return *this;
    }
    ListMaker &hint(const QString &text) {
        m_list.hint = [text](int) { return text; };
        return *this;
    }
    RecordList take() { return std::move(m_list); }

  private:
    Rows m_rows;
    RecordList m_list;
};

template <class Row, class Rows>
ListMaker<Row, Rows> listOf(QString what, Rows rows) {
    return {std::move(what), std::move(rows)};
}

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
    list.columns.push_back({tr("What"),
                            0,
                            [rules](const job::Job &, int row) {
                                return RecordCell::fixed(QCoreApplication::translate(
                                    "rules", rules[static_cast<std::size_t>(row)].name));
                            },
                            {},
                            {}});
    RecordColumn value;
    value.name = tr("Value");
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

RecordList boltHoleList() {
    return listOf<rig::FrameHole>(
               tr("bolt hole"), [](auto &j) -> auto & { return j.vehicle.frontHoles; })
        .words(tr("Name"), 0, &rig::FrameHole::id)
        .number(tr("Behind end"), 104, &rig::FrameHole::behindEnd, Quantity::DrilledLength, 0,
                rig::holeFarthestBehind)
        .number(tr("Above center"), 104, &rig::FrameHole::aboveCenter, Quantity::DrilledLength,
                -rig::holeFarthestFromCenter, rig::holeFarthestFromCenter)
        .number(tr("Diameter"), 96, &rig::FrameHole::diameter, Quantity::DrilledLength, rig::holeLeast,
                rig::holeMost)
        .adds([](const auto &rows) {
            rig::FrameHole hole = rows.empty() ? rig::FrameHole{"", 40, 0, 13} : rows.back();
            if (!rows.empty()) hole.behindEnd += 60;
            hole.id = freshId(rows, "hole");
            return hole;
        })
        .hint(
            tr("From the end of the rail back to the middle of the hole, and up from the middle of the rail. "
               "Check the pattern on its diagonals; the two sides are taken alike."))
        .take();
}

RecordList outlineList() {
    using rig::OutlinePoint;
    return listOf<OutlinePoint>(
               tr("outline point"), [](auto &j) -> auto & { return j.vehicle.outline; })
        .words(tr("Name"), 0, &OutlinePoint::name)
        .column(tr("Where"), 78, regionCell, {}, setRegion)
        .coordinate(tr("Forward"), &OutlinePoint::at, 0, -rig::farthest)
        .coordinate(tr("Left"), &OutlinePoint::at, 1, -rig::farthest)
        .coordinate(tr("Up"), &OutlinePoint::at, 2, 0)
        .adds([](const auto &rows) {
            OutlinePoint p;
            p.id = freshId(rows, "point");
            p.name = q(p.id).toStdString();
            p.region = rig::Region::Belly;
            p.at = {-1000, 0, 400};
            return p;
        })
        .hint(
            tr("What could touch first: forward of the front axle, left of the middle, up from the floor. A "
               "point off the middle counts on both sides."))
        .take();
}

RecordList keepOutList() {
    using rig::KeepOut;
    auto list = listOf<KeepOut>(
        tr("keep-out"), [](auto &j) -> auto & { return j.vehicle.keepOuts; });
    list.words(tr("Name"), 140, &KeepOut::name);
    const std::array<QString, 6> ends{tr("Rear"), tr("Front"),  tr("Right"),
                                      tr("Left"), tr("Bottom"), tr("Top")};
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
    return list.number(tr("Gap"), 76, &KeepOut::gap, Quantity::Length, 0, 500)
        .adds([](const auto &rows) {
            KeepOut k;
            k.id = freshId(rows, "keepout");
            k.name = k.id;
            k.low = {500, -150, 600};
            k.high = {650, 150, 800};
            return k;
        })
        .hint(tr(
            "A box that must stay clear: lamps with the room to take them out, steering box, radiator. It is "
            "drawn in cross-hatch."))
        .take();
}

RecordList houseRuleList() {
    return namedNumbers(
        tr("house rule"), proof::houseRules(), [](auto &j) -> auto & { return j.rules; },
        &proof::HouseRule::why);
}

RecordList shopSettingList() {
    return namedNumbers(
        tr("shop setting"), workshop::shopSettings(), [](auto &j) -> auto & { return j.shop; },
        &workshop::ShopSetting::meaning);
}

RecordList rackList(const stock::Stock &stock) {
    using workshop::RackItem;
    QStringList sections, materials;
    for (const stock::Section &s : stock.sections) sections << q(s.id);
    for (const stock::Material &m : stock.materials) materials << q(m.id);
    return listOf<RackItem>(
               tr("bar"), [](auto &j) -> auto & { return j.shop.rack; })
        .words(tr("Mark"), 84, &RackItem::id)
        .column(
            tr("Section"), 0, [=](const RackItem &i) { return RecordCell::choice(q(i.section), sections); },
            {}, [](RackItem &i, const QString &t) { i.section = t.toStdString(); })
        .column(
            tr("Material"), 110,
            [=](const RackItem &i) { return RecordCell::choice(q(i.material), materials); }, {},
            [](RackItem &i, const QString &t) { i.material = t.toStdString(); })
        .number(tr("Length"), 100, &RackItem::length, Quantity::Length, 1, 30000)
        .column(
            tr("Bars"), 60,
            [](const RackItem &i) {
                return RecordCell::measure(i.count, Quantity::Count, 0, workshop::mostBars);
            },
            [](RackItem &i, double v) { i.count = static_cast<int>(v); })
        .column(
            tr("Kind"), 100,
            [](const RackItem &i) {
                return RecordCell::choice(i.remnant ? tr("remnant") : tr("full length"),
                                          {tr("full length"), tr("remnant")});
            },
            {}, [](RackItem &i, const QString &t) { i.remnant = t == tr("remnant"); })
        .number(tr("Price"), 84, &RackItem::price, Quantity::Money, 0, 1e6)
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
        .hint(tr(
            "What lies on the rack: remnants are used first. The price is what one such bar was bought for."))
        .take();
}

namespace {

using rig::BookPoint;
using rig::Reading;
using survey::MeasureKind;

/// What a reading is of, as one word: a coordinate is named by its direction.
const std::array<std::pair<const char *, std::pair<MeasureKind, int>>, 5> readingKinds{
    {{"tape", {MeasureKind::Distance, 2}},
     {"level", {MeasureKind::Level, 2}},
     {"forward", {MeasureKind::Coordinate, 0}},
     {"left", {MeasureKind::Coordinate, 1}},
     {"up", {MeasureKind::Coordinate, 2}}}};

RecordCell kindCell(const Reading &r) {
    QStringList words;
    QString now;
    for (const auto &[word, kind] : readingKinds) {
        words << tr(word);
        if (kind.first == r.kind && (r.kind != MeasureKind::Coordinate || kind.second == r.axis))
            now = tr(word);
    }
    return RecordCell::choice(now, words);
}

void setKind(Reading &r, const QString &text) {
    for (const auto &[word, kind] : readingKinds)
        if (text == tr(word)) std::tie(r.kind, r.axis) = kind;
    if (r.kind == MeasureKind::Coordinate) r.to.clear();
}

QStringList pointNames(const job::Job &job) {
    QStringList names;
    for (const BookPoint &p : job.vehicle.survey.points) names << q(p.name);
    return names;
}

/// A column that chooses one of the survey's points by its name.
RecordColumn pointColumn(const QString &name, std::string Reading::*member) {
    RecordColumn c;
    c.name = name;
    c.width = 0;
    c.cell = [member](const job::Job &job, int row) {
        const Reading &r = job.vehicle.survey.readings[static_cast<std::size_t>(row)];
        if (member == &Reading::to && r.kind == MeasureKind::Coordinate) return RecordCell::fixed({});
        return RecordCell::choice(q(rig::pointName(job.vehicle.survey, r.*member)), pointNames(job));
    };
    c.setText = [member](job::Job &job, int row, const QString &text) {
        for (const BookPoint &p : job.vehicle.survey.points)
            if (q(p.name) == text) job.vehicle.survey.readings[static_cast<std::size_t>(row)].*member = p.id;
    };
    return c;
}

/// How far a reading is off what the others say; a word where there is no number.
QString offText(const Session &session, int row) {
    const Reading &r = session.job().vehicle.survey.readings[static_cast<std::size_t>(row)];
    if (r.ignored) return r.date.empty() ? tr("to read") : tr("ignored");
    const auto appraisal = session.appraisal();
    if (!appraisal->survey || session.isWorking()) return QStringLiteral("…");
    const auto &measures = appraisal->survey->net.readingOf;
    const auto it = std::find(measures.begin(), measures.end(), row);
    if (it == measures.end()) return QStringLiteral("…");
    const auto m = static_cast<std::size_t>(it - measures.begin());
    const auto &suspects = appraisal->survey->adjustment.suspects;
    const bool suspect = std::find(suspects.begin(), suspects.end(), static_cast<int>(m)) != suspects.end();
    const survey::AdjustedMeasure &a = appraisal->survey->adjustment.measures[m];
    if (a.checked < 0.01) return tr("unchecked");
    return QString::fromStdString(
               measure::printQuantity(a.residual, Quantity::DrilledLength, session.units())) +
           (suspect ? QStringLiteral(" !") : QString());
}

}  // namespace

RecordList surveyPointList() {
    auto list = listOf<BookPoint>(
        tr("survey point"), [](auto &j) -> auto & { return j.vehicle.survey.points; });
    list.words(tr("Name"), 0, &BookPoint::name)
        .coordinate(tr("Forward"), &BookPoint::near, 0, -rig::farthest)
        .coordinate(tr("Left"), &BookPoint::near, 1, -rig::farthest)
        .coordinate(tr("Up"), &BookPoint::near, 2, 0);
    const QStringList words{tr("nothing"),       tr("forward"),     tr("left"),     tr("up"),
                            tr("forward, left"), tr("forward, up"), tr("left, up"), tr("all")};
    constexpr std::array<std::array<bool, 3>, 8> sets{{{false, false, false},
                                                       {true, false, false},
                                                       {false, true, false},
                                                       {false, false, true},
                                                       {true, true, false},
                                                       {true, false, true},
                                                       {false, true, true},
                                                       {true, true, true}}};
    list.column(
        tr("Given"), 110,
        [=](const BookPoint &p) {
            const auto it = std::find(sets.begin(), sets.end(), p.fixed);
            return RecordCell::choice(words[static_cast<int>(it - sets.begin())], words);
        },
        {},
        [=](BookPoint &p, const QString &t) {
            if (const auto k = words.indexOf(t); k >= 0) p.fixed = sets[static_cast<std::size_t>(k)];
        });
    RecordList out = list.take();
    out.add = [](job::Job &job) {
        auto next = rig::nextSurveyPoint(job.vehicle);
        if (!next) {
            next = BookPoint{
                freshId(job.vehicle.survey.points, "point"), "", {0, 0, 500}, {false, false, false}};
            next->name = next->id;
        }
        job.vehicle.survey.points.push_back(*next);
    };
    out.hint = [points = rig::ladderFramePlaces()](int) {
        return tr(
            "Roughly where each point is; the tape finds the rest. What is given is not asked for: two "
            "points "
            "far apart hold the net, or the whole of it could slide and turn on the floor.");
    };
    return out;
}

RecordList tapeList(Session *session) {
    auto list = listOf<Reading>(
        tr("reading"), [](auto &j) -> auto & { return j.vehicle.survey.readings; });
    list.column(tr("Kind"), 70, kindCell, {}, setKind);
    RecordList out = list.take();
    out.columns.push_back(pointColumn(tr("From"), &Reading::from));
    out.columns.push_back(pointColumn(tr("To"), &Reading::to));
    RecordColumn reads;
    reads.name = tr("Reads");
    reads.width = 88;
    reads.cell = [](const job::Job &job, int row) {
        const Reading &r = job.vehicle.survey.readings[static_cast<std::size_t>(row)];
        const double least = r.kind == MeasureKind::Distance ? 1 : -rig::farthest;
        return RecordCell::measure(r.value, Quantity::DrilledLength, least, rig::farthest);
    };
    reads.setNumber = [](job::Job &job, int row, double v) {
        Reading &r = job.vehicle.survey.readings[static_cast<std::size_t>(row)];
        r.value = v;
        r.ignored = false;
        r.date = QDate::currentDate().toString(Qt::ISODate).toStdString();
    };
    out.columns.push_back(std::move(reads));
    out.columns.push_back(
        {tr("Off by"),
         88,
         [session](const job::Job &, int row) { return RecordCell::fixed(offText(*session, row)); },
         {},
         {}});
    out.hint = [session](int row) {
        const auto &readings = session->job().vehicle.survey.readings;
        if (row < 0 || row >= static_cast<int>(readings.size()))
            return tr("Diagonals, heights, levels: each reading more than needed checks the others.");
        const Reading &r = readings[static_cast<std::size_t>(row)];
        const rig::SurveyPlace *place = rig::surveyPlace(r.from);
        return q(rig::readingName(session->job().vehicle.survey, r)) + QStringLiteral(". ") +
               (place ? q(place->how) : QString());
    };
    return out;
}

namespace {

/// One line of the job card. `Access` finds the text in a job, const or not.
struct CardLine {
    QString name;
    std::function<QString(const job::Job &)> get;
    std::function<void(job::Job &, const QString &)> set;
};
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
            tr("Job"), [](auto &j) -> auto & { return j.name; }),
        cardLine(
            tr("Customer"), [](auto &j) -> auto & { return j.customer; }),
        cardLine(
            tr("Vehicle"), [](auto &j) -> auto & { return j.vehicle.name; }),
        cardLine(
            tr("Owner"), [](auto &j) -> auto & { return j.vehicle.owner; }),
        cardLine(
            tr("Workshop"), [](auto &j) -> auto & { return j.shop.name; }),
        cardLine(
            tr("Currency"), [](auto &j) -> auto & { return j.shop.currency; }),
        cardLine(
            tr("Armor piece"), [](auto &j) -> auto & { return j.pieces.front().name; })};
    RecordList list;
    list.what = tr("job card");
    list.count = [n = static_cast<int>(lines.size())](const job::Job &j) {
        return j.pieces.empty() ? n - 1 : n;
    };
    list.columns.push_back({tr("What"),
                            130,
                            [lines](const job::Job &, int row) {
                                return RecordCell::fixed(lines[static_cast<std::size_t>(row)].name);
                            },
                            {},
                            {}});
    list.columns.push_back({tr("Is"),
                            0,
                            [lines](const job::Job &j, int row) {
                                return RecordCell::words(lines[static_cast<std::size_t>(row)].get(j));
                            },
                            {},
                            [lines](job::Job &j, int row, const QString &t) {
                                lines[static_cast<std::size_t>(row)].set(j, t);
                            }});
    return list;
}

}  // namespace hefty::app
