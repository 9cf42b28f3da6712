#pragma once

#include <QObject>

#include "app/window/asking.h"
#include "app/window/session.h"

class QMenu;

namespace hefty::app {

class SheetPage;

/// The files of a job: opened, saved, remembered, and what is written from it. Trouble is told.
class JobFiles : public QObject {
    Q_OBJECT

  public:
    /// @param asking  must outlive this; @param window  that dialogs stand on
    JobFiles(Session *session, const Asking &asking, QWidget *window);
    /// The menu that the jobs opened last are in.
    void setRecentMenu(QMenu *menu);
    void open();
    bool openPath(const QString &path);
    bool save();
    bool saveAs();
    void exportCuts();
    void exportSheets(const SheetPage &sheets);
    void exportPdf();
    void printPreview();
    /// What belongs to the shop, and the jobs that it has had.
    /// The chosen piece is kept as a pattern of the shop's own.
    void keepPattern();
    void showShop();
    void tell(const QString &title, const Problem &problem);
    /// Offers unsaved work that was left behind; it goes when it is answered. nullptr: there is none.
    [[nodiscard]] QWidget *recoveryBanner();

  private:
    void remember(const QString &path);
    /// Keeps the saved job in the shop's own file.
    void keepInShop();
    void refreshRecent();

    Session *m_session;
    const Asking &m_asking;
    QWidget *m_window;
    QMenu *m_recent = nullptr;
};

}  // namespace hefty::app
