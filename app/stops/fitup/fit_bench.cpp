#include "app/stops/fitup/fit_bench.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/views/plan_view.h"
#include "app/window/quantity_edit.h"
#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "app/window/today.h"
#include "app/window/when_seen.h"
#include "app/window/worded.h"

namespace hefty::app {

FitBench::FitBench(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("fitBench");
    m_view = new PlanView(session, ViewSide::Top, this);
    m_view->setObjectName("fitView");
    m_view->setAccessibleName(tr("The piece from above, where to measure marked"));
    m_view->title = tr("From above, front down");
    m_table =
        new StopTable("fitTable", tr("What to measure and to look at"),
                      {tr("Hold the tape"), tr("Should read"), tr("Reads"), tr("What that says")}, this);
    m_table->shareWithLast();
    m_note = new QLabel(this);
    m_note->setObjectName("fitNote");
    m_note->setWordWrap(true);
    m_note->setMinimumHeight(44);
    m_asBuilt = new QLabel(this);
    m_asBuilt->setObjectName("fitAsBuilt");
    m_asBuilt->setWordWrap(true);
    m_asBuilt->setFont(textFont(12));
    m_asBuilt->setMinimumHeight(44);
    m_why = new QPushButton(tr("Why: the working"), this);
    m_why->setObjectName("fitWhy");
    connect(m_why, &QPushButton::clicked, this, [this] {
        const auto appraisal = m_session->shownAppraisal();
        const job::PieceAppraisal *piece = m_session->chosen(*appraisal);
        if (piece && piece->asBuilt) emit whyAsked(piece->asBuilt->working);
    });
    auto *built = new QHBoxLayout;
    built->addWidget(m_asBuilt, 1);
    built->addWidget(m_why);
    m_reading = new QuantityEdit(session, measure::Quantity::DrilledLength);
    m_reading->setObjectName("fitReading");
    m_reading->setAccessibleName(tr("What it reads"));
    m_reading->setFixedWidth(130);
    m_tick = new QPushButton(tr("Tick as looked at"), this);
    m_tick->setObjectName("fitTick");
    auto *caution =
        new QLabel(tr("Support the piece by a stand or a hoist while its bolts are out; never work under a "
                      "vehicle that stands on a jack alone."),
                   this);
    caution->setObjectName("caution");
    caution->setWordWrap(true);
    auto *foot = new QHBoxLayout;
    foot->addWidget(caution, 1);
    foot->addWidget(new QLabel(tr("Reads"), this));
    foot->addWidget(m_reading);
    foot->addWidget(m_tick);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    layout->addWidget(m_view, 4);
    layout->addWidget(m_table, 5);
    layout->addLayout(built);
    layout->addWidget(m_note);
    layout->addLayout(foot);
    auto *seen = new WhenSeen(this, [this] { refresh(); });
    for (auto signal : {&Session::appraisalChanged, &Session::jobChanged, &Session::unitsChanged})
        connect(session, signal, seen, &WhenSeen::ask);
    connect(m_table, &QTableWidget::currentCellChanged, this, &FitBench::choose);
    connect(m_reading, &QuantityEdit::valueTyped, this, [this](double value) { take(value); });
    connect(m_tick, &QPushButton::clicked, this, [this] {
        const workshop::FitItem *i = chosen();
        if (i && m_session->job().log.reading(i->id))
            takeBack();
        else
            take(std::nullopt);
    });
    seen->ask();
}

const workshop::FitItem *FitBench::chosen() const {
    const int row = m_table->currentRow();
    return row >= 0 && row < static_cast<int>(m_items.size()) ? &m_items[static_cast<std::size_t>(row)]
                                                              : nullptr;
}

void FitBench::refresh() {
    const auto appraisal = m_session->shownAppraisal();
    const job::PieceAppraisal *shown = m_session->chosen(*appraisal);
    m_items = shown ? shown->fit : std::vector<workshop::FitItem>{};
    m_view->fitTo(shown ? shown->assembly.get() : nullptr);
    const auto said = [this](double v, measure::Quantity q) {
        return QString::fromStdString(measure::printQuantity(v, q, m_session->units()));
    };
    m_table->setRowCount(static_cast<int>(m_items.size()));
    for (std::size_t i = 0; i < m_items.size(); ++i) {
        const workshop::FitItem &item = m_items[i];
        const log::FitReading *r = m_session->job().log.reading(item.id);
        m_table->setRow(static_cast<int>(i),
                        {worded(item.what),
                         item.nominal ? tr("%1 ± %2").arg(said(*item.nominal, item.quantity),
                                                          said(item.tolerance, item.quantity))
                                      : QString(),
                         !r         ? QString()
                         : r->value ? said(*r->value, item.quantity)
                                    : QStringLiteral("✓"),
                         r && r->value ? worded(workshop::fitAdvice(item, *r->value)) : QString()});
    }
    showAsBuilt();
    choose();
}

/// What the distances between the holes say about the whole: does it go on, and what to do.
void FitBench::showAsBuilt() {
    const auto appraisal = m_session->shownAppraisal();
    const job::PieceAppraisal *piece = m_session->chosen(*appraisal);
    const bool known = piece && piece->asBuilt;
    m_why->setEnabled(known);
    if (known)
        m_asBuilt->setText(tr("As built, by %1 readings: %2 %3 Gaps, angles and the proof are of this shape.")
                               .arg(piece->asBuilt->readings)
                               .arg(piece->asBuilt->sure ? tr("it goes on.")
                                    : piece->asBuilt->goesOn
                                        ? tr("it should go on, if what was not read is as drawn.")
                                        : tr("it does not go on."),
                                    worded(piece->asBuilt->advice, m_session->units())));
    else
        m_asBuilt->setText(m_items.empty()
                               ? QString()
                               : tr("Read at least three distances between holes of the left and the "
                                    "right: they say whether the piece goes on before it is lifted."));
}

void FitBench::choose() {
    const workshop::FitItem *i = chosen();
    const log::FitReading *r = i ? m_session->job().log.reading(i->id) : nullptr;
    m_reading->setEnabled(i && i->nominal);
    m_tick->setEnabled(i && (!i->nominal || r));
    m_tick->setText(r ? tr("Take it back") : tr("Tick as looked at"));
    if (i && i->nominal) m_reading->setValue(r && r->value ? *r->value : *i->nominal);
    m_view->markPlace(i && !i->at.isZero() ? std::optional<Vec3>(i->at) : std::nullopt);
    m_note->setText(i                 ? worded(i->what)
                    : m_items.empty() ? tr("Lay out a piece first.")
                                      : tr("Choose a line, then type what the tape reads."));
}

void FitBench::take(std::optional<double> value) {
    const workshop::FitItem *i = chosen();
    if (!i) return;
    const std::string id = i->id;
    m_session->edit(tr("Note a reading"), [&](job::Job &job) {
        auto &list = job.log.fit;
        std::erase_if(list, [&](const log::FitReading &r) { return r.item == id; });
        list.push_back({id, value, today(), {}});
    });
}

void FitBench::takeBack() {
    const workshop::FitItem *i = chosen();
    if (!i) return;
    const std::string id = i->id;
    m_session->edit(tr("Take a reading back"), [&](job::Job &job) {
        std::erase_if(job.log.fit, [&](const log::FitReading &r) { return r.item == id; });
    });
}

}  // namespace hefty::app
