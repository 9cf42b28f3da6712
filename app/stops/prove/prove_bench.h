#pragma once

#include <QAbstractTableModel>
#include <QWidget>

#include "app/window/session.h"

class QComboBox;
class QLabel;
class QSlider;
class QStackedWidget;
class QTableView;

namespace hefty::app {

class StructureView;

/// The checks as a table, worst first.
class CheckModel : public QAbstractTableModel {
    Q_OBJECT

  public:
    explicit CheckModel(Session *session, QObject *parent = nullptr);
    [[nodiscard]] int rowCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex &index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    [[nodiscard]] const proof::Check *check(int row) const;
    [[nodiscard]] int rowOf(const QString &findingId) const;

  private:
    void refresh();
    Session *m_session;
    std::shared_ptr<const job::Appraisal> m_shown;
};

/// The strength ladder, drawn as one: the weakest rung at the bottom. Not shown for a piece without one.
class LadderView : public QWidget {
    Q_OBJECT

  public:
    explicit LadderView(Session *session, QWidget *parent = nullptr);
    /// Shows the way that a duty's pull takes: a tab's for a recovery, else the winch line.
    void setDuty(const QString &duty);
    void paintInto(QPainter &painter, const QRectF &box) const;

  protected:
    void paintEvent(QPaintEvent *event) override;

  private:
    struct Shown {
        std::shared_ptr<const job::Appraisal> of;  ///< keeps the rungs
        QString title, rated;
        const std::vector<proof::Rung> *rungs = nullptr;  ///< null: the piece has no ladder
    };
    [[nodiscard]] Shown toShow() const;
    Session *m_session;
    std::string m_duty;
};

/// The stop where the piece is proved: the tinted structure, the duties, the checks and the ladder.
class ProveBench : public QWidget {
    Q_OBJECT

  public:
    explicit ProveBench(Session *session, QWidget *parent = nullptr);
    void showFinding(const job::Finding &finding);
    [[nodiscard]] StructureView *structure() const { return m_structure; }
    [[nodiscard]] LadderView *ladder() const { return m_ladder; }

  signals:
    void whyAsked(const working::Working &working);

  private:
    void refresh();
    void chooseCase();
    void goToCheck(int row);

    Session *m_session;
    StructureView *m_structure;
    LadderView *m_ladder;
    CheckModel *m_model;
    QTableView *m_table;
    QStackedWidget *m_pages;  ///< checks, ledger
    QComboBox *m_duty;
    QSlider *m_exaggeration;
    QLabel *m_moves;
    QLabel *m_assumptions;
};

}  // namespace hefty::app
