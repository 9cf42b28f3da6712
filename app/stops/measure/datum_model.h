#pragma once

#include <QAbstractTableModel>
#include <QStyledItemDelegate>

#include "app/window/session.h"

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
    /// The last two rows of a vehicle with a frame are no measures but choices: what its rails are when they
    /// are cut through, and their steel.
    [[nodiscard]] bool isChoice(const QModelIndex &index) const;
    [[nodiscard]] QStringList choices(const QModelIndex &index) const;

  signals:
    /// A typed value could not be taken.
    void refused(const QString &why);

  private:
    [[nodiscard]] bool isRailSteel(const QModelIndex &index) const;
    [[nodiscard]] QVariant railSteel(int column, int role) const;
    [[nodiscard]] QVariant railSection(int column, int role) const;
    [[nodiscard]] bool choose(const QModelIndex &index, const QString &word);
    Session *m_session;
    int m_rows = 0;
};

/// Marks a datum as measured today, one undo step.
void setDatum(Session *session, const std::string &id, double value, int gesture);

/// Editors of the table: measures as text, trust and steel as choices.
[[nodiscard]] QStyledItemDelegate *makeDatumDelegate(QObject *parent);

}  // namespace hefty::app
