#pragma once

#include <QDialog>

#include "app/window/session.h"

class QGridLayout;
class QTimer;
class QToolButton;

namespace hefty::app {

/// The first thing that a newcomer sees: a new job, a job of one's own, the tour, or one of the demo jobs by
/// its picture.
class Welcome : public QDialog {
    Q_OBJECT

  public:
    enum class Wish { Nothing, NewJob, Open, Tour, Demo };

    explicit Welcome(std::shared_ptr<const stock::Stock> stock, QWidget *parent = nullptr);
    [[nodiscard]] Wish wish() const { return m_wish; }
    /// The file of the demo job that was chosen.
    [[nodiscard]] QString demo() const { return m_demo; }
    /// True once all pictures are painted.
    [[nodiscard]] bool isPainted() const { return m_next >= m_cards.size(); }

  private:
    void choose(Wish wish, const QString &demo = {});
    void addDemos(QGridLayout *grid);
    void paintNext();

    std::shared_ptr<const stock::Stock> m_stock;
    Wish m_wish = Wish::Nothing;
    QString m_demo;
    struct Card {
        QToolButton *button = nullptr;
        job::Job job;
    };
    std::vector<Card> m_cards;
    std::size_t m_next = 0;
    QTimer *m_clock;
};

}  // namespace hefty::app
