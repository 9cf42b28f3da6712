#include "core/workshop/flat/flat_strip.h"

#include <cmath>
#include <numbers>

#include <fmt/format.h>

namespace hefty::workshop {

Result<FlatStrip> flatten(const FoldedStrip &s) {
    if (!(s.thickness > 0)) return fail(ProblemKind::BadInput, "The thickness must be above 0.", "thickness");
    if (!(s.k >= 0 && s.k <= 1)) return fail(ProblemKind::BadInput, "k must be from 0 to 1.", "k");
    if (s.legs.size() != s.bends.size() + 1)
        return fail(ProblemKind::BadInput, "There must be one leg more than bends.", "legs");
    FlatStrip out;
    std::vector<double> setbacks;
    for (std::size_t i = 0; i < s.bends.size(); ++i) {
        const StripBend &b = s.bends[i];
        if (!(b.angle > 0 && b.angle < std::numbers::pi))
            return fail(ProblemKind::BadInput, "A bend must be over 0 and below 180 degrees.",
                        fmt::format("bends[{}]/angle", i));
        if (!(b.radius >= 0))
            return fail(ProblemKind::BadInput, "A radius must not be below 0.",
                        fmt::format("bends[{}]/radius", i));
        out.allowance.push_back(b.angle * (b.radius + s.k * s.thickness));
        const double setback = (b.radius + s.thickness) * std::tan(b.angle / 2);
        out.deduction.push_back(2 * setback - out.allowance.back());
        setbacks.push_back(s.outside ? setback : 0);
    }
    for (std::size_t i = 0; i < s.legs.size(); ++i) {
        const double taken = (i > 0 ? setbacks[i - 1] : 0) + (i < setbacks.size() ? setbacks[i] : 0);
        const double flat = s.legs[i] - taken;
        if (!(flat >= -1e-9))
            return fail(
                ProblemKind::Geometry,
                fmt::format("The leg is {:.2f} mm; its bends alone take {:.2f} mm.", s.legs[i], taken),
                fmt::format("legs[{}]", i), "Make it longer or the bend sharper.");
        out.developed += flat;
        if (i == s.bends.size()) break;
        out.lines.push_back(out.developed + out.allowance[i] / 2);
        out.developed += out.allowance[i];
    }
    return out;
}

Result<Kerf> kerfOf(double thickness, double skin, double angle) {
    if (!(thickness > 0))
        return fail(ProblemKind::BadInput, "The thickness must be above 0.", "kerf/thickness");
    if (!(skin >= 0 && skin < thickness))
        return fail(ProblemKind::BadInput, "The skin must be less than the thickness.", "kerf/skin");
    if (!(angle > 0 && angle < std::numbers::pi))
        return fail(ProblemKind::BadInput, "The angle must be over 0 and below 180 degrees.", "kerf/angle");
    return Kerf{2 * (thickness - skin / 2) * std::tan(angle / 2), thickness - skin};
}

}  // namespace hefty::workshop
