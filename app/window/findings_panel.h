#pragma once

#include <vector>

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
    /// A card, and what tells it from others.
    struct Card {
        QString says;
        QWidget *widget = nullptr;
    };
    [[nodiscard]] QString wordsOf(const job::Finding &finding) const;
    [[nodiscard]] bool waitsForRemedies(const job::Finding &finding) const;
    QWidget *card(const job::Finding &finding);
    QWidget *remedyButton(const job::Finding &finding, const job::Remedy &remedy);

    Session *m_session;
    QLabel *m_heading;
    QWidget *m_cards;
    QVBoxLayout *m_layout;
    std::vector<Card> m_cardsShown;  ///< in the order of the layout
    QTimer m_rest;
    std::shared_ptr<const job::Appraisal> m_shown;
    measure::UnitSystem m_shownUnits = measure::UnitSystem::Metric;
};

}  // namespace hefty::app
