#include <algorithm>
#include <cmath>
#include <sstream>

#include <dxflib/dl_dxf.h>
#include <fmt/format.h>

#include "core/outline/dxf_collector.h"

namespace hefty::outline {
namespace {

struct Unit {
    const char *name;
    double mm;
};

/// By $INSUNITS; none for a code that is no length of a shop.
std::optional<Unit> unitOf(int code) {
    switch (code) {
        case 0:
            return Unit{"assumed mm", 1};
        case 1:
            return Unit{"inch", 25.4};
        case 2:
            return Unit{"foot", 304.8};
        case 4:
            return Unit{"mm", 1};
        case 5:
            return Unit{"cm", 10};
        case 6:
            return Unit{"m", 1000};
        case 9:
            return Unit{"mil", 0.0254};
        case 10:
            return Unit{"yard", 914.4};
        case 14:
            return Unit{"dm", 100};
        default:
            return std::nullopt;
    }
}

/// Loops and pieces of a bag and of the blocks that it inserts, moved to where they stand.
class Unfolder {
  public:
    Unfolder(const DxfCollector &file, Drawing &out) : m_file(file), m_out(out) {}
    std::vector<Loop> loops;
    std::vector<Piece> pieces;

    void run(const DxfBag &bag, const Eigen::Affine2d &place, int depth) {
        const Eigen::Matrix2d m = place.linear();
        const bool alike = std::abs(m.col(0).norm() - m.col(1).norm()) < 1e-9 * m.norm() &&
                           std::abs(m.col(0).dot(m.col(1))) < 1e-9 * m.squaredNorm();
        const double turn = m.determinant() < 0 ? -1 : 1;
        for (Loop l : bag.loops) {
            if (!alike) l = straight(l);
            for (Corner &c : l) c = {place * c.at, turn * c.bulge};
            loops.push_back(std::move(l));
        }
        for (Piece p : bag.pieces) {
            if (!alike && p.bulge != 0) {
                m_out.left.push_back({p.entity, "a part of a circle in a block that is scaled unevenly"});
                continue;
            }
            p.from = place * p.from;
            p.to = place * p.to;
            p.bulge *= turn;
            pieces.push_back(std::move(p));
        }
        constexpr int deepest = 12;
        for (const DxfBag::Insert &i : bag.inserts) {
            const auto it = m_file.blocks.find(i.block);
            if (it == m_file.blocks.end())
                m_out.left.push_back({"INSERT", "the block \"" + i.block + "\" is not in the file"});
            else if (depth >= deepest)
                m_out.left.push_back({"INSERT", "the block \"" + i.block + "\" holds itself"});
            else
                run(it->second, place * i.place * Eigen::Translation2d(-it->second.base), depth + 1);
        }
    }

  private:
    static Loop straight(const Loop &loop) {
        Loop out;
        for (const Vec2 &p : flattened(loop, 0.01)) out.push_back({p, 0});
        return out;
    }
    const DxfCollector &m_file;
    Drawing &m_out;
};

/// What keeps a chain of pieces open.
struct Gap {
    double width = 0;
    Vec2 at = Vec2::Zero();
    std::string entity;
};

/// Chains pieces end to end; tells of those that do not close.
std::vector<Gap> chain(std::vector<Piece> &pieces, std::vector<Loop> &loops) {
    std::vector<Gap> gaps;
    for (Piece &first : pieces) {
        if (first.used) continue;
        first.used = true;
        Loop loop{{first.from, first.bulge}};
        Vec2 end = first.to;
        while ((end - loop.front().at).norm() >= meets) {
            Piece *nearest = nullptr;
            bool turned = false;
            double distance = meets;
            for (Piece &p : pieces) {
                if (p.used) continue;
                for (const bool back : {false, true})
                    if (const double d = ((back ? p.to : p.from) - end).norm(); d < distance) {
                        nearest = &p;
                        turned = back;
                        distance = d;
                    }
            }
            if (!nearest) {
                gaps.push_back({(end - loop.front().at).norm(), end, first.entity});
                loop.clear();
                break;
            }
            nearest->used = true;
            loop.push_back({end, turned ? -nearest->bulge : nearest->bulge});
            end = turned ? nearest->from : nearest->to;
        }
        if (loop.size() >= 2) loops.push_back(std::move(loop));
    }
    return gaps;
}

void sayOthers(const DxfCollector &file, Drawing &out) {
    for (const auto &[entity, count] : file.others)
        out.left.push_back({entity, count == 1 ? std::string("it is no outline")
                                               : fmt::format("these {} are no outlines", count)});
    if (file.fittedSplines > 0)
        out.left.push_back({"SPLINE", fmt::format("{} given by the points they pass through alone: save them "
                                                  "with control points",
                                                  file.fittedSplines)});
}

}  // namespace

Result<Drawing> readDxfDrawing(const std::string &text, const std::string &name) {
    if (text.find("SECTION") == std::string::npos || text.find("ENTITIES") == std::string::npos)
        return fail(ProblemKind::BadInput, "This is no DXF file: it has no entities.", name,
                    "Save the drawing as DXF text.");
    DxfCollector collector;
    DL_Dxf reader;
    std::stringstream stream(text);
    try {
        reader.in(stream, &collector);
    } catch (const std::exception &) {  // of damaged headers
        return fail(ProblemKind::BadInput, "This DXF file is damaged.", name, "Save it once more.");
    }
    const auto unit = unitOf(collector.units);
    if (!unit)
        return fail(ProblemKind::BadInput,
                    fmt::format("The drawing says that its unit is number {}, which is no length of a shop.",
                                collector.units),
                    name, "Save it in millimeters or inches.");
    Drawing out;
    out.unit = unit->name;
    Unfolder unfolded(collector, out);
    unfolded.run(collector.drawing, Eigen::Affine2d(Eigen::Scaling(Vec2(unit->mm, unit->mm))), 0);
    for (const Loop &l : unfolded.loops)
        for (const Corner &c : l)
            if (!c.at.allFinite() || !std::isfinite(c.bulge))
                return fail(ProblemKind::NotFinite, "A place in the drawing is no number.", name);
    for (const Piece &p : unfolded.pieces)
        if (!p.from.allFinite() || !p.to.allFinite() || !std::isfinite(p.bulge))
            return fail(ProblemKind::NotFinite, "A place in the drawing is no number.", name);
    const std::vector<Gap> gaps = chain(unfolded.pieces, unfolded.loops);
    sayOthers(collector, out);
    for (const Gap &g : gaps)
        out.left.push_back(
            {g.entity, fmt::format("it does not close: {:.2f} mm are left open at ({:.1f}, {:.1f})", g.width,
                                   g.at.x(), g.at.y())});
    if (unfolded.loops.empty() && !gaps.empty()) {
        const Gap &widest = *std::max_element(gaps.begin(), gaps.end(),
                                              [](const Gap &a, const Gap &b) { return a.width < b.width; });
        return fail(ProblemKind::BadInput,
                    fmt::format("No line closes: {:.2f} mm are left open at ({:.1f}, {:.1f}).", widest.width,
                                widest.at.x(), widest.at.y()),
                    name, "Join the ends in the drawing.");
    }
    auto parts = partsOf(std::move(unfolded.loops), name);
    if (!parts) return tl::unexpected(parts.error());
    out.parts = std::move(*parts);
    return out;
}

Result<Outline> readDxf(const std::string &text, const std::string &name) {
    auto drawing = readDxfDrawing(text, name);
    if (!drawing) return tl::unexpected(drawing.error());
    return tidied(std::move(drawing->parts.front()));
}

std::string writeDxf(const Outline &outline) {
    return writeDxf(std::vector<Outline>{outline});
}

}  // namespace hefty::outline
