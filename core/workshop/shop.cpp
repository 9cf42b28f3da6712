#include <array>

#include <fmt/format.h>

#include "core/workshop/workshop.h"

namespace hefty::workshop {
namespace {

using measure::Quantity;

constexpr std::array<ShopSetting, 23> settingsOfTheShop{
    {{"kerf", "Saw kerf", "Lost at every cut.", Quantity::DrilledLength, &Shop::kerf, 0, 20},
     {"tubePricePerKg", "Tube, a kilogram", "For bars that have to be bought.", Quantity::Money,
      &Shop::tubePricePerKg, 0, 10000},
     {"platePricePerKg", "Plate, a kilogram", "By the weight that is cut from.", Quantity::Money,
      &Shop::platePricePerKg, 0, 10000},
     {"plateWaste", "Plate that ends as scrap", "A share of what is bought.", Quantity::Ratio,
      &Shop::plateWaste, 0, 0.95},
     {"fillerPricePerKg", "Filler, a kilogram", "Wire or rod laid down.", Quantity::Money,
      &Shop::fillerPricePerKg, 0, 10000},
     {"plateGap", "Gap between parts on a sheet", "The width of the cut counted.", Quantity::DrilledLength,
      &Shop::plateGap, 0, 50},
     {"plateMargin", "Margin of a sheet", "Left free along its edges.", Quantity::DrilledLength,
      &Shop::plateMargin, 0, 100},
     {"brakeLength", "Longest fold", "That the brake makes; 0: there is none.", Quantity::Length,
      &Shop::brakeLength, 0, 10000},
     {"brakeThickness", "Thickest sheet folded", "On the brake.", Quantity::DrilledLength,
      &Shop::brakeThickness, 0, 50},
     {"leastFlange", "Least side beyond a fold", "By the sheet's thickness: it has to lie over the die.",
      Quantity::Ratio, &Shop::leastFlange, 0, 50},
     {"benderFloor", "Bender above the floor", "From the floor to the middle of the tube.", Quantity::Length,
      &Shop::benderFloor, 100, 3000},
     {"benderBed", "Bed of the bender", "Its width along the tube behind the die.", Quantity::Length,
      &Shop::benderBed, 20, 2000},
     {"sawMinutes", "Minutes for a saw cut", "Measured, clamped, cut and deburred.", Quantity::Ratio,
      &Shop::sawMinutes, 0, 600},
     {"copeMinutes", "Minutes for a cope", "By template, torch or notcher, and ground to fit.",
      Quantity::Ratio, &Shop::copeMinutes, 0, 600},
     {"bendMinutes", "Minutes for a bend", "Marked, turned, bent and checked.", Quantity::Ratio,
      &Shop::bendMinutes, 0, 600},
     {"foldMinutes", "Minutes for a fold", "Of a sheet.", Quantity::Ratio, &Shop::foldMinutes, 0, 600},
     {"holeMinutes", "Minutes for a hole", "Marked, piloted, drilled to size.", Quantity::Ratio,
      &Shop::holeMinutes, 0, 600},
     {"leastCutHole", "Least hole that is cut", "Smaller ones are only marked by the cutter, to be drilled.",
      Quantity::Length, &Shop::leastCutHole, 0, 60},
     {"plateMinutes", "Minutes for a meter of plate edge", "Cut and ground.", Quantity::Ratio,
      &Shop::plateMinutes, 0, 600},
     {"fitMinutes", "Minutes to fit a part", "Set up, squared and tacked.", Quantity::Ratio,
      &Shop::fitMinutes, 0, 600},
     {"coatMinutes", "Minutes for a square meter of coating", "Cleaned, primed and painted.", Quantity::Ratio,
      &Shop::coatMinutes, 0, 600},
     {"hoursFactor", "What jobs take over the estimate", "From the log of earlier jobs; 1: as estimated.",
      Quantity::Ratio, &Shop::hoursFactor, 0.1, 10},
     {"hourRate", "An hour of work", "For the price of the labor.", Quantity::Money, &Shop::hourRate, 0,
      10000}}};

SheetItem readSheet(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader r(json, path, faults);
    SheetItem item;
    item.id = r.text("id");
    item.material = r.text("material");
    item.thickness = r.positive("thickness");
    item.length = r.positive("length");
    item.width = r.positive("width");
    item.count = r.integer("count", 1);
    if (item.count < 0 || item.count > mostBars)
        faults.add(fmt::format("The count must be from 0 to {}.", mostBars), r.pathOf("count"));
    item.remnant = r.boolean("remnant", false);
    item.price = r.number("price", 0);
    return item;
}

}  // namespace

std::span<const ShopSetting> shopSettings() {
    return settingsOfTheShop;
}

Shop readShop(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader o(json, path, faults);
    Shop shop;
    shop.name = o.text("name", shop.name);
    shop.currency = o.text("currency", shop.currency);
    for (const ShopSetting &s : shopSettings()) {
        shop.*s.member = o.number(s.id, shop.*s.member);
        if (!(shop.*s.member >= s.least && shop.*s.member <= s.most))
            faults.add(fmt::format("This must be from {:.6g} to {:.6g}.", s.least, s.most), o.pathOf(s.id));
    }
    for (const auto &[value, itemPath] : o.array("rack")) {
        ObjectReader r(*value, itemPath, faults);
        RackItem item;
        item.id = r.text("id");
        item.section = r.text("section");
        item.material = r.text("material");
        item.length = r.positive("length");
        item.count = r.integer("count", 1);
        if (item.count < 0 || item.count > mostBars)
            faults.add(fmt::format("The count must be from 0 to {}.", mostBars), r.pathOf("count"));
        item.remnant = r.boolean("remnant", false);
        item.place = r.text("place", std::string());
        item.price = r.number("price", 0);
        shop.rack.push_back(std::move(item));
    }
    for (const auto &[value, itemPath] : o.array("sheets"))
        shop.sheets.push_back(readSheet(*value, itemPath, faults));
    shop.dies = readDies(o, faults);
    shop.twins = o.boolean("twins", false);
    shop.testBends = readTestBends(o, faults);
    shop.extra = o.leftover();
    return shop;
}

Json writeShop(const Shop &shop) {
    Json json = shop.extra;
    json["name"] = shop.name;
    json["currency"] = shop.currency;
    for (const ShopSetting &s : shopSettings()) json[s.id] = shop.*s.member;
    if (shop.twins) json["twins"] = true;
    json["rack"] = Json::array();
    for (const RackItem &i : shop.rack)
        json["rack"].push_back({{"id", i.id},
                                {"section", i.section},
                                {"material", i.material},
                                {"length", i.length},
                                {"count", i.count},
                                {"remnant", i.remnant},
                                {"place", i.place},
                                {"price", i.price}});
    if (!shop.sheets.empty()) json["sheets"] = Json::array();
    for (const SheetItem &i : shop.sheets)
        json["sheets"].push_back({{"id", i.id},
                                  {"material", i.material},
                                  {"thickness", i.thickness},
                                  {"length", i.length},
                                  {"width", i.width},
                                  {"count", i.count},
                                  {"remnant", i.remnant},
                                  {"price", i.price}});
    if (!shop.dies.empty()) json["dies"] = writeDies(shop.dies);
    if (!shop.testBends.empty()) json["testBends"] = writeTestBends(shop.testBends);
    return json;
}

}  // namespace hefty::workshop
