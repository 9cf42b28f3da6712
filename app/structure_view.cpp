#include "app/structure_view.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QWheelEvent>

#include "app/scene_painter.h"
#include "app/theme.h"

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
    return appraisal->pieces.empty() ? nullptr : &appraisal->pieces.front();
}

/// Axonometric: yaw about the upright, then pitch; x forward, y left, z up.
QPointF StructureView::toScreen(const Vec3 &p) const {
    const double c = std::cos(m_yaw), s = std::sin(m_yaw);
    const double right = p.y() * c - p.x() * s;
    const double away = p.x() * c + p.y() * s;
    const double up = p.z() * std::cos(m_pitch) - away * std::sin(m_pitch);
    return QPointF(right * m_scale, -up * m_scale) + m_center;
}

double StructureView::depth(const Vec3 &p) const {
    const double away = p.x() * std::cos(m_yaw) + p.y() * std::sin(m_yaw);
    return away * std::cos(m_pitch) + p.z() * std::sin(m_pitch);
}

double StructureView::useOf(const proof::Proof &proof, std::size_t bar) const {
    if (m_case >= 0 && m_case < static_cast<int>(proof.barUse.size()))
        return proof.barUse[static_cast<std::size_t>(m_case)][bar];
    double most = 0;
    for (std::size_t c = 0; c < proof.barUse.size(); ++c)
        if (static_cast<int>(c) != proof.duties.ladderCase)
            most = std::max<double>(most, proof.barUse[c][bar]);
    return most;
}

Vec3 StructureView::moved(const proof::Proof &proof, int node, const Vec3 &p) const {
    if (m_case < 0 || m_case >= static_cast<int>(proof.solution.cases.size())) return p;
    const auto n = static_cast<std::size_t>(node);
    const auto &u = proof.solution.cases[static_cast<std::size_t>(m_case)].displacements[n];
    const Vec3 arm = p - proof.idealization.model.nodes[n].at;
    return p + m_exaggeration * (u.head<3>() + Vec3(u.tail<3>()).cross(arm));
}

void StructureView::addPatch(const std::vector<Vec3> &corners, double use, bool tinted, bool selected,
                             std::vector<Patch> &patches) const {
    Patch patch;
    for (const Vec3 &c : corners) {
        patch.shape << toScreen(c);
        patch.depth += depth(c) / static_cast<double>(corners.size());
    }
    patch.use = use;
    patch.tinted = tinted;
    patch.selected = selected;
    patches.push_back(std::move(patch));
}

void StructureView::addTubes(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const {
    const proof::Proof &proof = *piece.proof;
    const auto &model = proof.idealization.model;
    for (std::size_t b = 0; b < proof.idealization.bars.size(); ++b) {
        const proof::Bar &bar = proof.idealization.bars[b];
        if (bar.isPlate || !piece.assembly->tube(bar.part)) continue;
        const mechanics::FrameBeam &beam = model.beams[b];
        const Vec3 &p = model.nodes[static_cast<std::size_t>(beam.from)].at,
                   &q = model.nodes[static_cast<std::size_t>(beam.to)].at;
        const auto axes = shape::axesAlong(p, q - p, beam.up);
        if (!axes) continue;
        const bool chosen = m_session->selected().toStdString() == bar.part;
        const double use = useOf(proof, b);
        for (int side = 0; side < 4; ++side) {
            const auto corner = [&](int k, bool end) {
                const double y = (k == 1 || k == 2 ? 1 : -1) * bar.width / 2;
                // a tapered piece keeps its top; the model's axis stays in the middle of the full height
                const double full = piece.assembly->tube(bar.part)->section.height;
                const double z = k >= 2 ? full / 2 : full / 2 - bar.height;
                const Vec3 at = (end ? q : p) + axes->y * y + axes->z * z;
                return moved(proof, end ? beam.to : beam.from, at);
            };
            const int k = side, l = (side + 1) % 4;
            addPatch({corner(k, false), corner(l, false), corner(l, true), corner(k, true)}, use, true,
                     chosen, patches);
        }
    }
}

void StructureView::addPlates(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const {
    const proof::Proof &proof = *piece.proof;
    const auto &model = proof.idealization.model;
    for (const armor::PlatePart &plate : piece.assembly->plates) {
        std::vector<std::pair<int, std::size_t>> nodes;  // node and the bar that has it
        double use = 0;
        for (std::size_t b = 0; b < proof.idealization.bars.size(); ++b)
            if (proof.idealization.bars[b].part == plate.name) {
                nodes.emplace_back(model.beams[b].from, b);
                nodes.emplace_back(model.beams[b].to, b);
                use = std::max(use, useOf(proof, b));
            }
        const armor::Solid *solid = piece.assembly->solid(plate.name);
        if (!solid) continue;
        const bool chosen = m_session->selected().toStdString() == plate.name;
        for (const armor::Solid::Face &face : solid->faces) {
            std::vector<Vec3> corners;
            for (const Vec3 &c : face.corners) {
                const auto nearest =
                    std::min_element(nodes.begin(), nodes.end(), [&](const auto &x, const auto &y) {
                        return (model.nodes[static_cast<std::size_t>(x.first)].at - c).norm() <
                               (model.nodes[static_cast<std::size_t>(y.first)].at - c).norm();
                    });
                corners.push_back(nearest == nodes.end() ? c : moved(proof, nearest->first, c));
            }
            addPatch(corners, use, !nodes.empty(), chosen, patches);
        }
    }
}

void StructureView::addBought(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const {
    for (const armor::Solid &s : piece.assembly->solids) {
        if (!s.bought) continue;
        for (const armor::Solid::Face &f : s.faces) addPatch(f.corners, 0, false, false, patches);
    }
}

void StructureView::drawRails(QPainter &p) const {
    const auto appraisal = m_session->shownAppraisal();
    if (!appraisal->rig) return;
    const rig::RigGeometry &g = *appraisal->rig;
    QPen pen(colors().blue, 1.2);
    p.setPen(pen);
    for (const double side : {1.0, -1.0})
        for (const double dy : {-0.5, 0.5})
            for (const double dz : {-0.5, 0.5}) {
                const double y = side * g.railSpacing / 2 + dy * g.railWidth,
                             z = g.railCenter + dz * g.railHeight;
                p.drawLine(toScreen({g.frameEnd - g.crossmember - 160, y, z}), toScreen({g.frameEnd, y, z}));
            }
}

void StructureView::drawLoads(QPainter &p, const proof::Proof &proof) const {
    if (m_case < 0 || m_case >= static_cast<int>(proof.duties.cases.size())) return;
    const auto &arrows = proof.duties.cases[static_cast<std::size_t>(m_case)].arrows;
    double most = 1;
    for (const proof::LoadArrow &a : arrows) most = std::max(most, a.force.norm());
    p.setFont(measureFont(10, true));
    for (const proof::LoadArrow &a : arrows) {
        const double length = (60 + 90 * a.force.norm() / most) / m_scale;
        const Vec3 tip = a.at + a.force.normalized() * length;
        drawArrow(p, toScreen(a.at), toScreen(tip), colors().blue, 3);
        drawLabel(p, toScreen(tip) + QPointF(0, -14),
                  QString::fromStdString(
                      measure::printQuantity(a.force.norm(), measure::Quantity::Force, m_session->units())),
                  colors().blue, colors().paper);
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

/// Fills the box with the piece as it is seen at first, so that turning it does not change its size.
void StructureView::fitTo(const armor::Assembly &assembly, const QRectF &box) {
    constexpr double room = 46;  // px around the piece: load arrows and the legend
    const double yaw = std::exchange(m_yaw, standardYaw), pitch = std::exchange(m_pitch, standardPitch);
    m_scale = 1;
    m_center = {};
    QPolygonF seen;
    Eigen::AlignedBox3d around;
    for (const armor::Solid &s : assembly.solids)
        for (const armor::Solid::Face &f : s.faces)
            for (const Vec3 &c : f.corners) {
                seen << toScreen(c);
                around.extend(c);
            }
    m_yaw = yaw;
    m_pitch = pitch;
    const QRectF bounds = seen.boundingRect();
    if (bounds.isEmpty()) return;
    m_scale = m_zoom * std::min((box.width() - 2 * room) / bounds.width(),
                                (box.height() - 2 * room) / bounds.height());
    m_center = box.center() + m_pan - toScreen(around.center());
}

void StructureView::draw(QPainter &p, const QRectF &box) {
    const job::PieceAppraisal *piece = shown();
    p.setRenderHint(QPainter::Antialiasing);
    if (!piece || !piece->assembly || !piece->proof) {
        p.setPen(colors().ink);
        p.setFont(textFont(13));
        p.drawText(
            box, Qt::AlignCenter | Qt::TextWordWrap,
            tr("Nothing to prove yet.\nMeasure the vehicle first: what is missing stands at the right."));
        return;
    }
    fitTo(*piece->assembly, box);
    drawRails(p);
    std::vector<Patch> patches;
    addTubes(*piece, patches);
    addPlates(*piece, patches);
    addBought(*piece, patches);
    std::sort(patches.begin(), patches.end(),
              [](const Patch &a, const Patch &b) { return a.depth < b.depth; });
    for (const Patch &patch : patches) {
        if (patch.tinted) {
            fillTemper(p, patch.shape, patch.use);
        } else {
            p.setPen(Qt::NoPen);
            p.setBrush(colors().paper);
            p.drawPolygon(patch.shape);
            p.setBrush(QBrush(colors().faint, Qt::Dense6Pattern));
            p.drawPolygon(patch.shape);
        }
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(patch.selected ? colors().yellow : colors().ink, patch.selected ? 2.6 : 0.9));
        p.drawPolygon(patch.shape);
    }
    drawLoads(p, *piece->proof);
    if (m_place) {
        p.setPen(QPen(colors().bad, 3));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(toScreen(*m_place), 18, 18);
    }
    drawLegend(p, box);
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
        m_yaw += d.x() * 0.008;
        m_pitch = std::clamp(m_pitch + d.y() * 0.008, -1.5, 1.5);
    } else if (event->buttons() & (Qt::RightButton | Qt::MiddleButton)) {
        m_pan += d;
    }
    update();
}

void StructureView::mouseDoubleClickEvent(QMouseEvent *) {
    m_zoom = 1;
    m_pan = {};
    m_yaw = standardYaw;
    m_pitch = standardPitch;
    update();
}

void StructureView::wheelEvent(QWheelEvent *event) {
    m_zoom = std::clamp(m_zoom * std::pow(1.0015, event->angleDelta().y()), 0.2, 12.0);
    update();
    event->accept();
}

void StructureView::keyPressEvent(QKeyEvent *event) {
    const double step = event->modifiers() & Qt::ShiftModifier ? 0.35 : 0.06;
    switch (event->key()) {
        case Qt::Key_Left:
            m_yaw -= step;
            break;
        case Qt::Key_Right:
            m_yaw += step;
            break;
        case Qt::Key_Up:
            m_pitch = std::min(1.5, m_pitch + step);
            break;
        case Qt::Key_Down:
            m_pitch = std::max(-1.5, m_pitch - step);
            break;
        case Qt::Key_Plus:
            m_zoom = std::min(12.0, m_zoom * 1.15);
            break;
        case Qt::Key_Minus:
            m_zoom = std::max(0.2, m_zoom / 1.15);
            break;
        default:
            return QWidget::keyPressEvent(event);
    }
    update();
}

}  // namespace hefty::app
