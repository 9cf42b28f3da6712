#pragma once

#include <vector>

#include <QPainter>

/// What drawings and pictures are marked and named with.
namespace hefty::app {

/// A pen as wide on every scale, px.
[[nodiscard]] QPen cosmetic(const QColor &color, double width, Qt::PenStyle style = Qt::SolidLine);
/// A dimension: thin lines, short slashes at the ends, the text in the middle.
/// @param taken  boxes that the text must not lie on: it goes elsewhere along the line, or is left out where
///     there is no room; its own box is added. Null: it is always in the middle.
void drawDimension(QPainter &painter, const QPointF &from, const QPointF &to, const QString &text,
                   const QColor &color, std::vector<QRectF> *taken = nullptr);
/// Of an axis that is `whole` long, a step of 1, 2 or 5 times a power of ten that goes into it four to nine
/// times. @pre whole above 0
[[nodiscard]] double axisStep(double whole);
/// An arrow with a head, from tail to head.
void drawArrow(QPainter &painter, const QPointF &tail, const QPointF &head, const QColor &color,
               double width);
/// Text on a small plate of paper, so that it reads over lines. Returns its box.
QRectF drawLabel(QPainter &painter, const QPointF &center, const QString &text, const QColor &ink,
                 const QColor &paper);

/// The ground of a picture on a bench with its frame; `empty` is written in its middle, if it is not empty.
void drawPanel(QPainter &painter, const QRect &box, const QString &empty);

}  // namespace hefty::app
