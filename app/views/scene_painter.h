#pragma once

#include <cmath>
#include <functional>
#include <set>
#include <string>

#include <QPainter>

#include "app/views/drawing_marks.h"
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

}  // namespace hefty::app
