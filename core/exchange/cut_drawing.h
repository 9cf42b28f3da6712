#pragma once

#include <optional>

#include "core/armor/assembly.h"
#include "core/measure/phrase.h"
#include "core/workshop/bend/bender.h"

namespace hefty::exchange {

/// A part as it leaves the saw, the torch or the table, before it is bent or folded; mm, x along it.
struct CutDrawing {
    enum class Style {
        Cut,     ///< an edge
        Fold,    ///< the middle of a bend of a sheet, or where a bend of a bar begins and ends
        Center,  ///< a center line
    };
    struct Line {
        shape::Vec2 from = shape::Vec2::Zero(), to = shape::Vec2::Zero();
        Style style = Style::Cut;
    };
    struct Label {
        shape::Vec2 at = shape::Vec2::Zero();
        measure::Phrase says;
        bool beside = false;  ///< stands beside its place, as the number of a hole does; else above it
    };
    std::vector<Line> lines;
    std::vector<Label> labels;
    std::vector<measure::Phrase> steps;  ///< what to do, in order
};

/// @param plan  how the shop's bender makes it; null: no die is known
/// @param part  a bar, a sheet, or a folded sheet by its name; nothing for anything else
[[nodiscard]] std::optional<CutDrawing> cutDrawing(const armor::Assembly &assembly, const std::string &part,
                                                   const workshop::BendPlan *plan = nullptr);

}  // namespace hefty::exchange
