#include "core/proof/model/ways.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include <fmt/format.h>

namespace hefty::proof {
namespace {

using shape::Vec2;

constexpr double longestBar = 160;  // mm: for a smooth deflected shape

void describeStrip(const Way &w, double station, Bar &bar, Vec3 &up) {
    const armor::SheetPart &p = *w.plate;
    const Vec2 along = (w.strip.to - w.strip.from).normalized();
    const Vec2 across(-along.y(), along.x());
    const Vec2 at = w.strip.from + along * station;
    double width = w.strip.width;
    if (const auto span = p.chord(at, across)) width = std::min(width, span->second - span->first);
    width = std::max(width, p.thickness);
    bar.isPlate = true;
    bar.shape = stock::SectionShape::Flat;
    bar.material = p.material;
    bar.height = width;
    bar.width = p.thickness;
    bar.wall = p.thickness;
    bar.properties = stock::solidProperties(width, p.thickness);
    up = p.axes.x * across.x() + p.axes.y * across.y();
}

}  // namespace

namespace {

/// An angle bends about slanted axes, a beam of the model about y and z: it gives way as the weakest axis
/// does, and its moduli are those of the corner that unsymmetric bending works hardest.
void takeWeakest(const armor::BarPart &t, stock::SectionProperties &p) {
    const double mean = (p.Iy + p.Iz) / 2, apart = std::hypot((p.Iy - p.Iz) / 2, p.Iyz);
    const double det = p.Iy * p.Iz - p.Iyz * p.Iyz;
    double aboutY = 0, aboutZ = 0;
    for (const Vec2 &c : parts::outlineOf(t)) {
        aboutY = std::max(aboutY, std::abs(p.Iz * c.y() - p.Iyz * c.x()) / det);
        aboutZ = std::max(aboutZ, std::abs(p.Iyz * c.y() - p.Iy * c.x()) / det);
    }
    p.Iy = p.Iz = mean - apart;
    p.Iyz = 0;
    p.Wely = p.Wply = 1 / aboutY;
    p.Welz = p.Wplz = 1 / aboutZ;
    p.ry = p.rz = std::sqrt(p.Iy / p.area);
}

}  // namespace

Bar tubeBar(const armor::BarPart &t, double station) {
    Bar bar;
    bar.part = t.name;
    bar.shape = t.section.shape;
    bar.material = t.material;
    bar.height = t.heightAt(station);
    bar.width = t.section.width;
    bar.wall = t.properties.wall;
    bar.properties = t.properties;
    bar.unbraced = t.length();
    if (t.section.shape == stock::SectionShape::Angle || t.section.shape == stock::SectionShape::TubeCorner)
        takeWeakest(t, bar.properties);
    if (t.taper > 0) {
        bar.properties = stock::boxProperties(bar.height, bar.width, bar.wall);
        bar.properties.wall = bar.wall;
    }
    return bar;
}

int newNode(Idealization &out, const std::string &id, const Vec3 &at) {
    out.model.nodes.push_back({id, at});
    return static_cast<int>(out.model.nodes.size()) - 1;
}

int arm(Idealization &out, int master, const std::string &id, const Vec3 &at) {
    const int node = newNode(out, id, at);
    out.model.rigidLinks.push_back({master, {node}});
    return node;
}

int materialIndex(Idealization &out, const stock::Material &m) {
    auto &list = out.model.materials;
    for (std::size_t i = 0; i < list.size(); ++i)
        if (list[i].id == m.id && list[i].yield == m.yield) return static_cast<int>(i);
    list.push_back({m.id, m.E, m.nu, m.density, m.yield});
    return static_cast<int>(list.size()) - 1;
}

int pushBeam(Idealization &out, Bar bar, int from, int to, const Vec3 &up, const stock::Material &material) {
    mechanics::FrameModel &m = out.model;
    const auto &p = bar.properties;
    const std::string id = fmt::format("{}#{}", bar.part, m.beams.size());
    const auto kind = bar.shape == stock::SectionShape::RectTube    ? mechanics::SectionKind::Rectangular
                      : bar.shape == stock::SectionShape::RoundTube ? mechanics::SectionKind::Round
                                                                    : mechanics::SectionKind::Other;
    m.sections.push_back({id, p.area, p.Iy, p.Iz, p.J, p.Asy, p.Asz, p.Wply, p.Wplz, kind});
    m.beams.push_back(
        {id, from, to, materialIndex(out, material), static_cast<int>(m.sections.size()) - 1, up, 0, 0});
    out.bars.push_back(std::move(bar));
    return static_cast<int>(m.beams.size()) - 1;
}

namespace {

/// A straight stretch of a bar's way: between the places where it bends, or along a chord of a bend.
struct Stretched {
    double from = 0, to = 0;  ///< stations
    Vec3 start = Vec3::Zero(), end = Vec3::Zero();
    Vec3 up = Vec3::UnitZ();
};

std::vector<Stretched> stretchesOf(const armor::BarPart &bar) {
    constexpr double arcStep = 0.1;  // rad: chords of this follow a bend within a thousandth of its moments
    std::vector<Stretched> out;
    for (const armor::Span &s : bar.spans()) {
        const int parts = s.straight() ? 1 : std::max(2, static_cast<int>(std::ceil(s.angle / arcStep)));
        for (int i = 0; i < parts; ++i) {
            const double a = s.length * i / parts, b = s.length * (i + 1) / parts;
            const armor::Axes middle = s.axesAt((a + b) / 2);
            out.push_back({s.start + a, s.start + b, s.axesAt(a).origin, s.axesAt(b).origin, middle.z});
        }
    }
    return out;
}

}  // namespace

void Ways::addTubes(const armor::Assembly &assembly, const std::vector<TubeCut> &cuts) {
    for (const armor::BarPart &t : assembly.bars) {
        if (!t.straight()) {
            addBent(t, cuts);
            continue;
        }
        const Vec3 along = t.length() > 0 ? Vec3((t.to - t.from) / t.length()) : Vec3::Zero();
        const auto add = [&](double from, double to) {
            m_ways.push_back(
                {t.name, &t, nullptr, {}, t.from + along * from, t.from + along * to, from, {}, t.up});
            addEnds(static_cast<int>(m_ways.size()) - 1, longestBar);
        };
        double start = t.trimFrom.mean;
        for (const TubeCut &c : cuts)  // of one tube in order
            if (c.part == t.name) {
                add(start, c.from);
                start = c.to;
            }
        add(start, t.length() - t.trimTo.mean);
    }
}

/// A bent bar as a chain of ways that share their ends, apart where its walls are shells.
void Ways::addBent(const armor::BarPart &bar, const std::vector<TubeCut> &cuts) {
    int before = -1;  // the stop at the end of the way before
    const auto add = [&](const Stretched &s, double from, double to) {
        const Vec3 along = (s.end - s.start) / (s.to - s.from);
        m_ways.push_back({bar.name,
                          &bar,
                          nullptr,
                          {},
                          s.start + along * (from - s.from),
                          s.start + along * (to - s.from),
                          from,
                          {},
                          s.up});
        addEnds(static_cast<int>(m_ways.size()) - 1, longestBar);
        const std::vector<int> &stops = m_ways.back().stops;
        if (before >= 0) m_stops[static_cast<std::size_t>(stops.front())].same = before;
        before = stops.back();
    };
    const double last = bar.length() - bar.trimTo.mean;
    for (Stretched s : stretchesOf(bar)) {
        const Vec3 along = (s.end - s.start) / (s.to - s.from);
        if (const double cut = bar.trimFrom.mean - s.from; cut > 0 && cut < s.to - s.from) {
            s.start += along * cut;
            s.from += cut;
        }
        if (const double cut = s.to - last; cut > 0 && cut < s.to - s.from) {
            s.end -= along * cut;
            s.to -= cut;
        }
        double from = s.from;
        for (const TubeCut &c : cuts)  // of one bar in order
            if (c.part == bar.name && c.from > s.from && c.to < s.to) {
                add(s, from, c.from);
                from = c.to;
                before = -1;
            }
        add(s, from, s.to);
    }
}

void Ways::bindCuts(const std::vector<TubeCut> &cuts) {
    constexpr double same = 1e-6;
    for (const TubeCut &c : cuts)
        for (const Way &w : m_ways) {
            if (w.part != c.part) continue;
            // Its ends stay plane and keep their shape, a tube's height away from what goes through it.
            if (std::abs(w.start - c.to) < same)
                m_out.model.rigidLinks.push_back({nodeOf(w.stops.front()), c.ringTo});
            else if (std::abs(w.start + (w.to - w.from).norm() - c.from) < same)
                m_out.model.rigidLinks.push_back({nodeOf(w.stops.back()), c.ringFrom});
        }
}

void Ways::addStrips(const armor::Assembly &assembly) {
    for (const armor::SheetPart &p : assembly.sheets)
        for (const armor::Strip &s : p.strips) {
            m_ways.push_back(
                {p.name, nullptr, &p, s, p.axes.toWorld(s.from), p.axes.toWorld(s.to), 0, {}, Vec3::UnitZ()});
            // Quarters, so that a plate whose width changes is followed in steps.
            const double length = (m_ways.back().to - m_ways.back().from).norm();
            addEnds(static_cast<int>(m_ways.size()) - 1, p.strips.size() == 1 ? length / 4 : longestBar);
        }
    crossStrips();
}

void Ways::addEnds(int way, double longest) {
    const Way &w = m_ways[static_cast<std::size_t>(way)];
    const int parts = std::max(1, static_cast<int>(std::ceil((w.to - w.from).norm() / longest - 1e-9)));
    for (int i = 0; i <= parts; ++i) addStop(way, static_cast<double>(i) / parts);
}

int Ways::addStop(int way, double t) {
    const int id = static_cast<int>(m_stops.size());
    m_stops.push_back({way, t, -1, -1, false});
    m_ways[static_cast<std::size_t>(way)].stops.push_back(id);
    return id;
}

int Ways::attach(const std::string &part, const Vec3 &at) {
    int best = -1;
    double bestT = 0, bestDistance = 1e300;
    for (std::size_t w = 0; w < m_ways.size(); ++w) {
        if (m_ways[w].part != part) continue;
        const double t = shape::nearestParameter(m_ways[w].from, m_ways[w].to, at);
        const double distance = (m_ways[w].from + (m_ways[w].to - m_ways[w].from) * t - at).norm();
        if (distance < bestDistance - 1e-9) {
            best = static_cast<int>(w);
            bestT = t;
            bestDistance = distance;
        }
    }
    if (best < 0) return -1;
    const int stop = addStop(best, bestT);
    m_stops.back().holds = true;
    return stop;
}

void Ways::crossStrips() {
    const std::size_t count = m_ways.size();
    for (std::size_t i = 0; i < count; ++i)
        for (std::size_t j = i + 1; j < count; ++j) {
            if (!m_ways[i].plate || m_ways[i].plate != m_ways[j].plate) continue;
            const Vec2 a = m_ways[i].strip.from, b = m_ways[i].strip.to - a;
            const Vec2 c = m_ways[j].strip.from, d = m_ways[j].strip.to - c;
            const double det = b.x() * d.y() - b.y() * d.x();
            if (std::abs(det) < 1e-9 * b.norm() * d.norm()) continue;
            const Vec2 r = c - a;
            const double s = (r.x() * d.y() - r.y() * d.x()) / det;
            const double t = (r.x() * b.y() - r.y() * b.x()) / det;
            if (s < -1e-9 || s > 1 + 1e-9 || t < -1e-9 || t > 1 + 1e-9) continue;
            const int first = addStop(static_cast<int>(i), std::clamp(s, 0.0, 1.0));
            const int second = addStop(static_cast<int>(j), std::clamp(t, 0.0, 1.0));
            m_stops[static_cast<std::size_t>(second)].same = first;
            m_stops[static_cast<std::size_t>(first)].holds = m_stops[static_cast<std::size_t>(second)].holds =
                true;
        }
}

bool Ways::runsAlong(const std::string &part, const Vec3 &direction) const {
    return std::any_of(m_ways.begin(), m_ways.end(), [&](const Way &w) {
        return w.part == part && std::abs((w.to - w.from).normalized().dot(direction)) > 0.7;
    });
}

bool Ways::has(const std::string &part) const {
    return std::any_of(m_ways.begin(), m_ways.end(), [&](const Way &w) { return w.part == part; });
}

Vec3 Ways::placeOf(const Stop &s) const {
    const Way &w = m_ways[static_cast<std::size_t>(s.way)];
    return w.from + (w.to - w.from) * s.t;
}

void Ways::makeNodes() {
    std::vector<int> parent(m_stops.size());
    std::iota(parent.begin(), parent.end(), 0);
    const auto root = [&parent](int i) {
        while (parent[static_cast<std::size_t>(i)] != i) i = parent[static_cast<std::size_t>(i)];
        return i;
    };
    for (Way &w : m_ways) {
        std::sort(w.stops.begin(), w.stops.end(), [this](int a, int b) {
            return m_stops[static_cast<std::size_t>(a)].t < m_stops[static_cast<std::size_t>(b)].t;
        });
        const double length = (w.to - w.from).norm();
        // Near to the first of them, not to the last: many in a row would make a whole seam one node.
        std::size_t first = 0;
        for (std::size_t i = 1; i < w.stops.size(); ++i) {
            const double gap = (m_stops[static_cast<std::size_t>(w.stops[i])].t -
                                m_stops[static_cast<std::size_t>(w.stops[first])].t) *
                               length;
            if (gap < m_merge)
                parent[static_cast<std::size_t>(root(w.stops[i]))] = root(w.stops[first]);
            else
                first = i;
        }
    }
    for (std::size_t i = 0; i < m_stops.size(); ++i)
        if (m_stops[i].same >= 0)
            parent[static_cast<std::size_t>(root(static_cast<int>(i)))] = root(m_stops[i].same);
    for (std::size_t i = 0; i < m_stops.size(); ++i) {
        Stop &leader = m_stops[static_cast<std::size_t>(root(static_cast<int>(i)))];
        if (leader.node < 0) {
            const Way &w = m_ways[static_cast<std::size_t>(leader.way)];
            leader.node =
                newNode(m_out, fmt::format("{}@{:.0f}", w.part, w.start + leader.t * (w.to - w.from).norm()),
                        placeOf(leader));
        }
        m_stops[i].node = leader.node;
    }
}

void Ways::addBar(const Way &w, int from, int to, double s0, double s1) {
    Bar bar;
    Vec3 up = Vec3::UnitZ();
    if (w.tube) {
        bar = tubeBar(*w.tube, (s0 + s1) / 2);
        up = w.up;
    } else {
        bar.part = w.part;
        bar.unbraced = freeLength(w, s0, s1);
        describeStrip(w, (s0 + s1) / 2, bar, up);
    }
    bar.stationFrom = s0;
    bar.stationTo = s1;
    // Plates weigh through their masses, not through strips that overlap where they cross.
    stock::Material material = bar.material;
    if (bar.isPlate) {
        material.id += " (weighed apart)";
        material.density = 0;
    }
    pushBeam(m_out, std::move(bar), from, to, up, material);
}

double Ways::freeLength(const Way &w, double s0, double s1) const {
    const double length = (w.to - w.from).norm();
    double before = 0, after = length;
    for (const int id : w.stops) {
        const Stop &s = m_stops[static_cast<std::size_t>(id)];
        if (!s.holds) continue;
        const double at = s.t * length;
        if (at <= s0 + m_merge) before = std::max(before, at);
        if (at >= s1 - m_merge) after = std::min(after, at);
    }
    return std::max(after - before, s1 - s0);
}

void Ways::makeBars() {
    for (const Way &w : m_ways) {
        const double length = (w.to - w.from).norm();
        for (std::size_t i = 1; i < w.stops.size(); ++i) {
            const int a = nodeOf(w.stops[i - 1]), b = nodeOf(w.stops[i]);
            if (a == b) continue;
            addBar(w, a, b, w.start + m_stops[static_cast<std::size_t>(w.stops[i - 1])].t * length,
                   w.start + m_stops[static_cast<std::size_t>(w.stops[i])].t * length);
        }
    }
}

std::vector<int> Ways::nodesOf(const std::string &part) const {
    std::vector<int> out;
    for (const Way &w : m_ways)
        if (w.part == part)
            for (const int s : w.stops) out.push_back(nodeOf(s));
    return out;
}

int Ways::nearestTubeNode(const Vec3 &at) const {
    double best = 1e300;
    int node = -1;
    for (const Stop &s : m_stops)
        if (m_ways[static_cast<std::size_t>(s.way)].tube && (placeOf(s) - at).norm() < best) {
            best = (placeOf(s) - at).norm();
            node = s.node;
        }
    return node;
}

}  // namespace hefty::proof
