#include <QtTest>

#include <cmath>
#include <filesystem>
#include <fstream>
#include <numbers>
#include <random>
#include <sstream>

#include <BRepGProp.hxx>
#include <GProp_GProps.hxx>
#include <IFSelect_ReturnStatus.hxx>
#include <STEPControl_Reader.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS_Shape.hxx>

#include "core/armor/making/maker.h"
#include "core/exchange/cut_drawing.h"
#include "core/exchange/cutting.h"
#include "core/exchange/solids.h"
#include "core/outline/drawing.h"
#include "core/workshop/cut/cope.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::exchange;
using hefty::testing::shippedStock;
using shape::Polygon2;
using shape::Vec2;
using shape::Vec3;

namespace {

armor::BarPart bar(const std::string &section, const Vec3 &from, const Vec3 &to,
                   const Vec3 &up = Vec3::UnitZ()) {
    armor::BarPart b;
    b.name = "bar";
    b.section = *shippedStock().section(section);
    b.material = *shippedStock().material("S355");
    b.properties = stock::properties(b.section, b.material.density).value();
    b.from = from;
    b.to = to;
    b.up = up;
    return b;
}

/// By what the told volume or center of a bar is off the exact one by more than 1e-4; empty: by neither.
QString offExact(const armor::BarPart &b) {
    armor::Assembly a;
    a.bars.push_back(b);
    const SolidFigures exact = figuresOf(a, b.name).value();
    const double told = parts::barVolume(b), off = (exact.center - parts::barCenter(b)).norm();
    if (std::abs(exact.volume - told) < 1e-4 * exact.volume && off < 1e-4 * b.length()) return {};
    return QString("volume %1, told %2; center off by %3").arg(exact.volume).arg(told).arg(off);
}

std::string textOf(const std::string &path) {
    std::ostringstream out;
    out << std::ifstream(path).rdbuf();
    return out.str();
}

/// How many solids a STEP file holds, and their volume [mm3].
std::pair<std::size_t, double> solidsOf(const std::string &path) {
    STEPControl_Reader reader;
    if (reader.ReadFile(path.c_str()) != IFSelect_RetDone) return {};
    reader.TransferRoots();
    const TopoDS_Shape shape = reader.OneShape();
    std::size_t count = 0;
    for (TopExp_Explorer it(shape, TopAbs_SOLID); it.More(); it.Next()) ++count;
    GProp_GProps figures;
    BRepGProp::VolumeProperties(shape, figures);
    return {count, figures.Mass()};
}

}  // namespace

class TestExchange : public QObject {
    Q_OBJECT

  private slots:
    /// Bent round and square bars: volume and center as Pappus says, against exact solids.
    void bentBars() {
        std::mt19937 random(3);
        std::uniform_real_distribution<double> side(150, 500), turn(0.3, 1.4);
        for (int run = 0; run < 30; ++run) {
            armor::Assembly a;
            const Vec3 corner(side(random), 0, 0);
            const double angle = turn(random);
            armor::BarPart b = bar(run % 2 ? "CHS 48.3x4" : "RHS 80x60x4", {0, 0, 0},
                                   corner + Vec3(std::cos(angle), std::sin(angle), 0) * side(random));
            b.bends.push_back({corner, 120});
            a.bars.push_back(b);
            const SolidFigures exact = figuresOf(a, "bar").value();
            QVERIFY2(std::abs(exact.volume - parts::barVolume(b)) < 1e-4 * exact.volume,
                     qPrintable(QString("%1: %2 %3").arg(run).arg(exact.volume).arg(parts::barVolume(b))));
            QVERIFY((exact.center - parts::barCenter(b)).norm() < 0.2);
        }
    }
    /// Copes onto round bars at any angle, and onto plates.
    void copedBars() {
        std::mt19937 random(4);
        std::uniform_real_distribution<double> lean(0.6, std::numbers::pi / 2), length(200, 600);
        for (int run = 0; run < 30; ++run) {
            armor::Assembly a;
            armor::BarPart chord = bar("CHS 60.3x5", {-400, 0, 0}, {400, 0, 0});
            chord.name = "chord";
            const double angle = lean(random);
            armor::BarPart branch =
                bar("CHS 48.3x4", {0, 0, 0}, Vec3(std::cos(angle), 0, std::sin(angle)) * length(random),
                    Vec3::UnitY());
            branch.trimFrom.onto = {"chord"};
            a.bars = {chord, branch};
            armor::trimEnds(a);
            QVERIFY(a.bars[1].trimFrom.cut());
            const SolidFigures exact = figuresOf(a, "bar").value();
            const double told = parts::barVolume(a.bars[1]);
            QVERIFY2(std::abs(exact.volume - told) < 1e-4 * exact.volume,
                     qPrintable(QString("%1: %2 %3").arg(run).arg(exact.volume).arg(told)));
            const double off = (exact.center - parts::barCenter(a.bars[1])).norm();
            QVERIFY2(off < 1e-4 * a.bars[1].length(), qPrintable(QString("%1 at %2").arg(off).arg(angle)));
        }
    }
    /// Rectangular tubes cut lengthwise, mitered where the cut begins.
    void taperedBars() {
        std::mt19937 random(8);
        std::uniform_real_distribution<double> length(250, 900), lean(-0.4, 0.4), rise(5, 60);
        for (int run = 0; run < 40; ++run) {
            armor::BarPart b = bar("RHS 120x80x6", {0, 0, 0}, {length(random), 0, 0});
            if (run % 4) b.cutFrom = Vec3(-1, lean(random), 0).normalized();
            b.taperFrom = 6 + rise(random) / 10;
            b.taper = b.taperFrom + rise(random);
            const QString off = offExact(b);
            QVERIFY2(off.isEmpty(), qPrintable(off));
        }
    }
    /// Ends mitered in any plane: their center lies off the center line.
    void miteredBars() {
        std::mt19937 random(6);
        std::uniform_real_distribution<double> length(300, 900), lean(-0.7, 0.7);
        for (int run = 0; run < 40; ++run) {
            armor::BarPart b = bar(run % 2 ? "CHS 48.3x4" : "RHS 80x60x4", {0, 0, 0}, {length(random), 0, 0});
            b.cutFrom = Vec3(-1, lean(random), lean(random)).normalized();
            b.cutTo = Vec3(1, lean(random), lean(random)).normalized();
            const QString off = offExact(b);
            QVERIFY2(off.isEmpty(), qPrintable(off));
        }
    }
    void sheets() {
        std::mt19937 random(5);
        std::uniform_real_distribution<double> ray(60, 160);
        for (int run = 0; run < 30; ++run) {
            armor::SheetPart s;
            s.name = "sheet";
            s.thickness = 4 + run % 7;
            s.axes = {{10, 20, 30}, Vec3::UnitY(), Vec3::UnitZ(), Vec3::UnitX()};
            for (int i = 0; i < 7; ++i)
                s.outline.push_back(Eigen::Rotation2Dd(2 * std::numbers::pi * i / 7) * Vec2(ray(random), 0));
            s.cutouts.push_back({{-20, -20}, {5, -20}, {5, 5}, {-20, 5}});
            s.holes.push_back({"h", {20, 20}, 13, "bolt"});
            s.holes.push_back({"slot", {20, -20}, 9, "bolt", 12, Vec2(0, 1)});
            armor::Assembly a;
            a.sheets.push_back(s);
            const SolidFigures exact = figuresOf(a, "sheet").value();
            QVERIFY(std::abs(exact.volume - s.area() * s.thickness) < 1e-6 * exact.volume);
            QVERIFY((exact.center - s.center()).norm() < 1e-3);
        }
    }
    /// Every part of the demo is a solid in its file.
    void stepOfThePieces() {
        const job::Job job = job::loadJob(demoFolder() + "/marten-full-set.girder.json").value();
        const auto rig = rig::geometry(job.vehicle).value();
        const std::string path = (std::filesystem::temp_directory_path() / "hefty-test.step").string();
        for (const armor::Piece &piece : job.pieces) {
            const armor::Assembly a = armor::build({piece, job.vehicle, rig, shippedStock()}).value();
            const auto written = writeStep(a, path);
            QVERIFY2(written, written ? "" : written.error().sentence().c_str());
            const std::string text = textOf(path);
            std::size_t solids = 0;
            for (std::size_t at = text.find("MANIFOLD_SOLID_BREP("); at != std::string::npos;
                 at = text.find("MANIFOLD_SOLID_BREP(", at + 1))
                ++solids;
            QVERIFY(solids >= a.bars.size() + a.sheets.size());
            QVERIFY(text.starts_with("ISO-10303-21;"));
        }
        // Two pieces in one file, read back by the library as other programs do: as many solids, their
        // volumes together those of the parts.
        std::vector<armor::Assembly> built;
        for (const std::size_t i : {0, 1})
            built.push_back(armor::build({job.pieces[i], job.vehicle, rig, shippedStock()}).value());
        std::vector<const armor::Assembly *> all;
        double volume = 0;
        std::size_t parts = 0;
        for (const armor::Assembly &a : built) {
            all.push_back(&a);
            parts += a.bars.size() + a.sheets.size();
            for (const armor::BarPart &b : a.bars) volume += figuresOf(a, b.name).value().volume;
            for (const armor::SheetPart &s : a.sheets) volume += figuresOf(a, s.name).value().volume;
        }
        QCOMPARE(writeStep(all, path).value(), static_cast<int>(parts));
        const auto [solids, read] = solidsOf(path);
        QVERIFY(solids >= parts);
        QVERIFY2(std::abs(read / volume - 1) < 1e-4, qPrintable(QString::number(read / volume)));
        QCOMPARE(writeStepOf(built[0], "beam", path).value(), 1);
        const auto [alone, beam] = solidsOf(path);
        QCOMPARE(alone, std::size_t{1});
        QVERIFY(std::abs(beam / figuresOf(built[0], "beam").value().volume - 1) < 1e-6);
        QCOMPARE(writeStepOf(built[0], "none", path).error().kind, ProblemKind::UnknownId);
        std::filesystem::remove(path);
        QCOMPARE(writeStep(armor::Assembly(), "/nowhere/at/all.step").error().kind, ProblemKind::File);
        std::stop_source source;
        source.request_stop();
        armor::Assembly one;
        one.bars.push_back(bar("CHS 48.3x4", {0, 0, 0}, {100, 0, 0}));
        QCOMPARE(writeStep(one, path, {}, source.get_token()).error().kind, ProblemKind::Stopped);
    }
    /// A flat part read back: its area and its holes; bends and small holes are marks.
    void dxfReadBack() {
        workshop::FlatPattern flat;
        flat.rim = {{0, 0}, {200, 0}, {200, 80}, {0, 80}};
        flat.cutouts = {{{90, 20}, {120, 20}, {120, 50}, {90, 50}}};
        flat.holes = {{"a", {30, 40}, 13, "bolt"},
                      {"b", {160, 40}, 9, "bolt", 20, Vec2(1, 0)},
                      {"c", {60, 60}, 3, "drain"}};
        flat.lines = {{{140, 0}, {140, 80}, 1, 6, 0, 0}};
        const auto read = outline::readDxfDrawing(dxfOf(flat, 5), "part").value();
        QCOMPARE(read.parts.size(), std::size_t{1});
        QCOMPARE(read.parts[0].holes.size(), std::size_t{3});
        const double area = 16000 - 900 - std::numbers::pi / 4 * 169 - (std::numbers::pi / 4 * 81 + 180);
        QVERIFY(std::abs(outline::area(read.parts[0]) - area) < 0.01);
    }
    /// A tube with one bend, straight again: by hand 300 and 300 to the corner, radius 100, 90 degrees.
    void tubeBeforeItIsBent() {
        armor::Assembly a;
        armor::BarPart b = bar("CHS 48.3x4", {0, 0, 0}, {300, 300, 0});
        b.bends.push_back({{300, 0, 0}, 100});
        a.bars.push_back(b);
        const CutDrawing d = cutDrawing(a, "bar").value();
        const auto folds = std::count_if(d.lines.begin(), d.lines.end(), [](const CutDrawing::Line &l) {
            return l.style == CutDrawing::Style::Fold;
        });
        QCOMPARE(folds, 2);
        for (const CutDrawing::Line &l : d.lines)
            if (l.style == CutDrawing::Style::Fold)
                QVERIFY(std::abs(l.from.x() - 200) < 1e-6 ||
                        std::abs(l.from.x() - 200 - 50 * std::numbers::pi) < 1e-6);
        QVERIFY(std::abs(d.steps[0].measures[0].value - (400 + 50 * std::numbers::pi)) < 1e-6);
        const auto bend = std::find_if(d.steps.begin(), d.steps.end(),
                                       [](const measure::Phrase &p) { return p.text.starts_with("Bend 1"); });
        QVERIFY(bend != d.steps.end());
        QVERIFY(std::abs(bend->measures[2].value - std::numbers::pi / 2 * (1 + 2.0 / 90)) < 1e-12);
        // of two dies there is no one schedule
        a.bars[0].bends.push_back({{300, 200, 0}, 60});
        a.bars[0].to = {500, 200, 0};
        QVERIFY(cutDrawing(a, "bar")->lines.empty());
        QVERIFY(!cutDrawing(a, "nothing"));
    }
    /// Four holes of a plate by their two edges: 30, 40 from its corner and 200 by 150 apart have diagonals
    /// of 250.
    void holesByTheirEdges() {
        armor::SheetPart plate;
        plate.name = "plate";
        plate.axes = {{0, 0, 0}, Vec3::UnitX(), Vec3::UnitY(), Vec3::UnitZ()};
        plate.outline = {{-10, -20}, {290, -20}, {290, 230}, {-10, 230}};
        plate.thickness = 8;
        for (const Vec2 &at : {Vec2(20, 20), Vec2(220, 20), Vec2(220, 170), Vec2(20, 170)})
            plate.holes.push_back({"h", at, 13, "bolt"});
        armor::Assembly a;
        a.sheets.push_back(plate);
        const CutDrawing d = cutDrawing(a, "plate").value();
        const auto told = [&d](const std::string &start) {
            for (const measure::Phrase &p : d.steps)
                if (p.text.starts_with(start)) return p;
            return measure::Phrase();
        };
        QCOMPARE(told("Hole 1").in(measure::UnitSystem::Metric),
                 std::string("Hole 1: 13 mm, 30 mm from the left edge, 40 mm from the lower one."));
        const measure::Phrase check = told("Check the holes");
        QCOMPARE(check.measures.size(), std::size_t{2});
        for (const auto &m : check.measures) QVERIFY(std::abs(m.value - 250) < 1e-9);
    }
    /// What is engraved: a rib of 8 mm that stands on a plate leaves two lines where it is welded, the
    /// plate's name is on it; of what stands on its back nothing is seen. A hole of 5 is marked by a cutter
    /// that makes 6.
    void engraved() {
        armor::Assembly a;
        armor::SheetPart plate;
        plate.name = "plate";
        plate.made.label = "base plate";
        plate.axes = {{0, 0, 0}, Vec3::UnitX(), Vec3::UnitY(), Vec3::UnitZ()};
        plate.outline = {{0, 0}, {300, 0}, {300, 200}, {0, 200}};
        plate.thickness = 10;
        plate.holes.push_back({"small", {30, 30}, 5, "wire"});
        plate.holes.push_back({"large", {60, 30}, 13, "bolt"});
        a.sheets.push_back(plate);
        for (const double side : {5.0, -5.0}) {
            armor::WeldJoint weld;
            weld.a = "plate";
            weld.b = side > 0 ? "rib" : "foot";
            armor::Contact c;
            c.lines = {{{100, 96, side}, {200, 96, side}}, {{100, 104, side}, {200, 104, side}}};
            weld.contacts.push_back(c);
            a.welds.push_back(weld);
        }
        const auto flat = workshop::flatPattern(plate);
        const Engraving found = engravingOf(a, "plate", flat);
        QCOMPARE(found.lines.size(), std::size_t{2});
        QVERIFY((found.lines[0].from - Vec2(100, 96)).norm() < 1e-9 && found.lines[0].layer == "engrave");
        QCOMPARE(found.texts.size(), std::size_t{1});
        QCOMPARE(found.texts[0].text, std::string("base plate"));
        const auto read = outline::readDxfDrawing(dxfOf(flat, 6, found), "plate").value();
        QCOMPARE(read.parts.size(), std::size_t{1});
        QCOMPARE(read.parts[0].holes.size(), std::size_t{1});
        const std::string svg = svgOf(flat, 6, found);
        QVERIFY(svg.find("id=\"engrave\"") != std::string::npos &&
                svg.find("base plate") != std::string::npos);
        QCOMPARE(outline::readSvgDrawing(svg, "plate").value().parts[0].holes.size(), std::size_t{1});
    }
    /// A flat sheet keeps its outline and every hole; a coped bar says its template.
    void sheetsAndCopes() {
        const job::Job job = job::loadJob(demoFolder() + "/pipit-skids-sliders.girder.json").value();
        const auto rig = rig::geometry(job.vehicle).value();
        const armor::Assembly a = armor::build({job.pieces[0], job.vehicle, rig, shippedStock()}).value();
        const CutDrawing skid = cutDrawing(a, "skid").value();
        // Two folds and six holes are called by their numbers.
        QCOMPARE(skid.labels.size(), std::size_t{2 + 6});
        QVERIFY(cutDrawing(a, "skid.2")->lines.size() == skid.lines.size());
        // rim 4, opening 4, six holes of 24 chords, two folds
        QCOMPARE(skid.lines.size(), std::size_t{4 + 4 + 6 * 24 + 2});
        armor::Assembly coped;
        armor::BarPart chord = bar("CHS 60.3x5", {-400, 0, 0}, {400, 0, 0});
        chord.name = "chord";
        armor::BarPart branch = bar("CHS 48.3x4", {0, 0, 0}, {0, 0, 300}, Vec3::UnitX());
        branch.trimFrom.onto = {"chord"};
        coped.bars = {chord, branch};
        armor::trimEnds(coped);
        const CutDrawing d = cutDrawing(coped, "bar").value();
        QVERIFY(std::any_of(d.steps.begin(), d.steps.end(),
                            [](const measure::Phrase &p) { return p.text.starts_with("Cope the start"); }));
        // deepest by hand: R - sqrt(R2 - r2)
        for (const measure::Phrase &p : d.steps)
            if (p.text.starts_with("Cope"))
                QVERIFY(std::abs(p.measures[0].value - (30.15 - std::sqrt(30.15 * 30.15 - 24.15 * 24.15))) <
                        0.03);
    }
    /// The template's line is the closed form of the cope; drawn in millimeters.
    void templateIsTheCope() {
        armor::Assembly a;
        armor::BarPart chord = bar("CHS 60.3x5", {-400, 0, 0}, {400, 0, 0});
        chord.name = "chord";
        armor::BarPart branch = bar("CHS 48.3x4", {0, 0, 0}, {0, 0, 300}, Vec3::UnitX());
        branch.trimFrom.onto = {"chord"};
        a.bars = {chord, branch};
        armor::trimEnds(a);
        const auto line = templateOf(a.bars[1], false);
        QCOMPARE(line.size(), std::size_t{73});
        QVERIFY(std::abs(line.back().x() - std::numbers::pi * 48.3) < 1e-6);
        workshop::CopeJoint joint;
        joint.diameter = 48.3;
        joint.wall = 4;
        joint.chordDiameter = 60.3;
        joint.angle = std::numbers::pi / 2;
        const auto cope = workshop::cope(joint).value();
        double low = 1e9, high = -1e9;
        for (const Vec2 &p : line) {
            low = std::min(low, p.y());
            high = std::max(high, p.y());
        }
        QVERIFY(std::abs(high - cope.longest) < 0.02 && std::abs(low - cope.shortest) < 0.02);
        // Read back as a drawing: a paper as wide as the tube is round, 40 mm below the deepest of the cut.
        const auto paper = outline::readDxfDrawing(templateDxf(a.bars[1], false, "leg"), "leg").value();
        QCOMPARE(paper.parts.size(), std::size_t{1});
        double wide = 0, deep = 0;
        for (const outline::Corner &c : paper.parts[0].outer) {
            wide = std::max(wide, c.at.x());
            deep = std::min(deep, c.at.y());
        }
        QVERIFY(std::abs(wide - std::numbers::pi * 48.3) < 1e-3 && std::abs(deep - (low - high - 40)) < 1e-3);
        QVERIFY(templateDxf(a.bars[0], true, "none").empty());
        const std::string svg = templateSvg(a.bars[1], false, "leg <1>");
        QVERIFY(svg.find("leg &lt;1&gt;") != std::string::npos &&
                svg.find("mm\" viewBox") != std::string::npos);
        QVERIFY(templateSvg(a.bars[0], true, "none").empty());
    }
};

QTEST_APPLESS_MAIN(TestExchange)
#include "test_exchange.moc"
