#pragma once

#include "core/armor/piece.h"
#include "core/base/object_reader.h"

/// Angles in job files: degrees from version 2 on, rad in version 1 and in the program.
namespace hefty::job {

/// As Json of a piece whose pattern was not known when its job came from a file in rad: its settings still
/// are.
inline constexpr const char *settingsInRad = "settingsInRad";

/// The setting as a file can hold it without loss: an angle is that of degrees with nine decimals, as not
/// every number of rad is that of some number of degrees. Others stay as they are.
[[nodiscard]] armor::SettingValue asKept(const armor::SettingDescriptor &descriptor,
                                         const armor::SettingValue &value);

/// A job as it is written, its angles from rad to degrees. Settings of patterns that are not known stay as
/// they are.
void anglesToDegrees(Json &job);
/// A job of version 2 as it is read, its angles from degrees to rad. What is no number is left for the reader
/// to tell.
void anglesToRad(Json &job);
/// Marks the pieces of a job of version 1 whose settings cannot be turned to degrees, as their pattern is not
/// known.
void markUnknownSettings(Json &job);

}  // namespace hefty::job
