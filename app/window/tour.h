#pragma once

#include <functional>
#include <vector>

#include <QWidget>

class QFrame;
class QLabel;
class QPushButton;

namespace hefty::app {

/// One halt of the tour.
struct TourStep {
    QString object;  ///< name of the control that it points at
    QString title, text;
    std::function<void()> before = {};  ///< brings the control to the front
};

/// Walks a newcomer along real controls of the window: each framed, with a card beside it.
class Tour : public QWidget {
    Q_OBJECT

  public:
    /// Covers the window until it is left.
    Tour(std::vector<TourStep> steps, QWidget *window);
    [[nodiscard]] int at() const { return m_at; }
    [[nodiscard]] QWidget *target() const;

  protected:
    void paintEvent(QPaintEvent *event) override;
    void keyPressEvent(QKeyEvent *event) override;
    bool eventFilter(QObject *watched, QEvent *event) override;

  private:
    void go(int step);
    void place();
    [[nodiscard]] QRect framed() const;

    std::vector<TourStep> m_steps;
    int m_at = 0;
    QFrame *m_card;
    QLabel *m_title, *m_text, *m_count;
    QPushButton *m_back, *m_next, *m_leave;
};

}  // namespace hefty::app
