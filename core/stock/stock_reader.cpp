#include <set>
#include <sstream>

#include <fmt/format.h>

#include "core/base/csv.h"
#include "core/base/object_reader.h"
#include "core/stock/stock.h"

namespace hefty::stock {
namespace {

using Rows = CsvTable;

void checkAbove(double value, const std::string &what, const std::string &where, Faults &faults) {
    if (!(value > 0)) faults.add(fmt::format("{} must be above 0.", what), where);
}

Material readMaterial(const Rows &t, std::size_t r, Faults &f) {
    Material m;
    m.id = t.text(r, "id", f);
    m.name = t.text(r, "name", f);
    m.family = t.text(r, "family", f);
    m.E = t.number(r, "E", f);
    m.nu = t.number(r, "nu", f);
    m.density = t.number(r, "density", f);
    m.yield = t.number(r, "yield", f);
    m.ultimate = t.number(r, "ultimate", f);
    m.weldedYield = t.number(r, "welded_yield", f, 0);
    m.weldedUltimate = t.number(r, "welded_ultimate", f, 0);
    if (m.weldedYield == 0) m.weldedYield = m.yield;
    if (m.weldedUltimate == 0) m.weldedUltimate = m.ultimate;
    m.source = t.text(r, "source", f);
    for (const double v : {m.E, m.density, m.yield, m.ultimate})
        checkAbove(v, "A property", "materials/" + m.id, f);
    return m;
}

Section readSection(const Rows &t, std::size_t r, Faults &f) {
    Section s;
    s.id = t.text(r, "id", f);
    const std::string shape = t.text(r, "shape", f);
    if (shape == "rect")
        s.shape = SectionShape::RectTube;
    else if (shape == "round" || shape == "rod")
        s.shape = SectionShape::RoundTube;
    else if (shape == "angle")
        s.shape = SectionShape::Angle;
    else if (shape == "channel")
        s.shape = SectionShape::Channel;
    else if (shape == "flat")
        s.shape = SectionShape::Flat;
    else
        f.add(fmt::format("The shape \"{}\" is not known.", shape), "sections.csv/" + s.id,
              "Use rect, round, rod, angle, channel or flat.");
    s.series = t.text(r, "series", f);
    s.standard = t.text(r, "standard", f);
    s.height = t.number(r, "height", f);
    s.width = t.number(r, "width", f);
    s.wall = shape == "rod" ? s.height / 2 : t.number(r, "wall", f);
    s.radius = t.number(r, "radius", f, 0);
    s.material = t.text(r, "material", f);
    s.length = t.number(r, "length", f);
    checkAbove(s.length, "The stock length", "sections.csv/" + s.id, f);
    if (const auto p = properties(s, 0); !p)
        f.add(p.error().message, "sections.csv/" + s.id, p.error().remedy);
    return s;
}

PlateStock readPlate(const Rows &t, std::size_t r, Faults &f) {
    PlateStock p{t.text(r, "id", f),          t.text(r, "series", f),         t.text(r, "material", f),
                 t.number(r, "thickness", f), t.number(r, "sheet_length", f), t.number(r, "sheet_width", f)};
    checkAbove(p.thickness, "The thickness", "plates.csv/" + p.id, f);
    return p;
}

BoltSize readBolt(const Rows &t, std::size_t r, Faults &f) {
    BoltSize b{t.text(r, "id", f),
               t.text(r, "series", f),
               t.number(r, "diameter", f),
               t.number(r, "pitch", f),
               t.number(r, "hole", f),
               t.number(r, "washer", f),
               {}};
    std::istringstream grades(t.text(r, "grades", f));
    for (std::string grade; grades >> grade;) b.grades.push_back(grade);
    if (!(b.hole > b.diameter)) f.add("The hole must be larger than the bolt.", "bolts/" + b.id);
    return b;
}

Filler readFiller(const Rows &t, std::size_t r, Faults &f) {
    Filler filler{t.text(r, "id", f), t.text(r, "process", f), t.text(r, "family", f),
                  t.number(r, "strength", f), t.text(r, "source", f)};
    checkAbove(filler.strength, "The strength", "fillers/" + filler.id, f);
    return filler;
}

template <class T, class Read>
std::vector<T> readRows(std::string_view text, const std::string &name, Faults &faults, Read read) {
    std::vector<T> out;
    const auto table = CsvTable::parse(text, name);
    if (!table) {
        faults.add(table.error());
        return out;
    }
    std::set<std::string> ids;
    for (std::size_t r = 0; r < table->rowCount(); ++r) {
        out.push_back(read(*table, r, faults));
        if (!ids.insert(out.back().id).second)
            faults.add(fmt::format("The id \"{}\" is given twice.", out.back().id), name);
    }
    return out;
}

/// Rows of strengths.csv, each into its material.
void readStrengths(const std::string &text, std::vector<Material> &materials, Faults &faults) {
    struct Row {
        std::string id, material;
        Material::Strength strength;
    };
    const auto rows =
        readRows<Row>(text, "strengths.csv", faults, [](const Rows &t, std::size_t r, Faults &f) {
            Row row;
            row.material = t.text(r, "material", f);
            row.strength = {t.number(r, "up_to", f), t.number(r, "yield", f), t.number(r, "ultimate", f),
                            t.text(r, "source", f)};
            row.id = fmt::format("{} up to {}", row.material, row.strength.upTo);
            for (const double v : {row.strength.upTo, row.strength.yield, row.strength.ultimate})
                checkAbove(v, "A thickness or strength", "strengths.csv/" + row.id, f);
            return row;
        });
    for (const Row &row : rows) {
        const auto it = std::find_if(materials.begin(), materials.end(),
                                     [&row](const Material &m) { return m.id == row.material; });
        if (it == materials.end())
            faults.add(fmt::format("The material \"{}\" is not known.", row.material),
                       "strengths.csv/" + row.id, {}, ProblemKind::UnknownId);
        else if (!it->strengths.empty() && !(it->strengths.back().upTo < row.strength.upTo))
            faults.add("The thicknesses of a material must rise from row to row.", "strengths.csv/" + row.id);
        else
            it->strengths.push_back(row.strength);
    }
}

template <class T, class Read>
void readParts(ObjectReader &file, const char *key, std::vector<T> &out, Faults &faults, Read read) {
    for (const auto &[value, path] : file.array(key, true)) {
        ObjectReader o(*value, path, faults);
        T part;
        part.id = o.text("id");
        part.name = o.text("name");
        part.mass = o.number("mass");
        read(o, part);
        out.push_back(std::move(part));
    }
}

/// The stretch curve of a rope, rows of stretch and force; none is a straight line to where it breaks.
void readCurve(ObjectReader &o, Rope &rope, Faults &faults) {
    if (!o.has("curve")) return;
    for (const auto &[row, path] : o.array("curve")) {
        if (!row->is_array() || row->size() != 2 || !(*row)[0].is_number() || !(*row)[1].is_number()) {
            faults.add("A row of a stretch curve is its stretch and its force.", path);
            return;
        }
        rope.curve.push_back({(*row)[0].get<double>(), (*row)[1].get<double>()});
    }
    if (const auto problem = curveProblem(rope.curve))
        faults.add(problem->message, o.pathOf("curve"), problem->remedy);
}

void readBought(const Json &json, Stock &stock, Faults &faults) {
    ObjectReader file(json, "bought.json", faults);
    readParts(file, "winches", stock.winches, faults, [](ObjectReader &o, Winch &w) {
        w.ratedPull = o.positive("ratedPull");
        w.drumDiameter = o.positive("drumDiameter");
        w.layers = o.integer("layers", 1);
        w.footLength = o.positive("footLength");
        w.footWidth = o.positive("footWidth");
        w.footBolt = o.text("footBolt");
        w.footBoltGrade = o.text("footBoltGrade");
        w.drumHeight = o.positive("drumHeight");
        w.length = o.positive("length");
        w.depth = o.positive("depth");
        w.height = o.positive("height");
    });
    readParts(file, "ropes", stock.ropes, faults, [&f = faults](ObjectReader &o, Rope &r) {
        r.diameter = o.positive("diameter");
        r.breakingStrength = o.positive("breakingStrength");
        r.length = o.positive("length");
        r.stretchAtBreak = o.positive("stretchAtBreak");
        readCurve(o, r, f);
    });
    readParts(file, "shackles", stock.shackles, faults, [](ObjectReader &o, Shackle &s) {
        s.pinDiameter = o.positive("pinDiameter");
        s.jaw = o.positive("jaw");
        s.workingLoad = o.positive("workingLoad");
        s.breakingStrength = o.positive("breakingStrength");
    });
    readParts(file, "fairleads", stock.fairleads, faults, [](ObjectReader &o, Fairlead &l) {
        l.boltSpacing = o.positive("boltSpacing");
        l.openingWidth = o.positive("openingWidth");
        l.openingHeight = o.positive("openingHeight");
        l.depth = o.positive("depth");
        l.width = o.positive("width");
        l.height = o.positive("height");
        l.bolt = o.text("bolt");
        l.madeOf = o.text("madeOf", std::string());
    });
    readParts(file, "receivers", stock.receivers, faults, [](ObjectReader &o, Receiver &r) {
        r.inside = o.positive("inside");
        r.outside = o.positive("outside");
        r.length = o.positive("length");
        r.rating = o.positive("rating");
    });
    readParts(file, "lamps", stock.lamps, faults, [](ObjectReader &o, Lamp &l) {
        l.width = o.positive("width");
        l.height = o.positive("height");
        l.depth = o.positive("depth");
    });
}

std::string readInto(const std::string &folder, const char *name, Faults &faults) {
    const auto text = readFile(folder + "/" + name);
    if (text) return *text;
    faults.add(text.error());
    return {};
}

}  // namespace

Result<std::vector<Section>> readSections(std::string_view text, const std::string &name) {
    Faults faults;
    auto rows = readRows<Section>(text, name, faults, readSection);
    if (!faults.none()) return tl::unexpected(faults.joined());
    return rows;
}

Result<Stock> readStock(const std::string &folder) {
    Stock stock;
    Faults faults;
    const auto read = [&](const char *name) { return readInto(folder, name, faults); };
    const std::string materials = read("materials.csv"), sections = read("sections.csv"),
                      strengths = read("strengths.csv"), plates = read("plates.csv"),
                      bolts = read("bolts.csv"), fillers = read("fillers.csv"), bought = read("bought.json");
    if (!faults.none()) return tl::unexpected(faults.joined());
    stock.materials = readRows<Material>(materials, "materials.csv", faults, readMaterial);
    readStrengths(strengths, stock.materials, faults);
    stock.sections = readRows<Section>(sections, "sections.csv", faults, readSection);
    for (const Section &s : stock.sections)
        if (s.shape == SectionShape::RectTube ||
            (s.shape == SectionShape::RoundTube && 2 * s.wall < s.height))
            stock.ripped.push_back(rippedFrom(s));
    stock.plates = readRows<PlateStock>(plates, "plates.csv", faults, readPlate);
    stock.bolts = readRows<BoltSize>(bolts, "bolts.csv", faults, readBolt);
    stock.fillers = readRows<Filler>(fillers, "fillers.csv", faults, readFiller);
    const auto json = parseJson(bought);
    if (json)
        readBought(*json, stock, faults);
    else
        faults.add(json.error().message, "bought.json, " + json.error().where, json.error().remedy);
    for (const Section &s : stock.sections)
        if (!stock.material(s.material))
            faults.add(fmt::format("The material \"{}\" is not known.", s.material), "sections.csv/" + s.id,
                       {}, ProblemKind::UnknownId);
    for (const PlateStock &p : stock.plates)
        if (!stock.material(p.material))
            faults.add(fmt::format("The material \"{}\" is not known.", p.material), "plates.csv/" + p.id, {},
                       ProblemKind::UnknownId);
    if (!faults.none()) return tl::unexpected(faults.joined());
    return stock;
}

}  // namespace hefty::stock
