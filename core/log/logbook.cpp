#include "core/log/logbook.h"

#include <algorithm>
#include <array>

#include <fmt/format.h>

namespace hefty::log {
namespace {

constexpr std::array<std::string_view, 11> words{
    "hours", "cost", "change", "trip", "hit", "inspection", "pull", "crack", "dent", "touch-up", "torque"};

ProofPull readPull(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader r(json, path, faults);
    ProofPull out;
    out.piece = r.text("piece");
    out.place = r.text("place");
    out.date = r.text("date", std::string());
    out.stopped = r.text("stopped", std::string());
    for (const auto &[value, where] : r.array("stages")) {
        ObjectReader s(*value, where, faults);
        out.stages.push_back({s.number("load"), s.number("reading"), s.number("left", 0)});
        if (!(out.stages.back().load >= 0)) faults.add("A load is 0 or more.", where);
    }
    return out;
}

Json writePull(const ProofPull &p) {
    Json out{{"piece", p.piece}, {"place", p.place}, {"date", p.date}, {"stages", Json::array()}};
    if (!p.stopped.empty()) out["stopped"] = p.stopped;
    for (const PullStage &s : p.stages)
        out["stages"].push_back({{"load", s.load}, {"reading", s.reading}, {"left", s.left}});
    return out;
}

}  // namespace

bool hasAmount(EntryKind kind) {
    switch (kind) {
        case EntryKind::Hours:
        case EntryKind::Cost:
        case EntryKind::Trip:
        case EntryKind::Pull:
        case EntryKind::Crack:
        case EntryKind::Dent:
            return true;
        default:
            return false;
    }
}

std::string_view entryWord(EntryKind kind) {
    return words.at(static_cast<std::size_t>(kind));
}

const FitReading *Logbook::reading(std::string_view item) const {
    const auto it =
        std::find_if(fit.begin(), fit.end(), [item](const FitReading &r) { return r.item == item; });
    return it == fit.end() ? nullptr : &*it;
}

bool Logbook::isWelded(std::string_view piece, std::string_view seam) const {
    return std::any_of(welded.begin(), welded.end(),
                       [&](const WeldedSeam &w) { return w.piece == piece && w.seam == seam; });
}

LogSums sumOf(const std::vector<Entry> &entries) {
    LogSums out;
    std::map<std::string, int> hits;
    for (const Entry &e : entries) {
        if (e.kind == EntryKind::Hours) out.hours += e.amount;
        if (e.kind == EntryKind::Cost) out.cost += e.amount;
        if (e.kind == EntryKind::Trip) out.distance += e.amount;
        if (e.kind == EntryKind::Hit) ++hits[e.part];
    }
    out.hits.assign(hits.begin(), hits.end());
    std::stable_sort(out.hits.begin(), out.hits.end(),
                     [](const auto &a, const auto &b) { return a.second > b.second; });
    return out;
}

std::optional<double> factorFrom(const std::vector<Entry> &entries, double estimated, double factor) {
    const double hours = sumOf(entries).hours;
    if (!(hours > 0) || !(estimated > 0)) return std::nullopt;
    return factor * (1 + hours / estimated) / 2;
}

const CutPart *Logbook::cutPart(std::string_view piece, std::string_view part) const {
    for (const CutPart &c : cut)
        if (c.piece == piece && c.part == part) return &c;
    return nullptr;
}

Logbook readLogbook(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader o(json, path, faults);
    Logbook out;
    for (const auto &[value, where] : o.array("fit")) {
        ObjectReader r(*value, where, faults);
        out.fit.push_back({r.text("item"), r.optionalNumber("value"), r.text("date", std::string()),
                           r.text("note", std::string())});
    }
    for (const auto &[value, where] : o.array("welded")) {
        ObjectReader r(*value, where, faults);
        out.welded.push_back({r.text("piece"), r.text("seam"), r.text("date", std::string()),
                              r.text("who", std::string()), r.number("minutes", 0),
                              r.text("settings", std::string())});
        if (!(out.welded.back().minutes >= 0)) faults.add("Minutes are 0 or more.", where);
    }
    for (const auto &[value, where] : o.array("cut")) {
        ObjectReader r(*value, where, faults);
        CutPart c{r.text("piece"),
                  r.text("part"),
                  r.text("date", std::string()),
                  r.text("bar", std::string()),
                  r.number("length", 0),
                  r.number("cost", 0)};
        if (!(c.length >= 0) || !(c.cost >= 0)) faults.add("A length and a cost are 0 or more.", where);
        out.cut.push_back(std::move(c));
    }
    for (const auto &[value, where] : o.array("pulls")) out.pulls.push_back(readPull(*value, where, faults));
    for (const auto &[value, where] : o.array("entries")) {
        ObjectReader r(*value, where, faults);
        Entry e;
        e.date = r.text("date", std::string());
        const std::string kind = r.text("kind");
        const auto it = std::find(words.begin(), words.end(), kind);
        if (it == words.end())
            faults.add(
                fmt::format("The kind of entry \"{}\" is not known.", kind), r.pathOf("kind"),
                "Use hours, cost, change, trip, hit, inspection, pull, crack, dent, touch-up or torque.");
        else
            e.kind = static_cast<EntryKind>(it - words.begin());
        e.what = r.text("what", std::string());
        e.amount = r.number("amount", 0);
        e.piece = r.text("piece", std::string());
        e.part = r.text("part", std::string());
        out.entries.push_back(std::move(e));
    }
    return out;
}

Json writeLogbook(const Logbook &log) {
    Json out = Json::object();
    for (const FitReading &r : log.fit) {
        Json reading{{"item", r.item}, {"date", r.date}};
        if (r.value) reading["value"] = *r.value;
        if (!r.note.empty()) reading["note"] = r.note;
        out["fit"].push_back(std::move(reading));
    }
    for (const WeldedSeam &w : log.welded) {
        Json seam{{"piece", w.piece}, {"seam", w.seam}, {"date", w.date}, {"who", w.who}};
        if (w.minutes > 0) seam["minutes"] = w.minutes;
        if (!w.settings.empty()) seam["settings"] = w.settings;
        out["welded"].push_back(std::move(seam));
    }
    for (const ProofPull &p : log.pulls) out["pulls"].push_back(writePull(p));
    for (const CutPart &c : log.cut) {
        Json part{{"piece", c.piece}, {"part", c.part}, {"date", c.date}};
        if (!c.bar.empty()) part["bar"] = c.bar;
        if (c.length > 0) part["length"] = c.length;
        if (c.cost > 0) part["cost"] = c.cost;
        out["cut"].push_back(std::move(part));
    }
    for (const Entry &e : log.entries) {
        Json entry{{"date", e.date}, {"kind", entryWord(e.kind)}, {"what", e.what}, {"amount", e.amount}};
        if (!e.piece.empty()) entry["piece"] = e.piece;
        if (!e.part.empty()) entry["part"] = e.part;
        out["entries"].push_back(std::move(entry));
    }
    return out;
}

}  // namespace hefty::log
