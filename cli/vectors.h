#pragma once

#include <array>

#include "core/base/object_reader.h"
#include "core/shape/geometry.h"

/// Points and directions as the answers write them: lists of numbers.
namespace hefty::cli {

[[nodiscard]] inline shape::Vec3 vec(const std::array<double, 3> &a) {
    return {a[0], a[1], a[2]};
}

[[nodiscard]] inline Json list(const shape::Vec3 &v) {
    return Json::array({v.x(), v.y(), v.z()});
}

[[nodiscard]] inline Json list(const Eigen::Matrix<double, 6, 1> &v) {
    return Json::array({v(0), v(1), v(2), v(3), v(4), v(5)});
}

}  // namespace hefty::cli
