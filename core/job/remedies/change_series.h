#pragma once

#include "core/job/appraisal.h"

/// Inside of the remedies: what can be tried against a finding, told from who made the parts that it is
/// about.
namespace hefty::job {

/// A change of the piece, as a person would say it.
struct Change {
    const armor::SettingDescriptor *setting = nullptr;  ///< none: tweaks
    armor::SettingValue value;
    std::vector<armor::Tweak> tweaks;
    measure::Phrase label;  ///< of tweaks
};

/// One kind of change, to be tried ever stronger.
struct ChangeSeries {
    std::string setting;
    std::vector<armor::SettingValue> values;
    std::vector<Change> changes = {};  ///< beside those of the setting
};

/// A series is given up after so many changes.
inline constexpr int mostChanges = 8;

/// What can be changed of a piece against a finding, what takes least away from the customer first.
[[nodiscard]] std::vector<ChangeSeries> changesAgainst(const Finding &finding, const Appraisal &appraisal,
                                                       const stock::Stock &stock, const armor::Piece &piece,
                                                       const armor::Pattern &pattern);

}  // namespace hefty::job
