#include "core/proof/analyses/room_above.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <map>
#include <optional>

namespace hefty::proof {
namespace {

constexpr double steepest = 0.2;  // cosine between the push and the sheet's normal: beyond it a wall

/// A point of the sheet's far face, and how far it moves along the push.
struct FacePoint {
    Vec3 at;
    double moved;
};

/// How far from a place along a direction a box begins, 0 in it; none where it is not met.
std::optional<double> wayToBox(const Vec3 &from, const Vec3 &along, const rig::KeepOut &box) {
    double enter = -std::numeric_limits<double>::infinity();
    double leave = std::numeric_limits<double>::infinity();
    for (int k = 0; k < 3; ++k) {
        if (std::abs(along[k]) < 1e-9) {
            if (from[k] < box.low[k] || from[k] > box.high[k]) return std::nullopt;
            continue;
        }
        const double a = (box.low[k] - from[k]) / along[k], b = (box.high[k] - from[k]) / along[k];
        enter = std::max(enter, std::min(a, b));
        leave = std::min(leave, std::max(a, b));
    }
    if (leave < 0 || enter > leave) return std::nullopt;
    return std::max(0.0, enter);
}

class LookAbove {
  public:
    LookAbove(const Vec3 &push, const rig::Vehicle &vehicle) : m_push(push.normalized()), m_vehicle(vehicle) {
        for (const rig::OutlinePoint &p : vehicle.outline) {
            if (p.onAxle) continue;
            m_points.push_back({&p, p.at});
            if (p.mirrored && std::abs(p.at.y()) > 1e-9)
                m_points.push_back({&p, {p.at.x(), -p.at.y(), p.at.z()}});
        }
    }

    /// @param c  corners of a shell's far face, four or three
    void lookFrom(const std::vector<FacePoint> &c) {
        constexpr std::array along{0.0, 0.5, 1.0};
        const FacePoint &last = c.size() > 3 ? c[3] : c[2];
        for (const double u : along)
            for (const double v : along) {
                const std::array w{(1 - u) * (1 - v), u * (1 - v), u * v, (1 - u) * v};
                lookAtBoxes({w[0] * c[0].at + w[1] * c[1].at + w[2] * c[2].at + w[3] * last.at,
                             w[0] * c[0].moved + w[1] * c[1].moved + w[2] * c[2].moved + w[3] * last.moved});
            }
        lookAtPoints(c[0], c[1], c[2]);
        if (c.size() > 3) lookAtPoints(c[0], c[2], c[3]);
    }

    std::vector<RoomAbove> found() && {
        std::vector<RoomAbove> out;
        for (auto &[id, r] : m_found) out.push_back(std::move(r));
        std::stable_sort(out.begin(), out.end(),
                         [](const RoomAbove &a, const RoomAbove &b) { return a.used() > b.used(); });
        return out;
    }

  private:
    void lookAtBoxes(const FacePoint &p) {
        for (const rig::KeepOut &k : m_vehicle.keepOuts)
            if (const auto room = wayToBox(p.at, m_push, k))
                take({k.id, k.name, *room, p.moved, p.at + *room * m_push});
    }

    void lookAtPoints(const FacePoint &a, const FacePoint &b, const FacePoint &c) {
        const Vec3 ab = b.at - a.at, ac = c.at - a.at;
        const Vec3 across = ac.cross(m_push);
        const double area = ab.dot(across);
        if (std::abs(area) < 1e-9) return;
        for (const auto &[point, at] : m_points) {
            const Vec3 d = at - a.at;
            const double u = d.dot(across) / area, v = ab.dot(d.cross(m_push)) / area;
            if (u < 0 || v < 0 || u + v > 1) continue;
            const double room = (d - u * ab - v * ac).dot(m_push);
            take({point->id, point->name, std::max(0.0, room),
                  (1 - u - v) * a.moved + u * b.moved + v * c.moved, at});
        }
    }

    void take(RoomAbove r) {
        const auto [it, isNew] = m_found.try_emplace(r.id, r);
        if (!isNew && r.used() > it->second.used()) it->second = std::move(r);
    }

    Vec3 m_push;
    const rig::Vehicle &m_vehicle;
    std::vector<std::pair<const rig::OutlinePoint *, Vec3>> m_points;
    std::map<std::string, RoomAbove> m_found;
};

}  // namespace

std::vector<RoomAbove> roomAbove(const Idealization &model, const std::vector<mechanics::Vec6> &displacements,
                                 const armor::GroundSpot &ground, const rig::Vehicle &vehicle) {
    const Vec3 push = ground.push.normalized();
    LookAbove look(push, vehicle);
    for (const PlateShells &p : model.plates) {
        if (p.part != ground.part) continue;
        const double half = p.thickness / 2 / std::max(std::abs(p.axes.z.dot(push)), steepest);
        for (int s = p.first; s < p.first + p.count; ++s) {
            std::vector<FacePoint> corners;
            for (const int n : model.model.shells[static_cast<std::size_t>(s)].nodes) {
                if (n < 0) continue;
                const auto i = static_cast<std::size_t>(n);
                corners.push_back({model.model.nodes[i].at + half * push,
                                   std::max(0.0, push.dot(displacements[i].head<3>()))});
            }
            look.lookFrom(corners);
        }
    }
    return std::move(look).found();
}

}  // namespace hefty::proof
