#pragma once

#include <array>
#include <optional>

#include "core/armor/piece.h"

namespace hefty::armor {

/// The left or the right of a piece: what is made on one is made on the other.
struct Side {
    double sign = 1;  ///< of y
    const char *name = "left";
    /// "tab.left"
    [[nodiscard]] std::string of(std::string_view what) const;
    /// "left tab"
    [[nodiscard]] std::string people(std::string_view what) const;
};
inline constexpr std::array<Side, 2> bothSides{{{1, "left"}, {-1, "right"}}};

/// A number that a part is made by, and the setting that gives it; empty: none does.
struct Sized {
    double value = 0;
    std::string by = {};
};

/// A bar of the stock in a material.
/// From the middle of a bolt hole to the edge of its plate, by the hole: house practice, beyond the 1 1/4
/// bolts of AISC 360-16 J3.4 so that the edge seldom limits bearing.
inline constexpr double edgeByHole = 1.75;

struct StockedBar {
    stock::Section section;
    stock::SectionProperties properties;
    stock::Material material;
    /// Half of the flat of its upright walls [mm].
    [[nodiscard]] double halfFlat() const { return section.height / 2 - properties.outerRadius; }
};

/// One of the two ends of the frame's rails.
struct RailEnd {
    bool rear = false;
    double out = 1;     ///< the way out of the vehicle along x: 1 in front, -1 behind
    double x = 0;       ///< of the end
    double center = 0;  ///< height of the rails' center line
    std::vector<rig::FrameHole> holes;
    const char *holesIn = "frontHoles";  ///< what to measure if there are none
};

/// The one way to build a piece. What the stock does not have, or what cannot be, is kept as the first
/// problem and told by finish(); until then everything may be asked of it, and answers something that can be
/// built on.
class Maker {
  public:
    Maker(const BuildInput &input, const Pattern &pattern);
    /// Goes on with what has been built.
    Maker(const BuildInput &input, const Pattern &pattern, Assembly built);

    // What a person has set.
    [[nodiscard]] double number(std::string_view setting) const;
    [[nodiscard]] std::string text(std::string_view setting) const;
    [[nodiscard]] Sized sized(std::string_view setting) const {
        return {number(setting), std::string(setting)};
    }
    /// A setting that leaves something out at 0.
    [[nodiscard]] bool wanted(std::string_view setting) const { return number(setting) > 0; }

    // What it is built of and on.
    [[nodiscard]] const rig::RigGeometry &rig() const { return m_in.rig; }
    [[nodiscard]] const rig::Vehicle &vehicle() const { return m_in.vehicle; }
    [[nodiscard]] const stock::Stock &stock() const { return m_in.stock; }
    [[nodiscard]] const Piece &piece() const { return m_in.piece; }
    /// What the settings that name a section and a material say.
    StockedBar barOf(std::string_view sectionSetting, std::string_view materialSetting);
    stock::Material materialOf(std::string_view setting);
    /// One of the stock's lists by the id that a setting names: `found("winch", &stock::Stock::winch)`.
    template <class T>
    const T *found(std::string_view setting, const T *(stock::Stock::*list)(std::string_view) const) {
        const std::string id = text(setting);
        const T *item = (m_in.stock.*list)(id);
        if (!item) missing(setting, id);
        return item;
    }
    /// @return an end without holes, and a problem, where the vehicle has not been measured
    RailEnd railEnd(bool rear);
    /// y of the outer and of the inner side of a rail.
    [[nodiscard]] double railOutside() const { return m_in.rig.railSpacing / 2 + m_in.rig.railWidth / 2; }
    [[nodiscard]] double railInside() const { return m_in.rig.railSpacing / 2 - m_in.rig.railWidth / 2; }

    /// What cannot be built. Only the first is kept.
    void refuse(std::string message, std::string where, std::string remedy);
    [[nodiscard]] bool refused() const { return m_problem.has_value(); }
    void note(std::string part, measure::Phrase text, measure::Phrase remedy);
    /// What the piece comes to, nothing to be mended.
    void tell(std::string part, measure::Phrase text, measure::Phrase more);

    // Parts. What is returned stays where it is until the next part of its kind is added.
    BarPart &bar(std::string name, Provenance made, const StockedBar &of, const Vec3 &from, const Vec3 &to,
                 std::vector<PathPoint> bends = {}, const Vec3 &up = Vec3::UnitZ());
    /// @param outline  either way around
    SheetPart &sheet(std::string name, Provenance made, const Axes &axes, Polygon2 outline, double thickness,
                     const stock::Material &material);
    /// Cuts an end of a bar to lie on other parts, once all parts are there.
    static void cope(BarPart &bar, bool atTo, std::vector<std::string> onto);

    [[nodiscard]] Assembly &out() { return m_out; }
    /// What was built, ends cut to what they lie on; or the first problem.
    [[nodiscard]] Result<Assembly> finish();

  private:
    void missing(std::string_view setting, const std::string &id);

    const BuildInput &m_in;
    const Pattern &m_pattern;
    Assembly m_out;
    std::optional<Problem> m_problem;
};

/// Cuts all ends that are to lie on other parts; one that cannot becomes a note. To be done again when parts
/// have been changed.
void trimEnds(Assembly &assembly);

/// Upright plate along the vehicle at y: x of its axes forward, y up, z to the right.
[[nodiscard]] Axes uprightAlong(double y);
/// Upright plate across the vehicle at x: x of its axes to the left, y up, z forward.
[[nodiscard]] Axes uprightAcross(double x);
/// Level plate at z: x of its axes forward, y to the left, z up.
[[nodiscard]] Axes levelAt(double z);

}  // namespace hefty::armor
