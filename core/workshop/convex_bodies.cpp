#include "core/workshop/convex_bodies.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/armor/contact.h"
#include "core/mesh/convex_pieces.h"

namespace hefty::workshop {

using clearance::ConvexBody;

namespace {

/// The rings of a bent or coped bar: what lies between two of them is as good as convex.
void addRings(const armor::Solid &s, std::vector<ConvexBody> &out) {
    const auto n = static_cast<std::size_t>(s.aroundBar);
    for (std::size_t first = 0; first + n <= s.faces.size() - 2; first += n) {
        ConvexBody body{s.part, {}};
        shape::Polygon3 start, end;
        for (std::size_t i = first; i < first + n; ++i) {
            body.faces.push_back(s.faces[i].corners);
            start.push_back(s.faces[i].corners[0]);
            end.push_back(s.faces[i].corners[3]);
        }
        std::reverse(start.begin(), start.end());
        body.faces.push_back(std::move(start));
        body.faces.push_back(std::move(end));
        out.push_back(std::move(body));
    }
}

/// A sheet whose outline has corners that point inward, in convex pieces; openings count as filled.
void addPieces(const armor::SheetPart &sheet, std::vector<ConvexBody> &out) {
    armor::SheetPart piece;
    piece.name = sheet.name;
    piece.axes = sheet.axes;
    piece.thickness = sheet.thickness;
    for (shape::Polygon2 &convex : mesh::convexPieces(sheet.outline)) {
        piece.outline = std::move(convex);
        ConvexBody body{sheet.name, {}};
        for (const armor::Solid::Face &f : armor::solidOf(piece).faces) body.faces.push_back(f.corners);
        out.push_back(std::move(body));
    }
}

}  // namespace

std::vector<ConvexBody> convexBodies(const armor::Assembly &assembly) {
    std::vector<ConvexBody> bodies;
    for (const armor::Solid &s : assembly.solids) {
        const armor::SheetPart *sheet = assembly.sheet(s.part);
        if (s.aroundBar > 0) {
            addRings(s, bodies);
        } else if (sheet && !shape::isConvex(sheet->outline)) {
            addPieces(*sheet, bodies);
        } else {
            ConvexBody body{s.part, {}};
            for (const armor::Solid::Face &f : s.faces) body.faces.push_back(f.corners);
            bodies.push_back(std::move(body));
        }
    }
    return bodies;
}

std::vector<ConvexBody> carriedTires(const armor::Assembly &assembly) {
    constexpr int pieces = 24;
    constexpr double rim = 0.6;  // of the tire's radius, at least: what is inside is the wheel's dish
    std::vector<ConvexBody> out;
    for (const armor::CarriedWheel &w : assembly.wheels) {
        const armor::SheetPart *hub = assembly.sheet(w.part);
        if (!hub || !(w.width > 0 && w.radius > 0)) continue;
        const shape::Vec3 axis = hub->axes.z, x = hub->axes.x, y = hub->axes.y;
        const auto at = [&](int i, double radius, double side) -> shape::Vec3 {
            const double a = 2 * std::numbers::pi * i / pieces;
            return w.center + axis * (side * w.width / 2) + (x * std::cos(a) + y * std::sin(a)) * radius;
        };
        for (int i = 0; i < pieces; ++i) {
            const double r = rim * w.radius, R = w.radius;
            ConvexBody body{w.part, {}};
            body.faces = {{at(i, r, -1), at(i + 1, r, -1), at(i + 1, R, -1), at(i, R, -1)},
                          {at(i, r, 1), at(i, R, 1), at(i + 1, R, 1), at(i + 1, r, 1)},
                          {at(i, R, -1), at(i + 1, R, -1), at(i + 1, R, 1), at(i, R, 1)},
                          {at(i, r, -1), at(i, r, 1), at(i + 1, r, 1), at(i + 1, r, -1)},
                          {at(i, r, -1), at(i, R, -1), at(i, R, 1), at(i, r, 1)},
                          {at(i + 1, r, -1), at(i + 1, r, 1), at(i + 1, R, 1), at(i + 1, R, -1)}};
            out.push_back(std::move(body));
        }
    }
    return out;
}

}  // namespace hefty::workshop
