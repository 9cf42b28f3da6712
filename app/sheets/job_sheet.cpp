#include "app/sheets/job_sheet.h"

#include <algorithm>
#include <array>

#include <QDate>
#include <QPdfWriter>
#include <QSaveFile>

#include "app/sheets/sheet_printing.h"
#include "app/stops/cut/cut_bench.h"
#include "app/stops/prove/prove_bench.h"
#include "app/views/plan_view.h"
#include "app/views/structure_view.h"
#include "app/window/theme.h"
#include "app/window/worded.h"
#include "core/base/constants.h"
#include "core/exchange/cutting.h"
#include "core/job/names.h"

namespace hefty::app {
namespace {

void summary(const Printing &s) {
    const job::Job &job = s.session->job();
    s.page.line(QString::fromStdString(job.name), 18, true);
    s.page.line(JobSheet::tr("%1 for %2, vehicle %3. Printed %4.")
                    .arg(QString::fromStdString(job.shop.name), QString::fromStdString(job.customer),
                         QString::fromStdString(job.vehicle.name),
                         QDate::currentDate().toString(Qt::ISODate)));
    s.page.heading(JobSheet::tr("Numbers"));
    s.page.row({JobSheet::tr("What"), JobSheet::tr("Value"), JobSheet::tr("House limit"),
                JobSheet::tr("Governed by")},
               {0.3, 0.2, 0.2, 0.3}, true);
    for (const job::Gauge &g : s.appraisal->gauges) {
        const bool money = g.quantity == measure::Quantity::Money;
        const QString unit = money ? " " + QString::fromStdString(job.shop.currency) : QString();
        s.page.row(
            {worded(g.name),
             g.value ? s.print(*g.value, g.quantity) + unit + (g.broken() ? JobSheet::tr("  (!)") : QString())
                     : QStringLiteral("–"),
             std::isfinite(g.limit) ? (g.limitIsLeast ? "≥ " : "≤ ") + s.print(g.limit, g.quantity) + unit
                                    : worded(g.aside),
             worded(job::nameOf(job, *s.appraisal, g.governs))},
            {0.3, 0.2, 0.2, 0.3});
    }
}

void picturesOf(const Printing &s, const job::PieceAppraisal &piece) {
    if (!piece.assembly) return;
    const QString name = worded(s.nameOf(piece));
    s.page.heading(JobSheet::tr("Pictures: %1").arg(name));
    s.session->choosePiece(QString::fromStdString(piece.id));
    const Eigen::AlignedBox3d box = piece.assembly->extent();
    const bool rear = !box.isEmpty() && box.center().x() < 0;
    const auto draw = [&](const QString &title, double height, auto &&paint) {
        s.page.need(height + 16);
        s.page.line(title, 9, true);
        const FontScale small(0.75);  // drawings are smaller here than on the screen
        paint(s.page.take(height));
    };
    const auto plan = [&](const QString &title, ViewSide side, double height) {
        PlanView view(s.session, side);
        view.fitTo(piece.assembly.get());
        draw(title, height, [&](const QRectF &area) { view.paintInto(s.page.painter(), area); });
    };
    plan(rear ? JobSheet::tr("From behind") : JobSheet::tr("From ahead"),
         rear ? ViewSide::Rear : ViewSide::Front, 180);
    plan(JobSheet::tr("From the side"), ViewSide::Side, 190);
    plan(JobSheet::tr("From above, front down"), ViewSide::Top, 140);
    if (!piece.proof) return;
    StructureView structure(s.session);
    draw(JobSheet::tr("How hard the parts work, worst of all duties"), 270,
         [&](const QRectF &area) { structure.paintInto(s.page.painter(), area); });
}

void findings(const Printing &s) {
    s.page.heading(JobSheet::tr("To settle"));
    bool any = false;
    for (const job::Finding &f : s.appraisal->findings) {
        any |= f.severity != job::Severity::Note;
        s.page.line((f.severity == job::Severity::Note ? QStringLiteral("–  ") : QStringLiteral("☐  ")) +
                    worded(f.sentence, s.session->units()));
    }
    if (!any) s.page.line(JobSheet::tr("Nothing breaks a limit of the house."));
}

void checkRows(const Printing &s, const job::PieceAppraisal &piece, bool hard) {
    const std::vector<double> shares{0.1, 0.42, 0.36, 0.12};
    s.page.row(
        {JobSheet::tr("Works at"), JobSheet::tr("What"), JobSheet::tr("Worst duty"), JobSheet::tr("State")},
        shares, true);
    for (const proof::Check &c : piece.proof->checks) {
        if ((c.utilization > 0.5) != hard) continue;
        const QString state = c.utilization > 1 ? JobSheet::tr("fails")
                              : c.proved()      ? JobSheet::tr("holds")
                                                : JobSheet::tr("not proved");
        s.page.row({QString::number(c.utilization, 'f', 2), worded(c.title),
                    worded(proof::dutyTitle(*piece.proof, c)), state},
                   shares);
    }
}

void checks(const Printing &s, const job::PieceAppraisal &piece) {
    if (!piece.proof) return;
    const QString name = worded(s.nameOf(piece));
    s.page.heading(JobSheet::tr("Checks that use more than half: %1").arg(name));
    checkRows(s, piece, true);
    s.page.heading(JobSheet::tr("All other checks: %1").arg(name));
    checkRows(s, piece, false);
    if (!piece.proof->unproved.empty()) s.page.heading(JobSheet::tr("Not proved"));
    for (const proof::Unproved &u : piece.proof->unproved)
        s.page.line(worded("–  " + u.what + ": " + u.why + "."));
    if (!piece.proof->ladder.empty()) s.page.heading(JobSheet::tr("What gives first on its line"));
    for (std::size_t i = 0; i < std::min<std::size_t>(6, piece.proof->ladder.size()); ++i) {
        const proof::Rung &r = piece.proof->ladder[i];
        s.page.row({s.print(r.letsGoAt, measure::Quantity::Force), worded(r.title),
                    worded(r.where.empty() ? r.means : r.means + " Pulled " + r.where + ".")},
                   {0.18, 0.36, 0.46});
    }
    s.page.heading(JobSheet::tr("Taken for granted"));
    for (const std::string &a : piece.proof->idealization.assumptions) s.page.line("–  " + worded(a));
}

void cuts(const Printing &s, const job::PieceAppraisal &piece) {
    if (!piece.fabrication) return;
    s.page.heading(JobSheet::tr("Cut list: %1").arg(worded(s.nameOf(piece))));
    const std::vector<double> shares{0.2, 0.24, 0.24, 0.18, 0.14};
    s.page.row({JobSheet::tr("Part"), JobSheet::tr("From"), JobSheet::tr("Longest edge, or plate"),
                JobSheet::tr("Saw, from square"), JobSheet::tr("Mass")},
               shares, true);
    for (const workshop::CutItem &c : piece.fabrication->cuts) {
        s.page.row({QString::fromStdString(c.part), QString::fromStdString(c.stock + " " + c.material),
                    c.isPlate ? s.length(c.length) + " × " + s.length(c.width) : s.length(c.length),
                    c.isPlate ? QString()
                              : QStringLiteral("%1° / %2°")
                                    .arg(degrees(c.miterFrom), 0, 'f', 1)
                                    .arg(degrees(c.miterTo), 0, 'f', 1),
                    s.print(c.mass, measure::Quantity::Mass)},
                   shares);
        QString more = worded(c.note, s.session->units());
        for (const armor::Hole &h : c.holes)
            more += QStringLiteral("%1%2 ⌀%3 at %4/%5")
                        .arg(more.isEmpty() ? "" : "; ", worded(h.purpose),
                             s.print(h.diameter, measure::Quantity::DrilledLength),
                             s.print(h.at.x(), measure::Quantity::DrilledLength),
                             s.print(h.at.y(), measure::Quantity::DrilledLength));
        if (!more.isEmpty()) s.page.line("      " + more, 7.5);
    }
    s.session->choosePiece(QString::fromStdString(piece.id));
    const BarsView bars(s.session);
    const double height = bars.heightNeeded();
    if (!(height > 0)) return;
    s.page.heading(JobSheet::tr("Bars"));
    const FontScale small(0.85);
    bars.paintInto(s.page.painter(), s.page.take(height));
}

void welding(const Printing &s, const job::PieceAppraisal &piece) {
    if (piece.seams.empty()) return;
    s.page.heading(JobSheet::tr("Welding, in the order of the work: %1").arg(worded(s.nameOf(piece))));
    const std::vector<double> shares{0.06, 0.4, 0.12, 0.14, 0.1, 0.1, 0.08};
    s.page.row({QString(), JobSheet::tr("Seam"), JobSheet::tr("Leg"), JobSheet::tr("Length"),
                JobSheet::tr("Passes"), JobSheet::tr("Minutes"), JobSheet::tr("Done")},
               shares, true);
    int step = 0;
    for (const workshop::SeamWork &w : piece.seams)
        s.page.row(
            {QString::number(++step), worded(w.name), s.print(w.leg, measure::Quantity::DrilledLength),
             s.length(w.length), QString::number(w.passes), QString::number(w.minutes, 'f', 1),
             s.session->job().log.isWelded(piece.id, w.joint) ? QStringLiteral("☑") : QStringLiteral("☐")},
            shares);
}

void fitting(const Printing &s, const job::PieceAppraisal &piece) {
    if (piece.fit.empty()) return;
    s.page.heading(JobSheet::tr("Fitting: %1").arg(worded(s.nameOf(piece))));
    const std::vector<double> shares{0.6, 0.2, 0.2};
    s.page.row({JobSheet::tr("What"), JobSheet::tr("Should read"), JobSheet::tr("Reads")}, shares, true);
    for (const workshop::FitItem &f : piece.fit) {
        const log::FitReading *r = s.session->job().log.reading(f.id);
        QString reads = r && r->value ? s.print(*r->value, f.quantity)
                        : r           ? QStringLiteral("☑")
                                      : QStringLiteral("☐");
        s.page.row({worded(f.what), f.nominal ? s.print(*f.nominal, f.quantity) : QString(), reads}, shares);
    }
}

/// For whoever bought it: what it is and what was looked at, in plain words.
void customer(const Printing &s) {
    const job::Job &job = s.session->job();
    s.page.line(QString::fromStdString(job.name), 18, true);
    s.page.line(JobSheet::tr("Made by %1 for %2, for the vehicle %3. %4.")
                    .arg(QString::fromStdString(job.shop.name), QString::fromStdString(job.customer),
                         QString::fromStdString(job.vehicle.name),
                         QDate::currentDate().toString(Qt::ISODate)));
    for (const job::PieceAppraisal &piece : s.appraisal->pieces) {
        if (!piece.assembly) continue;
        s.page.heading(worded(s.nameOf(piece)));
        if (piece.fabrication)
            s.page.line(
                JobSheet::tr("It weighs %1.").arg(s.print(piece.fabrication->mass, measure::Quantity::Mass)));
        if (!piece.proof) {
            s.page.line(JobSheet::tr("Its strength has not been looked at."));
            continue;
        }
        const auto broken = std::count_if(piece.proof->checks.begin(), piece.proof->checks.end(),
                                          [](const proof::Check &c) { return c.utilization > 1; });
        const auto proved =
            std::count_if(piece.proof->checks.begin(), piece.proof->checks.end(),
                          [](const proof::Check &c) { return c.proved() && c.utilization <= 1; });
        const auto open = std::count_if(piece.proof->unproved.begin(), piece.proof->unproved.end(),
                                        [](const proof::Unproved &u) { return !u.cover; });
        s.page.line(JobSheet::tr("What was looked at, each with the force that was counted on:"));
        for (const job::DutyPlace &d : piece.duties)
            if (d.force > 0)
                s.page.line("–  " + worded(d.what) + ": " + s.print(d.force, measure::Quantity::Force));
        s.page.line(JobSheet::tr("Of its checks %1 hold, %2 do not, and %3 places could not be checked.")
                        .arg(proved)
                        .arg(broken)
                        .arg(open));
        s.session->choosePiece(QString::fromStdString(piece.id));
        PlanView view(s.session, ViewSide::Side);
        view.fitTo(piece.assembly.get());
        s.page.need(210);
        const FontScale small(0.75);
        view.paintInto(s.page.painter(), s.page.take(200));
    }
    s.page.heading(JobSheet::tr("Keep it safe"));
    for (const QString &text :
         {JobSheet::tr("Pull only at the recovery tabs and only with the shackle that they were made for."),
          JobSheet::tr(
              "Check all bolts after the first trip and every spring; look at the welds after every hit."),
          JobSheet::tr("A bent or cracked part is not straightened and used again: have it looked at.")})
        s.page.line("•  " + text);
}

void logged(const Printing &s) {
    const job::Job &job = s.session->job();
    s.page.line(JobSheet::tr("Log of %1").arg(QString::fromStdString(job.name)), 18, true);
    const log::LogSums sums = log::sumOf(job.log.entries);
    s.page.line(JobSheet::tr("%1 h, %2 %3, %4 km.")
                    .arg(sums.hours, 0, 'f', 1)
                    .arg(sums.cost, 0, 'f', 0)
                    .arg(QString::fromStdString(job.shop.currency))
                    .arg(sums.distance, 0, 'f', 0));
    const std::vector<double> shares{0.14, 0.14, 0.44, 0.12, 0.16};
    s.page.heading(JobSheet::tr("Entries"));
    s.page.row({JobSheet::tr("Date"), JobSheet::tr("Kind"), JobSheet::tr("What"), JobSheet::tr("Amount"),
                JobSheet::tr("Where")},
               shares, true);
    for (const log::Entry &e : job.log.entries)
        s.page.row({QString::fromStdString(e.date), QString::fromUtf8(log::entryWord(e.kind).data()),
                    QString::fromStdString(e.what), e.amount != 0 ? QString::number(e.amount) : QString(),
                    QString::fromStdString(e.part.empty() ? e.piece : e.part)},
                   shares);
    for (const job::PieceAppraisal &piece : s.appraisal->pieces) {
        welding(s, piece);
        fitting(s, piece);
    }
}

/// One template at its true size, on as many strips as it needs, each overlapping the one before.
void paintTemplate(const Printing &s, const QString &label, const std::vector<shape::Vec2> &line) {
    constexpr double overlap = 12, below = 30;  // mm
    double low = 1e300, high = -1e300;
    for (const shape::Vec2 &p : line) {
        low = std::min(low, p.y());
        high = std::max(high, p.y());
    }
    const double wide = s.page.width() / pointsPerMm, tall = high - low + below, around = line.back().x();
    const int strips = std::max(1, static_cast<int>(std::ceil((around - overlap) / (wide - overlap))));
    for (int i = 0; i < strips; ++i) {
        s.page.need(tall * pointsPerMm + 34);
        s.page.line(
            strips == 1 ? label : JobSheet::tr("%1, strip %2 of %3").arg(label).arg(i + 1).arg(strips), 9,
            true);
        const QRectF box = s.page.take(tall * pointsPerMm + 6);
        const double from = i * (wide - overlap), to = std::min(around, from + wide);
        QPainter &p = s.page.painter();
        p.save();
        p.setClipRect(QRectF(box.left() - 1, box.top() - 1, (to - from) * pointsPerMm + 2, box.height() + 2));
        p.translate(box.left() - from * pointsPerMm, box.top());
        QPolygonF curve;
        for (const shape::Vec2 &q : line) curve << QPointF(q.x() * pointsPerMm, (q.y() - low) * pointsPerMm);
        p.setPen(QPen(Qt::black, 0.7));
        p.drawPolyline(curve);
        const double bottom = tall * pointsPerMm;
        p.drawLine(QPointF(0, bottom), QPointF(around * pointsPerMm, bottom));
        p.drawLine(curve.first(), QPointF(0, bottom));
        p.drawLine(curve.last(), QPointF(around * pointsPerMm, bottom));
        p.setPen(QPen(Qt::black, 0.4, Qt::DashDotLine));
        for (int k = 1; k < 4; ++k)
            p.drawLine(QPointF(around * k / 4 * pointsPerMm, 0),
                       QPointF(around * k / 4 * pointsPerMm, bottom));
        for (int k = 1; k < strips; ++k)  // where the next strip is glued on
            p.drawLine(QPointF(k * (wide - overlap) * pointsPerMm, 0),
                       QPointF(k * (wide - overlap) * pointsPerMm, bottom));
        p.restore();
    }
}

void scaleBars(const Printing &s) {
    const QRectF box = s.page.take(40);
    QPainter &p = s.page.painter();
    p.setPen(QPen(Qt::black, 0.7));
    const std::array<std::pair<double, QString>, 2> bars{
        {{100, JobSheet::tr("100 mm")}, {101.6, JobSheet::tr("4 in")}}};
    double y = box.top() + 8;
    for (const auto &[mm, text] : bars) {
        const double right = box.left() + mm * pointsPerMm;
        p.drawLine(QPointF(box.left(), y), QPointF(right, y));
        for (const double x : {box.left(), right}) p.drawLine(QPointF(x, y - 4), QPointF(x, y + 4));
        p.drawText(QPointF(right + 6, y + 3), text);
        y += 16;
    }
}

void templates(const Printing &s) {
    s.page.line(JobSheet::tr("Templates of %1").arg(QString::fromStdString(s.session->job().name)), 18, true);
    s.page.line(
        JobSheet::tr("Printed at full size: the printer must not scale. Measure both bars before cutting."));
    scaleBars(s);
    bool any = false;
    for (const job::PieceAppraisal &piece : s.appraisal->pieces) {
        if (!piece.assembly) continue;
        for (const armor::BarPart &bar : piece.assembly->bars)
            for (const bool atTo : {false, true}) {
                const auto line = exchange::templateOf(bar, atTo);
                if (line.empty()) continue;
                const QString what = worded(s.nameOf(piece) + ": " + piece.assembly->labelOf(bar.name));
                paintTemplate(
                    s, atTo ? JobSheet::tr("%1, its end").arg(what) : JobSheet::tr("%1, its start").arg(what),
                    line);
                any = true;
            }
        any = printBendStrips(s, piece) || any;
    }
    if (!any) s.page.line(JobSheet::tr("No bar of this job is bent or cut to lie on another."));
}

void cautions(const Printing &s) {
    s.page.heading(JobSheet::tr("Cautions"));
    for (const QString &text :
         {JobSheet::tr("All results are estimates for a competent builder to check. Towing, crash, lighting "
                       "and road approval are matters for local codes and licensed engineers."),
          JobSheet::tr("Stand clear of a loaded line, at least its own length to the side; hang a damper on "
                       "it. A rope or shackle that lets go whips back along the line."),
          JobSheet::tr("Put the vehicle on stands, not on a jack. Disconnect the battery and keep clear of "
                       "airbags and their wiring before welding."),
          JobSheet::tr(
              "Coated and galvanized metal gives poisonous fumes: grind it clean, weld with air moving. Keep "
              "hot work away from fuel lines and tanks; keep water by and watch for half an hour after."),
          JobSheet::tr("Two people or a hoist for the beam: it is heavier than it looks.")})
        s.page.line("•  " + text);
}

/// In the order of use: what it is and what to heed, pictures, cutting, welding, fitting, then the checks.
void paintJob(const Printing &s) {
    summary(s);
    findings(s);
    cautions(s);
    const auto each = [&s](auto &&part) {
        for (const job::PieceAppraisal &piece : s.appraisal->pieces) part(s, piece);
    };
    each(picturesOf);
    each(cuts);
    each(printBends);
    each(printJig);
    each(welding);
    each(fitting);
    each(checks);
}

}  // namespace

std::optional<SheetKind> sheetKind(const QString &word) {
    constexpr std::array<std::pair<const char *, SheetKind>, 4> kinds{{{"job", SheetKind::Job},
                                                                       {"customer", SheetKind::Customer},
                                                                       {"templates", SheetKind::Templates},
                                                                       {"log", SheetKind::Log}}};
    for (const auto &[name, kind] : kinds)
        if (word == QLatin1String(name)) return kind;
    return std::nullopt;
}

int JobSheet::paint(QPagedPaintDevice *device, SheetKind kind) const {
    device->setPageMargins(QMarginsF(14, 12, 14, 12), QPageLayout::Millimeter);
    const Look before = look();
    setLook(Look::Light);  // paper is white, whatever the screen is
    const std::string chosen = m_session->piece() ? m_session->piece()->id : std::string();
    int pages = 0;
    {
        PageWriter page(device,
                        tr("Hefty Girder job sheet: %1").arg(QString::fromStdString(m_session->job().name)));
        const Printing s{m_session, page, m_session->appraisal()};
        switch (kind) {
            case SheetKind::Job:
                paintJob(s);
                break;
            case SheetKind::Customer:
                customer(s);
                break;
            case SheetKind::Templates:
                templates(s);
                break;
            case SheetKind::Log:
                logged(s);
                break;
        }
        pages = page.pages();
    }
    if (!chosen.empty()) m_session->choosePiece(QString::fromStdString(chosen));
    setLook(before);
    return pages;
}

Result<bool> JobSheet::writePdf(const QString &path, SheetKind kind) const {
    // The old sheet stays whole until the new one is on the disk.
    QSaveFile file(path);
    const auto problem = [&] {
        return fail(ProblemKind::File,
                    "The PDF cannot be written (" + file.errorString().toStdString() + ").",
                    path.toStdString(), "Check the folder and your rights.");
    };
    if (!file.open(QIODevice::WriteOnly)) return problem();
    QPdfWriter writer(&file);
    writer.setPageSize(QPageSize(QPageSize::A4));
    writer.setResolution(300);
    writer.setTitle(QString::fromStdString(m_session->job().name));
    writer.setCreator("Hefty Girder");
    paint(&writer, kind);
    if (!file.commit()) return problem();
    return true;
}

}  // namespace hefty::app
