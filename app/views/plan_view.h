#pragma once

#include <functional>
#include <memory>
#include <optional>
#include <set>
#include <vector>

#include <QPixmap>
#include <QWidget>

#include "app/views/scene_painter.h"
#include "app/views/view_side.h"
#include "app/window/session.h"
#include "app/window/theme.h"

namespace hefty::app {

class QuantityEdit;

/// Something in a drawing that can be dragged, nudged and typed.
struct DragTarget {
    QString id;
    QString name;
    Vec3 at = Vec3::Zero();
    Vec3 direction = Vec3::UnitX();  ///< how `at` moves for one unit of the value
    double value = 0;                ///< core units
    double step = 1;
    measure::Quantity quantity = measure::Quantity::Length;
    std::function<void(double value, int gesture)> set;
    std::optional<Vec3> dimensionFrom;  ///< draws a dimension from here to `at`
    bool known = true;                  ///< false: drawn as not measured yet
};

/// A drawing to scale of the vehicle and its armor, with handles. Draws what the session shows and
/// reports gestures; it computes nothing of the job.
class PlanView : public QWidget {
    Q_OBJECT

  public:
    PlanView(Session *session, ViewSide side, QWidget *parent = nullptr);

    /// What can be dragged; asked for anew before each paint.
    std::function<std::vector<DragTarget>()> targets;
    bool showKeepOuts = true;
    bool showOutline = true;
    bool showTangents = true;
    bool showArmor = true;
    bool showSurvey = false;
    std::set<std::string> later;                       ///< parts of the piece that are not there yet
    std::function<void(QPainter &)> drawOver;          ///< paints on top of the drawing, below its handles
    std::function<bool(const QPointF &)> clicked;      ///< a click on no handle; true: it is taken
    std::function<bool(const QMouseEvent &)> takes;    ///< a click, before the handles; true: it is taken
    std::function<void(const QMouseEvent &)> hovered;  ///< the pointer moves, nothing is dragged
    /// Set while it is a small picture beside a large one: it has no handles, and a click does this.
    std::function<void()> whenSmall;
    bool showAllAngles = false;  ///< every angle with its runners-up, and the ground as the vehicle stands
    std::function<QString(const QPointF &)> hintAt;  ///< what lies under the pointer
    QString title;

    /// World box that a fit shows, seen in this view.
    void setFit(const Vec3 &low, const Vec3 &high);
    /// Fits the view to a piece, if there is anything of it to see.
    void fitTo(const armor::Assembly *piece);
    [[nodiscard]] QPointF toScreen(const Vec3 &p) const;
    /// World vector for a screen vector; no component along the line of sight.
    [[nodiscard]] Vec3 toWorld(const QPointF &screenDelta) const;
    /// The world point on the paper under a screen point: its line of sight goes through it.
    [[nodiscard]] Vec3 pointAt(const QPointF &screen) const { return toWorld(screen - m_offset); }
    [[nodiscard]] ViewSide side() const { return m_side; }
    [[nodiscard]] double scale() const { return m_scale; }
    /// Screen place of a target, for tests and "show me".
    [[nodiscard]] std::optional<QPointF> targetPlace(const QString &id) const;
    void focusTarget(const QString &id);
    /// Opens the editor at a target, to type its value.
    void editTarget(const QString &id);
    void markPlace(const std::optional<Vec3> &place);
    /// Paints the drawing into a rectangle; for printing.
    void paintInto(QPainter &painter, const QRectF &box);
    [[nodiscard]] QSize sizeHint() const override { return {420, 300}; }
    [[nodiscard]] QSize minimumSizeHint() const override { return {130, 110}; }

  protected:
    void paintEvent(QPaintEvent *event) override;
    void resizeEvent(QResizeEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;
    void mouseMoveEvent(QMouseEvent *event) override;
    void mouseReleaseEvent(QMouseEvent *event) override;
    void mouseDoubleClickEvent(QMouseEvent *event) override;
    void wheelEvent(QWheelEvent *event) override;
    void keyPressEvent(QKeyEvent *event) override;
    bool event(QEvent *event) override;
    bool focusNextPrevChild(bool next) override;
    bool eventFilter(QObject *watched, QEvent *event) override;

  private:
    void fit();
    void refresh();
    void gatherTargets();
    [[nodiscard]] Projection projection() const;
    void drawVehicleLayer(QPainter &painter);
    void drawAround(QPainter &painter);
    void drawKeptAround(QPainter &painter);
    void drawChosen(QPainter &painter);
    void drawMarks(QPainter &painter);
    void drawTargets(QPainter &painter);
    void drawDimensionOf(QPainter &painter, const DragTarget &target, const QColor &ink,
                         std::vector<QRectF> *taken);
    void drawSquare(QPainter &painter, const DragTarget &target, double half);
    void drawActive(QPainter &painter, const DragTarget &target);
    [[nodiscard]] int targetAt(const QPointF &place) const;
    [[nodiscard]] std::pair<QString, QString> partAt(const QPointF &place) const;
    [[nodiscard]] QString valueText(const DragTarget &target) const;
    void nudge(const DragTarget &target, double steps);
    void openEditor(const DragTarget &target);
    void closeEditor(bool take);

    Session *m_session;
    ViewSide m_side;
    Vec3 m_fitLow{-600, -900, 0}, m_fitHigh{1000, 900, 1100};
    double m_scale = 0.3;
    QPointF m_offset;
    bool m_fitted = true;
    std::vector<DragTarget> m_targets;
    QString m_focused, m_hovered;
    std::optional<Vec3> m_place;

    /// What the kept picture of the vehicle and of the pieces around the chosen one was painted from.
    struct Kept {
        QSize size;
        double scale = 0;
        QPointF offset;
        Look look = Look::Light;
        rig::Vehicle vehicle;
        std::vector<std::shared_ptr<const armor::Assembly>> around;
        bool operator==(const Kept &) const = default;
    };
    [[nodiscard]] std::vector<std::shared_ptr<const armor::Assembly>> around() const;
    Kept m_kept;
    QPixmap m_keptPicture;

    struct Drag {
        DragTarget target;
        QPointF from;
        int gesture = 0;
    };
    std::optional<Drag> m_drag;
    std::optional<QPointF> m_pan;
    QuantityEdit *m_editor = nullptr;
    QString m_edited;
};

}  // namespace hefty::app
