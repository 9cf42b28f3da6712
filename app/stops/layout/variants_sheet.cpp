#include "app/stops/layout/variants_sheet.h"

#include <algorithm>

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QSignalBlocker>
#include <QVBoxLayout>

#include "app/window/stop_table.h"
#include "app/window/theme.h"
#include "app/window/today.h"
#include "core/base/threads.h"
#include "core/job/design/variants.h"

namespace hefty::app {

OverlayView::OverlayView(QWidget *parent) : QWidget(parent) {
    setObjectName("overlayView");
    setAccessibleName(tr("Both designs over each other"));
}

void OverlayView::show(std::shared_ptr<const job::Appraisal> one,
                       std::shared_ptr<const job::Appraisal> other) {
    m_one = std::move(one);
    m_other = std::move(other);
    update();
}

void OverlayView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.fillRect(rect(), colors().paper);
    Eigen::AlignedBox3d box;
    for (const auto &a : {m_one, m_other})
        if (a)
            for (const job::PieceAppraisal &piece : a->pieces)
                if (piece.assembly && !piece.assembly->solids.empty()) box.extend(piece.assembly->extent());
    if (!box.isEmpty()) {
        constexpr double room = 20;  // px
        m_camera.scale = std::min((width() - 2 * room) / std::max(1.0, box.sizes().head<2>().norm()),
                                  (height() - 2 * room) / std::max(1.0, 0.7 * box.sizes().norm()));
        m_camera.center = {};
        m_camera.center = QPointF(width() / 2.0, height() / 2.0) - m_camera.place(box.center());
        DepthPicture picture(size(), devicePixelRatioF(), m_camera, colors().paper);
        const auto draw = [&](const job::Appraisal &a, bool edges) {
            for (const job::PieceAppraisal &piece : a.pieces) {
                if (!piece.assembly) continue;
                for (const SpaceBody &b : bodiesOf(*piece.assembly)) {
                    BodyLook look = lookOf(*piece.assembly, b.solid, false, false);
                    if (edges) {
                        look.edgesAlone = look.dashedWhereHidden = true;
                        look.ink = colors().blue;
                        look.width = 1.4;
                    }
                    drawBody(picture, m_camera, b, look, -1);
                }
            }
        };
        if (m_one) draw(*m_one, false);
        if (m_other && m_other != m_one) draw(*m_other, true);
        picture.paint(p);
    }
    p.setPen(colors().rule);
    p.setBrush(Qt::NoBrush);
    p.drawRect(rect().adjusted(0, 0, -1, -1));
}

void OverlayView::mousePressEvent(QMouseEvent *event) {
    m_from = event->position();
}

void OverlayView::mouseMoveEvent(QMouseEvent *event) {
    const QPointF d = event->position() - m_from;
    m_from = event->position();
    m_camera.yaw -= d.x() * 0.008;
    m_camera.pitch = std::clamp(m_camera.pitch + d.y() * 0.008, -1.5, 1.5);
    update();
}

VariantsSheet::VariantsSheet(Session *session, QWidget *parent) : QDialog(parent), m_session(session) {
    setObjectName("variantsSheet");
    setWindowTitle(tr("Variants"));
    setAttribute(Qt::WA_DeleteOnClose);
    resize(1000, 640);
    const auto box = [this](const char *object, const QString &name) {
        auto *b = new QComboBox(this);
        b->setObjectName(object);
        b->setAccessibleName(name);
        connect(b, &QComboBox::activated, this, &VariantsSheet::compare);
        return b;
    };
    m_one = box("variantOne", tr("One design"));
    m_other = box("variantOther", tr("The other design"));
    m_name = new QLineEdit(this);
    m_name->setObjectName("variantName");
    m_name->setAccessibleName(tr("Name for the design in hand"));
    const auto button = [this](const QString &text, const char *object, auto slot) {
        auto *b = new QPushButton(text, this);
        b->setObjectName(object);
        b->setAutoDefault(false);
        connect(b, &QPushButton::clicked, this, slot);
        return b;
    };
    auto *keepRow = new QHBoxLayout;
    keepRow->addWidget(new QLabel(tr("Keep the design in hand as"), this));
    keepRow->addWidget(m_name, 1);
    keepRow->addWidget(button(tr("Keep it"), "variantKeep", &VariantsSheet::keep));
    auto *choice = new QHBoxLayout;
    choice->addWidget(m_one, 1);
    choice->addWidget(new QLabel(tr("beside"), this));
    choice->addWidget(m_other, 1);
    m_back = button(tr("Go back to the second"), "variantBack", &VariantsSheet::goBack);
    m_forget = button(tr("Forget the second"), "variantForget", &VariantsSheet::forget);
    choice->addWidget(m_back);
    choice->addWidget(m_forget);
    m_table = new StopTable("variantTable", tr("Both designs in numbers"),
                            {tr("What"), tr("One"), tr("Other"), tr("Better")}, this);
    m_view = new OverlayView(this);
    m_note = new QLabel(this);
    m_note->setObjectName("variantNote");
    m_note->setWordWrap(true);
    auto *middle = new QHBoxLayout;
    middle->addWidget(m_view, 1);
    middle->addWidget(m_table, 1);
    auto *close = new QPushButton(tr("Close"), this);
    close->setAutoDefault(false);
    connect(close, &QPushButton::clicked, this, &QDialog::close);
    auto *layout = new QVBoxLayout(this);
    layout->addLayout(keepRow);
    layout->addLayout(choice);
    layout->addLayout(middle, 1);
    layout->addWidget(m_note);
    layout->addWidget(close, 0, Qt::AlignRight);
    connect(session, &Session::jobChanged, this, &VariantsSheet::refresh);
    refresh();
}

VariantsSheet::~VariantsSheet() {
    m_worker.request_stop();
}

std::string VariantsSheet::chosen(const QComboBox *box) const {
    return box->currentData().toString().toStdString();
}

job::Job VariantsSheet::jobOf(const std::string &variant) const {
    const job::Job &job = m_session->job();
    for (const job::Variant &v : job.variants)
        if (v.name == variant) return job::withVariant(job, v);
    return job;
}

void VariantsSheet::refresh() {
    const job::Job &job = m_session->job();
    m_name->setText(QString::fromStdString(job::freshVariantName(job)));
    for (QComboBox *box : {m_one, m_other}) {
        const QSignalBlocker quiet(box);
        const QString was = box->count() ? box->currentData().toString() : QString();
        box->clear();
        box->addItem(tr("The design in hand"), QString());
        for (const job::Variant &v : job.variants) {
            const QString name = QString::fromStdString(v.name);
            box->addItem(v.date.empty() ? name : tr("%1, of %2").arg(name, QString::fromStdString(v.date)),
                         name);
        }
        const int index = box->findData(was);
        box->setCurrentIndex(index >= 0 ? index : 0);
    }
    if (m_other->currentIndex() == 0 && m_other->count() > 1) m_other->setCurrentIndex(m_other->count() - 1);
    compare();
}

void VariantsSheet::keep() {
    const std::string name = m_name->text().trimmed().toStdString();
    if (name.empty()) return m_note->setText(tr("Give it a name first."));
    m_session->edit(tr("Keep %1").arg(m_name->text()),
                    [&](job::Job &job) { job::keepVariant(job, name, today()); });
}

void VariantsSheet::forget() {
    const std::string name = chosen(m_other);
    if (name.empty()) return;
    m_session->edit(tr("Forget %1").arg(QString::fromStdString(name)), [&name](job::Job &job) {
        std::erase_if(job.variants, [&name](const job::Variant &v) { return v.name == name; });
    });
}

void VariantsSheet::goBack() {
    const std::string name = chosen(m_other);
    if (name.empty()) return;
    m_session->edit(tr("Go back to %1").arg(QString::fromStdString(name)),
                    [this, &name](job::Job &job) { job.pieces = jobOf(name).pieces; });
}

/// Appraises what is not known yet beside the window, with shells.
void VariantsSheet::compare() {
    m_back->setEnabled(!chosen(m_other).empty());
    m_forget->setEnabled(!chosen(m_other).empty());
    m_worker.request_stop();
    if (m_worker.joinable()) m_worker.join();
    std::vector<std::pair<std::string, job::Job>> wanted;
    for (const std::string &name : {chosen(m_one), chosen(m_other)}) {
        job::Job job = jobOf(name);
        const auto it = m_known.find(name);
        if (it == m_known.end() || !(it->second.first == job)) wanted.emplace_back(name, std::move(job));
    }
    m_running = !wanted.empty();
    if (!m_running) return tell();
    m_note->setText(tr("Being looked at..."));
    m_worker = std::jthread(
        [this, wanted = std::move(wanted), stock = m_session->sharedStock()](const std::stop_token &stop) {
            giveWay(5);
            for (const auto &[name, job] : wanted) {
                auto done = std::make_shared<const job::Appraisal>(
                    job::appraise(job, *stock, stop, proof::Detail::Shells));
                if (stop.stop_requested()) return;
                QMetaObject::invokeMethod(this, [this, name = name, job = job, done] {
                    m_known[name] = {job, done};
                });
            }
            QMetaObject::invokeMethod(this, [this] {
                m_running = false;
                tell();
            });
        });
}

void VariantsSheet::tell() {
    const auto one = m_known.find(chosen(m_one)), other = m_known.find(chosen(m_other));
    if (one == m_known.end() || other == m_known.end()) return;
    const auto rows = job::compared(*one->second.second, *other->second.second);
    const auto said = [this](const std::optional<double> &v, measure::Quantity q) {
        return v ? QString::fromStdString(measure::printQuantity(*v, q, m_session->units()))
                 : QStringLiteral("–");
    };
    m_table->setRowCount(static_cast<int>(rows.size()));
    for (std::size_t i = 0; i < rows.size(); ++i) {
        const job::ComparedRow &r = rows[i];
        m_table->setRow(static_cast<int>(i),
                        {QString::fromStdString(r.name), said(r.one, r.quantity), said(r.other, r.quantity),
                         r.better == 0  ? QString()
                         : r.better < 0 ? tr("one")
                                        : tr("other")});
    }
    m_view->show(one->second.second, other->second.second);
    m_note->setText(
        m_session->job().variants.empty()
            ? tr("Keep the design as it is now, change it, and both stand beside each other here.")
            : tr("The first as it is, the edges of the other in blue. Checks with plates as shells."));
}

}  // namespace hefty::app
