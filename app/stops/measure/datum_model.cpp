#include "app/stops/measure/datum_model.h"

#include <QComboBox>
#include <QLineEdit>

#include "app/window/theme.h"
#include "app/window/today.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

class DatumDelegate : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QWidget *createEditor(QWidget *parent, const QStyleOptionViewItem &option,
                          const QModelIndex &index) const override {
        const auto *model = qobject_cast<const DatumModel *>(index.model());
        if (index.column() != 2 && !model->isChoice(index)) {
            QWidget *editor = QStyledItemDelegate::createEditor(parent, option, index);
            if (auto *line = qobject_cast<QLineEdit *>(editor)) {
                line->setObjectName("datumEditor");
                line->setFont(measureFont(11));
            }
            return editor;
        }
        auto *box = new QComboBox(parent);
        box->setObjectName("datumChoice");
        if (index.column() == 2)
            for (const rig::Trust t : {rig::Trust::Measured, rig::Trust::Estimated, rig::Trust::Assumed})
                box->addItem(worded(std::string(rig::trustWord(t))));
        else
            box->addItems(model->choices(index));
        box->setCurrentText(index.data(Qt::EditRole).toString());
        return box;
    }
    void setEditorData(QWidget *editor, const QModelIndex &index) const override {
        // An answer that comes while someone types or chooses must not take the words out of the editor.
        const auto *line = qobject_cast<QLineEdit *>(editor);
        if (line && !line->isModified()) QStyledItemDelegate::setEditorData(editor, index);
    }
};

}  // namespace

QStyledItemDelegate *makeDatumDelegate(QObject *parent) {
    return new DatumDelegate(parent);
}

void setDatum(Session *session, const std::string &id, double value, int gesture) {
    const rig::DatumDescriptor *d = rig::datum(id);
    session->edit(
        DatumModel::tr("Measure %1").arg(midSentence(d->name)),
        [&](job::Job &job) {
            job.vehicle.data[id] = {value, rig::Trust::Measured, today()};
        },
        gesture);
}

DatumModel::DatumModel(Session *session, QObject *parent) : QAbstractTableModel(parent), m_session(session) {
    const auto all = [this] {
        if (rowCount() != m_rows) {  // another kind of vehicle
            beginResetModel();
            m_rows = rowCount();
            endResetModel();
            return;
        }
        emit dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
    };
    m_rows = rowCount();
    connect(session, &Session::jobChanged, this, all);
    connect(session, &Session::unitsChanged, this, all);
}

int DatumModel::rowCount(const QModelIndex &parent) const {
    const rig::VehicleKind kind = m_session->job().vehicle.kind;
    // A frame has a section and a steel, too.
    return parent.isValid()
               ? 0
               : static_cast<int>(rig::datumsOf(kind).size()) + (m_session->job().vehicle.hasFrame() ? 2 : 0);
}

bool DatumModel::isChoice(const QModelIndex &index) const {
    return index.row() >= static_cast<int>(rig::datumsOf(m_session->job().vehicle.kind).size());
}

bool DatumModel::isRailSteel(const QModelIndex &index) const {
    return index.row() == rowCount() - 1 && isChoice(index);
}

QStringList DatumModel::choices(const QModelIndex &index) const {
    QStringList out;
    if (!isRailSteel(index)) {
        for (const rig::RailSection s : rig::railSections())
            out << worded(std::string(rig::railSectionWord(s)));
        return out;
    }
    for (const stock::Material &m : m_session->stock().materials)
        if (m.family == "steel") out << QString::fromStdString(m.id);
    return out;
}

QVariant DatumModel::railSteel(int column, int role) const {
    const rig::Vehicle &v = m_session->job().vehicle;
    const bool proved = v.railMaterialTrust == rig::Trust::Measured;
    if (role == Qt::ToolTipRole)
        return tr(
            "From the maker's papers or a hardness test. While it is assumed, the frame ends are not "
            "proved.");
    if (role == Qt::ForegroundRole && column == 2 && !proved) return colors().bad;
    if (role == Qt::TextAlignmentRole && column == 1)
        return static_cast<int>(Qt::AlignRight | Qt::AlignVCenter);
    if (role != Qt::DisplayRole && role != Qt::EditRole) return {};
    if (column == 0) return tr("Steel of the rails");
    return column == 1 ? QString::fromStdString(v.railMaterial)
                       : worded(std::string(rig::trustWord(v.railMaterialTrust)));
}

QVariant DatumModel::railSection(int column, int role) const {
    const rig::RailSection section = m_session->job().vehicle.railSection;
    const bool known = section != rig::RailSection::Unknown;
    if (role == Qt::ToolTipRole)
        return tr(
            "Look into the end of a rail: a closed box, a channel that is open toward the middle, or an "
            "inverted hat that is open above. While it is unknown, the weaker is taken and nothing is "
            "proved.");
    if (role == Qt::ForegroundRole && column > 0 && !known) return colors().bad;
    if (role == Qt::TextAlignmentRole && column == 1)
        return static_cast<int>(Qt::AlignRight | Qt::AlignVCenter);
    if (role != Qt::DisplayRole && role != Qt::EditRole) return {};
    if (column == 0) return tr("Section of the rails");
    if (column == 1) return worded(std::string(rig::railSectionWord(section)));
    return known ? tr("seen") : QString();
}

int DatumModel::columnCount(const QModelIndex &parent) const {
    return parent.isValid() ? 0 : 3;
}

QVariant DatumModel::data(const QModelIndex &index, int role) const {
    if (!index.isValid() || index.row() >= rowCount() || index.column() >= columnCount()) return {};
    if (isChoice(index))
        return isRailSteel(index) ? railSteel(index.column(), role) : railSection(index.column(), role);
    const rig::DatumDescriptor &d =
        rig::datumsOf(m_session->job().vehicle.kind)[static_cast<std::size_t>(index.row())];
    const auto it = m_session->job().vehicle.data.find(d.id);
    const bool known = it != m_session->job().vehicle.data.end();
    if (role == Qt::ToolTipRole) return worded(d.how);
    if (role == Qt::FontRole && index.column() == 1) return measureFont(11);
    if (role == Qt::TextAlignmentRole && index.column() == 1)
        return static_cast<int>(Qt::AlignRight | Qt::AlignVCenter);
    if (role == Qt::ForegroundRole && index.column() > 0) {
        if (!known) return d.required ? colors().bad : colors().faint;
        if (index.column() == 2 && it->second.trust != rig::Trust::Measured) return colors().bad;
    }
    if (role != Qt::DisplayRole && role != Qt::EditRole) return {};
    switch (index.column()) {
        case 0:
            return worded(d.name);
        case 1:
            if (!known)
                return role == Qt::EditRole
                           ? QString()
                           : (d.required ? tr("measure") : tr("for %1").arg(worded(d.blocks)));
            return QString::fromStdString(
                measure::printQuantity(it->second.value, d.quantity, m_session->units()));
        default:
            return known ? worded(std::string(rig::trustWord(it->second.trust))) : QString();
    }
}

QVariant DatumModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || role != Qt::DisplayRole) return {};
    return section == 0 ? tr("What") : section == 1 ? tr("Measure") : tr("Known");
}

Qt::ItemFlags DatumModel::flags(const QModelIndex &index) const {
    if (!index.isValid()) return Qt::NoItemFlags;
    const Qt::ItemFlags base = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    if (isChoice(index))
        return index.column() == 1 || (index.column() == 2 && isRailSteel(index)) ? base | Qt::ItemIsEditable
                                                                                  : base;
    const bool known = m_session->job().vehicle.data.contains(
        rig::datumsOf(m_session->job().vehicle.kind)[static_cast<std::size_t>(index.row())].id);
    return index.column() == 1 || (index.column() == 2 && known) ? base | Qt::ItemIsEditable : base;
}

bool DatumModel::choose(const QModelIndex &index, const QString &word) {
    if (!choices(index).contains(word)) return false;
    if (isRailSteel(index)) {
        m_session->edit(tr("Choose the steel of the rails"),
                        [&](job::Job &job) { job.vehicle.railMaterial = word.toStdString(); });
        return true;
    }
    m_session->edit(tr("Say what the rails are"), [&](job::Job &job) {
        for (const rig::RailSection s : rig::railSections())
            if (worded(std::string(rig::railSectionWord(s))) == word) job.vehicle.railSection = s;
    });
    return true;
}

bool DatumModel::setData(const QModelIndex &index, const QVariant &value, int role) {
    if (!index.isValid() || role != Qt::EditRole) return false;
    const auto trust = [&value] {
        for (const rig::Trust t : {rig::Trust::Measured, rig::Trust::Estimated, rig::Trust::Assumed})
            if (value.toString() == worded(std::string(rig::trustWord(t)))) return t;
        return rig::Trust::Assumed;
    };
    if (isChoice(index) && index.column() == 1) return choose(index, value.toString());
    if (isChoice(index)) {
        m_session->edit(tr("Mark the steel of the rails as %1").arg(value.toString()),
                        [&](job::Job &job) { job.vehicle.railMaterialTrust = trust(); });
        return true;
    }
    const rig::DatumDescriptor &d =
        rig::datumsOf(m_session->job().vehicle.kind)[static_cast<std::size_t>(index.row())];
    if (index.column() == 2) {
        m_session->edit(tr("Mark %1 as %2").arg(midSentence(d.name), value.toString()),
                        [&](job::Job &job) { job.vehicle.data[d.id].trust = trust(); });
        return true;
    }
    const auto read = measure::readQuantity(value.toString().toStdString(), d.quantity, m_session->units());
    if (!read) {
        emit refused(worded(read.error().sentence()));
        return false;
    }
    if (!(read->value >= d.least && read->value <= d.most)) {
        emit refused(
            tr("%1: %2 was understood; it should be from %3 to %4.")
                .arg(worded(d.name),
                     QString::fromStdString(
                         measure::printQuantity(read->value, d.quantity, m_session->units())),
                     QString::fromStdString(measure::printQuantity(d.least, d.quantity, m_session->units())),
                     QString::fromStdString(measure::printQuantity(d.most, d.quantity, m_session->units()))));
        return false;
    }
    setDatum(m_session, d.id, read->value, 0);
    return true;
}

}  // namespace hefty::app
