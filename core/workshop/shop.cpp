#include <fmt/format.h>

#include "core/workshop/workshop.h"

namespace hefty::workshop {

Shop readShop(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader o(json, path, faults);
    Shop shop;
    shop.name = o.text("name", shop.name);
    shop.currency = o.text("currency", shop.currency);
    const auto atLeastZero = [&](const char *key, double fallback) {
        const double value = o.number(key, fallback);
        if (!(value >= 0)) faults.add("This must be 0 or more.", o.pathOf(key));
        return value;
    };
    shop.kerf = atLeastZero("kerf", shop.kerf);
    shop.tubePricePerKg = atLeastZero("tubePricePerKg", shop.tubePricePerKg);
    shop.platePricePerKg = atLeastZero("platePricePerKg", shop.platePricePerKg);
    shop.plateWaste = atLeastZero("plateWaste", shop.plateWaste);
    if (!(shop.plateWaste < 1)) faults.add("The waste is a share below 1.", o.pathOf("plateWaste"));
    shop.fillerPricePerKg = atLeastZero("fillerPricePerKg", shop.fillerPricePerKg);
    for (const auto &[value, itemPath] : o.array("rack")) {
        ObjectReader r(*value, itemPath, faults);
        RackItem item;
        item.id = r.text("id");
        item.section = r.text("section");
        item.material = r.text("material");
        item.length = r.positive("length");
        item.count = r.integer("count", 1);
        if (item.count < 0 || item.count > 10000)
            faults.add("The count must be from 0 to 10000.", r.pathOf("count"));
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
    json["kerf"] = shop.kerf;
    json["tubePricePerKg"] = shop.tubePricePerKg;
    json["platePricePerKg"] = shop.platePricePerKg;
    json["plateWaste"] = shop.plateWaste;
    json["fillerPricePerKg"] = shop.fillerPricePerKg;
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
