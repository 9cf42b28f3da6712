#include "app/stops/load/load_bench.h"

#include <algorithm>
#include <cmath>

#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSignalBlocker>
#include <QVBoxLayout>

#include "app/stops/load/ride_page.h"
#include "app/stops/load/rope_page.h"
#include "app/stops/load/stuck_page.h"
#include "app/views/drawing_marks.h"
#include "app/views/space_view.h"
#include "app/window/page_chooser.h"
#include "app/window/page_stack.h"
#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "app/window/today.h"
#include "app/window/when_seen.h"
#include "app/window/worded.h"

namespace hefty::app {

LoadBench::LoadBench(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("loadBench");
    auto *pages = new PageStack(this);
    auto *stuck = new StuckPage(session, this);
    connect(stuck, &StuckPage::whyAsked, this, &LoadBench::whyAsked);
    auto *ride = new RidePage(session, this);
    connect(ride, &CurvePage::openAsked, this,
            [this, ride] { emit fileAsked(ride, tr("Open the record of a ride")); });
    auto *rope = new RopePage(session, this);
    connect(rope, &CurvePage::openAsked, this,
            [this, rope] { emit fileAsked(rope, tr("Open the curve of a rope")); });
    QHBoxLayout *chooser = pageChooser(pages,
                                       {{tr("Duties"), "pageDuties", makeDuties()},
                                        {tr("Stuck"), "pageStuck", stuck},
                                        {tr("Ride"), "pageRide", ride},
                                        {tr("Rope"), "pageRope", rope}},
                                       110);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    layout->addLayout(chooser);
    layout->addWidget(pages, 1);
    auto *seen = new WhenSeen(this, [this] { refresh(); });
    connect(session, &Session::appraisalChanged, seen, &WhenSeen::ask);
    connect(session, &Session::unitsChanged, seen, &WhenSeen::ask);
    refresh();
}

QWidget *LoadBench::makeDuties() {
    auto *page = new QWidget(this);
    m_view = new SpaceView(m_session, page);
    m_view->setObjectName("loadView");
    m_view->setAccessibleName(tr("The vehicle with all places where something acts on the piece"));
    m_view->drawOver = [this](QPainter &p) { drawPlaces(p); };
    m_view->takes = [this](const QMouseEvent &event) { return pickPlace(event.position()); };
    m_table = new StopTable("dutyTable", tr("What acts on the piece"),
                            {tr("What acts"), tr("Up to"), tr("Ways")}, this);
    m_ways = new StopTable("wayTable", tr("The ways in which it acts"),
                           {tr("Its ways"), tr("Pull"), tr("Works hardest")}, this);
    m_ways->shareWithLast();
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
    m_reason = new QLineEdit(this);
    m_reason->setObjectName("dutyReason");
    m_reason->setAccessibleName(tr("Why this duty is left out"));
    m_reason->setPlaceholderText(tr("Left out because ..."));
    m_switch = new QPushButton(tr("Switch off"), this);
    m_switch->setObjectName("dutySwitch");
    connect(m_reason, &QLineEdit::textChanged, this, [this] { show(m_table->currentRow()); });
    connect(m_switch, &QPushButton::clicked, this, &LoadBench::switchDuty);
    auto *off = new QHBoxLayout;
    off->addWidget(m_reason, 1);
    off->addWidget(m_switch);
    auto *side = new QVBoxLayout;
    side->addWidget(m_table, 3);
    side->addWidget(m_note);
    side->addWidget(m_ways, 2);
    side->addLayout(off);
    side->addWidget(caution);
    auto *layout = new QHBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_view, 1);
    layout->addLayout(side, 1);
    connect(m_table, &QTableWidget::currentCellChanged, this, [this](int row) { show(row); });
    connect(m_ways, &QTableWidget::currentCellChanged, this, [this] { m_view->update(); });
    return page;
}

void LoadBench::refresh() {
    const auto appraisal = m_session->shownAppraisal();
    const job::PieceAppraisal *piece = m_session->chosen(*appraisal);
    const int row = m_table->currentRow();
    m_places = piece ? piece->duties : std::vector<job::DutyPlace>{};
    m_proof = piece ? piece->proof : nullptr;
    m_table->setRowCount(static_cast<int>(m_places.size()));
    for (std::size_t i = 0; i < m_places.size(); ++i) {
        const job::DutyPlace &p = m_places[i];
        m_table->setRow(static_cast<int>(i),
                        {worded(p.what),
                         p.force > 0 ? QString::fromStdString(measure::printQuantity(
                                           p.force, measure::Quantity::Force, m_session->units()))
                                     : tr("its own mass"),
                         p.off.empty() ? QString::number(p.cases.size()) : tr("off")});
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
        m_view->update();
        m_switch->setEnabled(false);
        showWays(nullptr);
        m_note->setText(
            tr("Lay out a piece first: then every place where something can act on it stands here."));
        return;
    }
    const job::DutyPlace &p = m_places[static_cast<std::size_t>(row)];
    m_reason->setEnabled(p.off.empty() && p.duty != "gravity");
    m_switch->setText(p.off.empty() ? tr("Switch off") : tr("Switch on"));
    m_switch->setEnabled(!p.off.empty() || (p.duty != "gravity" && !m_reason->text().trimmed().isEmpty()));
    showWays(&p);
    m_view->update();
    if (!p.off.empty()) {
        return m_note->setText(tr("Left out, and told as not proved: %1").arg(QString::fromStdString(p.off)));
    }
    m_note->setText(
        worded(p.why) +
        (p.dutyClass == proof::DutyClass::Working
             ? tr(" Held against what is allowed.")
             : tr(" The worst that is credible: held against what it can bear.")) +
        (p.cases.size() > 1 ? tr(" Proved in the %1 ways that are drawn.").arg(p.cases.size()) : QString()));
}

/// Every way that is proved, with what it works harder than any other load does; one that is chosen is drawn
/// by itself.
void LoadBench::showWays(const job::DutyPlace *place) {
    const QSignalBlocker quiet(m_ways);
    const std::size_t count = place ? place->ways.size() : 0;
    m_ways->setRowCount(static_cast<int>(count));
    for (std::size_t i = 0; i < count; ++i) {
        const job::DutyWay &w = place->ways[i];
        m_ways->setRow(
            static_cast<int>(i),
            {w.way.empty() ? tr("the only one") : worded(w.way),
             w.force > 0 ? QString::fromStdString(
                               measure::printQuantity(w.force, measure::Quantity::Force, m_session->units()))
                         : tr("its own mass"),
             w.hardest.empty() ? tr("nothing more than others")
                               : tr("%1: %2").arg(worded(w.hardest)).arg(w.utilization, 0, 'f', 2)});
    }
    m_ways->clearSelection();
    m_ways->setCurrentCell(-1, -1);
}

std::optional<shape::Vec3> LoadBench::placeOf(const job::DutyPlace &place) const {
    for (const int c : place.cases) {
        const auto &arrows = m_proof->duties.cases[static_cast<std::size_t>(c)].arrows;
        if (!arrows.empty()) return arrows.front().at;
    }
    return std::nullopt;
}

/// A mark at every place; at the chosen one an arrow for every way in which it is proved, as long as its
/// force.
void LoadBench::drawPlaces(QPainter &p) const {
    if (!m_proof) return;
    constexpr double radius = 6, longest = 90;  // px
    const int row = m_table->currentRow();
    for (int i = 0; i < static_cast<int>(m_places.size()); ++i) {
        const auto at = placeOf(m_places[static_cast<std::size_t>(i)]);
        if (!at || i == row) continue;
        p.setPen(QPen(colors().yellowEdge, 1.2));
        p.setBrush(colors().paper);
        p.drawEllipse(m_view->toScreen(*at), radius, radius);
    }
    if (row < 0 || row >= static_cast<int>(m_places.size())) return;
    const job::DutyPlace &chosen = m_places[static_cast<std::size_t>(row)];
    const int way = m_ways->currentRow();
    for (std::size_t k = 0; k < chosen.ways.size(); ++k) {
        if (way >= 0 && static_cast<std::size_t>(way) != k) continue;
        const int c = chosen.ways[k].loadCase;
        for (const proof::LoadArrow &a : m_proof->duties.cases[static_cast<std::size_t>(c)].arrows) {
            const QPointF tail = m_view->toScreen(a.at);
            const QPointF sight = m_view->toScreen(a.at + a.force.normalized()) - tail;
            const double seen =
                std::hypot(sight.x(), sight.y()) / m_view->camera().scale;  // of 1: across the sight
            const double length = longest * a.force.norm() / std::max(1.0, chosen.force);
            if (seen < 0.05) continue;  // along the line of sight
            drawArrow(p, tail, tail + sight / m_view->camera().scale * length, colors().blue,
                      way < 0 ? 2 : 3);
        }
    }
    const auto at = placeOf(chosen);
    if (!at) return;
    p.setPen(QPen(colors().yellowEdge, 2));
    p.setBrush(colors().yellow);
    p.drawEllipse(m_view->toScreen(*at), radius + 2, radius + 2);
    p.setFont(measureFont(10, true));
    drawLabel(p, m_view->toScreen(*at) + QPointF(0, 22),
              QString::fromStdString(
                  measure::printQuantity(chosen.force, measure::Quantity::Force, m_session->units())),
              colors().blue, colors().paper);
}

bool LoadBench::pickPlace(const QPointF &at) {
    if (!m_proof) return false;
    constexpr double reach = 12;  // px
    int best = -1;
    double nearest = reach;
    for (int i = 0; i < static_cast<int>(m_places.size()); ++i) {
        const auto place = placeOf(m_places[static_cast<std::size_t>(i)]);
        if (!place) continue;
        const QPointF d = m_view->toScreen(*place) - at;
        if (const double away = std::hypot(d.x(), d.y()); away < nearest) {
            nearest = away;
            best = i;
        }
    }
    if (best < 0) return false;
    m_table->selectRow(best);
    return true;
}

/// The duty of the chosen row is left out of the proof, or taken in again.
void LoadBench::switchDuty() {
    const int row = m_table->currentRow();
    if (row < 0 || row >= static_cast<int>(m_places.size())) return;
    const job::DutyPlace p = m_places[static_cast<std::size_t>(row)];
    const std::string reason = m_reason->text().trimmed().toStdString();
    m_reason->clear();
    const QString what = worded(p.what);
    m_session->editPiece(p.off.empty() ? tr("Switch off: %1").arg(what) : tr("Switch on: %1").arg(what),
                         [&](armor::Piece &piece) {
                             std::erase_if(piece.off,
                                           [&p](const armor::OffDuty &d) { return d.place == p.place; });
                             if (p.off.empty()) piece.off.push_back({p.place, reason, today()});
                         });
}

}  // namespace hefty::app
