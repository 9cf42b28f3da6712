#include "app/stops/prove/ledger_page.h"

#include <algorithm>

#include <QCheckBox>
#include <QLabel>
#include <QSignalBlocker>
#include <QVBoxLayout>

#include "app/window/stop_table.h"
#include "app/window/when_seen.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

QString ledgerText(std::string_view word) {
    return QString::fromUtf8(word.data(), static_cast<qsizetype>(word.size()));
}

}  // namespace

LedgerPage::LedgerPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("ledgerPage");
    m_sum = new QLabel(this);
    m_sum->setObjectName("ledgerSum");
    m_sum->setWordWrap(true);
    m_openOnly = new QCheckBox(tr("Only what is not proved"), this);
    m_openOnly->setObjectName("ledgerOpen");
    m_table = new StopTable("ledgerTable", tr("What the proof is about"),
                            {tr("What"), tr("Checks"), tr("Works at")}, this);
    m_note = new QLabel(this);
    m_note->setObjectName("ledgerNote");
    m_note->setWordWrap(true);
    m_note->setMaximumHeight(150);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_sum);
    layout->addWidget(m_openOnly);
    layout->addWidget(m_table, 1);
    layout->addWidget(m_note);
    connect(m_openOnly, &QCheckBox::toggled, this, [this] {
        m_of.reset();
        refresh();
    });
    connect(m_table, &QTableWidget::itemSelectionChanged, this, &LedgerPage::describe);
    auto *seen = new WhenSeen(this, [this] { refresh(); });
    for (auto signal : {&Session::appraisalChanged, &Session::pieceChosen})
        connect(session, signal, seen, &WhenSeen::ask);
    seen->ask();
}

/// Worked out only while it is looked at.
void LedgerPage::refresh() {
    const job::PieceAppraisal *piece = m_session->chosen(*m_session->shownAppraisal());
    const auto proof = piece ? piece->proof : nullptr;
    if (proof && proof == m_of) return;
    m_of = proof;
    m_lines = proof ? job::ledgerOf(*piece) : std::vector<job::LedgerLine>{};
    const auto proved = std::count_if(m_lines.begin(), m_lines.end(), [](const auto &l) { return l.proved; });
    m_sum->setText(m_lines.empty() ? tr("Nothing is proved yet.")
                                   : tr("%1 parts, seams, bolts, holds and duties; %2 proved, %3 not.")
                                         .arg(m_lines.size())
                                         .arg(proved)
                                         .arg(static_cast<qsizetype>(m_lines.size()) - proved));
    if (m_openOnly->isChecked()) std::erase_if(m_lines, [](const job::LedgerLine &l) { return l.proved; });
    {
        const QSignalBlocker quiet(m_table);
        m_table->setRowCount(static_cast<int>(m_lines.size()));
        for (std::size_t i = 0; i < m_lines.size(); ++i) {
            const job::LedgerLine &l = m_lines[i];
            const QString use =
                l.checks ? QString::number(l.use, 'f', 2) + (l.proved ? "" : "?") : tr("none");
            m_table->setRow(static_cast<int>(i),
                            {tr("%1: %2").arg(ledgerText(job::ledgerWord(l.kind)), worded(l.name)),
                             QString::number(l.checks), use});
        }
    }
    describe();
}

void LedgerPage::describe() {
    const int row = m_table->currentRow();
    if (row < 0 || row >= static_cast<int>(m_lines.size()))
        return m_note->setText(tr("Choose a line to see what looks at it, and what is missing."));
    const job::LedgerLine &l = m_lines[static_cast<std::size_t>(row)];
    QStringList text;
    if (!l.hardest.empty()) text << tr("Hardest: %1, %2.").arg(worded(l.hardest)).arg(l.use, 0, 'f', 2);
    constexpr std::size_t most = 3;
    for (std::size_t i = 0; i < std::min(most, l.open.size()); ++i) text << worded(l.open[i]);
    if (l.open.size() > most) text << tr("and %1 more.").arg(l.open.size() - most);
    if (l.kind == job::LedgerLine::Kind::Duty && l.checks == 0)
        text << tr("It is proved with all checks; none of them is worked hardest by it.");
    m_note->setText(text.join("\n"));
    if (l.kind == job::LedgerLine::Kind::Part || l.kind == job::LedgerLine::Kind::Seam)
        m_session->select(QString::fromStdString(l.id));
}

}  // namespace hefty::app
