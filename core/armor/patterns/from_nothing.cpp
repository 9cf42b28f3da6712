#include "core/armor/making/maker.h"
#include "core/armor/making/settings.h"

namespace hefty::armor {

/// A piece that is all built by hand.
Pattern fromNothing() {
    return {"from-nothing",
            "Piece of one's own",
            "Nothing yet: tubes, plates, gussets, tabs and a receiver are put together by hand.",
            Where::Nothing,
            "LTURS",
            {fillerSetting()},
            [](const BuildInput &input) { return Maker(input, *pattern("from-nothing")).finish(); },
            {},
            {"License plate and lamps stay seen.", "Nothing that moves or is hot is touched."}};
}

}  // namespace hefty::armor
