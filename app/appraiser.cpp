#include "app/appraiser.h"

#include <QMetaType>

namespace hefty::app {

Appraiser::Appraiser(std::shared_ptr<const stock::Stock> stock) : m_stock(std::move(stock)) {
    qRegisterMetaType<Answer>();
    m_thread = std::jthread([this](const std::stop_token &quit) { work(quit); });
}

Appraiser::~Appraiser() {
    m_thread.request_stop();
    {
        const std::lock_guard lock(m_mutex);
        m_current.request_stop();
    }
    m_wake.notify_all();
}

void Appraiser::request(std::shared_ptr<const job::Job> job) {
    {
        const std::lock_guard lock(m_mutex);
        m_wanted = std::move(job);
        m_current.request_stop();
    }
    m_wake.notify_all();
}

void Appraiser::answer(std::shared_ptr<const job::Job> job, job::Appraisal appraisal) {
    emit answered({std::move(job), std::make_shared<const job::Appraisal>(std::move(appraisal))});
}

void Appraiser::work(const std::stop_token &quit) {
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
        job::Appraisal appraisal = job::appraise(*job, *m_stock);
        // The plain answer is shown even if a newer edit waits: a drag then follows the hand instead of
        // freezing until it rests.
        answer(job, appraisal);
        if (stop.stop_requested()) continue;
        job::addRemedies(appraisal, *job, *m_stock, stop);
        if (!stop.stop_requested()) answer(job, std::move(appraisal));
    }
}

}  // namespace hefty::app
