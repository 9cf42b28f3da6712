#include "core/exchange/solids.h"

#include <cmath>
#include <sstream>

#include <fmt/format.h>

#include <BRepAlgoAPI_Common.hxx>
#include <BRepAlgoAPI_Cut.hxx>
#include <BRepAlgoAPI_Fuse.hxx>
#include <BRepBuilderAPI_MakeEdge.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_MakePolygon.hxx>
#include <BRepBuilderAPI_MakeWire.hxx>
#include <BRepGProp.hxx>
#include <BRepPrimAPI_MakeCylinder.hxx>
#include <BRepPrimAPI_MakeHalfSpace.hxx>
#include <BRepPrimAPI_MakePrism.hxx>
#include <BRepPrimAPI_MakeRevol.hxx>
#include <BRep_Builder.hxx>
#include <GC_MakeArcOfCircle.hxx>
#include <GProp_GProps.hxx>
#include <Interface_Static.hxx>
#include <Message.hxx>
#include <Message_Messenger.hxx>
#include <STEPControl_Writer.hxx>
#include <Standard_Failure.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Compound.hxx>
#include <TopoDS_Face.hxx>
#include <TopoDS_Wire.hxx>
#include <gp_Ax1.hxx>
#include <gp_Ax2.hxx>
#include <gp_Circ.hxx>
#include <gp_Pln.hxx>

namespace hefty::exchange {
namespace {

using armor::Axes;
using armor::BarPart;
using shape::Vec2;
using shape::Vec3;

gp_Pnt point(const Vec3 &p) {
    return {p.x(), p.y(), p.z()};
}
gp_Vec vector(const Vec3 &v) {
    return {v.x(), v.y(), v.z()};
}
gp_Dir direction(const Vec3 &v) {
    return {v.x(), v.y(), v.z()};
}

TopoDS_Wire ringOf(const shape::Polygon2 &ring, const Axes &axes, double z = 0) {
    BRepBuilderAPI_MakePolygon polygon;
    for (const Vec2 &p : ring) polygon.Add(point(axes.toWorld(Vec3(p.x(), p.y(), z))));
    polygon.Close();
    return polygon.Wire();
}

TopoDS_Wire circleOf(const Vec3 &center, const Vec3 &axis, double radius) {
    return BRepBuilderAPI_MakeWire(
        BRepBuilderAPI_MakeEdge(gp_Circ(gp_Ax2(point(center), direction(axis)), radius)).Edge());
}

/// A rectangle with round corners in the y-z plane of axes.
TopoDS_Wire boxOf(const Axes &a, double width, double height, double corner) {
    const double y = width / 2, z = height / 2, r = std::clamp(corner, 0.0, std::min(y, z) * 0.999);
    const auto at = [&](double u, double v) { return point(a.origin + a.y * u + a.z * v); };
    BRepBuilderAPI_MakeWire wire;
    const double s = r * (1 - std::sqrt(0.5));
    const Vec2 corners[4] = {{y, z}, {-y, z}, {-y, -z}, {y, -z}};
    for (int i = 0; i < 4; ++i) {
        const Vec2 c = corners[i], n = corners[(i + 1) % 4];
        const Vec2 out = c.cwiseSign(), next = n.cwiseSign();
        // The corner's arc from the side before to the side after, then the straight to the next corner.
        const bool level = i % 2 == 0;  // the side after (+,+) is the upper one
        const Vec2 from = level ? Vec2(c.x(), c.y() - out.y() * r) : Vec2(c.x() - out.x() * r, c.y());
        const Vec2 to = level ? Vec2(c.x() - out.x() * r, c.y()) : Vec2(c.x(), c.y() - out.y() * r);
        const Vec2 mid(c.x() - out.x() * s, c.y() - out.y() * s);
        if (r > 1e-6)
            wire.Add(BRepBuilderAPI_MakeEdge(
                         GC_MakeArcOfCircle(at(from.x(), from.y()), at(mid.x(), mid.y()), at(to.x(), to.y()))
                             .Value())
                         .Edge());
        const Vec2 end = level ? Vec2(n.x() - next.x() * r, n.y()) : Vec2(n.x(), n.y() - next.y() * r);
        wire.Add(BRepBuilderAPI_MakeEdge(at(to.x(), to.y()), at(end.x(), end.y())).Edge());
    }
    return wire.Wire();
}

/// The metal of a bar's section at axes; `filled`: its whole outside.
TopoDS_Face sectionOf(const BarPart &bar, const Axes &a, bool filled) {
    if (bar.round()) {
        BRepBuilderAPI_MakeFace face(gp_Pln(point(a.origin), direction(a.x)),
                                     circleOf(a.origin, a.x, bar.section.height / 2));
        if (!filled && bar.hollow())
            face.Add(
                TopoDS::Wire(circleOf(a.origin, a.x, bar.section.height / 2 - bar.section.wall).Reversed()));
        return face.Face();
    }
    if (bar.section.shape == stock::SectionShape::RectTube ||
        bar.section.shape == stock::SectionShape::Flat) {
        const double outer = bar.properties.outerRadius, wall = bar.section.wall;
        BRepBuilderAPI_MakeFace face(gp_Pln(point(a.origin), direction(a.x)),
                                     boxOf(a, bar.section.width, bar.section.height, outer));
        if (!filled && bar.hollow())
            face.Add(TopoDS::Wire(boxOf(a, bar.section.width - 2 * wall, bar.section.height - 2 * wall,
                                        std::max(0.0, outer - wall))
                                      .Reversed()));
        return face.Face();
    }
    BRepBuilderAPI_MakePolygon polygon;
    for (const Vec2 &p : parts::outlineOf(bar)) polygon.Add(point(a.origin + a.y * p.x() + a.z * p.y()));
    polygon.Close();
    return BRepBuilderAPI_MakeFace(polygon.Wire()).Face();
}

/// A bar along its whole path, its ends longer by as much as cuts may need.
TopoDS_Shape sweepOf(const BarPart &bar, bool filled, double beyond) {
    TopoDS_Shape whole;
    const auto spans = bar.spans();
    for (const armor::Span &s : spans) {
        TopoDS_Shape piece;
        if (s.straight()) {
            const double before = &s == &spans.front() ? beyond : 0, after = &s == &spans.back() ? beyond : 0;
            Axes a = s.axesAt(0);
            a.origin -= a.x * before;
            piece =
                BRepPrimAPI_MakePrism(sectionOf(bar, a, filled), vector(a.x * (s.length + before + after)))
                    .Shape();
        } else {
            piece = BRepPrimAPI_MakeRevol(sectionOf(bar, s.axesAt(0), filled),
                                          gp_Ax1(point(s.center), direction(s.axis)), s.angle)
                        .Shape();
        }
        whole = whole.IsNull() ? piece : BRepAlgoAPI_Fuse(whole, piece).Shape();
    }
    return whole;
}

/// What lies beyond a plane, as far as matters.
TopoDS_Shape beyondPlane(const Vec3 &at, const Vec3 &outward) {
    constexpr double far = 3000;
    const Vec3 x = outward.unitOrthogonal(), y = outward.normalized().cross(x);
    const Axes a{at, x, y, outward.normalized()};
    const TopoDS_Face face =
        BRepBuilderAPI_MakeFace(ringOf({{-far, -far}, {far, -far}, {far, far}, {-far, far}}, a)).Face();
    return BRepPrimAPI_MakePrism(face, vector(outward.normalized() * far)).Shape();
}

class SolidMaker {
  public:
    explicit SolidMaker(const armor::Assembly &assembly) : m_in(assembly) {}

    TopoDS_Shape of(const BarPart &bar) const {
        const bool cut = bar.trimFrom.cut() || bar.trimTo.cut() || bar.cutFrom.squaredNorm() > 0 ||
                         bar.cutTo.squaredNorm() > 0;
        const double beyond = cut ? 2 * std::max(bar.section.height, bar.section.width) : 0;
        TopoDS_Shape shape = sweepOf(bar, false, beyond);
        if (cut) {
            shape = endCut(shape, bar, false);
            shape = endCut(shape, bar, true);
        }
        const Axes a = bar.axes();
        if (bar.taper > 0) {
            const double start = bar.taperStart(), run = bar.length() - start,
                         rise = bar.taper - bar.taperFrom;
            const Vec3 first = a.origin + a.x * start + a.z * (bar.taperFrom - bar.section.height / 2);
            shape = BRepAlgoAPI_Cut(shape, beyondPlane(first, a.x * rise - a.z * run)).Shape();
        }
        for (const armor::TubeOpening &o : bar.openings) {
            const Axes at{bar.axesAt(o.station).origin + a.z * o.offset, a.x, a.z, a.y};
            const double l = o.length / 2, h = o.height / 2;
            const double through = bar.section.width;
            const TopoDS_Face face =
                BRepBuilderAPI_MakeFace(ringOf({{-l, -h}, {l, -h}, {l, h}, {-l, h}}, at, -through)).Face();
            shape = BRepAlgoAPI_Cut(shape, BRepPrimAPI_MakePrism(face, vector(a.y * (2 * through))).Shape())
                        .Shape();
        }
        return shape;
    }

    static TopoDS_Shape of(const armor::SheetPart &s) {
        BRepBuilderAPI_MakeFace face(ringOf(s.outline, s.axes, -s.thickness / 2));
        TopoDS_Shape shape = BRepPrimAPI_MakePrism(face.Face(), vector(s.axes.z * s.thickness)).Shape();
        for (const shape::Polygon2 &c : s.cutouts) {
            const TopoDS_Face opening = BRepBuilderAPI_MakeFace(ringOf(c, s.axes, -s.thickness)).Face();
            shape = BRepAlgoAPI_Cut(
                        shape, BRepPrimAPI_MakePrism(opening, vector(s.axes.z * (2 * s.thickness))).Shape())
                        .Shape();
        }
        for (const armor::Hole &h : s.holes) shape = drilled(shape, s, h);
        return shape;
    }

  private:
    static TopoDS_Shape drilled(const TopoDS_Shape &shape, const armor::SheetPart &s, const armor::Hole &h) {
        const auto bore = [&](const Vec2 &at) {
            const Vec3 start = s.axes.toWorld(Vec3(at.x(), at.y(), -s.thickness));
            return BRepPrimAPI_MakeCylinder(gp_Ax2(point(start), direction(s.axes.z)), h.diameter / 2,
                                            2 * s.thickness)
                .Shape();
        };
        if (!(h.slot > 0)) return BRepAlgoAPI_Cut(shape, bore(h.at)).Shape();
        const Vec2 along = h.slotAlong * (h.slot / 2),
                   across = Vec2(-along.y(), along.x()).normalized() * (h.diameter / 2);
        const TopoDS_Face middle =
            BRepBuilderAPI_MakeFace(ringOf({h.at - along - across, h.at + along - across,
                                            h.at + along + across, h.at - along + across},
                                           s.axes, -s.thickness))
                .Face();
        TopoDS_Shape out = BRepAlgoAPI_Cut(shape, bore(h.at - along)).Shape();
        out = BRepAlgoAPI_Cut(out, bore(h.at + along)).Shape();
        return BRepAlgoAPI_Cut(out,
                               BRepPrimAPI_MakePrism(middle, vector(s.axes.z * (2 * s.thickness))).Shape())
            .Shape();
    }

    [[nodiscard]] TopoDS_Shape endCut(TopoDS_Shape shape, const BarPart &bar, bool atTo) const {
        const armor::EndTrim &trim = atTo ? bar.trimTo : bar.trimFrom;
        const Vec3 end = atTo ? bar.to : bar.from;
        const Axes a = bar.axesAt(atTo ? bar.length() : 0);
        const Vec3 outward = atTo ? a.x : Vec3(-a.x);
        if (!trim.cut()) {
            Vec3 normal = atTo ? bar.cutTo : bar.cutFrom;
            if (normal.squaredNorm() == 0) normal = outward;
            if (normal.dot(outward) < 0) normal = -normal;
            return BRepAlgoAPI_Cut(shape, beyondPlane(end, normal)).Shape();
        }
        // What stands on the far side of the parts that it lies on is cut off with them.
        for (const std::string &name : trim.onto) {
            if (const BarPart *other = m_in.bar(name)) {
                const Vec3 middle = other->axesAt(other->stationOf(end)).origin;
                shape = BRepAlgoAPI_Cut(shape, sweepOf(*other, true, 500)).Shape();
                shape = BRepAlgoAPI_Cut(shape, beyondPlane(middle, outward)).Shape();
            } else if (const armor::SheetPart *sheet = m_in.sheet(name)) {
                const Vec3 n = sheet->axes.z.dot(outward) > 0 ? sheet->axes.z : Vec3(-sheet->axes.z);
                shape =
                    BRepAlgoAPI_Cut(shape, beyondPlane(sheet->axes.origin - n * (sheet->thickness / 2), n))
                        .Shape();
            }
        }
        return shape;
    }

    const armor::Assembly &m_in;
};

/// Nothing that the library throws goes further.
template <class Make>
Result<TopoDS_Shape> guarded(const std::string &part, const Make &make) {
    try {
        TopoDS_Shape shape = make();
        if (!shape.IsNull()) return shape;
    } catch (const Standard_Failure &failure) {
        return fail(ProblemKind::Geometry,
                    fmt::format("No exact solid can be made of it: {}.", failure.GetMessageString()), part,
                    "Change its ends or its bends a little.");
    }
    return fail(ProblemKind::Geometry, "No exact solid can be made of it.", part,
                "Change its ends or its bends a little.");
}

Result<TopoDS_Shape> solidOf(const armor::Assembly &assembly, const std::string &part) {
    const SolidMaker maker(assembly);
    if (const BarPart *b = assembly.bar(part)) return guarded(part, [&] { return maker.of(*b); });
    if (const armor::SheetPart *s = assembly.sheet(part))
        return guarded(part, [&] { return SolidMaker::of(*s); });
    return fail(ProblemKind::UnknownId, "The piece has no such bar or sheet.", part);
}

}  // namespace

Result<SolidFigures> figuresOf(const armor::Assembly &assembly, const std::string &part) {
    const auto solid = solidOf(assembly, part);
    if (!solid) return tl::unexpected(solid.error());
    GProp_GProps properties;
    BRepGProp::VolumeProperties(*solid, properties);
    const gp_Pnt c = properties.CentreOfMass();
    return SolidFigures{properties.Mass(), {c.X(), c.Y(), c.Z()}};
}

namespace {

using Parts = std::vector<std::pair<const armor::Assembly *, std::string>>;

Result<int> writeParts(const Parts &parts, const std::string &path,
                       const std::function<void(double)> &progress, const std::stop_token &stop) {
    Message::DefaultMessenger()->ChangePrinters().Clear();  // it talks on standard output
    TopoDS_Compound all;
    BRep_Builder builder;
    builder.MakeCompound(all);
    for (std::size_t i = 0; i < parts.size(); ++i) {
        if (stop.stop_requested())
            return fail(ProblemKind::Stopped, "Stopped before the file was written.", path);
        const auto solid = solidOf(*parts[i].first, parts[i].second);
        if (!solid) return tl::unexpected(solid.error());
        builder.Add(all, *solid);
        if (progress) progress(static_cast<double>(i + 1) / static_cast<double>(parts.size() + 1));
    }
    STEPControl_Writer writer;
    Interface_Static::SetCVal("write.step.unit", "MM");
    if (writer.Transfer(all, STEPControl_AsIs) != IFSelect_RetDone ||
        writer.Write(path.c_str()) != IFSelect_RetDone)
        return fail(ProblemKind::File, fmt::format("\"{}\" cannot be written.", path), path,
                    "Choose another folder.");
    if (progress) progress(1);
    return static_cast<int>(parts.size());
}

}  // namespace

Result<int> writeStep(const std::vector<const armor::Assembly *> &assemblies, const std::string &path,
                      const std::function<void(double)> &progress, const std::stop_token &stop) {
    Parts parts;
    for (const armor::Assembly *a : assemblies) {
        for (const BarPart &b : a->bars) parts.emplace_back(a, b.name);
        for (const armor::SheetPart &s : a->sheets) parts.emplace_back(a, s.name);
    }
    return writeParts(parts, path, progress, stop);
}

Result<int> writeStep(const armor::Assembly &assembly, const std::string &path,
                      const std::function<void(double)> &progress, const std::stop_token &stop) {
    return writeStep(std::vector<const armor::Assembly *>{&assembly}, path, progress, stop);
}

Result<int> writeStepOf(const armor::Assembly &assembly, const std::string &part, const std::string &path) {
    return writeParts({{&assembly, part}}, path, {}, {});
}

}  // namespace hefty::exchange
