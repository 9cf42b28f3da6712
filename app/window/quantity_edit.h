#pragma once

#include <QLineEdit>

#include "app/window/session.h"

namespace hefty::app {

/// A line that takes a measure as a person writes it and answers with what it understood; a wrong one is
/// marked, told why, and never leaves the line.
class QuantityEdit : public QLineEdit {
    Q_OBJECT

  public:
    QuantityEdit(Session *session, measure::Quantity quantity, QWidget *parent = nullptr);
    /// Shows a value in core units; does not emit.
    void setValue(double value);
    /// Shows nothing but what might be expected here: nobody knows it yet.
    void setUnknown(const QString &expected);
    /// What the line takes from now on; setValue() or setUnknown() follows.
    void setQuantity(measure::Quantity quantity);
    /// What stands in the line, taken or not.
    /// @error as measure::readQuantity(); an empty line is one
    [[nodiscard]] Result<double> typed() const;

  signals:
    void valueTyped(double value);

  private:
    void take();
    void showValue();
    Session *m_session;
    measure::Quantity m_quantity;
    double m_value = 0;
    bool m_known = true;
};

}  // namespace hefty::app
