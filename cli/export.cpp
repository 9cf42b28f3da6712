#include "cli/export.h"

#include <filesystem>
#include <fstream>
#include <numbers>

#include <fmt/format.h>

#include "core/base/constants.h"
#include "core/base/csv.h"
#include "core/base/places.h"
#include "core/exchange/cutting.h"
#include "core/exchange/grid.h"
#include "core/exchange/solids.h"
#include "core/exchange/views.h"
#include "core/job/appraise/appraise_under.h"
#include "core/job/shop/weld_shrinkage.h"
#include "core/workshop/weld/best_order.h"
#include "core/workshop/weld/weld_heat.h"

namespace hefty::cli {
namespace {

namespace fs = std::filesystem;

/// A file name of a part or piece: what a file system may not have is left out.
std::string fileName(const std::string &id) {
    std::string out;
    for (const char c : id) out += (c == '/' || c == '\\' || c == ':' || c == 0) ? '_' : c;
    return out.empty() || out == "." || out == ".." ? "_" : out;
}

/// Writes files below a folder and remembers their names.
class Writer {
  public:
    explicit Writer(fs::path folder) : m_folder(std::move(folder)) {}

    Result<bool> write(const std::string &name, const std::string &text) {
        const fs::path path = m_folder / name;
        std::error_code failed;
        fs::create_directories(path.parent_path(), failed);
        std::ofstream file(path, std::ios::binary);
        file << text;
        if (failed || !file.flush())
            return fail(ProblemKind::File, fmt::format("\"{}\" cannot be written.", path.string()),
                        path.string(), "Choose another folder.");
        m_written.push_back(name);
        return true;
    }
    [[nodiscard]] std::string pathOf(const std::string &name) const { return (m_folder / name).string(); }
    void note(const std::string &name) { m_written.push_back(name); }
    [[nodiscard]] const Json &written() const { return m_written; }

  private:
    fs::path m_folder;
    Json m_written = Json::array();
};

Result<bool> writeSheets(Writer &out, const std::string &piece, const armor::Assembly &a) {
    for (const armor::SheetPart &s : a.sheets) {
        if (workshop::foldedOf(a, s.name)) continue;
        if (auto r = out.write(fmt::format("{}/{}.dxf", piece, fileName(s.name)),
                               exchange::dxfOf(workshop::flatPattern(s)));
            !r)
            return r;
    }
    for (const armor::FoldedSheet &f : a.folded)
        if (auto r = out.write(fmt::format("{}/{}.dxf", piece, fileName(f.name)),
                               exchange::dxfOf(workshop::flatPattern(a, f)));
            !r)
            return r;
    return true;
}

/// The piece from the side, from above and from ahead.
Result<bool> writeViews(Writer &out, const std::string &piece, const armor::Assembly &a) {
    for (const exchange::ViewWay &way : exchange::viewWays())
        if (auto r = out.write(fmt::format("{}.{}.dxf", piece, way.name), exchange::viewDxf(a, way)); !r)
            return r;
    return true;
}

/// How hard every proved piece works, under the duty that works it hardest.
Result<bool> writeStresses(Writer &out, const job::Job &job) {
    const auto stock = stock::readStock(stockFolder());
    if (!stock) return tl::unexpected(stock.error());
    const job::Appraisal closer = job::appraise(job, *stock, {}, proof::Detail::Shells);
    for (const job::PieceAppraisal &p : closer.pieces) {
        if (!p.proof || p.proof->duties.cases.empty()) continue;
        std::size_t hardest = 0;
        double most = -1;
        for (const proof::Check &c : p.proof->checks)
            if (c.loadCase >= 0 && c.utilization > most) {
                most = c.utilization;
                hardest = static_cast<std::size_t>(c.loadCase);
            }
        if (auto r = out.write(fileName(p.id) + ".vtu", exchange::vtuOf(*p.proof, hardest)); !r) return r;
    }
    return true;
}

Result<bool> writeTemplates(Writer &out, const std::string &piece, const armor::Assembly &a) {
    for (const armor::BarPart &b : a.bars)
        for (const bool atTo : {false, true}) {
            const std::string svg = exchange::templateSvg(
                b, atTo, fmt::format("{}, {} of it", a.labelOf(b.name), atTo ? "end" : "start"));
            if (svg.empty()) continue;
            const bool second = atTo && b.trimFrom.cut();
            if (auto r = out.write(
                    fmt::format("{}/{}{}.template.svg", piece, fileName(b.name), second ? ".end" : ""), svg);
                !r)
                return r;
        }
    return true;
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

Result<std::pair<job::Job, job::Appraisal>> shapesOf(const std::string &jobText) {
    const auto job = job::readJob(jobText);
    if (!job) return tl::unexpected(job.error());
    const auto stock = stock::readStock(stockFolder());
    if (!stock) return tl::unexpected(stock.error());
    return std::pair{*job, job::appraiseShape(*job, *stock)};
}

Json planJson(const armor::Assembly &a, const rig::RigGeometry &rig, double shrinkFactor,
              const std::vector<workshop::SeamWork> &work, const workshop::WeldPlan &plan) {
    Json seams = Json::array(), blocked = Json::array(), moves = Json::array();
    std::vector<workshop::SeamWork> inTurn;
    for (const workshop::WeldStep &s : plan.steps) {
        inTurn.push_back(work[s.work]);
        inTurn.back().fits = s.fits;
    }
    const std::vector<workshop::SeamHeat> heat = workshop::heatOf(a, inTurn);
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        const workshop::WeldStep &s = plan.steps[i];
        const workshop::SeamWork &w = inTurn[i];
        seams.push_back({{"id", s.seam},
                         {"name", w.name},
                         {"step", s.step},
                         {"fits", s.fits},
                         {"before", s.before},
                         {"passes", w.passes},
                         {"minutes", w.minutes},
                         {"wait", heat[i].wait},
                         {"warm", heat[i].warm},
                         {"leg", w.leg},
                         {"length", w.length}});
    }
    for (const workshop::BlockedSeam &b : plan.blocked)
        blocked.push_back({{"seam", b.seam}, {"by", b.by}, {"length", b.length}});
    for (const workshop::Distortion &d : job::weldShrinkage(a, rig, inTurn, {}, shrinkFactor)) {
        const double scale = d.angle ? degrees(1) : 1;
        Json steps = Json::array();
        for (const double v : d.steps) steps.push_back(v * scale);
        Json move{{"what", d.what},       {"at", d.part},           {"value", d.value * scale},
                  {"low", d.low * scale}, {"high", d.high * scale}, {"unit", d.angle ? "deg" : "mm"},
                  {"advice", d.advice}};
        move["afterStep"] = std::move(steps);
        if (d.held >= 0) move["heldUntilCold"] = d.held * scale;
        if (d.tied >= 0) move["heldAndTied"] = d.tied * scale;
        moves.push_back(std::move(move));
    }
    return {{"order", plan.parts},
            {"seams", std::move(seams)},
            {"blocked", std::move(blocked)},
            {"distortion", std::move(moves)}};
}

}  // namespace

Result<Json> runExport(const std::string &jobText, const std::string &folder, bool stresses) {
    const auto shapes = shapesOf(jobText);
    if (!shapes) return tl::unexpected(shapes.error());
    const auto &[job, appraisal] = *shapes;
    Writer out{fs::path(folder)};
    Json left = Json::array();
    for (const job::PieceAppraisal &p : appraisal.pieces) {
        if (!p.assembly) {
            left.push_back({{"piece", p.id}, {"why", "It cannot be built as it stands."}});
            continue;
        }
        const std::string piece = fileName(p.id);
        if (auto r = writeSheets(out, piece, *p.assembly); !r) return tl::unexpected(r.error());
        if (auto r = writeTemplates(out, piece, *p.assembly); !r) return tl::unexpected(r.error());
        if (auto r = writeViews(out, piece, *p.assembly); !r) return tl::unexpected(r.error());
        const std::string step = piece + ".step";
        std::error_code ignored;
        fs::create_directories(folder, ignored);
        if (const auto made = exchange::writeStep(*p.assembly, out.pathOf(step)); made)
            out.note(step);
        else if (made.error().kind == ProblemKind::File)
            return tl::unexpected(made.error());
        else
            left.push_back({{"piece", p.id}, {"part", made.error().where}, {"why", made.error().message}});
    }
    if (stresses)
        if (auto r = writeStresses(out, job); !r) return tl::unexpected(r.error());
    if (auto r = out.write("cutlist.csv", jointCutList(appraisal)); !r) return tl::unexpected(r.error());
    if (auto r = out.write("job.json", job::writeJob(job)); !r) return tl::unexpected(r.error());
    return Json{{"written", out.written()}, {"left", std::move(left)}};
}

Result<Json> runWeldPlan(const std::string &jobText) {
    const auto shapes = shapesOf(jobText);
    if (!shapes) return tl::unexpected(shapes.error());
    const auto stock = stock::readStock(stockFolder());
    if (!stock) return tl::unexpected(stock.error());
    Json pieces = Json::object();
    for (const job::PieceAppraisal &p : shapes->second.pieces) {
        if (!p.assembly) {
            pieces[p.id] = {{"problem", "It cannot be built as it stands."}};
            continue;
        }
        const std::vector<workshop::SeamWork> work = workshop::seamWork(*p.assembly, *stock);
        const auto reach = workshop::weldReach(*p.assembly);
        if (!reach) return tl::unexpected(reach.error());
        const auto own = shapes->first.weldOrders.find(p.id);
        pieces[p.id] = planJson(*p.assembly, *shapes->second.rig, shapes->first.rules.shrinkFactor, work,
                                own == shapes->first.weldOrders.end()
                                    ? workshop::bestOrder(*p.assembly, *reach, work)
                                    : workshop::weldOrderAs(*p.assembly, *reach, work, own->second));
    }
    return Json{{"pieces", std::move(pieces)}};
}

}  // namespace hefty::cli
