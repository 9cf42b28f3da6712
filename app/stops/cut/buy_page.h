#pragma once

#include <QWidget>

#include "app/stops/cut/quote_client.h"
#include "app/window/session.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace hefty::app {

class StopTable;

/// What has to be bought for the job: asked for at suppliers, compared with the shop's own price or with
/// making it, and chosen.
class BuyPage : public QWidget {
    Q_OBJECT

  public:
    explicit BuyPage(Session *session, QWidget *parent = nullptr);

  private:
    void refresh();
    void describe();
    void fillOffers();
    void askOrStop();
    void take(const workshop::Quote &quote);
    void choose(int index);
    void chooseCheapest();
    [[nodiscard]] const workshop::Need *chosenNeed() const;
    [[nodiscard]] QString money(double value) const;
    /// By the shop's own price or hands, hours at their price. Nothing: not known.
    [[nodiscard]] std::optional<double> ownWorth(const workshop::Need &need) const;
    [[nodiscard]] QString ownText(const workshop::Need &need) const;

    Session *m_session;
    QuoteClient m_client;
    std::shared_ptr<const job::Appraisal> m_of;
    StopTable *m_table;
    QLineEdit *m_address;
    QPushButton *m_ask, *m_cheapest;
    QComboBox *m_offers;
    QLabel *m_note, *m_says;
};

}  // namespace hefty::app
