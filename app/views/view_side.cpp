#include "app/views/view_side.h"

namespace hefty::app {

QPointF flatten(ViewSide side, const Vec3 &p) {
    switch (side) {
        case ViewSide::Side:
            return {-p.x(), -p.z()};
        case ViewSide::Top:
            return {p.y(), p.x()};
        case ViewSide::Above:
            return {-p.x(), p.y()};
        case ViewSide::Under:
            return {-p.x(), -p.y()};
        case ViewSide::Rear:
            return {-p.y(), -p.z()};
        case ViewSide::Front:
            break;
    }
    return {p.y(), -p.z()};
}

Vec3 sightOf(ViewSide side) {
    switch (side) {
        case ViewSide::Side:
            return Vec3::UnitY();
        case ViewSide::Top:
        case ViewSide::Above:
            return Vec3::UnitZ();
        case ViewSide::Under:
            return -Vec3::UnitZ();
        case ViewSide::Rear:
            return -Vec3::UnitX();
        case ViewSide::Front:
            break;
    }
    return Vec3::UnitX();
}

Vec3 unflatten(ViewSide side, const QPointF &w) {
    switch (side) {
        case ViewSide::Side:
            return {-w.x(), 0, -w.y()};
        case ViewSide::Top:
            return {w.y(), w.x(), 0};
        case ViewSide::Above:
            return {-w.x(), w.y(), 0};
        case ViewSide::Under:
            return {-w.x(), -w.y(), 0};
        case ViewSide::Rear:
            return {0, -w.x(), -w.y()};
        case ViewSide::Front:
            break;
    }
    return {0, w.x(), -w.y()};
}

}  // namespace hefty::app
