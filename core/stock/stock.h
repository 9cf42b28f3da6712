#pragma once

#include <array>
#include <map>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/stock/section.h"

namespace hefty::stock {

/// A metal. MPa and kg/mm3.
struct Material {
    std::string id;
    std::string name;
    std::string family;  ///< "steel", "stainless", "aluminum"
    double E = 0, nu = 0.3, density = 0;
    double yield = 0, ultimate = 0;
    double weldedYield = 0, weldedUltimate = 0;  ///< beside a weld; as the parent metal if it keeps it
    std::string source;
    /// Strength up to a thickness [mm], in rising order; none: the same in all.
    struct Strength {
        double upTo = 0, yield = 0, ultimate = 0;
        std::string source;
    };
    std::vector<Strength> strengths;
    /// The material as it is in a thickness. Beyond the last row that row's strength.
    [[nodiscard]] Material in(double thickness) const;
};

struct PlateStock {
    std::string id;
    std::string series;
    std::string material;
    double thickness = 0;
    double sheetLength = 0, sheetWidth = 0;
};

struct BoltSize {
    std::string id;  ///< "M12", "1/2"
    std::string series;
    double diameter = 0, pitch = 0;
    double hole = 0;    ///< standard clearance hole, mm
    double washer = 0;  ///< outside diameter of its washer, mm
    std::vector<std::string> grades;
};

struct Filler {
    std::string id;
    std::string process;
    std::string family;
    double strength = 0;  ///< F_EXX, MPa
    std::string source;
};

struct Winch {
    std::string id, name;
    double mass = 0;
    double ratedPull = 0;  ///< N, first rope layer
    double drumDiameter = 0;
    int layers = 1;
    double footLength = 0, footWidth = 0;  ///< bolt spacing across and along the vehicle, mm
    std::string footBolt, footBoltGrade;
    double drumHeight = 0;                     ///< drum axis above the feet, mm
    double length = 0, depth = 0, height = 0;  ///< envelope across, along, up, mm
};

struct Rope {
    std::string id, name;
    double diameter = 0;
    double breakingStrength = 0;  ///< N
    double length = 0;            ///< mm
    double mass = 0;              ///< kg
    double stretchAtBreak = 0;    ///< ratio
    /// How it stretches, if it was measured: stretch as a ratio and force [N], rising; else a straight line.
    std::vector<std::array<double, 2>> curve;

    /// One that is made to be snatched with: it stretches far.
    [[nodiscard]] bool snatches() const { return stretchAtBreak >= 0.15; }
    /// Its measured curve, or the straight line to its breaking strength.
    [[nodiscard]] std::vector<std::array<double, 2>> path() const;
    struct Snatch {
        double force = 0;     ///< largest, N; not above what it breaks at
        double stretch = 0;   ///< ratio, at that force
        bool breaks = false;  ///< the energy is more than its path takes up
    };
    /// `towed` kg at `speed` m/s are stopped by it alone: the work of its stretching is their energy. On a
    /// straight line the force is v √(k m).
    /// @pre length, stretchAtBreak and breakingStrength above 0
    [[nodiscard]] Snatch snatch(double towed, double speed) const;
    [[nodiscard]] double snatchForce(double towed, double speed) const { return snatch(towed, speed).force; }
};

/// What is wrong with a stretch curve, as in Rope::curve.
[[nodiscard]] std::optional<Problem> curveProblem(const std::vector<std::array<double, 2>> &curve);

/// Reads a curve measured on a rope, CSV with the columns "stretch" (ratio, or "stretch_mm" over a length)
/// and "force" (N). @error BadInput  not rising, fewer than two rows, a word for a number; `where` the line
[[nodiscard]] Result<std::vector<std::array<double, 2>>> readStretchCurve(const std::string &text,
                                                                          double length);

struct Shackle {
    std::string id, name;
    double mass = 0;
    double pinDiameter = 0, jaw = 0;               ///< mm
    double workingLoad = 0, breakingStrength = 0;  ///< N
};

struct Fairlead {
    std::string id, name;
    double mass = 0;
    double boltSpacing = 0, openingWidth = 0, openingHeight = 0;
    double depth = 0, width = 0, height = 0;
    std::string bolt;         ///< the size of its two bolts, side by side
    std::string madeOf = {};  ///< a plate's material that a shop could make it of; empty: none
};

struct Receiver {
    std::string id, name;
    double mass = 0, inside = 0, outside = 0, length = 0, rating = 0;
};

struct Lamp {
    std::string id, name;
    double mass = 0, width = 0, height = 0, depth = 0;
};

/// Everything that can be bought, read from data files. Look-ups answer nullptr for an unknown id.
struct Stock {
    std::vector<Material> materials;
    std::vector<Section> sections;
    std::vector<Section> ripped;  ///< what can be ripped from the tubes among them; found by id like those
    std::vector<PlateStock> plates;
    std::vector<BoltSize> bolts;
    std::vector<Filler> fillers;
    std::vector<Winch> winches;
    std::vector<Rope> ropes;
    std::vector<Shackle> shackles;
    std::vector<Fairlead> fairleads;
    std::vector<Receiver> receivers;
    std::vector<Lamp> lamps;

    [[nodiscard]] const Material *material(std::string_view id) const;
    [[nodiscard]] const Section *section(std::string_view id) const;
    [[nodiscard]] const BoltSize *bolt(std::string_view id) const;
    [[nodiscard]] const Filler *filler(std::string_view id) const;
    [[nodiscard]] const Winch *winch(std::string_view id) const;
    [[nodiscard]] const Rope *rope(std::string_view id) const;
    [[nodiscard]] const Shackle *shackle(std::string_view id) const;
    [[nodiscard]] const Fairlead *fairlead(std::string_view id) const;
    [[nodiscard]] const Receiver *receiver(std::string_view id) const;
    /// Thicknesses sold in a material, ascending.
    [[nodiscard]] std::vector<double> plateThicknesses(std::string_view material) const;
};

/// Reads a folder with materials.csv, sections.csv, plates.csv, bolts.csv, fillers.csv and bought.json.
/// @error File if one cannot be read; BadInput with file, line and column name for every bad field
[[nodiscard]] Result<Stock> readStock(const std::string &folder);

/// Reads the sections of one CSV text. @error as readStock; `name` stands for the file
[[nodiscard]] Result<std::vector<Section>> readSections(std::string_view text, const std::string &name);

}  // namespace hefty::stock
