#include "core/exchange/grid.h"

#include <algorithm>

#include <fmt/format.h>

namespace hefty::exchange {
namespace {

/// One array of the file.
template <class T>
std::string array(const std::string &name, const char *type, int components, const std::vector<T> &values) {
    std::string out =
        fmt::format("<DataArray type=\"{}\" Name=\"{}\" NumberOfComponents=\"{}\" format=\"ascii\">\n", type,
                    name, components);
    for (std::size_t i = 0; i < values.size(); ++i)
        out += fmt::format("{}{}", values[i], (i + 1) % 12 == 0 ? '\n' : ' ');
    return out + "\n</DataArray>\n";
}

/// By case and cell; a cell that nothing looked at works with 0.
double useIn(const std::vector<std::vector<float>> &use, std::size_t c, std::size_t cell) {
    return c < use.size() && cell < use[c].size() ? static_cast<double>(use[c][cell]) : 0;
}
double mostUse(const std::vector<std::vector<float>> &use, std::size_t cell) {
    double most = 0;
    for (std::size_t c = 0; c < use.size(); ++c) most = std::max(most, useIn(use, c, cell));
    return most;
}

}  // namespace

std::string vtuOf(const proof::Proof &proof, std::size_t loadCase) {
    constexpr int line = 3, triangle = 5, quad = 9;  // cell types of the format
    const mechanics::FrameModel &m = proof.idealization.model;
    std::vector<double> points, moves, now, most;
    std::vector<int> corners, offsets, types;
    const auto &moved = proof.solution.cases[loadCase].displacements;
    for (std::size_t n = 0; n < m.nodes.size(); ++n)
        for (int k = 0; k < 3; ++k) {
            points.push_back(m.nodes[n].at(k));
            moves.push_back(n < moved.size() ? moved[n](k) : 0);
        }
    const auto cell = [&](int type, double use, double worst) {
        offsets.push_back(static_cast<int>(corners.size()));
        types.push_back(type);
        now.push_back(use);
        most.push_back(worst);
    };
    for (std::size_t b = 0; b < m.beams.size(); ++b) {
        corners.insert(corners.end(), {m.beams[b].from, m.beams[b].to});
        cell(line, useIn(proof.barUse, loadCase, b), mostUse(proof.barUse, b));
    }
    for (std::size_t s = 0; s < m.shells.size(); ++s) {
        int count = 0;
        for (const int n : m.shells[s].nodes)
            if (n >= 0) {
                corners.push_back(n);
                ++count;
            }
        cell(count == 3 ? triangle : quad, useIn(proof.shellUse, loadCase, s), mostUse(proof.shellUse, s));
    }
    return fmt::format(
               "<?xml version=\"1.0\"?>\n"
               "<VTKFile type=\"UnstructuredGrid\" version=\"0.1\" "
               "byte_order=\"LittleEndian\">\n<UnstructuredGrid>\n"
               "<Piece NumberOfPoints=\"{}\" NumberOfCells=\"{}\">\n",
               m.nodes.size(), types.size()) +
           "<Points>\n" + array("points", "Float64", 3, points) + "</Points>\n<Cells>\n" +
           array("connectivity", "Int32", 1, corners) + array("offsets", "Int32", 1, offsets) +
           array("types", "UInt8", 1, types) + "</Cells>\n<PointData Vectors=\"move\">\n" +
           array("move", "Float64", 3, moves) + "</PointData>\n<CellData Scalars=\"use\">\n" +
           array("use", "Float64", 1, now) + array("most", "Float64", 1, most) +
           "</CellData>\n</Piece>\n</UnstructuredGrid>\n</VTKFile>\n";
}

}  // namespace hefty::exchange
