#include "app/stops/load/load_page.h"

#include <algorithm>
#include <cmath>

#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QPushButton>
#include <QTableView>
#include <QVBoxLayout>

#include "app/sheets/job_lists.h"
#include "app/window/theme.h"
#include "app/window/worded.h"
#include "core/base/constants.h"

namespace hefty::app {
namespace {

using measure::Quantity;

QLabel *stateLabel(QWidget *parent, const char *name) {
    auto *label = new QLabel(parent);
    label->setObjectName(QLatin1String(name));
    label->setWordWrap(true);
    label->setTextFormat(Qt::PlainText);
    return label;
}

QPushButton *whyButton(QWidget *parent, const char *name) {
    auto *button = new QPushButton(QWidget::tr("Why"), parent);
    button->setObjectName(QLatin1String(name));
    button->setFixedWidth(76);
    return button;
}

}  // namespace

TirePage::TirePage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("tirePage");
    m_table = new RecordTable(session, "tires", tireList(), this);
    m_facts = stateLabel(this, "tireFacts");
    m_why = whyButton(this, "whyTire");
    const auto choice = [this](const char *name, const QString &tip) {
        auto *box = new QComboBox(this);
        box->setObjectName(QLatin1String(name));
        box->setToolTip(tip);
        return box;
    };
    m_measuredOn = choice("measuredOn", tr("The tire that was on when the vehicle was measured"));
    m_standsOn = choice("standsOn", tr("The tire that angles, sag and trail are worked out for"));
    auto *row = new QGridLayout;
    row->addWidget(new QLabel(tr("Measured on"), this), 0, 0);
    row->addWidget(m_measuredOn, 0, 1);
    row->addWidget(new QLabel(tr("Stands on"), this), 0, 2);
    row->addWidget(m_standsOn, 0, 3);
    row->addWidget(m_why, 0, 4);
    row->setColumnStretch(1, 1);
    row->setColumnStretch(3, 1);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    layout->addWidget(m_table, 1);
    layout->addWidget(m_facts);
    layout->addLayout(row);
    connect(m_measuredOn, &QComboBox::textActivated, this, [this](const QString &t) {
        choose(&rig::Loadout::measuredOn, tr("Say which tire it was measured on"), t);
    });
    connect(m_standsOn, &QComboBox::textActivated, this,
            [this](const QString &t) { choose(&rig::Loadout::standsOn, tr("Stand on another tire"), t); });
    connect(m_why, &QPushButton::clicked, this, [this] {
        if (const rig::TireFacts *f = chosen()) emit whyAsked(f->working);
    });
    for (auto signal : {&Session::appraisalChanged, &Session::unitsChanged, &Session::jobChanged})
        connect(session, signal, this, &TirePage::refresh);
    connect(m_table->table()->selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            &TirePage::refresh);
    refresh();
}

void TirePage::choose(std::string rig::Loadout::*which, const QString &name, const QString &tire) {
    m_session->edit(name, [&](job::Job &job) { job.vehicle.loadout.*which = tire.toStdString(); });
}

const rig::TireFacts *TirePage::chosen() const {
    const rig::Loadout &l = m_session->job().vehicle.loadout;
    const int row = m_table->table()->currentIndex().row();
    const std::string id = row >= 0 && row < static_cast<int>(l.tires.size())
                               ? l.tires[static_cast<std::size_t>(row)].id
                               : (l.standsOn.empty() ? l.measuredOn : l.standsOn);
    const auto &facts = m_session->appraisal()->tires;
    const auto it =
        std::find_if(facts.begin(), facts.end(), [&](const rig::TireFacts &f) { return f.id == id; });
    return it == facts.end() ? nullptr : &*it;
}

void TirePage::refresh() {
    const rig::Loadout &l = m_session->job().vehicle.loadout;
    QStringList names;
    for (const rig::TireOption &t : l.tires) names << QString::fromStdString(t.id);
    for (const auto &[box, id] : {std::pair{m_measuredOn, l.measuredOn},
                                  {m_standsOn, l.standsOn.empty() ? l.measuredOn : l.standsOn}}) {
        box->clear();
        box->addItems(names);
        box->setCurrentText(QString::fromStdString(id));
        if (id.empty()) box->setCurrentIndex(-1);
        box->setEnabled(!names.isEmpty());
    }
    const rig::TireFacts *f = chosen();
    m_why->setEnabled(f != nullptr);
    if (!f) {
        m_facts->setText(tr("Begin with the tire that the vehicle stands on: its code is on the sidewall."));
        return;
    }
    const auto length = [this](double v) { return printed(v, Quantity::Length, *m_session); };
    QString text = tr("%1: %2 over the tread, %3 wide, about %4 bare. Loaded radius %5 front, %6 rear.")
                       .arg(QString::fromStdString(f->id), length(f->size.diameter), length(f->size.width),
                            printed(f->size.massEstimate(), Quantity::Mass, *m_session),
                            length(f->frontLoaded), length(f->rearLoaded));
    if (f->backspacing > 0) text += tr(" Backspacing %1.").arg(length(f->backspacing));
    if (f->lugs)
        text += tr(" Lug to neighbor %1.")
                    .arg(printed(rig::neighborDistance(*f->lugs), Quantity::DrilledLength, *m_session));
    m_facts->setText(text);
}

LoadPage::LoadPage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("loadPage");
    m_table = new RecordTable(session, "masses", massList(), this);
    m_state = stateLabel(this, "stanceState");
    m_sagged = new QCheckBox(tr("Angles and trail use the vehicle as it sags"), this);
    m_sagged->setObjectName("sagged");
    m_why = whyButton(this, "whyStance");
    auto *row = new QHBoxLayout;
    row->addWidget(m_sagged, 1);
    row->addWidget(m_why);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    layout->addWidget(m_table, 1);
    layout->addWidget(m_state);
    layout->addLayout(row);
    connect(m_sagged, &QCheckBox::clicked, this, [this](bool on) {
        m_session->edit(on ? tr("Use the sag") : tr("Leave the sag out"),
                        [on](job::Job &job) { job.vehicle.loadout.sagged = on; });
    });
    connect(m_why, &QPushButton::clicked, this, [this] {
        if (const auto &s = m_session->appraisal()->stance) emit whyAsked(s->working);
    });
    for (auto signal : {&Session::appraisalChanged, &Session::unitsChanged, &Session::jobChanged})
        connect(session, signal, this, &LoadPage::refresh);
    refresh();
}

void LoadPage::refresh() {
    const auto appraisal = m_session->appraisal();
    m_sagged->setChecked(m_session->job().vehicle.loadout.sagged);
    m_why->setEnabled(appraisal->stance.has_value());
    if (!appraisal->stance) {
        const auto it = std::find_if(appraisal->findings.begin(), appraisal->findings.end(),
                                     [](const job::Finding &f) { return f.id.starts_with("stance/"); });
        m_state->setText(it == appraisal->findings.end()
                             ? tr("Add a tire and what the vehicle carries to see how it stands.")
                             : worded(it->sentence, m_session->units()));
        return;
    }
    const rig::Stance &s = *appraisal->stance;
    const auto mass = [this](double v) { return printed(v, Quantity::Mass, *m_session); };
    const auto length = [this](double v) { return printed(v, Quantity::Length, *m_session); };
    const auto limit = [&](const std::optional<double> &v) {
        return v ? tr(" of %1").arg(mass(*v)) : QString();
    };
    const rig::RigGeometry &g = *appraisal->rig;
    QString text =
        tr("With the armor on: %1 front%2, %3 rear%4, %5%6 in all. Goes down %7 front, %8 rear; %9.")
            .arg(mass(s.frontMass), limit(g.frontLimit), mass(s.rearMass), limit(g.rearLimit),
                 mass(s.total()), limit(g.grossLimit), length(s.frontSag), length(s.rearSag),
                 (s.pitch < 0 ? tr("nose up %1") : tr("nose down %1"))
                     .arg(printed(std::abs(s.pitch), Quantity::Angle, *m_session)));
    text += tr(" Center of gravity %1 behind the front axle").arg(length(-s.center.x()));
    text += s.centerKnown ? tr(", %1 up.").arg(length(s.center.z())) : QStringLiteral(".");
    if (appraisal->length)
        text += tr(" %1 long over all (%2 allowed).")
                    .arg(length(*appraisal->length), length(m_session->job().rules.mostLength));
    m_state->setText(text);
}

}  // namespace hefty::app
