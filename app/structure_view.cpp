#include "app/structure_view.h"

#include <algorithm>
#include <cmath>
#include <map>
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

double StructureView::useOf(const proof::Proof &proof, const std::vector<std::vector<float>> &uses,
                            std::size_t thing) const {
    if (m_case >= 0 && m_case < static_cast<int>(uses.size()))
        return uses[static_cast<std::size_t>(m_case)][thing];
    double most = 0;
    for (std::size_t c = 0; c < uses.size(); ++c)
        if (static_cast<int>(c) != proof.duties.ladderCase) most = std::max<double>(most, uses[c][thing]);
    return most;
}

Vec3 StructureView::movedNode(const proof::Proof &proof, int node) const {
    return moved(proof, node, proof.idealization.model.nodes[static_cast<std::size_t>(node)].at);
}

/// Plates that were looked at as shells: each triangle with its own tint, and the plate's edges.
void StructureView::addShells(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const {
    const proof::Proof &proof = *piece.proof;
    for (const proof::PlateShells &plate : proof.idealization.plates) {
        const bool chosen = m_session->selected().toStdString() == plate.part;
        std::map<std::pair<int, int>, int> edges;  // how many triangles have it
        for (int s = plate.first; s < plate.first + plate.count; ++s) {
            const auto shell = static_cast<std::size_t>(s);
            const std::vector<int> &nodes = proof.idealization.model.shells[shell].nodes;
            std::vector<Vec3> corners;
            for (std::size_t i = 0; i < nodes.size(); ++i) {
                corners.push_back(movedNode(proof, nodes[i]));
                ++edges[std::minmax(nodes[i], nodes[(i + 1) % nodes.size()])];
            }
            addPatch(corners, useOf(proof, proof.shellUse, shell), true, false, patches);
            patches.back().edged = false;
        }
        for (const auto &[edge, count] : edges) {
            if (count != 1) continue;
            addPatch({movedNode(proof, edge.first), movedNode(proof, edge.second)}, 0, false, chosen,
                     patches);
            patches.back().line = chosen ? 2.6 : 0.9;
        }
    }
}

/// Every stretch of every seam, tinted by its own stress.
void StructureView::addSeams(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const {
    constexpr double width = 3.4;  // px
    const proof::Proof &proof = *piece.proof;
    for (const proof::WeldPiece &p : proof.idealization.weldPieces) {
        if (p.tie < 0) continue;
        const armor::WeldLine &line = piece.assembly->welds[static_cast<std::size_t>(p.weld)]
                                          .contacts[static_cast<std::size_t>(p.contact)]
                                          .lines[static_cast<std::size_t>(p.line)];
        const Vec3 half = (line.to - line.from).normalized() * (p.length / 2);
        const int node = proof.idealization.model.ties[static_cast<std::size_t>(p.tie)].to.front().node;
        addPatch({moved(proof, node, p.at - half), moved(proof, node, p.at + half)},
                 useOf(proof, proof.tieUse, static_cast<std::size_t>(p.tie)), true, false, patches);
        patches.back().line = width;
        patches.back().depth +=
            piece.assembly->welds[static_cast<std::size_t>(p.weld)].leg;  // outside the corner
    }
}

Vec3 StructureView::moved(const proof::Proof &proof, int node, const Vec3 &p) const {
    const Posed pose = posed(proof);
    if (!pose.motions) return p;
    const auto n = static_cast<std::size_t>(node);
    const mechanics::Vec6 &u = (*pose.motions)[n];
    const Vec3 arm = p - pose.idealization.model.nodes[n].at;
    return p + pose.scale * (u.head<3>() + Vec3(u.tail<3>()).cross(arm));
}

const proof::Collapse *StructureView::collapse(const proof::Proof &proof) const {
    if (m_collapse < 0 || !proof.pushOver) return nullptr;
    const auto c = static_cast<std::size_t>(m_collapse);
    return c < proof.pushOver->collapses.size() ? &proof.pushOver->collapses[c] : nullptr;
}

StructureView::Posed StructureView::posed(const proof::Proof &proof) const {
    constexpr double foldPerStep = 4;  // mm of the largest motion for one step of the slider
    if (const proof::Collapse *c = collapse(proof))
        return {proof.pushOver->model, &c->shape, foldPerStep * m_exaggeration};
    if (m_case < 0 || m_case >= static_cast<int>(proof.solution.cases.size())) return {proof.idealization};
    return {proof.idealization, &proof.solution.cases[static_cast<std::size_t>(m_case)].displacements,
            m_exaggeration};
}

/// Of its check; while the piece folds, all of it where a hinge has formed and nothing elsewhere.
double StructureView::barUse(const proof::Proof &proof, std::size_t bar) const {
    const proof::Collapse *c = collapse(proof);
    if (!c) return useOf(proof, proof.barUse, bar);
    return std::any_of(c->hinges.begin(), c->hinges.end(),
                       [bar](const proof::FoldHinge &h) { return static_cast<std::size_t>(h.beam) == bar; })
               ? 1
               : 0;
}

void StructureView::setCollapse(int collapse) {
    m_collapse = collapse;
    update();
}

/// The hinges with their order, and at which push each formed.
void StructureView::drawHinges(QPainter &p, const QRectF &box, const proof::Proof &proof) const {
    const proof::Collapse *c = collapse(proof);
    if (!c) return;
    const auto force = [this](double n) {
        return QString::fromStdString(
            measure::printQuantity(n, measure::Quantity::Force, m_session->units()));
    };
    QStringList lines{
        (c->folds ? tr("Folds at %1; hinges in their order:") : tr("Bends on at %1; hinges in their order:"))
            .arg(force(c->load))};
    int order = 0;
    for (const proof::FoldHinge &h : c->hinges) {
        ++order;
        const mechanics::FrameBeam &b = proof.pushOver->model.model.beams[static_cast<std::size_t>(h.beam)];
        const QPointF at = toScreen(moved(proof, h.atTo ? b.to : b.from, h.at));
        p.setPen(QPen(colors().ink, 1.4));
        p.setBrush(h.vehicle ? colors().bad : colors().yellow);
        p.drawEllipse(at, 9, 9);
        p.setFont(measureFont(9, true));
        p.setPen(Qt::black);
        p.drawText(QRectF(at.x() - 9, at.y() - 9, 18, 18), Qt::AlignCenter, QString::number(order));
        constexpr int most = 8;
        if (order <= most)
            lines << tr("%1  %2, %3").arg(order).arg(QString::fromStdString(h.part), force(h.load));
    }
    p.setFont(textFont(10));
    p.setPen(colors().ink);
    p.drawText(box.adjusted(10, 28, -10, 0), Qt::AlignLeft | Qt::AlignTop, lines.join('\n'));
    const QPointF tip = toScreen(c->at), tail = toScreen(c->at - c->direction * (90 / m_scale));
    drawArrow(p, tail, tip, colors().blue, 3);
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
    const proof::Idealization &drawn = posed(proof).idealization;
    const auto &model = drawn.model;
    for (std::size_t b = 0; b < drawn.bars.size(); ++b) {
        const proof::Bar &bar = drawn.bars[b];
        if (bar.isPlate || !piece.assembly->tube(bar.part)) continue;
        const mechanics::FrameBeam &beam = model.beams[b];
        const Vec3 &p = model.nodes[static_cast<std::size_t>(beam.from)].at,
                   &q = model.nodes[static_cast<std::size_t>(beam.to)].at;
        const auto axes = shape::axesAlong(p, q - p, beam.up);
        if (!axes) continue;
        const bool chosen = m_session->selected().toStdString() == bar.part;
        const double use = barUse(proof, b);
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
            addPatch({corner(k, false), corner(l, false), corner(l, true), corner(k, true)}, use, true, false,
                     patches);
            patches.back().edged = false;
            // Where the model cuts a tube into bars is no edge of it.
            const auto addEdge = [&](const Vec3 &from, const Vec3 &to) {
                addPatch({from, to}, 0, false, chosen, patches);
                patches.back().line = chosen ? 2.6 : 0.9;
            };
            addEdge(corner(k, false), corner(k, true));
            if (bar.stationFrom < 1e-6) addEdge(corner(k, false), corner(l, false));
            if (bar.stationTo > piece.assembly->tube(bar.part)->length() - 1e-6)
                addEdge(corner(k, true), corner(l, true));
        }
    }
}

void StructureView::addPlates(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const {
    const proof::Proof &proof = *piece.proof;
    const proof::Idealization &drawn = posed(proof).idealization;
    const auto &model = drawn.model;
    for (const armor::PlatePart &plate : piece.assembly->plates) {
        const bool meshed = std::any_of(drawn.plates.begin(), drawn.plates.end(),
                                        [&](const proof::PlateShells &s) { return s.part == plate.name; });
        if (meshed) continue;
        std::vector<std::pair<int, std::size_t>> nodes;  // node and the bar that has it
        double use = 0;
        for (std::size_t b = 0; b < drawn.bars.size(); ++b)
            if (drawn.bars[b].part == plate.name) {
                nodes.emplace_back(model.beams[b].from, b);
                nodes.emplace_back(model.beams[b].to, b);
                use = std::max(use, barUse(proof, b));
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

void StructureView::drawPatch(QPainter &p, const Patch &patch) const {
    const QColor edge = patch.selected ? colors().yellow : colors().ink;
    if (patch.line > 0) {
        if (patch.tinted) {
            p.setPen(QPen(colors().ink, patch.line + 1.2, Qt::SolidLine, Qt::FlatCap));
            p.drawPolyline(patch.shape);
        }
        p.setPen(QPen(patch.tinted ? temper(patch.use) : edge, patch.line, Qt::SolidLine, Qt::FlatCap));
        p.drawPolyline(patch.shape);
        return;
    }
    if (patch.tinted && !patch.edged) {  // neighbors of one plate: no paper between them
        p.setPen(QPen(temper(patch.use), 0.8));
        p.drawPolyline(patch.shape);
    }
    if (patch.tinted) {
        fillTemper(p, patch.shape, patch.use);
    } else {
        p.setPen(Qt::NoPen);
        p.setBrush(colors().paper);
        p.drawPolygon(patch.shape);
        p.setBrush(QBrush(colors().faint, Qt::Dense6Pattern));
        p.drawPolygon(patch.shape);
    }
    if (!patch.edged) return;
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(edge, patch.selected ? 2.6 : 0.9));
    p.drawPolygon(patch.shape);
}

/// How closely the plates were looked at.
void StructureView::drawDetail(QPainter &p, const QRectF &box, const proof::Proof &proof) const {
    const auto shells = proof.idealization.model.shells.size();
    QString text = tr("Plates as bars; a closer look follows when the hand rests");
    if (shells > 0)
        text = tr("Plates as %1 shells, welds as %2 stretches")
                   .arg(QString::number(shells), QString::number(proof.idealization.model.ties.size()));
    if (proof.idealization.detail == proof::Detail::Halved) text += tr("; proved again with half the size");
    p.setFont(textFont(9.5));
    p.setPen(colors().faint);
    p.drawText(box.adjusted(10, 6, -10, 0), Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, text);
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
    if (!collapse(*piece->proof)) {
        addShells(*piece, patches);
        addSeams(*piece, patches);
    }
    addBought(*piece, patches);
    std::sort(patches.begin(), patches.end(),
              [](const Patch &a, const Patch &b) { return a.depth < b.depth; });
    for (const Patch &patch : patches) drawPatch(p, patch);
    drawLoads(p, *piece->proof);
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
