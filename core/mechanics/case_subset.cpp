#include "core/mechanics/case_subset.h"

namespace hefty::mechanics {

FrameModel caseSubset(FrameModel model, const std::vector<int> &cases) {
    std::vector<int> now(model.cases.size(), -1);
    std::vector<std::string> names;
    for (const int c : cases) {
        now[static_cast<std::size_t>(c)] = static_cast<int>(names.size());
        names.push_back(model.cases[static_cast<std::size_t>(c)]);
    }
    const auto keep = [&now](auto &loads) {
        std::erase_if(loads, [&now](const auto &l) { return now[static_cast<std::size_t>(l.loadCase)] < 0; });
        for (auto &l : loads) l.loadCase = now[static_cast<std::size_t>(l.loadCase)];
    };
    keep(model.nodeLoads);
    keep(model.beamLoads);
    keep(model.shellLoads);
    keep(model.accelerations);
    for (PrescribedFreedom &p : model.prescribed) {
        int &c = p.loadCase;
        c = now[static_cast<std::size_t>(c)];
        if (c >= 0) continue;
        p.value = 0;
        c = 0;
    }
    model.cases = std::move(names);
    return model;
}

}  // namespace hefty::mechanics
