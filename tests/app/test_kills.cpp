#include <csignal>
#include <cstdio>
#include <random>

#include <sys/resource.h>
#include <unistd.h>

#include <QAction>
#include <QDateTime>
#include <QDir>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>
#include <QThread>

#include "tests/app/app_test.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::sharedStock;

namespace {

constexpr double step = 0.1;  // mm of the corner's cut by each edit

double cutOf(const job::Job &job) {
    const auto it = job.pieces.at(0).settings.find("cornerCut");
    return it == job.pieces[0].settings.end() ? 0 : std::get<double>(it->second);
}

QString copyOfDemo(const QString &folder) {
    const QString path = folder + "/own.girder.json";
    QFile::remove(path);
    QFile::copy(QString::fromStdString(hefty::testing::demoPath()), path);
    QFile::setPermissions(path, QFileDevice::ReadOwner | QFileDevice::WriteOwner);
    return path;
}

/// The child's part: edits, and saves now and then, until it is killed. Tells each of them when it is done.
void editUntilKilled(const QString &file) {
    Session session(sharedStock());
    if (!session.open(file)) return;
    std::mt19937 dice(static_cast<unsigned>(::getpid()));
    for (int i = 1; i < 800; ++i) {
        session.setSetting("cornerCut", i * step);
        std::printf("edit %d %lld\n", i, static_cast<long long>(QDateTime::currentMSecsSinceEpoch()));
        if (dice() % 40 == 0 && session.save(file)) std::printf("save %d 0\n", i);
        std::fflush(stdout);
        QTest::qWait(static_cast<int>(dice() % 40));
    }
}

/// The least size of file that may be written, while it lives: a full disk to those that write more.
class FullDisk {
  public:
    explicit FullDisk(rlim_t bytes) {
        ::getrlimit(RLIMIT_FSIZE, &m_before);
        m_signal = std::signal(SIGXFSZ, SIG_IGN);
        const rlimit less{bytes, m_before.rlim_max};
        ::setrlimit(RLIMIT_FSIZE, &less);
    }
    ~FullDisk() {
        ::setrlimit(RLIMIT_FSIZE, &m_before);
        std::signal(SIGXFSZ, m_signal);
    }
    FullDisk(const FullDisk &) = delete;
    FullDisk &operator=(const FullDisk &) = delete;

  private:
    rlimit m_before{};
    void (*m_signal)(int) = nullptr;
};

}  // namespace

/// Work is not lost: killed programs, a full disk, two windows on one job.
class TestKills : public QObject {
    Q_OBJECT

  private slots:
    void initTestCase() {
        QVERIFY(m_dir.isValid());
        hefty::testing::useFolder(m_dir);
    }
    /// Killed at any moment: the file is whole and holds what was saved last; with what is found again at the
    /// next start nothing older than two seconds is lost. HEFTY_KILLS sets how often.
    void killedAtAnyMoment() {
        const int kills =
            qEnvironmentVariableIntValue("HEFTY_KILLS") > 0 ? qEnvironmentVariableIntValue("HEFTY_KILLS") : 6;
        constexpr qint64 lost = 2000;  // ms
        std::mt19937 dice(20261130);
        int found = 0;
        for (int k = 0; k < kills; ++k) {
            QTemporaryDir home;
            const QString file = copyOfDemo(home.path());
            QProcess child;
            QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
            environment.insert("XDG_DATA_HOME", home.path());
            environment.insert("XDG_CONFIG_HOME", home.path());
            environment.insert("HEFTY_KILLS_FILE", file);
            child.setProcessEnvironment(environment);
            child.start(QCoreApplication::applicationFilePath(), {});
            QVERIFY(child.waitForStarted() && child.waitForReadyRead());
            QThread::msleep(dice() % 3500);
            ::kill(static_cast<pid_t>(child.processId()), SIGKILL);
            const qint64 when = QDateTime::currentMSecsSinceEpoch();
            QVERIFY(child.waitForFinished());
            int edited = 0, mustBe = 0, saved = 0;
            for (const QByteArray &line : child.readAllStandardOutput().split('\n')) {
                const QList<QByteArray> words = line.split(' ');
                if (words.size() != 3) continue;
                const int number = words[1].toInt();
                if (words[0] == "save") saved = number;
                if (words[0] != "edit") continue;
                edited = number;
                if (when - words[2].toLongLong() > lost) mustBe = number;
            }
            const auto onDisk = job::loadJob(file.toStdString());
            QVERIFY2(onDisk, onDisk ? "" : onDisk.error().message.c_str());
            QVERIFY(cutOf(*onDisk) >= saved * step - 1e-9 && cutOf(*onDisk) <= (edited + 1) * step + 1e-9);
            qputenv("XDG_DATA_HOME", home.path().toUtf8());
            double newest = cutOf(*onDisk);
            {
                Session next(sharedStock());
                for (const Journal::Leftover &l : next.leftovers()) {
                    QVERIFY(next.recover(l));
                    newest = std::max(newest, cutOf(next.job()));
                    QCOMPARE(QFileInfo(next.path()).fileName(), QFileInfo(file).fileName());
                    ++found;
                }
            }
            qputenv("XDG_DATA_HOME", m_dir.path().toUtf8());
            QVERIFY2(newest >= mustBe * step - 1e-9 && newest <= (edited + 1) * step + 1e-9,
                     qPrintable(QString("kill %1: %2 edits, %3 two seconds before, %4 mm found")
                                    .arg(k)
                                    .arg(edited)
                                    .arg(mustBe)
                                    .arg(newest)));
        }
        QVERIFY(found > 0);
        qInfo("%d kills, %d with unsaved work, found again", kills, found);
    }
    /// On a full disk the file and the journal stay as they were, and a person is told.
    void fullDisk() {
        const QString file = copyOfDemo(m_dir.path());
        Session session(sharedStock());
        QVERIFY(session.open(file));
        session.setSetting("cornerCut", 33.0);
        session.keepJournal();
        const auto journal = [] {
            const QDir folder(Journal::folder());
            const QStringList names = folder.entryList({"*.json"}, QDir::Files);
            return names.size() == 1 ? Journal::read({folder.filePath(names[0]), {}, {}, {}})
                                     : Result<job::Job>(tl::unexpected(
                                           Problem{ProblemKind::BadInput, "not one journal", {}, {}}));
        };
        QVERIFY(journal() && cutOf(*journal()) == 33);
        {
            const FullDisk full(4096);
            session.setSetting("cornerCut", 44.0);
            session.keepJournal();
            const auto saved = session.save(file);
            QVERIFY(!saved && !saved.error().message.empty());
        }
        QVERIFY(journal() && cutOf(*journal()) == 33);
        const auto onDisk = job::loadJob(file.toStdString());
        QVERIFY(onDisk && cutOf(*onDisk) == cutOf(hefty::testing::demoJob()));
        QCOMPARE(cutOf(session.job()), 44.0);
        QVERIFY(session.isModified());
        QVERIFY(session.save(file));
        QCOMPARE(cutOf(job::loadJob(file.toStdString()).value()), 44.0);
        QVERIFY(QDir(m_dir.path()).entryList({"*.saving"}).isEmpty());
    }
    /// The second window that saves is told that the file is another one by now; both are kept.
    void twoWindows() {
        const QString file = copyOfDemo(m_dir.path());
        MainWindow one(sharedStock()), two(sharedStock());
        QStringList told;
        two.asking.tell = [&told](QWidget *, const QString &, const QString &text) { told << text; };
        const QString other = m_dir.filePath("other.girder.json");
        two.asking.saveFile = [&other](QWidget *, const QString &, const QString &, const QString &) {
            return other;
        };
        QVERIFY(one.openPath(file) && two.openPath(file));
        one.session()->setSetting("cornerCut", 11.0);
        one.findChild<QAction *>("save")->trigger();
        QVERIFY(!one.session()->isModified() && !one.session()->isChangedOnDisk());
        two.session()->setSetting("cornerCut", 22.0);
        two.findChild<QAction *>("save")->trigger();
        QCOMPARE(told.size(), 1);
        QVERIFY(told[0].contains("own.girder.json") && two.session()->isModified());
        QCOMPARE(cutOf(job::loadJob(file.toStdString()).value()), 11.0);
        two.findChild<QAction *>("saveAs")->trigger();
        QCOMPARE(cutOf(job::loadJob(other.toStdString()).value()), 22.0);
        QCOMPARE(cutOf(job::loadJob(file.toStdString()).value()), 11.0);
        // a second save by the same window is no change from outside
        one.session()->setSetting("cornerCut", 12.0);
        one.findChild<QAction *>("save")->trigger();
        QCOMPARE(cutOf(job::loadJob(file.toStdString()).value()), 12.0);
    }

  private:
    QTemporaryDir m_dir;
};

int main(int argc, char **argv) {
    QApplication app(argc, argv);
    QApplication::setApplicationName("hefty-girder");
    QApplication::setOrganizationName("hefty-girder");
    if (qEnvironmentVariableIsSet("HEFTY_KILLS_FILE")) {
        editUntilKilled(qEnvironmentVariable("HEFTY_KILLS_FILE"));
        return 0;
    }
    TestKills test;
    return QTest::qExec(&test, argc, argv);
}
#include "test_kills.moc"
