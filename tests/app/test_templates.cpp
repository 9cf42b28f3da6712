#include <QImage>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QProcess>
#include <QPushButton>
#include <QTableView>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>

#include "app/stops/measure/template_page.h"
#include "core/base/places.h"
#include "tests/app/app_test.h"
#include "tests/core/outline/drawn_photo.h"

using namespace hefty;
using namespace hefty::app;
using hefty::testing::DemoWindow;
using hefty::testing::typeInto;

namespace {

void click(DemoWindow &demo, const char *name) {
    QTest::mouseClick(demo.find<QAbstractButton>(name), Qt::LeftButton);
}

QString state(DemoWindow &demo) {
    return demo.find<QLabel>("templateState")->text();
}

const job::TemplateAppraisal &last(DemoWindow &demo) {
    return demo.session().appraisal()->templates.back();
}

std::pair<double, double> sizeOf(const outline::Outline &o) {
    const auto [low, high] = outline::bounds(o);
    return {high.x() - low.x(), high.y() - low.y()};
}

}  // namespace

class TestTemplates : public QObject {
    Q_OBJECT

  private:
    QTemporaryDir m_dir;

    [[nodiscard]] QString savedPicture(const outline::GrayPicture &p, const char *name) const {
        QImage image(p.width, p.height, QImage::Format_Grayscale8);
        for (int y = 0; y < p.height; ++y)
            std::copy_n(p.pixels.begin() + static_cast<std::ptrdiff_t>(y) * p.width, p.width,
                        image.scanLine(y));
        const QString path = m_dir.filePath(name);
        return image.save(path) ? path : QString();
    }

  private slots:
    void initTestCase() { hefty::testing::useFolder(m_dir); }

    /// The picture that ships with the demo: a bracket of 200 by 120 mm with holes of 22 and 14 mm.
    void demoPhotograph() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        hefty::testing::openList(demo, "listTemplates");
        auto *page = demo.find<TemplatePage>("templatePage");
        page->askOpen = [](const QString &, const QString &) {
            return QString::fromStdString(demoFolder() + "/template-photo.png");
        };
        click(demo, "templatePhoto");
        QVERIFY(demo.settle());
        QVERIFY2(state(demo).startsWith("Traced"), qPrintable(state(demo)));
        const auto [width, height] = sizeOf(last(demo).outline);
        QVERIFY(std::abs(width - 200) < 0.8 && std::abs(height - 120) < 0.8);
        QCOMPARE(last(demo).outline.holes.size(), std::size_t{2});
        QVERIFY(state(demo).contains("percent"));
        QVERIFY(demo.session().undoStack()->undoText().startsWith("Trace a template"));
        demo.session().undoStack()->undo();
        QVERIFY(demo.session().job().templates.size() == hefty::testing::demoJob().templates.size());
    }
    /// The sheet as it is printed, with a rectangle laid on it, measures true.
    void printedSheetMeasuresTrue() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        hefty::testing::openList(demo, "listTemplates");
        auto *page = demo.find<TemplatePage>("templatePage");
        const QString pdf = m_dir.filePath("sheet.pdf");
        page->askSave = [&](const QString &, const QString &, const QString &) { return pdf; };
        click(demo, "templateSheet");
        QVERIFY(state(demo).startsWith("Saved"));
        QCOMPARE(QProcess::execute(
                     "pdftoppm", {"-r", "100", "-gray", "-png", "-singlefile", pdf, m_dir.filePath("sheet")}),
                 0);
        QImage image = QImage(m_dir.filePath("sheet.png")).convertToFormat(QImage::Format_Grayscale8);
        QVERIFY(std::abs(image.width() - 420 / 25.4 * 100) < 2);
        QPainter painter(&image);
        const double dots = 100 / 25.4;
        painter.fillRect(QRectF(150 * dots, 100 * dots, 120 * dots, 80 * dots), QColor(90, 90, 90));
        painter.end();
        const QString photo = m_dir.filePath("laid.png");
        QVERIFY(image.save(photo));
        page->openPhoto(photo);
        QVERIFY(demo.settle());
        QVERIFY2(state(demo).startsWith("Traced"), qPrintable(state(demo)));
        const auto [width, height] = sizeOf(last(demo).outline);
        QVERIFY2(std::abs(width - 120) < 0.5 && std::abs(height - 80) < 0.5,
                 qPrintable(QStringLiteral("%1 %2").arg(width).arg(height)));
    }
    /// Offsets typed along a baseline; a curve where wanted; nonsense is said and mended.
    void offsetsByHand() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        hefty::testing::openList(demo, "listTemplates");
        click(demo, "templateOffsets");
        QVERIFY(demo.settle());
        auto *table = demo.find<QTableView>("offsetsTable");
        QVERIFY(table->isVisible());
        QCOMPARE(table->model()->rowCount(), 3);
        typeInto(table, 1, 1, "95");
        QVERIFY(demo.settle());
        QVERIFY(std::abs(sizeOf(last(demo).outline).second - 95) < 1.5);
        typeInto(table, 2, 0, "100");  // the same place twice
        QVERIFY(demo.settle());
        QVERIFY(state(demo).contains("must grow"));
        QVERIFY(demo.session().appraisal()->finding("template/" + last(demo).id));
        demo.session().undoStack()->undo();
        QVERIFY(demo.settle());
        QVERIFY(!demo.session().appraisal()->finding("template/" + last(demo).id));
        click(demo, "offsetsAdd");
        QCOMPARE(table->model()->rowCount(), 4);
    }
    /// Out as DXF and as SVG, and in again.
    void exportAndImport() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        hefty::testing::openList(demo, "listTemplates");
        auto *page = demo.find<TemplatePage>("templatePage");
        page->openPhoto(savedPicture(hefty::testing::photograph({}, hefty::testing::bracket(), {80, 65}, {}),
                                     "photo.png"));
        QVERIFY(demo.settle());
        const double area = last(demo).area;
        for (const char *name : {"out.dxf", "out.svg"}) {
            const QString path = m_dir.filePath(name);
            page->exportTo(path);
            QVERIFY2(state(demo).startsWith("Exported"), qPrintable(state(demo)));
            page->openDrawing(path);
            QVERIFY(demo.settle());
            QVERIFY(std::abs(last(demo).area / area - 1) < 1e-3);
        }
        // Saved and opened again, all templates are there.
        const QString job = m_dir.filePath("t.girder.json");
        QVERIFY(demo.session().save(job).has_value());
        const auto again = job::loadJob(job.toStdString());
        QVERIFY(again.has_value());
        QCOMPARE(again->templates.size(), demo.session().job().templates.size());
        QVERIFY(again->templates == demo.session().job().templates);
    }
    void badFiles() {
        DemoWindow demo;
        QVERIFY(demo.settle());
        hefty::testing::openList(demo, "listTemplates");
        auto *page = demo.find<TemplatePage>("templatePage");
        const auto write = [this](const char *name, const QByteArray &bytes) {
            QFile file(m_dir.filePath(name));
            (void)file.open(QIODevice::WriteOnly);
            file.write(bytes);
            return file.fileName();
        };
        const int steps = demo.session().undoStack()->count();
        page->openPhoto(write("words.png", "these are words"));
        QVERIFY(state(demo).contains("cannot be read"));
        QImage plain(400, 300, QImage::Format_Grayscale8);
        plain.fill(200);
        QVERIFY(plain.save(m_dir.filePath("plain.png")));
        page->openPhoto(m_dir.filePath("plain.png"));
        QVERIFY(state(demo).contains("of the 4 marks"));
        page->openDrawing(write("words.dxf", "words"));
        QVERIFY(state(demo).contains("no DXF"));
        page->openDrawing(write("words.svg", "<svg>"));
        QVERIFY(state(demo).contains("damaged"));
        page->openDrawing(m_dir.filePath("nobody.dxf"));
        QVERIFY(state(demo).contains("cannot be read"));
        page->exportTo("/nowhere/at/all.dxf");
        QCOMPARE(demo.session().undoStack()->count(), steps);
    }
};

QTEST_MAIN(TestTemplates)
#include "test_templates.moc"
