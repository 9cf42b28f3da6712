#include "app/stops/prove/working_sheet.h"

#include <QDialogButtonBox>
#include <QPrintPreviewDialog>
#include <QPrinter>
#include <QPushButton>
#include <QTextBrowser>
#include <QTextDocument>
#include <QVBoxLayout>

#include "app/window/theme.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

QString escaped(const std::string &s) {
    return worded(s).toHtmlEscaped();
}

QString row(const working::Step &s) {
    const QString formula = s.formula.empty()
                                ? QString()
                                : QStringLiteral("= %1<br/>= %2").arg(escaped(s.formula), escaped(s.values));
    return QStringLiteral(
               "<tr><td><b>%1</b></td><td>%2</td><td>%3</td><td align='right'><b>%4</b> "
               "%5</td><td><i>%6</i></td></tr>")
        .arg(escaped(s.symbol), escaped(s.meaning), formula, escaped(working::number(s.value)),
             escaped(s.unit), escaped(s.source));
}

}  // namespace

QString WorkingSheet::html(const working::Working &w) {
    QString html = QStringLiteral(
                       "<h3>%1</h3><table width='100%' cellpadding='5' cellspacing='0' border='1' "
                       "style='border-collapse:collapse'>"
                       "<tr><th>%2</th><th>%3</th><th>%4</th><th>%5</th><th>%6</th></tr>")
                       .arg(escaped(w.title), tr("Symbol"), tr("What it is"), tr("Formula and values"),
                            tr("Value"), tr("Source"));
    for (const working::Step &s : w.steps) html += row(s);
    html += "</table>";
    for (const std::string &note : w.notes) html += QStringLiteral("<p>%1</p>").arg(escaped(note));
    html += QStringLiteral("<p><i>%1</i></p>")
                .arg(tr("An estimate for a competent builder to check. Local codes and licensed engineers "
                        "have the last word."));
    return html;
}

WorkingSheet::WorkingSheet(const working::Working &working, QWidget *parent)
    : QDialog(parent), m_html(html(working)) {
    setObjectName("workingSheet");
    setWindowTitle(tr("Working: %1").arg(worded(working.title)));
    resize(900, 640);
    auto *browser = new QTextBrowser(this);
    browser->setObjectName("workingText");
    browser->setFont(measureFont(11));
    browser->setHtml(m_html);
    auto *buttons = new QDialogButtonBox(this);
    QPushButton *print = buttons->addButton(tr("Print..."), QDialogButtonBox::ActionRole);
    QPushButton *close = buttons->addButton(tr("Close"), QDialogButtonBox::RejectRole);
    connect(print, &QPushButton::clicked, this, &WorkingSheet::print);
    connect(close, &QPushButton::clicked, this, &QDialog::reject);
    auto *layout = new QVBoxLayout(this);
    layout->addWidget(browser);
    layout->addWidget(buttons);
    close->setDefault(true);
}

void WorkingSheet::print() {
    QPrinter printer(QPrinter::HighResolution);
    QPrintPreviewDialog preview(&printer, this);
    connect(&preview, &QPrintPreviewDialog::paintRequested, this, [this](QPrinter *p) {
        QTextDocument document;
        document.setDefaultFont(measureFont(9));
        document.setHtml(m_html);
        document.print(p);
    });
    preview.exec();
}

}  // namespace hefty::app
