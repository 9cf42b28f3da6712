#include "app/instruments/instrument_port.h"
#include "app/window/worded.h"

#include <QSerialPortInfo>

#include <QCoreApplication>
#include <QDir>
#include <QFileInfo>

namespace hefty::app {
namespace {

constexpr int patience = 2500;     // ms to wait for an answer
constexpr int longestLine = 4096;  // bytes without an end: noise

/// Beside the program when installed, in its own folder when built.
QString standinPath() {
    const QDir here(QCoreApplication::applicationDirPath());
    for (const char *place : {"hefty-standin", "../standins/hefty-standin"})
        if (QFileInfo(here.filePath(place)).isExecutable()) return here.filePath(place);
    return QStringLiteral("hefty-standin");
}

}  // namespace

InstrumentPort::InstrumentPort(QObject *parent) : QObject(parent) {
    connect(&m_port, &QSerialPort::readyRead, this, &InstrumentPort::takeBytes);
    connect(&m_port, &QSerialPort::errorOccurred, this, [this](QSerialPort::SerialPortError error) {
        if (error == QSerialPort::ResourceError || error == QSerialPort::ReadError) lost();
    });
    m_patience.setSingleShot(true);
    m_patience.setInterval(patience);
    connect(&m_patience, &QTimer::timeout, this, [this] {
        emit trouble(tr("No answer came. Look at the instrument and take the reading again."));
    });
}

InstrumentPort::~InstrumentPort() {
    m_port.disconnect(this);
    if (m_standin) m_standin->disconnect(this);
    close();
}

void InstrumentPort::open(const QString &port) {
    if (m_port.isOpen()) m_port.close();
    m_heard.clear();
    m_port.setPortName(port);
    m_port.setBaudRate(QSerialPort::Baud19200);
    if (!m_port.open(QIODevice::ReadWrite)) {
        emit trouble(tr("The port %1 cannot be opened: %2.").arg(port, m_port.errorString()));
        return;
    }
    emit opened();
}

void InstrumentPort::simulate(const QString &kind, const std::vector<std::pair<std::string, double>> &truth,
                              const QStringList &extra) {
    close();
    m_truth = std::make_unique<QTemporaryFile>();
    if (!m_truth->open()) return emit trouble(tr("No file can be written for the stand-in."));
    m_truth->write("name,value\n");
    for (const auto &[name, value] : truth)
        m_truth->write(
            QStringLiteral("%1,%2\n").arg(QString::fromStdString(name)).arg(value, 0, 'g', 12).toUtf8());
    m_truth->flush();
    m_standin = std::make_unique<QProcess>();
    connect(m_standin.get(), &QProcess::readyReadStandardOutput, this, [this] {
        if (m_standin->canReadLine() && !m_port.isOpen())
            open(QString::fromLocal8Bit(m_standin->readLine()).trimmed());
    });
    connect(m_standin.get(), &QProcess::errorOccurred, this, [this](QProcess::ProcessError error) {
        if (error == QProcess::FailedToStart)
            emit trouble(tr("The stand-in cannot be started: %1.").arg(m_standin->errorString()));
    });
    connect(m_standin.get(), &QProcess::finished, this, &InstrumentPort::lost);
    m_standin->start(standinPath(), QStringList{"--kind", kind, "--truth", m_truth->fileName()} + extra);
}

void InstrumentPort::close() {
    m_patience.stop();
    if (m_standin) {
        m_standin->disconnect(this);
        m_standin->kill();
        m_standin->waitForFinished(1000);
        m_standin.reset();
    }
    const bool was = m_port.isOpen();
    if (was) m_port.close();
    m_truth.reset();
    if (was) emit closed();
}

std::vector<std::pair<QString, QString>> InstrumentPort::choices(
    const std::vector<std::pair<QString, QString>> &standins) {
    std::vector<std::pair<QString, QString>> known, others;
    for (const QSerialPortInfo &info : QSerialPortInfo::availablePorts())
        if (info.description().isEmpty())
            others.emplace_back(info.portName(), info.portName());
        else
            known.emplace_back(info.portName() + " " + info.description(), info.portName());
    for (const auto &[kind, name] : standins) known.emplace_back(name, "standin:" + kind);
    known.insert(known.end(), others.begin(), others.end());
    return known;
}

void InstrumentPort::ask(const QString &what) {
    if (!m_port.isOpen()) return;
    m_port.write(QStringLiteral("READ %1\n").arg(what).toUtf8());
    m_patience.start();
}

void InstrumentPort::takeBytes() {
    m_heard += m_port.readAll();
    for (qsizetype end; (end = m_heard.indexOf('\n')) >= 0; m_heard.remove(0, end + 1)) {
        m_patience.stop();
        const auto reading = instrument::readLine(m_heard.left(end).toStdString());
        if (reading)
            emit read(*reading);
        else
            emit trouble(worded(reading.error().message + " " + reading.error().remedy));
    }
    if (m_heard.size() > longestLine) {
        m_heard.clear();
        emit trouble(tr("What comes from the port has no lines. Is this an instrument?"));
    }
}

void InstrumentPort::lost() {
    if (!m_port.isOpen()) return;
    QMetaObject::invokeMethod(this, &InstrumentPort::close, Qt::QueuedConnection);
    emit trouble(tr("The instrument is gone. What it has read is kept; connect it again to go on."));
}

}  // namespace hefty::app
