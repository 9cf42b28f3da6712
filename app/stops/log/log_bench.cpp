#include "app/stops/log/log_bench.h"

#include <QHBoxLayout>
#include <QPushButton>

#include "app/stops/fitup/pull_page.h"
#include "app/stops/log/inspect_page.h"
#include "app/window/page_chooser.h"

#include <QLabel>
#include <QVBoxLayout>

#include "app/window/list_maker.h"
#include "app/window/page_stack.h"
#include "app/window/theme.h"
#include "app/window/today.h"
#include "app/window/worded.h"
#include "core/job/appraise/gauges.h"
#include "core/job/names.h"
#include "core/job/shop/weld_shrinkage.h"

namespace hefty::app {
namespace {

using namespace lists;

const std::array<std::pair<log::EntryKind, const char *>, 11> kinds{
    {{log::EntryKind::Hours, "hours"},
     {log::EntryKind::Cost, "cost"},
     {log::EntryKind::Change, "change"},
     {log::EntryKind::Trip, "trip, km"},
     {log::EntryKind::Hit, "hit"},
     {log::EntryKind::Inspection, "inspection"},
     {log::EntryKind::Pull, "proof pull, kN"},
     {log::EntryKind::Crack, "crack, mm"},
     {log::EntryKind::Dent, "dent, mm"},
     {log::EntryKind::TouchUp, "touch-up"},
     {log::EntryKind::Torque, "torque check"}}};

RecordCell kindCell(const log::Entry &e) {
    QStringList words;
    QString now;
    for (const auto &[kind, word] : kinds) {
        words << QLatin1String(word);
        if (kind == e.kind) now = QLatin1String(word);
    }
    return RecordCell::choice(now, words);
}

/// Nothing where there is nothing to tell: a hit is no 0.00 of anything.
RecordCell amountCell(const log::Entry &e) {
    if (e.amount == 0 && !log::hasAmount(e.kind)) return RecordCell::fixed({});
    return RecordCell::measure(e.amount, Quantity::Ratio, 0, 1e9);
}

void setKind(log::Entry &e, const QString &text) {
    for (const auto &[kind, word] : kinds)
        if (text == QLatin1String(word)) e.kind = kind;
}

/// The parts of all pieces as people call them, with their ids.
std::vector<std::pair<QString, std::string>> partsOf(const Session &session) {
    std::vector<std::pair<QString, std::string>> out;
    const auto appraisal = session.appraisal();
    for (const job::PieceAppraisal &piece : appraisal->pieces) {
        if (!piece.assembly) continue;
        const auto add = [&](const std::string &part) {
            out.emplace_back(q(piece.assembly->labelOf(part)), part);
        };
        for (const armor::BarPart &b : piece.assembly->bars) add(b.name);
        for (const armor::SheetPart &s : piece.assembly->sheets) add(s.name);
    }
    return out;
}

RecordCell partCell(const Session &session, const log::Entry &e) {
    QStringList words{QString()};
    QString now = q(e.part);
    for (const auto &[label, id] : partsOf(session)) {
        words << label;
        if (id == e.part) now = label;
    }
    if (!words.contains(now)) words << now;  // of a piece that is not there any more
    return RecordCell::choice(now, words);
}

void setPart(const Session &session, log::Entry &e, const QString &text) {
    e.part = text.toStdString();
    for (const auto &[label, id] : partsOf(session))
        if (text == label) e.part = id;
}

RecordList entryList(const Session *session) {
    return listOf<log::Entry>(
               lists::ListText::tr("log entry"), [](auto &j) -> auto & { return j.log.entries; })
        .words(lists::ListText::tr("Date"), 110, &log::Entry::date)
        .column(lists::ListText::tr("Kind"), 130, kindCell, {}, setKind)
        .words(lists::ListText::tr("What"), 0, &log::Entry::what)
        .column(lists::ListText::tr("How much"), 100, amountCell,
                [](log::Entry &e, double v) { e.amount = v; })
        .column(
            lists::ListText::tr("Part"), 170,
            [session](const log::Entry &e) { return partCell(*session, e); }, {},
            [session](log::Entry &e, const QString &text) { setPart(*session, e, text); })
        .adds([](const auto &) {
            log::Entry e;
            e.date = today();
            return e;
        })
        .hint(lists::ListText::tr(
            "Hours in h, costs in the shop's money, trips in km. Note a hit with the part that "
            "took it: it is "
            "looked at first at the next inspection. Cracks and dents in mm, with their part: seen "
            "again, their growth is told."))
        .take();
}

}  // namespace

LogBench::LogBench(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("logBench");
    auto *pages = new PageStack(this);
    auto *pull = new PullPage(session, this);
    connect(pull, &PullPage::whyAsked, this, &LogBench::whyAsked);
    auto *inspect = new InspectPage(session, this);
    connect(inspect, &InspectPage::whyAsked, this, &LogBench::whyAsked);
    QHBoxLayout *chooser = pageChooser(pages,
                                       {{tr("What was done"), "pageLog", makeLog()},
                                        {tr("Proof pull"), "pagePull", pull},
                                        {tr("Inspections"), "pageInspect", inspect}},
                                       150);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    layout->addLayout(chooser);
    layout->addWidget(pages, 1);
    connect(session, &Session::jobChanged, this, &LogBench::refresh);
    connect(session, &Session::appraisalChanged, this, &LogBench::refresh);
    refresh();
}

QWidget *LogBench::makeLog() {
    auto *page = new QWidget(this);
    m_sums = new QLabel(page);
    m_sums->setObjectName("logSums");
    m_sums->setWordWrap(true);
    m_sums->setFont(textFont(12));
    m_factor = new QPushButton(page);
    m_factor->setObjectName("useFactor");
    connect(m_factor, &QPushButton::clicked, this, &LogBench::useFactor);
    auto *layout = new QVBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_sums);
    layout->addWidget(m_factor, 0, Qt::AlignLeft);
    m_shrink = new QPushButton(page);
    m_shrink->setObjectName("useShrinkage");
    m_shrink->hide();
    connect(m_shrink, &QPushButton::clicked, this, &LogBench::useShrinkage);
    layout->addWidget(m_shrink, 0, Qt::AlignLeft);
    layout->addWidget(new RecordTable(m_session, "logTable", entryList(m_session), page), 1);
    return page;
}

/// Later estimates are made with what this job took.
void LogBench::useFactor() {
    if (const auto f = job::learnedFactor(m_session->job(), *m_session->appraisal()))
        m_session->edit(tr("Estimate by what this job took"),
                        [&](job::Job &job) { job.shop.hoursFactor = *f; });
}

/// Later welds are expected to pull as those of this job did.
void LogBench::useShrinkage() {
    if (const auto f = job::learnedShrinkage(m_session->job(), *m_session->appraisal()))
        m_session->edit(tr("Expect welds to pull as they did here"),
                        [&](job::Job &job) { job.rules.shrinkFactor = *f; });
}

void LogBench::refresh() {
    const auto shrunk = job::learnedShrinkage(m_session->job(), *m_session->appraisal());
    const bool learns = shrunk && std::abs(*shrunk - m_session->job().rules.shrinkFactor) > 0.02;
    if (learns)
        m_shrink->setText(tr("Expect welds to pull as they did here: %1 times what is computed instead of %2")
                              .arg(*shrunk, 0, 'f', 2)
                              .arg(m_session->job().rules.shrinkFactor, 0, 'f', 2));
    m_shrink->setVisible(learns);
    const auto learned = job::learnedFactor(m_session->job(), *m_session->appraisal());
    if (learned)
        m_factor->setText(tr("Estimate later work by this job: %1 times instead of %2")
                              .arg(*learned, 0, 'f', 2)
                              .arg(m_session->job().shop.hoursFactor, 0, 'f', 2));
    m_factor->setVisible(learned.has_value());
    const log::LogSums sums = log::sumOf(m_session->job().log.entries);
    const auto appraisal = m_session->appraisal();
    const job::Gauge *planned = appraisal->gauge("cost");
    const QString currency = QString::fromStdString(m_session->job().shop.currency);
    QString text =
        tr("%1 h worked. %2 %3 spent").arg(sums.hours, 0, 'f', 1).arg(sums.cost, 0, 'f', 0).arg(currency);
    if (planned && planned->value)
        text += tr(" of %1 %2 of material planned").arg(*planned->value, 0, 'f', 0).arg(currency);
    text += tr(". %1 km driven. %2 seams welded, %3 items fitted.")
                .arg(sums.distance, 0, 'f', 0)
                .arg(m_session->job().log.welded.size())
                .arg(m_session->job().log.fit.size());
    for (const auto &[part, count] : sums.hits)
        text += tr("\nLook first at %1: hit %2.")
                    .arg(part.empty() ? tr("what was hit")
                                      : worded(job::nameOf(m_session->job(), *appraisal, part)),
                         count == 1 ? tr("once") : tr("%1 times").arg(count));
    m_sums->setText(text);
}

}  // namespace hefty::app
