#pragma once

#include <QImage>

#include "core/job/job.h"
#include "core/stock/stock.h"

namespace hefty::app {

/// A job in space, its vehicle and all pieces that can be built, as a small picture.
/// @return the vehicle alone if nothing is laid out; an empty picture if it is not measured enough
[[nodiscard]] QImage pictureOf(const job::Job &job, const stock::Stock &stock, const QSize &size,
                               double ratio);

}  // namespace hefty::app
