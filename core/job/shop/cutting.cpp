#include "core/job/shop/cutting.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/job/appraise/make_finding.h"

namespace hefty::job {

Result<workshop::BookedBar> cutBar(Job &job, const std::string &piece, const workshop::SectionNesting &kind,
                                   const workshop::NestedBar &bar, const std::string &date) {
    auto booked = workshop::bookBar(job.shop, kind.section, kind.material, bar);
    if (!booked) return booked;
    job.shop = booked->shop;
    double length = 0;
    for (const workshop::PieceLength &p : bar.pieces) length += p.length;
    const std::string from = bar.bar.onHand ? bar.bar.item : "new";
    for (const workshop::PieceLength &p : bar.pieces) {
        untickCut(job, piece, p.name);
        const double cost = length > 0 ? booked->cost * p.length / length : 0;
        job.log.cut.push_back({piece, p.name, date, from, p.length, cost});
        if (p.twin.empty()) continue;
        untickCut(job, piece, p.twin);
        job.log.cut.push_back({piece, p.twin, date, from, 0, 0});
    }
    return booked;
}

void tickCut(Job &job, const std::string &piece, const std::string &part, const std::string &date) {
    untickCut(job, piece, part);
    job.log.cut.push_back({piece, part, date, {}, 0, 0});
}

void untickCut(Job &job, const std::string &piece, const std::string &part) {
    std::erase_if(job.log.cut, [&](const log::CutPart &c) { return c.piece == piece && c.part == part; });
}

void setAsCut(Job &job, const std::string &piece, const std::string &part, double length) {
    for (log::CutPart &c : job.log.cut)
        if (c.piece == piece && c.part == part) c.length = length;
}

std::vector<workshop::CutAlready> cutAlready(const Job &job, const std::string &piece) {
    std::vector<workshop::CutAlready> out;
    for (const log::CutPart &c : job.log.cut)
        if (c.piece == piece) out.push_back({c.part, c.cost});
    return out;
}

std::vector<Finding> asCutFindings(const Job &job, const PieceAppraisal &piece) {
    FindingList out;
    if (!piece.fabrication) return {};
    for (const workshop::CutItem &c : piece.fabrication->cuts) {
        const log::CutPart *done = job.log.cutPart(piece.id, c.part);
        if (!done || c.isPlate || !(done->length > 0)) continue;
        const double off = done->length - c.length;
        if (std::abs(off) <= cutTolerance) continue;
        Finding &f =
            out.add("cut/off/" + c.part, Severity::Fix, "cut", c.part,
                    {fmt::format("The {} was cut {{0}} long; the drawing asks for {{1}}: {}.",
                                 piece.assembly->labelOf(c.part),
                                 off > 0 ? "take the rest off" : "cut another, or lay the piece out to it"),
                     {{done->length}, {c.length}}});
        f.value = done->length;
        f.limit = c.length;
    }
    return std::move(out.findings);
}

}  // namespace hefty::job
