#pragma once

#include <initializer_list>
#include <string_view>

#include "core/armor/piece.h"
#include "core/base/constants.h"

/// Short ways to declare the settings of a pattern.
namespace hefty::armor {

[[nodiscard]] SettingDescriptor lengthSetting(std::string id, std::string name, std::string group,
                                              double standard, double least, double most,
                                              std::string meaning);
/// @param standard, least, most  rad
[[nodiscard]] SettingDescriptor angleSetting(std::string id, std::string name, std::string group,
                                             double standard, double least, double most, std::string meaning);
[[nodiscard]] SettingDescriptor countSetting(std::string id, std::string name, std::string group,
                                             int standard, int least, int most, std::string meaning);
/// 1 is yes, 0 is no.
[[nodiscard]] SettingDescriptor yesNoSetting(std::string id, std::string name, std::string group,
                                             bool standard, std::string meaning);
[[nodiscard]] SettingDescriptor massSetting(std::string id, std::string name, std::string group,
                                            double standard, double least, double most, std::string meaning);
/// Of a plate: sizes come from the stock of its material.
[[nodiscard]] SettingDescriptor thicknessSetting(std::string id, std::string name, std::string group,
                                                 double standard, std::string meaning);
[[nodiscard]] SettingDescriptor legSetting(std::string id, std::string name, double standard,
                                           std::string meaning);
[[nodiscard]] SettingDescriptor choiceSetting(std::string id, std::string name, std::string group,
                                              Choice kind, std::string standard, std::string meaning);

/// These settings do nothing unless `setting` is yes or above 0. Called for several of one setting: unless
/// one of them is.
/// @pre `setting` and these are in `all`
void onlyWith(std::vector<SettingDescriptor> &all, const std::string &setting,
              std::initializer_list<std::string_view> these);

/// These settings do nothing while `setting` is yes or above 0.
void notWith(std::vector<SettingDescriptor> &all, const std::string &setting,
             std::initializer_list<std::string_view> these);

// What several patterns have: called and limited alike in all of them.
[[nodiscard]] SettingDescriptor tubeMaterialSetting(std::string meaning);
[[nodiscard]] SettingDescriptor plateMaterialSetting(std::string meaning);
[[nodiscard]] SettingDescriptor shackleSetting(std::string meaning);
/// @param pulled  what the rope is hung on: "tabs"
[[nodiscard]] SettingDescriptor snatchRopeSetting(const std::string &pulled);
[[nodiscard]] SettingDescriptor mountBoltGradeSetting(
    std::string meaning = "The bolts through the rails; their size follows the holes measured.");
[[nodiscard]] SettingDescriptor addedBoltsSetting(std::string meaning);
[[nodiscard]] SettingDescriptor fillerSetting();

// Schools that several patterns have.
/// With the settings rope and fairlead.
[[nodiscard]] School lineSchool();
/// @param cut  that the corners are cut by where they are, mm
[[nodiscard]] School endsSchool(const std::string &setting, double cut);

}  // namespace hefty::armor
