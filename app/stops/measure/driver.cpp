#include "app/stops/measure/driver.h"

#include <QMetaType>

#include "core/base/threads.h"

namespace hefty::app {

Driver::Driver() {
    qRegisterMetaType<Answer>();
    m_thread = std::jthread([this](const std::stop_token &quit) { work(quit); });
}

Driver::~Driver() {
    m_thread.request_stop();
    stop();
    m_wake.notify_all();
}

void Driver::request(Request request) {
    {
        const std::lock_guard lock(m_mutex);
        m_wanted = std::move(request);
        m_current.request_stop();
        m_current = std::stop_source();  // here, so that a stop before it begins is not lost
    }
    m_wake.notify_all();
}

void Driver::stop() {
    const std::lock_guard lock(m_mutex);
    m_current.request_stop();
}

Driver::Answer Driver::answer(const Request &r, const std::stop_token &stop) {
    Answer out;
    out.isLimits = r.limits;
    if (r.limits) {
        auto limits = job::trailLimits(*r.job, *r.appraisal, r.drive.choice, stop,
                                       [this](int done, int all) { emit progressed(done, all); });
        if (limits) {
            out.limits = std::move(*limits);
            return out;
        }
        out.problem = limits.error().sentence();
        out.stopped = limits.error().kind == ProblemKind::Stopped;
        return out;
    }
    auto drive = job::driveOver(*r.job, *r.appraisal, r.drive, stop);
    if (drive) {
        out.drive = std::make_shared<const job::Drive>(std::move(*drive));
        return out;
    }
    out.problem = drive.error().sentence();
    out.stopped = drive.error().kind == ProblemKind::Stopped;
    return out;
}

void Driver::work(const std::stop_token &quit) {
    giveWay(5);
    while (!quit.stop_requested()) {
        std::optional<Request> request;
        std::stop_token stop;
        {
            std::unique_lock lock(m_mutex);
            if (!m_wake.wait(lock, quit, [this] { return m_wanted.has_value(); })) return;
            request.swap(m_wanted);
            stop = m_current.get_token();
        }
        emit answered(answer(*request, stop));
    }
}

}  // namespace hefty::app
