#pragma once

#include <array>
#include <optional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/shape/geometry.h"
#include "core/working/working.h"

/// The tape network: points, and whatever has been measured between them. mm.
namespace hefty::survey {

using shape::Vec3;

struct SurveyPoint {
    std::string id;
    Vec3 near = Vec3::Zero();  ///< a first guess, good to about a tenth of the distances
    std::array<bool, 3> fixed{false, false, false};  ///< coordinates that are given and not asked for
};

enum class MeasureKind {
    Distance,    ///< straight from one point to another
    Coordinate,  ///< of one point along an axis: a height above the floor, an offset from the middle
    Level        ///< height of `to` above `from`
};

struct SurveyMeasure {
    MeasureKind kind = MeasureKind::Distance;
    int from = 0;
    int to = 0;    ///< Distance and Level
    int axis = 2;  ///< Coordinate: 0 x, 1 y, 2 z
    double value = 0;
    double sigma = 1;  ///< standard deviation of the reading, above 0
};

struct SurveyNet {
    std::vector<SurveyPoint> points;
    std::vector<SurveyMeasure> measures;
};

struct AdjustedMeasure {
    double residual = 0;      ///< adjusted minus measured
    double standardized = 0;  ///< residual over its own standard deviation; 0 if nothing checks it
    double checked = 0;       ///< redundancy number, 0 (nothing checks it) to 1 (others give it fully)
};

struct Adjustment {
    std::vector<Vec3> points;
    std::vector<Vec3> sigma;  ///< standard deviation of each coordinate from the measures' sigmas; 0 if fixed
    std::vector<AdjustedMeasure> measures;
    std::vector<int> suspects;  ///< likely wrong measures, worst first
    int redundancy = 0;         ///< measures more than needed
    double sigma0 = 0;  ///< √(Σ (residual/sigma)²/redundancy); about 1 if the sigmas are honest; 0 if
                        ///< nothing is redundant
    int iterations = 0;
};

/// A standardized residual beyond this is one in a thousand by chance (Baarda's test, α = 0.001).
inline constexpr double suspectResidual = 3.29;

/// Least-squares adjustment of the whole net, all measures kept.
///
/// Suspects are named by snooping one at a time: the measure with the largest standardized residual
/// beyond suspectResidual is named and left out of the search (not of the answer), and the rest is
/// looked at again. Two measures that check only each other are both named. No more are named than a
/// quarter of the redundancy (but one): a net can vouch against few of its measures.
///
/// @error BadInput      an index or sigma out of range, a distance not above 0, a distance from a point to
/// itself
///        NotFinite     a number that is not finite
///        Undetermined  a coordinate that the measures leave loose; `where` is the point's id
/// @source Gauss-Newton with step halving; W. Baarda, A testing procedure for use in geodetic networks
///         (1968), for the standardized residual (from memory, docs/methods.md)
[[nodiscard]] Result<Adjustment> adjust(const SurveyNet &net);

/// A measure that could be taken, and how much it would help.
struct NextMeasure {
    SurveyMeasure measure;  ///< its value is what the tape should say about
    double before = 0;      ///< root mean square uncertainty of all free coordinates [mm]
    double after = 0;       ///< the same with this measure taken
};

/// The measures not yet taken that would help most, best first; a net that is not determined yet is
/// asked for what it lacks.
/// @param sigma  of the reading to come; above 0
/// @error as adjust(), but not Undetermined
[[nodiscard]] Result<std::vector<NextMeasure>> mostHelpful(const SurveyNet &net, double sigma,
                                                           std::size_t count = 3);

/// The calculation of one measure's residual.
[[nodiscard]] working::Working residualWorking(const SurveyNet &net, const Adjustment &adjustment,
                                               int measure);

}  // namespace hefty::survey
