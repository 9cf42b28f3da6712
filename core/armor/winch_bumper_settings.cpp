#include "core/armor/builder.h"
#include "core/base/constants.h"

namespace hefty::armor {
namespace {

using measure::Quantity;

SettingDescriptor length(std::string id, std::string name, std::string group, double standard, double least,
                         double most, std::string meaning, double step = 1) {
    return {std::move(id),
            std::move(name),
            std::move(meaning),
            std::move(group),
            Quantity::Length,
            Choice::None,
            least,
            most,
            step,
            standard,
            false};
}

SettingDescriptor thickness(std::string id, std::string name, std::string group, double standard,
                            std::string meaning) {
    SettingDescriptor d =
        length(std::move(id), std::move(name), std::move(group), standard, 2, 30, std::move(meaning));
    d.quantity = Quantity::DrilledLength;
    d.thickness = true;
    return d;
}

SettingDescriptor leg(std::string id, std::string name, double standard, std::string meaning) {
    SettingDescriptor d =
        length(std::move(id), std::move(name), "Welds", standard, 2, 16, std::move(meaning));
    d.quantity = Quantity::DrilledLength;
    return d;
}

SettingDescriptor choice(std::string id, std::string name, std::string group, Choice kind,
                         std::string standard, std::string meaning) {
    return {std::move(id),
            std::move(name),
            std::move(meaning),
            std::move(group),
            Quantity::Count,
            kind,
            0,
            0,
            0,
            std::move(standard),
            false};
}

}  // namespace

std::vector<SettingDescriptor> winchBumperSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(
        length("width", "Overall width", "Shape", 1800, 900, 2600, "Tip to tip, end caps not counted."));
    s.push_back(
        length("height", "Beam center height", "Shape", 640, 300, 1600, "Floor to the middle of the beam."));
    s.push_back(length("setback", "Gap to frame ends", "Shape", 60, 25, 300,
                       "From the ends of the rails to the back of the beam."));
    s.push_back(length("centerWidth", "Straight part", "Shape", 1240, 500, 2400,
                       "Length of the beam before its ends sweep back."));
    s.push_back({"sweep", "Sweep of the ends", "How far the ends turn back, seen from above.", "Shape",
                 Quantity::Angle, Choice::None, 0, radians(50), radians(1), radians(25), false});
    s.push_back(length("cornerCut", "Corner cut", "Shape", 0, 0, 200,
                       "How much the underside of each end rises toward its tip."));
    s.push_back(choice("section", "Beam section", "Stock", Choice::RectTube, "RHS 150x100x8",
                       "Rectangular tube of the beam, its height standing."));
    s.push_back(choice("tubeMaterial", "Tube material", "Stock", Choice::TubeMaterial, "S355",
                       "Grade on the mill certificate of the tube."));
    s.push_back(choice("plateMaterial", "Plate material", "Stock", Choice::PlateMaterial, "S355",
                       "Grade of brackets, tray, cheeks, tabs and gussets."));
    s.push_back(thickness("bracketThickness", "Bracket plate", "Plates", 15,
                          "Plates bolted to the outside of the rails."));
    s.push_back(thickness("trayThickness", "Winch tray", "Plates", 12, "Plate under the winch."));
    s.push_back(
        length("trayDepth", "Tray depth", "Plates", 190, 120, 400, "From the back of the beam, rearward."));
    s.push_back(
        thickness("cheekThickness", "Cheek plates", "Plates", 8, "Plates standing at the ends of the tray."));
    s.push_back(
        length("lipHeight", "Lip of the tray", "Plates", 90, 0, 200,
               "Plate standing along the rear edge of the tray between the cheeks; 0 leaves it out."));
    s.push_back(thickness("lipThickness", "Lip plate", "Plates", 10, "Plate of the lip."));
    s.push_back(
        thickness("tabThickness", "Recovery tabs", "Plates", 20, "Plates that pass through the beam."));
    s.push_back(length("tabHeight", "Tab height", "Plates", 90, 40, 200,
                       "Across the tab, where it enters the beam."));
    s.push_back(length("tabSpacing", "Tabs, center to center", "Shape", 860, 300, 2000,
                       "In line with the rails is best."));
    s.push_back(length("tabReach", "Hole ahead of the beam", "Plates", 45, 25, 150,
                       "From the front of the beam to the middle of the shackle hole."));
    s.push_back(length("gussetLeg", "Gusset leg", "Plates", 140, 0, 250,
                       "Triangle between bracket and beam; 0 leaves it out."));
    s.push_back(thickness("gussetThickness", "Gusset plate", "Plates", 10, "Plate of the gussets."));
    s.push_back(length("braceReach", "Brace along the ends", "Plates", 0, 0, 400,
                       "Plate from bracket to swept end, of the gussets' thickness, as far along the end; 0 "
                       "leaves it out."));
    s.push_back(choice("winch", "Winch", "Bought", Choice::Winch, "winch-4300",
                       "Rated pull is for the first rope layer."));
    s.push_back(choice("rope", "Rope", "Bought", Choice::Rope, "synthetic-9.5", "Line on the winch."));
    s.push_back(choice("fairlead", "Fairlead", "Bought", Choice::Fairlead, "hawse-254",
                       "Hawse for synthetic rope, rollers for steel cable."));
    s.push_back(
        choice("shackle", "Shackle", "Bought", Choice::Shackle, "shackle-3.25", "For the recovery tabs."));
    s.push_back(choice("snatchRope", "Recovery rope", "Bought", Choice::SnatchRope, "recovery-22",
                       "Stretching rope that the tabs are snatched with."));
    s.push_back(choice("footBoltGrade", "Winch bolt grade", "Bolts", Choice::BoltGrade, "8.8",
                       "The four bolts through the winch feet."));
    s.push_back(choice("fairleadBoltGrade", "Fairlead bolt grade", "Bolts", Choice::BoltGrade, "8.8",
                       "The two bolts that hold the fairlead on the front of the beam."));
    s.push_back(choice("mountBoltGrade", "Frame bolt grade", "Bolts", Choice::BoltGrade, "8.8",
                       "The bolts through the rails; their size follows the holes measured."));
    s.push_back({"addedBolts", "Frame bolts added",
                 "Drilled through bracket and rail behind the measured holes, on each side.", "Bolts",
                 Quantity::Count, Choice::None, 0, 3, 1, 0.0, false});
    s.push_back(choice("filler", "Filler metal", "Welds", Choice::Filler, "ER70S-6", "Wire or rod."));
    s.push_back(leg("beamWeld", "Leg, beam miters", 6, "Around the tube at the sweep."));
    s.push_back(leg("bracketWeld", "Leg, brackets", 8, "Bracket plates to the back of the beam."));
    s.push_back(leg("trayWeld", "Leg, tray and cheeks", 6, "Tray and cheeks to the beam and to each other."));
    s.push_back(leg("tabWeld", "Leg, tabs", 8, "Around the tabs, on both walls."));
    s.push_back(leg("gussetWeld", "Leg, gussets", 5, "Gussets to bracket and beam."));
    s.push_back(leg("capWeld", "Leg, end caps", 4, "Caps and closing plates."));
    return s;
}

}  // namespace hefty::armor
