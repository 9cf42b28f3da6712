#include "app/stops/load/rope_page.h"

#include <algorithm>
#include <cmath>

#include <QComboBox>
#include <QFile>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/views/scene_painter.h"
#include "app/window/theme.h"
#include "core/base/constants.h"

namespace hefty::app {

using measure::Quantity;

namespace {

/// A step of 1, 2 or 5 times a power of ten, so that about five fit.
double roundStep(double whole) {
    const double ten = std::pow(10, std::floor(std::log10(whole / 4)));
    for (const double times : {5.0, 2.0})
        if (whole / (times * ten) >= 4) return times * ten;
    return ten;
}

}  // namespace

RopeChart::RopeChart(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("ropeChart");
    setAccessibleName(tr("Pull of the rope over how far it is stretched"));
}

void RopeChart::show(const stock::Rope &ofStock, const stock::Rope &measured, double towed, double speed) {
    m_stock = ofStock;
    m_measured = measured;
    m_towed = towed;
    m_speed = speed;
    update();
}

void RopeChart::drawAxes(QPainter &p, const QRectF &box, double stretch, double force) const {
    p.setFont(measureFont(9));
    const double unit = m_session->units() == measure::UnitSystem::Metric ? 1 : newtonPerLbf;
    const double up = roundStep(force / unit) * unit, across = roundStep(stretch * 100) / 100;
    for (double f = 0; f <= force; f += up) {
        const double y = box.bottom() - f / force * box.height();
        p.setPen(QPen(colors().rule, 1, Qt::DashLine));
        p.drawLine(QPointF(box.left(), y), QPointF(box.right(), y));
        p.setPen(colors().ink);
        p.drawText(QRectF(0, y - 9, box.left() - 6, 18), Qt::AlignRight | Qt::AlignVCenter,
                   QString::fromStdString(measure::printQuantity(f, Quantity::Force, m_session->units())));
    }
    for (double s = 0; s <= stretch; s += across)
        p.drawText(QRectF(box.left() + s / stretch * box.width() - 40, box.bottom() + 4, 80, 18),
                   Qt::AlignHCenter, tr("%1 %").arg(s * 100, 0, 'f', 0));
}

void RopeChart::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const bool drawn = m_stock.breakingStrength > 0;
    drawPanel(p, rect(), drawn ? QString() : tr("The stock has no rope to snatch with."));
    if (!drawn) return;
    const QRectF box = QRectF(rect()).adjusted(92, 20, -24, -30);
    const auto straight = stock::Rope(m_stock).path(), path = m_measured.path();
    const double stretch = std::max(straight.back()[0], path.back()[0]) * 1.05,
                 force = std::max(straight.back()[1], path.back()[1]) * 1.05;
    const auto place = [&](double s, double f) {
        return QPointF(box.left() + s / stretch * box.width(), box.bottom() - f / force * box.height());
    };
    const stock::Rope::Snatch snatch = m_measured.snatch(m_towed, m_speed);
    if (m_towed > 0 && m_speed > 0) {  // the work up to where the vehicle stands still
        QPolygonF area{place(0, 0)};
        for (const auto &[s, f] : path)
            if (s < snatch.stretch) area << place(s, f);
        area << place(snatch.stretch, snatch.force) << place(snatch.stretch, 0);
        p.setPen(Qt::NoPen);
        p.setBrush(QBrush(colors().yellow, Qt::BDiagPattern));
        p.drawPolygon(area);
    }
    p.setBrush(Qt::NoBrush);
    drawAxes(p, box, stretch, force);
    const auto draw = [&](const std::vector<std::array<double, 2>> &of, const QPen &pen) {
        QPolygonF line;
        for (const auto &[s, f] : of) line << place(s, f);
        p.setPen(pen);
        p.drawPolyline(line);
    };
    draw(straight, QPen(colors().ink, 1, Qt::DashLine));
    if (!m_measured.curve.empty()) draw(path, QPen(colors().blue, 2));
    if (!(m_towed > 0 && m_speed > 0)) return;
    const QPointF at = place(snatch.stretch, snatch.force);
    p.setPen(QPen(colors().yellowEdge, 2));
    p.setBrush(colors().yellow);
    p.drawEllipse(at, 6, 6);
    p.setFont(measureFont(10, true));
    drawLabel(
        p, at - QPointF(0, 20),
        QString::fromStdString(measure::printQuantity(snatch.force, Quantity::Force, m_session->units())),
        colors().blue, colors().paper);
}

RopePage::RopePage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("ropePage");
    m_rope = new QComboBox(this);
    m_rope->setObjectName("ropeChoice");
    m_rope->setAccessibleName(tr("Rope"));
    for (const stock::Rope &r : session->stock().ropes)
        if (r.snatches()) m_rope->addItem(QString::fromStdString(r.name), QString::fromStdString(r.id));
    auto *open = new QPushButton(tr("Open a curve..."), this);
    open->setObjectName("ropeOpen");
    m_take = new QPushButton(tr("Take into the house rules"), this);
    m_take->setObjectName("ropeTake");
    m_drop = new QPushButton(tr("Back to the straight line"), this);
    m_drop->setObjectName("ropeDrop");
    m_says = new QLabel(this);
    m_says->setObjectName("ropeSays");
    m_says->setWordWrap(true);
    m_says->setFont(textFont(12));
    m_says->setMinimumHeight(64);
    m_chart = new RopeChart(session, this);
    auto *row = new QHBoxLayout;
    row->addWidget(m_rope);
    row->addWidget(open);
    row->addStretch();
    row->addWidget(m_drop);
    row->addWidget(m_take);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(row);
    layout->addWidget(m_chart, 1);
    layout->addWidget(m_says);
    connect(open, &QPushButton::clicked, this, &RopePage::openAsked);
    connect(m_rope, &QComboBox::currentIndexChanged, this, &RopePage::refresh);
    connect(m_take, &QPushButton::clicked, this, &RopePage::take);
    connect(m_drop, &QPushButton::clicked, this, &RopePage::drop);
    connect(session, &Session::appraisalChanged, this, &RopePage::refresh);
    connect(session, &Session::unitsChanged, this, &RopePage::refresh);
    refresh();
}

const stock::Rope *RopePage::chosen() const {
    return m_session->stock().rope(m_rope->currentData().toString().toStdString());
}

QString RopePage::open(const QString &path) {
    const stock::Rope *rope = chosen();
    if (!rope) return tr("The stock has no rope to snatch with.");
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) return tr("%1 cannot be read: %2.").arg(path, file.errorString());
    auto curve = stock::readStretchCurve(file.readAll().toStdString(), rope->length);
    if (!curve) return QString::fromStdString(curve.error().sentence());
    m_readFor = rope->id;
    m_read = {QFileInfo(path).fileName().toStdString(), std::move(*curve)};
    refresh();
    return {};
}

/// What is not seen is made when it is shown: a hand that drags elsewhere does not wait for it.
void RopePage::showEvent(QShowEvent *event) {
    QWidget::showEvent(event);
    refresh();
}

QString RopePage::saying(const stock::Rope &ofStock, const stock::Rope &measured, double towed) const {
    const double speed = m_session->job().rules.snatchSpeed;
    const auto print = [this](double force) {
        return QString::fromStdString(measure::printQuantity(force, Quantity::Force, m_session->units()));
    };
    if (!(towed > 0) || !(speed > 0))
        return tr("Weigh the vehicle first: its mass and the closing speed of the house make the snatch.");
    const QString mass =
        QString::fromStdString(measure::printQuantity(towed, Quantity::Mass, m_session->units()));
    const stock::Rope::Snatch line = ofStock.snatch(towed, speed), now = measured.snatch(towed, speed);
    if (measured.curve.empty())
        return tr("%1 at %2 m/s: %3 on a straight line to its breaking strength, as nothing was measured. "
                  "A curve is a CSV with the columns stretch (ratio) or stretch_mm, and force (N).")
            .arg(mass)
            .arg(speed, 0, 'f', 1)
            .arg(print(line.force));
    if (now.breaks)
        return tr("%1 at %2 m/s: more than the measured curve takes up. The rope is taken to break, at %3.")
            .arg(mass)
            .arg(speed, 0, 'f', 1)
            .arg(print(now.force));
    return tr("%1 at %2 m/s: %3 by the curve, %4 on a straight line. It stretches by %5 %.")
        .arg(mass)
        .arg(speed, 0, 'f', 1)
        .arg(print(now.force), print(line.force))
        .arg(now.stretch * 100, 0, 'f', 0);
}

void RopePage::refresh() {
    if (!isVisible()) return;
    const stock::Rope *rope = chosen();
    const auto &rules = m_session->job().rules;
    const bool fresh = rope && rope->id == m_readFor && !m_read.curve.empty();
    m_take->setEnabled(fresh);
    m_drop->setEnabled(rope && rules.ropes.contains(rope->id));
    if (!rope) {
        m_says->setText({});
        return m_chart->show({}, {}, 0, 0);
    }
    stock::Rope measured = proof::asMeasured(*rope, rules);
    if (fresh) measured.curve = m_read.curve;
    const auto appraisal = m_session->appraisal();
    const double towed = appraisal->rig ? appraisal->rig->worst.total : 0;
    m_chart->show(*rope, measured, towed, rules.snatchSpeed);
    QString text = saying(*rope, measured, towed);
    if (fresh)
        text += tr(" %1 is not in the rules yet.").arg(QString::fromStdString(m_read.source));
    else if (const auto it = rules.ropes.find(rope->id); it != rules.ropes.end())
        text += tr(" From %1, in the house rules.").arg(QString::fromStdString(it->second.source));
    m_says->setText(text);
}

void RopePage::take() {
    const auto [id, read] = std::pair{m_readFor, m_read};
    m_read = {};
    m_session->edit(tr("Stretch of a rope from %1").arg(QString::fromStdString(read.source)),
                    [&](job::Job &job) { job.rules.ropes[id] = read; });
    refresh();
}

void RopePage::drop() {
    const stock::Rope *rope = chosen();
    if (!rope) return;
    m_session->edit(tr("Stretch of a rope as the stock says"),
                    [id = rope->id](job::Job &job) { job.rules.ropes.erase(id); });
    refresh();
}

}  // namespace hefty::app
