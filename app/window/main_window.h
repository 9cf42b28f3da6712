#pragma once

#include <QMainWindow>

#include "app/window/asking.h"
#include "app/window/session.h"

class QLabel;
class QStackedWidget;
class QToolButton;

namespace hefty::app {

class CutBench;
class FindingsPanel;
class GaugeBar;
class JobFiles;
class LayoutBench;
class MeasureBench;
class PieceChips;
class ProveBench;
class Traveler;

/// The window: job strip, traveler, bench, findings, gauge bar.
class MainWindow : public QMainWindow {
    Q_OBJECT

  public:
    explicit MainWindow(std::shared_ptr<const stock::Stock> stock, QWidget *parent = nullptr);
    ~MainWindow() override;

    [[nodiscard]] Session *session() { return m_session; }
    Asking asking = dialogs();
    bool openPath(const QString &path);
    /// Asks what to do: a new job, one's own, a demo job, the tour.
    void welcome();
    /// Walks along the controls.
    void tour();
    void goTo(int stop);
    void setDark(bool dark);

  protected:
    void closeEvent(QCloseEvent *event) override;
    void keyReleaseEvent(QKeyEvent *event) override;

  private:
    QAction *action(const char *name, const QString &text, const QKeySequence &keys,
                    std::function<void()> run);
    void makeActions();
    QWidget *makeStrip();
    void refreshStrip();
    void openWorking(const working::Working &working);
    void showFinding(const QString &id);
    void whyFinding(const QString &id);
    void gaugeAsked(const QString &id);
    void openJobCard();
    void openRules();
    void openRack();

    Session *m_session;
    JobFiles *m_files;
    Traveler *m_traveler;
    QStackedWidget *m_benches;
    MeasureBench *m_measure;
    LayoutBench *m_layout;
    ProveBench *m_prove;
    CutBench *m_cut;
    FindingsPanel *m_findings;
    GaugeBar *m_gauges;
    QLabel *m_title, *m_vehicle;
    PieceChips *m_chips;
    QToolButton *m_undo, *m_redo, *m_units, *m_pin;
    QList<QAction *> m_actions;
};

}  // namespace hefty::app
