#pragma once

#include <QWidget>

#include "app/window/session.h"

class QHBoxLayout;

namespace hefty::app {

/// One chip a piece of the job, with how many of its findings are to be settled, and one to add another.
class PieceChips : public QWidget {
    Q_OBJECT

  public:
    explicit PieceChips(Session *session, QWidget *parent = nullptr);
    void refresh();

  signals:
    void addAsked();

  private:
    [[nodiscard]] int longestName() const;
    Session *m_session;
    QHBoxLayout *m_layout;
};

}  // namespace hefty::app
