#pragma once

#include "app/views/plan_view.h"

namespace hefty::app {

/// Where a datum's dimension stands in a view: from a fixed end to the end that moves with it.
struct DatumPlace {
    const char *id;
    ViewSide side;
    Vec3 from, to, direction;
};

/// The dimensions of the vehicle's data in all views. One datum may be seen from several sides.
[[nodiscard]] std::vector<DatumPlace> datumPlaces(const rig::Vehicle &vehicle);

/// The datum's value; where nothing is measured yet, that of a middling vehicle, for the pictures.
[[nodiscard]] double datumOr(const rig::Vehicle &vehicle, std::string_view id);

/// A place in the pictures for a datum that is no length to draw: beside the wheel or spring that it is of.
[[nodiscard]] Vec3 datumAnchor(const rig::Vehicle &vehicle, std::string_view id);

/// The handle at the moving end of a datum's dimension.
[[nodiscard]] DragTarget datumTarget(Session *session, const DatumPlace &place);

/// A box that shows the whole vehicle with room for its dimensions.
struct VehicleBox {
    Vec3 low, high;
};
[[nodiscard]] VehicleBox vehicleBox(const rig::Vehicle &vehicle);

}  // namespace hefty::app
