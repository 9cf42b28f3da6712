#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QTest>

#include "tests/core/demo.h"
#include "tests/patience.h"

/// The papers as they come from the command line, read back as text.
class TestPapers : public QObject {
    Q_OBJECT

  private:
    QTemporaryDir m_dir;

    struct Written {
        int exitCode = -1;
        QString said, text;
    };
    Written write(const QString &kind, const QString &job) {
        const QString pdf = m_dir.filePath(kind + ".pdf");
        QProcess app;
        QProcessEnvironment env = QProcessEnvironment::systemEnvironment();
        env.remove("DISPLAY");
        env.remove("QT_QPA_PLATFORM");
        app.setProcessEnvironment(env);
        app.start(HEFTY_APP, {job, "--sheet", pdf, "--kind", kind});
        Written out;
        if (!app.waitForFinished(240000 * hefty::testing::patience)) return out;
        out.exitCode = app.exitCode();
        out.said = QString::fromUtf8(app.readAllStandardError());
        QProcess reader;
        reader.start("pdftotext", {"-layout", pdf, "-"});
        reader.waitForFinished(30000);
        out.text = QString::fromUtf8(reader.readAllStandardOutput());
        return out;
    }
    static QString demo(const char *name) {
        return QString::fromStdString(hefty::demoFolder()) + "/" + name + ".girder.json";
    }

  private slots:
    /// In the order of use: numbers and cautions first, then cutting, welding, fitting, and the checks last.
    void jobSheet() {
        const Written sheet = write("job", demo("marten-wheel-carrier"));
        QVERIFY2(sheet.exitCode == 0, qPrintable(sheet.said));
        int before = -1;
        for (const char *heading : {"Numbers", "Cautions", "Pictures:", "Cut list:", "Jig on the floor:",
                                    "Welding, in the order", "Fitting:", "Checks that use more than half"}) {
            const auto at = static_cast<int>(sheet.text.indexOf(QLatin1String(heading)));
            QVERIFY2(at > before, heading);
            before = at;
        }
    }
    void customerSheet() {
        const Written sheet = write("customer", demo("marten-wheel-carrier"));
        QCOMPARE(sheet.exitCode, 0);
        QVERIFY(sheet.text.contains("It weighs") && sheet.text.contains("Keep it safe"));
        QVERIFY(!sheet.text.contains("Cut list"));
    }
    /// Every coped end, and bars to measure the printer by.
    void templatePack() {
        const Written sheet = write("templates", demo("marten-tube-front"));
        QCOMPARE(sheet.exitCode, 0);
        QVERIFY(sheet.text.contains("100 mm") && sheet.text.contains("4 in"));
        QVERIFY(sheet.text.contains("upright 1, its start") && sheet.text.contains("upper hoop, its end"));
        QVERIFY(sheet.text.contains("along the tube, strip 1 of") && sheet.text.contains("collar of bend 2"));
    }
    void logSheet() {
        const Written sheet = write("log", demo("marten-full-set"));
        QCOMPARE(sheet.exitCode, 0);
        QVERIFY(sheet.text.contains("Entries"));
    }
    void unknownPaper() {
        const Written sheet = write("poem", demo("marten-wheel-carrier"));
        QCOMPARE(sheet.exitCode, 2);
        QVERIFY(sheet.said.contains("customer"));
    }
};

QTEST_GUILESS_MAIN(TestPapers)
#include "test_papers.moc"
