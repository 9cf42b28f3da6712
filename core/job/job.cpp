#include "core/job/job.h"

#include <fcntl.h>
#include <unistd.h>

#include <algorithm>
#include <cerrno>
#include <cstdio>
#include <cstring>
#include <set>

#include <fmt/format.h>

#include "core/base/csv.h"
#include "core/job/file_angles.h"

namespace hefty::job {
namespace {

constexpr std::string_view formatName = "hefty-girder-job";

Template readTemplate(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader o(json, path, faults);
    Template t;
    t.id = o.text("id");
    t.name = o.text("name", t.id);
    t.source = o.text("source", std::string());
    for (const auto &[value, at] : o.array("offsets")) {
        ObjectReader row(*value, at, faults);
        t.offsets.push_back({row.number("along"), row.number("off"), row.boolean("smooth", false)});
    }
    if (const Json *outline = o.child("outline"))
        t.outline = outline::readOutline(*outline, o.pathOf("outline"), faults);
    return t;
}

Json writeTemplate(const Template &t) {
    Json json{{"id", t.id}, {"name", t.name}, {"source", t.source}};
    if (t.offsets.empty()) {
        if (!t.outline.empty()) json["outline"] = outline::writeOutline(t.outline);
        return json;
    }
    json["offsets"] = Json::array();
    for (const outline::Offset &o : t.offsets)
        json["offsets"].push_back({{"along", o.along}, {"off", o.off}, {"smooth", o.smooth}});
    return json;
}

void readPieces(ObjectReader &o, Job &job, Faults &faults) {
    std::set<std::string> ids;
    for (const auto &[value, path] : o.array("pieces")) {
        job.pieces.push_back(armor::readPiece(*value, path, faults));
        const armor::Piece &piece = job.pieces.back();
        if (!ids.insert(piece.id).second)
            faults.add(fmt::format("The id \"{}\" is given twice.", piece.id), path + "/id");
    }
}

tl::unexpected<Problem> fileProblem(const std::string &path, const char *what) {
    return fail(ProblemKind::File, fmt::format("{} ({}).", what, std::strerror(errno)), path,
                "Check the folder, the free space and your rights; the old file is as it was.");
}

bool writeAll(int file, std::string_view text) {
    while (!text.empty()) {
        const ssize_t n = ::write(file, text.data(), text.size());
        if (n < 0 && errno == EINTR) continue;
        if (n <= 0) return false;
        text.remove_prefix(static_cast<std::size_t>(n));
    }
    return true;
}

}  // namespace

Job blankJob() {
    Job job;
    job.vehicle = rig::blankVehicle();
    armor::Piece piece;
    piece.id = "front-bumper";
    piece.name = "Front winch bumper";
    piece.pattern = "square-tube-winch-bumper";
    job.pieces.push_back(std::move(piece));
    return job;
}

armor::Piece newPiece(const Job &job, const armor::Piece &like) {
    armor::Piece out = like;
    out.on.clear();
    out.off.clear();
    const auto taken = [&job](const std::string &id) {
        return std::any_of(job.pieces.begin(), job.pieces.end(),
                           [&id](const armor::Piece &p) { return p.id == id; });
    };
    for (int n = 2; taken(out.id); ++n) {
        out.id = fmt::format("{}-{}", like.id, n);
        out.name = fmt::format("{} {}", like.name, n);
    }
    return out;
}

armor::Piece newPiece(const Job &job, const armor::Pattern &pattern) {
    armor::Piece out;
    out.id = out.pattern = pattern.id;
    out.name = pattern.name;
    return newPiece(job, out);
}

Result<Job> readJob(std::string_view text) {
    auto json = parseJson(text);
    if (!json) return tl::unexpected(json.error());
    if (!json->is_object())
        return fail(ProblemKind::BadInput, "The file is not a job.", "top",
                    "Open a file ending in .girder.json.");
    Faults faults;
    ObjectReader o(*json, "", faults);
    if (o.text("format", std::string()) != formatName)
        return fail(ProblemKind::BadInput, "The file does not say that it is a job of this program.",
                    "format", fmt::format("It should hold \"format\": \"{}\".", formatName));
    const int version = o.integer("version", 0);
    if (version > fileVersion)
        return fail(ProblemKind::Version,
                    fmt::format("The job was saved by a newer program (file version {}, this one reads {}).",
                                version, fileVersion),
                    "version", "Open it with the newer program; nothing was changed.");
    if (version < 1) faults.add("The file version must be 1 or more.", "version");
    if (version >= 2)
        anglesToRad(*json);
    else
        markUnknownSettings(*json);
    Job job;
    job.name = o.text("name", std::string("Unnamed job"));
    job.customer = o.text("customer", std::string());
    if (const Json *vehicle = o.child("vehicle", true))
        job.vehicle = rig::readVehicle(*vehicle, "vehicle", faults);
    readPieces(o, job, faults);
    for (const auto &[value, path] : o.array("templates"))
        job.templates.push_back(readTemplate(*value, path, faults));
    if (const Json *rules = o.child("houseRules"))
        job.rules = proof::readHouseRules(*rules, "houseRules", faults);
    if (const Json *shop = o.child("shop")) job.shop = workshop::readShop(*shop, "shop", faults);
    if (const Json *signedOff = o.child("signedOff")) {
        if (!signedOff->is_object()) {
            faults.add("An object in braces { } is expected here.", "signedOff");
        } else {
            for (const auto &[stop, date] : signedOff->items()) {
                if (date.is_string())
                    job.signedOff[stop] = date.get<std::string>();
                else
                    faults.add("A date in quotes is expected here.", "signedOff/" + stop);
            }
        }
    }
    if (const Json *log = o.child("log")) job.log = log::readLogbook(*log, "log", faults);
    if (const Json *orders = o.child("weldOrders"); orders && orders->is_object()) {
        ObjectReader pieces(*orders, "weldOrders", faults);
        for (const auto &[piece, seams] : orders->items()) job.weldOrders[piece] = pieces.texts(piece);
    } else if (orders) {
        faults.add("An object in braces { } is expected here.", "weldOrders");
    }
    for (std::string &piece : o.texts("weldedInPlace")) job.weldedInPlace.insert(std::move(piece));
    for (const auto &[value, path] : o.array("variants")) {
        ObjectReader v(*value, path, faults);
        Variant variant;
        variant.name = v.text("name");
        variant.date = v.text("date", std::string());
        for (const auto &[piece, piecePath] : v.array("pieces"))
            variant.pieces.push_back(armor::readPiece(*piece, piecePath, faults));
        job.variants.push_back(std::move(variant));
    }
    if (const Json *purchasing = o.child("purchasing"))
        job.purchasing = workshop::readPurchasing(*purchasing, "purchasing", faults);
    job.extra = o.leftover();
    if (!faults.none()) return tl::unexpected(faults.joined());
    return job;
}

void setWeldedInPlace(Job &job, const std::string &piece, bool inPlace) {
    if (inPlace)
        job.weldedInPlace.insert(piece);
    else
        job.weldedInPlace.erase(piece);
}

std::string writeJob(const Job &job) {
    Json json = job.extra;
    json["format"] = formatName;
    json["version"] = fileVersion;
    json["name"] = job.name;
    json["customer"] = job.customer;
    json["vehicle"] = rig::writeVehicle(job.vehicle);
    if (!job.templates.empty()) json["templates"] = Json::array();
    for (const Template &t : job.templates) json["templates"].push_back(writeTemplate(t));
    json["pieces"] = Json::array();
    for (const armor::Piece &p : job.pieces) json["pieces"].push_back(armor::writePiece(p));
    json["houseRules"] = proof::writeHouseRules(job.rules);
    json["shop"] = workshop::writeShop(job.shop);
    json["signedOff"] = job.signedOff;
    if (!job.log.empty()) json["log"] = log::writeLogbook(job.log);
    if (!job.weldOrders.empty()) json["weldOrders"] = job.weldOrders;
    if (!job.weldedInPlace.empty()) json["weldedInPlace"] = job.weldedInPlace;
    if (!job.variants.empty()) json["variants"] = Json::array();
    for (const Variant &v : job.variants) {
        Json pieces = Json::array();
        for (const armor::Piece &piece : v.pieces) pieces.push_back(armor::writePiece(piece));
        json["variants"].push_back({{"name", v.name}, {"date", v.date}, {"pieces", std::move(pieces)}});
    }
    if (!job.purchasing.empty()) json["purchasing"] = workshop::writePurchasing(job.purchasing);
    anglesToDegrees(json);
    return json.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

Result<Job> loadJob(const std::string &path) {
    const auto text = readFile(path);
    if (!text) return tl::unexpected(text.error());
    auto job = readJob(*text);
    if (job) return job;
    Problem problem = job.error();
    problem.where = path + (problem.where.empty() ? "" : ": " + problem.where);
    return tl::unexpected(problem);
}

Result<bool> saveText(const std::string &path, const std::string &text) {
    const std::string temporary = fmt::format("{}.{}.saving", path, ::getpid());
    const int file = ::open(temporary.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0644);
    if (file < 0) return fileProblem(path, "The file cannot be written");
    const bool written = writeAll(file, text) && ::fsync(file) == 0;
    const bool closed = ::close(file) == 0;
    if (!written || !closed || ::rename(temporary.c_str(), path.c_str()) != 0) {
        const int reason = errno;
        (void)::unlink(temporary.c_str());
        errno = reason;
        return fileProblem(path, "The file cannot be written");
    }
    return true;
}

Job apply(Job job, const Edit &edit) {
    const auto it = std::find_if(job.pieces.begin(), job.pieces.end(),
                                 [&edit](const armor::Piece &p) { return p.id == edit.piece; });
    if (it == job.pieces.end()) return job;
    const armor::Pattern *pattern = armor::pattern(it->pattern);
    for (const auto &[id, value] : edit.settings) {
        const armor::SettingDescriptor *d = pattern ? pattern->setting(id) : nullptr;
        it->settings[id] = d ? asKept(*d, value) : value;
    }
    for (const armor::Tweak &t : edit.tweaks) it->tweaks.push_back(t);
    return job;
}

}  // namespace hefty::job
