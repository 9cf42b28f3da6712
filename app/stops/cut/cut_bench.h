#pragma once

#include <QAbstractTableModel>
#include <QWidget>

#include "app/window/session.h"

class QTableView;
class QVBoxLayout;
class QLabel;
class QPushButton;
class QScrollArea;
class QStackedWidget;

namespace hefty::app {

class CutPartView;
class SheetPage;
class QuantityEdit;

/// Every bar that is cut, to scale in its stock length, with its pieces in it.
class BarsView : public QWidget {
    Q_OBJECT

  public:
    explicit BarsView(Session *session, QWidget *parent = nullptr);
    void paintInto(QPainter &painter, const QRectF &box) const;
    [[nodiscard]] int heightNeeded() const;
    [[nodiscard]] QSize sizeHint() const override { return {600, heightNeeded()}; }

  protected:
    void paintEvent(QPaintEvent *event) override;

  private:
    void drawBar(QPainter &painter, const QRectF &line, const workshop::NestedBar &bar, double longest,
                 bool remnant) const;
    [[nodiscard]] const workshop::Fabrication *fabrication() const;
    Session *m_session;
    mutable std::shared_ptr<const job::Appraisal> m_held;
};

/// The cut list as a table.
class CutModel : public QAbstractTableModel {
    Q_OBJECT

  public:
    explicit CutModel(Session *session, QObject *parent = nullptr);
    [[nodiscard]] int rowCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex &index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    [[nodiscard]] const workshop::CutItem *item(int row) const;

  private:
    Session *m_session;
    std::shared_ptr<const job::Appraisal> m_shown;
};

/// The stop where the stock is cut.
class CutBench : public QWidget {
    Q_OBJECT

  public:
    explicit CutBench(Session *session, QWidget *parent = nullptr);
    void showSubject(const QString &subject);
    [[nodiscard]] BarsView *bars() const { return m_bars; }
    [[nodiscard]] SheetPage *sheets() const { return m_sheets; }

  signals:
    void exportAsked();
    void rackAsked();
    void sheetFilesAsked();

  private:
    void layPages(QWidget *bars);
    void describe();
    void showTick();
    void tick();
    /// The bar that the chosen part is to be cut from, with its kind; null: it comes from none.
    struct OnBar {
        const workshop::SectionNesting *kind = nullptr;
        const workshop::NestedBar *bar = nullptr;
    };
    [[nodiscard]] OnBar barOfChosen(const workshop::Fabrication &f) const;
    Session *m_session;
    QPushButton *m_tick;
    QLabel *m_asCutLabel;
    QuantityEdit *m_asCut;
    QLabel *m_booked;
    QScrollArea *m_stock = nullptr;
    QVBoxLayout *m_lay = nullptr;  ///< of the page of the parts
    BarsView *m_bars;
    SheetPage *m_sheets;
    QStackedWidget *m_pages;
    CutModel *m_model;
    QTableView *m_table;
    CutPartView *m_part;
    std::string m_chosen;  ///< part in the list
    QLabel *m_note;
};

}  // namespace hefty::app
