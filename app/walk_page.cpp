#include "app/walk_page.h"

#include <algorithm>
#include <cmath>

#include <QButtonGroup>
#include <QComboBox>
#include <QDate>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QPainter>
#include <QPushButton>
#include <QStackedWidget>
#include <QStyle>
#include <QVBoxLayout>

#include "app/datum_model.h"
#include "app/datum_places.h"
#include "app/quantity_edit.h"
#include "app/theme.h"

namespace hefty::app {
namespace {

using measure::Quantity;
using rig::MarkKind;
using rig::WalkEntry;
using rig::WalkView;

constexpr double reach = 18;  // px: how near a click must be, gloves on
constexpr std::array trusts{rig::Trust::Measured, rig::Trust::Estimated, rig::Trust::Assumed};

ViewSide sideOf(WalkView view) {
    constexpr std::array sides{ViewSide::Side, ViewSide::Front, ViewSide::Above, ViewSide::Rear,
                               ViewSide::Under};
    return sides[static_cast<std::size_t>(view)];
}

QString today() {
    return QDate::currentDate().toString(Qt::ISODate);
}

QString text(const std::string &s) {
    return QString::fromStdString(s);
}

/// Lines of the card for a point and for a box, by axis.
QString lineName(MarkKind kind, int line, bool towed) {
    const QString ahead = towed ? WalkPage::tr("Ahead of coupling") : WalkPage::tr("Ahead of axle");
    if (kind == MarkKind::Point)
        return std::array{ahead, WalkPage::tr("Left of middle"),
                          WalkPage::tr("Above floor")}[static_cast<std::size_t>(line)];
    return std::array{
        WalkPage::tr("Ahead, from"), WalkPage::tr("to"),       WalkPage::tr("Left, from"),
        WalkPage::tr("to"),          WalkPage::tr("Up, from"), WalkPage::tr("to")}[static_cast<std::size_t>(
        line)];
}

}  // namespace

WalkPage::WalkPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("walkPage");
    m_pictures = new QStackedWidget(this);
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
            return e ? text(e->mark.name) : QString();
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
    layout->addWidget(makeCard());
    for (auto signal : {&Session::jobChanged, &Session::unitsChanged, &Session::fileChanged})
        connect(session, signal, this, &WalkPage::follow);
    follow();
}

QWidget *WalkPage::makeCard() {
    auto *card = new QWidget(this);
    card->setObjectName("walkCard");
    card->setMinimumHeight(150);
    m_how = new QLabel(card);
    m_how->setObjectName("caution");
    m_how->setWordWrap(true);
    auto *lines = m_grid = new QGridLayout;
    lines->setContentsMargins(0, 0, 0, 0);
    lines->setSpacing(4);
    lines->setRowStretch(3, 1);
    lines->setColumnStretch(4, 1);
    for (int i = 0; i < 6; ++i) {
        auto &line = m_lines[static_cast<std::size_t>(i)];
        line.label = new QLabel(card);
        lines->addWidget(line.label, i / 2, i % 2 * 2);
        line.edit = new QuantityEdit(m_session, Quantity::Length, card);
        line.edit->setObjectName(QStringLiteral("walkLine%1").arg(i));
        line.edit->setMinimumWidth(84);
        line.edit->setMaximumWidth(180);
        lines->addWidget(line.edit, i / 2, i % 2 * 2 + 1);
        connect(line.edit, &QLineEdit::returnPressed, this, [this, i] { next(i); });
    }
    m_trust = new QComboBox(card);
    m_trust->setObjectName("walkTrust");
    m_trust->setAccessibleName(tr("How well it is known"));
    for (const rig::Trust t : trusts) m_trust->addItem(QLatin1String(rig::trustWord(t).data()));
    connect(m_trust, &QComboBox::activated, this, &WalkPage::setTrust);
    m_take = new QPushButton(tr("Take"), card);
    m_take->setObjectName("walkTake");
    connect(m_take, &QPushButton::clicked, this, &WalkPage::take);
    m_mirror = new QPushButton(card);
    m_mirror->setObjectName("walkMirror");
    connect(m_mirror, &QPushButton::clicked, this, &WalkPage::mirror);
    m_state = new QLabel(card);
    m_state->setObjectName("walkState");
    m_state->setWordWrap(true);
    auto *actions = new QVBoxLayout;
    auto *row = new QHBoxLayout;
    row->addWidget(m_trust, 1);
    row->addWidget(m_take, 1);
    actions->addLayout(row);
    actions->addWidget(m_mirror);
    actions->addWidget(m_state);
    actions->addStretch(1);
    auto *layout = new QHBoxLayout(card);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_how, 6);
    layout->addLayout(lines, 7);
    layout->addLayout(actions, 6);
    return card;
}

PlanView *WalkPage::view() const {
    return m_views[static_cast<std::size_t>(m_pictures->currentIndex())];
}

void WalkPage::fitToVehicle() {
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
    fillCard();
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
        const QString state = !e.taken ? tr("missing; for %1").arg(text(e.mark.blocks))
                                       : text(std::string(rig::trustWord(e.known.trust))) +
                                             (e.known.date.empty() ? QString() : ", " + text(e.known.date));
        auto *item = new QListWidgetItem(text(e.mark.name) + "\n" + state, m_list);
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
    if (id != m_chosen)  // what was typed for another mark is not for this one
        for (const Line &line : m_lines) line.edit->setModified(false);
    m_chosen = id;
    const auto view = static_cast<int>(e->mark.view);
    m_viewButtons->button(view)->setChecked(true);
    m_pictures->setCurrentIndex(view);
    const QSignalBlocker blocker(m_list);
    m_list->setCurrentRow(static_cast<int>(e - m_walk.data()));
    fillCard();
    m_views[static_cast<std::size_t>(view)]->update();
}

int WalkPage::usedLines(const WalkEntry &e) const {
    switch (e.mark.kind) {
        case MarkKind::Datum:
            return 1;
        case MarkKind::Point:
            return 3;
        case MarkKind::Holes:
            return 0;
        default:
            return 6;
    }
}

void WalkPage::fillCard() {
    const WalkEntry *e = entry();
    if (!e) return;
    m_how->setText(QStringLiteral("<b>%1.</b> %2 %3")
                       .arg(text(e->mark.name).toHtmlEscaped(), text(e->mark.how).toHtmlEscaped(),
                            e->mark.view == WalkView::Underneath
                                ? tr("Never under a vehicle that stands on a jack alone.")
                                : QString()));
    fillLines(*e);
    const bool holes = e->mark.kind == MarkKind::Holes;
    m_trust->setVisible(!holes);
    m_take->setVisible(!holes);
    m_trust->setCurrentIndex(e->taken ? static_cast<int>(e->known.trust) : 0);
    const bool sided = std::abs(e->middle().y()) > 1e-9;
    const bool pair =
        e->mark.id.find("left") != std::string::npos || e->mark.id.find("right") != std::string::npos;
    m_mirror->setVisible(e->taken && sided && (e->mark.kind == MarkKind::Point || pair));
    m_mirror->setText(e->mark.kind == MarkKind::Point ? (e->mirrored ? tr("On both sides: make it one")
                                                                     : tr("The other side is the same"))
                                                      : tr("Mirror to the other side"));
    say(standing(*e), false);
}

/// What there is to say of a mark: whether it is known, and what of it the tape does not tell.
QString WalkPage::standing(const WalkEntry &e) const {
    if (e.mark.kind == MarkKind::Holes) return tr("Their list is under Lists, Holes.");
    if (!e.taken) return tr("Type what the tape says, or drag the mark for an estimate.");
    QString words = tr("Known as %1%2.")
                        .arg(text(std::string(rig::trustWord(e.known.trust))),
                             e.known.date.empty() ? QString() : tr(" since %1").arg(text(e.known.date)));
    if (e.mark.kind == MarkKind::Moving)
        words += " " + tr("How it moves and how far is under Lists, Moving: check that it is so.");
    return words;
}

void WalkPage::fillLines(const WalkEntry &e) {
    const int used = usedLines(e);
    const bool datum = e.mark.kind == MarkKind::Datum;
    const bool towed = m_session->job().vehicle.kind == rig::VehicleKind::Trailer;
    const auto print = [this](double v, Quantity q) {
        return text(measure::printQuantity(v, q, m_session->units()));
    };
    for (int i = 0; i < 6; ++i) {
        const Line &line = m_lines[static_cast<std::size_t>(i)];
        line.label->setVisible(i < used);
        line.edit->setVisible(i < used);
        if (i >= used) continue;
        // A point's lines stand below each other, a box has two in a row.
        const int row = used == 3 ? i : i / 2, column = used == 3 ? 0 : i % 2 * 2;
        m_grid->addWidget(line.label, row, column);
        m_grid->addWidget(line.edit, row, column + 1);
        const Quantity q = datum ? rig::datum(e.mark.id)->quantity : Quantity::Length;
        const QString name = datum ? tr("Measure") : lineName(e.mark.kind, i, towed);
        line.label->setText(name);
        line.edit->setAccessibleName(name);
        line.edit->setQuantity(q);
        const double value = datum                            ? datumOr(m_session->job().vehicle, e.mark.id)
                             : e.mark.kind == MarkKind::Point ? e.low[i]
                                                              : (i % 2 == 0 ? e.low : e.high)[i / 2];
        if (e.taken)
            line.edit->setValue(value);
        else
            line.edit->setUnknown(tr("about %1").arg(print(value, q)));
    }
}

void WalkPage::say(const QString &words, bool bad) {
    m_state->setText(words);
    m_state->setProperty("bad", bad);
    m_state->setStyleSheet(bad ? QStringLiteral("color: %1;").arg(colors().bad.name()) : QString());
}

/// Return goes from line to line; in the last one it takes the mark.
void WalkPage::next(int line) {
    const WalkEntry *e = entry();
    if (!e) return;
    if (line + 1 < usedLines(*e)) {
        QuantityEdit *edit = m_lines[static_cast<std::size_t>(line) + 1].edit;
        edit->setFocus();
        edit->selectAll();
        return;
    }
    take();
}

void WalkPage::take() {
    const WalkEntry *e = entry();
    if (!e) return;
    const WalkEntry copy = *e;
    if (copy.mark.kind == MarkKind::Datum) return takeDatum(copy);
    if (copy.mark.kind != MarkKind::Holes) takePlace(copy);
}

void WalkPage::takeDatum(const WalkEntry &e) {
    const auto typed = m_lines[0].edit->typed();
    if (!typed) return say(text(typed.error().sentence()), true);
    const rig::DatumDescriptor &d = *rig::datum(e.mark.id);
    const auto print = [&](double v) {
        return text(measure::printQuantity(v, d.quantity, m_session->units()));
    };
    if (!(*typed >= d.least && *typed <= d.most))
        return say(
            tr("%1 cannot be: it should be from %2 to %3.").arg(print(*typed), print(d.least), print(d.most)),
            true);
    const rig::Trust trust = trusts[static_cast<std::size_t>(m_trust->currentIndex())];
    m_session->edit(tr("Measure %1").arg(text(e.mark.name)), [&](job::Job &job) {
        job.vehicle.data[d.id] = {*typed, trust, today().toStdString()};
    });
    goOn();
}

void WalkPage::takePlace(const WalkEntry &e) {
    Vec3 low = e.low, high = e.high;
    for (int i = 0; i < usedLines(e); ++i) {
        const Line &line = m_lines[static_cast<std::size_t>(i)];
        const auto typed = line.edit->typed();
        if (!typed) {
            line.edit->setFocus();
            return say(tr("%1: %2").arg(line.label->text(), text(typed.error().sentence())), true);
        }
        if (e.mark.kind == MarkKind::Point)
            low[i] = high[i] = *typed;
        else
            (i % 2 == 0 ? low : high)[i / 2] = *typed;
    }
    const rig::Known known{trusts[static_cast<std::size_t>(m_trust->currentIndex())], today().toStdString()};
    rig::Vehicle tried = m_session->job().vehicle;
    if (const auto took = rig::takeMark(tried, e.mark, low, high, known); !took)
        return say(text(took.error().message + " " + took.error().remedy), true);
    m_session->edit(tr("Measure %1").arg(text(e.mark.name)),
                    [&](job::Job &job) { (void)rig::takeMark(job.vehicle, e.mark, low, high, known); });
    goOn();
}

/// After a mark is taken: to the first one that is missing, if any.
void WalkPage::goOn() {
    for (const Line &line : m_lines) line.edit->setModified(false);
    if (!m_walk.empty() && !m_walk.front().taken) choose(m_walk.front().mark.id);
    fillCard();
    if (m_lines[0].edit->isVisible()) m_lines[0].edit->setFocus();
}

void WalkPage::setTrust(int index) {
    const WalkEntry *e = entry();
    if (!e || !e->taken) return;  // counts when it is taken
    const rig::Trust trust = trusts[static_cast<std::size_t>(index)];
    if (trust == e->known.trust) return;
    const WalkEntry copy = *e;
    rig::Known known = copy.known;
    known.trust = trust;
    m_session->edit(tr("Say how well %1 is known").arg(text(copy.mark.name)), [&](job::Job &job) {
        if (copy.mark.kind == MarkKind::Datum)
            job.vehicle.data[copy.mark.id].trust = trust;
        else
            (void)rig::takeMark(job.vehicle, copy.mark, copy.low, copy.high, known);
    });
}

void WalkPage::mirror() {
    const WalkEntry *e = entry();
    if (!e) return;
    const rig::WalkMark mark = e->mark;
    rig::Vehicle tried = m_session->job().vehicle;
    if (const auto fine = rig::mirrorMark(tried, mark); !fine) return say(text(fine.error().message), true);
    m_session->edit(tr("Mirror %1").arg(text(mark.name)),
                    [&](job::Job &job) { (void)rig::mirrorMark(job.vehicle, mark); });
}

std::optional<InstrumentStrip::Waiting> WalkPage::waiting() {
    const WalkEntry *e = entry();
    if (!e || e->mark.kind == MarkKind::Holes) return std::nullopt;
    const int used = usedLines(*e);
    int line = 0;
    for (int i = used - 1; i >= 0; --i) {
        const QuantityEdit *edit = m_lines[static_cast<std::size_t>(i)].edit;
        if (edit->hasFocus()) {
            line = i;
            break;
        }
        if (edit->text().isEmpty()) line = i;
    }
    const bool datum = e->mark.kind == MarkKind::Datum;
    const Quantity q = datum ? rig::datum(e->mark.id)->quantity : Quantity::DrilledLength;
    const QString name =
        datum ? text(e->mark.name)
              : text(e->mark.name) + ", " + m_lines[static_cast<std::size_t>(line)].label->text().toLower();
    return InstrumentStrip::Waiting{
        datum ? e->mark.id : e->mark.id + "." + std::to_string(line), name, q, [this, line, q](double value) {
            const Line &l = m_lines[static_cast<std::size_t>(line)];
            l.edit->setText(text(measure::printQuantity(value, q, m_session->units())));
            l.edit->setModified(true);
            next(line);
            return m_state->property("bad").toBool() ? m_state->text() : QString();
        }};
}

std::vector<std::pair<std::string, double>> WalkPage::truth() const {
    std::vector<std::pair<std::string, double>> out;
    const WalkEntry *e = entry();
    if (!e || e->mark.kind == MarkKind::Datum) return out;
    for (int i = 0; i < usedLines(*e); ++i)
        out.emplace_back(e->mark.id + "." + std::to_string(i), e->mark.kind == MarkKind::Point
                                                                   ? e->low[i]
                                                                   : (i % 2 == 0 ? e->low : e->high)[i / 2]);
    return out;
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
    double nearest = reach;
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
    if (m_lines[0].edit->isVisible()) m_lines[0].edit->setFocus();
    return true;
}

}  // namespace hefty::app
