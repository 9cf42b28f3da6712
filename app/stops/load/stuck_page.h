#pragma once

#include <QWidget>

#include "app/window/session.h"
#include "core/job/shop/stuck_plan.h"

class QComboBox;
class QLabel;
class QSpinBox;

namespace hefty::app {

class QuantityEdit;
class StopTable;

/// Vehicle, lines and anchor from above, with the force in every line.
class LinesView : public QWidget {
    Q_OBJECT

  public:
    explicit LinesView(Session *session, QWidget *parent = nullptr);
    void show(const job::StuckPlan &plan);
    [[nodiscard]] QSize minimumSizeHint() const override { return {300, 180}; }

  protected:
    void paintEvent(QPaintEvent *event) override;

  private:
    Session *m_session;
    job::StuckPlan m_plan;
};

/// What a stuck vehicle needs, and which lines give it.
class StuckPage : public QWidget {
    Q_OBJECT

  public:
    explicit StuckPage(Session *session, QWidget *parent = nullptr);

  signals:
    void whyAsked(const hefty::working::Working &working);

  private:
    void refresh();
    [[nodiscard]] rig::Stuck typed() const;
    [[nodiscard]] QString said(const job::LinePart &part) const;

    Session *m_session;
    QuantityEdit *m_mass, *m_grade;
    QComboBox *m_mired, *m_ground;
    QSpinBox *m_extra;
    StopTable *m_table;
    LinesView *m_view;
    QLabel *m_says;
    working::Working m_working;
    bool m_massTyped = false;
};

}  // namespace hefty::app
