#include "core/armor/meeting_edges.h"

#include <algorithm>
#include <cmath>

#include "core/armor/contact.h"
#include "core/armor/flat.h"

namespace hefty::armor {
namespace {

constexpr double parallel = 0.9998;  // cosine of about one degree

struct Edge {
    Vec3 from, to;
};

std::vector<Edge> edgesOf(const SheetPart &sheet) {
    std::vector<Edge> out;
    for (std::size_t i = 0; i < sheet.outline.size(); ++i)
        out.push_back({sheet.axes.toWorld(sheet.outline[i]),
                       sheet.axes.toWorld(sheet.outline[(i + 1) % sheet.outline.size()])});
    return out;
}

}  // namespace

std::vector<Contact> meetingEdges(const SheetPart &a, const SheetPart &b) {
    std::vector<Contact> out;
    // Middle planes that cross at the edges: at a right angle the edges' middles lie up to half of both
    // thicknesses apart each way.
    const double reach = std::hypot(a.thickness, b.thickness) / 2 + contactTolerance;
    for (const Edge &ea : edgesOf(a))
        for (const Edge &eb : edgesOf(b)) {
            const Vec3 d = ea.to - ea.from;
            const double length = d.norm();
            if (length < leastLine || (eb.to - eb.from).norm() < leastLine) continue;
            const Vec3 along = d / length;
            if (std::abs(along.dot((eb.to - eb.from).normalized())) < parallel) continue;
            const Vec3 off = eb.from - ea.from;
            if ((off - along * off.dot(along)).norm() > reach) continue;
            double from = (eb.from - ea.from).dot(along), to = (eb.to - ea.from).dot(along);
            if (from > to) std::swap(from, to);
            from = std::max(from, 0.0);
            to = std::min(to, length);
            if (to - from < leastLine) continue;
            const Vec3 shift = (off - along * off.dot(along)) / 2;
            const Vec3 p = ea.from + along * from + shift, q = ea.from + along * to + shift;
            Contact c;
            c.kind = SeamKind::Corner;
            c.normal = b.axes.z;
            c.center = (p + q) / 2;
            c.area = (to - from) * std::min(a.thickness, b.thickness);
            const Vec3 half = a.axes.z * (a.thickness / 2);
            c.patch = {p - half, q - half, q + half, p + half};
            c.lines = {{p, q}};
            out.push_back(std::move(c));
        }
    return out;
}

}  // namespace hefty::armor
