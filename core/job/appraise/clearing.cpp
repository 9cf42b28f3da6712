#include "core/job/appraise/clearing.h"

#include <cmath>

namespace hefty::job {
namespace {

using clearance::TouchPoint;

class Collector {
  public:
    Collector(const Job &job, const rig::Stood &stood) : m_job(job), m_stood(stood) {
        m_out.model.wheelbase = stood.wheelbase;
        m_out.model.front = {stood.front.loadedRadius, stood.front.width, stood.front.track};
        m_out.model.towed = stood.towed;
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
        return (!m_stood.towed && std::abs(x) < m_stood.front.loadedRadius) ||
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

    /// A corner of a face on the standing vehicle. What a tire shields limits no angle: the tire is there
    /// first.
    struct Corner {
        Vec3 at;
        bool ahead, behind;  ///< of the front or rear tires, beyond their shield
    };
    [[nodiscard]] Corner carried(const Vec3 &measured) const {
        const Vec3 p = m_stood.carried(measured);
        return {p, clearance::isBeforeTire(p.x(), p.z(), m_stood.front.loadedRadius),
                clearance::isBeforeTire(-m_stood.wheelbase - p.x(), p.z(), m_stood.rear.loadedRadius)};
    }

    void addSolid(const armor::Solid &s) {
        std::vector<Corner> corners;
        for (const armor::Solid::Face &face : s.faces) {
            corners.clear();
            for (const Vec3 &c : face.corners) corners.push_back(carried(c));
            for (std::size_t i = 0; i < corners.size(); ++i)
                addEdge(s.part, corners[i], corners[(i + 1) % corners.size()]);
        }
    }

    void addEdge(const std::string &part, const Corner &from, const Corner &to) {
        clearance::ClearanceModel &m = m_out.model;
        const Vec3 &p = from.at, &q = to.at;
        m_out.lowest = std::min(m_out.lowest.value_or(1e9), p.z());
        reachTo(p);
        const double middle = (p.x() + q.x()) / 2;
        if (middle > 0) {
            if (from.ahead && to.ahead) m.frontEdges.push_back({part, p, q});
        } else if (middle < -m_stood.wheelbase) {
            if (from.behind && to.behind) m.rearEdges.push_back({part, p, q});
        } else if (nearAxle(p.x())) {
            m.atAxles.push_back({part, p});
            m_out.armorAtAxles.push_back({part, p});
        } else {
            m.belly.push_back({part, p});
        }
    }

    const Job &m_job;
    const rig::Stood &m_stood;
    Clearing m_out;
};

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

}  // namespace hefty::job
