#pragma once

#include <vector>

#include <QString>

class QHBoxLayout;
class QStackedWidget;
class QWidget;

namespace hefty::app {

/// A page of a bench, and the button that shows it.
struct ChosenPage {
    QString name;    ///< for people
    QString object;  ///< name of the button for tests
    QWidget *page = nullptr;
};

/// A row of buttons that show one page each, the first at the beginning; they follow whatever page is shown.
/// @param pages  takes the pages
/// @param width  of a button, px; 0: as wide as its name
[[nodiscard]] QHBoxLayout *pageChooser(QStackedWidget *pages, const std::vector<ChosenPage> &choices,
                                       int width);

}  // namespace hefty::app
