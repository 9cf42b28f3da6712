#include "app/views/job_picture.h"

#include <QPainter>

#include "app/views/space_scene.h"
#include "app/window/theme.h"
#include "core/job/appraise/appraise_under.h"

namespace hefty::app {

QImage pictureOf(const job::Job &job, const stock::Stock &stock, const QSize &size, double ratio) {
    const job::Appraisal shape = job::appraiseShape(job, stock);
    if (!shape.rig) return {};
    const rig::RigGeometry &rig = *shape.rig;
    Eigen::AlignedBox3d box(Vec3(-rig.wheelbase - 700, -850, 0), Vec3(600, 850, 900));
    std::vector<std::pair<const armor::Assembly *, std::vector<SpaceBody>>> pieces;
    for (const job::PieceAppraisal &p : shape.pieces)
        if (p.assembly && !p.assembly->solids.empty()) {
            box.extend(p.assembly->extent());
            pieces.emplace_back(p.assembly.get(), bodiesOf(*p.assembly));
        }
    SpaceCamera camera;
    // What sits behind is looked at from behind.
    if (pieces.size() == 1 && pieces[0].first->extent().center().x() < -0.7 * rig.wheelbase)
        camera.yaw = std::numbers::pi + 0.62;
    camera.scale = 1;
    QPolygonF corners;
    for (int i = 0; i < 8; ++i)
        corners << camera.place(box.corner(static_cast<Eigen::AlignedBox3d::CornerType>(i)));
    constexpr double room = 8;  // px
    const QRectF seen = corners.boundingRect();
    camera.scale =
        std::min((size.width() - 2 * room) / seen.width(), (size.height() - 2 * room) / seen.height());
    camera.center = QPointF(size.width() / 2.0, size.height() / 2.0) - seen.center() * camera.scale;
    DepthPicture picture(size, ratio, camera, colors().paper);
    for (const SpaceBody &b : vehicleBodies(rig))
        drawBody(picture, camera, b, {colors().paper, colors().blue, 0.8, false, false, false}, -1);
    for (const auto &[assembly, bodies] : pieces)
        for (const SpaceBody &b : bodies) {
            BodyLook look = lookOf(*assembly, b.solid, false, false);
            look.width = 0.9;
            drawBody(picture, camera, b, look, -1);
        }
    QImage out(size * ratio, QImage::Format_RGB32);
    out.setDevicePixelRatio(ratio);
    QPainter p(&out);
    picture.paint(p);
    return out;
}

}  // namespace hefty::app
