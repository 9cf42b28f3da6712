#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/making/cover.h"
#include "core/armor/making/hold_bolts.h"
#include "core/armor/making/house_practice.h"
#include "core/armor/making/settings.h"
#include "core/armor/making/wheel_gate.h"

namespace hefty::armor {
namespace {

constexpr double postDown = 160;    // mm, of the hinge post below the arm, at least
constexpr double beyondHinge = 35;  // mm of the arm: when it swings its end comes toward the body
constexpr double clear = 3;         // mm from there to the plate

std::vector<SettingDescriptor> bodyWheelCarrierSettings() {
    std::vector<SettingDescriptor> s;
    s.push_back(choiceSetting("postSection", "Hinge post", "Carrier", Choice::SquareTube, "SHS 100x100x5",
                              "Stands on the hinge plate; the spindle stands in it, as far out as the "
                              "swinging end of the arm wants."));
    s.push_back(
        lengthSetting("armHeight", "Underside of the arm", "Carrier", 780, 300, 1600, "Above the floor."));
    s.push_back(
        lengthSetting("bulge", "Body stands out by", "Carrier", 40, 0, 300,
                      "Behind the plane of the hinge plates, between hinge and latch: the arm is bent around "
                      "it; 0: straight."));
    s.push_back(lengthSetting("bendRadius", "Bend radius of the arm", "Carrier", 120, 40, 400,
                              "Of the die, to the center line of the tube."));
    s.push_back(
        thicknessSetting("plateThickness", "Hinge and latch plates", "Plates", 8, "Bolted to the body."));
    s.push_back(tubeMaterialSetting("Grade on the mill certificate of the tubes."));
    s.push_back(plateMaterialSetting("Grade of the plates."));
    addWheelGateSettings(s);
    s.push_back(choiceSetting("boltGrade", "Bolt grade", "Bolts", Choice::BoltGrade, "8.8",
                              "The bolts in the body; their size follows the places measured."));
    s.push_back(fillerSetting());
    s.push_back(legSetting("postWeld", "Leg, hinge post", 5, "Along the post on its plate."));
    s.push_back(legSetting("capWeld", "Leg, plate under the hinge", 3, "Around the top of the post."));
    onlyWith(s, "bulge", {"bendRadius"});
    return s;
}

/// A wheel on an arm that hinges on a post on the back of the body and is latched to its other side.
class BodyCarrier {
  public:
    explicit BodyCarrier(Maker &maker)
        : m_make(maker),
          m_post(maker.barOf("postSection", "tubeMaterial")),
          m_plate(maker.materialOf("plateMaterial")),
          m_side(maker.number("hingeLeft") > 0.5 ? 1 : -1) {
        for (HoldSpot &s : holdSpots(maker.vehicle(), {"body-point", "body-mount", "bumper-mount"}, "rear"))
            (s.at.y() * m_side > 0 ? m_hinge : m_latch).push_back(std::move(s));
    }

    void build() {
        check();
        if (m_make.refused()) return;
        addHingePlate();
        addPost();
        GateSeat seat;
        seat.post = "hinge.post";
        seat.x = postX();
        seat.top = number("armHeight") - number("armGap");
        seat.keeperStands = false;
        seat.beyond = beyondHinge;
        seat.bulge = number("bulge");
        seat.bendRadius = seat.bulge > 0 ? number("bendRadius") : 0;
        WheelGate gate(m_make, seat, -1, m_plate);
        gate.check();
        if (m_make.refused()) return;
        addLatchPlate(gate.latch());
        gate.add();
        gate.addHandles();
        m_make.out().handles.push_back(
            {"armHeight", "front", {postX(), 0, number("armHeight")}, Vec3::UnitZ()});
        m_make.out().handles.push_back({"bulge", "top", {postX() - number("bulge"), 0, 0}, -Vec3::UnitX()});
    }

  private:
    [[nodiscard]] double number(std::string_view id) const { return m_make.number(id); }
    /// x of the body's face that the plates lie on.
    [[nodiscard]] double body() const { return m_hinge.front().at.x(); }
    [[nodiscard]] double outside() const { return body() - number("plateThickness"); }
    [[nodiscard]] double postX() const { return outside() - m_post.section.width / 2; }
    [[nodiscard]] double postTop() const { return number("armHeight") - number("armGap"); }
    [[nodiscard]] double postLow() const {
        double low = postTop() - postDown;
        for (const HoldSpot &s : m_hinge) low = std::min(low, s.at.z() - aroundBolt);
        return low;
    }

    void check() {
        if (m_make.refused()) return;
        if (m_hinge.size() < 2 || m_latch.empty())
            return m_make.refuse(
                "A carrier on the body needs two places that look rearward on the hinge's side and "
                "one on the other.",
                "holds", "Measure them (Lists, Holds), or hinge it on the other side.");
        for (const std::vector<HoldSpot> *list : {&m_hinge, &m_latch})
            for (const HoldSpot &s : *list)
                if (std::abs(s.at.x() - body()) > 3)
                    return m_make.refuse(fmt::format("{} stands {:.0f} mm off the plane of {}.", s.label,
                                                     std::abs(s.at.x() - body()), m_hinge.front().label),
                                         "holds",
                                         "Put spacers on those further ahead and measure their faces.");
        const double reach =
            std::hypot(m_make.barOf("armSection", "tubeMaterial").section.width / 2, beyondHinge);
        if (m_post.section.width / 2 < reach + clear - 0.01)
            m_make.refuse("Swung open, the end of the arm strikes the hinge plate.", "postSection",
                          "Take a wider hinge post or a slimmer arm.");
        if (number("hingeOut") < m_post.section.height / 2 + 20)
            m_make.refuse("The hinge stands in the middle of the vehicle.", "hingeOut",
                          "Set it further out.");
    }

    /// A plate over some places of the body that reaches to a rectangle too.
    SheetPart &addBodyPlate(const std::string &name, const std::string &label,
                            const std::vector<HoldSpot> &spots, const Vec2 &low, const Vec2 &high) {
        const double t = number("plateThickness");
        std::vector<Vec2> corners{low, high, {low.x(), high.y()}, {high.x(), low.y()}};
        for (const HoldSpot &s : spots)
            for (const double u : {-aroundBolt, aroundBolt})
                for (const double v : {-aroundBolt, aroundBolt})
                    corners.emplace_back(s.at.y() + u, s.at.z() + v);
        SheetPart &p =
            m_make.sheet(name, {Role::Mount, "plateThickness", "postWeld", 0, label, {}},
                         uprightAcross(body() - t / 2), shape::convexHull(std::move(corners)), t, m_plate);
        parts::addCrossStrips(p);
        for (const HoldSpot &s : spots) boltToHold(m_make, p, s, m_make.text("boltGrade"), "boltGrade");
        return p;
    }

    void addHingePlate() {
        const double half = m_post.section.height / 2 + 12, y = m_side * number("hingeOut");
        addBodyPlate("hinge.plate", "hinge plate", m_hinge, {y - half, postLow()}, {y + half, postTop()});
    }

    void addPost() {
        const double y = m_side * number("hingeOut");
        const BarPart &post =
            m_make.bar("hinge.post", {Role::Post, "postSection", "postWeld", 0, "hinge post", {}}, m_post,
                       {postX(), y, postLow() + 10}, {postX(), y, postTop()}, {}, Vec3::UnitY());
        addEndCap(m_make, "hinge.cap", "plate under the hinge", post, true, "capWeld", m_plate);
    }

    /// On the body, with a plate that stands out of it to the arm's free end.
    void addLatchPlate(const Vec3 &latch) {
        const double t = number("keeperThickness"), wide = number("plateThickness");
        const double y = latch.y() - m_side * (WheelGate::armBeyondLatch + t / 2 + 6);
        addBodyPlate("latch.plate", "latch plate", m_latch, {y - 30, latch.z() - 60},
                     {y + 30, latch.z() + 60});
        Axes axes = uprightAlong(y);
        SheetPart &p = m_make.sheet(
            "keeper", {Role::Tab, "keeperThickness", "gateWeld", 0, "keeper of the latch", {}}, axes,
            {{body() - wide, latch.z() - 50},
             {latch.x() - 25, latch.z() - 30},
             {latch.x() - 25, latch.z() + 30},
             {body() - wide, latch.z() + 50}},
            t, m_plate);
        parts::addCrossStrips(p);
    }

    Maker &m_make;
    StockedBar m_post;
    stock::Material m_plate;
    double m_side;
    std::vector<HoldSpot> m_hinge, m_latch;
};

}  // namespace

Pattern bodyWheelCarrier() {
    std::vector<Cure> cures = wheelGateCures();
    cures.insert(cures.end(), {{"role/mount", "plateThickness", 2},
                               {"hold/", "hingeOut", 20},
                               {"gap/", "bulge", 10},
                               {"gauge/departure", "armHeight", 20}});
    return {"body-wheel-carrier",
            "Wheel carrier on the body",
            "An arm that hinges on a post on the back of the body and is latched to its other side: for a "
            "body whose "
            "bumper carries nothing.",
            Where::SpareWheel,
            "LTUS",
            bodyWheelCarrierSettings(),
            [](const BuildInput &input) {
                Maker maker(input, *pattern("body-wheel-carrier"));
                BodyCarrier(maker).build();
                return maker.finish();
            },
            std::move(cures),
            {"Ask what the body's points carry: doors and hatches were never meant to hold a wheel.",
             "The latch cannot open by itself; a pin holds it.", "A pin or plunger holds the carrier open.",
             "The rear door opens when the carrier is swung out.", "Rubber lies between plates and paint.",
             "License plate and its lamp: they have to stay seen.", "Grease for the hub."}};
}

}  // namespace hefty::armor
