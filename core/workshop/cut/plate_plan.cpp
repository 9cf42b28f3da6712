#include "core/workshop/cut/plate_plan.h"

#include <algorithm>
#include <cmath>
#include <set>

#include <fmt/format.h>

#include "core/workshop/flat/flat_pattern.h"

namespace hefty::workshop {
namespace {

constexpr double sameThickness = 1e-6;
constexpr double usualLength = 2500, usualWidth = 1250;  // mm, where the stock names no sheet

shape::Polygon2 rectangle(double length, double width) {
    return {{0, 0}, {length, 0}, {length, width}, {0, width}};
}

PlateGroup &groupOf(std::vector<PlateGroup> &groups, const std::string &material, double thickness) {
    for (PlateGroup &g : groups)
        if (g.material == material && std::abs(g.thickness - thickness) < sameThickness) return g;
    groups.emplace_back();
    groups.back().material = material;
    groups.back().thickness = thickness;
    return groups.back();
}

void add(PlateGroup &group, std::string id, std::string label, FlatPattern flat) {
    group.plates.push_back({std::move(id), std::move(label), std::move(flat.rim), std::move(flat.cutouts),
                            std::move(flat.holes), std::move(flat.lines)});
}

/// Sheets are told apart by their places: two of a shop may have one mark.
void add(PlateGroup &group, shape::Polygon2 outline, int count, std::string mark, double price) {
    group.sheets.push_back({std::to_string(group.sheets.size()), std::move(outline), count});
    group.marks.push_back(std::move(mark));
    group.prices.push_back(price);
}

void addSheets(PlateGroup &group, const Shop &shop, const stock::Stock &stock) {
    for (const SheetItem &i : shop.sheets)
        if (i.count > 0 && i.material == group.material &&
            std::abs(i.thickness - group.thickness) < sameThickness)
            add(group, rectangle(i.length, i.width), i.count, i.id, i.price);
    double length = usualLength, width = usualWidth;
    for (const stock::PlateStock &p : stock.plates)
        if (p.material == group.material && std::abs(p.thickness - group.thickness) < sameThickness &&
            p.sheetLength > 0 && p.sheetWidth > 0) {
            length = p.sheetLength;
            width = p.sheetWidth;
        }
    const stock::Material *m = stock.material(group.material);
    const double mass = length * width * group.thickness * (m ? m->density : 0);
    add(group, rectangle(length, width), static_cast<int>(group.plates.size()), {},
        mass * shop.platePricePerKg);
}

}  // namespace

const CutPlate *PlateGroup::plate(const std::string &id) const {
    const auto it =
        std::find_if(plates.begin(), plates.end(), [&id](const CutPlate &p) { return p.id == id; });
    return it == plates.end() ? nullptr : &*it;
}

std::size_t PlateGroup::placeOf(const std::string &sheet) const {
    return static_cast<std::size_t>(
        std::find_if(sheets.begin(), sheets.end(), [&sheet](const PlateSheet &s) { return s.id == sheet; }) -
        sheets.begin());
}

shape::Vec2 PlateGroup::taken(const std::string &of, int copy) const {
    shape::Vec2 out = shape::Vec2::Zero();
    for (const PlacedPart &p : nesting->placed)
        if (p.sheet == of && p.copy == copy)
            for (const shape::Vec2 &q : plate(p.part)->rim)
                out = out.cwiseMax(shape::Vec2(Eigen::Rotation2Dd(p.turned) * q + p.at));
    return out;
}

int PlateGroup::bought() const {
    std::set<int> copies;
    for (const PlacedPart &p : nesting->placed)
        if (isToBuy(p.sheet)) copies.insert(p.copy);
    return static_cast<int>(copies.size());
}

double PlateGroup::cost() const {
    double sum = bought() * prices.back();
    for (const PlacedPart &p : nesting->placed) {
        if (isToBuy(p.sheet)) continue;
        const std::size_t on = placeOf(p.sheet);
        sum += prices[on] * std::abs(shape::area(plate(p.part)->rim)) /
               std::abs(shape::area(sheets[on].outline));
    }
    return sum;
}

std::vector<PlateGroup> plateGroups(const std::vector<PieceOfJob> &pieces, const Shop &shop,
                                    const stock::Stock &stock,
                                    const std::function<bool(const std::string &)> &cut) {
    std::vector<PlateGroup> groups;
    for (const PieceOfJob &piece : pieces) {
        if (!piece.assembly) continue;
        const armor::Assembly &a = *piece.assembly;
        const auto idOf = [&piece](const std::string &part) { return piece.id + "/" + part; };
        const auto wanted = [&](const std::string &part) { return !cut || !cut(idOf(part)); };
        for (const armor::SheetPart &s : a.sheets)
            if (!foldedOf(a, s.name) && wanted(s.name))
                add(groupOf(groups, s.material.id, s.thickness), idOf(s.name), a.labelOf(s.name),
                    flatPattern(s));
        for (const armor::FoldedSheet &f : a.folded)
            if (wanted(f.name))
                add(groupOf(groups, f.material.id, f.thickness), idOf(f.name),
                    f.made.label.empty() ? f.name : f.made.label, flatPattern(a, f));
    }
    std::stable_sort(groups.begin(), groups.end(), [](const PlateGroup &a, const PlateGroup &b) {
        return std::tie(a.material, a.thickness) < std::tie(b.material, b.thickness);
    });
    for (PlateGroup &g : groups) addSheets(g, shop, stock);
    return groups;
}

Result<void> layOut(PlateGroup &group, const Shop &shop, std::stop_token stop,
                    std::function<void(double)> progress) {
    std::vector<PlatePart> parts;
    for (const CutPlate &p : group.plates) parts.push_back({p.id, p.rim, 1});
    SheetNestingOptions options;
    options.gap = shop.plateGap;
    options.margin = shop.plateMargin;
    options.stop = std::move(stop);
    options.progress = std::move(progress);
    auto nesting = nestSheets(parts, group.sheets, options);
    if (!nesting) return tl::unexpected(nesting.error());
    group.nesting = std::move(*nesting);
    return {};
}

}  // namespace hefty::workshop
