#include <QtTest>

#include <cmath>
#include <filesystem>
#include <set>

#include "core/job/appraise/appraise_under.h"
#include "core/job/names.h"
#include "core/workshop/weld/weld_order.h"
#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::job;
using hefty::testing::shippedStock;

namespace {

/// Every job that ships, by its file's name.
std::vector<std::string> demos() {
    std::vector<std::string> out;
    for (const auto &entry : std::filesystem::directory_iterator(demoFolder()))
        if (entry.path().string().ends_with(".girder.json")) out.push_back(entry.path().filename().string());
    std::sort(out.begin(), out.end());
    return out;
}

/// A part that no check names and of which nobody says why.
std::vector<std::string> unspokenParts(const PieceAppraisal &piece) {
    std::vector<std::string> out;
    const auto speaks = [&piece](const std::string &part) {
        const auto of = [&part](const auto &x) {
            return x.part == part || x.id.find(part) != std::string::npos;
        };
        const auto &p = *piece.proof;
        return std::any_of(p.checks.begin(), p.checks.end(), of) ||
               std::any_of(p.unproved.begin(), p.unproved.end(), of);
    };
    for (const armor::BarPart &b : piece.assembly->bars)
        if (!speaks(b.name)) out.push_back(b.name);
    for (const armor::SheetPart &s : piece.assembly->sheets)
        if (!speaks(s.name)) out.push_back(s.name);
    return out;
}

}  // namespace

/// The jobs that ship are what a stranger opens first.
class TestDemos : public QObject {
    Q_OBJECT

  private slots:
    void each_data() {
        QTest::addColumn<QString>("file");
        for (const std::string &f : demos()) QTest::newRow(f.c_str()) << QString::fromStdString(f);
    }
    /// Nothing stops them, every part is spoken of, and the file keeps all that it holds.
    void each() {
        QFETCH(QString, file);
        const Job job = loadJob(demoFolder() + "/" + file.toStdString()).value();
        const Appraisal a = appraise(job, shippedStock());
        for (const Finding &f : a.findings)
            QVERIFY2(f.severity != Severity::Stop, f.sentence.in(measure::UnitSystem::Metric).c_str());
        QCOMPARE(a.pieces.size(), job.pieces.size());
        for (const PieceAppraisal &p : a.pieces) {
            QVERIFY2(p.assembly && p.proof && p.fabrication, p.id.c_str());
            for (const armor::BuildNote &n : p.assembly->notes)
                QVERIFY2(n.onlyTold, n.text.in(measure::UnitSystem::Metric).c_str());
            const std::vector<std::string> silent = unspokenParts(p);
            QVERIFY2(silent.empty(), silent.empty() ? "" : (p.id + "/" + silent.front()).c_str());
            for (const proof::Check &c : p.proof->checks)
                QVERIFY2(std::isfinite(c.utilization) && c.utilization >= 0 && !c.title.empty(),
                         c.id.c_str());
            QVERIFY(!p.seams.empty() || p.assembly->welds.empty() ||
                    std::all_of(p.assembly->welds.begin(), p.assembly->welds.end(),
                                [](const armor::WeldJoint &w) { return w.isFold(); }));
        }
        const auto again = readJob(writeJob(job));
        QVERIFY(again && writeJob(*again) == writeJob(job));
    }
    /// What is cut weighs what is built: the cut list, less what is bought, is the piece.
    void cutListWeighsThePiece_data() { each_data(); }
    void cutListWeighsThePiece() {
        QFETCH(QString, file);
        const Job job = loadJob(demoFolder() + "/" + file.toStdString()).value();
        const Appraisal a = appraise(job, shippedStock());
        for (const PieceAppraisal &p : a.pieces) {
            double cut = 0;
            std::set<std::string> names;
            for (const workshop::CutItem &c : p.fabrication->cuts) {
                const armor::BarPart *bar = p.assembly->bar(c.part);
                if (!bar || bar->made.bought.empty()) cut += c.mass;
                QVERIFY2(names.insert(c.part).second, c.part.c_str());
            }
            const double built = p.fabrication->fabricatedMass - p.fabrication->weldMetal;
            QVERIFY2(std::abs(cut - built) < 1e-6 * built + 1e-9,
                     qPrintable(QString("%1 %2").arg(cut).arg(built)));
        }
    }
    /// In sentences things go by their names: no id of a part that has a label. No part runs through another,
    /// and no weld is larger than its plates.
    void namesInSentences_data() { each_data(); }
    void namesInSentences() {
        QFETCH(QString, file);
        const Job job = loadJob(demoFolder() + "/" + file.toStdString()).value();
        Appraisal a = appraise(job, shippedStock());
        addFit(a, job);
        for (const Finding &f : a.findings) {
            for (const char *wrong : {"overlap/", "weld-large/", "weld-small/"})
                QVERIFY2(!f.id.starts_with(wrong), f.id.c_str());
            if (!f.id.starts_with("check/") && !f.id.starts_with("gauge/") && !f.id.starts_with("gap/") &&
                !f.id.starts_with("sweep/") && !f.id.starts_with("gate/"))
                continue;
            const std::string words = f.sentence.in(measure::UnitSystem::Metric);
            for (const PieceAppraisal &p : a.pieces)
                for (const armor::SheetPart &s : p.assembly->sheets)
                    if (!s.made.label.empty() && s.name.find('.') != std::string::npos)
                        QVERIFY2(words.find(s.name) == std::string::npos, words.c_str());
        }
    }
    void namesOfThings() {
        const Job job = loadJob(demoFolder() + "/marten-full-set.girder.json").value();
        const Appraisal a = appraiseShape(job, shippedStock());
        QCOMPARE(nameOf(job, a, "bracket.left"), std::string("left bracket"));
        const rig::OutlinePoint &o = job.vehicle.outline.front();
        QCOMPARE(nameOf(job, a, o.id), o.name);
        QCOMPARE(nameOf(job, a, "no such thing"), std::string("no such thing"));
        const armor::Assembly &rear = *a.piece("rear-beam")->assembly;
        QCOMPARE(asSubject(rear, "tab.left"), std::string("The left tab"));
        QCOMPARE(asSubject(rear, "unknown"), std::string("unknown"));
    }
};

QTEST_APPLESS_MAIN(TestDemos)
#include "test_demos.moc"
