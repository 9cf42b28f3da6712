#include "app/views/space_scene.h"

#include <array>
#include <cmath>
#include <map>
#include <numbers>

#include "app/window/theme.h"

namespace hefty::app {

SpaceBody bodyOf(armor::Solid solid) {
    SpaceBody out;
    out.edges = edgesOf(solid);
    out.solid = std::move(solid);
    return out;
}

namespace {

constexpr double sharp = 0.94;  // cosine between neighboring faces below which there is an edge

QColor shaded(const QColor &color, const Vec3 &normal, const SpaceCamera &camera) {
    const Vec3 light = (0.35 * camera.right() + 0.6 * camera.up() + 0.72 * camera.toViewer()).normalized();
    const double share = 0.72 + 0.28 * std::max(0.0, normal.dot(light));
    return QColor::fromRgbF(static_cast<float>(color.redF() * share),
                            static_cast<float>(color.greenF() * share),
                            static_cast<float>(color.blueF() * share));
}

QColor mixed(const QColor &a, const QColor &b, double share) {
    const auto mix = [share](float x, float y) { return static_cast<float>(x + (y - x) * share); };
    return QColor::fromRgbF(mix(a.redF(), b.redF()), mix(a.greenF(), b.greenF()), mix(a.blueF(), b.blueF()));
}

/// From one upright or level section to another: corners in order around, looking from the first to the
/// second.
armor::Solid prism(const Polygon3 &near, const Polygon3 &far) {
    armor::Solid out;
    const std::size_t n = near.size();
    for (std::size_t i = 0; i < n; ++i) {
        const std::size_t k = (i + 1) % n;
        out.faces.push_back({{near[i], near[k], far[k], far[i]}, {}, false, n > 8, {}});
    }
    out.faces.push_back({Polygon3(near.rbegin(), near.rend()), {}, false, false, {}});
    out.faces.push_back({far, {}, false, false, {}});
    // Outward whichever way around the corners were given.
    Vec3 middle = Vec3::Zero();
    for (std::size_t i = 0; i < n; ++i) middle += (near[i] + far[i]) / (2.0 * static_cast<double>(n));
    for (armor::Solid::Face &f : out.faces) {
        const Vec3 outward = f.corners.front() - middle;
        if (shape::newellNormal(f.corners).dot(outward) < 0) std::reverse(f.corners.begin(), f.corners.end());
    }
    return out;
}

/// @param half  of its section, across and up
SpaceBody boxAlong(const Vec3 &from, const Vec3 &to, const Vec3 &across, const Vec3 &up) {
    const auto ring = [&](const Vec3 &at) {
        return Polygon3{at - across - up, at + across - up, at + across + up, at - across + up};
    };
    return bodyOf(prism(ring(from), ring(to)));
}

SpaceBody tireAt(const Vec3 &center, double radius, double width) {
    constexpr int around = 40;
    Polygon3 near, far;
    for (int i = 0; i < around; ++i) {
        const double turn = 2 * std::numbers::pi * i / around;
        const Vec3 rim = center + Vec3(std::cos(turn), 0, std::sin(turn)) * radius;
        near.push_back(rim - Vec3(0, width / 2, 0));
        far.push_back(rim + Vec3(0, width / 2, 0));
    }
    return bodyOf(prism(near, far));
}

}  // namespace

bool BodyEdge::isDrawn(const Vec3 &toViewer) const {
    if (other.isZero() || one.dot(other) < sharp) return true;
    return (one.dot(toViewer) > 0) != (other.dot(toViewer) > 0);
}

std::vector<BodyEdge> edgesOf(const armor::Solid &solid) {
    using Key = std::array<long, 6>;
    std::map<Key, BodyEdge> edges;
    const auto round = [](double v) { return std::lround(v * 20); };  // to 0.05 mm
    const auto add = [&](const Polygon3 &rim, const Vec3 &normal) {
        for (std::size_t i = 0; i < rim.size(); ++i) {
            const Vec3 &a = rim[i], &b = rim[(i + 1) % rim.size()];
            Key forth{round(a.x()), round(a.y()), round(a.z()), round(b.x()), round(b.y()), round(b.z())};
            Key back{forth[3], forth[4], forth[5], forth[0], forth[1], forth[2]};
            if (forth == back) continue;
            BodyEdge &edge = edges[std::min(forth, back)];
            if (edge.one.isZero())
                edge = {a, b, normal, Vec3::Zero()};
            else
                edge.other = normal;
        }
    };
    for (const armor::Solid::Face &f : solid.faces) {
        const Vec3 normal = shape::newellNormal(f.corners).normalized();
        add(f.corners, normal);
        for (const Polygon3 &hole : f.holes) add(hole, normal);
    }
    std::vector<BodyEdge> out;
    out.reserve(edges.size());
    for (auto &[key, edge] : edges) out.push_back(edge);
    return out;
}

void drawBody(DepthPicture &picture, const SpaceCamera &camera, const SpaceBody &body, const BodyLook &look,
              int id) {
    const Vec3 viewer = camera.toViewer();
    if (!look.edgesAlone)
        for (const armor::Solid::Face &f : body.solid.faces) {
            const Vec3 normal = shape::newellNormal(f.corners).normalized();
            const bool away = normal.dot(viewer) <= 0;
            if (away && !look.bothSides) continue;
            std::vector<Polygon3> contours{f.corners};
            contours.insert(contours.end(), f.holes.begin(), f.holes.end());
            const QColor fill = shaded(look.fill, away ? Vec3(-normal) : normal, camera);
            picture.face(contours, away ? mixed(fill, look.ink, 0.25) : fill, id);
        }
    for (const BodyEdge &e : body.edges) {
        if (!e.isDrawn(viewer)) continue;
        const bool corner = e.other.isZero() || e.one.dot(e.other) < sharp;
        picture.line({e.from, e.to, look.ink, corner ? look.width : 0.8 * look.width,
                      look.dashedWhereHidden && corner, 0});
    }
}

std::vector<SpaceBody> vehicleBodies(const rig::RigGeometry &g) {
    std::vector<SpaceBody> out;
    if (g.hasFrame()) {
        const double rear = g.rearEnd.value_or(-g.wheelbase);
        const Vec3 across(0, g.railWidth / 2, 0), up(0, 0, g.railHeight / 2);
        const double middle =
            -g.wheelbase / 2;  // there the rails are taken to rise or fall to the other height
        for (const double side : {1.0, -1.0}) {
            const double y = side * g.railSpacing / 2;
            const Vec3 front(g.frameEnd, y, g.railCenter), bend(middle, y, g.railCenterAt(middle + 1)),
                back(rear, y, g.railCenterAt(rear));
            out.push_back(boxAlong(front, bend, across, up));
            out.push_back(boxAlong({middle, y, g.railCenterAt(middle - 1)}, back, across, up));
        }
        constexpr double width = 30;  // mm, as crossmembers are drawn: their size is not measured
        for (const double x : g.crossmembers)
            out.push_back(boxAlong({x, g.railSpacing / 2, g.railCenterAt(x)},
                                   {x, -g.railSpacing / 2, g.railCenterAt(x)}, Vec3(width, 0, 0), 0.7 * up));
    }
    for (const auto &[x, tire] : {std::pair{0.0, g.front}, {-g.wheelbase, g.rear}})
        if (tire.loadedRadius > 0)
            for (const double side : {1.0, -1.0})
                out.push_back(
                    tireAt({x, side * tire.track / 2, tire.loadedRadius}, tire.loadedRadius, tire.width));
    return out;
}

namespace {

void drawBox(DepthPicture &picture, const Vec3 &low, const Vec3 &high, const QColor &ink) {
    for (int axis = 0; axis < 3; ++axis)
        for (int corner = 0; corner < 4; ++corner) {
            Vec3 from = low;
            const int second = (axis + 1) % 3, third = (axis + 2) % 3;
            if (corner & 1) from[second] = high[second];
            if (corner & 2) from[third] = high[third];
            Vec3 to = from;
            to[axis] = high[axis];
            picture.line({from, to, ink, 0.8, false, 0});
        }
}

}  // namespace

void drawVehicleLines(DepthPicture &picture, const rig::Vehicle &vehicle, const QColor &ink) {
    for (const rig::Silhouette &s : vehicle.silhouettes) {
        const auto at = [&](std::size_t i) {
            const shape::Vec2 &p = s.points[i % s.points.size()];
            return s.view == "side" ? Vec3(p.x(), 0, p.y()) : Vec3(0, p.x(), p.y());
        };
        if (s.view != "side") continue;  // a front without its depth says nothing in space
        for (std::size_t i = 0; i + (s.closed ? 0 : 1) < s.points.size(); ++i)
            picture.line({at(i), at(i + 1), ink, 1, false, 0});
    }
    for (const rig::KeepOut &k : vehicle.keepOuts) drawBox(picture, k.low, k.high, ink);
}

void drawPanels(DepthPicture &picture, const rig::Vehicle &vehicle, const QColor &ink) {
    for (const rig::MovingThing &m : vehicle.moving) drawBox(picture, m.low, m.high, ink);
}

std::vector<SpaceBody> bodiesOf(const armor::Assembly &assembly) {
    std::vector<SpaceBody> out;
    for (const armor::Solid &s : assembly.solids) out.push_back(bodyOf(s));
    return out;
}

BodyLook lookOf(const armor::Assembly &assembly, const armor::Solid &solid, bool chosen, bool faint) {
    BodyLook look;
    look.fill = solid.bought ? colors().paper : (assembly.sheet(solid.part) ? colors().panel : colors().rule);
    look.ink = colors().ink;
    if (solid.bought) look.width = 0.8;
    if (chosen) {
        look.fill = colors().yellow;
        look.width = 1.8;
        look.dashedWhereHidden = true;
    }
    if (faint) {
        look.fill = mixed(look.fill, colors().paper, 0.6);
        look.ink = mixed(look.ink, colors().paper, 0.55);
        look.width = 0.8;
    }
    return look;
}

void drawSeams(DepthPicture &picture, const armor::Assembly &assembly, const std::set<std::string> &skipped) {
    for (const armor::WeldJoint &w : assembly.welds) {
        if (w.isFold() || skipped.contains(w.a) || skipped.contains(w.b)) continue;
        for (const armor::Contact &c : w.contacts)
            for (const armor::WeldLine &l : c.lines)
                picture.line({l.from, l.to, colors().yellowEdge, 3.2, false, w.leg});
    }
}

}  // namespace hefty::app
