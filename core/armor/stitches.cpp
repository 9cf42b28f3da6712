#include "core/armor/stitches.h"

#include <algorithm>
#include <cmath>

namespace hefty::armor {
namespace {

constexpr double follows = 0.01;  // mm: a line that begins where the one before ends

/// Lines that follow one another.
using Chain = std::vector<WeldLine>;

std::vector<Chain> chainsOf(const Contact &contact) {
    std::vector<Chain> out;
    for (const WeldLine &l : contact.lines) {
        if (!out.empty() && contact.kind == SeamKind::Around &&
            (out.back().back().to - l.from).norm() < follows)
            out.back().push_back(l);
        else
            out.push_back({l});
    }
    return out;
}

double lengthOf(const Chain &chain) {
    double sum = 0;
    for (const WeldLine &l : chain) sum += (l.to - l.from).norm();
    return sum;
}

/// The stretch of a chain between two places along it.
void cut(const Chain &chain, double from, double to, std::vector<WeldLine> &out) {
    double at = 0;
    for (const WeldLine &l : chain) {
        const double length = (l.to - l.from).norm(), a = std::max(from, at), b = std::min(to, at + length);
        if (b - a > follows) {
            const Vec3 d = (l.to - l.from) / length;
            out.push_back({l.from + d * (a - at), l.from + d * (b - at), l.skin});
        }
        at += length;
    }
}

}  // namespace

std::vector<WeldLine> stitched(const Contact &contact, double length, double pitch) {
    std::vector<WeldLine> out;
    std::size_t side = 0;
    for (const Chain &chain : chainsOf(contact)) {
        const double all = lengthOf(chain);
        if (all <= length || chain.front().skin) {  // a skin is not welded
            out.insert(out.end(), chain.begin(), chain.end());
            continue;
        }
        const int count = 1 + static_cast<int>(std::ceil((all - length) / pitch - 1e-9));
        const double step = (all - length) / (count - 1);
        const bool between = side++ % 2 == 1;
        for (int i = 0; i < (between ? count - 1 : count); ++i) {
            const double from = (i + (between ? 0.5 : 0)) * step;
            cut(chain, from, from + length, out);
        }
    }
    return out;
}

double leastStitch(double leg) {
    return std::max(4 * leg, 38.0);
}

}  // namespace hefty::armor
