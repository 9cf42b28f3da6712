#include "app/stops/layout/tweak_box.h"

#include <algorithm>

#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QPushButton>
#include <QSignalBlocker>
#include <QVBoxLayout>

#include "app/window/keep_rows.h"
#include "app/window/quantity_edit.h"
#include "app/window/theme.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

using Kind = armor::Tweak::Kind;

Kind kindOf(const QComboBox *box) {
    return static_cast<Kind>(box->currentData().toInt());
}

/// What the first field of a change begins with [mm].
double firstStandard(Kind kind) {
    switch (kind) {
        case Kind::Drill:
            return 11;
        case Kind::Gusset:
            return 80;
        case Kind::WeldLeg:
            return 8;
        case Kind::Stitch:
            return 40;
        default:
            return 0;
    }
}

}  // namespace

TweakBox::TweakBox(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("tweaks");
    m_part = new QLabel(this);
    m_part->setObjectName("tweakPart");
    m_part->setWordWrap(true);
    m_kind = new QComboBox(this);
    m_kind->setObjectName("tweakKind");
    m_kind->setAccessibleName(tr("Kind of change"));
    m_choice = new QComboBox(this);
    m_choice->setObjectName("tweakChoice");
    m_choice->setAccessibleName(tr("What it becomes"));
    auto *grid = new QGridLayout;
    const auto field = [&](QuantityEdit *&edit, QLabel *&name, const char *object, int row) {
        name = new QLabel(this);
        edit = new QuantityEdit(session, measure::Quantity::Length, this);
        edit->setObjectName(object);
        connect(edit, &QuantityEdit::valueTyped, edit, &QuantityEdit::setValue);
        connect(edit, &QuantityEdit::valueTyped, this, [edit](double v) { edit->setProperty("amount", v); });
        grid->addWidget(name, row, 0);
        grid->addWidget(edit, row, 1);
    };
    field(m_first, m_firstName, "tweakFirst", 0);
    field(m_second, m_secondName, "tweakSecond", 1);
    field(m_third, m_thirdName, "tweakThird", 2);
    m_make = new QPushButton(tr("Make the change"), this);
    m_make->setObjectName("tweakMake");
    m_list = new QVBoxLayout;
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_part);
    layout->addWidget(m_kind);
    layout->addWidget(m_choice);
    layout->addLayout(grid);
    layout->addWidget(m_make);
    layout->addLayout(m_list);
    connect(m_kind, &QComboBox::currentIndexChanged, this, &TweakBox::fitFields);
    connect(m_make, &QPushButton::clicked, this, &TweakBox::make);
    connect(session, &Session::selectionChanged, this, &TweakBox::refresh);
    connect(session, &Session::jobChanged, this, &TweakBox::refresh);
    connect(session, &Session::appraisalChanged, this, &TweakBox::nameChanges);
    connect(session, &Session::unitsChanged, this, &TweakBox::refresh);
    refresh();
}

const armor::Assembly *TweakBox::assembly() const {
    const auto appraisal = m_session->appraisal();
    const job::PieceAppraisal *piece = m_session->chosen(*appraisal);
    return piece ? piece->assembly.get() : nullptr;
}

/// True of a bracket of a pattern that builds the gussets added there.
bool TweakBox::addsGussets(const std::string &part) const {
    const armor::Piece *piece = m_session->piece();
    const armor::Pattern *pattern = piece ? armor::pattern(piece->pattern) : nullptr;
    const armor::Provenance *made = assembly() ? assembly()->made(part) : nullptr;
    return pattern && pattern->addsGussets && made && made->role == armor::Role::Mount;
}

/// What a part is called; of a weld both of its parts.
QString TweakBox::called(const std::string &part) const {
    QStringList names;
    for (const QString &id : QString::fromStdString(part).split('~'))
        names << (assembly() ? worded(assembly()->labelOf(id.toStdString())) : id);
    return names.join(tr(" to "));
}

QString TweakBox::describe(const armor::Tweak &t) const {
    const auto mm = [this](double v) {
        return QString::fromStdString(
            measure::printQuantity(v, measure::Quantity::Length, m_session->units()));
    };
    const QString part = called(t.part);
    switch (t.kind) {
        case Kind::Move:
            return tr("%1 moved %2, %3, %4").arg(part, mm(t.by.x()), mm(t.by.y()), mm(t.by.z()));
        case Kind::Section:
            return tr("%1 in %2").arg(part, QString::fromStdString(t.section));
        case Kind::Thickness:
            return tr("%1 %2 thick").arg(part, mm(t.value));
        case Kind::Gusset:
            return tr("gusset %1 at %2").arg(mm(t.value), part);
        case Kind::Drill:
            return tr("hole %1 in %2").arg(mm(t.value), part);
        case Kind::WeldLeg:
            return tr("weld %1, leg %2").arg(part, mm(t.value));
        case Kind::Stitch:
            return tr("weld %1, stitches %2 every %3").arg(part, mm(t.value), mm(t.at.x()));
        case Kind::LeaveOut:
            return tr("weld %1 left out").arg(part);
    }
    return part;
}

void TweakBox::refresh() {
    const armor::Piece *piece = m_session->piece();
    keepRows(m_list, piece ? static_cast<int>(piece->tweaks.size()) : 0, [this](int row) {
        auto *remove = new QPushButton(this);
        remove->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
        remove->setObjectName(QStringLiteral("removeTweak%1").arg(row));
        remove->setFont(textFont(10));
        connect(remove, &QPushButton::clicked, this, [this, row] {
            m_session->editPiece(tr("Remove a change"), [row](armor::Piece &of) {
                if (row < static_cast<int>(of.tweaks.size())) of.tweaks.erase(of.tweaks.begin() + row);
            });
        });
        return remove;
    });
    nameChanges();
    offerKinds();
}

/// Parts are called what the appraisal calls them, which comes after the job.
void TweakBox::nameChanges() {
    const armor::Piece *piece = m_session->piece();
    if (!piece) return;
    for (int i = 0; i < m_list->count() && i < static_cast<int>(piece->tweaks.size()); ++i) {
        auto *remove = qobject_cast<QPushButton *>(m_list->itemAt(i)->widget());
        if (!remove) continue;
        // On two lines of about one length, and never wider than the column that it stands in.
        QString text = tr("Remove: %1").arg(describe(piece->tweaks[static_cast<std::size_t>(i)]));
        const qsizetype half = text.size() / 2, before = text.lastIndexOf(' ', half),
                        after = text.indexOf(' ', half);
        const qsizetype at = after < 0 || (before > 0 && half - before <= after - half) ? before : after;
        if (at > 0) text[at] = '\n';
        remove->setText(text);
    }
}

void TweakBox::offerKinds() {
    const std::string part = m_session->selected().toStdString();
    const armor::Assembly *a = assembly();
    const bool tube = a && a->bar(part), plate = a && a->sheet(part);
    const bool weld = a && std::any_of(a->welds.begin(), a->welds.end(),
                                       [&part](const armor::WeldJoint &w) { return w.name == part; });
    std::vector<std::pair<QString, int>> offers;
    const auto offer = [&offers](const QString &text, Kind kind) {
        offers.emplace_back(text, static_cast<int>(kind));
    };
    if (tube) offer(tr("Other wall"), Kind::Section);
    if (plate) offer(tr("Other thickness"), Kind::Thickness);
    if (tube || plate) {
        offer(tr("Move"), Kind::Move);
        offer(tr("Drill a hole"), Kind::Drill);
    }
    if (weld) {
        offer(tr("Other leg"), Kind::WeldLeg);
        offer(tr("Weld it in stitches"), Kind::Stitch);
        offer(tr("Leave it out"), Kind::LeaveOut);
    }
    if (plate && addsGussets(part)) offer(tr("Add a gusset"), Kind::Gusset);
    const armor::BarPart *bar = a ? a->bar(part) : nullptr;
    const armor::SheetPart *sheet = a ? a->sheet(part) : nullptr;
    const std::string of = bar ? bar->section.id : sheet ? sheet->material.id : std::string();
    if (m_offered == Offered{part, of, m_session->units(), offers}) return;  // what is typed there stays
    m_offered = Offered{part, of, m_session->units(), offers};
    const int before = m_kind->currentData().isValid() ? m_kind->currentData().toInt() : -1;
    const QSignalBlocker quiet(m_kind);
    m_kind->clear();
    for (const auto &[text, kind] : offers) m_kind->addItem(text, kind);
    m_kind->setCurrentIndex(std::max(0, m_kind->findData(before)));
    m_part->setText(tube || plate || weld ? tr("Change <b>%1</b>:").arg(called(part).toHtmlEscaped())
                                          : tr("Click a part in the picture to change it."));
    for (QWidget *w : std::initializer_list<QWidget *>{m_kind, m_make}) w->setVisible(tube || plate || weld);
    fitFields();
}

void TweakBox::fitFields() {
    const std::string part = m_session->selected().toStdString();
    const armor::Assembly *a = assembly();
    const bool any = m_kind->count() > 0;
    const Kind kind = any ? kindOf(m_kind) : Kind::Move;
    QStringList names;
    if (any && kind == Kind::Move) names = {tr("Forward"), tr("Left"), tr("Up")};
    if (any && kind == Kind::Drill) names = {tr("Diameter"), tr("Along"), tr("Across")};
    if (any && kind == Kind::WeldLeg) names = {tr("Leg")};
    if (any && kind == Kind::Stitch) names = {tr("Stitch"), tr("Middle to middle")};
    if (any && kind == Kind::Gusset) names = {tr("Leg"), tr("Above middle")};
    const std::array<std::pair<QuantityEdit *, QLabel *>, 3> fields{
        {{m_first, m_firstName}, {m_second, m_secondName}, {m_third, m_thirdName}}};
    for (int i = 0; i < 3; ++i) {
        const auto &[edit, label] = fields[static_cast<std::size_t>(i)];
        edit->setVisible(i < names.size());
        label->setVisible(i < names.size());
        if (i < names.size()) {
            label->setText(names[i]);
            edit->setAccessibleName(names[i]);
            const double standard = i == 0 ? firstStandard(kind) : kind == Kind::Stitch ? 100 : 0;
            edit->setValue(standard);
            edit->setProperty("amount", standard);
        }
    }
    m_choice->clear();
    m_choice->setVisible(any && (kind == Kind::Section || kind == Kind::Thickness));
    if (!a) return;
    if (const armor::BarPart *t = a->bar(part); t && kind == Kind::Section)
        for (const stock::Section &s : m_session->stock().sections)
            if (s.shape == t->section.shape && s.height == t->section.height && s.width == t->section.width)
                m_choice->addItem(QString::fromStdString(s.id), QString::fromStdString(s.id));
    if (const armor::SheetPart *p = a->sheet(part); p && kind == Kind::Thickness)
        for (const double t : m_session->stock().plateThicknesses(p->material.id))
            m_choice->addItem(QString::fromStdString(measure::printQuantity(
                                  t, measure::Quantity::DrilledLength, m_session->units())),
                              t);
}

void TweakBox::make() {
    if (m_kind->count() == 0) return;
    armor::Tweak tweak;
    tweak.kind = kindOf(m_kind);
    tweak.part = m_session->selected().toStdString();
    const auto amount = [](const QuantityEdit *e) { return e->property("amount").toDouble(); };
    switch (tweak.kind) {
        case Kind::Move:
            tweak.by = {amount(m_first), amount(m_second), amount(m_third)};
            break;
        case Kind::Drill:
            tweak.value = amount(m_first);
            tweak.at = {amount(m_second), amount(m_third)};
            if (const armor::SheetPart *p = assembly() ? assembly()->sheet(tweak.part) : nullptr)
                tweak.at += shape::centroid(p->outline);  // a plate's hole is given from its middle
            else if (const armor::BarPart *t = assembly() ? assembly()->bar(tweak.part) : nullptr)
                tweak.at.x() += t->length() / 2;
            tweak.label = "drilled";
            break;
        case Kind::Gusset:
            tweak.value = amount(m_first);
            tweak.at = {0, amount(m_second)};
            break;
        case Kind::Section:
            tweak.section = m_choice->currentData().toString().toStdString();
            break;
        case Kind::WeldLeg:
            tweak.value = amount(m_first);
            break;
        case Kind::Stitch:
            tweak.value = amount(m_first);
            tweak.at = {amount(m_second), 0};
            break;
        case Kind::LeaveOut:
            break;
        case Kind::Thickness:
            tweak.value = m_choice->currentData().toDouble();
            break;
    }
    m_session->editPiece(tr("Change %1").arg(m_session->selected()),
                         [&](armor::Piece &piece) { piece.tweaks.push_back(tweak); });
}

}  // namespace hefty::app
