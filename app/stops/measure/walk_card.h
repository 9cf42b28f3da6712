#pragma once

#include <array>

#include <QWidget>

#include "app/instruments/instrument_strip.h"
#include "app/window/session.h"
#include "core/rig/walk.h"

class QComboBox;
class QGridLayout;
class QLabel;
class QPushButton;

namespace hefty::app {

class QuantityEdit;

/// One mark of the walk: where to hold the tape, and lines for what it says.
class WalkCard : public QWidget {
    Q_OBJECT

  public:
    explicit WalkCard(Session *session, QWidget *parent = nullptr);
    void showEntry(const rig::WalkEntry &entry);
    /// The next key goes into the first line.
    void startTyping();
    /// The measure that the next reading of an instrument is for.
    [[nodiscard]] std::optional<InstrumentStrip::Waiting> waiting();
    /// What simulated instruments find for it: the place that the mark has or is guessed at.
    [[nodiscard]] std::vector<std::pair<std::string, double>> truth() const;

  signals:
    void taken();

  private:
    /// A coordinate of the mark or the value of a datum.
    struct Line {
        QLabel *label;
        QuantityEdit *edit;
    };
    [[nodiscard]] const rig::WalkEntry *entry() const { return m_entry ? &*m_entry : nullptr; }
    [[nodiscard]] int usedLines(const rig::WalkEntry &entry) const;
    [[nodiscard]] QString standing(const rig::WalkEntry &entry) const;
    void fillLines(const rig::WalkEntry &entry);
    void forget();  ///< what was typed
    void take();
    void takeDatum(const rig::WalkEntry &entry);
    void takePlace(const rig::WalkEntry &entry);
    void setTrust(int index);
    void mirror();
    void say(const QString &text, bool bad);
    void next(int line);

    Session *m_session;
    std::optional<rig::WalkEntry> m_entry;
    QLabel *m_how, *m_state;
    std::array<Line, 6> m_lines{};
    QGridLayout *m_grid;
    QComboBox *m_trust;
    QPushButton *m_take, *m_mirror;
};

}  // namespace hefty::app
