#include "app/stops/measure/drive_page.h"

#include <QComboBox>
#include <QFile>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>
#include <QSlider>
#include <QSpinBox>
#include <QTableWidget>
#include <QVBoxLayout>

#include "app/views/trail_view.h"
#include "app/window/quantity_edit.h"
#include "app/window/theme.h"
#include "app/window/worded.h"
#include "core/job/appraise/clearing.h"

namespace hefty::app {
namespace {

using clearance::ObstacleKind;
using measure::Quantity;

struct Choice {
    ObstacleKind kind;
    const char *name;
    const char *size;  ///< what its size is called
};
constexpr std::array<Choice, 7> obstacles{{{ObstacleKind::Ledge, "ledge", "Height"},
                                           {ObstacleKind::Log, "log", "Thickness"},
                                           {ObstacleKind::Slope, "ramp", "Slope"},
                                           {ObstacleKind::Ditch, "ditch", "Width"},
                                           {ObstacleKind::Hump, "hump", "Height"},
                                           {ObstacleKind::CrossDitch, "ditch on the left side", "Width"},
                                           {ObstacleKind::RockGarden, "rock garden", "Rocks up to"}}};
constexpr int profileRow = static_cast<int>(obstacles.size());
constexpr int playStep = 12;  ///< poses a frame: 60 mm

}  // namespace

DrivePage::DrivePage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("drivePage");
    askFile = [](QWidget *asker, const QString &title, const QString &filter) {
        return QFileDialog::getOpenFileName(asker, title, {}, filter);
    };
    m_view = new TrailView(session, this);
    m_view->setObjectName("trailView");
    m_view->setAccessibleName(tr("The vehicle on its way, from the side"));
    m_slider = new QSlider(Qt::Horizontal, this);
    m_slider->setObjectName("trailPlace");
    m_slider->setAccessibleName(tr("Place along the way"));
    m_slider->setInvertedAppearance(true);  // forward is to the left
    m_play = new QPushButton(tr("Play"), this);
    m_play->setObjectName("trailPlay");
    m_play->setCheckable(true);
    m_play->setFixedWidth(90);
    auto *scrub = new QHBoxLayout;
    scrub->addWidget(m_play);
    scrub->addWidget(m_slider, 1);
    auto *left = new QVBoxLayout;
    left->addWidget(m_view, 1);
    left->addLayout(scrub);
    auto *layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(left, 1);
    layout->addWidget(makeTray());
    connect(m_slider, &QSlider::valueChanged, this, &DrivePage::showPose);
    connect(m_view, &TrailView::poseAsked, m_slider, &QSlider::setValue);
    connect(m_play, &QPushButton::toggled, this, &DrivePage::play);
    connect(&m_playing, &QTimer::timeout, this, [this] {
        if (m_slider->value() >= m_slider->maximum()) return m_play->setChecked(false);
        m_slider->setValue(m_slider->value() + playStep);
    });
    m_playing.setInterval(33);
    connect(&m_driver, &Driver::answered, this, &DrivePage::take, Qt::QueuedConnection);
    connect(
        &m_driver, &Driver::progressed, this,
        [this](int done, int all) {
            m_progress->setMaximum(all);
            m_progress->setValue(std::max(m_progress->value(), done));
        },
        Qt::QueuedConnection);
    connect(session, &Session::appraisalChanged, this, [this] {
        if (isVisible() && !m_session->isWorking()) driveAgain();
    });
    connect(session, &Session::unitsChanged, this, [this] {
        if (m_view->drive()) takeDrive({m_view->drive(), {}, false, {}, false});
    });
    m_obstacle->setCurrentIndex(profileRow - 1);
    m_size->setValue(m_sizeValue);
    m_slope->setValue(m_slopeValue);
    refreshChoices();
}

QWidget *DrivePage::makeTray() {
    auto *tray = new QWidget(this);
    tray->setFixedWidth(300);
    auto *form = new QVBoxLayout(tray);
    form->setContentsMargins(0, 0, 0, 0);
    form->setSpacing(4);
    const auto box = [&](const char *name, const QString &label, const QStringList &items) {
        auto *row = new QHBoxLayout;
        auto *title = new QLabel(label, tray);
        title->setFixedWidth(84);
        auto *choice = new QComboBox(tray);
        choice->setObjectName(QLatin1String(name));
        choice->setAccessibleName(label);
        choice->addItems(items);
        title->setBuddy(choice);
        row->addWidget(title);
        row->addWidget(choice, 1);
        form->addLayout(row);
        connect(choice, &QComboBox::activated, this, &DrivePage::driveAgain);
        return choice;
    };
    QStringList names;
    for (const Choice &c : obstacles) names << tr(c.name);
    names << tr("profile from a file...");
    m_obstacle = box("obstacle", tr("Over a"), names);
    disconnect(m_obstacle, nullptr, this, nullptr);
    connect(m_obstacle, &QComboBox::activated, this, [this](int row) {
        if (row == profileRow) {
            const QString path = askFile(this, tr("Open a profile"), tr("Tables (*.csv);;All files (*)"));
            if (!path.isEmpty()) return openProfile(path);
            if (!m_profile) m_obstacle->setCurrentIndex(0);
        }
        driveAgain();
    });
    auto *sizeRow = new QHBoxLayout;
    m_sizeLabel = new QLabel(tray);
    m_sizeLabel->setFixedWidth(84);
    m_size = new QuantityEdit(m_session, Quantity::Length, tray);
    m_size->setObjectName("obstacleSize");
    m_slope = new QuantityEdit(m_session, Quantity::Angle, tray);
    m_slope->setObjectName("obstacleSlope");
    m_seed = new QSpinBox(tray);
    m_seed->setObjectName("obstacleSeed");
    m_seed->setRange(1, 9999);
    m_seed->setPrefix(tr("garden number "));
    m_seed->setMinimumHeight(36);
    sizeRow->addWidget(m_sizeLabel);
    sizeRow->addWidget(m_size, 1);
    sizeRow->addWidget(m_slope, 1);
    form->addLayout(sizeRow);
    form->addWidget(m_seed);
    connect(m_size, &QuantityEdit::valueTyped, this, [this](double v) {
        m_sizeValue = v;
        m_size->setValue(v);
        driveAgain();
    });
    connect(m_slope, &QuantityEdit::valueTyped, this, [this](double v) {
        m_slopeValue = v;
        m_slope->setValue(v);
        driveAgain();
    });
    connect(m_seed, &QSpinBox::valueChanged, this, &DrivePage::driveAgain);
    m_tire = box("driveTire", tr("On tire"), {});
    m_load = box("driveLoad", tr("Carrying"), {tr("all that is aboard"), tr("nothing")});
    m_way = box("driveWay", tr("Driven"), {tr("forward"), tr("in reverse")});
    m_state = new QLabel(tray);
    m_state->setObjectName("driveState");
    m_state->setWordWrap(true);
    form->addWidget(m_state);
    m_strikes = new QTableWidget(0, 3, tray);
    m_strikes->setObjectName("strikes");
    m_strikes->setAccessibleName(tr("What strikes"));
    m_strikes->setHorizontalHeaderLabels({tr("Strikes"), tr("Deep"), tr("Force")});
    m_strikes->verticalHeader()->hide();
    m_strikes->verticalHeader()->setMinimumSectionSize(32);
    m_strikes->verticalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    m_strikes->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    m_strikes->setColumnWidth(1, 88);
    m_strikes->setColumnWidth(2, 80);
    m_strikes->setWordWrap(true);
    m_strikes->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_strikes->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_strikes->setTabKeyNavigation(false);
    form->addWidget(m_strikes, 1);
    connect(m_strikes, &QTableWidget::currentCellChanged, this, [this](int row) { goToStrike(row); });
    m_limits = new QLabel(tray);
    m_limits->setObjectName("driveLimits");
    m_limits->setFont(textFont(10));
    m_limits->setWordWrap(true);
    form->addWidget(m_limits);
    m_progress = new QProgressBar(tray);
    m_progress->setObjectName("limitsProgress");
    m_progress->hide();
    form->addWidget(m_progress);
    auto *buttons = new QHBoxLayout;
    m_find = new QPushButton(tr("Find the limits"), tray);
    m_find->setObjectName("findLimits");
    m_stop = new QPushButton(tr("Stop"), tray);
    m_stop->setObjectName("stopLimits");
    m_stop->setEnabled(false);
    buttons->addWidget(m_find, 1);
    buttons->addWidget(m_stop);
    form->addLayout(buttons);
    connect(m_find, &QPushButton::clicked, this, &DrivePage::findLimits);
    connect(m_stop, &QPushButton::clicked, this, [this] { m_driver.stop(); });
    return tray;
}

void DrivePage::showEvent(QShowEvent *) {
    driveAgain();
}

void DrivePage::openProfile(const QString &path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) {
        m_state->setText(tr("%1 cannot be read: %2").arg(path, file.errorString()));
        return;
    }
    auto terrain =
        clearance::terrainFromCsv(file.readAll().toStdString(), QFileInfo(path).fileName().toStdString());
    if (!terrain) {
        // What was driven before stays in the picture.
        m_state->setText(worded(terrain.error().sentence()));
        return;
    }
    m_profile = std::move(*terrain);
    m_profileName = QFileInfo(path).fileName();
    m_obstacle->setItemText(profileRow, m_profileName + tr(" (open another...)"));
    m_obstacle->setCurrentIndex(profileRow);
    driveAgain();
}

void DrivePage::refreshChoices() {
    const int row = m_obstacle->currentIndex();
    const bool profile = row == profileRow;
    const bool slope = !profile && kind() == ObstacleKind::Slope;
    const bool garden = !profile && kind() == ObstacleKind::RockGarden;
    m_sizeLabel->setText(profile ? QString() : tr(obstacles[static_cast<std::size_t>(row)].size));
    m_size->setVisible(!profile && !slope);
    m_slope->setVisible(slope);
    m_seed->setVisible(garden);
    const rig::Loadout &l = m_session->job().vehicle.loadout;
    QStringList tires;
    for (const rig::TireOption &t : l.tires) tires << QString::fromStdString(t.id);
    QStringList now;
    for (int i = 0; i < m_tire->count(); ++i) now << m_tire->itemText(i);
    if (now == tires) return;
    const QString before = m_tire->currentText();
    m_tire->clear();
    m_tire->addItems(tires);
    const QString stands = QString::fromStdString(l.standsOn.empty() ? l.measuredOn : l.standsOn);
    m_tire->setCurrentText(tires.contains(before) ? before : stands);
}

clearance::ObstacleKind DrivePage::kind() const {
    const auto row = static_cast<std::size_t>(std::clamp(m_obstacle->currentIndex(), 0, profileRow - 1));
    return obstacles[row].kind;
}

job::DriveRequest DrivePage::wanted() const {
    job::DriveRequest r;
    r.choice.tire = m_tire->currentText().toStdString();
    r.choice.laden = m_load->currentIndex() == 0;
    r.choice.armor = job::armorMasses(*m_session->appraisal());
    r.obstacle.kind = kind();
    r.obstacle.size = r.obstacle.kind == ObstacleKind::Slope ? m_slopeValue : m_sizeValue;
    r.obstacle.seed = static_cast<std::uint32_t>(m_seed->value());
    if (m_obstacle->currentIndex() == profileRow) r.profile = m_profile;
    r.backward = m_way->currentIndex() == 1;
    return r;
}

void DrivePage::driveAgain() {
    refreshChoices();
    if (m_session->isWorking() || !m_find->isEnabled()) return;
    m_driven = m_session->appraisal();
    m_driver.request({m_session->sharedJob(), m_driven, wanted(), false});
}

void DrivePage::findLimits() {
    if (m_session->isWorking()) return;
    m_find->setEnabled(false);
    m_stop->setEnabled(true);
    m_progress->setValue(0);
    m_progress->show();
    m_limits->clear();
    m_driver.request({m_session->sharedJob(), m_session->appraisal(), wanted(), true});
}

void DrivePage::take(const Driver::Answer &answer) {
    if (answer.isLimits) {
        m_find->setEnabled(true);
        m_stop->setEnabled(false);
        m_progress->hide();
        if (answer.problem.empty())
            showLimits(answer.limits);
        else
            m_limits->setText(answer.stopped ? tr("Stopped.") : worded(answer.problem));
        driveAgain();  // what changed meanwhile
        return;
    }
    if (answer.stopped) return;  // a newer one is on its way
    takeDrive(answer);
}

void DrivePage::takeDrive(const Driver::Answer &answer) {
    m_view->show(answer.drive, m_driven);
    const bool there = answer.drive && !answer.drive->run.poses.empty();
    m_slider->setEnabled(there);
    m_play->setEnabled(there);
    m_strikes->setRowCount(0);
    if (!there) {
        m_state->setText(worded(answer.problem));
        return;
    }
    const clearance::TrailRun &run = answer.drive->run;
    m_slider->setMaximum(static_cast<int>(run.poses.size()) - 1);
    m_slider->setPageStep(static_cast<int>(run.poses.size()) / 20);
    const auto print = [this](double v, Quantity q) {
        return QString::fromStdString(measure::printQuantity(v, q, m_session->units()));
    };
    for (const clearance::Strike &s : run.strikes) {
        const int row = m_strikes->rowCount();
        m_strikes->insertRow(row);
        auto *name = new QTableWidgetItem(strikeName(m_session->job().vehicle, s.id));
        name->setToolTip(name->text());
        m_strikes->setItem(row, 0, name);
        m_strikes->setItem(row, 1, new QTableWidgetItem(print(s.depth, Quantity::Length)));
        m_strikes->setItem(row, 2, new QTableWidgetItem(print(s.force, Quantity::Force)));
    }
    QString text =
        run.strikes.empty()
            ? tr("Nothing strikes.")
            : tr("Parts that strike: %1. What is hit would have to lift the vehicle as far as it is deep.")
                  .arg(run.strikes.size());
    if (!run.lifted.empty()) text += tr(" Wheels leave the ground: %1.").arg(run.lifted.size());
    m_state->setText(text);
}

void DrivePage::showPose(int pose) {
    m_view->setPose(pose);
}

void DrivePage::goToStrike(int row) {
    const auto drive = m_view->drive();
    if (!drive || row < 0 || row >= static_cast<int>(drive->run.strikes.size())) return;
    m_slider->setValue(static_cast<int>(drive->poseAt(drive->run.strikes[static_cast<std::size_t>(row)].at)));
}

void DrivePage::showLimits(const std::vector<job::TrailLimit> &limits) {
    QString rows = tr("<tr><td>Clears at most</td><td>forward&nbsp;</td><td>reverse</td></tr>");
    for (const job::TrailLimit &l : limits) {
        const auto print = [&](double v) {
            return QString::fromStdString(measure::printQuantity(v, l.kind->quantity, m_session->units()));
        };
        rows += QStringLiteral("<tr><td>%1&nbsp;</td><td>%2&nbsp;</td><td>%3</td></tr>")
                    .arg(tr(l.kind->name), print(l.forward), print(l.backward));
    }
    m_limits->setText(QStringLiteral("<table>%1</table>").arg(rows));
}

void DrivePage::play(bool on) {
    m_play->setText(on ? tr("Pause") : tr("Play"));
    if (on && m_slider->value() >= m_slider->maximum()) m_slider->setValue(0);
    on ? m_playing.start() : m_playing.stop();
}

}  // namespace hefty::app
