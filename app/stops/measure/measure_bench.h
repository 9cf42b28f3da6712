#pragma once

#include <QWidget>

#include "app/instruments/instrument_strip.h"
#include "app/sheets/record_table.h"
#include "app/views/plan_view.h"

class QLabel;
class QStackedWidget;
class QTableView;

namespace hefty::app {

class DatumModel;
class ListChooser;
class WalkPage;

/// The stop where the vehicle is measured: its picture from the side and from ahead with the data to
/// take, and the list of them.
class MeasureBench : public QWidget {
    Q_OBJECT

  public:
    explicit MeasureBench(Session *session, QWidget *parent = nullptr);
    /// Moves to what a finding is about.
    void showSubject(const QString &subject, const std::optional<Vec3> &place);

  signals:
    void whyAsked(const working::Working &working);

  private:
    void showList(int index);
    [[nodiscard]] std::vector<DragTarget> targetsFor(ViewSide side) const;
    void describe();
    void fitToVehicle();
    [[nodiscard]] std::optional<InstrumentStrip::Waiting> waiting();
    [[nodiscard]] std::optional<InstrumentStrip::Waiting> waitingDatum();
    [[nodiscard]] std::optional<InstrumentStrip::Waiting> waitingReading();
    [[nodiscard]] std::vector<std::pair<std::string, double>> truth() const;
    void takePads(const std::array<double, 4> &masses);
    void markChosen(RecordTable *list, std::function<Vec3(const rig::Vehicle &, std::size_t row)> place);

    Session *m_session;
    PlanView *m_side, *m_front, *m_top;
    QStackedWidget *m_second;  ///< from ahead, or from above while the survey is worked on
    QTableView *m_table;
    DatumModel *m_model;
    QStackedWidget *m_lists;
    ListChooser *m_chooser;
    WalkPage *m_walk;
    int m_firstSurveyList = 0;
    QLabel *m_how;
    InstrumentStrip *m_instruments;
    std::string m_fitted;  ///< id of the vehicle that the views are fitted to
};

}  // namespace hefty::app
