#include "app/sheets/record_table.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QStyledItemDelegate>
#include <QTableView>
#include <QVBoxLayout>

#include "app/window/theme.h"
#include "app/window/when_seen.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

/// A box of words where there is a choice, else a line.
class RecordDelegate : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QWidget *createEditor(QWidget *parent, const QStyleOptionViewItem &option,
                          const QModelIndex &index) const override {
        const auto *model = qobject_cast<const RecordModel *>(index.model());
        const RecordCell cell = model->cell(index);
        if (!cell.choices.isEmpty()) {
            auto *box = new QComboBox(parent);
            box->setObjectName("recordChoice");
            box->addItems(cell.choices);
            box->setCurrentText(cell.text);
            return box;
        }
        QWidget *editor = QStyledItemDelegate::createEditor(parent, option, index);
        editor->setObjectName("recordEditor");
        editor->setFont(cell.number ? measureFont(11) : textFont(11));
        return editor;
    }
    void setEditorData(QWidget *editor, const QModelIndex &index) const override {
        // An answer that comes while someone types or chooses must not take the words out of the editor.
        const auto *line = qobject_cast<QLineEdit *>(editor);
        if (line && !line->isModified()) QStyledItemDelegate::setEditorData(editor, index);
    }
    void setModelData(QWidget *editor, QAbstractItemModel *model, const QModelIndex &index) const override {
        if (auto *box = qobject_cast<QComboBox *>(editor))
            model->setData(index, box->currentText(), Qt::EditRole);
        else
            QStyledItemDelegate::setModelData(editor, model, index);
    }
};

}  // namespace

RecordCell RecordCell::measure(double value, measure::Quantity quantity, double least, double most) {
    RecordCell c;
    c.number = value;
    c.quantity = quantity;
    c.least = least;
    c.most = most;
    return c;
}

RecordCell RecordCell::choice(const QString &word, QStringList choices) {
    RecordCell c;
    c.text = word;
    c.choices = std::move(choices);
    return c;
}

RecordCell RecordCell::words(const QString &text) {
    RecordCell c;
    c.text = text;
    return c;
}

RecordCell RecordCell::fixed(const QString &text) {
    RecordCell c;
    c.text = text;
    c.editable = false;
    return c;
}

RecordModel::RecordModel(Session *session, RecordList list, QObject *parent)
    : QAbstractTableModel(parent), m_session(session), m_list(std::move(list)) {
    m_rows = m_list.count(session->job());
    for (auto signal : {&Session::jobChanged, &Session::unitsChanged, &Session::appraisalChanged})
        connect(session, signal, this, &RecordModel::countRows);
}

void RecordModel::countRows() {
    const int rows = m_list.count(m_session->job());
    if (rows == m_rows) return;
    beginResetModel();
    m_rows = rows;
    endResetModel();
}

void RecordModel::tellAll() {
    if (m_rows > 0) emit dataChanged(index(0, 0), index(m_rows - 1, columnCount() - 1));
}

int RecordModel::rowCount(const QModelIndex &parent) const {
    return parent.isValid() || !m_session ? 0 : m_rows;
}

int RecordModel::columnCount(const QModelIndex &parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_list.columns.size());
}

RecordCell RecordModel::cell(const QModelIndex &index) const {
    return m_list.columns[static_cast<std::size_t>(index.column())].cell(m_session->job(), index.row());
}

QVariant RecordModel::data(const QModelIndex &index, int role) const {
    // Between an edit and its signal the job may already have other rows than this model has said.
    if (!m_session || !index.isValid() || index.row() >= m_rows ||
        index.row() >= m_list.count(m_session->job()) || index.column() >= columnCount())
        return {};
    const RecordCell c = cell(index);
    if (role == Qt::FontRole && c.number) return measureFont(11);
    if (role == Qt::TextAlignmentRole && c.number) return static_cast<int>(Qt::AlignRight | Qt::AlignVCenter);
    if (role == Qt::ToolTipRole && m_list.hint) return m_list.hint(index.row());
    if (role != Qt::DisplayRole && role != Qt::EditRole) return {};
    if (!c.number) return c.text;
    return QString::fromStdString(measure::printQuantity(*c.number, c.quantity, m_session->units()));
}

QVariant RecordModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || role != Qt::DisplayRole || section >= columnCount()) return {};
    return m_list.columns[static_cast<std::size_t>(section)].name;
}

Qt::ItemFlags RecordModel::flags(const QModelIndex &index) const {
    if (!m_session || !index.isValid() || index.row() >= m_list.count(m_session->job()))
        return Qt::NoItemFlags;
    const Qt::ItemFlags base = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    return cell(index).editable ? base | Qt::ItemIsEditable : base;
}

bool RecordModel::setData(const QModelIndex &index, const QVariant &value, int role) {
    if (!index.isValid() || role != Qt::EditRole) return false;
    const RecordCell c = cell(index);
    const QString text = value.toString().trimmed();
    if (c.number) return takeNumber(index, c, text);
    const RecordColumn &column = m_list.columns[static_cast<std::size_t>(index.column())];
    if (const QString why = column.wrong ? column.wrong(text) : QString(); !why.isEmpty()) {
        emit refused(why);
        return false;
    }
    const bool mayBeEmpty = column.wrong != nullptr;  // it has been asked
    if ((text.isEmpty() && !mayBeEmpty) || (!c.choices.isEmpty() && !c.choices.contains(text))) {
        emit refused(c.choices.isEmpty() ? tr("This cannot be left empty.")
                                         : tr("Choose one of: %1.").arg(c.choices.join(", ")));
        return false;
    }
    m_session->edit(tr("Change %1, %2").arg(m_list.what, column.name.toLower()),
                    [&](job::Job &job) { column.setText(job, index.row(), text); });
    return true;
}

bool RecordModel::takeNumber(const QModelIndex &index, const RecordCell &c, const QString &text) {
    const auto print = [this, &c](double v) {
        return QString::fromStdString(measure::printQuantity(v, c.quantity, m_session->units()));
    };
    const auto read = measure::readQuantity(text.toStdString(), c.quantity, m_session->units());
    if (!read) {
        emit refused(worded(read.error().sentence()));
        return false;
    }
    if (!(read->value >= c.least && read->value <= c.most)) {
        emit refused(tr("%1 was understood; it should be from %2 to %3.")
                         .arg(print(read->value), print(c.least), print(c.most)));
        return false;
    }
    const RecordColumn &column = m_list.columns[static_cast<std::size_t>(index.column())];
    m_session->edit(tr("Change %1, %2").arg(m_list.what, column.name.toLower()),
                    [&](job::Job &job) { column.setNumber(job, index.row(), read->value); });
    return true;
}

void RecordModel::addRow() {
    m_session->edit(tr("Add %1").arg(m_list.what), [this](job::Job &job) { m_list.add(job); });
}

void RecordModel::removeRow(int row) {
    if (row < 0 || row >= m_list.count(m_session->job())) return;
    m_session->edit(tr("Remove %1").arg(m_list.what),
                    [this, row](job::Job &job) { m_list.remove(job, row); });
}

RecordTable::RecordTable(Session *session, const QString &name, RecordList list, QWidget *parent)
    : QWidget(parent), m_model(new RecordModel(session, std::move(list), this)) {
    const RecordList &l = m_model->list();
    setObjectName(name);
    // A table that is told of a change fits the height of each row to its text: that takes longer than all
    // else that the window does at a move of a hand.
    auto *seen = new WhenSeen(this, [this] { m_model->tellAll(); });
    for (auto signal : {&Session::jobChanged, &Session::unitsChanged, &Session::appraisalChanged})
        connect(session, signal, seen, &WhenSeen::ask);
    m_table = new QTableView(this);
    m_table->setObjectName(name + "Table");
    m_table->setAccessibleName(l.what);
    m_table->setModel(m_model);
    m_table->setItemDelegate(new RecordDelegate(m_table));
    m_table->setAlternatingRowColors(true);
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setMinimumSectionSize(36);
    m_table->verticalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);  // long texts wrap
    // Some column takes what is left, the first if none asks for it.
    const bool asked = std::any_of(l.columns.begin(), l.columns.end(),
                                   [](const RecordColumn &column) { return column.width == 0; });
    // A list with many columns is pushed sideways rather than squeezed.
    int needed = 0;
    for (const RecordColumn &column : l.columns) needed += column.width;
    constexpr int usualRoom = 800;  // px
    const bool wide = needed > usualRoom;
    for (int c = 0; c < m_model->columnCount(); ++c) {
        const int width = l.columns[static_cast<std::size_t>(c)].width;
        if (width == 0 || (c == 0 && !asked && !wide))
            m_table->horizontalHeader()->setSectionResizeMode(c, QHeaderView::Stretch);
        else
            m_table->setColumnWidth(c, width);
    }
    m_table->setTabKeyNavigation(false);
    m_table->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::SelectedClicked |
                             QAbstractItemView::EditKeyPressed | QAbstractItemView::AnyKeyPressed);
    m_note = new QLabel(this);
    m_note->setObjectName("caution");
    m_note->setWordWrap(true);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_table, 1);
    if (l.add) {
        auto *buttons = new QHBoxLayout;
        auto *add = new QPushButton(tr("Add"), this);
        add->setObjectName(name + "Add");
        add->setAccessibleName(tr("Add %1").arg(l.what));
        m_remove = new QPushButton(tr("Remove"), this);
        m_remove->setObjectName(name + "Remove");
        m_remove->setAccessibleName(tr("Remove %1").arg(l.what));
        connect(add, &QPushButton::clicked, this, [this] {
            m_model->addRow();
            m_table->selectRow(m_model->rowCount() - 1);
        });
        connect(m_remove, &QPushButton::clicked, this,
                [this] { m_model->removeRow(m_table->currentIndex().row()); });
        buttons->addWidget(add);
        buttons->addWidget(m_remove);
        buttons->addStretch();
        layout->addLayout(buttons);
    }
    layout->addWidget(m_note);
    connect(m_model, &RecordModel::refused, m_note, [this](const QString &why) {
        m_note->setText(why);
        m_note->show();
    });
    connect(m_table->selectionModel(), &QItemSelectionModel::currentChanged, this, &RecordTable::describe);
    connect(m_model, &QAbstractItemModel::modelReset, this, &RecordTable::describe);
    describe();
}

void RecordTable::describe() {
    const QModelIndex current = m_table->currentIndex();
    if (m_remove) m_remove->setEnabled(current.isValid());
    const RecordList &l = m_model->list();
    const QString hint = l.hint ? l.hint(current.isValid() ? current.row() : -1) : QString();
    m_note->setText(hint);
    m_note->setVisible(!hint.isEmpty());
}

}  // namespace hefty::app
