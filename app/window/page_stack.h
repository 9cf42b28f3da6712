#pragma once

#include <QStackedWidget>

namespace hefty::app {

/// Pages of which one is seen. A plain QStackedWidget asks every page for its height at every width, so each
/// change in a note of a page that nobody sees lays out the text of all pages; these take the height that
/// they are given, and the page that is seen shares it out among its own.
class PageStack : public QStackedWidget {
  public:
    using QStackedWidget::QStackedWidget;
    [[nodiscard]] bool hasHeightForWidth() const override { return false; }
};

}  // namespace hefty::app
