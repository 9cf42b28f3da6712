#pragma once

#include <optional>
#include <string>
#include <string_view>

#include "core/base/object_reader.h"
#include "core/measure/phrase.h"
#include "core/parts/bar.h"
#include "core/working/working.h"
#include "core/workshop/bend/bend.h"

/// The shop's tube bender: its dies, what they spring back by, and how it makes a bar, bend by bend.
namespace hefty::workshop {

/// A bend made to find out what a tube springs back by.
struct TestBend {
    std::string die;
    std::string material;
    double set = 0, got = 0;  ///< rad
    std::string date;         ///< ISO 8601

    bool operator==(const TestBend &) const = default;
};

struct BenderDie {
    std::string id;
    double tube = 0;     ///< outside diameter that it takes, mm
    double radius = 0;   ///< to the center line, mm
    double grip = 0;     ///< straight that the clamp holds ahead of a bend, mm
    double setback = 0;  ///< a start mark lies this far before the tangent point, mm
    double stroke = 0;   ///< most in one pull, rad; 0: all of a bend

    bool operator==(const BenderDie &) const = default;
};

/// What is around the die: the floor, and the machine's own bed along the tube behind it.
struct BenderStand {
    double floor = 950;    ///< below the tube's middle, mm
    double bedHalf = 120;  ///< half of the bed's width and height, mm
};

/// What has to be set more than wanted: fixed + slope times the angle.
struct Springback {
    double fixed = 0;  ///< rad
    double slope = 0;
    int tests = 0;  ///< bends it is known from; 0: what is usual
    working::Working working;
    [[nodiscard]] double set(double angle) const { return angle + fixed + slope * angle; }
};
/// 2 degrees in 90, mild steel: where the shop has not logged its own.
inline constexpr double usualSpringback = 2.0 / 90;

/// From the shop's test bends with a die in a material: a line through them by least squares; of one angle
/// alone, or of one test, a share of the angle.
[[nodiscard]] Springback springbackOf(const std::vector<TestBend> &tests, const std::string &die,
                                      const std::string &material);

/// The die for a bar's tube and the radius of its bends; nullptr: there is none.
[[nodiscard]] const BenderDie *dieFor(const std::vector<BenderDie> &dies, const parts::BarPart &bar);

/// What a bend can meet.
enum class BendBar { Nothing, Clamp, Floor, Bed };
[[nodiscard]] std::string_view barName(BendBar bar);  ///< for people: "the clamp"

/// One bend as it is made.
struct BendStep {
    Bend bend;         ///< angle, what is set, rotation from the step before, mark from the fed end
    int pulls = 1;     ///< strokes of the bender
    double ahead = 0;  ///< straight ahead of it that the clamp can hold, mm
    BendBar barredBy = BendBar::Nothing;
    double barredAt = 0;  ///< turned so far when it meets floor or bed, rad
};

struct BendPlan {
    bool fromEnd = false;  ///< the end of the bar goes into the bender first
    std::vector<BendStep> steps;
    double developed = 0, cut = 0;  ///< mm; cut with what is left on to grip
    double extraFrom = 0,
           extraTo = 0;  ///< left on the end that is fed first, and on the last; sawn off after
    double thinned = 0;  ///< wall on the outside of the bends, mm
    Springback springback;
    double dieRadius = 0;           ///< mm
    std::vector<double> straights;  ///< from the end that is fed first, one more than bends, mm
    double cutApart = 0;  ///< of two bars in one tube: from the end that is fed first to the middle of
                          ///< the saw cut between them, mm; 0: it is one bar
    [[nodiscard]] bool works() const;
};

/// Two bars bent of one tube, which is cut apart after.
struct TwinTube {
    std::string part, twin;
    BendPlan plan;     ///< of the whole tube
    double saved = 0;  ///< of tube, against both bent one by one, mm
};

/// How a bar is bent: from the end that meets neither floor nor bed nor too short a straight; of both the one
/// that leaves less to saw off, its start if they are alike. A straight too short for the clamp at the end
/// that is fed first is made longer and sawn off after.
/// @error Geometry  bends that do not fit or of several radii; UnknownId  no die for it ("dies")
[[nodiscard]] Result<BendPlan> bendPlan(const parts::BarPart &bar, const std::vector<BenderDie> &dies,
                                        const std::vector<TestBend> &tests, const BenderStand &stand);

/// The center line of the tube in the bender while a bend is made: the die's tangent point is the origin, the
/// tube behind it lies along -x, it is bent about a point on +y, z is up. From the end fed first to the last.
/// @param step  of the plan; @param turned  rad, 0 to its angle
[[nodiscard]] std::vector<shape::Vec3> tubeInBender(const BendPlan &plan, std::size_t step, double turned);

// File form of the shop's lists.
[[nodiscard]] std::vector<BenderDie> readDies(ObjectReader &shop, Faults &faults);
[[nodiscard]] std::vector<TestBend> readTestBends(ObjectReader &shop, Faults &faults);
[[nodiscard]] Json writeDies(const std::vector<BenderDie> &dies);
[[nodiscard]] Json writeTestBends(const std::vector<TestBend> &tests);

}  // namespace hefty::workshop
