#pragma once

#include <memory>
#include <vector>

#include <QLockFile>
#include <QObject>
#include <QString>
#include <QTimer>

#include "core/job/job.h"

namespace hefty::app {

/// Keeps a copy of unsaved work on the disk, so that a killed program loses at most the last moment.
/// Each running program has one journal, held by a lock that dies with it.
class Journal : public QObject {
    Q_OBJECT

  public:
    /// A journal whose program is gone.
    struct Leftover {
        QString file;     ///< the journal itself
        QString jobPath;  ///< the job's own file, empty if it had none
        QString jobName;
        QString when;
    };

    Journal();
    ~Journal() override;

    /// Notes the job a moment later (edits in quick succession are written once).
    void note(std::shared_ptr<const job::Job> job, const QString &path);
    /// Writes at once and leaves the journal behind when the program ends.
    void keep();
    /// Nothing is unsaved any more.
    void clear();
    [[nodiscard]] std::vector<Leftover> leftovers() const;
    [[nodiscard]] static Result<job::Job> read(const Leftover &leftover);
    static void remove(const Leftover &leftover);
    /// Folder of the journals, under the user's data folder.
    [[nodiscard]] static QString folder();

  private:
    void write();
    QString m_file;
    std::unique_ptr<QLockFile> m_lock;
    QTimer m_timer;
    bool m_keep = false;
    std::shared_ptr<const job::Job> m_job;
    QString m_path;
};

}  // namespace hefty::app
