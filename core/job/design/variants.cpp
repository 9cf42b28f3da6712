#include "core/job/design/variants.h"

#include <algorithm>

#include <fmt/format.h>

namespace hefty::job {
namespace {

/// What counts as the same number: a hair's breadth of either.
bool same(double a, double b) {
    constexpr double hair = 1e-6;
    return std::abs(a - b) <= hair * std::max(std::abs(a), std::abs(b));
}

int betterOf(const std::optional<double> &one, const std::optional<double> &other, bool moreIsBetter) {
    if (!one || !other || same(*one, *other)) return 0;
    return (*one > *other) == moreIsBetter ? -1 : 1;
}

/// A check of a piece by both their ids.
struct Found {
    std::string piece, id, title;
    double use = 0;
};

std::vector<Found> hardest(const Appraisal &a, int count) {
    std::vector<Found> out;
    for (const PieceAppraisal &p : a.pieces)
        if (p.proof)
            for (const proof::Check &c : p.proof->checks) out.push_back({p.id, c.id, c.title, c.utilization});
    std::stable_sort(out.begin(), out.end(), [](const Found &x, const Found &y) { return x.use > y.use; });
    if (out.size() > static_cast<std::size_t>(count)) out.resize(static_cast<std::size_t>(count));
    return out;
}

std::optional<double> useOf(const Appraisal &a, const Found &f) {
    const PieceAppraisal *p = a.piece(f.piece);
    if (!p || !p->proof) return std::nullopt;
    for (const proof::Check &c : p->proof->checks)
        if (c.id == f.id) return c.utilization;
    return std::nullopt;
}

double toFix(const Appraisal &a) {
    return static_cast<double>(std::count_if(a.findings.begin(), a.findings.end(),
                                             [](const Finding &f) { return f.severity != Severity::Note; }));
}

}  // namespace

Job withVariant(Job job, const Variant &variant) {
    job.pieces = variant.pieces;
    return job;
}

void keepVariant(Job &job, const std::string &name, const std::string &date) {
    std::erase_if(job.variants, [&name](const Variant &v) { return v.name == name; });
    job.variants.push_back({name, date, job.pieces});
}

std::string freshVariantName(const Job &job) {
    for (int n = 0;; ++n) {
        std::string name =
            n < 26 ? fmt::format("Variant {}", static_cast<char>('A' + n)) : fmt::format("Variant {}", n + 1);
        if (std::none_of(job.variants.begin(), job.variants.end(),
                         [&name](const Variant &v) { return v.name == name; }))
            return name;
    }
}

std::vector<ComparedRow> compared(const Appraisal &one, const Appraisal &other, int checks) {
    std::vector<ComparedRow> out;
    for (const Gauge &g : one.gauges) {
        const Gauge *there = other.gauge(g.id);
        const std::optional<double> value = there ? there->value : std::nullopt;
        out.push_back({g.name, g.quantity, g.value, value, betterOf(g.value, value, g.limitIsLeast)});
    }
    const std::optional<double> here = toFix(one), there = toFix(other);
    out.push_back({"Things to settle", measure::Quantity::Count, here, there, betterOf(here, there, false)});
    std::vector<Found> all = hardest(one, checks);
    for (Found &f : hardest(other, checks))
        if (std::none_of(all.begin(), all.end(),
                         [&f](const Found &o) { return o.piece == f.piece && o.id == f.id; }))
            all.push_back(std::move(f));
    for (const Found &f : all) {
        const auto a = useOf(one, f), b = useOf(other, f);
        out.push_back({f.title, measure::Quantity::Ratio, a, b, betterOf(a, b, false)});
    }
    return out;
}

}  // namespace hefty::job
