#include "app/views/plan_view.h"

#include <algorithm>
#include <cmath>

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>
#include <QWheelEvent>

#include "app/views/scene_painter.h"
#include "app/window/quantity_edit.h"
#include "app/window/theme.h"

namespace hefty::app {
namespace {

constexpr double reach = 14;  // px: how near the pointer must be, gloves on

}  // namespace

PlanView::PlanView(Session *session, ViewSide side, QWidget *parent)
    : QWidget(parent), m_session(session), m_side(side) {
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    for (auto signal :
         {&Session::stale, &Session::appraisalChanged, &Session::unitsChanged, &Session::selectionChanged})
        connect(session, signal, this, &PlanView::refresh);
    // What shows only the vehicle follows the job itself; armor follows its appraisal.
    connect(session, &Session::jobChanged, this, [this] {
        if (!showArmor) refresh();
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
    drawKeptVehicle(painter);
    drawAll(painter);
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
    drawAll(painter);
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

/// The vehicle does not change while armor is dragged: it is painted once and kept.
void PlanView::drawKeptVehicle(QPainter &painter) {
    const Kept wanted{size(), m_scale, m_offset, look(), m_session->job().vehicle};
    if (m_kept != wanted || m_keptPicture.isNull()) {
        m_keptPicture = QPixmap(size() * devicePixelRatioF());
        m_keptPicture.setDevicePixelRatio(devicePixelRatioF());
        m_keptPicture.fill(colors().paper);
        QPainter on(&m_keptPicture);
        on.setRenderHint(QPainter::Antialiasing);
        drawVehicleLayer(on);
        m_kept = wanted;
    }
    painter.drawPixmap(0, 0, m_keptPicture);
}

void PlanView::drawAll(QPainter &painter) {
    const Projection view = projection();
    const auto appraisal = m_session->shownAppraisal();
    painter.setFont(measureFont(10));
    const rig::Vehicle &vehicle = m_session->job().vehicle;
    if (m_session->isWorking()) painter.setOpacity(0.75);  // being computed anew: dimmed, not blanked
    if (showArmor) {
        // The piece that is worked on stands before the others, which are only there for its neighborhood.
        const job::PieceAppraisal *chosen = m_session->chosen(*appraisal);
        const double opacity = painter.opacity();
        painter.setOpacity(0.3 * opacity);
        for (const job::PieceAppraisal &p : appraisal->pieces)
            if (p.assembly && &p != chosen) drawArmor(painter, view, *p.assembly, {}, true);
        painter.setOpacity(opacity);
        if (chosen && chosen->assembly)
            drawArmor(painter, view, *chosen->assembly, m_session->selected(), false, later);
    }
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

int PlanView::targetAt(const QPointF &place) const {
    int best = -1;
    double nearest = reach;
    for (std::size_t i = 0; i < m_targets.size(); ++i) {
        const QPointF d = toScreen(m_targets[i].at) - place;
        const double distance = std::hypot(d.x(), d.y());
        if (distance < nearest) {
            nearest = distance;
            best = static_cast<int>(i);
        }
    }
    return best;
}

void PlanView::mousePressEvent(QMouseEvent *event) {
    closeEditor(true);
    if (event->button() != Qt::LeftButton) return;
    if (takes && takes(*event)) return;
    if (whenSmall) return whenSmall();
    gatherTargets();
    const int hit = targetAt(event->position());
    if (hit >= 0) {
        m_drag = Drag{m_targets[static_cast<std::size_t>(hit)], event->position(), m_session->newGesture()};
        m_focused = m_drag->target.id;
    } else {
        if (clicked && clicked(event->position())) return;
        m_pan = event->position();
        if (showArmor) {
            const auto [piece, part] = partAt(event->position());
            if (!piece.isEmpty()) m_session->choosePiece(piece);
            m_session->select(part);
        }
    }
    update();
}

void PlanView::mouseMoveEvent(QMouseEvent *event) {
    if (m_drag) {
        const Vec3 moved = toWorld(event->position() - m_drag->from);
        const Vec3 seen =
            m_drag->target.direction - sightOf(m_side) * m_drag->target.direction.dot(sightOf(m_side));
        if (seen.squaredNorm() < 1e-12) return;
        const double change = moved.dot(seen) / seen.squaredNorm();
        const double step = m_drag->target.step;
        m_drag->target.set(std::round((m_drag->target.value + change) / step) * step, m_drag->gesture);
        return;
    }
    if (m_pan && (event->buttons() & Qt::LeftButton)) {
        m_offset += event->position() - *m_pan;
        m_pan = event->position();
        m_fitted = false;
        update();
        return;
    }
    if (hovered) hovered(*event);
    const int hit = targetAt(event->position());
    const QString over = hit >= 0 ? m_targets[static_cast<std::size_t>(hit)].id : QString();
    if (cursor().shape() != Qt::CrossCursor) setCursor(hit >= 0 ? Qt::SizeAllCursor : Qt::ArrowCursor);
    if (over != m_hovered) {
        m_hovered = over;
        update();
    }
}

bool PlanView::event(QEvent *event) {
    if (event->type() != QEvent::ToolTip || !hintAt) return QWidget::event(event);
    const auto *help = static_cast<QHelpEvent *>(event);
    const QString hint = hintAt(help->pos());
    if (hint.isEmpty())
        QToolTip::hideText();
    else
        QToolTip::showText(help->globalPos(), hint, this);
    return true;
}

void PlanView::mouseReleaseEvent(QMouseEvent *) {
    m_drag.reset();
    m_pan.reset();
    update();
}

void PlanView::mouseDoubleClickEvent(QMouseEvent *event) {
    const int hit = targetAt(event->position());
    m_drag.reset();
    if (hit >= 0) {
        openEditor(m_targets[static_cast<std::size_t>(hit)]);
        return;
    }
    m_fitted = true;
    fit();
}

void PlanView::wheelEvent(QWheelEvent *event) {
    const double factor = std::pow(1.0015, event->angleDelta().y());
    const double wanted = std::clamp(m_scale * factor, 0.02, 20.0);
    m_offset = event->position() + (m_offset - event->position()) * (wanted / m_scale);
    m_scale = wanted;
    m_fitted = false;
    update();
    event->accept();
}

void PlanView::nudge(const DragTarget &t, double steps) {
    double step = t.step;
    if (m_session->units() == measure::UnitSystem::Inch && (t.quantity == measure::Quantity::Length))
        step = 25.4 / 16;
    t.set(std::round((t.value + steps * step) / step) * step, 0);
}

void PlanView::keyPressEvent(QKeyEvent *event) {
    if (event->key() == Qt::Key_Escape && m_drag) {
        m_session->cancelGesture(m_drag->gesture);
        m_drag.reset();
        update();
        return;
    }
    gatherTargets();  // the job may be ahead of the last picture
    const auto it = std::find_if(m_targets.begin(), m_targets.end(),
                                 [this](const DragTarget &t) { return t.id == m_focused; });
    if (it == m_targets.end()) return QWidget::keyPressEvent(event);
    const DragTarget target = *it;
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) return openEditor(target);
    QPointF arrow;
    switch (event->key()) {
        case Qt::Key_Left:
            arrow = {-1, 0};
            break;
        case Qt::Key_Right:
            arrow = {1, 0};
            break;
        case Qt::Key_Up:
            arrow = {0, -1};
            break;
        case Qt::Key_Down:
            arrow = {0, 1};
            break;
        default:
            return QWidget::keyPressEvent(event);
    }
    const QPointF way = flatten(m_side, target.direction);
    double sign = QPointF::dotProduct(arrow, way);
    // A handle that moves across the arrow's direction still answers: up and right make more.
    if (std::abs(sign) < 0.2 * std::hypot(way.x(), way.y())) sign = arrow.x() - arrow.y();
    nudge(target, (sign > 0 ? 1 : -1) * (event->modifiers() & Qt::ShiftModifier ? 10 : 1));
}

bool PlanView::focusNextPrevChild(bool next) {
    gatherTargets();
    if (m_targets.empty()) return QWidget::focusNextPrevChild(next);
    const auto it = std::find_if(m_targets.begin(), m_targets.end(),
                                 [this](const DragTarget &t) { return t.id == m_focused; });
    const auto count = static_cast<int>(m_targets.size());
    int index = it == m_targets.end() ? (next ? -1 : count) : static_cast<int>(it - m_targets.begin());
    index += next ? 1 : -1;
    if (index < 0 || index >= count) {
        m_focused.clear();
        return QWidget::focusNextPrevChild(next);
    }
    m_focused = m_targets[static_cast<std::size_t>(index)].id;
    update();
    return true;
}

bool PlanView::eventFilter(QObject *watched, QEvent *event) {
    if (watched == m_editor &&
        (event->type() == QEvent::ShortcutOverride || event->type() == QEvent::KeyPress) &&
        static_cast<QKeyEvent *>(event)->key() == Qt::Key_Escape) {
        event->accept();
        if (event->type() == QEvent::KeyPress) closeEditor(false);
        return true;
    }
    return QWidget::eventFilter(watched, event);
}

/// The piece and the part of it whose face is nearest to the viewer at a place; empty if there is none.
std::pair<QString, QString> PlanView::partAt(const QPointF &place) const {
    std::pair<QString, QString> best;
    double nearest = -1e300;
    for (const job::PieceAppraisal &p : m_session->shownAppraisal()->pieces) {
        if (!p.assembly) continue;
        for (const armor::Solid &s : p.assembly->solids)
            for (const armor::Solid::Face &f : s.faces) {
                if (shape::newellNormal(f.corners).dot(sightOf(m_side)) <= 1e-6) continue;
                QPolygonF shape;
                double depth = 0;
                for (const Vec3 &c : f.corners) {
                    shape << toScreen(c);
                    depth += c.dot(sightOf(m_side)) / static_cast<double>(f.corners.size());
                }
                if (depth > nearest && shape.containsPoint(place, Qt::OddEvenFill)) {
                    nearest = depth;
                    best = {QString::fromStdString(p.id), QString::fromStdString(s.part)};
                }
            }
    }
    return best;
}

void PlanView::editTarget(const QString &id) {
    gatherTargets();
    for (const DragTarget &t : m_targets)
        if (t.id == id) {
            m_focused = id;
            const DragTarget copy = t;
            return openEditor(copy);
        }
}

void PlanView::openEditor(const DragTarget &target) {
    closeEditor(false);
    m_edited = target.id;
    m_editor = new QuantityEdit(m_session, target.quantity, this);
    m_editor->setObjectName("inPlaceEditor");
    m_editor->setAccessibleName(target.name);
    m_editor->setFont(measureFont(12));
    if (target.known)
        m_editor->setValue(target.value);
    else
        m_editor->setUnknown(target.name);
    const QPointF at = toScreen(target.at);
    m_editor->setGeometry(static_cast<int>(std::clamp(at.x() - 70, 4.0, std::max(4.0, width() - 150.0))),
                          static_cast<int>(std::clamp(at.y() - 50, 4.0, std::max(4.0, height() - 42.0))), 146,
                          38);
    m_editor->selectAll();
    m_editor->show();
    m_editor->setFocus();
    connect(m_editor, &QLineEdit::returnPressed, this, [this] { closeEditor(true); });
    m_editor->installEventFilter(this);
}

void PlanView::closeEditor(bool take) {
    if (!m_editor) return;
    std::function<void()> then;
    const auto it = std::find_if(m_targets.begin(), m_targets.end(),
                                 [this](const DragTarget &t) { return t.id == m_edited; });
    if (take && m_editor->isModified() && it != m_targets.end()) {
        const auto typed = m_editor->typed();
        if (!typed) return;  // the line itself marks it and says why
        then = [set = it->set, value = *typed] { set(value, 0); };
    }
    m_editor->deleteLater();
    m_editor = nullptr;
    setFocus();
    update();
    if (then) then();
}

}  // namespace hefty::app
