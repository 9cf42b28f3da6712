#include "app/stops/prove/prove_bench.h"

#include <algorithm>

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QSlider>
#include <QStyledItemDelegate>
#include <QTableView>
#include <QVBoxLayout>

#include "app/stops/layout/sizing_sheet.h"
#include "app/stops/prove/ledger_page.h"
#include "app/views/structure_view.h"
#include "app/window/page_chooser.h"
#include "app/window/page_stack.h"
#include "app/window/theme.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

/// Of the piece that is worked on.
const proof::Proof *proofOf(const Session &session, const job::Appraisal &appraisal) {
    const job::PieceAppraisal *piece = session.chosen(appraisal);
    return piece ? piece->proof.get() : nullptr;
}

/// Paints the first column as a chip of tempered steel with the number on it.
class TemperDelegate : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter *painter, const QStyleOptionViewItem &option,
               const QModelIndex &index) const override {
        const double use = index.data(Qt::UserRole).toDouble();
        const QRectF cell = QRectF(option.rect).adjusted(3, 3, -3, -3);
        fillTemper(*painter, QPolygonF(cell), use);
        painter->save();
        painter->setFont(measureFont(11, true));
        const QString text = index.data().toString();
        if (use > 1) drawPlate(*painter, cell, text);
        painter->setPen(temperInk(use));
        painter->drawText(cell, Qt::AlignCenter, text);
        painter->restore();
    }

  private:
    /// A plain patch under the number, as hatching alone would make it hard to read.
    static void drawPlate(QPainter &p, const QRectF &cell, const QString &text) {
        const double width = p.fontMetrics().horizontalAdvance(text) + 8;
        p.fillRect(QRectF(cell.center().x() - width / 2, cell.top() + 3, width, cell.height() - 6),
                   temper(1.5));
    }
};

}  // namespace

CheckModel::CheckModel(Session *session, QObject *parent)
    : QAbstractTableModel(parent), m_session(session), m_shown(session->shownAppraisal()) {
    connect(session, &Session::appraisalChanged, this, &CheckModel::refresh);
}

void CheckModel::refresh() {
    beginResetModel();
    m_shown = m_session->shownAppraisal();
    endResetModel();
}

const proof::Check *CheckModel::check(int row) const {
    const proof::Proof *p = proofOf(*m_session, *m_shown);
    return p && row >= 0 && row < static_cast<int>(p->checks.size())
               ? &p->checks[static_cast<std::size_t>(row)]
               : nullptr;
}

int CheckModel::rowOf(const QString &findingId) const {
    const QString id = findingId.section('@', 0, 0);
    for (int r = 0; r < rowCount(); ++r)
        if ("check/" + QString::fromStdString(check(r)->id) == id) return r;
    return -1;
}

int CheckModel::rowCount(const QModelIndex &parent) const {
    const proof::Proof *p = parent.isValid() ? nullptr : proofOf(*m_session, *m_shown);
    return p ? static_cast<int>(p->checks.size()) : 0;
}

int CheckModel::columnCount(const QModelIndex &parent) const {
    return parent.isValid() ? 0 : 2;
}

QVariant CheckModel::data(const QModelIndex &index, int role) const {
    const proof::Check *c = index.isValid() ? check(index.row()) : nullptr;
    if (!c || index.column() >= columnCount()) return {};
    if (role == Qt::UserRole) return c->utilization;
    if (role == Qt::ToolTipRole)
        return tr("%1\n%2%3")
            .arg(worded(c->title), worded(proof::dutyTitle(*proofOf(*m_session, *m_shown), *c)),
                 c->assumed           ? tr("\nNot proved: it rests on an assumed grade.")
                 : !c->beyond.empty() ? tr("\nNot proved: %1.").arg(worded(c->beyond))
                 : c->doubtful()      ? tr("\nNot proved: it hangs on the size of the shells.")
                                      : QString());
    if (role != Qt::DisplayRole) return {};
    const bool open = c->assumed || c->doubtful() || !c->beyond.empty();
    if (index.column() == 0)
        return QString::number(c->utilization, 'f', 2) + (open ? QStringLiteral("?") : QString());
    return worded(c->title) + (open ? tr(" (not proved)") : QString());
}

QVariant CheckModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || role != Qt::DisplayRole) return {};
    return section == 0 ? tr("Works at") : tr("What, by its worst duty");
}

LadderView::LadderView(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("ladder");
    setAccessibleName(tr("Strength ladder"));
    setMinimumHeight(280);
    connect(session, &Session::appraisalChanged, this, qOverload<>(&QWidget::update));
    connect(session, &Session::unitsChanged, this, qOverload<>(&QWidget::update));
}

void LadderView::setDuty(const QString &duty) {
    m_duty = duty.toStdString();
    const Shown shown = toShow();
    setVisible(shown.rungs != nullptr);
    setAccessibleDescription(shown.title);
    update();
}

/// The ladder of the tab that the chosen duty pulls at, else that of the winch line; of a piece without a
/// winch that of its first tab.
LadderView::Shown LadderView::toShow() const {
    const auto appraisal = m_session->shownAppraisal();
    const proof::Proof *proof = proofOf(*m_session, *appraisal);
    if (!proof) return {};
    const auto &cases = proof->duties.cases;
    const auto chosen =
        std::find_if(cases.begin(), cases.end(), [this](const proof::LoadCase &c) { return c.id == m_duty; });
    const proof::Ladder *tab =
        proof->ladder.empty() && !proof->otherLadders.empty() ? &proof->otherLadders.front() : nullptr;
    if (chosen != cases.end() && (chosen->duty == "recovery" || chosen->duty == "snatch"))
        for (const proof::Ladder &l : proof->otherLadders)
            if (std::find(l.alike.begin(), l.alike.end(), chosen->anchors.front()) != l.alike.end()) tab = &l;
    const auto said = [this](double force) {
        return QString::fromStdString(
            measure::printQuantity(force, measure::Quantity::Force, m_session->units()));
    };
    if (tab)
        return {appraisal, worded(tab->title), tr("Shackle rated %1").arg(said(tab->rated)), &tab->rungs};
    if (proof->ladder.empty()) return {};
    return {appraisal, tr("What gives first on the winch line"),
            tr("Winch rated %1").arg(said(proof->ladderRated)), &proof->ladder};
}

void LadderView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), colors().paper);
    paintInto(p, rect());
}

void LadderView::paintInto(QPainter &p, const QRectF &box) const {
    const Shown shown = toShow();
    if (!shown.rungs) return;
    const std::vector<proof::Rung> *rungs = shown.rungs;
    p.setPen(colors().ink);
    p.setFont(textFont(11, true));
    p.drawText(box.adjusted(10, 4, 0, 0), Qt::AlignLeft | Qt::AlignTop, shown.title);
    const double top = box.top() + 34, bottom = box.bottom() - 26;
    constexpr double twoLines = 34;  // of the small letters in which a long name is written
    const int most = std::clamp(static_cast<int>((bottom - top) / twoLines), 3, 8);
    const int count = std::min<int>(most, static_cast<int>(rungs->size()));
    const double left = box.left() + 14, right = box.left() + 112;
    const double step = (bottom - top) / count;
    p.setPen(QPen(colors().ink, 5));
    p.drawLine(QPointF(left, top - 6), QPointF(left, bottom + 6));
    p.drawLine(QPointF(right, top - 6), QPointF(right, bottom + 6));
    for (int i = 0; i < count; ++i) {
        const proof::Rung &r = (*rungs)[static_cast<std::size_t>(i)];
        const double y = bottom - (i + 0.5) * step;
        QPen pen(r.flies ? colors().bad : colors().ink, i == 0 ? 5 : 3);
        if (r.bought) pen.setStyle(Qt::DashLine);
        p.setPen(pen);
        p.drawLine(QPointF(left, y), QPointF(right, y));
        p.setFont(measureFont(9.5, i == 0));
        const QString load = QString::fromStdString(
            measure::printQuantity(r.letsGoAt, measure::Quantity::Force, m_session->units()));
        const double wide = p.fontMetrics().horizontalAdvance(load) + 6;
        p.fillRect(QRectF((left + right) / 2 - wide / 2, y - 9, wide, 18), colors().paper);
        p.setPen(colors().ink);
        p.drawText(QRectF(left, y - 10, right - left, 20), Qt::AlignCenter, load);
        const QRectF text(right + 10, y - step / 2, box.right() - right - 10, step);
        QString title = (r.flies ? QStringLiteral("↗ ") : QString()) + worded(r.title);
        if (i == 0 && !r.where.empty()) title += ", " + worded(r.where);
        p.setFont(textFont(9.5, i == 0));
        constexpr int flags = Qt::AlignLeft | Qt::AlignVCenter | Qt::TextWordWrap;
        if (p.fontMetrics().horizontalAdvance(title) > text.width()) p.setFont(textFont(8, i == 0));
        const double lines = std::max(1.0, std::floor((step + 2) / p.fontMetrics().lineSpacing()));
        if (p.boundingRect(text, flags, title).height() > step + 2)
            title = p.fontMetrics().elidedText(title, Qt::ElideRight,
                                               static_cast<int>((lines - 0.2) * text.width()));
        p.drawText(text, flags, title);
    }
    p.setFont(textFont(9.5));
    p.setPen(colors().faint);
    p.drawText(QRectF(box.left() + 10, bottom + 8, box.width() - 14, 18), Qt::AlignLeft,
               tr("%1.  ↗ can fly.  Dashed: bought").arg(shown.rated));
}

ProveBench::ProveBench(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("proveBench");
    m_structure = new StructureView(session, this);
    m_ladder = new LadderView(session, this);
    m_duty = new QComboBox(this);
    m_duty->setObjectName("duty");
    m_duty->setAccessibleName(tr("Duty"));
    m_duty->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_duty->setMinimumContentsLength(10);
    m_exaggeration = new QSlider(Qt::Horizontal, this);
    m_exaggeration->setObjectName("exaggeration");
    m_exaggeration->setAccessibleName(tr("Exaggeration of the deformed shape"));
    m_exaggeration->setRange(0, 100);
    m_exaggeration->setValue(20);
    m_exaggeration->setFixedWidth(60);
    m_moves = new QLabel(this);
    m_moves->setObjectName("moves");
    m_moves->setFont(textFont(10));
    m_moves->setFixedWidth(112);  // what it says must neither widen the window nor narrow the duty
    m_moves->setToolTip(tr("How far the shape is drawn out, and how far it moves at most"));
    m_model = new CheckModel(session, this);
    m_table = new QTableView(this);
    m_table->setObjectName("checkTable");
    m_table->setAccessibleName(tr("Checks, worst first"));
    m_table->setModel(m_model);
    m_table->setItemDelegateForColumn(0, new TemperDelegate(m_table));
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setSelectionMode(QAbstractItemView::SingleSelection);
    m_table->verticalHeader()->hide();
    m_table->setWordWrap(true);
    m_table->verticalHeader()->setDefaultSectionSize(46);
    m_table->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
    m_table->setColumnWidth(0, 84);
    m_table->setTabKeyNavigation(false);
    auto *why = new QPushButton(tr("Why: the working"), this);
    why->setObjectName("whyCheck");
    auto *caution = new QLabel(tr("Estimates for a competent builder to check. Stand clear of a loaded line: "
                                  "a rope that parts whips back along it."),
                               this);
    caution->setObjectName("caution");
    caution->setWordWrap(true);
    m_assumptions = caution;
    auto *tools = new QHBoxLayout;
    tools->addWidget(new QLabel(tr("Shape ×"), this));
    tools->addWidget(m_exaggeration);
    tools->addWidget(m_moves);
    tools->addStretch();
    auto *left = new QVBoxLayout;
    left->addWidget(m_duty);
    left->addLayout(tools);
    left->addWidget(m_structure, 1);
    left->addWidget(caution);
    auto *checks = new QWidget(this);
    auto *right = new QVBoxLayout(checks);
    right->addWidget(m_table, 3);
    auto *size = new QPushButton(tr("Size the piece…"), this);
    size->setObjectName("sizePiece");
    auto *asks = new QHBoxLayout;
    asks->addWidget(why, 3);
    asks->addWidget(size, 2);
    right->addLayout(asks);
    connect(size, &QPushButton::clicked, this, [this] {
        auto *sheet = new SizingSheet(m_session, this);
        sheet->setAttribute(Qt::WA_DeleteOnClose);
        sheet->open();
    });
    right->addWidget(m_ladder, 2);
    auto *layout = new QHBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    layout->addLayout(left, 1);
    auto *side = new QWidget(this);
    side->setFixedWidth(356);
    right->setContentsMargins(0, 0, 0, 0);
    m_pages = new PageStack(side);
    auto *column = new QVBoxLayout(side);
    column->setContentsMargins(0, 0, 0, 0);
    column->addLayout(pageChooser(
        m_pages,
        {{tr("Checks"), "pageChecks", checks}, {tr("Ledger"), "pageLedger", new LedgerPage(session, this)}},
        110));
    column->addWidget(m_pages, 1);
    layout->addWidget(side);
    connect(session, &Session::appraisalChanged, this, &ProveBench::refresh);
    connect(m_duty, &QComboBox::activated, this, &ProveBench::chooseCase);
    connect(m_exaggeration, &QSlider::valueChanged, this, [this](int v) {
        m_structure->setExaggeration(v);
        chooseCase();
    });
    connect(m_table->selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            [this](const QModelIndex &now) { goToCheck(now.row()); });
    const auto ask = [this] {
        if (const proof::Check *c = m_model->check(m_table->currentIndex().row())) emit whyAsked(c->working);
    };
    connect(m_table, &QTableView::doubleClicked, this, ask);
    connect(m_table, &QTableView::activated, this, ask);
    connect(why, &QPushButton::clicked, this, ask);
    refresh();
}

void ProveBench::refresh() {
    const auto appraisal = m_session->shownAppraisal();
    const proof::Proof *proof = proofOf(*m_session, *appraisal);
    const QString before = m_duty->currentData().toString();
    m_duty->blockSignals(true);
    m_duty->clear();
    m_duty->addItem(tr("Worst of all duties"), QString());
    if (proof)
        for (const proof::LoadCase &c : proof->duties.cases)
            m_duty->addItem(worded(c.title), QString::fromStdString(c.id));
    if (proof && proof->pushOver)
        for (const proof::Collapse &c : proof->pushOver->collapses)
            m_duty->addItem(tr("%1, until it folds").arg(worded(c.title)),
                            QString::fromStdString("strike/" + c.id));
    m_duty->setCurrentIndex(std::max(0, m_duty->findData(before)));
    m_duty->blockSignals(false);
    if (proof) {
        QString list;
        for (const std::string &a : proof->idealization.assumptions) list += "\n" + worded(a);
        m_assumptions->setToolTip(list.trimmed());
    }
    chooseCase();
}

void ProveBench::chooseCase() {
    const auto appraisal = m_session->shownAppraisal();
    const proof::Proof *proof = proofOf(*m_session, *appraisal);
    int chosen = -1;
    if (proof)
        for (std::size_t c = 0; c < proof->duties.cases.size(); ++c)
            if (proof->duties.cases[c].id == m_duty->currentData().toString().toStdString())
                chosen = static_cast<int>(c);
    int fold = -1;
    if (proof && proof->pushOver)
        for (std::size_t c = 0; c < proof->pushOver->collapses.size(); ++c)
            if ("strike/" + proof->pushOver->collapses[c].id ==
                m_duty->currentData().toString().toStdString())
                fold = static_cast<int>(c);
    m_structure->setLoadCase(chosen);
    m_ladder->setDuty(m_duty->currentData().toString());
    m_structure->setCollapse(fold);
    m_moves->setText(chosen < 0 ? tr("%1×").arg(m_exaggeration->value())
                                : tr("%1× of %2")
                                      .arg(m_exaggeration->value())
                                      .arg(QString::fromStdString(measure::printQuantity(
                                          proof->largestMove[static_cast<std::size_t>(chosen)],
                                          measure::Quantity::DrilledLength, m_session->units()))));
}

void ProveBench::goToCheck(int row) {
    const proof::Check *c = m_model->check(row);
    if (!c) return;
    const auto appraisal = m_session->shownAppraisal();
    m_duty->setCurrentIndex(std::max(
        0, m_duty->findData(QString::fromStdString(proof::dutyId(*proofOf(*m_session, *appraisal), *c)))));
    chooseCase();
    m_structure->markPlace(c->at);
    m_session->select(QString::fromStdString(c->part));
}

void ProveBench::showFinding(const job::Finding &finding) {
    const int row = m_model->rowOf(QString::fromStdString(finding.id));
    m_pages->setCurrentIndex(0);
    if (row >= 0)
        m_table->selectRow(row);
    else
        m_session->select(QString::fromStdString(finding.subject));
}

}  // namespace hefty::app
