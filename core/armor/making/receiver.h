#pragma once

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// Where a bought receiver tube lies, along the vehicle, and what it is for.
struct ReceiverPlace {
    double y = 0, z = 0;
    double mouth = 0;          ///< x of it
    double out = -1;           ///< 1: it opens forward, -1: rearward
    stock::Material material;  ///< taken as that of the tubes that it is welded to
    double ball = 170;         ///< from its mouth to the coupling, mm
    double towMass = 0;        ///< kg; 0: nothing is towed
    std::string shackle;       ///< in a block that it takes to be recovered by; empty: none
    std::string snatchRope;
    std::string pinGrade = "8.8";
    Sized leg;
};
/// With the settings of addReceiverSettings() and snatchRope; y, z and mouth are left.
[[nodiscard]] ReceiverPlace receiverBySettings(const Maker &maker);

/// With the coupling and the block that it takes.
void addReceiver(Maker &maker, const std::string &name, const stock::Receiver &receiver,
                 const ReceiverPlace &place);

/// A beam whose upright walls a receiver goes through.
struct AroundReceiver {
    double nearFace = 0, farFace = 0;  ///< x of the beam's faces; the far one is that of the mouth
    double clear = 0;                  ///< height of the beam's wall that is flat, mm
};
/// @pre place.mouth beyond beam.farFace
void addReceiverThrough(Maker &maker, const std::string &name, const stock::Receiver &receiver,
                        const ReceiverPlace &place, const AroundReceiver &beam);

/// @param through  what it is, "Bought receiver tube through the middle of the beam."
/// @param towed    what is usual, kg
void addReceiverSettings(std::vector<SettingDescriptor> &settings, const char *through, double towed);

}  // namespace hefty::armor
