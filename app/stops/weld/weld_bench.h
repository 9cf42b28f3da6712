#pragma once

#include <QWidget>

#include "app/window/session.h"
#include "core/workshop/weld/weld_list.h"
#include "core/workshop/weld/weld_reach.h"

class QCheckBox;
class QHBoxLayout;
class QLabel;
class QLineEdit;
class QPainter;
class QPushButton;
class QTimer;

namespace hefty::app {

class DepthPicture;
class PlanView;
class SpaceView;
class StopTable;

/// The stop where the chosen piece is welded: its seams in the order of work, each with how it is laid;
/// ticked when it is done.
class WeldBench : public QWidget {
    Q_OBJECT

  public:
    explicit WeldBench(Session *session, QWidget *parent = nullptr);

  signals:
    void whyAsked(const hefty::working::Working &working);

  private:
    void refresh();
    void choose(int row);
    void tick();
    /// Shows what is fitted by the step of a row, and the seam that is next.
    void showStep(int row);
    void drawSeam(QPainter &painter) const;
    void drawTacks(QPainter &painter) const;
    void drawSeamsInSpace(DepthPicture &picture) const;
    void drawTorch(DepthPicture &picture, const workshop::SeamWork &seam) const;
    /// What a seam of the order is drawn with at the chosen step.
    struct SeamInk {
        QColor color;
        double width = 0;
    };
    [[nodiscard]] SeamInk inkOf(int step) const;
    void play();
    void moveStep(int from, int to);
    void asPlanned();
    [[nodiscard]] QWidget *makeSeams();
    [[nodiscard]] QWidget *makeHollows();
    void showHollows();
    [[nodiscard]] QHBoxLayout *makeOrderRow();
    [[nodiscard]] QHBoxLayout *makeDoneRow();
    [[nodiscard]] QString costOf(const job::PieceAppraisal &piece) const;
    [[nodiscard]] QString warm(double celsius) const;
    [[nodiscard]] const workshop::SeamWork *chosen() const;
    [[nodiscard]] QString said(double value, measure::Quantity quantity) const;
    [[nodiscard]] QString named(const std::string &part) const;
    [[nodiscard]] QString orderOf(const workshop::SeamWork &seam) const;
    [[nodiscard]] QString layingOf(const workshop::SeamWork &seam) const;
    [[nodiscard]] QString movesOf(const job::PieceAppraisal &piece) const;

    QCheckBox *m_inPlace = nullptr;
    Session *m_session;
    PlanView *m_view;
    SpaceView *m_space;
    StopTable *m_table;
    StopTable *m_hollows;
    QLabel *m_note, *m_moves, *m_cost, *m_coating;
    QPushButton *m_tick, *m_play, *m_earlier, *m_later, *m_planned, *m_straighter;
    QLineEdit *m_who, *m_machine, *m_minutes;
    QTimer *m_clock;
    std::vector<workshop::SeamWork> m_seams;
    std::vector<workshop::SeamHeat> m_heat;  ///< of the seams; empty: not worked out yet
    std::vector<double> m_warm;              ///< of every seam when the chosen one begins, degrees Celsius
    std::shared_ptr<const armor::Assembly> m_assembly;
    std::shared_ptr<const std::vector<workshop::LineReach>> m_reach;
};

}  // namespace hefty::app
