#include <algorithm>
#include <cmath>

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QToolTip>
#include <QWheelEvent>

#include "app/views/plan_view.h"
#include "app/window/quantity_edit.h"
#include "app/window/theme.h"

// The hands of a drawing: pointer, keys and the editor at a handle. plan_view.cpp draws it.

namespace hefty::app {

int PlanView::targetAt(const QPointF &place) const {
    int best = -1;
    double nearest = handReach;
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
