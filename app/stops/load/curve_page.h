#pragma once

#include <QWidget>

#include "app/window/session.h"
#include "app/window/when_seen.h"

class QHBoxLayout;
class QLabel;
class QPushButton;

namespace hefty::app {

/// A page of Load that reads a table from a file, draws it, says what it comes to, and takes it into the
/// house rules.
class CurvePage : public QWidget {
    Q_OBJECT

  public:
    /// Reads a file. @return why it cannot be read; empty: it was
    QString open(const QString &path);

  signals:
    void openAsked();

  protected:
    /// @param name  of the page, "ride": the names of its controls begin with it
    /// @param open  what its button for a file says
    CurvePage(Session *session, const QString &name, const QString &open, QWidget *parent);
    /// A row of controls above a chart, and what it says below.
    void arrange(QHBoxLayout *row, QWidget *chart);
    /// Reads the text of a file called so. @return why not; empty: it was
    virtual QString read(const std::string &text, const QString &name) = 0;
    virtual void refresh() = 0;
    virtual void take() = 0;

    Session *m_session;
    WhenSeen *m_seen;  ///< to be asked whenever something changed
    QPushButton *m_open, *m_take;
    QLabel *m_says;
};

}  // namespace hefty::app
