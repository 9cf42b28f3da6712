#include "app/stops/weld/straighter_sheet.h"

#include <algorithm>

#include <QHBoxLayout>
#include <QLabel>
#include <QMetaType>
#include <QProgressBar>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/window/worded.h"
#include "core/base/threads.h"

namespace hefty::app {

StraighterSheet::StraighterSheet(Session *session, QWidget *parent) : QDialog(parent), m_session(session) {
    qRegisterMetaType<job::StraighterOrder>();
    setObjectName("straighterSheet");
    setWindowTitle(tr("A straighter order of welding"));
    resize(560, 420);
    m_progress = new QProgressBar(this);
    m_progress->setObjectName("straighterProgress");
    m_progress->setAccessibleName(tr("How far the search has come"));
    m_progress->setRange(0, 100);
    m_result = new QLabel(
        tr("Seams are tried at other places of the order, those that pull most first, in the piece's own "
           "model. No order is taken that leaves more out of the torch's reach or takes over 20 minutes "
           "longer. What is found is shown before anything changes."),
        this);
    m_result->setObjectName("straighterResult");
    m_result->setWordWrap(true);
    m_result->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    m_begin = new QPushButton(tr("Look for it"), this);
    m_begin->setObjectName("straighterBegin");
    m_begin->setDefault(true);
    m_stop = new QPushButton(tr("Stop"), this);
    m_stop->setObjectName("straighterStop");
    m_take = new QPushButton(tr("Weld in this order"), this);
    m_take->setObjectName("straighterTake");
    m_take->setEnabled(false);
    auto *buttons = new QHBoxLayout;
    for (QPushButton *b : {m_begin, m_stop, m_take}) buttons->addWidget(b);
    auto *layout = new QVBoxLayout(this);
    layout->addWidget(m_progress);
    layout->addWidget(m_result, 1);
    layout->addLayout(buttons);
    connect(m_begin, &QPushButton::clicked, this, &StraighterSheet::begin);
    connect(m_stop, &QPushButton::clicked, this, &StraighterSheet::stop);
    connect(m_take, &QPushButton::clicked, this, &StraighterSheet::take);
    connect(this, &StraighterSheet::found, this, &StraighterSheet::showFound, Qt::QueuedConnection);
    connect(
        this, &StraighterSheet::refused, this,
        [this](const QString &why) {
            setBusy(false);
            m_result->setText(why);
        },
        Qt::QueuedConnection);
    connect(this, &StraighterSheet::progressed, m_progress, &QProgressBar::setValue, Qt::QueuedConnection);
    // An order belongs to the job that it was found for.
    connect(session, &Session::jobChanged, this, [this] {
        if (m_of && m_of != m_session->sharedJob()) m_take->setEnabled(false);
    });
    setBusy(false);
}

StraighterSheet::~StraighterSheet() {
    m_thread.request_stop();  // joined by its own destructor
}

void StraighterSheet::setBusy(bool busy) {
    m_begin->setEnabled(!busy);
    m_stop->setEnabled(busy);
    m_progress->setVisible(busy);
}

void StraighterSheet::begin() {
    const armor::Piece *piece = m_session->piece();
    if (!piece) return m_result->setText(tr("There is no piece to weld."));
    setBusy(true);
    m_take->setEnabled(false);
    m_progress->setValue(0);
    m_result->setText(tr("Trying orders…"));
    m_of = m_session->sharedJob();
    m_piece = piece->id;
    m_thread = std::jthread(
        [this, job = m_of, appraisal = m_session->appraisal(), id = m_piece](const std::stop_token &stop) {
            giveWay(5);
            const auto order = job::straighterOrder(
                *job, *appraisal, id,
                [this](double share) { emit progressed(static_cast<int>(100 * share)); }, stop);
            if (order)
                emit found(*order);
            else
                emit refused(worded(order.error().sentence()));
        });
}

void StraighterSheet::stop() {
    m_thread.request_stop();
    m_result->setText(tr("Stopping…"));
}

/// What moves most, a line each.
QString StraighterSheet::told(const std::vector<workshop::Distortion> &list) const {
    constexpr std::size_t most = 4;
    QString out;
    const auto appraisal = m_session->appraisal();
    const job::PieceAppraisal *piece = appraisal->piece(m_piece);
    for (std::size_t i = 0; i < std::min(most, list.size()); ++i) {
        const workshop::Distortion &d = list[i];
        const auto quantity = d.angle ? measure::Quantity::Angle : measure::Quantity::DrilledLength;
        const std::string part = piece && piece->assembly ? piece->assembly->labelOf(d.part) : d.part;
        out +=
            QStringLiteral("\n•  ") +
            tr("%1: %2 %3")
                .arg(QString::fromStdString(part), worded(d.what),
                     QString::fromStdString(measure::printQuantity(d.value, quantity, m_session->units())));
    }
    return out.isEmpty() ? QStringLiteral("\n•  ") + tr("nothing that is worth telling") : out;
}

void StraighterSheet::showFound(const job::StraighterOrder &order) {
    setBusy(false);
    m_order = order;
    m_take->setEnabled(!order.order.empty() && m_of == m_session->sharedJob());
    if (order.order.empty())
        return m_result->setText(
            tr("None of %1 orders leaves it straighter. Use a jig, presets or a bar tacked "
               "between the mounts.")
                .arg(order.tried));
    m_result->setText(
        tr("As it is now:%1\n\nIn the order found, %2 percent straighter:%3\n\nWaiting %4 to %5 "
           "min, turns of the piece %6 to %7. Tried %8 orders. Half to one and a half of such "
           "figures is what they are worth.")
            .arg(told(order.before))
            .arg(100 * order.straighterBy(), 0, 'f', 0)
            .arg(told(order.after))
            .arg(order.costBefore.waiting, 0, 'f', 0)
            .arg(order.costAfter.waiting, 0, 'f', 0)
            .arg(order.costBefore.turns)
            .arg(order.costAfter.turns)
            .arg(order.tried));
}

void StraighterSheet::take() {
    m_session->edit(tr("Weld in a straighter order"),
                    [this](job::Job &job) { job.weldOrders[m_piece] = m_order.order; });
    m_take->setEnabled(false);
    accept();
}

}  // namespace hefty::app
