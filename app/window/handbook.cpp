#include "app/window/handbook.h"

#include <QDialogButtonBox>
#include <QDir>
#include <QFile>
#include <QListWidget>
#include <QPushButton>
#include <QTextBrowser>
#include <QVBoxLayout>

#include "app/window/theme.h"
#include "app/window/worded.h"
#include "core/base/places.h"
#include "core/job/job.h"

namespace hefty::app {
namespace {

/// Pictures as wide as the page, whatever their own size.
class Pages : public QTextBrowser {
  public:
    using QTextBrowser::QTextBrowser;
    QVariant loadResource(int type, const QUrl &name) override {
        const QVariant found = QTextBrowser::loadResource(type, name);
        if (type != QTextDocument::ImageResource) return found;
        const QString path = QDir(searchPaths().value(0)).filePath(name.toString());
        const QImage image(path);
        constexpr int page = 760;
        return image.isNull() ? found : QVariant(image.scaledToWidth(page, Qt::SmoothTransformation));
    }
};

QString text(const QString &path) {
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? QString::fromUtf8(file.readAll()) : QString();
}

/// Beside the demo jobs where it is installed, in docs/ of the source tree.
QString handbookFolder() {
    const QDir demo(QString::fromStdString(demoFolder()));
    const QString installed = demo.filePath("../handbook");
    return QDir::cleanPath(QFile::exists(installed) ? installed : demo.filePath("../docs"));
}

}  // namespace

Handbook::Handbook(QWidget *parent) : QDialog(parent) {
    setObjectName("handbook");
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Handbook"));
    resize(860, 720);
    const QString folder = handbookFolder();
    auto *pages = new Pages(this);
    pages->setObjectName("handbookPages");
    pages->setAccessibleName(tr("Handbook"));
    pages->setSearchPaths({folder});
    pages->setOpenLinks(false);
    const QString words = text(folder + "/handbook.md");
    pages->setMarkdown(words.isEmpty() ? tr("The handbook is not where it was installed: %1").arg(folder)
                                       : words);
    auto *box = new QDialogButtonBox(QDialogButtonBox::Close, this);
    connect(box, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto *layout = new QVBoxLayout(this);
    layout->addWidget(pages, 1);
    layout->addWidget(box);
}

DemoList::DemoList(QWidget *parent) : QDialog(parent) {
    setObjectName("demoList");
    setWindowTitle(tr("Demo jobs"));
    resize(620, 420);
    auto *list = new QListWidget(this);
    list->setObjectName("demoJobs");
    list->setAccessibleName(tr("Demo jobs"));
    list->setWordWrap(true);
    const QDir folder(QString::fromStdString(demoFolder()));
    for (const QFileInfo &f : folder.entryInfoList({"*.girder.json"}, QDir::Files, QDir::Name)) {
        const auto job = job::loadJob(f.filePath().toStdString());
        const QString name = job ? QString::fromStdString(job->name) : f.fileName();
        QStringList pieces;
        if (job)
            for (const armor::Piece &p : job->pieces) pieces << worded(p.name);
        auto *item = new QListWidgetItem(
            QStringLiteral("%1\n%2").arg(name, !job               ? worded(job.error().sentence())
                                               : pieces.isEmpty() ? tr("measured, nothing laid out yet")
                                                                  : pieces.join(", ")),
            list);
        item->setData(Qt::UserRole, f.filePath());
        item->setSizeHint({0, 52});
    }
    list->setCurrentRow(0);
    auto *box = new QDialogButtonBox(QDialogButtonBox::Open | QDialogButtonBox::Cancel, this);
    connect(box, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(box, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(list, &QListWidget::itemActivated, this, &QDialog::accept);
    auto *layout = new QVBoxLayout(this);
    layout->addWidget(list, 1);
    layout->addWidget(box);
}

QString DemoList::chosen() const {
    const auto *list = findChild<QListWidget *>("demoJobs");
    return list->currentItem() ? list->currentItem()->data(Qt::UserRole).toString() : QString();
}

}  // namespace hefty::app
