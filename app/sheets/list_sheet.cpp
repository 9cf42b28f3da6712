#include "app/sheets/list_sheet.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/window/page_chooser.h"
#include "app/window/page_stack.h"
#include "app/window/theme.h"

namespace hefty::app {

ListSheet::ListSheet(Session *session, const QString &title, std::vector<Part> parts, QWidget *parent)
    : QDialog(parent) {
    setObjectName("listSheet");
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(title);
    resize(820, 620);
    auto *layout = new QVBoxLayout(this);
    constexpr std::size_t fit = 2;  // lists that have room below each other
    if (parts.size() > fit) {
        layout->addLayout(chooserOf(session, parts));
        layout->addWidget(m_pages, 1);
    } else {
        for (Part &part : parts) {
            auto *heading = new QLabel(part.heading, this);
            heading->setFont(textFont(12, true));
            layout->addWidget(heading);
            layout->addWidget(new RecordTable(session, part.name, std::move(part.list), this), part.share);
        }
    }
    auto *close = new QPushButton(tr("Close"), this);
    close->setObjectName("closeSheet");
    close->setAutoDefault(false);
    connect(close, &QPushButton::clicked, this, &QDialog::close);
    layout->addWidget(close, 0, Qt::AlignRight);
}

/// One list at a time, chosen by a row of buttons.
QHBoxLayout *ListSheet::chooserOf(Session *session, std::vector<Part> &parts) {
    m_pages = new PageStack(this);
    std::vector<ChosenPage> choices;
    for (Part &part : parts)
        choices.push_back({part.heading, "list." + part.name,
                           new RecordTable(session, part.name, std::move(part.list), this)});
    return pageChooser(m_pages, choices, 0);
}

}  // namespace hefty::app
