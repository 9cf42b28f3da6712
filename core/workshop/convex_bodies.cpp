#include "core/workshop/convex_bodies.h"

#include <algorithm>

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

}  // namespace hefty::workshop
