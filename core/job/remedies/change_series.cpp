#include "core/job/remedies/change_series.h"

#include <algorithm>

#include <fmt/format.h>

namespace hefty::job {
namespace {

class SeriesFinder {
  public:
    SeriesFinder(const Appraisal &appraisal, const stock::Stock &stock, const armor::Piece &piece,
                 const armor::Pattern &pattern)
        : m_appraisal(appraisal), m_stock(stock), m_piece(piece), m_pattern(pattern) {}

    [[nodiscard]] std::vector<ChangeSeries> against(const Finding &f) const {
        std::vector<ChangeSeries> t;
        if (!f.id.starts_with("check/") && !f.id.starts_with("weld-")) {
            addOffers(t, f.id);
            return t;
        }
        if (!assembly()) return t;
        const auto is = [&f](std::string_view kind) { return f.id.starts_with(kind); };
        if (const armor::WeldJoint *w = weldOf(f)) {
            const bool ofWeld =
                is("weld-size/") || is("check/weld/") || is("check/seam/") || is("check/fatigue/");
            if (is("weld-large/")) add(t, stepped(w->legBy, -1));
            if (ofWeld) add(t, stepped(w->legBy, 1));
            if (is("weld-")) return t;
            if (!ofWeld)
                for (const std::string &part : {w->a, w->b}) add(t, nextSize(part));
        }
        if (const armor::BoltJoint *j = boltsOf(f)) {
            if (is("check/bolt/")) add(t, stronger(j->gradeBy, "10.9"));
            if (is("check/block/") && assembly()->sheet(j->part)) add(t, nextSize(j->part));
            add(t, stepped(j->countBy, 1));
            add(t, weakerWinch());
            return t;
        }
        if (assembly()->made(f.subject)) add(t, nextSize(f.subject));
        if (is("check/frequency/") || is("check/stability/"))
            for (const std::string &part : mountedParts()) add(t, nextSize(part));
        addOffers(t, f.id);
        addRoleOffers(t, f);
        if (is("check/impact/")) {
            add(t, moreGussets(true));
            for (const armor::BarPart &b : assembly()->bars)
                if (b.made.role == armor::Role::Beam) add(t, nextSize(b.name));
        }
        add(t, weakerWinch());
        return t;
    }

  private:
    double now(const std::string &setting) const { return armor::number(m_piece, m_pattern, setting); }

    ChangeSeries stepped(const std::string &setting, double step) const {
        ChangeSeries t{setting, {}};
        const armor::SettingDescriptor *d = m_pattern.setting(setting);
        if (!d || d->choice != armor::Choice::None) return {};
        const double start = now(setting);
        for (int i = 1; i <= mostChanges; ++i) {
            const double v = start + i * step;
            if (v >= d->least && v <= d->most) t.values.emplace_back(v);
        }
        return t;
    }

    /// Gussets beside those that the pattern has, left and right alike: inside the brackets, or outside them
    /// above and below the middle of the beam.
    ChangeSeries moreGussets(bool inner) const {
        ChangeSeries t;
        if (!m_pattern.addsGussets) return t;
        const stock::Section *beam = m_stock.section(armor::text(m_piece, m_pattern, "section"));
        if (!beam) return t;
        for (const double leg : {60.0, 90.0, 120.0, 150.0}) {
            Change c;
            const std::vector<double> heights =
                inner ? std::vector<double>{0.0} : std::vector<double>{beam->height / 4, -beam->height / 4};
            for (const char *part : {"bracket.left", "bracket.right"})
                for (const double above : heights) {
                    armor::Tweak tweak;
                    tweak.kind = armor::Tweak::Kind::Gusset;
                    tweak.part = part;
                    tweak.at = armor::Vec2(inner ? 1 : 0, above);
                    tweak.value = leg;
                    c.tweaks.push_back(std::move(tweak));
                }
            c.label = {inner ? "Gussets inside both brackets, leg {0}"
                             : "Gussets outside both brackets, above and below, leg {0}",
                       {{leg}}};
            t.changes.push_back(std::move(c));
        }
        return t;
    }

    ChangeSeries nextPlate(const std::string &setting) const {
        ChangeSeries t{setting, {}};
        if (!m_pattern.setting("plateMaterial")) return {};
        for (const double s : m_stock.plateThicknesses(armor::text(m_piece, m_pattern, "plateMaterial")))
            if (s > now(setting) + 0.01) t.values.emplace_back(s);
        return t;
    }

    ChangeSeries nextWall(const std::string &setting) const {
        ChangeSeries t{setting, {}};
        const stock::Section *s = m_stock.section(armor::text(m_piece, m_pattern, setting));
        if (!s) return t;
        std::vector<const stock::Section *> heavier;
        for (const stock::Section &other : m_stock.sections)
            if (other.shape == s->shape && other.series == s->series && other.height == s->height &&
                other.width == s->width && other.wall > s->wall)
                heavier.push_back(&other);
        std::sort(heavier.begin(), heavier.end(),
                  [](const auto *a, const auto *b) { return a->wall < b->wall; });
        for (const stock::Section *h : heavier) t.values.emplace_back(h->id);
        return t;
    }

    ChangeSeries stronger(const std::string &setting, const char *value) const {
        ChangeSeries t{setting, {}};
        if (!m_pattern.setting(setting)) return {};
        if (armor::text(m_piece, m_pattern, setting) != value) t.values.emplace_back(std::string(value));
        return t;
    }

    ChangeSeries weakerWinch() const {
        ChangeSeries t{"winch", {}};
        if (!m_pattern.setting("winch")) return {};
        const stock::Winch *now = m_stock.winch(armor::text(m_piece, m_pattern, "winch"));
        std::vector<const stock::Winch *> lower;
        for (const stock::Winch &w : m_stock.winches)
            if (now && w.ratedPull < now->ratedPull) lower.push_back(&w);
        std::sort(lower.begin(), lower.end(),
                  [](const auto *a, const auto *b) { return a->ratedPull > b->ratedPull; });
        for (const stock::Winch *w : lower) t.values.emplace_back(w->id);
        return t;
    }

    // What a finding is about, told from who made the parts.

    [[nodiscard]] const armor::Assembly *assembly() const {
        const PieceAppraisal *p = m_appraisal.piece(m_piece.id);
        return p && p->assembly ? &*p->assembly : nullptr;
    }

    /// The parts that a finding is about: one, or the two of a weld, or the plate of a bolt group.
    [[nodiscard]] std::vector<std::string> partsOf(const Finding &f) const {
        const armor::Assembly *a = assembly();
        if (!a) return {};
        if (a->made(f.subject)) return {f.subject};
        if (const armor::WeldJoint *w = weldOf(f)) return {w->b, w->a};
        if (const armor::BoltJoint *j = boltsOf(f)) return {j->part};
        return {};
    }
    [[nodiscard]] const armor::WeldJoint *weldOf(const Finding &f) const {
        const armor::Assembly *a = assembly();
        if (a)
            for (const armor::WeldJoint &w : a->welds)
                if (w.name == f.subject) return &w;
        return nullptr;
    }
    [[nodiscard]] const armor::BoltJoint *boltsOf(const Finding &f) const {
        const armor::Assembly *a = assembly();
        if (!a) return nullptr;
        for (const auto *list : {&a->mounts, &a->feet})
            for (const armor::BoltJoint &j : *list)
                if (j.name == f.subject) return &j;
        if (a->winch && a->winch->fairleadBolts && a->winch->fairleadBolts->name == f.subject)
            return &*a->winch->fairleadBolts;
        return nullptr;
    }

    // Series of changes.

    /// The next size up of what a part is made of.
    ChangeSeries nextSize(const std::string &part) const {
        const armor::Provenance *made = assembly()->made(part);
        if (!made || !m_pattern.setting(made->sizedBy)) return {};
        return assembly()->sheet(part) ? nextPlate(made->sizedBy) : nextWall(made->sizedBy);
    }

    /// What the pattern offers against findings that begin so.
    void addOffers(std::vector<ChangeSeries> &t, const std::string &of, bool whole = false) const {
        for (const armor::Cure &c : m_pattern.cures)
            if (whole ? of == c.of : of.starts_with(c.of)) add(t, stepped(c.setting, c.step));
    }

    void addRoleOffers(std::vector<ChangeSeries> &t, const Finding &f) const {
        for (const std::string &part : partsOf(f)) {
            const armor::Role role = assembly()->made(part)->role;
            addOffers(t, fmt::format("role/{}", parts::roleWord(role)), true);
            if (role == armor::Role::Mount || role == armor::Role::Gusset) add(t, moreGussets(true));
        }
    }

    /// Not twice the same setting, and nothing that the pattern does not have.
    static void add(std::vector<ChangeSeries> &t, ChangeSeries more) {
        const auto same = [&more](const ChangeSeries &o) {
            return o.setting == more.setting && (o.values.empty() || o.values.front() == more.values.front());
        };
        if ((more.values.empty() && more.changes.empty()) || std::any_of(t.begin(), t.end(), same)) return;
        t.push_back(std::move(more));
    }

    /// The plates that are bolted to the vehicle, and the beams that hang on them.
    [[nodiscard]] std::vector<std::string> mountedParts() const {
        std::vector<std::string> out;
        for (const armor::BoltJoint &m : assembly()->mounts) out.push_back(m.part);
        for (const armor::BarPart &b : assembly()->bars)
            if (b.made.role == armor::Role::Beam) out.push_back(b.name);
        return out;
    }

    const Appraisal &m_appraisal;
    const stock::Stock &m_stock;
    const armor::Piece &m_piece;
    const armor::Pattern &m_pattern;
};

}  // namespace

std::vector<ChangeSeries> changesAgainst(const Finding &finding, const Appraisal &appraisal,
                                         const stock::Stock &stock, const armor::Piece &piece,
                                         const armor::Pattern &pattern) {
    return SeriesFinder(appraisal, stock, piece, pattern).against(finding);
}

}  // namespace hefty::job
