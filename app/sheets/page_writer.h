#pragma once

#include <vector>

#include <QPagedPaintDevice>
#include <QPainter>
#include <QStringList>

#include "app/window/theme.h"

namespace hefty::app {

/// Writes lines and tables down the page and turns pages; lengths in points of the page.
class PageWriter {
  public:
    PageWriter(QPagedPaintDevice *device, const QString &footer)
        : m_device(device), m_fonts(72.0 / device->logicalDpiX()), m_footer(footer) {
        m_painter.begin(device);
        const double dots = device->logicalDpiX();
        m_painter.scale(dots / 72, dots / 72);
        m_page = QRectF(0, 0, device->width() * 72 / dots, device->height() * 72 / dots);
        beginPage();
    }
    ~PageWriter() { m_painter.end(); }

    QPainter &painter() { return m_painter; }
    [[nodiscard]] double left() const { return m_page.left(); }
    [[nodiscard]] double width() const { return m_page.width(); }
    [[nodiscard]] int pages() const { return m_number; }

    void need(double height) {
        if (m_y + height > m_page.bottom() - footerHeight) turn();
    }
    /// What is left of the page.
    [[nodiscard]] double room() const { return m_page.bottom() - footerHeight - m_y; }
    /// Begins a new page, unless this one is still empty.
    void freshPage() {
        if (m_y > m_page.top()) turn();
    }
    /// Room of a height on the page; the writer goes on below it.
    QRectF take(double height) {
        need(height);
        const QRectF box(m_page.left(), m_y, m_page.width(), height);
        m_y += height;
        return box;
    }
    void heading(const QString &text) {
        need(60);
        m_y += 8;
        line(text, 13, true);
        m_painter.setPen(QPen(Qt::black, 0.8));
        m_painter.drawLine(QPointF(left(), m_y), QPointF(left() + width(), m_y));
        m_y += 4;
    }
    void line(const QString &text, double points = 9, bool bold = false) {
        m_painter.setFont(textFont(points, bold));
        const QRectF bounds =
            m_painter.boundingRect(QRectF(left(), 0, width(), 10000), Qt::TextWordWrap, text);
        const QRectF box = take(bounds.height() + 3);
        m_painter.setFont(textFont(points, bold));
        m_painter.setPen(Qt::black);
        m_painter.drawText(box, Qt::TextWordWrap, text);
    }
    void row(const QStringList &cells, const std::vector<double> &shares, bool bold = false) {
        const QFont font = bold ? textFont(8, true) : measureFont(7.5);
        m_painter.setFont(font);
        double height = 12;
        for (int i = 0; i < cells.size(); ++i)
            height = std::max(
                height,
                m_painter
                        .boundingRect(QRectF(0, 0, width() * shares[static_cast<std::size_t>(i)] - 4, 1000),
                                      Qt::TextWordWrap, cells[i])
                        .height() +
                    3);
        const QRectF box = take(height);
        double x = box.left();
        m_painter.setFont(font);  // a new page has begun with the font of its footer
        m_painter.setPen(Qt::black);
        for (int i = 0; i < cells.size(); ++i) {
            const double w = width() * shares[static_cast<std::size_t>(i)];
            m_painter.drawText(QRectF(x, box.top() + 1, w - 4, height), Qt::TextWordWrap, cells[i]);
            x += w;
        }
        m_painter.setPen(QPen(QColor("#999999"), 0.4));
        m_painter.drawLine(box.bottomLeft(), box.bottomRight());
    }

  private:
    static constexpr double footerHeight = 24;

    void beginPage() {
        ++m_number;
        m_y = m_page.top();
        m_painter.setFont(textFont(7));
        m_painter.setPen(QColor("#444444"));
        m_painter.drawText(QRectF(left(), m_page.bottom() - 14, width(), 14),
                           Qt::AlignLeft | Qt::AlignVCenter, m_footer);
        m_painter.drawText(QRectF(left(), m_page.bottom() - 14, width(), 14),
                           Qt::AlignRight | Qt::AlignVCenter, QString::number(m_number));
    }
    void turn() {
        m_device->newPage();
        beginPage();
    }

    QPagedPaintDevice *m_device;
    FontScale m_fonts;
    QPainter m_painter;
    QString m_footer;
    QRectF m_page;
    double m_y = 0;
    int m_number = 0;
};

}  // namespace hefty::app
