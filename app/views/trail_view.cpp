#include "app/views/trail_view.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <QMouseEvent>
#include <QPainter>

#include "app/views/drawing_marks.h"
#include "app/window/theme.h"
#include "app/window/worded.h"
#include "core/base/constants.h"

namespace hefty::app {
namespace {

using shape::Vec3;

constexpr double chartHeight = 92;
constexpr double struckNear = 60;  // mm along the way within which a strike is drawn as happening now

}  // namespace

TrailView::TrailView(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setFocusPolicy(Qt::NoFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    connect(session, &Session::unitsChanged, this, qOverload<>(&QWidget::update));
}

void TrailView::show(std::shared_ptr<const job::Drive> drive,
                     std::shared_ptr<const job::Appraisal> appraisal) {
    m_drive = std::move(drive);
    m_appraisal = std::move(appraisal);
    m_pose = m_drive ? std::clamp(m_pose, 0, static_cast<int>(m_drive->run.poses.size()) - 1) : 0;
    update();
}

void TrailView::setPose(int pose) {
    m_pose = pose;
    update();
}

QRectF TrailView::picture() const {
    return QRectF(rect()).adjusted(1, 1, -1, -chartHeight);
}

QRectF TrailView::chart() const {
    return QRectF(12, height() - chartHeight + 20, width() - 24, chartHeight - 28);
}

/// The picture follows the vehicle; forward is to the left, as in the other views.
QPointF TrailView::toScreen(const Vec3 &p) const {
    const clearance::RunPose &pose = m_drive->run.poses[static_cast<std::size_t>(m_pose)];
    const QRectF box = picture();
    const double shown = m_drive->vehicle.wheelbase + 2800;
    const double scale = box.width() / shown;
    const double middle = pose.x - m_drive->vehicle.wheelbase / 2;
    return {box.center().x() - (p.x() - middle) * scale,
            box.bottom() - 0.30 * box.height() - (p.z() - pose.z) * scale};
}

void TrailView::paintEvent(QPaintEvent *) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(rect(), colors().paper);
    painter.setFont(measureFont(10));
    if (m_drive && !m_drive->run.poses.empty()) {
        painter.save();
        painter.setClipRect(picture());
        drawWay(painter);
        drawBody(painter);
        drawWheels(painter);
        drawStrikes(painter);
        painter.restore();
        drawLoads(painter);
    } else {
        painter.setPen(colors().faint);
        painter.drawText(rect(), Qt::AlignCenter,
                         tr("Nothing to drive yet; what is missing stands at the right."));
    }
    painter.setPen(QPen(colors().rule, 1));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(rect().adjusted(0, 0, -1, -1));
}

void TrailView::drawWay(QPainter &p) const {
    const clearance::Terrain &t = m_drive->terrain;
    const auto line = [&](const std::vector<double> &heights) {
        constexpr double beyond = 12000;  // the ground goes on as it ends
        QPolygonF out;
        out << toScreen(Vec3(t.start - beyond, 0, heights.front()));
        for (std::size_t i = 0; i < heights.size(); ++i)
            out << toScreen(Vec3(t.start + t.step * static_cast<double>(i), 0, heights[i]));
        out << toScreen(Vec3(t.end() + beyond, 0, heights.back()));
        return out;
    };
    QPolygonF ground = line(t.left);
    if (t.right != t.left) {
        p.setPen(QPen(colors().faint, 1.2, Qt::DashLine));
        p.drawPolyline(line(t.right));
    }
    p.setPen(QPen(colors().ink, 2));
    p.drawPolyline(ground);
    ground << QPointF(ground.last().x(), height()) << QPointF(ground.first().x(), height());
    QColor earth = colors().faint;
    earth.setAlpha(60);
    p.setPen(Qt::NoPen);
    p.setBrush(QBrush(earth, Qt::BDiagPattern));
    p.drawPolygon(ground);
}

void TrailView::drawBody(QPainter &p) const {
    const clearance::RunPose &pose = m_drive->run.poses[static_cast<std::size_t>(m_pose)];
    const auto at = [&](const Vec3 &measured) { return toScreen(m_drive->placed(measured, pose)); };
    const rig::Vehicle &v = m_session->job().vehicle;
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(colors().blue, 1.2));
    for (const rig::Silhouette &s : v.silhouettes) {
        if (s.view != "side") continue;
        QPolygonF line;
        for (const rig::Vec2 &q : s.points) line << at(Vec3(q.x(), 0, q.y()));
        s.closed ? p.drawPolygon(line) : p.drawPolyline(line);
    }
    p.setPen(QPen(colors().blue, 1.6));
    for (const rig::OutlinePoint &o : v.outline) {
        const QPointF c = at(o.at);
        p.drawLine(c - QPointF(4, 4), c + QPointF(4, 4));
        p.drawLine(c - QPointF(4, -4), c + QPointF(4, -4));
    }
    if (!m_appraisal) return;
    for (const job::PieceAppraisal &piece : m_appraisal->pieces) {
        if (!piece.assembly) continue;
        for (const armor::Solid &s : piece.assembly->solids) {
            p.setPen(QPen(colors().ink, 0.8));
            p.setBrush(s.bought ? colors().paper : colors().rule);
            for (const armor::Solid::Face &face : s.faces) {
                QPolygonF polygon;
                for (const Vec3 &c : face.corners) polygon << at(c);
                p.drawPolygon(polygon);
            }
        }
    }
}

void TrailView::drawWheels(QPainter &p) const {
    const clearance::RunPose &pose = m_drive->run.poses[static_cast<std::size_t>(m_pose)];
    const clearance::RunVehicle &v = m_drive->vehicle;
    const double scale = toScreen(Vec3(0, 0, 0)).x() - toScreen(Vec3(1, 0, 0)).x();
    for (std::size_t i : {1U, 3U, 0U, 2U}) {  // the far side first
        const clearance::RunAxle &axle = i < 2 ? v.front : v.rear;
        const Vec3 hub(i < 2 ? 0.0 : -v.wheelbase, (i % 2 == 0 ? 1 : -1) * axle.tire.track / 2,
                       axle.tire.radius + pose.travel[i]);
        const bool lifted = !(pose.load[i] > 0);
        const QPointF c = toScreen(pose.placed(hub));
        const double r = axle.tire.radius * scale;
        p.setPen(QPen(lifted ? colors().bad : colors().ink, i % 2 == 0 ? 2 : 1,
                      i % 2 == 0 ? Qt::SolidLine : Qt::DashLine));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(c, r, r);
        p.drawEllipse(c, r * 0.35, r * 0.35);
    }
}

QString strikeName(const rig::Vehicle &vehicle, const std::string &id) {
    for (const rig::OutlinePoint &p : vehicle.outline)
        if (p.id == id) return worded(p.name);
    return QString::fromStdString(id);
}

void TrailView::drawStrikes(QPainter &p) const {
    const clearance::RunPose &pose = m_drive->run.poses[static_cast<std::size_t>(m_pose)];
    for (const clearance::Strike &s : m_drive->run.strikes) {
        const bool now = std::abs(s.at - pose.x) < struckNear;
        const QPointF place = toScreen(Vec3(s.ground.x(), 0, s.ground.y()));
        p.setPen(QPen(colors().bad, now ? 3 : 1.5));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(place, now ? 12 : 6, now ? 12 : 6);
        if (!now) continue;
        const QString text =
            QStringLiteral("%1 %2").arg(strikeName(m_session->job().vehicle, s.id),
                                        QString::fromStdString(measure::printQuantity(
                                            s.depth, measure::Quantity::Length, m_session->units())));
        drawLabel(p, place + QPointF(0, 26), text, colors().paper, colors().bad);
    }
}

void TrailView::drawLoads(QPainter &p) const {
    const auto &poses = m_drive->run.poses;
    const QRectF box = chart();
    double most = 1;
    for (const clearance::RunPose &pose : poses)
        for (const double load : pose.load) most = std::max(most, load);
    const double from = poses.front().x, to = poses.back().x;
    const auto at = [&](double x, double load) {
        return QPointF(box.right() - (x - from) / std::max(1.0, to - from) * box.width(),
                       box.bottom() - load / most * box.height());
    };
    p.setPen(QPen(colors().rule, 1));
    p.drawLine(box.bottomLeft(), box.bottomRight());
    const std::array<Qt::PenStyle, 4> styles{Qt::SolidLine, Qt::DashLine, Qt::SolidLine, Qt::DashLine};
    const std::array<QColor, 4> inks{colors().blue, colors().blue, colors().ink, colors().ink};
    for (std::size_t w = 0; w < 4; ++w) {
        QPolygonF line;
        for (std::size_t i = 0; i < poses.size(); i += 4) line << at(poses[i].x, poses[i].load[w]);
        p.setPen(QPen(inks[w], 1.2, styles[w]));
        p.drawPolyline(line);
    }
    for (const clearance::Strike &s : m_drive->run.strikes) {
        p.setPen(QPen(colors().bad, 2));
        p.drawLine(at(s.at, 0) + QPointF(0, 3), at(s.at, 0) - QPointF(0, 8));
    }
    const clearance::RunPose &pose = poses[static_cast<std::size_t>(m_pose)];
    p.setPen(QPen(colors().yellowEdge, 2));
    p.drawLine(at(pose.x, 0), at(pose.x, most));
    const auto word = [&](std::size_t w) {
        return pose.load[w] > 0 ? QString::fromStdString(measure::printQuantity(
                                      pose.load[w], measure::Quantity::Force, m_session->units()))
                                : tr("in the air");
    };
    const QString words = tr("front %1 | %2, rear %3 | %4").arg(word(0), word(1), word(2), word(3));
    p.setPen(colors().ink);
    p.drawText(QRectF(12, height() - chartHeight, width() - 24, 20), Qt::AlignLeft | Qt::AlignVCenter, words);
}

void TrailView::askAt(double screenX) {
    if (!m_drive) return;
    const QRectF box = chart();
    const double share = std::clamp((box.right() - screenX) / box.width(), 0.0, 1.0);
    emit poseAsked(static_cast<int>(share * static_cast<double>(m_drive->run.poses.size() - 1)));
}

void TrailView::mousePressEvent(QMouseEvent *event) {
    if (event->position().y() > height() - chartHeight) askAt(event->position().x());
}

void TrailView::mouseMoveEvent(QMouseEvent *event) {
    if ((event->buttons() & Qt::LeftButton) && event->position().y() > height() - chartHeight)
        askAt(event->position().x());
}

}  // namespace hefty::app
