#include "core/proof/model/branches.h"

#include <cmath>

namespace hefty::proof {

using shape::Vec3;

bool isAlongWall(const armor::BarPart &bar, const armor::Contact &contact) {
    return std::abs(contact.normal.dot(bar.axesAt(bar.stationOf(contact.center)).x)) < 0.05;
}

Branch branchOf(const armor::BarPart &chordBar, const armor::BarPart &branchBar,
                const armor::Contact &contact) {
    Branch out;
    out.chord = &chordBar;
    out.branch = &branchBar;
    const armor::Axes chord = out.chord->axesAt(out.chord->stationOf(contact.center));
    const bool fromEnd =
        (contact.center - out.branch->from).norm() < (contact.center - out.branch->to).norm();
    const armor::Axes branch = out.branch->axesAt(fromEnd ? 0 : out.branch->length());
    out.axis = fromEnd ? branch.x : Vec3(-branch.x);
    joints::TubeOnTube &j = out.joint;
    j.round = out.chord->round();
    const double cosine = std::abs(out.axis.dot(chord.x));
    j.angle = std::acos(std::min(1.0, cosine));
    const bool upright = std::abs(contact.normal.dot(chord.z)) < 0.5;
    j.chordWidth = upright ? out.chord->section.height : out.chord->section.width;
    j.chordHeight = upright ? out.chord->section.width : out.chord->section.height;
    j.wall = out.chord->properties.wall;
    j.chordYield = besideWelds(out.chord->material);
    // Which way of the branch's section runs along the chord.
    const bool heightAlong = std::abs(branch.z.dot(chord.x)) > std::abs(branch.y.dot(chord.x));
    j.branchLength = heightAlong ? out.branch->section.height : out.branch->section.width;
    j.branchWidth = heightAlong ? out.branch->section.width : out.branch->section.height;
    j.roundBranch = out.branch->round();
    j.branchWall = out.branch->properties.wall;
    j.branchYield = besideWelds(out.branch->material);
    out.outOfPlane = chord.x.cross(out.axis).normalized();
    return out;
}

bool isForShells(const armor::Assembly &assembly, const armor::WeldJoint &joint,
                 const armor::Contact &contact, const armor::BarPart &tube) {
    const armor::BarPart *other = assembly.bar(joint.a == tube.name ? joint.b : joint.a);
    if (!other || !tube.hollow() || tube.material.family == "aluminum" || !isAlongWall(tube, contact))
        return false;
    if (isAlongWall(*other, contact) || (tube.round() && !other->round())) return true;
    const joints::BranchStrength s = joints::branchStrength(branchOf(tube, *other, contact).joint);
    return !s.outside.empty() && !s.slender;
}

bool isAtCutEdges(const armor::BarPart &bar, const armor::Contact &contact) {
    if (bar.section.shape != stock::SectionShape::HalfTube) return false;
    double cut = 0;
    for (const shape::Vec2 &p : outlineOf(bar)) cut = std::min(cut, p.y());
    const armor::Axes axes = bar.axesAt(bar.stationOf(contact.center));
    return axes.toLocal(contact.center).z() < cut + bar.section.wall;
}

}  // namespace hefty::proof
