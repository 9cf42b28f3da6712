#include "core/armor/making/skid_sheet.h"

namespace hefty::armor {

Pattern skidPlate() {
    return {"skid-plate",
            "Skid plate",
            "A sheet under the vehicle on threaded bosses or crossmembers, its nose and tail folded up, ribs "
            "along "
            "its upper side, with an opening for service.",
            Where::Underneath,
            "LTUS",
            skidSheetSettings(false),
            [](const BuildInput &input) {
                Maker maker(input, *pattern("skid-plate"));
                SkidSheet skid(maker, false);
                skid.check();
                if (!maker.refused()) skid.add();
                return maker.finish();
            },
            skidSheetCures(),
            {"Drain plug and filter can be reached.", "Heat: the exhaust has air around it.",
             "Mud and water find a way out.", "Gap to what it covers at full travel of the axle.",
             "Bolt heads are recessed or have a ring around them.", "Unlike metals are kept apart.",
             "Threads are clean and greased."},
            false,
            {sheetSchool()}};
}

}  // namespace hefty::armor
