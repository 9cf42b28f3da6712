#pragma once

#include <QWidget>

#include "app/window/session.h"
#include "core/exchange/cut_drawing.h"

namespace hefty::app {

/// One part as it leaves the saw, the torch or the table, fitted to its view, with what to do beside it.
class CutPartView : public QWidget {
    Q_OBJECT

  public:
    explicit CutPartView(Session *session, QWidget *parent = nullptr);
    /// @param part  of the chosen piece; empty: none
    void show(const std::string &part);
    [[nodiscard]] QSize sizeHint() const override { return {600, 190}; }

  protected:
    void paintEvent(QPaintEvent *event) override;

  private:
    void drawShape(QPainter &painter, const QRectF &box) const;
    [[nodiscard]] QString said(const measure::Phrase &phrase) const;

    Session *m_session;
    std::optional<exchange::CutDrawing> m_drawing;
    QString m_name;
};

}  // namespace hefty::app
