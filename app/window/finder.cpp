#include "app/window/finder.h"

#include <QAction>
#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>
#include <QVBoxLayout>

namespace hefty::app {
namespace {

QString plain(const QAction *action) {
    return action->text().remove('&');
}

}  // namespace

Finder::Finder(const QList<QAction *> &actions, QWidget *parent) : QDialog(parent), m_actions(actions) {
    setObjectName("finder");
    setWindowTitle(tr("Find an action"));
    resize(460, 420);
    m_words = new QLineEdit(this);
    m_words->setObjectName("finderWords");
    m_words->setPlaceholderText(tr("Type a few letters of what you want to do"));
    m_list = new QListWidget(this);
    m_list->setObjectName("finderList");
    auto *layout = new QVBoxLayout(this);
    layout->addWidget(m_words);
    layout->addWidget(m_list);
    m_words->installEventFilter(this);
    connect(m_words, &QLineEdit::textChanged, this, &Finder::narrow);
    connect(m_words, &QLineEdit::returnPressed, this, &Finder::run);
    connect(m_list, &QListWidget::itemActivated, this, &Finder::run);
    narrow({});
}

void Finder::narrow(const QString &words) {
    m_list->clear();
    const QStringList wanted = words.toLower().split(' ', Qt::SkipEmptyParts);
    for (int i = 0; i < m_actions.size(); ++i) {
        const QString text = plain(m_actions[i]);
        const bool fits = std::all_of(wanted.begin(), wanted.end(),
                                      [&](const QString &w) { return text.toLower().contains(w); });
        if (!fits || !m_actions[i]->isEnabled() || text.isEmpty()) continue;
        const QString keys = m_actions[i]->shortcut().toString(QKeySequence::NativeText);
        auto *item =
            new QListWidgetItem(keys.isEmpty() ? text : QStringLiteral("%1   (%2)").arg(text, keys), m_list);
        item->setData(Qt::UserRole, i);
        item->setSizeHint({0, 36});
    }
    m_list->setCurrentRow(0);
}

void Finder::run() {
    const QListWidgetItem *item = m_list->currentItem();
    if (!item) return;
    QAction *action = m_actions[item->data(Qt::UserRole).toInt()];
    accept();
    action->trigger();
}

bool Finder::eventFilter(QObject *watched, QEvent *event) {
    if (watched == m_words && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent *>(event)->key();
        if (key == Qt::Key_Down || key == Qt::Key_Up) {
            const int row = m_list->currentRow() + (key == Qt::Key_Down ? 1 : -1);
            m_list->setCurrentRow(std::clamp(row, 0, std::max(0, m_list->count() - 1)));
            return true;
        }
    }
    return QDialog::eventFilter(watched, event);
}

}  // namespace hefty::app
