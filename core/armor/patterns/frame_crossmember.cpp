#include "core/armor/making/frame_tube.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {
namespace {

std::vector<SettingDescriptor> frameCrossmemberSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("behind", "Behind the front axle", "Shape", 1500, 200, 4500,
                              "From the middle of the front wheel back to the middle of the tube."));
    s.push_back(lengthSetting("drop", "Below the rails' middle", "Shape", 0, -60, 60,
                              "Of the tube's center line: the end plates stand on the rails' inner sides."));
    addFrameTubeSettings(s, "RHS 80x60x4");
    return s;
}

Result<Assembly> buildCrossmember(const BuildInput &input) {
    Maker maker(input, *pattern("frame-crossmember"));
    const double x = -maker.number("behind"), z = maker.rig().railCenterAt(x) - maker.number("drop");
    FrameTube tube(maker, x, z);
    tube.check();
    if (maker.refused()) return maker.finish();
    tube.add("crossmember tube");
    Assembly &out = maker.out();
    out.grounds.push_back({"middle",
                           "Rock under the crossmember",
                           "tube",
                           {x, 0, tube.underside()},
                           Vec3::UnitZ(),
                           GroundSpot::Kind::Rock,
                           Share::Whole});
    out.handles.push_back({"behind", "side", {x, 0, z}, -Vec3::UnitX()});
    out.handles.push_back({"behind", "top", {x, 0, z}, -Vec3::UnitX()});
    out.handles.push_back({"drop", "front", {x, 0, z}, -Vec3::UnitZ()});
    return maker.finish();
}

}  // namespace

Pattern frameCrossmember() {
    return {
        "frame-crossmember",
        "Crossmember",
        "A tube between the rails on end plates bolted to their inner sides, with gussets ahead of it and "
        "behind.",
        Where::Underneath,
        "LT",
        frameCrossmemberSettings(),
        buildCrossmember,
        {{"gauge/breakover", "drop", -5},
         {"gauge/clearance", "drop", -5},
         {"gap/", "behind", 40},
         {"role/beam", "gussetLeg", 20},
         {"role/foot", "endLength", 20},
         {"check/bolt/", "endLength", 20}},
        {"Propeller shaft and exhaust pass at full travel.", "Lines and wiring along the rails are clear.",
         "The transmission is held while the old one is out.", "Bolts can be reached with a wrench."}};
}

}  // namespace hefty::armor
