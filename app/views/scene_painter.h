#pragma once

#include <cmath>
#include <functional>
#include <set>
#include <string>

#include <QPainter>

#include "core/job/appraisal.h"

namespace hefty::app {

using shape::Vec3;

/// Where a world point falls on the paper, and how far away it is (larger = nearer).
struct Projection {
    std::function<QPointF(const Vec3 &)> place;
    Vec3 toViewer = Vec3::UnitX();
    double scale = 1;

    [[nodiscard]] bool fromSide() const { return std::abs(toViewer.y()) > 0.5; }
    [[nodiscard]] bool fromEnd() const { return std::abs(toViewer.x()) > 0.5; }  ///< ahead or behind
    [[nodiscard]] bool fromBehind() const { return toViewer.x() < -0.5; }
};

/// Draws the vehicle and its armor the way shop drawings are drawn.
void drawGround(QPainter &painter, const Projection &view, const QRectF &box);
void drawVehicle(QPainter &painter, const Projection &view, const rig::Vehicle &vehicle);
void drawKeepOuts(QPainter &painter, const Projection &view, const rig::Vehicle &vehicle);
/// The tape network: its points, and a line for each reading; a likely wrong one red and with its residual.
void drawSurvey(QPainter &painter, const Projection &view, const rig::SurveyBook &book,
                const rig::SurveyResult *result, measure::UnitSystem units);
void drawOutlinePoints(QPainter &painter, const Projection &view, const rig::Vehicle &vehicle);
/// @param faint  as the neighborhood of another piece: thin, without the borders of curved walls
/// @param later  parts that are not there yet: dotted edges alone
void drawArmor(QPainter &painter, const Projection &view, const armor::Assembly &assembly,
               const QString &selected, bool faint = false, const std::set<std::string> &later = {});
/// The tangent line of an approach angle in the side view, with its value `labelAt` mm up along it. The
/// angle is that of the vehicle as it stands; the drawing is of the vehicle as it was measured.
void drawTangent(QPainter &painter, const Projection &view, const clearance::LimitAngle &angle,
                 const rig::Stood &stood, const QString &label, double labelAt);
/// The ground and the tires as the vehicle stands, and the lines of all angles with the two points that
/// would limit each next.
void drawStance(QPainter &painter, const Projection &view, const rig::Stood &stood);
void drawAngles(QPainter &painter, const Projection &view, const clearance::Clearance &clearance,
                const rig::Stood &stood);
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
