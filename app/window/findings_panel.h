#pragma once

#include <QScrollArea>
#include <QTimer>
#include <QWidget>

#include "app/window/session.h"

class QVBoxLayout;
class QLabel;

namespace hefty::app {

/// What wants a decision, worst first, each with its number, its working and its remedies.
class FindingsPanel : public QWidget {
    Q_OBJECT

  public:
    explicit FindingsPanel(Session *session, QWidget *parent = nullptr);

  signals:
    void showAsked(const QString &findingId);
    void whyAsked(const QString &findingId);

  private:
    void refresh();
    void showCards();
    QWidget *card(const job::Finding &finding);
    QWidget *remedyButton(const job::Finding &finding, const job::Remedy &remedy);

    Session *m_session;
    QLabel *m_heading;
    QWidget *m_cards;
    QVBoxLayout *m_layout;
    QTimer m_rest;
    std::shared_ptr<const job::Appraisal> m_shown;
    measure::UnitSystem m_shownUnits = measure::UnitSystem::Metric;
};

}  // namespace hefty::app
