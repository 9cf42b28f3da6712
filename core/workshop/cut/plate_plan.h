#pragma once

#include "core/workshop/cut/sheet_nesting.h"
#include "core/workshop/flat/flat_pattern.h"
#include "core/workshop/workshop.h"

/// All plates of a job on the sheets that lie in the shop and those that have to be bought.
namespace hefty::workshop {

/// A piece of the job, by its id.
struct PieceOfJob {
    std::string id;
    const armor::Assembly *assembly = nullptr;
};

/// What the cutting table is told of a plate besides its rim.
struct CutPlate {
    std::string id;     ///< "piece/part"
    std::string label;  ///< for people
    shape::Polygon2 rim;
    std::vector<shape::Polygon2> cutouts;
    std::vector<armor::Hole> holes;
    std::vector<BendLine> folds;
};

/// The plates of one material and thickness.
struct PlateGroup {
    std::string material;
    double thickness = 0;
    std::vector<CutPlate> plates;
    std::vector<PlateSheet> sheets;  ///< those of the shop first, then one kind to buy; ids are their places
    std::vector<std::string> marks;  ///< of each, as the shop calls it; of the kind to buy empty
    std::vector<double> prices;      ///< of one of each, the shop's money
    [[nodiscard]] bool isToBuy(const std::string &sheet) const { return sheet == sheets.back().id; }
    std::optional<SheetNesting> nesting;  ///< none: not laid out yet
    [[nodiscard]] const CutPlate *plate(const std::string &id) const;
    /// Place of a sheet in the lists. @pre an id of theirs
    [[nodiscard]] std::size_t placeOf(const std::string &sheet) const;
    /// Length and width that what lies on one sheet takes of it, from its corner. @pre laid out
    [[nodiscard]] shape::Vec2 taken(const std::string &sheet, int copy) const;
    /// Sheets that have to be bought. @pre laid out
    [[nodiscard]] int bought() const;
    /// Of sheets to buy whole, of those of the shop by what is cut from them; the shop's money. @pre laid out
    [[nodiscard]] double cost() const;
};

/// Plates by material and thickness, not laid out yet. What is cut already is left out.
[[nodiscard]] std::vector<PlateGroup> plateGroups(const std::vector<PieceOfJob> &pieces, const Shop &shop,
                                                  const stock::Stock &stock,
                                                  const std::function<bool(const std::string &)> &cut = {});

/// Lays the plates of a group on its sheets. @error that of nestSheets
[[nodiscard]] Result<void> layOut(PlateGroup &group, const Shop &shop, std::stop_token stop = {},
                                  std::function<void(double)> progress = {});

}  // namespace hefty::workshop
