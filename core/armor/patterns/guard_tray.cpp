#include "core/armor/making/skid_sheet.h"

namespace hefty::armor {

Pattern guardTray() {
    return {
        "guard-tray",
        "Guard for tank or differential",
        "A folded tray under a tank, a differential or a transfer case on threaded bosses or crossmembers: "
        "nose, tail "
        "and both sides folded up, with drains and ribs.",
        Where::Underneath,
        "LTUS",
        skidSheetSettings(true),
        [](const BuildInput &input) {
            Maker maker(input, *pattern("guard-tray"));
            SkidSheet skid(maker, true);
            skid.check();
            if (!maker.refused()) skid.add();
            return maker.finish();
        },
        skidSheetCures(),
        {"The tank can still be filled, drained and taken out.", "Drains are open after the first mud.",
         "Gap to what it covers at full travel of the axle.", "Hoses and wires do not chafe on its edges.",
         "Bolt heads are recessed or have a ring around them.", "Unlike metals are kept apart.",
         "Threads are clean and greased."},
        false,
        {sheetSchool(), {"Water", {{"Drained", {{"drains", 4.0}}}, {"Left closed", {{"drains", 0.0}}}}}}};
}

}  // namespace hefty::armor
