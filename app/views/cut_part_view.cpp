#include "app/views/cut_part_view.h"

#include <algorithm>

#include <QPainter>

#include "app/views/drawing_marks.h"
#include "app/window/theme.h"
#include "app/window/worded.h"

namespace hefty::app {

CutPartView::CutPartView(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("cutPart");
    setMinimumHeight(150);
    setAccessibleName(tr("The chosen part as it is cut"));
}

QString CutPartView::said(const measure::Phrase &phrase) const {
    return worded(phrase, m_session->units());
}

void CutPartView::show(const std::string &part) {
    m_drawing.reset();
    m_name.clear();
    const job::PieceAppraisal *piece = m_session->chosen(*m_session->shownAppraisal());
    if (piece && piece->assembly && !part.empty()) {
        const workshop::BendPlan *plan = nullptr;
        for (const job::BentBar &b : piece->bent)
            if ((b.part == part || b.twin == part) && b.plan) plan = &*b.plan;
        m_drawing = exchange::cutDrawing(*piece->assembly, part, plan);
        m_name = worded(piece->assembly->labelOf(part));
    }
    QStringList steps;
    if (m_drawing)
        for (const measure::Phrase &p : m_drawing->steps) steps << said(p);
    setAccessibleDescription(steps.join(" "));
    update();
}

void CutPartView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    drawPanel(
        p, rect(),
        !m_drawing ? tr("Choose a part in the list to see it as it is cut, bent and folded.") : QString());
    if (!m_drawing) return;
    p.setFont(textFont(11, true));
    p.drawText(QRectF(14, 6, width() - 28, 22), Qt::AlignLeft | Qt::AlignVCenter, m_name);
    const double side = std::min(330.0, width() * 0.42);
    drawShape(p, QRectF(14, 34, width() - side - 34, height() - 48));
    p.setFont(textFont(10));
    p.setPen(colors().ink);
    double y = 34;
    int n = 0;
    for (const measure::Phrase &step : m_drawing->steps) {
        const QString text = tr("%1. %2").arg(++n).arg(said(step));
        const QRectF room(width() - side - 8, y, side, height() - y - 4);
        const QRectF used =
            p.boundingRect(QRectF(room.topLeft(), QSizeF(side, 1000)), Qt::TextWordWrap, text);
        const int after = static_cast<int>(m_drawing->steps.size()) - n;
        if (used.height() + (after > 0 ? p.fontMetrics().height() : 0) > room.height()) {
            p.drawText(room, Qt::TextWordWrap, tr("and %1 more on the job sheet").arg(after + 1));
            break;
        }
        p.drawText(room, Qt::TextWordWrap, text);
        y += used.height() + 3;
    }
}

void CutPartView::drawShape(QPainter &p, const QRectF &box) const {
    Eigen::AlignedBox2d extent;
    for (const auto &l : m_drawing->lines) {
        extent.extend(l.from);
        extent.extend(l.to);
    }
    if (extent.isEmpty()) return;
    // A sheet that stands higher than it is wide lies down to fill the view.
    const Eigen::Vector2d size = extent.sizes();
    const bool lie = size.y() > size.x() * 1.2;
    const double w = lie ? size.y() : size.x(), h = lie ? size.x() : size.y();
    const double scale = std::min(box.width() / std::max(w, 1.0), (box.height() - 18) / std::max(h, 1.0));
    const auto at = [&](const shape::Vec2 &q) {
        const shape::Vec2 d = q - extent.center();
        return box.center() + QPointF(0, 7) + QPointF(lie ? d.y() : d.x(), lie ? d.x() : -d.y()) * scale;
    };
    for (const auto &l : m_drawing->lines) {
        const bool cut = l.style == exchange::CutDrawing::Style::Cut;
        const bool fold = l.style == exchange::CutDrawing::Style::Fold;
        p.setPen(QPen(fold  ? colors().blue
                      : cut ? colors().ink
                            : colors().faint,
                      cut ? 1.8 : 1.2,
                      cut    ? Qt::SolidLine
                      : fold ? Qt::DashLine
                             : Qt::DashDotLine));
        p.drawLine(at(l.from), at(l.to));
    }
    p.setFont(measureFont(9));
    p.setPen(colors().blue);
    double last = -1e9;
    for (const auto &label : m_drawing->labels) {
        const QString text = said(label.says);
        const double wide = p.fontMetrics().horizontalAdvance(text) + 8;
        QPointF c = at(label.at);
        if (label.beside) {
            p.drawText(QRectF(c.x(), c.y() - 14, wide, 14), Qt::AlignLeft | Qt::AlignVCenter, text);
            continue;
        }
        // Labels side by side, each in its turn a line higher where they would meet.
        const bool meets = c.x() - wide / 2 < last;
        last = c.x() + wide / 2;
        c.setY(c.y() - (meets ? 26 : 12));
        p.drawText(QRectF(std::clamp(c.x() - wide / 2, box.left(), box.right() - wide), c.y() - 8, wide, 16),
                   Qt::AlignCenter, text);
    }
}

}  // namespace hefty::app
