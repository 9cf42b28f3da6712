#include "app/window/welcome.h"

#include <QDir>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QIcon>
#include <QLabel>
#include <QPixmap>
#include <QPushButton>
#include <QScrollArea>
#include <QTimer>
#include <QToolButton>
#include <QVBoxLayout>

#include "app/views/job_picture.h"
#include "app/window/theme.h"
#include "core/base/places.h"

namespace hefty::app {
namespace {

constexpr QSize pictureSize(240, 130);

}  // namespace

Welcome::Welcome(std::shared_ptr<const stock::Stock> stock, QWidget *parent)
    : QDialog(parent), m_stock(std::move(stock)) {
    setObjectName("welcome");
    setWindowTitle(tr("Hefty Girder"));
    resize(860, 620);
    auto *layout = new QVBoxLayout(this);
    auto *heading = new QLabel(tr("What shall be built?"), this);
    heading->setFont(textFont(16, true));
    layout->addWidget(heading);
    auto *about = new QLabel(tr("Begin with your own vehicle and a tape, or look at a job that is laid out "
                                "already. What the program tells of strength is "
                                "an estimate for a competent builder to check; local codes come first."),
                             this);
    about->setWordWrap(true);
    layout->addWidget(about);
    auto *row = new QHBoxLayout;
    for (const auto &[text, object, wish] :
         {std::tuple{tr("New job: measure a vehicle"), "welcomeNew", Wish::NewJob},
          {tr("Open a job..."), "welcomeOpen", Wish::Open},
          {tr("Show me around"), "welcomeTour", Wish::Tour}}) {
        auto *button = new QPushButton(text, this);
        button->setObjectName(object);
        button->setAutoDefault(false);
        connect(button, &QPushButton::clicked, this, [this, wish = wish] { choose(wish); });
        row->addWidget(button);
    }
    layout->addLayout(row);
    auto *demos = new QLabel(tr("Demo jobs"), this);
    demos->setFont(textFont(13, true));
    layout->addWidget(demos);
    auto *cards = new QWidget;
    auto *grid = new QGridLayout(cards);
    addDemos(grid);
    auto *scroll = new QScrollArea(this);
    scroll->setWidget(cards);
    scroll->setWidgetResizable(true);
    layout->addWidget(scroll, 1);
    auto *close = new QPushButton(tr("Close"), this);
    close->setObjectName("welcomeClose");
    connect(close, &QPushButton::clicked, this, &QDialog::reject);
    layout->addWidget(close, 0, Qt::AlignRight);
    m_clock = new QTimer(this);
    connect(m_clock, &QTimer::timeout, this, &Welcome::paintNext);
    m_clock->start(0);
}

void Welcome::choose(Wish wish, const QString &demo) {
    m_wish = wish;
    m_demo = demo;
    accept();
}

void Welcome::addDemos(QGridLayout *grid) {
    constexpr int columns = 3;
    const QDir folder(QString::fromStdString(demoFolder()));
    int i = 0;
    for (const QFileInfo &f : folder.entryInfoList({"*.girder.json"}, QDir::Files, QDir::Name)) {
        auto job = job::loadJob(f.filePath().toStdString());
        if (!job) continue;
        auto *card = new QToolButton;
        card->setObjectName("demo." + f.completeBaseName());
        card->setToolButtonStyle(Qt::ToolButtonTextUnderIcon);
        card->setIconSize(pictureSize);
        const QString name = QString::fromStdString(job->name);
        card->ensurePolished();  // the text is measured as it is shown
        card->setText(card->fontMetrics().elidedText(name, Qt::ElideRight, pictureSize.width() - 8));
        card->setToolTip(name);
        card->setAccessibleName(tr("Demo job: %1").arg(name));
        card->setFixedSize(pictureSize + QSize(12, 36));
        connect(card, &QToolButton::clicked, this, [this, path = f.filePath()] { choose(Wish::Demo, path); });
        grid->addWidget(card, i / columns, i % columns);
        // The style sheet has a least height of its own for buttons, and rows would shrink to it.
        grid->setRowMinimumHeight(i / columns, card->maximumHeight());
        m_cards.push_back({card, std::move(*job)});
        ++i;
    }
}

/// One picture at a time, so that the window answers meanwhile.
void Welcome::paintNext() {
    if (isPainted()) return m_clock->stop();
    const Card &c = m_cards[m_next++];
    const QImage picture = pictureOf(c.job, *m_stock, pictureSize, devicePixelRatioF());
    if (!picture.isNull()) c.button->setIcon(QIcon(QPixmap::fromImage(picture)));
}

}  // namespace hefty::app
