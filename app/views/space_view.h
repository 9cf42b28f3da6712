#pragma once

#include <QWidget>

#include "app/views/plan_view.h"
#include "app/views/space_scene.h"

class QCheckBox;
class QLabel;
class QSlider;

namespace hefty::app {

/// The whole job in space, with the vehicle around it: turned with the mouse or the arrow keys, cut open,
/// parts chosen, handles dragged along their own way.
class SpaceView : public QWidget {
    Q_OBJECT

  public:
    explicit SpaceView(Session *session, QWidget *parent = nullptr);

    /// What can be dragged; asked for anew before each paint.
    std::function<std::vector<DragTarget>()> targets;
    std::set<std::string> later;                       ///< parts of the chosen piece that are not there yet
    std::function<void(DepthPicture &)> drawInto;      ///< adds to the picture, in the place of the seams
    std::function<void(QPainter &)> drawOver;          ///< paints on top of the picture
    std::function<bool(const QMouseEvent &)> takes;    ///< a click that turns nothing; true: it is taken
    std::function<void(const QMouseEvent &)> hovered;  ///< the pointer moves without a button
    /// A place is pointed at: handles let go of the pointer, which is a cross.
    void setPointing(bool on);
    QString title;

    void showVehicle(bool show);
    void markPlace(const std::optional<Vec3> &place);
    /// Without its row of controls, as a small picture beside others.
    /// @param then  what a click on it does
    void setSmall(bool small, std::function<void()> then = {});
    [[nodiscard]] QPointF toScreen(const Vec3 &p) const { return m_camera.place(p); }
    [[nodiscard]] const SpaceCamera &camera() const { return m_camera; }
    [[nodiscard]] std::optional<QPointF> targetPlace(const QString &id) const;
    /// Paints the picture into a rectangle; for printing.
    void paintInto(QPainter &painter, const QRectF &box);
    [[nodiscard]] QSize sizeHint() const override { return {420, 300}; }
    [[nodiscard]] QSize minimumSizeHint() const override { return {130, 110}; }

  protected:
    void paintEvent(QPaintEvent *event) override;
    void resizeEvent(QResizeEvent *event) override;
    void leaveEvent(QEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;
    void mouseMoveEvent(QMouseEvent *event) override;
    void mouseReleaseEvent(QMouseEvent *event) override;
    void mouseDoubleClickEvent(QMouseEvent *event) override;
    void wheelEvent(QWheelEvent *event) override;
    void keyPressEvent(QKeyEvent *event) override;

  private:
    struct Shown {
        std::shared_ptr<const armor::Assembly> assembly;
        std::string piece;
        std::vector<SpaceBody> bodies;
    };
    [[nodiscard]] QRectF pictureBox() const;
    void follow();
    void fit();
    void standUpright();
    [[nodiscard]] DepthPicture drawn(const QSize &size, double ratio, const SpaceCamera &camera);
    const DepthPicture &keptAround(const QSize &size, double ratio, const SpaceCamera &camera);
    void drawPieces(DepthPicture &picture, const SpaceCamera &camera, bool chosen, bool open) const;
    void drawPiece(DepthPicture &picture, const SpaceCamera &camera, const Shown &piece, int id,
                   bool open) const;
    [[nodiscard]] bool isChosen(const Shown &piece) const;
    /// What the first body of each shown piece answers where it is picked.
    [[nodiscard]] std::vector<int> firstIds() const;
    [[nodiscard]] std::optional<std::pair<Vec3, Vec3>> cut() const;
    /// The chosen piece with a gate; none: it has none.
    [[nodiscard]] const armor::Assembly *gated() const;
    /// How far a gate is swung [rad], as Gate::opens counts.
    [[nodiscard]] double swungOf(const armor::Gate &gate) const;
    void showSwing();
    void pickAt(const QPointF &place);
    void drawTargets(QPainter &painter);
    [[nodiscard]] int targetAt(const QPointF &place) const;
    void pointAt(int target);

    Session *m_session;
    SpaceCamera m_camera;
    double m_zoom = 1;
    QPointF m_pan;
    std::vector<Shown> m_shown;
    std::vector<SpaceBody> m_vehicle;
    std::optional<rig::Vehicle> m_vehicleOf;
    /// What the kept picture of the vehicle and of the pieces around the chosen one was drawn from.
    struct Kept {
        QSize size;
        double ratio = 1;
        SpaceCamera camera;
        Look look = Look::Light;
        bool showsVehicle = true, isSwung = false;
        std::optional<std::pair<Vec3, Vec3>> cut;
        rig::Vehicle vehicle;
        std::vector<std::shared_ptr<const armor::Assembly>> around;
        bool operator==(const Kept &) const = default;
    };
    Kept m_kept;
    std::optional<DepthPicture> m_keptPicture;
    std::vector<DragTarget> m_targets;
    QString m_over;  ///< id of the one under the pointer
    std::optional<Vec3> m_place;
    QPointF m_from, m_pressed;
    bool m_moved = false, m_pointing = false;
    std::function<void()> m_whenSmall;
    struct Drag {
        DragTarget target;
        QPointF from;
        int gesture = 0;
    };
    std::optional<Drag> m_drag;
    QWidget *m_controls;
    QCheckBox *m_showVehicle, *m_showSeams;
    QSlider *m_cut;
    QLabel *m_swingTells;
    QSlider *m_swing;
};

}  // namespace hefty::app
