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

Material Material::in(double thickness) const {
    constexpr double rounding = 1e-6;  // mm
    Material out = *this;
    const auto row = std::find_if(strengths.begin(), strengths.end(),
                                  [&](const Strength &s) { return thickness <= s.upTo + rounding; });
    if (strengths.empty()) return out;
    const Strength &s = row == strengths.end() ? strengths.back() : *row;
    // What a weld takes off is a property of the weld; it never leaves more than the metal has.
    out.weldedYield = weldedYield == yield ? s.yield : std::min(weldedYield, s.yield);
    out.weldedUltimate = weldedUltimate == ultimate ? s.ultimate : std::min(weldedUltimate, s.ultimate);
    out.yield = s.yield;
    out.ultimate = s.ultimate;
    out.source = s.source;
    return out;
}

const Material *Stock::material(std::string_view id) const {
    return findById(materials, id);
}
const Section *Stock::section(std::string_view id) const {
    const Section *sold = findById(sections, id);
    return sold ? sold : findById(ripped, id);
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

const Receiver *Stock::receiver(std::string_view id) const {
    return findById(receivers, id);
}

std::vector<double> Stock::plateThicknesses(std::string_view material) const {
    std::vector<double> out;
    for (const PlateStock &p : plates)
        if (p.material == material) out.push_back(p.thickness);
    std::sort(out.begin(), out.end());
    return out;
}

}  // namespace hefty::stock
