#include "core/proof/house_rules.h"

#include <array>

#include <fmt/format.h>

#include "core/base/constants.h"

namespace hefty::proof {
namespace {

struct Field {
    const char *name;
    double HouseRules::*member;
    bool angle;
    double least, most;  ///< in file units
};

constexpr std::array<Field, 13> fields{{{"shockFactor", &HouseRules::shockFactor, false, 1, 5},
                                        {"coneSideDeg", &HouseRules::coneSide, true, 0, 90},
                                        {"coneUpDeg", &HouseRules::coneUp, true, 0, 60},
                                        {"coneDownDeg", &HouseRules::coneDown, true, 0, 60},
                                        {"recoverySideDeg", &HouseRules::recoverySide, true, 0, 90},
                                        {"recoveryLiftDeg", &HouseRules::recoveryLift, true, 0, 60},
                                        {"bridleAngleDeg", &HouseRules::bridleAngle, true, 0, 150},
                                        {"stepLoad", &HouseRules::stepLoad, false, 0, 20000},
                                        {"leastApproachDeg", &HouseRules::leastApproach, true, 0, 90},
                                        {"leastWheelPathDeg", &HouseRules::leastWheelPath, true, 0, 90},
                                        {"leastClearance", &HouseRules::leastClearance, false, 0, 2000},
                                        {"mostAddedMass", &HouseRules::mostAddedMass, false, 1, 5000},
                                        {"mostMaterialCost", &HouseRules::mostMaterialCost, false, 0, 1e7}}};

}  // namespace

HouseRules readHouseRules(const Json &json, const std::string &path, Faults &faults) {
    HouseRules rules;
    ObjectReader o(json, path, faults);
    for (const Field &f : fields) {
        const double standard = f.angle ? degrees(rules.*f.member) : rules.*f.member;
        const double value = o.number(f.name, standard);
        if (!(value >= f.least && value <= f.most))
            faults.add(fmt::format("{} must be from {} to {}.", f.name, f.least, f.most), o.pathOf(f.name));
        else if (value != standard)
            rules.*f.member = f.angle ? radians(value) : value;
    }
    rules.extra = o.leftover();
    return rules;
}

Json writeHouseRules(const HouseRules &rules) {
    Json json = rules.extra;
    for (const Field &f : fields) json[f.name] = f.angle ? degrees(rules.*f.member) : rules.*f.member;
    return json;
}

}  // namespace hefty::proof
