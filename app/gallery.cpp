#include "app/gallery.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPixmap>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "app/scene_painter.h"
#include "app/theme.h"
#include "core/job/offers.h"

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

Gallery::Gallery(Session *session, QWidget *parent) : QDialog(parent) {
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
    armor::Where where = armor::Where::Nothing;
    bool first = true;
    for (const job::Offer &offer : job::offers(session->job(), *session->appraisal(), session->stock())) {
        if (first || offer.pattern->where != where) {
            where = offer.pattern->where;
            const std::string_view word = armor::whereWord(where);
            QString title = QString::fromUtf8(word.data(), static_cast<qsizetype>(word.size()));
            title[0] = title[0].toUpper();
            auto *group = new QLabel(title);
            group->setFont(textFont(12, true));
            list->addWidget(group);
            first = false;
        }
        auto *row = new QHBoxLayout;
        auto *picture = new QLabel;
        picture->setFixedSize(pictureSize);
        const bool above = where != armor::Where::Sides;
        if (offer.assembly) picture->setPixmap(pictureOf(*offer.assembly, session->job().vehicle, above));
        row->addWidget(picture);
        auto *text = new QVBoxLayout;
        auto *name = new QLabel(QString::fromStdString(offer.pattern->name));
        name->setFont(textFont(13, true));
        text->addWidget(name);
        auto *about = new QLabel(QString::fromStdString(offer.pattern->about));
        about->setWordWrap(true);
        text->addWidget(about);
        const auto said = [&](double value, measure::Quantity quantity) {
            return QString::fromStdString(measure::printQuantity(value, quantity, session->units()));
        };
        QString numbers;
        if (offer.assembly) {
            numbers = tr("%1, material %2 %3")
                          .arg(said(offer.mass, measure::Quantity::Mass))
                          .arg(offer.cost, 0, 'f', 0)
                          .arg(QString::fromStdString(session->job().shop.currency));
            for (const job::Gauge &g : offer.angles)
                numbers += tr("; %1 then %2")
                               .arg(QString::fromStdString(g.name).toLower(), said(*g.value, g.quantity));
        } else {
            numbers = tr("Not on this vehicle yet: %1").arg(QString::fromStdString(offer.why));
        }
        auto *told = new QLabel(numbers);
        told->setWordWrap(true);
        told->setFont(measureFont(11));
        text->addWidget(told);
        text->addStretch();
        auto *take = new QPushButton(tr("Add this piece"));
        take->setAutoDefault(false);
        take->setObjectName("take." + QString::fromStdString(offer.pattern->id));
        take->setAccessibleName(tr("Add %1").arg(QString::fromStdString(offer.pattern->name)));
        const armor::Pattern *pattern = offer.pattern;
        connect(take, &QPushButton::clicked, this, [this, pattern] {
            m_chosen = pattern;
            accept();
        });
        text->addWidget(take, 0, Qt::AlignLeft);
        row->addLayout(text, 1);
        list->addLayout(row);
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

const armor::Pattern *chooseFromGallery(Session *session, QWidget *parent) {
    Gallery gallery(session, parent);
    return gallery.exec() == QDialog::Accepted ? gallery.chosen() : nullptr;
}

}  // namespace hefty::app
