#include "app/window/appraiser.h"

#include <utility>

#include <QMetaType>
#include <QThreadPool>

#include "core/base/threads.h"

namespace hefty::app {
namespace {

/// Whoever lets go of it last does not wait until its hundreds of megabytes are given back: that is done
/// beside.
std::shared_ptr<job::Appraisal> shared(job::Appraisal value) {
    return {new job::Appraisal(std::move(value)),
            [](job::Appraisal *gone) { QThreadPool::globalInstance()->start([gone] { delete gone; }); }};
}

}  // namespace

Appraiser::Appraiser(std::shared_ptr<const stock::Stock> stock) : m_stock(std::move(stock)) {
    qRegisterMetaType<Answer>();
    qRegisterMetaType<Ahead>();
    m_thread = std::jthread([this](const std::stop_token &quit) { work(quit); });
    m_closeThread = std::jthread([this](const std::stop_token &quit) { lookClosely(quit); });
}

Appraiser::~Appraiser() {
    m_thread.request_stop();
    m_closeThread.request_stop();
    {
        const std::lock_guard lock(m_mutex);
        m_current.request_stop();
        m_currentClose.request_stop();
    }
    m_wake.notify_all();
}

void Appraiser::request(std::shared_ptr<const job::Job> job) {
    {
        const std::lock_guard lock(m_mutex);
        m_wanted = std::move(job);
        m_close = {};
        m_current.request_stop();
        m_currentClose.request_stop();
    }
    m_wake.notify_all();
}

/// True if no newer job came within a moment: the hand rests.
bool Appraiser::rests(const std::stop_token &quit) {
    std::unique_lock lock(m_mutex);
    return !m_wake.wait_for(lock, quit, restTime, [this] { return m_wanted != nullptr; }) &&
           !quit.stop_requested();
}

void Appraiser::work(const std::stop_token &quit) {
    giveWay(3);
    while (!quit.stop_requested()) {
        std::shared_ptr<const job::Job> job;
        std::stop_token stop;
        {
            std::unique_lock lock(m_mutex);
            if (!m_wake.wait(lock, quit, [this] { return m_wanted != nullptr; })) return;
            job = std::move(m_wanted);
            m_wanted = nullptr;
            m_current = std::stop_source();
            stop = m_current.get_token();
        }
        // The plain answer is shown even if a newer edit waits: a drag then follows the hand instead of
        // freezing until it rests.
        const auto tell = [this, &job](const std::vector<job::Gauge> &gauges) { emit gauged({job, gauges}); };
        const std::shared_ptr<const job::Appraisal> plain =
            shared(job::appraise(*job, *m_stock, {}, proof::Detail::Strips, m_plain.get(), tell));
        m_plain = plain;
        emit answered({job, plain});
        if (!rests(quit)) continue;
        auto full = shared(*plain);
        job::settle(*full, *job, *m_stock, stop);
        if (stop.stop_requested()) continue;
        m_plain = full;  // what is known of the torch's reach serves the next answers
        emit answered({job, full});
        {
            const std::lock_guard lock(m_mutex);
            if (!m_wanted && m_looksCloser) m_close = {std::move(job), std::move(full)};
        }
        m_wake.notify_all();
    }
}

void Appraiser::lookClosely(const std::stop_token &quit) {
    giveWay(10);
    while (!quit.stop_requested()) {
        Answer settled;
        std::stop_token stop;
        {
            std::unique_lock lock(m_mutex);
            if (!m_wake.wait(lock, quit, [this] { return m_close.job != nullptr; })) return;
            settled = std::exchange(m_close, {});
            m_currentClose = std::stop_source();
            stop = m_currentClose.get_token();
        }
        answerClosely(settled, stop);
    }
}

/// Both sizes of shells are shown as soon as they are proved; remedies, which take longest, come after.
void Appraiser::answerClosely(const Answer &settled, const std::stop_token &stop) {
    const job::Job &job = *settled.job;
    const auto look = [&](proof::Detail detail, std::shared_ptr<const job::Appraisal> &last) {
        auto closer = shared(job::lookCloser(job, *m_stock, detail, *settled.appraisal, stop, last.get()));
        if (stop.stop_requested()) return closer;
        last = closer;
        emit answered({settled.job, closer});
        return closer;
    };
    const auto shells = look(proof::Detail::Shells, m_shells);
    if (stop.stop_requested()) return;
    const auto halved = look(proof::Detail::Halved, m_halved);
    if (stop.stop_requested()) return;
    auto remedied = shared(*shells);
    job::addCloseRemedies(*remedied, job, *m_stock, stop);
    if (stop.stop_requested()) return;
    auto full = shared(*halved);
    job::addCloseRemedies(*full, *remedied, job, *m_stock, stop);
    if (!stop.stop_requested()) emit answered({settled.job, std::move(full)});
}

}  // namespace hefty::app
