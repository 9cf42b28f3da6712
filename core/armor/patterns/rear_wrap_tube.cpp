#include "core/armor/making/hoop_frame.h"

namespace hefty::armor {

Pattern rearWrapTube() {
    return {
        "rear-wrap-tube",
        "Rear wrap tube",
        "A round tube bent around both rear corners of the body through two plates on the rails, a straight "
        "one below it; the plates take shackles.",
        Where::Rear,
        "LTUS",
        hoopFrameSettings(true),
        [](const BuildInput &input) {
            Maker maker(input, *pattern("rear-wrap-tube"));
            HoopFrame frame(maker, true);
            frame.check();
            if (!maker.refused()) {
                frame.add();
                frame.addHandles();
            }
            return maker.finish();
        },
        hoopFrameCures(true),
        {"License plate and its lamp: they have to stay seen.", "Tail lamps are not hidden.",
         "Tailgate opens without touching.", "The exhaust blows free of the tubes.",
         "Fuel filler can be reached.", "Drain holes at the lowest places of the tubes."}};
}

}  // namespace hefty::armor
