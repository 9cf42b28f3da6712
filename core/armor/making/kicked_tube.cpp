#include "core/armor/making/kicked_tube.h"

#include <cmath>

namespace hefty::armor {

double KickedTube::run() const {
    return out.norm() / std::tan(kick);
}

double KickedTube::bend(double width) const {
    return radius * std::tan(kick / 2) + width / 2;
}

BarPart &addKickedTube(Maker &maker, const KickedTube &t, const StockedBar &bar) {
    const Vec3 along = (t.to - t.from).normalized() * t.run();
    BarPart &tube = maker.bar(t.name, t.made, bar, t.from, t.to,
                              {{t.from + along + t.out, t.radius}, {t.to - along + t.out, t.radius}});
    Maker::cope(tube, false, {t.onto});
    Maker::cope(tube, true, {t.onto});
    return tube;
}

}  // namespace hefty::armor
