#include "app/sheets/list_chooser.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/window/theme.h"

namespace hefty::app {

ListChooser::ListChooser(QStackedWidget *pages, QWidget *parent) : QWidget(parent), m_pages(pages) {
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    m_row = new QHBoxLayout;
    m_secondRow = new QWidget(this);
    m_second = new QHBoxLayout(m_secondRow);
    for (QHBoxLayout *row : {m_row, m_second}) {
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(4);
    }
    layout->addLayout(m_row);
    layout->addWidget(m_secondRow);
    m_secondRow->hide();
    connect(&m_group, &QButtonGroup::idClicked, this, &ListChooser::show);
}

QPushButton *ListChooser::makeButton(const QString &name, const QString &object, QHBoxLayout *row) {
    auto *button = new QPushButton(name, this);
    button->setObjectName(object);
    button->setCheckable(true);
    button->setStyleSheet(QStringLiteral("padding-left: 4px; padding-right: 4px;"));
    row->addWidget(button, 1);
    return button;
}

void ListChooser::offer(const QString &name, const QString &object, QWidget *page) {
    const int index = m_pages->addWidget(page);
    QPushButton *button = makeButton(name, object, m_inGroup ? m_second : m_row);
    m_group.addButton(button, index);
    if (m_inGroup) {
        if (m_grouped.isEmpty()) m_lastGrouped = index;
        m_grouped << index;
    }
    if (m_group.buttons().size() == 1) button->setChecked(true);
}

void ListChooser::group(const QString &name, const QString &object) {
    m_groupButton = makeButton(name, object, m_row);
    m_inGroup = true;
    connect(m_groupButton, &QPushButton::clicked, this, [this] { m_group.button(m_lastGrouped)->click(); });
}

void ListChooser::endGroup() {
    m_inGroup = false;
}

void ListChooser::show(int page) {
    m_pages->setCurrentIndex(page);
    const bool grouped = m_grouped.contains(page);
    if (grouped) m_lastGrouped = page;
    m_secondRow->setVisible(grouped);
    if (m_groupButton) m_groupButton->setChecked(grouped);
    emit chosen(page);
}

}  // namespace hefty::app
