#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QProcess>
#include <QPushButton>
#include <QTableWidget>
#include <QTemporaryDir>

#include "app/stops/cut/cut_bench.h"
#include "tests/app/app_test.h"

using namespace hefty;
using hefty::testing::demoPath;
using hefty::testing::DemoWindow;
using hefty::testing::patience;

namespace {

/// The simulated yard as a process of its own; stopped when it goes out of reach.
class Yard {
  public:
    explicit Yard(const QStringList &options = {}) {
        m_process.setProcessChannelMode(QProcess::ForwardedErrorChannel);
        m_process.start("python3", QStringList{HEFTY_YARD, "--port", "0"} + options);
        if (m_process.waitForReadyRead(15000))
            address = QString::fromUtf8(m_process.readLine()).section(' ', -1).trimmed();
    }
    ~Yard() {
        m_process.kill();
        m_process.waitForFinished();
    }
    QString address;

  private:
    QProcess m_process;
};

}  // namespace

/// Prices from the simulated yard, through the window.
class TestBuying : public QObject {
    Q_OBJECT

  private slots:
    void initTestCase() {
        qputenv("XDG_DATA_HOME", m_dir.path().toUtf8());
        qputenv("XDG_CONFIG_HOME", m_dir.path().toUtf8());
        app::applyTheme();
    }

    /// Asked for, the cheapest taken, one thing chosen by hand, all undone by name; the gauge follows.
    void pricesAreAskedForAndTaken() {
        Yard yard;
        QVERIFY(!yard.address.isEmpty());
        DemoWindow demo("cut", demoPath("marten-full-set"));
        QVERIFY(demo.answered());
        demo.find<QPushButton>("pageBuy")->click();
        auto *table = demo.find<QTableWidget>("buyTable");
        QVERIFY(table->rowCount() > 6);
        const double before = *demo.session().appraisal()->gauge("cost")->value;
        ask(demo, yard.address);
        QTRY_VERIFY_WITH_TIMEOUT(demo.session().job().purchasing.quotes.size() == 1, 15000 * patience);
        QVERIFY(demo.answered());
        QCOMPARE(demo.session().job().purchasing.quotes[0].lines.size(),
                 static_cast<std::size_t>(table->rowCount()));
        QVERIFY(demo.session().undoStack()->undoText().contains("Ridge Road Steel"));
        QTest::mouseClick(demo.find<QPushButton>("takeCheapest"), Qt::LeftButton);
        QVERIFY(demo.answered());
        const auto chosen = demo.session().job().purchasing.chosen;
        QVERIFY(chosen.contains("bought/winch-4300"));
        // by hand: what was open is added whole, what was counted by the difference
        double expected = before;
        for (const workshop::Need &n : demo.session().appraisal()->needs) {
            const auto it = chosen.find(n.id);
            if (it == chosen.end()) continue;
            expected += it->second == "make"
                            ? *n.own
                            : demo.session().job().purchasing.quotes[0].line(n.id)->price(n.amount) -
                                  (n.counted ? *n.own : 0);
        }
        QVERIFY(std::abs(*demo.session().appraisal()->gauge("cost")->value - expected) < 1e-6);
        // the first row by hand, to the shop's own price again
        table->selectRow(0);
        auto *from = demo.find<QComboBox>("buyFrom");
        QVERIFY(from->count() >= 2);
        from->setCurrentIndex(0);
        emit from->activated(0);
        QVERIFY(!demo.session().job().purchasing.chosen.contains(demo.session().appraisal()->needs[0].id));
        while (demo.session().undoStack()->canUndo()) demo.session().undoStack()->undo();
        QVERIFY(demo.session().job().purchasing.empty());
    }

    /// Every way in which a supplier fails says what happened; nothing of the job is touched by those that
    /// give nothing.
    void suppliersFail_data() {
        QTest::addColumn<QStringList>("options");
        QTest::addColumn<QString>("said");
        QTest::addColumn<bool>("taken");
        QTest::newRow("gaps") << QStringList{"--fault", "gaps"} << "no offer" << true;
        QTest::newRow("nonsense") << QStringList{"--fault", "nonsense"} << "makes no sense" << false;
        QTest::newRow("other money") << QStringList{"--fault", "money"} << "dollars" << false;
        QTest::newRow("closed") << QStringList{"--fault", "closed"} << "cannot be asked" << false;
        QTest::newRow("nobody there") << QStringList() << "cannot be asked" << false;
        QTest::newRow("no address") << QStringList() << "no address" << false;
    }
    void suppliersFail() {
        QFETCH(QStringList, options);
        QFETCH(QString, said);
        QFETCH(bool, taken);
        std::optional<Yard> yard;
        if (!options.isEmpty()) yard.emplace(options);
        const QString tag = QTest::currentDataTag();
        DemoWindow demo("cut");
        QVERIFY(demo.answered());
        demo.find<QPushButton>("pageBuy")->click();
        ask(demo, yard                  ? yard->address
                  : tag == "no address" ? QString("the yard")
                                        : QString("http://127.0.0.1:9"));
        auto *says = demo.find<QLabel>("buySays");
        QTRY_VERIFY2_WITH_TIMEOUT(says->text().contains(said), qPrintable(says->text()), 20000 * patience);
        QCOMPARE(!demo.session().job().purchasing.quotes.empty(), taken);
        QVERIFY(demo.find<QPushButton>("askSupplier")->text().contains("Ask"));
    }

    /// A late answer can be stopped; too little, or something else, is not taken as the cheapest and is a
    /// finding when it is chosen by hand.
    void lateAndWrong() {
        Yard late({"--fault", "late", "--delay", "30"});
        DemoWindow demo("cut");
        QVERIFY(demo.answered());
        demo.find<QPushButton>("pageBuy")->click();
        ask(demo, late.address);
        auto *button = demo.find<QPushButton>("askSupplier");
        QVERIFY(button->text().contains("Stop"));
        QTest::mouseClick(button, Qt::LeftButton);
        QTRY_VERIFY(demo.find<QLabel>("buySays")->text().contains("Stopped"));
        QVERIFY(demo.session().job().purchasing.empty());

        Yard little({"--fault", "short", "--supplier", "Little Yard"});
        ask(demo, little.address);
        QTRY_VERIFY_WITH_TIMEOUT(demo.session().job().purchasing.quotes.size() == 1, 15000 * patience);
        QVERIFY(demo.answered());
        QTest::mouseClick(demo.find<QPushButton>("takeCheapest"), Qt::LeftButton);
        for (const auto &[need, supplier] : demo.session().job().purchasing.chosen)
            QVERIFY(supplier == "make");
        auto *table = demo.find<QTableWidget>("buyTable");
        table->selectRow(0);
        auto *from = demo.find<QComboBox>("buyFrom");
        const int index = from->findData("Little Yard");
        QVERIFY(index > 0 && from->itemText(index).contains("only"));
        from->setCurrentIndex(index);
        emit from->activated(index);
        QVERIFY(demo.answered());
        const auto &findings = demo.session().appraisal()->findings;
        QVERIFY(std::any_of(findings.begin(), findings.end(),
                            [](const job::Finding &f) { return f.id.starts_with("buy/"); }));
    }

  private:
    static void ask(DemoWindow &demo, const QString &address) {
        auto *line = demo.find<QLineEdit>("supplierAddress");
        line->selectAll();
        QTest::keyClicks(line, address);
        QTest::mouseClick(demo.find<QPushButton>("askSupplier"), Qt::LeftButton);
    }
    QTemporaryDir m_dir;
};

QTEST_MAIN(TestBuying)
#include "test_buying.moc"
