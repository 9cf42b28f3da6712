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
    // A part's name may come first: sentences begin with a capital.
    if (!f.sentence.text.empty() && f.sentence.text[0] >= 'a' && f.sentence.text[0] <= 'z')
        f.sentence.text[0] = static_cast<char>(f.sentence.text[0] - 'a' + 'A');
    return f;
}

/// What cannot be worked out as a finding that stops.
[[nodiscard]] inline Finding problemFinding(std::string id, std::string stop, const Problem &p) {
    return makeFinding(std::move(id), Severity::Stop, std::move(stop), p.where,
                       measure::withLengths(p.message + (p.remedy.empty() ? "" : " " + p.remedy)));
}

/// Findings as they are made.
struct FindingList {
    std::vector<Finding> findings;

    Finding &add(std::string id, Severity severity, std::string stop, std::string subject,
                 measure::Phrase sentence) {
        findings.push_back(
            makeFinding(std::move(id), severity, std::move(stop), std::move(subject), std::move(sentence)));
        return findings.back();
    }
};

}  // namespace hefty::job
