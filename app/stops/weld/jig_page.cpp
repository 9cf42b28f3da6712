#include "app/stops/weld/jig_page.h"

#include <algorithm>
#include <cmath>

#include <QHBoxLayout>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QVBoxLayout>

#include "app/views/drawing_marks.h"
#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "app/window/when_seen.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

using measure::Quantity;
using workshop::JigPlan;
using workshop::JigPoint;

QString kindOf(const JigPoint &p, const QString &size) {
    switch (p.kind) {
        case JigPoint::Kind::Bolt:
            return JigPage::tr("dummy bolt %1").arg(size);
        case JigPoint::Kind::Bush:
            return p.diameter > 0 ? JigPage::tr("dummy spindle %1").arg(size) : JigPage::tr("stop");
        case JigPoint::Kind::Tube:
            return JigPage::tr("dummy tube %1").arg(size);
        case JigPoint::Kind::Support:
            return JigPage::tr("stand");
    }
    return {};
}

}  // namespace

QString jigStandsThere(const JigPoint &p, measure::UnitSystem units) {
    const auto said = [units](double v, Quantity q) {
        return QString::fromStdString(measure::printQuantity(v, q, units));
    };
    const QString stands = kindOf(p, said(p.diameter, Quantity::DrilledLength));
    return p.preset == 0 ? stands
                         : JigPage::tr("%1, set %2 higher").arg(stands, said(p.preset, Quantity::Length));
}

JigFloor::JigFloor(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("jigFloor");
    setAccessibleName(tr("The floor from above with every place of the jig"));
}

void JigFloor::show(std::optional<JigPlan> plan, int chosen) {
    m_plan = std::move(plan);
    m_chosen = chosen;
    update();
}

/// The floor seen from above with the base line at the bottom, A on the left.
QPointF JigFloor::place(double along, double aside) const {
    double low = 0, high = m_plan->base, far = 1;
    for (const JigPoint &p : m_plan->points) {
        low = std::min(low, p.along);
        high = std::max(high, p.along);
        far = std::max(far, p.aside);
    }
    const QRectF box = m_area.adjusted(40, 40, -40, -46);
    const double scale = std::min(box.width() / (high - low), box.height() / far);
    return {box.center().x() + (along - (high + low) / 2) * scale, box.bottom() - aside * scale};
}

QString JigFloor::said(double mm) const {
    return QString::fromStdString(measure::printQuantity(mm, Quantity::Length, m_session->units()));
}

void JigFloor::drawLine(QPainter &p) const {
    const QPointF a = place(0, 0), b = place(m_plan->base, 0);
    p.setPen(QPen(colors().blue, 2));
    p.drawLine(a, b);
    p.setFont(textFont(11));
    for (const auto &[at, name] : {std::pair{a, QStringLiteral("A")}, {b, QStringLiteral("B")}}) {
        p.drawLine(at - QPointF(0, 7), at + QPointF(0, 7));
        p.drawText(QRectF(at.x() - 20, at.y() + 6, 40, 20), Qt::AlignCenter, name);
    }
    drawLabel(p, (a + b) / 2 + QPointF(0, 14), said(m_plan->base), colors().blue, colors().paper);
}

/// The two lines that are struck to the chosen place, each with a piece of its arc.
void JigFloor::drawChosen(QPainter &p) const {
    if (m_chosen < 0 || m_chosen >= static_cast<int>(m_plan->points.size())) return;
    const JigPoint &c = m_plan->points[static_cast<std::size_t>(m_chosen)];
    const QPointF at = place(c.along, c.aside);
    p.setPen(QPen(colors().yellowEdge, 1.5));
    p.setBrush(Qt::NoBrush);
    for (const auto &[from, length] : {std::pair{place(0, 0), c.fromA}, {place(m_plan->base, 0), c.fromB}}) {
        const QLineF struck(from, at);
        p.drawLine(struck);
        const double r = struck.length();
        constexpr int wide = 14, perDegree = 16;
        p.drawArc(QRectF(from.x() - r, from.y() - r, 2 * r, 2 * r),
                  static_cast<int>(perDegree * (struck.angle() - wide / 2.0)), perDegree * wide);
        drawLabel(p, struck.center(), said(length), colors().ink, colors().paper);
    }
}

/// Places above each other are named together.
void JigFloor::drawPlaces(QPainter &p) const {
    p.setFont(textFont(10));
    std::vector<bool> named(m_plan->points.size(), false);
    for (std::size_t i = 0; i < m_plan->points.size(); ++i) {
        const JigPoint &j = m_plan->points[i];
        const QPointF at = place(j.along, j.aside);
        p.setPen(QPen(colors().ink, 1.5));
        p.setBrush(static_cast<int>(i) == m_chosen ? colors().yellow : colors().paper);
        if (j.kind == JigPoint::Kind::Support)
            p.drawRect(QRectF(at - QPointF(5, 5), QSizeF(10, 10)));
        else
            p.drawEllipse(at, 5, 5);
        QStringList numbers;
        for (std::size_t k = i; k < m_plan->points.size() && !named[i]; ++k)
            if (QLineF(at, place(m_plan->points[k].along, m_plan->points[k].aside)).length() < 12 &&
                !named[k])
                numbers << QString::number(k + 1);
        for (const QString &n : numbers) named[static_cast<std::size_t>(n.toInt()) - 1] = true;
        // Above its mark, or below where another mark stands right above.
        const QRectF above(at.x() - 60, at.y() - 22, 120, 16);
        const bool covered =
            std::any_of(m_plan->points.begin(), m_plan->points.end(), [&](const JigPoint &o) {
                const QPointF other = place(o.along, o.aside);
                return QLineF(at, other).length() >= 12 && above.adjusted(50, -6, -50, 6).contains(other);
            });
        p.drawText(covered ? above.translated(0, 28) : above, Qt::AlignCenter, numbers.join(","));
    }
}

void JigFloor::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    drawPanel(p, rect(), m_plan ? QString() : tr("The piece holds to nothing that a jig could stand for."));
    if (!m_plan) return;
    m_area = rect();
    draw(p);
}

void JigFloor::draw(QPainter &p) {
    drawLine(p);
    drawChosen(p);
    drawPlaces(p);
}

void JigFloor::paintInto(QPainter &painter, const QRectF &box) {
    if (!m_plan) return;
    const QRectF before = m_area;
    m_area = box;
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    draw(painter);
    painter.restore();
    m_area = before;
}

void JigFloor::mousePressEvent(QMouseEvent *event) {
    if (!m_plan) return;
    constexpr double reach = 14;
    int best = -1;
    double near = reach;
    for (std::size_t i = 0; i < m_plan->points.size(); ++i) {
        const JigPoint &j = m_plan->points[i];
        const QPointF off = place(j.along, j.aside) - event->position();
        if (const double d = std::hypot(off.x(), off.y()); d < near) {
            near = d;
            best = static_cast<int>(i);
        }
    }
    if (best >= 0) emit picked(best);
}

JigPage::JigPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("jigPage");
    m_floor = new JigFloor(session, this);
    m_points =
        new StopTable("jigTable", tr("Places of the jig"),
                      {tr("Place"), tr("From A"), tr("From B"), tr("Height"), tr("What stands there")}, this);
    m_checks = new StopTable("jigChecks", tr("Distances that say whether the jig is true"),
                             {tr("Between"), tr("Distance")}, this);
    m_steps = new QLabel(this);
    m_steps->setObjectName("jigSteps");
    m_steps->setWordWrap(true);
    m_steps->setFont(textFont(10));
    m_steps->setAlignment(Qt::AlignLeft | Qt::AlignTop);
    m_steps->setTextInteractionFlags(Qt::TextSelectableByMouse);
    auto *caution =
        new QLabel(tr("Stands carry the piece while it is hot: weight or bolt them down. Galvanized floor "
                      "plates and zinc dummies give off poisonous fumes."),
                   this);
    caution->setObjectName("caution");
    caution->setWordWrap(true);
    auto *upper = new QHBoxLayout;
    upper->addWidget(m_floor, 5);
    upper->addWidget(m_checks, 3);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(upper, 5);
    layout->addWidget(m_points, 4);
    layout->addWidget(m_steps);
    layout->addWidget(caution);
    connect(m_points, &QTableWidget::currentCellChanged, this,
            [this](int row) { m_floor->show(m_plan, row); });
    connect(m_floor, &JigFloor::picked, m_points, &QTableWidget::selectRow);
    auto *seen = new WhenSeen(this, [this] { refresh(); });
    for (auto signal : {&Session::appraisalChanged, &Session::unitsChanged})
        connect(session, signal, seen, &WhenSeen::ask);
    seen->ask();
}

QString JigPage::said(double value) const {
    return QString::fromStdString(measure::printQuantity(value, Quantity::Length, m_session->units()));
}

void JigPage::refresh() {
    const auto appraisal = m_session->shownAppraisal();
    const job::PieceAppraisal *piece = m_session->chosen(*appraisal);
    m_plan = piece ? piece->jig : std::nullopt;
    const std::vector<JigPoint> points = m_plan ? m_plan->points : std::vector<JigPoint>{};
    const std::vector<workshop::JigCheck> checks =
        m_plan ? m_plan->checks : std::vector<workshop::JigCheck>{};
    m_points->setRowCount(static_cast<int>(points.size()));
    for (std::size_t i = 0; i < points.size(); ++i) {
        const JigPoint &p = points[i];
        const QString stands = jigStandsThere(p, m_session->units());
        m_points->setRow(static_cast<int>(i), {tr("%1  %2").arg(i + 1).arg(worded(p.label)), said(p.fromA),
                                               said(p.fromB), said(p.height), stands});
    }
    m_checks->setRowCount(static_cast<int>(checks.size()));
    for (std::size_t i = 0; i < checks.size(); ++i)
        m_checks->setRow(static_cast<int>(i), {tr("%1 to %2").arg(checks[i].one + 1).arg(checks[i].other + 1),
                                               said(checks[i].distance)});
    QString steps;
    if (m_plan)
        for (std::size_t i = 0; i < m_plan->steps.size(); ++i)
            steps += tr("%1. %2\n").arg(i + 1).arg(worded(m_plan->steps[i], m_session->units()));
    m_steps->setText(steps.trimmed());
    m_floor->show(m_plan, m_points->currentRow());
}

}  // namespace hefty::app
