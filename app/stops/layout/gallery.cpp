#include "app/stops/layout/gallery.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPixmap>
#include <QProgressBar>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "app/views/scene_painter.h"
#include "app/window/theme.h"
#include "app/window/worded.h"
#include "core/base/threads.h"
#include "core/job/design/offers.h"

namespace hefty::app {
namespace {

constexpr QSize pictureSize(360, 180);

/// From the side or from above, whichever shows more of it; fitted to the piece, the vehicle around it.
QPixmap pictureOf(const armor::Assembly &assembly, const rig::Vehicle &vehicle, bool fromAbove) {
    const Eigen::AlignedBox3d box = assembly.extent();
    const double across = fromAbove ? box.sizes().y() : box.sizes().x();
    const double up = fromAbove ? box.sizes().x() : box.sizes().z();
    // From above the vehicle's front looks down, so that a beam across it lies along the picture.
    const double scale =
        std::min(pictureSize.width() / (across * 1.25 + 200), pictureSize.height() / (up * 1.25 + 200));
    const Vec3 middle = box.center();
    Projection view;
    view.scale = scale;
    view.toViewer = fromAbove ? Vec3::UnitZ() : Vec3::UnitY();
    const QPointF center(pictureSize.width() / 2.0, pictureSize.height() / 2.0);
    view.place = [=](const Vec3 &p) {
        const Vec3 d = p - middle;
        return fromAbove ? center + QPointF(d.y() * scale, d.x() * scale)
                         : center + QPointF(-d.x() * scale, -d.z() * scale);
    };
    QPixmap out(pictureSize);
    out.fill(colors().paper);
    QPainter p(&out);
    p.setRenderHint(QPainter::Antialiasing);
    drawVehicle(p, view, vehicle);
    drawArmor(p, view, assembly, {});
    return out;
}

}  // namespace

Gallery::Gallery(Session *session, store::ShopStore *store, QWidget *parent)
    : QDialog(parent), m_session(session), m_store(store) {
    setObjectName("gallery");
    setWindowTitle(tr("Add a piece"));
    resize(880, 620);
    auto *layout = new QVBoxLayout(this);
    auto *heading = new QLabel(
        tr("Add a piece, as it comes, drawn on %1").arg(QString::fromStdString(session->job().vehicle.name)));
    heading->setFont(textFont(14, true));
    layout->addWidget(heading);
    auto *cards = new QWidget;
    auto *list = new QVBoxLayout(cards);
    const auto group = [list](QString title) {
        title[0] = title[0].toUpper();
        auto *label = new QLabel(title);
        label->setFont(textFont(12, true));
        list->addWidget(label);
    };
    const std::vector<store::OwnPattern> own = store ? store->patterns() : std::vector<store::OwnPattern>{};
    if (!own.empty()) group(tr("The shop's own"));
    for (const store::OwnPattern &p : own)
        addCard(list, job::offerOf(session->job(), *session->appraisal(), session->stock(), p.piece),
                {worded(p.name), {}});
    group(tr("From the rack"));
    addRackGroup(list);
    std::optional<armor::Where> where;
    for (const job::Offer &offer : job::offers(session->job(), *session->appraisal(), session->stock())) {
        if (where != offer.pattern->where) {
            where = offer.pattern->where;
            const std::string_view word = armor::whereWord(*where);
            group(worded(std::string(word)));
        }
        addCard(list, offer, {});
    }
    list->addStretch();
    auto *scroll = new QScrollArea;
    scroll->setWidget(cards);
    scroll->setWidgetResizable(true);
    layout->addWidget(scroll, 1);
    auto *close = new QPushButton(tr("Close"));
    connect(close, &QPushButton::clicked, this, &QDialog::reject);
    layout->addWidget(close, 0, Qt::AlignRight);
}

QString Gallery::numbersOf(const job::Offer &offer) const {
    if (!offer.assembly) return tr("Not on this vehicle yet: %1").arg(worded(offer.why));
    const auto said = [this](double value, measure::Quantity quantity) {
        return QString::fromStdString(measure::printQuantity(value, quantity, m_session->units()));
    };
    QString numbers = tr("%1, material %2 %3")
                          .arg(said(offer.mass, measure::Quantity::Mass))
                          .arg(offer.cost, 0, 'f', 0)
                          .arg(QString::fromStdString(m_session->job().shop.currency));
    for (const job::Gauge &g : offer.angles)
        numbers += tr("; %1 then %2").arg(midSentence(g.name), said(*g.value, g.quantity));
    return numbers;
}

/// A button that asks what the bars of the rack can become, and room for the answers.
void Gallery::addRackGroup(QVBoxLayout *list) {
    auto *row = new QHBoxLayout;
    m_rackAsk = new QPushButton(tr("See what the rack can become"));
    m_rackAsk->setObjectName("rackAsk");
    m_rackAsk->setAutoDefault(false);
    m_rackDone = new QProgressBar;
    m_rackDone->setObjectName("rackProgress");
    m_rackDone->setAccessibleName(tr("How far the search of the rack is"));
    m_rackDone->setRange(0, 100);
    m_rackDone->hide();
    row->addWidget(m_rackAsk);
    row->addWidget(m_rackDone, 1);
    list->addLayout(row);
    m_rackTold = new QLabel;
    m_rackTold->setObjectName("rackTold");
    m_rackTold->setWordWrap(true);
    m_rackTold->hide();
    list->addWidget(m_rackTold);
    m_rackCards = new QVBoxLayout;
    list->addLayout(m_rackCards);
    connect(m_rackAsk, &QPushButton::clicked, this, &Gallery::searchRack);
}

void Gallery::searchRack() {
    if (m_searching) {
        m_search.request_stop();
        return;
    }
    m_searching = true;
    m_rackAsk->setText(tr("Stop"));
    m_rackDone->setValue(0);
    m_rackDone->show();
    m_search = std::jthread([this, job = m_session->job(), now = m_session->appraisal(),
                             stock = m_session->sharedStock()](const std::stop_token &stop) {
        giveWay(5);
        auto offers = job::rackOffers(
            job, *now, *stock,
            [this](double share) {
                QMetaObject::invokeMethod(
                    this, [this, share] { m_rackDone->setValue(static_cast<int>(100 * share)); },
                    Qt::QueuedConnection);
            },
            stop);
        QMetaObject::invokeMethod(
            this, [this, found = std::move(offers)] { showRack(found); }, Qt::QueuedConnection);
    });
}

void Gallery::showRack(const std::vector<job::RackOffer> &offers) {
    m_searching = false;
    m_rackAsk->setText(tr("See what the rack can become"));
    m_rackDone->hide();
    while (QLayoutItem *item = m_rackCards->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    m_rackTold->show();
    m_rackTold->setText(offers.empty()
                            ? tr("No bar on the rack fits a piece for this vehicle.")
                            : tr("Sorted: what needs no bar bought comes first, then what leaves least over "
                                 "of the bars it cuts into."));
    int rank = 0;
    for (const job::RackOffer &o : offers) {
        auto *holder = new QWidget;  // a card that goes with its widgets
        auto *inside = new QVBoxLayout(holder);
        inside->setContentsMargins(0, 0, 0, 0);
        addCard(inside, o.offer, {{}, rackText(o), ++rank});
        m_rackCards->addWidget(holder);
    }
}

QString Gallery::rackText(const job::RackOffer &o) const {
    const auto said = [this](double value) {
        return QString::fromStdString(
            measure::printQuantity(value, measure::Quantity::Length, m_session->units()));
    };
    QString text =
        o.bought > 0
            ? tr("%1 from the rack, %2 left over, %3 to buy").arg(said(o.used), said(o.left), said(o.bought))
            : tr("%1 from the rack, %2 left over, no bar to buy").arg(said(o.used), said(o.left));
    for (const measure::Phrase &p : o.fitted) text += "; " + worded(p, m_session->units());
    return text;
}

void Gallery::addCard(QVBoxLayout *list, const job::Offer &offer, const Card &card) {
    auto *row = new QHBoxLayout;
    auto *picture = new QLabel;
    picture->setFixedSize(pictureSize);
    const bool above = !offer.pattern || offer.pattern->where != armor::Where::Sides;
    if (offer.assembly) picture->setPixmap(pictureOf(*offer.assembly, m_session->job().vehicle, above));
    row->addWidget(picture);
    auto *text = new QVBoxLayout;
    const std::string patternName = offer.pattern ? offer.pattern->name : offer.piece.pattern;
    const bool kept = !card.own.isEmpty();
    const QString title = kept ? card.own : worded(patternName);
    auto *name = new QLabel(title);
    name->setFont(textFont(13, true));
    text->addWidget(name);
    auto *about =
        new QLabel(kept ? tr("Kept from an earlier job; after the pattern \"%1\".").arg(worded(patternName))
                   : offer.pattern ? worded(offer.pattern->about)
                                   : QString());
    about->setWordWrap(true);
    text->addWidget(about);
    auto *told = new QLabel(numbersOf(offer));
    told->setWordWrap(true);
    told->setFont(measureFont(11));
    text->addWidget(told);
    if (!card.rack.isEmpty()) {
        auto *rack = new QLabel(card.rack);
        rack->setWordWrap(true);
        text->addWidget(rack);
    }
    text->addStretch();
    auto *buttons = new QHBoxLayout;
    auto *take = new QPushButton(tr("Add this piece"));
    take->setAutoDefault(false);
    take->setObjectName((card.rank > 0 ? QStringLiteral("rack%1.").arg(card.rank)
                         : kept        ? QStringLiteral("own.")
                                       : QStringLiteral("take.")) +
                        (kept ? title : QString::fromStdString(offer.piece.pattern)));
    take->setAccessibleName(tr("Add %1").arg(title));
    connect(take, &QPushButton::clicked, this, [this, piece = offer.piece] {
        m_chosen = piece;
        accept();
    });
    buttons->addWidget(take);
    if (kept) {
        auto *forget = new QPushButton(tr("Forget it"));
        forget->setAutoDefault(false);
        forget->setObjectName("forget." + title);
        forget->setAccessibleName(tr("Forget the pattern %1").arg(title));
        connect(forget, &QPushButton::clicked, this, [this, forget, take, told, own = card.own] {
            if (const auto gone = m_store->forgetPattern(own.toStdString()); !gone)
                return told->setText(worded(gone.error().sentence()));
            forget->setEnabled(false);
            take->setEnabled(false);
            told->setText(tr("Forgotten. Jobs that have such a piece keep it."));
        });
        buttons->addWidget(forget);
    }
    buttons->addStretch();
    text->addLayout(buttons);
    row->addLayout(text, 1);
    list->addLayout(row);
}

std::optional<armor::Piece> chooseFromGallery(Session *session, store::ShopStore *store, QWidget *parent) {
    Gallery gallery(session, store, parent);
    return gallery.exec() == QDialog::Accepted ? gallery.chosen() : std::nullopt;
}

}  // namespace hefty::app
