#pragma once

#include <QAbstractTableModel>
#include <QStyledItemDelegate>

#include "app/session.h"

namespace hefty::app {

/// The survey as a table: name, value, how well it is known. Editing goes through the session.
class DatumModel : public QAbstractTableModel {
    Q_OBJECT

  public:
    explicit DatumModel(Session *session, QObject *parent = nullptr);
    [[nodiscard]] int rowCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex &index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex &index) const override;
    bool setData(const QModelIndex &index, const QVariant &value, int role) override;
    /// The last row is not a datum: the steel that the rails are made of, chosen from the stock.
    [[nodiscard]] bool isRailSteel(const QModelIndex &index) const;
    [[nodiscard]] QStringList steels() const;

  signals:
    /// A typed value could not be taken.
    void refused(const QString &why);

  private:
    [[nodiscard]] QVariant railSteel(int column, int role) const;
    Session *m_session;
    int m_rows = 0;
};

/// Marks a datum as measured today, one undo step.
void setDatum(Session *session, const std::string &id, double value, int gesture);

/// Editors of the table: measures as text, trust and steel as choices.
[[nodiscard]] QStyledItemDelegate *makeDatumDelegate(QObject *parent);

}  // namespace hefty::app
