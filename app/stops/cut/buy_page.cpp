#include "app/stops/cut/buy_page.h"

#include <algorithm>

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSettings>
#include <QSignalBlocker>
#include <QVBoxLayout>

#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "app/window/when_seen.h"
#include "app/window/worded.h"

namespace hefty::app {

using workshop::Need;
using workshop::Quote;
using workshop::QuoteLine;

BuyPage::BuyPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("buyPage");
    m_address = new QLineEdit(QSettings().value("supplier", "http://localhost:8765").toString(), this);
    m_address->setObjectName("supplierAddress");
    m_address->setAccessibleName(tr("Address of a supplier"));
    m_ask = new QPushButton(this);
    m_ask->setObjectName("askSupplier");
    connect(m_ask, &QPushButton::clicked, this, &BuyPage::askOrStop);
    connect(m_address, &QLineEdit::returnPressed, this, &BuyPage::askOrStop);
    m_cheapest = new QPushButton(tr("Take the cheapest of each"), this);
    m_cheapest->setObjectName("takeCheapest");
    connect(m_cheapest, &QPushButton::clicked, this, &BuyPage::chooseCheapest);
    auto *head = new QHBoxLayout;
    auto *label = new QLabel(tr("Supplier"), this);
    label->setBuddy(m_address);
    head->addWidget(label);
    head->addWidget(m_address, 1);
    head->addWidget(m_ask);
    head->addWidget(m_cheapest);
    m_table = new StopTable("buyTable", tr("What has to be bought"),
                            {tr("What"), tr("Wanted"), tr("Own price"), tr("Offers"), tr("Chosen")}, this);
    connect(m_table, &QTableWidget::itemSelectionChanged, this, &BuyPage::describe);
    m_offers = new QComboBox(this);
    m_offers->setObjectName("buyFrom");
    m_offers->setAccessibleName(tr("Take it from"));
    connect(m_offers, &QComboBox::activated, this, &BuyPage::choose);
    m_note = new QLabel(this);
    m_note->setObjectName("buyNote");
    m_note->setWordWrap(true);
    auto *foot = new QHBoxLayout;
    auto *from = new QLabel(tr("Take it from"), this);
    from->setBuddy(m_offers);
    foot->addWidget(from);
    foot->addWidget(m_offers, 1);
    m_says = new QLabel(this);
    m_says->setObjectName("buySays");
    m_says->setWordWrap(true);
    m_says->setMaximumHeight(120);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(head);
    layout->addWidget(m_says);
    layout->addWidget(m_table, 1);
    layout->addLayout(foot);
    layout->addWidget(m_note);
    connect(&m_client, &QuoteClient::answered, this, &BuyPage::take);
    connect(&m_client, &QuoteClient::failed, this, [this](const QString &why) {
        m_says->setText(why);
        refresh();
    });
    auto *seen = new WhenSeen(this, [this] { refresh(); });
    connect(session, &Session::appraisalChanged, seen, &WhenSeen::ask);
    connect(session, &Session::jobChanged, seen, &WhenSeen::ask);
    refresh();
}

QString BuyPage::money(double value) const {
    return tr("%1 %2").arg(value, 0, 'f', 2).arg(QString::fromStdString(m_session->job().shop.currency));
}

std::optional<double> BuyPage::ownWorth(const Need &n) const {
    if (!n.own) return std::nullopt;
    return *n.own + n.ownHours * m_session->job().shop.hourRate;
}

QString BuyPage::ownText(const Need &n) const {
    const auto worth = ownWorth(n);
    if (!worth) return tr("not known");
    return n.ownHours > 0 ? tr("%1 (%2 h)").arg(money(*worth)).arg(n.ownHours, 0, 'f', 1) : money(*worth);
}

const Need *BuyPage::chosenNeed() const {
    const int row = m_table->currentRow();
    return row >= 0 && row < static_cast<int>(m_of->needs.size())
               ? &m_of->needs[static_cast<std::size_t>(row)]
               : nullptr;
}

void BuyPage::refresh() {
    m_of = m_session->shownAppraisal();
    m_ask->setText(m_client.isAsking() ? tr("Stop asking") : tr("Ask for prices"));
    const workshop::Purchasing &p = m_session->job().purchasing;
    const int row = std::max(0, m_table->currentRow());
    const QSignalBlocker quiet(m_table);
    m_table->setRowCount(static_cast<int>(m_of->needs.size()));
    for (std::size_t i = 0; i < m_of->needs.size(); ++i) {
        const Need &n = m_of->needs[i];
        QStringList offers;
        for (const Quote &q : p.quotes)
            if (const QuoteLine *l = q.line(n.id))
                offers << tr("%1: %2").arg(QString::fromStdString(q.supplier), money(l->price(n.amount)));
        const auto chosen = p.chosen.find(n.id);
        const QString by = chosen == p.chosen.end()             ? (n.counted ? tr("own price") : tr("open"))
                           : chosen->second == workshop::makeIt ? tr("made here")
                                                                : QString::fromStdString(chosen->second);
        const QString amount = QString::number(n.amount, 'f', n.unit == "kg" || n.unit == "m" ? 1 : 0);
        const QString unit = n.kind == Need::Kind::Bar ? (n.amount == 1 ? tr("bar") : tr("bars"))
                                                       : QString::fromStdString(n.unit);
        m_table->setRow(static_cast<int>(i),
                        {QString::fromStdString(n.what), unit.isEmpty() ? amount : amount + " " + unit,
                         ownText(n), offers.join("; "), by});
    }
    if (row < m_table->rowCount()) m_table->selectRow(row);
    describe();
}

void BuyPage::fillOffers() {
    const QSignalBlocker quiet(m_offers);
    m_offers->clear();
    const Need *n = chosenNeed();
    m_offers->setEnabled(n != nullptr);
    if (!n) return;
    const workshop::Purchasing &p = m_session->job().purchasing;
    m_offers->addItem(n->counted ? tr("the shop, %1").arg(ownText(*n)) : tr("not decided yet"), QString());
    if (!n->counted && n->own) m_offers->addItem(tr("made here, %1").arg(ownText(*n)), workshop::makeIt);
    for (const Quote &q : p.quotes)
        if (const QuoteLine *l = q.line(n->id)) {
            QString text = tr("%1, %2 in %3 days")
                               .arg(QString::fromStdString(q.supplier), money(l->price(n->amount)))
                               .arg(l->days);
            if (l->lot > 0)
                text += tr(", in lots: %1 %2")
                            .arg(l->taken(n->amount), 0, 'f', 0)
                            .arg(QString::fromStdString(n->unit))
                            .trimmed();
            if (!l->instead.empty()) text += tr(", but as %1").arg(QString::fromStdString(l->instead));
            if (l->instead.empty() && !l->serves(n->amount)) text += tr(", only %1 there").arg(l->available);
            m_offers->addItem(text, QString::fromStdString(q.supplier));
        }
    const auto chosen = p.chosen.find(n->id);
    const QString now = chosen == p.chosen.end() ? QString() : QString::fromStdString(chosen->second);
    if (m_offers->findData(now) < 0) m_offers->addItem(tr("%1, no offer anymore").arg(now), now);
    m_offers->setCurrentIndex(m_offers->findData(now));
}

void BuyPage::describe() {
    fillOffers();
    const Need *n = chosenNeed();
    if (!n)
        return m_note->setText(tr("Nothing has to be bought: the rack has it all, or no piece is there."));
    QStringList lines;
    if (!n->ownBy.empty()) lines << tr("Own price: %1.").arg(QString::fromStdString(n->ownBy));
    for (const Quote &q : m_session->job().purchasing.quotes)
        if (const QuoteLine *l = q.line(n->id); l && !l->note.empty())
            lines
                << tr("%1 says: %2").arg(QString::fromStdString(q.supplier), QString::fromStdString(l->note));
    const workshop::PurchaseSum sum = workshop::sumOf(m_session->job().purchasing, m_of->needs);
    if (!m_session->job().purchasing.chosen.empty())
        lines << tr("All choices together: %1 on the material, %2 h of work, the last is there in %3 days.")
                     .arg((sum.cost < 0 ? "" : "+") + money(sum.cost))
                     .arg(sum.hours, 0, 'f', 1)
                     .arg(sum.days);
    m_note->setText(lines.join("\n"));
}

void BuyPage::askOrStop() {
    if (m_client.isAsking()) return m_client.stop();
    QSettings().setValue("supplier", m_address->text());
    m_says->setText(tr("Asking %1 for %n item(s)...", nullptr, static_cast<int>(m_of->needs.size()))
                        .arg(m_address->text()));
    m_client.ask(QUrl(m_address->text().trimmed()), m_of->needs, m_session->job().shop.currency);
    m_ask->setText(m_client.isAsking() ? tr("Stop asking") : tr("Ask for prices"));
}

void BuyPage::take(const Quote &quote) {
    QString said = tr("%1 offers %2 of %3.")
                       .arg(QString::fromStdString(quote.supplier))
                       .arg(quote.lines.size())
                       .arg(m_of->needs.size());
    constexpr std::size_t most = 5;
    for (std::size_t i = 0; i < std::min(most, quote.faults.size()); ++i)
        said += "\n" + worded(quote.faults[i]);
    if (quote.faults.size() > most) said += tr("\nand %1 more.").arg(quote.faults.size() - most);
    m_says->setText(said);
    m_session->edit(tr("Prices of %1").arg(QString::fromStdString(quote.supplier)), [&quote](job::Job &job) {
        std::erase_if(job.purchasing.quotes,
                      [&quote](const Quote &q) { return q.supplier == quote.supplier; });
        job.purchasing.quotes.push_back(quote);
    });
}

void BuyPage::choose(int index) {
    const Need *n = chosenNeed();
    if (!n) return;
    const std::string from = m_offers->itemData(index).toString().toStdString();
    m_session->edit(tr("Take %1 from %2").arg(QString::fromStdString(n->what), m_offers->itemText(index)),
                    [id = n->id, &from](job::Job &job) {
                        if (from.empty())
                            job.purchasing.chosen.erase(id);
                        else
                            job.purchasing.chosen[id] = from;
                    });
}

/// Of all that holds: enough of the thing itself, or the shop's own hands.
void BuyPage::chooseCheapest() {
    std::map<std::string, std::string> chosen;
    for (const Need &n : m_of->needs) {
        std::optional<double> best = ownWorth(n);
        std::string by = !n.counted && best ? workshop::makeIt : "";
        for (const Quote &q : m_session->job().purchasing.quotes) {
            const QuoteLine *l = q.line(n.id);
            if (!l || !l->serves(n.amount)) continue;
            if (best && l->price(n.amount) >= *best) continue;
            best = l->price(n.amount);
            by = q.supplier;
        }
        if (!by.empty()) chosen[n.id] = by;
    }
    if (chosen == m_session->job().purchasing.chosen) return;
    m_session->edit(tr("Take the cheapest of each"),
                    [&chosen](job::Job &job) { job.purchasing.chosen = std::move(chosen); });
}

}  // namespace hefty::app
