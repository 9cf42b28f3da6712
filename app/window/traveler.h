#pragma once

#include <QAbstractButton>
#include <QWidget>

#include "app/window/session.h"

namespace hefty::app {

/// The stops of the route card, in the order of work.
struct Stop {
    const char *id;
    const char *name;
};
inline constexpr std::array<Stop, 8> stops{{{"measure", QT_TRANSLATE_NOOP("stops", "Measure")},
                                            {"layout", QT_TRANSLATE_NOOP("stops", "Lay out")},
                                            {"load", QT_TRANSLATE_NOOP("stops", "Load")},
                                            {"prove", QT_TRANSLATE_NOOP("stops", "Prove")},
                                            {"cut", QT_TRANSLATE_NOOP("stops", "Cut & bend")},
                                            {"weld", QT_TRANSLATE_NOOP("stops", "Weld")},
                                            {"fitup", QT_TRANSLATE_NOOP("stops", "Fit up")},
                                            {"log", QT_TRANSLATE_NOOP("stops", "Log")}}};

/// Its place on the route card. @pre there is such a stop
[[nodiscard]] constexpr int stopIndex(std::string_view id) {
    for (std::size_t i = 0; i < stops.size(); ++i)
        if (id == stops[i].id) return static_cast<int>(i);
    return -1;
}

class StopButton : public QAbstractButton {
    Q_OBJECT

  public:
    StopButton(Session *session, int index, QWidget *parent = nullptr);
    [[nodiscard]] QString stateText() const { return m_state; }

  protected:
    void paintEvent(QPaintEvent *event) override;

  private:
    void refresh();
    Session *m_session;
    int m_index;
    QString m_state;
    int m_open = 0;
    bool m_isSigned = false;
};

/// The route card at the left: one click goes to a stop, each shows how it stands; a stop can be signed
/// off.
class Traveler : public QWidget {
    Q_OBJECT

  public:
    explicit Traveler(Session *session, QWidget *parent = nullptr);
    void setCurrent(int index);

  signals:
    void chosen(int index);

  private:
    void signOff();
    void refreshSign();
    Session *m_session;
    std::vector<StopButton *> m_buttons;
    QAbstractButton *m_sign;
    int m_current = 0;
};

}  // namespace hefty::app
