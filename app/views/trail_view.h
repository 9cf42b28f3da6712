#pragma once

#include <memory>

#include <QWidget>

#include "app/window/session.h"
#include "core/job/shop/drives.h"

namespace hefty::app {

/// The way with the vehicle on it, from the side, at one pose of a drive; below it how the wheels are
/// loaded along the way. Shows a drive, computes nothing.
class TrailView : public QWidget {
    Q_OBJECT

  public:
    explicit TrailView(Session *session, QWidget *parent = nullptr);
    /// @param drive  may be null; @param appraisal  whose armor is drawn
    void show(std::shared_ptr<const job::Drive> drive, std::shared_ptr<const job::Appraisal> appraisal);
    void setPose(int pose);
    [[nodiscard]] int pose() const { return m_pose; }
    [[nodiscard]] std::shared_ptr<const job::Drive> drive() const { return m_drive; }
    [[nodiscard]] QSize minimumSizeHint() const override { return {300, 260}; }

  signals:
    /// A place along the way was asked for with the mouse.
    void poseAsked(int pose);

  protected:
    void paintEvent(QPaintEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;
    void mouseMoveEvent(QMouseEvent *event) override;

  private:
    [[nodiscard]] QRectF picture() const;
    [[nodiscard]] QRectF chart() const;
    [[nodiscard]] QPointF toScreen(const shape::Vec3 &p) const;
    void drawWay(QPainter &painter) const;
    void drawBody(QPainter &painter) const;
    void drawWheels(QPainter &painter) const;
    void drawStrikes(QPainter &painter) const;
    void drawLoads(QPainter &painter) const;
    void askAt(double screenX);

    Session *m_session;
    std::shared_ptr<const job::Drive> m_drive;
    std::shared_ptr<const job::Appraisal> m_appraisal;
    int m_pose = 0;
};

/// What strikes, as a person calls it: a point of the vehicle by its name, a part of the armor by its own.
[[nodiscard]] QString strikeName(const rig::Vehicle &vehicle, const std::string &id);

}  // namespace hefty::app
