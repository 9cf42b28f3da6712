#include "core/workshop/book_bar.h"

#include <algorithm>
#include <cctype>

#include <fmt/format.h>

namespace hefty::workshop {

std::string nextMark(const Shop &shop) {
    int most = 100;
    for (const RackItem &i : shop.rack) {
        const auto digits =
            std::find_if(i.id.rbegin(), i.id.rend(), [](unsigned char c) { return !std::isdigit(c); }).base();
        const std::string number(digits, i.id.end());
        if (!number.empty() && number.size() < 7) most = std::max(most, std::stoi(number));
    }
    return fmt::format("R-{}", most + 1);
}

BookedBar bookBar(const Shop &shop, const std::string &section, const std::string &material,
                  const NestedBar &bar) {
    BookedBar out;
    out.shop = shop;
    out.left = bar.left();
    out.cost = bar.bar.onHand ? bar.bar.cost * bar.used() / bar.bar.length : bar.bar.cost;
    std::string place = "remnants";
    if (bar.bar.onHand)
        // Of several alike the nesting numbers each: "R-104 (2)".
        for (RackItem &i : out.shop.rack)
            if (i.count > 0 && (bar.bar.id == i.id || bar.bar.id.starts_with(i.id + " ("))) {
                --i.count;
                place = i.place;
                break;
            }
    std::erase_if(out.shop.rack, [](const RackItem &i) { return i.count <= 0; });
    if (out.left < leastRemnant) return out;
    out.mark = nextMark(shop);
    RackItem remnant;
    remnant.id = out.mark;
    remnant.section = section;
    remnant.material = material;
    remnant.length = out.left;
    remnant.remnant = true;
    remnant.place = place;
    remnant.price = bar.bar.onHand ? bar.bar.cost - out.cost : 0;
    out.shop.rack.push_back(std::move(remnant));
    return out;
}

}  // namespace hefty::workshop
