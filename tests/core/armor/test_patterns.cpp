#include <QtTest>

#include <cmath>
#include <numbers>
#include <random>

#include "core/armor/making/maker.h"
#include "core/armor/rims.h"
#include "core/base/constants.h"
#include "core/clearance/gaps.h"
#include "core/workshop/convex_bodies.h"
#include "core/workshop/masses.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::shippedStock;

namespace {

job::Job fullJob() {
    static const job::Job job = job::loadJob(demoFolder() + "/marten-full-set.girder.json").value();
    return job;
}

Result<Assembly> buildPattern(const job::Job &job, const Piece &piece) {
    const auto rig = rig::geometry(job.vehicle).value();
    return build({piece, job.vehicle, rig, shippedStock()});
}

/// Parts that no check looks at, by bars and strips or by shells; or why it cannot be proved.
std::string unchecked(const job::Job &job, const Assembly &a, const std::vector<std::string> &parts) {
    const auto rig = rig::geometry(job.vehicle).value();
    std::string out;
    for (const auto detail : {proof::Detail::Strips, proof::Detail::Shells}) {
        const auto proof = proof::prove(a, job.vehicle, rig, shippedStock(), job.rules, {}, detail);
        if (!proof) return proof.error().sentence();
        for (const std::string &part : parts)
            if (std::none_of(proof->checks.begin(), proof->checks.end(),
                             [&part](const proof::Check &c) { return c.part == part; }))
                out += part + " ";
    }
    return out;
}

Assembly assemblyOf(const std::string &id) {
    const job::Job job = fullJob();
    for (const Piece &p : job.pieces)
        if (p.id == id) return buildPattern(job, p).value();
    return {};
}

const WeldJoint *weld(const Assembly &a, const std::string &one, const std::string &other) {
    for (const WeldJoint &w : a.welds)
        if ((w.a == one && w.b == other) || (w.a == other && w.b == one)) return &w;
    return nullptr;
}

BarPart roundBar(const std::string &name, double diameter, const Vec3 &from, const Vec3 &to) {
    BarPart b;
    b.name = name;
    b.section.shape = stock::SectionShape::RoundTube;
    b.section.height = b.section.width = diameter;
    b.section.wall = 4;
    b.from = from;
    b.to = to;
    b.up = (to - from).unitOrthogonal();
    return b;
}

/// Bosses and step mounts for what holds to them.
void addHolds(rig::Vehicle &vehicle) {
    const auto add = [&](const char *kind, const char *face, const Vec3 &at) {
        rig::Hold h;
        h.id = h.name = kind + std::to_string(vehicle.holds.size());
        h.kind = kind;
        h.face = face;
        h.at = at;
        h.diameter = 12;
        vehicle.holds.push_back(h);
    };
    for (int i = 0; i < 6; ++i) {
        add("boss", "down", {-200.0 - 250 * i, 180, 420});
        add("step-mount", "out", {-600.0 - 260 * i, 640, 470});
    }
}

/// Length of the line in which two round tubes meet, by ten thousand steps of its closed form.
double saddle(double R, double r, double angle) {
    constexpr int n = 10000;
    const auto at = [&](int i) {
        const double p = 2 * std::numbers::pi * i / n, s = r * std::sin(p), c = r * std::cos(p);
        const double z = (std::sqrt(R * R - s * s) + c * std::cos(angle)) / std::sin(angle);
        return Vec3(c, s, z);
    };
    double sum = 0;
    for (int i = 0; i < n; ++i) sum += (at(i + 1) - at(i)).norm();
    return sum;
}

}  // namespace

class TestPatterns : public QObject {
    Q_OBJECT

  private slots:
    /// Around copes at several angles: the seam is as long as the curve.
    void seamAroundACope_data() {
        QTest::addColumn<double>("angle");
        QTest::addColumn<double>("diameter");
        for (const double angle : {90.0, 60.0, 45.0, 35.0})
            for (const double diameter : {30.0, 48.0, 57.0})
                QTest::addRow("%g degrees, %g mm", angle, diameter) << radians(angle) << diameter;
    }
    void seamAroundACope() {
        QFETCH(double, angle);
        QFETCH(double, diameter);
        Assembly a;
        a.bars.push_back(roundBar("chord", 60, {-600, 0, 0}, {600, 0, 0}));
        a.bars.push_back(
            roundBar("branch", diameter, Vec3(std::cos(angle), 0, std::sin(angle)) * 500, {0, 0, 0}));
        a.bars[1].trimTo.onto = {"chord"};
        trimEnds(a);
        QVERIFY(hefty::testing::toMend(a).empty());
        const auto seams = endsOn(a.bars[1], a.bars[0]);
        QCOMPARE(seams.size(), std::size_t(1));
        QCOMPARE(seams[0].kind, SeamKind::Around);
        QVERIFY(std::abs(seams[0].length() / saddle(30, diameter / 2, angle) - 1) < 0.005);
        QVERIFY(endsOn(a.bars[0], a.bars[1]).empty());
    }
    /// Moved a little away nothing touches any more.
    void noSeamAcrossAGap() {
        Assembly a;
        a.bars.push_back(roundBar("chord", 60, {-600, 0, 0}, {600, 0, 0}));
        a.bars.push_back(roundBar("branch", 40, {0, 0, 500}, {0, 0, 0}));
        a.bars[1].trimTo.onto = {"chord"};
        trimEnds(a);
        for (Vec3 *p : {&a.bars[1].from, &a.bars[1].to}) p->z() += 2;
        QVERIFY(endsOn(a.bars[1], a.bars[0]).empty());
    }
    /// The edge of a plate along a round tube is welded on both of its faces, as far as it reaches.
    void edgeAlongATube() {
        const BarPart tube = roundBar("tube", 60, {0, 0, 0}, {800, 0, 0});
        SheetPart s;
        s.name = "plate";
        s.thickness = 4;
        s.outline = {{200, 30}, {500, 30}, {500, 90}, {200, 90}};
        const auto seams = edgesOn(s, tube);
        QCOMPARE(seams.size(), std::size_t(1));
        QVERIFY(std::abs(seams[0].length() - 600) < 0.5);
        s.outline = {{700, 30}, {1000, 30}, {1000, 90}, {700, 90}};  // past the end of the tube
        QVERIFY(std::abs(edgesOn(s, tube)[0].length() - 200) < 0.5);
        s.outline = {{200, 32}, {500, 32}, {500, 90}, {200, 90}};
        QVERIFY(edgesOn(s, tube).empty());
    }
    /// The rear beam: everything is held, both tabs and the receiver go through both walls.
    void rearBeam() {
        const Assembly a = assemblyOf("rear-beam");
        QVERIFY(hefty::testing::toMend(a).empty());
        for (const char *part : {"tab.left", "tab.right", "receiver"})
            QCOMPARE(weld(a, "beam", part)->contacts.size(), std::size_t(2));
        for (const char *part : {"bracket.left", "gusset.right"}) QVERIFY(weld(a, "beam", part));
        QVERIFY(a.coupling && a.coupling->part == "receiver");
        QVERIFY(a.anchors.size() == 2 && a.anchors[0].forward.x() == -1);
        QCOMPARE(a.made("receiver")->bought, std::string("receiver-50"));
    }
    /// The sliders: legs and outer tube are coped, step plates lie between the tubes.
    void sliders() {
        const Assembly a = assemblyOf("sliders");
        QVERIFY2(hefty::testing::toMend(a).empty(),
                 hefty::testing::toMend(a).empty() ? "" : hefty::testing::toMend(a)[0].text.text.c_str());
        for (const std::string side : {"left", "right"}) {
            QCOMPARE(weld(a, "main." + side, "outer." + side)->contacts.size(), std::size_t(2));
            for (const std::string n : {".1", ".2", ".3"}) {
                QVERIFY(weld(a, "main." + side, "leg." + side + n));
                QVERIFY(weld(a, "leg." + side + n, "foot." + side + n));
            }
            QVERIFY(weld(a, "main." + side, "step." + side + ".1") &&
                    weld(a, "outer." + side, "step." + side + ".1"));
        }
        QCOMPARE(a.bar("outer.left")->spans().size(), std::size_t(5));
        for (const BarPart &b : a.bars) {
            const std::string other = b.name.find("left") != std::string::npos
                                          ? std::string(b.name).replace(b.name.find("left"), 4, "right")
                                          : b.name;
            QVERIFY(std::abs(workshop::barMass(a, b) - workshop::barMass(a, *a.bar(other))) < 1e-9);
        }
    }
    /// A winch sunk into the beam of the nursery's car, by hand: the beam is split at the winch's length and
    /// 10 mm and a plate on each side; the winch comes forward by what the beam is deeper than the face;
    /// seams as long as the tube's rim close both halves at their inner ends.
    void winchSunkIntoTheBeam() {
        job::Job job = job::loadJob(hefty::testing::demoPath("plover-winch-bumper")).value();
        Piece piece = job.pieces[0];
        piece.settings["sink"] = 0.0;
        const auto before = buildPattern(job, piece).value();
        piece.settings["sink"] = 100.0;
        const auto built = buildPattern(job, piece);
        QVERIFY2(built, built ? "" : built.error().sentence().c_str());
        const Assembly &a = *built;
        for (const BuildNote &n : a.notes)
            QVERIFY2(n.onlyTold, (n.part + ": " + n.text.in(measure::UnitSystem::Metric)).c_str());
        QVERIFY(!a.bar("beam") && before.bar("beam"));
        const Pattern &p = *pattern(piece.pattern);
        const stock::Winch &winch = *shippedStock().winch(armor::text(piece, p, "winch"));
        const double cheek = number(piece, p, "cheekThickness"), from = winch.length / 2 + 10 + cheek;
        const BarPart &half = *a.bar("half.left"), &whole = *before.bar("beam");
        QVERIFY(std::abs(half.length() - (whole.length() / 2 - from)) < 1e-9);
        QVERIFY(std::abs(half.from.y() - from) < 1e-9);
        const double forward = a.winch->drum.x() - before.winch->drum.x();
        QVERIFY(std::abs(forward - (whole.section.width - number(piece, p, "facePlate"))) < 1e-9);
        const double top = number(piece, p, "height") + whole.section.height / 2;
        QVERIFY(std::abs(a.winch->drum.z() - (top - 100 + winch.drumHeight)) < 1e-9);
        const WeldJoint *inner = weld(a, "half.left", "cheek.left");
        QVERIFY(inner);
        const double rim = 2 * (half.section.height + half.section.width) -
                           (8 - 2 * std::numbers::pi) * half.properties.outerRadius;
        QVERIFY2(std::abs(inner->length() / rim - 1) < 1e-6,
                 qPrintable(QString("%1 %2").arg(inner->length()).arg(rim)));
        for (const char *part : {"face", "tray", "lip"}) QVERIFY2(weld(a, part, "cheek.right"), part);
        QVERIFY(weld(a, "tray", "face"));
        QVERIFY(!a.feet.empty() && a.winch->fairleadPart == "face");
        QCOMPARE(unchecked(job, a, {"half.left", "half.right"}), std::string());
        // Too little of it cannot be built and is told.
        for (const double sink : {20.0, 45.0}) {
            piece.settings["sink"] = sink;
            QVERIFY2(!buildPattern(job, piece), qPrintable(QString::number(sink)));
        }
    }
    /// A relief in the beam, by hand: 40 deep with a floor of 60, its sides sloped at 60 degrees and 15 mm of
    /// strip beside them: 60 + 2 (40/tan 60 + 15) = 136.19 inside, 148.19 with its two ends of 6. What stands
    /// there is met by the beam without it and is clear by what is asked for with it.
    void reliefInTheBeam() {
        job::Job job = job::loadJob(hefty::testing::demoPath("plover-winch-bumper")).value();
        Piece &piece = job.pieces[0];
        piece.settings["sink"] = 0.0;
        piece.settings["gussetLeg"] = 0.0;
        piece.settings["width"] = 1500.0;
        piece.settings["centerWidth"] = 1300.0;
        piece.settings["reliefAt"] = 470.0;
        piece.settings["reliefWidth"] = 60.0;
        const auto before = buildPattern(job, piece).value();
        piece.settings["relief"] = 40.0;
        const auto built = buildPattern(job, piece);
        QVERIFY2(built, built ? "" : built.error().sentence().c_str());
        const Assembly &a = *built;
        for (const BuildNote &n : a.notes)
            QVERIFY2(n.onlyTold, (n.part + ": " + n.text.in(measure::UnitSystem::Metric)).c_str());
        const BarPart &beam = *a.bar("beam"), &stretch = *a.bar("stretch.left"), &whole = *before.bar("beam");
        const double out = 60 + 2 * (40 / std::tan(std::numbers::pi / 3) + 15) + 12;
        QVERIFY(std::abs(stretch.from.y() - beam.from.y() - out) < 1e-9);
        QVERIFY(std::abs(beam.length() + stretch.length() + out - whole.length()) < 1e-9);
        QVERIFY(std::abs(beam.axesAt(beam.openings.at(0).station).origin.y()) < 1e-9);
        // Its strip laid flat: floor, sides and ends along the middle of the sheet.
        const FoldedSheet &strip = a.folded.at(0);
        QCOMPARE(strip.facets.size(), std::size_t{5});
        double flat = 0;
        for (const std::string &facet : strip.facets) {
            double low = 1e9, high = -1e9;
            for (const Vec2 &p : a.sheet(facet)->outline) {
                low = std::min(low, p.x());
                high = std::max(high, p.x());
            }
            flat += high - low;
        }
        const double third = std::numbers::pi / 3;
        QVERIFY2(std::abs(flat - (136.188 - 2 * 40 / std::tan(third) + 2 * 40 / std::sin(third))) < 0.01,
                 qPrintable(QString::number(flat)));
        for (const auto &[one, other] :
             std::vector<std::pair<std::string, std::string>>{{"beam", "relief.end.right"},
                                                              {"stretch.left", "relief.end.left"},
                                                              {"relief.face", "relief.end.left"},
                                                              {"relief.face", "relief.end.right"},
                                                              {"relief.top", "relief.face"},
                                                              {"relief.bottom", "relief.face"},
                                                              {"relief.top", "relief.end.left"},
                                                              {"relief.bottom", "relief.end.right"}})
            QVERIFY2(weld(a, one, other), (one + "~" + other).c_str());
        for (const std::string &facet : strip.facets)
            for (const char *level : {"relief.top", "relief.bottom"})
                QVERIFY2(weld(a, facet, level), facet.c_str());
        QVERIFY(std::any_of(strip.facets.begin(), strip.facets.end(),
                            [&](const std::string &f) { return weld(a, f, "relief.end.left"); }));
        // Something 50 wide that reaches 25 mm into the beam.
        const double near = whole.from.x() - whole.section.width / 2;
        const clearance::ClearBox box{"box", {near - 80, 450, 480}, {near + 25, 490, 560}, 10};
        QVERIFY(clearance::gaps(workshop::convexBodies(before), {box}).value().at(0).overlaps);
        const auto kept = clearance::gaps(workshop::convexBodies(a), {box}, 20).value();
        QVERIFY(!kept.empty());
        QVERIFY2(std::abs(kept.front().distance - 15) < 0.01,
                 qPrintable(QString::number(kept.front().distance)));
        QCOMPARE(unchecked(job, a, {"relief.face", "relief.top", "relief.strip.1", "stretch.left"}),
                 std::string());
        // Too deep for the beam, at the winch, at a bracket, at the swept end: refused at that setting.
        for (const auto &[setting, value] : std::vector<std::pair<std::string, double>>{
                 {"relief", 60.0}, {"reliefAt", 100.0}, {"reliefAt", 380.0}, {"reliefAt", -640.0}}) {
            Piece other = piece;
            other.settings[setting] = value;
            const auto refused = buildPattern(job, other);
            QVERIFY2(!refused && refused.error().where.find(setting) != std::string::npos, setting.c_str());
        }
    }
    /// A part that touches nothing is said to hang on nothing.
    void nothingHoldsIt() {
        job::Job job = fullJob();
        Piece piece = job.pieces[1];
        Tweak away;
        away.kind = Tweak::Kind::Move;
        away.part = "gusset.left";
        away.by = {0, 0, 300};
        piece.tweaks.push_back(away);
        const Assembly a = buildPattern(job, piece).value();
        QVERIFY(std::any_of(a.notes.begin(), a.notes.end(), [](const BuildNote &n) {
            return n.part == "gusset.left" && n.text.text.find("holds") != std::string::npos;
        }));
    }
    /// From nothing: a rear beam put together by hand is what the pattern makes, part by part and seam by
    /// seam.
    void handBuilt() {
        const job::Job job = fullJob();
        Piece piece;
        piece.id = "own";
        piece.pattern = "from-nothing";
        for (
            const char *text :
            {R"({"op":"tube","name":"beam","section":"RHS 120x80x6","from":{"at":[-4440,600,640]},"to":{"at":[-4440,-600,640]}})",
             R"({"op":"bracket","end":"rear","beam":"beam","thickness":10})",
             R"({"op":"receiver","name":"receiver","beam":"beam","towMass":1500})",
             R"({"op":"tab","name":"tab.left","beam":"beam","across":430,"thickness":20})",
             R"({"op":"mirror","part":"tab.left"})",
             R"({"op":"gusset","name":"gusset.left","thickness":8,"corner":{"at":[-4400,475,640]},"along":[1,0,0],"up":[0,1,0],"leg":100})",
             R"({"op":"mirror","part":"gusset.left"})",
             R"({"op":"cap","name":"cap.left","bar":"beam","end":"start"})",
             R"({"op":"cap","name":"cap.right","bar":"beam","end":"end"})",
             R"({"op":"tube","name":"guard","section":"CHS 48.3x4","from":{"part":"beam","station":150},"to":{"at":[-4000,700,740]},"bends":[{"at":[-4440,450,900],"radius":100}]})",
             R"({"op":"polish","part":"beam"})"})
            piece.operations.push_back(Json::parse(text));
        const Assembly a = buildPattern(job, piece).value();
        QCOMPARE(hefty::testing::toMend(a).size(),
                 std::size_t(1));  // polishing is not known, and is said to be kept
        QVERIFY(hefty::testing::toMend(a)[0].text.text.find("polish") != std::string::npos);
        Piece plain = job.pieces[1];
        plain.settings.clear();
        const Assembly b = buildPattern(job, plain).value();
        for (const char *part : {"bracket.left", "bracket.right", "tab.left", "tab.right", "gusset.left"}) {
            QVERIFY2(
                std::abs(workshop::sheetMass(*a.sheet(part)) - workshop::sheetMass(*b.sheet(part))) < 1e-9,
                part);
            QVERIFY2((a.sheet(part)->center() - b.sheet(part)->center()).norm() < 1e-6, part);
            QVERIFY2(weld(a, "beam", part), part);
        }
        QCOMPARE(a.anchors.size(), std::size_t(2));
        QVERIFY(a.coupling && weld(a, "beam", "receiver")->contacts.size() == 2);
        // The guard stands on the beam's top after its bend out of the upright, coped around nothing: a flat
        // seam.
        QCOMPARE(a.bar("guard")->spans().size(), std::size_t(3));
        QVERIFY(weld(a, "beam", "guard"));
        QVERIFY(std::abs(weld(a, "beam", "guard")->length() - std::numbers::pi * 48.3) < 0.02 * 150);
        // Read back from the file nothing is lost, not even what is not known.
        Faults faults;
        QVERIFY(readPiece(writePiece(piece), "", faults) == piece && faults.none());
    }
    /// Without its winch a bumper carries nothing that goes with one, and all else stays.
    void winchTakenOut() {
        job::Job job = fullJob();
        Piece piece = job.pieces[0];
        const Assembly before = buildPattern(job, piece).value();
        QVERIFY(before.winch && !before.feet.empty() && before.bought.size() == 3);
        piece.operations.push_back({{"op", "remove"}, {"part", "winch"}});
        const Assembly a = buildPattern(job, piece).value();
        QVERIFY(hefty::testing::toMend(a).empty());
        QVERIFY(!a.winch && a.feet.empty() && a.bought.empty());
        QVERIFY(a.has("tray") && a.anchors.size() == before.anchors.size());
        QCOMPARE(a.sheets.size(), before.sheets.size());
    }
    void operationsThatDoNotApply_data() {
        QTest::addColumn<QString>("operation");
        QTest::newRow("no part") << R"({"op":"remove","part":"nothing"})";
        QTest::newRow("no section")
            << R"({"op":"tube","name":"t","section":"none","from":{"at":[0,0,0]},"to":{"at":[100,0,0]}})";
        QTest::newRow("no length")
            << R"({"op":"tube","name":"t","section":"CHS 48.3x4","from":{"at":[0,0,0]},"to":{"at":[0,0,0]}})";
        QTest::newRow("sharp bend")
            << R"({"op":"tube","name":"t","section":"CHS 48.3x4","from":{"at":[0,0,0]},"to":{"at":[100,100,0]},"bends":[{"at":[100,0,0],"radius":200}]})";
        QTest::newRow("crossed outline")
            << R"({"op":"plate","name":"p","thickness":5,"at":{"at":[0,0,500]},"outline":[[0,0],[100,100],[100,0],[0,120]]})";
        QTest::newRow("not numbers")
            << R"({"op":"plate","name":"p","thickness":"x","at":{"at":[0,0]},"outline":[1]})";
        QTest::newRow("name twice") << R"({"op":"cap","name":"beam","bar":"beam"})";
        QTest::newRow("bolted") << R"({"op":"move","part":"bracket.left","by":[10,0,0]})";
        QTest::newRow("nothing at all") << R"({})";
    }
    /// It is told, and the piece stays as it was.
    void operationsThatDoNotApply() {
        QFETCH(QString, operation);
        job::Job job = fullJob();
        Piece piece = job.pieces[1];
        piece.operations.push_back(Json::parse(operation.toStdString()));
        const Assembly a = buildPattern(job, piece).value(), before = assemblyOf("rear-beam");
        QCOMPARE(hefty::testing::toMend(a).size(), std::size_t(1));
        QCOMPARE(a.bars.size(), before.bars.size());
        QCOMPARE(a.sheets.size(), before.sheets.size());
        QCOMPARE(a.welds.size(), before.welds.size());
    }
    /// Every pattern with random settings: it is built, or says what cannot be; nothing is not a number.
    void randomSettings_data() {
        QTest::addColumn<QString>("id");
        for (const Pattern &p : patterns()) QTest::newRow(p.id.c_str()) << QString::fromStdString(p.id);
    }
    void randomSettings() {
        QFETCH(QString, id);
        const Pattern &pattern = *armor::pattern(id.toStdString());
        job::Job job = fullJob();
        addHolds(job.vehicle);
        // What holds to receivers, doors and bought sliders is tried where there are such.
        static const std::map<std::string, const char *> elsewhere{
            {"receiver-winch-cradle", "marten-winch-cradle"},
            {"rear-winch-cradle", "marten-winch-cradle"},
            {"receiver-wheel-rack", "heron-wheel-rack"},
            {"step-tube", "marten-step-tubes"},
            {"body-wheel-carrier", "dunnock-body-carrier"}};
        const auto other = elsewhere.find(pattern.id);
        if (other != elsewhere.end() || !pattern.fits(job.vehicle.kind))
            job = job::loadJob(
                      hefty::testing::demoPath(other == elsewhere.end() ? "vole-upright" : other->second))
                      .value();
        if (pattern.id == "rear-winch-cradle") hefty::testing::turnHolds(job.vehicle);
        std::mt19937 dice(17);
        std::uniform_real_distribution<double> unit(0, 1);
        int built = 0;
        for (int k = 0; k < 120; ++k) {
            Piece piece;
            piece.id = "p";
            piece.pattern = pattern.id;
            if (other != elsewhere.end()) piece.settings = job.pieces[0].settings;
            for (const SettingDescriptor &d : pattern.settings) {
                if (unit(dice) < 0.7) continue;
                if (d.choice == Choice::None) {
                    const double v = d.least + (d.most - d.least) * unit(dice);
                    piece.settings[d.id] = d.quantity == measure::Quantity::Count ? std::round(v) : v;
                } else {
                    const auto list = options(d.choice, shippedStock());
                    piece.settings[d.id] =
                        list[static_cast<std::size_t>(unit(dice) * 0.999 * static_cast<double>(list.size()))];
                }
            }
            const auto a = buildPattern(job, piece);
            if (!a) {
                QVERIFY(!a.error().message.empty() && !a.error().remedy.empty());
                continue;
            }
            ++built;
            for (const BarPart &b : a->bars) {
                QVERIFY(b.length() > 0 && std::isfinite(workshop::barMass(*a, b)));
                QVERIFY(parts::barCenter(b).allFinite());
            }
            for (const SheetPart &s : a->sheets)
                QVERIFY2(s.area() > 0 && s.center().allFinite(), s.name.c_str());
            for (const WeldJoint &w : a->welds) {
                QVERIFY(w.length() > 0 && (w.isFold() || w.leg > 0));
                for (const Contact &c : w.contacts) QVERIFY(c.center.allFinite() && c.normal.allFinite());
            }
        }
        QVERIFY2(built > 5, qPrintable(QString::number(built)));
    }
};

QTEST_GUILESS_MAIN(TestPatterns)
#include "test_patterns.moc"
