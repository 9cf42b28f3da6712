#pragma once

#include <memory>

#include <QObject>
#include <QProcess>
#include <QSerialPort>
#include <QTemporaryFile>
#include <QTimer>

#include "core/instrument/line.h"

namespace hefty::app {

/// A measuring instrument at a serial port, or a simulated one that runs as its own process.
class InstrumentPort : public QObject {
    Q_OBJECT

  public:
    explicit InstrumentPort(QObject *parent = nullptr);
    ~InstrumentPort() override;
    /// Opens a port by its name or path. Success or failure is told by opened() or trouble().
    void open(const QString &port);
    /// Starts a stand-in ("tape", "angle", "pads", "load") that knows what there is to measure, and opens
    /// its port. @param extra  more arguments for it
    void simulate(const QString &kind, const std::vector<std::pair<std::string, double>> &truth,
                  const QStringList &extra = {});
    void close();
    [[nodiscard]] bool isOpen() const { return m_port.isOpen(); }
    /// Asks for a reading; `what` is of use to a simulated one only.
    void ask(const QString &what);

    /// Ports with something known at them, then what simulates instruments, then the others: name, and what
    /// open() takes or "standin:kind".
    [[nodiscard]] static std::vector<std::pair<QString, QString>> choices(
        const std::vector<std::pair<QString, QString>> &standins);

  signals:
    void opened();
    void closed();
    void read(const hefty::instrument::Reading &reading);
    /// In a sentence for the person: a bad line, no answer, a device that is gone.
    void trouble(const QString &sentence);

  private:
    void takeBytes();
    void lost();

    QSerialPort m_port;
    std::unique_ptr<QProcess> m_standin;
    std::unique_ptr<QTemporaryFile> m_truth;
    QByteArray m_heard;
    QTimer m_patience;
};

}  // namespace hefty::app
