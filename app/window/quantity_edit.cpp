#include "app/window/quantity_edit.h"

#include <QStyle>
#include <QToolTip>

#include "app/window/theme.h"
#include "app/window/worded.h"

namespace hefty::app {

QuantityEdit::QuantityEdit(Session *session, measure::Quantity quantity, QWidget *parent)
    : QLineEdit(parent), m_session(session), m_quantity(quantity) {
    setFont(measureFont(11));
    connect(this, &QLineEdit::editingFinished, this, &QuantityEdit::take);
    connect(session, &Session::unitsChanged, this, &QuantityEdit::showValue);
}

void QuantityEdit::setValue(double value) {
    if (value == m_value && !text().isEmpty() && !isModified() && !property("wrong").toBool()) return;
    m_value = value;
    m_known = true;
    if (!hasFocus() || !isModified()) showValue();
}

void QuantityEdit::setQuantity(measure::Quantity quantity) {
    if (quantity == m_quantity) return;
    m_quantity = quantity;
    m_known = false;
    showValue();
}

void QuantityEdit::setUnknown(const QString &expected) {
    m_known = false;
    setPlaceholderText(expected);
    showValue();
}

Result<double> QuantityEdit::typed() const {
    const std::string words = text().toStdString();
    // A rounded print of the value is still the value.
    if (m_known && words == measure::printQuantity(m_value, m_quantity, m_session->units())) return m_value;
    const auto read = measure::readQuantity(words, m_quantity, m_session->units());
    if (!read) return tl::unexpected(read.error());
    return read->value;
}

void QuantityEdit::showValue() {
    setText(m_known ? QString::fromStdString(measure::printQuantity(m_value, m_quantity, m_session->units()))
                    : QString());
    setModified(false);
    if (!property("wrong").toBool()) return;
    setProperty("wrong", false);
    style()->polish(this);
}

void QuantityEdit::take() {
    if (!isModified()) return;
    const auto read = measure::readQuantity(text().toStdString(), m_quantity, m_session->units());
    setProperty("wrong", !read);
    style()->polish(this);
    if (!read) {
        setToolTip(worded(read.error().sentence()));
        QToolTip::showText(mapToGlobal(QPoint(0, height())), toolTip(), this);
        return;
    }
    setToolTip(worded(read->understood));
    setModified(false);
    if (m_known && std::abs(read->value - m_value) < 1e-9) return showValue();
    emit valueTyped(read->value);
}

}  // namespace hefty::app
