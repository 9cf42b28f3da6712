#include <algorithm>
#include <cmath>

#include <fmt/format.h>
#include <Eigen/Dense>

#include "core/outline/outline.h"

namespace hefty::outline {
namespace {

/// A natural cubic spline through points that go along: its second derivatives.
Eigen::VectorXd secondDerivatives(const std::vector<Vec2> &p) {
    const auto n = static_cast<Eigen::Index>(p.size());
    Eigen::MatrixXd a = Eigen::MatrixXd::Identity(n, n);
    Eigen::VectorXd b = Eigen::VectorXd::Zero(n);
    for (Eigen::Index i = 1; i + 1 < n; ++i) {
        const Vec2 &l = p[static_cast<std::size_t>(i - 1)], &m = p[static_cast<std::size_t>(i)],
                   &r = p[static_cast<std::size_t>(i + 1)];
        const double h0 = m.x() - l.x(), h1 = r.x() - m.x();
        a(i, i - 1) = h0 / 6;
        a(i, i) = (h0 + h1) / 3;
        a(i, i + 1) = h1 / 6;
        b(i) = (r.y() - m.y()) / h1 - (m.y() - l.y()) / h0;
    }
    return a.partialPivLu().solve(b);
}

/// The curve through a run of points as straight pieces, its first point left out.
void addCurve(const std::vector<Vec2> &run, Loop &edge) {
    if (run.size() < 3) {
        for (std::size_t i = 1; i < run.size(); ++i) edge.push_back({run[i], 0});
        return;
    }
    const Eigen::VectorXd m = secondDerivatives(run);
    for (std::size_t i = 0; i + 1 < run.size(); ++i) {
        const double h = run[i + 1].x() - run[i].x();
        const double m0 = m(static_cast<Eigen::Index>(i)), m1 = m(static_cast<Eigen::Index>(i + 1));
        // A piece of length s strays from the curve by no more than m s^2 / 8.
        constexpr double stray = 0.1;
        const double bend = std::max({std::abs(m0), std::abs(m1), 1e-12});
        const int pieces = std::clamp(static_cast<int>(std::ceil(h / std::sqrt(8 * stray / bend))), 1, 200);
        for (int k = 1; k <= pieces; ++k) {
            const double t = static_cast<double>(k) / pieces, s = 1 - t;
            const double y = s * run[i].y() + t * run[i + 1].y() +
                             h * h / 6 * ((s * s * s - s) * m0 + (t * t * t - t) * m1);
            edge.push_back({Vec2(run[i].x() + t * h, y), 0});
        }
    }
}

}  // namespace

Result<Outline> fromOffsets(const std::vector<Offset> &offsets) {
    if (offsets.size() < 2)
        return fail(ProblemKind::BadInput, "A template needs at least two offsets.", "offsets",
                    "Measure how far the edge stands off the baseline at more places.");
    for (std::size_t i = 0; i < offsets.size(); ++i) {
        const std::string where = fmt::format("offsets/{}", i);
        if (!std::isfinite(offsets[i].along) || !std::isfinite(offsets[i].off) || offsets[i].off < 0)
            return fail(ProblemKind::BadInput, "An offset is 0 or more.", where,
                        "Lay the baseline so that the whole edge is on one side of it.");
        if (i > 0 && !(offsets[i].along > offsets[i - 1].along))
            return fail(ProblemKind::BadInput, "The places along the baseline must grow from row to row.",
                        where, "Sort the rows; give each place once.");
    }
    Loop edge{{Vec2(offsets[0].along, offsets[0].off), 0}};
    for (std::size_t i = 0; i + 1 < offsets.size();) {
        // A run of smooth points, with the corner before and after it, is one curve.
        std::vector<Vec2> run{Vec2(offsets[i].along, offsets[i].off)};
        std::size_t k = i + 1;
        while (true) {
            run.emplace_back(offsets[k].along, offsets[k].off);
            if (!offsets[k].smooth || k + 1 == offsets.size()) break;
            ++k;
        }
        addCurve(run, edge);
        i = k;
    }
    Loop loop{{Vec2(offsets.front().along, 0), 0}, {Vec2(offsets.back().along, 0), 0}};
    for (std::size_t i = edge.size(); i-- > 0;)
        if ((edge[i].at - loop.back().at).norm() > 1e-9 && (edge[i].at - loop.front().at).norm() > 1e-9)
            loop.push_back({Vec2(edge[i].at.x(), std::max(0.0, edge[i].at.y())), 0});
    return assembled({loop}, "offsets");
}

}  // namespace hefty::outline
