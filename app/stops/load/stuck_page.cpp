#include "app/stops/load/stuck_page.h"

#include <algorithm>

#include <QComboBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

#include "app/views/drawing_marks.h"
#include "app/window/quantity_edit.h"
#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "app/window/when_seen.h"
#include "app/window/worded.h"

namespace hefty::app {

using measure::Quantity;

LinesView::LinesView(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("linesView");
    setAccessibleName(tr("Vehicle, lines and anchor with the force in each"));
}

void LinesView::show(const job::StuckPlan &plan) {
    m_plan = plan;
    update();
}

void LinesView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const std::size_t lines = m_plan.lineForces.size();
    drawPanel(p, rect(),
              lines == 0 ? tr("Nothing to draw: no line is needed, or none is enough.") : QString());
    if (lines == 0) return;
    const QRectF box = QRectF(rect()).adjusted(20, 24, -20, -24);
    const QRectF vehicle(box.left(), box.center().y() - 44, 130, 88);
    const double far = box.right() - 40, spread = std::min(30.0, 150.0 / static_cast<double>(lines));
    p.setPen(QPen(colors().blue, 2));
    p.setBrush(Qt::NoBrush);
    p.drawRoundedRect(vehicle, 8, 8);
    p.drawText(vehicle, Qt::AlignCenter, tr("stuck"));
    p.setPen(QPen(colors().ink, 2));
    p.setBrush(QBrush(colors().rule, Qt::BDiagPattern));
    p.drawEllipse(QPointF(far, box.center().y()), 22,
                  std::max(22.0, spread * static_cast<double>(lines) / 2 + 12));
    p.setFont(measureFont(10));
    const double top = box.center().y() - spread * (static_cast<double>(lines) - 1) / 2;
    for (std::size_t k = 0; k < lines; ++k) {
        const double y = top + spread * static_cast<double>(k);
        const QPointF from(vehicle.right(), y), to(far - 18, y);
        p.setPen(QPen(colors().yellowEdge, 3));
        p.drawLine(from, to);
        const QString text = QString::fromStdString(
            measure::printQuantity(m_plan.lineForces[k], Quantity::Force, m_session->units()));
        drawLabel(p, (from + to) / 2, k == 0 ? tr("winch %1").arg(text) : text, colors().ink, colors().panel);
        if (k + 1 < lines) {  // the block where it turns to the next line
            const double x = k % 2 == 0 ? to.x() : from.x();
            p.setPen(QPen(colors().ink, 2));
            p.setBrush(colors().paper);
            p.drawEllipse(QPointF(x, y + spread / 2), 7, spread / 2);
        }
    }
}

StuckPage::StuckPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("stuckPage");
    m_mass = new QuantityEdit(session, Quantity::Mass, this);
    m_mass->setObjectName("stuckMass");
    m_grade = new QuantityEdit(session, Quantity::Angle, this);
    m_grade->setObjectName("stuckGrade");
    m_grade->setValue(0);
    m_mired = new QComboBox(this);
    m_mired->setObjectName("stuckMired");
    for (const auto &[name, how] : {std::pair{tr("not mired"), rig::Mired::No},
                                    {tr("to the hubs"), rig::Mired::Hubs},
                                    {tr("to the fenders"), rig::Mired::Fenders},
                                    {tr("to the body"), rig::Mired::Body}})
        m_mired->addItem(name, static_cast<int>(how));
    m_mired->setCurrentIndex(1);
    m_ground = new QComboBox(this);
    m_ground->setObjectName("stuckGround");
    for (const rig::Ground &g : rig::grounds())
        m_ground->addItem(tr("%1, %2 of the weight").arg(QString::fromUtf8(g.name)).arg(g.rolling, 0, 'g', 2),
                          g.rolling);
    m_ground->setCurrentIndex(2);
    for (QComboBox *b : {m_mired, m_ground}) {
        b->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        b->setMinimumContentsLength(10);
    }
    m_extra = new QSpinBox(this);
    m_extra->setObjectName("stuckExtra");
    m_extra->setRange(0, 4);
    m_extra->setMinimumHeight(36);
    auto *form = new QFormLayout;
    for (const auto &[name, widget] : {std::pair<QString, QWidget *>{tr("Mass, loaded"), m_mass},
                                       {tr("Uphill"), m_grade},
                                       {tr("Stands in"), m_mired},
                                       {tr("Ground"), m_ground},
                                       {tr("Lines more than needed"), m_extra}}) {
        widget->setAccessibleName(name);
        form->addRow(name, widget);
    }
    m_says = new QLabel(this);
    m_says->setObjectName("stuckSays");
    m_says->setWordWrap(true);
    m_says->setFont(textFont(12));
    auto *why = new QPushButton(tr("Why: the working"), this);
    why->setObjectName("stuckWhy");
    auto *left = new QVBoxLayout;
    left->addLayout(form);
    left->addWidget(m_says);
    left->addWidget(why, 0, Qt::AlignLeft);
    left->addStretch();
    m_view = new LinesView(session, this);
    m_table = new StopTable("stuckTable", tr("What the pull goes through"),
                            {tr("Part"), tr("Force"), tr("May carry"), tr("Says")}, this);
    auto *caution = new QLabel(tr("A rope that parts kills. Nobody within one and a half of its length, "
                                  "dampers on every line, blocks and "
                                  "straps rated for their own force, never a tow ball. The anchor is for you "
                                  "to judge: it takes the whole "
                                  "pull. Dig first."),
                               this);
    caution->setObjectName("caution");
    caution->setWordWrap(true);
    auto *right = new QVBoxLayout;
    right->addWidget(m_view, 3);
    right->addWidget(m_table, 3);
    right->addWidget(caution);
    auto *layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(left, 3);
    layout->addLayout(right, 5);
    connect(m_mass, &QuantityEdit::valueTyped, this, [this] {
        m_massTyped = true;
        refresh();
    });
    connect(m_grade, &QuantityEdit::valueTyped, this, &StuckPage::refresh);
    for (QComboBox *b : {m_mired, m_ground})
        connect(b, &QComboBox::currentIndexChanged, this, &StuckPage::refresh);
    connect(m_extra, &QSpinBox::valueChanged, this, &StuckPage::refresh);
    connect(why, &QPushButton::clicked, this, [this] { emit whyAsked(m_working); });
    auto *seen = new WhenSeen(this, [this] { refresh(); });
    for (auto signal : {&Session::appraisalChanged, &Session::unitsChanged})
        connect(session, signal, seen, &WhenSeen::ask);
    seen->ask();
}

rig::Stuck StuckPage::typed() const {
    rig::Stuck s;
    s.mass = m_mass->typed().value_or(0);
    s.grade = m_grade->typed().value_or(0);
    s.mired = static_cast<rig::Mired>(m_mired->currentData().toInt());
    s.rolling = m_ground->currentData().toDouble();
    return s;
}

/// Whether a part of the line holds; what nobody has said is not judged here.
QString StuckPage::said(const job::LinePart &part) const {
    if (part.carries > 0) return part.holds() ? tr("holds") : tr("too much");
    return part.on == job::LinePart::On::Anchor ? tr("for you to judge") : tr("by its mark");
}

void StuckPage::refresh() {
    const auto appraisal = m_session->appraisal();
    if (const auto mass = job::loadedMass(*appraisal); mass && !m_massTyped) m_mass->setValue(*mass);
    const auto print = [this](double v) {
        return QString::fromStdString(measure::printQuantity(v, Quantity::Force, m_session->units()));
    };
    const auto plan = job::stuckPlan(*appraisal, typed(), m_session->stock(), m_extra->value());
    m_table->setRowCount(plan ? static_cast<int>(plan->parts.size()) : 0);
    if (!plan) {
        m_says->setText(worded(plan.error().sentence()));
        m_view->show({});
        m_working = {};
        return;
    }
    m_working = plan->working;
    m_view->show(*plan);
    bool all = true;
    for (std::size_t i = 0; i < plan->parts.size(); ++i) {
        const job::LinePart &part = plan->parts[i];
        all = all && (part.carries <= 0 || part.holds());
        m_table->setRow(static_cast<int>(i),
                        {worded(part.what), print(part.force),
                         part.carries > 0 ? print(part.carries) : QStringLiteral("–"), said(part)});
    }
    if (plan->lines == 0)
        m_says->setText(plan->pull > 0
                            ? tr("%1 free it: ten lines of this winch are not enough. Dig, or pull with a "
                                 "second vehicle.")
                                  .arg(print(plan->pull))
                            : tr("Nothing holds it."));
    else
        m_says->setText(
            tr("%1 free it. The winch pulls %2: %3 lines are enough, %4 at the winch.%5")
                .arg(print(plan->pull), print(plan->winch))
                .arg(plan->lines)
                .arg(print(plan->lineForces.front()),
                     all ? QString() : tr(" Something in the line is asked for too much: take more lines.")));
}

}  // namespace hefty::app
