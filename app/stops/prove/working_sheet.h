#pragma once

#include <QDialog>

#include "core/working/working.h"

class QPrinter;

namespace hefty::app {

/// Shows how a number came to be: symbol, formula, values, result, source. Prints.
class WorkingSheet : public QDialog {
    Q_OBJECT

  public:
    WorkingSheet(const working::Working &working, QWidget *parent = nullptr);
    [[nodiscard]] static QString html(const working::Working &working);

  private:
    void print();
    QString m_html;
};

}  // namespace hefty::app
