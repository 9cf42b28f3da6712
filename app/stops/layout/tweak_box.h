#pragma once

#include <optional>
#include <string>
#include <utility>
#include <vector>

#include <QWidget>

#include "app/window/session.h"

class QComboBox;
class QLabel;
class QPushButton;
class QVBoxLayout;

namespace hefty::app {

class QuantityEdit;

/// Changes to the part that is selected in the picture, and the list of those made.
class TweakBox : public QWidget {
    Q_OBJECT

  public:
    explicit TweakBox(Session *session, QWidget *parent = nullptr);

  private:
    void refresh();
    void nameChanges();
    void offerKinds();
    void fitFields();
    void make();
    [[nodiscard]] const armor::Assembly *assembly() const;
    [[nodiscard]] bool addsGussets(const std::string &part) const;
    [[nodiscard]] QString called(const std::string &part) const;
    [[nodiscard]] QString describe(const armor::Tweak &tweak) const;

    Session *m_session;
    QLabel *m_part;
    QComboBox *m_kind, *m_choice;
    QuantityEdit *m_first, *m_second, *m_third;
    QLabel *m_firstName, *m_secondName, *m_thirdName;
    QPushButton *m_make;
    QVBoxLayout *m_list;
    /// What can be done to which part, made of which section or metal.
    struct Offered {
        std::string part, of;
        measure::UnitSystem units;
        std::vector<std::pair<QString, int>> kinds;
        bool operator==(const Offered &) const = default;
    };
    std::optional<Offered> m_offered;  ///< none: nothing yet
};

}  // namespace hefty::app
