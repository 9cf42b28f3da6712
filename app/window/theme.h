#pragma once

#include <QBrush>
#include <QColor>
#include <QFont>
#include <QPainter>
#include <QString>

namespace hefty::app {

/// Colors of the shop: paper and ink by day, the same by lamp light.
struct Palette {
    QColor paper, panel, ink, faint, rule, bar, barText, blue, yellow, yellowEdge, good, bad, badText;
};

enum class Look { Light, Dark };

/// The look in force. Changing it repaints nothing by itself: the window does.
[[nodiscard]] Look look();
void setLook(Look look);
[[nodiscard]] const Palette &colors();

/// Registers the shipped fonts and sets the application's font and style sheet.
void applyTheme();
[[nodiscard]] QFont textFont(double points, bool bold = false);
[[nodiscard]] QFont measureFont(double points, bool bold = false);

/// While it lives, fonts come larger or smaller by a factor: a page of 300 dots an inch that is painted
/// in points would otherwise get letters four times too large.
class FontScale {
  public:
    explicit FontScale(double factor);
    ~FontScale();
    FontScale(const FontScale &) = delete;
    FontScale &operator=(const FontScale &) = delete;

  private:
    double m_before;
};

/// The color steel turns as it works harder: gray below a quarter, straw at a half, bronze, purple,
/// blue at the limit, cherry red past it.
[[nodiscard]] QColor temper(double utilization);
/// The same as a brush; past the limit hatched, so that it does not hang on color alone.
void fillTemper(QPainter &painter, const QPolygonF &shape, double utilization);
/// Ink that reads on temper(utilization).
[[nodiscard]] QColor temperInk(double utilization);

inline constexpr double handReach = 14;  ///< px: how near to a thing the pointer must be, gloves on

}  // namespace hefty::app
