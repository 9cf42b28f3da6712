#include "app/stops/measure/template_page.h"

#include <QDate>
#include <QFile>
#include <QFileDialog>
#include <QFileInfo>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QImageReader>
#include <QLabel>
#include <QPainter>
#include <QPainterPath>
#include <QPdfWriter>
#include <QPushButton>
#include <QSaveFile>
#include <QTableView>
#include <QVBoxLayout>

#include "app/sheets/job_lists.h"
#include "app/views/drawing_marks.h"
#include "app/window/theme.h"
#include "app/window/worded.h"
#include "core/job/design/kits.h"
#include "core/outline/drawing.h"
#include "core/outline/photo.h"

namespace hefty::app {
namespace {

using measure::Quantity;

QPolygonF polygonOf(const outline::Loop &loop, const std::function<QPointF(const shape::Vec2 &)> &place) {
    QPolygonF out;
    for (const shape::Vec2 &p : outline::flattened(loop, 0.1)) out << place(p);
    return out;
}

}  // namespace

OutlineView::OutlineView(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("outlineView");
    setAccessibleName(tr("The template chosen, to scale"));
    connect(session, &Session::unitsChanged, this, qOverload<>(&QWidget::update));
}

void OutlineView::show(const outline::Outline &outline) {
    m_outline = outline;
    update();
}

void OutlineView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), colors().paper);
    p.setPen(QPen(colors().rule, 1));
    p.drawRect(rect().adjusted(0, 0, -1, -1));
    p.setFont(measureFont(10));
    if (m_outline.empty()) {
        p.setPen(colors().faint);
        p.drawText(rect().adjusted(10, 10, -10, -10), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("Lay the template on the printed sheet and photograph it, or measure how far its edge "
                      "stands off a "
                      "straight line."));
        return;
    }
    const auto [low, high] = outline::bounds(m_outline);
    const QRectF box = QRectF(rect()).adjusted(92, 28, -24, -36);
    const double scale = std::min(box.width() / (high.x() - low.x()), box.height() / (high.y() - low.y()));
    const QPointF corner(box.center().x() - (high.x() - low.x()) * scale / 2,
                         box.center().y() + (high.y() - low.y()) * scale / 2);
    const shape::Vec2 origin = low;
    const auto place = [&](const shape::Vec2 &v) {
        return QPointF(corner.x() + (v.x() - origin.x()) * scale, corner.y() - (v.y() - origin.y()) * scale);
    };
    QPainterPath path;
    path.addPolygon(polygonOf(m_outline.outer, place));
    path.closeSubpath();
    for (const outline::Loop &h : m_outline.holes) {
        path.addPolygon(polygonOf(h, place));
        path.closeSubpath();
    }
    p.setPen(QPen(colors().ink, 2));
    p.setBrush(colors().rule);
    p.drawPath(path);
    for (const outline::Corner &c : m_outline.outer) {
        p.setBrush(colors().blue);
        p.setPen(Qt::NoPen);
        p.drawEllipse(place(c.at), 2.5, 2.5);
    }
    drawDimension(p, place(shape::Vec2(low.x(), low.y())) + QPointF(0, 18),
                  place(shape::Vec2(high.x(), low.y())) + QPointF(0, 18),
                  printed(high.x() - low.x(), Quantity::DrilledLength, *m_session), colors().blue);
    constexpr double beside = 46;  // px: half of the text lies between
    drawDimension(p, place(shape::Vec2(low.x(), low.y())) - QPointF(beside, 0),
                  place(shape::Vec2(low.x(), high.y())) - QPointF(beside, 0),
                  printed(high.y() - low.y(), Quantity::DrilledLength, *m_session), colors().blue);
    for (const outline::Loop &h : m_outline.holes) {
        shape::Vec2 c;
        double d = 0;
        if (outline::isCircle(h, c, d))
            drawLabel(p, place(c) - QPointF(0, d * scale / 2 + 10),
                      QStringLiteral("⌀ ") + printed(d, Quantity::DrilledLength, *m_session), colors().blue,
                      colors().rule);
    }
}

TemplatePage::TemplatePage(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("templatePage");
    askOpen = [this](const QString &title, const QString &filter) {
        return QFileDialog::getOpenFileName(this, title, {}, filter);
    };
    askSave = [this](const QString &title, const QString &proposal, const QString &filter) {
        return QFileDialog::getSaveFileName(this, title, proposal, filter);
    };
    m_table = new RecordTable(session, "templates", templateList(session), this);
    m_offsets = new RecordTable(session, "offsets", offsetList([this] { return chosen(); }), this);
    m_view = new OutlineView(session, this);
    m_state = new QLabel(this);
    m_state->setObjectName("templateState");
    m_state->setWordWrap(true);
    m_state->setFont(textFont(10));
    auto *buttons = new QGridLayout;
    buttons->setSpacing(4);
    int count = 0;
    const auto button = [&](const QString &text, const char *name, auto run) {
        auto *b = new QPushButton(text, this);
        b->setObjectName(QLatin1String(name));
        b->setFont(textFont(10));
        buttons->addWidget(b, count / 3, count % 3);
        ++count;
        connect(b, &QPushButton::clicked, this, run);
        return b;
    };
    button(tr("From offsets"), "templateOffsets", [this] {
        job::Template t;
        t.source = tr("offsets").toStdString();
        t.offsets = {{0, 60, false}, {100, 80, true}, {200, 60, false}};
        add({std::move(t)}, tr("Begin a template from offsets"));
    });
    button(tr("From DXF, SVG"), "templateDrawing", [this] {
        const QString path = askOpen(tr("Open a drawing"), tr("Drawings (*.dxf *.svg);;All files (*)"));
        if (!path.isEmpty()) openDrawing(path);
    });
    button(tr("From a photo"), "templatePhoto", [this] {
        const QString path =
            askOpen(tr("Open a photograph"), tr("Pictures (*.png *.jpg *.jpeg *.bmp *.webp);;All files (*)"));
        if (!path.isEmpty()) openPhoto(path);
    });
    button(tr("Save the sheet"), "templateSheet", [this] {
        const QString path =
            askSave(tr("Save the reference sheet"), "reference-sheet.pdf", tr("PDF (*.pdf)"));
        if (!path.isEmpty()) saveSheet(path);
    });
    m_export = button(tr("Export"), "templateExport", [this] {
        const QString path =
            askSave(tr("Export the outline"), "template.dxf", tr("DXF (*.dxf);;SVG (*.svg)"));
        if (!path.isEmpty()) exportTo(path);
    });
    auto *lists = new QVBoxLayout;
    lists->setSpacing(4);
    lists->addLayout(buttons);
    lists->addWidget(m_table, 1);
    lists->addWidget(m_offsets, 1);
    auto *right = new QVBoxLayout;
    right->addWidget(m_view, 1);
    right->addWidget(m_state);
    auto *layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(lists, 5);
    layout->addLayout(right, 4);
    for (auto signal : {&Session::appraisalChanged, &Session::jobChanged})
        connect(session, signal, this, &TemplatePage::refresh);
    connect(m_table->table()->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this] {
        m_offsets->model()->follow();
        refresh();
    });
    refresh();
}

int TemplatePage::chosen() const {
    const auto count = static_cast<int>(m_session->job().templates.size());
    const int row = m_table ? m_table->table()->currentIndex().row() : -1;
    return row >= 0 && row < count ? row : (count > 0 ? 0 : -1);
}

void TemplatePage::refresh() {
    const int row = chosen();
    m_export->setEnabled(row >= 0);
    m_offsets->setVisible(row >= 0 &&
                          !m_session->job().templates[static_cast<std::size_t>(row)].offsets.empty());
    const auto appraisal = m_session->appraisal();
    if (row < 0 || row >= static_cast<int>(appraisal->templates.size())) {
        m_view->show({});
        return;
    }
    const job::TemplateAppraisal &t = appraisal->templates[static_cast<std::size_t>(row)];
    m_view->show(t.outline);
    if (!t.problem.empty()) say(worded(t.problem), true);
}

void TemplatePage::say(const QString &text, bool bad) {
    QPalette p = m_state->palette();
    p.setColor(QPalette::WindowText, bad ? colors().bad : colors().ink);
    m_state->setPalette(p);
    m_state->setText(text);
}

void TemplatePage::add(std::vector<job::Template> all, const QString &step) {
    m_session->edit(step, [&](job::Job &job) {
        for (job::Template &fresh : all) {
            for (int n = 1; fresh.id.empty(); ++n) {
                const std::string id = "template" + std::to_string(n);
                if (std::none_of(job.templates.begin(), job.templates.end(),
                                 [&id](const job::Template &t) { return t.id == id; }))
                    fresh.id = id;
            }
            if (fresh.name.empty()) fresh.name = fresh.id;
            job.templates.push_back(fresh);
        }
    });
    m_table->table()->setCurrentIndex(m_table->model()->index(m_table->model()->rowCount() - 1, 0));
}

void TemplatePage::openDrawing(const QString &path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return say(tr("%1 cannot be read: %2.").arg(path, file.errorString()), true);
    const std::string text = file.readAll().toStdString();
    const QString name = QFileInfo(path).fileName();
    auto read = path.endsWith(".svg", Qt::CaseInsensitive)
                    ? outline::readSvgDrawing(text, name.toStdString())
                    : outline::readDxfDrawing(text, name.toStdString());
    if (!read) return say(worded(read.error().sentence()), true);
    auto all = job::templatesOf(*read, QFileInfo(path).completeBaseName().toStdString(), name.toStdString());
    QStringList told{tr("Read %1, its unit %2. Check a length that you know.")
                         .arg(name, QString::fromStdString(read->unit))};
    if (all.size() > 1)
        told << tr("It has %1 parts, the largest first. Lay out, By hand, Plate from a drawing puts them "
                   "together.")
                    .arg(all.size());
    for (const outline::Drawing::Left &l : read->left)
        told << tr("Left out, %1: %2.").arg(QString::fromStdString(l.entity), QString::fromStdString(l.why));
    add(std::move(all), tr("Take a template from %1").arg(name));
    say(told.join(' '), !read->left.empty());
}

void TemplatePage::openPhoto(const QString &path) {
    QImageReader reader(path);
    reader.setAutoTransform(true);
    const QImage image = reader.read().convertToFormat(QImage::Format_Grayscale8);
    if (image.isNull()) return say(tr("%1 cannot be read: %2.").arg(path, reader.errorString()), true);
    outline::GrayPicture picture{image.width(), image.height(), {}};
    picture.pixels.reserve(static_cast<std::size_t>(image.width()) *
                           static_cast<std::size_t>(image.height()));
    for (int y = 0; y < image.height(); ++y)
        picture.pixels.insert(picture.pixels.end(), image.constScanLine(y),
                              image.constScanLine(y) + image.width());
    const auto traced = outline::trace(picture, {});
    if (!traced) return say(worded(traced.error().sentence()), true);
    job::Template t;
    t.name = QFileInfo(path).completeBaseName().toStdString();
    t.source = QFileInfo(path).fileName().toStdString();
    t.outline = traced->outline;
    add({std::move(t)}, tr("Trace a template from %1").arg(QFileInfo(path).fileName()));
    say(traced->checkDots >= 2
            ? tr("Traced. The sheet's check dots are off by at most %1, lengths by %2 percent.")
                  .arg(printed(traced->checkError, Quantity::DrilledLength, *m_session))
                  .arg(100 * traced->scaleError, 0, 'f', 2)
            : tr("Traced, but the sheet's check dots were not found: the scale is not checked."),
        traced->checkDots < 2);
}

void TemplatePage::saveSheet(const QString &path) {
    const outline::Sheet sheet;
    QPdfWriter pdf(path);
    pdf.setPageSize(QPageSize(QPageSize::A3));
    pdf.setPageOrientation(QPageLayout::Landscape);
    pdf.setPageMargins(QMarginsF(0, 0, 0, 0));
    pdf.setTitle(tr("Reference sheet for templates"));
    QPainter p(&pdf);
    if (!p.isActive()) return say(tr("%1 cannot be written.").arg(path), true);
    const double dots = pdf.logicalDpiX() / 25.4;
    const double left = (420 - sheet.width) / 2, bottom = (297 + sheet.height) / 2;
    const auto place = [&](const shape::Vec2 &v) {
        return QPointF((left + v.x()) * dots, (bottom - v.y()) * dots);
    };
    p.setPen(Qt::NoPen);
    for (const outline::SheetShape &s : outline::sheetShapes(sheet)) {
        p.setBrush(s.black ? Qt::black : Qt::white);
        p.drawPolygon(polygonOf(s.loop, place));
    }
    p.setPen(Qt::black);
    p.setFont(textFont(9));
    p.drawText(QRectF((left + 40) * dots, (bottom + 4) * dots, (sheet.width / 2 - 50) * dots, 10 * dots),
               Qt::AlignLeft,
               tr("Print at 100 %. Middle to middle of the marks: %1 x %2 mm; measure it.")
                   .arg(sheet.width)
                   .arg(sheet.height));
    p.end();
    say(tr(
        "Saved. Print it on A3 at full size, lay the template inside the marks, photograph it from above."));
}

void TemplatePage::exportTo(const QString &path) {
    const int row = chosen();
    const auto appraisal = m_session->appraisal();
    if (row < 0 || row >= static_cast<int>(appraisal->templates.size())) return;
    const outline::Outline &o = appraisal->templates[static_cast<std::size_t>(row)].outline;
    if (o.empty()) return say(tr("There is no outline to export yet."), true);
    const std::string text =
        path.endsWith(".svg", Qt::CaseInsensitive) ? outline::writeSvg(o) : outline::writeDxf(o);
    const auto saved = job::saveText(path.toStdString(), text);
    say(saved ? tr("Exported to %1.").arg(path) : worded(saved.error().sentence()), !saved);
}

}  // namespace hefty::app
