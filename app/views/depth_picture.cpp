#include "app/views/depth_picture.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include <QKeyEvent>

namespace hefty::app {

bool moveByKey(SpaceCamera &camera, double &zoom, const QKeyEvent &event) {
    constexpr double steepest = 1.5, least = 0.1, most = 20;
    const double step = event.modifiers() & Qt::ShiftModifier ? 0.35 : 0.06;
    switch (event.key()) {
        case Qt::Key_Left:
            camera.yaw += step;
            return true;
        case Qt::Key_Right:
            camera.yaw -= step;
            return true;
        case Qt::Key_Up:
            camera.pitch = std::min(steepest, camera.pitch + step);
            return true;
        case Qt::Key_Down:
            camera.pitch = std::max(-steepest, camera.pitch - step);
            return true;
        case Qt::Key_Plus:
            zoom = std::min(most, zoom * 1.15);
            return true;
        case Qt::Key_Minus:
            zoom = std::max(least, zoom / 1.15);
            return true;
        default:
            return false;
    }
}

Vec3 SpaceCamera::right() const {
    return {-std::sin(yaw), std::cos(yaw), 0};
}
Vec3 SpaceCamera::up() const {
    return {-std::cos(yaw) * std::sin(pitch), -std::sin(yaw) * std::sin(pitch), std::cos(pitch)};
}
Vec3 SpaceCamera::toViewer() const {
    return {std::cos(yaw) * std::cos(pitch), std::sin(yaw) * std::cos(pitch), std::sin(pitch)};
}
QPointF SpaceCamera::place(const Vec3 &p) const {
    return QPointF(p.dot(right()) * scale, -p.dot(up()) * scale) + center;
}

Vec3 SpaceCamera::pointAt(const QPointF &place) const {
    const QPointF from = (place - center) / scale;
    return from.x() * right() - from.y() * up();
}

DepthPicture::DepthPicture(const QSize &size, double ratio, const SpaceCamera &camera, const QColor &ground)
    : m_camera(camera),
      m_ratio(ratio),
      m_right(camera.right()),
      m_up(camera.up()),
      m_viewer(camera.toViewer()),
      m_image(size * ratio, QImage::Format_RGB32) {
    m_image.setDevicePixelRatio(ratio);
    m_image.fill(ground);
    const auto pixels =
        static_cast<std::size_t>(m_image.width()) * static_cast<std::size_t>(m_image.height());
    m_depths.assign(pixels, -std::numeric_limits<float>::infinity());
    m_ids.assign(pixels, -1);
}

void DepthPicture::cutAway(const Vec3 &point, const Vec3 &normal) {
    m_cut = {point, normal};
}

DepthPicture::Spot DepthPicture::spotOf(const Vec3 &p) const {
    return {(p.dot(m_right) * m_camera.scale + m_camera.center.x()) * m_ratio,
            (-p.dot(m_up) * m_camera.scale + m_camera.center.y()) * m_ratio, p.dot(m_viewer)};
}

namespace {

bool isSecond(Texture texture, int x, int y) {
    switch (texture) {
        case Texture::Hatched:
            return (x + y) % 8 < 3;
        case Texture::Dotted:
            return (x + 2 * (y % 4)) % 4 == 0 && y % 2 == 0;
        case Texture::Plain:
            return false;
    }
    return false;
}

}  // namespace

/// Row by row, between the crossings of its outlines with the middle of the row: whatever its shape. Depth
/// and the side of the cut are linear over the picture, as the view is parallel and the face flat.
void DepthPicture::face(std::span<const Polygon3> contours, const QColor &color, int id, Texture texture,
                        const QColor &second) {
    if (contours.empty() || contours.front().size() < 3) return;
    const Vec3 normal = shape::newellNormal(contours.front());
    const double facing = normal.dot(m_viewer);
    if (!(std::abs(facing) > 1e-4 * normal.norm()) || m_image.isNull()) return;
    const Spot first = spotOf(contours.front().front());
    const double px = m_camera.scale * m_ratio;
    const double slopeX = -normal.dot(m_right) / facing / px, slopeY = normal.dot(m_up) / facing / px;
    std::vector<std::vector<Spot>> rims;
    double low = 1e300, high = -1e300;
    for (const Polygon3 &contour : contours) {
        std::vector<Spot> &rim = rims.emplace_back();
        for (const Vec3 &p : contour) {
            rim.push_back(spotOf(p));
            low = std::min(low, rim.back().y);
            high = std::max(high, rim.back().y);
        }
    }
    double cutAtX = 0, cutAtY = 0,
           cutAt = -1;  // side = cutAt + cutAtX (x − x0) + cutAtY (y − y0); above 0: gone
    if (m_cut) {
        const auto &[point, away] = *m_cut;
        const double alongX = away.dot(m_right) / px + away.dot(m_viewer) * slopeX;
        const double alongY = -away.dot(m_up) / px + away.dot(m_viewer) * slopeY;
        cutAt = (contours.front().front() - point).dot(away);
        cutAtX = alongX;
        cutAtY = alongY;
    }
    const int top = std::max(0, static_cast<int>(std::ceil(low - 0.5)));
    const int bottom = std::min(m_image.height() - 1, static_cast<int>(std::floor(high - 0.5)));
    const QRgb ink = color.rgb(), other = second.rgb();
    const int every =
        std::max(1, static_cast<int>(std::lround(m_ratio)));  // pixels that one of the screen is
    std::vector<double> crossings;
    for (int row = top; row <= bottom; ++row) {
        const double y = row + 0.5;
        crossings.clear();
        for (const std::vector<Spot> &rim : rims)
            for (std::size_t i = 0; i < rim.size(); ++i) {
                const Spot &a = rim[i], &b = rim[(i + 1) % rim.size()];
                if ((a.y <= y) == (b.y <= y)) continue;
                crossings.push_back(a.x + (b.x - a.x) * (y - a.y) / (b.y - a.y));
            }
        std::sort(crossings.begin(), crossings.end());
        auto *pixels = reinterpret_cast<QRgb *>(m_image.scanLine(row));
        const std::size_t begin = static_cast<std::size_t>(row) * static_cast<std::size_t>(m_image.width());
        for (std::size_t c = 0; c + 1 < crossings.size(); c += 2) {
            const int left = std::max(0, static_cast<int>(std::ceil(crossings[c] - 0.5)));
            const int right =
                std::min(m_image.width() - 1, static_cast<int>(std::ceil(crossings[c + 1] - 0.5)) - 1);
            for (int x = left; x <= right; ++x) {
                const double dx = x + 0.5 - first.x, dy = y - first.y;
                if (m_cut && cutAt + cutAtX * dx + cutAtY * dy > 0) continue;
                const auto depth = static_cast<float>(first.depth + slopeX * dx + slopeY * dy);
                float &at = m_depths[begin + static_cast<std::size_t>(x)];
                if (depth <= at) continue;
                at = depth;
                m_ids[begin + static_cast<std::size_t>(x)] = id;
                pixels[x] = isSecond(texture, x / every, row / every) ? other : ink;
            }
        }
    }
}

bool DepthPicture::isSeen(const Spot &s, double nearer) const {
    const int x = static_cast<int>(std::floor(s.x)), y = static_cast<int>(std::floor(s.y));
    if (x < 0 || y < 0 || x >= m_image.width() || y >= m_image.height()) return true;
    // A pixel is as wide as this, and a face may fall away steeply over it.
    const double pixel = 1 / (m_camera.scale * m_ratio);
    const auto index =
        static_cast<std::size_t>(y) * static_cast<std::size_t>(m_image.width()) + static_cast<std::size_t>(x);
    return s.depth + nearer + 2.5 * pixel + 0.5 >= m_depths[index];
}

bool DepthPicture::sees(const Vec3 &p, double nearer) const {
    return isSeen(spotOf(p), nearer);
}

std::optional<std::pair<Vec3, Vec3>> DepthPicture::kept(const Vec3 &from, const Vec3 &to) const {
    if (!m_cut) return std::pair{from, to};
    const auto &[point, away] = *m_cut;
    const double a = (from - point).dot(away), b = (to - point).dot(away);
    if (a > 0 && b > 0) return std::nullopt;
    if (a <= 0 && b <= 0) return std::pair{from, to};
    const Vec3 at = from + (to - from) * (a / (a - b));
    return a > 0 ? std::pair{at, to} : std::pair{from, at};
}

/// In runs that are seen and runs that are not, looked at every pixel and a half.
void DepthPicture::paintLine(QPainter &painter, const SpaceLine &line) const {
    const auto ends = kept(line.from, line.to);
    if (!ends) return;
    const Spot a = spotOf(ends->first), b = spotOf(ends->second);
    const double length = std::hypot(b.x - a.x, b.y - a.y);
    constexpr double every = 1.5;  // px
    const int steps = std::clamp(static_cast<int>(std::ceil(length / every)), 1, 4000);
    const auto at = [&](int i) {
        const double t = static_cast<double>(i) / steps;
        return Spot{a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t, a.depth + (b.depth - a.depth) * t};
    };
    const auto onScreen = [this](const Spot &s) { return QPointF(s.x / m_ratio, s.y / m_ratio); };
    int from = 0;
    bool seen = isSeen(at(0), line.nearer);
    const QPen whereSeen(line.color, line.width, Qt::SolidLine, Qt::RoundCap);
    const auto draw = [&](int to) {
        if (!seen && !line.dashedWhereHidden) return;
        const QPen pen = seen ? whereSeen : QPen(line.color, 0.8, Qt::DashLine, Qt::FlatCap);
        if (painter.pen() != pen) painter.setPen(pen);  // the painter works a new one out each time
        painter.drawLine(onScreen(at(from)), onScreen(at(to)));
    };
    for (int i = 1; i <= steps; ++i) {
        if (isSeen(at(i), line.nearer) == seen) continue;
        draw(i);
        from = i;
        seen = !seen;
    }
    draw(steps);
}

void DepthPicture::paint(QPainter &painter, const QPointF &at) {
    painter.drawImage(at, m_image);
    painter.save();
    painter.translate(at);
    painter.setRenderHint(QPainter::Antialiasing);
    for (const SpaceLine &l : m_lines) paintLine(painter, l);
    painter.restore();
}

int DepthPicture::pick(const QPointF &place) const {
    const int x = static_cast<int>(std::floor(place.x() * m_ratio)),
              y = static_cast<int>(std::floor(place.y() * m_ratio));
    if (x < 0 || y < 0 || x >= m_image.width() || y >= m_image.height()) return -1;
    return m_ids[static_cast<std::size_t>(y) * static_cast<std::size_t>(m_image.width()) +
                 static_cast<std::size_t>(x)];
}

}  // namespace hefty::app
