#pragma once

#include <QWidget>

#include "app/window/session.h"

class QCheckBox;
class QLabel;
class QPushButton;
class QSlider;
class QTimer;

namespace hefty::app {

class QuantityEdit;
class StopTable;

/// A tube in the bender, from above and along it, while a bend is made.
class BenderView : public QWidget {
    Q_OBJECT

  public:
    explicit BenderView(QWidget *parent = nullptr);
    /// @param plan  null: nothing to show
    void show(std::shared_ptr<const workshop::BendPlan> plan, double tube, std::size_t step, double turned);
    void setStand(double floor, double bed);
    [[nodiscard]] QSize minimumSizeHint() const override { return {300, 220}; }

  protected:
    void paintEvent(QPaintEvent *event) override;

  private:
    [[nodiscard]] QRectF seenAbove() const;
    void drawAbove(QPainter &painter, const QRectF &box) const;
    void drawAlong(QPainter &painter, const QRectF &box) const;

    std::shared_ptr<const workshop::BendPlan> m_plan;
    std::size_t m_step = 0;
    double m_turned = 0, m_tube = 0, m_floor = 950, m_bed = 240;
};

/// The bent tubes of a piece on the shop's bender: every bend played through, with where to mark, what to set
/// and how to turn the tube; test bends are logged here.
class BendPage : public QWidget {
    Q_OBJECT

  public:
    explicit BendPage(Session *session, QWidget *parent = nullptr);

  private:
    void refresh();
    void showMoment();
    void play();
    void logTest();
    [[nodiscard]] const job::BentBar *chosen() const;

    Session *m_session;
    std::shared_ptr<const job::Appraisal> m_held;
    StopTable *m_table;
    BenderView *m_view;
    QCheckBox *m_twins;
    QSlider *m_place;
    QPushButton *m_play, *m_log;
    QLabel *m_step, *m_springback;
    QuantityEdit *m_set, *m_got;
    QTimer *m_clock;
};

}  // namespace hefty::app
