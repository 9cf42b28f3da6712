#include <cstdio>

#include <QApplication>
#include <QCommandLineParser>
#include <QElapsedTimer>
#include <QIcon>
#include <QSettings>
#include <QTimer>

#include "app/sheets/job_sheet.h"
#include "app/window/language.h"
#include "app/window/main_window.h"
#include "app/window/theme.h"
#include "app/window/traveler.h"
#include "core/base/memory.h"
#include "core/base/places.h"

namespace {

bool isReady(hefty::app::MainWindow &window) {
    const auto *session = window.session();
    return !session->isWorking() && session->appraisal()->remediesDone &&
           session->appraisal()->detail == hefty::proof::Detail::Halved;
}

/// Waits for the closest look, then writes a paper and quits.
void writeSheet(hefty::app::MainWindow &window, const QString &path, hefty::app::SheetKind kind) {
    auto *timer = new QTimer(&window);
    QObject::connect(timer, &QTimer::timeout, &window, [&window, path, kind, timer] {
        // Templates and the log need no proof; the other papers wait for the closest look.
        const bool shapeOnly = kind == hefty::app::SheetKind::Templates || kind == hefty::app::SheetKind::Log;
        const hefty::app::Session &session = *window.session();
        if (!session.job().pieces.empty()) {
            const bool shaped = session.appraisal() && !session.appraisal()->pieces.empty();
            if (shapeOnly ? !shaped : !isReady(window)) return;
        } else if (session.isWorking()) {
            return;
        }
        timer->stop();
        const auto written = hefty::app::JobSheet(window.session()).writePdf(path, kind);
        if (!written) std::fprintf(stderr, "%s\n", written.error().sentence().c_str());
        QApplication::exit(written ? 0 : 2);
    });
    timer->start(50);
}

/// Waits until the appraisal with its remedies is there, then saves a picture of the window and quits.
void takePicture(hefty::app::MainWindow &window, const QString &path) {
    auto *timer = new QTimer(&window);
    auto *since = new QElapsedTimer;
    since->start();
    QObject::connect(timer, &QTimer::timeout, &window, [&window, path, timer, since] {
        if (!isReady(window) && since->elapsed() < 60000) return;
        timer->stop();
        delete since;
        QTimer::singleShot(200, &window, [&window, path] {
            const bool saved = window.grab().save(path);
            if (!saved) std::fprintf(stderr, "The picture cannot be written to %s\n", qPrintable(path));
            QApplication::exit(saved ? 0 : 2);
        });
    });
    timer->start(50);
}

}  // namespace

int main(int argc, char **argv) {
    hefty::returnLargeMemory();
    // A paper needs no display.
    for (int i = 1; i < argc; ++i)
        if (QByteArray(argv[i]).startsWith("--sheet") && qEnvironmentVariableIsEmpty("DISPLAY") &&
            qEnvironmentVariableIsEmpty("WAYLAND_DISPLAY") && qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM"))
            qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication app(argc, argv);
    QApplication::setApplicationName("hefty-girder");
    QApplication::setOrganizationName("hefty-girder");
    QApplication::setApplicationDisplayName("Hefty Girder");
    QApplication::setApplicationVersion("0.1.0");
    QApplication::setDesktopFileName("hefty-girder");
    QCommandLineParser parser;
    parser.setApplicationDescription("Workbench for off-road vehicle armor.");
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument("job", "Job file to open.");
    const QCommandLineOption demo("demo", "Open the demo job.");
    const QCommandLineOption picture("picture", "Render the window to a PNG and exit.", "file");
    const QCommandLineOption stop(
        "stop", "Begin at a stop: measure, layout, load, prove, cut, weld, fitup, log.", "name", "layout");
    const QCommandLineOption piece("piece", "Choose a piece of the job.", "id");
    const QCommandLineOption select("select", "Choose a part of the piece.", "part");
    const QCommandLineOption dark("dark", "Dark look.");
    const QCommandLineOption speak("language", "Language of the interface: en, de.", "code");
    const QCommandLineOption sheet("sheet", "Write a paper of the job as PDF and exit.", "file");
    const QCommandLineOption kind("kind", "Which paper: job, customer, templates or log.", "kind", "job");
    parser.addOptions({demo, sheet, kind, picture, stop, piece, select, dark, speak});
    parser.process(app);

    auto stock = hefty::stock::readStock(hefty::stockFolder());
    if (!stock) {
        std::fprintf(stderr, "The stock files cannot be read. %s\n", stock.error().sentence().c_str());
        return 2;
    }
    hefty::app::setLanguage(parser.isSet(speak) ? parser.value(speak) : hefty::app::chosenLanguage());
    if (parser.isSet(dark)) hefty::app::setLook(hefty::app::Look::Dark);
    hefty::app::applyTheme();
    QApplication::setWindowIcon(QIcon(":/icons/hefty-girder.svg"));
    hefty::app::MainWindow window(std::make_shared<const hefty::stock::Stock>(std::move(*stock)));
    if (parser.isSet(demo))
        window.openPath(QString::fromStdString(hefty::demoFolder()) + "/marten-front-bumper.girder.json");
    if (!parser.positionalArguments().isEmpty()) window.openPath(parser.positionalArguments().front());
    if (parser.isSet(demo) || !parser.positionalArguments().isEmpty() || parser.isSet(stop))
        window.goTo(std::max(0, hefty::app::stopIndex(parser.value(stop).toStdString())));
    if (parser.isSet(piece)) window.session()->choosePiece(parser.value(piece));
    if (parser.isSet(select)) window.session()->select(parser.value(select));
    if (parser.isSet(sheet)) {
        const auto which = hefty::app::sheetKind(parser.value(kind));
        if (!which) {
            std::fprintf(stderr, "The paper \"%s\" is not known: use job, customer, templates or log.\n",
                         qPrintable(parser.value(kind)));
            return 2;
        }
        writeSheet(window, parser.value(sheet), *which);
        return QApplication::exec();
    }
    window.show();
    // Whoever starts it for the first time without a job is asked what to do.
    if (QSettings settings; !parser.isSet(picture) && !parser.isSet(demo) && !parser.isSet(stop) &&
                            parser.positionalArguments().isEmpty() && !settings.contains("welcomed")) {
        settings.setValue("welcomed", true);
        window.welcome();
    }
    if (parser.isSet(picture)) takePicture(window, parser.value(picture));
    return QApplication::exec();
}
