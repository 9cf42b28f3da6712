#include "core/proof/model/sheets.h"

#include <cmath>
#include <utility>

#include <fmt/format.h>

#include "core/base/parallel.h"
#include "core/proof/strength/aluminum.h"

namespace hefty::proof {

using mechanics::ShellForces;

SheetSpots::SheetSpots(const armor::Assembly &assembly, const Idealization &idealization, Sheet sheet)
    : m_sheet(std::move(sheet)), m_near(idealization.model, m_sheet.first, m_sheet.count) {
    const auto &model = idealization.model;
    for (int s = 0; s < m_sheet.count; ++s) {
        const auto &nodes = model.shells[static_cast<std::size_t>(m_sheet.first + s)].nodes;
        const auto at = [&](std::size_t i) { return model.nodes[static_cast<std::size_t>(nodes[i])].at; };
        Spot spot;
        spot.at = m_near.middles()[static_cast<std::size_t>(s)];
        const Vec3 side = (at(1) - at(0)).normalized();
        // The shell's x is that far turned from the sheet's x: seen from it, the sheet's is turned back.
        // Shells of a tube have theirs along it.
        spot.turn = mechanics::turning(
            m_sheet.side ? -std::atan2(side.dot(*m_sheet.side), side.dot(m_sheet.along)) : 0.0);
        spot.yield = m_sheet.material.yield;
        spot.nearFrom = static_cast<int>(m_shares.size());
        double area = 0;
        for (const NearShells::Share &n : m_near.within(spot.at, averagedOver * m_sheet.thickness)) {
            m_shares.push_back(n);
            area += n.area;
        }
        spot.nearTo = static_cast<int>(m_shares.size());
        for (int i = spot.nearFrom; i < spot.nearTo; ++i) m_shares[static_cast<std::size_t>(i)].area /= area;
        m_spots.push_back(spot);
    }
    leaveOutHoles(assembly);
    softenWelds(assembly, idealization);
}

std::vector<ShellForces> SheetSpots::means(const mechanics::CaseSolution &solution) const {
    std::vector<mechanics::Vec6> own(m_spots.size());
    for (std::size_t s = 0; s < m_spots.size(); ++s) {
        const ShellForces &f = solution.shellForces[static_cast<std::size_t>(m_sheet.first) + s];
        own[s] << m_spots[s].turn * f.membrane, m_spots[s].turn * f.bending;
    }
    std::vector<ShellForces> out;
    out.reserve(m_spots.size());
    for (const Spot &spot : m_spots) {
        mechanics::Vec6 mean = mechanics::Vec6::Zero();
        for (int i = spot.nearFrom; i < spot.nearTo; ++i) {
            const NearShells::Share &n = m_shares[static_cast<std::size_t>(i)];
            mean += n.area * own[static_cast<std::size_t>(n.shell)];
        }
        out.push_back({mean.head<3>(), mean.tail<3>()});
    }
    return out;
}

/// Beside a bolt or a pin the checks of bearing and tear-out speak.
void SheetSpots::leaveOutHoles(const armor::Assembly &assembly) {
    const armor::SheetPart *plate = assembly.sheet(m_sheet.part);
    if (!plate) return;
    for (const armor::Hole &h : plate->holes) {
        const Vec3 middle = plate->axes.toWorld(h.at);
        for (Spot &s : m_spots)
            if ((s.at - middle).norm() < h.diameter) s.counts = false;
    }
}

void SheetSpots::softenWelds(const armor::Assembly &assembly, const Idealization &idealization) {
    if (m_sheet.material.weldedYield >= m_sheet.material.yield) return;
    for (const WeldPiece &p : idealization.weldPieces) {
        const armor::WeldJoint &j = assembly.welds[static_cast<std::size_t>(p.weld)];
        if (j.isFold() || (j.a != m_sheet.part && j.b != m_sheet.part)) continue;
        for (Spot &s : m_spots)
            if ((s.at - p.at).norm() < heatAffected + p.length / 2) s.yield = m_sheet.material.weldedYield;
    }
}

std::vector<SheetSpots> sheetsOf(const armor::Assembly &assembly, const Idealization &idealization) {
    std::vector<Sheet> sheets;
    for (const PlateShells &p : idealization.plates)
        sheets.push_back({p.part, p.part, p.material, p.thickness, p.first, p.count, p.axes.x, p.axes.y});
    for (const TubeShells &w : idealization.walls)
        sheets.push_back({fmt::format("{}@{:.0f}", w.part, (w.bar.stationFrom + w.bar.stationTo) / 2), w.part,
                          w.bar.material, w.bar.wall, w.first, w.count, w.axes.x, std::nullopt});
    std::vector<std::optional<SheetSpots>> made(sheets.size());
    parallel::forUneven(
        sheets.size(), [&](std::size_t i) { made[i].emplace(assembly, idealization, std::move(sheets[i])); });
    std::vector<SheetSpots> out;
    out.reserve(made.size());
    for (std::optional<SheetSpots> &m : made) out.push_back(std::move(*m));
    return out;
}

}  // namespace hefty::proof
