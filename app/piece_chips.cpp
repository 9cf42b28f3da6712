#include "app/piece_chips.h"

#include <algorithm>

#include <QHBoxLayout>
#include <QToolButton>

namespace hefty::app {

PieceChips::PieceChips(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("pieceChips");
    m_layout = new QHBoxLayout(this);
    m_layout->setContentsMargins(0, 0, 0, 0);
    m_layout->setSpacing(4);
    auto *add = new QToolButton;  // always the last
    add->setObjectName("addPieceButton");
    add->setText(tr("Add"));
    add->setToolTip(tr("Add a piece to the job"));
    connect(add, &QToolButton::clicked, this, &PieceChips::addAsked);
    m_layout->addWidget(add);
}

void PieceChips::refresh() {
    const auto &pieces = m_session->job().pieces;
    const auto appraisal = m_session->appraisal();
    while (m_layout->count() > static_cast<int>(pieces.size()) + 1) {
        QLayoutItem *first = m_layout->takeAt(0);
        first->widget()->deleteLater();
        delete first;
    }
    while (m_layout->count() < static_cast<int>(pieces.size()) + 1) {
        auto *chip = new QToolButton;
        chip->setCheckable(true);
        connect(chip, &QToolButton::clicked, this,
                [this, chip] { m_session->choosePiece(chip->property("piece").toString()); });
        m_layout->insertWidget(0, chip);
    }
    // One has room; of several each leaves some for the rest of the strip.
    const int longest = pieces.size() < 2 ? 320 : pieces.size() < 3 ? 200 : 118;  // px of a name
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        auto *chip = static_cast<QToolButton *>(m_layout->itemAt(static_cast<int>(i))->widget());
        const auto open =
            std::count_if(appraisal->findings.begin(), appraisal->findings.end(), [&](const job::Finding &f) {
                return f.piece == pieces[i].id && f.severity != job::Severity::Note;
            });
        const QString name = QString::fromStdString(pieces[i].name);
        chip->setObjectName(QStringLiteral("chip.%1").arg(QString::fromStdString(pieces[i].id)));
        chip->setProperty("piece", QString::fromStdString(pieces[i].id));
        chip->setText(
            QStringLiteral("%1  %2").arg(chip->fontMetrics().elidedText(name, Qt::ElideRight, longest),
                                         open ? QString::number(open) : QStringLiteral("✓")));
        chip->setToolTip(name);
        chip->setAccessibleName(open ? tr("%1, %2 to settle").arg(name).arg(open)
                                     : tr("%1, settled").arg(name));
        chip->setChecked(m_session->piece() == &pieces[i]);
    }
}

}  // namespace hefty::app
