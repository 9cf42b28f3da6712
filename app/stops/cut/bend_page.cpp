#include "app/stops/cut/bend_page.h"

#include <algorithm>
#include <cmath>

#include <QCheckBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QSlider>
#include <QTimer>
#include <QVBoxLayout>

#include "app/views/drawing_marks.h"
#include "app/window/quantity_edit.h"
#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "app/window/today.h"
#include "app/window/when_seen.h"
#include "app/window/worded.h"

namespace hefty::app {

using measure::Quantity;
using shape::Vec3;

namespace {

constexpr int perBend = 100;  // of the slider

QString inTheWay(workshop::BendBar bar) {
    const std::string_view name = workshop::barName(bar);
    return BendPage::tr("In the way: %1.")
        .arg(QString::fromUtf8(name.data(), static_cast<qsizetype>(name.size())));
}

void drawTube(QPainter &p, const QPolygonF &path, double wide) {
    p.setBrush(Qt::NoBrush);
    for (const auto &[color, width] :
         {std::pair{colors().ink, wide + 3}, {colors().yellow, std::max(1.5, wide)}}) {
        QPen pen(color, width);
        pen.setJoinStyle(Qt::RoundJoin);
        pen.setCapStyle(Qt::FlatCap);
        p.setPen(pen);
        p.drawPolyline(path);
    }
}

}  // namespace

BenderView::BenderView(QWidget *parent) : QWidget(parent) {
    setObjectName("benderView");
    setAccessibleName(tr("The tube in the bender, from above and along it"));
}

void BenderView::setStand(double floor, double bed) {
    m_floor = floor;
    m_bed = bed;
}

void BenderView::show(std::shared_ptr<const workshop::BendPlan> plan, double tube, std::size_t step,
                      double turned) {
    m_plan = std::move(plan);
    m_tube = tube;
    m_step = step;
    m_turned = turned;
    update();
}

void BenderView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    drawPanel(p, rect(), !m_plan ? tr("Choose a bent tube that the bender can make.") : QString());
    if (!m_plan) return;
    const double part = width() * 0.62;
    drawAbove(p, QRectF(8, 8, part - 12, height() - 16));
    drawAlong(p, QRectF(part + 4, 8, width() - part - 12, height() - 16));
}

/// What is shown from above: all that this bend moves, the die, and a little of the tube behind it.
QRectF BenderView::seenAbove() const {
    constexpr double behind = 400, margin = 60;  // mm
    const double R = m_plan->dieRadius;
    QRectF seen(QPointF(-R - behind, -m_bed / 2), QPointF(R, 2 * R));
    const double set = m_plan->steps[m_step].bend.set;
    for (const double share : {0.0, 0.25, 0.5, 0.75, 1.0})
        for (const Vec3 &q : workshop::tubeInBender(*m_plan, m_step, share * set))
            if (q.x() > -R - behind)
                seen = seen.united(QRectF(q.x() - m_tube / 2, q.y() - m_tube / 2, m_tube, m_tube));
    return seen.adjusted(-margin, -margin, margin, margin);
}

/// From above: the bed along the tube, the die, the tube as it is bent.
void BenderView::drawAbove(QPainter &p, const QRectF &box) const {
    const std::vector<Vec3> line = workshop::tubeInBender(*m_plan, m_step, m_turned);
    const double R = m_plan->dieRadius;
    const QRectF seen = seenAbove();
    const double scale = std::min(box.width() / seen.width(), (box.height() - 24) / seen.height());
    // The bed lies to the left, the side that is bent toward up.
    const QPointF middle = box.center() + QPointF(0, 10);
    const auto at = [&](double x, double y) {
        return middle + QPointF(x - seen.center().x(), seen.center().y() - y) * scale;
    };
    p.save();
    p.setClipRect(box);
    p.setPen(QPen(colors().ink, 1.4));
    p.setBrush(QBrush(colors().rule, Qt::BDiagPattern));
    p.drawRect(QRectF(at(-m_plan->cut, m_bed / 2), at(-R, -m_bed / 2)).normalized());
    p.setBrush(colors().paper);
    const double groove = std::max(4.0, R - m_tube / 2);
    p.drawEllipse(at(0, R), groove * scale, groove * scale);
    p.setBrush(colors().ink);
    p.drawEllipse(at(0, R), 3, 3);
    QPolygonF path;
    for (const Vec3 &q : line) path << at(q.x(), q.y());
    drawTube(p, path, m_tube * scale);
    p.restore();
    p.setFont(textFont(10, true));
    p.setPen(colors().faint);
    p.drawText(QRectF(box.left() + 4, box.top(), box.width(), 20),
               tr("From above: bed to the left, die above the tube"));
}

/// Along the tube from ahead of the die: how far what is bent hangs below it.
void BenderView::drawAlong(QPainter &p, const QRectF &box) const {
    const std::vector<Vec3> line = workshop::tubeInBender(*m_plan, m_step, m_turned);
    double reach = m_floor;
    for (const Vec3 &q : line) reach = std::max({reach, std::abs(q.y()), std::abs(q.z())});
    const double scale = std::min(box.width(), box.height() - 20) / (2.1 * reach);
    const QPointF origin(box.center().x(), box.center().y());
    const auto at = [&](double y, double z) { return origin + QPointF(-y, -z) * scale; };
    p.save();
    p.setClipRect(box);
    p.setPen(QPen(colors().ink, 2));
    p.drawLine(QPointF(box.left(), at(0, -m_floor).y()), QPointF(box.right(), at(0, -m_floor).y()));
    p.setPen(QPen(colors().ink, 1.2));
    p.setBrush(QBrush(colors().rule, Qt::BDiagPattern));
    p.drawRect(QRectF(at(m_bed / 2, m_bed / 2), at(-m_bed / 2, -m_bed / 2)).normalized());
    QPolygonF path;
    for (const Vec3 &q : line) path << at(q.y(), q.z());
    drawTube(p, path, m_tube * scale);
    p.restore();
    p.setFont(textFont(10, true));
    p.setPen(colors().faint);
    p.drawText(QRectF(box.left() + 4, box.top(), box.width(), 20), tr("Along it, with the floor"));
}

BendPage::BendPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("bendPage");
    m_table =
        new StopTable("bendTable", tr("Tubes to bend"),
                      {tr("Tube"), tr("Cut"), tr("Bends"), tr("Fed first"), tr("Says the bender")}, this);
    m_table->shareWithLast();
    m_twins =
        new QCheckBox(tr("Bend both sides of one tube where that saves tube, and saw it apart after"), this);
    m_twins->setObjectName("bendTwins");
    m_view = new BenderView(this);
    m_place = new QSlider(Qt::Horizontal, this);
    m_place->setObjectName("bendPlace");
    m_place->setAccessibleName(tr("How far the bending has come"));
    m_play = new QPushButton(tr("Play the bends"), this);
    m_play->setObjectName("playBends");
    m_step = new QLabel(this);
    m_step->setObjectName("bendStep");
    m_step->setWordWrap(true);
    m_step->setFont(textFont(12));
    m_step->setMinimumHeight(44);
    m_springback = new QLabel(this);
    m_springback->setObjectName("bendSpringback");
    m_springback->setWordWrap(true);
    m_set = new QuantityEdit(session, Quantity::Angle, this);
    m_set->setObjectName("testSet");
    m_set->setAccessibleName(tr("Test bend: set"));
    m_got = new QuantityEdit(session, Quantity::Angle, this);
    m_got->setObjectName("testGot");
    m_got->setAccessibleName(tr("Test bend: kept"));
    for (QuantityEdit *e : {m_set, m_got}) e->setFixedWidth(90);
    m_log = new QPushButton(tr("Log the test bend"), this);
    m_log->setObjectName("logTestBend");
    auto *playing = new QHBoxLayout;
    playing->addWidget(m_play);
    playing->addWidget(m_place, 1);
    auto *test = new QHBoxLayout;
    test->addWidget(m_springback, 1);
    test->addWidget(new QLabel(tr("Set"), this));
    test->addWidget(m_set);
    test->addWidget(new QLabel(tr("kept"), this));
    test->addWidget(m_got);
    test->addWidget(m_log);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_table, 2);
    layout->addWidget(m_view, 4);
    layout->addWidget(m_twins);
    layout->addLayout(playing);
    layout->addWidget(m_step);
    layout->addLayout(test);
    m_clock = new QTimer(this);
    m_clock->setInterval(40);
    connect(m_clock, &QTimer::timeout, this, [this] {
        if (m_place->value() >= m_place->maximum()) return play();
        m_place->setValue(m_place->value() + 3);
    });
    connect(m_play, &QPushButton::clicked, this, &BendPage::play);
    connect(m_place, &QSlider::valueChanged, this, &BendPage::showMoment);
    connect(m_twins, &QCheckBox::clicked, this, [this](bool on) {
        m_session->edit(on ? tr("Bend both sides of one tube") : tr("Bend every tube by itself"),
                        [on](job::Job &job) { job.shop.twins = on; });
    });
    connect(m_log, &QPushButton::clicked, this, &BendPage::logTest);
    connect(m_table, &QTableWidget::currentCellChanged, this, [this] {
        m_place->setValue(0);
        showMoment();
    });
    auto *seen = new WhenSeen(this, [this] { refresh(); });
    for (auto signal : {&Session::appraisalChanged, &Session::unitsChanged, &Session::pieceChosen})
        connect(session, signal, seen, &WhenSeen::ask);
    seen->ask();
}

const job::BentBar *BendPage::chosen() const {
    const job::PieceAppraisal *piece = m_held ? m_session->chosen(*m_held) : nullptr;
    const int row = m_table->currentRow();
    return piece && row >= 0 && row < static_cast<int>(piece->bent.size())
               ? &piece->bent[static_cast<std::size_t>(row)]
               : nullptr;
}

void BendPage::refresh() {
    m_held = m_session->shownAppraisal();
    const job::PieceAppraisal *piece = m_session->chosen(*m_held);
    const auto print = [this](double v, Quantity q) {
        return QString::fromStdString(measure::printQuantity(v, q, m_session->units()));
    };
    const int kept = m_table->currentRow();
    const std::size_t count = piece ? piece->bent.size() : 0;
    m_table->setRowCount(static_cast<int>(count));
    for (std::size_t i = 0; i < count; ++i) {
        const job::BentBar &b = piece->bent[i];
        QString name = worded(piece->assembly->labelOf(b.part));
        if (!b.twin.empty()) name = tr("%1 and %2").arg(name, worded(piece->assembly->labelOf(b.twin)));
        if (!b.plan) {
            m_table->setRow(static_cast<int>(i), {name, "–", "–", "–", worded(b.why)});
            continue;
        }
        QString says = b.saved > 0 ? tr("It can be made, and saves %1.").arg(print(b.saved, Quantity::Length))
                                   : tr("It can be made.");
        for (const workshop::BendStep &s : b.plan->steps)
            if (s.barredBy != workshop::BendBar::Nothing) says = inTheWay(s.barredBy);
        m_table->setRow(static_cast<int>(i),
                        {name, print(b.plan->cut, Quantity::Length), QString::number(b.plan->steps.size()),
                         b.plan->fromEnd ? tr("its end") : tr("its start"), says});
    }
    if (count > 0) m_table->selectRow(std::clamp(kept, 0, static_cast<int>(count) - 1));
    m_twins->setChecked(m_session->job().shop.twins);
    m_view->setStand(m_session->job().shop.benderFloor, m_session->job().shop.benderBed);
    showMoment();
}

/// The step and the turn that the slider stands for, drawn and said.
void BendPage::showMoment() {
    const job::BentBar *b = chosen();
    const job::PieceAppraisal *piece = m_held ? m_session->chosen(*m_held) : nullptr;
    const bool works = b && b->plan && !b->plan->steps.empty();
    for (QWidget *w :
         {static_cast<QWidget *>(m_place), static_cast<QWidget *>(m_play), static_cast<QWidget *>(m_log)})
        w->setEnabled(works);
    if (!works) {
        m_view->show(nullptr, 0, 0, 0);
        m_step->setText(b ? worded(b->why) : tr("No tube of this piece is bent."));
        m_springback->clear();
        return;
    }
    const workshop::BendPlan &plan = *b->plan;
    m_place->setMaximum(perBend * static_cast<int>(plan.steps.size()));
    const auto step = std::min(static_cast<std::size_t>(m_place->value() / perBend), plan.steps.size() - 1);
    const double share = (m_place->value() - static_cast<double>(step) * perBend) / perBend;
    const workshop::BendStep &s = plan.steps[step];
    const parts::BarPart *bar = piece->assembly->bar(b->part);
    m_view->show(std::make_shared<const workshop::BendPlan>(plan), bar ? bar->section.height : 0, step,
                 s.bend.set * share);
    const auto print = [this](double v, Quantity q) {
        return QString::fromStdString(measure::printQuantity(v, q, m_session->units()));
    };
    QString text = tr("Bend %1 of %2: the mark %3 from the fed end at the die, set %4 for %5")
                       .arg(step + 1)
                       .arg(plan.steps.size())
                       .arg(print(s.bend.mark, Quantity::DrilledLength), print(s.bend.set, Quantity::Angle),
                            print(s.bend.angle, Quantity::Angle));
    if (std::abs(s.bend.rotation) > 1e-3)
        text += tr("; turn the tube by %1 first").arg(print(s.bend.rotation, Quantity::Angle));
    if (s.pulls > 1) text += tr("; in %1 pulls").arg(s.pulls);
    text += ".";
    if (plan.cutApart > 0)
        text += tr(" Saw it apart %1 from the fed end when all bends are made.")
                    .arg(print(plan.cutApart, Quantity::DrilledLength));
    if (s.barredBy != workshop::BendBar::Nothing) text += " " + inTheWay(s.barredBy);
    m_step->setText(text);
    m_springback->setText(
        plan.springback.tests > 0
            ? tr("Set by %1 test bends with this die in this material.").arg(plan.springback.tests)
            : tr("No test bend with this die in this material yet: 2° in 90° are usual. Make one."));
}

void BendPage::play() {
    if (m_clock->isActive()) {
        m_clock->stop();
    } else {
        if (m_place->value() >= m_place->maximum()) m_place->setValue(0);
        m_clock->start();
    }
    m_play->setText(m_clock->isActive() ? tr("Stop") : tr("Play the bends"));
}

void BendPage::logTest() {
    const job::BentBar *b = chosen();
    const job::PieceAppraisal *piece = m_held ? m_session->chosen(*m_held) : nullptr;
    const parts::BarPart *bar = b && piece ? piece->assembly->bar(b->part) : nullptr;
    const workshop::BenderDie *die = bar ? workshop::dieFor(m_session->job().shop.dies, *bar) : nullptr;
    if (!die) return;
    const double set = m_set->typed().value_or(0), got = m_got->typed().value_or(0);
    if (!(set > 0 && got > 0 && got <= set))
        return m_springback->setText(
            tr("Type what the bender was set to, and what the tube kept of it: no more."));
    workshop::TestBend test{die->id, bar->material.id, set, got, today()};
    m_session->edit(tr("Log a test bend"), [&](job::Job &job) { job.shop.testBends.push_back(test); });
}

}  // namespace hefty::app
