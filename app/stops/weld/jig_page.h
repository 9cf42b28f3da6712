#pragma once

#include <QWidget>

#include "app/window/session.h"
#include "core/workshop/weld/jig_plan.h"

class QLabel;

namespace hefty::app {

class StopTable;

/// The shop's floor from above: the base line, every place of the jig, the arcs of the chosen one.
class JigFloor : public QWidget {
    Q_OBJECT

  public:
    explicit JigFloor(Session *session, QWidget *parent = nullptr);
    void show(std::optional<workshop::JigPlan> plan, int chosen);
    /// Paints the floor into a rectangle; for printing.
    void paintInto(QPainter &painter, const QRectF &box);
    [[nodiscard]] QSize minimumSizeHint() const override { return {320, 220}; }

  signals:
    void picked(int point);

  protected:
    void paintEvent(QPaintEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;

  private:
    void draw(QPainter &painter);
    void drawLine(QPainter &painter) const;
    void drawChosen(QPainter &painter) const;
    void drawPlaces(QPainter &painter) const;
    [[nodiscard]] QPointF place(double along, double aside) const;
    [[nodiscard]] QString said(double mm) const;
    Session *m_session;
    std::optional<workshop::JigPlan> m_plan;
    int m_chosen = -1;
    QRectF m_area;  ///< that is painted into
};

/// What stands at a place of a jig, for people: "dummy bolt 12 mm".
[[nodiscard]] QString jigStandsThere(const workshop::JigPoint &point, measure::UnitSystem units);

/// What the chosen piece is built on: places struck on the floor, dummies, stands, check distances.
class JigPage : public QWidget {
    Q_OBJECT

  public:
    explicit JigPage(Session *session, QWidget *parent = nullptr);

  private:
    void refresh();
    [[nodiscard]] QString said(double value) const;

    Session *m_session;
    JigFloor *m_floor;
    StopTable *m_points, *m_checks;
    QLabel *m_steps;
    std::optional<workshop::JigPlan> m_plan;
};

}  // namespace hefty::app
