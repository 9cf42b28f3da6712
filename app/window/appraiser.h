#pragma once

#include <atomic>
#include <chrono>
#include <condition_variable>
#include <memory>
#include <mutex>
#include <thread>

#include <QObject>

#include "core/job/appraisal.h"

namespace hefty::app {

/// Appraises jobs on threads of its own. The newest request wins: a running one is stopped. Each
/// request is answered at once without remedies and, if no newer one comes for a moment, once more
/// with them; then, on a thread beside, with plates as shells, and once more with these halved.
class Appraiser : public QObject {
    Q_OBJECT

  public:
    struct Answer {
        std::shared_ptr<const job::Job> job;
        std::shared_ptr<const job::Appraisal> appraisal;
    };

    /// What is known of a job before its proofs are done.
    struct Ahead {
        std::shared_ptr<const job::Job> job;
        std::vector<job::Gauge> gauges;
    };

    explicit Appraiser(std::shared_ptr<const stock::Stock> stock);
    ~Appraiser() override;
    void request(std::shared_ptr<const job::Job> job);
    /// Whether it goes on with shells when it has settled; it does if not told otherwise.
    void setLooksCloser(bool closer) { m_looksCloser = closer; }

  signals:
    void answered(const hefty::app::Appraiser::Answer &answer);
    /// Comes before the first answer of a job.
    void gauged(const hefty::app::Appraiser::Ahead &ahead);

  private:
    void work(const std::stop_token &quit);
    void lookClosely(const std::stop_token &quit);
    void answerClosely(const Answer &settled, const std::stop_token &stop);
    bool rests(const std::stop_token &quit);
    /// How long the hand has to rest before remedies are looked for.
    static constexpr std::chrono::milliseconds restTime{60};

    std::shared_ptr<const stock::Stock> m_stock;
    std::mutex m_mutex;
    std::condition_variable_any m_wake;
    std::shared_ptr<const job::Job> m_wanted;
    std::atomic<bool> m_looksCloser = true;
    Answer m_close;  ///< waits for a closer look
    /// The last answers of each kind: what has not changed since is taken over.
    std::shared_ptr<const job::Appraisal> m_plain, m_shells, m_halved;
    std::stop_source m_current, m_currentClose;
    std::jthread m_thread, m_closeThread;
};

}  // namespace hefty::app

Q_DECLARE_METATYPE(hefty::app::Appraiser::Answer)
Q_DECLARE_METATYPE(hefty::app::Appraiser::Ahead)
