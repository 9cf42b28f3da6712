#include "app/build_box.h"

#include <array>

#include <QComboBox>
#include <QCoreApplication>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QRegularExpression>
#include <QVBoxLayout>

#include "app/theme.h"

namespace hefty::app {
namespace {

enum class Field { Word, Length, Mass, Place, Numbers, Section, Part, Way, End, RailEnd, BarEnd };

struct FieldSpec {
    const char *key;
    const char *name;
    Field kind;
    const char *standard;
};

struct OperationSpec {
    const char *op;
    const char *name;
    std::vector<FieldSpec> fields;
};

const std::vector<OperationSpec> &operations() {
    static const std::vector<OperationSpec> list{
        {"tube",
         QT_TRANSLATE_NOOP("build", "Tube between two places"),
         {{"name", "Name", Field::Word, "tube"},
          {"section", "Section", Field::Section, "RHS 120x80x6"},
          {"from", "From", Field::Place, ""},
          {"to", "To", Field::Place, ""},
          {"bend", "Bend at", Field::Numbers, ""},
          {"radius", "Bend radius", Field::Length, "120 mm"}}},
        {"plate",
         QT_TRANSLATE_NOOP("build", "Plate"),
         {{"name", "Name", Field::Word, "plate"},
          {"thickness", "Thickness", Field::Length, "8 mm"},
          {"at", "Middle", Field::Place, ""},
          {"normal", "Faces", Field::Way, "forward"},
          {"size", "Width, height", Field::Numbers, "100 mm, 100 mm"}}},
        {"gusset",
         QT_TRANSLATE_NOOP("build", "Gusset in a corner"),
         {{"name", "Name", Field::Word, "gusset"},
          {"thickness", "Thickness", Field::Length, "8 mm"},
          {"corner", "Corner", Field::Place, ""},
          {"along", "One leg runs", Field::Way, "forward"},
          {"up", "The other", Field::Way, "left"},
          {"leg", "Leg", Field::Length, "80 mm"}}},
        {"bracket",
         QT_TRANSLATE_NOOP("build", "Side plates on the rails"),
         {{"end", "Ends of the rails", Field::RailEnd, "rear"},
          {"beam", "Beam", Field::Part, ""},
          {"thickness", "Thickness", Field::Length, "10 mm"}}},
        {"tab",
         QT_TRANSLATE_NOOP("build", "Recovery tab through a beam"),
         {{"name", "Name", Field::Word, "tab.left"},
          {"beam", "Beam", Field::Part, ""},
          {"across", "Left of the middle", Field::Length, "430 mm"},
          {"thickness", "Thickness", Field::Length, "20 mm"},
          {"height", "Height", Field::Length, "80 mm"},
          {"reach", "Hole beyond the beam", Field::Length, "45 mm"}}},
        {"receiver",
         QT_TRANSLATE_NOOP("build", "Receiver through a beam"),
         {{"name", "Name", Field::Word, "receiver"},
          {"beam", "Beam", Field::Part, ""},
          {"towMass", "Trailer", Field::Mass, "1500 kg"}}},
        {"cap",
         QT_TRANSLATE_NOOP("build", "End cap"),
         {{"name", "Name", Field::Word, "cap"},
          {"bar", "Bar", Field::Part, ""},
          {"end", "At its", Field::BarEnd, "start"}}},
        {"hole",
         QT_TRANSLATE_NOOP("build", "Hole"),
         {{"part", "Part", Field::Part, ""},
          {"at", "At", Field::Numbers, "100 mm, 0"},
          {"diameter", "Diameter", Field::Length, "13 mm"},
          {"purpose", "For", Field::Word, "drain"}}},
        {"mirror", QT_TRANSLATE_NOOP("build", "Twin on the other side"), {{"part", "Part", Field::Part, ""}}},
        {"move",
         QT_TRANSLATE_NOOP("build", "Move a part"),
         {{"part", "Part", Field::Part, ""}, {"by", "By", Field::Numbers, "0, 0, 10 mm"}}},
        {"remove", QT_TRANSLATE_NOOP("build", "Take a part out"), {{"part", "Part", Field::Part, ""}}}};
    return list;
}

const std::array<std::pair<const char *, std::array<double, 3>>, 6> ways{{{"forward", {1, 0, 0}},
                                                                          {"rearward", {-1, 0, 0}},
                                                                          {"left", {0, 1, 0}},
                                                                          {"right", {0, -1, 0}},
                                                                          {"up", {0, 0, 1}},
                                                                          {"down", {0, 0, -1}}}};

/// Numbers with commas between; lengths in any unit that a person writes.
std::optional<Json> numbersFromText(const QString &text, measure::UnitSystem units) {
    Json out = Json::array();
    for (const QString &part : text.split(',')) {
        const auto read =
            measure::readQuantity(part.trimmed().toStdString(), measure::Quantity::Length, units);
        if (!read) return std::nullopt;
        out.push_back(read->value);
    }
    return out;
}

}  // namespace

std::optional<Json> placeFromText(const QString &text, measure::UnitSystem units) {
    const QStringList halves = text.split('+');
    if (halves.size() > 2) return std::nullopt;
    const QString base = halves[0].trimmed();
    Json out = Json::object();
    static const QRegularExpression rail("^rail (left|right) (front|rear)$"),
        onPart("^([^@,\\s]+)(?:@(.+))?$");
    if (const auto m = rail.match(base); m.hasMatch()) {
        out["rail"] = m.captured(1).toStdString();
        out["end"] = m.captured(2).toStdString();
    } else if (base.contains(',')) {
        const auto at = numbersFromText(base, units);
        if (!at || at->size() != 3) return std::nullopt;
        out["at"] = *at;
    } else if (const auto p = onPart.match(base); p.hasMatch()) {
        out["part"] = p.captured(1).toStdString();
        if (!p.captured(2).isEmpty()) {
            const auto read = measure::readQuantity(p.captured(2).trimmed().toStdString(),
                                                    measure::Quantity::Length, units);
            if (!read) return std::nullopt;
            out["station"] = read->value;
        }
    } else {
        return std::nullopt;
    }
    if (halves.size() == 2) {
        const auto offset = numbersFromText(halves[1], units);
        if (!offset || offset->size() != 3) return std::nullopt;
        out["offset"] = *offset;
    }
    return out;
}

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
    for (const OperationSpec &o : operations())
        m_kind->addItem(QCoreApplication::translate("build", o.name), QLatin1String(o.op));
    m_layout->addWidget(m_kind);
    auto *build = new QPushButton(tr("Build"), this);
    build->setObjectName("buildMake");
    m_note = new QLabel(this);
    m_note->setObjectName("buildNote");
    m_note->setWordWrap(true);
    m_list = new QVBoxLayout;
    m_layout->addWidget(build);
    m_layout->addWidget(m_note);
    m_layout->addLayout(m_list);
    connect(m_kind, &QComboBox::currentIndexChanged, this, &BuildBox::layFields);
    connect(build, &QPushButton::clicked, this, &BuildBox::make);
    connect(session, &Session::selectionChanged, this, [this] {
        const QString part = m_session->selected();
        if (part.isEmpty()) return;
        for (const FieldSpec &f : operations()[static_cast<std::size_t>(m_kind->currentIndex())].fields)
            if (f.kind == Field::Part) static_cast<QLineEdit *>(m_edits[QLatin1String(f.key)])->setText(part);
    });
    connect(session, &Session::jobChanged, this, &BuildBox::refresh);
    connect(session, &Session::pieceChosen, this, &BuildBox::refresh);
    layFields();
    refresh();
}

void BuildBox::layFields() {
    delete m_fields;
    m_edits.clear();
    m_fields = new QWidget(this);
    auto *form = new QFormLayout(m_fields);
    form->setContentsMargins(0, 0, 0, 0);
    const OperationSpec &o = operations()[static_cast<std::size_t>(m_kind->currentIndex())];
    for (const FieldSpec &f : o.fields) {
        QWidget *widget = nullptr;
        QStringList words;
        if (f.kind == Field::Way)
            for (const auto &[word, way] : ways) words << QLatin1String(word);
        if (f.kind == Field::RailEnd) words = {"front", "rear"};
        if (f.kind == Field::BarEnd) words = {"start", "end"};
        if (f.kind == Field::Section)
            for (const stock::Section &s : m_session->stock().sections) words << QString::fromStdString(s.id);
        if (!words.isEmpty()) {
            auto *box = new QComboBox;
            box->addItems(words);
            box->setCurrentText(QLatin1String(f.standard));
            box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
            box->setMinimumContentsLength(8);
            widget = box;
        } else {
            auto *edit = new QLineEdit(QLatin1String(f.standard));
            if (f.kind == Field::Part && !m_session->selected().isEmpty())
                edit->setText(m_session->selected());
            if (f.kind == Field::Place) edit->setPlaceholderText(tr("beam@350 or x, y, z"));
            widget = edit;
        }
        widget->setObjectName(QStringLiteral("build.") + QLatin1String(f.key));
        widget->setAccessibleName(QLatin1String(f.name));
        form->addRow(QLatin1String(f.name), widget);
        m_edits[QLatin1String(f.key)] = widget;
    }
    m_layout->insertWidget(2, m_fields);
    m_fields->show();
}

/// A field as it stands in the operation; nothing, with a note, if it cannot be read.
std::optional<Json> BuildBox::valueOf(const QString &key, const QString &text) {
    const OperationSpec &o = operations()[static_cast<std::size_t>(m_kind->currentIndex())];
    for (const FieldSpec &f : o.fields) {
        if (key != QLatin1String(f.key)) continue;
        std::optional<Json> out;
        switch (f.kind) {
            case Field::Length:
            case Field::Mass:
                if (const auto read = measure::readQuantity(
                        text.toStdString(),
                        f.kind == Field::Mass ? measure::Quantity::Mass : measure::Quantity::Length,
                        m_session->units()))
                    out = read->value;
                break;
            case Field::Numbers:
                out = numbersFromText(text, m_session->units());
                break;
            case Field::Place:
                out = placeFromText(text, m_session->units());
                break;
            case Field::Way:
                for (const auto &[word, way] : ways)
                    if (text == QLatin1String(word)) out = Json(way);
                break;
            default:
                if (!text.trimmed().isEmpty()) out = text.trimmed().toStdString();
        }
        if (!out) m_note->setText(tr("\"%1\" cannot be read: %2").arg(QLatin1String(f.name), text));
        return out;
    }
    return std::nullopt;
}

void BuildBox::make() {
    m_note->clear();
    const OperationSpec &o = operations()[static_cast<std::size_t>(m_kind->currentIndex())];
    Json json{{"op", o.op}};
    for (const FieldSpec &f : o.fields) {
        const QWidget *w = m_edits[QLatin1String(f.key)];
        const auto *box = qobject_cast<const QComboBox *>(w);
        const QString text = box ? box->currentText() : static_cast<const QLineEdit *>(w)->text();
        const std::string key = f.key;
        if ((key == "bend" || key == "radius") && static_cast<QLineEdit *>(m_edits["bend"])->text().isEmpty())
            continue;
        const auto value = valueOf(QLatin1String(f.key), text);
        if (!value) return;
        json[key] = *value;
    }
    if (json.contains("bend")) {
        if (json["bend"].size() != 3) return m_note->setText(tr("A bend needs three numbers: x, y, z."));
        json["bends"] = Json::array({{{"at", json["bend"]}, {"radius", json["radius"]}}});
    }
    json.erase("bend");
    json.erase("radius");
    if (json.contains("size")) {
        if (json["size"].size() != 2) return m_note->setText(tr("A size needs two numbers: width, height."));
        const double w = json["size"][0].get<double>() / 2, h = json["size"][1].get<double>() / 2;
        json["outline"] = Json::array({{-w, -h}, {w, -h}, {w, h}, {-w, h}});
        json.erase("size");
    }
    m_session->editPiece(tr("Build: %1").arg(m_kind->currentText().toLower()),
                         [&](armor::Piece &piece) { piece.operations.push_back(json); });
}

void BuildBox::refresh() {
    while (QLayoutItem *item = m_list->takeAt(0)) {
        if (item->widget()) item->widget()->deleteLater();
        delete item;
    }
    const armor::Piece *piece = m_session->piece();
    setEnabled(piece != nullptr);
    if (!piece) return;
    for (std::size_t i = 0; i < piece->operations.size(); ++i) {
        const Json &o = piece->operations[i];
        const auto word = [&o](const char *key) {
            const auto it = o.find(key);
            return it != o.end() && it->is_string() ? QString::fromStdString(it->get<std::string>())
                                                    : QString();
        };
        const QString what =
            QStringLiteral("%1 %2").arg(word("op"), word("name").isEmpty() ? word("part") : word("name"));
        auto *remove = new QPushButton(tr("Take back: %1").arg(what), this);
        remove->setObjectName(QStringLiteral("removeOperation%1").arg(i));
        remove->setFont(textFont(10));
        connect(remove, &QPushButton::clicked, this, [this, i] {
            m_session->editPiece(tr("Take back what was built by hand"), [i](armor::Piece &p) {
                if (i < p.operations.size())
                    p.operations.erase(p.operations.begin() + static_cast<std::ptrdiff_t>(i));
            });
        });
        m_list->addWidget(remove);
    }
}

}  // namespace hefty::app
