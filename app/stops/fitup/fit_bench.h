#pragma once

#include <QWidget>

#include "app/window/session.h"
#include "core/workshop/fitup/fit_up.h"

class QLabel;
class QPushButton;

namespace hefty::app {

class PlanView;
class QuantityEdit;
class StopTable;

/// The stop where the chosen piece is fitted: what to measure and to look at, what it should read, what it
/// reads, and what to do if it is off.
class FitBench : public QWidget {
    Q_OBJECT

  public:
    explicit FitBench(Session *session, QWidget *parent = nullptr);

  signals:
    void whyAsked(const hefty::working::Working &working);

  private:
    void refresh();
    void showAsBuilt();
    void choose();
    void take(std::optional<double> value);
    void takeBack();
    [[nodiscard]] const workshop::FitItem *chosen() const;

    Session *m_session;
    PlanView *m_view;
    StopTable *m_table;
    QLabel *m_note, *m_asBuilt;
    QuantityEdit *m_reading;
    QPushButton *m_tick, *m_why;
    std::vector<workshop::FitItem> m_items;
};

}  // namespace hefty::app
