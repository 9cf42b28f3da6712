#include "app/window/piece_chips.h"
#include "app/window/worded.h"

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

/// How wide a name may be [px] so that all of them leave room for the rest of the strip: short names leave
/// theirs to the long ones.
int PieceChips::longestName() const {
    std::vector<int> widths;
    for (const armor::Piece &p : m_session->job().pieces)
        widths.push_back(fontMetrics().horizontalAdvance(worded(p.name)) + 4);
    std::sort(widths.begin(), widths.end());
    int room = 400;
    for (std::size_t i = 0; i < widths.size(); ++i) {
        const int share = room / static_cast<int>(widths.size() - i);
        if (widths[i] > share) return std::max(share, 60);
        room -= widths[i];
    }
    return 400;
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
    const int longest = longestName();
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        auto *chip = static_cast<QToolButton *>(m_layout->itemAt(static_cast<int>(i))->widget());
        const auto open =
            std::count_if(appraisal->findings.begin(), appraisal->findings.end(), [&](const job::Finding &f) {
                return f.piece == pieces[i].id && f.severity != job::Severity::Note;
            });
        const QString name = worded(pieces[i].name);
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
