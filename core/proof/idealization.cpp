#include "core/proof/idealization.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include <fmt/format.h>

namespace hefty::proof {
namespace {

using mechanics::FrameModel;
using mechanics::Matrix6;
using shape::Vec2;

constexpr double mergeDistance = 1.0;  // mm: stops nearer than this share a node
constexpr double longestBar = 160;     // mm: for a smooth deflected shape

/// A straight way along a part, on which nodes are wanted at its stops.
struct Way {
    std::string part;
    const armor::TubePart *tube = nullptr;
    const armor::PlatePart *plate = nullptr;
    armor::Strip strip;
    Vec3 from = Vec3::Zero(), to = Vec3::Zero();
    std::vector<int> stops;
};

struct Stop {
    int way = 0;
    double t = 0;
    int same = -1;  ///< a stop on another way that is the same place
    int node = -1;
    bool holds = false;  ///< something is joined here
};

class Idealizer {
  public:
    Idealizer(const Assembly &assembly, const rig::RigGeometry &rig, const stock::Material &rail)
        : m_in(assembly), m_rig(rig), m_railMaterial(rail) {}

    Result<Idealization> run() {
        addWays();
        crossStrips();
        for (std::size_t w = 0; w < m_in.welds.size(); ++w) planWeld(static_cast<int>(w));
        planBolts();
        planLoadPoints();
        makeNodes();
        makeBars();
        tieWelds();
        tieMounts();
        tieWinch();
        placeLoads();
        placeMasses();
        if (m_out.mountSprings.empty())
            return fail(ProblemKind::Undetermined, "Nothing bolts this piece to the vehicle.", "mounts",
                        "Measure the bolt holes of the frame ends.");
        m_out.assumptions = {
            "The frame rails are followed to their first crossmember and taken as held fast there.",
            "Plates are idealized as bars along their main ways; stresses beside holes and corners are not "
            "resolved.",
            "Welds are taken as sound, full-sized and of the filler named."};
        return std::move(m_out);
    }

  private:
    struct PlannedPiece {
        int weld, contact;
        std::vector<armor::WeldLine> lines;
        Vec3 at;
        int stopA, stopB;
    };

    void addWays() {
        for (const armor::TubePart &t : m_in.tubes) {
            Way way{t.name, &t, nullptr, {}, t.from, t.to, {}};
            m_ways.push_back(way);
            addEnds(static_cast<int>(m_ways.size()) - 1, longestBar);
        }
        for (const armor::PlatePart &p : m_in.plates)
            for (const armor::Strip &s : p.strips) {
                m_ways.push_back({p.name, nullptr, &p, s, p.axes.toWorld(s.from), p.axes.toWorld(s.to), {}});
                // Quarters, so that a plate whose width changes is followed in steps.
                const double length = (m_ways.back().to - m_ways.back().from).norm();
                addEnds(static_cast<int>(m_ways.size()) - 1, p.strips.size() == 1 ? length / 4 : longestBar);
            }
    }

    void addEnds(int way, double longest) {
        const Way &w = m_ways[static_cast<std::size_t>(way)];
        const int parts = std::max(1, static_cast<int>(std::ceil((w.to - w.from).norm() / longest - 1e-9)));
        for (int i = 0; i <= parts; ++i) addStop(way, static_cast<double>(i) / parts);
    }

    int addStop(int way, double t) {
        const int id = static_cast<int>(m_stops.size());
        m_stops.push_back({way, t, -1, -1, false});
        m_ways[static_cast<std::size_t>(way)].stops.push_back(id);
        return id;
    }

    /// Stop at the place of a part nearest to a point; -1 if the part has no way.
    int attach(const std::string &part, const Vec3 &at) {
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

    /// Strips of one plate share a node where they cross.
    void crossStrips() {
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
                m_stops[static_cast<std::size_t>(first)].holds =
                    m_stops[static_cast<std::size_t>(second)].holds = true;
            }
    }

    /// Cuts the lines of a contact into pieces along a direction.
    static std::vector<armor::WeldLine> between(const std::vector<armor::WeldLine> &lines,
                                                const Vec3 &direction, double low, double high) {
        std::vector<armor::WeldLine> out;
        for (const armor::WeldLine &l : lines) {
            const double a = l.from.dot(direction), b = l.to.dot(direction);
            if (std::abs(b - a) < 1e-9) {
                if (a >= low - 1e-9 && a < high - 1e-9) out.push_back(l);
                continue;
            }
            double t0 = (low - a) / (b - a), t1 = (high - a) / (b - a);
            if (t0 > t1) std::swap(t0, t1);
            t0 = std::max(t0, 0.0);
            t1 = std::min(t1, 1.0);
            if ((t1 - t0) * (l.to - l.from).norm() > 0.01)
                out.push_back({l.from + (l.to - l.from) * t0, l.from + (l.to - l.from) * t1});
        }
        return out;
    }

    [[nodiscard]] bool runsAlong(const std::string &part, const Vec3 &direction) const {
        return std::any_of(m_ways.begin(), m_ways.end(), [&](const Way &w) {
            return w.part == part && std::abs((w.to - w.from).normalized().dot(direction)) > 0.7;
        });
    }
    [[nodiscard]] bool isStructural(const std::string &part) const {
        return std::any_of(m_ways.begin(), m_ways.end(), [&](const Way &w) { return w.part == part; });
    }

    void planWeld(int weld) {
        const armor::WeldJoint &joint = m_in.welds[static_cast<std::size_t>(weld)];
        if (!isStructural(joint.a) || !isStructural(joint.b)) return;
        for (std::size_t c = 0; c < joint.contacts.size(); ++c) {
            const armor::Contact &contact = joint.contacts[c];
            const armor::WeldLine *longest = &contact.lines.front();
            for (const armor::WeldLine &l : contact.lines)
                if ((l.to - l.from).norm() > (longest->to - longest->from).norm()) longest = &l;
            const Vec3 direction = (longest->to - longest->from).normalized();
            double low = 1e300, high = -1e300;
            for (const armor::WeldLine &l : contact.lines)
                for (const Vec3 &p : {l.from, l.to}) {
                    low = std::min(low, p.dot(direction));
                    high = std::max(high, p.dot(direction));
                }
            // A long seam along both parts is tied in pieces, so that it follows their bending.
            int pieces = 1;
            if (runsAlong(joint.a, direction) && runsAlong(joint.b, direction))
                pieces = std::clamp(static_cast<int>(std::lround((high - low) / 100)), 1, 6);
            for (int i = 0; i < pieces; ++i) {
                const double from = low + (high - low) * i / pieces;
                const double to = i + 1 == pieces ? high + 1 : low + (high - low) * (i + 1) / pieces;
                planPiece(weld, static_cast<int>(c), between(contact.lines, direction, from, to));
            }
        }
    }

    void planPiece(int weld, int contact, std::vector<armor::WeldLine> lines) {
        if (lines.empty()) return;
        const armor::WeldJoint &joint = m_in.welds[static_cast<std::size_t>(weld)];
        Vec3 at = Vec3::Zero();
        double length = 0;
        for (const armor::WeldLine &l : lines) {
            at += (l.from + l.to) / 2 * (l.to - l.from).norm();
            length += (l.to - l.from).norm();
        }
        at /= length;
        m_pieces.push_back({weld, contact, std::move(lines), at, attach(joint.a, at), attach(joint.b, at)});
    }

    void planBolts() {
        for (const armor::BoltJoint &m : m_in.mounts) m_mountStops.push_back(attach(m.part, m.plane.origin));
        for (const armor::BoltJoint &f : m_in.feet) {
            std::vector<int> stops;
            for (const Vec3 &at : f.at) stops.push_back(attach(f.part, at));
            m_footStops.push_back(std::move(stops));
        }
    }

    void planLoadPoints() {
        if (m_in.winch) m_fairleadStop = attach(m_in.winch->fairleadPart, m_in.winch->fairleadAt);
        for (const armor::Anchor &a : m_in.anchors) m_anchorStops.push_back(attach(a.name, a.hole));
        for (const armor::StepSpot &s : m_in.steps) m_stepStops.push_back(attach(s.part, s.at));
    }

    int newNode(const std::string &id, const Vec3 &at) {
        m_out.model.nodes.push_back({id, at});
        return static_cast<int>(m_out.model.nodes.size()) - 1;
    }
    [[nodiscard]] Vec3 placeOf(const Stop &s) const {
        const Way &w = m_ways[static_cast<std::size_t>(s.way)];
        return w.from + (w.to - w.from) * s.t;
    }

    void makeNodes() {
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
            for (std::size_t i = 1; i < w.stops.size(); ++i) {
                const double gap = (m_stops[static_cast<std::size_t>(w.stops[i])].t -
                                    m_stops[static_cast<std::size_t>(w.stops[i - 1])].t) *
                                   length;
                if (gap < mergeDistance)
                    parent[static_cast<std::size_t>(root(w.stops[i]))] = root(w.stops[i - 1]);
            }
        }
        for (std::size_t i = 0; i < m_stops.size(); ++i)
            if (m_stops[i].same >= 0)
                parent[static_cast<std::size_t>(root(static_cast<int>(i)))] = root(m_stops[i].same);
        for (std::size_t i = 0; i < m_stops.size(); ++i) {
            Stop &leader = m_stops[static_cast<std::size_t>(root(static_cast<int>(i)))];
            if (leader.node < 0) {
                const Way &w = m_ways[static_cast<std::size_t>(leader.way)];
                leader.node = newNode(fmt::format("{}@{:.0f}", w.part, leader.t * (w.to - w.from).norm()),
                                      placeOf(leader));
            }
            m_stops[i].node = leader.node;
        }
    }

    [[nodiscard]] int nodeOf(int stop) const { return m_stops[static_cast<std::size_t>(stop)].node; }

    int materialIndex(const stock::Material &m) {
        auto &list = m_out.model.materials;
        for (std::size_t i = 0; i < list.size(); ++i)
            if (list[i].id == m.id) return static_cast<int>(i);
        list.push_back({m.id, m.E, m.nu, m.density, m.yield});
        return static_cast<int>(list.size()) - 1;
    }

    void addBar(const Way &w, int from, int to, double s0, double s1) {
        Bar bar;
        bar.part = w.part;
        bar.stationFrom = s0;
        bar.stationTo = s1;
        bar.unbraced = w.tube ? (w.to - w.from).norm() : freeLength(w, s0, s1);
        Vec3 up = Vec3::UnitZ();
        if (w.tube)
            describeTube(*w.tube, (s0 + s1) / 2, bar, up);
        else
            describeStrip(w, (s0 + s1) / 2, bar, up);
        // Plates weigh through their masses, not through strips that overlap where they cross.
        stock::Material material = bar.material;
        if (bar.isPlate) {
            material.id += " (weighed apart)";
            material.density = 0;
        }
        pushBeam(std::move(bar), from, to, up, material);
    }

    /// Length of a strip between the places nearest to a bar where something holds it: a weld, a bolt or a
    /// strip across.
    [[nodiscard]] double freeLength(const Way &w, double s0, double s1) const {
        const double length = (w.to - w.from).norm();
        double before = 0, after = length;
        for (const int id : w.stops) {
            const Stop &s = m_stops[static_cast<std::size_t>(id)];
            if (!s.holds) continue;
            const double at = s.t * length;
            if (at <= s0 + mergeDistance) before = std::max(before, at);
            if (at >= s1 - mergeDistance) after = std::min(after, at);
        }
        return std::max(after - before, s1 - s0);
    }

    int pushBeam(Bar bar, int from, int to, const Vec3 &up, const stock::Material &material) {
        FrameModel &m = m_out.model;
        const auto &p = bar.properties;
        const std::string id = fmt::format("{}#{}", bar.part, m.beams.size());
        m.sections.push_back({id, p.area, p.Iy, p.Iz, p.J, p.Asy, p.Asz, p.Wply, p.Wplz});
        m.beams.push_back(
            {id, from, to, materialIndex(material), static_cast<int>(m.sections.size()) - 1, up, 0, 0});
        m_out.bars.push_back(std::move(bar));
        return static_cast<int>(m.beams.size()) - 1;
    }

    static void describeTube(const armor::TubePart &t, double station, Bar &bar, Vec3 &up) {
        bar.shape = t.section.shape;
        bar.material = t.material;
        bar.height = t.heightAt(station);
        bar.width = t.section.width;
        bar.wall = t.properties.wall;
        bar.properties = t.properties;
        if (t.taper > 0) {
            bar.properties = stock::boxProperties(bar.height, bar.width, bar.wall);
            bar.properties.wall = bar.wall;
        }
        up = t.up;
    }

    static void describeStrip(const Way &w, double station, Bar &bar, Vec3 &up) {
        const armor::PlatePart &p = *w.plate;
        const Vec2 along = (w.strip.to - w.strip.from).normalized();
        const Vec2 across(-along.y(), along.x());
        const Vec2 at = w.strip.from + along * station;
        double width = w.strip.width;
        if (const auto span = shape::chord(p.outline, at, across))
            width = std::min(width, span->second - span->first);
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

    void makeBars() {
        for (const Way &w : m_ways) {
            const double length = (w.to - w.from).norm();
            for (std::size_t i = 1; i < w.stops.size(); ++i) {
                const int a = nodeOf(w.stops[i - 1]), b = nodeOf(w.stops[i]);
                if (a == b) continue;
                addBar(w, a, b, m_stops[static_cast<std::size_t>(w.stops[i - 1])].t * length,
                       m_stops[static_cast<std::size_t>(w.stops[i])].t * length);
            }
        }
    }

    /// A node at a place, moving with another as one body.
    int arm(int master, const std::string &id, const Vec3 &at) {
        const int node = newNode(id, at);
        m_out.model.rigidLinks.push_back({master, {node}});
        return node;
    }

    static void addPoint(Matrix6 &k, const Vec3 &r, const Vec3 &stiffness) {
        Eigen::Matrix<double, 3, 6> b = Eigen::Matrix<double, 3, 6>::Zero();
        b.leftCols<3>().setIdentity();
        b.rightCols<3>() << 0, r.z(), -r.y(), -r.z(), 0, r.x(), r.y(), -r.x(), 0;
        k += b.transpose() * stiffness.asDiagonal() * b;
    }

    static Matrix6 seamStiffness(const std::vector<armor::WeldLine> &lines, const Vec3 &at) {
        Matrix6 k = Matrix6::Zero();
        const double gauss = std::sqrt(1.0 / 12);  // two points carry the line's second moment exactly
        for (const armor::WeldLine &l : lines) {
            const Vec3 mid = (l.from + l.to) / 2 - at, d = l.to - l.from;
            for (const double g : {-gauss, gauss})
                addPoint(k, mid + d * g, Vec3::Constant(weldStiffness * d.norm() / 2));
        }
        return k;
    }

    void tieWelds() {
        for (const PlannedPiece &p : m_pieces) {
            const std::string id = fmt::format("{}#{}", m_in.welds[static_cast<std::size_t>(p.weld)].name,
                                               m_out.weldPieces.size());
            const int a = arm(nodeOf(p.stopA), id + "/a", p.at);
            const int b = arm(nodeOf(p.stopB), id + "/b", p.at);
            Matrix6 k = seamStiffness(p.lines, p.at);
            // A single line does not resist turning about itself; the plate's own edge does, a little.
            k.bottomRightCorner<3, 3>().diagonal().array() += 1e-6 * k.bottomRightCorner<3, 3>().trace();
            m_out.model.springs.push_back({id, a, b, k});
            m_out.weldPieces.push_back(
                {p.weld, p.contact, static_cast<int>(m_out.model.springs.size()) - 1, p.at});
        }
    }

    void tieMounts() {
        for (std::size_t i = 0; i < m_in.mounts.size(); ++i) {
            if (m_mountStops[i] < 0) continue;
            const armor::BoltJoint &m = m_in.mounts[i];
            const int node = arm(nodeOf(m_mountStops[i]), m.name, m.plane.origin);
            Matrix6 k = Matrix6::Zero();
            const Vec3 shearAxes = Vec3::Ones() - m.axis.cwiseAbs();
            const Vec3 stiffness = shearAxes * boltShearStiffness + m.axis.cwiseAbs() * boltAxialStiffness;
            for (const Vec3 &at : m.at) addPoint(k, at - m.plane.origin, stiffness);
            // The clamped faces of two bolts in line resist tilting about that line, if weakly.
            k.bottomRightCorner<3, 3>().diagonal().array() += 1e-3 * k.bottomRightCorner<3, 3>().trace();
            m_out.model.springs.push_back({m.name, node, addRail(m), k});
            m_out.mountSprings.push_back(static_cast<int>(m_out.model.springs.size()) - 1);
        }
    }

    /// The stub of the rail behind the bolts, fixed at the first crossmember. Returns the node on it, by an
    /// arm from its center line, that the bolts hold to.
    int addRail(const armor::BoltJoint &m) {
        constexpr double shortestStub = 10;
        const double side = m.plane.origin.y() > 0 ? 1 : -1;
        const std::string name = side > 0 ? "frame.left" : "frame.right";
        const Vec3 start(m.plane.origin.x(), side * m_rig.railSpacing / 2, m_rig.railCenter);
        const double length = std::max(shortestStub, m_rig.crossmember - (m_rig.frameEnd - start.x()));
        stock::Section rail;
        rail.height = m_rig.railHeight;
        rail.width = m_rig.railWidth;
        rail.wall = m_rig.railWall;
        Bar bar{name,       false,          stock::SectionShape::RectTube,
                {},         m_railMaterial, rail.height,
                rail.width, rail.wall,      length,
                0,          length};
        bar.properties = stock::properties(rail, m_railMaterial.density)
                             .value_or(stock::boxProperties(rail.height, rail.width, rail.wall));
        const int from = newNode(name, start),
                  to = newNode(name + ".crossmember", start - Vec3(length, 0, 0));
        m_out.railBeams.push_back(pushBeam(std::move(bar), from, to, Vec3::UnitZ(), m_railMaterial));
        m_out.model.supports.push_back({to, mechanics::allFreedoms});
        return arm(from, name + ".bolts", m.plane.origin);
    }

    void tieWinch() {
        if (!m_in.winch) return;
        m_out.drumNode = newNode("winch", m_in.winch->drum);
        for (std::size_t j = 0; j < m_in.feet.size(); ++j) {
            const armor::BoltJoint &f = m_in.feet[j];
            std::vector<int> springs;
            for (std::size_t i = 0; i < f.at.size(); ++i) {
                if (m_footStops[j][i] < 0) continue;
                const int foot = arm(m_out.drumNode, fmt::format("{}/{}", f.name, f.ids[i]), f.at[i]);
                const int seat =
                    arm(nodeOf(m_footStops[j][i]), fmt::format("{}/{}/seat", f.name, f.ids[i]), f.at[i]);
                Matrix6 k = Matrix6::Zero();
                k.diagonal() << boltShearStiffness, boltShearStiffness, boltAxialStiffness, 0, 0, 0;
                m_out.model.springs.push_back({f.name + "/" + f.ids[i], foot, seat, k});
                springs.push_back(static_cast<int>(m_out.model.springs.size()) - 1);
            }
            m_out.footSprings.push_back(std::move(springs));
        }
    }

    void placeLoads() {
        if (m_in.winch && m_fairleadStop >= 0)
            m_out.fairleadNode = arm(nodeOf(m_fairleadStop), "fairlead", m_in.winch->fairleadAt);
        for (std::size_t i = 0; i < m_in.anchors.size(); ++i)
            if (m_anchorStops[i] >= 0)
                m_out.anchorNodes[m_in.anchors[i].name] =
                    arm(nodeOf(m_anchorStops[i]), "hole." + m_in.anchors[i].name, m_in.anchors[i].hole);
        for (std::size_t i = 0; i < m_in.steps.size(); ++i)
            m_out.stepNodes.push_back(
                arm(nodeOf(m_stepStops[i]), fmt::format("step{}", i), m_in.steps[i].at));
    }

    void placeMasses() {
        for (const armor::PlatePart &p : m_in.plates) {
            const double mass = p.area() * p.thickness * p.material.density;
            std::vector<int> nodes;
            for (const Way &w : m_ways)
                if (w.part == p.name)
                    for (const int s : w.stops) nodes.push_back(nodeOf(s));
            if (nodes.empty()) {  // a cover: it rides on the nearest tube
                const Vec3 at = p.axes.origin;
                double best = 1e300;
                int node = -1;
                for (const Stop &s : m_stops)
                    if (m_ways[static_cast<std::size_t>(s.way)].tube && (placeOf(s) - at).norm() < best) {
                        best = (placeOf(s) - at).norm();
                        node = s.node;
                    }
                if (node >= 0) nodes.push_back(node);
            }
            for (const int n : nodes) m_out.masses.emplace_back(n, mass / static_cast<double>(nodes.size()));
        }
        for (const armor::BoughtPart &b : m_in.bought) {
            const int node = b.kind == "fairlead" ? m_out.fairleadNode : m_out.drumNode;
            if (node >= 0) m_out.masses.emplace_back(node, b.mass);
        }
    }

    const Assembly &m_in;
    const rig::RigGeometry &m_rig;
    const stock::Material &m_railMaterial;
    Idealization m_out;
    std::vector<Way> m_ways;
    std::vector<Stop> m_stops;
    std::vector<PlannedPiece> m_pieces;
    std::vector<int> m_mountStops, m_anchorStops, m_stepStops;
    std::vector<std::vector<int>> m_footStops;
    int m_fairleadStop = -1;
};

}  // namespace

Result<Idealization> idealize(const Assembly &assembly, const rig::RigGeometry &rig,
                              const stock::Material &railMaterial) {
    return Idealizer(assembly, rig, railMaterial).run();
}

}  // namespace hefty::proof
