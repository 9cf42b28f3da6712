#pragma once

#include "core/job/appraisal.h"

namespace hefty::job {

/// A finding without a number, a place or a piece.
[[nodiscard]] inline Finding makeFinding(std::string id, Severity severity, std::string stop,
                                         std::string subject, measure::Phrase sentence) {
    Finding f;
    f.id = std::move(id);
    f.severity = severity;
    f.stop = std::move(stop);
    f.subject = std::move(subject);
    f.sentence = std::move(sentence);
    return f;
}

}  // namespace hefty::job
