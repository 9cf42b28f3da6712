#include "core/armor/making/folded_sheet.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/shape/clipping.h"

namespace hefty::armor {
namespace {

constexpr double least = 0.5;  // mm: shorter crossings are touches of a corner

using shape::Region;

/// Facets of a flat outline, split at one fold after the other.
class Folding {
  public:
    explicit Folding(const FoldedOutline &flat) : m_flat(flat) {
        Region whole{flat.outline, {}};
        if (shape::area(whole.rim) < 0) std::reverse(whole.rim.begin(), whole.rim.end());
        for (const Polygon2 &c : flat.cutouts) {
            whole.holes.push_back(c);
            if (shape::area(c) > 0) std::reverse(whole.holes.back().begin(), whole.holes.back().end());
        }
        m_facets.push_back(std::move(whole));
    }

    /// @return the folds that cross nothing
    std::vector<std::size_t> run() {
        std::vector<std::size_t> idle;
        for (std::size_t i = 0; i < m_flat.folds.size(); ++i)
            if (!splitAt(m_flat.folds[i])) idle.push_back(i);
        return idle;
    }

    [[nodiscard]] const std::vector<Region> &facets() const { return m_facets; }
    [[nodiscard]] const std::vector<FoldLine> &lines() const { return m_lines; }
    [[nodiscard]] int facetAt(const Vec2 &p) const {
        int best = 0;
        double nearest = 1e300;
        for (std::size_t i = 0; i < m_facets.size(); ++i) {
            const double away = shape::inside(m_facets[i].rim, p) ? -1 : shape::fromRim(m_facets[i].rim, p);
            if (away >= nearest) continue;
            nearest = away;
            best = static_cast<int>(i);
        }
        return best;
    }

  private:
    bool splitAt(const Fold &fold) {
        const Vec2 along = (fold.to - fold.from).normalized();
        const double length = (fold.to - fold.from).norm();
        bool any = false;
        for (std::size_t f = 0, count = m_facets.size(); f < count; ++f) {
            const auto span = shape::chord(m_facets[f].rim, (fold.from + fold.to) / 2, along);
            if (!span || span->second - span->first < least) continue;
            // It goes all across this facet, or does not fold it.
            if (span->first < -length / 2 - least || span->second > length / 2 + least) continue;
            any = splitFacet(f, fold, along, *span) || any;
        }
        return any;
    }

    bool splitFacet(std::size_t f, const Fold &fold, const Vec2 &along,
                    const std::pair<double, double> &span) {
        std::vector<Region> left = shape::leftOf(m_facets[f], fold.from, along);
        std::vector<Region> right = shape::leftOf(m_facets[f], fold.from, -along);
        if (left.size() != 1 || right.size() != 1) return false;
        const Vec2 middle = (fold.from + fold.to) / 2;
        const int added = static_cast<int>(m_facets.size());
        m_facets[f] = std::move(right.front());
        m_facets.push_back(std::move(left.front()));
        for (FoldLine &line : m_lines)
            for (int *end : {&line.right, &line.left})
                if (*end == static_cast<int>(f) &&
                    shape::fromRim(m_facets.back().rim, (line.from + line.to) / 2) <
                        shape::fromRim(m_facets[f].rim, (line.from + line.to) / 2))
                    *end = added;
        m_lines.push_back({middle + along * span.first, middle + along * span.second, fold.angle, fold.radius,
                           fold.skin, static_cast<int>(f), added});
        return true;
    }

    const FoldedOutline &m_flat;
    std::vector<Region> m_facets;
    std::vector<FoldLine> m_lines;
};

Axes turned(const Axes &axes, const FoldLine &line, double angle) {
    const Vec3 from = axes.toWorld(line.from);
    const Vec3 way = (axes.toWorld(line.to) - from).normalized();
    const Eigen::Matrix3d by = Eigen::AngleAxisd(angle, way).toRotationMatrix();
    return {from + by * (axes.origin - from), by * axes.x, by * axes.y, by * axes.z};
}

/// Axes of every facet, walked out from the one that stays.
std::vector<Axes> axesOfFacets(const Folding &folding, int first, const Axes &axes) {
    std::vector<Axes> out(folding.facets().size(), axes);
    std::vector<bool> known(out.size(), false);
    known[static_cast<std::size_t>(first)] = true;
    for (bool more = true; more;) {
        more = false;
        for (const FoldLine &l : folding.lines()) {
            const auto r = static_cast<std::size_t>(l.right), f = static_cast<std::size_t>(l.left);
            if (known[r] == known[f]) continue;
            if (known[r])
                out[f] = turned(out[r], l, l.angle);
            else
                out[r] = turned(out[f], l, -l.angle);
            known[r] = known[f] = more = true;
        }
    }
    return out;
}

}  // namespace

void addFoldedSheet(Maker &maker, const std::string &name, const Provenance &made, const Axes &axes,
                    const FoldedOutline &flat, double thickness, const stock::Material &material) {
    Folding folding(flat);
    for (const std::size_t i : folding.run())
        maker.note(name + ".1",
                   fmt::format("Fold {} does not go all across the sheet: it is left flat there.", i + 1),
                   "Let the bend line reach from edge to edge.");
    const int first = folding.facetAt(flat.stays);
    const std::vector<Axes> placed = axesOfFacets(folding, first, axes);
    // The facet that stays is the first; the others in the order in which they were folded.
    std::vector<int> rank(placed.size());
    FoldedSheet whole{name, {}, folding.lines(), thickness, material, made};
    std::vector<std::size_t> order{static_cast<std::size_t>(first)};
    for (std::size_t i = 0; i < placed.size(); ++i)
        if (i != static_cast<std::size_t>(first)) order.push_back(i);
    for (std::size_t k = 0; k < order.size(); ++k) {
        const std::size_t i = order[k];
        rank[i] = static_cast<int>(k);
        Provenance of = made;
        if (placed.size() > 1) {
            const std::string label = made.label.empty() ? name : made.label;
            of.label = k == 0 ? label : fmt::format("{}, side {}", label, k + 1);
        }
        SheetPart &s = maker.sheet(fmt::format("{}.{}", name, k + 1), of, placed[i], folding.facets()[i].rim,
                                   thickness, material);
        s.cutouts = folding.facets()[i].holes;
        for (Polygon2 &c : s.cutouts)
            if (shape::area(c) < 0) std::reverse(c.begin(), c.end());
        for (const Hole &h : flat.holes)
            if (folding.facetAt(h.at) == static_cast<int>(i)) s.holes.push_back(h);
        parts::addCrossStrips(s);
        whole.facets.push_back(s.name);
    }
    for (FoldLine &l : whole.lines) {
        l.right = rank[static_cast<std::size_t>(l.right)];
        l.left = rank[static_cast<std::size_t>(l.left)];
    }
    if (whole.facets.size() > 1) maker.out().folded.push_back(std::move(whole));
}

std::vector<WeldJoint> foldsOf(const Assembly &assembly) {
    std::vector<WeldJoint> out;
    for (const FoldedSheet &whole : assembly.folded)
        for (const FoldLine &l : whole.lines) {
            const SheetPart *a = assembly.sheet(whole.facets[static_cast<std::size_t>(l.right)]);
            const SheetPart *b = assembly.sheet(whole.facets[static_cast<std::size_t>(l.left)]);
            if (!a || !b) continue;
            // Held against turning about the fold by two lines, on the inside and the outside of it.
            const Vec3 out2 = (a->axes.z + b->axes.z).normalized() * (whole.thickness / 2);
            const Vec3 from = a->axes.toWorld(l.from), to = a->axes.toWorld(l.to);
            Contact c;
            c.kind = l.skin > 0 ? SeamKind::Kerf : SeamKind::Fold;
            c.normal = a->axes.z;
            c.center = (from + to) / 2;
            c.area = (to - from).norm() * whole.thickness;
            c.patch = {from - out2, to - out2, to + out2, from + out2};
            // Turned up, the inside is where the normals point to.
            const double inside = l.angle > 0 ? 1 : -1;
            c.lines = {{from - inside * out2, to - inside * out2, l.skin > 0},
                       {from + inside * out2, to + inside * out2}};
            WeldJoint joint;
            joint.a = a->name;
            joint.b = b->name;
            joint.name = joint.a + "~" + joint.b;
            joint.contacts.push_back(std::move(c));
            out.push_back(std::move(joint));
        }
    return out;
}

bool acrossFold(const Assembly &assembly, const std::string &a, const std::string &b) {
    for (const FoldedSheet &whole : assembly.folded)
        for (const FoldLine &l : whole.lines) {
            const std::string &r = whole.facets[static_cast<std::size_t>(l.right)];
            const std::string &f = whole.facets[static_cast<std::size_t>(l.left)];
            if ((r == a && f == b) || (r == b && f == a)) return true;
        }
    return false;
}

}  // namespace hefty::armor
