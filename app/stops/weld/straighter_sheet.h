#pragma once

#include <thread>

#include <QDialog>

#include "app/window/session.h"
#include "core/job/shop/straighter_order.h"

class QLabel;
class QProgressBar;
class QPushButton;

namespace hefty::app {

/// Looks for an order of welding that leaves the chosen piece straighter, with progress and a way to stop;
/// what it is worth is shown before it is taken, and taken as one step that can be undone.
class StraighterSheet : public QDialog {
    Q_OBJECT

  public:
    explicit StraighterSheet(Session *session, QWidget *parent = nullptr);
    ~StraighterSheet() override;

  signals:
    /// From the searching thread: connected queued.
    void found(const hefty::job::StraighterOrder &order);
    void refused(const QString &why);
    void progressed(int percent);

  private:
    void begin();
    void stop();
    void showFound(const job::StraighterOrder &order);
    void take();
    void setBusy(bool busy);
    [[nodiscard]] QString told(const std::vector<workshop::Distortion> &list) const;

    Session *m_session;
    QProgressBar *m_progress;
    QLabel *m_result;
    QPushButton *m_begin, *m_stop, *m_take;
    std::string m_piece;
    std::shared_ptr<const job::Job> m_of;  ///< the job that the order was found for
    job::StraighterOrder m_order;
    std::jthread m_thread;
};

}  // namespace hefty::app

Q_DECLARE_METATYPE(hefty::job::StraighterOrder)
