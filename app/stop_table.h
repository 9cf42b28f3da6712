#pragma once

#include <QTableWidget>

namespace hefty::app {

/// A table of a bench that is only read: whole rows are chosen, the first column takes what is left.
class StopTable : public QTableWidget {
    Q_OBJECT

  public:
    StopTable(const QString &name, const QString &accessible, const QStringList &heads,
              QWidget *parent = nullptr);
    /// Fills in one row. @pre as many texts as heads
    void setRow(int row, const QStringList &texts);
};

}  // namespace hefty::app
