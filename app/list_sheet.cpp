#include "app/list_sheet.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/theme.h"

namespace hefty::app {

ListSheet::ListSheet(Session *session, const QString &title, std::vector<Part> parts, QWidget *parent)
    : QDialog(parent) {
    setObjectName("listSheet");
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(title);
    resize(820, 620);
    auto *layout = new QVBoxLayout(this);
    for (Part &part : parts) {
        auto *heading = new QLabel(part.heading, this);
        heading->setFont(textFont(12, true));
        layout->addWidget(heading);
        layout->addWidget(new RecordTable(session, part.name, std::move(part.list), this), part.share);
    }
    auto *close = new QPushButton(tr("Close"), this);
    close->setObjectName("closeSheet");
    close->setAutoDefault(false);
    connect(close, &QPushButton::clicked, this, &QDialog::close);
    layout->addWidget(close, 0, Qt::AlignRight);
}

}  // namespace hefty::app
