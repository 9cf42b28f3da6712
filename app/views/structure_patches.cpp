// What the structure's picture is made of: faces of tubes, plates and shells, stretches of seams.
#include "app/views/structure_view.h"

#include <algorithm>
#include <map>

namespace hefty::app {

double StructureView::useOf(const std::vector<std::vector<float>> &uses, std::size_t thing) const {
    if (m_case >= 0 && m_case < static_cast<int>(uses.size()))
        return uses[static_cast<std::size_t>(m_case)][thing];
    double most = 0;
    for (std::size_t c = 0; c < uses.size(); ++c) most = std::max<double>(most, uses[c][thing]);
    return most;
}

Vec3 StructureView::movedNode(const proof::Proof &proof, int node) const {
    return moved(proof, node, proof.idealization.model.nodes[static_cast<std::size_t>(node)].at);
}

/// Plates, and tubes where something goes through them, that were looked at as shells: each with its own
/// tint, and the edges of the part.
void StructureView::addShells(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const {
    const proof::Proof &proof = *piece.proof;
    for (const proof::PlateShells &plate : proof.idealization.plates)
        addSheet(proof, plate.part, plate.first, plate.count, patches);
    for (const proof::TubeShells &wall : proof.idealization.walls)
        addSheet(proof, wall.part, wall.first, wall.count, patches);
}

void StructureView::addSheet(const proof::Proof &proof, const std::string &part, int first, int count,
                             std::vector<Patch> &patches) const {
    const auto &model = proof.idealization.model;
    const bool chosen = m_session->selected().toStdString() == part;
    struct Edge {
        Vec3 normal = Vec3::Zero();
        int shells = 0;
        bool sharp = false;
    };
    std::map<std::pair<int, int>, Edge> edges;
    for (int s = first; s < first + count; ++s) {
        const auto shell = static_cast<std::size_t>(s);
        const std::vector<int> &nodes = model.shells[shell].nodes;
        const Vec3 normal = mechanics::shellNormal(model, model.shells[shell]);
        std::vector<Vec3> corners;
        for (std::size_t i = 0; i < nodes.size(); ++i) {
            corners.push_back(movedNode(proof, nodes[i]));
            Edge &edge = edges[std::minmax(nodes[i], nodes[(i + 1) % nodes.size()])];
            edge.sharp = edge.shells++ > 0 && std::abs(edge.normal.dot(normal)) < 0.7;
            edge.normal = normal;
        }
        addPatch(corners, useOf(proof.shellUse, shell), true, false, patches);
        patches.back().edged = false;
    }
    for (const auto &[nodes, edge] : edges) {
        if (edge.shells != 1 && !edge.sharp) continue;
        // Where a tube goes on as a bar is no edge of it.
        const bool goesOn = std::any_of(
            proof.idealization.walls.begin(), proof.idealization.walls.end(),
            [&](const proof::TubeShells &w) {
                const double at =
                    (model.nodes[static_cast<std::size_t>(nodes.first)].at - w.axes.origin).dot(w.axes.x);
                const double to =
                    (model.nodes[static_cast<std::size_t>(nodes.second)].at - w.axes.origin).dot(w.axes.x);
                return w.first == first && std::abs(at - to) < 1e-6 &&
                       (std::abs(at - w.bar.stationFrom) < 1e-6 || std::abs(at - w.bar.stationTo) < 1e-6);
            });
        if (goesOn) continue;
        addPatch({movedNode(proof, nodes.first), movedNode(proof, nodes.second)}, 0, false, chosen, patches);
        patches.back().line = chosen ? 2.6 : 0.9;
        patches.back().nearer = 1;
    }
}

/// Every stretch of every seam, tinted by its own stress.
void StructureView::addSeams(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const {
    constexpr double width = 3.4;  // px
    const proof::Proof &proof = *piece.proof;
    for (const proof::WeldPiece &p : proof.idealization.weldPieces) {
        if (p.tie < 0) continue;
        const armor::WeldLine &line = piece.proved->welds[static_cast<std::size_t>(p.weld)]
                                          .contacts[static_cast<std::size_t>(p.contact)]
                                          .lines[static_cast<std::size_t>(p.line)];
        const Vec3 half = (line.to - line.from).normalized() * (p.length / 2);
        const int node = proof.idealization.model.ties[static_cast<std::size_t>(p.tie)].to.front().node;
        addPatch({moved(proof, node, p.at - half), moved(proof, node, p.at + half)},
                 useOf(proof.tieUse, static_cast<std::size_t>(p.tie)), true, false, patches);
        patches.back().line = width;
        patches.back().nearer =
            piece.proved->welds[static_cast<std::size_t>(p.weld)].leg;  // outside the corner
    }
}

Vec3 StructureView::moved(const proof::Proof &proof, int node, const Vec3 &p) const {
    const Posed pose = posed(proof);
    if (!pose.motions) return p;
    const auto n = static_cast<std::size_t>(node);
    const mechanics::Vec6 &u = (*pose.motions)[n];
    const Vec3 arm = p - pose.idealization.model.nodes[n].at;
    return p + pose.scale * (u.head<3>() + Vec3(u.tail<3>()).cross(arm));
}

const proof::Collapse *StructureView::collapse(const proof::Proof &proof) const {
    if (m_collapse < 0 || !proof.pushOver) return nullptr;
    const auto c = static_cast<std::size_t>(m_collapse);
    return c < proof.pushOver->collapses.size() ? &proof.pushOver->collapses[c] : nullptr;
}

StructureView::Posed StructureView::posed(const proof::Proof &proof) const {
    constexpr double foldPerStep = 4;  // mm of the largest motion for one step of the slider
    if (const proof::Collapse *c = collapse(proof))
        return {proof.pushOver->model, &c->shape, foldPerStep * m_exaggeration};
    if (m_case < 0 || m_case >= static_cast<int>(proof.solution.cases.size())) return {proof.idealization};
    return {proof.idealization, &proof.solution.cases[static_cast<std::size_t>(m_case)].displacements,
            m_exaggeration};
}

/// Of its check; while the piece folds, all of it where a hinge has formed and nothing elsewhere.
double StructureView::barUse(const proof::Proof &proof, std::size_t bar) const {
    const proof::Collapse *c = collapse(proof);
    if (!c) return useOf(proof.barUse, bar);
    return std::any_of(c->hinges.begin(), c->hinges.end(),
                       [bar](const proof::FoldHinge &h) { return static_cast<std::size_t>(h.beam) == bar; })
               ? 1
               : 0;
}

void StructureView::addPatch(std::vector<Vec3> corners, double use, bool tinted, bool selected,
                             std::vector<Patch> &patches) {
    Patch patch;
    patch.corners = std::move(corners);
    patch.use = use;
    patch.tinted = tinted;
    patch.selected = selected;
    patches.push_back(std::move(patch));
}

void StructureView::addTubes(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const {
    const proof::Proof &proof = *piece.proof;
    const proof::Idealization &drawn = posed(proof).idealization;
    const auto &model = drawn.model;
    for (std::size_t b = 0; b < drawn.bars.size(); ++b) {
        const proof::Bar &bar = drawn.bars[b];
        if (bar.isPlate || !piece.proved->bar(bar.part)) continue;
        const mechanics::FrameBeam &beam = model.beams[b];
        const Vec3 &p = model.nodes[static_cast<std::size_t>(beam.from)].at,
                   &q = model.nodes[static_cast<std::size_t>(beam.to)].at;
        const auto axes = shape::axesAlong(p, q - p, beam.up);
        if (!axes) continue;
        const bool chosen = m_session->selected().toStdString() == bar.part;
        const double use = barUse(proof, b);
        for (int side = 0; side < 4; ++side) {
            const auto corner = [&](int k, bool end) {
                const double y = (k == 1 || k == 2 ? 1 : -1) * bar.width / 2;
                // a tapered piece keeps its top; the model's axis stays in the middle of the full height
                const double full = piece.proved->bar(bar.part)->section.height;
                const double z = k >= 2 ? full / 2 : full / 2 - bar.height;
                const Vec3 at = (end ? q : p) + axes->y * y + axes->z * z;
                return moved(proof, end ? beam.to : beam.from, at);
            };
            const int k = side, l = (side + 1) % 4;
            addPatch({corner(k, false), corner(l, false), corner(l, true), corner(k, true)}, use, true, false,
                     patches);
            patches.back().edged = false;
            // Where the model cuts a tube into bars is no edge of it.
            const auto addEdge = [&](const Vec3 &from, const Vec3 &to) {
                addPatch({from, to}, 0, false, chosen, patches);
                patches.back().line = chosen ? 2.6 : 0.9;
                patches.back().nearer = 1;
            };
            addEdge(corner(k, false), corner(k, true));
            if (bar.stationFrom < 1e-6) addEdge(corner(k, false), corner(l, false));
            if (bar.stationTo > piece.proved->bar(bar.part)->length() - 1e-6)
                addEdge(corner(k, true), corner(l, true));
        }
    }
}

void StructureView::addPlates(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const {
    const proof::Proof &proof = *piece.proof;
    const proof::Idealization &drawn = posed(proof).idealization;
    const auto &model = drawn.model;
    for (const armor::SheetPart &plate : piece.proved->sheets) {
        const bool meshed = std::any_of(drawn.plates.begin(), drawn.plates.end(),
                                        [&](const proof::PlateShells &s) { return s.part == plate.name; });
        if (meshed) continue;
        std::vector<std::pair<int, std::size_t>> nodes;  // node and the bar that has it
        double use = 0;
        for (std::size_t b = 0; b < drawn.bars.size(); ++b)
            if (drawn.bars[b].part == plate.name) {
                nodes.emplace_back(model.beams[b].from, b);
                nodes.emplace_back(model.beams[b].to, b);
                use = std::max(use, barUse(proof, b));
            }
        const bool carries = !nodes.empty();
        if (!carries)  // a cover: it goes along with the tube next to it
            for (std::size_t b = 0; b < drawn.bars.size(); ++b)
                if (piece.proved->bar(drawn.bars[b].part)) {
                    nodes.emplace_back(model.beams[b].from, b);
                    nodes.emplace_back(model.beams[b].to, b);
                }
        const armor::Solid *solid = piece.proved->solid(plate.name);
        if (!solid) continue;
        const bool chosen = m_session->selected().toStdString() == plate.name;
        for (const armor::Solid::Face &face : solid->faces) {
            std::vector<Vec3> corners;
            for (const Vec3 &c : face.corners) {
                const auto nearest =
                    std::min_element(nodes.begin(), nodes.end(), [&](const auto &x, const auto &y) {
                        return (model.nodes[static_cast<std::size_t>(x.first)].at - c).norm() <
                               (model.nodes[static_cast<std::size_t>(y.first)].at - c).norm();
                    });
                corners.push_back(nearest == nodes.end() ? c : moved(proof, nearest->first, c));
            }
            addPatch(corners, use, carries, chosen, patches);
        }
    }
}

void StructureView::addBought(const job::PieceAppraisal &piece, std::vector<Patch> &patches) const {
    for (const armor::Solid &s : piece.proved->solids) {
        if (!s.bought) continue;
        for (const armor::Solid::Face &f : s.faces) addPatch(f.corners, 0, false, false, patches);
    }
}

}  // namespace hefty::app
