#include <cmath>
#include <map>
#include <set>

#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <QTest>

#include "core/base/places.h"
#include "core/joints/bolt_group.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::stock;
using hefty::testing::shippedStock;

/// The shipped stock as a whole: every row makes sense and hangs together with the others.
class TestStock : public QObject {
    Q_OBJECT

  private slots:
    void thereIsEnough() {
        const Stock &s = shippedStock();
        QVERIFY(s.sections.size() > 300 && s.materials.size() >= 12 && s.plates.size() > 30);
        for (const char *id : {"A36", "A500-B", "A500-C", "S235", "S275", "S355", "E355"})
            QVERIFY2(s.material(id), id);
        QVERIFY(!s.material("unobtainium") && !s.section("") && !s.bolt("M0"));
        for (const char *family : {"steel", "stainless", "aluminum"})
            QVERIFY(std::any_of(s.materials.begin(), s.materials.end(),
                                [family](const Material &m) { return m.family == family; }));
    }
    void idsAreNotGivenTwice() {
        const auto unique = [](const auto &list) {
            std::set<std::string> ids;
            for (const auto &item : list) ids.insert(item.id);
            return ids.size() == list.size();
        };
        const Stock &s = shippedStock();
        QVERIFY(unique(s.sections) && unique(s.materials) && unique(s.plates) && unique(s.bolts) &&
                unique(s.winches) && unique(s.ropes) && unique(s.shackles) && unique(s.fairleads));
    }
    void materialsAreSound() {
        for (const Material &m : shippedStock().materials) {
            QVERIFY2(m.E > 60000 && m.E < 220000 && m.nu > 0.25 && m.nu < 0.35, m.id.c_str());
            QVERIFY2(m.yield > 0 && m.ultimate > m.yield, m.id.c_str());
            QVERIFY2(m.weldedYield > 0 && m.weldedYield <= m.yield && m.weldedUltimate <= m.ultimate,
                     m.id.c_str());
            QVERIFY2(m.density > 2.6e-6 && m.density < 8.1e-6, m.id.c_str());
            QVERIFY2(!m.source.empty(), m.id.c_str());
            // heat takes most from aluminum, nothing that counts from mild steel
            if (m.family == "steel") QCOMPARE(m.weldedYield, m.yield);
        }
    }
    /// Every section: properties finite, plastic above elastic, radii of gyration inside, mass is area x
    /// density.
    void sectionsAreSound() {
        for (const Section &s : shippedStock().sections) {
            const auto p = properties(s, 7.85e-6);
            QVERIFY2(p.has_value(), s.id.c_str());
            QVERIFY2(p->area > 0 && p->Iy > 0 && p->Iz > 0 && p->J > 0, s.id.c_str());
            QVERIFY2(p->Wply >= p->Wely * 0.999 && p->Wplz >= p->Welz * 0.999, s.id.c_str());
            QVERIFY2(p->ry < s.height && p->rz < std::max(s.height, s.width), s.id.c_str());
            QVERIFY2(p->Asy > 0 && p->Asy <= p->area && p->Asz > 0 && p->Asz <= p->area, s.id.c_str());
            QVERIFY2(
                std::abs(p->massPerLength - p->area * 7.85e-6 * s.wall / p->wall) < 0.12 * p->massPerLength,
                s.id.c_str());
            QVERIFY2(shippedStock().material(s.material), s.id.c_str());
            QVERIFY2(s.length >= 3000 && s.length <= 13000, s.id.c_str());
        }
    }
    /// Of one outside size, a thicker wall weighs more and bends less.
    void thickerIsStronger() {
        std::map<std::string, std::vector<const Section *>> families;
        for (const Section &s : shippedStock().sections)
            if (s.shape == SectionShape::RectTube || s.shape == SectionShape::RoundTube)
                families[std::to_string(static_cast<int>(s.shape)) + "/" + s.standard + "/" + s.series + "/" +
                         std::to_string(s.height) + "/" + std::to_string(s.width)]
                    .push_back(&s);
        int compared = 0;
        for (auto &[name, list] : families) {
            std::sort(list.begin(), list.end(),
                      [](const auto *a, const auto *b) { return a->wall < b->wall; });
            for (std::size_t i = 1; i < list.size(); ++i) {
                if (list[i]->wall == list[i - 1]->wall) continue;
                const auto a = properties(*list[i - 1], 7.85e-6).value(),
                           b = properties(*list[i], 7.85e-6).value();
                QVERIFY2(b.massPerLength > a.massPerLength && b.Iy > a.Iy && b.J > a.J, list[i]->id.c_str());
                ++compared;
            }
        }
        QVERIFY(compared > 100);
    }
    void boltsAreSound() {
        for (const BoltSize &b : shippedStock().bolts) {
            QVERIFY2(b.hole > b.diameter && b.hole < b.diameter + 4 && b.washer > b.hole, b.id.c_str());
            QVERIFY2(b.pitch > 0.5 && b.pitch < b.diameter / 4, b.id.c_str());
            QVERIFY2(!b.grades.empty(), b.id.c_str());
            for (const std::string &g : b.grades)
                QVERIFY2(joints::boltTensileStrength(g, b.diameter).has_value(), b.id.c_str());
        }
    }
    void boughtPartsHangTogether() {
        const Stock &s = shippedStock();
        for (const Winch &w : s.winches) {
            QVERIFY2(w.ratedPull > 0 && w.mass > 0 && w.footWidth < w.depth && w.footLength < w.length,
                     w.id.c_str());
            QVERIFY2(s.bolt(w.footBolt), w.id.c_str());
            QVERIFY2(w.drumHeight > 0 && w.drumHeight < w.height, w.id.c_str());
        }
        for (const Rope &r : s.ropes) QVERIFY2(r.breakingStrength > 0 && r.diameter > 4, r.id.c_str());
        for (const Shackle &k : s.shackles)
            QVERIFY2(k.breakingStrength >= 4 * k.workingLoad && k.jaw > k.pinDiameter * 0.8, k.id.c_str());
        for (const Fairlead &f : s.fairleads)
            QVERIFY2(f.openingWidth < f.width && f.openingHeight < f.height, f.id.c_str());
    }
    void platesGrow() {
        for (const Material &m : shippedStock().materials) {
            const auto list = shippedStock().plateThicknesses(m.id);
            QVERIFY2(std::is_sorted(list.begin(), list.end()), m.id.c_str());
            QVERIFY2(std::adjacent_find(list.begin(), list.end()) == list.end(), m.id.c_str());
        }
        QVERIFY(shippedStock().plateThicknesses("S355").size() > 8);
    }
    /// One field of one file spoiled: the reader names the file and the field.
    void spoiledFiles_data() {
        QTest::addColumn<QString>("file");
        QTest::addColumn<QString>("from");
        QTest::addColumn<QString>("to");
        QTest::newRow("materials: a word for a number") << "materials.csv"
                                                        << "200000"
                                                        << "plenty";
        QTest::newRow("materials: nothing at all") << "materials.csv"
                                                   << ""
                                                   << "";
        QTest::newRow("sections: a wall of 0") << "sections.csv"
                                               << "SHS 20x20x2,rect,metric,EN 10219-2,20,20,2,"
                                               << "SHS 20x20x2,rect,metric,EN 10219-2,20,20,0,";
        QTest::newRow("sections: a shape of nowhere") << "sections.csv"
                                                      << "SHS 20x20x2,rect"
                                                      << "SHS 20x20x2,star";
        QTest::newRow("bolts: a column gone") << "bolts.csv"
                                              << "pitch"
                                              << "slope";
        QTest::newRow("bought: not JSON") << "bought.json"
                                          << "{"
                                          << "(";
    }
    void spoiledFiles() {
        QFETCH(QString, file);
        QFETCH(QString, from);
        QFETCH(QString, to);
        const QTemporaryDir dir;
        const QDir source(QString::fromStdString(stockFolder()));
        for (const QString &name : source.entryList(QDir::Files)) {
            QFile in(source.filePath(name));
            QVERIFY(in.open(QIODevice::ReadOnly));
            QString text = QString::fromUtf8(in.readAll());
            if (name == file) {
                if (from.isEmpty()) {
                    text.clear();
                } else {
                    const auto at = text.indexOf(from);
                    QVERIFY(at >= 0);
                    text.replace(at, from.size(), to);
                }
            }
            QFile out(dir.filePath(name));
            QVERIFY(out.open(QIODevice::WriteOnly));
            out.write(text.toUtf8());
        }
        const auto stock = readStock(dir.path().toStdString());
        QVERIFY(!stock);
        QVERIFY2((stock.error().where + stock.error().message).find(file.toStdString()) != std::string::npos,
                 stock.error().sentence().c_str());
    }
    void missingFolderIsSaid() {
        const auto stock = readStock("/no/such/folder");
        QVERIFY(!stock && stock.error().kind == ProblemKind::File);
    }
};

QTEST_GUILESS_MAIN(TestStock)
#include "test_stock.moc"
