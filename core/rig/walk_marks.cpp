#include "core/rig/walk_marks.h"

#include <map>

namespace hefty::rig {
namespace {

/// Where x counts from: the front or rear axle, the front or rear end of the vehicle.
enum class From { FrontAxle, RearAxle, FrontEnd, RearEnd };

/// A mark as it stands in the list: its place in millimeters along from something, in shares of half
/// the track across and of the tire's loaded radius up, so that the guess suits small and large vehicles.
struct Row {
    const char *id, *name, *how;
    WalkView view;
    MarkKind kind;
    const char *blocks;
    const char *kinds;
    From from;
    double along, across, up;
    double longer = 0, wider = 0, higher = 0;  ///< half sizes of a box, in the same measures
    Region region = Region::Front;
    bool onAxle = false;
    const char *motion = "";
    double gap = 0;
    const char *twin = "";  ///< id of the same on the other side
};

constexpr const char *angles = "the angles";
constexpr const char *fit = "the fit";
constexpr const char *law = "the road checks";

constexpr auto Side = WalkView::Side, Ahead = WalkView::Front, Above = WalkView::Top, Behind = WalkView::Rear,
               Below = WalkView::Underneath;
constexpr auto Point = MarkKind::Point, Box = MarkKind::Box, Moving = MarkKind::Moving;

const std::vector<Row> &points() {
    static const std::vector<Row> rows{
        {"fender-front", "Fender, front lower corner",
         "Lowest point of the fender ahead of the tire, from the floor and from the axle.", Side, Point,
         angles, "LTUS", From::FrontAxle, 420, 0.95, 1.6, 0, 0, 0, Region::Front},
        {"radiator-support", "Lower edge of the radiator support",
         "Floor to its lower edge, at its end; plumb line back to the hub.", Ahead, Point, angles, "LTUS",
         From::FrontEnd, -55, 0.38, 1.4, 0, 0, 0, Region::Front},
        {"steering-rod", "Steering rod", "Lowest point of the rod, wheels straight ahead.", Ahead, Point,
         angles, "LTS", From::FrontAxle, 430, 0.35, 1.1, 0, 0, 0, Region::Front},
        {"front-differential", "Front differential or axle", "Lowest point of the housing, from the floor.",
         Ahead, Point, angles, "LTS", From::FrontAxle, 0, 0.2, 0.58, 0, 0, 0, Region::Belly, true},
        {"engine-pan", "Oil pan", "Lowest point of the pan or its bolts.", Below, Point, angles, "LTUS",
         From::FrontAxle, -480, 0, 0.92, 0, 0, 0, Region::Belly},
        {"gearbox-member", "Gearbox or its crossmember", "Lowest edge, at its end.", Below, Point, angles,
         "LTS", From::FrontAxle, -1120, 0.3, 0.87, 0, 0, 0, Region::Belly},
        {"transfer-case", "Transfer case", "Lowest point of the case or its guard.", Below, Point, angles,
         "L", From::FrontAxle, -1480, -0.19, 0.83, 0, 0, 0, Region::Belly},
        {"exhaust", "Exhaust", "Lowest point between the axles, clamps and hangers counted.", Below, Point,
         angles, "LTUS", From::RearAxle, 1250, -0.3, 0.95, 0, 0, 0, Region::Belly},
        {"fuel-tank", "Fuel tank", "Lowest point of the tank or its strap.", Below, Point, angles, "LTUS",
         From::RearAxle, 940, 0.48, 1.0, 0, 0, 0, Region::Belly},
        {"sill", "Sill or rocker, lower edge", "Floor to the lowest edge, at the middle of the door.", Side,
         Point, angles, "LTUS", From::RearAxle, 1500, 0.96, 1.15, 0, 0, 0, Region::Belly},
        {"well-front", "Front wheel well, rear edge", "Where the well's edge ends behind the tire.", Side,
         Point, "sliders", "LTUS", From::FrontAxle, -520, 0.97, 1.3, 0, 0, 0, Region::Belly},
        {"well-rear", "Rear wheel well, front edge", "Where the well's edge ends ahead of the tire.", Side,
         Point, "sliders", "LTUS", From::RearAxle, 520, 0.97, 1.3, 0, 0, 0, Region::Belly},
        {"rear-differential", "Rear differential or axle", "Lowest point of the housing, from the floor.",
         Behind, Point, angles, "LTURS", From::RearAxle, 0, -0.05, 0.57, 0, 0, 0, Region::Belly, true},
        {"rear-crossmember", "Rearmost crossmember", "Its lower edge, at its end.", Behind, Point, angles,
         "LTRS", From::RearEnd, 0, 0.52, 1.33, 0, 0, 0, Region::Rear},
        {"rear-corner", "Body, rear lower corner", "Lowest point of the body's rear corner.", Behind, Point,
         angles, "LTURS", From::RearEnd, 0, 0.9, 1.5, 0, 0, 0, Region::Rear},
        {"tail-pipe", "Tail pipe", "Lowest point of its end.", Behind, Point, angles, "LTUS", From::RearAxle,
         -900, -0.7, 1.25, 0, 0, 0, Region::Rear},
        {"hitch", "Hitch, tow jaw or tow eye", "Its lowest point.", Behind, Point, angles, "LTUS",
         From::RearEnd, -60, 0, 1.2, 0, 0, 0, Region::Rear},
        {"drawbar", "Drawbar, lowest point", "From the floor, as it is towed.", Side, Point, angles, "R",
         From::FrontAxle, -600, 0, 1.1, 0, 0, 0, Region::Belly},
        {"jockey-wheel", "Jockey wheel, wound up", "Its lowest point when it is up for the road.", Side,
         Point, angles, "R", From::FrontAxle, -350, 0.15, 0.9, 0, 0, 0, Region::Belly},
    };
    return rows;
}

const std::vector<Row> &boxes() {
    static const std::vector<Row> rows{
        {"radiator", "Radiator face and its airflow",
         "The face from its lower to its upper edge; ahead of it, what must stay open.", Ahead, Box, fit,
         "LTUS", From::FrontEnd, -168, 0, 2.0, 18, 0.45, 0.45, Region::Front, false, "", 15},
        {"steering-box", "Steering box", "Its outermost edges with hoses and bolts.", Below, Box, fit, "LTS",
         From::FrontAxle, 340, 0.59, 1.6, 100, 0.06, 0.25, Region::Front, false, "", 20},
        {"lamp-left", "Left headlamp, with the space to take it out",
         "Outline of the lamp, and ahead of it as far as it has to come.", Ahead, Box, fit, "LTUS",
         From::FrontEnd, -10, 0.86, 2.2, 90, 0.16, 0.22, Region::Front, false, "", 10, "lamp-right"},
        {"lamp-right", "Right headlamp, with the space to take it out",
         "Outline of the lamp, and ahead of it as far as it has to come.", Ahead, Box, fit, "LTUS",
         From::FrontEnd, -10, -0.86, 2.2, 90, 0.16, 0.22, Region::Front, false, "", 10, "lamp-left"},
        {"plate-front", "Front license plate", "The plate and the view of it.", Ahead, Box, law, "LTUS",
         From::FrontEnd, 60, 0, 1.6, 15, 0.33, 0.15, Region::Front, false, "", 5},
        {"plate-rear", "Rear license plate and its lamp", "The plate, its lamp and the view of both.", Behind,
         Box, law, "LTURS", From::RearEnd, -30, -0.4, 1.9, 15, 0.33, 0.15, Region::Front, false, "", 5},
        {"exhaust-run", "Exhaust and its heat shield", "Its whole run with the shield.", Below, Box, fit,
         "LTUS", From::RearAxle, 1150, -0.4, 1.05, 800, 0.1, 0.12, Region::Front, false, "", 20},
        {"hood", "Hood", "The panel closed; its hinge is found at its rear edge.", Above, Moving, fit, "LU",
         From::FrontEnd, -520, 0, 2.72, 560, 0.87, 0.05, Region::Front, false, "front-up", 10},
        {"cab", "Tilting cab", "The cab as it stands; it tips about its front edge.", Side, Moving, fit, "T",
         From::FrontAxle, -130, 0, 3.6, 900, 1.1, 1.5, Region::Front, false, "rear-up", 20},
        {"tailgate", "Tailgate",
         "The panel closed; it folds down about its lower edge. A hatch that opens upward: change its motion "
         "in Lists.",
         Behind, Moving, fit, "L", From::RearEnd, -20, 0, 2.6, 40, 0.85, 0.75, Region::Rear, false,
         "rear-down", 10},
        {"tailgate", "Tailgate or hatch", "The panel closed; its hinge is found at the edge it turns about.",
         Behind, Moving, fit, "U", From::RearEnd, -20, 0, 2.6, 40, 0.85, 0.75, Region::Rear, false, "rear-up",
         10},
    };
    return rows;
}

/// What guesses are scaled by; middling values where nothing is measured yet.
struct Sizes {
    double wheelbase, half, radius, frontEnd, rearEnd;

    explicit Sizes(const Vehicle &v) {
        const auto d = [&v](const char *id, double fallback) { return v.value(id).value_or(fallback); };
        const bool towed = v.kind == VehicleKind::Trailer;
        wheelbase = d(towed ? "couplingToAxle" : "wheelbase", 3000);
        half = d("track", 1550) / 2;
        radius = d(towed ? "wheelLoadedRadius" : "frontLoadedRadius", 380);
        frontEnd = v.hasFrame() ? d("frontFrameEnd", 600) : 650;
        rearEnd = v.hasFrame() ? d("rearFrameEnd", 900) : (towed ? 0.4 * wheelbase : 700);
    }
    [[nodiscard]] double start(From from) const {
        switch (from) {
            case From::RearAxle:
                return -wheelbase;
            case From::FrontEnd:
                return frontEnd;
            case From::RearEnd:
                return -wheelbase - rearEnd;
            case From::FrontAxle:
                break;
        }
        return 0;
    }
};

WalkMark marked(const Row &r, const Sizes &s) {
    WalkMark m;
    m.id = r.id;
    m.name = r.name;
    m.how = r.how;
    m.view = r.view;
    m.kind = r.kind;
    m.blocks = r.blocks;
    const Vec3 middle(s.start(r.from) + r.along, r.across * s.half, r.up * s.radius);
    const Vec3 half(r.longer, r.wider * s.half, r.higher * s.radius);
    m.low = middle - half;
    m.high = middle + half;
    m.region = r.region;
    m.onAxle = r.onAxle;
    m.motion = r.motion;
    m.gap = r.gap;
    m.twin = r.twin;
    return m;
}

}  // namespace

std::vector<WalkMark> marksOf(const Vehicle &vehicle) {
    const Sizes sizes(vehicle);
    std::vector<WalkMark> out;
    if (vehicle.hasFrame()) {
        WalkMark holes;
        holes.id = "frontHoles";
        holes.name = "Bolt holes of the frame ends";
        holes.how =
            "Each hole from the end of the rail and from its center line; its diameter with a caliper.";
        holes.kind = MarkKind::Holes;
        holes.blocks = "everything";
        const double center = vehicle.value("railCenter").value_or(600);
        holes.low =
            holes.high = {sizes.frontEnd - 60, vehicle.value("railSpacing").value_or(800) / 2, center};
        out.push_back(std::move(holes));
    }
    const char letter = "LTURS"[static_cast<std::size_t>(vehicle.kind)];
    for (const auto *rows : {&points(), &boxes()})
        for (const Row &r : *rows)
            if (std::string_view(r.kinds).find(letter) != std::string_view::npos)
                out.push_back(marked(r, sizes));
    return out;
}

WalkView viewOf(std::string_view datumId) {
    static const std::map<std::string_view, WalkView> views{
        {"track", Ahead},         {"tireWidth", Ahead},     {"railSpacing", Ahead},   {"railHeight", Ahead},
        {"railWidth", Above},     {"railWall", Ahead},      {"crossmember", Below},   {"kingPins", Below},
        {"steerLock", Above},     {"frontBump", Ahead},     {"frontDroop", Ahead},    {"frontSpring", Ahead},
        {"rearBump", Behind},     {"rearDroop", Behind},    {"rearSpring", Behind},   {"wheelSpring", Behind},
        {"wheelBump", Behind},    {"seamSpacing", Below},   {"seamThickness", Below}, {"seamDepth", Side},
        {"rearAxleMass", Behind}, {"frontAxleMass", Ahead}, {"axleMass", Behind}};
    const auto it = views.find(datumId);
    return it == views.end() ? Side : it->second;
}

}  // namespace hefty::rig
