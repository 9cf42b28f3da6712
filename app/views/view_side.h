#pragma once

#include <QPointF>

#include "core/shape/geometry.h"

namespace hefty::app {

using shape::Vec3;

/// From which side a drawing looks. Side: from the left, front of the vehicle to the left. Front: from
/// ahead. Top: from above, front of the vehicle down. Above and Under: from above and from below, front
/// of the vehicle to the left.
enum class ViewSide { Side, Top, Front, Rear, Above, Under };

/// Where a world point falls on the paper: right and down, at a scale of 1.
[[nodiscard]] QPointF flatten(ViewSide side, const Vec3 &p);
/// The world vector of one on the paper, without a component along the line of sight.
[[nodiscard]] Vec3 unflatten(ViewSide side, const QPointF &w);
/// From the paper toward the viewer; unit.
[[nodiscard]] Vec3 sightOf(ViewSide side);

}  // namespace hefty::app
