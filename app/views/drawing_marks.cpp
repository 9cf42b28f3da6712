#include "app/views/drawing_marks.h"

#include <algorithm>
#include <cmath>

#include <QFontMetricsF>

#include "app/window/theme.h"

namespace hefty::app {

QPen cosmetic(const QColor &color, double width, Qt::PenStyle style) {
    QPen pen(color, width, style);
    pen.setCosmetic(true);
    return pen;
}

namespace {

/// Moves the box of a label that is partly in sight so that all of it is.
void keepInSight(const QPainter &p, QRectF &box) {
    const QRectF all = p.hasClipping() ? p.clipBoundingRect() : QRectF(p.window());
    const QRectF room = all.adjusted(3, 3, -3, -3);
    if (!all.intersects(box) || box.width() > room.width() || box.height() > room.height()) return;
    box.moveLeft(std::clamp(box.left(), room.left(), room.right() - box.width()));
    box.moveTop(std::clamp(box.top(), room.top(), room.bottom() - box.height()));
}

}  // namespace

QRectF drawLabel(QPainter &p, const QPointF &center, const QString &text, const QColor &ink,
                 const QColor &paper) {
    const QFontMetricsF metrics(p.font());
    QRectF box(0, 0, metrics.horizontalAdvance(text) + 8, metrics.height() + 2);
    box.moveCenter(center);
    keepInSight(p, box);
    p.save();
    p.setPen(Qt::NoPen);
    p.setBrush(paper);
    p.drawRect(box);
    p.setPen(ink);
    p.drawText(box, Qt::AlignCenter, text);
    p.restore();
    return box;
}

void drawDimension(QPainter &p, const QPointF &from, const QPointF &to, const QString &text,
                   const QColor &color, std::vector<QRectF> *taken) {
    p.setPen(cosmetic(color, 1));
    p.drawLine(from, to);
    for (const QPointF &end : {from, to}) {
        p.setPen(cosmetic(color, 2));
        p.drawLine(end + QPointF(-4, 4), end + QPointF(4, -4));
    }
    if (text.isEmpty()) return;
    const QFontMetricsF metrics(p.font());
    const double wide = metrics.horizontalAdvance(text),
                 length = std::hypot(to.x() - from.x(), to.y() - from.y());
    const bool level = std::abs(to.x() - from.x()) > std::abs(to.y() - from.y());
    const QPointF middle = (from + to) / 2, along = (to - from) / 4;
    const QPointF beside = level ? QPointF(0, -18) : QPointF(-wide / 2 - 16, 0);
    // A text that does not fit between the slashes stands beside them.
    const bool fits = level ? wide + 28 <= length : metrics.height() + 24 <= length;
    std::vector<QPointF> centers{fits ? middle : middle + beside};
    if (taken) {
        if (fits) centers.insert(centers.end(), {middle + along, middle - along, middle + beside});
        centers.push_back(middle - beside);
    }
    for (const QPointF &center : centers) {
        QRectF box(center.x() - wide / 2 - 4, center.y() - metrics.height() / 2, wide + 8, metrics.height());
        keepInSight(p, box);  // as it will be drawn
        const auto meets = [&box](const QRectF &other) { return box.intersects(other); };
        if (taken && std::any_of(taken->begin(), taken->end(), meets)) continue;
        const QRectF drawn = drawLabel(p, center, text, color, colors().paper);
        if (taken) taken->push_back(drawn);
        return;
    }
}

double axisStep(double whole) {
    constexpr int least = 4;
    const double ten = std::pow(10, std::floor(std::log10(whole / least)));
    for (const double times : {5.0, 2.0})
        if (whole / (times * ten) >= least) return times * ten;
    return ten;
}

void drawArrow(QPainter &p, const QPointF &tail, const QPointF &head, const QColor &color, double width) {
    const QPointF d = head - tail;
    const double length = std::hypot(d.x(), d.y());
    if (length < 1) return;
    const QPointF u = d / length, n(-u.y(), u.x());
    p.setPen(cosmetic(color, width));
    p.drawLine(tail, head - u * 6);
    p.setPen(Qt::NoPen);
    p.setBrush(color);
    const QPointF points[3] = {head, head - u * 12 + n * 5, head - u * 12 - n * 5};
    p.drawPolygon(points, 3);
}

void drawPanel(QPainter &p, const QRect &box, const QString &empty) {
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(box, colors().panel);
    p.setPen(QPen(colors().rule, 1));
    p.drawRect(QRectF(box).adjusted(0.5, 0.5, -0.5, -0.5));
    p.setPen(colors().ink);
    if (empty.isEmpty()) return;
    p.setFont(textFont(11));
    p.drawText(box.adjusted(14, 8, -14, -8), Qt::AlignCenter | Qt::TextWordWrap, empty);
}

}  // namespace hefty::app
