#include "app/stops/load/curve_page.h"

#include <QFile>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/window/theme.h"

namespace hefty::app {

CurvePage::CurvePage(Session *session, const QString &name, const QString &open, QWidget *parent)
    : QWidget(parent), m_session(session), m_seen(new WhenSeen(this, [this] { refresh(); })) {
    setObjectName(name + "Page");
    m_open = new QPushButton(open, this);
    m_open->setObjectName(name + "Open");
    m_take = new QPushButton(tr("Take into the house rules"), this);
    m_take->setObjectName(name + "Take");
    m_says = new QLabel(this);
    m_says->setObjectName(name + "Says");
    m_says->setWordWrap(true);
    m_says->setFont(textFont(12));
    m_says->setMinimumHeight(64);
    connect(m_open, &QPushButton::clicked, this, &CurvePage::openAsked);
    connect(m_take, &QPushButton::clicked, this, [this] { take(); });
}

void CurvePage::arrange(QHBoxLayout *row, QWidget *chart) {
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(row);
    layout->addWidget(chart, 1);
    layout->addWidget(m_says);
}

QString CurvePage::open(const QString &path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) return tr("%1 cannot be read: %2.").arg(path, file.errorString());
    const QString why = read(file.readAll().toStdString(), QFileInfo(path).fileName());
    if (why.isEmpty()) refresh();
    return why;
}

}  // namespace hefty::app
