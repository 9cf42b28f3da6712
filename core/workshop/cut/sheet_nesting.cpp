#include "core/workshop/cut/sheet_nesting.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <random>

#include <fmt/format.h>

#include "core/base/object_reader.h"
#include "core/workshop/cut/plate_packer.h"

namespace hefty::workshop {
namespace {

constexpr double largestPart = 50000;  // mm, of any coordinate
constexpr int mostCopies = 10000;

bool crosses(const shape::Polygon2 &outline) {
    ClipperLib::Path path;
    for (const shape::Vec2 &p : outline)
        path.emplace_back(std::llround(p.x() * stepsPerMm), std::llround(p.y() * stepsPerMm));
    ClipperLib::Paths simple;
    ClipperLib::SimplifyPolygon(path, simple, ClipperLib::pftNonZero);
    double sum = 0;
    for (const ClipperLib::Path &ring : simple) sum += ClipperLib::Area(ring);
    const double whole = std::abs(ClipperLib::Area(path));
    return simple.size() != 1 || std::abs(std::abs(sum) - whole) > 1e-6 * whole;
}

void checkOutline(const shape::Polygon2 &outline, const std::string &where, Faults &faults) {
    for (const shape::Vec2 &p : outline)
        if (!p.allFinite() || p.cwiseAbs().maxCoeff() > largestPart)
            return faults.add(fmt::format("A corner of the outline is not within {:.0f} mm.", largestPart),
                              where);
    if (outline.size() < 3 || std::abs(shape::area(outline)) < 1e-3)
        return faults.add("The outline encloses nothing.", where, "Give at least three corners in order.");
    if (crosses(outline)) faults.add("The outline crosses or touches itself.", where, "Mend the drawing.");
}

/// One of the sheets, copies apart.
struct OneSheet {
    std::size_t sheet = 0;
    int copy = 0;
    double area = 0;
};

/// How good a result is: less is better.
struct Worth {
    double leftArea = 0, touchedArea = 0, height = 0;
    bool operator<(const Worth &o) const {
        const auto differ = [](double a, double b) { return std::abs(a - b) > 1e-6 * (1 + std::abs(a)); };
        if (differ(leftArea, o.leftArea)) return leftArea < o.leftArea;
        if (differ(touchedArea, o.touchedArea)) return touchedArea < o.touchedArea;
        return height < o.height - 1e-6;
    }
};

class Search {
  public:
    Search(const std::vector<PlatePart> &parts, const std::vector<PlateSheet> &sheets,
           const SheetNestingOptions &options)
        : m_parts(parts), m_sheets(sheets), m_options(options), m_packer(m_shapes, options.gap) {
        for (const PlatePart &p : parts) m_shapes.push_back(turnings(p.outline, options.turn));
        for (std::size_t i = 0; i < sheets.size(); ++i)
            for (int c = 0; c < sheets[i].count; ++c)
                m_each.push_back({i, c, std::abs(shape::area(sheets[i].outline))});
    }

    SheetNesting run() {
        std::vector<Attempt> attempts;
        for (const auto &sheets : ordersOfSheets())
            for (const auto &parts : ordersOfParts())
                for (const auto rule :
                     {PlatePacker::Rule::LowTop, PlatePacker::Rule::LowBottom, PlatePacker::Rule::Shelves})
                    attempts.push_back({parts, sheets, rule});
        const std::size_t rounds = attempts.size() + exchanges();
        for (std::size_t i = 0; i < rounds && m_parts.size() + m_each.size() > 0; ++i) {
            if (m_options.stop.stop_requested() && m_found) {
                m_best.complete = false;
                return m_best;
            }
            carryOut(i < attempts.size() ? attempts[i] : exchanged());
            if (m_options.progress)
                m_options.progress(static_cast<double>(i + 1) / static_cast<double>(rounds));
        }
        return m_best;
    }

  private:
    using Order = std::vector<std::size_t>;
    struct Attempt {
        Order parts;
        std::vector<OneSheet> sheets;
        PlatePacker::Rule rule = PlatePacker::Rule::LowTop;
    };

    /// How often two parts of the best order are exchanged: as often as the number of parts allows in a few
    /// seconds.
    [[nodiscard]] std::size_t exchanges() const {
        double copies = 0;
        for (const PlatePart &p : m_parts) copies += p.count;
        if (m_parts.size() < 2) return 0;
        return static_cast<std::size_t>(std::clamp(12000 / (copies * copies), 0.0, 40.0));
    }
    Attempt exchanged() {
        Attempt next = m_bestAttempt;
        std::uniform_int_distribution<std::size_t> any(0, next.parts.size() - 1);
        const std::size_t i = any(m_random);
        std::size_t j = any(m_random);
        if (j == i) j = (i + 1) % next.parts.size();
        std::swap(next.parts[i], next.parts[j]);
        return next;
    }

    [[nodiscard]] double measureOf(std::size_t part, int by) const {
        const auto &box = m_shapes[part].front().box;
        const double w = static_cast<double>(box.right - box.left);
        const double h = static_cast<double>(box.bottom - box.top);
        switch (by) {
            case 0:
                return std::abs(shape::area(m_parts[part].outline));
            case 1:
                return std::max(w, h);
            case 2:
                return h;
            case 3:
                return w;
            default:
                return w * h;
        }
    }
    /// Largest first, by several measures.
    [[nodiscard]] std::vector<Order> ordersOfParts() const {
        std::vector<Order> orders;
        for (int by = 0; by < 5; ++by) {
            Order order(m_parts.size());
            std::iota(order.begin(), order.end(), std::size_t{0});
            std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
                return measureOf(a, by) > measureOf(b, by);
            });
            if (std::find(orders.begin(), orders.end(), order) == orders.end())
                orders.push_back(std::move(order));
        }
        return orders;
    }
    /// Small ones first, which uses up remnants, and large ones first.
    [[nodiscard]] std::vector<std::vector<OneSheet>> ordersOfSheets() const {
        std::vector<OneSheet> up = m_each;
        std::stable_sort(up.begin(), up.end(),
                         [](const OneSheet &a, const OneSheet &b) { return a.area < b.area; });
        std::vector<OneSheet> down = m_each;
        std::stable_sort(down.begin(), down.end(),
                         [](const OneSheet &a, const OneSheet &b) { return a.area > b.area; });
        const bool alike = up.empty() || up.front().area == up.back().area;
        if (alike) return {up};
        return {up, down};
    }

    void carryOut(const Attempt &attempt) {
        SheetNesting out;
        std::vector<int> remaining;
        for (const PlatePart &p : m_parts) remaining.push_back(p.count);
        Worth worth;
        double partArea = 0;
        std::size_t emptyLike = m_sheets.size();  // a sheet of which a copy took nothing
        for (const OneSheet &one : attempt.sheets) {
            if (one.sheet == emptyLike) continue;
            if (!m_packer.begin(m_sheets[one.sheet].outline, m_options.margin)) continue;
            for (const std::size_t part : attempt.parts)
                while (remaining[part] > 0 && !(m_options.stop.stop_requested() && m_found)) {
                    const auto place = m_packer.lay(part, attempt.rule);
                    if (!place) break;
                    --remaining[part];
                    partArea += std::abs(shape::area(m_parts[part].outline));
                    out.placed.push_back({m_parts[part].id,
                                          m_sheets[one.sheet].id,
                                          one.copy,
                                          {static_cast<double>(place->at.X) / stepsPerMm,
                                           static_cast<double>(place->at.Y) / stepsPerMm},
                                          m_shapes[part][place->turning].turned});
                }
            if (m_packer.laid().empty()) {
                emptyLike = one.sheet;
            } else {
                worth.touchedArea += one.area;
                worth.height = m_packer.height();
            }
        }
        for (std::size_t p = 0; p < m_parts.size(); ++p)
            for (int c = 0; c < remaining[p]; ++c) {
                out.left.push_back(m_parts[p].id);
                worth.leftArea += std::abs(shape::area(m_parts[p].outline));
            }
        out.used = worth.touchedArea > 0 ? partArea / worth.touchedArea : 0;
        if (m_found && !(worth < m_worth)) return;
        m_best = std::move(out);
        m_worth = worth;
        m_bestAttempt = attempt;
        m_found = true;
    }

    const std::vector<PlatePart> &m_parts;
    const std::vector<PlateSheet> &m_sheets;
    const SheetNestingOptions &m_options;
    std::vector<std::vector<TurnedShape>> m_shapes;
    PlatePacker m_packer;  ///< keeps what it knows of pairs of parts
    std::vector<OneSheet> m_each;
    SheetNesting m_best;
    Worth m_worth;
    Attempt m_bestAttempt;
    std::mt19937 m_random{1};  // the same answer every time
    bool m_found = false;
};

}  // namespace

Result<SheetNesting> nestSheets(const std::vector<PlatePart> &parts, const std::vector<PlateSheet> &sheets,
                                const SheetNestingOptions &options) {
    Faults faults;
    const auto check = [&](const auto &list, const char *name) {
        for (std::size_t i = 0; i < list.size(); ++i) {
            checkOutline(list[i].outline, fmt::format("{}[{}]/outline", name, i), faults);
            if (list[i].count < 0 || list[i].count > mostCopies)
                faults.add(fmt::format("A count from 0 to {} is expected here.", mostCopies),
                           fmt::format("{}[{}]/count", name, i));
        }
    };
    check(parts, "parts");
    check(sheets, "sheets");
    if (!(options.gap >= 0 && options.gap < 1000)) faults.add("The gap is not from 0 to 1000 mm.", "gap");
    if (!(options.margin >= 0 && options.margin < 1000))
        faults.add("The margin is not from 0 to 1000 mm.", "margin");
    if (!faults.none()) return tl::unexpected(faults.joined());
    return Search(parts, sheets, options).run();
}

}  // namespace hefty::workshop
