#pragma once

#include <QWidget>

#include "app/stops/load/curve_page.h"
#include "app/window/session.h"
#include "core/job/appraise/duty_list.h"

class QLabel;
class QLineEdit;
class QPushButton;

namespace hefty::app {

class StopTable;
class SpaceView;

/// The stop where duties are looked at before anything is proved: every place where something acts on the
/// chosen piece, how much, and why.
class LoadBench : public QWidget {
    Q_OBJECT

  public:
    explicit LoadBench(Session *session, QWidget *parent = nullptr);

  signals:
    void whyAsked(const hefty::working::Working &working);
    /// A page asks for a file that it reads. @param title  of the question for it
    void fileAsked(hefty::app::CurvePage *page, const QString &title);

  private:
    [[nodiscard]] QWidget *makeDuties();
    void refresh();
    void show(int row);
    void showWays(const job::DutyPlace *place);
    void drawPlaces(QPainter &painter) const;
    bool pickPlace(const QPointF &at);
    /// Where a duty acts; nothing for what acts everywhere.
    [[nodiscard]] std::optional<shape::Vec3> placeOf(const job::DutyPlace &place) const;
    void switchDuty();

    Session *m_session;
    SpaceView *m_view;
    StopTable *m_table, *m_ways;
    QLabel *m_note;
    QLineEdit *m_reason;
    QPushButton *m_switch;
    std::vector<job::DutyPlace> m_places;
    std::shared_ptr<const proof::Proof> m_proof;
};

}  // namespace hefty::app
