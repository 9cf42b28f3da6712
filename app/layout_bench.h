#pragma once

#include <map>

#include <QWidget>

#include "app/plan_view.h"

class QComboBox;
class QGridLayout;
class QHBoxLayout;
class QPushButton;
class QScrollArea;
class QStackedWidget;
class QToolButton;
class QVBoxLayout;

namespace hefty::app {

class AnglesPage;
class DrivePage;
class QuantityEdit;
class TweakBox;

/// The stop where a piece is laid out: side, top and front to scale with the pattern's handles, its
/// settings, and changes to single parts.
class LayoutBench : public QWidget {
    Q_OBJECT

  public:
    explicit LayoutBench(Session *session, QWidget *parent = nullptr);
    void showSubject(const QString &subject, const std::optional<Vec3> &place);
    [[nodiscard]] PlanView *view(ViewSide side) const;
    [[nodiscard]] DrivePage *drivePage() const { return m_drive; }

  private:
    [[nodiscard]] std::vector<DragTarget> targetsFor(ViewSide side) const;
    /// One drawing large, the other two small below it.
    void enlarge(PlanView *view);
    [[nodiscard]] QHBoxLayout *makeTrayChooser(QWidget *build);
    void buildForm();
    void fitViews();
    void addSetting(QVBoxLayout *form, const armor::SettingDescriptor &descriptor);
    void refreshForm();

    Session *m_session;
    PlanView *m_side, *m_top, *m_front;
    QGridLayout *m_views = nullptr;
    std::map<PlanView *, QToolButton *> m_enlarge;
    std::map<std::string, QuantityEdit *> m_edits;
    std::map<std::string, QComboBox *> m_choices;
    const armor::Pattern *m_pattern = nullptr;  ///< that the form is of
    QWidget *m_settings = nullptr;
    QVBoxLayout *m_formLayout = nullptr;
    QString m_fittedTo;  ///< the piece that the views were fitted to
    QPushButton *m_byHand = nullptr;
    TweakBox *m_tweaks;
    QScrollArea *m_tray = nullptr;
    QStackedWidget *m_pages;
    AnglesPage *m_angles;
    DrivePage *m_drive;
};

}  // namespace hefty::app
