#include "core/proof/model/rails.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/proof/model/ways.h"

namespace hefty::proof {
namespace {

constexpr double same = 1e-6;        // mm
constexpr double shortestStub = 10;  // mm of rail that is always left to bend
constexpr double nearCrossmember = 10;

}  // namespace

const Rails::Stop *Rails::stopAt(const Vec3 &at) const {
    const auto it = std::find_if(m_stops.begin(), m_stops.end(), [&at](const Stop &s) {
        return s.left == (at.y() > 0) && std::abs(s.x - at.x()) < same;
    });
    return it == m_stops.end() ? nullptr : &*it;
}

void Rails::plan(const Vec3 &at) {
    if (!stopAt(at)) m_stops.push_back({at.x(), at.y() > 0, false, -1});
}

void Rails::make() {
    for (const bool left : {true, false}) makeSide(left);
}

void Rails::makeSide(bool left) {
    std::vector<Stop> side;
    for (const Stop &s : m_stops)
        if (s.left == left) side.push_back(s);
    if (side.empty()) return;
    // Of the crossmembers those count that bound a bay in which something takes hold.
    std::vector<double> members;
    for (const Stop &s : side) {
        auto [ahead, behind] = rig::railBay(m_rig, s.x, s.x);
        const bool atOne = std::any_of(m_rig.crossmembers.begin(), m_rig.crossmembers.end(),
                                       [&](double x) { return std::abs(x - s.x) < nearCrossmember; });
        if (atOne || (!ahead && !behind)) {
            ahead.reset();
            behind = s.x - shortestStub;
        }
        if (ahead) members.push_back(*ahead);
        if (behind) members.push_back(*behind);
    }
    for (const double x : members)
        if (std::none_of(side.begin(), side.end(),
                         [x](const Stop &s) { return s.held && std::abs(s.x - x) < same; }))
            side.push_back({x, left, true, -1});
    std::sort(side.begin(), side.end(), [](const Stop &a, const Stop &b) { return a.x > b.x; });
    const std::string name = left ? "frame.left" : "frame.right";
    for (Stop &s : side) {
        const Vec3 at(s.x, (left ? 1 : -1) * m_rig.railSpacing / 2, m_rig.railCenterAt(s.x));
        s.node = newNode(m_out, fmt::format("{}{}@{:.0f}", name, s.held ? ".crossmember" : "", s.x), at);
        if (s.held) m_out.model.supports.push_back({s.node, mechanics::allFreedoms});
    }
    for (std::size_t i = 1; i < side.size(); ++i)
        if (!side[i - 1].held || !side[i].held) addBeam(side[i - 1], side[i]);
    for (Stop &s : m_stops)
        if (s.left == left)
            for (const Stop &made : side)
                if (!made.held && std::abs(made.x - s.x) < same) s.node = made.node;
}

Bar railBar(const rig::RigGeometry &rig, const stock::Material &material, stock::SectionShape shape) {
    stock::Section rail;
    rail.shape = shape;
    rail.height = rig.railHeight;
    rail.width = rig.railWidth;
    rail.wall = rig.railWall;
    Bar bar;
    bar.vehicle = true;
    bar.shape = shape;
    bar.material = material;
    bar.height = rail.height;
    bar.width = rail.width;
    bar.wall = rail.wall;
    bar.properties = stock::properties(rail, material.density)
                         .value_or(stock::boxProperties(rail.height, rail.width, rail.wall));
    return bar;
}

void Rails::addBeam(const Stop &front, const Stop &rear) {
    // One that nobody looked at gives way as a channel does; its strength is the lesser of both open kinds.
    const stock::SectionShape shape =
        m_rig.railSection == rig::RailSection::Closed ? stock::SectionShape::RectTube
        : m_rig.railSection == rig::RailSection::Hat  ? stock::SectionShape::Hat
                                                      : stock::SectionShape::Channel;
    const auto at = [this](int node) -> const Vec3 & {
        return m_out.model.nodes[static_cast<std::size_t>(node)].at;
    };
    Bar bar = railBar(m_rig, m_material, shape);
    bar.part = front.left ? "frame.left" : "frame.right";
    bar.unbraced = bar.stationTo = (at(rear.node) - at(front.node)).norm();
    const int beam = pushBeam(m_out, std::move(bar), front.node, rear.node, Vec3::UnitZ(), m_material);
    m_beams.push_back({front.node, rear.node, beam});
}

int Rails::nodeAt(const Vec3 &at) const {
    const Stop *stop = stopAt(at);
    return stop ? stop->node : -1;
}

std::vector<int> Rails::beamsAt(const Vec3 &at) const {
    const int node = nodeAt(at);
    std::vector<int> out;
    for (const Beam &b : m_beams)
        if (node >= 0 && (b.from == node || b.to == node)) out.push_back(b.beam);
    return out;
}

}  // namespace hefty::proof
