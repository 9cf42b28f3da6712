#include "app/views/space_view.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <QCheckBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QSlider>
#include <QWheelEvent>

#include "app/window/theme.h"
#include "app/window/when_seen.h"
#include "core/armor/swinging.h"

namespace hefty::app {
namespace {

constexpr double mostPitch = 1.5;  // rad
constexpr int notCut = 0, wholeCut = 100, wholeSwing = 100;

}  // namespace

SpaceView::SpaceView(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    m_controls = new QWidget(this);
    auto *row = new QHBoxLayout(m_controls);
    row->setContentsMargins(8, 0, 8, 2);
    const auto check = [&](const QString &text, const char *name) {
        auto *box = new QCheckBox(text, m_controls);
        box->setObjectName(name);
        box->setChecked(true);
        connect(box, &QCheckBox::toggled, this, qOverload<>(&QWidget::update));
        row->addWidget(box);
        return box;
    };
    m_showVehicle = check(tr("Vehicle"), "spaceVehicle");
    m_showSeams = check(tr("Seams"), "spaceSeams");
    auto *label = new QLabel(tr("Cut open"), m_controls);
    m_cut = new QSlider(Qt::Horizontal, m_controls);
    m_cut->setObjectName("spaceCut");
    m_cut->setAccessibleName(tr("Cut open from the near side"));
    m_cut->setRange(notCut, wholeCut);
    m_cut->setMaximumWidth(160);
    label->setBuddy(m_cut);
    connect(m_cut, &QSlider::valueChanged, this, qOverload<>(&QWidget::update));
    row->addSpacing(12);
    row->addWidget(label);
    row->addWidget(m_cut);
    m_swingTells = new QLabel(m_controls);
    m_swing = new QSlider(Qt::Horizontal, m_controls);
    m_swing->setObjectName("spaceSwing");
    m_swing->setAccessibleName(tr("Swing the gate open"));
    m_swing->setRange(0, wholeSwing);
    m_swing->setMaximumWidth(160);
    m_swingTells->setBuddy(m_swing);
    connect(m_swing, &QSlider::valueChanged, this, [this] {
        showSwing();
        update();
    });
    row->addSpacing(12);
    row->addWidget(m_swingTells);
    row->addWidget(m_swing);
    row->addStretch();
    for (auto signal : {&Session::stale, &Session::selectionChanged, &Session::unitsChanged})
        connect(session, signal, this, qOverload<>(&QWidget::update));
    auto *seen = new WhenSeen(this, [this] { follow(); });
    connect(session, &Session::appraisalChanged, seen,
            [this, seen] { m_whenSmall ? seen->askBeside() : seen->ask(); });
    connect(session, &Session::pieceChosen, this, [this, seen] {
        standUpright();
        seen->ask();
    });
    follow();
}

void SpaceView::setSmall(bool small, std::function<void()> then) {
    m_controls->setVisible(!small);
    m_whenSmall = small ? std::move(then) : nullptr;
    update();
}

void SpaceView::markPlace(const std::optional<Vec3> &place) {
    m_place = place;
    update();
}

QRectF SpaceView::pictureBox() const {
    return QRectF(rect()).adjusted(0, 0, 0, m_controls->isVisibleTo(this) ? -m_controls->height() : 0);
}

/// Bodies of pieces that have not changed are kept.
void SpaceView::follow() {
    std::vector<Shown> now;
    const auto appraisal = m_session->shownAppraisal();
    for (const job::PieceAppraisal &p : appraisal->pieces) {
        if (!p.assembly) continue;
        const auto was = std::find_if(m_shown.begin(), m_shown.end(),
                                      [&p](const Shown &s) { return s.assembly == p.assembly; });
        now.push_back(was != m_shown.end() ? std::move(*was)
                                           : Shown{p.assembly, p.id, bodiesOf(*p.assembly)});
    }
    m_shown = std::move(now);
    if (!appraisal->rig) {
        m_vehicle.clear();
        m_vehicleOf.reset();
        m_keptPicture.reset();
    } else if (m_vehicleOf != m_session->job().vehicle) {
        m_vehicle = vehicleBodies(*appraisal->rig);
        m_keptPicture.reset();
        m_vehicleOf = m_session->job().vehicle;
    }
    showSwing();
    fit();
}

const armor::Assembly *SpaceView::gated() const {
    const job::PieceAppraisal *chosen = m_session->chosen(*m_session->shownAppraisal());
    const armor::Assembly *a = chosen ? chosen->assembly.get() : nullptr;
    return a && !a->gates.empty() && a->gates.front().opens != 0 ? a : nullptr;
}

double SpaceView::swungOf(const armor::Gate &gate) const {
    return gate.opens * m_swing->value() / wholeSwing;
}

void SpaceView::showSwing() {
    const armor::Assembly *a = gated();
    m_swing->setVisible(a);
    m_swingTells->setVisible(a);
    if (!a) return m_swing->setValue(0);
    const double angle = std::abs(swungOf(a->gates.front()));
    m_swingTells->setText(angle > 0 ? tr("Open by %1")
                                          .arg(QString::fromStdString(measure::printQuantity(
                                              angle, measure::Quantity::Angle, m_session->units())))
                                    : tr("Swing open"));
}

void SpaceView::standUpright() {
    m_camera.yaw = SpaceCamera().yaw;
    m_camera.pitch = SpaceCamera().pitch;
    m_zoom = 1;
    m_pan = {};
    // A piece behind is looked at from behind.
    const auto appraisal = m_session->shownAppraisal();
    const job::PieceAppraisal *chosen = m_session->chosen(*appraisal);
    if (chosen && chosen->assembly && appraisal->rig && !chosen->assembly->solids.empty() &&
        chosen->assembly->extent().center().x() < -0.7 * appraisal->rig->wheelbase)
        m_camera.yaw = std::numbers::pi + 0.62;
}

void SpaceView::showVehicle(bool show) {
    m_showVehicle->setChecked(show);
}

/// The chosen piece fills the picture; turning does not change its size.
void SpaceView::fit() {
    const QRectF paper = pictureBox();
    const double room = std::min(30.0, 0.08 * std::min(paper.width(), paper.height()));  // px
    const auto appraisal = m_session->shownAppraisal();
    const job::PieceAppraisal *chosen = m_session->chosen(*appraisal);
    Eigen::AlignedBox3d box;
    if (chosen && chosen->assembly && !chosen->assembly->solids.empty())
        box = chosen->assembly->extent();
    else if (appraisal->rig)
        box = {Vec3(-appraisal->rig->wheelbase - 800, -900, 0), Vec3(900, 900, 1200)};
    if (box.isEmpty()) return;
    const double flat = box.sizes().head<2>().norm(), across = flat * 0.92;
    const double pitch = SpaceCamera().pitch;
    const double up = box.sizes().z() * std::cos(pitch) + flat * std::sin(pitch);
    m_camera.scale = m_zoom * std::max(0.01, std::min((paper.width() - 2 * room) / std::max(1.0, across),
                                                      (paper.height() - 2 * room) / std::max(1.0, up)));
    m_camera.center = {};
    m_camera.center = paper.center() + m_pan - m_camera.place(box.center());
    update();
}

/// From the side that is looked at, inward over all that the job has.
std::optional<std::pair<Vec3, Vec3>> SpaceView::cut() const {
    if (m_cut->value() == notCut) return std::nullopt;
    Eigen::AlignedBox3d box;
    for (const Shown &s : m_shown)
        if (!s.assembly->solids.empty()) box.extend(s.assembly->extent());
    if (box.isEmpty()) return std::nullopt;
    const double way = m_camera.toViewer().y() >= 0 ? 1 : -1;
    const double share = static_cast<double>(m_cut->value()) / wholeCut;
    const double from = way > 0 ? box.max().y() : box.min().y(), to = way > 0 ? box.min().y() : box.max().y();
    return std::pair{Vec3(0, from + (to - from) * share, 0), Vec3(0, way, 0)};
}

std::vector<int> SpaceView::firstIds() const {
    std::vector<int> out;
    int id = 0;
    for (const Shown &s : m_shown) {
        out.push_back(id);
        id += static_cast<int>(s.bodies.size());
    }
    return out;
}

/// The bodies of the others, or of the chosen piece with its seams.
void SpaceView::drawPieces(DepthPicture &picture, const SpaceCamera &camera, bool chosen, bool open) const {
    const std::vector<int> ids = firstIds();
    for (std::size_t i = 0; i < m_shown.size(); ++i)
        if (isChosen(m_shown[i]) == chosen) drawPiece(picture, camera, m_shown[i], ids[i], open);
}

bool SpaceView::isChosen(const Shown &s) const {
    return m_session->piece() && m_session->piece()->id == s.piece;
}

void SpaceView::drawPiece(DepthPicture &picture, const SpaceCamera &camera, const Shown &s, int id,
                          bool open) const {
    const bool mine = isChosen(s);
    std::set<std::string> away = later;  // whose seams are not where they are drawn
    for (const SpaceBody &shut : s.bodies) {
        std::optional<SpaceBody> swung;
        for (const armor::Gate &g : s.assembly->gates)
            if (mine && m_swing->value() > 0 &&
                std::find(g.parts.begin(), g.parts.end(), shut.solid.part) != g.parts.end()) {
                swung = bodyOf(armor::swung(shut.solid, g, swungOf(g)));
                away.insert(shut.solid.part);
            }
        const SpaceBody &b = swung ? *swung : shut;
        BodyLook look =
            lookOf(*s.assembly, b.solid, mine && m_session->selected().toStdString() == b.solid.part, !mine);
        look.bothSides = open;
        if (mine && later.contains(b.solid.part)) {
            look.edgesAlone = true;
            look.ink = colors().faint;
            look.width = 0.8;
        }
        drawBody(picture, camera, b, look, id++);
    }
    if (mine && m_showSeams->isChecked() && !drawInto) drawSeams(picture, *s.assembly, away);
}

/// The vehicle and the other pieces do not change while one is dragged: they are drawn once and kept.
const DepthPicture &SpaceView::keptAround(const QSize &size, double ratio, const SpaceCamera &camera) {
    Kept wanted{size,
                ratio,
                camera,
                look(),
                m_showVehicle->isChecked(),
                m_swing->value() > 0,
                cut(),
                m_session->job().vehicle,
                {}};
    for (const Shown &s : m_shown)
        if (!isChosen(s)) wanted.around.push_back(s.assembly);
    if (m_keptPicture && m_kept == wanted) return *m_keptPicture;
    m_kept = std::move(wanted);
    DepthPicture picture(size, ratio, camera, colors().paper);
    if (m_kept.cut) picture.cutAway(m_kept.cut->first, m_kept.cut->second);
    const bool open = m_kept.cut.has_value();
    drawPieces(picture, camera, false, open);
    if (m_kept.showsVehicle) {
        BodyLook look{colors().paper, colors().blue, 1, false, open, false};
        for (const SpaceBody &b : m_vehicle) drawBody(picture, camera, b, look, -1);
        drawVehicleLines(picture, m_kept.vehicle, colors().blue);
        if (m_kept.isSwung) drawPanels(picture, m_kept.vehicle, colors().blue);
    }
    return m_keptPicture.emplace(std::move(picture));
}

DepthPicture SpaceView::drawn(const QSize &size, double ratio, const SpaceCamera &camera) {
    DepthPicture picture = keptAround(size, ratio, camera);
    drawPieces(picture, camera, true, m_kept.cut.has_value());
    if (drawInto && m_showSeams->isChecked()) drawInto(picture);
    return picture;
}

void SpaceView::paintEvent(QPaintEvent *) {
    // What is swung away is dragged where it is shut.
    m_targets = targets && !m_whenSmall && m_swing->value() == 0 ? targets() : std::vector<DragTarget>{};
    QPainter p(this);
    p.fillRect(rect(), colors().paper);
    if (m_session->isWorking()) p.setOpacity(0.75);
    p.setClipRect(pictureBox());
    drawn(size(), devicePixelRatioF(), m_camera).paint(p);
    p.setClipping(false);
    p.setOpacity(1);
    p.setRenderHint(QPainter::Antialiasing);
    if (drawOver) drawOver(p);
    if (!m_pointing) drawTargets(p);
    if (m_place) {
        p.setPen(QPen(colors().bad, 2.5));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(toScreen(*m_place), 16, 16);
    }
    if (!title.isEmpty()) {
        p.setFont(textFont(10, true));
        drawLabel(p, {QFontMetricsF(p.font()).horizontalAdvance(title) / 2 + 12, 16}, title, colors().faint,
                  colors().paper);
    }
    p.setPen(QPen(hasFocus() ? colors().yellow : colors().rule, hasFocus() ? 2 : 1));
    p.setBrush(Qt::NoBrush);
    p.drawRect(rect().adjusted(0, 0, -1, -1));
}

void SpaceView::paintInto(QPainter &painter, const QRectF &box) {
    SpaceCamera camera = m_camera;
    const QRectF shown = pictureBox();
    const double share = std::min(box.width() / shown.width(), box.height() / shown.height());
    camera.scale *= share;
    camera.center = (m_camera.center - shown.center()) * share + QPointF(box.width() / 2, box.height() / 2);
    constexpr double fine = 2;  // pixels of the picture a unit of the paper
    drawn(box.size().toSize(), fine, camera).paint(painter, box.topLeft());
}

void SpaceView::resizeEvent(QResizeEvent *) {
    const int height = m_controls->sizeHint().height();
    m_controls->setGeometry(1, this->height() - height - 1, width() - 2, height);
    fit();
}

std::optional<QPointF> SpaceView::targetPlace(const QString &id) const {
    for (const DragTarget &t : targets ? targets() : m_targets)
        if (t.id == id) return toScreen(t.at);
    return std::nullopt;
}

void SpaceView::drawTargets(QPainter &painter) {
    // Of many the one under the pointer alone is large.
    constexpr std::size_t few = 8;
    constexpr double large = 6, small = 3.5;
    painter.setFont(measureFont(10));
    const auto isActive = [this](const DragTarget &t) {
        return m_drag ? m_drag->target.id == t.id : m_over == t.id;
    };
    const auto drawSquare = [&](const DragTarget &t) {
        const QPointF at = toScreen(t.at);
        const double half = m_targets.size() > few && !isActive(t) ? small : large;
        painter.setPen(QPen(colors().yellowEdge, isActive(t) ? 2 : 1.5));
        painter.setBrush(colors().yellow);
        painter.drawRect(QRectF(at.x() - half, at.y() - half, 2 * half, 2 * half));
    };
    for (const DragTarget &t : m_targets) drawSquare(t);
    for (const DragTarget &t : m_targets) {
        if (!isActive(t)) continue;
        drawSquare(t);
        const QString text = QStringLiteral("%1 %2").arg(
            t.name, QString::fromStdString(measure::printQuantity(t.value, t.quantity, m_session->units())));
        drawLabel(painter, toScreen(t.at) + QPointF(0, -22), text, colors().paper, colors().ink);
    }
}

int SpaceView::targetAt(const QPointF &place) const {
    int best = -1;
    double nearest = handReach;
    for (std::size_t i = 0; i < m_targets.size(); ++i) {
        const QPointF d = toScreen(m_targets[i].at) - place;
        if (const double away = std::hypot(d.x(), d.y()); away < nearest) {
            nearest = away;
            best = static_cast<int>(i);
        }
    }
    return best;
}

/// The handle under the pointer says what it is.
void SpaceView::pointAt(int target) {
    setCursor(target >= 0 ? Qt::SizeAllCursor : Qt::ArrowCursor);
    const QString over = target >= 0 ? m_targets[static_cast<std::size_t>(target)].id : QString();
    if (over == m_over) return;
    m_over = over;
    update();
}

void SpaceView::leaveEvent(QEvent *) {
    if (!m_pointing) pointAt(-1);
}

void SpaceView::mousePressEvent(QMouseEvent *event) {
    if (m_whenSmall) return m_whenSmall();
    m_from = m_pressed = event->position();
    m_moved = false;
    if (targets && m_swing->value() == 0) m_targets = targets();
    const bool takesHandles = event->button() == Qt::LeftButton && !m_pointing;
    const int hit = takesHandles ? targetAt(event->position()) : -1;
    if (hit >= 0)
        m_drag = Drag{m_targets[static_cast<std::size_t>(hit)], event->position(), m_session->newGesture()};
    update();
}

/// A handle moves along its own way, as far as the pointer has come along that way on the picture.
void SpaceView::mouseMoveEvent(QMouseEvent *event) {
    const QPointF d = event->position() - m_from;
    if (m_drag) {
        const DragTarget &t = m_drag->target;
        const QPointF way = toScreen(t.at + t.direction) - toScreen(t.at);
        const double length2 = QPointF::dotProduct(way, way);
        if (length2 < 1e-4) return;  // it points at the viewer: turn the picture first
        const double change = QPointF::dotProduct(event->position() - m_drag->from, way) / length2;
        t.set(std::round((t.value + change) / t.step) * t.step, m_drag->gesture);
        return;
    }
    if (!(event->buttons() & (Qt::LeftButton | Qt::RightButton | Qt::MiddleButton))) {
        if (hovered) hovered(*event);
        if (!m_pointing) pointAt(targetAt(event->position()));
        return;
    }
    const QPointF all = event->position() - m_pressed;
    m_moved = m_moved || std::hypot(all.x(), all.y()) > 4;
    if (!m_moved) return;
    m_from = event->position();
    if (event->buttons() & Qt::LeftButton) {
        m_camera.yaw -= d.x() * 0.008;
        m_camera.pitch = std::clamp(m_camera.pitch + d.y() * 0.008, -mostPitch, mostPitch);
    } else {
        m_pan += d;
    }
    fit();
}

void SpaceView::mouseReleaseEvent(QMouseEvent *event) {
    const bool dragged = m_drag.has_value();
    m_drag.reset();
    const bool plain = !dragged && !m_moved && event->button() == Qt::LeftButton;
    if (plain && !(takes && takes(*event))) pickAt(event->position());
    update();
}

void SpaceView::setPointing(bool on) {
    m_pointing = on;
    setCursor(on ? Qt::CrossCursor : Qt::ArrowCursor);
    update();
}

void SpaceView::pickAt(const QPointF &place) {
    const int id = drawn(size(), 1, m_camera).pick(place);
    const std::vector<int> firsts = firstIds();
    for (std::size_t i = 0; i < m_shown.size(); ++i) {
        const Shown &s = m_shown[i];
        const int nth = id - firsts[i];
        if (nth >= 0 && nth < static_cast<int>(s.bodies.size())) {
            const std::string part = s.bodies[static_cast<std::size_t>(nth)].solid.part;
            const job::PieceAppraisal *chosen = m_session->chosen(*m_session->shownAppraisal());
            if (!chosen || chosen->id != s.piece) m_session->choosePiece(QString::fromStdString(s.piece));
            return m_session->select(QString::fromStdString(part));
        }
    }
    m_session->select({});
}

void SpaceView::mouseDoubleClickEvent(QMouseEvent *) {
    standUpright();
    fit();
}

void SpaceView::wheelEvent(QWheelEvent *event) {
    m_zoom = std::clamp(m_zoom * std::pow(1.0015, event->angleDelta().y()), 0.1, 20.0);
    fit();
    event->accept();
}

void SpaceView::keyPressEvent(QKeyEvent *event) {
    if (moveByKey(m_camera, m_zoom, *event)) return fit();
    switch (event->key()) {
        case Qt::Key_Home:
            standUpright();
            break;
        case Qt::Key_Escape:
            if (m_drag) {
                m_session->cancelGesture(m_drag->gesture);
                m_drag.reset();
                break;
            }
            return QWidget::keyPressEvent(event);
        default:
            return QWidget::keyPressEvent(event);
    }
    fit();
}

}  // namespace hefty::app
