#include <algorithm>
#include <cmath>
#include <numbers>
#include <sstream>

#include <dxflib/dl_creationadapter.h>
#include <dxflib/dl_dxf.h>
#include <fmt/format.h>

#include "core/outline/outline.h"

namespace hefty::outline {
namespace {

constexpr double meets = 0.05;  // mm: ends that are nearer are one

/// A line or arc that may be part of a closed line.
struct Piece {
    Vec2 from, to;
    double bulge;
    bool used = false;
};

class Collector : public DL_CreationAdapter {
  public:
    std::vector<Loop> loops;
    std::vector<Piece> pieces;

    void addLine(const DL_LineData &d) override { pieces.push_back({Vec2(d.x1, d.y1), Vec2(d.x2, d.y2), 0}); }
    void addArc(const DL_ArcData &d) override {
        constexpr double deg = std::numbers::pi / 180;
        double sweep = std::fmod(d.angle2 - d.angle1, 360.0);
        if (sweep <= 0) sweep += 360;
        const auto at = [&](double a) {
            return Vec2(d.cx + d.radius * std::cos(a * deg), d.cy + d.radius * std::sin(a * deg));
        };
        pieces.push_back({at(d.angle1), at(d.angle1 + sweep), std::tan(sweep * deg / 4)});
    }
    void addCircle(const DL_CircleData &d) override {
        loops.push_back(circle(Vec2(d.cx, d.cy), 2 * d.radius));
    }
    void addPolyline(const DL_PolylineData &d) override {
        m_closed = (d.flags & 1) != 0;
        m_line.clear();
        m_open = true;
    }
    void addVertex(const DL_VertexData &d) override {
        if (m_open) m_line.push_back({Vec2(d.x, d.y), d.bulge});
    }
    void endSequence() override { finish(); }
    void endEntity() override { finish(); }

  private:
    void finish() {
        if (!m_open) return;
        m_open = false;
        if (m_line.size() < 2) return;
        const bool same = (m_line.front().at - m_line.back().at).norm() < meets;
        if (same) m_line.pop_back();
        if (m_closed || same) {
            loops.push_back(m_line);
            return;
        }
        for (std::size_t i = 0; i + 1 < m_line.size(); ++i)
            pieces.push_back({m_line[i].at, m_line[i + 1].at, m_line[i].bulge});
    }
    bool m_open = false, m_closed = false;
    Loop m_line;
};

/// Chains pieces end to end; `gap` is the widest that kept one open.
void chain(std::vector<Piece> &pieces, std::vector<Loop> &loops, double &gap, Vec2 &gapAt) {
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
                const double left = (end - loop.front().at).norm();
                if (left > gap) {
                    gap = left;
                    gapAt = end;
                }
                loop.clear();
                break;
            }
            nearest->used = true;
            loop.push_back({end, turned ? -nearest->bulge : nearest->bulge});
            end = turned ? nearest->from : nearest->to;
        }
        if (loop.size() >= 2) loops.push_back(std::move(loop));
    }
}

}  // namespace

Result<Outline> readDxf(const std::string &text, const std::string &name) {
    if (text.find("SECTION") == std::string::npos || text.find("ENTITIES") == std::string::npos)
        return fail(ProblemKind::BadInput, "This is no DXF file: it has no entities.", name,
                    "Save the drawing as DXF text.");
    Collector collector;
    DL_Dxf reader;
    std::stringstream stream(text);
    reader.in(stream, &collector);
    double gap = 0;
    Vec2 gapAt = Vec2::Zero();
    chain(collector.pieces, collector.loops, gap, gapAt);
    for (const Loop &l : collector.loops)
        for (const Corner &c : l)
            if (!c.at.allFinite() || !std::isfinite(c.bulge))
                return fail(ProblemKind::NotFinite, "A place in the drawing is no number.", name);
    if (collector.loops.empty() && gap > 0)
        return fail(ProblemKind::BadInput,
                    fmt::format("No line closes: {:.2f} mm are left open at ({:.1f}, {:.1f}).", gap,
                                gapAt.x(), gapAt.y()),
                    name, "Join the ends in the drawing.");
    return assembled(std::move(collector.loops), name);
}

std::string writeDxf(const Outline &outline) {
    std::string out =
        "0\nSECTION\n2\nHEADER\n9\n$ACADVER\n1\nAC1015\n9\n$"
        "INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n";
    const auto add = [&out](const Loop &loop, const char *layer) {
        Vec2 center = Vec2::Zero();
        double diameter = 0;
        if (isCircle(loop, center, diameter)) {
            out += fmt::format("0\nCIRCLE\n8\n{}\n10\n{:.4f}\n20\n{:.4f}\n30\n0\n40\n{:.4f}\n", layer,
                               center.x(), center.y(), diameter / 2);
            return;
        }
        out += fmt::format("0\nLWPOLYLINE\n8\n{}\n90\n{}\n70\n1\n", layer, loop.size());
        for (const Corner &c : loop)
            out += fmt::format("10\n{:.4f}\n20\n{:.4f}\n42\n{:.8f}\n", c.at.x(), c.at.y(), c.bulge);
    };
    add(outline.outer, "outline");
    for (const Loop &h : outline.holes) add(h, "holes");
    return out + "0\nENDSEC\n0\nEOF\n";
}

}  // namespace hefty::outline
