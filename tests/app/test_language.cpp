#include "tests/app/app_test.h"

#include <QDirIterator>
#include <QJsonDocument>
#include <QJsonObject>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QXmlStreamReader>

#include "app/window/language.h"
#include "app/window/phrase_book.h"
#include "app/window/traveler.h"
#include "app/window/worded.h"
#include "tests/core/demo.h"

using namespace hefty;
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

/// What a sentence of the core is without what is put into it: spaces stand for that.
QString bare(QString text) {
    return text.replace("{}", " ").simplified();
}

/// The sentences and names in the sources of the core, bare: texts with a space in them, and words that begin
/// with a capital letter.
QStringList coreTexts() {
    static const QRegularExpression directive("(?m)^\\s*#.*$"),
        token("//[^\n]*|\"(?:[^\"\\\\\\n]|\\\\.)*\"(?:\\s*\"(?:[^\"\\\\\\n]|\\\\.)*\")*"),
        one("\"((?:[^\"\\\\\\n]|\\\\.)*)\""), value("\\{\\{[^{}]*\\}\\}|\\{[^{}]*\\}"), word("^[A-Z][a-z]+$"),
        none(
            "[<>]|\\\\b|\\\\d|\\)\\?|\\)\\*|stroke=|stroke-|test succeeded|HG1|core/|"
            "SELECT|INSERT|CREATE TABLE|UPDATE|PRAGMA|DELETE FROM");
    QStringList out;
    QDirIterator files(QString(HEFTY_SOURCE_DIR) + "/core", {"*.cpp", "*.h"}, QDir::Files,
                       QDirIterator::Subdirectories);
    while (files.hasNext()) {
        QFile file(files.next());
        if (file.fileName().contains("/core/store/") || !file.open(QIODevice::ReadOnly)) continue;
        const QString code = QString::fromUtf8(file.readAll()).remove(directive);
        for (auto it = token.globalMatch(code); it.hasNext();) {
            const QString found = it.next().captured();
            if (found.startsWith("//")) continue;
            QString whole;
            for (auto part = one.globalMatch(found); part.hasNext();) whole += part.next().captured(1);
            if (none.match(whole).hasMatch()) continue;
            whole = whole.replace("\\\"", "\"").replace("\\n", "\n").replace(value, "{}").trimmed();
            if (bare(whole).count(QRegularExpression("[A-Za-z]")) < 3) continue;
            if (whole.contains(' ') || word.match(whole).hasMatch()) out << bare(whole);
        }
    }
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
    void phrases() {
        const PhraseBook book({{"beam", "Träger"},
                               {"left bracket", "linker Halter"},
                               {"Weld {} to {}", "Naht {} an {}"},
                               {"{}: {} of what it may carry.", "{}: {} dessen, was es tragen darf."},
                               {"{} on the wall of {}", "an der Wand von {1}: {0}"},
                               {"Make it longer.", "Mach es länger."}});
        const auto said = [&](const char *text) { return book.say(text); };
        QCOMPARE(said("Weld left bracket to beam: 1.06 of what it may carry."),
                 QString("Naht linker Halter an Träger: 1.06 dessen, was es tragen darf."));
        QCOMPARE(said("left bracket on the wall of beam"), QString("an der Wand von Träger: linker Halter"));
        QCOMPARE(said("Beam"), QString("Träger"));
        // What is not known stays; what follows it is said all the same.
        QCOMPARE(said("Nobody knows this. Make it longer."), QString("Nobody knows this. Mach es länger."));
        for (const char *same : {"", "12.5 mm", "Nobody knows this.", "{}", ": "})
            QCOMPARE(said(same), QString(same));
        QVERIFY(PhraseBook().isEmpty());
    }
    /// Every sentence and name in the sources of the core stands in the phrase book, with a place for every
    /// value; and the book has no sentence of four words or more that the core does not say.
    void coreComplete() {
        QFile file(QString(HEFTY_SOURCE_DIR) + "/resources/translations/core_de.json");
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QJsonObject book = QJsonDocument::fromJson(file.readAll()).object();
        QSet<QString> known;
        for (auto it = book.begin(); it != book.end(); ++it) {
            known << bare(it.key());
            QCOMPARE(it.value().toString().count('{'), it.key().count("{}"));
            QVERIFY2(!it.value().toString().trimmed().isEmpty(), qPrintable(it.key()));
        }
        QStringList missing;
        const QStringList texts = coreTexts();
        QVERIFY(texts.size() > 3500);
        for (const QString &t : texts)
            if (!known.contains(t)) missing << t;
        missing.removeDuplicates();
        QVERIFY2(missing.isEmpty(), qPrintable(missing.join("\n")));
        const QString all = texts.join('\n');
        for (auto it = book.begin(); it != book.end(); ++it) {
            if (bare(it.key()).count(' ') < 3) continue;
            for (const QString &piece : it.key().split("{}"))
                QVERIFY2(all.contains(piece.simplified()), qPrintable(it.key()));
        }
    }
    /// What the demo jobs are told in German: next to no word of English is left in it.
    void coreSpoken() {
        setLanguage("de");
        static const QRegularExpression english(
            "\\b(the|of|and|with|what|its|from|is|are|not|to|by|than)\\b");
        int told = 0, left = 0;
        QStringList examples;
        const auto look = [&](const std::string &text) {
            ++told;
            const QString german = worded(text);
            if (!english.match(german).hasMatch()) return;
            ++left;
            examples << QString::fromStdString(text) + " | " + german;
        };
        for (const char *name :
             {"marten-full-set", "heron-wheel-mount", "heron-winch-front", "marten-wheel-carrier",
              "dunnock-small-winch", "plover-kit-front", "marten-step-tubes", "vole-upright"}) {
            const auto job = job::loadJob(demoFolder() + "/" + name + ".girder.json");
            QVERIFY(job);
            job::Appraisal a = job::appraise(*job, shippedStock());
            job::addFit(a, *job);
            for (const job::Finding &f : a.findings) look(f.sentence.in(measure::UnitSystem::Metric));
            for (const job::PieceAppraisal &p : a.pieces) {
                for (const armor::BarPart &b : p.assembly->bars) look(p.assembly->labelOf(b.name));
                for (const armor::SheetPart &b : p.assembly->sheets) look(p.assembly->labelOf(b.name));
                for (const job::DutyPlace &d : p.duties) {
                    look(d.what);
                    look(d.why);
                }
                for (const workshop::SeamWork &w : p.seams) look(w.name);
                if (p.fabrication)
                    for (const auto &c : p.fabrication->cuts) look(c.note.in(measure::UnitSystem::Metric));
                if (p.proof)
                    for (const proof::Check &c : p.proof->checks) {
                        look(c.title);
                        for (const auto &step : c.working.steps) look(step.meaning);
                    }
            }
            for (const armor::Piece &piece : job->pieces)
                for (const armor::SettingDescriptor &d : armor::pattern(piece.pattern)->settings) {
                    look(d.name);
                    look(d.meaning);
                }
        }
        examples.removeDuplicates();
        QVERIFY(told > 1000);
        QVERIFY2(left * 100 < told,
                 qPrintable(QString("%1 of %2\n%3").arg(left).arg(told).arg(examples.join("\n"))));
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
