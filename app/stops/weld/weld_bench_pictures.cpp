#include <algorithm>

#include <QPainter>

#include "app/stops/weld/weld_bench.h"
#include "app/views/plan_view.h"
#include "app/views/space_view.h"
#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "core/workshop/weld/laying.h"

// Seams and torch in the drawing and in space. weld_bench.cpp has the bench itself.

namespace hefty::app {

/// Welded ones dark, still hot ones in the colors that steel turns, from 400 degrees on as hot as it gets;
/// the next one red.
WeldBench::SeamInk WeldBench::inkOf(int step) const {
    if (step == m_table->currentRow()) return {colors().bad, 5};
    constexpr double hot = 400, noticed = 0.1;
    const auto i = static_cast<std::size_t>(step);
    const double share = i < m_warm.size() ? (m_warm[i] - workshop::shopAir) / hot : 0;
    if (share > noticed) return {temper(std::min(share, 0.99)), 4};
    return {colors().ink, 2.5};
}

/// The seams that are welded by the chosen step, and the one that is next.
void WeldBench::drawSeam(QPainter &p) const {
    const int row = m_table->currentRow();
    if (!m_assembly || row < 0) return;
    for (int i = 0; i <= row && i < static_cast<int>(m_seams.size()); ++i)
        for (const armor::WeldJoint &w : m_assembly->welds) {
            if (w.name != m_seams[static_cast<std::size_t>(i)].joint) continue;
            const SeamInk ink = inkOf(i);
            QPen pen(ink.color, ink.width);
            pen.setCosmetic(true);
            pen.setCapStyle(Qt::RoundCap);
            p.setPen(pen);
            for (const armor::Contact &c : w.contacts)
                for (const armor::WeldLine &line : c.lines)
                    p.drawLine(m_view->toScreen(line.from), m_view->toScreen(line.to));
        }
}

void WeldBench::drawSeamsInSpace(DepthPicture &picture) const {
    if (!m_assembly) return;
    const int row = m_table->currentRow();
    for (int i = 0; i <= row && i < static_cast<int>(m_seams.size()); ++i)
        for (const armor::WeldJoint &w : m_assembly->welds) {
            if (w.name != m_seams[static_cast<std::size_t>(i)].joint) continue;
            const SeamInk ink = inkOf(i);
            for (const armor::Contact &c : w.contacts)
                for (const armor::WeldLine &line : c.lines)
                    picture.line({line.from, line.to, ink.color, ink.width, i == row, w.leg});
        }
    if (const workshop::SeamWork *s = chosen()) drawTorch(picture, *s);
}

/// Where the next seam is tacked.
void WeldBench::drawTacks(QPainter &p) const {
    const workshop::SeamWork *s = chosen();
    if (!m_assembly || !s) return;
    p.save();
    p.setPen(QPen(colors().bad, 1.5));
    p.setBrush(colors().paper);
    for (const armor::WeldJoint &w : m_assembly->welds)
        if (w.name == s->joint)
            for (const Vec3 &at : workshop::layingOf(*m_assembly, w).tacks)
                p.drawEllipse(m_space->toScreen(at), 3.5, 3.5);
    p.restore();
}

/// The nozzle as it is held in the middle of the longest line of the next seam.
void WeldBench::drawTorch(DepthPicture &picture, const workshop::SeamWork &seam) const {
    if (!m_reach) return;
    const workshop::LineReach *best = nullptr;
    const armor::WeldLine *on = nullptr;
    for (const workshop::LineReach &r : *m_reach) {
        const armor::WeldJoint &w = m_assembly->welds[static_cast<std::size_t>(r.weld)];
        if (w.name != seam.joint || r.torch.isZero()) continue;
        const armor::WeldLine &line =
            w.contacts[static_cast<std::size_t>(r.contact)].lines[static_cast<std::size_t>(r.line)];
        if (on && (line.to - line.from).norm() <= (on->to - on->from).norm()) continue;
        best = &r;
        on = &line;
    }
    if (!best) return;
    const workshop::Torch torch;
    const Vec3 middle = (on->from + on->to) / 2, tip = middle + best->torch * torch.standoff;
    picture.line({middle, tip, colors().bad, 1.5, true, 0});
    picture.line({tip, middle + best->torch * torch.length, colors().ink, 9, false, 1});
    picture.line({tip, middle + best->torch * torch.length, colors().yellow, 6, false, 2});
}

}  // namespace hefty::app
