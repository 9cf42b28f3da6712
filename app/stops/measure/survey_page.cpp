#include "app/stops/measure/survey_page.h"

#include <algorithm>

#include <QGridLayout>
#include <QLabel>
#include <QPushButton>
#include <QTableView>
#include <QVBoxLayout>

#include "app/sheets/job_lists.h"
#include "app/window/theme.h"
#include "app/window/today.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

QString printed(double mm, const Session &session) {
    return QString::fromStdString(
        measure::printQuantity(mm, measure::Quantity::DrilledLength, session.units()));
}

/// A reading still to be taken, at what the net expects it to be.
rig::Reading readingFrom(const survey::NextMeasure &next, const rig::SurveyBook &book) {
    const auto id = [&book](int point) { return book.points[static_cast<std::size_t>(point)].id; };
    rig::Reading r;
    r.kind = next.measure.kind;
    r.from = id(next.measure.from);
    if (r.kind != survey::MeasureKind::Coordinate) r.to = id(next.measure.to);
    r.axis = next.measure.axis;
    r.value = next.measure.value;
    r.sigma = next.measure.sigma;
    r.ignored = true;
    return r;
}

}  // namespace

SurveyPage::SurveyPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("surveyPage");
    m_tape = new RecordTable(session, "tape", tapeList(session), this);
    m_state = new QLabel(this);
    m_state->setObjectName("surveyState");
    m_state->setWordWrap(true);
    const auto button = [this](const QString &text, const char *name) {
        auto *b = new QPushButton(text, this);
        b->setObjectName(QLatin1String(name));
        b->setFont(textFont(10));
        return b;
    };
    m_next = button({}, "nextReading");
    m_ignore = button(tr("Ignore, or count again"), "ignoreReading");
    m_use = button(tr("Use for the data"), "useSurvey");
    m_why = button(tr("Why"), "whySquare");
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    layout->addWidget(m_tape, 1);
    layout->addWidget(m_state);
    layout->addWidget(m_next);
    auto *row = new QHBoxLayout;
    row->addWidget(m_ignore);
    row->addWidget(m_use);
    row->addWidget(m_why);
    layout->addLayout(row);
    connect(m_next, &QPushButton::clicked, this, &SurveyPage::addNext);
    connect(m_ignore, &QPushButton::clicked, this, &SurveyPage::ignoreChosen);
    connect(m_use, &QPushButton::clicked, this, &SurveyPage::useForData);
    connect(m_why, &QPushButton::clicked, this, [this] {
        const auto appraisal = m_session->appraisal();
        if (appraisal->survey && appraisal->survey->squareness)
            emit whyAsked(appraisal->survey->squareness->working);
    });
    for (auto signal : {&Session::appraisalChanged, &Session::unitsChanged, &Session::jobChanged})
        connect(session, signal, this, &SurveyPage::refresh);
    connect(m_tape->table()->selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            &SurveyPage::refresh);
    refresh();
}

void SurveyPage::refresh() {
    const auto appraisal = m_session->appraisal();
    const rig::SurveyBook &book = m_session->job().vehicle.survey;
    const bool known = appraisal->survey.has_value() && !m_session->isWorking();
    QString state;
    if (book.points.empty()) {
        state = tr("Begin with Points: where a tape can be held.");
    } else if (known) {
        const survey::Adjustment &a = appraisal->survey->adjustment;
        double worst = 0;
        for (const shape::Vec3 &s : a.sigma) worst = std::max(worst, s.maxCoeff());
        state = a.redundancy > 0
                    ? tr("%1 checks; points known to ±%2; readings %3 times as rough as claimed.")
                          .arg(a.redundancy)
                          .arg(printed(worst, *m_session))
                          .arg(a.sigma0, 0, 'f', 1)
                    : tr("Points known to ±%1, but nothing checks the readings yet.")
                          .arg(printed(worst, *m_session));
        if (const auto &square = appraisal->survey->squareness; !a.suspects.empty())
            state += tr(" Settle the likely wrong reading first.");
        else if (square)
            state += tr(" Skew %1, twist %2. ")
                         .arg(printed(square->skew, *m_session), printed(square->twist, *m_session)) +
                     QString::fromStdString(square->advice);
    } else if (!m_session->isWorking()) {
        state = tr("The readings do not hold all points yet; what is missing stands at the right.");
    }
    m_state->setText(state);
    const bool hasNext = known && !appraisal->survey->next.empty();
    m_next->setVisible(hasNext);
    if (hasNext) {
        const survey::NextMeasure &next = appraisal->survey->next.front();
        m_next->setText(tr("Next: %1 (%2 → %3)")
                            .arg(worded(rig::readingName(book, readingFrom(next, book))),
                                 printed(next.before, *m_session), printed(next.after, *m_session)));
        m_next->setToolTip(tr("The reading that would make the points most certain"));
    }
    const int row = m_tape->table()->currentIndex().row();
    m_ignore->setEnabled(row >= 0 && row < static_cast<int>(book.readings.size()));
    m_use->setEnabled(known && !rig::dataFrom(book, appraisal->survey->adjustment).empty());
    m_why->setEnabled(known && appraisal->survey->squareness.has_value());
}

void SurveyPage::addNext() {
    const auto appraisal = m_session->appraisal();
    if (!appraisal->survey || appraisal->survey->next.empty() || m_session->isWorking()) return;
    const rig::SurveyBook &book = m_session->job().vehicle.survey;
    const rig::Reading reading = readingFrom(appraisal->survey->next.front(), book);
    m_session->edit(tr("Plan a reading"),
                    [&](job::Job &job) { job.vehicle.survey.readings.push_back(reading); });
    // Straight to where it is typed.
    const QModelIndex cell = m_tape->model()->index(m_tape->model()->rowCount() - 1, 3);
    m_tape->table()->setFocus();
    m_tape->table()->setCurrentIndex(cell);
    m_tape->table()->edit(cell);
}

void SurveyPage::ignoreChosen() {
    const auto row = static_cast<std::size_t>(m_tape->table()->currentIndex().row());
    if (row >= m_session->job().vehicle.survey.readings.size()) return;
    const bool now = m_session->job().vehicle.survey.readings[row].ignored;
    m_session->edit(now ? tr("Count a reading again") : tr("Ignore a reading"),
                    [&](job::Job &job) { job.vehicle.survey.readings[row].ignored = !now; });
}

void SurveyPage::useForData() {
    const auto appraisal = m_session->appraisal();
    if (!appraisal->survey || m_session->isWorking()) return;
    const auto known = rig::dataFrom(m_session->job().vehicle.survey, appraisal->survey->adjustment);
    m_session->edit(tr("Use the survey for the data"), [&](job::Job &job) {
        for (const auto &[id, value] : known) job.vehicle.data[id] = {value, rig::Trust::Measured, today()};
    });
}

}  // namespace hefty::app
