#include "core/armor/making/rear_frame_beam.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {

Pattern rearBeam() {
    return {"rear-beam",
            "Rear beam with receiver",
            "A beam of rectangular tube behind the rails on two side plates, a bought receiver through its "
            "middle "
            "and two recovery tabs through its walls.",
            Where::Rear,
            "LTS",
            rearFrameBeamSettings(),
            [](const BuildInput &input) {
                Maker maker(input, *pattern("rear-beam"));
                RearFrameBeam beam(maker);
                beam.check();
                if (!maker.refused()) {
                    beam.add();
                    beam.addHandles();
                }
                return maker.finish();
            },
            rearFrameBeamCures(),
            {"License plate and its lamp: they have to stay seen.", "Tail lamps are not hidden.",
             "Tailgate opens without touching.", "The exhaust blows free of the beam.",
             "Socket and chain loops for the trailer.", "Water drains from the beam, or the beam is sealed."},
            false,
            {endsSchool("cornerCut", 60)}};
}

}  // namespace hefty::armor
