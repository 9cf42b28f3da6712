#pragma once

#include <string>
#include <string_view>

namespace hefty::parts {

/// What a part is for, from what is only laid on to what everything else hangs on: of two parts that are
/// welded to each other the one that comes first says how large the weld is.
enum class Role {
    Cap,        ///< closes the end of a bar
    Closing,    ///< closes a cut
    Skin,       ///< covers, carries what falls on it
    Filler,     ///< closes a gap that a foot or a stone could go through
    Sleeve,     ///< a tube in a hole: crush sleeve, jack socket
    Gusset,     ///< stiffens a corner
    Brace,      ///< a bar or plate that leads a load on
    Rib,        ///< inside or under a sheet
    Tab,        ///< takes a shackle
    Lip,        ///< stiffens an edge
    Cheek,      ///< stands at the side of a winch
    Tray,       ///< the winch stands on it
    Receiver,   ///< takes a drawbar
    Step,       ///< a foot stands on it
    Hoop,       ///< a bent tube around something
    Outrigger,  ///< the outer tube of a slider
    Leg,        ///< leads from a beam to the vehicle
    Foot,       ///< the plate of a leg on the vehicle
    Mount,      ///< the plate that is bolted to the vehicle
    Doubler,    ///< a plate on a weak rail
    Post,       ///< stands on a beam
    Beam,       ///< what the piece is built around
    Other
};

/// As Provenance::bought: a part that is on the vehicle already, neither made nor bought nor weighed again.
inline constexpr const char *onVehicle = "on the vehicle";

/// The word for a role in files: "gusset".
[[nodiscard]] std::string_view roleWord(Role role);

/// Who a part is, whoever made it: nothing is told from the spelling of its name.
struct Provenance {
    Role role = Role::Other;
    std::string sizedBy = {};  ///< the setting that gives its thickness or section; empty: nothing does
    std::string legBy = {};    ///< the setting that gives the leg of its welds; empty: `leg` does
    double leg = 0;            ///< of its welds, mm; 0: not said
    std::string label = {};    ///< for people: "left bracket"; empty: its name
    std::string bought = {};   ///< in the stock, if it is bought ready made
    bool legFirst = false;     ///< what it is welded to takes this part's leg, whatever that part is
    [[nodiscard]] bool isOnVehicle() const { return bought == onVehicle; }
};

}  // namespace hefty::parts
