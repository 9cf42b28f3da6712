#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/measure/quantity.h"

/// The line protocol of measuring instruments (docs/instruments.md).
namespace hefty::instrument {

enum class Kind {
    Tape,   ///< laser tape: a distance
    Angle,  ///< angle gauge
    Pad,    ///< scale pad, one of four: front left, front right, rear left, rear right
    Load,   ///< rope load cell
    Dial    ///< dial gauge: how far a place has moved
};
[[nodiscard]] std::string_view kindWord(Kind kind);  ///< "TAPE"
[[nodiscard]] std::string_view kindName(Kind kind);  ///< "laser tape"
[[nodiscard]] measure::Quantity quantityOf(Kind kind);

/// One reading as it came.
struct Reading {
    Kind kind = Kind::Tape;
    int channel = 1;   ///< 1 to 4 of the pads, 1 of the others
    int sequence = 0;  ///< counts up; a gap says that lines were lost
    double value = 0;  ///< core units: mm, rad, kg, N
    std::string unit;  ///< as the instrument said it
};

/// Reads one line without its end: "HG1 TAPE 17 812.5 mm *3C".
/// @error BadInput  another form, a checksum that does not fit, a unit that is not one of this kind of
///                  instrument, a reading of 0 or below from a tape, a fault that the instrument tells
[[nodiscard]] Result<Reading> readLine(std::string_view line);

/// The line of a reading, for stand-ins and tests. @param value in `unit`
[[nodiscard]] std::string writeLine(Kind kind, int channel, int sequence, double value,
                                    std::string_view unit);
/// The line of a fault: "HG1 TAPE 17 FAULT no-echo *5A".
[[nodiscard]] std::string writeFault(Kind kind, int channel, int sequence, std::string_view word);

/// Both ends exclusive-or'ed over the bytes before the star.
[[nodiscard]] unsigned checksum(std::string_view text);

}  // namespace hefty::instrument
