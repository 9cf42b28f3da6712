#pragma once

#include <algorithm>
#include <cmath>
#include <random>

#include "core/outline/photo.h"

/// Made-up photographs: a sheet with a template on it, seen at a slant, with uneven light and noise.
namespace hefty::testing {

using outline::GrayPicture;
using outline::Loop;
using outline::Outline;
using outline::Sheet;
using outline::Vec2;

struct Camera {
    int width = 1440, height = 1080;
    double slant = 0.00035;  ///< of the perspective, per mm
    double turn = 0.06;      ///< rad
    double scale = 2.9;      ///< pixels in a mm, about
    double noise = 4;        ///< of 255
    double shade = 35;       ///< darker by this at the far corner
    unsigned seed = 1;
    bool upsideDown = false;
};

/// A closed line with the box around it.
struct Area {
    std::vector<Vec2> line;
    Vec2 low = Vec2::Constant(1e9), high = Vec2::Constant(-1e9);

    explicit Area(std::vector<Vec2> points) : line(std::move(points)) {
        for (const Vec2 &p : line) {
            low = low.cwiseMin(p);
            high = high.cwiseMax(p);
        }
    }
    [[nodiscard]] bool has(const Vec2 &p) const {
        if ((p.array() < low.array()).any() || (p.array() > high.array()).any()) return false;
        bool in = false;
        for (std::size_t i = 0, j = line.size() - 1; i < line.size(); j = i++) {
            const Vec2 &a = line[i], &b = line[j];
            if ((a.y() > p.y()) != (b.y() > p.y()) &&
                p.x() < (b.x() - a.x()) * (p.y() - a.y()) / (b.y() - a.y()) + a.x())
                in = !in;
        }
        return in;
    }
};

/// What lies at a place of the sheet: 0 black to 255 white.
class Scene {
  public:
    Scene(const Sheet &sheet, const Outline &shape, const Vec2 &at, double cardboard)
        : m_cardboard(cardboard) {
        for (const outline::SheetShape &s : outline::sheetShapes(sheet))
            m_marks.emplace_back(Area(outline::flattened(s.loop, 0.1)), s.black);
        if (!shape.empty()) m_outer.push_back(moved(shape.outer, at));
        for (const Loop &h : shape.holes) m_holes.push_back(moved(h, at));
        m_low = Vec2(-Sheet::mark * 1.2, -Sheet::mark * 1.2);
        m_high = Vec2(sheet.width, sheet.height) - m_low;
    }
    [[nodiscard]] double at(const Vec2 &p) const {
        if ((p.array() < m_low.array()).any() || (p.array() > m_high.array()).any()) return 120;  // the bench
        const auto covers = [&p](const Area &a) { return a.has(p); };
        if (std::any_of(m_outer.begin(), m_outer.end(), covers) &&
            std::none_of(m_holes.begin(), m_holes.end(), covers))
            return m_cardboard;
        double shade = 240;
        for (const auto &[area, black] : m_marks)
            if (area.has(p)) shade = black ? 20 : 240;
        return shade;
    }

  private:
    static Area moved(const Loop &loop, const Vec2 &by) {
        std::vector<Vec2> out = outline::flattened(loop, 0.05);
        for (Vec2 &p : out) p += by;
        return Area(std::move(out));
    }
    double m_cardboard;
    std::vector<std::pair<Area, bool>> m_marks;
    std::vector<Area> m_outer, m_holes;
    Vec2 m_low, m_high;
};

inline GrayPicture photograph(const Sheet &sheet, const Outline &shape, const Vec2 &at, const Camera &c,
                              double cardboard = 110) {
    const Scene scene(sheet, shape, at, cardboard);
    const Vec2 middle(sheet.width / 2, sheet.height / 2);
    std::mt19937 dice(c.seed);
    std::normal_distribution<double> noise(0, c.noise);
    GrayPicture out{c.width, c.height, {}};
    out.pixels.resize(static_cast<std::size_t>(c.width) * static_cast<std::size_t>(c.height));
    const double cs = std::cos(c.turn), sn = std::sin(c.turn);
    for (int y = 0; y < c.height; ++y)
        for (int x = 0; x < c.width; ++x) {
            double sum = 0;
            // Two by two rays a pixel.
            for (int s = 0; s < 4; ++s) {
                const double px = (x + (s % 2 - 0.5) / 2.0 - c.width / 2.0) / c.scale;
                const double py = -(y + (s / 2 - 0.5) / 2.0 - c.height / 2.0) / c.scale;
                const double w = 1 - c.slant * py - 0.4 * c.slant * px;
                Vec2 p(cs * px / w - sn * py / w, sn * px / w + cs * py / w);
                if (c.upsideDown) p = -p;
                sum += scene.at(middle + p) / 4;
            }
            const double light = 1 - c.shade / 255 * (x + y) / (c.width + c.height);
            out.pixels[static_cast<std::size_t>(y * c.width + x)] =
                static_cast<std::uint8_t>(std::clamp(sum * light + noise(dice), 0.0, 255.0));
        }
    return out;
}

/// A bracket with a round corner, a slanted edge and two holes.
inline Outline bracket() {
    Outline o;
    o.outer = {{Vec2(0, 0), 0},     {Vec2(200, 0), 0},  {Vec2(200, 70), std::tan(std::acos(-1.0) / 8)},
               {Vec2(150, 120), 0}, {Vec2(60, 120), 0}, {Vec2(0, 80), 0}};
    o.holes = {outline::circle(Vec2(40, 40), 22), outline::circle(Vec2(150, 45), 14)};
    return outline::tidied(o);
}

}  // namespace hefty::testing
