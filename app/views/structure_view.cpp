#include "app/views/structure_view.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <utility>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QWheelEvent>

#include "app/views/drawing_marks.h"
#include "app/window/theme.h"
#include "app/window/worded.h"

namespace hefty::app {

StructureView::StructureView(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("structureView");
    setAccessibleName(tr("Structure, tinted by how hard it works"));
    setFocusPolicy(Qt::StrongFocus);
    for (auto signal : {&Session::appraisalChanged, &Session::selectionChanged, &Session::stale})
        connect(session, signal, this, qOverload<>(&QWidget::update));
}

void StructureView::setLoadCase(int loadCase) {
    m_case = loadCase;
    update();
}

void StructureView::setExaggeration(double factor) {
    m_exaggeration = factor;
    update();
}

void StructureView::markPlace(const std::optional<Vec3> &place) {
    m_place = place;
    update();
}

const job::PieceAppraisal *StructureView::shown() const {
    const auto appraisal = m_session->shownAppraisal();
    return m_session->chosen(*appraisal);
}

void StructureView::setCollapse(int collapse) {
    m_collapse = collapse;
    update();
}

namespace {

constexpr double discRadius = 9;  // px

/// The place for a disc that is nearest to a hinge and covers none of the others.
QPointF clearOf(const std::vector<QPointF> &discs, const QPointF &hinge) {
    constexpr int directions = 12, rings = 6;
    const auto isFree = [&](const QPointF &at) {
        return std::all_of(discs.begin(), discs.end(), [&](const QPointF &d) {
            return std::hypot(d.x() - at.x(), d.y() - at.y()) > 2 * discRadius + 2;
        });
    };
    if (isFree(hinge)) return hinge;
    for (int ring = 1; ring <= rings; ++ring)
        for (int i = 0; i < directions; ++i) {
            // Upward first, then to either side in turn.
            const double turn = (i + 1) / 2 * (i % 2 == 0 ? 1 : -1) * 2 * std::numbers::pi / directions;
            const double away = ring * 1.3 * 2 * discRadius;
            const QPointF at = hinge + QPointF(away * std::sin(turn), -away * std::cos(turn));
            if (isFree(at)) return at;
        }
    return hinge;
}

}  // namespace

/// The hinges with their order, and at which push each formed.
void StructureView::drawHinges(QPainter &p, const QRectF &box, const proof::Proof &proof) const {
    const proof::Collapse *c = collapse(proof);
    if (!c) return;
    const auto force = [this](double n) {
        return QString::fromStdString(
            measure::printQuantity(n, measure::Quantity::Force, m_session->units()));
    };
    // The box above cuts a long name off.
    QStringList lines{worded(c->title), (c->folds ? tr("Folds at %1; hinges in their order:")
                                                  : tr("Bends on at %1; hinges in their order:"))
                                            .arg(force(c->load))};
    // The first ones tell the story; they stand on top of those that follow.
    constexpr std::size_t most = 8;
    const std::size_t shown = std::min(most, c->hinges.size());
    const job::PieceAppraisal *piece = m_session->chosen(*m_session->shownAppraisal());
    for (std::size_t i = 0; i < shown; ++i) {
        const std::string &part = c->hinges[i].part;
        const std::string name = piece && piece->proved ? piece->proved->labelOf(part) : part;
        lines << tr("%1  %2, %3").arg(i + 1).arg(QString::fromStdString(name), force(c->hinges[i].load));
    }
    std::vector<QPointF> places, discs;
    for (const proof::FoldHinge &h : c->hinges) {
        const mechanics::FrameBeam &b = proof.pushOver->model.model.beams[static_cast<std::size_t>(h.beam)];
        places.push_back(toScreen(moved(proof, h.atTo ? b.to : b.from, h.at)));
        if (discs.size() < shown) discs.push_back(clearOf(discs, places.back()));
    }
    for (std::size_t i = c->hinges.size(); i-- > 0;) {
        const proof::FoldHinge &h = c->hinges[i];
        p.setPen(QPen(colors().ink, 1.4));
        p.setBrush(h.vehicle ? colors().bad : colors().yellow);
        p.drawEllipse(places[i], 3, 3);
        if (i >= shown) continue;
        p.drawLine(places[i], discs[i]);
        p.drawEllipse(discs[i], discRadius, discRadius);
        p.setFont(measureFont(9, true));
        p.setPen(h.vehicle ? Qt::white : Qt::black);
        p.drawText(QRectF(discs[i].x() - 9, discs[i].y() - 9, 18, 18), Qt::AlignCenter,
                   QString::number(i + 1));
    }
    p.setFont(textFont(10));
    p.setPen(colors().ink);
    p.drawText(box.adjusted(10, 24, -10, 0), Qt::AlignLeft | Qt::AlignTop, lines.join('\n'));
    const QPointF tip = toScreen(c->at), tail = toScreen(c->at - c->direction * (90 / m_camera.scale));
    drawArrow(p, tail, tip, colors().blue, 3);
}

void StructureView::drawRails(DepthPicture &picture) const {
    const auto appraisal = m_session->shownAppraisal();
    if (!appraisal->rig) return;
    const rig::RigGeometry &g = *appraisal->rig;
    for (const double side : {1.0, -1.0})
        for (const double dy : {-0.5, 0.5})
            for (const double dz : {-0.5, 0.5}) {
                const double y = side * g.railSpacing / 2 + dy * g.railWidth,
                             z = g.railCenter + dz * g.railHeight;
                picture.line(
                    {{g.frameEnd - g.crossmember - 160, y, z}, {g.frameEnd, y, z}, colors().blue, 1.2});
            }
}

namespace {

/// The tip of an arrow drawn back until it lies within a picture; one that has hardly any length then stays.
QPointF within(const QRectF &box, const QPointF &tail, const QPointF &tip) {
    constexpr double margin = 12, least = 24;  // px
    const QRectF inner = box.adjusted(margin, margin, -margin, -margin);
    const QPointF run = tip - tail;
    double share = 1;
    const auto keep = [&share](double from, double step, double low, double high) {
        if (from + step > high && step > 0) share = std::min(share, (high - from) / step);
        if (from + step < low && step < 0) share = std::min(share, (low - from) / step);
    };
    keep(tail.x(), run.x(), inner.left(), inner.right());
    keep(tail.y(), run.y(), inner.top(), inner.bottom());
    const double length = std::hypot(run.x(), run.y());
    return share * length < least ? tip : tail + run * share;
}

}  // namespace

void StructureView::drawLoads(QPainter &p, const QRectF &box, const proof::Proof &proof) const {
    if (m_case < 0 || m_case >= static_cast<int>(proof.duties.cases.size())) return;
    const auto &arrows = proof.duties.cases[static_cast<std::size_t>(m_case)].arrows;
    double most = 1;
    for (const proof::LoadArrow &a : arrows) most = std::max(most, a.force.norm());
    p.setFont(measureFont(10, true));
    for (const proof::LoadArrow &a : arrows) {
        const double length = (60 + 90 * a.force.norm() / most) / m_camera.scale;
        const QPointF tail = toScreen(a.at);
        const QPointF tip = within(box, tail, toScreen(a.at + a.force.normalized() * length));
        drawArrow(p, tail, tip, colors().blue, 3);
        const QString load = QString::fromStdString(
            measure::printQuantity(a.force.norm(), measure::Quantity::Force, m_session->units()));
        // Past the tip, so that it does not cover it, and whole within the picture too.
        const double half = p.fontMetrics().horizontalAdvance(load) / 2.0 + 8;
        const QPointF at = tip + QPointF(0, tip.y() < tail.y() ? -16 : 16);
        drawLabel(p,
                  {std::max(std::min(at.x(), box.right() - half), box.left() + half),
                   std::max(std::min(at.y(), box.bottom() - 14), box.top() + 14)},
                  load, colors().blue, colors().paper);
    }
}

void StructureView::drawLegend(QPainter &p, const QRectF &box) const {
    p.setFont(measureFont(9));
    const double width = 34, height = 14;
    double x = box.right() - 8 * width - 6;
    const double y = box.bottom() - 40;
    for (const auto &[use, label] : {std::pair{0.1, "0.1"},
                                     {0.25, ".25"},
                                     {0.5, ".50"},
                                     {0.75, ".75"},
                                     {0.9, ".90"},
                                     {1.0, "1.0"},
                                     {1.2, "over"}}) {
        const QRectF cell(x, y, width, height);
        fillTemper(p, QPolygonF(cell), use);
        p.setPen(colors().ink);
        p.setBrush(Qt::NoBrush);
        p.drawRect(cell);
        p.drawText(QRectF(x - 8, y + height, width + 16, 16), Qt::AlignCenter, QLatin1String(label));
        x += width;
    }
    p.drawText(QRectF(box.right() - 8 * width - 6, y - 18, 8 * width, 16), Qt::AlignLeft | Qt::AlignVCenter,
               tr("of what it may carry"));
}

void StructureView::drawPatch(DepthPicture &picture, const Patch &patch) {
    const QColor edge = patch.selected ? colors().yellow : colors().ink;
    if (patch.line > 0) {
        if (patch.tinted)
            picture.line(
                {patch.corners[0], patch.corners[1], colors().ink, patch.line + 1.2, false, patch.nearer});
        picture.line({patch.corners[0], patch.corners[1], patch.tinted ? temper(patch.use) : edge, patch.line,
                      false, patch.nearer + 0.1});
        return;
    }
    const std::array<Polygon3, 1> contour{patch.corners};
    if (!patch.tinted)
        picture.face(contour, colors().paper, -1, Texture::Dotted, colors().faint);
    else if (patch.use > 1)
        picture.face(contour, temper(patch.use), -1, Texture::Hatched, colors().paper);
    else
        picture.face(contour, temper(patch.use), -1);
    if (!patch.edged) return;
    for (std::size_t i = 0; i < patch.corners.size(); ++i)
        picture.line({patch.corners[i], patch.corners[(i + 1) % patch.corners.size()], edge,
                      patch.selected ? 2.6 : 0.9, false, 0.5});
}

/// How closely the plates were looked at.
void StructureView::drawDetail(QPainter &p, const QRectF &box, const proof::Proof &proof) const {
    const auto shells = proof.idealization.model.shells.size();
    QString text = tr("Plates as bars; a closer look follows when the hand rests");
    if (collapse(proof))
        text = tr("Plates as bars, in which hinges form");
    else if (shells > 0)
        text = tr("Plates as %1 shells, welds as %2 stretches")
                   .arg(QString::number(shells), QString::number(proof.idealization.model.ties.size()));
    if (proof.idealization.detail == proof::Detail::Halved && !collapse(proof))
        text += tr("; proved again with half the size");
    QRectF free = box.adjusted(10, 6, -10, 0);
    // The box above cuts a long duty off.
    if (m_case >= 0 && m_case < static_cast<int>(proof.duties.cases.size())) {
        const QString duty = worded(proof.duties.cases[static_cast<std::size_t>(m_case)].title);
        p.setFont(textFont(10.5));
        p.setPen(colors().ink);
        QRectF taken;
        p.drawText(free, Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, duty, &taken);
        free.setTop(taken.bottom() + 2);
    }
    p.setFont(textFont(9.5));
    p.setPen(colors().faint);
    p.drawText(free, Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, text);
}

/// Fills the box with the piece as it is seen at first, so that turning it does not change its size.
void StructureView::fitTo(const armor::Assembly &assembly, const QRectF &box) {
    constexpr double room = 46;  // px around the piece: load arrows and the legend
    SpaceCamera first;
    first.scale = 1;
    QPolygonF seen;
    Eigen::AlignedBox3d around;
    for (const armor::Solid &s : assembly.solids)
        for (const armor::Solid::Face &f : s.faces)
            for (const Vec3 &c : f.corners) {
                seen << first.place(c);
                around.extend(c);
            }
    const QRectF bounds = seen.boundingRect();
    if (bounds.isEmpty()) return;
    m_camera.scale = m_zoom * std::min((box.width() - 2 * room) / bounds.width(),
                                       (box.height() - 2 * room) / bounds.height());
    m_camera.center = {};
    m_camera.center = box.center() + m_pan - toScreen(around.center());
}

void StructureView::draw(QPainter &p, const QRectF &box) {
    const job::PieceAppraisal *piece = shown();
    p.setRenderHint(QPainter::Antialiasing);
    if (!piece || !piece->proved || !piece->proof) {
        p.setPen(colors().ink);
        p.setFont(textFont(13));
        p.drawText(
            box, Qt::AlignCenter | Qt::TextWordWrap,
            tr("Nothing to prove yet.\nMeasure the vehicle first: what is missing stands at the right."));
        return;
    }
    fitTo(*piece->proved, box);
    SpaceCamera camera = m_camera;  // the picture begins at the corner of the box
    camera.center -= box.topLeft();
    constexpr double onPaper = 3;  // pixels of the picture a point of a page
    const bool printing = p.device() != this;
    DepthPicture picture(box.size().toSize(), printing ? onPaper : devicePixelRatioF(), camera,
                         colors().paper);
    drawRails(picture);
    std::vector<Patch> patches;
    addTubes(*piece, patches);
    addPlates(*piece, patches);
    if (!collapse(*piece->proof)) {
        addShells(*piece, patches);
        addSeams(*piece, patches);
    }
    addBought(*piece, patches);
    for (const Patch &patch : patches) drawPatch(picture, patch);
    picture.paint(p, box.topLeft());
    drawLoads(p, box, *piece->proof);
    drawHinges(p, box, *piece->proof);
    if (m_place) {
        p.setPen(QPen(colors().bad, 3));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(toScreen(*m_place), 18, 18);
    }
    drawLegend(p, box);
    drawDetail(p, box, *piece->proof);
}

void StructureView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.fillRect(rect(), colors().paper);
    if (m_session->isWorking()) p.setOpacity(0.75);
    draw(p, rect());
    p.setOpacity(1);
    p.setPen(QPen(hasFocus() ? colors().yellow : colors().rule, hasFocus() ? 2 : 1));
    p.setBrush(Qt::NoBrush);
    p.drawRect(rect().adjusted(0, 0, -1, -1));
}

void StructureView::paintInto(QPainter &painter, const QRectF &box) {
    const double zoom = m_zoom;
    const QPointF pan = m_pan;
    m_zoom = 1;
    m_pan = {};
    painter.save();
    painter.setClipRect(box);
    draw(painter, box);
    painter.restore();
    m_zoom = zoom;
    m_pan = pan;
}

void StructureView::mousePressEvent(QMouseEvent *event) {
    m_from = event->position();
}

void StructureView::mouseMoveEvent(QMouseEvent *event) {
    const QPointF d = event->position() - m_from;
    m_from = event->position();
    if (event->buttons() & Qt::LeftButton) {
        m_camera.yaw -= d.x() * 0.008;
        m_camera.pitch = std::clamp(m_camera.pitch + d.y() * 0.008, -1.5, 1.5);
    } else if (event->buttons() & (Qt::RightButton | Qt::MiddleButton)) {
        m_pan += d;
    }
    update();
}

void StructureView::mouseDoubleClickEvent(QMouseEvent *) {
    m_zoom = 1;
    m_pan = {};
    m_camera.yaw = SpaceCamera().yaw;
    m_camera.pitch = SpaceCamera().pitch;
    update();
}

void StructureView::wheelEvent(QWheelEvent *event) {
    m_zoom = std::clamp(m_zoom * std::pow(1.0015, event->angleDelta().y()), 0.2, 12.0);
    update();
    event->accept();
}

void StructureView::keyPressEvent(QKeyEvent *event) {
    if (!moveByKey(m_camera, m_zoom, *event)) return QWidget::keyPressEvent(event);
    update();
}

}  // namespace hefty::app
