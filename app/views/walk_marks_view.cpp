#include <algorithm>
#include <cmath>

#include <QPainter>

#include "app/stops/measure/datum_places.h"
#include "app/stops/measure/walk_page.h"
#include "app/window/theme.h"
#include "app/window/today.h"
#include "app/window/worded.h"

/// The marks of the walk in its pictures, and the handles of the one that is chosen.
namespace hefty::app {
namespace {

using rig::MarkKind;
using rig::WalkEntry;
using rig::WalkView;

std::array<int, 2> axesOf(ViewSide side) {
    if (side == ViewSide::Side) return {0, 2};
    if (side == ViewSide::Above || side == ViewSide::Under) return {0, 1};
    return {1, 2};
}

/// Moves one coordinate of a mark; dragged by eye it is an estimate.
void moveMark(Session *session, const WalkEntry &e, int axis, bool low, bool high, double value,
              int gesture) {
    session->edit(
        WalkPage::tr("Place %1").arg(worded(e.mark.name)),
        [&](job::Job &job) {
            // Other coordinates are those of now, not of when the handle was made.
            Vec3 from = e.low, to = e.high;
            for (const WalkEntry &now : rig::walkAround(job.vehicle))
                if (now.mark.id == e.mark.id) {
                    from = now.low;
                    to = now.high;
                }
            if (low) from[axis] = value;
            if (high) to[axis] = value;
            const rig::Known known{gesture != 0 ? rig::Trust::Estimated : rig::Trust::Measured, today()};
            (void)rig::takeMark(job.vehicle, e.mark, from, to, known);
        },
        gesture);
}

constexpr std::array axisNames{"along", "across", "up"};

}  // namespace

std::vector<DragTarget> WalkPage::pointTargets(const WalkEntry &e, ViewSide side) const {
    std::vector<DragTarget> out;
    for (const int axis : axesOf(side)) {
        DragTarget t;
        t.id = QString::fromStdString(e.mark.id) + "." +
               QLatin1String(axisNames[static_cast<std::size_t>(axis)]);
        t.name = worded(e.mark.name);
        t.value = e.low[axis];
        t.direction = Vec3::Zero();
        t.direction[axis] = 1;
        t.known = e.taken;
        // The height at the point itself, from the floor; the others along the floor below it.
        Vec3 from = e.low, at = e.low;
        if (axis != 2 && (side == ViewSide::Side || axis == 1)) {
            from.z() = at.z() = -90;
            if (side == ViewSide::Above || side == ViewSide::Under) from.z() = at.z() = 0;
        }
        from[axis] = 0;
        if (axis == 0 && side != ViewSide::Side) at.y() = from.y() = e.low.y() + (e.low.y() < 0 ? -90 : 90);
        t.at = at;
        t.dimensionFrom = from;
        Session *session = m_session;
        t.set = [session, e, axis](double value, int gesture) {
            moveMark(session, e, axis, true, true, axis == 2 ? std::max(value, 0.0) : value, gesture);
        };
        out.push_back(std::move(t));
    }
    return out;
}

std::vector<DragTarget> WalkPage::boxTargets(const WalkEntry &e, ViewSide side) const {
    std::vector<DragTarget> out;
    constexpr double thinnest = 2;  // mm
    for (const int axis : axesOf(side))
        for (const bool high : {false, true}) {
            DragTarget t;
            t.id = QStringLiteral("%1.%2.%3")
                       .arg(QString::fromStdString(e.mark.id),
                            QLatin1String(axisNames[static_cast<std::size_t>(axis)]),
                            high ? QStringLiteral("to") : QStringLiteral("from"));
            t.name = worded(e.mark.name);
            t.value = (high ? e.high : e.low)[axis];
            t.direction = Vec3::Zero();
            t.direction[axis] = 1;
            t.known = e.taken;
            t.at = e.middle();
            t.at[axis] = t.value;
            const double stop = (high ? e.low : e.high)[axis];
            Session *session = m_session;
            t.set = [session, e, axis, high, stop](double value, int gesture) {
                const double v = high ? std::max(value, stop + thinnest) : std::min(value, stop - thinnest);
                moveMark(session, e, axis, !high, high, axis == 2 ? std::max(v, 0.0) : v, gesture);
            };
            out.push_back(std::move(t));
        }
    return out;
}

std::vector<DragTarget> WalkPage::targets(WalkView view) const {
    const WalkEntry *e = entry();
    if (!e || e->mark.view != view) return {};
    const ViewSide side = m_views[static_cast<std::size_t>(view)]->side();
    switch (e->mark.kind) {
        case MarkKind::Datum:
            for (const DatumPlace &p : datumPlaces(m_session->job().vehicle))
                if (e->mark.id == p.id && p.side == side) return {datumTarget(m_session, p)};
            return {};
        case MarkKind::Point:
            return pointTargets(*e, side);
        case MarkKind::Holes:
            return {};
        default:
            return boxTargets(*e, side);
    }
}

/// A filled mark is known, a half-filled one guessed at, an open red one missing.
void WalkPage::drawMarks(QPainter &p, WalkView view) const {
    const PlanView &picture = *m_views[static_cast<std::size_t>(view)];
    for (const WalkEntry &e : m_walk) {
        if (e.mark.view != view) continue;
        const QPointF at = picture.toScreen(placeOf(e));
        const bool sure = e.taken && e.known.trust == rig::Trust::Measured;
        const QColor ink = e.taken && e.known.trust != rig::Trust::Assumed ? colors().blue : colors().bad;
        const bool chosen = e.mark.id == m_chosen;
        if ((chosen || !e.taken) && (e.mark.kind == MarkKind::Box || e.mark.kind == MarkKind::Moving)) {
            p.setBrush(Qt::NoBrush);
            p.setPen(QPen(ink, chosen ? 1.6 : 1, Qt::DashLine));
            p.drawRect(QRectF(picture.toScreen(e.low), picture.toScreen(e.high)).normalized());
        }
        p.setPen(QPen(ink, 1.8));
        p.setBrush(sure ? ink : colors().paper);
        p.drawEllipse(at, 7, 7);
        if (e.taken && !sure) {
            p.setBrush(ink);
            p.drawPie(QRectF(at - QPointF(7, 7), QSizeF(14, 14)), 90 * 16, 180 * 16);
        }
        if (chosen) {
            p.setPen(QPen(colors().yellow, 3));
            p.setBrush(Qt::NoBrush);
            p.drawEllipse(at, 12, 12);
        }
    }
}

}  // namespace hefty::app
