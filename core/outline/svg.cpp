#include <cctype>
#include <charconv>
#include <cmath>
#include <cstring>
#include <map>
#include <numbers>
#include <optional>

#include <fmt/format.h>
#include <Eigen/Geometry>
#include <pugixml.hpp>

#include "core/base/constants.h"
#include "core/outline/drawing.h"

namespace hefty::outline {
namespace {

using Transform = Eigen::Affine2d;

/// Numbers and letters of a path or a transform, one after another.
class Scanner {
  public:
    explicit Scanner(std::string_view text) : m_text(text) {}
    void skip() {
        while (m_at < m_text.size() &&
               (std::isspace(static_cast<unsigned char>(m_text[m_at])) || m_text[m_at] == ','))
            ++m_at;
    }
    [[nodiscard]] bool atEnd() {
        skip();
        return m_at >= m_text.size();
    }
    [[nodiscard]] bool letterNext() {
        skip();
        return m_at < m_text.size() && std::isalpha(static_cast<unsigned char>(m_text[m_at]));
    }
    char letter() { return m_text[m_at++]; }
    std::optional<double> number() {
        skip();
        std::size_t from = m_at;
        if (from < m_text.size() && m_text[from] == '+') ++from;
        double v = 0;
        const auto [end, error] = std::from_chars(m_text.data() + from, m_text.data() + m_text.size(), v);
        if (error != std::errc{} || !std::isfinite(v)) return std::nullopt;
        m_at = static_cast<std::size_t>(end - m_text.data());
        return v;
    }
    /// A flag of an arc may stand without a space before what follows.
    std::optional<bool> flag() {
        skip();
        if (m_at >= m_text.size() || (m_text[m_at] != '0' && m_text[m_at] != '1')) return std::nullopt;
        return m_text[m_at++] == '1';
    }
    [[nodiscard]] std::size_t place() const { return m_at; }

  private:
    std::string_view m_text;
    std::size_t m_at = 0;
};

/// Follows path data; curves become straight pieces.
class PathReader {
  public:
    PathReader(std::string_view data, double unit) : m_scan(data), m_fine(0.05 / std::max(unit, 1e-9)) {}

    /// Closed subpaths; nothing and a place if the data cannot be read.
    std::optional<std::vector<Loop>> run() {
        char command = 0;
        while (!m_scan.atEnd()) {
            if (m_scan.letterNext())
                command = m_scan.letter();
            else if (command == 'M')
                command = 'L';
            else if (command == 'm')
                command = 'l';
            else if (command == 'Z' || command == 'z')
                return std::nullopt;  // what follows a closing is a new command
            if (!step(command)) return std::nullopt;
        }
        finish(false);
        return std::move(m_loops);
    }
    [[nodiscard]] std::size_t place() const { return m_scan.place(); }

  private:
    std::optional<Vec2> point(bool relative) {
        const auto x = m_scan.number(), y = m_scan.number();
        if (!x || !y) return std::nullopt;
        return Vec2(*x, *y) + (relative ? m_at : Vec2(0, 0));
    }
    void lineTo(const Vec2 &p) {
        m_line.push_back({p, 0});
        m_at = p;
    }
    void finish(bool closed) {
        if (m_line.size() > 2) {
            const bool same = (m_line.front().at - m_line.back().at).norm() < m_fine;
            if (same) m_line.pop_back();
            if (closed || same) m_loops.push_back(m_line);
        }
        m_line.clear();
    }
    void cubic(const Vec2 &a, const Vec2 &b, const Vec2 &c) {
        const Vec2 from = m_at;
        const double bend = std::max((from - 2 * a + b).norm(), (a - 2 * b + c).norm()) * 6;
        const int pieces = std::clamp(static_cast<int>(std::ceil(std::sqrt(bend / (8 * m_fine)))), 1, 500);
        for (int i = 1; i <= pieces; ++i) {
            const double t = static_cast<double>(i) / pieces, s = 1 - t;
            lineTo(s * s * s * from + 3 * s * s * t * a + 3 * s * t * t * b + t * t * t * c);
        }
        m_handle = b;
    }
    /// An elliptical arc, as the SVG standard's implementation notes give it (F.6.5).
    void arc(double rx, double ry, double turn, bool large, bool sweep, const Vec2 &to) {
        if (rx == 0 || ry == 0 || (to - m_at).norm() == 0) return lineTo(to);
        const Eigen::Rotation2Dd rotation(radians(turn));
        const Vec2 half = rotation.inverse() * ((m_at - to) / 2);
        rx = std::abs(rx);
        ry = std::abs(ry);
        const double grow = std::sqrt(half.x() * half.x() / (rx * rx) + half.y() * half.y() / (ry * ry));
        if (grow > 1) {
            rx *= grow;
            ry *= grow;
        }
        const double a = rx * rx * half.y() * half.y() + ry * ry * half.x() * half.x();
        const double k = std::sqrt(std::max(0.0, (rx * rx * ry * ry - a) / a)) * (large == sweep ? -1 : 1);
        const Vec2 c(k * rx * half.y() / ry, -k * ry * half.x() / rx);
        const Vec2 center = rotation * c + (m_at + to) / 2;
        const auto angle = [&](const Vec2 &p) {
            return std::atan2((p.y() - c.y()) / ry, (p.x() - c.x()) / rx);
        };
        const double start = angle(half);
        double way = angle(-half) - start;
        if (sweep && way < 0) way += 2 * std::numbers::pi;
        if (!sweep && way > 0) way -= 2 * std::numbers::pi;
        const double step = 2 * std::acos(std::max(0.0, 1 - m_fine / std::max({rx, ry, 2 * m_fine})));
        const int pieces = std::clamp(static_cast<int>(std::ceil(std::abs(way) / step)), 2, 1000);
        for (int i = 1; i < pieces; ++i) {
            const double t = start + way * i / pieces;
            lineTo(center + rotation * Vec2(rx * std::cos(t), ry * std::sin(t)));
        }
        lineTo(to);
    }

    bool curve(char upper, bool relative) {
        std::optional<Vec2> a, b, c;
        const bool smooth = upper == 'S' || upper == 'T';
        const Vec2 mirrored = 2 * m_at - m_handle;
        const bool follows = std::strchr(upper == 'S' ? "CS" : "QT", m_last) != nullptr && m_last != 0;
        a = smooth ? std::optional(follows ? mirrored : m_at) : point(relative);
        if (upper == 'C' || upper == 'S') b = point(relative);
        c = point(relative);
        if (!a || !c) return false;
        if (upper == 'Q' || upper == 'T') {
            const Vec2 from = m_at, middle = *a;
            cubic(from + (middle - from) * 2 / 3, *c + (middle - *c) * 2 / 3, *c);
            m_handle = middle;
            return true;
        }
        if (!b) return false;
        cubic(*a, *b, *c);
        return true;
    }

    bool step(char command) {
        const bool relative = std::islower(static_cast<unsigned char>(command)) != 0;
        const char upper = static_cast<char>(std::toupper(static_cast<unsigned char>(command)));
        bool fine = true;
        switch (upper) {
            case 'M': {
                const auto p = point(relative);
                if (!p) return false;
                finish(false);
                m_line = {{*p, 0}};
                m_at = m_start = *p;
                break;
            }
            case 'L': {
                const auto p = point(relative);
                if (!p) return false;
                lineTo(*p);
                break;
            }
            case 'H':
            case 'V': {
                const auto v = m_scan.number();
                if (!v) return false;
                Vec2 p = m_at;
                (upper == 'H' ? p.x() : p.y()) = *v + (relative ? (upper == 'H' ? m_at.x() : m_at.y()) : 0);
                lineTo(p);
                break;
            }
            case 'C':
            case 'S':
            case 'Q':
            case 'T':
                fine = curve(upper, relative);
                break;
            case 'A': {
                const auto rx = m_scan.number(), ry = m_scan.number(), turn = m_scan.number();
                const auto large = m_scan.flag(), sweep = m_scan.flag();
                const auto p = point(relative);
                if (!rx || !ry || !turn || !large || !sweep || !p) return false;
                arc(*rx, *ry, *turn, *large, *sweep, *p);
                break;
            }
            case 'Z':
                finish(true);
                m_at = m_start;
                m_line = {{m_start, 0}};
                break;
            default:
                return false;
        }
        m_last = upper;
        return fine;
    }

    Scanner m_scan;
    double m_fine;
    Vec2 m_at = Vec2::Zero(), m_start = Vec2::Zero(), m_handle = Vec2::Zero();
    char m_last = 0;
    Loop m_line;
    std::vector<Loop> m_loops;
};

std::optional<Transform> readTransform(std::string_view text) {
    Transform out = Transform::Identity();
    std::size_t at = 0;
    while ((at = text.find_first_not_of(" ,\t\n\r", at)) != std::string_view::npos) {
        const std::size_t open = text.find('(', at), close = text.find(')', at);
        if (open == std::string_view::npos || close == std::string_view::npos || close < open)
            return std::nullopt;
        const std::string_view name = text.substr(at, open - at);
        Scanner scan(text.substr(open + 1, close - open - 1));
        std::vector<double> n;
        while (!scan.atEnd()) {
            const auto v = scan.number();
            if (!v) return std::nullopt;
            n.push_back(*v);
        }
        Transform t = Transform::Identity();
        if (name == "translate" && (n.size() == 1 || n.size() == 2)) {
            t.translation() = Vec2(n[0], n.size() == 2 ? n[1] : 0);
        } else if (name == "scale" && (n.size() == 1 || n.size() == 2)) {
            t.linear() = Vec2(n[0], n.size() == 2 ? n[1] : n[0]).asDiagonal();
        } else if (name == "rotate" && (n.size() == 1 || n.size() == 3)) {
            const Vec2 about = n.size() == 3 ? Vec2(n[1], n[2]) : Vec2(0, 0);
            t.linear() = Eigen::Rotation2Dd(radians(n[0])).toRotationMatrix();
            t.translation() = about - t.linear() * about;
        } else if (name == "matrix" && n.size() == 6) {
            t.linear() << n[0], n[2], n[1], n[3];
            t.translation() = Vec2(n[4], n[5]);
        } else {
            return std::nullopt;
        }
        out = out * t;
        at = close + 1;
    }
    return out;
}

/// "210mm" in mm; a bare number counts 96 to the inch.
std::optional<double> lengthOf(const char *text) {
    Scanner scan(text);
    const auto v = scan.number();
    if (!v) return std::nullopt;
    const std::string_view unit = std::string_view(text).substr(scan.place());
    if (unit == "mm") return *v;
    if (unit == "cm") return *v * 10;
    if (unit == "in") return *v * 25.4;
    if (unit == "pt") return *v * 25.4 / 72;
    if (unit.empty() || unit == "px") return *v * 25.4 / 96;
    return std::nullopt;
}

class SvgReader {
  public:
    explicit SvgReader(std::string name) : m_name(std::move(name)) {}

    Result<Drawing> run(const std::string &text) {
        pugi::xml_document document;
        const pugi::xml_parse_result parsed = document.load_buffer(text.data(), text.size());
        const pugi::xml_node svg = document.child("svg");
        if (!parsed || !svg)
            return fail(ProblemKind::BadInput,
                        parsed ? std::string("This is no SVG drawing.")
                               : fmt::format("The file is damaged at byte {}: {}.", parsed.offset,
                                             parsed.description()),
                        m_name, "Save the drawing as plain SVG.");
        // y goes down on the screen and up on the bench.
        Transform toBench = Transform::Identity();
        toBench.linear() = Vec2(1, -1).asDiagonal();
        m_unit = unitOf(svg);
        m_root = svg;
        toBench.linear() *= m_unit;
        m_out.unit = "mm";
        if (auto r = walk(svg, toBench); !r) return tl::unexpected(r.error());
        auto parts = partsOf(std::move(m_loops), m_name);
        if (!parts) return tl::unexpected(parts.error());
        m_out.parts = std::move(*parts);
        return std::move(m_out);
    }

  private:
    /// mm in one unit of the drawing.
    static double unitOf(const pugi::xml_node &svg) {
        const auto width = lengthOf(svg.attribute("width").as_string(""));
        Scanner box(svg.attribute("viewBox").as_string(""));
        (void)box.number();
        (void)box.number();
        const auto units = box.number();
        if (width && units && *units > 0 && *width > 0) return *width / *units;
        return 25.4 / 96;
    }

    Result<bool> walk(const pugi::xml_node &node, const Transform &outer) {
        for (const pugi::xml_node &child : node.children()) {
            const std::string_view kind = child.name();
            if (kind == "defs" || kind == "clipPath" || kind == "mask") continue;
            const auto own = readTransform(child.attribute("transform").as_string(""));
            if (!own) return bad(child, "transform");
            const Transform t = outer * *own;
            if (kind == "use") {
                if (auto r = use(child, t); !r) return r;
                continue;
            }
            if (kind == "text" || kind == "image" || kind == "line" || kind == "polyline" ||
                kind == "foreignObject")
                m_out.left.push_back({std::string(kind), kind == "line" || kind == "polyline"
                                                             ? "it does not close"
                                                             : "it is no outline"});
            if (auto r = shape(child, kind, t); !r) return r;
            if (auto r = walk(child, t); !r) return r;
        }
        return true;
    }

    /// What a `use` shows once more, moved by its x and y.
    Result<bool> use(const pugi::xml_node &node, const Transform &t) {
        std::string to = node.attribute("href").as_string("");
        if (to.empty()) to = node.attribute("xlink:href").as_string("");
        const pugi::xml_node shown = to.starts_with("#") ? m_root.find_node([&](const pugi::xml_node &n) {
            return to.substr(1) == n.attribute("id").value();
        })
                                                         : pugi::xml_node();
        constexpr int deepest = 12;
        if (!shown || m_depth >= deepest) {
            m_out.left.push_back({"use", !shown ? "what it shows, \"" + to + "\", is not in the file"
                                                : "what it shows, \"" + to + "\", shows itself"});
            return true;
        }
        Transform moved = t;
        moved.translate(Vec2(node.attribute("x").as_double(0), node.attribute("y").as_double(0)));
        const auto own = readTransform(shown.attribute("transform").as_string(""));
        if (!own) return bad(shown, "transform");
        ++m_depth;
        auto r = shape(shown, shown.name(), moved * *own);
        if (r) r = walk(shown, moved * *own);
        --m_depth;
        return r;
    }

    tl::unexpected<Problem> bad(const pugi::xml_node &node, const char *what) const {
        return fail(ProblemKind::BadInput, fmt::format("The {} of a {} cannot be read.", what, node.name()),
                    fmt::format("{}, {} \"{}\"", m_name, node.name(), node.attribute("id").as_string("")),
                    "Save the drawing as plain SVG, paths instead of objects.");
    }

    void add(Loop loop, const Transform &t) {
        for (Corner &c : loop) c.at = t * c.at;
        m_loops.push_back(std::move(loop));
    }

    Result<bool> shape(const pugi::xml_node &n, std::string_view kind, const Transform &t) {
        const auto v = [&n](const char *key) { return n.attribute(key).as_double(0); };
        if (kind == "path" || kind == "polygon") {
            const std::string data = kind == "path"
                                         ? n.attribute("d").as_string("")
                                         : fmt::format("M {} Z", n.attribute("points").as_string(""));
            PathReader reader(data, m_unit);
            auto loops = reader.run();
            if (!loops) return bad(n, kind == "path" ? "path" : "points");
            for (Loop &l : *loops) add(std::move(l), t);
        } else if (kind == "rect") {
            const double x = v("x"), y = v("y"), w = v("width"), h = v("height");
            if (w > 0 && h > 0)
                add({{Vec2(x, y), 0}, {Vec2(x + w, y), 0}, {Vec2(x + w, y + h), 0}, {Vec2(x, y + h), 0}}, t);
        } else if (kind == "circle" || kind == "ellipse") {
            const double rx = kind == "circle" ? v("r") : v("rx"), ry = kind == "circle" ? v("r") : v("ry");
            if (!(rx > 0 && ry > 0)) return true;
            const Vec2 center(v("cx"), v("cy"));
            // Turned, moved and scaled alike, a circle stays one.
            const Eigen::Matrix2d m = t.linear();
            const bool alike = std::abs(m.col(0).norm() - m.col(1).norm()) < 1e-9 * m.norm() &&
                               std::abs(m.col(0).dot(m.col(1))) < 1e-9 * m.squaredNorm();
            if (rx == ry && alike) {
                m_loops.push_back(circle(t * center, 2 * rx * m.col(0).norm()));
                return true;
            }
            PathReader reader(fmt::format("M {} {} a {} {} 0 1 0 {} 0 a {} {} 0 1 0 {} 0 Z", center.x() - rx,
                                          center.y(), rx, ry, 2 * rx, rx, ry, -2 * rx),
                              m_unit);
            auto loops = reader.run();
            if (loops)
                for (Loop &l : *loops) add(std::move(l), t);
        }
        return true;
    }

    std::string m_name;
    double m_unit = 1;
    pugi::xml_node m_root;
    int m_depth = 0;
    Drawing m_out;
    std::vector<Loop> m_loops;
};

}  // namespace

Result<Drawing> readSvgDrawing(const std::string &text, const std::string &name) {
    return SvgReader(name).run(text);
}

Result<Outline> readSvg(const std::string &text, const std::string &name) {
    auto drawing = readSvgDrawing(text, name);
    if (!drawing) return tl::unexpected(drawing.error());
    return tidied(std::move(drawing->parts.front()));
}

}  // namespace hefty::outline
