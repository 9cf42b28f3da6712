#pragma once

#include <QTableWidget>

namespace hefty::app {

/// A table of a bench that is only read: whole rows are chosen, the first column takes what is left. Long
/// texts in the last one are wrapped when it shares that.
class StopTable : public QTableWidget {
    Q_OBJECT

  public:
    StopTable(const QString &name, const QString &accessible, const QStringList &heads,
              QWidget *parent = nullptr);
    /// The last column takes as much of what is left as the first.
    void shareWithLast();
    /// Fills in one row. @pre as many texts as heads
    void setRow(int row, const QStringList &texts);
    /// Rows can be dragged to another place: rowMoved() says so, the table itself stays as it is.
    void letRowsMove();

  signals:
    /// @param to  where the row then stands
    void rowMoved(int from, int to);

  protected:
    void dropEvent(QDropEvent *event) override;
};

}  // namespace hefty::app
