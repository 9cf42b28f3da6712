#pragma once

#include <cmath>
#include <string>
#include <vector>

#include "core/mechanics/large_motion.h"
#include "tests/core/mechanics/shell_course.h"

/// Small models for large motions, and their answers.
namespace hefty::testing::large {

inline bool near(double value, double wanted, double share) {
    if (std::abs(value - wanted) <= share * std::abs(wanted)) return true;
    qWarning("%.8g, wanted %.8g", value, wanted);
    return false;
}

inline FrameModel beams(const std::vector<Vec3> &places, const FrameSection &section,
                        const FrameMaterial &material, const Vec3 &up) {
    FrameModel m;
    m.materials.push_back(material);
    m.sections.push_back(section);
    m.cases = {"c"};
    for (std::size_t i = 0; i < places.size(); ++i) {
        m.nodes.push_back({"n" + std::to_string(i), places[i]});
        if (i > 0)
            m.beams.push_back(
                {"b" + std::to_string(i), static_cast<int>(i) - 1, static_cast<int>(i), 0, 0, up});
    }
    m.supports.push_back({0, allFreedoms});
    return m;
}

inline FrameSection square(double side) {
    const double A = side * side, I = A * A / 12;
    return {"s", A, I, I, 0.1406 * A * A, {}, {}, A * side / 4, A * side / 4};
}

inline LargeSolution solved(const FrameModel &m, const LargeGoal &goal) {
    auto s = solveLarge(m, 0, goal);
    if (!s) {
        qWarning("%s", s.error().message.c_str());
        return {};
    }
    return std::move(*s);
}

/// Strip of quadrilaterals along x, some across, from 0 to L, clamped at 0; width along y.
inline FrameModel strip(double L, double b, double t, int n, const FrameMaterial &material, int across = 1) {
    FrameModel m;
    m.materials.push_back(material);
    m.cases = {"c"};
    const int row = across + 1;
    for (int i = 0; i <= n; ++i)
        for (int j = 0; j < row; ++j)
            m.nodes.push_back({"n" + std::to_string(row * i + j), {L * i / n, b * j / across, 0}});
    for (int i = 0; i < n; ++i)
        for (int j = 0; j < across; ++j) {
            const int first = row * i + j;
            m.shells.push_back({"s" + std::to_string(across * i + j),
                                {first, first + row, first + row + 1, first + 1},
                                0,
                                t});
        }
    for (int j = 0; j < row; ++j) m.supports.push_back({j, allFreedoms});
    return m;
}

}  // namespace hefty::testing::large
