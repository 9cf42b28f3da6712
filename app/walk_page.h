#pragma once

#include <array>
#include <map>

#include <QWidget>

#include "app/instrument_strip.h"
#include "app/plan_view.h"
#include "core/rig/walk.h"

class QButtonGroup;
class QComboBox;
class QGridLayout;
class QLabel;
class QListWidget;
class QPushButton;
class QStackedWidget;

namespace hefty::app {

class QuantityEdit;

/// The walk around the vehicle: five pictures with a mark at everything that is to be measured, what is
/// missing first, and for the mark that is chosen where to hold the tape and lines for what it says.
class WalkPage : public QWidget {
    Q_OBJECT

  public:
    explicit WalkPage(Session *session, QWidget *parent = nullptr);
    /// Chooses a mark and turns to the side it is seen from.
    void choose(const std::string &id);
    void fitToVehicle();
    [[nodiscard]] std::string chosen() const { return m_chosen; }
    [[nodiscard]] PlanView *view() const;
    /// Where a mark is in the picture it is seen in; for tests.
    [[nodiscard]] QPointF markPlace(const std::string &id) const;
    /// The measure that the next reading of an instrument is for.
    [[nodiscard]] std::optional<InstrumentStrip::Waiting> waiting();
    /// What simulated instruments find for it: the place that the mark has or is guessed at.
    [[nodiscard]] std::vector<std::pair<std::string, double>> truth() const;

  private:
    /// One line of the card: a coordinate of the mark or the value of a datum.
    struct Line {
        QLabel *label;
        QuantityEdit *edit;
    };
    QWidget *makeCard();
    void follow();
    void fillList();
    void fillCard();
    void fillLines(const rig::WalkEntry &entry);
    void fillViewButtons();
    [[nodiscard]] QString standing(const rig::WalkEntry &entry) const;
    void take();
    void takeDatum(const rig::WalkEntry &entry);
    void takePlace(const rig::WalkEntry &entry);
    void setTrust(int index);
    void mirror();
    void goOn();
    void say(const QString &text, bool bad);
    void next(int line);
    [[nodiscard]] const rig::WalkEntry *entry() const;
    [[nodiscard]] const rig::WalkEntry *entry(const std::string &id) const;
    [[nodiscard]] Vec3 placeOf(const rig::WalkEntry &entry) const;
    [[nodiscard]] int usedLines(const rig::WalkEntry &entry) const;
    [[nodiscard]] std::vector<DragTarget> targets(rig::WalkView view) const;
    [[nodiscard]] std::vector<DragTarget> boxTargets(const rig::WalkEntry &entry, ViewSide side) const;
    [[nodiscard]] std::vector<DragTarget> pointTargets(const rig::WalkEntry &entry, ViewSide side) const;
    void drawMarks(QPainter &painter, rig::WalkView view) const;
    [[nodiscard]] const rig::WalkEntry *entryAt(rig::WalkView view, const QPointF &at) const;
    bool clicked(rig::WalkView view, const QPointF &at);

    Session *m_session;
    std::vector<rig::WalkEntry> m_walk;
    std::string m_chosen;
    std::array<PlanView *, 5> m_views{};
    QButtonGroup *m_viewButtons;
    QStackedWidget *m_pictures;
    QListWidget *m_list;
    QLabel *m_count, *m_how, *m_state;
    std::array<Line, 6> m_lines{};
    QGridLayout *m_grid;
    QComboBox *m_trust;
    QPushButton *m_take, *m_mirror;
};

}  // namespace hefty::app
