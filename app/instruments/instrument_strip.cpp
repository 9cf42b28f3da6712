#include "app/instruments/instrument_strip.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

#include "app/window/theme.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

const std::array<std::pair<const char *, const char *>, 4> standins{{{"tape", "laser tape (simulated)"},
                                                                     {"angle", "angle gauge (simulated)"},
                                                                     {"pads", "four scale pads (simulated)"},
                                                                     {"load", "rope load cell (simulated)"}}};

bool isLength(measure::Quantity q) {
    return q == measure::Quantity::Length || q == measure::Quantity::DrilledLength;
}

}  // namespace

InstrumentStrip::InstrumentStrip(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("instrumentStrip");
    m_which = new QComboBox(this);
    m_which->setObjectName("instrument");
    m_which->setAccessibleName(tr("Instrument"));
    m_which->setMinimumWidth(220);
    m_connect = new QPushButton(tr("Connect"), this);
    m_connect->setObjectName("instrumentConnect");
    m_read = new QPushButton(tr("Take reading"), this);
    m_read->setObjectName("instrumentRead");
    m_state = new QLabel(this);
    m_state->setObjectName("instrumentState");
    m_state->setWordWrap(true);
    m_state->setFont(textFont(10));
    auto *layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_which);
    layout->addWidget(m_connect);
    layout->addWidget(m_read);
    layout->addWidget(m_state, 1);
    connect(m_connect, &QPushButton::clicked, this, &InstrumentStrip::connectOrNot);
    connect(m_read, &QPushButton::clicked, this, [this] {
        const auto target = waiting ? waiting() : std::nullopt;
        m_port.ask(target ? worded(target->label) : QString());
    });
    connect(&m_port, &InstrumentPort::opened, this, [this] {
        refresh();
        const auto target = waiting();
        say(target ? tr("Connected. The next reading lands on: %1.").arg(target->name)
                   : tr("Connected. Choose what to measure in the list."));
    });
    connect(&m_port, &InstrumentPort::closed, this, &InstrumentStrip::refresh);
    connect(&m_port, &InstrumentPort::read, this, &InstrumentStrip::take);
    connect(&m_port, &InstrumentPort::trouble, this, [this](const QString &text) {
        say(text, true);
        refresh();
    });
    listPorts();
    refresh();
}

void InstrumentStrip::listPorts() {
    std::vector<std::pair<QString, QString>> simulated;
    for (const auto &[kind, name] : standins) simulated.emplace_back(QLatin1String(kind), tr(name));
    for (const auto &[name, which] : InstrumentPort::choices(simulated)) m_which->addItem(name, which);
}

void InstrumentStrip::connectOrNot() {
    if (m_port.isOpen()) {
        m_port.close();
        say(tr("Disconnected."));
        return;
    }
    m_pads = {};
    const QString which = m_which->currentData().toString();
    if (which.startsWith("standin:"))
        m_port.simulate(which.mid(8), truth ? truth() : std::vector<std::pair<std::string, double>>{},
                        standinExtra);
    else
        m_port.open(which);
}

void InstrumentStrip::refresh() {
    m_connect->setText(m_port.isOpen() ? tr("Disconnect") : tr("Connect"));
    m_which->setEnabled(!m_port.isOpen());
    m_read->setEnabled(m_port.isOpen());
}

void InstrumentStrip::say(const QString &text, bool bad) {
    QPalette p = m_state->palette();
    p.setColor(QPalette::WindowText, bad ? colors().bad : colors().ink);
    m_state->setPalette(p);
    m_state->setText(text);
}

void InstrumentStrip::take(const instrument::Reading &reading) {
    using instrument::Kind;
    const QString name = QString::fromUtf8(instrument::kindName(reading.kind).data());
    const QString value = QString::fromStdString(
        measure::printQuantity(reading.value, instrument::quantityOf(reading.kind), m_session->units()));
    if (reading.kind == Kind::Pad) return takePad(reading);
    if (reading.kind == Kind::Load) return say(tr("%1: %2 on the rope.").arg(name, value));
    if (reading.kind == Kind::Dial) return say(tr("%1: %2. It belongs to a proof pull.").arg(name, value));
    const auto target = waiting();
    if (!target)
        return say(tr("%1: %2. Choose what it is of in the list, and read again.").arg(name, value), true);
    const bool fits = reading.kind == Kind::Tape ? isLength(target->quantity)
                                                 : target->quantity == measure::Quantity::Angle;
    if (!fits)
        return say(
            tr("%1: %2. That is no measure for \"%3\": it stays as it was.").arg(name, value, target->name),
            true);
    const QString wrong = target->take(reading.value);
    if (!wrong.isEmpty()) return say(wrong, true);
    const auto next = waiting();
    say(tr("%1: %2 taken for %3.").arg(name, value, target->name) +
        (next && next->label != target->label ? tr(" Next: %1.").arg(next->name) : QString()));
}

/// The four pads belong together: the masses are taken when all have been read.
void InstrumentStrip::takePad(const instrument::Reading &reading) {
    m_pads[static_cast<std::size_t>(reading.channel - 1)] = reading.value;
    QStringList missing;
    const std::array<QString, 4> names{tr("front left"), tr("front right"), tr("rear left"),
                                       tr("rear right")};
    for (std::size_t i = 0; i < 4; ++i)
        if (!m_pads[i]) missing << names[i];
    if (!missing.isEmpty()) return say(tr("Still to come: %1.").arg(missing.join(", ")));
    takePads({*m_pads[0], *m_pads[1], *m_pads[2], *m_pads[3]});
    const auto mass = [this](double v) {
        return QString::fromStdString(measure::printQuantity(v, measure::Quantity::Mass, m_session->units()));
    };
    say(tr("Taken: %1 on the front axle, %2 on the rear; left side %3, right side %4.")
            .arg(mass(*m_pads[0] + *m_pads[1]), mass(*m_pads[2] + *m_pads[3]), mass(*m_pads[0] + *m_pads[2]),
                 mass(*m_pads[1] + *m_pads[3])));
    m_pads = {};
}

}  // namespace hefty::app
