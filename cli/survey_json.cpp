#include "cli/survey_json.h"

#include <fmt/format.h>

#include "cli/vectors.h"

namespace hefty::cli {
namespace {

using survey::MeasureKind;
using survey::SurveyMeasure;
using survey::SurveyNet;

int axisOf(const std::string &name, const std::string &where, Faults &faults) {
    for (int k = 0; k < 3; ++k)
        if (name == std::string(1, "xyz"[k])) return k;
    faults.add(fmt::format("\"{}\" is not an axis.", name), where, "Use x, y or z.");
    return 0;
}

void readPoints(ObjectReader &top, SurveyNet &net, Faults &faults) {
    for (const auto &[value, path] : top.array("points", true)) {
        ObjectReader o(*value, path, faults);
        survey::SurveyPoint p;
        p.id = o.text("id");
        const auto near = o.numbers<3>("near");
        p.near = {near[0], near[1], near[2]};
        for (const std::string &axis : o.texts("fixed"))
            p.fixed[static_cast<std::size_t>(axisOf(axis, o.pathOf("fixed"), faults))] = true;
        for (const survey::SurveyPoint &other : net.points)
            if (other.id == p.id)
                faults.add(fmt::format("The id \"{}\" is given twice.", p.id), path + "/id");
        net.points.push_back(std::move(p));
    }
}

int pointOf(const SurveyNet &net, ObjectReader &o, const char *key) {
    const std::string id = o.text(key);
    for (std::size_t i = 0; i < net.points.size(); ++i)
        if (net.points[i].id == id) return static_cast<int>(i);
    o.faults().add(fmt::format("There is no point \"{}\".", id), o.pathOf(key), {}, ProblemKind::UnknownId);
    return 0;
}

void readMeasures(ObjectReader &top, SurveyNet &net, Faults &faults) {
    for (const auto &[value, path] : top.array("measures", true)) {
        ObjectReader o(*value, path, faults);
        SurveyMeasure m;
        const std::string kind = o.text("kind");
        if (kind == "coordinate") {
            m.kind = MeasureKind::Coordinate;
            m.from = m.to = pointOf(net, o, "point");
            m.axis = axisOf(o.text("axis"), o.pathOf("axis"), faults);
        } else if (kind == "distance" || kind == "level") {
            m.kind = kind == "level" ? MeasureKind::Level : MeasureKind::Distance;
            m.from = pointOf(net, o, "from");
            m.to = pointOf(net, o, "to");
        } else {
            faults.add(fmt::format("The kind \"{}\" is not known.", kind), o.pathOf("kind"),
                       "Use distance, coordinate or level.");
        }
        m.value = o.number("value");
        m.sigma = o.number("sigma", 1.0);
        net.measures.push_back(m);
    }
}

}  // namespace

Result<SurveyNet> readNet(const Json &json) {
    Faults faults;
    ObjectReader top(json, "", faults);
    SurveyNet net;
    readPoints(top, net, faults);
    readMeasures(top, net, faults);
    if (!faults.none()) return tl::unexpected(faults.joined());
    return net;
}

Json writeAdjustment(const SurveyNet &net, const survey::Adjustment &a) {
    Json points = Json::object();
    for (std::size_t i = 0; i < net.points.size(); ++i)
        points[net.points[i].id] = {{"at", list(a.points[i])}, {"sigma", list(a.sigma[i])}};
    Json measures = Json::array();
    for (const survey::AdjustedMeasure &m : a.measures)
        measures.push_back(
            {{"residual", m.residual}, {"standardized", m.standardized}, {"checked", m.checked}});
    return {{"points", std::move(points)},
            {"measures", std::move(measures)},
            {"suspects", a.suspects},
            {"redundancy", a.redundancy},
            {"sigma0", a.sigma0}};
}

}  // namespace hefty::cli
