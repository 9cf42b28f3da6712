#include "core/armor/making/settings.h"

#include <algorithm>

namespace hefty::armor {

using measure::Quantity;

namespace {

SettingDescriptor numberOf(std::string id, std::string name, std::string group, Quantity quantity,
                           double standard, double least, double most, double step, std::string meaning) {
    SettingDescriptor d;
    d.id = std::move(id);
    d.name = std::move(name);
    d.meaning = std::move(meaning);
    d.group = std::move(group);
    d.quantity = quantity;
    d.least = least;
    d.most = most;
    d.step = step;
    d.standard = standard;
    return d;
}

}  // namespace

SettingDescriptor lengthSetting(std::string id, std::string name, std::string group, double standard,
                                double least, double most, std::string meaning) {
    return numberOf(std::move(id), std::move(name), std::move(group), Quantity::Length, standard, least, most,
                    1, std::move(meaning));
}

SettingDescriptor angleSetting(std::string id, std::string name, std::string group, double standard,
                               double least, double most, std::string meaning) {
    return numberOf(std::move(id), std::move(name), std::move(group), Quantity::Angle, standard, least, most,
                    radians(1), std::move(meaning));
}

SettingDescriptor countSetting(std::string id, std::string name, std::string group, int standard, int least,
                               int most, std::string meaning) {
    return numberOf(std::move(id), std::move(name), std::move(group), Quantity::Count, standard, least, most,
                    1, std::move(meaning));
}

SettingDescriptor yesNoSetting(std::string id, std::string name, std::string group, bool standard,
                               std::string meaning) {
    return countSetting(std::move(id), std::move(name), std::move(group), standard ? 1 : 0, 0, 1,
                        std::move(meaning));
}

SettingDescriptor massSetting(std::string id, std::string name, std::string group, double standard,
                              double least, double most, std::string meaning) {
    return numberOf(std::move(id), std::move(name), std::move(group), Quantity::Mass, standard, least, most,
                    10, std::move(meaning));
}

SettingDescriptor thicknessSetting(std::string id, std::string name, std::string group, double standard,
                                   std::string meaning) {
    SettingDescriptor d = numberOf(std::move(id), std::move(name), std::move(group), Quantity::DrilledLength,
                                   standard, 2, 30, 1, std::move(meaning));
    d.thickness = true;
    return d;
}

SettingDescriptor legSetting(std::string id, std::string name, double standard, std::string meaning) {
    return numberOf(std::move(id), std::move(name), "Welds", Quantity::DrilledLength, standard, 2, 16, 1,
                    std::move(meaning));
}

SettingDescriptor choiceSetting(std::string id, std::string name, std::string group, Choice kind,
                                std::string standard, std::string meaning) {
    SettingDescriptor d = numberOf(std::move(id), std::move(name), std::move(group), Quantity::Count, 0, 0, 0,
                                   0, std::move(meaning));
    d.choice = kind;
    d.standard = std::move(standard);
    return d;
}

namespace {

void noteIn(std::vector<SettingDescriptor> &all, std::vector<std::string> SettingDescriptor::*list,
            const std::string &setting, std::initializer_list<std::string_view> these) {
    for (SettingDescriptor &d : all)
        if (std::find(these.begin(), these.end(), d.id) != these.end()) (d.*list).push_back(setting);
}

}  // namespace

void onlyWith(std::vector<SettingDescriptor> &all, const std::string &setting,
              std::initializer_list<std::string_view> these) {
    noteIn(all, &SettingDescriptor::onlyWith, setting, these);
}

void notWith(std::vector<SettingDescriptor> &all, const std::string &setting,
             std::initializer_list<std::string_view> these) {
    noteIn(all, &SettingDescriptor::notWith, setting, these);
}

SettingDescriptor tubeMaterialSetting(std::string meaning) {
    return choiceSetting("tubeMaterial", "Tube material", "Stock", Choice::TubeMaterial, "S355",
                         std::move(meaning));
}

SettingDescriptor plateMaterialSetting(std::string meaning) {
    return choiceSetting("plateMaterial", "Plate material", "Stock", Choice::PlateMaterial, "S355",
                         std::move(meaning));
}

SettingDescriptor shackleSetting(std::string meaning) {
    return choiceSetting("shackle", "Shackle", "Bought", Choice::Shackle, "shackle-3.25", std::move(meaning));
}

SettingDescriptor snatchRopeSetting(const std::string &pulled) {
    return choiceSetting("snatchRope", "Recovery rope", "Bought", Choice::SnatchRope, "recovery-22",
                         "Stretching rope that the " + pulled + " are snatched with.");
}

SettingDescriptor mountBoltGradeSetting(std::string meaning) {
    return choiceSetting("mountBoltGrade", "Frame bolt grade", "Bolts", Choice::BoltGrade, "8.8",
                         std::move(meaning));
}

SettingDescriptor addedBoltsSetting(std::string meaning) {
    return countSetting("addedBolts", "Frame bolts added", "Bolts", 0, 0, 3, std::move(meaning));
}

SettingDescriptor fillerSetting() {
    return choiceSetting("filler", "Filler metal", "Welds", Choice::Filler, "ER70S-6", "Wire or rod.");
}

School lineSchool() {
    return {"Line of the winch",
            {{"Synthetic rope, aluminum fairlead",
              {{"rope", std::string("synthetic-9.5")}, {"fairlead", std::string("hawse-254")}}},
             {"Steel cable, rollers",
              {{"rope", std::string("steel-9.5")}, {"fairlead", std::string("roller-254")}}}}};
}

School endsSchool(const std::string &setting, double cut) {
    return {"Ends", {{"Full width", {{setting, 0.0}}}, {"Corners cut away", {{setting, cut}}}}};
}

}  // namespace hefty::armor
