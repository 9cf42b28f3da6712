#include "app/stops/measure/angles_page.h"

#include <array>

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QTableView>
#include <QVBoxLayout>

#include "app/window/theme.h"
#include "app/window/worded.h"
#include "core/job/names.h"

namespace hefty::app {
namespace {

using measure::Quantity;

struct Column {
    const char *name;
    Quantity quantity;
    std::pair<std::optional<double>, std::string> (*value)(const clearance::Clearance &);
};

std::pair<std::optional<double>, std::string> of(const clearance::LimitAngle &a) {
    return {a.angle, a.angle ? a.governs : a.why};
}
std::pair<std::optional<double>, std::string> of(const clearance::LowPoint &p) {
    return {p.height, p.governs};
}

using clearance::Clearance;
constexpr std::array<Column, 8> columns{
    {{"Approach", Quantity::Angle, [](const Clearance &c) { return of(c.approach.whole); }},
     {"In path", Quantity::Angle, [](const Clearance &c) { return of(c.approach.wheelPath); }},
     {"Breakover", Quantity::Angle, [](const Clearance &c) { return of(c.breakover); }},
     {"Departure", Quantity::Angle, [](const Clearance &c) { return of(c.departure.whole); }},
     {"Side", Quantity::Angle, [](const Clearance &c) { return of(c.side); }},
     {"Between", Quantity::Length, [](const Clearance &c) { return of(c.between); }},
     {"Axle F", Quantity::Length, [](const Clearance &c) { return of(c.atFront); }},
     {"Axle R", Quantity::Length, [](const Clearance &c) { return of(c.atRear); }}}};

}  // namespace

VariantModel::VariantModel(Session *session, QObject *parent)
    : QAbstractTableModel(parent), m_session(session) {
    m_shown = session->appraisal();
    connect(session, &Session::appraisalChanged, this, &VariantModel::refresh);
    connect(session, &Session::unitsChanged, this, [this] {
        if (rowCount() > 0) emit dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
    });
}

void VariantModel::refresh() {
    // The table comes with the second answer; until then the last one stands.
    if (m_session->appraisal()->variants.empty() && m_session->appraisal()->rig) return;
    beginResetModel();
    m_shown = m_session->appraisal();
    endResetModel();
}

int VariantModel::rowCount(const QModelIndex &parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_shown->variants.size());
}

int VariantModel::columnCount(const QModelIndex &parent) const {
    return parent.isValid() ? 0 : static_cast<int>(columns.size()) + 2;
}

QVariant VariantModel::data(const QModelIndex &index, int role) const {
    if (!index.isValid() || index.row() >= rowCount()) return {};
    const job::ClearanceVariant &v = m_shown->variants[static_cast<std::size_t>(index.row())];
    if (index.column() < 2) {
        if (role == Qt::DisplayRole) return worded(index.column() == 0 ? v.tire : v.load);
        if (role == Qt::ToolTipRole && !v.why.empty()) return worded(v.why);
        return {};
    }
    const Column &c = columns[static_cast<std::size_t>(index.column() - 2)];
    const auto [value, why] = v.clearance ? c.value(*v.clearance) : std::pair{std::optional<double>(), v.why};
    if (role == Qt::ToolTipRole)
        return value ? tr("Governed by %1").arg(worded(job::nameOf(m_session->job(), *m_shown, why)))
                     : QString::fromStdString(why);
    if (role == Qt::TextAlignmentRole) return static_cast<int>(Qt::AlignRight | Qt::AlignVCenter);
    if (role != Qt::DisplayRole) return {};
    return value ? QString::fromStdString(measure::printQuantity(*value, c.quantity, m_session->units()))
                 : QStringLiteral("–");
}

QVariant VariantModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || role != Qt::DisplayRole) return {};
    if (section < 2) return section == 0 ? tr("On tire") : tr("Load");
    return tr(columns[static_cast<std::size_t>(section - 2)].name);
}

AnglesPage::AnglesPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("anglesPage");
    m_side = new PlanView(session, ViewSide::Side, this);
    m_side->setObjectName("anglesSide");
    m_side->setAccessibleName(tr("The vehicle from the side with its limiting angles"));
    m_side->title = tr("As it stands: what limits each angle, and what comes next");
    m_side->showAllAngles = true;
    m_side->showKeepOuts = false;
    m_side->setFit({-5300, 0, -100}, {2800, 0, 1700});
    m_model = new VariantModel(session, this);
    m_table = new QTableView(this);
    m_table->setObjectName("variants");
    m_table->setAccessibleName(tr("Clearance on each tire and with each load"));
    m_table->setModel(m_model);
    m_table->setAlternatingRowColors(true);
    m_table->setFont(measureFont(10));
    m_table->horizontalHeader()->setFont(textFont(8.5));
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setDefaultSectionSize(30);
    m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    constexpr int load = 1;
    m_table->horizontalHeader()->setSectionResizeMode(load, QHeaderView::Stretch);
    m_table->setTabKeyNavigation(false);
    auto *tray = new QWidget;
    m_gains = new QVBoxLayout(tray);
    m_gains->setContentsMargins(0, 0, 4, 0);
    auto *scroll = new QScrollArea(this);
    scroll->setObjectName("gains");
    scroll->setWidget(tray);
    scroll->setWidgetResizable(true);
    scroll->setFixedWidth(312);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto *upper = new QHBoxLayout;
    upper->addWidget(m_side, 1);
    upper->addWidget(scroll);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(upper, 10);
    layout->addWidget(m_table, 9);
    connect(session, &Session::appraisalChanged, this, &AnglesPage::refresh);
    connect(session, &Session::unitsChanged, this, [this] {
        m_shown.reset();
        refresh();
    });
    refresh();
}

/// What a step of each setting gains, each a button that takes it.
void AnglesPage::refresh() {
    const auto appraisal = m_session->appraisal();
    if (!appraisal->remediesDone || appraisal == m_shown) return;
    m_shown = appraisal;
    while (QLayoutItem *item = m_gains->takeAt(0)) {
        if (QWidget *w = item->widget()) w->deleteLater();
        delete item;
    }
    const auto heading = [this](const QString &text) {
        auto *label = new QLabel(text);
        label->setFont(textFont(12, true));
        label->setWordWrap(true);
        m_gains->addWidget(label);
    };
    std::string group;
    for (const char *gauge : {"approach", "wheelPath", "breakover", "departure"}) {
        int count = 0;
        for (const job::AngleGain &g : appraisal->gains) {
            if (g.gauge != gauge) continue;
            if (count++ == 0) {
                const job::Gauge *of = appraisal->gauge(g.gauge);
                heading(tr("%1 %2").arg(worded(of->name),
                                        QString::fromStdString(measure::printQuantity(
                                            of->value.value_or(0), Quantity::Angle, m_session->units()))));
            }
            auto *take = new QPushButton(tr("%1\n+%2, then limited by\n%3")
                                             .arg(worded(g.label, m_session->units()),
                                                  QString::fromStdString(measure::printQuantity(
                                                      g.change, Quantity::Angle, m_session->units())),
                                                  worded(g.then)));
            take->setObjectName(QStringLiteral("gain.%1.%2").arg(gauge).arg(count));
            take->setStyleSheet(QStringLiteral("text-align: left;"));
            take->setFont(textFont(10));
            connect(take, &QPushButton::clicked, this, [this, g] {
                m_session->edit(tr("Take a step: %1").arg(worded(g.label, m_session->units())),
                                job::apply(m_session->job(), g.edit));
            });
            m_gains->addWidget(take);
        }
    }
    if (appraisal->gains.empty())
        m_gains->addWidget(new QLabel(tr("No step of %1 of any setting gains an angle.")
                                          .arg(QString::fromStdString(measure::printQuantity(
                                              job::angleStep, Quantity::Length, m_session->units())))));
    m_gains->addStretch();
}

}  // namespace hefty::app
