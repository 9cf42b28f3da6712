#include "core/outline/drawing.h"

#include <algorithm>
#include <cmath>

namespace hefty::outline {
namespace {

constexpr double farthest = 1e5, mostBulge = 1e4;  // mm; beyond it a slip or a damaged file

bool holds(const Loop &outer, const Loop &inner) {
    return shape::inside(flattened(outer), flattened(inner).front());
}

}  // namespace

Result<std::vector<Outline>> partsOf(std::vector<Loop> loops, const std::string &where) {
    for (const Loop &l : loops)
        for (const Corner &c : l)
            if (!(c.at.cwiseAbs().maxCoeff() <= farthest) || !(std::abs(c.bulge) <= mostBulge))
                return fail(ProblemKind::BadInput,
                            "A place in the outline is further away than any template.", where,
                            "Check the units of the drawing; the file may be damaged.");
    std::erase_if(loops, [](const Loop &l) { return !(std::abs(area(l)) > 1e-6); });
    if (loops.empty())
        return fail(ProblemKind::BadInput, "There is no closed line with an area in it.", where,
                    "Close the outline: its ends must meet.");
    std::stable_sort(loops.begin(), loops.end(),
                     [](const Loop &a, const Loop &b) { return std::abs(area(a)) > std::abs(area(b)); });
    std::vector<Outline> parts;
    for (Loop &l : loops) {
        // The smallest part around it, if none of that part's holes is around it too.
        Outline *around = nullptr;
        for (Outline &p : parts)
            if (holds(p.outer, l)) around = &p;
        const bool inHole = around && std::any_of(around->holes.begin(), around->holes.end(),
                                                  [&](const Loop &h) { return holds(h, l); });
        if (around && !inHole)
            around->holes.push_back(std::move(l));
        else
            parts.push_back({std::move(l), {}});
    }
    return parts;
}

}  // namespace hefty::outline
