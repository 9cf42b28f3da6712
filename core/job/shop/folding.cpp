#include "core/job/shop/folding.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/base/constants.h"
#include "core/job/appraise/make_finding.h"

namespace hefty::job {
namespace {

using measure::Quantity;
using shape::Vec2;

/// How far a side reaches from a line, on one hand of it.
double reachFrom(const shape::Polygon2 &side, const Vec2 &at, const Vec2 &away) {
    double most = 0;
    for (const Vec2 &p : side) most = std::max(most, (p - at).dot(away));
    return most;
}

/// A fold, with its two sides as they lie flat.
struct OneFold {
    const armor::FoldLine *line = nullptr;
    std::size_t number = 1;
    Vec2 leftward = Vec2::Zero();
    double left = 0, right = 0;  ///< how far the sides reach from it, mm
};

std::vector<OneFold> foldsIn(const armor::Assembly &a, const armor::FoldedSheet &sheet) {
    std::vector<OneFold> out;
    for (std::size_t i = 0; i < sheet.lines.size(); ++i) {
        const armor::FoldLine &l = sheet.lines[i];
        const armor::SheetPart *right = a.sheet(sheet.facets[static_cast<std::size_t>(l.right)]),
                               *left = a.sheet(sheet.facets[static_cast<std::size_t>(l.left)]);
        if (!right || !left || l.skin > 0) continue;
        const Vec2 way = (l.to - l.from).normalized(), leftward(-way.y(), way.x());
        out.push_back({&l, i + 1, leftward, reachFrom(left->outline, l.from, leftward),
                       reachFrom(right->outline, l.from, -leftward)});
    }
    return out;
}

/// Two folds of one side that run alongside, turned the same way: a channel. @return how wide it is inside;
/// none
std::optional<double> channelOf(const OneFold &a, const OneFold &b) {
    constexpr double alongside = 0.99, upright = radians(75);
    const bool share = a.line->right == b.line->right || a.line->right == b.line->left ||
                       a.line->left == b.line->right || a.line->left == b.line->left;
    if (!share || std::abs(a.leftward.dot(b.leftward)) < alongside) return std::nullopt;
    // What lies to the left of each line is turned by its angle: turned alike, both sides stand up to one
    // face, whichever way the lines run.
    if (a.line->angle * b.line->angle < 0 || std::abs(a.line->angle) < upright ||
        std::abs(b.line->angle) < upright)
        return std::nullopt;
    return std::abs((b.line->from - a.line->from).dot(a.leftward));
}

class FoldTeller {
  public:
    FoldTeller(const PieceAppraisal &piece, const workshop::Shop &shop) : m_piece(piece), m_shop(shop) {}

    std::vector<Finding> run() {
        for (const armor::FoldedSheet &f : m_piece.assembly->folded) {
            const std::vector<OneFold> folds = foldsIn(*m_piece.assembly, f);
            if (folds.empty() || tellBrake(f, folds)) continue;
            if (!tellFlange(f, folds)) tellChannel(f, folds);
        }
        return std::move(m_out.findings);
    }

  private:
    [[nodiscard]] std::string nameOf(const armor::FoldedSheet &f) const {
        return f.made.label.empty() ? f.name : f.made.label;
    }
    void add(const armor::FoldedSheet &f, measure::Phrase sentence) {
        m_out.add("brake/" + f.name, Severity::Fix, "cut", f.facets.front(), std::move(sentence));
    }

    /// Too thick, or too long.
    bool tellBrake(const armor::FoldedSheet &f, const std::vector<OneFold> &folds) {
        double longest = 0;
        for (const OneFold &o : folds) longest = std::max(longest, (o.line->to - o.line->from).norm());
        constexpr double rounding = 0.5;  // mm
        if (f.thickness > m_shop.brakeThickness) {
            add(f,
                {fmt::format(
                     "{} is {{0}} thick: the shop's brake folds {{1}} at most. Give it out, cut kerfs, or "
                     "weld it of flat plates.",
                     nameOf(f)),
                 {{f.thickness, Quantity::DrilledLength}, {m_shop.brakeThickness, Quantity::DrilledLength}}});
            return true;
        }
        if (longest > m_shop.brakeLength + rounding) {
            add(f,
                {fmt::format(
                     "{} has a fold of {{0}}: the shop's brake makes {{1}} at most. Give it out, cut kerfs, "
                     "or make it of two sheets.",
                     nameOf(f)),
                 {{longest}, {m_shop.brakeLength}}});
            return true;
        }
        return false;
    }

    bool tellFlange(const armor::FoldedSheet &f, const std::vector<OneFold> &folds) {
        const double least = m_shop.leastFlange * f.thickness;
        for (const OneFold &o : folds) {
            const double side = std::min(o.left, o.right);
            if (side >= least) continue;
            add(f, {fmt::format("{}, fold {}: a side of {{0}} does not lie over the brake's die, which takes "
                                "{{1}}. Make "
                                "it wider, or fold it wider and cut it off.",
                                nameOf(f), o.number),
                    {{side}, {least}}});
            return true;
        }
        return false;
    }

    void tellChannel(const armor::FoldedSheet &f, const std::vector<OneFold> &folds) {
        constexpr double punch = 10;  // mm that the punch takes of the room between
        for (std::size_t i = 0; i < folds.size(); ++i)
            for (std::size_t k = i + 1; k < folds.size(); ++k) {
                const auto wide = channelOf(folds[i], folds[k]);
                if (!wide) continue;
                const auto outward = [&](const OneFold &o, const OneFold &other) {
                    return (other.line->from - o.line->from).dot(o.leftward) > 0 ? o.right : o.left;
                };
                // The lower side is folded last; the other stands up then.
                const double high = std::min(outward(folds[i], folds[k]), outward(folds[k], folds[i]));
                if (high + punch <= *wide) continue;
                return add(
                    f, {fmt::format(
                            "{}: between folds {} and {} lie {{0}}, and both sides stand up {{1}} or more: "
                            "the first strikes the brake while the second is folded. Weld one side on, "
                            "or cut a kerf for it.",
                            nameOf(f), folds[i].number, folds[k].number),
                        {{*wide}, {high}}});
            }
    }

    const PieceAppraisal &m_piece;
    const workshop::Shop &m_shop;
    FindingList m_out;
};

}  // namespace

std::vector<Finding> foldFindings(const PieceAppraisal &piece, const workshop::Shop &shop) {
    if (!piece.assembly) return {};
    return FoldTeller(piece, shop).run();
}

}  // namespace hefty::job
