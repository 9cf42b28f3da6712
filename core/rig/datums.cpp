#include <array>

#include "core/rig/vehicle.h"

namespace hefty::rig {
namespace {

using measure::Quantity;

const std::vector<DatumDescriptor> &descriptors() {
    static const std::vector<DatumDescriptor> list{
        {"wheelbase", "Wheelbase", "Axle center to axle center along the sill, wheels straight ahead.",
         Quantity::Length, 1200, 6000, true, "", "LTUS"},
        {"frontFrameEnd", "Front frame end to axle",
         "Plumb line from the end of each rail and from the hub; measure along the floor.", Quantity::Length,
         50, 2000, true, "", "LTS"},
        {"railSpacing", "Rails, center to center",
         "Outside to outside at the front ends, less one rail width.", Quantity::Length, 300, 1400, true, "",
         "LTS"},
        {"railCenter", "Rail center above ground",
         "Floor to the bottom of the rail at its end, plus half its height.", Quantity::Length, 150, 1800,
         true, "", "LTS"},
        {"railHeight", "Rail height", "Across the outer side of the rail.", Quantity::Length, 30, 400, true,
         "", "LTS"},
        {"railWidth", "Rail width", "Across the top of the rail.", Quantity::Length, 20, 250, true, "",
         "LTS"},
        {"railWall", "Rail wall", "At a hole with a depth gauge, paint scraped off.", Quantity::DrilledLength,
         1, 20, true, "", "LTS"},
        {"crossmember", "Frame end to crossmember",
         "From the end of the rail back to the nearest weld of the first crossmember; of a stub, to where it "
         "runs into the floor.",
         Quantity::Length, 0, 2000, true, "", "LTS"},
        {"frontLoadedRadius", "Front tire, loaded radius",
         "Floor to hub center, vehicle standing on its wheels.", Quantity::Length, 150, 900, true, "",
         "LTUS"},
        {"rearLoadedRadius", "Rear tire, loaded radius",
         "Floor to hub center, vehicle standing on its wheels.", Quantity::Length, 150, 900, true, "",
         "LTUS"},
        {"couplingToAxle", "Coupling to axle",
         "Middle of the coupling's ball socket to the axle center; of two axles, to the middle between them.",
         Quantity::Length, 800, 12000, true, "", "R"},
        {"couplingHeight", "Coupling above ground",
         "Floor to the middle of the ball socket, the trailer level as it is towed.", Quantity::Length, 150,
         1400, true, "", "R"},
        {"wheelLoadedRadius", "Tire, loaded radius", "Floor to hub center, trailer standing on its wheels.",
         Quantity::Length, 100, 900, true, "", "R"},
        {"tireWidth", "Tire width", "Across the widest part of the sidewalls.", Quantity::Length, 80, 700,
         true, "", "LTURS"},
        {"track", "Track", "Middle of the left tread to the middle of the right.", Quantity::Length, 700,
         2600, true, "", "LTURS"},
        {"frontAxleMass", "Mass on the front axle", "Both front wheels on scale pads, tanks full.",
         Quantity::Mass, 100, 10000, true, "", "LTUS"},
        {"rearAxleMass", "Mass on the rear axle", "Both rear wheels on scale pads, tanks full.",
         Quantity::Mass, 100, 15000, true, "", "LTUS"},
        {"noseMass", "Mass on the coupling", "Coupling on a scale pad at its towing height, load as carried.",
         Quantity::Mass, 5, 3000, true, "", "R"},
        {"axleMass", "Mass on the axle", "All wheels on scale pads, coupling at its towing height.",
         Quantity::Mass, 50, 15000, true, "", "R"},
        {"grossLimit", "Gross mass limit", "From the vehicle's papers.", Quantity::Mass, 200, 30000, true, "",
         "LTURS"},
        {"rearFrameEnd", "Rear frame end to axle", "Plumb line from the end of each rail and from the hub.",
         Quantity::Length, 50, 4000, false, "the rear pieces", "LTS"},
        {"rearCrossmember", "Rear frame end to crossmember",
         "From the rear end of the rail forward to the nearest weld of the last crossmember.",
         Quantity::Length, 0, 3000, false, "the rear pieces", "LTS"},
        {"rearRailCenter", "Rail center at the rear end",
         "Floor to the bottom of the rail at its rear end, plus half its height.", Quantity::Length, 150,
         1800, false, "the rear pieces", "LTS"},
        {"frontAxleLimit", "Front axle limit", "From the vehicle's papers.", Quantity::Mass, 100, 10000,
         false, "the axle limits", "LTUS"},
        {"rearAxleLimit", "Rear axle limit", "From the vehicle's papers.", Quantity::Mass, 100, 20000, false,
         "the axle limits", "LTUS"},
        {"noseLimit", "Coupling limit", "Stamped on the coupling, or from the papers of what tows it.",
         Quantity::Mass, 10, 3000, false, "the axle limits", "R"},
        {"axleLimit", "Axle limit", "From the trailer's plate.", Quantity::Mass, 50, 15000, false,
         "the axle limits", "R"},
        {"frontSpring", "Front spring rate at the wheel",
         "Load one axle with a known mass, read how far the body goes down, take off what the tires give. "
         "Half "
         "the weight over the travel.",
         Quantity::Rate, 5, 1000, false, "sag and drive", "LTUS"},
        {"rearSpring", "Rear spring rate at the wheel", "As for the front springs.", Quantity::Rate, 5, 2000,
         false, "sag and drive", "LTUS"},
        {"frontBump", "Front travel up to the stops", "Axle to its bump stop, vehicle standing.",
         Quantity::Length, 5, 500, false, "the drive", "LTUS"},
        {"frontDroop", "Front travel down", "How far the wheel drops with the frame on stands.",
         Quantity::Length, 5, 500, false, "the drive", "LTUS"},
        {"rearBump", "Rear travel up to the stops", "Axle to its bump stop, vehicle standing.",
         Quantity::Length, 5, 500, false, "the drive", "LTUS"},
        {"rearDroop", "Rear travel down", "How far the wheel drops with the frame on stands.",
         Quantity::Length, 5, 500, false, "the drive", "LTUS"},
        {"wheelSpring", "Spring rate at the wheel",
         "Load the trailer over its axle with a known mass, read how far the body goes down, take off what "
         "the "
         "tires give. Half the weight over the travel.",
         Quantity::Rate, 3, 2000, false, "sag and drive", "R"},
        {"wheelBump", "Travel up to the stops", "Axle to its bump stop, trailer standing.", Quantity::Length,
         5, 500, false, "the drive", "R"},
        {"steerLock", "Steering lock", "How far a front wheel turns to either side, the smaller of both.",
         Quantity::Angle, 0.1, 1.0, false, "the tires at lock", "LTUS"},
        {"kingPins", "King pins, center to center",
         "Middle of the left ball joints or king pin to that of the right, at hub height.", Quantity::Length,
         500, 2500, false, "the tires at lock", "LTUS"},
        {"centerHeight", "Height of the center of gravity",
         "From the papers, or by weighing the axles once more with one end raised.", Quantity::Length, 200,
         3000, false, "the drive", "LTURS"},
        {"seamHeight", "Sill seam above ground", "Floor to the lower edge of the seam, vehicle standing.",
         Quantity::Length, 80, 900, false, "sliders", "US"},
        {"seamSpacing", "Sill seams, left to right",
         "Outside to outside of the two seams, less one thickness.", Quantity::Length, 800, 2400, false,
         "sliders", "US"},
        {"seamThickness", "Thickness of the sill seam", "Across all its layers, paint scraped off.",
         Quantity::DrilledLength, 0.5, 15, false, "sliders", "US"},
        {"seamDepth", "Depth of the sill seam", "From its lower edge up to where the sill widens.",
         Quantity::Length, 5, 80, false, "sliders", "US"},
    };
    return list;
}

}  // namespace

std::span<const DatumDescriptor> datumsOf(VehicleKind kind) {
    const auto pick = [](VehicleKind k) {
        std::vector<DatumDescriptor> out;
        for (const DatumDescriptor &d : descriptors())
            if (d.isFor(k)) out.push_back(d);
        return out;
    };
    static const std::array<std::vector<DatumDescriptor>, 5> lists{
        pick(VehicleKind::LadderFrame), pick(VehicleKind::Truck), pick(VehicleKind::Unibody),
        pick(VehicleKind::Trailer), pick(VehicleKind::StubRails)};
    return lists[static_cast<std::size_t>(kind)];
}

const DatumDescriptor *datum(std::string_view id) {
    for (const DatumDescriptor &d : descriptors())
        if (d.id == id) return &d;
    return nullptr;
}

}  // namespace hefty::rig
