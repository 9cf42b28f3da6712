#pragma once

#include <map>

#include <QWidget>

#include "app/views/plan_view.h"

class QCheckBox;
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
class SpaceView;
class TweakBox;

/// The stop where a piece is laid out: in space, and from side, top and front to scale, with the pattern's
/// handles, its settings, and changes to single parts.
class LayoutBench : public QWidget {
    Q_OBJECT

  public:
    explicit LayoutBench(Session *session, QWidget *parent = nullptr);
    void showSubject(const QString &subject, const std::optional<Vec3> &place);
    [[nodiscard]] PlanView *view(ViewSide side) const;
    [[nodiscard]] DrivePage *drivePage() const { return m_drive; }

  private:
    [[nodiscard]] std::vector<DragTarget> targetsFor(ViewSide side) const;
    [[nodiscard]] std::vector<DragTarget> targetsInSpace() const;
    [[nodiscard]] DragTarget targetOf(const armor::Handle &handle, const armor::SettingDescriptor &d) const;
    /// One picture large, the other three small below it.
    void enlarge(QWidget *view);
    void addEnlarger(QWidget *view, const QString &title);
    [[nodiscard]] QHBoxLayout *makeTrayChooser(QWidget *build);
    void buildForm();
    void fitViews();
    [[nodiscard]] QWidget *makeSetting(const armor::SettingDescriptor &descriptor);
    [[nodiscard]] QWidget *makeYesNo(const armor::SettingDescriptor &descriptor);
    /// Settings that do nothing as the piece is are not shown, nor is a heading over none.
    void showSettings(const armor::Piece &piece);
    void refreshForm();

    Session *m_session;
    PlanView *m_side, *m_top, *m_front;
    SpaceView *m_space;
    QWidget *m_large = nullptr;
    QGridLayout *m_views = nullptr;
    std::map<QWidget *, QToolButton *> m_enlarge;
    std::map<std::string, QuantityEdit *> m_edits;
    std::map<std::string, QComboBox *> m_choices;
    std::map<std::string, QCheckBox *> m_yesNos;
    std::map<std::string, QWidget *> m_rows;     ///< of the settings
    std::map<std::string, QLabel *> m_headings;  ///< of their groups
    const armor::Pattern *m_pattern = nullptr;   ///< that the form is of
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
