#include <cstdio>
#include <functional>
#include <iostream>
#include <iterator>
#include <string>

#include <CLI/CLI.hpp>

#include "cli/build_json.h"
#include "cli/commands.h"
#include "cli/export.h"
#include "cli/outline_json.h"
#include "cli/schema_json.h"
#include "cli/shop_json.h"
#include "core/base/csv.h"
#include "core/base/memory.h"
#include "core/proof/duties/house_rules.h"

namespace {

using hefty::Json;
using hefty::Problem;
using hefty::Result;

int report(const Problem &problem) {
    const Json error{
        {"error",
         {{"kind", hefty::kindName(problem.kind)},
          {"message", problem.remedy.empty() ? problem.message : problem.message + " " + problem.remedy},
          {"where", problem.where}}}};
    std::cerr << error.dump(-1, ' ', false, Json::error_handler_t::replace) << "\n";
    return hefty::cli::exitCode(problem);
}

Result<std::string> readInput(const std::string &path) {
    if (path == "-") return std::string(std::istreambuf_iterator<char>(std::cin), {});
    return hefty::readFile(path);
}

int run(const std::string &path, const std::function<Result<Json>(const std::string &)> &command) {
    const auto text = readInput(path);
    if (!text) return report(text.error());
    const auto answer = hefty::cli::onlyFinite(command(*text));
    if (!answer) return report(answer.error());
    std::cout << answer->dump(2, ' ', false, Json::error_handler_t::replace) << "\n";
    return std::cout.good() ? 0 : 2;
}

std::function<Result<Json>(const std::string &)> onJson(Result<Json> (*command)(const Json &)) {
    return [command](const std::string &text) -> Result<Json> {
        const auto json = hefty::parseJson(text);
        if (!json) return tl::unexpected(json.error());
        const hefty::IgnoredFields ignored;
        auto answer = command(*json);
        if (answer && !ignored.all().empty()) (*answer)["ignored"] = ignored.all();
        return answer;
    };
}

}  // namespace

int main(int argc, char **argv) {
    hefty::returnLargeMemory();
    CLI::App app("girder: the computation of Hefty Girder without a window. JSON in, JSON out.");
    app.require_subcommand(1);
    std::string path;
    std::function<Result<Json>(const std::string &)> command;
    const auto add = [&](const char *name, const char *what,
                         std::function<Result<Json>(const std::string &)> body) {
        CLI::App *sub = app.add_subcommand(name, what);
        sub->add_option("file", path, "Its file, or - for standard input")->required();
        sub->callback([&command, body = std::move(body)] { command = body; });
        return sub;
    };
    double hours = 500, cycles = hefty::proof::HouseRules{}.roadCycles;
    add("appraise", "The whole appraisal of a job file", hefty::cli::runAppraise);
    add("build", "The parts, seams and bolts of every piece of a job file", hefty::cli::runBuild);
    add("weld-plan", "In which order every piece is welded, and how it will have moved",
        hefty::cli::runWeldPlan);
    std::string folder;
    bool stresses = false;
    CLI::App *exported =
        add("export", "Files for machines and other programs, into a folder",
            [&](const std::string &text) { return hefty::cli::runExport(text, folder, stresses); });
    exported->add_option("folder", folder, "Where they are written")->required();
    exported->add_flag("--stresses", stresses, "How hard every piece works too, as VTU");
    add("frame", "Solve a frame of beams, springs and rigid links", onJson(hefty::cli::runFrame));
    add("weld", "Stress in a group of fillet welds", onJson(hefty::cli::runWeld));
    add("bolts", "Forces in a group of bolts", onJson(hefty::cli::runBolts));
    add("cope", "Template of a round tube's end cut to fit another part", onJson(hefty::cli::runCope));
    add("bend", "Schedule of the bends of a tube", onJson(hefty::cli::runBend));
    add("flat", "Flat length of a folded strip, or a kerf to fold at", onJson(hefty::cli::runFlat));
    add("nest", "Cut lengths from bars, buying and touching as little as can be",
        onJson(hefty::cli::runNest));
    add("sheets", "Lay flat parts on sheets and remnants", onJson(hefty::cli::runSheets));
    add("survey", "Adjust a network of tape measures", onJson(hefty::cli::runSurvey));
    CLI::App *ride = add("ride", "Cycles of a recorded ride, CSV with t in s and ax, ay, az in g",
                         [&](const std::string &csv) { return hefty::cli::runRide(csv, hours, cycles); });
    ride->add_option("--hours", hours, "Of such riding in its life");
    ride->add_option("--cycles", cycles, "By how many equal cycles it is to be told");
    hefty::cli::RopePull pull;
    CLI::App *rope = add("rope", "Stretch curve of a rope, CSV with stretch or stretch_mm, and force in N",
                         [&](const std::string &csv) { return hefty::cli::runRope(csv, pull); });
    rope->add_option("--length", pull.length, "Of the rope, mm");
    rope->add_option("--mass", pull.mass, "That it stops, kg");
    rope->add_option("--speed", pull.speed, "At which it comes tight, m/s");
    rope->add_option("--breaks", pull.breaks, "At this force, N; else at the end of the curve");
    add("stuck", "Pull that frees a stuck vehicle, and lines of a winch", onJson(hefty::cli::runStuck));
    std::string writeTo;
    CLI::App *outline = add("outline", "Closed lines of a DXF or SVG drawing as parts, mm",
                            [&](const std::string &text) { return hefty::cli::runOutline(text, writeTo); });
    outline->add_option("--write", writeTo, "Write the parts again, to a file ending in .dxf or .svg");
    add("clearance", "Approach, departure and breakover angle", onJson(hefty::cli::runClearance));
    CLI::App *schema = app.add_subcommand("schema", "JSON Schema of a job file");
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError &error) {
        if (error.get_exit_code() == 0) return app.exit(error);
        return report({hefty::ProblemKind::BadInput, error.what(), "command line", "Try girder --help."});
    }
    if (*schema) {
        std::cout << hefty::cli::jobSchema().dump(2) << "\n";
        return std::cout.good() ? 0 : 2;
    }
    return run(path, command);
}
