#include "app/stops/load/rope_page.h"

#include <algorithm>

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>

#include "app/views/drawing_marks.h"
#include "app/window/theme.h"
#include "app/window/worded.h"
#include "core/base/constants.h"

namespace hefty::app {

using measure::Quantity;

RopeChart::RopeChart(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("ropeChart");
    setAccessibleName(tr("Pull of the rope over how far it is stretched"));
}

void RopeChart::show(job::RopeSnatch snatch) {
    m_of = std::move(snatch);
    update();
}

void RopeChart::drawAxes(QPainter &p, const QRectF &box, double stretch, double force) const {
    p.setFont(measureFont(9));
    const double unit = m_session->units() == measure::UnitSystem::Metric ? 1 : newtonPerLbf;
    const double up = axisStep(force / unit) * unit, across = axisStep(stretch * 100) / 100;
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
    const bool drawn = m_of.ofStock.breakingStrength > 0;
    drawPanel(p, rect(), drawn ? QString() : tr("The stock has no rope to snatch with."));
    if (!drawn) return;
    const QRectF box = QRectF(rect()).adjusted(92, 20, -24, -30);
    const auto sold = m_of.ofStock.path(), path = m_of.taken.path();
    const double stretch = std::max(sold.back()[0], path.back()[0]) * 1.05,
                 force = std::max(sold.back()[1], path.back()[1]) * 1.05;
    const auto place = [&](double s, double f) {
        return QPointF(box.left() + s / stretch * box.width(), box.bottom() - f / force * box.height());
    };
    const stock::Rope::Snatch &snatch = m_of.byTaken;
    if (m_of.isKnown()) {  // the work up to where the vehicle stands still
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
    draw(sold, QPen(colors().ink, 1, Qt::DashLine));
    if (!m_of.taken.curve.empty()) draw(path, QPen(colors().blue, 2));
    if (!m_of.isKnown()) return;
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

RopePage::RopePage(Session *session, QWidget *parent)
    : CurvePage(session, "rope", tr("Open a curve..."), parent) {
    m_rope = new QComboBox(this);
    m_rope->setObjectName("ropeChoice");
    m_rope->setAccessibleName(tr("Rope"));
    for (const stock::Rope &r : session->stock().ropes)
        if (r.snatches()) m_rope->addItem(QString::fromStdString(r.name), QString::fromStdString(r.id));
    m_drop = new QPushButton(tr("As the stock has it"), this);
    m_drop->setObjectName("ropeDrop");
    m_chart = new RopeChart(session, this);
    auto *row = new QHBoxLayout;
    row->addWidget(m_rope);
    row->addWidget(m_open);
    row->addStretch();
    row->addWidget(m_drop);
    row->addWidget(m_take);
    arrange(row, m_chart);
    connect(m_rope, &QComboBox::currentIndexChanged, this, [this] { refresh(); });
    connect(m_drop, &QPushButton::clicked, this, &RopePage::drop);
    for (auto signal : {&Session::appraisalChanged, &Session::unitsChanged})
        connect(session, signal, m_seen, &WhenSeen::ask);
    m_seen->ask();
}

const stock::Rope *RopePage::chosen() const {
    return m_session->stock().rope(m_rope->currentData().toString().toStdString());
}

QString RopePage::read(const std::string &text, const QString &name) {
    const stock::Rope *rope = chosen();
    if (!rope) return tr("The stock has no rope to snatch with.");
    auto curve = stock::readStretchCurve(text, rope->length);
    if (!curve) return worded(curve.error().sentence());
    m_readFor = rope->id;
    m_read = {name.toStdString(), std::move(*curve)};
    return {};
}

QString RopePage::saying(const job::RopeSnatch &snatch) const {
    if (!snatch.isKnown())
        return tr("Weigh the vehicle first: its mass and the closing speed of the house make the snatch.");
    const auto print = [this](double v, Quantity q) {
        return QString::fromStdString(measure::printQuantity(v, q, m_session->units()));
    };
    const QString how = print(snatch.towed, Quantity::Mass), fast = print(snatch.speed, Quantity::Speed),
                  now = print(snatch.byTaken.force, Quantity::Force);
    if (snatch.taken.curve.empty())
        return tr("%1 at %2: %3 on a straight line to its breaking strength, as nothing was measured. A "
                  "curve "
                  "is a CSV with the columns stretch (ratio) or stretch_mm, and force (N).")
            .arg(how, fast, now);
    if (snatch.byTaken.breaks)
        return tr("%1 at %2: more than the curve takes up. The rope is taken to break, at %3.")
            .arg(how, fast, now);
    return tr("%1 at %2: %3 by the curve, %4 as the stock has it. It stretches by %5 %.")
        .arg(how, fast, now, print(snatch.byStock.force, Quantity::Force))
        .arg(snatch.byTaken.stretch * 100, 0, 'f', 0);
}

void RopePage::refresh() {
    const stock::Rope *rope = chosen();
    const auto &rules = m_session->job().rules;
    const bool fresh = rope && rope->id == m_readFor && !m_read.curve.empty();
    m_take->setEnabled(fresh);
    m_drop->setEnabled(rope && rules.ropes.contains(rope->id));
    if (!rope) {
        m_says->setText({});
        return m_chart->show({});
    }
    job::RopeSnatch snatch =
        job::ropeSnatch(*m_session->appraisal(), rules, *rope, fresh ? &m_read : nullptr);
    QString text = saying(snatch);
    if (fresh)
        text += tr(" %1 is not in the rules yet.").arg(QString::fromStdString(m_read.source));
    else if (const auto it = rules.ropes.find(rope->id); it != rules.ropes.end())
        text += tr(" From %1, in the house rules.").arg(QString::fromStdString(it->second.source));
    m_says->setText(text);
    m_chart->show(std::move(snatch));
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
    m_session->edit(tr("Stretch of a rope as the stock has it"),
                    [id = rope->id](job::Job &job) { job.rules.ropes.erase(id); });
    refresh();
}

}  // namespace hefty::app
