#pragma once

#include <QDialog>

#include "app/session.h"
#include "core/job/offers.h"
#include "core/store/shop_store.h"

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
    /// @param own  name of the shop's own pattern; empty: it is none
    void addCard(QVBoxLayout *list, const job::Offer &offer, const QString &own);
    [[nodiscard]] QString numbersOf(const job::Offer &offer) const;

    Session *m_session;
    store::ShopStore *m_store;
    std::optional<armor::Piece> m_chosen;
};

/// Shows the gallery. Nothing: none was chosen.
[[nodiscard]] std::optional<armor::Piece> chooseFromGallery(Session *session, store::ShopStore *store,
                                                            QWidget *parent);

}  // namespace hefty::app
