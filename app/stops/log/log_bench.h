#pragma once

#include <QWidget>

#include "app/window/session.h"

class QLabel;
class QPushButton;

namespace hefty::app {

/// The stop where the job is kept: hours, costs, changes, trips, hits, inspections and pulls, with what they
/// sum to.
class LogBench : public QWidget {
    Q_OBJECT

  public:
    explicit LogBench(Session *session, QWidget *parent = nullptr);

  signals:
    void whyAsked(const hefty::working::Working &working);

  private:
    void refresh();
    [[nodiscard]] QWidget *makeLog();
    Session *m_session;
    void useFactor();
    void useShrinkage();
    QLabel *m_sums;
    QPushButton *m_factor, *m_shrink;
};

}  // namespace hefty::app
