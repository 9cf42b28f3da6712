#include "core/workshop/cut/book_bar.h"

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

bool takeOffRack(Shop &shop, const Bar &bar) {
    const auto item = std::find_if(shop.rack.begin(), shop.rack.end(), [&bar](const RackItem &i) {
        return i.id == bar.item && i.length == bar.length && i.count > 0;
    });
    if (bar.item.empty() || item == shop.rack.end()) return false;
    if (--item->count == 0) shop.rack.erase(item);
    return true;
}

Result<BookedBar> bookBar(const Shop &shop, const std::string &section, const std::string &material,
                          const NestedBar &bar) {
    BookedBar out;
    out.shop = shop;
    out.left = bar.left();
    out.cost = bar.bar.onHand ? bar.bar.cost * bar.used() / bar.bar.length : bar.bar.cost;
    RackItem remnant;
    remnant.place = "remnants";
    if (bar.bar.onHand) {
        for (const RackItem &i : shop.rack)
            if (i.id == bar.bar.item) remnant.place = i.place;
        if (!takeOffRack(out.shop, bar.bar))
            return fail(ProblemKind::UnknownId, fmt::format("The rack does not have {} anymore.", bar.bar.id),
                        "rack/" + bar.bar.item, "Wait until the bars are laid out anew.");
        remnant.price = bar.bar.cost - out.cost;
    }
    if (out.left < leastRemnant) return out;
    out.mark = nextMark(shop);
    remnant.id = out.mark;
    remnant.section = section;
    remnant.material = material;
    remnant.length = out.left;
    remnant.remnant = true;
    out.shop.rack.push_back(std::move(remnant));
    return out;
}

}  // namespace hefty::workshop
