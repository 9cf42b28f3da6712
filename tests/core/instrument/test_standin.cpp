#include <QElapsedTimer>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>

#include <fcntl.h>
#include <poll.h>
#include <termios.h>
#include <unistd.h>

#include "core/base/constants.h"
#include "core/instrument/line.h"

using namespace hefty;
using namespace hefty::instrument;

namespace {

/// A stand-in as a process, and the other end of its port as a plain file.
class Device {
  public:
    explicit Device(const QStringList &arguments) {
        m_process.start(HEFTY_STANDIN, arguments);
        if (!m_process.waitForReadyRead(5000)) return;
        m_name = QString::fromLocal8Bit(m_process.readLine()).trimmed();
        m_port = ::open(m_name.toLocal8Bit().constData(), O_RDWR | O_NOCTTY);
        if (m_port < 0) return;
        termios raw{};
        tcgetattr(m_port, &raw);
        cfmakeraw(&raw);
        tcsetattr(m_port, TCSANOW, &raw);
    }
    ~Device() {
        if (m_port >= 0) ::close(m_port);
        m_process.kill();
        m_process.waitForFinished(2000);
    }
    Device(const Device &) = delete;
    Device &operator=(const Device &) = delete;

    [[nodiscard]] bool isOpen() const { return m_port >= 0; }
    void say(const std::string &line) const {
        const std::string out = line + "\n";
        QVERIFY(::write(m_port, out.data(), out.size()) == static_cast<ssize_t>(out.size()));
    }
    /// The next line, or nothing after a while.
    std::string line(int patience = 2000) {
        QElapsedTimer clock;
        clock.start();
        while (clock.elapsed() < patience) {
            if (const std::size_t end = m_heard.find('\n'); end != std::string::npos) {
                const std::string out = m_heard.substr(0, end);
                m_heard.erase(0, end + 1);
                return out;
            }
            pollfd wait{m_port, POLLIN, 0};
            if (poll(&wait, 1, 50) <= 0) continue;
            char buffer[256];
            const ssize_t got = ::read(m_port, buffer, sizeof buffer);
            if (got > 0) m_heard.append(buffer, static_cast<std::size_t>(got));
        }
        return {};
    }
    [[nodiscard]] QProcess &process() { return m_process; }

  private:
    QProcess m_process;
    QString m_name;
    int m_port = -1;
    std::string m_heard;
};

}  // namespace

/// The stand-ins on their own, over the port, without the window.
class TestStandin : public QObject {
    Q_OBJECT

  private:
    QTemporaryDir m_dir;

    QString truth(const char *text) {
        QFile file(m_dir.filePath("truth.csv"));
        if (file.open(QIODevice::WriteOnly)) file.write(text);
        return file.fileName();
    }

  private slots:
    /// Two hundred readings of one thing: their mean is the truth, their spread the noise that was asked for.
    void noiseIsWhatWasAskedFor() {
        Device d(
            {"--kind", "tape", "--seed", "7", "--noise", "2", "--truth", truth("name,value\nsill,1500\n")});
        QVERIFY(d.isOpen());
        double sum = 0, squares = 0;
        constexpr int count = 200;
        for (int i = 1; i <= count; ++i) {
            d.say("READ sill");
            const auto r = readLine(d.line());
            QVERIFY2(r.has_value(), r ? "" : r.error().sentence().c_str());
            QCOMPARE(r->sequence, i);
            sum += r->value - 1500;
            squares += (r->value - 1500) * (r->value - 1500);
        }
        QVERIFY(std::abs(sum / count) < 0.6);
        QVERIFY(std::abs(std::sqrt(squares / count) - 2) < 0.5);
    }
    /// The same seed, the same readings.
    void seedsRepeat() {
        std::vector<std::string> runs;
        for (int n = 0; n < 2; ++n) {
            Device d({"--kind", "tape", "--seed", "9"});
            std::string all;
            for (int i = 0; i < 5; ++i) {
                d.say("READ");
                all += d.line() + "|";
            }
            runs.push_back(all);
        }
        QVERIFY(!runs[0].empty() && runs[0] == runs[1]);
    }
    void padsAnswerTogether() {
        Device d({"--kind", "pads", "--noise", "0", "--truth",
                  truth("name,value\npad1,500\npad2,510\npad3,400\npad4,420\n")});
        d.say("READ");
        const std::array<double, 4> masses{500, 510, 400, 420};
        for (int c = 1; c <= 4; ++c) {
            const auto r = readLine(d.line());
            QVERIFY(r.has_value());
            QCOMPARE(r->channel, c);
            QCOMPARE(r->value, masses[static_cast<std::size_t>(c - 1)]);
        }
    }
    void sendsUnasked() {
        Device d({"--kind", "load", "--every", "50"});
        for (int i = 0; i < 3; ++i) {
            const auto r = readLine(d.line());
            QVERIFY(r.has_value() && r->kind == Kind::Load && r->value > 0);
        }
    }
    /// Of all readings about the share drops out that was asked for, and none of those is taken for good.
    void dropoutsAreNeverReadings() {
        Device d({"--kind", "angle", "--dropout", "0.4", "--seed", "3"});
        int good = 0;
        for (int i = 0; i < 100; ++i) {
            d.say("READ");
            if (readLine(d.line())) ++good;
        }
        QVERIFY2(good > 45 && good < 75, qPrintable(QString::number(good)));
    }
    void quits() {
        Device d({"--kind", "tape"});
        d.say("QUIT");
        QVERIFY(d.process().waitForFinished(3000));
        QCOMPARE(d.process().exitCode(), 0);
    }
    void badArguments_data() {
        QTest::addColumn<QStringList>("arguments");
        QTest::newRow("unknown kind") << QStringList{"--kind", "sextant"};
        QTest::newRow("no such truth") << QStringList{"--truth", "/nowhere.csv"};
        QTest::newRow("unknown word") << QStringList{"--frobnicate"};
    }
    void badArguments() {
        QFETCH(QStringList, arguments);
        QProcess p;
        p.start(HEFTY_STANDIN, arguments);
        QVERIFY(p.waitForFinished(3000));
        QVERIFY(p.exitCode() != 0);
        QVERIFY(!p.readAllStandardError().isEmpty());
    }
};

QTEST_GUILESS_MAIN(TestStandin)
#include "test_standin.moc"
