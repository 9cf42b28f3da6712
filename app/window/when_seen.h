#pragma once

#include <functional>
#include <utility>

#include <QEvent>
#include <QWidget>

namespace hefty::app {

/// Brings a widget up to date: at once while it is seen, else when it is shown. What nobody sees costs
/// nothing while a hand moves.
class WhenSeen : public QObject {
  public:
    WhenSeen(QWidget *of, std::function<void()> refresh)
        : QObject(of), m_of(of), m_refresh(std::move(refresh)) {
        of->installEventFilter(this);
    }
    void ask() {
        m_due = !m_of->isVisible();
        if (!m_due) m_refresh();
    }
    bool eventFilter(QObject *, QEvent *event) override {
        if (event->type() == QEvent::Show && std::exchange(m_due, false)) m_refresh();
        return false;
    }

  private:
    QWidget *m_of;
    std::function<void()> m_refresh;
    bool m_due = false;
};

}  // namespace hefty::app
