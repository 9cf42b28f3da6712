#include <QtTest>

#include <cmath>
#include <set>

#include "tests/core/every_pattern.h"

using namespace hefty;
using namespace hefty::armor;
using hefty::testing::everyPattern, hefty::testing::Standing;

namespace {

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
        QStringList untried;
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
                bool tried = false;
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
                    tried = true;
                    break;
                }
                if (!tried) untried << QString::fromStdString(name);
            }
        }
        QVERIFY2(looked > 200, qPrintable(QString::number(looked)));
        // no standoff is that short
        QCOMPARE(untried, QStringList{"upright-wheel-mount standoff side"});
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
