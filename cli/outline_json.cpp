#include "cli/outline_json.h"

#include <fstream>

#include "core/outline/drawing.h"

namespace hefty::cli {

Result<Json> runOutline(const std::string &text, const std::string &writeTo) {
    const bool svg = text.find("<svg") != std::string::npos;
    const auto drawing =
        svg ? outline::readSvgDrawing(text, "drawing") : outline::readDxfDrawing(text, "drawing");
    if (!drawing) return tl::unexpected(drawing.error());
    if (!writeTo.empty()) {
        const bool asSvg = writeTo.ends_with(".svg"), asDxf = writeTo.ends_with(".dxf");
        if (!asSvg && !asDxf)
            return fail(ProblemKind::BadInput, "The file to write must end in .dxf or .svg.", "--write");
        std::ofstream file(writeTo, std::ios::binary);
        file << (asSvg ? outline::writeSvg(drawing->parts) : outline::writeDxf(drawing->parts));
        if (!file.flush())
            return fail(ProblemKind::BadInput, "\"" + writeTo + "\" cannot be written.", "--write");
    }
    Json parts = Json::array(), left = Json::array();
    for (const outline::Outline &p : drawing->parts) {
        const auto [low, high] = outline::bounds(p);
        parts.push_back({{"area", outline::area(p)},
                         {"size", {high.x() - low.x(), high.y() - low.y()}},
                         {"corners", p.outer.size()},
                         {"holes", p.holes.size()}});
    }
    for (const outline::Drawing::Left &l : drawing->left)
        left.push_back({{"entity", l.entity}, {"why", l.why}});
    return Json{{"parts", std::move(parts)}, {"left", std::move(left)}, {"unit", drawing->unit}};
}

}  // namespace hefty::cli
