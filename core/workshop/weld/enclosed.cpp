#include "core/workshop/weld/enclosed.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace hefty::workshop {
namespace {

using shape::Vec3;

constexpr double halfDiagonal = 0.87;  // of a cell: a wall so thick lets no filling through, however it lies
constexpr std::int16_t empty = -1, outside = -2;

/// The room around a piece in cells: each names the part that fills it, or what it is.
class Room {
  public:
    explicit Room(const armor::Assembly &a) : m_in(a) {
        Eigen::AlignedBox3d box = a.extent();
        constexpr double most = 1.5e6;  // cells
        m_cell = std::clamp(std::cbrt(box.volume() / most), 4.0, 15.0);
        m_low = box.min() - Vec3::Constant(2 * m_cell);
        const Vec3 size = box.sizes() + Vec3::Constant(4 * m_cell);
        for (int i = 0; i < 3; ++i) m_count[i] = static_cast<int>(std::ceil(size(i) / m_cell));
        m_cells.assign(static_cast<std::size_t>(m_count[0]) * static_cast<std::size_t>(m_count[1]) *
                           static_cast<std::size_t>(m_count[2]),
                       empty);
        for (std::size_t i = 0; i < a.sheets.size(); ++i) fillSheet(i);
        for (std::size_t i = 0; i < a.bars.size(); ++i) fillBar(i);
        flood({0, 0, 0}, outside);
    }

    /// Each hollow's cells; they are marked so that none is told twice.
    std::vector<std::vector<std::size_t>> hollows() {
        std::vector<std::vector<std::size_t>> out;
        for (std::size_t i = 0; i < m_cells.size(); ++i)
            if (m_cells[i] == empty) {
                auto cells = flood(placeOf(i), outside);
                if (static_cast<double>(cells.size()) * volume() > leastEnclosed / 2)
                    out.push_back(std::move(cells));
            }
        return out;
    }
    Cavity told(const std::vector<std::size_t> &cells, const std::vector<std::string> &order) {
        Cavity c;
        std::map<std::string, double> around;
        std::vector<bool> mine(m_cells.size(), false);
        double lowest = 1e300;
        for (const std::size_t i : cells) {
            mine[i] = true;
            lowest = std::min(lowest, centerOf(placeOf(i)).z());
        }
        for (const std::size_t i : cells)
            forNeighbors(placeOf(i), [&](std::size_t n) {
                if (m_cells[n] < 0) return;
                around[nameOf(m_cells[n])] += m_cell * m_cell;
                c.inside += m_cell * m_cell;
            });
        c.volume = static_cast<double>(cells.size()) * volume() + c.inside * halfDiagonal * m_cell;
        for (const auto &[part, area] : around)
            if (m_in.sheet(part)) c.sheets.push_back(part);
        double drain = 1e300;
        for (const std::string &part : c.sheets) addHoles(*m_in.sheet(part), mine, c, drain);
        constexpr double near = 12;  // mm above the lowest place: what stays below hardly counts
        c.drains = drain < lowest + near + m_cell;
        for (const std::string &seam : order)
            for (const armor::WeldJoint &w : m_in.welds)
                if (w.name == seam && !w.isFold() && around.contains(w.a) && around.contains(w.b))
                    c.lastSeam = seam;
        return c;
    }

  private:
    using Place = std::array<int, 3>;
    [[nodiscard]] double volume() const { return m_cell * m_cell * m_cell; }
    [[nodiscard]] std::size_t indexOf(const Place &p) const {
        return (static_cast<std::size_t>(p[2]) * static_cast<std::size_t>(m_count[1]) +
                static_cast<std::size_t>(p[1])) *
                   static_cast<std::size_t>(m_count[0]) +
               static_cast<std::size_t>(p[0]);
    }
    [[nodiscard]] Place placeOf(std::size_t i) const {
        const auto nx = static_cast<std::size_t>(m_count[0]), ny = static_cast<std::size_t>(m_count[1]);
        return {static_cast<int>(i % nx), static_cast<int>(i / nx % ny), static_cast<int>(i / nx / ny)};
    }
    [[nodiscard]] Vec3 centerOf(const Place &p) const {
        return m_low + Vec3(p[0] + 0.5, p[1] + 0.5, p[2] + 0.5) * m_cell;
    }
    [[nodiscard]] bool isInside(const Place &p) const {
        for (std::size_t i = 0; i < 3; ++i)
            if (p[i] < 0 || p[i] >= m_count[i]) return false;
        return true;
    }
    [[nodiscard]] std::string nameOf(std::int16_t part) const {
        const auto i = static_cast<std::size_t>(part), sheets = m_in.sheets.size();
        return i < sheets ? m_in.sheets[i].name : m_in.bars[i - sheets].name;
    }

    template <class Do>
    void forNeighbors(const Place &p, const Do &apply) const {
        for (std::size_t axis = 0; axis < 3; ++axis)
            for (const int step : {-1, 1}) {
                Place n = p;
                n[axis] += step;
                if (isInside(n)) apply(indexOf(n));
            }
    }

    std::vector<std::size_t> flood(const Place &from, std::int16_t mark) {
        std::vector<std::size_t> out{indexOf(from)};
        m_cells[out[0]] = mark;
        for (std::size_t i = 0; i < out.size(); ++i)
            forNeighbors(placeOf(out[i]), [&](std::size_t n) {
                if (m_cells[n] != empty) return;
                m_cells[n] = mark;
                out.push_back(n);
            });
        return out;
    }

    template <class Far>
    void fill(const Eigen::AlignedBox3d &box, std::size_t part, const Far &far) {
        Place low{}, high{};
        for (std::size_t i = 0; i < 3; ++i) {
            const auto k = static_cast<Eigen::Index>(i);
            low[i] = std::max(0, static_cast<int>((box.min()(k) - m_low(k)) / m_cell) - 2);
            high[i] = std::min(m_count[i] - 1, static_cast<int>((box.max()(k) - m_low(k)) / m_cell) + 2);
        }
        fillBlock(low, high, static_cast<std::int16_t>(part), far);
    }
    /// Halves a block until it is one cell; what is farther off than its corners reach is left out whole.
    template <class Far>
    void fillBlock(const Place &low, const Place &high, std::int16_t part, const Far &far) {
        std::size_t axis = 0;
        for (std::size_t i = 0; i < 3; ++i) {
            if (high[i] < low[i]) return;
            if (high[i] - low[i] > high[axis] - low[axis]) axis = i;
        }
        const bool one = low == high;
        if (one && m_cells[indexOf(low)] != empty) return;
        const Vec3 first = centerOf(low), last = centerOf(high);
        constexpr double spare = 1.2;  // distances around bends are not exact
        const double reach = one ? 0 : spare * (last - first).norm() / 2;
        if (!(far((first + last) / 2) < halfDiagonal * m_cell + reach)) return;
        if (one) {
            m_cells[indexOf(low)] = part;
            return;
        }
        Place below = high, above = low;
        below[axis] = (low[axis] + high[axis]) / 2;
        above[axis] = below[axis] + 1;
        fillBlock(low, below, part, far);
        fillBlock(above, high, part, far);
    }
    [[nodiscard]] Eigen::AlignedBox3d boxOf(const std::string &part) const {
        Eigen::AlignedBox3d box;
        if (const armor::Solid *s = m_in.solid(part))
            for (const armor::Solid::Face &f : s->faces)
                for (const Vec3 &c : f.corners) box.extend(c);
        return box;
    }
    void fillSheet(std::size_t i) {
        const armor::SheetPart &s = m_in.sheets[i];
        const auto box = boxOf(s.name);
        if (!box.isEmpty()) fill(box, i, [&s](const Vec3 &p) { return parts::outside(s, p); });
    }
    void fillBar(std::size_t i) {
        const armor::BarPart &b = m_in.bars[i];
        const auto box = boxOf(b.name);
        if (box.isEmpty()) return;
        const auto spans = b.spans();
        const double length = b.length();
        fill(box, m_in.sheets.size() + i, [&](const Vec3 &p) {
            const parts::OnCourse on = parts::nearestOn(spans, p, true);
            const double beyond = std::max(on.station - length, -on.station);
            return std::max(parts::outside(b, spans, p), beyond);
        });
    }

    /// Holes that open into it: a little off one of their faces there is a cell of it.
    void addHoles(const armor::SheetPart &s, const std::vector<bool> &mine, Cavity &c, double &drain) const {
        for (const armor::Hole &h : s.holes)
            for (const double side : {-1.0, 1.0}) {
                const Vec3 at = s.axes.toWorld(h.at) + s.axes.z * (side * (s.thickness / 2 + 1.5 * m_cell));
                Place p{};
                for (std::size_t i = 0; i < 3; ++i) {
                    const auto k = static_cast<Eigen::Index>(i);
                    p[i] = static_cast<int>(std::floor((at(k) - m_low(k)) / m_cell));
                }
                if (!isInside(p) || !mine[indexOf(p)]) continue;
                ++c.holes;
                // its lowest place: on an upright sheet the rim, in a floor the floor itself
                const double rise = std::sqrt(std::max(0.0, 1 - s.axes.z.z() * s.axes.z.z()));
                drain = std::min(drain, s.axes.toWorld(h.at).z() - rise * h.diameter / 2);
            }
    }

    const armor::Assembly &m_in;
    double m_cell = 6;
    Vec3 m_low = Vec3::Zero();
    std::array<int, 3> m_count{};
    std::vector<std::int16_t> m_cells;
};

}  // namespace

std::vector<Cavity> enclosedBySheets(const armor::Assembly &a, const std::vector<std::string> &order) {
    std::vector<Cavity> out;
    constexpr std::size_t mostParts = 30000;  // that a cell can name
    if (a.sheets.size() < 3 || a.solids.empty() || a.sheets.size() + a.bars.size() > mostParts) return out;
    Room room(a);
    for (const auto &cells : room.hollows()) {
        Cavity c = room.told(cells, order);
        if (c.volume > leastEnclosed && c.sheets.size() >= 2) out.push_back(std::move(c));
    }
    std::sort(out.begin(), out.end(), [](const Cavity &x, const Cavity &y) { return x.volume > y.volume; });
    return out;
}

}  // namespace hefty::workshop
