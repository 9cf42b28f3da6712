#pragma once

#include <array>

#include <QWidget>

#include "app/stops/measure/walk_card.h"
#include "app/views/plan_view.h"
#include "core/rig/walk.h"

class QButtonGroup;
class QLabel;
class QListWidget;
class QStackedWidget;

namespace hefty::app {

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
    [[nodiscard]] std::optional<InstrumentStrip::Waiting> waiting() { return m_card->waiting(); }
    /// What simulated instruments find for it: the place that the mark has or is guessed at.
    [[nodiscard]] std::vector<std::pair<std::string, double>> truth() const { return m_card->truth(); }

  private:
    void follow();
    void fillList();
    void fillViewButtons();
    void goOn();
    [[nodiscard]] const rig::WalkEntry *entry() const;
    [[nodiscard]] const rig::WalkEntry *entry(const std::string &id) const;
    [[nodiscard]] Vec3 placeOf(const rig::WalkEntry &entry) const;
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
    QLabel *m_count;
    WalkCard *m_card;
};

}  // namespace hefty::app
