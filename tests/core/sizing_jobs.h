#pragma once

#include <algorithm>
#include <string>
#include <vector>

#include "core/job/sizing/sizing.h"
#include "tests/core/demo.h"

// What tests of sizing start from.

namespace hefty::testing {

using job::Edit;
using job::Job;
using job::SizeChoice;
using job::SizingWish;

/// Keeps everything but a few settings.
inline SizingWish only(const Job &of, const std::vector<std::string> &free, SizingWish wish = {}) {
    for (const SizeChoice &c : job::sizeChoices(of, of.pieces[0], shippedStock(), {}))
        if (std::find(free.begin(), free.end(), c.setting) == free.end()) wish.keep.push_back(c.setting);
    return wish;
}

inline Job with(Job of, const Edit &edit) {
    return job::apply(std::move(of), edit);
}

/// The demo with the bolts that its one broken check asks for, so that sizes can hold.
inline Job holdingDemo() {
    Job demo = demoJob();
    demo.pieces[0].settings["footBoltGrade"] = std::string("10.9");
    return demo;
}

}  // namespace hefty::testing
