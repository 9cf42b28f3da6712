#pragma once

#include <array>
#include <map>
#include <span>
#include <string>
#include <vector>

#include "core/base/object_reader.h"
#include "core/measure/quantity.h"
#include "core/stock/stock.h"

namespace hefty::proof {

/// How a rope of the stock stretches, as it was measured.
struct MeasuredRope {
    std::string source;                        ///< the file that it was read from
    std::vector<std::array<double, 2>> curve;  ///< as stock::Rope::curve

    bool operator==(const MeasuredRope &) const = default;
};

/// What the shop holds its work to; each with its reason in docs/methods.md. Angles in rad.
struct HouseRules {
    double shockFactor = 1.5;              ///< on working winch pulls
    double coneSide = 0.523598775598;      ///< 30 degrees, winch line to the side
    double coneUp = 0.174532925199;        ///< 10 degrees
    double coneDown = 0.261799387799;      ///< 15 degrees
    double recoverySide = 0.785398163397;  ///< 45 degrees
    double recoveryLift = 0.523598775598;  ///< 30 degrees up and down
    double bridleAngle = 1.0471975512;     ///< included angle of a two-leg bridle, 60 degrees
    double stepLoad = 1500;                ///< N
    double strikeMass = 150;               ///< kg, of the animal or whatever is met
    double strikeSpeed = 25 / 3.6;         ///< m/s
    double mostSet = 40;                   ///< mm, that may stay after it
    double fitGap = 1;                     ///< mm, between parts as they are fitted for welding
    double lifePulls = 2000;               ///< winch pulls at the rated pull in its life
    double lifeRecoveries = 200;           ///< at a shackle's working load in its life
    double roadCycles = 2e6;               ///< of the road in its life
    double roadRange = 1;                  ///< g, from low to high, up and down, of each
    double lifeDistance = 20000;           ///< km of bad road that a life stands for
    double inspectEvery = 2000;            ///< km between two inspections
    double leastFrequency = 15;            ///< Hz
    double snatchSpeed = 3;                ///< m/s, closing speed when a stretching rope comes tight
    double jackFactor = 1.25;              ///< on the axle's share that a jack lifts
    double jackSide = 0.1;                 ///< of it to the side
    double oneSide = 0.5;                  ///< share of an axle's or the vehicle's weight on one spot
    double rockFactor = 2.5;               ///< on that weight when it comes down
    double rockFriction = 0.5;
    double dropHeight = 50;  ///< mm, off a ledge
    double skidFriction = 0.6;
    double wheelDown = 3.5;  ///< g, of a carried wheel
    double wheelUp = 2;
    double wheelAlong = 2;
    double wheelSide = 1.5;
    double hangLoad = 1200;                  ///< N, someone hanging on the edge of the wheel
    double gateSlope = 0.261799387799;       ///< 15 degrees, to the side, with the gate open
    double mostSag = 5;                      ///< mm, of a gate at its latch when it is opened
    double noseShare = 0.1;                  ///< of the trailer's mass, down on the coupling
    double noseFactor = 2;                   ///< on it, over bumps
    double leastApproach = 0.610865238198;   ///< 35 degrees, whole width
    double leastWheelPath = 0.698131700798;  ///< 40 degrees, in the wheel path
    double leastDeparture = 0.349065850399;  ///< 20 degrees
    double leastBreakover = 0.349065850399;  ///< 20 degrees
    double leastClearance = 300;             ///< mm, under the armor
    double leastAirflow = 0.4;               ///< of the radiator's face that has to stay open
    double shrinkFactor = 1;                 ///< of what welds of this shop pull, against what is computed
    double mostLength = 6000;                ///< mm, over all
    double mostAddedMass = 120;              ///< kg
    double mostAxleShift = 170;              ///< kg more on the front axle
    double mostMaterialCost = 900;           ///< the shop's money
    std::map<std::string, MeasuredRope> ropes = {};  ///< by their ids; the others stretch on a straight line
    Json extra = Json::object();

    bool operator==(const HouseRules &) const = default;
};

/// A rope with the curve that the house has measured of it, if it has.
[[nodiscard]] stock::Rope asMeasured(stock::Rope rope, const HouseRules &rules);

/// One rule: its name, its reason, and what it must lie between (core units). One declaration feeds
/// the file reader and the form.
struct HouseRule {
    const char *id;  ///< in the file; angles stand there in degrees
    const char *name;
    const char *why;
    measure::Quantity quantity;
    double HouseRules::*member;
    double least, most;
};
[[nodiscard]] std::span<const HouseRule> houseRules();

[[nodiscard]] HouseRules readHouseRules(const Json &json, const std::string &path, Faults &faults);
[[nodiscard]] Json writeHouseRules(const HouseRules &rules);

}  // namespace hefty::proof
