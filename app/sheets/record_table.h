#pragma once

#include <functional>
#include <vector>

#include <QAbstractTableModel>
#include <QPointer>
#include <QWidget>

#include "app/window/session.h"

class QLabel;
class QPushButton;
class QTableView;

namespace hefty::app {

/// What one cell of a list shows and takes: a measure within a range, one of several words, or text.
struct RecordCell {
    QString text;
    std::optional<double> number;  ///< core units; set for a measure
    measure::Quantity quantity = measure::Quantity::Length;
    double least = 0, most = 0;
    QStringList choices;
    bool editable = true;

    [[nodiscard]] static RecordCell measure(double value, measure::Quantity quantity, double least,
                                            double most);
    [[nodiscard]] static RecordCell choice(const QString &word, QStringList choices);
    [[nodiscard]] static RecordCell words(const QString &text);
    [[nodiscard]] static RecordCell fixed(const QString &text);
};

/// A column of a list that lives in the job, with the way to and from it.
struct RecordColumn {
    QString name;
    int width = 90;  ///< 0 = what is left
    std::function<RecordCell(const job::Job &, int row)> cell;
    std::function<void(job::Job &, int row, double number)> setNumber;
    std::function<void(job::Job &, int row, const QString &text)> setText;
    std::function<QString(const QString &text)> wrong = {};  ///< why a text cannot be taken; empty: it can
};

/// A list of the job: rows that can be edited in place and, where it makes sense, added and removed.
struct RecordList {
    QString what;  ///< "bolt hole", for the names of the undo steps
    std::vector<RecordColumn> columns;
    std::function<int(const job::Job &)> count;
    std::function<void(job::Job &)> add;              ///< none: rows are fixed
    std::function<void(job::Job &, int row)> remove;  ///< none: rows are fixed
    std::function<QString(int row)> hint;             ///< shown below the list for the row chosen
};

class RecordModel : public QAbstractTableModel {
    Q_OBJECT

  public:
    RecordModel(Session *session, RecordList list, QObject *parent = nullptr);
    [[nodiscard]] const RecordList &list() const { return m_list; }
    [[nodiscard]] int rowCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex &index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex &index) const override;
    bool setData(const QModelIndex &index, const QVariant &value, int role) override;
    [[nodiscard]] RecordCell cell(const QModelIndex &index) const;
    void addRow();
    void removeRow(int row);
    /// Looks again at how many rows there are.
    void countRows();
    /// What the rows say may have changed.
    void tellAll();
    /// Both: another thing is looked at.
    void follow() {
        countRows();
        tellAll();
    }

  signals:
    /// A typed value could not be taken.
    void refused(const QString &why);

  private:
    bool takeNumber(const QModelIndex &index, const RecordCell &cell, const QString &text);
    QPointer<Session> m_session;  ///< a view asks once more while its window goes
    RecordList m_list;
    int m_rows = 0;
};

/// A list of the job with its table, its two buttons and a line that says what is wrong or how to do it.
class RecordTable : public QWidget {
    Q_OBJECT

  public:
    RecordTable(Session *session, const QString &name, RecordList list, QWidget *parent = nullptr);
    [[nodiscard]] QTableView *table() const { return m_table; }
    [[nodiscard]] RecordModel *model() const { return m_model; }

  private:
    void describe();
    RecordModel *m_model;
    QTableView *m_table;
    QLabel *m_note;
    QPushButton *m_remove = nullptr;
};

}  // namespace hefty::app
