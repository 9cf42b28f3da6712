#pragma once

#include <map>
#include <thread>

#include <QDialog>

#include "app/views/space_scene.h"
#include "app/window/session.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace hefty::app {

class StopTable;

/// Two designs over each other: the first as it is, the edges of the other dashed in blue.
class OverlayView : public QWidget {
    Q_OBJECT

  public:
    explicit OverlayView(QWidget *parent = nullptr);
    void show(std::shared_ptr<const job::Appraisal> one, std::shared_ptr<const job::Appraisal> other);
    [[nodiscard]] QSize minimumSizeHint() const override { return {320, 260}; }

  protected:
    void paintEvent(QPaintEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;
    void mouseMoveEvent(QMouseEvent *event) override;

  private:
    std::shared_ptr<const job::Appraisal> m_one, m_other;
    SpaceCamera m_camera;
    QPointF m_from;
};

/// The designs that are kept beside the one in hand: two compared side by side, one gone back to.
class VariantsSheet : public QDialog {
    Q_OBJECT

  public:
    explicit VariantsSheet(Session *session, QWidget *parent = nullptr);
    ~VariantsSheet() override;
    /// True once both that are chosen are appraised.
    [[nodiscard]] bool isCompared() const { return !m_running; }

  private:
    void refresh();
    void keep();
    void forget();
    void goBack();
    void compare();
    void tell();
    [[nodiscard]] std::string chosen(const QComboBox *box) const;
    [[nodiscard]] job::Job jobOf(const std::string &variant) const;

    Session *m_session;
    QComboBox *m_one, *m_other;
    QLineEdit *m_name;
    QPushButton *m_back, *m_forget;
    StopTable *m_table;
    OverlayView *m_view;
    QLabel *m_note;
    std::map<std::string, std::pair<job::Job, std::shared_ptr<const job::Appraisal>>> m_known;
    std::jthread m_worker;
    bool m_running = false;
};

}  // namespace hefty::app
