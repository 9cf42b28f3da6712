#include "app/window/main_window.h"

#include <QAction>
#include <QApplication>
#include <QCloseEvent>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QMenu>
#include <QToolButton>
#include <QVBoxLayout>

#include "app/sheets/export_sheet.h"
#include "app/sheets/job_lists.h"
#include "app/sheets/list_sheet.h"
#include "app/sheets/shop_sheet.h"
#include "app/stops/cut/cut_bench.h"
#include "app/stops/cut/sheet_page.h"
#include "app/stops/fitup/fit_bench.h"
#include "app/stops/layout/gallery.h"
#include "app/stops/layout/layout_bench.h"
#include "app/stops/layout/schools_sheet.h"
#include "app/stops/layout/variants_sheet.h"
#include "app/stops/load/curve_page.h"
#include "app/stops/load/load_bench.h"
#include "app/stops/log/log_bench.h"
#include "app/stops/measure/measure_bench.h"
#include "app/stops/prove/prove_bench.h"
#include "app/stops/prove/working_sheet.h"
#include "app/stops/weld/weld_bench.h"
#include "app/window/finder.h"
#include "app/window/findings_panel.h"
#include "app/window/gauge_bar.h"
#include "app/window/handbook.h"
#include "app/window/job_files.h"
#include "app/window/language.h"
#include "app/window/page_stack.h"
#include "app/window/piece_chips.h"
#include "app/window/theme.h"
#include "app/window/tour.h"
#include "app/window/traveler.h"
#include "app/window/welcome.h"
#include "app/window/worded.h"
#include "core/base/places.h"

namespace hefty::app {
namespace {

QToolButton *stripButton(QAction *action, const char *name) {
    auto *button = new QToolButton;
    button->setObjectName(QLatin1String(name));
    button->setDefaultAction(action);
    button->setToolButtonStyle(Qt::ToolButtonTextOnly);
    return button;
}

}  // namespace

MainWindow::MainWindow(std::shared_ptr<const stock::Stock> stock, QWidget *parent)
    : QMainWindow(parent),
      m_session(new Session(std::move(stock), this)),
      m_files(new JobFiles(m_session, asking, this)) {
    setObjectName("mainWindow");
    resize(1280, 800);
    m_gauges = new GaugeBar(m_session);  // first: it is told of an answer before the views are
    m_traveler = new Traveler(m_session);
    m_measure = new MeasureBench(m_session);
    m_layout = new LayoutBench(m_session);
    m_prove = new ProveBench(m_session);
    m_cut = new CutBench(m_session);
    auto *load = new LoadBench(m_session);
    auto *weld = new WeldBench(m_session);
    auto *fit = new FitBench(m_session);
    auto *log = new LogBench(m_session);
    m_benches = new PageStack;
    for (QWidget *bench :
         std::initializer_list<QWidget *>{m_measure, m_layout, load, m_prove, m_cut, weld, fit, log})
        m_benches->addWidget(bench);
    m_findings = new FindingsPanel(m_session);
    makeActions();
    auto *middle = new QHBoxLayout;
    middle->setSpacing(0);
    middle->addWidget(m_traveler);
    middle->addWidget(m_benches, 1);
    middle->addWidget(m_findings);
    auto *all = new QWidget;
    auto *layout = new QVBoxLayout(all);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(makeStrip());
    layout->addLayout(middle, 1);
    layout->addWidget(m_gauges);
    setCentralWidget(all);
    connect(m_traveler, &Traveler::chosen, this, &MainWindow::goTo);
    connect(m_gauges, &GaugeBar::asked, this, &MainWindow::gaugeAsked);
    connect(m_findings, &FindingsPanel::showAsked, this, &MainWindow::showFinding);
    connect(m_findings, &FindingsPanel::whyAsked, this, &MainWindow::whyFinding);
    connect(m_prove, &ProveBench::whyAsked, this, &MainWindow::openWorking);
    connect(m_measure, &MeasureBench::whyAsked, this, &MainWindow::openWorking);
    connect(weld, &WeldBench::whyAsked, this, &MainWindow::openWorking);
    connect(load, &LoadBench::whyAsked, this, &MainWindow::openWorking);
    connect(load, &LoadBench::fileAsked, this, [this](CurvePage *page, const QString &title) {
        const QString path = asking.openFile(this, title, tr("Tables (*.csv);;All files (*)"));
        if (path.isEmpty()) return;
        if (const QString why = page->open(path); !why.isEmpty())
            asking.tell(this, tr("The file cannot be read"), why);
    });
    connect(fit, &FitBench::whyAsked, this, &MainWindow::openWorking);
    connect(log, &LogBench::whyAsked, this, &MainWindow::openWorking);
    connect(m_cut, &CutBench::exportAsked, m_files, &JobFiles::exportCuts);
    connect(m_cut, &CutBench::sheetFilesAsked, m_files, [this] { m_files->exportSheets(*m_cut->sheets()); });
    connect(m_cut, &CutBench::rackAsked, this, &MainWindow::openRack);
    for (auto signal : {&Session::jobChanged, &Session::fileChanged, &Session::unitsChanged,
                        &Session::appraisalChanged, &Session::pieceChosen})
        connect(m_session, signal, this, &MainWindow::refreshStrip);
    goTo(0);
    refreshStrip();
    if (QWidget *banner = m_files->recoveryBanner()) layout->insertWidget(1, banner);
}

MainWindow::~MainWindow() {
    // The session and the views outlive this part of the window by a moment, and an undo stack speaks once
    // more when it goes: nobody may answer.
    QObject::disconnect(m_session, nullptr, nullptr, nullptr);
    QObject::disconnect(m_session->undoStack(), nullptr, nullptr, nullptr);
}

QAction *MainWindow::action(const char *name, const QString &text, const QKeySequence &keys,
                            std::function<void()> run) {
    auto *a = new QAction(text, this);
    a->setObjectName(QLatin1String(name));
    if (!keys.isEmpty()) a->setShortcut(keys);
    connect(a, &QAction::triggered, this, std::move(run));
    addAction(a);
    m_actions.append(a);
    return a;
}

void MainWindow::makeActions() {
    action("new", tr("New job"), QKeySequence::New, [this] { m_session->newJob(); });
    action("open", tr("Open a job..."), QKeySequence::Open, [this] { m_files->open(); });
    action("openDemo", tr("Open the demo job"), {},
           [this] { openPath(QString::fromStdString(demoFolder()) + "/marten-front-bumper.girder.json"); });
    action("openDemos", tr("Demo jobs..."), {}, [this] {
        DemoList list(this);
        if (list.exec() == QDialog::Accepted && !list.chosen().isEmpty()) openPath(list.chosen());
    });
    action("welcome", tr("Welcome..."), {}, [this] { welcome(); });
    action("tour", tr("Show me around"), {}, [this] { tour(); });
    action("handbook", tr("Handbook"), QKeySequence::HelpContents, [this] { (new Handbook(this))->show(); });
    action("save", tr("Save"), QKeySequence::Save, [this] { m_files->save(); });
    action("saveAs", tr("Save as..."), QKeySequence("Ctrl+Shift+S"), [this] { m_files->saveAs(); });
    action("exportCuts", tr("Save the cut list as CSV..."), QKeySequence("Ctrl+E"),
           [this] { m_files->exportCuts(); });
    action("exportPdf", tr("Save the job sheet as PDF..."), QKeySequence("Ctrl+Shift+E"),
           [this] { m_files->exportPdf(); });
    action("export", tr("Files for machines and other programs..."), QKeySequence("Ctrl+Alt+E"), [this] {
        auto *sheet = new ExportSheet(m_session, asking, this);
        sheet->setAttribute(Qt::WA_DeleteOnClose);
        sheet->show();
    });
    action("print", tr("Print the job sheet..."), QKeySequence::Print, [this] { m_files->printPreview(); });
    action("addPiece", tr("Add a piece..."), QKeySequence("Ctrl+Shift+N"), [this] {
        auto store = openShopStore();
        const auto piece = chooseFromGallery(m_session, store ? &*store : nullptr, this);
        if (!piece) return;
        m_session->addPiece(*piece);
        goTo(stopIndex("layout"));
    });
    action("keepPattern", tr("Keep this piece as a pattern"), {}, [this] { m_files->keepPattern(); });
    action("removePiece", tr("Remove this piece"), {}, [this] { m_session->removePiece(); });
    action("jobCard", tr("Job card..."), QKeySequence("Ctrl+I"), [this] { openJobCard(); });
    action("rules", tr("House rules..."), QKeySequence("Ctrl+R"), [this] { openRules(); });
    action("rack", tr("Rack and prices..."), QKeySequence("Ctrl+B"), [this] { openRack(); });
    action("shop", tr("Shop and earlier jobs..."), QKeySequence("Ctrl+H"), [this] { m_files->showShop(); });
    action("metric", tr("Millimeters"), {}, [this] { m_session->setUnits(measure::UnitSystem::Metric); });
    action("inch", tr("Inches"), {}, [this] { m_session->setUnits(measure::UnitSystem::Inch); });
    action("units", tr("Switch units"), QKeySequence("Ctrl+U"), [this] {
        m_session->setUnits(m_session->units() == measure::UnitSystem::Metric ? measure::UnitSystem::Inch
                                                                              : measure::UnitSystem::Metric);
    });
    action("dark", tr("Light or dark"), QKeySequence("Ctrl+L"), [this] { setDark(look() == Look::Light); });
    for (const QString &code : QStringList("en") + languages())
        action(("language." + code.toStdString()).c_str(),
               tr("%1, from the next start").arg(languageName(code)), {}, [code] { chooseLanguage(code); });
    action("fold", tr("Fold or unfold the findings"), QKeySequence("Ctrl+J"),
           [this] { m_findings->setVisible(!m_findings->isVisible()); });
    action("pin", tr("Pin this variant, or let it go"), QKeySequence("Ctrl+D"),
           [this] { m_session->togglePin(); });
    action("variants", tr("Variants..."), QKeySequence("Ctrl+Shift+D"),
           [this] { (new VariantsSheet(m_session, this))->show(); });
    action("schools", tr("Schools of practice..."), QKeySequence("Ctrl+Shift+O"),
           [this] { (new SchoolsSheet(m_session, this))->show(); });
    auto *peek = action("peek", tr("Show the pinned variant (hold)"), QKeySequence("F8"),
                        [this] { m_session->showPinned(true); });
    peek->setAutoRepeat(false);
    for (int i = 0; i < static_cast<int>(stops.size()); ++i) {
        const auto &stop = stops[static_cast<std::size_t>(i)];
        action((std::string("go.") + stop.id).c_str(),
               tr("Go to %1").arg(QCoreApplication::translate("stops", stop.name)),
               QKeySequence(QStringLiteral("Ctrl+%1").arg(i + 1)), [this, i] { goTo(i); });
    }
    action("find", tr("Find an action..."), QKeySequence("Ctrl+K"),
           [this] { Finder(m_actions, this).exec(); });
    action("quit", tr("Quit"), QKeySequence::Quit, [this] { close(); });
}

void MainWindow::welcome() {
    auto *sheet = new Welcome(m_session->sharedStock(), this);
    sheet->setAttribute(Qt::WA_DeleteOnClose);
    connect(sheet, &QDialog::accepted, this, [this, sheet] {
        switch (sheet->wish()) {
            case Welcome::Wish::NewJob:
                m_session->newJob();
                return goTo(stopIndex("measure"));
            case Welcome::Wish::Open:
                return findChild<QAction *>("open")->trigger();
            case Welcome::Wish::Tour:
                return tour();
            case Welcome::Wish::Demo:
                openPath(sheet->demo());
                return goTo(stopIndex("layout"));
            case Welcome::Wish::Nothing:
                return;
        }
    });
    sheet->open();
}

/// Around the window on the demo job; a job that has not been saved is shown as it is.
void MainWindow::tour() {
    if (!m_session->isModified() && m_session->path().isEmpty())
        openPath(QString::fromStdString(demoFolder()) + "/marten-front-bumper.girder.json");
    const auto at = [this](const char *stop) { return [this, stop] { goTo(stopIndex(stop)); }; };
    std::vector<TourStep> steps{{"traveler", tr("The route card"),
                                 tr("Eight stops, in the order of the work: from the tape to the log. Each "
                                    "says what is still to settle "
                                    "there. Ctrl+1 to Ctrl+8 go to them.")},
                                {"walkPage", tr("Measure"),
                                 tr("The vehicle from all sides, what is missing first. Click a mark: it "
                                    "says where to hold the tape. Type "
                                    "what it reads, in millimeters or inches."),
                                 at("measure")},
                                {"layoutSpace", tr("Lay out"),
                                 tr("Pull a yellow square: the piece follows, and so does everything that "
                                    "hangs on it. Drag beside it to "
                                    "turn the picture."),
                                 at("layout")},
                                {"pieceChips", tr("Pieces"),
                                 tr("The pieces of this job. Add shows all that can be built on this "
                                    "vehicle, with mass, cost and angles.")},
                                {"gaugeBar", tr("What it comes to"),
                                 tr("Angles, clearance, the hardest worked check, mass, money and hours, "
                                    "each with the limit of the house. "
                                    "Click one to see how its number came to be.")},
                                {"findings", tr("What is to settle"),
                                 tr("Worst first, in plain sentences. Show me goes to the place, Why opens "
                                    "the working. A remedy has been "
                                    "computed before it is offered.")},
                                {"checkTable", tr("Prove"),
                                 tr("Every check of the piece, the hardest first. 1.00 is all that is "
                                    "allowed. What could not be checked is "
                                    "never called safe."),
                                 at("prove")},
                                {"undoButton", tr("Nothing is lost"),
                                 tr("Everything can be taken back by name, and unsaved work is found again. "
                                    "Nothing asks whether you are "
                                    "sure.")},
                                {"jobMenu", tr("And the rest"),
                                 tr("Files, papers, house rules, the rack, the shop's earlier jobs. Ctrl+K "
                                    "finds any action by its words, F1 "
                                    "opens the handbook.")}};
    new Tour(std::move(steps), this);
}

QWidget *MainWindow::makeStrip() {
    auto *strip = new QWidget;
    strip->setObjectName("jobStrip");
    strip->setAttribute(Qt::WA_StyledBackground);
    auto *layout = new QHBoxLayout(strip);
    layout->setContentsMargins(8, 5, 8, 5);
    layout->setSpacing(8);
    auto *menu = new QMenu(this);
    for (const char *name : {"new", "open", "openDemo", "openDemos", "welcome"})
        menu->addAction(findChild<QAction *>(name));
    auto *recent = menu->addMenu(tr("Recent jobs"));
    recent->setObjectName("recent");
    m_files->setRecentMenu(recent);
    menu->addSeparator();
    for (const char *name : {"save", "saveAs"}) menu->addAction(findChild<QAction *>(name));
    menu->addSeparator();
    for (const char *name : {"addPiece", "removePiece", "keepPattern", "variants", "schools", "jobCard",
                             "rules", "rack", "shop"})
        menu->addAction(findChild<QAction *>(name));
    menu->addSeparator();
    for (const char *name : {"export", "exportCuts", "exportPdf", "print"})
        menu->addAction(findChild<QAction *>(name));
    menu->addSeparator();
    for (const char *name : {"dark", "fold", "find", "tour", "handbook", "quit"})
        menu->addAction(findChild<QAction *>(name));
    auto *job = new QToolButton;
    job->setObjectName("jobMenu");
    job->setText(tr("Job"));
    job->setMenu(menu);
    job->setPopupMode(QToolButton::InstantPopup);
    layout->addWidget(job);
    m_title = new QLabel;
    m_title->setObjectName("jobTitle");
    m_title->setFont(textFont(13, true));
    m_title->setMinimumWidth(150);  // a long name is cut rather than the window made wider
    m_vehicle = new QLabel;
    m_vehicle->setObjectName("vehicleName");
    layout->addWidget(m_title);
    layout->addWidget(m_vehicle);
    m_chips = new PieceChips(m_session);
    connect(m_chips, &PieceChips::addAsked, findChild<QAction *>("addPiece"), &QAction::trigger);
    layout->addWidget(m_chips);
    layout->addStretch();
    QAction *undo = m_session->undoStack()->createUndoAction(this, tr("Undo"));
    undo->setObjectName("undo");
    undo->setShortcut(QKeySequence::Undo);
    QAction *redo = m_session->undoStack()->createRedoAction(this, tr("Redo"));
    redo->setObjectName("redo");
    redo->setShortcut(QKeySequence::Redo);
    for (QAction *a : {undo, redo}) {
        addAction(a);
        m_actions.append(a);
    }
    m_undo = stripButton(undo, "undoButton");
    m_redo = stripButton(redo, "redoButton");
    // A long name must not make the window wider: it is shortened, its tip has the whole of it.
    for (const auto &[button, width] : {std::pair{m_undo, 140}, {m_redo, 80}}) {
        const auto shorten = [button = button, width = width] {
            const QString whole = button->defaultAction()->text();
            button->setText(button->fontMetrics().elidedText(whole, Qt::ElideRight, width - 24));
            button->setToolTip(whole);
        };
        button->setMaximumWidth(width);
        connect(button->defaultAction(), &QAction::changed, button, shorten, Qt::QueuedConnection);
    }
    m_pin = new QToolButton;
    m_pin->setObjectName("pinButton");
    m_pin->setCheckable(true);
    connect(m_pin, &QToolButton::clicked, m_session, &Session::togglePin);
    m_units = new QToolButton;
    m_units->setObjectName("unitsButton");
    connect(m_units, &QToolButton::clicked, findChild<QAction *>("units"), &QAction::trigger);
    for (QToolButton *b : {m_undo, m_redo, m_pin, m_units}) layout->addWidget(b);
    return strip;
}

void MainWindow::refreshStrip() {
    const job::Job &job = m_session->job();
    const QString name = QString::fromStdString(job.name);
    m_title->setText(name + (m_session->isModified() ? QStringLiteral(" •") : QString()));
    m_title->setToolTip(m_session->path().isEmpty() ? tr("Not saved yet") : m_session->path());
    m_vehicle->setText(QString::fromStdString(job.vehicle.name));
    m_vehicle->setVisible(job.pieces.size() < 2);  // several chips want the room
    m_chips->refresh();
    m_units->setText(m_session->units() == measure::UnitSystem::Metric ? tr("mm, kg") : tr("inch, lb"));
    m_pin->setText(m_session->pinned() ? tr("Pinned") : tr("Pin"));
    m_pin->setChecked(m_session->pinned() != nullptr);
    m_pin->setToolTip(tr("Pin this variant: the gauges then show the change. Hold F8 to see it."));
    setWindowTitle(tr("%1[*] - Hefty Girder").arg(name));
    setWindowModified(m_session->isModified());
}

void MainWindow::goTo(int stop) {
    m_benches->setCurrentIndex(stop);
    m_traveler->setCurrent(stop);
}

void MainWindow::setDark(bool dark) {
    setLook(dark ? Look::Dark : Look::Light);
    applyTheme();
    m_session->select(m_session->selected());
    emit m_session->appraisalChanged();
    for (QWidget *w : findChildren<QWidget *>()) w->update();
}

bool MainWindow::openPath(const QString &path) {
    return m_files->openPath(path);
}

void MainWindow::openWorking(const working::Working &working) {
    if (working.empty()) return asking.tell(this, worded(working.title), tr("There is no number here yet."));
    auto *sheet = new WorkingSheet(working, this);
    sheet->setAttribute(Qt::WA_DeleteOnClose);
    sheet->show();
}

void MainWindow::showFinding(const QString &id) {
    const auto appraisal = m_session->appraisal();
    const job::Finding *f = appraisal->finding(id.toStdString());
    if (!f) return;
    if (!f->piece.empty()) m_session->choosePiece(QString::fromStdString(f->piece));
    const auto place = f->at.isZero() ? std::nullopt : std::optional<Vec3>(f->at);
    const QString subject = QString::fromStdString(f->subject);
    for (int i = 0; i < static_cast<int>(stops.size()); ++i)
        if (f->stop == stops[static_cast<std::size_t>(i)].id) goTo(i);
    if (f->stop == "measure") m_measure->showSubject(subject, place);
    if (f->stop == "layout") m_layout->showSubject(subject, place);
    if (f->stop == "prove") m_prove->showFinding(*f);
    if (f->stop == "cut") m_cut->showSubject(subject);
}

void MainWindow::whyFinding(const QString &id) {
    const auto appraisal = m_session->appraisal();
    const job::Finding *f = appraisal->finding(id.toStdString());
    if (f && f->working) openWorking(*f->working);
}

void MainWindow::gaugeAsked(const QString &id) {
    const auto appraisal = m_session->appraisal();
    const job::Gauge *g = appraisal->gauge(id.toStdString());
    if (!g) return;
    if (id == "margin") {
        goTo(stopIndex("prove"));
        if (!g->finding.empty()) showFinding(QString::fromStdString(g->finding));
    } else if (id == "cost" || id == "hours") {
        goTo(stopIndex("cut"));
    } else {
        goTo(stopIndex("layout"));
        if (appraisal->clearance && (id == "breakover" || id == "departure")) {
            // Behind the front axle: seen whole at Measure.
            goTo(stopIndex("measure"));
            const auto &c = *appraisal->clearance;
            m_measure->showSubject(QString::fromStdString(g->governs),
                                   id == "breakover" ? c.breakover.at : c.departure.whole.at);
        }
        if (appraisal->clearance && id == "approach")
            m_layout->showSubject(QString::fromStdString(g->governs),
                                  appraisal->clearance->approach.whole.at);
        if (appraisal->clearance && id == "wheelPath")
            m_layout->showSubject(QString::fromStdString(g->governs),
                                  appraisal->clearance->approach.wheelPath.at);
    }
    openWorking(g->working);
}

void MainWindow::openJobCard() {
    (new ListSheet(m_session, tr("Job card"),
                   {{tr("What stands on the job sheet"), "jobCard", jobCardList(), 1}}, this))
        ->show();
}

void MainWindow::openRules() {
    (new ListSheet(m_session, tr("House rules"),
                   {{tr("What this shop holds its work to"), "houseRules", houseRuleList(), 1}}, this))
        ->show();
}

void MainWindow::openRack() {
    (new ListSheet(m_session, tr("Rack and prices"),
                   {{tr("Bars on the rack"), "rack", rackList(m_session->stock()), 5},
                    {tr("Sheets"), "sheets", sheetList(m_session->stock()), 5},
                    {tr("Dies of the bender"), "dies", dieList(), 5},
                    {tr("Test bends"), "testBends", testBendList(m_session->stock()), 5},
                    {tr("Prices and times"), "shopSettings", shopSettingList(), 5}},
                   this))
        ->show();
}

void MainWindow::keyReleaseEvent(QKeyEvent *event) {
    if (event->key() == Qt::Key_F8 && !event->isAutoRepeat()) m_session->showPinned(false);
    QMainWindow::keyReleaseEvent(event);
}

void MainWindow::closeEvent(QCloseEvent *event) {
    // Nothing asks "are you sure": unsaved work stays in a journal and is offered at the next start.
    if (m_session->isModified()) m_session->keepJournal();
    event->accept();
}

}  // namespace hefty::app
