#include "app/window/tour.h"

#include <algorithm>

#include <QEvent>
#include <QFrame>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QPainterPath>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/window/theme.h"

namespace hefty::app {

Tour::Tour(std::vector<TourStep> steps, QWidget *window) : QWidget(window), m_steps(std::move(steps)) {
    setObjectName("tour");
    setAccessibleName(tr("A walk around the window"));
    setAttribute(Qt::WA_DeleteOnClose);
    setFocusPolicy(Qt::StrongFocus);
    m_card = new QFrame(this);
    m_card->setObjectName("tourCard");
    m_card->setAutoFillBackground(true);
    m_card->setFrameShape(QFrame::Box);
    m_card->setFixedWidth(380);
    m_title = new QLabel(m_card);
    m_title->setObjectName("tourTitle");
    m_title->setFont(textFont(14, true));
    m_text = new QLabel(m_card);
    m_text->setObjectName("tourText");
    m_text->setWordWrap(true);
    m_count = new QLabel(m_card);
    m_back = new QPushButton(tr("Back"), m_card);
    m_back->setObjectName("tourBack");
    m_next = new QPushButton(m_card);
    m_next->setObjectName("tourNext");
    m_leave = new QPushButton(tr("Leave"), m_card);
    m_leave->setObjectName("tourLeave");
    auto *buttons = new QHBoxLayout;
    buttons->addWidget(m_count, 1);
    for (QPushButton *b : {m_leave, m_back, m_next}) buttons->addWidget(b);
    auto *layout = new QVBoxLayout(m_card);
    layout->addWidget(m_title);
    layout->addWidget(m_text);
    layout->addLayout(buttons);
    connect(m_leave, &QPushButton::clicked, this, &QWidget::close);
    connect(m_back, &QPushButton::clicked, this, [this] { go(m_at - 1); });
    connect(m_next, &QPushButton::clicked, this, [this] { go(m_at + 1); });
    window->installEventFilter(this);
    setGeometry(window->rect());
    show();
    raise();
    setFocus();
    go(0);
}

QWidget *Tour::target() const {
    for (QWidget *w : parentWidget()->findChildren<QWidget *>(m_steps[static_cast<std::size_t>(m_at)].object))
        if (w->isVisible()) return w;
    return nullptr;
}

void Tour::go(int step) {
    if (step < 0) return;
    if (step >= static_cast<int>(m_steps.size())) {
        close();
        return;
    }
    m_at = step;
    const TourStep &s = m_steps[static_cast<std::size_t>(step)];
    if (s.before) s.before();
    m_title->setText(s.title);
    m_text->setText(s.text);
    m_count->setText(tr("%1 of %2").arg(step + 1).arg(m_steps.size()));
    m_back->setEnabled(step > 0);
    m_next->setText(step + 1 < static_cast<int>(m_steps.size()) ? tr("Next") : tr("Done"));
    raise();
    place();
    m_next->setFocus();
}

QRect Tour::framed() const {
    const QWidget *w = target();
    if (!w) return {};
    return QRect(w->mapTo(parentWidget(), QPoint(0, 0)), w->size())
        .adjusted(-4, -4, 4, 4)
        .intersected(rect());
}

/// The card stands beside what is framed, where there is most room.
void Tour::place() {
    m_card->adjustSize();
    const QRect at = framed();
    const QSize size = m_card->sizeHint().expandedTo(m_card->size());
    constexpr int gap = 16;
    QPoint corner(rect().center() - QPoint(size.width() / 2, size.height() / 2));
    if (at.isValid()) {
        if (width() - at.right() > size.width() + 2 * gap)
            corner = {at.right() + gap, at.top()};
        else if (at.left() > size.width() + 2 * gap)
            corner = {at.left() - gap - size.width(), at.top()};
        else if (at.top() > size.height() + 2 * gap)
            corner = {at.left(), at.top() - gap - size.height()};
        else if (height() - at.bottom() > size.height() + 2 * gap)
            corner = {at.left(), at.bottom() + gap};
    }
    corner.setX(std::clamp(corner.x(), gap, std::max(gap, width() - size.width() - gap)));
    corner.setY(std::clamp(corner.y(), gap, std::max(gap, height() - size.height() - gap)));
    m_card->setGeometry(QRect(corner, size));
    update();
}

void Tour::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    QPainterPath veil;
    veil.addRect(rect());
    QPainterPath hole;
    hole.addRoundedRect(framed(), 6, 6);
    QColor dim = colors().bar;
    dim.setAlpha(130);
    p.fillPath(veil.subtracted(hole), dim);
    p.setPen(QPen(colors().yellow, 3));
    p.setBrush(Qt::NoBrush);
    p.drawPath(hole);
}

void Tour::keyPressEvent(QKeyEvent *event) {
    switch (event->key()) {
        case Qt::Key_Escape:
            close();
            return;
        case Qt::Key_Right:
        case Qt::Key_Return:
            return go(m_at + 1);
        case Qt::Key_Left:
            return go(m_at - 1);
        default:
            QWidget::keyPressEvent(event);
    }
}

bool Tour::eventFilter(QObject *watched, QEvent *event) {
    if (watched == parentWidget() && event->type() == QEvent::Resize) {
        setGeometry(parentWidget()->rect());
        place();
    }
    return QWidget::eventFilter(watched, event);
}

}  // namespace hefty::app
