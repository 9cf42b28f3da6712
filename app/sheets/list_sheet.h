#pragma once

#include <QDialog>

#include "app/sheets/record_table.h"

class QHBoxLayout;
class QStackedWidget;

namespace hefty::app {

/// A sheet beside the window with lists of the job; every change is a named undo step at once, so
/// there is nothing to confirm.
class ListSheet : public QDialog {
    Q_OBJECT

  public:
    struct Part {
        QString heading;
        QString name;
        RecordList list;
        int share = 1;  ///< of the height
    };
    ListSheet(Session *session, const QString &title, std::vector<Part> parts, QWidget *parent = nullptr);

  private:
    [[nodiscard]] QHBoxLayout *chooserOf(Session *session, std::vector<Part> &parts);
    QStackedWidget *m_pages = nullptr;
};

}  // namespace hefty::app
