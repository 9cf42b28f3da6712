#include "app/stops/layout/place_picker.h"

#include <QApplication>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "app/views/drawing_marks.h"
#include "app/window/theme.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

using Field = BuildField::Kind;

}  // namespace

PlacePicker::PlacePicker(Session *session, BuildBox *box, const std::vector<PlanView *> &views,
                         SpaceView *space)
    : QObject(box), m_session(session), m_box(box) {
    for (PlanView *view : views) add(view);
    add(space);
    m_soon.setSingleShot(true);
    m_soon.setInterval(40);
    connect(&m_soon, &QTimer::timeout, this, &PlacePicker::tryOut);
    connect(box, &BuildBox::pickChanged, this, &PlacePicker::startPicking);
    connect(box, &BuildBox::changed, &m_soon, qOverload<>(&QTimer::start));
    connect(session, &Session::jobChanged, this, [this] { m_armed = false; });
    connect(session, &Session::appraisalChanged, this, [this] {
        if (!active()) return;
        startPicking();
        m_soon.start();
    });
}

void PlacePicker::add(PlanView *view) {
    watch(view,
          {view,
           [view](const QPointF &at) {
               return armor::Sight{view->pointAt(at), sightOf(view->side()), handReach / view->scale()};
           },
           [view](const Vec3 &p) { return view->toScreen(p); }, [view] { return sightOf(view->side()); },
           [view](bool on) { view->setCursor(on ? Qt::CrossCursor : Qt::ArrowCursor); }});
}

void PlacePicker::add(SpaceView *view) {
    watch(view,
          {view,
           [view](const QPointF &at) {
               const SpaceCamera &camera = view->camera();
               return armor::Sight{camera.pointAt(at), camera.toViewer(), handReach / camera.scale};
           },
           [view](const Vec3 &p) { return view->toScreen(p); }, [view] { return view->camera().toViewer(); },
           [view](bool on) { view->setPointing(on); }, true});
}

template <class View>
void PlacePicker::watch(View *view, PointedView pointed) {
    const PointedView &of = m_views.emplace_back(std::move(pointed));
    view->hovered = [this, &of](const QMouseEvent &event) { hover(of, event); };
    view->takes = [this, &of](const QMouseEvent &event) { return click(of, event); };
    view->drawOver = [this, &of](QPainter &painter) { drawOn(of, painter); };
    view->installEventFilter(this);
}

const armor::Assembly *PlacePicker::assembly() const {
    const job::PieceAppraisal *shown = m_session->chosen(*m_session->appraisal());
    return shown && shown->assembly ? &*shown->assembly : nullptr;
}

void PlacePicker::startPicking() {
    m_snaps.clear();
    if (!m_box->picking().isEmpty()) m_armed = false;
    m_text.clear();
    m_name.clear();
    m_at.reset();
    const auto appraisal = m_session->appraisal();
    const armor::Assembly *built = assembly();
    if (!m_box->picking().isEmpty() && built && appraisal->rig) {
        m_snaps = armor::snaps(*built, *appraisal->rig);
        const rig::RigGeometry &rig = *appraisal->rig;
        if (m_depth.isZero() && built->solids.empty())
            m_depth = Vec3(rig.frameEnd, 0, rig.hasFrame() ? rig.railCenter : rig.front.loadedRadius);
        else if (m_depth.isZero())
            m_depth = built->extent().center();
    }
    const bool crossed = !m_snaps.empty();
    if (crossed != m_crossed)
        for (const PointedView &view : m_views) view.setPointing(crossed);
    m_crossed = crossed;
    repaintAll();
}

bool PlacePicker::active() const {
    return !m_box->picking().isEmpty() || m_armed || m_box->isAncestorOf(QApplication::focusWidget());
}

void PlacePicker::repaintAll() {
    for (const PointedView &view : m_views) view.widget->update();
}

/// A place where nothing needs to be: as deep in the picture as the last one, along the axis of the vehicle
/// that is looked along most.
QString PlacePicker::spotAt(const armor::Sight &sight, Vec3 *place) const {
    int along = 0;
    sight.toViewer.cwiseAbs().maxCoeff(&along);
    const double way = (m_depth - sight.through)[along] / sight.toViewer[along];
    *place = sight.through + way * sight.toViewer;
    for (int i = 0; i < 3; ++i)
        if (i != along) (*place)[i] = std::round((*place)[i] / sight.step) * sight.step;
    return textOfNumbers({place->x(), place->y(), place->z()}, m_session->units());
}

QString PlacePicker::meaning(const PointedView &view, const QMouseEvent &event, std::optional<Vec3> *place,
                             QString *name) const {
    const armor::Assembly *built = assembly();
    const BuildField *field = m_box->spec().field(m_box->picking());
    if (!field || !built) return {};
    armor::Sight sight = view.sightAt(event.position());
    sight.step = m_session->units() == measure::UnitSystem::Inch ? 25.4 / 8 : 5;
    sight.ontoWall = field->kind == Field::Wall || event.modifiers().testFlag(Qt::ShiftModifier);
    if (view.inSpace) sight.seen = armor::wallSeen(*built, sight);
    if (field->kind == Field::OnPart) {
        const auto on = armor::placeOnPart(*built, m_box->textOf("part").toStdString(), sight);
        if (!on) return {};
        *place = sight.through;
        return textOfNumbers({on->x(), on->y()}, m_session->units());
    }
    if (field->kind == Field::Place || field->kind == Field::Wall)
        if (const auto snap = armor::snapTo(m_snaps, *built, sight)) {
            *place = snap->at;
            *name = worded(snap->name, m_session->units());
            return textOfPlace(snap->place, m_session->units());
        }
    Vec3 free = Vec3::Zero();
    const QString text = spotAt(sight, &free);
    *place = free;
    *name = text;
    return text;
}

void PlacePicker::hover(const PointedView &view, const QMouseEvent &event) {
    if (m_box->picking().isEmpty()) return;
    m_at.reset();
    m_name.clear();
    m_over = &view;
    m_text = meaning(view, event, &m_at, &m_name);
    if (!m_soon.isActive()) m_soon.start();
    repaintAll();
}

bool PlacePicker::click(const PointedView &view, const QMouseEvent &event) {
    if (m_box->picking().isEmpty()) return false;
    hover(view, event);
    if (m_text.isEmpty()) return true;
    const QString text = m_text;
    if (m_at) m_depth = *m_at;
    m_box->picked(text);
    m_armed = m_box->picking().isEmpty();
    return true;
}

void PlacePicker::tryOut() {
    m_trial = {};
    if (!active()) {
        m_box->tell({});
        return repaintAll();
    }
    const QString picking = m_box->picking();
    const auto operation =
        picking.isEmpty() || m_text.isEmpty() ? m_box->operation() : m_box->operation(picking, m_text);
    const armor::Piece *piece = m_session->piece();
    QStringList lines;
    if (!picking.isEmpty())
        if (const BuildField *f = m_box->spec().field(picking))
            lines << tr("Point at \"%1\" in a picture. Shift: on the wall that faces you. Esc leaves.")
                         .arg(f->label());
    if (m_armed) lines << tr("Enter builds it.");
    if (operation && piece && assembly()) {
        m_trial = job::tryOperation(m_session->job(), *m_session->appraisal(), piece->id, *operation,
                                    m_session->stock());
        const auto units = m_session->units();
        if (!m_trial.whyNot.empty()) lines << worded(m_trial.whyNot);
        for (const measure::Phrase &p : m_trial.seams) lines << worded(p, units);
        for (const measure::Phrase &p : m_trial.meets) lines << worded(p, units);
        if (m_trial.whyNot.empty() && m_trial.seams.empty() && m_trial.meets.empty() &&
            !m_trial.solids.empty())
            lines << tr("It touches nothing that it could be welded to.");
    }
    m_box->tell(lines.join('\n'));
    repaintAll();
}

void PlacePicker::drawGhost(const PointedView &view, QPainter &painter) const {
    const Vec3 sight = view.toViewer();
    QColor fill = m_trial.meets.empty() ? colors().yellow : colors().bad;
    fill.setAlpha(50);
    painter.setBrush(fill);
    painter.setPen(QPen(m_trial.meets.empty() ? colors().yellowEdge : colors().bad, 1.5, Qt::DashLine));
    for (const armor::Solid &s : m_trial.solids)
        for (const armor::Solid::Face &f : s.faces) {
            if (f.smooth || shape::newellNormal(f.corners).dot(sight) <= 1e-6) continue;
            QPolygonF outline;
            for (const Vec3 &c : f.corners) outline << view.toScreen(c);
            painter.drawPolygon(outline);
        }
}

void PlacePicker::drawOn(const PointedView &view, QPainter &painter) const {
    painter.save();
    if (!m_box->isVisible()) return painter.restore();
    drawGhost(view, painter);
    if (!m_box->picking().isEmpty()) {
        painter.setPen(QPen(colors().yellowEdge, 1));
        painter.setBrush(colors().paper);
        for (const armor::Snap &s : m_snaps) painter.drawEllipse(view.toScreen(s.at), 3, 3);
        if (m_at) {
            const QPointF at = view.toScreen(*m_at);
            painter.setPen(QPen(colors().ink, 2));
            painter.setBrush(Qt::NoBrush);
            painter.drawEllipse(at, 8, 8);
            if (&view != m_over) return painter.restore();  // it is named where the pointer is
            const double wide = QFontMetricsF(painter.font()).horizontalAdvance(m_name);
            const double room = view.widget->width() - wide / 2 - 8;
            drawLabel(painter, {std::clamp(at.x(), std::min(wide / 2 + 8, room), room), at.y() - 22}, m_name,
                      colors().paper, colors().ink);
        }
    }
    painter.restore();
}

bool PlacePicker::eventFilter(QObject *watched, QEvent *event) {
    if (event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent *>(event)->key();
        if (key == Qt::Key_Escape && (m_armed || !m_box->picking().isEmpty())) {
            m_armed = false;
            m_box->pick({});
            m_soon.start();
            return true;
        }
        if ((key == Qt::Key_Return || key == Qt::Key_Enter) && m_armed) {
            m_armed = false;
            m_box->make();
            return true;
        }
    }
    if (event->type() == QEvent::Leave && !m_box->picking().isEmpty()) {
        m_at.reset();
        m_text.clear();
        repaintAll();
    }
    return QObject::eventFilter(watched, event);
}

}  // namespace hefty::app
