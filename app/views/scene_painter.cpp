#include "app/views/scene_painter.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <set>

#include <QFontMetricsF>
#include <QPainterPath>

#include "app/window/theme.h"
#include "core/base/constants.h"

namespace hefty::app {
namespace {

QPen centerLine(const QColor &color) {
    QPen pen = cosmetic(color, 1);
    pen.setDashPattern({12, 4, 2, 4});
    return pen;
}

double valueOr(const rig::Vehicle &v, const char *id, double fallback) {
    return v.value(id).value_or(fallback);
}

/// From the coupling to the front of the frame.
void drawDrawbar(QPainter &p, const Projection &view, const rig::Vehicle &v, double toAxle) {
    const double height = valueOr(v, "couplingHeight", 450);
    const double half = valueOr(v, "track", 1500) / 2 - valueOr(v, "tireWidth", 200);
    const double ball = 25 * view.scale;
    p.drawEllipse(view.place({0, 0, height}), ball, ball);
    for (const double s : {1.0, -1.0}) {
        const Vec3 corner(-0.35 * toAxle, s * half, height), tail(-1.4 * toAxle, s * half, height);
        p.drawLine(view.place({-60, 0, height}), view.place(corner));
        p.drawLine(view.place(corner), view.place(tail));
        p.drawLine(view.place(corner), view.place({corner.x(), 0, height}));
        p.drawLine(view.place(tail), view.place({tail.x(), 0, height}));
    }
}

void drawTires(QPainter &p, const Projection &view, const rig::Vehicle &v) {
    const bool side = view.fromSide(), end = view.fromEnd();
    const double width = valueOr(v, "tireWidth", 250), track = valueOr(v, "track", 1500);
    const bool towed = v.kind == rig::VehicleKind::Trailer;
    const double wheelbase = valueOr(v, towed ? "couplingToAxle" : "wheelbase", 3000);
    p.setPen(cosmetic(colors().blue, 1.4));
    p.setBrush(Qt::NoBrush);
    const auto wheel = [&](double x, double radius) {
        if (side) {
            const QPointF c = view.place({x, 0, radius});
            p.drawEllipse(c, radius * view.scale, radius * view.scale);
            p.drawEllipse(c, 0.52 * radius * view.scale, 0.52 * radius * view.scale);
            p.setPen(centerLine(colors().blue));
            p.drawLine(view.place({x, 0, radius * 1.25}), view.place({x, 0, -radius * 0.12}));
            p.setPen(cosmetic(colors().blue, 1.4));
            return;
        }
        for (const double s : {1.0, -1.0}) {
            const double y = s * track / 2;
            if (end)
                p.drawRoundedRect(
                    QRectF(view.place({x, y - width / 2, 2 * radius}), view.place({x, y + width / 2, 0}))
                        .normalized(),
                    30 * view.scale, 30 * view.scale);
            else
                p.drawRect(QRectF(view.place({x - radius, y - width / 2, 0}),
                                  view.place({x + radius, y + width / 2, 0}))
                               .normalized());
        }
    };
    if (!towed && !view.fromBehind()) wheel(0, valueOr(v, "frontLoadedRadius", 380));
    if (towed || !end || view.fromBehind())
        wheel(-wheelbase, valueOr(v, towed ? "wheelLoadedRadius" : "rearLoadedRadius", 380));
    if (towed) drawDrawbar(p, view, v, wheelbase);
}

void drawRails(QPainter &p, const Projection &view, const rig::Vehicle &v) {
    const bool side = view.fromSide();
    const double end = valueOr(v, "frontFrameEnd", 600), spacing = valueOr(v, "railSpacing", 800);
    const double center = valueOr(v, "railCenter", 600), h = valueOr(v, "railHeight", 110),
                 w = valueOr(v, "railWidth", 70);
    const double back = -valueOr(v, "wheelbase", 3000) - valueOr(v, "rearFrameEnd", 900);
    std::vector<std::pair<double, double>> runs{{back, end}};
    if (v.kind == rig::VehicleKind::StubRails)
        runs = {{end - valueOr(v, "crossmember", 400), end},
                {back, back + valueOr(v, "rearCrossmember", 400)}};
    p.setBrush(Qt::NoBrush);
    for (const double s : {1.0, -1.0}) {
        const double y = s * spacing / 2;
        p.setPen(cosmetic(colors().blue, 1.2));
        for (const auto &[from, to] : runs) {
            Vec3 a, b;
            if (side) {
                a = {from, y, center - h / 2};
                b = {to, y, center + h / 2};
            } else if (view.fromEnd()) {
                a = {to, y - w / 2, center - h / 2};
                b = {to, y + w / 2, center + h / 2};
            } else {
                a = {from, y - w / 2, center};
                b = {to, y + w / 2, center};
            }
            p.drawRect(QRectF(view.place(a), view.place(b)).normalized());
        }
        if (!side && !view.fromEnd()) continue;
        if (side) {
            p.setPen(centerLine(colors().blue));
            p.drawLine(view.place({back, y, center}), view.place({end + 60, y, center}));
            for (const rig::FrameHole &hole : v.frontHoles) {
                p.setPen(cosmetic(colors().blue, 1));
                const double r = hole.diameter / 2 * view.scale;
                p.drawEllipse(view.place({end - hole.behindEnd, y, center + hole.aboveCenter}), r, r);
            }
            break;
        }
    }
    if (side || view.fromEnd()) return;
    // From above and below: the ladder's rungs that are known, and the axles' center lines.
    p.setPen(cosmetic(colors().blue, 1.2));
    const double first = end - valueOr(v, "crossmember", 200), inside = spacing / 2 - w / 2;
    p.drawRect(QRectF(view.place({first, -inside, 0}), view.place({first - 60, inside, 0})).normalized());
    p.drawRect(QRectF(view.place({back + 60, -inside, 0}), view.place({back, inside, 0})).normalized());
    const double half = valueOr(v, "track", 1500) / 2;
    p.setPen(centerLine(colors().blue));
    for (const double x : {0.0, -valueOr(v, "wheelbase", 3000)})
        p.drawLine(view.place({x, -half, 0}), view.place({x, half, 0}));
}

/// The silhouettes that are seen from here; from behind, the one from ahead does where there is no other.
bool isSeen(const rig::Silhouette &s, const Projection &view, const rig::Vehicle &v) {
    if (view.fromSide()) return s.view == "side";
    if (!view.fromEnd()) return s.view == "top";
    const bool rearDrawn = std::any_of(v.silhouettes.begin(), v.silhouettes.end(),
                                       [](const rig::Silhouette &l) { return l.view == "rear"; });
    return s.view == (view.fromBehind() && rearDrawn ? "rear" : "front");
}

Vec3 silhouettePoint(const rig::Silhouette &s, const rig::Vec2 &q) {
    if (s.view == "side") return {q.x(), 0, q.y()};
    if (s.view == "top") return {q.x(), q.y(), 0};
    return {0, q.x(), q.y()};
}

}  // namespace

void drawGround(QPainter &p, const Projection &view, const QRectF &box) {
    const double y = view.place(Vec3::Zero()).y();
    p.setPen(cosmetic(colors().ink, 1.6));
    p.drawLine(QPointF(box.left(), y), QPointF(box.right(), y));
    p.setPen(cosmetic(colors().rule, 1));
    for (double x = box.left(); x < box.right() + 12; x += 14)
        p.drawLine(QPointF(x, y), QPointF(x - 8, y + 8));
}

void drawVehicle(QPainter &p, const Projection &view, const rig::Vehicle &v) {
    QColor body = colors().blue;
    body.setAlpha(110);
    p.setPen(cosmetic(body, 1.2));
    p.setBrush(Qt::NoBrush);
    for (const rig::Silhouette &s : v.silhouettes) {
        if (!isSeen(s, view, v)) continue;
        QPolygonF line;
        for (const rig::Vec2 &q : s.points) line << view.place(silhouettePoint(s, q));
        if (s.closed)
            p.drawPolygon(line);
        else
            p.drawPolyline(line);
    }
    drawTires(p, view, v);
    if (v.hasFrame()) drawRails(p, view, v);
}

void drawKeepOuts(QPainter &p, const Projection &view, const rig::Vehicle &v) {
    // From an end what lies beyond the middle is behind the vehicle.
    const double middle =
        -valueOr(v, v.kind == rig::VehicleKind::Trailer ? "couplingToAxle" : "wheelbase", 3000) / 2;
    for (const rig::KeepOut &k : v.keepOuts) {
        const bool rear = (k.low.x() + k.high.x()) / 2 < middle;
        if (view.fromEnd() && rear != view.fromBehind()) continue;
        QPolygonF box;
        for (const double x : {k.low.x(), k.high.x()})
            for (const double y : {k.low.y(), k.high.y()})
                for (const double z : {k.low.z(), k.high.z()}) box << view.place({x, y, z});
        QColor ink = colors().faint;
        p.setPen(cosmetic(ink, 1, Qt::DashLine));
        ink.setAlpha(90);
        p.setBrush(QBrush(ink, Qt::DiagCrossPattern));
        p.drawRect(box.boundingRect());
    }
}

namespace {

/// The lines of the readings; where the survey is worked out, between the adjusted points.
void drawReadings(QPainter &p, const Projection &view, const rig::SurveyResult &result,
                  measure::UnitSystem units) {
    const auto &measures = result.net.net.measures;
    const auto &suspects = result.adjustment.suspects;
    for (std::size_t i = 0; i < measures.size(); ++i) {
        const survey::SurveyMeasure &m = measures[i];
        if (m.kind == survey::MeasureKind::Coordinate) continue;
        const bool suspect =
            std::find(suspects.begin(), suspects.end(), static_cast<int>(i)) != suspects.end();
        const QPointF a = view.place(result.adjustment.points[static_cast<std::size_t>(m.from)]),
                      b = view.place(result.adjustment.points[static_cast<std::size_t>(m.to)]);
        p.setPen(suspect ? cosmetic(colors().bad, 2.4)
                         : cosmetic(colors().faint, 1,
                                    m.kind == survey::MeasureKind::Level ? Qt::DotLine : Qt::SolidLine));
        p.drawLine(a, b);
        if (suspect)
            drawLabel(p, (a + b) / 2,
                      QString::fromStdString(measure::printQuantity(result.adjustment.measures[i].residual,
                                                                    measure::Quantity::DrilledLength, units)),
                      colors().bad, colors().paper);
    }
}

}  // namespace

void drawSurvey(QPainter &p, const Projection &view, const rig::SurveyBook &book,
                const rig::SurveyResult *result, measure::UnitSystem units) {
    if (result) drawReadings(p, view, *result, units);
    for (std::size_t i = 0; i < book.points.size(); ++i) {
        const bool adjusted = result && i < result->adjustment.points.size();
        const QPointF c = view.place(adjusted ? result->adjustment.points[i] : book.points[i].near);
        // A given coordinate makes a filled mark, one that is asked for an open one.
        const auto &fixed = book.points[i].fixed;
        p.setPen(cosmetic(colors().blue, 1.6));
        p.setBrush(fixed[0] || fixed[1] ? QBrush(colors().blue) : QBrush(colors().paper));
        const QPointF mark[3] = {c + QPointF(0, -7), c + QPointF(6, 4), c + QPointF(-6, 4)};
        p.drawPolygon(mark, 3);
    }
}

void drawOutlinePoints(QPainter &p, const Projection &view, const rig::Vehicle &v) {
    p.setPen(cosmetic(colors().blue, 1.6));
    for (const rig::OutlinePoint &o : v.outline)
        for (const double s : {1.0, -1.0}) {
            if (s < 0 && !o.mirrored) continue;
            const QPointF c = view.place({o.at.x(), s * o.at.y(), o.at.z()});
            p.drawLine(c + QPointF(-4, -4), c + QPointF(4, 4));
            p.drawLine(c + QPointF(-4, 4), c + QPointF(4, -4));
        }
}

namespace {

/// A face with its openings left out.
QPainterPath pathOf(const Projection &view, const armor::Solid::Face &face) {
    QPainterPath path;
    const auto add = [&](const shape::Polygon3 &ring) {
        QPolygonF points;
        for (const Vec3 &c : ring) points << view.place(c);
        path.addPolygon(points);
        path.closeSubpath();
    };
    add(face.corners);
    for (const shape::Polygon3 &hole : face.holes) add(hole);
    return path;
}

bool isSeen(const Projection &view, const armor::Solid::Face &face) {
    return shape::newellNormal(face.corners).dot(view.toViewer) > 1e-6;
}

/// A border around all curved faces of a part that are seen, along the edges that only one of them has. The
/// faces are painted over the inside of it.
void drawOutlineOf(QPainter &p, const Projection &view, const armor::Solid &solid) {
    using Edge = std::pair<QPointF, QPointF>;
    const auto before = [](const QPointF &a, const QPointF &b) {
        return std::pair(a.x(), a.y()) < std::pair(b.x(), b.y());
    };
    std::vector<Edge> edges;
    for (const armor::Solid::Face &f : solid.faces) {
        if (!f.smooth || !isSeen(view, f)) continue;
        for (std::size_t i = 0; i < f.corners.size(); ++i) {
            const QPointF a = view.place(f.corners[i]), b = view.place(f.corners[(i + 1) % f.corners.size()]);
            edges.push_back(before(a, b) ? Edge{a, b} : Edge{b, a});
        }
    }
    const auto sooner = [&before](const Edge &a, const Edge &b) {
        return before(a.first, b.first) || (!before(b.first, a.first) && before(a.second, b.second));
    };
    std::sort(edges.begin(), edges.end(), sooner);
    p.setPen(QPen(colors().ink, 3.6, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    for (auto first = edges.begin(); first != edges.end();) {
        const auto next = std::upper_bound(first, edges.end(), *first, sooner);
        if (next - first == 1) p.drawLine(first->first, first->second);
        first = next;
    }
}

/// How the faces of one part are painted.
struct FaceLook {
    QColor fill;
    bool isLater = false, isChosen = false, isBought = false;
};

void drawFace(QPainter &p, const QPainterPath &shape, const FaceLook &look, bool smooth, bool faint) {
    if (look.isLater) {
        if (smooth) return;
        p.setPen(cosmetic(colors().faint, 1, Qt::DotLine));
        p.setBrush(Qt::NoBrush);
        p.drawPath(shape);
        return;
    }
    // Along a curved wall there is no edge; a line of its own color closes the seams of the fill.
    p.setPen(smooth ? (faint ? QPen(Qt::NoPen) : cosmetic(look.fill, 1))
                    : cosmetic(colors().ink, look.isChosen ? 2.4 : 1.8));
    p.setBrush(look.fill);
    p.drawPath(shape);
    if (!look.isBought) return;
    p.setBrush(QBrush(colors().faint, Qt::Dense6Pattern));
    p.drawPath(shape);
}

}  // namespace

void drawArmor(QPainter &p, const Projection &view, const armor::Assembly &a, const QString &selected,
               bool faint, const std::set<std::string> &later) {
    struct Shown {
        double depth;
        std::size_t solid;
        const armor::Solid::Face *face;
    };
    std::vector<Shown> faces;
    std::vector<FaceLook> looks;
    for (const armor::Solid &s : a.solids) {
        const bool chosen = selected == QLatin1String(s.part);
        const QColor plain = s.bought ? colors().paper : (a.sheet(s.part) ? colors().panel : colors().rule);
        looks.push_back({chosen ? colors().yellow : plain, later.contains(s.part), chosen, s.bought});
        for (const armor::Solid::Face &f : s.faces) {
            if (!isSeen(view, f)) continue;
            double depth = 0;
            for (const Vec3 &c : f.corners)
                depth += c.dot(view.toViewer) / static_cast<double>(f.corners.size());
            faces.push_back({depth, looks.size() - 1, &f});
        }
    }
    std::sort(faces.begin(), faces.end(), [](const Shown &x, const Shown &y) { return x.depth < y.depth; });
    std::vector<bool> outlined(looks.size(), false);
    for (const Shown &s : faces) {
        const FaceLook &look = looks[s.solid];
        if (s.face->smooth && !faint && !look.isLater && !outlined[s.solid]) {
            drawOutlineOf(p, view, a.solids[s.solid]);
            outlined[s.solid] = true;
        }
        drawFace(p, pathOf(view, *s.face), look, s.face->smooth, faint);
    }
}

namespace {

/// Slopes of the two planes of a breakover angle through its point.
std::pair<double, double> breakoverSlopes(const clearance::LimitAngle &angle, const rig::Stood &s) {
    const Vec3 &at = angle.at;
    return {clearance::tangentSlope(-at.x(), at.z(), s.front.loadedRadius).value_or(0),
            clearance::tangentSlope(at.x() + s.wheelbase, at.z(), s.rear.loadedRadius).value_or(0)};
}

void drawRunnersUp(QPainter &p, const Projection &view, const clearance::RankedAngle &angle,
                   const rig::Stood &stood) {
    QColor ink = colors().blue;
    for (const clearance::LimitAngle &next : angle.next) {
        ink.setAlpha(ink.alpha() / 2 + 30);
        const QPointF at = view.place(stood.back(Vec3(next.at.x(), 0, next.at.z())));
        p.setPen(cosmetic(ink, 1.4));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(at, 5, 5);
    }
}

}  // namespace

void drawStance(QPainter &p, const Projection &view, const rig::Stood &s) {
    const auto at = [&](double x, double z) { return view.place(s.back(Vec3(x, 0, z))); };
    p.setPen(cosmetic(colors().blue, 1.2, Qt::DashDotLine));
    p.setBrush(Qt::NoBrush);
    p.drawLine(at(-s.wheelbase - 1500, 0), at(1500, 0));
    for (const auto &[x, tire] : {std::pair{0.0, s.front}, {-s.wheelbase, s.rear}}) {
        const double r = tire.loadedRadius * view.scale;
        p.drawEllipse(at(x, tire.loadedRadius), r, r);
    }
}

void drawAngles(QPainter &p, const Projection &view, const clearance::Clearance &c, const rig::Stood &s) {
    // However small the drawing is, one label stands above the ground and the other below.
    constexpr double above = 240, below = 25;  // mm, pixels along the lines
    constexpr QPointF beneath(50, 13);         // px
    drawTangent(p, view, c.approach.wheelPath, s, QStringLiteral("wheel path"), above);
    drawTangent(p, view, c.approach.whole, s, QStringLiteral("approach"), -below / view.scale);
    for (const clearance::RankedAngle *a : {&c.approach.whole, &c.breakover, &c.departure.whole})
        drawRunnersUp(p, view, *a, s);
    const auto at = [&](double x, double z) { return view.place(s.back(Vec3(x, 0, z))); };
    const auto label = [&](const clearance::LimitAngle &a, const char *name, const QPointF &place) {
        drawLabel(p, place,
                  QStringLiteral("%1 %2°").arg(QLatin1String(name)).arg(degrees(*a.angle), 0, 'f', 1),
                  colors().blue, colors().paper);
    };
    p.setPen(cosmetic(colors().blue, 1.4));
    if (c.breakover.angle) {
        const Vec3 &m = c.breakover.at;
        const auto [toFront, toRear] = breakoverSlopes(c.breakover, s);
        p.drawLine(at(m.x(), m.z()), at(0, m.z() + std::tan(toFront) * m.x()));
        p.drawLine(at(m.x(), m.z()), at(-s.wheelbase, m.z() - std::tan(toRear) * (m.x() + s.wheelbase)));
        label(c.breakover, "breakover", at(m.x(), m.z()) + QPointF(0, 22));
    }
    p.setPen(cosmetic(colors().blue, 1.4));
    if (const auto &d = c.departure.whole; d.angle) {
        const double foot = d.at.x() + d.at.z() / std::tan(*d.angle);
        p.drawLine(at(foot, 0), at(d.at.x() - 260 * std::cos(*d.angle), d.at.z() + 260 * std::sin(*d.angle)));
        label(d, "departure", at(foot, 0) + beneath);
    }
}

void drawTangent(QPainter &p, const Projection &inView, const clearance::LimitAngle &angle,
                 const rig::Stood &stood, const QString &label, double labelAt) {
    if (!angle.angle) return;
    Projection view = inView;
    view.place = [&](const Vec3 &at) { return inView.place(stood.back(at)); };
    const Vec3 along(std::cos(*angle.angle), 0, std::sin(*angle.angle));
    const Vec3 point(angle.at.x(), 0, angle.at.z());
    const Vec3 foot = point - along * (point.z() / std::max(1e-6, along.z()));
    p.setPen(cosmetic(colors().blue, 1.4));
    p.drawLine(view.place(foot), view.place(point + along * 260));
    p.setBrush(colors().blue);
    p.drawEllipse(view.place(point), 3.5, 3.5);
    const QString text = QStringLiteral("%1 %2°").arg(label).arg(degrees(*angle.angle), 0, 'f', 1);
    const double half = QFontMetricsF(p.font()).horizontalAdvance(text) / 2 + 8;
    drawLabel(p, view.place(foot + along * labelAt) - QPointF(half, 0), text, colors().blue, colors().paper);
}

}  // namespace hefty::app
