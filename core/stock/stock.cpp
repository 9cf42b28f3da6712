#include "core/stock/stock.h"

#include <algorithm>

namespace hefty::stock {
namespace {

template <class T>
const T *findById(const std::vector<T> &list, std::string_view id) {
    const auto it = std::find_if(list.begin(), list.end(), [id](const T &item) { return item.id == id; });
    return it == list.end() ? nullptr : &*it;
}

}  // namespace

const Material *Stock::material(std::string_view id) const {
    return findById(materials, id);
}
const Section *Stock::section(std::string_view id) const {
    return findById(sections, id);
}
const BoltSize *Stock::bolt(std::string_view id) const {
    return findById(bolts, id);
}
const Filler *Stock::filler(std::string_view id) const {
    return findById(fillers, id);
}
const Winch *Stock::winch(std::string_view id) const {
    return findById(winches, id);
}
const Rope *Stock::rope(std::string_view id) const {
    return findById(ropes, id);
}
const Shackle *Stock::shackle(std::string_view id) const {
    return findById(shackles, id);
}
const Fairlead *Stock::fairlead(std::string_view id) const {
    return findById(fairleads, id);
}

std::vector<double> Stock::plateThicknesses(std::string_view material) const {
    std::vector<double> out;
    for (const PlateStock &p : plates)
        if (p.material == material) out.push_back(p.thickness);
    std::sort(out.begin(), out.end());
    return out;
}

}  // namespace hefty::stock
