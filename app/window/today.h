#pragma once

#include <string>

#include <QDate>

namespace hefty::app {

/// The day as the job writes it: ISO 8601.
[[nodiscard]] inline std::string today() {
    return QDate::currentDate().toString(Qt::ISODate).toStdString();
}

}  // namespace hefty::app
