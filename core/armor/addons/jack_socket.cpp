#include "core/armor/addons/addon.h"

namespace hefty::armor {
namespace {

void putJackSocket(Site &s) {
    const StockedBar tube = s.tube("section");
    if (!s.whyNot().empty()) return;
    const double length = s.number("length");
    BarPart &sleeve = s.bar({}, Role::Sleeve, tube, s.at(0, 0, 0), s.at(0, 0, length), {}, s.axes().y);
    const std::string name = sleeve.name;
    const bool front = s.at(0, 0, 0).x() > -s.maker().rig().wheelbase / 2;
    s.out().jacks.push_back({name, "Jack at " + name, name, s.at(0, 0, length), front});
}

}  // namespace

AddOn jackSocket() {
    return {
        "jack-socket", "Socket for a jack",
        "A short tube that stands off the wall; the jack's foot sits in it and lifts that end of the "
        "vehicle.",
        withWeldAndMaterial({choiceSetting("section", "Tube", "Stock", Choice::RoundTube, "CHS 48.3x3.2",
                                           "What the jack sits in."),
                             lengthSetting("length", "Stands out", "Shape", 60, 20, 200, "From the wall.")},
                            5),
        putJackSocket};
}

}  // namespace hefty::armor
