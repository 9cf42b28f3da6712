#include "core/job/appraise/vehicle_findings.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/contact.h"
#include "core/clearance/gaps.h"
#include "core/job/appraise/fit.h"
#include "core/job/appraise/make_finding.h"
#include "core/job/names.h"
#include "core/workshop/convex_bodies.h"

namespace hefty::job {
namespace {

using measure::Quantity;

/// Points and boxes that nobody has held a tape to.
template <class Rows>
void noteAssumed(FindingList &out, const Rows &rows) {
    for (const auto &row : rows)
        if (row.known.trust == rig::Trust::Assumed)
            out.add("assumed/" + row.id, Severity::Note, "measure", row.id,
                    fmt::format("Where \"{}\" is, is assumed, not measured.", row.name));
}

void suspectFinding(FindingList &out, const rig::SurveyBook &book, const rig::SurveyResult &s,
                    std::size_t measure) {
    const auto reading = static_cast<std::size_t>(s.net.readingOf[measure]);
    const survey::AdjustedMeasure &m = s.adjustment.measures[measure];
    const rig::Reading &r = book.readings[reading];
    Finding &f = out.add(
        fmt::format("survey/reading/{}", reading), Severity::Fix, "measure",
        fmt::format("reading.{}", reading),
        {fmt::format("Likely wrong: {}, read as {{0}}. The other readings say {{1}}. Measure it again "
                     "or ignore it.",
                     rig::readingName(book, r)),
         {{r.value, Quantity::DrilledLength},
          {r.value + m.residual / std::max(m.checked, 0.01), Quantity::DrilledLength}}});
    f.value = std::abs(m.standardized);
    f.limit = survey::suspectResidual;
    f.at = s.adjustment.points[static_cast<std::size_t>(s.net.net.measures[measure].from)];
    f.working = survey::residualWorking(s.net.net, s.adjustment, static_cast<int>(measure));
}

/// The name of a keep-out for a sentence: "left headlamp, with ..." is cut at its comma.
std::string keepOutName(const Job &job, const std::string &id) {
    for (const rig::KeepOut &k : job.vehicle.keepOuts)
        if (k.id == id) return k.name.substr(0, k.name.find(','));
    return id;
}

}  // namespace

std::vector<Finding> assumedFindings(const rig::Vehicle &vehicle) {
    FindingList out;
    for (const rig::DatumDescriptor &d : rig::datumsOf(vehicle.kind)) {
        const auto it = vehicle.data.find(d.id);
        if (it == vehicle.data.end() || it->second.trust != rig::Trust::Assumed) continue;
        out.add("assumed/" + d.id, Severity::Note, "measure", d.id,
                fmt::format("\"{}\" is assumed, not measured. {}", d.name, d.how));
    }
    noteAssumed(out, vehicle.outline);
    noteAssumed(out, vehicle.keepOuts);
    noteAssumed(out, vehicle.moving);
    if (vehicle.hasFrame() && vehicle.railMaterialTrust != rig::Trust::Measured)
        out.add("assumed/railMaterial", Severity::Note, "measure", "railMaterial",
                fmt::format("The grade of the frame rails is {} ({}): the frame ends are not proved.",
                            rig::trustWord(vehicle.railMaterialTrust), vehicle.railMaterial));
    if (vehicle.hasFrame() && vehicle.railSection == rig::RailSection::Unknown)
        out.add("assumed/railSection", Severity::Note, "measure", "railSection",
                "Nobody has said whether the frame rails are a closed box, a channel or an inverted hat. The "
                "lesser "
                "of the two open ones is taken, and nothing of the rails is proved.");
    return std::move(out.findings);
}

std::vector<Finding> surveyFindings(const rig::SurveyBook &book, const rig::SurveyResult &s) {
    FindingList out;
    for (const int suspect : s.adjustment.suspects)
        suspectFinding(out, book, s, static_cast<std::size_t>(suspect));
    // While a reading is doubtful, so is what it says about the frame.
    if (const auto &square = s.squareness;
        square && s.adjustment.suspects.empty() && square->cure != survey::Cure::None) {
        Finding &f = out.add(
            "survey/squareness", Severity::Note, "measure", "end.right",
            {fmt::format("The frame ends are out of square: skew {{0}}, twist {{1}}, spread {{2}}. {}",
                         square->advice),
             {{square->skew, Quantity::DrilledLength},
              {square->twist, Quantity::DrilledLength},
              {square->spread, Quantity::DrilledLength}}});
        f.value = square->skew;
        f.quantity = Quantity::DrilledLength;
        f.working = square->working;
    }
    return std::move(out.findings);
}

std::vector<Finding> lengthFindings(const Job &job, double front, double rear) {
    FindingList out;
    const double length = front - rear;
    if (length <= job.rules.mostLength) return {};
    Finding &f = out.add("length", Severity::Fix, "layout", "length",
                         {"The vehicle is {0} long with its armor; {1} is allowed.",
                          {{length, Quantity::Length}, {job.rules.mostLength, Quantity::Length}}});
    f.value = length;
    f.limit = job.rules.mostLength;
    f.quantity = Quantity::Length;
    working::Working w;
    w.title = "Length over all";
    w.given("x_F", "foremost point", front, "mm", "drawing")
        .given("x_R", "rearmost point", rear, "mm", "measured")
        .step("l", "length", "x_F − x_R", "", length, "mm", "");
    f.working = std::move(w);
    return std::move(out.findings);
}

std::vector<Finding> gapFindings(const Job &job, const armor::Assembly &assembly) {
    FindingList out;
    std::vector<clearance::ConvexBody> bodies = workshop::convexBodies(assembly);
    std::erase_if(bodies, [&assembly](const auto &body) { return assembly.isFrameRail(body.id); });
    std::vector<clearance::ClearBox> boxes;
    for (const rig::KeepOut &k : job.vehicle.keepOuts) boxes.push_back({k.id, k.low, k.high, k.gap});
    const auto tight = clearance::gaps(bodies, boxes);
    if (!tight) return {problemFinding("gap/" + tight.error().where, "measure", tight.error())};
    for (const clearance::Gap &g : *tight) {
        if (g.distance >= g.wanted - 1e-3) continue;
        const std::string id = fmt::format("gap/{}/{}", g.body, g.box);
        // A bent bar is several bodies of one name: the nearest is told.
        const auto nearer = std::find_if(tight->begin(), tight->end(), [&g](const clearance::Gap &o) {
            return o.body == g.body && o.box == g.box && o.distance < g.distance;
        });
        const bool told = std::any_of(out.findings.begin(), out.findings.end(),
                                      [&id](const Finding &f) { return f.id == id; });
        if (nearer != tight->end() || told) continue;
        Finding &f = out.add(id, Severity::Fix, "layout", g.body,
                             {g.overlaps ? fmt::format("{} runs into the {}; {{1}} of room is wanted.",
                                                       asSubject(assembly, g.body), keepOutName(job, g.box))
                                         : fmt::format("{} stands {{0}} from the {}; {{1}} is wanted.",
                                                       asSubject(assembly, g.body), keepOutName(job, g.box)),
                              {{g.distance, Quantity::DrilledLength}, {g.wanted, Quantity::DrilledLength}}});
        f.value = g.distance;
        f.limit = g.wanted;
        f.quantity = Quantity::DrilledLength;
        f.at = g.onBody;
        f.working = clearance::gapWorking(g);
    }
    return std::move(out.findings);
}

}  // namespace hefty::job
