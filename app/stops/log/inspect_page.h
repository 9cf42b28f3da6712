#pragma once

#include <QWidget>

#include "app/window/session.h"
#include "core/job/shop/inspections.h"

class QLabel;
class QPushButton;

namespace hefty::app {

class StopTable;

/// When the piece is looked at next, where first, and what flaws are watched.
class InspectPage : public QWidget {
    Q_OBJECT

  public:
    explicit InspectPage(Session *session, QWidget *parent = nullptr);

  signals:
    void whyAsked(const hefty::working::Working &working);

  private:
    void refresh();
    void noteInspection();

    Session *m_session;
    job::InspectionPlan m_plan;
    QLabel *m_due;
    QPushButton *m_done;
    StopTable *m_first, *m_flaws;
};

}  // namespace hefty::app
