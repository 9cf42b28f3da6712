#include "core/proof/model/idealization.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/proof/model/bolt_ties.h"
#include "core/proof/model/hangings.h"
#include "core/proof/model/slip_ties.h"
#include "core/proof/strength/welded_metal.h"

namespace hefty::proof {
namespace {

using mechanics::Matrix6;

constexpr double mergeStrips = 1.0;  // mm: stops nearer than this share a node
constexpr double mergeShells = 5.0;  // mm: with seams in stretches there are many more

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
          m_ways(m_out, detail == Detail::Strips ? mergeStrips : mergeShells / fineness),
          m_seats(m_out, m_ways, m_nets, m_tubes),
          m_bolts(assembly, rig, rail, m_seats, m_out),
          m_slips(assembly, m_seats, m_out),
          m_hangings(assembly, m_seats, m_out) {
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
        m_bolts.planBolts();
        m_slips.plan();
        planLoadPoints();
        m_hangings.plan();
        if (auto r = m_hangings.check(); !r) return tl::unexpected(r.error());
        m_ways.makeNodes();
        m_ways.makeBars();
        m_ways.bindCuts(m_tubes.cuts());
        softenBars(m_in, m_out);
        tieWelds();
        tieStretches();
        m_bolts.tieMounts();
        for (const std::vector<int> &springs : m_out.mountSprings)
            for (const int s : springs)
                m_out.model.springs[static_cast<std::size_t>(s)].stiffness *= m_in.mountStiffness;
        m_bolts.tieWinch();
        m_slips.tie();
        placeLoads();
        m_hangings.placeBearings();
        m_hangings.hangGates();
        placeMasses();
        if (std::all_of(m_out.mountSprings.begin(), m_out.mountSprings.end(),
                        [](const std::vector<int> &springs) { return springs.empty(); }) &&
            !m_slips.hold())
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
                "Plates are idealized as flat shells, and so are the walls of a tube where a plate or a tube "
                "goes "
                "through them, with sharp corners; tubes elsewhere as beams.");
        list.emplace_back("Bolts are taken as tight: the faces that they clamp stay together.");
        if (!m_in.bearings.empty()) list.emplace_back("The body behind a bearing line is taken as rigid.");
        if (!m_in.gates.empty())
            list.emplace_back("Bearings of a gate have no play; its latch holds it every way.");
        if (!m_in.slips.empty())
            list.emplace_back("Tubes in receivers bear at the mouth and at their inner ends, without play.");
        if (std::any_of(m_in.fixings.begin(), m_in.fixings.end(),
                        [](const armor::Fixing &f) { return !f.crossmember; }))
            list.emplace_back(
                "What is on the vehicle already holds the piece every way where it was measured.");
        list.emplace_back("Welds are taken as sound, full-sized and of the filler named.");
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
        if (!m_seats.carries(joint.a) || !m_seats.carries(joint.b)) return;
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

    /// Every line of the weld in stretches of about the size of the shells along it.
    void planStretches(int weld) {
        const armor::WeldJoint &joint = m_in.welds[static_cast<std::size_t>(weld)];
        for (std::size_t c = 0; c < joint.contacts.size(); ++c)
            for (std::size_t l = 0; l < joint.contacts[c].lines.size(); ++l)
                for (const Stretch &s : stretches(joint.contacts[c].lines[l], m_size.seam))
                    m_stretches.push_back({weld, static_cast<int>(c), static_cast<int>(l), s,
                                           m_seats.stopOn(joint.a, s.at), m_seats.stopOn(joint.b, s.at)});
    }

    void planLoadPoints() {
        if (m_in.winch) m_fairleadSeat = m_seats.on(m_in.winch->fairleadPart, m_in.winch->fairleadAt);
        for (const armor::Anchor &a : m_in.anchors) m_anchorSeats.push_back(m_seats.on(a.name, a.hole));
        for (const armor::StepSpot &s : m_in.steps) m_stepSeats.push_back(m_seats.on(s.part, s.at));
        for (const armor::StrikeSpot &s : m_in.strikes) m_strikeSeats.push_back(m_seats.on(s.part, s.at));
        for (const armor::JackPoint &j : m_in.jacks) m_jackSeats.push_back(m_seats.on(j.part, j.at));
        for (const armor::GroundSpot &g : m_in.grounds) m_groundSeats.push_back(m_seats.on(g.part, g.at));
        for (const armor::CarriedWheel &w : m_in.wheels) m_wheelSeats.push_back(m_seats.on(w.part, w.hub));
        for (const armor::ReceiverTube &r : m_in.receivers)
            m_receiverSeats.push_back(m_seats.on(r.part, r.mouth));
        if (m_in.coupling) m_couplingSeat = m_seats.on(m_in.coupling->part, m_in.coupling->at);
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
                return stop < 0 ? m_seats.ends(part, p.stretch.at)
                                : std::vector<mechanics::TieEnd>{{m_ways.nodeOf(stop), 1}};
            };
            const auto tie = static_cast<int>(m_out.model.ties.size());
            m_out.model.ties.push_back({fmt::format("{}#{}", joint.name, tie), p.stretch.at,
                                        ends(joint.a, p.stopA), ends(joint.b, p.stopB),
                                        Eigen::Matrix3d::Identity() * (weldStiffness * p.stretch.length)});
            m_out.weldPieces.push_back({p.weld, p.contact, -1, p.stretch.at, tie, p.line, p.stretch.length});
        }
    }

    void placeLoads() {
        if (m_in.winch && m_out.fairleadNode < 0 && m_seats.isThere(m_fairleadSeat))
            m_out.fairleadNode = m_seats.node(m_fairleadSeat, "fairlead", m_in.winch->fairleadAt);
        for (std::size_t i = 0; i < m_in.anchors.size(); ++i) {
            const armor::Anchor &a = m_in.anchors[i];
            std::vector<int> rim;
            if (m_nets.has(a.name)) rim = m_nets.rim(a.name, a.hole);
            constexpr std::size_t least = 3;  // a hole that runs out of its plate is not meshed and has none
            if (rim.size() >= least)
                m_out.anchorRims[a.name] = {a.hole, std::move(rim)};
            else if (m_seats.isThere(m_anchorSeats[i]))
                m_out.anchorNodes[a.name] = m_seats.node(m_anchorSeats[i], "hole." + a.name, a.hole);
        }
        for (std::size_t i = 0; i < m_in.steps.size(); ++i)
            m_out.stepNodes.push_back(
                m_seats.node(m_stepSeats[i], fmt::format("step{}", i), m_in.steps[i].at));
        for (std::size_t i = 0; i < m_in.strikes.size(); ++i)
            m_out.strikeNodes.push_back(
                m_seats.node(m_strikeSeats[i], "strike." + m_in.strikes[i].id, m_in.strikes[i].at));
        for (std::size_t i = 0; i < m_in.jacks.size(); ++i)
            m_out.jackNodes.push_back(m_seats.nodeIfThere(m_jackSeats[i], "jack." + m_in.jacks[i].id));
        for (std::size_t i = 0; i < m_in.grounds.size(); ++i)
            m_out.groundNodes.push_back(
                m_seats.nodeIfThere(m_groundSeats[i], "ground." + m_in.grounds[i].id));
        for (std::size_t i = 0; i < m_in.wheels.size(); ++i) {
            const int hub = m_seats.nodeIfThere(m_wheelSeats[i], fmt::format("hub{}", i));
            m_out.wheelNodes.push_back(
                hub < 0 ? hub : arm(m_out, hub, fmt::format("wheel{}", i), m_in.wheels[i].center));
        }
        for (std::size_t i = 0; i < m_in.receivers.size(); ++i)
            m_out.receiverNodes.push_back(
                m_seats.nodeIfThere(m_receiverSeats[i], "receiver." + m_in.receivers[i].part));
        if (m_in.coupling) m_out.couplingNode = m_seats.nodeIfThere(m_couplingSeat, "coupling");
    }

    void placeMasses() {
        for (const armor::SheetPart &p : m_in.sheets) {
            if (m_nets.has(p.name)) continue;
            const double mass = p.area() * p.thickness * p.material.density;
            std::vector<int> nodes = m_ways.nodesOf(p.name);
            if (nodes.empty())  // a cover: it rides on the nearest tube
                if (const int node = m_ways.nearestTubeNode(p.axes.origin); node >= 0) nodes.push_back(node);
            for (const int n : nodes)
                m_out.model.masses.push_back({n, mass / static_cast<double>(nodes.size())});
        }
        for (const armor::BoughtPart &b : m_in.bought) {
            if (b.kind == "wheel" || b.kind == "carried") continue;  // with what it is carried on, below
            const int node = b.kind == "fairlead" ? m_out.fairleadNode : m_out.drumNode;
            if (node >= 0) m_out.model.masses.push_back({node, b.mass});
        }
        for (std::size_t i = 0; i < m_in.wheels.size(); ++i)
            if (m_out.wheelNodes[i] >= 0)
                m_out.model.masses.push_back({m_out.wheelNodes[i], m_in.wheels[i].mass});
    }

    const Assembly &m_in;
    NetSize m_size;
    Idealization m_out;
    Ways m_ways;
    PlateNets m_nets;
    TubeNets m_tubes;
    Seats m_seats;
    BoltTies m_bolts;
    SlipTies m_slips;
    Hangings m_hangings;
    std::vector<PlannedPiece> m_pieces;
    std::vector<PlannedStretch> m_stretches;
    std::vector<Seat> m_anchorSeats, m_stepSeats, m_strikeSeats, m_jackSeats, m_groundSeats, m_wheelSeats,
        m_receiverSeats;
    Seat m_couplingSeat, m_fairleadSeat;
};

}  // namespace

Result<Idealization> idealize(const Assembly &assembly, const rig::RigGeometry &rig,
                              const stock::Material &railMaterial, Detail detail, double fineness) {
    return Idealizer(assembly, rig, railMaterial, detail, fineness).run();
}

}  // namespace hefty::proof
