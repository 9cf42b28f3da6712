#include "app/measure_bench.h"

#include <QButtonGroup>
#include <QComboBox>
#include <QDate>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QStackedWidget>
#include <QTableView>
#include <QVBoxLayout>

#include "app/datum_model.h"
#include "app/job_lists.h"
#include "app/load_page.h"
#include "app/survey_page.h"
#include "app/template_page.h"
#include "app/theme.h"

namespace hefty::app {
namespace {

double datumOr(const rig::Vehicle &v, const char *id) {
    const rig::DatumDescriptor *d = rig::datum(id);
    if (const auto value = v.value(id)) return *value;
    // Nothing measured yet: a picture of a middling vehicle to show where the tape goes.
    static const std::map<std::string, double, std::less<>> middling{
        {"wheelbase", 3000},        {"frontFrameEnd", 600},    {"railSpacing", 800}, {"railCenter", 600},
        {"railHeight", 110},        {"railWidth", 70},         {"railWall", 4},      {"crossmember", 200},
        {"frontLoadedRadius", 380}, {"rearLoadedRadius", 380}, {"tireWidth", 250},   {"track", 1550},
        {"frontAxleMass", 1100},    {"rearAxleMass", 900},     {"grossLimit", 2800}, {"rearFrameEnd", 900}};
    const auto it = middling.find(d->id);
    return it == middling.end() ? d->least : it->second;
}

/// Where a datum's dimension stands in a view: from a fixed end to the end that moves with it.
struct DatumPlace {
    const char *id;
    ViewSide side;
    Vec3 from, to, direction;
};

std::vector<DatumPlace> places(const rig::Vehicle &v) {
    const auto d = [&v](const char *id) { return datumOr(v, id); };
    const double frontR = d("frontLoadedRadius"), rearR = d("rearLoadedRadius");
    const double track = d("track"), spacing = d("railSpacing"), center = d("railCenter");
    return {{"wheelbase", ViewSide::Side, {0, 0, -90}, {-d("wheelbase"), 0, -90}, {-1, 0, 0}},
            {"frontFrameEnd", ViewSide::Side, {0, 0, 300}, {d("frontFrameEnd"), 0, 300}, {1, 0, 0}},
            {"rearFrameEnd",
             ViewSide::Side,
             {-d("wheelbase"), 0, 300},
             {-d("wheelbase") - d("rearFrameEnd"), 0, 300},
             {-1, 0, 0}},
            {"crossmember",
             ViewSide::Side,
             {d("frontFrameEnd"), 0, center + 330},
             {d("frontFrameEnd") - d("crossmember"), 0, center + 330},
             {-1, 0, 0}},
            {"railCenter",
             ViewSide::Side,
             {d("frontFrameEnd") + 260, 0, 0},
             {d("frontFrameEnd") + 260, 0, center},
             {0, 0, 1}},
            {"frontLoadedRadius", ViewSide::Side, {-190, 0, 0}, {-190, 0, frontR}, {0, 0, 1}},
            {"rearLoadedRadius",
             ViewSide::Side,
             {-d("wheelbase") + 190, 0, 0},
             {-d("wheelbase") + 190, 0, rearR},
             {0, 0, 1}},
            {"track", ViewSide::Front, {0, -track / 2, -90}, {0, track / 2, -90}, {0, 0.5, 0}},
            {"tireWidth",
             ViewSide::Front,
             {0, track / 2 - d("tireWidth") / 2, 2 * frontR + 90},
             {0, track / 2 + d("tireWidth") / 2, 2 * frontR + 90},
             {0, 0.5, 0}},
            {"railSpacing",
             ViewSide::Front,
             {0, -spacing / 2, center + 160},
             {0, spacing / 2, center + 160},
             {0, 0.5, 0}},
            {"railHeight",
             ViewSide::Front,
             {0, -spacing / 2 - 120, center - d("railHeight") / 2},
             {0, -spacing / 2 - 120, center + d("railHeight") / 2},
             {0, 0, 0.5}}};
}

}  // namespace

MeasureBench::MeasureBench(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("measureBench");
    m_side = new PlanView(session, ViewSide::Side, this);
    m_side->setObjectName("measureSide");
    m_side->setAccessibleName(tr("Vehicle from the side, with its data"));
    m_side->title = tr("From the side");
    m_side->showArmor = false;
    m_side->showTangents = false;
    m_side->setFit({-4700, 0, -160}, {1080, 0, 1880});
    m_side->targets = [this] { return targetsFor(ViewSide::Side); };
    m_front = new PlanView(session, ViewSide::Front, this);
    m_front->setObjectName("measureFront");
    m_front->setAccessibleName(tr("Vehicle from ahead, with its data"));
    m_front->title = tr("From ahead");
    m_front->showArmor = false;
    m_front->setFit({0, -1100, -160}, {0, 1100, 1880});
    m_front->targets = [this] { return targetsFor(ViewSide::Front); };
    m_top = new PlanView(session, ViewSide::Top, this);
    m_top->setObjectName("measureTop");
    m_top->setAccessibleName(tr("Frame from above, with the tape network"));
    m_top->title = tr("From above, front down");
    m_top->showArmor = m_top->showOutline = m_top->showKeepOuts = false;
    m_top->showSurvey = true;
    m_top->setFit({-4500, -1000, 0}, {800, 1000, 0});
    m_second = new QStackedWidget(this);
    m_second->addWidget(m_front);
    m_second->addWidget(m_top);
    m_model = new DatumModel(session, this);
    m_table = new QTableView(this);
    m_table->setObjectName("datumTable");
    m_table->setAccessibleName(tr("What to measure"));
    m_table->setModel(m_model);
    m_table->setItemDelegate(makeDatumDelegate(m_table));
    m_table->setAlternatingRowColors(true);
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setDefaultSectionSize(36);
    m_table->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    m_table->setColumnWidth(1, 112);
    m_table->setColumnWidth(2, 96);
    m_table->setTabKeyNavigation(false);
    m_table->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::SelectedClicked |
                             QAbstractItemView::EditKeyPressed | QAbstractItemView::AnyKeyPressed);
    m_how = new QLabel(this);
    m_how->setObjectName("caution");
    m_how->setWordWrap(true);
    m_how->setMinimumHeight(74);
    auto *dataPage = new QWidget(this);
    auto *dataLayout = new QVBoxLayout(dataPage);
    dataLayout->setContentsMargins(0, 0, 0, 0);
    dataLayout->addWidget(m_table, 1);
    dataLayout->addWidget(m_how);
    m_lists = new QStackedWidget(this);
    auto *chooser = new QHBoxLayout;
    chooser->setSpacing(4);
    auto *group = new QButtonGroup(this);
    const auto offer = [&](const QString &name, const char *object, QWidget *list) {
        auto *button = new QPushButton(name, this);
        button->setObjectName(object);
        button->setCheckable(true);
        button->setFont(textFont(10));
        button->setStyleSheet(QStringLiteral("padding-left: 2px; padding-right: 2px;"));
        group->addButton(button, m_lists->addWidget(list));
        chooser->addWidget(button, 1);
    };
    offer(tr("Data"), "listData", dataPage);
    offer(tr("Holes"), "listHoles", new RecordTable(session, "holes", boltHoleList(), this));
    auto *outline = new RecordTable(session, "outline", outlineList(), this);
    auto *keepOuts = new RecordTable(session, "keepOuts", keepOutList(), this);
    offer(tr("Outline"), "listOutline", outline);
    offer(tr("Keep-outs"), "listKeepOuts", keepOuts);
    markChosen(outline, [](const rig::Vehicle &v, std::size_t row) { return v.outline[row].at; });
    markChosen(keepOuts, [](const rig::Vehicle &v, std::size_t row) -> Vec3 {
        return (v.keepOuts[row].low + v.keepOuts[row].high) / 2;
    });
    auto *moving = new RecordTable(session, "moving", movingList(), this);
    offer(tr("Moving"), "listMoving", moving);
    markChosen(moving, [](const rig::Vehicle &v, std::size_t row) -> Vec3 {
        return (v.moving[row].low + v.moving[row].high) / 2;
    });
    auto *points = new RecordTable(session, "surveyPoints", surveyPointList(), this);
    m_firstSurveyList = m_lists->count();
    offer(tr("Points"), "listPoints", points);
    markChosen(points, [](const rig::Vehicle &v, std::size_t row) { return v.survey.points[row].near; });
    auto *survey = new SurveyPage(session, this);
    connect(survey, &SurveyPage::whyAsked, this, &MeasureBench::whyAsked);
    offer(tr("Tape"), "listTape", survey);
    auto *tires = new TirePage(session, this);
    auto *load = new LoadPage(session, this);
    connect(tires, &TirePage::whyAsked, this, &MeasureBench::whyAsked);
    connect(load, &LoadPage::whyAsked, this, &MeasureBench::whyAsked);
    markChosen(load->masses(),
               [](const rig::Vehicle &v, std::size_t row) { return v.loadout.masses[row].at; });
    offer(tr("Tires"), "listTires", tires);
    offer(tr("Load"), "listLoad", load);
    offer(tr("Templates"), "listTemplates", new TemplatePage(session, this));
    group->button(0)->setChecked(true);
    connect(group, &QButtonGroup::idClicked, this, &MeasureBench::showList);
    auto *lower = new QHBoxLayout;
    lower->addWidget(m_second, 4);
    lower->addWidget(m_lists, 9);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    m_side->setMinimumHeight(210);
    layout->addWidget(m_side, 10);
    layout->addLayout(chooser);
    layout->addLayout(lower, 14);
    m_instruments = new InstrumentStrip(session, this);
    m_instruments->waiting = [this] { return waiting(); };
    m_instruments->truth = [this] { return truth(); };
    m_instruments->takePads = [this](const std::array<double, 4> &m) { takePads(m); };
    layout->addWidget(m_instruments);
    connect(m_model, &DatumModel::refused, m_how, &QLabel::setText);
    connect(m_table->selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            &MeasureBench::describe);
    connect(session, &Session::fileChanged, this, &MeasureBench::fitToVehicle);
    describe();
}

std::optional<InstrumentStrip::Waiting> MeasureBench::waiting() {
    return m_lists->currentIndex() == m_firstSurveyList + 1 ? waitingReading() : waitingDatum();
}

/// The datum chosen in the list, or the first that is missing.
std::optional<InstrumentStrip::Waiting> MeasureBench::waitingDatum() {
    const auto datums = rig::datumsOf(m_session->job().vehicle.kind);
    const rig::Vehicle &vehicle = m_session->job().vehicle;
    int row = m_table->currentIndex().row();
    if (!m_table->currentIndex().isValid() || m_model->isRailSteel(m_table->currentIndex())) {
        row = 0;
        while (row < static_cast<int>(datums.size()) &&
               vehicle.value(datums[static_cast<std::size_t>(row)].id))
            ++row;
        if (row == static_cast<int>(datums.size())) return std::nullopt;
    }
    const rig::DatumDescriptor &d = datums[static_cast<std::size_t>(row)];
    return InstrumentStrip::Waiting{
        d.id, QString::fromStdString(d.name), d.quantity, [this, &d, row](double value) {
            const auto print = [&](double v) {
                return QString::fromStdString(measure::printQuantity(v, d.quantity, m_session->units()));
            };
            if (!(value >= d.least && value <= d.most))
                return tr("%1 for \"%2\" cannot be: it should be from %3 to %4. It stays as it was.")
                    .arg(print(value), QString::fromStdString(d.name), print(d.least), print(d.most));
            setDatum(m_session, d.id, value, 0);
            m_table->setCurrentIndex(m_model->index(std::min(row + 1, m_model->rowCount() - 1), 1));
            return QString();
        }};
}

/// The tape reading chosen in the list, or the first that is still to be read.
std::optional<InstrumentStrip::Waiting> MeasureBench::waitingReading() {
    auto *table = findChild<QTableView *>("tapeTable");
    const rig::SurveyBook &book = m_session->job().vehicle.survey;
    auto row = static_cast<std::size_t>(std::max(table->currentIndex().row(), -1) + 1) - 1;
    if (!table->currentIndex().isValid()) {
        row = 0;
        while (row < book.readings.size() && !(book.readings[row].ignored && book.readings[row].date.empty()))
            ++row;
    }
    if (row >= book.readings.size()) return std::nullopt;
    const rig::Reading &r = book.readings[row];
    return InstrumentStrip::Waiting{
        "reading." + std::to_string(row), QString::fromStdString(rig::readingName(book, r)),
        measure::Quantity::DrilledLength, [this, row, table](double value) {
            if (!(value <= rig::farthest)) return tr("No vehicle is that long.");
            m_session->edit(tr("Read the tape"), [&](job::Job &job) {
                rig::Reading &taken = job.vehicle.survey.readings[row];
                taken.value = value;
                taken.ignored = false;
                taken.date = QDate::currentDate().toString(Qt::ISODate).toStdString();
            });
            const auto next = static_cast<int>(row) + 1;
            if (next < table->model()->rowCount()) table->setCurrentIndex(table->model()->index(next, 3));
            return QString();
        }};
}

/// What simulated instruments find: the vehicle as the job has it, or a middling one.
std::vector<std::pair<std::string, double>> MeasureBench::truth() const {
    std::vector<std::pair<std::string, double>> out;
    const rig::Vehicle &v = m_session->job().vehicle;
    for (const rig::DatumDescriptor &d : rig::datumsOf(m_session->job().vehicle.kind))
        out.emplace_back(d.id, datumOr(v, d.id.c_str()));
    for (std::size_t i = 0; i < v.survey.readings.size(); ++i)
        out.emplace_back("reading." + std::to_string(i), v.survey.readings[i].value);
    for (const auto &[pad, axle] : {std::pair{"pad1", "frontAxleMass"},
                                    {"pad2", "frontAxleMass"},
                                    {"pad3", "rearAxleMass"},
                                    {"pad4", "rearAxleMass"}})
        out.emplace_back(pad, datumOr(v, axle) / 2);
    return out;
}

void MeasureBench::takePads(const std::array<double, 4> &m) {
    const std::string today = QDate::currentDate().toString(Qt::ISODate).toStdString();
    m_session->edit(tr("Weigh on the pads"), [&](job::Job &job) {
        job.vehicle.data["frontAxleMass"] = {m[0] + m[1], rig::Trust::Measured, today};
        job.vehicle.data["rearAxleMass"] = {m[2] + m[3], rig::Trust::Measured, today};
    });
}

/// The pictures show the whole of another vehicle when one is opened.
void MeasureBench::fitToVehicle() {
    const rig::Vehicle &v = m_session->job().vehicle;
    if (v.id == m_fitted) return;
    m_fitted = v.id;
    Vec3 low(-datumOr(v, "wheelbase") - 700, -1000, -160), high(700, 1000, 1500);
    for (const rig::Silhouette &s : v.silhouettes)
        for (const rig::Vec2 &p : s.points) {
            const Vec3 at = s.view == "side" ? Vec3(p.x(), 0, p.y()) : Vec3(0, p.x(), p.y());
            low = low.cwiseMin(at);
            high = high.cwiseMax(at);
        }
    const Vec3 margin(380, 100, 80);
    m_side->setFit(low - margin.cwiseProduct(Vec3(1, 1, 0)), high + margin);
    m_front->setFit(low, high + margin);
    m_top->setFit(low, high);
}

void MeasureBench::showList(int index) {
    m_lists->setCurrentIndex(index);
    const bool survey = index == m_firstSurveyList || index == m_firstSurveyList + 1;
    m_second->setCurrentIndex(survey ? 1 : 0);
    m_side->showSurvey = survey;
    // A template has its own picture and needs the room.
    const bool templates = qobject_cast<TemplatePage *>(m_lists->currentWidget()) != nullptr;
    m_second->setVisible(!templates);
    m_side->setVisible(!templates);
    for (PlanView *view : {m_side, m_front, m_top}) view->markPlace(std::nullopt);
}

/// The row chosen in a list is circled in both pictures.
void MeasureBench::markChosen(RecordTable *list,
                              std::function<Vec3(const rig::Vehicle &, std::size_t row)> place) {
    connect(list->table()->selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            [this, list, place = std::move(place)](const QModelIndex &now) {
                const bool valid = now.isValid() && now.row() < list->model()->rowCount();
                for (PlanView *view : {m_side, m_front, m_top})
                    view->markPlace(valid ? std::optional(place(m_session->job().vehicle,
                                                                static_cast<std::size_t>(now.row())))
                                          : std::nullopt);
            });
}

void MeasureBench::describe() {
    const QModelIndex current = m_table->currentIndex();
    if (!current.isValid()) {
        m_how->setText(
            tr("Stand the vehicle on level ground, chock its wheels, and measure each thing once from either "
               "end. "
               "Never work under a vehicle that stands on a jack alone."));
        return;
    }
    if (m_model->isRailSteel(current)) {
        m_how->setText(current.data(Qt::ToolTipRole).toString());
        return;
    }
    const rig::DatumDescriptor &d =
        rig::datumsOf(m_session->job().vehicle.kind)[static_cast<std::size_t>(current.row())];
    m_how->setText(QStringLiteral("<b>%1.</b> %2")
                       .arg(QString::fromStdString(d.name).toHtmlEscaped(),
                            QString::fromStdString(d.how).toHtmlEscaped()));
    for (PlanView *view : {m_side, m_front})
        if (view->targetPlace(QString::fromStdString(d.id))) view->markPlace(std::nullopt);
}

std::vector<DragTarget> MeasureBench::targetsFor(ViewSide side) const {
    std::vector<DragTarget> out;
    const rig::Vehicle &vehicle = m_session->job().vehicle;
    for (const DatumPlace &p : places(vehicle)) {
        const rig::DatumDescriptor *d = rig::datum(p.id);
        if (p.side != side || !d->isFor(vehicle.kind)) continue;
        DragTarget t;
        t.id = QString::fromLatin1(p.id);
        t.name = QString::fromStdString(d->name);
        t.at = p.to;
        t.direction = p.direction;
        t.value = datumOr(vehicle, p.id);
        t.known = vehicle.value(p.id).has_value();
        t.dimensionFrom = p.from;
        t.quantity = d->quantity;
        Session *session = m_session;
        t.set = [session, d](double value, int gesture) {
            setDatum(session, d->id, std::clamp(value, d->least, d->most), gesture);
        };
        out.push_back(std::move(t));
    }
    for (std::size_t i = 0; i < vehicle.outline.size(); ++i) {
        const rig::OutlinePoint &o = vehicle.outline[i];
        DragTarget t;
        t.id = "outline." + QString::fromStdString(o.id);
        t.name = QString::fromStdString(o.name) + tr(", height");
        t.at = o.at;
        t.direction = Vec3::UnitZ();
        t.value = o.at.z();
        Session *session = m_session;
        t.set = [session, i](double value, int gesture) {
            session->edit(
                MeasureBench::tr("Measure an outline point"),
                [&](job::Job &job) {
                    if (i < job.vehicle.outline.size())
                        job.vehicle.outline[i].at.z() = std::clamp(value, 0.0, 4000.0);
                },
                gesture);
        };
        out.push_back(std::move(t));
    }
    return out;
}

void MeasureBench::showSubject(const QString &subject, const std::optional<Vec3> &place) {
    const auto openList = [this](const char *name) { findChild<QPushButton *>(name)->click(); };
    if (subject == "railMaterial") {
        openList("listData");
        m_table->setCurrentIndex(m_model->index(m_model->rowCount() - 1, 1));
        m_table->setFocus();
    }
    if (subject.startsWith("template")) openList("listTemplates");
    if (subject == "tires") openList("listTires");
    if (subject == "front" || subject == "rear") openList("listLoad");
    if (subject == "frontHoles" || subject.startsWith("mount.")) openList("listHoles");
    if (subject.startsWith("reading.")) {
        openList("listTape");
        auto *tape = findChild<QTableView *>("tapeTable");
        tape->selectRow(subject.mid(8).toInt());
        tape->setFocus();
    }
    if (rig::surveyPlace(subject.toStdString())) openList("listTape");
    const auto list = rig::datumsOf(m_session->job().vehicle.kind);
    for (std::size_t i = 0; i < list.size(); ++i)
        if (subject.toStdString() == list[i].id) {
            openList("listData");
            m_table->setCurrentIndex(m_model->index(static_cast<int>(i), 1));
            m_table->setFocus();
        }
    for (PlanView *view : {m_side, m_front, m_top}) {
        view->markPlace(place);
        if (view->targetPlace(subject)) view->focusTarget(subject);
    }
}

}  // namespace hefty::app
