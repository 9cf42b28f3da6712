#include "app/stops/layout/schools_sheet.h"

#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "app/window/worded.h"
#include "core/base/threads.h"

namespace hefty::app {

SchoolsSheet::SchoolsSheet(Session *session, QWidget *parent) : QDialog(parent), m_session(session) {
    setObjectName("schoolsSheet");
    setWindowTitle(tr("Schools of practice"));
    setAttribute(Qt::WA_DeleteOnClose);
    resize(980, 420);
    auto *heading =
        new QLabel(tr("Ways in which shops differ, and what each costs against the design in hand"), this);
    heading->setFont(textFont(13, true));
    m_table =
        new StopTable("schoolsTable", tr("Schools of practice with their prices"),
                      {tr("School and way"), tr("Mass"), tr("Material"), tr("Hours"), tr("Angles")}, this);
    m_table->shareWithLast();
    m_note = new QLabel(this);
    m_note->setObjectName("schoolsNote");
    m_note->setWordWrap(true);
    m_take = new QPushButton(tr("Build it so"), this);
    m_take->setObjectName("schoolTake");
    m_take->setAutoDefault(false);
    auto *close = new QPushButton(tr("Close"), this);
    close->setAutoDefault(false);
    auto *buttons = new QHBoxLayout;
    buttons->addWidget(m_take);
    buttons->addStretch();
    buttons->addWidget(close);
    auto *layout = new QVBoxLayout(this);
    layout->addWidget(heading);
    layout->addWidget(m_table, 1);
    layout->addWidget(m_note);
    layout->addLayout(buttons);
    connect(m_take, &QPushButton::clicked, this, &SchoolsSheet::take);
    connect(close, &QPushButton::clicked, this, &QDialog::close);
    connect(m_table, &QTableWidget::currentCellChanged, this, &SchoolsSheet::choose);
    connect(session, &Session::appraisalChanged, this, &SchoolsSheet::price);
    connect(session, &Session::pieceChosen, this, &SchoolsSheet::price);
    price();
}

SchoolsSheet::~SchoolsSheet() {
    m_worker.request_stop();
}

void SchoolsSheet::price() {
    m_worker.request_stop();
    if (m_worker.joinable()) m_worker.join();
    m_take->setEnabled(false);
    const armor::Piece *piece = m_session->piece();
    if (!piece) return m_note->setText(tr("Choose a piece first."));
    m_note->setText(tr("Being priced..."));
    m_worker = std::jthread([this, id = piece->id, now = m_session->appraisal(),
                             stock = m_session->sharedStock()](const std::stop_token &stop) {
        giveWay(5);
        if (!now->of) return;
        auto prices = job::schoolPrices(*now->of, *now, *stock, id, stop);
        if (stop.stop_requested()) return;
        QMetaObject::invokeMethod(this, [this, prices = std::move(prices)] {
            m_prices = prices;
            tell();
        });
    });
}

QStringList SchoolsSheet::rowOf(const job::SchoolPrice &p) const {
    const QString name = tr("%1: %2").arg(worded(p.school), worded(p.option));
    if (p.taken) return {name, tr("as it is"), {}, {}, {}};
    if (!p.built) return {name, {}, {}, {}, worded(p.why)};
    const auto more = [this](double v, measure::Quantity q) {
        const QString text =
            QString::fromStdString(measure::printQuantity(std::abs(v), q, m_session->units()));
        return (v < 0 ? QStringLiteral("−") : QStringLiteral("+")) + text;
    };
    QStringList angles;
    if (!p.tells.text.empty()) angles << worded(p.tells, m_session->units());
    for (const auto &[gauge, by] : p.angles)
        angles << tr("%1 %2").arg(QString::fromStdString(gauge.name).toLower(),
                                  more(by, measure::Quantity::Angle));
    return {name, more(p.mass, measure::Quantity::Mass),
            tr("%1%2 %3")
                .arg(p.cost < 0 ? QStringLiteral("−") : QStringLiteral("+"))
                .arg(std::abs(p.cost), 0, 'f', 0)
                .arg(QString::fromStdString(m_session->job().shop.currency)),
            tr("%1%2 h")
                .arg(p.hours < 0 ? QStringLiteral("−") : QStringLiteral("+"))
                .arg(std::abs(p.hours), 0, 'f', 1),
            angles.isEmpty() ? tr("none changes") : angles.join(", ")};
}

void SchoolsSheet::tell() {
    m_table->setRowCount(static_cast<int>(m_prices.size()));
    for (std::size_t i = 0; i < m_prices.size(); ++i)
        m_table->setRow(static_cast<int>(i), rowOf(m_prices[i]));
    m_note->setText(m_prices.empty()
                        ? tr("There is one way to build this piece: its pattern knows no schools.")
                        : tr("Bought parts are in the mass, not in the material. Choose a row and build it "
                             "so; it is one step to undo. What it does to the proof is told in Prove."));
    choose(m_table->currentRow());
}

void SchoolsSheet::choose(int row) {
    const auto i = static_cast<std::size_t>(row);
    m_take->setEnabled(row >= 0 && i < m_prices.size() && m_prices[i].built && !m_prices[i].taken);
}

void SchoolsSheet::take() {
    const auto i = static_cast<std::size_t>(m_table->currentRow());
    if (i >= m_prices.size()) return;
    const job::SchoolPrice price = m_prices[i];
    const QString option = midSentence(price.option);
    if (price.inPlace)
        return m_session->edit(tr("Weld out %1").arg(option), [&price](job::Job &job) {
            job::setWeldedInPlace(job, price.piece.id, *price.inPlace);
        });
    m_session->editPiece(tr("Build with %1").arg(option), [&price](armor::Piece &piece) {
        piece.settings = price.piece.settings;
        piece.tweaks = price.piece.tweaks;
    });
}

}  // namespace hefty::app
