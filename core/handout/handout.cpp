#include "core/handout/handout.h"

#include <filesystem>
#include <fstream>

#include <fmt/format.h>

#include "core/base/csv.h"
#include "core/exchange/cutting.h"
#include "core/exchange/grid.h"
#include "core/exchange/solids.h"
#include "core/exchange/views.h"

namespace hefty::handout {
namespace {

namespace fs = std::filesystem;

/// A file name of a part or piece: what a file system may not have is left out.
std::string fileName(const std::string &id) {
    std::string out;
    for (const char c : id) out += (c == '/' || c == '\\' || c == ':' || c == 0) ? '_' : c;
    return out.empty() || out == "." || out == ".." ? "_" : out;
}

/// The cut lists of all pieces, each line with its piece.
std::string jointCutList(const job::Appraisal &appraisal) {
    std::string out;
    for (const job::PieceAppraisal &p : appraisal.pieces) {
        if (!p.fabrication) continue;
        const std::string list = workshop::cutListCsv(*p.fabrication);
        std::size_t from = 0;
        for (bool head = true; from < list.size(); head = false) {
            const std::size_t to = list.find('\n', from);
            const std::string line = list.substr(from, to - from);
            if (head && out.empty()) out += "piece," + line + "\n";
            if (!head && !line.empty()) out += csvField(p.id) + "," + line + "\n";
            if (to == std::string::npos) break;
            from = to + 1;
        }
    }
    return out;
}

class Writer {
  public:
    Writer(const job::Job &job, const job::Appraisal &appraisal, const stock::Stock &stock,
           std::string folder, const Wanted &wanted, const std::function<void(double)> &progress,
           std::stop_token stop)
        : m_job(job),
          m_appraisal(appraisal),
          m_stock(stock),
          m_folder(std::move(folder)),
          m_wanted(wanted),
          m_progress(progress),
          m_stop(std::move(stop)) {}

    Result<Handed> run() {
        plan();
        for (const job::PieceAppraisal &p : m_appraisal.pieces) {
            if (!p.assembly) {
                m_out.left.push_back({p.id, "", "It cannot be built as it stands."});
                continue;
            }
            m_piece = p.id;
            writePiece(fileName(p.id), *p.assembly);
        }
        if (m_wanted.solids && !m_whole.empty())
            writeSolids("job.step", [this](const std::string &path) {
                return exchange::writeStep(m_whole, path, {}, m_stop);
            });
        if (m_wanted.stresses) writeStresses();
        if (m_wanted.lists) {
            write("cutlist.csv", jointCutList(m_appraisal));
            write("job.json", job::writeJob(m_job));
        }
        if (m_problem) return tl::unexpected(*m_problem);
        if (m_progress) m_progress(1);
        return std::move(m_out);
    }

  private:
    /// How many steps there are, a solid counted for several files.
    void plan() {
        for (const job::PieceAppraisal &p : m_appraisal.pieces) {
            if (!p.assembly) continue;
            const double sheets = static_cast<double>(p.assembly->sheets.size());
            const double all = sheets + static_cast<double>(p.assembly->bars.size());
            m_steps += (m_wanted.flats ? 2 * sheets : 0) + (m_wanted.views ? 3 : 0) +
                       (m_wanted.parts ? all : 0) + (m_wanted.solids ? 2 * solidSteps : 0);
        }
        m_steps += (m_wanted.stresses ? 4 * solidSteps : 0) + 2;
    }

    void writePiece(const std::string &piece, const armor::Assembly &a) {
        m_whole.push_back(&a);
        if (m_wanted.flats) writeFlats(piece, a);
        if (m_wanted.templates) writeTemplates(piece, a);
        if (m_wanted.views)
            for (const exchange::ViewWay &way : exchange::viewWays())
                write(fmt::format("{}.{}.dxf", piece, way.name), exchange::viewDxf(a, way));
        if (m_wanted.parts) writeParts(piece, a);
        if (m_wanted.solids)
            writeSolids(piece + ".step",
                        [&](const std::string &path) { return exchange::writeStep(a, path, {}, m_stop); });
    }

    void writeFlats(const std::string &piece, const armor::Assembly &a) {
        const auto one = [&](const std::string &name, const workshop::FlatPattern &flat) {
            const double least = m_job.shop.leastCutHole;
            const exchange::Engraving engraving = exchange::engravingOf(a, name, flat);
            const std::string file = fmt::format("{}/{}", piece, fileName(name));
            write(file + ".dxf", exchange::dxfOf(flat, least, engraving));
            write(file + ".svg", exchange::svgOf(flat, least, engraving));
        };
        for (const armor::SheetPart &s : a.sheets)
            if (!workshop::foldedOf(a, s.name)) one(s.name, workshop::flatPattern(s));
        for (const armor::FoldedSheet &f : a.folded) one(f.name, workshop::flatPattern(a, f));
    }

    void writeTemplates(const std::string &piece, const armor::Assembly &a) {
        for (const armor::BarPart &b : a.bars)
            for (const bool atTo : {false, true}) {
                const std::string label =
                    fmt::format("{}, {} of it", a.labelOf(b.name), atTo ? "end" : "start");
                const std::string svg = exchange::templateSvg(b, atTo, label);
                if (svg.empty()) continue;
                const bool second = atTo && b.trimFrom.cut();
                const std::string file =
                    fmt::format("{}/{}{}.template", piece, fileName(b.name), second ? ".end" : "");
                write(file + ".svg", svg);
                write(file + ".dxf", exchange::templateDxf(b, atTo, label));
            }
    }

    void writeParts(const std::string &piece, const armor::Assembly &a) {
        const auto one = [&](const std::string &name) {
            writeSolids(
                fmt::format("{}/{}.step", piece, fileName(name)),
                [&](const std::string &path) { return exchange::writeStepOf(a, name, path); }, 1);
        };
        for (const armor::BarPart &b : a.bars) one(b.name);
        for (const armor::SheetPart &s : a.sheets) one(s.name);
    }

    /// How hard every proved piece works, under the duty that works it hardest.
    void writeStresses() {
        if (isDone()) return;
        std::optional<job::Appraisal> closer;
        if (m_appraisal.detail == proof::Detail::Strips)
            closer = job::appraise(m_job, m_stock, m_stop, proof::Detail::Shells);
        for (const job::PieceAppraisal &p : (closer ? *closer : m_appraisal).pieces) {
            if (!p.proof || p.proof->duties.cases.empty()) continue;
            std::size_t hardest = 0;
            double most = -1;
            for (const proof::Check &c : p.proof->checks)
                if (c.loadCase >= 0 && c.utilization > most) {
                    most = c.utilization;
                    hardest = static_cast<std::size_t>(c.loadCase);
                }
            write(fileName(p.id) + ".vtu", exchange::vtuOf(*p.proof, hardest));
        }
    }

    template <class Make>
    void writeSolids(const std::string &name, const Make &make, double steps = solidSteps) {
        if (isDone() || !makeRoomFor(name)) return;
        const auto made = make(pathOf(name));
        if (made)
            m_out.written.push_back(name);
        else if (made.error().kind == ProblemKind::File || made.error().kind == ProblemKind::Stopped)
            m_problem = made.error();
        else
            m_out.left.push_back({m_piece, made.error().where, made.error().message});
        tell(steps);
    }

    void write(const std::string &name, const std::string &text) {
        if (isDone() || !makeRoomFor(name)) return;
        std::ofstream file(pathOf(name), std::ios::binary);
        file << text;
        if (!file.flush())
            refuse(name);
        else
            m_out.written.push_back(name);
        tell(1);
    }

    /// Its folder. @return false: it cannot be made, and that is the problem
    bool makeRoomFor(const std::string &name) {
        std::error_code failed;
        fs::create_directories(fs::path(pathOf(name)).parent_path(), failed);
        if (failed) refuse(name);
        return !failed;
    }

    void refuse(const std::string &name) {
        m_problem = Problem{ProblemKind::File, fmt::format("\"{}\" cannot be written.", pathOf(name)),
                            pathOf(name), "Choose another folder."};
    }

    bool isDone() {
        if (!m_problem && m_stop.stop_requested())
            m_problem = Problem{ProblemKind::Stopped, "Stopped before all files were written.", m_folder, ""};
        return m_problem.has_value();
    }

    void tell(double steps) {
        m_done += steps;
        if (m_progress) m_progress(std::min(0.99, m_done / m_steps));
    }

    [[nodiscard]] std::string pathOf(const std::string &name) const {
        return (fs::path(m_folder) / name).string();
    }

    static constexpr double solidSteps = 20;  // files that take as long as the solids of a piece

    const job::Job &m_job;
    const job::Appraisal &m_appraisal;
    const stock::Stock &m_stock;
    std::string m_folder;
    const Wanted m_wanted;
    const std::function<void(double)> &m_progress;
    std::stop_token m_stop;
    std::string m_piece;
    std::vector<const armor::Assembly *> m_whole;
    Handed m_out;
    std::optional<Problem> m_problem;
    double m_steps = 0, m_done = 0;
};

}  // namespace

Result<Handed> handOut(const job::Job &job, const job::Appraisal &appraisal, const stock::Stock &stock,
                       const std::string &folder, const Wanted &wanted,
                       const std::function<void(double)> &progress, const std::stop_token &stop) {
    return Writer(job, appraisal, stock, folder, wanted, progress, stop).run();
}

}  // namespace hefty::handout
