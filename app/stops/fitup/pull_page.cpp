#include "app/stops/fitup/pull_page.h"

#include <algorithm>
#include <cmath>

#include <QCheckBox>
#include <QComboBox>
#include <QDate>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/views/drawing_marks.h"
#include "app/window/quantity_edit.h"
#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "app/window/today.h"
#include "app/window/when_seen.h"
#include "app/window/worded.h"
#include "core/base/threads.h"

namespace hefty::app {

using measure::Quantity;

PullChart::PullChart(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("pullChart");
    setAccessibleName(tr("Pull over give, computed and read"));
}

void PullChart::show(const job::PullPlan *plan, const std::vector<log::PullStage> &stages,
                     std::optional<double> give) {
    m_plan = plan ? std::optional(*plan) : std::nullopt;
    m_stages = stages;
    m_give = give;
    update();
}

void PullChart::paintEvent(QPaintEvent *) {
    QPainter p(this);
    drawPanel(p, rect(), !m_plan ? tr("No tab of this piece was proved: lay one out first.") : QString());
    if (!m_plan) return;
    double far = m_plan->give * m_plan->most * 1.6 + (m_stages.empty() ? 0 : m_stages.back().left),
           high = m_plan->most * 1.15;
    for (const log::PullStage &s : m_stages) {
        far = std::max(far, s.reading * 1.15);
        high = std::max(high, s.load * 1.1);
    }
    far = std::max(far, 0.5);
    const QRectF box = QRectF(rect()).adjusted(80, 16, -16, -34);
    const auto at = [&](double mm, double load) {
        return QPointF(box.left() + mm / far * box.width(), box.bottom() - load / high * box.height());
    };
    const auto print = [this](double v, Quantity q) {
        return QString::fromStdString(measure::printQuantity(v, q, m_session->units()));
    };
    p.setFont(measureFont(9));
    p.setPen(QPen(colors().rule, 1));
    for (const double load : m_plan->stages) {
        p.setPen(QPen(colors().rule, 1, Qt::DashLine));
        p.drawLine(at(0, load), at(far, load));
        p.setPen(colors().ink);
        p.drawText(QRectF(2, at(0, load).y() - 10, 74, 20), Qt::AlignRight | Qt::AlignVCenter,
                   print(load, Quantity::Force));
    }
    p.setPen(QPen(colors().ink, 1.5));
    p.drawLine(at(0, 0), at(far, 0));
    p.drawLine(at(0, 0), at(0, high));
    const double step = axisStep(far);
    for (double mm = step; mm < 0.95 * far; mm += step) {
        p.drawText(QRectF(at(mm, 0).x() - 50, box.bottom() + 4, 100, 18), Qt::AlignCenter,
                   print(mm, Quantity::DrilledLength));
        p.drawLine(at(mm, 0), at(mm, 0) + QPointF(0, 4));
    }
    p.setPen(QPen(colors().blue, 2));
    p.drawLine(at(0, 0), at(m_plan->give * m_plan->most, m_plan->most));
    p.drawText(at(m_plan->give * m_plan->most, m_plan->most) + QPointF(6, -4), tr("computed"));
    if (m_give) {
        p.setPen(QPen(colors().ink, 1.5, Qt::DashLine));
        const double seated = m_stages.empty() ? 0 : std::max(0.0, m_stages.back().left);
        p.drawLine(at(seated, 0), at(seated + *m_give * m_plan->most, m_plan->most));
    }
    for (const log::PullStage &s : m_stages) {
        p.setPen(QPen(colors().ink, 1.5));
        p.setBrush(colors().yellow);
        p.drawRect(QRectF(at(s.reading, s.load) - QPointF(5, 5), QSizeF(10, 10)));
        p.setBrush(colors().paper);
        p.drawEllipse(at(std::max(0.0, s.left), 0), 4, 4);
    }
}

PullPage::PullPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("pullPage");
    m_place = new QComboBox(this);
    m_place->setObjectName("pullPlace");
    m_place->setAccessibleName(tr("Where it is pulled"));
    m_again = new QPushButton(tr("Begin a new pull"), this);
    m_again->setObjectName("pullBegin");
    m_why = new QPushButton(tr("Why: the working"), this);
    m_why->setObjectName("pullWhy");
    auto *head = new QHBoxLayout;
    head->addWidget(new QLabel(tr("Pull at"), this));
    head->addWidget(m_place, 1);
    head->addWidget(m_why);
    head->addWidget(m_again);
    m_table = new StopTable("pullTable", tr("Stages of the pull"),
                            {tr("Stage"), tr("Pull"), tr("Comes by"), tr("Computed"), tr("Keeps")}, this);
    m_chart = new PullChart(session, this);
    auto *middle = new QHBoxLayout;
    middle->addWidget(m_table, 1);
    middle->addWidget(m_chart, 1);
    m_says = new QLabel(this);
    m_says->setObjectName("pullSays");
    m_says->setWordWrap(true);
    m_says->setFont(textFont(12));
    m_says->setMinimumHeight(44);
    auto *caution = new QLabel(tr("Nobody in line with the rope or within one and a half of its length. A "
                                  "damper on the rope, gloves, the "
                                  "vehicle held by its own brakes and blocks, the anchor's own strength "
                                  "known. Pull slowly, by remote."),
                               this);
    caution->setObjectName("caution");
    caution->setWordWrap(true);
    m_clear = new QCheckBox(tr("The zone is clear and watched"), this);
    m_clear->setObjectName("pullClear");
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(head);
    layout->addLayout(middle, 1);
    layout->addWidget(m_says);
    layout->addWidget(makeReadings());
    auto *foot = new QHBoxLayout;
    foot->addWidget(caution, 1);
    foot->addWidget(m_clear);
    layout->addLayout(foot);
    connect(m_place, &QComboBox::activated, this, &PullPage::showPull);
    m_fit = new QPushButton(tr("Fit the mounts to it"), this);
    m_fit->setObjectName("pullFit");
    m_fitted = new QLabel(this);
    m_fitted->setObjectName("pullFitted");
    m_fitted->setWordWrap(true);
    auto *fitRow = new QHBoxLayout;
    fitRow->addWidget(m_fit);
    fitRow->addWidget(m_fitted, 1);
    layout->addLayout(fitRow);
    connect(m_fit, &QPushButton::clicked, this, &PullPage::fitOrTake);
    connect(m_again, &QPushButton::clicked, this, &PullPage::begin);
    connect(m_clear, &QCheckBox::toggled, this, &PullPage::showPull);
    connect(m_why, &QPushButton::clicked, this, [this] {
        if (m_plan) emit whyAsked(stages().empty() ? m_plan->working : m_verdict.working);
    });
    connect(&m_port, &InstrumentPort::read, this, &PullPage::read);
    connect(&m_port, &InstrumentPort::opened, this, [this] {
        m_state->setText(tr("Connected: load cell and dial gauge."));
        showPull();
    });
    connect(&m_port, &InstrumentPort::closed, this, &PullPage::showPull);
    connect(&m_port, &InstrumentPort::trouble, this, [this](const QString &text) {
        m_state->setText(text);
        showPull();
    });
    auto *seen = new WhenSeen(this, [this] { refresh(); });
    for (auto signal : {&Session::appraisalChanged, &Session::pieceChosen})
        connect(session, signal, seen, &WhenSeen::ask);
    auto *pullSeen = new WhenSeen(this, [this] { showPull(); });
    for (auto signal : {&Session::jobChanged, &Session::unitsChanged})
        connect(session, signal, pullSeen, &WhenSeen::ask);
    seen->ask();
}

PullPage::~PullPage() {
    m_worker.request_stop();
    m_port.disconnect(this);  // it tells that it closes when the rest of this is gone
}

QWidget *PullPage::makeReadings() {
    auto *all = new QWidget(this);
    m_which = new QComboBox(all);
    m_which->setObjectName("pullPort");
    m_which->setAccessibleName(tr("Instruments of the pull"));
    for (const auto &[name, which] :
         InstrumentPort::choices({{"pull", tr("load cell and dial gauge (simulated)")}}))
        m_which->addItem(name, which);
    const auto button = [&](const QString &text, const char *name) {
        auto *b = new QPushButton(text, all);
        b->setObjectName(name);
        return b;
    };
    m_connect = button(tr("Connect"), "pullConnect");
    m_pull = button(tr("Pull the stage"), "pullStage");
    m_release = button(tr("Let go"), "pullRelease");
    m_take = button(tr("Take the stage"), "pullTake");
    m_state = new QLabel(all);
    m_state->setObjectName("pullState");
    m_state->setWordWrap(true);
    const auto field = [&](const QString &name, const char *object, Quantity q) {
        auto *e = new QuantityEdit(m_session, q, all);
        e->setObjectName(object);
        e->setAccessibleName(name);
        e->setFixedWidth(100);
        return e;
    };
    m_load = field(tr("Pull that was read"), "pullLoad", Quantity::Force);
    m_reading = field(tr("How far it came"), "pullReading", Quantity::DrilledLength);
    m_left = field(tr("What it keeps"), "pullLeft", Quantity::DrilledLength);
    auto *ports = new QHBoxLayout;
    ports->addWidget(m_which);
    ports->addWidget(m_connect);
    ports->addWidget(m_pull);
    ports->addWidget(m_release);
    ports->addWidget(m_state, 1);
    auto *typed = new QHBoxLayout;
    for (const auto &[text, edit] :
         {std::pair{tr("Pull"), m_load}, {tr("came by"), m_reading}, {tr("keeps"), m_left}}) {
        typed->addWidget(new QLabel(text, all));
        typed->addWidget(edit);
    }
    typed->addStretch();
    typed->addWidget(m_take);
    auto *layout = new QVBoxLayout(all);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(ports);
    layout->addLayout(typed);
    connect(m_connect, &QPushButton::clicked, this, &PullPage::connectOrNot);
    connect(m_pull, &QPushButton::clicked, this, [this] {
        if (m_verdict.next) ask(*m_verdict.next);
    });
    connect(m_release, &QPushButton::clicked, this, [this] { ask(0); });
    connect(m_take, &QPushButton::clicked, this, &PullPage::takeStage);
    return all;
}

/// As a dial gauge reads: to a hundredth of a millimeter, or a thousandth of an inch.
QString PullPage::dial(double mm) const {
    return m_session->units() == measure::UnitSystem::Inch ? QStringLiteral("%1 in").arg(mm / 25.4, 0, 'f', 3)
                                                           : QStringLiteral("%1 mm").arg(mm, 0, 'f', 2);
}

QString PullPage::said(double value, Quantity quantity) const {
    return QString::fromStdString(measure::printQuantity(value, quantity, m_session->units()));
}

void PullPage::refresh() {
    refreshPlaces();
    showPull();
}

void PullPage::refreshPlaces() {
    const auto appraisal = m_session->appraisal();
    const job::PieceAppraisal *piece = m_session->chosen(*appraisal);
    const QString kept = m_place->currentData().toString();
    m_place->clear();
    if (piece)
        for (const std::string &tab : job::pullPlaces(*piece))
            m_place->addItem(worded(piece->assembly->labelOf(tab)), QString::fromStdString(tab));
    if (const int at = m_place->findData(kept); at >= 0) m_place->setCurrentIndex(at);
}

std::vector<log::PullStage> PullPage::stages() const {
    return m_plan ? job::stagesOf(m_session->job(), *m_plan) : std::vector<log::PullStage>{};
}

void PullPage::showPull() {
    const auto appraisal = m_session->appraisal();
    const job::PieceAppraisal *piece = m_session->chosen(*appraisal);
    m_plan.reset();
    if (piece && m_place->currentIndex() >= 0)
        if (auto plan = job::pullPlan(*piece, m_place->currentData().toString().toStdString()))
            m_plan = std::move(*plan);
    const std::vector<log::PullStage> done = stages();
    m_verdict = m_plan ? job::judge(*m_plan, done) : job::PullVerdict{};
    fillTable(done);
    m_chart->show(m_plan ? &*m_plan : nullptr, done, m_verdict.give);
    m_says->setText(says());
    const bool goesOn = m_verdict.next && m_clear->isChecked();
    m_connect->setText(m_port.isOpen() ? tr("Disconnect") : tr("Connect"));
    m_pull->setEnabled(goesOn && m_port.isOpen());
    m_release->setEnabled(m_port.isOpen());
    m_take->setEnabled(goesOn);
    m_why->setEnabled(m_plan.has_value());
    m_again->setEnabled(!done.empty());
    if (!m_fitting) {
        m_found.reset();
        m_fit->setText(tr("Fit the mounts to it"));
        m_fit->setEnabled(m_verdict.give && m_verdict.stop.text.empty());
    }
}

/// What was read, and under it what is still to be pulled.
void PullPage::fillTable(const std::vector<log::PullStage> &done) {
    std::vector<double> left;
    if (m_plan && m_verdict.next)
        for (const double load : m_plan->stages)
            if (load >= *m_verdict.next) left.push_back(load);
    m_table->setRowCount(static_cast<int>(done.size() + left.size()));
    int row = 0;
    for (const log::PullStage &s : done) {
        m_table->setRow(row, {QString::number(row + 1), said(s.load, Quantity::Force), dial(s.reading),
                              dial(m_plan->give * s.load), dial(s.left)});
        ++row;
    }
    for (const double load : left) {
        m_table->setRow(row, {QString::number(row + 1), said(load, Quantity::Force), QStringLiteral("–"),
                              dial(m_plan->give * load), QStringLiteral("–")});
        ++row;
    }
}

QString PullPage::says() const {
    if (!m_plan) return tr("There is no proved tab to pull at.");
    if (!m_verdict.stop.text.empty()) return tr("Stop. %1").arg(worded(m_verdict.stop, m_session->units()));
    const QString rated = tr("Rated %1; the last stage %2.")
                              .arg(said(m_plan->rated, Quantity::Force), said(m_plan->most, Quantity::Force));
    if (m_verdict.next) return rated + tr(" Next: %1.").arg(said(*m_verdict.next, Quantity::Force));
    const double over = m_verdict.give && m_plan->give > 0 ? *m_verdict.give / m_plan->give : 0;
    return over > 0 ? tr("It held to %1. It gives %2 times what was computed.")
                          .arg(said(m_plan->most, Quantity::Force))
                          .arg(over, 0, 'f', 2)
                    : tr("It held to %1.").arg(said(m_plan->most, Quantity::Force));
}

void PullPage::fitOrTake() {
    const armor::Piece *piece = m_session->piece();
    if (m_fitting || !piece || !m_plan || !m_verdict.give) return;
    if (m_found) {
        const double factor = m_found->factor;
        m_fitted->setText({});
        return m_session->editPiece(tr("Fit the mounts to the proof pull"),
                                    [factor](armor::Piece &p) { p.mountStiffness = factor; });
    }
    m_fitting = true;
    m_fit->setEnabled(false);
    m_fitted->setText(tr("Being worked out..."));
    m_worker = std::jthread([this, job = m_session->job(), stock = m_session->sharedStock(), id = piece->id,
                             place = m_plan->place, give = *m_verdict.give](const std::stop_token &stop) {
        giveWay(5);
        auto fit = job::fitMounts(job, *stock, id, place, give, stop);
        if (stop.stop_requested()) return;
        QMetaObject::invokeMethod(this, [this, fit = std::move(fit)] { showFit(fit); });
    });
}

void PullPage::showFit(const Result<job::MountFit> &fit) {
    m_fitting = false;
    if (!fit) {
        showPull();
        return m_fitted->setText(worded(fit.error().sentence()));
    }
    m_found = *fit;
    m_fit->setEnabled(true);
    m_fit->setText(tr("Take it into the proof"));
    const auto per = [this](double give) { return dial(give * (m_plan ? m_plan->rated : 0)); };
    m_fitted->setText(
        tr("With bolts %1 times as stiff as usual it comes %2 at the rated pull instead of %3; measured %4. "
           "Hardest worked: %5 instead of %6.")
            .arg(fit->factor, 0, 'g', 2)
            .arg(per(fit->is), per(fit->was), per(fit->measured))
            .arg(fit->hardestIs, 0, 'f', 2)
            .arg(fit->hardestWas, 0, 'f', 2));
}

void PullPage::connectOrNot() {
    if (m_port.isOpen()) return m_port.close();
    const QString which = m_which->currentData().toString();
    if (!which.startsWith("standin:")) return m_port.open(which);
    auto truth = standinTruth;
    if (truth.empty() && m_plan) truth = {{"give", m_plan->give * 1000 * 1.25}, {"seats", 0.6}};
    m_port.simulate(which.mid(8), truth, standinExtra);
}

void PullPage::ask(double load) {
    m_letGo = load <= 0;
    m_port.ask(QString::number(load, 'f', 0));
}

void PullPage::read(const instrument::Reading &reading) {
    if (reading.kind == instrument::Kind::Load) {
        if (!m_letGo) m_load->setValue(reading.value);
    } else if (reading.kind == instrument::Kind::Dial) {
        (m_letGo ? m_left : m_reading)->setValue(reading.value);
        m_state->setText(m_letGo ? tr("Let go. Take the stage.")
                                 : tr("Pulled. Let go to see what it keeps."));
    }
    showPull();
}

/// The stage goes into the log; a pull that has to stop says why there.
void PullPage::takeStage() {
    const auto load = m_load->typed(), reading = m_reading->typed(), left = m_left->typed();
    if (!load || !reading || !left || !(*load > 0))
        return m_state->setText(tr("A stage needs all three: the pull, how far it came, and what it keeps."));
    if (!m_plan) return;
    m_session->edit(tr("Stage %1 of a proof pull").arg(stages().size() + 1), [&](job::Job &job) {
        job::takeStage(job, *m_plan, {*load, *reading, *left}, today(), m_session->units());
    });
    for (QuantityEdit *e : {m_load, m_reading, m_left}) e->clear();
}

void PullPage::begin() {
    if (!m_plan) return;
    m_session->edit(tr("Begin a new proof pull"),
                    [this](job::Job &job) { job::beginPull(job, *m_plan, today()); });
}

}  // namespace hefty::app
