#pragma once

#include <QWidget>

#include "app/sheets/record_table.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QPushButton;

namespace hefty::app {

/// The candidates of tires side by side, what each comes to, and on which of them the vehicle stands.
class TirePage : public QWidget {
    Q_OBJECT

  public:
    explicit TirePage(Session *session, QWidget *parent = nullptr);

  signals:
    void whyAsked(const working::Working &working);

  private:
    void refresh();
    void choose(std::string rig::Loadout::*which, const QString &name, const QString &tire);
    [[nodiscard]] const rig::TireFacts *chosen() const;

    Session *m_session;
    RecordTable *m_table;
    QComboBox *m_measuredOn, *m_standsOn;
    QLabel *m_facts;
    QPushButton *m_why;
};

/// The list of masses and how the vehicle stands with them and its armor.
class LoadPage : public QWidget {
    Q_OBJECT

  public:
    explicit LoadPage(Session *session, QWidget *parent = nullptr);
    [[nodiscard]] RecordTable *masses() const { return m_table; }

  signals:
    void whyAsked(const working::Working &working);

  private:
    void refresh();

    Session *m_session;
    RecordTable *m_table;
    QCheckBox *m_sagged;
    QLabel *m_state;
    QPushButton *m_why;
};

}  // namespace hefty::app
