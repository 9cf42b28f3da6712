#include "core/proof/tube_nets.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/contact.h"

namespace hefty::proof {
namespace {

using shape::Vec2;

constexpr double leastStub = 20;  // mm of bar that is left at the ends of a tube and beside an opening

/// A stretch of tube, and the plates that go through it.
struct Stay {
    double from = 0, to = 0;
    std::vector<const armor::PlatePart *> plates;
    std::vector<double> slots;  ///< stations of the edges of their slots
};

/// Stations that a plate takes up in the walls of a tube.
std::optional<std::pair<double, double>> taken(const armor::PlatePart &plate, const armor::TubePart &tube,
                                               const armor::Solid &solid) {
    double low = 1e300, high = -1e300;
    const Vec3 along = tube.axes().x;
    for (const armor::Contact &c : armor::passingThrough(plate, solid))
        for (const Vec3 &p : c.patch) {
            low = std::min(low, (p - tube.from).dot(along));
            high = std::max(high, (p - tube.from).dot(along));
        }
    if (low > high) return std::nullopt;
    return std::pair(low, high);
}

/// Shortens a stretch to where the tube is whole: clear of its cut ends and of its openings.
void clip(Stay &stay, const armor::TubePart &tube, double low, double high) {
    const double half = std::max(tube.section.height, tube.section.width) / 2;
    stay.from = std::max(stay.from, half * std::tan(tube.miterFrom()) + leastStub);
    stay.to = std::min(stay.to, tube.length() - half * std::tan(tube.miterTo()) - leastStub);
    for (const armor::TubeOpening &o : tube.openings) {
        const double before = o.station - o.length / 2 - leastStub,
                     behind = o.station + o.length / 2 + leastStub;
        if (o.station < low) stay.from = std::max(stay.from, behind);
        if (o.station > high) stay.to = std::min(stay.to, before);
    }
}

std::vector<Stay> staysOf(const armor::Assembly &assembly, const armor::TubePart &tube) {
    std::vector<Stay> out;
    if (tube.section.shape != stock::SectionShape::RectTube || tube.taper > 0) return out;
    const armor::Solid solid = armor::solidOf(tube);
    const double reach = std::max(tube.section.height, tube.section.width);
    for (const armor::PlatePart &p : assembly.plates) {
        const auto span = p.strips.empty() ? std::nullopt : taken(p, tube, solid);
        if (!span) continue;
        Stay stay{span->first - reach, span->second + reach, {&p}, {span->first, span->second}};
        clip(stay, tube, span->first, span->second);
        const double wall = tube.properties.wall;
        if (stay.from < span->first - wall && stay.to > span->second + wall) out.push_back(std::move(stay));
    }
    std::sort(out.begin(), out.end(), [](const Stay &a, const Stay &b) { return a.from < b.from; });
    for (std::size_t i = 1; i < out.size();) {
        if (out[i].from > out[i - 1].to + leastStub) {
            ++i;
            continue;
        }
        Stay &a = out[i - 1];
        a.to = std::max(a.to, out[i].to);
        a.plates.insert(a.plates.end(), out[i].plates.begin(), out[i].plates.end());
        a.slots.insert(a.slots.end(), out[i].slots.begin(), out[i].slots.end());
        out.erase(out.begin() + static_cast<std::ptrdiff_t>(i));
    }
    return out;
}

/// Lines of a grid from `a` to `b` that hold the given ones, as far apart as `size` says at most.
template <class Size>
std::vector<double> gridLines(double a, double b, std::vector<double> held, const Size &size) {
    constexpr double nearest = 1;  // mm
    held.push_back(b);
    std::sort(held.begin(), held.end());
    std::vector<double> out{a};
    for (const double h : held) {
        const double from = out.back(), gap = h - from;
        if (gap < nearest || h > b) continue;
        const int parts = std::max(1, static_cast<int>(std::ceil(gap / size((from + h) / 2) - 1e-6)));
        for (int i = 1; i <= parts; ++i) out.push_back(from + gap * i / parts);
    }
    return out;
}

}  // namespace

/// Lays the grid of one stretch and adds its nodes and shells.
class TubeNets::Builder {
  public:
    Builder(const armor::TubePart &tube, const Stay &stay, const NetSize &size, Idealization &out)
        : m_tube(tube), m_axes(tube.axes()), m_stay(stay), m_out(out) {
        constexpr double wider = 4.0 / 3;  // walls that nothing goes through bend more gently than plates
        m_size.open = wider * size.open;
        m_size.seam = size.seam;
    }

    void build(TubeNets &nets) {
        layLines();
        placeNodes();
        Net net{&m_tube, m_stay.from, m_stay.to, {}};
        TubeShells shells;
        shells.part = m_tube.name;
        shells.from = m_stay.from;
        shells.to = m_stay.to;
        shells.bar = tubeBar(m_tube, (m_stay.from + m_stay.to) / 2);
        shells.bar.stationFrom = m_stay.from;
        shells.bar.stationTo = m_stay.to;
        shells.axes = m_axes;
        shells.first = static_cast<int>(m_out.model.shells.size());
        addShells(net, shells);
        shells.count = static_cast<int>(m_out.model.shells.size()) - shells.first;
        m_out.walls.push_back(std::move(shells));
        nets.m_nets.push_back(std::move(net));
        TubeCut cut{m_tube.name, m_stay.from, m_stay.to, {}, {}};
        for (std::size_t u = 0; u < m_around.size(); ++u) {
            cut.ringFrom.push_back(node(0, u));
            cut.ringTo.push_back(node(m_along.size() - 1, u));
        }
        nets.m_cuts.push_back(std::move(cut));
    }

  private:
    /// Fine within half a tube of a slot, open beyond.
    void layLines() {
        const double close = std::max(m_tube.section.height, m_tube.section.width) / 2;
        std::vector<double> held = m_stay.slots;
        for (const double s : m_stay.slots)
            for (const double d : {-close, close})
                if (s + d > m_stay.from + m_size.seam && s + d < m_stay.to - m_size.seam)
                    held.push_back(s + d);
        m_along = gridLines(m_stay.from, m_stay.to, held, [&](double s) {
            for (const double slot : m_stay.slots)
                if (std::abs(s - slot) < close) return m_size.seam;
            return m_size.open;
        });
        // Around, on the middle of the wall: y and z of the four corners in turn.
        const double t = m_tube.properties.wall;
        const double y = (m_tube.section.width - t) / 2, z = (m_tube.section.height - t) / 2;
        const std::array<Vec2, 4> corners{{{y, -z}, {y, z}, {-y, z}, {-y, -z}}};
        for (std::size_t i = 0; i < corners.size(); ++i)
            addWall(corners[i], corners[(i + 1) % corners.size()]);
    }

    void addWall(const Vec2 &a, const Vec2 &b) {
        const Vec2 d = (b - a).normalized();
        const double length = (b - a).norm();
        std::vector<double> held;
        for (const armor::PlatePart *p : m_stay.plates) {
            const Vec3 wall = m_axes.y * -d.y() + m_axes.z * d.x();  // its normal
            const Vec3 run = m_axes.y * d.x() + m_axes.z * d.y();
            if (std::abs(run.dot(p->axes.z)) > 0.01) continue;  // it does not pass through this wall
            const Vec3 start = m_tube.from + m_axes.y * a.x() + m_axes.z * a.y();
            // The wall's middle cuts the plate's plane in a line, as in armor::passingThrough.
            const Vec2 n(wall.dot(p->axes.x), wall.dot(p->axes.y));
            if (n.norm() < 0.01) continue;
            const Vec2 base = n * ((start - p->axes.origin).dot(wall)) / n.squaredNorm();
            const auto span = shape::chord(p->outline, base, Vec2(-n.y(), n.x()).normalized());
            if (!span) continue;
            for (const double s : {span->first, span->second}) {
                const Vec3 at = p->axes.toWorld(Vec2(base + Vec2(-n.y(), n.x()).normalized() * s));
                held.push_back((at - start).dot(run));
            }
        }
        const double size = held.empty() ? m_size.open : m_size.seam;
        const std::vector<double> lines = gridLines(0, length, held, [size](double) { return size; });
        for (std::size_t i = 0; i + 1 < lines.size(); ++i) m_around.emplace_back(a + d * lines[i]);
    }

    void placeNodes() {
        m_first = static_cast<int>(m_out.model.nodes.size());
        for (const double s : m_along)
            for (std::size_t u = 0; u < m_around.size(); ++u)
                newNode(m_out, fmt::format("{}@{:.0f}.{}", m_tube.name, s, u),
                        m_tube.from + m_axes.x * s + m_axes.y * m_around[u].x() + m_axes.z * m_around[u].y());
    }

    [[nodiscard]] int node(std::size_t s, std::size_t u) const {
        return m_first + static_cast<int>(s * m_around.size() + u % m_around.size());
    }

    [[nodiscard]] bool inSlot(const Vec3 &at) const {
        return std::any_of(m_stay.plates.begin(), m_stay.plates.end(), [&](const armor::PlatePart *p) {
            const Vec3 local = p->axes.toLocal(at);
            return std::abs(local.z()) < p->thickness / 2 &&
                   shape::inside(p->outline, Vec2(local.x(), local.y()));
        });
    }

    void addShells(Net &net, TubeShells &shells) {
        // Sharp corners have more metal than rounded ones: it weighs what the tube weighs.
        stock::Material metal = m_tube.material;
        const double sharp = 2 * m_tube.properties.wall *
                             (m_tube.section.height + m_tube.section.width - 2 * m_tube.properties.wall);
        metal.id += fmt::format(" (walls of {})", m_tube.name);
        metal.density *= m_tube.properties.area / sharp;
        const int material = materialIndex(m_out, metal);
        const auto at = [this](int n) -> const Vec3 & {
            return m_out.model.nodes[static_cast<std::size_t>(n)].at;
        };
        for (std::size_t s = 0; s + 1 < m_along.size(); ++s) {
            WallRing ring{m_along[s + 1], {}, {}};
            for (std::size_t u = 0; u < m_around.size(); ++u) {
                const std::array<int, 4> cell{node(s, u), node(s + 1, u), node(s + 1, u + 1), node(s, u + 1)};
                ring.nodes.push_back(cell[1]);
                if (inSlot((at(cell[0]) + at(cell[2])) / 2)) continue;
                ring.shells.push_back(static_cast<int>(m_out.model.shells.size()));
                m_out.model.shells.push_back({fmt::format("{}#{}", m_tube.name, m_out.model.shells.size()),
                                              {cell.begin(), cell.end()},
                                              material,
                                              m_tube.properties.wall});
                net.cells.push_back(cell);
            }
            shells.rings.push_back(std::move(ring));
        }
    }

    const armor::TubePart &m_tube;
    const armor::Axes m_axes;
    const Stay &m_stay;
    NetSize m_size;
    Idealization &m_out;
    std::vector<double> m_along;
    std::vector<Vec2> m_around;  ///< y and z in the tube's axes
    int m_first = 0;
};

TubeNets TubeNets::make(const armor::Assembly &assembly, const NetSize &size, Idealization &out) {
    TubeNets nets;
    for (const armor::TubePart &t : assembly.tubes)
        for (const Stay &s : staysOf(assembly, t)) Builder(t, s, size, out).build(nets);
    nets.m_model = &out.model;
    return nets;
}

const TubeNets::Net *TubeNets::net(const std::string &part, const Vec3 &at) const {
    for (const Net &n : m_nets) {
        if (n.tube->name != part) continue;
        const double s = (at - n.tube->from).dot(n.tube->axes().x);
        if (s >= n.from && s <= n.to) return &n;
    }
    return nullptr;
}

std::vector<mechanics::TieEnd> TubeNets::ends(const std::string &part, const Vec3 &at) const {
    const Net &n = *net(part, at);
    const auto corner = [this](int i) -> const Vec3 & {
        return m_model->nodes[static_cast<std::size_t>(i)].at;
    };
    const std::array<int, 4> *best = nullptr;
    double least = 1e300, along = 0, around = 0;
    for (const auto &cell : n.cells) {
        const Vec3 u = corner(cell[1]) - corner(cell[0]), v = corner(cell[3]) - corner(cell[0]);
        const Vec3 d = at - corner(cell[0]);
        const double s = std::clamp(d.dot(u) / u.squaredNorm(), 0.0, 1.0);
        const double t = std::clamp(d.dot(v) / v.squaredNorm(), 0.0, 1.0);
        const double away = (d - u * s - v * t).norm();
        if (away >= least - 1e-9) continue;
        best = &cell;
        least = away;
        along = s;
        around = t;
    }
    const std::array<double, 4> weights{(1 - along) * (1 - around), along * (1 - around), along * around,
                                        (1 - along) * around};
    std::vector<mechanics::TieEnd> out;
    constexpr double nothing = 1e-6;
    double sum = 0;
    for (std::size_t i = 0; i < 4; ++i)
        if (weights[i] > nothing) {
            out.push_back({(*best)[i], weights[i]});
            sum += weights[i];
        }
    for (mechanics::TieEnd &e : out) e.weight /= sum;
    return out;
}

}  // namespace hefty::proof
