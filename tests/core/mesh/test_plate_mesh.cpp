#include <QTest>

#include <cmath>
#include <map>
#include <numbers>
#include <random>
#include <thread>

#include "core/mesh/plate_mesh.h"

using namespace hefty;
using namespace hefty::mesh;

namespace {

const Polygon2 bracket{{0, 0}, {200, 0}, {200, 60}, {120, 120}, {0, 120}};

double longestEdge(const PlateMesh &m) {
    double longest = 0;
    for (const auto &t : m.triangles)
        for (std::size_t i = 0; i < 3; ++i)
            longest = std::max(longest, (m.nodes[static_cast<std::size_t>(t[i])] -
                                         m.nodes[static_cast<std::size_t>(t[(i + 1) % 3])])
                                            .norm());
    return longest;
}

/// Every edge is shared by two triangles or lies on a border; how many are on borders.
int borderEdges(const PlateMesh &m) {
    std::map<std::pair<int, int>, int> count;
    for (const auto &t : m.triangles)
        for (std::size_t i = 0; i < 3; ++i) {
            const int a = t[i], b = t[(i + 1) % 3];
            ++count[{std::min(a, b), std::max(a, b)}];
        }
    int border = 0;
    for (const auto &[edge, n] : count) {
        if (n > 2) return -1;
        if (n == 1) ++border;
    }
    return border;
}

/// V - E + F of a mesh with so many holes.
int euler(const PlateMesh &m) {
    const auto faces = static_cast<int>(m.triangles.size());
    const int edges = (3 * faces + borderEdges(m)) / 2;
    return static_cast<int>(m.nodes.size()) - edges + faces;
}

}  // namespace

/// Meshes of plates: they cover the plate, keep to the size and the angle, and follow seams and points.
class TestPlateMesh : public QObject {
    Q_OBJECT

  private slots:
    void plainPlate() {
        PlateShape plate{bracket, {}, {}, {}, {}, 10};
        const auto m = meshPlate(plate);
        QVERIFY(m.has_value());
        QVERIFY(std::abs(m->area - shape::area(bracket)) < 1e-6);
        QVERIFY(longestEdge(*m) <= 10 + 1e-9);
        QVERIFY(m->smallestAngle > 20.7 * std::numbers::pi / 180 - 1e-6);
        QCOMPARE(euler(*m), 1);
        for (const auto &t : m->triangles) {
            std::array<Vec2, 3> c;
            for (std::size_t i = 0; i < 3; ++i) c[i] = m->nodes[static_cast<std::size_t>(t[i])];
            QVERIFY(shape::area(c) > 0);
        }
        // Either way around.
        std::reverse(plate.outline.begin(), plate.outline.end());
        QVERIFY(std::abs(meshPlate(plate)->area - shape::area(bracket)) < 1e-6);
    }
    void holesAndSlots() {
        PlateShape plate{bracket,
                         {roundHole({50, 60}, 30, 4), slotHole({150, 35}, 14, 20, {1, 0.2}, 3)},
                         {},
                         {},
                         {{{50, 60}, 16, 3}, {{150, 35}, 18, 3}},
                         15};
        const auto m = meshPlate(plate);
        QVERIFY(m.has_value());
        const double round = std::numbers::pi * 225;
        QVERIFY(std::abs(std::abs(shape::area(plate.holes[0])) - round) < 1e-9 * round);
        const double cut = round + std::abs(shape::area(plate.holes[1]));
        QVERIFY(std::abs(m->area - (shape::area(bracket) - cut)) < 1e-6);
        QCOMPARE(euler(*m), -1);  // two holes
        QVERIFY(m->smallestAngle > 20 * std::numbers::pi / 180);
        // The slot: a rectangle and a circle, its ends in chords.
        QVERIFY(std::abs(std::abs(shape::area(plate.holes[1])) / (14 * 20 + std::numbers::pi * 49) - 1) <
                0.02);
        // Finer near the hole than far from it.
        double near = 0, far = 0;
        for (const auto &t : m->triangles) {
            const Vec2 &a = m->nodes[static_cast<std::size_t>(t[0])],
                       &b = m->nodes[static_cast<std::size_t>(t[1])];
            const double r = ((a + b) / 2 - Vec2(50, 60)).norm();
            (r < 18 ? near : far) = std::max(r < 18 ? near : far, (a - b).norm());
        }
        QVERIFY(near < 5 && far > 8);
    }
    /// A weld line across, one that sticks out, one along the edge: nodes in order all along.
    void seams() {
        const PlateShape plate{
            bracket,
            {roundHole({60, 60}, 20, 4)},
            {{{20, 0}, {20, 120}}, {{-50, 60}, {300, 60}}, {{0, 0}, {200, 0}}, {{400, 0}, {500, 0}}},
            {{100, 30}, {60, 60}, {500, 500}},
            {},
            12};
        const auto m = meshPlate(plate);
        QVERIFY(m.has_value());
        for (std::size_t s = 0; s < 3; ++s) {
            const SeamLine &line = plate.seams[s];
            const std::vector<int> &on = m->seamNodes[s];
            QVERIFY(on.size() > 8);
            const Vec2 d = (line.to - line.from).normalized();
            double last = -1e9;
            for (const int n : on) {
                const Vec2 r = m->nodes[static_cast<std::size_t>(n)] - line.from;
                QVERIFY(std::abs(r.x() * d.y() - r.y() * d.x()) < 0.3);
                QVERIFY(r.dot(d) > last);
                QVERIFY(last < 0 || r.dot(d) - last < 12.5 || s == 1);
                last = r.dot(d);
            }
        }
        // Both ends of the one across, and none where it crosses the hole.
        QVERIFY((m->nodes[static_cast<std::size_t>(m->seamNodes[0].front())] - Vec2(20, 0)).norm() < 0.3);
        QVERIFY((m->nodes[static_cast<std::size_t>(m->seamNodes[0].back())] - Vec2(20, 120)).norm() < 0.3);
        for (const int n : m->seamNodes[1])
            QVERIFY((m->nodes[static_cast<std::size_t>(n)] - Vec2(60, 60)).norm() > 9.5);
        QVERIFY(m->seamNodes[3].empty());
        QVERIFY((m->nodes[static_cast<std::size_t>(m->pointNodes[0])] - Vec2(100, 30)).norm() < 0.3);
        QCOMPARE(m->pointNodes[1], -1);  // in the hole
        QCOMPARE(m->pointNodes[2], -1);  // outside
    }
    /// Two hundred random plates with holes, seams and points: whole, fine, and none takes long.
    void randomPlates() {
        std::mt19937 random(11);
        std::uniform_real_distribution<double> unit(0, 1);
        for (int k = 0; k < 200; ++k) {
            PlateShape plate;
            const int corners = 3 + static_cast<int>(unit(random) * 8);
            for (int i = 0; i < corners; ++i) {
                const double a = 2 * std::numbers::pi * (i + 0.6 * unit(random)) / corners;
                plate.outline.push_back((60 + 140 * unit(random)) * Vec2(std::cos(a), std::sin(a)));
            }
            plate.size = 8 + 30 * unit(random);
            if (unit(random) < 0.6) plate.holes.push_back(roundHole({0, 0}, 4 + 16 * unit(random), 3));
            // A star around the middle always holds a small hole there, unless a side passes near it.
            const int seams = static_cast<int>(4 * unit(random));
            for (int s = 0; s < seams; ++s)
                plate.seams.push_back({{400 * unit(random) - 200, 400 * unit(random) - 200},
                                       {400 * unit(random) - 200, 400 * unit(random) - 200}});
            for (int p = 0; p < 3; ++p)
                plate.points.emplace_back(200 * unit(random) - 100, 200 * unit(random) - 100);
            const auto m = meshPlate(plate);
            if (!m) {
                QVERIFY(m.error().where == "holes/0");
                continue;
            }
            const double hole = plate.holes.empty() ? 0 : std::abs(shape::area(plate.holes[0]));
            // Where lines all but touch they are pulled together by a hundredth of the size.
            QVERIFY2(std::abs(m->area - (std::abs(shape::area(plate.outline)) - hole)) < plate.size,
                     qPrintable(QString::number(k)));
            QVERIFY(longestEdge(*m) <= plate.size + 1e-9);
            QVERIFY(borderEdges(*m) > 0);
            QCOMPARE(euler(*m), plate.holes.empty() ? 1 : 0);
        }
    }
    void refusals() {
        const auto where = [](const PlateShape &p) {
            const auto m = meshPlate(p);
            return m ? std::string("meshed") : m.error().where;
        };
        QCOMPARE(where({{{0, 0}, {1, 0}}, {}, {}, {}, {}, 1}), std::string("outline"));
        QCOMPARE(where({{{0, 0}, {1, 0}, {2, 0}}, {}, {}, {}, {}, 1}), std::string("outline"));
        QCOMPARE(where({{{0, 0}, {1, 0}, {0, std::nan("")}}, {}, {}, {}, {}, 1}), std::string("outline"));
        QCOMPARE(where({bracket, {roundHole({0, 0}, 10, 3)}, {}, {}, {}, 10}), std::string("holes/0"));
        QCOMPARE(where({bracket, {}, {}, {}, {}, 0}), std::string("size"));
        QCOMPARE(where({bracket, {}, {}, {}, {}, 0.05}), std::string("size"));
        QCOMPARE(where({bracket, {}, {}, {}, {{{50, 50}, 50, 0.01}}, 10}), std::string("size"));
    }
    /// What is meshed once is not meshed again, from whatever thread.
    void cache() {
        MeshCache cache(3);
        PlateShape plate{bracket, {}, {}, {}, {}, 20};
        const auto first = cache.mesh(plate);
        QVERIFY(first.has_value());
        QCOMPARE(cache.mesh(plate)->get(), first->get());
        QCOMPARE(cache.made(), 1);
        plate.size = 15;
        QVERIFY(cache.mesh(plate)->get() != first->get());
        for (const double size : {14.0, 13.0, 12.0}) {
            plate.size = size;
            QVERIFY(cache.mesh(plate).has_value());
        }
        plate.size = 20;
        QVERIFY(cache.mesh(plate)->get() != first->get());  // it was the oldest and had to go
        QCOMPARE(cache.made(), 6);
        std::vector<std::thread> threads;
        for (int i = 0; i < 4; ++i)
            threads.emplace_back([&cache, plate] {
                for (int k = 0; k < 50; ++k) (void)cache.mesh(plate);
            });
        for (std::thread &t : threads) t.join();
        QCOMPARE(cache.made(), 6);
        plate.size = -1;
        QVERIFY(!cache.mesh(plate).has_value());
    }
};

QTEST_APPLESS_MAIN(TestPlateMesh)
#include "test_plate_mesh.moc"
