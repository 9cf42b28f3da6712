#include "app/window/page_chooser.h"

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QPushButton>
#include <QStackedWidget>

namespace hefty::app {

QHBoxLayout *pageChooser(QStackedWidget *pages, const std::vector<ChosenPage> &choices, int width) {
    auto *row = new QHBoxLayout;
    row->setSpacing(4);
    auto *group = new QButtonGroup(pages);
    for (const ChosenPage &c : choices) {
        auto *button = new QPushButton(c.name, pages->parentWidget());
        button->setObjectName(c.object);
        button->setCheckable(true);
        button->setAutoDefault(false);
        if (width > 0) button->setFixedWidth(width);
        group->addButton(button, pages->addWidget(c.page));
        row->addWidget(button);
    }
    row->addStretch();
    group->button(0)->setChecked(true);
    QObject::connect(group, &QButtonGroup::idClicked, pages, &QStackedWidget::setCurrentIndex);
    QObject::connect(pages, &QStackedWidget::currentChanged, group, [group](int index) {
        if (QAbstractButton *b = group->button(index)) b->setChecked(true);
    });
    return row;
}

}  // namespace hefty::app
