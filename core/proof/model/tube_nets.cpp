#include "core/proof/model/tube_nets.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <optional>
#include <set>

#include <fmt/format.h>

#include "core/proof/model/branches.h"
#include "core/proof/model/passages.h"

namespace hefty::proof {
namespace {

using shape::Vec2;

constexpr int leastChords = 24;   // around a round tube
constexpr double acrossHole = 4;  // shells, at least, across a hole for a tube
constexpr double finest = 0.3;    // of the usual size, however small the hole

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

/// A straight bar as it is, a bent one span by span, each with the station of its beginning.
std::vector<std::pair<std::shared_ptr<const armor::BarPart>, double>> straightPieces(
    const armor::BarPart &bar) {
    if (bar.straight()) return {{std::make_shared<const armor::BarPart>(bar), 0}};
    std::vector<std::pair<std::shared_ptr<const armor::BarPart>, double>> out;
    const std::vector<armor::Span> spans = bar.spans();
    for (std::size_t i = 0; i < spans.size(); ++i) {
        const armor::Span &span = spans[i];
        if (!span.straight() || !bar.hollow()) continue;
        armor::BarPart piece = bar.straightPiece(span);
        if (i == 0) piece.trimFrom = bar.trimFrom;
        if (i + 1 == spans.size()) piece.trimTo = bar.trimTo;
        std::erase_if(piece.openings, [&span](const armor::TubeOpening &o) {
            return o.station < span.start || o.station > span.start + span.length;
        });
        for (armor::TubeOpening &o : piece.openings) o.station -= span.start;
        out.emplace_back(std::make_shared<const armor::BarPart>(std::move(piece)), span.start);
    }
    return out;
}

}  // namespace

/// Lays the grid of one stretch and adds its nodes and shells.
class TubeNets::Builder {
  public:
    /// @param start  station of the tube's beginning on the whole bar
    Builder(std::shared_ptr<const armor::BarPart> tube, bool bent, double start, const Stay &stay,
            const NetSize &size, Idealization &out)
        : m_shared(std::move(tube)),
          m_tube(*m_shared),
          m_bent(bent),
          m_start(start),
          m_axes(m_tube.axes()),
          m_stay(stay),
          m_fineness(NetSize().seam / size.seam),
          m_out(out) {
        constexpr double wider = 4.0 / 3;  // walls that nothing goes through bend more gently than plates
        m_size.open = wider * size.open;
        m_size.seam = size.seam;
        for (const Passage &p : stay.passages) {
            if (!p.tube) continue;
            const double across = std::min(p.tube->section.height, p.tube->section.width) / acrossHole;
            m_size.seam = std::min(m_size.seam, size.seam * std::max(finest, across / NetSize().seam));
        }
    }

    void build(TubeNets &nets) {
        layLines();
        placeNodes();
        Net net{m_shared, m_bent, m_stay.from, m_stay.to, {}, {}};
        TubeShells shells;
        shells.part = m_tube.name;
        shells.from = m_start + m_stay.from;
        shells.to = m_start + m_stay.to;
        shells.bar = tubeBar(m_tube, (m_stay.from + m_stay.to) / 2);
        shells.bar.stationFrom = shells.from;
        shells.bar.stationTo = shells.to;
        shells.axes = m_axes;
        shells.axes.origin -= m_axes.x * m_start;  // stations are those of the whole bar
        shells.first = static_cast<int>(m_out.model.shells.size());
        addShells(net, shells);
        shells.count = static_cast<int>(m_out.model.shells.size()) - shells.first;
        addHoles(net);
        m_out.walls.push_back(std::move(shells));
        nets.m_nets.push_back(std::move(net));
        TubeCut cut{m_tube.name, shells.from, shells.to, {}, {}};
        for (std::size_t u = 0; u < m_around.size(); ++u) {
            cut.ringFrom.push_back(node(0, u));
            cut.ringTo.push_back(node(m_along.size() - 1, u));
        }
        nets.m_cuts.push_back(std::move(cut));
    }

  private:
    /// Fine within half a tube of a slot and a quarter of what stands on the walls, open beyond.
    void layLines() {
        const double close = std::max(m_tube.section.height, m_tube.section.width) / 2;
        std::vector<double> held = m_stay.slots;
        for (const double s : m_stay.slots)
            for (const double d : {-close, close})
                if (s + d > m_stay.from + m_size.seam && s + d < m_stay.to - m_size.seam)
                    held.push_back(s + d);
        for (const double s : m_stay.landings)
            if (s > m_stay.from + m_size.seam / 2 && s < m_stay.to - m_size.seam / 2 && clear(held, s))
                held.push_back(s);
        m_along = gridLines(m_stay.from, m_stay.to, held, [&](double s) {
            for (const double slot : m_stay.slots)
                if (std::abs(s - slot) < close) return m_size.seam;
            for (const double landing : m_stay.landings)
                if (std::abs(s - landing) < close / 2) return m_size.seam;
            return m_size.open;
        });
        if (isRound(m_tube)) {
            addCircle();
            return;
        }
        // Around, on the middle of the wall: y and z of the four corners in turn.
        const double t = m_tube.properties.wall;
        const double y = (m_tube.section.width - t) / 2, z = (m_tube.section.height - t) / 2;
        const std::array<Vec2, 4> corners{{{y, -z}, {y, z}, {-y, z}, {-y, -z}}};
        for (std::size_t i = 0; i < corners.size(); ++i)
            addWall(corners[i], corners[(i + 1) % corners.size()]);
    }

    /// True if a line is far enough from those that are held for shells that are not too long.
    [[nodiscard]] bool clear(const std::vector<double> &held, double s) const {
        return std::all_of(held.begin(), held.end(),
                           [&](double h) { return std::abs(h - s) > m_size.seam / 4; });
    }

    void addWall(const Vec2 &a, const Vec2 &b) {
        const Vec2 d = (b - a).normalized();
        const double length = (b - a).norm();
        const Vec3 outward = m_axes.y * d.y() - m_axes.z * d.x(), run = m_axes.y * d.x() + m_axes.z * d.y();
        const Vec3 start = m_tube.from + m_axes.y * a.x() + m_axes.z * a.y();
        std::vector<double> held;
        for (const Passage &p : m_stay.passages)
            for (const armor::Contact &c : p.contacts) {
                if (c.normal.dot(outward) < 0.9) continue;  // it is another wall's
                const auto [from, to] = p.span(c, [&](const Vec3 &at) { return (at - start).dot(run); });
                held.insert(held.end(), {from, to});
            }
        for (const armor::Contact &c : m_stay.seats) {
            if (std::abs(c.normal.dot(outward)) < 0.9 || (c.center - start).dot(outward) < -length / 4)
                continue;
            for (const armor::WeldLine &l : c.lines)
                for (const Vec3 &p : {l.from, l.to}) {
                    const double at = (p - start).dot(run);
                    if (clear(held, at)) held.push_back(at);
                }
        }
        if (std::abs(d.x()) < 0.5)  // front or back
            for (const armor::TubeOpening &o : m_stay.openings)
                for (const double z : {o.offset - o.height / 2, o.offset + o.height / 2}) {
                    const double at = (m_tube.from + m_axes.z * z - start).dot(run);
                    if (clear(held, at)) held.push_back(at);
                }
        std::erase_if(held, [length](double h) { return h <= 0 || h >= length; });
        const double size = held.empty() ? m_size.open : m_size.seam;
        const std::vector<double> lines = gridLines(0, length, held, [size](double) { return size; });
        for (std::size_t i = 0; i + 1 < lines.size(); ++i) m_around.emplace_back(a + d * lines[i]);
    }

    /// Lines around a round tube, on the middle of its wall, the edges of slots and holes among them.
    void addCircle() {
        const double radius = (m_tube.section.height - m_tube.properties.wall) / 2,
                     round = 2 * std::numbers::pi * radius;
        std::vector<double> held;
        for (const Passage &p : m_stay.passages)
            for (const armor::Contact &c : p.contacts) {
                if (!p.cuts) continue;
                const double middle = std::atan2(c.normal.dot(m_axes.z), c.normal.dot(m_axes.y));
                const auto turn = [&](const Vec3 &at) {
                    const Vec3 local = m_axes.toLocal(at);
                    return std::remainder(std::atan2(local.z(), local.y()) - middle, 2 * std::numbers::pi);
                };
                const auto [from, to] = p.span(c, turn);
                held.insert(held.end(), {(middle + from) * radius, (middle + to) * radius});
            }
        const double start = held.empty() ? 0 : held.front();
        for (double &h : held) h = std::fmod(h - start + 2 * round, round);
        std::erase_if(held, [round](double h) { return h < 1e-9 || h > round - 1e-9; });
        const double size = std::min(m_size.seam, round / leastChords / m_fineness);
        const std::vector<double> lines = gridLines(0, round, held, [size](double) { return size; });
        for (std::size_t i = 0; i + 1 < lines.size(); ++i) {
            const double angle = (start + lines[i]) / radius;
            m_around.emplace_back(radius * std::cos(angle), radius * std::sin(angle));
        }
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
        return m_stay.opened(m_axes.toLocal(at), m_tube) ||
               std::any_of(m_stay.passages.begin(), m_stay.passages.end(),
                           [&](const Passage &p) { return p.holds(at); });
    }

    /// Length of the middle line around, as the shells have it.
    [[nodiscard]] double around() const {
        double sum = 0;
        for (std::size_t u = 0; u < m_around.size(); ++u)
            sum += (m_around[(u + 1) % m_around.size()] - m_around[u]).norm();
        return sum;
    }

    void addShells(Net &net, TubeShells &shells) {
        // Sharp corners have more metal than rounded ones, chords less than an arc: it weighs what the tube
        // weighs.
        stock::Material metal = m_tube.material;
        metal.id += fmt::format(" (walls of {})", m_tube.name);
        metal.density *= m_tube.properties.area / (around() * m_tube.properties.wall);
        const int material = materialIndex(m_out, metal);
        const auto at = [this](int n) -> const Vec3 & {
            return m_out.model.nodes[static_cast<std::size_t>(n)].at;
        };
        for (std::size_t s = 0; s + 1 < m_along.size(); ++s) {
            WallRing ring{m_start + m_along[s + 1], {}, {}};
            for (std::size_t u = 0; u < m_around.size(); ++u) {
                const std::array<int, 4> cell{node(s, u), node(s + 1, u), node(s + 1, u + 1), node(s, u + 1)};
                ring.nodes.push_back(cell[1]);
                if (inSlot((at(cell[0]) + at(cell[2])) / 2)) {
                    m_gone.push_back(cell);
                    continue;
                }
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

    /// The rims of the holes, each around the middle of its contact.
    void addHoles(Net &net) const {
        for (const Passage &p : m_stay.passages)
            for (const armor::Contact &c : p.contacts) net.holes.push_back({c.center, {}});
        if (net.holes.empty()) return;
        std::set<int> standing;
        for (const auto &cell : net.cells) standing.insert(cell.begin(), cell.end());
        for (const auto &cell : m_gone) {
            const auto at = [&](std::size_t i) -> const Vec3 & {
                return m_out.model.nodes[static_cast<std::size_t>(cell[i])].at;
            };
            const Vec3 middle = (at(0) + at(2)) / 2;
            Rim &nearest =
                *std::min_element(net.holes.begin(), net.holes.end(), [&](const Rim &a, const Rim &b) {
                    return (a.center - middle).squaredNorm() < (b.center - middle).squaredNorm();
                });
            for (const int n : cell)
                if (standing.contains(n) &&
                    std::find(nearest.nodes.begin(), nearest.nodes.end(), n) == nearest.nodes.end())
                    nearest.nodes.push_back(n);
        }
    }

    const std::shared_ptr<const armor::BarPart> m_shared;
    const armor::BarPart &m_tube;
    const bool m_bent;
    const double m_start;
    const armor::Axes m_axes;
    const Stay &m_stay;
    const double m_fineness;  ///< 2: everything of half the size
    NetSize m_size;
    Idealization &m_out;
    std::vector<double> m_along;
    std::vector<Vec2> m_around;              ///< y and z in the tube's axes
    std::vector<std::array<int, 4>> m_gone;  ///< cells that are no metal
    int m_first = 0;
};

namespace {

/// True if something stands on a stretch of a bent bar that only shells of its walls tell.
bool isNeeded(const armor::Assembly &assembly, const armor::BarPart &bar, double start, const Stay &stay) {
    const auto here = [&](const armor::Contact &c) {
        const double s = bar.stationOf(c.center) - start;
        return s > stay.from && s < stay.to;
    };
    return std::any_of(assembly.welds.begin(), assembly.welds.end(), [&](const armor::WeldJoint &w) {
        return (w.a == bar.name || w.b == bar.name) &&
               std::any_of(w.contacts.begin(), w.contacts.end(), [&](const armor::Contact &c) {
                   return here(c) && isForShells(assembly, w, c, bar);
               });
    });
}

}  // namespace

TubeNets TubeNets::make(const armor::Assembly &assembly, const NetSize &size, Idealization &out) {
    TubeNets nets;
    for (const armor::BarPart &t : assembly.bars)
        for (const auto &[piece, start] : straightPieces(t))
            for (const Stay &s : staysOf(assembly, *piece))
                // Of bent bars only where something goes through or no formula tells what stands there: all
                // of them doubled the time of a tube front.
                if (t.straight() || !s.passages.empty() || isNeeded(assembly, t, start, s))
                    Builder(piece, !t.straight(), start, s, size, out).build(nets);
    nets.m_model = &out.model;
    return nets;
}

const TubeNets::Net *TubeNets::net(const std::string &part, const Vec3 &at) const {
    for (const Net &n : m_nets) {
        if (n.tube->name != part) continue;
        const Vec3 along = n.tube->axes().x, away = at - n.tube->from;
        const double s = away.dot(along);
        const double near = 1.5 * std::max(n.tube->section.height, n.tube->section.width);
        if (n.bent && (away - along * s).norm() > near) continue;  // beside another span of it
        if (s >= n.from && s <= n.to) return &n;
    }
    return nullptr;
}

std::vector<Rim> TubeNets::rimsAlong(const std::string &part, const Vec3 &from, const Vec3 &to) const {
    constexpr double onLine = 2;  // mm
    const Vec3 along = (to - from).normalized();
    const auto station = [&](const Rim &r) { return (r.center - from).dot(along); };
    std::vector<Rim> out;
    for (const Net &n : m_nets)
        for (const Rim &r : n.holes) {
            if (n.tube->name != part || r.nodes.empty() || station(r) > (to - from).norm()) continue;
            if (station(r) > 0 && (r.center - from - along * station(r)).norm() < onLine) out.push_back(r);
        }
    std::sort(out.begin(), out.end(), [&](const Rim &a, const Rim &b) { return station(a) < station(b); });
    return out;
}

std::vector<int> TubeNets::patch(const std::string &part, const Vec3 &at, double reach) const {
    std::set<int> out;
    const std::vector<mechanics::TieEnd> nearest = ends(part, at);
    Vec3 on = Vec3::Zero();
    for (const mechanics::TieEnd &e : nearest) {
        out.insert(e.node);
        on += e.weight * m_model->nodes[static_cast<std::size_t>(e.node)].at;
    }
    for (const auto &cell : net(part, at)->cells)
        for (const int n : cell)
            if ((m_model->nodes[static_cast<std::size_t>(n)].at - on).norm() <= reach) out.insert(n);
    return {out.begin(), out.end()};
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
