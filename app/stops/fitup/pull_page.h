#pragma once

#include <thread>

#include <QWidget>

#include "app/instruments/instrument_port.h"
#include "app/window/session.h"
#include "core/job/shop/mount_fit.h"
#include "core/job/shop/proof_pull.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QPushButton;

namespace hefty::app {

class QuantityEdit;
class StopTable;

/// Pull over give: what was computed as a line, what was read as marks.
class PullChart : public QWidget {
    Q_OBJECT

  public:
    explicit PullChart(Session *session, QWidget *parent = nullptr);
    void show(const job::PullPlan *plan, const std::vector<log::PullStage> &stages,
              std::optional<double> give);
    [[nodiscard]] QSize minimumSizeHint() const override { return {260, 200}; }

  protected:
    void paintEvent(QPaintEvent *event) override;

  private:
    Session *m_session;
    std::optional<job::PullPlan> m_plan;
    std::vector<log::PullStage> m_stages;
    std::optional<double> m_give;
};

/// A proof pull, stage by stage: by a load cell and a dial gauge at a port, or typed. It stops by itself.
class PullPage : public QWidget {
    Q_OBJECT

  public:
    explicit PullPage(Session *session, QWidget *parent = nullptr);
    ~PullPage() override;
    /// More arguments for a simulated pull, and what it is like: give, seats, yieldsAt.
    QStringList standinExtra;
    std::vector<std::pair<std::string, double>> standinTruth;

  signals:
    void whyAsked(const hefty::working::Working &working);

  private:
    void refresh();
    void refreshPlaces();
    void showPull();
    void fillTable(const std::vector<log::PullStage> &done);
    [[nodiscard]] QString says() const;
    void takeStage();
    void begin();
    void connectOrNot();
    void ask(double load);
    /// Works out how stiff the mounts are; pressed again takes what was found into the piece.
    void fitOrTake();
    void showFit(const Result<job::MountFit> &fit);
    void read(const instrument::Reading &reading);
    [[nodiscard]] std::vector<log::PullStage> stages() const;
    [[nodiscard]] QWidget *makeReadings();
    [[nodiscard]] QString dial(double mm) const;
    [[nodiscard]] QString said(double value, measure::Quantity quantity) const;

    Session *m_session;
    InstrumentPort m_port;
    std::optional<job::PullPlan> m_plan;
    job::PullVerdict m_verdict;
    bool m_letGo = false;  ///< the rope was asked to be let go
    QComboBox *m_place, *m_which;
    StopTable *m_table;
    PullChart *m_chart;
    QCheckBox *m_clear;
    QLabel *m_says, *m_state;
    QuantityEdit *m_load, *m_reading, *m_left;
    QPushButton *m_connect, *m_pull, *m_release, *m_take, *m_again, *m_why, *m_fit;
    QLabel *m_fitted;
    std::optional<job::MountFit> m_found;
    bool m_fitting = false;
    std::jthread m_worker;  ///< last: it ends before what it reports to
};

}  // namespace hefty::app
