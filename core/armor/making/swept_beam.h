#pragma once

#include <optional>
#include <utility>

#include "core/armor/making/maker.h"

namespace hefty::armor {

/// A beam of rectangular tube across the vehicle, its ends swept toward the vehicle and cut away below: in
/// front as behind. Its settings are named alike in every pattern that has one: width, centerWidth, height,
/// sweep, cornerCut.
class SweptBeam {
  public:
    /// @param near  x of the face that looks to the vehicle
    /// @param out   1: a front beam, -1: a rear one
    SweptBeam(Maker &maker, const StockedBar &tube, const stock::Material &plate, double near, double out);

    [[nodiscard]] double middle() const { return m_mid; }  ///< x of the center line
    [[nodiscard]] double far() const { return m_mid + m_out * m_tube.section.width / 2; }
    [[nodiscard]] double z() const { return m_z; }
    [[nodiscard]] double height() const { return m_tube.section.height; }
    [[nodiscard]] double depth() const { return m_tube.section.width; }
    [[nodiscard]] double run() const { return m_run; }  ///< length of a swept end along its center line, mm
    /// The way of a swept end, outward. @param sign  1: the left one
    [[nodiscard]] Vec3 turned(double sign) const;
    [[nodiscard]] Vec3 tip(double sign) const;  ///< of a swept end, on its center line

    /// Refuses what cannot be built.
    void check() const;
    /// Leaves a stretch of the straight part out, on one side of its middle: what lies outward of it becomes
    /// "stretch.left". To be called before anything is added. @param from, to  y, from below to
    void leaveOut(double from, double to) { m_gap = {from, to}; }
    BarPart &addBeam();  ///< "beam", from left to right
    /// "half.left": of a beam that is split, from `from` beside its middle outward.
    void addHalf(const Side &side, double from);
    void addEnd(const Side &side);  ///< "beam.left" with its cap and closing plate
    /// What there is in the middle of a beam that is split: the parts that are struck and stood on there and
    /// that a rock comes under, and where.
    struct Middle {
        std::string struck, stoodOn, under;
        Vec3 struckAt = Vec3::Zero(), top = Vec3::Zero(), bottom = Vec3::Zero();
    };
    /// Where someone stands, something strikes, a rock or a jack lifts.
    /// @param split  null: the beam runs through
    void addPlaces(const Middle *split = nullptr);
    /// Of width, height, centerWidth, sweep and cornerCut.
    void addHandles();

  private:
    /// What is left out is on this side.
    [[nodiscard]] bool isGapOn(const Side &side) const {
        return m_gap && (m_gap->first + m_gap->second) * side.sign > 0;
    }
    /// y of the end of what lies inward, on a side.
    [[nodiscard]] double inwardEnd(const Side &side) const;
    /// The part of the straight beam that is at a place, on a side. @param y  of the place
    [[nodiscard]] std::string straightPart(const Side &side, double y, bool split) const;
    BarPart &addStretch(const Side &side);
    void miter(BarPart &bar, bool atTo, double sign) const;
    void addCap(const Side &side, const BarPart &end);
    [[nodiscard]] double closingThickness() const;
    void addClosing(const Side &side, const BarPart &end);
    [[nodiscard]] double setting(std::string_view id) const { return m_make.number(id); }

    Maker &m_make;
    StockedBar m_tube;
    stock::Material m_plate;
    double m_out, m_mid, m_z, m_half, m_run;
    std::optional<std::pair<double, double>> m_gap;
};

/// The settings of a swept beam, in the group "Shape", and its section.
void addSweptBeamSettings(std::vector<SettingDescriptor> &settings, double width, double height,
                          double centerWidth, const std::string &section);

}  // namespace hefty::armor
