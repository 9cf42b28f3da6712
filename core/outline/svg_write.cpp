#include <cmath>
#include <map>
#include <numbers>

#include <fmt/format.h>

#include "core/outline/drawing.h"

namespace hefty::outline {

std::string xmlText(const std::string &text) {
    std::string out;
    for (const char c : text) {
        if (c == '<')
            out += "&lt;";
        else if (c == '>')
            out += "&gt;";
        else if (c == '&')
            out += "&amp;";
        else
            out += c;
    }
    return out;
}

std::string writeSvg(const Outline &outline) {
    return writeSvg(std::vector<Outline>{outline});
}

namespace {

/// Marks and texts in groups by their layers. @param turned  a place of the drawing on the page
template <class Turn>
std::string groupsOf(const std::vector<MarkLine> &marks, const std::vector<MarkText> &texts,
                     const Turn &turned) {
    std::map<std::string, std::string> layers;
    for (const MarkLine &m : marks) {
        const Vec2 a = turned(m.from), b = turned(m.to);
        layers[m.layer] += fmt::format("<line x1=\"{:.4f}\" y1=\"{:.4f}\" x2=\"{:.4f}\" y2=\"{:.4f}\"/>\n",
                                       a.x(), a.y(), b.x(), b.y());
    }
    for (const MarkText &t : texts) {
        const Vec2 a = turned(t.at);
        layers[t.layer] += fmt::format(
            "<text x=\"{:.4f}\" y=\"{:.4f}\" font-size=\"{:.1f}\" fill=\"purple\" "
            "stroke=\"none\">{}</text>\n",
            a.x(), a.y(), t.height, xmlText(t.text));
    }
    std::string out;
    for (const auto &[layer, lines] : layers)
        out += fmt::format("<g id=\"{}\" fill=\"none\" stroke=\"{}\" stroke-width=\"0.2\">\n{}</g>\n", layer,
                           layer == "bend"      ? "green"
                           : layer == "engrave" ? "purple"
                                                : "blue",
                           lines);
    return out;
}

}  // namespace

std::string writeSvg(const std::vector<Outline> &parts, const std::vector<MarkLine> &marks,
                     const std::vector<MarkText> &texts) {
    Vec2 low = Vec2::Zero(), high = Vec2::Zero();
    for (std::size_t i = 0; i < parts.size(); ++i) {
        const auto [a, b] = bounds(parts[i]);
        low = i == 0 ? a : Vec2(low.cwiseMin(a));
        high = i == 0 ? b : Vec2(high.cwiseMax(b));
    }
    const double w = high.x() - low.x(), h = high.y() - low.y();
    std::string d;
    const auto add = [&](const Loop &loop) {
        for (std::size_t i = 0; i < loop.size(); ++i) {
            const Vec2 p = loop[i].at - low;
            if (i == 0) d += fmt::format("M {:.4f} {:.4f} ", p.x(), h - p.y());
            const Corner &to = loop[(i + 1) % loop.size()];
            const Vec2 q = to.at - low;
            if (loop[i].bulge == 0) {
                d += fmt::format("L {:.4f} {:.4f} ", q.x(), h - q.y());
                continue;
            }
            const double sweep = 4 * std::atan(loop[i].bulge);
            const double radius = (to.at - loop[i].at).norm() / 2 / std::abs(std::sin(sweep / 2));
            d += fmt::format("A {:.4f} {:.4f} 0 {} {} {:.4f} {:.4f} ", radius, radius,
                             std::abs(sweep) > std::numbers::pi ? 1 : 0, sweep > 0 ? 0 : 1, q.x(), h - q.y());
        }
        d += "Z ";
    };
    for (const Outline &part : parts) {
        add(part.outer);
        for (const Loop &l : part.holes) add(l);
    }
    return fmt::format(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{0:.4f}mm\" height=\"{1:.4f}mm\" viewBox=\"0 0 "
        "{0:.4f} "
        "{1:.4f}\">\n<path fill=\"none\" stroke=\"black\" stroke-width=\"0.2\" d=\"{2}\"/>\n{3}</svg>\n",
        w, h, d,
        groupsOf(marks, texts, [&](const Vec2 &p) { return Vec2(p.x() - low.x(), high.y() - p.y()); }));
}

}  // namespace hefty::outline
