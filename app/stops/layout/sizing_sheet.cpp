#include "app/stops/layout/sizing_sheet.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFormLayout>
#include <QLabel>
#include <QMetaType>
#include <QProgressBar>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/window/quantity_edit.h"
#include "app/window/worded.h"
#include "core/base/threads.h"

namespace hefty::app {

SizingSheet::SizingSheet(Session *session, QWidget *parent) : QDialog(parent), m_session(session) {
    qRegisterMetaType<job::Sizing>();
    setObjectName("sizingSheet");
    setWindowTitle(tr("Size the piece"));
    resize(520, 560);
    m_goal = new QComboBox(this);
    m_goal->setObjectName("sizingGoal");
    m_goal->addItems({tr("Lightest"), tr("Least material cost"), tr("Half and half")});
    m_rackOnly = new QCheckBox(tr("Only tubes that lie on the rack"), this);
    m_rackOnly->setObjectName("sizingRack");
    m_sameTube = new QCheckBox(tr("Keep the outside of the tube, change its wall"), this);
    m_sameTube->setObjectName("sizingSameTube");
    m_sameTube->setChecked(true);
    m_leg = new QuantityEdit(session, measure::Quantity::DrilledLength, this);
    m_leg->setObjectName("sizingLeg");
    m_leg->setValue(m_largestLeg);
    connect(m_leg, &QuantityEdit::valueTyped, this, [this](double v) { m_largestLeg = v; });
    m_limitsMass = new QCheckBox(tr("Adds no more than"), this);
    m_limitsMass->setObjectName("sizingLimitsMass");
    m_limitsMass->setChecked(true);
    m_largestMass = session->job().rules.mostAddedMass;
    m_mass = new QuantityEdit(session, measure::Quantity::Mass, this);
    m_mass->setObjectName("sizingMass");
    m_mass->setToolTip(tr("All that is added to the vehicle. It begins at the house's limit."));
    m_mass->setValue(m_largestMass);
    connect(m_mass, &QuantityEdit::valueTyped, this, [this](double v) { m_largestMass = v; });
    connect(m_limitsMass, &QCheckBox::toggled, m_mass, &QWidget::setEnabled);
    m_progress = new QProgressBar(this);
    m_progress->setObjectName("sizingProgress");
    m_progress->setRange(0, 100);
    m_result =
        new QLabel(tr("Walls, plates, legs and bolt grades are made as small as every check allows. What is "
                      "found is shown before anything changes."),
                   this);
    m_result->setObjectName("sizingResult");
    m_result->setWordWrap(true);
    m_result->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    m_begin = new QPushButton(tr("Find sizes"), this);
    m_begin->setObjectName("sizingBegin");
    m_begin->setDefault(true);
    m_stop = new QPushButton(tr("Stop"), this);
    m_stop->setObjectName("sizingStop");
    m_take = new QPushButton(tr("Take these sizes"), this);
    m_take->setObjectName("sizingTake");
    auto *form = new QFormLayout;
    form->addRow(tr("What for"), m_goal);
    form->addRow(QString(), m_rackOnly);
    form->addRow(QString(), m_sameTube);
    form->addRow(tr("Largest leg the welder runs"), m_leg);
    form->addRow(m_limitsMass, m_mass);
    auto *buttons = new QHBoxLayout;
    for (QPushButton *b : {m_begin, m_stop, m_take}) buttons->addWidget(b);
    auto *layout = new QVBoxLayout(this);
    layout->addLayout(form);
    layout->addWidget(m_progress);
    layout->addWidget(m_result, 1);
    layout->addLayout(buttons);
    connect(m_begin, &QPushButton::clicked, this, &SizingSheet::begin);
    connect(m_stop, &QPushButton::clicked, this, &SizingSheet::stop);
    connect(m_take, &QPushButton::clicked, this, &SizingSheet::take);
    connect(this, &SizingSheet::found, this, &SizingSheet::showFound, Qt::QueuedConnection);
    connect(this, &SizingSheet::progressed, m_progress, &QProgressBar::setValue, Qt::QueuedConnection);
    // Sizes belong to the job that they were found for.
    connect(session, &Session::jobChanged, this, [this] {
        if (m_sized && m_sized != m_session->sharedJob()) m_take->setEnabled(false);
    });
    setBusy(false);
    m_take->setEnabled(false);
}

SizingSheet::~SizingSheet() {
    m_thread.request_stop();  // joined by its own destructor
}

void SizingSheet::setBusy(bool busy) {
    for (QWidget *w :
         std::initializer_list<QWidget *>{m_goal, m_rackOnly, m_sameTube, m_leg, m_limitsMass, m_begin})
        w->setEnabled(!busy);
    m_mass->setEnabled(!busy && m_limitsMass->isChecked());
    m_stop->setEnabled(busy);
    m_progress->setVisible(busy);
}

job::SizingWish SizingSheet::wish() const {
    job::SizingWish w;
    constexpr std::array<std::pair<double, double>, 3> shares{{{1, 0}, {0, 1}, {0.5, 0.5}}};
    std::tie(w.massWeight, w.costWeight) = shares[static_cast<std::size_t>(m_goal->currentIndex())];
    w.rackOnly = m_rackOnly->isChecked();
    w.sameTube = m_sameTube->isChecked();
    w.largestLeg = m_largestLeg;
    if (m_limitsMass->isChecked()) w.largestMass = m_largestMass;
    return w;
}

void SizingSheet::begin() {
    const armor::Piece *piece = m_session->piece();
    if (!piece) {
        m_result->setText(tr("There is no piece to size."));
        return;
    }
    setBusy(true);
    m_take->setEnabled(false);
    m_progress->setValue(0);
    m_result->setText(tr("Trying sizes…"));
    m_sized = m_session->sharedJob();
    m_thread = std::jthread([this, job = m_sized, stock = m_session->sharedStock(), id = piece->id,
                             wanted = wish()](const std::stop_token &stop) {
        giveWay(5);
        emit found(job::sizePiece(
            *job, id, *stock, wanted,
            [this](double share) { emit progressed(static_cast<int>(100 * share)); }, stop));
    });
}

void SizingSheet::stop() {
    m_thread.request_stop();
    m_result->setText(tr("Stopping…"));
}

void SizingSheet::showFound(const job::Sizing &sizing) {
    setBusy(false);
    m_sizing = sizing;
    m_take->setEnabled(sizing.found && !sizing.changes.empty() && m_sized == m_session->sharedJob());
    const measure::UnitSystem units = m_session->units();
    if (!sizing.found) {
        m_result->setText(worded(sizing.why, units));
        return;
    }
    const auto signedText = [units](double v, measure::Quantity q) {
        return (v > 0 ? QStringLiteral("+") : QString()) +
               QString::fromStdString(measure::printQuantity(v, q, units));
    };
    QString text = sizing.changes.empty()
                       ? tr("Nothing can be smaller: the sizes are the least that hold.")
                       : tr("%1, %2 of material. Hardest worked then: %3, with plates as shells.")
                             .arg(signedText(sizing.massChange, measure::Quantity::Mass),
                                  signedText(sizing.costChange, measure::Quantity::Money) + ' ' +
                                      QString::fromStdString(m_session->job().shop.currency),
                                  QString::number(sizing.hardest, 'f', 2));
    for (const measure::Phrase &c : sizing.changes) text += QStringLiteral("\n•  ") + worded(c, units);
    m_result->setText(text + tr("\n\nTried %1 sets of sizes.").arg(sizing.appraisals));
}

void SizingSheet::take() {
    m_session->takeSizing(m_sizing, m_goal->currentText());
    m_take->setEnabled(false);
    accept();
}

}  // namespace hefty::app
