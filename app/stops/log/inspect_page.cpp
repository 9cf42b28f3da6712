#include "app/stops/log/inspect_page.h"

#include <algorithm>

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "app/window/today.h"
#include "app/window/worded.h"
#include "core/job/names.h"

namespace hefty::app {

InspectPage::InspectPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("inspectPage");
    m_due = new QLabel(this);
    m_due->setObjectName("inspectDue");
    m_due->setWordWrap(true);
    m_due->setFont(textFont(12));
    m_done = new QPushButton(tr("Note an inspection of today"), this);
    m_done->setObjectName("noteInspection");
    connect(m_done, &QPushButton::clicked, this, &InspectPage::noteInspection);
    auto *why = new QPushButton(tr("Why: the working"), this);
    why->setObjectName("inspectWhy");
    connect(why, &QPushButton::clicked, this, [this] { emit whyAsked(m_plan.working); });
    m_first = new StopTable("inspectFirst", tr("Where to look first"),
                            {tr("Look here"), tr("Life used"), tr("Hits"), tr("Flaw")}, this);
    m_flaws = new StopTable("inspectFlaws", tr("Cracks and dents that are watched"),
                            {tr("What"), tr("Size"), tr("Grows in 1000 km"), tr("Seen"), tr("Last")}, this);
    auto *caution =
        new QLabel(tr("Clean the seam, look with a lamp and a glass along both toes. A cracked weld is "
                      "not welded over: grind it out first. What carries people on the road is for "
                      "qualified welders and local codes."),
                   this);
    caution->setObjectName("caution");
    caution->setWordWrap(true);
    auto *head = new QHBoxLayout;
    head->addWidget(m_due, 1);
    head->addWidget(m_done);
    head->addWidget(why);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(head);
    layout->addWidget(m_first, 3);
    layout->addWidget(m_flaws, 2);
    layout->addWidget(caution);
    connect(m_first, &QTableWidget::currentCellChanged, this, [this](int row) {
        if (row < 0 || row >= static_cast<int>(m_plan.first.size())) return;
        const job::LookFirst l = m_plan.first[static_cast<std::size_t>(row)];  // choosing makes the plan anew
        if (!l.piece.empty()) m_session->choosePiece(QString::fromStdString(l.piece));
        m_session->select(QString::fromStdString(l.subject));
    });
    connect(session, &Session::jobChanged, this, &InspectPage::refresh);
    connect(session, &Session::appraisalChanged, this, &InspectPage::refresh);
    connect(session, &Session::unitsChanged, this, &InspectPage::refresh);
    refresh();
}

void InspectPage::refresh() {
    const auto appraisal = m_session->shownAppraisal();
    m_plan = job::inspectionsOf(m_session->job(), *appraisal);
    const QString why = worded(m_plan.why, m_session->units());
    if (!(m_plan.driven > 0))
        m_due->setText(tr("Nothing has been driven yet. Log a trip: the next inspection follows from it."));
    else if (m_plan.left <= 0)
        m_due->setText(tr("An inspection is due. %1").arg(why));
    else
        m_due->setText(tr("%1 km driven, %2 since the last inspection. The next one in %3 km. %4")
                           .arg(m_plan.driven, 0, 'f', 0)
                           .arg(m_plan.since, 0, 'f', 0)
                           .arg(m_plan.left, 0, 'f', 0)
                           .arg(why));
    constexpr std::size_t most = 20;
    const auto count = static_cast<int>(std::min(most, m_plan.first.size()));
    m_first->setRowCount(count);
    for (int i = 0; i < count; ++i) {
        const job::LookFirst &l = m_plan.first[static_cast<std::size_t>(i)];
        m_first->setRow(i, {worded(l.name),
                            l.damage > 0 ? tr("%1 %").arg(100 * l.damage, 0, 'f', 1) : QStringLiteral("–"),
                            l.hits ? QString::number(l.hits) : QStringLiteral("–"),
                            l.flawed ? tr("yes") : QStringLiteral("–")});
    }
    m_flaws->setRowCount(static_cast<int>(m_plan.flaws.size()));
    const auto said = [this](double mm) {
        return QString::fromStdString(
            measure::printQuantity(mm, measure::Quantity::DrilledLength, m_session->units()));
    };
    for (std::size_t i = 0; i < m_plan.flaws.size(); ++i) {
        const job::Flaw &f = m_plan.flaws[i];
        const QString where = worded(job::nameOf(m_session->job(), *appraisal, f.part));
        m_flaws->setRow(
            static_cast<int>(i),
            {f.kind == log::EntryKind::Crack ? tr("Crack, %1").arg(where) : tr("Dent, %1").arg(where),
             said(f.size), f.growth > 0 ? said(f.growth) : QStringLiteral("–"), QString::number(f.seen),
             QString::fromStdString(f.date)});
    }
}

void InspectPage::noteInspection() {
    m_session->edit(tr("Note an inspection"), [](job::Job &job) {
        log::Entry e;
        e.date = today();
        e.kind = log::EntryKind::Inspection;
        e.what = tr("Looked at where it works hardest").toStdString();
        job.log.entries.push_back(std::move(e));
    });
}

}  // namespace hefty::app
