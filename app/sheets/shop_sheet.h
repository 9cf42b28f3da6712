#pragma once

#include <QDialog>

#include "app/window/asking.h"
#include "app/window/session.h"
#include "core/store/shop_store.h"

class QLabel;
class QLineEdit;
class QPushButton;

namespace hefty::app {

class StopTable;

/// Opens the shop's own file in the user's data folder. @error as ShopStore::open
[[nodiscard]] Result<store::ShopStore> openShopStore();

/// What belongs to the shop: its rack, prices and house rules, and the jobs that it has had.
class ShopSheet : public QDialog {
    Q_OBJECT

  public:
    /// @param asking  must outlive this
    ShopSheet(Session *session, const Asking &asking, store::ShopStore store, QWidget *parent);

  private:
    void refresh();
    void startFrom();
    void takeShop();
    void keepShop();
    void forget();
    void exportAll();
    void importAll();
    void tell(const Problem &problem);
    [[nodiscard]] const store::KeptJob *chosen() const;

    Session *m_session;
    const Asking &m_asking;
    store::ShopStore m_store;
    std::vector<store::KeptJob> m_jobs;
    QLineEdit *m_words;
    StopTable *m_table;
    QLabel *m_says;
    QPushButton *m_start, *m_forget, *m_take;
};

}  // namespace hefty::app
