#include "app/job_sheet.h"

#include <algorithm>

#include <QDate>
#include <QPdfWriter>
#include <QSaveFile>

#include "app/cut_bench.h"
#include "app/plan_view.h"
#include "app/prove_bench.h"
#include "app/structure_view.h"
#include "app/theme.h"
#include "core/base/constants.h"

namespace hefty::app {
namespace {

/// Writes lines and tables down the page and turns pages; lengths in points of the page.
class PageWriter {
  public:
    PageWriter(QPagedPaintDevice *device, const QString &footer)
        : m_device(device), m_fonts(72.0 / device->logicalDpiX()), m_footer(footer) {
        m_painter.begin(device);
        const double dots = device->logicalDpiX();
        m_painter.scale(dots / 72, dots / 72);
        m_page = QRectF(0, 0, device->width() * 72 / dots, device->height() * 72 / dots);
        beginPage();
    }
    ~PageWriter() { m_painter.end(); }

    QPainter &painter() { return m_painter; }
    [[nodiscard]] double left() const { return m_page.left(); }
    [[nodiscard]] double width() const { return m_page.width(); }
    [[nodiscard]] int pages() const { return m_number; }

    void need(double height) {
        if (m_y + height > m_page.bottom() - 24) turn();
    }
    /// Room of a height on the page; the writer goes on below it.
    QRectF take(double height) {
        need(height);
        const QRectF box(m_page.left(), m_y, m_page.width(), height);
        m_y += height;
        return box;
    }
    void heading(const QString &text) {
        need(60);
        m_y += 8;
        line(text, 13, true);
        m_painter.setPen(QPen(Qt::black, 0.8));
        m_painter.drawLine(QPointF(left(), m_y), QPointF(left() + width(), m_y));
        m_y += 4;
    }
    void line(const QString &text, double points = 9, bool bold = false) {
        m_painter.setFont(textFont(points, bold));
        const QRectF bounds =
            m_painter.boundingRect(QRectF(left(), 0, width(), 10000), Qt::TextWordWrap, text);
        const QRectF box = take(bounds.height() + 3);
        m_painter.setFont(textFont(points, bold));
        m_painter.setPen(Qt::black);
        m_painter.drawText(box, Qt::TextWordWrap, text);
    }
    void row(const QStringList &cells, const std::vector<double> &shares, bool bold = false) {
        const QFont font = bold ? textFont(8, true) : measureFont(7.5);
        m_painter.setFont(font);
        double height = 12;
        for (int i = 0; i < cells.size(); ++i)
            height = std::max(
                height,
                m_painter
                        .boundingRect(QRectF(0, 0, width() * shares[static_cast<std::size_t>(i)] - 4, 1000),
                                      Qt::TextWordWrap, cells[i])
                        .height() +
                    3);
        const QRectF box = take(height);
        double x = box.left();
        m_painter.setFont(font);  // a new page has begun with the font of its footer
        m_painter.setPen(Qt::black);
        for (int i = 0; i < cells.size(); ++i) {
            const double w = width() * shares[static_cast<std::size_t>(i)];
            m_painter.drawText(QRectF(x, box.top() + 1, w - 4, height), Qt::TextWordWrap, cells[i]);
            x += w;
        }
        m_painter.setPen(QPen(QColor("#999999"), 0.4));
        m_painter.drawLine(box.bottomLeft(), box.bottomRight());
    }

  private:
    void beginPage() {
        ++m_number;
        m_y = m_page.top();
        m_painter.setFont(textFont(7));
        m_painter.setPen(QColor("#444444"));
        m_painter.drawText(QRectF(left(), m_page.bottom() - 14, width(), 14),
                           Qt::AlignLeft | Qt::AlignVCenter, m_footer);
        m_painter.drawText(QRectF(left(), m_page.bottom() - 14, width(), 14),
                           Qt::AlignRight | Qt::AlignVCenter, QString::number(m_number));
    }
    void turn() {
        m_device->newPage();
        beginPage();
    }

    QPagedPaintDevice *m_device;
    FontScale m_fonts;
    QPainter m_painter;
    QString m_footer;
    QRectF m_page;
    double m_y = 0;
    int m_number = 0;
};

struct Printing {
    Session *session;
    PageWriter &page;
    std::shared_ptr<const job::Appraisal> appraisal;

    [[nodiscard]] QString print(double v, measure::Quantity q) const {
        return QString::fromStdString(measure::printQuantity(v, q, session->units()));
    }
    [[nodiscard]] QString length(double v) const { return print(v, measure::Quantity::Length); }
};

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
            {QString::fromStdString(g.name),
             g.value ? s.print(*g.value, g.quantity) + unit + (g.broken() ? JobSheet::tr("  (!)") : QString())
                     : QStringLiteral("–"),
             (g.limitIsLeast ? "≥ " : "≤ ") + s.print(g.limit, g.quantity) + unit,
             QString::fromStdString(g.governs)},
            {0.3, 0.2, 0.2, 0.3});
    }
}

void pictures(const Printing &s) {
    s.page.heading(JobSheet::tr("Pictures"));
    PlanView front(s.session, ViewSide::Front), side(s.session, ViewSide::Side),
        top(s.session, ViewSide::Top);
    front.setFit({0, -960, 0}, {0, 960, 1000});
    side.setFit({-260, 0, -40}, {1020, 0, 1020});
    top.setFit({440, -960, 0}, {900, 960, 0});
    StructureView structure(s.session);
    const auto draw = [&](const QString &title, double height, auto &&paint) {
        s.page.need(height + 16);
        s.page.line(title, 9, true);
        const FontScale small(0.75);  // drawings are smaller here than on the screen
        paint(s.page.take(height));
    };
    draw(JobSheet::tr("From ahead"), 190, [&](const QRectF &box) { front.paintInto(s.page.painter(), box); });
    draw(JobSheet::tr("From the side, with the approach"), 210,
         [&](const QRectF &box) { side.paintInto(s.page.painter(), box); });
    draw(JobSheet::tr("From above, front down"), 120,
         [&](const QRectF &box) { top.paintInto(s.page.painter(), box); });
    draw(JobSheet::tr("How hard the parts work, worst of all duties"), 280,
         [&](const QRectF &box) { structure.paintInto(s.page.painter(), box); });
}

void findings(const Printing &s) {
    s.page.heading(JobSheet::tr("To settle"));
    bool any = false;
    for (const job::Finding &f : s.appraisal->findings) {
        any |= f.severity != job::Severity::Note;
        s.page.line((f.severity == job::Severity::Note ? QStringLiteral("–  ") : QStringLiteral("☐  ")) +
                    QString::fromStdString(f.sentence.in(s.session->units())));
    }
    if (!any) s.page.line(JobSheet::tr("Nothing breaks a limit of the house."));
}

void checks(const Printing &s, const job::PieceAppraisal &piece) {
    if (!piece.proof) return;
    s.page.heading(JobSheet::tr("Checks, worst first"));
    const std::vector<double> shares{0.1, 0.42, 0.36, 0.12};
    s.page.row(
        {JobSheet::tr("Works at"), JobSheet::tr("What"), JobSheet::tr("Worst duty"), JobSheet::tr("State")},
        shares, true);
    for (const proof::Check &c : piece.proof->checks) {
        const QString state = c.utilization > 1 ? JobSheet::tr("fails")
                              : c.proved()      ? JobSheet::tr("holds")
                                                : JobSheet::tr("not proved");
        s.page.row({QString::number(c.utilization, 'f', 2), QString::fromStdString(c.title),
                    QString::fromStdString(proof::dutyTitle(*piece.proof, c)), state},
                   shares);
    }
    if (!piece.proof->unproved.empty()) s.page.heading(JobSheet::tr("Not proved"));
    for (const proof::Unproved &u : piece.proof->unproved)
        s.page.line(QString::fromStdString("–  " + u.what + ": " + u.why + "."));
    s.page.heading(JobSheet::tr("What gives first on the winch line"));
    for (std::size_t i = 0; i < std::min<std::size_t>(6, piece.proof->ladder.size()); ++i) {
        const proof::Rung &r = piece.proof->ladder[i];
        s.page.row({s.print(r.letsGoAt, measure::Quantity::Force), QString::fromStdString(r.title),
                    QString::fromStdString(r.where.empty() ? r.means : r.means + " Pulled " + r.where + ".")},
                   {0.18, 0.36, 0.46});
    }
    s.page.heading(JobSheet::tr("Taken for granted"));
    for (const std::string &a : piece.proof->idealization.assumptions)
        s.page.line("–  " + QString::fromStdString(a));
}

void cuts(const Printing &s, const job::PieceAppraisal &piece) {
    if (!piece.fabrication) return;
    s.page.heading(JobSheet::tr("Cut list"));
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
        QString more = QString::fromStdString(c.note.in(s.session->units()));
        for (const armor::Hole &h : c.holes)
            more += QStringLiteral("%1%2 ⌀%3 at %4/%5")
                        .arg(more.isEmpty() ? "" : "; ", QString::fromStdString(h.purpose),
                             s.print(h.diameter, measure::Quantity::DrilledLength),
                             s.print(h.at.x(), measure::Quantity::DrilledLength),
                             s.print(h.at.y(), measure::Quantity::DrilledLength));
        if (!more.isEmpty()) s.page.line("      " + more, 7.5);
    }
    s.page.heading(JobSheet::tr("Bars"));
    const BarsView bars(s.session);
    const double height = bars.heightNeeded();
    const FontScale small(0.85);
    bars.paintInto(s.page.painter(), s.page.take(height));
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

}  // namespace

int JobSheet::paint(QPagedPaintDevice *device) const {
    device->setPageMargins(QMarginsF(14, 12, 14, 12), QPageLayout::Millimeter);
    const Look before = look();
    setLook(Look::Light);  // paper is white, whatever the screen is
    int pages = 0;
    {
        PageWriter page(device,
                        tr("Hefty Girder job sheet: %1").arg(QString::fromStdString(m_session->job().name)));
        const Printing s{m_session, page, m_session->appraisal()};
        summary(s);
        pictures(s);
        findings(s);
        for (const job::PieceAppraisal &piece : s.appraisal->pieces) {
            checks(s, piece);
            cuts(s, piece);
        }
        cautions(s);
        pages = page.pages();
    }
    setLook(before);
    return pages;
}

Result<bool> JobSheet::writePdf(const QString &path) const {
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
    paint(&writer);
    if (!file.commit()) return problem();
    return true;
}

}  // namespace hefty::app
