#include "core/proof/model/near_shells.h"

#include <algorithm>
#include <numeric>

namespace hefty::proof {

NearShells::NearShells(const mechanics::FrameModel &model, int first, int count) {
    std::vector<double> radii;
    Vec3 low = Vec3::Constant(1e300), high = -low;
    for (int s = first; s < first + count; ++s) {
        std::vector<Vec3> corners;
        for (const int n : model.shells[static_cast<std::size_t>(s)].nodes) {
            corners.push_back(model.nodes[static_cast<std::size_t>(n)].at);
            low = low.cwiseMin(corners.back());
            high = high.cwiseMax(corners.back());
        }
        radii.push_back(cut(corners));
    }
    Eigen::Index longest = 0;
    if (count > 0) (high - low).maxCoeff(&longest);
    m_axis = Vec3::Unit(longest);
    m_order.resize(m_middles.size());
    std::iota(m_order.begin(), m_order.end(), 0);
    const auto along = [this](int i) { return m_middles[static_cast<std::size_t>(i)].dot(m_axis); };
    std::sort(m_order.begin(), m_order.end(), [&](int a, int b) { return along(a) < along(b); });
    for (const int i : m_order) {
        m_along.push_back(along(i));
        m_discs.push_back({m_middles[static_cast<std::size_t>(i)], radii[static_cast<std::size_t>(i)]});
    }
}

double NearShells::cut(const std::vector<Vec3> &corners) {
    Vec3 middle = Vec3::Zero();
    for (const Vec3 &c : corners) middle += c / static_cast<double>(corners.size());
    double area = 0;
    for (std::size_t i = 2; i < corners.size(); ++i)
        area += (corners[i - 1] - corners[0]).cross(corners[i] - corners[0]).norm() / 2;
    const std::size_t start = m_points.size();
    constexpr int thirds = 3;
    const Vec3 u = (corners[1] - corners[0]) / thirds;
    if (corners.size() == 3) {
        const Vec3 v = (corners[2] - corners[0]) / thirds;
        for (int i = 0; i < thirds; ++i)
            for (int j = 0; i + j < thirds; ++j) {
                m_points.push_back(corners[0] + u * (i + 1.0 / 3) + v * (j + 1.0 / 3));
                if (i + j + 1 < thirds)
                    m_points.push_back(corners[0] + u * (i + 2.0 / 3) + v * (j + 2.0 / 3));
            }
    } else {
        for (int i = 0; i < thirds; ++i)
            for (int j = 0; j < thirds; ++j) {
                const double s = (i + 0.5) / thirds, t = (j + 0.5) / thirds;
                m_points.push_back((corners[0] * (1 - s) + corners[1] * s) * (1 - t) +
                                   (corners[3] * (1 - s) + corners[2] * s) * t);
            }
    }
    double radius = 0;
    for (std::size_t i = start; i < m_points.size(); ++i)
        radius = std::max(radius, (m_points[i] - middle).norm());
    m_middles.push_back(middle);
    m_areas.push_back(area);
    m_largest = std::max(m_largest, radius);
    return radius;
}

std::vector<NearShells::Share> NearShells::within(const Vec3 &at, double reach) const {
    std::vector<Share> out;
    const double x = at.dot(m_axis), far = reach + m_largest;
    auto i =
        static_cast<std::size_t>(std::lower_bound(m_along.begin(), m_along.end(), x - far) - m_along.begin());
    for (; i < m_order.size() && m_along[i] <= x + far; ++i) {
        const Disc &disc = m_discs[i];
        const double away = (disc.middle - at).squaredNorm(), near = reach + disc.radius;
        if (away > near * near) continue;
        const auto shell = static_cast<std::size_t>(m_order[i]);
        const double whole = reach - disc.radius;
        if (whole > 0 && away <= whole * whole) {
            out.push_back({m_order[i], m_areas[shell]});
            continue;
        }
        const auto from = m_points.begin() + static_cast<std::ptrdiff_t>(shell * parts);
        const auto inside = std::count_if(
            from, from + parts, [&](const Vec3 &p) { return (p - at).squaredNorm() <= reach * reach; });
        if (inside > 0) out.push_back({m_order[i], m_areas[shell] * static_cast<double>(inside) / parts});
    }
    if (!out.empty() || m_middles.empty()) return out;
    const auto nearest = std::min_element(
        m_middles.begin(), m_middles.end(),
        [&](const Vec3 &a, const Vec3 &b) { return (a - at).squaredNorm() < (b - at).squaredNorm(); });
    const auto shell = nearest - m_middles.begin();
    return {{static_cast<int>(shell), m_areas[static_cast<std::size_t>(shell)]}};
}

}  // namespace hefty::proof
