#include "app/stops/measure/walk_card.h"

#include <QComboBox>
#include <QDate>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/stops/measure/datum_places.h"
#include "app/window/quantity_edit.h"
#include "app/window/theme.h"
#include "app/window/today.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

using measure::Quantity;
using rig::MarkKind;
using rig::WalkEntry;
using rig::WalkView;

constexpr std::array trusts{rig::Trust::Measured, rig::Trust::Estimated, rig::Trust::Assumed};

QString text(const std::string &s) {
    return worded(s);
}

/// Lines of the card for a point and for a box, by axis.
QString lineName(MarkKind kind, int line, bool towed) {
    const QString ahead = towed ? WalkCard::tr("Ahead of coupling") : WalkCard::tr("Ahead of axle");
    if (kind == MarkKind::Point)
        return std::array{ahead, WalkCard::tr("Left of middle"),
                          WalkCard::tr("Above floor")}[static_cast<std::size_t>(line)];
    return std::array{
        WalkCard::tr("Ahead, from"), WalkCard::tr("to"),       WalkCard::tr("Left, from"),
        WalkCard::tr("to"),          WalkCard::tr("Up, from"), WalkCard::tr("to")}[static_cast<std::size_t>(
        line)];
}

}  // namespace

WalkCard::WalkCard(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("walkCard");
    setMinimumHeight(150);
    m_how = new QLabel(this);
    m_how->setObjectName("caution");
    m_how->setWordWrap(true);
    auto *lines = m_grid = new QGridLayout;
    lines->setContentsMargins(0, 0, 0, 0);
    lines->setSpacing(4);
    lines->setRowStretch(3, 1);
    lines->setColumnStretch(4, 1);
    for (int i = 0; i < 6; ++i) {
        auto &line = m_lines[static_cast<std::size_t>(i)];
        line.label = new QLabel(this);
        lines->addWidget(line.label, i / 2, i % 2 * 2);
        line.edit = new QuantityEdit(m_session, Quantity::Length, this);
        line.edit->setObjectName(QStringLiteral("walkLine%1").arg(i));
        line.edit->setMinimumWidth(84);
        line.edit->setMaximumWidth(180);
        lines->addWidget(line.edit, i / 2, i % 2 * 2 + 1);
        connect(line.edit, &QLineEdit::returnPressed, this, [this, i] { next(i); });
    }
    m_trust = new QComboBox(this);
    m_trust->setObjectName("walkTrust");
    m_trust->setAccessibleName(tr("How well it is known"));
    for (const rig::Trust t : trusts) m_trust->addItem(worded(std::string(rig::trustWord(t))));
    connect(m_trust, &QComboBox::activated, this, &WalkCard::setTrust);
    m_take = new QPushButton(tr("Take"), this);
    m_take->setObjectName("walkTake");
    connect(m_take, &QPushButton::clicked, this, &WalkCard::take);
    m_mirror = new QPushButton(this);
    m_mirror->setObjectName("walkMirror");
    connect(m_mirror, &QPushButton::clicked, this, &WalkCard::mirror);
    m_state = new QLabel(this);
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
    auto *layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_how, 6);
    layout->addLayout(lines, 7);
    layout->addLayout(actions, 6);
}

int WalkCard::usedLines(const WalkEntry &e) const {
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

void WalkCard::showEntry(const WalkEntry &entry) {
    // What was typed for another mark is not for this one.
    if (!m_entry || m_entry->mark.id != entry.mark.id) forget();
    m_entry = entry;
    const WalkEntry *e = &*m_entry;
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
    m_mirror->setVisible(e->canMirror());
    m_mirror->setText(e->mark.kind == MarkKind::Point ? (e->mirrored ? tr("On both sides: make it one")
                                                                     : tr("The other side is the same"))
                                                      : tr("Mirror to the other side"));
    say(standing(*e), false);
}

/// What there is to say of a mark: whether it is known, and what of it the tape does not tell.
QString WalkCard::standing(const WalkEntry &e) const {
    if (e.mark.kind == MarkKind::Holes) return tr("Their list is under Lists, Holes.");
    if (!e.taken) return tr("Type what the tape says, or drag the mark for an estimate.");
    QString words = tr("Known as %1%2.")
                        .arg(text(std::string(rig::trustWord(e.known.trust))),
                             e.known.date.empty() ? QString() : tr(" since %1").arg(text(e.known.date)));
    if (e.mark.kind == MarkKind::Moving)
        words += " " + tr("How it moves and how far is under Lists, Moving: check that it is so.");
    return words;
}

void WalkCard::fillLines(const WalkEntry &e) {
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

void WalkCard::say(const QString &words, bool bad) {
    m_state->setText(words);
    m_state->setProperty("bad", bad);
    m_state->setStyleSheet(bad ? QStringLiteral("color: %1;").arg(colors().bad.name()) : QString());
}

/// Return goes from line to line; in the last one it takes the mark.
void WalkCard::next(int line) {
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

void WalkCard::take() {
    const WalkEntry *e = entry();
    if (!e) return;
    const WalkEntry copy = *e;
    if (copy.mark.kind == MarkKind::Datum) return takeDatum(copy);
    if (copy.mark.kind != MarkKind::Holes) takePlace(copy);
}

void WalkCard::takeDatum(const WalkEntry &e) {
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
        job.vehicle.data[d.id] = {*typed, trust, today()};
    });
    forget();
    emit taken();
}

void WalkCard::takePlace(const WalkEntry &e) {
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
    const rig::Known known{trusts[static_cast<std::size_t>(m_trust->currentIndex())], today()};
    rig::Vehicle tried = m_session->job().vehicle;
    if (const auto took = rig::takeMark(tried, e.mark, low, high, known); !took)
        return say(text(took.error().message + " " + took.error().remedy), true);
    m_session->edit(tr("Measure %1").arg(text(e.mark.name)),
                    [&](job::Job &job) { (void)rig::takeMark(job.vehicle, e.mark, low, high, known); });
    forget();
    emit taken();
}

void WalkCard::forget() {
    for (const Line &line : m_lines) line.edit->setModified(false);
}

void WalkCard::startTyping() {
    if (m_lines[0].edit->isVisible()) m_lines[0].edit->setFocus();
}

void WalkCard::setTrust(int index) {
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

void WalkCard::mirror() {
    const WalkEntry *e = entry();
    if (!e) return;
    const rig::WalkMark mark = e->mark;
    rig::Vehicle tried = m_session->job().vehicle;
    if (const auto fine = rig::mirrorMark(tried, mark); !fine) return say(text(fine.error().message), true);
    m_session->edit(tr("Mirror %1").arg(text(mark.name)),
                    [&](job::Job &job) { (void)rig::mirrorMark(job.vehicle, mark); });
}

std::optional<InstrumentStrip::Waiting> WalkCard::waiting() {
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

std::vector<std::pair<std::string, double>> WalkCard::truth() const {
    std::vector<std::pair<std::string, double>> out;
    const WalkEntry *e = entry();
    if (!e || e->mark.kind == MarkKind::Datum) return out;
    for (int i = 0; i < usedLines(*e); ++i)
        out.emplace_back(e->mark.id + "." + std::to_string(i), e->mark.kind == MarkKind::Point
                                                                   ? e->low[i]
                                                                   : (i % 2 == 0 ? e->low : e->high)[i / 2]);
    return out;
}

}  // namespace hefty::app
