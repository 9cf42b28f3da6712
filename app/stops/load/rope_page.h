#pragma once

#include <QWidget>

#include "app/window/session.h"

class QComboBox;
class QLabel;
class QPushButton;

namespace hefty::app {

/// Pull over stretch of a rope: the straight line of the stock, the curve that was measured, and how far the
/// vehicle stretches it when it is snatched.
class RopeChart : public QWidget {
    Q_OBJECT

  public:
    explicit RopeChart(Session *session, QWidget *parent = nullptr);
    /// @param towed  kg, and at what speed [m/s] it is stopped; 0: nothing is drawn of that
    void show(const stock::Rope &ofStock, const stock::Rope &measured, double towed, double speed);
    [[nodiscard]] QSize minimumSizeHint() const override { return {320, 240}; }

  protected:
    void paintEvent(QPaintEvent *event) override;

  private:
    void drawAxes(QPainter &p, const QRectF &box, double stretch, double force) const;

    Session *m_session;
    stock::Rope m_stock, m_measured;
    double m_towed = 0, m_speed = 0;
};

/// How the ropes that vehicles are snatched with stretch: curves read from files, taken into the house rules.
class RopePage : public QWidget {
    Q_OBJECT

  public:
    explicit RopePage(Session *session, QWidget *parent = nullptr);
    /// Reads a curve of the chosen rope. @return why it cannot be read; empty: it was
    QString open(const QString &path);

  signals:
    void openAsked();

  protected:
    void showEvent(QShowEvent *event) override;

  private:
    void refresh();
    void take();
    void drop();
    [[nodiscard]] const stock::Rope *chosen() const;
    [[nodiscard]] QString saying(const stock::Rope &ofStock, const stock::Rope &measured, double towed) const;

    Session *m_session;
    std::string m_readFor;       ///< the rope that a curve was read for
    proof::MeasuredRope m_read;  ///< not taken yet; no rows: there is none
    QComboBox *m_rope;
    QPushButton *m_take, *m_drop;
    QLabel *m_says;
    RopeChart *m_chart;
};

}  // namespace hefty::app
