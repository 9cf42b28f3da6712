#include <algorithm>
#include <tuple>

#include "app/sheets/job_lists.h"
#include "app/window/list_maker.h"
#include "app/window/today.h"

namespace hefty::app {

using namespace lists;

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
        words << ListText::tr(word);
        if (kind.first == r.kind && (r.kind != MeasureKind::Coordinate || kind.second == r.axis))
            now = ListText::tr(word);
    }
    return RecordCell::choice(now, words);
}

void setKind(Reading &r, const QString &text) {
    for (const auto &[word, kind] : readingKinds)
        if (text == ListText::tr(word)) std::tie(r.kind, r.axis) = kind;
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
    if (r.ignored) return r.date.empty() ? ListText::tr("to read") : ListText::tr("ignored");
    const auto appraisal = session.appraisal();
    if (!appraisal->survey || session.isWorking()) return QStringLiteral("…");
    const auto &measures = appraisal->survey->net.readingOf;
    const auto it = std::find(measures.begin(), measures.end(), row);
    if (it == measures.end()) return QStringLiteral("…");
    const auto m = static_cast<std::size_t>(it - measures.begin());
    const auto &suspects = appraisal->survey->adjustment.suspects;
    const bool suspect = std::find(suspects.begin(), suspects.end(), static_cast<int>(m)) != suspects.end();
    const survey::AdjustedMeasure &a = appraisal->survey->adjustment.measures[m];
    if (a.checked < 0.01) return ListText::tr("unchecked");
    return QString::fromStdString(
               measure::printQuantity(a.residual, Quantity::DrilledLength, session.units())) +
           (suspect ? QStringLiteral(" !") : QString());
}

}  // namespace

RecordList surveyPointList() {
    auto list = listOf<BookPoint>(
        ListText::tr("survey point"), [](auto &j) -> auto & { return j.vehicle.survey.points; });
    list.words(ListText::tr("Name"), 0, &BookPoint::name)
        .coordinate(ListText::tr("Forward"), &BookPoint::near, 0, -rig::farthest)
        .coordinate(ListText::tr("Left"), &BookPoint::near, 1, -rig::farthest)
        .coordinate(ListText::tr("Up"), &BookPoint::near, 2, 0);
    const QStringList words{ListText::tr("nothing"),       ListText::tr("forward"),
                            ListText::tr("left"),          ListText::tr("up"),
                            ListText::tr("forward, left"), ListText::tr("forward, up"),
                            ListText::tr("left, up"),      ListText::tr("all")};
    constexpr std::array<std::array<bool, 3>, 8> sets{{{false, false, false},
                                                       {true, false, false},
                                                       {false, true, false},
                                                       {false, false, true},
                                                       {true, true, false},
                                                       {true, false, true},
                                                       {false, true, true},
                                                       {true, true, true}}};
    list.column(
        ListText::tr("Given"), 110,
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
    out.hint = [](int) {
        return ListText::tr(
            "Roughly where each point is; the tape finds the rest. What is given is not asked for: two "
            "points "
            "far apart hold the net, or the whole of it could slide and turn on the floor.");
    };
    return out;
}

RecordList tapeList(Session *session) {
    auto list = listOf<Reading>(
        ListText::tr("reading"), [](auto &j) -> auto & { return j.vehicle.survey.readings; });
    list.column(ListText::tr("Kind"), 70, kindCell, {}, setKind);
    RecordList out = list.take();
    out.columns.push_back(pointColumn(ListText::tr("From"), &Reading::from));
    out.columns.push_back(pointColumn(ListText::tr("To"), &Reading::to));
    RecordColumn reads;
    reads.name = ListText::tr("Reads");
    reads.width = 104;
    reads.cell = [](const job::Job &job, int row) {
        const Reading &r = job.vehicle.survey.readings[static_cast<std::size_t>(row)];
        const double least = r.kind == MeasureKind::Distance ? 1 : -rig::farthest;
        return RecordCell::measure(r.value, Quantity::DrilledLength, least, rig::farthest);
    };
    reads.setNumber = [](job::Job &job, int row, double v) {
        Reading &r = job.vehicle.survey.readings[static_cast<std::size_t>(row)];
        r.value = v;
        r.ignored = false;
        r.date = today();
    };
    out.columns.push_back(std::move(reads));
    out.columns.push_back(
        {ListText::tr("Off by"),
         88,
         [session](const job::Job &, int row) { return RecordCell::fixed(offText(*session, row)); },
         {},
         {}});
    out.hint = [session](int row) {
        const auto &readings = session->job().vehicle.survey.readings;
        if (row < 0 || row >= static_cast<int>(readings.size()))
            return ListText::tr(
                "Diagonals, heights, levels: each reading more than needed checks the others.");
        const Reading &r = readings[static_cast<std::size_t>(row)];
        const rig::SurveyPlace *place = rig::surveyPlace(r.from);
        return q(rig::readingName(session->job().vehicle.survey, r)) + QStringLiteral(". ") +
               (place ? q(place->how) : QString());
    };
    return out;
}

}  // namespace hefty::app
