#pragma once

#include <QDialog>

namespace hefty::app {

/// The handbook that ships with the program, to read beside the work.
class Handbook : public QDialog {
    Q_OBJECT

  public:
    explicit Handbook(QWidget *parent = nullptr);
};

/// The demo jobs that ship, by their names.
class DemoList : public QDialog {
    Q_OBJECT

  public:
    explicit DemoList(QWidget *parent = nullptr);
    /// The file that was chosen; empty: none.
    [[nodiscard]] QString chosen() const;
};

}  // namespace hefty::app
