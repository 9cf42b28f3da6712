// Damages whatever the programs read and gives it to their readers: never a crash, a number that is none, or
// an answer that cannot be read back. Without arguments every kind of input a bounded number of times, as
// ctest runs it; `fuzz_inputs KIND RUNS SEED` by hand for as long as one likes (docs/reliability.md).
#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <fstream>
#include <functional>
#include <map>
#include <random>
#include <string>
#include <vector>

#include "cli/commands.h"
#include "cli/shop_json.h"
#include "core/base/csv.h"
#include "core/clearance/terrain.h"
#include "core/instrument/line.h"
#include "core/joints/fatigue.h"
#include "core/outline/drawing.h"
#include "core/workshop/purchase.h"
#include "tests/core/demo.h"

using namespace hefty;

namespace {

using Random = std::mt19937;

std::size_t below(Random &random, std::size_t n) {
    return n ? random() % n : 0;
}

/// What goes wrong with files: bytes flipped, cut off, doubled, swapped; numbers that are none or far too
/// large.
std::string damaged(std::string text, Random &random) {
    static const std::vector<std::string> odd{"nan",
                                              "-1e308",
                                              "1e999",
                                              "0",
                                              "-0",
                                              "{",
                                              "]",
                                              "null",
                                              "\"",
                                              ",",
                                              "\n",
                                              "\\u0000",
                                              "99999999999999999999",
                                              "true",
                                              "[[[[[["};
    const std::size_t times = 1 + below(random, 6);
    for (std::size_t i = 0; i < times && !text.empty(); ++i) {
        const std::size_t at = below(random, text.size());
        switch (below(random, 7)) {
            case 0:
                text[at] = static_cast<char>(below(random, 256));
                break;
            case 1:
                text.erase(at, 1 + below(random, 40));
                break;
            case 2:
                text.insert(at, text.substr(below(random, text.size()), below(random, 60)));
                break;
            case 3:
                text.insert(at, odd[below(random, odd.size())]);
                break;
            case 4:
                text.resize(at);
                break;
            case 5:
                std::swap(text[at], text[below(random, text.size())]);
                break;
            default: {  // a number becomes another one
                const std::size_t digit = text.find_first_of("0123456789", at);
                if (digit == std::string::npos) break;
                std::size_t end = digit;
                while (end < text.size() &&
                       (std::isdigit(static_cast<unsigned char>(text[end])) || text[end] == '.'))
                    ++end;
                text.replace(digit, end - digit, odd[below(random, 5)]);
            }
        }
    }
    return text;
}

[[noreturn]] void broken(const std::string &why, const std::string &text) {
    std::fprintf(stderr, "%s\n--- input ---\n%s\n", why.c_str(), text.c_str());
    std::exit(1);
}

void need(bool good, const char *why, const std::string &text) {
    if (!good) broken(why, text);
}

/// JSON cannot write what is no number; it becomes null. None of ours has numbers that may be missing so.
void jobs(const std::string &text) {
    const auto job = job::readJob(text);
    if (!job) return need(!job.error().message.empty(), "a refusal without a word", text);
    const std::string written = job::writeJob(*job);
    const auto again = job::readJob(written);
    need(again && job::writeJob(*again) == written, "a job that was written is not read back the same", text);
}

/// What `girder` computes must be finite all through.
bool allFinite(const Json &j) {
    if (j.is_number_float()) return std::isfinite(j.get<double>());
    if (!j.is_structured()) return true;
    for (const Json &v : j)
        if (!allFinite(v)) return false;
    return true;
}

/// True if a number is so large or small that computing with it may leave what numbers can hold.
bool isExtreme(const Json &j) {
    if (j.is_number()) {
        const double v = std::abs(j.get<double>());
        return v > 1e15 || (v > 0 && v < 1e-15);
    }
    if (!j.is_structured()) return false;
    return std::any_of(j.begin(), j.end(), isExtreme);
}

std::function<void(const std::string &)> command(Result<Json> (*run)(const Json &)) {
    return [run](const std::string &text) {
        const Json json = Json::parse(text, nullptr, false);
        if (json.is_discarded()) return;
        const auto raw = run(json);
        need(!raw || allFinite(*raw) || isExtreme(json), "an answer that is no number", text);
        const auto answer = cli::onlyFinite(raw);
        need(!answer || allFinite(*answer), "an answer that is no number goes out", text);
        need(answer || !answer.error().message.empty(), "a refusal without a word", text);
    };
}

void drawings(const std::string &text, bool dxf) {
    const auto d = dxf ? outline::readDxfDrawing(text, "fuzz") : outline::readSvgDrawing(text, "fuzz");
    if (!d) return need(!d.error().message.empty(), "a refusal without a word", text);
    for (const outline::Outline &o : d->parts)
        need(std::isfinite(outline::area(o)), "an area that is no number", text);
}

void tables(const std::string &text) {
    (void)CsvTable::parse(text, "fuzz");
    (void)joints::readRide(text, "fuzz");
    constexpr double length = 9000;  // mm
    (void)stock::readStretchCurve(text, length);
    (void)clearance::terrainFromCsv(text, "fuzz");
}

void instruments(const std::string &text) {
    const auto r = instrument::readLine(text);
    need(!r || std::isfinite(r->value), "a reading that is no number", text);
}

void quotes(const std::string &text) {
    workshop::Need need1;
    need1.id = need1.what = "bar/x/y";
    need1.amount = 2;
    const auto q = workshop::readQuote(text, {need1}, "cr", "2026-11-30");
    if (!q) return;
    for (const workshop::QuoteLine &l : q->lines)
        need(std::isfinite(l.each) && l.each >= 0 && l.need == need1.id, "a price that is none", text);
}

struct Kind {
    std::string name;
    std::vector<std::string> seeds;
    std::function<void(const std::string &)> look;
    int runs;  ///< in ctest
};

std::vector<Kind> kinds() {
    std::vector<std::string> demos;
    for (const char *name :
         {"marten-front-bumper", "heron-survey", "pipit-skids-sliders", "marten-low-cost-rear"})
        demos.push_back(readFile(testing::demoPath(name)).value());
    const std::string frame =
        R"({"nodes":[{"id":"A","at":[0,0,0]},{"id":"B","at":[1000,0,0]}],
        "materials":[{"id":"s","E":200000,"nu":0.3,"density":7.85e-6}],
        "sections":[{"id":"q","A":1000,"Iy":1e6,"Iz":1e6,"J":1e6}],
        "beams":[{"id":"b","from":"A","to":"B","material":"s","section":"q","up":[0,0,1]}],
        "supports":[{"node":"A","fixed":["ux","uy","uz","rx","ry","rz"]}],
        "loads":[{"case":"c","node":"B","force":[0,0,-100]}]})";
    const std::string weld =
        R"({"process":"gmaw","filler":{"Fexx":482.6},"segments":[
        {"id":"left","from":[-30,-50,0],"to":[-30,50,0],"leg":6},{"id":"right","from":[30,-50,0],"to":[30,50,0],"leg":6}],
        "load":{"at":[150,0,0],"force":[0,-10000,0],"moment":[0,0,0]}})";
    const std::string bolts =
        R"({"bolts":[{"id":"1","at":[-50,0],"diameter":12,"pitch":1.75,"grade":"8.8"},
        {"id":"2","at":[50,0],"diameter":12,"pitch":1.75,"grade":"8.8"}],
        "load":{"at":[0,0,0],"force":[0,6000,4000],"moment":[0,0,0]},"shearPlanes":1,"threadsInShear":true})";
    const std::string flat =
        R"({"thickness":5,"k":0.42,"legs":[60,120,60],"bends":[{"angle":90,"radius":6},{"angle":45,"radius":6}]})";
    const std::string nest =
        R"({"kerf":3,"demand":[{"id":"a","length":1200,"count":3},{"id":"b","length":700,"count":2}],
        "rack":[{"id":"r","length":2600,"count":1}],"new":{"length":6000}})";
    const std::string cope =
        R"({"branch":{"diameter":48.3,"wall":4},"onto":{"shape":"round","diameter":60.3},"angle":60,"offset":3})";
    const std::string bend =
        R"({"path":[[0,0,0],[500,0,0],[800,300,0],[1200,300,200]],"radius":120,"tube":{"diameter":48.3,"wall":4}})";
    const std::string stuck = R"({"mass":2600,"mired":"hubs","gradeDeg":12,"rolling":0.2,"winchPull":42000})";
    const std::vector<outline::Outline> drawn{
        {{{{0, 0}, 0}, {{200, 0}, 0}, {{200, 80}, 0.4}, {{0, 80}, 0}}, {outline::circle({60, 40}, 20)}}};
    const std::string dxf = outline::writeDxf(drawn);
    const std::string svg = outline::writeSvg(drawn);
    const std::string quote =
        R"({"supplier":"Y","currency":"cr","items":[{"id":"bar/x/y","each":12.5,"available":4,"days":2,"note":"n"}]})";
    return {{"job", demos, jobs, 400},
            {"frame", {frame}, command(cli::runFrame), 3000},
            {"weld", {weld}, command(cli::runWeld), 3000},
            {"bolts", {bolts}, command(cli::runBolts), 3000},
            {"flat", {flat}, command(cli::runFlat), 3000},
            {"nest", {nest}, command(cli::runNest), 300},
            {"cope", {cope}, command(cli::runCope), 1500},
            {"bend", {bend}, command(cli::runBend), 3000},
            {"stuck", {stuck}, command(cli::runStuck), 3000},
            {"dxf", {dxf}, [](const std::string &t) { drawings(t, true); }, 1500},
            {"svg", {svg}, [](const std::string &t) { drawings(t, false); }, 3000},
            {"csv",
             {"t,ax,ay,az\n0,0,0,1\n0.01,0.1,0,1.2\n0.02,0,0.1,0.9\n",
              "stretch,force\n0,0\n0.1,20000\n0.2,60000\n", "x,z\n0,0\n500,120\n900,0\n"},
             tables,
             3000},
            {"instrument",
             {instrument::writeLine(instrument::Kind::Tape, 1, 17, 812.5, "mm"),
              instrument::writeFault(instrument::Kind::Pad, 2, 18, "no-echo")},
             instruments,
             20000},
            {"quote", {quote}, quotes, 5000}};
}

void run(const Kind &k, int runs, unsigned seed) {
    Random random(seed);
    const auto begin = std::chrono::steady_clock::now();
    for (const std::string &whole : k.seeds) k.look(whole);
    const char *last = std::getenv("FUZZ_LAST");  // a file for the input that is being looked at
    for (int i = 0; i < runs; ++i) {
        const std::string text = damaged(k.seeds[below(random, k.seeds.size())], random);
        if (last) std::ofstream(last, std::ios::binary) << text;
        k.look(text);
    }
    const double s = std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
    std::printf("%-11s %8d inputs, %6.1f s, none broke it\n", k.name.c_str(), runs, s);
}

}  // namespace

int main(int argc, char **argv) {
    const std::string only = argc > 1 ? argv[1] : "";
    const int runs = argc > 2 ? std::atoi(argv[2]) : 0;
    const unsigned seed = argc > 3 ? static_cast<unsigned>(std::atoi(argv[3])) : 20261130U;
    bool any = false;
    for (const Kind &k : kinds())
        if (only.empty() || only == k.name || only == "all") {
            run(k, runs > 0 ? runs : k.runs, seed);
            any = true;
        }
    if (!any) std::fprintf(stderr, "There is no kind of input \"%s\".\n", only.c_str());
    return any ? 0 : 2;
}
