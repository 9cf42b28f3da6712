#pragma once

#include <condition_variable>
#include <functional>
#include <memory>
#include <mutex>
#include <thread>

#include <QObject>

#include "core/job/shop/drives.h"

namespace hefty::app {

/// Drives off the interface thread: the newest request wins, an older one is stopped.
class Driver : public QObject {
    Q_OBJECT

  public:
    struct Request {
        std::shared_ptr<const job::Job> job;
        std::shared_ptr<const job::Appraisal> appraisal;
        job::DriveRequest drive;
        bool limits = false;  ///< the largest obstacles instead of one drive
    };
    struct Answer {
        std::shared_ptr<const job::Drive> drive;
        std::vector<job::TrailLimit> limits;
        bool isLimits = false;
        std::string problem;  ///< empty if it went well
        bool stopped = false;
    };
    Driver();
    ~Driver() override;
    void request(Request request);
    void stop();

  signals:
    /// From the driver's thread: connect queued.
    void answered(const hefty::app::Driver::Answer &answer);
    void progressed(int done, int all);

  private:
    void work(const std::stop_token &quit);
    [[nodiscard]] Answer answer(const Request &request, const std::stop_token &stop);

    std::mutex m_mutex;
    std::condition_variable_any m_wake;
    std::optional<Request> m_wanted;
    std::stop_source m_current;
    std::jthread m_thread;
};

}  // namespace hefty::app
