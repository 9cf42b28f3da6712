#pragma once

#include <QWidget>

#include "app/window/session.h"
#include "core/job/appraise/ledger.h"

class QLabel;
class QCheckBox;

namespace hefty::app {

class StopTable;

/// Everything that the proof of the chosen piece is about, and which checks look at it.
class LedgerPage : public QWidget {
    Q_OBJECT

  public:
    explicit LedgerPage(Session *session, QWidget *parent = nullptr);

  private:
    void refresh();
    void describe();

    Session *m_session;
    std::shared_ptr<const proof::Proof> m_of;
    std::vector<job::LedgerLine> m_lines;
    StopTable *m_table;
    QCheckBox *m_openOnly;
    QLabel *m_sum, *m_note;
};

}  // namespace hefty::app
