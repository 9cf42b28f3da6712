#include "core/proof/model/plate_nets.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace hefty::proof {
namespace {

using shape::Vec2;

constexpr double leastLigament = 1;  // mm, between a hole and the edge of its plate

/// A seam in the plane of a plate; lines nearer to each other than `near` that run alike are one.
struct Seam {
    Vec2 from, to;
    double weight = 1;
};

bool runAlike(const Seam &a, const Seam &b, double near) {
    const Vec2 u = a.to - a.from, v = b.to - b.from;
    if (std::abs(u.x() * v.y() - u.y() * v.x()) > 0.05 * u.norm() * v.norm()) return false;
    const Vec2 n = Vec2(-u.y(), u.x()).normalized();
    if (std::abs(n.dot((b.from + b.to) / 2 - (a.from + a.to) / 2)) > near) return false;
    const Vec2 d = u.normalized();
    const double b0 = std::min(d.dot(b.from - a.from), d.dot(b.to - a.from));
    const double b1 = std::max(d.dot(b.from - a.from), d.dot(b.to - a.from));
    return b1 > 0 && b0 < u.norm();
}

void join(Seam &a, Seam b) {
    if ((a.to - a.from).dot(b.to - b.from) < 0) std::swap(b.from, b.to);
    const double sum = a.weight + b.weight;
    a.from = (a.from * a.weight + b.from * b.weight) / sum;
    a.to = (a.to * a.weight + b.to * b.weight) / sum;
    a.weight = sum;
}

/// The welds of a plate as lines in its plane, those along one standing plate joined to one line in its
/// middle. Lines near an edge, or so short that they only close an end, are left to it.
std::vector<Seam> seamsOf(const armor::Assembly &assembly, const armor::SheetPart &plate, double closest) {
    std::vector<Seam> out;
    for (const armor::WeldJoint &w : assembly.welds) {
        if (w.a != plate.name && w.b != plate.name) continue;
        const armor::SheetPart *other = assembly.sheet(w.a == plate.name ? w.b : w.a);
        const double near = 1.05 * std::max(plate.thickness, other ? other->thickness : 0.0);
        for (const armor::Contact &c : w.contacts) {
            std::vector<Seam> here;
            for (const armor::WeldLine &l : c.lines) {
                Seam s{plate.axes.toLocal(l.from).head<2>(), plate.axes.toLocal(l.to).head<2>(), 1};
                if ((s.to - s.from).norm() < std::max(near, closest)) continue;
                const auto same = std::find_if(here.begin(), here.end(),
                                               [&](const Seam &o) { return runAlike(o, s, near); });
                if (same != here.end())
                    join(*same, s);
                else
                    here.push_back(s);
            }
            out.insert(out.end(), here.begin(), here.end());
        }
    }
    std::vector<Seam> clear;
    for (const Seam &s : out) {
        const bool atEdge =
            plate.fromEdge((s.from + s.to) / 2) < closest || !plate.covers((s.from + s.to) / 2);
        const bool again =
            std::any_of(clear.begin(), clear.end(), [&](const Seam &o) { return runAlike(o, s, closest); });
        if (!atEdge && !again) clear.push_back(s);
    }
    return clear;
}

mesh::PlateShape shapeOf(const armor::Assembly &assembly, const armor::SheetPart &plate,
                         const NetSize &size) {
    mesh::PlateShape out;
    out.outline = plate.outline;
    out.holes = plate.cutouts;
    out.size = size.open;
    out.growth = 0.5;
    for (const armor::Hole &h : plate.holes) {
        // One that runs out of the plate is left to the check of its bearing, which says so.
        const double edge = h.diameter * size.share;
        const Vec2 ends[] = {h.at + h.slotAlong * (h.slot / 2), h.at - h.slotAlong * (h.slot / 2)};
        const bool runsOut = std::any_of(std::begin(ends), std::end(ends), [&](const Vec2 &at) {
            return !plate.covers(at) || plate.fromEdge(at) < h.diameter / 2 + leastLigament;
        });
        if (runsOut) continue;
        out.holes.push_back(h.slot > 0 ? mesh::slotHole(h.at, h.diameter, h.slot, h.slotAlong, edge)
                                       : mesh::roundHole(h.at, h.diameter, edge));
        out.fine.push_back({h.at, h.diameter / 2, edge});
    }
    for (const Seam &s : seamsOf(assembly, plate, size.seam / 2)) {
        const bool throughHole =
            std::any_of(plate.holes.begin(), plate.holes.end(), [&](const armor::Hole &h) {
                const Vec3 from(s.from.x(), s.from.y(), 0), to(s.to.x(), s.to.y(), 0),
                    at(h.at.x(), h.at.y(), 0);
                const double t = shape::nearestParameter(from, to, at);
                return (from + (to - from) * t - at).norm() < h.diameter / 2 + size.seam / 2;
            });
        if (!throughHole) out.seams.push_back({s.from, s.to});
    }
    for (const armor::WeldJoint &w : assembly.welds) {
        if (w.a != plate.name && w.b != plate.name) continue;
        for (const armor::Contact &c : w.contacts)
            for (const armor::WeldLine &l : c.lines)
                for (const Stretch &s : stretches(l, 2 * size.seam))
                    out.fine.push_back({plate.axes.toLocal(s.at).head<2>(), size.seam, size.seam});
    }
    return out;
}

/// Area coordinates of a point in a triangle, those below 0 cut off: of the nearest place in it, nearly.
std::array<double, 3> within(const std::array<Vec2, 3> &c, const Vec2 &p, double &outside) {
    const auto cross = [](const Vec2 &u, const Vec2 &v) { return u.x() * v.y() - u.y() * v.x(); };
    const double area = cross(c[1] - c[0], c[2] - c[0]);
    std::array<double, 3> l{cross(c[1] - p, c[2] - p) / area, cross(c[2] - p, c[0] - p) / area, 0};
    l[2] = 1 - l[0] - l[1];
    double sum = 0;
    for (double &v : l) sum += v = std::max(v, 0.0);
    Vec2 at = Vec2::Zero();
    for (std::size_t i = 0; i < 3; ++i) at += c[i] * (l[i] /= sum);
    outside = (at - p).norm();
    return l;
}

}  // namespace

std::vector<Stretch> stretches(const armor::WeldLine &line, double about) {
    const Vec3 along = line.to - line.from;
    const double length = along.norm();
    const int parts = std::max(2, static_cast<int>(std::ceil(length / about - 1e-6)));
    // Spread a little, so that forces at these places turn like forces all along the line.
    const double spread = 1 / std::sqrt(1 - 1.0 / (parts * parts));
    std::vector<Stretch> out;
    for (int i = 0; i < parts; ++i) {
        const double from = ((i + 0.5) / parts - 0.5) * spread;
        out.push_back({(line.from + line.to) / 2 + along * from, length / parts});
    }
    return out;
}

Result<PlateNets> PlateNets::make(const armor::Assembly &assembly, const NetSize &size,
                                  mesh::MeshCache &cache, Idealization &out) {
    PlateNets nets;
    for (const armor::SheetPart &p : assembly.sheets) {
        auto mesh = cache.mesh(shapeOf(assembly, p, size));
        if (!mesh) return fail(mesh.error().kind, mesh.error().message, p.name, mesh.error().remedy);
        const auto firstNode = static_cast<int>(out.model.nodes.size());
        PlateShells shells;
        shells.part = p.name;
        shells.axes = p.axes;
        shells.thickness = p.thickness;
        shells.material = p.material;
        shells.first = static_cast<int>(out.model.shells.size());
        shells.count = static_cast<int>((*mesh)->triangles.size());
        for (std::size_t i = 0; i < (*mesh)->nodes.size(); ++i)
            out.model.nodes.push_back({fmt::format("{}.{}", p.name, i), p.axes.toWorld((*mesh)->nodes[i])});
        out.model.materials.push_back(
            {p.material.id, p.material.E, p.material.nu, p.material.density, p.material.yield});
        const auto material = static_cast<int>(out.model.materials.size()) - 1;
        for (const auto &t : (*mesh)->triangles)
            out.model.shells.push_back({fmt::format("{}#{}", p.name, out.model.shells.size()),
                                        {firstNode + t[0], firstNode + t[1], firstNode + t[2]},
                                        material,
                                        p.thickness});
        out.plates.push_back(std::move(shells));
        nets.m_nets.push_back(netOf(p, *mesh, firstNode));
    }
    return nets;
}

PlateNets::Net PlateNets::netOf(const armor::SheetPart &plate, std::shared_ptr<const mesh::PlateMesh> mesh,
                                int firstNode) {
    Net net{&plate, std::move(mesh), firstNode, {}, 0};
    for (const auto &t : net.mesh->triangles) {
        const auto corner = [&](std::size_t i) { return net.mesh->nodes[static_cast<std::size_t>(t[i])]; };
        const Vec2 middle = (corner(0) + corner(1) + corner(2)) / 3;
        for (std::size_t i = 0; i < 3; ++i) net.radius = std::max(net.radius, (corner(i) - middle).norm());
        net.middles.push_back(middle);
    }
    return net;
}

const PlateNets::Net *PlateNets::net(const std::string &part) const {
    const auto it =
        std::find_if(m_nets.begin(), m_nets.end(), [&](const Net &n) { return n.plate->name == part; });
    return it == m_nets.end() ? nullptr : &*it;
}

std::vector<mechanics::TieEnd> PlateNets::ends(const std::string &part, const Vec3 &at) const {
    const Net &n = *net(part);
    const Vec2 p = n.plate->axes.toLocal(at).head<2>();
    std::array<double, 3> best{};
    const std::array<int, 3> *triangle = nullptr;
    double least = 1e150;
    for (std::size_t k = 0; k < n.middles.size(); ++k) {
        const double far = least + n.radius;  // beyond it no place of a triangle is nearer
        if ((n.middles[k] - p).squaredNorm() > far * far) continue;
        const auto &t = n.mesh->triangles[k];
        std::array<Vec2, 3> c;
        for (std::size_t i = 0; i < 3; ++i) c[i] = n.mesh->nodes[static_cast<std::size_t>(t[i])];
        double outside = 0;
        const auto l = within(c, p, outside);
        if (outside >= least - 1e-9) continue;
        least = outside;
        best = l;
        triangle = &t;
    }
    std::vector<mechanics::TieEnd> out;
    double sum = 0;
    constexpr double nothing = 1e-6;
    for (std::size_t i = 0; i < 3; ++i)
        if (best[i] > nothing) {
            out.push_back({n.firstNode + (*triangle)[i], best[i]});
            sum += best[i];
        }
    for (mechanics::TieEnd &e : out) e.weight /= sum;
    return out;
}

std::vector<int> PlateNets::rim(const std::string &part, const Vec3 &at) const {
    const Net &n = *net(part);
    const Vec2 p = n.plate->axes.toLocal(at).head<2>();
    std::vector<int> out;
    for (const armor::Hole &h : n.plate->holes) {
        if ((h.at - p).norm() > 0.5) continue;
        for (std::size_t i = 0; i < n.mesh->nodes.size(); ++i) {
            // The line between the middles of a slot's half circles, or the middle of a round hole.
            const Vec2 away = n.mesh->nodes[i] - h.at;
            const double on = std::clamp(away.dot(h.slotAlong), -h.slot / 2, h.slot / 2);
            const double r = (away - h.slotAlong * on).norm() / (h.diameter / 2);
            // A regular polygon of the circle's area stands a little in and out of it.
            if (r > 0.9 && r < 1.06) out.push_back(n.firstNode + static_cast<int>(i));
        }
    }
    return out;
}

}  // namespace hefty::proof
