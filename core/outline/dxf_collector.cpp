#include "core/outline/dxf_collector.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/base/constants.h"

namespace hefty::outline {
namespace {

constexpr int perSpan = 64;  // straight pieces of each span of a spline

/// A point of a B-spline by de Boor's recursion.
Vec2 splineAt(const std::vector<Eigen::Vector3d> &controls, const std::vector<double> &knots, unsigned degree,
              double u) {
    std::size_t span = degree;
    while (span + 1 < controls.size() && u >= knots[span + 1]) ++span;
    std::vector<Eigen::Vector3d> d;
    for (unsigned i = 0; i <= degree; ++i) d.push_back(controls[span - degree + i]);
    for (unsigned r = 1; r <= degree; ++r)
        for (unsigned i = degree; i >= r; --i) {
            const double low = knots[span - degree + i], high = knots[span + 1 + i - r];
            const double t = high > low ? (u - low) / (high - low) : 0;
            d[i] = (1 - t) * d[i - 1] + t * d[i];
        }
    return d[degree].head<2>() / d[degree].z();
}

}  // namespace

void DxfCollector::setVariableInt(const std::string &key, int value, int) {
    if (key == "$INSUNITS") units = value;
}

void DxfCollector::addBlock(const DL_BlockData &d) {
    m_bag = &blocks[d.name];
    m_bag->base = Vec2(d.bpx, d.bpy);
}

void DxfCollector::addInsert(const DL_InsertData &d) {
    for (int column = 0; column < std::max(1, d.cols); ++column)
        for (int row = 0; row < std::max(1, d.rows); ++row) {
            DxfBag::Insert insert;
            insert.block = d.name;
            insert.place = Eigen::Translation2d(d.ipx, d.ipy) * Eigen::Rotation2Dd(radians(d.angle)) *
                           Eigen::Translation2d(column * d.colSp, row * d.rowSp) *
                           Eigen::Scaling(Vec2(d.sx, d.sy));
            m_bag->inserts.push_back(insert);
        }
}

void DxfCollector::addLine(const DL_LineData &d) {
    m_bag->pieces.push_back({Vec2(d.x1, d.y1), Vec2(d.x2, d.y2), 0, "LINE"});
}

void DxfCollector::addArc(const DL_ArcData &d) {
    double sweep = std::fmod(d.angle2 - d.angle1, 360.0);
    if (sweep <= 0) sweep += 360;
    const auto at = [&](double a) {
        return Vec2(d.cx + d.radius * std::cos(radians(a)), d.cy + d.radius * std::sin(radians(a)));
    };
    m_bag->pieces.push_back({at(d.angle1), at(d.angle1 + sweep), std::tan(radians(sweep) / 4), "ARC"});
}

void DxfCollector::addCircle(const DL_CircleData &d) {
    m_bag->loops.push_back(circle(Vec2(d.cx, d.cy), 2 * d.radius));
}

void DxfCollector::addEllipse(const DL_EllipseData &d) {
    double sweep = std::fmod(d.angle2 - d.angle1, 2 * std::numbers::pi);
    if (sweep <= 1e-9) sweep += 2 * std::numbers::pi;
    const Vec2 major(d.mx, d.my), minor = Vec2(-d.my, d.mx) * d.ratio;
    const int parts = std::max(16, static_cast<int>(std::ceil(sweep / 0.02)));
    std::vector<Vec2> points;
    for (int i = 0; i <= parts; ++i) {
        const double a = d.angle1 + sweep * i / parts;
        points.emplace_back(Vec2(d.cx, d.cy) + std::cos(a) * major + std::sin(a) * minor);
    }
    addRun(points, "ELLIPSE");
}

void DxfCollector::addRun(const std::vector<Vec2> &points, const char *entity) {
    if ((points.front() - points.back()).norm() < meets && points.size() > 3) {
        Loop loop;
        for (std::size_t i = 0; i + 1 < points.size(); ++i) loop.push_back({points[i], 0});
        m_bag->loops.push_back(std::move(loop));
        return;
    }
    for (std::size_t i = 0; i + 1 < points.size(); ++i)
        m_bag->pieces.push_back({points[i], points[i + 1], 0, entity});
}

void DxfCollector::addPolyline(const DL_PolylineData &d) {
    m_closed = (d.flags & 1) != 0;
    m_line.clear();
    m_open = true;
}

void DxfCollector::addVertex(const DL_VertexData &d) {
    if (m_open) m_line.push_back({Vec2(d.x, d.y), d.bulge});
}

void DxfCollector::addSpline(const DL_SplineData &d) {
    m_spline = true;
    m_degree = d.degree;
    m_knots.clear();
    m_controls.clear();
    if (d.nControl == 0) ++fittedSplines;
}

void DxfCollector::addControlPoint(const DL_ControlPointData &d) {
    const double w = d.w > 0 ? d.w : 1;
    m_controls.emplace_back(d.x * w, d.y * w, w);
}

void DxfCollector::addKnot(const DL_KnotData &d) {
    m_knots.push_back(d.k);
}

void DxfCollector::finishSpline() {
    m_spline = false;
    const std::size_t p = m_degree;
    if (p < 1 || m_controls.size() <= p || m_knots.size() != m_controls.size() + p + 1 ||
        !std::is_sorted(m_knots.begin(), m_knots.end())) {
        if (!m_controls.empty()) ++others["SPLINE"];
        return;
    }
    std::vector<Vec2> points;
    for (std::size_t span = p; span < m_controls.size(); ++span) {
        const double a = m_knots[span], b = m_knots[span + 1];
        if (!(b > a)) continue;
        for (int i = points.empty() ? 0 : 1; i <= perSpan; ++i)
            points.push_back(splineAt(m_controls, m_knots, m_degree,
                                      i == perSpan ? b - (b - a) * 1e-12 : a + (b - a) * i / perSpan));
    }
    if (points.size() > 1) addRun(points, "SPLINE");
}

void DxfCollector::finish() {
    if (m_spline) finishSpline();
    if (!m_open) return;
    m_open = false;
    if (m_line.size() < 2) return;
    const bool same = (m_line.front().at - m_line.back().at).norm() < meets;
    if (same && m_line.size() > 2) m_line.pop_back();
    if (m_closed || same) {
        m_bag->loops.push_back(m_line);
        return;
    }
    for (std::size_t i = 0; i + 1 < m_line.size(); ++i)
        m_bag->pieces.push_back({m_line[i].at, m_line[i + 1].at, m_line[i].bulge, "POLYLINE"});
}

}  // namespace hefty::outline
