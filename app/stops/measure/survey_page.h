#pragma once

#include <QWidget>

#include "app/sheets/record_table.h"

class QLabel;
class QPushButton;

namespace hefty::app {

/// The tape network as a list of readings, with what it says so far: how good it is, whether the frame
/// ends are square, what to measure next.
class SurveyPage : public QWidget {
    Q_OBJECT

  public:
    explicit SurveyPage(Session *session, QWidget *parent = nullptr);
    [[nodiscard]] RecordTable *tape() const { return m_tape; }

  signals:
    void whyAsked(const working::Working &working);

  private:
    void refresh();
    void addNext();
    void ignoreChosen();
    void useForData();

    Session *m_session;
    RecordTable *m_tape;
    QLabel *m_state;
    QPushButton *m_next, *m_ignore, *m_use, *m_why;
};

}  // namespace hefty::app
