#include "core/armor/making/slip_tube.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

// House practice, mm (docs/methods.md, "Slip fits").
constexpr double mostPlay = 3;    // of a tube in its receiver, both sides together
constexpr double leastDeep = 60;  // that a tube has to go into its receiver

}  // namespace

std::vector<HoldSpot> receiversOf(const rig::Vehicle &vehicle, std::string_view face) {
    std::vector<HoldSpot> out = holdSpots(vehicle, {"receiver"}, face);
    std::sort(out.begin(), out.end(),
              [](const HoldSpot &a, const HoldSpot &b) { return a.at.y() > b.at.y(); });
    return out;
}

void checkReceivers(Maker &maker, const std::vector<HoldSpot> &receivers, const StockedBar &tube,
                    const std::string &tubeBy) {
    if (maker.refused()) return;
    if (receivers.empty())
        return maker.refuse("The vehicle has no receiver that looks this way.", "holds",
                            "Measure it (Lists, Holds, kind receiver): mouth, inside, depth, pin.");
    for (const HoldSpot &r : receivers) {
        const rig::Hold &h = *r.hold;
        if (!(h.inside > 0) || !(h.depth > 0) || !(h.pinBack > 0) || h.pinBack >= h.depth)
            return maker.refuse(
                fmt::format("Of {} inside, depth or the place of the pin is not known.", r.label), "holds",
                "Measure them (Lists, Holds).");
        const double play = h.inside - std::max(tube.section.height, tube.section.width);
        if (play < 0.2 || play > mostPlay)
            return maker.refuse(
                fmt::format("A tube of {:.1f} mm {} {}, which is {:.1f} mm inside.", tube.section.height,
                            play < 0.2 ? "does not go into" : "is loose in", r.label, h.inside),
                tubeBy, fmt::format("Take one that has 0.2 to {:.0f} mm of play.", mostPlay));
        if (std::abs(r.at.z() - receivers.front().at.z()) > 2 ||
            std::abs(r.at.x() - receivers.front().at.x()) > 2)
            return maker.refuse(
                fmt::format("{} does not lie in line with {}.", r.label, receivers.front().label), "holds",
                "Measure their mouths again, or leave one of them out.");
        const double deep = std::min(maker.number("engaged"), h.depth);
        if (deep < leastDeep || deep < h.pinBack + 1.5 * h.diameter)
            return maker.refuse(fmt::format("The tube does not reach past the pin of {}.", r.label),
                                "engaged",
                                fmt::format("Let it go in by {:.0f} mm or more.",
                                            std::max(leastDeep, h.pinBack + 1.5 * h.diameter)));
    }
}

BarPart &addSlipTube(Maker &maker, const std::string &name, const Provenance &made, const StockedBar &tube,
                     const HoldSpot &receiver, double reach) {
    const rig::Hold &h = *receiver.hold;
    const double deep = std::min(maker.number("engaged"), h.depth);
    SlipFit fit;
    fit.name = "slip." + receiver.name;
    fit.part = name;
    fit.hold = h.id;
    fit.label = receiver.label;
    fit.mouth = receiver.at;
    fit.inner = receiver.at - receiver.way * deep;
    fit.pin = receiver.at - receiver.way * h.pinBack;
    fit.pinDiameter = h.diameter;
    fit.pinYield = maker.stock().material(maker.text("pinMaterial"))
                       ? maker.stock().material(maker.text("pinMaterial"))->in(h.diameter).yield
                       : 0;
    fit.inside = h.inside;
    fit.outside = tube.section.height;
    fit.receiverWall = h.thickness;
    fit.ultimate = h.ultimate;
    fit.stiffness = h.stiffness;
    fit.pull = h.pull;
    fit.shear = h.shear;
    fit.moment = h.moment;
    BarPart &bar = maker.bar(name, made, tube, fit.inner, receiver.at + receiver.way * reach);
    bar.openings.push_back({deep - h.pinBack, h.diameter + 1, h.diameter + 1, 0, "pin"});
    const double play = h.inside - tube.section.height;
    maker.tell(
        name,
        {fmt::format("The play of {{0}} lets what stands {{1}} out of {} hang by {{2}}.", receiver.label),
         {{play, measure::Quantity::DrilledLength},
          {reach},
          {play * (deep / 2 + reach) / deep, measure::Quantity::DrilledLength}}},
        "A wedge or a clamp that draws the tube against one side takes the play out.");
    if (maker.out().slips.empty() && deep < h.depth)
        maker.out().handles.push_back({"engaged", "side", fit.inner, -receiver.way});
    maker.out().slips.push_back(std::move(fit));
    return bar;
}

void addSlipSettings(std::vector<SettingDescriptor> &s) {
    s.push_back(lengthSetting("engaged", "Tube in the receiver", "Shape", 180, 60, 600,
                              "How deep it goes in, at most as deep as the receiver is."));
    s.push_back(choiceSetting("pinMaterial", "Pin", "Bought", Choice::PlateMaterial, "S355",
                              "What the pin is made of; its size follows the receiver measured."));
}

}  // namespace hefty::armor
