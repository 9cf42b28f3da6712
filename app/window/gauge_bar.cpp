#include "app/window/gauge_bar.h"

#include <cmath>
#include <tuple>

#include <QHBoxLayout>
#include <QPainter>

#include "app/window/theme.h"
#include "app/window/worded.h"
#include "core/base/constants.h"
#include "core/job/names.h"

namespace hefty::app {
namespace {

QString printed(double value, const job::Gauge &g, const Session &session) {
    QString text = QString::fromStdString(measure::printQuantity(value, g.quantity, session.units()));
    if (g.quantity == measure::Quantity::Money)
        text = QStringLiteral("%1 %2").arg(text, QString::fromStdString(session.job().shop.currency));
    return text;
}

}  // namespace

GaugeButton::GaugeButton(Session *session, QString gaugeId, QWidget *parent)
    : QAbstractButton(parent), m_session(session), m_id(std::move(gaugeId)) {
    setObjectName("gauge." + m_id);
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setFixedHeight(64);
    for (auto signal : {&Session::stale, &Session::appraisalChanged, &Session::unitsChanged})
        connect(session, signal, this, &GaugeButton::refresh);
    connect(session, &Session::gaugesAhead, this, [this] {
        if (m_session->gauge(m_id.toStdString()).isAhead) refresh();
    });
    refresh();
}

void GaugeButton::refresh() {
    const auto appraisal = m_session->shownAppraisal();
    const Session::ShownGauge toShow = m_session->gauge(m_id.toStdString());
    const job::Gauge *g = toShow.gauge;
    const auto shown = std::tuple(m_working, m_value, m_limit, m_change, m_broken);
    m_working = toShow.isOfEarlierJob;
    m_value = QStringLiteral("–");
    m_limit.clear();
    m_change.clear();
    m_broken = false;
    if (g) {
        m_name = worded(g->name);
        m_broken = g->broken();
        if (g->value) m_value = printed(*g->value, *g, *m_session);
        m_limit = !std::isfinite(g->limit) ? worded(g->aside)
                                           : (g->limitIsLeast ? QStringLiteral("≥ ") : QStringLiteral("≤ ")) +
                                                 printed(g->limit, *g, *m_session);
        const auto pinned = m_session->pinned();
        const job::Gauge *before = pinned ? pinned->gauge(m_id.toStdString()) : nullptr;
        if (before && before->value && g->value) {
            const double d = *g->value - *before->value;
            const QString none = printed(0, *g, *m_session);
            m_change = printed(d, *g, *m_session);
            // What rounds to nothing has no sign worth reading.
            if (printed(std::abs(d), *g, *m_session) == none)
                m_change = QStringLiteral("±") + none;
            else if (d > 0)
                m_change.prepend('+');
        }
    }
    setToolTip(g && !g->governs.empty()
                   ? tr("Governed by %1. Click for the working.")
                         .arg(worded(job::nameOf(m_session->job(), *appraisal, g->governs)))
                   : tr("Click for the working."));
    if (shown == std::tuple(m_working, m_value, m_limit, m_change, m_broken)) return;
    setText(QStringLiteral("%1 %2").arg(m_name, m_value));
    setAccessibleName(QStringLiteral("%1: %2, %3").arg(m_name, m_value, m_limit));
    update();
}

void GaugeButton::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const Palette &c = colors();
    p.fillRect(rect(), c.bar);
    if (m_broken) {
        fillTemper(p, QPolygonF(QRectF(0, 0, 8, height())), 1.2);
    } else {
        p.fillRect(QRect(0, 0, 2, height()), c.faint);
    }
    p.setOpacity(m_working ? 0.6 : 1);
    p.setPen(c.barText);
    p.setFont(textFont(9.5));
    const QRect box = rect().adjusted(14, 4, -4, -4);
    p.drawText(box, Qt::AlignLeft | Qt::AlignTop,
               p.fontMetrics().elidedText(m_name, Qt::ElideRight, box.width()));
    p.setFont(measureFont(13, true));
    p.drawText(box.adjusted(0, 16, 0, 0), Qt::AlignLeft | Qt::AlignTop, m_value);
    p.setFont(measureFont(9));
    p.setPen(m_change.isEmpty() ? QColor("#C7CBC8") : c.yellow);
    p.drawText(box, Qt::AlignLeft | Qt::AlignBottom, m_change.isEmpty() ? m_limit : m_change);
    if (hasFocus()) {
        p.setOpacity(1);
        p.setPen(QPen(c.yellow, 2));
        p.drawRect(rect().adjusted(1, 1, -2, -2));
    }
}

GaugeBar::GaugeBar(Session *session, QWidget *parent) : QWidget(parent) {
    setObjectName("gaugeBar");
    setAttribute(Qt::WA_StyledBackground);
    auto *layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(1);
    for (const char *id : {"approach", "wheelPath", "breakover", "departure", "clearance", "margin", "mass",
                           "axle", "cost", "hours"}) {
        auto *button = new GaugeButton(session, id, this);
        connect(button, &QAbstractButton::clicked, this, [this, id] { emit asked(id); });
        layout->addWidget(button);
    }
    // Painted now, not after the larger views: while a handle moves, the eye is on these numbers.
    for (auto signal : {&Session::appraisalChanged, &Session::gaugesAhead})
        connect(session, signal, this, qOverload<>(&QWidget::repaint));
}

}  // namespace hefty::app
