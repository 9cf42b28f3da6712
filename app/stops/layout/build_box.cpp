#include "app/stops/layout/build_box.h"

#include <QComboBox>
#include <QCoreApplication>
#include <QFormLayout>
#include <QIcon>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QToolButton>
#include <QVBoxLayout>

#include "app/window/keep_rows.h"
#include "app/window/theme.h"
#include "app/window/worded.h"
#include "core/job/design/kits.h"

namespace hefty::app {

using Field = BuildField::Kind;

BuildBox::BuildBox(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("buildBox");
    m_layout = new QVBoxLayout(this);
    m_layout->setContentsMargins(0, 0, 0, 0);
    auto *heading = new QLabel(tr("Build by hand"), this);
    heading->setFont(textFont(12, true));
    m_layout->addWidget(heading);
    m_kind = new QComboBox(this);
    m_kind->setObjectName("buildKind");
    m_kind->setAccessibleName(tr("What to build"));
    m_kind->setSizeAdjustPolicy(
        QComboBox::AdjustToMinimumContentsLengthWithIcon);  // never wider than the tray
    m_kind->setMinimumContentsLength(12);
    for (const BuildSpec &o : buildSpecs())
        m_kind->addItem(o.addOn ? tr("Add: %1").arg(QCoreApplication::translate("build", o.name).toLower())
                                : QCoreApplication::translate("build", o.name),
                        QLatin1String(o.op));
    m_layout->addWidget(m_kind);
    m_about = new QLabel(this);
    m_about->setObjectName("buildAbout");
    m_about->setWordWrap(true);
    m_about->setFont(textFont(10));
    m_layout->addWidget(m_about);
    auto *build = new QPushButton(tr("Build"), this);
    build->setObjectName("buildMake");
    m_note = new QLabel(this);
    m_note->setObjectName("buildNote");
    m_note->setWordWrap(true);
    m_trial = new QLabel(this);
    m_trial->setObjectName("buildTrial");
    m_trial->setWordWrap(true);
    m_list = new QVBoxLayout;
    m_layout->addWidget(build);
    m_layout->addWidget(m_trial);
    m_layout->addWidget(m_note);
    m_layout->addLayout(m_list);
    connect(m_kind, &QComboBox::currentIndexChanged, this, &BuildBox::layFields);
    connect(build, &QPushButton::clicked, this, &BuildBox::make);
    connect(session, &Session::selectionChanged, this, [this] {
        const QString part = m_session->selected();
        if (part.isEmpty()) return;
        for (const BuildField &f : spec().fields)
            if (f.kind == Field::Part) setText(QLatin1String(f.key), part);
    });
    connect(session, &Session::jobChanged, this, &BuildBox::refresh);
    connect(session, &Session::pieceChosen, this, [this] {
        pick({});
        refresh();
    });
    connect(session, &Session::appraisalChanged, this, &BuildBox::freshNames);
    layFields();
    refresh();
}

const BuildSpec &BuildBox::spec() const {
    return buildSpecs()[static_cast<std::size_t>(m_kind->currentIndex())];
}

QString BuildBox::textOf(const QString &key) const {
    const auto it = m_edits.find(key);
    if (it == m_edits.end()) return {};
    const auto *box = qobject_cast<const QComboBox *>(it->second);
    return box ? box->currentText() : static_cast<const QLineEdit *>(it->second)->text();
}

void BuildBox::setText(const QString &key, const QString &text) {
    const auto it = m_edits.find(key);
    if (it == m_edits.end()) return;
    if (auto *box = qobject_cast<QComboBox *>(it->second))
        box->setCurrentText(text);
    else
        static_cast<QLineEdit *>(it->second)->setText(text);
}

QWidget *BuildBox::makeField(const BuildField &f) {
    QStringList words;
    if (f.kind == Field::Way)
        for (const auto &[word, way] : armor::directionWords) words << QLatin1String(word);
    if (f.kind == Field::RailEnd) words = {"front", "rear"};
    if (f.kind == Field::Side) words = {"left", "right"};
    if (f.kind == Field::BarEnd) words = {"start", "end"};
    if (f.kind == Field::Acts) words = {"strike", "step", "jack", "rock"};
    if (f.kind == Field::Template) {
        auto *box = new QComboBox;
        for (const job::Template &t : m_session->job().templates)
            box->addItem(QString::fromStdString(t.name));
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        box->setMinimumContentsLength(8);
        box->setToolTip(tr("Templates are read from drawings in Measure, Templates."));
        connect(box, &QComboBox::currentTextChanged, this, &BuildBox::changed);
        return box;
    }
    if (f.kind == Field::Choice)
        for (const std::string &id : armor::options(f.choice, m_session->stock()))
            words << QString::fromStdString(id);
    if (f.kind == Field::Section)
        for (const auto *list : {&m_session->stock().sections, &m_session->stock().ripped})
            for (const stock::Section &s : *list) words << QString::fromStdString(s.id);
    if (!words.isEmpty()) {
        auto *box = new QComboBox;
        box->addItems(words);
        box->setCurrentText(QLatin1String(f.standard));
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        box->setMinimumContentsLength(8);
        connect(box, &QComboBox::currentTextChanged, this, &BuildBox::changed);
        return box;
    }
    auto *edit = new QLineEdit(QLatin1String(f.standard));
    if (f.kind == Field::Part && !m_session->selected().isEmpty()) edit->setText(m_session->selected());
    if (f.kind == Field::Place) edit->setPlaceholderText(tr("beam@350 or x, y, z"));
    if (f.kind == Field::Wall) edit->setPlaceholderText(tr("beam@350 wall rearward"));
    connect(edit, &QLineEdit::textChanged, this, &BuildBox::changed);
    return edit;
}

/// A button that lets the field's place be pointed at in the pictures.
QToolButton *BuildBox::makePick(const BuildField &f) {
    const QString key = QLatin1String(f.key);
    auto *button = new QToolButton;
    button->setIcon(QIcon(":/icons/pick.svg"));
    button->setCheckable(true);
    button->setObjectName("pick." + key);
    button->setAccessibleName(tr("Pick \"%1\" in the pictures").arg(f.label()));
    button->setToolTip(button->accessibleName());
    button->setFixedSize(36, 36);
    connect(button, &QToolButton::clicked, this, [this, key](bool on) { pick(on ? key : QString()); });
    m_picks[key] = button;
    return button;
}

void BuildBox::layFields() {
    pick({});
    delete m_fields;
    m_edits.clear();
    m_picks.clear();
    m_fields = new QWidget(this);
    auto *form = new QFormLayout(m_fields);
    form->setContentsMargins(0, 0, 0, 0);
    for (const BuildField &f : spec().fields) {
        QWidget *widget = makeField(f);
        widget->setObjectName(QStringLiteral("build.") + QLatin1String(f.key));
        widget->setAccessibleName(f.label());
        m_edits[QLatin1String(f.key)] = widget;
        auto *label = new QLabel(f.label(), m_fields);
        label->setWordWrap(true);
        label->setBuddy(widget);
        if (f.kind == Field::Place || f.kind == Field::Wall || f.kind == Field::Spot ||
            f.kind == Field::OnPart) {
            auto *row = new QHBoxLayout;
            row->setContentsMargins(0, 0, 0, 0);
            row->addWidget(widget, 1);
            row->addWidget(makePick(f));
            form->addRow(label, row);
        } else {
            form->addRow(label, widget);
        }
    }
    const armor::AddOn *addOn = spec().addOn;
    m_about->setText(addOn ? worded(addOn->about) : QString());
    m_about->setVisible(addOn);
    m_layout->insertWidget(3, m_fields);
    m_fields->show();
    freshNames();
    emit changed();
}

/// A name that the piece does not have yet, as long as the person has not written another.
void BuildBox::freshNames() {
    const BuildField *f = spec().field("name");
    const auto *shown = m_session->chosen(*m_session->appraisal());
    if (!f || !shown || !shown->assembly) return;
    const std::string now = textOf("name").toStdString();
    const std::string standard = f->standard;
    if (!now.starts_with(standard) || !shown->assembly->has(now)) return;
    int n = 2;
    while (shown->assembly->has(standard + std::to_string(n))) ++n;
    setText("name", QString::fromStdString(standard + std::to_string(n)));
}

void BuildBox::pick(const QString &key) {
    if (m_pick == key) return;
    m_pick = key;
    for (const auto &[of, button] : m_picks) button->setChecked(of == key);
    emit pickChanged();
}

void BuildBox::keyPressEvent(QKeyEvent *event) {
    if (event->key() == Qt::Key_Escape && !m_pick.isEmpty()) return pick({});
    QWidget::keyPressEvent(event);
}

void BuildBox::picked(const QString &text) {
    const QString key = m_pick;
    setText(key, text);
    QString next;
    bool beyond = false;
    for (const BuildField &f : spec().fields) {
        if (beyond && next.isEmpty() && f.kind == Field::Place) next = QLatin1String(f.key);
        beyond = beyond || key == QLatin1String(f.key);
    }
    pick(next);
}

Result<Json> BuildBox::operation(const QString &overKey, const QString &overText) const {
    std::map<QString, QString> texts;
    for (const auto &[key, widget] : m_edits) texts[key] = key == overKey ? overText : textOf(key);
    auto json = operationFrom(spec(), texts, m_session->units());
    return json ? job::withOutline(std::move(*json), m_session->job().templates) : json;
}

void BuildBox::tell(const QString &text) {
    m_trial->setText(text);
}

void BuildBox::make() {
    m_note->clear();
    pick({});
    const auto json = operation();
    if (!json) return m_note->setText(QString::fromStdString(json.error().message));
    m_session->editPiece(tr("Build: %1").arg(m_kind->currentText().toLower()),
                         [&](armor::Piece &piece) { piece.operations.push_back(*json); });
    for (const BuildField &f : spec().fields)
        if (f.kind == Field::Place || f.kind == Field::Wall || f.kind == Field::Spot)
            setText(QLatin1String(f.key), f.standard);
}

/// The templates of the job may have become more.
void BuildBox::freshTemplates() {
    const auto it = m_edits.find("template");
    auto *box = it == m_edits.end() ? nullptr : qobject_cast<QComboBox *>(it->second);
    const auto &templates = m_session->job().templates;
    if (!box || box->count() == static_cast<int>(templates.size())) return;
    const QString was = box->currentText();
    box->clear();
    for (const job::Template &t : templates) box->addItem(QString::fromStdString(t.name));
    box->setCurrentText(was);
}

void BuildBox::refresh() {
    freshTemplates();
    const armor::Piece *piece = m_session->piece();
    setEnabled(piece != nullptr);
    keepRows(m_list, piece ? static_cast<int>(piece->operations.size()) : 0, [this](int row) {
        auto *remove = new QPushButton(this);
        remove->setObjectName(QStringLiteral("removeOperation%1").arg(row));
        remove->setFont(textFont(10));
        connect(remove, &QPushButton::clicked, this, [this, row] {
            m_session->editPiece(tr("Take back what was built by hand"), [row](armor::Piece &p) {
                if (row < static_cast<int>(p.operations.size()))
                    p.operations.erase(p.operations.begin() + row);
            });
        });
        return remove;
    });
    for (int i = 0; i < m_list->count(); ++i) {
        const Json &o = piece->operations[static_cast<std::size_t>(i)];
        const auto word = [&o](const char *key) {
            const auto it = o.find(key);
            return it != o.end() && it->is_string() ? QString::fromStdString(it->get<std::string>())
                                                    : QString();
        };
        const QString what =
            QStringLiteral("%1 %2").arg(word("op"), word("name").isEmpty() ? word("part") : word("name"));
        if (auto *remove = qobject_cast<QPushButton *>(m_list->itemAt(i)->widget()))
            remove->setText(tr("Take back: %1").arg(what));
    }
}

}  // namespace hefty::app
