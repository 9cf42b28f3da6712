#include "core/rig/survey_book.h"

#include <algorithm>
#include <array>

#include <fmt/format.h>

namespace hefty::rig {
namespace {

using shape::Vec3;
using survey::MeasureKind;

constexpr std::array<std::pair<MeasureKind, std::string_view>, 3> kindWords{
    {{MeasureKind::Distance, "distance"},
     {MeasureKind::Coordinate, "coordinate"},
     {MeasureKind::Level, "level"}}};

const std::vector<SurveyPlace> &framePlaces() {
    static const std::vector<SurveyPlace> list{
        {"end.left", "rail end L", "Middle of the left rail's front end, half its width and height."},
        {"end.right", "rail end R", "Middle of the right rail's front end, half its width and height."},
        {"cross.left", "cross L", "Middle of the left rail, level with the front weld of the crossmember."},
        {"cross.right", "cross R", "Middle of the right rail, level with the front weld of the crossmember."},
        {"mount.left", "cab hole L", "Middle of the hole in the left rail under the front cab mount."},
        {"mount.right", "cab hole R", "Middle of the hole in the right rail under the front cab mount."},
        {"rear.left", "rear end L", "Middle of the left rail's rear end, half its width and height."},
        {"rear.right", "rear end R", "Middle of the right rail's rear end, half its width and height."}};
    return list;
}

const std::vector<SurveyPlace> &bodyPlaces() {
    static const std::vector<SurveyPlace> list{
        {"subframe.left", "subframe bolt L", "Middle of the left front subframe bolt's head, from below."},
        {"subframe.right", "subframe bolt R", "Middle of the right front subframe bolt's head, from below."},
        {"seamFront.left", "seam front L", "Lower edge of the left sill seam, at the front jacking notch."},
        {"seamFront.right", "seam front R", "Lower edge of the right sill seam, at the front jacking notch."},
        {"seamRear.left", "seam rear L", "Lower edge of the left sill seam, at the rear jacking notch."},
        {"seamRear.right", "seam rear R", "Lower edge of the right sill seam, at the rear jacking notch."},
        {"beam.left", "axle beam bolt L", "Middle of the left rear axle beam's front bolt."},
        {"beam.right", "axle beam bolt R", "Middle of the right rear axle beam's front bolt."}};
    return list;
}

const std::vector<SurveyPlace> &trailerPlaces() {
    static const std::vector<SurveyPlace> list{
        {"coupling", "coupling", "Middle of the coupling's ball socket."},
        {"bar.left", "frame front L",
         "Where the left drawbar meets the front of the frame, lower outer corner."},
        {"bar.right", "frame front R",
         "Where the right drawbar meets the front of the frame, lower outer corner."},
        {"eye.left", "spring eye L", "Middle of the bolt in the left spring's front eye."},
        {"eye.right", "spring eye R", "Middle of the bolt in the right spring's front eye."},
        {"tail.left", "frame rear L", "Lower outer corner of the frame, rear left."},
        {"tail.right", "frame rear R", "Lower outer corner of the frame, rear right."}};
    return list;
}

constexpr std::array kinds{VehicleKind::LadderFrame, VehicleKind::Truck, VehicleKind::Unibody,
                           VehicleKind::Trailer, VehicleKind::StubRails};

const BookPoint *find(const SurveyBook &book, std::string_view id) {
    const auto it =
        std::find_if(book.points.begin(), book.points.end(), [id](const BookPoint &p) { return p.id == id; });
    return it == book.points.end() ? nullptr : &*it;
}

std::optional<Vec3> placeIn(const SurveyBook &book, const survey::Adjustment &a, std::string_view id) {
    const BookPoint *p = find(book, id);
    if (!p) return std::nullopt;
    return a.points[static_cast<std::size_t>(p - book.points.data())];
}

std::optional<survey::Squareness> squarenessOf(const SurveyBook &book, const survey::Adjustment &a) {
    const auto left = placeIn(book, a, "end.left"), right = placeIn(book, a, "end.right");
    if (!left || !right) return std::nullopt;
    // The pair furthest back tells the frame's direction best.
    for (const char *pair : {"rear", "mount", "cross"}) {
        const auto l = placeIn(book, a, std::string(pair) + ".left"),
                   r = placeIn(book, a, std::string(pair) + ".right");
        if (l && r) return survey::squareness({*left, *right, *l, *r});
    }
    return std::nullopt;
}

void readBookPoints(ObjectReader &o, SurveyBook &book, Faults &faults) {
    for (const auto &[value, path] : o.array("points")) {
        ObjectReader r(*value, path, faults);
        BookPoint p;
        p.id = r.text("id");
        const SurveyPlace *place = surveyPlace(p.id);
        p.name = r.text("name", place ? place->name : p.id);
        const auto near = r.numbers<3>("near");
        p.near = {near[0], near[1], near[2]};
        for (const std::string &axis : r.texts("fixed")) {
            const std::size_t k = std::string_view("xyz").find(axis);
            if (axis.size() == 1 && k < 3)
                p.fixed[k] = true;
            else
                faults.add(fmt::format("\"{}\" is not an axis.", axis), r.pathOf("fixed"), "Use x, y or z.");
        }
        if (find(book, p.id)) faults.add(fmt::format("The id \"{}\" is given twice.", p.id), path + "/id");
        book.points.push_back(std::move(p));
    }
}

MeasureKind readKind(ObjectReader &r) {
    const std::string word = r.text("kind");
    for (const auto &[kind, name] : kindWords)
        if (word == name) return kind;
    r.faults().add(fmt::format("The kind \"{}\" is not known.", word), r.pathOf("kind"),
                   "Use distance, coordinate or level.");
    return MeasureKind::Distance;
}

}  // namespace

std::string_view kindWord(VehicleKind kind) {
    constexpr std::array words{"ladder-frame", "truck", "unibody", "trailer", "stub-rails"};
    return words[static_cast<std::size_t>(kind)];
}

std::string_view kindName(VehicleKind kind) {
    constexpr std::array names{"ladder frame", "truck", "body without a frame", "trailer",
                               "body with stub rails"};
    return names[static_cast<std::size_t>(kind)];
}

std::span<const VehicleKind> vehicleKinds() {
    return kinds;
}

std::span<const SurveyPlace> surveyPlaces(VehicleKind kind) {
    if (kind == VehicleKind::Trailer) return trailerPlaces();
    return kind == VehicleKind::Unibody ? bodyPlaces() : framePlaces();
}

const SurveyPlace *surveyPlace(std::string_view id) {
    for (const auto *list : {&framePlaces(), &bodyPlaces(), &trailerPlaces()})
        for (const SurveyPlace &p : *list)
            if (p.id == id) return &p;
    return nullptr;
}

Result<BookNet> netOf(const SurveyBook &book) {
    BookNet out;
    for (const BookPoint &p : book.points) out.net.points.push_back({p.id, p.near, p.fixed});
    const auto indexOf = [&book](const std::string &id) {
        const BookPoint *p = find(book, id);
        return p ? static_cast<int>(p - book.points.data()) : -1;
    };
    for (std::size_t i = 0; i < book.readings.size(); ++i) {
        const Reading &r = book.readings[i];
        if (r.ignored) continue;
        const int from = indexOf(r.from), to = r.kind == MeasureKind::Coordinate ? from : indexOf(r.to);
        if (from < 0 || to < 0)
            return fail(ProblemKind::UnknownId,
                        fmt::format("The reading is of a point \"{}\" that the survey does not have.",
                                    from < 0 ? r.from : r.to),
                        fmt::format("survey/readings/{}/{}", i, from < 0 ? "from" : "to"),
                        "Choose another point or ignore the reading.");
        out.net.measures.push_back({r.kind, from, to, r.axis, r.value, r.sigma});
        out.readingOf.push_back(static_cast<int>(i));
    }
    return out;
}

Result<SurveyResult> workOut(const SurveyBook &book) {
    auto net = netOf(book);
    if (!net) return tl::unexpected(net.error());
    auto adjustment = survey::adjust(net->net);
    if (!adjustment) {
        Problem problem = adjustment.error();
        if (problem.kind == ProblemKind::Undetermined)
            problem.message = fmt::format("The readings leave \"{}\" loose.", pointName(book, problem.where));
        return tl::unexpected(problem);
    }
    SurveyResult out{std::move(*net), std::move(*adjustment), {}, {}};
    constexpr double tape = 1.5;  // mm: what a careful reading of a tape is good to
    out.next = survey::mostHelpful(out.net.net, tape).value_or(std::vector<survey::NextMeasure>{});
    out.squareness = squarenessOf(book, out.adjustment);
    return out;
}

std::vector<std::pair<std::string, double>> dataFrom(const SurveyBook &book, const survey::Adjustment &a) {
    std::vector<std::pair<std::string, double>> out;
    const auto left = placeIn(book, a, "end.left"), right = placeIn(book, a, "end.right");
    if (left && right) {
        out.emplace_back("frontFrameEnd", (left->x() + right->x()) / 2);
        out.emplace_back("railCenter", (left->z() + right->z()) / 2);
    }
    const auto crossLeft = placeIn(book, a, "cross.left"), crossRight = placeIn(book, a, "cross.right");
    if (left && right && crossLeft && crossRight)
        out.emplace_back("crossmember", (left->x() + right->x() - crossLeft->x() - crossRight->x()) / 2);
    const auto coupling = placeIn(book, a, "coupling");
    if (coupling) out.emplace_back("couplingHeight", coupling->z());
    // A body without a frame: its sill seams.
    const std::array<std::optional<Vec3>, 4> seam{
        placeIn(book, a, "seamFront.left"), placeIn(book, a, "seamFront.right"),
        placeIn(book, a, "seamRear.left"), placeIn(book, a, "seamRear.right")};
    if (seam[0] && seam[1] && seam[2] && seam[3]) {
        out.emplace_back("seamSpacing", (seam[0]->y() - seam[1]->y() + seam[2]->y() - seam[3]->y()) / 2);
        out.emplace_back("seamHeight", (seam[0]->z() + seam[1]->z() + seam[2]->z() + seam[3]->z()) / 4);
    }
    return out;
}

std::string pointName(const SurveyBook &book, std::string_view id) {
    const BookPoint *p = find(book, id);
    return p ? p->name : std::string(id);
}

std::string readingName(const SurveyBook &book, const Reading &r) {
    switch (r.kind) {
        case MeasureKind::Distance:
            return fmt::format("{} to {}", pointName(book, r.from), pointName(book, r.to));
        case MeasureKind::Level:
            return fmt::format("{} above {}", pointName(book, r.to), pointName(book, r.from));
        case MeasureKind::Coordinate:
            break;
    }
    constexpr std::array<const char *, 3> axes{"forward of the axle", "left of the middle",
                                               "above the floor"};
    return fmt::format("{}, {}", pointName(book, r.from), axes[static_cast<std::size_t>(r.axis)]);
}

SurveyBook readSurveyBook(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader o(json, path, faults);
    SurveyBook book;
    readBookPoints(o, book, faults);
    for (const auto &[value, readingPath] : o.array("readings")) {
        ObjectReader r(*value, readingPath, faults);
        Reading reading;
        reading.kind = readKind(r);
        reading.from = r.text("from");
        if (reading.kind == MeasureKind::Coordinate) {
            const std::string axis = r.text("axis", std::string("z"));
            const std::size_t k = std::string_view("xyz").find(axis);
            if (axis.size() != 1 || k > 2) faults.add("The axis must be x, y or z.", r.pathOf("axis"));
            reading.axis = static_cast<int>(std::min<std::size_t>(k, 2));
        } else {
            reading.to = r.text("to");
        }
        reading.value = r.number("value");
        reading.sigma = r.number("sigma", 1.5);
        if (!(reading.sigma > 0)) faults.add("The sigma must be above 0.", r.pathOf("sigma"));
        reading.date = r.text("date", std::string());
        reading.ignored = r.boolean("ignored", false);
        book.readings.push_back(std::move(reading));
    }
    book.extra = o.leftover();
    return book;
}

Json writeSurveyBook(const SurveyBook &book) {
    Json json = book.extra;
    json["points"] = Json::array();
    for (const BookPoint &p : book.points) {
        Json fixed = Json::array();
        for (std::size_t k = 0; k < 3; ++k)
            if (p.fixed[k]) fixed.push_back(std::string(1, "xyz"[k]));
        json["points"].push_back({{"id", p.id},
                                  {"name", p.name},
                                  {"near", Json::array({p.near.x(), p.near.y(), p.near.z()})},
                                  {"fixed", std::move(fixed)}});
    }
    json["readings"] = Json::array();
    for (const Reading &r : book.readings) {
        Json reading{{"from", r.from}, {"value", r.value}, {"sigma", r.sigma}};
        for (const auto &[kind, word] : kindWords)
            if (kind == r.kind) reading["kind"] = word;
        if (r.kind == MeasureKind::Coordinate)
            reading["axis"] = std::string(1, "xyz"[r.axis]);
        else
            reading["to"] = r.to;
        if (!r.date.empty()) reading["date"] = r.date;
        if (r.ignored) reading["ignored"] = true;
        json["readings"].push_back(std::move(reading));
    }
    return json;
}

}  // namespace hefty::rig
