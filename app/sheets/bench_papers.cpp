// Papers for the bender and the welding floor.
#include <cmath>
#include <numbers>

#include "app/sheets/sheet_printing.h"
#include "app/stops/weld/jig_page.h"
#include "app/window/worded.h"
#include "core/base/constants.h"
#include "core/workshop/bend/bend_marks.h"

namespace hefty::app {
namespace {

QString turned(double rad) {
    return QStringLiteral("%1°").arg(degrees(rad), 0, 'f', 1);
}

const armor::BarPart *barOf(const job::PieceAppraisal &piece, const job::BentBar &bent) {
    return piece.assembly ? piece.assembly->bar(bent.part) : nullptr;
}

/// Both names of two that are bent of one tube.
QString nameOf(const job::PieceAppraisal &piece, const job::BentBar &bent) {
    const QString name = worded(piece.assembly->labelOf(bent.part));
    return bent.twin.empty()
               ? name
               : JobSheet::tr("%1 and %2").arg(name, worded(piece.assembly->labelOf(bent.twin)));
}

QString titleOf(const Printing &s, const job::PieceAppraisal &piece, const job::BentBar &bent) {
    return worded(s.nameOf(piece)) + ": " + nameOf(piece, bent);
}

/// A band to lay along the tube, in pieces as long as the page is wide, each glued on at the dashed line.
void printStrip(const Printing &s, const QString &title, double length,
                const std::vector<workshop::BendMarks> &marks) {
    constexpr double overlap = 12, band = 20, below = 9;  // mm
    const double wide = s.page.width() / pointsPerMm;
    const int strips = std::max(1, static_cast<int>(std::ceil((length - overlap) / (wide - overlap))));
    for (int i = 0; i < strips; ++i) {
        s.page.need((band + below) * pointsPerMm + 20);
        s.page.line(JobSheet::tr("%1, along the tube, strip %2 of %3").arg(title).arg(i + 1).arg(strips), 8,
                    true);
        const QRectF box = s.page.take((band + below) * pointsPerMm);
        const double from = i * (wide - overlap), to = std::min(length, from + wide);
        QPainter &p = s.page.painter();
        p.save();
        p.setClipRect(QRectF(box.left() - 1, box.top() - 1, (to - from) * pointsPerMm + 2, box.height() + 2));
        p.translate(box.left() - from * pointsPerMm, box.top());
        const double bottom = band * pointsPerMm;
        p.setPen(QPen(Qt::black, 0.7));
        p.drawRect(QRectF(0, 0, length * pointsPerMm, bottom));
        p.setFont(textFont(7));
        for (std::size_t k = 0; k < marks.size(); ++k) {
            const workshop::BendMarks &m = marks[k];
            p.setPen(QPen(Qt::black, 1.2));
            p.drawLine(QPointF(m.along * pointsPerMm, 0), QPointF(m.along * pointsPerMm, bottom));
            p.setPen(QPen(Qt::black, 0.4, Qt::DotLine));
            for (const double at : {m.from, m.to})
                p.drawLine(QPointF(at * pointsPerMm, 0.4 * bottom), QPointF(at * pointsPerMm, bottom));
            p.setPen(Qt::black);
            p.drawText(QPointF(m.along * pointsPerMm + 3, 10), JobSheet::tr("bend %1").arg(k + 1));
            p.drawText(QPointF(m.along * pointsPerMm + 3, 19), JobSheet::tr("set %1").arg(turned(m.set)));
        }
        p.setPen(QPen(Qt::black, 0.4, Qt::DashLine));
        for (int k = 1; k < strips; ++k)
            p.drawLine(QPointF(k * (wide - overlap) * pointsPerMm, 0),
                       QPointF(k * (wide - overlap) * pointsPerMm, bottom));
        p.restore();
    }
}

/// A collar that goes once around the tube with its long edge on the bend's mark: where the seam line of the
/// tube comes to lie when it is turned for this bend.
void printCollars(const Printing &s, const QString &title, double outside,
                  const std::vector<workshop::BendMarks> &marks) {
    const double around = std::numbers::pi * outside;
    constexpr double high = 14, glue = 10;  // mm
    if (marks.size() < 2) return;
    for (std::size_t k = 0; k < marks.size(); ++k) {
        const double wide = s.page.width() / pointsPerMm;
        if (around + glue > wide)
            return s.page.line(JobSheet::tr("%1: too thick for a collar on this paper.").arg(title), 8);
        s.page.need(high * pointsPerMm + 30);
        s.page.line(
            JobSheet::tr("%1, collar of bend %2: edge on the mark at %3, turned %4 from the bend before")
                .arg(title)
                .arg(k + 1)
                .arg(s.length(marks[k].along), turned(marks[k].rotation)),
            8, true);
        const QRectF box = s.page.take(high * pointsPerMm + 8);
        QPainter &p = s.page.painter();
        p.setPen(QPen(Qt::black, 0.7));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(box.left(), box.top(), around * pointsPerMm, high * pointsPerMm));
        p.setPen(QPen(Qt::black, 0.4, Qt::DashLine));
        p.drawRect(
            QRectF(box.left() + around * pointsPerMm, box.top(), glue * pointsPerMm, high * pointsPerMm));
        const double at = box.left() + marks[k].around * pointsPerMm;
        p.setPen(QPen(Qt::black, 1.4));
        p.drawLine(QPointF(at, box.top()), QPointF(at, box.top() + high * pointsPerMm));
        p.setFont(textFont(7));
        p.setPen(Qt::black);
        p.drawText(QPointF(at + 3, box.top() + 10), JobSheet::tr("up"));
        p.drawText(QPointF(box.left() + 3, box.top() + high * pointsPerMm - 3),
                   JobSheet::tr("line of the first bend"));
    }
}

}  // namespace

void printBends(const Printing &s, const job::PieceAppraisal &piece) {
    if (piece.bent.empty() || !piece.assembly) return;
    s.page.heading(JobSheet::tr("Bending: %1").arg(worded(s.nameOf(piece))));
    const std::vector<double> shares{0.28, 0.16, 0.14, 0.14, 0.16, 0.12};
    s.page.row({JobSheet::tr("Bar"), JobSheet::tr("Mark from the end"), JobSheet::tr("Angle"),
                JobSheet::tr("Set"), JobSheet::tr("Turn before"), JobSheet::tr("Pulls")},
               shares, true);
    for (const job::BentBar &bent : piece.bent) {
        const armor::BarPart *bar = barOf(piece, bent);
        if (!bar) continue;
        if (!bent.plan) {
            s.page.row({nameOf(piece, bent), worded(bent.why)}, {0.28, 0.72});
            continue;
        }
        s.page.row({JobSheet::tr("%1, cut to %2, its %3 first")
                        .arg(nameOf(piece, bent), s.length(bent.plan->cut),
                             bent.plan->fromEnd ? JobSheet::tr("end") : JobSheet::tr("start"))},
                   {1.0}, true);
        const auto marks = workshop::bendMarks(*bent.plan, bar->section.height);
        for (std::size_t i = 0; i < marks.size(); ++i)
            s.page.row({JobSheet::tr("bend %1").arg(i + 1), s.length(marks[i].along), turned(marks[i].angle),
                        turned(marks[i].set), i == 0 ? QString() : turned(marks[i].rotation),
                        QString::number(marks[i].pulls)},
                       shares);
        if (bent.plan->cutApart > 0)
            s.page.row({JobSheet::tr("saw apart"), s.length(bent.plan->cutApart), {}, {}, {}, {}}, shares);
    }
}

bool printBendStrips(const Printing &s, const job::PieceAppraisal &piece) {
    bool any = false;
    for (const job::BentBar &bent : piece.bent) {
        const armor::BarPart *bar = barOf(piece, bent);
        if (!bar || !bent.plan || bent.plan->steps.empty()) continue;
        const auto marks = workshop::bendMarks(*bent.plan, bar->section.height);
        printStrip(s, titleOf(s, piece, bent), bent.plan->cut, marks);
        if (bar->round()) printCollars(s, titleOf(s, piece, bent), bar->section.height, marks);
        any = true;
    }
    return any;
}

void printJig(const Printing &s, const job::PieceAppraisal &piece) {
    if (!piece.jig || piece.jig->points.empty()) return;
    const workshop::JigPlan &jig = *piece.jig;
    s.page.heading(JobSheet::tr("Jig on the floor: %1").arg(worded(s.nameOf(piece))));
    {
        JigFloor floor(s.session);
        floor.show(jig, -1);
        const FontScale small(0.75);
        floor.paintInto(s.page.painter(), s.page.take(170));
    }
    const std::vector<double> shares{0.06, 0.4, 0.13, 0.13, 0.13, 0.15};
    s.page.row({QString(), JobSheet::tr("Place"), JobSheet::tr("From A"), JobSheet::tr("From B"),
                JobSheet::tr("Height"), JobSheet::tr("What stands there")},
               shares, true);
    for (std::size_t i = 0; i < jig.points.size(); ++i) {
        const workshop::JigPoint &p = jig.points[i];
        s.page.row({QString::number(i + 1), worded(p.label), s.length(p.fromA), s.length(p.fromB),
                    s.length(p.height), jigStandsThere(p, s.session->units())},
                   shares);
    }
    if (!jig.checks.empty()) s.page.line(JobSheet::tr("The jig is true if these distances are:"), 9, true);
    for (const workshop::JigCheck &c : jig.checks)
        s.page.row({JobSheet::tr("%1 to %2").arg(c.one + 1).arg(c.other + 1),
                    worded(jig.points[c.one].label + " – " + jig.points[c.other].label), s.length(c.distance),
                    QStringLiteral("☐")},
                   {0.12, 0.58, 0.18, 0.12});
    for (const measure::Phrase &step : jig.steps) s.page.line("•  " + worded(step, s.session->units()));
}

}  // namespace hefty::app
