#include "app/window/findings_panel.h"

#include <algorithm>

#include <QCoreApplication>
#include <QFrame>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/window/theme.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

/// As the theme's stylesheet tells cards apart.
const char *severityWord(job::Severity s) {
    switch (s) {
        case job::Severity::Stop:
            return "stop";
        case job::Severity::Fix:
            return "fix";
        case job::Severity::Note:
            break;
    }
    return "note";
}

/// In lines no wider than there is room, broken after a colon or between words: a button does not do that
/// itself.
QString foldedTo(const QString &text, const QFontMetrics &metrics, int room) {
    if (metrics.horizontalAdvance(text) <= room) return text;
    if (const auto colon = text.indexOf(": "); colon > 0)
        return text.left(colon + 1) + '\n' + foldedTo(text.mid(colon + 2), metrics, room);
    QString out, line;
    for (const QString &word : text.split(' ')) {
        const QString longer = line.isEmpty() ? word : line + ' ' + word;
        if (!line.isEmpty() && metrics.horizontalAdvance(longer) > room) {
            out += line + '\n';
            line = word;
        } else {
            line = longer;
        }
    }
    return out + line;
}

QString signedText(double value, measure::Quantity q, measure::UnitSystem units) {
    return (value >= 0 ? QStringLiteral("+") : QString()) +
           QString::fromStdString(measure::printQuantity(value, q, units));
}

}  // namespace

FindingsPanel::FindingsPanel(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("findings");
    setAttribute(Qt::WA_StyledBackground);
    setFixedWidth(310);
    m_heading = new QLabel(this);
    m_heading->setFont(textFont(12, true));
    m_heading->setContentsMargins(10, 8, 10, 4);
    m_cards = new QWidget;
    m_cards->setObjectName("cards");
    m_layout = new QVBoxLayout(m_cards);
    m_layout->setContentsMargins(8, 4, 8, 8);
    m_layout->setSpacing(8);
    m_layout->addStretch();
    auto *scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setWidget(m_cards);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(m_heading);
    layout->addWidget(scroll);
    m_rest.setSingleShot(true);
    m_rest.setInterval(200);
    connect(&m_rest, &QTimer::timeout, this, &FindingsPanel::showCards);
    connect(session, &Session::appraisalChanged, this, &FindingsPanel::refresh);
    connect(session, &Session::unitsChanged, this, &FindingsPanel::refresh);
    refresh();
}

void FindingsPanel::refresh() {
    const auto appraisal = m_session->shownAppraisal();
    int toFix = 0;
    for (const job::Finding &f : appraisal->findings) toFix += f.severity != job::Severity::Note;
    m_heading->setText(toFix == 0 ? tr("Nothing to settle")
                                  : tr("%n thing(s) to settle", nullptr, toFix)
                                        .replace("thing(s)", toFix == 1 ? "thing" : "things"));
    // While a handle is dragged the cards wait until it rests; the heading follows at once.
    if (appraisal->remediesDone || m_shownUnits != m_session->units() || m_session->isShowingPinned())
        return showCards();
    m_rest.start();
}

void FindingsPanel::showCards() {
    m_rest.stop();
    const auto appraisal = m_session->shownAppraisal();
    if (m_shown == appraisal && m_shownUnits == m_session->units()) return;
    m_shown = appraisal;
    m_shownUnits = m_session->units();
    // Cards that say what they said stay where they are: laying out their texts is most of the work.
    std::size_t place = 0;
    for (const job::Finding &f : appraisal->findings) {
        const QString says = wordsOf(f);
        const auto from = m_cardsShown.begin() + static_cast<std::ptrdiff_t>(place);
        const auto same =
            std::find_if(from, m_cardsShown.end(), [&says](const Card &c) { return c.says == says; });
        if (same == m_cardsShown.end()) {
            QWidget *one = card(f);
            m_layout->insertWidget(static_cast<int>(place), one);
            one->show();
            m_cardsShown.insert(from, {says, one});
        } else if (same != from) {
            const Card moved = *same;
            m_cardsShown.erase(same);
            m_cardsShown.insert(m_cardsShown.begin() + static_cast<std::ptrdiff_t>(place), moved);
            m_layout->removeWidget(moved.widget);
            m_layout->insertWidget(static_cast<int>(place), moved.widget);
        }
        ++place;
    }
    while (m_cardsShown.size() > place) {
        QWidget *gone = m_cardsShown.back().widget;
        m_cardsShown.pop_back();
        m_layout->removeWidget(gone);
        gone->hide();
        gone->deleteLater();
    }
    // Laid out at once: else a picture in between shows them pressed into the room of those before.
    QCoreApplication::sendPostedEvents(m_cards, QEvent::LayoutRequest);
}

bool FindingsPanel::waitsForRemedies(const job::Finding &f) const {
    return f.severity == job::Severity::Fix && f.remedies.empty() && !m_shown->remediesDone;
}

/// All that a card says and does.
QString FindingsPanel::wordsOf(const job::Finding &f) const {
    QString out = QString::fromStdString(f.id + "\n" + f.sentence.in(m_shownUnits)) +
                  severityWord(f.severity) + (f.working ? "w" : "") + (waitsForRemedies(f) ? "r" : "");
    for (const job::Remedy &r : f.remedies)
        out += QStringLiteral("\n%1 %2 %3 %4 %5 %6 %7")
                   .arg(worded(r.label, m_shownUnits))
                   .arg(r.before)
                   .arg(r.after)
                   .arg(r.massChange)
                   .arg(r.costChange)
                   .arg(r.fixesAfter - r.fixesBefore)
                   .arg(r.cures);
    return out;
}

QWidget *FindingsPanel::card(const job::Finding &finding) {
    auto *frame = new QFrame(m_cards);
    frame->setObjectName("finding." + QString::fromStdString(finding.id));
    frame->setProperty("severity", severityWord(finding.severity));
    auto *layout = new QVBoxLayout(frame);
    layout->setContentsMargins(12, 6, 8, 8);
    layout->setSpacing(6);
    auto *sentence = new QLabel(worded(finding.sentence, m_session->units()), frame);
    sentence->setWordWrap(true);
    sentence->setFont(textFont(11));
    layout->addWidget(sentence);
    auto *row = new QHBoxLayout;
    row->setSpacing(6);
    const QString id = QString::fromStdString(finding.id);
    auto *show = new QPushButton(tr("Show me"), frame);
    show->setObjectName("show." + id);
    connect(show, &QPushButton::clicked, this, [this, id] { emit showAsked(id); });
    row->addWidget(show);
    if (finding.working) {
        auto *why = new QPushButton(tr("Why"), frame);
        why->setObjectName("why." + id);
        connect(why, &QPushButton::clicked, this, [this, id] { emit whyAsked(id); });
        row->addWidget(why);
    }
    row->addStretch();
    layout->addLayout(row);
    for (const job::Remedy &r : finding.remedies) layout->addWidget(remedyButton(finding, r));
    if (waitsForRemedies(finding)) {
        auto *wait = new QLabel(tr("Looking for remedies..."), frame);
        wait->setFont(textFont(10));
        layout->addWidget(wait);
    }
    return frame;
}

QWidget *FindingsPanel::remedyButton(const job::Finding &finding, const job::Remedy &r) {
    const auto units = m_session->units();
    const auto print = [&](double v) {
        return QString::fromStdString(measure::printQuantity(v, finding.quantity, units));
    };
    const QString label = worded(r.label, units);
    const QString effect =
        QStringLiteral("%1 → %2, %3, %4")
            .arg(print(r.before), print(r.after), signedText(r.massChange, measure::Quantity::Mass, units),
                 signedText(r.costChange, measure::Quantity::Money, units));
    auto *button = new QPushButton;
    const QFontMetrics metrics(textFont(10));
    constexpr int room = 246;
    const QString text = foldedTo(label, metrics, room) + "\n" + foldedTo(effect, metrics, room) +
                         (r.cures ? QString() : "\n" + tr("(helps, does not cure)"));
    button->setText(text);
    button->setAccessibleName(label + ", " + effect);
    // A remedy that adds parts changes no setting.
    button->setObjectName("remedy." + QString::fromStdString(finding.id) + "." +
                          (r.edit.settings.empty() ? QStringLiteral("tweak")
                                                   : QString::fromStdString(r.edit.settings.begin()->first)));
    button->setStyleSheet("QPushButton { text-align: left; padding: 6px 8px; }");
    button->setFont(textFont(10));
    button->setMinimumHeight(16 + 16 * (static_cast<int>(text.count('\n')) + 1));
    button->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    button->setToolTip(label + "\n" + effect + "\n" +
                       (r.fixesAfter > r.fixesBefore
                            ? tr("Brings %1 new things to settle.").arg(r.fixesAfter - r.fixesBefore)
                            : tr("Takes the remedy; it can be undone.")));
    const job::Remedy copy = r;
    connect(button, &QPushButton::clicked, this, [this, copy] { m_session->takeRemedy(copy); });
    return button;
}

}  // namespace hefty::app
