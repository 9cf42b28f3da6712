#pragma once

#include <map>

#include <QWidget>

#include "app/session.h"

class QComboBox;
class QFormLayout;
class QLabel;
class QLineEdit;
class QVBoxLayout;

namespace hefty::app {

/// Building by hand on the chosen piece: what to add, its sizes and its places; what has been built, each to
/// be taken out again.
class BuildBox : public QWidget {
    Q_OBJECT

  public:
    explicit BuildBox(Session *session, QWidget *parent = nullptr);

  private:
    void layFields();
    void refresh();
    void make();
    [[nodiscard]] std::optional<Json> valueOf(const QString &key, const QString &text);

    Session *m_session;
    QComboBox *m_kind;
    QWidget *m_fields = nullptr;
    QVBoxLayout *m_layout, *m_list;
    QLabel *m_note;
    std::map<QString, QWidget *> m_edits;
};

/// A place as a person types it: "beam" or "beam@350" on a part, "-4440, 600, 640" from the ground under
/// the front axle, "rail left rear"; each may end with "+ 0, 0, 40". Nothing if it is none.
/// @param units  of numbers without a unit
[[nodiscard]] std::optional<Json> placeFromText(const QString &text, measure::UnitSystem units);

}  // namespace hefty::app
