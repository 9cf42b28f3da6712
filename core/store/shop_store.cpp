#include "core/store/shop_store.h"

#include <algorithm>
#include <cctype>
#include <filesystem>
#include <fstream>
#include <sstream>

#include <fmt/format.h>
#include <sqlite3.h>

#include "core/log/logbook.h"

namespace hefty::store {
namespace {

constexpr int version = 1;
constexpr const char *exportFormat = "hefty-girder-shop";

Problem trouble(sqlite3 *db, const std::string &where) {
    return {ProblemKind::File,
            fmt::format("The shop's file cannot be used: {}.", db ? sqlite3_errmsg(db) : "no memory"), where,
            "Look whether the disk is full or the file is read-only; a copy can be put in its place."};
}

/// One statement with its values.
class Statement {
  public:
    Statement(sqlite3 *db, const char *sql) : m_db(db) {
        sqlite3_stmt *s = nullptr;
        m_good = sqlite3_prepare_v2(db, sql, -1, &s, nullptr) == SQLITE_OK;
        m_statement.reset(s);
    }
    Statement &bind(const std::string &text) {
        if (m_good)
            m_good = sqlite3_bind_text(m_statement.get(), ++m_bound, text.c_str(), -1, SQLITE_TRANSIENT) ==
                     SQLITE_OK;
        return *this;
    }
    Statement &bind(double value) {
        if (m_good) m_good = sqlite3_bind_double(m_statement.get(), ++m_bound, value) == SQLITE_OK;
        return *this;
    }
    /// True while there is a row.
    bool next() {
        if (!m_good) return false;
        const int rc = sqlite3_step(m_statement.get());
        if (rc != SQLITE_ROW && rc != SQLITE_DONE) m_good = false;
        return rc == SQLITE_ROW;
    }
    /// To the end, without rows.
    Result<void> run() {
        next();
        if (!m_good) return tl::unexpected(trouble(m_db, ""));
        return {};
    }
    [[nodiscard]] bool good() const { return m_good; }
    [[nodiscard]] std::string text(int column) const {
        const auto *t = reinterpret_cast<const char *>(sqlite3_column_text(m_statement.get(), column));
        return t ? t : "";
    }
    [[nodiscard]] double number(int column) const { return sqlite3_column_double(m_statement.get(), column); }

  private:
    struct Finish {
        void operator()(sqlite3_stmt *s) const { sqlite3_finalize(s); }
    };
    sqlite3 *m_db;
    std::unique_ptr<sqlite3_stmt, Finish> m_statement;
    int m_bound = 0;
    bool m_good = false;
};

bool runs(sqlite3 *db, const char *sql) {
    return sqlite3_exec(db, sql, nullptr, nullptr, nullptr) == SQLITE_OK;
}

std::string lower(std::string text) {
    std::transform(text.begin(), text.end(), text.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return text;
}

std::string pieceNames(const job::Job &job) {
    std::string out;
    for (const armor::Piece &p : job.pieces) out += (out.empty() ? "" : ", ") + p.name;
    return out;
}

/// All that a search looks at.
std::string wordsOf(const job::Job &job, const std::string &path) {
    std::string out = path + ' ' + job.name + ' ' + job.customer + ' ' + job.vehicle.name + ' ' +
                      job.vehicle.owner + ' ' + std::string(rig::kindName(job.vehicle.kind));
    for (const armor::Piece &p : job.pieces) {
        out += ' ' + p.name + ' ' + p.pattern;
        if (const armor::Pattern *pattern = armor::pattern(p.pattern)) out += ' ' + pattern->name;
    }
    for (const log::Entry &e : job.log.entries) out += ' ' + e.what;
    return lower(out);
}

Result<armor::Piece> readOwn(const Json &json, const std::string &where) {
    Faults faults;
    armor::Piece piece = armor::readPiece(json, where, faults);
    if (!faults.none()) return tl::unexpected(faults.joined());
    return piece;
}

Result<std::string> readFile(const std::string &path) {
    std::ifstream in(path, std::ios::binary);
    std::ostringstream text;
    if (!in || !(text << in.rdbuf()))
        return fail(ProblemKind::File, "The file cannot be read.", path, "Look whether it is there.");
    return text.str();
}

}  // namespace

void ShopStore::Close::operator()(sqlite3 *db) const {
    sqlite3_close(db);
}

Result<ShopStore> ShopStore::open(const std::string &path) {
    std::error_code ignored;
    std::filesystem::create_directories(std::filesystem::path(path).parent_path(), ignored);
    sqlite3 *raw = nullptr;
    const int rc = sqlite3_open_v2(path.c_str(), &raw, SQLITE_OPEN_READWRITE | SQLITE_OPEN_CREATE, nullptr);
    std::unique_ptr<sqlite3, Close> db(raw);
    if (rc != SQLITE_OK) return tl::unexpected(trouble(raw, path));
    constexpr int patience = 3000;  // ms, while another window writes
    sqlite3_busy_timeout(raw, patience);
    int found = -1;
    {
        Statement s(raw, "PRAGMA user_version");
        if (s.next()) found = static_cast<int>(s.number(0));
    }
    if (found < 0) return tl::unexpected(trouble(raw, path));
    if (found > version)
        return fail(ProblemKind::File, "The shop's file was written by a newer version.", path,
                    "Use that version, or export it there and import it here.");
    if (!runs(
            raw,
            "CREATE TABLE IF NOT EXISTS kept(what TEXT PRIMARY KEY, json TEXT NOT NULL, date TEXT NOT NULL);"
            "CREATE TABLE IF NOT EXISTS jobs(path TEXT PRIMARY KEY, name TEXT, customer TEXT, vehicle TEXT,"
            " pieces TEXT, date TEXT, hours REAL, spent REAL, words TEXT, json TEXT NOT NULL);"
            "CREATE TABLE IF NOT EXISTS patterns(name TEXT PRIMARY KEY, date TEXT, json TEXT NOT NULL);"
            "PRAGMA user_version = 1;"))
        return tl::unexpected(trouble(raw, path));
    return ShopStore(std::move(db));
}

Result<void> ShopStore::keepShop(const job::Job &from, const std::string &date) {
    const Json json = Json::parse(job::writeJob(from));
    const Json kept{{"shop", json.value("shop", Json::object())},
                    {"houseRules", json.value("houseRules", Json::object())}};
    return Statement(m_db.get(), "INSERT OR REPLACE INTO kept(what, json, date) VALUES('shop', ?, ?)")
        .bind(kept.dump())
        .bind(date)
        .run();
}

std::optional<std::string> ShopStore::shopDate() const {
    Statement s(m_db.get(), "SELECT date FROM kept WHERE what = 'shop'");
    if (!s.next()) return std::nullopt;
    return s.text(0);
}

Result<job::Job> ShopStore::withShop(const job::Job &job) const {
    Statement s(m_db.get(), "SELECT json FROM kept WHERE what = 'shop'");
    if (!s.next())
        return fail(ProblemKind::Undetermined, "No shop is kept yet.", "shop",
                    "Keep the rack and the prices of a job as the shop's own first.");
    const Json kept = Json::parse(s.text(0), nullptr, false);
    if (!kept.is_object())
        return fail(ProblemKind::BadInput, "What is kept of the shop cannot be read anymore.", "shop",
                    "Keep the rack and the prices of a job once more.");
    Json json = Json::parse(job::writeJob(job));
    for (const char *part : {"shop", "houseRules"}) json[part] = kept.value(part, Json::object());
    return job::readJob(json.dump());
}

Result<void> ShopStore::keepPattern(const armor::Piece &piece, const std::string &date) {
    return Statement(m_db.get(), "INSERT OR REPLACE INTO patterns(name, date, json) VALUES(?, ?, ?)")
        .bind(piece.name)
        .bind(date)
        .bind(armor::writePiece(piece).dump())
        .run();
}

std::vector<OwnPattern> ShopStore::patterns() const {
    Statement s(m_db.get(), "SELECT name, date, json FROM patterns ORDER BY name");
    std::vector<OwnPattern> out;
    while (s.next())
        if (auto piece = readOwn(Json::parse(s.text(2), nullptr, false), {}))
            out.push_back({s.text(0), s.text(1), std::move(*piece)});
    return out;
}

Result<void> ShopStore::forgetPattern(const std::string &name) {
    return Statement(m_db.get(), "DELETE FROM patterns WHERE name = ?").bind(name).run();
}

Result<void> ShopStore::keepJob(const job::Job &job, const std::string &path, const std::string &date) {
    const log::LogSums sums = log::sumOf(job.log.entries);
    return Statement(m_db.get(),
                     "INSERT OR REPLACE INTO jobs(path, name, customer, vehicle, pieces, date, hours, spent, "
                     "words, json)"
                     " VALUES(?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
        .bind(path)
        .bind(job.name)
        .bind(job.customer)
        .bind(job.vehicle.name)
        .bind(pieceNames(job))
        .bind(date)
        .bind(sums.hours)
        .bind(sums.cost)
        .bind(wordsOf(job, path))
        .bind(job::writeJob(job))
        .run();
}

Result<std::vector<KeptJob>> ShopStore::find(const std::string &words) const {
    Statement s(m_db.get(),
                "SELECT path, name, customer, vehicle, pieces, date, hours, spent, words FROM jobs"
                " ORDER BY date DESC, name");
    std::vector<std::string> wanted;
    std::istringstream in(lower(words));
    for (std::string word; in >> word;) wanted.push_back(word);
    std::vector<KeptJob> out;
    while (s.next()) {
        const std::string all = s.text(8);
        if (std::all_of(wanted.begin(), wanted.end(),
                        [&all](const std::string &w) { return all.find(w) != std::string::npos; }))
            out.push_back(
                {s.text(0), s.text(1), s.text(2), s.text(3), s.text(4), s.text(5), s.number(6), s.number(7)});
    }
    if (!s.good()) return tl::unexpected(trouble(m_db.get(), ""));
    return out;
}

Result<job::Job> ShopStore::take(const std::string &path) const {
    Statement s(m_db.get(), "SELECT json FROM jobs WHERE path = ?");
    s.bind(path);
    if (!s.next())
        return fail(ProblemKind::UnknownId, "The shop has not kept this job.", path, "Open its file.");
    return job::readJob(s.text(0));
}

Result<void> ShopStore::forget(const std::string &path) {
    return Statement(m_db.get(), "DELETE FROM jobs WHERE path = ?").bind(path).run();
}

Result<void> ShopStore::exportTo(const std::string &path) const {
    Json out{{"format", exportFormat}, {"version", version}, {"jobs", Json::array()}};
    {
        Statement s(m_db.get(), "SELECT json, date FROM kept WHERE what = 'shop'");
        if (s.next()) out["shop"] = {{"date", s.text(1)}, {"kept", Json::parse(s.text(0), nullptr, false)}};
    }
    out["patterns"] = Json::array();
    for (const OwnPattern &p : patterns())
        out["patterns"].push_back({{"date", p.date}, {"piece", armor::writePiece(p.piece)}});
    Statement s(m_db.get(), "SELECT path, date, json FROM jobs ORDER BY path");
    while (s.next())
        out["jobs"].push_back(
            {{"path", s.text(0)}, {"date", s.text(1)}, {"job", Json::parse(s.text(2), nullptr, false)}});
    if (!s.good()) return tl::unexpected(trouble(m_db.get(), ""));
    if (const auto saved = job::saveText(path, out.dump(1) + "\n"); !saved)
        return tl::unexpected(saved.error());
    return {};
}

Result<int> ShopStore::importFrom(const std::string &path) {
    const auto text = readFile(path);
    if (!text) return tl::unexpected(text.error());
    const Json in = Json::parse(*text, nullptr, false);
    if (!in.is_object() || in.value("format", "") != exportFormat || !in.contains("jobs") ||
        !in["jobs"].is_array())
        return fail(ProblemKind::BadInput, "This is no file of a shop.", path,
                    "Choose one that was exported here.");
    // All is read before anything is taken.
    struct Taken {
        job::Job job;
        std::string path, date;
    };
    std::vector<Taken> jobs;
    for (std::size_t i = 0; i < in["jobs"].size(); ++i) {
        const Json &one = in["jobs"][i];
        const std::string where = fmt::format("{}: jobs/{}", path, i);
        if (!one.is_object() || !one.contains("job"))
            return fail(ProblemKind::BadInput, "A job is expected here.", where, "");
        auto job = job::readJob(one["job"].dump());
        if (!job) {
            Problem p = job.error();
            p.where = where + "/" + p.where;
            return tl::unexpected(p);
        }
        jobs.push_back({std::move(*job), one.value("path", ""), one.value("date", "")});
    }
    std::vector<OwnPattern> own;
    const Json listed = in.value("patterns", Json::array());
    for (std::size_t i = 0; listed.is_array() && i < listed.size(); ++i) {
        const std::string where = fmt::format("{}: patterns/{}", path, i);
        if (!listed[i].is_object() || !listed[i].contains("piece"))
            return fail(ProblemKind::BadInput, "A pattern is expected here.", where, "");
        auto piece = readOwn(listed[i]["piece"], where + "/piece");
        if (!piece) return tl::unexpected(piece.error());
        own.push_back({piece->name, listed[i].value("date", ""), *piece});
    }
    if (!runs(m_db.get(), "BEGIN IMMEDIATE")) return tl::unexpected(trouble(m_db.get(), path));
    int count = 0;
    const auto undo = [&](const Problem &p) -> Result<int> {
        runs(m_db.get(), "ROLLBACK");
        return tl::unexpected(p);
    };
    for (const Taken &t : jobs) {
        Statement known(m_db.get(), "SELECT date FROM jobs WHERE path = ?");
        known.bind(t.path);
        if (known.next() && known.text(0) > t.date) continue;
        if (const auto kept = keepJob(t.job, t.path, t.date); !kept) return undo(kept.error());
        ++count;
    }
    for (const OwnPattern &p : own) {
        Statement known(m_db.get(), "SELECT date FROM patterns WHERE name = ?");
        known.bind(p.name);
        if (known.next() && known.text(0) > p.date) continue;
        if (const auto kept = keepPattern(p.piece, p.date); !kept) return undo(kept.error());
    }
    if (in.contains("shop") && in["shop"].is_object() && in["shop"].contains("kept") &&
        in["shop"].value("date", "") >= shopDate().value_or("")) {
        const auto kept =
            Statement(m_db.get(), "INSERT OR REPLACE INTO kept(what, json, date) VALUES('shop', ?, ?)")
                .bind(in["shop"]["kept"].dump())
                .bind(in["shop"].value("date", ""))
                .run();
        if (!kept) return undo(kept.error());
    }
    if (!runs(m_db.get(), "COMMIT")) return undo(trouble(m_db.get(), path));
    return count;
}

job::Job startedFrom(const job::Job &earlier) {
    job::Job job = earlier;
    job.name = fmt::format("{}, again", earlier.name);
    job.log = {};
    job.signedOff.clear();
    return job;
}

}  // namespace hefty::store
