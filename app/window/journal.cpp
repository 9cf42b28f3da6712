#include "app/window/journal.h"

#include <filesystem>

#include <QCoreApplication>
#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QStandardPaths>
#include <QThreadPool>
#include <QUuid>

#include "core/base/csv.h"

namespace hefty::app {
namespace {

constexpr int quietMilliseconds = 200;

}  // namespace

QString Journal::folder() {
    return QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation) + "/journal";
}

Journal::Journal() {
    QDir().mkpath(folder());
    m_file = QStringLiteral("%1/%2.json").arg(folder(), QUuid::createUuid().toString(QUuid::WithoutBraces));
    m_lock = std::make_unique<QLockFile>(m_file + ".lock");
    m_lock->setStaleLockTime(0);
    (void)m_lock->tryLock();
    m_timer.setSingleShot(true);
    m_timer.setInterval(quietMilliseconds);
    connect(&m_timer, &QTimer::timeout, this, &Journal::write);
}

Journal::~Journal() {
    if (!m_keep) clear();
}

void Journal::keep() {
    write();
    m_keep = true;
}

void Journal::note(std::shared_ptr<const job::Job> job, const QString &path) {
    m_job = std::move(job);
    m_path = path;
    if (!m_timer.isActive()) m_timer.start();
}

void Journal::write() {
    if (!m_job) return;
    const Json json{{"path", m_path.toStdString()},
                    {"when", QDateTime::currentDateTime().toString(Qt::ISODate).toStdString()},
                    {"job", job::writeJob(*m_job)}};
    // Written here and not in the background: 20 kB without waiting for the disk takes well under a
    // millisecond, and a killed process loses nothing that the kernel already holds.
    QFile file(m_file + ".new");
    if (!file.open(QIODevice::WriteOnly)) return;
    const QByteArray text = QByteArray::fromStdString(json.dump());
    const bool whole = file.write(text) == text.size() && file.flush();
    file.close();
    // On a full disk the journal before stays.
    if (!whole || file.error() != QFileDevice::NoError) return (void)QFile::remove(m_file + ".new");
    // rename() replaces in one step: there is always a whole journal.
    std::error_code ignored;
    std::filesystem::rename((m_file + ".new").toStdString(), m_file.toStdString(), ignored);
}

void Journal::clear() {
    m_timer.stop();
    m_job = nullptr;
    QFile::remove(m_file);
}

std::vector<Journal::Leftover> Journal::leftovers() const {
    std::vector<Leftover> out;
    for (const QFileInfo &info : QDir(folder()).entryInfoList({"*.json"}, QDir::Files, QDir::Time)) {
        const QString base = info.absoluteFilePath();
        if (base == m_file) continue;
        QLockFile lock(base + ".lock");
        lock.setStaleLockTime(0);
        if (!lock.tryLock()) continue;  // its program lives
        lock.unlock();
        const auto text = readFile(info.absoluteFilePath().toStdString());
        const auto json = text ? parseJson(*text) : Result<Json>(tl::unexpected(text.error()));
        if (!json || !json->is_object() || !json->contains("job")) continue;
        Leftover leftover;
        leftover.file = info.absoluteFilePath();
        leftover.jobPath = QString::fromStdString(json->value("path", std::string()));
        leftover.when = QString::fromStdString(json->value("when", std::string()));
        if (const auto job = read(leftover)) leftover.jobName = QString::fromStdString(job->name);
        if (!leftover.jobName.isEmpty()) out.push_back(leftover);
    }
    return out;
}

Result<job::Job> Journal::read(const Leftover &leftover) {
    const auto text = readFile(leftover.file.toStdString());
    if (!text) return tl::unexpected(text.error());
    const auto json = parseJson(*text);
    if (!json) return tl::unexpected(json.error());
    return job::readJob(json->value("job", std::string()));
}

void Journal::remove(const Leftover &leftover) {
    QFile::remove(leftover.file);
    QFile::remove(leftover.file + ".lock");
}

}  // namespace hefty::app
