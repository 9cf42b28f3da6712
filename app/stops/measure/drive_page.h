#pragma once

#include <QTimer>
#include <QWidget>

#include "app/stops/measure/driver.h"
#include "app/window/session.h"

class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;
class QSlider;
class QSpinBox;
class QTableWidget;

namespace hefty::app {

class QuantityEdit;
class TrailView;

/// The vehicle with its armor driven slowly over an obstacle: a picture to scrub and play, what strikes
/// where, and the largest obstacles that it clears.
class DrivePage : public QWidget {
    Q_OBJECT

  public:
    explicit DrivePage(Session *session, QWidget *parent = nullptr);
    /// Asks for a profile with this file name; for tests and the button.
    void openProfile(const QString &path);
    [[nodiscard]] TrailView *view() const { return m_view; }
    /// How a file to open is asked for.
    std::function<QString(QWidget *, const QString &title, const QString &filter)> askFile;

  protected:
    void showEvent(QShowEvent *event) override;

  private:
    QWidget *makeTray();
    void refreshChoices();
    void driveAgain();
    void findLimits();
    void take(const Driver::Answer &answer);
    void takeDrive(const Driver::Answer &answer);
    void showPose(int pose);
    void goToStrike(int row);
    void showLimits(const std::vector<job::TrailLimit> &limits);
    void play(bool on);
    [[nodiscard]] job::DriveRequest wanted() const;
    [[nodiscard]] clearance::ObstacleKind kind() const;

    Session *m_session;
    TrailView *m_view;
    QSlider *m_slider;
    QPushButton *m_play;
    QComboBox *m_obstacle, *m_tire, *m_load, *m_way;
    QuantityEdit *m_size, *m_slope;
    QSpinBox *m_seed;
    QLabel *m_sizeLabel, *m_state, *m_limits;
    QTableWidget *m_strikes;
    QPushButton *m_find, *m_stop;
    QProgressBar *m_progress;
    QTimer m_playing;
    Driver m_driver;
    std::shared_ptr<const job::Appraisal> m_driven;  ///< the appraisal that the request was made from
    std::optional<clearance::Terrain> m_profile;
    QString m_profileName;
    double m_sizeValue = 450, m_slopeValue = 0.5;
};

}  // namespace hefty::app
