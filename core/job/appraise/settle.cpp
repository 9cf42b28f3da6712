#include <algorithm>

#include "core/job/appraisal.h"

/// What is done with an appraisal once it is there: put in order, looked up, settled, looked at more closely.
namespace hefty::job {

void worstFirst(std::vector<Finding> &findings) {
    // Of those to fix, what is worked hardest comes first, then what has another number or none.
    const auto over = [](const Finding &f) {
        const bool isUse = f.severity == Severity::Fix && f.quantity == measure::Quantity::Ratio;
        return isUse ? std::max(1.0, f.value) : 1.0;
    };
    std::stable_sort(findings.begin(), findings.end(), [&over](const Finding &a, const Finding &b) {
        return a.severity != b.severity ? static_cast<int>(a.severity) < static_cast<int>(b.severity)
                                        : over(a) > over(b);
    });
}

void settle(Appraisal &appraisal, const Job &job, const stock::Stock &stock, std::stop_token stop) {
    addFit(appraisal, job, stop);
    addStandings(appraisal, job, stock, stop);
    addRemedies(appraisal, job, stock, stop);
    addWelding(appraisal, job, nullptr, stop);
}

Appraisal lookCloser(const Job &job, const stock::Stock &stock, proof::Detail detail,
                     const Appraisal &settled, const std::stop_token &stop, const Appraisal *before) {
    Appraisal closer = appraise(job, stock, stop, detail, before);
    if (stop.stop_requested()) return closer;
    addFit(closer, job, stop);
    closer.variants = settled.variants;
    closer.gains = settled.gains;
    for (Finding &f : closer.findings)
        if (const Finding *same = settled.finding(f.id)) f.remedies = same->remedies;
    for (PieceAppraisal &piece : closer.pieces)
        if (const PieceAppraisal *same = settled.piece(piece.id); same && same->assembly && piece.assembly) {
            piece.assembly = same->assembly;
            piece.fitted = same->fitted;
            piece.proved = same->proved;
        }
    addWelding(closer, job, &settled, stop);
    return closer;
}

void addCloseRemedies(Appraisal &shells, const Job &job, const stock::Stock &stock, std::stop_token stop) {
    for (Finding &f : shells.findings) f.remedies.clear();
    addRemedies(shells, job, stock, std::move(stop));
}

void addCloseRemedies(Appraisal &halved, const Appraisal &shells, const Job &job, const stock::Stock &stock,
                      std::stop_token stop) {
    for (Finding &f : halved.findings) {
        const Finding *same = shells.finding(f.id);
        f.remedies = same ? same->remedies : std::vector<Remedy>{};
    }
    addRemedies(halved, job, stock, std::move(stop));
}

const PieceAppraisal *Appraisal::piece(std::string_view id) const {
    const auto it =
        std::find_if(pieces.begin(), pieces.end(), [id](const PieceAppraisal &p) { return p.id == id; });
    return it == pieces.end() ? nullptr : &*it;
}

const Finding *Appraisal::finding(std::string_view id) const {
    const auto named = [this](const auto &is) -> const Finding * {
        const auto it = std::find_if(findings.begin(), findings.end(), is);
        return it == findings.end() ? nullptr : &*it;
    };
    if (const Finding *f = named([id](const Finding &x) { return x.id == id; })) return f;
    return named([id](const Finding &x) {
        return x.id.size() > id.size() && x.id.starts_with(id) && x.id[id.size()] == '@';
    });
}

const Gauge *Appraisal::gauge(std::string_view id) const {
    const auto it = std::find_if(gauges.begin(), gauges.end(), [id](const Gauge &g) { return g.id == id; });
    return it == gauges.end() ? nullptr : &*it;
}

int Appraisal::toSettle(std::string_view stop) const {
    return static_cast<int>(std::count_if(findings.begin(), findings.end(), [stop](const Finding &f) {
        return f.stop == stop && f.severity != Severity::Note;
    }));
}

}  // namespace hefty::job
