#pragma once

#include <functional>

#include <QString>

#include "core/base/result.h"

class QWidget;

namespace hefty::app {

/// How the window asks for files and tells of trouble; a test puts its own in place.
struct Asking {
    std::function<QString(QWidget *, const QString &title, const QString &filter)> openFile;
    std::function<QString(QWidget *, const QString &title, const QString &proposal, const QString &filter)>
        saveFile;
    std::function<void(QWidget *, const QString &title, const QString &text)> tell;
    std::function<QString(QWidget *, const QString &title)> folder;
};
[[nodiscard]] Asking dialogs();

/// What is wrong, where, and what to do, as a dialog tells it.
[[nodiscard]] QString problemText(const Problem &problem);

/// A text as a file name may have it: what stands between words becomes a dash.
[[nodiscard]] QString fileNameFor(QString text);

}  // namespace hefty::app
