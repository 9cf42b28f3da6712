#pragma once

#include "tests/core/demo.h"

namespace hefty::testing {

/// Upright across the vehicle at x, w wide and h high around (y, z).
inline Json plate(double x, double y, double z, double w, double h) {
    return {{"op", "plate"},
            {"name", "plate"},
            {"thickness", 4},
            {"at", {{"at", {x, y, z}}}},
            {"normal", {1, 0, 0}},
            {"up", {0, 0, 1}},
            {"outline", {{-w / 2, -h / 2}, {w / 2, -h / 2}, {w / 2, h / 2}, {-w / 2, h / 2}}}};
}

}  // namespace hefty::testing
