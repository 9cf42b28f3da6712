#pragma once

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// Where a bought receiver tube lies, along the vehicle, and what it is for.
struct ReceiverPlace {
    double y = 0, z = 0;
    double mouth = 0;          ///< x of it
    double nearFace = 0;       ///< x of the far end of what it goes through, seen from the mouth
    double out = -1;           ///< 1: it opens forward, -1: rearward
    stock::Material material;  ///< taken as that of the tubes that it is welded to
    double ball = 170;         ///< from its mouth to the coupling, mm
    double towMass = 0;        ///< kg; 0: nothing is towed
    std::string shackle;       ///< in a block that it takes to be recovered by; empty: none
    std::string snatchRope;
    std::string pinGrade = "8.8";
    Sized leg;
};
/// With the settings of addReceiverSettings() and snatchRope; y, z, mouth and nearFace are left.
[[nodiscard]] ReceiverPlace receiverBySettings(const Maker &maker);

/// With the coupling and the block that it takes.
void addReceiver(Maker &maker, const std::string &name, const stock::Receiver &receiver,
                 const ReceiverPlace &place);

/// Through both upright walls of a beam. @param clear  height of the beam's wall that is flat, mm
void addReceiverThrough(Maker &maker, const std::string &name, const stock::Receiver &receiver,
                        const ReceiverPlace &place, double clear);

/// @param through  what it is, "Bought receiver tube through the middle of the beam."
/// @param towed    what is usual, kg
void addReceiverSettings(std::vector<SettingDescriptor> &settings, const char *through, double towed);

}  // namespace hefty::armor
