#pragma once

#include "app/stops/load/curve_page.h"
#include "core/joints/fatigue.h"

class QComboBox;

namespace hefty::app {

class QuantityEdit;

/// Acceleration over time, and below how often which range came.
class RideChart : public QWidget {
    Q_OBJECT

  public:
    explicit RideChart(QWidget *parent = nullptr);
    void show(std::vector<double> record, double duration, std::vector<joints::Cycles> cycles);
    [[nodiscard]] QSize minimumSizeHint() const override { return {320, 240}; }

  protected:
    void paintEvent(QPaintEvent *event) override;

  private:
    std::vector<double> m_record;
    double m_duration = 0;
    std::vector<joints::Cycles> m_cycles;
};

/// A recorded ride read from a file: what it does to welds, taken into the house rules.
class RidePage : public CurvePage {
    Q_OBJECT

  public:
    explicit RidePage(Session *session, QWidget *parent = nullptr);

  protected:
    QString read(const std::string &text, const QString &name) override;
    void refresh() override;
    void take() override;

  private:
    [[nodiscard]] const std::vector<double> &record() const;

    std::optional<joints::Ride> m_ride;
    QString m_name;
    QComboBox *m_direction;
    QuantityEdit *m_hours;
    RideChart *m_chart;
    double m_equal = 0;  ///< range that does the same harm in the house's cycles, g
};

}  // namespace hefty::app
