#pragma once

#include <QWidget>

#include "app/session.h"

class QLabel;

namespace hefty::app {

/// The stop where the job is kept: hours, costs, changes, trips, hits, inspections and pulls, with what they
/// sum to.
class LogBench : public QWidget {
    Q_OBJECT

  public:
    explicit LogBench(Session *session, QWidget *parent = nullptr);

  private:
    void refresh();
    Session *m_session;
    QLabel *m_sums;
};

}  // namespace hefty::app
