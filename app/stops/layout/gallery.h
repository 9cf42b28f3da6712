#pragma once

#include <thread>

#include <QDialog>

#include "app/window/session.h"
#include "core/job/design/rack_offers.h"
#include "core/store/shop_store.h"

class QLabel;
class QProgressBar;
class QPushButton;
class QVBoxLayout;

namespace hefty::app {

/// The shop's own patterns and all that fit the vehicle, each drawn on it with its mass, cost and what it
/// does to the angles.
class Gallery : public QDialog {
    Q_OBJECT

  public:
    /// @param store  of the shop's own patterns; null: there is none. Must outlive this
    Gallery(Session *session, store::ShopStore *store, QWidget *parent = nullptr);
    /// A piece like this is to be added.
    [[nodiscard]] const std::optional<armor::Piece> &chosen() const { return m_chosen; }

  private:
    /// What a card says beside what its pattern does.
    struct Card {
        QString own;   ///< name of the shop's own pattern; empty: it is none
        QString rack;  ///< what it takes of the rack; empty: it was not asked
        int rank = 0;  ///< among those from the rack, from 1
    };
    void addCard(QVBoxLayout *list, const job::Offer &offer, const Card &card);
    void addRackGroup(QVBoxLayout *list);
    void searchRack();
    void showRack(const std::vector<job::RackOffer> &offers);
    [[nodiscard]] QString rackText(const job::RackOffer &offer) const;
    [[nodiscard]] QString numbersOf(const job::Offer &offer) const;

    Session *m_session;
    store::ShopStore *m_store;
    std::optional<armor::Piece> m_chosen;
    QVBoxLayout *m_rackCards = nullptr;
    QLabel *m_rackTold = nullptr;
    QProgressBar *m_rackDone = nullptr;
    QPushButton *m_rackAsk = nullptr;
    bool m_searching = false;
    std::jthread m_search;  ///< last: it ends before what it reports to
};

/// Shows the gallery. Nothing: none was chosen.
[[nodiscard]] std::optional<armor::Piece> chooseFromGallery(Session *session, store::ShopStore *store,
                                                            QWidget *parent);

}  // namespace hefty::app
