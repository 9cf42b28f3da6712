#include <QDir>
#include <QFileInfo>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QTest>

#include "tests/core/demo.h"

using namespace hefty;

namespace {

struct Run {
    int exit = -1;
    QByteArray out, error;
};

Run run(const QString &program, const QStringList &arguments, int most = 60000) {
    QProcess process;
    QProcessEnvironment env = QProcessEnvironment::systemEnvironment();
    env.remove("HEFTY_GIRDER_DATA");
    env.insert("QT_QPA_PLATFORM", "offscreen");
    process.setProcessEnvironment(env);
    process.start(program, arguments);
    if (!process.waitForFinished(most)) return {};
    return {process.exitCode(), process.readAllStandardOutput(), process.readAllStandardError()};
}

QString buildFolder() {
    return QFileInfo(QStringLiteral(HEFTY_GIRDER)).dir().filePath("..");
}

QByteArray fileText(const QString &path) {
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

/// Asks an independent reader whether a file is what the schema says; its answer is what is wrong.
QByteArray schemaSays(const QString &schema, const QString &job) {
    const char *script =
        "import json, sys\n"
        "from jsonschema import Draft202012Validator\n"
        "schema = json.load(open(sys.argv[1]))\n"
        "Draft202012Validator.check_schema(schema)\n"
        "for e in Draft202012Validator(schema).iter_errors(json.load(open(sys.argv[2]))):\n"
        "    print('/'.join(map(str, e.absolute_path)), e.message)\n";
    const Run r = run("python3", {"-c", script, schema, job});
    return r.exit == 0 ? r.out : "the reader failed: " + r.error;
}

}  // namespace

/// What is handed to a stranger: the installed tree, the Debian package, the schema of job files.
class TestPackage : public QObject {
    Q_OBJECT

  private slots:
    void initTestCase() {
        QVERIFY(m_dir.isValid());
        const Run r = run("cmake", {"--install", buildFolder(), "--prefix", m_dir.filePath("tree")}, 120000);
        QVERIFY2(r.exit == 0, r.error.constData());
    }
    /// All demo files are as the schema says, by a reader that is not ours.
    void demosFollowTheSchema_data() {
        QTest::addColumn<QString>("file");
        for (const QFileInfo &f :
             QDir(QString::fromStdString(demoFolder())).entryInfoList({"*.girder.json"}, QDir::Files))
            QTest::newRow(qPrintable(f.fileName())) << f.filePath();
    }
    void demosFollowTheSchema() {
        QFETCH(QString, file);
        const QByteArray wrong = schemaSays(schema(), file);
        QVERIFY2(wrong.isEmpty(), wrong.constData());
    }
    /// It refuses what the program's own reader refuses.
    void schemaRefuses() {
        Json damaged = Json::parse(fileText(QString::fromStdString(demoPath())).toStdString());
        damaged["pieces"][0]["settings"]["width"] = 99999;
        damaged["houseRules"]["coneSideDeg"] = 120;
        damaged["vehicle"]["railSection"] = "butter";
        QFile file(m_dir.filePath("damaged.json"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(QByteArray::fromStdString(damaged.dump()));
        file.close();
        const QByteArray wrong = schemaSays(schema(), file.fileName());
        for (const char *place : {"pieces/0/settings/width", "houseRules/coneSideDeg", "vehicle/railSection"})
            QVERIFY2(wrong.contains(place), wrong.constData());
        QVERIFY(!job::readJob(damaged.dump()));
    }
    /// Installed, both programs find their data by themselves.
    void installedRuns() {
        const QString demo = m_dir.filePath("tree/share/hefty-girder/demo/marten-front-bumper.girder.json");
        const Run built = run(m_dir.filePath("tree/bin/girder"), {"build", demo});
        QVERIFY2(built.exit == 0 && built.out.contains("\"beam\""), built.error.constData());
        const QString sheet = m_dir.filePath("log.pdf");
        const Run paper =
            run(m_dir.filePath("tree/bin/hefty-girder"), {demo, "--sheet", sheet, "--kind", "log"});
        QVERIFY2(paper.exit == 0 && fileText(sheet).startsWith("%PDF"), paper.error.constData());
    }
    /// Man pages, completion and MIME type name what the programs have.
    void pagesAreTrue() {
        const QByteArray help = run(QStringLiteral(HEFTY_GIRDER), {"--help"}).out;
        const QString page = fileText(m_dir.filePath("tree/share/man/man1/girder.1")).replace("\\-", "-");
        const QString completion = fileText(m_dir.filePath("tree/share/bash-completion/completions/girder"));
        QStringList commands;
        const int from = help.indexOf("Subcommands:");
        QVERIFY(from > 0);
        for (const QByteArray &line : help.mid(from).split('\n').mid(1))
            if (const auto m = QRegularExpression("^  ([a-z-]+) ").match(line); m.hasMatch())
                commands << m.captured(1);
        QVERIFY(commands.size() > 15);
        for (const QString &c : commands) {
            QVERIFY2(page.contains(c), qPrintable("man page: " + c));
            QVERIFY2(completion.contains(" " + c + " ") || completion.contains("\"" + c + " "),
                     qPrintable("completion: " + c));
        }
        const QByteArray windowHelp = run(QStringLiteral(HEFTY_APP), {"--help"}).out;
        const QString windowPage =
            QString(fileText(m_dir.filePath("tree/share/man/man1/hefty-girder.1"))).replace("\\-", "-");
        for (const char *option :
             {"--demo", "--stop", "--piece", "--select", "--picture", "--sheet", "--kind", "--dark"})
            QVERIFY2(windowPage.contains(option) && windowHelp.contains(option), option);
        const QByteArray mime = "application/x-hefty-girder-job+json";
        for (const char *path : {"applications/hefty-girder.desktop", "mime/packages/hefty-girder.xml",
                                 "metainfo/hefty-girder.metainfo.xml"})
            QVERIFY2(fileText(m_dir.filePath("tree/share/") + path).contains(mime), path);
    }
    /// The package unpacks to the same tree and asks for the libraries that it uses.
    void debianPackage() {
        const QString folder = m_dir.filePath("deb");
        const Run made =
            run("cpack", {"--config", buildFolder() + "/CPackConfig.cmake", "-B", folder}, 240000);
        QVERIFY2(made.exit == 0, made.error.constData());
        const QFileInfoList found = QDir(folder).entryInfoList({"*.deb"}, QDir::Files);
        QCOMPARE(found.size(), 1);
        const QByteArray about = run("dpkg-deb", {"-I", found[0].filePath()}).out;
        for (const char *needed : {"libqt6widgets6", "libqt6printsupport6", "libc6", "libfcl"})
            QVERIFY2(about.contains(needed), needed);
        QCOMPARE(run("dpkg-deb", {"-x", found[0].filePath(), m_dir.filePath("unpacked")}).exit, 0);
        const Run built =
            run(m_dir.filePath("unpacked/usr/bin/girder"),
                {"build",
                 m_dir.filePath("unpacked/usr/share/hefty-girder/demo/pipit-skids-sliders.girder.json")});
        QVERIFY2(built.exit == 0 && built.out.contains("skid-front"), built.error.constData());
    }

  private:
    QString schema() {
        const QString path = m_dir.filePath("schema.json");
        if (QFileInfo::exists(path)) return path;
        QFile file(path);
        if (file.open(QIODevice::WriteOnly)) file.write(run(QStringLiteral(HEFTY_GIRDER), {"schema"}).out);
        return path;
    }
    static std::string demoPath() { return demoFolder() + "/marten-front-bumper.girder.json"; }

    QTemporaryDir m_dir;
};

QTEST_GUILESS_MAIN(TestPackage)
#include "test_package.moc"
