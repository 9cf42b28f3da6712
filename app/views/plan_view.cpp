#include "app/views/plan_view.h"

#include <algorithm>
#include <cmath>

#include <QPainter>

#include "app/views/scene_painter.h"
#include "app/window/quantity_edit.h"
#include "app/window/theme.h"
#include "app/window/when_seen.h"

namespace hefty::app {

PlanView::PlanView(Session *session, ViewSide side, QWidget *parent)
    : QWidget(parent), m_session(session), m_side(side) {
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    auto *seen = new WhenSeen(this, [this] { refresh(); });
    for (auto signal :
         {&Session::stale, &Session::appraisalChanged, &Session::unitsChanged, &Session::selectionChanged})
        connect(session, signal, seen, [this, seen] { whenSmall ? seen->askBeside() : seen->ask(); });
    // What shows only the vehicle follows the job itself; armor follows its appraisal.
    connect(session, &Session::jobChanged, this, [this, seen] {
        if (!showArmor) seen->ask();
    });
}

void PlanView::fitTo(const armor::Assembly *piece) {
    constexpr double margin = 60;  // mm
    if (!piece || piece->solids.empty()) return;
    const Eigen::AlignedBox3d box = piece->extent();
    setFit(box.min() - Vec3::Constant(margin), box.max() + Vec3::Constant(margin));
}

void PlanView::setFit(const Vec3 &low, const Vec3 &high) {
    m_fitLow = low;
    m_fitHigh = high;
    m_fitted = true;
    fit();
}

void PlanView::fit() {
    const QRectF world = QRectF(flatten(m_side, m_fitLow), flatten(m_side, m_fitHigh)).normalized();
    const QRectF paper = QRectF(rect()).adjusted(10, title.isEmpty() ? 10 : 30, -10, -10);
    if (paper.width() < 10 || paper.height() < 10 || world.isEmpty()) return;
    m_scale = std::min(paper.width() / world.width(), paper.height() / world.height());
    m_offset = paper.center() - world.center() * m_scale;
    update();
}

void PlanView::refresh() {
    gatherTargets();
    update();
}

void PlanView::gatherTargets() {
    if (whenSmall)
        m_targets.clear();
    else if (targets)
        m_targets = targets();
}

QPointF PlanView::toScreen(const Vec3 &p) const {
    return flatten(m_side, p) * m_scale + m_offset;
}

Vec3 PlanView::toWorld(const QPointF &d) const {
    return unflatten(m_side, d / m_scale);
}

std::optional<QPointF> PlanView::targetPlace(const QString &id) const {
    for (const DragTarget &t : targets ? targets() : m_targets)
        if (t.id == id) return toScreen(t.at);
    return std::nullopt;
}

void PlanView::focusTarget(const QString &id) {
    m_focused = id;
    setFocus();
    update();
}

void PlanView::markPlace(const std::optional<Vec3> &place) {
    m_place = place;
    update();
}

QString PlanView::valueText(const DragTarget &t) const {
    return QString::fromStdString(measure::printQuantity(t.value, t.quantity, m_session->units()));
}

void PlanView::resizeEvent(QResizeEvent *) {
    if (m_fitted) fit();
}

void PlanView::paintEvent(QPaintEvent *) {
    gatherTargets();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    drawKeptAround(painter);
    drawChosen(painter);
    drawMarks(painter);
    painter.setPen(QPen(hasFocus() ? colors().yellow : colors().rule, hasFocus() ? 2 : 1));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(rect().adjusted(0, 0, -1, -1));
}

void PlanView::paintInto(QPainter &painter, const QRectF &box) {
    const double scale = m_scale;
    const QPointF offset = m_offset;
    const QRectF world = QRectF(flatten(m_side, m_fitLow), flatten(m_side, m_fitHigh)).normalized();
    m_scale = std::min(box.width() / world.width(), box.height() / world.height());
    m_offset = box.center() - world.center() * m_scale;
    painter.save();
    painter.setClipRect(box);
    m_targets.clear();
    drawVehicleLayer(painter);
    drawAround(painter);
    drawChosen(painter);
    drawMarks(painter);
    painter.restore();
    m_scale = scale;
    m_offset = offset;
}

Projection PlanView::projection() const {
    return {[this](const Vec3 &p) { return toScreen(p); }, sightOf(m_side), m_scale};
}

void PlanView::drawVehicleLayer(QPainter &painter) {
    const Projection view = projection();
    const rig::Vehicle &vehicle = m_session->job().vehicle;
    if (std::abs(sightOf(m_side).z()) < 0.5) drawGround(painter, view, rect());
    drawVehicle(painter, view, vehicle);
    if (showKeepOuts) drawKeepOuts(painter, view, vehicle);
}

/// The pieces that are not worked on: neighborhood of the one that is.
std::vector<std::shared_ptr<const armor::Assembly>> PlanView::around() const {
    std::vector<std::shared_ptr<const armor::Assembly>> out;
    if (!showArmor) return out;
    const auto appraisal = m_session->shownAppraisal();
    const job::PieceAppraisal *chosen = m_session->chosen(*appraisal);
    for (const job::PieceAppraisal &p : appraisal->pieces)
        if (p.assembly && &p != chosen) out.push_back(p.assembly);
    return out;
}

void PlanView::drawAround(QPainter &painter) {
    painter.setOpacity(0.3);
    for (const auto &assembly : around()) drawArmor(painter, projection(), *assembly, {}, true);
    painter.setOpacity(1);
}

/// The vehicle and the other pieces do not change while one is dragged: they are painted once and kept.
void PlanView::drawKeptAround(QPainter &painter) {
    const Kept wanted{size(), m_scale, m_offset, look(), m_session->job().vehicle, around()};
    if (m_kept != wanted || m_keptPicture.isNull()) {
        m_keptPicture = QPixmap(size() * devicePixelRatioF());
        m_keptPicture.setDevicePixelRatio(devicePixelRatioF());
        m_keptPicture.fill(colors().paper);
        QPainter on(&m_keptPicture);
        on.setRenderHint(QPainter::Antialiasing);
        drawVehicleLayer(on);
        drawAround(on);
        m_kept = wanted;
    }
    painter.drawPixmap(0, 0, m_keptPicture);
}

void PlanView::drawChosen(QPainter &painter) {
    const auto appraisal = m_session->shownAppraisal();
    const job::PieceAppraisal *chosen = m_session->chosen(*appraisal);
    if (!showArmor || !chosen || !chosen->assembly) return;
    if (m_session->isWorking()) painter.setOpacity(0.75);  // being computed anew: dimmed, not blanked
    drawArmor(painter, projection(), *chosen->assembly, m_session->selected(), false, later);
    painter.setOpacity(1);
}

/// Angles, measures, handles and names, on top of what is drawn to scale.
void PlanView::drawMarks(QPainter &painter) {
    const Projection view = projection();
    const auto appraisal = m_session->shownAppraisal();
    painter.setFont(measureFont(10));
    const rig::Vehicle &vehicle = m_session->job().vehicle;
    if (m_session->isWorking()) painter.setOpacity(0.75);
    if (showAllAngles && appraisal->clearance && appraisal->stood) {
        drawStance(painter, view, *appraisal->stood);
        drawAngles(painter, view, *appraisal->clearance, *appraisal->stood);
    } else if (showTangents && m_side == ViewSide::Side && appraisal->clearance && appraisal->stood) {
        if (appraisal->stood->frontRise != 0 || appraisal->stood->rearRise != 0)
            drawStance(painter, view, *appraisal->stood);
        drawTangent(painter, view, appraisal->clearance->approach.wheelPath, *appraisal->stood,
                    tr("wheel path"), 420);
        drawTangent(painter, view, appraisal->clearance->approach.whole, *appraisal->stood, tr("approach"),
                    200);
    }
    painter.setOpacity(1);
    if (showOutline) drawOutlinePoints(painter, view, vehicle);
    if (showSurvey)
        drawSurvey(painter, view, vehicle.survey,
                   m_session->isWorking() || !appraisal->survey ? nullptr : &*appraisal->survey,
                   m_session->units());
    if (drawOver) drawOver(painter);
    drawTargets(painter);
    if (m_place) {
        painter.setPen(QPen(colors().bad, 2.5));
        painter.setBrush(Qt::NoBrush);
        painter.drawEllipse(toScreen(*m_place), 16, 16);
    }
    if (!title.isEmpty()) {
        painter.setFont(textFont(10, true));
        drawLabel(painter, {QFontMetricsF(painter.font()).horizontalAdvance(title) / 2 + 12, 16}, title,
                  colors().faint, colors().paper);
    }
}

namespace {

constexpr double targetHalf = 6, activeHalf = 8;  // of its square, pixels

QRectF square(const QPointF &at, double half) {
    return {at.x() - half, at.y() - half, 2 * half, 2 * half};
}

}  // namespace

/// Texts of dimensions keep off the squares and off each other; the one that is worked on has its own.
void PlanView::drawTargets(QPainter &painter) {
    painter.setFont(measureFont(10));
    const auto isActive = [this](const DragTarget &t) {
        return (t.id == m_focused && hasFocus()) || t.id == m_hovered ||
               (m_drag && m_drag->target.id == t.id);
    };
    std::vector<QRectF> taken;
    for (const DragTarget &t : m_targets) taken.push_back(square(toScreen(t.at), targetHalf));
    for (const DragTarget &t : m_targets)
        if (!isActive(t)) drawDimensionOf(painter, t, t.known ? colors().blue : colors().bad, &taken);
    for (const DragTarget &t : m_targets)
        if (!isActive(t)) drawSquare(painter, t, targetHalf);
    for (const DragTarget &t : m_targets)
        if (isActive(t)) drawActive(painter, t);
}

void PlanView::drawDimensionOf(QPainter &painter, const DragTarget &t, const QColor &ink,
                               std::vector<QRectF> *taken) {
    if (t.dimensionFrom)
        drawDimension(painter, toScreen(*t.dimensionFrom), toScreen(t.at), t.known ? valueText(t) : tr("?"),
                      ink, taken);
}

void PlanView::drawSquare(QPainter &painter, const DragTarget &t, double half) {
    painter.setPen(QPen(colors().yellowEdge, half > targetHalf ? 2 : 1.5));
    painter.setBrush(colors().yellow);
    painter.drawRect(square(toScreen(t.at), half));
}

void PlanView::drawActive(QPainter &painter, const DragTarget &t) {
    drawDimensionOf(painter, t, t.known ? colors().ink : colors().bad, nullptr);
    drawSquare(painter, t, activeHalf);
    const QPointF at = toScreen(t.at);
    const double left = at.x() < width() / 2.0 ? 1 : -1;
    const QString text = QStringLiteral("%1 %2").arg(t.name, t.known ? valueText(t) : tr("not measured"));
    const double wide = QFontMetricsF(painter.font()).horizontalAdvance(text);
    drawLabel(painter,
              {std::clamp(at.x() + left * (wide / 2 + 18), wide / 2 + 6,
                          std::max(wide / 2 + 6, width() - wide / 2 - 6)),
               at.y() - 20},
              text, colors().paper, colors().ink);
}

}  // namespace hefty::app
