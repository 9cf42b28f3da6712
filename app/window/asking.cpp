#include "app/window/asking.h"
#include "app/window/worded.h"

#include <QObject>

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

QString problemText(const Problem &problem) {
    QString text = worded(problem.message);
    if (!problem.where.empty())
        text += QObject::tr("\n\nWhere: %1").arg(QString::fromStdString(problem.where));
    if (!problem.remedy.empty()) text += "\n\n" + worded(problem.remedy);
    return text;
}

}  // namespace hefty::app
