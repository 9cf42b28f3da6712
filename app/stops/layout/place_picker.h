#pragma once

#include <deque>

#include <QTimer>

#include "app/stops/layout/build_box.h"
#include "app/views/plan_view.h"
#include "app/views/space_view.h"
#include "core/job/appraise/trial.h"

namespace hefty::app {

/// A picture in which places are pointed at.
struct PointedView {
    QWidget *widget = nullptr;
    std::function<armor::Sight(const QPointF &)> sightAt;  ///< without its step and wall
    std::function<QPointF(const Vec3 &)> toScreen;
    std::function<Vec3()> toViewer;
    std::function<void(bool)> setPointing;
    bool inSpace = false;  ///< walls are seen there, in a drawing the middles of bars are pointed at
};

/// Pointing at places in the drawings and in the picture in space while something is built by hand: what the
/// pointer means is marked and named, what would be built is drawn dashed, with its seams and what it would
/// run into.
class PlacePicker : public QObject {
    Q_OBJECT

  public:
    PlacePicker(Session *session, BuildBox *box, const std::vector<PlanView *> &views, SpaceView *space);

  protected:
    bool eventFilter(QObject *watched, QEvent *event) override;

  private:
    void add(SpaceView *view);
    void add(PlanView *view);
    /// Takes over a view's pointer. @param view  a PlanView or a SpaceView
    template <class View>
    void watch(View *view, PointedView pointed);
    void startPicking();
    void hover(const PointedView &view, const QMouseEvent &event);
    bool click(const PointedView &view, const QMouseEvent &event);
    /// What a point of a drawing means for the field that is picked, as its text; empty: nothing.
    [[nodiscard]] QString meaning(const PointedView &view, const QMouseEvent &event,
                                  std::optional<Vec3> *place, QString *name) const;
    [[nodiscard]] QString spotAt(const armor::Sight &sight, Vec3 *place) const;
    void tryOut();
    void drawOn(const PointedView &view, QPainter &painter) const;
    void drawGhost(const PointedView &view, QPainter &painter) const;
    void repaintAll();
    /// Something is being built right now: a place is pointed at, or the fields are filled in.
    [[nodiscard]] bool active() const;
    [[nodiscard]] const armor::Assembly *assembly() const;

    Session *m_session;
    BuildBox *m_box;
    std::deque<PointedView> m_views;
    std::vector<armor::Snap> m_snaps;  ///< while a place is picked
    QString m_text, m_name;            ///< what the pointer means
    std::optional<Vec3> m_at;
    const PointedView *m_over = nullptr;  ///< that the pointer is in
    Vec3 m_depth = Vec3::Zero();          ///< free places lie as deep as this one
    bool m_crossed = false;               ///< the pointer is a cross in the drawings
    bool m_armed = false;                 ///< all places were pointed at: Enter builds
    job::Trial m_trial;
    QTimer m_soon;
};

}  // namespace hefty::app
