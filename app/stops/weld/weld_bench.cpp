#include "app/stops/weld/weld_bench.h"

#include <algorithm>
#include <set>

#include <QCheckBox>
#include <QDoubleValidator>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QTimer>
#include <QVBoxLayout>

#include "app/stops/weld/jig_page.h"
#include "app/stops/weld/straighter_sheet.h"
#include "app/views/plan_view.h"
#include "app/views/space_view.h"
#include "app/window/page_chooser.h"
#include "app/window/page_stack.h"
#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "app/window/today.h"
#include "app/window/when_seen.h"
#include "app/window/worded.h"
#include "core/workshop/weld/laying.h"

namespace hefty::app {

using measure::Quantity;

WeldBench::WeldBench(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("weldBench");
    auto *pages = new PageStack(this);
    QHBoxLayout *chooser = pageChooser(pages,
                                       {{tr("Seams"), "pageSeams", makeSeams()},
                                        {tr("Jig"), "pageJig", new JigPage(session, this)},
                                        {tr("Hollows, coating"), "pageHollows", makeHollows()}},
                                       160);
    auto *all = new QVBoxLayout(this);
    all->setContentsMargins(8, 8, 8, 8);
    all->addLayout(chooser);
    all->addWidget(pages, 1);
    auto *seen = new WhenSeen(this, [this] { refresh(); });
    for (auto signal : {&Session::appraisalChanged, &Session::jobChanged, &Session::unitsChanged})
        connect(session, signal, seen, &WhenSeen::ask);
    seen->ask();
}

QWidget *WeldBench::makeSeams() {
    auto *page = new QWidget(this);
    m_view = new PlanView(m_session, ViewSide::Top, page);
    m_view->setObjectName("weldView");
    m_view->setAccessibleName(tr("The piece from above, the chosen seam's part marked"));
    m_view->title = tr("From above, front down");
    m_view->showOutline = m_view->showKeepOuts = m_view->showTangents = false;
    m_view->drawOver = [this](QPainter &p) { drawSeam(p); };
    m_space = new SpaceView(m_session, page);
    m_space->setObjectName("weldSpace");
    m_space->setAccessibleName(
        tr("The piece in space, as far as it is fitted, with the torch at the next seam"));
    m_space->showVehicle(false);
    m_space->drawOver = [this](QPainter &p) { drawTacks(p); };
    m_space->drawInto = [this](DepthPicture &picture) { drawSeamsInSpace(picture); };
    auto *views = new QHBoxLayout;
    views->addWidget(m_space, 3);
    views->addWidget(m_view, 2);
    m_table = new StopTable("weldTable", tr("Seams in the order of work"),
                            {tr("Step and seam"), tr("Fit first"), tr("Leg"), tr("Length"), tr("No reach"),
                             tr("Min"), tr("Wait"), tr("Warm"), tr("Done")},
                            this);
    m_table->letRowsMove();
    for (const int column : {0, 1})
        m_table->horizontalHeader()->setSectionResizeMode(column, QHeaderView::Stretch);
    m_moves = new QLabel(this);
    m_moves->setObjectName("weldMoves");
    m_moves->setWordWrap(true);
    m_note = new QLabel(this);
    m_note->setObjectName("weldNote");
    m_note->setWordWrap(true);
    m_note->setMinimumHeight(42);
    m_note->setFont(textFont(10));
    m_moves->setFont(textFont(10));
    m_clock = new QTimer(this);
    m_clock->setInterval(900);
    connect(m_clock, &QTimer::timeout, this, [this] {
        if (m_table->currentRow() + 1 < m_table->rowCount())
            m_table->selectRow(m_table->currentRow() + 1);
        else
            play();
    });
    auto *why = new QPushButton(tr("Why: the working"), this);
    why->setObjectName("weldWhy");
    auto *caution = new QLabel(
        tr("On the vehicle: battery and airbags disconnected, tanks and lines away, fire watch. Zinc "
           "and chrome fumes are poisonous. What carries people on the road is for qualified "
           "welders."),
        this);
    caution->setObjectName("caution");
    caution->setWordWrap(true);
    auto *layout = new QVBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(views, 1);
    layout->addWidget(m_table, 1);
    QHBoxLayout *orders = makeOrderRow();
    orders->addStretch();
    orders->addWidget(why);
    layout->addLayout(orders);
    layout->addWidget(m_cost);
    layout->addWidget(m_moves);
    layout->addWidget(m_note);
    layout->addLayout(makeDoneRow());
    layout->addWidget(caution);
    connect(m_table, &QTableWidget::currentCellChanged, this, [this](int row) { choose(row); });
    connect(m_table, &StopTable::rowMoved, this, &WeldBench::moveStep);
    connect(why, &QPushButton::clicked, this, [this] {
        if (const workshop::SeamWork *s = chosen()) emit whyAsked(s->working);
    });
    return page;
}

QWidget *WeldBench::makeHollows() {
    auto *page = new QWidget(this);
    m_hollows =
        new StopTable("hollowTable", tr("Hollows of the piece"),
                      {tr("Inside of"), tr("Liters"), tr("Open ends"), tr("Holes"), tr("What to do")}, page);
    m_hollows->shareWithLast();
    m_coating = new QLabel(page);
    m_coating->setObjectName("coating");
    m_coating->setWordWrap(true);
    m_coating->setFont(textFont(12));
    auto *caution = new QLabel(tr("A sealed hollow bursts when it is heated or hung into a zinc bath. "
                                  "Solvents and converters are poisonous "
                                  "and burn: gloves, glasses, air, no flame."),
                               page);
    caution->setObjectName("caution");
    caution->setWordWrap(true);
    auto *layout = new QVBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_hollows, 1);
    layout->addWidget(m_coating);
    layout->addWidget(caution);
    return page;
}

/// Every hollow with its care; what is painted outside.
void WeldBench::showHollows() {
    const auto appraisal = m_session->shownAppraisal();
    const job::PieceAppraisal *piece = m_session->chosen(*appraisal);
    const std::size_t count = piece ? piece->cavities.size() : 0;
    m_hollows->setRowCount(static_cast<int>(count));
    for (std::size_t i = 0; i < count; ++i) {
        const workshop::Cavity &c = piece->cavities[i];
        QStringList bars, care;
        for (const std::string &b : c.bars) bars << worded(piece->assembly->labelOf(b));
        constexpr std::size_t named = 4;
        for (std::size_t k = 0; k < std::min(named, c.sheets.size()); ++k)
            bars << worded(piece->assembly->labelOf(c.sheets[k]));
        if (c.sheets.size() > named) bars << tr("%1 more").arg(c.sheets.size() - named);
        if (!c.sheets.empty()) bars.front() = tr("between %1").arg(bars.front());
        for (const measure::Phrase &p : workshop::careOf(*piece->assembly, c))
            care << worded(p, m_session->units());
        m_hollows->setRow(static_cast<int>(i),
                          {bars.join(", "), QString::number(c.volume * 1e-6, 'f', 1),
                           QString::number(c.openEnds), QString::number(c.holes), care.join(" ")});
    }
    m_coating->setText(
        piece && piece->hours
            ? tr("Outside %1 m² to clean, prime and paint. Mask threads, bores, slip fits and the places "
                 "where it earths; bolted faces get primer alone. Paint over a weld once it has been "
                 "looked at.")
                  .arg(piece->hours->surface, 0, 'f', 1)
            : QString());
}

/// The order: played, changed step by step, given back.
QHBoxLayout *WeldBench::makeOrderRow() {
    m_cost = new QLabel(this);
    m_cost->setObjectName("orderCost");
    m_cost->setWordWrap(true);
    m_cost->setFont(textFont(10));
    m_play = new QPushButton(tr("Play the order"), this);
    m_play->setObjectName("playOrder");
    m_earlier = new QPushButton(tr("Earlier"), this);
    m_earlier->setObjectName("stepEarlier");
    m_earlier->setShortcut(QKeySequence("Alt+Up"));
    m_later = new QPushButton(tr("Later"), this);
    m_later->setObjectName("stepLater");
    m_later->setShortcut(QKeySequence("Alt+Down"));
    m_planned = new QPushButton(tr("As planned"), this);
    m_planned->setObjectName("orderAsPlanned");
    m_inPlace = new QCheckBox(tr("On the vehicle"), this);
    m_inPlace->setObjectName("weldInPlace");
    m_inPlace->setToolTip(
        tr("The piece is welded out bolted to the vehicle, which holds it until it is cold; it cannot "
           "be turned, and the vehicle is made ready first."));
    connect(m_inPlace, &QCheckBox::clicked, this, [this](bool on) {
        const armor::Piece *piece = m_session->piece();
        if (!piece) return;
        m_session->edit(on ? tr("Weld out on the vehicle") : tr("Weld out on the bench"),
                        [&](job::Job &job) { job::setWeldedInPlace(job, piece->id, on); });
    });
    m_straighter = new QPushButton(tr("Straighter…"), this);
    m_straighter->setObjectName("orderStraighter");
    m_straighter->setToolTip(tr("Looks for an order that leaves the piece straighter."));
    connect(m_straighter, &QPushButton::clicked, this, [this] {
        auto *sheet = new StraighterSheet(m_session, this);
        sheet->setAttribute(Qt::WA_DeleteOnClose);
        sheet->open();
    });
    connect(m_play, &QPushButton::clicked, this, &WeldBench::play);
    connect(m_earlier, &QPushButton::clicked, this,
            [this] { moveStep(m_table->currentRow(), m_table->currentRow() - 1); });
    connect(m_later, &QPushButton::clicked, this,
            [this] { moveStep(m_table->currentRow(), m_table->currentRow() + 1); });
    connect(m_planned, &QPushButton::clicked, this, &WeldBench::asPlanned);
    auto *row = new QHBoxLayout;
    for (QPushButton *b : {m_play, m_earlier, m_later, m_straighter, m_planned}) row->addWidget(b);
    row->addWidget(m_inPlace);
    return row;
}

/// Who welded the chosen seam, with what, how long.
QHBoxLayout *WeldBench::makeDoneRow() {
    m_tick = new QPushButton(tr("Tick as welded"), this);
    m_tick->setObjectName("tickSeam");
    connect(m_tick, &QPushButton::clicked, this, &WeldBench::tick);
    auto *row = new QHBoxLayout;
    const auto field = [&](const QString &name, const char *object, int width) {
        auto *edit = new QLineEdit(this);
        edit->setObjectName(object);
        edit->setAccessibleName(name);
        edit->setPlaceholderText(name);
        if (width > 0) edit->setFixedWidth(width);
        row->addWidget(edit, width > 0 ? 0 : 1);
        return edit;
    };
    m_who = field(tr("Who welds"), "weldWho", 150);
    m_machine = field(tr("Machine set to"), "weldMachine", 0);
    m_minutes = field(tr("Minutes"), "weldMinutes", 100);
    m_minutes->setValidator(new QDoubleValidator(0, 6000, 1, m_minutes));
    row->addWidget(m_tick);
    return row;
}

/// A step to another place in the order: from then on it is the person's own.
void WeldBench::moveStep(int from, int to) {
    const armor::Piece *piece = m_session->piece();
    const auto count = static_cast<int>(m_seams.size());
    if (!piece || from < 0 || to < 0 || from >= count || to >= count || from == to) return;
    std::vector<std::string> order;
    for (const workshop::SeamWork &s : m_seams) order.push_back(s.joint);
    const std::string moved = order[static_cast<std::size_t>(from)];
    order.erase(order.begin() + from);
    order.insert(order.begin() + to, moved);
    m_session->edit(tr("Weld %1 as step %2")
                        .arg(QString::fromStdString(m_seams[static_cast<std::size_t>(from)].name))
                        .arg(to + 1),
                    [&](job::Job &job) { job.weldOrders[piece->id] = order; });
}

void WeldBench::asPlanned() {
    const armor::Piece *piece = m_session->piece();
    if (!piece) return;
    m_session->edit(tr("Weld in the planned order"), [&](job::Job &job) { job.weldOrders.erase(piece->id); });
}

/// What the order costs; of a person's own also what the planned one would.
QString WeldBench::costOf(const job::PieceAppraisal &piece) const {
    if (!piece.weldingPlanned) return tr("The order is being worked out.");
    const auto told = [this](const job::WeldOrderCost &c) {
        return tr("%1 out of reach, %2 min of waiting to cool, turns of the piece: %3, parts fitted off by "
                  "up to %4")
            .arg(said(c.outOfReach, Quantity::Length))
            .arg(c.waiting, 0, 'f', 0)
            .arg(c.turns)
            .arg(said(c.off, Quantity::DrilledLength));
    };
    return piece.orderedByHand
               ? tr("Your order: %1. Planned: %2.").arg(told(piece.weldCost), told(piece.plannedCost))
               : tr("The planned order: %1. Drag a row to weld it earlier or later.")
                     .arg(told(piece.weldCost));
}

QString WeldBench::warm(double celsius) const {
    return m_session->units() == measure::UnitSystem::Inch
               ? QStringLiteral("%1 °F").arg(celsius * 1.8 + 32, 0, 'f', 0)
               : QStringLiteral("%1 °C").arg(celsius, 0, 'f', 0);
}

const workshop::SeamWork *WeldBench::chosen() const {
    const int row = m_table->currentRow();
    return row >= 0 && row < static_cast<int>(m_seams.size()) ? &m_seams[static_cast<std::size_t>(row)]
                                                              : nullptr;
}

void WeldBench::refresh() {
    showHollows();
    const auto appraisal = m_session->shownAppraisal();
    const job::PieceAppraisal *piece = m_session->chosen(*appraisal);
    const std::string kept = chosen() ? chosen()->joint : std::string();
    m_seams = piece ? piece->seams : std::vector<workshop::SeamWork>{};
    m_heat = piece ? piece->heat : std::vector<workshop::SeamHeat>{};
    if (m_heat.size() != m_seams.size()) m_heat.clear();
    m_cost->setText(piece && !m_seams.empty() ? costOf(*piece) : QString());
    m_planned->setVisible(piece && m_session->job().weldOrders.contains(piece->id));
    m_straighter->setEnabled(piece && piece->weldingPlanned && !m_seams.empty());
    m_inPlace->setEnabled(piece && !m_seams.empty());
    m_inPlace->setChecked(piece && m_session->job().weldedInPlace.contains(piece->id));
    const auto assembly = piece ? piece->assembly : nullptr;
    if (assembly != m_assembly) m_view->fitTo(assembly.get());
    m_assembly = assembly;
    m_reach = piece ? piece->reach : nullptr;
    m_table->setRowCount(static_cast<int>(m_seams.size()));
    int done = 0;
    for (std::size_t i = 0; i < m_seams.size(); ++i) {
        const workshop::SeamWork &s = m_seams[i];
        const bool welded = piece && m_session->job().log.isWelded(piece->id, s.joint);
        done += welded;
        m_table->setRow(static_cast<int>(i),
                        {tr("%1. %2").arg(i + 1).arg(worded(s.name)),
                         s.fits.empty() ? QStringLiteral("–") : named(s.fits),
                         said(s.leg, Quantity::DrilledLength) +
                             (s.passes > 1 ? QStringLiteral(" ×%1").arg(s.passes) : QString()),
                         said(s.length, Quantity::Length),
                         s.barredBy.empty() ? QStringLiteral("–") : said(s.closed, Quantity::Length),
                         QString::number(s.minutes, 'f', 0),
                         m_heat.empty() || m_heat[i].wait < 0.5 ? QStringLiteral("–")
                                                                : QString::number(m_heat[i].wait, 'f', 0),
                         m_heat.empty() ? QStringLiteral("–") : warm(m_heat[i].warm),
                         welded ? QStringLiteral("✓") : QString()});
    }
    m_moves->setText(piece ? movesOf(*piece) : QString());
    m_moves->setVisible(!m_moves->text().isEmpty());
    const workshop::SeamSums sums = workshop::sumOf(m_seams);
    if (!chosen())
        m_note->setText(m_seams.empty()
                            ? tr("Lay out a piece first: its seams are found from where its parts touch.")
                            : tr("%1 of %2 seams welded. All together %3 h at the seams, %4 of metal.")
                                  .arg(done)
                                  .arg(m_seams.size())
                                  .arg(sums.minutes / 60, 0, 'f', 1)
                                  .arg(said(sums.deposit, Quantity::Mass)));
    // The order may have changed: the chosen seam stays chosen.
    for (std::size_t i = 0; !kept.empty() && i < m_seams.size(); ++i)
        if (m_seams[i].joint == kept && m_table->currentRow() != static_cast<int>(i))
            m_table->selectRow(static_cast<int>(i));
    choose(m_table->currentRow());
}

void WeldBench::choose(int row) {
    const workshop::SeamWork *s = chosen();
    m_tick->setEnabled(s != nullptr);
    m_play->setEnabled(!m_seams.empty());
    showStep(row);
    if (!s || row < 0) return;
    const job::PieceAppraisal *piece = m_session->chosen(*m_session->shownAppraisal());
    const bool welded = piece && m_session->job().log.isWelded(piece->id, s->joint);
    if (piece) m_moves->setText(movesOf(*piece));
    m_tick->setText(welded ? tr("Take the tick back") : tr("Tick as welded"));
    for (QLineEdit *e : {m_who, m_machine, m_minutes}) e->setEnabled(!welded);
    m_note->setText(tr("%1: %2, %3 J/mm of heat each, thickest part %4, %5. Strip mill scale, zinc and paint "
                       "25 mm to both sides.")
                        .arg(worded(s->name))
                        .arg(s->passes == 1 ? tr("one pass") : tr("%1 passes").arg(s->passes))
                        .arg(s->heat, 0, 'f', 0)
                        .arg(said(s->thickest, Quantity::DrilledLength))
                        .arg(worded(s->preheat)) +
                    layingOf(*s) + orderOf(*s));
    const QString lesser = QString::fromStdString(s->part);
    if (m_session->selected() != lesser) m_session->select(lesser);
}

void WeldBench::showStep(int row) {
    m_warm.clear();
    if (m_assembly && row >= 0 && row < static_cast<int>(m_heat.size()))
        m_warm = workshop::warmAt(*m_assembly, m_seams, m_heat, m_heat[static_cast<std::size_t>(row)].start);
    m_earlier->setEnabled(row > 0);
    m_later->setEnabled(row >= 0 && row + 1 < static_cast<int>(m_seams.size()));
    const std::set<std::string> later =
        m_assembly && row >= 0 ? workshop::notThereYet(*m_assembly, m_seams, static_cast<std::size_t>(row))
                               : std::set<std::string>{};
    m_view->later = later;
    m_view->update();
    m_space->later = later;
    m_space->update();
}

/// Walks through the order, a step at a time; again: stops.
void WeldBench::play() {
    if (m_clock->isActive()) {
        m_clock->stop();
    } else if (!m_seams.empty()) {
        if (m_table->currentRow() + 1 >= m_table->rowCount() || m_table->currentRow() < 0)
            m_table->selectRow(0);
        m_clock->start();
    }
    m_play->setText(m_clock->isActive() ? tr("Stop") : tr("Play the order"));
}

QString WeldBench::said(double value, Quantity quantity) const {
    return QString::fromStdString(measure::printQuantity(value, quantity, m_session->units()));
}

QString WeldBench::named(const std::string &part) const {
    return worded(m_assembly ? m_assembly->labelOf(part) : part);
}

/// Where it is tacked and in which runs it is laid.
QString WeldBench::layingOf(const workshop::SeamWork &s) const {
    QString out;
    if (!m_assembly) return out;
    for (const armor::WeldJoint &w : m_assembly->welds)
        if (w.name == s.joint)
            for (const measure::Phrase &p : workshop::layingWords(workshop::layingOf(*m_assembly, w)))
                out += ' ' + worded(p, m_session->units());
    return out;
}

QString WeldBench::orderOf(const workshop::SeamWork &s) const {
    QString out;
    if (!s.before.empty()) {
        QStringList later;
        for (const std::string &part : s.before) later << named(part);
        constexpr int shown = 3;
        const qsizetype more = later.size() - shown;
        if (more > 0) later = later.mid(0, shown) << tr("%1 more").arg(more);
        out += tr(" Weld it before these are fitted: %1.").arg(later.join(", "));
    }
    if (!s.barredBy.empty())
        out +=
            tr(" A torch does not get to %1 of its %2, whatever the order: %3 is in the way. Leave the place "
               "open, cut an access hole, or weld from the other side.")
                .arg(said(s.closed, Quantity::Length), said(s.length, Quantity::Length), named(s.barredBy));
    return out;
}

/// The parts that will have moved most when all is cold, with the band that such a figure is worth.
QString WeldBench::movesOf(const job::PieceAppraisal &piece) const {
    if (!piece.weldingPlanned) return {};
    const workshop::SeamWork *now = chosen();
    std::size_t step = piece.seams.size();
    for (std::size_t i = 0; now && i < piece.seams.size(); ++i)
        if (piece.seams[i].joint == now->joint) step = i;
    std::vector<const workshop::Distortion *> most;
    for (const workshop::Distortion &d : piece.distortion) most.push_back(&d);
    std::stable_sort(most.begin(), most.end(), [](const auto *a, const auto *b) {
        return a->angle != b->angle ? b->angle : a->value > b->value;
    });
    if (most.empty()) return tr("When it is cold: nothing bows or leans by as much as is worth telling.");
    QStringList said;
    for (std::size_t i = 0; i < std::min<std::size_t>(3, most.size()); ++i) {
        const workshop::Distortion &d = *most[i];
        const Quantity q = d.angle ? Quantity::Angle : Quantity::DrilledLength;
        const auto print = [&](double v) {
            return QString::fromStdString(measure::printQuantity(v, q, m_session->units()));
        };
        if (i > 0) {  // the first in full, the others in short
            said << tr("%1: %2 %3").arg(named(d.part), worded(d.what), print(d.value));
            continue;
        }
        QString line = tr("%1: %2 %3 (%4 to %5)")
                           .arg(named(d.part), worded(d.what), print(d.value), print(d.low), print(d.high));
        if (step < d.steps.size() && step + 1 < d.steps.size())
            line += tr(", %1 after this seam").arg(print(d.steps[step]));
        if (d.held >= 0) line += tr(", %1 if it stays in its jig until cold").arg(print(d.held));
        if (d.tied >= 0) line += tr(", %1 with a bar tacked across as well").arg(print(d.tied));
        said << line;
    }
    return tr("When it is cold: %1. %2").arg(said.join("; "), QString::fromStdString(most.front()->advice));
}

void WeldBench::tick() {
    const workshop::SeamWork *s = chosen();
    const armor::Piece *piece = m_session->piece();
    if (!s || !piece) return;
    const std::string id = piece->id, seam = s->joint;
    const bool welded = m_session->job().log.isWelded(id, seam);
    m_session->edit(welded ? tr("Take a tick back") : tr("Tick a seam as welded"), [&](job::Job &job) {
        auto &list = job.log.welded;
        if (welded)
            std::erase_if(list, [&](const log::WeldedSeam &w) { return w.piece == id && w.seam == seam; });
        else
            list.push_back({id, seam, today(), m_who->text().trimmed().toStdString(),
                            m_minutes->text().toDouble(), m_machine->text().trimmed().toStdString()});
    });
}

}  // namespace hefty::app
