#pragma once

#include <set>
#include <string>
#include <vector>

#include <QDir>

#include "tests/core/demo.h"

namespace hefty::testing {

/// A piece and the job that it is in.
struct Standing {
    job::Job job;
    rig::RigGeometry rig;
    armor::Piece piece;
    [[nodiscard]] Result<armor::Assembly> built(const armor::Piece &as) const {
        return armor::build({as, job.vehicle, rig, shippedStock()});
    }
};

/// Every pattern: as it stands in the first demo job that has it, else as it is offered for the first vehicle
/// that it can be built on.
inline std::vector<Standing> everyPattern() {
    std::vector<job::Job> jobs;
    const QDir folder(QString::fromStdString(demoFolder()));
    for (const QString &file : folder.entryList({"*.girder.json"}))
        jobs.push_back(job::loadJob(folder.filePath(file).toStdString()).value());
    std::vector<Standing> out;
    std::set<std::string> seen;
    for (const job::Job &job : jobs)
        for (const armor::Piece &piece : job.pieces) {
            if (!piece.on.empty() || !seen.insert(piece.pattern).second) continue;
            out.push_back({job, rig::geometry(job.vehicle).value(), piece});
            out.back().piece.operations.clear();
            out.back().piece.tweaks.clear();
        }
    for (const armor::Pattern &pattern : armor::patterns())
        for (const job::Job &job : jobs) {
            const auto rig = rig::geometry(job.vehicle);
            if (!rig || !pattern.fits(job.vehicle.kind) || seen.count(pattern.id)) continue;
            armor::Piece piece;
            piece.id = "offered";
            piece.pattern = pattern.id;
            const Standing offered{job, *rig, piece};
            if (!offered.built(piece)) continue;
            out.push_back(offered);
            seen.insert(pattern.id);
        }
    return out;
}

}  // namespace hefty::testing
