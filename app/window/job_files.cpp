#include "app/window/job_files.h"

#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QPrintPreviewDialog>
#include <QPrinter>
#include <QPushButton>
#include <QSettings>

#include "app/sheets/job_sheet.h"
#include "app/sheets/shop_sheet.h"
#include "app/stops/cut/sheet_page.h"
#include "app/window/today.h"
#include "core/base/places.h"

namespace hefty::app {
namespace {

const char *const jobFilter = "Jobs (*.girder.json);;All files (*)";
constexpr int recentAtMost = 8;

}  // namespace

JobFiles::JobFiles(Session *session, const Asking &asking, QWidget *window)
    : QObject(window), m_session(session), m_asking(asking), m_window(window) {}

void JobFiles::setRecentMenu(QMenu *menu) {
    m_recent = menu;
    refreshRecent();
}

void JobFiles::open() {
    const QString path = m_asking.openFile(m_window, tr("Open a job"), jobFilter);
    if (!path.isEmpty()) openPath(path);
}

void JobFiles::tell(const QString &title, const Problem &problem) {
    m_asking.tell(m_window, title, problemText(problem));
}

bool JobFiles::openPath(const QString &path) {
    if (const auto opened = m_session->open(path); !opened) {
        tell(tr("The job cannot be opened"), opened.error());
        return false;
    }
    remember(m_session->path());
    return true;
}

bool JobFiles::save() {
    // The shipped demo is not written over: it is saved as a job of one's own.
    const bool isDemo = QFileInfo(m_session->path()).absolutePath() ==
                        QFileInfo(QString::fromStdString(demoFolder())).absoluteFilePath();
    if (m_session->path().isEmpty() || isDemo) return saveAs();
    if (m_session->isChangedOnDisk()) {
        m_asking.tell(
            m_window, tr("The job is not saved"),
            tr("%1 was written by another window or program since it was opened here. To keep both, "
               "save this one under another name (Save as). To take theirs, open the file again. "
               "Nothing is lost meanwhile.")
                .arg(QFileInfo(m_session->path()).fileName()));
        return false;
    }
    if (const auto saved = m_session->save(m_session->path()); !saved) {
        tell(tr("The job cannot be saved"), saved.error());
        return false;
    }
    keepInShop();
    return true;
}

/// The job itself is safe by then: what goes wrong here is told and nothing more.
void JobFiles::keepInShop() {
    auto store = openShopStore();
    const Result<void> kept = store
                                  ? store->keepJob(m_session->job(), m_session->path().toStdString(), today())
                                  : Result<void>(tl::unexpected(store.error()));
    if (!kept) tell(tr("The job is saved, but not in the shop's list"), kept.error());
}

void JobFiles::keepPattern() {
    const armor::Piece *piece = m_session->piece();
    if (!piece) return;
    auto store = openShopStore();
    const Result<void> kept =
        store ? store->keepPattern(*piece, today()) : Result<void>(tl::unexpected(store.error()));
    const QString name = QString::fromStdString(piece->name);
    if (!kept) return tell(tr("%1 is not kept").arg(name), kept.error());
    m_asking.tell(m_window, tr("Kept as a pattern"),
                  tr("%1 stands first in the gallery of pieces (Add), for this and every other job. Its name "
                     "is that of the piece; keeping it again replaces it.")
                      .arg(name));
}

void JobFiles::showShop() {
    auto store = openShopStore();
    if (!store) return tell(tr("The shop's list cannot be opened"), store.error());
    (new ShopSheet(m_session, m_asking, std::move(*store), m_window))->show();
}

bool JobFiles::saveAs() {
    const QString path = m_asking.saveFile(
        m_window, tr("Save the job"),
        fileNameFor(QString::fromStdString(m_session->job().name)).toLower() + ".girder.json", jobFilter);
    if (path.isEmpty()) return false;
    if (const auto saved = m_session->save(path); !saved) {
        tell(tr("The job cannot be saved"), saved.error());
        return false;
    }
    remember(m_session->path());
    keepInShop();
    return true;
}

void JobFiles::remember(const QString &path) {
    QSettings settings;
    QStringList recent = settings.value("recent").toStringList();
    recent.removeAll(path);
    recent.prepend(path);
    settings.setValue("recent", recent.mid(0, recentAtMost));
    refreshRecent();
}

void JobFiles::refreshRecent() {
    if (!m_recent) return;
    m_recent->clear();
    for (const QString &path : QSettings().value("recent").toStringList())
        m_recent->addAction(QFileInfo(path).fileName(), this, [this, path] { openPath(path); })
            ->setToolTip(path);
    m_recent->setEnabled(!m_recent->isEmpty());
}

void JobFiles::exportCuts() {
    const auto appraisal = m_session->appraisal();
    const job::PieceAppraisal *piece = m_session->chosen(*appraisal);
    if (!piece || !piece->fabrication)
        return m_asking.tell(m_window, tr("There is no cut list yet"),
                             tr("Measure the vehicle and lay out a piece first."));
    const QString path = m_asking.saveFile(m_window, tr("Save the cut list"), "cut-list.csv", "CSV (*.csv)");
    if (path.isEmpty()) return;
    if (const auto saved = job::saveText(path.toStdString(), workshop::cutListCsv(*piece->fabrication));
        !saved)
        tell(tr("The cut list cannot be saved"), saved.error());
}

void JobFiles::exportSheets(const SheetPage &sheets) {
    const QString folder = m_asking.folder(m_window, tr("A folder for the cutting files"));
    if (folder.isEmpty()) return;
    const auto written = sheets.writeFiles(folder);
    if (!written) return tell(tr("The cutting files cannot be written"), written.error());
    m_asking.tell(m_window, tr("Cutting files"), tr("Files written to %1: %2.").arg(folder).arg(*written));
}

void JobFiles::exportPdf() {
    const QString path =
        m_asking.saveFile(m_window, tr("Save the job sheet"), "job-sheet.pdf", "PDF (*.pdf)");
    if (path.isEmpty()) return;
    if (const auto saved = JobSheet(m_session).writePdf(path); !saved)
        tell(tr("The job sheet cannot be saved"), saved.error());
}

void JobFiles::printPreview() {
    QPrinter printer(QPrinter::HighResolution);
    printer.setPageSize(QPageSize(QPageSize::A4));
    QPrintPreviewDialog dialog(&printer, m_window);
    dialog.setObjectName("printPreview");
    dialog.resize(1000, 760);
    connect(&dialog, &QPrintPreviewDialog::paintRequested, this,
            [this](QPrinter *p) { JobSheet(m_session).paint(p); });
    dialog.exec();
}

QWidget *JobFiles::recoveryBanner() {
    const auto leftovers = m_session->leftovers();
    if (leftovers.empty()) return nullptr;
    const Journal::Leftover leftover = leftovers.front();
    auto *banner = new QWidget;
    banner->setObjectName("banner");
    banner->setAttribute(Qt::WA_StyledBackground);
    auto *text = new QLabel(tr("Unsaved work on \"%1\" from %2 was left behind.")
                                .arg(leftover.jobName, QString(leftover.when).replace('T', ' ')));
    auto *take = new QPushButton(tr("Bring it back"));
    take->setObjectName("recover");
    auto *drop = new QPushButton(tr("Let it go"));
    drop->setObjectName("discard");
    auto *layout = new QHBoxLayout(banner);
    layout->addWidget(text, 1);
    layout->addWidget(take);
    layout->addWidget(drop);
    connect(take, &QPushButton::clicked, this, [this, leftover, banner] {
        if (const auto recovered = m_session->recover(leftover); !recovered)
            tell(tr("The work cannot be brought back"), recovered.error());
        banner->deleteLater();
    });
    connect(drop, &QPushButton::clicked, this, [this, leftover, banner] {
        m_session->discard(leftover);
        banner->deleteLater();
    });
    return banner;
}

}  // namespace hefty::app
