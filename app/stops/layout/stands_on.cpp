#include "app/stops/layout/stands_on.h"

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
    const QSignalBlocker quiet(m_box);
    m_box->clear();
    m_box->addItem(tr("the vehicle"), QString());
    if (piece)
        for (const armor::Piece *p :
             job::couldStandOn(m_session->job(), piece->id, *m_session->shownAppraisal()))
            m_box->addItem(worded(p->name), QString::fromStdString(p->id));
    const QString on = piece ? QString::fromStdString(piece->on) : QString();
    if (m_box->findData(on) < 0) m_box->addItem(on, on);  // it is not there, or cannot be built
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
