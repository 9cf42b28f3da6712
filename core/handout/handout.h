#pragma once

#include <functional>
#include <stop_token>
#include <string>
#include <vector>

#include "core/job/appraisal.h"

/// What a job hands out to machines and other programs, as files in a folder.
namespace hefty::handout {

/// Which files are wanted.
struct Wanted {
    bool flats = true;      ///< every sheet laid flat, as DXF and SVG
    bool templates = true;  ///< of ends cut to other parts, full size, as SVG and DXF
    bool views = true;      ///< every piece from three sides, as DXF
    bool solids = true;     ///< every piece and the job as STEP
    bool parts = false;     ///< every bar and sheet as a STEP of its own
    bool stresses = false;  ///< how hard every proved piece works, as VTU
    bool lists = true;      ///< the cut list as CSV and the job itself
};

struct Handed {
    std::vector<std::string> written;  ///< below the folder
    /// What could not be made, and why.
    struct Left {
        std::string piece, part, why;
    };
    std::vector<Left> left;
};

/// Writes `PIECE/PART.dxf` and `.svg`, `PIECE/PART.template.svg` and `.dxf` (of a second end
/// `PART.end.template`), `PIECE/PART.step`, `PIECE.side.dxf`, `PIECE.above.dxf`, `PIECE.ahead.dxf`,
/// `PIECE.step`, `job.step`, `PIECE.vtu`, `cutlist.csv`, `job.json`. For stresses each piece is proved with
/// its plates as shells, unless the appraisal has that.
/// @param progress  from 0 to 1
/// @error File  it cannot be written; Stopped  what was written until then stays
[[nodiscard]] Result<Handed> handOut(const job::Job &job, const job::Appraisal &appraisal,
                                     const stock::Stock &stock, const std::string &folder,
                                     const Wanted &wanted = {},
                                     const std::function<void(double)> &progress = {},
                                     const std::stop_token &stop = {});

}  // namespace hefty::handout
