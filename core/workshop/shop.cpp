#include <array>

#include <fmt/format.h>

#include "core/workshop/workshop.h"

namespace hefty::workshop {
namespace {

using measure::Quantity;

constexpr std::array<ShopSetting, 5> settingsOfTheShop{
    {{"kerf", "Saw kerf", "Lost at every cut.", Quantity::DrilledLength, &Shop::kerf, 0, 20},
     {"tubePricePerKg", "Tube, a kilogram", "For bars that have to be bought.", Quantity::Money,
      &Shop::tubePricePerKg, 0, 10000},
     {"platePricePerKg", "Plate, a kilogram", "By the weight that is cut from.", Quantity::Money,
      &Shop::platePricePerKg, 0, 10000},
     {"plateWaste", "Plate that ends as scrap", "A share of what is bought.", Quantity::Ratio,
      &Shop::plateWaste, 0, 0.95},
     {"fillerPricePerKg", "Filler, a kilogram", "Wire or rod laid down.", Quantity::Money,
      &Shop::fillerPricePerKg, 0, 10000}}};

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
    shop.extra = o.leftover();
    return shop;
}

Json writeShop(const Shop &shop) {
    Json json = shop.extra;
    json["name"] = shop.name;
    json["currency"] = shop.currency;
    for (const ShopSetting &s : shopSettings()) json[s.id] = shop.*s.member;
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
    return json;
}

}  // namespace hefty::workshop
