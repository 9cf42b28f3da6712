#include "app/stops/cut/sheet_page.h"

#include <algorithm>
#include <cmath>
#include <set>

#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPainterPath>
#include <QProgressBar>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/views/drawing_marks.h"
#include "app/window/asking.h"
#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "app/window/worded.h"
#include "core/base/threads.h"
#include "core/exchange/cutting.h"
#include "core/job/shop/cutting.h"

namespace hefty::app {

using measure::Quantity;
using shape::Vec2;

namespace {

/// The place of the sheet makes it unlike all others; its mark, of what a file name may have, tells people.
QString fileName(const workshop::PlateGroup &group, const std::string &sheet, int copy) {
    const std::size_t place = group.placeOf(sheet);
    const QString mark = group.isToBuy(sheet) ? QStringLiteral("new")
                                              : fileNameFor(QString::fromStdString(group.marks[place]));
    return QStringLiteral("%1-%2mm-%3-%4-%5")
        .arg(QString::fromStdString(group.material))
        .arg(group.thickness)
        .arg(place + 1)
        .arg(mark)
        .arg(copy + 1);
}

}  // namespace

SheetsView::SheetsView(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("sheetsView");
    setAccessibleName(tr("Sheets with the plates laid on them"));
    connect(session, &Session::selectionChanged, this, qOverload<>(&QWidget::update));
}

void SheetsView::show(const workshop::PlateGroup *group) {
    m_group = group && group->nesting ? std::optional(*group) : std::nullopt;
    update();
}

void SheetsView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    drawPanel(p, rect(), !m_group ? tr("Lay the plates out to see them on their sheets.") : QString());
    if (!m_group) return;
    std::vector<Drawn> sheets;
    for (const workshop::PlacedPart &placed : m_group->nesting->placed) {
        const Drawn d{placed.sheet, placed.copy, m_group->isToBuy(placed.sheet)};
        if (std::none_of(sheets.begin(), sheets.end(),
                         [&d](const Drawn &o) { return o.sheet == d.sheet && o.copy == d.copy; }))
            sheets.push_back(d);
    }
    // Side by side in as few rows as make them largest.
    constexpr double gap = 14, caption = 24;
    double widest = 1, highest = 1;
    for (const Drawn &d : sheets) {
        const auto &outline = m_group->sheets[m_group->placeOf(d.sheet)].outline;
        widest = std::max(widest, outline[2].x());
        highest = std::max(highest, outline[2].y());
    }
    double best = 0;
    int columns = 1;
    for (int c = 1; c <= static_cast<int>(sheets.size()); ++c) {
        const int rows = (static_cast<int>(sheets.size()) + c - 1) / c;
        const double scale = std::min((width() - gap * (c + 1)) / (c * widest),
                                      (height() - (gap + caption) * rows - gap) / (rows * highest));
        if (scale > best) {
            best = scale;
            columns = c;
        }
    }
    for (std::size_t i = 0; i < sheets.size(); ++i) {
        const int row = static_cast<int>(i) / columns, column = static_cast<int>(i) % columns;
        const QRectF box(gap + column * (widest * best + gap), gap + row * (highest * best + gap + caption),
                         widest * best, highest * best + caption);
        drawSheet(p, box, sheets[i], best);
    }
}

void SheetsView::drawSheet(QPainter &p, const QRectF &box, const Drawn &sheet, double scale) const {
    const auto &outline = m_group->sheets[m_group->placeOf(sheet.sheet)].outline;
    const auto print = [this](double v) {
        return QString::fromStdString(measure::printQuantity(v, Quantity::Length, m_session->units()));
    };
    const QString size = QStringLiteral("%1 × %2").arg(print(outline[2].x()), print(outline[2].y()));
    const Vec2 taken =
        m_group->taken(sheet.sheet, sheet.copy) + Vec2::Constant(m_session->job().shop.plateMargin);
    p.setPen(colors().ink);
    p.setFont(textFont(10, true));
    p.drawText(QRectF(box.left(), box.top(), box.width(), 22), Qt::AlignLeft | Qt::AlignVCenter,
               sheet.toBuy
                   ? tr("To buy, sheet %1: %2, of which %3 × %4 are used")
                         .arg(sheet.copy + 1)
                         .arg(size, print(taken.x()), print(taken.y()))
                   : QStringLiteral("%1: %2").arg(
                         QString::fromStdString(m_group->marks[m_group->placeOf(sheet.sheet)]), size));
    const QPointF origin(box.left(), box.bottom());
    const auto at = [&](const Vec2 &q) { return origin + QPointF(q.x(), -q.y()) * scale; };
    QPolygonF rim;
    for (const Vec2 &q : outline) rim << at(q);
    p.setPen(QPen(colors().ink, 2, sheet.toBuy ? Qt::DashLine : Qt::SolidLine));
    p.setBrush(colors().paper);
    p.drawPolygon(rim);
    const std::string chosen = m_session->selected().toStdString();
    for (const workshop::PlacedPart &placed : m_group->nesting->placed) {
        if (placed.sheet != sheet.sheet || placed.copy != sheet.copy) continue;
        const workshop::CutPlate *plate = m_group->plate(placed.part);
        if (!plate) continue;
        const Eigen::Rotation2Dd turn(placed.turned);
        QPainterPath path;
        QPolygonF shape;
        for (const Vec2 &q : plate->rim) shape << at(Vec2(turn * q + placed.at));
        path.addPolygon(shape);
        path.closeSubpath();
        for (const auto &c : plate->cutouts) {
            QPolygonF hole;
            for (const Vec2 &q : c) hole << at(Vec2(turn * q + placed.at));
            path.addPolygon(hole);
            path.closeSubpath();
        }
        for (const armor::Hole &h : plate->holes)
            path.addEllipse(at(Vec2(turn * h.at + placed.at)), h.diameter / 2 * scale,
                            h.diameter / 2 * scale);
        path.setFillRule(Qt::OddEvenFill);
        const bool marked = plate->id.ends_with("/" + chosen) && !chosen.empty();
        p.setPen(QPen(colors().ink, 1.3));
        p.setBrush(marked ? colors().yellow : colors().rule);
        p.drawPath(path);
        p.setFont(measureFont(8.5));
        p.setPen(marked ? QColor("#1E2428") : colors().ink);
        const QRectF room = shape.boundingRect();
        const QString label = worded(plate->label);
        if (p.fontMetrics().horizontalAdvance(label) < room.width() * 1.1 && room.height() > 14)
            p.drawText(room, Qt::AlignCenter, label);
    }
}

SheetPage::SheetPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("sheetPage");
    m_table =
        new StopTable("sheetTable", tr("Plates by material and thickness"),
                      {tr("Plate"), tr("Parts"), tr("Sheets"), tr("To buy"), tr("Used"), tr("Cost")}, this);
    m_view = new SheetsView(session, this);
    m_lay = new QPushButton(tr("Lay the plates out"), this);
    m_lay->setObjectName("layPlates");
    m_files = new QPushButton(tr("Cutting files..."), this);
    m_files->setObjectName("sheetFiles");
    m_progress = new QProgressBar(this);
    m_progress->setAccessibleName(tr("How far the laying out has come"));
    m_progress->setRange(0, 100);
    m_progress->hide();
    m_note = new QLabel(this);
    m_note->setObjectName("sheetNote");
    m_note->setWordWrap(true);
    auto *foot = new QHBoxLayout;
    foot->addWidget(m_note, 1);
    foot->addWidget(m_progress);
    foot->addWidget(m_files);
    foot->addWidget(m_lay);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_table, 2);
    layout->addWidget(m_view, 5);
    layout->addLayout(foot);
    connect(m_lay, &QPushButton::clicked, this, [this] { m_running ? stop() : layOut(); });
    connect(m_files, &QPushButton::clicked, this, &SheetPage::filesAsked);
    connect(m_table, &QTableWidget::currentCellChanged, this, [this](int row) {
        m_view->show(row >= 0 && row < static_cast<int>(m_groups.size())
                         ? &m_groups[static_cast<std::size_t>(row)]
                         : nullptr);
    });
    connect(session, &Session::appraisalChanged, this, &SheetPage::refresh);
    connect(session, &Session::unitsChanged, this, &SheetPage::fillTable);
    refresh();
}

SheetPage::~SheetPage() {
    stop();
}

/// What is not seen is made when it is shown: a hand that drags elsewhere does not wait for it.
void SheetPage::showEvent(QShowEvent *event) {
    QWidget::showEvent(event);
    refresh();
    fillTable();
}

/// Plates that have changed are laid out anew when the person asks for it: until then there is no layout.
void SheetPage::refresh() {
    if (!isVisible()) return;
    if (m_running) return;
    const auto appraisal = m_session->appraisal();
    if (m_session->isWorking() || (m_of && appraisal->of && m_of->pieces == appraisal->of->pieces &&
                                   m_of->shop == appraisal->of->shop && m_of->log == appraisal->of->log &&
                                   m_of->vehicle == appraisal->of->vehicle))
        return;
    m_of = appraisal->of;
    std::vector<workshop::PieceOfJob> pieces;
    for (const job::PieceAppraisal &p : appraisal->pieces) pieces.push_back({p.id, p.assembly.get()});
    const log::Logbook &log = m_session->job().log;
    m_groups = workshop::plateGroups(
        pieces, m_session->job().shop, m_session->stock(), [&log](const std::string &id) {
            const auto slash = id.find('/');
            return log.cutPart(id.substr(0, slash), id.substr(slash + 1)) != nullptr;
        });
    fillTable();
}

void SheetPage::fillTable() {
    if (!isVisible()) return;
    const auto print = [this](double v, Quantity q) {
        return QString::fromStdString(measure::printQuantity(v, q, m_session->units()));
    };
    const int kept = std::max(0, m_table->currentRow());
    m_table->setRowCount(static_cast<int>(m_groups.size()));
    double cost = 0;
    bool all = !m_groups.empty();
    for (std::size_t i = 0; i < m_groups.size(); ++i) {
        const workshop::PlateGroup &g = m_groups[i];
        std::size_t sheets = 0;
        for (const workshop::PlateSheet &s : g.sheets)
            if (!g.isToBuy(s.id)) sheets += static_cast<std::size_t>(s.count);
        const bool laid = g.nesting.has_value();
        all = all && laid;
        if (laid) cost += g.cost();
        m_table->setRow(static_cast<int>(i),
                        {QStringLiteral("%1, %2").arg(print(g.thickness, Quantity::DrilledLength),
                                                      QString::fromStdString(g.material)),
                         QString::number(g.plates.size()), QString::number(sheets),
                         laid ? QString::number(g.bought()) : "–",
                         laid ? QStringLiteral("%1 %").arg(100 * g.nesting->used, 0, 'f', 0) : "–",
                         laid ? print(g.cost(), Quantity::Money) : "–"});
    }
    if (!m_groups.empty()) m_table->selectRow(std::min(kept, static_cast<int>(m_groups.size()) - 1));
    m_view->show(m_groups.empty() ? nullptr
                                  : &m_groups[static_cast<std::size_t>(std::max(0, m_table->currentRow()))]);
    m_lay->setEnabled(!m_groups.empty());
    m_files->setEnabled(all);
    std::size_t left = 0;
    for (const workshop::PlateGroup &g : m_groups) left += g.nesting ? g.nesting->left.size() : 0;
    m_note->setText(
        m_groups.empty() ? tr("No plate is left to be cut.")
        : left > 0       ? tr("Plates larger than any sheet: %1.").arg(left)
        : all            ? tr("Sheets to buy whole, others by what is cut from them: %1 %2.")
                    .arg(print(cost, Quantity::Money), QString::fromStdString(m_session->job().shop.currency))
              : tr("Sheets of the shop are used first, then new ones."));
}

void SheetPage::layOut() {
    m_running = true;
    m_lay->setText(tr("Stop"));
    m_progress->setValue(0);
    m_progress->show();
    m_worker = std::jthread([this, groups = m_groups,
                             shop = m_session->job().shop](std::stop_token quit) mutable {
        giveWay(5);
        QString problem;
        for (std::size_t i = 0; i < groups.size() && !quit.stop_requested(); ++i) {
            const auto progress = [&](double share) {
                const int percent = static_cast<int>(100 * (static_cast<double>(i) + share) /
                                                     static_cast<double>(groups.size()));
                QMetaObject::invokeMethod(
                    this, [this, percent] { m_progress->setValue(percent); }, Qt::QueuedConnection);
            };
            if (const auto done = workshop::layOut(groups[i], shop, quit, progress); !done)
                problem = worded(done.error().sentence());
        }
        QMetaObject::invokeMethod(
            this, [this, groups = std::move(groups), problem]() mutable { take(std::move(groups), problem); },
            Qt::QueuedConnection);
    });
}

void SheetPage::stop() {
    m_worker.request_stop();
}

void SheetPage::take(std::vector<workshop::PlateGroup> groups, const QString &problem) {
    m_running = false;
    m_lay->setText(tr("Lay the plates out"));
    m_progress->hide();
    m_groups = std::move(groups);
    fillTable();
    if (!problem.isEmpty()) m_note->setText(problem);
    refresh();  // the job may have changed meanwhile
}

Result<int> SheetPage::writeFiles(const QString &folder) const {
    int written = 0;
    for (const workshop::PlateGroup &g : m_groups) {
        if (!g.nesting) continue;
        std::set<std::pair<std::string, int>> sheets;
        for (const workshop::PlacedPart &p : g.nesting->placed) sheets.emplace(p.sheet, p.copy);
        for (const auto &[sheet, copy] : sheets) {
            const std::string path =
                fmt::format("{}/{}.dxf", folder.toStdString(), fileName(g, sheet, copy).toStdString());
            if (auto saved = job::saveText(
                    path, exchange::dxfOfSheet(g, sheet, copy, m_session->job().shop.leastCutHole));
                !saved)
                return tl::unexpected(saved.error());
            ++written;
        }
    }
    return written;
}

}  // namespace hefty::app
