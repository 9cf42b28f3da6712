#pragma once

#include <utility>
#include <vector>

#include <QComboBox>

#include "app/window/session.h"

namespace hefty::app {

/// What the chosen piece stands on: the vehicle, or another piece that offers holds. Hidden while there is
/// nothing to choose.
class StandsOnBox : public QWidget {
    Q_OBJECT

  public:
    explicit StandsOnBox(Session *session, QWidget *parent = nullptr);

  private:
    void refresh();
    void choose(int index);

    Session *m_session;
    QComboBox *m_box;
    std::vector<std::pair<QString, QString>> m_offered;  ///< names and ids
};

}  // namespace hefty::app
