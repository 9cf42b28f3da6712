#include <QtTest>

#include <QProcess>
#include <QTemporaryDir>
#include <QXmlStreamReader>

#include <cmath>
#include <fstream>

#include "core/exchange/grid.h"
#include "core/exchange/views.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::exchange;
using hefty::testing::byHand;
using hefty::testing::demoJob;
using hefty::testing::shippedStock;

namespace {

/// The numbers of one array of a VTU file.
std::vector<double> arrayOf(const std::string &vtu, const QString &name) {
    QXmlStreamReader xml(QString::fromStdString(vtu));
    std::vector<double> out;
    while (!xml.atEnd()) {
        xml.readNext();
        if (!xml.isStartElement() || xml.name() != QLatin1String("DataArray") ||
            xml.attributes().value("Name") != name)
            continue;
        const QStringList words = xml.readElementText().simplified().split(' ', Qt::SkipEmptyParts);
        for (const QString &word : words) out.push_back(word.toDouble());
    }
    return out;
}

}  // namespace

class TestDrawnViews : public QObject {
    Q_OBJECT

  private slots:
    /// A bare square tube along y: a rectangle from above and from the side, as large as it is.
    void edgesOfATube() {
        const armor::Assembly a = byHand({Json{{"op", "tube"},
                                               {"name", "bar"},
                                               {"section", "SHS 60x60x4"},
                                               {"from", {{"at", {700, 400, 600}}}},
                                               {"to", {{"at", {700, -400, 600}}}}}});
        for (const ViewWay &way : viewWays()) {
            Eigen::AlignedBox2d box;
            for (const auto &[from, to] : edgesSeen(a, way)) {
                QVERIFY((to - from).norm() > 0.01);
                box.extend(from);
                box.extend(to);
            }
            const shape::Vec2 wanted =
                std::string(way.name) == "side" ? shape::Vec2(60, 60) : shape::Vec2(800, 60);
            QVERIFY2((box.sizes() - wanted).norm() < 0.1, way.name);
        }
    }
    /// No line twice, and all within the piece; the file is read by another reader with as many lines.
    void viewsOfTheDemo() {
        const armor::Assembly a = hefty::testing::buildDemo(demoJob());
        QTemporaryDir dir;
        for (const ViewWay &way : viewWays()) {
            const auto edges = edgesSeen(a, way);
            QVERIFY(edges.size() > 50);
            const Eigen::AlignedBox3d whole = a.extent();
            std::set<std::array<long, 4>> seen;
            for (auto [from, to] : edges) {
                if (from.x() > to.x() || (from.x() == to.x() && from.y() > to.y())) std::swap(from, to);
                QVERIFY(seen.insert({std::lround(from.x() * 50), std::lround(from.y() * 50),
                                     std::lround(to.x() * 50), std::lround(to.y() * 50)})
                            .second);
                for (const shape::Vec2 &p : {from, to}) {
                    const shape::Vec3 at = way.right * p.x() + way.up * p.y();
                    const shape::Vec3 lowest = whole.min(), highest = whole.max();
                    for (int k = 0; k < 3; ++k)
                        if (std::abs(way.right(k)) + std::abs(way.up(k)) > 0.5)
                            QVERIFY(at(k) > lowest(k) - 0.1 && at(k) < highest(k) + 0.1);
                }
            }
            const QString file = dir.filePath(QString("%1.dxf").arg(way.name));
            std::ofstream(file.toStdString()) << viewDxf(a, way);
            QProcess reader;
            reader.start("/usr/bin/python3", {"-c",
                                              "import ezdxf,sys\nd=ezdxf.readfile(sys.argv[1])\n"
                                              "print(len(d.modelspace()))",
                                              file});
            QVERIFY(reader.waitForFinished(30000));
            QCOMPARE(reader.readAllStandardOutput().trimmed().toInt(), static_cast<int>(edges.size()));
        }
    }
    /// The grid holds the model: as many points and cells, each cell's corners there, moves and uses as
    /// proved.
    void gridOfAProof() {
        const job::Job job = demoJob();
        const armor::Assembly a = hefty::testing::buildDemo(job);
        const auto p = proof::prove(a, job.vehicle, hefty::testing::demoRig(), shippedStock(), job.rules, {},
                                    proof::Detail::Shells);
        QVERIFY(p);
        const std::size_t c = 3;
        const std::string vtu = vtuOf(*p, c);
        const auto &m = p->idealization.model;
        const auto moves = arrayOf(vtu, "move"), types = arrayOf(vtu, "types"),
                   offsets = arrayOf(vtu, "offsets"), corners = arrayOf(vtu, "connectivity"),
                   use = arrayOf(vtu, "use"), most = arrayOf(vtu, "most");
        QCOMPARE(arrayOf(vtu, "points").size(), 3 * m.nodes.size());
        QCOMPARE(moves.size(), 3 * m.nodes.size());
        const std::size_t cells = m.beams.size() + m.shells.size();
        QVERIFY(types.size() == cells && offsets.size() == cells && use.size() == cells &&
                most.size() == cells);
        QCOMPARE(offsets.back(), static_cast<double>(corners.size()));
        for (const double n : corners) QVERIFY(n >= 0 && n < static_cast<double>(m.nodes.size()));
        double before = 0;
        for (std::size_t i = 0; i < cells; ++i) {
            const double count = offsets[i] - before;
            before = offsets[i];
            QCOMPARE(count, types[i] == 3 ? 2.0 : types[i] == 5 ? 3.0 : 4.0);
            QVERIFY(most[i] >= use[i] - 1e-6);
        }
        for (std::size_t n = 0; n < m.nodes.size(); n += 97)
            QVERIFY(std::abs(moves[3 * n + 2] - p->solution.cases[c].displacements[n](2)) < 1e-5);
        QVERIFY(*std::max_element(most.begin(), most.end()) > 0.3);
    }
};

QTEST_GUILESS_MAIN(TestDrawnViews)
#include "test_drawn_views.moc"
