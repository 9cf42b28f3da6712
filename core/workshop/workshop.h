#pragma once

#include <map>
#include <span>
#include <string>
#include <vector>

#include "core/armor/assembly.h"
#include "core/base/object_reader.h"
#include "core/measure/phrase.h"
#include "core/rig/vehicle.h"
#include "core/working/working.h"
#include "core/workshop/bend/bender.h"
#include "core/workshop/cut/nesting.h"

namespace hefty::workshop {

using shape::Vec3;

/// Bars of one section and length lying on the rack.
struct RackItem {
    std::string id;
    std::string section;
    std::string material;
    double length = 0;
    int count = 1;
    bool remnant = false;
    std::string place;
    double price = 0;  ///< what one bar was bought for, the shop's money

    bool operator==(const RackItem &) const = default;
};

/// Sheets of one kind lying in the shop.
struct SheetItem {
    std::string id;
    std::string material;
    double thickness = 0;
    double length = 0, width = 0;
    int count = 1;
    bool remnant = false;
    double price = 0;  ///< of one, the shop's money

    bool operator==(const SheetItem &) const = default;
};

/// The shop's settings. Prices are in the shop's money.
struct Shop {
    std::string name = "Workshop";
    std::string currency = "cr";
    double kerf = 3;
    double tubePricePerKg = 2.4;
    double platePricePerKg = 2.1;
    double plateWaste = 0.25;  ///< share of plate bought that ends as scrap
    double fillerPricePerKg = 4.5;
    double plateGap = 6,
           plateMargin = 10;     ///< between parts on a sheet, the cut counted, and to its edge, mm
    double leastCutHole = 6;     ///< diameter; smaller ones are only marked by the cutter, to be drilled, mm
    double brakeLength = 2000;   ///< longest fold that the brake makes, mm
    double brakeThickness = 12;  ///< thickest sheet that it folds, mm
    double leastFlange = 4;  ///< a side beyond a fold, by the sheet's thickness: it has to lie over the die
    double benderFloor = 950, benderBed = 240;  ///< height of the tube in the bender, width of its bed, mm
    // What work takes, in minutes: house practice, to be corrected by the log.
    double sawMinutes = 5, copeMinutes = 25, bendMinutes = 10, foldMinutes = 8, holeMinutes = 4;
    double plateMinutes = 4;  ///< for a meter of edge
    double fitMinutes = 10;   ///< for a part, set up and tacked
    double coatMinutes = 45;  ///< for a square meter
    double hoursFactor = 1;   ///< what jobs took over what was estimated
    double hourRate = 45;
    bool twins = false;  ///< bars of both sides are bent of one tube where that saves tube
    std::vector<RackItem> rack;
    std::vector<SheetItem> sheets;
    std::vector<BenderDie> dies;
    std::vector<TestBend> testBends;
    Json extra = Json::object();

    bool operator==(const Shop &) const = default;
};

/// A price or measure of the shop, and what it must lie between.
struct ShopSetting {
    const char *id;  ///< in the file
    const char *name;
    const char *meaning;
    measure::Quantity quantity;
    double Shop::*member;
    double least, most;
};
[[nodiscard]] std::span<const ShopSetting> shopSettings();

/// Most bars of one kind that a rack item may stand for.
inline constexpr int mostBars = 10000;

[[nodiscard]] Shop readShop(const Json &json, const std::string &path, Faults &faults);
[[nodiscard]] Json writeShop(const Shop &shop);

/// One thing to cut: a bar with its saw settings, or a plate with its size.
struct CutItem {
    std::string part;
    bool isPlate = false;
    std::string stock;  ///< section id, or "plate 10 mm"
    std::string material;
    double length = 0;  ///< longest edge of a bar; longer side of a plate's rectangle
    double width = 0;   ///< shorter side of a plate's rectangle; 0 for a bar
    double thickness = 0;
    double miterFrom = 0, miterTo = 0;  ///< rad from square
    measure::Phrase note;               ///< lengthwise cuts, openings
    std::vector<armor::Hole> holes;
    double mass = 0;  ///< kg, as cut
    int bends = 0;    ///< of a folded sheet
};

/// A part that was cut, and what its share of a bar was paid for.
struct CutAlready {
    std::string part;
    double cost = 0;  ///< the shop's money
};

/// The bars of one section and material with their nesting.
struct SectionNesting {
    std::string section, material;
    Nesting nesting;
    double cost = 0;  ///< of what has to be bought, and of what comes off the rack by length
};

struct CostLine {
    std::string what;
    double amount = 0;
    std::string how;
};

struct Fabrication {
    std::vector<CutItem> cuts;
    std::vector<SectionNesting> nestings;
    double fabricatedMass = 0;  ///< tubes, plates and weld metal, kg
    double boughtMass = 0;
    double mass = 0;
    Vec3 center = Vec3::Zero();  ///< of gravity
    double frontAxleShift = 0;   ///< kg more on the front axle
    double rearAxleShift = 0;
    double weldMetal = 0;  ///< kg
    double materialCost = 0;
    std::vector<CostLine> costs;
    working::Working massWorking, axleWorking, costWorking;
};

/// Cut list, nesting, mass, axle loads and material cost of a piece.
/// @param cut  parts that need no bar anymore
/// @error those of nest(); UnknownId for a section the rack names and the stock has not
[[nodiscard]] Result<Fabrication> fabricate(const armor::Assembly &assembly, const rig::RigGeometry &rig,
                                            const Shop &shop, std::stop_token stop = {},
                                            std::span<const CutAlready> cut = {});

/// The cut list as CSV (RFC 4180), lengths in mm, angles in degrees.
[[nodiscard]] std::string cutListCsv(const Fabrication &fabrication);

}  // namespace hefty::workshop
