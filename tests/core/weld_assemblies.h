#pragma once

#include <algorithm>
#include <string>
#include <utility>
#include <vector>

#include "core/armor/contact.h"
#include "tests/core/demo.h"

// Small assemblies of sheets and seams, put together by hand, for tests of welding.

namespace hefty::testing {

using shape::Polygon2;
using shape::Vec3;

inline armor::SheetPart sheet(const std::string &name, const armor::Axes &axes, Polygon2 outline,
                              double thickness = 6) {
    armor::SheetPart s;
    s.name = name;
    s.axes = axes;
    s.outline = std::move(outline);
    s.thickness = thickness;
    s.material = *shippedStock().material("S355");
    return s;
}

/// From the origin forward.
inline armor::BarPart straightTube(const std::string &name, const std::string &section, double length) {
    armor::BarPart b;
    b.name = name;
    b.section = *shippedStock().section(section);
    b.material = *shippedStock().material("S355");
    b.properties = stock::properties(b.section, b.material.density).value();
    b.to = {length, 0, 0};
    return b;
}

inline armor::Axes level(double z) {
    return {{0, 0, z}, Vec3::UnitX(), Vec3::UnitY(), Vec3::UnitZ()};
}
inline armor::Axes upright(double y) {
    return {{0, y, 0}, Vec3::UnitX(), Vec3::UnitZ(), -Vec3::UnitY()};
}
inline armor::Axes across(double x) {
    return {{x, 0, 0}, Vec3::UnitY(), Vec3::UnitZ(), Vec3::UnitX()};
}

inline armor::WeldJoint seam(const std::string &a, const std::string &b, std::vector<armor::WeldLine> lines) {
    armor::WeldJoint w;
    w.a = a;
    w.b = b;
    w.name = a + "~" + b;
    w.leg = 5;
    armor::Contact c;
    c.normal = Vec3::UnitZ();
    c.lines = std::move(lines);
    w.contacts.push_back(std::move(c));
    return w;
}

inline void finish(armor::Assembly &a) {
    for (const armor::SheetPart &s : a.sheets) {
        armor::Solid solid;
        solid.part = s.name;
        const Vec3 half = s.axes.z * (s.thickness / 2);
        shape::Polygon3 top, bottom;
        for (const shape::Vec2 &p : s.outline) {
            top.push_back(s.axes.toWorld(p) + half);
            bottom.push_back(s.axes.toWorld(p) - half);
        }
        for (std::size_t i = 0; i < top.size(); ++i) {
            const std::size_t j = (i + 1) % top.size();
            solid.faces.push_back({{bottom[i], bottom[j], top[j], top[i]}, {}});
        }
        std::reverse(bottom.begin(), bottom.end());
        solid.faces.push_back({top, {}});
        solid.faces.push_back({bottom, {}});
        a.solids.push_back(std::move(solid));
    }
}

}  // namespace hefty::testing
