#pragma once

#include "app/stops/load/curve_page.h"
#include "core/job/shop/rope_snatch.h"

class QComboBox;
class QPushButton;

namespace hefty::app {

/// Pull over stretch of a rope, as the stock has it and as it was measured, and how far the vehicle stretches
/// it when it is snatched.
class RopeChart : public QWidget {
    Q_OBJECT

  public:
    explicit RopeChart(Session *session, QWidget *parent = nullptr);
    void show(job::RopeSnatch snatch);
    [[nodiscard]] QSize minimumSizeHint() const override { return {320, 240}; }

  protected:
    void paintEvent(QPaintEvent *event) override;

  private:
    void drawAxes(QPainter &p, const QRectF &box, double stretch, double force) const;

    Session *m_session;
    job::RopeSnatch m_of;
};

/// How the ropes that vehicles are snatched with stretch: curves read from files, taken into the house rules.
class RopePage : public CurvePage {
    Q_OBJECT

  public:
    explicit RopePage(Session *session, QWidget *parent = nullptr);

  protected:
    QString read(const std::string &text, const QString &name) override;
    void refresh() override;
    void take() override;

  private:
    void drop();
    [[nodiscard]] const stock::Rope *chosen() const;
    [[nodiscard]] QString saying(const job::RopeSnatch &snatch) const;

    std::string m_readFor;       ///< the rope that a curve was read for
    proof::MeasuredRope m_read;  ///< not taken yet; no rows: there is none
    QComboBox *m_rope;
    QPushButton *m_drop;
    RopeChart *m_chart;
};

}  // namespace hefty::app
