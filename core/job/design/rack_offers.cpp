#include "core/job/design/rack_offers.h"

#include <algorithm>
#include <cmath>
#include <set>
#include <tuple>

#include <fmt/format.h>

#include "core/workshop/cut/book_bar.h"

namespace hefty::job {
namespace {

using armor::Choice;
using armor::Pattern;
using armor::Piece;
using armor::SettingDescriptor;

/// The rack when the job's pieces have been cut from it.
workshop::Shop afterAll(const Job &job, const Appraisal &now) {
    workshop::Shop shop = job.shop;
    for (const PieceAppraisal &p : now.pieces) {
        if (!p.fabrication) continue;
        for (const workshop::SectionNesting &n : p.fabrication->nestings)
            for (const workshop::NestedBar &b : n.nesting.bars)
                if (b.bar.onHand)
                    if (auto booked = workshop::bookBar(shop, n.section, n.material, b)) shop = booked->shop;
    }
    return shop;
}

bool isTube(const SettingDescriptor &d) {
    return d.choice == Choice::RectTube || d.choice == Choice::SquareTube || d.choice == Choice::RoundTube;
}

struct Tried {
    Piece piece;
    double used = 0, left = 0, bought = 0, wanted = 0;
    std::string tooLong;  ///< section for which a bar is bought; `wanted` is what all of its pieces take
    [[nodiscard]] std::tuple<double, double> rank() const { return {bought, left}; }
};

class RackSearch {
  public:
    RackSearch(const Job &job, const Appraisal &now, const stock::Stock &stock)
        : m_job(job), m_now(now), m_stock(stock), m_shop(afterAll(job, now)) {}

    std::optional<RackOffer> bestOf(const Pattern &pattern, const std::stop_token &stop) {
        std::optional<Tried> best = tried(newPiece(m_job, pattern));
        if (!best) return std::nullopt;
        const Piece asItComes = best->piece;
        for (const SettingDescriptor &d : pattern.settings) {
            if (!isTube(d)) continue;
            for (const workshop::RackItem &bar : choices(d)) {
                if (stop.stop_requested()) return std::nullopt;
                take(best, pattern, with(best->piece, pattern, d, bar));
            }
        }
        if (!(best->used > 0)) return std::nullopt;
        RackOffer out;
        out.offer = offerOf(m_job, m_now, m_stock, best->piece);
        if (!out.offer.assembly) return std::nullopt;
        out.used = best->used;
        out.left = best->left;
        out.bought = best->bought;
        tellFitted(pattern, asItComes, best->piece, out);
        return out;
    }

  private:
    /// One bar of each section on the rack that a setting may name.
    std::vector<workshop::RackItem> choices(const SettingDescriptor &d) const {
        const auto list = armor::options(d.choice, m_stock);
        std::set<std::pair<std::string, std::string>> seen;
        std::vector<workshop::RackItem> out;
        for (const workshop::RackItem &i : m_shop.rack)
            if (std::find(list.begin(), list.end(), i.section) != list.end() &&
                seen.emplace(i.section, i.material).second)
                out.push_back(i);
        return out;
    }

    Piece with(Piece piece, const Pattern &pattern, const SettingDescriptor &d,
               const workshop::RackItem &bar) const {
        piece.settings[d.id] = bar.section;
        for (const SettingDescriptor &m : pattern.settings) {
            if (m.choice != Choice::TubeMaterial) continue;
            const auto list = armor::options(m.choice, m_stock);
            if (std::find(list.begin(), list.end(), bar.material) != list.end())
                piece.settings[m.id] = bar.material;
        }
        return piece;
    }

    std::optional<Tried> tried(const Piece &piece) const {
        if (!m_now.rig) return std::nullopt;
        const auto built = armor::build({piece, m_job.vehicle, *m_now.rig, m_stock});
        if (!built) return std::nullopt;
        const auto cut = workshop::fabricate(*built, *m_now.rig, m_shop, {});
        if (!cut) return std::nullopt;
        Tried out;
        out.piece = piece;
        for (const workshop::SectionNesting &n : cut->nestings) {
            double wanted = 0;
            for (const workshop::NestedBar &b : n.nesting.bars) {
                wanted += b.used();
                if (b.bar.onHand) {
                    out.used += b.used();
                    out.left += b.left();
                } else {
                    out.bought += b.bar.length;
                }
            }
            if (n.nesting.bought > 0 && wanted > out.wanted) {
                out.wanted = wanted;
                out.tooLong = n.section;
            }
        }
        return out;
    }

    void take(std::optional<Tried> &best, const Pattern &pattern, const Piece &piece) const {
        auto next = tried(piece);
        if (!next) return;
        const auto keep = [&best](std::optional<Tried> other) {
            if (!other || !(other->used > 0)) return;
            if (!(best->used > 0) || other->rank() < best->rank()) best = std::move(other);
        };
        keep(narrower(*next, pattern));
        keep(std::move(next));
    }

    /// A piece a little too long for the longest bar of its section that lies there, made narrower by that
    /// little.
    [[nodiscard]] std::optional<Tried> narrower(const Tried &tooLong, const Pattern &pattern) const {
        const SettingDescriptor *width = pattern.setting("width");
        if (!width || !(tooLong.bought > 0)) return std::nullopt;
        double longest = 0;
        for (const workshop::RackItem &i : m_shop.rack)
            if (i.section == tooLong.tooLong) longest = std::max(longest, i.length);
        constexpr double mostOff = 0.15, spare = 2;  // share of the width; mm
        const double now = armor::number(tooLong.piece, pattern, "width"),
                     less = tooLong.wanted - longest + spare;
        if (!(longest > 0) || less <= 0 || less > mostOff * now || now - less < width->least)
            return std::nullopt;
        Piece piece = tooLong.piece;
        piece.settings["width"] = std::floor(now - less);
        return tried(piece);
    }

    static void tellFitted(const Pattern &pattern, const Piece &was, const Piece &is, RackOffer &out) {
        for (const SettingDescriptor &d : pattern.settings) {
            if (isTube(d)) {
                const std::string before = armor::text(was, pattern, d.id),
                                  now = armor::text(is, pattern, d.id);
                out.fitted.emplace_back(before == now
                                            ? fmt::format("{}: {}", d.name, now)
                                            : fmt::format("{}: {} instead of {}", d.name, now, before));
            } else if (d.id == "width" &&
                       armor::number(was, pattern, d.id) != armor::number(is, pattern, d.id)) {
                out.fitted.push_back(
                    {fmt::format("{}: {{0}} instead of {{1}}", d.name),
                     {{armor::number(is, pattern, d.id)}, {armor::number(was, pattern, d.id)}}});
            }
        }
    }

    const Job &m_job;
    const Appraisal &m_now;
    const stock::Stock &m_stock;
    workshop::Shop m_shop;
};

}  // namespace

std::vector<RackOffer> rackOffers(const Job &job, const Appraisal &now, const stock::Stock &stock,
                                  const std::function<void(double)> &progress, const std::stop_token &stop) {
    std::vector<RackOffer> out;
    RackSearch search(job, now, stock);
    const auto all = armor::patterns();
    for (std::size_t i = 0; i < all.size() && !stop.stop_requested(); ++i) {
        if (progress) progress(static_cast<double>(i) / static_cast<double>(all.size()));
        if (!all[i].fits(job.vehicle.kind)) continue;
        if (auto offer = search.bestOf(all[i], stop)) out.push_back(std::move(*offer));
    }
    std::stable_sort(out.begin(), out.end(), [](const RackOffer &a, const RackOffer &b) {
        return std::tuple(a.bought, a.left) < std::tuple(b.bought, b.left);
    });
    if (progress) progress(1);
    return out;
}

}  // namespace hefty::job
