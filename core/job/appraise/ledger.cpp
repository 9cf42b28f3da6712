#include "core/job/appraise/ledger.h"

#include <algorithm>
#include <array>

#include <fmt/format.h>

namespace hefty::job {
namespace {

/// True if one of the names between the slashes of an id is a certain one: "weld/beam~tab.left" is about the
/// seam, "bearing/mount.left/bracket.left" about the bolts and about the plate.
bool isAbout(const std::string &id, const std::string &name) {
    for (std::size_t at = id.find(name); at != std::string::npos; at = id.find(name, at + 1)) {
        const bool begins = at == 0 || id[at - 1] == '/';
        const std::size_t end = at + name.size();
        const bool ends = end == id.size() || id[end] == '/' || id[end] == '#';
        if (begins && ends) return true;
    }
    return false;
}

class Ledger {
  public:
    explicit Ledger(const PieceAppraisal &piece) : m_assembly(*piece.proved), m_proof(*piece.proof) {}

    std::vector<LedgerLine> run() {
        for (const armor::BarPart &b : m_assembly.bars) part(b.name);
        for (const armor::SheetPart &s : m_assembly.sheets) part(s.name);
        for (const armor::WeldJoint &w : m_assembly.welds)
            if (!w.isFold())
                add(LedgerLine::Kind::Seam, w.name,
                    fmt::format("{} to {}", m_assembly.labelOf(w.a), m_assembly.labelOf(w.b)));
        for (const auto *joints : {&m_assembly.mounts, &m_assembly.feet})
            for (const armor::BoltJoint &j : *joints)
                add(LedgerLine::Kind::Bolts, j.name, j.label.empty() ? j.name : j.label);
        for (const armor::SlipFit &s : m_assembly.slips) add(LedgerLine::Kind::Hold, s.name, s.label);
        for (const armor::Fixing &f : m_assembly.fixings)
            if (!f.crossmember) add(LedgerLine::Kind::Hold, f.name, f.label);  // that is the frame itself
        for (const armor::LineBearing &b : m_assembly.bearings)
            add(LedgerLine::Kind::Hold, b.name,
                fmt::format("bearing line of {}", m_assembly.labelOf(b.part)));
        duties();
        return std::move(m_out);
    }

  private:
    /// What only covers is told by its seams.
    void part(const std::string &name) {
        add(LedgerLine::Kind::Part, name, m_assembly.labelOf(name));
        if (!m_out.back().forgotten()) return;
        for (const armor::WeldJoint &w : m_assembly.welds)
            for (const proof::Unproved &u : m_proof.unproved)
                if ((w.a == name || w.b == name) && u.cover && (u.part == w.name || isAbout(u.id, w.name)))
                    leave(m_out.back(), u);
    }

    void add(LedgerLine::Kind kind, const std::string &id, std::string name) {
        LedgerLine line;
        line.kind = kind;
        line.id = id;
        line.name = std::move(name);
        line.proved = true;
        for (const proof::Check &c : m_proof.checks)
            if (c.part == id || isAbout(c.id, id)) count(line, c);
        for (const proof::Unproved &u : m_proof.unproved)
            if (u.part == id || isAbout(u.id, id)) leave(line, u);
        m_out.push_back(std::move(line));
    }
    static void count(LedgerLine &line, const proof::Check &c) {
        ++line.checks;
        if (line.hardest.empty() || c.utilization > line.use) {
            line.hardest = c.title;
            line.use = c.utilization;
        }
        if (c.proved()) return;
        line.proved = false;
        line.open.push_back(
            c.utilization > 1   ? fmt::format("{}: {:.2f} of what it may carry.", c.title, c.utilization)
            : !c.beyond.empty() ? fmt::format("{}: not proved, because {}.", c.title, c.beyond)
            : c.assumed         ? fmt::format("{}: rests on something assumed.", c.title)
                                : fmt::format("{}: hangs on the size of the shells.", c.title));
    }
    static void leave(LedgerLine &line, const proof::Unproved &u) {
        line.proved = false;
        line.open.push_back(fmt::format("{}: not proved, because {}.{}{}", u.what, u.why,
                                        u.remedy.empty() ? "" : " ", u.remedy));
    }

    /// What is hardest worked by a place's cases.
    void duties() {
        std::vector<std::string> seen;
        for (const proof::LoadCase &load : m_proof.duties.cases) {
            if (std::find(seen.begin(), seen.end(), load.place) != seen.end()) continue;
            seen.push_back(load.place);
            LedgerLine line;
            line.kind = LedgerLine::Kind::Duty;
            line.id = load.place;
            line.name = load.what;
            line.proved = true;
            for (const proof::Check &c : m_proof.checks) {
                if (c.loadCase < 0 || c.loadCase >= static_cast<int>(m_proof.duties.cases.size())) continue;
                if (m_proof.duties.cases[static_cast<std::size_t>(c.loadCase)].place == load.place)
                    count(line, c);
            }
            m_out.push_back(std::move(line));
        }
    }

    const armor::Assembly &m_assembly;
    const proof::Proof &m_proof;
    std::vector<LedgerLine> m_out;
};

}  // namespace

std::string_view ledgerWord(LedgerLine::Kind kind) {
    constexpr std::array<std::string_view, 5> words{"Part", "Seam", "Bolts", "Hold", "Duty"};
    return words.at(static_cast<std::size_t>(kind));
}

std::vector<LedgerLine> ledgerOf(const PieceAppraisal &piece) {
    return Ledger(piece).run();
}

}  // namespace hefty::job
