#include "app/stops/layout/layout_bench.h"

#include <QButtonGroup>
#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QIcon>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QToolButton>
#include <QVBoxLayout>

#include "app/stops/layout/place_picker.h"
#include "app/stops/layout/stands_on.h"
#include "app/stops/layout/tweak_box.h"
#include "app/stops/measure/angles_page.h"
#include "app/stops/measure/drive_page.h"
#include "app/views/space_view.h"
#include "app/window/page_chooser.h"
#include "app/window/page_stack.h"
#include "app/window/quantity_edit.h"
#include "app/window/theme.h"
#include "app/window/worded.h"

namespace hefty::app {
namespace {

ViewSide sideOf(const std::string &view) {
    if (view == "top") return ViewSide::Top;
    return view == "front" ? ViewSide::Front : ViewSide::Side;
}

}  // namespace

LayoutBench::LayoutBench(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName("layoutBench");
    const auto make = [&](ViewSide side, const char *name, const QString &title) {
        auto *view = new PlanView(session, side, this);
        view->setObjectName(name);
        view->setAccessibleName(title);
        view->title = title;
        view->showOutline = side == ViewSide::Side;
        view->targets = [this, side] { return targetsFor(side); };
        return view;
    };
    m_side = make(ViewSide::Side, "layoutSide", tr("From the side"));
    m_top = make(ViewSide::Top, "layoutTop", tr("From above"));
    m_front = make(ViewSide::Front, "layoutFront", tr("From ahead"));
    m_side->setFit({-260, 0, -60}, {1020, 0, 1020});
    m_top->setFit({440, -960, 0}, {900, 960, 0});
    m_front->setFit({0, -960, 240}, {0, 960, 900});
    auto *form = new QWidget;
    m_formLayout = new QVBoxLayout(form);
    m_formLayout->setContentsMargins(4, 4, 12, 4);
    m_tweaks = new TweakBox(session, form);
    auto *build = new BuildBox(session, form);
    m_formLayout->addLayout(makeTrayChooser(build));
    m_formLayout->addWidget(new StandsOnBox(session, form));
    m_formLayout->addWidget(m_tweaks);
    m_formLayout->addWidget(build);
    m_formLayout->addStretch();
    auto *tray = m_tray = new QScrollArea(this);
    tray->setWidget(form);
    tray->setWidgetResizable(true);
    tray->setFixedWidth(272);
    tray->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_views = new QGridLayout;
    m_views->setRowStretch(0, 5);
    m_views->setRowStretch(1, 3);
    for (PlanView *view : {m_side, m_top, m_front}) addEnlarger(view, view->title);
    m_space = new SpaceView(session, this);
    m_space->setObjectName("layoutSpace");
    m_space->title = tr("In space");
    m_space->setAccessibleName(m_space->title);
    m_space->targets = [this] { return targetsInSpace(); };
    addEnlarger(m_space, m_space->title);
    new PlacePicker(session, build, {m_side, m_top, m_front}, m_space);
    enlarge(m_space);
    auto *drawing = new QWidget(this);
    auto *drawn = new QHBoxLayout(drawing);
    drawn->setContentsMargins(0, 0, 0, 0);
    drawn->addLayout(m_views, 1);
    drawn->addWidget(tray);
    m_angles = new AnglesPage(session, this);
    m_drive = new DrivePage(session, this);
    m_pages = new PageStack(this);
    QHBoxLayout *chooser = pageChooser(m_pages,
                                       {{tr("Draw"), "pageDraw", drawing},
                                        {tr("Angles"), "pageAngles", m_angles},
                                        {tr("Drive"), "pageDrive", m_drive}},
                                       110);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    layout->addLayout(chooser);
    layout->addWidget(m_pages, 1);
    connect(session, &Session::jobChanged, this, &LayoutBench::refreshForm);
    connect(session, &Session::pieceChosen, this, [this] {
        m_fittedTo.clear();
        refreshForm();
        fitViews();
    });
    connect(session, &Session::appraisalChanged, this, &LayoutBench::fitViews);
    refreshForm();
}

/// What the tray shows below the chosen part: the settings of the pattern, or building by hand.
QHBoxLayout *LayoutBench::makeTrayChooser(QWidget *build) {
    auto *row = new QHBoxLayout;
    auto *group = new QButtonGroup(this);
    for (const auto &[name, object] :
         {std::pair{tr("Settings"), "traySettings"}, {tr("By hand"), "trayByHand"}}) {
        auto *button = new QPushButton(name, this);
        button->setObjectName(object);
        button->setCheckable(true);
        group->addButton(button);
        row->addWidget(button);
    }
    m_byHand = static_cast<QPushButton *>(group->buttons().last());
    group->buttons().first()->setChecked(true);
    build->hide();
    connect(m_byHand, &QPushButton::toggled, this, [this, build](bool on) {
        build->setVisible(on);
        if (on && m_large == m_space) enlarge(m_front);  // free places are easiest told in a drawing
        if (m_settings) m_settings->setVisible(!on);
    });
    return row;
}

/// The button in its corner that makes a small picture the large one.
void LayoutBench::addEnlarger(QWidget *view, const QString &title) {
    auto *button = m_enlarge[view] = new QToolButton(view);
    button->setObjectName("enlarge." + view->objectName());
    button->setIcon(QIcon(":/icons/enlarge.svg"));
    button->setAccessibleName(tr("Large: %1").arg(title));
    button->setToolTip(button->accessibleName());
    button->setFixedSize(32, 32);
    auto *corner = new QVBoxLayout(view);
    corner->setContentsMargins(4, 4, 4, 4);
    corner->addWidget(button, 0, Qt::AlignRight | Qt::AlignTop);
    corner->addStretch();
    connect(button, &QToolButton::clicked, this, [this, view] { enlarge(view); });
}

void LayoutBench::enlarge(QWidget *large) {
    m_large = large;
    int column = 0;
    for (QWidget *view : {static_cast<QWidget *>(m_space), static_cast<QWidget *>(m_front),
                          static_cast<QWidget *>(m_side), static_cast<QWidget *>(m_top)}) {
        m_views->removeWidget(view);
        if (view == large)
            m_views->addWidget(view, 0, 0, 1, 3);
        else
            m_views->addWidget(view, 1, column++);
        m_enlarge[view]->setVisible(view != large);
    }
    for (int c = 0; c < 3; ++c) m_views->setColumnStretch(c, 1);
    for (PlanView *view : {m_side, m_top, m_front}) {
        view->whenSmall = view == large ? std::function<void()>() : [this, view] { enlarge(view); };
        view->update();
    }
    m_space->setSmall(large != m_space, [this] { enlarge(m_space); });
}

PlanView *LayoutBench::view(ViewSide side) const {
    return side == ViewSide::Side ? m_side : (side == ViewSide::Top ? m_top : m_front);
}

std::vector<DragTarget> LayoutBench::targetsFor(ViewSide side) const {
    std::vector<DragTarget> out;
    const auto appraisal = m_session->shownAppraisal();
    const armor::Piece *piece = m_session->piece();
    const job::PieceAppraisal *shown = m_session->chosen(*appraisal);
    const armor::Pattern *pattern = piece ? armor::pattern(piece->pattern) : nullptr;
    if (!pattern || !shown || !shown->assembly) return out;
    for (const armor::Handle &h : shown->assembly->handles) {
        const armor::SettingDescriptor *d = pattern->setting(h.setting);
        if (!d || sideOf(h.view) != side) continue;
        out.push_back(targetOf(h, *d));
    }
    return out;
}

DragTarget LayoutBench::targetOf(const armor::Handle &h, const armor::SettingDescriptor &d) const {
    const armor::Piece *piece = m_session->piece();
    DragTarget t;
    t.id = QString::fromStdString(h.setting);
    t.name = worded(d.name);
    t.at = h.at;
    t.direction = h.direction;
    t.value = armor::number(*piece, *armor::pattern(piece->pattern), h.setting);
    t.step = d.step;
    t.quantity = d.quantity;
    t.set = [session = m_session, &d](double value, int gesture) {
        session->setSetting(QString::fromStdString(d.id), std::clamp(value, d.least, d.most), gesture);
    };
    return t;
}

/// Every setting once, by the first handle that it has.
std::vector<DragTarget> LayoutBench::targetsInSpace() const {
    std::vector<DragTarget> out;
    for (const ViewSide side : {ViewSide::Front, ViewSide::Side, ViewSide::Top})
        for (DragTarget &t : targetsFor(side))
            if (std::none_of(out.begin(), out.end(), [&t](const DragTarget &o) { return o.id == t.id; }))
                out.push_back(std::move(t));
    return out;
}

/// The settings of the chosen piece's pattern; built anew when another pattern is chosen.
void LayoutBench::buildForm() {
    const armor::Piece *piece = m_session->piece();
    const armor::Pattern *pattern = piece ? armor::pattern(piece->pattern) : nullptr;
    if (pattern == m_pattern) return;
    m_pattern = pattern;
    m_edits.clear();
    m_choices.clear();
    m_yesNos.clear();
    m_rows.clear();
    m_headings.clear();
    delete m_settings;
    m_settings = new QWidget;
    auto *form = new QVBoxLayout(m_settings);
    form->setContentsMargins(0, 0, 0, 0);
    m_formLayout->insertWidget(m_formLayout->indexOf(m_tweaks) + 1, m_settings);
    m_settings->setVisible(!m_byHand->isChecked());
    if (!pattern) return;
    std::map<std::string, QVBoxLayout *> groups;
    for (const armor::SettingDescriptor &d : pattern->settings) {
        QVBoxLayout *&group = groups[d.group];
        if (!group) {
            auto *heading = m_headings[d.group] = new QLabel(worded(d.group));
            heading->setFont(textFont(12, true));
            heading->setContentsMargins(0, 10, 0, 2);
            form->addWidget(heading);
            form->addLayout(group = new QVBoxLayout);
        }
        m_rows[d.id] = makeSetting(d);
        group->addWidget(m_rows[d.id]);
    }
}

/// Fits the views to the piece that was chosen, with what is near it of the vehicle.
void LayoutBench::fitViews() {
    const auto appraisal = m_session->appraisal();
    const job::PieceAppraisal *shown = m_session->chosen(*appraisal);
    if (!shown || !shown->assembly || shown->assembly->solids.empty()) return;
    const QString id = QString::fromStdString(shown->id);
    if (m_fittedTo == id) return;
    m_fittedTo = id;
    const Eigen::AlignedBox3d box = shown->assembly->extent();
    const double margin = 0.06 * box.diagonal().norm() + 20;
    const Vec3 low = box.min() - Vec3::Constant(margin), high = box.max() + Vec3::Constant(margin);
    m_front->setFit(low, high);
    m_top->setFit(low, high);
    // From the side with the near wheel and the ground.
    Vec3 sideLow = low, sideHigh = high;
    sideLow.z() = -60;
    if (const auto &rig = appraisal->rig) {
        const double axle = box.center().x() > -rig->wheelbase / 2 ? 0 : -rig->wheelbase;
        const double radius = axle == 0 ? rig->front.loadedRadius : rig->rear.loadedRadius;
        sideLow.x() = std::min(sideLow.x(), axle - radius * 0.6);
        sideHigh.x() = std::max(sideHigh.x(), axle + radius * 0.6);
        sideHigh.z() = std::max(sideHigh.z(), 2 * radius + 180);
    }
    m_side->setFit(sideLow, sideHigh);
}

QWidget *LayoutBench::makeYesNo(const armor::SettingDescriptor &d) {
    auto *box = new QCheckBox(worded(d.name));
    box->setObjectName("setting." + QString::fromStdString(d.id));
    box->setToolTip(worded(d.meaning));
    connect(box, &QCheckBox::clicked, this,
            [this, &d](bool yes) { m_session->setSetting(QString::fromStdString(d.id), yes ? 1.0 : 0.0); });
    return m_yesNos[d.id] = box;
}

QWidget *LayoutBench::makeSetting(const armor::SettingDescriptor &d) {
    if (d.isYesNo()) return makeYesNo(d);
    const QString name = worded(d.name), id = QString::fromStdString(d.id);
    auto *widget = new QWidget;
    auto *row = new QGridLayout(widget);
    row->setContentsMargins(0, 0, 0, 0);
    auto *label = new QLabel(name);
    label->setToolTip(worded(d.meaning));
    label->setWordWrap(true);
    row->addWidget(label, 0, 0);
    if (d.choice == armor::Choice::None) {
        auto *edit = new QuantityEdit(m_session, d.quantity);
        edit->setObjectName("setting." + id);
        edit->setAccessibleName(name);
        edit->setToolTip(worded(d.meaning));
        edit->setFixedWidth(106);
        label->setBuddy(edit);
        connect(edit, &QuantityEdit::valueTyped, this, [this, edit, &d](double value) {
            const auto fine = armor::checkSetting(d, value, m_session->stock());
            edit->setToolTip(fine ? worded(d.meaning) : worded(fine.error().message));
            if (fine) return m_session->setSetting(QString::fromStdString(d.id), value);
            edit->setModified(true);
            edit->setProperty("wrong", true);
            edit->setStyleSheet(QStringLiteral("border: 2px solid %1;").arg(colors().bad.name()));
        });
        m_edits[d.id] = edit;
        row->addWidget(edit, 0, 1);
        return widget;
    }
    auto *box = new QComboBox;
    box->setObjectName("setting." + id);
    box->setAccessibleName(name);
    box->setToolTip(worded(d.meaning));
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    box->setMinimumContentsLength(10);
    for (const std::string &option : armor::options(d.choice, m_session->stock()))
        box->addItem(QString::fromStdString(option));
    connect(box, &QComboBox::activated, this,
            [this, box, id] { m_session->setSetting(id, box->currentText().toStdString()); });
    m_choices[d.id] = box;
    row->addWidget(box, 1, 0);
    return widget;
}

void LayoutBench::showSettings(const armor::Piece &piece) {
    std::map<std::string, bool> any;
    for (const armor::SettingDescriptor &d : m_pattern->settings) {
        const bool does = armor::doesSomething(piece, *m_pattern, d);
        m_rows[d.id]->setVisible(does);
        any[d.group] |= does;
    }
    for (const auto &[group, heading] : m_headings) heading->setVisible(any[group]);
}

void LayoutBench::refreshForm() {
    buildForm();
    const armor::Piece *piece = m_session->piece();
    const armor::Pattern *pattern = piece ? armor::pattern(piece->pattern) : nullptr;
    m_tray->setEnabled(pattern != nullptr);
    if (!pattern) return;
    for (const auto &[id, edit] : m_edits) {
        if (!edit->styleSheet().isEmpty()) edit->setStyleSheet(QString());
        edit->setValue(armor::number(*piece, *pattern, id));
    }
    for (const auto &[id, box] : m_yesNos) box->setChecked(armor::number(*piece, *pattern, id) > 0.5);
    for (const auto &[id, box] : m_choices)
        box->setCurrentText(QString::fromStdString(armor::text(*piece, *pattern, id)));
    showSettings(*piece);
}

void LayoutBench::showSubject(const QString &subject, const std::optional<Vec3> &place) {
    m_pages->setCurrentIndex(0);
    m_session->select(subject);
    for (PlanView *view : {m_side, m_top, m_front}) view->markPlace(place);
    m_space->markPlace(place);
}

}  // namespace hefty::app
