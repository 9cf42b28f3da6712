#include "app/sheets/export_sheet.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/window/worded.h"
#include "core/base/threads.h"

namespace hefty::app {

ExportSheet::ExportSheet(Session *session, const Asking &asking, QWidget *parent)
    : QDialog(parent), m_session(session), m_asking(asking) {
    setObjectName("exportSheet");
    setWindowTitle(tr("Files for machines and other programs"));
    resize(560, 520);
    auto *layout = new QVBoxLayout(this);
    using W = handout::Wanted;
    for (QCheckBox *box :
         {addChoice("exportFlats", tr("Every sheet laid flat, engraved, DXF and SVG"), &W::flats),
          addChoice("exportTemplates", tr("Templates of ends cut to other parts, SVG and DXF"),
                    &W::templates),
          addChoice("exportViews", tr("Every piece from three sides, DXF"), &W::views),
          addChoice("exportSolids", tr("Solids of every piece and of the job, STEP"), &W::solids),
          addChoice("exportParts", tr("Solids of every single part, STEP"), &W::parts),
          addChoice("exportStresses", tr("How hard every piece works, VTU"), &W::stresses),
          addChoice("exportLists", tr("Cut list as CSV, and the job"), &W::lists)})
        layout->addWidget(box);
    m_folder = new QLineEdit(this);
    m_folder->setObjectName("exportFolder");
    m_folder->setAccessibleName(tr("Folder"));
    m_folder->setPlaceholderText(tr("Folder"));
    auto *choose = new QPushButton(tr("Choose..."), this);
    choose->setObjectName("exportChoose");
    auto *where = new QHBoxLayout;
    where->addWidget(m_folder, 1);
    where->addWidget(choose);
    layout->addLayout(where);
    m_progress = new QProgressBar(this);
    m_progress->setObjectName("exportProgress");
    m_progress->setAccessibleName(tr("How many files are written"));
    m_progress->setRange(0, 100);
    layout->addWidget(m_progress);
    m_result = new QLabel(tr("Each piece gets a folder of its own. Flat patterns have bend lines, where "
                             "neighbors stand and the name of "
                             "the part on layers of their own; holes smaller than the cutter makes are "
                             "marked. How hard a piece works "
                             "is proved anew with its plates as shells: that takes longest."),
                          this);
    m_result->setObjectName("exportResult");
    m_result->setWordWrap(true);
    m_result->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    layout->addWidget(m_result, 1);
    m_begin = new QPushButton(tr("Write"), this);
    m_begin->setObjectName("exportBegin");
    m_begin->setDefault(true);
    m_stop = new QPushButton(tr("Stop"), this);
    m_stop->setObjectName("exportStop");
    auto *buttons = new QHBoxLayout;
    for (QPushButton *b : {m_begin, m_stop}) buttons->addWidget(b);
    layout->addLayout(buttons);
    connect(choose, &QPushButton::clicked, this, &ExportSheet::chooseFolder);
    connect(m_begin, &QPushButton::clicked, this, &ExportSheet::begin);
    connect(m_stop, &QPushButton::clicked, this, &ExportSheet::stop);
    connect(this, &ExportSheet::progressed, m_progress, &QProgressBar::setValue, Qt::QueuedConnection);
    connect(
        this, &ExportSheet::handed, this,
        [this](const QString &text) {
            setBusy(false);
            m_result->setText(text);
        },
        Qt::QueuedConnection);
    setBusy(false);
}

ExportSheet::~ExportSheet() {
    m_thread.request_stop();  // joined by its own destructor
}

QCheckBox *ExportSheet::addChoice(const char *name, const QString &text, bool handout::Wanted::*member) {
    auto *box = new QCheckBox(text, this);
    box->setObjectName(name);
    box->setChecked(m_wanted.*member);
    connect(box, &QCheckBox::toggled, this, [this, member](bool on) { m_wanted.*member = on; });
    return box;
}

void ExportSheet::chooseFolder() {
    if (const QString folder = m_asking.folder(this, tr("Folder for the files")); !folder.isEmpty())
        m_folder->setText(folder);
}

void ExportSheet::setBusy(bool busy) {
    m_begin->setEnabled(!busy);
    m_stop->setEnabled(busy);
    m_progress->setVisible(busy);
}

void ExportSheet::begin() {
    if (m_folder->text().isEmpty()) chooseFolder();
    if (m_folder->text().isEmpty()) return m_result->setText(tr("Say which folder the files go to."));
    const auto job = m_session->appraisedJob();
    if (!job || job->pieces.empty()) return m_result->setText(tr("There is no piece to hand out."));
    setBusy(true);
    m_progress->setValue(0);
    m_result->setText(tr("Writing…"));
    m_thread = std::jthread([this, job, appraisal = m_session->appraisal(), stock = m_session->sharedStock(),
                             folder = m_folder->text().toStdString(),
                             wanted = m_wanted](const std::stop_token &stop) {
        giveWay(5);
        emit handed(told(handout::handOut(
            *job, *appraisal, *stock, folder, wanted,
            [this](double share) { emit progressed(static_cast<int>(100 * share)); }, stop)));
    });
}

void ExportSheet::stop() {
    m_thread.request_stop();
    m_result->setText(tr("Stopping…"));
}

QString ExportSheet::told(const Result<handout::Handed> &handed) {
    if (!handed) return worded(handed.error().sentence());
    QString out = tr("%1 files are written.").arg(handed->written.size());
    for (const handout::Handed::Left &l : handed->left)
        out += QStringLiteral("\n•  ") +
               tr("Left out: %1. %2")
                   .arg(QString::fromStdString(l.part.empty() ? l.piece : l.piece + "/" + l.part),
                        QString::fromStdString(l.why));
    return out;
}

}  // namespace hefty::app
