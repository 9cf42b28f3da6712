#pragma once

#include <chrono>
#include <functional>
#include <utility>

#include <QEvent>
#include <QTimer>
#include <QWidget>

namespace hefty::app {

/// Brings a widget up to date: at once while it is seen, else when it is shown. What nobody sees costs
/// nothing while a hand moves.
class WhenSeen : public QObject {
  public:
    WhenSeen(QWidget *of, std::function<void()> refresh)
        : QObject(of), m_of(of), m_refresh(std::move(refresh)) {
        of->installEventFilter(this);
        m_pause.setSingleShot(true);
        m_pause.setInterval(std::chrono::milliseconds(100));
        connect(&m_pause, &QTimer::timeout, this, [this] {
            if (m_due) askBeside();
        });
    }
    void ask() {
        m_due = true;
        refresh();
    }
    /// For what is looked at beside something larger: it follows ten times a second, and the last time
    /// always.
    void askBeside() {
        m_due = true;
        if (m_pause.isActive()) return;
        m_pause.start();
        refresh();
    }
    bool eventFilter(QObject *, QEvent *event) override {
        if (event->type() == QEvent::Show) refresh();
        return false;
    }

  private:
    void refresh() {
        if (m_of->isVisible() && std::exchange(m_due, false)) m_refresh();
    }

    QWidget *m_of;
    std::function<void()> m_refresh;
    QTimer m_pause;
    bool m_due = false;
};

}  // namespace hefty::app
