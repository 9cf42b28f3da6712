#pragma once

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// A bought receiver tube along the vehicle that goes through both upright walls of a beam.
struct ReceiverThroughBeam {
    double y = 0, z = 0;
    double nearFace = 0, farFace = 0;  ///< x of the beam's faces
    double out = -1;                   ///< 1: it opens forward, -1: rearward
    stock::Material material;          ///< taken as that of the beam's tube
    double clear = 0;                  ///< height of the beam's wall that is flat, mm
    double reach = 30;                 ///< of its mouth beyond the far face, mm
    double ball = 170;                 ///< from its mouth to the coupling, mm
    double towMass = 0;                ///< kg; 0: nothing is towed
    Sized leg;
};
/// With the settings receiverReach, ballReach, towMass and receiverWeld.
[[nodiscard]] ReceiverThroughBeam receiverBySettings(const Maker &maker);

/// With the coupling that it takes.
void addReceiver(Maker &maker, const std::string &name, const stock::Receiver &receiver,
                 const ReceiverThroughBeam &place);
void addReceiverSettings(std::vector<SettingDescriptor> &settings);

}  // namespace hefty::armor
