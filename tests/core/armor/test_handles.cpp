#include <QtTest>

#include <cmath>
#include <set>

#include "tests/core/demo.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::shippedStock;

namespace {

/// A piece and the job that it is in.
struct Standing {
    job::Job job;
    rig::RigGeometry rig;
    Piece piece;
    [[nodiscard]] Result<Assembly> built(const Piece &as) const {
        return build({as, job.vehicle, rig, shippedStock()});
    }
};

/// Every pattern: as it stands in the first demo job that has it, else as it is offered for the first vehicle
/// that it can be built on.
std::vector<Standing> everyPattern() {
    std::vector<job::Job> jobs;
    const QDir folder(QString::fromStdString(demoFolder()));
    for (const QString &file : folder.entryList({"*.girder.json"}))
        jobs.push_back(job::loadJob(folder.filePath(file).toStdString()).value());
    std::vector<Standing> out;
    std::set<std::string> seen;
    for (const job::Job &job : jobs)
        for (const Piece &piece : job.pieces) {
            if (!piece.on.empty() || !seen.insert(piece.pattern).second) continue;
            out.push_back({job, rig::geometry(job.vehicle).value(), piece});
            out.back().piece.operations.clear();
            out.back().piece.tweaks.clear();
        }
    for (const Pattern &pattern : patterns())
        for (const job::Job &job : jobs) {
            const auto rig = rig::geometry(job.vehicle);
            if (!rig || !pattern.fits(job.vehicle.kind) || seen.count(pattern.id)) continue;
            Piece piece;
            piece.id = "offered";
            piece.pattern = pattern.id;
            const Standing offered{job, *rig, piece};
            if (!offered.built(piece)) continue;
            out.push_back(offered);
            seen.insert(pattern.id);
        }
    return out;
}

/// The same handle of another state: of several alike in one view the one at that place of the list.
const Handle *sameIn(const Assembly &other, const Assembly &of, const Handle &handle) {
    const auto alike = [&handle](const Handle &h) {
        return h.setting == handle.setting && h.view == handle.view;
    };
    const auto before = std::count_if(of.handles.data(), &handle, alike);
    std::ptrdiff_t n = 0;
    for (const Handle &h : other.handles)
        if (alike(h) && n++ == before) return &h;
    return nullptr;
}

/// What of a way is seen in the view that a handle is drawn in.
Vec3 seen(const Handle &handle, Vec3 way) {
    (handle.view == "side" ? way.y() : handle.view == "top" ? way.z() : way.x()) = 0;
    return way;
}

/// Sizes that nothing in a picture can be pulled by: of dies and bolts, and of the wheel as it was measured.
const std::set<std::string> withoutHandle{"bendRadius", "wheelRadius", "wheelWidth", "backspacing",
                                          "studCircle", "studSize",    "spindle",    "holdPin",
                                          "opens",      "skin"};

}  // namespace

/// A handle goes with the hand: what it is drawn on moves as it says when its setting does.
class TestHandles : public QObject {
    Q_OBJECT

  private slots:
    void goWithTheHand() {
        int looked = 0;
        for (const Standing &s : everyPattern()) {
            const Pattern &pattern = *armor::pattern(s.piece.pattern);
            const Assembly a = s.built(s.piece).value();
            for (const Handle &h : a.handles) {
                const SettingDescriptor *d = pattern.setting(h.setting);
                const std::string name = pattern.id + " " + h.setting + " " + h.view;
                QVERIFY2(d && doesSomething(s.piece, pattern, *d), name.c_str());
                QVERIFY2(seen(h, h.direction).norm() > 0.3 * h.direction.norm(), name.c_str());
                const double value = number(s.piece, pattern, h.setting);
                const double small = d->quantity == measure::Quantity::Angle ? 0.002 : 0.2;
                for (const double step : {small, -small}) {
                    Piece moved = s.piece;
                    moved.settings[h.setting] = value + step;
                    if (value + step < d->least || value + step > d->most) continue;
                    const auto b = s.built(moved);
                    const Handle *same = b ? sameIn(*b, a, h) : nullptr;
                    if (!same) continue;
                    const Vec3 way = seen(h, (same->at - h.at) / step), says = seen(h, h.direction);
                    QVERIFY2((way - says).norm() < 0.02 * says.norm(),
                             qPrintable(QString("%1 moves by %2 %3 %4")
                                            .arg(name.c_str())
                                            .arg(way.x())
                                            .arg(way.y())
                                            .arg(way.z())));
                    ++looked;
                    break;
                }
            }
        }
        QVERIFY2(looked > 200, qPrintable(QString::number(looked)));
    }
    /// Every length and angle that shapes a piece, and is not 0, can be pulled in a picture.
    void nothingIsWithout() {
        QStringList without;
        for (const Standing &s : everyPattern()) {
            const Pattern &pattern = *armor::pattern(s.piece.pattern);
            const Assembly a = s.built(s.piece).value();
            for (const SettingDescriptor &d : pattern.settings) {
                if (d.choice != Choice::None || d.thickness || d.group == "Welds" ||
                    withoutHandle.count(d.id))
                    continue;
                if (d.quantity != measure::Quantity::Length && d.quantity != measure::Quantity::Angle)
                    continue;
                if (number(s.piece, pattern, d.id) == 0 || !doesSomething(s.piece, pattern, d)) continue;
                if (std::none_of(a.handles.begin(), a.handles.end(),
                                 [&d](const Handle &h) { return h.setting == d.id; }))
                    without << QString::fromStdString(pattern.id + " " + d.id);
            }
        }
        QVERIFY2(without.isEmpty(), qPrintable(without.join(", ")));
    }
};

QTEST_APPLESS_MAIN(TestHandles)
#include "test_handles.moc"
