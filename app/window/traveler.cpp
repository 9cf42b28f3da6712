#include "app/window/traveler.h"

#include <tuple>

#include <QCoreApplication>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/window/theme.h"
#include "app/window/today.h"

namespace hefty::app {
namespace {

QString nameOf(int index) {
    return QCoreApplication::translate("stops", stops[static_cast<std::size_t>(index)].name);
}

}  // namespace

StopButton::StopButton(Session *session, int index, QWidget *parent)
    : QAbstractButton(parent), m_session(session), m_index(index) {
    setObjectName(QStringLiteral("stop.%1").arg(QLatin1String(stops[static_cast<std::size_t>(index)].id)));
    setCheckable(true);
    setAutoExclusive(true);
    setFixedHeight(74);
    setFocusPolicy(Qt::StrongFocus);
    connect(session, &Session::appraisalChanged, this, &StopButton::refresh);
    connect(session, &Session::jobChanged, this, &StopButton::refresh);
    refresh();
}

void StopButton::refresh() {
    const char *id = stops[static_cast<std::size_t>(m_index)].id;
    const auto before = std::tuple(m_open, m_state, m_isSigned);
    m_open = m_session->appraisal()->toSettle(id);
    const auto &signedOff = m_session->job().signedOff;
    const auto it = signedOff.find(id);
    m_isSigned = it != signedOff.end();
    const bool measured = m_session->appraisal()->rig.has_value();
    if (m_open > 0)
        m_state = m_open == 1 ? tr("1 to settle") : tr("%1 to settle").arg(m_open);
    else if (it != signedOff.end())
        m_state = QString::fromStdString(it->second);
    else
        m_state = measured || m_index == 0 ? tr("under way") : tr("not started");
    if (before == std::tuple(m_open, m_state, m_isSigned)) return;  // nothing to paint anew
    setText(nameOf(m_index));
    setAccessibleName(tr("%1: %2").arg(nameOf(m_index), m_state));
    update();
}

void StopButton::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Palette &c = colors();
    p.fillRect(rect(), isChecked() ? c.blue : c.bar);
    // The punch of the route card: open ring, counted, or punched through.
    const QRectF punch(10, 9, 24, 24);
    const QColor ink = isChecked() ? c.paper : c.barText;
    p.setPen(QPen(m_open ? c.yellow : ink, 2));
    p.setBrush(m_isSigned && !m_open ? QBrush(ink) : Qt::NoBrush);
    p.drawEllipse(punch);
    p.setFont(measureFont(10, true));
    p.setPen(m_isSigned && !m_open ? (isChecked() ? c.blue : c.bar) : ink);
    p.drawText(punch, Qt::AlignCenter, QString::number(m_index + 1));
    p.setPen(ink);
    p.setFont(textFont(12, true));
    p.drawText(QRectF(42, 7, width() - 46, 28), Qt::AlignLeft | Qt::AlignVCenter, text());
    p.setFont(textFont(9.5));
    p.setPen(m_open ? (isChecked() ? c.paper : c.yellow) : ink);
    p.drawText(QRectF(12, 40, width() - 16, 26), Qt::AlignLeft | Qt::AlignVCenter, m_state);
    if (hasFocus()) {
        p.setPen(QPen(c.yellow, 2));
        p.setBrush(Qt::NoBrush);
        p.drawRect(rect().adjusted(1, 1, -2, -2));
    }
    p.setPen(c.faint);
    p.drawLine(0, height() - 1, width(), height() - 1);
}

Traveler::Traveler(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("traveler");
    setAttribute(Qt::WA_StyledBackground);
    setFixedWidth(140);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 8);
    layout->setSpacing(0);
    for (int i = 0; i < static_cast<int>(stops.size()); ++i) {
        auto *button = new StopButton(session, i, this);
        connect(button, &QAbstractButton::clicked, this, [this, i] { emit chosen(i); });
        layout->addWidget(button);
        m_buttons.push_back(button);
    }
    layout->addStretch();
    m_sign = new QPushButton(this);
    m_sign->setObjectName("signOff");
    m_sign->setFont(textFont(10));
    layout->addWidget(m_sign, 0, Qt::AlignHCenter);
    connect(m_sign, &QAbstractButton::clicked, this, &Traveler::signOff);
    connect(session, &Session::jobChanged, this, &Traveler::refreshSign);
    refreshSign();
}

void Traveler::setCurrent(int index) {
    m_current = index;
    m_buttons[static_cast<std::size_t>(index)]->setChecked(true);
    refreshSign();
}

void Traveler::refreshSign() {
    const bool isSigned = m_session->job().signedOff.contains(stops[static_cast<std::size_t>(m_current)].id);
    m_sign->setText(isSigned ? tr("Reopen") : tr("Sign off"));
    m_sign->setToolTip(isSigned ? tr("Take back the sign-off of %1").arg(nameOf(m_current))
                                : tr("Mark %1 as done, with today's date").arg(nameOf(m_current)));
}

void Traveler::signOff() {
    const std::string id = stops[static_cast<std::size_t>(m_current)].id;
    const bool isSigned = m_session->job().signedOff.contains(id);
    m_session->edit(
        isSigned ? tr("Reopen %1").arg(nameOf(m_current)) : tr("Sign off %1").arg(nameOf(m_current)),
        [&](job::Job &job) {
            if (isSigned)
                job.signedOff.erase(id);
            else
                job.signedOff[id] = today();
        });
}

}  // namespace hefty::app
