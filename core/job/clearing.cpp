#include "core/job/clearing.h"

#include <array>
#include <cmath>

#include <fmt/format.h>

#include "core/rig/tire_size.h"

namespace hefty::job {
namespace {

using clearance::TouchPoint;

class Collector {
  public:
    Collector(const Job &job, const rig::Stood &stood) : m_job(job), m_stood(stood) {
        m_out.model.wheelbase = stood.wheelbase;
        m_out.model.front = {stood.front.loadedRadius, stood.front.width, stood.front.track};
        m_out.model.rear = {stood.rear.loadedRadius, stood.rear.width, stood.rear.track};
        m_out.front = stood.front.loadedRadius;
        m_out.rear = -stood.wheelbase - stood.rear.loadedRadius;
    }

    Clearing run(const std::vector<const armor::Assembly *> &pieces) {
        for (const rig::OutlinePoint &p : m_job.vehicle.outline) {
            addOutline(p, p.at);
            if (p.mirrored && p.at.y() != 0) addOutline(p, Vec3(p.at.x(), -p.at.y(), p.at.z()));
        }
        for (const armor::Assembly *a : pieces)
            if (a)
                for (const armor::Solid &s : a->solids) addSolid(s);
        return std::move(m_out);
    }

  private:
    void reachTo(const Vec3 &p) {
        m_out.front = std::max(m_out.front, p.x());
        m_out.rear = std::min(m_out.rear, p.x());
    }

    [[nodiscard]] bool nearAxle(double x) const {
        return std::abs(x) < m_stood.front.loadedRadius ||
               std::abs(x + m_stood.wheelbase) < m_stood.rear.loadedRadius;
    }

    void addOutline(const rig::OutlinePoint &p, const Vec3 &measured) {
        const TouchPoint point{p.id, p.onAxle ? m_stood.carriedByAxle(measured) : m_stood.carried(measured)};
        reachTo(point.at);
        clearance::ClearanceModel &m = m_out.model;
        if (p.onAxle || (p.region == rig::Region::Belly && nearAxle(point.at.x())))
            m.atAxles.push_back(point);
        else if (p.region == rig::Region::Front)
            m.frontPoints.push_back(point);
        else if (p.region == rig::Region::Belly)
            m.belly.push_back(point);
        else
            m.rearPoints.push_back(point);
        if (p.region == rig::Region::Rear) m_out.rearKnown = true;
    }

    /// What a tire shields limits no angle: the tire is there first.
    [[nodiscard]] bool ahead(const Vec3 &p) const {
        return clearance::tangentSlope(p.x(), p.z(), m_stood.front.loadedRadius).has_value();
    }
    [[nodiscard]] bool behind(const Vec3 &p) const {
        return clearance::tangentSlope(-m_stood.wheelbase - p.x(), p.z(), m_stood.rear.loadedRadius)
            .has_value();
    }

    void addSolid(const armor::Solid &s) {
        clearance::ClearanceModel &m = m_out.model;
        for (const armor::Solid::Face &face : s.faces)
            for (std::size_t i = 0; i < face.corners.size(); ++i) {
                const Vec3 p = m_stood.carried(face.corners[i]);
                const Vec3 q = m_stood.carried(face.corners[(i + 1) % face.corners.size()]);
                m_out.lowest = std::min(m_out.lowest.value_or(1e9), p.z());
                reachTo(p);
                const double middle = (p.x() + q.x()) / 2;
                if (middle > 0) {
                    if (ahead(p) && ahead(q)) m.frontEdges.push_back({s.part, p, q});
                } else if (middle < -m_stood.wheelbase) {
                    if (behind(p) && behind(q)) m.rearEdges.push_back({s.part, p, q});
                } else {
                    m.sideEdges.push_back({s.part, p, q});
                    (nearAxle(p.x()) ? m.atAxles : m.belly).push_back({s.part, p});
                }
            }
    }

    const Job &m_job;
    const rig::Stood &m_stood;
    Clearing m_out;
};

Result<double> needed(const rig::Vehicle &vehicle, const char *id) {
    if (const auto value = vehicle.value(id)) return *value;
    const rig::DatumDescriptor *d = rig::datum(id);
    return fail(
        ProblemKind::Undetermined,
        fmt::format("\"{}\" has not been measured: the vehicle cannot be driven without it.", d->name), id,
        d->how);
}

}  // namespace

Clearing clearingOf(const Job &job, const std::vector<const armor::Assembly *> &pieces,
                    const rig::Stood &stood) {
    return Collector(job, stood).run(pieces);
}

std::vector<rig::AddedMass> armorMasses(const Appraisal &appraisal) {
    std::vector<rig::AddedMass> out;
    for (const PieceAppraisal &p : appraisal.pieces)
        if (p.fabrication) out.push_back({p.id, p.fabrication->mass, p.fabrication->center});
    return out;
}

Result<clearance::RunVehicle> runVehicle(const Job &job, const Appraisal &appraisal,
                                         const rig::StandChoice &choice) {
    if (!appraisal.rig)
        return fail(ProblemKind::Undetermined, "The vehicle is not measured yet.", "vehicle",
                    "Settle what Measure asks for first.");
    const rig::Vehicle &v = job.vehicle;
    std::array<double, 7> datums{};
    constexpr std::array ids{"frontSpring", "rearSpring", "frontBump",   "frontDroop",
                             "rearBump",    "rearDroop",  "centerHeight"};
    for (std::size_t i = 0; i < ids.size(); ++i) {
        const auto value = needed(v, ids[i]);
        if (!value) return tl::unexpected(value.error());
        datums[i] = *value;
    }
    const auto stood = rig::stand(v, *appraisal.rig, choice);
    if (!stood) return tl::unexpected(stood.error());
    const rig::TireOption *tire = v.loadout.tire(choice.tire.empty() ? v.loadout.measuredOn : choice.tire);
    if (!tire)
        return fail(ProblemKind::Undetermined, "How far the tires give is not known.", "tires",
                    "Give the size code of the tire it was measured on.");
    const auto size = rig::readTireSize(tire->code);
    if (!size) return tl::unexpected(size.error());
    const double rate = rig::tireStiffness(*size, tire->pressure);
    clearance::RunVehicle out;
    out.wheelbase = stood->wheelbase;
    // What the load has used of the travel is gone, whichever way it went.
    const double frontUsed = stood->frontAxleRise - stood->frontRise;
    const double rearUsed = stood->rearAxleRise - stood->rearRise;
    out.front = {{stood->front.loadedRadius, stood->front.width, stood->front.track},
                 datums[0],
                 rate,
                 datums[2] - frontUsed,
                 datums[3] + frontUsed};
    out.rear = {{stood->rear.loadedRadius, stood->rear.width, stood->rear.track},
                datums[1],
                rate,
                datums[4] - rearUsed,
                datums[5] + rearUsed};
    out.frontMass = stood->stance ? stood->stance->frontMass : appraisal.rig->frontMass;
    out.rearMass = stood->stance ? stood->stance->rearMass : appraisal.rig->rearMass;
    out.centerHeight = stood->stance ? stood->carried(stood->stance->center).z() : datums[6];
    std::vector<const armor::Assembly *> pieces;
    for (const PieceAppraisal &p : appraisal.pieces) pieces.push_back(p.assembly ? &*p.assembly : nullptr);
    const Clearing clearing = clearingOf(job, pieces, *stood);
    const clearance::ClearanceModel &m = clearing.model;
    for (const auto *points : {&m.frontPoints, &m.belly, &m.rearPoints})
        out.points.insert(out.points.end(), points->begin(), points->end());
    for (const auto *edges : {&m.frontEdges, &m.sideEdges, &m.rearEdges})
        for (const clearance::TouchEdge &e : *edges) out.points.push_back({e.id, e.from});
    return out;
}

std::span<const LimitKind> limitKinds() {
    using clearance::ObstacleKind;
    static constexpr std::array<LimitKind, 3> kinds{{{ObstacleKind::Ledge, "highest ledge", 800},
                                                     {ObstacleKind::Hump, "tallest hump", 1000},
                                                     {ObstacleKind::Ditch, "widest ditch", 1500}}};
    return kinds;
}

}  // namespace hefty::job
