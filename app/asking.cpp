#include "app/asking.h"

#include <QFileDialog>
#include <QMessageBox>
#include <QRegularExpression>

namespace hefty::app {

Asking dialogs() {
    return {[](QWidget *parent, const QString &title, const QString &filter) {
                return QFileDialog::getOpenFileName(parent, title, {}, filter);
            },
            [](QWidget *parent, const QString &title, const QString &proposal, const QString &filter) {
                return QFileDialog::getSaveFileName(parent, title, proposal, filter);
            },
            [](QWidget *parent, const QString &title, const QString &text) {
                QMessageBox box(QMessageBox::NoIcon, title, text, QMessageBox::Close, parent);
                box.exec();
            },
            [](QWidget *parent, const QString &title) {
                return QFileDialog::getExistingDirectory(parent, title);
            }};
}

QString fileNameFor(QString text) {
    static const QRegularExpression between("[^\\w.]+", QRegularExpression::UseUnicodePropertiesOption);
    return text.trimmed().replace(between, "-");
}

}  // namespace hefty::app
