#pragma once

#include <thread>

#include <QDialog>

#include "app/window/asking.h"
#include "app/window/session.h"
#include "core/handout/handout.h"

class QCheckBox;
class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;

namespace hefty::app {

/// Writes what machines and other programs take of a job into a folder, beside, with progress and a way to
/// stop.
class ExportSheet : public QDialog {
    Q_OBJECT

  public:
    /// @param asking  must outlive this
    ExportSheet(Session *session, const Asking &asking, QWidget *parent = nullptr);
    ~ExportSheet() override;

  signals:
    /// From the writing thread: connected queued.
    void handed(const QString &told);
    void progressed(int percent);

  private:
    QCheckBox *addChoice(const char *name, const QString &text, bool handout::Wanted::*member);
    void chooseFolder();
    void begin();
    void stop();
    void setBusy(bool busy);
    [[nodiscard]] static QString told(const Result<handout::Handed> &handed);

    Session *m_session;
    const Asking &m_asking;
    handout::Wanted m_wanted;
    QLineEdit *m_folder;
    QProgressBar *m_progress;
    QLabel *m_result;
    QPushButton *m_begin, *m_stop;
    std::jthread m_thread;
};

}  // namespace hefty::app
