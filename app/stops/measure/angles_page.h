#pragma once

#include <QAbstractTableModel>
#include <QWidget>

#include "app/views/plan_view.h"

class QTableView;
class QVBoxLayout;

namespace hefty::app {

/// The clearance of each tire and load as a table.
class VariantModel : public QAbstractTableModel {
    Q_OBJECT

  public:
    explicit VariantModel(Session *session, QObject *parent = nullptr);
    [[nodiscard]] int rowCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex &index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

  private:
    void refresh();
    Session *m_session;
    std::shared_ptr<const job::Appraisal> m_shown;
};

/// The angles and heights with what governs them and what comes next behind, on every tire and with every
/// load, and what a step of each setting would gain.
class AnglesPage : public QWidget {
    Q_OBJECT

  public:
    explicit AnglesPage(Session *session, QWidget *parent = nullptr);

  private:
    void refresh();

    Session *m_session;
    PlanView *m_side;
    VariantModel *m_model;
    QTableView *m_table;
    QVBoxLayout *m_gains;
    std::shared_ptr<const job::Appraisal> m_shown;
};

}  // namespace hefty::app
