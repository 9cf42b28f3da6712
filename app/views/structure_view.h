#pragma once

#include <QWidget>

#include "app/views/depth_picture.h"
#include "app/window/session.h"

namespace hefty::app {

/// The structure in space, tinted by how hard its bars work, deformed as the chosen load case deforms
/// it, with the loads drawn on it. Turned with the mouse or the arrow keys.
class StructureView : public QWidget {
    Q_OBJECT

  public:
    explicit StructureView(Session *session, QWidget *parent = nullptr);

    /// -1: the worst of all cases, undeformed.
    void setLoadCase(int loadCase);
    /// A strike of the proof shown as the shape in which it folds, with its hinges in order; -1: none.
    void setCollapse(int collapse);
    void setExaggeration(double factor);
    void markPlace(const std::optional<Vec3> &place);
    void paintInto(QPainter &painter, const QRectF &box);
    [[nodiscard]] double exaggeration() const { return m_exaggeration; }
    [[nodiscard]] QSize sizeHint() const override { return {520, 420}; }

  protected:
    void paintEvent(QPaintEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;
    void mouseMoveEvent(QMouseEvent *event) override;
    void mouseDoubleClickEvent(QMouseEvent *event) override;
    void wheelEvent(QWheelEvent *event) override;
    void keyPressEvent(QKeyEvent *event) override;

  private:
    struct Patch {
        std::vector<Vec3> corners;
        double use = 0;
        bool tinted = true;
        bool selected = false;
        bool edged = true;  ///< its border is drawn
        double line = 0;    ///< px: not a face but a line of that width
        double nearer = 0;  ///< mm, so that it lies on top of what it is on
    };
    [[nodiscard]] const job::PieceAppraisal *shown() const;
    [[nodiscard]] QPointF toScreen(const Vec3 &p) const { return m_camera.place(p); }
    /// The use of one thing in the chosen case, or its worst. @param uses [case][thing]
    [[nodiscard]] double useOf(const std::vector<std::vector<float>> &uses, std::size_t thing) const;
    void fitTo(const armor::Assembly &assembly, const QRectF &box);
    void draw(QPainter &painter, const QRectF &box);
    void addTubes(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const;
    void addPlates(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const;
    void addShells(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const;
    void addSheet(const proof::Proof &proof, const std::string &part, int first, int count,
                  std::vector<Patch> &patches) const;
    void addSeams(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const;
    [[nodiscard]] Vec3 movedNode(const proof::Proof &proof, int node) const;
    static void drawPatch(DepthPicture &picture, const Patch &patch);
    void addBought(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const;
    static void addPatch(std::vector<Vec3> corners, double use, bool tinted, bool selected,
                         std::vector<Patch> &patches);
    void drawRails(DepthPicture &picture) const;
    void drawLoads(QPainter &painter, const QRectF &box, const proof::Proof &proof) const;
    void drawLegend(QPainter &painter, const QRectF &box) const;
    void drawDetail(QPainter &painter, const QRectF &box, const proof::Proof &proof) const;
    /// The structure that is drawn, with the motions of its nodes.
    struct Posed {
        const proof::Idealization &idealization;
        const std::vector<mechanics::Vec6> *motions = nullptr;
        double scale = 1;
    };
    [[nodiscard]] Posed posed(const proof::Proof &proof) const;
    [[nodiscard]] const proof::Collapse *collapse(const proof::Proof &proof) const;
    [[nodiscard]] double barUse(const proof::Proof &proof, std::size_t bar) const;
    void drawHinges(QPainter &painter, const QRectF &box, const proof::Proof &proof) const;
    /// A point carried along by a node's motion as one body.
    [[nodiscard]] Vec3 moved(const proof::Proof &proof, int node, const Vec3 &p) const;

    Session *m_session;
    int m_case = -1, m_collapse = -1;
    double m_exaggeration = 20;
    SpaceCamera m_camera;
    double m_zoom = 1;
    QPointF m_from, m_pan;
    std::optional<Vec3> m_place;
};

}  // namespace hefty::app
