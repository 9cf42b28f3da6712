#pragma once

#include <memory>
#include <set>

#include "app/views/depth_picture.h"
#include "core/job/appraisal.h"

namespace hefty::app {

/// An edge of a closed body, with the faces on both sides of it.
struct BodyEdge {
    Vec3 from = Vec3::Zero(), to = Vec3::Zero();
    Vec3 one = Vec3::Zero(), other = Vec3::Zero();  ///< normals; `other` is zero where there is no face
    /// A corner, or the outline of something curved as it is seen.
    [[nodiscard]] bool isDrawn(const Vec3 &toViewer) const;
};
[[nodiscard]] std::vector<BodyEdge> edgesOf(const armor::Solid &solid);

/// How a body is drawn.
struct BodyLook {
    QColor fill, ink;
    double width = 1.2;  ///< of its edges, px
    bool dashedWhereHidden = false;
    bool bothSides = false;   ///< its inner faces too, as it is cut open
    bool edgesAlone = false;  ///< it is not there yet
};

/// A body with its edges, worked out once.
struct SpaceBody {
    armor::Solid solid;
    std::vector<BodyEdge> edges;
};
void drawBody(DepthPicture &picture, const SpaceCamera &camera, const SpaceBody &body, const BodyLook &look,
              int id);

/// Bodies of the vehicle as it was measured: rails, crossmembers, tires.
[[nodiscard]] std::vector<SpaceBody> vehicleBodies(const rig::RigGeometry &rig);
/// Its lines: silhouettes, keep-outs, points of the outline.
void drawVehicleLines(DepthPicture &picture, const rig::Vehicle &vehicle, const QColor &ink);
/// Hood, tailgate and what else moves, shut, as boxes.
void drawPanels(DepthPicture &picture, const rig::Vehicle &vehicle, const QColor &ink);

/// The bodies of a piece.
[[nodiscard]] std::vector<SpaceBody> bodiesOf(const armor::Assembly &assembly);
[[nodiscard]] SpaceBody bodyOf(armor::Solid solid);
[[nodiscard]] BodyLook lookOf(const armor::Assembly &assembly, const armor::Solid &solid, bool chosen,
                              bool faint);
/// Its seams. @param skipped  parts whose seams are left out
void drawSeams(DepthPicture &picture, const armor::Assembly &assembly,
               const std::set<std::string> &skipped = {});

}  // namespace hefty::app
