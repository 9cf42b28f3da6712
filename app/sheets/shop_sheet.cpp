#include "app/sheets/shop_sheet.h"

#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QStandardPaths>
#include <QVBoxLayout>

#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "app/window/today.h"

namespace hefty::app {
namespace {

const char *const shopFilter = "Shops (*.girder-shop.json);;All files (*)";

QPushButton *button(const QString &text, const char *name, QHBoxLayout *row) {
    auto *b = new QPushButton(text);
    b->setObjectName(name);
    row->addWidget(b);
    return b;
}

}  // namespace

Result<store::ShopStore> openShopStore() {
    const QString folder = QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation);
    return store::ShopStore::open((folder + "/shop.sqlite").toStdString());
}

ShopSheet::ShopSheet(Session *session, const Asking &asking, store::ShopStore store, QWidget *parent)
    : QDialog(parent), m_session(session), m_asking(asking), m_store(std::move(store)) {
    setObjectName("shopSheet");
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Shop and earlier jobs"));
    resize(980, 560);
    auto *heading = new QLabel(tr("Shop and earlier jobs"), this);
    heading->setFont(textFont(14, true));
    m_words = new QLineEdit(this);
    m_words->setObjectName("shopWords");
    m_words->setAccessibleName(tr("Words to look for in earlier jobs"));
    m_words->setPlaceholderText(tr("Look for: a vehicle, a piece, a customer, a word of the log"));
    m_words->setMinimumHeight(36);
    m_table =
        new StopTable("shopJobs", tr("Earlier jobs"),
                      {tr("Job"), tr("Vehicle"), tr("Pieces"), tr("Kept"), tr("Hours"), tr("Spent")}, this);
    m_says = new QLabel(this);
    m_says->setObjectName("shopSays");
    m_says->setWordWrap(true);
    auto *ofJobs = new QHBoxLayout;
    m_start = button(tr("Start a new job from it"), "shopStart", ofJobs);
    m_forget = button(tr("Take it off this list"), "shopForget", ofJobs);
    ofJobs->addStretch();
    auto *ofShop = new QHBoxLayout;
    QPushButton *keep =
        button(tr("Keep this job's rack, prices and rules as the shop's"), "shopKeep", ofShop);
    m_take = button(tr("Take the shop's into this job"), "shopTake", ofShop);
    ofShop->addStretch();
    QPushButton *out = button(tr("Export all..."), "shopExport", ofShop);
    QPushButton *in = button(tr("Import..."), "shopImport", ofShop);
    auto *layout = new QVBoxLayout(this);
    layout->addWidget(heading);
    layout->addWidget(m_words);
    layout->addWidget(m_table, 1);
    layout->addLayout(ofJobs);
    layout->addWidget(m_says);
    layout->addLayout(ofShop);
    connect(m_words, &QLineEdit::textChanged, this, &ShopSheet::refresh);
    connect(m_table, &QTableWidget::currentCellChanged, this, [this] {
        m_start->setEnabled(chosen());
        m_forget->setEnabled(chosen());
    });
    connect(m_table, &QTableWidget::cellDoubleClicked, this, &ShopSheet::startFrom);
    connect(m_start, &QPushButton::clicked, this, &ShopSheet::startFrom);
    connect(m_forget, &QPushButton::clicked, this, &ShopSheet::forget);
    connect(keep, &QPushButton::clicked, this, &ShopSheet::keepShop);
    connect(m_take, &QPushButton::clicked, this, &ShopSheet::takeShop);
    connect(out, &QPushButton::clicked, this, &ShopSheet::exportAll);
    connect(in, &QPushButton::clicked, this, &ShopSheet::importAll);
    refresh();
}

const store::KeptJob *ShopSheet::chosen() const {
    const int row = m_table->currentRow();
    return row >= 0 && row < static_cast<int>(m_jobs.size()) ? &m_jobs[static_cast<std::size_t>(row)]
                                                             : nullptr;
}

void ShopSheet::tell(const Problem &problem) {
    m_asking.tell(this, tr("The shop"), problemText(problem));
}

void ShopSheet::refresh() {
    auto found = m_store.find(m_words->text().toStdString());
    if (!found) return tell(found.error());
    m_jobs = std::move(*found);
    m_table->setRowCount(static_cast<int>(m_jobs.size()));
    const QString currency = QString::fromStdString(m_session->job().shop.currency);
    for (std::size_t i = 0; i < m_jobs.size(); ++i) {
        const store::KeptJob &j = m_jobs[i];
        m_table->setRow(
            static_cast<int>(i),
            {QString::fromStdString(j.name), QString::fromStdString(j.vehicle),
             QString::fromStdString(j.pieces), QString::fromStdString(j.date),
             j.hours > 0 ? tr("%1 h").arg(j.hours, 0, 'f', 1) : QStringLiteral("–"),
             j.spent > 0 ? tr("%1 %2").arg(j.spent, 0, 'f', 0).arg(currency) : QStringLiteral("–")});
    }
    m_start->setEnabled(chosen());
    m_forget->setEnabled(chosen());
    const auto date = m_store.shopDate();
    m_take->setEnabled(date.has_value());
    m_says->setText((m_jobs.empty() && m_words->text().isEmpty()
                         ? tr("Every job that is saved is kept here, and can be started from again. ")
                         : QString()) +
                    (date ? tr("The shop's rack, prices and house rules are those of %1.")
                                .arg(QString::fromStdString(*date))
                          : tr("No rack and prices are kept as the shop's own yet.")));
}

void ShopSheet::startFrom() {
    const store::KeptJob *kept = chosen();
    if (!kept) return;
    const auto job = m_store.take(kept->path);
    if (!job) return tell(job.error());
    m_session->startWith(store::startedFrom(*job));
    close();
}

void ShopSheet::takeShop() {
    const auto job = m_store.withShop(m_session->job());
    if (!job) return tell(job.error());
    m_session->edit(tr("Take the shop's rack, prices and rules"), [&](job::Job &mine) {
        mine.shop = job->shop;
        mine.rules = job->rules;
    });
}

void ShopSheet::keepShop() {
    if (const auto kept = m_store.keepShop(m_session->job(), today()); !kept) return tell(kept.error());
    refresh();
}

void ShopSheet::forget() {
    const store::KeptJob *kept = chosen();
    if (!kept) return;
    if (const auto gone = m_store.forget(kept->path); !gone) return tell(gone.error());
    refresh();
}

void ShopSheet::exportAll() {
    const QString path = m_asking.saveFile(this, tr("Export the shop"), "shop.girder-shop.json", shopFilter);
    if (path.isEmpty()) return;
    if (const auto saved = m_store.exportTo(path.toStdString()); !saved) return tell(saved.error());
    m_says->setText(tr("Written to %1.").arg(path));
}

void ShopSheet::importAll() {
    const QString path = m_asking.openFile(this, tr("Import a shop"), shopFilter);
    if (path.isEmpty()) return;
    const auto taken = m_store.importFrom(path.toStdString());
    if (!taken) return tell(taken.error());
    refresh();
    m_says->setText(tr("%n job(s) taken from %1.", nullptr, *taken).arg(QFileInfo(path).fileName()));
}

}  // namespace hefty::app
