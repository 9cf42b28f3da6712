#include "app/quantity_edit.h"

#include <QStyle>
#include <QToolTip>

#include "app/theme.h"

namespace hefty::app {

QuantityEdit::QuantityEdit(Session *session, measure::Quantity quantity, QWidget *parent)
    : QLineEdit(parent), m_session(session), m_quantity(quantity) {
    setFont(measureFont(11));
    connect(this, &QLineEdit::editingFinished, this, &QuantityEdit::take);
    connect(session, &Session::unitsChanged, this, &QuantityEdit::show);
}

void QuantityEdit::setValue(double value) {
    if (value == m_value && !text().isEmpty() && !isModified() && !property("wrong").toBool()) return;
    m_value = value;
    if (!hasFocus() || !isModified()) show();
}

void QuantityEdit::show() {
    setText(QString::fromStdString(measure::printQuantity(m_value, m_quantity, m_session->units())));
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
        setToolTip(QString::fromStdString(read.error().sentence()));
        QToolTip::showText(mapToGlobal(QPoint(0, height())), toolTip(), this);
        return;
    }
    setToolTip(QString::fromStdString(read->understood));
    setModified(false);
    if (std::abs(read->value - m_value) < 1e-9) return show();
    emit valueTyped(read->value);
}

}  // namespace hefty::app
