#include "app/stops/layout/stands_on.h"

#include <algorithm>

#include <QAbstractItemView>
#include <QHBoxLayout>
#include <QLabel>
#include <QSignalBlocker>

#include "app/window/worded.h"
#include "core/job/appraise/pieces_below.h"

namespace hefty::app {

StandsOnBox::StandsOnBox(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    m_box = new QComboBox(this);
    m_box->setObjectName("pieceStandsOn");
    m_box->setAccessibleName(tr("Stands on"));
    m_box->setToolTip(
        tr("A piece that stands on another is bolted to what that offers and proved together with it."));
    m_box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_box->setMinimumContentsLength(10);
    auto *row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    auto *label = new QLabel(tr("Stands on"), this);
    label->setBuddy(m_box);
    row->addWidget(label);
    row->addWidget(m_box, 1);
    connect(m_box, &QComboBox::activated, this, &StandsOnBox::choose);
    connect(session, &Session::jobChanged, this, &StandsOnBox::refresh);
    connect(session, &Session::pieceChosen, this, &StandsOnBox::refresh);
    connect(session, &Session::appraisalChanged, this, &StandsOnBox::refresh);
    refresh();
}

void StandsOnBox::refresh() {
    if (m_box->view()->isVisible()) return;  // someone is choosing
    const armor::Piece *piece = m_session->piece();
    std::vector<std::pair<QString, QString>> offers{{tr("the vehicle"), QString()}};
    if (piece)
        for (const armor::Piece *p :
             job::couldStandOn(m_session->job(), piece->id, *m_session->shownAppraisal()))
            offers.emplace_back(worded(p->name), QString::fromStdString(p->id));
    const QString on = piece ? QString::fromStdString(piece->on) : QString();
    if (std::none_of(offers.begin(), offers.end(), [&on](const auto &o) { return o.second == on; }))
        offers.emplace_back(on, on);  // it is not there, or cannot be built
    const QSignalBlocker quiet(m_box);
    if (offers != m_offered) {
        m_offered = offers;
        m_box->clear();
        for (const auto &[name, id] : offers) m_box->addItem(name, id);
    }
    m_box->setCurrentIndex(m_box->findData(on));
    setVisible(m_box->count() > 1);
}

void StandsOnBox::choose(int index) {
    const armor::Piece *piece = m_session->piece();
    const std::string on = m_box->itemData(index).toString().toStdString();
    if (!piece || piece->on == on) return;
    const std::string id = piece->id;
    m_session->edit(tr("Set %1 on %2").arg(worded(piece->name), m_box->itemText(index)),
                    [&id, &on](job::Job &job) {
                        for (armor::Piece &p : job.pieces)
                            if (p.id == id) p.on = on;
                    });
}

}  // namespace hefty::app
