#pragma once

#include <QButtonGroup>
#include <QStackedWidget>
#include <QWidget>

class QHBoxLayout;
class QPushButton;

namespace hefty::app {

/// A row of large buttons that choose a page of a stack. Pages that are needed less often stand in a
/// group: its button opens a second row with theirs.
class ListChooser : public QWidget {
    Q_OBJECT

  public:
    ListChooser(QStackedWidget *pages, QWidget *parent = nullptr);
    /// Adds a page with its button; the first one offered outside a group is shown.
    void offer(const QString &name, const QString &object, QWidget *page);
    /// What is offered from here to endGroup() stands in a second row, below this button.
    void group(const QString &name, const QString &object);
    void endGroup();

  signals:
    void chosen(int page);

  private:
    QPushButton *makeButton(const QString &name, const QString &object, QHBoxLayout *row);
    void show(int page);
    QStackedWidget *m_pages;
    QHBoxLayout *m_row, *m_second;
    QWidget *m_secondRow;
    QButtonGroup m_group;
    QPushButton *m_groupButton = nullptr;
    bool m_inGroup = false;
    QList<int> m_grouped;
    int m_lastGrouped = -1;
};

}  // namespace hefty::app
