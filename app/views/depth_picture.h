#pragma once

#include <optional>
#include <span>
#include <vector>

#include <QImage>
#include <QPainter>

#include "core/shape/geometry.h"

class QKeyEvent;

namespace hefty::app {

using shape::Polygon3;
using shape::Vec3;

/// A parallel view in space: yaw about the upright, then pitch; x forward, y left, z up.
struct SpaceCamera {
    double yaw = -0.62, pitch = 0.42;
    double scale = 0.4;  ///< px a mm
    QPointF center;      ///< where the origin of the vehicle falls
    bool operator==(const SpaceCamera &) const = default;

    [[nodiscard]] Vec3 right() const;
    [[nodiscard]] Vec3 up() const;
    [[nodiscard]] Vec3 toViewer() const;
    [[nodiscard]] QPointF place(const Vec3 &p) const;
    /// A point of the line of sight through a place of the picture.
    [[nodiscard]] Vec3 pointAt(const QPointF &place) const;
    /// Along the line of sight, larger is nearer [mm].
    [[nodiscard]] double depth(const Vec3 &p) const { return p.dot(toViewer()); }
};

/// Turns a camera by the arrow keys and a zoom by plus and minus; with Shift by larger steps.
/// @return  true: the key was one of these
bool moveByKey(SpaceCamera &camera, double &zoom, const QKeyEvent &event);

/// A line of a picture in space. What of it lies behind a face is not drawn, or dashed where wanted.
struct SpaceLine {
    Vec3 from = Vec3::Zero(), to = Vec3::Zero();
    QColor color;
    double width = 1;  ///< px
    bool dashedWhereHidden = false;
    double nearer = 0;  ///< mm that it is taken nearer than it is, so that it lies on top of faces
};

/// How a face is filled, beside its color.
enum class Texture {
    Plain,
    Hatched,  ///< diagonally with the second color
    Dotted
};

/// A picture with a depth for every pixel: faces of any outline with openings, and lines that are seen or
/// hidden by them. It needs no graphics hardware, and prints.
class DepthPicture {
  public:
    /// @param size   in pixels of the screen
    /// @param ratio  pixels of the picture for one of the screen
    DepthPicture(const QSize &size, double ratio, const SpaceCamera &camera, const QColor &ground);

    /// Leaves out what lies on the side of a plane that its normal points to.
    void cutAway(const Vec3 &point, const Vec3 &normal);

    /// A flat face. @param contours  its outline, then its openings
    /// @param id  what pick() answers there; -1: nothing
    void face(std::span<const Polygon3> contours, const QColor &color, int id,
              Texture texture = Texture::Plain, const QColor &second = {});
    void line(const SpaceLine &line) { m_lines.push_back(line); }

    /// Paints faces, then lines, with the top left corner of the picture at a place.
    void paint(QPainter &painter, const QPointF &at = {});
    /// The id of the nearest face at a place; -1: none.
    [[nodiscard]] int pick(const QPointF &place) const;
    /// True if a point is not behind a face. @param nearer  as of a SpaceLine
    [[nodiscard]] bool sees(const Vec3 &p, double nearer = 0) const;

  private:
    struct Spot {
        double x = 0, y = 0, depth = 0;
    };
    [[nodiscard]] Spot spotOf(const Vec3 &p) const;
    [[nodiscard]] bool isSeen(const Spot &s, double nearer) const;
    void paintLine(QPainter &painter, const SpaceLine &line) const;
    /// The part of a line that is not cut away; nothing if none is left.
    [[nodiscard]] std::optional<std::pair<Vec3, Vec3>> kept(const Vec3 &from, const Vec3 &to) const;

    SpaceCamera m_camera;
    double m_ratio;
    Vec3 m_right, m_up, m_viewer;
    QImage m_image;
    std::vector<float> m_depths;
    std::vector<int> m_ids;
    std::vector<SpaceLine> m_lines;
    std::optional<std::pair<Vec3, Vec3>> m_cut;  ///< point, normal
};

}  // namespace hefty::app
