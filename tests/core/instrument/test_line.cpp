#include <QTest>

#include <cmath>

#include "core/base/constants.h"
#include "core/instrument/line.h"

using namespace hefty;
using namespace hefty::instrument;

class TestLine : public QObject {
    Q_OBJECT

  private slots:
    /// The exclusive or, worked out another way: each bit is set if an odd number of bytes has it.
    void checksumByHand() {
        const std::string text = "HG1 TAPE 17 812.5 mm ";
        unsigned bits[8] = {};
        for (const char c : text)
            for (int b = 0; b < 8; ++b) bits[b] += (static_cast<unsigned>(c) >> b) & 1u;
        unsigned sum = 0;
        for (int b = 0; b < 8; ++b) sum |= (bits[b] % 2) << b;
        QCOMPARE(checksum(text), sum);
        QCOMPARE(checksum(""), 0u);
        QCOMPARE(checksum("A"), 65u);
    }
    void units_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<QString>("unit");
        QTest::addColumn<double>("core");
        const auto row = [](Kind k, const char *unit, double core) {
            QTest::newRow(unit) << static_cast<int>(k) << unit << core;
        };
        row(Kind::Tape, "mm", 1);
        row(Kind::Tape, "cm", 10);
        row(Kind::Tape, "m", 1000);
        row(Kind::Tape, "in", 25.4);
        row(Kind::Tape, "ft", 304.8);
        row(Kind::Angle, "deg", std::numbers::pi / 180);
        row(Kind::Angle, "rad", 1);
        row(Kind::Pad, "kg", 1);
        row(Kind::Pad, "lb", 0.45359237);
        row(Kind::Load, "N", 1);
        row(Kind::Load, "kN", 1000);
        row(Kind::Load, "kgf", 9.80665);
        row(Kind::Load, "lbf", 4.4482216152605);
    }
    void units() {
        QFETCH(int, kind);
        QFETCH(QString, unit);
        QFETCH(double, core);
        const auto r = readLine(writeLine(static_cast<Kind>(kind), 1, 5, 2.5, unit.toStdString()));
        QVERIFY(r.has_value());
        QVERIFY(std::abs(r->value - 2.5 * core) < 1e-9 * std::max(1.0, core));
        QCOMPARE(r->sequence, 5);
        QCOMPARE(static_cast<int>(r->kind), kind);
    }
    void padsHaveChannels() {
        for (int c = 1; c <= 4; ++c) QCOMPARE(readLine(writeLine(Kind::Pad, c, 1, 300, "kg"))->channel, c);
        QVERIFY(!readLine(writeLine(Kind::Pad, 5, 1, 300, "kg")));
    }
    void lineEndsDoNotMatter() {
        const std::string line = writeLine(Kind::Tape, 1, 1, 812.5, "mm");
        QVERIFY(readLine(line + "\r\n").has_value());
        QVERIFY(readLine(line + "\n").has_value());
    }
    void badLines_data() {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("says");
        const QString good = QString::fromStdString(writeLine(Kind::Tape, 1, 3, 812.5, "mm"));
        QTest::newRow("empty") << ""
                               << "no line";
        QTest::newRow("noise") << "\x01\x02zzz"
                               << "no line";
        QTest::newRow("another protocol") << "$GPGGA,1,2*00"
                                          << "no line";
        QTest::newRow("cut off") << good.left(12) << "no line";
        QTest::newRow("a digit changed") << QString(good).replace("812", "813") << "checksum";
        QTest::newRow("checksum of letters") << good.left(good.size() - 2) + "zz"
                                             << "checksum";
        const auto made = [](const char *body) {
            const std::string text = std::string(body) + " ";
            return QStringLiteral("%1*%2")
                .arg(QString::fromStdString(text))
                .arg(checksum(text), 2, 16, QChar('0'));
        };
        QTest::newRow("a tape that weighs") << made("HG1 TAPE 3 812.5 kg") << "no unit";
        QTest::newRow("no unit at all") << made("HG1 TAPE 3 812.5") << "cannot be read";
        QTest::newRow("zero") << made("HG1 TAPE 3 0 mm") << "nothing is that near";
        QTest::newRow("below zero") << made("HG1 TAPE 3 -4 mm") << "nothing is that near";
        QTest::newRow("no number") << made("HG1 TAPE 3 ---- mm") << "no number";
        QTest::newRow("infinite") << made("HG1 TAPE 3 inf mm") << "no number";
        QTest::newRow("unknown instrument") << made("HG1 SEXTANT 3 1 deg") << "cannot be read";
        QTest::newRow("no count") << made("HG1 TAPE x 1 mm") << "cannot be read";
        QTest::newRow("fault") << made("HG1 TAPE 3 FAULT no-echo") << "no-echo";
    }
    void badLines() {
        QFETCH(QString, line);
        QFETCH(QString, says);
        const auto r = readLine(line.toStdString());
        QVERIFY(!r.has_value());
        QVERIFY2(QString::fromStdString(r.error().message).contains(says), r.error().message.c_str());
        QVERIFY(!r.error().remedy.empty());
    }
};

QTEST_GUILESS_MAIN(TestLine)
#include "test_line.moc"
