#include "core/job/appraise/airflow.h"

#include <algorithm>
#include <cmath>
#include <map>

#include <fmt/format.h>

namespace hefty::job {
namespace {

using shape::Polygon2;
using shape::Vec2;

constexpr double cell = 8;      // mm
constexpr double edgeOn = 0.2;  // of a sheet's normal along the vehicle: below it is seen from its edge

/// The radiator's face in cells, each with the part that is first to cover it.
class Face {
  public:
    explicit Face(const rig::KeepOut &radiator)
        : m_low(radiator.low.y(), radiator.low.z()),
          m_high(radiator.high.y(), radiator.high.z()),
          m_x(radiator.high.x()) {
        m_across = std::max(1, static_cast<int>(std::lround((m_high.x() - m_low.x()) / cell)));
        m_up = std::max(1, static_cast<int>(std::lround((m_high.y() - m_low.y()) / cell)));
        m_by.assign(static_cast<std::size_t>(m_across) * static_cast<std::size_t>(m_up), {});
    }
    [[nodiscard]] double x() const { return m_x; }
    [[nodiscard]] double area() const { return (m_high.x() - m_low.x()) * (m_high.y() - m_low.y()); }

    /// @param covers  of a place (y, z) within the box around a shadow
    template <class Covers>
    void cover(const std::string &part, const Vec2 &low, const Vec2 &high, const Covers &covers) {
        const double dy = (m_high.x() - m_low.x()) / m_across, dz = (m_high.y() - m_low.y()) / m_up;
        const int y0 = std::max(0, static_cast<int>((low.x() - m_low.x()) / dy)),
                  y1 = std::min(m_across - 1, static_cast<int>((high.x() - m_low.x()) / dy)),
                  z0 = std::max(0, static_cast<int>((low.y() - m_low.y()) / dz)),
                  z1 = std::min(m_up - 1, static_cast<int>((high.y() - m_low.y()) / dz));
        for (int j = z0; j <= z1; ++j)
            for (int i = y0; i <= y1; ++i) {
                std::string &by = m_by[static_cast<std::size_t>(j) * static_cast<std::size_t>(m_across) +
                                       static_cast<std::size_t>(i)];
                const Vec2 in = placeIn(i + j * m_across);
                if (by.empty() && covers(Vec2(m_low.x() + (i + in.x()) * dy, m_low.y() + (j + in.y()) * dz)))
                    by = part;
            }
    }
    /// Where in its cell a place is looked at: each time elsewhere, or rows of holes would fall in step with
    /// the cells (additive recurrence of the plastic number).
    [[nodiscard]] static Vec2 placeIn(int k) {
        constexpr double a = 0.7548776662466927, b = 0.5698402909980532;
        return {std::fmod(0.5 + a * k, 1.0), std::fmod(0.5 + b * k, 1.0)};
    }
    [[nodiscard]] std::map<std::string, int> counts() const {
        std::map<std::string, int> out;
        for (const std::string &by : m_by)
            if (!by.empty()) ++out[by];
        return out;
    }
    [[nodiscard]] double cells() const { return static_cast<double>(m_by.size()); }

  private:
    Vec2 m_low, m_high;
    double m_x;
    int m_across = 1, m_up = 1;
    std::vector<std::string> m_by;
};

void coverByFaces(Face &face, const std::string &part, const armor::Solid &solid) {
    for (const armor::Solid::Face &f : solid.faces) {
        Polygon2 shadow;
        Vec2 low(1e300, 1e300), high(-1e300, -1e300);
        double nearest = -1e300;
        for (const Vec3 &c : f.corners) {
            shadow.emplace_back(c.y(), c.z());
            low = low.cwiseMin(shadow.back());
            high = high.cwiseMax(shadow.back());
            nearest = std::max(nearest, c.x());
        }
        if (nearest < face.x() || std::abs(shape::area(shadow)) < 1) continue;
        face.cover(part, low, high, [&shadow](const Vec2 &p) { return shape::inside(shadow, p); });
    }
}

/// Through its openings and holes the air goes.
void coverBySheet(Face &face, const std::string &part, const armor::SheetPart &s) {
    Vec2 low(1e300, 1e300), high(-1e300, -1e300);
    double nearest = -1e300;
    for (const Vec2 &c : s.outline) {
        const Vec3 at = s.axes.toWorld(c);
        low = low.cwiseMin(Vec2(at.y(), at.z()));
        high = high.cwiseMax(Vec2(at.y(), at.z()));
        nearest = std::max(nearest, at.x());
    }
    if (nearest < face.x()) return;
    const Vec3 n = s.axes.z;
    face.cover(part, low, high, [&](const Vec2 &p) {
        const Vec3 from(0, p.x(), p.y());
        const double x = (s.axes.origin - from).dot(n) / n.x();
        const Vec2 on = s.axes.toLocal(Vec3(x, p.x(), p.y())).head<2>();
        return s.covers(on) && std::none_of(s.holes.begin(), s.holes.end(), [&on](const armor::Hole &h) {
                   return (h.at - on).norm() < h.diameter / 2;
               });
    });
}

}  // namespace

std::vector<const armor::Assembly *> shapesOf(const Appraisal &appraisal) {
    std::vector<const armor::Assembly *> out;
    for (const PieceAppraisal &p : appraisal.pieces) out.push_back(p.assembly ? &p.shape() : nullptr);
    return out;
}

std::optional<Airflow> airflowOf(const rig::Vehicle &vehicle,
                                 const std::vector<const armor::Assembly *> &assemblies) {
    const auto radiator = std::find_if(vehicle.keepOuts.begin(), vehicle.keepOuts.end(),
                                       [](const rig::KeepOut &k) { return k.id == radiatorId; });
    if (radiator == vehicle.keepOuts.end()) return std::nullopt;
    Face face(*radiator);
    std::map<std::string, std::pair<std::size_t, std::string>> names;  // of what covers: piece and part
    for (std::size_t i = 0; i < assemblies.size(); ++i) {
        if (!assemblies[i]) continue;
        for (const armor::Solid &solid : assemblies[i]->solids) {
            const std::string key = fmt::format("{}/{}", i, solid.part);
            names[key] = {i, solid.part};
            const armor::SheetPart *sheet = assemblies[i]->sheet(solid.part);
            if (sheet && std::abs(sheet->axes.z.x()) > edgeOn)
                coverBySheet(face, key, *sheet);
            else
                coverByFaces(face, key, solid);
        }
    }
    Airflow out;
    int covered = 0, most = 0;
    for (const auto &[key, count] : face.counts()) {
        covered += count;
        if (count <= most) continue;
        most = count;
        out.pieceIndex = names[key].first;
        out.governs = names[key].second;
    }
    out.share = 1 - covered / face.cells();
    out.covered = covered / face.cells() * face.area();
    out.at = {face.x(), (radiator->low.y() + radiator->high.y()) / 2,
              (radiator->low.z() + radiator->high.z()) / 2};
    working::Working &w = out.working;
    w.title = "Open share of the radiator's face, seen from ahead";
    w.given("A", "face of the radiator", face.area() * 1e-6, "m²", "measured (keep-out)")
        .step("A_c", "covered by armor and winch", "cells of 8 mm whose line along the vehicle meets a part",
              "", out.covered * 1e-6, "m²", "docs/methods.md, \"Airflow\"")
        .step("s", "open share", "1 − A_c/A", "", out.share, "", "");
    w.note(
        "Seen straight from ahead: air that goes around is not counted, nor the grille and the fan's own "
        "shroud.");
    return out;
}

}  // namespace hefty::job
