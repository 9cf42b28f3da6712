#include "core/job/design/kits.h"

#include <algorithm>

#include <fmt/format.h>

namespace hefty::job {
namespace {

Json cornersOf(const outline::Loop &loop) {
    constexpr double close = 0.1;  // mm, that arcs may lie off their chords
    Json out = Json::array();
    for (const shape::Vec2 &p : outline::flattened(loop, close)) out.push_back({p.x(), p.y()});
    return out;
}

}  // namespace

std::vector<Template> templatesOf(const outline::Drawing &drawing, const std::string &name,
                                  const std::string &source) {
    std::vector<Template> out;
    for (std::size_t i = 0; i < drawing.parts.size(); ++i) {
        Template t;
        t.name = drawing.parts.size() == 1 ? name : fmt::format("{} {}", name, i + 1);
        t.source = source;
        t.outline = outline::tidied(drawing.parts[i]);
        out.push_back(std::move(t));
    }
    return out;
}

Result<Json> withOutline(Json record, const std::vector<Template> &templates) {
    const auto wanted = record.find("template");
    if (wanted == record.end()) return record;
    const std::string name = wanted->is_string() ? wanted->get<std::string>() : "";
    const auto it = std::find_if(templates.begin(), templates.end(),
                                 [&name](const Template &t) { return t.name == name || t.id == name; });
    if (it == templates.end())
        return fail(ProblemKind::UnknownId, fmt::format("There is no template \"{}\".", name), "template",
                    "Read one from a drawing (Measure, Templates).");
    const auto outline =
        it->offsets.empty() ? Result<outline::Outline>(it->outline) : outline::fromOffsets(it->offsets);
    if (!outline) return tl::unexpected(outline.error());
    if (outline->empty())
        return fail(ProblemKind::BadInput, fmt::format("{} has no outline yet.", it->name), "template",
                    "Read it from a drawing, or measure its offsets.");
    record.erase("template");
    record["outline"] = cornersOf(outline->outer);
    for (const outline::Loop &hole : outline->holes) {
        shape::Vec2 center;
        double diameter = 0;
        if (outline::isCircle(hole, center, diameter))
            record["holes"].push_back(
                {{"at", {center.x(), center.y()}}, {"diameter", diameter}, {"purpose", "from the drawing"}});
        else
            record["cutouts"].push_back(cornersOf(hole));
    }
    return record;
}

}  // namespace hefty::job
