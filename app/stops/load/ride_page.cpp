#include "app/stops/load/ride_page.h"

#include <algorithm>
#include <cmath>

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>

#include "app/views/drawing_marks.h"
#include "app/window/quantity_edit.h"
#include "app/window/theme.h"
#include "app/window/worded.h"

namespace hefty::app {

using measure::Quantity;

RideChart::RideChart(QWidget *parent) : QWidget(parent) {
    setObjectName("rideChart");
    setAccessibleName(tr("The record over time, and how often which range came"));
}

void RideChart::show(std::vector<double> record, double duration, std::vector<joints::Cycles> cycles) {
    m_record = std::move(record);
    m_duration = duration;
    m_cycles = std::move(cycles);
    update();
}

void RideChart::paintEvent(QPaintEvent *) {
    QPainter p(this);
    drawPanel(p, rect(),
              m_record.size() < 2
                  ? tr("Open a record of a ride: a CSV with the columns t (s), ax, ay, az (g).")
                  : QString());
    if (m_record.size() < 2) return;
    p.setFont(measureFont(9));
    const QRectF all = QRectF(rect()).adjusted(60, 20, -16, -26);
    const QRectF time(all.left(), all.top(), all.width(), all.height() * 0.52);
    const QRectF bars(all.left(), time.bottom() + 44, all.width(), all.bottom() - time.bottom() - 44);
    double most = 0.1;
    for (const double a : m_record) most = std::max(most, std::abs(a));
    const auto y = [&](double a) { return time.center().y() - a / most * time.height() / 2; };
    for (const double a : {-most, 0.0, most}) {
        p.setPen(QPen(colors().rule, 1, Qt::DashLine));
        p.drawLine(QPointF(time.left(), y(a)), QPointF(time.right(), y(a)));
        p.setPen(colors().ink);
        p.drawText(QRectF(0, y(a) - 9, 54, 18), Qt::AlignRight | Qt::AlignVCenter,
                   tr("%1 g").arg(a, 0, 'f', 1));
    }
    // Of all samples that fall on one pixel the lowest and the highest.
    const int columns = std::max(1, static_cast<int>(time.width()));
    p.setPen(QPen(colors().blue, 1));
    const std::size_t n = m_record.size();
    for (int c = 0; c < columns; ++c) {
        const std::size_t from = n * static_cast<std::size_t>(c) / static_cast<std::size_t>(columns);
        const std::size_t to =
            std::max(from + 1, n * static_cast<std::size_t>(c + 1) / static_cast<std::size_t>(columns));
        const auto [low, high] =
            std::minmax_element(m_record.begin() + static_cast<std::ptrdiff_t>(from),
                                m_record.begin() + static_cast<std::ptrdiff_t>(std::min(n, to + 1)));
        p.drawLine(QPointF(time.left() + c, y(*low)), QPointF(time.left() + c, y(*high)));
    }
    p.setPen(colors().ink);
    p.drawText(QRectF(time.left(), time.bottom() + 2, time.width(), 18), Qt::AlignRight,
               tr("%1 s").arg(m_duration, 0, 'f', 0));
    constexpr double bin = 0.1;  // g
    const std::vector<double> counts = joints::countsByRange(m_cycles, bin);
    if (counts.empty()) return;
    double highest = 1;
    for (const double count : counts) highest = std::max(highest, std::log10(1 + count));
    p.setPen(QPen(colors().ink, 1));
    p.setBrush(colors().yellow);
    const double wide = bars.width() / static_cast<double>(counts.size());
    for (std::size_t i = 0; i < counts.size(); ++i) {
        const double high = std::log10(1 + counts[i]) / highest * bars.height();
        if (counts[i] > 0)
            p.drawRect(QRectF(bars.left() + static_cast<double>(i) * wide, bars.bottom() - high,
                              std::max(1.0, wide - 1), high));
    }
    p.setPen(colors().ink);
    p.drawText(QRectF(0, bars.top() - 20, width() - 16, 18), Qt::AlignRight,
               tr("how often which range came (log)"));
    p.drawText(QRectF(bars.left(), bars.bottom() + 4, bars.width(), 18), Qt::AlignLeft, "0 g");
    p.drawText(QRectF(bars.left(), bars.bottom() + 4, bars.width(), 18), Qt::AlignRight,
               tr("%1 g").arg(static_cast<double>(counts.size()) * bin, 0, 'f', 1));
}

RidePage::RidePage(Session *session, QWidget *parent)
    : CurvePage(session, "ride", tr("Open a record..."), parent) {
    m_direction = new QComboBox(this);
    m_direction->setObjectName("rideDirection");
    m_direction->setAccessibleName(tr("Direction"));
    for (const QString &name : {tr("up and down"), tr("along"), tr("across")}) m_direction->addItem(name);
    m_hours = new QuantityEdit(session, Quantity::Hours, this);
    m_hours->setObjectName("rideHours");
    m_hours->setAccessibleName(tr("Hours of such riding in its life"));
    m_hours->setFixedWidth(110);
    m_hours->setValue(400);
    m_chart = new RideChart(this);
    auto *row = new QHBoxLayout;
    row->addWidget(m_open);
    row->addWidget(m_direction);
    row->addWidget(new QLabel(tr("Hours of it in its life"), this));
    row->addWidget(m_hours);
    row->addStretch();
    row->addWidget(m_take);
    arrange(row, m_chart);
    connect(m_direction, &QComboBox::currentIndexChanged, this, [this] { refresh(); });
    connect(m_hours, &QuantityEdit::valueTyped, this, [this] { refresh(); });
    for (auto signal : {&Session::jobChanged, &Session::unitsChanged})
        connect(session, signal, m_seen, &WhenSeen::ask);
    m_seen->ask();
}

QString RidePage::read(const std::string &text, const QString &name) {
    auto ride = joints::readRide(text, name.toStdString());
    if (!ride) return worded(ride.error().sentence());
    m_ride = std::move(*ride);
    m_name = name;
    return {};
}

const std::vector<double> &RidePage::record() const {
    return m_direction->currentIndex() == 1   ? m_ride->along
           : m_direction->currentIndex() == 2 ? m_ride->across
                                              : m_ride->up;
}

void RidePage::refresh() {
    const proof::HouseRules &rules = m_session->job().rules;
    m_take->setEnabled(false);
    if (!m_ride) {
        m_says->setText(tr("The house counts %1 million shakes of %2 g in the life of a piece.")
                            .arg(rules.roadCycles / 1e6, 0, 'g', 3)
                            .arg(rules.roadRange, 0, 'f', 2));
        return m_chart->show({}, 0, {});
    }
    const double hours = m_hours->typed().value_or(0);
    const auto cycles = joints::rainflow(record());
    m_equal = hours > 0 ? joints::equalRange(cycles, m_ride->duration, hours, rules.roadCycles) : 0;
    m_chart->show(record(), m_ride->duration, cycles);
    m_take->setEnabled(m_equal > 0 && m_direction->currentIndex() == 0);
    m_says->setText(hours > 0
                        ? tr("%1: %2 hours of it do the harm of %3 million shakes of %4 g from low to high. "
                             "The house has %5 g. Only "
                             "up and down is taken into the rules.")
                              .arg(m_name)
                              .arg(hours, 0, 'f', 0)
                              .arg(rules.roadCycles / 1e6, 0, 'g', 3)
                              .arg(m_equal, 0, 'f', 2)
                              .arg(rules.roadRange, 0, 'f', 2)
                        : tr("Type how many hours of such riding there are in the life of the piece."));
}

void RidePage::take() {
    const double range = m_equal;
    m_session->edit(tr("Shake of the road from %1").arg(m_name),
                    [range](job::Job &job) { job.rules.roadRange = range; });
}

}  // namespace hefty::app
