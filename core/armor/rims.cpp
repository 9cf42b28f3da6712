#include "core/armor/rims.h"

#include <algorithm>
#include <cmath>

#include "core/armor/contact.h"
#include "core/armor/flat.h"

namespace hefty::armor {
namespace {

/// The ring of a bar's end as it is cut, and the way out of the bar there.
struct EndRing {
    Polygon3 ring;
    Vec3 outward;
    bool trimmed = false;
};

EndRing ringOf(const BarPart &bar, bool atTo) {
    const auto spans = bar.spans();
    const Span &s = atTo ? spans.back() : spans.front();
    const Axes a = s.axesAt(atTo ? s.length : 0);
    const EndTrim &trim = atTo ? bar.trimTo : bar.trimFrom;
    const Vec3 &cut = atTo ? bar.cutTo : bar.cutFrom;
    EndRing out;
    out.outward = atTo ? a.x : Vec3(-a.x);
    out.trimmed = trim.cut();
    const Polygon2 fibres = parts::fibresOf(bar);
    for (std::size_t i = 0; i < fibres.size(); ++i) {
        Vec3 p = a.origin + a.y * fibres[i].x() + a.z * fibres[i].y();
        if (trim.cut())
            p -= out.outward * trim.reach[i];
        else if (cut.squaredNorm() > 0)
            p -= a.x * ((p - a.origin).dot(cut) / a.x.dot(cut));
        out.ring.push_back(p);
    }
    return out;
}

/// The stretches of a ring whose corners lie on something.
template <class On>
std::optional<Contact> aroundWhere(const EndRing &end, const On &on) {
    Contact contact;
    contact.kind = SeamKind::Around;
    const std::size_t n = end.ring.size();
    std::vector<bool> lies(n);
    for (std::size_t i = 0; i < n; ++i) lies[i] = on(end.ring[i]);
    double length = 0;
    for (std::size_t i = 0; i < n; ++i) {
        const std::size_t j = (i + 1) % n;
        if (!lies[i] || !lies[j]) continue;
        contact.lines.push_back({end.ring[i], end.ring[j]});
        contact.patch.push_back(end.ring[i]);
        const double step = (end.ring[j] - end.ring[i]).norm();
        contact.center += (end.ring[i] + end.ring[j]) / 2 * step;
        length += step;
    }
    if (length < leastLine || contact.patch.size() < 3) return std::nullopt;
    contact.center /= length;
    contact.normal = -end.outward;
    contact.area = shape::newellNormal(contact.patch).norm() / 2;
    return contact;
}

/// The way out of the wall of a bar that a place lies on.
Vec3 wallNormal(const BarPart &bar, const Axes &axes, const Vec3 &at) {
    const Vec3 local = axes.toLocal(at);
    const Vec3 out = axes.y * local.y() + axes.z * local.z();
    if (bar.round()) return out.norm() > 0 ? Vec3(out.normalized()) : axes.z;
    const double y = std::abs(local.y()) / bar.section.width, z = std::abs(local.z()) / bar.section.height;
    return y > z ? Vec3(axes.y * (local.y() > 0 ? 1 : -1)) : Vec3(axes.z * (local.z() > 0 ? 1 : -1));
}

/// Ends of a straight piece between the parameters at which a condition holds, found by steps and halving.
template <class Holds>
std::vector<std::pair<double, double>> stretchesWhere(double length, double step, const Holds &holds) {
    std::vector<std::pair<double, double>> out;
    const int parts = std::max(1, static_cast<int>(std::ceil(length / step)));
    const auto turn = [&](double from, double to, bool was) {
        for (int i = 0; i < 30; ++i) {
            const double middle = (from + to) / 2;
            (holds(middle) == was ? from : to) = middle;
        }
        return (from + to) / 2;
    };
    bool in = holds(0);
    double began = 0;
    for (int i = 1; i <= parts; ++i) {
        const double a = length * (i - 1) / parts, b = length * i / parts;
        const bool now = holds(b);
        if (now != in) {
            const double at = turn(a, b, in);
            if (in) out.emplace_back(began, at);
            began = at;
            in = now;
        }
    }
    if (in) out.emplace_back(began, length);
    return out;
}

}  // namespace

std::vector<Contact> endsOn(const BarPart &bar, const BarPart &other) {
    std::vector<Contact> out;
    const auto spans = other.spans();
    const double length = other.length();
    const double near = std::max(bar.section.height, bar.section.width);
    for (const bool atTo : {false, true}) {
        // An end further away than its own size lies on nothing of the other; a cut one ends short of its
        // path.
        const double cut = (atTo ? bar.trimTo : bar.trimFrom).mean;
        const Vec3 last =
            cut == 0 ? (atTo ? bar.to : bar.from) : bar.axesAt(atTo ? bar.length() - cut : cut).origin;
        if (parts::outside(other, spans, last) > near) continue;
        const EndRing end = ringOf(bar, atTo);
        auto contact = aroundWhere(end, [&](const Vec3 &p) {
            const parts::OnCourse on = parts::nearestOn(spans, p, true);
            return on.station > -contactTolerance && on.station < length + contactTolerance &&
                   std::abs(parts::outside(other, spans, p)) < contactTolerance;
        });
        if (!contact) continue;
        // A bar that runs alongside touches with its ring too; it is welded along, not around.
        const parts::OnCourse on = parts::nearestOn(spans, contact->center, true);
        constexpr double alongside = 0.97;
        if (std::abs(end.outward.dot(on.axes.x)) > alongside) continue;
        contact->normal = wallNormal(other, on.axes, contact->center);
        out.push_back(std::move(*contact));
    }
    return out;
}

std::vector<Contact> endsOn(const BarPart &bar, const SheetPart &other) {
    std::vector<Contact> out;
    for (const bool atTo : {false, true}) {
        const EndRing end = ringOf(bar, atTo);
        if (!end.trimmed) continue;  // a flat end lies on a face: touching() finds it
        auto contact = aroundWhere(end, [&](const Vec3 &p) {
            return std::abs(std::abs(other.axes.toLocal(p).z()) - other.thickness / 2) < contactTolerance &&
                   std::abs(parts::outside(other, p)) < contactTolerance;
        });
        if (contact) out.push_back(std::move(*contact));
    }
    return out;
}

std::vector<Contact> edgesOn(const SheetPart &sheet, const BarPart &bar) {
    std::vector<Contact> out;
    constexpr double step = 4;  // mm
    const auto spans = bar.spans();
    const double barLength = bar.length();
    const Vec3 half = sheet.axes.z * (sheet.thickness / 2);
    for (std::size_t i = 0; i < sheet.outline.size(); ++i) {
        const Vec3 a = sheet.axes.toWorld(sheet.outline[i]);
        const Vec3 b = sheet.axes.toWorld(sheet.outline[(i + 1) % sheet.outline.size()]);
        const double length = (b - a).norm();
        if (!(length > 0)) continue;
        const Vec3 along = (b - a) / length;
        Contact contact;
        for (const double face : {-1.0, 1.0})
            for (const auto &[from, to] : stretchesWhere(length, step, [&](double t) {
                     const Vec3 p = a + along * t + half * face;
                     const parts::OnCourse on = parts::nearestOn(spans, p, true);
                     return on.station > 0 && on.station < barLength &&
                            std::abs(parts::outside(bar, spans, p)) < contactTolerance;
                 }))
                if (to - from > leastLine)
                    contact.lines.push_back({a + along * from + half * face, a + along * to + half * face});
        if (contact.lines.empty()) continue;
        double sum = 0;
        for (const WeldLine &l : contact.lines) {
            contact.center += (l.from + l.to) / 2 * (l.to - l.from).norm();
            sum += (l.to - l.from).norm();
        }
        contact.center /= sum;
        const WeldLine &l = contact.lines.front();
        const Vec3 up = contact.lines.size() > 1 ? Vec3(half * 2) : half;
        contact.patch = {l.from, l.to, l.to + up, l.from + up};
        contact.area = (l.to - l.from).norm() * sheet.thickness;
        const parts::OnCourse on = parts::nearestOn(spans, contact.center, true);
        const Vec3 outward = contact.center - on.axes.origin;
        contact.normal = outward.norm() > 0 ? Vec3(outward.normalized()) : on.axes.z;
        out.push_back(std::move(contact));
    }
    return out;
}

std::vector<Contact> liesOn(const BarPart &bar, const SheetPart &sheet) {
    std::vector<Contact> out;
    if (!bar.round()) return out;
    constexpr double step = 4, level = 0.01, beside = 0.5;  // mm; sine; of the radius
    const double radius = bar.section.height / 2;
    for (const parts::Span &span : bar.spans()) {
        if (!span.straight() || std::abs(span.along.dot(sheet.axes.z)) > level) continue;
        const double away = sheet.axes.toLocal(span.from).z(), side = away > 0 ? 1 : -1;
        const Vec3 normal = sheet.axes.z * side;
        const auto under = [&](double t) -> Vec3 { return span.from + span.along * t - normal * radius; };
        const auto touches = [&](double t) {
            const Vec3 local = sheet.axes.toLocal(under(t));
            return std::abs(local.z() * side - sheet.thickness / 2) < contactTolerance &&
                   sheet.covers(local.head<2>());
        };
        for (const auto &[from, to] : stretchesWhere(span.length, step, touches)) {
            if (to - from <= leastLine) continue;
            const Vec3 a = under(from), b = under(to), wide = normal.cross(span.along) * (beside * radius);
            Contact contact;
            contact.kind = SeamKind::Flare;
            contact.lines = {{a + wide, b + wide}, {a - wide, b - wide}};
            contact.patch = {a - wide, b - wide, b + wide, a + wide};
            contact.normal = normal;
            contact.center = (a + b) / 2;
            contact.area = (to - from) * 2 * beside * radius;
            out.push_back(std::move(contact));
        }
    }
    return out;
}

}  // namespace hefty::armor
