#pragma once

#include <array>
#include <functional>
#include <optional>

#include <QWidget>

#include "app/instruments/instrument_port.h"
#include "app/window/session.h"

class QComboBox;
class QLabel;
class QPushButton;

namespace hefty::app {

/// Instruments at hand: choose one, connect it, and its readings land on what is waiting for them.
class InstrumentStrip : public QWidget {
    Q_OBJECT

  public:
    /// What a reading lands on.
    struct Waiting {
        std::string label;  ///< what a simulated instrument is asked for
        QString name;
        measure::Quantity quantity = measure::Quantity::Length;
        /// Takes a value in core units; tells why it cannot, or nothing.
        std::function<QString(double)> take;
    };
    explicit InstrumentStrip(Session *session, QWidget *parent = nullptr);
    /// Asked before each reading, and when the person moves on.
    std::function<std::optional<Waiting>()> waiting;
    /// Asked with four masses: front left, front right, rear left, rear right [kg].
    std::function<void(const std::array<double, 4> &)> takePads;
    /// What a simulated instrument can find on the vehicle.
    std::function<std::vector<std::pair<std::string, double>>()> truth;
    void refresh();
    [[nodiscard]] InstrumentPort *port() { return &m_port; }
    QStringList standinExtra;  ///< more arguments for stand-ins: noise, dropouts, wrong units

  private:
    void listPorts();
    void connectOrNot();
    void take(const instrument::Reading &reading);
    void takePad(const instrument::Reading &reading);
    void say(const QString &text, bool bad = false);

    Session *m_session;
    InstrumentPort m_port;
    QComboBox *m_which;
    QPushButton *m_connect, *m_read;
    QLabel *m_state;
    std::array<std::optional<double>, 4> m_pads;
};

}  // namespace hefty::app
