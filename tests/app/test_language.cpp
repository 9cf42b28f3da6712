#include "tests/app/app_test.h"

#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QXmlStreamReader>

#include "app/window/language.h"
#include "app/window/traveler.h"

using namespace hefty::app;
using namespace hefty::testing;

namespace {

QString source() {
    return QString(HEFTY_SOURCE_DIR) + "/resources/translations/hefty-girder_de.ts";
}

QStringList placeholders(const QString &text) {
    QStringList out;
    static const QRegularExpression form("%(\\d|n)");
    for (auto it = form.globalMatch(text); it.hasNext();) out << it.next().captured();
    out.sort();
    return out;
}

}  // namespace

class TestLanguage : public QObject {
    Q_OBJECT

  private slots:
    void cleanup() { setLanguage("en"); }
    /// What is translated says as much as what it is translated from: no text is left out, no place for a
    /// value lost.
    void complete() {
        QFile file(source());
        QVERIFY(file.open(QIODevice::ReadOnly));
        QXmlStreamReader xml(&file);
        QString text;
        int messages = 0;
        while (!xml.atEnd()) {
            xml.readNext();
            if (!xml.isStartElement()) continue;
            if (xml.name() == QLatin1String("source")) text = xml.readElementText();
            if (xml.name() == QLatin1String("translation"))
                QVERIFY2(!xml.attributes().hasAttribute("type"), qPrintable(text));
            if (xml.name() != QLatin1String("translation") && xml.name() != QLatin1String("numerusform"))
                continue;
            const QString said = xml.readElementText(QXmlStreamReader::SkipChildElements);
            if (said.trimmed().isEmpty()) continue;  // its forms follow, or the text is a space
            ++messages;
            if (!text.contains("%n")) QCOMPARE(placeholders(said), placeholders(text));
        }
        QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
        QVERIFY(messages > 1200);
    }
    /// Looked for anew, the sources have no text that is not in the file, and the file none that is not in
    /// them.
    void nothingNew() {
        QTemporaryDir dir;
        const QString copy = dir.filePath("copy.ts");
        QVERIFY(QFile::copy(source(), copy));
        QFile::setPermissions(copy, QFile::ReadOwner | QFile::WriteOwner);
        QProcess lupdate;
        QString program = "/usr/lib/qt6/bin/lupdate";
        if (!QFile::exists(program)) program = "lupdate";
        lupdate.setProcessChannelMode(QProcess::MergedChannels);
        lupdate.start(program, {"-I", HEFTY_SOURCE_DIR, "-locations", "none",
                                QString(HEFTY_SOURCE_DIR) + "/app", "-ts", copy});
        QVERIFY(lupdate.waitForFinished(60000));
        const QString out = lupdate.readAll();
        QVERIFY2(out.contains("(0 new and"), qPrintable(out));
        QVERIFY2(!out.contains("obsolete") && !out.contains("lacks Q_OBJECT"), qPrintable(out));
    }
    void spoken() {
        QVERIFY(languages().contains("de"));
        QCOMPARE(languageName("de"), QString("Deutsch"));
        setLanguage("de");
        QCOMPARE(language(), QString("de"));
        {
            DemoWindow demo("layout");
            QVERIFY(demo.answered());
            QCOMPARE(demo.window.findChild<QAction *>("addPiece")->text(), QString("Stück hinzufügen..."));
            QVERIFY(demo.find<QPushButton>("trayByHand")->text() == "Von Hand");
        }
        setLanguage("xx");
        QCOMPARE(language(), QString("en"));
        DemoWindow again("layout");
        QCOMPARE(again.window.findChild<QAction *>("addPiece")->text(), QString("Add a piece..."));
    }
    /// Chosen in the menu it is what the program begins with next time.
    void chosen() {
        const QString was = chosenLanguage();
        DemoWindow demo("layout");
        auto *action = demo.window.findChild<QAction *>("language.de");
        QVERIFY(action && action->text().contains("Deutsch"));
        action->trigger();
        QCOMPARE(chosenLanguage(), QString("de"));
        chooseLanguage(was);
    }
};

QTEST_MAIN(TestLanguage)
#include "test_language.moc"
