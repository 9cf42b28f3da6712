#pragma once

#include <QAbstractButton>
#include <QWidget>

#include "app/window/session.h"

namespace hefty::app {

/// One number of the gauge bar: its value, the house limit, the change since the pinned variant.
class GaugeButton : public QAbstractButton {
    Q_OBJECT

  public:
    GaugeButton(Session *session, QString gaugeId, QWidget *parent = nullptr);
    [[nodiscard]] QString valueText() const { return m_value; }
    [[nodiscard]] QString changeText() const { return m_change; }
    [[nodiscard]] QSize sizeHint() const override { return {120, 64}; }

  protected:
    void paintEvent(QPaintEvent *event) override;

  private:
    void refresh();
    Session *m_session;
    QString m_id, m_name, m_value, m_limit, m_change;
    bool m_broken = false, m_working = false;
};

/// The line at the bottom that is always there.
class GaugeBar : public QWidget {
    Q_OBJECT

  public:
    explicit GaugeBar(Session *session, QWidget *parent = nullptr);

  signals:
    /// A gauge was asked about.
    void asked(const QString &gaugeId);
};

}  // namespace hefty::app
