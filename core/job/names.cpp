#include "core/job/names.h"

namespace hefty::job {

std::string nameOf(const Job &job, const Appraisal &appraisal, const std::string &id) {
    for (const PieceAppraisal &p : appraisal.pieces)
        if (p.assembly && p.assembly->has(id)) return p.assembly->labelOf(id);
    for (const rig::OutlinePoint &o : job.vehicle.outline)
        if (o.id == id && !o.name.empty()) return o.name;
    return id;
}

std::string asSubject(const armor::Assembly &assembly, const std::string &part) {
    return assembly.has(part) ? "The " + assembly.labelOf(part) : part;
}

std::string asObject(const armor::Assembly &assembly, const std::string &part) {
    const std::string label = assembly.labelOf(part);
    return label == part ? part : "the " + label;
}

}  // namespace hefty::job
