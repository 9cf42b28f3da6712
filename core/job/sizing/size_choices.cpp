#include <algorithm>

#include "core/job/sizing/sizing.h"

namespace hefty::job {
namespace {

using armor::SettingValue;

constexpr std::size_t tubesTried = 40;  // sections of other outsides

/// The value of a setting that a pattern may not have.
std::string textIfAny(const armor::Piece &piece, const armor::Pattern &pattern, const char *setting) {
    return pattern.setting(setting) ? armor::text(piece, pattern, setting) : std::string();
}

/// The sections that a setting may choose from.
std::vector<SettingValue> tubes(const Job &job, const armor::Piece &piece, const armor::Pattern &pattern,
                                const std::string &setting, const stock::Stock &stock,
                                const SizingWish &wish) {
    const stock::Section *now = stock.section(armor::text(piece, pattern, setting));
    if (!now) return {};
    const std::string material = textIfAny(piece, pattern, "tubeMaterial");
    std::vector<std::pair<double, const stock::Section *>> found;
    for (const stock::Section &s : stock.sections) {
        if (s.shape != now->shape) continue;
        const bool outside = s.height == now->height && s.width == now->width;
        if (wish.sameTube && (!outside || s.series != now->series)) continue;
        const bool racked = std::any_of(job.shop.rack.begin(), job.shop.rack.end(), [&](const auto &r) {
            return r.section == s.id && r.material == material;
        });
        if (wish.rackOnly && !racked) continue;
        if (const auto p = stock::properties(s, 1)) found.emplace_back(p->area, &s);
    }
    std::sort(found.begin(), found.end(), [](const auto &a, const auto &b) { return a.first < b.first; });
    // Of many outsides those nearest to the mass that is there.
    while (found.size() > tubesTried) {
        const auto p = stock::properties(*now, 1);
        const bool low = p->area - found.front().first > found.back().first - p->area;
        found.erase(low ? found.begin() : found.end() - 1);
    }
    std::vector<SettingValue> out;
    for (const auto &[area, s] : found) out.emplace_back(s->id);
    return out;
}

double numberIn(const SettingValue &v) {
    const double *d = std::get_if<double>(&v);
    return d ? *d : 0;
}

}  // namespace

std::vector<SizeChoice> sizeChoices(const Job &job, const armor::Piece &piece, const stock::Stock &stock,
                                    const SizingWish &wish) {
    std::vector<SizeChoice> out;
    const armor::Pattern *pattern = armor::pattern(piece.pattern);
    if (!pattern) return out;
    for (const armor::SettingDescriptor &d : pattern->settings) {
        if (std::find(wish.keep.begin(), wish.keep.end(), d.id) != wish.keep.end()) continue;
        SizeChoice c{d.id, {}, 0};
        if (d.choice == armor::Choice::RectTube || d.choice == armor::Choice::RoundTube ||
            d.choice == armor::Choice::SquareTube) {
            c.options = tubes(job, piece, *pattern, d.id, stock, wish);
            c.ranked = wish.sameTube;
        }
        if (d.choice == armor::Choice::BoltGrade)
            for (const char *grade : {"8.8", "10.9"}) c.options.emplace_back(std::string(grade));
        if (d.thickness)
            for (const double t : stock.plateThicknesses(textIfAny(piece, *pattern, "plateMaterial")))
                if (t >= d.least && t <= d.most) c.options.emplace_back(t);
        if (d.group == "Welds" && d.choice == armor::Choice::None)
            for (double leg = std::max(3.0, d.least); leg <= std::min(d.most, wish.largestLeg); leg += 1)
                c.options.emplace_back(leg);
        const auto it = piece.settings.find(d.id);
        const SettingValue now = it == piece.settings.end() ? d.standard : it->second;
        const auto same = std::find(c.options.begin(), c.options.end(), now);
        if (same != c.options.end())
            c.now = static_cast<std::size_t>(same - c.options.begin());
        else
            while (c.now + 1 < c.options.size() && numberIn(c.options[c.now]) < numberIn(now)) ++c.now;
        if (c.options.size() > 1 || (c.options.size() == 1 && c.options[0] != now))
            out.push_back(std::move(c));
    }
    return out;
}

}  // namespace hefty::job
