#pragma once

#include <QDialog>
#include <QList>

class QAction;
class QLineEdit;
class QListWidget;

namespace hefty::app {

/// Runs any action by its words.
class Finder : public QDialog {
    Q_OBJECT

  public:
    Finder(const QList<QAction *> &actions, QWidget *parent = nullptr);

  protected:
    bool eventFilter(QObject *watched, QEvent *event) override;

  private:
    void narrow(const QString &words);
    void run();
    QList<QAction *> m_actions;
    QLineEdit *m_words;
    QListWidget *m_list;
};

}  // namespace hefty::app
