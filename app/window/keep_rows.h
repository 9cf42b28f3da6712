#pragma once

#include <functional>

#include <QLayout>
#include <QWidget>

namespace hefty::app {

/// Brings a list to as many widgets as are wanted: the last ones go, those that lack are made. What stays is
/// not made anew, and nothing around it laid out again, at each move of a hand.
inline void keepRows(QLayout *list, int wanted, const std::function<QWidget *(int)> &make) {
    while (list->count() > wanted) {
        QLayoutItem *item = list->takeAt(list->count() - 1);
        if (item->widget()) item->widget()->deleteLater();
        delete item;
    }
    while (list->count() < wanted) list->addWidget(make(list->count()));
}

}  // namespace hefty::app
