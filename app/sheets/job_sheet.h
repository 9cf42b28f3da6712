#pragma once

#include <memory>
#include <optional>

#include <QCoreApplication>
#include <QPagedPaintDevice>
#include <QPainter>

#include "app/window/session.h"

namespace hefty::app {

/// What a paper is for.
enum class SheetKind {
    Job,        ///< for the bench: summary, cautions, pictures, cutting, welding, fitting, checks
    Customer,   ///< for whoever bought it
    Templates,  ///< coped ends at full size
    Log         ///< hours, costs, trips, hits, what was welded and measured
};
/// "job", "customer", "templates", "log".
[[nodiscard]] std::optional<SheetKind> sheetKind(const QString &word);

/// The papers of a job.
class JobSheet {
    Q_DECLARE_TR_FUNCTIONS(hefty::app::JobSheet)

  public:
    explicit JobSheet(Session *session) : m_session(session) {}

    /// Paints all pages onto a printer or PDF writer; begins and ends the painter itself.
    /// @return number of pages
    int paint(QPagedPaintDevice *device, SheetKind kind = SheetKind::Job) const;
    /// Writes a PDF file. @error File
    [[nodiscard]] Result<bool> writePdf(const QString &path, SheetKind kind = SheetKind::Job) const;

  private:
    Session *m_session;
};

}  // namespace hefty::app
