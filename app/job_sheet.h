#pragma once

#include <memory>

#include <QCoreApplication>
#include <QPagedPaintDevice>
#include <QPainter>

#include "app/session.h"

namespace hefty::app {

/// The paper that goes to the saw: summary, pictures, findings, checks, cut list, cautions.
class JobSheet {
    Q_DECLARE_TR_FUNCTIONS(hefty::app::JobSheet)

  public:
    explicit JobSheet(Session *session) : m_session(session) {}

    /// Paints all pages onto a printer or PDF writer; begins and ends the painter itself.
    /// @return number of pages
    int paint(QPagedPaintDevice *device) const;
    /// Writes a PDF file. @error File
    [[nodiscard]] Result<bool> writePdf(const QString &path) const;

  private:
    Session *m_session;
};

}  // namespace hefty::app
