#include "app/window/stop_table.h"

#include <QDropEvent>
#include <QHeaderView>

namespace hefty::app {

StopTable::StopTable(const QString &name, const QString &accessible, const QStringList &heads,
                     QWidget *parent)
    : QTableWidget(0, static_cast<int>(heads.size()), parent) {
    setObjectName(name);
    setAccessibleName(accessible);
    setHorizontalHeaderLabels(heads);
    setSelectionBehavior(QAbstractItemView::SelectRows);
    setSelectionMode(QAbstractItemView::SingleSelection);
    setEditTriggers(QAbstractItemView::NoEditTriggers);
    setAlternatingRowColors(true);
    setTabKeyNavigation(false);
    setWordWrap(true);
    verticalHeader()->hide();
    verticalHeader()->setMinimumSectionSize(34);
    verticalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
}

void StopTable::shareWithLast() {
    horizontalHeader()->setSectionResizeMode(columnCount() - 1, QHeaderView::Stretch);
}

void StopTable::setRow(int row, const QStringList &texts) {
    for (int c = 0; c < texts.size(); ++c) {
        if (!item(row, c)) setItem(row, c, new QTableWidgetItem);
        item(row, c)->setText(texts[c]);
        item(row, c)->setToolTip(texts[c]);
    }
}

void StopTable::letRowsMove() {
    setDragDropMode(QAbstractItemView::InternalMove);
    setDragDropOverwriteMode(false);
    setDropIndicatorShown(true);
}

void StopTable::dropEvent(QDropEvent *event) {
    const int from = currentRow();
    const QModelIndex over = indexAt(event->position().toPoint());
    int before = over.isValid() ? over.row() : rowCount();
    if (over.isValid() && event->position().y() > visualRect(over).center().y()) ++before;
    event->setDropAction(Qt::IgnoreAction);  // the rows follow the job
    event->accept();
    const int to = before > from ? before - 1 : before;
    if (from >= 0 && to != from) emit rowMoved(from, to);
}

}  // namespace hefty::app
