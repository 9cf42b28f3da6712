#include "core/armor/making/rear_frame_beam.h"
#include "core/armor/making/settings.h"
#include "core/armor/making/wheel_gate.h"

namespace hefty::armor {
namespace {

std::vector<SettingDescriptor> wheelCarrierSettings() {
    std::vector<SettingDescriptor> s = rearFrameBeamSettings();
    addWheelGateSettings(s);
    return s;
}

std::vector<Cure> wheelCarrierCures() {
    std::vector<Cure> out = wheelGateCures();
    const std::vector<Cure> of = rearFrameBeamCures();
    out.insert(out.end(), of.begin(), of.end());
    return out;
}

}  // namespace

Pattern wheelCarrier() {
    return {
        "wheel-carrier",
        "Rear beam with wheel carrier",
        "A rear beam on two side plates, with receiver and tabs; on it an arm that swings on a spindle, an "
        "upright with a wheel plate, and a latch at the other end.",
        Where::SpareWheel,
        "LTS",
        wheelCarrierSettings(),
        [](const BuildInput &input) {
            Maker maker(input, *pattern("wheel-carrier"));
            RearFrameBeam rear(maker);
            rear.check();
            if (maker.refused()) return maker.finish();
            rear.add();
            WheelGate gate(maker, gateSeatOn(*maker.out().bar("beam")), -1, rear.plate());
            gate.check();
            if (maker.refused()) return maker.finish();
            gate.add();
            rear.addHandles();
            gate.addHandles();
            return maker.finish();
        },
        wheelCarrierCures(),
        {"The latch cannot open by itself; a pin holds it.", "A pin or plunger holds the carrier open.",
         "Tailgate and rear window open when the carrier is swung out.",
         "License plate and its lamp: they have to stay seen.", "Tail lamps are not hidden by the wheel.",
         "The camera or the mirror still shows what is behind.", "Grease for the hub.",
         "Socket and chain loops for the trailer.", "Water drains from the beam, or the beam is sealed."},
        false,
        {endsSchool("cornerCut", 60)}};
}

}  // namespace hefty::armor
