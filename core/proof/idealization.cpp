#include "core/proof/idealization.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

#include "core/proof/aluminum.h"
#include "core/proof/plate_nets.h"
#include "core/proof/tube_nets.h"
#include "core/proof/ways.h"

namespace hefty::proof {
namespace {

using mechanics::Matrix6;

constexpr double mergeStrips = 1.0;      // mm: stops nearer than this share a node
constexpr double bearingStep = 60;       // mm: between the places where a line bears
constexpr double holderStiffness = 1e9;  // N·mm/rad: a pin that holds a gate open, some 100 mm from its axis
constexpr double mergeShells = 5.0;      // mm: with seams in stretches there are many more

/// Meshes by their plates' shapes, for every piece and thread: what does not change is not meshed again.
mesh::MeshCache &meshes() {
    static mesh::MeshCache cache;
    return cache;
}

class Idealizer {
  public:
    Idealizer(const Assembly &assembly, const rig::RigGeometry &rig, const stock::Material &rail,
              Detail detail, double fineness)
        : m_in(assembly),
          m_rig(rig),
          m_railMaterial(rail),
          m_ways(m_out, detail == Detail::Strips ? mergeStrips : mergeShells) {
        m_out.detail = detail;
        m_size.open /= fineness;
        m_size.seam /= fineness;
        m_size.share /= fineness;
    }

    Result<Idealization> run() {
        if (m_out.detail != Detail::Strips) m_tubes = TubeNets::make(m_in, m_size, m_out);
        m_ways.addTubes(m_in, m_tubes.cuts());
        if (m_out.detail != Detail::Strips) {
            auto nets = PlateNets::make(m_in, m_size, meshes(), m_out);
            if (!nets) return tl::unexpected(nets.error());
            m_nets = std::move(*nets);
        } else {
            m_ways.addStrips(m_in);
        }
        for (std::size_t w = 0; w < m_in.welds.size(); ++w) planWeld(static_cast<int>(w));
        planBolts();
        planLoadPoints();
        if (auto r = checkGates(); !r) return tl::unexpected(r.error());
        m_ways.makeNodes();
        m_ways.makeBars();
        m_ways.bindCuts(m_tubes.cuts());
        softenBars();
        tieWelds();
        tieStretches();
        tieMounts();
        tieWinch();
        placeLoads();
        placeBearings();
        hangGates();
        placeMasses();
        if (m_out.mountSprings.empty())
            return fail(ProblemKind::Undetermined, "Nothing bolts this piece to the vehicle.", "mounts",
                        "Measure the bolt holes of the frame ends.");
        sayWhatIsAssumed();
        return std::move(m_out);
    }

  private:
    struct PlannedPiece {
        int weld, contact;
        std::vector<armor::WeldLine> lines;
        Vec3 at;
        int stopA, stopB;
    };
    struct PlannedStretch {
        int weld, contact, line;
        Stretch stretch;
        int stopA, stopB;  ///< -1: a plate of shells
    };
    /// A place on a part: a stop on its way, or a place on its net.
    struct Seat {
        std::string part;
        Vec3 at = Vec3::Zero();
        int stop = -1;
    };

    void sayWhatIsAssumed() {
        auto &list = m_out.assumptions;
        list.emplace_back(
            "The frame rails are followed to their first crossmember and taken as held fast there.");
        if (m_out.detail == Detail::Strips)
            list.emplace_back(
                "Plates are idealized as bars along their main ways; stresses beside holes and corners are "
                "not "
                "resolved.");
        else if (m_out.walls.empty())
            list.emplace_back(
                "Plates are idealized as flat shells, tubes as beams: the give of a tube's wall under a "
                "plate is "
                "left to the check of the wall.");
        else
            list.emplace_back(
                "Plates are idealized as flat shells, and so are the walls of a tube where a plate goes "
                "through "
                "them, with sharp corners; tubes elsewhere as beams.");
        list.emplace_back("Bolts are taken as tight: the faces that they clamp stay together.");
        if (!m_in.bearings.empty()) list.emplace_back("The body behind a bearing line is taken as rigid.");
        if (!m_in.gates.empty())
            list.emplace_back("Bearings of a gate have no play; its latch holds it every way.");
        list.emplace_back("Welds are taken as sound, full-sized and of the filler named.");
    }

    /// Bars of a metal that a weld makes weaker, within reach of its heat.
    void softenBars() {
        for (std::size_t b = 0; b < m_out.bars.size(); ++b) {
            Bar &bar = m_out.bars[b];
            if (!(bar.material.weldedYield > 0) || bar.material.weldedYield >= bar.material.yield) continue;
            mechanics::FrameBeam &beam = m_out.model.beams[b];
            const Vec3 &from = m_out.model.nodes[static_cast<std::size_t>(beam.from)].at,
                       &to = m_out.model.nodes[static_cast<std::size_t>(beam.to)].at;
            if (!heated(bar.part, from, to)) continue;
            bar.material.yield = bar.material.weldedYield;
            bar.material.ultimate = bar.material.weldedUltimate;
            stock::Material soft = bar.material;
            soft.id = m_out.model.materials[static_cast<std::size_t>(beam.material)].id + " (welded)";
            soft.density = m_out.model.materials[static_cast<std::size_t>(beam.material)].density;
            beam.material = materialIndex(m_out, soft);
        }
    }

    /// True if a weld of a part lies beside a stretch of its way.
    [[nodiscard]] bool heated(const std::string &part, const Vec3 &from, const Vec3 &to) const {
        const Vec3 along = (to - from).normalized();
        const double length = (to - from).norm();
        for (const armor::WeldJoint &w : m_in.welds) {
            if (w.a != part && w.b != part) continue;
            for (const armor::Contact &c : w.contacts)
                for (const armor::WeldLine &l : c.lines) {
                    const double a = (l.from - from).dot(along), z = (l.to - from).dot(along);
                    if (std::max(a, z) > -heatAffected && std::min(a, z) < length + heatAffected) return true;
                }
        }
        return false;
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

    void planWeld(int weld) {
        const armor::WeldJoint &joint = m_in.welds[static_cast<std::size_t>(weld)];
        if (!carries(joint.a) || !carries(joint.b)) return;
        if (m_nets.has(joint.a) || m_nets.has(joint.b) || meetsWalls(joint)) return planStretches(weld);
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
            if (m_ways.runsAlong(joint.a, direction) && m_ways.runsAlong(joint.b, direction))
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
        m_pieces.push_back(
            {weld, contact, std::move(lines), at, m_ways.attach(joint.a, at), m_ways.attach(joint.b, at)});
    }

    /// True if a line of the weld lies where a tube is shells.
    [[nodiscard]] bool meetsWalls(const armor::WeldJoint &joint) const {
        for (const armor::Contact &c : joint.contacts)
            for (const armor::WeldLine &l : c.lines)
                for (const std::string &part : {joint.a, joint.b})
                    if (m_tubes.has(part, (l.from + l.to) / 2)) return true;
        return false;
    }

    [[nodiscard]] bool meshed(const std::string &part, const Vec3 &at) const {
        return m_nets.has(part) || m_tubes.has(part, at);
    }
    /// @pre meshed(part, at)
    [[nodiscard]] std::vector<mechanics::TieEnd> endsAt(const std::string &part, const Vec3 &at) const {
        return m_nets.has(part) ? m_nets.ends(part, at) : m_tubes.ends(part, at);
    }
    [[nodiscard]] bool carries(const std::string &part) const { return m_ways.has(part) || m_nets.has(part); }
    int stopOn(const std::string &part, const Vec3 &at) {
        return meshed(part, at) ? -1 : m_ways.attach(part, at);
    }
    Seat seatOn(const std::string &part, const Vec3 &at) { return {part, at, stopOn(part, at)}; }

    /// Every line of the weld in stretches of about the size of the shells along it.
    void planStretches(int weld) {
        const armor::WeldJoint &joint = m_in.welds[static_cast<std::size_t>(weld)];
        for (std::size_t c = 0; c < joint.contacts.size(); ++c)
            for (std::size_t l = 0; l < joint.contacts[c].lines.size(); ++l)
                for (const Stretch &s : stretches(joint.contacts[c].lines[l], m_size.seam))
                    m_stretches.push_back({weld, static_cast<int>(c), static_cast<int>(l), s,
                                           stopOn(joint.a, s.at), stopOn(joint.b, s.at)});
    }

    void planBolts() {
        for (const armor::BoltJoint &m : m_in.mounts) m_mountSeats.push_back(seatOn(m.part, m.plane.origin));
        for (const armor::BoltJoint &f : m_in.feet) {
            std::vector<Seat> seats;
            for (const Vec3 &at : f.at) seats.push_back(seatOn(f.part, at));
            m_footSeats.push_back(std::move(seats));
        }
    }

    void planLoadPoints() {
        if (m_in.winch) m_fairleadSeat = seatOn(m_in.winch->fairleadPart, m_in.winch->fairleadAt);
        for (const armor::Anchor &a : m_in.anchors) m_anchorSeats.push_back(seatOn(a.name, a.hole));
        for (const armor::StepSpot &s : m_in.steps) m_stepSeats.push_back(seatOn(s.part, s.at));
        for (const armor::StrikeSpot &s : m_in.strikes) m_strikeSeats.push_back(seatOn(s.part, s.at));
        for (const armor::JackPoint &j : m_in.jacks) m_jackSeats.push_back(seatOn(j.part, j.at));
        for (const armor::GroundSpot &g : m_in.grounds) m_groundSeats.push_back(seatOn(g.part, g.at));
        for (const armor::CarriedWheel &w : m_in.wheels) m_wheelSeats.push_back(seatOn(w.part, w.hub));
        if (m_in.coupling) m_couplingSeat = seatOn(m_in.coupling->part, m_in.coupling->at);
        for (const armor::LineBearing &b : m_in.bearings) {
            std::vector<Seat> seats;
            for (const Stretch &s : stretches({b.from, b.to}, bearingStep))
                seats.push_back(seatOn(b.part, s.at));
            m_bearingSeats.push_back(std::move(seats));
        }
        for (const armor::Gate &g : m_in.gates) {
            const Vec3 along = (g.high - g.low).normalized();
            m_gateSeats.push_back({seatOn(g.post, g.low - along * g.spindleRoot), seatOn(g.arm, g.low),
                                   seatOn(g.arm, g.high), seatOn(g.latched, g.latch),
                                   g.keeper.empty() ? Seat{} : seatOn(g.keeper, g.latch)});
        }
    }
    [[nodiscard]] bool isThere(const Seat &s) const { return s.stop >= 0 || meshed(s.part, s.at); }

    /// A node at a place that moves with the part there: with the node of its way, with the rim of the hole
    /// that is there, or with the shell around it.
    int seatNode(const Seat &s, const std::string &id, const Vec3 &at) {
        if (s.stop >= 0) return arm(m_out, m_ways.nodeOf(s.stop), id, at);
        std::vector<int> around;
        if (m_nets.has(s.part)) around = m_nets.rim(s.part, at);
        if (around.empty())
            for (const mechanics::TieEnd &e : endsAt(s.part, s.at)) around.push_back(e.node);
        const int node = newNode(m_out, id, at);
        m_out.model.rigidLinks.push_back({node, std::move(around)});
        return node;
    }

    /// -1 for a place on a part that does not carry.
    int nodeIfThere(const Seat &s, const std::string &id) { return isThere(s) ? seatNode(s, id, s.at) : -1; }

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
            const int a = arm(m_out, m_ways.nodeOf(p.stopA), id + "/a", p.at);
            const int b = arm(m_out, m_ways.nodeOf(p.stopB), id + "/b", p.at);
            Matrix6 k = seamStiffness(p.lines, p.at);
            // A single line does not resist turning about itself; the plate's own edge does, a little.
            k.bottomRightCorner<3, 3>().diagonal().array() += 1e-6 * k.bottomRightCorner<3, 3>().trace();
            m_out.model.springs.push_back({id, a, b, k});
            m_out.weldPieces.push_back(
                {p.weld, p.contact, static_cast<int>(m_out.model.springs.size()) - 1, p.at});
        }
    }

    void tieStretches() {
        for (const PlannedStretch &p : m_stretches) {
            const armor::WeldJoint &joint = m_in.welds[static_cast<std::size_t>(p.weld)];
            const auto ends = [&](const std::string &part, int stop) {
                return stop < 0 ? endsAt(part, p.stretch.at)
                                : std::vector<mechanics::TieEnd>{{m_ways.nodeOf(stop), 1}};
            };
            const auto tie = static_cast<int>(m_out.model.ties.size());
            m_out.model.ties.push_back({fmt::format("{}#{}", joint.name, tie), p.stretch.at,
                                        ends(joint.a, p.stopA), ends(joint.b, p.stopB),
                                        Eigen::Matrix3d::Identity() * (weldStiffness * p.stretch.length)});
            m_out.weldPieces.push_back({p.weld, p.contact, -1, p.stretch.at, tie, p.line, p.stretch.length});
        }
    }

    void tieMounts() {
        for (std::size_t i = 0; i < m_in.mounts.size(); ++i) {
            if (!isThere(m_mountSeats[i])) continue;
            const armor::BoltJoint &m = m_in.mounts[i];
            const Vec3 shearAxes = Vec3::Ones() - m.axis.cwiseAbs();
            const Vec3 stiffness = shearAxes * boltShearStiffness + m.axis.cwiseAbs() * alongBolt(m);
            if (m_nets.has(m.part)) {
                m_out.mountSprings.push_back(tieBolts(m, stiffness));
                continue;
            }
            const int node = seatNode(m_mountSeats[i], m.name, m.plane.origin);
            Matrix6 k = Matrix6::Zero();
            for (const Vec3 &at : m.at) addPoint(k, at - m.plane.origin, stiffness);
            // The clamped faces of two bolts in line resist tilting about that line, if weakly.
            k.bottomRightCorner<3, 3>().diagonal().array() += 1e-3 * k.bottomRightCorner<3, 3>().trace();
            m_out.mountSprings.push_back({addSpring(m.name, node, addRail(m), k)});
        }
    }

    /// What a bolt and the sleeve that it clamps resist along it together [N/mm]; without a sleeve the bolt
    /// alone.
    [[nodiscard]] double alongBolt(const armor::BoltJoint &m) const {
        if (!(m.sleeve > m.hole) || !(m.sleeveLength > 0)) return boltAxialStiffness;
        const double area = std::numbers::pi / 4 * (m.sleeve * m.sleeve - m.hole * m.hole);
        return boltAxialStiffness + m_railMaterial.E * area / m.sleeveLength;
    }

    /// Every bolt of a mount by itself; what it clamps resists tilting over the radius of its washer.
    std::vector<int> tieBolts(const armor::BoltJoint &m, const Vec3 &stiffness) {
        std::vector<int> springs;
        const int rail = addRail(m);
        for (std::size_t b = 0; b < m.at.size(); ++b) {
            const std::string id = fmt::format("{}/{}", m.name, m.ids[b]);
            const int seat = seatNode({m.part, m.at[b], -1}, id + "/seat", m.at[b]);
            Matrix6 k = Matrix6::Zero();
            k.topLeftCorner<3, 3>() = stiffness.asDiagonal();
            const double clamped = m.sleeve > m.hole ? m.sleeve : m.diameter;
            k.bottomRightCorner<3, 3>().diagonal().setConstant(alongBolt(m) * clamped * clamped / 4);
            springs.push_back(addSpring(id, seat, arm(m_out, rail, id, m.at[b]), k));
        }
        return springs;
    }

    int addSpring(const std::string &id, int from, int to, const Matrix6 &stiffness) {
        m_out.model.springs.push_back({id, from, to, stiffness});
        return static_cast<int>(m_out.model.springs.size()) - 1;
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
        const int from = newNode(m_out, name, start),
                  to = newNode(m_out, name + ".crossmember", start - Vec3(length, 0, 0));
        m_out.railBeams.push_back(pushBeam(m_out, std::move(bar), from, to, Vec3::UnitZ(), m_railMaterial));
        m_out.model.supports.push_back({to, mechanics::allFreedoms});
        return arm(m_out, from, name + ".bolts", m.plane.origin);
    }

    void tieWinch() {
        if (!m_in.winch) return;
        m_out.drumNode = newNode(m_out, "winch", m_in.winch->drum);
        for (std::size_t j = 0; j < m_in.feet.size(); ++j) {
            const armor::BoltJoint &f = m_in.feet[j];
            std::vector<int> springs;
            for (std::size_t i = 0; i < f.at.size(); ++i) {
                if (!isThere(m_footSeats[j][i])) continue;
                const std::string id = fmt::format("{}/{}", f.name, f.ids[i]);
                const int foot = arm(m_out, m_out.drumNode, id, f.at[i]);
                const int seat = seatNode(m_footSeats[j][i], id + "/seat", f.at[i]);
                Matrix6 k = Matrix6::Zero();
                k.diagonal() << boltShearStiffness, boltShearStiffness, boltAxialStiffness, 0, 0, 0;
                springs.push_back(addSpring(id, foot, seat, k));
            }
            m_out.footSprings.push_back(std::move(springs));
        }
    }

    void placeLoads() {
        if (m_in.winch && isThere(m_fairleadSeat))
            m_out.fairleadNode = seatNode(m_fairleadSeat, "fairlead", m_in.winch->fairleadAt);
        for (std::size_t i = 0; i < m_in.anchors.size(); ++i) {
            const armor::Anchor &a = m_in.anchors[i];
            std::vector<int> rim;
            if (m_nets.has(a.name)) rim = m_nets.rim(a.name, a.hole);
            constexpr std::size_t least = 3;  // a hole that runs out of its plate is not meshed and has none
            if (rim.size() >= least)
                m_out.anchorRims[a.name] = {a.hole, std::move(rim)};
            else if (isThere(m_anchorSeats[i]))
                m_out.anchorNodes[a.name] = seatNode(m_anchorSeats[i], "hole." + a.name, a.hole);
        }
        for (std::size_t i = 0; i < m_in.steps.size(); ++i)
            m_out.stepNodes.push_back(seatNode(m_stepSeats[i], fmt::format("step{}", i), m_in.steps[i].at));
        for (std::size_t i = 0; i < m_in.strikes.size(); ++i)
            m_out.strikeNodes.push_back(
                seatNode(m_strikeSeats[i], "strike." + m_in.strikes[i].id, m_in.strikes[i].at));
        for (std::size_t i = 0; i < m_in.jacks.size(); ++i)
            m_out.jackNodes.push_back(nodeIfThere(m_jackSeats[i], "jack." + m_in.jacks[i].id));
        for (std::size_t i = 0; i < m_in.grounds.size(); ++i)
            m_out.groundNodes.push_back(nodeIfThere(m_groundSeats[i], "ground." + m_in.grounds[i].id));
        for (std::size_t i = 0; i < m_in.wheels.size(); ++i) {
            const int hub = nodeIfThere(m_wheelSeats[i], fmt::format("hub{}", i));
            m_out.wheelNodes.push_back(
                hub < 0 ? hub : arm(m_out, hub, fmt::format("wheel{}", i), m_in.wheels[i].center));
        }
        if (m_in.coupling) m_out.couplingNode = nodeIfThere(m_couplingSeat, "coupling");
    }

    Result<bool> checkGates() const {
        for (std::size_t i = 0; i < m_in.gates.size(); ++i) {
            const armor::Gate &g = m_in.gates[i];
            if (!((g.high - g.low).norm() > 1) || !(g.spindle > 0) || !(g.spindleRoot > 0))
                return fail(ProblemKind::BadInput, "The spindle of a gate has no length or no thickness.",
                            g.name, "Set its two bearings apart and give its diameter.");
            for (std::size_t s = 0; s < (g.keeper.empty() ? 4U : 5U); ++s)
                if (!isThere(m_gateSeats[i][s]))
                    return fail(ProblemKind::BadInput,
                                fmt::format("The gate hangs on \"{}\", which carries nothing.",
                                            m_gateSeats[i][s].part),
                                g.name, "Hang it on a tube, or on a plate that carries.");
        }
        return true;
    }

    /// The body behind a line is taken as rigid, what lies between as the stiffness that is given.
    void placeBearings() {
        for (std::size_t b = 0; b < m_in.bearings.size(); ++b) {
            const armor::LineBearing &line = m_in.bearings[b];
            for (std::size_t i = 0; i < m_bearingSeats[b].size(); ++i) {
                const Seat &seat = m_bearingSeats[b][i];
                if (!isThere(seat)) continue;
                const std::string id = fmt::format("{}#{}", line.name, i);
                m_out.model.contacts.push_back({id, seatNode(seat, id, seat.at), -1, line.push,
                                                line.stiffness * (line.to - line.from).norm() /
                                                    static_cast<double>(m_bearingSeats[b].size()),
                                                0});
            }
        }
    }

    /// Stiff across an axis; along it as far as `along` says, about it as `about` does.
    static Matrix6 bearing(const Vec3 &axis, double across, double along, double about) {
        const Eigen::Matrix3d onAxis = axis * axis.transpose();
        Matrix6 k = Matrix6::Zero();
        k.topLeftCorner<3, 3>() = across * (Eigen::Matrix3d::Identity() - onAxis) + along * onAxis;
        k.bottomRightCorner<3, 3>() = about * onAxis;
        return k;
    }

    /// The spindle as a beam from where it is held through both bearings; the arm bears on it.
    void hangGates() {
        for (std::size_t i = 0; i < m_in.gates.size(); ++i) {
            const armor::Gate &g = m_in.gates[i];
            const std::array<Seat, 5> &seats = m_gateSeats[i];
            const Vec3 axis = (g.high - g.low).normalized(), root = g.low - axis * g.spindleRoot;
            const Vec3 up = std::abs(axis.z()) < 0.9 ? Vec3::UnitZ() : Vec3::UnitX();
            Bar bar;
            bar.part = g.name + ".spindle";
            bar.shape = stock::SectionShape::RoundTube;
            bar.material = g.spindleMaterial;
            bar.height = bar.width = g.spindle;
            bar.wall = g.spindle / 2;
            bar.properties = stock::roundProperties(g.spindle);
            bar.unbraced = (g.high - root).norm();
            bar.stationTo = g.spindleRoot;
            const int held = seatNode(seats[0], g.name + ".root", root);
            const int low = newNode(m_out, g.name + ".low", g.low),
                      high = newNode(m_out, g.name + ".high", g.high);
            GateSprings springs;
            springs.root = pushBeam(m_out, bar, held, low, up, g.spindleMaterial);
            bar.stationFrom = bar.stationTo;
            bar.stationTo = bar.unbraced;
            pushBeam(m_out, bar, low, high, up, g.spindleMaterial);
            const int armLow = seatNode(seats[1], g.name + ".arm.low", g.low);
            springs.lower = addSpring(g.name + ".lower", low, armLow,
                                      bearing(axis, boltShearStiffness, boltAxialStiffness, 0));
            springs.upper =
                addSpring(g.name + ".upper", high, seatNode(seats[2], g.name + ".arm.high", g.high),
                          bearing(axis, boltShearStiffness, 0, 0));
            springs.latchPlace = seatNode(seats[3], g.name + ".latched", g.latch);
            if (g.keeper.empty()) {
                springs.holder =
                    addSpring(g.name + ".holder", low, armLow, bearing(axis, 0, 0, holderStiffness));
            } else {
                Matrix6 k = Matrix6::Zero();
                k.diagonal().head<3>().setConstant(boltShearStiffness);
                springs.latch = addSpring(g.name + ".latch", seatNode(seats[4], g.name + ".keeper", g.latch),
                                          springs.latchPlace, k);
            }
            m_out.gates.push_back(springs);
        }
    }

    void placeMasses() {
        for (const armor::PlatePart &p : m_in.plates) {
            if (m_nets.has(p.name)) continue;
            const double mass = p.area() * p.thickness * p.material.density;
            std::vector<int> nodes = m_ways.nodesOf(p.name);
            if (nodes.empty())  // a cover: it rides on the nearest tube
                if (const int node = m_ways.nearestTubeNode(p.axes.origin); node >= 0) nodes.push_back(node);
            for (const int n : nodes)
                m_out.model.masses.push_back({n, mass / static_cast<double>(nodes.size())});
        }
        for (const armor::BoughtPart &b : m_in.bought) {
            const int node = b.kind == "fairlead" ? m_out.fairleadNode : m_out.drumNode;
            if (node >= 0) m_out.model.masses.push_back({node, b.mass});
        }
        for (std::size_t i = 0; i < m_in.wheels.size(); ++i)
            if (m_out.wheelNodes[i] >= 0)
                m_out.model.masses.push_back({m_out.wheelNodes[i], m_in.wheels[i].mass});
    }

    const Assembly &m_in;
    const rig::RigGeometry &m_rig;
    const stock::Material &m_railMaterial;
    NetSize m_size;
    Idealization m_out;
    Ways m_ways;
    PlateNets m_nets;
    TubeNets m_tubes;
    std::vector<PlannedPiece> m_pieces;
    std::vector<PlannedStretch> m_stretches;
    std::vector<Seat> m_mountSeats, m_anchorSeats, m_stepSeats, m_strikeSeats, m_jackSeats, m_groundSeats,
        m_wheelSeats;
    Seat m_couplingSeat;
    std::vector<std::vector<Seat>> m_bearingSeats;
    std::vector<std::array<Seat, 5>> m_gateSeats;  ///< root, lower and upper bearing, latched, keeper
    std::vector<std::vector<Seat>> m_footSeats;
    Seat m_fairleadSeat;
};

}  // namespace

Result<Idealization> idealize(const Assembly &assembly, const rig::RigGeometry &rig,
                              const stock::Material &railMaterial, Detail detail, double fineness) {
    return Idealizer(assembly, rig, railMaterial, detail, fineness).run();
}

}  // namespace hefty::proof
