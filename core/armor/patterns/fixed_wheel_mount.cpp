#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/frame_tube.h"
#include "core/armor/making/hub_plate.h"
#include "core/armor/making/settings.h"
#include "core/base/constants.h"

namespace hefty::armor {
namespace {

// House practice, mm (docs/methods.md, "Fixed wheel mounts").
constexpr double overPost = 15;    // of the hub plate beyond the posts
constexpr double eyeHole = 22;     // of the eye that the wheel is hoisted by
constexpr double onePerson = 250;  // N, that one person pulls on a rope for long
constexpr double perSheave = 0.9;  // of the pull comes out of a block, each

std::vector<SettingDescriptor> fixedWheelMountSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(lengthSetting("behind", "Behind the front axle", "Shape", 2400, 200, 8000,
                              "From the middle of the front wheel back to the middle of the tube."));
    s.push_back(
        lengthSetting("drop", "Below the rails' middle", "Shape", 0, -60, 60, "Of the tube's center line."));
    s.push_back(lengthSetting("postSpacing", "Posts, center to center", "Shape", 240, 120, 700,
                              "Across the vehicle."));
    s.push_back(lengthSetting("postHeight", "Height of the posts", "Shape", 460, 150, 1200,
                              "From the top of the tube, along them."));
    s.push_back(angleSetting("lean", "Lean of the posts", "Shape", 0, 0, radians(35),
                             "Forward, so that what hangs on them keeps the departure angle."));
    s.push_back(choiceSetting("postSection", "Posts", "Stock", Choice::SquareTube, "SHS 50x50x4",
                              "Tubes that stand on the one across."));
    addFrameTubeSettings(s, "RHS 80x60x5");
    s.push_back(
        thicknessSetting("hubThickness", "Hub plate", "Plates", 10, "Plate that the studs stand in."));
    s.push_back(lengthSetting("hubHeight", "Middle of the wheel up the posts", "Wheel", 260, 60, 1100,
                              "From the top of the tube, along the posts."));
    addWheelSettings(
        s, {.radius = 400, .width = 265, .mass = 42, .studCircle = 139.7, .studSize = 14, .standoff = 115});
    s.push_back(legSetting("postWeld", "Leg, posts", 5, "Of posts, hub plate and eye."));
    return s;
}

/// A wheel that is bolted upright to two posts on a tube between the rails.
class FixedWheelMount {
  public:
    explicit FixedWheelMount(Maker &maker)
        : m_make(maker),
          m_tube(maker, -maker.number("behind"),
                 maker.rig().railCenterAt(-maker.number("behind")) - maker.number("drop")),
          m_post(maker.barOf("postSection", "tubeMaterial")) {}

    void build() {
        m_tube.check();
        if (!m_make.refused()) check();
        if (m_make.refused()) return;
        m_tube.add("tube between the rails");
        for (const Side &side : bothSides) addPost(side);
        addPlate();
        addEye();
        addHandles();
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    /// The way up the posts, and the way out of the hub plate: rearward.
    [[nodiscard]] Vec3 up() const { return {std::sin(number("lean")), 0, std::cos(number("lean"))}; }
    [[nodiscard]] Vec3 outward() const { return {-std::cos(number("lean")), 0, std::sin(number("lean"))}; }
    [[nodiscard]] Vec3 foot(double y) const { return {m_tube.x(), y, m_tube.top()}; }
    [[nodiscard]] double plateHalf() const {
        return std::max(hubPlateHalf(m_make),
                        number("postSpacing") / 2 + m_post.section.width / 2 + overPost);
    }
    [[nodiscard]] double plateHigh() const { return hubPlateHalf(m_make); }
    /// The middle of the hub plate's outer face.
    [[nodiscard]] Vec3 hub() const {
        return foot(0) + up() * number("hubHeight") +
               outward() * (m_post.section.width / 2 + number("hubThickness"));
    }

    void check() {
        if (number("postSpacing") < m_post.section.width + 20)
            m_make.refuse("The posts stand against each other.", "postSpacing", "Set them further apart.");
        if (number("postSpacing") / 2 + m_post.section.width / 2 > m_tube.half() - 10)
            m_make.refuse("The posts stand at the rails.", "postSpacing", "Bring them closer together.");
        if (m_post.section.height > m_tube.width() - 4)
            m_make.refuse("The posts are deeper than the tube that they stand on.", "postSection",
                          "Take slimmer ones or a wider tube.");
        if (number("hubHeight") + plateHigh() > number("postHeight") + 0.01)
            m_make.refuse("The hub plate reaches past the top of the posts.", "postHeight",
                          "Make the posts longer or set the wheel lower.");
        if (number("hubHeight") - plateHigh() < 10)
            m_make.refuse("The hub plate reaches down to the tube.", "hubHeight", "Raise the wheel.");
    }

    void addPost(const Side &side) {
        const double y = side.sign * number("postSpacing") / 2;
        BarPart &post =
            m_make.bar(side.of("post"), {Role::Post, "postSection", "postWeld", 0, side.people("post"), {}},
                       m_post, foot(y), foot(y) + up() * number("postHeight"), {}, Vec3::UnitY());
        Maker::cope(post, false, {"tube"});
    }

    /// Across both posts: the hub plate itself, or what its standoff stands on.
    void addPlate() {
        const double t = number("hubThickness");
        HubPlate plate;
        plate.name = "hub";
        plate.label = "hub plate";
        plate.axes.origin =
            foot(0) + up() * number("hubHeight") + outward() * ((m_post.section.width + t) / 2);
        plate.axes.x = -Vec3::UnitY();
        plate.axes.y = up();
        plate.axes.z = plate.axes.x.cross(plate.axes.y);
        if (m_make.wanted("hubOut")) {
            const double half = plateHalf(), high = m_post.section.height;
            SheetPart &back =
                m_make.sheet("back", {Role::Lip, "hubThickness", "postWeld", 0, "back plate", {}}, plate.axes,
                             {{-half, -high}, {half, -high}, {half, high}, {-half, high}}, t, m_tube.plate());
            parts::addCrossStrips(back);
            plate.axes.origin += plate.axes.z * t;
        } else {
            plate.half = plateHalf();
        }
        plate.thickness = m_make.sized("hubThickness");
        plate.legBy = "postWeld";
        plate.material = m_tube.plate();
        plate.lean = number("lean");
        addHubPlate(m_make, plate);
    }

    /// Stands between the tops of the posts: the tackle is hung on it.
    void addEye() {
        const double t = number("hubThickness"), wide = number("postSpacing") - m_post.section.width;
        const double low = number("postHeight") - 50, high = number("postHeight") + 30;
        Axes axes;
        axes.origin = foot(0);
        axes.x = -Vec3::UnitY();
        axes.y = up();
        axes.z = axes.x.cross(axes.y);
        SheetPart &p = m_make.sheet(
            "eye", {Role::Tab, "hubThickness", "postWeld", 0, "eye for the tackle", {}}, axes,
            {{-wide / 2, low}, {wide / 2, low}, {wide / 2, high}, {-wide / 2, high}}, t, m_tube.plate());
        p.holes.push_back({"eye", {0, high - 28}, eyeHole, "tackle"});
        p.strips.push_back({{-wide / 2, (low + high) / 2}, {wide / 2, (low + high) / 2}, high - low});
        const double weight = number("wheelMass") * standardGravity;
        int falls = 1;
        double gain = 1, left = 1;
        while (onePerson * gain < weight && falls < 12) {
            left *= perSheave;
            gain += left;
            ++falls;
        }
        m_make.tell(
            "eye",
            fmt::format(
                "One person lifts the wheel of {:.0f} kg with a tackle of {} falls on the eye: {:.0f} N on "
                "the rope, {:.0f} percent of it lost in each sheave.",
                number("wheelMass"), falls, weight / gain, 100 * (1 - perSheave)),
            "Stand beside the load, never under it.");
    }

    void addHandles() {
        auto &h = m_make.out().handles;
        const Vec3 top = foot(0) + up() * number("postHeight");
        h.push_back({"behind", "side", foot(0), -Vec3::UnitX()});
        h.push_back({"behind", "top", foot(0), -Vec3::UnitX()});
        h.push_back({"postHeight", "side", top, up()});
        h.push_back({"hubHeight", "side", hub(), up()});
        h.push_back({"drop", "front", foot(0), -Vec3::UnitZ()});
        h.push_back({"lean", "side", foot(number("postSpacing") / 2) + up() * number("postHeight"),
                     -outward() * number("postHeight")});
        h.push_back({"postSpacing", "front", foot(number("postSpacing") / 2), Vec3(0, 0.5, 0)});
    }

    Maker &m_make;
    FrameTube m_tube;
    StockedBar m_post;
};

}  // namespace

Pattern fixedWheelMount() {
    return {
        "fixed-wheel-mount",
        "Fixed wheel mount",
        "A heavy spare wheel bolted upright to two posts on a tube between the rails, with an eye for the "
        "tackle that lifts it.",
        Where::SpareWheel,
        "LT",
        fixedWheelMountSettings(),
        [](const BuildInput &input) {
            Maker maker(input, *pattern("fixed-wheel-mount"));
            FixedWheelMount(maker).build();
            return maker.finish();
        },
        {{"gauge/departure", "lean", radians(4)},
         {"gauge/departure", "hubHeight", 20},
         {"role/post", "hubHeight", -15},
         {"role/post", "postSpacing", 20},
         {"role/beam", "gussetLeg", 20},
         {"role/lip", "hubThickness", 2},
         {"role/foot", "endLength", 20},
         {"check/bolt/", "endLength", 20},
         {"check/frequency/", "hubHeight", -15},
         {"gap/", "behind", 40}},
        {"Posts and tube are coated inside before they are closed.",
         "The tackle with its rope is carried with the vehicle.", "License plate and tail lamps stay seen.",
         "Lines and wiring along the rails are clear.", "Studs are torqued again after the first drive.",
         "Nobody stands under the wheel."}};
}

}  // namespace hefty::armor
