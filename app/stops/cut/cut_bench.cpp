#include "app/stops/cut/cut_bench.h"

#include <algorithm>
#include <cmath>

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QTableView>
#include <QVBoxLayout>

#include "app/stops/cut/bend_page.h"
#include "app/stops/cut/buy_page.h"
#include "app/stops/cut/sheet_page.h"
#include "app/views/cut_part_view.h"
#include "app/window/page_chooser.h"
#include "app/window/page_stack.h"
#include "app/window/quantity_edit.h"
#include "app/window/theme.h"
#include "app/window/today.h"
#include "app/window/worded.h"
#include "core/base/constants.h"
#include "core/job/shop/cutting.h"

namespace hefty::app {
namespace {

/// What people call a part of the piece that is worked on.
QString called(const Session &session, const job::Appraisal &a, const std::string &part) {
    const job::PieceAppraisal *piece = session.chosen(a);
    return worded(piece && piece->assembly ? piece->assembly->labelOf(part) : part);
}

/// Of the piece that is worked on.
const workshop::Fabrication *fabricationOf(const Session &session, const job::Appraisal &a) {
    const job::PieceAppraisal *piece = session.chosen(a);
    return piece && piece->fabrication ? &*piece->fabrication : nullptr;
}

constexpr int barHeight = 36;
constexpr int barPitch = 70;
constexpr int headingHeight = 30;

}  // namespace

BarsView::BarsView(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("barsView");
    setAccessibleName(tr("Bars with the pieces cut from them"));
    const auto grow = [this] {
        setMinimumHeight(heightNeeded());
        update();
    };
    connect(session, &Session::appraisalChanged, this, grow);
    connect(session, &Session::unitsChanged, this, grow);
    connect(session, &Session::selectionChanged, this, grow);
    grow();
}

const workshop::Fabrication *BarsView::fabrication() const {
    m_held = m_session->shownAppraisal();
    return fabricationOf(*m_session, *m_held);
}

int BarsView::heightNeeded() const {
    const workshop::Fabrication *f = fabrication();
    if (!f) return 120;
    int height = 12;
    for (const workshop::SectionNesting &n : f->nestings)
        height += headingHeight + barPitch * static_cast<int>(n.nesting.bars.size());
    return height;
}

void BarsView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), colors().paper);
    if (m_session->isWorking()) p.setOpacity(0.75);
    paintInto(p, rect());
}

void BarsView::paintInto(QPainter &p, const QRectF &box) const {
    const workshop::Fabrication *f = fabrication();
    p.setPen(colors().ink);
    if (!f) {
        p.setFont(textFont(13));
        p.drawText(box, Qt::AlignCenter | Qt::TextWordWrap, tr("Nothing to cut yet: lay out a piece first."));
        return;
    }
    if (f->nestings.empty()) {
        p.setFont(textFont(13));
        p.drawText(box, Qt::AlignCenter | Qt::TextWordWrap,
                   std::any_of(f->cuts.begin(), f->cuts.end(), [](const auto &c) { return !c.isPlate; })
                       ? tr("All bars of this piece are cut.")
                       : tr("No bar is needed for this piece."));
        return;
    }
    double longest = 1;
    for (const workshop::SectionNesting &n : f->nestings)
        for (const workshop::NestedBar &b : n.nesting.bars) longest = std::max(longest, b.bar.length);
    double y = box.top() + 6;
    for (const workshop::SectionNesting &n : f->nestings) {
        p.setPen(colors().ink);
        p.setFont(textFont(12, true));
        p.drawText(QRectF(box.left() + 8, y, box.width() - 16, headingHeight),
                   Qt::AlignLeft | Qt::AlignVCenter,
                   tr("%1, %2%3")
                       .arg(QString::fromStdString(n.section), QString::fromStdString(n.material),
                            n.nesting.optimal ? QString() : tr(" (best found so far)")));
        y += headingHeight;
        for (const workshop::NestedBar &b : n.nesting.bars) {
            bool remnant = false;
            for (const workshop::RackItem &i : m_session->job().shop.rack)
                if (b.bar.item == i.id) remnant = i.remnant;
            drawBar(p, QRectF(box.left() + 8, y, box.width() - 16, barPitch), b, longest, remnant);
            y += barPitch;
        }
    }
}

void BarsView::drawBar(QPainter &p, const QRectF &line, const workshop::NestedBar &bar, double longest,
                       bool remnant) const {
    const double scale = line.width() / longest;
    const QRectF whole(line.left(), line.top() + 4, bar.bar.length * scale, barHeight);
    const auto print = [this](double mm) {
        return QString::fromStdString(
            measure::printQuantity(mm, measure::Quantity::Length, m_session->units()));
    };
    // On hand: plain. A remnant: with diagonal lines. To be bought: dashed outline and dots.
    p.setPen(QPen(colors().ink, 2, bar.bar.onHand ? Qt::SolidLine : Qt::DashLine));
    p.setBrush(colors().paper);
    p.drawRect(whole);
    if (remnant) {
        p.setBrush(QBrush(colors().rule, Qt::FDiagPattern));
        p.drawRect(whole);
    }
    double x = whole.left();
    for (const workshop::PieceLength &piece : bar.pieces) {
        const QRectF cut(x, whole.top(), piece.length * scale, whole.height());
        const bool chosen = m_session->selected().toStdString() == piece.name;
        p.setPen(QPen(colors().ink, 1.4));
        p.setBrush(chosen ? colors().yellow : colors().panel);
        p.drawRect(cut);
        if (!bar.bar.onHand) {
            p.setBrush(QBrush(colors().faint, Qt::Dense7Pattern));
            p.drawRect(cut);
        }
        p.setPen(chosen ? QColor("#1E2428") : colors().ink);
        p.setFont(measureFont(9));
        const QString text =
            QStringLiteral("%1\n%2").arg(called(*m_session, *m_held, piece.name), print(piece.length));
        const QRectF room = cut.adjusted(2, 0, -2, 0);
        if (room.contains(p.boundingRect(room, Qt::AlignCenter | Qt::TextWordWrap, text)))
            p.drawText(room, Qt::AlignCenter | Qt::TextWordWrap, text);
        x += (piece.length + bar.kerf) * scale;
    }
    p.setPen(colors().ink);
    p.setFont(textFont(10));
    const QString kind = !bar.bar.onHand ? tr("to buy") : (remnant ? tr("remnant") : tr("on the rack"));
    p.drawText(QRectF(line.left(), whole.bottom() + 2, line.width(), 20), Qt::AlignLeft | Qt::AlignVCenter,
               tr("%1, %2, %3; %4 left over")
                   .arg(QString::fromStdString(bar.bar.id), kind, print(bar.bar.length), print(bar.left())));
}

CutModel::CutModel(Session *session, QObject *parent)
    : QAbstractTableModel(parent), m_session(session), m_shown(session->shownAppraisal()) {
    const auto reset = [this] {
        beginResetModel();
        m_shown = m_session->shownAppraisal();
        endResetModel();
    };
    connect(session, &Session::appraisalChanged, this, reset);
    connect(session, &Session::unitsChanged, this, reset);
}

const workshop::CutItem *CutModel::item(int row) const {
    const workshop::Fabrication *f = fabricationOf(*m_session, *m_shown);
    return f && row >= 0 && row < static_cast<int>(f->cuts.size()) ? &f->cuts[static_cast<std::size_t>(row)]
                                                                   : nullptr;
}

int CutModel::rowCount(const QModelIndex &parent) const {
    const workshop::Fabrication *f = parent.isValid() ? nullptr : fabricationOf(*m_session, *m_shown);
    return f ? static_cast<int>(f->cuts.size()) : 0;
}

int CutModel::columnCount(const QModelIndex &parent) const {
    return parent.isValid() ? 0 : 7;
}

QVariant CutModel::data(const QModelIndex &index, int role) const {
    const workshop::CutItem *c = index.isValid() ? item(index.row()) : nullptr;
    if (!c || index.column() >= columnCount()) return {};
    const auto length = [this](double mm) {
        return QString::fromStdString(
            measure::printQuantity(mm, measure::Quantity::Length, m_session->units()));
    };
    if (role == Qt::UserRole) return QString::fromStdString(c->part);  // whatever people call it
    if (role == Qt::FontRole && index.column() >= 2) return measureFont(10.5);
    if (role == Qt::TextAlignmentRole && index.column() >= 2)
        return static_cast<int>(Qt::AlignRight | Qt::AlignVCenter);
    if (role != Qt::DisplayRole) return {};
    switch (index.column()) {
        case 0:
            return called(*m_session, *m_shown, c->part);
        case 1:
            return QStringLiteral("%1 %2").arg(QString::fromStdString(c->stock),
                                               QString::fromStdString(c->material));
        case 2:
            return c->isPlate ? QStringLiteral("%1 × %2").arg(length(c->length), length(c->width))
                              : length(c->length);
        case 3:
            return c->isPlate ? QString()
                              : QStringLiteral("%1° / %2°")
                                    .arg(degrees(c->miterFrom), 0, 'f', 1)
                                    .arg(degrees(c->miterTo), 0, 'f', 1);
        case 4:
            return c->holes.empty() ? QString() : QString::number(c->holes.size());
        case 5:
            return QString::fromStdString(
                measure::printQuantity(c->mass, measure::Quantity::Mass, m_session->units()));
        default: {
            const job::PieceAppraisal *piece = m_session->chosen(*m_shown);
            const log::CutPart *done = piece ? m_session->job().log.cutPart(piece->id, c->part) : nullptr;
            if (!done) return QString();
            return done->bar.empty() ? QStringLiteral("✓")
                                     : QStringLiteral("✓ %1").arg(QString::fromStdString(done->bar));
        }
    }
}

QVariant CutModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || role != Qt::DisplayRole) return {};
    static const std::array<const char *, 7> names{"Part",  "From", "Longest edge", "Saw",
                                                   "Holes", "Mass", "Cut"};
    return tr(names[static_cast<std::size_t>(section)]);
}

CutBench::CutBench(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("cutBench");
    m_bars = new BarsView(session, this);
    m_stock = new QScrollArea(this);
    m_stock->setWidget(m_bars);
    m_stock->setWidgetResizable(true);
    m_model = new CutModel(session, this);
    m_table = new QTableView(this);
    m_table->setObjectName("cutTable");
    m_table->setAccessibleName(tr("Cut list"));
    m_table->setModel(m_model);
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setSelectionMode(QAbstractItemView::SingleSelection);
    m_table->setAlternatingRowColors(true);
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setMinimumSectionSize(34);
    m_table->verticalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);  // long names wrap
    m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    m_table->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    m_table->setTabKeyNavigation(false);
    m_note = new QLabel(this);
    m_note->setObjectName("cutNote");
    m_note->setWordWrap(true);
    m_note->setMinimumHeight(58);
    m_note->setTextFormat(Qt::PlainText);
    auto *caution = new QLabel(tr("Clean mill scale, zinc and paint off where it will be welded: the fumes "
                                  "of coatings are poisonous. Guard, gloves and "
                                  "glasses at the saw and the grinder."),
                               this);
    caution->setObjectName("caution");
    caution->setWordWrap(true);
    auto *save = new QPushButton(tr("Cut list as CSV..."), this);
    save->setObjectName("exportCuts");
    connect(save, &QPushButton::clicked, this, &CutBench::exportAsked);
    auto *rack = new QPushButton(tr("Rack and prices..."), this);
    rack->setObjectName("openRack");
    connect(rack, &QPushButton::clicked, this, &CutBench::rackAsked);
    m_tick = new QPushButton(this);
    m_tick->setObjectName("tickCut");
    connect(m_tick, &QPushButton::clicked, this, &CutBench::tick);
    m_asCutLabel = new QLabel(tr("As cut"), this);
    m_asCut = new QuantityEdit(session, measure::Quantity::Length, this);
    m_asCut->setObjectName("asCut");
    m_asCut->setAccessibleName(tr("Length as cut"));
    m_asCut->setMaximumWidth(130);
    connect(m_asCut, &QuantityEdit::valueTyped, this, [this](double value) {
        const job::PieceAppraisal *piece = m_session->chosen(*m_session->shownAppraisal());
        if (!piece || !(value > 0)) return;
        m_session->edit(tr("Length as cut of %1").arg(QString::fromStdString(m_chosen)),
                        [&](job::Job &job) { job::setAsCut(job, piece->id, m_chosen, value); });
    });
    m_booked = new QLabel(this);
    m_booked->setObjectName("cutBooked");
    m_booked->setWordWrap(true);
    auto *done = new QHBoxLayout;
    done->addWidget(m_booked, 1);
    done->addWidget(m_asCutLabel);
    done->addWidget(m_asCut);
    done->addWidget(m_tick);
    auto *foot = new QHBoxLayout;
    foot->addWidget(caution, 1);
    foot->addWidget(rack);
    foot->addWidget(save);
    auto *bars = new QWidget(this);
    auto *layout = m_lay = new QVBoxLayout(bars);
    layout->setContentsMargins(0, 0, 0, 0);
    m_part = new CutPartView(session, this);
    layout->addWidget(m_stock, 3);
    layout->addWidget(m_part, 4);
    layout->addWidget(m_table, 4);
    layout->addWidget(m_note);
    layout->addLayout(done);
    layout->addLayout(foot);
    layPages(bars);
    connect(m_table->selectionModel(), &QItemSelectionModel::currentRowChanged, this, &CutBench::describe);
    // The list is made anew with every answer: what was chosen stays chosen.
    connect(m_model, &QAbstractItemModel::modelReset, this, [this] {
        const std::string wanted = m_chosen.empty() ? m_session->selected().toStdString() : m_chosen;
        for (int row = 0; row < m_model->rowCount(); ++row)
            if (m_model->item(row)->part == wanted) return m_table->selectRow(row);
    });
    // A part that is chosen anywhere is seen here as it is cut.
    connect(session, &Session::selectionChanged, this, [this] {
        const std::string wanted = m_session->selected().toStdString();
        for (int row = 0; row < m_model->rowCount(); ++row)
            if (m_model->item(row)->part == wanted && m_table->currentIndex().row() != row)
                return m_table->selectRow(row);
    });
    connect(session, &Session::unitsChanged, this, &CutBench::describe);
    connect(session, &Session::appraisalChanged, this, &CutBench::describe);
    connect(session, &Session::jobChanged, this, &CutBench::showTick);
    describe();
}

/// What the saw cuts, what the bender bends, what comes out of sheets.
void CutBench::layPages(QWidget *bars) {
    m_sheets = new SheetPage(m_session, this);
    connect(m_sheets, &SheetPage::filesAsked, this, &CutBench::sheetFilesAsked);
    m_pages = new PageStack(this);
    QHBoxLayout *chooser = pageChooser(m_pages,
                                       {{tr("Parts"), "pageParts", bars},
                                        {tr("Bender"), "pageBender", new BendPage(m_session, this)},
                                        {tr("Sheets"), "pageSheets", m_sheets},
                                        {tr("Buy"), "pageBuy", new BuyPage(m_session, this)}},
                                       110);
    auto *all = new QVBoxLayout(this);
    all->setContentsMargins(8, 8, 8, 8);
    all->addLayout(chooser);
    all->addWidget(m_pages, 1);
}

CutBench::OnBar CutBench::barOfChosen(const workshop::Fabrication &f) const {
    for (const workshop::SectionNesting &n : f.nestings)
        for (const workshop::NestedBar &b : n.nesting.bars)
            for (const workshop::PieceLength &p : b.pieces)
                if (p.name == m_chosen) return {&n, &b};
    return {};
}

/// What can be said of the chosen part: that it is cut, from which bar, how long it became.
void CutBench::showTick() {
    const auto appraisal = m_session->shownAppraisal();
    const job::PieceAppraisal *piece = m_session->chosen(*appraisal);
    const workshop::CutItem *c = m_model->item(m_table->currentIndex().row());
    const log::CutPart *done = c && piece ? m_session->job().log.cutPart(piece->id, c->part) : nullptr;
    const OnBar on = c && piece && piece->fabrication ? barOfChosen(*piece->fabrication) : OnBar{};
    m_tick->setVisible(c != nullptr);
    // Until the bars are laid out anew they are those of the job before.
    m_tick->setEnabled(!m_session->isWorking() && (done || on.bar || (c && c->isPlate)));
    m_tick->setText(done     ? tr("Take the tick back")
                    : on.bar ? tr("Tick bar %1 as cut").arg(QString::fromStdString(on.bar->bar.id))
                             : tr("Tick as cut"));
    const bool measured = done && c && !c->isPlate;
    m_asCutLabel->setVisible(measured);
    m_asCut->setVisible(measured);
    if (measured) m_asCut->setValue(done->length > 0 ? done->length : c->length);
    if (!done && !on.bar) m_booked->clear();
}

/// A plate by itself; a bar with all that is cut from it, as it leaves the rack once.
void CutBench::tick() {
    const auto appraisal = m_session->shownAppraisal();
    const job::PieceAppraisal *piece = m_session->chosen(*appraisal);
    const workshop::CutItem *c = m_model->item(m_table->currentIndex().row());
    if (!piece || !c || !piece->fabrication) return;
    const std::string part = c->part, date = today();
    const QString name = called(*m_session, *appraisal, part);
    if (m_session->job().log.cutPart(piece->id, part)) {
        m_session->edit(tr("Take back that %1 is cut").arg(name),
                        [&](job::Job &job) { job::untickCut(job, piece->id, part); });
        m_booked->setText(tr("The rack stays as it was booked: put the bar right there, or undo."));
        return;
    }
    const OnBar on = barOfChosen(*piece->fabrication);
    if (!on.bar) {
        m_session->edit(tr("Tick %1 as cut").arg(name),
                        [&](job::Job &job) { job::tickCut(job, piece->id, part, date); });
        return;
    }
    const QString bar = QString::fromStdString(on.bar->bar.id);
    job::Job cut = m_session->job();
    const auto booked = job::cutBar(cut, piece->id, *on.kind, *on.bar, date);
    if (!booked) return m_booked->setText(worded(booked.error().sentence()));
    m_session->edit(tr("Cut bar %1").arg(bar), [&](job::Job &job) { job = cut; });
    const QString left = QString::fromStdString(
        measure::printQuantity(booked->left, measure::Quantity::Length, m_session->units()));
    m_booked->setText(booked->mark.empty() ? tr("%1 is cut up; %2 of it are scrap.").arg(bar, left)
                                           : tr("%1 is cut up; %2 go back to the rack. Mark them %3.")
                                                 .arg(bar, left, QString::fromStdString(booked->mark)));
}

void CutBench::describe() {
    const workshop::CutItem *c = m_model->item(m_table->currentIndex().row());
    if (c) m_chosen = c->part;
    showTick();
    m_part->show(c ? c->part : std::string());
    // Of plates the bars have nothing to show, and the drawing tells their holes: the room is the drawing's.
    const bool isPlate = c && c->isPlate;
    m_stock->setVisible(!isPlate);
    m_note->setVisible(!isPlate);
    constexpr int large = 10, usual = 4;
    m_lay->setStretchFactor(m_part, isPlate ? large : usual);
    if (!c) {
        m_note->setText(tr("Choose a part to see its holes and how to cut it."));
        return;
    }
    const auto print = [this](double mm) {
        return QString::fromStdString(
            measure::printQuantity(mm, measure::Quantity::DrilledLength, m_session->units()));
    };
    QString text = worded(c->note, m_session->units());
    for (const armor::Hole &h : c->holes)
        text += QStringLiteral("%1%2 ⌀ %3 at %4 / %5")
                    .arg(text.isEmpty()              ? ""
                         : text.endsWith(QChar('.')) ? " "
                                                     : ";  ",
                         worded(h.purpose), print(h.diameter), print(h.at.x()), print(h.at.y()));
    if (!c->holes.empty())
        text += c->isPlate ? tr("  (plate holes in vehicle axes)")
                           : tr("  (from the start of the bar / above its middle)");
    m_note->setText(text.isEmpty() ? tr("No holes, nothing special.") : text);
    m_session->select(QString::fromStdString(c->part));
}

void CutBench::showSubject(const QString &subject) {
    m_pages->setCurrentIndex(0);
    for (int r = 0; r < m_model->rowCount(); ++r)
        if (QString::fromStdString(m_model->item(r)->part) == subject) m_table->selectRow(r);
    m_session->select(subject);
}

}  // namespace hefty::app
