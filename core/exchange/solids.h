#pragma once

#include <functional>
#include <stop_token>
#include <string>
#include <vector>

#include "core/armor/assembly.h"
#include "core/base/result.h"

/// Exact solids, for other programs and as a second opinion on volumes.
namespace hefty::exchange {

struct SolidFigures {
    double volume = 0;  ///< mm3
    shape::Vec3 center = shape::Vec3::Zero();
};

/// Volume and center of a bar's or sheet's exact solid: walls with their rounded corners, bends, holes,
/// openings, miters, and ends cut to the surfaces of other parts.
/// @error UnknownId  no such bar or sheet; Geometry  it cannot be made
[[nodiscard]] Result<SolidFigures> figuresOf(const armor::Assembly &assembly, const std::string &part);

/// Writes all bars and sheets as one STEP file (AP214, mm), each a solid, in the order of the assemblies.
/// Folded sheets are written with sharp bends.
/// @param progress  from 0 to 1
/// @return how many parts
/// @error Stopped; Geometry  a part that cannot be made, named; File  it cannot be written
[[nodiscard]] Result<int> writeStep(const std::vector<const armor::Assembly *> &assemblies,
                                    const std::string &path, const std::function<void(double)> &progress = {},
                                    const std::stop_token &stop = {});
[[nodiscard]] Result<int> writeStep(const armor::Assembly &assembly, const std::string &path,
                                    const std::function<void(double)> &progress = {},
                                    const std::stop_token &stop = {});
/// One bar or sheet alone.
/// @error as above; UnknownId  no such part
[[nodiscard]] Result<int> writeStepOf(const armor::Assembly &assembly, const std::string &part,
                                      const std::string &path);

}  // namespace hefty::exchange
