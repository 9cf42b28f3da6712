#include "app/stops/measure/measure_bench.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableView>
#include <QVBoxLayout>

#include "app/sheets/job_lists.h"
#include "app/sheets/list_chooser.h"
#include "app/stops/load/load_page.h"
#include "app/stops/measure/datum_model.h"
#include "app/stops/measure/datum_places.h"
#include "app/stops/measure/survey_page.h"
#include "app/stops/measure/template_page.h"
#include "app/stops/measure/walk_page.h"
#include "app/window/page_stack.h"
#include "app/window/theme.h"
#include "app/window/today.h"
#include "app/window/worded.h"

namespace hefty::app {
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
    m_second = new PageStack(this);
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
    m_lists = new PageStack(this);
    m_chooser = new ListChooser(m_lists, this);
    m_walk = new WalkPage(session, this);
    m_chooser->offer(tr("Walk around"), "listWalk", m_walk);
    m_chooser->group(tr("Lists"), "lists");
    m_chooser->offer(tr("Data"), "listData", dataPage);
    m_chooser->offer(tr("Front holes"), "listHoles", new RecordTable(session, "holes", boltHoleList(), this));
    m_chooser->offer(tr("Rear holes"), "listRearHoles",
                     new RecordTable(session, "rearHoles", rearHoleList(), this));
    m_chooser->offer(tr("Members"), "listMembers",
                     new RecordTable(session, "crossmembers", crossmemberList(), this));
    auto *holds = new RecordTable(session, "holdList", holdList(), this);
    m_chooser->offer(tr("Holds"), "listHolds", holds);
    markChosen(holds, [](const rig::Vehicle &v, std::size_t row) { return v.holds[row].at; });
    auto *outline = new RecordTable(session, "outline", outlineList(), this);
    auto *keepOuts = new RecordTable(session, "keepOuts", keepOutList(), this);
    m_chooser->offer(tr("Outline"), "listOutline", outline);
    m_chooser->offer(tr("Keep-outs"), "listKeepOuts", keepOuts);
    markChosen(outline, [](const rig::Vehicle &v, std::size_t row) { return v.outline[row].at; });
    markChosen(keepOuts, [](const rig::Vehicle &v, std::size_t row) -> Vec3 {
        return (v.keepOuts[row].low + v.keepOuts[row].high) / 2;
    });
    auto *moving = new RecordTable(session, "moving", movingList(), this);
    m_chooser->offer(tr("Moving"), "listMoving", moving);
    markChosen(moving, [](const rig::Vehicle &v, std::size_t row) -> Vec3 {
        return (v.moving[row].low + v.moving[row].high) / 2;
    });
    m_chooser->endGroup();
    auto *points = new RecordTable(session, "surveyPoints", surveyPointList(), this);
    m_firstSurveyList = m_lists->count();
    m_chooser->offer(tr("Points"), "listPoints", points);
    markChosen(points, [](const rig::Vehicle &v, std::size_t row) { return v.survey.points[row].near; });
    auto *survey = new SurveyPage(session, this);
    connect(survey, &SurveyPage::whyAsked, this, &MeasureBench::whyAsked);
    m_chooser->offer(tr("Tape"), "listTape", survey);
    auto *tires = new TirePage(session, this);
    auto *load = new LoadPage(session, this);
    connect(tires, &TirePage::whyAsked, this, &MeasureBench::whyAsked);
    connect(load, &LoadPage::whyAsked, this, &MeasureBench::whyAsked);
    markChosen(load->masses(),
               [](const rig::Vehicle &v, std::size_t row) { return v.loadout.masses[row].at; });
    m_chooser->offer(tr("Tires"), "listTires", tires);
    m_chooser->offer(tr("Load"), "listLoad", load);
    m_chooser->offer(tr("Templates"), "listTemplates", new TemplatePage(session, this));
    connect(m_chooser, &ListChooser::chosen, this, &MeasureBench::showList);
    auto *lower = new QHBoxLayout;
    lower->addWidget(m_second, 4);
    lower->addWidget(m_lists, 9);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    m_side->setMinimumHeight(204);
    layout->addWidget(m_side, 10);
    layout->addWidget(m_chooser);
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
    showList(m_lists->currentIndex());
}

std::optional<InstrumentStrip::Waiting> MeasureBench::waiting() {
    if (m_lists->currentWidget() == m_walk) return m_walk->waiting();
    return m_lists->currentIndex() == m_firstSurveyList + 1 ? waitingReading() : waitingDatum();
}

/// The datum chosen in the list, or the first that is missing.
std::optional<InstrumentStrip::Waiting> MeasureBench::waitingDatum() {
    const auto datums = rig::datumsOf(m_session->job().vehicle.kind);
    const rig::Vehicle &vehicle = m_session->job().vehicle;
    int row = m_table->currentIndex().row();
    if (!m_table->currentIndex().isValid() || m_model->isChoice(m_table->currentIndex())) {
        row = 0;
        while (row < static_cast<int>(datums.size()) &&
               vehicle.value(datums[static_cast<std::size_t>(row)].id))
            ++row;
        if (row == static_cast<int>(datums.size())) return std::nullopt;
    }
    const rig::DatumDescriptor &d = datums[static_cast<std::size_t>(row)];
    return InstrumentStrip::Waiting{
        d.id, worded(d.name), d.quantity, [this, &d, row](double value) {
            const auto print = [&](double v) {
                return QString::fromStdString(measure::printQuantity(v, d.quantity, m_session->units()));
            };
            if (!(value >= d.least && value <= d.most))
                return tr("%1 for \"%2\" cannot be: it should be from %3 to %4. It stays as it was.")
                    .arg(print(value), worded(d.name), print(d.least), print(d.most));
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
    return InstrumentStrip::Waiting{"reading." + std::to_string(row), worded(rig::readingName(book, r)),
                                    measure::Quantity::DrilledLength, [this, row, table](double value) {
                                        if (!(value <= rig::farthest)) return tr("No vehicle is that long.");
                                        m_session->edit(tr("Read the tape"), [&](job::Job &job) {
                                            rig::Reading &taken = job.vehicle.survey.readings[row];
                                            taken.value = value;
                                            taken.ignored = false;
                                            taken.date = today();
                                        });
                                        const auto next = static_cast<int>(row) + 1;
                                        if (next < table->model()->rowCount())
                                            table->setCurrentIndex(table->model()->index(next, 3));
                                        return QString();
                                    }};
}

/// What simulated instruments find: the vehicle as the job has it, or a middling one.
std::vector<std::pair<std::string, double>> MeasureBench::truth() const {
    std::vector<std::pair<std::string, double>> out;
    const rig::Vehicle &v = m_session->job().vehicle;
    for (const rig::DatumDescriptor &d : rig::datumsOf(m_session->job().vehicle.kind))
        out.emplace_back(d.id, datumOr(v, d.id));
    for (const auto &[label, value] : m_walk->truth()) out.emplace_back(label, value);
    for (std::size_t i = 0; i < v.survey.readings.size(); ++i)
        out.emplace_back("reading." + std::to_string(i), v.survey.readings[i].value);
    const bool towed = v.kind == rig::VehicleKind::Trailer;
    const char *front = towed ? "noseMass" : "frontAxleMass", *rear = towed ? "axleMass" : "rearAxleMass";
    for (const auto &[pad, axle] :
         {std::pair{"pad1", front}, {"pad2", front}, {"pad3", rear}, {"pad4", rear}})
        out.emplace_back(pad, datumOr(v, axle) / 2);
    return out;
}

void MeasureBench::takePads(const std::array<double, 4> &m) {
    m_session->edit(tr("Weigh on the pads"), [&](job::Job &job) {
        const bool towed = job.vehicle.kind == rig::VehicleKind::Trailer;
        job.vehicle.data[towed ? "noseMass" : "frontAxleMass"] = {m[0] + m[1], rig::Trust::Measured, today()};
        job.vehicle.data[towed ? "axleMass" : "rearAxleMass"] = {m[2] + m[3], rig::Trust::Measured, today()};
    });
}

/// The pictures show the whole of another vehicle when one is opened.
void MeasureBench::fitToVehicle() {
    const rig::Vehicle &v = m_session->job().vehicle;
    if (v.id == m_fitted) return;
    m_fitted = v.id;
    const auto [low, high] = vehicleBox(v);
    const Vec3 margin(380, 100, 80);
    m_side->setFit(low - margin.cwiseProduct(Vec3(1, 1, 0)), high + margin);
    m_front->setFit(low, high + margin);
    m_top->setFit(low, high);
    m_walk->fitToVehicle();
}

void MeasureBench::showList(int index) {
    const bool survey = index == m_firstSurveyList || index == m_firstSurveyList + 1;
    m_second->setCurrentIndex(survey ? 1 : 0);
    m_side->showSurvey = survey;
    // A template has its own picture and needs the room.
    // The walk has its own pictures, too.
    const bool own =
        qobject_cast<TemplatePage *>(m_lists->currentWidget()) || m_lists->currentWidget() == m_walk;
    m_second->setVisible(!own);
    m_side->setVisible(!own);
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
    if (m_model->isChoice(current)) {
        m_how->setText(current.data(Qt::ToolTipRole).toString());
        return;
    }
    const rig::DatumDescriptor &d =
        rig::datumsOf(m_session->job().vehicle.kind)[static_cast<std::size_t>(current.row())];
    m_how->setText(
        QStringLiteral("<b>%1.</b> %2").arg(worded(d.name).toHtmlEscaped(), worded(d.how).toHtmlEscaped()));
    for (PlanView *view : {m_side, m_front})
        if (view->targetPlace(QString::fromStdString(d.id))) view->markPlace(std::nullopt);
}

std::vector<DragTarget> MeasureBench::targetsFor(ViewSide side) const {
    std::vector<DragTarget> out;
    const rig::Vehicle &vehicle = m_session->job().vehicle;
    for (const DatumPlace &p : datumPlaces(vehicle))
        if (p.side == side) out.push_back(datumTarget(m_session, p));
    for (std::size_t i = 0; i < vehicle.outline.size(); ++i) {
        const rig::OutlinePoint &o = vehicle.outline[i];
        DragTarget t;
        t.id = "outline." + QString::fromStdString(o.id);
        t.name = worded(o.name) + tr(", height");
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
    if (subject == "railMaterial" || subject == "railSection") {
        openList("listData");
        const int fromLast = subject == "railMaterial" ? 1 : 2;
        m_table->setCurrentIndex(m_model->index(m_model->rowCount() - fromLast, 1));
        m_table->setFocus();
    }
    if (subject.startsWith("template")) openList("listTemplates");
    if (subject == "tires") openList("listTires");
    if (subject == "front" || subject == "rear") openList("listLoad");
    if (subject == "frontHoles" || subject.startsWith("mount.")) openList("listHoles");
    if (subject == "rearHoles") openList("listRearHoles");
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
    const auto walk = rig::walkAround(m_session->job().vehicle);
    if (std::any_of(walk.begin(), walk.end(), [&](const rig::WalkEntry &e) {
            return e.mark.kind != rig::MarkKind::Datum && e.mark.kind != rig::MarkKind::Holes &&
                   subject.toStdString() == e.mark.id;
        })) {
        openList("listWalk");
        m_walk->choose(subject.toStdString());
    }
    for (PlanView *view : {m_side, m_front, m_top}) {
        view->markPlace(place);
        if (view->targetPlace(subject)) view->focusTarget(subject);
    }
}

}  // namespace hefty::app
