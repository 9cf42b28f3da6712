#include "core/armor/making/hoop_frame.h"

namespace hefty::armor {

Pattern bentTubeBumper() {
    return {
        "bent-tube-bumper",
        "Bent-tube front",
        "A round tube bent around the nose through two plates on the rails, a straight one below it and a "
        "bent hoop above on coped uprights; the plates take shackles, a receiver can lie between the tubes.",
        Where::Front,
        "LTS",
        hoopFrameSettings(false),
        [](const BuildInput &input) {
            Maker maker(input, *pattern("bent-tube-bumper"));
            HoopFrame frame(maker, false);
            frame.check();
            if (!maker.refused()) {
                frame.add();
                frame.addHandles();
            }
            return maker.finish();
        },
        hoopFrameCures(false),
        {"License plate: it needs a place.", "Lamps come out forward past the hoop.",
         "Air reaches the radiator.", "Hood opens past the hoop.",
         "Drain holes at the lowest places of the tubes.", "Sensors and wiring of the nose are moved."}};
}

}  // namespace hefty::armor
