#pragma once

#include <QDialog>

#include "app/window/session.h"
#include "core/job/sizing/sizing.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;

namespace hefty::app {

class QuantityEdit;

/// Finds the sizes of the piece: what for, from what, with progress and a way to stop; what is found is shown
/// before it is taken, and taken as one step that can be undone.
class SizingSheet : public QDialog {
    Q_OBJECT

  public:
    explicit SizingSheet(Session *session, QWidget *parent = nullptr);
    ~SizingSheet() override;

  signals:
    /// From the searching thread: connected queued.
    void found(const hefty::job::Sizing &sizing);
    void progressed(int percent);

  private:
    void begin();
    void stop();
    void showFound(const job::Sizing &sizing);
    void take();
    [[nodiscard]] job::SizingWish wish() const;
    void setBusy(bool busy);

    Session *m_session;
    QComboBox *m_goal;
    QCheckBox *m_rackOnly, *m_sameTube, *m_limitsMass;
    QuantityEdit *m_leg, *m_mass;
    QProgressBar *m_progress;
    QLabel *m_result;
    QPushButton *m_begin, *m_stop, *m_take;
    double m_largestLeg = 10;
    double m_largestMass;                     ///< kg; counts while m_limitsMass is checked
    std::shared_ptr<const job::Job> m_sized;  ///< the job that the sizes were found for
    job::Sizing m_sizing;
    std::jthread m_thread;
};

}  // namespace hefty::app

Q_DECLARE_METATYPE(hefty::job::Sizing)
