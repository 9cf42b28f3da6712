#include "core/base/result.h"

namespace hefty {

std::string_view kindName(ProblemKind kind) {
    switch (kind) {
        case ProblemKind::BadInput:
            return "badInput";
        case ProblemKind::UnknownId:
            return "unknownId";
        case ProblemKind::NotFinite:
            return "notFinite";
        case ProblemKind::Mechanism:
            return "mechanism";
        case ProblemKind::Degenerate:
            return "degenerate";
        case ProblemKind::Undetermined:
            return "undetermined";
        case ProblemKind::File:
            return "file";
        case ProblemKind::Version:
            return "version";
        case ProblemKind::Stopped:
            return "stopped";
        case ProblemKind::Geometry:
            return "geometry";
        case ProblemKind::TooLong:
            return "tooLong";
    }
    return "badInput";
}

std::string Problem::sentence() const {
    std::string text = where.empty() ? message : where + ": " + message;
    if (!remedy.empty()) text += " " + remedy;
    return text;
}

}  // namespace hefty
