#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/job/job.h"

struct sqlite3;

/// What belongs to the shop and not to one job. A job file is complete without it.
namespace hefty::store {

/// A job that was kept, as a list shows it.
struct KeptJob {
    std::string path;  ///< where its file was when it was kept
    std::string name, customer, vehicle;
    std::string pieces;           ///< their names, with commas
    std::string date;             ///< ISO 8601, when it was kept last
    double hours = 0, spent = 0;  ///< logged on it
};

/// A finished piece that is kept as a pattern of the shop's own.
struct OwnPattern {
    std::string name;  ///< one of a name is kept
    std::string date;  ///< ISO 8601
    armor::Piece piece;
};

/// Rack, prices, tools and house rules of the shop, patterns of its own, and every job that it has had, in
/// one file (SQLite). Two windows may use one file; each change is whole or is not there.
class ShopStore {
  public:
    /// Opens a file, or makes it with its folder.
    /// @error File if it cannot be made or is no such store, or of a newer version
    [[nodiscard]] static Result<ShopStore> open(const std::string &path);

    /// Keeps a job's shop and house rules as the shop's own. @error File
    [[nodiscard]] Result<void> keepShop(const job::Job &from, const std::string &date);
    /// Date of what is kept; nothing: no shop is kept.
    [[nodiscard]] std::optional<std::string> shopDate() const;
    /// A job with the shop's rack, prices, tools and house rules in the place of its own.
    /// @error Undetermined if none are kept; BadInput if they cannot be read anymore
    [[nodiscard]] Result<job::Job> withShop(const job::Job &job) const;

    /// Keeps a piece under its name; one that is there is replaced. @error File
    [[nodiscard]] Result<void> keepPattern(const armor::Piece &piece, const std::string &date);
    /// By name. One that cannot be read anymore is left out.
    [[nodiscard]] std::vector<OwnPattern> patterns() const;
    [[nodiscard]] Result<void> forgetPattern(const std::string &name);

    /// Keeps a job under its path; one that is there is replaced. @error File
    [[nodiscard]] Result<void> keepJob(const job::Job &job, const std::string &path, const std::string &date);
    /// Jobs in which every word is found: names, customer, vehicle, pieces, patterns, what the log says.
    /// Newest first; no words: all.
    [[nodiscard]] Result<std::vector<KeptJob>> find(const std::string &words) const;
    /// A job as it was kept. @error UnknownId if there is none; BadInput as readJob
    [[nodiscard]] Result<job::Job> take(const std::string &path) const;
    [[nodiscard]] Result<void> forget(const std::string &path);

    /// All of it as one JSON file, and back: kept jobs of the same path and an older date are replaced.
    /// @error File; BadInput if it is no such file: nothing is taken then
    [[nodiscard]] Result<void> exportTo(const std::string &path) const;
    [[nodiscard]] Result<int> importFrom(const std::string &path);

  private:
    struct Close {
        void operator()(sqlite3 *db) const;
    };
    explicit ShopStore(std::unique_ptr<sqlite3, Close> db) : m_db(std::move(db)) {}
    std::unique_ptr<sqlite3, Close> m_db;
};

/// A new job on the vehicle of an earlier one, with its house rules, shop and pieces; nothing is signed off
/// or logged yet.
[[nodiscard]] job::Job startedFrom(const job::Job &earlier);

}  // namespace hefty::store
