#pragma once

#include <functional>

#include <QMainWindow>
#include <QPointer>

#include "app/session.h"

class QHBoxLayout;
class QLabel;
class QStackedWidget;
class QToolButton;

namespace hefty::app {

class CutBench;
class FindingsPanel;
class GaugeBar;
class LayoutBench;
class MeasureBench;
class PieceChips;
class ProveBench;
class Traveler;

/// How the window asks for files and tells of trouble; a test puts its own in place.
struct Asking {
    std::function<QString(QWidget *, const QString &title, const QString &filter)> openFile;
    std::function<QString(QWidget *, const QString &title, const QString &proposal, const QString &filter)>
        saveFile;
    std::function<void(QWidget *, const QString &title, const QString &text)> tell;
    std::function<QString(QWidget *, const QString &title)> folder;
};
[[nodiscard]] Asking dialogs();

/// The window: job strip, traveler, bench, findings, gauge bar.
class MainWindow : public QMainWindow {
    Q_OBJECT

  public:
    explicit MainWindow(std::shared_ptr<const stock::Stock> stock, QWidget *parent = nullptr);
    ~MainWindow() override;

    [[nodiscard]] Session *session() { return m_session; }
    Asking asking = dialogs();
    bool openPath(const QString &path);
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
    void refreshRecent();
    void remember(const QString &path);
    bool save();
    bool saveAs();
    void exportCuts();
    void exportSheets();
    void exportPdf();
    void preview();
    void tell(const QString &title, const Problem &problem);
    void openWorking(const working::Working &working);
    void showFinding(const QString &id);
    void whyFinding(const QString &id);
    void gaugeAsked(const QString &id);
    void offerRecovery();
    void openJobCard();
    void openRules();
    void openRack();

    Session *m_session;
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
    QWidget *m_banner = nullptr;
    QToolButton *m_undo, *m_redo, *m_units, *m_pin;
    QMenu *m_recent;
    QList<QAction *> m_actions;
};

}  // namespace hefty::app
