#pragma once

#include <condition_variable>
#include <memory>
#include <mutex>
#include <thread>

#include <QObject>

#include "core/job/appraisal.h"

namespace hefty::app {

/// Appraises jobs on a thread of its own. The newest request wins: a running one is stopped. Each
/// request is answered twice, first without and then with remedies.
class Appraiser : public QObject {
    Q_OBJECT

  public:
    struct Answer {
        std::shared_ptr<const job::Job> job;
        std::shared_ptr<const job::Appraisal> appraisal;
    };

    explicit Appraiser(std::shared_ptr<const stock::Stock> stock);
    ~Appraiser() override;
    void request(std::shared_ptr<const job::Job> job);

  signals:
    void answered(const hefty::app::Appraiser::Answer &answer);

  private:
    void work(const std::stop_token &quit);
    void answer(std::shared_ptr<const job::Job> job, job::Appraisal appraisal);

    std::shared_ptr<const stock::Stock> m_stock;
    std::mutex m_mutex;
    std::condition_variable_any m_wake;
    std::shared_ptr<const job::Job> m_wanted;
    std::stop_source m_current;
    std::jthread m_thread;
};

}  // namespace hefty::app

Q_DECLARE_METATYPE(hefty::app::Appraiser::Answer)
