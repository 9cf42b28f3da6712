#include "core/proof/duties/house_rules.h"

#include <array>

#include <fmt/format.h>

#include "core/base/constants.h"

namespace hefty::proof {
namespace {

using measure::Quantity;

constexpr double deg = std::numbers::pi / 180;

constexpr std::array<HouseRule, 47> rulesOfTheHouse{
    {{"shockFactor", "Shock factor on winch pulls", "A line that jerks carries more than the winch pulls.",
      Quantity::Ratio, &HouseRules::shockFactor, 1, 5},
     {"coneSideDeg", "Winch line to the side", "How far the rope may lead to either side.", Quantity::Angle,
      &HouseRules::coneSide, 0, 90 * deg},
     {"coneUpDeg", "Winch line upward", "Up a bank.", Quantity::Angle, &HouseRules::coneUp, 0, 60 * deg},
     {"coneDownDeg", "Winch line downward", "Down a bank.", Quantity::Angle, &HouseRules::coneDown, 0,
      60 * deg},
     {"recoverySideDeg", "Recovery to the side", "Another vehicle seldom stands straight ahead.",
      Quantity::Angle, &HouseRules::recoverySide, 0, 90 * deg},
     {"recoveryLiftDeg", "Recovery up and down", "Over a crest or out of a ditch.", Quantity::Angle,
      &HouseRules::recoveryLift, 0, 60 * deg},
     {"bridleAngleDeg", "Bridle, included angle", "A wide bridle loads each leg more.", Quantity::Angle,
      &HouseRules::bridleAngle, 0, 150 * deg},
     {"stepLoad", "Someone standing on it", "A person with a load, stepping up.", Quantity::Force,
      &HouseRules::stepLoad, 0, 20000},
     {"strikeMass", "Animal or post that is struck", "A deer on a night road; a stump counts with its root.",
      Quantity::Mass, &HouseRules::strikeMass, 0, 100000},
     {"strikeSpeed", "Speed when it is struck", "After braking: what is left of the speed.", Quantity::Speed,
      &HouseRules::strikeSpeed, 0, 40},
     {"mostSet", "Bend that may stay after it", "So far that hood, lamps and tires stay clear.",
      Quantity::Length, &HouseRules::mostSet, 0, 500},
     {"fitGap", "Gap between parts as fitted",
      "What is over 1.5 mm is lost to the leg of a fillet; over 5 it is refused.", Quantity::DrilledLength,
      &HouseRules::fitGap, 0, 5},
     {"lifePulls", "Winch pulls in its life", "Two hundred a year for ten years, each at the rated pull.",
      Quantity::Count, &HouseRules::lifePulls, 0, 1e6},
     {"lifeRecoveries", "Recoveries in its life",
      "Twenty a year for ten years, at the shackle's working load.", Quantity::Count,
      &HouseRules::lifeRecoveries, 0, 1e6},
     {"roadCycles", "Shakes of the road in its life", "Some 2000 km of corrugations a year, for ten years.",
      Quantity::Count, &HouseRules::roadCycles, 0, 1e9},
     {"roadRange", "Shake of the road, g from low to high",
      "Half a g up and down; `girder ride` tells it from a record.", Quantity::Ratio, &HouseRules::roadRange,
      0, 20},
     {"lifeDistance", "Bad road in its life, km", "What the shakes of the road in its life stand for.",
      Quantity::Count, &HouseRules::lifeDistance, 1, 1e7},
     {"inspectEvery", "Inspection every so many km", "A season of rough tracks.", Quantity::Count,
      &HouseRules::inspectEvery, 50, 1e6},
     {"leastFrequency", "Least natural frequency, Hz",
      "Above the hop of the axles, 10 to 15 Hz, which shakes it.", Quantity::Ratio,
      &HouseRules::leastFrequency, 0, 200},
     {"snatchSpeed", "Closing speed of a snatch", "A jog: the rope comes tight at it.", Quantity::Speed,
      &HouseRules::snatchSpeed, 0, 15},
     {"jackFactor", "Jack: on the axle's share", "A jack is pumped in jerks and the other wheel hangs on.",
      Quantity::Ratio, &HouseRules::jackFactor, 1, 5},
     {"jackSide", "Jack: share of it to the side", "A jack never stands quite upright.", Quantity::Ratio,
      &HouseRules::jackSide, 0, 1},
     {"oneSide", "Ground: share of the weight on one spot", "One side of an axle, or of the vehicle.",
      Quantity::Ratio, &HouseRules::oneSide, 0, 1},
     {"rockFactor", "Ground: on it when it comes down", "The vehicle drops onto a rock, not rests on it.",
      Quantity::Ratio, &HouseRules::rockFactor, 1, 10},
     {"rockFriction", "Ground: friction of rock on steel", "The vehicle slides off sideways or goes on.",
      Quantity::Ratio, &HouseRules::rockFriction, 0, 2},
     {"dropHeight", "Ground: drop off a ledge",
      "Of a wheel coming off a step: what tires and springs do not take up.", Quantity::Length,
      &HouseRules::dropHeight, 0, 2000},
     {"skidFriction", "Skid: friction fore and aft", "Steel or aluminum over stone.", Quantity::Ratio,
      &HouseRules::skidFriction, 0, 2},
     {"wheelDown", "Carried wheel down, g", "Corrugations and washouts.", Quantity::Ratio,
      &HouseRules::wheelDown, 0, 20},
     {"wheelUp", "Carried wheel up, g", "The rebound after a washout.", Quantity::Ratio, &HouseRules::wheelUp,
      0, 20},
     {"wheelAlong", "Carried wheel fore and aft, g", "Braking and hitting a bank.", Quantity::Ratio,
      &HouseRules::wheelAlong, 0, 20},
     {"wheelSide", "Carried wheel sideways, g", "The vehicle rocks from side to side.", Quantity::Ratio,
      &HouseRules::wheelSide, 0, 20},
     {"hangLoad", "Someone hanging on the wheel", "A person who climbs up by it.", Quantity::Force,
      &HouseRules::hangLoad, 0, 20000},
     {"gateSlopeDeg", "Side slope with the gate open", "Parked across a hill.", Quantity::Angle,
      &HouseRules::gateSlope, 0, 60 * deg},
     {"mostSag", "Sag of a gate at its latch", "More than the latch's lead-in takes up by itself.",
      Quantity::DrilledLength, &HouseRules::mostSag, 0, 100},
     {"noseShare", "Trailer: share down on the coupling", "Loaded as trailers commonly are.", Quantity::Ratio,
      &HouseRules::noseShare, 0, 0.5},
     {"noseFactor", "Trailer: on it over bumps", "The nose of the trailer bounces.", Quantity::Ratio,
      &HouseRules::noseFactor, 1, 10},
     {"leastApproachDeg", "Least approach angle", "Over the whole width.", Quantity::Angle,
      &HouseRules::leastApproach, 0, 90 * deg},
     {"leastWheelPathDeg", "Least approach in the wheel path", "What the tires will climb.", Quantity::Angle,
      &HouseRules::leastWheelPath, 0, 90 * deg},
     {"leastDepartureDeg", "Least departure angle", "What hangs behind the rear axle.", Quantity::Angle,
      &HouseRules::leastDeparture, 0, 90 * deg},
     {"leastBreakoverDeg", "Least breakover angle", "The crest that the belly clears.", Quantity::Angle,
      &HouseRules::leastBreakover, 0, 90 * deg},
     {"leastClearance", "Least height under the armor", "Standing on level ground.", Quantity::Length,
      &HouseRules::leastClearance, 0, 2000},
     {"leastAirflow", "Least open share of the radiator",
      "An engine that pulls slowly in heat needs its air.", Quantity::Ratio, &HouseRules::leastAirflow, 0, 1},
     {"shrinkFactor", "Weld shrinkage against what is computed",
      "Heat, tacks and hands of this shop: as its fit-ups have told.", Quantity::Ratio,
      &HouseRules::shrinkFactor, 0.2, 5},
     {"mostLength", "Most length over all", "The customer's limit: garage, ferry, papers.", Quantity::Length,
      &HouseRules::mostLength, 1000, 15000},
     {"mostAddedMass", "Most added mass", "Bought parts included.", Quantity::Mass,
      &HouseRules::mostAddedMass, 1, 5000},
     {"mostAxleShift", "Most added on the front axle",
      "More than its mass: what hangs ahead of the axle lifts the rear.", Quantity::Mass,
      &HouseRules::mostAxleShift, 1, 5000},
     {"mostMaterialCost", "Most material cost", "Tube, plate and filler.", Quantity::Money,
      &HouseRules::mostMaterialCost, 0, 1e7}}};

/// Angles stand in the file in degrees.
double toFile(const HouseRule &rule, double value) {
    return rule.quantity == Quantity::Angle ? degrees(value) : value;
}

}  // namespace

std::span<const HouseRule> houseRules() {
    return rulesOfTheHouse;
}

stock::Rope asMeasured(stock::Rope rope, const HouseRules &rules) {
    if (const auto it = rules.ropes.find(rope.id); it != rules.ropes.end()) rope.curve = it->second.curve;
    return rope;
}

namespace {

std::map<std::string, MeasuredRope> readRopes(ObjectReader &rules, Faults &faults) {
    std::map<std::string, MeasuredRope> out;
    const Json *list = rules.child("ropes", false);
    if (!list) return out;
    if (!list->is_object()) {
        faults.add("An object is expected here.", rules.pathOf("ropes"), "Give a curve for each rope's id.");
        return out;
    }
    for (const auto &[id, json] : list->items()) {
        const std::string path = rules.pathOf("ropes") + "." + id;
        ObjectReader o(json, path, faults);
        MeasuredRope rope;
        rope.source = o.text("source", std::string());
        for (const auto &[row, where] : o.array("curve")) {
            const bool pair =
                row->is_array() && row->size() == 2 && (*row)[0].is_number() && (*row)[1].is_number();
            if (!pair) {
                faults.add("A row is [stretch, force].", where,
                           "Give the stretch as a ratio, the force in N.");
                continue;
            }
            rope.curve.push_back({(*row)[0].get<double>(), (*row)[1].get<double>()});
        }
        if (const auto problem = stock::curveProblem(rope.curve))
            faults.add(problem->message, path + ".curve", problem->remedy);
        else
            out[id] = std::move(rope);
    }
    return out;
}

}  // namespace

HouseRules readHouseRules(const Json &json, const std::string &path, Faults &faults) {
    HouseRules rules;
    ObjectReader o(json, path, faults);
    constexpr double rounding = 1e-9;  // 90 degrees and back is not quite the same number
    for (const HouseRule &r : houseRules()) {
        const double standard = toFile(r, rules.*r.member);
        const double value = o.number(r.id, standard);
        const double least = toFile(r, r.least), most = toFile(r, r.most);
        if (!(value >= least - rounding && value <= most + rounding))
            faults.add(fmt::format("{} must be from {:.6g} to {:.6g}.", r.id, least, most), o.pathOf(r.id));
        else if (value != standard)
            rules.*r.member = r.quantity == Quantity::Angle ? radians(value) : value;
    }
    rules.ropes = readRopes(o, faults);
    rules.extra = o.leftover();
    return rules;
}

Json writeHouseRules(const HouseRules &rules) {
    Json json = rules.extra;
    for (const HouseRule &r : houseRules()) json[r.id] = toFile(r, rules.*r.member);
    for (const auto &[id, rope] : rules.ropes) {
        Json rows = Json::array();
        for (const auto &[stretch, force] : rope.curve) rows.push_back({stretch, force});
        json["ropes"][id] = {{"source", rope.source}, {"curve", std::move(rows)}};
    }
    return json;
}

}  // namespace hefty::proof
