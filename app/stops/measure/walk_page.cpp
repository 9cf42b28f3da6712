#include "app/stops/measure/walk_page.h"

#include <algorithm>
#include <cmath>

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/stops/measure/datum_places.h"
#include "app/window/page_stack.h"
#include "app/window/theme.h"
#include "app/window/when_seen.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

using measure::Quantity;
using rig::MarkKind;
using rig::WalkEntry;
using rig::WalkView;

constexpr double clickReach = 18;  // px: how near a click must be, gloves on

ViewSide sideOf(WalkView view) {
    constexpr std::array sides{ViewSide::Side, ViewSide::Front, ViewSide::Above, ViewSide::Rear,
                               ViewSide::Under};
    return sides[static_cast<std::size_t>(view)];
}

}  // namespace

WalkPage::WalkPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("walkPage");
    m_pictures = new PageStack(this);
    m_viewButtons = new QButtonGroup(this);
    auto *sides = new QHBoxLayout;
    sides->setSpacing(4);
    for (const WalkView v : rig::walkViews()) {
        const auto i = static_cast<std::size_t>(v);
        auto *view = new PlanView(session, sideOf(v), this);
        view->setObjectName(QStringLiteral("walkView%1").arg(i));
        view->setAccessibleName(
            tr("Vehicle %1, with what to measure").arg(QLatin1String(walkViewName(v).data())));
        view->showArmor = view->showTangents = view->showOutline = false;
        view->targets = [this, v] { return targets(v); };
        view->drawOver = [this, v](QPainter &p) { drawMarks(p, v); };
        view->hintAt = [this, v](const QPointF &at) {
            const WalkEntry *e = entryAt(v, at);
            return e ? worded(e->mark.name) : QString();
        };
        view->clicked = [this, v](const QPointF &at) { return clicked(v, at); };
        m_views[i] = view;
        m_pictures->addWidget(view);
        auto *button = new QPushButton(this);
        button->setObjectName(QStringLiteral("walkSide%1").arg(i));
        button->setCheckable(true);
        button->setStyleSheet(QStringLiteral("padding-left: 2px; padding-right: 2px;"));
        m_viewButtons->addButton(button, static_cast<int>(i));
        sides->addWidget(button, 1);
    }
    m_viewButtons->button(0)->setChecked(true);
    connect(m_viewButtons, &QButtonGroup::idClicked, m_pictures, &QStackedWidget::setCurrentIndex);
    m_count = new QLabel(this);
    m_count->setObjectName("walkCount");
    m_count->setWordWrap(true);
    m_list = new QListWidget(this);
    m_list->setObjectName("walkList");
    m_list->setAccessibleName(tr("What to measure, what is missing first"));
    m_list->setWordWrap(true);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int row) {
        if (row >= 0 && static_cast<std::size_t>(row) < m_walk.size())
            choose(m_walk[static_cast<std::size_t>(row)].mark.id);
    });
    auto *right = new QVBoxLayout;
    right->addWidget(m_count);
    right->addWidget(m_list, 1);
    auto *left = new QVBoxLayout;
    left->addLayout(sides);
    left->addWidget(m_pictures, 1);
    auto *upper = new QHBoxLayout;
    upper->addLayout(left, 1);
    upper->addLayout(right);
    m_list->setFixedWidth(250);
    m_count->setFixedWidth(250);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(upper, 1);
    m_card = new WalkCard(session, this);
    connect(m_card, &WalkCard::taken, this, &WalkPage::goOn);
    layout->addWidget(m_card);
    auto *seen = new WhenSeen(this, [this] { follow(); });
    for (auto signal : {&Session::jobChanged, &Session::unitsChanged, &Session::fileChanged})
        connect(session, signal, seen, &WhenSeen::ask);
    follow();
}

PlanView *WalkPage::view() const {
    return m_views[static_cast<std::size_t>(m_pictures->currentIndex())];
}

void WalkPage::fitToVehicle() {
    follow();  // another job has been opened, seen or not
    const auto [low, high] = vehicleBox(m_session->job().vehicle);
    const Vec3 margin(260, 120, 80);
    for (PlanView *v : m_views) v->setFit(low - margin.cwiseProduct(Vec3(1, 1, 0)), high + margin);
    if (!m_walk.empty()) choose(m_walk.front().mark.id);
}

/// The job has changed: the walk is looked at anew, the chosen mark stays chosen.
void WalkPage::follow() {
    m_walk = rig::walkAround(m_session->job().vehicle);
    if (!entry()) m_chosen.clear();
    if (m_chosen.empty() && !m_walk.empty()) m_chosen = m_walk.front().mark.id;
    fillList();
    fillViewButtons();
    if (const WalkEntry *e = entry()) m_card->showEntry(*e);
    for (PlanView *v : m_views) v->update();
}

void WalkPage::fillViewButtons() {
    for (const WalkView v : rig::walkViews()) {
        const auto missing = std::count_if(m_walk.begin(), m_walk.end(),
                                           [v](const WalkEntry &e) { return e.mark.view == v && !e.taken; });
        static const std::array names{tr("Side"), tr("Ahead"), tr("Above"), tr("Behind"), tr("Under")};
        const QString name = names[static_cast<std::size_t>(v)];
        m_viewButtons->button(static_cast<int>(v))
            ->setText(missing > 0 ? QStringLiteral("%1 · %2").arg(name).arg(missing) : name);
    }
}

void WalkPage::fillList() {
    const rig::WalkCount count = rig::countWalk(m_walk);
    m_count->setText(count.missing == 0
                         ? tr("All %1 are known.").arg(count.all)
                         : tr("%1 of %2 missing; %3")
                               .arg(count.missing)
                               .arg(count.all)
                               .arg(count.blocking == 0 ? tr("none holds the job up.")
                                                        : tr("%1 hold the job up.").arg(count.blocking)));
    const QSignalBlocker blocker(m_list);
    m_list->clear();
    int row = -1;
    for (std::size_t i = 0; i < m_walk.size(); ++i) {
        const WalkEntry &e = m_walk[i];
        const QString state =
            !e.taken ? tr("missing; for %1").arg(worded(e.mark.blocks))
                     : worded(std::string(rig::trustWord(e.known.trust))) +
                           (e.known.date.empty() ? QString() : ", " + QString::fromStdString(e.known.date));
        auto *item = new QListWidgetItem(worded(e.mark.name) + "\n" + state, m_list);
        if (!e.taken || e.known.trust == rig::Trust::Assumed) item->setForeground(colors().bad);
        item->setSizeHint({230, 54});
        if (e.mark.id == m_chosen) row = static_cast<int>(i);
    }
    m_list->setCurrentRow(row);
}

const WalkEntry *WalkPage::entry(const std::string &id) const {
    const auto it =
        std::find_if(m_walk.begin(), m_walk.end(), [&id](const WalkEntry &e) { return e.mark.id == id; });
    return it == m_walk.end() ? nullptr : &*it;
}

const WalkEntry *WalkPage::entry() const {
    return entry(m_chosen);
}

void WalkPage::choose(const std::string &id) {
    const WalkEntry *e = entry(id);
    if (!e) return;
    m_chosen = id;
    const auto view = static_cast<int>(e->mark.view);
    m_viewButtons->button(view)->setChecked(true);
    m_pictures->setCurrentIndex(view);
    const QSignalBlocker blocker(m_list);
    m_list->setCurrentRow(static_cast<int>(e - m_walk.data()));
    m_card->showEntry(*e);
    m_views[static_cast<std::size_t>(view)]->update();
}

/// After a mark is taken: to the first one that is missing, if any.
void WalkPage::goOn() {
    const bool more = !m_walk.empty() && !m_walk.front().taken;
    choose(more ? m_walk.front().mark.id : m_chosen);
    m_card->startTyping();
}

Vec3 WalkPage::placeOf(const WalkEntry &e) const {
    if (e.mark.kind != MarkKind::Datum) return e.middle();
    const rig::Vehicle &v = m_session->job().vehicle;
    for (const DatumPlace &p : datumPlaces(v))
        if (e.mark.id == p.id && p.side == sideOf(e.mark.view)) return p.to;
    return datumAnchor(v, e.mark.id);
}

QPointF WalkPage::markPlace(const std::string &id) const {
    const WalkEntry *e = entry(id);
    return e ? m_views[static_cast<std::size_t>(e->mark.view)]->toScreen(placeOf(*e)) : QPointF();
}

const WalkEntry *WalkPage::entryAt(WalkView view, const QPointF &at) const {
    const WalkEntry *best = nullptr;
    double nearest = clickReach;
    for (const WalkEntry &e : m_walk) {
        if (e.mark.view != view) continue;
        const QPointF d = m_views[static_cast<std::size_t>(view)]->toScreen(placeOf(e)) - at;
        if (std::hypot(d.x(), d.y()) >= nearest) continue;
        nearest = std::hypot(d.x(), d.y());
        best = &e;
    }
    return best;
}

bool WalkPage::clicked(WalkView view, const QPointF &at) {
    const WalkEntry *best = entryAt(view, at);
    if (!best) return false;
    choose(best->mark.id);
    m_card->startTyping();
    return true;
}

}  // namespace hefty::app
