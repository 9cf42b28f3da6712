#include "core/outline/photo.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include <fmt/format.h>
#include <Eigen/Dense>
#include <opencv2/imgproc.hpp>

namespace hefty::outline {
namespace {

using Line = std::vector<cv::Point>;

struct Mark {
    cv::Point2d center;
    double size = 0;
    int dots = 0;
};

cv::Point2d diagonalsMeet(const std::vector<cv::Point2f> &q) {
    const cv::Point2d a = q[0], b = q[2], c = q[1], d = q[3];
    const cv::Point2d r = b - a, s = d - c;
    const double t = (c - a).cross(s) / r.cross(s);
    return a + r * t;
}

/// The corners of a mark to a fraction of a pixel: lines are fitted to the points of its border between the
/// coarse corners.
bool fineQuad(const Line &border, const Line &coarse, std::vector<cv::Point2f> &out) {
    std::array<cv::Vec4f, 4> lines;
    for (std::size_t i = 0; i < 4; ++i) {
        const cv::Point2d a = coarse[i], b = coarse[(i + 1) % 4];
        const cv::Point2d along = (b - a) / cv::norm(b - a);
        std::vector<cv::Point2f> near;
        for (const cv::Point &p : border) {
            const cv::Point2d v = cv::Point2d(p) - a;
            const double t = v.dot(along) / cv::norm(b - a);
            if (t > 0.12 && t < 0.88 && std::abs(v.cross(along)) < 3) near.emplace_back(p);
        }
        if (near.size() < 4) return false;
        cv::fitLine(near, lines[i], cv::DIST_L2, 0, 0.01, 0.01);
    }
    for (std::size_t i = 0; i < 4; ++i) {
        const cv::Vec4f &l = lines[(i + 3) % 4], &m = lines[i];
        const cv::Point2d d(l[0], l[1]), p(l[2], l[3]), e(m[0], m[1]), q(m[2], m[3]);
        const double det = d.cross(e);
        if (std::abs(det) < 1e-6) return false;
        out.emplace_back(p + d * ((q - p).cross(e) / det));
    }
    return true;
}

/// Marks: a dark square with a light square in it and one or two dark dots in that.
std::vector<Mark> findMarks(const cv::Mat &dark) {
    std::vector<Line> lines;
    std::vector<cv::Vec4i> tree;
    cv::findContours(dark, lines, tree, cv::RETR_TREE, cv::CHAIN_APPROX_NONE);
    std::vector<Mark> out;
    for (std::size_t i = 0; i < lines.size(); ++i) {
        const double size = cv::contourArea(lines[i]);
        if (size < 300) continue;
        Line quad;
        cv::approxPolyDP(lines[i], quad, 0.06 * cv::arcLength(lines[i], true), true);
        if (quad.size() != 4 || !cv::isContourConvex(quad)) continue;
        const int light = tree[i][2];
        if (light < 0 || tree[static_cast<std::size_t>(light)][0] >= 0)
            continue;  // one light square, no more
        const double inner = cv::contourArea(lines[static_cast<std::size_t>(light)]);
        if (inner < 0.25 * size || inner > 0.75 * size) continue;
        int dots = 0;
        for (int d = tree[static_cast<std::size_t>(light)][2]; d >= 0;
             d = tree[static_cast<std::size_t>(d)][0])
            if (cv::contourArea(lines[static_cast<std::size_t>(d)]) > 0.01 * size) ++dots;
        if (dots != 1 && dots != 2) continue;
        std::vector<cv::Point2f> fine;
        if (!fineQuad(lines[i], quad, fine)) continue;
        out.push_back({diagonalsMeet(fine), std::sqrt(size), dots});
    }
    return out;
}

/// The four marks in the order lower left, lower right, upper right, upper left of the sheet.
Result<std::array<cv::Point2f, 4>> orderMarks(std::vector<Mark> marks) {
    const auto corner = std::count_if(marks.begin(), marks.end(), [](const Mark &m) { return m.dots == 2; });
    if (marks.size() != 4 || corner != 1)
        return fail(ProblemKind::BadInput,
                    fmt::format("{} of the 4 marks of the sheet were found{}.", marks.size(),
                                marks.size() == 4 ? ", but not the one with two dots" : ""),
                    "picture",
                    "Photograph the whole sheet, flat and evenly lit, with nothing over its marks.");
    cv::Point2d middle(0, 0);
    for (const Mark &m : marks) middle += m.center / 4;
    // Rows count downward in a picture: counterclockwise on the sheet is a falling angle here.
    std::sort(marks.begin(), marks.end(), [&](const Mark &a, const Mark &b) {
        return std::atan2(a.center.y - middle.y, a.center.x - middle.x) >
               std::atan2(b.center.y - middle.y, b.center.x - middle.x);
    });
    const auto first = std::find_if(marks.begin(), marks.end(), [](const Mark &m) { return m.dots == 2; });
    std::rotate(marks.begin(), first, marks.end());
    std::array<cv::Point2f, 4> out;
    for (std::size_t i = 0; i < 4; ++i) out[i] = marks[i].center;
    return out;
}

/// Circle through points by least squares (Kasa): center and radius.
bool fitCircle(const std::vector<Vec2> &p, std::size_t from, std::size_t to, Vec2 &center, double &radius) {
    Eigen::Matrix3d a = Eigen::Matrix3d::Zero();
    Eigen::Vector3d b = Eigen::Vector3d::Zero();
    const Vec2 origin = p[from % p.size()];
    for (std::size_t i = from; i <= to; ++i) {
        const Vec2 q = p[i % p.size()] - origin;
        const Eigen::Vector3d row(q.x(), q.y(), 1);
        a += row * row.transpose();
        b += row * q.squaredNorm();
    }
    if (std::abs(a.determinant()) < 1e-9) return false;
    const Eigen::Vector3d s = a.inverse() * b;
    center = Vec2(s(0) / 2, s(1) / 2);
    radius = std::sqrt(std::max(0.0, s(2) + center.squaredNorm()));
    center += origin;
    return radius > 0;
}

double strayFromChord(const std::vector<Vec2> &p, std::size_t from, std::size_t to) {
    const Vec2 a = p[from % p.size()], d = p[to % p.size()] - a;
    const double length = d.norm();
    double worst = 0;
    for (std::size_t i = from + 1; i < to; ++i) {
        const Vec2 v = p[i % p.size()] - a;
        worst = std::max(worst, length > 1e-9 ? std::abs(v.x() * d.y() - v.y() * d.x()) / length : v.norm());
    }
    return worst;
}

/// The arc through both ends that fits best between them, if it stays within the tolerance.
bool arcFits(const std::vector<Vec2> &p, std::size_t from, std::size_t to, double tolerance, double &bulge) {
    if (to < from + 8) return false;
    Vec2 center;
    double radius = 0;
    if (!fitCircle(p, from, to, center, radius)) return false;
    double sweep = 0;
    for (std::size_t i = from; i < to; ++i) {
        const Vec2 a = p[i % p.size()] - center, b = p[(i + 1) % p.size()] - center;
        sweep += std::atan2(a.x() * b.y() - a.y() * b.x(), a.dot(b));
    }
    for (std::size_t i = from; i <= to; ++i)
        if (std::abs((p[i % p.size()] - center).norm() - radius) > tolerance) return false;
    const double most = 1.5 * std::numbers::pi;
    if (std::abs(sweep) > most || std::abs(sweep) < 0.15) return false;
    // Through both ends and the rise between them: the ends may lie a little off the circle that fits.
    const Vec2 a = p[from % p.size()], chord = p[to % p.size()] - a;
    double rise = 0;
    for (std::size_t i = from + 1; i < to; ++i) {
        const Vec2 v = p[i % p.size()] - a;
        const double off = (v.x() * chord.y() - v.y() * chord.x()) / chord.norm();
        if (std::abs(off) > std::abs(rise)) rise = off;
    }
    bulge = 2 * rise / chord.norm();
    return chord.norm() > 1;
}

/// The farthest point that a test still holds for, by doubling and halving.
template <class Holds>
std::size_t furthestThatHolds(std::size_t from, std::size_t last, Holds holds) {
    std::size_t good = from + 1, step = 1;
    while (good < last) {
        const std::size_t next = std::min(last, good + step);
        if (!holds(next)) break;
        good = next;
        step *= 2;
    }
    for (; step > 0; step /= 2)
        while (good + step <= last && holds(good + step)) good += step;
    return good;
}

/// Where two neighboring straight edges meet is better known than where the trace turned.
void sharpen(Loop &loop, const std::vector<std::pair<Vec2, Vec2>> &lines, double tolerance) {
    for (std::size_t i = 0; i < loop.size(); ++i) {
        const std::size_t before = (i + loop.size() - 1) % loop.size();
        const auto &[p, d] = lines[before];
        const auto &[q, e] = lines[i];
        if (d.isZero() || e.isZero()) continue;
        const double det = d.x() * e.y() - d.y() * e.x();
        if (std::abs(det) < 0.1) continue;
        const Vec2 v = q - p;
        const Vec2 at = p + d * ((v.x() * e.y() - v.y() * e.x()) / det);
        if ((at - loop[i].at).norm() < 4 * tolerance) loop[i].at = at;
    }
}

/// The line through the points between two corners by least squares: a point and a direction.
std::pair<Vec2, Vec2> fitLine(const std::vector<Vec2> &p, std::size_t from, std::size_t to) {
    if (to < from + 6) return {p[from % p.size()], Vec2(0, 0)};
    const std::size_t trim = (to - from) / 10;
    Vec2 middle = Vec2::Zero();
    double n = 0;
    for (std::size_t i = from + trim; i <= to - trim; ++i, ++n) middle += p[i % p.size()];
    middle /= n;
    Eigen::Matrix2d c = Eigen::Matrix2d::Zero();
    for (std::size_t i = from + trim; i <= to - trim; ++i) {
        const Vec2 v = p[i % p.size()] - middle;
        c += v * v.transpose();
    }
    const Eigen::SelfAdjointEigenSolver<Eigen::Matrix2d> s(c);
    return {middle, s.eigenvectors().col(1)};
}

/// Where to begin, so that no edge is cut in two: the point that turns most.
std::size_t sharpest(const std::vector<Vec2> &p) {
    const std::size_t n = p.size(), reach = std::max<std::size_t>(3, n / 60);
    std::size_t best = 0;
    double most = -1;
    for (std::size_t i = 0; i < n; ++i) {
        const Vec2 a = p[i] - p[(i + n - reach) % n], b = p[(i + reach) % n] - p[i];
        const double turn = std::abs(std::atan2(a.x() * b.y() - a.y() * b.x(), a.dot(b)));
        if (turn > most) {
            most = turn;
            best = i;
        }
    }
    return best;
}

cv::Mat flattenedSheet(const cv::Mat &gray, const std::array<cv::Point2f, 4> &marks, const Sheet &s,
                       double perMm) {
    const double border = Sheet::mark;
    const auto at = [&](double x, double y) {
        return cv::Point2f(static_cast<float>((x + border) * perMm),
                           static_cast<float>((s.height - y + border) * perMm));
    };
    const std::array<cv::Point2f, 4> to{at(0, 0), at(s.width, 0), at(s.width, s.height), at(0, s.height)};
    const cv::Mat turn = cv::getPerspectiveTransform(marks.data(), to.data());
    cv::Mat out;
    cv::warpPerspective(gray, out, turn,
                        cv::Size(static_cast<int>((s.width + 2 * border) * perMm),
                                 static_cast<int>((s.height + 2 * border) * perMm)),
                        cv::INTER_LINEAR, cv::BORDER_REPLICATE);
    return out;
}

Vec2 onSheet(const cv::Point2d &p, const Sheet &s, double perMm) {
    // A pixel's place is that of its middle.
    return {p.x / perMm - Sheet::mark, s.height - (p.y / perMm - Sheet::mark)};
}

void checkScale(const cv::Mat &flat, const Sheet &s, double perMm, Traced &out) {
    const std::array<Vec2, 4> dots{Vec2(s.width / 2, 0), Vec2(s.width, s.height / 2),
                                   Vec2(s.width / 2, s.height), Vec2(0, s.height / 2)};
    std::array<std::optional<Vec2>, 4> found;
    for (std::size_t i = 0; i < 4; ++i) {
        const cv::Point middle(static_cast<int>((dots[i].x() + Sheet::mark) * perMm),
                               static_cast<int>((s.height - dots[i].y() + Sheet::mark) * perMm));
        const int half = static_cast<int>(Sheet::checkDot * perMm);
        const cv::Rect window = cv::Rect(middle.x - half, middle.y - half, 2 * half, 2 * half) &
                                cv::Rect(0, 0, flat.cols, flat.rows);
        cv::Mat dark;
        cv::threshold(flat(window), dark, 0, 255, cv::THRESH_BINARY_INV | cv::THRESH_OTSU);
        const cv::Moments m = cv::moments(dark, true);
        const double wanted = std::numbers::pi / 4 * Sheet::checkDot * Sheet::checkDot * perMm * perMm;
        if (m.m00 < 0.6 * wanted || m.m00 > 1.5 * wanted) continue;
        found[i] = onSheet({window.x + m.m10 / m.m00, window.y + m.m01 / m.m00}, s, perMm);
        out.checkError = std::max(out.checkError, (*found[i] - dots[i]).norm());
        ++out.checkDots;
    }
    for (const auto &[a, b] : {std::pair{0, 2}, {1, 3}}) {
        const auto i = static_cast<std::size_t>(a), j = static_cast<std::size_t>(b);
        if (!found[i] || !found[j]) continue;
        const double is = (*found[i] - *found[j]).norm(), should = (dots[i] - dots[j]).norm();
        out.scaleError = std::max(out.scaleError, std::abs(is / should - 1));
    }
}

/// Marks and check dots painted over with the paper's own shade, so that only the template is left.
void wipe(cv::Mat &flat, const Sheet &s, double perMm) {
    std::vector<uchar> border;
    for (int x = 0; x < flat.cols; x += 7)
        for (const double y : {Sheet::mark * perMm * 1.9, flat.rows - Sheet::mark * perMm * 1.9})
            border.push_back(flat.at<uchar>(static_cast<int>(y), x));
    std::nth_element(border.begin(), border.begin() + static_cast<long>(border.size() / 2), border.end());
    const double paper = border[border.size() / 2];
    const auto paint = [&](double x, double y, double half) {
        const cv::Point2d m((x + Sheet::mark) * perMm, (s.height - y + Sheet::mark) * perMm);
        cv::rectangle(flat, m - cv::Point2d(half, half) * perMm, m + cv::Point2d(half, half) * perMm, paper,
                      cv::FILLED);
    };
    for (const double x : {0.0, s.width / 2, s.width})
        for (const double y : {0.0, s.height / 2, s.height})
            if (x != s.width / 2 || y != s.height / 2)
                paint(x, y, (x == s.width / 2 || y == s.height / 2 ? Sheet::checkDot : Sheet::mark) * 0.75);
    // What lies outside the marks is table, not sheet.
    const double out = Sheet::mark * 0.25 * perMm;
    cv::rectangle(flat, cv::Point2d(0, 0), cv::Point2d(flat.cols, flat.rows), paper,
                  static_cast<int>(2 * out));
}

Result<std::vector<Line>> templateLines(const cv::Mat &flat, double perMm) {
    cv::Mat dark;
    cv::GaussianBlur(flat, dark, cv::Size(3, 3), 0);
    const double level = cv::threshold(dark, dark, 0, 255, cv::THRESH_BINARY_INV | cv::THRESH_OTSU);
    cv::Scalar light, shade;
    light = cv::mean(flat, dark == 0);
    shade = cv::mean(flat, dark != 0);
    std::vector<Line> lines;
    std::vector<cv::Vec4i> tree;
    cv::findContours(dark, lines, tree, cv::RETR_CCOMP, cv::CHAIN_APPROX_NONE);
    std::size_t outer = lines.size();
    double most = 400 * perMm * perMm;  // 4 square centimeters
    for (std::size_t i = 0; i < lines.size(); ++i)
        if (tree[i][3] < 0 && cv::contourArea(lines[i]) > most) {
            most = cv::contourArea(lines[i]);
            outer = i;
        }
    if (outer == lines.size() || light[0] - shade[0] < 25)
        return fail(ProblemKind::BadInput,
                    fmt::format("No template can be told from the sheet (threshold {:.0f} of 255).", level),
                    "picture", "Lay a dark template on the sheet, or darken its edge, and light it evenly.");
    std::vector<Line> out{lines[outer]};
    for (int h = tree[outer][2]; h >= 0; h = tree[static_cast<std::size_t>(h)][0])
        if (cv::contourArea(lines[static_cast<std::size_t>(h)]) > 12 * perMm * perMm)
            out.push_back(lines[static_cast<std::size_t>(h)]);
    return out;
}

/// The traced pixels as places on the sheet. A border runs through the middles of the outermost dark pixels:
/// the edge itself is half a pixel further out, and in a hole's border likewise into the hole.
std::vector<Vec2> placesOf(const Line &line, const Sheet &s, double perMm, bool hole) {
    std::vector<Vec2> p;
    for (const cv::Point &q : line) p.push_back(onSheet(q, s, perMm));
    double twice = 0;
    for (std::size_t i = 0; i < p.size(); ++i) {
        const Vec2 &a = p[i], &b = p[(i + 1) % p.size()];
        twice += a.x() * b.y() - a.y() * b.x();
    }
    if (twice < 0) std::reverse(p.begin(), p.end());
    // A running mean takes the stairs of the pixels out, over a fraction of a millimeter.
    const std::size_t n = p.size();
    constexpr std::size_t reach = 2;
    std::vector<Vec2> smooth(n);
    for (std::size_t i = 0; i < n; ++i) {
        Vec2 sum = Vec2::Zero();
        for (std::size_t k = 0; k <= 2 * reach; ++k) sum += p[(i + n + k - reach) % n];
        smooth[i] = sum / (2 * reach + 1);
    }
    std::vector<Vec2> out(n);
    for (std::size_t i = 0; i < n; ++i) {
        const Vec2 d = smooth[(i + 3) % n] - smooth[(i + n - 3) % n];
        const Vec2 right = Vec2(d.y(), -d.x()).normalized();
        // A hole's border, too, runs on dark pixels: the edge is half a pixel inward of the hole's loop.
        out[i] = smooth[i] + right * ((hole ? -0.5 : 0.5) / perMm);
    }
    return out;
}

/// A round hole is a circle, whatever the trace makes of it.
bool roundHole(const std::vector<Vec2> &p, double tolerance, Loop &out) {
    Vec2 center;
    double radius = 0;
    if (!fitCircle(p, 0, p.size() - 1, center, radius)) return false;
    for (const Vec2 &q : p)
        if (std::abs((q - center).norm() - radius) > std::max(tolerance, 0.04 * radius)) return false;
    out = circle(center, 2 * radius);
    return true;
}

}  // namespace

Loop simplified(const std::vector<Vec2> &points, double tolerance) {
    const std::size_t n = points.size();
    if (n < 8) {
        Loop loop;
        for (const Vec2 &p : points) loop.push_back({p, 0});
        return loop;
    }
    std::vector<Vec2> p(points);
    std::rotate(p.begin(), p.begin() + static_cast<std::ptrdiff_t>(sharpest(points)), p.end());
    Loop loop;
    std::vector<std::pair<Vec2, Vec2>> lines;
    for (std::size_t from = 0; from < n;) {
        const std::size_t straight = furthestThatHolds(
            from, n, [&](std::size_t to) { return strayFromChord(p, from, to) <= tolerance; });
        double bulge = 0, best = 0;
        std::size_t curved = from;
        for (std::size_t to = std::max(straight + 2, from + 10); to <= n;
             to += std::max<std::size_t>(1, n / 400)) {
            if (arcFits(p, from, to, tolerance / 2, bulge)) {  // or it would run on into its tangents
                curved = to;
                best = bulge;
            } else if (curved > from) {
                break;
            } else if (to > from + 2 * (straight - from) + 60) {
                break;
            }
        }
        const bool arc = curved > straight + (straight - from) / 4;
        const std::size_t to = arc ? curved : straight;
        loop.push_back({p[from], arc ? best : 0});
        lines.push_back(arc ? std::pair{p[from], Vec2(0, 0)} : fitLine(p, from, to));
        from = to;
    }
    sharpen(loop, lines, tolerance);
    return loop;
}

std::vector<SheetShape> sheetShapes(const Sheet &s) {
    std::vector<SheetShape> out;
    const auto square = [](const Vec2 &c, double side) {
        const double h = side / 2;
        return Loop{{c + Vec2(-h, -h), 0}, {c + Vec2(h, -h), 0}, {c + Vec2(h, h), 0}, {c + Vec2(-h, h), 0}};
    };
    for (const Vec2 &c : {Vec2(0, 0), Vec2(s.width, 0), Vec2(s.width, s.height), Vec2(0, s.height)}) {
        out.push_back({square(c, Sheet::mark), true});
        out.push_back({square(c, Sheet::mark * 0.66), false});
        if (c.isZero()) {
            for (const double x : {-0.15, 0.15})
                out.push_back({circle(c + Vec2(x * Sheet::mark, 0), Sheet::mark * 0.2), true});
        } else {
            out.push_back({circle(c, Sheet::mark * 0.26), true});
        }
    }
    for (const Vec2 &c : {Vec2(s.width / 2, 0), Vec2(s.width, s.height / 2), Vec2(s.width / 2, s.height),
                          Vec2(0, s.height / 2)})
        out.push_back({circle(c, Sheet::checkDot), true});
    return out;
}

Result<Traced> trace(const GrayPicture &picture, const Sheet &sheet, double tolerance) {
    if (picture.width < 100 || picture.height < 100 ||
        picture.pixels.size() !=
            static_cast<std::size_t>(picture.width) * static_cast<std::size_t>(picture.height))
        return fail(ProblemKind::BadInput, "The picture is empty or too small.", "picture",
                    "Use a photograph of at least some hundred pixels each way.");
    if (!(sheet.width > 3 * Sheet::mark && sheet.height > 3 * Sheet::mark && sheet.width < 5000 &&
          sheet.height < 5000))
        return fail(ProblemKind::BadInput, "The distances between the marks make no sense.", "sheet",
                    "Measure from middle to middle of the marks as printed.");
    const cv::Mat gray(picture.height, picture.width, CV_8UC1,
                       const_cast<std::uint8_t *>(picture.pixels.data()));
    cv::Mat dark;
    const int window = std::max(31, (std::min(picture.width, picture.height) / 8) | 1);
    cv::adaptiveThreshold(gray, dark, 255, cv::ADAPTIVE_THRESH_MEAN_C, cv::THRESH_BINARY_INV, window, 12);
    const auto marks = orderMarks(findMarks(dark));
    if (!marks) return tl::unexpected(marks.error());
    Traced out;
    out.pixelSize = sheet.width / std::max(1.0, cv::norm((*marks)[1] - (*marks)[0]));
    const double perMm = std::clamp(1 / out.pixelSize, 2.0, 6.0);
    cv::Mat flat = flattenedSheet(gray, *marks, sheet, perMm);
    checkScale(flat, sheet, perMm, out);
    wipe(flat, sheet, perMm);
    const auto lines = templateLines(flat, perMm);
    if (!lines) return tl::unexpected(lines.error());
    const double fine = std::max(tolerance, 2 / perMm);
    std::vector<Loop> loops;
    for (std::size_t i = 0; i < lines->size(); ++i) {
        const std::vector<Vec2> p = placesOf((*lines)[i], sheet, perMm, i > 0);
        Loop loop;
        if (i == 0 || !roundHole(p, fine, loop)) loop = simplified(p, fine);
        loops.push_back(std::move(loop));
    }
    auto outline = assembled(std::move(loops), "picture");
    if (!outline) return tl::unexpected(outline.error());
    out.outline = std::move(*outline);
    return out;
}

}  // namespace hefty::outline
