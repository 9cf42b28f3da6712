#pragma once

#include <QDialog>

#include "app/session.h"

namespace hefty::app {

/// All patterns that fit the vehicle, each drawn on it with its mass, cost and what it does to the angles.
class Gallery : public QDialog {
    Q_OBJECT

  public:
    explicit Gallery(Session *session, QWidget *parent = nullptr);
    [[nodiscard]] const armor::Pattern *chosen() const { return m_chosen; }

  private:
    const armor::Pattern *m_chosen = nullptr;
};

/// Shows the gallery. nullptr: nothing was chosen.
[[nodiscard]] const armor::Pattern *chooseFromGallery(Session *session, QWidget *parent);

}  // namespace hefty::app
