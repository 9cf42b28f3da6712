#pragma once

#include <QApplication>
#include <QMouseEvent>
#include <QWidget>

namespace hefty::bench {

/// Sends an event of the left button to a widget, as the window system would.
inline void mouse(QWidget *widget, QEvent::Type type, const QPointF &at) {
    const bool released = type == QEvent::MouseButtonRelease;
    QMouseEvent event(type, at, widget->mapToGlobal(at), Qt::LeftButton,
                      released ? Qt::NoButton : Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(widget, &event);
}

}  // namespace hefty::bench
