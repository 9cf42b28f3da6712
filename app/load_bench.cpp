#include "app/load_bench.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "app/page_chooser.h"
#include "app/ride_page.h"
#include "app/stop_table.h"
#include "app/structure_view.h"
#include "app/stuck_page.h"
#include "app/theme.h"

namespace hefty::app {

LoadBench::LoadBench(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("loadBench");
    auto *pages = new QStackedWidget(this);
    auto *stuck = new StuckPage(session, this);
    connect(stuck, &StuckPage::whyAsked, this, &LoadBench::whyAsked);
    m_ride = new RidePage(session, this);
    connect(m_ride, &RidePage::openAsked, this, &LoadBench::rideAsked);
    QHBoxLayout *chooser = pageChooser(pages,
                                       {{tr("Duties"), "pageDuties", makeDuties()},
                                        {tr("Stuck"), "pageStuck", stuck},
                                        {tr("Ride"), "pageRide", m_ride}},
                                       110);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    layout->addLayout(chooser);
    layout->addWidget(pages, 1);
    connect(session, &Session::appraisalChanged, this, &LoadBench::refresh);
    connect(session, &Session::unitsChanged, this, &LoadBench::refresh);
    refresh();
}

QWidget *LoadBench::makeDuties() {
    auto *page = new QWidget(this);
    m_view = new StructureView(m_session, page);
    m_view->setObjectName("loadView");
    m_view->setAccessibleName(tr("The piece with what acts on it"));
    m_view->setExaggeration(0);
    m_table = new StopTable("dutyTable", tr("What acts on the piece"),
                            {tr("What acts"), tr("Up to"), tr("Ways")}, this);
    m_note = new QLabel(this);
    m_note->setObjectName("dutyNote");
    m_note->setWordWrap(true);
    m_note->setMinimumHeight(64);
    auto *caution =
        new QLabel(tr("Loads of recoveries and impacts are estimates. What the line can do on your ground is "
                      "for you to judge; local codes come first."),
                   this);
    caution->setObjectName("caution");
    caution->setWordWrap(true);
    auto *side = new QVBoxLayout;
    side->addWidget(m_table, 1);
    side->addWidget(m_note);
    side->addWidget(caution);
    auto *layout = new QHBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_view, 1);
    layout->addLayout(side, 1);
    connect(m_table, &QTableWidget::currentCellChanged, this, [this](int row) { show(row); });
    return page;
}

void LoadBench::refresh() {
    const auto appraisal = m_session->shownAppraisal();
    const job::PieceAppraisal *piece = m_session->chosen(*appraisal);
    const int row = m_table->currentRow();
    m_places = piece ? piece->duties : std::vector<job::DutyPlace>{};
    m_table->setRowCount(static_cast<int>(m_places.size()));
    for (std::size_t i = 0; i < m_places.size(); ++i) {
        const job::DutyPlace &p = m_places[i];
        m_table->setRow(static_cast<int>(i),
                        {QString::fromStdString(p.what),
                         p.force > 0 ? QString::fromStdString(measure::printQuantity(
                                           p.force, measure::Quantity::Force, m_session->units()))
                                     : tr("its own mass"),
                         QString::number(p.cases.size())});
    }
    if (row >= 0) return show(row);
    // At first what pulls hardest at rated load.
    int first = m_places.empty() ? -1 : 0;
    for (std::size_t i = 0; i < m_places.size(); ++i)
        if (m_places[i].dutyClass == proof::DutyClass::Working &&
            m_places[i].force > m_places[static_cast<std::size_t>(first)].force)
            first = static_cast<int>(i);
    if (first >= 0) m_table->selectRow(first);
    show(first);
}

void LoadBench::show(int row) {
    if (row < 0 || row >= static_cast<int>(m_places.size())) {
        m_view->setLoadCase(-1);
        m_note->setText(
            tr("Lay out a piece first: then every place where something can act on it stands here."));
        return;
    }
    const job::DutyPlace &p = m_places[static_cast<std::size_t>(row)];
    m_view->setLoadCase(p.cases.front());
    m_note->setText(
        QString::fromStdString(p.why) +
        (p.dutyClass == proof::DutyClass::Working
             ? tr(" Held against what is allowed.")
             : tr(" The worst that is credible: held against what it can bear.")) +
        (p.cases.size() > 1 ? tr(" Proved in %1 ways; the first is drawn.").arg(p.cases.size()) : QString()));
}

}  // namespace hefty::app
