#include "core/proof/model/hangings.h"

#include <cmath>

#include <fmt/format.h>

namespace hefty::proof {

using mechanics::Matrix6;

namespace {

constexpr double bearingStep = 60;       // mm: between the places where a line bears
constexpr double holderStiffness = 1e9;  // N·mm/rad: a pin that holds a gate open, some 100 mm from its axis

/// Stiff across an axis; along it as far as `along` says, about it as `about` does.
Matrix6 bearing(const Vec3 &axis, double across, double along, double about) {
    const Eigen::Matrix3d onAxis = axis * axis.transpose();
    Matrix6 k = Matrix6::Zero();
    k.topLeftCorner<3, 3>() = across * (Eigen::Matrix3d::Identity() - onAxis) + along * onAxis;
    k.bottomRightCorner<3, 3>() = about * onAxis;
    return k;
}

}  // namespace

void Hangings::plan() {
    for (const armor::LineBearing &b : m_in.bearings) {
        std::vector<Seat> seats;
        for (const Stretch &s : stretches({b.from, b.to}, bearingStep))
            seats.push_back(m_seats.on(b.part, s.at));
        m_bearingSeats.push_back(std::move(seats));
    }
    for (const armor::Gate &g : m_in.gates) {
        const Vec3 along = (g.high - g.low).normalized();
        m_gateSeats.push_back({m_seats.on(g.post, g.low - along * g.spindleRoot), m_seats.on(g.arm, g.low),
                               m_seats.on(g.arm, g.high), m_seats.on(g.latched, g.latch),
                               g.keeper.empty() ? Seat{} : m_seats.on(g.keeper, g.latch)});
    }
}

Result<bool> Hangings::check() const {
    for (std::size_t i = 0; i < m_in.gates.size(); ++i) {
        const armor::Gate &g = m_in.gates[i];
        if (!((g.high - g.low).norm() > 1) || !(g.spindle > 0) || !(g.spindleRoot > 0))
            return fail(ProblemKind::BadInput, "The spindle of a gate has no length or no thickness.", g.name,
                        "Set its two bearings apart and give its diameter.");
        for (std::size_t s = 0; s < (g.keeper.empty() ? 4U : 5U); ++s)
            if (!m_seats.isThere(m_gateSeats[i][s]))
                return fail(
                    ProblemKind::BadInput,
                    fmt::format("The gate hangs on \"{}\", which carries nothing.", m_gateSeats[i][s].part),
                    g.name, "Hang it on a tube, or on a plate that carries.");
    }
    return true;
}

/// The body behind a line is taken as rigid, what lies between as the stiffness that is given.
void Hangings::placeBearings() {
    for (std::size_t b = 0; b < m_in.bearings.size(); ++b) {
        const armor::LineBearing &line = m_in.bearings[b];
        for (std::size_t i = 0; i < m_bearingSeats[b].size(); ++i) {
            const Seat &seat = m_bearingSeats[b][i];
            if (!m_seats.isThere(seat)) continue;
            const std::string id = fmt::format("{}#{}", line.name, i);
            m_out.model.contacts.push_back({id, m_seats.node(seat, id, seat.at), -1, line.push,
                                            line.stiffness * (line.to - line.from).norm() /
                                                static_cast<double>(m_bearingSeats[b].size()),
                                            0});
        }
    }
}

/// The spindle as a beam from where it is held through both bearings; the arm bears on it.
void Hangings::hangGates() {
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
        // In a post of shells it is welded into the holes of the walls; else held where its root is.
        std::vector<int> nodes = m_seats.holesAlong(g.post, root, g.low, g.name + ".wall");
        if (nodes.empty()) nodes.push_back(m_seats.node(seats[0], g.name + ".root", root));
        const int low = newNode(m_out, g.name + ".low", g.low),
                  high = newNode(m_out, g.name + ".high", g.high);
        nodes.insert(nodes.end(), {low, high});
        GateSprings springs;
        const auto stationOf = [&](int node) {
            return (m_out.model.nodes[static_cast<std::size_t>(node)].at - root).dot(axis);
        };
        for (std::size_t n = 0; n + 1 < nodes.size(); ++n) {
            bar.stationFrom = stationOf(nodes[n]);
            bar.stationTo = stationOf(nodes[n + 1]);
            const int beam = pushBeam(m_out, bar, nodes[n], nodes[n + 1], up, g.spindleMaterial);
            if (nodes[n + 1] == low) springs.root = beam;
        }
        const int armLow = m_seats.node(seats[1], g.name + ".arm.low", g.low);
        springs.lower = addSpring(m_out, g.name + ".lower", low, armLow,
                                  bearing(axis, boltShearStiffness, boltAxialStiffness, 0));
        springs.upper =
            addSpring(m_out, g.name + ".upper", high, m_seats.node(seats[2], g.name + ".arm.high", g.high),
                      bearing(axis, boltShearStiffness, 0, 0));
        springs.latchPlace = m_seats.node(seats[3], g.name + ".latched", g.latch);
        if (g.keeper.empty()) {
            springs.holder =
                addSpring(m_out, g.name + ".holder", low, armLow, bearing(axis, 0, 0, holderStiffness));
        } else {
            Matrix6 k = Matrix6::Zero();
            k.diagonal().head<3>().setConstant(boltShearStiffness);
            springs.latch =
                addSpring(m_out, g.name + ".latch", m_seats.node(seats[4], g.name + ".keeper", g.latch),
                          springs.latchPlace, k);
        }
        m_out.gates.push_back(springs);
    }
}

}  // namespace hefty::proof
