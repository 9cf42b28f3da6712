#pragma once

#include <thread>

#include <QDialog>

#include "app/window/session.h"
#include "core/job/design/schools.h"

class QLabel;
class QPushButton;

namespace hefty::app {

class StopTable;

/// The ways in which shops differ about the chosen piece, each with what it costs in mass, money, hours and
/// degrees; one of them is taken.
class SchoolsSheet : public QDialog {
    Q_OBJECT

  public:
    explicit SchoolsSheet(Session *session, QWidget *parent = nullptr);
    ~SchoolsSheet() override;

  private:
    void price();
    void tell();
    void take();
    void choose(int row);
    [[nodiscard]] QStringList rowOf(const job::SchoolPrice &price) const;

    Session *m_session;
    StopTable *m_table;
    QLabel *m_note;
    QPushButton *m_take;
    std::vector<job::SchoolPrice> m_prices;
    std::jthread m_worker;
};

}  // namespace hefty::app
