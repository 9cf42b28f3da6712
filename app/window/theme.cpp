#include "app/window/theme.h"

#include <array>
#include <cmath>

#include <QApplication>
#include <QFontDatabase>
#include <QPalette>
#include <QPolygonF>

/// Resources of a static library are linked in only when asked for, from outside any namespace.
static void loadResources() {
    Q_INIT_RESOURCE(resources);
}

namespace hefty::app {
namespace {

Look currentLook = Look::Light;
double fontScale = 1;

const Palette light{QColor("#EFEDE7"), QColor("#E4E1D8"), QColor("#1E2428"), QColor("#5A6468"),
                    QColor("#CBC6BA"), QColor("#2A3137"), QColor("#F3F0E9"), QColor("#1F4E79"),
                    QColor("#F0B400"), QColor("#5C4500"), QColor("#2C6E49"), QColor("#A3222B"),
                    QColor("#FFFFFF")};
const Palette dark{QColor("#1B1F22"), QColor("#24292D"), QColor("#E9E5DA"), QColor("#A9AFAE"),
                   QColor("#454C50"), QColor("#0F1214"), QColor("#F3F0E9"), QColor("#7FB2E0"),
                   QColor("#F0B400"), QColor("#FFE08A"), QColor("#7CC49A"), QColor("#E2636A"),
                   QColor("#1B1F22")};

struct Temper {
    double use;
    QColor color;
};

const std::array<Temper, 6> tempers{{{0.0, QColor("#B9BDBD")},
                                     {0.25, QColor("#C3C3B4")},
                                     {0.50, QColor("#E3CE86")},
                                     {0.75, QColor("#B07A3C")},
                                     {0.90, QColor("#7A4A7E")},
                                     {1.00, QColor("#35568F")}}};
const QColor cherry("#B3202C");

QString styleSheet() {
    const Palette &c = colors();
    return QStringLiteral(R"(
QWidget { color: %ink; background: %paper; }
QToolTip { color: %ink; background: %panel; border: 1px solid %faint; }
QPushButton, QComboBox, QLineEdit, QToolButton { min-height: 34px; padding: 0 10px; border: 1px solid %faint; border-radius: 2px; background: %panel; }
QPushButton:hover, QToolButton:hover, QComboBox:hover { border-color: %blue; }
QPushButton:focus, QComboBox:focus, QLineEdit:focus, QToolButton:focus { border: 2px solid %yellow; }
QPushButton:disabled, QToolButton:disabled { color: %faint; border-color: %rule; }
QPushButton:checked { background: %blue; color: %paper; }
QLineEdit[wrong="true"] { border: 2px solid %bad; }
QComboBox QAbstractItemView { background: %panel; color: %ink; selection-background-color: %blue; selection-color: %paper; }
QTableView { background: %paper; alternate-background-color: %panel; gridline-color: %rule; border: 1px solid %rule; selection-background-color: %blue; selection-color: %paper; }
QHeaderView::section { background: %panel; color: %ink; border: 0; border-bottom: 1px solid %faint; padding: 4px 6px; min-height: 24px; }
QScrollBar:vertical { background: %paper; width: 14px; margin: 0; }
QScrollBar::handle:vertical { background: %rule; min-height: 36px; }
QScrollBar:horizontal { background: %paper; height: 14px; margin: 0; }
QScrollBar::handle:horizontal { background: %rule; min-width: 36px; }
QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; }
QScrollArea { border: 0; }
QSlider::groove:horizontal { height: 6px; background: %rule; }
QSlider::handle:horizontal { width: 22px; margin: -9px 0; background: %yellow; border: 1px solid %edge; }
QMenu { background: %panel; border: 1px solid %faint; }
QMenu::item { padding: 8px 22px; }
QMenu::item:selected { background: %blue; color: %paper; }
QMenu::item:disabled { color: %faint; }
#jobStrip, #jobStrip QLabel { background: %bar; color: %bartext; }
#jobStrip QToolButton { background: %bar; color: %bartext; border-color: %faint; }
#jobStrip QToolButton:disabled { color: %faint; }
#jobStrip QToolButton:checked { background: %blue; color: %paper; border: 2px solid %yellow; }
#traveler, #traveler QWidget { background: %bar; color: %bartext; }
#gaugeBar { background: %bar; }
#findings, #findings QWidget#cards { background: %panel; }
QFrame[severity] { background: %paper; border: 0; border-left: 6px solid %rule; }
QFrame[severity="fix"] { border-left-color: %yellow; }
QFrame[severity="stop"] { border-left-color: %bad; }
QFrame[severity] QLabel { background: transparent; border: 0; }
#banner, #banner QLabel { background: %yellow; color: #1E2428; }
#caution { background: %panel; border-left: 6px solid %yellow; padding: 6px; }
)")
        .replace("%ink", c.ink.name())
        .replace("%paper", c.paper.name())
        .replace("%panel", c.panel.name())
        .replace("%faint", c.faint.name())
        .replace("%rule", c.rule.name())
        .replace("%bartext", c.barText.name())
        .replace("%bar", c.bar.name())
        .replace("%blue", c.blue.name())
        .replace("%yellow", c.yellow.name())
        .replace("%edge", c.yellowEdge.name())
        .replace("%bad", c.bad.name());
}

}  // namespace

Look look() {
    return currentLook;
}
void setLook(Look look) {
    currentLook = look;
}
const Palette &colors() {
    return currentLook == Look::Light ? light : dark;
}

void applyTheme() {
    static bool fontsLoaded = false;
    if (!fontsLoaded) {
        loadResources();
        for (const char *file :
             {"B612Mono-Regular", "B612Mono-Bold", "B612-Regular", "B612-Bold", "B612-Italic"})
            QFontDatabase::addApplicationFont(QStringLiteral(":/fonts/%1.otf").arg(QLatin1String(file)));
        fontsLoaded = true;
    }
    QApplication::setStyle("Fusion");
    QApplication::setFont(textFont(11));
    QPalette palette;
    const Palette &c = colors();
    palette.setColor(QPalette::Window, c.paper);
    palette.setColor(QPalette::WindowText, c.ink);
    palette.setColor(QPalette::Base, c.paper);
    palette.setColor(QPalette::AlternateBase, c.panel);
    palette.setColor(QPalette::Text, c.ink);
    palette.setColor(QPalette::Button, c.panel);
    palette.setColor(QPalette::ButtonText, c.ink);
    palette.setColor(QPalette::Highlight, c.blue);
    palette.setColor(QPalette::HighlightedText, c.paper);
    palette.setColor(QPalette::PlaceholderText, c.faint);
    QApplication::setPalette(palette);
    qApp->setStyleSheet(styleSheet());
}

FontScale::FontScale(double factor) : m_before(fontScale) {
    fontScale *= factor;
}
FontScale::~FontScale() {
    fontScale = m_before;
}

QFont textFont(double points, bool bold) {
    QFont font(QStringLiteral("B612"));
    font.setPointSizeF(points * fontScale);
    font.setBold(bold);
    return font;
}

QFont measureFont(double points, bool bold) {
    QFont font(QStringLiteral("B612 Mono"));
    font.setPointSizeF(points * fontScale);
    font.setBold(bold);
    return font;
}

QColor temper(double use) {
    if (!(use >= 0)) return tempers.front().color;
    if (use > 1) return cherry;
    for (std::size_t i = 1; i < tempers.size(); ++i) {
        if (use > tempers[i].use) continue;
        const double t = (use - tempers[i - 1].use) / (tempers[i].use - tempers[i - 1].use);
        const QColor &a = tempers[i - 1].color, &b = tempers[i].color;
        const auto mix = [t](int x, int y) { return static_cast<int>(std::lround(x + (y - x) * t)); };
        return QColor(mix(a.red(), b.red()), mix(a.green(), b.green()), mix(a.blue(), b.blue()));
    }
    return tempers.back().color;
}

QColor temperInk(double use) {
    return use > 0.62 ? QColor("#FFFFFF") : QColor("#1E2428");
}

void fillTemper(QPainter &painter, const QPolygonF &shape, double use) {
    painter.save();
    painter.setPen(Qt::NoPen);
    painter.setBrush(temper(use));
    painter.drawPolygon(shape);
    if (use > 1) {
        painter.setBrush(QBrush(QColor(255, 255, 255, 190), Qt::BDiagPattern));
        painter.drawPolygon(shape);
    }
    painter.restore();
}

}  // namespace hefty::app
